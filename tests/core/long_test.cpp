// Coops longer than a board: members in boards that meet over what carries them.
#include <cmath>

#include "core/design/shell.h"
#include "whole.h"

namespace oiko {
namespace {

Design longer(std::vector<Change> more = {}) {
    std::vector<Change> all{{"coop.width", "36ft"}, {"coop.depth", "10ft"}, {"flock.count", "60"}};
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}

/// Joints that nothing carries: where two boards of one line meet end over end, none of `under` reaches below or beside both.
std::string parted(const Model& m) {
    static constexpr std::string_view kJoined[] = {"top-plate", "cap-plate",  "bottom-plate", "rim",    "skid",       "beam",
                                                   "roost",     "nest-perch", "ground-sill",  "purlin", "kick-board", "siding"};
    std::string out;
    for (const auto& j : m.joints) {
        const auto &a = m.parts[j.a], &b = m.parts[j.b];
        if (a.role != b.role || a.form != Form::lumber || std::ranges::find(kJoined, a.role) == std::end(kJoined)) continue;
        if (std::fabs(dot(a.along, b.along)) < 0.999) continue;
        const auto x = a.box(), y = b.box();
        const double gap = std::max(dot(y.low, {1, 0, 0}) - x.high.x, x.low.x - y.high.x);
        if (std::fabs(a.along.x) < 0.9 || std::fabs(gap) > 0.01) continue;
        // Boards side by side touch too: their ends do not.
        const double at = y.low.x > x.low.x ? x.high.x : x.low.x;
        bool carried = false;
        for (const auto& other : m.joints)
            for (const auto& [one, rest] : {std::pair{other.a, other.b}, {other.b, other.a}}) {
                if (one != j.a || rest == j.b) continue;
                const auto box = m.parts[rest].box();
                const auto meetsToo = std::ranges::any_of(
                    m.joints, [&](const Joint& k) { return (k.a == j.b && k.b == rest) || (k.b == j.b && k.a == rest); });
                carried |= meetsToo && box.low.x < at + 0.01 && box.high.x > at - 0.01;
            }
        if (!carried) out += a.id + " meets " + b.id + " over nothing\n";
    }
    return out;
}

TEST(LongCoops, UnlikeOnesAreSoundAndTheirBoardsMeetOverWhatCarriesThem) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"roof.form", "gable"}, {"skin.kind", "shiplap"}, {"nests.kind", "inside"}, {"roost.wall", "back"}, {"nests.wall", "front"}},
             {{"foundation.kind", "posts"}, {"stock.longest", "12ft"}, {"floor.insulation", "foam-1"}, {"windows.3.wall", "front"}},
             {{"foundation.kind", "blocks"}, {"skin.kind", "shingles"}, {"roof.cover", "roll_roofing"}, {"stock.longest", "14ft"}},
             {{"foundation.kind", "sills"}, {"skin.kind", "tongue_groove"}, {"roof.gutter", "barrels"}, {"frame.spacing", "16in"}},
             asked("foundation.kind=slab; runs.1.side=right; skin.open_front=yes; windows.1=; windows.2=; vents.2=; nests.kind=buckets; "
                   "roost.boards=yes; partitions.1.wall=left"),
             {{"frame.timber", "metric"}, {"coop.width", "11 m"}, {"skin.kind", "board_batten"}, {"roof.form", "gable"}},
             {{"coop.width", "130ft"}, {"skin.kind", "shingles"}, {"foundation.kind", "blockwork"}},
         }) {
        if (sampled() && more.size() > 3) continue;
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + "=" + more[0].text);
        const auto d = longer(more);
        const auto a = answerTo(d);
        EXPECT_EQ(unsound(*a->model), "");
        EXPECT_TRUE(a->cuts->boards.unplaced.empty() && a->cuts->sheets.unplaced.empty() && a->cuts->rolls.unplaced.empty());
        EXPECT_EQ(parted(*a->model), "");
    }
    expectWholeAndShut(longer({{"roof.form", "gable"}, {"coop.width", "24ft"}, {"skin.kind", "shiplap"}}));
}

TEST(LongCoops, ACheckerFindsAJointOverNothing) {
    auto m = modelOf(longer());
    ASSERT_EQ(parted(m), "");
    const auto plates = [&] {
        std::size_t n = 0;
        for (const auto& p : m.parts) n += p.role == "top-plate" && p.side == "back";
        return n;
    };
    ASSERT_EQ(plates(), 3u);
    // Without the stud below it and the plate over it, the first joint of the back wall's plate hangs free.
    const auto& plate = *m.find("back/top-plate/0");
    const double at = plate.box().low.x;  // the back is seen from outside: its left end is the coop's right
    std::erase_if(m.joints, [&](const Joint& j) {
        const auto over = [&](std::size_t k) {
            const auto box = m.parts[k].box();
            return box.low.x < at - 1 && box.high.x > at + 1;
        };
        return over(j.a) || over(j.b);
    });
    EXPECT_NE(parted(m).find("back/top-plate/0"), std::string::npos);
}

TEST(LongCoops, PlatesByHand) {
    // 36 ft of wall from 16 ft boards: on 24 in the lower plate meets over the studs at 14 and 28 ft, the upper one at 8 and 22: both
    // joints are 6 ft apart, at least the 24 in of IRC 2018 R602.3.2.
    const auto a = answerTo(longer({{"vents.1.wall", "front"}, {"nests.kind", "inside"}, {"windows.1.wall", "front"}}));
    std::vector<double> lower, upper;
    for (const auto& p : a->model->parts)
        if (p.side == "back" && (p.role == "top-plate" || p.role == "cap-plate"))
            (p.role == "top-plate" ? lower : upper).push_back((432 * 25.4 - p.box().high.x) / 304.8);
    std::ranges::sort(lower), std::ranges::sort(upper);
    ASSERT_EQ(lower.size(), 3u);
    ASSERT_EQ(upper.size(), 3u);
    EXPECT_NEAR(lower[1], 14, 0.01);
    EXPECT_NEAR(lower[2], 28, 0.01);
    EXPECT_NEAR(upper[1], 8, 0.01);
    EXPECT_NEAR(upper[2], 22, 0.01);
    for (const double x : lower)
        for (const double y : upper)
            if (x > 0 && y > 0) EXPECT_GE(std::fabs(x - y), 2);
    // Its skids of 36 ft are three boards each; no nail goes where two meet.
    int skids = 0;
    for (const auto& p : a->model->parts) skids += p.role == "skid";
    EXPECT_EQ(skids, 3 * 4);
    // Nothing is nailed or screwed where boards meet end over end: of shorter boards the same coop takes as many screws and end nails.
    const auto of = [](const char* board) { return answerTo(longer({{"runs.1", ""}, {"pops.1", ""}, {"stock.longest", board}})); };
    const auto whole = of("16ft"), shorter = of("12ft");
    EXPECT_GT(shorter->model->parts.size(), whole->model->parts.size() + 10);
    EXPECT_EQ(needed(*shorter, "screw-3", "other"), needed(*whole, "screw-3", "other"));
}

TEST(LongCoops, NestsInsideGoOnSheetAfterSheet) {
    const auto a = answerTo(longer({{"nests.kind", "inside"}, {"nests.count", "20"}, {"nests.wall", "front"}, {"roost.wall", "back"}}));
    int floors = 0;
    std::vector<double> joints;
    for (const auto& p : a->model->parts) {
        if (p.role != "nest-floor") continue;
        ++floors;
        EXPECT_LE(p.extent(p.along), 94 * 25.4 + 0.01);
        joints.push_back(p.box().high.x);
    }
    EXPECT_EQ(floors, 3) << "seven of 12 in and their partitions are 88 in of a sheet";
    std::ranges::sort(joints), joints.pop_back();
    for (const double at : joints) {
        int bearers = 0, partitions = 0;
        for (const auto& p : a->model->parts) {
            const auto box = p.box();
            const bool over = box.low.x < at - 1 && box.high.x > at + 1;
            bearers += p.role == "nest-bearer" && over, partitions += p.role == "nest-partition" && over;
        }
        EXPECT_EQ(bearers, 1);
        EXPECT_EQ(partitions, 1);
    }
    EXPECT_EQ(unsound(*a->model), "");
}

TEST(LongCoops, ALongFlockGetsALongHouseAndAShortOneDoesNot) {
    Settled many{designWith({{"flock.count", "120"}})}, few{designWith({{"flock.count", "24"}})};
    EXPECT_GT(many.length("coop.width"), feet(16));
    EXPECT_GE(many.length("coop.depth"), feet(8));
    EXPECT_LE(few.length("coop.width"), feet(16));
    EXPECT_EQ(many.choice("frame.top_plates"), "doubled");
    // Single plates would part at their joint: refused, and doubled offered.
    const auto single = Design{}.with({{"coop.width", "20ft"}, {"frame.top_plates", "single"}});
    ASSERT_FALSE(single);
    EXPECT_EQ(single.error().what.id, "clash.plate.joint");
}

}  // namespace
}  // namespace oiko
