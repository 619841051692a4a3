#pragma once
// The lie of the ground, from what was measured at the coop's four corners down from one level line. Heights are millimetres; the level
// line is brought to the highest corner of the coop.
#include <array>
#include <cmath>
#include <string>
#include <string_view>

#include "core/design/param.h"
#include "core/design/shell.h"
#include "core/geometry/ground.h"

namespace oiko {

/// Front left, front right, back right, back left.
inline constexpr std::array<std::string_view, 4> kCornerKeys{"ground.front_left", "ground.front_right", "ground.back_right",
                                                             "ground.back_left"};
/// The even slope that lies nearest to the four corners (least squares); x to the right along the front, y to the back.
Ground groundOf(Ask& ask);
/// How far each corner lies off that slope: the spade's work. Opposite corners by the same way.
double unevenMm(Ask& ask);
/// How far the ground falls from the coop's highest corner to its lowest.
double fallMm(Ask& ask);
/// The corner that was measured lowest.
std::string_view lowestCornerKey(Ask& ask);
/// What lies before a wall, in plan: from `from` to `to` along it as seen from outside, and from `near` to `out` outwards of its frame's
/// face.
Bounds outsideWall(Ask& ask, std::string_view side, Length from, Length to, Length out, Length near = {});
/// The same from that face `reach` inwards, a millimetre high.
Bounds insideWall(Ask& ask, std::string_view side, Length from, Length to, Length reach);
/// The floor above the highest ground there.
Length floorOver(Ask& ask, const Bounds& place);
/// How far the ground outside a wall rises (or falls, below zero) for each mm away from it.
double risesFrom(const Ground& ground, std::string_view side);

/// A pop door's ramp: from its sill down to the ground, wherever that is when it comes there.
struct RampLie {
    double drop = 0;   ///< mm, from the sill to the ground beside the wall
    double rises = 0;  ///< what the ground does outwards
    double run(Angle steep) const { return drop / (std::tan(inRadians(steep)) + rises); }
    double length(Angle steep) const { return run(steep) / std::cos(inRadians(steep)); }
    /// The flattest that comes down within a level distance; that is no longer than a length.
    Angle within(double levelMm) const;
    Angle noLonger(double lengthMm) const;
};
RampLie rampLie(Ask& ask, const std::string& pop);
/// A pop door's leaf that is its ramp, hinged at the sill: how far up its wall it stands when it is shut, and where it ends, over the deck.
bool rampDoor(Ask& ask, const std::string& pop);
Length rampDoorTall(Ask& ask, const std::string& pop);
Length rampDoorTop(Ask& ask, const std::string& pop);
/// Room for that end: under the roof's edge or the plates, and under the beam of a run before it.
Length rampDoorRoom(Ask& ask, const Shell& shell, const std::string& pop);
inline constexpr Length kRampDoorFoot = inches(1);  ///< it begins so far below the sill

/// Steps to a raised door: as many risers as the ground asks that they come down to, all alike, 7 3/4 in at most (IRC 2018 R311.7.5, from
/// memory), each tread 10 in farther out.
struct StepsLie {
    int risers = 2;
    double foot = 0, rise = 0;  ///< mm: the ground there, and the risers
    double high = 0;            ///< the highest ground under the lowest tread
    /// That tread, a 2x, lies on its stringers over all of it, and over mesh.
    bool clear(double tread) const { return foot + rise - tread > high + 3; }
};
StepsLie stepsLie(Ask& ask, const std::string& door);
/// A landing before such a door, level with the uppermost tread, where the door would swing over three risers or more and posts fit below
/// it: whole boards along the wall, 36 in deep or more (IRC 2018 R311.7.6, from memory). False: there is no place for one; none was chosen.
bool canLand(Ask& ask, const std::string& door);
bool hasLanding(Ask& ask, const std::string& door);
Length landingDeep(Ask& ask);
/// A fall of more than 30 in from it asks guards (IRC 2018 R312.1, from memory).
bool landingGuarded(Ask& ask, const std::string& door);
inline constexpr Length kBoardsGap = inches(0.125);
/// Behind the uppermost tread, from the frame's outer face; a tread's going, two 2x6 less its nosing; what the uppermost one lies below
/// the floor.
Length behindSteps(Ask& ask, const std::string& door);
Length behindLanding(Ask& ask);
Length stepsGoing(Ask& ask);
inline constexpr Length kStepsNosing = inches(1), kStepsBelowDoor = inches(0.5), kStepsRiser = inches(7.75);
/// Room at the foot of steps that end in a run. Common practice.
inline constexpr Length kBelowSteps = inches(18);

/// Ground steeper than one in five wants a terrace cut. Common practice.
inline constexpr double kSteepest = 0.2;
/// Skids are blocked up no higher than two blocks. Common practice.
inline constexpr Length kSkidsFall = inches(7);
/// A run's walls end on the ground; mesh over a fall of more has a strip without wood at its seam.
inline constexpr Length kRunFall = feet(2);

}  // namespace oiko
