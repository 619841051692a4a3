#include "core/design/layout.h"

#include <algorithm>
#include <limits>

#include "core/design/hatches.h"
#include "core/design/lean.h"
#include "core/design/litter.h"
#include "core/design/partition.h"
#include "core/design/screens.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/design/storeroom.h"
#include "core/design/timber.h"

namespace oiko {

std::vector<std::string> placingOrder(Ask& ask) {
    std::vector<std::string> out;
    for (const auto list : {"doors", "pops"})
        for (const int row : ask.rows(list)) out.push_back(std::string{list} + "." + std::to_string(row));
    out.push_back("nests");
    for (const auto list : {"hatches", "vents", "windows"})
        for (const int row : ask.rows(list)) out.push_back(std::string{list} + "." + std::to_string(row));
    std::ranges::stable_partition(out, [&](const std::string& key) { return ask.isSet(key + ".wall") && !key.starts_with("hatches"); });
    return out;
}

namespace {

/// Nothing of where it stands follows a rule, so that asking can't come round to who asks.
bool placedByHand(const Ask& ask, const std::string& key) {
    if (!ask.isSet(key + ".wall") || !ask.isSet(key + ".at")) return false;
    return key == "nests" ? ask.isSet("nests.count") && ask.isSet("nests.clear") : ask.isSet(key + ".width");
}

std::vector<std::pair<Length, Length>> gaps(Ask& ask, std::string_view side, std::string_view self) {
    auto taken = takenOn(ask, side, self);
    std::ranges::sort(taken, {}, &Taken::from);
    std::vector<std::pair<Length, Length>> out;
    auto from = cornerClear(ask);
    const auto end = wallLength(ask, side) - cornerClear(ask);
    for (const auto& t : taken) {
        out.emplace_back(from, std::min(t.from, end));
        from = std::max(from, t.to);
    }
    out.emplace_back(from, end);
    return out;
}

}  // namespace

std::int64_t mostBays(Ask& ask, std::string_view side) {
    std::int64_t most = 0;
    for (const auto& [bay, n] : nestBays(ask, side)) most = std::max(most, n);
    return most;
}
int sideIndex(std::string_view side) { return static_cast<int>(std::ranges::find(kSides, side) - std::begin(kSides)); }
std::string_view leftOf(std::string_view side) { return kSides[(sideIndex(side) + 3) % 4]; }
std::string_view rightOf(std::string_view side) { return kSides[(sideIndex(side) + 1) % 4]; }
std::string_view opposite(std::string_view side) { return kSides[(sideIndex(side) + 2) % 4]; }

Length besideOpening(Ask& ask) { return posted(ask) ? timberOf(ask).post : timberOf(ask).two * 2; }
Length widestFramed(Ask& ask) {
    // A millimetre less than the board: lists round up to the saw's grid.
    return longestBoard(ask) - mm(1) - besideOpening(ask) - (posted(ask) ? cornerClear(ask) : Length{});
}
Length besidePost(Ask& ask) { return timberOf(ask).size("1x3").wide; }
Length cornerClear(Ask& ask) { return timberOf(ask).size("2x4").wide + timberOf(ask).two + besideOpening(ask) + inches(0.5); }

bool nestsFlush(Ask& ask) { return ask.choice("nests.kind") == "flush" || nestsBetween(ask); }
bool nestsBetween(Ask& ask) { return ask.choice("nests.kind") == "studs"; }
std::int64_t nestsBay(Ask& ask) {
    const auto pitch = uprightsApart(ask);
    return (ask.length("nests.at") + Length::ticks((kNestBoard + pitch).count() / 2)) / pitch;
}
Length nestsFrom(Ask& ask, std::int64_t bay) { return uprightsApart(ask) * bay - Length::ticks(kNestBoard.count() / 2); }
std::optional<Length> placesApart(Ask& ask, std::string_view slot) {
    return slot == "nests.at" && nestsBetween(ask) ? std::optional{uprightsApart(ask)} : std::nullopt;
}
bool ridgeBetween(Ask& ask, std::string_view side, std::int64_t from, std::int64_t to) {
    const auto ridge = shellOf(ask).ridgeOn(side);
    const auto pitch = uprightsApart(ask), two = timberOf(ask).two;
    return ridge && *ridge > pitch * from - two && *ridge < pitch * to + two;
}
std::vector<std::pair<std::int64_t, std::int64_t>> nestBays(Ask& ask, std::string_view side) {
    std::vector<std::pair<std::int64_t, std::int64_t>> out;
    for (const auto& [from, to] : gaps(ask, side, "nests")) {
        std::int64_t n = 0;
        for (std::int64_t bay = 1; nestsFrom(ask, bay + 1) + kNestBoard <= to; ++bay) {
            if (nestsFrom(ask, bay) < from || ridgeBetween(ask, side, bay, bay + 1))
                n = 0;
            else if (++n == 1)
                out.emplace_back(bay, 1);
            else
                out.back().second = n;
        }
    }
    return out;
}
bool nestsInside(Ask& ask) {
    static constexpr std::string_view kKinds[] = {"inside", "buckets", "flush", "studs", "brackets", "bought", "floor"};
    return std::ranges::find(kKinds, ask.choice("nests.kind")) != std::end(kKinds);
}
bool nestsOnFloor(Ask& ask) { return ask.choice("nests.kind") == "floor"; }
Length nestsUp(Ask& ask) {
    return !nestsOnFloor(ask) ? ask.length("nests.height") : earthFloor(ask) ? timberOf(ask).two - sunk(ask) : Length{};
}
Length nestsOff(Ask& ask) {
    if (!nestsOnFloor(ask)) return {};
    // Boards lie along the foot of walls that are open.
    const bool open = std::ranges::any_of(kSides, [&](auto side) { return openWall(ask, side); });
    const auto curb = earthFloor(ask) ? curbWide(ask) - wallDeep(ask) + inches(0.25) : Length{};
    return std::max({Length{}, curb, open ? timberOf(ask).one + inches(0.25) : Length{}});
}
bool nestsHang(Ask& ask) { return ask.choice("nests.kind") == "brackets"; }
bool nestsThrough(Ask& ask) { return nestsFlush(ask) || !nestsInside(ask); }
bool nestsDrop(Ask& ask) { return nestsFlush(ask) || ask.choice("nests.door") == "front"; }
bool nestsRoll(Ask& ask) { return ask.choice("nests.kind") == "rollaway"; }
Length nestClear(Ask& ask) {
    const auto& kind = ask.choice("nests.kind");
    return kind == "buckets"  ? kBucketWide
           : kind == "bought" ? kNestUnitWide
           : kind == "studs"  ? uprightsApart(ask) - kNestBoard
                              : ask.length("nests.clear");
}
Length nestHigh(Ask& ask) {
    // On the floor a lip over deep litter still leaves five inches of the front open.
    if (nestsOnFloor(ask)) return std::max(nestClear(ask), litterDeep(ask) + timberOf(ask).size("1x4").wide + inches(5));
    return nestsBetween(ask) ? ask.length("nests.clear") : nestClear(ask);
}
Length nestDeep(Ask& ask) {
    const auto& kind = ask.choice("nests.kind");
    return kind == "buckets" ? kBucketDeep : kind == "bought" ? kNestUnitDeep : ask.length("nests.clear");
}
Length nestReach(Ask& ask) {
    // A lip and the wall are in the depth of those that reach through it.
    const auto behind = nestsFlush(ask) ? timberOf(ask).one - wallDeep(ask) : kNestBoard;
    return std::max(behind + nestDeep(ask), kNestBoard * 2) + nestsOff(ask) + inches(nestsOnFloor(ask) ? 1.5 : 6.5);
}

const WindowUnit* windowUnit(Ask& ask, const std::string& window) {
    if (ask.choice(window + ".kind") != "bought" || ownUnit(ask, window)) return nullptr;
    return &*std::ranges::find(kWindowUnits, ask.choice(window + ".unit"), &WindowUnit::name);
}
bool ownUnit(Ask& ask, const std::string& row) { return ask.choice(row + ".unit") == "own"; }
Length windowUnitDeep(Ask& ask, const std::string& window) {
    return ownUnit(ask, window) ? ask.length(window + ".unit_deep") : kWindowUnitDeep;
}
PopUnit popUnit(Ask& ask, const std::string& pop) {
    if (!ownUnit(ask, pop)) return {};
    return {ask.length(pop + ".unit_beside"), ask.length(pop + ".unit_tall"), ask.length(pop + ".unit_deep")};
}

bool slidesAside(Ask& ask, const std::string& pop) { return ask.choice(pop + ".kind") == "sideways"; }
std::optional<bool> slidesRight(Ask& ask, const std::string& pop) {
    const auto& wall = ask.choice(pop + ".wall");
    const auto at = ask.length(pop + ".at"), wide = ask.length(pop + ".width"), wants = slideWants(wide), beside = inches(2);
    // Over the track above the leaf a window's batten finds room.
    const auto foot = ask.length(pop + ".sill") - inches(3),
               head = ask.length(pop + ".sill") + ask.length(pop + ".height") + timberOf(ask).size("1x2").wide * 2 + inches(1.25);
    const auto shell = shellOf(ask);
    auto [first, last] = birdsAlong(ask, wall);
    first = first + beforeWall(ask), last = last - beforeWall(ask);
    for (const bool right : {true, false}) {
        const auto from = right ? at + wide : at - wants, to = right ? at + wide + wants : at;
        bool free = from >= first && to <= last;
        const auto meets = [&](Length a, Length e) { free = free && (e + beside <= from || a - beside >= to); };
        for (const auto& key : placingOrder(ask)) {
            if (key == pop || ask.choice(key + ".wall") != wall) continue;
            if (key.starts_with("windows") && ask.length(key + ".sill") >= head) continue;
            if (key.starts_with("vents") &&
                highestHead(shell, wall, ask.length(key + ".at"), ask.length(key + ".width")) - ask.length(key + ".height") >= head)
                continue;
            if (key == "nests" && nestsThrough(ask) && ask.length("nests.height") >= head) continue;
            if (key == "nests" && !nestsInside(ask) && ask.length("nests.height") + nestHigh(ask) <= foot) continue;
            const auto u = ask.length(key + ".at"), w = openingWidth(ask, key);
            const auto more = key.starts_with("pops") && slidesAside(ask, key) ? slideWants(w) : Length{};
            meets(u - more, u + w + more);
        }
        if (free) return right;
    }
    return std::nullopt;
}

bool roosting(Ask& ask) { return ask.isSet("roost.count") ? ask.count("roost.count") > 0 : birdsOf(ask).roost > Length{}; }
Length roostZone(Ask& ask) { return roosting(ask) ? roostZone(ask, ask.count("roost.count")) : Length{}; }
Length roostZone(Ask& ask, std::int64_t bars) {
    return inches(18) + ask.length("roost.apart") * (bars - 1) + (ask.flag("roost.boards") ? timberOf(ask).one : Length{});
}

Length roostClear(Ask& ask) {
    // Cups stand on the outer faces of the last stands.
    const auto fixed = timberOf(ask).one * (ask.choice("roost.hold") == "cups" ? 3 : 2) + inches(0.5);
    return earthFloor(ask) ? std::max(fixed, curbWide(ask) - wallDeep(ask) + inches(0.5)) : fixed;
}
Length nestBearer(Ask& ask) {
    const auto& timber = timberOf(ask);
    const auto overKick = std::max(inches(6), timber.size(kickBoard(ask)).wide + kNestBoard);
    return timber.size("2x4").wide + (nestsHang(ask) ? kNestBracket + overKick : inches(2.5));
}

Length beforeWall(Ask& ask) {
    return earthFloor(ask) ? std::max(kInsideFittings, curbWide(ask) - wallDeep(ask) + inches(0.25)) : kInsideFittings;
}

Length wallLength(Ask& ask, std::string_view side) { return ask.length(side == "front" || side == "back" ? "coop.width" : "coop.depth"); }

Length openingWidth(Ask& ask, const std::string& key) {
    return key == "nests" ? nestRowWidth(ask.count("nests.count"), nestClear(ask)) : ask.length(key + ".width");
}

std::optional<std::pair<Length, Length>> belowBeam(Ask& ask, std::string_view side) {
    const auto local = (sideIndex(side) - sideIndex(ask.choice("roof.falls_to")) + 6) % 4;
    if (local % 2 == 0 || ask.choice("roof.form") != "gable" || ask.choice("roof.ridge_kind") != "beam") return std::nullopt;
    const auto from = ask.length("roof.ridge"), two = timberOf(ask).two;
    const auto at = local == 1 ? wallLength(ask, side) - from : from, half = Length::ticks(two.count() / 2) + besideOpening(ask);
    return std::pair{at - half, at + half};
}

std::vector<Taken> takenOn(Ask& ask, std::string_view side, std::string_view self) {
    std::vector<Taken> out;
    bool before = true;
    const bool hopper = self.starts_with("hatches");
    for (const auto& key : placingOrder(ask)) {
        if (key == self) {
            before = false;
            continue;
        }
        if (!before && !placedByHand(ask, key)) continue;
        const auto& wall = ask.choice(key + ".wall");
        const auto at = ask.length(key + ".at"), wide = openingWidth(ask, key);
        if (wall == side) out.push_back({key, at - besideOpening(ask) * 2, at + wide + besideOpening(ask) * 2});
        // Round the corner, as far as the hopper would reach before it, or the nests before a door that opens inwards.
        const bool inwards = self == "nests" && nestsInside(ask) && key.starts_with("doors") && screened(ask, key);
        if (auto keeps = hopper ? keptBefore(ask, key) : inwards ? screenReach(ask, key) : Length{}; keeps > Length{}) {
            const auto whole = wallLength(ask, side), reach = hopper ? hopperReach(ask) : wallDeep(ask) + nestReach(ask);
            keeps = keeps + kHopperLap;
            if (wall == leftOf(side) && wallLength(ask, wall) - at - wide < reach) out.push_back({key, Length{}, keeps});
            if (wall == rightOf(side) && at < reach) out.push_back({key, whole - keeps, whole});
        }
    }
    // Nests that stand inside, and hoppers, keep clear of the roosts: of their wall, of its ends, and of the wall across from a coop too
    // narrow for both.
    if (roosting(ask) && (hopper || (self == "nests" && nestsInside(ask)))) {
        const auto& roost = ask.choice("roost.wall");
        const auto [from, to] = birdsAlong(ask, side);
        const auto zone = roostZone(ask) + (hopper ? kHopperLap : Length{}), whole = wallLength(ask, side);
        const bool narrow = zone + (hopper ? hopperReach(ask) : nestReach(ask)) > birdsAcross(ask, roost);
        if (side == roost || (side == opposite(roost) && narrow)) out.push_back({"roosts", Length{}, whole});
        if (leftOf(side) == roost) out.push_back({"roosts", Length{}, from + zone});
        if (rightOf(side) == roost) out.push_back({"roosts", to - zone, whole});
    }
    // Nor below the posts that a ridge beam stands on.
    if (const auto post = belowBeam(ask, side)) out.push_back({"roof.ridge", post->first, post->second});
    // What opens to the air is no use in a wall that does.
    if ((hopper || self.starts_with("windows") || self.starts_with("vents")) && openWall(ask, side))
        out.push_back({"skin.open_" + std::string{side}, Length{}, wallLength(ask, side)});
    // Nothing at all opens in one that leans on another.
    if (side == leanSide(ask) && (self != "nests" || nestsThrough(ask))) out.push_back({"lean.kind", Length{}, wallLength(ask, side)});
    // A partition bars where it meets a wall; what serves the birds, the whole of its room.
    const bool birds = self == "nests" || hopper || self.starts_with("pops");
    for (const auto& p : partitions(ask)) {
        const bool door = self.starts_with("doors"), corner = !p.within.empty();
        const bool barred = corner ? door : birds || (!p.mesh && !door);
        // What follows by rule leaves both its side walls to shelves and bins. From outside one comes in beside a corner, not into it.
        const bool stores = !door && stored(ask, p);
        const auto whole = wallLength(ask, side), end = p.reach(), start = end - p.wallDeep - p.cover;
        // Beside a corner there is one wall for its room's stores.
        if (const auto its = door && side == p.wall && stored(ask, p) ? cornerOf(ask, p) : std::nullopt) {
            const auto way = p.wallDeep + kShelfDeep + inches(3);
            its->wall == leftOf(side) ? out.push_back({p.key, whole - way, whole}) : out.push_back({p.key, Length{}, way});
        }
        if (side == p.wall && barred && !corner) out.push_back({p.key, Length{}, whole});
        if (corner && side == p.wall && door)
            p.around == leftOf(side) ? out.push_back({p.key, Length{}, p.to}) : out.push_back({p.key, p.from, whole});
        if (side == p.wall || side == opposite(p.wall) || (corner && side != p.around)) continue;
        // The room lies at the left or the right end of the walls beside its own.
        const bool left = leftOf(side) == p.wall;
        const auto from = barred || stores ? Length{} : start - kBesidePartition, to = end + kBesidePartition;
        out.push_back({p.key, left ? from : whole - to, left ? to : whole - from});
    }
    // Nothing opens behind a post of a run; vents have nothing outside that would meet one.
    if (!self.starts_with("vents"))
        for (const auto& run : runPlaces(ask))
            if (run.side == side)
                for (const auto post : runInnerPosts(ask, run))
                    out.push_back({run.key, run.at + post - besidePost(ask), run.at + post + timberOf(ask).post + besidePost(ask)});
    return out;
}

std::pair<Length, Length> besideWays(Ask& ask, std::string_view side) {
    auto from = Length{}, to = wallLength(ask, side);
    const auto reach = wallDeep(ask) + nestReach(ask);
    bool before = true;
    for (const auto& key : placingOrder(ask)) {
        if (key == "nests") before = false;
        const bool pop = key.starts_with("pops");
        if ((!before && !placedByHand(ask, key)) || (!pop && !key.starts_with("doors"))) continue;
        if (!pop && ask.choice(key + ".kind") != "people_door") continue;
        const auto& wall = ask.choice(key + ".wall");
        const auto at = ask.length(key + ".at"), keeps = wallDeep(ask) + (pop ? kWayToPop : kWayToDoor);
        if (wall == leftOf(side) && wallLength(ask, wall) - at - openingWidth(ask, key) < reach) from = std::max(from, keeps);
        if (wall == rightOf(side) && at < reach) to = std::min(to, wallLength(ask, side) - keeps);
    }
    return {from, to};
}

Length roomForNests(Ask& ask, std::string_view side) {
    const auto [low, high] = besideWays(ask, side);
    Length most = inches(-1000);
    for (const auto& [from, to] : gaps(ask, side, "nests")) most = std::max(most, std::min(to, high) - std::max(from, low));
    return most;
}

Length widestGap(Ask& ask, std::string_view side, std::string_view self) {
    Length most = inches(-1000);
    for (const auto& [from, to] : gaps(ask, side, self)) most = std::max(most, to - from);
    return most;
}

std::string sideWithRoom(Ask& ask, std::string_view self, Length wanted, std::span<const std::string_view> sides) {
    auto best = sides.front();
    auto room = inches(-10000);
    for (const auto side : sides) {
        const auto gap = widestGap(ask, side, self);
        if (gap >= wanted) return std::string{side};
        if (gap > room) room = gap, best = side;
    }
    return std::string{best};
}

namespace {
/// Where a left edge of an opening this wide may stand, from and to.
std::vector<std::pair<Length, Length>> places(const Shell& shell, std::string_view side, const std::vector<std::pair<Length, Length>>& gaps,
                                              Length width) {
    std::vector<std::pair<Length, Length>> out;
    const auto offer = [&](Length from, Length to) {
        if (from <= to) out.emplace_back(from, to);
    };
    for (const auto& [from, to] : gaps) {
        auto start = from;
        for (const auto& [bar, clear] : barredByRidge(shell, side, width))
            if (clear > start) offer(start, std::min(bar, to - width)), start = std::max(start, clear);
        offer(start, to - width);
    }
    return out;
}
}  // namespace

Length freePlace(Ask& ask, std::string_view side, std::string_view self, Length width, Length ideal) {
    const auto grid = ruleGrid(ask);
    const auto last = wallLength(ask, side) - cornerClear(ask) - width;
    auto best = std::max(cornerClear(ask), std::min(last, ideal));
    auto off = Length::ticks(std::numeric_limits<std::int64_t>::max());
    for (const auto& [from, to] : places(shellOf(ask), side, gaps(ask, side, self), width)) {
        auto at = std::clamp(ideal, from, to);
        const auto snapped = grid * ((at + Length::ticks(grid.count() / 2)) / grid);
        if (snapped >= from && snapped <= to) at = snapped;
        const auto d = at > ideal ? at - ideal : ideal - at;
        if (d < off) off = d, best = at;
    }
    return best;
}

Length widestPlace(Ask& ask, std::string_view side, std::string_view self, Length most) {
    const auto free = gaps(ask, side, self);
    const auto shell = shellOf(ask);
    most = std::min({most, widestGap(ask, side, self), shell.widestHeader(side), widestFramed(ask)});
    if (!shell.ridgeOn(side)) return most;
    for (auto w = most; w >= inches(8); w = w - inches(0.5))
        if (!places(shell, side, free, w).empty()) return w;
    return most;
}

}  // namespace oiko
