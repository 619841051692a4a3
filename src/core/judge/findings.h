#pragma once
// Findings: what is measured on the design, against a limit, by a rule with its source, with changes that would mend it.
#include <string>
#include <vector>

#include "core/catalog/source.h"
#include "core/design/design.h"
#include "core/model/part.h"

namespace oiko {

enum class State { pass, near, fail };
std::string_view name(State state);

struct Finding {
    std::string id;     ///< stable: room.floor; words: finding.<id>
    std::string gauge;  ///< the gauge that shows it
    State state = State::pass;
    double value = 0, limit = 0;
    std::string unit;     ///< mm, m2, m2/bird, mm/bird, birds/nest, deg, kg, share, count
    bool atLeast = true;  ///< the value should be at least, else at most, the limit
    Source source = kPractice;
    std::vector<std::string> parts;             ///< ids
    std::vector<std::vector<Change>> remedies;  ///< each: changes given together
};

/// Findings on space, reach, air, height, slopes; what needs lists and prices is added by the answer.
std::vector<Finding> judge(Settled& settled, const Model& model);
/// Near: meets the limit with less than this share of it to spare.
inline constexpr double kNearMargin = 0.10;
State stateOf(double value, double limit, bool atLeast, double margin = kNearMargin);

/// Birds that what is drawn would hold, and what holds the fewest: floor, roost, nests or, where there is one, the run.
struct Served {
    std::int64_t birds = 0;
    std::string_view by;
};
Served birdsServed(Settled& settled, const Model& model);
/// Gauges that have no rule yet; said in those words. Gaps have one, which takes a while: they are named until they were searched.
std::vector<std::string> notJudgedYet(bool gapsSearched);

}  // namespace oiko
