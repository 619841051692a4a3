// What a drawing shows at a place is what stands nearest to the eye there: told by rays through the solids, apart from the drawing's order.
#include <algorithm>
#include <cmath>
#include <iostream>
#include <numeric>

#include "core/drawing/project.h"
#include "some.h"

namespace oiko {
namespace {

bool holds(const std::vector<Vec2>& outline, Vec2 p) {
    for (std::size_t i = 0; i < outline.size(); ++i)
        if (cross(outline[(i + 1) % outline.size()] - outline[i], p - outline[i]) < 0) return false;
    return outline.size() > 2;
}

/// A solid as rays meet it: the planes of its faces, and where it lies on the paper.
struct Seen {
    std::string id;
    std::vector<Plane> faces;
    Vec2 low{1e9, 1e9}, high{-1e9, -1e9};
};

/// How near a solid comes to the eye along the ray through a place on the paper; nothing where it is missed.
std::optional<double> nearest(const Seen& solid, const Look& look, Vec2 at) {
    if (at.x < solid.low.x || at.x > solid.high.x || at.y < solid.low.y || at.y > solid.high.y) return std::nullopt;
    const auto eye = look.toEye(), foot = look.origin + look.right * at.x + look.up * at.y;
    double low = -1e9, high = 1e9;
    for (const auto& f : solid.faces) {
        const double rate = dot(f.normal, eye), h = f.height(foot);
        if (std::fabs(rate) < 1e-12) {
            if (h > 0) return std::nullopt;
        } else if (rate > 0) {
            high = std::min(high, -h / rate);
        } else {
            low = std::max(low, -h / rate);
        }
    }
    return low < high ? std::optional{high} : std::nullopt;
}

/// Share of places at which something that stands behind is drawn over what is nearest.
double wrong(const Model& m, const std::vector<std::size_t>& parts, const Look& look, bool backwards = false) {
    Drawing d;
    project(d, m, parts, look);
    if (backwards) std::ranges::reverse(d.shapes);
    std::vector<Seen> solids;
    Vec2 low{1e9, 1e9}, high{-1e9, -1e9};
    const auto widen = [](Vec2& least, Vec2& most, Vec2 p) {
        least = {std::min(least.x, p.x), std::min(least.y, p.y)}, most = {std::max(most.x, p.x), std::max(most.y, p.y)};
    };
    for (const auto p : parts)
        for (const auto& s : m.parts[p].solids) {
            Seen seen{m.parts[p].id, facePlanes(s)};
            if (look.cut) seen.faces.push_back(*look.cut);
            for (const auto& v : s.vertices) widen(seen.low, seen.high, look.on(v)), widen(low, high, look.on(v));
            solids.push_back(std::move(seen));
        }
    int bad = 0, all = 0;
    for (int i = 0; i < 97; ++i)
        for (int k = 0; k < 61; ++k) {
            const Vec2 at{low.x + (high.x - low.x) * (i + 0.513) / 97, low.y + (high.y - low.y) * (k + 0.487) / 61};
            const auto last = std::find_if(d.shapes.rbegin(), d.shapes.rend(),
                                           [&](const Shape& s) { return s.fill != Fill::none && holds(s.points, at); });
            double front = -1e9, drawn = -1e9;
            for (const auto& s : solids)
                if (const auto t = nearest(s, look, at)) {
                    front = std::max(front, *t);
                    if (last != d.shapes.rend() && s.id == last->part) drawn = std::max(drawn, *t);
                }
            if (front < -1e8) continue;
            ++all;
            bad += drawn < front - 0.5;
        }
    return all == 0 ? 1 : static_cast<double>(bad) / all;
}

std::vector<std::size_t> all(const Model& m) {
    std::vector<std::size_t> parts(m.parts.size());
    std::iota(parts.begin(), parts.end(), 0U);
    return parts;
}

const Look kFromFront{{1, 0, 0}, {0, 0, 1}, {}, {}}, kFromRight{{0, 1, 0}, {0, 0, 1}, {}, {}}, kFromBack{{-1, 0, 0}, {0, 0, 1}, {}, {}},
    kFromLeft{{0, -1, 0}, {0, 0, 1}, {}, {}}, kFromAbove{{1, 0, 0}, {0, 1, 0}, {}, {}};

TEST(Project, DrawsWhatStandsNearestOverTheRest) {
    for (const auto& preset : presets()) {
        if (sampled() && preset.name != "gable") continue;
        const auto m = modelOf(presetDesign(preset.name).value());
        for (const auto* look : {&kFromFront, &kFromRight, &kFromBack, &kFromLeft, &kFromAbove})
            EXPECT_EQ(wrong(m, all(m), *look), 0) << preset.name << " from " << look->toEye().x << " " << look->toEye().y;
        // Cut through, a face of the cut lies over all that is seen beyond.
        auto cutThrough = kFromFront;
        cutThrough.cut = Plane::through({0, m.openings[0].corners[0].y / 2 + 401, 0}, {0, -1, 0});
        EXPECT_EQ(wrong(m, all(m), cutThrough), 0) << preset.name << " cut";
    }
}

TEST(Project, ALongSlopeBeforeSmallThingsUnderItCoversThem) {
    // A panel that falls towards the eye over a block near its lower end: the panel's middle is farther off than the block's face.
    Model m;
    Part panel, block;
    const Vec3 outline[] = {{0, 0, 0}, {0, 2000, 1000}, {0, 2000, 1020}, {0, 0, 20}};
    panel.id = "panel", panel.solids = {prism(outline, {1000, 0, 0})};
    block.id = "block";
    block.solids = {box({400, 300, 0}, {600, 400, 100})};
    m.parts = {panel, block};
    for (auto& p : m.parts) p.inner.resize(p.solids.size());
    EXPECT_EQ(wrong(m, all(m), kFromFront), 0);
    EXPECT_GT(wrong(m, all(m), kFromFront, true), 0.01) << "the planted fault: drawn the other way round";
}

}  // namespace
}  // namespace oiko
