// Several runs round one coop: each shut by itself, aprons that do not lie on one another, passages round the corner.
#include <algorithm>
#include <cmath>
#include <map>

#include "core/catalog/covers.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/drawing/views.h"
#include "core/judge/findings.h"
#include "core/judge/holes.h"
#include "whole.h"

namespace oiko {
namespace {

const std::vector<std::vector<Change>>& severalRuns() {
    static const std::vector<std::vector<Change>> coops{
        {{"runs.1.side", "right"}, {"runs.2.side", "front"}},
        {{"runs.1.side", "front"}, {"runs.1.width", "14'"}, {"runs.2.side", "right"}},
        {{"runs.1.side", "front"}, {"runs.1.width", "18'"}, {"runs.1.length", "6'"}, {"runs.2.side", "right"}, {"runs.2.length", "5'"}},
        {{"runs.1.side", "right"}, {"runs.1.width", "11'"}, {"runs.2.side", "back"}, {"runs.2.top", "mesh"}, {"apron.width", "24in"}},
        {{"roof.form", "gable"}, {"runs.1.top", "shared"}, {"runs.2.side", "front"}, {"runs.2.width", "15'"}, {"runs.1.side", "right"}},
        {{"roof.form", "gable"}, {"runs.1.top", "shared"}, {"runs.2.top", "shared"}, {"runs.1.length", "6'"}},
        asked("form.kind=elevated; flock.count=6; runs.1.side=left; runs.1.width=9'; runs.2.side=front; foundation.kind=set_posts"),
        {{"runs.1.side", "back"}, {"runs.2.side", "front"}, {"runs.3.side", "right"}, {"flock.count", "18"}, {"coop.depth", "12'"}},
        // Under the coop too.
        {{"form.kind", "elevated"}, {"flock.count", "6"}, {"runs.1.under", "yes"}},
        asked("form.kind=elevated; flock.count=6; runs.1.under=yes; runs.1.side=front; runs.1.at=2'; runs.1.width=4'; "
              "foundation.kind=set_posts"),
        asked("form.kind=elevated; flock.count=6; runs.1.under=yes; roof.form=gable; runs.1.top=shared; runs.2.side=front"),
        {{"foundation.kind", "posts"}, {"floor.height", "3'"}, {"runs.1.under", "yes"}, {"runs.1.side", "left"}, {"apron.width", "0in"}},
    };
    return coops;
}

class SeveralRuns : public testing::TestWithParam<std::size_t> {};
TEST_P(SeveralRuns, AreSoundShutAndCutFromWhatIsSold) {
    if (sampled() && GetParam() % 4 != 2) GTEST_SKIP();
    expectWholeAndShut(designWith(severalRuns()[GetParam()]));
}
INSTANTIATE_TEST_SUITE_P(Coops, SeveralRuns, testing::Range<std::size_t>(0, severalRuns().size()));

/// A run along the front that goes 6 ft past the corner, and one along the right side that begins there.
Design roundTheCorner() {
    return designWith(
        asked("coop.width=10'; coop.depth=8'; runs.1.side=front; runs.1.width=16'; runs.1.length=6'; runs.2.side=right; runs.2.length=5'"));
}

TEST(Passage, IsAsWorkedOutByHand) {
    const auto m = modelOf(roundTheCorner());
    // Past the corner come siding (19/32), board and a sixteenth, a post of 3 1/2 in and a jamb; then 20 in between the jambs.
    const double from = 120 + 19.0 / 32 + 0.75 + 0.0625 + 3.5 + 1.5;
    Bounds lining;
    int boards = 0, jambs = 0;
    for (const auto& p : m.parts) {
        if (p.role == "lining") lining.add(p.box()), ++boards;
        if (p.role == "jamb") ++jambs;
    }
    EXPECT_EQ(boards, 4);
    EXPECT_EQ(jambs, 4);
    EXPECT_NEAR(lining.low.x / 25.4, from, 1e-3);
    EXPECT_NEAR(lining.high.x / 25.4, from + 20, 1e-3);
    // On the bottom rails, 3 1/2 in up.
    EXPECT_NEAR(lining.low.z / 25.4, 3.5, 1e-3);
    EXPECT_NEAR(lining.high.z / 25.4, 23.5, 1e-3);
    // From the inside of one frame's rails to the other's.
    EXPECT_LT(lining.low.y / 25.4, -(19.0 / 32 + 0.75 + 0.0625) - 1.5);
    EXPECT_GT(lining.high.y / 25.4, 1.5);
    // Taken away at the keeper's wish.
    const auto none = modelOf(roundTheCorner().with({{"runs.1.passage", "no"}}).value());
    for (const auto& p : none.parts) EXPECT_NE(p.role, "lining");
}

TEST(Passage, ALiningCutShortLetsIn) {
    if (sampled()) GTEST_SKIP();
    auto m = modelOf(roundTheCorner());
    // Its left board ends 0.8 in below the upper one: a way into the slot between both frames.
    for (auto& p : m.parts)
        if (p.id == "runs.1/passage/lining/left")
            for (auto& v : p.solids[0].vertices) v.z = std::min(v.z, (23.5 - 0.75 - 0.8) * 25.4);
    Settled s{roundTheCorner()};
    const auto found = allHoles(m, ballThatMeshStops(s));
    ASSERT_FALSE(found.holes.empty());
    const auto at = found.holes.front().at;
    const auto lining = m.find("runs.1/passage/lining/left")->box();
    EXPECT_LT(std::fabs(at.x - lining.low.x), 25.4 + 19);
    EXPECT_LT(std::fabs(at.z - lining.high.z), 25.4 + 20);
    EXPECT_NEAR(found.holes.front().wideMm / 25.4, 0.8, 0.05);
}

TEST(SeveralRuns, ShareWhatTheFlockNeeds) {
    Settled one{designWith({{"flock.count", "12"}})}, two{designWith({{"flock.count", "12"}, {"runs.2.side", "front"}})};
    EXPECT_GE(inSquareFeet(runFloor(one)), 120 - 1e-6);
    EXPECT_GE(inSquareFeet(runFloor(two)), 120 - 1e-6);
    EXPECT_LT(inSquareFeet(runFloor(two)), 160);
    EXPECT_LT(two.length("runs.1.length"), one.length("runs.1.length"));
}

TEST(SeveralRuns, ATheirOwnPopDoorOrAPassageLeadsIn) {
    const auto ways = [](const Design& d) {
        Settled s{d};
        const auto m = buildModel(s);
        const auto found = judge(s, m);
        return *std::ranges::find(found, "run.way", &Finding::id);
    };
    const auto shut = ways(designWith({{"runs.2.side", "front"}}));
    EXPECT_EQ(shut.state, State::fail);
    EXPECT_EQ(shut.value, 1);
    // Its remedy opens a pop door there, and is enough.
    ASSERT_FALSE(shut.remedies.empty());
    const auto mended = designWith({{"runs.2.side", "front"}}).with(shut.remedies.front());
    ASSERT_TRUE(mended) << words::say(mended.error(), Units::imperial);
    EXPECT_EQ(ways(mended.value()).state, State::pass);
    EXPECT_EQ(ways(roundTheCorner()).state, State::pass);
    EXPECT_EQ(ways(roundTheCorner().with({{"runs.1.passage", "no"}}).value()).value, 1);
}

TEST(SeveralRuns, ApronsCoverTheirGroundOnce) {
    const auto m = modelOf(roundTheCorner());
    std::vector<Bounds> aprons;
    for (const auto& p : m.parts)
        if (p.role == "apron") aprons.push_back(p.box());
    for (std::size_t i = 0; i < aprons.size(); ++i)
        for (std::size_t k = 0; k < i; ++k) EXPECT_FALSE(aprons[i].meets(aprons[k], -0.01)) << i << " " << k;
    // Half way out all round both runs, in inches of the coop's plan: on an apron, or in the other run.
    const double off = 19.0 / 32 + 0.75 + 0.0625, w = 120;
    const Bounds front{{0, -off - 72, 0}, {192, -off, 0}}, right{{w + off, 0, 0}, {w + off + 60, 96, 0}};
    int asked = 0;
    const auto covered = [&](double x, double y) {
        ++asked;
        const auto in = [&](const Bounds& b, double scale) {
            return x * scale > b.low.x && x * scale < b.high.x && y * scale > b.low.y && y * scale < b.high.y;
        };
        EXPECT_TRUE(in(front, 1) || in(right, 1) || std::ranges::any_of(aprons, [&](const Bounds& b) { return in(b, 25.4); }))
            << x << " " << y;
    };
    for (double x = -9.5; x <= 201; x += 3) covered(x, front.low.y - 9);
    for (double y = front.low.y - 9.5; y <= front.high.y - 1; y += 3) covered(-9, y), covered(201, y);
    for (double x = right.high.x + 4; x <= 201; x += 3) covered(x, front.high.y + 9);
    for (double y = 1; y <= right.high.y + 9; y += 3) covered(right.high.x + 9, y);
    for (double x = right.low.x + 1; x <= right.high.x + 9; x += 3) covered(x, right.high.y + 9);
    EXPECT_GT(asked, 180);
}

/// 8 ft by 4 ft, its joists of 2x4 under half an inch of plywood 30 in up.
Design onLegs(const char* under) {
    return designWith({{"form.kind", "elevated"},
                       {"flock.count", "5"},
                       {"coop.width", "8'"},
                       {"coop.depth", "4'"},
                       {"floor.height", "30in"},
                       {"floor.joist", "2x4"},
                       {"runs.1.under", under}});
}

TEST(UnderCoop, CountsFromEighteenInchesOfRoom) {
    Settled yes{onLegs("yes")}, no{onLegs("no")};
    EXPECT_NEAR(inSquareFeet(underFloor(yes)), 32, 1e-4);
    EXPECT_EQ(underFloor(no), Area{});
    // Plywood sold as half an inch is 15/32: 30 - 15/32 - 3 1/2.
    EXPECT_NEAR(inInches(underCoop(yes)), 30 - 15.0 / 32 - 3.5, 1e-3);
    // 50 sq ft for five birds: 18 are left to a run 4 ft wide.
    EXPECT_EQ(yes.length("runs.1.length"), feet(4) + inches(6));
    EXPECT_EQ(no.length("runs.1.length"), feet(12) + inches(6));
    // Lower down nobody rakes there.
    Settled low{onLegs("yes").with({{"floor.height", "21in"}}).value()};
    EXPECT_EQ(underFloor(low), Area{});
}

TEST(UnderCoop, MeshGoesRoundWhatNoRunStandsBefore) {
    const auto with = modelOf(onLegs("yes")), without = modelOf(onLegs("no"));
    for (const auto* side : {"front", "back", "left"}) {
        const auto* mesh = with.find("runs.1/mesh/under/" + std::string{side});
        ASSERT_NE(mesh, nullptr) << side;
        EXPECT_NEAR(mesh->extent(mesh->along) / 25.4, side == std::string{"left"} ? 48 : 96, 0.01);
        EXPECT_EQ(without.find(mesh->id), nullptr);
    }
    EXPECT_EQ(with.find("runs.1/mesh/under/right"), nullptr);
    EXPECT_EQ(with.find("runs.1/mesh/under"), nullptr);
    EXPECT_NE(without.find("runs.1/mesh/under"), nullptr);
}

TEST(UnderCoop, MeshThatEndsBelowTheJoistsLetsIn) {
    if (sampled()) GTEST_SKIP();
    auto m = modelOf(onLegs("yes"));
    // It laps the end joist's 3 1/2 in by an inch less than that; now it ends 0.8 in below it.
    const double joist = (30 - 15.0 / 32 - 3.5) * 25.4, top = joist - 0.8 * 25.4;
    for (auto& p : m.parts)
        if (p.id == "runs.1/mesh/under/left")
            for (auto& v : p.solids[0].vertices) v.z = std::min(v.z, top);
    Settled s{onLegs("yes")};
    const auto found = allHoles(m, ballThatMeshStops(s));
    ASSERT_FALSE(found.holes.empty());
    EXPECT_NEAR(found.holes.front().at.x, 0, 40);
    EXPECT_NEAR(found.holes.front().at.z, joist - 0.4 * 25.4, 25.4);
    EXPECT_NEAR(found.holes.front().wideMm / 25.4, 0.8, 0.05);
}

TEST(Runs, BesideTheCornerBoardAreShutToo) {
    // Found by chance: a post just past the corner board's edge, which on an eave's wall lies 2 1/8 in from the corner, had no strip behind
    // it.
    for (const auto* at : {"1in", "2 1/4in", "2 7/8in", "3 3/8in", "4in"}) {
        const auto d = designWith({{"roof.form", "gable"}, {"runs.1.top", "mesh"}, {"runs.1.side", "front"}, {"runs.1.at", at}});
        if (std::string_view{at} == "2 7/8in")
            expectWholeAndShut(d);
        else
            EXPECT_EQ(unsound(modelOf(d)), "") << at;
    }
}

TEST(RunFrame, ShowsEveryPieceWithItsMark) {
    auto all = severalRuns();
    for (const auto* gate : {"left", "right"}) all.push_back({{"runs.1.gate", gate}});
    all.push_back({{"roof.form", "gable"}, {"runs.1.top", "shared"}, {"runs.1.gate", "left"}});
    for (const auto& changes : all) {
        const auto a = answerTo(designWith(changes));
        std::map<std::string, std::string> marked;
        for (const auto& run : runPlaces(*a->settled))
            for (const auto which : kRunFrames)
                for (const auto& label : runFrame(*a->model, *a->settled, *a->takeoff, run.key, which).labels)
                    if (const auto* mark = std::get_if<std::string>(&label.say); mark && !label.part.empty()) marked[label.part] = *mark;
        for (std::size_t i = 0; i < a->model->parts.size(); ++i) {
            const auto& p = a->model->parts[i];
            const bool shown =
                p.role == "run-post" || p.role == "run-beam" || p.role == "run-rail" || p.role == "jamb" || p.role.starts_with("gate-");
            // Rails on the ground round the coop's own legs are on no side of a run.
            if (p.system != System::run || p.form != Form::lumber || !shown || p.id.find("/rail/under/") != std::string::npos) continue;
            EXPECT_EQ(marked[p.id], a->takeoff->marks[i]) << p.id << " " << changes[0].key << changes[0].text;
        }
    }
}

TEST(RunFrame, IsAsWorkedOutByHand) {
    // 10 ft wide, 14 ft out, 69 in high at the coop, falling 1/2 in 12: the outer beam's top lies 13' 8 1/2" down the slope.
    const auto a = answerTo(
        designWith(asked("coop.width=10'; runs.1.side=front; runs.1.width=10'; runs.1.length=14'; runs.1.height=69in; runs.1.pitch=1/24")));
    const auto frame = [&](std::string_view which) { return runFrame(*a->model, *a->settled, *a->takeoff, "runs.1", which); };
    const auto has = [](const Drawing& d, double inches) {
        return std::ranges::any_of(d.dimensions, [&](const Dimension& dim) { return std::fabs(inInches(dim.measured()) - inches) < 0.01; });
    };
    const auto outer = frame("outer"), inner = frame("inner"), left = frame("left");
    EXPECT_TRUE(has(outer, 120) && has(inner, 120) && has(left, 168));
    const double low = 69 - (168 - 3.5) / 24;
    // Mid rails lie across the seam at 48 in: 46 1/4 up; the beam is 5 1/2 deep.
    EXPECT_TRUE(has(outer, 46.25));
    EXPECT_TRUE(has(outer, 5.5) && has(inner, 5.5));
    EXPECT_TRUE(has(outer, low - 5.5 - 46.25));
    // On the side the posts beside the coop and at the far end.
    EXPECT_TRUE(has(left, low - 5.5) && has(left, 46.25));
    // Each frame's chain adds up to its whole.
    for (const auto& d : {outer, inner, left}) {
        double sum = 0, whole = 0;
        for (const auto& dim : d.dimensions)
            if (std::fabs(dim.a.y - dim.b.y) < 0.01) (dim.offsetMm < -10 ? whole : sum) += std::fabs(dim.b.x - dim.a.x);
        EXPECT_NEAR(sum, whole, 0.01);
    }
}

Design carted(std::vector<Change> more = {}) {
    std::vector<Change> all{{"runs.1.width", "10'"}, {"runs.1.beam", "4x8"}, {"runs.1.gate_leaf", "double"}, {"runs.1.gate_width", "60in"}};
    for (const auto& m : more) std::erase_if(all, [&](const Change& c) { return c.key == m.key; });
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}

TEST(DoubleGates, UnlikeRunsAreSoundAndShut) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"runs.1.gate_brace", "x"}, {"mesh.double", "yes"}},
             {{"runs.1.gate", "left"}, {"runs.1.length", "10'"}, {"mesh.edge", "battens"}},
             {{"runs.1.gate", "right"}, {"runs.1.length", "12'"}, {"frame.timber", "metric"}},
             {{"runs.1.top", "shared"}, {"runs.1.width", ""}, {"runs.1.side", "right"}, {"coop.depth", "8'"}},
             {{"runs.1.gate_width", "36in"}, {"ground.front_left", "4in"}, {"ground.front_right", "4in"}},
             {{"runs.1.gate_width", "8'"}, {"runs.1.width", "9'"}, {"coop.width", "12'"}},
         }) {
        if (sampled() && more.size() != 2) continue;
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + "=" + more[0].text);
        expectWholeAndShut(carted(more));
    }
}

TEST(DoubleGates, TheirLeavesShareTheGateAndEachHangsOnItsSide) {
    const auto one = answerTo(carted({{"runs.1.gate_leaf", "single"}, {"runs.1.gate_width", "48in"}})), two = answerTo(carted());
    const auto& m = *two->model;
    const auto first = m.find("runs.1/gate/mesh")->box(), second = m.find("runs.1/gate/second/mesh")->box();
    const int axis = first.size().x > first.size().y ? 0 : 1;
    // 60 in less a quarter between them.
    EXPECT_NEAR(first.size()[axis] / 25.4, 29.875, 0.01);
    EXPECT_NEAR(second.size()[axis] / 25.4, 29.875, 0.01);
    const auto strip = m.find("runs.1/gate/strip")->box();
    const double gap = std::min(std::fabs(first.high[axis] - second.low[axis]), std::fabs(second.high[axis] - first.low[axis]));
    EXPECT_NEAR(gap / 25.4, 0.25, 0.01);
    EXPECT_GT(strip.size()[axis] / 25.4, 2.4) << "a 1x3 over the gap";
    // Each brace's foot is at its own hinge: the braces of both leaves mirror each other.
    const auto *left = m.find("runs.1/gate/brace/1"), *right = m.find("runs.1/gate/second/brace/1");
    EXPECT_NEAR(left->volumeMm3(), right->volumeMm3(), 1);
    EXPECT_NEAR(left->along.z, -right->along.z, 1e-9);
    // As many hinges for the second leaf; two more bolts for the second's head and foot, a hook more to hold it open.
    EXPECT_EQ(needed(*two, "strap-hinge-6") - needed(*one, "strap-hinge-6"), first.size().z < 60 * 25.4 ? 2 : 3);
    EXPECT_EQ(needed(*two, "barrel-bolt") - needed(*one, "barrel-bolt"), 2);
    EXPECT_EQ(needed(*two, "gate-latch"), needed(*one, "gate-latch"));
    // One leaf's quarter circle is half as deep.
    const auto swing = [](const Answer& a) {
        return bounds(std::ranges::find(a.model->clear, "runs.1/gate/swing", &ClearSpace::id)->solid).size();
    };
    EXPECT_NEAR(std::max(swing(*two).x, swing(*two).y) / 25.4, 60, 0.01);
    EXPECT_LT(std::min(swing(*two).x, swing(*two).y) / 25.4, 30);
}

TEST(KickBoards, LieOnTheLowestRailsOfEveryRun) {
    const std::vector<std::vector<Change>> coops{
        {},
        {{"runs.1.side", "front"}, {"runs.1.gate", "left"}, {"ground.front_left", "6in"}, {"mesh.double", "yes"}},
        {{"roof.form", "gable"}, {"runs.1.top", "shared"}, {"frame.timber", "metric"}},
        {{"form.kind", "elevated"}, {"flock.count", "6"}, {"runs.1.under", "yes"}, {"apron.kind", "buried"}},
        {{"coop.width", "10'"}, {"runs.1.side", "front"}, {"runs.1.width", "16'"}, {"runs.2.side", "right"}, {"pops.1.wall", "front"}},
    };
    for (auto changes : coops) {
        changes.push_back({"run.kick", "yes"});
        SCOPED_TRACE(testing::PrintToString(changes.size()) + changes.front().key);
        const auto d = designWith(changes);
        expectWholeAndShut(d);
        const auto m = modelOf(d);
        // Each lies on a rail from end to end, but where a passage is.
        int n = 0;
        for (const auto& p : m.parts) {
            if (p.role != "run-kick") continue;
            ++n;
            auto rail = p.id;
            rail.replace(rail.find("/kick/"), 6, "/bottom/");
            if (rail.ends_with("b") && !m.find(rail)) rail.pop_back();
            const auto* below = m.find(rail);
            ASSERT_TRUE(below) << p.id;
            for (const int axis : {0, 1}) EXPECT_LE(p.box().size()[axis], below->box().size()[axis] + 0.01);
            EXPECT_NEAR(p.extent(p.wide), inMm(profile(p.stock)->wide), 0.01);
            EXPECT_TRUE(std::ranges::any_of(m.joints, [&](const Joint& j) {
                return (&m.parts[j.a] == &p && &m.parts[j.b] == below) || (&m.parts[j.b] == &p && &m.parts[j.a] == below);
            })) << p.id;
        }
        EXPECT_GE(n, 4);
    }
    EXPECT_FALSE(std::ranges::any_of(modelOf(designWith({})).parts, [](const Part& p) { return p.role == "run-kick"; }));
    // One that is let down into its rail is found.
    auto planted = modelOf(designWith({{"run.kick", "yes"}}));
    const auto kick = std::ranges::find(planted.parts, "run-kick", &Part::role);
    ASSERT_NE(kick, planted.parts.end());
    for (auto& v : kick->solids.front().vertices) v = v - Vec3{0, 0, 10};
    EXPECT_NE(unsound(planted), "");
}

TEST(RunRafters, StandAsCloseAsSnowAndLengthAsk) {
    // By hand: 2x6 of spruce-pine-fir No. 2, S = 7 9/16 in^3, F_b 875 psi x 1.3 x 1.15 x 1.15 (NDS Supplement 2018 Table 4A, from memory),
    // under 25 psf of snow and 7 of sealed metal on purlins, over 12 ft less two posts.
    const auto apart = [](const Model& m) {
        std::vector<double> at;
        for (const auto& p : m.parts)
            if (p.role == "rafter" && p.id.starts_with("runs.1/")) at.push_back(p.box().low.x / 25.4);
        std::ranges::sort(at);
        return at[2] - at[1];
    };
    const double clear = 12 - 7.0 / 12, most = 875 * 1.3 * 1.15 * 1.15, inch = 32 * clear * clear / 8 / 7.5625;  // psi, per inch apart
    const auto m =
        modelOf(designWith(asked("runs.1.side=front; runs.1.width=10ft; runs.1.length=12ft; runs.1.top=metal_sealed; "
                                 "place.snow=25psf; wood.species=spf")));
    EXPECT_NEAR(apart(m), 16, 1e-3);
    EXPECT_LE(16 * inch, most);
    EXPECT_GT(24 * inch, most);
    // Shorter they stand two feet apart; under mesh no snow lies.
    EXPECT_NEAR(apart(modelOf(designWith(asked("runs.1.side=front; runs.1.width=10ft; runs.1.length=9ft")))), 24, 1e-3);
    EXPECT_NEAR(apart(modelOf(designWith(asked("runs.1.side=front; runs.1.width=10ft; runs.1.length=12ft; runs.1.top=mesh")))), 24, 1e-3);
}

TEST(RunBeams, PostsStandAsCloseAsTheyCarry) {
    // Simple beam, by hand: spruce-pine-fir No. 2 under 25 psf of snow and the cover's weight on 6 1/2 ft of rafters. F_b 875 psi x 1.15 x
    // C_F (NDS Supplement 2018 Table 4A, from memory), not repeated.
    const double pli = (25 + inPsf(roofCover("metal_sealed").dead)) * 6.5 / 12;
    const auto bending = [&](double clear, double deep) { return pli * clear * clear / 8 / (3.5 * deep * deep / 6); };
    const auto snowed =
        asked("wood.species=spf; place.snow=25 psf; coop.depth=10'; runs.1.side=right; runs.1.width=10'; runs.1.length=12'");
    const auto with = [&](const char* beam) {
        auto all = snowed;
        all.push_back({"runs.1.beam", beam});
        return designWith(all);
    };
    const double whole = 120 - 7, halves = (120 - 3.5) / 2 - 3.5;
    EXPECT_GT(bending(whole, 5.5), 875 * 1.15 * 1.3);
    EXPECT_LT(bending(halves, 5.5), 875 * 1.15 * 1.3);
    EXPECT_LT(bending(whole, 7.25), 875 * 1.15 * 1.2);
    for (const auto& [beam, posts, bay] : {std::tuple{"4x6", 3u, halves}, {"4x8", 2u, whole}}) {
        const auto d = with(beam);
        Settled s{d};
        EXPECT_EQ(runOuterPosts(s, runPlace(s, "runs.1")).size(), posts) << beam;
        EXPECT_EQ(runInnerPosts(s, runPlace(s, "runs.1")).size(), posts) << beam;
        const auto a = answerTo(d);
        const auto& f = *std::ranges::find(a->findings, "beams.carry", &Finding::id);
        EXPECT_EQ(f.state, State::pass) << beam;
        EXPECT_NEAR(f.value / 25.4, bay, 0.05) << beam;
        EXPECT_EQ(a->model->find("runs.1/beam/outer")->stock, std::string{beam} + "pt");
        // Fewer than that, and it says so.
        auto m = *a->model;
        std::erase_if(m.parts, [&](const Part& p) { return p.id == (posts == 3 ? "runs.1/post/outer/2" : "runs.1/post/outer/1"); });
        Settled again{d};
        const auto judged = judge(again, m);
        EXPECT_EQ(std::ranges::find(judged, "beams.carry", &Finding::id)->state, State::fail);
    }
    expectWholeAndShut(with("4x8"));
    // A gate wider than a bay is refused, and the beam named.
    auto cart = snowed;
    cart.push_back({"runs.1.gate_leaf", "double"}), cart.push_back({"runs.1.gate_width", "6'"});
    const auto refused = Design{}.with(cart);
    ASSERT_FALSE(refused);
    EXPECT_NE(words::say(refused.error(), Units::imperial).find("Run's beams"), std::string::npos)
        << words::say(refused.error(), Units::imperial);
    cart.push_back({"runs.1.beam", "4x8"});
    EXPECT_TRUE(Design{}.with(cart));
}

TEST(RunBeams, ARailLiesAtEverySeamBelowThem) {
    // Seams of the mesh come at 48 in; the outer beam begins from an inch lower to 3 in higher.
    for (const auto* height : {"60in", "62in", "62.5in", "63in", "64in"}) {
        const auto m = modelOf(designWith({{"runs.1.side", "right"},
                                           {"runs.1.height", height},
                                           {"runs.1.length", "8'"},
                                           {"coop.depth", "8'"},
                                           {"pops.1.height", "10in"}}));
        const auto beam = m.find("runs.1/beam/outer")->box();
        bool wood = beam.low.z / 25.4 <= 48;
        for (const auto& p : m.parts)
            if (p.id.starts_with("runs.1/rail/outer/mid")) wood = wood || (p.box().low.z / 25.4 < 47 && p.box().high.z / 25.4 >= 48);
        EXPECT_TRUE(wood) << height << ": beam from " << beam.low.z / 25.4;
    }
}

}  // namespace
}  // namespace oiko
