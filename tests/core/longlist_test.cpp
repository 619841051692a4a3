// Lists of thousands of unlike lengths: a bound that holds whatever the plan, a plan near it.
#include "core/cutting/longlist.h"
#include "core/cutting/worthbound.h"

#include <glpk.h>
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <memory>
#include <numeric>
#include <random>
#include <set>

#include "core/cutting/cutting.h"
#include "core/cutting/exchange.h"
#include "core/cutting/sharpworths.h"

namespace oiko {
namespace {

struct List {
    std::vector<CutPart> parts;
    std::vector<CutStock> stock;
};
List longList(int pieces, unsigned seed, double lowMm, double highMm, std::vector<CutStock> stock) {
    std::mt19937 chance{seed};
    List l{{}, std::move(stock)};
    for (int i = 0; i < pieces; ++i)
        l.parts.push_back(
            {"p" + std::to_string(i), "x", mm(lowMm + static_cast<double>(chance() % static_cast<unsigned>(highMm - lowMm))), 1});
    return l;
}
std::vector<CutStock> fourBoards() {
    return {{"8", "x", mm(2438.4), money(4.28), {}},
            {"10", "x", mm(3048), money(5.45), {}},
            {"12", "x", mm(3657.6), money(6.9), {}},
            {"16", "x", mm(4876.8), money(9.4), {}}};
}
/// Whether each piece is cut once, within its board, with a kerf to its neighbour, and the boards cost what is said.
bool holds(const List& l, const CutPlan& plan, Length kerf) {
    std::vector<int> cut(l.parts.size());
    Money cost;
    for (const auto& b : plan.boards) {
        auto end = -kerf;
        for (const auto& c : b.pieces) {
            if (c.at < end + kerf) return false;
            end = c.at + l.parts[c.part].length, ++cut[c.part];
        }
        if (end > l.stock[b.stock].length) return false;
        cost += l.stock[b.stock].price;
    }
    return cost == plan.cost && std::ranges::all_of(cut, [](int n) { return n == 1; });
}

TEST(LongList, EightHundredUnlikeLengthsComeNearTheirBound) {
    const auto l = longList(800, 5, 300, 3'000, fourBoards());
    std::set<Length> sizes;
    for (const auto& p : l.parts) sizes.insert(p.length);
    ASSERT_GT(sizes.size(), kLongList);
    const auto kerf = mm(3.175);
    const auto quick = cutBoards(l.parts, l.stock, {kerf, Length{}, 0, {}, {}});
    const auto plan = cutBoards(l.parts, l.stock, {kerf, Length{}, 500'000, {}, {}});
    EXPECT_TRUE(holds(l, plan, kerf));
    EXPECT_LE(plan.lowerBound, plan.cost);
    EXPECT_LT(plan.cost, quick.cost);
    EXPECT_LT(inUnits(plan.cost), 1.008 * inUnits(plan.lowerBound));
    // The bound is not below what the lengths alone ask for.
    double all = 0;
    for (const auto& p : l.parts) all += inMm(p.length + kerf);
    EXPECT_GT(inUnits(plan.lowerBound), all * 4.28 / inMm(mm(2438.4) + kerf) * 0.999);
}

TEST(LongList, ThousandsOfUnlikeLengthsAreProvenWhereBoardsCanBeFull) {
    // 5,000 pieces on one length: what the lengths ask for, rounded up to a board, is reached. Two lengths, one dearer a foot by 3 %: the
    // bound is that of whole boards, some of the dearer among them, for their fractions add up to no sum of prices.
    const List lists[]{longList(5'000, 1, 300, 2'400, {{"a", "x", mm(3'600), money(7.2), {}}}),
                       longList(1'000, 2, 300, 1'500, {{"a", "x", mm(3'000), money(6), {}}, {"b", "x", mm(4'800), money(9.9), {}}})};
    for (const auto& l : lists) {
        const auto plan = cutBoards(l.parts, l.stock, {mm(3), Length{}, 100'000'000, {}, {}});
        EXPECT_TRUE(holds(l, plan, mm(3)));
        EXPECT_TRUE(plan.proven) << inUnits(plan.cost) << " of " << inUnits(plan.lowerBound);
        std::int64_t all = 0;
        for (const auto& p : l.parts) all += (p.length + mm(3)).count();
        const auto room = (l.stock[0].length + mm(3)).count();
        EXPECT_GE(inUnits(plan.cost), inUnits(l.stock[0].price) * static_cast<double>(all) / static_cast<double>(room));
        EXPECT_LT(inUnits(plan.cost), inUnits(l.stock[0].price) * (static_cast<double>(all) / static_cast<double>(room) + 1));
    }
}

TEST(LongList, UnlikeLengthsChangePlacesUntilAllStand) {
    const auto metric = [](std::initializer_list<std::tuple<double, double, int>> rows) {
        std::vector<CutStock> stock;
        for (const auto& [length, price, left] : rows)
            stock.push_back(
                {std::to_string(length), "x", mm(length), money(price), left > 0 ? std::optional<std::int64_t>{left} : std::nullopt});
        return stock;
    };
    for (const auto& l : {longList(1'000, 21, 300, 2'400, metric({{3600, 10, 0}})),
                          longList(1'000, 22, 300, 2'400, metric({{2400, 6.2, 0}, {3600, 9.1, 0}, {4200, 11.3, 0}})),
                          longList(900, 23, 600, 2'400, metric({{3600, 9.5, 0}, {4800, 12, 0}})),
                          // Some on hand for nothing, some short.
                          longList(1'000, 24, 300, 1'500, metric({{2400, 6.2, 40}, {3000, 7.4, 0}, {3600, 0, 30}})),
                          longList(1'000, 25, 200, 2'400, metric({{2400, 0, 40}, {4200, 11, 0}, {3600, 9, 100}}))}) {
        std::set<Length> sizes;
        for (const auto& p : l.parts) sizes.insert(p.length);
        ASSERT_GT(sizes.size(), kLongList);
        const auto plan = cutBoards(l.parts, l.stock, {mm(3), Length{}, 5'000'000, {}, {}});
        EXPECT_TRUE(holds(l, plan, mm(3)));
        EXPECT_TRUE(plan.proven) << inUnits(plan.cost) << " of " << inUnits(plan.lowerBound);
        for (std::size_t j = 0; j < l.stock.size(); ++j)
            EXPECT_LE(std::ranges::count(plan.boards, j, &CutBoard::stock), l.stock[j].quantity.value_or(1'000'000));
    }
}

TEST(LongList, PiecesOverHalfABoardAreProvenToo) {
    const std::pair<List, double> lists[]{
        {longList(2'000, 19, 300, 2'400, {{"a", "x", mm(2'400), money(6.3), {}}}), 6.3},
        {longList(1'500, 20, 450, 1'500, {{"a", "x", mm(3'000), money(7.73), {}}}), 7.73},
        {longList(600, 21, 450, 2'000, {{"a", "x", mm(3'000), money(7.27), {}}, {"b", "x", mm(4'200), money(10.98), 30}}), 0.01}};
    for (const auto& [l, step] : lists) {
        const auto plan = cutBoards(l.parts, l.stock, {mm(3), Length{}, 20'000'000, {}, {}});
        EXPECT_TRUE(holds(l, plan, mm(3)));
        if (l.stock.size() == 1) {
            EXPECT_TRUE(plan.proven) << inUnits(plan.cost) << " of " << inUnits(plan.lowerBound);
            // By hand: what is longer than half a board stands on one of its own.
            const auto half = std::ranges::count_if(l.parts, [&](auto& part) { return part.length * 2 + mm(3) > l.stock[0].length; });
            EXPECT_GE(inUnits(plan.lowerBound), static_cast<double>(half) * step);
        } else {
            EXPECT_LT(inUnits(plan.cost), 1.003 * inUnits(plan.lowerBound));
            EXPECT_LE(std::ranges::count(plan.boards, 1u, &CutBoard::stock), 30);
        }
    }
}

TEST(LongList, BoardsCutToTheLastAndHairlineKerfsAreProven) {
    for (unsigned seed = 1; seed <= 3; ++seed) {
        // Sixty boards cut up by chance with hardly anything over, among dearer ones: nothing is cheaper than these.
        std::mt19937 chance{seed};
        List l{{}, {{"a", "x", mm(2'400), money(6.1), {}}, {"b", "x", mm(3'600), money(9.9), {}}, {"c", "x", mm(4'800), money(13.1), {}}}};
        const auto put = [&](int length) { l.parts.push_back({"p" + std::to_string(l.parts.size()), "x", mm(length), 1}); };
        for (int n = 0; n < 60; ++n) {
            int left = 2'400;
            while (left > 300) {
                const int length = 200 + static_cast<int>(chance() % static_cast<unsigned>(std::min(900, left - 199)));
                put(length), left -= length + 3;
            }
            if (left >= 60) put(left);
        }
        ASSERT_GT(l.parts.size(), kLongList);
        const auto full = cutBoards(l.parts, l.stock, {mm(3), Length{}, 50'000'000, {}, {}});
        EXPECT_TRUE(holds(l, full, mm(3)));
        EXPECT_TRUE(full.proven);
        EXPECT_EQ(full.cost, money(366));
        // Tenths of a millimetre, and a kerf as thin.
        List thin{{}, {{"a", "x", mm(2'400), money(6), {}}, {"b", "x", mm(3'000), money(7.4), {}}}};
        for (int n = 0; n < 250; ++n)
            thin.parts.push_back({"p" + std::to_string(n), "x", mm(200 + static_cast<double>(chance() % 7'000) / 10), 1});
        const auto plan = cutBoards(thin.parts, thin.stock, {mm(0.1), Length{}, 50'000'000, {}, {}});
        EXPECT_TRUE(holds(thin, plan, mm(0.1)));
        EXPECT_TRUE(plan.proven) << inUnits(plan.cost) << " of " << inUnits(plan.lowerBound);
    }
}

/// The linear program with a column for every filling there is, by a general solver.
double byAllFillings(const ProofCase& g) {
    const std::unique_ptr<glp_prob, decltype(&glp_delete_prob)> lp{glp_create_prob(), glp_delete_prob};
    glp_term_out(GLP_OFF);
    const int sizes = static_cast<int>(g.size.size()), rows = static_cast<int>(g.room.size());
    glp_add_rows(lp.get(), sizes + rows);
    for (int i = 1; i <= sizes; ++i) glp_set_row_bnds(lp.get(), i, GLP_LO, static_cast<double>(g.need[static_cast<std::size_t>(i) - 1]), 0);
    for (int j = 1; j <= rows; ++j) {
        const auto left = g.left[static_cast<std::size_t>(j) - 1];
        glp_set_row_bnds(lp.get(), sizes + j, left < kUnlimited ? GLP_UP : GLP_FR, 0, static_cast<double>(left));
    }
    std::vector<int> index(g.size.size() + 2), many(g.size.size());
    std::vector<double> value(g.size.size() + 2);
    for (int j = 0; j < rows; ++j) {
        const auto fillings = [&](const auto& self, std::size_t i, std::int64_t room) -> void {
            if (i == many.size()) {
                int n = 0;
                for (std::size_t k = 0; k < many.size(); ++k)
                    if (many[k] > 0)
                        ++n, index[static_cast<std::size_t>(n)] = static_cast<int>(k) + 1, value[static_cast<std::size_t>(n)] = many[k];
                ++n, index[static_cast<std::size_t>(n)] = sizes + j + 1, value[static_cast<std::size_t>(n)] = 1;
                const int column = glp_add_cols(lp.get(), 1);
                glp_set_col_bnds(lp.get(), column, GLP_LO, 0, 0);
                glp_set_obj_coef(lp.get(), column, static_cast<double>(g.price[static_cast<std::size_t>(j)]));
                glp_set_mat_col(lp.get(), column, n, index.data(), value.data());
                return;
            }
            for (many[i] = 0; room >= 0; ++many[i], room -= g.size[i]) self(self, i + 1, room);
            many[i] = 0;
        };
        fillings(fillings, 0, g.room[static_cast<std::size_t>(j)]);
    }
    glp_smcp rules;
    glp_init_smcp(&rules);
    rules.msg_lev = GLP_MSG_OFF;
    EXPECT_EQ(glp_simplex(lp.get(), &rules), 0);
    return glp_get_obj_val(lp.get());
}

TEST(SharpWorths, SettleWhereAGeneralSolverDoesOverAllFillings) {
    std::mt19937 chance{3};
    for (int n = 0; n < 12; ++n) {
        ProofCase g{
            {}, {}, {}, {1'000, 1'300, 700}, {100, 128, 72}, {kUnlimited, n % 3 == 0 ? kUnlimited : n % 5, n % 2 == 0 ? kUnlimited : 0}};
        // On some a few boards for nothing.
        if (n % 4 == 1) g.price[1] = 0;
        for (int i = 0; i < 9; ++i) {
            g.size.push_back(240 + static_cast<std::int64_t>(chance() % 700)),
                g.need.push_back(1 + static_cast<std::int64_t>(chance() % 3));
            g.length.push_back(g.size.back());
        }
        const Coarse grid{g, 8'000, false};
        std::vector<double> start;
        for (const auto size : g.size) start.push_back(72.0 / 1'000 * static_cast<double>(size));
        SharpWorths sharp{g, grid, start};
        int rounds = 0;
        while (rounds < 5'000 && sharp.round()) ++rounds;
        EXPECT_NEAR(sharp.all(), byAllFillings(g), 1e-4) << n;
        // None of which there are enough holds more than its price.
        const Fillings<double> fillings{grid.size, sharp.worths(), 1'300};
        for (std::size_t j = 0; j < g.room.size(); ++j)
            if (g.left[j] >= kUnlimited) EXPECT_LE(fillings.value(g.room[j]), static_cast<double>(g.price[j]) * (1 + 1e-9));
        // And its wishes hold each piece as often as it is wanted.
        std::vector<double> held(g.size.size(), 0);
        for (const auto& wish : sharp.wishes())
            for (const auto& [i, times] : wish.pattern) held[i] += wish.times * times;
        for (std::size_t i = 0; i < held.size(); ++i) EXPECT_GT(held[i], static_cast<double>(g.need[i]) - 1e-6) << n << " " << i;
    }
}

TEST(LongList, WhatDoesNotFitItsBoardsIsSaidToBeNotFound) {
    // Four hundred pieces on boards as long together as they are less a part of one, and on one more.
    ProofCase g{{}, {}, {}, {1'000}, {1}, {kUnlimited}};
    std::int64_t all = 0;
    for (int i = 0; i < 400; ++i) g.size.push_back(100 + i), g.need.push_back(1), g.length.push_back(100 + i), all += 100 + i;
    std::int64_t work = 100'000;
    EXPECT_FALSE(fillBoards(g, {all / 1'000}, work, {}));
    EXPECT_LE(work, 0);
    work = 1'000'000;
    const auto plan = fillBoards(g, {all / 1'000 + 1}, work, {});
    ASSERT_TRUE(plan);
    std::vector<std::int64_t> cut(400, 0);
    for (const auto& [row, pattern] : *plan) {
        EXPECT_LE(std::inner_product(pattern.begin(), pattern.end(), g.size.begin(), std::int64_t{0}), 1'000);
        for (std::size_t i = 0; i < cut.size(); ++i) cut[i] += pattern[i];
    }
    EXPECT_EQ(cut, g.need);
    work = 1'000'000;
    EXPECT_FALSE(fillBoards(g, {all / 1'000}, work, [] { return true; })) << "told to stop";
    EXPECT_GT(work, 900'000);
    EXPECT_FALSE(fillBoards(g, {0}, work, {})) << "no board at all";
}

TEST(LongList, ThePlantedPlanIsNeverDearerThanTheBoundSays) {
    // Boards cut at random into pieces that leave nothing: what they cost is the most that the best plan can.
    for (const unsigned seed : {1u, 2u}) {
        std::mt19937 chance{seed};
        List l{{}, {{"a", "x", mm(2'400), money(5), {}}, {"b", "x", mm(3'600), money(7.3), {}}}};
        Money planted;
        while (l.parts.size() < 420) {
            const auto& board = l.stock[chance() % 2];
            planted += board.price;
            auto left = static_cast<std::int64_t>(inMm(board.length));
            while (left > 0) {
                auto piece = std::min<std::int64_t>(left, 150 + static_cast<std::int64_t>(chance() % 1'400));
                if (left - piece < 150) piece = left;
                l.parts.push_back({"p" + std::to_string(l.parts.size()), "x", mm(static_cast<double>(piece)), 1});
                left -= piece;
            }
        }
        const auto plan = cutBoards(l.parts, l.stock, {Length{}, Length{}, 300'000, {}, {}});
        EXPECT_TRUE(holds(l, plan, Length{}));
        EXPECT_LE(plan.lowerBound, planted) << seed;
        EXPECT_LE(plan.lowerBound, plan.cost);
        EXPECT_LT(inUnits(plan.cost), 1.02 * inUnits(planted)) << seed;
    }
}

TEST(LongList, TheBoundFollowsFromItsWorthsAloneOnAnyGrid) {
    // Worked out again the plain way: every room filled with the dearest of what fits, sizes as often as wanted, on the true sizes.
    std::mt19937 chance{9};
    ProofCase g;
    std::set<std::int64_t> sizes;
    while (sizes.size() < 400) sizes.insert(30 + static_cast<std::int64_t>(chance() % 900));
    for (const auto s : sizes) g.size.push_back(s), g.length.push_back(s), g.need.push_back(1 + chance() % 2);
    g.room = {1'000, 1'500}, g.price = {50'000, 74'000}, g.left = {2 * kUnlimited, 2 * kUnlimited};
    const auto proof = proveLong(g, INT64_MAX / 4, 5'000'000, {});
    ASSERT_FALSE(proof.worths.empty());
    const auto& worths = proof.worths.back();
    std::vector<long double> best(1'501, 0);
    for (std::size_t c = 1; c < best.size(); ++c) {
        best[c] = best[c - 1];
        for (std::size_t i = 0; i < g.size.size(); ++i)
            if (g.size[i] <= static_cast<std::int64_t>(c))
                best[c] = std::max(best[c], best[c - static_cast<std::size_t>(g.size[i])] + static_cast<long double>(worths[i]));
    }
    long double all = 0;
    for (std::size_t i = 0; i < worths.size(); ++i) all += static_cast<long double>(worths[i]) * static_cast<long double>(g.need[i]);
    // Boards are bought whole: all ways to buy them, one row counted up.
    auto sure = std::numeric_limits<double>::max();
    for (int long15 = 0; long15 < 500; ++long15) {
        const auto short10 = std::max(0.0L, std::ceil((all - best[1'500] * long15) / best[1'000]));
        sure = std::min(sure, 74'000.0 * long15 + 50'000 * static_cast<double>(short10));
    }
    EXPECT_LE(static_cast<double>(proof.bound), sure);
    for (const std::int64_t cells : {200, 700, 1'500}) EXPECT_LE(boundByWorths(g, worths, cells), proof.bound) << cells;
    // Worths doubled for one size alone hold no more: the bound must not rise above what can be had.
    std::int64_t cost = 0;
    for (const auto& b : proof.boards) cost += g.price[b.first];
    for (std::size_t i = 0; i < 40; ++i) {
        auto wild = worths;
        wild[i * 10] *= 2;
        EXPECT_LE(boundByWorths(g, wild, 1'500), cost);
    }
}

TEST(LongList, PiecesShorterThanACellProveNothingThere) {
    // A hundred thousand crumbs of 3 on a board of 90,000: one of 30,000 in a cell of 11 would be counted as 11 were it rounded up.
    ProofCase g;
    for (std::int64_t k = 0; k < 400; ++k) g.size.push_back(3 + k), g.length.push_back(3 + k), g.need.push_back(50);
    g.room = {90'000}, g.price = {10'000}, g.left = {2 * kUnlimited};
    const Worths worths(g.size.size(), 7);
    EXPECT_EQ(boundByWorths(g, worths, 8'000), 0);
    // By their lengths alone they are proved, and none is lost.
    const auto proof = proveLong(g, 10'000'000, 100'000, {});
    EXPECT_EQ(proof.worths, std::vector<Worths>{g.size});
    Pattern cut(g.size.size(), 0);
    std::int64_t cost = 0;
    for (const auto& [row, pattern] : proof.boards) {
        cost += g.price[row];
        for (std::size_t i = 0; i < cut.size(); ++i) cut[i] += pattern[i];
    }
    EXPECT_EQ(cut, g.need);
    EXPECT_EQ(cost, proof.bound);
    // The shortest is worth most for its length: 30,000 of them on a board; all are worth 7 x 20,000, less than one board holds.
    EXPECT_EQ(boundByWorths(g, worths, 90'000), 10'000);
}

TEST(LongList, WorthsThatSayNothingOrTooMuchGiveNoFalseBound) {
    ProofCase g{{40, 60}, {1, 1}, {40, 60}, {100}, {10'000}, {2 * kUnlimited}};
    EXPECT_EQ(boundByWorths(g, {0, 0}, 100), 0);
    EXPECT_EQ(boundByWorths(g, {40, 60}, 100), 10'000);
    // More worth than a whole number holds: four million pairs, a board for each.
    g.need = {4'000'000, 4'000'000};
    const std::int64_t big = 100'000'000'000;
    EXPECT_EQ(boundByWorths(g, {40 * big, 60 * big}, 100), 40'000'000'000);
    // Two boards for nothing and three at half the price hold five pairs; the other forty-five pay in full.
    g.need = {50, 50}, g.room = {100, 100, 100}, g.price = {10'000, 0, 5'000}, g.left = {2 * kUnlimited, 2, 3};
    EXPECT_EQ(boundByWorths(g, {40, 60}, 100), 45 * 10'000 + 3 * 5'000);
    // Too few in all: nothing is said.
    g.left[0] = 44;
    EXPECT_EQ(boundByWorths(g, {40, 60}, 100), 0);
}

TEST(LongList, CrumbsAndLongPiecesTogetherKeepTheirBoundBelowAPlanByHand) {
    // Ten boards, each with one long piece and its own crumbs that fill it: whatever is said, no bound above these ten.
    List l{{}, {{"b", "x", mm(4'000), money(9), {}}}};
    std::mt19937 chance{4};
    for (int board = 0; board < 10; ++board) {
        int left = 4'000;
        while (left > 0) {
            const int piece = std::min(left, l.parts.size() % 40 == 0 ? 1'800 : 1 + static_cast<int>(chance() % 95));
            l.parts.push_back(
                {"p" + std::to_string(l.parts.size()), "x", mm(piece) + Length::ticks(static_cast<std::int64_t>(l.parts.size())), 1});
            left -= piece;
        }
    }
    for (auto& s : l.stock) s.length += mm(1);  // for the ticks that make all lengths unlike
    const auto plan = cutBoards(l.parts, l.stock, {Length{}, Length{}, 200'000, {}, {}});
    EXPECT_TRUE(holds(l, plan, Length{}));
    EXPECT_LE(plan.lowerBound, money(90));
}

TEST(LongList, EndsSoonWhenToldAndLeavesShortStockToTheOther) {
    const auto l = longList(800, 8, 300, 3'000, fourBoards());
    int asked = 0;
    const auto plan = cutBoards(l.parts, l.stock, {mm(3), Length{}, 2'000'000, [&] { return ++asked > 3; }, {}});
    EXPECT_TRUE(plan.cutShort);
    EXPECT_TRUE(holds(l, plan, mm(3)));
    EXPECT_LE(plan.lowerBound, plan.cost);
    ProofCase few;
    few.size = {5}, few.need = {3}, few.length = {5}, few.room = {9}, few.price = {1}, few.left = {5};
    EXPECT_EQ(proveLong(few, 3, 1'000, {}).bound, 3) << "by their length alone they would stand on two";
    few.need = {2};
    EXPECT_EQ(proveLong(few, 2, 1'000, {}).bound, 2);
}

}  // namespace
}  // namespace oiko
