// Feed hoppers and drinkers filled from outside: where they stand, what they hold, what they are cut from.
#include <algorithm>
#include <cmath>

#include "core/design/hatches.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/drawing/views.h"
#include "whole.h"

namespace oiko {
namespace {

const std::vector<std::vector<Change>>& hatched() {
    static const std::vector<std::vector<Change>> coops{
        {{"hatches.1.wall", "left"}, {"coop.depth", "10'"}},
        {{"form.kind", "elevated"}, {"flock.count", "6"}, {"hatches.1.wall", "back"}, {"roost.wall", "front"}},
        {{"skin.lining", "ply-1/2"}, {"skin.insulation", "foam-1-1/2"}, {"hatches.1.wall", "front"}},
        {{"skin.kind", "shiplap"}, {"frame.walls", "studs"}, {"hatches.1.wall", "front"}, {"hatches.1.width", "24in"}},
        {{"frame.walls", "posts"}, {"hatches.1.wall", "front"}, {"hatches.1.sill", "36in"}},
        {{"foundation.kind", "curb"}, {"hatches.1.wall", "left"}, {"hatches.2.wall", "right"}, {"coop.depth", "12'"}},
        {{"frame.timber", "planed"}, {"roof.form", "gable"}, {"hatches.1.wall", "front"}, {"runs.1.side", "right"}},
        {{"frame.stud", "2x3"}, {"hatches.1.wall", "front"}, {"flock.count", "6"}},
        {{"hatches.1.wall", "front"}, {"hatches.1.kind", "water"}},
        asked("skin.lining=ply-1/2; hatches.1.wall=left; hatches.1.kind=water; hatches.2.wall=front; coop.width=14'; coop.depth=10'"),
        {{"foundation.kind", "blockwork"}, {"hatches.1.wall", "left"}, {"hatches.1.kind", "water"}, {"coop.depth", "12'"}},
        {{"frame.walls", "posts"}, {"hatches.1.wall", "front"}, {"hatches.1.kind", "water"}, {"hatches.1.width", "8in"}},
        asked("frame.timber=metric; form.kind=elevated; flock.count=6; hatches.1.wall=back; roost.wall=front; hatches.1.kind=water"),
    };
    return coops;
}

class Hatched : public testing::TestWithParam<std::size_t> {};
TEST_P(Hatched, AreSoundShutAndCutFromWhatIsSold) {
    if (sampled() && GetParam() % 4 != 1) GTEST_SKIP();
    const auto d = designWith(hatched()[GetParam()]);
    expectWholeAndShut(d);
    const auto m = modelOf(d);
    EXPECT_NE(m.find("hatches.1/hopper/back") == nullptr, m.find("hatches.1/drinker/drinker") == nullptr);
}
INSTANTIATE_TEST_SUITE_P(Coops, Hatched, testing::Range<std::size_t>(0, hatched().size()));

TEST(Hatches, AHopperByHand) {
    const auto d = designWith(asked("hatches.1.wall=left; coop.depth=10'; hatches.1.width=14in; hatches.1.sill=28in; feed.height=8in"));
    const auto m = modelOf(d);
    Settled s{d};
    const double floor = inMm(shellOf(s).floorTop) / 25.4, t = 15.0 / 32;
    const auto in = [&](std::string_view id) {
        auto box = m.find("hatches.1/hopper/" + std::string{id})->box();
        box.low = box.low * (1 / 25.4), box.high = box.high * (1 / 25.4);
        return box;
    };
    // Lip as high as feeders' lips hang, a foot out from the back, which lies on 3 1/2 in of stud.
    EXPECT_NEAR(in("lip").high.z, floor + 8, 0.01);
    EXPECT_NEAR(in("lip").high.x, 3.5 + t + 12, 0.01);
    EXPECT_NEAR(in("back").low.x, 3.5, 0.01);
    // Throat 2 1/2 in over the trough's floor; the top falls from an inch over the hatch.
    EXPECT_NEAR(in("front").low.z, floor + 4 + t + 2.5, 0.01);
    EXPECT_NEAR(in("end/left").high.z, floor + 28 + 10 + 1, 0.01);
    Bounds ends = in("end/left");
    ends.add(in("end/right"));
    EXPECT_NEAR(ends.size().y, 14 + 2 * t, 0.01);
    // What is poured in stays under the sill: 14 in wide, 6 17/32 deep, over a floor at 45 degrees, at 40 lb a cubic foot.
    const double deep = 7 - t, high = 28 - 4 - t;
    EXPECT_NEAR(hopperPounds(s, "hatches.1"), 40 * 14 * (deep * high - deep * deep / 2) / 1728, 0.01);
    EXPECT_EQ(s.count("feed.count"),
              std::max<std::int64_t>(0, static_cast<std::int64_t>(std::ceil((feedPounds(s) - hopperPounds(s, "hatches.1")) / 25))));
}

TEST(Hatches, ADrinkerOnItsStandByHand) {
    const auto d =
        designWith({{"hatches.1.wall", "front"}, {"hatches.1.kind", "water"}, {"hatches.1.width", "14in"}, {"feed.height", "8in"}});
    const auto a = answerTo(d);
    const double floor = inMm(shellOf(*a->settled).floorTop) / 25.4, t = 23.0 / 32;
    const auto at = [&](std::string_view id) {
        auto box = a->model->find("hatches.1/drinker/" + std::string{id})->box();
        return Bounds{box.low * (1 / 25.4), box.high * (1 / 25.4)};
    };
    // Its foot 8 in up, 15 in high, 12 across; the sill is at its top. A cleat of 1x2 on the studs under a top as wide as hatch and studs.
    EXPECT_NEAR(at("drinker").low.z, floor + 8, 1e-3);
    EXPECT_NEAR(at("drinker").high.z, floor + 23, 1e-3);
    EXPECT_NEAR(at("drinker").size().x, 12, 1e-3);
    EXPECT_EQ(a->settled->length("hatches.1.sill"), inches(23));
    EXPECT_NEAR(at("top").size().x, 17, 1e-3);
    EXPECT_NEAR(at("cleat").high.z, floor + 8 - t, 1e-3);
    EXPECT_NEAR(at("cleat").low.y, 3.5, 1e-3);
    EXPECT_NEAR(at("end/left").low.z, floor, 1e-3);
    // It is one of those that the days away ask for; two screws hold the cleat to each of the hatch's studs.
    const auto plain = answerTo(designWith({}));
    EXPECT_EQ(a->settled->count("water.count"), plain->settled->count("water.count") - 1);
    EXPECT_EQ(needed(*a, "drinker"), needed(*plain, "drinker"));
    EXPECT_EQ(needed(*a, "chain-foot"), needed(*answerTo(d.with({{"hatches.1", ""}, {"water.count", "0"}}).value()), "chain-foot"));
    EXPECT_EQ(a->settled->count("feed.count"), plain->settled->count("feed.count")) << "a drinker holds no feed";
    // Nearer the ground than its lid can be lifted over is refused, with the least.
    const auto low = Design{}.with({{"hatches.1.wall", "front"}, {"hatches.1.kind", "water"}, {"hatches.1.sill", "20in"}});
    ASSERT_FALSE(low);
    EXPECT_NE(words::say(low.error(), Units::imperial).find("1' 11\""), std::string::npos) << words::say(low.error(), Units::imperial);
}

TEST(Hatches, ScrewsReachTheStudsThroughALining) {
    const std::vector<Change> plain{{"hatches.1.wall", "left"}, {"coop.depth", "10'"}};
    auto lined = plain;
    lined.push_back({"skin.lining", "ply-1/2"});
    // Two sheets of 15/32 in leave an inch of a 2 in screw in the stud; 1 1/4 in would leave 5/16.
    EXPECT_EQ(needed(*answerTo(designWith(plain)), "screw-2", "hopper"), 0);
    EXPECT_GE(needed(*answerTo(designWith(lined)), "screw-2", "hopper"), 12);
}

TEST(Hatches, FeedRunsDownToTheTrough) {
    // A grain let fall anywhere inside comes to the trough: nothing flat lies over its floor but what slopes at 45 degrees.
    const auto m = modelOf(designWith({{"hatches.1.wall", "left"}, {"coop.depth", "10'"}}));
    const auto *slope = m.find("hatches.1/hopper/slope"), *floor = m.find("hatches.1/hopper/floor"),
               *front = m.find("hatches.1/hopper/front");
    ASSERT_TRUE(slope && floor && front);
    EXPECT_NEAR(slope->box().size().x, slope->box().size().z, 0.01);
    EXPECT_NEAR(slope->box().high.x, front->box().low.x, 0.01);
    EXPECT_NEAR(slope->box().low.z, floor->box().high.z, 0.01);
    EXPECT_LT(front->box().low.z - floor->box().high.z, 3 * 25.4) << "no hen's head goes in under it and up";
}

TEST(Hatches, OpenFromOutsideAndNothingStandsInTheirSwing) {
    const auto m = modelOf(designWith({{"hatches.1.wall", "left"}, {"coop.depth", "10'"}}));
    const auto swing = std::ranges::find(m.clear, "hatches.1/swing", &ClearSpace::id);
    ASSERT_NE(swing, m.clear.end());
    EXPECT_LT(bounds(swing->solid).high.x, 0);
    EXPECT_EQ(told(intruders(m)), "");
    // A board leant there is found.
    auto planted = m;
    auto board = *m.find("hatches.1/hopper/lip");
    board.id = "leant", board.solids = {box(bounds(swing->solid).low, (bounds(swing->solid).low + bounds(swing->solid).high) * 0.5)};
    planted.parts.push_back(board);
    EXPECT_NE(told(intruders(planted)), "");
}

TEST(Hatches, AreRefusedWhereTheirHopperMeetsAnother) {
    const auto refused = [](const std::vector<Change>& changes) {
        const auto d = Design{}.with(changes);
        return d ? std::string{} : words::say(d.error(), Units::imperial);
    };
    EXPECT_NE(refused({{"hatches.1.wall", "back"}, {"roost.wall", "back"}}), "");
    EXPECT_NE(
        refused(asked(
            "nests.kind=inside; nests.wall=left; nests.at=10in; hatches.1.wall=back; roost.wall=right; hatches.1.at=78in; coop.width=8'")),
        "");
    EXPECT_NE(refused({{"skin.open_left", "yes"}, {"hatches.1.wall", "left"}}), "");
    EXPECT_EQ(refused({{"hatches.1.wall", "left"}, {"coop.depth", "10'"}}), "");
}

TEST(Profiles, TellTheCornersOfEveryEnd) {
    // Every corner of an end can be laid out: its height and its depth are among the figures.
    const auto told = [](const std::vector<Change>& changes, const std::string& of) {
        const auto a = answerTo(designWith(changes));
        const auto d = profile(*a->model, *a->settled, *a->takeoff, of);
        std::vector<Vec2> at;
        for (const auto& dim : d.dimensions) at.push_back(dim.a), at.push_back(dim.b);
        return std::pair{at, d};
    };
    const std::vector<Change> hopper{{"hatches.1.wall", "left"}, {"coop.depth", "10'"}, {"hatches.1.sill", "28in"}};
    const auto [at, d] = told(hopper, "hatches.1");
    ASSERT_FALSE(d.empty());
    const auto has = [](const std::vector<Vec2>& points, auto field, double v) {
        return std::ranges::any_of(points, [&](Vec2 p) { return std::fabs(field(p) - v) < 0.02; });
    };
    const auto x = [](Vec2 p) { return p.x; };
    const auto y = [](Vec2 p) { return p.y; };
    double back = -1e9, foot = 1e9;
    for (const auto p : at) back = std::max(back, p.x), foot = std::min(foot, p.y);
    // By hand: 12 and 7 in out from the back; lip 4, shoulder 9, top 7 under the head, the hatch 24 to 34 in over the foot.
    for (const double out : {0.0, 7.0, 12.0}) EXPECT_TRUE(has(at, x, back - out * 25.4)) << out;
    for (const double up : {0.0, 4.0, 9.0, 28.0, 35.0, 24.0, 34.0}) EXPECT_TRUE(has(at, y, foot + up * 25.4)) << up;
    EXPECT_FALSE(has(at, y, foot + 20 * 25.4));
    for (const auto* kind : {"outside", "rollaway", "inside", "buckets", "flush", "brackets"}) {
        const std::vector<Change> changes{{"nests.kind", kind}};
        const auto [points, drawn] = told(changes, "nests");
        const auto m = modelOf(designWith(changes));
        const auto* end = m.find("nests/end/1");
        ASSERT_TRUE(end) << kind;
        for (const auto& solid : end->solids)
            for (const auto& v : solid.vertices) EXPECT_TRUE(has(points, y, v.z)) << kind << " " << v.z;
        std::vector<std::string> marks;
        for (const auto& label : drawn.labels)
            if (const auto* text = std::get_if<std::string>(&label.say)) marks.push_back(*text);
        std::ranges::sort(marks);
        EXPECT_EQ(std::ranges::adjacent_find(marks), marks.end()) << "a mark stands once";
    }
    EXPECT_TRUE(told({}, "hatches.1").second.empty());
}

}  // namespace
}  // namespace oiko
