#include "core/cutting/worthbound.h"

#include <algorithm>
#include <limits>
#include <numeric>

#include "core/cutting/boughtboards.h"
#include "core/cutting/fillings.h"

namespace oiko {

std::int64_t leastPrice(const ProofCase& g, Wide all, std::vector<std::int64_t> held) {
    // In fractions of boards: those that hold most for their price first, as many as there are.
    std::vector<std::size_t> rows(held.size());
    std::iota(rows.begin(), rows.end(), 0);
    std::erase_if(rows, [&](auto j) { return held[j] <= 0; });
    std::ranges::stable_sort(
        rows, [&](auto a, auto b) { return static_cast<Wide>(g.price[a]) * held[b] < static_cast<Wide>(g.price[b]) * held[a]; });
    Wide rest = all, sum = 0;
    for (const auto j : rows) {
        const Wide had = static_cast<Wide>(std::min(g.left[j], kUnlimited)) * held[j];
        sum += rest <= had ? (rest * g.price[j] + held[j] - 1) / held[j] : static_cast<Wide>(g.left[j]) * g.price[j];
        rest -= std::min(rest, had);
        if (rest <= 0) break;
    }
    if (rest > 0) return 0;
    const auto bound = static_cast<std::int64_t>(sum);
    // Worth beyond what a cut can hold is bounded by fractions alone. Whole boards cost no more than one board above them.
    if (all > std::numeric_limits<std::int64_t>::max()) return bound;
    std::vector<BoardCut> cuts{{std::move(held), static_cast<std::int64_t>(all)}};
    return std::max(bound, leastBoards(g, cuts, bound + *std::ranges::max_element(g.price) + 1, {}, {}, 2'000).bound);
}

Wide worthOfAll(const ProofCase& g, const Worths& worths) {
    Wide all = 0;
    for (std::size_t i = 0; i < worths.size(); ++i) all += static_cast<Wide>(worths[i]) * g.need[i];
    return all;
}

std::vector<std::int64_t> mostHeld(const ProofCase& g, const Worths& worths, std::int64_t cells) {
    std::vector<std::int64_t> held(g.room.size(), 0);
    const Coarse low{g, cells, false};
    if (std::ranges::any_of(low.size, [](auto n) { return n == 0; })) return held;
    const Fillings<std::int64_t> fillings{low.size, worths, *std::ranges::max_element(low.room)};
    for (std::size_t j = 0; j < held.size(); ++j) held[j] = fillings.value(low.room[j]);
    return held;
}

std::int64_t boundByWorths(const ProofCase& g, const Worths& worths, std::int64_t cells) {
    return leastPrice(g, worthOfAll(g, worths), mostHeld(g, worths, cells));
}

}  // namespace oiko
