#pragma once
// Among plans of equal cost: fewer boards, boards as they were cut before, fewer different cuts, longer offcuts.
#include "core/cutting/proof.h"

namespace oiko {

/// What is looked at, in this order; less is better, but for the last.
struct TieRank {
    std::size_t boards = 0;
    std::size_t unlike = 0;  ///< boards that no board of the plan before is like
    std::size_t kinds = 0;   ///< boards cut otherwise than another of the plan
    double offcuts = 0;      ///< sum of the squares of what is left of each: one long piece is worth more than two short ones
};
TieRank rankOf(const ProofCase& given, const std::vector<Filled>& boards, const std::vector<Filled>& before);
bool better(const TieRank& a, const TieRank& b);

/// Re-cuts boards by twos as long as that makes the plan better and no dearer. `work` counts fillings looked at.
void settleTies(const ProofCase& given, std::vector<Filled>& boards, const std::vector<Filled>& before, std::int64_t work,
                const std::function<bool()>& stop);

}  // namespace oiko
