#include "core/design/design.h"

#include <gmock/gmock.h>

#include <set>

#include "core/design/layout.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "some.h"

namespace oiko {
namespace {

TEST(Params, AreDeclaredOnceAndComplete) {
    std::set<std::string_view> keys;
    for (const auto& p : params()) {
        EXPECT_TRUE(keys.insert(p.key).second) << p.key;
        EXPECT_TRUE(p.initial) << p.key;
        EXPECT_EQ(p.low.index(), p.high.index()) << p.key;
        EXPECT_EQ(p.options.empty(), p.type != Type::choice) << p.key;
        EXPECT_EQ(findParam(p.key), &p);
    }
    for (const auto* fixed :
         {"flock.count", "flock.size", "coop.width", "coop.depth", "roof.pitch", "roof.cover", "frame.spacing", "keeper.height"})
        EXPECT_TRUE(keys.contains(fixed)) << fixed << " is promised to scripts";
    for (const auto* none :
         {"coop", "coop.colour", "windows.0.width", "windows.01.width", "windows.width", "windows.1", "", "windows.-1.width"})
        EXPECT_EQ(findParam(none), nullptr) << none;
    EXPECT_EQ(findParam("windows.12.width"), findParam("windows.*.width"));
}

TEST(Params, EveryLimitAndDefaultReadsBackAsWritten) {
    const Design d;
    Settled s{d};
    for (const auto& slot : s.slots()) {
        const auto& p = *findParam(slot);
        std::vector<Value> values{s.value(slot)};
        if (p.type != Type::choice && p.type != Type::flag && p.type != Type::text) values.push_back(p.low), values.push_back(p.high);
        for (const auto o : p.options) values.emplace_back(std::string{o});
        for (const auto& v : values)
            for (const auto units : {Units::imperial, Units::metric}) {
                const auto back = readValue(p, exactValue(p, v, units), units);
                ASSERT_TRUE(back) << slot << " " << exactValue(p, v, units);
                EXPECT_EQ(back.value(), v) << slot << " " << exactValue(p, v, units);
            }
    }
}

TEST(Params, RefuseWhatLiesOutsideAndSayTheLimits) {
    for (const auto& p : params()) {
        if (p.type == Type::choice) {
            const auto r = readValue(p, "no such thing", Units::imperial);
            ASSERT_FALSE(r);
            EXPECT_EQ(r.error().todo.id, "choices");
            continue;
        }
        if (p.type == Type::flag || p.type == Type::text) continue;
        const auto beyond = p.type == Type::angle    ? std::string{"89°"}
                            : p.type == Type::count  ? "100000"
                            : p.type == Type::length ? "900 ft"
                            : p.type == Type::area   ? "9000 sq ft"
                            : p.type == Type::load   ? "9000 psf"
                            : p.type == Type::mass   ? "90000 lb"
                            : p.type == Type::money  ? "900000"
                                                     : "99 %";
        const auto r = readValue(p, beyond, Units::imperial);
        ASSERT_FALSE(r) << p.key;
        EXPECT_EQ(r.error().what.id, "outside") << p.key;
        EXPECT_EQ(r.error().where, p.key);
    }
}

TEST(Rules, NeverAskInACircleWhateverIsSet) {
    // Each slot is asked first in a settling of its own: a circle would assert whichever way it is entered.
    for (const auto& changes : std::vector<std::vector<Change>>{
             {}, {{"form.kind", "elevated"}}, {{"roof.falls_to", "left"}}, {{"windows.2.wall", "left"}, {"vents.3.wall", "back"}}}) {
        const auto d = Design{}.withUnjudged(changes).value();
        for (const auto& slot : Settled{d}.slots()) {
            Settled fresh{d};
            fresh.value(slot);
        }
    }
}

TEST(Design, ChangingTheFlockMovesWhatFollowsAndNothingThatIsSet) {
    const auto before = designWith({{"flock.count", "8"}, {"coop.low_wall", "6' 6\""}, {"roof.pitch", "4/12"}, {"doors.1.width", "30in"}});
    const auto after = before.with({{"flock.count", "16"}});
    ASSERT_TRUE(after);
    Settled a{before}, b{after.value()};
    for (const auto& [slot, value] : before.set())
        if (slot != "flock.count") EXPECT_EQ(b.value(slot), value) << slot;
    EXPECT_GT(b.length("coop.width") + b.length("coop.depth"), a.length("coop.width") + a.length("coop.depth"));
    EXPECT_GT(b.count("nests.count"), a.count("nests.count"));
    EXPECT_GT(b.length("runs.1.width"), a.length("runs.1.width"));
}

TEST(Design, AValueGivenBackFollowsItsRuleAgain) {
    const auto d = designWith({{"nests.count", "3"}});
    EXPECT_TRUE(d.isSet("nests.count"));
    const auto back = d.with({{"nests.count", ""}});
    ASSERT_TRUE(back);
    EXPECT_EQ(back.value(), Design{});
}

TEST(Design, ChangesGivenTogetherAreJudgedTogether) {
    // Each alone clashes, both together don't: 2/12 needs sealed laps.
    EXPECT_FALSE(Design{}.with({{"roof.pitch", "2/12"}}));
    EXPECT_TRUE(Design{}.with({{"roof.pitch", "2/12"}, {"roof.cover", "metal_sealed"}}));
    EXPECT_TRUE(Design{}.with({{"roof.cover", "metal_sealed"}, {"roof.pitch", "2/12"}}));
}

TEST(Design, NamesBothChoicesOfAClashAndTheNearestThatWorks) {
    const auto r = Design{}.with({{"roof.pitch", "2/12"}});
    ASSERT_FALSE(r);
    EXPECT_EQ(r.error().where, "roof.pitch");
    EXPECT_EQ(r.error().what.id, "clash.pitch.cover");
    EXPECT_EQ(r.error().todo.id, "clash.nearest");
    EXPECT_THAT(words::say(r.error(), Units::imperial), testing::HasSubstr("3/12"));
    EXPECT_THAT(words::say(r.error(), Units::imperial), testing::HasSubstr("IRC R905.10.2"));
}

TEST(Clash, LeastSlopesAreThoseOfTheCode) {
    // IRC 2018 R905.10.2: lapped, unsealed metal 3/12; with sealed laps 1/2 in 12.
    const auto works = [](const char* cover, const char* pitch) {
        return static_cast<bool>(Design{}.with({{"roof.cover", cover}, {"roof.pitch", pitch}}));
    };
    EXPECT_TRUE(works("metal_lapped", "3/12"));
    EXPECT_FALSE(works("metal_lapped", "2.9/12"));
    EXPECT_TRUE(works("metal_sealed", "0.5/12"));
    EXPECT_FALSE(works("metal_sealed", "0.4/12"));
}

TEST(Design, RowsAreNamesNeverUsedAgain) {
    auto d = designWith({{"windows.2.wall", "back"}, {"windows.2.width", "18in"}});
    EXPECT_THAT(d.rows("windows"), testing::ElementsAre(1, 2));
    d = d.with({{"windows.2", ""}}).value();
    EXPECT_THAT(d.rows("windows"), testing::ElementsAre(1));
    EXPECT_EQ(d.nextRow("windows"), 3);
    EXPECT_FALSE(d.isSet("windows.2.width"));
    EXPECT_FALSE(d.with({{"windows.2", ""}}));
    d = designWith({{"coop.depth", "12'"}, {"runs.2.side", "front"}, {"runs.3.side", "back"}});
    const auto full = d.with({{"runs.4.side", "left"}});
    ASSERT_FALSE(full);
    EXPECT_EQ(full.error().what.id, "rowsfull");
}

TEST(Design, ABadChangeLeavesEverythingAsItWas) {
    const Design d;
    for (const auto& [key, text] : std::vector<std::pair<const char*, const char*>>{{"coop.depth", "8 foots"},
                                                                                    {"coop.width", "640'"},
                                                                                    {"coop.wdith", "8'"},
                                                                                    {"windows.*.width", "8'"},
                                                                                    {"windows.1", "8'"},
                                                                                    {"floor.height", "2'"},
                                                                                    {"roof.cover", "thatch"}}) {
        const auto r = d.with({{"flock.count", "6"}, {key, text}});
        ASSERT_FALSE(r) << key;
        EXPECT_EQ(r.error().where, key);
        EXPECT_FALSE(r.error().what.id.empty());
        EXPECT_TRUE(words::has(r.error().what.id)) << r.error().what.id;
        EXPECT_TRUE(words::has(r.error().todo.id)) << r.error().todo.id;
    }
    EXPECT_EQ(d, Design{});
}

TEST(Limits, AreWhereTheNextStepClashes) {
    const auto d = designWith(
        {{"coop.width", "10'"}, {"coop.depth", "8'"}, {"windows.1.wall", "front"}, {"windows.1.width", "2'"}, {"windows.1.at", "6'"}});
    for (const auto* slot : {"windows.1.at", "coop.depth", "coop.low_wall", "roof.overhang", "windows.1.width"}) {
        const auto l = limits(d, slot);
        const auto& p = *findParam(slot);
        for (const auto& v : {l.low, l.high}) EXPECT_TRUE(d.with({{slot, exactValue(p, v, Units::imperial)}})) << slot;
        if (l.highBy) {
            const auto next = std::get<Length>(l.high) + inches(0.0625);
            EXPECT_FALSE(d.with({{slot, exactLength(next, Units::imperial)}})) << slot;
        } else {
            EXPECT_EQ(l.high, p.high) << slot;
        }
        if (!l.lowBy) EXPECT_EQ(l.low, p.low) << slot;
    }
}

TEST(NearestThatWorks, StopsADragAtTheClash) {
    const auto d = designWith(
        {{"coop.width", "10'"}, {"coop.depth", "8'"}, {"windows.1.wall", "front"}, {"windows.1.width", "2'"}, {"windows.1.at", "6'"}});
    const auto v = std::get<Length>(nearestThatWorks(d, "windows.1.at", Value{feet(100)}));
    EXPECT_LE(v, feet(10) - kCornerClear - feet(2));
    EXPECT_TRUE(d.with({{"windows.1.at", exactLength(v, Units::imperial)}}));
}

TEST(Layout, PlacesOpeningsClearOfOneAnother) {
    for (const auto* count : {"3", "6", "12", "20"})
        for (const auto* side : {"right", "front", "back", "left"}) {
            const auto d = designWith({{"flock.count", count}, {"runs.1.side", side}});
            Settled s{d};
            EXPECT_FALSE(clash(s)) << count << side;
        }
}

TEST(Units, SwitchWithoutChangingTheDesign) {
    const auto d = designWith({{"coop.width", "9' 11 7/8\""}, {"coop.depth", "8'"}});
    const auto metric = d.with({{"plans.units", "metric"}}).value();
    EXPECT_EQ(metric.set().at("coop.width"), d.set().at("coop.width"));
    EXPECT_EQ(modelOf(metric), modelOf(d));
    EXPECT_EQ(std::get<Length>(metric.with({{"coop.depth", "2440"}}).value().set().at("coop.depth")), mm(2440));
}

TEST(NotYet, NamesParametersAndHasWords) {
    for (const auto& n : notYet()) {
        EXPECT_NE(findParam(n.key), nullptr) << n.key;
        EXPECT_TRUE(words::has("notyet." + std::string{n.id})) << n.id;
    }
}

TEST(Shell, TurnsWithTheFall) {
    for (const auto* fall : {"back", "front", "left", "right"}) {
        const auto d = designWith({{"flock.count", "8"}, {"roof.falls_to", fall}});
        Settled s{d};
        const auto shell = shellOf(s);
        EXPECT_EQ(shell.localSide(fall), 2) << "the low wall is local back";
        EXPECT_TRUE(shell.bearing(fall));
        EXPECT_EQ(shell.underPlates(fall, feet(1), feet(1)), shell.lowWall() - shell.plates);
        EXPECT_EQ(shell.underPlates(opposite(fall), feet(1), feet(1)), shell.otherWall() - shell.plates);
    }
}

}  // namespace
}  // namespace oiko
