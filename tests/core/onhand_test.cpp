// What the keeper has, and boards that are cut already: read, used, kept, written.
#include <gmock/gmock.h>

#include <cmath>
#include <nlohmann/json.hpp>
#include <random>

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
        wrong += clashing(c.boardParts, b, c.boardStock[b.stock].length, Length{}, kerf);
        for (const auto& p : b.pieces) {
            ++placed[p.part];
            if (c.boardParts[p.part].profile != c.boardStock[b.stock].profile) wrong += "wrong wood; ";
        }
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

TEST(OnHand, UsedFirstItIsPaidForInPlanAndBillAlike) {
    const auto a = answerTo(demoWith({"4 2x4 8' at 3"}, "first"));
    EXPECT_EQ(a->bill.usedOnHand[0], 4);
    EXPECT_EQ(a->bill.forOnHand, money(12));
    Money boards;
    for (const auto& b : a->cuts->boards.boards) boards += a->cuts->boardStock[b.stock].price;
    EXPECT_EQ(a->cuts->boards.cost, boards);
    EXPECT_LE(a->cuts->boards.lowerBound, a->cuts->boards.cost);
}

TEST(OnHand, AHairShorterThanAPieceItIsNotThatPiece) {
    // A board sold to length is left whole; one in the shed that is a hair too short must not shorten the piece.
    const auto bare = answerTo(presetDesign("demo").value());
    const auto& stud =
        *std::ranges::find_if(bare->cuts->boardParts, [](const CutPart& p) { return p.profile == "2x4" && p.length > feet(6); });
    auto d = presetDesign("demo").value();
    d.onHand.push_back({"2x4", stud.length - mm(0.3), {}, 9});
    const auto a = answerTo(d);
    for (std::size_t i = 0; i < bare->cuts->boardParts.size(); ++i)
        EXPECT_EQ(a->cuts->boardParts[i].length, bare->cuts->boardParts[i].length) << a->cuts->boardParts[i].label;
    EXPECT_EQ(unheld(*a->cuts, a->settled->length("cut.kerf")), "");
}

TEST(OnHand, LeftoversAreNotMixedWithWhatHasAPrice) {
    const auto a = answerTo(demoWith({"3 2x8 12' at 5"}));
    auto had = a->design.onHand;
    had.push_back({"2x8", feet(12), {}, 2});
    auto bill = a->bill;
    bill.usedOnHand = {1, 0};
    const auto left = leftWhenBuilt(*a->cuts, bill, had, inches(12), a->settled->length("cut.kerf"));
    EXPECT_NE(std::ranges::find(left, OnHand{"2x8", feet(12), {}, 2, money(5)}), left.end());
    EXPECT_NE(std::ranges::find(left, OnHand{"2x8", feet(12), {}, 2}), left.end());
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
    const auto left = leftWhenBuilt(*a->cuts, a->bill, a->design.onHand, inches(12), a->settled->length("cut.kerf"));
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

TEST(Marked, APieceWithSlantingEndsIsNoSquareOneOfItsLength) {
    // Braces under a coop on legs, nested on their boards, come back as they lie.
    auto design = presetDesign("legs").value();
    const auto before = withProvenCuts(answerTo(design), {});
    const auto& cuts = *before->cuts;
    const auto kerf = before->settled->length("cut.kerf");
    const auto nested = std::ranges::find_if(
        cuts.boards.boards, [](const CutBoard& b) { return std::ranges::any_of(b.pieces, [](const CutPiece& p) { return p.turn == 2; }); });
    ASSERT_NE(nested, cuts.boards.boards.end());
    const auto kept = markedBoard(cuts, static_cast<std::size_t>(nested - cuts.boards.boards.begin()));
    design.cutBoards = {kept};
    const auto after = answerTo(design);
    EXPECT_EQ(after->cuts->surplus, 0);
    EXPECT_EQ(markedBoard(*after->cuts, 0), kept);
    EXPECT_EQ(unheld(*after->cuts, kerf), "");
    const auto read = readDesign(writeDesign(design), "shed");
    ASSERT_TRUE(read) << words::say(read.error(), Units::imperial);
    EXPECT_EQ(read.value().design, design);
    // The same board with its ends sawn square: none of those that lean are among its pieces.
    std::int64_t leaning = 0;
    for (auto& p : design.cutBoards[0].pieces)
        for (auto* end : {&p.start, &p.end}) {
            leaning += end == &p.start && ((*end)->degrees != 0 || p.end->degrees != 0);
            *end = SawnEnd{};
        }
    EXPECT_GT(leaning, 1);
    EXPECT_EQ(answerTo(design)->cuts->surplus, leaning);
    // Of a file that does not say how they were sawn they are taken by their length.
    for (auto& p : design.cutBoards[0].pieces) p.start.reset(), p.end.reset();
    EXPECT_EQ(answerTo(design)->cuts->surplus, 0);
}

TEST(Marked, SheetsStayAsTheyWereCutWhateverChanges) {
    auto design = demoWith({"1 grooved-5/8 48\" x 96\""});
    const auto before = answerTo(design);
    std::vector<MarkedSheet> cut;
    for (const std::size_t b : {1u, 4u, 7u}) cut.push_back(markedSheet(*before->cuts, b));
    design.cutSheets = cut;
    const auto same = answerTo(design);
    ASSERT_EQ(same->cuts->markedSheets, 3u);
    EXPECT_EQ(same->cuts->surplus, 0);
    EXPECT_EQ(unheld(*same->cuts, same->settled->length("cut.kerf")), "");
    for (std::size_t i = 0; i < cut.size(); ++i) EXPECT_EQ(markedSheet(*same->cuts, i), cut[i]) << i;
    EXPECT_EQ(same->cuts->sheets.sheets.size(), before->cuts->sheets.sheets.size());
    // Panels of a higher wall are other panels: what was cut is paid for all the same, and told.
    const auto changed = design.with({{"coop.low_wall", "6ft 8in"}, {"coop.width", "9ft"}});
    ASSERT_TRUE(changed);
    const auto after = answerTo(changed.value());
    EXPECT_EQ(after->cuts->markedSheets, 3u);
    EXPECT_EQ(unheld(*after->cuts, after->settled->length("cut.kerf")), "");
    std::int64_t pieces = 0, kept = 0;
    for (std::size_t i = 0; i < cut.size(); ++i)
        pieces += std::ssize(cut[i].pieces), kept += std::ssize(after->cuts->sheets.sheets[i].placements);
    EXPECT_EQ(after->cuts->surplus, pieces - kept);
    EXPECT_GT(after->cuts->surplus, 0);
    Money sheets;
    for (const auto& b : after->cuts->sheets.sheets) sheets += after->cuts->sheetStock[b.stock].price;
    EXPECT_EQ(sheets, after->cuts->sheets.cost);
    EXPECT_EQ(sumOf(after->bill), after->bill.net);
    const auto proven = withProvenCuts(same, {});
    EXPECT_EQ(proven->cuts->markedSheets, 3u);
    EXPECT_LE(proven->cuts->sheets.lowerBound, proven->cuts->sheets.cost);
    EXPECT_LE(proven->cuts->sheets.cost, same->cuts->sheets.cost);
    // One that was on hand and is no longer listed is there all the same, and costs nothing.
    const auto had = std::ranges::find_if(
        before->cuts->sheets.sheets, [&](const NestedSheet& s) { return before->cuts->sheetStock[s.stock].label.starts_with("onhand:"); });
    ASSERT_NE(had, before->cuts->sheets.sheets.end());
    design.cutSheets = {markedSheet(*before->cuts, static_cast<std::size_t>(had - before->cuts->sheets.sheets.begin()))};
    design.onHand.clear();
    const auto without = answerTo(design);
    EXPECT_EQ(without->cuts->markedSheets, 1u);
    EXPECT_EQ(without->bill.total, before->bill.total);
}

TEST(OnHand, OffcutsOfASheetAreWhatItsPiecesAndTheSawLeave) {
    const auto a = answerTo(presetDesign("demo").value());
    const auto kerf = a->settled->length("cut.kerf");
    const auto checked = [](const NestPlan& plan, const std::vector<SheetStock>& stock, Length lost) {
        int offcuts = 0;
        for (const auto& s : plan.sheets) {
            const auto& st = stock[s.stock];
            const auto area = [](Length w, Length h) { return inMm(w) * inMm(h); };
            double rest = area(st.width, st.height), sawn = 0;
            std::vector<SheetOffcut> all = offcutsOf(s, st, lost);
            offcuts += static_cast<int>(all.size());
            for (const auto& p : s.placements) all.push_back({p.x, p.y, p.width, p.height});
            for (std::size_t i = 0; i < all.size(); ++i) {
                const auto& o = all[i];
                rest -= area(o.width, o.height);
                EXPECT_TRUE(o.x >= Length{} && o.y >= Length{} && o.x + o.width <= st.width && o.y + o.height <= st.height);
                for (std::size_t k = 0; k < i; ++k)
                    EXPECT_FALSE(o.x < all[k].x + all[k].width && all[k].x < o.x + o.width && o.y < all[k].y + all[k].height &&
                                 all[k].y < o.y + o.height);
            }
            for (const auto& c : s.cuts) sawn += inMm(lost) * (inMm(c.x1 - c.x0) + inMm(c.y1 - c.y0));
            EXPECT_GE(rest, -1e-3);
            EXPECT_LE(rest, sawn + 1e-3);
        }
        return offcuts;
    };
    EXPECT_GT(checked(a->cuts->sheets, a->cuts->sheetStock, kerf), 10);
    EXPECT_GT(checked(a->cuts->rolls, a->cuts->rollStock, Length{}), 3);
    // They are on hand for the next coop: here 10 ft of a 25 ft roll, by hand.
    const NestedSheet roll{0, {{0, Length{}, Length{}, feet(4), feet(15)}}, {{Length{}, feet(15), feet(4), feet(15)}}};
    const auto left = offcutsOf(roll, {"25", "m", feet(4), feet(25), {}, {}}, Length{});
    ASSERT_EQ(left.size(), 1u);
    EXPECT_EQ(left[0].y, feet(15));
    EXPECT_EQ(left[0].height, feet(10));
    auto bill = a->bill;
    const auto things = leftWhenBuilt(*a->cuts, bill, {}, inches(12), kerf);
    for (const char* kind : {"ply-1/2", "hardware-cloth-1/2"})
        EXPECT_TRUE(std::ranges::any_of(things, [&](const OnHand& t) { return t.what == kind && std::min(t.a, t.b) >= inches(12); }))
            << kind;
    // A second coop like the first, with these: fewer sheets are bought, and everything is what a list of things on hand may hold.
    auto second = a->design;
    second.onHand = things;
    const auto b = answerTo(second);
    EXPECT_LT(b->bill.net, a->bill.net);
    EXPECT_EQ(unheld(*b->cuts, kerf), "");
    const auto read = readDesign(writeDesign(second), "shed");
    ASSERT_TRUE(read) << words::say(read.error(), Units::imperial);
    EXPECT_EQ(read.value().design, second);
}

TEST(Marked, AndOnHandComeBackFromTheFileAndAreRefusedWhenDamaged) {
    auto design = demoWith({"2 2x4 7' 2\"", "1 ply-1/2 40\" x 48\"", "3 strap-hinge-6"});
    design.cutSheets = {markedSheet(*answerTo(design)->cuts, 0), markedSheet(*answerTo(design)->cuts, 5)};
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
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_boards"][0]["pieces"][0]["turn"] = 4; }), "shed:/cut_boards/0");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_boards"][0]["pieces"][0]["start"] = "square"; }), "shed:/cut_boards/0");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_sheets"][0].erase("cuts"); }), "shed:/cut_sheets/0");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_boards"] = "all"; }), "shed:/cut_boards");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_sheets"] = "all"; }), "shed:/cut_sheets");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_sheets"][1] = 3; }), "shed:/cut_sheets/1");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_sheets"][0]["item"] = "ply-9"; }), "shed:/cut_sheets/0");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_sheets"][0]["size"][0] = "wide"; }), "shed:/cut_sheets/0");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_sheets"][1]["pieces"][0][2] = "50ft"; }), "shed:/cut_sheets/1");
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_sheets"][1]["pieces"].push_back(d["cut_sheets"][1]["pieces"][0]); }), "shed:/cut_sheets/1")
        << "one over another";
    EXPECT_EQ(refusedAt([](auto& d) { d["cut_sheets"][0]["cuts"][0] = "across"; }), "shed:/cut_sheets/0");
}

TEST(OnHand, AnyShedAndAnyBoardsCutLeaveAPlanThatStands) {
    std::mt19937 chance{77};
    const auto below = [&](unsigned n) { return static_cast<int>(chance() % n); };
    static constexpr const char* kWood[] = {"2x4", "2x4pt", "2x6", "1x2", "1x4", "2x2", "4x4pt"};
    static constexpr const char* kSheet[] = {"ply-1/2", "ply-3/4", "grooved-5/8"};
    int used = 0, surplus = 0;
    for (int round = 0; round < 24; ++round) {
        auto d = designWith({{"flock.count", std::to_string(4 + below(14))}, {"onhand.use", round % 3 == 0 ? "first" : "saves"}});
        for (int k = below(5); k >= 0; --k)
            d.onHand.push_back({kWood[below(7)], inches(8 + below(180)), {}, 1 + below(9), round % 4 == 0 ? money(below(6)) : Money{}});
        for (int k = below(3); k > 0; --k)
            d.onHand.push_back({kSheet[below(3)], inches(10 + below(40)), inches(10 + below(90)), 1 + below(3)});
        d.onHand.push_back({"hardware-cloth-1/2", inches(36), feet(5 + below(40)), 1});
        d.onHand.push_back({"butt-hinge-3", {}, {}, 1 + below(5)});
        const auto before = answerTo(d);
        for (int k = below(4); k > 0; --k)
            d.cutBoards.push_back(
                markedBoard(*before->cuts, static_cast<std::size_t>(below(static_cast<unsigned>(before->cuts->boards.boards.size())))));
        if (round % 3 == 1)
            d.cutSheets.push_back(
                markedSheet(*before->cuts, static_cast<std::size_t>(below(static_cast<unsigned>(before->cuts->sheets.sheets.size())))));
        // The same mark twice is two boards cut alike; some of their pieces may be needed once only.
        if (round % 2)
            if (const auto wider = d.with({{"coop.low_wall", "6ft 6in"}})) d = wider.value();
        const auto a = answerTo(d);
        EXPECT_EQ(unheld(*a->cuts, a->settled->length("cut.kerf")), "") << round;
        EXPECT_EQ(a->cuts->marked, d.cutBoards.size());
        EXPECT_EQ(a->cuts->markedSheets, d.cutSheets.size());
        EXPECT_TRUE(a->cuts->boards.unplaced.empty() && a->cuts->sheets.unplaced.empty()) << round;
        EXPECT_EQ(sumOf(a->bill), a->bill.net) << round;
        EXPECT_EQ(a->bill.total, a->bill.net + a->bill.tax + a->bill.forOnHand) << round;
        for (std::size_t i = 0; i < d.onHand.size(); ++i) EXPECT_LE(a->bill.usedOnHand[i], static_cast<double>(d.onHand[i].count)) << round;
        used += usedOf(*a) > 0, surplus += a->cuts->surplus > 0;
        const auto read = readDesign(writeDesign(d), "shed");
        ASSERT_TRUE(read) << words::say(read.error(), Units::imperial);
        EXPECT_EQ(read.value().design, d) << round;
        // Asked again with a memory of another coop, nothing is left over from it.
        Memory memory;
        static_cast<void>(answer(presetDesign("demo").value(), memory));
        const auto warm = answer(d, memory);
        EXPECT_EQ(warm->bill.total, a->bill.total) << round;
        EXPECT_EQ(warm->bill.usedOnHand, a->bill.usedOnHand) << round;
    }
    EXPECT_GT(used, 20);
    EXPECT_GT(surplus, 2);
}

TEST(OnHand, HardwareAndMeshOnHandAreNotBought) {
    const auto bare = answerTo(presetDesign("demo").value());
    const auto boughtOf = [](const Answer& a, std::string_view item) {
        std::int64_t n = 0;
        for (const auto& l : a.bill.lines)
            if (l.item == item) n += l.bought;
        return n;
    };
    // Two come in a pack of strap hinges; whatever of a pack is needed besides is bought by the pack.
    const auto needed = [&](const Answer& a, std::string_view item) {
        double n = 0;
        for (const auto& h : a.takeoff->hardware)
            if (h.item == item) n += h.quantity;
        return n;
    };
    const double hinges = needed(*bare, "strap-hinge-6");
    ASSERT_GE(hinges, 2);
    const auto some = answerTo(demoWith({"1 strap-hinge-6"})), all = answerTo(demoWith({"99 strap-hinge-6"}));
    EXPECT_EQ(boughtOf(*some, "strap-hinge-6"), static_cast<std::int64_t>(std::ceil((hinges - 1) / 2)));
    EXPECT_EQ(boughtOf(*all, "strap-hinge-6"), 0);
    EXPECT_EQ(all->bill.usedOnHand[0], hinges);
    EXPECT_LT(all->bill.total, bare->bill.total);
    const auto rolled = answerTo(demoWith({"2 hardware-cloth-1/2 48in x 100ft"}));
    const auto rolls = [](const Answer& a) {
        Money sum;
        for (const auto& l : a.bill.lines)
            if (findItem(*a.prices, l.item)->kind == StockItem::Kind::roll) sum += *l.amount;
        return sum;
    };
    EXPECT_GT(rolled->bill.usedOnHand[0], 0);
    EXPECT_LT(rolls(*rolled), rolls(*bare));
}

TEST(OnHand, AStartedRollOfFeltIsUsedUpBeforeAnotherIsBought) {
    auto d = designWith({{"roof.cover", "shingles"}, {"runs.1", ""}});
    const auto bought = [](const Answer& a) {
        std::int64_t n = 0;
        for (const auto& l : a.bill.lines)
            if (l.item == "felt-15") n += l.bought;
        return n;
    };
    EXPECT_EQ(bought(*answerTo(d)), 1);
    d.onHand.push_back({"felt", inches(36), feet(200), 1});
    const auto a = answerTo(d);
    EXPECT_EQ(bought(*a), 0);
    EXPECT_EQ(a->bill.usedOnHand[0], 1);
    double along = 0;
    for (const auto& r : a->cuts->rolls.sheets)
        for (const auto& p : r.placements)
            if (a->cuts->rollParts[p.part].sheet == "felt") {
                EXPECT_LE(p.y + p.height, feet(200));
                along += inFeet(p.height);
            }
    EXPECT_GT(along, 20);
}

}  // namespace
}  // namespace oiko
