// What is painted: the solid picture, marks, pages.
#include <gtest/gtest.h>

#include <QImage>
#include <QPainter>
#include <set>

#include "app/wording.h"
#include "core/formats/designfile.h"
#include "core/model/build.h"
#include "render/paint.h"
#include "render/picture.h"

namespace oiko {
namespace {

Model demo() {
    const auto d = presetDesign("demo").value();
    Settled s{d};
    return buildModel(s);
}
std::set<std::string> seenIn(const Model& m, const PictureWish& wish) {
    std::vector<int> at;
    picture(m, wish, {500, 400}, dayTheme(), &at);
    std::set<std::string> roles;
    for (const int i : at)
        if (i >= 0) roles.insert(m.parts[static_cast<std::size_t>(i)].role);
    return roles;
}

TEST(Picture, HidesWhatStandsBehind) {
    const auto m = demo();
    PictureWish wish;
    const auto outside = seenIn(m, wish);
    EXPECT_TRUE(outside.contains("roof-panel") && outside.contains("siding"));
    EXPECT_FALSE(outside.contains("roost")) << "roosts stand behind the siding";
    EXPECT_FALSE(outside.contains("blocking"));
    wish.roof = false, wish.skin = false;
    const auto open = seenIn(m, wish);
    EXPECT_FALSE(open.contains("roof-panel") || open.contains("siding"));
    EXPECT_TRUE(open.contains("stud") && open.contains("rafter"));
    wish.slice = 0.4;
    EXPECT_TRUE(seenIn(m, wish).contains("roost")) << "the front is cut away";
}

TEST(Picture, NothingShowsThroughAThinSheet) {
    // A long roof far from the eye: purlins lie half a millimetre below its panels, and a pixel is many.
    const auto d = presetDesign("longhouse").value();
    Settled s{d};
    const auto m = buildModel(s);
    const QSize size{640, 420};
    std::vector<int> at;
    const auto image = picture(m, {}, size, dayTheme(), &at);
    int inside = 0;
    for (int y = 4; y < size.height() - 4; ++y)
        for (int x = 4; x < size.width() - 4; ++x) {
            const int i = at[static_cast<std::size_t>(y * size.width() + x)];
            if (i < 0 || m.parts[static_cast<std::size_t>(i)].role != "roof-panel") continue;
            bool deep = true;
            for (int v = -3; v <= 3 && deep; ++v)
                for (int u = -3; u <= 3 && deep; ++u) deep = at[static_cast<std::size_t>((y + v) * size.width() + x + u)] == i;
            if (!deep) continue;
            // Within a panel all pixels are of its one shade.
            ++inside;
            EXPECT_EQ(image.pixel(x, y), image.pixel(x + 1, y)) << x << " " << y;
            if (HasFailure()) return;
        }
    EXPECT_GT(inside, 3000);
}

TEST(Picture, EndsAtTheGround) {
    // However deep it goes down, nothing of a wall of blocks or of a post shows below the ground, and the picture is fitted to the rest.
    for (const std::string kind : {"blockwork", "curb", "set_posts"}) {
        const auto at = [&](const char* deep) {
            Settled s{Design{}.with({{"foundation.kind", kind}, {"foundation.depth", deep}}).value()};
            return picture(buildModel(s), {}, {500, 400}, dayTheme());
        };
        EXPECT_EQ(at("24in"), at("48in")) << kind;
    }
}

TEST(Picture, IsTheSameEachTimeAndTurns) {
    const auto m = demo();
    PictureWish wish;
    const auto a = picture(m, wish, {300, 240}, dayTheme()), b = picture(m, wish, {300, 240}, dayTheme());
    EXPECT_EQ(a, b);
    wish.eye.turnDeg += 90;
    EXPECT_NE(picture(m, wish, {300, 240}, dayTheme()), a);
    // An empty model is paper and a person, no crash.
    EXPECT_FALSE(picture(Model{}, wish, {100, 80}, dayTheme()).isNull());
}

TEST(Picture, LightsWhatIsPointedAt) {
    const auto m = demo();
    PictureWish plain, lit;
    lit.lit = {"nests/lid"};
    EXPECT_NE(picture(m, plain, {300, 240}, dayTheme()), picture(m, lit, {300, 240}, dayTheme()));
}

TEST(Marks, AreToldApartInOneGreyAtTheirSmallest) {
    std::vector<QImage> marks;
    for (const auto state : {std::optional{State::pass}, std::optional{State::near}, std::optional{State::fail}, std::optional<State>{}}) {
        QImage image{14, 14, QImage::Format_Grayscale8};
        image.fill(255);
        QPainter p{&image};
        paintMark(p, QRectF{0, 0, 14, 14}, state, QColor{60, 60, 60});
        p.end();
        marks.push_back(image);
    }
    for (std::size_t i = 0; i < marks.size(); ++i)
        for (std::size_t k = 0; k < i; ++k) {
            int differ = 0;
            for (int y = 0; y < 14; ++y)
                for (int x = 0; x < 14; ++x) differ += std::abs(qGray(marks[i].pixel(x, y)) - qGray(marks[k].pixel(x, y))) > 60;
            EXPECT_GE(differ, 12) << i << " and " << k;
        }
}

TEST(Signed, FiguresCarryTheirSign) {
    EXPECT_EQ(signedMoney(money(38.2)), "+$38");
    EXPECT_EQ(signedMoney(money(-12)), "−$12");
    EXPECT_EQ(signedMoney(money(0.3)), "same");
    EXPECT_EQ(signedMass(pounds(-46), Units::imperial), "−46 lb");
    EXPECT_EQ(signedCount(-1), "−1");
    EXPECT_EQ(signedShare(0.021), "+2 %");
}

TEST(Paint, PutsADimensionsFigureWhereItSays) {
    Drawing d;
    d.id = "t";
    d.add({Pen::outline, Fill::wood, {{0, 0}, {1000, 0}, {1000, 500}, {0, 500}}, true, "part/1"});
    d.dimensions.push_back({{0, 0}, {1000, 0}, -6, "coop.width"});
    QImage image{400, 300, QImage::Format_RGB32};
    image.fill(Qt::white);
    QPainter p{&image};
    Sight s;
    s.perModelMm = 0.3, s.perPaperMm = 4, s.origin = {50, 200};
    const auto figures = paint(p, d, s);
    p.end();
    ASSERT_EQ(figures.size(), 1U);
    EXPECT_EQ(figures[0].dimension.key, "coop.width");
    EXPECT_NEAR(figures[0].box.center().x(), 50 + 150, 1);
    EXPECT_GT(figures[0].box.center().y(), 200) << "below the line between its points";
    EXPECT_EQ(partAt(d, {500, 250}), "part/1");
    EXPECT_EQ(partAt(d, {1500, 250}), "");
}

TEST(Paint, LongNotesEndWithinTheBorder) {
    PlanSet set;
    Page page;
    page.width = 279, page.height = 216, page.title = {"page.steps", {}};
    for (const auto* id : {"bank", "leaned", "runroof", "partitions"})
        page.notes.push_back({{24, 180 - 12 * static_cast<double>(page.notes.size())}, {"step." + std::string{id} + ".check", {}}});
    const double perMm = 4;
    QImage image{static_cast<int>(page.width * perMm), static_cast<int>(page.height * perMm), QImage::Format_RGB32};
    const auto inked = [&](int from, int to) {
        int n = 0;
        for (int x = from; x < to; ++x)
            for (int y = 100; y < image.height() - 150; ++y) n += image.pixelColor(x, y).lightness() < 128;
        return n;
    };
    const int border = static_cast<int>((page.width - 8) * perMm);
    QPainter p{&image};
    paint(p, page, 1, 1, set, perMm, printTheme());
    p.end();
    EXPECT_EQ(inked(border + 4, image.width()), 0);
    EXPECT_GT(inked(border - 40, border - 4), 0) << "but they fill the line";
}

}  // namespace
}  // namespace oiko
