// Runs under the coop's own roof, which goes on over its ends.
#include <algorithm>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/catalog/lumber.h"
#include "core/catalog/stock.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/judge/holes.h"
#include "core/steps/steps.h"
#include "whole.h"

namespace oiko {
namespace {

/// Each with its run's side left to its rule, or set.
const std::vector<std::vector<Change>>& sharedCoops() {
    static const std::vector<std::vector<Change>> coops{
        {{"runs.1.top", "shared"}},
        {{"runs.1.top", "shared"}, {"runs.1.side", "left"}, {"runs.1.length", "24'"}},
        {{"roof.form", "gable"}, {"runs.1.top", "shared"}, {"runs.1.length", "11' 3\""}},
        {{"roof.form", "gable"}, {"roof.falls_to", "right"}, {"runs.1.top", "shared"}, {"runs.1.gate", "left"}},
        {{"roof.form", "gable"}, {"roof.falls_to", "left"}, {"runs.1.top", "shared"}, {"roof.cover", "shingles"}, {"runs.1.gate", "right"}},
        {{"roof.form", "gable"}, {"roof.pitch", "10/12"}, {"roof.other_pitch", "5/12"}, {"runs.1.top", "shared"}, {"runs.1.side", "left"}},
        {{"form.kind", "elevated"}, {"flock.count", "5"}, {"runs.1.top", "shared"}},
        asked("form.kind=elevated; flock.count=4; roof.form=gable; runs.1.top=shared; foundation.kind=set_posts"),
        {{"roof.cover", "roll_roofing"}, {"runs.1.top", "shared"}, {"runs.1.length", "4'"}, {"coop.width", "16'"}},
        {{"coop.low_wall", "8'"}, {"runs.1.top", "shared"}, {"roof.pitch", "2/12"}, {"roof.cover", "metal_sealed"}},
        // A door leads from the coop into its run.
        {{"roof.form", "gable"}, {"coop.depth", "10'"}, {"runs.1.top", "shared"}, {"doors.2.wall", "right"}},
    };
    return coops;
}

class SharedRoof : public testing::TestWithParam<std::size_t> {};
TEST_P(SharedRoof, IsSoundShutAndCutFromWhatIsSold) {
    if (sampled() && GetParam() % 4 != 0) GTEST_SKIP();
    expectWholeAndShut(designWith(sharedCoops()[GetParam()]));
}
INSTANTIATE_TEST_SUITE_P(Coops, SharedRoof, testing::Range<std::size_t>(0, sharedCoops().size()));

/// A gable of 8 ft by 6 ft with siding of 5/8 in and a run of 16 ft beyond its right wall.
Design longHouse() {
    return designWith(
        asked("roof.form=gable; coop.width=8'; coop.depth=6'; roof.rake=8in; roof.overhang=9in; runs.1.top=shared; runs.1.length=16'"));
}

TEST(SharedRoofGeometry, IsAsWorkedOutByHand) {
    const auto m = modelOf(longHouse());
    // Siding sold as 5/8 (19/32) + 3/4 + 1/16 in between frame and posts; then 16 ft of run.
    const double off = 19.0 / 32 + 0.75 + 0.0625;
    Bounds posts, fascia, ridge, cap;
    int boards = 0;
    for (const auto& p : m.parts) {
        if (p.role == "run-post") posts.add(p.box());
        if (p.role == "fascia") fascia.add(p.box());
        if (p.role == "ridge") ridge.add(p.box()), ++boards;
        if (p.role == "ridge-cap") cap.add(p.box());
    }
    EXPECT_NEAR(posts.low.x / 25.4, 96 + off, 1e-3);
    EXPECT_NEAR(posts.high.x / 25.4, 96 + off + 192, 1e-3);
    for (const auto& roof : {fascia, ridge, cap}) {
        EXPECT_NEAR(roof.low.x / 25.4, -8, 1e-3);
        EXPECT_NEAR(roof.high.x / 25.4, 96 + off + 192 + 8, 1e-3);
    }
    // Its 25 ft 5 in are two boards of 16 ft at most, as is everything that runs along the roof.
    EXPECT_EQ(boards, 2);
    // The post under the ridge stands in the middle of 6 ft and carries it.
    const auto* under = m.find("runs.1/post/outer/2");
    ASSERT_NE(under, nullptr);
    EXPECT_NEAR((under->box().low.y + under->box().high.y) / 2 / 25.4, 36, 1e-3);
    EXPECT_NEAR(under->box().high.z, ridge.low.z, 1e-3);
    // The run counts as wide as the wall and 16 ft long: 96 sq ft.
    Settled s{longHouse()};
    EXPECT_NEAR(inSquareFeet(runFloor(s)), 96, 1e-3);
}

TEST(SharedRoofGeometry, JointsOfLongMembersLieOverRafters) {
    const auto m = modelOf(longHouse());
    int joints = 0;
    for (const auto& p : m.parts) {
        if (p.role != "purlin" && p.role != "fascia" && p.role != "ridge") continue;
        EXPECT_LE(p.extent(p.along) / 25.4, 192) << p.id;
        const double end = p.box().high.x;
        if (end / 25.4 > 96 + 192 + 8) continue;  // the roof's own end
        ++joints;
        bool over = false;
        for (const auto& r : m.parts)
            if (r.role == "rafter") over = over || std::fabs((r.box().low.x + r.box().high.x) / 2 - end) < 0.01;
        EXPECT_TRUE(over) << p.id;
    }
    EXPECT_GE(joints, 8);
}

TEST(SharedRoofGeometry, WhatABoardReachesIsOnePiece) {
    // Purlins of 10 ft and two rakes of 8 in come out of a 12 ft board: none is parted.
    const auto m = modelOf(designWith({{"coop.width", "10'"}, {"roof.rake", "8in"}, {"runs.1.side", "front"}, {"runs.1.width", "10'"}}));
    int purlins = 0;
    for (const auto& p : m.parts)
        if (p.role == "purlin") {
            ++purlins;
            EXPECT_GE(p.extent(p.along) / 25.4, 120 - 1e-3) << p.id;
        }
    EXPECT_GT(purlins, 6);
}

TEST(SharedRoofGeometry, EaveBeamsCarryTheRoof) {
    // Simple beam, by hand: 4x6 of spruce-pine-fir No. 2, b = 3 1/2, d = 5 1/2 in, under 25 psf of snow and the cover's weight on half of
    // 12 ft of rafters and 9 in of eave. F_b 875 psi x 1.15 x 1.3 (NDS Supplement 2018 Table 4A, from memory); not repeated.
    const auto d = designWith(asked(
        "coop.width=8'; coop.depth=12'; roof.overhang=9in; wood.species=spf; place.snow=60 psf; runs.1.top=shared; runs.1.length=20'"));
    Settled s{d};
    const auto posts = runSidePosts(s, runPlace(s, "runs.1"));
    const double clear = inInches(posts[1]) - 3.5;
    const double pli = (60 + inPsf(roofCover("metal_lapped").dead)) * (6 + 0.75) / 12, moment = pli * clear * clear / 8;
    EXPECT_LE(moment / (3.5 * 5.5 * 5.5 / 6), 875 * 1.15 * 1.3);
    // And not for nothing: one post fewer would be too few.
    const double fewer = inInches(runPlace(s, "runs.1").length) / static_cast<double>(posts.size() - 2) - 3.5;
    EXPECT_TRUE(fewer > 8 * 12 - 3.5 || pli * fewer * fewer / 8 / (3.5 * 5.5 * 5.5 / 6) > 875 * 1.15 * 1.3 * 0.95);
}

TEST(SharedRoofGeometry, PostsAreSetBeforeTheRoofThatTheyCarry) {
    const auto place = [](const std::vector<Step>& steps, std::string_view id) {
        return std::ranges::find(steps, id, &Step::id) - steps.begin();
    };
    const auto shared = buildingOrder(modelOf(longHouse()));
    EXPECT_LT(place(shared, "runposts"), place(shared, "roofframe"));
    EXPECT_LT(place(shared, "roofframe"), place(shared, "runframe"));
    const auto own = buildingOrder(modelOf(designWith({})));
    EXPECT_EQ(place(own, "runposts"), static_cast<std::ptrdiff_t>(own.size()));
}

TEST(SharedRoofGeometry, AsksNeitherHeightNorWidth) {
    const auto d = designWith({{"runs.1.width", "5'"}}).with({{"runs.1.top", "shared"}}).value();
    Settled s{d};
    for (const auto* field : {"runs.1.width", "runs.1.at", "runs.1.height", "runs.1.pitch"}) EXPECT_FALSE(s.applies(field)) << field;
    EXPECT_EQ(runPlace(s, "runs.1").width, s.length("coop.depth"));
    const auto refused = d.with({{"runs.1.pitch", "2/12"}});
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().what.id, "notapply");
    // Under its own roof again, it is as wide as was said.
    EXPECT_EQ(Settled{d.with({{"runs.1.top", "mesh"}}).value()}.length("runs.1.width"), feet(5));
}

TEST(SharedRoofGeometry, ADoorLeadsIntoTheRun) {
    const auto changes = std::vector<Change>{{"roof.form", "gable"}, {"coop.depth", "10'"}, {"doors.2.wall", "right"}};
    auto shared = changes, own = changes;
    shared.push_back({"runs.1.top", "shared"}), own.push_back({"runs.1.side", "right"});
    const auto m = modelOf(designWith(shared));
    const auto swing = std::ranges::find(m.clear, "doors.2/swing", &ClearSpace::id);
    ASSERT_NE(swing, m.clear.end());
    EXPECT_EQ(told(intruders(m)), "");
    // Under a roof of its own the run's beam stands before it.
    const auto refused = Design{}.with(own);
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().what.id, "clash.run.before");
}

TEST(SharedRoofGeometry, ClearPanelsLieOverTheRunAlone) {
    for (const auto* side : {"left", "right"}) {
        const std::vector<Change> changes{{"roof.form", "gable"},        {"coop.width", "8'"},    {"runs.1.top", "shared"},
                                          {"runs.1.side", side},         {"runs.1.length", "9'"}, {"roof.over_run", "clear"},
                                          {"roof.cover", "metal_lapped"}};
        const auto d = designWith(changes);
        expectWholeAndShut(d);
        const auto m = modelOf(d);
        Settled s{d};
        const double wide = inMm(s.length("coop.width"));
        int clear = 0, opaque = 0;
        for (const auto& p : m.parts) {
            if (p.role != "roof-panel") continue;
            const auto at = p.box();
            const bool overCoop = at.high.x > 1 && at.low.x < wide - 1;
            EXPECT_EQ(p.stock, overCoop                                                        ? "metal"
                               : at.low.x < -36 * 25.4 - 1 || at.high.x > wide + 36 * 25.4 + 1 ? "clear"
                                                                                               : p.stock)
                << p.id;
            p.stock == "clear" ? ++clear : ++opaque;
        }
        // Nine feet of run beyond the wall: three panels of 36 in on each slope at least two of which touch no coop.
        EXPECT_GE(clear, 4) << side;
        EXPECT_GT(opaque, 0);
        const auto a = answerTo(d);
        EXPECT_GE(bought(*a, "clear-6") + bought(*a, "clear-8") + bought(*a, "clear-10") + bought(*a, "clear-12"), clear);
    }
    // Longer than they are sold they are refused, with what works.
    const auto long_ = Design{}.with(asked(
        "coop.depth=12'; roof.falls_to=back; runs.1.side=right; runs.1.top=shared; roof.over_run=clear; roof.pitch=6/12; coop.width=8'"));
    ASSERT_FALSE(long_);
    EXPECT_EQ(long_.error().what.id, "clash.panel.stock");
}

}  // namespace
}  // namespace oiko
