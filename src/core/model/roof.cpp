// Rafters with birdsmouths, blocks between them over the plates, fascia; purlins and panels, or a deck with its cover; the ridge.
#include <algorithm>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/catalog/stock.h"
#include "core/design/lean.h"
#include "core/model/builder.h"

namespace oiko {
std::string boardAtLeast(const Builder& b, double width) {
    for (const auto p : {"2x4", "2x6", "2x8", "2x10"})
        if (b.wideOf(p) >= width - kSameMm) return p;
    return "2x12";
}

namespace {

constexpr double kCapLeg = 6;        ///< in of a ridge cap on either slope
constexpr double kCapLap = 6 * kIn;  ///< of its metal lengths
constexpr double kDripLap = 2 * kIn;

/// One slope: rafters, blocks over the plates, purlins, fascia and panels. `name` goes before what a gable has twice.
struct Covering {
    Builder& b;
    const Slope& slope;
    std::string name;  ///< "" of a single slope, "front/" or "back/" in the shell's frame
    double plate = b.wallDeep, c = slope.cosine(), eave = slope.end, x0 = -b.before - b.rake, x1 = b.wide + b.past + b.rake;
    const RoofCover& cover = roofCover(coverOf(b.s));
    double lift = cover.decked ? 0 : b.two;  ///< what lies under the cover's own boards: purlins
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
    Solid lying(double q0, double q1, double xa, double xb, double up, double thick) const {
        return onSlope(xa, xb, slope.start, over(slope.start), slope.rise, q0, q1, up, thick);
    }

    void rafters(const std::vector<double>& xs) {
        const auto stock = b.s.choice("roof.rafter");
        if (indoors(b.s)) {
            for (const double x : xs)
                put("joist", tenths(x), "ceiling-joist", stock, down, normal,
                    {lying(0, length, x, x + b.two, -b.rafterDeep, b.rafterDeep)});
            return;
        }
        const double seat = inMm(slope.seat);
        std::vector<Seat> seats{{slope.span - seat, slope.span, inMm(slope.eave)}};
        if (!b.shell.gable()) seats.push_back({plate - seat, plate, inMm(b.shell.otherWall())});
        for (const auto& beam : farBeams()) seats.push_back({beam.seat0, beam.seat1, beam.top});
        const auto solids = [&](double x, std::vector<Seat> on) {
            return rafterSolids({x, b.two, b.rafterDeep, slope.rise, slope.under0, slope.start, eave, std::move(on)});
        };
        for (const double x : xs) put("rafter", tenths(x), "rafter", stock, down, normal, solids(x, seats));
        for (const double x : {x0, x1 - b.two})
            put("fly-rafter", x < 0 ? "left" : "right", "fly-rafter", stock, down, normal, solids(x, {}));
    }

    /// Of runs that these rafters go on over, beyond the eave's wall and beyond a high one.
    std::vector<FarBeam> farBeams() const {
        std::vector<FarBeam> beams;
        if (slope.past > 0) beams.push_back(farBeam(b.shell, b.sideName(slope.toBack ? 2 : 0)));
        if (slope.before > 0) beams.push_back(farBeam(b.shell, b.sideName(0)));
        return beams;
    }

    /// Over the plates' outer faces, and over the beams' of runs, up to the rafters' tops.
    void blocks(const std::vector<double>& xs) {
        if (!b.shell.gable()) blocks(xs, "high/", 0, inMm(b.shell.otherWall()));
        blocks(xs, "low/", slope.span - b.two, inMm(slope.eave));
        for (const auto& beam : farBeams()) {
            const bool high = beam.from < 0;
            blocks(xs, high ? "before/" : "past/", high ? beam.from : beam.to - b.two, beam.top);
        }
    }
    void blocks(const std::vector<double>& xs, const std::string& which, double v0, double foot) {
        const double height = over(v0 + b.two) - foot;
        const auto board = boardAtLeast(b, height);
        const double most = std::min(height, b.wideOf(board));
        const bool overBeam = which == "before/" || which == "past/";
        for (std::size_t i = 1; i < xs.size(); ++i)
            // None through an end wall's siding, where a run's own rafters begin.
            if (const bool through = (xs[i - 1] < b.wide - kSameMm && xs[i] > b.wide) || (xs[i - 1] < -kSameMm && xs[i] > -kSameMm);
                !through && xs[i] - xs[i - 1] - b.two >= 2 * kIn - kSameMm)
                put("block", which + tenths(xs[i]), "eave-block", board, {1, 0, 0}, {0, 0, 1},
                    {box({xs[i - 1] + b.two, v0, foot}, {xs[i], v0 + b.two, foot + most})});
            else if (through && overBeam)
                // Beyond the siding there is only the gap: a piece stands in it.
                put("block", which + tenths(xs[i]), "eave-block", "2x4", {0, 0, 1}, {1, 0, 0},
                    {box({xs[i - 1] + b.two, v0, foot}, {xs[i], v0 + b.two, foot + most})});
    }

    /// A member along the roof, in boards that meet over rafters; `solid` gives it between two places.
    template <class F>
    void along(const std::string& kind, const std::string& tag, const std::string& stock, Vec3 across, const std::vector<double>& xs,
               const F& solid, double first = 1e9) {
        inBoards(b.s, x0, x1, middlesOf(xs, b.two), first, [&](double from, double to, const std::string& n) {
            put(kind, tag + n, kind, stock, {1, 0, 0}, across, {solid(from, to)});
        });
    }

    /// Both edges, one over each wall to close the slot above its blocks, the rest at most 24 in apart.
    void purlins(const std::vector<double>& xs) {
        const double wide = b.wideOf("2x4");
        const auto at = [&](double v) { return (v - slope.start) / c - wide / 2; };
        const double lean = b.two * slope.rise;  // the lowest's top edge leans out: it starts so much higher that the fascia goes on plumb
        const double last = length - 2 * wide - lean;
        std::vector<double> lines{0};
        if (slope.before > 0) lines.push_back(std::max(at(b.two / 2 - slope.before), wide));
        if (!b.shell.gable() && !b.shell.leans) lines.push_back(std::max(at(b.two / 2), wide));
        lines.push_back(std::min(at(slope.span - b.two / 2), last));
        if (slope.past > 0) lines.push_back(std::min(at(slope.span + slope.past - b.two / 2), last));
        std::vector<double> starts{0};
        for (std::size_t i = 1; i < lines.size(); ++i) {
            const double from = lines[i - 1], way = lines[i] - from;
            const int bays = std::max(1, static_cast<int>(std::ceil(way / (24 * kIn) - 1e-9)));
            for (int k = 1; k <= bays; ++k) starts.push_back(from + way * k / bays);
        }
        starts.push_back(length - wide - lean);
        for (std::size_t i = 0; i < starts.size(); ++i)
            along(
                "purlin", std::to_string(i + 1), "2x4", down, xs,
                [&](double a, double e) { return lying(starts[i], starts[i] + wide, a, e, 0, b.two); }, i % 2 == 0 ? 1e9 : 96 * kIn);
        // Over the end walls the purlins leave slots under the panels, as high as they are thick; at the ends of a run under this roof too.
        for (std::size_t i = 1; i < starts.size(); ++i) {
            const double q0 = starts[i - 1] + wide, q1 = starts[i], v0 = slope.start + q0 * c, v1 = slope.start + q1 * c;
            if (q1 - q0 < 2 * kIn || v0 > slope.span + slope.past || v1 < -slope.before) continue;
            const auto filler = [&](const char* end, double x) {
                put("filler", std::to_string(i) + end, "filler", "2x2", down, {1, 0, 0}, {lying(q0, q1, x, x + b.two, 0, b.two)});
            };
            filler("/left", 0), filler("/right", b.wide - b.two);
            if (b.before > 0) filler("/before", -b.before);
            if (b.past > 0) filler("/past", b.wide + b.past - b.two);
        }
    }

    /// Mesh or sheets on level joists, in strips that meet over them.
    void ceiling(const std::vector<double>& xs) {
        const auto& kind = b.s.choice("ceiling.kind");
        const bool mesh = kind == "mesh";
        const std::string stock = mesh ? b.s.choice("mesh.kind") : kind;
        const int rows = mesh ? 1 : static_cast<int>(std::ceil(length / (96 * kIn) - 1e-9));
        int strip = 0;
        for (double from = x0; from < x1 - kSameMm; ++strip) {
            double to = x1;
            if (x1 - from > 48 * kIn + kSameMm)
                for (const double x : xs)
                    if (x + b.two / 2 <= from + 48 * kIn + kSameMm && x + b.two < x1 - kSameMm) to = x + b.two / 2;
            for (int row = 0; row < rows; ++row)
                put("ceiling", std::to_string(strip + 1) + (rows > 1 ? "/" + std::to_string(row + 1) : ""),
                    mesh ? "ceiling-mesh" : "ceiling-sheet", stock, down, {1, 0, 0},
                    {lying(length * row / rows, length * (row + 1) / rows, from, to, 0, inMm(thicknessOf(stock)))},
                    mesh ? Form::mesh : Form::sheet);
            from = to;
        }
    }

    void fascia(bool high, const std::vector<double>& xs) {
        const std::string board = b.s.choice("roof.rafter") == "2x4" ? "2x6" : "2x8";
        const double v0 = high ? slope.start - b.two : eave, base = over(high ? slope.start : eave + b.two) + lift / c;
        along("fascia", high ? "high" : "low", board, {0, 0, 1}, xs, [&](double a, double e) {
            return box({a, v0, base - b.wideOf(board)}, {e, v0 + b.two, base});
        });
    }

    void panels() {
        const double wide = inMm(ofProfile(catalog(), cover.stock).front()->a), drip = kIn, beyond = b.two / c + drip;
        // At a ridge the panels end at the uppermost purlin's edge, under the cap; against a wall under its metal.
        const double q0 = b.shell.gable() || b.shell.leans ? 0 : -beyond, q1 = length + beyond;
        // Clear ones where they lie over a run alone.
        const bool clear = b.s.applies("roof.over_run") && b.s.choice("roof.over_run") == "clear";
        int n = 0;
        for (double x = x0; x < x1 - kSameMm; x += wide) {
            const bool overRun = clear && ((b.before > 0 && x + wide <= 0) || (b.past > 0 && x >= b.wide));
            const std::string stock{overRun ? "clear" : cover.stock};
            put("panel", std::to_string(++n), "roof-panel", stock, down, {1, 0, 0},
                {lying(q0, q1, x, std::min(x + wide, x1), lift, inMm(thicknessOf(stock)))}, Form::panel);
        }
    }

    /// Boards on edge between the end rafters and the fly rafters, under the deck, at most 24 in apart; clear of the corner boards.
    void lookouts() {
        const double deep = b.wideOf("2x4");
        // The steeper, the farther their lower edges lean back towards the upper corner board.
        const double below = std::max(7 * kIn, b.wideOf("1x4") / c + b.two + kIn / 4),
                     above = std::max(6 * kIn, b.wideOf("1x4") / c + deep * slope.rise), off = inMm(runOffset(b.s));
        int n = 0;
        // From the siding, or from the mesh beside a run.
        const auto between = [&](double high, double low, bool mesh) {
            const double q0 = (high - slope.start) / c + above, q1 = (low - slope.start) / c - below;
            const int bays = std::max(1, static_cast<int>(std::ceil((q1 - q0) / (24 * kIn) - 1e-9)));
            for (int i = 0; i <= bays; ++i) {
                const double q = q0 + (q1 - q0) * i / bays;
                const auto tag = std::to_string(++n);
                for (const bool right : {false, true})
                    put("lookout", tag + (right ? "/right" : "/left"), "lookout", "2x4", {1, 0, 0}, normal,
                        {lying(q, q + b.two, right ? x1 - b.rake + (b.past > 0 || mesh ? kIn / 16 : b.walls[1].skin) : x0 + b.two,
                               right ? x1 - b.two : x0 + b.rake - (b.before > 0 || mesh ? kIn / 16 : b.walls[3].skin), -deep, deep)});
            }
        };
        if (slope.before > 0) between(-slope.before, -off, true);
        between(std::max(0.0, slope.start), slope.span, false);
        if (slope.past > 0) between(slope.span + off, slope.span + slope.past, true);
    }

    /// Sheets along the eave, joints over rafters and staggered by rows; then underlayment and the cover, from the eave upwards.
    void deck(const std::vector<double>& xs) {
        const auto sheet = b.s.choice("roof.deck");
        const double thick = inMm(thicknessOf(sheet)), felt = inMm(thicknessOf("felt")),
                     q0 = b.shell.gable() || b.shell.leans ? 0 : -b.two / c, q1 = length + b.two / c;
        const double total = q1 - q0, least = 4 * kIn, row = 48 * kIn, half = 24 * kIn;
        std::vector<double> rows{q1};
        const double rest = std::fmod(total, row);
        // No row narrower than 4 in: then the lowest is a half sheet less high.
        if (rest > kSameMm && rest < least) rows.push_back(q1 - half);
        while (rows.back() - row > q0 + kSameMm) rows.push_back(rows.back() - row);
        rows.push_back(q0);
        for (std::size_t r = 1; r < rows.size(); ++r) {
            double from = x0, most = r % 2 == 1 ? 96 * kIn : 48 * kIn;
            int column = 0;
            while (from < x1 - kSameMm) {
                double to = x1;
                if (x1 - from > most) {
                    // The last rafter's middle within reach that leaves the last sheet two rafters to lie on.
                    to = from;
                    for (const double x : xs)
                        if (const double joint = x + b.two / 2; joint > from + kSameMm && joint <= from + most && x1 - joint >= 30 * kIn)
                            to = joint;
                    if (to == from) to = std::min(from + most, x1);
                }
                put("deck", std::to_string(r) + "/" + std::to_string(++column), "roof-deck", sheet, {1, 0, 0}, down,
                    {lying(rows[r], rows[r - 1], from, to, 0, thick)}, Form::sheet);
                from = to, most = 96 * kIn;
            }
        }
        const auto strips = [&](const char* kind, std::string_view role, std::string_view stock, double seen, double lap, double at,
                                Form form) {
            const double sold = form == Form::roll ? inMm(longestRoll(stock) - kEndLap) : 1e9;
            int n = 0;
            for (double q = q1; q > q0 + kSameMm; q -= seen) {
                const auto number = std::to_string(++n);
                // Every other row's first strip is half as long, so that no two ends lie above one another.
                double most = n % 2 == 0 ? sold / 2 : sold;
                int strip = 0;
                for (double x = x0; x < x1 - kSameMm;) {
                    const double end = x1 - x > sold ? x + most : x1;
                    auto* p = put(kind, number + (end < x1 || strip > 0 ? "/" + std::to_string(strip + 1) : ""), role, std::string{stock},
                                  {1, 0, 0}, down, {lying(std::max(q0, q - seen), q, x, end, at, inMm(thicknessOf(stock)))}, form);
                    if (p) p->lapMm = lap, p->endLapMm = end < x1 ? inMm(kEndLap) : 0;
                    x = end, most = sold, ++strip;
                }
            }
        };
        const double lap = inMm(slope.pitch >= cover.singleFelt ? kFeltLap : kFeltDoubleLap);
        strips("underlayment", "underlayment", "felt", inMm(kFeltWide) - lap, lap, thick, Form::roll);
        const double seen = inMm(exposureAt(cover, slope.pitch));
        if (cover.shingled())
            strips("course", "shingles", cover.stock, seen, 0, thick + felt, Form::shingle);
        else
            strips("strip", "roll-strip", cover.stock, seen, inMm(ofProfile(catalog(), cover.stock).front()->a) - seen, thick + felt,
                   Form::roll);
        dripEdges(q0);
    }

    /// The leg that hangs down: over the fascia and over the fly rafters' outer faces.
    void dripEdges(double q0) {
        const double thick = inMm(thicknessOf("drip-edge")), leg = 1.5 * kIn, sold = 120 * kIn - kDripLap;
        const auto along = [&](const std::string& tag, double from, double to, Vec3 axis, Vec3 across, const auto& solid) {
            int n = 0;
            for (double at = from, next = 0; at < to - kSameMm; at = next) {
                // No crumb at the end: the last two share what there is.
                const double rest = to - at - sold;
                next = rest > kSameMm && rest < 6 * kIn ? (at + to) / 2 : std::min(at + sold, to);
                if (auto* p = put("drip-edge", tag + "/" + std::to_string(++n), "drip-edge", "drip-edge", axis, across, {solid(at, next)},
                                  Form::trim);
                    p && next < to - kSameMm)
                    p->endLapMm = kDripLap;
            }
        };
        const double low = eave + b.two, foot = over(low) - leg, high = slope.start - b.two;
        along("low", x0, x1, {1, 0, 0}, {0, 0, 1}, [&](double a, double e) { return box({a, low, foot}, {e, low + thick, foot + leg}); });
        if (!b.shell.gable() && !b.shell.leans)
            along("high", x0, x1, {1, 0, 0}, {0, 0, 1}, [&](double a, double e) {
                return box({a, high - thick, over(slope.start) - leg}, {e, high, over(slope.start)});
            });
        const double end = (eave - slope.start) / c, top = std::max(q0, 0.0);
        // Under a ridge both slopes' legs end where they meet, against a wall at its face.
        const auto side = [&](double a, double e, double x) {
            auto solid = lying(a, e, x, x + thick, -leg, leg);
            return b.shell.gable() || b.shell.leans ? cut(solid, Plane::through({0, 0, 0}, {0, -1, 0})) : solid;
        };
        along("left", top, end, down, normal, [&](double a, double e) { return side(a, e, x0 - thick); });
        along("right", top, end, down, normal, [&](double a, double e) { return side(a, e, x1); });
    }
};

/// Under the beam, each on a base of steel, over a footing in the ground or under the slab.
void innerPosts(Builder& b) {
    const double y = b.shell.slopes[0].y0, half = b.post / 2, base = inMm(kPostBase), wide = inMm(ridgeFooting(b.s, b.shell)) / 2;
    const bool earth = earthFloor(b.s);
    const double foot = earth ? 0 : b.floor, under = earth ? 0 : b.floor - inMm(kSlabThick),
                 thick = std::max(inMm(kRidgeFootingThick), wide - half);
    int n = 0;
    for (const double x : b.shell.ridgePosts) {
        const auto at = std::to_string(++n);
        b.add("ground/footing/ridge/" + at, "footing", "foundation", System::ground, Form::block, "concrete", {0, 0, 1}, {1, 0, 0},
              {box({x - wide, y - wide, under - thick}, {x + wide, y + wide, under})});
        b.add("roof/post/" + at + "/base", "post-base", "roof", System::roof, Form::block, std::string{b.shell.timber->postBase}, {0, 0, 1},
              {1, 0, 0}, {box({x - half, y - half, foot}, {x + half, y + half, foot + base})});
        b.lumber("roof/post/" + at, "roof-post", "roof", System::roof, earth ? "4x4pt" : "4x4", {0, 0, 1}, {0, 1, 0},
                 box({x - half, y - half, foot + base}, {x + half, y + half, b.floor + ridgeUndersideMm(b.shell)}));
    }
}

/// The ridge board, with a tie beside every inner pair of rafters, or the beam, and the cap over the panels' upper ends.
/// Source of the ties: IRC 2018 R802.5.2, from memory: no wider apart than 24 in.
void ridge(Builder& b, const std::vector<double>& xs, const std::vector<double>& ties) {
    const double y = b.shell.slopes[0].y0, half = inMm(b.shell.ridgeThick) / 2, x0 = -b.before - b.rake, x1 = b.wide + b.past + b.rake;
    // A board between rafters is parted where two of them hold it, a beam over a post alone.
    const auto joints = b.shell.beam.empty() ? middlesOf(xs, b.two) : ridgeJoints(b.shell);
    inBoards(b.s, x0, x1, joints, 1e9, [&](double from, double to, const std::string& tag) {
        b.lumber("roof/ridge" + tag, "ridge", "roof", System::roof, std::string{ridgeStock(b.shell)}, {1, 0, 0}, {0, 0, 1},
                 box({from, y - half, b.floor + ridgeUndersideMm(b.shell)}, {to, y + half, b.floor + ridgeTopMm(b.shell)}));
    });
    innerPosts(b);
    const double foot = b.floor + inMm(std::max(b.shell.lowWall(), b.shell.otherWall()));
    if (b.shell.beam.empty())
        for (const double x : ties) {
            // Between the blocks over both walls' outer faces.
            auto tie = box({x, b.two, foot}, {x + b.two, b.deep - b.two, foot + inMm(tieDeep(b.shell))});
            tie = cut(cut(tie, b.belowTop(0)), b.belowTop(b.deep));
            b.lumber("roof/tie/" + tenths(x), "rafter-tie", "roof", System::roof, "2x4", {0, 1, 0}, {0, 0, 1}, std::move(tie));
        }
    // The cap: metal in 10 ft lengths lapped 6 in; of a decked roof its own cover, in one strip.
    const auto& cover = roofCover(b.s.choice("roof.cover"));
    const std::string stock{cover.decked ? cover.stock : "ridge-cap"};
    const double sold = !cover.decked      ? 120 * kIn - kCapLap
                        : cover.shingled() ? 1e6
                                           : inMm(longestRoll(cover.stock) - kEndLap),
                 leg = kCapLeg * kIn, thick = inMm(thicknessOf(stock));
    const double lift = cover.decked ? inMm(thicknessOf(b.s.choice("roof.deck")) + thicknessOf("felt") + thicknessOf(cover.stock))
                                     : b.two + inMm(thicknessOf(cover.stock));
    // Its legs meet where the slopes do, that much to the back of the ridge's middle: under unlike pitches the steeper one's is higher
    // there.
    const auto& back = b.shell.slopes[0];
    const auto& front = b.shell.slopes[1];
    const auto above = [&](const Slope& slope) { return slope.over(0, b.rafterDeep) + lift / slope.cosine(); };
    const double meet = (above(back) - above(front)) / (back.rise + front.rise);
    int n = 0;
    for (double x = x0; x < x1 - kSameMm; x += sold) {
        std::vector<Solid> legs;
        for (const auto& slope : b.shell.slopes) {
            auto solid =
                onSlope(x, std::min(x + sold, x1), slope.start, slope.over(slope.start, b.rafterDeep), slope.rise, -leg, leg, lift, thick);
            legs.push_back(b.placed(slope, cut(solid, Plane::through({0, slope.toBack ? meet : -meet, 0}, {0, -1, 0}))));
        }
        auto* p = b.add("roof/ridge-cap/" + std::to_string(++n), "ridge-cap", "roof", System::roof,
                        !cover.decked      ? Form::trim
                        : cover.shingled() ? Form::shingle
                                           : Form::roll,
                        stock, {1, 0, 0}, {0, 1, 0}, std::move(legs));
        if (cover.decked) p->lapMm = 2 * leg - p->extent(p->wide);
        if (x + sold < x1 - kSameMm) p->endLapMm = !cover.decked ? kCapLap : p->form == Form::roll ? inMm(kEndLap) : 0;
    }
}

/// The wall that it leans on, and the metal that is bent from it out over the roof: in 10 ft, each lapping the next by 4 in.
void leanedOn(Builder& b) {
    const auto& slope = b.shell.slopes[0];
    const double gap = inMm(kLeanGap), beyond = inMm(kLeanBeyond) + b.rake, x0 = -b.rake, x1 = b.wide + b.rake;
    const Bounds lies{{-beyond, -gap - inMm(kLeanThick), 0}, {b.wide + beyond, -gap, 0}};
    b.add("ground/leaned-on", leansOnGlass(b.s) ? "leaned-glass" : "leaned-wall", "foundation", System::ground, Form::block,
          leansOnGlass(b.s) ? "glass" : "masonry", {1, 0, 0}, {0, 0, 1},
          {cut(box({lies.low.x, lies.low.y, b.ground.lowest(lies)}, {lies.high.x, lies.high.y, inMm(b.s.length("lean.height"))}),
               b.ground.above())});
    const double thick = inMm(thicknessOf("wall-flashing")), leg = inMm(kFlashingLeg), sold = 120 * kIn, lift = inMm(roofThick(b.s)),
                 on = slope.over(0, b.rafterDeep) + lift / slope.cosine();
    const int n = x1 - x0 <= sold ? 1 : static_cast<int>(std::ceil((x1 - x0) / (sold - 4 * kIn)));
    for (int i = 0; i < n; ++i) {
        const double a = x0 + (x1 - x0) * i / n, e = x0 + (x1 - x0) * (i + 1) / n;
        // Its lower leg reaches back to the other's face.
        auto below = cut(onSlope(a, e, 0, slope.over(0, b.rafterDeep), slope.rise, -(lift + thick) * slope.rise - gap,
                                 leg - lift * slope.rise, lift, thick),
                         Plane::through({0, thick - gap, 0}, {0, -1, 0}));
        if (auto* p =
                b.add("roof/flashing/" + std::to_string(i + 1), "flashing", "roof", System::roof, Form::trim, "wall-flashing", {1, 0, 0},
                      {0, 1, 0}, {b.placed(slope, box({a, -gap, on}, {e, thick - gap, on + leg})), b.placed(slope, std::move(below))});
            p && i + 1 < n)
            p->endLapMm = 4 * kIn;
    }
}

}  // namespace

void roofFrame(Builder& b) {
    const double spacing = inMm(readLength(b.s.choice("roof.spacing"), Units::imperial).value());
    // Over the coop and, on layouts of their own, over the runs that the roof goes on over; a pair stands beside either end wall there.
    auto xs = raftersOver(b.wide, spacing, b.two);
    auto ties = tiesBeside(xs, b.wide, b.wallDeep, b.two);
    const double off = inMm(runOffset(b.s));
    // Over a run the outermost pair needs none either: a post carries its ridge, and it pushes nothing outwards.
    for (const bool past : {false, true}) {
        const double length = (past ? b.past : b.before) - off;
        if (length <= 0) continue;
        const auto starts = blockable(layout(0, length, spacing, b.two), b.two);
        const double from = past ? b.wide + off : -off, way = past ? 1 : -1;
        const auto left = [&](double x) { return past ? from + x : from - x - b.two; };
        for (std::size_t i = 0; i < starts.size(); ++i) {
            xs.push_back(left(starts[i]));
            if (i + 1 < starts.size() && starts[i] + 2 * b.two <= length - b.post) ties.push_back(xs.back() + way * b.two);
        }
    }
    std::ranges::sort(xs);
    for (const auto& slope : b.shell.slopes) {
        Covering side{b, slope, !b.shell.gable() ? "" : slope.toBack ? "back/" : "front/"};
        side.rafters(xs);
        side.blocks(xs);
        if (indoors(b.s)) return side.ceiling(xs);
        if (!b.shell.gable() && !b.shell.leans) side.fascia(true, xs);
        side.fascia(false, xs);
        if (side.cover.decked)
            side.lookouts(), side.deck(xs);
        else
            side.purlins(xs), side.panels();
    }
    if (b.shell.gable()) ridge(b, xs, ties);
    if (b.shell.leans) leanedOn(b);
}

}  // namespace oiko
