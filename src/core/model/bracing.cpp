// Boards let into studs and plates aslant: they hold a wall square whose skin does not.
#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

#include "core/design/bracing.h"
#include "core/design/existing.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr std::array kLeans{60.0, 55.0, 50.0, 45.0};  ///< degrees, the least first that it takes of the wall

/// A band that falls along the wall from its lower edge's head at `head`; `way` is 1 where it falls to the right.
struct Band {
    double way, head, rise, upright;  ///< along the wall; tangent; the board's width measured plumb
    double top0, topRise;             ///< what it goes up to, by the way it has gone
    double gone(double u) const { return (u - head) * way; }
    double top(double x) const { return top0 + topRise * x; }
    double lower(double x) const { return top0 - rise * x; }
    double nose() const { return upright / (rise + topRise); }  ///< where its upper edge meets the top
    double foot() const { return (top0 + upright) / rise; }     ///< where that meets the bottom
    bool crosses(const Bounds& o) const {
        const double a = gone(way > 0 ? o.low.x : o.high.x), e = gone(way > 0 ? o.high.x : o.low.x);
        return e > kSameMm && a < foot() - kSameMm && lower(std::max(a, 0.0)) + upright > o.low.z + kSameMm &&
               lower(e) < o.high.z - kSameMm;
    }
    double from() const { return way > 0 ? head : head - foot(); }
    double to() const { return way > 0 ? head + foot() : head; }
};

struct Bracer {
    Builder& b;
    WallFrame& w;
    const double wide = b.wideOf("1x4");
    std::vector<std::pair<std::size_t, Bounds>> own{};  ///< the wall's own lumber, and where on it each lies
    std::vector<Bounds> barred{};  ///< what no brace may cross: what opens, what carries over it, the ridge and the post under it

    Bounds onWall(const Part& p) const {
        Bounds box;
        for (const auto& solid : p.solids)
            for (const auto& v : solid.vertices) box.add(Vec3{dot(v - w.origin, w.u), 0, v.z - b.floor});
        return box;
    }
    /// Up to the upper face of the plate on the studs; to the beam that lies on posts, which is not cut.
    double top(double u) const {
        const double under = b.underPlates(w, u, inMm(b.shell.plates));
        return b.shell.posted ? under : under + b.two / (w.sloping ? b.shell.slopeAt(w.yAt(u)).cosine() : 1);
    }
    /// Whether it has wood behind its head: a plate, or what stands under a beam.
    bool held(const Band& band) const {
        const double middle = band.head + band.way * band.nose() / 2, half = b.two / 2;
        return !b.shell.posted || std::ranges::any_of(own, [&](const auto& x) {
            const auto& [i, box] = x;
            return b.model.parts[i].along.z > 0.9 && box.low.x <= middle - half && box.high.x >= middle + half &&
                   box.high.z >= band.top0 - b.two;
        });
    }

    std::optional<Band> at(double head, double way) const {
        for (const double lean : kLeans) {
            const double rise = std::tan(lean * kPi / 180), near = head + way * kIn;
            const Band band{way, head, rise, wide / std::cos(lean * kPi / 180), top(head), (top(near) - top(head)) / kIn};
            const double nose = head + way * band.nose(), foot = head + way * band.foot();
            if (foot < w.from - kSameMm || foot > w.to + kSameMm || nose < w.from || nose > w.to) continue;
            if (band.foot() * std::cos(lean * kPi / 180) + band.top0 * std::sin(lean * kPi / 180) > inMm(longestBoard(b.s)) - 1) continue;
            // On one slope alone.
            if (std::fabs(band.top(band.nose()) - top(nose)) > kSameMm) continue;
            if (std::ranges::none_of(barred, [&](const Bounds& o) { return band.crosses(o); }) && held(band)) return band;
        }
        return std::nullopt;
    }
    /// The first that fits from `from` on towards `to`, with its head at an upright's side first.
    std::optional<Band> firstFrom(double from, double to, double way) const {
        for (double u = from; way > 0 ? u <= to : u >= to; u += way * kIn)
            if (const auto band = at(u, way)) return band;
        return std::nullopt;
    }

    void place(const Band& band, int n) {
        const auto on = [&](double x, double z) { return w.at(band.head + band.way * x, 0, z); };
        const double nose = band.nose(), foot = band.foot();
        const Vec3 outline[] = {on(0, band.top0), on(band.top0 / band.rise, 0), on(foot, 0), on(nose, band.top(nose))};
        const Vec3 down = unit(w.u * band.way + Vec3{0, 0, -band.rise}), across = unit(w.u * band.way * band.rise + Vec3{0, 0, 1});
        const auto edge = Plane::through(outline[0], across), far = Plane::through(outline[2], across);
        const auto back = Plane::through(w.at(0, b.one, 0), w.inward * -1);  // keeps what lies behind it
        const auto turned = [](Plane p) { return Plane{p.normal * -1, -p.offset}; };
        for (const auto& [part, box] : own) {
            auto& p = b.model.parts[part];
            if (p.role == "cap-plate" || !band.crosses(box)) continue;
            std::vector<Solid> kept;
            double whole = 0, left = 0;
            for (const auto& solid : p.solids)
                for (auto piece : {cut(solid, edge), cut(cut(cut(solid, turned(edge)), far), back), cut(solid, turned(far))})
                    if (!piece.empty() && volume(piece) > 1) kept.push_back(std::move(piece));
            for (const auto& solid : p.solids) whole += volume(solid);
            for (const auto& piece : kept) left += volume(piece);
            if (whole - left < 0.01) continue;
            if (p.blank.empty()) p.blank = p.solids;
            p.solids = std::move(kept);
        }
        if (auto* p = b.lumber(w.side + "/let-in/" + std::to_string(n), "let-in-brace", w.assembly(), System::walls, "1x4", down, across,
                               prism(outline, w.inward * b.one)))
            p->side = w.side;
    }

    void build() {
        for (const auto& h : w.holes) barred.push_back({{h.u0, 0, h.z0}, {h.u1, 0, h.z1}});
        for (std::size_t i = 0; i < b.model.parts.size(); ++i) {
            const auto& p = b.model.parts[i];
            if (p.side != w.side || p.system != System::walls || p.form != Form::lumber) continue;
            own.emplace_back(i, onWall(p));
            if (p.role == "header" || p.role == "sill" || p.role == "ridge-post" || p.opening == "nests")
                barred.push_back(own.back().second);
        }
        if (const auto ridge = b.shell.ridgeOn(w.side)) {
            const double at = inMm(*ridge), beside = inMm(b.shell.timber->size(ridgeStock(b.shell)).thick) / 2;
            barred.push_back({{at - beside, 0, ridgeUndersideMm(b.shell)}, {at + beside, 0, 1e6}});
        }
        const double half = (w.from + w.to) / 2;
        std::vector<Band> bands;
        const auto take = [&](std::optional<Band> band) {
            if (!band) return;
            bands.push_back(*band), barred.push_back({{band->from(), 0, 0}, {band->to(), 0, 1e6}});
        };
        // From either corner inwards, falling away from it; else towards it.
        const auto near = [&](double corner, double way) {
            auto band = firstFrom(corner, half, way);
            for (double u = corner; !band && std::fabs(u - corner) < half - w.from; u += way * kIn) band = at(u, -way);
            take(band);
        };
        near(w.from, 1), near(w.to, -1);
        // And where those are too far from each other.
        while (bands.size() >= 2) {
            std::ranges::sort(bands, {}, &Band::from);
            const auto gap =
                std::ranges::adjacent_find(bands, [](const Band& x, const Band& y) { return y.from() - x.to() > inMm(kBracesApart); });
            if (gap == bands.end()) break;
            const double from = gap->to(), to = from + inMm(kBracesApart);
            std::optional<Band> found;
            for (double u = to; !found && u > from; u -= kIn) found = at(u, -1);
            if (!found) break;
            take(found);
        }
        std::ranges::sort(bands, {}, &Band::from);
        for (int n = 0; const auto& band : bands) place(band, ++n);
    }
};

}  // namespace

void letInBraces(Builder& b) {
    if (!letsIn(b.shell, oiko::skin(b.s.choice("skin.kind")))) return;
    for (auto& w : b.walls)
        if (w.form != Form::mesh && !allStands(b.s, wallSlot(w.side))) Bracer{b, w}.build();
}

}  // namespace oiko
