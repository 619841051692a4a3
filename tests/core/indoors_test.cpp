// A coop within a building: level joists and a ceiling instead of a roof.
#include "core/design/shell.h"
#include "core/judge/holes.h"
#include "some.h"
#include "whole.h"

namespace oiko {
namespace {

Design within(std::vector<Change> more = {}) {
    std::vector<Change> all{{"flock.count", "8"}, {"coop.width", "8ft"}, {"coop.depth", "6ft"}, {"roof.form", "ceiling"}};
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}

TEST(Indoors, UnlikeCoopsAreSoundAndShut) {
    for (const auto& more :
         std::vector<std::vector<Change>>{{},
                                          {{"ceiling.kind", "ply-1/2"}},
                                          {{"skin.open_front", "yes"}, {"skin.open_left", "yes"}},
                                          {{"roof.falls_to", "left"}, {"skin.kind", "shiplap"}},
                                          {{"skin.kind", "battens"}, {"coop.width", "14ft"}, {"partitions.1.wall", "left"}},
                                          {{"form.kind", "elevated"}, {"flock.count", "4"}, {"roof.rafter", "2x6"}},
                                          {{"foundation.kind", "slab"}, {"existing.what", "standing"}, {"existing.back", "kept"}},
                                          {{"runs.1.top", "metal_sealed"}, {"coop.depth", "12ft"}, {"ceiling.kind", "ply-1/2"}}}) {
        if (sampled() && more.size() != 2) continue;
        const auto a = answerTo(within(more));
        EXPECT_EQ(unsound(*a->model), "") << more.size();
        for (const auto& hole : allHoles(*a->model, ballThatMeshStops(*a->settled)).holes)
            ADD_FAILURE() << more.size() << ": " << hole.wideMm << " at " << hole.at.x << " " << hole.at.y << " " << hole.at.z
                          << testing::PrintToString(hole.parts);
        EXPECT_TRUE(a->cuts->boards.unplaced.empty() && a->cuts->sheets.unplaced.empty() && a->cuts->rolls.unplaced.empty());
        for (const auto& p : a->model->parts) EXPECT_TRUE(p.role != "rafter" || p.system == System::run) << p.id;
    }
}

TEST(Indoors, CoopsOnTheirBuildingsFloorAreSoundAndShut) {
    std::size_t k = 0;
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"skin.kind", "shiplap"}, {"skin.open_front", "yes"}, {"ceiling.kind", "ply-1/2"}},
             {{"skin.kind", "shingles"}, {"doors.2.wall", "left"}, {"doors.2.kind", "clean_out"}},
             {{"skin.kind", "battens"}, {"coop.width", "14ft"}, {"partitions.1.wall", "left"}},
             {{"frame.timber", "metric"}, {"skin.lining", "ply-1/2"}},
             {{"frame.walls", "posts"}, {"skin.kind", "metal"}, {"nests.kind", "flush"}},
             {{"form.kind", "elevated"}, {"pops.1.kind", "ramp_door"}},  // its sill near the ground: the leaf was too short
             {{"form.kind", "elevated"}, {"flock.count", "4"}, {"skin.kind", "board_batten"}}}) {
        if (sampled() && k++ % 3 != 1) continue;
        auto all = more;
        all.insert(all.begin(), {{"runs.1", ""}, {"foundation.kind", "floor"}});
        expectWholeAndShut(within(all));
    }
}

TEST(Indoors, RunsStandOnTheirBuildingsFloorToo) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             asked("runs.1.side=back; pops.1.wall=back; run.kick=yes; run.litter=straw; mesh.double=yes; mesh.edge=battens; run.perches=1"),
             asked("frame.timber=metric; runs.1.side=right; runs.1.width=8ft; feed.place=run; water.from=mains"),
             asked("form.kind=elevated; flock.count=4; coop.low_wall=5ft")}) {
        auto all = more;
        all.insert(all.begin(), {"foundation.kind", "floor"});
        if (sampled() && more.size() % 3 == 0) continue;
        const auto d = within(all);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        // Nothing goes into the floor, which was there; what stands on it is bracketed, what lies on it screwed down.
        std::size_t stand = 0;
        double screws = 0;
        for (const auto& p : a->model->parts) {
            EXPECT_EQ(p.existing, p.role == "building-floor") << p.id;
            if (p.existing) continue;
            const auto box = p.box();
            EXPECT_GE(box.low.z, -1e-6) << p.id;
            if (box.low.z > 1 || p.form != Form::lumber) continue;
            if (p.role == "run-post" || p.role == "gate-stud") ++stand;
            if (p.role == "run-rail" || p.role == "gate-threshold" || p.role == "bottom-plate")
                screws += std::max(2.0, std::ceil(p.extent(p.along) / 304.8 / 2 - 1) + 1);
        }
        EXPECT_GE(stand, 5U);
        EXPECT_EQ(needed(*a, "masonry-screw"), screws + 2 * static_cast<double>(stand));
        EXPECT_GE(needed(*a, "angle-bracket"), 2 * static_cast<double>(stand));
        for (const auto& step : *a->steps)
            EXPECT_TRUE(step.id.find("run") == std::string::npos || std::ranges::count(step.cautions, "dig") == 0) << step.id;
    }
}

TEST(Indoors, OnItsBuildingsFloorByHand) {
    const auto a = answerTo(within({{"runs.1", ""}, {"foundation.kind", "floor"}, {"doors.1.wall", "front"}}));
    double screws = 0, foot = 1e9;
    for (const auto& p : a->model->parts) {
        const auto box = p.box();
        EXPECT_EQ(p.existing, p.role == "building-floor") << p.id;
        // Plates lie on it, the skin ends a quarter of an inch above it; nothing goes into it.
        if (p.role == "bottom-plate") {
            EXPECT_NEAR(box.low.z, 0, 1e-6) << p.id;
            EXPECT_EQ(p.stock, "2x4pt") << p.id;
            screws += std::max(2.0, std::ceil(p.extent(p.along) / 304.8 / 2 - 1) + 1);  // a foot from both ends, every 2 ft
        }
        if (p.role == "siding" || p.role == "corner-board") foot = std::min(foot, box.low.z);
        if (!p.existing) EXPECT_GE(box.low.z, -1e-6) << p.id;
    }
    EXPECT_NEAR(foot / 25.4, 0.25, 1e-6);
    EXPECT_EQ(needed(*a, "masonry-screw"), screws);
    EXPECT_GE(screws, 12);
    for (const auto* item : {"anchor-bolt", "gravel-bag", "concrete-80lb", "mesh-tie"}) EXPECT_EQ(needed(*a, item), 0) << item;
    for (const auto& f : a->findings) EXPECT_TRUE(f.state != State::fail || f.id.starts_with("run.")) << f.id;
    // Bolts are cast into a new slab, and screws drilled into one that was there; old plates on it take neither.
    const auto old =
        answerTo(within({{"runs.1", ""}, {"foundation.kind", "slab"}, {"existing.what", "standing"}, {"existing.front", "new"}}));
    EXPECT_EQ(needed(*old, "anchor-bolt"), 0);
    EXPECT_GE(needed(*old, "masonry-screw"), 4);
    EXPECT_LT(needed(*old, "masonry-screw"), screws);
    // What it costs less than on a slab is all in ground and fixings.
    const auto slab = answerTo(within({{"runs.1", ""}, {"foundation.kind", "slab"}}));
    EXPECT_LT(a->bill.total, slab->bill.total);
}

TEST(Indoors, CeilingIsWhereTheRoofWasByHand) {
    // 8 ft along the joists' wall, every 24 in: five joists 6 ft long, their ends flush; four blocks over either plate.
    const auto a = answerTo(within({{"roof.rafter", "2x4"}, {"runs.1", ""}}));
    std::map<std::string, int> roles;
    double high = 0, mesh = 0;
    for (const auto& p : a->model->parts) {
        if (p.system != System::roof) continue;
        ++roles[p.role], high = std::max(high, p.box().high.z);
        if (p.role == "ceiling-joist") EXPECT_NEAR(p.extent(p.along), 72 * 25.4, 0.01);
        if (p.form == Form::mesh) mesh += p.extent(p.along) * p.extent(p.wide);
    }
    EXPECT_EQ(roles, (std::map<std::string, int>{{"ceiling-joist", 5}, {"eave-block", 8}, {"ceiling-mesh", 2}}));
    EXPECT_NEAR(mesh, 96 * 72 * 25.4 * 25.4, 1);
    const auto shell = shellOf(*a->settled);
    EXPECT_EQ(shell.lowWall(), shell.otherWall());
    EXPECT_NEAR(high, inMm(shell.floorTop + shell.lowWall() + inches(3.5)) + 25.4 / 16, 0.2);
    // A door as high as the keeper and 3 in under a header of 3 1/2 in and two plates.
    EXPECT_EQ(shell.lowWall(), inches(69 + 3 + 3.5 + 3));
    const auto whole = answerTo(within());
    for (const auto& f : whole->findings) EXPECT_NE(f.state, State::fail) << f.id;
    // Three nails toed in at either plate; no hurricane ties, no snow.
    EXPECT_GE(needed(*a, "nail-8d", "toenail"), 2 * 3 * 5);
    EXPECT_EQ(needed(*a, "tie-rafter"), 0);
    EXPECT_EQ(answerTo(within({{"place.snow", "70psf"}}))->settled->choice("roof.rafter"), a->settled->choice("roof.rafter"));
    for (const auto* key : {"roof.cover", "roof.pitch", "roof.overhang", "roof.rake", "roof.gutter", "roof.deck"})
        EXPECT_FALSE(a->settled->applies(key)) << key;
}

TEST(Indoors, WhatWasSetForARoofWaitsForOne) {
    const auto d = within();
    const auto gutters = designWith(asked(
        "flock.count=8; coop.width=8ft; coop.depth=6ft; nests.wall=left; roof.gutter=barrels; roof.overhang=14in; roof.cover=shingles"));
    const auto in = gutters.with({{"roof.form", "ceiling"}});
    ASSERT_TRUE(in);
    EXPECT_EQ(unsound(modelOf(in.value())), "");
    for (const auto& p : modelOf(in.value()).parts) EXPECT_NE(p.role, "gutter");
    EXPECT_EQ(modelOf(in.value().with({{"roof.form", "single_slope"}}).value()), modelOf(gutters));
    // A run under the coop's roof has none here.
    EXPECT_FALSE(d.with({{"runs.1.side", "left"}, {"runs.1.top", "shared"}}));
}

}  // namespace
}  // namespace oiko
