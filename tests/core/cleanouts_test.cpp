// Clean-outs of coops on legs: more of them share a larger floor, and are offered where one doesn't do.
#include <algorithm>

#include "core/design/cleanouts.h"
#include "some.h"
#include "whole.h"

namespace oiko {
namespace {

const Finding& floorOf(const Answer& answer, std::string_view id) { return *std::ranges::find(answer.findings, id, &Finding::id); }

TEST(CleanOuts, AsManyAreOfferedAsBringTheWholeFloorWithinReach) {
    int coops = 0;
    for (const std::string flock : {"10", "12", "14", "16"})
        for (const std::string more : {"", "; roof.form=gable", "; roof.falls_to=front", "; runs.1.side=left", "; frame.timber=metric"}) {
            SCOPED_TRACE(flock + more);
            if (++coops; sampled() && coops % 5 != 0) continue;
            const auto d = designWith(asked("form.kind=elevated; flock.count=" + flock + more));
            const auto one = answerTo(d);
            ASSERT_EQ(floorOf(*one, "reach.floor").state, State::fail);
            const auto& offers = floorOf(*one, "reach.floor").remedies;
            ASSERT_FALSE(offers.empty());
            EXPECT_EQ(offers.front().front().key, "doors.2.kind");
            const auto mended = d.with(offers.front());
            ASSERT_TRUE(mended) << words::say(mended.error(), Units::imperial);
            const auto many = answerTo(mended.value());
            EXPECT_NE(floorOf(*many, "reach.floor").state, State::fail) << floorOf(*many, "reach.floor").value;
            EXPECT_NE(floorOf(*many, "room.floor").state, State::fail);
            EXPECT_EQ(unsound(*many->model), "");
            // They stand across from each other in the long sides.
            for (const auto& o : many->model->openings)
                if (o.kind == "clean_out") EXPECT_TRUE(o.side == "front" || o.side == "back") << o.id;
        }
}

TEST(CleanOuts, TwoAcrossFromEachOtherReachToTheMiddle) {
    const auto d = designWith(asked("form.kind=elevated; coop.width=10'; coop.depth=6'; flock.count=12; doors.2.kind=clean_out"));
    const auto answer = answerTo(d);
    auto& s = *answer->settled;
    // Half of 6 ft is 36 in; 51 1/2 in from there reach 36 13/16 along the wall beside it: of 113 in inside, 39 1/2 are left.
    const auto share = shareOfFloor(s, "doors.1");
    ASSERT_TRUE(share);
    EXPECT_NEAR(inInches(share->beside), 36.828, 0.001);
    EXPECT_EQ(s.length("doors.1.width"), inches(40));
    EXPECT_NE(floorOf(*answer, "reach.floor").state, State::fail);
    // Moved into its corner one leaves the other corner out of reach.
    const auto moved = d.with(asked("doors.1.at=8 1/2\""));
    ASSERT_TRUE(moved) << words::say(moved.error(), Units::imperial);
    EXPECT_EQ(floorOf(*answerTo(moved.value()), "reach.floor").state, State::fail);
}

TEST(CleanOuts, AcrossAShallowFloorEachTakesItsPart) {
    // 16 ft by 4 ft: 185 in inside, 44 1/2 across, from which 25 15/16 in beside are reached; 40 11/16 are left of each half.
    for (const std::string more : {"", "; doors.1.wall=front; doors.2.wall=front", "; doors.1.wall=back; doors.2.wall=front"}) {
        SCOPED_TRACE(more);
        const auto answer =
            answerTo(designWith(asked("form.kind=elevated; coop.width=16'; coop.depth=4'; flock.count=12; doors.2.kind=clean_out" + more)));
        auto& s = *answer->settled;
        for (const auto* door : {"doors.1", "doors.2"}) EXPECT_GE(s.length(std::string{door} + ".width"), inches(41));
        EXPECT_NE(floorOf(*answer, "reach.floor").state, State::fail) << floorOf(*answer, "reach.floor").value;
    }
    EXPECT_TRUE(reachedThrough(feet(16), feet(4), inches(3.5), 2));
    EXPECT_FALSE(reachedThrough(feet(16), feet(4), inches(3.5), 1));
    // Six feet deep no number on one side does.
    EXPECT_FALSE(reachedThrough(feet(8), feet(6), inches(3.5), 1));
}

TEST(CleanOuts, AFlockTooLargeForThemIsOfferedAWalkIn) {
    const auto answer = answerTo(designWith(asked("form.kind=elevated; flock.count=40")));
    const auto& offers = floorOf(*answer, "room.floor").remedies;
    EXPECT_TRUE(std::ranges::any_of(offers, [](const auto& o) { return o == std::vector<Change>{{"form.kind", "walk_in"}}; }));
}

TEST(CleanOuts, FourOfThemLeaveACoopWholeAndShut) {
    if (sampled()) return;
    expectWholeAndShut(
        designWith(asked("form.kind=elevated; flock.count=16; doors.2.kind=clean_out; doors.3.kind=clean_out; "
                         "doors.4.kind=clean_out")));
    expectWholeAndShut(designWith(asked("form.kind=elevated; flock.count=12; doors.2.kind=clean_out")));
}

}  // namespace
}  // namespace oiko
