// A coop within a building: level joists and a ceiling instead of a roof.
#include "core/design/shell.h"
#include "core/judge/holes.h"
#include "some.h"

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
    const auto gutters = designWith({{"flock.count", "8"},
                                     {"coop.width", "8ft"},
                                     {"coop.depth", "6ft"},
                                     {"nests.wall", "left"},
                                     {"roof.gutter", "barrels"},
                                     {"roof.overhang", "14in"},
                                     {"roof.cover", "shingles"}});
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
