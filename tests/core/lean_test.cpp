// A coop against a wall that stands there.
#include <algorithm>
#include <cmath>

#include "core/design/lean.h"
#include "core/drawing/views.h"
#include "core/judge/soundness.h"
#include "core/steps/steps.h"
#include "whole.h"

namespace oiko {
namespace {

Design leaning(const char* more = "") { return designWith(asked(std::string{"lean.kind=wall; "} + more)); }

TEST(Leaning, EveryKindIsSoundAndShut) {
    for (const auto* more :
         {"", "lean.kind=greenhouse", "form.kind=elevated; flock.count=12", "foundation.kind=blockwork; roof.cover=shingles",
          "foundation.kind=set_posts; form.kind=elevated; flock.count=12; runs.1.under=yes",
          "lean.kind=greenhouse; frame.walls=posts; skin.kind=metal; mesh.kind=hardware-cloth-1/4",
          "roof.falls_to=right; frame.timber=metric", "runs.1.side=left; runs.1.length=8ft; skin.kind=board_batten",
          "ground.front_left=6in; ground.front_right=5in; roof.cover=roll_roofing", "apron.kind=buried; runs.1.side=right",
          "foundation.kind=blocks; litter.kind=shavings; skin.lining=ply-1/2; nests.kind=inside; nests.wall=right"}) {
        SCOPED_TRACE(more);
        expectWholeAndShut(leaning(more));
    }
}

TEST(Leaning, TheRoofEndsAtTheWallAndMetalGoesUpIt) {
    const auto m = modelOf(leaning());
    const auto walls = ofRole(m, "leaned-wall");
    ASSERT_EQ(walls.size(), 1U);
    EXPECT_TRUE(walls[0]->existing);
    // By rule it falls to the front: the wall stands behind, a scant quarter off the frame, and nothing of the coop is beyond it.
    const double face = walls[0]->box().low.y, back = 72 * 25.4;
    EXPECT_NEAR(face, back + inMm(kLeanGap), 1e-3);
    for (const auto& p : m.parts)
        if (&p != walls[0]) EXPECT_LE(p.box().high.y, face + 1e-3) << p.id;
    // Its metal: 4 in up the wall from the panels' upper face, and as far out over them along the slope of 3 in 12.
    const auto metal = ofRole(m, "flashing");
    const auto ours = std::ranges::find_if(metal, [](const Part* p) { return p->id.starts_with("roof/"); });
    ASSERT_NE(ours, metal.end());
    const double slope = std::hypot(3.0, 12.0) / 12;
    double panels = 0;
    for (const auto* p : ofRole(m, "roof-panel"))
        if (p->system == System::roof) panels = std::max(panels, p->box().high.z);
    EXPECT_NEAR((*ours)->box().high.z - panels, 4 * 25.4, 0.4 * 25.4);
    EXPECT_NEAR(face - (*ours)->box().low.y, 4 * 25.4 / slope, 0.6 * 25.4);
    // Felt on the frame instead of siding, on while the panel lies flat; no fascia and no corner boards there.
    EXPECT_TRUE(std::ranges::none_of(ofRole(m, "siding"), [](const Part* p) { return p->side == "back"; }));
    const auto felt = ofRole(m, "wall-wrap");
    ASSERT_FALSE(felt.empty());
    const auto order = buildingOrder(m);
    EXPECT_EQ(order.front().id, "leaned");
    for (const auto& step : order)
        for (const auto i : step.parts)
            if (m.parts[i].role == "wall-wrap") EXPECT_EQ(step.id, "walls");
    EXPECT_TRUE(std::ranges::none_of(ofRole(m, "fascia"), [&](const Part* p) { return p->box().high.y > back - 100; }));
    EXPECT_TRUE(std::ranges::none_of(ofRole(m, "corner-board"), [](const Part* p) { return p->side == "back"; }));
}

TEST(Leaning, WhatGoesThroughTheWallIsFound) {
    auto m = modelOf(leaning());
    const auto wall = std::ranges::find(m.parts, std::string{"leaned-wall"}, &Part::role);
    for (auto& solid : wall->solids)
        for (auto& v : solid.vertices) v.y -= 25.4;
    EXPECT_FALSE(overlaps(m).empty());
}

TEST(Leaning, ItsWallIsNotAirAndNobodyLooksThroughIt) {
    const auto winter = [](const char* more) {
        const auto a = answerTo(leaning(more));
        return std::ranges::find(a->findings, "air.winter", &Finding::id)->value;
    };
    EXPECT_DOUBLE_EQ(winter(""), winter("lean.kind=greenhouse"));
    Settled s{leaning()};
    const auto m = modelOf(leaning());
    double widest = 0;
    for (const auto& shape : face(m, s, "back").shapes)
        for (const auto& p : shape.points) widest = std::max(widest, p.x);
    EXPECT_LT(widest, 120 * 25.4 + 600) << "the wall is not drawn before the coop";
    const auto a = answerTo(leaning("lean.kind=greenhouse"));
    for (const auto& shape : wallFrame(*a->model, *a->settled, *a->takeoff, "back").shapes)
        EXPECT_EQ(shape.part.find("/mesh/"), std::string::npos) << "nor mesh before the frame";
}

TEST(Leaning, TheMetalIsBoughtWithItsScrewsAndBeads) {
    const auto a = answerTo(leaning("feed.place=coop; runs.1="));
    // Ten feet of coop and 8 in beyond either end: two lengths, a screw a foot of each and one more.
    EXPECT_EQ(needed(*a, "masonry-screw"), 2 * (std::ceil(68.0 / 12) + 1));
    // The first is cut 4 in longer, for the lap.
    std::vector<Length> lengths;
    for (const auto& p : a->takeoff->pieces)
        if (p.role == "flashing") lengths.push_back(p.length);
    std::ranges::sort(lengths);
    EXPECT_EQ(lengths, (std::vector{inches(68), inches(72)}));
    EXPECT_NEAR(needed(*a, "sealant"), 2 * 136.0 / 12 / 25, 0.02);
}

}  // namespace
}  // namespace oiko
