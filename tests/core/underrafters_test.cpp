// Runs that the coop's rafters go on over, down from the low wall, out from the high one, or under a gable's eaves.
#include <cmath>

#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/judge/findings.h"
#include "core/steps/steps.h"
#include "core/takeoff/takeoff.h"
#include "whole.h"

namespace oiko {
namespace {

const std::vector<std::string>& underRaftersCoops() {
    static const std::vector<std::string> coops{
        "runs.1.side=back",
        "runs.1.side=front",
        "runs.1.side=back; runs.1.length=6'; roof.form=gable",
        "runs.1.side=front; runs.1.length=5'; roof.form=gable; roof.ridge_kind=beam; roof.cover=shingles",
        "runs.1.side=back; runs.2.side=front; runs.2.top=shared; coop.depth=5'; runs.1.length=4'; runs.2.length=4'",
        "runs.1.side=left; roof.falls_to=left; roof.cover=roll_roofing; mesh.edge=battens; mesh.double=yes; runs.1.length=6'; "
        "coop.width=6'",
        "form.kind=elevated; flock.count=5; runs.1.side=back; pops.1.wall=back",
        "form.kind=elevated; flock.count=4; runs.1.side=front; runs.1.under=yes; foundation.kind=set_posts; frame.walls=posts",
        "lean.kind=wall; runs.1.side=front; roof.gutter=barrels",
        "lean.kind=greenhouse; runs.1.side=front; runs.1.gate=left; frame.stud=2x3; coop.width=14'",
        "runs.1.side=back; roof.gutter=barrels; runs.1.gate=right; frame.timber=metric; skin.kind=shiplap",
        "runs.1.side=right; roof.falls_to=right; runs.2.side=back; runs.2.top=mesh; doors.2.wall=right; coop.width=6'; coop.depth=8'",
        "runs.1.side=back; ground.back_left=6\"; ground.back_right=8\"; foundation.kind=posts",
        // Round a corner, round two, and all round.
        "runs.1.side=back; runs.2.side=right; runs.2.top=shared; coop.depth=5'; coop.width=8'; runs.1.length=5'; runs.2.length=6'",
        "runs.1.side=front; runs.2.side=left; runs.2.top=shared; coop.depth=5'; coop.width=6'; runs.1.length=6'; runs.2.length=5'; "
        "mesh.edge=battens; apron.kind=floor",
        "runs.1.side=back; runs.2.side=right; runs.2.top=shared; runs.3.side=left; runs.3.top=shared; coop.width=6'; coop.depth=5'; "
        "runs.1.length=5'; runs.2.length=4'; runs.3.length=4'; apron.kind=buried; roof.cover=shingles",
        "form.kind=elevated; flock.count=4; runs.1.side=back; runs.2.side=right; runs.2.top=shared; runs.1.length=5'; runs.2.length=5'; "
        "roof.form=gable; skin.kind=metal; runs.1.under=yes",
        "runs.1.side=left; runs.2.side=front; runs.2.top=shared; roof.falls_to=left; coop.width=5'; coop.depth=6'; runs.1.length=5'; "
        "runs.2.length=5'; skin.kind=board_batten; mesh.double=yes; run.litter=chips",
        // Steep: a corner board ends close under rafters that rise outwards.
        "runs.1.side=front; roof.cover=shingles; roof.pitch=7/12; runs.1.length=4'",
        // Against a wall that is open to the air.
        "runs.1.side=back; skin.open_back=yes; runs.1.length=6'",
        "runs.1.side=right; skin.open_right=yes; roof.cover=shingles",
        "runs.1.side=left; skin.open_left=yes; skin.lower=24in; skin.kind=board_batten; roof.form=gable; roof.falls_to=back",
        "runs.1.side=back; skin.open_back=yes; skin.lower=36in; skin.kind=shiplap; runs.1.length=6'",
        "runs.1.side=right; skin.open_right=yes; skin.lower=36in; roof.form=gable; roof.falls_to=back; frame.walls=posts",
        "runs.1.side=front; skin.open_front=yes; skin.kind=battens; foundation.kind=curb; runs.1.length=5'; roof.cover=roll_roofing",
        "runs.1.side=back; skin.open_back=yes; skin.lower=24in; pops.1.wall=back; frame.timber=metric; runs.2.side=right; "
        "runs.2.top=shared; coop.depth=6'; runs.1.length=4'; runs.2.length=4'; skin.open_right=yes; nests.wall=front; coop.width=12'",
    };
    return coops;
}

class UnderRafters : public testing::TestWithParam<std::size_t> {};
TEST_P(UnderRafters, IsSoundShutAndCutFromWhatIsSold) {
    if (sampled() && GetParam() % 4 != 0) GTEST_SKIP();
    expectWholeAndShut(designWith(asked("runs.1.top=shared; " + underRaftersCoops()[GetParam()])));
}
INSTANTIATE_TEST_SUITE_P(Coops, UnderRafters, testing::Range<std::size_t>(0, underRaftersCoops().size()));

/// A coop of 10 ft by 6 ft and its run of 6 ft down from the low wall.
std::string lowRun() {
    return "coop.width=10'; coop.depth=6'; coop.low_wall=7'; roof.pitch=3/12; roof.overhang=9in; roof.rafter=2x4; runs.1.side=back; "
           "runs.1.top=shared; runs.1.length=6'";
}

TEST(UnderRaftersGeometry, IsAsWorkedOutByHand) {
    const auto d = designWith(asked(lowRun()));
    Settled s{d};
    const auto shell = shellOf(s);
    // Siding of 19/32 in, a corner board of 3/4 and a sixteenth lie between frame and posts.
    const double off = 19.0 / 32 + 0.75 + 0.0625, slant = std::sqrt(1 + 1.0 / 16);
    // Two overhangs, coop, gap and run, along the slope; 3 1/2 in of depth lengthen it by a quarter of that.
    EXPECT_NEAR(inInches(shell.rafterLength()), (9 + 72 + off + 72 + 9) * slant + 3.5 / 4, 0.01);
    // Seats as long as plate and post are wide: the far one lies a quarter of what is between them lower.
    const auto m = modelOf(d);
    const auto* beam = m.find("runs.1/beam/outer");
    ASSERT_NE(beam, nullptr);
    EXPECT_NEAR(beam->box().high.z / 25.4, inInches(shell.floorTop) + 84 - (72 + off) / 4, 0.01);
    EXPECT_NEAR(beam->box().high.y / 25.4, 72 + off + 72, 0.01);
    EXPECT_NEAR(inSquareFeet(runFloor(s)), 60, 1e-3);
    // Posts of 4x4 stand under it, and before the roof does.
    const auto* post = m.find("runs.1/post/outer/1");
    ASSERT_NE(post, nullptr);
    EXPECT_NEAR(post->box().high.z, beam->box().low.z, 1e-3);
    const auto steps = buildingOrder(m);
    const auto place = [&](std::string_view id) { return std::ranges::find(steps, id, &Step::id) - steps.begin(); };
    EXPECT_LT(place("runposts"), place("roofframe"));
    // The rafters are notched thrice.
    const auto t = takeOff(m, s);
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        if (m.parts[i].role == "rafter") {
            double seats = 0;
            for (const auto& solid : m.parts[i].solids)
                for (const auto& face : facePlanes(solid)) seats += face.normal.z < -1 + 1e-9;
            EXPECT_EQ(seats, 3) << m.parts[i].id;
        }
}

TEST(UnderRaftersGeometry, AMiddleWallCarriesWhatABeamOfTwoSpansBringsThere) {
    // Two equal spans: 5/4 of one; of two unlike ones the moment is w (a^3 + b^3) / 8 (a + b). Statics, as beam tables have it.
    const double off = 19.0 / 32 + 0.75 + 0.0625;
    const auto carried = [&](double run) {
        Settled s{designWith(asked("coop.depth=6'; runs.1.side=back; runs.1.top=shared; runs.1.length=" + std::to_string(run) + "in"))};
        return inInches(carriedBy(s));
    };
    EXPECT_NEAR(carried(72 - off), 1.25 * 72, 0.02);
    EXPECT_NEAR(carried(84 - off), (72 + 84) / 2.0 + (72. * 72 * 72 + 84. * 84 * 84) / (8 * 156) * (1 / 72. + 1 / 84.), 0.02);
    // Without one half of the coop and the eave.
    Settled plain{designWith(asked("coop.depth=6'; roof.overhang=9in"))};
    EXPECT_NEAR(inInches(carriedBy(plain)), 36 + 9, 1e-3);
}

/// An L of runs round the right back corner.
Design roundACorner() {
    return designWith(
        asked("runs.1.top=shared; runs.1.side=back; runs.2.side=right; runs.2.top=shared; coop.depth=5'; coop.width=8'; runs.1.length=5'; "
              "runs.2.length=6'"));
}

TEST(RunsRoundACorner, AreOneWithOneGate) {
    const auto d = roundACorner();
    Settled s{d};
    const double off = 19.0 / 32 + 0.75 + 0.0625;
    // The one under the rafters takes the corner: 5 ft by 8 and 6 ft and the gap; the other one is 6 ft by 5.
    EXPECT_NEAR(inSquareFeet(runFloor(s)), 5 * (8 + 6 + off / 12) + 6 * 5, 0.01);
    const auto m = modelOf(d);
    EXPECT_EQ(
        m.openings.size() - static_cast<std::size_t>(std::ranges::count_if(m.openings, [](const auto& o) { return o.kind != "gate"; })),
        1U);
    // Open to each other: no mesh between them, no post in the corner but the end's.
    EXPECT_EQ(m.find("runs.2/mesh/right/1"), nullptr);
    EXPECT_EQ(m.find("runs.1/post/inner/2"), nullptr);
    EXPECT_NE(m.find("runs.1/mesh/left/1"), nullptr);
    // One pop door does for both; without any both are told.
    const auto shut = [](const Design& design) {
        const auto a = answerTo(design);
        return std::ranges::find(a->findings, "run.way", &Finding::id)->value;
    };
    EXPECT_EQ(shut(d), 0);
    EXPECT_EQ(shut(d.with({{"pops.1", ""}}).value()), 2);
    // Nor does either of them go without.
    EXPECT_FALSE(d.with({{"runs.1.gate", "none"}}));
    EXPECT_TRUE(d.with({{"runs.1.gate", "none"}, {"runs.2.gate", "outer"}}));
}

TEST(RunsRoundACorner, AreShutByWhatStandsThere) {
    // Taken away, each of these is a way in that the search finds: a piece in the gap over the far beam, a block there, mesh from the
    // corner.
    const auto d = roundACorner();
    Settled s{d};
    const auto m = modelOf(d);
    const double ball = ballThatMeshStops(s);
    for (const std::string id : {"roof/block/past/97.4", "roof/block/past/23.3", "runs.1/mesh/right/1", "roof/filler/7/past"}) {
        auto open = m;
        ASSERT_NE(open.find(id), nullptr) << id;
        std::erase_if(open.parts, [&](const Part& p) { return p.id == id; });
        EXPECT_FALSE(allHoles(open, ball).holes.empty()) << id;
    }
}

}  // namespace
}  // namespace oiko
