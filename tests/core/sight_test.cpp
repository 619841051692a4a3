// What shows from outside at the windows.
#include "core/judge/sight.h"

#include <gtest/gtest.h>

#include <cmath>

#include "some.h"

namespace oiko {
namespace {

/// Whether some point of a line, each quarter of an inch, is in a solid: another way to the same answer.
bool meetsBySteps(const Solid& solid, Vec3 from, Vec3 to) {
    const auto way = to - from;
    const auto planes = facePlanes(solid);
    const int steps = static_cast<int>(std::sqrt(dot(way, way)) / 6);
    for (int k = 1; k < steps; ++k) {
        const auto at = from + way * (static_cast<double>(k) / steps);
        if (std::ranges::all_of(planes, [&](const Plane& p) { return p.height(at) < -1; })) return true;
    }
    return false;
}

TEST(Through, MeasuresALineInASolid) {
    const auto cube = box({0, 0, 0}, {100, 100, 100});
    EXPECT_NEAR(through(cube, {-50, 50, 50}, {150, 50, 50}), 100, 1e-9);
    EXPECT_NEAR(through(cube, {-50, -50, 50}, {150, 150, 50}), 100 * std::sqrt(2.0), 1e-9);
    EXPECT_NEAR(through(cube, {50, 50, 50}, {50, 50, 200}), 50, 1e-9) << "from inside";
    EXPECT_EQ(through(cube, {-50, 101, 50}, {150, 101, 50}), 0) << "beside it";
    EXPECT_EQ(through(cube, {-50, 50, 50}, {-10, 50, 50}), 0) << "short of it";
}

TEST(Sight, WhatIsSaidToShowIsSeenAndWhatStandsBetweenHidesIt) {
    for (const auto* name : {"demo", "corner", "legs", "hall"}) {
        auto d = presetDesign(name).value();
        Settled s{d};
        const auto model = buildModel(s);
        const auto look = lookIn(s, model);
        ASSERT_FALSE(look.seen.empty()) << name;
        for (const auto& l : look.seen) {
            EXPECT_LE(l.eye.z, model.ground.under(l.eye) + inMm(s.length("keeper.height"))) << name;
            for (const auto& p : model.parts)
                if (p.opening != l.window && p.system != System::run)
                    for (const auto& solid : p.solids) EXPECT_FALSE(meetsBySteps(solid, l.eye, l.to)) << name << p.id;
        }
        // A board before each window hides it all.
        auto walled = model;
        auto blind = model.parts[0];
        blind.role = "shelf", blind.system = System::inside, blind.opening = "", blind.solids.clear();
        for (const auto& o : model.openings)
            if (o.kind == "window") {
                Bounds b;
                for (const auto& c : o.corners) b.add(c);
                blind.solids.push_back(box(b.low - Vec3{15, 15, 15}, b.high + Vec3{15, 15, 15}));
            }
        walled.parts.push_back(blind);
        const auto none = lookIn(s, walled);
        EXPECT_TRUE(none.seen.empty()) << name;
        EXPECT_EQ(none.hidden.size(), look.seen.size() + look.hidden.size()) << name;
    }
}

TEST(Sight, ASecondWindowShowsMoreAndAHighOneNothing) {
    const auto share = [](const char* changes) {
        const auto a = answerTo(designWith(asked(changes)));
        const auto f = std::ranges::find(a->findings, "sight.inside", &Finding::id);
        return f == a->findings.end() ? std::pair{-1.0, State::fail} : std::pair{f->value / f->limit, f->state};
    };
    const auto one = share("doors.1.wall=left; windows.1.wall=back; windows.2="),
               two = share("doors.1.wall=left; windows.1.wall=back; windows.2.wall=front");
    EXPECT_GT(one.first, 0.2);
    EXPECT_GT(two.first, one.first);
    EXPECT_EQ(one.second, State::near);
    EXPECT_EQ(share("keeper.height=4ft; coop.low_wall=7ft; windows.1.sill=5ft; windows.1.height=10in; windows.2=").first, 0);
    EXPECT_EQ(share("windows.1=; windows.2=").first, -1) << "not judged where there is no window";
}

}  // namespace
}  // namespace oiko
