// A floor of welded wire and fine mesh: what carries it, what stands on it, the boards that are let down below.
#include <cmath>

#include "core/design/shell.h"
#include "core/design/wirefloor.h"
#include "whole.h"

namespace oiko {
namespace {

Design wired(std::vector<Change> more = {}) {
    more.insert(more.begin(), {{"form.kind", "elevated"}, {"flock.count", "6"}, {"floor.height", "36in"}, {"floor.deck", "wire"}});
    return designWith(more);
}
/// Legs on the mesh that no joist or block bears by two fifths of their foot; empty: none.
std::string sagging(const Model& m) {
    std::string out;
    double mesh = -1e9;
    for (const auto& p : m.parts)
        if (p.role == "floor-mesh") mesh = std::max(mesh, p.box().high.z);
    for (const auto& p : m.parts) {
        if (!p.role.ends_with("-leg") || std::fabs(p.box().low.z - mesh) > 0.1) continue;
        const auto foot = p.box();
        double borne = 0;
        for (const auto& q : m.parts) {
            if (q.role != "joist" && q.role != "rim" && q.role != "blocking") continue;
            const auto u = q.box();
            borne += std::max(0.0, std::min(foot.high.x, u.high.x) - std::max(foot.low.x, u.low.x)) *
                     std::max(0.0, std::min(foot.high.y, u.high.y) - std::max(foot.low.y, u.low.y));
        }
        if (borne < 0.4 * foot.size().x * foot.size().y) out += p.id + "; ";
    }
    return out;
}

TEST(WireFloor, UnlikeCoopsAreSoundShutAndBearWhatStandsInThem) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"floor.joist", "2x6"}, {"coop.width", "10ft"}, {"coop.depth", "6ft"}, {"flock.count", "10"}, {"floor.height", "40in"}},
             {{"frame.timber", "metric"}, {"roof.form", "gable"}},
             {{"foundation.kind", "set_posts"}, {"runs.1.under", "yes"}, {"runs.1.side", "right"}},
             {{"nests.kind", "inside"}, {"nests.height", "8in"}, {"coop.depth", "5ft"}},
             {{"ground.front_left", "10in"}, {"ground.front_right", "6in"}, {"roost.step", "6in"}, {"roost.count", "2"}},
             {{"mesh.kind", "hardware-cloth-1/4"}, {"floor.drop", "no"}, {"roof.falls_to", "left"}, {"roost.ladder", "yes"}},
             asked("coop.width=14ft; coop.depth=6ft; flock.count=14; floor.height=42in; skin.kind=board_batten"),
         }) {
        if (sampled() && more.size() > 3) continue;
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + "=" + more[0].text);
        const auto d = wired(more);
        expectWholeAndShut(d);
        const auto m = modelOf(d);
        EXPECT_EQ(sagging(m), "");
        EXPECT_TRUE(std::ranges::none_of(m.parts, [](const Part& p) { return p.role == "deck"; }));
        // Let down, a board hangs from its beam clear of all else and of the ground.
        for (const auto& p : m.parts) {
            if (p.role != "drop-board") continue;
            const auto box = p.box();
            const bool alongX = p.extent({1, 0, 0}) >= p.extent({0, 1, 0}) || p.along.x > 0.9;
            ASSERT_TRUE(alongX);
            const bool back = p.id.ends_with("/back");
            const double y = back ? box.high.y : box.low.y, thick = box.size().z, leaf = box.size().y;
            const auto hung =
                oiko::box({box.low.x, back ? y - thick : y, box.high.z - leaf}, {box.high.x, back ? y : y + thick, box.high.z - thick});
            EXPECT_GT(box.high.z - leaf, m.ground.highest(bounds(hung)) + 20) << p.id;
            for (const auto& q : m.parts)
                for (const auto& solid : q.solids)
                    if (q.role != "drop-board") EXPECT_LT(depthShared(hung, solid), 0.1) << p.id << " on " << q.id;
        }
    }
}

/// Of every plate on the mesh, the least share of its width that wood below bears where the plate lies along the joists.
double leastBorne(const Model& m) {
    double least = 1;
    for (const auto& p : m.parts) {
        if (p.role != "bottom-plate" || p.system != System::walls || std::fabs(p.along.y) < 0.9) continue;
        const auto plate = p.box();
        double borne = 0;
        for (const auto& q : m.parts)
            if (const auto u = q.box(); q.role == "joist" && u.high.y > plate.low.y + 1 && u.low.y < plate.high.y - 1)
                borne += std::max(0.0, std::min(plate.high.x, u.high.x) - std::max(plate.low.x, u.low.x));
        least = std::min(least, borne / plate.size().x);
    }
    return least;
}

TEST(WireFloor, EndWallsStandOnDoubledJoists) {
    for (const auto* timber : {"inch", "metric", "planed"}) {
        auto m = modelOf(wired({{"frame.timber", timber}, {"floor.height", "1.1 m"}}));
        EXPECT_GT(leastBorne(m), 0.8) << timber;
        // With one alone a plate hangs over by more than half.
        double first = 1e9;
        for (const auto& p : m.parts)
            if (p.role == "joist") first = std::min(first, p.box().low.x);
        std::erase_if(m.parts,
                      [&](const Part& p) { return p.role == "joist" && p.box().low.x > first + 10 && p.box().low.x < first + 60; });
        EXPECT_LT(leastBorne(m), 0.5) << timber;
    }
}

TEST(WireFloor, ALegBetweenJoistsIsFound) {
    auto m = modelOf(wired());
    ASSERT_EQ(sagging(m), "");
    ASSERT_GT(std::erase_if(m.parts, [](const Part& p) { return p.id == "floor/block/1"; }), 0u);
    EXPECT_NE(sagging(m), "");
}

TEST(WireFloor, StripsByHand) {
    // 8 ft wide: joists 16 in apart, so strips of 32 in, edges over the middle of a joist; lapped by 2 in they come from a roll of 36.
    const auto a = answerTo(wired({{"coop.width", "8ft"}, {"coop.depth", "4ft"}}));
    std::vector<double> edges;
    for (const auto& p : a->model->parts)
        if (p.role == "floor-wire" || p.role == "floor-mesh") {
            EXPECT_NEAR(p.box().size().x / 25.4, 32, 1e-3);
            EXPECT_NEAR(p.extent(p.wide) + p.lapMm, (p.id.ends_with("/3") ? 32 : 34) * 25.4, 0.01);
            edges.push_back(p.box().high.x / 25.4);
        }
    ASSERT_EQ(edges.size(), 6u);
    // Two boards between the only pair of beams, 41 in apart less what is free: 20 5/16 in. In two widths of 46 1/2 less an eighth.
    int boards = 0;
    for (const auto& p : a->model->parts)
        if (p.role == "drop-board") {
            ++boards;
            EXPECT_NEAR(p.extent(p.wide) / 25.4, 20.5 - 0.125 - 0.0625, 1e-3);
            EXPECT_NEAR(p.extent(p.along) / 25.4, 46.5 - 0.125, 1e-3);
        }
    EXPECT_EQ(boards, 4);
    EXPECT_EQ(needed(*a, "hook-eye", "dropboard"), 8);
    EXPECT_EQ(inInches(dropLeaf(*a->settled)), 20.5);
    // Staples every 3 in along nine joists of 45 in and two rims of 8 ft, by layers held together.
    EXPECT_GE(needed(*a, "staple", "floorwire"), (9 * 45 + 2 * 96) / 3);
}

TEST(WireFloor, TakesNoCoverFoamOrTrays) {
    Settled s{wired()};
    for (const auto* key : {"floor.cover", "floor.insulation", "roost.trays"}) EXPECT_FALSE(s.applies(key)) << key;
    EXPECT_TRUE(s.applies("floor.drop"));
    EXPECT_FALSE(Settled{designWith({})}.applies("floor.drop"));
}

TEST(WireFloor, AStripTakenAwayIsAHole) {
    const auto a = answerTo(wired({{"floor.drop", "no"}}));
    auto m = *a->model;
    const auto box = m.find("floor/mesh/2")->box();
    ASSERT_EQ(std::erase_if(m.parts, [](const Part& p) { return p.id == "floor/mesh/2"; }), 1u);
    m.joints.clear(), findJoints(m);
    const auto found = allHoles(m, ballThatMeshStops(*a->settled));
    ASSERT_FALSE(found.holes.empty());
    EXPECT_TRUE(std::ranges::any_of(found.holes, [&](const WayOut& h) { return h.at.x > box.low.x - 26 && h.at.x < box.high.x + 26; }));
}

}  // namespace
}  // namespace oiko
