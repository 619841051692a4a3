#pragma once
// A change priced by asking again.
#include "core/answer/answer.h"

namespace oiko {

/// What a change would do, without making it.
struct Effect {
    bool possible = false;
    Message refused{};
    Money money;
    Mass mass;
    std::int64_t birds = 0, boards = 0, sheets = 0;
    double waste = 0;
    std::vector<std::string> worse;  ///< findings whose state gets worse
    bool breaks = false;             ///< one of them fails
    bool mends = false;              ///< the finding asked about gets better
};
/// Both asked with the good cut plan: a proven one that may be shown now would make every change look dearer.
Effect effectOf(const Answer& now, const std::vector<Change>& changes, std::string_view finding = {});

/// A change of this design that costs less, and what it does besides.
struct Cheaper {
    std::vector<Change> changes;
    Effect effect;
};
/// The changes tried: every other choice of material and make, and sizes a little smaller or where stock ends.
std::vector<std::vector<Change>> cheaperTrials(const Answer& now);
/// Those that save a whole unit of money or more, break no rule that holds now, the best of each value, dearest saving first; at most
/// `most`. `going` is told how many of how many are tried and ends the search by saying no.
std::vector<Cheaper> cheaperWays(const Answer& now, std::size_t most, const std::function<bool(std::size_t, std::size_t)>& going);

}  // namespace oiko
