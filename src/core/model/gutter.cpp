// Gutters hung on the fascia, a pipe down from each into a barrel, and the blocks that the barrel stands on.
#include "core/design/gutter.h"

#include <algorithm>
#include <cmath>

#include "core/catalog/stock.h"
#include "core/design/water.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

struct Hung {
    Builder& b;
    const Slope& slope;
    const WallFrame& w;
    std::string side = w.side;
    double outlet = w.at(inMm(barrelAt(b.s, w.side)), 0, 0).x, x0 = -b.before - b.rake, x1 = b.wide + b.past + b.rake;
    double face = slope.end + b.two;  ///< of the fascia, along the slope's v
    double highest = gutterMm(b.shell, slope, b.s.choice("roof.cover")), far = std::max(outlet - x0, x1 - outlet);
    double t = inMm(thicknessOf("gutter")), wide = inMm(kGutterWide), deep = inMm(kGutterDeep);

    /// Underside, over the deck: it falls to the outlet from either end.
    double foot(double x) const { return highest - (far - std::fabs(x - outlet)) * kGutterFall; }
    /// Upright or lying between two places along it and two outwards; heights from its foot.
    Solid plate(double xa, double xb, double va, double vb, double low, double high) const {
        const Vec3 outline[] = {{xa, va, foot(xa) + low}, {xb, va, foot(xb) + low}, {xb, va, foot(xb) + high}, {xa, va, foot(xa) + high}};
        return b.placed(slope, prism(outline, {0, vb - va, 0}));
    }
    void length(double xa, double xb, int n) {
        const double a = xa == x0 ? xa + t : xa, e = xb == x1 ? xb - t : xb;
        std::vector<Solid> solids{plate(a, e, face, face + wide, 0, t), plate(a, e, face, face + t, t, deep),
                                  plate(a, e, face + wide - t, face + wide, t, deep)};
        if (xa == x0) solids.push_back(plate(xa, a, face, face + wide, 0, deep));
        if (xb == x1) solids.push_back(plate(e, xb, face, face + wide, 0, deep));
        const auto along = unit(Vec3{xb - xa, 0, foot(xb) - foot(xa)});
        b.add("roof/gutter/" + side + "/" + std::to_string(n), "gutter", "roof", System::roof, Form::trim, "gutter", along, {0, 1, 0},
              std::move(solids));
    }
    void build() {
        int n = 0;
        // Parted at the outlet, and in lengths that are sold.
        for (const auto& [from, to] : {std::pair{x0, outlet}, {outlet, x1}}) {
            const int parts = static_cast<int>(std::ceil((to - from) / (119 * kIn)));
            for (int k = 0; k < parts; ++k)
                length(k == 0 ? from : from + (to - from) * k / parts, k + 1 == parts ? to : from + (to - from) * (k + 1) / parts, ++n);
        }
        const double u = inMm(barrelAt(b.s, side)), out = barrelOutMm(b.s, side), radius = inMm(kBarrelWide) / 2;
        const double blockLong = inMm(kBlockLong), blockWide = inMm(kBlockWide), whole = kStandBlocks * blockWide;
        const double ground =
            b.ground.lowest(b.outside(w, u - whole / 2, u + whole / 2, out - blockLong / 2, out + blockLong / 2)) - b.floor;
        for (int course = 0; course < standCourses(b.s, side); ++course)
            for (int i = 0; i < kStandBlocks; ++i) {
                const double from = u - whole / 2 + i * blockWide, z = ground + course * inMm(kBlockHigh);
                b.add("roof/stand/" + side + "/" + std::to_string(course * kStandBlocks + i + 1), "stand-block", "roof", System::roof,
                      Form::block, "block-4x8x16", w.inward, w.u,
                      {w.box(from, from + blockWide, -out - blockLong / 2, -out + blockLong / 2, z, z + inMm(kBlockHigh))});
            }
        const double lid = ground + inMm(standHigh(b.s, side) + kBarrelHigh);
        b.add("roof/barrel/" + side, "barrel", "roof", System::roof, Form::block, "barrel", {0, 0, 1}, {1, 0, 0},
              {rod(w.at(u, -out, ground + inMm(standHigh(b.s, side))), {0, 0, inMm(kBarrelHigh)}, {1, 0, 0}, 2 * radius)});
        // A pipe of 2 by 3 in from the outlet down to the lid.
        const double p = slope.past + b.overhang + b.two + wide / 2 - kIn, q = p + 2 * kIn, a = u - 1.5 * kIn, e = u + 1.5 * kIn,
                     top = foot(outlet);
        b.add("roof/downspout/" + side, "downspout", "roof", System::roof, Form::trim, "downspout", {0, 0, 1}, {1, 0, 0},
              {w.box(a, e, -q, -q + t, lid, top), w.box(a, e, -p - t, -p, lid, top), w.box(a, a + t, -q + t, -p - t, lid, top),
               w.box(e - t, e, -q + t, -p - t, lid, top)});
    }
};

}  // namespace

void gutters(Builder& b) {
    const auto eaves = guttered(b.s);
    for (const auto& slope : b.shell.slopes)
        if (const auto& w = b.walls[slope.toBack ? 2 : 0]; std::ranges::find(eaves, w.side) != eaves.end()) Hung{b, slope, w}.build();
}

}  // namespace oiko
