// Battens over a run's mesh, and heavy mesh before its lowest strip.
#include <cmath>

#include "core/judge/holes.h"
#include "whole.h"

namespace oiko {
namespace {

std::vector<Change> edged(std::vector<Change> more = {}) {
    more.push_back({"mesh.edge", "battens"}), more.push_back({"mesh.double", "yes"});
    return more;
}

TEST(MeshEdges, UnlikeRunsAreSoundAndTheirBattensLieOnWood) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"form.kind", "elevated"}, {"flock.count", "5"}, {"runs.1.under", "yes"}},
             {{"runs.1.top", "shared"}, {"runs.1.side", "right"}, {"roof.form", "gable"}, {"coop.depth", "8'"}},
             {{"runs.1.top", "mesh"}, {"runs.1.gate", "left"}, {"mesh.upper", "netting-1"}},
             {{"coop.width", "10'"}, {"runs.1.side", "front"}, {"runs.1.width", "15'"}, {"runs.2.side", "right"}, {"nests.wall", "back"}},
             {{"ground.front_left", "10in"}, {"ground.front_right", "10in"}, {"foundation.kind", "posts"}},
             {{"runs.1.length", "12'"}, {"runs.1.height", "5'"}, {"apron.kind", "buried"}},
             {{"existing.what", "standing"}, {"runs.1.existing", "frame"}}}) {
        if (sampled() && more.size() != 2) continue;
        const auto a = answerTo(designWith(edged(more)));
        const auto& m = *a->model;
        EXPECT_EQ(unsound(m), "") << more.size();
        EXPECT_TRUE(a->cuts->boards.unplaced.empty() && a->cuts->rolls.unplaced.empty());
        // Behind each batten, through the mesh, is wood to screw it to: a 1/8 in farther in on a half of its length at least.
        int battens = 0;
        for (const auto& p : m.parts) {
            if (p.role != "mesh-batten") continue;
            ++battens;
            const auto size = p.extent(p.along), thick = p.extent(p.thick());
            EXPECT_NEAR(thick / 25.4, 0.75, 0.01) << p.id;
            Bounds all = p.box();
            const Vec3 middle = (all.low + all.high) * 0.5;
            int hits = 0;
            for (int k = 1; k < 10; ++k) {
                const auto at = middle + p.along * (size * (k / 10.0 - 0.5));
                bool wood = false;
                for (const double side : {-1.0, 1.0}) {
                    const auto probe = at + p.thick() * (side * (thick / 2 + 6));
                    for (const auto& q : m.parts)
                        if (q.form == Form::lumber && q.role != "mesh-batten" && q.box().meets({probe, probe}, 0.1))
                            for (const auto& solid : q.solids) {
                                bool within = true;
                                for (const auto& plane : facePlanes(solid))
                                    within = within && dot(plane.normal, probe) <= plane.offset + 0.1;
                                wood = wood || within;
                            }
                }
                hits += wood;
            }
            EXPECT_GE(hits, 5) << p.id << " " << more.size();
        }
        EXPECT_GE(battens, 12);
    }
}

TEST(MeshEdges, ASideByHand) {
    // A run 8 ft wide and 10 ft long, its outer side: posts at both ends, a strip of 48 in and what is left above.
    const auto a = answerTo(designWith(edged({{"runs.1.width", "8'"}, {"runs.1.length", "10'"}, {"runs.1.gate", "left"}})));
    const auto b = answerTo(designWith({{"runs.1.width", "8'"}, {"runs.1.length", "10'"}, {"runs.1.gate", "left"}}));
    const auto& m = *a->model;
    const auto* mesh = m.find("runs.1/mesh/outer/1");
    const auto* force = m.find("runs.1/force/outer");
    ASSERT_TRUE(mesh && force);
    EXPECT_NEAR(force->volumeMm3() / mesh->volumeMm3(), 1, 1e-3) << "as large as the strip behind it";
    EXPECT_NEAR(std::fabs(force->box().high.z - mesh->box().high.z), 0, 0.01);
    int posts = 0;
    for (const auto& p : m.parts)
        if (p.id.starts_with("runs.1/batten/outer/post/")) ++posts;
    EXPECT_EQ(posts, 4) << "at both ends, over and under the seam";
    const auto* ground = m.find("runs.1/batten/outer/ground/1");
    ASSERT_NE(ground, nullptr);
    EXPECT_NEAR(ground->extent(ground->along) / 25.4, 96 - 3, 0.01) << "between the upright ones";
    // What washers held is tacked; each batten has a screw a foot.
    EXPECT_GT(needed(*a, "staple", "tack"), 0);
    EXPECT_LT(needed(*a, "washer-screw"), needed(*b, "washer-screw"));
    // The fine mesh behind the heavy one is held with it: as many washers are left as where there is no second mesh.
    const auto one =
        answerTo(designWith({{"runs.1.width", "8'"}, {"runs.1.length", "10'"}, {"runs.1.gate", "left"}, {"mesh.edge", "battens"}}));
    EXPECT_EQ(needed(*a, "washer-screw"), needed(*one, "washer-screw"));
    EXPECT_GE(needed(*a, "screw-2", "edge"), 8);
    EXPECT_EQ(needed(*b, "screw-2"), 0);
    // Two meshes lie flat on each other: that asks no washer, the ones on wood hold both.
    const auto both =
        answerTo(designWith({{"runs.1.width", "8'"}, {"runs.1.length", "10'"}, {"runs.1.gate", "left"}, {"mesh.double", "yes"}}));
    EXPECT_EQ(needed(*both, "washer-screw"), needed(*b, "washer-screw"));
    // Ties: one each square foot of heavy mesh.
    double feet2 = 0;
    for (const auto& p : m.parts)
        if (p.role == "force-mesh") feet2 += std::ceil(p.volumeMm3() / p.extent(p.thick()) / 92903.04);
    EXPECT_EQ(needed(*a, "mesh-tie", "force"), feet2);
    EXPECT_NE(m.find("runs.1/gate/force"), nullptr);
    // It closes no hole: what keeps paws out is the fine mesh, and without that the search still tells.
    auto torn = m;
    std::erase_if(torn.parts, [](const Part& p) { return p.id == "runs.1/mesh/outer/2"; });
    torn.joints.clear();
    EXPECT_FALSE(allHoles(torn, ballThatMeshStops(*a->settled)).holes.empty());
}

TEST(CrossedBraces, LeaveHalfTheirThicknessToEachOther) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {}, {{"runs.1.gate_width", "48in"}, {"runs.1.gate", "left"}}, {{"form.kind", "elevated"}, {"flock.count", "5"}}}) {
        auto changes = more;
        const auto plain = answerTo(designWith(changes));
        changes.push_back({"runs.1.gate_brace", "x"});
        const auto a = answerTo(designWith(changes));
        EXPECT_EQ(unsound(*a->model), "");
        std::map<std::string, const Part*> braces;
        for (const auto& p : a->model->parts)
            if (p.role == "gate-cross") braces[p.id] = &p;
        ASSERT_EQ(braces.size() % 2, 0u);
        ASSERT_GE(braces.size(), 2u);
        for (const auto& [id, p] : braces) {
            if (id.ends_with("/cross")) continue;
            const auto* one = plain->model->find(id);
            const auto* other = braces.at(id + "/cross");
            ASSERT_TRUE(one);
            // As long as the single one; less half its thickness over the rhombus where they cross: w^2 / sin of the angle between them.
            EXPECT_NEAR(p->extent(p->along), one->extent(one->along), 0.01);
            const double sine = norm(cross(p->along, other->along)), rhomb = std::pow(3.5 * 25.4, 2) / sine * 0.75 * 25.4;
            for (const auto* q : {p, other}) EXPECT_NEAR(one->volumeMm3() - q->volumeMm3(), rhomb, rhomb * 0.001) << id;
            EXPECT_NEAR(p->extent(p->thick()) / 25.4, 1.5, 1e-3);
            // They lie in one plane, and meet in it.
            EXPECT_TRUE(std::ranges::any_of(a->model->joints, [&](const Joint& j) {
                const auto &x = a->model->parts[j.a].id, &y = a->model->parts[j.b].id;
                return (x == id && y == id + "/cross") || (y == id && x == id + "/cross");
            }));
        }
        EXPECT_EQ(needed(*a, "screw-1-1/4", "halflap"), 4.0 * static_cast<double>(braces.size() / 2));
    }
}

}  // namespace
}  // namespace oiko
