// Litter on the floor, round all that stands there, and boards along the walls' feet that keep it from between their studs.
#include <algorithm>
#include <utility>

#include "core/design/litter.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

/// What reaches into a place.
std::vector<Bounds> standingIn(const Builder& b, const Bounds& place) {
    const auto& [low, high] = place;
    const Plane faces[] = {Plane::through(high, {1, 0, 0}), Plane::through(high, {0, 1, 0}), Plane::through(high, {0, 0, 1}),
                           Plane::through(low, {-1, 0, 0}), Plane::through(low, {0, -1, 0}), Plane::through(low, {0, 0, -1})};
    std::vector<Bounds> out;
    for (const auto& p : b.model.parts) {
        if (p.edging()) continue;
        for (const auto& solid : p.solids) {
            if (!bounds(solid).meets(place, -kTouchMm)) continue;
            auto in = solid;
            for (const auto& face : faces)
                if (!in.empty()) in = cut(in, face);
            if (!in.empty()) out.push_back(bounds(in));
        }
    }
    return out;
}

}  // namespace

std::vector<Solid> around(const Bounds& place, const std::vector<Bounds>& taken) {
    const double least = kIn / 2;
    std::vector<double> ys{place.low.y, place.high.y};
    for (const auto& t : taken) ys.push_back(t.low.y), ys.push_back(t.high.y);
    std::ranges::sort(ys);
    std::vector<Solid> out;
    std::vector<std::pair<double, double>> open;
    double from = place.low.y;
    const auto close = [&](double to) {
        if (to - from >= least)
            for (const auto& [a, e] : open) out.push_back(box({a, from, place.low.z}, {e, to, place.high.z}));
    };
    for (std::size_t i = 1; i < ys.size(); ++i) {
        if (ys[i] - ys[i - 1] < kSameMm) continue;
        std::vector<std::pair<double, double>> gone, free;
        for (const auto& t : taken)
            if (t.low.y < ys[i] - kSameMm && t.high.y > ys[i - 1] + kSameMm) gone.emplace_back(t.low.x, t.high.x);
        gone.emplace_back(place.high.x, place.high.x);
        std::ranges::sort(gone);
        double x = place.low.x;
        for (const auto& [a, e] : gone) {
            if (a - x >= least) free.emplace_back(x, a);
            x = std::max(x, e);
        }
        if (free == open) continue;
        close(ys[i - 1]);
        open = std::move(free), from = ys[i - 1];
    }
    close(place.high.y);
    return out;
}

namespace {

/// Screwed to the studs of walls that are neither lined nor open, between what stands there and what opens; they come off to clear the
/// floor. Common practice.
void kickBoards(Builder& b) {
    const std::string stock{kickBoard(b.s)};
    const double high = b.wideOf(stock), d = b.wallDeep, foot = b.floor;
    int n = 0;
    for (const auto& w : b.walls) {
        if (w.open()) continue;
        const double corner = d + (w.sloping ? b.one : 0);
        std::vector<std::pair<double, double>> gone{{-1e9, corner}, {w.length - corner, 1e9}};
        Bounds place = b.outside(w, corner, w.length - corner, -d, -d - b.one);
        place.low.z = foot, place.high.z = foot + high;
        const auto along = [&](Vec3 v) { return dot(v - w.origin, w.u); };
        for (const auto& t : standingIn(b, place)) gone.push_back(std::minmax({along(t.low), along(t.high)}));
        for (const auto& h : w.holes)
            if (h.z0 < high + kIn) gone.emplace_back(h.u0 - b.one, h.u1 + b.one);
        for (const auto& p : partitions(b.s))
            if (!p.within.empty())
                continue;
            else if (const bool left = leftOf(w.side) == p.wall; left || rightOf(w.side) == p.wall) {
                const double room = inMm(p.reach());
                left ? gone.emplace_back(-1e9, room) : gone.emplace_back(w.length - room, 1e9);
            } else if (w.side == p.wall) {
                gone.emplace_back(-1e9, 1e9);
            }
        std::ranges::sort(gone);
        double from = corner;
        for (const auto& [a, e] : gone) {
            if (a - from >= 6 * kIn)
                inBoards(b.s, from, a, b.studMiddles(w), 1e9, [&](double at, double to, const std::string&) {
                    b.lumber("litter/kick/" + std::to_string(++n), "kick-board", "litter", System::inside, stock, w.u, {0, 0, 1},
                             w.box(at, to, d, d + b.one, 0, high));
                });
            from = std::max(from, e);
        }
    }
}

/// From rail to rail, over the ground as it lies.
void runLitter(Builder& b) {
    const double deep = inMm(runLitterDeep(b.s));
    if (deep <= 0) return;
    const std::string kind = b.s.choice("run.litter");
    for (const auto& run : runPlaces(b.s)) {
        const auto& w = b.wall(run.side);
        const double from = inMm(run.at), near = inMm(runOffset(b.s));
        auto place = b.outside(w, from + b.two, from + inMm(run.width) - b.two, near, near + inMm(run.length) - b.two);
        place.low.z = b.ground.lowest(place), place.high.z = b.ground.highest(place) + deep;
        auto solids = around(place, standingIn(b, place));
        for (auto& solid : solids) {
            const auto at = bounds(solid);
            solid = b.onGround(box({at.low.x, at.low.y, 0}, {at.high.x, at.high.y, deep}));
        }
        b.add(run.key + "/litter", "litter", "run", System::run, Form::block, kind, {1, 0, 0}, {0, 1, 0}, std::move(solids));
    }
}

}  // namespace

void litter(Builder& b) {
    runLitter(b);
    const auto* kind = litterOf(b.s);
    if (!kind) return;
    if (b.s.flag("litter.boards")) kickBoards(b);
    int n = 0;
    const auto lay = [&](Bounds place) {
        place.low.z = earthFloor(b.s) ? 0 : b.floor, place.high.z = place.low.z + inMm(litterDeep(b.s));
        b.add("litter/" + std::to_string(++n), "litter", "litter", System::inside, Form::block, std::string{kind->name}, {1, 0, 0},
              {0, 1, 0}, around(place, standingIn(b, place)));
    };
    lay(b.birdsRoom());
    // Chicks and broody hens live behind a pop door of their own.
    for (const auto& p : partitions(b.s))
        if (b.s.flag(p.key + ".pop")) {
            const auto& w = b.wall(p.wall);
            const auto [from, to] = roomAlong(b.s, p);
            lay(b.outside(w, inMm(from), inMm(to), -b.wallDeep, -inMm(p.wallDeep + p.room)));
        }
}

}  // namespace oiko
