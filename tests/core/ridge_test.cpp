// A gable's ridge as a beam on posts: no ties, hung rafters.
#include <cmath>

#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/design/spans.h"
#include "core/drawing/views.h"
#include "whole.h"

namespace oiko {
namespace {

Design beamed(std::vector<Change> more = {}) {
    std::vector<Change> all{{"roof.form", "gable"}, {"roof.ridge_kind", "beam"}};
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}
std::int64_t count(const Answer& a, std::string_view role) { return std::ranges::count(a.model->parts, role, &Part::role); }

TEST(RidgeBeam, UnlikeCoopsAreSoundAndShutWithoutTies) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"roof.cover", "shingles"}, {"coop.depth", "10'"}},
             {{"roof.ridge", "3'"}, {"roof.other_pitch", "4/12"}},
             {{"roof.pitch", "3/12"}, {"coop.width", "8'"}},
             {{"form.kind", "elevated"}, {"flock.count", "6"}, {"coop.depth", "5'"}},
             {{"partitions.1.wall", "right"}, {"coop.width", "12'"}, {"runs.1.side", "front"}},
             {{"runs.1.top", "shared"}, {"runs.1.length", "8'"}},
             {{"frame.timber", "metric"}, {"wood.grade", "c24"}},
             {{"skin.lining", "ply-1/2"}, {"skin.insulation", "foam-1-1/2"}, {"coop.depth", "8'"}},
         }) {
        if (sampled() && more.size() != 1) continue;
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + "=" + more[0].text);
        const auto d = beamed(more);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        EXPECT_EQ(count(*a, "rafter-tie"), 0);
        EXPECT_EQ(needed(*a, "nail-10d", "tienails"), 0);
        // Each post goes down to its plate: nothing opens below what carries the roof.
        for (const auto& p : a->model->parts)
            if (p.role == "ridge-post" && p.system == System::walls)
                EXPECT_NEAR(p.box().low.z, inMm(shellOf(*a->settled).floorTop + shellOf(*a->settled).timber->two), 0.01) << p.id;
        EXPECT_EQ(std::ranges::count_if(a->model->parts, [](const Part& p) { return p.role == "ridge-post" && p.system == System::walls; }),
                  2);
        std::int64_t hung = 0;
        for (const auto& p : a->model->parts) hung += p.role == "rafter" && p.system == System::roof;
        EXPECT_EQ(needed(*a, "rafter-hanger"), static_cast<double>(hung));
    }
}

TEST(RidgeBeam, ItsDepthIsTheFirstThatCarriesTheRoofOverTheSpan) {
    // 10 by 6 ft: 113 in between the end walls, half of either slope is 3 ft of roof at 25 psf of snow and 7 of cover. The 2x of each depth
    // by the beam formula itself, spruce-pine-fir, snow 1.15, no repetition: w l^2 / 8 = F_b S.
    const auto d = beamed({{"coop.width", "10'"}, {"coop.depth", "6'"}, {"place.snow", "25psf"}});
    Settled s{d};
    const auto shell = shellOf(s);
    EXPECT_NEAR(inInches(ridgeSpan(s, shell)), 113, 1e-6);
    const double w = (25 + 7) * 3.0 / 12;
    const struct {
        const char* size;
        double deep, factor;
    } sizes[] = {{"2x4", 3.5, 1.5}, {"2x6", 5.5, 1.3}, {"2x8", 7.25, 1.2}, {"2x10", 9.25, 1.1}, {"2x12", 11.25, 1.0}};
    std::string first;
    for (const auto& size : sizes) {
        const double section = 1.5 * size.deep * size.deep / 6, span = std::sqrt(8 * 875 * size.factor * 1.15 * section / w);
        // Live load alone bends it by a 180th at most.
        const double inertia = 1.5 * std::pow(size.deep, 3) / 12, stiff = std::cbrt(384 * 1.4e6 * inertia / (5 * 25 * 3.0 / 12 * 180));
        if (first.empty() && std::min(span, stiff) >= 113 && size.deep >= inInches(shell.rafterDeep) / std::cos(std::atan(0.5)))
            first = size.size;
    }
    EXPECT_EQ(shell.beam, first);
    EXPECT_EQ(answerTo(d)->model->find("roof/ridge")->stock, first);
    // Half of 113 in and the walls, and the rake, come onto one post.
    EXPECT_NEAR(ridgePostLb(s, shell), 32 * (5 + 8.0 / 12) * 3, 0.5);
}

TEST(RidgeBeam, IsPartedOverPostsAlone) {
    // 10 ft and both rakes are 11 ft 4 in: 10 ft boards would meet between the walls, where nothing is below.
    const auto shorter =
        Design{}.with({{"roof.form", "gable"}, {"roof.ridge_kind", "beam"}, {"coop.width", "10'"}, {"stock.longest", "10ft"}});
    ASSERT_FALSE(shorter);
    EXPECT_EQ(shorter.error().what.id, "clash.ridge.stock");
    // Over a run it goes on beyond the end wall, and meets over that wall's post.
    const auto a = answerTo(beamed(
        {{"coop.width", "10'"}, {"coop.depth", "6'"}, {"runs.1.top", "shared"}, {"runs.1.length", "8'"}, {"stock.longest", "12ft"}}));
    std::vector<Bounds> boards, posts;
    for (const auto& p : a->model->parts) {
        if (p.role == "ridge") boards.push_back(p.box());
        if (p.role == "ridge-post" && p.system == System::walls) posts.push_back(p.box());
    }
    ASSERT_EQ(boards.size(), 2u);
    const double joint = std::min(boards[0].high.x, boards[1].high.x);
    EXPECT_TRUE(std::ranges::any_of(posts, [&](const Bounds& p) { return p.low.x + 38 < joint && joint < p.high.x - 38; })) << joint;
    EXPECT_EQ(unsound(*a->model), "");
    // A hung rafter has the nails of its seat and none beside.
    EXPECT_EQ(needed(*a, "nail-10d", "rafterhanger"), 10 * needed(*a, "rafter-hanger"));
}

TEST(RidgeBeam, WallsUnderABoardCarryHalfTheRoofAndUnderABeamAQuarter) {
    // Statics: of a pair of rafters that lean on each other either foot carries half of the whole; on a beam half of its own.
    Settled board{designWith({{"roof.form", "gable"}, {"coop.depth", "8'"}, {"roof.overhang", "9in"}})},
        beam{beamed({{"coop.depth", "8'"}, {"roof.overhang", "9in"}})};
    EXPECT_NEAR(inInches(carriedBy(board)), 48 + 9, 1e-6);
    EXPECT_NEAR(inInches(carriedBy(beam)), 24 + 9, 1e-6);
    Settled slope{designWith({{"coop.depth", "8'"}, {"roof.overhang", "9in"}})};
    EXPECT_NEAR(inInches(carriedBy(slope)), 48 + 9, 1e-6);
}

TEST(RidgeBeam, FreeHeightAndWhatItRefuses) {
    // Where ties would not fit under a flat ridge the beam does, and is what one's head meets.
    std::vector<Change> flat = asked("roof.form=gable; roof.pitch=1/12; roof.other_pitch=1/12; roof.cover=metal_sealed; coop.width=8'");
    const auto tied = Design{}.with(flat);
    ASSERT_FALSE(tied);
    EXPECT_EQ(tied.error().what.id, "clash.ridge.ties");
    flat.push_back({"roof.ridge_kind", "beam"});
    Settled s{designWith(flat)};
    const auto shell = shellOf(s);
    EXPECT_LE(shell.headroom(), mm(ridgeUndersideMm(shell)));
    // A span that no size carries is refused, naming both.
    const auto far = Design{}.with({{"coop.width", "30'"}, {"roof.form", "gable"}, {"roof.ridge_kind", "beam"}});
    ASSERT_FALSE(far);
    EXPECT_EQ(far.error().what.id, "clash.ridge.span");
    // A post that the beam would bend is found.
    const auto heavy = answerTo(beamed({{"coop.width", "8'"}, {"coop.depth", "12'"}, {"place.snow", "45psf"}, {"wood.species", "dfl"}}));
    const auto of = [](const Answer& a) { return *std::ranges::find(a.findings, "studs.carry", &Finding::id); };
    const auto light = answerTo(beamed({{"coop.width", "8'"}}));
    EXPECT_GT(of(*heavy).value, of(*light).value);
    const auto finding = of(*heavy);
    EXPECT_EQ(std::ranges::count_if(finding.parts, [](const std::string& id) { return id.find("ridge-post") != std::string::npos; }), 2);
}

Design deep(std::vector<Change> more = {}) {
    std::vector<Change> all =
        asked("foundation.kind=slab; roof.cover=metal_sealed; roof.pitch=2/12; coop.depth=24'; coop.width=24'; flock.count=100");
    for (const auto& m : more) std::erase_if(all, [&](const Change& c) { return c.key == m.key; });
    all.insert(all.end(), more.begin(), more.end());
    return beamed(all);
}

TEST(RidgePosts, UnlikeDeepCoopsAreSoundAndShut) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"foundation.kind", "curb"}, {"coop.depth", "20'"}, {"coop.width", "30'"}, {"roof.cover", "roll_roofing"}},
             {{"foundation.kind", "sills"}, {"frame.timber", "metric"}, {"coop.depth", "6 m"}, {"coop.width", "6 m"}},
             {{"partitions.1.cover", "plain-1/2"}, {"coop.depth", "18'"}, {"nests.kind", "inside"}},
             {{"roof.falls_to", "left"}, {"coop.width", "20'"}, {"coop.depth", "22'"}, {"doors.1.wall", "back"}},
             {{"frame.walls", "posts"}, {"skin.kind", "board_batten"}, {"roof.ridge", "10'"}},
             {{"foundation.kind", "blockwork"}, {"skin.kind", "shiplap"}, {"skin.lining", "ply-1/2"}, {"runs.1.side", "front"}},
             {{"runs.1.top", "shared"}, {"runs.1.length", "6'"}, {"coop.depth", "18'"}, {"coop.width", "20'"}},
         }) {
        if (sampled() && more.size() != 2) continue;
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + "=" + more[0].text);
        const auto d = deep(more);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        ASSERT_GT(count(*a, "roof-post"), 0);
        EXPECT_EQ(needed(*a, timberOf(*a->settled).postBase), static_cast<double>(count(*a, "roof-post")));
        // A tie made for a 4x4 does not fit a beam of one 2x: those counted are of the run's posts and of a wall's.
        std::int64_t fits = 0;
        for (const auto& j : a->model->joints) {
            const auto &x = a->model->parts[j.a].role, &y = a->model->parts[j.b].role;
            const auto pair = [&](std::string_view p, std::string_view q) { return (x == p && y == q) || (x == q && y == p); };
            fits += pair("run-post", "run-beam") || pair("wall-post", "wall-beam");
        }
        EXPECT_EQ(needed(*a, a->settled->choice("frame.timber") == "metric" ? "post-tie-100" : "post-tie-4x4", "posttie"),
                  static_cast<double>(fits));
        // The beam lies on each, and is parted nowhere else.
        std::vector<Bounds> posts, boards;
        for (const auto& p : a->model->parts) {
            if (p.role == "roof-post" || p.role == "ridge-post") posts.push_back(p.box());
            if (p.role == "ridge") boards.push_back(p.box());
        }
        const int axis = boards[0].size().x > boards[0].size().y ? 0 : 1;
        std::ranges::sort(boards, {}, [&](const Bounds& x) { return x.low[axis]; });
        for (std::size_t i = 1; i < boards.size(); ++i)
            EXPECT_TRUE(std::ranges::any_of(posts, [&](const Bounds& p) {
                return p.low[axis] + 38 < boards[i].low[axis] && boards[i].low[axis] < p.high[axis] - 38;
            })) << boards[i].low[axis] / 25.4;
        for (const auto& p : posts)
            EXPECT_TRUE(std::ranges::any_of(boards, [&](const Bounds& x) { return std::fabs(x.low.z - p.high.z) < 0.01; }));
    }
}

TEST(RidgePosts, AsManyAsTheBeamAsksOnFootingsAsWideAsTheirLoad) {
    // 24 by 24 ft at 25 psf of snow and its cover, spruce-pine-fir 2x12 alone: M = w l^2 / 8 with half of either slope, 12 ft; a 180th
    // under the snow; shear; and a whole post under five fourths of a bay, F_c perpendicular 425 psi.
    const auto d = deep({{"place.snow", "25psf"}});
    Settled s{d};
    const auto shell = shellOf(s);
    const double dead = inPsf(roofLoad(s, "metal_sealed").dead), w = (25 + dead) * 12 / 12, section = 1.5 * 11.25 * 11.25 / 6,
                 inertia = 1.5 * std::pow(11.25, 3) / 12;
    const double bends = std::sqrt(8 * 875 * 1.0 * 1.15 * section / w),
                 stiff = std::cbrt(384 * 1.4e6 * inertia / (5 * 25 * 12.0 / 12 * 180)), shears = 2 * 135 * 1.15 * 2.0 / 3 * 1.5 * 11.25 / w,
                 bears = 425 * 1.5 * 3.5 / 1.25 / w, most = std::min({bends, stiff, shears, bears});
    const double inner = 288 - 7;
    int n = 0;
    while ((inner - 3.5 * n) / (n + 1) > most) ++n;
    ASSERT_GT(n, 0);
    EXPECT_EQ(s.count("roof.ridge_posts"), n);
    ASSERT_EQ(shell.ridgePosts.size(), static_cast<std::size_t>(n));
    const double bay = (inner - 3.5 * n) / (n + 1);
    EXPECT_NEAR(inInches(ridgeSpan(s, shell)), bay, 0.01);
    for (int i = 0; i < n; ++i) EXPECT_NEAR(shell.ridgePosts[static_cast<std::size_t>(i)] / 25.4, 3.5 + bay + 1.75 + i * (bay + 3.5), 0.01);
    // Five fourths of a bay's length and half the depth come onto each, where the beam goes on over it; soil that carries 1,500 psf wants
    // so many square feet.
    const double lb = 1.25 * (25 + dead) * (bay + 3.5) / 12 * 12;
    EXPECT_NEAR(innerPostLb(s, shell), lb, lb * 0.001);
    const double side = inInches(ridgeFooting(s, shell));
    EXPECT_GE(side * side / 144 * 1500, lb);
    EXPECT_LT(std::max(0.0, (side - 2) * (side - 2)) / 144 * 1500, lb);
    const auto a = answerTo(d);
    const auto footing = a->model->find("ground/footing/ridge/1")->box();
    EXPECT_NEAR(footing.size().x / 25.4, side, 0.01);
    EXPECT_GE(footing.size().z / 25.4 + 0.01, (side - 3.5) / 2) << "it reaches no farther out than it is thick";
    EXPECT_GE(footing.size().z / 25.4, 8 - 0.01);
    // The floor plan says where they stand: middles along the ridge, and from the front wall.
    Settled again{d};
    const auto plan = floorPlan(*a->model, again, PlanOf::coop);
    const auto told = [&](double inches) {
        return std::ranges::any_of(plan.dimensions, [&](const Dimension& x) {
            return std::fabs(std::hypot(x.b.x - x.a.x, x.b.y - x.a.y) / 25.4 - inches) < 0.01;
        });
    };
    EXPECT_TRUE(told(3.5 + bay + 1.75));
    EXPECT_TRUE(told(bay + 3.5));
    EXPECT_TRUE(told(144));
    // One post fewer than the beam asks is refused, and the way out is that many.
    const auto fewer = d.with({{"roof.ridge_posts", std::to_string(n - 1)}});
    ASSERT_FALSE(fewer);
    EXPECT_EQ(fewer.error().what.id, "clash.ridge.span");
    EXPECT_TRUE(d.with({{"roof.ridge_posts", std::to_string(n + 1)}}));
    // As long as a coop goes there are posts enough.
    const auto longest = d.with({{"coop.width", "540'"}, {"flock.count", "1000"}});
    ASSERT_TRUE(longest);
    Settled whole{longest.value()};
    EXPECT_GE(shellOf(whole).ridgeSpans, ridgeSpan(whole, shellOf(whole)));
}

TEST(RidgePosts, StandOnSlabsAndEarthAloneAndInNobodysWay) {
    // On joists a coop is as deep as its longest board.
    const auto joisted = Design{}.with(
        asked("roof.form=gable; roof.ridge_kind=beam; roof.pitch=2/12; roof.cover=metal_sealed; coop.depth=18'; coop.width=20'"));
    ASSERT_FALSE(joisted);
    EXPECT_EQ(joisted.error().what.id, "clash.beam.stock");
    // Nor without a beam.
    EXPECT_FALSE(deep().with({{"roof.ridge_kind", "board"}}));
    // A feed room whose partition would stand where a post does.
    const auto d = deep({{"coop.width", "20'"}, {"partitions.1.wall", "right"}, {"nests.kind", "inside"}});
    Settled s{d};
    const double x = shellOf(s).ridgePosts.back();
    const auto room = mm(inMm(feet(20)) - x - inMm(wallDeep(s)) * 2);
    const auto through = d.with({{"partitions.1.room", exactLength(room, Units::imperial)}});
    ASSERT_FALSE(through);
    EXPECT_EQ(through.error().what.id, "clash.ridge.inside") << through.error().what.id;
}

}  // namespace
}  // namespace oiko
