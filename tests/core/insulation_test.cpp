// Foam between studs and joists: everywhere, and nowhere within a beak's reach.
#include <cmath>
#include <set>

#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/design/spans.h"
#include "core/judge/holes.h"
#include "some.h"

namespace oiko {
namespace {

Design warm(std::vector<Change> more = {}) {
    std::vector<Change> all = asked("flock.count=8; skin.lining=ply-1/2; skin.insulation=foam-1-1/2; floor.insulation=foam-2");
    all.insert(all.end(), more.begin(), more.end());
    // Concrete has no joists to put it between.
    if (std::ranges::any_of(more, [](const Change& c) { return c.text == "curb" || c.text == "slab"; }))
        std::erase_if(all, [](const Change& c) { return c.key == "floor.insulation"; });
    return designWith(all);
}

/// Foam of walls and roofs that shows from within: what of its face no lining, no nest's back and no other wall lies against, no plate lies
/// under.
std::string bare(const Model& m) {
    std::map<std::size_t, double> covered;
    for (const auto& j : m.joints)
        for (const auto& [foam, other] : {std::pair{j.a, j.b}, std::pair{j.b, j.a}}) {
            const auto &p = m.parts[foam], &q = m.parts[other];
            const bool across = q.system == System::walls && q.side != p.side;
            if (p.role == "wall-foam" && (q.role == "wall-lining" || q.role == "nest-back" || across)) covered[foam] += j.patchMm2;
            if (p.role == "roof-foam" && (q.role == "roof-lining" || onUprights(q))) covered[foam] += j.patchMm2;
        }
    std::string out;
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        if (const auto& p = m.parts[i]; p.role == "wall-foam" || p.role == "roof-foam") {
            const double face = p.volumeMm3() / p.extent(p.thick());
            // The square ends of what lies under a roof touch ridge and plate by their lower edges: behind them are wedges, shut.
            if (covered[i] < face - (p.role == "roof-foam" ? p.extent(p.wide) * 25.4 : 700))
                out += p.id + " " + writeNumber(face - covered[i], 0) + "\n";
        }
    return out;
}

TEST(Insulation, UnlikeCoopsAreSoundShutAndCovered) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"nests.kind", "inside"}, {"roof.form", "gable"}},
             {{"form.kind", "elevated"}, {"flock.count", "5"}, {"frame.stud", "2x3"}, {"runs.1.under", "yes"}},
             {{"pops.1.kind", "automatic"}, {"foundation.kind", "curb"}, {"skin.insulation", "foam-2"}},
             {{"coop.width", "14'"}, {"partitions.1.wall", "left"}, {"frame.spacing", "16in"}, {"skin.kind", "board_batten"}},
             {{"existing.what", "standing"}, {"skin.lining", "wipe-1/8"}, {"roof.falls_to", "left"}},
             {{"roof.form", "ceiling"}, {"skin.kind", "metal"}, {"floor.joist", "2x6"}, {"skin.insulation", "foam-1"}},
             {{"skin.open_front", "yes"}, {"nests.wall", "left"}, {"roost.lined", "yes"}},
         }) {
        if (sampled() && more.size() != 2) continue;
        const auto a = answerTo(warm(more));
        EXPECT_EQ(unsound(*a->model), "") << more.size();
        EXPECT_EQ(bare(*a->model), "") << more.size();
        for (const auto& hole : allHoles(*a->model, ballThatMeshStops(*a->settled)).holes)
            ADD_FAILURE() << more.size() << ": " << hole.wideMm << " at " << hole.at.x << " " << hole.at.y << " " << hole.at.z
                          << testing::PrintToString(hole.parts);
        EXPECT_TRUE(a->cuts->boards.unplaced.empty() && a->cuts->sheets.unplaced.empty() && a->cuts->rolls.unplaced.empty());
        // What stood before is filled too; the foam is new.
        for (const auto& p : a->model->parts)
            if (p.role == "wall-foam" || p.role == "floor-foam" || p.role == "foam-cleat") EXPECT_FALSE(p.existing) << p.id;
        // Of each closed wall of the birds' room: foam, frame and what opens are all there is of it, but hollows under an inch.
        const auto shell = shellOf(*a->settled);
        for (const std::string side : {"front", "right", "back", "left"}) {
            if (!shell.bearing(side) || openWall(*a->settled, side) || roomsAt(*a->settled, leftOf(side)) > Length{} ||
                roomsAt(*a->settled, rightOf(side)) > Length{})
                continue;
            double filled = 0;
            for (const auto& p : a->model->parts) {
                if (p.side != side || (p.system != System::walls && p.role != "wall-foam") || p.role == "header-spacer") continue;
                if (p.role == "header" && p.id.ends_with("/inner")) continue;
                filled += p.volumeMm3() / (p.role == "header"      ? inMm(inches(1.5))
                                           : p.role == "wall-foam" ? p.extent(p.thick())
                                                                   : inMm(shell.wallDeep));
            }
            for (const auto& o : a->model->openings)
                if (o.side == side && o.kind != "nest_inside" && o.kind != "gate") filled += inMm(o.width) * inMm(o.height);
            const double high = inMm(side == a->settled->choice("roof.falls_to") ? shell.lowWall() : shell.otherWall());
            EXPECT_NEAR(filled / (inMm(wallLength(*a->settled, side)) * high), 1, 0.02) << side << more.size();
        }
    }
}

TEST(Insulation, BareFoamIsFound) {
    auto m = *answerTo(warm())->model;
    ASSERT_EQ(bare(m), "");
    const auto gone = std::ranges::find_if(m.parts, [](const Part& p) { return p.role == "wall-lining"; });
    ASSERT_NE(gone, m.parts.end());
    gone->role = "poster";
    EXPECT_NE(bare(m), "");
}

TEST(Insulation, AWallAndAFloorByHand) {
    // A back wall of 8 ft with nothing in it: double studs at the corners, the rest on 24 in centres.
    const auto a =
        answerTo(warm(asked("coop.width=8'; coop.depth=6'; flock.count=6; vents.1.wall=front; vents.2=; windows.1.wall=front; windows.2=; "
                            "nests.wall=left; coop.low_wall=6'; floor.joist=2x6; frame.top_plates=doubled")));
    std::multiset<double> wide, floors, long_;
    double mesh = 0;
    int cleats = 0;
    const auto inch = [](double v) { return std::round(v / 25.4 * 1000) / 1000; };
    for (const auto& p : a->model->parts) {
        if (p.role == "wall-foam" && p.side == "back") {
            wide.insert(inch(p.extent(p.wide)));
            EXPECT_NEAR(p.extent(p.along) / 25.4, 72 - 4.5, 0.001);
            EXPECT_NEAR(p.extent(p.thick()) / 25.4, 1.5, 0.001);
        }
        if (p.role == "floor-foam") floors.insert(inch(p.extent(p.wide))), long_.insert(inch(p.extent(p.along)));
        if (p.role == "foam-mesh") mesh += p.extent(p.wide) * p.extent(p.along);
        cleats += p.role == "foam-cleat";
    }
    EXPECT_EQ(wide, (std::multiset<double>{20.25, 20.25, 22.5, 22.5}));
    // Joists of a 72 in floor on 16 in: 0, 15.25, 31.25 ... and 94.5; a row of blocks at 48 in, half to either side.
    EXPECT_EQ(floors, (std::multiset<double>{13.75, 13.75, 14.5, 14.5, 14.5, 14.5, 14.5, 14.5, 14.5, 14.5, 13.75, 13.75}));
    EXPECT_EQ(long_.count(inch((48 - 0.75 - 1.5) * 25.4)), 6u);
    EXPECT_EQ(long_.count(inch((72 - 48 - 0.75 - 1.5) * 25.4)), 6u);
    EXPECT_EQ(cleats, 24);
    EXPECT_NEAR(mesh / 25.4 / 25.4, (4 * 13.75 + 8 * 14.5) / 2 * (45.75 + 21.75), 1);
    // Their screws, one every foot of each cleat and two at least.
    EXPECT_GE(needed(*a, "screw-2-1/2", "cleat"), 12 * 4 + 12 * 2);
}

TEST(Insulation, RoofsOfUnlikeCoopsAreSoundShutAndCovered) {
    int lined = 0;
    for (const auto& [preset, bytes] : presets()) {
        if (sampled() && preset != "gable" && preset != "storeroom" && preset != "leanto") continue;
        const auto d = presetDesign(preset).value().with(asked("roof.lining=ply-1/2; roof.insulation=foam-2"));
        if (preset == "barn") EXPECT_FALSE(d);  // within a building
        if (!d) continue;
        const auto a = answerTo(d.value());
        EXPECT_EQ(unsound(*a->model), "") << preset;
        EXPECT_EQ(bare(*a->model), "") << preset;
        EXPECT_TRUE(allHoles(*a->model, ballThatMeshStops(*a->settled)).holes.empty()) << preset;
        EXPECT_TRUE(a->cuts->boards.unplaced.empty() && a->cuts->sheets.unplaced.empty()) << preset;
        // Over the birds' room it lies, seen from above, but for a ridge and posts; not over runs and feed rooms.
        double area = 0;
        for (const auto& p : a->model->parts)
            if (p.role == "roof-lining") area += p.volumeMm3() / p.extent(p.thick()) * std::fabs(p.thick().z);
        const auto [left, right] = birdsAlong(*a->settled, "front");
        const auto [back, front] = birdsAlong(*a->settled, "left");
        EXPECT_NEAR(area / inMm(right - left) / inMm(front - back), 1, 0.04) << preset;
        ++lined;
    }
    EXPECT_GE(lined, sampled() ? 3 : 20);
}

TEST(Insulation, ARoofByHand) {
    const auto changes = asked("coop.width=8'; coop.depth=6'; flock.count=6; roof.pitch=3/12; roof.lining=ply-1/2; roof.insulation=foam-2");
    const auto a = answerTo(designWith(changes));
    std::multiset<double> wide;
    const auto inch = [](double v) { return std::round(v / 25.4 * 100) / 100; };
    int sheets = 0;
    for (const auto& p : a->model->parts) {
        // Rafters at 0, 23.25, 47.25, 71.25 and 94.5; foam over the walls' plates too.
        if (p.role == "roof-foam") wide.insert(inch(p.extent(p.wide)));
        if (p.role != "roof-lining") continue;
        // Between walls of 3 1/2 in, parted over the middle rafter; 65 in level, at 3 in 12, less what the upper edge leans.
        EXPECT_NEAR(p.extent(p.wide) / 25.4, 44.5, 0.001);
        EXPECT_NEAR(p.extent(p.along) / 25.4, 65 * std::sqrt(1 + 0.25 * 0.25) - 0.46875 * 0.25, 0.001);
        ++sheets;
    }
    EXPECT_EQ(sheets, 2);
    EXPECT_EQ(wide, (std::multiset<double>{18.25, 18.25, 22.5, 22.5}));
    // A screw a foot on what each touches, 67 in long: three rafters between the walls, the middle one from both sheets, and at either end
    // wall a 2x4 on its plates beside the rafter, 1 1/2 in of it within.
    EXPECT_NEAR(needed(*a, "screw-1-1/4", "rooflining"), 6 * 6, 6);
    EXPECT_EQ(std::ranges::count(a->model->parts, "lining-nailer", &Part::role), 2);
    for (const auto& p : a->model->parts)
        if (p.role == "lining-nailer") EXPECT_TRUE(inch(p.box().low.x) == 1.5 || inch(p.box().high.x) == 94.5) << p.id;
    // Where one stands, so much lower.
    const auto bare = Settled{designWith(asked("coop.width=8'; coop.depth=6'; flock.count=6; roof.pitch=3/12; coop.low_wall=6'"))};
    auto under = bare, lined = Settled{designWith(changes).with(asked("coop.low_wall=6'")).value()};
    EXPECT_NEAR(inMm(shellOf(under).headroom() - shellOf(lined).headroom()) / 25.4, 0.46875 * std::sqrt(1 + 0.25 * 0.25), 0.01);
    // 48 lb of plywood and 8 lb of foam on 32 sq ft.
    EXPECT_NEAR(inPsf(coopRoofLoad(lined).dead) - inPsf(coopRoofLoad(under).dead), 56.0 / 32, 0.01);
    // IRC 2018 Table R802.4.1(2), ceiling attached, 20 psf live, 10 psf dead, spruce-pine-fir No. 2, from memory: 2x4 at 12 in 9 ft 4 in,
    // 2x6 at 12 in 14 ft 9 in. Where a ceiling hangs there they bend by a 240th.
    const SpanLoad attached{psf(20), psf(10), 1.25, coopRoofLoad(lined).limit};
    EXPECT_NEAR(inFeet(clearSpan(wood("spf"), *profile("2x4"), inches(12), attached).clear), 9 + 4.0 / 12, 0.1);
    EXPECT_NEAR(inFeet(clearSpan(wood("spf"), *profile("2x6"), inches(12), attached).clear), 14 + 9.0 / 12, 0.1);
}

TEST(Insulation, BareFoamOfARoofIsFound) {
    auto m = *answerTo(presetDesign("gable").value().with(asked("roof.lining=wipe-1/8; roof.insulation=foam-1")).value())->model;
    ASSERT_EQ(bare(m), "");
    std::ranges::find(m.parts, "roof-lining", &Part::role)->role = "poster";
    EXPECT_NE(bare(m), "");
}

TEST(Insulation, WhatTiesNotchIsNotCutAslant) {
    const auto a = answerTo(presetDesign("gable").value().with(asked("roof.lining=ply-1/2; roof.insulation=foam-1")).value());
    int notched = 0;
    for (const auto& piece : a->takeoff->pieces)
        if (piece.role == "roof-foam" || piece.role == "roof-lining") {
            EXPECT_FALSE(piece.slant) << piece.mark;
            notched += piece.openings;
        }
    EXPECT_GT(notched, 0);
}

TEST(Insulation, StaysBehindALining) {
    const auto d = warm();
    const auto none = d.with({{"skin.lining", "none"}});
    ASSERT_TRUE(none);
    for (const auto& p : modelOf(none.value()).parts) EXPECT_NE(p.role, "wall-foam");
    // It waits for the next one.
    EXPECT_EQ(modelOf(none.value().with({{"skin.lining", "ply-1/2"}}).value()), modelOf(d));
    EXPECT_FALSE(Settled{warm({{"foundation.kind", "slab"}})}.applies("floor.insulation"));
}

}  // namespace
}  // namespace oiko
