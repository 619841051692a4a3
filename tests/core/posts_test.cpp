// Walls of posts and rails.
#include <cmath>

#include "core/design/layout.h"
#include "core/design/shell.h"
#include "core/design/spans.h"
#include "whole.h"

namespace oiko {
namespace {

Design onPosts(std::vector<Change> more = {}) {
    std::vector<Change> all{{"frame.walls", "posts"}};
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}

/// Joints of upright panels that nothing backs for more than 16 in, but where something opens; empty: none.
std::string bareSeams(const Model& m) {
    std::string out;
    for (const auto& p : m.parts) {
        if (p.role != "siding" || p.along.z < 0.9) continue;
        const auto box = p.box();
        const int axis = box.size().x > box.size().y ? 0 : 1;
        const double edge = box.high[axis];
        if (std::ranges::none_of(
                m.parts, [&](const Part& q) { return q.role == "siding" && q.side == p.side && std::fabs(q.box().low[axis] - edge) < 1; }))
            continue;
        const auto covers = [&](const Bounds& b, double z, double more) {
            return b.low[axis] < edge + 1 && b.high[axis] > edge - 1 && b.low.z - more < z && b.high.z + more > z;
        };
        for (double z = box.low.z + 1; z < box.high.z; z += 100) {
            const bool opens = std::ranges::any_of(m.openings, [&](const OpeningSpec& o) {
                Bounds hole;
                for (const auto& c : o.corners) hole.add(c);
                return o.side == p.side && covers(hole, z, 1);
            });
            const bool backed = std::ranges::any_of(m.parts, [&](const Part& q) {
                return (q.side == p.side || q.system != System::walls) && q.form == Form::lumber && q.system != System::skin &&
                       covers(q.box(), z, 8 * 25.4);
            });
            if (!opens && !backed) out += p.id + " " + writeNumber(z / 25.4, 0) + "; ";
        }
    }
    return out;
}

/// From post to post under the rafters, clear, the widest: nothing between them is counted on.
double widestBay(const Model& m, const Shell& shell) {
    double widest = 0;
    for (const auto side : kSides) {
        if (!shell.bearing(side)) continue;
        std::vector<std::pair<double, double>> posts;
        for (const auto& p : m.parts)
            if (p.role == "wall-post" && p.side == side) {
                const auto b = p.box();
                const bool alongX = side == "front" || side == "back";
                posts.emplace_back(alongX ? b.low.x : b.low.y, alongX ? b.high.x : b.high.y);
            }
        std::ranges::sort(posts);
        for (std::size_t i = 1; i < posts.size(); ++i) widest = std::max(widest, posts[i].first - posts[i - 1].second);
    }
    return widest;
}

TEST(Posts, UnlikeCoopsAreSoundAndShut) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"form.kind", "elevated"}, {"flock.count", "6"}},
             {{"roof.form", "gable"}, {"skin.kind", "board_batten"}, {"roof.cover", "shingles"}},
             {{"roof.form", "gable"}, {"roof.ridge_kind", "beam"}, {"skin.kind", "metal"}},
             {{"frame.timber", "metric"}, {"skin.kind", "battens"}, {"runs.1.side", "front"}},
             {{"skin.kind", "shingles"}, {"skin.lining", "ply-1/2"}, {"skin.insulation", "foam-1-1/2"}},
             {{"skin.open_front", "yes"}, {"runs.1", ""}, {"skin.lower", "36in"}, {"foundation.kind", "slab"}, {"nests.kind", "inside"}},
             {{"skin.open_left", "yes"}, {"runs.1", ""}, {"skin.open_front", "yes"}, {"coop.low_wall", "7'"}, {"foundation.kind", "curb"}},
             {{"partitions.1.wall", "right"}, {"coop.width", "14'"}, {"partitions.1.cover", "plain-1/2"}},
             {{"coop.width", "8'2\""}, {"coop.depth", "6'2\""}, {"flock.count", "8"}, {"skin.lining", "ply-1/2"}},
             {{"coop.width", "12'"}, {"coop.depth", "8'2\""}},  // a joint where an end wall meets the other
             {{"runs.1.top", "shared"}, {"roof.form", "gable"}, {"frame.beam", "4x6"}},
             {{"coop.width", "40'"}, {"flock.count", "60"}, {"foundation.kind", "posts"}},
             asked("frame.posts=8ft; coop.width=20'; flock.count=24; skin.lining=ply-1/2"),
             asked("frame.posts=8ft; coop.width=16'; roof.form=gable; skin.kind=metal; frame.beam=4x6"),
             asked("frame.posts=6ft; coop.width=20'; flock.count=24; skin.lining=ply-1/2"),
             asked("frame.posts=6ft; coop.width=16'; coop.depth=10'; roof.form=gable; skin.kind=metal; frame.beam=4x6; flock.count=20"),
             asked("frame.posts=6ft; skin.open_front=yes; runs.1=; coop.width=14'; skin.lower=36in; frame.timber=metric"),
             asked("frame.posts=8ft; skin.open_front=yes; runs.1=; coop.width=14'; skin.lower=24in"),
             asked("doors.1.leaf=double; doors.1.width=5'; coop.depth=8'; coop.width=12'; roost.lined=yes; roof.falls_to=left"),
         }) {
        if (sampled() && more.size() != 2) continue;
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + "=" + more[0].text);
        const auto d = onPosts(more);
        expectWholeAndShut(d);
        EXPECT_EQ(bareSeams(*answerTo(d)->model), "");
        Settled s{d};
        EXPECT_LE(widestBay(modelOf(d), shellOf(s)), inMm(shellOf(s).widest) + 0.01) << "the beam carries the roof from post to post";
    }
}

TEST(Posts, ABareSeamIsFound) {
    auto m = modelOf(onPosts({{"coop.width", "12'"}, {"windows.1", ""}, {"windows.2", ""}}));
    ASSERT_EQ(bareSeams(m), "");
    // The post behind the joint at 8 ft of the back wall is taken away.
    const auto taken = std::erase_if(m.parts, [](const Part& p) { return p.id == "back/wall-post/94.3"; });
    ASSERT_EQ(taken, 1u);
    EXPECT_NE(bareSeams(m), "");
    Settled s{onPosts({{"coop.width", "12'"}, {"windows.1", ""}, {"windows.2", ""}})};
    EXPECT_GT(widestBay(m, shellOf(s)), inMm(feet(4)));
}

TEST(Posts, AWallByHand) {
    // 12 ft along, 6 ft deep, nothing opens at the back but a vent: posts at both corners and at 4 and 8 ft; the vent has two of its own.
    const auto a =
        answerTo(onPosts(asked("coop.width=12'; coop.depth=6'; windows.1=; windows.2=; vents.2=; vents.1.wall=left; nests.wall=right; "
                               "runs.1=; pops.1.wall=front; doors.1.wall=front; roost.wall=back; roof.falls_to=back")));
    std::vector<double> posts, rails;
    for (const auto& p : a->model->parts) {
        if (p.side != "back" || p.system != System::walls) continue;
        const auto b = p.box();
        if (p.role == "wall-post") {
            posts.push_back(144 - b.high.x / 25.4);
            EXPECT_EQ(p.stock, "4x4");
            EXPECT_NEAR(b.size().x, 88.9, 0.01);
        } else if (p.role == "wall-rail") {
            rails.push_back(b.size().x / 25.4);
            EXPECT_EQ(p.stock, "2x4");
            EXPECT_NEAR(b.size().y, 88.9, 0.01);
        } else {
            EXPECT_TRUE(p.role == "bottom-plate" || p.role == "wall-beam") << p.id;
        }
    }
    std::ranges::sort(posts), std::ranges::sort(rails);
    ASSERT_EQ(posts.size(), 4u);
    for (std::size_t i = 0; i < 4; ++i) EXPECT_NEAR(posts[i], (std::vector{0.0, 46.25, 94.25, 140.5})[i], 0.01);
    // Between them 42 3/4, 44 1/2 and 42 3/4 in, in rows at most two feet above each other.
    const double free = inInches(shellOf(*a->settled).lowWall()) - 3.5 - 1.5;
    const auto rows = static_cast<std::size_t>(std::ceil(free / 24)) - 1;
    ASSERT_EQ(rails.size(), 3 * rows);
    for (std::size_t i = 0; i < rails.size(); ++i) EXPECT_NEAR(rails[i], i < 2 * rows ? 42.75 : 44.5, 0.01);
    // Each post has a tie under the beam, in both walls that rafters lie on.
    std::int64_t tied = 0;
    for (const auto& p : a->model->parts) tied += p.role == "wall-post" && (p.side == "back" || p.side == "front");
    EXPECT_EQ(needed(*a, "post-tie-4x4", "posttie"), static_cast<double>(tied));
    EXPECT_EQ(std::ranges::count(a->model->parts, "top-plate", &Part::role), 0);
    EXPECT_EQ(std::ranges::count(a->model->parts, "king", &Part::role), 0);
}

TEST(Posts, FartherApartStudsStandAtTheJointsBetween) {
    const auto wall = [](const char* apart) {
        std::vector<std::pair<double, std::string>> out;
        const auto m =
            modelOf(onPosts(asked(std::string{"coop.width=20'; coop.depth=6'; windows.1=; windows.2=; vents.2=; vents.1.wall=left; "
                                              "nests.wall=right; runs.1=; flock.count=20; pops.1.wall=front; doors.1.wall=front; "
                                              "roost.wall=back; roof.falls_to=back; frame.posts="} +
                                  apart)));
        for (const auto& p : m.parts)
            if (p.side == "back" && (p.role == "wall-post" || p.role == "stud")) out.emplace_back(240 - p.box().high.x / 25.4, p.stock);
        std::ranges::sort(out);
        return out;
    };
    // 20 ft: joints at 4, 8, 12 and 16 ft. Every second one is a post's; the last bay is 4 ft.
    const auto at = wall("8ft");
    ASSERT_EQ(at.size(), 6u);
    const std::pair<double, std::string> kWanted[] = {{0, "4x4"},      {47.25, "2x4"},  {94.25, "4x4"},
                                                      {143.25, "2x4"}, {190.25, "4x4"}, {236.5, "4x4"}};
    for (std::size_t i = 0; i < 6; ++i) {
        EXPECT_NEAR(at[i].first, kWanted[i].first, 0.01);
        EXPECT_EQ(at[i].second, kWanted[i].second);
    }
    // Six feet apart they stand between joints, which have studs; at 12 ft a post is where one comes.
    const auto six = wall("6ft");
    const std::pair<double, std::string> kSix[] = {{0, "4x4"},      {47.25, "2x4"},  {70.25, "4x4"},  {95.25, "2x4"},
                                                   {142.25, "4x4"}, {191.25, "2x4"}, {214.25, "4x4"}, {236.5, "4x4"}};
    ASSERT_EQ(six.size(), std::size(kSix));
    for (std::size_t i = 0; i < six.size(); ++i) {
        EXPECT_NEAR(six[i].first, kSix[i].first, 0.01);
        EXPECT_EQ(six[i].second, kSix[i].second);
    }
    EXPECT_EQ(std::ranges::count(wall("4ft"), std::string{"4x4"}, &std::pair<double, std::string>::second), 6);
    // The beam is one that goes from post to post by itself, else what is offered is the shorter bay.
    Settled s{onPosts(asked("frame.posts=8ft; coop.depth=8'"))};
    EXPECT_GE(beamCarries(s, s.choice("frame.beam")), feet(8) - inches(3.5));
    const auto refused = onPosts(asked("coop.depth=12'; place.snow=70psf")).with({{"frame.posts", "8ft"}});
    ASSERT_FALSE(refused);
}

TEST(Posts, TheBeamIsTheFirstThatCarriesTheRoofFromPostToPost) {
    // 12 ft deep, 9 in of eave, 40 psf of snow and 4 of metal on purlins: 6 3/4 ft of roof on one 4x4 of spruce-pine-fir by the beam
    // formula, C_F 1.5, snow 1.15, no repetition: w l^2 / 8 = F_b S, and a 180th under the snow.
    const std::vector<Change> deep{{"coop.depth", "12'"}, {"place.snow", "40psf"}};
    Settled s{onPosts(deep)};
    const double reach = inFeet(carriedBy(s)), dead = inPsf(roofLoad(s, "metal_lapped").dead), w = (40 + dead) * reach / 12;
    EXPECT_NEAR(reach, 6.75, 1e-6);
    const auto carries = [&](double high, double factor) {
        const double section = 3.5 * high * high / 6, inertia = 3.5 * std::pow(high, 3) / 12;
        return std::min(std::sqrt(8 * 875 * factor * 1.15 * section / w), std::cbrt(384 * 1.4e6 * inertia / (5 * 40 * reach / 12 * 180)));
    };
    EXPECT_NEAR(inInches(beamCarries(s, "4x4")), carries(3.5, 1.5), 0.2);
    EXPECT_NEAR(inInches(beamCarries(s, "4x6")), carries(5.5, 1.3), 0.2);
    ASSERT_GE(carries(3.5, 1.5), 44.5);
    EXPECT_EQ(s.choice("frame.beam"), "4x4");
    // Of more snow the rule takes the next; what opens between two posts is as wide as it carries at most.
    Settled more{onPosts({{"coop.depth", "11'"}, {"roof.overhang", "24in"}, {"place.snow", "70psf"}})};
    EXPECT_LT(beamCarries(more, "4x4"), inches(44.5));
    EXPECT_EQ(more.choice("frame.beam"), "4x6");
    EXPECT_EQ(shellOf(more).plates, inches(5.5));
    EXPECT_EQ(shellOf(more).widestHeader("back"), beamCarries(more, "4x6"));
    EXPECT_GT(shellOf(more).widestHeader("left"), feet(20));
}

TEST(Posts, TheRoofComesDownOnPostsAsTallAsTheyStand) {
    // Four feet of an 8 ft deep roof under its snow and its cover, on a 4x4 that bends freely: against the column formula itself.
    const auto a =
        answerTo(onPosts(asked("coop.depth=8'; coop.width=12'; windows.1=; windows.2=; vents.1=; vents.2=; doors.1.wall=left; "
                               "nests.kind=inside; roof.falls_to=back; pops.1.wall=right; runs.1.side=right")));
    const auto& f = *std::ranges::find(a->findings, "studs.carry", &Finding::id);
    const auto shell = shellOf(*a->settled);
    const double tall = inInches(std::max(shell.lowWall(), shell.otherWall()) - shell.plates) - 1.5;
    const auto load = roofLoad(*a->settled, "metal_lapped");
    // The beam goes on over it: five fourths of a bay.
    const double lb = 1.25 * (inPsf(load.live) + inPsf(load.dead)) * 4 * inFeet(carriedBy(*a->settled));
    const double star = 1150 * 1.15 * 1.15, euler = 0.822 * 510000 / std::pow(tall / 3.5, 2), x = (1 + euler / star) / 1.6;
    const double column = star * (x - std::sqrt(x * x - euler / star / 0.8)) * 12.25, bearing = 425 * 12.25;
    EXPECT_NEAR(f.value, lb / std::min(column, bearing), 0.01);
    for (const auto& id : f.parts) EXPECT_NE(id.find("/wall-post/"), std::string::npos) << id;
    EXPECT_FALSE(f.parts.empty());
}

TEST(Posts, MeshHangsOnRailsFourFeetApart) {
    const auto a = answerTo(
        onPosts({{"skin.open_front", "yes"}, {"runs.1", ""}, {"coop.low_wall", "7'"}, {"coop.width", "12'"}, {"nests.kind", "inside"}}));
    std::vector<double> rows;
    for (const auto& p : a->model->parts)
        if (p.side == "front" && p.role == "wall-rail") rows.push_back(std::round(p.box().low.z));
    std::ranges::sort(rows);
    rows.erase(std::ranges::unique(rows).begin(), rows.end());
    ASSERT_FALSE(rows.empty());
    const double foot = inMm(shellOf(*a->settled).floorTop + inches(1.5)), head = foot + inMm(studTall(shellOf(*a->settled)));
    double last = foot;
    rows.push_back(head);
    for (const double z : rows) {
        EXPECT_LE(z - last, inMm(inches(48.5)));
        last = z;
    }
    EXPECT_EQ(rows.size(), 3u) << "8 ft want two rows";
}

}  // namespace
}  // namespace oiko
