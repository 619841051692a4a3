// What can't be built together: each test names the two choices, and a way out where one is plain.
#include <algorithm>
#include <array>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/catalog/lumber.h"
#include "core/catalog/skins.h"
#include "core/catalog/stock.h"
#include "core/design/design.h"
#include "core/design/ground.h"
#include "core/design/gutter.h"
#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/rules.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"

namespace oiko {
namespace {

constexpr std::array<std::string_view, 65> kIds{
    "pitch.cover",    "rafter.stock",   "rafter.bearing",    "wall.stock",      "wall.panel",      "opening.corner", "opening.apart",
    "opening.head",   "opening.low",    "roost.room",        "roost.roof",      "nests.run",       "nests.sheet",    "run.wall",
    "run.roof",       "run.low",        "run.pitch",         "run.rafter",      "run.opening",     "gate.room",      "ramp.long",
    "ramp.sheet",     "beam.stock",     "door.eave",         "run.before",      "run.past",        "ridge.wall",     "ridge.low",
    "ridge.ties",     "opening.ridge",  "shutter.sheet",     "siding.eave",     "nests.eave",      "run.shared",     "run.twice",
    "run.gate",       "roost.boards",   "partition.form",    "partition.wall",  "partition.twice", "partition.room", "partition.rafter",
    "partition.door", "partition.head", "partition.opening", "partition.roost", "steps.eave",      "run.ridge",      "open.opening",
    "open.run",       "nests.roost",    "nests.low",         "door.sheet",      "door.leaves",     "ground.steep",   "ground.skids",
    "ground.run",     "ground.runfall", "ground.door",       "post.stock",      "feed.run",        "panel.stock",    "barrel.room",
    "barrel.low",     "ground.steps"};

Ref keyRef(std::string_view slot) { return Ref{"key." + std::string{findParam(slot)->key}}; }

struct Opening {
    std::string row, wall;
    Length at, width, sill, height;
    bool vent = false;
};
std::vector<Opening> openings(Settled& s, const Shell& shell) {
    std::vector<Opening> out;
    for (const std::string_view list : {"doors", "pops", "windows", "vents"})
        for (const int row : s.rows(list)) {
            const auto r = std::string{list} + "." + std::to_string(row);
            Opening o{r,        s.choice(r + ".wall"),   s.length(r + ".at"), s.length(r + ".width"),
                      Length{}, s.length(r + ".height"), list == "vents"};
            if (list == "pops" || list == "windows") o.sill = s.length(r + ".sill");
            if (o.vent) o.sill = highestHead(shell, o.wall, o.at, o.width) - o.height;
            out.push_back(o);
        }
    // Inside they stand under a top as steep as 45 degrees.
    const auto clear = s.length("nests.clear");
    out.push_back({"nests", s.choice("nests.wall"), s.length("nests.at"), openingWidth(s, "nests"), s.length("nests.height") - kNestBoard,
                   kNestBoard + clear * (nestsInside(s) ? 2 : 1)});
    return out;
}
std::string sizeKey(const Opening& o) { return o.row == "nests" ? "nests.count" : o.row + ".width"; }
std::string heightKey(const Opening& o) { return o.row == "nests" ? "nests.height" : o.row + ".height"; }

std::string text(const std::string&, Length v, Settled& s) {
    return exactLength(v, s.choice("plans.units") == "metric" ? Units::metric : Units::imperial);
}

/// Panels go from one edge to the other in one length. Metal is sold as long as any rafter.
std::optional<Clash> panelClash(std::string coverKey, std::string lengthKey, std::string_view cover, Length panel) {
    const std::string stock{roofCover(cover).stock};
    const auto longest = std::ranges::max(ofProfile(catalog(), stock), {}, &StockItem::b)->b;
    if (roofCover(cover).decked || panel <= longest) return std::nullopt;
    return Clash{"panel.stock",
                 coverKey,
                 std::move(lengthKey),
                 {panel, Ref{"stock." + stock}, longest},
                 Change{coverKey, cover.ends_with("lapped") ? "metal_lapped" : "metal_sealed"}};
}

std::optional<Clash> roofClash(Settled& s, const Shell& shell) {
    const auto least = roofCover(s.choice("roof.cover")).least;
    if (shell.gable())
        for (const double span : {shell.slopes[0].span, shell.slopes[1].span})
            if (mm(span) < kLeastSlope)
                return Clash{"ridge.wall",
                             "roof.ridge",
                             shell.turn % 2 == 0 ? "coop.depth" : "coop.width",
                             {mm(span), kLeastSlope},
                             Change{"roof.ridge", text("", span == shell.slopes[0].span ? kLeastSlope : shell.deep - kLeastSlope, s)}};
    for (const auto& slope : shell.slopes) {
        const std::string key = slope.toBack ? "roof.pitch" : "roof.other_pitch";
        if (slope.pitch < least)
            return Clash{"pitch.cover",
                         key,
                         "roof.cover",
                         {slope.pitch, Ref{"option.roof.cover." + s.choice("roof.cover")}, least,
                          std::string{roofCover(s.choice("roof.cover")).source.locus}},
                         Change{key, exactAngle(least)}};
        if (slope.seat < kLeastBearing)
            return Clash{"rafter.bearing", key, "roof.rafter", {slope.pitch, s.choice("roof.rafter"), slope.seat, kLeastBearing}};
    }
    for (const auto& slope : shell.slopes) {
        const auto drop = sidingDrop(shell.rafterDeep, slope.pitch, skinThick(s.choice("skin.kind")));
        if (drop > shell.plates)
            return Clash{"siding.eave",
                         slope.toBack ? "roof.pitch" : "roof.other_pitch",
                         "frame.top_plates",
                         {drop, shell.plates},
                         drop <= kPlate * 2 ? std::optional{Change{"frame.top_plates", "doubled"}} : std::nullopt};
    }
    if (shell.gable()) {
        const auto room = mm(ridgeUndersideMm(shell)) - std::max(shell.lowWall(), shell.otherWall());
        if (room < kTieDeep) {
            // So much steeper, on half an inch in a foot, that the ridge rises by what is missing.
            const double more = inMm(kTieDeep - room) / (shell.slopes[0].span - inMm(kWallDeep));
            const auto steeper = pitch(std::ceil((shell.slopes[0].rise + more) * 24 + 0.5) / 2, 12);
            return Clash{"ridge.ties", "roof.pitch", "roof.form", {room, kTieDeep}, Change{"roof.pitch", exactAngle(steeper)}};
        }
    }
    if (shell.otherWall() < feet(2)) return Clash{"ridge.low", "roof.ridge", "roof.other_pitch", {shell.otherWall(), feet(2)}};
    if (auto c = panelClash("roof.cover", "roof.overhang", s.choice("roof.cover"), shell.panelLength())) return c;
    const auto longest = readLength(s.choice("stock.longest"), Units::imperial).value();
    const auto trim = s.length("cut.trim") * 2;
    if (shell.rafterLength() + trim > longest)
        return Clash{"rafter.stock",
                     s.isSet("roof.overhang") ? "roof.overhang"
                     : shell.turn % 2 == 0    ? "coop.depth"
                                              : "coop.width",
                     "stock.longest",
                     {shell.rafterLength(), longest}};
    return std::nullopt;
}

std::optional<Clash> wallClash(Settled& s, const Shell& shell) {
    const auto longest = readLength(s.choice("stock.longest"), Units::imperial).value();
    // Panels reach from an inch below the deck to the rafters' underside; the longest sold is 10 ft.
    const auto panel = shell.tallestPanel();
    if (panel > feet(10)) return Clash{"wall.panel", "coop.low_wall", "roof.pitch", {panel, feet(10)}};
    // Corner boards are as long as the panels are tall.
    if (panel + s.length("cut.trim") * 2 > longest) return Clash{"wall.stock", "coop.low_wall", "stock.longest", {panel, longest}};
    return std::nullopt;
}

std::optional<Clash> openingClash(Settled& s, const Shell& shell, const std::vector<Opening>& all) {
    for (std::size_t i = 0; i < all.size(); ++i) {
        const auto& o = all[i];
        const auto wall = wallLength(s, o.wall);
        const auto sizeKeyOfWall = o.wall == "front" || o.wall == "back" ? "coop.width" : "coop.depth";
        if (o.at < kCornerClear || o.at + o.width > wall - kCornerClear) {
            const auto last = wall - kCornerClear - o.width;
            return Clash{"opening.corner",
                         o.row + ".at",
                         s.isSet(o.row + ".at") && s.isSet(sizeKey(o)) ? sizeKeyOfWall : sizeKey(o),
                         {keyRef(o.row + ".at"), Ref{"side." + o.wall}, wall},
                         last >= kCornerClear ? std::optional{Change{o.row + ".at", text(o.row, std::clamp(o.at, kCornerClear, last), s)}}
                                              : std::nullopt};
        }
        for (std::size_t k = 0; k < i; ++k)
            if (all[k].wall == o.wall && o.at < all[k].at + all[k].width + kBesideOpening * 2 &&
                all[k].at < o.at + o.width + kBesideOpening * 2)
                return Clash{"opening.apart",
                             o.row + ".at",
                             all[k].row + ".at",
                             {keyRef(o.row + ".at"), keyRef(all[k].row + ".at"), Ref{"side." + o.wall}}};
        if (const auto open = "skin.open_" + o.wall; openWall(s, o.wall) && (o.vent || o.row.starts_with("windows")))
            return Clash{"open.opening", o.row + ".wall", open, {keyRef(o.row + ".wall"), Ref{"side." + o.wall}}, Change{open, "no"}};
        for (const auto& [bar, clear] : barredByRidge(shell, o.wall, o.width))
            if (o.at > bar && o.at < clear && !(o.row == "nests" && nestsInside(s))) {
                const auto to = o.at - bar < clear - o.at ? bar : clear;
                return Clash{"opening.ridge",
                             o.row + ".at",
                             "roof.ridge",
                             {keyRef(o.row + ".at"), Ref{"side." + o.wall}},
                             Change{o.row + ".at", text(o.row, to, s)}};
            }
        const auto head = highestHead(shell, o.wall, o.at, o.width);
        if (o.sill + o.height > head)
            return Clash{"opening.head",
                         heightKey(o),
                         "coop.low_wall",
                         {keyRef(heightKey(o)), o.sill + o.height, head},
                         o.sill + inches(3) < head && o.row != "nests"
                             ? std::optional{Change{o.row + ".height", text(o.row, head - o.sill, s)}}
                             : std::nullopt};
        // A leaf of siding stands upright in its sheet, a quarter narrower than its opening.
        if (const auto most = inches(48.25); o.row.starts_with("windows") && o.width > most && s.choice(o.row + ".kind") == "shutter")
            return Clash{"shutter.sheet",
                         o.row + ".width",
                         o.row + ".kind",
                         {o.width - inches(0.25), inches(48)},
                         Change{o.row + ".width", text(o.row, most, s)}};
        if (o.row.starts_with("doors")) {
            const auto& leaf = s.choice(o.row + ".leaf");
            if (const auto most = inches(48.25); o.width > most && leaf != "double")
                return Clash{"door.sheet",
                             o.row + ".width",
                             o.row + ".leaf",
                             {o.width - inches(0.25), inches(48)},
                             Change{o.row + ".width", text(o.row, most, s)}};
            // Frames of both leaves and a hand between.
            if (const auto least = leaf == "double" ? inches(24) : inches(40), has = leaf == "double" ? o.width : o.height;
                leaf != "single" && has < least)
                return Clash{"door.leaves",
                             o.row + ".leaf",
                             o.row + (leaf == "double" ? ".width" : ".height"),
                             {has, least},
                             Change{o.row + ".leaf", "single"}};
        }
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
        if (o.row.starts_with("doors") && shell.eaveSide(o.wall)) {
            // On an eave's wall the roof's edge comes down over the swinging leaf: it stays under tails and fascia.
            const double reach = std::min(inMm(shell.overhang + inches(1.5)), inMm(o.width + inches(2)));
            const auto& slope = shell.slopeOver(o.wall);
            const auto edge = mm(slope.under(slope.span + reach)) - inches(2);
            if (o.height > edge)
                return Clash{"door.eave",
                             o.row + ".height",
                             "roof.overhang",
                             {o.height, edge},
                             edge > inches(14) ? std::optional{Change{o.row + ".height", text(o.row, edge, s)}} : std::nullopt};
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
    if (const auto row = openingWidth(s, "nests"); row > kWidestNestRow)
        return Clash{"nests.sheet", "nests.count", "nests.clear", {row, kWidestNestRow}};
    const auto wall = s.choice("roost.wall");
    const auto across = birdsAcross(s, wall);
    const auto n = s.count("roost.count");
    const auto zone = roostZone(s);
    // Outside an eave's wall the nests' lid stays under tails and fascia.
    if (const auto& side = s.choice("nests.wall"); shell.eaveSide(side) && !nestsInside(s)) {
        const auto top = s.length("nests.height") + s.length("nests.clear") + inches(4.5), edge = roofEdge(shell, side) - shell.floorTop;
        if (const auto most = s.length("nests.height") - (top - edge); top > edge)
            return Clash{"nests.eave",
                         "nests.height",
                         shell.localSide(side) == 2 ? "coop.low_wall" : "roof.ridge",
                         {top, edge},
                         most >= inches(5) ? std::optional{Change{"nests.height", text("", most, s)}} : std::nullopt};
    }
    if (nestsInside(s)) {
        if (s.length("nests.height") < kNestBearer)
            return Clash{"nests.low",
                         "nests.height",
                         "nests.kind",
                         {s.length("nests.height"), kNestBearer},
                         Change{"nests.height", text("", kNestBearer, s)}};
        const auto& side = s.choice("nests.wall");
        const auto at = s.length("nests.at"), wide = openingWidth(s, "nests");
        for (const auto& bar : takenOn(s, side, "nests"))
            if (bar.key == "roosts" && at < bar.to && at + wide > bar.from) {
                // Beside their zone, where there is room; else along another wall.
                const auto beside = bar.from > Length{} ? bar.from - wide : bar.to;
                const bool fits = beside >= kCornerClear && beside + wide <= wallLength(s, side) - kCornerClear;
                return Clash{"nests.roost",
                             fits ? "nests.at" : "nests.wall",
                             fits ? "roost.count" : "roost.wall",
                             {Ref{"side." + side}},
                             fits ? std::optional{Change{"nests.at", text("", beside, s)}} : std::nullopt};
            }
    }
    // The far wall has battens, tracks and lips on its inside.
    if (zone > across - kInsideFittings) return Clash{"roost.room", "roost.count", "roost.apart", {zone, across - kInsideFittings}};
    // About a bird's height must stay clear above the lowest bar; 12 in is the least that is let pass (common practice: 18).
    const auto risen = s.length("roost.step") * (n - 1), most = shell.lowestWall() - inches(12) - risen;
    if (s.length("roost.height") > most)
        return Clash{"roost.roof",
                     "roost.height",
                     risen > Length{} ? "roost.step" : "coop.low_wall",
                     {s.length("roost.height") + risen, most + risen},
                     most >= inches(8) ? std::optional{Change{"roost.height", text("", most, s)}} : std::nullopt};
    // Under the boards one rakes and birds walk; over them a scraper passes.
    if (const auto under = s.length("roost.height") - kBoardBelowRoost - inches(2); s.flag("roost.boards") && under < inches(6))
        return Clash{"roost.boards",
                     "roost.boards",
                     "roost.height",
                     {under, inches(6)},
                     Change{"roost.height", text("", kBoardBelowRoost + inches(8), s)}};
    return std::nullopt;
}

std::optional<Clash> partitionClash(Settled& s, const Shell& shell, const std::vector<Opening>& all) {
    const auto rooms = partitions(s);
    for (const auto& p : rooms) {
        const auto end = Ref{"side." + p.wall};
        // It stands on a floor, and one walks in.
        if (elevated(s)) return Clash{"partition.form", p.key + ".wall", "form.kind", {}, Change{"form.kind", "walk_in"}};
        if (earthFloor(s)) return Clash{"partition.form", p.key + ".wall", "foundation.kind", {}, Change{"foundation.kind", "slab"}};
        if (shell.bearing(p.wall)) {
            const auto free = kSides[(sideIndex(s.choice("roof.falls_to")) + 1) % 4];
            return Clash{"partition.wall", p.key + ".wall", "roof.falls_to", {end}, Change{p.key + ".wall", std::string{free}}};
        }
        for (const auto& other : rooms)
            if (&other < &p && other.wall == p.wall)
                return Clash{
                    "partition.twice", p.key + ".wall", other.key + ".wall", {end}, Change{p.key + ".wall", std::string{opposite(p.wall)}}};
        const auto door = s.length(p.key + ".door_width"), at = s.length(p.key + ".door_at"), sill = s.length(p.key + ".sill"),
                   high = s.length(p.key + ".door_height");
        // Its door swings in the room, and the birds keep room of their own.
        const auto least = std::max(kLeastRoom, door + kSwingClear), most = p.room + birdsAcross(s, p.wall) - kLeastBirds;
        if (p.room < least || p.room > most) {
            const auto works = p.room < least ? least : most;
            const auto nearest = roomBetweenRafters(s, p.key, works, least);
            return Clash{"partition.room",
                         p.key + ".room",
                         p.room < least        ? p.key + ".door_width"
                         : shell.turn % 2 == 0 ? "coop.width"
                                               : "coop.depth",
                         {p.room, least, most},
                         nearest >= least && nearest <= most ? std::optional{Change{p.key + ".room", text("", nearest, s)}} : std::nullopt};
        }
        if (const auto nearest = roomBetweenRafters(s, p.key, p.room, least); nearest != p.room)
            return Clash{"partition.rafter", p.key + ".room", "roof.spacing", {p.room}, Change{p.key + ".room", text("", nearest, s)}};
        const auto last = shell.deep - kCornerClear - door;
        auto nearest = std::clamp(at, kCornerClear, std::max(kCornerClear, last));
        for (const auto& [bar, clear] : barredByRidge(shell, p.wall, door))
            if (nearest > bar && nearest < clear) nearest = nearest - bar < clear - nearest ? bar : clear;
        if (nearest != at || at > last)
            return Clash{"partition.door",
                         p.key + ".door_at",
                         p.key + ".door_width",
                         {at, door},
                         nearest <= last ? std::optional{Change{p.key + ".door_at", text("", nearest, s)}} : std::nullopt};
        if (const auto head = partitionHead(s, shell, p.key); sill + high > head)
            return Clash{
                "partition.head",
                p.key + ".door_height",
                "coop.low_wall",
                {sill + high, head},
                head - sill >= inches(36) ? std::optional{Change{p.key + ".door_height", text("", head - sill, s)}} : std::nullopt};
        if (s.choice("roost.wall") == p.wall)
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

/// A run under a roof of its own, which goes under the coop's eave.
std::optional<Clash> ownRunClash(Settled& s, const Shell& shell, const RunPlace& run) {
    const auto& r = run.key;
    const auto height = s.length(r + ".height");
    const auto fall = s.angle(r + ".pitch");
    const auto wall = wallLength(s, run.side);
    // A run may reach past the coop's corner: by enough for a post of its own there, and with enough of it along the wall.
    if (run.at + feet(3) > wall)
        return Clash{"run.wall",
                     r + ".at",
                     s.isSet(r + ".side") ? r + ".side" : r + ".width",
                     {run.at, wall},
                     wall >= feet(3) ? std::optional{Change{r + ".at", text(r, wall - feet(3), s)}} : std::nullopt};
    if (const auto past = run.at + run.width - wall; past > Length{} && past < kLeastPastCorner)
        return Clash{"run.past", r + ".width", r + ".at", {past, kLeastPastCorner}, Change{r + ".width", text(r, wall - run.at, s)}};
    const auto eave = roofEdge(shell, run.side) - inches(9);
    if (height > eave)
        return Clash{"run.roof",
                     r + ".height",
                     "coop.low_wall",
                     {height, eave},
                     eave > feet(3) ? std::optional{Change{r + ".height", text(r, eave, s)}} : std::nullopt};
    const auto least = run.top == "mesh" ? pitch(0.5, 12) : roofCover(run.top).least;
    if (fall < least) return Clash{"run.pitch", r + ".pitch", r + ".top", {fall, least}, Change{r + ".pitch", exactAngle(least)}};
    const auto outer = height - mm(std::tan(inRadians(fall)) * inMm(run.length - kWallDeep));
    if (outer < inches(30)) return Clash{"run.low", r + ".length", r + ".pitch", {outer, inches(30)}};
    const auto longest = readLength(s.choice("stock.longest"), Units::imperial).value();
    const double a = inRadians(fall);
    const auto rafter = mm(inMm(run.length + inches(8)) / std::cos(a) + 140 * std::tan(a));
    if (rafter + s.length("cut.trim") * 2 > longest) return Clash{"run.rafter", r + ".length", "stock.longest", {rafter, longest}};
    if (run.top == "mesh") return std::nullopt;
    return panelClash(r + ".top", r + ".length", run.top, mm(inMm(run.length + inches(6)) / std::cos(a) + 25.4));
}

/// A run that the coop's own roof goes on over.
std::optional<Clash> sharedRunClash(Settled& s, const Shell& shell, const RunPlace& run) {
    if (shell.bearing(run.side))
        return Clash{"run.shared",
                     run.key + ".side",
                     "roof.falls_to",
                     {Ref{"side." + run.side}, Ref{"side." + s.choice("roof.falls_to")}},
                     Change{run.key + ".side", std::string{kSides[(sideIndex(s.choice("roof.falls_to")) + 3) % 4]}}};
    // Under a ridge three posts stand at its far end, each on a block of its own.
    const auto posts = runOuterPosts(s, run);
    for (std::size_t i = 1; i < posts.size(); ++i)
        if (const auto apart = posts[i] - posts[i - 1]; apart < kBlocksApart)
            return Clash{"run.ridge",
                         run.key + ".top",
                         run.side == "front" || run.side == "back" ? "coop.width" : "coop.depth",
                         {apart, kBlocksApart},
                         Change{run.key + ".top", "metal_sealed"}};
    return std::nullopt;
}

/// What opens behind a run.
std::optional<Clash> beforeRunClash(Settled& s, const Shell& shell, const RunPlace& run, const std::vector<Opening>& all) {
    const auto& r = run.key;
    for (const auto& o : all) {
        if (o.wall != run.side || o.row == "nests") continue;
        // It does so under the run's beam or over its roof.
        if (const auto beam = runBeamBefore(s, shell, run.side, o.at, o.width);
            beam && o.sill + o.height + inches(0.5) > *beam && o.sill < *beam + runBeamDeep(run.width) + kRunRoofThick) {
            const auto over = shell.floorTop + o.sill - kRunRoofThick;
            return Clash{
                "run.before",
                r + ".height",
                heightKey(o),
                {keyRef(heightKey(o)), o.sill, o.sill + o.height, *beam, *beam + runBeamDeep(run.width) + kRunRoofThick},
                over >= feet(3) && over < runHeight(s, run) ? std::optional{Change{r + ".height", text(r, over, s)}} : std::nullopt};
        }
        if (o.vent) continue;  // vents have nothing outside that a post would meet
        // The run's posts beside the coop stand clear of openings, or an opening lies wholly in or out of it.
        for (const auto edge : runInnerPosts(s, run))
            if (const auto post = run.at + edge; o.at < post + kWallDeep + kBesidePost && post < o.at + o.width + kBesidePost)
                return Clash{"run.opening", o.row + ".at", r + (run.shared ? ".top" : ".at"), {keyRef(o.row + ".at"), keyRef(r + ".at")}};
        // Under the coop's own roof there is room for a leaf to swing.
        if (o.row.starts_with("doors") && !run.shared)
            return Clash{"run.opening", o.row + ".wall", r + ".side", {keyRef(o.row + ".wall"), keyRef(r + ".side")}};
        if (o.row.starts_with("pops")) {
            // A ramp beside the run lies where its gate would swing.
            const auto gate = s.length(r + ".gate_width");
            const auto& where = s.choice(r + ".gate");
            if ((where == "left" && o.at + o.width <= run.at && o.at + o.width > run.at - gate) ||
                (where == "right" && o.at >= run.at + run.along && o.at < run.at + run.along + gate))
                return Clash{"run.gate", r + ".gate", o.row + ".at", {keyRef(o.row + ".at")}, Change{r + ".gate", "outer"}};
            const bool inside = o.at > run.at && o.at + o.width < run.at + run.width;
            auto ramp = rampLie(s, o.row);
            ramp.drop -= 20;
            if (inside && ramp.run(s.angle(o.row + ".ramp")) + 60 > inMm(run.length - inches(8)))
                return Clash{"ramp.long", o.row + ".ramp", r + ".length", {s.angle(o.row + ".ramp"), run.length}};
        }
    }
    return std::nullopt;
}

std::optional<Clash> runClash(Settled& s, const Shell& shell, const std::vector<Opening>& all) {
    const auto runs = runPlaces(s);
    for (const auto* key : {"feed.place", "bath.place"})
        if (runs.empty() && s.choice(key) == "run") return Clash{"feed.run", key, "runs.*.side", {keyRef(key)}, Change{key, "coop"}};
    for (const auto& run : runs) {
        const auto& r = run.key;
        for (const auto& other : runs)
            if (&other < &run && other.side == run.side)
                return Clash{"run.twice", r + ".side", other.key + ".side", {Ref{"side." + run.side}}};
        if (const auto open = "skin.open_" + run.side; openWall(s, run.side))
            return Clash{"open.run", open, r + ".side", {Ref{"side." + run.side}}, Change{open, "no"}};
        if (!nestsInside(s) && s.choice("nests.wall") == run.side)
            return Clash{"nests.run", "nests.wall", r + ".side", {Ref{"side." + run.side}}};
        if (auto c = run.shared ? sharedRunClash(s, shell, run) : ownRunClash(s, shell, run)) return c;
        // Outwards the side's posts stand nearest to each other beside the coop.
        const auto gate = s.length(r + ".gate_width");
        const bool outer = s.choice(r + ".gate") == "outer";
        if (gate + inches(8) > (outer ? runOuterPosts(s, run) : runSidePosts(s, run))[1])
            return Clash{"gate.room",
                         r + ".gate_width",
                         r + (!outer       ? ".length"
                              : run.shared ? ".side"
                                           : ".width"),
                         {gate, outer ? run.width : run.length}};
        // A gate in the left side opens towards the corner, where another run may stand.
        if (s.choice(r + ".gate") == "left" && run.at < gate)
            for (const auto& other : runs)
                if (other.width > other.along && rightOf(other.side) == run.side)
                    return Clash{
                        "run.gate", r + ".gate", other.key + ".width", {keyRef(other.key + ".width")}, Change{r + ".gate", "outer"}};
        if (auto c = beforeRunClash(s, shell, run, all)) return c;
    }
    return std::nullopt;
}

/// What the lie of the ground does not let stand.
std::optional<Clash> groundClash(Settled& s, const std::vector<Opening>& all) {
    const auto g = groundOf(s);
    if (g.level()) return std::nullopt;
    const std::string corner{lowestCornerKey(s)};
    if (const auto steep = std::hypot(g.toRight, g.toBack); steep > kSteepest + 1e-9)
        return Clash{"ground.steep", corner, std::fabs(g.toRight) > std::fabs(g.toBack) ? "coop.width" : "coop.depth", {}};
    if (const auto fall = mm(fallMm(s)); onSkids(s) && fall > kSkidsFall)
        return Clash{"ground.skids", corner, "foundation.kind", {fall, kSkidsFall}, Change{"foundation.kind", "posts"}};
    for (const auto& o : all) {
        if (!o.row.starts_with("doors")) continue;
        if (const auto over = floorOver(s, outsideWall(s, o.wall, o.at, o.at + o.width, o.width)); over < inches(1))
            return Clash{"ground.door", o.row + ".wall", corner, {inches(1) - over}};
        const auto steps = o.row + ".steps";
        if (!s.applies(steps) || !s.flag(steps)) continue;
        if (const auto lie = stepsLie(s, o.row); !lie.clear())
            return Clash{"ground.steps", steps, corner, {mm(lie.rise), mm(lie.high - lie.foot)}, Change{steps, "no"}};
    }
    for (const auto& run : runPlaces(s)) {
        const auto place = outsideWall(s, run.side, run.at, run.at + run.width, runOffset(s) + run.length);
        const auto size = place.size();
        if (const auto fall = mm(std::max(std::fabs(g.toRight) * size.x, std::fabs(g.toBack) * size.y)); fall > kRunFall)
            return Clash{"ground.runfall", corner, run.key + ".length", {fall, kRunFall}};
        // Beside the coop and at its far end, with the ground before its gate.
        const auto gate = s.length(run.key + ".gate_width");
        const auto along = outsideWall(s, run.side, run.at - gate, run.at + run.width + gate, kWallDeep);
        const auto farther = outsideWall(s, run.side, run.at - gate, run.at + run.width + gate, run.length + gate);
        const auto high = runHeight(s, run);
        const auto far = run.shared ? high : high - mm(std::tan(inRadians(s.angle(run.key + ".pitch"))) * inMm(run.length - kWallDeep));
        if (const auto least = std::min(high - mm(g.highest(along)), far - mm(g.highest(farther))); least < inches(36))
            return Clash{"ground.run", corner, run.key + (run.shared ? ".length" : ".height"), {least, inches(36)}};
    }
    return std::nullopt;
}

std::optional<Clash> stockClash(Settled& s, const Shell& shell) {
    const auto longest = readLength(s.choice("stock.longest"), Units::imperial).value();
    const auto trim = s.length("cut.trim") * 2;
    if (std::max(shell.wide, shell.deep) + trim > longest)
        return Clash{"beam.stock",
                     (shell.wide >= shell.deep) == (shell.turn % 2 == 0) ? "coop.width" : "coop.depth",
                     "stock.longest",
                     {std::max(shell.wide, shell.deep), longest}};
    // Posts stand in one piece, from the lowest ground they may stand on.
    const auto g = groundOf(s);
    const auto tooLong = [&](Length top, const Bounds& place, const std::string& key) -> std::optional<Clash> {
        const auto post = top - mm(g.lowest(place)) + trim;
        if (post <= longest) return std::nullopt;
        return Clash{"post.stock", key, "stock.longest", {post, longest}};
    };
    if (onPosts(s)) {
        const auto beam = s.length("floor.height") - shell.deck - shell.joistDeep - kEaveBeam;
        const auto set = s.choice("foundation.kind") == "set_posts" ? s.length("foundation.depth") : Length{};
        if (auto c =
                tooLong(beam + set, Bounds{{0, 0, 0}, {inMm(s.length("coop.width")), inMm(s.length("coop.depth")), 0}}, "floor.height"))
            return c;
    }
    for (const auto& run : runPlaces(s)) {
        const auto under = shell.gable() ? mm(ridgeUndersideMm(shell)) : shell.otherWall();
        const auto top = run.shared ? shell.floorTop + under : runHeight(s, run) - runBeamDeep(run.width);
        if (auto c =
                tooLong(top, outsideWall(s, run.side, run.at, run.at + run.width, run.length), run.key + (run.shared ? ".top" : ".height")))
            return c;
    }
    return std::nullopt;
}

/// Before each eave's wall there is a place for its barrel, and height for it under the gutter.
std::optional<Clash> barrelClash(Settled& s, const Shell& shell) {
    const auto eaves = guttered(s);
    const auto whole = kBarrelStand + kBarrelHigh;
    for (const auto& slope : shell.slopes) {
        const double foot = gutterMm(shell, slope, s.choice("roof.cover")) - inMm(feet(20)) * kGutterFall + inMm(shell.floorTop);
        if (!eaves.empty() && foot < inMm(whole + inches(4)))
            return Clash{"barrel.low", "roof.gutter", "coop.low_wall", {mm(foot), whole}, Change{"roof.gutter", "none"}};
    }
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

std::span<const std::string_view> clashIds() { return kIds; }

std::optional<Clash> clash(Settled& s) {
    const auto shell = shellOf(s);
    const auto all = openings(s, shell);
    auto c = stockClash(s, shell);
    if (!c) c = roofClash(s, shell);
    if (!c) c = wallClash(s, shell);
    if (!c) c = openingClash(s, shell, all);
    if (!c) c = partitionClash(s, shell, all);
    if (!c) c = insideClash(s, shell);
    if (!c) c = runClash(s, shell, all);
    if (!c) c = groundClash(s, all);
    if (!c) c = barrelClash(s, shell);
    // A way out that the table itself does not allow is none.
    if (c && c->nearest && !readValue(*findParam(c->nearest->key), c->nearest->text, Units::imperial)) c->nearest.reset();
    return c;
}

}  // namespace oiko
