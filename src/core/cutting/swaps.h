#pragma once
// Boards with next to no room to spare, too many pieces to try all fillings one with another: fillings are swapped until all pieces lie.
#include <optional>

#include "core/cutting/proof.h"

namespace oiko {

/// Fillings of these boards (by stock row), `all` of them in the end, that hold every piece and leave no more than `spare` grid steps;
/// empty: none was found. Counts `work` down. Source: Andrade, Resende and Werneck, "Fast local search for the maximum independent set
/// problem", Journal of Heuristics 18 (2012), for swapping one in and the fewest out; Morris, "The breakout method for escaping from local
/// minima", AAAI (1993), for pieces that count the more the oftener they lie nowhere. From memory. `again` counts earlier calls for the
/// same boards: chance falls otherwise, and longer. `last` is asked now and then for boards and pieces that are left, where it is likely to
/// find them: the same as this, of a few pieces.
using LastBoards = std::function<std::vector<Filled>(const ProofCase& left, const std::vector<std::int64_t>& boards, std::int64_t all)>;
std::vector<Filled> swappedFull(const ProofCase& given, const std::vector<std::int64_t>& boards, std::int64_t all, std::int64_t spare,
                                const LastBoards& last, std::int64_t& work, int again, const std::function<bool()>& stop);

}  // namespace oiko
