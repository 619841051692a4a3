// Posts set in concrete: the holes, what fills them, and the bags that makes.
#include <algorithm>
#include <cmath>

#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/drawing/views.h"
#include "core/judge/findings.h"
#include "core/judge/holes.h"
#include "whole.h"

namespace oiko {
namespace {

Design setInConcrete(std::vector<Change> changes) {
    changes.insert(changes.begin(), {"foundation.kind", "set_posts"});
    return designWith(changes);
}

TEST(Footings, AreSoundUnderUnlikeCoops) {
    for (const auto& changes :
         std::vector<std::vector<Change>>{{},
                                          {{"form.kind", "elevated"}, {"flock.count", "5"}},
                                          {{"coop.width", "6ft"}, {"coop.depth", "4ft"}, {"flock.count", "3"}},
                                          {{"roof.form", "gable"}, {"foundation.depth", "4ft"}, {"roof.falls_to", "left"}},
                                          {{"foundation.depth", "12in"}, {"runs.1.side", "front"}},
                                          {{"coop.width", "8ft"}, {"runs.1.side", "front"}, {"runs.1.width", "14ft"}}})
        EXPECT_EQ(unsound(modelOf(setInConcrete(changes))), "");
}

TEST(Footings, HoldTheirPostsAllRoundAndReachAsDeep) {
    const auto m = modelOf(setInConcrete({{"foundation.depth", "30in"}, {"floor.height", "2ft"}, {"runs.1", ""}}));
    int posts = 0;
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        if (m.parts[i].role != "post") continue;
        ++posts;
        const auto b = m.parts[i].box();
        EXPECT_NEAR(b.low.z / 25.4, -30, 1e-3);
        const auto* concrete = m.find("ground/footing/" + m.parts[i].id.substr(std::string{"ground/post/"}.size()));
        ASSERT_NE(concrete, nullptr);
        // A hole 12 in across, 30 deep less an inch of soil, sixteen-sided, less the post: n r² tan(pi/n) in area.
        const double area = 16 * 36 * std::tan(std::acos(-1.0) / 16) - 3.5 * 3.5;
        EXPECT_NEAR(concrete->volumeMm3() / std::pow(25.4, 3), area * 29, 1) << concrete->id;
        const auto joint = std::ranges::find_if(
            m.joints, [&](const Joint& j) { return (&m.parts[j.a] == concrete && j.b == i) || (&m.parts[j.b] == concrete && j.a == i); });
        ASSERT_NE(joint, m.joints.end());
        EXPECT_NEAR(joint->patchMm2 / (25.4 * 25.4), 4 * 3.5 * 29, 1) << "on all four faces";
    }
    EXPECT_GE(posts, 4);
}

TEST(Footings, TakeTheBagsTheirVolumeAsks) {
    // As printed on bags: 80 lb make 0.60 cu ft, 60 lb 0.45. A 12 in hole 24 in deep with a 3 1/2 in post asks 1.42 cu ft, near 2.4 bags
    // of 80.
    const double each = (16 * 36 * std::tan(std::acos(-1.0) / 16) - 3.5 * 3.5) * 23 / 1728;
    EXPECT_NEAR(each, 1.36, 0.01);
    for (const auto& [bag, yield, item] : {std::tuple{"80lb", 0.60, "concrete-80lb"}, {"60lb", 0.45, "concrete-60lb"}}) {
        const auto a = answerTo(
            setInConcrete({{"foundation.bag", bag}, {"coop.width", "8ft"}, {"coop.depth", "6ft"}, {"flock.count", "8"}, {"runs.1", ""}}));
        double posts = 0;
        for (const auto& p : a->model->parts) posts += p.role == "post";
        const auto line = std::ranges::find(a->bill.lines, std::string{item}, &BuyLine::item);
        ASSERT_NE(line, a->bill.lines.end()) << bag;
        EXPECT_EQ(line->bought, static_cast<std::int64_t>(std::ceil(posts * each / yield - 1e-6))) << bag;
        EXPECT_EQ(line->group, Group::ground);
    }
    // Beside a run's blocks the holes end an inch out.
    const auto m = modelOf(setInConcrete({{"runs.1.side", "front"}}));
    for (const auto& p : m.parts)
        if (p.role == "footing") EXPECT_GE(p.box().low.y, -25.5) << p.id;
    // A change of bag alone changes the bill of the same coop, warm too.
    Memory memory;
    const auto d = setInConcrete({});
    const auto eighty = answer(d, memory), sixty = answer(d.with({{"foundation.bag", "60lb"}}).value(), memory);
    EXPECT_NE(eighty->bill.total, sixty->bill.total);
    EXPECT_EQ(eighty->mass, sixty->mass);
}

TEST(Footings, AreOnlyThereWhenAskedAndTheirDepthIsBounded) {
    EXPECT_FALSE(Design{}.with({{"foundation.kind", "posts"}, {"foundation.depth", "2ft"}})) << "nothing is set into the ground";
    EXPECT_FALSE(Design{}.with({{"foundation.kind", "set_posts"}, {"foundation.depth", "11in"}}));
    EXPECT_EQ(modelOf(designWith({{"foundation.kind", "posts"}})).find("ground/footing/1/1"), nullptr);
    EXPECT_EQ(modelOf(setInConcrete({})).find("ground/block/1/1"), nullptr);
}

const std::vector<std::vector<Change>>& onConcreteCoops() {
    static const std::vector<std::vector<Change>> coops{
        {{"foundation.kind", "slab"}},
        {{"foundation.kind", "curb"}, {"roof.form", "gable"}, {"runs.1.top", "shared"}},
        {{"foundation.kind", "slab"}, {"foundation.height", "4in"}, {"skin.kind", "shiplap"}, {"runs.1.side", "front"}},
        {{"foundation.kind", "curb"}, {"foundation.height", "16in"}, {"roost.boards", "yes"}, {"roost.step", "10in"}, {"flock.count", "6"}},
        {{"foundation.kind", "blockwork"}, {"nests.kind", "inside"}, {"apron.kind", "buried"}, {"flock.count", "8"}},
        asked("foundation.kind=blockwork; foundation.depth=24in; ground.front_left=8in; ground.front_right=8in; flock.count=8"),
        asked("foundation.kind=sills; roof.form=gable; skin.open_front=yes; nests.wall=left; flock.count=8; runs.1.side=back"),
        {{"foundation.kind", "sills"}, {"nests.kind", "buckets"}, {"roost.boards", "yes"}, {"bath.place", "coop"}, {"coop.width", "12ft"}},
    };
    return coops;
}

class Concrete : public testing::TestWithParam<std::size_t> {};
TEST_P(Concrete, IsSoundAndShut) {
    if (sampled() && GetParam() != 1) GTEST_SKIP();
    expectWholeAndShut(designWith(onConcreteCoops()[GetParam()]));
}
INSTANTIATE_TEST_SUITE_P(Coops, Concrete, testing::Range<std::size_t>(0, onConcreteCoops().size()));

TEST(ConcreteByHand, SlabBagsAndBolts) {
    // 8 ft by 6 ft, 8 in above grade, edges 6 in wide and 12 in down: 20 in of edge round 8 x 6, and 4 in of slab within 7 x 5.
    const auto a = answerTo(designWith(
        asked("foundation.kind=slab; coop.width=8'; coop.depth=6'; foundation.height=8in; foundation.depth=12in; flock.count=8")));
    const double edge = (8.0 * 6 - 7.0 * 5) * 20 / 12, plate = 7.0 * 5 * 4 / 12;
    EXPECT_NEAR(needed(*a, "concrete-80lb"), (edge + plate) / 0.60, 0.01);
    EXPECT_EQ(needed(*a, "gravel-bag", "gravelslab"), 32);  // 48 sq ft, 4 in deep, in bags of half a cubic foot
    // Two to each plate up to 8 ft long; a plate for each wall and one more for each door's gap.
    std::size_t plates = 0;
    for (const auto& p : a->model->parts)
        if (p.role == "bottom-plate") {
            ++plates;
            EXPECT_EQ(p.stock, "2x4pt") << p.id;
            EXPECT_LE(p.extent(p.along) / 304.8, 8.001);
        }
    EXPECT_EQ(plates, 5u);
    EXPECT_EQ(needed(*a, "anchor-bolt", "anchors"), 2.0 * static_cast<double>(plates));
    for (const auto& p : a->model->parts) EXPECT_NE(p.system, System::floor) << p.id;
    // What is poured in place is lifted by nobody.
    EXPECT_NE(a->heaviestPart, "ground/slab");
}

TEST(FloorFrame, IsDrawnWithEachJoistsPlaceAndMark) {
    for (const auto* falls : {"back", "left"}) {
        const auto a = answerTo(designWith({{"roof.falls_to", falls}, {"coop.width", "10'"}, {"coop.depth", "8'"}}));
        const auto d = floorFramePlan(*a->model, *a->settled, *a->takeoff);
        std::size_t joists = 0;
        for (const auto& p : a->model->parts) {
            if (p.role != "joist" && p.role != "rim" && p.role != "blocking") continue;
            EXPECT_EQ(std::ranges::count(d.labels, p.id, &Label::part), 1) << p.id;
            joists += p.role == "joist";
        }
        // Each joist's near face from the first one's, as it stands in the model.
        std::vector<Length> told;
        for (const auto& l : d.labels)
            if (const auto* v = std::get_if<Length>(&l.say)) told.push_back(*v);
        ASSERT_EQ(told.size(), joists);
        const bool alongX = falls[0] == 'b';
        for (const auto& p : a->model->parts)
            if (p.role == "joist")
                EXPECT_TRUE(std::ranges::any_of(told, [&](Length v) {
                    return std::fabs(inMm(v) - (alongX ? p.box().low.x : p.box().low.y)) < 0.01;
                })) << p.id;
    }
    const auto slab = answerTo(designWith({{"foundation.kind", "slab"}}));
    EXPECT_TRUE(floorFramePlan(*slab->model, *slab->settled, *slab->takeoff).empty());
}

TEST(FloorCover, IsCountedByTheRoomThatItCovers) {
    // 10 ft by 8 ft: 9' 5" by 7' 5" within, with half a foot up each wall 10' 5" by 8' 5". Vinyl 6 ft wide: two strips either way, the
    // shorter ones 8' 5" long; paint twice over, 350 sq ft to a gallon.
    const auto bought = [](std::vector<Change> changes, std::string_view item) {
        changes.insert(changes.begin(), {{"coop.width", "10'"}, {"coop.depth", "8'"}});
        const auto a = answerTo(designWith(changes));
        for (const auto& line : a->takeoff->hardware)
            if (line.item == item) return line.quantity;
        return 0.0;
    };
    const double a = 9 + 5.0 / 12 + 1, b = 7 + 5.0 / 12 + 1;
    EXPECT_EQ(bought({{"floor.cover", "vinyl"}}, "vinyl-foot"), std::ceil(2 * b));
    EXPECT_NEAR(bought({{"floor.cover", "paint"}}, "floor-paint-gallon"), 2 * a * b / 350, 1e-9);
    EXPECT_EQ(bought({}, "vinyl-foot"), 0);
    // Felt 3 ft wide that laps 2 in: four strips of 8' 5", or three of 10' 5", which is less; two laps and all edges nailed every 6 in.
    EXPECT_EQ(bought({{"floor.cover", "felt"}}, "floor-felt-foot"), std::ceil(3 * a));
    EXPECT_GE(bought({{"floor.cover", "felt"}}, "nail-roofing"), std::ceil(2 * (2 * a + 2 * (a + b))));
    // Whole tiles: ten by eight.
    EXPECT_EQ(bought({{"floor.cover", "tile"}}, "floor-tile"), 80);
    // A room parted off is not the birds': one strip across the rest, 10 ft 5 less 3 ft of room, a cover of 1/16 and studs of 3 1/2 in.
    EXPECT_EQ(bought({{"floor.cover", "vinyl"}, {"partitions.1.wall", "left"}, {"partitions.1.room", "3'"}}, "vinyl-foot"),
              std::ceil(2 * (a - 3 - 3.5625 / 12)));
    EXPECT_FALSE(Settled{designWith({{"foundation.kind", "curb"}})}.applies("floor.cover"));
}

TEST(ConcreteByHand, CurbLeavesTheEarthBetween) {
    const auto d = designWith({{"foundation.kind", "curb"}, {"coop.width", "10'"}, {"coop.depth", "8'"}});
    Settled s{d};
    // Its 6 in on each side are no floor.
    EXPECT_NEAR(inSquareFeet(clearFloor(s)), 9 * 7, 1e-4);
    const auto m = modelOf(d);
    for (const auto& p : m.parts)
        if (p.role == "roost-leg") EXPECT_NEAR(p.box().low.z, 0, 1e-6) << p.id;
    for (const auto* key : {"floor.joist", "floor.spacing", "floor.deck", "floor.height"}) EXPECT_FALSE(s.applies(key)) << key;
    EXPECT_TRUE(s.applies("foundation.height"));
    EXPECT_FALSE(Settled{Design{}}.applies("foundation.height"));
}

TEST(ConcreteByHand, SidingKeepsSixInchesOffTheSoil) {
    const auto soil = [](const char* height) {
        Settled s{designWith({{"foundation.kind", "slab"}, {"foundation.height", height}})};
        const auto m = buildModel(s);
        const auto found = judge(s, m);
        return *std::ranges::find(found, "soil.siding", &Finding::id);
    };
    EXPECT_EQ(soil("7in").state, State::pass);
    const auto low = soil("6in");
    EXPECT_EQ(low.state, State::fail);
    ASSERT_FALSE(low.remedies.empty());
    EXPECT_EQ(low.remedies[0][0].key, "foundation.height");
}

TEST(BlockworkByHand, CoursesFootingAndBags) {
    // 8 ft by 6 ft, 8 in above grade; 16 in down at least: 24 in of blocks less the footing's 6, so 18 in, ask three courses of 8.
    const auto a = answerTo(designWith(
        asked("foundation.kind=blockwork; coop.width=8'; coop.depth=6'; foundation.height=8in; foundation.depth=16in; flock.count=6")));
    const auto *wall = a->model->find("ground/blockwork"), *footing = a->model->find("ground/strip-footing");
    ASSERT_TRUE(wall && footing);
    EXPECT_NEAR(wall->extent({0, 0, 1}) / 25.4, 24, 1e-3);
    EXPECT_NEAR(footing->box().low.z / 25.4, 8 - 24 - 6, 1e-3);
    // Along its middle it is 2 x (96 + 72) - 4 x 7 5/8 in long: 305.5 in, 20 blocks a course.
    EXPECT_EQ(bought(*a, "block-8x8x16"), 60);
    EXPECT_NEAR(needed(*a, "mortar-bag"), 60.0 / 13, 1e-9);
    // The footing is 12 in by 6 in round the same middle; each bolt's core takes 0.13 cu ft.
    const double feet = 305.5 / 12 * 1.0 * 0.5, bolts = needed(*a, "anchor-bolt");
    EXPECT_GT(bolts, 0);
    EXPECT_NEAR(needed(*a, "concrete-80lb"), (feet + 0.13 * bolts) / 0.60, 0.02);
    // Inside, 7 5/8 in of each side are no floor.
    EXPECT_NEAR(inSquareFeet(clearFloor(*a->settled)), (96 - 15.25) * (72 - 15.25) / 144, 1e-3);
    EXPECT_NE(a->heaviestPart, "ground/blockwork");
}

TEST(SillsByHand, LapAtTheirCornersAndArePegged) {
    const auto a = answerTo(designWith({{"foundation.kind", "sills"}, {"coop.width", "10'"}, {"coop.depth", "8'"}}));
    std::map<std::string, double> long_;
    for (const auto& p : a->model->parts)
        if (p.role == "ground-sill") {
            long_[p.id] = std::round(p.extent(p.along) / 25.4 * 100) / 100;
            EXPECT_EQ(p.stock, "4x6pt");
        }
    EXPECT_EQ(long_, (std::map<std::string, double>{{"ground/sill/1/front", 120},
                                                    {"ground/sill/1/back", 120},
                                                    {"ground/sill/1/left", 85},
                                                    {"ground/sill/1/right", 85},
                                                    {"ground/sill/2/front", 109},
                                                    {"ground/sill/2/back", 109},
                                                    {"ground/sill/2/left", 96},
                                                    {"ground/sill/2/right", 96}}));
    // 120 in: two feet from the ends' pegs leave 8 ft, two spaces of 4: three pegs; 85 in: 61 in, two spaces: three.
    EXPECT_EQ(bought(*a, "rebar-peg"), 12);
    EXPECT_EQ(bought(*a, "anchor-bolt"), 0);
    // Two sills keep the siding 6 in off the soil.
    EXPECT_EQ(std::ranges::find(a->findings, "soil.siding", &Finding::id)->state, State::pass);
    for (const auto* key : {"foundation.height", "foundation.depth", "foundation.bag", "floor.joist"})
        EXPECT_FALSE(a->settled->applies(key)) << key;
}

}  // namespace
}  // namespace oiko
