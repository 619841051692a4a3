// Boards: a good plan by filling one board after another as well as can be, then, given work, a bound and a better plan.
#include <algorithm>
#include <cmath>
#include <deque>
#include <limits>
#include <map>
#include <numeric>
#include <set>

#include "core/cutting/cutting.h"
#include "core/cutting/knapsack.h"
#include "core/cutting/longlist.h"
#include "core/cutting/proof.h"
#include "core/cutting/ties.h"

namespace oiko {
namespace {

/// The pieces of one profile in whole grid steps, kerf added to each: k pieces and k kerfs fit a board of length + kerf.
struct Yard {
    std::vector<std::vector<std::size_t>> partsOf;  ///< places in the caller's list, by size
    std::vector<std::int64_t> size, need, length;   ///< grid steps with kerf; how many; nanometres
    std::vector<std::size_t> stockOf;
    std::vector<std::int64_t> room, price;  ///< grid steps; ten-thousandths
    std::vector<std::int64_t> left;         ///< boards to be had; huge where unlimited
    std::vector<std::size_t> tooLong;       ///< places in the caller's list, for every board
};

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
    std::vector<std::size_t> order(y.size.size());
    std::iota(order.begin(), order.end(), 0);
    std::ranges::stable_sort(order, [&](auto a, auto b) { return y.size[a] > y.size[b]; });
    while (std::ranges::any_of(need, [](auto n) { return n > 0; })) {
        // Of many sizes the longest and some of the others are enough to fill a board well.
        std::erase_if(order, [&](auto i) { return need[i] == 0; });
        std::vector<std::size_t> some;
        const auto rare = std::max<std::size_t>(1, order.size() / 40);
        for (std::size_t k = 0; k < order.size(); ++k)
            if (k < 24 || k % rare == 0) some.push_back(order[k]);
        std::vector<std::int64_t> size, number, worth;
        for (const auto i : some) size.push_back(y.size[i]), number.push_back(need[i]), worth.push_back(value[i]);
        const Knapsack<std::int16_t> filler{size, number, worth, *std::ranges::max_element(y.room)};
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
        const auto fill = filler.pattern(y.room[best.stock]);
        best.pattern.assign(need.size(), 0);
        for (std::size_t k = 0; k < some.size(); ++k) best.pattern[some[k]] = fill[k];
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
    for (const auto& u : used) left[u.stock] -= left[u.stock] < kUnlimited ? 1 : 0;
    for (auto& u : used) {
        std::int64_t size = 0;
        for (std::size_t i = 0; i < u.pattern.size(); ++i) size += u.pattern[i] * y.size[i];
        for (std::size_t j = 0; j < y.room.size(); ++j)
            if (left[j] > 0 && y.room[j] >= size && y.price[j] < y.price[u.stock]) {
                if (left[u.stock] < kUnlimited) ++left[u.stock];
                if (left[j] < kUnlimited) --left[j];
                u.stock = j;
            }
    }
}

/// The pieces and boards of one profile on a grid: the exact one, or one of at most `cells` steps that rounds pieces up and boards down.
Yard yardOf(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutRules& rules, const std::string& profile,
            std::int64_t cells) {
    Yard y;
    std::int64_t grid = rules.kerf.count(), longest = 0;
    for (const auto& p : parts)
        if (p.profile == profile) grid = std::gcd(grid, p.length.count());
    for (const auto& s : stock)
        if (s.profile == profile) longest = std::max(longest, s.length.count());
    grid = std::max<std::int64_t>(1, grid);
    if (cells > 0 && longest / grid > cells) grid = longest / cells + 1;
    const auto roomOf = [&](const CutStock& s) { return s.length - rules.endTrim * 2; };
    auto most = Length{};
    for (std::size_t j = 0; j < stock.size(); ++j) {
        const auto& s = stock[j];
        if (s.profile != profile || roomOf(s) <= Length{} || (s.quantity && *s.quantity <= 0)) continue;
        most = std::max(most, roomOf(s));
        y.stockOf.push_back(j), y.room.push_back((roomOf(s) + rules.kerf).count() / grid), y.price.push_back(s.price.count()),
            y.left.push_back(s.quantity ? std::min(*s.quantity, kUnlimited - 1) : kUnlimited * 2);
    }
    std::map<std::int64_t, std::size_t> place;  // by length
    for (std::size_t i = 0; i < parts.size(); ++i) {
        if (parts[i].profile != profile || parts[i].quantity <= 0) continue;
        if (parts[i].length > most) {
            y.tooLong.push_back(i);
            continue;
        }
        const auto [at, fresh] = place.emplace(parts[i].length.count(), y.size.size());
        if (fresh) {
            // A piece as long as the longest board stands alone on it, however coarse the grid.
            const auto size = ((parts[i].length + rules.kerf).count() + grid - 1) / grid;
            y.partsOf.emplace_back(), y.size.push_back(std::min(size, *std::ranges::max_element(y.room))), y.need.push_back(0),
                y.length.push_back(parts[i].length.count());
        }
        y.partsOf[at->second].push_back(i), y.need[at->second] += parts[i].quantity;
    }
    return y;
}

/// Boards of the plan before, as fillings of today's stock with today's sizes; those that ask for others are left out.
std::vector<Filled> beforeOf(const Yard& y, const CutRules& rules, const std::string& profile, const std::vector<CutStock>& stock) {
    std::vector<Filled> out;
    for (const auto& b : rules.before) {
        if (b.profile != profile) continue;
        Pattern pattern(y.size.size(), 0);
        bool known = true;
        for (const auto piece : b.pieces) {
            const auto at = std::ranges::find(y.length, piece.count());
            known = known && at != y.length.end();
            if (known) ++pattern[static_cast<std::size_t>(at - y.length.begin())];
        }
        for (std::size_t j = 0; known && j < y.stockOf.size(); ++j)
            if (stock[y.stockOf[j]].length == b.length) {
                out.emplace_back(j, std::move(pattern));
                break;
            }
    }
    return out;
}

/// A plan at once: the cheapest of a few fillings in turn.
struct Quick {
    std::vector<Used> boards;
    std::vector<std::int64_t> need;  ///< left out
    std::int64_t cost = 0, missing = 0;
};
Quick quickPlan(const Yard& y, bool drag) {
    std::optional<Quick> best;
    for (const double bias : {0.05, 0.6, 0.0, 0.2, 1.5}) {
        // What a drag has time for: two tries, one for a long list.
        if (drag && (bias == 0.0 || (bias == 0.6 && y.size.size() > 30))) break;
        Quick q;
        q.need = y.need;
        q.boards = fillInTurn(y, bias, q.need, y.left);
        tradeDown(y, q.boards, y.left);
        for (std::size_t i = 0; i < q.need.size(); ++i) q.missing += q.need[i] * y.length[i];
        q.cost = costOf(y, q.boards);
        if (!best || std::pair{q.missing, q.cost} < std::pair{best->missing, best->cost}) best = std::move(q);
    }
    return *best;
}

}  // namespace

std::vector<std::string> profilesOf(const std::vector<CutPart>& parts) {
    std::vector<std::string> out;
    for (const auto& p : parts)
        if (std::ranges::find(out, p.profile) == out.end()) out.push_back(p.profile);
    return out;
}

CutPlan cutBoards(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutRules& rules) {
    CutPlan plan;
    plan.proven = rules.work > 0;
    for (const auto& profile : profilesOf(parts)) {
        // The good plan is for a drag: a sixteenth of an inch on 16 ft will do.
        const auto y = yardOf(parts, stock, rules, profile, 3'100);
        for (const auto i : y.tooLong) plan.unplaced.emplace_back(i, parts[i].quantity);
        if (y.size.empty()) continue;
        auto best = quickPlan(y, rules.work == 0);
        std::int64_t bound = 0;
        if (rules.work > 0) {
            const auto exact = yardOf(parts, stock, rules, profile, 0);
            const ProofCase given{exact.size, exact.need, exact.length, exact.room, exact.price, exact.left};
            auto proof =
                exact.size.size() >= kLongList && best.missing == 0 ? proveLong(given, best.cost, rules.work, rules.stop) : Proof{};
            if (proof.worths.empty()) proof = prove(given, best.cost, best.missing, rules.work, rules.stop);
            bound = proof.bound;
            plan.cutShort |= proof.cutShort;
            if (!proof.boards.empty()) {
                best = {{}, y.need, 0, 0};
                for (const auto& [j, pattern] : proof.boards) {
                    best.boards.push_back({j, pattern});
                    for (std::size_t i = 0; i < pattern.size(); ++i) best.need[i] -= pattern[i];
                }
                tradeDown(exact, best.boards, exact.left);
                best.cost = costOf(y, best.boards);
            }
            std::vector<Filled> boards;
            for (const auto& u : best.boards) boards.emplace_back(u.stock, u.pattern);
            settleTies(given, boards, beforeOf(exact, rules, profile, stock), std::min<std::int64_t>(rules.work, 300'000), rules.stop);
            best.boards.clear();
            for (auto& [j, pattern] : boards) best.boards.push_back({j, std::move(pattern)});
            best.cost = costOf(y, best.boards);
            plan.proven &= bound == best.cost && proof.missing == proof.leastMissing;
        }
        plan.cost += Money::ticks(best.cost), plan.lowerBound += Money::ticks(bound);
        // In saw order: longest boards first, on each the longest pieces first.
        std::ranges::stable_sort(best.boards, [&](const Used& a, const Used& b) {
            return y.room[a.stock] != y.room[b.stock] ? y.room[a.stock] > y.room[b.stock] : a.pattern > b.pattern;
        });
        std::vector<std::size_t> order(y.size.size());
        std::iota(order.begin(), order.end(), 0);
        std::ranges::stable_sort(order, [&](auto a, auto b) { return y.size[a] > y.size[b]; });
        // Pieces of one length in the order of the list; what is left of it at the end has no place.
        std::vector<std::deque<std::pair<std::size_t, std::int64_t>>> waiting(y.size.size());
        for (std::size_t i = 0; i < y.size.size(); ++i)
            for (const auto part : y.partsOf[i]) waiting[i].emplace_back(part, parts[part].quantity);
        for (const auto& u : best.boards) {
            CutBoard board{y.stockOf[u.stock], {}, {}};
            auto at = rules.endTrim;
            for (const auto i : order)
                for (std::int64_t k = 0; k < u.pattern[i]; ++k) {
                    auto& [part, left] = waiting[i].front();
                    board.pieces.push_back({part, at}), at += parts[part].length + rules.kerf;
                    if (--left == 0) waiting[i].pop_front();
                }
            board.offcut = std::max(Length{}, stock[board.stock].length - rules.endTrim - at);
            plan.boards.push_back(std::move(board));
        }
        for (const auto& kept : waiting)
            for (const auto& left : kept) plan.unplaced.push_back(left);
    }
    return plan;
}

}  // namespace oiko
