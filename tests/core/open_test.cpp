// Walls open to the air behind mesh: sound, shut, braced, with boards along their foot; what they give in air.
#include <algorithm>
#include <cmath>

#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/judge/findings.h"
#include "whole.h"

namespace oiko {
namespace {

const std::vector<std::vector<Change>>& openCoops() {
    static const std::vector<std::vector<Change>> all{
        {{"skin.open_front", "yes"}, {"runs.1.side", "right"}, {"flock.count", "10"}},
        asked("skin.open_front=yes; skin.open_left=yes; runs.1=; pops.1=; coop.width=14'; coop.depth=10'"),
        {{"skin.open_left", "yes"}, {"roof.form", "gable"}, {"runs.1.side", "right"}, {"doors.1.wall", "left"}, {"flock.count", "10"}},
        asked("skin.open_right=yes; skin.open_front=yes; roof.cover=shingles; runs.1.side=left; skin.kind=battens"),
        {{"skin.open_front", "yes"}, {"form.kind", "elevated"}, {"flock.count", "6"}, {"skin.kind", "shiplap"}, {"runs.1.side", "right"}},
        asked("skin.open_front=yes; roof.falls_to=left; runs.1.side=right; foundation.kind=slab; flock.count=8"),
        {{"skin.open_front", "yes"}, {"partitions.1.wall", "left"}, {"runs.1.side", "right"}, {"coop.width", "12'"}},
        {{"skin.open_front", "yes"}, {"skin.open_left", "yes"}, {"runs.1.top", "shared"}, {"runs.1.side", "right"}, {"flock.count", "10"}},
        {{"skin.open_front", "yes"}, {"skin.lower", "36in"}, {"runs.1.side", "right"}, {"flock.count", "10"}},
        asked("skin.open_front=yes; skin.open_left=yes; skin.lower=48in; skin.kind=board_batten; coop.width=12'; nests.wall=left; "
              "runs.1.side=right"),
        asked(
            "skin.open_left=yes; skin.lower=24in; skin.kind=shiplap; roof.form=gable; doors.1.wall=left; runs.1.side=right; flock.count=8"),
        {{"skin.open_front", "yes"}, {"skin.lower", "36in"}, {"skin.kind", "metal"}, {"roof.form", "ceiling"}, {"runs.1.side", "right"}},
        asked("skin.open_front=yes; skin.lower=24in; skin.kind=battens; form.kind=elevated; flock.count=6; runs.1.side=right"),
        {{"skin.open_back", "yes"}, {"nests.wall", "back"}, {"roost.wall", "left"}, {"runs.1.side", "front"}, {"flock.count", "8"}},
        // Under a roof of its own, or mesh, strips are packed out as thick as the siding.
        asked("skin.open_front=yes; mesh.kind=hardware-cloth-1/4; coop.width=8ft 1/2in; runs.1.width=8ft 1/2in"),
        asked("skin.open_front=yes; mesh.kind=hardware-cloth-1/4; runs.1.top=mesh; frame.walls=posts; skin.kind=board_batten"),
        asked("skin.open_left=yes; runs.1.side=left; runs.1.width=4ft; flock.count=4; skin.kind=battens; doors.1.wall=front; "
              "nests.wall=right"),
        asked("skin.open_front=yes; runs.1.width=12ft; form.kind=elevated; frame.timber=metric; skin.kind=grooved-3/8; flock.count=6; "
              "mesh.kind=hardware-cloth-1/4; coop.low_wall=5ft; windows.2="),
        // Under the coop's roof against siding at an open wall's foot, nothing wider than a quarter of an inch.
        asked(
            "runs.1.side=left; runs.1.top=shared; skin.open_left=yes; skin.lower=24in; mesh.kind=hardware-cloth-1/4; frame.timber=planed"),
        asked("runs.1.side=back; runs.1.top=shared; skin.open_back=yes; skin.lower=24in; mesh.kind=hardware-cloth-1/4"),
    };
    return all;
}
class Open : public testing::TestWithParam<std::size_t> {};
TEST_P(Open, IsSoundAndShut) {
    if (sampled() && GetParam() % 4 != 1) GTEST_SKIP();
    expectWholeAndShut(designWith(openCoops()[GetParam()]));
}
INSTANTIATE_TEST_SUITE_P(Coops, Open, testing::Range<std::size_t>(0, openCoops().size()));

TEST(OpenByHand, StripsOfARunArePackedOutFromTheMesh) {
    const auto d = designWith(asked("skin.open_front=yes; runs.1.top=mesh"));
    const auto m = modelOf(d);
    // Along the beam, 10 ft: two strips of panel, 5 ft long, which leaves no stub of a width just over 8 ft; 1 1/2 in high, 5/8 thick, from
    // the 1x2 on the mesh to the beam.
    std::vector<const Part*> along;
    for (const auto* p : ofRole(m, "closer"))
        if (p->id.find("/packing/beam/") != std::string::npos) along.push_back(p);
    ASSERT_EQ(along.size(), 2U);
    const auto box = along.front()->box();
    EXPECT_NEAR(box.size().x / 25.4, 60, 1e-6);
    EXPECT_NEAR(along.back()->box().size().x / 25.4, 60, 1e-6);
    EXPECT_NEAR(box.size().z / 25.4, 1.5, 1e-6);
    EXPECT_EQ(along.front()->stock, "grooved-5/8");
    EXPECT_NEAR(box.high.y / 25.4, -1 / 16.0 - 0.75, 1e-4);
    EXPECT_NEAR(box.low.y, ofRole(m, "run-beam").front()->box().high.y, 1e-6);
    // Taken away it leaves a slot as wide as itself.
    auto without = m;
    std::erase_if(without.parts, [](const Part& p) { return p.id.find("/packing/beam/") != std::string::npos; });
    without.joints.clear();
    Settled s{d};
    EXPECT_TRUE(allHoles(m, ballThatMeshStops(s)).holes.empty());
    EXPECT_FALSE(allHoles(without, ballThatMeshStops(s)).holes.empty());
}

TEST(OpenByHand, WhatIsBehindCornerBoardsIsShutAboveToo) {
    // Between purlins, or between rafters, it would lie open to the run: by 0.39 and 0.53 in.
    for (const auto nth : {openCoops().size() - 2, openCoops().size() - 1}) {
        const auto d = designWith(openCoops()[nth]);
        Settled s{d};
        auto m = modelOf(d);
        EXPECT_EQ(std::erase_if(m.parts, [](const Part& p) { return p.id.starts_with("runs.1/mesh/lid/"); }), 2u);
        m.joints.clear();
        EXPECT_FALSE(allHoles(m, ballThatMeshStops(s)).holes.empty());
    }
}

TEST(OpenByHand, WearsMeshFromCornerToCornerAndBoardsAlongItsFoot) {
    const auto a = answerTo(
        designWith(asked("skin.open_front=yes; coop.width=10'; coop.depth=8'; runs.1.side=right; doors.1.wall=front; doors.1.at=20in")));
    auto& s = *a->settled;
    const auto shell = shellOf(s);
    double mesh = 0, kick = 0, braces = 0, siding = 0;
    for (const auto& p : a->model->parts) {
        if (p.role == "wall-mesh") mesh += p.volumeMm3() / p.extent(p.thick());
        if (p.role == "kick-board") kick += p.extent(p.along);
        if (p.role == "siding" && p.side == "front") ++siding;
        if (p.role == "brace" && p.side == "front") ++braces;
    }
    EXPECT_EQ(siding, 0);
    // From an inch below the deck up to the rafters' underside, less the doorway from the deck up and an inch beneath it kept.
    const auto doorHigh = inMm(s.length("doors.1.height")), wide = inMm(s.length("doors.1.width"));
    const double under = shell.rafterUndersideMm(0), out = inMm(wallSkin(s, "front"));
    const double top = std::min(under, shell.rafterUndersideMm(-out));
    EXPECT_NEAR(mesh, 3048 * (top + inMm(shell.deck) + 25.4) - wide * doorHigh, 3048 * 0.5);
    // Boards fill the foot between the corners but for the door: 120 - 7 - 32 in.
    EXPECT_NEAR(kick / 25.4, 113 - 32, 1e-3);
    EXPECT_EQ(braces, 2) << "14 in between the door's studs and the corner's are room enough";
    // Its mesh is air: summer's and winter's gauges count four fifths of it.
    const auto& winter = *std::ranges::find(a->findings, std::string{"air.winter"}, &Finding::id);
    double vents = 0;
    for (const auto& o : a->model->openings)
        if (o.kind == "vent") vents += inMm(o.width) * inMm(o.height);
    EXPECT_NEAR(winter.value, (vents + 0.8 * mesh) / (113.0 * 89 * 25.4 * 25.4), 1e-6);
}

TEST(OpenByHand, SidingBelowTheMeshMeetsItOnARowOfBlocks) {
    const auto a = answerTo(
        designWith(asked("skin.open_front=yes; skin.lower=36in; coop.width=10'; coop.depth=8'; runs.1.side=right; doors.1.wall=left")));
    const double floor = inMm(shellOf(*a->settled).floorTop), seam = floor + 36 * 25.4;
    double wide = 0, blocks = 0;
    for (const auto& p : a->model->parts) {
        if (p.side != "front" || (p.role != "siding" && p.role != "wall-mesh" && p.role != "nailer" && p.role != "kick-board")) continue;
        const auto box = p.box();
        EXPECT_NE(p.role, "kick-board");
        if (p.role == "siding") wide += box.size().x;
        if (p.role == "siding") EXPECT_NEAR(box.high.z, seam, 0.1);
        if (p.role == "wall-mesh") EXPECT_NEAR(box.low.z, seam, 0.1);
        if (p.role == "nailer") blocks += box.size().x;
        if (p.role == "nailer") EXPECT_NEAR((box.low.z + box.high.z) / 2, seam, 0.1);
    }
    EXPECT_NEAR(wide, 120 * 25.4, 0.1);
    // Five bays between studs every two feet, the corners doubled.
    EXPECT_NEAR(blocks / 25.4, 120 - 4 * 1.5 - 4 * 1.5, 0.01);
}

TEST(Open, KneeBracesStandUnderThePlates) {
    for (const auto* fall : {"back", "left"}) {
        const auto m = modelOf(designWith({{"skin.open_front", "yes"},
                                           {"roof.falls_to", fall},
                                           {"runs.1.side", "right"},
                                           {"doors.1.wall", "back"},
                                           {"flock.count", "10"}}));
        int braces = 0;
        for (std::size_t i = 0; i < m.parts.size(); ++i) {
            if (m.parts[i].role != "brace" || m.parts[i].side != "front") continue;
            ++braces;
            EXPECT_NEAR(std::fabs(m.parts[i].along.x), std::sqrt(0.5), 1e-6) << "at 45 degrees";
            EXPECT_NEAR(m.parts[i].extent(m.parts[i].wide) / 25.4, 3.5, 1e-3);
            std::string held;
            for (const auto& j : m.joints)
                if (j.a == i || j.b == i) held += m.parts[j.a == i ? j.b : j.a].role + " ";
            EXPECT_NE(held.find("stud"), std::string::npos) << held;
            EXPECT_NE(held.find("top-plate"), std::string::npos) << held;
        }
        EXPECT_GE(braces, 1) << fall;
    }
}

TEST(OpenByHand, FloorThatTheFlockDoesNotNeedIndoorsCountsAsRun) {
    // 16 ft by 12 ft less two walls of 3 1/2 in: 185 x 137 in; eleven hens want 44 sq ft of it indoors.
    const auto d = presetDesign("airy").value();
    const auto a = answerTo(d);
    const auto& run = *std::ranges::find(a->findings, std::string{"run.floor"}, &Finding::id);
    EXPECT_NEAR(run.value / 0.09290304, (185.0 * 137 / 144 - 44) / 11, 1e-3);
    EXPECT_NE(run.state, State::fail);
    // One open wall is a window, no run.
    Settled one{d.with({{"skin.open_left", "no"}}).value()};
    EXPECT_EQ(runFloor(one), Area{});
}

}  // namespace
}  // namespace oiko
