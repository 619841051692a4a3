// Coops kept beside, compared and made cheaper.
#include <gmock/gmock.h>

#include <nlohmann/json.hpp>
#include <set>

#include "core/advise/compare.h"
#include "core/advise/effect.h"
#include "some.h"

namespace oiko {
namespace {

const auto always = [](std::size_t, std::size_t) { return true; };

TEST(Alternative, IsTakenWithItsRowsAndLeavesPricesUnitsAndWhatIsKept) {
    auto now = designWith({{"roof.pitch", "4/12"}, {"plans.units", "metric"}, {"windows.2", ""}});
    now.prices["hinge-4"] = money(9);
    now.alternatives.push_back(designWith({{"flock.count", "9"}, {"windows.2", ""}, {"windows.5.width", "30in"}}).keptAs("Nine"));
    const auto then = now.taking(now.alternatives[0]);
    EXPECT_EQ(then.units(), Units::metric);
    EXPECT_EQ(then.prices, now.prices);
    EXPECT_EQ(then.alternatives, now.alternatives);
    EXPECT_FALSE(then.isSet("roof.pitch"));
    EXPECT_EQ(std::get<std::int64_t>(then.set().at("flock.count")), 9);
    EXPECT_THAT(then.rows("windows"), testing::ElementsAre(1, 5));
    EXPECT_EQ(then.nextRow("windows"), 6);
}

TEST(Alternative, NamesAreRefusedWhenEmptyLongTakenOrOneTooMany) {
    Design d;
    EXPECT_FALSE(d.refusedName("Steep"));
    EXPECT_EQ(d.refusedName("")->what.id, "altname");
    EXPECT_EQ(d.refusedName(std::string(81, 'x'))->what.id, "altname");
    EXPECT_EQ(d.refusedName("\xff")->what.id, "altname");
    d.alternatives.push_back(d.keptAs("Steep"));
    EXPECT_EQ(d.refusedName("Steep")->what.id, "alttaken");
    while (d.alternatives.size() < kMostAlternatives) d.alternatives.push_back(d.keptAs(std::to_string(d.alternatives.size())));
    EXPECT_EQ(d.refusedName("One more")->what.id, "altfull");
    for (const auto* id : {"altname", "alttaken", "altfull"}) EXPECT_TRUE(words::has(id) && words::has(std::string{id} + ".todo")) << id;
}

TEST(Alternative, ComesBackFromTheFileAndIsJudgedThere) {
    auto d = designWith({{"flock.count", "12"}});
    d.alternatives.push_back(designWith({{"roof.pitch", "15deg"}, {"windows.3.width", "2ft"}}).keptAs("Steeper, “third” window"));
    d.alternatives.push_back(designWith({{"runs.1", ""}}).keptAs("No run"));
    const auto bytes = writeDesign(d);
    const auto read = readDesign(bytes, "kept");
    ASSERT_TRUE(read) << words::say(read.error(), Units::imperial);
    EXPECT_EQ(read.value().design, d);
    EXPECT_EQ(writeDesign(read.value().design), bytes);
    // What is wrong in it is named by its place.
    const auto refusedAt = [&](auto&& spoil) {
        auto doc = nlohmann::ordered_json::parse(bytes);
        spoil(doc["alternatives"]);
        const auto r = readDesign(doc.dump(), "kept");
        return r ? std::string{} : r.error().where;
    };
    EXPECT_EQ(refusedAt([](auto& a) { a[0]["answers"]["roof"]["pitch"] = "steepish"; }), "kept:/alternatives/0/answers/roof/pitch");
    EXPECT_EQ(refusedAt([](auto& a) { a[0]["answers"]["roof"]["pitch"] = "1/12"; }), "kept:/alternatives/0/answers/roof/pitch");
    EXPECT_EQ(refusedAt([](auto& a) { a[1]["name"] = a[0]["name"]; }), "kept:/alternatives/1/name");
    EXPECT_EQ(refusedAt([](auto& a) { a[1].erase("answers"); }), "kept:/alternatives/1");
    EXPECT_EQ(refusedAt([](auto& a) { a[1]["answers"]["attic"] = 3; }), "kept:/alternatives/1/answers/attic");
    EXPECT_EQ(refusedAt([](auto& a) { a = "two"; }), "kept:/alternatives");
}

TEST(Compare, ShowsTheFiguresOfEachAnswerAndWhatIsAnsweredOtherwise) {
    const auto now = designWith({{"coop.width", "8ft"}, {"coop.depth", "8ft"}}),
               other = designWith({{"coop.width", "10ft"}, {"coop.depth", "8ft"}, {"windows.2", ""}, {"finish.coats", "2"}});
    const std::vector coops{answerTo(now), answerTo(other), answerTo(now)};
    const auto rows = compare(coops);
    const auto row = [&](std::string_view id) { return *std::ranges::find(rows, id, &CompareRow::id); };
    EXPECT_EQ(std::get<Money>(row("compare.total").values[1]), coops[1]->bill.total);
    EXPECT_NEAR(row("compare.total").change(1), inUnits(coops[1]->bill.total) / inUnits(coops[0]->bill.total) - 1, 1e-12);
    // 8 x 8 and 10 x 8 ft outside, 3 1/2 in of wall a side.
    EXPECT_NEAR(row("compare.floor").figures[0], (8 - 7.0 / 12) * (8 - 7.0 / 12) * 0.09290304, 1e-4);
    EXPECT_NEAR(row("compare.floor").change(1), (10 - 7.0 / 12) / (8 - 7.0 / 12) - 1, 1e-4);
    Money groups;
    for (int g = 0; g < kGroups; ++g)
        if (const auto at = std::ranges::find(rows, "group." + std::string{name(static_cast<Group>(g))}, &CompareRow::id); at != rows.end())
            groups += std::get<Money>(at->values[1]);
    EXPECT_EQ(groups, coops[1]->bill.net);
    for (const auto& r : rows) {
        ASSERT_EQ(r.values.size(), 3u);
        EXPECT_EQ(r.change(2), 0) << r.id;
        EXPECT_TRUE(words::has(r.id)) << r.id;
    }
    const auto unlike = differences(now, other);
    std::set<std::string> slots;
    for (const auto& d : unlike) slots.insert(d.slot);
    EXPECT_TRUE(slots.contains("coop.width"));
    EXPECT_FALSE(slots.contains("finish.coats") && Settled{now}.value("finish.coats") == Settled{other}.value("finish.coats"));
    EXPECT_TRUE(differences(now, now).empty());
}

TEST(Cheaper, SavesWhatItSaysAndBreaksNothing) {
    const auto design = presetDesign("demo").value();
    const auto now = answerTo(design);
    std::size_t tried = 0, all = 0;
    const auto ways = cheaperWays(*now, 8, [&](std::size_t n, std::size_t of) { return tried = n + 1, all = of, true; });
    EXPECT_EQ(tried, all);
    ASSERT_GE(ways.size(), 3u);
    std::set<std::string> keys;
    Money before = money(-1e9);
    for (const auto& w : ways) {
        const auto then = design.with(w.changes);
        ASSERT_TRUE(then);
        const auto a = answerTo(then.value());
        EXPECT_EQ(a->bill.total - now->bill.total, w.effect.money) << w.changes[0].key;
        EXPECT_EQ(std::ssize(a->cuts->boards.boards) - std::ssize(now->cuts->boards.boards), w.effect.boards);
        EXPECT_LE(w.effect.money, money(-1));
        EXPECT_GE(w.effect.money, before);
        EXPECT_TRUE(keys.insert(w.changes[0].key).second) << w.changes[0].key;
        before = w.effect.money;
        for (const auto& f : a->findings)
            if (f.state == State::fail) {
                const auto was = std::ranges::find(now->findings, f.id, &Finding::id);
                EXPECT_TRUE(was != now->findings.end() && was->state == State::fail) << w.changes[0].key << ' ' << f.id;
            }
    }
}

TEST(Cheaper, FindsTheSizeAtWhichASheetLessIsBoughtAndEndsWhenTold) {
    // A floor a hair deeper than two sheets laid across pays for one more.
    const auto wide = answerTo(designWith({{"coop.width", "8ft 2in"}, {"coop.depth", "8ft"}}));
    const auto ways = cheaperWays(*wide, 20, always);
    const auto size = std::ranges::find_if(ways, [](const Cheaper& c) { return c.changes[0].key == "coop.width"; });
    ASSERT_NE(size, ways.end());
    EXPECT_LT(size->effect.sheets, 0);
    EXPECT_LT(size->effect.money, money(-50)) << "the price of a sheet and more";
    EXPECT_LE(readLength(size->changes[0].text, Units::imperial).value(), feet(8) + inches(0.125));
    EXPECT_TRUE(cheaperWays(*wide, 20, [](std::size_t, std::size_t) { return false; }).empty());
}

TEST(Effect, OfAChangeAndOfItsUndoingAddUpToNothing) {
    const auto base = presetDesign("demo").value();
    const std::vector<std::pair<Change, Change>> ways{{{"roof.pitch", "4/12"}, {"roof.pitch", "3/12"}},
                                                      {{"skin.kind", "grooved-3/8"}, {"skin.kind", ""}},
                                                      {{"frame.spacing", "16in"}, {"frame.spacing", ""}},
                                                      {{"finish.coats", "1"}, {"finish.coats", ""}},
                                                      {{"coop.width", "9ft"}, {"coop.width", "10ft"}}};
    for (const auto& [there, back] : ways) {
        const auto now = answerTo(base);
        const auto changed = base.with({there});
        ASSERT_TRUE(changed) << there.key;
        const auto then = answerTo(changed.value());
        const auto e = effectOf(*now, {there}), b = effectOf(*then, {back});
        ASSERT_TRUE(e.possible && b.possible) << there.key;
        EXPECT_EQ(e.money + b.money, Money{}) << there.key;
        EXPECT_EQ(e.mass + b.mass, Mass{}) << there.key;
        EXPECT_EQ(e.birds + b.birds, 0) << there.key;
        EXPECT_EQ(e.boards + b.boards, 0) << there.key;
        EXPECT_EQ(e.sheets + b.sheets, 0) << there.key;
        EXPECT_NEAR(e.waste + b.waste, 0, 1e-12) << there.key;
        // What got worse on the way there is no worse on the way back.
        for (const auto& w : e.worse) EXPECT_EQ(std::ranges::find(b.worse, w), b.worse.end()) << w;
    }
}

TEST(Cheaper, TriesNothingThatCarriesAndNothingThatIsThere) {
    for (const auto* preset : {"demo", "elevated"}) {
        const auto now = answerTo(presetDesign(preset).value());
        const auto trials = cheaperTrials(*now);
        EXPECT_GT(trials.size(), 20u);
        for (const auto& t : trials) {
            ASSERT_EQ(t.size(), 1u);
            for (const auto* carries : {"floor.joist", "floor.spacing", "roof.rafter", "roof.spacing", "wood.species"})
                EXPECT_NE(t[0].key, carries);
            const auto* p = findParam(t[0].key);
            ASSERT_NE(p, nullptr) << t[0].key;
            const auto v = readValue(*p, t[0].text, Units::imperial);
            ASSERT_TRUE(v) << t[0].key << t[0].text;
            EXPECT_NE(v.value(), now->settled->value(t[0].key)) << t[0].key;
        }
    }
}

}  // namespace
}  // namespace oiko
