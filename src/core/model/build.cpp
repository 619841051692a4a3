#include "core/model/build.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <cmath>
#include <map>
#include <tuple>

#include "core/catalog/skins.h"
#include "core/catalog/stock.h"
#include "core/design/hatches.h"
#include "core/design/lean.h"
#include "core/model/builder.h"

namespace oiko {

std::string_view name(System system) {
    constexpr std::array<std::string_view, kSystems> names{"ground", "floor", "walls", "roof", "openings", "skin", "inside", "run"};
    return names[static_cast<std::size_t>(system)];
}
std::string_view name(Joint::Kind kind) {
    constexpr std::array<std::string_view, 5> names{"bears", "fastened", "hinged", "slides", "hangs"};
    return names[static_cast<std::size_t>(kind)];
}

Bounds Part::box() const {
    Bounds b;
    for (const auto& s : solids) b.add(bounds(s));
    return b;
}
double Part::volumeMm3() const {
    double v = 0;
    for (const auto& s : solids) v += volume(s);
    return v;
}
double Part::extent(Vec3 axis) const {
    double low = 1e300, high = -1e300;
    for (const auto& s : solids)
        for (const auto& v : s.vertices) low = std::min(low, dot(axis, v)), high = std::max(high, dot(axis, v));
    return high - low;
}
bool coversRoof(std::string_view role) {
    static constexpr std::string_view kRoles[] = {"roof-panel", "ridge-cap",    "roof-deck",     "underlayment", "shingles", "roll-strip",
                                                  "drip-edge",  "ceiling-mesh", "ceiling-sheet", "roof-lining",  "roof-foam"};
    return std::ranges::find(kRoles, role) != std::end(kRoles);
}

bool onUprights(const Part& part) {
    static constexpr std::string_view kRoles[] = {"top-plate", "cap-plate", "wall-beam", "raking-plate"};
    return std::ranges::find(kRoles, part.role) != std::end(kRoles);
}

bool Model::buried(const Part& part) const { return part.box().high.z <= ground.highest(part.box()) + kSameMm; }

const Part* Model::find(std::string_view id) const {
    const auto at = std::ranges::find(parts, id, &Part::id);
    return at == parts.end() ? nullptr : &*at;
}

static Vec3 turned(Vec3 p, const Shell& shell, double w, double d, bool direction) {
    // Local to coop: turn the base about the vertical by quarter turns, then back into the first quadrant.
    switch (shell.turn) {
        case 1: return {(direction ? 0 : d) - p.y, p.x, p.z};
        case 2: return {(direction ? 0 : w) - p.x, (direction ? 0 : d) - p.y, p.z};
        case 3: return {p.y, (direction ? 0 : w) - p.x, p.z};
        default: return p;
    }
}

Bounds Builder::birdsRoom() const {
    double taken[4];
    for (const auto& w : walls) taken[w.local] = wallDeep + inMm(roomsAt(s, w.side));
    return {{taken[3], taken[0], 0}, {wide - taken[1], deep - taken[2], 0}};
}

Builder::Builder(Settled& settled)
    : s{settled}, shell{shellOf(settled)}, two{inMm(shell.timber->two)}, one{inMm(shell.timber->one)}, post{inMm(shell.timber->post)} {
    wide = inMm(shell.wide), deep = inMm(shell.deep), floor = inMm(shell.floorTop);
    before = inMm(shell.before), past = inMm(shell.past);
    rafterDeep = inMm(shell.rafterDeep), overhang = inMm(shell.overhang), rake = inMm(shell.rake);
    skinThick = inMm(skinOf(s));
    const auto lie = [&, g = groundOf(s)](double x, double y) { return g.under(turned({x, y, 0}, shell, wide, deep, false)); };
    ground = {lie(0, 0), lie(1, 0) - lie(0, 0), lie(0, 1) - lie(0, 0)};
    const double t = wallDeep = inMm(shell.wallDeep);
    const Vec3 origins[] = {{0, 0, floor}, {wide, 0, floor}, {wide, deep, floor}, {0, deep, floor}};
    const Vec3 along[] = {{1, 0, 0}, {0, 1, 0}, {-1, 0, 0}, {0, -1, 0}};
    const Vec3 in[] = {{0, 1, 0}, {-1, 0, 0}, {0, -1, 0}, {1, 0, 0}};
    for (int i = 0; i < 4; ++i) {
        WallFrame w{i, sideName(i), origins[i], along[i], in[i], i % 2 == 0 ? wide : deep, i % 2 == 1, 0, 0, {}};
        const bool open = openWall(s, w.side);
        // Nothing on the studs but felt, or the mesh before panes: it is braced and blocked as an open wall is.
        w.leans = w.side == leanSide(s);
        w.wears = w.leans && !leansOnGlass(s) ? "felt"
                  : open || w.leans           ? s.choice("mesh.kind")
                                              : std::string{shell.timber->plain(oiko::skin(s.choice("skin.kind")).stock)};
        w.form = open || w.leans                             ? Form::mesh
                 : oiko::skin(s.choice("skin.kind")).metal() ? Form::panel
                                                             : Form::sheet,
        w.skin = inMm(wallSkin(s, w.side));
        w.from = w.sloping ? t : 0, w.to = w.length - w.from;
        w.top = inMm(i == 0 ? shell.otherWall() : shell.lowWall());
        walls.push_back(w);
    }
    const auto hole = [&](const std::string& row, std::string kind, double z0, double height) {
        const double at = inMm(s.length(row + ".at")), w = inMm(openingWidth(s, row));
        for (auto& wf : walls)
            if (wf.side == s.choice(row + ".wall")) wf.holes.push_back({row, std::move(kind), at, at + w, z0, z0 + height});
    };
    for (const std::string_view list : {"doors", "pops", "hatches", "windows", "vents"})
        for (const int n : s.rows(list)) {
            const auto row = std::string{list} + "." + std::to_string(n);
            const double h = inMm(list == "hatches" ? kHatchHigh : s.length(row + ".height"));
            if (list == "doors")
                hole(row, s.choice(row + ".kind"), 0, h);
            else if (list == "pops")
                hole(row, "pop", inMm(s.length(row + ".sill")), h);
            else if (list == "hatches")
                hole(row, "hatch", inMm(s.length(row + ".sill")), h);
            else if (list == "windows")
                hole(row, "window", inMm(s.length(row + ".sill")), h);
            else
                hole(row, "vent", inMm(highestHead(shell, s.choice(row + ".wall"), s.length(row + ".at"), s.length(row + ".width"))) - h,
                     h);
        }
    for (const auto& p : oiko::partitions(s)) {
        auto w = wall(p.wall);
        w.side = p.key, w.inside = true, w.holes.clear();
        w.wears = p.stock, w.form = p.mesh ? Form::mesh : Form::sheet, w.skin = inMm(p.cover);
        w.origin = w.origin + w.inward * inMm(p.reach() - p.wallDeep);
        w.from = inMm(p.from), w.to = inMm(p.to);
        if (!w.sloping) w.top = inMm(topAlong(shell, p));
        if (innerDoors(s)) {
            const double at = inMm(s.length(p.key + ".door_at")), sill = inMm(innerSill(s, p.key));
            w.holes.push_back(
                {p.key, "inner_door", at, at + inMm(s.length(p.key + ".door_width")), sill, sill + inMm(s.length(p.key + ".door_height"))});
        }
        if (s.flag(p.key + ".pop"))
            if (const auto pop = innerPopAt(s, p))
                (p.within.empty() ? w : *std::ranges::find(partitions, p.within, &WallFrame::side))
                    .holes.push_back({p.key + ".pop", "inner_pop", inMm(*pop), inMm(*pop + kInnerPopWide), inMm(innerPopSill(s)),
                                      inMm(innerPopSill(s) + kInnerPopHigh)});
        // Where a corner's partition meets it.
        if (const auto c = cornerOf(s, p))
            w.meets = inMm(c->wall == leftOf(p.wall) ? c->reach() - p.wallDeep : wallLength(s, p.wall) - c->reach());
        partitions.push_back(std::move(w));
    }
    if (!nestsThrough(s)) return;
    hole("nests", "nest", inMm(s.length("nests.height") - kNestBoard), inMm(s.length("nests.clear") + kNestBoard));
    if (!nestsBetween(s)) return;
    // From stud to stud, over the blocks.
    for (auto& w : walls)
        for (auto& h : w.holes)
            if (h.row == "nests") {
                const auto bay = nestsBay(s);
                h.u0 = static_cast<double>(bay) * apart(w) + two / 2, h.z0 += inMm(kNestBoard);
                h.u1 = static_cast<double>(bay + s.count("nests.count")) * apart(w) - two / 2;
            }
}

const WallFrame& Builder::wall(std::string_view side) const { return *std::ranges::find(walls, side, &WallFrame::side); }

std::vector<double> Builder::studMiddles(const WallFrame& w) const { return middlesOf(layout(w.from, w.to, apart(w), two), two); }

double Builder::skinFoot() const { return ownFloor(s) ? floor + kIn / 4 : floor - inMm(shell.deck) - kIn; }

double Builder::underPlates(const WallFrame& w, double u, double plates) const {
    if (!w.sloping) return w.top - plates;
    const double y = w.yAt(u);
    return under(y) - floor - plates / shell.slopeAt(y).cosine();
}

Plane Builder::below(double y, double down) const {
    const auto& slope = shell.slopeAt(y);
    return Plane::through({0, slope.y0, floor + slope.under0 - down}, {0, slope.toBack ? slope.rise : -slope.rise, 1});
}

Solid Builder::placed(const Slope& slope, Solid solid) const {
    for (auto& p : solid.vertices) p = {p.x, slope.yOf(p.y), p.z + floor};
    // Towards the front the solid is mirrored: its faces turn round.
    if (!slope.toBack)
        for (auto& f : solid.faces) std::ranges::reverse(f);
    return solid;
}

Part* Builder::add(std::string id, std::string_view role, std::string assembly, System system, Form form, std::string stock, Vec3 along,
                   Vec3 wideAxis, std::vector<Solid> solids) {
    std::erase_if(solids, [](const Solid& x) { return x.empty(); });
    if (solids.empty()) return nullptr;
    model.parts.push_back({std::move(id),
                           std::string{role},
                           std::move(assembly),
                           system,
                           form,
                           shell.timber->stock(stock),
                           along,
                           wideAxis,
                           std::move(solids),
                           {},
                           {},
                           0,
                           0,
                           {},
                           {},
                           false});
    return &model.parts.back();
}

void Builder::join(const std::string& a, const std::string& b, Joint::Kind kind, double gapMm) { named_.emplace_back(a, b, kind, gapMm); }

std::vector<double> boardEnds(Ask& ask, double from, double to, const std::vector<double>& middles, double first) {
    // What is as long as the board is one; parted, a millimetre less: lists round to the saw's grid.
    const double board = inMm(longestBoard(ask)) - 1;
    if (to - from <= board + 1 + kSameMm) return {from, to};
    const double least = 12 * kIn;  // no end of a foot or less
    std::vector<double> stops, ends{from};
    for (const double m : middles)
        if (m > from + least && m < to - least) stops.push_back(m);
    stops.push_back(to);
    double most = std::min(first, board);
    for (std::size_t i = 0; i + 1 < stops.size(); ++i)
        if (stops[i + 1] - ends.back() > most) ends.push_back(stops[i]), most = board;
    ends.push_back(to);
    return ends;
}

Length longestRoll(std::string_view stock) {
    Length longest;
    for (const auto* roll : ofProfile(catalog(), stock)) longest = std::max(longest, roll->b);
    return longest - mm(1);  // lists round up to the saw's grid
}

std::string tenths(double v) { return writeNumber(v / kIn, 1); }

Solid onSlope(double x0, double x1, double yStart, double zStart, double rise, double q0, double q1, double lift, double thick) {
    const double c = 1 / std::sqrt(1 + rise * rise), n = rise * c;  // cosine and sine of the slope
    const auto at = [&](double q, double h) { return Vec3{x0, yStart + q * c + h * n, zStart - q * n + h * c}; };
    const Vec3 outline[] = {at(q0, lift), at(q1, lift), at(q1, lift + thick), at(q0, lift + thick)};
    // Seen against +x the outline runs counter-clockwise when it turns from y to z.
    return prism(outline, {x1 - x0, 0, 0});
}

std::vector<Solid> rafterSolids(const RafterSpec& r) {
    const double up = r.deep * std::sqrt(1 + r.rise * r.rise);
    std::vector<double> breaks{r.yHigh, r.yLow};
    for (const auto& seat : r.seats)
        for (const double y : {seat.y0, seat.y1})
            if (y > r.yHigh + kSameMm && y < r.yLow - kSameMm) breaks.push_back(y);
    std::ranges::sort(breaks);
    std::vector<Solid> out;
    for (std::size_t i = 1; i < breaks.size(); ++i) {
        const double a = breaks[i - 1], b = breaks[i], mid = (a + b) / 2;
        if (b - a < kSameMm) continue;
        double za = r.zu - r.rise * a, zb = r.zu - r.rise * b;
        const double ta = za + up, tb = zb + up;
        for (const auto& seat : r.seats)
            if (mid > seat.y0 && mid < seat.y1) za = zb = seat.z;
        const Vec3 outline[] = {{r.x0, a, za}, {r.x0, b, zb}, {r.x0, b, tb}, {r.x0, a, ta}};
        out.push_back(prism(outline, {r.thick, 0, 0}));
    }
    return out;
}

std::vector<Solid> sheetWithHoles(const WallFrame& w, double u0, double u1, double d0, double d1, double z0,
                                  const std::function<double(double)>& top, const std::vector<Hole>& holes, double bend) {
    std::vector<double> cuts{u0, u1};
    if (bend > u0 + kSameMm && bend < u1 - kSameMm) cuts.push_back(bend);
    std::vector<Hole> mine;
    for (const auto& h : holes)
        if (h.u1 > u0 + kSameMm && h.u0 < u1 - kSameMm) {
            mine.push_back(h);
            for (const double u : {h.u0, h.u1})
                if (u > u0 + kSameMm && u < u1 - kSameMm) cuts.push_back(u);
        }
    std::ranges::sort(cuts);
    std::vector<Solid> out;
    const auto piece = [&](double a, double b, double za, double zb, double ta, double tb) {
        if (b - a < kSameMm || (ta - za < kSameMm && tb - zb < kSameMm)) return;
        const Vec3 outline[] = {w.at(a, d0, za), w.at(b, d0, zb), w.at(b, d0, tb), w.at(a, d0, ta)};
        out.push_back(prism(outline, w.inward * (d1 - d0)));
    };
    for (std::size_t i = 1; i < cuts.size(); ++i) {
        const double a = cuts[i - 1], b = cuts[i];
        double bottom = z0;
        std::vector<Hole> here;
        std::ranges::copy_if(mine, std::back_inserter(here), [&](const Hole& h) { return h.u0 < (a + b) / 2 && (a + b) / 2 < h.u1; });
        std::ranges::sort(here, {}, &Hole::z0);
        for (const auto& h : here) {
            if (h.z0 > bottom) piece(a, b, bottom, bottom, std::min(h.z0, top(a)), std::min(h.z0, top(b)));
            bottom = std::max(bottom, h.z1);
        }
        if (bottom < top(a) || bottom < top(b)) piece(a, b, bottom, bottom, top(a), top(b));
    }
    return out;
}

namespace {

double rounded(double v) {
    const double r = std::round(v / kCoordinateMm) * kCoordinateMm;
    return r == 0 ? 0 : r;
}

void markInner(Part& part) {
    part.inner.assign(part.solids.size(), {});
    std::vector<Faces> faces;
    for (const auto& s : part.solids) faces.push_back(facesOf(s));
    for (std::size_t i = 0; i < part.solids.size(); ++i)
        for (std::size_t k = 0; k < part.solids.size(); ++k) {
            if (i == k || !faces[i].around.meets(faces[k].around, kTouchMm)) continue;
            const auto patch = touching(part.solids[i], faces[i], part.solids[k], faces[k]);
            if (patch.area < kPatchMm2) continue;
            for (std::size_t f = 0; f < faces[i].planes.size(); ++f)
                if (dot(faces[i].planes[f].normal, patch.normal) > 1 - 1e-6 && std::fabs(area(part.solids[i], f) - patch.area) < 1)
                    part.inner[i].push_back(f);
        }
}

}  // namespace

Model finish(Builder& b) {
    auto& m = b.model;
    m.ground = groundOf(b.s);
    for (auto& p : m.parts) {
        for (auto* solids : {&p.solids, &p.blank})
            for (auto& solid : *solids)
                for (auto& v : solid.vertices) {
                    v = turned(v, b.shell, b.wide, b.deep, false);
                    v = {rounded(v.x), rounded(v.y), rounded(v.z)};
                }
        p.along = turned(p.along, b.shell, 0, 0, true), p.wide = turned(p.wide, b.shell, 0, 0, true);
        if (p.solids.size() > 1)
            markInner(p);
        else
            p.inner.assign(1, {});
    }
    for (auto& c : m.clear)
        for (auto& v : c.solid.vertices) v = turned(v, b.shell, b.wide, b.deep, false);
    for (auto& o : m.openings)
        for (auto& c : o.corners) c = turned(c, b.shell, b.wide, b.deep, false);
    std::map<std::string, std::size_t, std::less<>> index;
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        const bool fresh = index.emplace(m.parts[i].id, i).second;
        assert(fresh && "two parts with one id");
        static_cast<void>(fresh);
    }
    for (const auto& [a, c, kind, gap] : b.named_)
        if (index.contains(a) && index.contains(c)) m.joints.push_back({kind, index[a], index[c], gap, 0, m.parts[index[a]].box().low});
    findJoints(m);
    return std::move(m);
}

namespace {

struct Piece {
    std::size_t part, solid;
    Bounds box;
    bool square;  ///< fills its bounds: an upright box, as most pieces are
};

/// touching() for two upright boxes, from their bounds alone.
Patch boxesTouching(const Bounds& a, const Bounds& b) {
    Patch best;
    for (int axis = 0; axis < 3; ++axis)
        for (const bool above : {false, true}) {
            const double gap = above ? b.low[axis] - a.high[axis] : a.low[axis] - b.high[axis];
            if (std::fabs(gap) > kTouchMm) continue;
            const int u = (axis + 1) % 3, v = (axis + 2) % 3;
            const double u0 = std::max(a.low[u], b.low[u]), u1 = std::min(a.high[u], b.high[u]), v0 = std::max(a.low[v], b.low[v]),
                         v1 = std::min(a.high[v], b.high[v]);
            if (u1 <= u0 || v1 <= v0 || (u1 - u0) * (v1 - v0) <= best.area) continue;
            const double at[3] = {above ? a.high[axis] : a.low[axis], (u0 + u1) / 2, (v0 + v1) / 2}, sign = above ? 1 : -1;
            best.area = (u1 - u0) * (v1 - v0);
            best.normal = axis == 0 ? Vec3{sign, 0, 0} : axis == 1 ? Vec3{0, sign, 0} : Vec3{0, 0, sign};
            best.centre = axis == 0 ? Vec3{at[0], at[1], at[2]} : axis == 1 ? Vec3{at[2], at[0], at[1]} : Vec3{at[1], at[2], at[0]};
        }
    return best;
}

}  // namespace

void findJoints(Model& m) {
    std::vector<Piece> pieces;
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        for (std::size_t k = 0; k < m.parts[i].solids.size() && !m.parts[i].thing(); ++k) {
            const auto& solid = m.parts[i].solids[k];
            const auto around = bounds(solid);
            const auto size = around.size();
            const double whole = size.x * size.y * size.z;
            pieces.push_back({i, k, around, solid.faces.size() == 6 && std::fabs(volume(solid) - whole) < 1e-6 * whole});
        }
    std::ranges::sort(pieces, {}, [](const Piece& p) { return p.box.low.x; });
    std::vector<Faces> faces(pieces.size());  // of those that are not square, and what is near them, as they are asked for
    const auto solid = [&](std::size_t i) -> const Solid& { return m.parts[pieces[i].part].solids[pieces[i].solid]; };
    const auto known = [&](std::size_t i) -> const Faces& {
        if (faces[i].planes.empty()) faces[i] = facesOf(solid(i));
        return faces[i];
    };
    std::vector<Joint> found;
    for (std::size_t i = 0; i < pieces.size(); ++i)
        for (std::size_t k = i + 1; k < pieces.size() && pieces[k].box.low.x <= pieces[i].box.high.x + kTouchMm; ++k) {
            if (pieces[i].part == pieces[k].part || !pieces[i].box.meets(pieces[k].box, kTouchMm)) continue;
            const auto patch = pieces[i].square && pieces[k].square ? boxesTouching(pieces[i].box, pieces[k].box)
                                                                    : touching(solid(i), known(i), solid(k), known(k));
            if (patch.area < kPatchMm2) continue;
            // `a` is the upper one where one lies on the other.
            const bool iUpper = patch.normal.z<-0.5, bears = std::fabs(patch.normal.z)> 0.5;
            const auto a = iUpper || !bears ? pieces[i].part : pieces[k].part, b = a == pieces[i].part ? pieces[k].part : pieces[i].part;
            found.push_back({bears ? Joint::Kind::bears : Joint::Kind::fastened, a, b, 0, patch.area, patch.centre});
        }
    // All that two parts share is one joint; where one lies on the other that is what it is.
    const auto pair = [](const Joint& j) { return std::pair{std::min(j.a, j.b), std::max(j.a, j.b)}; };
    std::ranges::stable_sort(found, {}, pair);
    const auto named = m.joints.size();
    for (const auto& j : found) {
        if (m.joints.size() == named || pair(m.joints.back()) != pair(j)) {
            m.joints.push_back(j);
            continue;
        }
        auto& kept = m.joints.back();
        if (j.kind == Joint::Kind::bears && kept.kind == Joint::Kind::fastened)
            kept = {j.kind, j.a, j.b, 0, kept.patchMm2 + j.patchMm2, j.at};
        else
            kept.patchMm2 += j.patchMm2;
    }
}

Model buildModel(Settled& settled) {
    Builder b{settled};
    foundation(b);
    floorFrame(b);
    wallFrames(b);
    roofFrame(b);
    gutters(b);
    skin(b);
    partitionCovers(b);
    wallLining(b);
    insulation(b);
    letInBraces(b);
    leaves(b);
    hoppers(b);
    nests(b);
    roosts(b);
    storeRooms(b);
    things(b);
    landings(b);
    run(b);
    doorSteps(b);
    troughs(b);
    feed(b);
    wireBlocks(b);
    litter(b);
    bank(b);
    fence(b);
    markExisting(b);
    return finish(b);
}

}  // namespace oiko
