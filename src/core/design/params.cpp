#include <algorithm>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/catalog/lumber.h"
#include "core/catalog/skins.h"
#include "core/catalog/stock.h"
#include "core/design/existing.h"
#include "core/design/ground.h"
#include "core/design/gutter.h"
#include "core/design/layout.h"
#include "core/design/param.h"
#include "core/design/partition.h"
#include "core/design/rules.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/design/spans.h"

namespace oiko {
namespace {

using Rule = std::function<Value(Ask&)>;
using Options = std::vector<std::string_view>;

Rule always(Value v) {
    return [v = std::move(v)](Ask&) { return v; };
}
Rule word(std::string_view w) { return always(std::string{w}); }

Param length(std::string_view key, Stage stage, Length low, Length high, Rule rule, bool follows = true) {
    return {key, stage, Type::length, low, high, {}, std::move(rule), follows, {}};
}
Param fixedLength(std::string_view key, Stage stage, Length low, Length high, Length initial) {
    return length(key, stage, low, high, always(initial), false);
}
Param count(std::string_view key, Stage stage, std::int64_t low, std::int64_t high, Rule rule, bool follows = true) {
    return {key, stage, Type::count, low, high, {}, std::move(rule), follows, {}};
}
Param choice(std::string_view key, Stage stage, Options options, Rule rule, bool follows = true) {
    return {key, stage, Type::choice, std::string{}, std::string{}, std::move(options), std::move(rule), follows, {}};
}
Param angle(std::string_view key, Stage stage, Angle low, Angle high, Rule rule, bool follows = true) {
    return {key, stage, Type::angle, low, high, {}, std::move(rule), follows, {}};
}
Param onlyWhen(Param p, std::function<bool(Ask&)> applies) {
    p.applies = std::move(applies);
    return p;
}

bool onFrame(Ask& a) { return !onConcrete(a); }
bool ownRoof(Ask& a) { return a.choice(slotKey("runs", a.row(), "top")) != "shared"; }
bool setPosts(Ask& a) { return a.choice("foundation.kind") == "set_posts"; }
std::string mine(std::string_view list, Ask& a) { return std::string{list} + "." + std::to_string(a.row()); }
std::string side(Ask& a, std::string_view list) { return a.choice(mine(list, a) + ".wall"); }

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

std::vector<Param> declare() {
    using enum Stage;
    const Options sides{kSides[0], kSides[1], kSides[2], kSides[3]};
    std::vector<Param> p;
    // Flock
    p.push_back(count("flock.count", flock, 2, 60, always(std::int64_t{12}), false));
    p.push_back(choice("flock.size", flock, {"bantam", "standard", "heavy"}, word("standard"), false));
    p.push_back(count("flock.now", flock, 1, 60, [](Ask& a) { return a.count("flock.count"); }));
    p.push_back(choice("flock.shut_in", flock, {"sleep_only", "few_days", "weeks"}, word("few_days"), false));
    p.push_back(choice("flock.school", flock, {"sleeper", "usual", "roomy"}, [](Ask& a) -> Value {
        const auto& s = a.choice("flock.shut_in");
        return std::string{s == "sleep_only" ? "sleeper" : s == "weeks" ? "roomy" : "usual"};
    }));
    p.push_back({"flock.double", flock, Type::flag, false, true, {}, always(false), false, {}});
    p.push_back({"flock.floor_each",
                 flock,
                 Type::area,
                 squareFeet(1),
                 squareFeet(12),
                 {},
                 [](Ask& a) -> Value {
                     return squareFeet(school(a.choice("flock.school")).floorSqFt * sizeClass(a.choice("flock.size")).floorShare);
                 },
                 true,
                 {}});
    p.push_back({"flock.run_each",
                 flock,
                 Type::area,
                 squareFeet(2),
                 squareFeet(40),
                 {},
                 [](Ask& a) -> Value {
                     return squareFeet(school(a.choice("flock.school")).runSqFt * sizeClass(a.choice("flock.size")).floorShare);
                 },
                 true,
                 {}});
    p.push_back(fixedLength("keeper.height", flock, feet(4), feet(7), inches(69)));
    p.push_back(count("flock.days_away", flock, 0, 14, always(std::int64_t{2}), false));
    // Place
    p.push_back({"place.name", place, Type::text, std::string{}, std::string{}, {}, always(std::string{}), false, {}});
    // From a level line, wherever it is stretched, down to the ground at the coop's corners.
    for (const auto key : kCornerKeys) p.push_back(fixedLength(key, place, Length{}, inches(36), Length{}));
    p.push_back({"place.snow", place, Type::load, psf(0), psf(70), {}, always(psf(25)), false, {}});
    // Form
    p.push_back(choice("form.kind", form, {"walk_in", "elevated"}, word("walk_in"), false));
    p.push_back(choice("existing.what", form, {"nothing", "standing"}, word("nothing"), false));
    const auto stands = [](Param q) { return onlyWhen(std::move(q), somethingStands); };
    const Options parts{"new", "frame", "kept"};
    p.push_back(stands(choice("existing.base", form, {"new", "kept"}, word("kept"), false)));
    p.push_back(
        onlyWhen(choice("existing.floor", form, parts, word("kept"), false), [](Ask& a) { return somethingStands(a) && onFrame(a); }));
    for (const auto key : {"existing.front", "existing.right", "existing.back", "existing.left"})
        p.push_back(stands(choice(key, form, parts, word("kept"), false)));
    p.push_back(stands(choice("existing.roof", form, parts, word("kept"), false)));
    p.push_back(stands({"existing.replaced", form, Type::text, std::string{}, std::string{}, {}, word(""), false, {}}));
    p.push_back(stands({"existing.sound", form, Type::flag, false, true, {}, always(false), false, {}}));
    const auto base = [](Ask& a) {
        return proposeBase(floorNeeded(a), wallsTake(a) + roomsAbout(a, "left") + roomsAbout(a, "right"),
                           wallsTake(a) + roomsAbout(a, "front") + roomsAbout(a, "back"), elevated(a),
                           a.isSet("coop.width") ? a.length("coop.width") : Length{},
                           a.isSet("coop.depth") ? a.length("coop.depth") : Length{}, alongRoof(a, "coop.width"),
                           std::min(feet(12), alongRoof(a, "coop.depth")));
    };
    p.push_back(length("coop.width", form, feet(3), feet(16), [base](Ask& a) -> Value { return base(a).width; }));
    p.push_back(length("coop.depth", form, feet(3), feet(12), [base](Ask& a) -> Value { return base(a).depth; }));
    p.push_back(length("coop.low_wall", form, feet(2), feet(8), [](Ask& a) -> Value { return lowWallFor(a); }));
    p.push_back(choice("foundation.kind", form, {"skids", "pavers", "blocks", "posts", "set_posts", "slab", "curb"},
                       [](Ask& a) -> Value { return std::string{elevated(a) ? "posts" : "skids"}; }));
    p.push_back(onlyWhen(
        length("floor.height", form, inches(18), inches(48), [](Ask& a) -> Value { return elevated(a) ? inches(24) : inches(18); }),
        [](Ask& a) { return onPosts(a); }));
    // Below frost is for the local code to say; 12 in is the least (IRC 2018 R403.1.4, from memory).
    p.push_back(
        onlyWhen(length("foundation.depth", form, inches(12), inches(48), [](Ask& a) -> Value { return inches(setPosts(a) ? 24 : 12); }),
                 [](Ask& a) { return setPosts(a) || onConcrete(a); }));
    p.push_back(onlyWhen(fixedLength("foundation.height", form, inches(4), inches(16), inches(8)), [](Ask& a) { return onConcrete(a); }));
    p.push_back(onlyWhen(choice("foundation.bag", form, {"80lb", "60lb"}, word("80lb"), false),
                         [](Ask& a) { return setPosts(a) || onConcrete(a); }));
    const auto outdoors = [](Ask& a) { return !indoors(a); };
    const auto roofed = [&](Param q) { return onlyWhen(std::move(q), outdoors); };
    p.push_back(roofed(choice("roof.cover", form,
                              {"metal_lapped", "metal_sealed", "plastic_lapped", "plastic_sealed", "clear_lapped", "clear_sealed",
                               "shingles", "wood_shingles", "roll_roofing"},
                              word("metal_lapped"), false)));
    p.push_back(choice("roof.form", form, {"single_slope", "gable", "ceiling"}, word("single_slope"), false));
    p.push_back(onlyWhen(choice("ceiling.kind", form, {"mesh", "ply-1/2"}, word("mesh"), false), indoors));
    p.push_back(choice("roof.falls_to", form, sides, word("back"), false));
    p.push_back(roofed(angle("roof.pitch", form, pitch(0.5, 12), pitch(12, 12), [](Ask& a) -> Value {
        // A gable's ties want height under its ridge.
        return gable(a) ? pitch(6, 12) : roofCover(a.choice("roof.cover")).least >= pitch(3, 12) ? pitch(3, 12) : pitch(2, 12);
    })));
    p.push_back(onlyWhen(
        angle("roof.other_pitch", form, pitch(0.5, 12), pitch(12, 12), [](Ask& a) -> Value { return a.angle("roof.pitch"); }), gable));
    p.push_back(onlyWhen(length("roof.ridge", form, kLeastSlope, feet(14),
                                [](Ask& a) -> Value {
                                    const auto fall = sideIndex(a.choice("roof.falls_to"));
                                    const auto deep = a.length(fall % 2 == 0 ? "coop.depth" : "coop.width");
                                    return bounded(Length::ticks(deep.count() / 2), kLeastSlope, feet(14));
                                }),
                         gable));
    p.push_back(roofed(fixedLength("roof.overhang", form, inches(3), inches(24), inches(9))));
    p.push_back(roofed(fixedLength("roof.rake", form, inches(5), inches(18), inches(8))));
    p.push_back(roofed(choice("roof.gutter", form, {"none", "barrels"}, word("none"), false)));
    p.push_back(onlyWhen(choice(
                             "roof.barrel", form, {"left", "right"},
                             [](Ask& a) -> Value {
                                 const auto& low = a.choice("roof.falls_to");
                                 return std::string{barrelFree(a, low, "left") || !barrelFree(a, low, "right") ? "left" : "right"};
                             },
                             true),
                         [](Ask& a) { return !indoors(a) && a.choice("roof.gutter") != "none"; }));
    // Rooms parted off at an end of the coop, under the slope of its roof.
    p.push_back(choice("partitions.*.wall", form, sides, [](Ask& a) -> Value {
        const auto fall = sideIndex(a.choice("roof.falls_to"));
        std::vector<std::string_view> ends{kSides[(fall + 1) % 4], kSides[(fall + 3) % 4]};
        // Where a door has been put, and no run; each at an end of its own.
        const auto put = [&](std::string_view list, std::string_view field, std::string_view end) {
            return std::ranges::any_of(a.rows(list), [&](int r) {
                const auto key = slotKey(list, r, field);
                return r != a.row() && a.isSet(key) && a.choice(key) == end;
            });
        };
        std::ranges::stable_partition(ends, [&](auto end) { return put("doors", "wall", end); });
        std::ranges::stable_partition(ends, [&](auto end) { return !put("runs", "side", end) && !put("pops", "wall", end); });
        std::ranges::stable_partition(ends, [&](auto end) { return !put("partitions", "wall", end); });
        for (const int row : a.rows("partitions"))
            if (row < a.row() && !a.isSet(slotKey("partitions", row, "wall")) && a.choice(slotKey("partitions", row, "wall")) == ends[0])
                std::ranges::reverse(ends);
        return std::string{ends[0]};
    }));
    p.push_back(length("partitions.*.room", form, kLeastRoom, feet(12), [](Ask& a) -> Value {
        // Between a quarter and two fifths of the inside. Common practice.
        const auto& wall = a.choice(mine("partitions", a) + ".wall");
        const auto along = wallLength(a, rightOf(wall)) - kWallDeep * 2;
        const auto least = std::max(kLeastRoom, a.length(mine("partitions", a) + ".door_width") + kSwingClear);
        const auto wanted = bounded(Length::ticks(along.count() * 3 / 10), inches(36), inches(60));
        return bounded(roomBetweenRafters(a, mine("partitions", a), std::max(wanted, least), least), kLeastRoom, feet(12));
    }));
    p.push_back(choice("partitions.*.cover", form, {"mesh", "plain-1/2"}, word("mesh"), false));
    // A board to step over keeps the litter in.
    p.push_back(fixedLength("partitions.*.sill", form, inches(5), inches(16), inches(6)));
    p.push_back(fixedLength("partitions.*.door_width", form, inches(20), inches(36), inches(28)));
    p.push_back(length("partitions.*.door_height", form, inches(36), inches(84), [](Ask& a) -> Value {
        const auto self = mine("partitions", a);
        const auto sill = a.length(self + ".sill");
        return bounded(std::min(a.length("keeper.height") + inches(3), partitionHead(a, shellOf(a), self)) - sill, inches(36), inches(84));
    }));
    p.push_back(length("partitions.*.door_at", form, kCornerClear, feet(16), [](Ask& a) -> Value {
        const auto self = mine("partitions", a);
        const auto& wall = a.choice(self + ".wall");
        const auto wide = a.length(self + ".door_width"), high = a.length("keeper.height") + inches(3);
        const auto shell = shellOf(a);
        // Under a gable at the end that the roosts are not at; under a single slope where it is higher.
        const auto ridge = shell.ridgeOn(wall);
        if (!ridge || leftOf(wall) != a.choice("roost.wall")) return easyEntry(a, wall, wide, high);
        const auto last = wallLength(a, wall) - kCornerClear - wide;
        auto at = last;
        while (at > kCornerClear && at + Length::ticks(wide.count() / 2) > *shell.ridgeOn(wall) &&
               highestHead(shell, wall, at, wide) < high)
            at = at - inches(0.5);
        return at;
    }));
    // Frame
    p.push_back(choice("frame.spacing", frame, {"16in", "24in"}, word("24in"), false));
    p.push_back(choice("frame.top_plates", frame, {"single", "doubled"}, [](Ask& a) -> Value {
        // Under a steep roof the siding would end below a single plate.
        const bool reaches = sidingDrop(profile(a.choice("roof.rafter"))->wide, steepest(a), skinThick(a.choice("skin.kind"))) <= kPlate;
        return std::string{elevated(a) && reaches ? "single" : "doubled"};
    }));
    p.push_back(onlyWhen(choice("floor.joist", frame, {"2x4", "2x6"}, [](Ask& a) -> Value { return joistFor(a); }), onFrame));
    p.push_back(onlyWhen(choice("floor.spacing", frame, {"16in", "24in"}, word("16in"), false), onFrame));
    p.push_back(onlyWhen(
        choice("floor.deck", frame, {"ply-1/2", "ply-3/4"},
               [](Ask& a) -> Value { return std::string{elevated(a) && a.choice("floor.spacing") == "16in" ? "ply-1/2" : "ply-3/4"}; }),
        onFrame));
    p.push_back(
        onlyWhen(choice("floor.cover", frame, {"bare", "paint", "vinyl"}, word("bare"), false), [](Ask& a) { return !earthFloor(a); }));
    p.push_back(choice("roof.rafter", frame, {"2x4", "2x6", "2x8"}, [](Ask& a) -> Value { return rafterFor(a); }));
    p.push_back(choice("roof.spacing", frame, {"16in", "24in"}, word("24in"), false));
    p.push_back(onlyWhen(choice("roof.deck", frame, {"ply-1/2", "osb-7/16", "ply-3/4"}, word("ply-1/2"), false),
                         [](Ask& a) { return roofCover(coverOf(a)).decked; }));
    p.push_back(choice("wood.species", frame, {"spf", "hf", "dfl"}, word("spf"), false));
    // Openings
    p.push_back(choice("doors.*.kind", openings, {"people_door", "clean_out"},
                       [](Ask& a) -> Value { return std::string{elevated(a) ? "clean_out" : "people_door"}; }));
    p.push_back(choice("doors.*.wall", openings, sides, [](Ask& a) -> Value {
        // Who walks in wants the height under the ridge; who leans in, the long side.
        const auto free = sidesButRuns(a, {"front", "left", "back", "right"});
        auto order = elevated(a) ? free : endsFirst(a, free);
        // Into the room that is parted off, if there is one.
        std::ranges::stable_partition(order, [&](auto s) { return roomsAt(a, s) > Length{}; });
        return std::string{order[static_cast<std::size_t>(std::max(0, a.row() - 1)) % order.size()]};
    }));
    p.push_back(choice("doors.*.leaf", openings, {"single", "split", "double"}, word("single"), false));
    p.push_back(length("doors.*.width", openings, inches(18), inches(72), [](Ask& a) -> Value {
        const auto self = mine("doors", a);
        const auto room = widestGap(a, side(a, "doors"), self);
        // A clean-out is as wide as can be, but leaves its wall room for a window.
        const auto want =
            a.choice(self + ".kind") == "people_door" ? inches(32) : std::min(inches(42), std::max(inches(24), room - inches(20)));
        const bool two = a.choice(self + ".leaf") == "double";
        return bounded(widestPlace(a, side(a, "doors"), self, two ? std::max(want, inches(48)) : want), inches(18), inches(72));
    }));
    p.push_back(length("doors.*.height", openings, inches(14), inches(84), [](Ask& a) -> Value {
        const auto self = mine("doors", a);
        const auto want = a.choice(self + ".kind") == "people_door" ? a.length("keeper.height") + inches(3) : inches(28);
        auto most = headRoom(a, "doors");
        if (const auto shell = shellOf(a); shell.eaveSide(side(a, "doors"))) {
            const auto& slope = shell.slopeOver(side(a, "doors"));
            most = std::min(most, mm(slope.under(slope.span + inMm(shell.overhang + inches(1.5)))) - inches(2));
        }
        return bounded(std::min(want, most), inches(14), inches(84));
    }));
    p.push_back(length("doors.*.at", openings, kCornerClear, feet(16), [](Ask& a) -> Value {
        const auto self = mine("doors", a);
        const auto wall = side(a, "doors");
        const auto w = a.length(self + ".width");
        return freePlace(a, wall, self, w,
                         a.choice(self + ".kind") == "people_door" ? easyEntry(a, wall, w, a.length("keeper.height") + inches(3))
                                                                   : centred(a, self, wall, w));
    }));
    // One steps over a foot, not over more. Common practice. Where the ground would cover the lowest step there are none.
    p.push_back(
        onlyWhen({"doors.*.steps",
                  openings,
                  Type::flag,
                  false,
                  true,
                  {},
                  [](Ask& a) -> Value { return stepUp(a) > feet(1) && stepsLie(a, mine("doors", a)).clear(); },
                  true,
                  {}},
                 [](Ask& a) { return !elevated(a) && a.choice(mine("doors", a) + ".kind") == "people_door" && stepUp(a) > kLeastSteps; }));
    // A shed has one door.
    p.push_back(inOldWall("doors.*.existing", "doors", [](Ask& a) -> Value { return a.row() == a.rows("doors").front(); }));
    p.push_back(choice("pops.*.wall", openings, sides, [](Ask& a) -> Value {
        // A pop door a run, one after another.
        const auto pops = a.rows("pops"), runs = a.rows("runs");
        if (runs.empty()) return std::string{"right"};
        const auto n = static_cast<std::size_t>(std::ranges::find(pops, a.row()) - pops.begin());
        return a.choice(slotKey("runs", runs[n % runs.size()], "side"));
    }));
    p.push_back(choice("pops.*.kind", openings, {"slide", "automatic"}, word("slide"), false));
    const auto popSize = [](Length usual, Length unit) {
        return [usual, unit](Ask& a) -> Value {
            if (a.choice(mine("pops", a) + ".kind") == "automatic") return unit;
            return a.choice("flock.size") == "bantam" ? usual - inches(2) : usual;
        };
    };
    p.push_back(length("pops.*.width", openings, inches(8), inches(20), popSize(inches(12), kUnitWide)));
    p.push_back(length("pops.*.height", openings, inches(10), inches(24), popSize(inches(14), kUnitHigh)));
    p.push_back(length("pops.*.sill", openings, inches(5), inches(30), [](Ask& a) -> Value { return inches(elevated(a) ? 5 : 8); }));
    p.push_back(length("pops.*.at", openings, kCornerClear, feet(16), [](Ask& a) -> Value {
        const auto self = mine("pops", a);
        const auto wall = side(a, "pops");
        const auto w = a.length(self + ".width");
        return freePlace(a, wall, self, w, awayFromRoost(a, wall, w));
    }));
    p.push_back(angle("pops.*.ramp", openings, degrees(15), degrees(45), [](Ask& a) -> Value {
        // 30 to 35 degrees is usual; a short run asks for a steeper one, 45 at most, and one piece of a sheet does. Common practice.
        const auto run = runOn(a, side(a, "pops"));
        const auto ramp = rampLie(a, mine("pops", a));
        double least = inDegrees(ramp.noLonger(inMm(inches(95))));
        if (!run.empty()) least = std::max(least, inDegrees(ramp.within(inMm(a.length(run + ".length") - inches(11)))));
        return std::clamp(degrees(std::ceil(least)), degrees(30), degrees(45));
    }));
    p.push_back(choice("windows.*.kind", openings, {"mesh", "shutter", "pane", "lift_out", "sliding", "fixed"}, word("pane"), false));
    p.push_back(choice("windows.*.wall", openings, sides, [](Ask& a) -> Value {
        return sideWithRoom(a, mine("windows", a), inches(20), runsLast(a, {"front", "right", "left", "back"}));
    }));
    p.push_back(length("windows.*.width", openings, inches(10), inches(60), [](Ask& a) -> Value {
        // With vents of a tenth of the floor, windows 30 in high make up what a square foot a bird still asks. Common practice.
        const double floor = inSquareFeet(clearFloor(a));
        const double open =
            static_cast<double>(birdsSizedFor(a)) * kVentSqFtABird * sizeClass(a.choice("flock.size")).floorShare - floor / 10;
        const auto want = inches(std::clamp(std::ceil(open * 144 / 30 / static_cast<double>(a.rows("windows").size())), 18.0, 48.0));
        return bounded(widestPlace(a, side(a, "windows"), mine("windows", a), want), inches(10), inches(60));
    }));
    p.push_back(length("windows.*.height", openings, inches(10), inches(48), [](Ask& a) -> Value {
        const auto self = mine("windows", a);
        auto most = headRoom(a, "windows");
        if (const auto beam = runBeamBefore(a, shellOf(a), side(a, "windows"), a.length(self + ".at"), a.length(self + ".width")))
            most = std::min(most, *beam - inches(0.5));
        return bounded(std::min(inches(30), most - inches(8)), inches(10), inches(48));
    }));
    p.push_back(length("windows.*.sill", openings, inches(5), inches(72), [](Ask& a) -> Value {
        const auto self = mine("windows", a);
        auto most = headRoom(a, "windows");
        if (const auto beam = runBeamBefore(a, shellOf(a), side(a, "windows"), a.length(self + ".at"), a.length(self + ".width")))
            most = std::min(most, *beam - inches(0.5));
        return bounded(std::min(inches(elevated(a) ? 12 : 42), most - a.length(self + ".height")), inches(5), inches(72));
    }));
    p.push_back(length("windows.*.at", openings, kCornerClear, feet(16), [](Ask& a) -> Value {
        const auto self = mine("windows", a);
        const auto wall = side(a, "windows");
        const auto w = a.length(self + ".width");
        return freePlace(a, wall, self, w, centred(a, self, wall, w));
    }));
    p.push_back(inOldWall("windows.*.existing", "windows", always(false)));
    p.push_back(choice("vents.*.wall", openings, sides, [](Ask& a) -> Value {
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
        const auto room = widestGap(a, side(a, "vents"), mine("vents", a));
        // High under a ridge is the vents' place; elsewhere a wall keeps room for a window.
        if (!elevated(a) && shellOf(a).ridgeOn(side(a, "vents")))
            return bounded(widestPlace(a, side(a, "vents"), mine("vents", a), inches(36)), inches(8), feet(12));
        return bounded(std::min({room, inches(48), std::max(inches(14), room - inches(48))}), inches(8), feet(12));
    }));
    p.push_back(length("vents.*.height", openings, inches(3), inches(16), [](Ask& a) -> Value {
        // A tenth of the floor, shared by all vents: the usual rule for openings that stand all winter. Common practice.
        double wide = 0;
        for (const int row : a.rows("vents")) wide += inMm(a.length(slotKey("vents", row, "width")));
        const auto floor = clearFloor(a);
        const auto half = inches(0.5);
        const auto need = mm(static_cast<double>(floor.count()) / 10 / wide);
        const auto room = headRoom(a, "vents") - inches(8);
        return bounded(std::min(half * ((need.count() + half.count() - 1) / half.count()), room), inches(3), inches(16));
    }));
    p.push_back(length("vents.*.at", openings, kCornerClear, feet(16), [](Ask& a) -> Value {
        const auto self = mine("vents", a);
        const auto wall = side(a, "vents");
        const auto w = a.length(self + ".width");
        const auto ridge = shellOf(a).ridgeOn(wall);
        return freePlace(a, wall, self, w, ridge ? *ridge - Length::ticks(w.count() / 2) : centred(a, self, wall, w));
    }));
    p.push_back(inOldWall("vents.*.existing", "vents", always(false)));
    // Skin
    p.push_back(choice("skin.kind", skin, {"grooved-5/8", "grooved-3/8", "battens", "shiplap", "tongue_groove", "board_batten", "metal"},
                       word("grooved-5/8"), false));
    for (const auto key : {"skin.open_front", "skin.open_right", "skin.open_back", "skin.open_left"})
        p.push_back({key, skin, Type::flag, false, true, {}, always(false), false, {}});
    p.push_back(onlyWhen(choice("skin.lower", skin, {"none", "24in", "36in", "48in"}, word("none"), false),
                         [](Ask& a) { return std::ranges::any_of(kSides, [&](auto s) { return openWall(a, s); }); }));
    p.push_back(choice("skin.lining", skin, {"none", "ply-1/2", "wipe-1/8"}, word("none"), false));
    p.push_back(count("finish.coats", skin, 1, 3, always(std::int64_t{2}), false));
    // Inside
    p.push_back(choice("roost.wall", inside, sides, [](Ask& a) -> Value {
        const auto doors = a.rows("doors");
        if (doors.empty()) return std::string{"back"};
        // Along the back, out of the way of whoever comes in; across from a door that is in the back itself. Not in a room parted off.
        std::vector<std::string_view> order{"back", "front", "left", "right"};
        if (a.choice(slotKey("doors", doors.front(), "wall")) == "back") std::swap(order[0], order[1]);
        std::ranges::stable_partition(order, [&](auto s) { return roomsAt(a, s) == Length{}; });
        return std::string{order.front()};
    }));
    p.push_back(choice("roost.stock", inside, {"2x2", "2x4"}, word("2x2"), false));
    p.push_back(count("roost.count", inside, 1, 8, [](Ask& a) -> Value {
        const auto [from, to] = birdsAlong(a, a.choice("roost.wall"));
        const auto bar = to - from - roostClear(a) * 2;
        const auto need = sizeClass(a.choice("flock.size")).roost * birdsSizedFor(a);
        const auto wall = a.choice("roost.wall");
        const auto across = birdsAcross(a, wall) - inches(18) - kInsideFittings;
        const auto fit = across / a.length("roost.apart") + 1;
        return std::clamp<std::int64_t>(std::min((need.count() + bar.count() - 1) / bar.count(), fit), 1, 8);
    }));
    p.push_back(length("roost.height", inside, inches(8), inches(60), [](Ask& a) -> Value {
        const auto over = a.length("nests.height") + inches(elevated(a) ? 10 : 14);
        return bounded(over, inches(8), inches(60));
    }));
    p.push_back(fixedLength("roost.step", inside, Length{}, inches(16), Length{}));
    p.push_back({"roost.boards", inside, Type::flag, false, true, {}, always(false), false, {}});
    p.push_back(length("roost.apart", inside, inches(8), inches(24), always(inches(12)), false));
    // Hung feeders' and drinkers' lips stand at the birds' backs. Common practice.
    p.push_back({"roost.lined", inside, Type::flag, false, true, {}, always(false), false, {}});
    p.push_back(choice("bath.place", inside, {"none", "coop", "run"}, word("none"), false));
    p.push_back(choice("feed.place", inside, {"coop", "run"}, word("coop"), false));
    p.push_back(length("feed.height", inside, inches(4), inches(14), [](Ask& a) -> Value {
        const auto& size = a.choice("flock.size");
        return inches(size == "bantam" ? 6 : size == "heavy" ? 10 : 8);
    }));
    p.push_back(count("feed.count", inside, 0, 10, [](Ask& a) -> Value {
        return std::clamp<std::int64_t>(static_cast<std::int64_t>(std::ceil(feedPounds(a) / kFeederPounds - 1e-9)), 1, 10);
    }));
    p.push_back(count("water.count", inside, 0, 10, [](Ask& a) -> Value {
        return std::clamp<std::int64_t>(static_cast<std::int64_t>(std::ceil(waterGallons(a) / kDrinkerGallons - 1e-9)), 1, 10);
    }));
    p.push_back(choice("nests.kind", inside, {"outside", "inside"}, word("outside"), false));
    p.push_back(onlyWhen(choice("nests.door", inside, {"lid", "front"}, word("lid"), false), [](Ask& a) { return !nestsInside(a); }));
    p.push_back(choice("nests.wall", inside, sides, [](Ask& a) -> Value {
        const auto wanted = nestRowWidth(nestsNeeded(birdsSizedFor(a)), a.length("nests.clear"));
        if (!nestsInside(a)) return sideWithRoom(a, "nests", wanted, sidesButRuns(a, {"left", "right", "front", "back"}));
        // Not under the roosts.
        std::vector<std::string_view> order{"left", "right", "front", "back"};
        std::erase(order, a.choice("roost.wall"));
        return sideWithRoom(a, "nests", wanted, order);
    }));
    p.push_back(
        length("nests.clear", inside, inches(9), inches(16), [](Ask& a) -> Value { return sizeClass(a.choice("flock.size")).nest; }));
    p.push_back(count("nests.count", inside, 1, 9, [](Ask& a) -> Value {
        const auto clear = a.length("nests.clear");
        const auto room = std::min(widestGap(a, a.choice("nests.wall"), "nests"), kWidestNestRow) - kNestBoard;
        const auto fit = room / (clear + kNestBoard);
        return std::min<std::int64_t>(12, std::max<std::int64_t>(1, std::min(fit, nestsNeeded(birdsSizedFor(a)))));
    }));
    p.push_back(length("nests.height", inside, inches(5), inches(36), [](Ask& a) -> Value { return inches(elevated(a) ? 6 : 20); }));
    p.push_back(length("nests.at", inside, kCornerClear, feet(16), [](Ask& a) -> Value {
        const auto wall = a.choice("nests.wall");
        const auto w = openingWidth(a, "nests");
        if (!nestsInside(a)) return freePlace(a, wall, "nests", w, awayFromRoost(a, wall, w));
        // Beside the roosts' zone, so that the far corner stays free to walk.
        const auto [from, to] = birdsAlong(a, wall);
        const auto roost = a.choice("roost.wall");
        const bool atLeft = leftOf(wall) == roost, atRight = rightOf(wall) == roost;
        return freePlace(a, wall, "nests", w,
                         atLeft    ? from + roostZone(a)
                         : atRight ? to - roostZone(a) - w
                                   : centred(a, "nests", wall, w));
    }));
    // Run
    p.push_back(choice("runs.*.side", run, sides, [](Ask& a) -> Value {
        // Each on a side of its own; the coop's roof goes on over its ends.
        const auto fall = sideIndex(a.choice("roof.falls_to"));
        std::vector<std::string_view> taken, order{"right", "front", "left", "back"};
        for (const int row : a.rows("runs"))
            if (const auto key = slotKey("runs", row, "side"); row < a.row() || (row > a.row() && a.isSet(key)))
                taken.push_back(a.choice(key));
        if (!ownRoof(a)) order = {kSides[(fall + 3) % 4], kSides[(fall + 1) % 4]};
        // Where nests or doors have been put, or a room is parted off, no run.
        const auto free = [&](std::string_view s) {
            const auto put = [&](const std::string& key) { return a.isSet(key) && a.choice(key) == s; };
            return !put("nests.wall") && std::ranges::none_of(a.rows("doors"), [&](int r) { return put(slotKey("doors", r, "wall")); }) &&
                   std::ranges::none_of(a.rows("partitions"), [&](int r) { return a.choice(slotKey("partitions", r, "wall")) == s; });
        };
        std::ranges::stable_partition(order, free);
        std::erase_if(order, [&](auto s) { return std::ranges::find(taken, s) != taken.end(); });
        if (!ownRoof(a) || !taken.empty() || order.empty() || (!free("right") && free(order.front())))
            return std::string{order.empty() ? "right" : order.front()};
        // A run of 14 ft that is too small along the short side of a walk-in goes along the front, under the high eave.
        const double need = inSquareFeet(runShare(a));
        return std::string{!elevated(a) && need > 14 * inFeet(a.length("coop.depth")) && a.length("coop.depth") >= feet(6) &&
                                   a.length("coop.width") > a.length("coop.depth")
                               ? "front"
                               : "right"};
    }));
    p.push_back(onlyWhen(length("runs.*.width", run, feet(3), feet(32),
                                [](Ask& a) -> Value {
                                    // As wide as the wall; past its corner where the run's floor would be too small at its longest.
                                    const auto self = mine("runs", a);
                                    const auto wall = wallLength(a, a.choice(self + ".side")) - a.length(self + ".at");
                                    const auto half = inches(6);
                                    const auto need = mm(inSquareMetres(runShare(a)) * 1e6 / inMm(longestRun(a, self)));
                                    if (need <= wall) return bounded(wall, feet(3), feet(32));
                                    return bounded(
                                        std::max(half * ((need.count() + half.count() - 1) / half.count()), wall + kLeastPastCorner),
                                        feet(3), feet(32));
                                }),
                         ownRoof));
    p.push_back(length("runs.*.length", run, feet(4), feet(32), [](Ask& a) -> Value {
        // The ground under the coop does for some of it.
        const bool under = onPosts(a) && a.flag(slotKey("runs", a.row(), "under"));
        const auto need = inSquareMetres(runShare(a) - (under ? underFloor(a) : Area{})) * 1e6;
        const auto half = inches(6);
        const auto self = mine("runs", a);
        const auto l = mm(need / inMm(runWidth(a, self)));
        return bounded(half * ((l.count() + half.count() - 1) / half.count()), feet(4), longestRun(a, self));
    }));
    p.push_back(onlyWhen(length("runs.*.at", run, Length{}, feet(12), always(Length{}), false), ownRoof));
    p.push_back(choice(
        "runs.*.top", run,
        {"metal_lapped", "metal_sealed", "plastic_lapped", "plastic_sealed", "clear_lapped", "clear_sealed", "mesh", "shared"},
        [](Ask& a) -> Value { return std::string{indoors(a) ? "mesh" : "metal_sealed"}; }, false));
    p.push_back(onlyWhen(angle("runs.*.pitch", run, pitch(0.5, 12), pitch(6, 12),
                               [](Ask& a) -> Value {
                                   const auto& top = a.choice(mine("runs", a) + ".top");
                                   return top == "mesh" ? pitch(0.5, 12) : std::max(roofCover(top).least, pitch(1, 12));
                               }),
                         ownRoof));
    p.push_back(onlyWhen(
        length("runs.*.height", run, feet(3), feet(8),
               [](Ask& a) -> Value {
                   const auto eighth = inches(0.5);
                   const auto shell = shellOf(a);
                   const auto runOn = a.choice(mine("runs", a) + ".side");
                   auto most = roofEdge(shell, runOn) - kRunRoofThick;
                   // Its roof passes under the vents of that wall.
                   for (const int row : a.rows("vents"))
                       if (const auto v = "vents." + std::to_string(row); a.choice(v + ".wall") == runOn)
                           most = std::min(most, shell.floorTop + highestHead(shell, runOn, a.length(v + ".at"), a.length(v + ".width")) -
                                                     a.length(v + ".height") - kRunRoofThick);
                   return bounded(std::min(inches(80), eighth * (most.count() / eighth.count())), feet(3), feet(8));
               }),
        ownRoof));
    p.push_back(choice("runs.*.gate", run, {"outer", "left", "right"}, [](Ask& a) -> Value {
        // Where a post under the ridge leaves too little room beside it, the gate goes in a side.
        const auto place = runPlace(a, mine("runs", a));
        return std::string{place.shared && runOuterPosts(a, place)[1] < inches(26) ? "left" : "outer"};
    }));
    p.push_back(length("runs.*.gate_width", run, inches(18), inches(48), [](Ask& a) -> Value {
        const auto place = runPlace(a, mine("runs", a));
        auto most = runWidth(a, place.key) - inches(16);
        if (place.shared)
            most = (a.choice(place.key + ".gate") == "outer" ? runOuterPosts(a, place) : runSidePosts(a, place))[1] - inches(8);
        return bounded(most, inches(18), inches(32));
    }));
    p.push_back(onlyWhen({"runs.*.under", run, Type::flag, false, true, {}, always(false), false, {}}, [](Ask& a) { return onPosts(a); }));
    p.push_back(onlyWhen({"runs.*.passage", run, Type::flag, false, true, {}, always(true), false, {}},
                         [](Ask& a) { return runPassage(a, runPlace(a, mine("runs", a))).has_value(); }));
    p.push_back(stands(choice("runs.*.existing", run, parts, word("new"), false)));
    p.push_back(onlyWhen(count("run.perches", run, 0, 4, always(std::int64_t{0}), false), [](Ask& a) { return !a.rows("runs").empty(); }));
    p.push_back(choice("mesh.kind", run, {"hardware-cloth-1/2", "hardware-cloth-1/4"}, word("hardware-cloth-1/2"), false));
    p.push_back(choice("mesh.upper", run, {"same", "netting-1"}, word("same"), false));
    p.push_back(choice("apron.kind", run, {"flat", "buried"}, word("flat"), false));
    p.push_back(fixedLength("apron.width", run, Length{}, inches(24), inches(18)));
    // Cut
    p.push_back(fixedLength("cut.kerf", cut, Length{}, inches(0.25), inches(0.125)));
    p.push_back(fixedLength("cut.trim", cut, Length{}, inches(3), Length{}));
    p.push_back(choice("stock.longest", cut, {"8ft", "10ft", "12ft", "14ft", "16ft"}, word("16ft"), false));
    p.push_back(choice("onhand.use", cut, {"saves", "first", "no"}, word("saves"), false));
    // Buy
    p.push_back({"budget.total", buy, Type::money, money(0), money(100000), {}, always(money(0)), false, {}});
    p.push_back({"prices.store", buy, Type::text, std::string{}, std::string{}, {}, word(""), false, {}});
    p.push_back(choice("prices.currency", buy, {"dollar", "euro", "pound"}, word("dollar"), false));
    p.push_back({"prices.tax", buy, Type::share, percent(0), percent(30), {}, always(percent(6)), false, {}});
    // A small car with its seats down. Common practice.
    p.push_back({"trip.longest", buy, Type::length, feet(3), feet(20), {}, always(feet(8)), false, {}});
    p.push_back({"trip.load", buy, Type::mass, pounds(100), pounds(5000), {}, always(pounds(600)), false, {}});
    // Plans
    p.push_back(choice("plans.paper", plans, {"letter", "a4"}, word("letter"), false));
    p.push_back(choice("plans.units", plans, {"imperial", "metric"}, word("imperial"), false));
    p.push_back({"plans.title",
                 plans,
                 Type::text,
                 std::string{},
                 std::string{},
                 {},
                 [](Ask& a) -> Value { return a.choice("place.name"); },
                 true,
                 {}});
    // Build
    p.push_back(count("build.hands", build, 1, 6, always(std::int64_t{2}), false));
    return p;
}

}  // namespace

const std::vector<Param>& params() {
    static const std::vector<Param> table = declare();
    return table;
}

}  // namespace oiko
