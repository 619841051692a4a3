// What stands there and is none of a coop's: boxes where they were told, free of charge, and in nobody's way or found to be.
#include "core/design/things.h"

#include <algorithm>

#include "core/design/sizing.h"
#include "core/judge/findings.h"
#include "core/judge/holes.h"
#include "core/model/builder.h"
#include "whole.h"

namespace oiko {
namespace {

std::shared_ptr<const Answer> beside(const std::string& more) {
    const bool run = !more.starts_with("runs.1=");
    return answerTo(designWith(asked("coop.width=10ft; coop.depth=6ft; " +
                                     (run ? "runs.1.side=front; nests.wall=right; doors.1.wall=left; " : std::string{}) + more)));
}
const Finding* theirs(const Answer& a) {
    const auto f = std::ranges::find(a.findings, std::string{"things.free"}, &Finding::id);
    return f == a.findings.end() ? nullptr : &*f;
}

TEST(Things, StandWhereTheyWereToldAndCostNothing) {
    // Two feet along from each wall's left end, seen from outside, three feet off, 2 ft by 1 ft and 5 ft tall. In inches, of 10 ft by 6 ft;
    // inside from the walls' inner faces.
    const std::pair<const char*, std::pair<Vec3, Vec3>> all[] = {{"front", {{24, -48, 0}, {48, -36, 60}}},
                                                                 {"right", {{156, 24, 0}, {168, 48, 60}}},
                                                                 {"back", {{72, 108, 0}, {96, 120, 60}}},
                                                                 {"left", {{-48, 24, 0}, {-36, 48, 60}}},
                                                                 {"inside", {{27.5, 39.5, 0}, {51.5, 51.5, 60}}}};
    const auto bare = beside("runs.1=");
    for (const auto& [side, where] : all) {
        const auto a = beside("runs.1=; things.1.side=" + std::string{side} +
                              "; things.1.at=2ft; things.1.off=3ft; things.1.depth=1ft; things.1.height=5ft");
        const auto* p = a->model->find("things.1");
        ASSERT_NE(p, nullptr);
        const double up = std::string_view{side} == "inside" ? inMm(shellOf(*a->settled).floorTop) : 0;
        EXPECT_LT(norm(p->box().low - Vec3{0, 0, up} - where.first * 25.4), 0.01) << side;
        EXPECT_LT(norm(p->box().high - Vec3{0, 0, up} - where.second * 25.4), 0.01) << side;
        EXPECT_TRUE(p->existing);
        EXPECT_EQ(unsound(*a->model), "");
        if (up > 0) continue;
        EXPECT_EQ(theirs(*a)->state, State::pass) << side;
        EXPECT_EQ(a->bill.total, bare->bill.total) << side;
        EXPECT_EQ(a->model->joints.size(), bare->model->joints.size()) << side;
        EXPECT_EQ(a->steps->size(), bare->steps->size()) << "nobody probes a tree";
        EXPECT_EQ(a->mass, bare->mass) << side;
    }
    EXPECT_EQ(theirs(*bare), nullptr);
    // On a slope from the lowest ground below it.
    const auto slope =
        beside("runs.1=; ground.back_left=6in; ground.back_right=6in; things.1.off=0in; things.1.side=right; things.1.at=6ft");
    EXPECT_NEAR(slope->model->find("things.1")->box().low.z / 25.4, -8, 0.01);
}

TEST(Things, InTheWayAreFoundWithWhatTheyMeet) {
    // In the run, before the door's swing, under the roof's edge, in the roosts: each planted.
    const std::pair<const char*, const char*> faults[] = {
        {"things.1.side=front; things.1.at=0in; things.1.off=6ft", "runs.1"},
        {"things.1.side=left; things.1.at=2ft; things.1.off=1ft", "doors.1"},
        {"things.1.side=front; things.1.at=1ft; things.1.off=13ft; things.1.width=6ft", "runs.1.gate"},
        {"things.1.side=back; things.1.off=4in; things.1.height=12ft", "roof/"},
        {"things.1.side=right; things.1.at=2ft; things.1.off=6in; things.1.foot=30in", "nests"},
        {"things.1.side=inside; things.1.at=1ft; things.1.off=4ft; things.1.depth=6in", "roost"}};
    for (const auto& [told, meets] : faults) {
        const auto a = beside(told);
        ASSERT_NE(theirs(*a), nullptr);
        EXPECT_EQ(theirs(*a)->state, State::fail) << told;
        EXPECT_TRUE(std::ranges::any_of(theirs(*a)->parts, [&](const auto& id) { return id.starts_with(meets); })) << told;
        EXPECT_EQ(unsound(*a->model), "") << "what is built is sound by itself";
    }
    // A run elsewhere is offered, and helps.
    const auto a = beside("things.1.side=front; things.1.at=0in; things.1.off=6ft");
    const auto& offers = theirs(*a)->remedies;
    const auto other = std::ranges::find_if(offers, [](const auto& r) { return r.front().text == "back"; });
    ASSERT_NE(other, offers.end());
    EXPECT_EQ(theirs(*answerTo(a->settled->design().with(*other).value()))->state, State::pass);
}

TEST(Things, InsideTakeTheFloorThatTheyStandOn) {
    const auto bare = beside("things.1.side=back; things.1.off=9ft");
    const auto stands = beside("things.1.side=inside; things.1.foot=17in"), hangs = beside("things.1.side=inside; things.1.foot=18in");
    EXPECT_EQ(clearFloor(*stands->settled), clearFloor(*bare->settled) - squareFeet(4));
    EXPECT_EQ(clearFloor(*hangs->settled), clearFloor(*bare->settled));
    // The base that follows by rule makes room for it.
    const auto floorOf = [](const std::vector<Change>& more) { return clearFloor(*answerTo(designWith(more))->settled); };
    EXPECT_GE(floorOf(asked("flock.count=12; things.1.side=inside")), squareFeet(48));
}

TEST(Things, ShutNoHole) {
    // A piece of siding is missing and a tank stands before the gap: it may be taken away some day.
    auto m = *beside("things.1.side=back; things.1.at=0in; things.1.off=1in; things.1.width=10ft; things.1.height=9ft")->model;
    const auto gone = std::ranges::find(m.parts, std::string{"back/siding/1"}, &Part::id);
    ASSERT_NE(gone, m.parts.end());
    gone->solids.clear(), gone->inner.clear();
    EXPECT_FALSE(allHoles(m, 14, {}, 1).holes.empty());
}

}  // namespace
}  // namespace oiko
