#pragma once
// The least cost of one profile's boards: a linear-programming bound in whole numbers, and a plan that meets it where one is found.
#include <cstdint>
#include <functional>
#include <utility>
#include <vector>

namespace oiko {

struct ProofCase {
    std::vector<std::int64_t> size, need;         ///< grid steps, kerf counted; how many
    std::vector<std::int64_t> room, price, left;  ///< by stock row
};
struct Proof {
    std::int64_t bound = 0;  ///< never above the least cost
    bool cutShort = false;
    std::vector<std::pair<std::size_t, std::vector<std::int64_t>>> boards;  ///< a plan cheaper than the one given; empty: none found
};
/// Column generation over cutting patterns, then an integer program over the patterns met; `best` is the cost to beat.
/// Source: Gilmore and Gomory, "A linear programming approach to the cutting-stock problem", Operations Research 9 (1961).
Proof prove(const ProofCase& given, std::int64_t best, std::int64_t work, const std::function<bool()>& stop);

}  // namespace oiko
