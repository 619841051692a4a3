// Space is halved into cubes as far as needed. A cube is free where its whole is farther than the ball's radius from every solid, closed
// where its whole is nearer to one; where each solid near shows it one flat face only, what is free of it is convex and the cube need not
// be halved; nor where one plate passes through it and parts it in two. What remains at the smallest size is doubtful: it is passed only
// when nothing better leads out, and then halved further.
#include "core/judge/holes.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <deque>
#include <limits>
#include <map>
#include <optional>
#include <set>

#include "core/geometry/solid.h"

namespace oiko {
namespace {

struct Body {
    std::size_t part;
    Bounds box;
    bool square;  ///< fills its bounds
    std::vector<Plane> planes;
    const Solid* solid;
};

double fromBox(const Bounds& b, Vec3 p) {
    const double dx = std::max({b.low.x - p.x, p.x - b.high.x}), dy = std::max({b.low.y - p.y, p.y - b.high.y}),
                 dz = std::max({b.low.z - p.z, p.z - b.high.z});
    if (dx <= 0 && dy <= 0 && dz <= 0) return std::max({dx, dy, dz});
    return std::sqrt(std::pow(std::max(dx, 0.0), 2) + std::pow(std::max(dy, 0.0), 2) + std::pow(std::max(dz, 0.0), 2));
}

double fromSegment(Vec3 a, Vec3 b, Vec3 p) {
    const auto ab = b - a;
    const double t = std::clamp(dot(p - a, ab) / std::max(1e-12, dot(ab, ab)), 0.0, 1.0);
    return norm(p - (a + ab * t));
}

/// Distance of a point from a body; inside it less than zero, by the depth under its nearest face.
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

enum class State : std::uint8_t { unknown, free, closed, flat, doubtful, halved };
constexpr std::uint32_t kNone = std::numeric_limits<std::uint32_t>::max();

struct Cell {
    Vec3 middle;
    double half = 0;
    State state = State::unknown;
    std::uint8_t place = 0;  ///< among its parent's eight: bits for x, y, z
    std::uint32_t parent = kNone;
    std::uint32_t children = kNone;         ///< the first of eight
    std::uint32_t nearFrom = 0, nearN = 0;  ///< bodies within reach
    std::uint32_t flatFrom = 0, flatN = 0;  ///< planes that bound what is free of a flat cell
    std::uint32_t twin = kNone;             ///< the same cube beyond the plate that parts it
};

class Space {
public:
    Space(const Model& model, double ballMm) : r{ballMm / 2} {
        Bounds all;
        for (std::size_t i = 0; i < model.parts.size(); ++i)
            for (const auto& s : model.parts[i].solids) {
                const auto b = bounds(s);
                const auto size = b.size();
                const double whole = size.x * size.y * size.z;
                bodies.push_back({i, b, s.faces.size() == 6 && std::fabs(volume(s) - whole) < 1e-6 * whole, facePlanes(s), &s});
                all.add(b);
            }
        world = all;
        world.low = world.low - Vec3{100, 100, 0}, world.high = world.high + Vec3{100, 100, 100};
        const auto size = world.size();
        ground = box({world.low.x - 1e4, world.low.y - 1e4, -2000}, {world.high.x + 1e4, world.high.y + 1e4, 0});
        bodies.push_back({kNone, bounds(ground), true, facePlanes(ground), &ground});
        // Small enough that a sheet of mesh closes every cube its middle passes through.
        double half = 0.5 * r;
        while (half * 2 < std::max({size.x, size.y, size.z}) + 400) half *= 2;
        base = 0.5 * r * 1.01, finest = 0.35;
        Cell root;
        // Off the model's own lines, which lie on whole inches and halves of them.
        root.middle = (world.low + world.high) * 0.5 + Vec3{0.3217, 0.2731, 0.1913}, root.half = half;
        root.nearN = static_cast<std::uint32_t>(bodies.size());
        for (std::uint32_t i = 0; i < bodies.size(); ++i) near.push_back(i);
        cells.push_back(root);
        judge(0);
    }

    double clearance(Vec3 p) const {
        double d = 1e300;
        for (const auto& b : bodies)
            if (fromBox(b.box, p) < d) d = std::min(d, from(b, p));
        return d;
    }
    bool outside(Vec3 p) const {
        return p.x < world.low.x || p.y < world.low.y || p.z > world.high.z || p.x > world.high.x || p.y > world.high.y;
    }
    /// The undivided cell that holds a point.
    std::uint32_t at(Vec3 p) {
        std::uint32_t n = 0;
        const auto& root = cells[0];
        if (std::fabs(p.x - root.middle.x) > root.half || std::fabs(p.y - root.middle.y) > root.half ||
            std::fabs(p.z - root.middle.z) > root.half)
            return kNone;
        while (cells[n].state == State::halved) {
            const auto m = cells[n].middle;
            n = cells[n].children + (p.x > m.x ? 1U : 0U) + (p.y > m.y ? 2U : 0U) + (p.z > m.z ? 4U : 0U);
            if (cells[n].state == State::unknown) judge(n);
        }
        return n;
    }
    /// On the free side of what bounds a flat cell.
    bool freeIn(const Cell& c, Vec3 p) const {
        for (std::uint32_t i = 0; i < c.flatN; ++i)
            if (flats[c.flatFrom + i].height(p) < 0) return false;
        return true;
    }
    /// The undivided cell in which a point is free.
    std::uint32_t leafAt(Vec3 p) {
        const auto n = at(p);
        return n == kNone || cells[n].twin == kNone || freeIn(cells[n], p) ? n : cells[n].twin;
    }
    /// What is free of a cell reaches beyond the model: its middle may lie out there though only its inner side is meant.
    bool leadsOut(std::uint32_t n) const {
        const auto& c = cells[n];
        if (c.state == State::doubtful) return outside(c.middle);
        if (!outside(c.middle + Vec3{c.half, c.half, c.half}) && !outside(c.middle - Vec3{c.half, c.half, c.half})) return false;
        for (unsigned k = 0; k < 8; ++k)
            if (const auto p = c.middle + Vec3{k & 1U ? c.half : -c.half, k & 2U ? c.half : -c.half, k & 4U ? c.half : -c.half};
                outside(p) && freeIn(c, p))
                return true;
        return false;
    }
    /// Undivided cells that meet a face of `n`, beyond it.
    template <class Visit>
    void neighbours(std::uint32_t n, const Visit& visit) {
        for (int axis = 0; axis < 3; ++axis)
            for (const int sign : {-1, 1}) {
                const auto m = across(n, axis, sign);
                if (m != kNone) beyond(m, axis, -sign, visit);
            }
    }
    void halve(std::uint32_t n) {
        const auto c = cells[n];
        cells[n].state = State::halved, cells[n].children = static_cast<std::uint32_t>(cells.size());
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
    /// The face that two neighbours share, and whether a point of it is free in both.
    std::optional<Vec3> passage(std::uint32_t a, std::uint32_t b) const {
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
        std::array<Vec3, 24> face{corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)}, next;
        std::size_t n = 4;
        for (const auto* cell : {&p, &q})
            for (std::uint32_t i = 0; cell->state == State::flat && i < cell->flatN; ++i) {
                const auto& plane = flats[cell->flatFrom + i];
                std::size_t m = 0;
                for (std::size_t k = 0; k < n; ++k) {
                    const auto s = face[k], e = face[(k + 1) % n];
                    const double hs = plane.height(s), he = plane.height(e);
                    if (hs > 0 && m < next.size()) next[m++] = s;
                    if ((hs > 0) != (he > 0) && m < next.size()) next[m++] = s + (e - s) * (hs / (hs - he));
                }
                face = next, n = m;
                if (n < 3) return std::nullopt;
            }
        Vec3 middle{};
        for (std::size_t k = 0; k < n; ++k) middle = middle + face[k] * (1.0 / static_cast<double>(n));
        return middle;
    }

    double r, base = 0, finest = 0;
    Bounds world;
    Solid ground;
    std::vector<Body> bodies;
    std::vector<Cell> cells;
    std::vector<std::uint32_t> near;
    std::vector<Plane> flats;

private:
    /// The cell beyond a face, no smaller than `n` where there is such: up to the first parent that holds both, and down mirrored.
    std::uint32_t across(std::uint32_t n, int axis, int sign) {
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
        while (depth > 0 && cells[m].state == State::halved) {
            m = cells[m].children + (places[--depth] ^ bit);
            if (cells[m].state == State::unknown) judge(m);
        }
        return m;
    }

    template <class Visit>
    void beyond(std::uint32_t m, int axis, int sign, const Visit& visit) {
        if (cells[m].state != State::halved) {
            visit(m);
            if (cells[m].twin != kNone) visit(cells[m].twin);
            return;
        }
        const unsigned bit = 1U << axis, first = cells[m].children;
        for (unsigned k = 0; k < 8; ++k)
            if (((k & bit) != 0) == (sign > 0)) {
                if (cells[first + k].state == State::unknown) judge(first + k);
                beyond(first + k, axis, sign, visit);
            }
    }

    /// The distance from what is convex is convex: over a cube it is greatest in a corner.
    bool cornersWithin(const Body& body, const Cell& c) const {
        for (unsigned k = 0; k < 8; ++k)
            if (from(body, c.middle + Vec3{k & 1U ? c.half : -c.half, k & 2U ? c.half : -c.half, k & 4U ? c.half : -c.half}) > r)
                return false;
        return true;
    }

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

    void judge(std::uint32_t n) {
        auto c = cells[n];
        const double d = c.half * std::sqrt(3.0);
        const auto start = static_cast<std::uint32_t>(near.size()), flatStart = static_cast<std::uint32_t>(flats.size());
        bool flat = true, closed = false;
        Plates plates;
        for (std::uint32_t i = 0; i < c.nearN && !closed; ++i) {
            const auto which = near[c.nearFrom + i];
            const auto& body = bodies[which];
            if (fromBox(body.box, c.middle) > r + d) continue;
            const double away = from(body, c.middle);
            if (away > r + d) continue;
            if (away + d <= r || (away + c.half <= r && cornersWithin(body, c))) closed = true;
            near.push_back(which);
            if (!flat || closed) continue;
            // Faces that the cell is over, lying within the others: one, or both of a plate.
            const Plane* over[3] = {};
            std::size_t count = 0;
            for (const auto& plane : body.planes) {
                const double top =
                    plane.height(c.middle) + c.half * (std::fabs(plane.normal.x) + std::fabs(plane.normal.y) + std::fabs(plane.normal.z));
                if (top > 0.2 * r && count < 3) over[count++] = &plane;
            }
            if (count == 0)
                closed = true;
            else if (count == 1)
                flats.push_back({over[0]->normal, over[0]->offset + r});
            else if (count > 2 || dot(over[0]->normal, over[1]->normal) > -1 + 1e-9 || !plates.add(*over[0], *over[1]))
                flat = false;
        }
        flat = flat && plates.whole(2 * r);
        c.nearFrom = start, c.nearN = static_cast<std::uint32_t>(near.size()) - start;
        if (closed)
            c.state = State::closed, c.nearN = 0, near.resize(start);
        else if (c.nearN == 0)
            c.state = State::free;
        else if (flat)
            c.state = State::flat;
        else if (c.half <= base)
            c.state = State::doubtful;
        if (c.state != State::flat) {
            flats.resize(flatStart);
        } else if (plates.layers.empty()) {
            c.flatFrom = flatStart, c.flatN = static_cast<std::uint32_t>(flats.size()) - flatStart;
        } else {
            // The near side and its twin beyond the plates, each with the planes that bound both.
            const std::vector<Plane> both{flats.begin() + flatStart, flats.end()};
            double top = -1e300;
            for (const auto& layer : plates.layers) top = std::max(top, layer.second);
            auto twin = c;
            flats.push_back({plates.normal, top + r});
            c.flatFrom = flatStart, twin.flatFrom = static_cast<std::uint32_t>(flats.size());
            c.flatN = twin.flatN = static_cast<std::uint32_t>(both.size()) + 1;
            flats.insert(flats.end(), both.begin(), both.end());
            flats.push_back({plates.normal * -1, -plates.layers.front().first + r});
            c.twin = static_cast<std::uint32_t>(cells.size());
            cells.push_back(twin);
        }
        cells[n] = c;
        if (c.state == State::unknown) halve(n);
    }
};

struct Way {
    std::vector<std::uint32_t> cells;
    std::vector<Vec3> through;  ///< between each and the next
    int doubts = 0;
};

struct Search {
    Space space;
    const std::function<bool()>& stop;
    std::vector<std::pair<Vec3, double>> plugs;
    std::vector<Vec3> goals;  ///< reaching one of them counts as out
    bool broken = false;
    struct Reached {
        std::uint32_t from = kNone;
        int doubts = -1;
        Vec3 through{};
    };
    std::vector<Reached> seen;  ///< by cell, on the last way looked for

    Search(const Model& model, double ballMm, const std::function<bool()>& stopping) : space{model, ballMm}, stop{stopping} {}

    bool plugged(Vec3 p) const {
        return std::ranges::any_of(plugs, [&](const auto& plug) { return norm(p - plug.first) < plug.second; });
    }

    /// The way out with the fewest doubtful cells; empty when there is none.
    Way out(Vec3 inside) {
        seen.clear();
        const auto reach = [&](std::uint32_t n) -> Reached& {
            if (seen.size() < space.cells.size()) seen.resize(space.cells.size() + space.cells.size() / 2);
            return seen[n];
        };
        std::vector<std::uint32_t> goalCells;
        for (const auto& g : goals) goalCells.push_back(space.leafAt(g));
        std::deque<std::uint32_t> queue{space.leafAt(inside)};
        reach(queue.front()).doubts = 0;
        std::vector<std::uint32_t> doubtful;
        std::int64_t steps = 0;
        int level = 0;
        while (!queue.empty() || !doubtful.empty()) {
            if (queue.empty()) {
                queue.assign(doubtful.begin(), doubtful.end());
                doubtful.clear(), ++level;
            }
            const auto n = queue.front();
            queue.pop_front();
            if (reach(n).doubts != level) continue;
            if (++steps % 4096 == 0 && stop && stop()) return broken = true, Way{};
            if (space.leadsOut(n) || std::ranges::find(goalCells, n) != goalCells.end()) {
                Way way;
                way.doubts = level;
                for (auto at = n; at != kNone; at = reach(at).from) way.cells.push_back(at), way.through.push_back(reach(at).through);
                way.through.pop_back();
                return way;
            }
            space.neighbours(n, [&](std::uint32_t m) {
                const auto state = space.cells[m].state;
                if (state == State::closed) return;
                const int doubts = level + (state == State::doubtful ? 1 : 0);
                auto& there = reach(m);
                if (there.doubts >= 0 && there.doubts <= doubts) return;
                const auto through = space.passage(n, m);
                if (!through || (!plugs.empty() && plugged(*through))) return;
                there = {n, doubts, *through};
                if (state == State::doubtful)
                    doubtful.push_back(m);
                else
                    queue.push_back(m);
            });
        }
        return {};
    }

    /// The last way that was looked for came by this place.
    bool cameBy(Vec3 p) {
        const auto n = space.leafAt(p);
        return n < seen.size() && seen[n].doubts >= 0;
    }

    /// A way without doubts, or none.
    Way sureWay(Vec3 inside) {
        for (int round = 0; round < 60 && !broken; ++round) {
            auto way = out(inside);
            if (way.cells.empty() || way.doubts == 0) return way;
            // A slot is doubtful along its whole length: with the way's cells go all that lie between the same bodies. The smallest are
            // closed.
            std::set<std::vector<std::uint32_t>> between;
            const auto bodiesOf = [&](const Cell& c) {
                const auto from = space.near.begin() + c.nearFrom;
                return std::vector<std::uint32_t>(from, from + c.nearN);
            };
            for (const auto n : way.cells)
                if (space.cells[n].state == State::doubtful) between.insert(bodiesOf(space.cells[n]));
            for (std::uint32_t n = 0, all = static_cast<std::uint32_t>(space.cells.size()); n < all; ++n) {
                if (space.cells[n].state != State::doubtful || !between.contains(bodiesOf(space.cells[n]))) continue;
                if (space.cells[n].half <= space.finest)
                    space.cells[n].state = State::closed;
                else
                    space.halve(n);
            }
        }
        return {};
    }
};

/// Ids of the parts nearest to a place, nearest first.
std::vector<std::string> partsNear(const Space& space, const Model& model, Vec3 p, double within) {
    std::vector<std::pair<double, std::string>> near;
    for (const auto& b : space.bodies)
        if (b.part != kNone && fromBox(b.box, p) < within) near.emplace_back(from(b, p), model.parts[b.part].id);
    std::ranges::sort(near);
    std::vector<std::string> ids;
    for (const auto& [d, id] : near)
        if (ids.size() < 4 && std::ranges::find(ids, id) == ids.end()) ids.push_back(id);
    return ids;
}

/// From a point of a way, across the way, to where the ball has most room; given up once it has more than `enough`.
std::pair<Vec3, double> widest(const Space& space, Vec3 p, Vec3 along, double enough) {
    along = norm(along) > 0 ? unit(along) : Vec3{0, 0, 1};
    const Vec3 u = unit(cross(along, std::fabs(along.z) < 0.9 ? Vec3{0, 0, 1} : Vec3{1, 0, 0})), v = cross(along, u);
    double best = space.clearance(p);
    for (double step = 8; step > 0.4 && best <= enough; step /= 2)
        for (bool better = true; better && best <= enough;) {
            better = false;
            for (const auto& by : {u, u * -1, v, v * -1}) {
                const auto q = p + by * step;
                if (const double d = space.clearance(q); d > best + 1e-6) p = q, best = d, better = true;
            }
        }
    return {p, best};
}

HoleSearch search(Search& s, const Model& model, Vec3 inside, std::size_t most) {
    HoleSearch result;
    while (result.holes.size() < most && !s.broken) {
        const auto way = s.sureWay(inside);
        if (way.cells.empty()) break;
        WayOut hole;
        double least = 1e300;
        for (std::size_t i = 0; i < way.through.size(); ++i) {
            const auto along = way.through[std::min(i + 1, way.through.size() - 1)] - way.through[i > 0 ? i - 1 : 0];
            const auto [p, d] = widest(s.space, way.through[i], along, std::min(least, 100.0));
            if (d < least) least = d, hole.at = p;
        }
        hole.wideMm = 2 * least, hole.parts = partsNear(s.space, model, hole.at, std::max(4 * s.space.r, least * 1.5));
        hole.way = way.through;
        result.holes.push_back(hole);
        s.plugs.emplace_back(hole.at, 150);
    }
    result.whole = !s.broken && result.holes.size() < most;
    result.cells = static_cast<std::int64_t>(s.space.cells.size());
    return result;
}

}  // namespace

HoleSearch findHoles(const Model& model, Vec3 inside, double ballMm, std::size_t most, const std::function<bool()>& stop) {
    Search s{model, ballMm, stop};
    return search(s, model, inside, most);
}

double ballThatMeshStops(Settled& s) { return (s.choice("mesh.kind").ends_with("1/4") ? 6.35 : 12.7) + kBallOverMeshMm; }

std::vector<Zone> zonesOf(const Model& model) {
    // Places spread over the floor, a hand above it: whatever stands there, one of them is free.
    const auto spread = [](const Bounds& b, double z) {
        std::vector<Vec3> out;
        for (const double u : {0.5, 0.37, 0.63, 0.22, 0.79})
            for (const double v : {0.5, 0.41, 0.66, 0.29, 0.74})
                for (const double up : {200.0, 330.0})
                    out.push_back({b.low.x + (b.high.x - b.low.x) * u, b.low.y + (b.high.y - b.low.y) * v, z + up});
        return out;
    };
    std::vector<Zone> zones;
    std::map<std::string, Bounds> runs;
    Bounds floor;
    for (const auto& p : model.parts) {
        if (p.system == System::floor || p.role == "slab" || p.role == "curb") floor.add(p.box());
        if (p.role == "run-post") runs[p.id.substr(0, p.id.find('/'))].add(p.box());
    }
    // A room parted off is shut as the coop is: what a partition leaves on either side of it is looked at by itself.
    std::map<std::string, Bounds> partitions, rooms;
    for (const auto& p : model.parts)
        if (p.id.starts_with("partitions.") && p.system == System::inside) partitions[p.id.substr(0, p.id.find('/'))].add(p.box());
    auto birds = floor;
    for (const auto& [row, b] : partitions) {
        auto& room = rooms[row] = floor;
        const bool acrossX = b.size().x < b.size().y;
        const auto on = [&](Vec3& v) -> double& { return acrossX ? v.x : v.y; };
        auto low = b.low, high = b.high, middle = (floor.low + floor.high) * 0.5;
        if (on(low) + on(high) < 2 * on(middle))
            on(room.high) = on(low), on(birds.low) = on(high);
        else
            on(room.low) = on(high), on(birds.high) = on(low);
    }
    if (floor.high.x > floor.low.x) zones.push_back({"coop", spread(birds, floor.high.z)});
    for (const auto& [row, b] : rooms) zones.push_back({row, spread(b, floor.high.z)});
    for (const auto& [row, b] : runs) zones.push_back({row, spread(b, 0)});
    return zones;
}

namespace {
HoleSearch inAllZones(const Model& model, double ballMm, const std::function<bool()>& stop, std::size_t most) {
    Search s{model, ballMm, stop};
    std::vector<std::optional<Vec3>> starts;
    const auto zones = zonesOf(model);
    for (const auto& zone : zones) {
        const auto free = std::ranges::find_if(zone.from, [&](Vec3 p) { return s.space.clearance(p) > ballMm; });
        starts.push_back(free == zone.from.end() ? std::nullopt : std::optional{*free});
    }
    HoleSearch all;
    std::vector<bool> shut(zones.size());
    for (std::size_t i = 0; i < zones.size(); ++i) {
        if (shut[i]) continue;
        // Without a place to start from nothing is known of that zone.
        if (!starts[i]) {
            all.whole = false;
            continue;
        }
        s.goals.clear();
        const auto isRun = [&](std::size_t k) { return zones[k].name.starts_with("runs."); };
        for (std::size_t k = 0; k < zones.size() && !isRun(i); ++k)
            if (starts[k] && isRun(k)) s.goals.push_back(*starts[k]);
        auto found = search(s, model, *starts[i], most);
        all.holes.insert(all.holes.end(), found.holes.begin(), found.holes.end());
        all.whole = all.whole && found.whole, all.cells = found.cells;
        // What is one with it, a room beside the birds' or a run behind a passage, was searched with it.
        for (std::size_t k = i + 1; k < zones.size() && found.whole && found.holes.empty(); ++k)
            shut[k] = starts[k] && isRun(k) == isRun(i) && s.cameBy(*starts[k]);
    }
    return all;
}

}  // namespace

HoleSearch allHoles(const Model& model, double ballMm, const std::function<bool()>& stop, std::size_t most) {
    auto away = model;
    std::vector<Body> leaves;
    for (std::size_t i = 0; i < model.parts.size(); ++i) {
        const auto& p = model.parts[i];
        if (!p.opening.starts_with("windows.") || !p.role.starts_with("leaf")) continue;
        for (const auto& s : p.solids) leaves.push_back({i, bounds(s), false, facePlanes(s), &s});
        away.parts[i].solids.clear();
    }
    auto summer = inAllZones(away, ballMm, stop, most);
    const auto throughLeaf = [&](const WayOut& hole) {
        for (std::size_t i = 1; i < hole.way.size(); ++i) {
            const auto step = hole.way[i] - hole.way[i - 1];
            const int n = 1 + static_cast<int>(norm(step) / 5);
            for (int k = 0; k <= n; ++k)
                if (const auto p = hole.way[i - 1] + step * (static_cast<double>(k) / n); std::ranges::any_of(
                        leaves, [&](const Body& leaf) { return fromBox(leaf.box, p) < ballMm / 2 && from(leaf, p) < ballMm / 2; }))
                    return true;
        }
        return false;
    };
    if (std::ranges::none_of(summer.holes, throughLeaf)) return summer;
    auto all = inAllZones(model, ballMm, stop, most);
    for (auto& hole : summer.holes) {
        // The same place may be open both ways.
        if (std::ranges::any_of(all.holes, [&](const WayOut& h) { return norm(h.at - hole.at) < 150; })) continue;
        hole.shuttersOff = true;
        all.holes.push_back(std::move(hole));
    }
    all.whole = all.whole && summer.whole;
    return all;
}

}  // namespace oiko
