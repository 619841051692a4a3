#pragma once
// Where the roosts' stands come to be, and the trays on the floor between them. Millimetres along the roosts' wall, seen from outside.
#include <cstdint>
#include <optional>
#include <string_view>
#include <utility>
#include <vector>

#include "core/design/param.h"

namespace oiko {

/// Bars that the flock asks for along this wall, as far as there is room for them across it: one to eight.
std::int64_t barsAlong(Ask& ask, std::string_view wall);
/// What this side has for a row of nests that pass through it, so that less of it lies under roosts along that wall than one nest.
Length roomBesideRoosts(Ask& ask, std::string_view side, std::string_view roost);
/// With roosts along this wall a side without a run or a room that is parted off has that much for the nests, beside a door too.
bool leavesNests(Ask& ask, std::string_view wall);
/// How high over the floor the flock's birds jump without a ladder, from the earth where that is the floor.
Length jumpOf(Ask& ask);
/// Before bars at this height the room is as deep as a ladder at 45 degrees reaches. What stands in its way is not looked at.
bool ladderFits(Ask& ask, Length high);
/// Left edges of the stands: near both ends of the bars, at them where boards lie between, and at most 4 ft apart.
std::vector<double> roostStands(Ask& ask);
/// Bars lie in cups that they lift out of.
bool barsLift(Ask& ask);
/// Trays are wanted on a floor that no droppings boards lie over.
bool traysUnder(Ask& ask);
/// Droppings trays between them, each from and to: as wide as a clean-out in that wall lets through, ten inches at least. Common practice.
std::vector<std::pair<double, double>> trayPlaces(Ask& ask);
/// The first clean-out's row.
std::optional<int> cleanOut(Ask& ask);

}  // namespace oiko
