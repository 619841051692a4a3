// Gutters, and barrels before the walls below them.
#include "core/design/gutter.h"

#include <algorithm>
#include <cmath>

#include "whole.h"

namespace oiko {
namespace {

const std::vector<std::vector<Change>> kGuttered{
    {{"roof.gutter", "barrels"}},
    asked("roof.gutter=barrels; roof.form=gable; runs.1=; coop.width=14ft; roof.cover=shingles; coop.depth=12ft; roof.barrel=right"),
    asked("roof.gutter=barrels; roof.pitch=11/12; coop.depth=4ft; coop.low_wall=5ft; roof.rafter=2x6; flock.count=6"),
    {{"roof.gutter", "barrels"}, {"roof.overhang", "3in"}, {"roof.rake", "5in"}, {"roof.barrel", "left"}},
    {{"roof.gutter", "barrels"}, {"roof.overhang", "24in"}, {"form.kind", "elevated"}, {"flock.count", "5"}, {"coop.low_wall", "4ft"}},
    {{"roof.gutter", "barrels"}, {"runs.1.top", "shared"}, {"runs.1.side", "left"}, {"runs.1.length", "12ft"}},
    {{"roof.gutter", "barrels"}, {"ground.front_left", "5in"}, {"ground.back_left", "9in"}, {"foundation.kind", "posts"}},
    asked("roof.gutter=barrels; form.kind=elevated; flock.count=5; runs.1.under=yes; coop.low_wall=4ft; roof.cover=wood_shingles"),
};
class Guttered : public testing::TestWithParam<std::size_t> {};
TEST_P(Guttered, IsSoundAndFallsToItsBarrel) {
    const auto d = designWith(kGuttered[GetParam()]);
    const auto a = answerTo(d);
    const auto& m = *a->model;
    EXPECT_EQ(unsound(m), "");
    Settled s{d};
    EXPECT_EQ(std::ranges::count(m.parts, std::string{"barrel"}, &Part::role), static_cast<std::ptrdiff_t>(guttered(s).size()));
    for (const auto& side : guttered(s)) {
        const auto pipe = m.find("roof/downspout/" + side)->box(), barrel = m.find("roof/barrel/" + side)->box();
        // The pipe stands on the lid, within its rim; the barrel a bucket's height over the ground.
        EXPECT_NEAR(pipe.low.z, barrel.high.z, 0.01);
        const auto middle = (pipe.low + pipe.high) * 0.5, centre = (barrel.low + barrel.high) * 0.5;
        EXPECT_LT(std::hypot(middle.x - centre.x, middle.y - centre.y), 11.5 * 25.4 - 40);
        EXPECT_GE(barrel.low.z - m.ground.under(centre), 9 * 25.4);
        double low = 1e9, high = -1e9, joined = 0, longest = 0;
        for (const auto& p : m.parts)
            if (p.role == "gutter" && p.id.starts_with("roof/gutter/" + side)) {
                const auto box = p.box();
                low = std::min(low, box.low.z), high = std::max(high, box.low.z), joined += p.extent(p.along);
                longest = std::max(longest, p.extent(p.along));
                // Over its pipe it is lowest.
                if (box.low.z < pipe.high.z + 0.01) EXPECT_TRUE(box.meets(pipe, 0.1)) << p.id;
            }
        EXPECT_NEAR(low, pipe.high.z, 0.01);
        EXPECT_LE(longest, 120 * 25.4);
        EXPECT_GT(joined, inMm(s.length(side == "front" || side == "back" ? "coop.width" : "coop.depth")));
    }
    // A line in the bill for each, and none without gutters.
    for (const auto* item : {"gutter-10", "downspout-10", "gutter-hanger", "gutter-cap", "gutter-outlet", "barrel"})
        EXPECT_GT(bought(*a, item), 0) << item;
}
INSTANTIATE_TEST_SUITE_P(Coops, Guttered, testing::Range<std::size_t>(0, kGuttered.size()));

TEST(Gutters, AreCountedAsByHand) {
    // An eave of 10 ft with 8 in at either side is 136 in: from the outlet 13 in from the wall's left end, seen from behind, it goes 21 in
    // to one end and 115 to the other. Hangers every 2 ft; an inch of rain on 136 by 114 in is 67 gallons.
    const auto d =
        designWith(asked("roof.gutter=barrels; roof.barrel=left; coop.width=10ft; coop.depth=8ft; roof.overhang=9in; roof.rake=8in"));
    const auto a = answerTo(d);
    std::vector<double> lengths;
    for (const auto& p : a->model->parts)
        if (p.role == "gutter") lengths.push_back(p.extent(p.along) / 25.4);
    std::ranges::sort(lengths);
    ASSERT_EQ(lengths.size(), 2U);
    EXPECT_NEAR(lengths[0], 21, 0.01);
    EXPECT_NEAR(lengths[1], 115, 0.01);
    EXPECT_EQ(needed(*a, "gutter-hanger", "hanger"), 7);
    EXPECT_EQ(needed(*a, "gutter-joint", "gutterjoint"), 0);
    EXPECT_EQ(needed(*a, "barrel", "barrel"), 1);
    Settled s{d};
    // 0.62 gallons a square foot and inch, as it is usually said.
    EXPECT_NEAR(rainGallons(s), 136.0 * 114 / 144 * 0.6234, 0.1);
    EXPECT_NEAR(1.0 / 231 * 144, 0.62, 0.005);
    // Nine blocks under it are bought with the rest.
    double inModel = 0;
    for (const auto& p : a->model->parts) inModel += p.stock == "block-4x8x16";
    EXPECT_EQ(bought(*a, "block-4x8x16"), inModel);
    EXPECT_EQ(std::ranges::count(a->model->parts, std::string{"stand-block"}, &Part::role), 9);
}

TEST(Gutters, HangOnTheOtherEaveOfAGableWhereItsBarrelHasAPlace) {
    // A run along the front leaves none there; without it both eaves have one.
    const std::vector<Change> gable{{"roof.gutter", "barrels"}, {"roof.form", "gable"}, {"coop.width", "14ft"}, {"runs.1.width", "14ft"}};
    Settled along{designWith(gable)};
    EXPECT_EQ(guttered(along), std::vector<std::string>{"back"});
    Settled both{designWith(kGuttered[1])};
    EXPECT_EQ(guttered(both), (std::vector<std::string>{"back", "front"}));
    const auto m = modelOf(designWith(gable));
    EXPECT_EQ(unsound(m), "");
    EXPECT_TRUE(std::ranges::none_of(m.parts, [](const Part& p) { return p.id.starts_with("roof/gutter/front"); }));
}

TEST(Barrels, GoWhereNothingOpens) {
    // The nests hang at the left of the back wall: the barrel goes to its right; with a door there too it is refused, with what works.
    const std::vector<Change> start{{"roof.gutter", "barrels"}, {"coop.width", "10ft"}, {"nests.wall", "back"}, {"nests.at", "9in"}};
    auto d = designWith(start);
    Settled s{d};
    EXPECT_EQ(s.choice("roof.barrel"), "right");
    const auto refused = d.with({{"roof.barrel", "left"}});
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().what.id, "clash.barrel.room");
}

}  // namespace
}  // namespace oiko
