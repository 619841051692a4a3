// One run on posts against a side of the coop: beams, rafters, its own lower roof, rails where the mesh rolls end, mesh, gate, apron.
#include <algorithm>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/design/spans.h"
#include "core/model/builder.h"

namespace oiko {

namespace {

constexpr double kP = 3.5 * kIn, kMesh = kIn / 16;

struct Runner {
    Builder& b;
    std::string row;
    const WallFrame& w;
    double u0, width, v0, length, high, rise, low;  // u along the coop's side, v outwards from the posts' inner faces; heights above grade
    std::string meshKind;
    Vec3 out{}, up{0, 0, 1};

    Runner(Builder& builder, std::string name, const WallFrame& wall)
        : b{builder},
          row{std::move(name)},
          w{wall},
          u0{inMm(b.s.length(row + ".at"))},
          width{inMm(b.s.length(row + ".width"))},
          v0{b.skinThick + kOneBy + kIn / 16},
          length{inMm(b.s.length(row + ".length"))},
          high{inMm(b.s.length(row + ".height"))},
          rise{std::tan(inRadians(b.s.angle(row + ".pitch")))},
          low{high - rise * (length - kP)},
          meshKind{b.s.choice("mesh.kind")},
          out{w.inward * -1} {}

    /// u and v within the run, z above grade.
    Vec3 at(double u, double v, double z) const { return w.at(u0 + u, -(v0 + v), z - b.floor); }
    Solid cuboid(double ua, double ub, double va, double vb, double za, double zb) const { return box(at(ua, va, za), at(ub, vb, zb)); }
    Part* put(const std::string& name, std::string_view role, Form form, std::string stock, Vec3 along, Vec3 across,
              std::vector<Solid> solids) {
        return b.add(row + "/" + name, role, "run", System::run, form, std::move(stock), along, across, std::move(solids));
    }
    Part* lumber(const std::string& name, std::string_view role, std::string stock, Vec3 along, Vec3 across, Solid solid) {
        return put(name, role, Form::lumber, std::move(stock), along, across, {std::move(solid)});
    }

    std::string rafterStock, top;
    double rafterDeep = 0, seat = 0, zu = 0, c = 1;
    double under(double v) const { return zu - rise * v; }
    double over(double v) const { return under(v) + rafterDeep / c; }

    /// A solid built with y outwards and x along the side, from grade, brought to its place.
    Solid placed(Solid s) const {
        for (auto& p : s.vertices) p = at(p.x, p.y, p.z);
        // Left of the coop's outside x and y may be mirrored: then the faces turn round.
        if (dot(cross(w.u, out), up) < 0)
            for (auto& f : s.faces) std::ranges::reverse(f);
        return s;
    }

    std::vector<double> fronts, inner, sides;  // posts along the outer side, beside the coop, and outwards
    double beside = 0;                         // how much of the width lies along the coop's wall

    /// Where a member along the run is parted into boards that are sold: at the middles of its supports, each joint over one.
    /// The first board is at most `first` long, so that joints of neighbouring members can be staggered.
    std::vector<double> joints(const std::vector<double>& supports, double supportWide, double first) const {
        // A millimetre less than the board: lists round up to the saw's grid.
        const double board = inMm(readLength(b.s.choice("stock.longest"), Units::imperial).value() - b.s.length("cut.trim") * 2) - 1;
        std::vector<double> stops, ends{0};
        for (std::size_t i = 1; i + 1 < supports.size(); ++i) stops.push_back(supports[i] + supportWide / 2);
        stops.push_back(width);
        double most = std::min(first, board);
        for (std::size_t i = 0; i + 1 < stops.size(); ++i)
            if (stops[i + 1] - ends.back() > most) ends.push_back(stops[i]), most = board;
        ends.push_back(width);
        return ends;
    }

    void frame() {
        const auto roofed = top != "mesh";
        const auto load = roofed ? roofLoad(b.s, top) : SpanLoad{psf(10), psf(3), kSnowDuration, 180};
        rafterStock = "2x6";
        if (clearSpan(wood(b.s.choice("wood.species")), *profile("2x4"), inches(24), load).clear >= mm(length - 2 * kP) &&
            birdsmouthSeat(inches(3.5), pitch(rise, 1), kWallDeep) >= kLeastBearing)
            rafterStock = "2x4";
        rafterDeep = inMm(profile(rafterStock)->wide), c = 1 / std::sqrt(1 + rise * rise);
        seat = inMm(birdsmouthSeat(mm(rafterDeep), pitch(rise, 1), kWallDeep));
        zu = low + rise * (length - seat);
        const auto posts = [](const std::vector<Length>& outside) {
            std::vector<double> places;
            for (const auto p : outside) places.push_back(inMm(p));
            return places;
        };
        fronts = posts(runPosts(b.s, mm(width))), inner = posts(runInnerPosts(b.s, row)), sides = posts(runPosts(b.s, mm(length)));
        beside = inMm(runAlongWall(b.s, row));
        const double beamDeep = inMm(runBeamDeep(mm(width)));
        const std::string beam = beamDeep > kP ? "4x6pt" : "4x4pt";
        const auto post = [&](const std::string& name, double u, double v, double topZ, bool slope) {
            auto solid = cuboid(u, u + kP, v, v + kP, 0, topZ);
            if (slope) solid = cut(solid, Plane::through(at(0, 0, under(0)), out * rise + up));
            lumber("post/" + name, "run-post", "4x4pt", up, w.u, std::move(solid));
            const double bw = 7.625 * kIn, bl = 15.625 * kIn;
            // The block stays clear of the coop's own: it never reaches behind the post towards the coop.
            const double bu = std::clamp(u + kP / 2 - bl / 2, 0.0, width - bl), bv = std::clamp(v + kP / 2 - bw / 2, 0.0, length - bw);
            put("block/" + name, "block", Form::block, "block-4x8x16", w.u, out, {cuboid(bu, bu + bl, bv, bv + bw, -3.625 * kIn, 0)});
        };
        for (std::size_t i = 0; i < inner.size(); ++i) post("inner/" + std::to_string(i + 1), inner[i], 0, high - beamDeep, false);
        for (std::size_t i = 0; i < fronts.size(); ++i)
            post("outer/" + std::to_string(i + 1), fronts[i], length - kP, low - beamDeep, false);
        for (std::size_t i = 1; i + 1 < sides.size(); ++i) {
            post("left/" + std::to_string(i), 0, sides[i], over(sides[i]), true);
            post("right/" + std::to_string(i), width - kP, sides[i], over(sides[i]), true);
        }
        for (const bool outer : {false, true}) {
            const auto ends = joints(outer ? fronts : inner, kP, width);
            const double v = outer ? length - kP : 0, head = outer ? low : high;
            for (std::size_t i = 1; i < ends.size(); ++i)
                lumber(std::string{outer ? "beam/outer" : "beam/inner"} + (ends.size() > 2 ? "/" + std::to_string(i) : ""), "run-beam",
                       beam, w.u, beamDeep > kP ? up : out, cuboid(ends[i - 1], ends[i], v, v + kP, head - beamDeep, head));
        }
        const auto xs = blockable(layout(0, width, 24 * kIn));
        const Vec3 slope = unit(out + up * -rise), normal = unit(out * rise + up);
        for (const double x : xs) {
            auto solids =
                rafterSolids({x, kTwoBy, rafterDeep, rise, zu, 0, length + 6 * kIn, {{kP - seat, kP, high}, {length - seat, length, low}}});
            for (auto& s : solids) s = placed(std::move(s));
            put("rafter/" + tenths(x), "rafter", Form::lumber, rafterStock, slope, normal, std::move(solids));
        }
        for (const bool outer : {false, true}) {
            const double v = outer ? length - kTwoBy : 0, foot = outer ? low : high;
            const double height = std::min(over(v + kTwoBy) - foot, rafterDeep);
            for (std::size_t i = 1; i < xs.size(); ++i)
                lumber(std::string{outer ? "eave-block/outer/" : "eave-block/inner/"} + tenths(xs[i]), "eave-block", rafterStock, w.u, up,
                       cuboid(xs[i - 1] + kTwoBy, xs[i], v, v + kTwoBy, foot, foot + height));
        }
        if (roofed) {
            const double total = (length + 6 * kIn) / c;
            // One over each beam, to close the slot above its blocks, the rest at most 24 in apart; the last at the eave.
            const double lastOver = (length - kTwoBy / 2) / c - kP / 2;
            const int bays = std::max(1, static_cast<int>(std::ceil(lastOver / (24 * kIn) - 1e-9)));
            std::vector<double> starts;
            for (int i = 0; i <= bays; ++i) starts.push_back(lastOver * i / bays);
            starts.push_back(total - kP);
            for (std::size_t i = 0; i < starts.size(); ++i) {
                const double q = starts[i];
                const auto ends = joints(xs, kTwoBy, i % 2 == 0 ? width : 96 * kIn);
                for (std::size_t k = 1; k < ends.size(); ++k)
                    lumber("purlin/" + std::to_string(i + 1) + (ends.size() > 2 ? "/" + std::to_string(k) : ""), "purlin", "2x4", w.u,
                           slope, placed(onSlope(ends[k - 1], ends[k], 0, over(0), rise, q, q + kP, 0, kTwoBy)));
                // Between the purlins, over both sides' rafters: the mesh ends below.
                if (i + 2 < starts.size())
                    for (const double x : {0.0, width - kTwoBy})
                        lumber("filler/" + std::to_string(i + 1) + (x > 0 ? "/right" : "/left"), "filler", "2x2", slope, w.u,
                               placed(onSlope(x, x + kTwoBy, 0, over(0), rise, q + kP, starts[i + 1], 0, kTwoBy)));
            }
            const std::string stock{roofCover(top).stock};
            int n = 0;
            for (double x = 0; x < width - kSameMm; x += 36 * kIn)
                put("panel/" + std::to_string(++n), "roof-panel", Form::panel, stock, slope, w.u,
                    {placed(
                        onSlope(x, std::min(x + 36 * kIn, width), 0, over(0), rise, 0, total + kIn, kTwoBy, inMm(thicknessOf(stock))))});
        } else {
            int n = 0;
            const double total = length / c;
            for (double x = 0; x < width - kSameMm; x += 48 * kIn)
                put("mesh/top/" + std::to_string(++n), "run-mesh", Form::mesh, meshKind, slope, w.u,
                    {placed(onSlope(x, std::min(x + 48 * kIn, width), 0, over(0), rise, 0, total, 0, kMesh))});
        }
    }

    struct Gate {
        int wall;  // 0 left, 1 outer, 2 right
        double from, width, height;
    };

    /// Mesh on one side, in strips as wide as the rolls, with rails where they end; `along` runs from the coop outwards or along u.
    /// The fourth side is what reaches past the coop's corner, seen from the coop.
    void meshWall(int which, const Gate& gate) {
        const bool outer = which == 1, past = which == 3, level = outer || past;
        const std::string name = which == 0 ? "left" : which == 1 ? "outer" : which == 2 ? "right" : "past";
        const double start = past ? beside - kP : 0, span = past ? width - start : outer ? width : length;
        std::vector<double> postsAt;
        for (const auto p : past ? inner : outer ? fronts : sides)
            if (p >= start - kSameMm) postsAt.push_back(p - start);
        // x along the wall, z up; `place` puts a slab of thickness [p, q] counted outwards from the posts' outer faces.
        const auto slab = [&](double xa, double xb, double p, double q, double za, double zb) {
            if (outer) return cuboid(xa, xb, length + p, length + q, za, zb);
            if (past) return cuboid(start + xa, start + xb, -p, -q, za, zb);
            return which == 0 ? cuboid(-p, -q, xa, xb, za, zb) : cuboid(width + p, width + q, xa, xb, za, zb);
        };
        // Outside, the rafters' tails come down over the beam's face; on the sides the mesh laps the end rafters.
        const auto topAt = [&](double x) { return past ? over(0) : outer ? under(length + kMesh) : over(x); };
        const Vec3 run = level ? w.u : out;
        const bool gated = gate.wall == which;
        const double gateFrom = gate.from, gateTo = gate.from + gate.width;
        const auto rail = [&](double z, const std::string& height, const std::string& stock) {
            for (std::size_t i = 1; i < postsAt.size(); ++i) {
                double a = postsAt[i - 1] + kP, e = postsAt[i];
                const auto piece = [&](double xa, double xb, const std::string& tag) {
                    if (xb - xa >= 2 * kIn)
                        lumber("rail/" + name + "/" + height + "/" + std::to_string(i) + tag, "run-rail", stock, run, up,
                               slab(xa, xb, -kTwoBy, 0, z, z + kP));
                };
                if (gated && gateFrom < e && gateTo > a) {
                    piece(a, gateFrom - 0.25 * kIn, ""), piece(gateTo + 0.25 * kIn + kTwoBy, e, "b");
                } else {
                    piece(a, e, "");
                }
            }
        };
        rail(0, "bottom", "2x4pt");
        const double tallest = topAt(0);
        // Strips of a 48 in roll from the ground; no strip left narrower than 4 in: then the first is of a 36 in roll.
        std::vector<double> seams;
        double z = std::fmod(tallest, 48 * kIn) < 4 * kIn || std::fmod(topAt(span), 48 * kIn) < 4 * kIn ? 36 * kIn : 48 * kIn;
        for (; z < tallest - 4 * kIn; z += 48 * kIn) seams.push_back(z);
        for (std::size_t i = 0; i < seams.size(); ++i)
            if (seams[i] + kP / 2 < (past ? high : topAt(span)) - (level ? 5.5 * kIn : rafterDeep / c) - kIn)
                rail(seams[i] - kP / 2, "mid" + std::to_string(i + 1), "2x4");
        // The mesh itself, cut to the top edge and round the gate.
        const WallFrame frame{0,
                              w.side,
                              outer        ? at(0, length, 0)
                              : which == 0 ? at(0, 0, 0)
                              : past       ? at(start, 0, 0)
                                           : at(width, 0, 0),
                              run,
                              outer        ? out
                              : past       ? out * -1
                              : which == 0 ? w.u * -1
                                           : w.u,
                              span,
                              !level,
                              0,
                              span,
                              {}};
        std::vector<Hole> holes;
        if (gated) holes.push_back({row + ".gate", "gate", gateFrom - 0.25 * kIn, gateTo + 0.25 * kIn, -1, gate.height + 0.25 * kIn});
        double bottom = 0;
        seams.push_back(tallest + kIn);
        int n = 0;
        for (const double seam : seams) {
            auto pieces = sheetWithHoles(
                frame, 0, span, 0, kMesh, bottom, [&](double) { return std::min(seam, tallest); }, holes);
            if (!level)
                for (auto& s : pieces) s = cut(s, Plane::through(at(0, 0, over(0)), out * rise + up));
            put("mesh/" + name + "/" + std::to_string(++n), "run-mesh", Form::mesh, meshKind, run, up, std::move(pieces));
            bottom = seam;
        }
        if (gated) gateLeaf(gate, slab, run, name);
    }

    void gateLeaf(const Gate& g, const std::function<Solid(double, double, double, double, double, double)>& slab, Vec3 along,
                  const std::string& name) {
        const double a = g.from, e = g.from + g.width, foot = kTwoBy + 0.25 * kIn, head = g.height;
        const auto piece = [&](const std::string& part, std::string_view role, std::string stock, Vec3 l, Vec3 across, Solid s) {
            if (auto* p = put("gate/" + part, role, Form::lumber, std::move(stock), l, across, {std::move(s)})) p->opening = row + ".gate";
        };
        const double beamUnder = g.wall == 1 ? low - inMm(runBeamDeep(mm(width))) : 0;
        // The latch stud stands from the ground to the beam or, on a side, to the end rafter.
        auto stud = slab(e + 0.25 * kIn, e + 0.25 * kIn + kTwoBy, -kP, 0, 0, g.wall == 1 ? beamUnder : over(0));
        if (g.wall != 1) stud = cut(stud, Plane::through(at(0, 0, under(0)), out * rise + up));
        piece("stud", "gate-stud", "2x4", up, cross(up, along), std::move(stud));
        piece("threshold", "gate-threshold", "2x4pt", along, cross(up, along), slab(a - 0.25 * kIn, e + 0.25 * kIn, -kP, 0, 0, kTwoBy));
        if (g.wall != 1)
            piece("head", "gate-head", "2x4", along, cross(up, along),
                  slab(a - 0.25 * kIn, e + 0.25 * kIn, -kP, 0, head + 0.25 * kIn, head + 0.25 * kIn + kTwoBy));
        piece("stile/hinge", "gate-stile", "2x4", up, along, slab(a, a + kP, -kTwoBy, 0, foot, head));
        piece("stile/latch", "gate-stile", "2x4", up, along, slab(e - kP, e, -kTwoBy, 0, foot, head));
        const double inA = a + kP, inE = e - kP, mid = (foot + head) / 2;
        const bool tall = head - foot > 40 * kIn;
        std::vector<double> rails{foot, head - kP};
        if (tall) rails.insert(rails.begin() + 1, mid - kP / 2);
        for (std::size_t i = 0; i < rails.size(); ++i)
            piece("rail/" + std::to_string(i + 1), "gate-rail", "2x4", along, up, slab(inA, inE, -kTwoBy, 0, rails[i], rails[i] + kP));
        for (std::size_t i = 1; i < rails.size(); ++i) {
            // A brace from the hinge's foot up to the latch side, its corners cut to stiles and rails.
            const double z0 = rails[i - 1] + kP, z1 = rails[i], dx = inE - inA, dz = z1 - z0, l = std::hypot(dx, dz);
            if (dx < 6 * kIn || dz < 6 * kIn) continue;
            const Vec3 dir = along * (dx / l) + up * (dz / l), side = along * (-dz / l) + up * (dx / l);
            auto brace = slab(inA, inE, -kTwoBy, 0, z0, z1);
            const Vec3 middle = centroid(brace);
            brace = cut(cut(brace, Plane::through(middle + side * (kP / 2), side)), Plane::through(middle + side * (-kP / 2), side * -1));
            piece("brace/" + std::to_string(i), "gate-brace", "2x4", dir, side, std::move(brace));
        }
        if (auto* p = put("gate/mesh", "gate-mesh", Form::mesh, meshKind, along, up, {slab(a, e, 0, kMesh, foot, head)}))
            p->opening = row + ".gate";
        b.join(row + "/gate/stile/hinge",
               row + "/post/" + (g.wall == 1 ? "outer/1" : "inner/" + std::string{g.wall == 0 ? "1" : std::to_string(inner.size())}),
               Joint::Kind::hinged, 0.25 * kIn);
        const auto corner = [&](double x, double z) { return slab(x, x + 1, 0, 1, z, z + 1).vertices.front(); };
        b.model.openings.push_back({row + ".gate",
                                    "gate",
                                    name,
                                    mm(a),
                                    mm(g.width),
                                    mm(foot - b.floor),
                                    mm(head - foot),
                                    {corner(a, foot), corner(e, foot), corner(e, head), corner(a, head)}});
        b.model.clear.push_back({row + "/gate/swing", row + ".gate", slab(a, e, kOneBy, g.width, foot, head)});
    }

    void apron() {
        const double a = inMm(b.s.length("apron.width"));
        if (a < kIn) return;
        // Flat on the ground, pegged into the turf; a square at each outer corner.
        const auto strip = [&](const std::string& name, double ua, double ub, double va, double vb, Vec3 along) {
            put("apron/" + name, "apron", Form::mesh, meshKind, along, cross(up, along), {cuboid(ua, ub, va, vb, -kMesh, 0)});
        };
        strip("left", -a, 0, 0, length, out), strip("right", width, width + a, 0, length, out);
        strip("outer", 0, width, length, length + a, w.u);
        strip("corner/left", -a, 0, length, length + a, w.u), strip("corner/right", width, width + a, length, length + a, w.u);
        if (width > beside) strip("past", beside + 2 * kIn, width, -a, 0, w.u), strip("corner/past", width, width + a, -a, 0, w.u);
    }

    /// What closes the run against the coop: strips on the siding behind the posts beside it, where no corner board stands; one along the
    /// beam, under the roof; mesh from the sides' edges back to the coop below the siding; and mesh under a coop that stands on posts.
    void closers() {
        const double t = b.skinThick, bottom = b.floor - inMm(b.shell.deck) - kIn, clear = 3.5 * kIn;
        std::vector<std::pair<double, double>> taken;
        // A corner board laps the siding by its width, less what stands round the corner.
        const double corner = w.sloping ? 3.5 * kIn - t : 2.75 * kIn - t;
        taken.emplace_back(-1e9, corner), taken.emplace_back(w.length - corner, 1e9);
        for (const bool right : {false, true}) {
            const double place = u0 + (right ? beside - kP : 0);
            if (place < clear || place + kP > w.length - clear) continue;
            b.lumber(row + "/closer/" + (right ? "right" : "left"), "closer", "run", System::run, "1x4", up, w.u,
                     box(w.at(place, -t, bottom - b.floor), w.at(place + kP, -t - kOneBy, high - b.floor)));
            taken.emplace_back(place, place + kP);
        }
        std::ranges::sort(taken);
        const double deep = 1.5 * kIn;
        int n = 0;
        for (std::size_t i = 1; i < taken.size(); ++i) {
            const double from = std::max(taken[i - 1].second, u0), to = std::min(taken[i].first, u0 + beside);
            if (to - from >= 2 * kIn)
                b.lumber(row + "/closer/beam/" + std::to_string(++n), "closer", "run", System::run, "1x2", w.u, up,
                         box(w.at(from, -t, high - deep - b.floor), w.at(to, -t - kOneBy, high - b.floor)));
        }
        const auto mesh = [&](const std::string& name, Vec3 along, Vec3 across, Solid solid) {
            put("mesh/" + name, "run-mesh", Form::mesh, meshKind, along, across, {std::move(solid)});
        };
        mesh("edge/left", up, out, cuboid(-kMesh, 0, -v0, 0, 0, bottom));
        mesh("edge/right", up, out, cuboid(beside, beside + kMesh, -v0, width > beside ? -kMesh : 0, 0, bottom));
        if (b.s.choice("foundation.kind") == "skids") return;
        // On the outer faces of beams, posts and rim, with a rail on the ground between the coop's posts.
        mesh("under", w.u, up, box(w.at(u0, -kMesh, -b.floor), w.at(u0 + beside, 0, bottom - b.floor)));
        const auto posts = evenly(w.length, kP, 72 * kIn);
        for (std::size_t i = 1; i < posts.size(); ++i) {
            const double from = std::max(posts[i - 1] + kP, u0), to = std::min(posts[i], u0 + beside);
            if (to - from >= 2 * kIn)
                lumber("rail/under/" + std::to_string(i), "run-rail", "2x4pt", w.u, up,
                       box(w.at(from, 0, -b.floor), w.at(to, kTwoBy, kP - b.floor)));
        }
    }

    void build() {
        top = b.s.choice(row + ".top");
        frame();
        const double gateWidth = inMm(b.s.length(row + ".gate_width"));
        const auto where = b.s.choice(row + ".gate");
        const int wall = where == "left" ? 0 : where == "outer" ? 1 : 2;
        const double beamDeep = inMm(runBeamDeep(mm(width))), from = kP + 0.25 * kIn;
        // On a side the rafter comes down over the gate's far end; a flat head goes between.
        const double room = wall == 1 ? low - beamDeep - 0.25 * kIn : under(from + gateWidth + 3 * kIn) - kTwoBy - kIn;
        const Gate gate{wall, from, gateWidth, wall == 1 ? room : std::min(76 * kIn, room)};
        for (int i = 0; i < (width > beside ? 4 : 3); ++i) meshWall(i, gate);
        apron();
        closers();
    }
};

}  // namespace

void run(Builder& b) {
    for (const int n : b.s.rows("runs")) {
        const auto row = "runs." + std::to_string(n);
        Runner r{b, row, b.wall(b.s.choice(row + ".side"))};
        r.build();
    }
}

}  // namespace oiko
