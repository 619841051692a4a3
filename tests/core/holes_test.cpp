// The search for holes, on boxes whose gaps are known, then on coops: sound ones have none, and what is taken away is found.
#include <algorithm>
#include <array>
#include <cmath>
#include <cstdlib>
#include <iostream>
#include <optional>
#include <tuple>

#include "core/judge/holes.h"
#include "core/judge/voids.h"
#include "some.h"

namespace oiko {
namespace {

constexpr double kBall = 25.4 * 9 / 16;

std::string told(const HoleSearch& found) {
    std::string s;
    for (const auto& h : found.holes) {
        for (const double v : {h.wideMm, h.at.x, h.at.y, h.at.z}) s += writeNumber(v / 25.4, 2) + " ";
        for (const auto& p : h.parts) s += p + " ";
        s += "\n";
    }
    return s;
}

/// Unlike coops of each roof and foundation; all are shut.
const std::vector<std::vector<Change>> kShut = [] {
    auto all = unlikeCoops();
    for (const std::vector<Change>& more : std::vector<std::vector<Change>>{
             {{"roof.form", "gable"}, {"roof.falls_to", "right"}, {"flock.count", "8"}},
             {{"roof.form", "gable"}, {"coop.depth", "8ft"}, {"roof.ridge", "3ft"}},
             {{"roof.form", "gable"}, {"form.kind", "elevated"}, {"flock.count", "5"}},
             {{"roof.cover", "shingles"}},
             {{"form.kind", "elevated"}, {"roof.pitch", "41.27deg"}, {"place.snow", "66 psf"}, {"flock.count", "6"}, {"pops.1", ""}},
             {{"foundation.kind", "set_posts"}, {"runs.1.side", "left"}, {"flock.count", "8"}},
             // Between its last two rafters are two inches to a hair, for a block.
             {{"form.kind", "elevated"}, {"flock.count", "5"}, {"coop.width", "3ft"}, {"roof.spacing", "16in"}},
             {{"roof.form", "gable"}, {"roof.cover", "shingles"}, {"roof.falls_to", "left"}, {"flock.count", "6"}}})
        all.push_back(more);
    return all;
}();

TEST(Holes, NoPresetHasAny) {
    for (const auto& preset : presets()) {
        if (sampled() && preset.name != "cottage") continue;
        const auto design = presetDesign(preset.name).value();
        Settled s{design};
        const auto found = allHoles(modelOf(design), ballThatMeshStops(s));
        EXPECT_TRUE(found.whole) << preset.name;
        EXPECT_EQ(told(found), "") << preset.name;
    }
}

TEST(Holes, TellsHowFarItHasCome) {
    for (const auto& changes : {asked("coop.width=10'"), asked("flock.count=60; partitions.1.cover=plain-1/2")}) {
        const auto d = designWith(changes);
        Settled s{d};
        std::vector<double> shares;
        allHoles(modelOf(d), ballThatMeshStops(s), {}, 8, [&](double share) { shares.push_back(share); });
        ASSERT_GT(shares.size(), 10u);
        EXPECT_LT(shares.front(), 0.3);
        EXPECT_GT(shares.back(), 0.7);
        EXPECT_LE(shares.back(), 0.8);
        for (std::size_t i = 1; i < shares.size(); ++i) EXPECT_GE(shares[i], shares[i - 1] + 0.01);
    }
}

TEST(Holes, NoneOverTheBlocksOfASteepRunsRoof) {
    // Higher over the beam than the rafters are deep, the blocks beside the coop are ripped from wider boards.
    for (const auto* pitch : {"5/12", "6/12"}) {
        const auto d = designWith({{"coop.width", "10'"},
                                   {"runs.1.side", "front"},
                                   {"runs.1.length", "4'"},
                                   {"coop.low_wall", "7'"},
                                   {"runs.1.pitch", pitch},
                                   {"nests.wall", "back"},
                                   {"mesh.kind", "hardware-cloth-1/4"}});
        Settled s{d};
        const auto found = allHoles(modelOf(d), ballThatMeshStops(s));
        EXPECT_TRUE(found.whole) << pitch;
        EXPECT_EQ(told(found), "") << pitch;
    }
}

class Shut : public testing::TestWithParam<std::size_t> {};
TEST_P(Shut, LetsNothingIn) {
    if (sampled() && GetParam() % 6 != 1) GTEST_SKIP() << "a share under the sanitizers";
    const auto m = modelOf(designWith(kShut[GetParam()]));
    const auto found = allHoles(m, kBall);
    EXPECT_TRUE(found.whole);
    EXPECT_EQ(told(found), "");
}
INSTANTIATE_TEST_SUITE_P(Coops, Shut, testing::Range<std::size_t>(0, kShut.size()));

Part slab(std::string id, Vec3 a, Vec3 b) {
    Part p;
    p.id = std::move(id), p.role = "wall", p.solids = {box(a, b)};
    return p;
}
/// A closed box of boards 20 mm thick round a metre of space, on the ground.
Model chest() {
    Model m;
    m.parts = {slab("left", {-20, 0, 0}, {0, 1000, 1000}), slab("right", {1000, 0, 0}, {1020, 1000, 1000}),
               slab("front", {-20, -20, 0}, {1020, 0, 1000}), slab("back", {-20, 1000, 0}, {1020, 1020, 1000}),
               slab("lid", {-20, -20, 1000}, {1020, 1020, 1020})};
    return m;
}
void move(Model& m, std::string_view id, Vec3 by) {
    for (auto& p : m.parts)
        if (p.id == id)
            for (auto& s : p.solids)
                for (auto& v : s.vertices) v = v + by;
}

TEST(FindHoles, OnAChestEverySlotIsOpenFromTheBallsWidthOn) {
    const Vec3 inside{503, 497, 300};
    EXPECT_TRUE(findHoles(chest(), inside, 14).holes.empty());
    for (const double slot : {2.0, 8.0, 13.0, 13.9, 15.2, 16.0, 25.0, 80.0}) {
        auto m = chest();
        move(m, "lid", {0, 0, slot});
        const auto found = findHoles(m, inside, 14, 1);
        EXPECT_EQ(found.holes.empty(), slot < 14) << slot;
        if (found.holes.empty()) continue;
        EXPECT_NEAR(found.holes[0].wideMm, slot, 1) << slot;
        EXPECT_NEAR(found.holes[0].at.z, 1000 + slot / 2, 2) << slot;
        EXPECT_NE(std::ranges::find(found.holes[0].parts, "lid"), found.holes[0].parts.end());
    }
}

TEST(FindHoles, ARoundAndASquareHoleAreMeasuredByTheBallNotByTheirCorners) {
    // A square hole of 13 mm is 18 across its corners and lets no ball of 14 through; of 16 it does. A slot one way only as well.
    for (const auto& [wide, high, opens] : {std::tuple{13.0, 13.0, false}, {16.0, 16.0, true}, {13.0, 200.0, false}, {16.0, 200.0, true}}) {
        auto m = chest();
        std::erase_if(m.parts, [](const Part& p) { return p.id == "right"; });
        const double y0 = 400, y1 = 400 + wide, z0 = 500, z1 = 500 + high;
        m.parts.push_back(slab("a", {1000, 0, 0}, {1020, y0, 1000}));
        m.parts.push_back(slab("b", {1000, y1, 0}, {1020, 1000, 1000}));
        m.parts.push_back(slab("c", {1000, y0, 0}, {1020, y1, z0}));
        m.parts.push_back(slab("d", {1000, y0, z1}, {1020, y1, 1000}));
        const auto found = findHoles(m, {503, 497, 300}, 14, 1);
        EXPECT_EQ(!found.holes.empty(), opens) << wide << " by " << high;
        if (opens && !found.holes.empty())
            EXPECT_LT(norm(found.holes[0].at - Vec3{1010, 408, std::clamp(found.holes[0].at.z, z0, z1)}), 15);
    }
}

TEST(FindHoles, AWayPastTwoEdgesIsAsWideAsTheyAreApart) {
    // The right wall in two halves, one farther out: from edge to edge it is open aslant.
    for (const double apart : {8.0, 13.5, 15.5, 20.0})
        for (const double lean : {0.3, 0.8, 1.2}) {
            const double dx = apart * std::cos(lean), dy = apart * std::sin(lean);
            auto m = chest();
            std::erase_if(m.parts, [](const Part& p) { return p.id == "right"; });
            for (auto& p : m.parts)
                if (p.id != "left")
                    for (auto& v : p.solids[0].vertices) v.x = v.x > 1000 ? 1100 : v.x;
            m.parts.push_back(slab("near", {1000, 0, 0}, {1020, 480, 1000}));
            m.parts.push_back(slab("far", {1020 + dx, 480 + dy, 0}, {1040 + dx, 1000, 1000}));
            const auto found = findHoles(m, {503, 497, 300}, 14, 1);
            EXPECT_EQ(found.holes.empty(), apart < 14) << apart << " at " << lean;
            if (!found.holes.empty()) EXPECT_NEAR(found.holes[0].wideMm, apart, 0.5) << lean;
        }
}

TEST(FindHoles, ThinAndSlopingThingsCloseToo) {
    // A mesh 1.6 mm thick for a lid; then one that lies askew, cut to the walls: the same answers.
    for (const double lean : {0.0, 0.3}) {
        auto m = chest();
        std::erase_if(m.parts, [](const Part& p) { return p.id == "lid"; });
        for (auto& p : m.parts) p.solids[0] = cut(p.solids[0], Plane::through({500, 500, 800}, {lean, 0, 1}));
        const auto lid = [&](double lift) {
            const Vec3 at[] = {{-20, -20, 800 + lean * 520 + lift},
                               {1020, -20, 800 - lean * 520 + lift},
                               {1020, -20, 801.6 - lean * 520 + lift},
                               {-20, -20, 801.6 + lean * 520 + lift}};
            Part p;
            p.id = "lid", p.solids = {prism(at, {0, 1040, 0})};
            return p;
        };
        m.parts.push_back(lid(0));
        EXPECT_TRUE(findHoles(m, {503, 497, 300}, 14).holes.empty()) << lean;
        m.parts.back() = lid(12 / std::cos(std::atan(lean)));
        EXPECT_TRUE(findHoles(m, {503, 497, 300}, 14).holes.empty()) << lean;
        m.parts.back() = lid(17 / std::cos(std::atan(lean)));
        EXPECT_FALSE(findHoles(m, {503, 497, 300}, 14, 1).holes.empty()) << lean;
    }
}

TEST(FindHoles, SeveralAreToldAndTheSearchCanBeEnded) {
    auto m = chest();
    move(m, "lid", {0, 0, 30});
    move(m, "front", {0, -30, 0});
    EXPECT_GE(findHoles(m, {503, 497, 300}, 14).holes.size(), 3U);
    int asked = 0;
    const auto broken = findHoles(modelOf(Design{}), zonesOf(modelOf(Design{}))[0].from[0], kBall, 8, [&] { return ++asked > 3; });
    EXPECT_FALSE(broken.whole);
    EXPECT_TRUE(broken.holes.empty());
    EXPECT_EQ(asked, 4);
}

double distance(const Bounds& b, Vec3 p) {
    return norm({std::max({b.low.x - p.x, p.x - b.high.x, 0.0}), std::max({b.low.y - p.y, p.y - b.high.y, 0.0}),
                 std::max({b.low.z - p.z, p.z - b.high.z, 0.0})});
}

/// From where a part was no ball comes both before it and behind it, a wall's depth away: what stands there closes its place too. Flooded
/// on a grid of 4 mm; apart from the search, with only the distance from a solid in common. Or it comes to both, and both lead out, or
/// neither does, with the part in its place: it parts nothing, as a panel over a roof's overhang.
bool closedByOthers(const Model& m, const Part& gone, double ball) {
    const double step = 4, reach = 160;
    auto all = gone.box();
    all = {all.low - Vec3{reach, reach, reach}, all.high + Vec3{reach, reach, reach}};
    std::vector<voids::Body> near;
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        for (const auto& s : m.parts[i].solids)
            if (bounds(s).meets(all, ball) && m.parts[i].id != gone.id) near.push_back({i, bounds(s), false, facePlanes(s), &s});
    const auto size = all.size();
    const int nx = 1 + static_cast<int>(size.x / step), ny = 1 + static_cast<int>(size.y / step), nz = 1 + static_cast<int>(size.z / step);
    const auto at = [&](int x, int y, int z) { return all.low + Vec3{x * step, y * step, z * step}; };
    std::vector<char> seen(static_cast<std::size_t>(nx) * static_cast<std::size_t>(ny) * static_cast<std::size_t>(nz));
    std::vector<std::array<int, 3>> queue;
    const auto visit = [&](int x, int y, int z) {
        if (x < 0 || y < 0 || z < 0 || x >= nx || y >= ny || z >= nz) return;
        auto& mark =
            seen[(static_cast<std::size_t>(x) * static_cast<std::size_t>(ny) + static_cast<std::size_t>(y)) * static_cast<std::size_t>(nz) +
                 static_cast<std::size_t>(z)];
        if (mark) return;
        mark = 1;
        const auto p = at(x, y, z);
        if (p.z - m.ground.under(p) < ball / 2) return;
        for (const auto& b : near)
            if (voids::fromBox(b.box, p) < ball / 2 && voids::from(b, p) < ball / 2) return;
        queue.push_back({x, y, z});
    };
    std::vector<std::vector<Plane>> planes;
    for (const auto& solid : gone.solids) planes.push_back(facePlanes(solid));
    const auto within = [&](Vec3 p) {
        return std::ranges::any_of(
            planes, [&](const auto& faces) { return std::ranges::all_of(faces, [&](const Plane& f) { return f.height(p) <= 0; }); });
    };
    for (int x = 0; x < nx; ++x)
        for (int y = 0; y < ny; ++y)
            for (int z = 0; z < nz; ++z)
                if (within(at(x, y, z))) visit(x, y, z);
    const auto normal = gone.thick();
    double before = -1e300, behind = 1e300;
    for (const auto& solid : gone.solids)
        for (const auto& v : solid.vertices) before = std::max(before, dot(normal, v)), behind = std::min(behind, dot(normal, v));
    std::optional<Vec3> front, back;
    for (std::size_t n = 0; n < queue.size() && !(front && back); ++n) {
        const auto [x, y, z] = queue[n];
        const double depth = dot(normal, at(x, y, z));
        if (depth > before + reach - 2 * step) front = at(x, y, z);
        if (depth < behind - reach + 2 * step) back = at(x, y, z);
        for (const int d : {-1, 1}) visit(x + d, y, z), visit(x, y + d, z), visit(x, y, z + d);
    }
    const auto leadsOut = [&](Vec3 p) { return !findHoles(m, p, ball, 1).holes.empty(); };
    return !front || !back || leadsOut(*front) == leadsOut(*back);
}

/// A part that was taken away leaves a way out, and the way found leads within an inch of where it was; unless others close its place.
bool expectFoundWithout(const Model& whole, const Part& gone, std::string_view which) {
    auto m = whole;
    std::erase_if(m.parts, [&](const Part& p) { return p.id == gone.id; });
    const auto found = allHoles(m, kBall, {}, 1);
    if (found.holes.empty()) {
        EXPECT_TRUE(closedByOthers(whole, gone, kBall)) << which << " without " << gone.id;
        return false;
    }
    const auto box = gone.box();
    const auto passes = [&](const WayOut& h) {
        for (std::size_t i = 0; i + 1 < h.way.size(); ++i)
            for (int k = 0; k <= 50; ++k)
                if (distance(box, h.way[i] + (h.way[i + 1] - h.way[i]) * (k / 50.0)) <= 25.4) return true;
        return false;
    };
    EXPECT_TRUE(std::ranges::any_of(found.holes, passes)) << which << " without " << gone.id << "\n" << told(found);
    return true;
}

TEST(Holes, AppearWhereAClosingPartIsTakenAway) {
    // Of each closing role of each preset one part after another; OIKO_HOLES_ALL takes every one, of all presets or of the one it names;
    // else the first and the last do.
    const char* asked = std::getenv("OIKO_HOLES_ALL");
    const bool all = asked != nullptr;
    int gone = 0, found = 0;
    for (const auto& preset : presets()) {
        if (all && asked != std::string{"1"} && preset.name != asked) continue;
        if (!all && preset.name != "elevated" && (sampled() || preset.name != "demo")) continue;
        const auto design = presetDesign(preset.name).value();
        const auto m = modelOf(design);
        Settled s{design};
        for (const std::string role :
             {"siding", "deck", "eave-block", "filler", "window-mesh", "run-mesh", "leaf", "pop-leaf", "roof-panel"}) {
            std::vector<const Part*> parts;
            for (const auto& p : m.parts) {
                // On skids the ground closes below the deck; behind a sash hangs mesh, and before the mesh a sash; panels lie behind
                // shingles.
                const bool window = p.opening.starts_with("windows");
                const bool shingled = role == "siding" && s.choice("skin.kind") == "shingles";
                if (p.role == role && !(role == "deck" && s.choice("foundation.kind") == "skids") && !window && !shingled)
                    parts.push_back(&p);
            }
            if (!all && parts.size() > 1) parts = {parts.front(), parts.back()};
            if (sampled() && parts.size() > 1) parts = {parts.front()};
            for (const auto* p : parts) ++gone, found += expectFoundWithout(m, *p, preset.name);
        }
    }
    std::cout << gone << " taken away, " << found << " found, the rest closed by others\n";
    EXPECT_GE(found, 0.9 * gone);
}

TEST(Holes, OfHalfAnInchMatterToQuarterInchMeshOnly) {
    // Between the two plies of a header lies half an inch: shut by its plywood, else open to what quarter-inch mesh keeps out.
    auto m =
        modelOf(designWith(asked("form.kind=elevated; flock.count=4; mesh.kind=hardware-cloth-1/4; pops.1.wall=front; doors.1.wall=back")));
    const double half = 12.7 + kBallOverMeshMm, quarter = 6.35 + kBallOverMeshMm;
    EXPECT_EQ(told(allHoles(m, quarter)), "");
    std::erase_if(m.parts, [](const Part& p) { return p.role == "header-spacer"; });
    EXPECT_EQ(told(allHoles(m, half)), "");
    const auto found = allHoles(m, quarter, {}, 1);
    ASSERT_FALSE(found.holes.empty());
    EXPECT_NEAR(found.holes[0].wideMm, 12.7, 0.5);
}

TEST(Holes, WeldedMeshAgainstForceClosesNone) {
    // Its openings are inches wide: without the fine mesh behind it the way is open.
    auto m = modelOf(designWith({{"mesh.double", "yes"}}));
    EXPECT_EQ(told(allHoles(m, kBall)), "");
    ASSERT_NE(m.find("runs.1/force/outer"), nullptr);
    std::erase_if(m.parts, [](const Part& p) { return p.id == "runs.1/mesh/outer/1"; });
    EXPECT_FALSE(allHoles(m, kBall, {}, 1).holes.empty());
}

TEST(Holes, TheBallFollowsTheMesh) {
    Settled half{Design{}}, quarter{designWith({{"mesh.kind", "hardware-cloth-1/4"}})};
    EXPECT_NEAR(ballThatMeshStops(half), 25.4 * 9 / 16, 1e-9);
    EXPECT_NEAR(ballThatMeshStops(quarter), 25.4 * 5 / 16, 1e-9);
}

TEST(Holes, ZonesStartWhereThereIsRoom) {
    // With the middle of the floor taken by a pillar the search starts beside it; in a coop filled to the roof nothing is known.
    auto m = modelOf(designWith({{"runs.1", ""}, {"flock.count", "6"}}));
    const auto middle = zonesOf(m)[0].from[0];
    Part pillar;
    pillar.id = "pillar", pillar.role = "pillar", pillar.solids = {box(middle - Vec3{40, 40, 199}, middle + Vec3{40, 40, 900})};
    m.parts.push_back(pillar);
    EXPECT_TRUE(allHoles(m, kBall).whole);
    m.parts.back().solids = {box({100, 100, 0}, {2500, 2500, 2200})};
    const auto nothing = allHoles(m, kBall);
    EXPECT_FALSE(nothing.whole);
    EXPECT_TRUE(nothing.holes.empty());
}

TEST(Holes, AreAFindingWithTheirPlace) {
    Memory memory;
    const auto good = answer(Design{}, memory);
    const auto shut = withHoles(good, {});
    const auto finding = [](const Answer& a) { return std::ranges::find(a.findings, std::string{"gaps.ways"}, &Finding::id); };
    ASSERT_NE(finding(*shut), shut->findings.end());
    EXPECT_EQ(finding(*shut)->state, State::pass);
    EXPECT_NEAR(finding(*shut)->limit, kBall, 1e-9);
    EXPECT_EQ(finding(*good), good->findings.end()) << "not judged until it was searched";
    EXPECT_EQ(withHoles(good, [] { return true; }), good) << "ended at once, the answer is as it was";
    // The same answer with a block of the eave gone.
    auto broken = std::make_shared<Answer>(*good);
    auto m = *good->model;
    std::erase_if(m.parts, [](const Part& p) { return p.id == "roof/block/low/23.3"; });
    ASSERT_LT(m.parts.size(), good->model->parts.size());
    broken->model = std::make_shared<const Model>(m);
    const auto open = withHoles(broken, {});
    EXPECT_EQ(finding(*open)->state, State::fail);
    EXPECT_GT(finding(*open)->value, 2 * 25.4);
    EXPECT_FALSE(finding(*open)->parts.empty());
    // What was found stays through the proof of the cuts.
    EXPECT_EQ(finding(*withProvenCuts(shut, [] { return true; }))->state, State::pass);
}

TEST(Holes, BehindAPaneAreFoundWithThePaneAway) {
    // The planted fault: a window without its mesh. Its pane shuts it in winter; in summer it is open.
    const auto d = designWith({{"flock.count", "6"}, {"windows.1.kind", "pane"}});
    auto m = modelOf(d);
    for (auto& p : m.parts)
        if (p.id == "windows.1/mesh") p.solids.clear(), p.inner.clear();
    const auto found = allHoles(m, kBall, {}, 1);
    ASSERT_EQ(found.holes.size(), 1u);
    EXPECT_TRUE(found.holes[0].shuttersOff);
    const auto& window = *std::ranges::find(m.openings, std::string{"windows.1"}, &OpeningSpec::id);
    Bounds opening;
    for (const auto& c : window.corners) opening.add(c);
    EXPECT_TRUE(std::ranges::any_of(found.holes[0].way, [&](Vec3 p) {
        return Bounds{p - Vec3{60, 60, 60}, p + Vec3{60, 60, 60}}.meets(opening, 0);
    })) << "the way leads through the window";
    // The same without its pane too is open both ways: then it is one as drawn.
    for (auto& p : m.parts)
        if (p.opening == "windows.1" && p.role.starts_with("leaf")) p.solids.clear(), p.inner.clear();
    const auto open = allHoles(m, kBall, {}, 1);
    ASSERT_FALSE(open.holes.empty());
    EXPECT_FALSE(open.holes[0].shuttersOff);
}

TEST(Holes, AWideCellAcrossTheOutermostMeshIsNotOutside) {
    // Without an apron nothing stands beyond the run's mesh: cells that reach from inside to far outside are parted by it all the same.
    const auto d = designWith({{"apron.width", "0in"}, {"nests.wall", "right"}, {"roof.cover", "roll_roofing"}, {"stock.longest", "8ft"}});
    Settled s{d};
    const auto found = allHoles(modelOf(d), ballThatMeshStops(s));
    EXPECT_TRUE(found.whole);
    EXPECT_TRUE(found.holes.empty()) << found.holes.size();
}

}  // namespace
}  // namespace oiko
