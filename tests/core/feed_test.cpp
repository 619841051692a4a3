// Feeders and drinkers: as many as the days away ask, hung where nothing is in the way, from a rafter over them.
#include <algorithm>
#include <cmath>

#include "core/design/ground.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/judge/findings.h"
#include "whole.h"

namespace oiko {
namespace {

std::vector<const Part*> hungIn(const Model& m) {
    std::vector<const Part*> out;
    for (const auto& p : m.parts)
        if (p.role == "feeder" || p.role == "drinker") out.push_back(&p);
    return out;
}
const Finding& placed(const Answer& a) { return *std::ranges::find(a.findings, std::string{"feed.place"}, &Finding::id); }

TEST(Feed, AsManyAsTheDaysAwayAsk) {
    // A quarter of a pound and a pint a day: 14 birds for 2 days 7 lb and 3 1/2 gallons; 40 for 10 days 100 lb and 50 gallons.
    for (const auto& [birds, days, feeders, drinkers] :
         {std::tuple{"14", "2", 1, 1}, {"40", "10", 4, 10}, {"60", "2", 2, 3}, {"12", "0", 1, 1}}) {
        Settled s{designWith({{"flock.count", birds}, {"flock.days_away", days}, {"coop.width", "12ft"}, {"coop.depth", "8ft"}})};
        EXPECT_EQ(s.count("feed.count"), feeders) << birds;
        EXPECT_EQ(s.count("water.count"), drinkers) << birds;
    }
}

TEST(Feed, HangsFromTheRafterOverItAtTheBirdsBacks) {
    const auto a = answerTo(presetDesign("demo").value());
    const auto things = hungIn(*a->model);
    ASSERT_EQ(things.size(), 2u);
    const auto shell = shellOf(*a->settled);
    for (const auto* p : things) {
        const auto box = p->box();
        EXPECT_NEAR(box.low.z, inMm(shell.floorTop) + 8 * 25.4, 0.01);
        EXPECT_NEAR(box.size().x, 12 * 25.4, 0.5);
        const auto joint = std::ranges::find_if(a->model->joints,
                                                [&](const Joint& j) { return j.kind == Joint::Kind::hangs && &a->model->parts[j.a] == p; });
        ASSERT_NE(joint, a->model->joints.end());
        // The roof falls to the back: its rafters' underside is lower there by 3 in a foot.
        const double y = (box.low.y + box.high.y) / 2;
        EXPECT_NEAR(box.high.z + joint->gapMm, inMm(shell.floorTop) + shell.rafterUndersideMm(y), 0.5) << p->id;
        EXPECT_EQ(a->model->parts[joint->b].role, "rafter");
    }
    EXPECT_EQ(placed(*a).state, State::pass);
    // Each hook and every begun foot of chain is in the list.
    double hooks = 0, feet = 0, chain = 0;
    for (const auto& line : a->takeoff->hardware)
        hooks += line.item == "screw-hook" ? line.quantity : 0, chain += line.item == "chain-foot" ? line.quantity : 0;
    for (const auto& j : a->model->joints)
        if (j.kind == Joint::Kind::hangs && a->model->parts[j.a].system == System::inside) feet += std::ceil(j.gapMm / 304.8);
    EXPECT_EQ(hooks, 2);
    EXPECT_EQ(chain, feet);
}

TEST(Feed, KeepsClearOfRoostsDoorsAndOfItself) {
    for (const auto& preset : presets()) {
        const auto m = modelOf(presetDesign(preset.name).value());
        const auto things = hungIn(m);
        for (const auto* p : things) {
            const auto box = p->box();
            for (const auto* other : things)
                if (other != p) EXPECT_FALSE(box.meets(other->box(), 25.4)) << preset.name;
            for (const auto& c : m.clear)
                if (c.id == "roosts/zone") {
                    const auto zone = bounds(c.solid);
                    EXPECT_FALSE(zone.low.x < box.high.x && zone.high.x > box.low.x && zone.low.y < box.high.y && zone.high.y > box.low.y)
                        << preset.name << " " << p->id;
                }
            for (const auto& o : m.openings)
                if (o.kind == "people_door" || o.kind == "pop") {
                    Bounds way;
                    for (const auto& c : o.corners) way.add(Vec3{c.x, c.y, 0});
                    EXPECT_FALSE(way.meets({{box.low.x, box.low.y, -1}, {box.high.x, box.high.y, 1}}, 12 * 25.4))
                        << preset.name << " " << o.id;
                }
        }
    }
}

TEST(Feed, HangsInTheRunOverTheGroundThere) {
    const auto a = answerTo(designWith(
        asked("feed.place=run; foundation.kind=posts; flock.count=8; runs.1.side=right; ground.front_right=6in; ground.back_right=6in")));
    const auto things = hungIn(*a->model);
    ASSERT_EQ(things.size(), 2u);
    for (const auto* p : things) {
        const auto box = p->box();
        EXPECT_NEAR(box.low.z - a->model->ground.at((box.low.x + box.high.x) / 2, (box.low.y + box.high.y) / 2), 8 * 25.4, 0.5);
        EXPECT_GT(box.low.x, inMm(a->settled->length("coop.width"))) << "outside the coop";
    }
    EXPECT_EQ(unsound(*a->model), "");
}

TEST(Feed, IsToldWhereThereIsNoPlace) {
    // Ten drinkers in a coop for four hens.
    const auto a = answerTo(designWith({{"form.kind", "elevated"}, {"flock.count", "4"}, {"water.count", "10"}}));
    EXPECT_EQ(placed(*a).state, State::near);
    EXPECT_LT(placed(*a).value, 11);
    EXPECT_EQ(placed(*a).limit, 11);
    EXPECT_EQ(unsound(*a->model), "");
    const auto none = answerTo(designWith({{"feed.count", "0"}, {"water.count", "0"}}));
    EXPECT_TRUE(hungIn(*none->model).empty());
    EXPECT_EQ(placed(*none).state, State::pass);
}

TEST(Perches, StandFreeInTheRunAPawsReachFromItsMesh) {
    for (const auto& more :
         std::vector<std::vector<Change>>{{},
                                          {{"bath.place", "run"}, {"feed.place", "run"}},
                                          {{"runs.1.top", "mesh"}, {"ground.back_right", "6in"}, {"ground.back_left", "6in"}}}) {
        auto changes = more;
        changes.push_back({"run.perches", "2"});
        const auto a = answerTo(designWith(changes));
        EXPECT_EQ(unsound(*a->model), "");
        EXPECT_EQ(std::ranges::find(a->findings, std::string{"perch.place"}, &Finding::id)->state, State::pass);
        int bars = 0;
        for (const auto& p : a->model->parts) {
            if (!p.id.starts_with("perches/")) continue;
            bars += p.role == "perch";
            if (p.role == "perch") EXPECT_NEAR(p.extent(p.along) / 25.4, 48, 1e-3);
            for (const auto& mesh : a->model->parts)
                if (mesh.role == "run-mesh" && mesh.box().high.z < p.box().high.z + 900)
                    EXPECT_FALSE(mesh.box().meets({p.box().low - Vec3{152, 152, 0}, p.box().high + Vec3{152, 152, 0}}, 0)) << mesh.id;
        }
        EXPECT_EQ(bars, 2);
        // Two legs a bar, two screws up and two down each.
        EXPECT_EQ(needed(*a, "screw-2-1/2", "stand") - needed(*answerTo(designWith(more)), "screw-2-1/2", "stand"), 2 * 2 * 4);
        // They are no roosts.
        EXPECT_EQ(birdsServed(*a->settled, *a->model).birds, birdsServed(*a->settled, modelOf(designWith(more))).birds);
    }
    const auto crowded = answerTo(designWith({{"run.perches", "4"}, {"runs.1.length", "4ft"}, {"runs.1.width", "3ft"}, {"pops.1", ""}}));
    const auto& f = *std::ranges::find(crowded->findings, std::string{"perch.place"}, &Finding::id);
    EXPECT_EQ(f.state, State::near);
    EXPECT_LT(f.value, 4);
    EXPECT_EQ(unsound(*crowded->model), "");
    // Without a run nobody is asked.
    EXPECT_FALSE(Settled{designWith({{"runs.1", ""}})}.applies("run.perches"));
}

TEST(RunsFurniture, StumpsAndARoofedCornerStandFreeAndAreCountedByHand) {
    for (const auto& more : std::vector<std::vector<Change>>{
             asked("runs.1.top=mesh"), asked("runs.1.top=mesh; runs.1.side=right; bath.place=run; feed.place=run"),
             asked("runs.1.top=mesh; ground.back_right=6in; ground.back_left=6in; form.kind=elevated"),
             asked("runs.1.top=metal_lapped; runs.2.side=back; runs.2.top=mesh; frame.timber=metric")}) {
        auto changes = more;
        for (const auto& c : asked("run.stumps=3; run.corner=yes; run.perches=1")) changes.push_back(c);
        const auto a = answerTo(designWith(changes)), bare = answerTo(designWith(more));
        const auto& m = *a->model;
        EXPECT_EQ(unsound(m), "") << testing::PrintToString(more.size());
        for (const auto* id : {"stump.place", "corner.place", "perch.place"})
            EXPECT_EQ(std::ranges::find(a->findings, id, &Finding::id)->state, State::pass) << id;
        EXPECT_EQ(bought(*a, "stump"), 3);
        // Three logs of ten inches and two feet of 3 1/2 x 20 in are no run.
        const double taken = (3 * 100 + 2 * 3.5 * 20) / 144.0;
        const auto ground = [](const Answer& given) {
            double all = 0;
            for (const auto& r : runPlaces(*given.settled)) all += inMm(r.length) * inMm(r.width) / (304.8 * 304.8);
            return all + (inSquareMetres(underFloor(*given.settled)) + inSquareMetres(openFloor(*given.settled))) * 10.7639104;
        };
        EXPECT_NEAR(inSquareMetres(runFloor(*a->settled)) * 10.7639104, ground(*a) - taken, 0.01);
        // A run that follows its birds grows by what they take.
        EXPECT_GE(ground(*a), ground(*bare) - 0.01);
        // Legs under a half sheet that falls an inch in eight, to the mesh; nobody but its own parts under it.
        const auto legs = ofRole(m, "corner-leg");
        ASSERT_EQ(legs.size(), 4u);
        const auto* roof = m.find("roofed/roof");
        EXPECT_NEAR(roof->extent(roof->along) / 25.4, 46, 1e-3);
        EXPECT_NEAR(roof->along.z / std::hypot(roof->along.x, roof->along.y), 0.125, 1e-6);
        const auto under = roof->box();
        for (const auto& p : m.parts) {
            if (p.id.starts_with("roofed/") || p.edging() || p.role == "litter" || p.system == System::roof) continue;
            if (p.box().low.z < under.low.z)
                EXPECT_FALSE(p.box().meets({{under.low.x, under.low.y, under.low.z - 600}, {under.high.x, under.high.y, under.low.z}}, -10))
                    << p.id;
        }
        // They are set up when the run's frame stands, before its mesh and gate.
        const auto step = [&](std::string_view id) { return std::ranges::find(*a->steps, id, &Step::id) - a->steps->begin(); };
        EXPECT_GT(step("furniture"), step("runframe"));
        EXPECT_LT(step("furniture"), std::min(step("gate"), step("runmesh")));
        // Two screws at each leg's head; the sheets by their seams; both sheets painted.
        EXPECT_GE(needed(*a, "screw-3", "corner"), 8);
        EXPECT_GT(needed(*a, "screw-1-1/4", "corner"), 10);
        EXPECT_GT(needed(*a, "paint-gallon", "paint"), needed(*bare, "paint-gallon", "paint"));
    }
    // Ducks have a tub to bathe in, on three bags of gravel, and a block to climb in by; it is no ground to run on.
    const auto ducks = answerTo(designWith(asked("flock.size=ducks; flock.count=6"))),
               none = answerTo(designWith(asked("flock.size=ducks; flock.count=6; run.tub=no")));
    const auto* tub = ofRole(*ducks->model, "tub").front();
    EXPECT_EQ(unsound(*ducks->model), "");
    EXPECT_EQ(needed(*ducks, "bathing-tub"), 1);
    EXPECT_EQ(needed(*ducks, "gravel-bag", "tub"), 5) << "42 in across, 3 in deep: 2.4 cubic feet";
    EXPECT_NEAR(tub->box().high.z / 25.4, 10, 1e-6);
    EXPECT_NEAR((ofRole(*ducks->model, "tub-step").front()->box().low.x - tub->box().high.x), 0, 1e-6);
    EXPECT_TRUE(ofRole(*none->model, "tub").empty());
    EXPECT_FALSE(Settled{designWith({{"runs.1", ""}})}.applies("run.tub"));
    // No need of one under a roof, no stump without a run; what finds no place is told.
    EXPECT_FALSE(Settled{designWith({})}.applies("run.corner"));
    EXPECT_FALSE(Settled{designWith(asked("roof.form=ceiling; runs.1.top=mesh"))}.applies("run.corner")) << "in a building";
    EXPECT_FALSE(Settled{designWith({{"runs.1", ""}})}.applies("run.stumps"));
    const auto crowded =
        answerTo(designWith(asked("runs.1.top=mesh; run.stumps=6; run.corner=yes; runs.1.length=4ft; runs.1.width=3ft; pops.1=")));
    EXPECT_EQ(std::ranges::find(crowded->findings, "stump.place", &Finding::id)->state, State::near);
    EXPECT_EQ(std::ranges::find(crowded->findings, "corner.place", &Finding::id)->state, State::near);
    EXPECT_EQ(unsound(*crowded->model), "");
}

TEST(DustBath, StandsFreeInCoopOrRunAndIsCountedAsByHand) {
    for (const auto& more :
         std::vector<std::vector<Change>>{{{"bath.place", "coop"}, {"feed.place", "run"}},
                                          {{"bath.place", "run"}},
                                          {{"bath.place", "run"}, {"foundation.kind", "posts"}, {"ground.front_left", "14in"}},
                                          {{"bath.place", "coop"}, {"foundation.kind", "curb"}, {"coop.width", "12ft"}}}) {
        const auto a = answerTo(designWith(more));
        const auto& m = *a->model;
        EXPECT_EQ(unsound(m), "");
        const auto* sand = m.find("bath/sand");
        ASSERT_NE(sand, nullptr);
        // 2 by 2 ft, 4 1/2 in deep: a cubic foot and a half, three bags; boards of 25 1/2 and 24 in.
        EXPECT_NEAR(sand->volumeMm3() / std::pow(304.8, 3), 1.5, 0.001);
        double boards = 0;
        for (const auto& p : m.parts)
            if (p.role == "bath") boards += p.extent(p.along) / 25.4;
        EXPECT_EQ(bought(*a, "sand-bag"), 3);
        EXPECT_NEAR(boards, 2 * 25.5 + 2 * 24, 0.01);
        EXPECT_EQ(std::ranges::find(a->findings, std::string{"bath.place"}, &Finding::id)->state, State::pass);
        // Not under the roosts: dry, and clean.
        for (const auto& c : m.clear)
            if (c.id == "roosts/zone") {
                auto under = bounds(c.solid);
                under.low.z = -1e6;
                EXPECT_FALSE(under.meets(sand->box(), 0));
            }
    }
}

TEST(DustBath, WithoutAPlaceIsAFinding) {
    // A coop for four has roosts over half of it and a door's way over the rest.
    const auto a = answerTo(designWith({{"form.kind", "elevated"}, {"flock.count", "4"}, {"bath.place", "coop"}}));
    const auto f = std::ranges::find(a->findings, std::string{"bath.place"}, &Finding::id);
    ASSERT_NE(f, a->findings.end());
    EXPECT_EQ(f->state, State::near);
    EXPECT_EQ(a->model->find("bath/sand"), nullptr);
    EXPECT_FALSE(f->remedies.empty());
    const auto mended = answerTo(designWith({{"form.kind", "elevated"}, {"flock.count", "4"}, {"bath.place", "run"}}));
    EXPECT_EQ(std::ranges::find(mended->findings, std::string{"bath.place"}, &Finding::id)->state, State::pass);
    EXPECT_FALSE(Design{}.with({{"runs.1", ""}, {"bath.place", "run"}}));
}

TEST(Feed, WaterComesInDrinkersNipplesOrHeated) {
    // Forty hens and one day: 5 gallons in one; ten nipples want two buckets of eight.
    const auto with = [](const char* kind) {
        return answerTo(designWith(asked(std::string{"flock.count=40; flock.days_away=1; water.kind="} + kind)));
    };
    const auto open = with("drinkers"), nipples = with("nipples"), heated = with("heated");
    EXPECT_EQ(needed(*open, "drinker"), 1);
    EXPECT_EQ(needed(*nipples, "bucket"), 2);
    EXPECT_EQ(needed(*nipples, "side-nipple"), 10);
    EXPECT_EQ(needed(*nipples, "drinker"), 0);
    EXPECT_EQ(ofRole(*nipples->model, "drinker").size(), 2u);
    EXPECT_EQ(needed(*heated, "heated-drinker"), 1);
    EXPECT_EQ(unsound(*nipples->model), "");
}

}  // namespace
}  // namespace oiko
