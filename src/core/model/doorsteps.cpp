// Steps up to a raised people door: notched stringers from the ground to the floor's frame, treads of two boards, a rail from four risers.
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
    double u0 = h.u0 - b.two, u1 = h.u1 + b.two, behind = inMm(behindSteps(b.s));  ///< the uppermost tread's back
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
        double face = 0;  // of the frame, or of the mesh that goes down before it
        for (const auto& p : b.model.parts)
            if ((p.role == "run-mesh" || p.role == "skirt-mesh") && p.box().meets(around, -kSameMm)) face = p.extent(p.thick());
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
        if (risers >= 4) rail(down, normal);
    }
    double reach() const { return behind + risers * going + kNosing; }

    /// On the side away from the hinges: two posts beside the stringer, a board on edge along them.
    void rail(Vec3 down, Vec3 normal) {
        const double wide = b.wideOf("2x4"), near = behind + 3 * kIn, far = reach() - kNosing - wide - 2 * kIn;
        const auto over = [&](double out) { return nosing(out) + b.two + kRailHigh; };
        for (const auto& [name, out] : {std::pair{"near", near}, {"far", far}}) {
            const double low =
                std::max(b.ground.highest(b.outside(w, u1, u1 + b.two, out, out + wide)), nosing(out + wide) - stringer / cosine + 2 * kIn);
            const Vec3 outline[] = {at(u1, out, low), at(u1, out + wide, low), at(u1, out + wide, over(out + wide)),
                                    at(u1, out, over(out))};
            put(std::string{"post/"} + name, "rail-post", "2x4pt", {0, 0, 1}, w.inward * -1, {prism(outline, w.u * b.two)});
        }
        // Its top is the posts' top; it laps their outer faces.
        const double a = near, e = far + wide, deep = wide / cosine;
        const Vec3 outline[] = {at(u1 + b.two, a, over(a) - deep), at(u1 + b.two, e, over(e) - deep), at(u1 + b.two, e, over(e)),
                                at(u1 + b.two, a, over(a))};
        put("rail", "handrail", "2x4", down, normal, {prism(outline, w.u * b.two)});
    }
};

}  // namespace

void doorSteps(Builder& b) {
    for (const auto& w : b.walls)
        for (const auto& h : w.holes)
            if (h.kind == "people_door" && b.s.applies(h.row + ".steps") && b.s.flag(h.row + ".steps")) Flight{b, w, h}.build();
}

}  // namespace oiko
