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
    bool shingled() const { return stock.ends_with("shingles"); }
};
/// Slopes: IRC 2018 R905.10.2 (metal), R905.2.2 (asphalt shingles), R905.5.2 (mineral-surfaced roll roofing), R905.7.2 (wood shingles),
/// from memory. Corrugated plastic, coloured or clear: as lapped and sealed metal, common practice. Dead loads: common practice, within the
/// 10 psf of IRC Table R802.4.1(1). Exposure: 5 in of a 12 in asphalt shingle; 33 in of a 36 in roll, lapped 3; common practice.
inline const std::array<RoofCover, 10> kRoofCovers{{
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
    {"plastic_lapped", "plastic", false, pitch(3, 12), {}, psf(6), {}, kPractice},
    {"plastic_sealed", "plastic", false, pitch(0.5, 12), {}, psf(6), {}, kPractice},
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
    {"wood_shingles",
     "wood-shingles",
     true,
     pitch(3, 12),
     pitch(3, 12),
     psf(9),
     inches(5),
     {"International Residential Code", "2018", "R905.7.2, wood shingles"}},
    {"roll_roofing",
     "roll-roofing",
     true,
     pitch(1, 12),
     pitch(4, 12),
     psf(9),
     inches(33),
     {"International Residential Code", "2018", "R905.5.2, mineral-surfaced roll roofing"}},
    // Within a building no rain falls: mesh or sheets lie on level joists.
    {"ceiling", "", false, {}, {}, psf(5), {}, kPractice},
}};
inline const RoofCover& roofCover(std::string_view name) { return *std::ranges::find(kRoofCovers, name, &RoofCover::name); }

/// Wood shingles 16 in long, No. 1, lie four thick where the roof is flatter than 4/12.
/// Source: IRC 2018 Table R905.7.5(1), from memory: 5 in seen, 3 3/4 in from 3/12 to 4/12.
inline Length exposureAt(const RoofCover& cover, Angle slope) {
    return cover.name == "wood_shingles" && slope < pitch(4, 12) ? inches(3.75) : cover.exposure;
}

/// Strips longer than a roll meet end over end. Source: IRC 2018 Table R905.1.1(2) asks 4 in of felt and R905.5.4 as the maker says, from
/// memory; 6 in is common practice for both.
inline constexpr Length kEndLap = inches(6);
/// Underlayment: 36 in wide, lapped 2 in, or 19 in where two layers must lie. Source: IRC 2018 R905.1.1, from memory.
inline constexpr Length kFeltWide = inches(36), kFeltLap = inches(2), kFeltDoubleLap = inches(19);
/// Strips of three-tab shingles are 36 in long, 12 in high; a bundle has 26: 32 1/2 sq ft at 5 in, within the 33 1/3 that bundles are
/// sold by. Common practice.
inline constexpr Length kShingleLong = inches(36);

/// How courses are counted: in strips as wide as their item's `a`; a ridge is covered by caps, so wide for each exposure.
struct Shingles {
    std::string_view stock, rule, nail, nailRule;
    double nails;  ///< a strip
    Length cap;
    Source source;
};
/// Wood shingles are of all widths, about 5 in, and counted by the running foot: a bundle has 60, 25 sq ft at 5 in; two nails each, and
/// two 5 in wide meet over a ridge. Common practice; nails IRC 2018 R905.7.5, from memory.
inline const std::array<Shingles, 2> kShingles{
    {{"shingles",
      "shingles",
      "nail-roofing",
      "shinglenails",
      4,
      inches(12),
      {"International Residential Code", "2018", "R905.2, asphalt shingles: 4 fasteners a strip, drip edge every 12 in"}},
     {"wood-shingles",
      "woodshingles",
      "nail-shingle",
      "woodnails",
      5,
      inches(10),
      {"International Residential Code", "2018", "R905.7.5, wood shingles: two fasteners each"}}}};

}  // namespace oiko
