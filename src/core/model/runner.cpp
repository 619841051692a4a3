// What every run has: posts on blocks, mesh walls with rails where the rolls end, a gate, passages, and what closes it against the coop.
#include "core/model/runner.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace oiko {

Runner::Runner(Builder& builder, const std::string& key)
    : b{builder},
      place{runPlace(b.s, key)},
      w{b.wall(place.side)},
      u0{inMm(place.at)},
      width{inMm(place.width)},
      v0{inMm(runOffset(b.s))},
      length{inMm(place.length)},
      meshKind{b.s.choice("mesh.kind")},
      upperKind{b.s.choice("mesh.upper") == "same" ? meshKind : b.s.choice("mesh.upper")},
      out{w.inward * -1} {
    const auto passage = [&](const RunPlace& from) { return b.s.flag(from.key + ".passage") ? runPassage(b.s, from) : std::nullopt; };
    wayOut = passage(place);
    for (const auto& other : runPlaces(b.s))
        if (place.at == Length{} && rightOf(other.side) == place.side) {
            meetsLeft = other.at + other.along == wallLength(b.s, other.side);
            if (other.width > other.along) wayIn = passage(other);
        }
}

void Runner::post(const std::string& name, double u, double v, double top, const std::vector<Plane>& rafters, bool across) {
    const double bw = (across ? 15.625 : 7.625) * kIn, bl = (across ? 7.625 : 15.625) * kIn;
    // The block stays clear of the coop's own: it never reaches behind the post towards the coop.
    const double bu = std::clamp(u + b.post / 2 - bl / 2, 0.0, width - bl), bv = std::clamp(v + b.post / 2 - bw / 2, 0.0, length - bw);
    // A building's floor carries it as it is.
    const bool onFloor = ownFloor(b.s);
    const double foot = onFloor ? 0 : grade(bu, bu + bl, bv, bv + bw);
    auto solid = cuboid(u, u + b.post, v, v + b.post, foot, top);
    for (const auto& plane : rafters) solid = cut(solid, plane);
    lumber("post/" + name, "run-post", "4x4pt", up, w.u, std::move(solid));
    if (onFloor) return;
    blocks.push_back(bounds(cuboid(bu, bu + bl, bv, bv + bw, foot - 3.625 * kIn, foot)));
    put("block/" + name, "block", Form::block, "block-4x8x16", across ? out : w.u, across ? w.u : out,
        {cuboid(bu, bu + bl, bv, bv + bw, foot - 3.625 * kIn, foot)});
}

std::vector<double> Runner::middles(const std::vector<double>& supports, double supportWide) {
    std::vector<double> over;
    for (std::size_t i = 1; i + 1 < supports.size(); ++i) over.push_back(supports[i] + supportWide / 2);
    return over;
}

Side Runner::side(std::string_view which) const {
    const double start = which == "past" ? beside - b.post : 0;
    const bool level = which == "outer" || which == "past";
    Side s{std::string{which}, {}, {}, {}, {}};
    s.frame = {0,
               w.side,
               which == "outer"   ? at(0, length, 0)
               : which == "right" ? at(width, 0, 0)
                                  : at(start, 0, 0),
               level ? w.u : out,
               which == "outer"  ? out
               : which == "past" ? out * -1
               : which == "left" ? w.u * -1
                                 : w.u,
               which == "past" ? width - start
               : level         ? width
                               : length,
               !level,
               0,
               0,
               {}};
    for (const double p : which == "past" ? inner : which == "outer" ? fronts : sides)
        if (p >= start - kSameMm) s.posts.push_back(p - start);
    if (which == "past" && wayOut) s.passage = {inMm(wayOut->at) + b.post, inMm(wayOut->at + wayOut->width) + b.post};
    if (which == "left" && wayIn) s.passage = {inMm(wayIn->at) - v0, inMm(wayIn->at + wayIn->width) - v0};
    return s;
}

void Runner::groundRail(const std::string& name, const WallFrame& wall, double xa, double xb, double deep, bool kick) {
    const auto along = b.ground.along(wall.u);
    const double flat = std::hypot(along.x, along.y), high = (kick ? b.wideOf("2x6") : b.post) / flat;
    // Mesh on the ground goes in under one that stands inside.
    const auto ground = [&](double x) {
        return std::max(b.ground.under(wall.at(x, 0, 0)), b.ground.under(wall.at(x, std::max(0.0, deep), 0))) + (kick ? b.post / flat : 0);
    };
    const auto p = [&](double x, double z) { return wall.at(x, 0, z - wall.origin.z); };
    const Vec3 outline[] = {p(xa, ground(xa)), p(xb, ground(xb)), p(xb, ground(xb) + high), p(xa, ground(xa) + high)};
    lumber(name, kick ? "run-kick" : "run-rail", kick ? "2x6pt" : "2x4pt", along, unit(cross(cross(along, up), along)),
           prism(outline, wall.inward * deep));
}

double Runner::passageFoot(bool leadsOut) const {
    const auto& way = leadsOut ? *wayOut : *wayIn;
    const double from = inMm(way.at) - b.two, to = inMm(way.at + way.width) + b.two;
    const auto through =
        leadsOut ? cuboid(beside + from, beside + to, -v0 - b.post, b.post, 0, 1) : cuboid(-v0 - b.post, b.post, from - v0, to - v0, 0, 1);
    return b.ground.highest(bounds(through)) + (b.ground.level() ? b.post : b.post * std::hypot(1, kSteepest));
}

void Runner::meshWall(const Side& s, const Gate& gate) {
    const Vec3 run = s.frame.u;
    const bool gated = gate.side == s.name;
    const double gateFrom = gate.from, gateTo = gate.from + gate.width;
    // On edge between the posts: at a height, or along the ground.
    const auto rail = [&](std::optional<double> z, const std::string& height, bool kick = false) {
        for (std::size_t i = 1; i < s.posts.size(); ++i) {
            const double a = s.posts[i - 1] + b.post, e = s.posts[i];
            const auto piece = [&](double xa, double xb, const std::string& tag) {
                if (xb - xa < 2 * kIn) return;
                const auto name = "rail/" + s.name + "/" + height + "/" + std::to_string(i) + tag;
                if (!z) return groundRail(name, s.frame, xa, xb, -b.two, kick);
                auto solid = s.slab(xa, xb, -b.two, 0, *z, *z + b.post);
                for (const auto& plane : s.rafters) solid = cut(solid, plane);
                // Where rafters come down over it, what is left must still be a board.
                if (solid.empty() || bounds(solid).size().z < b.post - kSameMm || volume(solid) < 2 * kIn * b.two * b.post) return;
                lumber(name, "run-rail", "2x4", run, up, std::move(solid));
            };
            if (gated && gateFrom < e && gateTo > a) {
                if (gate.head && z && *z > gate.height + 4 * kIn)
                    piece(a, gateTo + 0.25 * kIn, "");
                else
                    piece(a, gateFrom - 0.25 * kIn, "");
                piece(gateTo + 0.25 * kIn + b.two, e, "b");
            } else if (kick && s.passage && s.passage->first < e && s.passage->second > a) {
                piece(a, s.passage->first - b.two, ""), piece(s.passage->second + b.two, e, "b");
            } else {
                piece(a, e, "");
            }
        }
    };
    rail({}, "bottom");
    if (b.s.flag("run.kick")) rail({}, "kick", true);
    double tallest = std::max(s.top(0), s.top(s.span())), lowest = std::min(s.top(0), s.top(s.span()));
    if (s.bend > 0) tallest = s.top(s.bend);
    // Strips of a 48 in roll from the lowest ground; no strip left narrower than 4 in: then the first is of a 36 in roll.
    const double foot = this->lowest(s, 0, s.span());
    std::vector<double> seams;
    const auto sliver = [&](double top) { return std::fmod(top - foot, 48 * kIn) < 4 * kIn; };
    double z = foot + (sliver(tallest) || sliver(lowest) ? 36 : 48) * kIn;
    for (; z < tallest - 4 * kIn; z += 48 * kIn) seams.push_back(z);
    for (std::size_t i = 0; i < seams.size(); ++i)
        if (seams[i] < s.railsBelow) rail(std::min(seams[i] - b.post / 2, s.railsBelow - b.post), "mid" + std::to_string(i + 1));
    // The mesh itself, cut to the top edge, round the gate and the passage.
    auto holes = s.holes;
    if (s.passage) {
        const auto [x0, x1] = *s.passage;
        const double sill = passageFoot(s.name == "past"), head = sill + inMm(kPassageHigh);
        const auto next = std::ranges::upper_bound(s.posts, x0);
        const auto board = [&](const char* which, std::string_view role, Vec3 along, Vec3 across, double xa, double xb, double za,
                               double zb) {
            lumber("passage/" + s.name + "/" + which, role, "2x4", along, across, s.slab(xa, xb, -b.two, 0, za, zb));
        };
        board("head", "run-rail", run, up, *std::prev(next) + b.post, *next, head, head + b.post);
        board("jamb/1", "jamb", up, run, x0 - b.two, x0, sill, head), board("jamb/2", "jamb", up, run, x1, x1 + b.two, sill, head);
        holes.push_back({row, "passage", x0, x1, sill, head});
    }
    // On a slope mesh goes on below the threshold, down to the ground.
    if (gated)
        holes.push_back({row + ".gate", "gate", gateFrom - 0.25 * kIn, gateTo + 0.25 * kIn, b.ground.level() ? -1 : gate.grade + b.two,
                         gate.height + 0.25 * kIn});
    battens(s, gate, seams);
    double bottom = foot;
    seams.push_back(tallest + kIn);
    force(s, holes, foot, seams.front(), tallest);
    int n = 0;
    for (const double seam : seams) {
        auto pieces = sheetWithHoles(
            s.frame, 0, s.span(), 0, kMesh, bottom, [&](double) { return std::min(seam, tallest); }, holes, s.bend);
        for (auto& piece : pieces) {
            for (const auto& plane : s.roof) piece = cut(piece, plane);
            if (!b.ground.level()) piece = cut(piece, b.ground.above());
        }
        ++n;
        put("mesh/" + s.name + "/" + std::to_string(n), "run-mesh", Form::mesh, n == 1 ? meshKind : upperKind, run, up, std::move(pieces));
        bottom = seam;
    }
    if (gated) gateLeaf(gate, s);
}

Gate Runner::gateIn(const Side& s) const {
    Gate g{s.name, b.post + 0.25 * kIn, inMm(b.s.length(row + ".gate_width")), 0, false};
    g.grade = b.ground.highest(bounds(s.slab(g.from, g.from + g.width, 0, g.width, 0, 1)));
    // Its threshold lies over the next post's block too, where that reaches so far and ends higher.
    const auto lies = bounds(s.slab(g.from - 0.25 * kIn, g.from + g.width + 0.25 * kIn, -b.post, 0, g.grade, g.grade + b.two));
    for (const auto& block : blocks)
        if (block.meets(lies, 0)) g.grade = std::max(g.grade, block.high.z);
    if (s.beam) g.height = *s.beam - 0.25 * kIn;
    g.head = !s.beam || g.height > std::min(g.grade + 84 * kIn, s.swingsBelow);
    if (!g.head) return g;
    // A flat board lies over it.
    const double far = g.from + g.width + 3 * kIn, under = s.beam ? *s.beam : std::min(s.under(g.from - 3 * kIn), s.under(far));
    g.height = std::min({g.grade + 76 * kIn, under - b.two - kIn, s.swingsBelow});
    return g;
}

/// A leaf of 2x4 laid flat between two places along a side, its hinges at its left or its right, mesh on its face.
void Runner::frameLeaf(const Side& s, const std::string& name, double a, double e, double foot, double head, bool atRight) {
    const Vec3 along = s.frame.u;
    const auto piece = [&](const std::string& part, std::string_view role, std::string stock, Vec3 l, Vec3 across, Solid solid) {
        if (auto* p = put(name + part, role, Form::lumber, std::move(stock), l, across, {std::move(solid)})) p->opening = row + ".gate";
    };
    piece(atRight ? "stile/latch" : "stile/hinge", "gate-stile", "2x4", up, along, s.slab(a, a + b.post, -b.two, 0, foot, head));
    piece(atRight ? "stile/hinge" : "stile/latch", "gate-stile", "2x4", up, along, s.slab(e - b.post, e, -b.two, 0, foot, head));
    const bool crossed = b.s.choice(row + ".gate_brace") == "x";
    const double inA = a + b.post, inE = e - b.post, mid = (foot + head) / 2;
    const bool tall = head - foot > 40 * kIn;
    std::vector<double> rails{foot, head - b.post};
    if (tall) rails.insert(rails.begin() + 1, mid - b.post / 2);
    for (std::size_t i = 0; i < rails.size(); ++i)
        piece("rail/" + std::to_string(i + 1), "gate-rail", "2x4", along, up, s.slab(inA, inE, -b.two, 0, rails[i], rails[i] + b.post));
    for (std::size_t i = 1; i < rails.size(); ++i) {
        // A brace from the hinge's foot up to the latch side, its corners cut to stiles and rails; or one from each corner.
        const double z0 = rails[i - 1] + b.post, z1 = rails[i], dx = inE - inA, dz = z1 - z0, l = std::hypot(dx, dz);
        if (dx < 6 * kIn || dz < 6 * kIn) continue;
        const auto field = s.slab(inA, inE, -b.two, 0, z0, z1);
        const Vec3 middle = centroid(field);
        // From one corner of the field to another: between two planes.
        const auto strip = [&](bool falls) {
            const Vec3 side = along * ((falls ? dz : -dz) / l) + up * (dx / l);
            return std::array{Plane::through(middle + side * (b.post / 2), side), Plane::through(middle + side * (-b.post / 2), side * -1)};
        };
        const auto within = [](const Solid& what, const std::array<Plane, 2>& planes) { return cut(cut(what, planes[0]), planes[1]); };
        const auto brace = [&](bool falls, std::string_view more, std::vector<Solid> solids) {
            const Vec3 dir = along * (dx / l) + up * ((falls ? -dz : dz) / l), side = along * ((falls ? dz : -dz) / l) + up * (dx / l);
            if (auto* p = put(name + "brace/" + std::to_string(i) + std::string{more}, crossed ? "gate-cross" : "gate-brace", Form::lumber,
                              "2x4", dir, side, std::move(solids)))
                p->opening = row + ".gate";
        };
        if (!crossed) {
            brace(atRight, "", {within(field, strip(atRight))});
            continue;
        }
        // Each leaves half its thickness to the other where they cross.
        for (const bool falls : {false, true}) {
            const auto own = within(field, strip(falls));
            const auto other = strip(!falls);
            std::vector<Solid> solids;
            for (const auto& plane : other) solids.push_back(cut(own, Plane{plane.normal * -1, -plane.offset}));
            const auto half = s.slab(0, 1, falls ? -b.two : -b.two / 2, falls ? -b.two / 2 : 0, 0, 1);
            auto lap = within(own, other);
            for (const auto& plane : facePlanes(half))
                if (std::fabs(dot(plane.normal, s.frame.inward)) > 0.5) lap = cut(lap, plane);
            solids.insert(solids.begin() + 1, std::move(lap));
            brace(falls, falls ? "/cross" : "", std::move(solids));
        }
    }
    if (auto* p = put(name + "mesh", "gate-mesh", Form::mesh, meshKind, along, up, {s.slab(a, e, 0, kMesh, foot, head)}))
        p->opening = row + ".gate";
    if (b.s.flag("mesh.double"))
        if (auto* p = put(name + "force", "force-mesh", Form::mesh, std::string{kForceMesh}, along, up,
                          {s.slab(a, e, kMesh, 2 * kMesh, foot, head)}))
            p->opening = row + ".gate";
}

void Runner::gateLeaf(const Gate& g, const Side& s) {
    const Vec3 along = s.frame.u;
    const double a = g.from, e = g.from + g.width, foot = g.grade + b.two + 0.25 * kIn, head = g.height;
    const auto piece = [&](const std::string& part, std::string_view role, std::string stock, Vec3 l, Vec3 across, Solid solid) {
        if (auto* p = put("gate/" + part, role, Form::lumber, std::move(stock), l, across, {std::move(solid)})) p->opening = row + ".gate";
    };
    // The latch stud stands from the ground to the beam or the end rafter.
    const double at = e + 0.25 * kIn;
    const auto under = bounds(s.slab(at, at + b.two, -b.post, 0, -1e4, 1e4));
    double ground = b.ground.lowest(under);
    // On the next post's block where that reaches so far.
    for (const auto& block : blocks)
        if (block.meets(under, 0)) ground = std::max(ground, block.high.z);
    auto stud = s.slab(at, at + b.two, -b.post, 0, ground, s.beam ? *s.beam : s.top(s.bend > 0 ? s.bend : 0));
    for (const auto& plane : s.rafters) stud = cut(stud, plane);
    piece("stud", "gate-stud", "2x4pt", up, cross(up, along), std::move(stud));
    piece("threshold", "gate-threshold", "2x4pt", along, cross(up, along),
          s.slab(a - 0.25 * kIn, e + 0.25 * kIn, -b.post, 0, g.grade, g.grade + b.two));
    if (g.head)
        piece("head", "gate-head", "2x4", along, cross(up, along),
              s.slab(a - 0.25 * kIn, e + 0.25 * kIn, -b.post, 0, head + 0.25 * kIn, head + 0.25 * kIn + b.two));
    // Of two leaves the first is latched to the other one, which is bolted at head and foot; a strip covers the gap between them.
    const bool two = b.s.choice(row + ".gate_leaf") == "double";
    const double half = 0.125 * kIn, mid = (a + e) / 2;
    frameLeaf(s, "gate/", a, two ? mid - half : e, foot, head, false);
    const auto post = g.side == "outer" ? "outer/1" : "inner/" + std::string{g.side == "left" ? "1" : std::to_string(inner.size())};
    b.join(row + "/gate/stile/hinge", row + "/post/" + post, Joint::Kind::hinged, 0.25 * kIn);
    if (two) {
        frameLeaf(s, "gate/second/", mid + half, e, foot, head, true);
        b.join(row + "/gate/second/stile/hinge", row + "/gate/stud", Joint::Kind::hinged, 0.25 * kIn);
        const double over = (b.s.flag("mesh.double") ? 2 : 1) * kMesh, wide = b.wideOf("1x3");
        piece("strip", "gate-strip", "1x3", up, along, s.slab(mid + kIn - wide, mid + kIn, over, over + b.one, foot, head));
    }
    const auto corner = [&](double x, double z) { return s.slab(x, x + 1, 0, 1, z, z + 1).vertices.front(); };
    b.model.openings.push_back({row + ".gate",
                                "gate",
                                s.name,
                                mm(a),
                                mm(g.width),
                                mm(foot - b.floor),
                                mm(head - foot),
                                {corner(a, foot), corner(e, foot), corner(e, head), corner(a, head)}});
    b.model.clear.push_back(
        {row + "/gate/swing", row + ".gate", s.slab(a, e, two ? 2 * b.one : b.one, two ? g.width / 2 : g.width, foot, head)});
}

void Runner::lining() {
    const double u = beside + inMm(wayOut->at), e = u + inMm(wayOut->width), mid = -v0 / 2, half = b.wideOf("1x6") / 2,
                 foot = passageFoot(true), head = foot + inMm(kPassageHigh);
    const auto board = [&](const char* which, Vec3 along, double ua, double ub, double za, double zb) {
        lumber(std::string{"passage/lining/"} + which, "lining", "1x6", along, out, cuboid(ua, ub, mid - half, mid + half, za, zb));
    };
    board("sill", w.u, u, e, foot, foot + b.one), board("head", w.u, u, e, head - b.one, head);
    board("left", up, u, u + b.one, foot + b.one, head - b.one), board("right", up, e - b.one, e, foot + b.one, head - b.one);
}

std::vector<Bounds> Runner::ground() const {
    return {bounds(cuboid(0, width, 0, length, -kMesh, 0)), bounds(cuboid(0, beside, -v0, 0, -kMesh, 0))};
}

std::vector<Runner::Strip> Runner::carpet() const {
    std::vector<Strip> strips;
    const bool open = !underRafters(b.s, row);
    const double last = open && round(true) ? width : width - b.two;
    int n = 0;
    for (double u = open && round(false) ? 0 : b.two; u < last - kTouchMm; u += kCarpetSeen) {
        // Beside the coop up to its wall; past its corner up to the rail there.
        const double e = std::min(u + kCarpetSeen, last), edge = std::min(e, beside);
        ++n;
        const auto strip = [&](const std::string& part, double from, double to, double near) {
            if (to - from > kIn / 2)
                strips.push_back({std::to_string(n) + part, bounds(cuboid(from, to, near, length - b.two, -kMesh, 0)), out});
        };
        strip("", u, edge, -v0), strip(edge > u ? "/past" : "", std::max(u, edge), e, b.two);
    }
    return strips;
}

std::vector<Runner::Strip> Runner::apron() const {
    const double a = inMm(b.s.length("apron.width"));
    std::vector<Strip> strips;
    if (a < kIn) return strips;
    const auto strip = [&](const std::string& name, double ua, double ub, double va, double vb, Vec3 along) {
        strips.push_back({name, bounds(cuboid(ua, ub, va, vb, -kMesh, 0)), along});
    };
    strip("left", -a, 0, 0, length, out), strip("right", width, width + a, 0, length, out);
    strip("outer", 0, width, length, length + a, w.u);
    strip("corner/left", -a, 0, length, length + a, w.u), strip("corner/right", width, width + a, length, length + a, w.u);
    if (width > beside) strip("past", beside + 2 * kIn, width, -a, 0, w.u), strip("corner/past", width, width + a, -a, 0, w.u);
    return strips;
}

std::vector<Runner::Strip> Runner::trench() const {
    const double deep = inMm(b.s.length("apron.width"));
    std::vector<Strip> strips;
    if (deep < kIn) return strips;
    const auto strip = [&](const std::string& name, double ua, double ub, double va, double vb, Vec3 along) {
        strips.push_back({name, bounds(cuboid(ua, ub, va, vb, -deep, 0)), along});
    };
    const double past = width > beside ? -kMesh : -v0;
    strip("left", -kMesh, 0, meetsLeft ? -v0 + kMesh : -v0, length, out), strip("right", width, width + kMesh, past, length, out);
    strip("outer", -kMesh, width + kMesh, length, length + kMesh, w.u);
    if (width > beside) strip("edge", beside, beside + kMesh, -v0, -kMesh, out), strip("past", beside, width, -kMesh, 0, w.u);
    return strips;
}

std::array<double, 2> Runner::corners() const {
    const auto lap = [&](int turn) {
        return (w.sloping ? b.wideOf("1x4") : b.wideOf("1x4") - b.one) - b.walls[static_cast<std::size_t>(w.local + turn) % 4].skin;
    };
    return {lap(3), w.length - lap(1)};
}

void Runner::closers() {
    const double bottom = b.skinFoot();
    const auto mesh = [&](const std::string& name, double ua, double ub, double va, double vb) {
        put("mesh/" + name, "run-mesh", Form::mesh, meshKind, up, out,
            {cut(cuboid(ua, ub, va, vb, grade(ua, ub, va, vb), bottom), b.ground.above())});
    };
    // Over an open wall's thin mesh the corner boards stand farther back from the posts, up to the roof.
    const double gap = v0 - w.skin - b.one;
    const auto upper = [&](const std::string& name, double ua, double ub) {
        if (w.open() && gap > kIn / 4)
            put("mesh/" + name, "run-mesh", Form::mesh, meshKind, up, out,
                {b.underRoof(cuboid(ua, ub, -gap, 0, bottom, closedTo()), -b.rafterDeep)});
    };
    // Over siding at its foot they stand before the mesh above: its edges turn up behind them, and over what is behind them, which between
    // rafters or purlins would lie open to the run.
    if (const double lower = inMm(lowerSiding(b.s)), square = w.sloping ? -b.rafterDeep : 0;
        w.open() && lower > 0 && w.skin > kIn / 4 + kMesh)
        for (const bool right : {false, true}) {
            const auto behind = [&](double ua, double ue) { return b.underRoof(w.box(ua, ue, -w.skin, -kMesh, lower, 1e4), square); };
            const double u = right ? corners()[1] : corners()[0] - kMesh, from = right ? u + kMesh : 0, to = right ? w.length : u,
                         y = w.sloping      ? w.yAt((from + to) / 2)
                             : w.local == 2 ? b.deep
                                            : 0;
            const auto lid = b.below(y, (kMesh + square) / b.shell.slopeAt(y).cosine());
            const auto along = unit(w.u - lid.normal * dot(w.u, lid.normal));
            put(std::string{"mesh/turned/"} + (right ? "right" : "left"), "run-mesh", Form::mesh, meshKind, up, out,
                {behind(u, u + kMesh)});
            put(std::string{"mesh/lid/"} + (right ? "right" : "left"), "run-mesh", Form::mesh, meshKind, along,
                unit(cross(lid.normal, along)), {cut(behind(from, to), Plane{lid.normal * -1, -lid.offset})});
        }
    if (!round(false)) upper("edge/left/upper", -kMesh, 0);
    if (!round(true)) upper("edge/right/upper", beside, beside + kMesh);
    if (!round(false)) mesh("edge/left", -kMesh, 0, -v0 + (meetsLeft ? kMesh : 0), 0);
    if (!round(true)) mesh("edge/right", beside, beside + kMesh, -v0, width > beside ? -kMesh : 0);
    const bool on = onPosts(b.s);
    if (on && !b.s.flag(row + ".under")) underCoop("under", w, std::max(0.0, u0), std::min(w.length, u0 + beside));
}

void Runner::underCoop(const std::string& name, const WallFrame& wall, double from, double to) {
    const double bottom = b.skinFoot();
    put("mesh/" + name, "run-mesh", Form::mesh, meshKind, wall.u, up,
        {cut(wall.box(from, to, -kMesh, 0, b.ground.lowest(b.outside(wall, from, to, 0, kMesh)) - b.floor, bottom - b.floor),
             b.ground.above())});
    const auto posts = evenly(wall.length, b.post, 72 * kIn);
    for (std::size_t i = 1; i < posts.size(); ++i) {
        const double a = std::max(posts[i - 1] + b.post, from), e = std::min(posts[i], to);
        if (e - a >= 2 * kIn) groundRail("rail/" + name + "/" + std::to_string(i), wall, a, e, b.two);
    }
}

void Runner::build() {
    const auto places = [](const std::vector<Length>& outside) {
        std::vector<double> starts;
        for (const auto p : outside) starts.push_back(inMm(p));
        return starts;
    };
    fronts = places(runOuterPosts(b.s, place)), inner = places(runInnerPosts(b.s, place)), sides = places(runSidePosts(b.s, place));
    frame();
    const auto gateSide = std::ranges::find(walls, b.s.choice(row + ".gate"), &Side::name);
    const auto gate = gateSide == walls.end() ? Gate{"", 0, 0, 0, false} : gateIn(*gateSide);
    for (const auto& s : walls) {
        meshWall(s, gate);
        auto& [of, frame, uprights, ways] = b.meshSides.emplace_back(row, s.frame);
        for (const double at : s.posts) uprights.emplace_back(at, at + b.post);
        if (s.passage) ways.push_back(*s.passage);
        if (s.name != gate.side) continue;
        const double to = gate.from + gate.width, stud = to + 0.25 * kIn;
        ways.emplace_back(gate.from, to), uprights.emplace_back(stud, stud + b.two);
        std::ranges::sort(uprights);
    }
    if (wayOut) lining();
    closers();
}

}  // namespace oiko
