#include "core/drawing/views.h"

#include <algorithm>
#include <functional>
#include <set>
#include <tuple>

#include "core/design/ground.h"
#include "core/design/layout.h"
#include "core/design/lean.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/design/things.h"
#include "core/drawing/onpaper.h"
#include "core/judge/sight.h"

namespace oiko {

Drawing floorPlan(const Model& m, Settled& s, PlanOf of) {
    Drawing d;
    d.id = "plan";
    const bool withRun = of != PlanOf::coop, chains = of != PlanOf::both;
    const auto shell = shellOf(s);
    const double w = inMm(s.length("coop.width")), deep = inMm(s.length("coop.depth"));
    const double z = inMm(shell.floorTop) + std::min(1219.2, inMm(shell.lowestWall()) * 0.55);
    Look look{{1, 0, 0}, {0, 1, 0}, {}, Plane::through({0, 0, z}, {0, 0, 1})};
    // The run is lower than the cut where the coop stands high: its posts, beams and gate show from above, its roof does not.
    // What stands or hangs in a run goes with it.
    const auto inRun = [&](const Part& p) {
        return p.system == System::run || p.assembly == "perches" || (p.assembly == "bath" && s.choice("bath.place") == "run") ||
               ((p.role == "feeder" || p.role == "drinker") && s.choice("feed.place") == "run");
    };
    // One sees through a floor of wire to its joists.
    static constexpr std::string_view kLeft[] = {"roof-panel", "purlin", "rafter", "eave-block", "run-mesh", "floor-wire", "floor-mesh"};
    project(d, m,
            partsWhere(m,
                       [&](const Part& p) {
                           return (withRun || !inRun(p)) && p.box().low.z < z && !p.edging() && !p.yard() &&
                                  std::ranges::find(kLeft, p.role) == std::end(kLeft) &&
                                  (p.system != System::roof || p.role == "barrel" || p.role == "roof-post");
                       }),
            look);
    for (const auto& p : m.parts)
        if (p.edging() && withRun) {
            const auto b = p.box();
            d.add({Pen::hidden,
                   Fill::none,
                   {{b.low.x, b.low.y}, {b.high.x, b.low.y}, {b.high.x, b.high.y}, {b.low.x, b.high.y}},
                   true,
                   p.id});
        }
    for (const auto& c : m.clear) {
        if (!withRun && c.owner.starts_with("runs")) continue;
        const auto b = bounds(c.solid);
        d.add({Pen::hidden, Fill::none, {{b.low.x, b.low.y}, {b.high.x, b.low.y}, {b.high.x, b.high.y}, {b.low.x, b.high.y}}, true, ""});
        d.labels.push_back(
            {{(b.low.x + b.high.x) / 2, b.low.y + 60}, Message{"clear." + c.id.substr(c.id.rfind('/') + 1), {}}, 2.0, 0, 0, false, ""});
    }
    for (const auto& p : m.parts)
        if ((withRun || !inRun(p)) &&
            (p.role == "barrel" || p.role == "tray-bottom" || p.id == "trough/1" || p.role == "corner-roof" ||
             p.role == "drinker-standing" || p.id.ends_with("/shelf/1") || p.role == "dust" || p.role == "feeder" || p.role == "drinker")) {
            const auto at = (p.box().low + p.box().high) * 0.5;
            d.labels.push_back({{at.x, at.y}, Message{"part." + p.role, {}}, 2.0, 0, 0, false, p.id});
        }
    // Posts under the ridge: their middles along it, and how far in from the frame's outer face it is.
    const bool ridgeX = shell.turn % 2 == 0;
    std::vector<std::pair<double, std::string>> under;
    double ridge = 0;
    for (const auto& p : m.parts)
        if (const auto mid = (p.box().low + p.box().high) * 0.5; p.role == "roof-post")
            under.emplace_back(ridgeX ? mid.x : mid.y, ""), ridge = ridgeX ? mid.y : mid.x;
    if (chains && !under.empty()) {
        const double first = under.front().first + 400;
        under.emplace_back(0, ""), under.emplace_back(ridgeX ? w : deep, "");
        chain(
            d, under,
            [&](double u) {
                return ridgeX ? Vec2{u, ridge + 400} : Vec2{ridge + 400, u};
            },
            0);
        ridgeX ? d.dimensions.push_back({{first, 0}, {first, ridge}, 0, ""}) : d.dimensions.push_back({{0, first}, {ridge, first}, 0, ""});
    }
    // In the birds' own room, beside those parted off.
    const auto [fromX, toX] = birdsAlong(s, "front");
    const auto [fromY, toY] = birdsAlong(s, "right");
    const double midX = inMm(fromX + toX) / 2;
    double lowY = 0;
    for (const double share : {0.3, 0.45, 0.62, 0.15, 0.3}) {
        lowY = inMm(fromY) + inMm(toY - fromY) * share;
        // Beside what hangs there.
        if (std::ranges::none_of(m.parts, [&](const Part& p) {
                const auto at = (p.box().low + p.box().high) * 0.5;
                return p.system == System::inside && p.form == Form::block && std::fabs(at.x - midX) < 450 && std::fabs(at.y - lowY) < 330;
            }))
            break;
    }
    d.labels.push_back({{midX, lowY}, Message{"plan.coop", {}}, 3, 0, 0, true, ""});
    d.labels.push_back({{midX, lowY}, Message{"plan.floor", {clearFloor(s)}}, 2.5, 0, 0, false, ""});
    for (const auto& p : partitions(s)) {
        const double t = inMm(p.wallDeep), room = inMm(p.room);
        const bool alongX = p.wall == "left" || p.wall == "right";
        const double from = p.wall == "left" || p.wall == "front" ? t : (alongX ? w : deep) - t - room;
        // Along its wall, from the plan's left or from the front.
        auto [a, e] = roomAlong(s, p);
        if (p.wall == "back" || p.wall == "left") std::swap(a = wallLength(s, p.wall) - a, e = wallLength(s, p.wall) - e);
        const auto at = [&](double u, double share) {
            const double v = inMm(a) + inMm(e - a) * share;
            return alongX ? Vec2{u, v} : Vec2{v, u};
        };
        d.labels.push_back({at(from + room / 2, 0.5), Message{"plan.room", {squareMm(inMm(e - a) * room)}}, 2.5, 0, 0, true, ""});
        if (chains) d.dimensions.push_back({at(from, 0.6), at(from + room, 0.6), 0, p.key + ".room"});
    }
    for (const auto& t : things(s)) {
        const auto box = m.find(t.key)->box();
        const auto name = s.choice(t.key + ".name");
        d.labels.push_back({{(box.low.x + box.high.x) / 2, (box.low.y + box.high.y) / 2},
                            name.empty() ? Message{"row.things", {t.key.substr(t.key.find('.') + 1)}} : Message{"plan.thing", {name}},
                            2.2,
                            0,
                            0,
                            false,
                            t.key});
    }
    if (withRun && underFloor(s) > Area{})
        d.labels.push_back({{w / 2, deep * 0.12}, Message{"plan.under", {underFloor(s)}}, 2.5, 0, 0, false, ""});
    for (const auto& o : m.openings) {
        const Vec3 mid = (o.corners[0] + o.corners[1]) * 0.5;
        static constexpr Vec2 kOut[] = {{0, -1}, {1, 0}, {0, 1}, {-1, 0}};
        if (o.kind == "gate" || o.kind.starts_with("inner_") || of == PlanOf::both) continue;
        const auto out = kOut[sideIndex(o.side)];
        d.labels.push_back({{mid.x - out.x * 260, mid.y - out.y * 260},
                            Message{"opening." + o.kind, {o.id.substr(o.id.find('.') + 1)}},
                            2.2,
                            0,
                            sideIndex(o.side) % 2 ? 90.0 : 0.0,
                            false,
                            ""});
    }
    // From where somebody looks in to what shows, and what nobody sees from outside.
    if (const auto sight = of == PlanOf::both ? Sight{} : lookIn(s, m); !sight.seen.empty()) {
        for (const auto& [window, eye, to] : sight.seen) d.add({Pen::centre, Fill::none, {{eye.x, eye.y}, {to.x, to.y}}, false, ""});
        for (const auto& at : sight.hidden)
            d.labels.push_back({{at.x + (midX - at.x) * 0.12, at.y + (inMm(fromY + toY) / 2 - at.y) * 0.06},
                                Message{"plan.hidden", {}},
                                1.8,
                                0,
                                0,
                                false,
                                ""});
    }
    // Beyond whatever is drawn on that side, a run and its apron included.
    const double below = std::min(-280.0, d.low.y - 60), beyond = std::max(deep, d.high.y), leftOf = std::min(0.0, d.low.x - 60),
                 rightOf = std::max(w, d.high.x);
    const std::tuple<std::string_view, double, std::function<Vec2(double)>, double> sides[] = {
        {"front", w,
         [&](double u) {
             return Vec2{u, below};
         },
         -6},
        {"back", w,
         [&](double u) {
             return Vec2{w - u, beyond};
         },
         -6},
        {"left", deep,
         [&](double u) {
             return Vec2{leftOf, deep - u};
         },
         -6},
        {"right", deep,
         [&](double u) {
             return Vec2{rightOf, u};
         },
         -6},
    };
    for (const auto& [side, length, point, offset] : sides) {
        const auto openings = openingsOf(m, side, true);
        if (chains && !openings.empty()) chain(d, alongWall(openings, length), point, offset);
        if (side == "front") d.dimensions.push_back({point(0), point(length), -14, "coop.width"});
        if (side == "left") d.dimensions.push_back({point(0), point(length), -14, "coop.depth"});
    }
    // Each run's outside, and from post to post along the side that leads away from the coop.
    double further = 14;
    for (const int r : s.rows("runs")) {
        if (!withRun) break;
        const auto row = runKey(r);
        const auto run = runPlace(s, row);
        std::vector<std::pair<double, std::string>> posts;
        const bool alongX = run.side == "left" || run.side == "right";
        auto b = outsideWall(s, run.side, run.at, run.at + run.width, runOffset(s) + run.length);
        const double off = inMm(runOffset(s));
        if (run.side == "front") b.high.y -= off;
        if (run.side == "back") b.low.y += off;
        if (run.side == "left") b.high.x -= off;
        if (run.side == "right") b.low.x += off;
        for (const auto& p : m.parts)
            if (p.role == "run-post" && p.id.starts_with(row + "/")) {
                const auto at = p.box();
                // Those of one side, at their left edges.
                if (alongX ? at.high.y > b.high.y - 1 : at.high.x > b.high.x - 1) posts.emplace_back(alongX ? at.low.x : at.low.y, "");
            }
        posts.emplace_back(alongX ? b.high.x : b.high.y, "");
        const auto field = [&](const char* name) { return s.applies(row + name) ? row + name : std::string{}; };
        const auto above = [&](double u) { return Vec2{u, beyond}; };
        const auto right = [&](double u) { return Vec2{rightOf, u}; };
        if (chains || posts.size() <= 3) posts.clear();
        if (!posts.empty()) alongX ? chain(d, posts, above, further - 7) : chain(d, posts, right, 7 - further);
        d.dimensions.push_back({above(b.low.x), above(b.high.x), further, alongX ? field(".length") : field(".width")});
        d.dimensions.push_back({right(b.low.y), right(b.high.y), -further, alongX ? field(".width") : field(".length")});
        further += posts.empty() ? 7 : 14;
        const auto area = squareMm(b.size().x * b.size().y);
        d.labels.push_back({{(b.low.x + b.high.x) / 2, (b.low.y + b.high.y) / 2}, Message{"plan.run", {area}}, 3, 0, 0, true, ""});
    }
    return d;
}

Drawing face(const Model& m, Settled& s, std::string_view side) {
    Drawing d;
    d.id = "face/" + std::string{side};
    const auto shell = shellOf(s);
    const auto look = before(s, side, 0);
    // Behind the wall that the coop leans on nobody looks.
    const bool hidden = side == leanSide(s);
    project(d, m,
            partsWhere(m,
                       [&](const Part& p) {
                           return !m.buried(p) && !p.edging() && !p.yard() && !p.thing() && !(hidden && p.role.starts_with("leaned-"));
                       }),
            look);
    const double length = inMm(wallLength(s, side)), floor = inMm(shell.floorTop);
    auto openings = openingsOf(m, side);
    // What stands behind a run is told by the wall's frame, where it can be seen.
    for (const auto& run : runPlaces(s))
        if (run.side == side) std::erase_if(openings, [&](const Framed& o) { return floor + o.z0 < inMm(runHeight(s, run)) + 300; });
    for (const auto& o : openings) {
        const auto kind = std::ranges::find(m.openings, o.row, &OpeningSpec::id)->kind;
        d.labels.push_back({{(o.u0 + o.u1) / 2, floor + (o.z0 + o.z1) / 2},
                            Message{"opening." + kind, {o.row.substr(o.row.find('.') + 1)}},
                            2.2,
                            0,
                            0,
                            false,
                            o.row});
    }
    groundLine(d, m, look, d.low.x - 200, d.high.x + 200);
    // And where the ground is lower before a run that stands there.
    for (const auto& run : runPlaces(s))
        if (const double out = inMm(runOffset(s) + run.length); run.side == side && risesFrom(m.ground, side) * out < -1)
            groundLine(d, m, look, inMm(run.at) - 300, inMm(run.at + run.width) + 300, out);
    // Along the wall below the ground there.
    const double base = std::min(m.ground.under(look.origin), m.ground.under(look.origin + look.right * length));
    chain(
        d, alongWall(openings, length),
        [&](double u) {
            return Vec2{u, base};
        },
        -7);
    d.dimensions.push_back({{0, base}, {length, base}, -14, sizeKey(side)});
    // Heights: grade, floor, and the wall at its left end; of a sloping wall at its right end too, and of the ridge.
    const int local = shell.localSide(side);
    const auto wallAt = [&](bool right) {
        const bool low = local % 2 == 0 ? local == 2 : (local == 1) == right;
        return std::pair{inMm(low ? shell.lowWall() : shell.otherWall()), low ? "coop.low_wall" : ""};
    };
    const double xl = std::min(d.low.x + 200, 0.0), xr = std::max(d.high.x - 200, length);
    d.dimensions.push_back({{xl, 0}, {xl, floor}, 7, onPosts(s) ? "floor.height" : masonry(s) ? "foundation.height" : ""});
    d.dimensions.push_back({{xl, floor}, {xl, floor + wallAt(false).first}, 7, wallAt(false).second});
    if (local % 2 == 1) d.dimensions.push_back({{xr, floor}, {xr, floor + wallAt(true).first}, -7, wallAt(true).second});
    if (const auto ridge = shell.ridgeOn(side)) {
        const double u = inMm(*ridge), top = floor + ridgeTopMm(shell), above = d.high.y;
        d.dimensions.push_back({{xr, 0}, {xr, top}, -13, ""});
        const bool right = local == 1;  // the wall that the roof's named side is at
        d.dimensions.push_back({{0, above}, {u, above}, 5, right ? "" : "roof.ridge"});
        d.dimensions.push_back({{u, above}, {length, above}, 5, right ? "roof.ridge" : ""});
    }
    for (const auto& o : openings) {
        d.dimensions.push_back(
            {{o.u0, floor + o.z0}, {o.u0, floor + o.z1}, -3.5, o.row == "nests" || o.row.starts_with("hatches") ? "" : o.row + ".height"});
        if (o.z0 > 1)
            d.dimensions.push_back({{o.u0, floor},
                                    {o.u0, floor + o.z0},
                                    -3.5,
                                    o.row.starts_with("vents") ? ""
                                    : o.row == "nests"         ? ""
                                                               : o.row + ".sill"});
    }
    return d;
}

Drawing roofFramePlan(const Model& m, Settled& s, const Takeoff& t) {
    Drawing d;
    d.id = "roof";
    Look look{{1, 0, 0}, {0, 1, 0}, {}, {}};
    const auto plates = partsWhere(m, [](const Part& p) { return onUprights(p); });
    project(d, m, plates, look);
    const auto frame = partsWhere(m, [](const Part& p) { return p.system == System::roof && p.role != "purlin" && !coversRoof(p.role); });
    project(d, m, frame, look);
    const auto shell = shellOf(s);
    Bounds all;
    std::vector<std::pair<double, std::string>> at;
    const bool alongX = shell.turn % 2 == 0;
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        const auto& p = m.parts[i];
        if (p.system != System::roof) continue;
        const auto b = p.box();
        if (p.role == "purlin") {
            d.add({Pen::hidden,
                   Fill::none,
                   {{b.low.x, b.low.y}, {b.high.x, b.low.y}, {b.high.x, b.high.y}, {b.low.x, b.high.y}},
                   true,
                   p.id});
            continue;
        }
        if (coversRoof(p.role)) continue;
        all.add(b);
        if (p.role == "rafter" || p.role == "fly-rafter" || p.role == "ceiling-joist") {
            at.emplace_back(alongX ? b.low.x : b.low.y, "");
            if (!p.existing)
                d.labels.push_back(
                    {{(b.low.x + b.high.x) / 2, (b.low.y + b.high.y) / 2}, t.marks[i], 2.2, 0, alongX ? 90.0 : 0.0, true, p.id});
        }
    }
    const auto place = [&](double u) { return alongX ? Vec2{u, all.low.y} : Vec2{all.low.x, u}; };
    chain(d, at, place, alongX ? -6 : 6);
    d.dimensions.push_back({place(alongX ? all.low.x : all.low.y), place(alongX ? all.high.x : all.high.y), alongX ? -13.0 : 13.0, ""});
    const auto fall = [&](double v) { return alongX ? Vec2{all.high.x, v} : Vec2{v, all.high.y}; };
    const double deep = inMm(shell.deep), over = inMm(shell.overhang);
    // Over runs that the rafters go on over, too.
    const double before = inMm(overRun(s, alongX ? "front" : "left")), past = inMm(overRun(s, alongX ? "back" : "right"));
    std::vector<std::pair<double, std::string>> stops{{-over - before, ""}, {-before, "roof.overhang"}, {deep, ""}};
    if (before > 0) stops.emplace_back(0, "");
    if (past > 0) stops.emplace_back(deep + past, "");
    stops.emplace_back(deep + past + over, "roof.overhang");
    // In the coop's own axes: turned half round, local depth runs the other way.
    if (shell.gable()) {
        const bool flipped = shell.turn == 2 || shell.turn == 1;
        stops.emplace_back(flipped ? deep - shell.slopes[0].y0 : shell.slopes[0].y0, flipped ? "roof.ridge" : "");
        if (!flipped) stops[2].second = "roof.ridge";
    }
    chain(d, stops, fall, alongX ? -6 : 6);
    // Across from the chains.
    if (!indoors(s))
        d.labels.push_back({{(all.low.x + all.high.x) / 2, alongX ? all.high.y + 120 : all.low.y - 220},
                            Message{shell.gable() ? "roof.fallboth" : "roof.fall",
                                    {s.angle("roof.pitch"), Ref{"side." + s.choice("roof.falls_to")}, shell.rafterLength()}},
                            2.5,
                            0,
                            0,
                            false,
                            ""});
    return d;
}

Drawing crossSection(const Model& m, Settled& s) {
    Drawing d;
    d.id = "section";
    const auto shell = shellOf(s);
    const bool alongY = shell.turn % 2 == 0;
    const double w = inMm(s.length("coop.width")), deep = inMm(s.length("coop.depth"));
    // Cut half way between two members near the middle, looking towards the side on the left.
    Look look = alongY ? Look{{0, 1, 0}, {0, 0, 1}, {}, Plane::through({w * 0.5 + 100, 0, 0}, {1, 0, 0})}
                       : Look{{1, 0, 0}, {0, 0, 1}, {}, Plane::through({0, deep * 0.5 - 100, 0}, {0, -1, 0})};
    // And what carries the rafters at the far end of runs that they go on over.
    std::vector<std::string> runs;
    for (const auto& run : runPlaces(s))
        if (underRafters(s, run.key)) runs.push_back(run.key + "/");
    const auto carries = [&](const Part& p) {
        return (p.role == "run-post" || p.role == "run-beam" || p.role == "block" || p.role == "run-rail") &&
               std::ranges::any_of(runs, [&](const auto& run) { return p.id.starts_with(run); });
    };
    project(d, m,
            partsWhere(m, [&](const Part& p) { return (p.system != System::run || carries(p)) && !p.edging() && !p.yard() && !p.thing(); }),
            look);
    groundLine(d, m, look, d.low.x - 200, d.high.x + 200);
    const double floor = inMm(shell.floorTop), span = alongY ? deep : w;
    const double foot = std::min(0.0, d.low.y);
    // Their beams' height and how far out they stand.
    for (const auto& run : runPlaces(s))
        if (underRafters(s, run.key)) {
            const double off = inMm(runOffset(s)), length = inMm(run.length), top = floor + farBeam(shell, run.side).top;
            const bool low = run.side == "front" || run.side == "left";  // of the drawing's axis
            const double near = low ? -off : span + off, far = low ? near - length : near + length;
            d.dimensions.push_back({{std::min(near, far), foot}, {std::max(near, far), foot}, -7, run.key + ".length"});
            d.dimensions.push_back({{far, foot}, {far, top}, low ? 7.0 : -7.0, ""});
        }
    d.dimensions.push_back({{0, foot}, {span, foot}, -7, alongY ? "coop.depth" : "coop.width"});
    // On a slope each post's hole has its own depth below the line, in the table of supports; a trench is as deep as its lowest ground
    // asks.
    if (const double grade = m.ground.lowest({{0, 0, 0}, {w, deep, 0}});
        s.applies("foundation.depth") && (frameless(s) || m.ground.level())) {
        // Whole courses of blocks go down farther than was asked.
        if (const auto* footing = m.find("ground/strip-footing"))
            d.dimensions.push_back({{0, footing->box().low.z}, {0, grade}, 18, ""});
        else
            d.dimensions.push_back({{0, grade - inMm(s.length("foundation.depth"))}, {0, grade}, 18, "foundation.depth"});
    }
    const bool lowRight = shell.turn == 0 || shell.turn == 3;
    const double x = lowRight ? span : 0, other = lowRight ? 0 : span;
    d.dimensions.push_back({{x, floor}, {x, floor + inMm(shell.lowWall())}, lowRight ? -18.0 : 18.0, "coop.low_wall"});
    d.dimensions.push_back({{other, floor}, {other, floor + inMm(shell.otherWall())}, lowRight ? 18.0 : -18.0, ""});
    d.dimensions.push_back({{x, 0}, {x, floor}, lowRight ? -18.0 : 18.0, masonry(s) ? "foundation.height" : ""});
    if (shell.gable()) d.dimensions.push_back({{other, 0}, {other, floor + ridgeTopMm(shell)}, lowRight ? 26.0 : -26.0, ""});
    if (!indoors(s))
        d.labels.push_back({{span / 2, d.high.y + 60}, Message{"section.pitch", {s.angle("roof.pitch")}}, 2.5, 0, 0, false, ""});
    return d;
}

}  // namespace oiko
