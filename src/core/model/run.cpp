// Runs under a lower roof of their own, with beams, rafters and purlins, and runs that the coop's roof goes on over, past its ends or
// down from a wall that rafters lie on.
#include <algorithm>
#include <array>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/design/rules.h"
#include "core/model/runner.h"

namespace oiko {
namespace {

/// Rafters that fall away from the coop over two beams: heights above grade, v outwards from the inner posts' inner faces.
struct Rafters {
    double high, rise, low;  ///< top of the beam beside the coop, and of the outer one
    std::string stock;
    double apart, deep, seat, zu, c;

    Rafters(Builder& b, const RunPlace& run) : high{inMm(runHeight(b.s, run))}, rise{std::tan(inRadians(b.s.angle(run.key + ".pitch")))} {
        const double length = inMm(run.length);
        low = high - rise * (length - b.post);
        const auto rafters = runRafters(b.s, run);
        stock = rafters.size, apart = inMm(rafters.apart);
        deep = b.wideOf(stock), c = 1 / std::sqrt(1 + rise * rise);
        seat = inMm(birdsmouthSeat(mm(deep), pitch(rise, 1), b.shell.timber->post));
        zu = low + rise * (length - seat);
    }
    double under(double v) const { return zu - rise * v; }
    double over(double v) const { return under(v) + deep / c; }
};

/// Under a roof of its own, lower than the coop's.
struct OwnRoof final : Runner {
    const Rafters r;
    const double high = r.high, rise = r.rise, low = r.low, rafterDeep = r.deep, seat = r.seat, zu = r.zu, c = r.c;
    const std::string& rafterStock = r.stock;

    OwnRoof(Builder& builder, const std::string& key) : Runner{builder, key}, r{builder, place} {}

    /// Where a member over the run's width is parted, over supports so wide.
    std::vector<double> joints(const std::vector<double>& supports, double supportWide, double first = 1e9) const {
        return boardEnds(b.s, 0, width, middles(supports, supportWide), first);
    }
    double under(double v) const { return r.under(v); }
    double over(double v) const { return r.over(v); }

    /// A solid built with y outwards and x along the side, from grade, brought to its place.
    Solid placed(Solid s) const {
        for (auto& p : s.vertices) p = at(p.x, p.y, p.z);
        // Left of the coop's outside x and y may be mirrored: then the faces turn round.
        if (dot(cross(w.u, out), up) < 0)
            for (auto& f : s.faces) std::ranges::reverse(f);
        return s;
    }

    /// On a wall open to the air, which wears mesh: before what lies on that, or a corner board, as thick as the siding.
    void packing(const std::string& name, double ua, double ub, double za, double zb, bool upright) {
        if (!w.open()) return;
        const auto& kind = skin(b.s.choice("skin.kind"));
        const double deep = kMesh + b.one;
        const auto solid = box(w.at(ua, -deep, za - b.floor), w.at(ub, -deep - b.skinThick, zb - b.floor));
        b.add(row + "/packing/" + name, "closer", "run", System::run, kind.boards() ? Form::lumber : Form::sheet,
              kind.boards() ? upright             ? "1x4"
                              : zb - za > 4 * kIn ? "1x6"
                                                  : "1x2"
                            : std::string{kind.stock},
              upright ? up : w.u, upright ? w.u : up, {solid});
    }
    /// The same along the run's width, in equal lengths that a sheet has.
    void packingAlong(const std::string& name, double za, double zb) {
        const int n = static_cast<int>(std::ceil(beside / (96 * kIn) - 1e-9));
        for (int i = 0; i < n; ++i)
            packing(name + "/" + std::to_string(i + 1), u0 + beside * i / n, u0 + beside * (i + 1) / n, za, zb, false);
    }
    double face() const { return w.open() ? w.skin : b.skinThick; }  ///< of what the wall wears there

    /// Strips on the siding behind the posts beside it, where no corner board stands, and one along the beam, under the roof.
    void strips() {
        // Down the siding; a little past its foot where the run ends just above that.
        const double t = face(), bottom = std::min(b.skinFoot(), high - 2.25 * kIn);
        std::vector<std::pair<double, double>> taken;
        const auto corner = corners();
        taken.emplace_back(-1e9, corner[0]), taken.emplace_back(corner[1], 1e9);
        for (const bool right : {false, true}) {
            const double post = u0 + (right ? beside - b.post : 0);
            if (post < corner[0] || post + b.post > corner[1]) continue;
            b.lumber(row + "/closer/" + (right ? "right" : "left"), "closer", "run", System::run, "1x4", up, w.u,
                     box(w.at(post, -t, bottom - b.floor), w.at(post + b.post, -t - b.one, high - b.floor)));
            packing(right ? "right" : "left", post, post + b.post, bottom, high - b.wideOf("1x2"), true);
            taken.emplace_back(post, post + b.post);
        }
        std::ranges::sort(taken);
        const double deep = b.wideOf("1x2");
        packingAlong("beam", high - deep, high);
        int n = 0;
        for (std::size_t i = 1; i < taken.size(); ++i) {
            const double from = std::max(taken[i - 1].second, u0), to = std::min(taken[i].first, u0 + beside);
            if (to - from >= 2 * kIn)
                inBoards(b.s, from, to, b.studMiddles(w), 1e9, [&](double a, double e, const std::string&) {
                    b.lumber(row + "/closer/beam/" + std::to_string(++n), "closer", "run", System::run, "1x2", w.u, up,
                             box(w.at(a, -t, high - deep - b.floor), w.at(e, -t - b.one, high - b.floor)));
                });
        }
    }

    /// Where its roof meets the coop: a board on the siding, and metal bent from its face out over the panels.
    void flashing() {
        const auto f = flashingOn(b, place);
        if (!f) return;
        const auto corner = corners();
        const double from = std::max(u0, corner[0]), to = std::min(u0 + beside, corner[1]), t = face();
        packingAlong("flashing", f->foot, f->head);
        inBoards(b.s, from, to, b.studMiddles(w), 1e9, [&](double a, double e, const std::string& tag) {
            if (e - a >= 2 * kIn)
                b.lumber(row + "/flashing-board" + tag, "flashing-board", "run", System::run, "1x6", w.u, up,
                         box(w.at(a, -t, f->foot - b.floor), w.at(e, -t - b.one, f->head - b.floor)));
        });
        // Sold in 10 ft, each lapping the next by 4 in; the board's face is a sixteenth behind the posts.
        const std::string stock{roofCover(place.top).stock};
        const double thick = inMm(thicknessOf("wall-flashing")), sold = 120 * kIn, lift = b.two + inMm(thicknessOf(stock));
        const double behind = w.open() ? 0 : -kMesh;  // a packing's face lies at the posts
        const int n = beside <= sold ? 1 : static_cast<int>(std::ceil(beside / (sold - 4 * kIn)));
        for (int i = 0; i < n; ++i) {
            const double a = beside * i / n, e = beside * (i + 1) / n;
            if (auto* p = put("flashing/" + std::to_string(i + 1), "flashing", Form::trim, "wall-flashing", w.u, out,
                              {cuboid(a, e, behind, behind + thick, f->roof, f->head),
                               cut(placed(onSlope(a, e, 0, over(0), rise, -(lift + thick) * rise - 2 * kMesh,
                                                  inMm(kFlashingLeg) - lift * rise, lift, thick)),
                                   Plane::through(at(0, behind + thick, 0), out * -1))});
                p && i + 1 < n)
                p->endLapMm = 4 * kIn;
        }
    }

    double closedTo() const override { return high; }

    void frame() override {
        const auto& top = place.top;
        const auto roofed = top != "mesh";
        const double deep = beamDeep();
        const std::vector<Plane> underRafters{Plane::through(at(0, 0, under(0)), out * rise + up)},
            underRoof{Plane::through(at(0, 0, over(0)), out * rise + up)};
        for (std::size_t i = 0; i < inner.size(); ++i) post("inner/" + std::to_string(i + 1), inner[i], 0, high - deep);
        for (std::size_t i = 0; i < fronts.size(); ++i) post("outer/" + std::to_string(i + 1), fronts[i], length - b.post, low - deep);
        for (std::size_t i = 1; i + 1 < sides.size(); ++i) {
            post("left/" + std::to_string(i), 0, sides[i], over(sides[i]), underRafters);
            post("right/" + std::to_string(i), width - b.post, sides[i], over(sides[i]), underRafters);
        }
        for (const bool outer : {false, true}) {
            const auto ends = joints(outer ? fronts : inner, b.post, width);
            const double v = outer ? length - b.post : 0, head = outer ? low : high;
            for (std::size_t i = 1; i < ends.size(); ++i)
                lumber(std::string{outer ? "beam/outer" : "beam/inner"} + (ends.size() > 2 ? "/" + std::to_string(i) : ""), "run-beam",
                       beamStock(), w.u, deep > b.post + kSameMm ? up : out,
                       cuboid(ends[i - 1], ends[i], v, v + b.post, head - deep, head));
        }
        const auto xs = blockable(layout(0, width, r.apart, b.two), b.two);
        const Vec3 slope = unit(out + up * -rise), normal = unit(out * rise + up);
        for (const double x : xs) {
            auto solids = rafterSolids({x,
                                        b.two,
                                        rafterDeep,
                                        rise,
                                        zu,
                                        0,
                                        length + inMm(kRunTails),
                                        {{b.post - seat, b.post, high}, {length - seat, length, low}}});
            for (auto& s : solids) s = placed(std::move(s));
            put("rafter/" + tenths(x), "rafter", Form::lumber, rafterStock, slope, normal, std::move(solids));
        }
        for (const bool outer : {false, true}) {
            const double v = outer ? length - b.two : 0, foot = outer ? low : high;
            // As high as the rafters beside it are there; of a wider board where the slope is steep.
            const double height = over(v + b.two) - foot;
            const auto stock = height <= rafterDeep + kSameMm ? rafterStock : boardAtLeast(b, height);
            for (std::size_t i = 1; i < xs.size(); ++i)
                lumber(std::string{outer ? "eave-block/outer/" : "eave-block/inner/"} + tenths(xs[i]), "eave-block", stock, w.u, up,
                       cuboid(xs[i - 1] + b.two, xs[i], v, v + b.two, foot, foot + height));
        }
        if (roofed) {
            const double total = (length + inMm(kRunTails)) / c;
            // One over each beam, to close the slot above its blocks, the rest at most 24 in apart; the last at the eave.
            const double lastOver = (length - b.two / 2) / c - b.post / 2;
            const int bays = std::max(1, static_cast<int>(std::ceil(lastOver / (24 * kIn) - 1e-9)));
            std::vector<double> starts;
            for (int i = 0; i <= bays; ++i) starts.push_back(lastOver * i / bays);
            starts.push_back(total - b.post);
            for (std::size_t i = 0; i < starts.size(); ++i) {
                const double q = starts[i];
                const auto ends = joints(xs, b.two, i % 2 == 0 ? width : 96 * kIn);
                for (std::size_t k = 1; k < ends.size(); ++k)
                    lumber("purlin/" + std::to_string(i + 1) + (ends.size() > 2 ? "/" + std::to_string(k) : ""), "purlin", "2x4", w.u,
                           slope, placed(onSlope(ends[k - 1], ends[k], 0, over(0), rise, q, q + b.post, 0, b.two)));
                // Between the purlins, over both sides' rafters: the mesh ends below.
                if (i + 2 < starts.size())
                    for (const double x : {0.0, width - b.two})
                        lumber("filler/" + std::to_string(i + 1) + (x > 0 ? "/right" : "/left"), "filler", "2x2", slope, w.u,
                               placed(onSlope(x, x + b.two, 0, over(0), rise, q + b.post, starts[i + 1], 0, b.two)));
            }
            const std::string stock{roofCover(top).stock};
            const double wide = inMm(ofProfile(catalog(), stock).front()->a);
            int n = 0;
            for (double x = 0; x < width - kSameMm; x += wide)
                put("panel/" + std::to_string(++n), "roof-panel", Form::panel, stock, slope, w.u,
                    {placed(onSlope(x, std::min(x + wide, width), 0, over(0), rise, 0, total + kIn, b.two, inMm(thicknessOf(stock))))});
        } else {
            int n = 0;
            const double total = length / c;
            for (double x = 0; x < width - kSameMm; x += 48 * kIn)
                put("mesh/top/" + std::to_string(++n), "run-mesh", Form::mesh, upperKind, slope, w.u,
                    {placed(onSlope(x, std::min(x + 48 * kIn, width), 0, over(0), rise, 0, total, 0, kMesh))});
        }
        strips();
        flashing();
        for (const auto* which : {"left", "outer", "right", "past"}) {
            if (width <= beside && which == std::string_view{"past"}) continue;
            auto s = side(which);
            if (s.frame.sloping) {
                // On the sides the mesh laps the end rafters.
                s.top = [this](double x) { return over(x); }, s.under = [this](double x) { return under(x); };
                s.roof = underRoof, s.rafters = underRafters, s.railsBelow = under(length) - kIn;
            } else {
                // Outside, the rafters' tails come down over the beam's face.
                const bool outer = s.name == "outer";
                const double edge = outer ? under(length + kMesh) : over(0);
                s.top = [edge](double) { return edge; };
                // A gate swings out below their ends.
                if (outer) s.swingsBelow = under(length + inMm(kRunTails)) - kIn / 8;
                s.beam = (outer ? low : high) - deep, s.railsBelow = *s.beam;
            }
            walls.push_back(std::move(s));
        }
    }
};

/// Under the coop's rafters, which go on beyond the wall that they lie on, to a beam at the far end.
struct UnderRafters final : Runner {
    using Runner::Runner;

    void frame() override {
        // Level out from the coop the rafters fall, or over a high wall rise.
        const bool high = !b.shell.eaveSide(place.side);
        const double y0 = w.local == 2 ? b.deep : 0, from = w.local == 2 ? v0 : -v0, way = w.local == 2 ? 1 : -1;
        const auto yAt = [=](double v) { return y0 + from + way * v; };
        const std::vector<Plane> rafters{b.below(y0 + way, 0)}, roof{b.belowTop(y0 + way)};
        const double deep = beamDeep(), head = b.floor + farBeam(b.shell, place.side).top;
        for (std::size_t i = 0; i < inner.size(); ++i)
            post("inner/" + std::to_string(i + 1), inner[i], 0, b.over(yAt(high ? b.post : 0)), rafters);
        for (std::size_t i = 0; i < fronts.size(); ++i) post("outer/" + std::to_string(i + 1), fronts[i], length - b.post, head - deep);
        for (std::size_t i = 1; i + 1 < sides.size(); ++i) {
            const double top = b.over(yAt(sides[i] + (high ? b.post : 0)));
            post("left/" + std::to_string(i), 0, sides[i], top, rafters);
            post("right/" + std::to_string(i), width - b.post, sides[i], top, rafters);
        }
        const auto ends = boardEnds(b.s, 0, width, middles(fronts, b.post));
        for (std::size_t i = 1; i < ends.size(); ++i)
            lumber("beam/outer" + (ends.size() > 2 ? "/" + std::to_string(i) : ""), "run-beam", beamStock(), w.u, up,
                   cuboid(ends[i - 1], ends[i], length - b.post, length, head - deep, head));
        for (const auto* which : {"left", "outer", "right"}) {
            auto s = side(which);
            if (s.frame.sloping) {
                double start = 0;
                if (round(s.name == "right")) {
                    start = -v0, s.fromCorner = true;
                    s.frame.origin = s.frame.origin + s.frame.u * start, s.frame.length -= start;
                    for (double& post : s.posts) post -= start;
                    s.posts.front() = -b.post;
                }
                s.top = [this, yAt, start](double x) { return b.over(yAt(start + x)); };
                s.under = [this, yAt, start](double x) { return b.under(yAt(start + x)); };
                s.roof = roof, s.rafters = rafters, s.railsBelow = std::min(b.under(yAt(0)), b.under(yAt(length))) - kIn;
            } else {
                // The tails come down over the beam's face; over a high one they rise outwards.
                const double top = std::min(b.under(yAt(length)), b.under(yAt(length + kMesh)));
                s.top = [top](double) { return top; };
                s.beam = head - deep, s.railsBelow = *s.beam;
                s.swingsBelow = inMm(roofEdge(b.shell, place.side)) - kIn;
            }
            walls.push_back(std::move(s));
        }
    }
};

/// Under the coop's roof, which goes on over it past an end: rafters, purlins and cover are the roof's. Beams along both eaves carry them.
struct SharedRoof final : Runner {
    using Runner::Runner;

    void frame() override {
        const std::vector<Plane> rafters{b.below(0, 0), b.below(b.deep, 0)}, roof{b.belowTop(0), b.belowTop(b.deep)};
        const auto ridge = b.shell.ridgeOn(place.side);
        const double deep = beamDeep();
        for (const bool right : {false, true}) {
            const std::string name = right ? "right" : "left";
            const bool front = right == (w.local == 3);  // of the shell
            const double y = front ? 0 : b.deep, eave = b.floor + inMm(front ? b.shell.otherWall() : b.shell.lowWall());
            const double u = right ? width - b.post : 0;
            const auto ends = boardEnds(b.s, 0, length, middles(sides, b.post));
            for (std::size_t i = 1; i < ends.size(); ++i)
                lumber("beam/" + name + (ends.size() > 2 ? "/" + std::to_string(i) : ""), "run-beam", beamStock(), out, up,
                       cuboid(u, u + b.post, ends[i - 1], ends[i], eave - deep, eave));
            post("inner/" + std::string{right ? "2" : "1"}, u, 0, eave - deep);
            post("outer/" + (right ? std::to_string(fronts.size()) : "1"), u, length - b.post, eave - deep);
            for (std::size_t i = 1; i + 1 < sides.size(); ++i) post(name + "/" + std::to_string(i), u, sides[i], eave - deep);
            auto s = side(name);
            s.beam = eave - deep, s.railsBelow = *s.beam;
            s.swingsBelow = inMm(roofEdge(b.shell, b.sideName(front ? 0 : 2))) - kIn;
            // The tails come down over the beam's face; over a high wall they rise outwards.
            const double top = std::min(b.under(y), b.under(front ? y - kMesh : y + kMesh));
            s.top = [top](double) { return top; };
            if (!round(right)) walls.push_back(std::move(s));
        }
        for (std::size_t i = 1; i + 1 < fronts.size(); ++i)
            post("outer/" + std::to_string(i + 1), fronts[i], length - b.post,
                 ridge ? b.floor + ridgeUndersideMm(b.shell) : b.floor + inMm(b.shell.tallestPanel()), rafters, true);
        auto s = side("outer");
        s.top = [this](double x) { return b.over(w.yAt(x)); };
        s.under = [this](double x) { return b.under(w.yAt(x)); };
        s.roof = roof, s.rafters = rafters, s.railsBelow = 1e9;
        if (ridge) {
            // The ridge board passes through.
            s.bend = inMm(*ridge);
            const double half = inMm(b.shell.ridgeThick) / 2;
            s.holes.push_back({"roof", "ridge", s.bend - half, s.bend + half, b.floor + ridgeUndersideMm(b.shell), 1e6});
        }
        walls.push_back(std::move(s));
    }
};

}  // namespace

std::optional<Flashing> flashingOn(Builder& b, const RunPlace& run) {
    if (run.shared || run.top == "mesh") return std::nullopt;
    const auto& w = b.wall(run.side);
    const Rafters r{b, run};
    const double from = inMm(run.at), to = from + inMm(run.along), face = b.skinThick + b.one;
    const double roof = r.over(0) + (b.two + inMm(thicknessOf(std::string{roofCover(run.top).stock}))) / r.c;
    double head = roof + inMm(kFlashingLeg);
    for (const auto& h : w.holes) {
        const double casing = h.kind == "vent" ? 0 : b.wideOf("1x3");
        if (h.u1 + casing > from + kTouchMm && h.u0 - casing < to - kTouchMm && b.floor + h.z1 > roof)
            head = std::min(head, b.floor + h.z0 - casing);
    }
    // Rafters' tails come down over it, or the roof rises along it.
    for (const double y : w.sloping      ? std::array{w.yAt(from), w.yAt(to)}
                          : w.local == 0 ? std::array{0.0, -face}
                                         : std::array{b.deep, b.deep + face})
        head = std::min(head, b.under(y) - kIn / 4);
    return Flashing{std::max(roof - 1.5 * kIn, head - b.wideOf("1x6")), roof, head};
}

void run(Builder& b) {
    std::vector<std::unique_ptr<Runner>> runs;
    for (const int n : b.s.rows("runs")) {
        const auto key = runKey(n);
        if (underRafters(b.s, key))
            runs.push_back(std::make_unique<UnderRafters>(b, key));
        else if (underCoopsRoof(b.s, key))
            runs.push_back(std::make_unique<SharedRoof>(b, key));
        else
            runs.push_back(std::make_unique<OwnRoof>(b, key));
        runs.back()->build();
    }
    aprons(b, runs);
}

}  // namespace oiko
