// Mesh against diggers, flat or buried, and lighter mesh higher up.
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
