// Birds that sleep or lay on the floor: ducks and turkeys, a coop without roosts, nests that stand in the litter.
#include <algorithm>

#include "core/design/layout.h"
#include "core/design/sizing.h"
#include "whole.h"

namespace oiko {
namespace {

TEST(FloorBirds, AreHousedInUnlikeCoops) {
    for (const auto* more :
         {"flock.size=ducks; flock.count=8; litter.kind=straw", "flock.size=ducks; flock.count=4; form.kind=elevated",
          "flock.size=ducks; flock.count=8; foundation.kind=curb; litter.kind=shavings; litter.deep=8in",
          "flock.size=ducks; flock.count=20; foundation.kind=blockwork; frame.walls=posts; skin.lining=ply-1/2; partitions.1.wall=left",
          "flock.size=turkeys; flock.count=6; litter.kind=chips; roof.form=gable",
          "flock.size=turkeys; flock.count=10; foundation.kind=slab; frame.timber=metric; roost.hold=cups; nests.clear=20in",
          "nests.kind=floor; foundation.kind=sills; litter.kind=straw; skin.open_front=yes; runs.1.side=right",
          "nests.kind=floor; frame.walls=posts; frame.timber=planed; skin.open_left=yes; nests.wall=left; runs.1.side=right",
          "nests.kind=floor; nests.count=9; coop.width=20ft; litter.kind=sand; hatches.1.wall=front", "roost.count=0"}) {
        SCOPED_TRACE(more);
        expectWholeAndShut(designWith(asked(more)));
    }
}

TEST(FloorBirds, WantWhatTheirKindWants) {
    const auto a = answerTo(designWith(asked("flock.size=ducks; flock.count=8; flock.days_away=3; litter.kind=straw")));
    auto& s = *a->settled;
    // A quarter more floor than hens and half as much run again; by weight and measure a day.
    EXPECT_EQ(s.area("flock.floor_each"), squareFeet(5));
    EXPECT_EQ(s.area("flock.run_each"), squareFeet(15));
    EXPECT_NEAR(feedPounds(s), 8 * 3 * 0.35, 1e-9);
    EXPECT_NEAR(waterGallons(s), 8 * 3 * 0.25, 1e-9);
    EXPECT_EQ(s.length("pops.1.width"), inches(16));
    EXPECT_LE(inDegrees(s.angle("pops.1.ramp")), 25);
    // No bar, no drop zone, nothing to judge by them; what shapes bars is refused.
    EXPECT_TRUE(ofRole(*a->model, "roost").empty());
    EXPECT_TRUE(std::ranges::none_of(a->model->clear, [](auto& c) { return c.id == "roosts/zone"; }));
    EXPECT_TRUE(std::ranges::none_of(a->findings, [](auto& f) { return f.id.starts_with("roost."); }));
    EXPECT_NE(a->served.by, "roost");
    for (const auto* change : {"roost.height=30in", "roost.boards=yes", "roost.wall=left", "nests.height=20in"})
        EXPECT_FALSE(Design{}.with(asked(std::string{"flock.size=ducks; "} + change))) << change;
    // Who wants bars for them has them.
    EXPECT_FALSE(ofRole(modelOf(designWith(asked("flock.size=ducks; roost.count=1"))), "roost").empty());
}

TEST(FloorBirds, TurkeysRoostWideAndLow) {
    const auto a = answerTo(designWith(asked("flock.size=turkeys; flock.count=8")));
    auto& s = *a->settled;
    EXPECT_EQ(s.choice("roost.stock"), "2x4");
    EXPECT_EQ(s.length("roost.apart"), inches(24));
    double bar = 0;
    for (const auto* p : ofRole(*a->model, "roost")) bar += p->extent(p->along);
    EXPECT_GE(bar, 8 * 18 * 25.4 - 0.01);
    for (const auto& f : a->findings)
        if (f.id.starts_with("roost.") || f.id == "pop.size") EXPECT_NE(f.state, State::fail) << f.id;
}

TEST(FloorBirds, NestsOnTheFloorByHand) {
    // Two of 14 in for eight ducks: three boards of 15/32 and twice 14 long, 14 in high in front, the top as steep as 45 degrees.
    const auto m = modelOf(designWith(asked("flock.size=ducks; flock.count=8; litter.kind=straw; litter.deep=5in")));
    const auto at = [&](const char* id) { return m.find(id)->box(); };
    EXPECT_NEAR(at("nests/back").size().z, 28 * 25.4, 0.1);
    const auto end = at("nests/end/1");
    EXPECT_NEAR(std::max(end.size().x, end.size().y), 14 * 25.4, 0.1);
    const double deck = ofRole(m, "deck").front()->box().high.z;
    EXPECT_NEAR(end.low.z, deck, 0.01);
    const auto lip = at("nests/lip");
    EXPECT_NEAR(std::max(lip.size().x, lip.size().y), (28 + 3 * 0.46875) * 25.4, 0.1);
    EXPECT_NEAR(lip.low.z - deck, 5 * 25.4, 0.1) << "over the litter";
    EXPECT_TRUE(ofRole(m, "nest-floor").empty() && ofRole(m, "nest-leg").empty() && ofRole(m, "nest-perch").empty());
    // On the earth two treated sleepers lie under them, inside the curb.
    const auto curb = modelOf(designWith(asked("flock.size=ducks; flock.count=8; foundation.kind=curb")));
    const auto sleepers = ofRole(curb, "nest-leg");
    ASSERT_EQ(sleepers.size(), 2u);
    for (const auto* p : sleepers) EXPECT_EQ(p->stock, "2x4pt");
    EXPECT_NEAR(curb.find("nests/end/1")->box().low.z - sleepers.front()->box().high.z, 0, 0.01);
}

}  // namespace
}  // namespace oiko
