// Litter: its volume, bags and weight by hand, what it lifts, the boards that keep it in, and what may not lie in it.
#include <algorithm>
#include <cmath>

#include "core/design/litter.h"
#include "core/design/rules.h"
#include "core/design/shell.h"
#include "core/design/wirefloor.h"
#include "whole.h"

namespace oiko {
namespace {

double cubicFeet(const Model& m, std::string_view role) {
    double sum = 0;
    for (const auto& p : m.parts)
        if (p.role == role) sum += p.volumeMm3() / std::pow(304.8, 3);
    return sum;
}

TEST(Litter, FillsTheFloorRoundWhatStandsOnIt) {
    // 12 by 8 ft on walls of 2x4: 137 by 89 in inside, 4 in deep. The six legs of two roosts and nothing else stand on the deck.
    const auto a = answerTo(designWith(asked("coop.width=12ft; coop.depth=8ft; litter.kind=shavings; flock.count=10")));
    const auto& m = *a->model;
    EXPECT_EQ(unsound(m), "");
    const auto whole = 137.0 * 89 * 4 / 1728;
    double legs = 0;
    for (const auto& p : m.parts)
        if (p.role == "roost-leg") legs += 1.5 * 3.5 * 4 / 1728;
    EXPECT_GT(legs, 0);
    EXPECT_NEAR(cubicFeet(m, "litter"), whole - legs, 0.02 * whole);
    EXPECT_EQ(bought(*a, "shavings-bale"), std::ceil(cubicFeet(m, "litter") / 8));
    // As deep as it is asked for, on the deck.
    const auto box = m.find("litter/1")->box();
    EXPECT_NEAR(box.low.z, inMm(shellOf(*a->settled).floorTop), 0.01);
    EXPECT_NEAR(box.size().z, 4 * 25.4, 0.01);
}

TEST(Litter, LiesRoundBathTraysHoppersAndInTheChicksRoom) {
    for (const auto* more :
         {"litter.kind=straw; bath.place=coop; coop.width=12ft; feed.place=run", "form.kind=elevated; litter.kind=sand; litter.deep=2in",
          "litter.kind=chips; litter.deep=8in; foundation.kind=sills",
          "litter.kind=shavings; nests.kind=buckets; coop.width=12ft; roost.wall=back; hatches.1.wall=front",
          "litter.kind=straw; partitions.1.wall=left; partitions.1.pop=yes; coop.width=14ft",
          "litter.kind=shavings; litter.boards=yes; foundation.kind=slab; nests.kind=inside; frame.walls=posts",
          "litter.kind=chips; skin.open_front=yes; runs.1.side=right; litter.deep=7in"}) {
        SCOPED_TRACE(more);
        expectWholeAndShut(designWith(asked(more)));
    }
    const auto chicks = modelOf(designWith(asked("litter.kind=straw; partitions.1.wall=left; partitions.1.pop=yes; coop.width=14ft")));
    EXPECT_NE(chicks.find("litter/2"), nullptr);
    const auto store = modelOf(designWith(asked("litter.kind=straw; partitions.1.wall=left; coop.width=14ft")));
    EXPECT_EQ(store.find("litter/2"), nullptr);
}

TEST(Litter, LiesInRunsOverTheGroundAsItIs) {
    for (const auto* more :
         {"run.litter=chips",
          "run.litter=sand; run.litter_deep=2in; apron.kind=floor; run.kick=yes; run.perches=2; feed.place=run; bath.place=run",
          "run.litter=chips; foundation.kind=posts; ground.front_left=9in; ground.front_right=4in; ground.back_left=5in",
          "run.litter=straw; runs.1.top=shared; runs.1.side=left",
          "run.litter=sand; runs.1.width=15ft; nests.wall=back; coop.width=10ft"}) {
        SCOPED_TRACE(more);
        expectWholeAndShut(designWith(asked(more)));
    }
    // 10 by 12 ft from rail to rail, on level ground: 117 by 142 1/2 in, less a few blocks, 4 in deep.
    const auto a =
        answerTo(designWith(asked("coop.width=10ft; runs.1.side=front; runs.1.width=10ft; runs.1.length=12ft; run.litter=chips")));
    const auto whole = 117.0 * 142.5 * 4 / 1728;
    EXPECT_NEAR(cubicFeet(*a->model, "litter"), whole, 0.06 * whole);
    EXPECT_EQ(bought(*a, "chips-bag"), std::ceil(cubicFeet(*a->model, "litter") / 2));
}

TEST(Litter, LiftsLipsSillsAndTheCeiling) {
    Settled bare{designWith({})}, deep{designWith(asked("litter.kind=chips; litter.deep=8in"))};
    EXPECT_GE(deep.length("pops.1.sill"), inches(10));
    EXPECT_GE(deep.length("coop.low_wall"), bare.length("coop.low_wall") + inches(6));
    EXPECT_EQ(standingRoom(deep, shellOf(deep)), shellOf(deep).headroom() - inches(8));
    const auto lip = [](const Model& m) { return std::ranges::find(m.parts, std::string_view{"feeder"}, &Part::role)->box().low.z; };
    EXPECT_NEAR(lip(buildModel(deep)) - lip(buildModel(bare)), 8 * 25.4, 0.01);
    // Round an earth floor it lies in the curb: nothing is lifted until it comes over it.
    Settled curb{designWith(asked("foundation.kind=curb; foundation.height=8in; litter.kind=straw; litter.deep=6in"))};
    EXPECT_EQ(litterTop(curb), -inches(2));
    EXPECT_FALSE(curb.flag("litter.boards"));
    EXPECT_EQ(curb.length("coop.low_wall"),
              Settled{designWith(asked("foundation.kind=curb; foundation.height=8in"))}.length("coop.low_wall"));
    // Wire holds none.
    EXPECT_FALSE(
        Settled{designWith(asked("form.kind=elevated; flock.count=6; floor.deck=wire; floor.height=36in"))}.applies("litter.kind"));
}

TEST(Litter, BoardsKeepItIn) {
    // In the people door, between the stops: 3/4 and 1/8 in off either side of the opening; of 1x6 for 4 in, of 1x10 for 6.
    for (const auto& [deep, stock] : {std::pair{"4in", "1x6"}, {"6in", "1x10"}}) {
        const auto a = answerTo(designWith(asked(std::string{"litter.kind=shavings; litter.deep="} + deep)));
        const auto boards = ofRole(*a->model, "litter-board");
        ASSERT_EQ(boards.size(), 1u);
        EXPECT_EQ(boards[0]->stock, stock);
        EXPECT_NEAR(boards[0]->extent(boards[0]->along), inMm(a->settled->length(boards[0]->opening + ".width")) - 2 * 0.875 * 25.4, 0.01);
        EXPECT_EQ(needed(*a, "turn-button"), 2);
    }
    // The mesh door's own board does behind it.
    EXPECT_TRUE(
        ofRole(modelOf(designWith(asked("litter.kind=shavings; coop.width=12ft; coop.depth=8ft; doors.1.screen=yes"))), "litter-board")
            .empty());
    // Along bare studs, not along lined walls; each on two studs at least, on the deck.
    const auto m = modelOf(designWith(asked("litter.kind=straw; litter.boards=yes")));
    const auto kicks = ofRole(m, "kick-board");
    EXPECT_GE(kicks.size(), 4u);
    std::size_t behind = 0;  // uprights that one touches
    for (const auto* p : kicks) {
        EXPECT_NEAR(p->box().low.z, m.find("litter/1")->box().low.z, 0.01);
        for (const auto& q : m.parts) {
            const bool upright = q.role == "stud" || q.role == "king" || q.role == "trimmer" || q.role == "cripple" || q.role == "corner";
            behind += upright && std::ranges::any_of(q.solids, [&](const Solid& s) { return touching(s, p->solids[0]).area > 645; });
        }
    }
    // Two screws into each, none into the deck or the plate.
    const auto screws = [](const char* boards) {
        return needed(*answerTo(designWith(asked(std::string{"litter.kind=straw; litter.boards="} + boards))), "screw-1-1/4");
    };
    EXPECT_EQ(screws("yes") - screws("no"), static_cast<double>(2 * behind));
    EXPECT_EQ(unsound(m), "");
}

TEST(Litter, WetSandAsksForDeeperJoists) {
    // 8 in at 120 lb a cubic foot are 80 psf on top of 50: by wL²/8 alone a joist reaches sqrt(50 / 130) of what it did.
    Settled bare{designWith({})}, sand{designWith(asked("litter.kind=sand; litter.deep=8in"))};
    EXPECT_NEAR(inPsf(litterLoad(sand)), 80, 1e-4);
    EXPECT_EQ(litterLoad(bare), Load{});
    const auto ratio = inMm(joistReach(sand, "2x4")) / inMm(joistReach(bare, "2x4"));
    EXPECT_LE(ratio, 1);
    EXPECT_GE(ratio, 50.0 / 130) << "shear, which takes the most";
    // 2 in dry and wet: the handbooks' 17 to 20 lb a square foot.
    Settled two{designWith(asked("litter.kind=sand; litter.deep=2in"))};
    EXPECT_NEAR(inPsf(litterLoad(two)), 20, 1e-4);
    EXPECT_NEAR(litterOf(two)->dryPcf / 6, 16.7, 0.1);
}

}  // namespace
}  // namespace oiko
