#pragma once
// What keeps rain off a roof: on purlins or on a deck, how flat it may lie, what it weighs, how its strips and courses lap.
#include <algorithm>
#include <array>
#include <string_view>

#include "core/base/quantity.h"
#include "core/catalog/source.h"

namespace oiko {

struct RoofCover {
    std::string_view name, stock;
    bool decked;
    Angle least;       ///< flattest slope it keeps rain out at
    Angle singleFelt;  ///< of a decked one: from here on one layer of underlayment does, below two
    Load dead;         ///< cover, deck or purlins, and rafters
    Length exposure;   ///< of a decked one: what of each course or strip is seen, along the slope
    Source source;
};
/// Slopes: IRC 2018 R905.10.2 (metal), R905.2.2 (asphalt shingles), R905.5.2 (mineral-surfaced roll roofing), from memory. Clear
/// corrugated: as lapped and sealed metal, common practice. Dead loads: common practice, within the 10 psf of IRC Table R802.4.1(1).
/// Exposure: 5 in of a 12 in shingle; 33 in of a 36 in roll, lapped 3; common practice.
inline const std::array<RoofCover, 6> kRoofCovers{{
    {"metal_lapped",
     "metal",
     false,
     pitch(3, 12),
     {},
     psf(7),
     {},
     {"International Residential Code", "2018", "R905.10.2, metal roof panels"}},
    {"metal_sealed",
     "metal",
     false,
     pitch(0.5, 12),
     {},
     psf(7),
     {},
     {"International Residential Code", "2018", "R905.10.2, metal roof panels"}},
    {"clear_lapped", "clear", false, pitch(3, 12), {}, psf(7), {}, kPractice},
    {"clear_sealed", "clear", false, pitch(0.5, 12), {}, psf(7), {}, kPractice},
    {"shingles",
     "shingles",
     true,
     pitch(2, 12),
     pitch(4, 12),
     psf(10),
     inches(5),
     {"International Residential Code", "2018", "R905.2.2, asphalt shingles"}},
    {"roll_roofing",
     "roll-roofing",
     true,
     pitch(1, 12),
     pitch(4, 12),
     psf(9),
     inches(33),
     {"International Residential Code", "2018", "R905.5.2, mineral-surfaced roll roofing"}},
}};
inline const RoofCover& roofCover(std::string_view name) { return *std::ranges::find(kRoofCovers, name, &RoofCover::name); }

/// Strips longer than a roll meet end over end. Source: IRC 2018 Table R905.1.1(2) asks 4 in of felt and R905.5.4 as the maker says, from
/// memory; 6 in is common practice for both.
inline constexpr Length kEndLap = inches(6);
/// Underlayment: 36 in wide, lapped 2 in, or 19 in where two layers must lie. Source: IRC 2018 R905.1.1, from memory.
inline constexpr Length kFeltWide = inches(36), kFeltLap = inches(2), kFeltDoubleLap = inches(19);
/// Strips of three-tab shingles are 36 in long, 12 in high; a bundle has 26: 32 1/2 sq ft at 5 in, within the 33 1/3 that bundles are
/// sold by. Common practice.
inline constexpr Length kShingleLong = inches(36);

}  // namespace oiko
