// Flat or buried mesh round all runs or mesh over their whole floor, and mesh round the legs of a coop that a run goes on under.
#include <algorithm>
#include <cmath>
#include <iterator>

#include "core/design/lean.h"
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

void takeAway(std::vector<Bounds>& from, const std::vector<Bounds>& covers) {
    for (const auto& cover : covers) {
        std::vector<Bounds> left;
        for (const auto& piece : from) std::ranges::move(without(piece, cover), std::back_inserter(left));
        from = std::move(left);
    }
}

/// Where a run goes on under the coop, mesh closes what no run stands before; with an apron of its own round there.
std::vector<Runner::Strip> closeUnder(Builder& b, Runner& under, const std::vector<std::unique_ptr<Runner>>& runs) {
    std::vector<Runner::Strip> strips;
    const double a = inMm(b.s.length("apron.width"));
    for (const auto& w : b.walls) {
        if (w.leans) continue;
        std::vector<std::pair<double, double>> open;
        double from = 0;
        // No longer than a board, parted at posts: such lengths a roll has.
        const auto posts = middlesOf(evenly(w.length, b.post, 72 * kIn), b.post);
        const auto upTo = [&](double to) {
            if (to - from > kMesh)
                inBoards(b.s, from, to, posts, 1e9, [&](double u, double e, const std::string&) { open.emplace_back(u, e); });
        };
        for (const auto& r : runs)
            if (&r->w == &w) upTo(r->u0 - kMesh), from = r->u0 + r->beside + kMesh;
        upTo(w.length);
        for (std::size_t i = 0; i < open.size(); ++i) {
            const auto [u, e] = open[i];
            const auto name = "under/" + w.side + (open.size() > 1 ? "/" + std::to_string(i + 1) : "");
            under.underCoop(name, w, u, e);
            if (a < kIn || b.s.choice("apron.kind") == "floor") continue;
            strips.push_back({name, bounds(w.box(u, e, -a, 0, -b.floor - kMesh, -b.floor)), w.u});
            if (e == w.length) strips.push_back({name + "/corner", bounds(w.box(e, e + a, -a, 0, -b.floor - kMesh, -b.floor)), w.u});
            if (u == 0) strips.push_back({name + "/first", bounds(w.box(-a, 0, -a, 0, -b.floor - kMesh, -b.floor)), w.u});
        }
    }
    return strips;
}

/// Buried mesh is cut round what else is in the ground, and goes on below it where it still reaches.
std::vector<Bounds> beside(Builder& b, const Runner::Strip& strip) {
    std::vector<Bounds> left{strip.at};
    const bool alongX = std::fabs(strip.along.x) > 0.5;
    for (const auto& p : b.model.parts) {
        if (p.role != "block" && p.role != "footing" && p.role != "strip-footing" && p.role != "post" && !p.underWalls()) continue;
        auto box = p.box();
        // The ground falls along what stands in it: a little, or as much as what goes all round reaches.
        const double falls = (std::fabs(b.ground.toRight) * box.size().x + std::fabs(b.ground.toBack) * box.size().y) / 2,
                     room = b.ground.level() ? 0 : std::max(3 * kIn, falls);
        const double ground = b.ground.under((box.low + box.high) * 0.5);
        box.low.z -= ground + room, box.high.z -= ground - room;
        if (!box.meets(strip.at, -kSameMm)) continue;
        std::vector<Bounds> next;
        for (const auto& piece : left) {
            if (!piece.meets(box, -kSameMm)) {
                next.push_back(piece);
                continue;
            }
            for (const auto& rest : without(piece, box)) next.push_back(rest);
            auto below = piece;
            below.high.z = box.low.z;
            (alongX ? below.low.x : below.low.y) = std::max(alongX ? piece.low.x : piece.low.y, alongX ? box.low.x : box.low.y);
            (alongX ? below.high.x : below.high.y) = std::min(alongX ? piece.high.x : piece.high.y, alongX ? box.high.x : box.high.y);
            if (below.size().z >= 3 * kIn) next.push_back(below);
        }
        left = std::move(next);
    }
    return left;
}

/// Over the floor of all runs, and of one that goes on under the coop: strips as wide as a roll, each lapped on the next, cut round what
/// stands in the ground. Their edges turn up on the rails.
void carpet(Builder& b, const std::vector<std::unique_ptr<Runner>>& runs) {
    std::vector<std::pair<Runner*, Runner::Strip>> strips;
    for (const auto& r : runs) {
        for (auto& strip : r->carpet()) strips.emplace_back(r.get(), std::move(strip));
        if (runUnder(b.s) != r->row) continue;
        int n = 0;
        for (double x = 0; x < b.wide - kTouchMm; x += kCarpetSeen)
            strips.push_back(
                {r.get(), {"under/" + std::to_string(++n), {{x, 0, -kMesh}, {std::min(x + kCarpetSeen, b.wide), b.deep, 0}}, {0, 1, 0}}});
    }
    std::vector<Bounds> covered;
    // Where the ground slopes a gate's foot goes into it.
    for (const auto& p : b.model.parts)
        if (const auto at = p.box(); (p.role == "gate-stud" || p.role == "gate-threshold") && at.low.z < b.ground.highest(at) - kTouchMm)
            covered.push_back({{at.low.x, at.low.y, -kMesh}, {at.high.x, at.high.y, 0}});
    for (const auto& [r, strip] : strips) {
        auto left = beside(b, strip);
        takeAway(left, covered);
        std::erase_if(left, [](const Bounds& x) { return std::min(x.size().x, x.size().y) < kIn / 2; });
        std::vector<Solid> solids;
        for (const auto& x : left) solids.push_back(b.onGround(box(x.low, x.high)));
        auto* p = r->put("floor/" + strip.name, "ground-mesh", Form::mesh, r->meshKind, b.ground.along(strip.along),
                         b.ground.along(cross(r->up, strip.along)), std::move(solids));
        if (p) p->lapMm = kCarpetLap, p->endLapMm = 2 * kCarpetLap;
        covered.push_back(strip.at);
    }
}

}  // namespace

void aprons(Builder& b, const std::vector<std::unique_ptr<Runner>>& runs) {
    // Nothing digs through a building's floor, which lies under them too.
    if (ownFloor(b.s)) {
        for (const auto& r : runs) {
            std::vector<Solid> floor;
            for (auto at : r->ground()) {
                at.low.z = -inMm(kSlabThick), at.high.z = 0;
                floor.push_back(box(at.low, at.high));
            }
            r->put("floor", "building-floor", Form::block, "concrete", {1, 0, 0}, {0, 1, 0}, std::move(floor));
        }
        return;
    }
    if (b.s.choice("apron.kind") == "floor") {
        for (const auto& r : runs)
            if (runUnder(b.s) == r->row) closeUnder(b, *r, runs);
        return carpet(b, runs);
    }
    std::vector<Bounds> covered;
    for (const auto& r : runs)
        for (const auto& ground : r->ground()) covered.push_back(ground);
    for (const auto& p : b.model.parts)
        if (const auto at = p.box(); p.role == "stand-block" || (p.role == "block" && p.assembly == "steps"))
            covered.push_back({{at.low.x, at.low.y, -kMesh}, {at.high.x, at.high.y, 0}});
    // Nor through the wall that the coop leans on.
    if (b.shell.leans) covered.push_back({{-1e6, -1e6, -1e6}, {1e6, -inMm(kLeanGap), 1e6}});
    const auto goes = runUnder(b.s);
    std::vector<std::pair<Runner*, Runner::Strip>> strips;
    for (const auto& r : runs) {
        if (goes == r->row)
            for (auto& strip : closeUnder(b, *r, runs)) strips.emplace_back(r.get(), std::move(strip));
        for (auto& strip : b.s.choice("apron.kind") == "buried" ? r->trench() : r->apron()) strips.emplace_back(r.get(), std::move(strip));
    }
    const auto upright = [](const Bounds& at) { return at.size().z > 2 * kMesh; };
    std::ranges::stable_partition(strips, [&](const auto& strip) { return upright(strip.second.at); });
    for (const auto& [r, strip] : strips) {
        const bool buried = upright(strip.at);
        auto left = buried ? beside(b, strip) : std::vector{strip.at};
        takeAway(left, covered);
        // Slivers between two runs are not cut.
        std::erase_if(left, [&](const Bounds& x) {
            return (buried ? std::max(x.size().x, x.size().y) : std::min(x.size().x, x.size().y)) < 2 * kIn;
        });
        const auto along = b.ground.along(strip.along);
        for (std::size_t i = 0; i < left.size(); ++i)
            r->put((buried ? "trench/" : "apron/") + strip.name + (left.size() > 1 ? "/" + std::to_string(i + 1) : ""),
                   buried ? "trench-mesh" : "apron", Form::mesh, r->meshKind, along,
                   buried ? unit(cross(cross(along, r->up), along)) : b.ground.along(cross(r->up, strip.along)),
                   {b.onGround(box(left[i].low, left[i].high))});
        covered.insert(covered.end(), left.begin(), left.end());
    }
}

}  // namespace oiko
