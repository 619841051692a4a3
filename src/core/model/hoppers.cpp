// Feed hoppers of plywood against a wall, and stands with a drinker on them, each filled through the hatch in it.
#include "core/design/hatches.h"

#include <cmath>

#include "core/model/builder.h"

namespace oiko {
namespace {

struct Hopper {
    Builder& b;
    const WallFrame& w;
    const Hole& h;
    double t = inMm(kNestBoard), f = b.wallDeep + inMm(liningThick(b.s)), d0 = f + t, foot = inMm(hopperFoot(b.s)), head = h.z1 + kIn;
    double deep = inMm(kHopperDeep), reach = inMm(kTroughReach), lip = inMm(kTroughLip);

    void put(const std::string& name, std::string_view role, Vec3 along, Vec3 across, std::vector<Solid> solids) const {
        if (auto* p =
                b.add(h.row + "/hopper/" + name, role, "feed", System::inside, Form::sheet, "ply-1/2", along, across, std::move(solids)))
            p->side = w.side;
    }
    /// Of an outline of depths before its back and heights, from one place along the wall to another.
    Solid upright(double ua, double ub, std::initializer_list<std::pair<double, double>> outline) const {
        std::vector<Vec3> points;
        for (const auto& [d, z] : outline) points.push_back(w.at(ua, d0 + d, z));
        return prism(points, w.u * (ub - ua));
    }
    void build() const {
        const Vec3 up{0, 0, 1}, in = w.inward;
        const double lap = inMm(kHopperLap), a = h.u0 - lap, e = h.u1 + lap, shoulder = foot + deep + 2 * kIn, root = std::sqrt(2.0);
        // A frame round the hatch, on what stands and lies about it.
        put("back", "hopper-back", up, w.u,
            {w.box(a, e, f, d0, foot, h.z0), w.box(a, h.u0, f, d0, h.z0, h.z1), w.box(h.u1, e, f, d0, h.z0, h.z1),
             w.box(a, e, f, d0, h.z1, h.z1 + lap)});
        for (const bool right : {false, true}) {
            const double u = right ? h.u1 : h.u0 - t;
            put(right ? "end/right" : "end/left", "hopper-end", up, in,
                {upright(u, u + t, {{0, foot}, {reach, foot}, {reach, foot + lip}, {deep, shoulder}, {0, shoulder}}),
                 upright(u, u + t, {{0, shoulder}, {deep, shoulder}, {deep, head - deep}, {0, head}})});
        }
        put("floor", "hopper-floor", w.u, in, {w.box(h.u0, h.u1, d0, d0 + reach - t, foot, foot + t)});
        put("lip", "hopper-lip", w.u, up, {w.box(h.u0, h.u1, d0 + reach - t, d0 + reach, foot, foot + lip)});
        // The feed slides down to where its front ends over the floor.
        const double fall = deep - t, over = foot + t;
        put("slope", "hopper-slope", w.u, unit(in - up),
            {upright(h.u0, h.u1, {{0, over + fall - t * root}, {fall - t * root, over}, {fall, over}, {0, over + fall}})});
        put("front", "hopper-front", w.u, up,
            {upright(h.u0, h.u1,
                     {{deep - t, over + inMm(kHopperThroat)},
                      {deep, over + inMm(kHopperThroat)},
                      {deep, head - deep},
                      {deep - t, head - deep + t}})});
        const double eave = deep + kIn, thick = t / root;
        put("top", "hopper-top", w.u, unit(in - up),
            {upright(h.u0 - t, h.u1 + t, {{0, head}, {eave, head - eave}, {eave + thick, head - eave + thick}, {0, head + t * root}})});
    }
};

/// Two ends and a top of plywood before a cleat on the studs beside the hatch, over the curb where there is one; a drinker on it.
void drinkerStand(Builder& b, const WallFrame& w, const Hole& h) {
    const double t = inMm(thicknessOf("ply-3/4")), f = b.wallDeep + inMm(liningThick(b.s)), reach = f + inMm(kStandReach),
                 lap = inMm(kHopperLap), a = h.u0 - lap, e = h.u1 + lap, foot = inMm(drinkerFoot(b.s)), under = foot - t;
    const bool earth = earthFloor(b.s);
    const double floor = earth ? -b.floor : 0, from = earth ? std::max(f + b.one, inMm(curbWide(b.s))) : f + b.one;
    const auto id = h.row + "/drinker/";
    const auto put = [&](const std::string& name, std::string_view role, Vec3 along, Vec3 across, Solid solid) {
        if (auto* p = b.add(id + name, role, "feed", System::inside, Form::sheet, "ply-3/4", along, across, {std::move(solid)}))
            p->side = w.side;
    };
    if (auto* p = b.lumber(id + "cleat", "drinker-cleat", "feed", System::inside, "1x2", w.u, {0, 0, 1},
                           w.box(a, e, f, f + b.one, under - b.wideOf("1x2"), under)))
        p->side = w.side;
    put("top", "drinker-shelf", w.u, w.inward, w.box(a, e, f, reach, under, foot));
    for (const bool right : {false, true}) {
        // Beside the curb of the wall round the corner.
        const double clear = earth ? inMm(curbWide(b.s)) : 0, u = right ? std::min(e, w.length - clear) - t : std::max(a, clear);
        put(right ? "end/right" : "end/left", "drinker-end", {0, 0, 1}, w.inward, w.box(u, u + t, from, reach, floor, under));
    }
    b.add(id + "drinker", "drinker-standing", "feed", System::inside, Form::block, "drinker", {0, 0, 1}, w.u,
          {rod(w.at((h.u0 + h.u1) / 2, (f + reach) / 2, foot), {0, 0, inMm(kDrinkerHigh)}, w.u, inMm(kTroughReach))});
}

}  // namespace

void hoppers(Builder& b) {
    for (const auto& w : b.walls)
        for (const auto& h : w.holes)
            if (h.kind == "hatch") watered(b.s, h.row) ? drinkerStand(b, w, h) : Hopper{b, w, h}.build();
}

}  // namespace oiko
