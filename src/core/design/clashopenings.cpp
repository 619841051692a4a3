// What can't be built together: openings in the walls, what stands inside, partitions.
#include <algorithm>
#include <cmath>

#include "core/catalog/skins.h"
#include "core/design/clashes.h"
#include "core/design/ground.h"
#include "core/design/hatches.h"
#include "core/design/partition.h"
#include "core/design/roosts.h"
#include "core/design/rules.h"
#include "core/design/screens.h"
#include "core/design/storeroom.h"
#include "core/design/wirefloor.h"

namespace oiko {
namespace {

std::string sizeKey(const Opening& o) { return o.row == "nests" ? "nests.count" : o.row + ".width"; }

}  // namespace

namespace {
/// Nests whose bays are the wall's own.
std::optional<Clash> betweenStudsClash(Settled& s, const Shell& shell) {
    if (!nestsBetween(s)) return std::nullopt;
    const auto& wall = s.choice("nests.wall");
    const Ref side{"side." + wall};
    const Change flush{"nests.kind", "flush"};
    if (shell.posted) return Clash{"nests.posts", "nests.kind", "frame.walls", {}, flush};
    if (openWall(s, wall)) return Clash{"nests.mesh", "nests.kind", "skin.open_" + wall, {side}, flush};
    if (mostBays(s, wall) == 0) return Clash{"nests.bays", "nests.kind", "nests.wall", {side}, flush};
    const auto bay = nestsBay(s);
    const auto is = s.length("nests.at"), at = nestsFrom(s, bay);
    // Closer than figures are written.
    if (std::max(is - at, at - is) > inches(1.0 / 32))
        return Clash{"nests.studs", "nests.at", "frame.spacing", {is, at}, Change{"nests.at", written(at, s)}};
    if (ridgeBetween(s, wall, bay, bay + s.count("nests.count")))
        return Clash{"opening.ridge", "nests.at", "roof.ridge", {keyRef("nests.at"), side}};
    return std::nullopt;
}

/// What a door's steps take beside it where they have posts and rails.
Length besideSteps(Settled& s, const std::string& door) {
    const auto steps = door + ".steps";
    if (!door.starts_with("doors") || !s.applies(steps) || !s.flag(steps)) return {};
    return stepsLie(s, door).risers >= 4 || (hasLanding(s, door) && landingGuarded(s, door)) ? timberOf(s).two * 3 + inches(0.25)
                                                                                             : Length{};
}
}  // namespace

std::optional<Clash> openingClash(Settled& s, const Shell& shell, const std::vector<Opening>& all) {
    if (auto c = betweenStudsClash(s, shell)) return c;
    for (std::size_t i = 0; i < all.size(); ++i) {
        const auto& o = all[i];
        const auto wall = wallLength(s, o.wall);
        const auto sizeKeyOfWall = o.wall == "front" || o.wall == "back" ? "coop.width" : "coop.depth";
        if (o.at < cornerClear(s) || o.at + o.width > wall - cornerClear(s)) {
            const auto last = wall - cornerClear(s) - o.width;
            return Clash{"opening.corner",
                         o.row + ".at",
                         s.isSet(o.row + ".at") && s.isSet(sizeKey(o)) ? sizeKeyOfWall : sizeKey(o),
                         {keyRef(o.row + ".at"), Ref{"side." + o.wall}, wall, cornerClear(s)},
                         last >= cornerClear(s) ? std::optional{Change{o.row + ".at", written(std::clamp(o.at, cornerClear(s), last), s)}}
                                                : std::nullopt};
        }
        const bool framed = o.row != "nests" || (nestsThrough(s) && !nestsBetween(s));
        // A header reaches over both trimmers in one piece, a beam from post to post.
        if (const auto most = widestFramed(s); o.width > most && framed)
            return Clash{"opening.stock",
                         sizeKey(o),
                         "stock.longest",
                         {keyRef(sizeKey(o)), o.width + longestBoard(s) - most, longestBoard(s)},
                         o.row == "nests" ? std::nullopt : std::optional{Change{sizeKey(o), written(most, s)}}};
        for (std::size_t k = 0; k < i; ++k) {
            const auto apart = std::max(besideOpening(s) * 2, besideSteps(s, o.row) + besideSteps(s, all[k].row));
            if (all[k].wall == o.wall && o.at < all[k].at + all[k].width + apart && all[k].at < o.at + o.width + apart)
                return Clash{"opening.apart",
                             o.row + ".at",
                             all[k].row + ".at",
                             {keyRef(o.row + ".at"), keyRef(all[k].row + ".at"), Ref{"side." + o.wall}, apart}};
        }
        if (const auto open = "skin.open_" + o.wall;
            openWall(s, o.wall) && (o.vent || o.row.starts_with("windows") || o.row.starts_with("hatches")))
            return Clash{"open.opening", o.row + ".wall", open, {keyRef(o.row + ".wall"), Ref{"side." + o.wall}}, Change{open, "no"}};
        // The box that hangs outside and its lid lie on siding.
        if (const auto lower = lowerSiding(s), most = o.sill + o.height + inches(4);
            o.row == "nests" && nestsThrough(s) && openWall(s, o.wall) && lower > Length{} && most > lower)
            return Clash{"open.nests", "nests.wall", "skin.lower", {lower, most}, Change{"nests.kind", "inside"}};
        if (const auto to = besideRidge(shell, o.wall, o.width, o.at, cornerClear(s), wall - cornerClear(s) - o.width);
            to != o.at && framed)
            return Clash{"opening.ridge",
                         o.row + ".at",
                         "roof.ridge",
                         {keyRef(o.row + ".at"), Ref{"side." + o.wall}},
                         Change{o.row + ".at", written(to, s)}};
        const auto head = highestHead(shell, o.wall, o.at, o.width);
        if (o.sill + o.height > head)
            return Clash{"opening.head",
                         heightKey(o),
                         "coop.low_wall",
                         {keyRef(heightKey(o)), o.sill + o.height, head},
                         o.row.starts_with("hatches") ? std::optional{Change{o.row + ".sill", written(head - o.height, s)}}
                         : o.sill + inches(3) < head && o.row != "nests"
                             ? std::optional{Change{o.row + ".height", written(head - o.sill, s)}}
                             : std::nullopt};
        if (const auto most = shell.widestHeader(o.wall); o.width > most && framed) {
            if (shell.posted)
                return Clash{"post.header",
                             sizeKey(o),
                             "frame.beam",
                             {keyRef(sizeKey(o)), o.width, most},
                             o.width <= beamCarries(s, "4x6") ? Change{"frame.beam", "4x6"} : Change{"frame.walls", "studs"}};
            return Clash{"stud.header", sizeKey(o), "frame.stud", {keyRef(sizeKey(o)), o.width, most}, Change{"frame.stud", "2x4"}};
        }
        if (const auto* unit = o.row.starts_with("windows") ? windowUnit(s, o.row) : nullptr)
            for (const auto& [field, is, wants] : {std::tuple{".width", o.width, unit->wide}, {".height", o.height, unit->high}})
                if (is != wants)
                    return Clash{
                        "window.unit", o.row + ".kind", o.row + field, {unit->wide, unit->high}, Change{o.row + field, written(wants, s)}};
        // Its frame ends before the mesh that lies on the studs.
        if (o.row.starts_with("windows") && s.choice(o.row + ".kind") == "bought")
            if (const auto deep = windowUnitDeep(s, o.row), room = shell.wallDeep + wallSkin(s, o.wall); deep > room)
                return Clash{"window.deep",
                             o.row + (ownUnit(s, o.row) ? ".unit_deep" : ".kind"),
                             "frame.stud",
                             {deep, room},
                             ownUnit(s, o.row) ? Change{o.row + ".unit_deep", written(room, s)} : Change{o.row + ".kind", "pane"}};
        if (o.row.starts_with("windows") && shell.light() && s.choice(o.row + ".kind") == "sliding")
            return Clash{"stud.slides",
                         o.row + ".kind",
                         "frame.stud",
                         {Ref{"option.frame.stud." + s.choice("frame.stud")}},
                         Change{o.row + ".kind", "pane"}};
        // A leaf of siding stands upright in its sheet, a quarter narrower than its opening.
        if (const auto most = inches(48.25); o.row.starts_with("windows") && o.width > most && s.choice(o.row + ".kind") == "shutter")
            return Clash{"shutter.sheet",
                         o.row + ".width",
                         o.row + ".kind",
                         {o.width - inches(0.25), inches(48)},
                         Change{o.row + ".width", written(most, s)}};
        if (o.row.starts_with("doors")) {
            const auto& leaf = s.choice(o.row + ".leaf");
            if (const auto most = inches(48.25); o.width > most && leaf != "double")
                return Clash{"door.sheet",
                             o.row + ".width",
                             o.row + ".leaf",
                             {o.width - inches(0.25), inches(48)},
                             Change{o.row + ".width", written(most, s)}};
            // Frames of both leaves and a hand between.
            if (const auto least = leaf == "double" ? inches(24) : inches(40), has = leaf == "double" ? o.width : o.height;
                leaf != "single" && has < least)
                return Clash{"door.leaves",
                             o.row + ".leaf",
                             o.row + (leaf == "double" ? ".width" : ".height"),
                             {has, least},
                             Change{o.row + ".leaf", "single"}};
        }
        if (o.row.starts_with("pops") && s.choice(o.row + ".kind") == "automatic") {
            const auto unit = popUnit(s, o.row);
            if (const auto own = o.row + ".unit"; !ownUnit(s, o.row))
                for (const auto& [field, is, wants] : {std::tuple{".width", o.width, kUnitWide}, {".height", o.height, kUnitHigh}})
                    if (is != wants)
                        return Clash{"pop.unit", own, o.row + field, {kUnitWide, kUnitHigh}, Change{o.row + field, written(wants, s)}};
            if (const auto least = o.height + kUnitBelow * 2; unit.tall < least)
                return Clash{"pop.frame",
                             o.row + ".unit_tall",
                             o.row + ".height",
                             {unit.tall, o.height},
                             Change{o.row + ".unit_tall", written(least, s)}};
            const auto room = shell.underPlates(o.wall, o.at - unit.beside, o.width + unit.beside * 2);
            if (const auto top = o.sill - kUnitBelow + unit.tall; top > room)
                return Clash{"pop.tall", o.row + ".kind", "coop.low_wall", {top, room}, Change{o.row + ".kind", "slide"}};
        }
        if (o.row.starts_with("pops") && slidesAside(s, o.row) && !slidesRight(s, o.row))
            return Clash{
                "pop.side", o.row + ".kind", o.row + ".at", {slideWants(o.width), Ref{"side." + o.wall}}, Change{o.row + ".kind", "slide"}};
        if (o.row.starts_with("pops") && rampDoor(s, o.row))
            if (const auto top = rampDoorTop(s, o.row), room = rampDoorRoom(s, shell, o.row); top > room)
                return Clash{"pop.leaf", o.row + ".kind", o.row + ".ramp", {top, room}, Change{o.row + ".kind", "slide"}};
        if (o.row.starts_with("pops")) {
            // The ramp is one piece of an 8 ft sheet.
            const auto ramp = rampLie(s, o.row);
            const double length = ramp.length(s.angle(o.row + ".ramp"));
            if (length > inMm(inches(95)) || length < 0)
                return Clash{"ramp.sheet",
                             o.row + ".ramp",
                             "floor.height",
                             {s.angle(o.row + ".ramp"), mm(length), inches(95)},
                             Change{o.row + ".ramp", exactAngle(degrees(std::ceil(inDegrees(ramp.noLonger(inMm(inches(95)))))))}};
        }
        if ((o.row.starts_with("doors") || o.row.starts_with("hatches")) && shell.eaveSide(o.wall)) {
            // On an eave's wall the roof's edge comes down over the swinging leaf: it stays under tails and fascia.
            const auto& slope = shell.slopeOver(o.wall);
            const auto edge = mm(slope.under(slope.span + leafUnderEave(shell, slope, o.width))) - inches(2) - o.sill;
            if (o.height > edge)
                return Clash{"door.eave",
                             heightKey(o),
                             "roof.overhang",
                             {o.sill + o.height, o.sill + edge},
                             o.sill > Length{}   ? std::optional{Change{heightKey(o), written(o.sill + edge - o.height, s)}}
                             : edge > inches(14) ? std::optional{Change{heightKey(o), written(edge, s)}}
                                                 : std::nullopt};
        }
        if (o.row.starts_with("doors") && screened(s, o.row))
            if (auto other = screenMeets(s, o.row))
                return Clash{
                    "door.screen", o.row + ".screen", *other, {keyRef(o.row + ".screen"), keyRef(*other)}, Change{o.row + ".screen", "no"}};
        if (o.row.starts_with("hatches")) {
            // It hangs over what reaches in below the wall: the birds eat from the earth between.
            if (const auto lip = hatchLip(s, o.row) + shell.floorTop; earthFloor(s) && lip > kHighestLip)
                return Clash{"hatch.lip", o.row + ".wall", "foundation.height", {lip, kHighestLip}};
            if (const auto least = leastHatchSill(s, o.row); o.sill < least)
                return Clash{"hatch.low", o.row + ".sill", "feed.height", {o.sill, least}, Change{o.row + ".sill", written(least, s)}};
            if (const auto other = hopperMeets(s, o.row))
                return Clash{"hatch.inside", o.row + (*other == "roost.wall" ? ".wall" : ".at"), *other, {keyRef(*other)}};
        }
        // The rail of its steps goes up beside the door, under the roof's edge.
        if (const auto edge = roofEdge(shell, o.wall) - shell.floorTop; o.row.starts_with("doors") && shell.eaveSide(o.wall) &&
                                                                        edge < kStepsRail && shell.floorTop > inches(23) &&
                                                                        s.applies(o.row + ".steps") && s.flag(o.row + ".steps"))
            return Clash{"steps.eave", o.row + ".steps", "coop.low_wall", {edge, kStepsRail}, Change{o.row + ".steps", "no"}};
        if (o.vent && o.sill < inches(5)) return Clash{"opening.low", heightKey(o), "coop.low_wall", {keyRef(heightKey(o)), o.sill}};
    }
    return std::nullopt;
}

std::optional<Clash> insideClash(Settled& s, const Shell& shell) {
    if (const auto row = openingWidth(s, "nests"); nestsThrough(s) && row > kWidestNestRow)
        return Clash{"nests.sheet", "nests.count", "nests.clear", {row, kWidestNestRow}};
    const auto wall = s.choice("roost.wall");
    const auto across = birdsAcross(s, wall);
    const auto n = s.count("roost.count");
    const auto zone = roostZone(s);
    // Outside an eave's wall the nests' lid stays under tails and fascia.
    if (const auto& side = s.choice("nests.wall"); shell.eaveSide(side) && nestsThrough(s)) {
        const auto top = s.length("nests.height") + s.length("nests.clear") + inches(nestsFlush(s) ? 1.5 : 4.5),
                   edge = roofEdge(shell, side) - shell.floorTop;
        if (const auto most = s.length("nests.height") - (top - edge); top > edge)
            return Clash{"nests.eave",
                         "nests.height",
                         shell.localSide(side) == 2 ? "coop.low_wall" : "roof.ridge",
                         {top, edge},
                         most >= inches(5) ? std::optional{Change{"nests.height", written(most, s)}} : std::nullopt};
    }
    if (nestsInside(s)) {
        if (s.applies("nests.height") && s.length("nests.height") < nestBearer(s))
            return Clash{"nests.low",
                         "nests.height",
                         "nests.kind",
                         {s.length("nests.height"), nestBearer(s)},
                         Change{"nests.height", written(nestBearer(s), s)}};
        const auto& side = s.choice("nests.wall");
        const auto at = s.length("nests.at"), wide = openingWidth(s, "nests");
        for (const auto& bar : takenOn(s, side, "nests"))
            if (bar.key == "roosts" && at < bar.to && at + wide > bar.from) {
                // Beside their zone, where there is room; else along another wall.
                const auto beside = bar.from > Length{} ? bar.from - wide : bar.to;
                const bool fits = !nestsBetween(s) && beside >= cornerClear(s) && beside + wide <= wallLength(s, side) - cornerClear(s);
                return Clash{"nests.roost",
                             fits ? "nests.at" : "nests.wall",
                             fits ? "roost.count" : "roost.wall",
                             {Ref{"side." + side}},
                             fits ? std::optional{Change{"nests.at", written(beside, s)}} : std::nullopt};
            }
    }
    if (!roosting(s)) return std::nullopt;
    // The far wall has battens, tracks and lips on its inside.
    if (zone > across - beforeWall(s)) return Clash{"roost.room", "roost.count", "roost.apart", {zone, across - beforeWall(s)}};
    // About a bird's height must stay clear above the lowest bar; 12 in is the least that is let pass (common practice: 18).
    // A ridge beam may hang lower than the walls end.
    const auto roof = shell.beam.empty() ? shell.lowestWall() : std::min(shell.lowestWall(), mm(ridgeUndersideMm(shell)));
    const auto risen = s.length("roost.step") * (n - 1), most = roof - inches(12) - risen;
    if (s.length("roost.height") > most)
        return Clash{"roost.roof",
                     "roost.height",
                     risen > Length{} ? "roost.step" : "coop.low_wall",
                     {s.length("roost.height") + risen, most + risen},
                     most >= inches(8) ? std::optional{Change{"roost.height", written(most, s)}} : std::nullopt};
    // Under the boards one rakes and birds walk; over them a scraper passes.
    if (const auto under = s.length("roost.height") - kBoardBelowRoost - inches(2); s.flag("roost.boards") && under < inches(6))
        return Clash{"roost.boards",
                     "roost.boards",
                     "roost.height",
                     {under, inches(6)},
                     Change{"roost.height", written(kBoardBelowRoost + inches(8), s)}};
    // Trays are of one sheet, and drawn out behind the roosts, through a clean-out.
    if (const auto sheet = inches(96); traysUnder(s) && zone > sheet)
        return Clash{"tray.deep", "roost.trays", "roost.count", {zone, sheet}, Change{"roost.trays", "no"}};
    for (const auto& run : runPlaces(s))
        if (const auto room = run.length - timberOf(s).post; traysUnder(s) && run.side == wall && zone > room)
            return Clash{"tray.run", "roost.trays", run.key + ".length", {zone, room}, Change{"roost.trays", "no"}};
    if (traysUnder(s) && trayPlaces(s).empty()) {
        const auto out = cleanOut(s);
        const auto other = out ? s.choice(slotKey("doors", *out, "wall")) : std::string{wall};
        const auto doors = s.rows("doors");
        return Clash{"roost.trays",
                     "roost.trays",
                     out ? "roost.wall" : slotKey("doors", doors.empty() ? 1 : doors.back() + 1, "kind"),
                     {Ref{"side." + wall}},
                     other != wall ? std::optional{Change{"roost.wall", other}} : std::nullopt};
    }
    return std::nullopt;
}

/// One walks through under the plate, beside the post under the ridge.
static std::optional<Clash> innerDoorClash(Settled& s, const Shell& shell, const Partition& p) {
    if (!innerDoors(s)) return std::nullopt;
    const auto door = s.length(p.key + ".door_width"), at = s.length(p.key + ".door_at"), sill = innerSill(s, p.key),
               high = s.length(p.key + ".door_height");
    const auto [first, last] = innerRange(s, p, door);
    const auto nearest = besideRidge(shell, p.wall, door, std::clamp(at, first, std::max(first, last)), first, last);
    if (nearest != at || at < first || at > last)
        return Clash{"partition.door",
                     p.key + ".door_at",
                     p.key + ".door_width",
                     {at, door},
                     nearest <= last ? std::optional{Change{p.key + ".door_at", written(nearest, s)}} : std::nullopt};
    if (const auto head = partitionHead(s, shell, p.key); sill + high > head)
        return Clash{"partition.head",
                     p.key + ".door_height",
                     "coop.low_wall",
                     {sill + high, head},
                     head - sill >= inches(36) ? std::optional{Change{p.key + ".door_height", written(head - sill, s)}} : std::nullopt};
    return std::nullopt;
}

/// One along the coop stands under rafters that nothing crosses, and that are not lined.
static std::optional<Clash> alongClash(const Shell& shell, const Partition& p) {
    if (!shell.bearing(p.wall)) return std::nullopt;
    if (shell.gable() && shell.beam.empty())
        return Clash{"partition.wall", p.key + ".wall", "roof.ridge_kind", {Ref{"side." + p.wall}}, Change{"roof.ridge_kind", "beam"}};
    if (shell.lining > Length{})
        return Clash{"partition.lining", p.key + ".wall", "roof.lining", {Ref{"side." + p.wall}}, Change{"roof.lining", "none"}};
    return std::nullopt;
}

/// Its door swings in the room; the birds, or the way past a corner, keep room of their own.
static std::optional<Clash> depthClash(Settled& s, const Partition& p) {
    const auto least = leastRoom(s, p.key), most = mostRoom(s, p.key);
    if (p.room >= least && p.room <= most) return std::nullopt;
    const auto works = p.room < least ? least : most;
    const auto nearest = roomBetweenRafters(s, p.key, works, least);
    return Clash{
        "partition.room",
        p.key + ".room",
        p.room < least               ? p.key + ".door_width"
        : sideIndex(p.wall) % 2 == 1 ? "coop.width"
                                     : "coop.depth",
        {p.room, least, most},
        nearest && *nearest >= least && *nearest <= most ? std::optional{Change{p.key + ".room", written(*nearest, s)}} : std::nullopt};
}

std::optional<Clash> partitionClash(Settled& s, const Shell& shell, const std::vector<Opening>& all) {
    const auto rooms = partitions(s);
    // A corner that is too deep leaves the other's door no place.
    for (const auto& p : rooms)
        if (!p.within.empty())
            if (auto c = depthClash(s, p)) return c;
    for (const auto& p : rooms) {
        const auto end = Ref{"side." + p.wall};
        // It stands on a floor, not on mesh.
        if (wireFloor(s)) return Clash{"partition.wire", p.key + ".wall", "floor.deck", {}, Change{"floor.deck", "ply-3/4"}};
        if (earthFloor(s) && boardUnderPlate(s).empty())
            return Clash{"partition.curb", p.key + ".wall", "foundation.height", {shell.floorTop}, Change{"foundation.height", "8in"}};
        if (auto c = alongClash(shell, p)) return c;
        if (const auto shelves = s.count(p.key + ".shelves"), bins = s.count(p.key + ".bins"); stored(s, p)) {
            const auto key = p.key + (shelves > 0 ? ".shelves" : ".bins");
            const auto place = stowage(s, p);
            if (!place)
                return Clash{"shelves.wall", key, p.key + (innerDoors(s) ? ".door_at" : ".wall"), {stowageTop(s, p)}, Change{key, "0"}};
            if (const auto wants = (kBinWide + inches(1)) * bins; wants > place->to - place->from)
                return Clash{"shelves.bins",
                             p.key + ".bins",
                             p.key + ".room",
                             {wants, place->to - place->from},
                             Change{p.key + ".bins", std::to_string((place->to - place->from) / (kBinWide + inches(1)))}};
        }
        for (const auto& other : rooms)
            if (&other < &p && other.wall == p.wall)
                return Clash{
                    "partition.twice", p.key + ".wall", other.key + ".wall", {end}, Change{p.key + ".wall", std::string{opposite(p.wall)}}};
            else if (&other < &p && other.wall != opposite(p.wall) && p.within.empty())
                return Clash{"partition.cross",
                             p.key + ".wall",
                             other.key + ".wall",
                             {end, Ref{"side." + other.wall}},
                             Change{p.key + ".wall", std::string{opposite(other.wall)}}};
        if (auto c = depthClash(s, p)) return c;
        // Between posts under the ridge there may be no place at all.
        if (const auto nearest = roomBetweenRafters(s, p.key, p.room, leastRoom(s, p.key)); nearest != p.room)
            return Clash{"partition.rafter",
                         p.key + ".room",
                         shell.bearing(p.wall)                 ? "roof.ridge"
                         : nearest || shell.ridgePosts.empty() ? "roof.spacing"
                                                               : "roof.ridge_posts",
                         {p.room},
                         nearest ? std::optional{Change{p.key + ".room", written(*nearest, s)}} : std::nullopt};
        if (auto c = innerDoorClash(s, shell, p)) return c;
        if (s.flag(p.key + ".pop") && !innerPopAt(s, p))
            return Clash{"partition.pop", p.key + ".pop", p.key + (innerDoors(s) ? ".door_at" : ".wall"), {}, Change{p.key + ".pop", "no"}};
        if (roosting(s) && s.choice("roost.wall") == p.wall && p.within.empty())
            return Clash{"partition.roost", "roost.wall", p.key + ".wall", {end}, Change{"roost.wall", std::string{opposite(p.wall)}}};
        for (const auto& o : all)
            for (const auto& bar : takenOn(s, o.wall, o.row))
                if (bar.key == p.key && o.at < bar.to && o.at + o.width > bar.from)
                    return Clash{"partition.opening",
                                 o.row + (o.wall == p.wall ? ".wall" : ".at"),
                                 p.key + (o.wall == p.wall ? ".wall" : ".room"),
                                 {keyRef(o.row + (o.wall == p.wall ? ".wall" : ".at")), end}};
    }
    return std::nullopt;
}

}  // namespace oiko
