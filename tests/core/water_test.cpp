// Water that nobody carries.
#include "core/design/water.h"

#include <algorithm>
#include <cmath>

#include "core/design/gutter.h"
#include "core/design/litter.h"
#include "whole.h"

namespace oiko {
namespace {

TEST(PipedWater, TroughsHangWholeAndShutOnUnlikeWalls) {
    for (const auto* more :
         {"water.from=mains", "water.from=mains; form.kind=elevated; flock.count=8",
          "water.from=mains; frame.walls=posts; skin.kind=metal; skin.lining=ply-1/2; flock.count=40",
          "water.from=barrel; roof.gutter=barrels", "water.from=mains; lean.kind=wall",
          "water.from=barrel; roof.gutter=barrels; roof.barrel=right; roof.form=gable; nests.wall=left; "
          "skin.kind=board_batten; frame.timber=planed; flock.size=ducks",
          "water.from=barrel; roof.gutter=barrels; foundation.kind=curb; flock.count=30; litter.kind=straw",
          "water.from=barrel; roof.gutter=barrels; skin.kind=board_batten; frame.timber=metric; ground.back_right=5in"}) {
        if (sampled() && std::string_view{more}.ends_with("mains")) continue;
        SCOPED_TRACE(more);
        const auto d = designWith(asked(more));
        expectWholeAndShut(d);
        Settled s{d};
        EXPECT_EQ(static_cast<std::int64_t>(ofRole(modelOf(d), "trough").size()), troughsWanted(s));
    }
}

TEST(PipedWater, TheBarrelStandsSixInchesOverTheTroughsRim) {
    const auto d =
        designWith(asked("water.from=barrel; roof.gutter=barrels; foundation.kind=slab; foundation.height=8in; feed.height=9in"));
    const auto m = modelOf(d);
    // The slab 8 in up, the rim 9 in over it, 6 in of water: a tap 23 in up, 2 in over the barrel's foot. Six courses of 3 5/8 in are 21
    // 3/4.
    const auto rim = ofRole(m, "trough").front()->box().high.z, foot = ofRole(m, "barrel").front()->box().low.z;
    EXPECT_NEAR(rim, 17 * 25.4, 0.01);
    EXPECT_NEAR(foot, 21.75 * 25.4, 0.01);
    EXPECT_EQ(ofRole(m, "stand-block").size(), 18U);
    const auto pipe = ofRole(m, "water-pipe").front()->box();
    EXPECT_GE(pipe.low.z, rim + inMm(kTroughHead) - 0.01);
    EXPECT_NEAR(pipe.low.z, foot + 2 * 25.4, 0.5);
    const auto a = answerTo(d);
    EXPECT_EQ(needed(*a, "float-trough"), 1);
    EXPECT_EQ(needed(*a, "barrel-tap"), 1);
    EXPECT_EQ(needed(*a, "hose-coupling"), 0);
    EXPECT_EQ(needed(*answerTo(designWith(asked("water.from=mains"))), "hose-coupling"), 1);
    // Without it a bucket goes under the tap: three courses.
    EXPECT_EQ(ofRole(modelOf(designWith(asked("roof.gutter=barrels"))), "stand-block").size(), 9U);
}

TEST(PipedWater, ATroughWithoutAPlaceIsTold) {
    const auto told = [](const char* roosts) {
        const auto d = designWith(asked(std::string{"water.from=barrel; roof.gutter=barrels; roost.wall="} + roosts));
        Settled s{d};
        const auto all = judge(s, buildModel(s));
        return *std::ranges::find(all, "trough.place", &Finding::id);
    };
    EXPECT_EQ(told("front").state, State::pass);
    const auto under = told("back");
    EXPECT_EQ(under.state, State::near);
    EXPECT_FALSE(under.remedies.empty());
}

/// By mains in roofed and open runs; from barrels round the corner and at the far end under the coop's roof, on level and falling ground.
TEST(PipedWater, TroughsHangFromPostToPostInRuns) {
    const std::string mains = "feed.place=run; water.from=mains; ", barrel = "feed.place=run; water.from=barrel; roof.gutter=barrels; ";
    for (const auto& more :
         {mains,
          mains +
              "runs.1.top=mesh; mesh.double=yes; mesh.edge=battens; run.kick=yes; feed.height=4in; flock.count=30; ground.front_right=7in",
          barrel + "runs.1.side=left; roof.barrel=right", barrel + "runs.1.side=back; runs.1.top=shared; runs.1.length=5ft",
          barrel + "runs.1.side=back; runs.1.top=shared; runs.1.length=5ft; frame.timber=metric; run.litter=sand; ground.back_right=6in"}) {
        SCOPED_TRACE(more);
        const auto d = designWith(asked(more));
        expectWholeAndShut(d);
        Settled s{d};
        const auto m = modelOf(d);
        const auto troughs = ofRole(m, "trough");
        ASSERT_EQ(static_cast<std::int64_t>(troughs.size()), troughsWanted(s));
        // At the birds' backs over the ground and the litter on it, and where a barrel feeds it 6 in of water over the rim.
        const auto box = troughs.front()->box();
        EXPECT_NEAR(box.high.z - m.ground.highest(box), inMm(s.length("feed.height") + std::max(runLitterDeep(s), Length{})), 30);
        if (const auto barrels = ofRole(m, "barrel"); fromBarrel(s)) {
            EXPECT_GE(barrels.front()->box().low.z + inMm(kBarrelTap), box.high.z + inMm(kTroughHead) - 0.01);
        }
    }
}

}  // namespace
}  // namespace oiko
