#pragma once
// A mesh door behind a people door, for the summer. It opens inwards, over a board that keeps the litter in: one leaf, two from 42 in of
// width. Common practice.
#include <optional>
#include <string>

#include "core/design/param.h"

namespace oiko {

/// Walls of 2x4 or of posts are deep enough for one, and it keeps the birds in where the door leads to them.
bool canScreen(Ask& ask, const std::string& door);
bool screened(Ask& ask, const std::string& door);
inline constexpr Length kTwoScreens = inches(42);
/// From the wall's outer face, how far its leaves reach into the room.
Length screenReach(Ask& ask, const std::string& door);
/// What stands where it would open: the key that places that.
std::optional<std::string> screenMeets(Ask& ask, const std::string& door);

}  // namespace oiko
