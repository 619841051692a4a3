#include "core/drawing/project.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

#include "core/base/tolerance.h"

namespace oiko {
namespace {

struct Facet {
    std::size_t part;
    std::vector<Vec2> outline;
    double depth, offset;
    Vec3 normal;
    bool cut;
};

/// A point inside what two outlines share, both convex and turning left; nothing where they share no more than an edge.
std::optional<Vec2> shared(const std::vector<Vec2>& a, const std::vector<Vec2>& b) {
    thread_local std::vector<Vec2> left, next;
    left = a;
    for (std::size_t i = 0; i < b.size() && left.size() > 2; ++i) {
        const auto from = b[i], along = b[(i + 1) % b.size()] - from;
        next.clear();
        for (std::size_t k = 0; k < left.size(); ++k) {
            const auto p = left[k], q = left[(k + 1) % left.size()];
            const double hp = cross(along, p - from), hq = cross(along, q - from);
            if (hp >= 0) next.push_back(p);
            if ((hp > 0 && hq < 0) || (hp < 0 && hq > 0)) next.push_back(p + (q - p) * (hp / (hp - hq)));
        }
        std::swap(left, next);
    }
    double twice = 0;
    Vec2 middle{};
    for (std::size_t k = 1; k + 1 < left.size(); ++k) {
        const double t = cross(left[k] - left[0], left[k + 1] - left[0]);
        twice += t, middle = middle + (left[0] + left[k] + left[k + 1]) * (t / 3);
    }
    if (left.size() < 3 || twice < 0.5) return std::nullopt;
    return middle * (1 / twice);
}

/// Farther facets first: of two that lie over one another on the paper, by their depth where they do. Solids do not overlap, so that this
/// goes round in a circle hardly ever; then the farthest middle comes first.
std::vector<std::size_t> farthestFirst(const std::vector<Facet>& facets, const Look& look) {
    const auto eye = look.toEye();
    const auto depthAt = [&](const Facet& f, Vec2 p) {
        return (f.offset - dot(f.normal, look.origin + look.right * p.x + look.up * p.y)) / dot(f.normal, eye);
    };
    const auto n = facets.size();
    std::vector<std::pair<Vec2, Vec2>> boxes;
    for (const auto& f : facets) {
        Vec2 low{1e300, 1e300}, high{-1e300, -1e300};
        for (const auto& p : f.outline)
            low = {std::min(low.x, p.x), std::min(low.y, p.y)}, high = {std::max(high.x, p.x), std::max(high.y, p.y)};
        boxes.emplace_back(low, high);
    }
    std::vector<std::size_t> byX(n);
    std::iota(byX.begin(), byX.end(), 0U);
    std::ranges::sort(byX, {}, [&](std::size_t i) { return boxes[i].first.x; });
    std::vector<std::vector<std::size_t>> before(n);  // what each is drawn before
    std::vector<int> waits(n);
    for (std::size_t i = 0; i < n; ++i)
        for (std::size_t k = i + 1; k < n; ++k) {
            const auto a = byX[i], b = byX[k];
            if (boxes[b].first.x > boxes[a].second.x - kTouchMm) break;
            if (boxes[b].first.y > boxes[a].second.y - kTouchMm || boxes[a].first.y > boxes[b].second.y - kTouchMm) continue;
            double apart = 0;
            if (facets[a].cut != facets[b].cut)
                apart = facets[a].cut ? 1 : -1;
            else if (const auto at = shared(facets[a].outline, facets[b].outline))
                apart = depthAt(facets[a], *at) - depthAt(facets[b], *at);
            if (std::fabs(apart) < 0.02) continue;
            const auto [far, nearer] = apart < 0 ? std::pair{a, b} : std::pair{b, a};
            before[far].push_back(nearer), ++waits[nearer];
        }
    const auto farther = [&](std::size_t a, std::size_t b) { return std::pair{facets[a].depth, a} < std::pair{facets[b].depth, b}; };
    std::set<std::size_t, decltype(farther)> ready{farther}, waiting{farther};
    for (std::size_t i = 0; i < n; ++i) (waits[i] == 0 ? ready : waiting).insert(i);
    std::vector<std::size_t> order;
    while (order.size() < n) {
        auto& from = ready.empty() ? waiting : ready;
        const auto i = *from.begin();
        from.erase(from.begin());
        waits[i] = -1;
        order.push_back(i);
        for (const auto k : before[i])
            if (waits[k] > 0 && --waits[k] == 0) waiting.erase(k), ready.insert(k);
    }
    return order;
}

/// The pieces of a..b that no edge of `others`, running the other way along the same line, covers.
std::vector<std::pair<Vec2, Vec2>> uncovered(Vec2 a, Vec2 b, const std::vector<std::pair<Vec2, Vec2>>& others) {
    const Vec2 d = b - a;
    const double l = std::hypot(d.x, d.y);
    if (l < kSameMm) return {};
    std::vector<std::pair<double, double>> left{{0, l}};
    for (const auto& [p, q] : others) {
        if (std::fabs(cross(d, p - a)) / l > kTouchMm || std::fabs(cross(d, q - a)) / l > kTouchMm) continue;
        const double t0 = (d.x * (q.x - a.x) + d.y * (q.y - a.y)) / l, t1 = (d.x * (p.x - a.x) + d.y * (p.y - a.y)) / l;
        if (t1 <= t0) continue;
        std::vector<std::pair<double, double>> next;
        for (const auto& [s, e] : left) {
            if (t0 > s + kTouchMm) next.emplace_back(s, std::min(e, t0));
            if (t1 < e - kTouchMm) next.emplace_back(std::max(s, t1), e);
            if (t0 >= e || t1 <= s) {
                if (next.empty() || next.back() != std::pair{s, e}) next.emplace_back(s, e);
            }
        }
        std::erase_if(next, [](const auto& x) { return x.second - x.first < kTouchMm; });
        std::ranges::sort(next);
        next.erase(std::unique(next.begin(), next.end()), next.end());
        left = std::move(next);
    }
    std::vector<std::pair<Vec2, Vec2>> out;
    for (const auto& [s, e] : left) out.emplace_back(a + d * (s / l), a + d * (e / l));
    return out;
}

}  // namespace

Fill fillOf(const Part& p) {
    if (p.existing && p.form != Form::mesh) return Fill::existing;
    switch (p.form) {
        case Form::lumber: return p.treated() ? Fill::treated : Fill::wood;
        case Form::sheet: return p.stock.starts_with("clear") ? Fill::glass : p.stock.starts_with("wipe") ? Fill::metal : Fill::sheet;
        case Form::panel: return p.stock == "clear" ? Fill::glass : Fill::metal;
        case Form::trim: return Fill::metal;
        case Form::roll: return Fill::felt;
        case Form::shingle: return p.stock == "wood-shingles" ? Fill::wood : Fill::felt;
        case Form::mesh: return Fill::mesh;
        case Form::block:
            if (p.role == "window-light") return Fill::glass;
            if (p.role == "stump") return Fill::wood;
            return (p.system == System::inside && p.role != "dust" && p.role != "litter") || p.system == System::openings ? Fill::metal
                                                                                                                          : Fill::ground;
    }
    return Fill::none;
}

void project(Drawing& drawing, const Model& model, std::span<const std::size_t> parts, const Look& look) {
    const auto eye = look.toEye();
    std::vector<Facet> seen;
    for (const auto i : parts) {
        const auto& p = model.parts[i];
        for (std::size_t k = 0; k < p.solids.size(); ++k) {
            const auto& whole = p.solids[k];
            const bool through = look.cut && std::ranges::any_of(whole.vertices, [&](Vec3 v) { return look.cut->height(v) > kSameMm; });
            const auto solid = through ? cut(whole, *look.cut) : whole;
            for (std::size_t f = 0; f < solid.faces.size(); ++f) {
                const auto plane = facePlane(solid, f);
                if (dot(plane.normal, eye) < 1e-4) continue;
                if (!through && std::ranges::find(p.inner[k], f) != p.inner[k].end()) continue;
                Facet s{i,
                        {},
                        0,
                        plane.offset,
                        plane.normal,
                        through && std::fabs(plane.offset - look.cut->offset) < kSameMm && dot(plane.normal, look.cut->normal) > 1 - 1e-9};
                for (const auto v : solid.faces[f])
                    s.outline.push_back(look.on(solid.vertices[v])),
                        s.depth += dot(solid.vertices[v], eye) / static_cast<double>(solid.faces[f].size());
                seen.push_back(std::move(s));
            }
        }
    }
    for (const auto i : farthestFirst(seen, look)) {
        const auto& s = seen[i];
        const auto& part = model.parts[s.part];
        const auto pen = s.cut ? Pen::cut : Pen::edge;
        const auto fill = s.cut && part.form != Form::mesh && !part.existing ? Fill::cutFace : fillOf(part);
        // The facets of what is round are no edges.
        const bool round = part.stock.starts_with("pole") || part.stock == "bucket";
        if (part.solids.size() == 1 && !round) {
            drawing.add({pen, fill, s.outline, true, part.id});
            continue;
        }
        // A notched part: fill without a line, then only the edges that no coplanar neighbour of the same part shares.
        drawing.add({Pen::none, fill, s.outline, true, part.id});
        std::vector<std::pair<Vec2, Vec2>> others;
        for (const auto& o : seen)
            if (&o != &s && o.part == s.part && dot(o.normal, s.normal) > (round ? 0.9 : 1 - 1e-6) &&
                (round || std::fabs(o.offset - s.offset) < kTouchMm))
                for (std::size_t k = 0; k < o.outline.size(); ++k) others.emplace_back(o.outline[k], o.outline[(k + 1) % o.outline.size()]);
        for (std::size_t k = 0; k < s.outline.size(); ++k)
            for (const auto& [a, b] : uncovered(s.outline[k], s.outline[(k + 1) % s.outline.size()], others))
                drawing.add({pen, Fill::none, {a, b}, false, part.id});
    }
}

}  // namespace oiko
