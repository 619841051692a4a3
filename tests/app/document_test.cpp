// The document and the engine behind the window: each deed one step, nothing changed by what is refused; the newest design first.
#include "app/document.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

#include <map>
#include <QApplication>
#include <QElapsedTimer>
#include <QFocusEvent>
#include <QTemporaryDir>

#include "app/engine.h"
#include "app/find.h"
#include "core/formats/designfile.h"

namespace oiko {
namespace {

bool waitFor(const std::function<bool()>& holds, int ms = 30'000) {
    QElapsedTimer clock;
    clock.start();
    while (clock.elapsed() < ms && !holds()) QApplication::processEvents(QEventLoop::AllEvents, 10);
    return holds();
}

TEST(Document, EveryDeedIsOneStepAndComesBack) {
    Document document;
    document.start(presetDesign("demo").value(), {});
    const auto board = MarkedBoard{"2x4-8", "2x4", feet(8), {{Length{}, feet(6)}}, inches(23.875)};
    const std::vector<std::function<void()>> deeds{
        [&] {
            EXPECT_TRUE(document.edit({{"roof.pitch", "4/12"}}, "pitch"));
        },
        [&] { document.setPrice("paint-gallon", money(41), "price"); },
        [&] {
            document.setPrices({{"2x4-8", money(4)}, {"2x4-10", std::nullopt}}, "prices");
        },
        [&] { EXPECT_TRUE(document.keep("As it is")); },
        [&] {
            EXPECT_TRUE(document.edit({{"windows.2", ""}}, "window"));
        },
        [&] { EXPECT_TRUE(document.rename(0, "Before")); },
        [&] {
            document.setOnHand({{"2x4", feet(7), {}, 3}}, "boards");
        },
        [&] { document.markCut(board); },
        [&] { document.take(0); },
        [&] { document.unmarkCut(0); },
        [&] { document.letGo(0); },
    };
    std::vector<Design> states{document.design()};
    for (const auto& deed : deeds) {
        deed();
        states.push_back(document.design());
        EXPECT_EQ(document.undo()->index(), static_cast<int>(states.size()) - 1);
        EXPECT_NE(states.back(), states[states.size() - 2]);
    }
    // Taking the kept coop brought its window and pitch back, and left prices, boards and marks.
    const auto& taken = states[9];
    EXPECT_TRUE(taken.rows("windows") == states[1].rows("windows"));
    EXPECT_EQ(taken.onHand.size(), 1u);
    EXPECT_EQ(taken.cutBoards.size(), 1u);
    EXPECT_EQ(taken.prices, states[4].prices);
    for (auto n = states.size() - 1; n > 0; --n) {
        document.undo()->undo();
        EXPECT_EQ(document.design(), states[n - 1]) << n;
    }
    for (std::size_t n = 1; n < states.size(); ++n) {
        document.undo()->redo();
        EXPECT_EQ(document.design(), states[n]) << n;
    }
}

TEST(Document, WhatIsRefusedOrTheSameIsNoStep) {
    Document document;
    document.start(presetDesign("demo").value(), {});
    const auto before = document.design();
    EXPECT_FALSE(document.edit({{"roof.pitch", "1/12"}}, "too flat for lapped metal"));
    EXPECT_FALSE(document.edit({{"roof.pitch", "steepish"}}, "no pitch"));
    EXPECT_FALSE(document.keep(""));
    EXPECT_TRUE(document.edit({}, "nothing"));
    document.setPrices({}, "nothing");
    document.setOnHand({}, "nothing");
    EXPECT_EQ(document.undo()->count(), 0);
    EXPECT_EQ(document.design(), before);
    EXPECT_TRUE(document.keep("One"));
    EXPECT_FALSE(document.keep("One"));
    EXPECT_TRUE(document.rename(0, "One")) << "its own name is no other's";
    EXPECT_FALSE(document.rename(0, std::string(200, 'n')));
    EXPECT_EQ(document.undo()->count(), 1);
}

TEST(Document, ASampleTypedAgainLeavesTheBookAndItsDateAsTheyWere) {
    Document document;
    document.start(presetDesign("demo").value(), {});
    const auto sample = findItem(catalog(), "paint-gallon")->price;
    document.setPrice("paint-gallon", money(99), "dearer");
    EXPECT_EQ(document.design().prices.size(), 1u);
    EXPECT_NE(document.design().pricesDate, kSamplePricesDate);
    document.setPrice("paint-gallon", sample, "as in the samples");
    EXPECT_TRUE(document.design().prices.empty());
    EXPECT_EQ(document.design().pricesDate, kSamplePricesDate);
}

TEST(Document, SavesAndOpensAllThatIsKeptWithIt) {
    QTemporaryDir dir;
    Document document;
    document.start(presetDesign("elevated").value(), {});
    ASSERT_TRUE(document.keep("Elevated"));
    document.setOnHand({{"ply-1/2", inches(40), inches(48), 2}}, "panels");
    document.markCut({"", "2x4", feet(7), {{Length{}, feet(5)}}, feet(1)});
    EXPECT_TRUE(document.modified());
    const auto path = dir.filePath("all.oikostat");
    ASSERT_TRUE(document.save(path));
    EXPECT_FALSE(document.modified());
    EXPECT_EQ(loadDesign(path.toStdString()).value().design, document.design());
    // A place that can't be written to says so, and the work stays unsaved.
    ASSERT_TRUE(document.edit({{"finish.coats", "1"}}, "coats"));
    EXPECT_FALSE(document.save(dir.filePath("no/such/folder.oikostat")));
    EXPECT_TRUE(document.modified());
    EXPECT_EQ(document.path(), path);
}

TEST(Engine, AnswersTheNewestAndProvesItsPlan) {
    Engine engine;
    std::vector<AnswerPtr> came;
    QObject here;  // what is still on its way when the test ends goes with it
    QObject::connect(&engine, &Engine::answered, &here, [&](AnswerPtr a) { came.push_back(std::move(a)); });
    const auto base = presetDesign("elevated").value();
    for (int n = 3; n <= 8; ++n)
        if (const auto d = base.with({{"flock.count", std::to_string(n)}})) engine.ask(d.value());
    const auto last = base.with({{"finish.coats", "1"}}).value();
    engine.ask(last);
    ASSERT_TRUE(waitFor([&] { return !came.empty() && came.back()->design == last && came.back()->cuts->boards.lowerBound > Money{}; }));
    // Of a row of designs asked for at once the ones between need not be answered; none comes after the last.
    bool seen = false;
    for (const auto& a : came) {
        EXPECT_FALSE(seen && a->design != last);
        seen |= a->design == last;
    }
    const auto& good = *std::ranges::find_if(came, [&](const AnswerPtr& a) { return a->design == last; });
    EXPECT_LE(came.back()->bill.total, good->bill.total);
    EXPECT_LE(came.back()->cuts->boards.lowerBound, came.back()->cuts->boards.cost);
}

TEST(Engine, CoopsAskedForComeGoodThenProvenUnlessDropped) {
    Engine engine;
    std::map<int, int> good, proven;
    QObject here;  // what is still on its way when the test ends goes with it
    QObject::connect(&engine, &Engine::coop, &here, [&](int ticket, AnswerPtr, bool whole) { ++(whole ? proven : good)[ticket]; });
    const int dropped = engine.askCoop(presetDesign("demo").value());
    engine.dropCoops();
    const int one = engine.askCoop(presetDesign("elevated").value()), two = engine.askCoop(presetDesign("demo").value());
    ASSERT_TRUE(waitFor([&] { return proven[one] == 1 && proven[two] == 1; }));
    EXPECT_EQ(good[one], 1);
    EXPECT_EQ(good[two], 1);
    EXPECT_EQ(proven[dropped], 0);
}

TEST(Engine, ANewerDesignEndsTheTryingOfCheaperWays) {
    Engine engine;
    AnswerPtr now;
    QObject here;  // what is still on its way when the test ends goes with it
    QObject::connect(&engine, &Engine::answered, &here, [&](AnswerPtr a) { now = std::move(a); });
    engine.ask(presetDesign("demo").value());
    ASSERT_TRUE(waitFor([&] { return now != nullptr; }));
    int tried = 0, all = 0;
    bool done = false;
    QObject::connect(&engine, &Engine::trying, &here, [&](int, int n, int of) { tried = n, all = of; });
    QObject::connect(&engine, &Engine::cheaper, &here, [&](int, const std::vector<Cheaper>&) { done = true; });
    engine.askCheaper(now);
    ASSERT_TRUE(waitFor([&] { return tried >= 2; }));
    engine.ask(presetDesign("elevated").value());
    ASSERT_TRUE(waitFor([&] { return done; }));
    EXPECT_LT(tried, all - 1);
}

TEST(Find, RanksNamesBeforeWhatElseAThingIsCalled) {
    QWidget parent;
    std::string went;
    const auto thing = [&](const char* name, const char* also) { return FindHit{"Value", name, {}, also, [&went, name] { went = name; }}; };
    Find find{[&] {
                  return std::vector<FindHit>{thing("Side overhang", "eave roof"), thing("Roof pitch", "slope"),
                                              thing("Run's roof", "cover"), thing("Roost bars", "perch")};
              },
              [](const QString& key) { return key == "roof.pitch"; },
              [](const QString&, const QString& value) { return value == "bad" ? "no" : ""; }, &parent};
    QString said;
    QObject here;  // what is still on its way when the test ends goes with it
    QObject::connect(&find, &Find::said, &here, [&](const QString& text) { said = text; });
    parent.show();
    find.setFocus();
    QApplication::processEvents();
    QFocusEvent focus{QEvent::FocusIn};
    QApplication::sendEvent(&find, &focus);
    const auto ask = [&](const char* text) {
        find.setText(text);
        Q_EMIT find.textEdited(text);
        std::vector<std::string> names;
        for (const auto& h : find.hits()) names.push_back(h.name.toStdString());
        return names;
    };
    EXPECT_THAT(ask("roof"), testing::ElementsAre("Roof pitch", "Run's roof", "Side overhang"));
    EXPECT_THAT(ask("perch"), testing::ElementsAre("Roost bars"));
    EXPECT_THAT(ask("roof pitch"), testing::ElementsAre("Roof pitch"));
    EXPECT_TRUE(ask("skylight").empty());
    ask("ro");
    find.again(1);
    const auto first = went;
    find.again(1);
    EXPECT_NE(went, first);
    find.again(-1);
    EXPECT_EQ(went, first);
}

}  // namespace
}  // namespace oiko
