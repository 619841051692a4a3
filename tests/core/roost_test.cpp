// Roosts at one height or stepping up to the wall, and the boards that catch what falls.
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/judge/findings.h"
#include "whole.h"

namespace oiko {
namespace {

Design perches(std::vector<Change> more) {
    more.insert(more.begin(), {{"coop.width", "12'"}, {"coop.depth", "8'"}, {"roost.count", "3"}, {"roost.height", "28in"}});
    return designWith(more);
}

TEST(Roosts, CupsOnTheLastStandsKeepClearOfWhatIsFixedToTheWall) {
    // Found by a random design: a pop door's keeper beside the end of bars that lie in cups, over boards.
    for (const auto* timber : {"inch", "planed"})
        EXPECT_EQ(
            unsound(modelOf(designWith(asked("roost.wall=back; roost.hold=cups; roost.boards=yes; runs.1.side=left; pops.1.wall=left; "
                                             "pops.1.at=17in; frame.timber=" +
                                             std::string{timber})))),
            "");
}

TEST(Roosts, StepUpTowardsTheirWall) {
    const auto d = perches({{"roost.wall", "back"}, {"roost.step", "12in"}, {"roost.apart", "14in"}});
    const auto m = modelOf(d);
    EXPECT_EQ(unsound(m), "");
    Settled s{d};
    const auto bars = ofRole(m, "roost");
    ASSERT_EQ(bars.size(), 3u);
    const double floor = bars[0]->box().high.z - 28 * 25.4 - 2 * 12 * 25.4;
    for (int k = 0; k < 3; ++k) {
        // The first stands 12 in from the studs' inner faces, the highest; each next 14 in inwards and 12 lower.
        const auto b = bars[static_cast<std::size_t>(k)]->box();
        EXPECT_NEAR((96 * 25.4 - (b.low.y + b.high.y) / 2) / 25.4, 3.5 + 12 + 14 * k, 1e-3);
        EXPECT_NEAR((b.high.z - floor) / 25.4, 28 + 12 * (2 - k), 1e-3);
    }
    // A leg under each bar of each stand, up to its underside.
    const auto legs = ofRole(m, "roost-leg");
    EXPECT_EQ(legs.size() % 3, 0u);
    for (const auto* leg : legs)
        EXPECT_TRUE(std::ranges::any_of(bars, [&](const Part* bar) { return std::fabs(bar->box().low.z - leg->box().high.z) < 0.01; }));
}

TEST(Roosts, AtOneHeightLieOnRails) {
    const auto m = modelOf(perches({}));
    const auto bars = ofRole(m, "roost"), rails = ofRole(m, "roost-rail");
    ASSERT_FALSE(rails.empty());
    for (const auto* bar : bars) EXPECT_NEAR(bar->box().low.z, rails[0]->box().high.z, 1e-3);
    EXPECT_EQ(ofRole(m, "roost-leg").size(), 2 * rails.size());
}

TEST(DroppingsBoards, LieUnderEveryBarAndLiftOut) {
    for (const auto* step : {"0in", "10in"})
        for (const auto* wall : {"back", "left"}) {
            const auto d = perches({{"roost.boards", "yes"}, {"roost.step", step}, {"roost.wall", wall}, {"roost.count", "2"}});
            const auto a = answerTo(d);
            const auto& m = *a->model;
            EXPECT_EQ(unsound(m), "") << step << wall;
            const auto boards = ofRole(m, "droppings-board");
            ASSERT_FALSE(boards.empty());
            double lowest = 1e9;
            for (const auto* bar : ofRole(m, "roost")) lowest = std::min(lowest, bar->box().high.z);
            // Whatever falls from a bar lands on a board or on a stand's wood between two.
            for (const auto* bar : ofRole(m, "roost")) {
                const auto b = bar->box();
                for (int i = 0; i <= 40; ++i) {
                    const double x = b.low.x + (b.high.x - b.low.x) * i / 40, y = b.low.y + (b.high.y - b.low.y) * i / 40;
                    const auto under = [&](const Part& p) {
                        const auto q = p.box();
                        return q.low.x <= x + 2 && q.high.x >= x - 2 && q.low.y <= y + 2 && q.high.y >= y - 2;
                    };
                    EXPECT_TRUE(std::ranges::any_of(m.parts,
                                                    [&](const Part& p) {
                                                        return (p.role == "droppings-board" || p.role == "roost-leg" ||
                                                                p.role == "roost-rail" || p.role == "roost-brace") &&
                                                               under(p);
                                                    }))
                        << step << wall << i;
                }
            }
            for (const auto* board : boards) {
                EXPECT_NEAR((lowest - board->box().high.z) / 25.4, 10, 1e-3);
                // Two boards at most to a stand's bay, each light enough for one hand: no wider than half a sheet is long.
                EXPECT_LE(board->extent(board->along) / 25.4, 48);
                // Rests on cleats at both its ends, fastened to none.
                int cleats = 0;
                for (const auto& joint : m.joints)
                    if (&m.parts[joint.a] == board && m.parts[joint.b].role == "cleat") cleats += joint.kind == Joint::Kind::bears;
                EXPECT_EQ(cleats, 2);
            }
        }
    EXPECT_TRUE(ofRole(modelOf(perches({})), "droppings-board").empty());
}

TEST(Roosts, RoundPolesLieOnAFlatAndAreBoughtAsSuch) {
    for (const auto* timber : {"inch", "metric"})
        for (const auto* step : {"0in", "8in"}) {
            const auto d = perches({{"roost.stock", "round"}, {"frame.timber", timber}, {"roost.step", step}, {"roost.wall", "back"}});
            expectWholeAndShut(d);
            const auto a = answerTo(d);
            const double thick = timber[0] == 'i' ? 50.8 : 50;
            const auto bars = ofRole(*a->model, "roost");
            ASSERT_FALSE(bars.empty());
            for (const auto* bar : bars) {
                EXPECT_EQ(bar->stock, timber[0] == 'i' ? "pole-2" : "pole-50");
                EXPECT_NEAR(bar->box().size().z, thick, 0.01);
                // Sixteen faces round a circle: a hundredth more than it has.
                const double section = bar->volumeMm3() / bar->extent(bar->along), circle = kPi * thick * thick / 4;
                EXPECT_NEAR(section / circle, 16 * std::tan(kPi / 16) / kPi, 1e-3);
            }
        }
}

TEST(Roosts, LiftOutOfTheirCupsAndAreNotNailed) {
    for (const auto& more : std::vector<std::vector<Change>>{{{"roost.stock", "2x4"}},
                                                             {{"roost.step", "8in"}, {"roost.wall", "back"}},
                                                             {{"roost.stock", "round"}, {"roost.boards", "yes"}}}) {
        auto changes = more;
        changes.push_back({"roost.hold", "cups"});
        const auto d = perches(changes);
        SCOPED_TRACE(more[0].key);
        EXPECT_EQ(unsound(modelOf(d)), "");
        const auto a = answerTo(d);
        EXPECT_EQ(needed(*a, "nail-16d", "pin"), 0);
        const auto bars = ofRole(*a->model, "roost"), cups = ofRole(*a->model, "roost-cup");
        std::set<std::string> stands;
        for (const auto* cup : cups) stands.insert(cup->id.substr(0, cup->id.find("/cup")));
        EXPECT_EQ(cups.size(), 2 * 3 * stands.size());
        EXPECT_EQ(needed(*a, "screw-2", "cup"), 2 * static_cast<double>(cups.size()));
        for (const auto* bar : bars) {
            // Straight up nothing holds it; to either side a cup does within an eighth.
            const auto meets = [&](Vec3 by) {
                auto moved = bar->solids[0];
                for (auto& v : moved.vertices) v = v + by;
                return std::ranges::any_of(a->model->parts, [&](const Part& p) {
                    return p.id != bar->id && std::ranges::any_of(p.solids, [&](const Solid& s) { return depthShared(moved, s) > 0.5; });
                });
            };
            for (const double up : {10.0, 30.0, 60.0}) EXPECT_FALSE(meets({0, 0, up})) << bar->id;
            const Vec3 across = cross(bar->along, {0, 0, 1});
            EXPECT_TRUE(meets(across * 3.2));
            EXPECT_TRUE(meets(across * -3.2));
        }
    }
    // A flat 2x4 over a leg of its own width has no room for cups.
    EXPECT_FALSE(perches({}).with({{"roost.step", "8in"}, {"roost.stock", "2x4"}, {"roost.hold", "cups"}}));
}

TEST(RoostLadder, LeansOnTheFloorAndIsHookedToTheLowestBar) {
    for (const auto& more : std::vector<std::vector<Change>>{{},
                                                             {{"roost.boards", "yes"}},
                                                             {{"roost.step", "10in"}, {"roost.wall", "back"}},
                                                             {{"foundation.kind", "curb"}, {"nests.kind", "inside"}}}) {
        auto changes = more;
        changes.push_back({"roost.ladder", "yes"});
        const auto d = perches(changes);
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key);
        EXPECT_EQ(unsound(modelOf(d)), "");
        const auto a = answerTo(d);
        const auto* ladder = a->model->find("roosts/ladder");
        ASSERT_NE(ladder, nullptr);
        EXPECT_NEAR(std::asin(std::fabs(ladder->along.z)) * 180 / kPi, 45, 1e-6);
        const auto at = static_cast<std::size_t>(ladder - a->model->parts.data());
        int stands = 0, hangs = 0;
        for (const auto& j : a->model->joints) {
            if (j.a != at && j.b != at) continue;
            const auto& other = a->model->parts[j.a == at ? j.b : j.a];
            stands += j.kind == Joint::Kind::bears && (other.role == "deck" || other.role == "fill");
            hangs += j.kind == Joint::Kind::hangs && (other.role == "roost" || other.role == "droppings-lip");
        }
        EXPECT_EQ(hangs, 1);
        EXPECT_TRUE(stands > 0 || ladder->box().low.z < 1) << "on the deck, or on the earth";
        // Rungs at most 6 in apart, and the height counts as climbed.
        const auto rungs = ofRole(*a->model, "rung");
        EXPECT_GE(std::ranges::count_if(rungs, [](const Part* p) { return p->id.starts_with("roosts/"); }),
                  std::floor(ladder->extent(ladder->along) / 25.4 / 6) - 1);
        EXPECT_EQ(std::ranges::find(a->findings, "roost.jump", &Finding::id)->state, State::pass);
    }
    // Where it would stand in the nests there is none, and that is said.
    const auto tight = answerTo(
        designWith(asked("form.kind=elevated; flock.count=6; roost.ladder=yes; roost.height=30in; coop.depth=4ft; roost.count=2")));
    EXPECT_EQ(tight->model->find("roosts/ladder"), nullptr);
    EXPECT_EQ(std::ranges::find(tight->findings, "roost.ladder", &Finding::id)->state, State::fail);
}

TEST(DroppingsTrays, AreDrawnOutThroughTheCleanOutBehindTheRoosts) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {{"form.kind", "elevated"}, {"flock.count", "6"}},
             asked("form.kind=elevated; flock.count=8; doors.1.leaf=double; doors.1.width=5ft; frame.timber=metric"),
             {{"form.kind", "elevated"}, {"flock.count", "6"}, {"roost.step", "6in"}, {"roost.count", "2"}},
             {{"doors.2.kind", "clean_out"}, {"doors.2.wall", "back"}, {"coop.width", "12ft"}},
             asked("doors.2.kind=clean_out; doors.2.wall=left; doors.2.width=36in; roof.form=gable; coop.depth=8ft; runs.1.side=right; "
                   "foundation.kind=slab"),
         }) {
        auto changes = more;
        changes.push_back({"roost.trays", "yes"});
        SCOPED_TRACE(more.back().key + "=" + more.back().text);
        const auto d = designWith(changes);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        const auto& m = *a->model;
        const auto trays = ofRole(m, "tray-bottom");
        ASSERT_FALSE(trays.empty());
        EXPECT_EQ(needed(*a, "pull-handle", "trayhandle"), static_cast<double>(trays.size()));
        const auto& wall = a->settled->choice("roost.wall");
        const auto& door = *std::ranges::find_if(m.openings, [&](const OpeningSpec& o) { return o.kind == "clean_out" && o.side == wall; });
        const bool alongX = wall == "front" || wall == "back";
        double low = 1e9, high = -1e9;  // of the opening
        for (const auto& c : door.corners) low = std::min(low, alongX ? c.x : c.y), high = std::max(high, alongX ? c.x : c.y);
        for (const auto* tray : trays) {
            const auto box = tray->box();
            // It passes between the stops of the leaf, and slides over nothing but the floor.
            EXPECT_GE((alongX ? box.low.x : box.low.y) - low, inMm(timberOf(*a->settled).one) + 3);
            EXPECT_GE(high - (alongX ? box.high.x : box.high.y), inMm(timberOf(*a->settled).one) + 3);
            for (const auto& j : m.joints)
                if (m.parts[j.a].id == tray->id || m.parts[j.b].id == tray->id) {
                    const auto& other = m.parts[j.a].id == tray->id ? m.parts[j.b] : m.parts[j.a];
                    EXPECT_TRUE(other.role == "deck" || other.role == "slab" || other.role == "tray-rim") << other.id;
                }
            // From the wall to the front of the roosts' zone.
            EXPECT_NEAR(tray->extent(tray->along), inMm(roostZone(*a->settled)), 0.01);
        }
    }
}

TEST(DroppingsTrays, ByHand) {
    // The clean-out goes from 8 1/2 to 32 1/2 in, its stops take 3/4 of that on either side; an eighth is free beside the tray. The stands
    // make way for it: one ends an eighth before 9 3/8 in, the other begins an eighth past 31 5/8.
    const auto a =
        answerTo(designWith(asked("form.kind=elevated; flock.count=4; coop.width=4ft; coop.depth=4ft; doors.1.width=24in; "
                                  "doors.1.at=8.5in; windows.1=; windows.2=; roost.trays=yes")));
    const auto trays = ofRole(*a->model, "tray-bottom");
    ASSERT_EQ(trays.size(), 1u);
    EXPECT_NEAR(trays[0]->extent(trays[0]->wide) / 25.4, 22.25, 1e-3);
    EXPECT_EQ(ofRole(*a->model, "roost-rail").size(), 2u);
    // The roosts' wall follows the clean-out; by hand elsewhere it is refused, with a way out.
    EXPECT_EQ(a->settled->choice("roost.wall"), a->settled->choice("doors.1.wall"));
}

TEST(Roosts, ArePinnedAndTheirStandsScrewedShort) {
    // Three bars over four stands: a pin each. Braces and cleats lie flat on legs, 3 in of wood: 2 1/2 in screws don't come through.
    const auto a = answerTo(perches({{"roost.wall", "back"}, {"roost.step", "12in"}}));
    std::map<std::string, int> roles;
    for (const auto& p : a->model->parts) ++roles[p.role];
    const auto of = [&](std::string_view rule) { return *std::ranges::find(a->takeoff->hardware, rule, &HardwareLine::rule); };
    EXPECT_EQ(of("pin").item, "nail-16d");
    EXPECT_EQ(of("pin").quantity, roles["roost-leg"]);
    EXPECT_EQ(of("stand").item, "screw-2-1/2");
    EXPECT_EQ(of("stand").quantity, 2 * roles["roost-leg"]);
    // Nothing of untreated wood stands on the earth.
    for (const auto* kind : {"curb", "skids"})
        for (const auto& p : modelOf(designWith({{"foundation.kind", kind}, {"roost.boards", "yes"}})).parts)
            if (p.form == Form::lumber && p.role != "rung" && p.box().low.z < 0.01) EXPECT_TRUE(p.treated()) << p.id;
}

TEST(SplashPanels, LineTheWallBehindTheRoostsBesideWhatOpensThere) {
    for (const auto& more : std::vector<std::vector<Change>>{{},
                                                             {{"coop.width", "14ft"}, {"flock.count", "16"}},
                                                             {{"windows.1.wall", "back"}, {"windows.1.at", "40in"}, {"roost.wall", "back"}},
                                                             {{"form.kind", "elevated"}, {"flock.count", "6"}},
                                                             {{"roof.form", "gable"}, {"roost.wall", "left"}, {"roost.step", "8in"}},
                                                             {{"partitions.1.wall", "left"}, {"coop.width", "12ft"}}}) {
        auto changes = more;
        changes.push_back({"roost.lined", "yes"});
        const auto a = answerTo(designWith(changes));
        const auto& m = *a->model;
        EXPECT_EQ(unsound(m), "");
        EXPECT_TRUE(a->cuts->sheets.unplaced.empty());
        Bounds bars;
        for (const auto& p : m.parts)
            if (p.role == "roost") bars.add(p.box());
        double lined = 0, open = 0;
        Settled s{designWith(changes)};
        const auto wall = s.choice("roost.wall");
        for (const auto& p : m.parts) {
            if (p.role != "splash-panel") continue;
            EXPECT_LE(p.box().low.z, bars.low.z - 4 * 25.4);
            EXPECT_GE(p.extent({0, 0, 1}), 12 * 25.4);
            EXPECT_LE(p.extent(p.along), 96 * 25.4 + 0.1);
            EXPECT_GE(p.extent(p.along), 6 * 25.4 - 0.1) << "no sliver";
            lined += p.extent(p.along);
            // Each of its ends lies over a stud, or beside what opens, a partition or the corner: it is held.
            EXPECT_GE(std::ranges::count_if(m.joints, [&](const Joint& j) { return m.parts[j.a].id == p.id || m.parts[j.b].id == p.id; }),
                      2)
                << p.id;
        }
        // What opens half a foot and more above the bars is not beside them: there the panels end below it.
        for (const auto& o : m.openings)
            if (o.side == wall && inMm(o.sill) + inMm(shellOf(s).floorTop) < bars.high.z + 7.75 * 25.4) open += inMm(o.width) + 8 * 25.4;
        const auto [from, to] = birdsAlong(s, wall);
        EXPECT_LE(lined, inMm(to - from) + 0.1);
        EXPECT_GE(lined, inMm(to - from) - open - 12 * 25.4);
    }
}

/// Heavy birds jump 24 in. A ladder at 45 degrees from 34 in needs 34 in of floor before the drop zone's 18 in and more.
TEST(Roosts, OfHeavyBirdsAreLowWhereNoLadderFits) {
    const auto few = designWith(asked("flock.size=heavy; flock.count=4; flock.shut_in=sleep_only")),
               many = designWith(asked("flock.size=heavy; flock.count=12"));
    Settled small{few}, large{many};
    EXPECT_EQ(small.length("roost.height"), inches(24));
    EXPECT_EQ(small.length("nests.height"), inches(16));
    EXPECT_FALSE(small.flag("roost.ladder"));
    EXPECT_EQ(large.length("roost.height"), inches(34));
    EXPECT_TRUE(large.flag("roost.ladder"));
}

/// Beside bars along the back of a coop 4 ft deep two nests find no wall: the bars go along an end, the nests across from them. Where there
/// is room the bars stay at the back.
TEST(Roosts, LeaveNestsAWall) {
    const auto d = designWith(asked("form.kind=elevated; flock.count=8; flock.size=heavy; flock.shut_in=sleep_only; runs.1.side=front"));
    Settled s{d};
    EXPECT_EQ(s.choice("roost.wall"), opposite(s.choice("nests.wall")));
    EXPECT_EQ(answerTo(designWith(asked("flock.count=8; runs.1.side=front")))->settled->choice("roost.wall"), "back");
}

/// Seven bars 24 in apart would ask for rails of 13 ft; four lie on rails of 3 x 24 + 12 in.
TEST(Roosts, LieOnRailsThatABoardIsLongEnoughFor) {
    const auto a = answerTo(designWith(asked("flock.size=turkeys; flock.count=24; roost.wall=left; stock.longest=8ft")));
    EXPECT_TRUE(a->cuts->boards.unplaced.empty());
    for (const auto* rail : ofRole(*a->model, "roost-rail")) EXPECT_NEAR(rail->extent(rail->along), 84 * 25.4, 0.01);
}

}  // namespace
}  // namespace oiko
