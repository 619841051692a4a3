// Electric netting round the yard.
#include <algorithm>
#include <cmath>

#include "core/drawing/views.h"
#include "core/judge/soundness.h"
#include "whole.h"

namespace oiko {
namespace {

TEST(Fence, GoesRoundAllAndIsBoughtByTheHundredFeet) {
    for (const auto& [far, more] :
         {std::pair{"8ft", ""}, {"10ft", "ground.back_right=5in; ground.back_left=3in"}, {"6ft", "lean.kind=wall"}}) {
        SCOPED_TRACE(more);
        const auto bare = designWith(asked(more)), d = bare.with({{"fence.kind", "electric"}, {"fence.beyond", far}}).value();
        const auto a = answerTo(d);
        EXPECT_EQ(unsound(*a->model), "");
        Bounds built, posts;
        double net = 0;
        for (const auto& p : a->model->parts) {
            if (p.role == "fence-post") posts.add(p.box());
            if (p.role == "fence-net") net += p.extent(p.along);
            if (p.role == "fence-net") EXPECT_LE(p.extent(p.along), 120 * 25.4);
            if (!p.fence() && !p.role.starts_with("leaned-")) built.add(p.box());
        }
        Settled s{d};
        const double out = inMm(s.length("fence.beyond")), wide = built.size().x + 2 * out, deep = built.size().y + out;
        EXPECT_NEAR(posts.low.x, built.low.x - out, 10);
        EXPECT_NEAR(posts.low.y, built.low.y - out, 10);
        // Open at the wall that the coop leans on; posts and corners are no net.
        const bool leans = s.choice("lean.kind") != "nothing";
        EXPECT_NEAR(net, leans ? wide + 2 * deep : 2 * (wide + deep + out), 30 * 25.4);
        EXPECT_EQ(needed(*a, "electric-net"), std::ceil(net / 304.8 / 100));
        EXPECT_EQ(needed(*a, "ground-rod"), 1);
        // No list of rolls has it, and nobody takes it for a shelter.
        EXPECT_TRUE(std::ranges::none_of(a->takeoff->pieces, [](const Piece& p) { return p.stock == "electric-net"; }));
        EXPECT_EQ(std::ranges::find(a->findings, "fence.night", &Finding::id)->state, State::near);
        // Plans and faces of the coop are as large as without it, and the birds are as well kept.
        Settled without{bare};
        const auto m = modelOf(bare);
        EXPECT_EQ(face(*a->model, s, "right").high.x, face(m, without, "right").high.x);
        EXPECT_GT(yardPlan(*a->model, s).high.x, built.high.x + out - 100);
    }
}

TEST(Fence, NoHoleOfTheRunIsHiddenByIt) {
    auto m = modelOf(designWith(asked("fence.kind=electric")));
    Settled s{designWith(asked("fence.kind=electric"))};
    EXPECT_TRUE(allHoles(m, ballThatMeshStops(s)).holes.empty());
    std::erase_if(m.parts, [](const Part& p) { return p.role == "run-mesh"; });
    m.joints.clear();
    EXPECT_FALSE(allHoles(m, ballThatMeshStops(s)).holes.empty());
}

}  // namespace
}  // namespace oiko
