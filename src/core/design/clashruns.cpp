// What can't be built together: runs, and the ground they and the coop stand on.
#include <algorithm>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/design/clashes.h"
#include "core/design/ground.h"

namespace oiko {
namespace {

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
                     wall >= feet(3) ? std::optional{Change{r + ".at", written(wall - feet(3), s)}} : std::nullopt};
    if (const auto past = run.at + run.width - wall; past > Length{} && past < kLeastPastCorner)
        return Clash{"run.past", r + ".width", r + ".at", {past, kLeastPastCorner}, Change{r + ".width", written(wall - run.at, s)}};
    const auto eave = roofEdge(shell, run.side) - inches(9);
    if (height > eave)
        return Clash{"run.roof",
                     r + ".height",
                     "coop.low_wall",
                     {height, eave},
                     eave > feet(3) ? std::optional{Change{r + ".height", written(eave, s)}} : std::nullopt};
    // A strip along its beam lies on the siding.
    const auto siding = shell.floorTop - shell.deck - inches(1);
    if (const auto over = siding + inches(0.5); height < over)
        return Clash{"run.below", r + ".height", "floor.height", {height, siding}, Change{r + ".height", written(over, s)}};
    const auto least = run.top == "mesh" ? pitch(0.5, 12) : roofCover(run.top).least;
    if (fall < least) return Clash{"run.pitch", r + ".pitch", r + ".top", {fall, least}, Change{r + ".pitch", exactAngle(least)}};
    const auto outer = height - mm(std::tan(inRadians(fall)) * inMm(run.length - timberOf(s).post));
    if (outer < kLeastRun) return Clash{"run.low", r + ".length", r + ".pitch", {outer, kLeastRun}};
    const auto longest = longestSold(s);
    const double a = inRadians(fall);
    const auto rafter = mm(inMm(run.length + inches(8)) / std::cos(a) + 140 * std::tan(a));
    if (rafter + s.length("cut.trim") * 2 > longest) return Clash{"run.rafter", r + ".length", "stock.longest", {rafter, longest}};
    if (run.top == "mesh") return std::nullopt;
    return panelClash(s, r + ".top", r + ".length", run.top, mm(inMm(run.length + inches(6)) / std::cos(a) + 25.4));
}

/// A run that rafters go on over, past the wall they lie on.
std::optional<Clash> farBeamClash(Settled& s, const Shell& shell, const RunPlace& run) {
    const auto& r = run.key;
    if (run.width > kWidestRun)
        return Clash{"run.wide",
                     r + ".top",
                     shell.turn % 2 == 0 ? "coop.width" : "coop.depth",
                     {run.width, kWidestRun},
                     Change{r + ".top", "metal_sealed"}};
    if (const auto outer = shell.floorTop + mm(farBeam(shell, run.side).top); outer < kLeastRun) {
        // Out from a high wall rafters rise: a shorter one would be lower.
        const auto grid = ruleGrid(s);
        const auto less = shell.eaveSide(run.side) ? mm(inMm(kLeastRun - outer) / shell.slopeOver(run.side).rise) : run.length,
                   shorter = grid * ((run.length - less) / grid);
        return Clash{"run.low",
                     r + ".length",
                     "coop.low_wall",
                     {outer, kLeastRun},
                     shorter >= feet(4) ? std::optional{Change{r + ".length", written(shorter, s)}} : std::nullopt};
    }
    // Past the corner of a run beside it the roof's edge, a gate and both meshes would meet.
    for (const auto& other : runPlaces(s))
        if (other.width > other.along && rightOf(other.side) == run.side)
            return Clash{"run.shared",
                         r + ".top",
                         other.key + ".width",
                         {Ref{"side." + run.side}, Ref{"side." + other.side}},
                         Change{other.key + ".width", written(other.along, s)}};
    return std::nullopt;
}

/// A run that the coop's own roof goes on over.
std::optional<Clash> sharedRunClash(Settled& s, const Shell& shell, const RunPlace& run) {
    if (indoors(s)) return Clash{"ceiling.run", "roof.form", run.key + ".top", {}, Change{run.key + ".top", "mesh"}};
    // Towards a corner round which it opens into another run it has no side that a gate could be in.
    for (const bool right : {false, true})
        if (s.choice(run.key + ".gate") == (right ? "right" : "left") && opensRound(s, run.key, right))
            return Clash{
                "run.corner", run.key + ".gate", run.key + ".top", {keyRef(run.key + ".gate")}, Change{run.key + ".gate", "outer"}};
    if (shell.bearing(run.side)) return farBeamClash(s, shell, run);
    // A beam as wide as a 4x4 carries its rafters' seats as the plates of a 2x4 wall do.
    if (shell.light() && !shell.gable())
        return Clash{"stud.shared",
                     "frame.stud",
                     run.key + ".top",
                     {Ref{"option.frame.stud." + s.choice("frame.stud")}},
                     Change{"frame.stud", "2x4"}};
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
    // Over the roof its flashing goes up the wall, under the opening's casing.
    const auto roofThick = [&](const Opening& o) {
        return o.vent || run.top == "mesh" ? kRunRoofThick : kRunRoofThick + timberOf(s).size("1x3").wide + inches(0.5);
    };
    for (const auto& o : all) {
        if (o.wall != run.side || o.row == "nests") continue;
        // It does so under the run's beam or over its roof.
        if (const auto beam = runBeamBefore(s, shell, run.side, o.at, o.width);
            beam && o.sill + o.height + underRunBeam(s) > *beam && o.sill < *beam + runBeamDeep(s, run) + roofThick(o)) {
            const auto over = shell.floorTop + o.sill - roofThick(o);
            return Clash{
                "run.before",
                r + ".height",
                heightKey(o),
                {keyRef(heightKey(o)), o.sill, o.sill + o.height, *beam, *beam + runBeamDeep(s, run) + roofThick(o)},
                over >= feet(3) && over < runHeight(s, run) ? std::optional{Change{r + ".height", written(over, s)}} : std::nullopt};
        }
        if (o.vent) continue;  // vents have nothing outside that a post would meet
        // The run's posts beside the coop stand clear of openings, or an opening lies wholly in or out of it.
        for (const auto edge : runInnerPosts(s, run))
            if (const auto post = run.at + edge; o.at < post + timberOf(s).post + besidePost(s) && post < o.at + o.width + besidePost(s))
                return Clash{"run.opening", o.row + ".at", r + (run.shared ? ".top" : ".at"), {keyRef(o.row + ".at"), keyRef(r + ".at")}};
        // Under the coop's own roof there is room for a leaf to swing.
        if (o.row.starts_with("doors") && !run.shared)
            return Clash{"run.opening", o.row + ".wall", r + ".side", {keyRef(o.row + ".wall"), keyRef(r + ".side")}};
        // Its steps end in it, with room to stand at their foot.
        if (const auto steps = o.row + ".steps"; o.row.starts_with("doors") && s.applies(steps) && s.flag(steps))
            if (const auto reach = behindSteps(s, o.row) + stepsGoing(s) * stepsLie(s, o.row).risers + kBelowSteps,
                room = run.length - timberOf(s).post;
                reach > room)
                return Clash{"steps.run", steps, r + ".length", {reach, room}, Change{steps, "no"}};
        if (o.row.starts_with("pops")) {
            // A ramp beside the run lies where its gate would swing.
            const auto& where = s.choice(r + ".gate");
            const auto gate = where == "none" ? Length{} : s.length(r + ".gate_width");
            if ((where == "left" && o.at + o.width <= run.at && o.at + o.width > run.at - gate) ||
                (where == "right" && o.at >= run.at + run.along && o.at < run.at + run.along + gate))
                return Clash{"run.gate", r + ".gate", o.row + ".at", {keyRef(o.row + ".at")}, Change{r + ".gate", "outer"}};
            const bool inside = o.at > run.at && o.at + o.width < run.at + run.width;
            auto ramp = rampLie(s, o.row);
            ramp.drop -= 20;
            const auto steep = s.angle(o.row + ".ramp");
            // A leaf that is the ramp comes down through the level.
            if (inside && (rampDoor(s, o.row) ? ramp.length(steep) : ramp.run(steep)) + 60 > inMm(run.length - inches(8)))
                return Clash{"ramp.long", o.row + ".ramp", r + ".length", {s.angle(o.row + ".ramp"), run.length}};
        }
    }
    return std::nullopt;
}

}  // namespace

std::optional<Clash> runClash(Settled& s, const Shell& shell, const std::vector<Opening>& all) {
    const auto runs = runPlaces(s);
    for (const auto* key : {"feed.place", "bath.place"})
        if (runs.empty() && s.choice(key) == "run") return Clash{"feed.run", key, "runs.*.side", {keyRef(key)}, Change{key, "coop"}};
    for (const auto& run : runs) {
        const auto& r = run.key;
        for (const auto& other : runs)
            if (&other < &run && other.side == run.side)
                return Clash{"run.twice", r + ".side", other.key + ".side", {Ref{"side." + run.side}}};
        // What packs the run's strips out from the mesh is as thick as the siding, and leaves no room for mesh past the corner.
        if (openWall(s, run.side) && !run.shared) {
            const auto& wears = skin(s.choice("skin.kind"));
            const auto open = "skin.open_" + run.side;
            const bool packs = lowerSiding(s) == Length{} && !wears.metal() && !wears.shingled() &&
                               (!wears.boards() || timberOf(s).size(wears.stock).thick == timberOf(s).one);
            if (!packs || run.width > run.along)
                return Clash{"open.run",
                             open,
                             r + (packs ? ".width" : ".side"),
                             {Ref{"side." + run.side}},
                             packs ? Change{r + ".width", written(run.along, s)} : Change{open, "no"}};
        }
        if (nestsThrough(s) && s.choice("nests.wall") == run.side)
            return Clash{"nests.run", "nests.wall", r + ".side", {Ref{"side." + run.side}}};
        if (auto c = run.shared ? sharedRunClash(s, shell, run) : ownRunClash(s, shell, run)) return c;
        const auto open = openTo(s, r);
        const auto gateless = [&](const std::string& row) { return s.choice(row + ".gate") == "none"; };
        if (std::ranges::all_of(open, gateless))
            return Clash{"run.nogate", r + ".gate", r + ".top", {Ref{"side." + run.side}}, Change{r + ".gate", "outer"}};
        if (auto c = beforeRunClash(s, shell, run, all)) return c;
        if (gateless(r)) continue;
        // Outwards the side's posts stand nearest to each other beside the coop.
        const auto gate = s.length(r + ".gate_width");
        const bool outer = s.choice(r + ".gate") == "outer";
        const auto room = (outer ? runOuterPosts(s, run) : runSidePosts(s, run))[1] - inches(8);
        if (gate > room)
            return Clash{"gate.room",
                         r + ".gate_width",
                         r + (!outer                             ? ".length"
                              : runOuterPosts(s, run).size() > 2 ? ".beam"
                              : run.shared                       ? ".side"
                                                                 : ".width"),
                         {gate, outer ? run.width : run.length},
                         room < inches(18) ? std::nullopt : std::optional{Change{r + ".gate_width", written(room, s)}}};
        // A leaf wider than 4 ft sags on its hinges; two share at least 3 ft. Common practice.
        if (const bool two = s.choice(r + ".gate_leaf") == "double"; two ? gate < inches(36) : gate > inches(48))
            return Clash{"gate.leaf",
                         r + ".gate_width",
                         r + ".gate_leaf",
                         {gate, two ? inches(36) : inches(48)},
                         Change{r + ".gate_leaf", two ? "single" : "double"}};
        // A gate in the left side opens towards the corner, where another run may stand.
        if (s.choice(r + ".gate") == "left" && run.at < gate)
            for (const auto& other : runs)
                if (other.width > other.along && rightOf(other.side) == run.side)
                    return Clash{
                        "run.gate", r + ".gate", other.key + ".width", {keyRef(other.key + ".width")}, Change{r + ".gate", "outer"}};
    }
    return std::nullopt;
}

std::optional<Clash> groundClash(Settled& s, const std::vector<Opening>& all) {
    const auto g = groundOf(s);
    if (g.level()) return std::nullopt;
    const std::string corner{lowestCornerKey(s)};
    if (const auto steep = std::hypot(g.toRight, g.toBack); steep > kSteepest + 1e-9)
        return Clash{"ground.steep", corner, std::fabs(g.toRight) > std::fabs(g.toBack) ? "coop.width" : "coop.depth", {}};
    if (s.choice("foundation.kind") == "pavers")
        return Clash{"ground.pavers", corner, "foundation.kind", {mm(fallMm(s))}, Change{"foundation.kind", "blocks"}};
    if (s.applies("bank.side") && s.choice("bank.side") != "none")
        return Clash{"ground.bank", "bank.side", corner, {}, Change{"bank.side", "none"}};
    if (ownFloor(s)) return Clash{"ground.floor", corner, "foundation.kind", {}, Change{"foundation.kind", "skids"}};
    if (s.choice("foundation.kind") == "sills")
        return Clash{"ground.sills", corner, "foundation.kind", {mm(fallMm(s))}, Change{"foundation.kind", "curb"}};
    if (const auto fall = mm(fallMm(s)); onSkids(s) && fall > kSkidsFall)
        return Clash{"ground.skids", corner, "foundation.kind", {fall, kSkidsFall}, Change{"foundation.kind", "posts"}};
    for (const auto& o : all) {
        if (!o.row.starts_with("doors")) continue;
        if (const auto over = floorOver(s, outsideWall(s, o.wall, o.at, o.at + o.width, o.width)); over < inches(1))
            return Clash{"ground.door", o.row + ".wall", corner, {inches(1) - over}};
        const auto steps = o.row + ".steps";
        if (!s.applies(steps) || !s.flag(steps)) continue;
        if (const auto lie = stepsLie(s, o.row); !lie.clear(inMm(timberOf(s).two)))
            return Clash{"ground.steps", steps, corner, {mm(lie.rise), mm(lie.high - lie.foot)}, Change{steps, "no"}};
    }
    for (const auto& run : runPlaces(s)) {
        const auto place = outsideWall(s, run.side, run.at, run.at + run.width, runOffset(s) + run.length);
        const auto size = place.size();
        if (const auto fall = mm(std::max(std::fabs(g.toRight) * size.x, std::fabs(g.toBack) * size.y)); fall > kRunFall)
            return Clash{"ground.runfall", corner, run.key + ".length", {fall, kRunFall}};
        // Beside the coop and at its far end, with the ground before its gate.
        const auto gate = s.choice(run.key + ".gate") == "none" ? Length{} : s.length(run.key + ".gate_width");
        const auto along = outsideWall(s, run.side, run.at - gate, run.at + run.width + gate, timberOf(s).post);
        const auto farther = outsideWall(s, run.side, run.at - gate, run.at + run.width + gate, run.length + gate);
        const auto high = runHeight(s, run);
        const auto far =
            run.shared ? high : high - mm(std::tan(inRadians(s.angle(run.key + ".pitch"))) * inMm(run.length - timberOf(s).post));
        if (const auto least = std::min(high - mm(g.highest(along)), far - mm(g.highest(farther))); least < inches(36))
            return Clash{"ground.run", corner, run.key + (run.shared ? ".length" : ".height"), {least, inches(36)}};
    }
    return std::nullopt;
}

}  // namespace oiko
