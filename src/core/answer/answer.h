#pragma once
// The one call that runs the whole flow for a design, and keeps what did not change.
#include <memory>

#include "core/drawing/planset.h"
#include "core/judge/findings.h"
#include "core/judge/holes.h"
#include "core/purchase/purchase.h"
#include "core/steps/steps.h"

namespace oiko {

struct Answer {
    Design design;
    std::shared_ptr<Settled> settled;  ///< every value asked for already; one thread at a time
    std::shared_ptr<const Model> model;
    std::shared_ptr<const Takeoff> takeoff;
    std::shared_ptr<const CutLists> cuts;
    std::shared_ptr<const Catalog> prices;
    Bill bill;
    std::vector<Finding> findings;
    std::shared_ptr<const HoleSearch> holes;  ///< of the solids; null until they were searched
    std::shared_ptr<const std::vector<Step>> steps;
    Served served;        ///< birds that what is drawn would hold
    Mass mass, heaviest;  ///< of the whole without fixings; of the heaviest part lifted
    std::string heaviestPart;
    double waste = 0;  ///< share of bought wood, by volume, that no piece is cut from
};

/// What is kept from the last answer, owned by whoever asks; never shared between threads.
class Memory {
    friend std::shared_ptr<const Answer> answer(const Design&, Memory&);
    std::vector<std::pair<std::string, Value>> modelKey_, listKey_, cutKey_;
    std::map<std::string, std::optional<Money>> pricesKey_;
    std::vector<OnHand> onHandKey_;
    std::vector<MarkedBoard> cutBoardsKey_;
    std::vector<MarkedSheet> cutSheetsKey_;
    std::shared_ptr<const Answer> last_;
};

/// Milliseconds for a usual coop; the cut plan is the good one, not the proven.
std::shared_ptr<const Answer> answer(const Design& design, Memory& memory);

/// The same answer with its solids searched for holes, a second or two for a usual coop; as it was when `stop` ends the search. What was
/// found before for the same solids can be given back. `told`: how far it has come, as `allHoles`.
std::shared_ptr<const Answer> withHoles(const std::shared_ptr<const Answer>& given, const std::function<bool()>& stop,
                                        std::shared_ptr<const HoleSearch> known = nullptr, const std::function<void(double)>& told = {});

/// The same answer with the cut plan searched and bounded; `stop` ends the search with what there is. `before`, an answer shown before,
/// decides among plans of equal cost.
std::shared_ptr<const Answer> withProvenCuts(const std::shared_ptr<const Answer>& given, const std::function<bool()>& stop,
                                             const Answer* before = nullptr);

}  // namespace oiko
