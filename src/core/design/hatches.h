#pragma once
// What is filled from outside through a hatch in a wall: a feed hopper against it, or a drinker on a stand. A row of "hatches" is one of
// both.
#include <optional>
#include <string>
#include <string_view>

#include "core/design/layout.h"

namespace oiko {

/// Clear height of a hatch. The hopper behind it: a box so deep with a trough before it, from the wall's lining into the room, over a lip
/// that the birds eat across; feed comes out under its front, below a floor that falls to it at 45°. Its top falls from over the hatch as
/// steeply, so that nobody roosts there. Common practice.
inline constexpr Length kHatchHigh = inches(10), kHopperDeep = inches(7), kTroughReach = inches(12), kTroughLip = inches(4),
                        kHopperThroat = inches(2.5);
/// From its foot to the hatch's sill, at least.
inline constexpr Length kHopperTall = inches(14);
/// As high over what the birds stand on as they eat across at most. Common practice.
inline constexpr Length kHighestLip = inches(14);
/// Of its back, which frames the hatch on the studs.
inline constexpr Length kHopperLap = inches(1.5);
/// From a wall's frame into the room: back, trough, and what lies on the studs.
Length hopperReach(Ask& ask);
/// Over the deck: its foot, so that the lip is where feeders' lips hang; over a curb that reaches in from under the wall.
Length hopperFoot(Ask& ask);
/// A drinker stands there, 15 in high and as deep in the room as a hopper: its foot over the deck, the lip at the birds' backs, 6 in up at
/// least. Common practice.
bool watered(Ask& ask, std::string_view hatch);
inline constexpr Length kDrinkerHigh = inches(15), kStandReach = kNestBoard + kTroughReach;
Length drinkerFoot(Ask& ask);
/// Over the deck: what the birds eat or drink across, and the least sill that hopper or drinker is filled over.
Length hatchLip(Ask& ask, std::string_view hatch);
Length leastHatchSill(Ask& ask, std::string_view hatch);
/// What it holds up to its hatch's sill, lb; a drinker holds none. Pellets at 40 lb/ft³: common practice.
double hopperPounds(Ask& ask, const std::string& hatch);
/// From a wall's outer face inwards, what stays free of hoppers before a row: one walks in by a door, birds by theirs, and nests and other
/// hoppers stand there; zero: nothing. Common practice.
Length keptBefore(Ask& ask, std::string_view row);
/// What stands where its hopper would: the key that places it.
std::optional<std::string> hopperMeets(Ask& ask, const std::string& hatch);

}  // namespace oiko
