#pragma once
// Water that nobody carries: troughs with a float valve against a wall of the coop, from the mains or from the rain barrel outside.
#include <cstdint>

#include "core/design/shell.h"

namespace oiko {

bool piped(Ask& ask);
bool fromBarrel(Ask& ask);
/// A trough serves as many birds, one an inch; three at most hang side by side. Common practice.
inline constexpr std::int64_t kBirdsATrough = 16, kMostTroughs = 3;
std::int64_t troughsWanted(Ask& ask);
/// They hang on a run's posts, not on a wall of the coop.
bool troughsInRun(Ask& ask);
/// Of our own invention, as the sample prices are: one with its valve.
inline constexpr Length kTroughLong = inches(16), kTroughDeep = inches(5), kTroughHigh = inches(4.5);
/// The valve shuts under so much of water over the rim at least; a barrel's tap stands over its foot. Common practice.
inline constexpr Length kTroughHead = inches(6), kBarrelTap = inches(2);
/// A pipe from the barrel goes so far along a wall, and so far to it, at most. Common practice.
inline constexpr Length kPipeReach = feet(3);
/// Its rim over the deck, or what the walls stand on round an earth floor; in a run over the ground: at the birds' backs, over the litter.
Length troughRim(Ask& ask);
/// Courses of blocks under the barrel of this side: three, so that a bucket goes under its tap, or what the troughs' head asks; eight at
/// most. Common practice.
inline constexpr int kLeastCourses = 3, kMostCourses = 8;
int standCourses(Ask& ask, std::string_view side);
Length standHigh(Ask& ask, std::string_view side);

}  // namespace oiko
