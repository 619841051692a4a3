#include "core/geometry/solid.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>

#include "core/base/quantity.h"
#include "core/base/tolerance.h"

namespace oiko {
namespace {

Vec3 newellNormal(const Solid& s, std::size_t face) {
    Vec3 n;
    const auto& f = s.faces[face];
    for (std::size_t i = 0; i < f.size(); ++i) {
        const auto a = s.vertices[f[i]], b = s.vertices[f[(i + 1) % f.size()]];
        n = n + cross(a, b);
    }
    return n;
}

/// The least and the most of dot(axis, vertex).
std::pair<double, double> extent(const Solid& s, Vec3 axis) {
    double low = std::numeric_limits<double>::max(), high = -low;
    for (const auto& v : s.vertices) {
        const double d = dot(axis, v);
        low = std::min(low, d), high = std::max(high, d);
    }
    return {low, high};
}

/// Depth along an axis that separates best so far; true when the two are apart by more than a touch.
bool tryAxis(const Solid& a, const Solid& b, Vec3 axis, double& best) {
    const auto [aLow, aHigh] = extent(a, axis);
    const auto [bLow, bHigh] = extent(b, axis);
    best = std::min(best, std::min(aHigh - bLow, bHigh - aLow));
    return best < -kTouchMm;
}

/// A convex polygon cut by half planes in its own plane: Sutherland and Hodgman, "Reentrant polygon clipping", CACM 17(1), 1974.
std::vector<Vec3> clipped(std::vector<Vec3> polygon, const Plane& inside) {
    std::vector<Vec3> out;
    for (std::size_t i = 0; i < polygon.size(); ++i) {
        const auto a = polygon[i], b = polygon[(i + 1) % polygon.size()];
        const double ha = inside.height(a), hb = inside.height(b);
        if (ha <= 0) out.push_back(a);
        if ((ha < 0 && hb > 0) || (ha > 0 && hb < 0)) out.push_back(a + (b - a) * (ha / (ha - hb)));
    }
    return out;
}

}  // namespace

Solid box(Vec3 a, Vec3 b) {
    const Vec3 p{std::min(a.x, b.x), std::min(a.y, b.y), std::min(a.z, b.z)}, q{std::max(a.x, b.x), std::max(a.y, b.y), std::max(a.z, b.z)};
    if (q.x - p.x < kSameMm || q.y - p.y < kSameMm || q.z - p.z < kSameMm) return {};
    const Vec3 outline[] = {{p.x, p.y, p.z}, {q.x, p.y, p.z}, {q.x, q.y, p.z}, {p.x, q.y, p.z}};
    return prism(outline, {0, 0, q.z - p.z});
}

Solid rod(Vec3 foot, Vec3 along, Vec3 flat, double wide) {
    const auto other = unit(cross(along, flat));
    const double r = wide / 2 / std::cos(kPi / 16);
    std::vector<Vec3> round;
    for (int k = 0; k < 16; ++k) {
        const double a = (k + 0.5) * kPi / 8;
        round.push_back(foot + flat * (r * std::cos(a)) + other * (r * std::sin(a)));
    }
    return prism(round, along);
}

Solid prism(std::span<const Vec3> outline, Vec3 along) {
    Solid s;
    const auto n = static_cast<std::uint16_t>(outline.size());
    Vec3 normal;
    for (std::size_t i = 0; i < n; ++i) normal = normal + cross(outline[i], outline[(i + 1) % n]);
    s.vertices.assign(outline.begin(), outline.end());
    if (dot(normal, along) < 0) std::ranges::reverse(s.vertices);
    for (std::size_t i = 0; i < n; ++i) s.vertices.push_back(s.vertices[i] + along);
    std::vector<std::uint16_t> bottom, top;
    for (std::uint16_t i = 0; i < n; ++i) {
        bottom.push_back(static_cast<std::uint16_t>(n - 1 - i)), top.push_back(static_cast<std::uint16_t>(n + i));
        const auto next = static_cast<std::uint16_t>((i + 1) % n);
        s.faces.push_back({i, next, static_cast<std::uint16_t>(n + next), static_cast<std::uint16_t>(n + i)});
    }
    s.faces.push_back(bottom), s.faces.push_back(top);
    return s;
}

Solid cut(const Solid& solid, const Plane& plane) {
    std::vector<double> h(solid.vertices.size());
    bool any = false, all = true;
    for (std::size_t i = 0; i < h.size(); ++i) {
        h[i] = plane.height(solid.vertices[i]);
        if (std::fabs(h[i]) < kSameMm) h[i] = 0;
        any |= h[i] < 0, all &= h[i] <= 0;
    }
    if (all) return solid;
    if (!any) return {};
    Solid out;
    std::vector<int> kept(h.size(), -1);
    std::map<std::pair<int, int>, std::uint16_t> crossing;
    const auto put = [&](Vec3 p) { return out.vertices.push_back(p), static_cast<std::uint16_t>(out.vertices.size() - 1); };
    std::map<std::uint16_t, std::uint16_t> capNext;  // the new face's edges, from the seams the old faces leave
    for (const auto& face : solid.faces) {
        std::vector<std::uint16_t> f;
        for (std::size_t i = 0; i < face.size(); ++i) {
            const int a = face[i], b = face[(i + 1) % face.size()];
            const auto ha = h[static_cast<std::size_t>(a)], hb = h[static_cast<std::size_t>(b)];
            if (ha <= 0) {
                auto& k = kept[static_cast<std::size_t>(a)];
                if (k < 0) k = put(solid.vertices[static_cast<std::size_t>(a)]);
                f.push_back(static_cast<std::uint16_t>(k));
            }
            if ((ha < 0 && hb > 0) || (ha > 0 && hb < 0)) {
                const auto key = std::minmax(a, b);
                auto at = crossing.find(key);
                if (at == crossing.end()) {
                    const auto p = solid.vertices[static_cast<std::size_t>(key.first)],
                               q = solid.vertices[static_cast<std::size_t>(key.second)];
                    const auto hp = h[static_cast<std::size_t>(key.first)], hq = h[static_cast<std::size_t>(key.second)];
                    at = crossing.emplace(key, put(p + (q - p) * (hp / (hp - hq)))).first;
                }
                f.push_back(at->second);
            }
        }
        if (f.size() < 3) continue;
        const auto inPlane = [&](std::uint16_t v) { return std::fabs(plane.height(out.vertices[v])) < kSameMm; };
        // A face that lies in the plane gives way to the cap; one that touches it in an edge only leaves no seam but that edge.
        if (std::ranges::all_of(f, inPlane)) continue;
        for (std::size_t i = 0; i < f.size(); ++i) {
            const auto a = f[i], b = f[(i + 1) % f.size()];
            if (inPlane(a) && inPlane(b)) capNext[b] = a;
        }
        out.faces.push_back(std::move(f));
    }
    if (capNext.size() >= 3) {
        std::vector<std::uint16_t> cap;
        auto at = capNext.begin()->first;
        do cap.push_back(at), at = capNext.contains(at) ? capNext[at] : capNext.begin()->first;
        while (at != capNext.begin()->first && cap.size() <= capNext.size());
        if (cap.size() >= 3) out.faces.push_back(std::move(cap));
    }
    return out.faces.size() < 4 ? Solid{} : out;
}

Bounds bounds(const Solid& solid) {
    Bounds b;
    for (const auto& v : solid.vertices) b.add(v);
    return b;
}

double volume(const Solid& s) {
    double six = 0;
    for (const auto& f : s.faces)
        for (std::size_t i = 2; i < f.size(); ++i) six += dot(s.vertices[f[0]], cross(s.vertices[f[i - 1]], s.vertices[f[i]]));
    return six / 6;
}

double area(const Solid& s, std::size_t face) { return norm(newellNormal(s, face)) / 2; }

Vec3 centroid(const Solid& s) {
    Vec3 sum;
    double six = 0;
    const auto o = s.vertices.front();
    for (const auto& f : s.faces)
        for (std::size_t i = 2; i < f.size(); ++i) {
            const auto a = s.vertices[f[0]] - o, b = s.vertices[f[i - 1]] - o, c = s.vertices[f[i]] - o;
            const double v = dot(a, cross(b, c));
            six += v, sum = sum + (a + b + c) * (v / 4);
        }
    return o + sum * (1 / six);
}

Plane facePlane(const Solid& s, std::size_t face) { return Plane::through(s.vertices[s.faces[face][0]], newellNormal(s, face)); }

double depthShared(const Solid& a, const Solid& b) {
    double best = std::numeric_limits<double>::max();
    // Separating axes: face normals of both, then cross products of edges (Gottschalk, Lin and Manocha, SIGGRAPH 1996).
    const Solid* both[] = {&a, &b};
    for (const auto* s : both)
        for (std::size_t i = 0; i < s->faces.size(); ++i)
            if (tryAxis(a, b, facePlane(*s, i).normal, best)) return best;
    if (best <= kTouchMm) return best;
    std::vector<Vec3> edges[2];
    for (int k = 0; k < 2; ++k)
        for (const auto& f : both[k]->faces)
            for (std::size_t i = 0; i < f.size(); ++i) {
                const auto e = unit(both[k]->vertices[f[(i + 1) % f.size()]] - both[k]->vertices[f[i]]);
                if (std::ranges::none_of(edges[k], [&](Vec3 o) { return norm(cross(o, e)) < kSameDirection; })) edges[k].push_back(e);
            }
    for (const auto& ea : edges[0])
        for (const auto& eb : edges[1]) {
            const auto axis = cross(ea, eb);
            if (norm(axis) > 1e-3 && tryAxis(a, b, unit(axis), best)) return best;
        }
    return best;
}

std::vector<Plane> facePlanes(const Solid& s) {
    std::vector<Plane> out;
    for (std::size_t i = 0; i < s.faces.size(); ++i) out.push_back(facePlane(s, i));
    return out;
}

Faces facesOf(const Solid& s) {
    Faces out{facePlanes(s), std::vector<Bounds>(s.faces.size()), bounds(s)};
    for (std::size_t i = 0; i < s.faces.size(); ++i)
        for (const auto v : s.faces[i]) out.boxes[i].add(s.vertices[v]);
    return out;
}

Patch touching(const Solid& a, const Solid& b) { return touching(a, facesOf(a), b, facesOf(b)); }

Patch touching(const Solid& a, const Faces& ofA, const Solid& b, const Faces& ofB) {
    Patch best;
    for (std::size_t i = 0; i < a.faces.size(); ++i) {
        const auto& pa = ofA.planes[i];
        if (!ofA.boxes[i].meets(ofB.around, 2 * kTouchMm)) continue;
        // b reaches behind this face: it is not the one that parts them.
        if (std::ranges::any_of(b.vertices, [&](Vec3 v) { return pa.height(v) < -kTouchMm; })) continue;
        for (std::size_t j = 0; j < b.faces.size(); ++j) {
            const auto& pb = ofB.planes[j];
            if (!ofA.boxes[i].meets(ofB.boxes[j], 2 * kTouchMm)) continue;
            // The distance is taken at b's face itself: offsets from a far origin would magnify the last digit of a normal.
            if (dot(pa.normal, pb.normal) > -1 + 1e-6 || std::fabs(pa.height(b.vertices[b.faces[j][0]])) > kTouchMm) continue;
            std::vector<Vec3> polygon;
            for (const auto v : a.faces[i]) polygon.push_back(a.vertices[v]);
            const auto& f = b.faces[j];
            for (std::size_t k = 0; k < f.size() && polygon.size() >= 3; ++k) {
                const auto p = b.vertices[f[k]], q = b.vertices[f[(k + 1) % f.size()]];
                polygon = clipped(std::move(polygon), Plane::through(p, cross(q - p, pb.normal)));
            }
            if (polygon.size() < 3) continue;
            Vec3 twice, middle;
            for (std::size_t k = 0; k < polygon.size(); ++k) {
                twice = twice + cross(polygon[k], polygon[(k + 1) % polygon.size()]);
                middle = middle + polygon[k] * (1.0 / static_cast<double>(polygon.size()));
            }
            if (norm(twice) / 2 > best.area) best = {norm(twice) / 2, pa.normal, middle};
        }
    }
    return best;
}

std::vector<Vec3> section(const Solid& solid, const Plane& plane) {
    const auto half = cut(solid, plane);
    if (half.empty() || half.vertices.size() == 0) return {};
    for (std::size_t i = 0; i < half.faces.size(); ++i) {
        const auto p = facePlane(half, i);
        if (dot(p.normal, plane.normal) > 1 - 1e-9 && std::fabs(p.offset - plane.offset) < kSameMm) {
            std::vector<Vec3> out;
            for (const auto v : half.faces[i]) out.push_back(half.vertices[v]);
            return out;
        }
    }
    return {};
}

}  // namespace oiko
