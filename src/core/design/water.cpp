#include "core/design/water.h"

#include <algorithm>

#include "core/design/ground.h"
#include "core/design/gutter.h"
#include "core/design/litter.h"
#include "core/design/sizing.h"

namespace oiko {

bool piped(Ask& ask) { return ask.choice("water.from") != "hand"; }
bool fromBarrel(Ask& ask) { return ask.choice("water.from") == "barrel"; }
std::int64_t troughsWanted(Ask& ask) {
    return piped(ask) ? std::min(kMostTroughs, (birdsSizedFor(ask) + kBirdsATrough - 1) / kBirdsATrough) : 0;
}
bool troughsInRun(Ask& ask) { return piped(ask) && ask.choice("feed.place") == "run" && !ask.rows("runs").empty(); }
Length troughRim(Ask& ask) {
    if (troughsInRun(ask)) return std::max(kTroughHigh, ask.length("feed.height")) + std::max(runLitterDeep(ask), Length{});
    return std::max(kTroughHigh, ask.length("feed.height")) + std::max(litterDeep(ask), Length{}) -
           (earthFloor(ask) ? sunk(ask) : Length{});
}

int standCourses(Ask& ask, std::string_view side) {
    if (!fromBarrel(ask) || side != ask.choice("roof.falls_to")) return kLeastCourses;
    const auto at = barrelAt(ask, side), half = Length::ticks(kBarrelWide.count() / 2);
    const auto out = mm(barrelOutMm(ask, side));
    const auto ground = groundOf(ask);
    // In a run they hang over the ground within the pipe's reach.
    const auto round = half + kPipeReach + feet(2);
    const auto near = outsideWall(ask, side, at - round, at + round, out + half, out - round);
    const auto base = troughsInRun(ask) ? mm(ground.highest(near)) : shellOf(ask).floorTop;
    const auto up =
        base - mm(ground.lowest(outsideWall(ask, side, at - half, at + half, out + half))) + troughRim(ask) + kTroughHead - kBarrelTap;
    return std::max(kLeastCourses, static_cast<int>((up.count() + kBlockHigh.count() - 1) / kBlockHigh.count()));
}
Length standHigh(Ask& ask, std::string_view side) { return kBlockHigh * standCourses(ask, side); }

}  // namespace oiko
