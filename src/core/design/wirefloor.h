#pragma once
// A floor of mesh on joists, for a coop that nobody treads in: welded wire that carries, fine mesh over it, boards below let down.
#include "core/design/param.h"

namespace oiko {

inline constexpr Length kMeshThick = inches(0.0625);  ///< as mesh is drawn
bool wireFloor(Ask& ask);
/// What lies on the joists: a deck, or both layers of mesh.
Length deckThick(Ask& ask);
/// Rows of posts stand at most so far apart down the coop, a beam on each. Common practice.
inline constexpr Length kPostRows = feet(6);
/// Boards below are hung on the beams, two between each pair, so that either hangs as far down as half their distance.
Length dropLeaf(Ask& ask);
/// From where they are hung down to the highest ground under them.
Length dropRoom(Ask& ask);

}  // namespace oiko
