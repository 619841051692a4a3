// Stock along the drawing, and what belongs together in letter, board and bill.
#include "core/drawing/ruler.h"

#include <gtest/gtest.h>

#include "core/answer/belongs.h"
#include "some.h"
#include "words/words.h"

namespace oiko {
namespace {

const Lane& lane(const Ruler& r, std::string_view id) {
    const auto at = std::ranges::find(r.lanes, id, [](const Lane& l) { return l.name.id; });
    EXPECT_NE(at, r.lanes.end()) << id;
    return *at;
}
bool has(const Ruler& r, Length value) { return std::ranges::find(r.goodSizes, value, &GoodSize::value) != r.goodSizes.end(); }

TEST(StockRuler, LaysPanelsEndToEndAndHatchesWhatSticksOut) {
    Settled s{designWith({{"coop.width", "10ft"}, {"coop.depth", "8ft"}})};
    const auto r = stockRuler(s, catalog(), false);
    const auto& panels = lane(r, "ruler.siding");
    ASSERT_EQ(panels.joints.size(), 4u);
    for (std::size_t i = 0; i < 4; ++i) EXPECT_NEAR(panels.joints[i], static_cast<double>(i) * 48 * 25.4, 1e-6);
    EXPECT_EQ(panels.rest(), inches(24));
    EXPECT_LE(r.lanes.size(), 3u);
    // Worked by hand: two halves of a 48 in panel and a kerf of 1/8 in give 2 × 23 15/16: 9' 11 15/16" takes one panel less a pair of
    // walls.
    EXPECT_TRUE(has(r, inches(119.9375)));
    EXPECT_TRUE(has(r, feet(12)));
    EXPECT_FALSE(has(r, feet(10) + inches(3)));
}

TEST(StockRuler, KnowsHowFarARaftersBoardReaches) {
    Settled s{designWith({{"coop.depth", "8ft"}, {"roof.pitch", "3/12"}, {"roof.overhang", "9in"}, {"roof.rafter", "2x6"}})};
    const auto r = stockRuler(s, catalog(), true);
    // 8' and 9" twice at 3/12 are 9' 9 1/2" along the slope; plumb ends of a 5 1/2" board add 1 3/8": 9' 10 7/8" of a 10' board, 1 1/8"
    // over.
    EXPECT_NEAR(inInches(lane(r, "ruler.rafter").rest()), 120 - 118.89, 0.01);
    // The depth at which the 10' board is used up: (120 - 1.375) cos 14.036° - 18.
    EXPECT_TRUE(has(r, inches(97.0625))) << "97.08 in, down to the sixteenth";
    Settled longer{designWith({{"coop.depth", "8ft"}, {"roof.pitch", "3/12"}, {"roof.overhang", "10in"}, {"roof.rafter", "2x6"}})};
    // 10' 0 15/16" at 10 in of overhang: 12' boards, 1' 11" left of each.
    EXPECT_NEAR(inInches(lane(stockRuler(longer, catalog(), true), "ruler.rafter").rest()), 144 - 120.95, 0.01);
}

TEST(StockRuler, GoodSizesAscendStandWithinTheTableAndWasteNoneOfWhatTheyName) {
    for (const bool depth : {false, true})
        for (const auto* fall : {"back", "right"}) {
            const auto design = designWith({{"roof.falls_to", fall}, {"roof.rafter", "2x6"}});
            Settled s{design};
            const auto r = stockRuler(s, catalog(), depth);
            const auto& p = *findParam(r.slot);
            for (std::size_t i = 0; i < r.goodSizes.size(); ++i) {
                const auto& g = r.goodSizes[i];
                EXPECT_GE(g.value, std::get<Length>(p.low)) << r.slot;
                EXPECT_LE(g.value, std::get<Length>(p.high)) << r.slot;
                if (i > 0) EXPECT_LT(r.goodSizes[i - 1].value, g.value);
                EXPECT_TRUE(words::has(g.why.id)) << g.why.id;
                const auto trial = design.withUnjudged({{r.slot, exactLength(g.value, Units::imperial)}});
                ASSERT_TRUE(trial);
                Settled there{trial.value()};
                const auto again = stockRuler(there, catalog(), depth);
                if (g.why.id == "ruler.panel") EXPECT_EQ(lane(again, "ruler.siding").rest(), Length{});
                if (g.why.id == "ruler.byplate") EXPECT_EQ(lane(again, "ruler.plate").rest(), Length{});
                if (g.why.id == "ruler.byrafter") EXPECT_LT(lane(again, "ruler.rafter").rest(), inches(0.07));
            }
        }
}

TEST(StockRuler, AHalfPanelLessShowsInTheCutPlan) {
    const auto at = [](const char* width) {
        return answerTo(designWith({{"coop.width", width}, {"coop.depth", "8ft"}, {"windows.2", ""}, {"runs.1", ""}}))
            ->cuts->sheets.sheets.size();
    };
    EXPECT_LE(at("119.9375in"), at("10ft"));
}

TEST(Belongs, ValuesPartsAndLinesNameEachOther) {
    const auto a = answerTo(designWith({}));
    const auto panels = partsOf(*a, "roof.cover");
    ASSERT_FALSE(panels.empty());
    for (const auto& id : panels) EXPECT_EQ(a->model->find(id)->role, "roof-panel");
    const auto lines = linesOf(*a, panels);
    ASSERT_EQ(lines.size(), 1u) << "one line of metal";
    EXPECT_TRUE(a->bill.lines[lines[0]].item.starts_with("metal"));
    // A door's own parts stand together, and its words are the nearest to them.
    const auto door = partsOf(*a, "doors.1.width");
    EXPECT_TRUE(door.contains("doors.1/leaf/sheet"));
    EXPECT_EQ(togetherWith(*a, "doors.1/leaf/sheet"), door);
    const auto words = slotsOf(*a, {"doors.1/leaf/sheet"});
    EXPECT_NE(std::ranges::find(words, "doors.1.width"), words.end());
    EXPECT_EQ(std::ranges::find(words, "windows.1.width"), words.end());
    EXPECT_TRUE(partsOf(*a, "prices.tax").empty());
    EXPECT_TRUE(partsOf(*a, "no.such.key").empty());
    EXPECT_TRUE(togetherWith(*a, "no/such/part").empty());
}

TEST(Belongs, EveryValueThatShapesOnlySomePartsFindsThem) {
    for (const auto& changes : {std::vector<Change>{}, {{"existing.what", "standing"}}}) {
        const auto a = answerTo(designWith(changes));
        for (const auto& slot : a->settled->slots()) {
            const auto& p = *findParam(slot);
            if (p.stage < Stage::form || p.stage > Stage::run || p.key == "form.kind" || p.key == "existing.what" ||
                p.key == "wood.species" || p.key == "frame.timber" || p.key == "finish.coats")
                continue;
            EXPECT_FALSE(partsOf(*a, slot).empty()) << slot << " lights nothing";
        }
    }
}

}  // namespace
}  // namespace oiko
