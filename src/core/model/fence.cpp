// Electric netting round all that stands, on posts of its own; along the wall that a coop leans on there is none.
#include <cmath>

#include "core/design/lean.h"
#include "core/model/builder.h"

namespace oiko {

void fence(Builder& b) {
    if (b.s.choice("fence.kind") == "none") return;
    const double out = inMm(b.s.length("fence.beyond")), post = kIn / 2, thick = kIn / 8, high = inMm(kFenceHigh);
    const auto yard = yardRound(b, out);
    const double x0 = yard.low.x, x1 = yard.high.x, y1 = yard.high.y, y0 = b.shell.leans ? -inMm(kLeanGap) : yard.low.y;
    struct Line {
        std::string name;
        Vec3 from, u;
        double length;
    };
    std::vector<Line> lines{
        {"left", {x0, y1, 0}, {0, -1, 0}, y1 - y0}, {"back", {x1, y1, 0}, {-1, 0, 0}, x1 - x0}, {"right", {x1, y0, 0}, {0, 1, 0}, y1 - y0}};
    if (!b.shell.leans) lines.push_back({"front", {x0, y0, 0}, {1, 0, 0}, x1 - x0});
    for (const auto& line : lines) {
        // A post begins each line; the last of an open fence ends it at the wall.
        const int bays = static_cast<int>(std::ceil(line.length / inMm(kFencePosts)));
        const Vec3 across = cross({0, 0, 1}, line.u);
        const auto slab = [&](double a, double e, double half, double low, double top) {
            const auto p = line.from + line.u * a - across * half, q = line.from + line.u * e + across * half;
            Bounds at;
            at.add(p), at.add(q);
            return b.onGround(box({at.low.x, at.low.y, low}, {at.high.x, at.high.y, top}));
        };
        const bool last = b.shell.leans && line.name == "left";
        for (int i = 0; i < bays + (last ? 1 : 0); ++i) {
            const double a = (line.length - (last ? post : 0)) * i / bays, e = (line.length - (last ? post : 0)) * (i + 1) / bays;
            const auto n = line.name + "/" + std::to_string(i + 1);
            b.add("fence/post/" + n, "fence-post", "fence", System::run, Form::block, "fence-post", {0, 0, 1}, line.u,
                  {slab(a, a + post, post / 2, -6 * kIn, high)});
            if (i < bays)
                b.add("fence/net/" + n, "fence-net", "fence", System::run, Form::block, "electric-net", line.u, {0, 0, 1},
                      {slab(a + post, e - (i + 1 == bays && !last ? post / 2 : 0), thick / 2, kIn, high - kIn)});
        }
    }
}

}  // namespace oiko
