#include "core/design/cleanouts.h"

#include <algorithm>
#include <cmath>

#include "core/design/layout.h"
#include "core/design/lean.h"
#include "core/design/partition.h"
#include "core/design/rules.h"
#include "core/design/things.h"
#include "core/design/timber.h"

namespace oiko {
namespace {

constexpr auto kHalf = inches(0.5);
/// What several take of a wall at most, each with its studs: there are windows, vents and nests besides. Common practice.
constexpr double kShareOfWall = 0.55;

/// How far along its wall a clean-out reaches beside itself, in, where the floor's far edge lies so far from the wall's outside.
double reachBeside(double lean, double across) { return std::sqrt(std::max(0.0, lean * lean - across * across)); }

bool isCleanOut(Ask& ask, int row) { return ask.choice(slotKey("doors", row, "kind")) == "clean_out"; }

}  // namespace

Length CleanOut::at(Length width) const {
    const auto least = to - beside - width, most = from + beside;
    if (leftmost) return kHalf * ((least.count() + kHalf.count() - 1) / kHalf.count());
    return kHalf * ((last ? most : Length::ticks((least + most).count() / 2)).count() / kHalf.count());
}

std::optional<CleanOut> shareOfFloor(Ask& ask, const std::string& door) {
    const auto rows = ask.rows("doors");
    if (!elevated(ask) || ask.choice(door + ".kind") != "clean_out" || (rows.size() > 1 && !ask.rows("partitions").empty()))
        return std::nullopt;
    const auto& wall = ask.choice(door + ".wall");
    // Half an inch less than what is let pass; in metric places by what a place is rounded to besides.
    const double lean = inInches(kLeanIn) - (ask.choice("frame.timber") == "inch" ? 0.5 : 0.75), whole = inInches(wallLength(ask, wall)),
                 thick = inInches(wallDeep(ask)), deep = inInches(wallLength(ask, rightOf(wall))), along = whole - 2 * thick;
    const bool shallow = deep - thick < lean;
    std::vector<int> sharing;
    bool across = false;
    for (const int row : rows) {
        if (!isCleanOut(ask, row)) continue;
        const auto& side = ask.choice(slotKey("doors", row, "wall"));
        across |= side == opposite(wall);
        if (side == wall || (shallow && side == opposite(wall))) sharing.push_back(row);
    }
    if (!shallow && !across) return std::nullopt;
    const double beside = reachBeside(lean, shallow ? deep - thick : deep / 2);
    const auto n = static_cast<double>(sharing.size());
    const auto onWall = std::ranges::count_if(sharing, [&](int row) { return ask.choice(slotKey("doors", row, "wall")) == wall; });
    const bool several = across || sharing.size() > 1;
    const double least = several && onWall == 1 ? std::clamp(std::floor(whole / 3), 24.0, 42.0) : 24,
                 wide = std::max(least, std::ceil(2 * (along / n - 2 * beside)) / 2);
    // As wide as is usual one serves beside a corner too, and each of several would serve alone; what is too wide doesn't at all.
    const double usual = std::clamp(whole - 37, 24.0, 42.0);
    if (several ? shallow && along - 2 * beside <= usual : along - 5 - usual <= beside || wide > 72) return std::nullopt;
    auto rank = std::ranges::find_if(sharing, [&](int row) { return "doors." + std::to_string(row) == door; }) - sharing.begin();
    // Both walls count from the same end.
    if (shallow && (wall == "back" || wall == "left")) rank = std::ssize(sharing) - 1 - rank;
    const auto k = static_cast<double>(rank);
    return CleanOut{inches(wide > 72 ? 24 : wide),
                    inches(thick + along * k / n),
                    inches(thick + along * (k + 1) / n),
                    inches(beside),
                    rank == 0,
                    rank == std::ssize(sharing) - 1,
                    several};
}

bool reachedThrough(Length width, Length depth, Length wallDeep, std::size_t doors) {
    const double lean = inInches(kLeanIn) - 0.75, deep = inInches(std::min(width, depth)), thick = inInches(wallDeep),
                 along = inInches(std::max(width, depth)) - 2 * thick;
    const bool shallow = deep - thick < lean;
    const auto sharing = static_cast<double>(shallow ? doors : doors / 2), onWall = static_cast<double>((doors + 1) / 2);
    const double wide = along / sharing - 2 * reachBeside(lean, shallow ? deep - thick : deep / 2);
    return sharing > 0 && (doors == 1 ? wide <= 72 : onWall * (std::max(24.0, wide) + 12) <= kShareOfWall * along);
}

Base baseFor(Ask& ask, std::size_t doors) {
    // Past the first one they stand across from each other, where nothing is parted off and no wall is leaned on or taken by a run.
    const bool facing = ask.rows("partitions").empty() && !leans(ask) && ask.rows("runs").size() < 2;
    const auto reached = [&](Length width, Length depth) {
        return (facing || depth <= boardFoot(ask) * 4) && reachedThrough(width, depth, wallDeep(ask), doors);
    };
    return proposeBase(
        floorNeeded(ask) + thingsOnFloor(ask), wallsTake(ask) + roomsAbout(ask, "left") + roomsAbout(ask, "right"),
        wallsTake(ask) + roomsAbout(ask, "front") + roomsAbout(ask, "back"), elevated(ask) ? Reached{reached} : Reached{},
        ask.isSet("coop.width") ? ask.length("coop.width") : Length{}, ask.isSet("coop.depth") ? ask.length("coop.depth") : Length{},
        alongRoof(ask, "coop.width"), std::min(feet(12), alongRoof(ask, "coop.depth")), boardFoot(ask), leans(ask),
        {std::max(cornerWants(ask, "front"), cornerWants(ask, "back")), std::max(cornerWants(ask, "left"), cornerWants(ask, "right"))});
}

std::optional<std::size_t> cleanOutsWanted(Ask& ask) {
    for (auto doors = std::max<std::size_t>(1, ask.rows("doors").size()); doors <= static_cast<std::size_t>(mostRows("doors")); ++doors)
        if (const auto base = baseFor(ask, doors); reachedThrough(base.width, base.depth, wallDeep(ask), doors) &&
                                                   ((ask.isSet("coop.width") && ask.isSet("coop.depth")) ||
                                                    clearFloor(base.width, base.depth, wallsTake(ask)) >= floorNeeded(ask)))
            return doors;
    return std::nullopt;
}

}  // namespace oiko
