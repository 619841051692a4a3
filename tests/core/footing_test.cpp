// Posts set in concrete: the holes, what fills them, and the bags that makes.
#include <algorithm>
#include <cmath>

#include "core/judge/holes.h"
#include "some.h"

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

}  // namespace
}  // namespace oiko
