// What the keeper has, and boards that are cut already: read, used, kept, written.
#include <gmock/gmock.h>

#include <cmath>
#include <nlohmann/json.hpp>

#include "some.h"

namespace oiko {
namespace {

Design demoWith(const std::vector<const char*>& things, const char* use = "saves") {
    auto d = presetDesign("demo").value().with({{"onhand.use", use}}).value();
    for (const auto* t : things) {
        const auto read = readOnHand(t, Units::imperial);
        EXPECT_TRUE(read) << t;
        if (read) d.onHand.push_back(read.value());
    }
    return d;
}

/// Every piece asked for is cut once, within its board, a kerf from its neighbour, and no more of a stock is used than there is.
std::string unheld(const CutLists& c, Length kerf) {
    std::string wrong;
    std::vector<std::int64_t> placed(c.boardParts.size()), used(c.boardStock.size());
    for (const auto& b : c.boards.boards) {
        ++used[b.stock];
        Length end = -kerf;
        for (const auto& p : b.pieces) {
            ++placed[p.part];
            if (p.at < end + kerf) wrong += "pieces meet on " + c.boardStock[b.stock].label + "; ";
            if (c.boardParts[p.part].profile != c.boardStock[b.stock].profile) wrong += "wrong wood; ";
            end = p.at + c.boardParts[p.part].length;
        }
        if (end > c.boardStock[b.stock].length) wrong += "past the end of " + c.boardStock[b.stock].label + "; ";
    }
    for (std::size_t i = 0; i < placed.size(); ++i)
        if (placed[i] != c.boardParts[i].quantity) wrong += c.boardParts[i].label + " cut " + std::to_string(placed[i]) + " times; ";
    for (std::size_t i = 0; i < used.size(); ++i)
        if (const auto& s = c.boardStock[i]; s.quantity && used[i] > *s.quantity) wrong += "too many of " + s.label + "; ";
    return wrong;
}
Money sumOf(const Bill& b) {
    Money sum;
    for (const auto& l : b.lines) sum += l.amount.value_or(Money{});
    return sum;
}
double usedOf(const Answer& a) {
    double sum = 0;
    for (const auto u : a.bill.usedOnHand) sum += u;
    return sum;
}

TEST(OnHand, IsReadAsPeopleSayItAndRefusedOtherwise) {
    const std::vector<std::pair<const char*, OnHand>> good{
        {"6 2x4 7' 2\"", {"2x4", inches(86), {}, 6}},
        {"2x6 8'", {"2x6", feet(8), {}, 1}},
        {"4 2x6 8' at $1.50", {"2x6", feet(8), {}, 4, money(1.5)}},
        {"  2 ply-1/2 40\" x 48\" ", {"ply-1/2", inches(40), inches(48), 2}},
        {"1 ply-1/2 4'×8'", {"ply-1/2", feet(4), feet(8), 1}},
        {"3 strap-hinge-6", {"strap-hinge-6", {}, {}, 3}},
    };
    for (const auto& [text, thing] : good) {
        const auto read = readOnHand(text, Units::imperial);
        ASSERT_TRUE(read) << text << ": " << words::say(read.error(), Units::imperial);
        EXPECT_EQ(read.value(), thing) << text;
        for (const auto units : {Units::imperial, Units::metric})
            EXPECT_EQ(readOnHand(exactOnHand(thing, units), units).value(), thing) << text;
    }
    EXPECT_EQ(readOnHand("2x4 2400", Units::metric).value().a, mm(2400));
    for (const auto* text : {"",
                             "6",
                             "6 boards 8'",
                             "0 2x4 8'",
                             "-2 2x4 8'",
                             "999999999999 2x4 8'",
                             "2x4",
                             "2x4 8' x 4'",
                             "ply-1/2 8'",
                             "ply-1/2 x",
                             "strap-hinge-6 8'",
                             "metal 8'",
                             "2x4 900ft",
                             "2x4 8' at",
                             "2x4 8' at a price",
                             "2x4 8' at -2",
                             "strap-hinge-6 at 2",
                             "2x4 0\"",
                             "2x4 8 feet or so",
                             "\xff\xfe 2x4"}) {
        const auto read = readOnHand(text, Units::imperial);
        ASSERT_FALSE(read) << text;
        EXPECT_TRUE(words::has(read.error().what.id) && words::has(read.error().todo.id)) << text;
    }
}

TEST(OnHand, IsUsedWhereItSavesFirstOrNotAtAll) {
    const std::vector<const char*> things{"5 2x4 7' 2\"", "2 2x6 40\"", "4 1x2 33\"", "1 ply-3/4 4' x 8'", "1 strap-hinge-6"};
    const auto bare = answerTo(presetDesign("demo").value()), saves = answerTo(demoWith(things)),
               first = answerTo(demoWith(things, "first")), no = answerTo(demoWith(things, "no"));
    EXPECT_EQ(no->bill.total, bare->bill.total);
    EXPECT_EQ(usedOf(*no), 0);
    EXPECT_LT(saves->bill.total, bare->bill.total);
    EXPECT_GE(usedOf(*first), usedOf(*saves));
    EXPECT_GT(usedOf(*saves), 3);
    for (const auto& a : {bare, saves, first, no}) {
        EXPECT_EQ(unheld(*a->cuts, a->settled->length("cut.kerf")), "");
        EXPECT_EQ(sumOf(a->bill), a->bill.net);
        EXPECT_TRUE(a->cuts->sheets.unplaced.empty());
        for (std::size_t i = 0; i < a->bill.usedOnHand.size(); ++i)
            EXPECT_LE(a->bill.usedOnHand[i], static_cast<double>(a->design.onHand[i].count));
        for (const auto& l : a->bill.lines) EXPECT_GT(l.bought, 0) << l.item;
    }
    // All the shorter boards are of use somewhere: used first, none of them stays in the shed.
    for (const std::size_t i : {0u, 1u, 2u, 3u})
        EXPECT_EQ(first->bill.usedOnHand[i], static_cast<double>(first->design.onHand[i].count)) << i;
    const auto proven = withProvenCuts(saves, {});
    EXPECT_LE(proven->cuts->boards.lowerBound, proven->cuts->boards.cost);
    EXPECT_LE(proven->bill.total, saves->bill.total);
    EXPECT_EQ(unheld(*proven->cuts, proven->settled->length("cut.kerf")), "");
}

TEST(OnHand, AtAPriceItIsUsedWhereItIsCheaperThanTheStoreAndPaidFor) {
    const auto bare = answerTo(presetDesign("demo").value()), cheap = answerTo(demoWith({"4 2x4 8' at 1"})),
               dear = answerTo(demoWith({"4 2x4 8' at 400"}));
    EXPECT_EQ(cheap->bill.usedOnHand[0], 4);
    EXPECT_EQ(cheap->bill.forOnHand, money(4));
    EXPECT_EQ(cheap->bill.total, cheap->bill.net + cheap->bill.tax + money(4));
    EXPECT_LT(cheap->bill.total, bare->bill.total);
    EXPECT_EQ(dear->bill.usedOnHand[0], 0);
    EXPECT_EQ(dear->bill.total, bare->bill.total);
}

TEST(OnHand, TheCheckerOfPlansFindsPlantedFaults) {
    const auto a = answerTo(demoWith({"1 2x4 7' 2\""}));
    const auto kerf = a->settled->length("cut.kerf");
    const auto with = [&](auto&& spoil) {
        auto c = *a->cuts;
        spoil(c);
        return unheld(c, kerf);
    };
    EXPECT_NE(with([](CutLists& c) { c.boards.boards[0].pieces.pop_back(); }), "");
    EXPECT_NE(with([](CutLists& c) { c.boards.boards[0].pieces.back().at += feet(16); }), "");
    EXPECT_NE(with([](CutLists& c) { c.boardStock[c.boards.boards[0].stock].quantity = 0; }), "");
    EXPECT_NE(with([](CutLists& c) { c.boards.boards.push_back(c.boards.boards[0]); }), "");
}

TEST(OnHand, WhatIsLeftWhenBuiltIsWhatWasThereOffcutsAndOpenPacks) {
    const auto a = answerTo(demoWith({"3 2x4 7' 2\"", "9 2x8 12'"}));
    const auto left = leftWhenBuilt(*a->cuts, a->bill, a->design.onHand, inches(12));
    double had = 0, has = 0;
    for (const auto& b : a->cuts->boards.boards)
        if (b.offcut >= inches(12) && a->cuts->boardStock[b.stock].profile == "2x4") had += inMm(b.offcut);
    had += inMm(inches(86)) * (3 - a->bill.usedOnHand[0]);
    for (const auto& t : left) {
        if (t.what == "2x4") has += inMm(t.a) * static_cast<double>(t.count);
        EXPECT_GT(t.count, 0);
        if (t.a > Length{}) EXPECT_GE(t.a, inches(12));
    }
    EXPECT_NEAR(has, had, 1e-6);
    EXPECT_NE(std::ranges::find(left, OnHand{"2x8", feet(12), {}, 9}), left.end());
    EXPECT_TRUE(std::ranges::any_of(left, [](const OnHand& t) { return t.what == "screw-3"; }) ||
                std::ranges::any_of(left, [](const OnHand& t) { return t.a == Length{}; }));
}

TEST(Marked, BoardsStayAsTheyWereCutWhateverChanges) {
    auto design = demoWith({"2 2x4 7' 2\""});
    const auto before = answerTo(design);
    std::vector<MarkedBoard> cut;
    for (const std::size_t b : {2u, 5u, 11u}) cut.push_back(markedBoard(*before->cuts, b));
    design.cutBoards = cut;
    const auto same = answerTo(design);
    ASSERT_EQ(same->cuts->marked, 3u);
    EXPECT_EQ(same->cuts->surplus, 0);
    EXPECT_EQ(unheld(*same->cuts, same->settled->length("cut.kerf")), "");
    for (std::size_t i = 0; i < cut.size(); ++i) EXPECT_EQ(markedBoard(*same->cuts, i), cut[i]) << i;
    // A higher wall has no use for studs of the old height; they were cut and paid for all the same.
    const auto changed = design.with({{"coop.low_wall", "6ft 8in"}, {"coop.width", "9ft"}});
    ASSERT_TRUE(changed);
    const auto after = answerTo(changed.value());
    EXPECT_EQ(after->cuts->marked, 3u);
    EXPECT_EQ(unheld(*after->cuts, after->settled->length("cut.kerf")), "");
    std::int64_t pieces = 0, kept = 0;
    for (std::size_t i = 0; i < cut.size(); ++i)
        pieces += std::ssize(cut[i].pieces), kept += std::ssize(after->cuts->boards.boards[i].pieces);
    EXPECT_EQ(after->cuts->surplus, pieces - kept);
    EXPECT_GT(after->cuts->surplus, 0);
    EXPECT_TRUE(std::ranges::any_of(after->findings, [](const Finding& f) { return f.id == "cuts.surplus" && f.state == State::near; }));
    Money boards;
    for (const auto& b : after->cuts->boards.boards) boards += after->cuts->boardStock[b.stock].price;
    EXPECT_EQ(boards, after->cuts->boards.cost);
    const auto proven = withProvenCuts(same, {});
    EXPECT_LE(proven->cuts->boards.lowerBound, proven->cuts->boards.cost);
    EXPECT_LE(proven->cuts->boards.cost, same->cuts->boards.cost);
    EXPECT_EQ(proven->cuts->marked, 3u);
    // The store no longer has that length: the board that was cut from it is there all the same.
    design.cutBoards.push_back({"2x4-16", "2x4", feet(16), {{{}, feet(9)}}, feet(6)});
    const auto fewer = design.with({{"stock.longest", "14ft"}, {"runs.1.length", "12ft"}});
    ASSERT_TRUE(fewer);
    const auto shorter = answerTo(fewer.value());
    EXPECT_EQ(shorter->cuts->marked, 4u);
    EXPECT_TRUE(std::ranges::any_of(shorter->bill.lines, [](const BuyLine& l) { return l.item == "2x4-16" && l.bought == 1; }));
    EXPECT_EQ(unheld(*shorter->cuts, shorter->settled->length("cut.kerf")), "");
}

TEST(Marked, AndOnHandComeBackFromTheFileAndAreRefusedWhenDamaged) {
    auto design = demoWith({"2 2x4 7' 2\"", "1 ply-1/2 40\" x 48\"", "3 strap-hinge-6"});
    design.cutBoards = {markedBoard(*answerTo(design)->cuts, 0), markedBoard(*answerTo(design)->cuts, 9)};
    const auto bytes = writeDesign(design);
    const auto read = readDesign(bytes, "shed");
    ASSERT_TRUE(read) << words::say(read.error(), Units::imperial);
    EXPECT_EQ(read.value().design, design);
    const auto refusedAt = [&](auto&& spoil) {
        auto doc = nlohmann::ordered_json::parse(bytes);
        spoil(doc);
        const auto r = readDesign(doc.dump(), "shed");
        return r ? std::string{} : r.error().where;
    };
    EXPECT_EQ(refusedAt([](auto& d) { d["on_hand"][1] = "2 planks"; }), "shed:/on_hand/1");
    EXPECT_EQ(refusedAt([](auto& d) { d["on_hand"] = 7; }), "shed:/on_hand");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_boards"][1]["length"] = "a foot"; }), "shed:/cut_boards/1");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_boards"][0]["pieces"][0]["length"] = "50ft"; }), "shed:/cut_boards/0");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_boards"][0]["item"] = "2x4-99"; }), "shed:/cut_boards/0");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_boards"][0].erase("pieces"); }), "shed:/cut_boards/0");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_boards"] = "all"; }), "shed:/cut_boards");
}

}  // namespace
}  // namespace oiko
