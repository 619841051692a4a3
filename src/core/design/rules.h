#pragma once
// What the rules of the parameters work out: where openings and runs go, and which member serves.
#include <initializer_list>
#include <string>
#include <string_view>
#include <vector>

#include "core/design/param.h"
#include "core/design/shell.h"

namespace oiko {

bool gable(Ask& a);
bool elevated(Ask& a);
Length bounded(Length v, Length low, Length high);

/// The run that stands against a side; empty without one.
std::string runOn(Ask& a, std::string_view side);
/// Those of the sides that no run stands against; all of them where none is left.
std::vector<std::string_view> sidesButRuns(Ask& a, const std::vector<std::string_view>& order);
/// The same order with the runs' sides last: what opens there must clear their roofs.
std::vector<std::string_view> runsLast(Ask& a, std::vector<std::string_view> order);
/// What each run has to give the flock.
Area runShare(Ask& a);
/// The end of a wall that is farther from the roosts, as the left edge that an opening of this width would have.
Length awayFromRoost(Ask& a, std::string_view wall, Length width);
/// The middle of a wall that nothing else is in and that keeps room beside, else its left end.
Length centred(Ask& a, std::string_view self, std::string_view wall, Length width);
/// The sides a gable's roof does not fall to first: their walls are the higher ones.
std::vector<std::string_view> endsFirst(Ask& a, std::vector<std::string_view> order);
/// Where whoever walks in through a door of this size stands easiest: the higher end of a wall; under a gable as near to its left
/// corner as the door's height allows, so that the rest of the wall stays whole.
Length easyEntry(Ask& a, std::string_view wall, Length width, Length height);
Angle steepest(Ask& a);  ///< of the roof's slopes
/// The narrowest 2x that spans, and whose birdsmouth bears enough; of joists 2x4 or 2x6.
std::string rafterFor(Ask& a);
std::string joistFor(Ask& a);
/// How far such rafters carry the roof's load, level and clear.
Length rafterReach(Ask& a, std::string_view rafter);
/// Of a run under a roof of its own: the least that carry it, no deeper than 2x6, and no closer than 12 in; and how far they do.
struct RunRafters {
    std::string_view size;
    Length apart, reach;
};
RunRafters runRafters(Ask& a, const RunPlace& run);
/// How far such joists carry 40 psf (IRC 2018 Table R301.5), 10 of their own and the litter; and how far they go between skids or beams.
Length joistReach(Ask& a, std::string_view joist);
Length joistBay(Ask& a);
/// So high that the keeper stands up inside, or that a run's roof and beam go between the eave and a pop door.
Length lowWallFor(Ask& a);
/// The longest side whose plates and rafters still come out of the longest board, with room for the deepest rafter's plumb cuts.
Length alongRoof(Ask& a, std::string_view key);
/// Its front and back are longer than the longest board.
bool longerThanBoard(Ask& a);
/// How far a run can go out, on a half foot: its rafters are one board, and its outer end stays above 30 in. Under the coop's roof no
/// member reaches from end to end.
Length longestRun(Ask& a, const std::string& run);

}  // namespace oiko
