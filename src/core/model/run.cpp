// Runs on posts against the coop's sides: beams, rafters and a lower roof of their own, or the coop's that goes on over them; rails where
// the mesh rolls end, mesh, gates, passages, and aprons round all together.
#include <algorithm>
#include <cmath>
#include <functional>
#include <memory>
#include <optional>

#include "core/catalog/covers.h"
#include "core/design/spans.h"
#include "core/model/builder.h"

namespace oiko {

namespace {

constexpr double kP = 3.5 * kIn, kMesh = kIn / 16;

/// One mesh wall of a run: x along it, heights above grade.
struct Side {
    std::string name;
    WallFrame frame;  ///< its inward axis leads outwards, from the posts' outer faces
    std::vector<double> posts;
    std::optional<double> beam{};                ///< underside of the beam along its top; without one rafters come down to it
    std::function<double(double)> top, under{};  ///< of the mesh, and of the rafters' underside where there is no beam
    std::vector<Plane> roof{}, rafters{};        ///< mesh is kept below the first, wood below the second
    double swingsBelow = 1e9;                    ///< the eave's edge, outside
    double railsBelow = 0;                       ///< where boards between the posts are whole
    std::vector<Hole> holes{};
    double bend = -1e9;                                  ///< of the top
    std::optional<std::pair<double, double>> passage{};  ///< between its jambs

    double span() const { return frame.length; }
    Solid slab(double xa, double xb, double p, double q, double za, double zb) const {
        return box(frame.at(xa, p, za), frame.at(xb, q, zb));
    }
};

struct Gate {
    std::string side;
    double from, width, height;
    bool head;  ///< a board lies over it; else it goes up to the beam
};

struct Runner {
    Builder& b;
    const RunPlace place;
    const std::string& row = place.key;
    const WallFrame& w;
    double u0, width, v0, length;  // u along the coop's side, v outwards from the posts' inner faces; heights above grade
    std::string meshKind;
    Vec3 out{}, up{0, 0, 1};

    Runner(Builder& builder, const std::string& key)
        : b{builder},
          place{runPlace(b.s, key)},
          w{b.wall(place.side)},
          u0{inMm(place.at)},
          width{inMm(place.width)},
          v0{inMm(runOffset(b.s))},
          length{inMm(place.length)},
          meshKind{b.s.choice("mesh.kind")},
          out{w.inward * -1} {
        const auto passage = [&](const RunPlace& from) { return b.s.flag(from.key + ".passage") ? runPassage(b.s, from) : std::nullopt; };
        wayOut = passage(place);
        for (const int n : b.s.rows("runs"))
            if (const auto other = runPlace(b.s, "runs." + std::to_string(n));
                place.at == Length{} && kSides[(sideIndex(other.side) + 1) % 4] == place.side) {
                meetsLeft = other.at + other.along == wallLength(b.s, other.side);
                if (other.width > other.along) wayIn = passage(other);
            }
    }

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

    std::vector<double> fronts, inner, sides;  // posts along the outer side, beside the coop, and outwards
    double beside = inMm(place.along);         // how much of the width lies along the coop's wall
    std::vector<Side> walls;

    /// The same over this run's width and supports so wide.
    std::vector<double> joints(const std::vector<double>& supports, double supportWide, double first = 1e9) const {
        return boardEnds(b.s, 0, width, middles(supports, supportWide), first);
    }
    static std::vector<double> middles(const std::vector<double>& supports, double supportWide) {
        std::vector<double> out;
        for (std::size_t i = 1; i + 1 < supports.size(); ++i) out.push_back(supports[i] + supportWide / 2);
        return out;
    }

    /// `across`: its block lies with its long side outwards, where the next post stands near.
    void post(const std::string& name, double u, double v, double top, const std::vector<Plane>& rafters = {}, bool across = false) {
        auto solid = cuboid(u, u + kP, v, v + kP, 0, top);
        for (const auto& plane : rafters) solid = cut(solid, plane);
        lumber("post/" + name, "run-post", "4x4pt", up, w.u, std::move(solid));
        const double bw = (across ? 15.625 : 7.625) * kIn, bl = (across ? 7.625 : 15.625) * kIn;
        // The block stays clear of the coop's own: it never reaches behind the post towards the coop.
        const double bu = std::clamp(u + kP / 2 - bl / 2, 0.0, width - bl), bv = std::clamp(v + kP / 2 - bw / 2, 0.0, length - bw);
        put("block/" + name, "block", Form::block, "block-4x8x16", across ? out : w.u, across ? w.u : out,
            {cuboid(bu, bu + bl, bv, bv + bw, -3.625 * kIn, 0)});
    }

    /// A mesh wall's frame: left, outer or right seen from the coop, or what reaches past the coop's corner.
    Side side(std::string_view which) const {
        const double start = which == "past" ? beside - kP : 0;
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
        if (which == "past" && wayOut) s.passage = {inMm(wayOut->at) + kP, inMm(wayOut->at + wayOut->width) + kP};
        if (which == "left" && wayIn) s.passage = {inMm(wayIn->at) - v0, inMm(wayIn->at + wayIn->width) - v0};
        return s;
    }
    std::optional<Passage> wayOut, wayIn;  ///< round the right corner into the next run; from the one before round the left
    bool meetsLeft = false;                ///< another run reaches to this one's left corner

    /// Mesh on one side, in strips as wide as the rolls, with rails where they end.
    void meshWall(const Side& s, const Gate& gate) {
        const Vec3 run = s.frame.u;
        const bool gated = gate.side == s.name;
        const double gateFrom = gate.from, gateTo = gate.from + gate.width;
        const auto rail = [&](double z, const std::string& height, const std::string& stock) {
            for (std::size_t i = 1; i < s.posts.size(); ++i) {
                const double a = s.posts[i - 1] + kP, e = s.posts[i];
                const auto piece = [&](double xa, double xb, const std::string& tag) {
                    if (xb - xa < 2 * kIn) return;
                    auto solid = s.slab(xa, xb, -kTwoBy, 0, z, z + kP);
                    for (const auto& plane : s.rafters) solid = cut(solid, plane);
                    // Where rafters come down over it, what is left must still be a board.
                    if (solid.empty() || bounds(solid).size().z < kP - kSameMm || volume(solid) < 2 * kIn * kTwoBy * kP) return;
                    lumber("rail/" + s.name + "/" + height + "/" + std::to_string(i) + tag, "run-rail", stock, run, up, std::move(solid));
                };
                if (gated && gateFrom < e && gateTo > a) {
                    if (gate.head && z > gate.height + 4 * kIn)
                        piece(a, gateTo + 0.25 * kIn, "");
                    else
                        piece(a, gateFrom - 0.25 * kIn, "");
                    piece(gateTo + 0.25 * kIn + kTwoBy, e, "b");
                } else {
                    piece(a, e, "");
                }
            }
        };
        rail(0, "bottom", "2x4pt");
        double tallest = std::max(s.top(0), s.top(s.span())), lowest = std::min(s.top(0), s.top(s.span()));
        if (s.bend > 0) tallest = s.top(s.bend);
        // Strips of a 48 in roll from the ground; no strip left narrower than 4 in: then the first is of a 36 in roll.
        std::vector<double> seams;
        double z = std::fmod(tallest, 48 * kIn) < 4 * kIn || std::fmod(lowest, 48 * kIn) < 4 * kIn ? 36 * kIn : 48 * kIn;
        for (; z < tallest - 4 * kIn; z += 48 * kIn) seams.push_back(z);
        for (std::size_t i = 0; i < seams.size(); ++i)
            if (seams[i] + kP / 2 < s.railsBelow) rail(seams[i] - kP / 2, "mid" + std::to_string(i + 1), "2x4");
        // The mesh itself, cut to the top edge, round the gate and the passage.
        auto holes = s.holes;
        if (s.passage) {
            const auto [x0, x1] = *s.passage;
            const double foot = kP, head = kP + inMm(kPassageHigh);
            const auto next = std::ranges::upper_bound(s.posts, x0);
            const auto board = [&](const char* which, std::string_view role, Vec3 along, Vec3 across, double xa, double xb, double za,
                                   double zb) {
                lumber("passage/" + s.name + "/" + which, role, "2x4", along, across, s.slab(xa, xb, -kTwoBy, 0, za, zb));
            };
            board("head", "run-rail", run, up, *std::prev(next) + kP, *next, head, head + kP);
            board("jamb/1", "jamb", up, run, x0 - kTwoBy, x0, foot, head), board("jamb/2", "jamb", up, run, x1, x1 + kTwoBy, foot, head);
            holes.push_back({row, "passage", x0, x1, foot, head});
        }
        if (gated) holes.push_back({row + ".gate", "gate", gateFrom - 0.25 * kIn, gateTo + 0.25 * kIn, -1, gate.height + 0.25 * kIn});
        double bottom = 0;
        seams.push_back(tallest + kIn);
        int n = 0;
        for (const double seam : seams) {
            auto pieces = sheetWithHoles(
                s.frame, 0, s.span(), 0, kMesh, bottom, [&](double) { return std::min(seam, tallest); }, holes, s.bend);
            for (const auto& plane : s.roof)
                for (auto& piece : pieces) piece = cut(piece, plane);
            put("mesh/" + s.name + "/" + std::to_string(++n), "run-mesh", Form::mesh, meshKind, run, up, std::move(pieces));
            bottom = seam;
        }
        if (gated) gateLeaf(gate, s);
    }

    /// The gate's height under this side's beam or rafters. What is not much taller than a person goes up to the beam.
    Gate gateIn(const Side& s) const {
        Gate g{s.name, kP + 0.25 * kIn, inMm(b.s.length(row + ".gate_width")), 0, false};
        if (s.beam) g.height = *s.beam - 0.25 * kIn;
        g.head = !s.beam || g.height > std::min(84 * kIn, s.swingsBelow);
        if (!g.head) return g;
        // A flat board lies over it.
        const double far = g.from + g.width + 3 * kIn, under = s.beam ? *s.beam : std::min(s.under(g.from - 3 * kIn), s.under(far));
        g.height = std::min({76 * kIn, under - kTwoBy - kIn, s.swingsBelow});
        return g;
    }

    void gateLeaf(const Gate& g, const Side& s) {
        const Vec3 along = s.frame.u;
        const auto slab = [&](double xa, double xb, double p, double q, double za, double zb) { return s.slab(xa, xb, p, q, za, zb); };
        const double a = g.from, e = g.from + g.width, foot = kTwoBy + 0.25 * kIn, head = g.height;
        const auto piece = [&](const std::string& part, std::string_view role, std::string stock, Vec3 l, Vec3 across, Solid solid) {
            if (auto* p = put("gate/" + part, role, Form::lumber, std::move(stock), l, across, {std::move(solid)}))
                p->opening = row + ".gate";
        };
        // The latch stud stands from the ground to the beam or the end rafter.
        auto stud = slab(e + 0.25 * kIn, e + 0.25 * kIn + kTwoBy, -kP, 0, 0, s.beam ? *s.beam : s.top(s.bend > 0 ? s.bend : 0));
        for (const auto& plane : s.rafters) stud = cut(stud, plane);
        piece("stud", "gate-stud", "2x4", up, cross(up, along), std::move(stud));
        piece("threshold", "gate-threshold", "2x4pt", along, cross(up, along), slab(a - 0.25 * kIn, e + 0.25 * kIn, -kP, 0, 0, kTwoBy));
        if (g.head)
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
               row + "/post/" +
                   (g.side == "outer" ? "outer/1" : "inner/" + std::string{g.side == "left" ? "1" : std::to_string(inner.size())}),
               Joint::Kind::hinged, 0.25 * kIn);
        const auto corner = [&](double x, double z) { return slab(x, x + 1, 0, 1, z, z + 1).vertices.front(); };
        b.model.openings.push_back({row + ".gate",
                                    "gate",
                                    s.name,
                                    mm(a),
                                    mm(g.width),
                                    mm(foot - b.floor),
                                    mm(head - foot),
                                    {corner(a, foot), corner(e, foot), corner(e, head), corner(a, head)}});
        b.model.clear.push_back({row + "/gate/swing", row + ".gate", slab(a, e, kOneBy, g.width, foot, head)});
    }

    /// A box of boards through both meshes, from rail to rail.
    void lining() {
        const double u = beside + inMm(wayOut->at), e = u + inMm(wayOut->width), mid = -v0 / 2, half = inMm(profile("1x6")->wide) / 2,
                     foot = kP, head = kP + inMm(kPassageHigh);
        const auto board = [&](const char* which, Vec3 along, double ua, double ub, double za, double zb) {
            lumber(std::string{"passage/lining/"} + which, "lining", "1x6", along, out, cuboid(ua, ub, mid - half, mid + half, za, zb));
        };
        board("sill", w.u, u, e, foot, foot + kOneBy), board("head", w.u, u, e, head - kOneBy, head);
        board("left", up, u, u + kOneBy, foot + kOneBy, head - kOneBy), board("right", up, e - kOneBy, e, foot + kOneBy, head - kOneBy);
    }

    /// Ground that lies under the run itself, and flat mesh outside it, pegged into the turf; a square at each outer corner.
    std::vector<Bounds> ground() const {
        return {bounds(cuboid(0, width, 0, length, -kMesh, 0)), bounds(cuboid(0, beside, -v0, 0, -kMesh, 0))};
    }
    struct Strip {
        std::string name;
        Bounds at;
        Vec3 along;
    };
    std::vector<Strip> apron() const {
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

    virtual ~Runner() = default;
    /// Posts, beams and roof; fills `walls`.
    virtual void frame() = 0;

    /// What closes the run against the coop below its siding: mesh from the sides' edges back to it, and under a coop that stands on posts.
    void closers() {
        const double bottom = b.floor - inMm(b.shell.deck) - kIn;
        const auto mesh = [&](const std::string& name, Vec3 along, Vec3 across, Solid solid) {
            put("mesh/" + name, "run-mesh", Form::mesh, meshKind, along, across, {std::move(solid)});
        };
        mesh("edge/left", up, out, cuboid(-kMesh, 0, -v0 + (meetsLeft ? kMesh : 0), 0, 0, bottom));
        mesh("edge/right", up, out, cuboid(beside, beside + kMesh, -v0, width > beside ? -kMesh : 0, 0, bottom));
        const bool on = onPosts(b.s);
        if (on && !b.s.flag(row + ".under")) underCoop("under", w, u0, u0 + beside);
    }

    /// Mesh on the outer faces of a standing coop's beams, posts and rim, with a rail on the ground between its posts.
    void underCoop(const std::string& name, const WallFrame& side, double from, double to) {
        const double bottom = b.floor - inMm(b.shell.deck) - kIn;
        put("mesh/" + name, "run-mesh", Form::mesh, meshKind, side.u, up,
            {box(side.at(from, -kMesh, -b.floor), side.at(to, 0, bottom - b.floor))});
        const auto posts = evenly(side.length, kP, 72 * kIn);
        for (std::size_t i = 1; i < posts.size(); ++i) {
            const double a = std::max(posts[i - 1] + kP, from), e = std::min(posts[i], to);
            if (e - a >= 2 * kIn)
                lumber("rail/" + name + "/" + std::to_string(i), "run-rail", "2x4pt", side.u, up,
                       box(side.at(a, 0, -b.floor), side.at(e, kTwoBy, kP - b.floor)));
        }
    }

    void build() {
        const auto places = [](const std::vector<Length>& outside) {
            std::vector<double> starts;
            for (const auto p : outside) starts.push_back(inMm(p));
            return starts;
        };
        fronts = places(runOuterPosts(b.s, place)), inner = places(runInnerPosts(b.s, place)), sides = places(runSidePosts(b.s, place));
        frame();
        const auto& gateSide = *std::ranges::find(walls, b.s.choice(row + ".gate"), &Side::name);
        const auto gate = gateIn(gateSide);
        for (const auto& s : walls) meshWall(s, gate);
        if (wayOut) lining();
        closers();
    }
};

/// Under a roof of its own, lower than the coop's.
struct OwnRoof final : Runner {
    double high, rise, low;
    std::string rafterStock;
    double rafterDeep = 0, seat = 0, zu = 0, c = 1;

    OwnRoof(Builder& builder, const std::string& key)
        : Runner{builder, key},
          high{inMm(runHeight(b.s, place))},
          rise{std::tan(inRadians(b.s.angle(row + ".pitch")))},
          low{high - rise * (length - kP)} {}

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

    /// Strips on the siding behind the posts beside it, where no corner board stands, and one along the beam, under the roof.
    void strips() {
        const double t = b.skinThick, bottom = b.floor - inMm(b.shell.deck) - kIn, clear = 3.5 * kIn;
        std::vector<std::pair<double, double>> taken;
        // A corner board laps the siding by its width, less what stands round the corner.
        const double corner = w.sloping ? 3.5 * kIn - t : 2.75 * kIn - t;
        taken.emplace_back(-1e9, corner), taken.emplace_back(w.length - corner, 1e9);
        for (const bool right : {false, true}) {
            const double post = u0 + (right ? beside - kP : 0);
            if (post < clear || post + kP > w.length - clear) continue;
            b.lumber(row + "/closer/" + (right ? "right" : "left"), "closer", "run", System::run, "1x4", up, w.u,
                     box(w.at(post, -t, bottom - b.floor), w.at(post + kP, -t - kOneBy, high - b.floor)));
            taken.emplace_back(post, post + kP);
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
    }

    void frame() override {
        const auto& top = place.top;
        const auto roofed = top != "mesh";
        const auto load = roofed ? roofLoad(b.s, top) : SpanLoad{psf(10), psf(3), kSnowDuration, 180};
        rafterStock = "2x6";
        if (clearSpan(wood(b.s.choice("wood.species")), *profile("2x4"), inches(24), load).clear >= mm(length - 2 * kP) &&
            birdsmouthSeat(inches(3.5), pitch(rise, 1), kWallDeep) >= kLeastBearing)
            rafterStock = "2x4";
        rafterDeep = inMm(profile(rafterStock)->wide), c = 1 / std::sqrt(1 + rise * rise);
        seat = inMm(birdsmouthSeat(mm(rafterDeep), pitch(rise, 1), kWallDeep));
        zu = low + rise * (length - seat);
        const double beamDeep = inMm(runBeamDeep(mm(width)));
        const std::string beam = beamDeep > kP ? "4x6pt" : "4x4pt";
        const std::vector<Plane> underRafters{Plane::through(at(0, 0, under(0)), out * rise + up)},
            underRoof{Plane::through(at(0, 0, over(0)), out * rise + up)};
        for (std::size_t i = 0; i < inner.size(); ++i) post("inner/" + std::to_string(i + 1), inner[i], 0, high - beamDeep);
        for (std::size_t i = 0; i < fronts.size(); ++i) post("outer/" + std::to_string(i + 1), fronts[i], length - kP, low - beamDeep);
        for (std::size_t i = 1; i + 1 < sides.size(); ++i) {
            post("left/" + std::to_string(i), 0, sides[i], over(sides[i]), underRafters);
            post("right/" + std::to_string(i), width - kP, sides[i], over(sides[i]), underRafters);
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
        strips();
        for (const auto* which : {"left", "outer", "right", "past"}) {
            if (width <= beside && which == std::string_view{"past"}) continue;
            auto s = side(which);
            if (s.frame.sloping) {
                // On the sides the mesh laps the end rafters.
                s.top = [this](double x) { return over(x); }, s.under = [this](double x) { return under(x); };
                s.roof = underRoof, s.rafters = underRafters, s.railsBelow = under(length) - kIn;
            } else {
                // Outside, the rafters' tails come down over the beam's face.
                const bool outer = s.name == "outer";
                const double edge = outer ? under(length + kMesh) : over(0);
                s.top = [edge](double) { return edge; };
                s.beam = (outer ? low : high) - beamDeep, s.railsBelow = (outer ? edge : high) - 5.5 * kIn - kIn;
            }
            walls.push_back(std::move(s));
        }
    }
};

/// Under the coop's roof, which goes on over it: rafters, purlins and cover are the roof's. Beams along both eaves carry them.
struct SharedRoof final : Runner {
    using Runner::Runner;

    void frame() override {
        const std::vector<Plane> rafters{b.below(0, 0), b.below(b.deep, 0)}, roof{b.belowTop(0), b.belowTop(b.deep)};
        const auto ridge = b.shell.ridgeOn(place.side);
        const double deep = inMm(kEaveBeam);
        for (const bool right : {false, true}) {
            const std::string name = right ? "right" : "left";
            const bool front = right == (w.local == 3);  // of the shell
            const double y = front ? 0 : b.deep, eave = b.floor + inMm(front ? b.shell.otherWall() : b.shell.lowWall());
            const double u = right ? width - kP : 0;
            const auto ends = boardEnds(b.s, 0, length, middles(sides, kP));
            for (std::size_t i = 1; i < ends.size(); ++i)
                lumber("beam/" + name + (ends.size() > 2 ? "/" + std::to_string(i) : ""), "run-beam", "4x6pt", out, up,
                       cuboid(u, u + kP, ends[i - 1], ends[i], eave - deep, eave));
            post("inner/" + std::string{right ? "2" : "1"}, u, 0, eave - deep);
            post("outer/" + (right ? std::to_string(fronts.size()) : "1"), u, length - kP, eave - deep);
            for (std::size_t i = 1; i + 1 < sides.size(); ++i) post(name + "/" + std::to_string(i), u, sides[i], eave - deep);
            auto s = side(name);
            s.beam = eave - deep, s.railsBelow = *s.beam - kIn;
            s.swingsBelow = inMm(roofEdge(b.shell, b.sideName(front ? 0 : 2))) - kIn;
            // The tails come down over the beam's face; over a high wall they rise outwards.
            const double top = std::min(b.under(y), b.under(front ? y - kMesh : y + kMesh));
            s.top = [top](double) { return top; };
            walls.push_back(std::move(s));
        }
        for (std::size_t i = 1; i + 1 < fronts.size(); ++i)
            post("outer/" + std::to_string(i + 1), fronts[i], length - kP,
                 ridge ? b.floor + ridgeUndersideMm(b.shell) : b.floor + inMm(b.shell.tallestPanel()), rafters, true);
        auto s = side("outer");
        s.top = [this](double x) { return b.over(w.yAt(x)); };
        s.under = [this](double x) { return b.under(w.yAt(x)); };
        s.roof = roof, s.rafters = rafters, s.railsBelow = 1e9;
        if (ridge) {
            // The ridge board passes through.
            s.bend = inMm(*ridge);
            const double half = inMm(b.shell.ridgeThick) / 2;
            s.holes.push_back({"roof", "ridge", s.bend - half, s.bend + half, b.floor + ridgeUndersideMm(b.shell), 1e6});
        }
        walls.push_back(std::move(s));
    }
};

}  // namespace

namespace {

/// What is left of a flat rectangle beside another, in up to four of them.
std::vector<Bounds> without(const Bounds& a, const Bounds& cover) {
    if (!a.meets(cover, -kSameMm)) return {a};
    std::vector<Bounds> out;
    const auto keep = [&](double x0, double x1, double y0, double y1) {
        if (x1 - x0 > kSameMm && y1 - y0 > kSameMm) out.push_back({{x0, y0, a.low.z}, {x1, y1, a.high.z}});
    };
    const double y0 = std::max(a.low.y, cover.low.y), y1 = std::min(a.high.y, cover.high.y);
    keep(a.low.x, a.high.x, a.low.y, y0), keep(a.low.x, a.high.x, y1, a.high.y);
    keep(a.low.x, std::min(a.high.x, cover.low.x), y0, y1), keep(std::max(a.low.x, cover.high.x), a.high.x, y0, y1);
    return out;
}

/// Where a run goes on under the coop, mesh closes what no run stands before; with an apron of its own round there.
std::vector<Runner::Strip> closeUnder(Builder& b, Runner& under, const std::vector<std::unique_ptr<Runner>>& runs) {
    std::vector<Runner::Strip> strips;
    const double a = inMm(b.s.length("apron.width"));
    for (const auto& w : b.walls) {
        std::vector<std::pair<double, double>> open;
        double from = 0;
        const auto upTo = [&](double to) {
            if (to - from > kMesh) open.emplace_back(from, to);
        };
        for (const auto& r : runs)
            if (&r->w == &w) upTo(r->u0 - kMesh), from = r->u0 + r->beside + kMesh;
        upTo(w.length);
        for (std::size_t i = 0; i < open.size(); ++i) {
            const auto [u, e] = open[i];
            const auto name = "under/" + w.side + (open.size() > 1 ? "/" + std::to_string(i + 1) : "");
            under.underCoop(name, w, u, e);
            if (a < kIn) continue;
            strips.push_back({name, bounds(w.box(u, e, -a, 0, -b.floor - kMesh, -b.floor)), w.u});
            if (e == w.length) strips.push_back({name + "/corner", bounds(w.box(e, e + a, -a, 0, -b.floor - kMesh, -b.floor)), w.u});
            if (u == 0) strips.push_back({name + "/first", bounds(w.box(-a, 0, -a, 0, -b.floor - kMesh, -b.floor)), w.u});
        }
    }
    return strips;
}

/// Aprons lie round all runs together: none under a run, none on another.
void aprons(Builder& b, const std::vector<std::unique_ptr<Runner>>& runs) {
    std::vector<Bounds> covered;
    for (const auto& r : runs)
        for (const auto& ground : r->ground()) covered.push_back(ground);
    const auto goes = runUnder(b.s);
    for (const auto& r : runs) {
        auto strips = r->apron();
        if (goes == r->row) {
            const auto round = closeUnder(b, *r, runs);
            strips.insert(strips.begin(), round.begin(), round.end());
        }
        for (const auto& strip : strips) {
            std::vector<Bounds> left{strip.at};
            for (const auto& c : covered) {
                std::vector<Bounds> next;
                for (const auto& piece : left)
                    for (auto& rest : without(piece, c)) next.push_back(rest);
                left = std::move(next);
            }
            // Slivers between two runs are not cut.
            std::erase_if(left, [](const Bounds& x) { return std::min(x.size().x, x.size().y) < 2 * kIn; });
            for (std::size_t i = 0; i < left.size(); ++i) {
                r->put("apron/" + strip.name + (left.size() > 1 ? "/" + std::to_string(i + 1) : ""), "apron", Form::mesh, r->meshKind,
                       strip.along, cross(r->up, strip.along), {box(left[i].low, left[i].high)});
                covered.push_back(left[i]);
            }
        }
    }
}

}  // namespace

void run(Builder& b) {
    std::vector<std::unique_ptr<Runner>> runs;
    for (const int n : b.s.rows("runs")) {
        const auto key = "runs." + std::to_string(n);
        if (b.s.choice(key + ".top") == "shared")
            runs.push_back(std::make_unique<SharedRoof>(b, key));
        else
            runs.push_back(std::make_unique<OwnRoof>(b, key));
        runs.back()->build();
    }
    aprons(b, runs);
}

}  // namespace oiko
