#include "core/drawing/project.h"

#include <algorithm>
#include <cmath>

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
    switch (p.form) {
        case Form::lumber: return p.treated() ? Fill::treated : Fill::wood;
        case Form::sheet: return p.stock.starts_with("clear") ? Fill::glass : Fill::sheet;
        case Form::panel: return p.stock == "clear" ? Fill::glass : Fill::metal;
        case Form::trim: return Fill::metal;
        case Form::roll: return Fill::felt;
        case Form::shingle: return p.stock == "wood-shingles" ? Fill::wood : Fill::felt;
        case Form::mesh: return Fill::mesh;
        case Form::block: return p.system == System::inside ? Fill::metal : Fill::ground;
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
                if (s.cut) s.depth += 1e6;  // cut faces lie on top of all that is seen beyond
                seen.push_back(std::move(s));
            }
        }
    }
    std::ranges::stable_sort(seen, {}, &Facet::depth);
    for (std::size_t i = 0; i < seen.size(); ++i) {
        const auto& s = seen[i];
        const auto& part = model.parts[s.part];
        const auto pen = s.cut ? Pen::cut : Pen::edge;
        const auto fill = s.cut && part.form != Form::mesh ? Fill::cutFace : fillOf(part);
        if (part.solids.size() == 1) {
            drawing.add({pen, fill, s.outline, true, part.id});
            continue;
        }
        // A notched part: fill without a line, then only the edges that no coplanar neighbour of the same part shares.
        drawing.add({Pen::none, fill, s.outline, true, part.id});
        std::vector<std::pair<Vec2, Vec2>> others;
        for (const auto& o : seen)
            if (&o != &s && o.part == s.part && dot(o.normal, s.normal) > 1 - 1e-6 && std::fabs(o.offset - s.offset) < kTouchMm)
                for (std::size_t k = 0; k < o.outline.size(); ++k) others.emplace_back(o.outline[k], o.outline[(k + 1) % o.outline.size()]);
        for (std::size_t k = 0; k < s.outline.size(); ++k)
            for (const auto& [a, b] : uncovered(s.outline[k], s.outline[(k + 1) % s.outline.size()], others))
                drawing.add({pen, Fill::none, {a, b}, false, part.id});
    }
}

}  // namespace oiko
