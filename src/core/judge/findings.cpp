#include "core/judge/findings.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/base/tolerance.h"
#include "core/catalog/covers.h"
#include "core/catalog/skins.h"
#include "core/design/cleanouts.h"
#include "core/design/existing.h"
#include "core/design/ground.h"
#include "core/design/layout.h"
#include "core/design/lean.h"
#include "core/design/litter.h"
#include "core/design/partition.h"
#include "core/design/rules.h"
#include "core/design/screens.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/design/water.h"
#include "core/judge/court.h"
#include "core/judge/holes.h"
#include "core/judge/sight.h"

namespace oiko {
namespace {

/// Of a framed wall behind mesh, what studs and plates leave. Common practice.
constexpr double kMeshOpen = 0.8;
constexpr Source kSoil{"International Residential Code", "2018", "R317.1(5), wood siding 6 in from the ground"};

struct Hearing : Court {
    double birds() const { return static_cast<double>(birdsSizedFor(s)); }

    void room() {
        const auto clear = clearFloor(s);
        auto& f =
            find("room.floor", "room", inSquareMetres(clear) / birds(), inSquareMetres(s.area("flock.floor_each")), "m2/bird", true, 0.05);
        f.parts = idsWith("floor/deck");
        moreCleanOuts(f);
        if (s.isSet("coop.width") || s.isSet("coop.depth")) f.remedies.push_back({{"coop.width", ""}, {"coop.depth", ""}});
        const auto step = feet(2);
        f.remedies.push_back({{"coop.width", len(s.length("coop.width") + step)}});
        f.remedies.push_back({{"coop.depth", len(s.length("coop.depth") + step)}});
        if (s.count("flock.count") > 2)
            f.remedies.push_back(
                {{"flock.count", std::to_string(static_cast<std::int64_t>(clear.count() / s.area("flock.floor_each").count()))}});
    }
    /// On legs a larger floor wants as many as bring it within reach.
    void moreCleanOuts(Finding& f) {
        if (!elevated(s) || !s.rows("partitions").empty()) return;
        const auto rows = s.rows("doors");
        std::vector<Change> more;
        const auto wanted = cleanOutsWanted(s);
        if (!wanted) f.remedies.push_back({{"form.kind", "walk_in"}});
        for (auto k = rows.size(); k < wanted.value_or(k); ++k)
            more.push_back({slotKey("doors", static_cast<int>(more.size()) + (rows.empty() ? 1 : rows.back() + 1), "kind"), "clean_out"});
        if (!more.empty()) f.remedies.push_back(std::move(more));
    }
    void runRoom() {
        // A flock that only sleeps in the coop ranges by day and wants no run.
        const bool wanted = !s.rows("runs").empty() || s.choice("flock.shut_in") != "sleep_only";
        auto& f = find("run.floor", "run", inSquareMetres(runFloor(s)) / birds(), wanted ? inSquareMetres(s.area("flock.run_each")) : 0,
                       "m2/bird", true, 0.05);
        f.parts = idsWith("runs.");
        for (const int r : s.rows("runs")) {
            f.remedies.push_back({{slotKey("runs", r, "length"), len(s.length(slotKey("runs", r, "length")) + feet(2))}});
            if (s.applies(slotKey("runs", r, "width")))
                f.remedies.push_back(
                    {{slotKey("runs", r, "width"), ""}, {slotKey("runs", r, "length"), ""}, {slotKey("runs", r, "at"), ""}});
        }
    }
    void runWays() {
        const auto runs = runPlaces(s);
        double shut = 0;
        std::vector<std::vector<Change>> remedies;
        for (const auto& run : runs) {
            const auto open = openTo(s, run.key);
            const bool pop = std::ranges::any_of(runs, [&](const RunPlace& at) {
                return std::ranges::find(open, at.key) != open.end() && std::ranges::any_of(m.openings, [&](const OpeningSpec& o) {
                           return o.side == at.side && o.kind == "pop" && o.at > at.at && o.at + o.width < at.at + at.width;
                       });
            });
            const bool passage = std::ranges::any_of(runs, [&](const RunPlace& from) {
                const auto way = s.flag(from.key + ".passage") ? runPassage(s, from) : std::nullopt;
                return way && (from.key == run.key || way->into == run.key);
            });
            if (pop || passage) continue;
            ++shut;
            const auto pops = s.rows("pops");
            remedies.push_back({{slotKey("pops", pops.empty() ? 1 : pops.back() + 1, "wall"), run.side}});
        }
        auto& f = find("run.way", "others", shut, 0, "count", false, 0);
        f.parts = idsWith("runs."), f.remedies = std::move(remedies);
        // Rain off the coop's wall goes over a run's roof, not behind it.
        double least = 1e9;
        std::vector<Change> lower;
        std::vector<std::string> metal;
        for (const auto& run : runs)
            if (const auto* p = m.find(run.key + "/flashing/1")) {
                const double leg = bounds(p->solids.front()).size().z, lack = inMm(kFlashingLeg) - leg;
                least = std::min(least, leg);
                if (lack < kTouchMm) continue;
                metal.push_back(p->id);
                lower.push_back(
                    {run.key + ".height", len(s.length(run.key + ".height") - inches(0.5) * (1 + mm(lack).count() / inches(0.5).count()))});
            }
        if (least > 1e8) return;
        auto& g = find("run.flashing", "others", least + kTouchMm, inMm(kFlashingLeg), "mm", true, 0);
        g.parts = lower.empty() ? idsWith("runs.") : std::move(metal);
        g.remedies.push_back(std::move(lower));
    }
    void roost() {
        double bar = 0;
        for (const auto& p : m.parts)
            if (p.role == "roost") bar += p.extent(p.along);
        // Some birds sleep on the floor.
        if (bar <= 0 && birdsOf(s).roost == Length{}) return;
        auto& f = find("roost.bar", "roost", bar / birds(), inMm(birdsOf(s).roost), "mm/bird", true, 0.05);
        f.parts = idsWith("roosts/bar");
        f.remedies.push_back({{"roost.count", std::to_string(s.count("roost.count") + 1)}});
        if (s.isSet("roost.count")) f.remedies.push_back({{"roost.count", ""}});
        f.remedies.push_back({{"roost.apart", len(inches(10))}, {"roost.count", std::to_string(s.count("roost.count") + 1)}});
        if (!roosting(s)) return;
        const double over = inMm(s.length("roost.height") - nestsUp(s));
        auto& g = find("roost.abovenests", "roost", over, inMm(inches(6)), "mm", true);
        g.parts = idsWith("roosts/bar");
        g.remedies.push_back({{"roost.height", len(nestsUp(s) + inches(8))}});
        g.remedies.push_back({{"roost.height", ""}});
        // Within a curb they jump from the earth.
        const auto floor = earthFloor(s) ? shell.floorTop : Length{};
        const bool wanted = s.flag("roost.ladder"), ladder = m.find("roosts/ladder") != nullptr;
        if (wanted) {
            auto& up = find("roost.ladder", "roost", ladder ? 1 : 0, 1, "count", true, 0);
            up.parts = idsWith("roosts/bar"), up.remedies.push_back({{"roost.ladder", "no"}});
        }
        auto& h =
            find("roost.jump", "roost", ladder ? 0 : inMm(s.length("roost.height") + floor), inMm(birdsOf(s).roostHigh), "mm", false, 0.05);
        h.parts = idsWith("roosts/bar");
        h.remedies.push_back({{"roost.height", len(birdsOf(s).roostHigh - floor)}});
        if (!wanted) h.remedies.push_back({{"roost.ladder", "yes"}});
    }
    void nests() {
        const auto n = s.count("nests.count");
        auto& f = find("nests.hens", "nests", birds() / static_cast<double>(n), static_cast<double>(kHensToANest), "birds/nest", false, 0);
        if (n < kLeastNests) f.state = State::fail;
        f.parts = idsWith("nests/");
        f.remedies.push_back({{"nests.count", std::to_string(nestsNeeded(birdsSizedFor(s)))}});
        if (s.isSet("nests.count")) f.remedies.push_back({{"nests.count", ""}});
        const auto clear = std::min(nestClear(s), nestHigh(s)), wanted = birdsOf(s).nest;
        if (clear < wanted) {
            auto& tight = find("nests.size", "nests", inMm(clear), inMm(wanted), "mm", true, 0);
            tight.state = State::near, tight.parts = idsWith("nests/");
            tight.remedies.push_back({{s.applies("nests.clear") ? "nests.clear" : "nests.kind", s.applies("nests.clear") ? "" : "inside"}});
        }
        // The drop zone under and behind the roosts holds no nest.
        double inZone = 0;
        for (const auto& c : m.clear)
            if (c.id == "roosts/zone")
                for (const auto& o : m.openings)
                    if (o.kind == "nest") {
                        const auto b = bounds(c.solid);
                        const bool alongX = o.side == "front" || o.side == "back";
                        double low = 1e300, high = -1e300;
                        for (const auto& p : o.corners) low = std::min(low, alongX ? p.x : p.y), high = std::max(high, alongX ? p.x : p.y);
                        inZone = std::max(0.0, std::min(high, alongX ? b.high.x : b.high.y) - std::max(low, alongX ? b.low.x : b.low.y));
                        if (o.side == s.choice("roost.wall"))
                            inZone = high - low;
                        else if ((sideIndex(o.side) - sideIndex(s.choice("roost.wall")) + 4) % 4 == 2)
                            inZone = 0;
                    }
        auto& g = find("nests.zone", "others", inZone, inMm(inches(2)), "mm", false, 0);
        // In a coop a few feet deep they can't help standing close: under one nest's width is a nuisance, not a fault.
        if (g.state == State::fail && inZone < inMm(nestClear(s))) g.state = State::near;
        g.parts = idsWith("nests/");
        g.remedies.push_back({{"nests.at", ""}});
        g.remedies.push_back({{"nests.wall", ""}, {"nests.at", ""}});
        // Eggs are taken from outside: above this a child needs a step. Common practice.
        if (nestsInside(s)) nestsWay();
        if (!nestsThrough(s)) return;
        const auto nest = s.length("nests.at");
        const auto before = outsideWall(s, s.choice("nests.wall"), nest, nest + openingWidth(s, "nests"), feet(2));
        auto& h = find("nests.outside", "others", inMm(shell.floorTop + s.length("nests.height")) - m.ground.lowest(before),
                       inMm(inches(48)), "mm", false, 0.02);
        h.parts = idsWith(nestsFlush(s) ? "nests/front" : "nests/lid");
        h.remedies.push_back({{"nests.height", ""}});
    }
    /// One steps through a partition's door onto free floor, not into the roosts.
    void partitionWay() {
        if (!roosting(s) || !innerDoors(s)) return;
        for (const auto& p : partitions(s)) {
            if (!p.within.empty()) continue;  // that leads into the room round it
            const auto roost = s.choice("roost.wall");
            const auto zone = shell.wallDeep + roostZone(s), at = s.length(p.key + ".door_at"), wide = s.length(p.key + ".door_width");
            Length into;
            if (leftOf(p.wall) == roost) into = std::max(into, zone - at);
            if (rightOf(p.wall) == roost) into = std::max(into, at + wide - (wallLength(s, p.wall) - zone));
            auto& f = find("partition.way", "others", inMm(std::min(into, wide)), inMm(wide) / 4, "mm", false, 0.5);
            f.parts = idsWith(p.key);
            f.remedies.push_back({{p.key + ".door_at", ""}});
            f.remedies.push_back({{"roost.wall", std::string{opposite(roost)}}});
            f.remedies.push_back({{"roost.count", std::to_string(std::max<std::int64_t>(1, s.count("roost.count") - 1))}});
        }
    }
    /// Doors round the corner from a row that stands inside: what it leaves free before them, least against what each wants.
    void nestsWay() {
        const auto side = s.choice("nests.wall");
        const auto at = s.length("nests.at"), reach = shell.wallDeep + nestReach(s);
        double least = 1;
        for (const auto& o : m.openings) {
            const bool pop = o.kind == "pop", door = o.kind == "people_door";
            const auto turn = (sideIndex(o.side) - sideIndex(side) + 4) % 4;
            if ((!pop && !door) || turn % 2 == 0) continue;
            // The wall round the left end is met at its right end.
            const auto fromCorner = turn == 3 ? wallLength(s, o.side) - o.at - o.width : o.at;
            const auto free = (turn == 3 ? at : wallLength(s, side) - at - openingWidth(s, "nests")) - shell.wallDeep;
            if (fromCorner < reach) least = std::min(least, inMm(free) / inMm(pop ? kWayToPop : kWayToDoor));
        }
        auto& f = find("nests.way", "others", least, 1, "share", true, 0);
        f.parts = idsWith("nests/");
        f.remedies.push_back({{"nests.at", ""}});
        for (const auto other : kSides)
            if (other != side) f.remedies.push_back({{"nests.wall", std::string{other}}, {"nests.at", ""}});
    }
    double openM2(std::string_view kind, bool inSummer = true) const {
        // Air comes through mesh from a room parted off, not through a sheet.
        const bool solid = std::ranges::any_of(partitions(s), [](const Partition& p) { return !p.mesh && p.within.empty(); });
        // Below a mesh door a board keeps the litter in.
        const auto shut = kind == "people_door" ? shell.timber->size(kickBoard(s)).wide : Length{};
        double sum = 0;
        for (const auto& o : m.openings)
            if (o.kind == kind && (kind != "people_door" || screened(s, o.id)) && (!solid || opensToBirds(s, o.side, o.at, o.width))) {
                if (kind == "vent" && !inSummer && s.choice(o.id + ".kind") == "boarded") continue;
                sum += inMm(o.width) * inMm(o.height - shut) / 1e6 * (kind == "window" ? opensShare(s.choice(o.id + ".kind")) : 1);
            }
        return sum;
    }
    /// What mesh leaves open of whole walls, less what is framed behind it.
    double openWallsM2() const {
        double sum = 0;
        for (const auto& p : m.parts)
            if (p.role == "wall-mesh" && p.side != leanSide(s)) sum += p.volumeMm3() / p.extent(p.thick()) / 1e6;
        return sum * kMeshOpen;
    }
    void shelter() {
        // Draughts at roost height harm: the roosts' wall stays closed. Common practice.
        // Within a building no wind blows.
        if (!roosting(s) || indoors(s) || std::ranges::none_of(kSides, [&](auto side) { return openWall(s, side); })) return;
        auto& f = find("roost.shelter", "roost", openWall(s, s.choice("roost.wall")), 0, "count", false, 0);
        f.parts = idsWith("roosts/bar");
        for (const auto side : kSides)
            if (!openWall(s, side) && roomsAt(s, side) == Length{}) f.remedies.push_back({{"roost.wall", std::string{side}}});
        f.remedies.push_back({{"skin.open_" + s.choice("roost.wall"), "no"}});
    }
    void air() {
        const double walls = openWallsM2(), vents = openM2("vent", false) + walls,
                     all = walls + openM2("vent") + openM2("window") + openM2("pop") + openM2("people_door");
        const double floor = inSquareMetres(clearFloor(s));
        const auto widen = [&](Finding& f) {
            for (const int r : s.rows("vents")) {
                auto key = slotKey("vents", r, "height");
                auto more = s.length(key) + inches(2);
                if (more > std::get<Length>(findParam(key)->high)) key = slotKey("vents", r, "width"), more = s.length(key) + inches(6);
                f.remedies.push_back({{key, len(more)}});
                if (f.remedies.size() >= 2) break;
            }
            for (const int r : s.rows("vents"))
                if (s.isSet(slotKey("vents", r, "height"))) f.remedies.push_back({{slotKey("vents", r, "height"), ""}});
        };
        auto& f = find("air.summer", "summerair", all / birds(), inSquareMetres(summerAir(s)) / birds(), "m2/bird", true);
        f.parts = idsWith("vents.");
        widen(f);
        for (const int r : s.rows("doors"))
            if (const auto key = slotKey("doors", r, "screen"); s.applies(key) && !s.flag(key)) f.remedies.push_back({{key, "yes"}});
        const auto rows = s.rows("windows");
        if (static_cast<int>(rows.size()) < mostRows("windows"))
            for (const auto wall : kSides)
                f.remedies.push_back({{slotKey("windows", rows.empty() ? 1 : rows.back() + 1, "wall"), std::string{wall}}});
        auto& g = find("air.winter", "winterair", vents / floor, 0.1, "share", true, 0.05);
        g.parts = idsWith("vents.");
        for (const int r : s.rows("vents"))
            if (s.choice(slotKey("vents", r, "kind")) == "boarded") g.remedies.push_back({{slotKey("vents", r, "kind"), "open"}});
        widen(g);
    }
    void headroom() {
        const auto need = s.length("keeper.height") + inches(3);
        if (s.choice("form.kind") == "walk_in") {
            auto& f = find("headroom.inside", "headroom", inMm(standingRoom(s, shell)), inMm(need), "mm", true, 0.01);
            f.parts = idsWith(shell.gable() ? "roof/tie" : "roof/rafter");
            f.remedies.push_back({{"coop.low_wall", ""}});
            f.remedies.push_back({{"coop.low_wall", len(need + std::max(Length{}, litterTop(s)))}});
            if (shell.otherWall() < need) f.remedies.push_back({{"roof.ridge", ""}, {"roof.other_pitch", ""}});
            for (const int r : s.rows("doors")) {
                if (s.choice(slotKey("doors", r, "kind")) != "people_door") continue;
                const auto key = slotKey("doors", r, "height");
                auto& d =
                    find("headroom.door", "headroom", inMm(s.length(key)), inMm(s.length("keeper.height") + inches(2)), "mm", true, 0.01);
                d.parts = idsWith("doors." + std::to_string(r));
                d.remedies.push_back({{key, ""}});
                const auto& fall = s.choice("roof.falls_to");
                const auto higher = shell.gable() ? rightOf(fall) : fall == "back" ? "front" : "back";
                const auto row = "doors." + std::to_string(r);
                d.remedies.push_back({{row + ".wall", std::string{higher}}, {row + ".at", ""}, {key, ""}});
            }
        } else {
            // No point of the floor farther from a door than one leans: about 48 in through a clean-out, and that on the same side of a
            // partition. Common practice.
            double worst = 0;
            const double w = inMm(s.length("coop.width")), d = inMm(s.length("coop.depth"));
            const auto rooms = partitions(s);
            const auto roomAt = [&](double x, double y) {
                const auto in = std::ranges::find_if(rooms, [&](const Partition& p) {
                    const double off = p.wall == "front" ? y : p.wall == "back" ? d - y : p.wall == "left" ? x : w - x;
                    return off < inMm(p.wallDeep + p.room + p.cover);
                });
                return in - rooms.begin();
            };
            for (int i = 0; i <= 20; ++i)
                for (int k = 0; k <= 20; ++k) {
                    const double x = 89 + (w - 178) * i / 20, y = 89 + (d - 178) * k / 20;
                    double near = 1e9;
                    for (const auto& o : m.openings)
                        if (o.kind == "clean_out" || o.kind == "people_door") {
                            Vec3 a = o.corners[0], b = o.corners[1];
                            if (const auto middle = (a + b) * 0.5; roomAt(middle.x, middle.y) != roomAt(x, y)) continue;
                            const auto ab = b - a;
                            const double t = std::clamp(((x - a.x) * ab.x + (y - a.y) * ab.y) / (ab.x * ab.x + ab.y * ab.y), 0.0, 1.0);
                            near = std::min(near, std::hypot(x - a.x - t * ab.x, y - a.y - t * ab.y));
                        }
                    worst = std::max(worst, near);
                }
            if (worst > 1e8) worst = std::hypot(w, d);
            auto& f = find("reach.floor", "others", worst, inMm(kLeanIn), "mm", false, 0.05);
            f.parts = idsWith("floor/deck");
            moreCleanOuts(f);
            for (const int r : s.rows("doors")) f.remedies.push_back({{slotKey("doors", r, "width"), len(inches(48))}});
            const auto extra = slotKey("doors", s.rows("doors").empty() ? 1 : s.rows("doors").back() + 1, "wall");
            for (const auto& p : rooms)
                if (std::ranges::none_of(m.openings, [&](const auto& o) { return o.side == p.wall && o.id.starts_with("doors."); }))
                    f.remedies.push_back({{extra, p.wall}});
            f.remedies.push_back(
                {{extra,
                  std::string{opposite(s.rows("doors").empty() ? "front" : s.choice(slotKey("doors", s.rows("doors").front(), "wall")))}}});
        }
        for (const auto& run : runPlaces(s)) {
            // Under a roof of its own one stands up beside the coop; under the coop's, anywhere but at the eaves' beams.
            const auto stand = outsideWall(s, run.side, run.at, run.at + run.width, run.shared ? run.length : feet(2));
            auto& f = find("headroom.run", "headroom", inMm(runHeight(s, run) - runLitterDeep(s)) - m.ground.highest(stand),
                           inMm(s.length("keeper.height") + inches(2)), "mm", true, 0.01);
            // Stooping in a run is a nuisance, not a fault.
            if (f.state == State::fail) f.state = State::near;
            f.parts = idsWith(run.key + "/");
            f.remedies.push_back({{"coop.low_wall", len(s.length("coop.low_wall") + inches(6))}});
        }
    }
    void feed() {
        const auto wanted = s.count("feed.count") + s.count("water.count");
        const auto hung = std::ranges::count_if(m.parts, [](const Part& p) { return p.role == "feeder" || p.role == "drinker"; });
        auto& f = find("feed.place", "others", static_cast<double>(hung), static_cast<double>(wanted), "count", true, 0);
        // Then they stand somewhere: a nuisance, not a fault.
        if (f.state == State::fail) f.state = State::near;
        f.parts = idsWith("feed/");
        if (!s.rows("runs").empty()) f.remedies.push_back({{"feed.place", s.choice("feed.place") == "run" ? "coop" : "run"}});
        if (wanted > 2) f.remedies.push_back({{"feed.count", "1"}, {"water.count", "1"}});
        const auto stands = [&](const char* id, std::int64_t wants, std::string_view role, const char* prefix, const char* key) {
            if (wants == 0) return;
            const auto stand = std::ranges::count(m.parts, role, &Part::role);
            auto& h = find(id, "others", static_cast<double>(stand), static_cast<double>(wants), "count", true, 0);
            if (h.state == State::fail) h.state = State::near;
            h.parts = idsWith(prefix);
            h.remedies.push_back({{key, key == std::string_view{"run.corner"} || key == std::string_view{"run.tub"} ? "no"
                                        : key == std::string_view{"water.from"}                                     ? "hand"
                                                                                : std::to_string(stand)}});
        };
        stands("perch.place", perchesWanted(s), "perch", "perches/", "run.perches");
        // It stops only while it is charged, and nothing that flies or is small.
        if (s.applies("bank.high")) find("bank.water", "others", 1, 0, "count", false, 0).state = State::near;
        if (s.choice("fence.kind") != "none") find("fence.night", "others", 1, 0, "count", false, 0).state = State::near;
        stands("trough.place", troughsWanted(s), "trough", "trough/", "water.from");
        stands("tub.place", tubWanted(s), "tub", "tub/", "run.tub");
        stands("stump.place", stumpsWanted(s), "stump", "stumps/", "run.stumps");
        stands("corner.place", roofedCorner(s), "corner-roof", "roofed/", "run.corner");
        const auto& bath = s.choice("bath.place");
        if (bath == "none") return;
        auto& g = find("bath.place", "others", static_cast<double>(!idsWith("bath/").empty()), 1, "count", true, 0);
        if (g.state == State::fail) g.state = State::near;
        g.parts = idsWith("bath/");
        if (!s.rows("runs").empty()) g.remedies.push_back({{"bath.place", bath == "run" ? "coop" : "run"}});
    }
    void ground() {
        if (m.ground.level() && unevenMm(s) == 0) return;
        auto& f = find("ground.even", "others", unevenMm(s), inMm(inches(2)), "mm", false, 0.5);
        // More than a spade's work is still only work.
        if (f.state == State::fail) f.state = State::near;
        f.parts = idsWith("ground/block");
    }
    /// Rot shows under a knife, not to the eye: old parts carry only once somebody has tried them.
    void standing() {
        if (!somethingStands(s)) return;
        auto& f = find("existing.sound", "others", s.flag("existing.sound") ? 1 : 0, 1, "count", true, 0);
        if (f.state == State::fail) f.state = State::near;
        for (const auto& p : m.parts)
            if (p.existing && p.form == Form::lumber) f.parts.push_back(p.id);
        f.remedies.push_back({{"existing.sound", "yes"}});
        // A measure that changed moved some of those that were to be replaced, or took them away.
        std::string found;
        double lost = 0;
        for (const auto& id : replacedParts(s))
            if (m.find(id))
                found += (found.empty() ? "" : " ") + id;
            else
                ++lost;
        if (lost == 0) return;
        auto& g = find("existing.lost", "others", lost, 0, "count", false, 0);
        g.state = State::near, g.remedies.push_back({{"existing.replaced", found}});
    }
    /// Netting keeps birds in; what is wider than the chosen mesh keeps no paw out.
    void upperMesh() {
        const std::string stock = s.choice("mesh.upper");
        std::vector<std::string> light;
        for (const auto& p : m.parts)
            if (p.stock == stock) light.push_back(p.id);
        if (light.empty()) return;
        auto& f = find("mesh.upper", "others", inMm(inches(1)), ballThatMeshStops(s), "mm", false, 0);
        f.state = State::near;
        f.parts = std::move(light), f.remedies.push_back({{"mesh.upper", "same"}});
    }
    void others() {
        const auto& cover = roofCover(coverOf(s));
        // In a building neither rain nor splashed soil comes at it.
        if (indoors(s)) return ramps();
        auto pitched = shell.slopes[0].pitch;
        if (shell.gable()) pitched = std::min(pitched, shell.slopes[1].pitch);
        auto& f = find("roof.slope", "others", inDegrees(pitched), inDegrees(cover.least), "deg", true, 0);
        f.source = cover.source;
        for (const auto* covers : {"roof/panel", "roof/course", "roof/strip"})
            for (auto& id : idsWith(covers)) f.parts.push_back(std::move(id));
        const double clear = inMm(shell.floorTop - shell.deck) - 25.4;
        auto& g = find("soil.siding", "others", clear, inMm(inches(6)), "mm", true, 0);
        g.source = kSoil, g.parts = idsWith("front/siding");
        if (masonry(s))
            g.remedies.push_back({{"foundation.height", len(inches(8))}});
        else if (!frameless(s))
            g.remedies.push_back({{"floor.joist", "2x6"}});
        ramps();
    }
    void sight() {
        const auto look = lookIn(s, m);
        const auto all = look.seen.size() + look.hidden.size();
        if (s.rows("windows").empty() || all == 0) return;
        auto& f = find("sight.inside", "others", static_cast<double>(look.seen.size()), static_cast<double>(all), "count", true, 0);
        if (f.state == State::fail) f.state = State::near;
        f.parts = idsWith("windows.");
    }
    /// A leaf that swings out over steps pushes back down whoever stands on them.
    void landings() {
        for (const int r : s.rows("doors")) {
            const auto row = "doors." + std::to_string(r);
            if (!s.applies(row + ".landing")) continue;
            auto& f = find("steps.landing", "others", hasLanding(s, row), 1, "count", true, 0);
            if (f.state == State::fail) f.state = State::near;
            f.parts = idsWith(row + "/steps/");
            f.remedies.push_back({{row + ".landing", "yes"}});
        }
    }
    void ramps() {
        for (const int r : s.rows("pops")) {
            const auto key = slotKey("pops", r, "ramp");
            auto& h = find("ramp.steep", "others", inDegrees(s.angle(key)), inDegrees(birdsOf(s).steepest), "deg", false, 0);
            if (h.state == State::fail) h.state = State::near;  // up to 45 degrees is climbed with rungs
            h.parts = idsWith("pops." + std::to_string(r) + "/ramp");
            h.remedies.push_back({{key, ""}});
            h.remedies.push_back({{key, exactAngle(birdsOf(s).steepest)}});
            // Both ways, told by its width.
            const auto row = "pops." + std::to_string(r);
            const auto& bird = birdsOf(s);
            const auto room = std::min(s.length(row + ".width"), s.length(row + ".height") - bird.popHigh + bird.popWide);
            auto& w = find("pop.size", "others", inMm(room), inMm(bird.popWide - inches(2)), "mm", true, 0);
            w.parts = idsWith(row + "/");
            w.remedies.push_back({{row + ".kind", "slide"}, {row + ".width", ""}, {row + ".height", ""}});
        }
    }
};

}  // namespace

std::string_view name(State state) {
    constexpr std::array<std::string_view, 3> names{"pass", "near", "fail"};
    return names[static_cast<std::size_t>(state)];
}

State stateOf(double value, double limit, bool atLeast, double margin) {
    const double tiny = 1e-9 * std::max(1.0, std::fabs(limit));
    if (atLeast ? value < limit - tiny : value > limit + tiny) return State::fail;
    if (atLeast ? value < limit * (1 + margin) - tiny : value > limit * (1 - margin) + tiny) return margin > 0 ? State::near : State::pass;
    return State::pass;
}

std::vector<Finding> judge(Settled& s, const Model& m) {
    Hearing court{{s, m, shellOf(s)}};
    court.room(), court.runRoom(), court.runWays(), court.roost(), court.nests(), court.partitionWay(), court.shelter(), court.air(),
        court.headroom(), court.feed(), court.ground(), court.standing(), court.landings(), carrying(court), thingsInTheWay(court),
        court.upperMesh(), court.others(), court.sight();
    return std::move(court.out);
}

Served birdsServed(Settled& s, const Model& m) {
    const auto clear = clearFloor(s);
    double bar = 0;
    for (const auto& p : m.parts)
        if (p.role == "roost") bar += p.extent(p.along);
    const auto byFloor = clear / s.area("flock.floor_each");
    Served least{byFloor, "floor"};
    const auto also = [&](std::int64_t birds, std::string_view by) {
        if (birds < least.birds) least = {birds, by};
    };
    if (birdsOf(s).roost > Length{}) also(static_cast<std::int64_t>(bar / inMm(birdsOf(s).roost) + 1e-9), "roost");
    also(s.count("nests.count") * kHensToANest, "nests");
    if (!s.rows("runs").empty()) also(static_cast<std::int64_t>(runFloor(s) / s.area("flock.run_each")), "run");
    return least;
}

std::vector<std::string> notJudgedYet(bool gapsSearched) {
    std::vector<std::string> out{"snow", "wind", "structure", "hours"};
    if (!gapsSearched) out.insert(out.begin(), "gaps");
    return out;
}

}  // namespace oiko
