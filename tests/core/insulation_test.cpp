// Foam between studs and joists: everywhere, and nowhere within a beak's reach.
#include <cmath>
#include <set>

#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
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

/// Foam of walls that shows from within: what of its face no lining, no nest's back and no other wall lies against.
std::string bare(const Model& m) {
    std::map<std::size_t, double> covered;
    for (const auto& j : m.joints)
        for (const auto& [foam, other] : {std::pair{j.a, j.b}, std::pair{j.b, j.a}}) {
            const auto &p = m.parts[foam], &q = m.parts[other];
            if (p.role != "wall-foam") continue;
            const bool across = q.system == System::walls && q.side != p.side;
            if (q.role == "wall-lining" || q.role == "nest-back" || across) covered[foam] += j.patchMm2;
        }
    std::string out;
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        if (const auto& p = m.parts[i]; p.role == "wall-foam") {
            const double face = p.volumeMm3() / p.extent(p.thick());
            if (covered[i] < face - 700) out += p.id + " " + writeNumber(face - covered[i], 0) + "\n";
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
