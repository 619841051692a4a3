// What the walls wear: boards that lap, battens over joints and studs, leaves of the same.
#include <algorithm>
#include <cmath>
#include <map>

#include "core/catalog/skins.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "whole.h"

namespace oiko {
namespace {

Design wearing(const char* kind, std::vector<Change> more = {}) {
    more.insert(more.begin(), {{"skin.kind", kind}, {"coop.width", "10'"}, {"coop.depth", "6'"}, {"runs.1", ""}});
    return designWith(more);
}

TEST(Shiplap, RowsCoverTheWallAsWorkedOutByHand) {
    const auto d = wearing("shiplap", {{"windows.1.wall", "front"}, {"windows.2.wall", "front"}, {"coop.low_wall", "6'"}});
    const auto m = modelOf(d);
    Settled s{d};
    // A 1x8 is 7 1/4 in wide and seen by 6 7/8. From an inch below the deck up to under the rafters' tails of the back wall.
    const auto shell = shellOf(s);
    const double bottom = inInches(shell.floorTop - shell.deck) - 1,
                 top = inInches(shell.floorTop) + shell.slopes[0].under(shell.slopes[0].span + 0.75 * 25.4) / 25.4;
    const int rows = static_cast<int>(std::floor((top - bottom - 0.75) / 6.875)) + 1;
    std::vector<double> feet;
    double area = 0;
    for (const auto& p : m.parts)
        if (p.role == "siding" && p.side == "back") {
            EXPECT_EQ(p.stock, "shiplap-1x8");
            const auto b = p.box();
            feet.push_back(std::round(b.low.z / 25.4 * 1000) / 1000);
            EXPECT_LE(b.high.z / 25.4, top + 1e-3);
            // What is seen of it: its outer half.
            for (const auto& solid : p.solids)
                if (bounds(solid).high.y > b.high.y - 1) area += bounds(solid).size().x * bounds(solid).size().z;
        }
    std::ranges::sort(feet);
    feet.erase(std::unique(feet.begin(), feet.end()), feet.end());
    ASSERT_EQ(static_cast<int>(feet.size()), rows);
    for (std::size_t i = 0; i < feet.size(); ++i) EXPECT_NEAR(feet[i], bottom + 6.875 * static_cast<double>(i), 0.002) << i;
    // The outer halves together are the wall without its openings, but for strips under three quarters of an inch and the last rabbet.
    double holes = 0;
    for (const auto& o : m.openings)
        if (o.side == "back") holes += inInches(o.width) * inInches(o.height);
    EXPECT_NEAR(area / 645.16, 120 * (top - bottom) - holes, 120 * 0.8);
}

TEST(BoardAndBatten, UnlikeCoopsAreSoundShutAndNailed) {
    for (auto more : std::vector<std::vector<Change>>{
             {},
             {{"roof.form", "gable"}, {"coop.depth", "8'"}, {"frame.spacing", "16in"}},
             {{"roof.falls_to", "left"}, {"windows.1.kind", "shutter"}},
             {{"roof.form", "gable"}, {"roof.pitch", "5/12"}, {"roof.cover", "shingles"}, {"roof.falls_to", "right"}},
             {{"form.kind", "elevated"}, {"coop.width", "6'"}, {"coop.depth", "4'"}, {"flock.count", "5"}},
             {{"doors.1.leaf", "split"}, {"mesh.kind", "hardware-cloth-1/4"}},
             {{"doors.1.leaf", "double"}, {"roof.form", "ceiling"}},
             {{"skin.open_front", "yes"}, {"runs.1.side", "right"}}}) {
        if (sampled() && more.size() != 2) continue;
        const auto a = answerTo(wearing("board_batten", more));
        EXPECT_EQ(unsound(*a->model), "") << more.size();
        for (const auto& hole : allHoles(*a->model, ballThatMeshStops(*a->settled)).holes)
            ADD_FAILURE() << more.size() << ": " << hole.wideMm << " at " << hole.at.x << " " << hole.at.y << " " << hole.at.z
                          << testing::PrintToString(hole.parts);
        EXPECT_TRUE(a->cuts->boards.unplaced.empty());
        // Each board is nailed where it crosses plates and blocks: nowhere more than two feet and the width of a block apart.
        std::map<std::size_t, std::vector<std::pair<double, double>>> held;
        for (const auto& j : a->model->joints)
            for (const auto& [board, other] : {std::pair{j.a, j.b}, std::pair{j.b, j.a}})
                if (const auto& p = a->model->parts[board]; p.role == "siding")
                    if (const auto& q = a->model->parts[other]; q.system == System::walls || q.system == System::floor) {
                        const auto box = q.box();
                        held[board].emplace_back(std::max(box.low.z, p.box().low.z), std::min(box.high.z, p.box().high.z));
                    }
        for (std::size_t i = 0; i < a->model->parts.size(); ++i) {
            const auto& p = a->model->parts[i];
            if (p.role != "siding") continue;
            EXPECT_GE(p.extent(p.wide) / 25.4, 0.75) << p.id;
            auto at = held[i];
            std::ranges::sort(at);
            double reached = p.box().low.z;
            for (const auto& [low, high] : at) {
                EXPECT_LE(low - reached, 26 * 25.4) << p.id;
                reached = std::max(reached, high);
            }
            EXPECT_LE(p.box().high.z - reached, 26 * 25.4) << p.id;
        }
    }
}

TEST(MetalWalls, UnlikeCoopsAreSoundShutAndTheirPanelsCountByHand) {
    for (auto more :
         std::vector<std::vector<Change>>{{},
                                          {{"roof.form", "gable"}, {"coop.depth", "8'"}},
                                          {{"roof.falls_to", "right"}, {"windows.1.kind", "shutter"}, {"doors.1.leaf", "double"}},
                                          {{"form.kind", "elevated"}, {"coop.width", "6'"}, {"coop.depth", "4'"}, {"flock.count", "5"}},
                                          {{"skin.open_left", "yes"}}}) {
        const auto a = answerTo(wearing("metal", more));
        EXPECT_EQ(unsound(*a->model), "") << more.size();
        for (const auto& hole : allHoles(*a->model, ballThatMeshStops(*a->settled)).holes)
            ADD_FAILURE() << more.size() << ": " << hole.wideMm << " at " << hole.at.x << " " << hole.at.y << " " << hole.at.z;
    }
    // A wall of 10 ft takes three panels of 36 in and one of 12, one of 6 ft two: twelve in all, each closed at both ends.
    const auto a = answerTo(wearing("metal"));
    std::map<std::string, int> n;
    for (const auto& p : a->model->parts)
        if (p.role == "wall-panel") ++n[p.side];
    EXPECT_EQ(n, (std::map<std::string, int>{{"front", 4}, {"back", 4}, {"left", 2}, {"right", 2}}));
    const auto roofed = answerTo(wearing("grooved-5/8"));
    EXPECT_EQ(needed(*a, "closure-strip") - needed(*roofed, "closure-strip"), 24);
    // Only trim and leaves are painted.
    EXPECT_LT(needed(*a, "paint-gallon"), needed(*roofed, "paint-gallon") / 3);
}

TEST(Lining, UnlikeCoopsAreSoundAndLinedToTheirPlates) {
    for (auto more :
         std::vector<std::vector<Change>>{{},
                                          {{"roof.form", "gable"}, {"coop.depth", "8'"}, {"roost.lined", "yes"}},
                                          {{"roof.falls_to", "left"}, {"nests.kind", "inside"}},
                                          {{"coop.width", "14'"}, {"partitions.1.wall", "left"}, {"frame.spacing", "16in"}},
                                          {{"form.kind", "elevated"}, {"coop.width", "6'"}, {"coop.depth", "4'"}, {"flock.count", "5"}},
                                          {{"foundation.kind", "curb"}, {"pops.1.kind", "automatic"}},
                                          {{"skin.open_front", "yes"}, {"skin.lower", "24in"}, {"nests.wall", "left"}},
                                          {{"roof.form", "ceiling"}, {"windows.1.kind", "sliding"}, {"bath.place", "coop"}}}) {
        for (const auto* sheet : {"ply-1/2", "wipe-1/8"}) {
            if (sampled() && sheet[0] == 'w') continue;
            auto changes = more;
            changes.push_back({"skin.lining", sheet});
            const auto a = answerTo(wearing("grooved-5/8", changes)), bare = answerTo(wearing("grooved-5/8", more));
            EXPECT_EQ(unsound(*a->model), "") << more.size();
            EXPECT_TRUE(a->cuts->sheets.unplaced.empty());
            // It takes no place on the outside, and its thickness of the floor.
            EXPECT_EQ(a->model->find("floor/joist/0") == nullptr, bare->model->find("floor/joist/0") == nullptr);
            const double t = sheet[0] == 'p' ? 0.46875 : 0.125;
            if (!earthFloor(*a->settled) && a->settled->rows("partitions").empty())
                EXPECT_NEAR(
                    inSquareFeet(clearFloor(*bare->settled)) - inSquareFeet(clearFloor(*a->settled)),
                    (2 * t * (inInches(birdsAcross(*a->settled, "left")) + inInches(birdsAcross(*a->settled, "front"))) - 4 * t * t) / 144,
                    0.01);
            // Nowhere of the studs' inner faces is left bare but round what opens: seen from within, most of each closed wall is covered.
            for (const std::string side : {"front", "right", "back", "left"}) {
                double lined = 0, open = 0;
                for (const auto& p : a->model->parts)
                    if (p.role == "wall-lining" && p.side == side) lined += p.volumeMm3() / inMm(inches(t));
                for (const auto& o : a->model->openings)
                    if (o.side == side) open += (inMm(o.width) + 8 * 25.4) * (inMm(o.height) * (o.kind == "pop" ? 2.2 : 1.5) + 12 * 25.4);
                const auto [from, to] = birdsAlong(*a->settled, side);
                const auto shell = shellOf(*a->settled);
                const double wall = inMm(to - from) * inMm(shell.lowestWall() - shell.plates);
                if (openWall(*a->settled, side) || roomsAt(*a->settled, side) > Length{})
                    EXPECT_EQ(lined, 0);
                else
                    EXPECT_GE(lined, 0.93 * wall - open) << side << more.size();
            }
        }
    }
}

TEST(Lining, SheetsOfAWallByHand) {
    // A back wall of 10 ft between walls of 3 1/2 in: 113 in; joints over studs at 48 and 96 in, so 44 1/2, 48 and 20 1/2 in wide.
    const auto a = answerTo(
        wearing("grooved-5/8",
                asked("skin.lining=ply-1/2; vents.1.wall=front; vents.2=; windows.1.wall=front; nests.wall=left; coop.low_wall=6'")));
    std::vector<double> wide;
    for (const auto& p : a->model->parts)
        if (p.role == "wall-lining" && p.side == "back") {
            wide.push_back(std::round(p.box().size().x / 25.4 * 100) / 100);
            EXPECT_NEAR(p.box().size().z / 25.4, 72 - 3, 0.01) << "from the floor to the plates";
        }
    EXPECT_EQ(wide, (std::vector<double>{44.5, 48, 20.5}));
}

TEST(Skins, ThatHoldNoWallSquareSaySo) {
    for (const auto& kind : kSkins) {
        const auto a = answerTo(wearing(std::string{kind.name}.c_str()));
        const auto at = std::ranges::find(a->findings, "walls.braced", &Finding::id);
        EXPECT_EQ(at != a->findings.end(), kind.boards() || kind.metal()) << kind.name;
        if (at != a->findings.end()) EXPECT_EQ(at->state, State::near);
    }
}

TEST(Boards, ThatAreCutRoundAnythingSaySoAndNoOthers) {
    // What a board of its told length, width and ends would be, against what it is.
    int plain = 0, fitted = 0;
    for (const auto& more : std::vector<std::vector<Change>>{{}, {{"roof.form", "gable"}, {"roof.falls_to", "right"}}}) {
        const auto a = answerTo(wearing("board_batten", more));
        for (const auto& piece : a->takeoff->pieces) {
            const auto& p = a->model->parts[piece.parts[0]];
            if (p.role != "siding" && p.role != "skin-batten") continue;
            EXPECT_TRUE(piece.saw.notches.empty()) << p.id << " has no birdsmouth";
            const double wide = p.extent(p.wide), thick = p.extent(p.thick()),
                         tan0 = std::tan(std::fabs(piece.saw.start.miterDeg) * kPi / 180),
                         tan1 = std::tan(std::fabs(piece.saw.end.miterDeg) * kPi / 180);
            const double whole = wide * (p.extent(p.along) - wide * (tan0 + tan1) / 2), is = p.volumeMm3() / thick;
            if (piece.saw.fitted)
                EXPECT_GT(std::fabs(is - whole), 20)
                    << p.id << " is what it is told to be: a peak is more than its one slope, a notch less";
            else
                EXPECT_NEAR(is, whole, 1 + 0.002 * whole) << p.id;
            EXPECT_EQ(piece.measureFirst, piece.saw.fitted) << p.id;
            ++(piece.saw.fitted ? fitted : plain);
        }
    }
    EXPECT_GE(plain, 30);
    EXPECT_GE(fitted, 5);
    // Level boards too: those beside a window that its sill cuts into.
    const auto a = answerTo(wearing("shiplap", {{"windows.1.wall", "front"}}));
    EXPECT_TRUE(std::ranges::any_of(a->takeoff->pieces, [](const Piece& p) { return p.role == "siding" && p.saw.fitted; }));
    for (const auto& p : a->takeoff->pieces)
        if (p.role == "siding") EXPECT_TRUE(p.saw.notches.empty());
}

TEST(BoardAndBatten, BoardsGapsBattensAndBlocksByHand) {
    // 10 ft: twelve boards of 9 1/4 in a quarter apart are 9 1/2 in a piece; the thirteenth would be 6 in wide.
    const auto a = answerTo(wearing(
        "board_batten",
        {{"windows.1.wall", "front"}, {"vents.1.wall", "front"}, {"vents.2", ""}, {"nests.wall", "left"}, {"coop.low_wall", "6'"}}));
    std::map<int, double> wide;  // by place
    std::vector<double> battens;
    std::vector<double> rows;
    for (const auto& p : a->model->parts) {
        if (p.side != "back") continue;
        const auto box = p.box();
        if (p.role == "siding") wide[static_cast<int>(std::lround((120 * 25.4 - box.high.x) / 25.4 * 100))] = box.size().x / 25.4;
        if (p.role == "skin-batten") {
            battens.push_back(120 - (box.low.x + box.high.x) / 2 / 25.4);
            EXPECT_NEAR(box.size().x / 25.4, 2.5, 1e-3);
        }
        if (p.role == "nailer") rows.push_back(std::round((box.low.z / 25.4 - inInches(shellOf(*a->settled).floorTop)) * 100) / 100);
    }
    ASSERT_EQ(wide.size(), 13u);
    for (const auto& [at, w] : wide) EXPECT_NEAR(w, at < 11000 ? 9.25 : 6, 0.01) << at;
    ASSERT_EQ(battens.size(), 12u);
    for (std::size_t i = 0; i < battens.size(); ++i) EXPECT_NEAR(battens[i], 9.5 * static_cast<double>(i + 1) - 0.125, 0.01);
    // Between plates of 1 1/2 and 3 in: 67 1/2 in, three bays of 22 1/2; two rows of blocks between studs every 24 in, the corners doubled.
    std::ranges::sort(rows);
    ASSERT_EQ(rows.size(), 10u);
    EXPECT_NEAR(rows.front(), 0.75 + 22.5, 0.02);
    EXPECT_NEAR(rows.back(), 0.75 + 45, 0.02);
}

TEST(Shiplap, HalvesLieOverOneAnother) {
    const auto m = modelOf(wearing("shiplap"));
    const auto *low = m.find("back/siding/2/1"), *up = m.find("back/siding/3/1");
    ASSERT_TRUE(low && up);
    // Three eighths of the lower one stand behind the upper one, in the inner half of the thickness.
    EXPECT_NEAR((low->box().high.z - up->box().low.z) / 25.4, 0.375, 1e-3);
    EXPECT_NEAR(low->extent(low->thick()) / 25.4, 0.75, 1e-3);
    EXPECT_NEAR(low->extent(low->wide) / 25.4, 7.25, 1e-3);
    EXPECT_EQ(told(overlaps(m)), "");
}

TEST(TongueAndGroove, CoversByItsFaceAndIsShut) {
    const auto d = wearing("tongue_groove", {{"windows.1.wall", "front"}, {"doors.1.height", "72in"}});
    const auto m = modelOf(d);
    const auto *low = m.find("back/siding/2/1"), *up = m.find("back/siding/3/1");
    ASSERT_TRUE(low && up);
    // A 1x6 is 5 3/8 in over its tongue and covers 5 1/8; the tongue is the middle third of the thickness.
    EXPECT_NEAR((up->box().low.z - low->box().low.z) / 25.4, 5.125, 1e-3);
    EXPECT_NEAR((low->box().high.z - up->box().low.z) / 25.4, 0.25, 1e-3);
    EXPECT_NEAR(low->extent(low->wide) / 25.4, 5.375, 1e-3);
    // One that no opening cuts.
    const auto whole = std::ranges::find_if(m.parts, [](const Part& p) {
        return p.id.starts_with("back/siding/") && !p.id.starts_with("back/siding/1/") && p.solids.size() == 3;
    });
    ASSERT_NE(whole, m.parts.end());
    low = &*whole;
    for (const auto& solid : low->solids) EXPECT_NEAR(bounds(solid).size().y / 25.4, 0.25, 1e-3);
    // A row's face is the wall's length by 5 1/8 in; the groove takes as much wood away as the tongue brings.
    EXPECT_NEAR(low->volumeMm3() / std::pow(25.4, 3), low->extent(low->along) / 25.4 * 5.125 * 0.75, 0.5);
    // 71 3/4 in of leaf are fourteen boards to the sixteenth.
    int boards = 0;
    for (const auto& p : m.parts) boards += p.role == "leaf" && p.opening == "doors.1";
    EXPECT_EQ(boards, 14);
    for (const auto& more : std::vector<std::vector<Change>>{{},
                                                             {{"roof.form", "gable"}, {"flock.count", "8"}, {"doors.1.leaf", "split"}},
                                                             {{"form.kind", "elevated"}, {"flock.count", "5"}, {"roof.pitch", "6/12"}}})
        if (!sampled() || more.empty()) expectWholeAndShut(wearing("tongue_groove", more));
}

TEST(Shiplap, LeavesAreBoardedAndBraced) {
    const auto d = wearing("shiplap", {{"doors.1.height", "72in"}});
    const auto m = modelOf(d);
    double high = 0;
    int boards = 0;
    for (const auto& p : m.parts)
        if (p.role == "leaf" && p.opening == "doors.1") {
            ++boards;
            EXPECT_GE(p.extent(p.wide) / 25.4, 1) << p.id;
            high = std::max(high, p.box().high.z);
        }
    // 71 3/4 in of leaf, 6 7/8 a board: ten and 3 in.
    EXPECT_EQ(boards, 11);
    const auto* brace = m.find("doors.1/leaf/brace");
    ASSERT_NE(brace, nullptr);
    // Its foot is at the hinges' side, below.
    const auto hinge =
        std::ranges::find_if(m.joints, [&](const Joint& j) { return j.kind == Joint::Kind::hinged && m.parts[j.a].opening == "doors.1"; });
    ASSERT_NE(hinge, m.joints.end());
    EXPECT_EQ(m.parts[hinge->a].id, "doors.1/leaf/stile/left");
    EXPECT_EQ(unsound(m), "");
}

TEST(Battens, StandOverEveryJointAndStud) {
    for (const auto* spacing : {"16in", "24in"}) {
        const auto d = wearing("battens", {{"frame.spacing", spacing}});
        const auto m = modelOf(d);
        const double each = spacing == std::string{"16in"} ? 16 : 24;
        std::vector<double> places, joints;
        for (const auto& p : m.parts) {
            if (p.side != "back") continue;
            const auto b = p.box();
            if (p.role == "skin-batten") places.push_back((b.low.x + b.high.x) / 2 / 25.4);
            if (p.role == "siding" && b.low.x > 1) joints.push_back(b.low.x / 25.4);
        }
        ASSERT_FALSE(joints.empty());
        for (const double joint : joints)
            EXPECT_TRUE(std::ranges::any_of(places, [&](double at) { return std::fabs(at - joint) < 0.01; })) << joint;
        // Seen from behind, from the wall's left end, on the studs' layout.
        for (const double at : places) EXPECT_NEAR(std::remainder(120 - at, each), 0, 0.01) << at;
        EXPECT_EQ(unsound(m), "");
    }
}

TEST(Battens, AreCutToBoardsThatAreSold) {
    // The high wall under a gable takes battens longer than any 1x2 that is sold.
    const auto a =
        answerTo(wearing("battens", {{"roof.form", "gable"}, {"coop.low_wall", "7'"}, {"roof.pitch", "5/12"}, {"stock.longest", "10ft"}}));
    EXPECT_TRUE(a->cuts->boards.unplaced.empty());
    double tallest = 0;
    for (const auto& p : a->model->parts)
        if (p.role == "skin-batten") tallest = std::max(tallest, p.extent(p.along) / 25.4);
    EXPECT_LE(tallest, 120);
    EXPECT_GT(tallest, 40);
}

TEST(Skins, AreEachPaintedNailedAndPriced) {
    std::map<std::string, Money> totals;
    for (const auto& kind : kSkins) {
        const auto a = answerTo(wearing(std::string{kind.name}.c_str()));
        EXPECT_TRUE(a->bill.complete()) << kind.name;
        totals[std::string{kind.name}] = a->bill.total;
        const auto paint = std::ranges::find(a->bill.lines, "paint-gallon", &BuyLine::item);
        ASSERT_NE(paint, a->bill.lines.end()) << kind.name;
        if (!kind.shingled()) EXPECT_EQ(skinThick(kind.name, timber("inch")), kind.boards() ? inches(0.75) : thicknessOf(kind.stock));
    }
    // Boards cost more than thin panels.
    EXPECT_GT(totals["shiplap"], totals["grooved-3/8"]);
}

TEST(ShingledWalls, UnlikeCoopsAreSoundAndShut) {
    for (auto more : std::vector<std::vector<Change>>{
             {},
             {{"roof.form", "gable"}, {"coop.depth", "8'"}, {"roof.cover", "wood_shingles"}},
             {{"roof.falls_to", "left"}, {"windows.1.kind", "shutter"}, {"pops.1.kind", "ramp_door"}},
             {{"form.kind", "elevated"}, {"coop.width", "6'"}, {"coop.depth", "4'"}, {"flock.count", "5"}, {"frame.stud", "2x3"}},
             {{"skin.open_front", "yes"}, {"skin.lower", "24in"}, {"nests.wall", "left"}},
             {{"skin.open_left", "yes"}, {"nests.wall", "left"}, {"runs.1.side", "right"}},
             {{"existing.what", "standing"}, {"existing.front", "new"}, {"doors.1.leaf", "double"}}}) {
        if (sampled() && more.size() != 2) continue;
        const auto a = answerTo(wearing("shingles", more));
        EXPECT_EQ(unsound(*a->model), "") << more.size();
        for (const auto& hole : allHoles(*a->model, ballThatMeshStops(*a->settled)).holes)
            ADD_FAILURE() << more.size() << ": " << hole.wideMm << " at " << hole.at.x << " " << hole.at.y << " " << hole.at.z;
        EXPECT_TRUE(a->cuts->sheets.unplaced.empty() && a->cuts->rolls.unplaced.empty());
    }
}

TEST(ShingledWalls, WhatALapCoversIsNoStripOfItsOwn) {
    // The tip of a sloping wall a millimetre above the third strip: nothing holds so little felt.
    const auto a =
        answerTo(designWith(asked("skin.kind=shingles; foundation.kind=sills; frame.stud=2x3; coop.width=10'; coop.low_wall=1881.163 mm; "
                                  "doors.1=; runs.1.side=front; nests.wall=back")));
    EXPECT_EQ(unsound(*a->model), "");
    for (const auto* side : {"left", "right"}) {
        EXPECT_EQ(a->model->find(std::string{side} + "/wrap/4"), nullptr);
        const auto& last = *a->model->find(std::string{side} + "/wrap/3");
        EXPECT_GT(last.extent(last.wide), 34 * 25.4 + 1);
        EXPECT_NEAR(last.extent(last.wide) + last.lapMm, 36 * 25.4, 1e-3) << "as wide as the roll";
    }
}

TEST(ShingledWalls, CoursesByHand) {
    // A back wall of 10 ft with nothing in it, from an inch below the deck up to the rafters' tails: 7 1/2 in a course, the last what is
    // left.
    const auto a =
        answerTo(wearing("shingles", {{"vents.1.wall", "front"}, {"vents.2", ""}, {"windows.1.wall", "front"}, {"nests.wall", "left"}}));
    double low = 1e9, high = -1e9, seen = 0, strips = 0, wrap = 0;
    int courses = 0;
    for (const auto& p : a->model->parts) {
        if (p.role == "wall-shingles")
            strips += std::ceil(p.volumeMm3() / p.extent(p.thick()) / p.extent(p.wide) / 304.8) * (p.id.ends_with("/course/1") ? 2 : 1);
        if (p.side != "back") continue;
        if (p.role == "wall-wrap") {
            wrap += p.extent(p.wide);
            EXPECT_EQ(p.lapMm, 50.8);
        }
        if (p.role != "wall-shingles") continue;
        ++courses, seen += p.extent(p.wide);
        low = std::min(low, p.box().low.z), high = std::max(high, p.box().high.z);
        EXPECT_NEAR(p.extent(p.along) / 25.4, 120, 1e-3);
        EXPECT_LE(p.extent(p.wide) / 25.4, 7.5 + 1e-3);
    }
    EXPECT_NEAR(seen, high - low, 0.01) << "one on another";
    EXPECT_NEAR(wrap, high - low, 0.01);
    EXPECT_EQ(courses, static_cast<int>(std::ceil((high - low) / (7.5 * 25.4) - 1e-9)));
    // Bundles of 60 running feet; two nails in each shingle, five in a foot and two each: as on a roof, five a foot of 5 in wide ones.
    EXPECT_EQ(needed(*a, "wood-shingles", "wallshingles"), strips);
    EXPECT_EQ(bought(*a, "wood-shingles"), std::ceil(strips / 60));
    EXPECT_EQ(needed(*a, "nail-shingle", "wallnails"), 5 * strips);
    // They stand in the skin's share of the bill, not in the roof's.
    for (const auto& line : a->bill.lines)
        if (line.item == "wood-shingles") EXPECT_EQ(line.group, Group::skin);
    // The panels below are hidden: their paint is saved.
    EXPECT_EQ(skinThick("shingles", timber("inch")), thicknessOf("plain-1/2") + thicknessOf("felt") + thicknessOf("wood-shingles"));
    double outside = 0;
    for (const auto& p : a->model->parts)
        if ((p.system == System::skin && p.role != "siding" && p.role != "wall-wrap") ||
            (p.role == "leaf" && !p.stock.starts_with("clear")))
            outside += p.volumeMm3() / p.extent(p.thick());
    EXPECT_NEAR(needed(*a, "paint-gallon"), outside / 92903.04 * 2 / 225, 1e-6);
}

TEST(Paint, TrimOfItsOwnColourIsBoughtByTheQuart) {
    const auto same = answerTo(designWith({})), own = answerTo(designWith({{"finish.trim", "own"}}));
    double trim = 0;
    for (const auto& p : own->model->parts)
        if (p.role == "casing" || p.role == "corner-board") trim += p.volumeMm3() / p.extent(p.thick()) / 92903.04;
    EXPECT_GT(trim, 20);
    // Two coats at 350 sq ft a gallon, four quarts to it; the walls need so much less.
    EXPECT_NEAR(needed(*own, "trim-paint-quart"), trim * 2 / 350 * 4, 0.01);
    EXPECT_NEAR(needed(*same, "paint-gallon") - needed(*own, "paint-gallon"), trim * 2 / 225, 0.01);
    EXPECT_EQ(needed(*same, "trim-paint-quart"), 0);
}

}  // namespace
}  // namespace oiko
