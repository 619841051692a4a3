#pragma once
// How many boards of each row must be bought at least, by inequalities that every plan satisfies.
#include "core/cutting/knapsack.h"
#include "core/cutting/proof.h"

namespace oiko {

/// How many of each row of stock.
using Boards = std::vector<std::int64_t>;

/// Every plan's boards satisfy: sum worth[j] · y[j] >= need.
struct BoardCut {
    std::vector<std::int64_t> worth;
    std::int64_t need;
    bool allows(const Boards& boards) const;
    bool allows(const std::vector<double>& boards) const;  ///< within a billionth
};
/// `filler`: of the same worths, every room.
BoardCut cutFrom(const ProofCase& given, const Worths& worths, const Filler& filler, std::int64_t missing);

/// Whether these boards, in fractions, are too few; then the cut that says so has been added.
using Separate = std::function<bool(const std::vector<double>&)>;

struct Bought {
    bool complete = true;  ///< false: not all was gone through
    Boards boards;         ///< empty: nothing cheaper than `top` was found
    std::int64_t cost = 0;
    std::int64_t bound = 0;  ///< nothing is cheaper than this, but for what was tried
};
/// Gives up after so many `nodes`, or when `stop`, asked at each, says so.
/// The least cost below `top` of whole boards that all cuts allow and none of `tried` has as many of each row. Bounds are in whole numbers.
Bought leastBoards(const ProofCase& given, std::vector<BoardCut>& cuts, std::int64_t top, const std::vector<Boards>& tried,
                   const Separate& separate, std::int64_t nodes, const std::function<bool()>& stop = {});

}  // namespace oiko
