#pragma once
// On sloping ground: where each support stands, and how far below the level line its foot and its hole are.
#include "core/drawing/drawing.h"
#include "core/takeoff/takeoff.h"

namespace oiko {

struct Support {
    Vec2 at;       ///< its middle in plan
    Message what;  ///< "post G2 on a block"
    Length foot;   ///< of what stands there, or the ground itself, below the level line
    std::optional<Length> hole{};
};
/// The coop's corners first, as they are dressed, front left and round to the back left; then supports from the front left on.
std::vector<Support> supportsOf(const Model& model, Settled& settled, const Takeoff& takeoff);
/// Seen from above, numbered as in the table.
Drawing supportsPlan(const Model& model, Settled& settled, const std::vector<Support>& supports);
Table supportsTable(const std::vector<Support>& supports);

}  // namespace oiko
