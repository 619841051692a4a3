#include "core/design/partition.h"

#include <algorithm>
#include <cmath>
#include <functional>

#include "core/base/tolerance.h"
#include "core/catalog/stock.h"
#include "core/design/layout.h"
#include "core/design/rules.h"
#include "core/design/setout.h"
#include "core/design/sizing.h"
#include "core/design/storeroom.h"

namespace oiko {
namespace {

/// Between the local front wall's outer face and what lies so far in from a wall that carries the rafters, mm; and back.
double yFrom(const Shell& shell, std::string_view wall, Length in) { return inMm(shell.localSide(wall) == 2 ? shell.deep - in : in); }

std::string coverStock(Ask& ask, const std::string& key) {
    const auto& cover = ask.choice(key + ".cover");
    return cover == "mesh" ? ask.choice("mesh.kind") : cover;
}

}  // namespace

std::string partitionKey(int row) { return "partitions." + std::to_string(row); }

std::string roomAround(Ask& ask, const std::string& key) {
    if (!innerDoors(ask)) return {};
    const auto& wall = ask.choice(key + ".wall");
    for (const int row : ask.rows("partitions")) {
        const auto other = partitionKey(row);
        if (other == key) break;
        if (const auto& its = ask.choice(other + ".wall"); its == leftOf(wall) || its == rightOf(wall)) return other;
    }
    return {};
}

Partition partitionOf(Ask& ask, const std::string& key) {
    const auto stock = coverStock(ask, key);
    const auto wall = ask.choice(key + ".wall");
    const auto deep = wallDeep(ask), whole = wallLength(ask, wall);
    Partition p{key,
                wall,
                ask.length(key + ".room"),
                ask.choice(key + ".cover") == "mesh",
                stock,
                thicknessOf(stock),
                deep,
                roomAround(ask, key),
                {},
                deep,
                whole - deep};
    if (p.within.empty()) return p;
    p.around = ask.choice(p.within + ".wall");
    const auto cover = deep + ask.length(p.within + ".room");
    p.around == leftOf(wall) ? p.to = cover : p.from = whole - cover;
    return p;
}

Length cornerWants(Ask& ask, std::string_view wall) {
    for (const int row : ask.rows("partitions"))
        if (const auto key = partitionKey(row), around = roomAround(ask, key); !around.empty() && ask.choice(around + ".wall") == wall)
            return cornerAbout(ask, ask.choice(key + ".wall")) + std::max(inches(32), ask.length(around + ".door_width")) +
                   cornerClear(ask);
    return {};
}

Length cornerAbout(Ask& ask, std::string_view wall) {
    for (const int row : ask.rows("partitions"))
        if (const auto key = partitionKey(row); ask.choice(key + ".wall") == wall && !roomAround(ask, key).empty())
            return (ask.isSet(key + ".room") ? ask.length(key + ".room") : kCornerRoom) + wallDeep(ask) * 2 + inches(0.5) +
                   kBesidePartition;
    return {};
}

std::optional<Partition> cornerOf(Ask& ask, const Partition& room) {
    for (auto& p : partitions(ask))
        if (p.within == room.key) return p;
    return std::nullopt;
}

std::pair<Length, Length> roomAlong(Ask& ask, const Partition& room) {
    auto out = std::pair{room.from, room.to};
    if (const auto c = cornerOf(ask, room))
        c->wall == leftOf(room.wall) ? out.first = c->reach() : out.second = wallLength(ask, room.wall) - c->reach();
    return out;
}

std::pair<Length, Length> innerRange(Ask& ask, const Partition& p, Length width) {
    const auto beside = cornerClear(ask) - p.wallDeep;
    auto first = p.from + beside, last = p.to - beside;
    if (const auto c = cornerOf(ask, p)) {
        const auto [from, to] = roomAlong(ask, p);
        // At its other end there may be shelves.
        const auto free = beside + (stored(ask, p) ? kShelfDeep + inches(3) - beside : Length{});
        if (c->wall == leftOf(p.wall))
            first = from + kBesidePartition, last = p.to - free;
        else
            first = p.from + free, last = to - kBesidePartition;
    }
    return {first, last - width};
}

bool stored(Ask& ask, const Partition& p) { return p.within.empty() && ask.count(p.key + ".shelves") + ask.count(p.key + ".bins") > 0; }

std::vector<Partition> partitions(Ask& ask) {
    std::vector<Partition> out;
    for (const int row : ask.rows("partitions")) out.push_back(partitionOf(ask, partitionKey(row)));
    return out;
}

Length topAlong(const Shell& shell, const Partition& p) {
    const auto under = [&](Length in) { return shell.rafterUndersideMm(yFrom(shell, p.wall, in)); };
    return mm(std::min(under(p.reach()), under(p.reach() - p.wallDeep)));
}

Length innerHead(Ask& ask, const Shell& shell, const std::string& key, Length at, Length width) {
    const auto p = partitionOf(ask, key);
    // Under its one plate lies a header of the studs' stock, flat.
    return shell.bearing(p.wall) ? topAlong(shell, p) - shell.timber->two * 2 : highestHead(shell, p.wall, at, width);
}

Length roomsAt(Ask& ask, std::string_view wall) {
    Length sum;
    for (const auto& p : partitions(ask))
        if (p.wall == wall && p.within.empty()) sum += p.reach() - p.wallDeep;
    return sum;
}

Length roomsAbout(Ask& ask, std::string_view wall) {
    Length sum;
    for (const int row : ask.rows("partitions")) {
        const auto room = slotKey("partitions", row, "room");
        if (ask.choice(slotKey("partitions", row, "wall")) == wall && roomAround(ask, partitionKey(row)).empty())
            sum += (ask.isSet(room) ? ask.length(room) : innerDoors(ask) ? inches(42) : kCupboard) + inches(0.5) + wallDeep(ask);
    }
    return sum;
}

std::pair<Length, Length> birdsAlong(Ask& ask, std::string_view side) {
    return {wallDeep(ask) + roomsAt(ask, leftOf(side)), wallLength(ask, side) - wallDeep(ask) - roomsAt(ask, rightOf(side))};
}

Length birdsAcross(Ask& ask, std::string_view side) {
    return wallLength(ask, leftOf(side)) - wallDeep(ask) * 2 - roomsAt(ask, side) - roomsAt(ask, opposite(side));
}

bool opensToBirds(Ask& ask, std::string_view side, Length at, Length width) {
    if (roomsAt(ask, side) > Length{}) return false;
    const auto [from, to] = birdsAlong(ask, side);
    return at + width > from && at < to;
}

bool innerDoors(Ask& ask) { return !elevated(ask); }

bool facesCupboard(Ask& ask, std::string_view wall) {
    return !innerDoors(ask) && wallLength(ask, wall) < wallLength(ask, rightOf(wall)) &&
           std::ranges::any_of(ask.rows("partitions"), [&](int r) { return ask.choice(partitionKey(r) + ".wall") == opposite(wall); });
}

Length leastRoom(Ask& ask, const std::string& key) {
    if (!innerDoors(ask)) return kLeastCupboard;
    auto least = std::max(kLeastRoom, ask.length(key + ".door_width") + kSwingClear);
    // A corner's partition with its door goes across it.
    for (const int row : ask.rows("partitions"))
        if (const auto other = partitionKey(row); roomAround(ask, other) == key)
            least = std::max(least, ask.length(other + ".door_width") + (cornerClear(ask) - wallDeep(ask)) * 2);
    return least;
}

Length mostRoom(Ask& ask, const std::string& key) {
    const auto& wall = ask.choice(key + ".wall");
    const auto whole = wallLength(ask, leftOf(wall)), deep = wallDeep(ask);
    if (const auto around = roomAround(ask, key); !around.empty())
        return whole - deep * 2 - thicknessOf(coverStock(ask, key)) - kBesidePartition - ask.length(around + ".door_width") -
               cornerClear(ask);
    return ask.length(key + ".room") + birdsAcross(ask, wall) - kLeastBirds;
}

Length partitionHead(Ask& ask, const Shell& shell, const std::string& key) {
    auto head = innerHead(ask, shell, key, ask.length(key + ".door_at"), ask.length(key + ".door_width"));
    const auto p = partitionOf(ask, key);
    if (!shell.bearing(p.wall))
        return shell.gable() && shell.beam.empty() ? std::min(head, std::max(shell.lowWall(), shell.otherWall())) : head;
    // Its leaf swings under rafters that may fall towards the wall, and under the beam of a ridge over the room.
    const auto swings = p.wallDeep + p.room - ask.length(key + ".door_width"), clear = inches(0.5);
    head = std::min(head, mm(shell.rafterUndersideMm(yFrom(shell, p.wall, swings))) - clear);
    const double ridge = yFrom(shell, p.wall, mm(shell.slopes[0].y0)), half = inMm(shell.ridgeThick) / 2;
    if (shell.gable() && ridge + half > inMm(swings) && ridge - half < inMm(p.reach()))
        head = std::min(head, mm(ridgeUndersideMm(shell)) - clear);
    return head;
}

Length innerSill(Ask& ask, const std::string& key) { return earthFloor(ask) ? timberOf(ask).two : ask.length(key + ".sill"); }

Length innerPopSill(Ask& ask) { return earthFloor(ask) ? timberOf(ask).two : inches(5); }

std::string_view boardUnderPlate(Ask& ask) {
    const auto least = shellOf(ask).floorTop + inches(0.5);
    for (const std::string_view stock : {"2x6pt", "2x12pt"})
        if (timberOf(ask).size(stock).wide >= least) return stock;
    return {};
}

std::optional<Length> innerPopAt(Ask& ask, const Partition& p) {
    const auto shell = shellOf(ask);
    const bool passed = innerDoors(ask);
    const auto host = p.within.empty() ? p : partitionOf(ask, p.within);
    const auto whole = wallLength(ask, host.wall), beside = besideOpening(ask) * 2,
               door = passed ? ask.length(host.key + ".door_at") : Length{} - whole,
               end = passed ? door + ask.length(host.key + ".door_width") : door;
    // Shelves and bins stand along one side wall or the other.
    const auto least = std::max(cornerClear(ask), stored(ask, p) ? wallDeep(ask) + kShelfDeep + inches(3) : Length{});
    auto first = least, last = whole - least - kInnerPopWide;
    if (const auto corner = p.within.empty() ? cornerOf(ask, p) : std::optional{p}) {
        // In the corner's part of it, or beside that.
        const bool left = corner->wall == leftOf(host.wall);
        const auto cover = p.wallDeep + corner->room - besideOpening(ask);
        if (!p.within.empty())
            left ? last = cover - kInnerPopWide : first = whole - cover;
        else
            left ? first = corner->reach() + kBesidePartition : last = whole - corner->reach() - kBesidePartition - kInnerPopWide;
    }
    const auto zone = wallDeep(ask) + roostZone(ask);
    const bool roostLeft = leftOf(host.wall) == ask.choice("roost.wall"), roostRight = rightOf(host.wall) == ask.choice("roost.wall");
    const auto barred = barredByRidge(shell, host.wall, kInnerPopWide);
    std::optional<Length> best;
    std::pair<bool, Length> most;  // out of the roosts' zone; from the door
    for (auto at = first; at <= last; at += inches(0.5)) {
        const auto to = at + kInnerPopWide;
        if (at < end + beside && to > door - beside) continue;
        if (std::ranges::any_of(barred, [&](const auto& bar) { return at > bar.first && at < bar.second; })) continue;
        if (innerHead(ask, shell, host.key, at, kInnerPopWide) < innerPopSill(ask) + kInnerPopHigh * 2 + inches(4)) continue;
        const std::pair off{(!roostLeft || at >= zone) && (!roostRight || to <= whole - zone), at >= end ? at - end : door - to};
        if (!best || off > most) best = at, most = off;
    }
    return best;
}

namespace {
/// Whether a partition's cover may go from `from` to `to`, mm from its wall's outer face, and its frame from there on.
using Clear = std::function<bool(double from, double to)>;

/// Across the coop: the frame stands under rafters, but not where a tie passes; the cover goes up beside both.
Clear betweenRafters(Ask& ask, double wide, double frame, bool fromRight) {
    const double two = inMm(timberOf(ask).two);
    const auto rafters = raftersOver(wide, inMm(readLength(ask.choice("roof.spacing"), Units::imperial).value()), two);
    const auto ties = ask.choice("roof.form") == "gable" && ask.choice("roof.ridge_kind") == "board" ? tiesBeside(rafters, wide, frame, two)
                                                                                                     : std::vector<double>{};
    const auto meets = [=](const std::vector<double>& bars, double from, double to) {
        return std::ranges::any_of(bars, [&](double x) {
            const double at = fromRight ? wide - x - two : x;
            return at < to - kSameMm && at + two > from + kSameMm;
        });
    };
    return [=](double from, double to) { return !meets(rafters, from, to) && !meets(ties, from, to + frame); };
}
}  // namespace

std::optional<Length> roomBetweenRafters(Ask& ask, const std::string& key, Length wanted, Length least) {
    const auto& wall = ask.choice(key + ".wall");
    const auto shell = shellOf(ask);
    const int local = shell.localSide(wall);
    const bool along = shell.bearing(wall);
    const double wide = inMm(wallLength(ask, leftOf(wall))), cover = inMm(thicknessOf(coverStock(ask, key))), frame = inMm(wallDeep(ask)),
                 ridge = yFrom(shell, wall, mm(shell.slopes[0].y0)), clear = inMm(shell.ridgeThick) / 2 + inMm(kBesideBeam);
    const auto between = along ? Clear{[&](double from, double to) { return from > ridge + clear || to + frame < ridge - clear; }}
                               : betweenRafters(ask, wide, frame, local == 1);
    auto posts = ridgePostsAt(ask);
    for (auto& x : posts) x = along ? ridge : local == 1 ? wide - x : x;
    const double beside = inMm(timberOf(ask).post) / 2 + inMm(inches(2)),
                 half = earthFloor(ask) && !posts.empty() ? std::max(beside, inMm(ridgeFooting(ask, shell)) / 2) : beside;
    const auto free = [&](Length room) {
        const double from = frame + inMm(room), to = from + cover;
        // Nor do posts under the ridge, or their footings in the earth, stand in it or where its door may swing.
        return between(from, to) && std::ranges::none_of(posts, [&](double at) {
                   return at > from - inMm(ask.length(key + ".door_width")) - half && at < to + frame + half;
               });
    };
    std::optional<Length> best;
    auto off = feet(100);
    const auto most = roomAround(ask, key).empty() ? mm(wide) - wallDeep(ask) * 3 - kLeastBirds : mostRoom(ask, key);
    // The wanted depth itself, and every quarter of an inch.
    const auto offer = [&](Length room) {
        const auto d = room > wanted ? room - wanted : wanted - room;
        if (d < off && free(room)) off = d, best = room;
    };
    if (wanted >= least) offer(wanted);
    for (auto room = inches(0.25) * ((least.count() + inches(0.25).count() - 1) / inches(0.25).count()); room <= most; room += inches(0.25))
        offer(room);
    return best;
}

}  // namespace oiko
