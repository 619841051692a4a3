#include "core/takeoff/takeoff.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <nlohmann/json.hpp>
#include <random>
#include <set>

#include "core/catalog/lumber.h"
#include "core/design/shell.h"
#include "core/drawing/views.h"
#include "core/formats/exports.h"
#include "core/purchase/sections.h"
#include "some.h"

namespace oiko {
namespace {

Part lumberBox(double length) {
    Part p;
    p.stock = "2x4", p.along = {1, 0, 0}, p.wide = {0, 1, 0}, p.solids = {box({0, 0, 0}, {length, 88.9, 38.1})}, p.inner = {{}};
    return p;
}

TEST(SawSettings, ASquareCutIsZero) {
    const auto s = sawSettings(lumberBox(1000));
    EXPECT_EQ(s.start, EndCut{});
    EXPECT_EQ(s.end, EndCut{});
    EXPECT_TRUE(s.notches.empty());
}

TEST(SawSettings, AMiterIsPositiveWhereTheFarEdgeIsLonger) {
    // Wide face up, start at the left; far is +y. Cutting the near right corner off makes the far edge the longer.
    auto p = lumberBox(1000);
    p.solids[0] = cut(p.solids[0], Plane::through({1000, 88.9, 0}, {std::cos(0.3), -std::sin(0.3), 0}));
    EXPECT_NEAR(sawSettings(p).end.miterDeg, 0.3 * 180 / kPi, 0.01);
    p = lumberBox(1000);
    p.solids[0] = cut(p.solids[0], Plane::through({1000, 0, 0}, {std::cos(0.3), std::sin(0.3), 0}));
    EXPECT_NEAR(sawSettings(p).end.miterDeg, -0.3 * 180 / kPi, 0.01);
    p = lumberBox(1000);
    p.solids[0] = cut(p.solids[0], Plane::through({0, 88.9, 0}, {-std::cos(0.3), -std::sin(0.3), 0}));
    EXPECT_NEAR(sawSettings(p).start.miterDeg, 0.3 * 180 / kPi, 0.01);
}

TEST(SawSettings, ABevelIsPositiveWhereTheUpperFaceIsLonger) {
    auto p = lumberBox(1000);
    p.solids[0] = cut(p.solids[0], Plane::through({1000, 0, 38.1}, {std::cos(0.2), 0, -std::sin(0.2)}));
    EXPECT_NEAR(sawSettings(p).end.bevelDeg, 0.2 * 180 / kPi, 0.01);
    EXPECT_NEAR(sawSettings(p).end.miterDeg, 0, 0.01);
}

TEST(SawSettings, ReadARaftersPlumbCutsAndBirdsmouths) {
    const auto d = designWith({{"coop.width", "10'"}, {"coop.depth", "8'"}, {"roof.pitch", "3/12"}});
    const auto m = modelOf(d);
    Settled s{d};
    const auto shell = shellOf(s);
    const auto saw = sawSettings(*m.find("roof/rafter/0"));
    EXPECT_NEAR(std::fabs(saw.start.miterDeg), 14.04, 0.01);
    EXPECT_NEAR(std::fabs(saw.end.miterDeg), 14.04, 0.01);
    EXPECT_LT(saw.start.miterDeg * saw.end.miterDeg, 0) << "parallel plumb cuts lean the same way: one long edge above, one below";
    ASSERT_EQ(saw.notches.size(), 2U);
    for (const auto& n : saw.notches) {
        EXPECT_NEAR(n.angleDeg, 14.04, 0.01);
        // Seat times the pitch's sine is the notch's depth, never over a quarter of the rafter's.
        EXPECT_NEAR(n.depthMm, inMm(shell.slopes[0].seat) * std::sin(inRadians(shell.slopes[0].pitch)), 0.05);
        EXPECT_LE(n.depthMm, inMm(shell.rafterDeep) / 4 + 0.01);
    }
}

TEST(TakeOff, GroupsWhatATurnBringsOntoEachOther) {
    const auto d = designWith({{"coop.width", "10'"}, {"coop.depth", "8'"}});
    Settled s{d};
    const auto m = buildModel(s);
    const auto t = takeOff(m, s);
    std::size_t counted = 0;
    std::set<std::string> marks;
    for (const auto& p : t.pieces) {
        EXPECT_TRUE(marks.insert(p.mark).second) << p.mark;
        EXPECT_EQ(p.mark.find_first_of("IOQS"), std::string::npos) << "letters that are misread";
        counted += p.parts.size();
        for (const auto i : p.parts) {
            EXPECT_EQ(t.marks[i], p.mark);
            EXPECT_NEAR(m.parts[i].extent(m.parts[i].along), inMm(p.length), 0.8) << m.parts[i].id;
        }
        if (!p.mirrorOf.empty()) {
            const auto other = std::ranges::find(t.pieces, p.mirrorOf, &Piece::mark);
            ASSERT_NE(other, t.pieces.end());
            EXPECT_EQ(other->mirrorOf, p.mark);
        }
    }
    EXPECT_EQ(counted, static_cast<std::size_t>(std::ranges::count_if(m.parts, [](const Part& p) { return p.form != Form::block; })));
    // All rafters are one piece, whichever way round they stand.
    EXPECT_EQ(std::ranges::count_if(t.pieces, [](const Piece& p) { return p.role == "rafter" && p.system == System::roof; }), 1);
}

TEST(TakeOff, SidingOfTheTwoSlopingWallsIsAMirrorPairButStudsAreNot) {
    // No openings on either side wall: its panels mirror each other, while a stud turned over fits both (design notes on pairs).
    const auto d =
        designWith(asked("coop.width=12'; coop.depth=8'; runs.1=; pops.1.wall=front; nests.wall=back; windows.1.wall=front; "
                         "vents.1.wall=back; vents.2=; doors.1.wall=front"));
    const auto m = modelOf(d);
    Settled s{d};
    const auto t = takeOff(m, s);
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        if (!m.parts[i].id.starts_with("left/stud/")) continue;
        const auto twin = std::ranges::find_if(m.parts, [&](const Part& p) {
            return p.id.starts_with("right/stud/") && t.marks[static_cast<std::size_t>(&p - m.parts.data())] == t.marks[i];
        });
        EXPECT_NE(twin, m.parts.end()) << m.parts[i].id << " has the same mark on the other side";
    }
}

TEST(OnGrid, RoundsOnceToTheSawsGrid) {
    EXPECT_EQ(onGrid(100.0, Units::metric), mm(100));
    EXPECT_EQ(onGrid(25.4 * 3.03, Units::imperial), inches(3));
    EXPECT_EQ(onGrid(25.4 * 3.04, Units::imperial), inches(3.0625));
}

TEST(Fixings, CountNailsByTheJointsThereAre) {
    const auto a = answerTo(designWith({{"runs.1", ""}}));
    const auto find = [&](const char* item) {
        double n = 0;
        for (const auto& l : a->takeoff->hardware)
            if (l.item == item) n += l.quantity;
        return n;
    };
    std::int64_t rafters = 0, studs = 0;
    for (const auto& p : a->model->parts) rafters += p.role == "rafter", studs += p.role == "stud" || p.role == "king";
    EXPECT_EQ(find("tie-rafter"), 2.0 * static_cast<double>(rafters));
    EXPECT_GE(find("nail-16d"), 4.0 * static_cast<double>(studs)) << "two end nails at both ends of each stud (IRC Table R602.3(1))";
    EXPECT_GT(find("paint-gallon"), 0);
    for (const auto& l : a->takeoff->hardware) {
        EXPECT_NE(findItem(catalog(), l.item), nullptr) << l.item;
        EXPECT_TRUE(words::has("fixing." + l.rule)) << l.rule;
    }
}

// The exported model alone must give every length, angle, area and volume again; and moving one vertex by 1/16 in must show.
struct Rebuilt {
    std::map<std::string, double> length, volume, area, startMiter;
};
Rebuilt rebuild(const nlohmann::json& doc) {
    Rebuilt r;
    for (const auto& part : doc["parts"]) {
        const auto id = part["id"].get<std::string>();
        double six = 0, face = 0;
        Bounds b;
        std::vector<Vec3> all;
        for (const auto& solid : part["solids"]) {
            std::vector<Vec3> v;
            for (const auto& p : solid["vertices"]) v.push_back({p[0], p[1], p[2]}), b.add(v.back()), all.push_back(v.back());
            for (const auto& f : solid["faces"]) {
                Vec3 n{};
                for (std::size_t i = 2; i < f.size(); ++i) {
                    six += dot(v[f[0]], cross(v[f[i - 1]], v[f[i]]));
                    n = n + cross(v[f[i - 1]] - v[f[0]], v[f[i]] - v[f[0]]);
                }
                face += norm(n) / 2;
            }
        }
        r.volume[id] = six / 6, r.area[id] = face;
        // The longest way through the part's vertices along any of its own edges.
        double longest = 0;
        for (const auto& solid : part["solids"])
            for (const auto& f : solid["faces"])
                for (std::size_t i = 0; i < f.size(); ++i) {
                    const auto& p = solid["vertices"][f[i].get<std::size_t>()];
                    const auto& q = solid["vertices"][f[(i + 1) % f.size()].get<std::size_t>()];
                    const Vec3 e{q[0].get<double>() - p[0].get<double>(), q[1].get<double>() - p[1].get<double>(),
                                 q[2].get<double>() - p[2].get<double>()};
                    if (norm(e) < 1) continue;
                    const auto u = unit(e);
                    double low = 1e300, high = -1e300;
                    for (const auto& v : all) low = std::min(low, dot(v, u)), high = std::max(high, dot(v, u));
                    longest = std::max(longest, high - low);
                }
        r.length[id] = longest;
    }
    return r;
}

TEST(ExportedModel, GivesEveryMeasureAgainFromItsVertices) {
    const auto a = answerTo(Design{});
    const auto doc = nlohmann::json::parse(modelJson(*a));
    const auto r = rebuild(doc);
    ASSERT_EQ(r.length.size(), a->model->parts.size());
    for (const auto& p : a->model->parts) {
        EXPECT_NEAR(r.volume.at(p.id), p.volumeMm3(), std::max(2.0, 1e-5 * p.volumeMm3())) << p.id;
        if (p.form == Form::lumber) EXPECT_GE(r.length.at(p.id), p.extent(p.along) - 0.01) << p.id;
    }
    for (const auto& part : doc["parts"])
        if (part["role"] == "stud" || part["role"] == "purlin" || part["role"] == "joist")
            EXPECT_NEAR(r.length.at(part["id"]), part["length_mm"].get<double>(), 0.01) << part["id"];
}

TEST(ExportedModel, GivesEveryCutsAngleAgainFromItsVertices) {
    // The tilt of each end face against the part's own longest edge, from vertices alone, is that of the saw settings told.
    const auto a = answerTo(designWith({{"roof.pitch", "4/12"}, {"flock.count", "9"}}));
    const auto doc = nlohmann::json::parse(modelJson(*a));
    int tilted = 0, checked = 0;
    for (const auto& part : doc["parts"]) {
        if (!part.contains("cuts") || part["solids"].size() != 1 || part["length_mm"].get<double>() < 200) continue;
        const auto& solid = part["solids"][0];
        std::vector<Vec3> v;
        for (const auto& p : solid["vertices"]) v.push_back({p[0], p[1], p[2]});
        Vec3 axis{};
        for (const auto& f : solid["faces"])
            for (std::size_t i = 0; i < f.size(); ++i)
                if (const auto e = v[f[(i + 1) % f.size()].get<std::size_t>()] - v[f[i].get<std::size_t>()]; norm(e) > norm(axis)) axis = e;
        axis = unit(axis);
        std::vector<double> found, told;
        for (const auto& f : solid["faces"]) {
            Vec3 n{};
            for (std::size_t i = 2; i < f.size(); ++i)
                n = n + cross(v[f[i - 1].get<std::size_t>()] - v[f[0].get<std::size_t>()],
                              v[f[i].get<std::size_t>()] - v[f[0].get<std::size_t>()]);
            const double along = std::fabs(dot(unit(n), axis));
            if (along > 0.3) found.push_back(std::acos(std::min(1.0, along)) * 180 / kPi);
        }
        for (const auto* end : {"start", "end"}) {
            const double m = part["cuts"][end]["miter_deg"].get<double>() * kPi / 180,
                         b = part["cuts"][end]["bevel_deg"].get<double>() * kPi / 180;
            told.push_back(std::acos(std::cos(m) * std::cos(b)) * 180 / kPi);
        }
        if (found.size() != 2) continue;  // a brace's corner is cut twice
        std::ranges::sort(found), std::ranges::sort(told);
        for (int i = 0; i < 2; ++i) EXPECT_NEAR(found[static_cast<std::size_t>(i)], told[static_cast<std::size_t>(i)], 0.05) << part["id"];
        ++checked, tilted += found[1] > 1;
    }
    EXPECT_GT(checked, 120);
    EXPECT_GT(tilted, 12);
}

TEST(ExportedModel, ShowsAVertexMovedByASixteenth) {
    const auto a = answerTo(Design{});
    const auto doc = nlohmann::json::parse(modelJson(*a));
    const auto good = rebuild(doc);
    std::size_t tried = 0;
    for (std::size_t i = 0; i < doc["parts"].size(); i += 7) {
        auto bad = doc;
        auto& vertex = bad["parts"][i]["solids"][0]["vertices"][0];
        vertex[0] = vertex[0].get<double>() + 1.5875, vertex[1] = vertex[1].get<double>() - 1.5875;
        nlohmann::json one{{"parts", {bad["parts"][i]}}}, was{{"parts", {doc["parts"][i]}}};
        const auto b = rebuild(one), g = rebuild(was);
        const auto id = doc["parts"][i]["id"].get<std::string>();
        EXPECT_TRUE(std::fabs(b.volume.at(id) - g.volume.at(id)) > 0.5 || std::fabs(b.area.at(id) - g.area.at(id)) > 0.5) << id;
        EXPECT_EQ(g.volume.at(id), good.volume.at(id));
        ++tried;
    }
    EXPECT_GT(tried, 30U);
}

/// A panel 4 ft by 8 ft in the x-z plane, without these rectangles (x0, x1, z0, z1), as convex pieces that touch.
Part panelWithout(const std::vector<std::array<double, 4>>& holes) {
    Part p;
    p.form = Form::sheet, p.stock = "grooved-5/8", p.along = {0, 0, 1}, p.wide = {1, 0, 0};
    std::set<double> xs{0, 1219.2}, zs{0, 2438.4};
    for (const auto& h : holes) xs.insert({h[0], h[1]}), zs.insert({h[2], h[3]});
    for (auto x = xs.begin(); std::next(x) != xs.end(); ++x)
        for (auto z = zs.begin(); std::next(z) != zs.end(); ++z) {
            const double cx = (*x + *std::next(x)) / 2, cz = (*z + *std::next(z)) / 2;
            if (std::ranges::none_of(holes, [&](const auto& h) { return cx > h[0] && cx < h[1] && cz > h[2] && cz < h[3]; }))
                p.solids.push_back(box({*x, 0, *z}, {*std::next(x), 15.9, *std::next(z)}));
        }
    return p;
}

TEST(Cutouts, AreTheRectanglesThatOpeningsLeave) {
    EXPECT_TRUE(cutoutsOf(panelWithout({})).empty());
    EXPECT_EQ(cutoutsOf(panelWithout({{300, 900, 800, 1400}})), (std::vector<Cutout>{{mm(600), mm(600)}}));
    // At the panel's edge, and two of them; a window over a door.
    EXPECT_EQ(cutoutsOf(panelWithout({{0, 400, 0, 1800}, {700, 1000, 500, 900}})),
              (std::vector<Cutout>{{mm(400), mm(1800)}, {mm(300), mm(400)}}));
    // Two that meet make an L: its two rectangles together have its area.
    const auto l = cutoutsOf(panelWithout({{100, 500, 100, 1100}, {500, 900, 100, 600}}));
    double area = 0;
    for (const auto& c : l) area += inMm(c.across) * inMm(c.along);
    EXPECT_NEAR(area, 400 * 1000 + 400 * 500, 1);
}

TEST(Cutouts, OfAnyHolesHaveTheirAreaAndLieBesideTheWood) {
    std::mt19937 chance{5};
    const auto below = [&](unsigned n) { return static_cast<double>(chance() % n); };
    for (int round = 0; round < 200; ++round) {
        std::vector<std::array<double, 4>> holes;
        for (double k = 1 + below(3); k > 0; --k) {
            const double x = below(1'000), z = below(2'200);
            holes.push_back({x, std::min(1219.2, x + 50 + below(500)), z, std::min(2438.4, z + 50 + below(900))});
        }
        const auto panel = panelWithout(holes);
        double wood = panel.volumeMm3() / panel.extent(panel.thick()), out = 0;
        for (const auto& c : cutoutsOf(panel)) {
            EXPECT_GT(c.across, Length{});
            EXPECT_GT(c.along, Length{});
            out += inMm(c.across) * inMm(c.along);
        }
        // Holes may lie over each other: what is not wood is counted once.
        EXPECT_NEAR(wood + out, panel.extent(panel.wide) * panel.extent(panel.along), 3) << round;
    }
}

TEST(Cutouts, AndTheWoodMakeUpEachPanelOfAFrontWall) {
    // Levels above and below: what is not wood is opening. The volume knows nothing of rectangles.
    for (const auto* preset : {"demo", "elevated"}) {
        const auto a = answerTo(presetDesign(preset).value());
        int panels = 0;
        for (const auto& p : a->model->parts)
            if (p.role == "siding" && (p.side == "front" || p.side == "back")) {
                double out = 0;
                for (const auto& c : cutoutsOf(p)) out += inMm(c.across) * inMm(c.along);
                EXPECT_NEAR(p.volumeMm3() / p.extent(p.thick()) + out, p.extent(p.wide) * p.extent(p.along), 5) << p.id;
                ++panels;
            }
        EXPECT_GT(panels, 2);
    }
}

TEST(Cutouts, ADoorsLeafComesOutOfItsOwnOpening) {
    const auto a = answerTo(presetDesign("demo").value());
    const auto& c = *a->cuts;
    bool leaf = false;
    for (std::size_t i = 0; i < c.sheets.sheets.size(); ++i) {
        if (!c.fromOpening(i)) continue;
        const auto& s = c.sheets.sheets[i];
        EXPECT_EQ(c.sheetStock[s.stock].price, Money{});
        for (const auto& p : s.placements) leaf |= a->model->parts[c.sheetPartsOf[p.part].front()].role == "leaf";
    }
    EXPECT_TRUE(leaf);
    EXPECT_LT(c.wholeSheets(), std::ssize(c.sheets.sheets));
    // What is bought is what is whole.
    std::int64_t bought = 0;
    for (const auto& l : a->bill.lines)
        if (findItem(*a->prices, l.item)->kind == StockItem::Kind::sheet) bought += l.bought;
    EXPECT_EQ(bought, c.wholeSheets());
    // Each opening gives its piece once a panel.
    std::map<std::size_t, std::int64_t> used;
    for (const auto& s : c.sheets.sheets) ++used[s.stock];
    for (const auto& [stock, n] : used)
        if (c.sheetStock[stock].quantity) EXPECT_LE(n, *c.sheetStock[stock].quantity);
}

/// What is wrong with a bill put together by trips; empty when it stands.
std::string untrue(const std::vector<Section>& list, const Answer& a, By by) {
    std::string wrong;
    Money sum;
    std::vector<std::int64_t> bought(a.bill.lines.size());
    const auto load = std::get<Mass>(a.settled->value("trip.load"));
    const auto longest = a.settled->length("trip.longest");
    for (const auto& s : list) {
        Money amounts;
        Mass mass;
        for (const auto& share : s.shares) {
            const auto* item = findItem(*a.prices, a.bill.lines[share.line].item);
            amounts += share.amount, mass += massOf(*item, *a.settled) * share.bought, bought[share.line] += share.bought;
            if (s.id == "trip" && item->kind != StockItem::Kind::roll && std::max(item->a, item->b) > longest) wrong += "too long; ";
        }
        if (amounts != s.amount) wrong += "amounts; ";
        if (mass != s.mass) wrong += "mass; ";
        if (s.id == "trip" && s.mass > load) wrong += "overloaded; ";
        sum += s.amount;
    }
    if (sum != a.bill.net) wrong += "sum; ";
    for (std::size_t i = 0; i < bought.size(); ++i)
        if (bought[i] != a.bill.lines[i].bought) wrong += a.bill.lines[i].item + "; ";
    if (by == By::trip && list.size() > 1)
        for (std::size_t i = 0; i + 1 < list.size(); ++i)
            if (list[i].id == "trip" && list[i].number != static_cast<std::int64_t>(i) + 1) wrong += "numbers; ";
    return wrong;
}

TEST(Sections, HoldEveryLineOnceAndTripsWhatTheVehicleTakes) {
    for (const auto& changes : std::vector<std::vector<Change>>{{},
                                                                {{"trip.load", "200 lb"}},
                                                                {{"trip.longest", "20ft"}, {"trip.load", "5000 lb"}},
                                                                {{"trip.longest", "3ft"}},
                                                                {{"flock.count", "30"}, {"trip.longest", "12ft"}}}) {
        const auto a = answerTo(designWith(changes));
        for (const auto by : {By::system, By::kind, By::trip}) {
            const auto list = sections(a->bill, by, *a->settled, *a->prices);
            EXPECT_EQ(untrue(list, *a, by), "") << static_cast<int>(by);
            for (const auto& s : list)
                EXPECT_TRUE(words::has((by == By::system ? "group." : by == By::kind ? "kind." : "trip.") + s.id)) << s.id;
        }
        EXPECT_EQ(sections(a->bill, By::system, *a->settled, *a->prices).size(),
                  static_cast<std::size_t>(std::ranges::count_if(a->bill.groups, [](const auto& g) { return g.has_value(); })));
    }
    // All of it in a lorry: one trip. A trip weighs what its bags and boards do: twenty bags of gravel at 50 lb are half a ton.
    const auto lorry = answerTo(designWith({{"trip.longest", "20ft"}, {"trip.load", "5000 lb"}}));
    const auto one = sections(lorry->bill, By::trip, *lorry->settled, *lorry->prices);
    ASSERT_EQ(one.size(), 1u);
    EXPECT_GT(inPounds(one[0].mass), 1000);
    // Fewer trips than the load asks for are none; the next one would not have fitted: at most twice as many.
    const auto car = answerTo(designWith({{"trip.longest", "20ft"}, {"trip.load", "600 lb"}}));
    const auto many = sections(car->bill, By::trip, *car->settled, *car->prices);
    const double least = std::ceil(inPounds(one[0].mass) / 600);
    EXPECT_GE(static_cast<double>(many.size()), least);
    EXPECT_LE(static_cast<double>(many.size()), 2 * least);
}

TEST(Sections, TheCheckerFindsPlantedFaults) {
    const auto a = answerTo(designWith({{"trip.load", "400 lb"}}));
    const auto good = sections(a->bill, By::trip, *a->settled, *a->prices);
    ASSERT_GT(good.size(), 2u);
    const auto with = [&](auto&& spoil) {
        auto list = good;
        spoil(list);
        return untrue(list, *a, By::trip);
    };
    EXPECT_NE(with([](auto& l) { l[0].shares.pop_back(); }), "");
    EXPECT_NE(with([](auto& l) { l[0].amount += money(0.01); }), "");
    EXPECT_NE(with([](auto& l) { l[0].shares.push_back(l[1].shares[0]); }), "");
    EXPECT_NE(with([](auto& l) { l.back().id = "trip"; }), "");
    EXPECT_NE(with([](auto& l) { l[0].mass += pounds(1); }), "");
}

TEST(RollCards, DrawTheLapOfEachStripAsALine) {
    // Underlayment under a decked roof laps 2 in over the strip below; nothing laps in a coop under metal and mesh that fits its roll.
    const auto lines = [](const Answer& a) {
        std::vector<double> out;
        const auto d = rollCards(*a.cuts, 0, a.cuts->rolls.sheets.size());
        for (const auto& l : d.shapes)
            if (l.pen == Pen::hidden && !l.part.empty()) out.push_back(l.points[0].y);
        return out;
    };
    const auto decked = answerTo(presetDesign("gable").value().with({{"roof.cover", "shingles"}}).value());
    std::size_t strips = 0;
    for (const auto& r : decked->cuts->rolls.sheets)
        for (const auto& p : r.placements)
            if (const auto lap = decked->cuts->rollLaps[p.part]; lap > Length{}) {
                ++strips;
                EXPECT_GE(lap, inches(2));
                EXPECT_LT(lap, decked->cuts->rollParts[p.part].width);
            }
    EXPECT_GT(strips, 2u);
    EXPECT_EQ(lines(*decked).size(), strips);
    EXPECT_TRUE(lines(*answerTo(presetDesign("demo").value())).empty());
}

}  // namespace
}  // namespace oiko
