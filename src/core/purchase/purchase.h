#pragma once
// What to buy: boards, sheets, rolls and packs from the lists, with prices, tax and what is left of the budget.
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/catalog/stock.h"
#include "core/cutting/cutting.h"
#include "core/design/design.h"
#include "core/takeoff/takeoff.h"

namespace oiko {

/// Groups of the bill, in building order; the first eight are the systems.
enum class Group { ground, floor, walls, roof, openings, skin, inside, run, fixings, finish };
inline constexpr int kGroups = 10;
std::string_view name(Group group);

struct BuyLine {
    std::string item;  ///< catalogue id
    Group group = Group::walls;
    double needed = 0;                  ///< pieces, boards, sheets; for packs the count within
    std::int64_t bought = 0;            ///< boards, sheets, rolls, packs
    double leftOver = 0;                ///< of a pack, in its own count
    std::optional<Money> each, amount;  ///< nullopt: no price known
    std::string rule;                   ///< words: fixing.<rule>, for hardware
    Source source = kPractice;
    std::vector<std::size_t> parts;  ///< of the model, cut from this line
    friend bool operator==(const BuyLine& a, const BuyLine& b) {
        return a.item == b.item && a.group == b.group && a.bought == b.bought && a.amount == b.amount;
    }
};

struct Bill {
    std::vector<BuyLine> lines;
    std::optional<Money> groups[kGroups];  ///< sums of the known lines; nullopt: no line
    Money net, tax, total, budget;
    Money forOnHand;                        ///< what is paid for what is on hand and not free; in the total, without tax
    std::vector<std::string> withoutPrice;  ///< items
    std::vector<double> usedOnHand;         ///< by row of Design::onHand: boards, sheets, lengths of mesh, pieces
    bool complete() const { return withoutPrice.empty(); }
};

/// What is cut from what: the lists as the cutting room takes them, and the plans.
struct CutLists {
    std::vector<CutPart> boardParts;
    std::vector<CutStock> boardStock;
    CutPlan boards;
    std::vector<SheetPart> sheetParts;
    std::vector<SheetStock> sheetStock;
    NestPlan sheets;
    std::vector<SheetPart> rollParts;  ///< strips as wide as they are cut, laps counted, along the roll
    std::vector<SheetStock> rollStock;
    std::vector<Length> rollLaps;  ///< by part: how much of a strip lies over its neighbour, on wood
    NestPlan rolls;
    std::map<std::string, std::size_t> onHand;  ///< label of what is not bought: its row in Design::onHand; kOpening: cut from an opening
    static constexpr std::size_t kOpening = SIZE_MAX;
    std::size_t marked = 0, markedSheets = 0;  ///< so many boards and sheets of the plans are cut already: the first ones
    std::int64_t surplus = 0;                  ///< pieces of them that this design has no use for
    /// Sheets that are cut up: all but what openings leave of them.
    std::int64_t wholeSheets() const;
    bool fromOpening(std::size_t sheet) const;
    std::vector<std::vector<std::size_t>> boardPartsOf, sheetPartsOf, rollPartsOf;  ///< model parts of each list row, in order of use
};

/// Lists for lumber and sheets of a takeoff, and plans for them. `rules.work` 0: the good plan.
/// Boards and sheets marked as cut stay; what is on hand is used as the design says.
CutLists cutLists(const Takeoff& takeoff, Settled& settled, const Catalog& prices, const CutRules& rules);
/// Rows of Design::onHand that the design may use: none where it is left alone.
std::vector<OnHand> usable(Settled& settled);
/// The saw's rules as the design sets them.
CutRules cutRules(Settled& settled);

/// The boards of a plan, to decide the next one by.
std::vector<BoardBefore> boardsBefore(const CutLists& cuts);
/// A board or sheet of the plan, as it is kept once it is cut.
MarkedBoard markedBoard(const CutLists& cuts, std::size_t board);
MarkedSheet markedSheet(const CutLists& cuts, std::size_t sheet);
/// What the keeper has when this coop is built: what was there and is not used, offcuts of `least` and more (sheets, rolls: either way),
/// what packs leave.
std::vector<OnHand> leftWhenBuilt(const CutLists& cuts, const Bill& bill, const std::vector<OnHand>& had, Length least, Length kerf);

Bill buy(const Model& model, const Takeoff& takeoff, const CutLists& cuts, Settled& settled, const Catalog& prices);

/// The sample book with the keeper's own prices over it.
Catalog pricedCatalog(const std::map<std::string, std::optional<Money>>& own);

/// Mass of a part: lumber by volume and density at 15 % moisture (19 % treated), else by the catalogue's area.
Mass massOf(const Part& part, Settled& settled);

}  // namespace oiko
