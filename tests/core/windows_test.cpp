// Windows of each kind: hung, lifted out, slid, or fixed behind their mesh.
#include <algorithm>
#include <cmath>

#include "core/design/layout.h"
#include "core/design/sizing.h"
#include "core/judge/findings.h"
#include "whole.h"

namespace oiko {
namespace {

Design withWindow(const std::string& kind, std::vector<Change> more = {}) {
    more.insert(more.end(),
                {{"windows.1.kind", kind}, {"windows.1.wall", "back"}, {"windows.1.width", "30in"}, {"windows.1.height", "20in"}});
    return designWith(more);
}

class Windows : public testing::TestWithParam<const char*> {};
TEST_P(Windows, AreSoundAndShutInWinterAndSummer) {
    expectWholeAndShut(withWindow(GetParam()));
    expectWholeAndShut(withWindow(GetParam(), {{"skin.kind", "shiplap"}, {"form.kind", "elevated"}, {"flock.count", "6"}}));
}
INSTANTIATE_TEST_SUITE_P(Kinds, Windows, testing::Values("lift_out", "sliding", "fixed"));

TEST(Windows, MeshReachesAHeaderThatIsRaisedToThePlates) {
    const auto d =
        designWith(asked("mesh.kind=hardware-cloth-1/4; roof.form=gable; runs.1.side=front; windows.2.kind=pane; "
                         "flock.floor_each=1 sq ft; litter.kind=shavings"));
    const auto m = modelOf(d);
    const auto header = std::ranges::find_if(m.parts, [](auto& p) { return p.role == "header" && p.opening == "windows.2"; });
    ASSERT_NE(header, m.parts.end());
    EXPECT_GT(header->box().low.z - m.find("windows.2/leaf/sheet")->box().high.z, 38) << "so far that no lap bridges it";
    EXPECT_NEAR(m.find("windows.2/mesh")->box().high.z - header->box().low.z, 38.1, 0.1);
    expectWholeAndShut(d);
}

TEST(SlidingPanes, LapInTheMiddleAndPassEachOther) {
    const auto a = answerTo(withWindow("sliding"));
    const auto& m = *a->model;
    const auto *left = m.find("windows.1/leaf/pane/left"), *right = m.find("windows.1/leaf/pane/right");
    ASSERT_TRUE(left && right);
    // 30 in with 1/16 at either end and three quarters past the middle: 15 11/16 in; 20 in less an eighth.
    for (const auto* pane : {left, right}) {
        EXPECT_NEAR(pane->extent({1, 0, 0}) / 25.4, 15 + 11.0 / 16, 0.01);
        EXPECT_NEAR(pane->extent({0, 0, 1}) / 25.4, 19.875, 0.01);
    }
    const auto seen = left->box(), behind = right->box();
    // Slid over, one moves by its own width without touching the other or a strip.
    auto moved = m;
    for (auto& p : moved.parts)
        if (p.id == left->id)
            for (auto& s : p.solids)
                for (auto& v : s.vertices) v.x += (behind.low.x + behind.high.x - seen.low.x - seen.high.x) / 2;
    EXPECT_EQ(unsound(moved), "");
    EXPECT_EQ(needed(*a, "hook-eye", "latch"), needed(*answerTo(withWindow("mesh")), "hook-eye", "latch") + 1);
    // Twelve feet of strips and more: three at the sill and three at the head, 30 in each.
    double strips = 0;
    for (const auto& p : m.parts)
        if (p.role == "window-track") strips += p.extent(p.along) / 25.4;
    EXPECT_NEAR(strips, 180, 0.1);
}

TEST(Windows, OneThatTheKeeperHasIsFramedAsMeasured) {
    const auto d = withWindow("bought", asked("windows.1.unit=own; windows.1.unit_deep=2 3/4in"));
    expectWholeAndShut(d);
    const auto a = answerTo(d);
    const auto& unit = *a->model->find("windows.1/unit");
    EXPECT_NEAR(unit.extent({1, 0, 0}) / 25.4, 29.75, 1e-3) << "an eighth of an inch all round";
    EXPECT_NEAR(unit.extent({0, 0, 1}) / 25.4, 19.75, 1e-3);
    EXPECT_NEAR(unit.extent({0, 1, 0}) / 25.4, 2.75, 1e-3);
    EXPECT_EQ(bought(*a, "window-own"), 1);
    EXPECT_NEAR(inPounds(massOf(unit, *a->settled)), 4.5 * 29.75 * 19.75 / 144, 0.01);
    // Studs of 3 1/2 in and siding that is a hair under 5/8.
    EXPECT_TRUE(d.with(asked("windows.1.unit_deep=4 1/16in")));
    const auto deep = d.with(asked("windows.1.unit_deep=5in"));
    ASSERT_FALSE(deep);
    EXPECT_NE(words::say(deep.error(), Units::imperial).find("4 1/8"), std::string::npos) << words::say(deep.error(), Units::imperial);
}

TEST(Windows, HangOnWhatTheirKindSays) {
    const auto mesh = answerTo(withWindow("mesh")), pane = answerTo(withWindow("pane")), out = answerTo(withWindow("lift_out")),
               fixed = answerTo(withWindow("fixed"));
    const double hinges = needed(*mesh, "butt-hinge-3", "hinge");
    EXPECT_EQ(needed(*pane, "butt-hinge-3", "hinge"), hinges + 2);
    EXPECT_EQ(needed(*out, "butt-hinge-3", "hinge"), hinges);
    EXPECT_EQ(needed(*fixed, "butt-hinge-3", "hinge"), hinges);
    EXPECT_EQ(needed(*out, "turn-button", "turnbutton"), 4);
    EXPECT_EQ(needed(*fixed, "screw-2-1/2", "fixedpane"), std::ceil(100.0 / 8));
    EXPECT_EQ(needed(*pane, "turn-button", "turnbutton"), 0);
}

TEST(Windows, LetInAirAsTheyOpen) {
    // 30 by 20 in are 600 square inches: all of it, half, or nothing, over the birds.
    const auto air = [](const std::string& kind) {
        const auto a = answerTo(withWindow(kind, {{"flock.count", "10"}}));
        return std::ranges::find(a->findings, std::string{"air.summer"}, &Finding::id)->value;
    };
    const double whole = 600 * 25.4 * 25.4 / 1e6 / 10, pane = air("pane");
    EXPECT_NEAR(air("lift_out"), pane, 1e-9);
    EXPECT_NEAR(pane - air("fixed"), whole, 1e-6);
    EXPECT_NEAR(pane - air("sliding"), whole / 2, 1e-6);
}

TEST(BoughtWindows, FitTheirOpeningAndTheirWall) {
    for (const auto& unit : kWindowUnits) {
        const Change kind{"windows.1.kind", "bought"}, which{"windows.1.unit", std::string{unit.name}}, wall{"windows.1.wall", "back"};
        expectWholeAndShut(designWith({kind, which, wall}));
        expectWholeAndShut(designWith({kind, which, wall, {"skin.kind", "battens"}, {"skin.lining", "ply-1/2"}, {"frame.stud", "2x4"}}));
        const auto a = answerTo(designWith({kind, which, wall}));
        const auto* frame = a->model->find("windows.1/unit");
        ASSERT_NE(frame, nullptr);
        // An eighth of an inch of packing all round, flush with the siding outside.
        EXPECT_NEAR(frame->extent({1, 0, 0}) / 25.4, inInches(unit.wide) - 0.25, 1e-3);
        EXPECT_NEAR(frame->extent({0, 0, 1}) / 25.4, inInches(unit.high) - 0.25, 1e-3);
        EXPECT_NEAR(frame->extent({0, 1, 0}) / 25.4, 3.25, 1e-3);
        EXPECT_EQ(bought(*a, "window-" + std::string{unit.name}), 1);
        EXPECT_EQ(needed(*a, "screw-2-1/2", "unit"), 8);
        for (const auto& line : a->bill.lines)
            if (line.item.starts_with("window-")) EXPECT_EQ(line.group, Group::openings);
    }
    // A wall of 2x3 in thick siding is deep enough, in thin siding it is not.
    const std::vector<Change> low = asked("form.kind=elevated; flock.count=6; frame.stud=2x3; windows.1.wall=left; vents.1=");
    EXPECT_FALSE(designWith(low).with({{"skin.kind", "grooved-3/8"}, {"windows.1.kind", "bought"}}));
    EXPECT_TRUE(designWith(low).with({{"skin.kind", "shiplap"}, {"windows.1.kind", "bought"}}));
}

TEST(Vents, AWinterBoardShutsOneForTheWinter) {
    const std::vector<std::vector<Change>> coops{
        {{"vents.2.kind", "boarded"}},
        {{"vents.1.kind", "boarded"}, {"skin.lining", "ply-1/2"}, {"form.kind", "elevated"}, {"flock.count", "6"}},
        asked("vents.1.kind=boarded; vents.1.width=9'; coop.width=12'; vents.1.wall=back; windows.1.wall=front; windows.2="),
        {{"vents.1.kind", "boarded"}, {"frame.walls", "posts"}},
    };
    for (const auto& changes : coops) {
        SCOPED_TRACE(testing::PrintToString(&changes - coops.data()));
        expectWholeAndShut(designWith(changes));
    }
    const auto d = designWith(coops[0]);
    const auto m = modelOf(d);
    const auto board = m.find("vents.2/board")->box(), mesh = m.find("vents.2/mesh")->box();
    // It covers the mesh from edge to edge.
    for (const auto& [a, b] :
         {std::pair{board.size().z, mesh.size().z}, {std::max(board.size().x, board.size().y), std::max(mesh.size().x, mesh.size().y)}})
        EXPECT_NEAR(a, b, 0.01);
    const auto air = [](const Design& design, std::string_view id) {
        Settled s{design};
        const auto model = buildModel(s);
        const auto found = judge(s, model);
        return std::ranges::find(found, id, &Finding::id)->value;
    };
    // By hand: what counts in winter is the other vent alone; in summer both.
    Settled s{d};
    const double open = inMm(s.length("vents.1.width")) * inMm(s.length("vents.1.height"));
    EXPECT_NEAR(air(d, "air.winter"), open / 1e6 / inSquareMetres(clearFloor(s)), 1e-9);
    const auto both = d.with({{"vents.2.kind", "open"},
                              {"vents.1.height", exactLength(s.length("vents.1.height"), Units::imperial)},
                              {"vents.2.height", exactLength(s.length("vents.2.height"), Units::imperial)}});
    ASSERT_TRUE(both);
    EXPECT_NEAR(air(d, "air.summer"), air(both.value(), "air.summer"), 1e-9);
    EXPECT_EQ(needed(*answerTo(d), "turn-button"), 4);
    // In summer it lies in the shed: mesh that is missing behind it is found.
    auto planted = m;
    std::erase_if(planted.parts, [](const Part& p) { return p.id == "vents.2/mesh"; });
    planted.joints.clear();
    const auto found = allHoles(planted, ballThatMeshStops(s));
    ASSERT_FALSE(found.holes.empty());
    EXPECT_LT(norm(found.holes.front().at - (mesh.low + mesh.high) * 0.5), mesh.size().x + 25.4);
}

}  // namespace
}  // namespace oiko
