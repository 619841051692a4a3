// Where a run's own roof meets the coop: bent metal over a board on the siding, so that water goes over the panels.
#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/design/shell.h"
#include "core/judge/findings.h"
#include "whole.h"

namespace oiko {
namespace {

Bounds boxOf(const Model& m, std::string_view id) {
    const auto* p = m.find(id);
    if (!p) ADD_FAILURE() << id;
    return p ? p->box() : Bounds{};
}

/// A front run at 3 in 12, its beam at 5 ft; no vent over it.
const std::vector<Change>& plain() {
    static const std::vector<Change> changes = asked(
        "coop.width=10'; coop.depth=8'; runs.1.side=front; runs.1.width=10'; runs.1.length=8'; runs.1.pitch=3/12; runs.1.height=5'; "
        "vents.1.wall=back; vents.2.wall=right; windows.1.wall=back; roof.falls_to=right; doors.1.wall=left");
    return changes;
}

TEST(Flashing, GoesFourInchesUpAndFourOut) {
    const auto m = modelOf(designWith(plain()));
    // By hand, in inches: 2x4 rafters bear on the whole beam but for a quarter of their depth; purlin 1 1/2 and panel 3/4 lie on them.
    const double rise = 0.25, c = 1 / std::hypot(1, rise), seat = std::min(3.5, 3.5 / 4 / std::sin(std::atan(rise)));
    const double low = 60 - rise * (96 - 3.5), top = low + rise * (96 - seat) + 3.5 / c + 2.25 / c;
    const auto metal = boxOf(m, "runs.1/flashing/1"), board = boxOf(m, "runs.1/flashing-board");
    EXPECT_NEAR(metal.high.z / 25.4, top + 4, 0.01);
    EXPECT_NEAR(metal.size().x / 25.4, 120, 0.01);
    EXPECT_NEAR(metal.size().y / 25.4, 4 * c + 0.03 * rise * c + 0.0625, 0.01);
    // Bent, not parted: the lower leg begins where the upper one stands.
    const auto& legs = m.find("runs.1/flashing/1")->solids;
    ASSERT_EQ(legs.size(), 2u);
    EXPECT_NEAR(bounds(legs[0]).low.y, bounds(legs[1]).high.y, 0.01);
    EXPECT_NEAR(bounds(legs[0]).low.z, bounds(legs[1]).high.z, 1);
    EXPECT_NEAR(board.high.z, metal.high.z, 0.01);
    EXPECT_NEAR(board.size().z / 25.4, 5.5, 0.01);
    EXPECT_NEAR(board.high.y - board.low.y, 19.05, 0.01);
    EXPECT_NEAR(board.low.y, metal.high.y, 0.01) << "the metal lies on the board's face";
}

TEST(Flashing, WithoutItWaterWouldRunDownBehind) {
    // What lies highest under rain that runs down the wall, between the siding and the run's beam.
    const auto caughtBy = [](const Model& m, double x) {
        const double out = -(19.0 / 32 + 0.75 + 0.04) * 25.4;
        double high = -1;
        std::string who;
        for (const auto& p : m.parts)
            if (p.system == System::run && p.form != Form::mesh)
                for (const auto& solid : p.solids)
                    if (const auto at = bounds(solid);
                        at.low.x < x && x < at.high.x && at.low.y < out && out < at.high.y && at.high.z > high)
                        high = at.high.z, who = p.role;
        return who;
    };
    auto m = modelOf(designWith(plain()));
    for (double x = 1; x < 120; x += 7) EXPECT_EQ(caughtBy(m, x * 25.4), "flashing") << x;
    std::erase_if(m.parts, [](const Part& p) { return p.role == "flashing"; });
    for (double x = 5; x < 116; x += 7) EXPECT_NE(caughtBy(m, x * 25.4), "flashing") << x;
}

TEST(Flashing, LiesOverPanelsAloneAndIsWholeAroundUnlikeCoops) {
    const std::vector<std::vector<Change>> coops{
        {{"skin.kind", "battens"}, {"runs.1.pitch", "6/12"}, {"runs.1.length", "5'"}},
        {{"roof.form", "gable"}, {"runs.1.side", "right"}, {"runs.1.top", "clear_sealed"}, {"runs.1.length", "9'"}},
        {{"form.kind", "elevated"}, {"flock.count", "6"}, {"runs.1.side", "front"}},
        {{"frame.timber", "metric"}, {"coop.depth", "8'"}, {"runs.1.at", "1'"}, {"runs.1.side", "right"}, {"runs.1.width", "5'"}},
        {{"coop.width", "20'"}, {"runs.1.side", "front"}, {"runs.1.width", "24'"}, {"flock.count", "20"}},
        asked("coop.width=20'; runs.1.side=front; runs.1.height=4'; windows.1.wall=front; windows.1.sill=4'6\"; windows.1.height=18\""),
    };
    for (const auto& changes : coops) {
        SCOPED_TRACE(testing::PrintToString(&changes - coops.data()));
        const auto d = designWith(changes);
        expectWholeAndShut(d);
        const auto m = modelOf(d);
        EXPECT_TRUE(m.find("runs.1/flashing/1"));
        EXPECT_TRUE(m.find("runs.1/flashing-board") || m.find("runs.1/flashing-board/1"));
    }
    EXPECT_FALSE(modelOf(designWith({{"runs.1.top", "mesh"}})).find("runs.1/flashing/1"));
    EXPECT_FALSE(modelOf(designWith({{"roof.form", "gable"}, {"runs.1.top", "shared"}})).find("runs.1/flashing/1"));
}

TEST(Flashing, TooLowUnderAVentIsFoundAndMended) {
    const auto found = [](const Design& d) {
        Settled s{d};
        const auto m = buildModel(s);
        const auto all = judge(s, m);
        return *std::ranges::find(all, "run.flashing", &Finding::id);
    };
    // The run's roof as high under the vent as it goes.
    auto changes = plain();
    changes.push_back({"vents.1.wall", "front"}), changes.push_back({"roof.falls_to", "back"});
    const auto vented = designWith(changes);
    Settled s{vented};
    const auto m = buildModel(s);
    const auto vent = std::ranges::find(m.openings, "vents.1", &OpeningSpec::id);
    const auto under = shellOf(s).floorTop + vent->sill - inches(9.5);
    const auto high = vented.with({{"runs.1.height", exactLength(under, Units::imperial)}});
    ASSERT_TRUE(high) << words::say(high.error(), Units::imperial);
    const auto lacks = found(high.value());
    EXPECT_EQ(lacks.state, State::fail);
    EXPECT_LT(lacks.value, lacks.limit);
    ASSERT_FALSE(lacks.remedies.empty());
    const auto mended = high.value().with(lacks.remedies.front());
    ASSERT_TRUE(mended) << words::say(mended.error(), Units::imperial);
    EXPECT_EQ(found(mended.value()).state, State::pass);
    EXPECT_EQ(found(designWith(plain())).state, State::pass);
}

TEST(Flashing, IsBoughtByTheLengthAndSealedByTheTube) {
    const auto a = answerTo(designWith(plain()));
    EXPECT_EQ(bought(*a, "wall-flashing-10"), 1);
    // 10.1 fl oz are 18.23 cubic inches; beads of 1/4 in over 10 ft of metal and of board.
    const double inchesATube = 10.1 * 1.8047 / (std::numbers::pi / 4 * 0.25 * 0.25);
    EXPECT_GE(inchesATube, 25 * 12) << "a tube makes at least what is counted on";
    EXPECT_NEAR(needed(*a, "sealant"), 2 * 120 / (25 * 12.0), 1e-9);
    EXPECT_EQ(bought(*a, "sealant"), 1);
}

}  // namespace
}  // namespace oiko
