// Among plans of equal cost: fewer boards, boards cut as before, fewer different cuts, longer offcuts.
#include <gtest/gtest.h>

#include <algorithm>
#include <map>
#include <random>

#include "core/cutting/cutting.h"
#include "core/cutting/ties.h"

namespace oiko {
namespace {

/// Room 12 for 4.00 and 24 for 8.00, as many as wanted; sizes 3, 4, 5, 6.
ProofCase smallYard(Pattern need) {
    ProofCase g;
    g.size = {3, 4, 5, 6}, g.need = std::move(need), g.length = {3, 4, 5, 6};
    g.room = {12, 24}, g.price = {40'000, 80'000}, g.left = {kUnlimited * 2, kUnlimited * 2};
    return g;
}
std::int64_t costOf(const ProofCase& g, const std::vector<Filled>& boards) {
    std::int64_t sum = 0;
    for (const auto& b : boards) sum += g.price[b.first];
    return sum;
}
Pattern piecesOf(const std::vector<Filled>& boards) {
    Pattern sum(4, 0);
    for (const auto& b : boards)
        for (std::size_t i = 0; i < 4; ++i) sum[i] += b.second[i];
    return sum;
}
bool fits(const ProofCase& g, const std::vector<Filled>& boards) {
    std::vector<std::int64_t> used(g.room.size());
    for (const auto& [j, pattern] : boards) {
        std::int64_t size = 0;
        for (std::size_t i = 0; i < pattern.size(); ++i) size += pattern[i] * g.size[i];
        if (size > g.room[j] || ++used[j] > g.left[j]) return false;
    }
    return true;
}

TEST(Ties, TwoBoardsBecomeOneThatCostsTheSame) {
    const auto g = smallYard({0, 0, 2, 2});
    std::vector<Filled> boards{{0, {0, 0, 1, 1}}, {0, {0, 0, 1, 1}}};
    settleTies(g, boards, {}, 10'000, {});
    ASSERT_EQ(boards.size(), 1u);
    EXPECT_EQ(boards[0], (Filled{1, {0, 0, 2, 2}}));
    // Only two of the short ones are left: nothing to merge into.
    auto few = g;
    few.left = {2, 0};
    boards = {{0, {0, 0, 1, 1}}, {0, {0, 0, 1, 1}}};
    settleTies(few, boards, {}, 10'000, {});
    EXPECT_EQ(boards.size(), 2u);
}

TEST(Ties, FewerDifferentCutsThenLongerOffcuts) {
    auto g = smallYard({2, 0, 0, 2});
    g.room = {12}, g.price = {40'000}, g.left = {kUnlimited * 2};
    std::vector<Filled> boards{{0, {2, 0, 0, 1}}, {0, {0, 0, 0, 1}}};
    settleTies(g, boards, {}, 10'000, {});
    EXPECT_EQ(boards, (std::vector<Filled>{{0, {1, 0, 0, 1}}, {0, {1, 0, 0, 1}}})) << "both alike";
    // 4 + 3 and 5: alike they can't be; the 5 left over is longer than 5 and 7 apart when 5 + 4 + 3 go on one.
    g = smallYard({1, 1, 1, 0});
    g.room = {12}, g.price = {40'000}, g.left = {kUnlimited * 2};
    boards = {{0, {1, 1, 0, 0}}, {0, {0, 0, 1, 0}}};
    settleTies(g, boards, {}, 10'000, {});
    EXPECT_EQ(boards.size(), 1u);
    g = smallYard({2, 1, 1, 0});
    g.room = {12}, g.price = {40'000}, g.left = {kUnlimited * 2};
    boards = {{0, {2, 0, 0, 0}}, {0, {0, 1, 1, 0}}};
    const auto was = rankOf(g, boards, {});
    settleTies(g, boards, {}, 10'000, {});
    EXPECT_TRUE(better(rankOf(g, boards, {}), was));
    EXPECT_EQ(rankOf(g, boards, {}).offcuts, 0 + 9 * 9);
}

TEST(Ties, WhatWasCutBeforeStaysSo) {
    auto g = smallYard({2, 2, 2, 0});
    g.room = {12}, g.price = {40'000}, g.left = {kUnlimited * 2};
    const std::vector<Filled> before{{0, {1, 2, 0, 0}}, {0, {1, 0, 1, 0}}};
    std::vector<Filled> boards{{0, {1, 1, 1, 0}}, {0, {1, 1, 1, 0}}};
    settleTies(g, boards, before, 10'000, {});
    EXPECT_EQ(boards, (std::vector<Filled>{{0, {1, 1, 1, 0}}, {0, {1, 1, 1, 0}}})) << "11 + 8 leaves a five out: it can't be kept";
    const std::vector<Filled> kept{{0, {0, 0, 2, 0}}, {0, {1, 2, 0, 0}}};
    g.need = {1, 2, 2, 0};
    boards = {{0, {1, 1, 1, 0}}, {0, {0, 1, 1, 0}}};
    settleTies(g, boards, kept, 10'000, {});
    EXPECT_EQ(rankOf(g, boards, kept).unlike, 0u);
}

TEST(Ties, NeverCostMoreNorLoseAPieceNorGetWorse) {
    std::mt19937 chance{11};
    for (int round = 0; round < 300; ++round) {
        auto g = smallYard({0, 0, 0, 0});
        if (round % 3 == 0) g.left[1] = static_cast<std::int64_t>(chance() % 3);
        std::vector<Filled> boards, before;
        for (int k = 0; k < 2 + static_cast<int>(chance() % 9); ++k) {
            Filled b{round % 3 == 0 ? 0 : chance() % 2, Pattern(4, 0)};
            std::int64_t room = g.room[b.first];
            for (int n = 0; n < 5; ++n)
                if (const auto i = chance() % 4; g.size[i] <= room) ++b.second[i], room -= g.size[i];
            boards.push_back(b);
            if (chance() % 2) before.push_back(b);
        }
        const auto pieces = piecesOf(boards);
        const auto cost = costOf(g, boards);
        const auto rank = rankOf(g, boards, before);
        const bool held = fits(g, boards);
        settleTies(g, boards, before, 5'000, {});
        EXPECT_EQ(piecesOf(boards), pieces);
        EXPECT_LE(costOf(g, boards), cost);
        EXPECT_FALSE(better(rank, rankOf(g, boards, before)));
        EXPECT_TRUE(!held || fits(g, boards));
    }
}

TEST(Ties, AWholePlanIsAsItWasWhenAnEqualOneIsTheOneBefore) {
    // Eight 4 ft and eight 3 ft pieces from 8 ft boards without kerf: many plans of eight boards; the one before is found again.
    const std::vector<CutPart> parts{{"A", "2x4", feet(4), 8}, {"B", "2x4", feet(3), 8}};
    const std::vector<CutStock> stock{{"8", "2x4", feet(8), money(4), {}}};
    CutRules rules{Length{}, Length{}, 1'000'000, {}, {}};
    const auto alone = cutBoards(parts, stock, rules);
    for (int k = 0; k < 4; ++k) rules.before.push_back({"2x4", feet(8), {feet(4), feet(3)}});
    for (int k = 0; k < 2; ++k)
        rules.before.push_back({"2x4", feet(8), {feet(4), feet(4)}}), rules.before.push_back({"2x4", feet(8), {feet(3), feet(3)}});
    const auto kept = cutBoards(parts, stock, rules);
    EXPECT_EQ(kept.cost, alone.cost);
    EXPECT_TRUE(kept.proven);
    std::map<std::vector<Length>, int> count;
    for (const auto& b : kept.boards) {
        std::vector<Length> lengths;
        for (const auto& p : b.pieces) lengths.push_back(parts[p.part].length);
        std::ranges::sort(lengths);
        ++count[lengths];
    }
    EXPECT_EQ((count[{feet(3), feet(4)}]), 4);
    EXPECT_EQ((count[{feet(4), feet(4)}]), 2);
}

}  // namespace
}  // namespace oiko
