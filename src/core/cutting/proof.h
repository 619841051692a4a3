#pragma once
// The least cost of one profile's boards: a linear-programming bound in whole numbers, and a plan that meets it where one is found.
#include <cstdint>
#include <functional>
#include <utility>
#include <vector>

namespace oiko {

__extension__ typedef __int128 Wide;  ///< where a product of two whole numbers must be exact

/// How many of each size stand on one board.
using Pattern = std::vector<std::int64_t>;
/// A board of a stock row with its filling.
using Filled = std::pair<std::size_t, Pattern>;

/// One profile in whole grid steps. All sizes > 0 and on some board; prices in ten-thousandths.
struct ProofCase {
    std::vector<std::int64_t> size, need;         ///< kerf counted; how many
    std::vector<std::int64_t> length;             ///< nanometres, without kerf: what is left out is weighed by it
    std::vector<std::int64_t> room, price, left;  ///< by stock row; `left` at least kUnlimited: as many as wanted
};
inline constexpr std::size_t kLongList = 100;  ///< unlike sizes
inline constexpr std::int64_t kUnlimited = 1'000'000'000'000;

/// Worths of the sizes in whole numbers. Whatever they are, all pieces together are worth no more than the boards bought can hold:
/// each gives an inequality on the boards, and these give the bound.
using Worths = std::vector<std::int64_t>;

struct Proof {
    std::int64_t bound = 0;  ///< never above the least cost of any plan that leaves out no more than `missing`
    std::int64_t missing = 0;
    std::int64_t leastMissing = 0;  ///< no plan leaves out less length
    bool cutShort = false;
    std::vector<Worths> worths;  ///< that prove the bound; boundFrom() gives it again from them
    std::vector<Filled> boards;  ///< a better plan than the one given; empty: none found
};
/// `cost` and `missing` (length left out) of the plan in hand; `work` counts searching, `stop` ends it with what there is.
/// Source: Gilmore and Gomory, "A linear programming approach to the cutting-stock problem", Operations Research 9 (1961), for the
/// worths; Belov and Scheithauer, "Setup and open-stacks minimization in one-dimensional stock cutting", INFORMS JoC 19 (2007), for
/// filling boards by corrected values. From memory.
Proof prove(const ProofCase& given, std::int64_t cost, std::int64_t missing, std::int64_t work, const std::function<bool()>& stop);

/// The bound that these worths prove, in whole numbers alone: the least cost of boards that can hold what the pieces are worth, each
/// worth less by what may be left out; `top` where nothing below it can.
std::int64_t boundFrom(const ProofCase& given, const std::vector<Worths>& worths, std::int64_t missing, std::int64_t top);

}  // namespace oiko
