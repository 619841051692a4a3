#include "core/design/screens.h"

#include <algorithm>

#include "core/base/tolerance.h"
#include "core/design/ground.h"
#include "core/design/hatches.h"
#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/design/timber.h"

namespace oiko {

bool canScreen(Ask& ask, const std::string& door) {
    const auto& wall = ask.choice(door + ".wall");
    return ask.choice(door + ".kind") == "people_door" && !openWall(ask, wall) && wallDeep(ask) >= timberOf(ask).size("2x4").wide &&
           opensToBirds(ask, wall, ask.length(door + ".at"), ask.length(door + ".width"));
}
bool screened(Ask& ask, const std::string& door) { return ask.flag(door + ".screen") && canScreen(ask, door); }
Length screenReach(Ask& ask, const std::string& door) {
    const auto wide = ask.length(door + ".width");
    return wallDeep(ask) + (wide >= kTwoScreens ? Length::ticks(wide.count() / 2) : wide);
}

std::optional<std::string> screenMeets(Ask& ask, const std::string& door) {
    const auto& side = ask.choice(door + ".wall");
    const auto at = ask.length(door + ".at");
    const auto own = insideWall(ask, side, at, at + ask.length(door + ".width"), screenReach(ask, door));
    const auto meets = [&](std::string_view wall, Length from, Length to, Length reach) {
        return own.meets(insideWall(ask, wall, from, to, reach), -kTouchMm);
    };
    const auto& roost = ask.choice("roost.wall");
    if (roosting(ask) && meets(roost, Length{}, wallLength(ask, roost), wallDeep(ask) + roomsAt(ask, roost) + roostZone(ask)))
        return "roost.wall";
    if (const auto u = ask.length("nests.at");
        nestsInside(ask) && meets(ask.choice("nests.wall"), u, u + openingWidth(ask, "nests"), wallDeep(ask) + nestReach(ask)))
        return "nests.at";
    for (const int row : ask.rows("hatches")) {
        const auto key = "hatches." + std::to_string(row);
        const auto u = ask.length(key + ".at");
        if (meets(ask.choice(key + ".wall"), u - kHopperLap, u + ask.length(key + ".width") + kHopperLap, hopperReach(ask)))
            return key + ".at";
    }
    // Under a gable ties cross the room, under the higher wall of a single slope the rafters come down to it. Its head may lie up to 2 in
    // over the door's.
    const auto shell = shellOf(ask);
    const auto head = std::min(ask.length(door + ".height") + inches(2), highestHead(shell, side, at, ask.length(door + ".width")));
    if (shell.gable() && shell.beam.empty() && ask.length(door + ".height") > std::max(shell.lowWall(), shell.otherWall()))
        return "coop.low_wall";
    if (!shell.gable() && shell.localSide(side) == 0 && head > mm(shell.overheadMm(inMm(screenReach(ask, door))))) return "roof.pitch";
    // The far wall, with what is fixed to it.
    const auto far = opposite(side);
    if (meets(far, Length{}, wallLength(ask, far), wallDeep(ask) + roomsAt(ask, far) + beforeWall(ask)))
        return side == "front" || side == "back" ? "coop.depth" : "coop.width";
    return std::nullopt;
}

}  // namespace oiko
