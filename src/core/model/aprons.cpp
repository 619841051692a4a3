// Flat mesh round all runs, and mesh round the legs of a coop that a run goes on under.
#include <algorithm>

#include "core/model/runner.h"

namespace oiko {
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

}  // namespace

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
                       b.ground.along(strip.along), b.ground.along(cross(r->up, strip.along)),
                       {b.onGround(box(left[i].low, left[i].high))});
                covered.push_back(left[i]);
            }
        }
    }
}

}  // namespace oiko
