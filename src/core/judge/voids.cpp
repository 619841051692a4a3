#include "core/judge/voids.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace oiko::voids {

double fromBox(const Bounds& b, Vec3 p) {
    const double dx = std::max({b.low.x - p.x, p.x - b.high.x}), dy = std::max({b.low.y - p.y, p.y - b.high.y}),
                 dz = std::max({b.low.z - p.z, p.z - b.high.z});
    if (dx <= 0 && dy <= 0 && dz <= 0) return std::max({dx, dy, dz});
    return std::sqrt(std::pow(std::max(dx, 0.0), 2) + std::pow(std::max(dy, 0.0), 2) + std::pow(std::max(dz, 0.0), 2));
}

static double fromSegment(Vec3 a, Vec3 b, Vec3 p) {
    const auto ab = b - a;
    const double t = std::clamp(dot(p - a, ab) / std::max(1e-12, dot(ab, ab)), 0.0, 1.0);
    return norm(p - (a + ab * t));
}

double from(const Body& b, Vec3 p) {
    if (b.square) return fromBox(b.box, p);
    double high = -1e300;
    for (const auto& plane : b.planes) high = std::max(high, plane.height(p));
    if (high <= 0) return high;
    double best = 1e300;
    const auto& s = *b.solid;
    for (std::size_t f = 0; f < s.faces.size(); ++f) {
        const double h = b.planes[f].height(p);
        if (h < 0) continue;
        const auto& face = s.faces[f];
        bool over = true;
        for (std::size_t i = 0; i < face.size(); ++i) {
            const auto a = s.vertices[face[i]], c = s.vertices[face[(i + 1) % face.size()]];
            if (dot(cross(c - a, p - a), b.planes[f].normal) < 0) over = false, best = std::min(best, fromSegment(a, c, p));
        }
        if (over) best = std::min(best, h);
    }
    return best;
}

namespace {
/// Plates that a cell lies across, as one: they are parallel, and no ball stands between them.
struct Plates {
    Vec3 normal;
    std::vector<std::pair<double, double>> layers;  ///< along the normal
    bool add(const Plane& face, const Plane& other) {
        if (layers.empty()) normal = face.normal;
        const double with = dot(normal, face.normal);
        if (std::fabs(with) < 1 - 1e-9) return false;
        layers.emplace_back(with > 0 ? -other.offset : -face.offset, with > 0 ? face.offset : other.offset);
        return true;
    }
    bool whole(double ball) {
        std::ranges::sort(layers);
        for (std::size_t i = 1; i < layers.size(); ++i)
            if (layers[i].first - layers[i - 1].second > ball) return false;
        return true;
    }
};
}  // namespace

Space::Space(const Model& model, double ballMm) : r{ballMm / 2} {
    Bounds all;
    for (std::size_t i = 0; i < model.parts.size(); ++i) {
        // Welded mesh has openings of inches; boards below a floor of wire hang down all summer; what digs goes through litter.
        if (const auto& role = model.parts[i].role; model.parts[i].yard() || model.parts[i].thing() || role == "force-mesh" ||
                                                    role == "floor-wire" || role == "drop-board" || role == "litter" ||
                                                    role == "ground-mesh")
            continue;
        for (const auto& s : model.parts[i].solids) {
            const auto b = bounds(s);
            const auto size = b.size();
            const double whole = size.x * size.y * size.z;
            bodies.push_back({i, b, s.faces.size() == 6 && std::fabs(volume(s) - whole) < 1e-6 * whole, facePlanes(s), &s});
            all.add(b);
        }
    }
    world = all;
    world.low = world.low - Vec3{100, 100, 0}, world.high = world.high + Vec3{100, 100, 100};
    const auto size = world.size();
    const Vec3 far{1e4, 1e4, 1e4};
    const auto above = model.ground.above();
    ground = cut(box(world.low - far, world.high + far), {above.normal * -1, -above.offset});
    bodies.push_back({kNone, bounds(ground), model.ground.level(), facePlanes(ground), &ground});
    // Small enough that a sheet of mesh closes every cube its middle passes through.
    double half = 0.5 * r;
    while (half * 2 < std::max({size.x, size.y, size.z}) + 400) half *= 2;
    base = 0.5 * r * 1.01, finest = 0.35;
    Cell root;
    // Off the model's own lines, which lie on whole inches and halves of them.
    root.middle = (world.low + world.high) * 0.5 + Vec3{0.3217, 0.2731, 0.1913}, root.half = half;
    root.nearN = static_cast<std::uint32_t>(bodies.size());
    for (std::uint32_t i = 0; i < bodies.size(); ++i) near.push_back(i);
    // An ordinary coop takes so many: memory that is asked for is not yet used, and growing would copy it over and over.
    cells.reserve(1U << 20), near.reserve(1U << 20), flats.reserve(1U << 18);
    cells.push_back(root);
    judge(0);
}

double Space::clearance(Vec3 p) const {
    double d = 1e300;
    for (const auto& b : bodies)
        if (fromBox(b.box, p) < d) d = std::min(d, from(b, p));
    return d;
}

std::uint32_t Space::at(Vec3 p) {
    std::uint32_t n = 0;
    const auto& root = cells[0];
    if (std::fabs(p.x - root.middle.x) > root.half || std::fabs(p.y - root.middle.y) > root.half ||
        std::fabs(p.z - root.middle.z) > root.half)
        return kNone;
    while (cells[n].state == Kind::halved) {
        const auto m = cells[n].middle;
        n = cells[n].children + (p.x > m.x ? 1U : 0U) + (p.y > m.y ? 2U : 0U) + (p.z > m.z ? 4U : 0U);
        if (cells[n].state == Kind::unknown) judge(n);
    }
    return n;
}

bool Space::leadsOut(std::uint32_t n) const {
    const auto& c = cells[n];
    if (c.state == Kind::doubtful) return outside(c.middle);
    if (!outside(c.middle + Vec3{c.half, c.half, c.half}) && !outside(c.middle - Vec3{c.half, c.half, c.half})) return false;
    for (unsigned k = 0; k < 8; ++k)
        if (const auto p = c.middle + Vec3{k & 1U ? c.half : -c.half, k & 2U ? c.half : -c.half, k & 4U ? c.half : -c.half};
            outside(p) && freeIn(c, p))
            return true;
    return false;
}

void Space::halve(std::uint32_t n) {
    const auto c = cells[n];
    cells[n].state = Kind::halved, cells[n].children = static_cast<std::uint32_t>(cells.size());
    for (unsigned k = 0; k < 8; ++k) {
        Cell child;
        const double h = c.half / 2;
        child.half = h;
        child.parent = n, child.place = static_cast<std::uint8_t>(k);
        child.middle = c.middle + Vec3{k & 1U ? h : -h, k & 2U ? h : -h, k & 4U ? h : -h};
        child.nearFrom = c.nearFrom, child.nearN = c.nearN;
        cells.push_back(child);
    }
}

std::optional<Vec3> Space::passage(std::uint32_t a, std::uint32_t b) const {
    const auto &p = cells[a], &q = cells[b];
    const auto& small = p.half <= q.half ? p : q;
    const auto d = q.middle - p.middle;
    const double reach = p.half + q.half;
    const int axis = std::fabs(std::fabs(d.x) - reach) < 1e-3 ? 0 : std::fabs(std::fabs(d.y) - reach) < 1e-3 ? 1 : 2;
    const double sign = (&small == &p ? 1 : -1) * (d[axis] > 0 ? 1.0 : -1.0), h = small.half;
    const auto corner = [&](double u, double v) {
        auto c = small.middle;
        (axis == 0 ? c.x : axis == 1 ? c.y : c.z) += sign * h;
        (axis == 0 ? c.y : c.x) += u * h, (axis == 2 ? c.y : c.z) += v * h;
        return c;
    };
    // Both free all over: the whole face is.
    if (p.state == Kind::free && q.state == Kind::free) return corner(0, 0);
    std::array<Vec3, 24> face{corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)}, next;
    std::size_t n = 4;
    for (const auto* cell : {&p, &q})
        for (std::uint32_t i = 0; cell->state == Kind::flat && i < cell->flatN; ++i) {
            const auto& plane = flats[cell->flatFrom + i];
            std::size_t m = 0;
            for (std::size_t k = 0; k < n; ++k) {
                const auto s = face[k], e = face[(k + 1) % n];
                const double hs = plane.height(s), he = plane.height(e);
                if (hs > 0 && m < next.size()) next[m++] = s;
                if ((hs > 0) != (he > 0) && m < next.size()) next[m++] = s + (e - s) * (hs / (hs - he));
            }
            std::copy_n(next.begin(), m, face.begin()), n = m;
            if (n < 3) return std::nullopt;
        }
    Vec3 middle{};
    for (std::size_t k = 0; k < n; ++k) middle = middle + face[k] * (1.0 / static_cast<double>(n));
    // The distance from what is convex is greatest in a corner.
    const auto off = [&](Vec3 v) { return offRidge(p, v) && offRidge(q, v); };
    if (off(middle)) return middle;
    const auto best = std::find_if(face.begin(), face.begin() + n, off);
    return best == face.begin() + n ? std::nullopt : std::optional{*best};
}

std::uint32_t Space::across(std::uint32_t n, int axis, int sign) {
    const unsigned bit = 1U << axis;
    std::array<std::uint8_t, 32> places{};
    std::size_t depth = 0;
    auto at = n;
    for (;; at = cells[at].parent) {
        if (cells[at].parent == kNone) return kNone;
        const auto place = cells[at].place;
        places[depth++] = place;
        if (((place & bit) != 0) == (sign < 0)) break;
    }
    auto m = cells[at].parent;
    while (depth > 0 && cells[m].state == Kind::halved) {
        m = cells[m].children + (places[--depth] ^ bit);
        if (cells[m].state == Kind::unknown) judge(m);
    }
    return m;
}

bool Space::cornersWithin(const Body& body, const Cell& c) const {
    for (unsigned k = 0; k < 8; ++k)
        if (from(body, c.middle + Vec3{k & 1U ? c.half : -c.half, k & 2U ? c.half : -c.half, k & 4U ? c.half : -c.half}) > r) return false;
    return true;
}

/// The most that a cube rises over a plane.
static double rises(const Plane& plane, const Cell& c) {
    const auto& n = plane.normal;
    return plane.height(c.middle) + c.half * (std::fabs(n.x) + std::fabs(n.y) + std::fabs(n.z));
}

/// A point of a cube that lies over all planes: each in turn draws it out. None found is no proof that there is none.
static bool seenFromOnePoint(const Cell& c, const std::vector<Plane>& planes) {
    auto q = c.middle;
    for (int round = 0; round < 40; ++round) {
        bool over = true;
        for (const auto& plane : planes)
            if (const double h = plane.height(q); h < 1e-6) over = false, q = q + plane.normal * (1e-5 - h);
        if (over) return true;
        for (const auto& [at, middle] : {std::pair{&q.x, c.middle.x}, {&q.y, c.middle.y}, {&q.z, c.middle.z}})
            *at = std::clamp(*at, middle - c.half, middle + c.half);
    }
    return false;
}

bool Space::bounded(Cell& c) {
    Few around;
    if (c.nearN > around.which.size()) return false;
    for (std::uint32_t i = 0; i < c.nearN; ++i) around.which[around.n++] = near[c.nearFrom + i];
    Plates plates;
    for (const auto which : around.all()) {
        const Plane* over[2] = {};
        std::size_t count = 0;
        for (const auto& face : bodies[which].planes)
            if (rises(face, c) > 0.2 * r && ++count <= 2) over[count - 1] = &face;
        if (count == 2 && dot(over[0]->normal, over[1]->normal) < -1 + 1e-9 && !plates.add(*over[0], *over[1])) return false;
    }
    if (plates.layers.empty()) return boundedOn(c, around, nullptr);
    if (!plates.whole(2 * r)) return false;
    double top = -1e300;
    for (const auto& layer : plates.layers) top = std::max(top, layer.second);
    const Plane before{plates.normal, top + r}, behind{plates.normal * -1, -plates.layers.front().first + r};
    auto twin = c;
    if (!boundedOn(c, around, &before) || !boundedOn(twin, around, &behind)) return false;
    if (c.state == Kind::closed) {
        c = twin;
    } else if (twin.state != Kind::closed) {
        c.twin = static_cast<std::uint32_t>(cells.size());
        cells.push_back(twin);
    }
    return true;
}

bool Space::boundedOn(Cell& c, Few around, const Plane* side) {
    c.flatFrom = static_cast<std::uint32_t>(flats.size()), c.flatN = 0, c.ridge = kNone, c.state = Kind::flat;
    const auto bound = [&](const Plane& plane) { flats.push_back(plane), ++c.flatN; };
    if (side) bound(*side);
    // Faces of a body that what is left of the cube is over, lying within the others. What one face bounds may lie under another's.
    std::array<const Plane*, 4> over{};
    std::size_t count = 0;
    const auto clears = [&](const Body& body) {
        count = 0;
        for (const auto& face : body.planes) {
            double top = rises(face, c);
            for (std::uint32_t i = c.flatFrom; i < c.flatFrom + c.flatN && top > 0.2 * r; ++i) {
                const double with = dot(face.normal, flats[i].normal);
                if (with > 1 - 1e-9 && flats[i].offset - face.offset >= r - 1e-9) return true;
                if (with < -1 + 1e-9) top = std::min(top, -flats[i].offset - face.offset);
            }
            if (top > 0.2 * r && ++count <= over.size()) over[count - 1] = &face;
        }
        return false;
    };
    for (bool more = true; more && c.state == Kind::flat;) {
        more = false;
        const auto left = std::ranges::remove_if(around.all(), [&](std::uint32_t which) {
            if (clears(bodies[which])) return true;
            if (count == 0) c.state = Kind::closed;
            if (count == 1) bound({over[0]->normal, over[0]->offset + r}), more = true;
            return count <= 1;
        });
        around.n -= left.size();
    }
    if (c.state == Kind::closed || around.n == 0) return true;
    c.ridge = around.which[0];
    if (around.n > 1 || clears(bodies[c.ridge]) || count > over.size()) return false;
    std::vector<Plane> all{flats.begin() + c.flatFrom, flats.end()};
    for (std::size_t i = 0; i < count; ++i) all.push_back({over[i]->normal, over[i]->offset + r});
    return seenFromOnePoint(c, all);
}

void Space::judge(std::uint32_t n) {
    auto c = cells[n];
    const double d = c.half * std::sqrt(3.0);
    const auto start = static_cast<std::uint32_t>(near.size()), flatStart = static_cast<std::uint32_t>(flats.size());
    bool closed = false;
    for (std::uint32_t i = 0; i < c.nearN && !closed; ++i) {
        const auto which = near[c.nearFrom + i];
        const auto& body = bodies[which];
        if (fromBox(body.box, c.middle) > r + d) continue;
        const double away = from(body, c.middle);
        if (away > r + d) continue;
        closed = away + d <= r || (away + c.half <= r && cornersWithin(body, c));
        near.push_back(which);
    }
    c.nearFrom = start, c.nearN = static_cast<std::uint32_t>(near.size()) - start;
    if (closed)
        c.state = Kind::closed, c.nearN = 0, near.resize(start);
    else if (c.nearN == 0)
        c.state = Kind::free;
    else if (!bounded(c)) {
        flats.resize(flatStart);
        c.state = c.half <= base ? Kind::doubtful : Kind::unknown;
    }
    cells[n] = c;
    if (c.state == Kind::unknown) halve(n);
}

}  // namespace oiko::voids
