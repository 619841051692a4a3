// Steps up to a raised people door: notched stringers from the ground to the floor's frame, treads of two boards, a rail from four risers.
// Riser 7 3/4 in at most, tread 10 in at least, a nosing of an inch, a rail 34 to 38 in over the nosings where there are four risers or
// more. Source: IRC 2018 R311.7.5 and R311.7.8, from memory.
#include <cmath>

#include "core/base/tolerance.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kGoing = inMm(kStepsGoing), kNosing = inMm(kStepsNosing), kTreadBoard = 5.5 * kIn, kStringer = 11.25 * kIn;
constexpr double kBelowDoor = inMm(kStepsBelowDoor), kRailHigh = 36 * kIn;

struct Flight {
    Builder& b;
    const WallFrame& w;
    const Hole& h;
    double u0 = h.u0 - kTwoBy, u1 = h.u1 + kTwoBy, behind = inMm(behindSteps(b.s));  ///< the uppermost tread's back
    StepsLie lie = stepsLie(b.s, h.row);
    int risers = lie.risers;
    double foot = lie.foot, rise = lie.rise, slope = rise / kGoing, cosine = 1 / std::sqrt(1 + slope * slope);

    /// Out from the wall's frame, and above the level line.
    Vec3 at(double u, double out, double z) const { return w.at(u, -out, z - b.floor); }
    double nosing(double out) const { return b.floor - kBelowDoor - kTwoBy - slope * (out - behind - kGoing); }
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
        const Vec3 down = unit(outwards * kGoing + up * -rise), normal = unit(outwards * rise + up * kGoing);
        int n = 0;
        for (const double u : evenly(u1 - u0, kTwoBy, 24 * kIn)) {
            // Its foot lies on the ground along its run, and level across.
            const Vec3 a = at(u0 + u, reach(), 0), e = at(u0 + u + kTwoBy, reach(), 0),
                       high = b.ground.under(a) > b.ground.under(e) ? a : e;
            const auto falls = b.ground.along(outwards);
            const auto ground =
                Plane::through({high.x, high.y, b.ground.under(high)}, cross(w.u, falls).z < 0 ? cross(w.u, falls) : cross(falls, w.u));
            std::vector<Solid> solids;
            for (int k = 1; k <= risers; ++k) {
                const double from = k == risers ? face : behind + (risers - k) * kGoing, to = behind + (risers - k + 1) * kGoing,
                             top = foot + k * rise - kTwoBy;
                const auto under = [&](double out) { return nosing(out) - kStringer / cosine; };
                const Vec3 outline[] = {at(u0 + u, from, std::min(under(from), top)), at(u0 + u, to, std::min(under(to), top)),
                                        at(u0 + u, to, top), at(u0 + u, from, top)};
                solids.push_back(cut(prism(outline, w.u * kTwoBy), ground));
            }
            put("stringer/" + std::to_string(++n), "stringer", "2x12pt", down, normal, std::move(solids));
        }
        for (int k = 1; k <= risers; ++k)
            for (int board = 0; board < 2; ++board) {
                const double out = behind + (risers - k) * kGoing + board * kTreadBoard, top = foot + k * rise;
                put("tread/" + std::to_string(k) + (board == 0 ? "/back" : "/front"), "tread", "2x6pt", w.u, outwards,
                    {w.box(u0, u1, -out - kTreadBoard, -out, top - kTwoBy - b.floor, top - b.floor)});
            }
        if (risers >= 4) rail(down, normal);
    }
    double reach() const { return behind + risers * kGoing + kNosing; }

    /// On the side away from the hinges: two posts beside the stringer, a board on edge along them.
    void rail(Vec3 down, Vec3 normal) {
        const double wide = 3.5 * kIn, near = behind + 3 * kIn, far = reach() - kNosing - wide - 2 * kIn;
        const auto over = [&](double out) { return nosing(out) + kTwoBy + kRailHigh; };
        for (const auto& [name, out] : {std::pair{"near", near}, {"far", far}}) {
            const double low = std::max(b.ground.highest(b.outside(w, u1, u1 + kTwoBy, out, out + wide)),
                                        nosing(out + wide) - kStringer / cosine + 2 * kIn);
            const Vec3 outline[] = {at(u1, out, low), at(u1, out + wide, low), at(u1, out + wide, over(out + wide)),
                                    at(u1, out, over(out))};
            put(std::string{"post/"} + name, "rail-post", "2x4pt", {0, 0, 1}, w.inward * -1, {prism(outline, w.u * kTwoBy)});
        }
        // Its top is the posts' top; it laps their outer faces.
        const double a = near, e = far + wide, deep = wide / cosine;
        const Vec3 outline[] = {at(u1 + kTwoBy, a, over(a) - deep), at(u1 + kTwoBy, e, over(e) - deep), at(u1 + kTwoBy, e, over(e)),
                                at(u1 + kTwoBy, a, over(a))};
        put("rail", "handrail", "2x4", down, normal, {prism(outline, w.u * kTwoBy)});
    }
};

}  // namespace

void doorSteps(Builder& b) {
    for (const auto& w : b.walls)
        for (const auto& h : w.holes)
            if (h.kind == "people_door" && b.s.applies(h.row + ".steps") && b.s.flag(h.row + ".steps")) Flight{b, w, h}.build();
}

}  // namespace oiko
