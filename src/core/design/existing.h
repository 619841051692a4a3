#pragma once
// What stands before the work begins, said system by system: a shed that is made into a coop, an old run's frame, its doors.
#include <set>
#include <string>
#include <string_view>

#include "core/design/param.h"

namespace oiko {

/// Something stands there; else every system is new.
bool somethingStands(Ask& ask);
/// Of what a slot tells ("existing.roof", "runs.1.existing"): its frame stands, or all of it.
bool frameStands(Ask& ask, const std::string& slot);
bool allStands(Ask& ask, const std::string& slot);
/// An opening that was in its wall before ("doors.1"); nests and pop doors are always new.
bool openingStands(Ask& ask, const std::string& row);
/// Old parts that are replaced one by one, by their ids; a blank parts them.
std::set<std::string, std::less<>> replacedParts(Ask& ask);
/// The same text with one more of them, or without one that is in it.
std::string replacedToggled(Ask& ask, const std::string& part);
/// The slot's value is what was measured: another one would not fit what is kept.
bool measured(Ask& ask, std::string_view slot);
/// The slot of a wall.
inline std::string wallSlot(std::string_view side) { return "existing." + std::string{side}; }

}  // namespace oiko
