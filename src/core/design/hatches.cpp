#include "core/design/hatches.h"

#include <algorithm>

#include "core/base/tolerance.h"
#include "core/design/ground.h"
#include "core/design/litter.h"
#include "core/design/partition.h"
#include "core/design/rules.h"
#include "core/design/screens.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"

namespace oiko {
Length hopperReach(Ask& ask) { return wallDeep(ask) + liningThick(ask) + kNestBoard + kTroughReach; }

Length hopperFoot(Ask& ask) { return std::max(inches(0.25), ask.length("feed.height") - kTroughLip + litterTop(ask)); }

bool watered(Ask& ask, std::string_view hatch) { return ask.choice(std::string{hatch} + ".kind") == "water"; }
// Its cleat lies over a curb that reaches in from under the wall.
Length drinkerFoot(Ask& ask) { return std::max(inches(3), std::max(ask.length("feed.height"), inches(6)) + litterTop(ask)); }
Length hatchLip(Ask& ask, std::string_view hatch) { return watered(ask, hatch) ? drinkerFoot(ask) : hopperFoot(ask) + kTroughLip; }
Length leastHatchSill(Ask& ask, std::string_view hatch) {
    return watered(ask, hatch) ? drinkerFoot(ask) + kDrinkerHigh : hopperFoot(ask) + kHopperTall;
}

double hopperPounds(Ask& ask, const std::string& hatch) {
    if (watered(ask, hatch)) return 0;
    // The floor that falls takes half a square of its depth.
    const double deep = inFeet(kHopperDeep - kNestBoard), high = inFeet(ask.length(hatch + ".sill") - hopperFoot(ask) - kNestBoard);
    return 40 * inFeet(ask.length(hatch + ".width")) * std::max(0.0, deep * high - deep * deep / 2);
}

Length keptBefore(Ask& ask, std::string_view row) {
    if (row.starts_with("doors")) {
        const std::string door{row};
        const auto way = wallDeep(ask) + inches(ask.choice(door + ".kind") == "people_door" ? 24 : 4);
        return screened(ask, door) ? std::max(way, screenReach(ask, door)) : way;
    }
    if (row.starts_with("pops")) return wallDeep(ask) + inches(18);
    if (row.starts_with("hatches")) return hopperReach(ask) + kHopperLap;
    return row == "nests" && nestsInside(ask) ? wallDeep(ask) + nestReach(ask) + inches(2) : Length{};
}

std::optional<std::string> hopperMeets(Ask& ask, const std::string& hatch) {
    const auto at = ask.length(hatch + ".at"), wide = ask.length(hatch + ".width");
    const auto& side = ask.choice(hatch + ".wall");
    for (const auto& bar : takenOn(ask, side, hatch))
        if (bar.key == "roosts" && at < bar.to && at + wide > bar.from) return "roost.wall";
    const auto own = insideWall(ask, side, at - kHopperLap, at + wide + kHopperLap, hopperReach(ask));
    const auto meets = [&](std::string_view wall, Length from, Length to, Length reach) {
        return wall != side && own.meets(insideWall(ask, wall, from, to, reach), -kTouchMm);
    };
    std::vector<std::string> rows{"nests"};
    for (const std::string_view list : {"doors", "pops", "hatches"})
        for (const int row : ask.rows(list)) rows.push_back(std::string{list} + "." + std::to_string(row));
    for (const auto& row : rows)
        if (const auto u = ask.length(row + ".at"); row != hatch && keptBefore(ask, row) > Length{} &&
                                                    meets(ask.choice(row + ".wall"), u, u + openingWidth(ask, row), keptBefore(ask, row)))
            return row + ".at";
    return std::nullopt;
}

}  // namespace oiko
