// Pop doors: what closes them, and how the birds come down.
#include <cmath>

#include "core/design/ground.h"
#include "core/judge/holes.h"
#include "whole.h"

namespace oiko {
namespace {

Design lowered(std::vector<Change> more = {}) {
    std::vector<Change> all{{"flock.count", "6"}, {"pops.1.kind", "ramp_door"}};
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}

TEST(RampDoors, UnlikeCoopsAreSoundAndShut) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"form.kind", "elevated"}, {"floor.height", "24in"}, {"coop.low_wall", "5'6\""}},
             {{"skin.kind", "battens"}, {"roof.form", "gable"}, {"pops.1.width", "14in"}},
             {{"skin.kind", "board_batten"}, {"runs.1", ""}, {"pops.1.wall", "back"}, {"pops.1.at", "4'"}},
             {{"skin.open_front", "yes"}, {"pops.1.wall", "front"}, {"runs.1", ""}, {"nests.wall", "left"}},
             {{"foundation.kind", "slab"}, {"runs.1.top", "shared"}, {"skin.lining", "ply-1/2"}},
             {{"ground.front_left", "6in"}, {"ground.back_left", "6in"}, {"foundation.kind", "blocks"}},
         }) {
        if (sampled() && more.size() != 2) continue;
        const auto a = answerTo(lowered(more));
        EXPECT_EQ(unsound(*a->model), "") << more.size();
        for (const auto& hole : allHoles(*a->model, ballThatMeshStops(*a->settled)).holes)
            ADD_FAILURE() << more.size() << ": " << hole.wideMm << " at " << hole.at.x << " " << hole.at.y << " " << hole.at.z
                          << testing::PrintToString(hole.parts);
        EXPECT_EQ(a->model->find("pops.1/ramp"), nullptr) << "the leaf is it";
        EXPECT_EQ(a->model->find("pops.1/track/left"), nullptr);
    }
}

TEST(RampDoors, ReachTheGroundWhenLetDown) {
    // Sill 10 in over a floor of 8 in on a slab: 18 in down at 40 degrees are 18 / sin 40 = 28.0 in of leaf.
    const auto a =
        answerTo(lowered({{"foundation.kind", "slab"}, {"foundation.height", "8in"}, {"pops.1.sill", "10in"}, {"pops.1.ramp", "40deg"}}));
    const auto* leaf = a->model->find("pops.1/leaf/sheet");
    ASSERT_NE(leaf, nullptr);
    EXPECT_NEAR(leaf->extent({0, 0, 1}) / 25.4, 18 / std::sin(40 * kPi / 180), 0.01);
    EXPECT_NEAR(leaf->extent(leaf->wide) / 25.4, 12 + 2, 0.01);
    EXPECT_NEAR(leaf->box().low.z / 25.4, 8 + 10 - 1, 0.01);
    // Rungs every 6 in between the casings, each held by three screws; two butts, one lock.
    int rungs = 0;
    for (const auto& p : a->model->parts)
        if (p.role == "rung") {
            ++rungs;
            EXPECT_NEAR(p.extent(p.along) / 25.4, 12 - 0.25, 0.01);
            EXPECT_NEAR(std::fmod(p.box().low.z - leaf->box().low.z, 6 * 25.4) / 25.4, 3, 0.01);
        }
    EXPECT_EQ(rungs, 4) << "at 3, 9, 15 and 21 in of 28; the uppermost ends below the strip that closes the top";
    EXPECT_EQ(needed(*a, "screw-1-1/4", "rung"), 3 * rungs);
    const auto slides = answerTo(lowered({{"foundation.kind", "slab"}, {"pops.1.kind", "slide"}}));
    EXPECT_EQ(needed(*a, "butt-hinge-3", "hinge"), needed(*slides, "butt-hinge-3", "hinge") + 2);
    EXPECT_EQ(needed(*slides, "screw-1-1/4", "rung"), 3 * std::ranges::count(slides->model->parts, "rung", &Part::role));
}

TEST(RampDoors, GrowSteeperWhereTheWallIsLow) {
    // By the rule as flat as 30 degrees where there is room up the wall, else as steep as that asks, 45 at most; then it is refused.
    Settled roomy{lowered()}, low{lowered({{"form.kind", "elevated"}, {"floor.height", "24in"}, {"coop.low_wall", "5'6\""}})};
    EXPECT_LE(inDegrees(roomy.angle("pops.1.ramp")), inDegrees(low.angle("pops.1.ramp")));
    for (auto* s : {&roomy, &low}) EXPECT_LE(rampDoorTop(*s, "pops.1"), rampDoorRoom(*s, shellOf(*s), "pops.1"));
    EXPECT_FALSE(
        designWith({{"form.kind", "elevated"}, {"flock.count", "5"}, {"floor.height", "48in"}}).with({{"pops.1.kind", "ramp_door"}}));
}

TEST(RampDoors, TakingAwayWhatClosesOneIsFound) {
    const auto a = answerTo(lowered({{"runs.1", ""}}));
    auto m = *a->model;
    std::erase_if(m.parts, [&](const Part& p) { return p.id == "pops.1/leaf/sheet"; });
    m.joints.clear();
    EXPECT_FALSE(allHoles(m, ballThatMeshStops(*a->settled)).holes.empty());
}

Design aside(std::vector<Change> more = {}) {
    std::vector<Change> all{{"flock.count", "8"}, {"pops.1.kind", "sideways"}};
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}

TEST(SidewaysDoors, UnlikeCoopsAreSoundAndShut) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"form.kind", "elevated"}, {"coop.width", "10'"}},
             {{"frame.walls", "posts"}, {"roost.lined", "yes"}},
             {{"skin.lining", "ply-1/2"}, {"roof.form", "gable"}, {"frame.timber", "metric"}},
             asked("skin.open_front=yes; runs.1=; pops.1.wall=front; pops.1.at=8'; pops.1.sill=5in; coop.width=14'"),
             {{"foundation.kind", "curb"}, {"nests.kind", "inside"}, {"pops.1.width", "16in"}},
         }) {
        if (sampled() && more.size() != 2) continue;
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + "=" + more[0].text);
        const auto d = aside(more);
        expectWholeAndShut(d);
        const auto m = modelOf(d);
        // Shut it laps its opening by 1 1/4 in; on its tracks it can leave it wholly.
        ASSERT_NE(m.find("pops.1/track/foot"), nullptr);
        const auto leaf = m.find("pops.1/leaf/sheet")->box(), track = m.find("pops.1/track/foot")->box();
        const auto& o = *std::ranges::find(m.openings, "pops.1", &OpeningSpec::id);
        Bounds hole;
        for (const auto& c : o.corners) hole.add(c);
        const int axis = track.size().x > track.size().y ? 0 : 1;
        EXPECT_NEAR(hole.low[axis] - leaf.low[axis], 31.75, 0.01);
        EXPECT_NEAR(leaf.high[axis] - hole.high[axis], 31.75, 0.01);
        const double travel = std::max(leaf.low[axis] - track.low[axis], track.high[axis] - leaf.high[axis]);
        EXPECT_GE(travel, hole.high[axis] - leaf.low[axis]);
        EXPECT_GE(leaf.low[axis] + 0.01, track.low[axis]);
        EXPECT_LE(leaf.high[axis] - 0.01, track.high[axis]);
    }
}

TEST(SlidingDoors, ALeafReachesAHeaderThatStandsHigherForWantOfCripples) {
    const auto d =
        designWith(asked("flock.count=40; form.kind=elevated; frame.walls=posts; frame.beam=4x6; frame.posts=8ft; "
                         "pops.2.wall=back; pops.2.sill=19 5/8in; skin.open_back=yes; skin.lower=24in; roof.form=gable; "
                         "runs.1.top=shared"));
    expectWholeAndShut(d);
    const auto m = modelOf(d);
    const auto header = std::ranges::find_if(m.parts, [](const Part& p) { return p.role == "header" && p.opening == "pops.2"; });
    ASSERT_NE(header, m.parts.end());
    EXPECT_NEAR(m.find("pops.2/leaf/sheet")->box().high.z - header->box().low.z, 0.75 * 25.4, 0.01);
}

TEST(Cords, ReachFromTheLeafOutOfTheRun) {
    // 14 in of leaf twice, a run of 8 ft and 3 ft to pull at: 13.33, so 14 ft over two pulleys to a cleat; sideways 12 in twice: 13 ft, two
    // of them.
    const std::vector<Change> run{{"runs.1.length", "8'"}, {"pops.1.height", "14in"}, {"pops.1.width", "12in"}};
    const auto up = answerTo(designWith(run));
    EXPECT_EQ(needed(*up, "cord-foot", "cord"), 14);
    EXPECT_EQ(needed(*up, "pulley", "cord"), 2);
    EXPECT_EQ(needed(*up, "cord-cleat", "cord"), 1);
    const auto sideways = answerTo(aside(run));
    EXPECT_EQ(needed(*sideways, "cord-foot", "cord"), 26);
    EXPECT_EQ(needed(*sideways, "pulley", "cord"), 4);
    // One that opens by itself has none.
    EXPECT_EQ(needed(*answerTo(designWith({{"pops.1.kind", "automatic"}})), "cord-foot"), 0);
}

}  // namespace
}  // namespace oiko
