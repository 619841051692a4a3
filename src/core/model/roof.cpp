// Rafters with birdsmouths, blocks between them over the plates, purlins, fascia, and metal panels.
#include <algorithm>
#include <cmath>

#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kT = 1.5 * kIn;
constexpr double kCapLeg = 6;  ///< in of a ridge cap on either slope

/// The narrowest 2x that is at least this wide; the widest when none is.
std::string boardAtLeast(double width) {
    for (const auto p : {"2x4", "2x6", "2x8"})
        if (inMm(profile(p)->wide) >= width - kSameMm) return p;
    return "2x8";
}

/// One slope: rafters, blocks over the plates, purlins, fascia and panels. `name` goes before what a gable has twice.
struct Covering {
    Builder& b;
    const Slope& slope;
    std::string name;  ///< "" of a single slope, "front/" or "back/" in the shell's frame
    double plate = inMm(kWallDeep), c = slope.cosine(), eave = slope.span + b.overhang, x0 = -b.rake, x1 = b.wide + b.rake;
    Vec3 down = unit({0, slope.toBack ? 1.0 : -1.0, -slope.rise}), normal = unit({0, slope.toBack ? slope.rise : -slope.rise, 1});
    double length = (eave - slope.start) / c;  ///< of the rafters' top edge

    double over(double v) const { return slope.over(v, b.rafterDeep); }
    Part* put(const std::string& kind, const std::string& tag, std::string_view role, std::string stock, Vec3 along, Vec3 across,
              std::vector<Solid> solids, Form form = Form::lumber) {
        for (auto& s : solids) s = b.placed(slope, std::move(s));
        return b.add("roof/" + kind + "/" + name + tag, role, "roof", System::roof, form, std::move(stock), along, across,
                     std::move(solids));
    }
    /// On the rafters' tops, between two distances down the slope.
    Solid lying(double q0, double q1, double xa, double xb, double lift, double thick) const {
        return onSlope(xa, xb, slope.start, over(slope.start), slope.rise, q0, q1, lift, thick);
    }

    void rafters(const std::vector<double>& xs) {
        const auto stock = b.s.choice("roof.rafter");
        const double seat = inMm(slope.seat);
        std::vector<Seat> seats{{slope.span - seat, slope.span, inMm(slope.eave)}};
        if (!b.shell.gable()) seats.push_back({plate - seat, plate, inMm(b.shell.otherWall())});
        const auto solids = [&](double x, std::vector<Seat> on) {
            return rafterSolids({x, kT, b.rafterDeep, slope.rise, slope.under0, slope.start, eave, std::move(on)});
        };
        for (const double x : xs) put("rafter", tenths(x), "rafter", stock, down, normal, solids(x, seats));
        for (const double x : {x0, x1 - kT}) put("fly-rafter", x < 0 ? "left" : "right", "fly-rafter", stock, down, normal, solids(x, {}));
    }

    /// Over the plates' outer faces, up to the rafters' tops, beside the ties that come down there.
    void blocks(const std::vector<double>& xs, bool high, const std::vector<double>& ties) {
        const double v0 = high ? 0 : slope.span - kT, foot = inMm(high ? b.shell.otherWall() : slope.eave), height = over(v0 + kT) - foot;
        const auto board = boardAtLeast(height);
        const double most = std::min(height, inMm(profile(board)->wide));
        for (std::size_t i = 1; i < xs.size(); ++i) {
            double from = xs[i - 1] + kT, to = xs[i];
            for (const double tie : ties) {
                if (std::fabs(tie - from) < kSameMm) from = tie + kT;
                if (std::fabs(tie + kT - to) < kSameMm) to = tie;
            }
            if (to - from >= 2 * kIn)
                put("block", (high ? "high/" : "low/") + tenths(xs[i]), "eave-block", board, {1, 0, 0}, {0, 0, 1},
                    {box({from, v0, foot}, {to, v0 + kT, foot + most})});
        }
    }

    /// Both edges, one over each wall to close the slot above its blocks, the rest at most 24 in apart.
    void purlins() {
        const double wide = 3.5 * kIn;
        const auto at = [&](double v) { return (v - slope.start) / c - wide / 2; };
        const double lean = kT * slope.rise;  // the lowest's top edge leans out: it starts so much higher that the fascia goes on plumb
        const double first = b.shell.gable() ? 0 : std::max(at(kT / 2), wide),
                     last = std::min(at(slope.span - kT / 2), length - 2 * wide - lean);
        std::vector<double> starts{0};
        if (first > 0) starts.push_back(first);
        const int bays = std::max(1, static_cast<int>(std::ceil((last - first) / (24 * kIn) - 1e-9)));
        for (int i = 1; i <= bays; ++i) starts.push_back(first + (last - first) * i / bays);
        starts.push_back(length - wide - lean);
        for (std::size_t i = 0; i < starts.size(); ++i)
            put("purlin", std::to_string(i + 1), "purlin", "2x4", {1, 0, 0}, down, {lying(starts[i], starts[i] + wide, x0, x1, 0, kT)});
    }

    void fascia(bool high) {
        const std::string board = b.s.choice("roof.rafter") == "2x4" ? "2x6" : "2x8";
        const double v0 = high ? slope.start - kT : eave, base = over(high ? slope.start : eave + kT) + inMm(kPurlin) / c;
        put("fascia", high ? "high" : "low", "fascia", board, {1, 0, 0}, {0, 0, 1},
            {box({x0, v0, base - inMm(profile(board)->wide)}, {x1, v0 + kT, base})});
    }

    void panels() {
        const double cover = 36 * kIn, drip = kIn, beyond = kT / c + drip;
        // At a ridge the panels end at the uppermost purlin's edge, under the cap.
        const double q0 = b.shell.gable() ? 0 : -beyond, q1 = length + beyond;
        int n = 0;
        for (double x = x0; x < x1 - kSameMm; x += cover)
            put("panel", std::to_string(++n), "roof-panel", "metal", down, {1, 0, 0},
                {lying(q0, q1, x, std::min(x + cover, x1), kT, inMm(thicknessOf("metal")))}, Form::panel);
    }
};

/// The ridge board, a tie beside every inner pair of rafters, and the cap over the panels' upper ends.
/// Source of the ties: IRC 2018 R802.5.2, from memory: no wider apart than 24 in.
void ridge(Builder& b, const std::vector<double>& ties) {
    const double y = b.shell.slopes[0].y0, half = inMm(b.shell.ridgeThick) / 2, x0 = -b.rake, x1 = b.wide + b.rake;
    b.lumber("roof/ridge", "ridge", "roof", System::roof, std::string{ridgeStock(b.shell)}, {1, 0, 0}, {0, 0, 1},
             box({x0, y - half, b.floor + ridgeUndersideMm(b.shell)}, {x1, y + half, b.floor + ridgeTopMm(b.shell)}));
    const double foot = b.floor + inMm(std::max(b.shell.lowWall(), b.shell.otherWall()));
    for (const double x : ties) {
        auto tie = box({x, 0, foot}, {x + kT, b.deep, foot + inMm(kTieDeep)});
        tie = cut(cut(tie, b.belowTop(0)), b.belowTop(b.deep));
        b.lumber("roof/tie/" + tenths(x), "rafter-tie", "roof", System::roof, "2x4", {0, 1, 0}, {0, 0, 1}, std::move(tie));
    }
    const double sold = 120 * kIn, lap = 6 * kIn, leg = kCapLeg * kIn, thick = inMm(thicknessOf("ridge-cap"));
    int n = 0;
    for (double x = x0; x < x1 - kSameMm; x += sold - lap) {
        std::vector<Solid> legs;
        for (const auto& slope : b.shell.slopes) {
            const double lift = kT + inMm(thicknessOf("metal"));
            auto solid = onSlope(x, std::min(x + sold - lap, x1), slope.start, slope.over(slope.start, b.rafterDeep), slope.rise, -leg, leg,
                                 lift, thick);
            // Both legs end where they meet, over the ridge's middle.
            legs.push_back(b.placed(slope, cut(solid, Plane::through({0, 0, 0}, {0, -1, 0}))));
        }
        const auto& back = b.shell.slopes[0];
        b.add("roof/ridge-cap/" + std::to_string(++n), "ridge-cap", "roof", System::roof, Form::trim, "ridge-cap", {1, 0, 0},
              unit({0, 1, -back.rise}), std::move(legs));
    }
}

}  // namespace

void roofFrame(Builder& b) {
    const double spacing = inMm(readLength(b.s.choice("roof.spacing"), Units::imperial).value());
    const auto xs = layout(0, b.wide, spacing);
    const bool gable = b.shell.gable();
    // Beside each inner pair, to its right, or to its left where an end wall and what is fixed inside to it are too near. One nearer
    // still is held by that wall.
    std::vector<double> ties;
    const double last = b.wide - inMm(kWallDeep) - 2 * kIn;
    for (std::size_t i = 1; gable && i + 1 < xs.size(); ++i)
        if (xs[i] + 2 * kT <= last)
            ties.push_back(xs[i] + kT);
        else if (xs[i] <= last && xs[i] - kT >= xs[i - 1] + 2 * kT)
            ties.push_back(xs[i] - kT);
    for (const auto& slope : b.shell.slopes) {
        Covering side{b, slope, !gable ? "" : slope.toBack ? "back/" : "front/"};
        side.rafters(xs);
        // A tie's end comes down among the blocks, unless this wall is much the lower one.
        const bool tied = gable && side.over(slope.span - kT) > inMm(std::max(b.shell.lowWall(), b.shell.otherWall()));
        if (!gable) side.blocks(xs, true, {});
        side.blocks(xs, false, tied ? ties : std::vector<double>{});
        side.purlins();
        if (!gable) side.fascia(true);
        side.fascia(false), side.panels();
    }
    if (gable) ridge(b, ties);
}

}  // namespace oiko
