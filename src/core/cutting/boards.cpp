// Boards: a good plan by filling one board after another as well as can be, then, given work, a bound and a better plan.
#include <algorithm>
#include <cmath>
#include <limits>
#include <map>
#include <numeric>
#include <set>

#include "core/cutting/cutting.h"
#include "core/cutting/knapsack.h"
#include "core/cutting/proof.h"

namespace oiko {
namespace {

/// The pieces of one profile in whole grid steps, kerf added to each: k pieces and k kerfs fit a board of length + kerf.
struct Yard {
    std::vector<std::size_t> partOf;       ///< places in the caller's list
    std::vector<std::int64_t> size, need;  ///< grid steps with kerf; how many
    std::vector<std::size_t> stockOf;
    std::vector<std::int64_t> room, price;  ///< grid steps; ten-thousandths
    std::vector<std::int64_t> left;         ///< boards to be had; huge where unlimited
    Length grid;
};

constexpr std::int64_t kMany = std::numeric_limits<std::int64_t>::max() / 4;

/// One board's filling: how many of each size.
using Pattern = std::vector<std::int64_t>;

struct Used {
    std::size_t stock;
    Pattern pattern;
};

/// Boards one after another, each the cheapest for what it carries; long pieces weigh a little more than their length.
std::vector<Used> fillInTurn(const Yard& y, double bias, std::vector<std::int64_t>& need, std::vector<std::int64_t> left) {
    std::vector<Used> out;
    const auto longest = *std::ranges::max_element(y.size);
    // Values of a full board stay within the quick knapsack's cells, the rounding of each piece with them.
    const double scale = 3e4 / (1 + bias) / static_cast<double>(*std::ranges::max_element(y.room));
    std::vector<std::int64_t> value(y.size.size());
    for (std::size_t i = 0; i < value.size(); ++i)
        value[i] = std::llround(scale * static_cast<double>(y.size[i]) *
                                (1 + bias * static_cast<double>(y.size[i]) / static_cast<double>(longest)));
    while (std::ranges::any_of(need, [](auto n) { return n > 0; })) {
        const Knapsack<std::int16_t> filler{y.size, need, value, *std::ranges::max_element(y.room)};
        double cheapest = std::numeric_limits<double>::max();
        Used best{SIZE_MAX, {}};
        std::int64_t bestValue = 0;
        for (std::size_t j = 0; j < y.room.size(); ++j) {
            if (left[j] <= 0) continue;
            const auto v = filler.value(y.room[j]);
            if (v == 0) continue;
            const double rate = (static_cast<double>(y.price[j]) + 1e-3) / static_cast<double>(v);
            if (rate < cheapest - 1e-12 || (rate < cheapest + 1e-12 && v > bestValue)) cheapest = rate, best.stock = j, bestValue = v;
        }
        if (best.stock == SIZE_MAX) break;
        best.pattern = filler.pattern(y.room[best.stock]);
        // The same filling as often as it is needed: long lists stay quick.
        std::int64_t times = left[best.stock];
        for (std::size_t i = 0; i < need.size(); ++i)
            if (best.pattern[i] > 0) times = std::min(times, need[i] / best.pattern[i]);
        times = std::max<std::int64_t>(1, times);
        for (std::int64_t k = 0; k < times; ++k) out.push_back(best);
        left[best.stock] -= times;
        for (std::size_t i = 0; i < need.size(); ++i) need[i] -= best.pattern[i] * times;
    }
    return out;
}

std::int64_t costOf(const Yard& y, const std::vector<Used>& used) {
    return std::accumulate(used.begin(), used.end(), std::int64_t{0},
                           [&](std::int64_t sum, const Used& u) { return sum + y.price[u.stock]; });
}

/// Each board traded for the cheapest one that still holds its pieces.
void tradeDown(const Yard& y, std::vector<Used>& used, std::vector<std::int64_t> left) {
    for (const auto& u : used) left[u.stock] -= left[u.stock] < kMany / 2 ? 1 : 0;
    for (auto& u : used) {
        std::int64_t size = 0;
        for (std::size_t i = 0; i < u.pattern.size(); ++i) size += u.pattern[i] * y.size[i];
        for (std::size_t j = 0; j < y.room.size(); ++j)
            if (left[j] > 0 && y.room[j] >= size && y.price[j] < y.price[u.stock]) {
                if (left[u.stock] < kMany / 2) ++left[u.stock];
                if (left[j] < kMany / 2) --left[j];
                u.stock = j;
            }
    }
}

}  // namespace

CutPlan cutBoards(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutRules& rules) {
    CutPlan plan;
    plan.proven = true;
    std::vector<std::string> profiles;
    for (const auto& p : parts)
        if (std::ranges::find(profiles, p.profile) == profiles.end()) profiles.push_back(p.profile);
    for (const auto& profile : profiles) {
        Yard y;
        std::int64_t grid = rules.kerf.count();
        for (const auto& p : parts)
            if (p.profile == profile) grid = std::gcd(grid, p.length.count());
        if (grid == 0) grid = 1'000'000;
        // Lengths that share no coarse grid are rounded up to a hundredth of a millimetre: a plan stays true, a bound honest.
        std::int64_t longest = 0;
        for (const auto& s : stock)
            if (s.profile == profile) longest = std::max(longest, s.length.count());
        const std::int64_t cells =
            rules.work > 0 ? 200'000 : 3'100;  // the good plan is for a drag: a sixteenth of an inch on 16 ft will do
        const bool exact = longest / grid <= cells;
        if (!exact) grid = std::max<std::int64_t>(10'000, longest / cells + 1);
        y.grid = Length::ticks(grid);
        const auto up = [&](Length l) { return (l.count() + grid - 1) / grid; };
        for (std::size_t j = 0; j < stock.size(); ++j) {
            const auto& s = stock[j];
            const auto room = s.length - rules.endTrim * 2 + rules.kerf;
            if (s.profile != profile || room.count() <= 0 || (s.quantity && *s.quantity <= 0)) continue;
            y.stockOf.push_back(j), y.room.push_back(room.count() / grid), y.price.push_back(s.price.count()),
                y.left.push_back(s.quantity.value_or(kMany));
        }
        const auto most = y.room.empty() ? std::int64_t{0} : *std::ranges::max_element(y.room);
        for (std::size_t i = 0; i < parts.size(); ++i) {
            if (parts[i].profile != profile || parts[i].quantity <= 0) continue;
            auto size = up(parts[i].length + rules.kerf);
            // A piece as long as the longest board stands alone on it, however coarse the grid.
            bool whole = size > most && most > 0;
            for (std::size_t j = 0; j < y.room.size(); ++j)
                whole &= y.room[j] < most || parts[i].length <= stock[y.stockOf[j]].length - rules.endTrim * 2;
            if (whole) size = most;
            if (size > most)
                plan.unplaced.emplace_back(i, parts[i].quantity);
            else
                y.partOf.push_back(i), y.size.push_back(size), y.need.push_back(parts[i].quantity);
        }
        if (y.partOf.empty()) continue;
        std::vector<Used> best;
        std::vector<std::int64_t> bestLeft;
        std::int64_t bestCost = kMany, bestMissing = kMany;
        for (const double bias : {0.05, 0.6, 0.0, 0.2, 1.5}) {
            // What a drag has time for: two tries, one for a long list.
            if (rules.work == 0 && (bias == 0.0 || (bias == 0.6 && y.size.size() > 30))) break;
            auto need = y.need;
            auto used = fillInTurn(y, bias, need, y.left);
            tradeDown(y, used, y.left);
            std::int64_t missing = 0;
            for (std::size_t i = 0; i < need.size(); ++i) missing += need[i] * y.size[i];
            const auto cost = costOf(y, used);
            if (missing < bestMissing || (missing == bestMissing && cost < bestCost))
                best = used, bestLeft = need, bestCost = cost, bestMissing = missing;
        }
        std::int64_t bound = 0;
        bool proven = false;
        if (rules.work > 0) {
            const auto better = prove({y.size, y.need, y.room, y.price, y.left}, bestCost, rules.work, rules.stop);
            bound = better.bound;
            plan.cutShort |= better.cutShort;
            if (!better.boards.empty() && bestMissing == 0) {
                best.clear();
                for (const auto& [j, pattern] : better.boards) best.push_back({j, pattern});
                bestCost = costOf(y, best);
            }
            proven = exact && bestMissing == 0 && bound == bestCost;
        }
        plan.proven &= proven;
        plan.cost += Money::ticks(bestCost), plan.lowerBound += Money::ticks(bound);
        for (std::size_t i = 0; i < bestLeft.size(); ++i)
            if (bestLeft[i] > 0) plan.unplaced.emplace_back(y.partOf[i], bestLeft[i]);
        // In saw order: longest boards first, on each the longest pieces first.
        std::ranges::stable_sort(best, [&](const Used& a, const Used& b) {
            return y.room[a.stock] != y.room[b.stock] ? y.room[a.stock] > y.room[b.stock] : a.pattern > b.pattern;
        });
        std::vector<std::size_t> order(y.size.size());
        std::iota(order.begin(), order.end(), 0);
        std::ranges::stable_sort(order, [&](auto a, auto b) { return y.size[a] > y.size[b]; });
        for (const auto& u : best) {
            CutBoard board{y.stockOf[u.stock], {}, {}};
            auto at = rules.endTrim;
            for (const auto i : order)
                for (std::int64_t k = 0; k < u.pattern[i]; ++k)
                    board.pieces.push_back({y.partOf[i], at}), at += parts[y.partOf[i]].length + rules.kerf;
            board.offcut = std::max(Length{}, stock[board.stock].length - rules.endTrim - at);
            plan.boards.push_back(std::move(board));
        }
    }
    plan.proven &= plan.unplaced.empty() && rules.work > 0;
    return plan;
}

}  // namespace oiko
