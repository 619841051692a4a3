// What opens in the walls, and what they wear.
#include <algorithm>
#include <cmath>
#include <optional>

#include "core/design/cleanouts.h"
#include "core/design/ground.h"
#include "core/design/hatches.h"
#include "core/design/lean.h"
#include "core/design/litter.h"
#include "core/design/params.h"
#include "core/design/partition.h"
#include "core/design/rules.h"
#include "core/design/screens.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"

namespace oiko::table {
namespace {

/// Whether what opens there was in its wall before: of a row whose wall stands.
Param inOldWall(std::string_view key, std::string_view list, Rule rule) {
    return onlyWhen({key, Stage::openings, Type::flag, false, true, {}, std::move(rule), true, {}},
                    [list](Ask& a) { return frameStands(a, wallSlot(side(a, list))); });
}

/// From the ground before a door up to the floor.
Length stepUp(Ask& a) {
    const auto self = mine("doors", a);
    const auto at = a.length(self + ".at");
    return floorOver(a, outsideWall(a, side(a, "doors"), at, at + a.length(self + ".width"), feet(2)));
}

/// Room for the head of a row's opening, over the deck, where it stands.
Length headRoom(Ask& a, std::string_view list) {
    const auto self = mine(list, a);
    return highestHead(shellOf(a), side(a, list), a.length(self + ".at"), a.length(self + ".width"));
}

constexpr auto kHighestVent = inches(16);

/// A wall is open: it lets in more than vents and windows do.
bool airy(Ask& a) {
    return std::ranges::any_of(kSides, [&](auto s) { return openWall(a, s); });
}

/// What a vent that stands open all winter must be wide at least, as high as any is: its share of a tenth of the floor, of what those
/// before it leave. Common practice.
Length ventShare(Ask& a) {
    if (airy(a)) return {};
    // One whose wall is set chooses before doors do, and leaves them room; one over a run's roof presses that down, but high under a
    // ridge. The next one comes across from it, where it is taken to be two feet wide over a run.
    const auto pressing = [&](std::string_view wall) { return !runOn(a, wall).empty() && !shellOf(a).ridgeOn(wall); };
    if (a.isSet(mine("vents", a) + ".wall") || pressing(side(a, "vents"))) return {};
    double need = static_cast<double>(clearFloor(a).count()) / 10 / inMm(kHighestVent), sharing = 0;
    bool before = true;
    for (const auto& vent : placingOrder(a)) {
        if (!vent.starts_with("vents")) continue;
        if (vent == mine("vents", a)) before = false;
        if (a.choice(vent + ".kind") != "open") continue;
        if (before)
            need -= inMm(a.length(vent + ".width"));
        else if (vent != mine("vents", a) && !elevated(a) && pressing(opposite(side(a, "vents"))))
            need -= inMm(feet(2));
        else
            ++sharing;
    }
    const auto half = inches(0.5), each = mm(std::max(0.0, need) / std::max(1.0, sharing));
    return half * ((each.count() + half.count() - 1) / half.count());
}

/// What of a square foot a bird windows, pop doors and the vents that press a run's roof down don't open in summer, in square
/// millimetres. A vent of those asks for nothing of the kind: the run is as high as it leaves it.
double summerShort(Ask& a) {
    if (airy(a)) return 0;
    const auto opens = [&](const char* list, int row) {
        return inMm(a.length(slotKey(list, row, "width"))) * inMm(a.length(slotKey(list, row, "height")));
    };
    auto need = static_cast<double>(summerAir(a).count());
    for (const int row : a.rows("windows")) need -= opens("windows", row) * opensShare(a.choice(slotKey("windows", row, "kind")));
    for (const int row : a.rows("pops")) need -= opens("pops", row);
    for (const int row : a.rows("vents"))
        if (!runOn(a, a.choice(slotKey("vents", row, "wall"))).empty()) need -= opens("vents", row);
    return need;
}

}  // namespace

void addOpenings(std::vector<Param>& p) {
    using enum Stage;
    // Openings
    p.push_back(choice("doors.*.kind", openings, {"people_door", "clean_out"},
                       [](Ask& a) -> Value { return std::string{elevated(a) ? "clean_out" : "people_door"}; }));
    p.push_back(choice("doors.*.wall", openings, kAllSides, [](Ask& a) -> Value {
        // Who walks in wants the height under the ridge; who leans in, the long side.
        const auto free = sidesButRuns(a, {"front", "left", "back", "right"});
        auto order = elevated(a) ? free : endsFirst(a, free);
        // Between two runs the one free long side is left to windows.
        if (elevated(a) && a.rows("runs").size() < 2) {
            const auto longest = [&](auto s) { return wallLength(a, s) >= wallLength(a, rightOf(s)); };
            std::ranges::stable_partition(order, longest);
            // More than one share the floor, across from each other.
            if (const auto first = order.front(); a.rows("doors").size() > 1 && a.rows("partitions").empty() && longest(first))
                std::erase_if(order, [&](auto s) { return s != first && s != opposite(first); });
        }
        if (!elevated(a) && !gable(a)) std::ranges::stable_partition(order, [&](auto s) { return s != a.choice("roof.falls_to"); });
        // Into the room that is parted off, if there is one, and from there to the birds; where one can't, to them first.
        const auto parted = [&](auto s) { return roomsAt(a, s) > Length{}; };
        if (!innerDoors(a)) std::ranges::stable_partition(order, std::not_fn(parted));
        std::stable_partition(order.begin() + (innerDoors(a) ? 0 : 1), order.end(), parted);
        return std::string{order[static_cast<std::size_t>(std::max(0, a.row() - 1)) % order.size()]};
    }));
    p.push_back(choice("doors.*.leaf", openings, {"single", "split", "double"}, [](Ask& a) -> Value {
        const auto share = shareOfFloor(a, mine("doors", a));
        return std::string{share && share->wide > inches(48) ? "double" : "single"};
    }));
    p.push_back(length("doors.*.width", openings, inches(18), inches(72), [](Ask& a) -> Value {
        const auto self = mine("doors", a);
        const auto room = widestGap(a, side(a, "doors"), self);
        // A clean-out is as wide as can be, but leaves its wall room for a window.
        auto want = a.choice(self + ".kind") == "people_door" ? inches(32) : std::min(inches(42), std::max(inches(24), room - inches(20)));
        if (const auto share = shareOfFloor(a, self)) want = share->several ? share->wide : std::max(want, share->wide);
        const bool two = a.choice(self + ".leaf") == "double";
        return bounded(widestPlace(a, side(a, "doors"), self, two ? std::max(want, inches(48)) : want), inches(18), inches(72));
    }));
    p.push_back(length("doors.*.height", openings, inches(14), inches(84), [](Ask& a) -> Value {
        const auto self = mine("doors", a);
        const auto want = a.choice(self + ".kind") == "people_door" ? a.length("keeper.height") + inches(3) : inches(28);
        auto most = headRoom(a, "doors");
        if (const auto shell = shellOf(a); shell.eaveSide(side(a, "doors"))) {
            const auto& slope = shell.slopeOver(side(a, "doors"));
            most = std::min(most, mm(slope.under(slope.span + leafUnderEave(shell, slope, a.length(self + ".width")))) - inches(2));
        }
        return bounded(std::min(want, most), inches(14), inches(84));
    }));
    p.push_back(length("doors.*.at", openings, kCornerClear, kLongestCoop, [](Ask& a) -> Value {
        const auto self = mine("doors", a);
        const auto wall = side(a, "doors");
        const auto w = a.length(self + ".width");
        auto ideal = a.choice(self + ".kind") == "people_door" ? easyEntry(a, wall, w, a.length("keeper.height") + inches(3))
                                                               : centred(a, self, wall, w);
        // Before the birds' part of a wall that ends in a cupboard.
        if (const auto [from, to] = birdsAlong(a, wall);
            !innerDoors(a) && roomsAt(a, wall) == Length{} && to - from < wallLength(a, wall) - wallDeep(a) * 2)
            ideal = Length::ticks((from + to - w).count() / 2);
        if (const auto share = shareOfFloor(a, self)) ideal = share->at(w);
        return freePlace(a, wall, self, w, ideal);
    }));
    // One steps over a foot, not over more. Common practice. Where the ground would cover the lowest step there are none.
    p.push_back(
        onlyWhen({"doors.*.steps",
                  openings,
                  Type::flag,
                  false,
                  true,
                  {},
                  [](Ask& a) -> Value { return stepUp(a) > feet(1) && stepsLie(a, mine("doors", a)).clear(inMm(timberOf(a).two)); },
                  true,
                  {}},
                 [](Ask& a) { return !elevated(a) && a.choice(mine("doors", a) + ".kind") == "people_door" && stepUp(a) > kLeastSteps; }));
    p.push_back(onlyWhen({"doors.*.landing", openings, Type::flag, false, true, {}, always(false), true, {}}, [](Ask& a) {
        const auto door = mine("doors", a);
        return !elevated(a) && a.choice(door + ".kind") == "people_door" && stepUp(a) > kLeastSteps && a.flag(door + ".steps") &&
               canLand(a, door);
    }));
    p.push_back(onlyWhen({"doors.*.screen", openings, Type::flag, false, true, {}, always(false), true, {}},
                         [](Ask& a) { return canScreen(a, mine("doors", a)); }));
    // A shed has one door.
    p.push_back(inOldWall("doors.*.existing", "doors", [](Ask& a) -> Value { return a.row() == a.rows("doors").front(); }));
    p.push_back(choice("pops.*.wall", openings, kAllSides, [](Ask& a) -> Value {
        // A pop door a run, one after another.
        const auto pops = a.rows("pops"), runs = a.rows("runs");
        if (runs.empty()) return std::string{leanSide(a) == "right" ? "front" : "right"};
        const auto n = static_cast<std::size_t>(std::ranges::find(pops, a.row()) - pops.begin());
        return a.choice(slotKey("runs", runs[n % runs.size()], "side"));
    }));
    p.push_back(choice("pops.*.kind", openings, {"slide", "sideways", "ramp_door", "automatic"}, word("slide"), false));
    const auto automatic = [](Ask& a) { return a.choice(mine("pops", a) + ".kind") == "automatic"; };
    const auto ownDoor = [automatic](Ask& a) { return automatic(a) && ownUnit(a, mine("pops", a)); };
    p.push_back(onlyWhen(choice("pops.*.unit", openings, {"12x14", "own"}, word("12x14"), false), automatic));
    p.push_back(onlyWhen(fixedLength("pops.*.unit_beside", openings, inches(0.5), inches(3), PopUnit{}.beside), ownDoor));
    p.push_back(onlyWhen(length("pops.*.unit_tall", openings, inches(11), inches(54),
                                [](Ask& a) -> Value { return std::max(PopUnit{}.tall, a.length(mine("pops", a) + ".height") * 2); }),
                         ownDoor));
    // No deeper: on a lining it ends before roosts.
    p.push_back(onlyWhen(fixedLength("pops.*.unit_deep", openings, inches(0.5), PopUnit{}.deep, PopUnit{}.deep), ownDoor));
    const auto popSize = [](Length SizeClass::*usual, Length unit) {
        return [usual, unit](Ask& a) -> Value { return a.choice(mine("pops", a) + ".kind") == "automatic" ? unit : birdsOf(a).*usual; };
    };
    p.push_back(length("pops.*.width", openings, inches(8), inches(20), popSize(&SizeClass::popWide, kUnitWide)));
    p.push_back(length("pops.*.height", openings, inches(10), inches(24), popSize(&SizeClass::popHigh, kUnitHigh)));
    p.push_back(length("pops.*.sill", openings, inches(5), inches(30),
                       [](Ask& a) -> Value { return std::max(inches(elevated(a) ? 5 : 8), litterTop(a) + inches(2)); }));
    p.push_back(length("pops.*.at", openings, kCornerClear, kLongestCoop, [](Ask& a) -> Value {
        const auto self = mine("pops", a);
        const auto wall = side(a, "pops");
        const auto w = a.length(self + ".width");
        return freePlace(a, wall, self, w, awayFromRoost(a, wall, w));
    }));
    p.push_back(angle("pops.*.ramp", openings, degrees(15), degrees(45), [](Ask& a) -> Value {
        // Chickens climb 30 to 35 degrees; a short run asks for a steeper one, 45 at most, and one piece of a sheet does. Common practice.
        const auto run = runOn(a, side(a, "pops"));
        const auto ramp = rampLie(a, mine("pops", a));
        double least = inDegrees(ramp.noLonger(inMm(inches(95))));
        if (!run.empty()) least = std::max(least, inDegrees(ramp.within(inMm(a.length(run + ".length") - inches(11)))));
        // The steeper, the shorter is the leaf that is the ramp; it stands up the wall when it is shut.
        if (const auto self = mine("pops", a); rampDoor(a, self)) {
            const auto room = rampDoorRoom(a, shellOf(a), self) - a.length(self + ".sill") + kRampDoorFoot;
            least = std::max(least, inDegrees(ramp.noLonger(std::max(1.0, inMm(room) - 1))));
        }
        return std::clamp(degrees(std::ceil(least)), birdsOf(a).ramp, degrees(45));
    }));
    // Where whoever fills it stands outside a run, not behind the roosts.
    p.push_back(choice("hatches.*.wall", openings, kAllSides, [](Ask& a) -> Value {
        auto order = sidesButRuns(a, {"left", "right", "front", "back"});
        if (order.size() > 1 && roosting(a)) std::erase(order, a.choice("roost.wall"));
        std::ranges::stable_partition(order, [&](auto s) { return !openWall(a, s); });
        return sideWithRoom(a, mine("hatches", a), inches(14), order);
    }));
    p.push_back(choice("hatches.*.kind", openings, {"feed", "water"}, word("feed"), false));
    p.push_back(length("hatches.*.width", openings, inches(8), inches(24), always(inches(14))));
    p.push_back(length("hatches.*.at", openings, kCornerClear, kLongestCoop, [](Ask& a) -> Value {
        const auto self = mine("hatches", a);
        const auto wall = side(a, "hatches");
        const auto w = a.length(self + ".width");
        return freePlace(a, wall, self, w, awayFromRoost(a, wall, w));
    }));
    p.push_back(length("hatches.*.sill", openings, inches(14), inches(60), [](Ask& a) -> Value {
        const auto self = mine("hatches", a);
        const auto wall = side(a, "hatches");
        auto most = headRoom(a, "hatches");
        const auto shell = shellOf(a);
        if (const auto beam = runBeamBefore(a, shell, wall, a.length(self + ".at"), a.length(self + ".width")))
            most = std::min(most, *beam - underRunBeam(a));
        if (shell.eaveSide(wall)) {
            const auto& slope = shell.slopeOver(wall);
            most = std::min(most, mm(slope.under(slope.span + leafUnderEave(shell, slope, a.length(self + ".width")))) - inches(2));
        }
        // A hopper holds the more the higher it is; a drinker's lid is lifted right over it.
        const auto least = leastHatchSill(a, self), more = watered(a, self) ? Length{} : inches(10);
        return bounded(std::max(least, std::min(least + more, most - kHatchHigh)), inches(14), inches(60));
    }));
    p.push_back(
        choice("windows.*.kind", openings, {"mesh", "shutter", "pane", "lift_out", "sliding", "fixed", "bought"}, word("pane"), false));
    p.push_back(onlyWhen(choice("windows.*.unit", openings, {"24x24", "24x36", "36x24", "own"}, word("24x24"), false),
                         [](Ask& a) { return a.choice(mine("windows", a) + ".kind") == "bought"; }));
    p.push_back(onlyWhen(fixedLength("windows.*.unit_deep", openings, inches(1), inches(7), kWindowUnitDeep), [](Ask& a) {
        const auto self = mine("windows", a);
        return a.choice(self + ".kind") == "bought" && ownUnit(a, self);
    }));
    p.push_back(choice("windows.*.wall", openings, kAllSides, [](Ask& a) -> Value {
        // A small coop's ends are left to the nests.
        std::vector<std::string_view> order{"front", "right", "left", "back"};
        if (elevated(a) && a.rows("doors").size() == 1) order = {"front", "back", "right", "left"};
        // What opens nowhere on one side is narrower on the others.
        return sideWithRoom(a, mine("windows", a), inches(leans(a) ? 12 : 20), runsLast(a, order));
    }));
    p.push_back(length("windows.*.width", openings, inches(8), inches(60), [](Ask& a) -> Value {
        if (const auto* unit = windowUnit(a, mine("windows", a))) return unit->wide;
        // With vents of a tenth of the floor, windows 30 in high make up what a square foot a bird still asks. Common practice.
        const double floor = inSquareFeet(clearFloor(a));
        const double open = inSquareFeet(summerAir(a)) - floor / 10;
        const auto want = inches(std::clamp(std::ceil(open * 144 / 30 / static_cast<double>(a.rows("windows").size())), 18.0, 48.0));
        return bounded(widestPlace(a, side(a, "windows"), mine("windows", a), want), inches(8), inches(60));
    }));
    p.push_back(length("windows.*.height", openings, inches(10), inches(48), [](Ask& a) -> Value {
        const auto self = mine("windows", a);
        if (const auto* unit = windowUnit(a, self)) return unit->high;
        auto most = headRoom(a, "windows");
        if (const auto beam = runBeamBefore(a, shellOf(a), side(a, "windows"), a.length(self + ".at"), a.length(self + ".width")))
            most = std::min(most, *beam - underRunBeam(a));
        return bounded(std::min(inches(30), most - inches(8)), inches(10), inches(48));
    }));
    p.push_back(length("windows.*.sill", openings, inches(5), inches(72), [](Ask& a) -> Value {
        const auto self = mine("windows", a);
        auto most = headRoom(a, "windows");
        if (const auto beam = runBeamBefore(a, shellOf(a), side(a, "windows"), a.length(self + ".at"), a.length(self + ".width")))
            most = std::min(most, *beam - underRunBeam(a));
        return bounded(std::min(inches(elevated(a) ? 12 : 42), most - a.length(self + ".height")), inches(5), inches(72));
    }));
    p.push_back(length("windows.*.at", openings, kCornerClear, kLongestCoop, [](Ask& a) -> Value {
        const auto self = mine("windows", a);
        const auto wall = side(a, "windows");
        const auto w = a.length(self + ".width");
        return freePlace(a, wall, self, w, centred(a, self, wall, w));
    }));
    p.push_back(inOldWall("windows.*.existing", "windows", always(false)));
    p.push_back(choice("vents.*.kind", openings, {"open", "boarded"}, word("open"), false));
    p.push_back(choice("vents.*.wall", openings, kAllSides, [](Ask& a) -> Value {
        const std::vector<std::string_view> odd{"back", "left", "front", "right"}, even{"front", "right", "left", "back"};
        // Across from one another; over the run's roof only where a walk-in's wall is high enough for both.
        const auto& order = a.row() % 2 == 1 ? odd : even;
        const auto self = mine("vents", a);
        if (!elevated(a)) return sideWithRoom(a, self, inches(24), endsFirst(a, order));
        const auto clear = runsLast(a, order);
        // Even a narrow vent elsewhere is better than one that presses the run's roof down.
        const bool elsewhere =
            std::ranges::any_of(clear, [&](auto s) { return runOn(a, s).empty() && widestGap(a, s, self) >= inches(14); });
        return sideWithRoom(a, self, inches(elsewhere ? 14 : 24), clear);
    }));
    p.push_back(length("vents.*.width", openings, inches(8), feet(12), [](Ask& a) -> Value {
        const auto room = std::min(widestGap(a, side(a, "vents"), mine("vents", a)), shellOf(a).widestHeader(side(a, "vents")));
        // High under a ridge is the vents' place; elsewhere a wall keeps room for a window.
        if (!elevated(a) && shellOf(a).ridgeOn(side(a, "vents")))
            return bounded(
                widestPlace(a, side(a, "vents"), mine("vents", a), std::max(longerThanBoard(a) ? inches(60) : inches(36), ventShare(a))),
                inches(8), feet(12));
        // A long coop's few vents share more floor.
        const auto wide = std::min(longerThanBoard(a) ? feet(12) : std::max(inches(48), ventShare(a)), widestFramed(a));
        return bounded(std::min({room, wide, std::max({inches(14), room - inches(leans(a) && elevated(a) ? 72 : 48), ventShare(a)})}),
                       inches(8), feet(12));
    }));
    p.push_back(length("vents.*.height", openings, inches(3), kHighestVent, [](Ask& a) -> Value {
        // A tenth of the floor, shared by all vents: the usual rule for openings that stand all winter. Common practice.
        // One that is shut in winter is as high as if it stood with them.
        double wide = 0, raised = 0;
        for (const int row : a.rows("vents")) {
            const auto width = inMm(a.length(slotKey("vents", row, "width")));
            if (row == a.row() || a.choice(slotKey("vents", row, "kind")) == "open") wide += width;
            if (runOn(a, a.choice(slotKey("vents", row, "wall"))).empty()) raised += width;
        }
        const auto half = inches(0.5);
        auto need = mm(static_cast<double>(clearFloor(a).count()) / 10 / wide);
        if (runOn(a, side(a, "vents")).empty()) need = std::max(need, mm(summerShort(a) / raised));
        const auto room = headRoom(a, "vents") - inches(8);
        return bounded(std::min(half * ((need.count() + half.count() - 1) / half.count()), room), inches(3), kHighestVent);
    }));
    p.push_back(length("vents.*.at", openings, kCornerClear, kLongestCoop, [](Ask& a) -> Value {
        const auto self = mine("vents", a);
        const auto wall = side(a, "vents");
        const auto w = a.length(self + ".width");
        const auto ridge = shellOf(a).ridgeOn(wall);
        return freePlace(a, wall, self, w, ridge ? *ridge - Length::ticks(w.count() / 2) : centred(a, self, wall, w));
    }));
    p.push_back(inOldWall("vents.*.existing", "vents", always(false)));
    p.push_back(choice("latch.against", openings, {"noses", "paws", "children", "thieves"}, word("paws"), false));
    // Skin
    p.push_back(choice("skin.kind", skin,
                       {"grooved-5/8", "grooved-3/8", "battens", "shiplap", "tongue_groove", "board_batten", "metal", "shingles"},
                       word("grooved-5/8"), false));
    for (const auto key : {"skin.open_front", "skin.open_right", "skin.open_back", "skin.open_left"})
        p.push_back({key, skin, Type::flag, false, true, {}, always(false), false, {}});
    p.push_back(onlyWhen(choice("skin.lower", skin, {"none", "24in", "36in", "48in"}, word("none"), false), airy));
    p.push_back(choice("skin.lining", skin, {"none", "ply-1/2", "wipe-1/8"}, word("none"), false));
    p.push_back(
        onlyWhen(choice("skin.insulation", skin, kFoams, word("none"), false), [](Ask& a) { return a.choice("skin.lining") != "none"; }));
    p.push_back(onlyWhen(choice("roof.lining", skin, {"none", "ply-1/2", "wipe-1/8"}, word("none"), false), std::not_fn(indoors)));
    p.push_back(onlyWhen(choice("roof.insulation", skin, kFoams, word("none"), false),
                         [](Ask& a) { return !indoors(a) && a.choice("roof.lining") != "none"; }));
    p.push_back(count("finish.coats", skin, 1, 3, always(std::int64_t{2}), false));
    p.push_back(choice("finish.trim", skin, {"same", "own"}, word("same"), false));
}

}  // namespace oiko::table
