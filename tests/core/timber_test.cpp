// Metric timber: its sizes, its strength classes, and coops built of it.
#include <cmath>
#include <regex>

#include "core/catalog/lumber.h"
#include "core/design/shell.h"
#include "core/design/spans.h"
#include "core/steps/steps.h"
#include "whole.h"

namespace oiko {
namespace {

Design metric(std::vector<Change> more = {}) {
    std::vector<Change> all{{"frame.timber", "metric"}};
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}

TEST(Timber, EverySizeIsSoldAsItIsAskedForInSixLengthsOrFive) {
    for (const auto& kind : kTimbers)
        for (const auto& size : kind.sizes) {
            const auto* p = profile(size.sold);
            ASSERT_NE(p, nullptr) << size.sold;
            EXPECT_EQ(kind.size(size.asked).name, size.sold);
            EXPECT_EQ(kind.stock(std::string{size.asked} + "pt"), std::string{size.sold} + "pt");
            const auto sold = ofProfile(catalog(), size.sold), treated = ofProfile(catalog(), std::string{size.sold} + "pt");
            EXPECT_GE(std::max(sold.size(), treated.size()), 4u) << size.sold;
            for (const auto* item : sold) EXPECT_EQ(item->a.count() % (kind.name != "inch" ? mm(600) : feet(2)).count(), 0) << item->id;
        }
    // What is no lumber keeps its name; a size that a 4x4 and a 2x4's wide side share, rails and posts want.
    const auto& m = timber("metric");
    EXPECT_EQ(m.stock("ply-1/2"), "ply-1/2");
    EXPECT_EQ(m.post, m.size("2x4").wide);
    EXPECT_EQ(m.two, m.size("4x6pt").thick - mm(53));
    for (const auto& kind : kTimbers) {
        EXPECT_EQ(kind.size("2x4").thick, kind.two);
        EXPECT_EQ(kind.size("1x4").thick, kind.one);
        EXPECT_EQ(kind.size("4x4").thick, kind.post);
        EXPECT_EQ(kind.size("2x2").wide, kind.two) << "a filler lies either way";
    }
    // EN 1313-1: sawn softwood of 22, 47 and 100 mm, in widths of 75, 100, 150, 200, 225 and 300; from memory.
    EXPECT_EQ(m.size("2x6").wide, mm(150));
    EXPECT_EQ(m.size("2x8").wide, mm(200));
    EXPECT_EQ(m.size("2x12").wide, mm(300));
    EXPECT_EQ(m.size("1x3").wide, mm(75));
}

TEST(Timber, StrengthClassesAgreeWithTheOlderStandardsPermissibleStresses) {
    // BS 5268-2:2002 table 8, N/mm², long term, from memory, by its own factor of 1.25 for medium term: within a fifth of EN 338's values
    // by EN 1995-1-1. Shear and bearing it reckons otherwise.
    const struct {
        const char* name;
        double bending, compression, mean, dense;
    } permissible[] = {{"c16", 5.3, 6.8, 8800, 370}, {"c24", 7.5, 7.9, 10800, 420}};
    const double psi = 145.0377;
    for (const auto& row : permissible) {
        const auto& w = wood(row.name);
        EXPECT_NEAR(w.bending / psi, row.bending * 1.25, row.bending * 0.25) << row.name;
        EXPECT_NEAR(w.compression / psi, row.compression * 1.25, row.compression * 0.25) << row.name;
        EXPECT_NEAR(w.elasticity / psi, row.mean, row.mean * 0.1) << row.name;
        EXPECT_NEAR(density(w, 12), row.dense, 0.5) << row.name;
        // EN 338 table 1: E_0,05 is 0.67 of the mean, of softwood.
        EXPECT_NEAR(w.stiffMin * 1.66 / w.elasticity, 0.67, 0.01) << row.name;
    }
    // A shallow member gains by (150 / h)^0.2, a deep one nothing (EN 1995-1-1 3.2).
    EXPECT_NEAR(sizeFactor(wood("c16"), mm(100)), std::pow(1.5, 0.2), 1e-9);
    EXPECT_EQ(sizeFactor(wood("c16"), mm(200)), 1);
    EXPECT_EQ(sizeFactor(wood("c16"), mm(30)), 1.3);
}

TEST(Timber, UnlikeMetricCoopsAreSoundAndShut) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"form.kind", "elevated"}, {"flock.count", "5"}, {"wood.grade", "c24"}},
             {{"roof.form", "gable"}, {"roof.cover", "shingles"}, {"skin.kind", "shiplap"}},
             {{"skin.kind", "board_batten"}, {"runs.1.top", "mesh"}, {"mesh.edge", "battens"}, {"frame.spacing", "16in"}},
             {{"foundation.kind", "sills"}, {"nests.kind", "buckets"}, {"roof.form", "gable"}, {"runs.1.top", "shared"}},
             {{"form.kind", "elevated"}, {"frame.stud", "2x2"}, {"flock.count", "6"}, {"windows.1.kind", "shutter"}},
             {{"foundation.kind", "posts"}, {"floor.height", "3'"}, {"doors.1.steps", "yes"}, {"partitions.1.cover", "mesh"}},
             asked("skin.open_front=yes; skin.lower=36in; windows.1=; windows.2=; runs.1.side=back; nests.kind=inside; "
                   "pops.1.kind=ramp_door; vents.1.wall=left"),
         }) {
        if (sampled() && more.size() > 3) continue;
        SCOPED_TRACE(more.empty() ? "plain" : more[0].key + more[0].text);
        const auto d = metric(more);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        for (const auto& p : a->model->parts) {
            if (p.form != Form::lumber) continue;
            const auto* size = profile(p.stock);
            ASSERT_NE(size, nullptr) << p.id << " of " << p.stock;
            EXPECT_TRUE(size->thick == mm(22) || size->thick == mm(47) || size->thick == mm(100)) << p.id << " of " << p.stock;
            EXPECT_LE(p.extent(p.wide), inMm(size->wide) + 0.01) << p.id << " of " << p.stock;
        }
        for (const auto& b : a->cuts->boardStock) EXPECT_EQ(b.length.count() % mm(600).count(), 0) << b.profile;
    }
}

TEST(Timber, UnlikePlanedCoopsAreSoundShutAndOfPlanedSizes) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {{"roof.form", "gable"}, {"skin.kind", "board_batten"}},
             {{"frame.walls", "posts"}, {"skin.kind", "metal"}, {"wood.grade", "c24"}},
             {{"form.kind", "elevated"}, {"flock.count", "6"}, {"nests.kind", "flush"}, {"frame.stud", "2x3"}},
             {{"foundation.kind", "sills"}, {"skin.kind", "shiplap"}, {"runs.1.top", "shared"}, {"roost.stock", "round"}},
             {{"foundation.kind", "slab"}, {"skin.lining", "ply-1/2"}, {"partitions.1.wall", "right"}, {"coop.width", "4.2 m"}},
         }) {
        if (sampled() && more.size() > 3) continue;
        SCOPED_TRACE(more[0].key + more[0].text);
        auto changes = more;
        changes.insert(changes.begin(), {"frame.timber", "planed"});
        const auto d = designWith(changes);
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        EXPECT_EQ(a->design.units(), Units::metric);
        for (const auto& p : a->model->parts) {
            if (p.form != Form::lumber) continue;
            const auto* size = profile(p.stock);
            ASSERT_NE(size, nullptr) << p.id << " of " << p.stock;
            EXPECT_TRUE(size->thick == mm(22) || size->thick == mm(45) || size->thick == mm(50) || size->thick == mm(95))
                << p.id << p.stock;
            EXPECT_NE(size->wide, mm(100)) << p.id << " of " << p.stock;
        }
        EXPECT_EQ(needed(*a, "post-tie-100") + needed(*a, "post-tie-4x4"), 0) << "made for other posts";
    }
    // Planed off sawn: two millimetres of a thickness of 47, five of each width, the same board's.
    const auto &sawn = timber("metric"), &planed = timber("planed");
    for (const auto* size : {"2x2", "2x4", "2x6", "2x8", "2x10", "2x12", "4x4", "4x6", "4x8"}) {
        const double off = inMm(sawn.size(size).wide - planed.size(size).wide);
        EXPECT_GE(off, 2) << size;
        EXPECT_LE(off, 5) << size;
    }
}

TEST(Timber, AMetricCoopByHand) {
    // 3.0 by 1.8 m by itself: ten bays of a board. Plates of 3 m, joists between two rims of 47, studs under two plates and on one.
    const auto a = answerTo(metric({{"coop.low_wall", "2.0 m"}, {"frame.top_plates", "doubled"}}));
    auto& s = *a->settled;
    EXPECT_EQ(s.length("coop.width"), mm(3000));
    EXPECT_EQ(s.length("coop.depth"), mm(1800));
    EXPECT_EQ(a->design.units(), Units::metric) << "its plans are metric unless told otherwise";
    EXPECT_EQ(s.choice("plans.units"), "metric");
    const auto& joist = *a->model->find("floor/joist/0");
    EXPECT_NEAR(joist.extent(joist.along), 1800 - 2 * 47, 0.01);
    EXPECT_EQ(joist.stock, "47x100pt");
    const auto& plate = *a->model->find("back/top-plate/0");
    EXPECT_NEAR(plate.extent(plate.along), 3000, 0.01);
    int studs = 0;
    for (const auto& p : a->model->parts)
        if (p.side == "back" && p.role == "stud") {
            ++studs;
            EXPECT_NEAR(p.extent({0, 0, 1}), 2000 - 3 * 47, 0.01) << p.id;
        }
    EXPECT_GT(studs, 4);
    // A skid of 100 lies under 100 of joist and 18 of deck.
    EXPECT_NEAR(inMm(shellOf(s).floorTop), 100 + 100 + inMm(thicknessOf("ply-3/4")), 0.01);
    EXPECT_GT(needed(*a, "post-tie-100"), 0);
    EXPECT_EQ(needed(*a, "post-tie-4x4"), 0) << "89 mm wide: it is made for the other";
    // The same coop in inches has none of it.
    const auto inch = answerTo(designWith({}));
    EXPECT_EQ(needed(*inch, "post-tie-100"), 0);
    for (const auto& b : inch->cuts->boardStock) EXPECT_EQ(b.length.count() % feet(2).count(), 0);
}

TEST(Timber, UnitsFollowUntilToldAndComeBackFromAFile) {
    const auto d = metric({{"coop.width", "3600"}});
    EXPECT_EQ(Settled{d}.length("coop.width"), mm(3600)) << "a bare number is millimetres";
    EXPECT_EQ(metric({{"plans.units", "imperial"}}).units(), Units::imperial);
    const auto back = readDesign(writeDesign(d), "x");
    ASSERT_TRUE(back);
    EXPECT_EQ(Settled{back.value().design}.length("coop.width"), mm(3600));
    EXPECT_EQ(back.value().design.units(), Units::metric);
    // A strength class is for metric timber, a species for the other.
    EXPECT_FALSE(Design{}.with({{"wood.grade", "c24"}}));
    EXPECT_FALSE(d.with({{"wood.species", "hf"}}));
    Settled c24{metric({{"wood.grade", "c24"}})};
    EXPECT_EQ(woodOf(c24).name, "c24");
}

TEST(Timber, MetricDesignsAreToldInMetric) {
    struct Told {
        Told() { words::setTimber("metric"); }
        ~Told() { words::setTimber("inch"); }
    } told;
    const std::regex inches{
        R"([0-9]["']|\b[0-9]+d\b|[0-9] (lb|gal|in|ft)\b|gallon|quart\b|\bfoot of|square foot|(a|each|running) foot\b|\binch|sq ft|cu ft|cubic (foot|yard))"};
    const auto plain = [&](const std::string& id) {
        if (!words::has(id)) return;
        std::smatch m;
        const auto text = words::text(id);
        EXPECT_FALSE(std::regex_search(text, m, inches)) << id << ": " << text;
    };
    for (const auto& item : catalog()) {
        const auto* lumber = profile(item.profile);
        if (lumber && std::ranges::any_of(kTimbers[0].sizes, [&](const auto& s) { return profile(s.sold) == lumber; })) continue;
        plain("item." + item.id), plain("stock." + item.profile);
        // The figures are the goods' own.
        if (item.kind == StockItem::Kind::sheet) {
            const auto size =
                std::to_string(5 * std::lround(inMm(item.a) / 5)) + " × " + std::to_string(5 * std::lround(inMm(item.b) / 5)) + " mm";
            EXPECT_NE(words::text("item." + item.id).find(size), std::string::npos) << item.id;
        }
        if (item.kind == StockItem::Kind::roll && item.b > feet(30) && item.id.find("cloth") != std::string::npos) {
            const auto size =
                std::to_string(std::lround(inMm(item.a))) + " mm × " + std::to_string(std::lround(inMm(item.b) / 1000)) + " m";
            EXPECT_NE(words::text("item." + item.id).find(size), std::string::npos) << item.id;
        }
    }
    for (const auto& p : params()) {
        const std::string key{p.key};
        if (key == "frame.timber" || key == "plans.units") continue;  // where one chooses between them
        plain("key." + key), plain("key." + key + ".help");
        if (key != "stock.longest" && key != "wood.species")
            for (const auto option : p.options) plain("option." + key + "." + std::string{option});
    }
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             asked("roof.form=gable; roof.cover=shingles; roof.gutter=yes; foundation.kind=slab; skin.insulation=foam-1; bank.side=back; "
                   "runs.1.top=metal_sealed; latch.against=children; floor.cover=bare"),
             asked("foundation.kind=set_posts; floor.height=30in; form.kind=elevated; flock.count=6; mesh.double=yes; mesh.edge=battens; "
                   "run.litter=sand")}) {
        std::vector<Change> fitting;
        for (const auto& c : more)
            if (Design{}.with({{"frame.timber", "metric"}, c})) fitting.push_back(c);
        const auto a = answerTo(metric(fitting));
        for (const auto& line : a->takeoff->hardware) plain("fixing." + line.rule);
        for (const auto& f : a->findings) plain("finding." + f.id);
        for (const auto& step : buildingOrder(*a->model)) plain("step." + step.id), plain("step." + step.id + ".check");
    }
}

}  // namespace
}  // namespace oiko
