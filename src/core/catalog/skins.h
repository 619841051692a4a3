#pragma once
// What the walls wear: panels, plain panels with battens over joints and studs or under shingles, or boards.
#include <algorithm>
#include <array>
#include <string_view>

#include "core/base/quantity.h"
#include "core/catalog/lumber.h"
#include "core/catalog/stock.h"

namespace oiko {

struct Skin {
    std::string_view name, stock;
    bool battens;
    Length lap{};         ///< of level boards: how far each goes over or into its neighbour; none: panels
    bool tongue = false;  ///< into it by a tongue a third of the thickness, else over it by half
    Length gap{};         ///< between upright boards, under battens
    Length exposure{};    ///< of shingles on wrap, over panels: what of each course is seen
    bool shingled() const { return exposure > Length{}; }
    bool upright() const { return gap > Length{}; }
    bool boards() const { return lap > Length{} || upright(); }
    /// Holds the walls square by itself. Source: IRC 2018 R602.10.4, method WSP, from memory.
    bool braces() const { return !boards() && !metal(); }
    bool metal() const { return stock == "metal"; }
    bool wantsNailers() const { return upright() || metal(); }
    /// What leaves are made of: of a metal wall plain panels, which take a frame.
    std::string_view leaves() const { return metal() ? "plain-1/2" : stock; }
};
/// A shiplap board covers the one below by three eighths, half its thickness each; a tongue is a quarter of an inch long, so that a 1x6 of
/// 5 3/8 in covers 5 1/8. Source: PS 20-20, worked lumber, from memory.
inline constexpr Length kShiplap = inches(0.375), kTongue = inches(0.25);
/// Upright boards swell across: so far they stand apart, which even fine mesh would allow. Battens of 1x3 go over the gaps. They and
/// ribbed metal are fixed to blocks between the studs, two feet above each other at most. Common practice.
inline constexpr Length kBoardGap = inches(0.25), kNailersApart = inches(24);
inline constexpr std::array kSkins{
    Skin{"grooved-5/8", "grooved-5/8", false},
    Skin{"grooved-3/8", "grooved-3/8", false},
    Skin{"battens", "plain-1/2", true},
    Skin{"shiplap", "shiplap-1x8", false, kShiplap},
    Skin{"tongue_groove", "matched-1x6", false, kTongue, true},
    Skin{"metal", "metal", false},
    Skin{"board_batten", "1x10", true, {}, false, kBoardGap},
    Skin{"shingles", "plain-1/2", false, {}, false, {}, inches(7.5)},
};
constexpr const Skin& skin(std::string_view name) { return *std::ranges::find(kSkins, name, &Skin::name); }
/// Panel or board, without battens, which stand on it as trim does.
inline Length skinThick(std::string_view name, const Timber& timber) {
    const auto& s = skin(name);
    const auto shingles = s.shingled() ? thicknessOf("felt") + thicknessOf("wood-shingles") : Length{};
    return shingles + (s.boards() ? timber.size(s.stock).thick : thicknessOf(s.stock));
}

/// Wood shingles 16 in long show 7 1/2 in of each course on a wall at most, the lowest lies double; wrap of felt in strips lapped 2 in.
/// Source: IRC 2018 Table R703.6.1 and R703.2, from memory.
inline constexpr Length kWrapLap = inches(2);

}  // namespace oiko
