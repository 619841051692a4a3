// What can't be built together: each test names the two choices, and a way out where one is plain.
#include <algorithm>
#include <array>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/catalog/lumber.h"
#include "core/catalog/skins.h"
#include "core/catalog/stock.h"
#include "core/design/clashes.h"
#include "core/design/ground.h"
#include "core/design/gutter.h"
#include "core/design/hatches.h"
#include "core/design/layout.h"
#include "core/design/litter.h"
#include "core/design/partition.h"
#include "core/design/rules.h"
#include "core/design/screens.h"
#include "core/design/shell.h"
#include "core/design/water.h"
#include "core/design/wirefloor.h"

namespace oiko {
namespace {

constexpr std::array<std::string_view, 135> kIds{
    "pitch.cover",      "rafter.stock",   "rafter.bearing",   "wall.stock",     "wall.panel",     "opening.corner",    "opening.apart",
    "opening.head",     "opening.low",    "roost.room",       "roost.roof",     "nests.run",      "nests.sheet",       "run.wall",
    "run.roof",         "run.low",        "run.pitch",        "run.rafter",     "run.opening",    "gate.room",         "ramp.long",
    "ramp.sheet",       "beam.stock",     "door.eave",        "run.before",     "run.past",       "ridge.wall",        "ridge.low",
    "ridge.ties",       "opening.ridge",  "shutter.sheet",    "siding.eave",    "nests.eave",     "run.shared",        "run.twice",
    "run.gate",         "roost.boards",   "partition.wire",   "partition.curb", "partition.wall", "partition.twice",   "partition.cross",
    "partition.lining", "partition.room", "partition.rafter", "partition.door", "partition.head", "partition.opening", "partition.roost",
    "steps.eave",       "run.ridge",      "open.opening",     "open.run",       "nests.roost",    "nests.low",         "door.sheet",
    "door.leaves",      "ground.steep",   "ground.skids",     "ground.run",     "ground.runfall", "ground.door",       "post.stock",
    "feed.run",         "panel.stock",    "barrel.room",      "barrel.low",     "ground.steps",   "ceiling.run",       "open.nests",
    "open.low",         "pop.unit",       "pop.frame",        "pop.tall",       "ground.pavers",  "stud.tall",         "stud.header",
    "stud.slides",      "stud.shared",    "stud.foam",        "pop.leaf",       "ground.sills",   "window.unit",       "window.deep",
    "plate.joint",      "opening.stock",  "gutter.long",      "ridge.span",     "ridge.stock",    "post.beam",         "post.header",
    "post.boards",      "ridge.level",    "ridge.inside",     "ridge.near",     "pop.side",       "gate.leaf",         "shelves.wall",
    "shelves.bins",     "roost.trays",    "wire.floor",       "wire.joists",    "wire.bath",      "wire.low",          "partition.pop",
    "hatch.inside",     "tray.deep",      "tray.run",         "hatch.low",      "hatch.lip",      "floor.building",    "ground.floor",
    "ground.bank",      "nests.posts",    "nests.studs",      "nests.mesh",     "run.below",      "post.bay",          "litter.deep",
    "nests.bays",       "door.screen",    "lean.opening",     "lean.trays",     "lean.low",       "lean.run",          "lean.shared",
    "lean.room",        "lean.gate",      "water.barrel",     "water.head",     "water.far",      "run.wide",          "run.corner",
    "run.nogate",       "steps.run"};

std::vector<Opening> allOpenings(Settled& s, const Shell& shell) {
    std::vector<Opening> out;
    for (const std::string_view list : {"doors", "pops", "hatches", "windows", "vents"})
        for (const int row : s.rows(list)) {
            const auto r = std::string{list} + "." + std::to_string(row);
            const auto high = list == "hatches" ? kHatchHigh : s.length(r + ".height");
            Opening o{r, s.choice(r + ".wall"), s.length(r + ".at"), s.length(r + ".width"), Length{}, high, list == "vents"};
            if (list == "pops" || list == "hatches" || list == "windows") o.sill = s.length(r + ".sill");
            if (o.vent) o.sill = highestHead(shell, o.wall, o.at, o.width) - o.height;
            out.push_back(o);
        }
    // Inside they stand under a top as steep as 45 degrees.
    out.push_back({"nests", s.choice("nests.wall"), s.length("nests.at"), openingWidth(s, "nests"), nestsUp(s) - kNestBoard,
                   kNestBoard + nestHigh(s) + (nestsInside(s) ? nestDeep(s) : Length{})});
    return out;
}
/// Posts under the ridge stand on level ground, and clear of roosts, of nests that stand inside, and of partitions and their doors.
std::optional<Clash> ridgePostClash(Settled& s, const Shell& shell) {
    if (!groundOf(s).level()) return Clash{"ridge.level", "roof.ridge_posts", "ground.front_left", {}, Change{"roof.ridge_kind", "board"}};
    const auto post = timberOf(s).post, clear = shell.wide - wallDeep(s) * 2;
    if (const auto most = (clear - kRidgePostsApart) / (post + kRidgePostsApart); static_cast<std::int64_t>(shell.ridgePosts.size()) > most)
        return Clash{"ridge.near",
                     "roof.ridge_posts",
                     shell.turn % 2 == 0 ? "coop.width" : "coop.depth",
                     {s.count("roof.ridge_posts"), most, kRidgePostsApart},
                     Change{"roof.ridge_posts", std::to_string(most)}};
    const double half = inMm(post) / 2 + inMm(inches(1)), y = shell.slopes[0].y0;
    const auto names = [&](std::string key) { return Clash{"ridge.inside", "roof.ridge_posts", std::move(key), {}, std::nullopt}; };
    for (const double x : shell.ridgePosts) {
        // From the outer face of a wall inwards, and along it from its left end.
        const auto from = [&](std::string_view side) {
            const double depths[] = {y, inMm(shell.wide) - x, inMm(shell.deep) - y, x};
            return depths[shell.localSide(side)];
        };
        const auto along = [&](std::string_view side) { return from(leftOf(side)); };
        const auto inside = [&](std::string_view side) { return from(side) - inMm(wallDeep(s)) - half; };
        const auto& roost = s.choice("roost.wall");
        if (roosting(s) && inside(roost) < inMm(roostZone(s) + roomsAt(s, roost))) return names("roost.wall");
        if (const auto& wall = s.choice("nests.wall"); nestsInside(s) && inside(wall) < inMm(nestReach(s)))
            if (const double at = inMm(s.length("nests.at"));
                along(wall) > at - half && along(wall) < at + inMm(openingWidth(s, "nests")) + half)
                return names("nests.at");
        for (const int row : s.rows("doors")) {
            const auto door = slotKey("doors", row, "at"), key = door.substr(0, door.rfind('.'));
            const double u = along(s.choice(key + ".wall")), at = inMm(s.length(door));
            if (screened(s, key) && from(s.choice(key + ".wall")) - half < inMm(screenReach(s, key)) && u > at - half &&
                u < at + inMm(s.length(key + ".width")) + half)
                return names(key + ".screen");
        }
        for (const auto& p : partitions(s)) {
            const double far = from(p.wall), u = along(p.wall), door = inMm(s.length(p.key + ".door_at")),
                         wide = inMm(s.length(p.key + ".door_width"));
            const double face = inMm(p.reach()), back = face - inMm(p.wallDeep + p.cover);
            const bool swings = innerDoors(s) && u > door - half && u < door + wide + half && far > back - wide - half;
            // A partition on the earth stands on boards in it, a post on a footing.
            // Beside a corner it is in the room that one is a corner of.
            if (u < inMm(p.from) - half || u > inMm(p.to) + half) continue;
            const double foot = earthFloor(s) ? std::max(half, inMm(ridgeFooting(s, shell)) / 2) : half;
            if ((far < face + foot && far > back - foot) || (far < face + half && swings)) return names(p.key + ".room");
        }
    }
    return std::nullopt;
}

std::optional<Clash> roofClash(Settled& s, const Shell& shell) {
    const auto least = roofCover(coverOf(s)).least;
    if (shell.gable())
        for (const double span : {shell.slopes[0].span, shell.slopes[1].span})
            if (mm(span) < kLeastSlope)
                return Clash{"ridge.wall",
                             "roof.ridge",
                             shell.turn % 2 == 0 ? "coop.depth" : "coop.width",
                             {mm(span), kLeastSlope},
                             Change{"roof.ridge", written(span == shell.slopes[0].span ? kLeastSlope : shell.deep - kLeastSlope, s)}};
    for (const auto& slope : shell.slopes) {
        const std::string key = slope.toBack ? "roof.pitch" : "roof.other_pitch";
        if (slope.pitch < least)
            return Clash{
                "pitch.cover",
                key,
                "roof.cover",
                {slope.pitch, Ref{"option.roof.cover." + s.choice("roof.cover")}, least, std::string{roofCover(coverOf(s)).source.locus}},
                Change{key, exactAngle(least)}};
        if (slope.seat < kLeastBearing)
            return Clash{"rafter.bearing", key, "roof.rafter", {slope.pitch, s.choice("roof.rafter"), slope.seat, kLeastBearing}};
    }
    for (const auto& slope : shell.slopes) {
        const auto drop = sidingDrop(shell.rafterDeep, slope.pitch, shell.wallDeep, skinOf(s));
        if (drop > shell.plates)
            return Clash{"siding.eave",
                         slope.toBack ? "roof.pitch" : "roof.other_pitch",
                         shell.posted ? "frame.beam" : "frame.top_plates",
                         {drop, shell.plates},
                         drop > (shell.posted ? timberOf(s).size("4x6").wide : timberOf(s).two * 2) ? std::nullopt
                         : shell.posted ? std::optional{Change{"frame.beam", "4x6"}}
                                        : std::optional{Change{"frame.top_plates", "doubled"}}};
    }
    if (shell.gable()) {
        const auto room = mm(ridgeUndersideMm(shell)) - std::max(shell.lowWall(), shell.otherWall());
        if (room < tieDeep(shell) && shell.beam.empty()) {
            // So much steeper, on half an inch in a foot, that the ridge rises by what is missing.
            const double more = inMm(tieDeep(shell) - room) / (shell.slopes[0].span - inMm(shell.wallDeep));
            const auto steeper = pitch(std::ceil((shell.slopes[0].rise + more) * 24 + 0.5) / 2, 12);
            return Clash{"ridge.ties", "roof.pitch", "roof.form", {room, tieDeep(shell)}, Change{"roof.pitch", exactAngle(steeper)}};
        }
    }
    if (!shell.ridgePosts.empty())
        if (auto c = ridgePostClash(s, shell)) return c;
    if (const auto span = shell.beam.empty() ? Length{} : ridgeSpan(s, shell); span > shell.ridgeSpans)
        return Clash{"ridge.span",
                     "roof.ridge_kind",
                     shell.turn % 2 == 0 ? "coop.width" : "coop.depth",
                     {span, shell.ridgeSpans},
                     frameless(s) && shell.before == Length{} && shell.past == Length{}
                         ? Change{"roof.ridge_posts", std::to_string(fewestRidgePosts(s))}
                         : Change{"roof.ridge_kind", "board"}};
    if (const auto board = longestBoard(s); !shell.beam.empty())
        if (const auto length = ridgeBoard(shell, board); length > board)
            return Clash{"ridge.stock", "roof.ridge_kind", "stock.longest", {length, board}, Change{"roof.ridge_kind", "board"}};
    if (shell.otherWall() < feet(2)) return Clash{"ridge.low", "roof.ridge", "roof.other_pitch", {shell.otherWall(), feet(2)}};
    // What a shorter run under these rafters would mend.
    std::string reach;
    for (const auto& run : runPlaces(s))
        if (underRafters(s, run.key)) reach = run.key + ".length";
    const auto shorter = [&](Length by) -> std::optional<Change> {
        const auto grid = ruleGrid(s);
        const auto length = grid * ((s.length(reach) - by) / grid);
        return length >= feet(4) ? std::optional{Change{reach, written(length, s)}} : std::nullopt;
    };
    if (!indoors(s))
        if (auto c = panelClash(s, "roof.cover", reach.empty() ? "roof.overhang" : reach, s.choice("roof.cover"), shell.panelLength())) {
            if (!reach.empty())
                std::swap(c->first, c->second), c->nearest = shorter(shell.panelLength() - longestPanel(s.choice("roof.cover")));
            return c;
        }
    if (s.applies("roof.over_run") && s.choice("roof.over_run") == "clear")
        if (auto c = panelClash(s, "roof.over_run", "roof.overhang", "clear_sealed", shell.panelLength())) {
            c->nearest = Change{"roof.over_run", "same"};
            return c;
        }
    const auto longest = longestSold(s);
    const auto trim = s.length("cut.trim") * 2;
    if (shell.rafterLength() + trim > longest)
        return Clash{"rafter.stock",
                     !reach.empty()                            ? reach
                     : s.isSet("roof.overhang") && !indoors(s) ? "roof.overhang"
                     : shell.turn % 2 == 0                     ? "coop.depth"
                                                               : "coop.width",
                     "stock.longest",
                     {shell.rafterLength(), longest},
                     reach.empty() ? std::nullopt : shorter(shell.rafterLength() + trim - longest)};
    return std::nullopt;
}

std::optional<Clash> wallClash(Settled& s, const Shell& shell) {
    // Under the plates of the lowest wall six inches of mesh are left over the siding of an open one.
    if (const auto lower = lowerSiding(s), most = shell.lowestWall() - shell.plates - inches(6); lower > most)
        return Clash{"open.low",
                     "skin.lower",
                     "coop.low_wall",
                     {lower, most},
                     Change{"skin.lower", most >= inches(36)   ? "36in"
                                          : most >= inches(24) ? "24in"
                                                               : "none"}};
    // A stud bends inwards before it is shorter than 50 times its depth (NDS 2018 3.7.1.4).
    if (const auto tall = studTall(shell), most = shell.wallDeep * 50; tall > most)
        return Clash{"stud.tall",
                     "frame.stud",
                     "coop.low_wall",
                     {Ref{"option.frame.stud." + s.choice("frame.stud")}, tall, most},
                     Change{"frame.stud", tall > timberOf(s).size("2x3").wide * 50 ? "2x4" : "2x3"}};
    if (shell.posted) {
        if (const auto bay = postsApart(s) - timberOf(s).post; shell.widest < bay)
            return Clash{"post.beam",
                         "frame.beam",
                         "frame.walls",
                         {Ref{"option.frame.beam." + s.choice("frame.beam")}, shell.widest, bay},
                         beamCarries(s, "4x6") >= bay  ? Change{"frame.beam", "4x6"}
                         : postsApart(s) > kPostsApart ? Change{"frame.posts", "4ft"}
                                                       : Change{"frame.walls", "studs"}};
        // The beam is parted over posts alone; its last piece ends with the wall.
        if (const auto apart = postsApart(s), sold = longestBoard(s); apart + timberOf(s).post > sold)
            return Clash{"post.bay", "frame.posts", "stock.longest", {apart, sold}, Change{"frame.posts", "4ft"}};
        // Level boards bend from post to post, and end where there is none.
        if (const auto& kind = skin(s.choice("skin.kind")); kind.boards() && !kind.upright())
            return Clash{"post.boards", "skin.kind", "frame.walls", {kPostsApart}, Change{"skin.kind", "board_batten"}};
    }
    if (s.applies("skin.insulation"))
        if (const auto& foam = s.choice("skin.insulation"); foam != "none" && thicknessOf(foam) > shell.wallDeep)
            return Clash{"stud.foam",
                         "skin.insulation",
                         "frame.stud",
                         {thicknessOf(foam), Ref{"option.frame.stud." + s.choice("frame.stud")}},
                         Change{"skin.insulation", "foam-1-1/2"}};
    const auto longest = longestSold(s);
    // Panels reach from an inch below the deck to the rafters' underside; the longest sold is 10 ft.
    const auto panel = shell.tallestPanel();
    if (panel > feet(10)) return Clash{"wall.panel", "coop.low_wall", "roof.pitch", {panel, feet(10)}};
    // Corner boards are as long as the panels are tall.
    if (panel + s.length("cut.trim") * 2 > longest) return Clash{"wall.stock", "coop.low_wall", "stock.longest", {panel, longest}};
    return std::nullopt;
}

std::optional<Clash> stockClash(Settled& s, const Shell& shell) {
    const auto longest = longestSold(s);
    const auto trim = s.length("cut.trim") * 2;
    if (shell.deep + trim > longest && (shell.beam.empty() || !frameless(s)))
        return Clash{"beam.stock", shell.turn % 2 == 0 ? "coop.depth" : "coop.width", "stock.longest", {shell.deep, longest}};
    if (longerThanBoard(s) && !shell.posted && s.choice("frame.top_plates") == "single")
        return Clash{"plate.joint",
                     "frame.top_plates",
                     shell.turn % 2 == 0 ? "coop.width" : "coop.depth",
                     {shell.wide, longestBoard(s)},
                     Change{"frame.top_plates", "doubled"}};
    // Posts stand in one piece, from the lowest ground they may stand on.
    const auto g = groundOf(s);
    const auto tooLong = [&](Length top, const Bounds& place, const std::string& key) -> std::optional<Clash> {
        const auto post = top - mm(g.lowest(place)) + trim;
        if (post <= longest) return std::nullopt;
        return Clash{"post.stock", key, "stock.longest", {post, longest}};
    };
    if (onPosts(s)) {
        const auto beam = s.length("floor.height") - shell.deck - shell.joistDeep - timberOf(s).size("4x6").wide;
        const auto set = s.choice("foundation.kind") == "set_posts" ? s.length("foundation.depth") : Length{};
        if (auto c =
                tooLong(beam + set, Bounds{{0, 0, 0}, {inMm(s.length("coop.width")), inMm(s.length("coop.depth")), 0}}, "floor.height"))
            return c;
    }
    for (const auto& run : runPlaces(s)) {
        const auto under = underRafters(s, run.key) ? std::max(shell.lowWall(), mm(farBeam(shell, run.side).top))
                           : shell.gable()          ? mm(ridgeUndersideMm(shell))
                                                    : shell.otherWall();
        const auto top = run.shared ? shell.floorTop + under : runHeight(s, run) - runBeamDeep(s, run);
        if (auto c =
                tooLong(top, outsideWall(s, run.side, run.at, run.at + run.width, run.length), run.key + (run.shared ? ".top" : ".height")))
            return c;
    }
    return std::nullopt;
}

/// A building's floor is under a coop inside it, and level.
std::optional<Clash> ownFloorClash(Settled& s) {
    if (!ownFloor(s) || indoors(s)) return std::nullopt;
    return Clash{"floor.building", "foundation.kind", "roof.form", {}, Change{"roof.form", "ceiling"}};
}

/// Nobody treads on mesh; it is tied down on joists near each other, and what is to be let down below it has room to hang.
std::optional<Clash> wireClash(Settled& s) {
    if (!s.applies("floor.deck") || s.choice("floor.deck") != "wire") return std::nullopt;
    if (!elevated(s)) return Clash{"wire.floor", "floor.deck", "form.kind", {}, Change{"form.kind", "elevated"}};
    if (!onPosts(s)) return Clash{"wire.floor", "floor.deck", "foundation.kind", {}, Change{"foundation.kind", "posts"}};
    if (s.choice("floor.spacing") != "16in")
        return Clash{"wire.joists", "floor.deck", "floor.spacing", {}, Change{"floor.spacing", "16in"}};
    if (s.choice("bath.place") == "coop")
        return Clash{"wire.bath", "bath.place", "floor.deck", {}, Change{"bath.place", s.rows("runs").empty() ? "none" : "run"}};
    const auto leaf = dropLeaf(s) + inches(1), room = dropRoom(s);
    if (s.flag("floor.drop") && leaf > room) {
        const auto high = s.length("floor.height") + leaf - room;
        return Clash{"wire.low",
                     "floor.drop",
                     "floor.height",
                     {leaf, room},
                     high <= inches(48) ? Change{"floor.height", written(high, s)} : Change{"floor.drop", "no"}};
    }
    return std::nullopt;
}

/// What birds or eggs come through or lie in stands clear above the litter, and so do the roosts.
std::optional<Clash> litterClash(Settled& s) {
    if (!litterOf(s)) return std::nullopt;
    const auto top = litterTop(s);
    const auto over = [&](const std::string& key, Length clear) -> std::optional<Clash> {
        if (!s.applies(key) || s.length(key) >= top + clear) return std::nullopt;
        return Clash{"litter.deep", "litter.deep", key, {s.length(key), top + clear}, Change{key, written(top + clear, s)}};
    };
    for (const auto* list : {"pops", "hatches", "windows", "partitions"})
        for (const int row : s.rows(list))
            if (auto c = over(slotKey(list, row, "sill"), kOverLitter)) return c;
    if (auto c = over("nests.height", kOverLitter)) return c;
    return over("roost.height", kRoostOverLitter);
}

/// Before each eave's wall there is a place for its barrel, and height for it under the gutter.
std::optional<Clash> barrelClash(Settled& s, const Shell& shell) {
    const auto eaves = guttered(s);
    if (fromBarrel(s)) {
        if (eaves.empty())
            return Clash{"water.barrel", "water.from", indoors(s) ? "roof.form" : "roof.gutter", {}, Change{"water.from", "mains"}};
        if (overRun(s, eaves.front()) > Length{} && !troughsInRun(s))
            return Clash{"water.far", "water.from", "feed.place", {}, Change{"feed.place", "run"}};
        if (const int courses = standCourses(s, eaves.front()); courses > kMostCourses)
            return Clash{"water.head",
                         "water.from",
                         frameless(s) ? "foundation.height" : "floor.height",
                         {kBlockHigh * courses, kBlockHigh * kMostCourses},
                         Change{"water.from", "mains"}};
    }
    for (const auto& slope : shell.slopes) {
        const auto& low = s.choice("roof.falls_to");
        const auto whole = standHigh(s, slope.toBack ? low : opposite(low)) + kBarrelHigh;
        const double foot = gutterMm(shell, slope, s.choice("roof.cover")) - inMm(feet(20)) * kGutterFall + inMm(shell.floorTop);
        if (!eaves.empty() && foot < inMm(whole + inches(4)))
            return Clash{"barrel.low", "roof.gutter", "coop.low_wall", {mm(foot), whole}, Change{"roof.gutter", "none"}};
    }
    // Water runs no farther to its outlet. Common practice.
    for (const auto& side : eaves)
        if (const auto at = barrelAt(s, side), far = std::max(at, wallLength(s, side) - at); far > kLongestGutter)
            return Clash{"gutter.long",
                         "roof.gutter",
                         shell.turn % 2 == 0 ? "coop.width" : "coop.depth",
                         {far, kLongestGutter},
                         Change{"roof.gutter", "none"}};
    for (const auto& side : eaves) {
        const std::string end = barrelAt(s, side) == kBarrelEnd ? "left" : "right", other = end == "left" ? "right" : "left";
        if (barrelFree(s, side, end)) continue;
        return Clash{"barrel.room",
                     "roof.barrel",
                     "roof.gutter",
                     {Ref{"side." + side}, Ref{"option.roof.barrel." + end}},
                     barrelFree(s, side, other) ? Change{"roof.barrel", other} : Change{"roof.gutter", "none"}};
    }
    return std::nullopt;
}

}  // namespace

std::string heightKey(const Opening& o) {
    return o.row == "nests" ? "nests.height" : o.row + (o.row.starts_with("hatches") ? ".sill" : ".height");
}

Ref keyRef(std::string_view slot) { return Ref{"key." + std::string{findParam(slot)->key}}; }

std::string written(Length v, Settled& s) { return exactLength(v, s.choice("plans.units") == "metric" ? Units::metric : Units::imperial); }

std::optional<Clash> panelClash(Settled& s, std::string coverKey, std::string lengthKey, std::string_view cover, Length panel) {
    const std::string stock{roofCover(cover).stock};
    auto longest = longestPanel(cover);
    // Listed to the millimetre it is no longer than that.
    if (s.choice("plans.units") == "metric") longest = mm(std::floor(inMm(longest)));
    if (roofCover(cover).decked || panel <= longest) return std::nullopt;
    return Clash{"panel.stock",
                 coverKey,
                 std::move(lengthKey),
                 {panel, Ref{"stock." + stock}, longest},
                 Change{coverKey, cover.ends_with("lapped") ? "metal_lapped" : "metal_sealed"}};
}

std::span<const std::string_view> clashIds() { return kIds; }

std::optional<Clash> clash(Settled& s) {
    const auto shell = shellOf(s);
    const auto all = allOpenings(s, shell);
    auto c = stockClash(s, shell);
    if (!c) c = roofClash(s, shell);
    if (!c) c = ownFloorClash(s);
    if (!c) c = wallClash(s, shell);
    if (!c) c = leanClash(s, shell, all);
    if (!c) c = openingClash(s, shell, all);
    if (!c) c = partitionClash(s, shell, all);
    if (!c) c = insideClash(s, shell);
    if (!c) c = runClash(s, shell, all);
    if (!c) c = groundClash(s, all);
    if (!c) c = barrelClash(s, shell);
    if (!c) c = wireClash(s);
    if (!c) c = litterClash(s);
    // A way out that the table itself does not allow is none.
    if (c && c->nearest && !readValue(*findParam(c->nearest->key), c->nearest->text, Units::imperial)) c->nearest.reset();
    return c;
}

}  // namespace oiko
