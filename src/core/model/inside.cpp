// Nests hung outside with their collecting lid, and the roosts' free-standing stands.
#include <algorithm>
#include <cmath>

#include "core/model/builder.h"

namespace oiko {

void nests(Builder& b) {
    const auto& w = b.wall(b.s.choice("nests.wall"));
    const auto hole = *std::ranges::find(w.holes, std::string{"nests"}, &Hole::row);
    const double t = inMm(kNestBoard), clear = inMm(b.s.length("nests.clear")), out = clear - 0.5 * kIn;
    const double inner = 3.5 * kIn, face = -b.skinThick, outer = face - out;
    const double z0 = hole.z0, z1 = hole.z0 + t, top = hole.z1;  // floor board's underside and top; opening's head
    const double high = top + 3 * kIn, low = top - kIn;          // of the sloping ends, at the wall and outside
    const Vec3 up{0, 0, 1};
    const auto put = [&](const std::string& name, std::string_view role, Form form, std::string stock, Vec3 along, Vec3 across,
                         std::vector<Solid> solids) {
        auto* p = b.add("nests/" + name, role, "nests", System::inside, form, std::move(stock), along, across, std::move(solids));
        if (p) p->side = w.side, p->opening = "nests";
    };
    const Vec3 outwards = w.inward * -1;
    put("floor", "nest-floor", Form::sheet, "ply-1/2", w.u, outwards, {w.box(hole.u0, hole.u1, outer, inner, z0, z1)});
    const auto n = b.s.count("nests.count");
    for (std::int64_t k = 0; k <= n; ++k) {
        const double u = hole.u0 + static_cast<double>(k) * (clear + t);
        const Vec3 ending[] = {w.at(u, face, z1), w.at(u, outer, z1), w.at(u, outer, low), w.at(u, face, high)};
        put("end/" + std::to_string(k + 1), k == 0 || k == n ? "nest-end" : "nest-partition", Form::sheet, "ply-1/2", outwards, up,
            {w.box(u, u + t, face, inner, z1, top), prism(ending, w.u * t)});
    }
    put("front", "nest-front", Form::sheet, "ply-1/2", w.u, up,
        {w.box(hole.u0, hole.u1, outer - t, outer, z0, low - t * (high - low) / out)});
    put("lip", "nest-lip", Form::lumber, "1x4", w.u, up, {w.box(hole.u0, hole.u1, inner, inner + 0.75 * kIn, z1, z1 + 3.5 * kIn)});
    put("ledger", "ledger", Form::lumber, "2x2", w.u, up, {w.box(hole.u0, hole.u1, face - 1.5 * kIn, face, z0 - 1.5 * kIn, z0)});
    // The lid lies on the ends, an eighth off the siding, and laps an inch past front and ends.
    const double thick = inMm(thicknessOf("ply-3/4")), fall = (high - low) / out;
    const double d0 = face - 0.125 * kIn, d1 = outer - t - kIn;
    const auto on = [&](double d) { return high - fall * (face - d); };
    const Vec3 normal = unit(outwards * fall + up);
    const Vec3 foot[] = {w.at(hole.u0 - kIn, d0, on(d0)), w.at(hole.u0 - kIn, d1, on(d1)), w.at(hole.u0 - kIn, d1, on(d1)) + normal * thick,
                         w.at(hole.u0 - kIn, d0, on(d0)) + normal * thick};
    put("lid", "nest-lid", Form::sheet, "ply-3/4", w.u, unit(outwards + up * -fall), {prism(foot, w.u * (hole.u1 - hole.u0 + 2 * kIn))});
    b.join("nests/lid", w.side + "/header/" + tenths(hole.u0) + (w.sloping ? "" : "/outer"), Joint::Kind::hinged, 0.125 * kIn);
}

void roosts(Builder& b) {
    const auto& w = b.wall(b.s.choice("roost.wall"));
    const auto stock = b.s.choice("roost.stock");
    const double bar = inMm(profile(stock)->wide), h = inMm(b.s.length("roost.height")), apart = inMm(b.s.length("roost.apart"));
    const auto n = static_cast<int>(b.s.count("roost.count"));
    const double inside = 3.5 * kIn, u0 = inside + 2 * kIn, u1 = w.length - u0;
    const double d0 = inside + 6 * kIn, d1 = inside + 12 * kIn + apart * (n - 1) + 6 * kIn;
    const Vec3 up{0, 0, 1};
    const auto put = [&](const std::string& name, std::string_view role, std::string profileName, Vec3 along, Vec3 across, Solid solid) {
        b.lumber("roosts/" + name, role, "roosts", System::inside, std::move(profileName), along, across, std::move(solid));
    };
    for (int k = 0; k < n; ++k) {
        const double d = inside + 12 * kIn + apart * k;
        put("bar/" + std::to_string(k + 1), "roost", stock, w.u, w.inward, w.box(u0, u1, d - bar / 2, d + bar / 2, h - 1.5 * kIn, h));
    }
    // Stands near both ends and at most 4 ft apart between.
    const double first = u0 + 4 * kIn, last = u1 - 5.5 * kIn;
    const int bays = std::max(1, static_cast<int>(std::ceil((last - first) / (48 * kIn) - 1e-9)));
    for (int i = 0; i <= bays; ++i) {
        const double u = first + (last - first) * i / bays;
        const auto at = std::to_string(i + 1);
        put("stand/" + at + "/rail", "roost-rail", "2x4", w.inward, up, w.box(u, u + 1.5 * kIn, d0, d1, h - 5 * kIn, h - 1.5 * kIn));
        for (const bool far : {false, true}) {
            const double d = far ? d1 - 3.5 * kIn : d0;
            put("stand/" + at + (far ? "/leg/far" : "/leg/near"), "roost-leg", "2x4", up, w.inward,
                w.box(u, u + 1.5 * kIn, d, d + 3.5 * kIn, 0, h - 5 * kIn));
        }
    }
    // The drop zone: nobody feeds, nests or walks here.
    b.model.clear.push_back({"roosts/zone", "roosts", w.box(u0, u1, inside + 2 * kIn, d1, h, h + 12 * kIn)});
}

}  // namespace oiko
