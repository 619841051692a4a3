// Troughs with float valves on a board across the studs, or in a run from post to post, and the pipe that they are fed by.
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

    /// In a run: along one of its mesh walls, depths inwards from the posts' outer faces.
    struct Bay {
        const MeshSide* side;
        double from, to, start, at;    ///< the board; the first trough, and where the pipe comes down into one
        double rim, pipe;              ///< above the level line
        std::optional<Vec3> barrel{};  ///< its middle: along, inwards (below zero), where its tap is
        double far = 1e300;            ///< from where the keeper comes in
        Solid box(double u0, double u1, double d0, double d1, double z0, double z1) const {
            return oiko::box(side->frame.at(u0, -d0, z0), side->frame.at(u1, -d1, z1));
        }
        Solid along(Vec3 a, Vec3 e) const {
            const auto p = side->frame.at(a.x, -a.y, a.z), way = side->frame.at(e.x, -e.y, e.z) - p;
            return rod(p, way, std::fabs(way.z) > kTouchMm ? side->frame.u : Vec3{0, 0, 1}, kPipe);
        }
    };
    /// From outside over the board and down into a trough.
    std::vector<Solid> pipes(const Bay& bay) const {
        const double seen = b.s.flag("mesh.double") ? 2 * kMesh : kMesh, down = b.post + b.two + inMm(kTroughDeep) / 2, z = bay.pipe;
        std::vector<Solid> legs{bay.along({bay.at, 0, z}, {bay.at, down + kPipe / 2, z}),
                                bay.along({bay.at, down, bay.rim}, {bay.at, down, z - kPipe / 2})};
        if (!bay.barrel) {
            legs.push_back(bay.along({bay.at, -seen - 3 * kIn, z}, {bay.at, -seen, z}));
        } else if (const auto& tap = *bay.barrel; std::fabs(tap.x - bay.at) < kTouchMm) {
            legs.push_back(bay.along({bay.at, tap.y + inMm(kBarrelWide) / 2, z}, {bay.at, -seen, z}));
        } else {
            const double way = bay.at > tap.x ? 1 : -1;
            legs.push_back(bay.along({tap.x + way * inMm(kBarrelWide) / 2, tap.y, z}, {bay.at + way * kPipe / 2, tap.y, z}));
            legs.push_back(bay.along({bay.at, tap.y + kPipe / 2, z}, {bay.at, -seen, z}));
        }
        return legs;
    }
    /// Nobody comes in there, and nothing stands or moves where it would be.
    bool free(const Bay& bay, const std::vector<Bounds>& kept) const {
        const double foot = bay.rim + kIn / 4 - b.wideOf("2x4");
        for (const auto& [from, to] : bay.side->ways)
            if (to > bay.from && from < bay.to) return false;
        if (foot < b.ground.highest(bounds(bay.box(bay.from, bay.to, b.post, b.post + b.two, 0, 1))) + kIn / 2) return false;
        std::vector<Bounds> wants{bounds(bay.box(bay.from, bay.to, b.post + kTouchMm, b.post + b.two, foot, bay.rim + kIn / 4)),
                                  bounds(bay.box(bay.start, bay.start + long_, b.post + kTouchMm,
                                                 b.post + b.two + inMm(kTroughDeep) + kBeforeTrough, foot, bay.rim + kOverTrough))};
        for (const auto& leg : pipes(bay)) wants.push_back(bounds(leg));
        const auto taken = [&](const Bounds& x) {
            return std::ranges::any_of(wants, [&](const Bounds& w) { return x.meets(w, -kTouchMm); });
        };
        const auto* barrel = bay.barrel ? b.model.find("roof/barrel/" + b.s.choice("roof.falls_to")) : nullptr;
        const auto before = [&](const Bounds& x) { return x.meets(wants[1], -kTouchMm); };
        return std::ranges::none_of(kept, before) &&
               std::ranges::none_of(b.model.clear, [&](const auto& c) { return taken(bounds(c.solid)); }) &&
               std::ranges::none_of(b.model.parts, [&](const Part& p) {
                   return &p != barrel && std::ranges::any_of(p.solids, [&](const Solid& x) { return taken(bounds(x)); });
               });
    }
    /// Troughs stand in it, two inches from its posts, and the pipe comes in at one; nullopt: they do not, or the barrel is too far off.
    std::optional<Bay> bay(const MeshSide& side, std::pair<double, double> left, std::pair<double, double> right) const {
        // Two inches on each post, clear of what goes on round a corner.
        Bay bay{
            &side, std::max(left.first, left.second - 2 * kIn) + kIn / 8, std::min(right.second, right.first + 2 * kIn) - kIn / 8, 0, 0, 0,
            0};
        const double first = left.second + 2 * kIn, last = right.first - 2 * kIn - long_;
        if (last < first) return std::nullopt;
        const auto ground = b.ground.highest(bounds(bay.box(bay.from, bay.to, b.post, b.post + b.two + inMm(kTroughDeep), 0, 1)));
        bay.rim = ground + rim, bay.pipe = bay.rim + 3 * kIn;
        // Over a kick board.
        if (b.s.flag("run.kick")) bay.pipe = std::max(bay.pipe, ground + b.post + b.wideOf("2x6") + kIn);
        double near = (left.second + right.first) / 2;
        if (fromBarrel(b.s)) {
            const auto* barrel = b.model.find("roof/barrel/" + b.s.choice("roof.falls_to"));
            if (!barrel) return std::nullopt;
            const auto box = barrel->box();
            const auto off = (box.low + box.high) * 0.5 - side.frame.origin;
            bay.barrel = Vec3{dot(off, side.frame.u), -dot(off, side.frame.inward), 0}, near = bay.barrel->x;
            bay.pipe = box.low.z + inMm(kBarrelTap);
            const double reach = inMm(kPipeReach), out = -bay.barrel->y - inMm(kBarrelWide) / 2;
            if (out < kIn || out > reach || bay.pipe < bay.rim + inMm(kTroughHead) - kTouchMm) return std::nullopt;
            bay.start = std::clamp(near - long_ / 2, first, last);
            bay.at = std::clamp(near, bay.start + 2 * kIn, bay.start + long_ - 2 * kIn);
            if (const double aside = std::fabs(bay.at - near); aside > kTouchMm && (aside < inMm(kBarrelWide) / 2 + kIn || aside > reach))
                return std::nullopt;
            return bay;
        }
        bay.start = near - long_ / 2, bay.at = near;
        return bay;
    }
    void inRun() {
        // Before doors and pop doors, and where the keeper comes in.
        std::vector<Bounds> kept;
        std::optional<Bay> best;
        for (const auto& w : b.walls)
            for (const auto& h : w.holes)
                if (h.kind == "pop" || h.kind == "people_door") {
                    auto place = b.outside(w, h.u0, h.u1, 0, inMm(runOffset(b.s)) + 24 * kIn);
                    place.low.z = -1e6, place.high.z = 1e6;
                    kept.push_back(place);
                }
        std::vector<std::pair<std::string, Vec3>> gates;
        for (const auto& o : b.model.openings)
            if (o.kind == "gate") {
                const auto middle = (o.corners[0] + o.corners[1]) * 0.5;
                gates.emplace_back(o.id, middle);
                kept.push_back({middle - Vec3{24 * kIn, 24 * kIn, 1e6}, middle + Vec3{24 * kIn, 24 * kIn, 1e6}});
            }
        for (const auto& side : b.meshSides)
            for (std::size_t i = 1; i < side.uprights.size(); ++i) {
                auto place = bay(side, side.uprights[i - 1], side.uprights[i]);
                if (!place) continue;
                const auto middle = side.frame.at(place->at, 0, 0);
                const auto gate = std::ranges::find(gates, side.run + ".gate", &std::pair<std::string, Vec3>::first);
                const auto& to = gate != gates.end() ? gate->second : side.frame.at(0, 0, 0);
                place->far = std::hypot(middle.x - to.x, middle.y - to.y);
                if ((!best || place->far < best->far - kTouchMm) && free(*place, kept)) best = place;
            }
        if (!best) return;
        const double d = b.post, foot = best->rim + kIn / 4 - b.wideOf("2x4");
        b.lumber("trough/board", "trough-rail", "run", System::run, "2x4pt", best->side->frame.u, {0, 0, 1},
                 best->box(best->from, best->to, d, d + b.two, foot, foot + b.wideOf("2x4")));
        for (std::int64_t i = 0; i < n; ++i) {
            const double u = best->start + static_cast<double>(i) * inMm(kTroughLong);
            b.add(
                "trough/" + std::to_string(i + 1), "trough", "run", System::run, Form::block, "float-trough", best->side->frame.u,
                {0, 0, 1},
                {best->box(u, u + inMm(kTroughLong), d + b.two, d + b.two + inMm(kTroughDeep), best->rim - inMm(kTroughHigh), best->rim)});
        }
        b.add("trough/pipe", "water-pipe", "run", System::run, Form::block, "water-pipe", best->side->frame.inward, best->side->frame.u,
              pipes(*best));
    }

    void build() {
        if (n == 0) return;
        if (troughsInRun(b.s)) return inRun();
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
