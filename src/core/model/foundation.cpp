// Skids on tamped gravel; concrete, blockwork or sills that walls stand on; or posts, on blocks or set in concrete, with beams over them
// and knee braces between.
#include <set>

#include "core/design/wirefloor.h"
#include "core/model/builder.h"

namespace oiko {

std::vector<double> evenly(double length, double thick, double apart) {
    const int bays = std::max(1, static_cast<int>(std::ceil((length - thick) / apart - 1e-9)));
    std::vector<double> out;
    for (int i = 0; i <= bays; ++i) out.push_back((length - thick) * i / bays);
    return out;
}

namespace {

constexpr double kHoleWide = 12 * kIn;  ///< about three times the post. Common practice

/// What skids and posts stand on.
struct Stone {
    std::string stock;
    double along, wide, high;
};
const Stone& block() {
    static const Stone stone{"block-4x8x16", inMm(kBlockLong), inMm(kBlockWide), inMm(kBlockHigh)};
    return stone;
}
const Stone& paver() {
    static const Stone stone{"block-paver", inMm(kPaverWide), inMm(kPaverWide), inMm(kPaverHigh)};
    return stone;
}

/// One under what stands at (x, y), `out` beyond the frame at most.
Bounds stoneAt(const Builder& b, const Stone& stone, double x, double y, double out) {
    const auto edge = [&](double at, double size, double whole) { return std::clamp(at - size / 2, -out, whole + out - size); };
    const double x0 = edge(x, stone.along, b.wide), y0 = edge(y, stone.wide, b.deep);
    return {{x0, y0, -stone.high}, {x0 + stone.along, y0 + stone.wide, 0}};
}
void lay(Builder& b, const Stone& stone, const std::string& place, Bounds at, double top) {
    at.low.z = top - stone.high, at.high.z = top;
    b.add("ground/block/" + place, "block", "foundation", System::ground, Form::block, stone.stock, {1, 0, 0}, {0, 1, 0},
          {box(at.low, at.high)});
}

void skids(Builder& b) {
    const double spacing = inMm(readLength(b.s.choice("floor.spacing"), Units::imperial).value());
    const double deep = b.post, foot = inMm(skidsUp(b.s)), top = foot + deep;
    const auto& stone = b.s.choice("foundation.kind") == "pavers" ? paver() : block();
    const auto rows = evenly(b.deep, deep, 48 * kIn);
    for (std::size_t i = 0; i < rows.size(); ++i) {
        const auto row = std::to_string(i + 1);
        const bool stones = foot > 0 || !b.ground.level();
        const auto places = evenly(b.wide, stone.along, 48 * kIn);
        // Parted over a stone, or under a joist.
        const auto middles = stones ? middlesOf(places, stone.along) : middlesOf(layout(0, b.wide, spacing, b.two), b.two);
        inBoards(b.s, 0, b.wide, middles, staggered(i), [&](double from, double to, const std::string& n) {
            b.lumber("ground/skid/" + row + n, "skid", "foundation", System::ground, "4x4pt", {1, 0, 0}, {0, 1, 0},
                     box({from, rows[i], foot}, {to, rows[i] + deep, top}));
        });
        if (foot == 0 && b.ground.level()) continue;
        // On blocks, one on another where the ground is low; on a slope the lowest is sunk until the uppermost is level.
        int n = 0;
        for (const double x : places) {
            const auto at = stoneAt(b, stone, x + stone.along / 2, rows[i] + deep / 2, 0);
            const auto place = row + "/" + std::to_string(++n);
            const double sunk = b.ground.level() ? 0 : kIn;
            const int stacked = std::max(1, static_cast<int>(std::ceil((foot + sunk - b.ground.lowest(at)) / stone.high - 1e-9)));
            for (int k = 1; k <= stacked; ++k)
                lay(b, stone, place + (k > 1 ? "/" + std::to_string(k) : ""), at, foot - (stacked - k) * stone.high);
        }
    }
    // Between the skids' ends, so that nothing crawls under the floor.
    for (std::size_t i = 1; i < rows.size(); ++i)
        for (const bool right : {false, true}) {
            const double x = right ? b.wide - b.two : 0;
            b.lumber("ground/skirt/" + std::string{right ? "right/" : "left/"} + std::to_string(i), "skirt", "foundation", System::ground,
                     "2x4pt", {0, 1, 0}, {0, 0, 1}, box({x, rows[i - 1] + deep, foot}, {x + b.two, rows[i], top}));
        }
}

/// A knee brace at 45 degrees in the plane of `run` (unit, level) and the vertical; foot on the post's face at `face`, head under `top`.
Solid kneeBrace(Vec3 face, Vec3 run, Vec3 across, double thick, double top, double leg, double deep) {
    const double slant = deep * std::sqrt(2.0);
    const auto p = [&](double r, double z) { return Vec3{face.x + run.x * r, face.y + run.y * r, z}; };
    const Vec3 outline[] = {p(0, top - leg), p(0, top - leg + slant), p(leg - slant, top), p(leg, top)};
    return prism(outline, across * thick);
}

/// Concrete round a post in a round hole: what a 16-sided prism leaves beside the post, in four pieces, an inch of soil over it. `foot` is
/// the hole's middle below. It ends at `planes`.
std::vector<Solid> footing(Vec3 foot, double deep, const Solid& post, const std::vector<Plane>& planes) {
    auto whole = rod(foot, {0, 0, deep}, {1, 0, 0}, kHoleWide);
    for (const auto& plane : planes) whole = cut(whole, plane);
    const auto at = bounds(post);
    const auto beyond = [](const Solid& s, Vec3 corner, Vec3 inwards) { return cut(s, Plane::through(corner, inwards)); };
    const auto between = beyond(beyond(whole, at.low, {-1, 0, 0}), at.high, {1, 0, 0});
    return {beyond(whole, at.low, {1, 0, 0}), beyond(whole, at.high, {-1, 0, 0}), beyond(between, at.low, {0, 1, 0}),
            beyond(between, at.high, {0, -1, 0})};
}

void posts(Builder& b) {
    const bool set = b.s.choice("foundation.kind") == "set_posts";
    // An inch beyond the frame begin the blocks of a run.
    std::vector<Plane> besideRuns;
    if (b.shell.leans) besideRuns.push_back(Plane::through(b.walls[0].origin, b.walls[0].inward * -1));
    for (const int n : b.s.rows("runs")) {
        const auto& w = b.wall(b.s.choice(slotKey("runs", n, "side")));
        besideRuns.push_back(Plane::through(w.origin - w.inward * kIn, w.inward * -1));
    }
    const double t = b.post;
    const double beamTop = b.floor - inMm(b.shell.deck + b.shell.joistDeep), beamBottom = beamTop - b.wideOf("4x6");
    const auto ys = evenly(b.deep, t, inMm(kPostRows)), xs = evenly(b.wide, t, 72 * kIn);
    // Two braces that lean towards each other keep an inch between them; a rail of a run on the ground passes below their feet.
    const auto half = [&](const std::vector<double>& at) { return (at[1] - at[0] - t - kIn) / 2; };
    const double rail = b.post + 0.25 * kIn;
    const double legX = std::min({18 * kIn, (beamBottom - 2 * kIn) * 0.75, beamBottom - rail, half(xs)}),
                 legY = std::min({20 * kIn, (beamBottom - 2 * kIn) * 0.75 + b.wideOf("4x6"), beamTop - rail, half(ys)});
    const double shortest = 9 * kIn;
    for (std::size_t j = 0; j < ys.size(); ++j) {
        const auto row = std::to_string(j + 1);
        inBoards(b.s, 0, b.wide, middlesOf(xs, t), staggered(j), [&](double from, double to, const std::string& n) {
            b.lumber("ground/beam/" + row + n, "beam", "foundation", System::ground, "4x6pt", {1, 0, 0}, {0, 0, 1},
                     box({from, ys[j], beamBottom}, {to, ys[j] + t, beamTop}));
        });
        for (std::size_t i = 0; i < xs.size(); ++i) {
            const auto place = row + "/" + std::to_string(i + 1);
            // A block keeps within an inch of the frame's outside, so that a run's post can stand close by; within it where mesh goes down
            // there, or a wall stands.
            const double out = runUnder(b.s).empty() && !b.shell.leans ? kIn : 0;
            const Vec3 middle{xs[i] + t / 2, ys[j] + t / 2, 0};
            const auto under = set ? Bounds{middle - Vec3{kHoleWide / 2, kHoleWide / 2, 0}, middle + Vec3{kHoleWide / 2, kHoleWide / 2, 0}}
                                   : stoneAt(b, block(), middle.x, middle.y, out);
            const double grade = b.ground.lowest(under), foot = set ? grade - inMm(b.s.length("foundation.depth")) : grade;
            const auto post = box({xs[i], ys[j], foot}, {xs[i] + t, ys[j] + t, beamBottom});
            if (set)
                b.add("ground/footing/" + place, "footing", "foundation", System::ground, Form::block, "concrete", {0, 0, 1}, {1, 0, 0},
                      footing({middle.x, middle.y, foot}, grade - foot - kIn, post, besideRuns));
            else
                lay(b, block(), place, under, grade);
            b.lumber("ground/post/" + place, "post", "foundation", System::ground, "4x4pt", {0, 0, 1}, {1, 0, 0}, post);
            const double mid = ys[j] + t / 2 - b.two / 2;
            if (i > 0 && legX >= shortest)
                b.lumber("ground/brace/" + place + "/left", "brace", "foundation", System::ground, "2x4pt", unit({-1, 0, 1}),
                         unit({1, 0, 1}), kneeBrace({xs[i], mid, 0}, {-1, 0, 0}, {0, 1, 0}, b.two, beamBottom, legX, b.wideOf("2x4")));
            if (i + 1 < xs.size() && legX >= shortest)
                b.lumber("ground/brace/" + place + "/right", "brace", "foundation", System::ground, "2x4pt", unit({1, 0, 1}),
                         unit({-1, 0, 1}), kneeBrace({xs[i] + t, mid, 0}, {1, 0, 0}, {0, 1, 0}, b.two, beamBottom, legX, b.wideOf("2x4")));
            if (i != 0 && i + 1 != xs.size()) continue;
            // Across the beams: from the end posts up to the end joists.
            const double jx = i == 0 ? 0 : b.wide - b.two;
            if (j > 0 && legY >= shortest)
                b.lumber("ground/brace/" + place + "/front", "brace", "foundation", System::ground, "2x4pt", unit({0, -1, 1}),
                         unit({0, 1, 1}), kneeBrace({jx, ys[j], 0}, {0, -1, 0}, {1, 0, 0}, b.two, beamTop, legY, b.wideOf("2x4")));
            if (j + 1 < ys.size() && legY >= shortest)
                b.lumber("ground/brace/" + place + "/back", "brace", "foundation", System::ground, "2x4pt", unit({0, 1, 1}),
                         unit({0, -1, 1}), kneeBrace({jx, ys[j] + t, 0}, {0, 1, 0}, {1, 0, 0}, b.two, beamTop, legY, b.wideOf("2x4")));
        }
    }
}

/// Within curb or blocks gravel brings the ground up to the level line, beside and under the boards that partitions stand on.
void fillWithin(Builder& b, double beside, double foot) {
    if (b.ground.level()) return;
    std::vector<Bounds> boards;
    if (earthFloor(b.s))
        for (const auto& w : b.partitions) {
            const auto [from, to] = boardUnder(b, w);
            boards.push_back(b.outside(w, from, to, -(b.wallDeep - b.two) / 2, -(b.wallDeep + b.two) / 2));
        }
    auto solids = around({{beside, beside, foot}, {b.wide - beside, b.deep - beside, 0}}, boards);
    for (const auto& x : boards)
        solids.push_back(box({x.low.x, x.low.y, foot}, {x.high.x, x.high.y, b.floor - b.wideOf(boardUnderPlate(b.s))}));
    for (auto& x : solids) x = cut(x, b.ground.above());
    b.add("ground/fill", "fill", "foundation", System::ground, Form::block, "gravel", {1, 0, 0}, {0, 1, 0}, std::move(solids));
}

/// Blocks in mortar on a concrete footing, as many courses as the trench's least depth asks.
void blockwork(Builder& b) {
    const Bounds all{{0, 0, 0}, {b.wide, b.deep, 0}};
    const double wide = inMm(curbWide(b.s)), course = inMm(kCourse), deep = inMm(kFootingDeep), over = (inMm(kFootingWide) - wide) / 2;
    const double least = b.floor - (b.ground.lowest(all) - inMm(b.s.length("foundation.depth"))) - deep,
                 foot = b.floor - std::ceil(least / course - 1e-9) * course;
    const auto ring = [&](double out, double in, double z0, double z1) {
        return std::vector<Solid>{box({-out, b.shell.leans ? 0 : -out, z0}, {b.wide + out, in, z1}),
                                  box({-out, b.deep - in, z0}, {b.wide + out, b.deep + out, z1}),
                                  box({-out, in, z0}, {in, b.deep - in, z1}), box({b.wide - in, in, z0}, {b.wide + out, b.deep - in, z1})};
    };
    b.add("ground/strip-footing", "strip-footing", "foundation", System::ground, Form::block, "concrete", {1, 0, 0}, {0, 1, 0},
          ring(over, wide + over, foot - deep, foot));
    b.add("ground/blockwork", "blockwork", "foundation", System::ground, Form::block, "masonry", {1, 0, 0}, {0, 1, 0},
          ring(0, wide, foot, b.floor));
    fillWithin(b, wide, foot);
}

/// Two 4x6 laid flat on each other all round, lapped at the corners, held by pegs driven through both.
void sills(Builder& b) {
    const double wide = inMm(curbWide(b.s)), high = b.post;
    for (int k = 0; k < 2; ++k) {
        const double z = k * high, a = k == 0 ? 0 : wide, c = k == 0 ? wide : 0;
        const auto course = "ground/sill/" + std::to_string(k + 1);
        const auto put = [&](const std::string& side, Vec3 along, Vec3 across, Vec3 low, Vec3 head) {
            b.lumber(course + "/" + side, "ground-sill", "foundation", System::ground, "4x6pt", along, across, box(low, head));
        };
        inBoards(b.s, a, b.wide - a, evenly(b.wide, 0, 48 * kIn), staggered(static_cast<std::size_t>(k)),
                 [&](double from, double to, const std::string& n) {
                     put("front" + n, {1, 0, 0}, {0, 1, 0}, {from, 0, z}, {to, wide, z + high});
                     put("back" + n, {1, 0, 0}, {0, 1, 0}, {from, b.deep - wide, z}, {to, b.deep, z + high});
                 });
        inBoards(b.s, c, b.deep - c, evenly(b.deep, 0, 48 * kIn), staggered(static_cast<std::size_t>(k + 1)),
                 [&](double from, double to, const std::string& n) {
                     put("left" + n, {0, 1, 0}, {1, 0, 0}, {0, from, z}, {wide, to, z + high});
                     put("right" + n, {0, 1, 0}, {1, 0, 0}, {b.wide - wide, from, z}, {b.wide, to, z + high});
                 });
    }
}

/// Concrete in a trench all round, up to the walls; a slab between its edges. Formed with what is at hand, outside the lists.
void concrete(Builder& b) {
    const Bounds all{{0, 0, 0}, {b.wide, b.deep, 0}};
    const double wide = inMm(kCurbWide), foot = b.ground.lowest(all) - inMm(b.s.length("foundation.depth")), top = b.floor;
    std::vector<Solid> solids{box({0, 0, foot}, {b.wide, wide, top}), box({0, b.deep - wide, foot}, {b.wide, b.deep, top}),
                              box({0, wide, foot}, {wide, b.deep - wide, top}),
                              box({b.wide - wide, wide, foot}, {b.wide, b.deep - wide, top})};
    const auto kind = b.s.choice("foundation.kind");
    if (kind == "slab") solids.push_back(box({wide, wide, top - inMm(kSlabThick)}, {b.wide - wide, b.deep - wide, top}));
    b.add("ground/" + kind, kind, "foundation", System::ground, Form::block, "concrete", {1, 0, 0}, {0, 1, 0}, std::move(solids));
    fillWithin(b, wide, foot);
}

/// Blocked up from the ground, the frame is closed down to it by mesh, so that nothing lives below; before a run, from its inside.
void skirts(Builder& b) {
    const double bottom = b.floor - inMm(b.shell.deck) - kIn;
    const auto mesh = b.s.choice("mesh.kind");
    for (const auto& w : b.walls) {
        if (w.leans) continue;
        std::vector<std::pair<double, double>> spans;
        double from = 0;
        const auto to = [&](double until, double next) {
            if (until - from > kIn) spans.emplace_back(from, until);
            from = next;
        };
        auto runs = runPlaces(b.s);
        std::erase_if(runs, [&](const RunPlace& r) { return r.side != w.side; });
        for (const auto& r : runs) {
            // One that goes round corners begins and ends beyond them.
            const double a = std::max(0.0, inMm(r.at)), e = std::min(w.length, inMm(r.at + r.along));
            to(a - kMesh, a), to(e, e + kMesh);
        }
        to(w.length, w.length);
        int n = 0;
        // No longer than a board: such lengths a roll has.
        std::vector<std::pair<double, double>> lengths;
        for (const auto& [u0, u1] : spans)
            inBoards(b.s, u0, u1, evenly(w.length, 0, 48 * kIn), 1e9,
                     [&](double a, double e, const std::string&) { lengths.emplace_back(a, e); });
        for (const auto& [u0, u1] : lengths)
            b.add("ground/mesh/" + w.side + (lengths.size() > 1 ? "/" + std::to_string(++n) : ""), "skirt-mesh", "floor frame",
                  System::floor, Form::mesh, mesh, w.u, {0, 0, 1},
                  {cut(w.box(u0, u1, -kMesh, 0, b.ground.lowest(b.outside(w, u0, u1, 0, kMesh)) - b.floor, bottom - b.floor),
                       b.ground.above())});
    }
}

}  // namespace

void foundation(Builder& b) {
    if (onSkids(b.s) && (skidsUp(b.s) > Length{} || !b.ground.level())) skirts(b);
    const auto& kind = b.s.choice("foundation.kind");
    if (kind == "blockwork")
        blockwork(b);
    else if (kind == "sills")
        sills(b);
    else if (ownFloor(b.s))
        b.add("ground/floor", "building-floor", "foundation", System::ground, Form::block, "concrete", {1, 0, 0}, {0, 1, 0},
              {box({0, 0, -inMm(kSlabThick)}, {b.wide, b.deep, 0})});
    else if (frameless(b.s))
        concrete(b);
    else
        onPosts(b.s) ? posts(b) : skids(b);
}

namespace {

/// Both layers in strips along the joists, edge over the middle of one, and the boards that close them from below in winter.
void wireOver(Builder& b, const std::vector<double>& joists) {
    const double top = b.floor - inMm(b.shell.deck), bottom = top - inMm(b.shell.joistDeep), t = b.two, roll = 36 * kIn, lap = 2 * kIn;
    const auto fine = b.s.choice("mesh.kind");
    int n = 0;
    for (double x = 0; x < b.wide - kSameMm;) {
        double next = b.wide;
        if (b.wide - x > roll)
            for (const double j : joists)
                if (j + t / 2 <= x + roll - lap) next = j + t / 2;
        const bool last = next > b.wide - kSameMm;
        ++n;
        for (const auto& [layer, role, stock] : {std::tuple{0, "floor-wire", std::string{kForceMesh}}, {1, "floor-mesh", fine}})
            if (auto* p = b.add("floor/" + std::string{layer == 0 ? "wire/" : "mesh/"} + std::to_string(n), role, "floor frame",
                                System::floor, Form::mesh, stock, {0, 1, 0}, {1, 0, 0},
                                {box({x, 0, top + layer * kMesh}, {next, b.deep, top + (layer + 1) * kMesh})}))
                p->lapMm = last ? 0 : lap;
        x = next;
    }
    if (!b.s.flag("floor.drop")) return;
    // Between the knee braces of the end joists; an eighth free all round.
    const auto ys = evenly(b.deep, b.post, inMm(kPostRows));
    const double thick = inMm(thicknessOf("ply-1/2")), gap = kIn / 8, x0 = t, x1 = b.wide - t;
    const int across = static_cast<int>(std::ceil((x1 - x0) / (48 * kIn) - 1e-9));
    for (std::size_t j = 1; j < ys.size(); ++j)
        for (int i = 0; i < across; ++i)
            for (const bool back : {false, true}) {
                const double from = ys[j - 1] + b.post, to = ys[j], mid = (from + to) / 2, a = x0 + (x1 - x0) * i / across,
                             e = x0 + (x1 - x0) * (i + 1) / across, y0 = back ? mid + gap / 2 : from + gap,
                             y1 = back ? to - gap : mid - gap / 2;
                const auto id = "floor/drop/" + std::to_string(j) + "/" + std::to_string(i + 1) + (back ? "/back" : "/front");
                b.add(id, "drop-board", "floor frame", System::floor, Form::sheet, "ply-1/2", {1, 0, 0}, {0, 1, 0},
                      {box({a + gap / 2, y0, bottom - thick}, {e - gap / 2, y1, bottom})});
                const double beam = back ? to + 1 : from - 1;
                for (const auto& p : b.model.parts)
                    if (const auto at = p.box();
                        p.role == "beam" && at.low.x <= (a + e) / 2 && at.high.x >= (a + e) / 2 && at.low.y < beam && at.high.y > beam) {
                        b.join(id, p.id, Joint::Kind::hinged, gap);
                        break;
                    }
            }
}

}  // namespace

void wireBlocks(Builder& b) {
    if (!wireFloor(b.s)) return;
    const double top = b.floor - inMm(b.shell.deck), wide = b.wideOf("2x4");
    std::vector<Bounds> joists, blocks;
    std::vector<Bounds> feet;
    for (const auto& p : b.model.parts) {
        if (p.role == "joist" || p.role == "rim") joists.push_back(p.box());
        if ((p.role == "roost-leg" || p.role == "nest-leg") && std::fabs(p.box().low.z - b.floor) < kSameMm) feet.push_back(p.box());
    }
    std::ranges::sort(feet, [](const Bounds& x, const Bounds& y) { return std::tie(x.low.y, x.low.x) < std::tie(y.low.y, y.low.x); });
    const auto shared = [](const Bounds& x, const Bounds& y) {
        return std::max(0.0, std::min(x.high.x, y.high.x) - std::max(x.low.x, y.low.x)) *
               std::max(0.0, std::min(x.high.y, y.high.y) - std::max(x.low.y, y.low.y));
    };
    int n = 0;
    for (const auto& foot : feet) {
        double borne = 0;
        for (const auto* under : {&joists, &blocks})
            for (const auto& u : *under) borne += shared(foot, u);
        if (borne > 0.4 * foot.size().x * foot.size().y) continue;
        // In the bay that has most of it, as near as what lies there lets it.
        const double x = (foot.low.x + foot.high.x) / 2, y = (foot.low.y + foot.high.y) / 2;
        double left = 0, right = b.wide, from = b.two, to = b.deep - b.two;
        for (const auto& j : joists)
            if (j.size().y > j.size().x) {
                if (j.high.x <= x) left = std::max(left, j.high.x);
                if (j.low.x >= x) right = std::min(right, j.low.x);
            }
        double at = std::clamp(y - wide / 2, from, to - wide);
        for (const auto& k : blocks)
            if (k.low.x < x && k.high.x > x && at < k.high.y && at + wide > k.low.y) at = k.high.y;
        if (at + wide > to || right - left < 2 * kIn) continue;
        const Bounds block{{left, at, top - b.two}, {right, at + wide, top}};
        blocks.push_back(block);
        b.lumber("floor/block/" + std::to_string(++n), "blocking", "floor frame", System::floor, "2x4", {1, 0, 0}, {0, 1, 0},
                 box(block.low, block.high));
    }
}

void floorFrame(Builder& b) {
    if (frameless(b.s)) return;
    const double t = b.two, top = b.floor - inMm(b.shell.deck), bottom = top - inMm(b.shell.joistDeep);
    const auto joist = b.s.choice("floor.joist");
    const double spacing = inMm(readLength(b.s.choice("floor.spacing"), Units::imperial).value());
    const auto stock = onPosts(b.s) ? joist : joist + "pt";
    const auto xs = layout(0, b.wide, spacing, b.two);
    for (const bool back : {false, true}) {
        const double y = back ? b.deep - t : 0;
        inBoards(b.s, 0, b.wide, middlesOf(xs, t), 1e9, [&](double from, double to, const std::string& n) {
            b.lumber((back ? "floor/rim/back" : "floor/rim/front") + n, "rim", "floor frame", System::floor, stock, {1, 0, 0}, {0, 0, 1},
                     box({from, y, bottom}, {to, y + t, top}));
        });
    }
    for (const double x : xs)
        b.lumber("floor/joist/" + tenths(x), "joist", "floor frame", System::floor, stock, {0, 1, 0}, {0, 0, 1},
                 box({x, t, bottom}, {x + t, b.deep - t, top}));
    if (wireFloor(b.s)) {
        // No deck spreads what comes down an end wall: a second joist under its plates,
        // where none lies.
        for (const bool right : {false, true})
            if (const double x = right ? xs.back() - t : xs.front() + t;
                b.wallDeep > t + kIn / 2 && std::ranges::none_of(xs, [&](double o) { return o > x - t + kSameMm && o < x + t - kSameMm; }))
                b.lumber("floor/joist/" + tenths(x), "joist", "floor frame", System::floor, stock, {0, 1, 0}, {0, 0, 1},
                         box({x, t, bottom}, {x + t, b.deep - t, top}));
        return wireOver(b, xs);
    }
    const double sheet = 48 * kIn;
    const double thinnest = 3 * kIn;  // a narrower last strip is avoided by moving the joint one joist back
    int row = 0;
    for (double y = 0; y < b.deep - kSameMm; ++row) {
        double y1 = std::min(y + sheet, b.deep);
        if (b.deep - y1 > kSameMm && b.deep - y1 < thinnest) y1 = b.deep - 12 * kIn;
        if (y > 0)
            for (std::size_t i = 1; i < xs.size(); ++i)
                if (xs[i] - xs[i - 1] - t >= 2 * kIn)
                    b.lumber("floor/blocking/" + std::to_string(row) + "/" + tenths(xs[i]), "blocking", "floor frame", System::floor, stock,
                             {1, 0, 0}, {0, 0, 1}, box({xs[i - 1] + t, y - t / 2, bottom}, {xs[i], y + t / 2, top}));
        int column = 0;
        for (double x = 0; x < b.wide - kSameMm; ++column) {
            double x1 = std::min(x + (row % 2 == 1 && column == 0 ? 48 : 96) * kIn, b.wide);
            if (b.wide - x1 > kSameMm && b.wide - x1 < thinnest) x1 -= spacing;
            b.add("floor/deck/" + std::to_string(row + 1) + "/" + std::to_string(column + 1), "deck", "floor frame", System::floor,
                  Form::sheet, b.s.choice("floor.deck"), {1, 0, 0}, {0, 1, 0}, {box({x, y, top}, {x1, y1, b.floor})});
            x = x1;
        }
        y = y1;
    }
}

}  // namespace oiko
