// Mesh against diggers, flat, buried or over the whole floor, and lighter mesh higher up.
#include <algorithm>
#include <cmath>

#include "core/design/shell.h"
#include "whole.h"

namespace oiko {
namespace {

const std::vector<std::vector<Change>> kBuried{
    {{"apron.kind", "buried"}},
    {{"apron.kind", "buried"}, {"runs.1.top", "mesh"}, {"mesh.upper", "netting-1"}},
    {{"apron.kind", "buried"}, {"foundation.kind", "set_posts"}, {"runs.1.side", "left"}, {"flock.count", "8"}},
    {{"apron.kind", "buried"}, {"foundation.kind", "slab"}, {"apron.width", "24in"}},
    {{"apron.kind", "buried"}, {"form.kind", "elevated"}, {"flock.count", "5"}, {"runs.1.under", "yes"}},
    asked("apron.kind=buried; foundation.kind=posts; ground.front_left=9in; ground.front_right=4in; ground.back_left=5in"),
    {{"apron.kind", "buried"}, {"runs.1.width", "15ft"}, {"nests.wall", "back"}, {"coop.width", "10ft"}},
    {{"apron.kind", "buried"}, {"runs.1.top", "shared"}, {"runs.1.side", "left"}, {"mesh.upper", "netting-1"}},
};
class Buried : public testing::TestWithParam<std::size_t> {};
TEST_P(Buried, IsSoundShutAndGoesRound) {
    const auto d = designWith(kBuried[GetParam()]);
    expectWholeAndShut(d);
    const auto m = modelOf(d);
    double deep = 0;
    for (const auto& p : m.parts) {
        if (p.role != "trench-mesh") continue;
        EXPECT_TRUE(m.buried(p)) << p.id;
        deep = std::max(deep, p.extent(p.wide));
    }
    Settled s{d};
    EXPECT_LE(deep, inMm(s.length("apron.width")) + 0.01);
    EXPECT_GT(deep, 0.95 * inMm(s.length("apron.width")));
    // A foot below the ground under each run's outer walls, every three inches: mesh, or concrete.
    for (const auto& p : m.parts) {
        if (p.role != "run-mesh" || !(p.id.ends_with("/left/1") || p.id.ends_with("/right/1") || p.id.ends_with("/outer/1"))) continue;
        const auto box = p.box();
        const auto along = box.size().x > box.size().y ? Vec3{1, 0, 0} : Vec3{0, 1, 0};
        const auto middle = (box.low + box.high) * 0.5;
        const double reach = p.extent(along) / 2 - 5;
        for (double t = -reach; t <= reach; t += 76) {
            auto at = middle + along * t;
            at.z = m.ground.under(at) - 300;
            const Bounds probe{at - Vec3{1, 1, 1}, at + Vec3{1, 1, 1}};
            EXPECT_TRUE(std::ranges::any_of(m.parts, [&](const Part& q) { return q.box().meets(probe, 0) && q.box().low.z < at.z; }))
                << p.id << " at " << t;
        }
    }
}
INSTANTIATE_TEST_SUITE_P(Coops, Buried, testing::Range<std::size_t>(0, kBuried.size()));

TEST(FloorMesh, LiesUnderEveryPlaceOfTheRun) {
    for (const auto* more : {"", "form.kind=elevated; flock.count=5; runs.1.under=yes", "runs.1.top=shared; runs.1.side=left",
                             "foundation.kind=posts; ground.front_left=9in; ground.front_right=4in; ground.back_left=5in",
                             "runs.1.width=15ft; nests.wall=back; coop.width=10ft"}) {
        SCOPED_TRACE(more);
        const auto d = designWith(asked(std::string{"apron.kind=floor; "} + more));
        expectWholeAndShut(d);
        const auto m = modelOf(d);
        EXPECT_TRUE(ofRole(m, "apron").empty());
        Bounds run;
        for (const auto& p : m.parts)
            if (p.role == "run-post") run.add(p.box());
        for (double x = run.low.x + 50; x < run.high.x - 50; x += 61)
            for (double y = run.low.y + 50; y < run.high.y - 50; y += 61) {
                // Half of the mesh's thickness below the ground; not beside the coop, which the posts may stand round.
                const Vec3 at{x, y, m.ground.at(x, y) - 0.8};
                const Bounds probe{at - Vec3{0.1, 0.1, 0.1}, at + Vec3{0.1, 0.1, 0.1}};
                const auto there = [&](const Part& p) {
                    return (p.role == "ground-mesh" || p.role == "block" || p.role.starts_with("gate-") || p.system == System::ground) &&
                           std::ranges::any_of(p.solids, [&](const Solid& s) {
                               auto b = bounds(s);
                               b.low.z -= 400, b.high.z += 100;
                               return b.meets(probe, 0);
                           });
                };
                const bool coop = std::ranges::any_of(m.parts, [&](const Part& p) {
                    return p.system == System::floor && p.box().low.x < x && p.box().high.x > x && p.box().low.y < y && p.box().high.y > y;
                });
                EXPECT_TRUE(coop || std::ranges::any_of(m.parts, there)) << x / 25.4 << " " << y / 25.4;
            }
    }
}

TEST(FloorMesh, IsCutFromRollsAndTiedAsByHand) {
    // 10 ft wide between rails of 1 1/2 in: 117 in, of which two strips show 46 and the last 25, each two more for its lap. Outwards
    // 12 ft less a rail, and the gap beside the coop; two more at either end.
    const auto a =
        answerTo(designWith(asked("coop.width=10ft; runs.1.side=front; runs.1.width=10ft; runs.1.length=12ft; apron.kind=floor")));
    const auto reach = 144 - 1.5 + inMm(runOffset(*a->settled)) / 25.4 + 4;
    std::vector<double> widths;
    for (const auto& p : a->takeoff->pieces)
        if (p.role == "ground-mesh") {
            EXPECT_NEAR(inMm(p.length) / 25.4, reach, 1.0 / 16);
            for (int k = 0; k < p.count(); ++k) widths.push_back(inMm(p.width) / 25.4);
        }
    std::ranges::sort(widths);
    ASSERT_EQ(widths.size(), 3u);
    EXPECT_NEAR(widths[0], 27, 1.0 / 16);
    EXPECT_NEAR(widths[2], 48, 1.0 / 16);
    EXPECT_EQ(needed(*a, "mesh-tie", "carpet"), 3 * std::ceil((reach - 4) / 6));
    EXPECT_EQ(needed(*a, "staple-mesh", "carpetends"), 2 * (16 + 16 + 9));
}

TEST(BuriedMesh, IsAsLongAsTheRunsOutline) {
    // A run 10 ft wide and 12 ft out, an eighth of an inch longer round its corners; the apron has two squares besides.
    const auto area = [](std::string_view kind) {
        const auto m = modelOf(designWith({{"coop.width", "10ft"},
                                           {"runs.1.side", "front"},
                                           {"runs.1.width", "10ft"},
                                           {"runs.1.length", "12ft"},
                                           {"apron.width", "18in"},
                                           {"apron.kind", std::string{kind}}}));
        double feet2 = 0;
        for (const auto& p : m.parts)
            if (p.edging()) feet2 += p.volumeMm3() / (25.4 / 16) / 92903.04;
        return feet2;
    };
    EXPECT_NEAR(area("flat"), 1.5 * (10 + 12 + 12) + 2 * 1.5 * 1.5, 0.05) << "thicknesses are rounded to a micron";
    Settled s{Design{}};
    const double gap = inFeet(runOffset(s));
    EXPECT_NEAR(area("buried"), 1.5 * (10 + 2 * (12 + gap) + 1.0 / 96), 0.05);
}

TEST(BuriedMesh, GoesBelowBlocksAndRoundConcrete) {
    // Posts of the coop set in holes 12 in across reach out before its wall: the mesh stops at them and goes on behind.
    const auto m = modelOf(designWith(kBuried[2]));
    for (const auto& p : m.parts)
        if (p.role == "trench-mesh")
            for (const auto& q : m.parts)
                if (q.role == "footing") EXPECT_FALSE(p.box().meets(q.box(), -0.1)) << p.id << " in " << q.id;
}

TEST(NettingHigherUp, TakesAllButTheLowestStripAndIsNotedSoThatThePopDoorIsShut) {
    const auto d = designWith({{"mesh.upper", "netting-1"}, {"runs.1.top", "mesh"}});
    const auto a = answerTo(d), same = answerTo(designWith({{"runs.1.top", "mesh"}}));
    double low = 0, high = 0;
    for (const auto& p : a->model->parts) {
        if (p.stock == "netting-1") {
            high += p.volumeMm3();
            EXPECT_GE(p.box().low.z, 36 * 25.4 - 1) << p.id;
        } else if (p.form == Form::mesh && p.system == System::run) {
            low += p.volumeMm3();
        }
    }
    double all = 0;
    for (const auto& p : same->model->parts)
        if (p.form == Form::mesh && p.system == System::run) all += p.volumeMm3();
    EXPECT_NEAR(low + high, all, 1);
    EXPECT_GT(high, 0.4 * all) << "a top of mesh and what is over 48 in";
    EXPECT_LT(a->bill.total, same->bill.total);
    const auto finding = [](const Answer& of) { return std::ranges::find(of.findings, std::string{"mesh.upper"}, &Finding::id); };
    ASSERT_NE(finding(*a), a->findings.end());
    EXPECT_EQ(finding(*a)->state, State::near);
    EXPECT_EQ(finding(*same), same->findings.end());
    // Its remedy takes it away.
    const auto mended = answerTo(d.with(finding(*a)->remedies.front()).value());
    EXPECT_EQ(finding(*mended), mended->findings.end());
}

TEST(Aprons, AreTiedAndPeggedEveryHalfFoot) {
    // Two sides of 12 ft and one of 10, two squares of 18 in: 24 and 24 and 20 and 3 and 3 on either edge. Buried, 25, 25 and 21 along the
    // top.
    const auto with = [](std::string_view kind) {
        return answerTo(designWith({{"coop.width", "10ft"},
                                    {"runs.1.side", "front"},
                                    {"runs.1.width", "10ft"},
                                    {"runs.1.length", "12ft"},
                                    {"apron.width", "18in"},
                                    {"apron.kind", std::string{kind}}}));
    };
    EXPECT_EQ(needed(*with("flat"), "mesh-tie", "apron"), 2 * (24 + 24 + 20 + 3 + 3));
    EXPECT_EQ(needed(*with("flat"), "mesh-tie", "buried"), 0);
    EXPECT_EQ(needed(*with("buried"), "mesh-tie"), 25 + 25 + 21);
}

}  // namespace
}  // namespace oiko
