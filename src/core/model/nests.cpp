// Nests: hung outside with their collecting lid, standing inside, or reaching through the wall.
#include <algorithm>
#include <cmath>

#include "core/design/litter.h"
#include "core/model/builder.h"

namespace oiko {

namespace {

/// A bucket on its side, its mouth to the birds: its bottom, and its wall in sixteen staves; one flat lies on the floor.
std::vector<Solid> bucket(const WallFrame& w, double u, double d0, double z1) {
    const double out = inMm(kBucketWide) / 2 / std::cos(kPi / 16), thick = kIn / 8, in = out - thick, deep = inMm(kBucketDeep);
    const auto at = [&](int k, double r, double d) {
        const double a = (k + 0.5) * kPi / 8;
        return w.at(u + r * std::cos(a), d, z1 + inMm(kBucketWide) / 2 + r * std::sin(a));
    };
    std::vector<Vec3> round;
    for (int k = 0; k < 16; ++k) round.push_back(at(k, out, d0));
    std::vector<Solid> solids{prism(round, w.inward * thick)};
    for (int k = 0; k < 16; ++k) {
        const Vec3 stave[] = {at(k, in, d0 + thick), at(k, out, d0 + thick), at(k + 1, out, d0 + thick), at(k + 1, in, d0 + thick)};
        solids.push_back(prism(stave, w.inward * (deep - thick)));
    }
    return solids;
}

/// A nest of folded sheet steel, open to the birds over its lip, its top as steep as 45 degrees.
std::vector<Solid> nestUnit(const WallFrame& w, double u0, double u1, double d0, double d1, double z1, double low, double high) {
    const double t = kIn / 8, side = t * std::sqrt(2.0);
    const auto upright = [&](double a, double e, std::initializer_list<std::pair<double, double>> outline) {
        std::vector<Vec3> points;
        for (const auto& [d, z] : outline) points.push_back(w.at(a, d, z));
        return prism(points, w.u * (e - a));
    };
    const auto end = [&](double a) { return upright(a, a + t, {{d0, z1 + t}, {d1, z1 + t}, {d1, low - side}, {d0, high - side}}); };
    return {w.box(u0, u1, d0, d1, z1, z1 + t),
            w.box(u0 + t, u1 - t, d0, d0 + t, z1 + t, high - side - t),
            end(u0),
            end(u1 - t),
            upright(u0, u1, {{d0, high - side}, {d1, low - side}, {d1, low}, {d0, high}}),
            w.box(u0 + t, u1 - t, d1 - t, d1, z1 + t, z1 + 4 * kIn)};
}

/// A row on legs along a wall, birds' side: a back against the studs, a steep top that nobody roosts on, a lip, and a perch before it. In
/// it boxes, or buckets between blocks that keep them from rolling. What reaches through the wall has its front on the siding, which laps
/// it by an inch, and a lip behind that.
void nestsWithin(Builder& b) {
    const auto& w = b.wall(b.s.choice("nests.wall"));
    const bool buckets = b.s.choice("nests.kind") == "buckets", units = b.s.choice("nests.kind") == "bought";
    const bool flush = nestsFlush(b.s), between = nestsBetween(b.s), onFloor = nestsOnFloor(b.s);
    const double t = inMm(kNestBoard), clear = inMm(nestClear(b.s)), size = nestSlope(b),
                 u0 = inMm(between ? nestsFrom(b.s, nestsBay(b.s)) : b.s.length("nests.at"));
    const auto n = b.s.count("nests.count");
    const double u1 = u0 + inMm(openingWidth(b.s, "nests")), z1 = inMm(nestsUp(b.s)), z0 = onFloor ? z1 : z1 - t;
    const double back = onFloor ? b.wallDeep + inMm(std::max(liningThick(b.s), nestsOff(b.s))) : b.wallDeep, d0 = back + t, d1 = d0 + size,
                 low = z1 + inMm(nestHigh(b.s)),
                 high = low + size;  // front and back of the slope
    const double foot = earthFloor(b.s) ? -b.floor : 0, deep = b.wideOf("2x4");
    const Vec3 up{0, 0, 1};
    const auto put = [&](const std::string& name, std::string_view role, Form form, std::string stock, Vec3 along, Vec3 across,
                         std::vector<Solid> solids) {
        if (auto* p = b.add("nests/" + name, role, "nests", System::inside, form, std::move(stock), along, across, std::move(solids)))
            p->opening = "nests";
    };
    // In lengths of a sheet, each joint over the middle of a partition.
    std::vector<double> parted{u0}, middles;
    for (std::int64_t k = 1; k < n; ++k) {
        middles.push_back(u0 + static_cast<double>(k) * (clear + t) + t / 2);
        if (middles.back() + clear + t - parted.back() > inMm(kWidestNestRow)) parted.push_back(middles.back());
    }
    parted.push_back(u1);
    const auto sheets = [&](const auto& piece) {
        for (std::size_t i = 1; i < parted.size(); ++i) piece(parted[i - 1], parted[i], parted.size() > 2 ? "/" + std::to_string(i) : "");
    };
    const double face = -w.skin, outer = between ? back : flush ? face : d0;
    sheets([&](double a, double e, const std::string& tag) {
        put("back" + tag, "nest-back", Form::sheet, "ply-1/2", w.u, up, {w.box(a, e, back, d0, flush ? low : z0, high)});
        if (!onFloor) put("floor" + tag, "nest-floor", Form::sheet, "ply-1/2", w.u, w.inward, {w.box(a, e, outer, d1, z0, z1)});
    });
    if (flush) {
        // Hung on the floor's edge; between studs on the blocks, behind the siding that it laps there too.
        const double edge = between ? (b.two + t) / 2 - kIn : -kIn, a = u0 + edge, e = u1 - edge, sill = between ? z1 - kIn : z0;
        put("front", "nest-door", Form::sheet, "ply-1/2", w.u, up, {w.box(a, e, face - t, face, sill, low + kIn)});
        const auto hung = w.side + "/nailer/" + tenths(a + kIn) + "/" + tenths(z1 - b.two);
        b.join("nests/front", between ? hung : "nests/floor", Joint::Kind::hinged, between ? w.skin : 0);
        b.model.clear.push_back({"nests/swing", "nests", w.box(a, e, face - t - (low + kIn - sill), face - t, sill, low + kIn)});
        for (std::int64_t k = 0; k < n; ++k) {
            const double u = u0 + static_cast<double>(k) * (clear + t) + t, stud = between ? (b.two - t) / 2 : 0, d = between ? 0 : face;
            put("lip/outer/" + std::to_string(k + 1), "nest-lip", Form::lumber, "1x4", w.u, up,
                {w.box(u + stud, u + clear - stud, d, d + b.one, z1, z1 + b.wideOf("1x4"))});
        }
    }
    for (std::int64_t k = 0; k <= n; ++k) {
        const double u = u0 + static_cast<double>(k) * (clear + t);
        if (buckets && k < n)
            put("bucket/" + std::to_string(k + 1), "nest-bucket", Form::block, "bucket", w.inward, w.u,
                bucket(w, u + t + clear / 2, d0, z1));
        if (buckets && k > 0 && k < n) {
            // Where a bucket is as high as the block, what its round leaves between it and the next.
            const double r = clear / 2, leaves = 2 * (r - std::sqrt(r * r - (r - b.two) * (r - b.two))) + t;
            const std::string stock = leaves >= deep ? "2x4" : "2x3";
            const double mid = u + t / 2, half = b.wideOf(stock) / 2;
            put("stop/" + std::to_string(k), "bucket-stop", Form::lumber, stock, w.inward, w.u,
                {w.box(mid - half, mid + half, d0, d1, z1, z1 + b.two)});
            continue;
        }
        if (units) {
            if (k < n)
                put("unit/" + std::to_string(k + 1), "nest-unit", Form::block, "nest-unit", w.u, up,
                    nestUnit(w, u + t, u + t + clear, d0, d1, z1, low, high));
            continue;
        }
        const Vec3 outline[] = {w.at(u, d0, z1), w.at(u, d0, high), w.at(u, d1, low), w.at(u, d1, z1)};
        put("end/" + std::to_string(k + 1), k == 0 || k == n ? "nest-end" : "nest-partition", Form::sheet, "ply-1/2", w.inward, up,
            {flush ? w.box(u, u + t, between ? back : face, d0, z1, low) : Solid{}, prism(outline, w.u * t)});
    }
    const Vec3 slope = unit(w.inward - up), normal = unit(w.inward + up);
    if (!units)
        sheets([&](double a, double e, const std::string& tag) {
            const Vec3 top[] = {w.at(a, d0, high), w.at(a, d1, low), w.at(a, d1, low) + normal * t, w.at(a, d0, high) + normal * t};
            put("top" + tag, "nest-top", Form::sheet, "ply-1/2", w.u, slope, {prism(top, w.u * (e - a))});
        });
    // Of those on the floor it keeps in what lies over the litter.
    const double sill = onFloor ? foot + std::max(z0 - foot, inMm(litterDeep(b.s))) : z0;
    if (!units)
        inBoards(b.s, u0, u1, middles, 1e9, [&](double a, double e, const std::string& tag) {
            put("lip" + tag, "nest-lip", Form::lumber, "1x4", w.u, up, {w.box(a, e, d1, d1 + b.one, sill, sill + b.wideOf("1x4"))});
        });
    if (!flush) {
        OpeningSpec o{"nests", "nest_inside", w.side, mm(u0), mm(u1 - u0), mm(z0), mm(high - z0), {}};
        const std::pair<double, double> corners[] = {{u0, z0}, {u1, z0}, {u1, high}, {u0, high}};
        for (std::size_t k = 0; k < 4; ++k) o.corners[k] = w.at(corners[k].first, d0, corners[k].second);
        b.model.openings.push_back(o);
    }
    if (onFloor) {
        // Treated sleepers between them and the earth, under the back and under the front.
        for (const auto& [name, d] : {std::pair{"back", back}, {"front", d1 + b.one - deep}})
            if (foot < 0)
                inBoards(b.s, u0, u1, middles, 1e9, [&](double a, double e, const std::string& tag) {
                    put(std::string{"sleeper/"} + name + tag, "nest-leg", Form::lumber, "2x4pt", w.u, w.inward,
                        {w.box(a, e, d, d + deep, foot, z0)});
                });
        return;
    }
    // Bearers under the floor reach out to the perch; each on two legs.
    const double out = d1 + 5.5 * kIn, near = foot < 0 ? inMm(curbWide(b.s)) + kIn / 4 : back + b.one + kIn / 4;
    int i = 0;
    // At most 4 ft apart, and one under each joint.
    std::vector<double> bearers{u0};
    for (std::size_t k = 1; k < parted.size(); ++k) {
        const double from = k == 1 ? u0 + b.two / 2 : parted[k - 1], to = k + 1 == parted.size() ? u1 - b.two / 2 : parted[k];
        const int bays = std::max(1, static_cast<int>(std::ceil((to - from) / (48 * kIn) - 1e-9)));
        for (int bay = 1; bay <= bays; ++bay) bearers.push_back(from + (to - from) * bay / bays - b.two / 2);
    }
    const double face0 = back + inMm(liningThick(b.s)), under = z0 - deep, slant = deep * std::sqrt(2.0), leg = 8 * kIn;
    for (const double u : bearers) {
        const auto at = "bearer/" + std::to_string(++i);
        if (nestsHang(b.s)) {
            // An arm on an upright against the wall, a knee brace in their corner; the row lifts off them.
            put(at, "nest-bearer", Form::lumber, "2x4", w.inward, up, {w.box(u, u + b.two, face0, out, under, z0)});
            put(at + "/upright", "nest-bracket", Form::lumber, "2x4", up, w.inward,
                {w.box(u, u + b.two, face0, face0 + deep, under - inMm(kNestBracket), under)});
            const double d = face0 + deep;
            const Vec3 outline[] = {w.at(u, d, under - leg), w.at(u, d, under - leg + slant), w.at(u, d + leg - slant, under),
                                    w.at(u, d + leg, under)};
            put(at + "/knee", "nest-bracket", Form::lumber, "2x4", unit(w.inward + up), unit(up - w.inward), {prism(outline, w.u * b.two)});
            continue;
        }
        put(at, "nest-bearer", Form::lumber, "2x4", w.inward, up, {w.box(u, u + b.two, near, out, z0 - deep, z0)});
        // Where a curb pushes the near one inwards the other stands before it, under the perch's reach.
        for (const auto& [which, d] : {std::pair{"near", near}, {"far", std::max(d1 + b.one - deep, near + deep + kIn)}})
            put(at + "/leg/" + which, "nest-leg", Form::lumber, foot < 0 ? "2x4pt" : "2x4", up, w.inward,
                {w.box(u, u + b.two, d, d + deep, foot, z0 - deep)});
    }
    inBoards(b.s, u0, u1, middlesOf(bearers, b.two), 1e9, [&](double a, double e, const std::string& tag) {
        put("perch" + tag, "nest-perch", Form::lumber, "2x2", w.u, w.inward, {w.box(a, e, out - b.two, out, z0, z0 + b.two)});
    });
}

}  // namespace

double nestSlope(const Builder& b) {
    const double deep = inMm(nestDeep(b.s));
    if (!nestsFlush(b.s)) return deep;
    const auto& w = b.wall(b.s.choice("nests.wall"));
    return std::max(deep + b.one - (nestsBetween(b.s) ? 0 : w.skin) - b.wallDeep, inMm(kNestBoard) * 2) - inMm(kNestBoard);
}

void nests(Builder& b) {
    if (nestsInside(b.s)) return nestsWithin(b);
    const auto& w = b.wall(b.s.choice("nests.wall"));
    const auto hole = *std::ranges::find(w.holes, std::string{"nests"}, &Hole::row);
    const bool rolls = nestsRoll(b.s);
    const double t = inMm(kNestBoard), clear = inMm(nestClear(b.s)), out = clear - 0.5 * kIn + (rolls ? inMm(kEggTray) : 0);
    const double inner = b.wallDeep, face = -w.skin, outer = face - out;
    const double z0 = hole.z0, z1 = hole.z0 + t, top = hole.z1;  // floor board's underside and top; opening's head
    const double high = top + 3 * kIn, low = top - kIn;          // of the sloping ends, at the wall and outside
    const Vec3 up{0, 0, 1};
    const auto put = [&](const std::string& name, std::string_view role, Form form, std::string stock, Vec3 along, Vec3 across,
                         std::vector<Solid> solids) {
        auto* p = b.add("nests/" + name, role, "nests", System::inside, form, std::move(stock), along, across, std::move(solids));
        if (p) p->side = w.side, p->opening = "nests";
    };
    const double curtain = face - (clear - 0.5 * kIn);
    const Vec3 outwards = w.inward * -1;
    put("floor", "nest-floor", Form::sheet, "ply-1/2", w.u, outwards, {w.box(hole.u0, hole.u1, outer, inner, z0, z1)});
    const auto n = b.s.count("nests.count");
    for (std::int64_t k = 0; k <= n; ++k) {
        const double u = hole.u0 + static_cast<double>(k) * (clear + t);
        // What parts nests whose eggs roll away ends at the curtain before their tray.
        const double end = rolls && k > 0 && k < n ? curtain : outer, head = low + (high - low) * (end - outer) / out;
        const Vec3 ending[] = {w.at(u, face, z1), w.at(u, end, z1), w.at(u, end, head), w.at(u, face, high)};
        if (rolls && k < n) {
            // Lies on the floor at the curtain and between the ends, to which it is screwed.
            const Vec3 rise = unit(w.inward * (inner - curtain) + up * inMm(kEggFall)),
                       normal = cross(w.u, rise).z > 0 ? cross(w.u, rise) : cross(rise, w.u);
            const double length = (inner - curtain) / dot(rise, w.inward);
            const Vec3 foot = w.at(u + t, curtain, z1);
            const Vec3 sheet[] = {foot, foot + rise * length, foot + rise * length + normal * t, foot + normal * t};
            put("slope/" + std::to_string(k + 1), "nest-slope", Form::sheet, "ply-1/2", w.u, rise, {prism(sheet, w.u * clear)});
        }
        put("end/" + std::to_string(k + 1), k == 0 || k == n ? "nest-end" : "nest-partition", Form::sheet, "ply-1/2", outwards, up,
            {w.box(u, u + t, face, inner, z1, top), prism(ending, w.u * t)});
    }
    if (rolls)
        put("curtain", "nest-curtain", Form::sheet, "ply-1/2", w.u, up,
            {w.box(hole.u0 + t, hole.u1 - t, curtain - t, curtain, z1 + t + inMm(kEggSlot),
                   low + (high - low) * (curtain - t - outer) / out)});
    const bool drops = nestsDrop(b.s);
    const double head = low - t * (high - low) / out;
    put("front", drops ? "nest-door" : "nest-front", Form::sheet, "ply-1/2", w.u, up,
        {w.box(hole.u0, hole.u1, outer - t, outer, z0, head)});
    if (drops) {
        // Hung on the floor's edge it drops to a shelf; behind it a lip keeps eggs in.
        b.join("nests/front", "nests/floor", Joint::Kind::hinged, 0);
        for (std::int64_t k = 0; k < n; ++k) {
            const double u = hole.u0 + static_cast<double>(k) * (clear + t) + t;
            put("lip/outer/" + std::to_string(k + 1), "nest-lip", Form::lumber, "1x4", w.u, up,
                {w.box(u, u + clear, outer, outer + b.one, z1, z1 + b.wideOf("1x4"))});
        }
        b.model.clear.push_back({"nests/swing", "nests", w.box(hole.u0, hole.u1, outer - t - (head - z0), outer - t, z0, head)});
    }
    put("lip", "nest-lip", Form::lumber, "1x4", w.u, up, {w.box(hole.u0, hole.u1, inner, inner + b.one, z1, z1 + b.wideOf("1x4"))});
    put("ledger", "ledger", Form::lumber, "2x2", w.u, up, {w.box(hole.u0, hole.u1, face - b.two, face, z0 - b.two, z0)});
    // The lid lies on the ends, an eighth off the siding, and laps an inch past front and ends.
    const double thick = inMm(thicknessOf("ply-3/4")), fall = (high - low) / out;
    const double d0 = face - 0.125 * kIn, d1 = outer - t - kIn;
    const auto on = [&](double d) { return high - fall * (face - d); };
    const Vec3 normal = unit(outwards * fall + up);
    const Vec3 foot[] = {w.at(hole.u0 - kIn, d0, on(d0)), w.at(hole.u0 - kIn, d1, on(d1)), w.at(hole.u0 - kIn, d1, on(d1)) + normal * thick,
                         w.at(hole.u0 - kIn, d0, on(d0)) + normal * thick};
    put("lid", drops ? "nest-roof" : "nest-lid", Form::sheet, "ply-3/4", w.u, unit(outwards + up * -fall),
        {prism(foot, w.u * (hole.u1 - hole.u0 + 2 * kIn))});
    if (drops) return;
    b.join("nests/lid", w.side + "/header/" + tenths(hole.u0) + (w.sloping || b.shell.posted ? "" : "/outer"), Joint::Kind::hinged,
           0.125 * kIn);
}

}  // namespace oiko
