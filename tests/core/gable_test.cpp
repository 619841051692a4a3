// Gable roofs: both slopes, the ridge and what carries it, the ties, the cap; unequal ones too.
#include <algorithm>
#include <cmath>

#include "core/catalog/lumber.h"
#include "core/design/layout.h"
#include "core/design/shell.h"
#include "core/design/spans.h"
#include "core/drawing/views.h"
#include "some.h"

namespace oiko {
namespace {

const std::vector<std::vector<Change>> kGables{
    {},
    {{"roof.falls_to", "right"}, {"roof.pitch", "6/12"}, {"flock.count", "8"}},
    {{"roof.falls_to", "left"}, {"roof.pitch", "12/12"}, {"roof.rafter", "2x6"}, {"flock.count", "5"}, {"coop.low_wall", "5ft"}},
    {{"roof.falls_to", "front"}, {"frame.top_plates", "single"}, {"roof.spacing", "16in"}},
    {{"form.kind", "elevated"}, {"flock.count", "5"}, {"roof.pitch", "5/12"}},
    {{"form.kind", "elevated"}, {"flock.count", "4"}, {"roof.falls_to", "right"}, {"roof.pitch", "8/12"}, {"roof.rafter", "2x6"}},
    {{"coop.depth", "8ft"}, {"roof.ridge", "5ft"}, {"roof.pitch", "4/12"}},
    {{"roof.ridge", "3ft"}, {"roof.pitch", "8/12"}, {"roof.other_pitch", "4/12"}, {"roof.rafter", "2x6"}},
    {{"roof.other_pitch", "6/12"}, {"roof.cover", "metal_sealed"}, {"roof.pitch", "4/12"}, {"runs.1", ""}},
    {{"roof.falls_to", "right"}, {"doors.1.wall", "front"}, {"doors.1.at", "30in"}, {"coop.width", "8ft"}, {"coop.depth", "8ft"}},
};

Design gableWith(std::vector<Change> changes) {
    changes.insert(changes.begin(), {"roof.form", "gable"});
    return designWith(changes);
}

class Gable : public testing::TestWithParam<std::size_t> {};
TEST_P(Gable, IsSound) {
    const auto m = modelOf(gableWith(kGables[GetParam()]));
    EXPECT_EQ(unsound(m), "");
    EXPECT_NE(m.find("roof/ridge"), nullptr);
}
INSTANTIATE_TEST_SUITE_P(Coops, Gable, testing::Range<std::size_t>(0, kGables.size()));

double topOf(const Model& m, std::string_view id) { return m.find(id)->box().high.z; }

TEST(GableGeometry, IsAsWorkedOutByHand) {
    // 8 ft from eave to eave at 6/12 under 2x6 rafters on walls of 6 ft: the birdsmouths' seats end 44 1/2 in from the ridge's middle
    // (a quarter of 5 1/2 in over sin 26.57 deg is 3.07 in), so the rafters' undersides meet (48 - 3.074) / 2 above the plates.
    const auto d = gableWith(asked(
        "coop.width=12ft; coop.depth=8ft; roof.pitch=6/12; coop.low_wall=6ft; roof.rafter=2x6; roof.overhang=9in; roof.rake=8in; runs.1="));
    const auto m = modelOf(d);
    Settled s{d};
    const auto shell = shellOf(s);
    const double seat = 5.5 / 4 / std::sin(std::atan(0.5)), peak = 72 + (48 - seat) / 2, up = 5.5 * std::sqrt(1.25);
    EXPECT_NEAR(shell.rafterUndersideMm(inMm(feet(4))) / 25.4, peak, 1e-4);
    // The rafter runs 48 + 9 in less half the ridge board; its plumb cuts add 5 1/2 in times the tangent.
    const auto* rafter = m.find("roof/rafter/back/0");
    EXPECT_NEAR(rafter->extent(rafter->along) / 25.4, 56.25 * std::sqrt(1.25) + 2.75, 0.001);
    // The board's top is flush with the rafters' tops at its faces, and it is as deep as their plumb cut or deeper.
    const auto& ridge = *m.find("roof/ridge");
    EXPECT_NEAR(topOf(m, "roof/ridge") / 25.4, inInches(shell.floorTop) + peak + up - 0.375, 0.001);
    EXPECT_GE(ridge.box().size().z / 25.4, up);
    EXPECT_NEAR(ridge.extent(ridge.along) / 25.4, 144 + 16, 0.001);
    // Both end walls carry it on a post that ends under it, from the bottom plate or a header.
    int posts = 0;
    for (const auto& p : m.parts)
        if (p.role == "ridge-post") {
            ++posts;
            EXPECT_NEAR(p.box().high.z, ridge.box().low.z, 0.01) << p.id;
        }
    EXPECT_EQ(posts, 2);
    EXPECT_EQ(shell.headroom(), feet(6)) << "the ties lie on the plates";
}

TEST(GableGeometry, EqualSlopesAreOnePieceUnequalOnesTwo) {
    const auto rafters = [](const Design& d) {
        const auto a = answerTo(d);
        return std::ranges::count_if(a->takeoff->pieces, [](const Piece& p) { return p.role == "rafter" && p.system == System::roof; });
    };
    EXPECT_EQ(rafters(gableWith({})), 1) << "a rafter turned round fits the other slope";
    EXPECT_EQ(rafters(gableWith({{"coop.depth", "8ft"}, {"roof.ridge", "3ft"}})), 2);
}

TEST(GableGeometry, OffTheMiddleTheWallAcrossFollows) {
    // The same pitch on both sides, the ridge a foot nearer the named side: the wall across is 2 ft of run lower.
    const auto d = gableWith({{"coop.depth", "8ft"}, {"roof.ridge", "3ft"}, {"roof.pitch", "3/12"}, {"coop.low_wall", "6ft 4in"}});
    Settled s{d};
    EXPECT_NEAR(inInches(shellOf(s).lowWall() - shellOf(s).otherWall()), 24 * 0.25, 1e-6);
    EXPECT_EQ(shellOf(s).headroom(), shellOf(s).otherWall());
}

TEST(GableGeometry, NothingOpensWhereTheRidgesPostStands) {
    // Wherever a window is put on an end wall it is either refused for its king stud, or the post stands clear of both kings.
    const auto base =
        gableWith(asked("roof.falls_to=right; coop.width=10ft; coop.depth=8ft; vents.1.wall=left; vents.2.wall=right; windows.1.wall=back; "
                        "windows.1.width=20in"));
    int stands = 0, refused = 0;
    for (double at = 8.5; at <= 90; at += 0.75) {
        const auto moved = base.with({{"windows.1.at", writeNumber(at, 2) + "in"}});
        const bool hits = (60.75 > at - 3 && 59.25 < at - 1.5) || (60.75 > at + 21.5 && 59.25 < at + 23);
        EXPECT_EQ(static_cast<bool>(moved), !hits) << at;
        (moved ? stands : refused)++;
        if (moved) EXPECT_EQ(told(overlaps(modelOf(moved.value()))), "") << at;
    }
    EXPECT_GT(stands, 80);
    EXPECT_GE(refused, 7);
}

TEST(GableGeometry, AHoleAtTheRidgeIsCoveredByTheCap) {
    // Straight down over the ridge a ray meets metal everywhere; without the cap it falls between the panels.
    auto m = modelOf(gableWith({}));
    const auto& ridge = m.find("roof/ridge")->box();
    const auto covered = [&] {
        int n = 0;
        for (double x = ridge.low.x + 3; x < ridge.high.x; x += 50) {
            const auto ray =
                box({x, (ridge.low.y + ridge.high.y) / 2 - 1, ridge.high.z + 5}, {x + 2, (ridge.low.y + ridge.high.y) / 2 + 1, 1e5});
            n += std::ranges::any_of(m.parts, [&](const Part& p) {
                return (p.form == Form::panel || p.form == Form::trim) &&
                       std::ranges::any_of(p.solids, [&](const Solid& q) { return depthShared(q, ray) > 0.1; });
            });
        }
        return n;
    };
    const int all = static_cast<int>((ridge.high.x - ridge.low.x - 3) / 50) + 1;
    EXPECT_GE(covered(), all - 1);
    std::erase_if(m.parts, [](const Part& p) { return p.role == "ridge-cap"; });
    EXPECT_EQ(covered(), 0);
}

TEST(GableStatics, TheThrustIsThatOfAThreeHingedFrame) {
    // 32 psf on pairs 2 ft apart over 8 ft: the middle moment w s L²/8 = 512 ft lb a pair, over the rise of the undersides.
    const auto d =
        gableWith({{"coop.width", "12ft"}, {"coop.depth", "8ft"}, {"roof.pitch", "6/12"}, {"roof.rafter", "2x6"}, {"runs.1", ""}});
    Settled s{d};
    const auto shell = shellOf(s);
    const double rise = (48 - 5.5 / 4 / std::sin(std::atan(0.5))) / 2 / 12;
    EXPECT_NEAR(tieThrustLb(shell, {psf(25), psf(7)}, feet(2)), 32 * 2 * 64 / 8.0 / rise, 0.1);
    // A flatter roof pushes more, a wider one too.
    Settled flat{
        gableWith({{"coop.width", "12ft"}, {"coop.depth", "8ft"}, {"roof.pitch", "4/12"}, {"roof.rafter", "2x6"}, {"runs.1", ""}})};
    EXPECT_GT(tieThrustLb(shellOf(flat), {psf(25), psf(7)}, feet(2)), tieThrustLb(shell, {psf(25), psf(7)}, feet(2)));
}

TEST(GableStatics, ANailCarriesWhatTheTableSays) {
    // NDS 2018 Table 12N, 10d common, side member 1 1/2 in: G 0.42 100 lb, 0.43 102 lb, 0.50 118 lb. From memory.
    EXPECT_NEAR(nailLateralLb(wood("spf")), 100, 1);
    EXPECT_NEAR(nailLateralLb(wood("hf")), 102, 1.5);
    EXPECT_NEAR(nailLateralLb(wood("dfl")), 118, 1);
    // It must not come through two 2x: 3 in.
    EXPECT_LE(std::ranges::find(kNails, 10, &Nail::penny)->length, inches(3));
}

TEST(GableTakeoff, TiesGetTheNailsOfTheThrustAndTheCapItsLengths) {
    const auto d = gableWith({{"coop.width", "12ft"}, {"coop.depth", "8ft"}, {"roof.pitch", "6/12"}, {"roof.rake", "8in"}, {"runs.1", ""}});
    const auto a = answerTo(d);
    double nails = 0, ties = 0;
    for (const auto& h : a->takeoff->hardware)
        if (h.rule == "tienails") nails += h.quantity;
    for (const auto& p : a->model->parts) ties += p.role == "rafter-tie";
    Settled s{d};
    const double each =
        std::ceil(tieThrustLb(shellOf(s), roofLoad(s, s.choice("roof.cover")), feet(2)) / (nailLateralLb(wood("spf")) * 1.15));
    EXPECT_EQ(ties, 5);
    EXPECT_EQ(nails, 2 * ties * std::max(3.0, each));
    // 160 in of ridge, 10 ft lengths lapped 6 in: two.
    const auto cap = std::ranges::find(a->bill.lines, std::string{"ridge-cap-10"}, &BuyLine::item);
    ASSERT_NE(cap, a->bill.lines.end());
    EXPECT_EQ(cap->bought, 2);
}

TEST(GableMisfits, ABentPieceOfTheWrongThicknessIsFound) {
    auto m = modelOf(gableWith({}));
    ASSERT_TRUE(misfits(m).empty());
    auto& cap = *std::ranges::find(m.parts, std::string{"ridge-cap"}, &Part::role);
    for (auto& v : cap.solids[0].vertices) v.z *= 1.5;
    EXPECT_NE(told(misfits(m)).find(cap.id), std::string::npos);
}

/// Dimensions of a drawing that carry a key.
std::vector<Length> keyed(const Drawing& d, std::string_view key) {
    std::vector<Length> out;
    for (const auto& x : d.dimensions)
        if (x.key == key) out.push_back(x.measured());
    return out;
}
bool near(Length a, Length b) { return std::fabs(inMm(a - b)) < 0.01; }

TEST(GableDrawings, TheRidgeIsMeasuredFromTheNamedSideWhicheverWayItFalls) {
    for (const auto* fall : {"front", "right", "back", "left"}) {
        const auto a = answerTo(gableWith({{"roof.falls_to", fall},
                                           {"coop.width", "10ft"},
                                           {"coop.depth", "8ft"},
                                           {"roof.ridge", "3ft 6in"},
                                           {"roof.other_pitch", "5/12"},
                                           {"runs.1", ""}}));
        auto& s = *a->settled;
        const auto shell = shellOf(s);
        int ends = 0;
        for (const auto side : kSides) {
            const auto d = face(*a->model, s, side);
            const auto ridge = keyed(d, "roof.ridge");
            EXPECT_EQ(ridge.size(), shell.ridgeOn(side) ? 1U : 0U) << fall << side;
            for (const auto l : ridge) EXPECT_TRUE(near(l, inches(42))) << fall << side;
            if (!shell.ridgeOn(side)) continue;
            ++ends;
            // The wall's length is what lies on either side of the ridge; its height over grade stands on the face.
            const auto whole = wallLength(s, side);
            const auto has = [&](Length l) {
                return std::ranges::any_of(d.dimensions, [&](const Dimension& x) { return near(x.measured(), l); });
            };
            EXPECT_TRUE(has(whole - inches(42))) << fall << side;
            EXPECT_TRUE(has(shell.floorTop + mm(ridgeTopMm(shell)))) << fall << side;
            // The low wall's figure is typed where that wall stands, and only there.
            EXPECT_EQ(keyed(d, "coop.low_wall").size(), 1U) << fall << side;
        }
        EXPECT_EQ(ends, 2) << fall;
        const auto plan = keyed(roofFramePlan(*a->model, s, *a->takeoff), "roof.ridge");
        ASSERT_EQ(plan.size(), 1U) << fall;
        EXPECT_TRUE(near(plan[0], inches(42))) << fall;
    }
}

TEST(GableDrawings, EndWallsAreDimensionedUpToTheRidgesPost) {
    const auto a = answerTo(gableWith({{"roof.falls_to", "right"}, {"coop.width", "8ft"}, {"coop.depth", "10ft"}, {"runs.1", ""}}));
    for (const auto* side : {"front", "back"}) {
        const auto d = wallFrame(*a->model, *a->settled, *a->takeoff, side);
        const auto post = std::ranges::find_if(a->model->parts, [&](const Part& p) { return p.role == "ridge-post" && p.side == side; });
        ASSERT_NE(post, a->model->parts.end()) << side;
        const auto top = mm(post->box().high.z) - shellOf(*a->settled).floorTop;
        EXPECT_TRUE(std::ranges::any_of(d.dimensions, [&](const Dimension& x) { return near(x.measured(), top); })) << side;
        EXPECT_TRUE(std::ranges::any_of(d.labels, [&](const Label& l) { return l.part == post->id; })) << "its mark stands on it";
    }
}

TEST(GableSlopes, MeasureThereAndBackAndMeetAtTheRidge) {
    Settled s{gableWith(
        {{"coop.depth", "9ft"}, {"coop.width", "12ft"}, {"roof.ridge", "4ft"}, {"roof.pitch", "7/12"}, {"roof.other_pitch", "5/12"}})};
    const auto shell = shellOf(s);
    ASSERT_TRUE(shell.gable());
    for (const auto& slope : shell.slopes) {
        for (double v = -300; v < 2000; v += 170) EXPECT_NEAR(slope.vOf(slope.yOf(v)), v, 1e-9);
        // The seat lies on the plates: level with the wall's top where the notch begins.
        EXPECT_NEAR(slope.under(slope.span - inMm(slope.seat)), inMm(slope.eave), 1e-6);
        EXPECT_NEAR(slope.yOf(slope.span), slope.toBack ? inMm(shell.deep) : 0, 1e-6);
    }
    EXPECT_NEAR(shell.slopes[0].over(0, inMm(shell.rafterDeep)), shell.slopes[1].over(0, inMm(shell.rafterDeep)), 1e-6)
        << "both roofs' tops meet over the ridge";
    EXPECT_GE(inMm(profile(ridgeStock(shell))->wide), inMm(shell.rafterDeep) / std::cos(inRadians(pitch(7, 12))));
    // What a wall's siding loses under a steep roof, by hand: 7/12 of the seat and the panel.
    const double seat = inInches(birdsmouthSeat(shell.rafterDeep, pitch(7, 12), shell.wallDeep));
    EXPECT_NEAR(inInches(sidingDrop(shell.rafterDeep, pitch(7, 12), shell.wallDeep, inches(0.59375))), 7.0 / 12 * (seat + 0.59375), 1e-6);
}

TEST(GableCoops, StandOverEveryFlockWithNothingFailingThatASlopeDoesNotFail) {
    for (const auto* kind : {"walk_in", "elevated"})
        for (const int birds : {4, 8, 12}) {
            const auto fails = [&](const char* roof) {
                std::vector<std::string> out;
                const auto a = answerTo(designWith({{"form.kind", kind}, {"flock.count", std::to_string(birds)}, {"roof.form", roof}}));
                for (const auto& f : a->findings)
                    if (f.state == State::fail) out.push_back(f.id);
                return out;
            };
            const auto before = fails("single_slope");
            for (const auto& id : fails("gable")) EXPECT_NE(std::ranges::find(before, id), before.end()) << kind << birds << " " << id;
        }
}

}  // namespace
}  // namespace oiko
