#include "core/design/gutter.h"

#include <algorithm>

#include "core/catalog/covers.h"
#include "core/catalog/skins.h"
#include "core/design/layout.h"
#include "core/design/setout.h"

namespace oiko {

std::vector<std::string> guttered(Ask& ask) {
    if (indoors(ask) || ask.choice("roof.gutter") == "none") return {};
    const auto low = ask.choice("roof.falls_to");
    const std::string other{opposite(low)};
    if (ask.choice("roof.form") != "gable" || !(barrelFree(ask, other, "left") || barrelFree(ask, other, "right"))) return {low};
    return {low, other};
}

bool barrelFree(Ask& ask, std::string_view side, std::string_view end) {
    const auto whole = wallLength(ask, side), from = end == "left" ? Length{} : whole - kBarrelEnd * 2, to = from + kBarrelEnd * 2;
    const auto meets = [&](Length a, Length b) { return a < to && b > from; };
    // At the far end of a run that the roof goes on over: beside a gate there.
    if (overRun(ask, side) > Length{}) {
        const auto run = runOn(ask, side);
        const auto left = Length{} - roundCorner(ask, run, false);
        return ask.choice(run + ".gate") != "outer" ||
               !meets(left, left + ask.length(run + ".gate_width") + timberOf(ask).post + inches(2));
    }
    for (const std::string_view list : {"doors", "pops", "hatches", "windows"})
        for (const int row : ask.rows(list)) {
            const auto key = slotKey(list, row, "at");
            const auto at = ask.length(key), width = ask.length(slotKey(list, row, "width"));
            // The rails of a door's steps stand out beside it.
            const auto beside = inches(list == "doors" ? 5 : 4);
            if (ask.choice(slotKey(list, row, "wall")) == side && meets(at - beside, at + width + beside)) return false;
        }
    const auto nests = ask.length("nests.at");
    if (nestsThrough(ask) && ask.choice("nests.wall") == side && meets(nests - inches(2), nests + openingWidth(ask, "nests") + inches(2)))
        return false;
    for (const auto& run : runPlaces(ask)) {
        // Beside the wall a gate in its side swings outwards.
        const auto& gate = ask.choice(run.key + ".gate");
        const auto swings = gate == "outer" || gate == "none" ? Length{} : ask.length(run.key + ".gate_width");
        if (run.side == side &&
            meets(run.at - (gate == "left" ? swings : Length{}), run.at + run.width + (gate == "right" ? swings : Length{})))
            return false;
        // One that reaches past the right end of its own side.
        if (end == "left" && run.side == leftOf(side) && run.width > run.along) return false;
    }
    return true;
}

Length barrelAt(Ask& ask, std::string_view side) {
    auto end = ask.choice("roof.barrel");
    const std::string other = end == "left" ? "right" : "left";
    if (side != ask.choice("roof.falls_to") && !barrelFree(ask, side, end) && barrelFree(ask, side, other)) end = other;
    return end == "left" ? kBarrelEnd : wallLength(ask, side) - kBarrelEnd;
}

double barrelOutMm(Ask& ask, std::string_view side) {
    const double skin = inMm(skinOf(ask) + timberOf(ask).one * 2), gutter = inMm(ask.length("roof.overhang") + timberOf(ask).two);
    return inMm(overRun(ask, side)) + std::max(gutter + inMm(kGutterWide) / 2, skin + inMm(kBarrelWide) / 2 + 25.4);
}

double gutterMm(const Shell& shell, const Slope& slope, std::string_view cover) {
    const bool decked = roofCover(cover).decked;
    const double two = inMm(shell.timber->two), top = slope.over(slope.end + inMm(shell.timber->two), inMm(shell.rafterDeep));
    // Below the drip edge's leg; or below the panels' edge, an inch past the fascia and the purlins' thickness farther down the slope.
    const double c = slope.cosine(), edge = slope.rise * (25.4 * c + two * slope.rise * c) + 6;
    const double down = decked ? inMm(inches(1.5)) + 1 : std::max(12.7, edge) - two / c;
    return top - down - inMm(kGutterDeep);
}

double rainGallons(Ask& ask) {
    const double along = inInches(wallLength(ask, ask.choice("roof.falls_to"))) + 2 * inInches(ask.length("roof.rake"));
    const auto& low = ask.choice("roof.falls_to");
    const double down = inInches(wallLength(ask, rightOf(low)) + overRun(ask, low) + overRun(ask, opposite(low))) +
                        2 * inInches(ask.length("roof.overhang"));
    return along * down / 231;
}

}  // namespace oiko
