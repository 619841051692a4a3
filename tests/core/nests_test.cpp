// Nests that stand inside: a row on legs with a steep top, clear of the roosts, and what then is no more outside.
#include <algorithm>
#include <cmath>

#include "core/design/layout.h"
#include "core/judge/findings.h"
#include "whole.h"

namespace oiko {
namespace {

std::vector<Change> inside(std::vector<Change> more = {}) {
    more.insert(more.begin(), {"nests.kind", "inside"});
    return more;
}

class NestsInside : public testing::TestWithParam<std::vector<Change>> {};
TEST_P(NestsInside, AreSoundAndLeaveTheWallWhole) {
    const auto a = answerTo(designWith(inside(GetParam())));
    EXPECT_EQ(unsound(*a->model), "");
    EXPECT_TRUE(a->cuts->boards.unplaced.empty());
    EXPECT_TRUE(a->cuts->sheets.unplaced.empty());
    for (const auto& p : a->model->parts) EXPECT_NE(p.role, "nest-lid") << p.id;
    for (const auto& o : a->model->openings) EXPECT_NE(o.kind, "nest");
    for (const auto& f : a->findings) EXPECT_NE(f.id, "nests.outside");
}
INSTANTIATE_TEST_SUITE_P(
    Coops, NestsInside,
    testing::Values(std::vector<Change>{}, std::vector<Change>{{"flock.size", "heavy"}, {"flock.count", "8"}},
                    std::vector<Change>{{"flock.size", "bantam"}, {"roof.form", "gable"}},
                    std::vector<Change>{{"foundation.kind", "curb"}, {"roost.boards", "yes"}},
                    std::vector<Change>{{"nests.wall", "left"}, {"doors.1.wall", "front"}, {"runs.1.side", "right"}, {"flock.count", "10"}},
                    std::vector<Change>{{"partitions.1.wall", "left"}, {"flock.count", "14"}},
                    std::vector<Change>{{"skin.open_left", "yes"}, {"nests.wall", "left"}, {"runs.1.side", "right"}}));

TEST(NestsInside, AsWorkedOutByHand) {
    // Three nests of 12 in: 3 x 12 + 4 x 15/32 in long. Floor 20 in up, out of half-inch plywood.
    const auto a = answerTo(designWith(inside({{"nests.count", "3"},
                                               {"nests.clear", "12in"},
                                               {"nests.height", "20in"},
                                               {"coop.width", "10ft"},
                                               {"coop.depth", "8ft"},
                                               {"nests.wall", "left"},
                                               {"doors.1.wall", "front"},
                                               {"runs.1.side", "right"}})));
    ASSERT_NE(a->model->find("nests/back"), nullptr);
    const auto part = [&](const char* id) { return a->model->find(id)->box().size() * (1 / 25.4); };
    const double t = 15.0 / 32;
    EXPECT_NEAR(part("nests/floor").y, 36 + 4 * t, 1e-3);
    EXPECT_NEAR(part("nests/floor").x, 12, 1e-3);
    EXPECT_NEAR(part("nests/back").z, t + 24, 1e-3) << "12 in before, 12 in more behind: 45 degrees";
    const auto* top = a->model->find("nests/top");
    EXPECT_NEAR(top->extent(top->wide) / 25.4, 12 * std::sqrt(2.0), 1e-3);
    EXPECT_NEAR(std::fabs(top->wide.z), std::sqrt(0.5), 1e-6);
    // Legs: 20 in less the floor's and the bearer's 3 1/2 in. 38 in of row stand on two bearers, four legs.
    EXPECT_NEAR(part("nests/bearer/1/leg/near").z, 20 - t - 3.5, 1e-3);
    EXPECT_EQ(std::ranges::count(a->model->parts, std::string{"nest-leg"}, &Part::role), 4);
    EXPECT_EQ(std::ranges::count(a->model->parts, std::string{"nest-partition"}, &Part::role), 2);
    // The perch's front is as far in as nestReach says, a quarter of an inch less than it may.
    Bounds all;
    for (const auto& p : a->model->parts)
        if (p.id.starts_with("nests/")) all.add(p.box());
    EXPECT_LE(all.high.x / 25.4 - 3.5, inInches(nestReach(inches(12))) + 1e-6);
    // On the roosts' wall, or under their zone beside it, they are refused.
    EXPECT_FALSE(Design{}.with(inside({{"nests.wall", "back"}, {"roost.wall", "back"}})));
}

TEST(Slants, OfSheetsStandInTheList) {
    // A nest's end inside: 12 in before, 24 behind. Siding of a side wall under 3 in 12: a panel 48 in wide falls 12 in.
    const auto a = answerTo(designWith(inside(
        {{"nests.clear", "12in"}, {"roof.pitch", "3/12"}, {"runs.1.side", "front"}, {"coop.width", "10ft"}, {"coop.depth", "8ft"}})));
    int ends = 0, panels = 0;
    for (const auto& piece : a->takeoff->pieces) {
        const auto& p = a->model->parts[piece.parts[0]];
        if (piece.role == "nest-end" || piece.role == "nest-partition") {
            ASSERT_TRUE(piece.slant) << p.id;
            EXPECT_EQ(piece.slant->first, inches(24));
            EXPECT_EQ(piece.slant->second, inches(12));
            ++ends;
        }
        if (piece.role != "siding") continue;
        const bool sloping = p.side == "left" || p.side == "right";
        EXPECT_EQ(piece.slant.has_value(), sloping) << p.id;
        if (sloping) {
            EXPECT_NEAR(inInches(piece.slant->first - piece.slant->second), p.extent(p.wide) / 25.4 / 4, 1.0 / 16) << p.id;
            EXPECT_EQ(piece.slant->first, piece.length);
            ++panels;
        }
    }
    EXPECT_GE(ends, 2);
    EXPECT_GE(panels, 2);
}

TEST(NestsFront, DropsToAShelfOnChainsAndIsShutBehind) {
    for (const auto& more : std::vector<std::vector<Change>>{{},
                                                             {{"nests.wall", "back"}, {"skin.kind", "shiplap"}},
                                                             {{"form.kind", "elevated"}, {"flock.count", "5"}, {"flock.size", "bantam"}}}) {
        auto changes = more;
        changes.push_back({"nests.door", "front"});
        expectWholeAndShut(designWith(changes));
        const auto a = answerTo(designWith(changes)), lidded = answerTo(designWith(more));
        const auto& m = *a->model;
        const auto* front = m.find("nests/front");
        ASSERT_NE(front, nullptr);
        // It hangs by its foot, on two butts or three; the roof over it is screwed down.
        EXPECT_EQ(std::ranges::count_if(m.joints,
                                        [&](const Joint& j) {
                                            return j.kind == Joint::Kind::hinged &&
                                                   (m.parts[j.a].id == "nests/front" || m.parts[j.b].id == "nests/front");
                                        }),
                  1);
        EXPECT_TRUE(std::ranges::none_of(m.parts, [](const Part& p) { return p.role == "nest-lid"; }));
        EXPECT_EQ(needed(*a, "butt-hinge-3", "hinge"), needed(*lidded, "butt-hinge-3", "hinge"));
        EXPECT_EQ(needed(*a, "chain-foot", "eggdoor"), 3);
        EXPECT_EQ(needed(*lidded, "chain-foot", "eggdoor"), 0);
        // A lip in each nest's outer side, as wide as the nest.
        Settled s{designWith(changes)};
        double lips = 0;
        for (const auto& p : m.parts)
            if (p.id.starts_with("nests/lip/outer/")) lips += p.extent(p.along);
        EXPECT_NEAR(lips, inMm(s.length("nests.clear")) * static_cast<double>(s.count("nests.count")), 0.1);
        // Where it drops nothing stands: its room is as deep as it is high.
        const auto room = std::ranges::find(m.clear, std::string{"nests/swing"}, &ClearSpace::id);
        ASSERT_NE(room, m.clear.end());
        EXPECT_NEAR(volume(room->solid),
                    std::pow(front->extent({0, 0, 1}), 2) * std::max(front->extent({1, 0, 0}), front->extent({0, 1, 0})),
                    volume(room->solid) * 0.001);
    }
}

}  // namespace
}  // namespace oiko
