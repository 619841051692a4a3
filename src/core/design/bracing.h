#pragma once
// What holds a wall square whose skin does not: boards let in aslant, from plate to plate.
#include <algorithm>
#include <utility>
#include <vector>

#include "core/base/quantity.h"
#include "core/catalog/skins.h"
#include "core/catalog/source.h"
#include "core/design/shell.h"

namespace oiko {

/// Each begins within ten feet of a wall's end and twenty of its neighbour; two to a wall, or one that goes along four feet of a wall
/// to 16 ft long. From memory.
inline constexpr Length kBraceFromEnd = feet(10), kBracesApart = feet(20), kBraceAlone = inches(48), kAloneUpTo = feet(16);
inline constexpr Source kBracing{"International Residential Code", "2018",
                                 "R602.10.2 and R602.10.4, method LIB: 1x4 let in at 45 to 60 degrees; or panels"};
/// Studs take them where they are cut no deeper than a quarter (IRC 2018 R602.6, from memory) and the skin asks for them.
inline bool letsIn(const Shell& shell, const Skin& skin) {
    return !skin.braces() && shell.timber->one.count() * 4 <= shell.wallDeep.count();
}
/// Whether braces, each from and to along a wall so long, mm, hold it square.
inline bool heldSquare(std::vector<std::pair<double, double>> braces, double length) {
    std::ranges::sort(braces);
    if (braces.empty() || braces.front().first > inMm(kBraceFromEnd) || braces.back().second < length - inMm(kBraceFromEnd)) return false;
    for (std::size_t i = 1; i < braces.size(); ++i)
        if (braces[i].first - braces[i - 1].second > inMm(kBracesApart)) return false;
    const auto& [from, to] = braces.front();
    return braces.size() > 1 || (length <= inMm(kAloneUpTo) && to - from >= inMm(kBraceAlone));
}

}  // namespace oiko
