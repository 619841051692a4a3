// Coops on sloping ground: sound and shut, every support down to where the ground is, and what hangs on its height.
#include <algorithm>
#include <cmath>

#include "core/design/ground.h"
#include "core/design/shell.h"
#include "core/drawing/planset.h"
#include "core/drawing/supports.h"
#include "core/judge/findings.h"
#include "whole.h"

namespace oiko {
namespace {

/// The four corners, front left first and round to the back left.
std::vector<Change> lie(const char* fl, const char* fr, const char* br, const char* bl, std::vector<Change> more = {}) {
    std::vector<Change> all{{"ground.front_left", fl}, {"ground.front_right", fr}, {"ground.back_right", br}, {"ground.back_left", bl}};
    all.insert(all.end(), more.begin(), more.end());
    return all;
}

const std::vector<std::vector<Change>>& slopingCoops() {
    static const std::vector<std::vector<Change>> all{
        lie("0", "0", "6in", "6in"),
        lie("6in", "0", "0", "6in", {{"runs.1.side", "left"}, {"flock.count", "8"}}),
        lie("0", "10in", "16in", "6in", {{"form.kind", "elevated"}, {"flock.count", "6"}}),
        lie("12in", "4in", "0", "8in", {{"foundation.kind", "set_posts"}, {"runs.1.side", "front"}, {"flock.count", "8"}}),
        lie("0", "8in", "8in", "0", {{"foundation.kind", "slab"}}),
        lie("0", "3in", "8in", "5in",
            {{"foundation.kind", "curb"}, {"runs.1.side", "back"}, {"roof.falls_to", "front"}, {"flock.count", "8"}}),
        lie("5in", "5in", "0", "0", {{"roof.form", "gable"}, {"runs.1.top", "shared"}}),
        lie("0", "12in", "12in", "0",
            {{"foundation.kind", "posts"}, {"runs.1.under", "yes"}, {"flock.count", "6"}, {"runs.1.length", "8'"}}),
        lie("4in", "0", "0", "4in",
            {{"coop.width", "10'"}, {"runs.1.side", "front"}, {"runs.1.width", "15'"}, {"runs.2.side", "right"}, {"nests.wall", "back"}}),
        lie("0", "6in", "6in", "0",
            {{"roof.falls_to", "left"}, {"flock.count", "6"}, {"runs.1.gate", "left"}, {"mesh.kind", "hardware-cloth-1/4"}}),
        lie("0", "2in", "7in", "5in", {{"partitions.1.wall", "left"}, {"apron.width", "0"}}),
    };
    return all;
}

class Sloping : public testing::TestWithParam<std::size_t> {};
TEST_P(Sloping, IsSoundAndShut) {
    if (sampled() && GetParam() % 4 != 1) GTEST_SKIP();
    expectWholeAndShut(designWith(slopingCoops()[GetParam()]));
}
INSTANTIATE_TEST_SUITE_P(Coops, Sloping, testing::Range<std::size_t>(0, slopingCoops().size()));

const Part& part(const Model& m, const std::string& id) {
    const auto* p = m.find(id);
    EXPECT_NE(p, nullptr) << id;
    static const Part none;
    return p ? *p : none;
}

/// An elevated coop of 10' x 4', its floor 24 in over the highest corner; it falls 10 in along the front and 6 in to the back.
Design onABank(std::vector<Change> more = {}) {
    auto all =
        lie("0", "10in", "16in", "6in",
            {{"form.kind", "elevated"}, {"coop.width", "10ft"}, {"coop.depth", "4ft"}, {"flock.count", "6"}, {"floor.height", "24in"}});
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}

TEST(SlopingGround, IsTheEvenSlopeNearestToTheFourCorners) {
    // Corners 0, 10, 16 and 6 lie on one plane; with the back right one an inch lower each is a quarter of an inch off, in turn.
    Settled even{onABank()}, off{onABank({{"ground.back_right", "17in"}})};
    const auto g = groundOf(even);
    EXPECT_NEAR(g.toRight, -10.0 / 120, 1e-12);
    EXPECT_NEAR(g.toBack, -6.0 / 48, 1e-12);
    EXPECT_NEAR(g.at(0, 0), 0, 1e-9);
    EXPECT_NEAR(g.at(3048, 1219.2) / 25.4, -16, 1e-9);
    EXPECT_NEAR(unevenMm(even), 0, 1e-9);
    EXPECT_NEAR(unevenMm(off) / 25.4, 0.25, 1e-9);
    const auto h = groundOf(off);
    const double down[] = {0, 10, 17, 6};
    const Vec2 corners[] = {{0, 0}, {3048, 0}, {3048, 1219.2}, {0, 1219.2}};
    double dressed[4], mean = 0;
    for (int k = 0; k < 4; ++k) dressed[k] = -h.at(corners[k].x, corners[k].y) / 25.4 - down[k], mean += dressed[k] / 4;
    for (int k = 0; k < 4; ++k) EXPECT_NEAR(dressed[k] - mean, k % 2 == 0 ? -0.25 : 0.25, 1e-9) << k;
    // Any level line does: the same ground, measured from a foot higher.
    Settled higher{onABank(
        {{"ground.front_left", "12in"}, {"ground.front_right", "22in"}, {"ground.back_right", "28in"}, {"ground.back_left", "18in"}})};
    EXPECT_EQ(groundOf(higher), g);
}

TEST(SlopingGround, PostsReachTheirBlocksByHand) {
    const auto a = answerTo(onABank());
    // The middle post's block reaches to 67 13/16 in along the front and 6 5/8 in back: there the ground is lowest under it.
    const double foot = -(67.8125 / 12 + 6.625 / 8), top = 24 - 15.0 / 32 - 3.5 - 5.5;
    const auto& post = part(*a->model, "ground/post/1/2");
    EXPECT_NEAR(post.box().low.z / 25.4, foot, 1e-3);
    EXPECT_NEAR(post.extent({0, 0, 1}) / 25.4, top - foot, 1e-3);
    EXPECT_NEAR(part(*a->model, "ground/block/1/2").box().high.z / 25.4, foot, 1e-3);
    const auto mark = a->takeoff->marks[static_cast<std::size_t>(&post - a->model->parts.data())];
    const auto piece = std::ranges::find(a->takeoff->pieces, mark, &Piece::mark);
    ASSERT_NE(piece, a->takeoff->pieces.end());
    EXPECT_NEAR(inMm(piece->length) / 25.4, top - foot, 1.0 / 16);
    // And the plans tell it of that post: its foot, and the hole under its block.
    const auto supports = supportsOf(*a->model, *a->settled, *a->takeoff);
    const auto told = std::ranges::find_if(supports, [&](const Support& s) { return s.what == Message{"support.post", {mark}}; });
    ASSERT_NE(told, supports.end());
    EXPECT_NEAR(inMm(told->foot) / 25.4, -foot, 1e-3);
    EXPECT_NEAR(inMm(*told->hole) / 25.4, 3.625 - foot, 1e-3);
    ASSERT_GT(supports.size(), 4u);
    for (const auto& [k, down] : {std::pair{0, 0.0}, {1, 10.0}, {2, 16.0}, {3, 6.0}})
        EXPECT_NEAR(inMm(supports[static_cast<std::size_t>(k)].foot) / 25.4, down, 1e-6);
    EXPECT_EQ(supportsTable(supports).rows.size(), supports.size());
}

TEST(SlopingGround, EverySupportIsInTheTableAndOnThePage) {
    for (const auto& coop : slopingCoops()) {
        const auto a = answerTo(designWith(coop));
        const auto supports = supportsOf(*a->model, *a->settled, *a->takeoff);
        std::size_t posts = 0;
        std::int64_t blocks = 0, told = 0;
        for (const auto& p : a->model->parts) posts += p.role == "post" || p.role == "run-post", blocks += p.role == "block";
        std::size_t said = 0;
        for (const auto& s : supports) {
            said += s.what.id == "support.post" || s.what.id == "support.set";
            told += s.what.id == "support.post" || s.what.id == "support.block" ? 1
                    : s.what.id == "support.blocks"                             ? std::get<std::int64_t>(s.what.args[0])
                                                                                : 0;
        }
        EXPECT_EQ(said, posts);
        EXPECT_EQ(told, blocks);
        const auto set = planSet(*a->model, *a->settled, *a->takeoff, *a->cuts, a->bill, *a->steps);
        EXPECT_TRUE(std::ranges::any_of(set.pages, [](const Page& p) { return p.title.id == "page.supports"; }));
    }
    const auto level = answerTo(Design{});
    const auto set = planSet(*level->model, *level->settled, *level->takeoff, *level->cuts, level->bill, *level->steps);
    EXPECT_TRUE(std::ranges::none_of(set.pages, [](const Page& p) { return p.title.id == "page.supports"; }));
}

TEST(SlopingGround, SkidsLieOnAsManyBlocksAsTheGroundAsks) {
    // Ten feet by six, six inches lower behind. Under the skid in front one block; under the middle one the ground is 3 5/16 in down, with
    // an inch to spare two; behind, 6 in down, two.
    const auto a = answerTo(designWith(lie("0", "0", "6in", "6in", {{"coop.width", "10ft"}, {"coop.depth", "6ft"}})));
    int blocks = 0, under[3] = {};
    for (const auto& p : a->model->parts)
        if (p.id.starts_with("ground/block/")) ++blocks, ++under[p.id[13] - '1'];
    EXPECT_EQ(under[0], 4);
    EXPECT_EQ(under[1], 8);
    EXPECT_EQ(under[2], 8);
    // A bag of gravel under each pile, not under each block; none along the skids.
    int runs = 0;
    for (const auto& p : a->model->parts) runs += p.role == "block" && p.system == System::run;
    double bags = 0;
    for (const auto& line : a->takeoff->hardware)
        if (line.item == "gravel-bag") bags += line.quantity;
    EXPECT_EQ(bags, 12 + runs);
    EXPECT_EQ(blocks, 20);
    // Mesh goes down to the ground all round, but for what the run stands before.
    for (const auto* side : {"back", "left", "right"}) EXPECT_NE(a->model->find("ground/mesh/" + std::string{side}), nullptr) << side;
}

TEST(SkidsOnBlocks, StandABlockHigherAndAreShutRoundTheGap) {
    const std::vector<Change> size{{"coop.width", "10ft"}, {"coop.depth", "6ft"}};
    auto blocks = size;
    blocks.push_back({"foundation.kind", "blocks"});
    const auto low = answerTo(designWith(size)), high = answerTo(designWith(blocks));
    Settled a{designWith(size)}, b{designWith(blocks)};
    EXPECT_EQ(shellOf(b).floorTop - shellOf(a).floorTop, inches(3.625));
    int under = 0;
    for (const auto& p : high->model->parts) under += p.id.starts_with("ground/block/");
    EXPECT_EQ(under, 12) << "three skids, four each at most 48 in apart over ten feet";
    for (const auto& p : high->model->parts)
        if (p.id.starts_with("ground/block/")) EXPECT_NEAR(p.box().low.z, 0, 1e-6) << p.id;
    for (const auto* side : {"front", "back", "left", "right"})
        EXPECT_NE(high->model->find("ground/mesh/" + std::string{side}), nullptr) << side;
    EXPECT_EQ(low->model->find("ground/mesh/front"), nullptr);
    for (const auto& more : std::vector<std::vector<Change>>{{{"runs.1.side", "right"}, {"doors.1.wall", "front"}},
                                                             {{"runs.1.side", "front"}, {"skin.kind", "shiplap"}},
                                                             lie("2in", "0", "3in", "5in")}) {
        auto coop = blocks;
        coop.insert(coop.end(), more.begin(), more.end());
        expectWholeAndShut(designWith(coop));
        if (sampled()) break;
    }
}

TEST(SkidsOnPavers, StandOneEachOnGravelAndAreShutRoundTheGap) {
    const std::vector<Change> on{{"coop.width", "10ft"}, {"coop.depth", "6ft"}, {"foundation.kind", "pavers"}};
    const auto a = answerTo(designWith(on));
    int under = 0;
    for (const auto& p : a->model->parts) {
        if (!p.id.starts_with("ground/block/")) continue;
        ++under;
        EXPECT_EQ(p.stock, "block-paver");
        EXPECT_NEAR(p.box().size().z / 25.4, 1.75, 1e-3);
        EXPECT_NEAR(p.box().size().x / 25.4, 15.75, 1e-3);
        EXPECT_NEAR(p.box().low.z, 0, 1e-6);
    }
    // Three skids, four each at most 48 in apart; a bag of gravel under each, and under each block of the run.
    EXPECT_EQ(under, 12);
    EXPECT_EQ(bought(*a, "block-paver"), 12);
    EXPECT_EQ(needed(*a, "gravel-bag", "gravel"), 12 + bought(*a, "block-4x8x16"));
    expectWholeAndShut(a->design);
    expectWholeAndShut(designWith({{"foundation.kind", "pavers"}, {"coop.depth", "4'"}, {"roof.form", "gable"}, {"runs.1.side", "front"}}));
}

TEST(SlopingGround, ConcreteGoesDownBelowItsLowestAndGravelFillsIt) {
    const auto a =
        answerTo(designWith(lie("0", "8in", "8in", "0", {{"foundation.kind", "slab"}, {"coop.width", "10ft"}, {"coop.depth", "6ft"}})));
    EXPECT_NEAR(part(*a->model, "ground/slab").box().low.z / 25.4, -8 - 12, 1e-3);
    // Between the edges, 6 in thick: half of 8 in deep on the average.
    const double cubicFeet = (120.0 - 12) * (72 - 12) * 4 / 1728;
    EXPECT_NEAR(part(*a->model, "ground/fill").volumeMm3() / std::pow(304.8, 3), cubicFeet, 1e-3);
    double bags = 0;
    for (const auto& line : a->takeoff->hardware)
        if (line.item == "gravel-bag" && line.rule == "gravelfill") bags += line.quantity;
    EXPECT_EQ(bags, std::ceil(cubicFeet / 0.5));
}

TEST(SlopingGround, StepsAndRampComeDownToIt) {
    // Falls 12 in to the front over 6 ft, a sixth: floor 20 in over the highest. With n risers the steps reach about 10 n in out.
    const auto d = designWith(lie("12in", "12in", "0", "0",
                                  asked("foundation.kind=posts; floor.height=20in; coop.width=10ft; coop.depth=6ft; doors.1.wall=front; "
                                        "runs.1.side=right; flock.count=10")));
    const auto a = answerTo(d);
    const auto& m = *a->model;
    const double behind = inMm(wallSkin(*a->settled, "front")) / 25.4 + 1.0 / 8;
    int n = 2;
    while ((20 - 0.5 + 12 + (behind + 10 * n) / 6) / n > 7.75) ++n;
    int treads = 0;
    for (const auto& p : m.parts) treads += p.role == "tread";
    EXPECT_EQ(treads, 2 * n);
    EXPECT_GE(n, 5);
    for (const auto* foot : {"doors.1/steps/stringer/1", "pops.1/ramp"}) {
        double gap = 1e300;
        for (const auto& solid : part(m, foot).solids)
            for (const auto& v : solid.vertices) gap = std::min(gap, v.z - m.ground.under(v));
        EXPECT_NEAR(gap, 0, 0.01) << foot;
    }
}

TEST(SlopingGround, DrawnHeightsStartAtThePostsFeet) {
    const auto a = answerTo(presetDesign("bank").value());
    const auto d = runFrame(*a->model, *a->settled, *a->takeoff, "runs.1", "outer");
    double left = 0, right = 0;  // of the frame as it is drawn, seen from behind
    const auto& first = part(*a->model, "runs.1/post/outer/1");
    const auto& second = part(*a->model, "runs.1/post/outer/2");
    const double one = first.extent({0, 0, 1}), two = second.extent({0, 0, 1});
    double lowX = 1e300, highX = -1e300;
    for (const auto& m : d.dimensions)
        if (std::fabs(m.a.x - m.b.x) < 1) lowX = std::min(lowX, m.a.x), highX = std::max(highX, m.a.x);
    for (const auto& m : d.dimensions)
        if (std::fabs(m.a.x - m.b.x) < 1) (m.a.x < (lowX + highX) / 2 ? left : right) += std::fabs(m.b.y - m.a.y);
    // The chain on the left goes on over the beam, 5 1/2 in.
    const double beam = 5.5 * 25.4;
    EXPECT_TRUE((std::fabs(left - beam - one) < 1 && std::fabs(right - two) < 1) ||
                (std::fabs(left - beam - two) < 1 && std::fabs(right - one) < 1))
        << left / 25.4 << " " << right / 25.4 << " posts " << one / 25.4 << " " << two / 25.4;
    EXPECT_GT(std::fabs(one - two), 25.4) << "unlike, or nothing is shown";
    // A stringer's foot rises along the ground, and says by how much.
    const auto steps = stringer(*a->model, *a->settled, *a->takeoff, 1);
    const auto& board = part(*a->model, "doors.1/steps/stringer/1");
    double heel = 1e300, toe = 1e300, out = 1e300;
    for (const auto& solid : board.solids)
        for (const auto& v : solid.vertices) heel = std::min(heel, v.z), out = std::min(out, v.y);
    for (const auto& solid : board.solids)
        for (const auto& v : solid.vertices)
            if (v.y < out + 1) toe = std::min(toe, v.z);
    EXPECT_GT(toe - heel, 25.4);
    EXPECT_TRUE(
        std::ranges::any_of(steps.dimensions, [&](const Dimension& m) { return std::fabs(inMm(m.measured()) - (toe - heel)) < 0.5; }));
}

TEST(SlopingGround, HeightsOutsideAreMeasuredFromTheGroundThere) {
    const auto value = [](const Design& d, std::string_view id) {
        const auto a = answerTo(d);
        const auto f = std::ranges::find(a->findings, id, &Finding::id);
        return f == a->findings.end() ? -1 : f->value / 25.4;
    };
    const std::vector<Change> coop = asked(
        "form.kind=elevated; coop.width=10ft; coop.depth=4ft; flock.count=6; runs.1.side=right; nests.wall=left; nests.at=10in; "
        "nests.count=2; runs.1.width=4ft; runs.1.length=6ft");
    auto left = coop, right = coop;
    for (const auto* k : {"ground.front_left", "ground.back_left"}) left.push_back({k, "10in"});
    for (const auto* k : {"ground.front_right", "ground.back_right"}) right.push_back({k, "10in"});
    // Two feet outside the nests the ground is two inches lower yet.
    EXPECT_NEAR(value(designWith(left), "nests.outside"), value(designWith(coop), "nests.outside") + 12, 1e-6);
    // Beside the coop one stands on ground that rises to the right: over 2 ft by two inches above the level line.
    EXPECT_NEAR(value(designWith(left), "headroom.run"), value(designWith(coop), "headroom.run") - 2, 1e-6);
    EXPECT_NEAR(value(designWith(right), "headroom.run"), value(designWith(coop), "headroom.run") + 10, 1e-6);
    EXPECT_EQ(value(designWith(coop), "ground.even"), -1) << "nothing is asked of level ground";
    EXPECT_NEAR(value(onABank({{"ground.back_right", "20in"}}), "ground.even"), 1, 1e-6);
}

TEST(SlopingGround, PlantedFaultsAreFound) {
    // Under the gate's threshold mesh goes down to the ground. Without it the way is as wide as the threshold stands high there.
    const auto d = onABank({{"runs.1.gate", "outer"}, {"runs.1.side", "right"}});
    auto m = modelOf(d);
    Settled s{d};
    const auto threshold = part(m, "runs.1/gate/threshold").box();
    std::size_t taken = 0;
    for (auto& p : m.parts)
        if (p.id == "runs.1/mesh/outer/1")
            taken = std::erase_if(p.solids, [&](const Solid& solid) {
                const auto b = bounds(solid);
                return b.high.z < threshold.high.z + 1 && b.low.y > threshold.low.y - 1 && b.high.y < threshold.high.y + 1;
            });
    ASSERT_EQ(taken, 1u);
    const auto found = allHoles(m, ballThatMeshStops(s), {}, 1);
    ASSERT_FALSE(found.holes.empty());
    EXPECT_LT(std::fabs(found.holes[0].at.x - threshold.high.x), 120);
    EXPECT_GT(found.holes[0].at.y, threshold.low.y - 25.4);
    EXPECT_LT(found.holes[0].at.y, threshold.high.y + 25.4);
    // The mesh that closes the run against the coop ends 0.8 in above the ground.
    m = modelOf(d);
    for (auto& p : m.parts)
        if (p.id == "runs.1/mesh/edge/left")
            for (auto& v : p.solids[0].vertices)
                if (v.z < 0) v.z += 0.8 * 25.4;
    const auto below = allHoles(m, ballThatMeshStops(s), {}, 1);
    ASSERT_FALSE(below.holes.empty());
    EXPECT_NEAR(below.holes[0].wideMm / 25.4, 0.8, 0.1);
}

TEST(SlopingGround, StandsOnTheSlopeOrFloats) {
    Model m;
    m.ground = {0, -0.1, 0};
    const auto stand = [&](double z) {
        Part p;
        p.id = "cube", p.solids = {box({1000, 0, z}, {1100, 100, z + 100})};
        m.parts = {p};
        return floating(m).empty();
    };
    EXPECT_TRUE(stand(-100)) << "its upper edge touches";
    EXPECT_FALSE(stand(-99));
    m.parts[0].solids = {box({1000, 0, -250}, {1100, 100, -120})};
    EXPECT_TRUE(m.buried(m.parts[0]));
    m.parts[0].solids = {box({1000, 0, -250}, {1100, 100, -90})};
    EXPECT_FALSE(m.buried(m.parts[0]));
}

}  // namespace
}  // namespace oiko
