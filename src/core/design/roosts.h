#pragma once
// Where the roosts' stands come to be, and the trays on the floor between them. Millimetres along the roosts' wall, seen from outside.
#include <optional>
#include <utility>
#include <vector>

#include "core/design/param.h"

namespace oiko {

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
