#include "core/judge/sight.h"

#include <algorithm>
#include <cmath>

#include "core/design/layout.h"
#include "core/design/litter.h"
#include "core/design/partition.h"
#include "core/design/shell.h"

namespace oiko {
namespace {

constexpr double kIn = 25.4;
constexpr double kEyesBelow = 4.5 * kIn;  ///< the top of the head. Common practice.
constexpr double kStoops = 40 * kIn;      ///< eyes of somebody who bends down to look in. Common practice.
constexpr double kOff = 3 * kIn;          ///< of the frame: one's nose at the mesh
constexpr double kBird = 4 * kIn;         ///< from walls and floor, or above a roost: there is a bird to be seen

constexpr double kFar = 40 * 12 * kIn;  ///< Common practice.
constexpr double kHead = 6 * kIn;       ///< above its back

/// Shares of the window's width off its middle, and of the height at which eyes can be: upright first.
constexpr std::pair<double, double> kLeans[] = {{0, 1},       {0, 0.5},    {0, 0},     {-0.45, 1}, {0.45, 1},
                                                {-0.45, 0.5}, {0.45, 0.5}, {-0.45, 0}, {0.45, 0}};

/// Solids with what they reach, so that most are passed over at once.
struct Screen {
    Bounds reach;
    const Part* part;
};
bool passes(const Bounds& b, Vec3 from, Vec3 way) {
    double enter = 0, leave = 1;
    const double lows[] = {b.low.x - from.x, b.low.y - from.y, b.low.z - from.z},
                 highs[] = {b.high.x - from.x, b.high.y - from.y, b.high.z - from.z}, ways[] = {way.x, way.y, way.z};
    for (int k = 0; k < 3; ++k) {
        if (std::fabs(ways[k]) < 1e-9) {
            if (lows[k] > 0 || highs[k] < 0) return false;
            continue;
        }
        const double first = lows[k] / ways[k], last = highs[k] / ways[k];
        enter = std::max(enter, std::min(first, last)), leave = std::min(leave, std::max(first, last));
    }
    return enter < leave;
}

}  // namespace

double through(const Solid& solid, Vec3 from, Vec3 to) {
    const auto way = to - from;
    double enter = 0, leave = 1;
    for (std::size_t f = 0; f < solid.faces.size(); ++f) {
        const auto plane = facePlane(solid, f);
        const double start = plane.height(from), gain = dot(plane.normal, way);
        if (std::fabs(gain) < 1e-9) {
            if (start > 0) return 0;
            continue;
        }
        const double at = -start / gain;
        (gain < 0 ? enter : leave) = gain < 0 ? std::max(enter, at) : std::min(leave, at);
    }
    return std::max(0.0, leave - enter) * std::sqrt(dot(way, way));
}

Sight lookIn(Settled& s, const Model& m) {
    std::vector<Screen> screens;
    std::vector<Vec3> places, roosts;
    const auto [x0, x1] = birdsAlong(s, "front");
    const auto [y0, y1] = birdsAlong(s, "right");
    const double floor = (earthFloor(s) ? 0 : inMm(shellOf(s).floorTop)) + inMm(litterDeep(s)) + kBird;
    for (const double x : {inMm(x0) + kBird, inMm(x1) - kBird})
        for (const double y : {inMm(y0) + kBird, inMm(y1) - kBird}) places.push_back({x, y, floor});
    for (const auto& p : m.parts) {
        if (p.system == System::run || p.edging() || p.yard() || (p.thing() && p.system == System::ground)) continue;
        screens.push_back({p.box(), &p});
        if (p.role == "roost") {
            const auto b = screens.back().reach;
            const auto half = p.along * (p.extent(p.along) / 2 - kBird);
            const Vec3 top{(b.low.x + b.high.x) / 2, (b.low.y + b.high.y) / 2, b.high.z + kBird};
            roosts.push_back(top - half), roosts.push_back(top + half);
        }
    }
    const auto filled = [&](Vec3 at) {
        const Vec3 up{0, 0, 1};
        return std::ranges::any_of(screens, [&](const Screen& k) {
            return passes(k.reach, at, up) &&
                   std::ranges::any_of(k.part->solids, [&](const Solid& x) { return through(x, at, at + up) > 0.5; });
        });
    };
    // No bird stands where a nest or a bin does.
    std::erase_if(places, filled);
    places.insert(places.end(), roosts.begin(), roosts.end());
    Sight out;
    for (const auto& o : m.openings) {
        if (o.kind != "window") continue;
        const auto along = o.corners[1] - o.corners[0];
        const auto wide = std::sqrt(dot(along, along));
        const auto outward = cross(unit(along), {0, 0, 1});
        const auto middle = (o.corners[0] + o.corners[1]) * 0.5 + outward * kOff;
        const double stands = m.ground.under(middle), low = o.corners[0].z + kIn, high = o.corners[2].z - kIn,
                     eyes = stands + inMm(s.length("keeper.height")) - kEyesBelow;
        const double top = std::min(high, eyes), foot = std::max(low, stands + kStoops);
        if (top < foot) continue;
        // What is farther away nobody makes out.
        const Vec3 round{kFar, kFar, kFar};
        const Bounds within{middle - round, middle + round};
        std::vector<const Screen*> near;
        for (const auto& k : screens)
            if (k.reach.meets(within, 0)) near.push_back(&k);
        const auto shows = [&](const Vec3& to) {
            if (!Bounds{to, to}.meets(within, 0)) return false;
            for (const auto& [share, up] : kLeans) {
                auto eye = middle + unit(along) * (wide * share);
                eye.z = foot + (top - foot) * up;
                const auto hides = [&](const Screen* k) {
                    // What closes the window is open, or one sees through it.
                    if (k->part->opening == o.id && k->part->system == System::openings) return false;
                    if (!passes(k->reach, eye, to - eye)) return false;
                    return std::ranges::any_of(k->part->solids, [&](const Solid& x) { return through(x, eye, to) > 0.5; });
                };
                if (std::ranges::any_of(near, hides)) continue;
                out.seen.push_back({o.id, eye, to});
                return true;
            }
            return false;
        };
        // Its back or its head will do.
        std::erase_if(places, [&](const Vec3& place) { return shows(place) || shows(place + Vec3{0, 0, kHead}); });
    }
    out.hidden = std::move(places);
    return out;
}

}  // namespace oiko
