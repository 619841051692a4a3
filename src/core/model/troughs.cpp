// Troughs with float valves on a board across the studs, and the pipe outside that they are fed by.
#include <algorithm>
#include <cmath>
#include <optional>

#include "core/design/gutter.h"
#include "core/design/lean.h"
#include "core/design/sizing.h"
#include "core/design/water.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kPipe = 0.75 * kIn, kBeforeTrough = 10 * kIn, kOverTrough = 10 * kIn;

struct Trough {
    Builder& b;
    std::int64_t n = troughsWanted(b.s);
    double long_ = inMm(kTroughLong) * static_cast<double>(n), rim = inMm(troughRim(b.s)), high = b.wideOf("1x6");

    struct Place {
        double from, to, at;  ///< of the board, and where the pipe comes through
    };
    /// Open walls are not lined.
    double inner(const WallFrame& w) const { return b.wallDeep + (w.open() ? 0 : inMm(liningThick(b.s))); }
    /// From upright to upright behind, nothing opens there, nothing stands or falls before it.
    std::optional<Place> on(const WallFrame& w, double near, double reach) const {
        std::vector<double> behind;
        const double foot = rim + kIn / 4 - high;
        for (const auto& p : b.model.parts) {
            if (p.side != w.side || p.system != System::walls || p.along.z < 0.9) continue;
            Bounds at;
            for (const auto& solid : p.solids)
                for (const auto& v : solid.vertices) at.add(Vec3{dot(v - w.origin, w.u), 0, v.z - b.floor});
            if (at.low.z < std::max(foot, b.two) + kSameMm && at.high.z > foot + high) behind.push_back((at.low.x + at.high.x) / 2);
        }
        std::ranges::sort(behind);
        std::optional<Place> best;
        double least = 1e300;
        for (std::size_t i = 0; i < behind.size(); ++i)
            for (std::size_t k = i + 1; k < behind.size() && behind[k] - behind[i] < long_ + 50 * kIn; ++k) {
                const double from = behind[i] - b.two / 2, to = behind[k] + b.two / 2, middle = (from + to) / 2;
                if (to - from < long_ || std::fabs(middle - near) > reach) continue;
                const double at = std::clamp(near, from + kIn, to - kIn), off = std::fabs(middle - near) + (to - from) / 4;
                if (off < least && free(w, from, to, at, foot)) best = Place{from, to, at}, least = off;
                break;
            }
        return best;
    }
    bool free(const WallFrame& w, double from, double to, double at, double foot) const {
        for (const auto& h : w.holes)
            if (h.u1 > from - kIn && h.u0 < to + kIn && h.z1 > foot - kIn && h.z0 < rim + kOverTrough) return false;
        const double d = inner(w);
        const Bounds inside = bounds(w.box(from, to, d + kTouchMm, d + b.one + inMm(kTroughDeep) + kBeforeTrough, foot, rim + kOverTrough)),
                     outside = bounds(w.box(at - kPipe, at + kPipe, -w.skin - 4 * kIn, -w.skin - kTouchMm, rim, rim + 12 * kIn));
        // Where the birds are, not in a room parted off.
        const auto room = b.birdsRoom();
        if (inside.low.x < room.low.x - kIn || inside.high.x > room.high.x + kIn || inside.low.y < room.low.y - kIn ||
            inside.high.y > room.high.y + kIn)
            return false;
        const auto taken = [&](const Bounds& x) { return x.meets(inside, -kTouchMm) || (!fromBarrel(b.s) && x.meets(outside, -kTouchMm)); };
        // What opens out does so elsewhere; where someone comes in the way stays free.
        return std::ranges::none_of(b.model.clear, [&](const auto& c) { return taken(bounds(c.solid)); }) &&
               std::ranges::none_of(b.model.parts, [&](const Part& p) {
                   return std::ranges::any_of(p.solids, [&](const Solid& x) { return taken(bounds(x)); });
               });
    }

    void put(const WallFrame& w, const Place& place) {
        const double d = inner(w), foot = rim + kIn / 4 - high, start = (place.from + place.to - long_) / 2;
        b.lumber("trough/board", "trough-board", "feed", System::inside, "1x6", w.u, {0, 0, 1},
                 w.box(place.from, place.to, d, d + b.one, foot, foot + high));
        for (std::int64_t i = 0; i < n; ++i) {
            const double u = start + static_cast<double>(i) * inMm(kTroughLong);
            b.add("trough/" + std::to_string(i + 1), "trough", "feed", System::inside, Form::block, "float-trough", w.u, {0, 0, 1},
                  {w.box(u, u + inMm(kTroughLong), d + b.one, d + b.one + inMm(kTroughDeep), rim - inMm(kTroughHigh), rim)});
        }
        // Up to the face of the siding, or of a batten on it; it goes on through a drilled hole, as a bolt does.
        const auto* barrel = fromBarrel(b.s) ? b.model.find("roof/barrel/" + w.side) : nullptr;
        const double z = barrel ? barrel->box().low.z - b.floor + inMm(kBarrelTap) : rim,
                     out = barrel ? barrelOutMm(b.s, w.side) - inMm(kBarrelWide) / 2 : w.skin + 3 * kIn;
        const auto whole = bounds(w.box(place.at - kPipe / 2, place.at + kPipe / 2, -out, -w.skin, z, z + kPipe));
        const bool batten =
            std::ranges::any_of(b.model.parts, [&](const Part& p) { return p.role == "skin-batten" && p.box().meets(whole, -kTouchMm); });
        const double face = w.skin + (batten ? b.one : 0);
        b.add("trough/pipe", "water-pipe", "feed", System::inside, Form::block, "water-pipe", w.inward, w.u,
              {rod(w.at(place.at, -out, z + kPipe / 2), w.inward * (out - face), {0, 0, 1}, kPipe)});
        b.join("trough/pipe", barrel ? barrel->id : "trough/board", Joint::Kind::fastened, 0);
    }

    void build() {
        if (n == 0) return;
        if (fromBarrel(b.s)) {
            const auto& w = b.wall(b.s.choice("roof.falls_to"));
            if (const auto place = on(w, inMm(barrelAt(b.s, w.side)), 36 * kIn)) {
                auto there = *place;
                there.at = inMm(barrelAt(b.s, w.side));
                put(w, there);
            }
            return;
        }
        // On a wall that no run stands at, near where a hose comes.
        for (const auto& w : b.walls) {
            if (w.leans || w.open() || std::ranges::any_of(runPlaces(b.s), [&](const RunPlace& r) { return r.side == w.side; })) continue;
            if (const auto place = on(w, w.length / 2, w.length)) return put(w, *place);
        }
    }
};

}  // namespace

void troughs(Builder& b) { Trough{b}.build(); }

}  // namespace oiko
