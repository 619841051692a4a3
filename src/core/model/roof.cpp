// Rafters with birdsmouths, blocks between them over the plates, purlins, fascia, and metal panels.
#include <algorithm>
#include <cmath>

#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kT = 1.5 * kIn;

/// The narrowest 2x that is at least this wide; the widest when none is.
std::string boardAtLeast(double width) {
    for (const auto p : {"2x4", "2x6", "2x8"})
        if (inMm(profile(p)->wide) >= width - kSameMm) return p;
    return "2x8";
}

}  // namespace

void roofFrame(Builder& b) {
    const double spacing = inMm(readLength(b.s.choice("roof.spacing"), Units::imperial).value());
    const auto stock = b.s.choice("roof.rafter");
    const double yHigh = -b.overhang, yLow = b.deep + b.overhang;
    const Vec3 slope = unit({0, 1, -b.rise}), normal = unit({0, b.rise, 1});
    const auto rafter = [&](double x, double seat) {
        return rafterSolids({x, kT, b.rafterDeep, b.rise, b.under(0), yHigh, yLow, b.deep, inMm(kWallDeep), seat,
                             b.floor + inMm(b.shell.highWall), b.floor + inMm(b.shell.lowWall)});
    };
    const auto xs = layout(0, b.wide, spacing);
    for (const double x : xs)
        b.add("roof/rafter/" + tenths(x), "rafter", "roof", System::roof, Form::lumber, stock, slope, normal, rafter(x, b.seat));
    for (const double x : {-b.rake, b.wide + b.rake - kT})
        b.add("roof/fly-rafter/" + std::string{x < 0 ? "left" : "right"}, "fly-rafter", "roof", System::roof, Form::lumber, stock, slope,
              normal, rafter(x, 0));

    // Blocks stand over the plates' outer faces and close the bays up to the rafters' tops.
    for (const bool low : {false, true}) {
        const double y0 = low ? b.deep - kT : 0, foot = b.floor + inMm(low ? b.shell.lowWall : b.shell.highWall);
        const double height = b.over(y0 + kT) - foot;
        const auto board = boardAtLeast(height);
        const double most = std::min(height, inMm(profile(board)->wide));
        for (std::size_t i = 1; i < xs.size(); ++i)
            if (xs[i] - xs[i - 1] - kT >= 2 * kIn)
                b.lumber(std::string{"roof/block/"} + (low ? "low/" : "high/") + tenths(xs[i]), "eave-block", "roof", System::roof, board,
                         {1, 0, 0}, {0, 0, 1}, box({xs[i - 1] + kT, y0, foot}, {xs[i], y0 + kT, foot + most}));
    }

    // Purlins: both edges, one over each bearing wall to close the slot above its blocks, the rest at most 24 in apart.
    const double length = (yLow - yHigh) / b.cosine, wide = 3.5 * kIn;
    const auto over = [&](double y) { return (y - yHigh) / b.cosine - wide / 2; };
    const double lean = kT * b.rise;  // the lowest purlin's top edge leans out: it starts so much higher that the fascia goes on plumb
    const double first = std::max(over(kT / 2), wide), last = std::min(over(b.deep - kT / 2), length - 2 * wide - lean);
    std::vector<double> starts{0, first};
    const int bays = std::max(1, static_cast<int>(std::ceil((last - first) / (24 * kIn) - 1e-9)));
    for (int i = 1; i <= bays; ++i) starts.push_back(first + (last - first) * i / bays);
    starts.push_back(length - wide - lean);
    const double zTop = b.over(yHigh);
    const auto place = [&](double q0, double q1, double x0, double x1, double lift, double thick) {
        return onSlope(x0, x1, yHigh, zTop, b.rise, q0, q1, lift, thick);
    };
    const double x0 = -b.rake, x1 = b.wide + b.rake;
    for (std::size_t i = 0; i < starts.size(); ++i)
        b.lumber("roof/purlin/" + std::to_string(i + 1), "purlin", "roof", System::roof, "2x4", {1, 0, 0}, slope,
                 place(starts[i], starts[i] + wide, x0, x1, 0, kT));

    const std::string fascia = stock == "2x4" ? "2x6" : "2x8";
    const double fasciaWide = inMm(profile(fascia)->wide);
    const double lowTop = b.roofBase(yLow + kT), highTop = b.roofBase(yHigh);
    b.lumber("roof/fascia/low", "fascia", "roof", System::roof, fascia, {1, 0, 0}, {0, 0, 1},
             box({x0, yLow, lowTop - fasciaWide}, {x1, yLow + kT, lowTop}));
    b.lumber("roof/fascia/high", "fascia", "roof", System::roof, fascia, {1, 0, 0}, {0, 0, 1},
             box({x0, yHigh - kT, highTop - fasciaWide}, {x1, yHigh, highTop}));

    const double cover = 36 * kIn, drip = kIn, thick = inMm(thicknessOf("metal"));
    const double q0 = -kT / b.cosine - drip, q1 = length + kT / b.cosine + drip;
    int n = 0;
    for (double x = x0; x < x1 - kSameMm; x += cover)
        b.add("roof/panel/" + std::to_string(++n), "roof-panel", "roof", System::roof, Form::panel, "metal", slope, {1, 0, 0},
              {place(q0, q1, x, std::min(x + cover, x1), kT, thick)});
}

}  // namespace oiko
