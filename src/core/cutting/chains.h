#pragma once
// Boards on which pieces slanted at both ends lie in a chain, each into the next: their fillings are known exactly.
#include "core/cutting/cutting.h"

namespace oiko {

/// Whether every piece of the profile has two ends that nest, or none: only then a chain loses two ends and no fewer. Not for long lists.
bool inChains(const std::vector<CutPart>& parts, Length kerf);

/// The least cost of such a list's boards, no more than `top`: a bound that no nested plan is below, and the boards of the cheapest plan
/// found, not yet laid; empty where none below `top` was. Parts are of one profile.
/// A board that holds a slanted piece has two slanted ends that nothing lies into. So there are two kinds of boards: whole ones for
/// square pieces, and some shorter by that loss for any. Source: Gilmore and Gomory (as for prove()) over both kinds; the plan by branch
/// and bound over all fillings found. From memory.
CutPlan cutInChains(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutRules& rules, Money top);

}  // namespace oiko
