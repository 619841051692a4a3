// Boards let into the studs aslant, where the skin holds no wall square.
#include <cmath>

#include "core/design/bracing.h"
#include "whole.h"

namespace oiko {
namespace {

/// Ten feet by six, level boards, nothing opens at the back.
Design clad(std::vector<Change> more = {}) {
    std::vector<Change> all = asked(
        "skin.kind=shiplap; coop.width=10'; coop.depth=6'; runs.1=; windows.1=; windows.2=; vents.1.wall=left; vents.2=; nests.wall=right; "
        "nests.kind=inside; coop.low_wall=6'; pops.1.wall=front; doors.1.wall=front; roost.wall=back; roof.falls_to=back");
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}
double cubicInches(const std::vector<Solid>& solids) {
    double sum = 0;
    for (const auto& s : solids) sum += volume(s);
    return sum / (25.4 * 25.4 * 25.4);
}
const Finding& braced(const Answer& a) { return *std::ranges::find(a.findings, "walls.braced", &Finding::id); }

TEST(LetInBraces, AWallByHand) {
    const auto a = answerTo(clad());
    const auto& m = *a->model;
    // From the deck to the upper face of the lower plate: 72 less 1 1/2 in, at 60 degrees.
    const double rise = std::tan(kPi / 3), tall = 70.5, run = (tall + 7) / rise;
    std::vector<std::pair<double, double>> spans;
    for (const auto& p : m.parts)
        if (p.role == "let-in-brace" && p.side == "back") {
            const auto box = p.box();
            spans.emplace_back(box.low.x / 25.4, box.high.x / 25.4);
            EXPECT_NEAR(box.size().z / 25.4, tall, 0.01);
            EXPECT_NEAR(box.size().y / 25.4, 0.75, 0.001) << "flush with the studs";
            EXPECT_NEAR(p.extent(p.along) / 25.4, tall / std::sin(kPi / 3) + 3.5 / rise, 0.01);
            EXPECT_NEAR(p.extent(p.wide) / 25.4, 3.5, 0.001);
        }
    ASSERT_EQ(spans.size(), 2u);
    std::ranges::sort(spans);
    EXPECT_NEAR(spans[0].first, 0, 0.01);
    EXPECT_NEAR(spans[0].second, run, 0.01);
    EXPECT_NEAR(spans[1].first, 120 - run, 0.01);
    EXPECT_NEAR(spans[1].second, 120, 0.01);
    // A stud that it crosses whole loses 1 1/2 by 7 by 3/4 in: its slant leaves seven inches of it plumb.
    const auto at24 = std::ranges::find(m.parts, "back/stud/23.3", &Part::id);
    ASSERT_NE(at24, m.parts.end());
    EXPECT_NEAR(cubicInches(at24->blank) - cubicInches(at24->solids), 1.5 * 7 * 0.75, 0.01);
    const auto at48 = std::ranges::find(m.parts, "back/stud/47.3", &Part::id);
    ASSERT_NE(at48, m.parts.end());
    EXPECT_TRUE(at48->blank.empty()) << "past its foot";
    // Two nails through it into each member that it is let into, in this wall and the others.
    double crossed = 0, nails = 0;
    for (const auto& p : m.parts) crossed += p.blank.empty() ? 0 : 1;
    for (const auto& line : a->takeoff->hardware)
        if (line.rule == "letin") nails += line.quantity;
    EXPECT_GT(crossed, 12);
    EXPECT_GE(nails, 2 * crossed) << "those that cross a member twice nail it twice";
    EXPECT_LE(nails, 2 * crossed + 8);
    EXPECT_EQ(braced(*a).state, State::pass);
}

TEST(LetInBraces, AreMarkedInPlaceAndStudsStayAlike) {
    // What is cut ahead is the same as behind panels, which want no braces.
    const auto studs = [](const Answer& a) {
        std::map<std::string, std::size_t> out;
        for (const auto& p : a.takeoff->pieces)
            if (p.role == "stud" || p.role == "top-plate" || p.role == "bottom-plate") {
                out[p.role + exactLength(p.length, Units::imperial)] += p.count();
                EXPECT_TRUE(p.saw.notches.empty());
            }
        return out;
    };
    const auto a = answerTo(clad()), plain = answerTo(clad({{"skin.kind", "grooved-5/8"}}));
    EXPECT_EQ(studs(*a), studs(*plain));
    EXPECT_TRUE(std::ranges::any_of(a->takeoff->pieces, [](const Piece& p) { return p.role == "let-in-brace" && p.measureFirst; }));
    EXPECT_TRUE(std::ranges::none_of(plain->model->parts, [](const Part& p) { return p.role == "let-in-brace"; }));
}

TEST(LetInBraces, UnlikeCoopsAreSoundAndShut) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {{"skin.kind", "board_batten"}},
             {{"skin.kind", "metal"}, {"roof.form", "gable"}, {"coop.depth", "10'"}},
             {{"skin.kind", "metal"}, {"frame.walls", "posts"}, {"coop.width", "12'"}},
             {{"skin.kind", "tongue_groove"}, {"skin.lining", "ply-1/2"}, {"skin.insulation", "foam-1-1/2"}},
             {{"frame.timber", "metric"}, {"roof.form", "gable"}, {"roof.ridge_kind", "beam"}, {"coop.depth", "8'"}},
             asked("frame.spacing=16in; form.kind=elevated; coop.width=6'; coop.depth=4'; flock.count=5; coop.low_wall=3'"),
             {{"coop.width", "40'"}, {"flock.count", "60"}},
             {{"roof.falls_to", "left"}, {"roof.pitch", "4/12"}, {"frame.top_plates", "single"}},
             {{"skin.open_front", "yes"}, {"skin.kind", "metal"}},
         }) {
        if (sampled() && more.size() != 2) continue;
        SCOPED_TRACE(more[0].key + "=" + more[0].text);
        const auto d = clad(more);
        expectWholeAndShut(d);
        // Each lies between a wall's plates, slants as it must, and crosses nothing that opens.
        const auto a = answerTo(d);
        int braces = 0;
        for (const auto& p : a->model->parts) {
            if (p.role != "let-in-brace") continue;
            ++braces;
            EXPECT_GE(std::fabs(p.along.z), std::sin(kPi / 4) - 1e-9) << p.id;
            EXPECT_LE(std::fabs(p.along.z), std::sin(kPi / 3) + 1e-9) << p.id;
            for (const auto& o : a->model->openings) {
                if (o.side != p.side || o.kind == "nest_inside") continue;
                const Vec3 outline[] = {o.corners[0], o.corners[1], o.corners[2], o.corners[3]};
                const auto in = cross(o.corners[1] - o.corners[0], o.corners[3] - o.corners[0]);
                const auto hole = prism(outline, unit(in) * 400.0);
                for (auto moved : {hole, prism(outline, unit(in) * -400.0)})
                    EXPECT_LT(depthShared(p.solids[0], moved), 0.1) << p.id << o.id;
            }
        }
        EXPECT_GT(braces, 0);
    }
}

TEST(LetInBraces, AnUncutStudIsFound) {
    auto m = modelOf(clad());
    ASSERT_TRUE(overlaps(m).empty());
    auto stud = std::ranges::find(m.parts, "back/stud/23.3", &Part::id);
    ASSERT_NE(stud, m.parts.end());
    stud->solids = stud->blank, stud->inner.assign(1, {});
    EXPECT_FALSE(overlaps(m).empty());
}

TEST(LetInBraces, WhereNoneFitsTheFindingSaysSo) {
    // Nests hang outside in the middle of a wall that is hardly longer.
    const auto a = answerTo(clad({{"nests.kind", "outside"}}));
    EXPECT_EQ(braced(*a).state, State::near);
    EXPECT_EQ(braced(*a).value, 1);
    EXPECT_TRUE(std::ranges::all_of(braced(*a).parts, [](const std::string& id) { return id.starts_with("right/"); }));
    // Studs too narrow to be cut.
    const auto light = answerTo(clad({{"frame.stud", "2x3"}}));
    EXPECT_EQ(braced(*light).value, 4);
    EXPECT_EQ(braced(*light).remedies.front().front().key, "frame.stud");
}

TEST(LetInBraces, AWallIsHeldByTwoOrByOneOfFourFeet) {
    const auto ft = [](double a, double e) { return std::pair{a * 304.8, e * 304.8}; };
    EXPECT_FALSE(heldSquare({}, 8 * 304.8));
    EXPECT_TRUE(heldSquare({ft(0, 4)}, 8 * 304.8));
    EXPECT_FALSE(heldSquare({ft(0, 3.9)}, 8 * 304.8)) << "too short alone";
    EXPECT_FALSE(heldSquare({ft(0, 4)}, 17 * 304.8)) << "too long a wall for one";
    EXPECT_TRUE(heldSquare({ft(13, 16), ft(0, 3)}, 16 * 304.8)) << "in any order";
    EXPECT_FALSE(heldSquare({ft(11, 14), ft(15, 18)}, 20 * 304.8)) << "none near the end";
    EXPECT_FALSE(heldSquare({ft(0, 3), ft(24, 27)}, 27 * 304.8)) << "too far from each other";
    EXPECT_TRUE(heldSquare({ft(0, 3), ft(23, 26)}, 26 * 304.8));
}

}  // namespace
}  // namespace oiko
