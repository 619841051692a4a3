// Pieces with ends sawn aslant, nested on boards: against every order and turn, and by hand.
#include <gmock/gmock.h>

#include <numeric>
#include <optional>
#include <random>

#include "core/cutting/chains.h"
#include "core/cutting/slants.h"
#include "some.h"

namespace oiko {
namespace {

const auto kKerf = inches(0.125);

CutPart rafter(Length length, double degrees, std::int64_t count = 1) {
    // A parallelogram: plumb cuts at both ends.
    return {"R", "2x6", length, count, {degrees, false, inches(5.5)}, {-degrees, false, inches(5.5)}};
}

TEST(Slants, ANeighbourLiesIntoTheSlantByWidthTimesTangentLessWhatTheSawTakesMore) {
    // 3 in 12 across 5 1/2 in: 1 3/8 in; an eighth of an inch of kerf is 0.1288 along the board.
    const double a = std::atan(0.25) * 180 / kPi;
    EXPECT_NEAR(inMm(nestedGain({a, false, inches(5.5)}, kKerf)), 25.4 * (1.375 + 0.125 - 0.125 * std::sqrt(1 + 0.0625)), 1e-4);
    EXPECT_NEAR(inMm(nestedGain({45, false, inches(3.5)}, Length{})), inMm(inches(3.5)), 1e-4);
    EXPECT_EQ(nestedGain({}, kKerf), Length{});
}

TEST(Slants, TwoRaftersComeFromABoardThatSquareCutsWouldNotGive) {
    // 8 ft 1/2 in twice is 16 ft 1 1/8 in with the kerf; nested 15 ft 11 3/4 in.
    const double a = std::atan(0.25) * 180 / kPi;
    const std::vector<CutStock> stock{{"16", "2x6", feet(16), money(20)}, {"10", "2x6", feet(10), money(14)}};
    const auto plan = cutNested({rafter(inches(96.5), a, 4)}, stock, {kKerf, Length{}, 100'000}, inches(1.0 / 16));
    EXPECT_EQ(plan.cost, money(40));
    EXPECT_EQ(plan.lowerBound, money(40));
    EXPECT_TRUE(plan.proven);
    for (const auto& b : plan.boards) {
        ASSERT_EQ(b.pieces.size(), 2u);
        EXPECT_EQ(clashing({rafter(inches(96.5), a, 4)}, b, feet(16), Length{}, kKerf), "");
        EXPECT_NEAR(inMm(b.pieces[1].at), 25.4 * (96.5 + 0.125 * std::sqrt(1.0625) - 1.375), 1e-3);
    }
    EXPECT_EQ(cutBoards({rafter(inches(96.5), a, 4)}, stock, {kKerf, Length{}, 100'000}).cost, money(56)) << "square cuts";
    // Without a search the plan is that of square cuts, nested all the same: the offcut is longer.
    const auto quick = cutNested({rafter(feet(4), a, 3)}, stock, {kKerf, Length{}, 0}, inches(1.0 / 16));
    ASSERT_EQ(quick.boards.size(), 1u);
    EXPECT_NEAR(inMm(quick.boards[0].offcut),
                inMm(stock[quick.boards[0].stock].length - feet(12) - kKerf * 3) + 2 * inMm(nestedGain({a, false, inches(5.5)}, kKerf)),
                1e-3);
}

TEST(Slants, MirrorPairsOfBracesTakeTurns) {
    // Long edge up, long edge down, and so on: three braces of 45 degrees lie into each other twice, the square end outward.
    const std::vector<CutPart> parts{{"B", "2x4", inches(30), 3, {45, false, inches(3.5)}, {45, false, inches(3.5)}},
                                     {"S", "2x4", inches(20), 1, {}, {45, false, inches(3.5)}}};
    std::vector<CutPiece> pieces{{0, {}}, {0, {}}, {1, {}}, {0, {}}};
    const auto end = nestOnBoard(parts, pieces, Length{}, Length{});
    EXPECT_EQ(end, inches(30 * 3 + 20 - 3.5 * 3));
    EXPECT_EQ(clashing(parts, {0, pieces, {}}, feet(16), Length{}, Length{}), "");
    EXPECT_EQ(pieces.front().part == 1 || pieces.back().part == 1, true) << "its square end is outward";
}

/// The least length that any order and any turns take, where only ends that lean alike nest: one cut parts both.
Length leastOf(const std::vector<CutPart>& parts, const std::vector<std::size_t>& which) {
    auto order = which;
    std::ranges::sort(order);
    auto least = feet(1000);
    do {
        for (int turns = 0; turns < 1 << (2 * static_cast<int>(order.size())); ++turns) {
            CutBoard b{0, {}, {}};
            Length at{};
            for (std::size_t i = 0; i < order.size(); ++i) {
                const int turn = (turns >> (2 * static_cast<int>(i))) & 3;
                // As near to the one before as the checker lets it: its slant, or nothing.
                b.pieces.push_back({order[i], at, turn});
                if (i > 0) {
                    const auto& p = parts[order[i - 1]];
                    const auto& s = b.pieces[i - 1].turn & 1 ? p.start : p.end;
                    const auto& next = turn & 1 ? parts[order[i]].end : parts[order[i]].start;
                    const bool alike = s.bevel == next.bevel && std::fabs(s.degrees) == std::fabs(next.degrees);
                    auto nested = b;
                    nested.pieces[i].at = at - nestedGain(s, kKerf);
                    if (alike && clashing(parts, nested, feet(1000), Length{}, kKerf).empty()) b = std::move(nested);
                }
                at = b.pieces[i].at + parts[order[i]].length + kKerf;
            }
            least = std::min(least, at - kKerf);
        }
    } while (std::ranges::next_permutation(order).found);
    return least;
}

TEST(Slants, NoOrderAndNoTurnsTakeLessOfABoard) {
    std::mt19937 chance{11};
    const auto below = [&](unsigned n) { return static_cast<int>(chance() % n); };
    int nested = 0;
    for (int round = 0; round < 60; ++round) {
        std::vector<CutPart> parts;
        for (int i = 0; i < 4; ++i) {
            const auto slant = [&]() -> Slant {
                switch (below(5)) {
                    case 0: return {};
                    case 1: return {below(2) ? 45.0 : -45.0, false, inches(3.5)};
                    case 2: return {below(2) ? 20.0 : -20.0, false, inches(3.5)};
                    case 3: return {below(2) ? 30.0 : -30.0, true, inches(1.5)};
                    default: return {below(2) ? 20.0 : -20.0, true, inches(1.5)};
                }
            };
            parts.push_back({std::to_string(i), "2x4", inches(12 + below(30)), 1, slant(), slant()});
        }
        std::vector<CutPiece> pieces;
        Length all = -kKerf;
        for (std::size_t i = 0; i < parts.size(); ++i) pieces.push_back({i, {}}), all += parts[i].length + kKerf;
        const auto end = nestOnBoard(parts, pieces, Length{}, kKerf);
        EXPECT_EQ(clashing(parts, {0, pieces, {}}, feet(100), Length{}, kKerf), "") << round;
        EXPECT_EQ(pieces.size(), parts.size());
        EXPECT_NEAR(inMm(end), inMm(leastOf(parts, {0, 1, 2, 3})), 0.3) << round;
        nested += end < all;
    }
    EXPECT_GT(nested, 30);
}

TEST(Slants, TheCheckerOfNestedPiecesFindsPlantedFaults) {
    const double a = std::atan(0.25) * 180 / kPi;
    const std::vector<CutPart> parts{rafter(feet(5), a, 2)};
    std::vector<CutPiece> good{{0, {}}, {0, {}}};
    static_cast<void>(nestOnBoard(parts, good, Length{}, kKerf));
    const auto with = [&](auto&& spoil, Length room = feet(12)) {
        auto b = CutBoard{0, good, {}};
        spoil(b.pieces);
        return clashing(parts, b, room, Length{}, kKerf);
    };
    EXPECT_EQ(with([](auto&) {}), "");
    EXPECT_NE(with([](auto& p) { p[1].at = p[1].at - mm(0.5); }), "") << "less than a kerf";
    EXPECT_NE(with([](auto& p) { p[1].turn ^= 2; }), "") << "leaning the other way";
    EXPECT_NE(with([](auto& p) { p[0].turn ^= 2; }), "");
    EXPECT_NE(with([](auto& p) { p[0].at = -mm(1); }), "");
    EXPECT_NE(with([](auto&) {}, feet(9)), "") << "past the end";
}

TEST(Slants, RaftersOfADesignNestAndTheBoundHolds) {
    int nested = 0;
    for (const auto* preset : {"demo", "gable", "elevated"}) {
        const auto a = answerTo(presetDesign(preset).value());
        const auto proven = withProvenCuts(a, {});
        for (const auto* plan : {a.get(), proven.get()}) {
            const auto& cuts = *plan->cuts;
            for (const auto& b : cuts.boards.boards) {
                EXPECT_EQ(clashing(cuts.boardParts, b, cuts.boardStock[b.stock].length, plan->settled->length("cut.trim"),
                                   plan->settled->length("cut.kerf")),
                          "");
                for (std::size_t i = 1; i < b.pieces.size(); ++i)
                    nested += b.pieces[i].at < b.pieces[i - 1].at + cuts.boardParts[b.pieces[i - 1].part].length;
            }
            EXPECT_LE(cuts.boards.lowerBound, cuts.boards.cost);
        }
        EXPECT_LE(proven->cuts->boards.cost, a->cuts->boards.cost);
    }
    EXPECT_GT(nested, 10);
}

/// The least cost of boards that hold all pieces, over every way to share them out: a chain on each board, one cut between two braces.
Money leastCost(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock) {
    std::vector<std::size_t> pieces;
    for (std::size_t i = 0; i < parts.size(); ++i) pieces.insert(pieces.end(), static_cast<std::size_t>(parts[i].quantity), i);
    const auto kAll = std::size_t{1} << pieces.size();
    std::vector<std::optional<Money>> board(kAll), least(kAll);
    least[0] = Money{};
    for (std::size_t some = 1; some < kAll; ++some) {
        Length end = -kKerf;
        int braces = 0;
        for (std::size_t k = 0; k < pieces.size(); ++k)
            if (some >> k & 1) end += parts[pieces[k]].length + kKerf, braces += parts[pieces[k]].start.degrees != 0;
        for (int n = 1; n < braces; ++n) end = end - nestedGain({45, false, inches(3.5)}, kKerf);
        for (const auto& s : stock)
            if (end <= s.length && (!board[some] || s.price < *board[some])) board[some] = s.price;
        for (auto part = some; part > 0; part = (part - 1) & some)
            if (board[part] && least[some ^ part] && (!least[some] || *board[part] + *least[some ^ part] < *least[some]))
                least[some] = *board[part] + *least[some ^ part];
    }
    return least.back().value_or(Money{});
}

TEST(Slants, BracesInChainsCostTheLeastOfAllWaysAndProveIt) {
    std::mt19937 chance{45};
    const auto below = [&](unsigned n) { return static_cast<int>(chance() % n); };
    int optimal = 0, proven = 0, saved = 0;
    constexpr int kRounds = 60;
    for (int round = 0; round < kRounds; ++round) {
        std::vector<CutPart> parts;
        const Slant brace{below(2) ? 45.0 : -45.0, false, inches(3.5)};
        for (int i = 0; i < 2; ++i)
            parts.push_back(
                {"B" + std::to_string(i), "2x4", inches(12 + below(20)), 2 + below(2), brace, {-brace.degrees, false, inches(3.5)}});
        for (int i = 0; i < 3; ++i) parts.push_back({"S" + std::to_string(i), "2x4", inches(10 + below(60)), 1 + below(2)});
        const std::vector<CutStock> stock{{"8", "2x4", feet(8), money(5 + below(3))},
                                          {"other", "2x6", feet(8), money(1)},
                                          {"10", "2x4", feet(10), money(8 + below(2))},
                                          {"12", "2x4", feet(12), money(10 + below(3))}};
        const auto plan = cutNested(parts, stock, {kKerf, Length{}, 200'000}, inches(1.0 / 16));
        const auto least = leastCost(parts, {stock[0], stock[2], stock[3]});
        EXPECT_GE(plan.cost, least) << round;
        optimal += plan.cost == least;
        std::vector<std::int64_t> cut(parts.size(), 0);
        Money cost;
        for (const auto& b : plan.boards) {
            EXPECT_EQ(stock[b.stock].profile, "2x4");
            EXPECT_EQ(clashing(parts, b, stock[b.stock].length, Length{}, kKerf), "") << round;
            cost += stock[b.stock].price;
            for (const auto& piece : b.pieces) ++cut[piece.part];
        }
        EXPECT_EQ(cost, plan.cost);
        for (std::size_t i = 0; i < parts.size(); ++i) EXPECT_EQ(cut[i], parts[i].quantity) << round;
        const auto chains = cutInChains(parts, stock, {kKerf, Length{}, 200'000}, plan.cost + money(1));
        EXPECT_LE(chains.lowerBound, least) << round;
        proven += chains.lowerBound == least;
        saved += plan.cost < cutBoards(parts, stock, {kKerf, Length{}, 200'000}).cost;
    }
    EXPECT_GE(optimal, kRounds - 1);  // two in five hundred are a dollar dearer, with the gap told
    EXPECT_GT(proven, kRounds * 8 / 10);
    EXPECT_GT(saved, 10);
}

}  // namespace
}  // namespace oiko
