// Nests that stand inside: a row on legs with a steep top, clear of the roosts, and what then is no more outside.
#include <algorithm>
#include <cmath>

#include "core/design/layout.h"
#include "core/design/shell.h"
#include "core/judge/findings.h"
#include "core/judge/holes.h"
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
    const auto a =
        answerTo(designWith(inside(asked("nests.count=3; nests.clear=12in; nests.height=20in; coop.width=10ft; coop.depth=8ft; "
                                         "nests.wall=left; doors.1.wall=front; runs.1.side=right"))));
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
    EXPECT_LE(all.high.x / 25.4 - 3.5, inInches(nestReach(*a->settled)) + 1e-6);
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

TEST(NestsFlush, ReachThroughTheWallAndAreShut) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             asked("nests.wall=left; runs.1.side=right; doors.1.wall=front; skin.kind=shiplap; skin.lining=ply-1/2"),
             {{"skin.kind", "board_batten"}, {"roof.form", "gable"}, {"frame.timber", "metric"}},
             {{"frame.walls", "posts"}, {"skin.kind", "metal"}, {"flock.count", "8"}},
             {{"foundation.kind", "curb"}, {"flock.size", "heavy"}, {"flock.count", "8"}},
             {{"form.kind", "elevated"}, {"flock.count", "5"}, {"flock.size", "bantam"}, {"frame.stud", "2x2"}},
             {{"skin.kind", "shingles"}, {"skin.insulation", "foam-1-1/2"}, {"skin.lining", "ply-1/2"}, {"flock.count", "10"}},
         }) {
        auto changes = more;
        changes.push_back({"nests.kind", "flush"});
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + "=" + more[0].text);
        const auto d = designWith(changes);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        EXPECT_EQ(needed(*a, "chain-foot", "eggdoor"), 3);
        EXPECT_EQ(std::ranges::count(a->model->openings, std::string{"nest"}, &OpeningSpec::kind), 1);
        EXPECT_TRUE(std::ranges::none_of(a->model->openings, [](const OpeningSpec& o) { return o.kind == "nest_inside"; }));
        // From the lip behind the front to the one before the birds it is as deep as a nest is wide.
        const auto* floor = a->model->find("nests/floor");
        ASSERT_NE(floor, nullptr);
        EXPECT_NEAR(floor->extent(floor->wide) - inMm(timberOf(*a->settled).one), inMm(nestClear(*a->settled)), 0.01);
        // The front laps what it closes by an inch on three sides.
        const auto& hole = *std::ranges::find(a->model->openings, std::string{"nest"}, &OpeningSpec::kind);
        const auto front = a->model->find("nests/front")->box().size();
        EXPECT_NEAR(std::max(front.x, front.y), inMm(hole.width) + 2 * 25.4, 0.01);
        EXPECT_NEAR(front.z, inMm(hole.height) + 25.4, 0.01);
    }
}

TEST(NestsFlush, TakeLessOfTheCoopThanThoseThatStandInside) {
    const auto reach = [](const char* kind) {
        Settled s{designWith({{"nests.kind", kind}, {"nests.clear", "12in"}})};
        return inInches(nestReach(s));
    };
    // By the wall of 3 1/2 in and the back of 15/32, less the lip of 3/4.
    EXPECT_NEAR(reach("inside") - reach("flush"), 3.5 + 15.0 / 32 - 0.75, 1e-6);
    // They are not hung over a run, nor under the roosts.
    EXPECT_FALSE(Design{}.with({{"nests.kind", "flush"}, {"nests.wall", "back"}, {"roost.wall", "back"}}));
    EXPECT_FALSE(Design{}.with({{"nests.kind", "flush"}, {"nests.wall", "right"}, {"runs.1.side", "right"}}));
}

TEST(NestsBetweenStuds, LeaveEveryStudWhole) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {{"frame.spacing", "16in"}},
             asked("nests.wall=left; runs.1.side=right; doors.1.wall=front; skin.kind=shiplap; skin.lining=ply-1/2; frame.spacing=16in; "
                   "coop.depth=8ft"),
             {{"skin.kind", "board_batten"}, {"roof.form", "gable"}, {"frame.timber", "metric"}, {"coop.width", "10ft"}},
             {{"skin.kind", "metal"}, {"frame.spacing", "16in"}, {"flock.count", "8"}},
             {{"foundation.kind", "curb"}, {"flock.size", "heavy"}, {"flock.count", "8"}},
             asked("form.kind=elevated; coop.width=8ft; coop.depth=5ft; frame.stud=2x3; frame.spacing=16in"),
             asked("skin.kind=shingles; skin.insulation=foam-1-1/2; skin.lining=ply-1/2; flock.count=10; frame.spacing=16in"),
             asked("existing.what=standing; coop.width=9ft; coop.depth=7ft; flock.count=6; frame.spacing=16in"),
         }) {
        auto changes = more;
        if (sampled() && more.size() > 4) continue;
        changes.push_back({"nests.kind", "studs"});
        SCOPED_TRACE(more[0].key + "=" + more[0].text);
        const auto d = designWith(changes);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        auto& s = *a->settled;
        const auto n = s.count("nests.count");
        const auto& side = s.choice("nests.wall");
        EXPECT_EQ(needed(*a, "chain-foot", "eggdoor"), 3);
        const auto& hole = *std::ranges::find(a->model->openings, std::string{"nest"}, &OpeningSpec::kind);
        const double pitch = inMm(uprightsApart(s));
        EXPECT_NEAR(inMm(hole.width), static_cast<double>(n) * pitch - inMm(timberOf(s).two), 0.01);
        // A stud at either end and between, from plate to plate, and no header or trimmer of theirs.
        std::int64_t whole = 0;
        for (const auto& p : a->model->parts) {
            if (p.side != side || p.system != System::walls) continue;
            EXPECT_TRUE(p.opening != "nests" || p.role == "nailer") << p.id;
            const auto box = p.box();
            const double u = dot((box.low + box.high) * 0.5 - hole.corners[0], unit(hole.corners[1] - hole.corners[0]));
            if (p.role == "stud" && u > -25.4 && u < inMm(hole.width) + 25.4 && box.low.z < hole.corners[0].z &&
                box.high.z > hole.corners[2].z)
                ++whole;
        }
        EXPECT_EQ(whole, n + 1);
        // A block under and over each bay.
        EXPECT_EQ(std::ranges::count_if(a->model->parts, [](const Part& p) { return p.role == "nailer" && p.opening == "nests"; }), 2 * n);
    }
}

TEST(NestsBetweenStuds, StandInBaysAlone) {
    const auto d = designWith({{"nests.kind", "studs"}, {"frame.spacing", "16in"}, {"coop.depth", "10ft"}, {"nests.count", "2"}});
    Settled s{d};
    // The row begins half a board of 15/32 in before the middle of a stud.
    EXPECT_NEAR(std::fmod(inInches(s.length("nests.at")) + 15.0 / 64, 16), 0, 1e-9);
    EXPECT_FALSE(d.with({{"nests.at", "20in"}}));
    // A drag goes on to the bay that is nearest.
    const auto bay = nestsBay(s);
    const auto dragged = [&](Length by) { return std::get<Length>(nearestThatWorks(d, "nests.at", Value{nestsFrom(s, bay) + by})); };
    // Arrow keys go from bay to bay, and the limits are places that there are.
    EXPECT_EQ(arrowStep(s, "nests.at", false), inches(16));
    EXPECT_EQ(arrowStep(s, "nests.height", false), inches(0.5));
    const auto [low, high, lowBy, highBy] = limits(d, "nests.at");
    EXPECT_GT(std::get<Length>(high), std::get<Length>(low));
    for (const auto& end : {low, high}) {
        const auto there = d.with({{"nests.at", exactValue(*findParam("nests.at"), end, Units::imperial)}});
        ASSERT_TRUE(there) << "a limit is a place that works";
    }
    EXPECT_EQ(dragged(inches(7)), nestsFrom(s, bay));
    EXPECT_EQ(dragged(inches(9)), nestsFrom(s, bay + 1));
    EXPECT_EQ(dragged(inches(19)), nestsFrom(s, bay + 1));
}

TEST(NestsOnBrackets, HangOnBlocksAndLeaveTheFloorFree) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"skin.lining", "ply-1/2"}, {"skin.kind", "shiplap"}, {"frame.spacing", "16in"}},
             {{"frame.walls", "posts"}, {"skin.kind", "metal"}},
             {{"foundation.kind", "curb"}, {"flock.size", "heavy"}, {"flock.count", "8"}},
             {{"frame.timber", "metric"}, {"roof.form", "gable"}, {"coop.width", "12'"}, {"flock.count", "16"}},
             {{"form.kind", "elevated"}, {"flock.count", "6"}, {"floor.height", "36in"}, {"floor.deck", "wire"}, {"coop.low_wall", "4'"}},
             {{"skin.open_left", "yes"}, {"nests.wall", "left"}, {"runs.1.side", "right"}, {"doors.1.wall", "front"}},
         }) {
        auto changes = more;
        changes.push_back({"nests.kind", "brackets"});
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + "=" + more[0].text);
        const auto d = designWith(changes);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        const auto& m = *a->model;
        EXPECT_TRUE(std::ranges::none_of(m.parts, [](const Part& p) { return p.role == "nest-leg"; }));
        // Each upright lies on wood near both its ends, or on a stud.
        int uprights = 0;
        for (std::size_t i = 0; i < m.parts.size(); ++i) {
            if (!m.parts[i].id.ends_with("/upright")) continue;
            ++uprights;
            EXPECT_NEAR(m.parts[i].extent({0, 0, 1}) / 25.4, 10, 1e-3);
            const auto box = m.parts[i].box();
            double low = 1e9, high = -1e9;
            for (const auto& p : m.parts) {
                if (p.system != System::walls || p.form != Form::lumber) continue;
                auto b = p.box();
                // A lining lies between at most.
                b.low = b.low - Vec3{12, 12, 0}, b.high = b.high + Vec3{12, 12, 0};
                if (!b.meets(box, 1)) continue;
                low = std::min(low, std::max(b.low.z, box.low.z)), high = std::max(high, std::min(b.high.z, box.high.z));
            }
            EXPECT_LT(low - box.low.z, 60) << m.parts[i].id;
            EXPECT_LT(box.high.z - high, 60) << m.parts[i].id;
        }
        EXPECT_GE(uprights, 2);
        EXPECT_GE(needed(*a, "angle-bracket", "bracket"), 2 * uprights);
        // It lifts off: two hooks, and no more screws than hold its own boards together.
        EXPECT_EQ(needed(*a, "hook-eye", "nesthook"), 2);
        auto legs = changes;
        legs.back().text = "inside";
        if (const auto standing = Design{}.with(legs))
            EXPECT_LT(needed(*a, "screw-1-1/4", "nest"), needed(*answerTo(standing.value()), "screw-1-1/4", "nest"));
    }
    EXPECT_FALSE(Design{}.with({{"nests.kind", "brackets"}, {"nests.height", "15in"}})) << "no room for them";
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

TEST(BoughtNests, StandOnTheirShelfInEveryCoop) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"flock.count", "20"}, {"skin.lining", "ply-1/2"}},
             {{"foundation.kind", "curb"}},
             {{"frame.timber", "planed"}, {"roof.form", "gable"}},
             {{"frame.walls", "posts"}, {"nests.wall", "left"}, {"doors.1.wall", "front"}, {"runs.1.side", "right"}}}) {
        auto changes = more;
        changes.push_back({"nests.kind", "bought"});
        const auto d = designWith(changes);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        const auto n = a->settled->count("nests.count");
        EXPECT_FALSE(a->settled->applies("nests.clear"));
        int units = 0;
        for (const auto& p : a->model->parts) {
            for (const auto* role : {"nest-end", "nest-partition", "nest-top", "nest-lip"}) EXPECT_NE(p.role, role);
            if (p.role != "nest-unit") continue;
            ++units;
            EXPECT_NEAR(p.extent(p.along) / 25.4, 12.5, 1e-3);
            // As steep as 45 degrees: 12 in deep, 12 1/2 at its front, twelve more behind.
            EXPECT_NEAR(p.extent({0, 0, 1}) / 25.4, 24.5, 1e-3);
            // Hollow: sheets of an eighth round it take a few hundredths of what it holds.
            EXPECT_LT(p.volumeMm3() / std::pow(25.4, 3), 0.1 * 12.5 * 12 * 18.5);
        }
        EXPECT_EQ(units, n);
        EXPECT_EQ(bought(*a, "nest-unit"), static_cast<double>(n));
        EXPECT_EQ(needed(*a, "screw-1-1/4", "nestunit"), 4.0 * static_cast<double>(n));
    }
}

TEST(NestsOfBuckets, StandOnTheirShelfInEveryCoop) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"flock.count", "20"}, {"skin.lining", "ply-1/2"}},
             {{"foundation.kind", "curb"}},
             {{"nests.wall", "left"}, {"doors.1.wall", "front"}, {"runs.1.side", "right"}, {"frame.stud", "2x3"}}}) {
        auto changes = more;
        changes.push_back({"nests.kind", "buckets"});
        expectWholeAndShut(designWith(changes));
        const auto a = answerTo(designWith(changes));
        const auto n = a->settled->count("nests.count");
        EXPECT_FALSE(a->settled->applies("nests.clear"));
        int buckets = 0, stops = 0;
        for (const auto& p : a->model->parts) {
            stops += p.role == "bucket-stop";
            EXPECT_NE(p.role, "nest-partition");
            if (p.role != "nest-bucket") continue;
            ++buckets;
            EXPECT_NEAR(p.extent(p.along) / 25.4, 14.5, 1e-3);
            EXPECT_NEAR(p.extent(p.wide) / 25.4, 12, 1e-3);
            // A shell: an eighth of an inch of a sixteen-sided prism 12 in across, and its bottom.
            const double area = 16 * 36 * std::tan(kPi / 16),
                         shell = area * 0.125 + area * (1 - std::pow(1 - 0.125 * std::cos(kPi / 16) / 6, 2)) * 14.375;
            EXPECT_NEAR(p.volumeMm3() / std::pow(25.4, 3), shell, shell * 1e-3);
            EXPECT_NEAR(p.box().low.z, inMm(shellOf(*a->settled).floorTop + a->settled->length("nests.height")), 0.01);
        }
        EXPECT_EQ(buckets, n);
        EXPECT_EQ(stops, n - 1);
        EXPECT_EQ(bought(*a, "bucket"), static_cast<double>(n));
    }
    // Heavy hens want 14 in.
    const auto tight = answerTo(designWith({{"nests.kind", "buckets"}, {"flock.size", "heavy"}, {"flock.count", "8"}}));
    EXPECT_TRUE(std::ranges::any_of(tight->findings, [](const Finding& f) { return f.id == "nests.size" && f.state == State::near; }));
    const auto fits = answerTo(designWith({{"nests.kind", "buckets"}}));
    EXPECT_TRUE(std::ranges::none_of(fits->findings, [](const Finding& f) { return f.id == "nests.size"; }));
}

TEST(NestsRollAway, LetEggsThroughAndNoBirdOrPaw) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"nests.door", "front"}, {"flock.size", "heavy"}, {"flock.count", "8"}},
             {{"form.kind", "elevated"}, {"flock.count", "5"}, {"flock.size", "bantam"}},
             asked("skin.kind=battens; nests.wall=back; skin.lining=wipe-1/8; roof.pitch=1/12; roof.cover=metal_sealed")}) {
        auto changes = more;
        changes.push_back({"nests.kind", "rollaway"});
        expectWholeAndShut(designWith(changes));
        const auto a = answerTo(designWith(changes));
        const auto& m = *a->model;
        const auto &curtain = *m.find("nests/curtain"), &slope = *m.find("nests/slope/1"), &front = *m.find("nests/front");
        // Under the curtain, over the end of the slope: a slot of 2 3/4 in. Eggs are about 1 3/4 in across; a hen's body wants more.
        const double end = slope.box().low.z + inMm(kNestBoard);
        EXPECT_NEAR((curtain.box().low.z - end) / 25.4, 2.75, 0.05);
        // The floor falls an inch and a half towards it.
        EXPECT_NEAR((slope.box().high.z - slope.box().low.z) / 25.4, 1.5 + 15.0 / 32 * std::cos(std::atan(1.5 / 12)), 0.06);
        EXPECT_EQ(std::ranges::count(m.parts, "nest-slope", &Part::role), a->settled->count("nests.count"));
        // The tray, clear between curtain and front.
        const bool alongX = std::fabs(front.thick().x) > 0.5;
        const auto low = [&](const Part& p) { return alongX ? p.box().low.x : p.box().low.y; };
        EXPECT_NEAR(std::fabs(low(front) - low(curtain)) / 25.4, 5, 0.01) << "both are as thick";
    }
    // What shuts the row is its lid.
    const auto a = answerTo(designWith({{"nests.kind", "rollaway"}, {"runs.1", ""}}));
    auto open = *a->model;
    std::erase_if(open.parts, [](const Part& p) { return p.role == "nest-lid"; });
    open.joints.clear();
    EXPECT_FALSE(allHoles(open, ballThatMeshStops(*a->settled)).holes.empty());
}

}  // namespace
}  // namespace oiko
