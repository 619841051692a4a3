#include <algorithm>
#include <cmath>

#include "core/base/tolerance.h"
#include "core/catalog/lumber.h"
#include "core/design/shell.h"
#include "some.h"

namespace oiko {
namespace {

const std::vector<std::vector<Change>> kUnlike = unlikeCoops();

class Unlike : public testing::TestWithParam<std::size_t> {};
TEST_P(Unlike, IsSound) {
    const auto m = modelOf(designWith(kUnlike[GetParam()]));
    EXPECT_EQ(unsound(m), "");
    EXPECT_GT(m.parts.size(), 150U);
}
INSTANTIATE_TEST_SUITE_P(Coops, Unlike, testing::Range<std::size_t>(0, kUnlike.size()));

TEST(Presets, AreSound) {
    for (const auto& p : presets()) EXPECT_EQ(unsound(modelOf(presetDesign(p.name).value())), "") << p.name;
}

Model plain() { return modelOf(Design{}); }
Part& partOf(Model& m, std::string_view id) { return *std::ranges::find(m.parts, id, &Part::id); }
void shift(Part& p, Vec3 by) {
    for (auto& s : p.solids)
        for (auto& v : s.vertices) v = v + by;
}

TEST(Overlaps, FindsAPlantedOne) {
    auto m = plain();
    ASSERT_TRUE(overlaps(m).empty());
    auto& stud = *std::ranges::find(m.parts, std::string{"stud"}, &Part::role);
    shift(stud, {0, 0, 1});
    const auto found = overlaps(m);
    ASSERT_FALSE(found.empty());
    EXPECT_TRUE(std::ranges::any_of(found, [&](const Fault& f) { return f.a == stud.id || f.b == stud.id; })) << told(found);
    EXPECT_NEAR(found.front().amount, 1, 0.2);
}

TEST(Floating, FindsAPlantedOne) {
    auto m = plain();
    auto extra = *std::ranges::find(m.parts, std::string{"stud"}, &Part::role);
    extra.id = "planted";
    shift(extra, {0, 0, 5000});
    m.parts.push_back(extra);
    const auto found = floating(m);
    ASSERT_EQ(found.size(), 1U);
    EXPECT_EQ(found[0].a, "planted");
}

TEST(Floating, FindsWhatHungOnATakenPart) {
    // Without the roosts' stands the bars hang in the air.
    auto m = plain();
    std::erase_if(m.parts, [](const Part& p) { return p.role == "roost-rail"; });
    m.joints.clear();
    findJoints(m);
    const auto found = told(floating(m));
    EXPECT_NE(found.find("roosts/bar/1"), std::string::npos) << found;
}

TEST(BadSolids, FindsAFaceTurnedInAnOpenOneAndADent) {
    auto m = plain();
    std::ranges::reverse(m.parts[3].solids[0].faces[0]);
    m.parts[5].solids[0].faces.pop_back();
    m.parts[7].solids[0].vertices[0] = centroid(m.parts[7].solids[0]);
    const auto found = told(badSolids(m));
    for (const auto i : {3, 5, 7}) EXPECT_NE(found.find(m.parts[static_cast<std::size_t>(i)].id), std::string::npos) << i;
}

TEST(Intruders, FindsAPostInADoorsSwing) {
    auto m = plain();
    const auto swing = std::ranges::find_if(m.clear, [](const ClearSpace& c) { return c.id == "doors.1/swing"; });
    ASSERT_NE(swing, m.clear.end());
    Part post;
    post.id = "planted", post.solids = {box(centroid(swing->solid), centroid(swing->solid) + Vec3{89, 89, 500})};
    m.parts.push_back(post);
    const auto found = intruders(m);
    ASSERT_FALSE(found.empty());
    EXPECT_EQ(found[0].b, "planted");
}

TEST(Misfits, FindsAStudThatIsTooThickAndAnUnknownStock) {
    auto m = plain();
    auto& stud = *std::ranges::find(m.parts, std::string{"stud"}, &Part::role);
    for (auto& v : stud.solids[0].vertices)
        if (dot(v, stud.thick()) > dot(centroid(stud.solids[0]), stud.thick())) v = v + stud.thick() * 3;
    partOf(m, "roof/purlin/1").stock = "3x7";
    const auto found = told(misfits(m));
    EXPECT_NE(found.find(stud.id), std::string::npos);
    EXPECT_NE(found.find("roof/purlin/1"), std::string::npos);
}

TEST(Joints, LeadEveryCarryingPartDownThroughBearings) {
    // Plates lie on studs, rafters on plates, joists on skids: each has something below that it bears on.
    const auto m = plain();
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        const auto& p = m.parts[i];
        if (p.role != "rafter" && p.role != "top-plate" && p.role != "bottom-plate" && p.role != "joist" && p.role != "purlin" &&
            p.role != "roof-panel" && p.role != "header" && p.role != "run-beam")
            continue;
        EXPECT_TRUE(std::ranges::any_of(m.joints, [&](const Joint& j) { return j.kind == Joint::Kind::bears && j.a == i; })) << p.id;
    }
}

TEST(Joints, EveryLeafIsHingedOrSlides) {
    const auto m = plain();
    for (const auto& p : m.parts)
        if (p.role == "leaf" || p.role == "pop-leaf" || p.role == "nest-lid") {
            const auto at = static_cast<std::size_t>(&p - m.parts.data());
            EXPECT_TRUE(std::ranges::any_of(m.joints, [&](const Joint& j) {
                return j.a == at && (j.kind == Joint::Kind::hinged || j.kind == Joint::Kind::slides);
            })) << p.id;
        }
}

TEST(Ids, StayWhenAnotherWallChanges) {
    std::vector<Change> changes =
        asked("coop.width=10'; coop.depth=8'; windows.1.wall=left; runs.1.side=right; doors.1.wall=front; vents.2=; vents.1.wall=back");
    const auto before = modelOf(designWith(changes));
    changes.push_back({"windows.1.width", "12in"});
    const auto after = modelOf(designWith(changes));
    for (const auto& p : before.parts)
        if (p.id.starts_with("front/") || p.id.starts_with("roof/") || p.id.starts_with("right/"))
            EXPECT_NE(after.find(p.id), nullptr) << p.id;
}

TEST(Model, SaysTheSameTwice) {
    for (const auto& changes : kUnlike) {
        const auto d = designWith(changes);
        EXPECT_EQ(modelOf(d), modelOf(d));
    }
}

TEST(Geometry, RaftersRunAtThePitchAndTheHighWallFollows) {
    const auto d = designWith(
        {{"coop.width", "10'"}, {"coop.depth", "8'"}, {"coop.low_wall", "6' 4\""}, {"roof.pitch", "4/12"}, {"roof.overhang", "12in"}});
    const auto m = modelOf(d);
    Settled s{d};
    const auto* rafter = m.find("roof/rafter/0");
    ASSERT_NE(rafter, nullptr);
    // By hand: (96 + 24) in of run at 12.649 in a foot, and the depth times the tangent for two plumb ends.
    const double deep = inInches(profile(rafter->stock)->wide);
    EXPECT_NEAR(rafter->extent(rafter->along) / 25.4, 120 * std::sqrt(1 + 1.0 / 9) + deep / 3, 0.01);
    const auto top = [&](std::string_view start) {
        double z = 0;
        for (const auto& p : m.parts)
            if (p.id.starts_with(start) && (p.role == "cap-plate" || p.role == "top-plate")) z = std::max(z, p.box().high.z);
        return z;
    };
    // The plates' tops differ by the pitch over the distance between the walls' outer and inner faces: (96 − 3.5) / 3.
    EXPECT_NEAR((top("front/") - top("back/")) / 25.4, 92.5 / 3, 0.01);
}

TEST(Geometry, OpeningsAreReallyOpenAndAsWideAsTold) {
    // A rod as wide as the clear opening, pushed through each: it meets nothing but the opening's own parts.
    const auto m = plain();
    for (const auto& o : m.openings) {
        if (o.kind == "gate" || o.kind == "nest") continue;
        Bounds b;
        for (const auto& c : o.corners) b.add(c);
        const Vec3 inset{b.size().x > 1 ? 0.5 : -300, b.size().y > 1 ? 0.5 : -300, 0.5};
        const auto rod = box(b.low + inset, b.high - inset);
        for (const auto& p : m.parts) {
            if (p.opening == o.id || p.system == System::inside) continue;
            for (const auto& solid : p.solids) EXPECT_LE(depthShared(solid, rod), kTouchMm) << o.id << " is blocked by " << p.id;
        }
    }
}

TEST(Geometry, SheetsEndOnFraming) {
    // Both long edges of every deck sheet inside the floor have wood below.
    const auto m = plain();
    for (const auto& p : m.parts) {
        if (p.role != "deck") continue;
        const auto at = static_cast<std::size_t>(&p - m.parts.data());
        const auto n = std::ranges::count_if(m.joints, [&](const Joint& j) { return j.a == at && j.kind == Joint::Kind::bears; });
        EXPECT_GE(n, 3) << p.id;
    }
}

}  // namespace
}  // namespace oiko
