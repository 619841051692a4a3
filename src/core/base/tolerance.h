#pragma once
// Every tolerance of the program, named, with its unit and reason.
namespace oiko {
inline constexpr double kTouchMm = 0.1;         ///< mm: solids nearer than this touch; deeper than this they share volume
inline constexpr double kCoordinateMm = 0.001;  ///< mm: coordinates leave the program rounded to this
inline constexpr double kSameMm = 0.01;         ///< mm: two points of one solid nearer than this are one point
inline constexpr double kSameDirection = 1e-7;  ///< sine of the angle below which two directions are one
inline constexpr double kPatchMm2 = 25.0;       ///< mm²: a smaller patch of touching faces holds nothing
}  // namespace oiko
