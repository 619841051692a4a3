#pragma once
// Clean-outs of a coop on legs: how they share its floor, so that no point of it is farther from one than one leans.
#include <cstddef>
#include <optional>
#include <string>

#include "core/design/param.h"
#include "core/design/sizing.h"

namespace oiko {

/// From the outside of a clean-out to the farthest point of the floor that is cleaned through it. Common practice.
inline constexpr Length kLeanIn = inches(52);

/// What a clean-out has to bring within reach where its width and place follow their rule.
struct CleanOut {
    Length wide;          ///< the least that does; of several, what each is to be
    Length from, to;      ///< its share of the floor, along its wall from the left corner seen from outside
    Length beside;        ///< how far along the wall a corner of that may lie from it
    bool leftmost, last;  ///< its share begins, or ends, at a corner
    bool several;         ///< it shares the floor with others: no wider than so
    /// Its left edge when it is so wide: as near a corner as serves, for the rest of the wall stays in one piece.
    Length at(Length width) const;
};
/// nullopt: any place will do, or none does.
std::optional<CleanOut> shareOfFloor(Ask& ask, const std::string& door);

/// Whether so many reach all of a floor: through one long side or the other where that is shallow, else through both, each to the middle.
bool reachedThrough(Length width, Length depth, Length wallDeep, std::size_t doors);
/// The base that follows by rule, or what is left of it where the keeper sets a side, with so many doors.
Base baseFor(Ask& ask, std::size_t doors);
/// How many the base wants that the keeper sets, or that the flock asks for; nullopt: more than there may be.
std::optional<std::size_t> cleanOutsWanted(Ask& ask);

}  // namespace oiko
