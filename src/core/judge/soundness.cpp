#include "core/judge/soundness.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <queue>

#include "core/base/tolerance.h"
#include "core/catalog/lumber.h"
#include "core/catalog/stock.h"

namespace oiko {
namespace {

struct Piece {
    std::size_t part, solid;
    Bounds box;
};
std::vector<Piece> sorted(const Model& m) {
    std::vector<Piece> out;
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        // What stands there already is judged by itself: it may be in the way.
        for (std::size_t k = 0; k < m.parts[i].solids.size() && !m.parts[i].thing(); ++k)
            out.push_back({i, k, bounds(m.parts[i].solids[k])});
    std::ranges::sort(out, {}, [](const Piece& p) { return p.box.low.x; });
    return out;
}

}  // namespace

std::vector<Fault> overlaps(const Model& m) {
    std::vector<Fault> out;
    const auto pieces = sorted(m);
    for (std::size_t i = 0; i < pieces.size(); ++i)
        for (std::size_t k = i + 1; k < pieces.size() && pieces[k].box.low.x < pieces[i].box.high.x - kTouchMm; ++k) {
            if (!pieces[i].box.meets(pieces[k].box, -kTouchMm)) continue;
            const double d = depthShared(m.parts[pieces[i].part].solids[pieces[i].solid], m.parts[pieces[k].part].solids[pieces[k].solid]);
            if (d > kTouchMm) out.push_back({"overlap", m.parts[pieces[i].part].id, m.parts[pieces[k].part].id, d});
        }
    return out;
}

std::vector<Fault> floating(const Model& m) {
    std::vector<std::vector<std::size_t>> next(m.parts.size());
    for (const auto& j : m.joints) next[j.a].push_back(j.b), next[j.b].push_back(j.a);
    std::vector<bool> held(m.parts.size());
    std::queue<std::size_t> queue;
    const auto onGround = [&](const Part& p) {
        const auto around = p.box();
        return around.low.z <= m.ground.highest(around) + kTouchMm && std::ranges::any_of(p.solids, [&](const Solid& s) {
                   return std::ranges::any_of(s.vertices, [&](Vec3 v) { return v.z <= m.ground.under(v) + kTouchMm; });
               });
    };
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        if (m.parts[i].thing() || onGround(m.parts[i])) held[i] = true, queue.push(i);
    for (; !queue.empty(); queue.pop())
        for (const auto n : next[queue.front()])
            if (!held[n]) held[n] = true, queue.push(n);
    std::vector<Fault> out;
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        if (!held[i]) out.push_back({"floating", m.parts[i].id, "", 0});
    return out;
}

std::vector<Fault> badSolids(const Model& m) {
    std::vector<Fault> out;
    for (const auto& p : m.parts)
        for (const auto& s : p.solids) {
            std::map<std::pair<int, int>, int> edges;
            for (const auto& f : s.faces)
                for (std::size_t i = 0; i < f.size(); ++i) ++edges[{f[i], f[(i + 1) % f.size()]}];
            const bool closed = std::ranges::all_of(edges, [&](const auto& e) {
                return e.second == 1 && edges.contains({e.first.second, e.first.first});
            });
            double dent = 0;
            for (std::size_t f = 0; f < s.faces.size(); ++f) {
                const auto plane = facePlane(s, f);
                for (const auto& v : s.vertices) dent = std::max(dent, plane.height(v));
            }
            if (!closed || dent > kSameMm || volume(s) <= 0) out.push_back({"open", p.id, "", dent});
        }
    return out;
}

std::vector<Fault> intruders(const Model& m) {
    std::vector<Fault> out;
    for (const auto& c : m.clear)
        for (const auto& p : m.parts) {
            if (p.thing() || (p.opening == c.owner && p.system != System::walls) || p.id.starts_with(c.owner + "/")) continue;
            for (const auto& s : p.solids)
                if (bounds(s).meets(bounds(c.solid), -kTouchMm) && depthShared(s, c.solid) > kTouchMm)
                    out.push_back({"entered", c.id, p.id, 0});
        }
    return out;
}

std::vector<Fault> misfits(const Model& m) {
    std::vector<Fault> out;
    for (const auto& p : m.parts) {
        double off = 0;
        if (p.form == Form::lumber) {
            const auto* size = profile(p.stock);
            if (!size) {
                out.push_back({"misfit", p.id, "", 0});
                continue;
            }
            // A ripped board is narrower than its stock, even than it is thick; never thicker or thinner.
            const double a = p.extent(p.thick()), b = p.extent(p.wide);
            const auto lacks = [&](double thin, double wide) {
                return std::max(std::fabs(thin - inMm(size->thick)), wide - inMm(size->wide));
            };
            off = std::min(lacks(a, b), lacks(b, a));
        } else if (p.form == Form::trim || p.role == "ridge-cap") {
            // Bent: each leg by itself, from its largest face.
            for (const auto& leg : p.solids) {
                std::size_t largest = 0;
                for (std::size_t f = 1; f < leg.faces.size(); ++f)
                    if (area(leg, f) > area(leg, largest)) largest = f;
                const auto face = facePlanes(leg)[largest];
                double thick = 0;
                for (const auto& v : leg.vertices) thick = std::max(thick, -face.height(v));
                off = std::max(off, std::fabs(thick - inMm(thicknessOf(p.stock))));
            }
        } else if (p.form != Form::block) {
            off = std::fabs(p.extent(p.thick()) - inMm(thicknessOf(p.stock)));
        }
        if (off > kTouchMm) out.push_back({"misfit", p.id, "", off});
    }
    return out;
}

}  // namespace oiko
