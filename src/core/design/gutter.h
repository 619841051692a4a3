#pragma once
// Gutters along the eaves, each leading into a barrel that stands on blocks before the wall below.
#include <string>
#include <string_view>
#include <vector>

#include "core/design/shell.h"

namespace oiko {

/// A barrel of 55 gal on courses of blocks. Common practice.
inline constexpr Length kBarrelWide = inches(23), kBarrelHigh = inches(34);
inline constexpr int kStandBlocks = 3;
inline constexpr double kBarrelGallons = 55;
/// From the wall's end to the barrel's middle; so much of the wall it takes either way.
inline constexpr Length kBarrelEnd = inches(13);
/// The gutter: 5 in wide, 3 1/2 in deep, falling a quarter of an inch in ten feet, so far to its outlet at most. Common practice.
inline constexpr Length kGutterWide = inches(5), kGutterDeep = inches(3.5), kLongestGutter = feet(50);
inline constexpr double kGutterFall = 0.25 / 120;

/// Sides of the coop with an eave that has a gutter; none without. A gable's other eave has one where its barrel has a place.
std::vector<std::string> guttered(Ask& ask);
/// Nothing opens or stands at this end of an eave's wall where its barrel would: "left" or "right", seen from outside.
bool barrelFree(Ask& ask, std::string_view side, std::string_view end);
/// Middle of an eave's barrel, along its wall from the left. The eave that the roof falls to has it where it was put.
Length barrelAt(Ask& ask, std::string_view side);
/// How far a barrel's middle stands before this side's frame.
double barrelOutMm(Ask& ask, std::string_view side);
/// Underside of the gutter at its highest, over the deck.
double gutterMm(const Shell& shell, const Slope& slope, std::string_view cover);
/// What an inch of rain on the roof brings: 231 cubic inches are a gallon.
double rainGallons(Ask& ask);

}  // namespace oiko
