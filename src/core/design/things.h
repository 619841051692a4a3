#pragma once
// What stands at the place and is none of a coop's: a tree, a tank, a manger in a stall. Each is told as a plain box, beside a wall of the
// coop or inside; it is drawn and costs nothing, and what would share its place is a finding.
#include <string>
#include <vector>

#include "core/design/param.h"

namespace oiko {

struct Thing {
    std::string key;   ///< "things.1"
    std::string side;  ///< the wall that it stands outside of, or "inside"
    Length at;         ///< along that wall's outside from its left end, beyond the right one too; inside, along the front's inner face
    Length off;        ///< from the wall's frame outwards; inside, from the front's inner face
    Length width, depth, height, foot;  ///< along and across the wall; its foot above the ground, or the floor
    bool inside() const { return side == "inside"; }
};
std::vector<Thing> things(Ask& ask);
/// Birds walk below what leaves them that much. Common practice.
inline constexpr Length kWalkBelow = inches(18);
/// What those inside take of the birds' floor; each alone, whatever lies below another.
Area thingsOnFloor(Ask& ask);

}  // namespace oiko
