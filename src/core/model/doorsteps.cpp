// Steps up to a raised people door: notched stringers from the ground to the floor's frame, treads of two boards, a rail from four risers;
// or to a landing before it on posts of its own.
// Riser 7 3/4 in at most, tread 10 in at least, a nosing of an inch, a rail 34 to 38 in over the nosings where there are four risers or
// more. Source: IRC 2018 R311.7.5 and R311.7.8, from memory.
#include <cmath>

#include "core/base/tolerance.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kNosing = inMm(kStepsNosing);
constexpr double kBelowDoor = inMm(kStepsBelowDoor), kRailHigh = 36 * kIn;

struct Flight {
    Builder& b;
    const WallFrame& w;
    const Hole& h;
    double u0 = h.u0 - b.two, u1 = h.u1 + b.two, behind = inMm(behindSteps(b.s, h.row));  ///< the uppermost tread's back
    StepsLie lie = stepsLie(b.s, h.row);
    double going = inMm(stepsGoing(b.s)), treadBoard = b.wideOf("2x6"), stringer = b.wideOf("2x12");
    int risers = lie.risers;
    double foot = lie.foot, rise = lie.rise, slope = rise / going, cosine = 1 / std::sqrt(1 + slope * slope);

    /// Out from the wall's frame, and above the level line.
    Vec3 at(double u, double out, double z) const { return w.at(u, -out, z - b.floor); }
    double nosing(double out) const { return b.floor - kBelowDoor - b.two - slope * (out - behind - going); }
    void put(const std::string& name, std::string_view role, std::string stock, Vec3 along, Vec3 across, std::vector<Solid> solids) {
        auto* p = b.add(h.row + "/steps/" + name, role, "steps", System::openings, Form::lumber, std::move(stock), along, across,
                        std::move(solids));
        if (p) p->side = w.side, p->opening = h.row;
    }

    void build() {
        const Vec3 outwards = w.inward * -1, up{0, 0, 1};
        const auto around = bounds(w.box(u0, u1, -reach(), 0, foot - b.floor, 0));
        const bool landed = hasLanding(b.s, h.row);
        double face = landed ? behind : 0;  // of the landing; or of the frame, or of the mesh that goes down before it
        for (const auto& p : b.model.parts)
            if (!landed && (p.role == "run-mesh" || p.role == "skirt-mesh") && p.box().meets(around, -kSameMm)) face = p.extent(p.thick());
        const Vec3 down = unit(outwards * going + up * -rise), normal = unit(outwards * rise + up * going);
        int n = 0;
        for (const double u : evenly(u1 - u0, b.two, 24 * kIn)) {
            // Its foot lies on the ground along its run, and level across.
            const Vec3 a = at(u0 + u, reach(), 0), e = at(u0 + u + b.two, reach(), 0), high = b.ground.under(a) > b.ground.under(e) ? a : e;
            const auto falls = b.ground.along(outwards);
            const auto ground =
                Plane::through({high.x, high.y, b.ground.under(high)}, cross(w.u, falls).z < 0 ? cross(w.u, falls) : cross(falls, w.u));
            std::vector<Solid> solids;
            for (int k = 1; k <= risers; ++k) {
                const double from = k == risers ? face : behind + (risers - k) * going, to = behind + (risers - k + 1) * going,
                             top = foot + k * rise - b.two;
                const auto under = [&](double out) { return nosing(out) - stringer / cosine; };
                const Vec3 outline[] = {at(u0 + u, from, std::min(under(from), top)), at(u0 + u, to, std::min(under(to), top)),
                                        at(u0 + u, to, top), at(u0 + u, from, top)};
                solids.push_back(cut(prism(outline, w.u * b.two), ground));
            }
            put("stringer/" + std::to_string(++n), "stringer", "2x12pt", down, normal, std::move(solids));
        }
        for (int k = 1; k <= risers; ++k)
            for (int board = 0; board < 2; ++board) {
                const double out = behind + (risers - k) * going + board * treadBoard, top = foot + k * rise;
                put("tread/" + std::to_string(k) + (board == 0 ? "/back" : "/front"), "tread", "2x6pt", w.u, outwards,
                    {w.box(u0, u1, -out - treadBoard, -out, top - b.two - b.floor, top - b.floor)});
            }
        const bool guarded = risers * rise > 30 * kIn;
        if (risers >= 4) rail(down, normal, true, guarded);
        if (guarded) rail(down, normal, false, true);
    }
    double reach() const { return behind + risers * going + kNosing; }

    /// Two posts beside the stringer and a board on edge along them: on the side away from the hinges, and over a fall of more than 30 in
    /// on either, with welded mesh from a second board up (IRC 2018 R312.1, from memory).
    void rail(Vec3 down, Vec3 normal, bool right, bool guarded) {
        const double wide = b.wideOf("2x4"), near = behind + 3 * kIn, far = reach() - kNosing - wide - 2 * kIn, deep = wide / cosine;
        const double face = right ? u1 : u0, way = right ? 1 : -1;
        const std::string side = right ? "" : "left/";
        const auto over = [&](double out) { return nosing(out) + b.two + kRailHigh; };
        // Standing along the steps, so far out from the stringer's face.
        const auto strip = [&](double d0, double d1, double a, double e, const auto& low, const auto& high) {
            const double u = face + way * (right ? d0 : d1);
            const Vec3 outline[] = {at(u, a, low(a)), at(u, e, low(e)), at(u, e, high(e)), at(u, a, high(a))};
            return prism(outline, w.u * (d1 - d0));
        };
        const double beside = face + way * b.two;
        for (const auto& [name, out] : {std::pair{"near", near}, {"far", far}}) {
            const double low = std::max(b.ground.highest(b.outside(w, std::min(face, beside), std::max(face, beside), out, out + wide)),
                                        nosing(out + wide) - stringer / cosine + 2 * kIn);
            put("post/" + side + name, "rail-post", "2x4pt", {0, 0, 1}, w.inward * -1,
                {strip(
                    0, b.two, out, out + wide, [&](double) { return low; }, over)});
        }
        // Its top is the posts' top; it laps their outer faces.
        const double a = near, e = far + wide;
        const auto under = [&](double out) { return over(out) - deep; };
        put(side + "rail", "handrail", "2x4", down, normal, {strip(b.two, 2 * b.two, a, e, under, over)});
        if (!guarded) return;
        const auto line = [&](double out) { return nosing(out) + b.two; };
        put(side + "rail/low", "handrail", "2x4", down, normal,
            {strip(b.two, 2 * b.two, a, e, line, [&](double out) { return line(out) + deep; })});
        if (auto* p = b.add(h.row + "/steps/" + side + "mesh", "guard-mesh", "steps", System::openings, Form::mesh, std::string{kForceMesh},
                            down, normal, {strip(2 * b.two, 2 * b.two + kMesh, a, e, line, over)}))
            p->side = w.side, p->opening = h.row;
    }
};

/// Boards along the wall on joists between rims, these on two beams that lie on four posts on blocks: it stands by itself.
struct Landing {
    Builder& b;
    const WallFrame& w;
    const Hole& h;
    double u0 = h.u0 - b.two, u1 = h.u1 + b.two, near = inMm(behindLanding(b.s)), deep = inMm(landingDeep(b.s)), far = near + deep;
    double board = b.wideOf("2x6"), top = -kBelowDoor, frame = top - b.two, beam = frame - board, under = beam - b.post;  ///< over the deck

    Part* put(const std::string& name, std::string_view role, std::string stock, Vec3 along, Vec3 across, Solid solid,
              Form form = Form::lumber) {
        auto* p =
            b.add(h.row + "/landing/" + name, role, "steps", System::openings, form, std::move(stock), along, across, {std::move(solid)});
        if (p) p->side = w.side, p->opening = h.row;
        return p;
    }
    Solid at(double ua, double ue, double out0, double out1, double z0, double z1) const { return w.box(ua, ue, -out1, -out0, z0, z1); }

    void build() {
        const Vec3 outwards = w.inward * -1, up{0, 0, 1};
        int n = 0;
        for (double out = near; out < far - kSameMm; out += board + inMm(kBoardsGap))
            put("board/" + std::to_string(++n), "landing-board", "2x6pt", w.u, outwards, at(u0, u1, out, out + board, frame, top));
        put("rim/inner", "landing-rim", "2x6pt", w.u, up, at(u0, u1, near, near + b.two, beam, frame));
        put("rim/outer", "landing-rim", "2x6pt", w.u, up, at(u0, u1, far - b.two, far, beam, frame));
        n = 0;
        for (const double u : evenly(u1 - u0, b.two, 24 * kIn))
            put("joist/" + std::to_string(++n), "landing-joist", "2x6pt", outwards, up,
                at(u0 + u, u0 + u + b.two, near + b.two, far - b.two, beam, frame));
        for (const bool outer : {false, true}) {
            const std::string end = outer ? "outer" : "inner";
            const double out = outer ? far - 6 * kIn - b.post : near + 6 * kIn;
            put("beam/" + end, "landing-beam", "4x4pt", w.u, up, at(u0, u1, out, out + b.post, under, beam));
            for (const bool right : {false, true}) {
                const double u = right ? u1 - b.post : u0, long_ = inMm(kBlockLong), wide = inMm(kBlockWide), bu = right ? u1 - wide : u0,
                             bo = outer ? far - kIn / 4 - long_ : near + 4.25 * kIn;
                const auto tag = end + (right ? "/2" : "/1");
                const double foot = b.ground.lowest(b.outside(w, bu, bu + wide, bo, bo + long_)) - b.floor;
                put("post/" + tag, "landing-post", "4x4pt", up, w.u, at(u, u + b.post, out, out + b.post, foot, under));
                put("block/" + tag, "block", "block-4x8x16", outwards, w.u,
                    at(bu, bu + wide, bo, bo + long_, foot - inMm(kBlockHigh), foot), Form::block);
            }
        }
        if (!landingGuarded(b.s, h.row)) return;
        for (const bool right : {false, true}) guard(right);
    }
    /// Posts bolted to the end joist, rails on them 36 in up and a hand above the boards, welded mesh that no ball of 4 in goes through.
    void guard(bool right) {
        const Vec3 outwards = w.inward * -1, up{0, 0, 1};
        const double way = right ? 1 : -1, face = right ? u1 : u0, wide = b.wideOf("2x4"), a = near + 2 * kIn, e = far - kIn / 2,
                     high = top + kRailHigh;
        const std::string side = right ? "right/" : "left/";
        const auto layer = [&](double d0, double d1, double out0, double out1, double z0, double z1) {
            return at(face + way * d0, face + way * d1, out0, out1, z0, z1);
        };
        for (const auto& [name, out] : {std::pair{"near", a}, {"far", e - wide}})
            put("guard/" + side + name, "rail-post", "2x4pt", up, outwards, layer(0, b.two, out, out + wide, beam, high));
        put("guard/" + side + "rail/top", "handrail", "2x4", outwards, up, layer(b.two, 2 * b.two, a, e, high - wide, high));
        const double low = top + kIn;
        put("guard/" + side + "rail/bottom", "handrail", "2x4", outwards, up, layer(b.two, 2 * b.two, a, e, low, low + wide));
        put("guard/" + side + "mesh", "guard-mesh", std::string{kForceMesh}, outwards, up,
            layer(2 * b.two, 2 * b.two + kMesh, a, e, low, high), Form::mesh);
    }
};

/// Calls `build` with each door that has steps.
template <class Build>
void stepped(Builder& b, const Build& build) {
    for (const auto& w : b.walls)
        for (const auto& h : w.holes)
            if (h.kind == "people_door" && b.s.applies(h.row + ".steps") && b.s.flag(h.row + ".steps")) build(w, h);
}

}  // namespace

void doorSteps(Builder& b) {
    stepped(b, [&](const WallFrame& w, const Hole& h) { Flight{b, w, h}.build(); });
}

void landings(Builder& b) {
    stepped(b, [&](const WallFrame& w, const Hole& h) {
        if (hasLanding(b.s, h.row)) Landing{b, w, h}.build();
    });
}

}  // namespace oiko
