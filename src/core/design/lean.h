#pragma once
// A coop that leans on a wall that stands there, of a house or a greenhouse: it keeps its own frame close against it, under a roof that
// falls away from it.
#include <string>

#include "core/design/shell.h"

namespace oiko {

/// Under a single slope alone, whose high side stands against the wall; what stood before does not.
bool leans(Ask& ask);
/// The side that does; empty: none.
std::string leanSide(Ask& ask);
/// Of the panes of a greenhouse the birds are kept by mesh.
bool leansOnGlass(Ask& ask);
/// Between the frame and the wall: room for what the frame wears there, less than any mesh is wide. How far the wall goes on beyond both
/// ends at least, and how thick it is drawn.
inline constexpr Length kLeanGap = inches(0.1875), kLeanBeyond = feet(2), kLeanThick = inches(6);
/// What a run keeps from such a wall: room for its posts' blocks and its roof's edge. Common practice.
inline constexpr Length kRunFromWall = inches(10);
/// The level line to where the metal ends that goes up the wall from the roof.
Length leanNeeds(Ask& ask, const Shell& shell);
/// What lies between the rafters' tops and the cover's upper face, square to the slope.
Length roofThick(Ask& ask);
/// The room that a run leaves to the wall at its left or its right end, as seen from outside the side it stands at; nullopt: it ends at
/// neither.
std::optional<Length> runToWall(Ask& ask, const RunPlace& run);

}  // namespace oiko
