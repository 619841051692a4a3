// Sheets by straight cuts: strips down the sheet first, then pieces across each strip, then trims; best of several orders.
#include <algorithm>
#include <limits>
#include <numeric>

#include "core/cutting/cutting.h"

namespace oiko {
namespace {

struct Item {
    std::size_t part;
    Length w, h;
    bool turned;
};
/// A free rectangle of a sheet, cut off by edge-to-edge cuts alone.
struct Free {
    Length x, y, w, h;
};
struct Laid {
    NestedSheet sheet;
    std::vector<Free> free;
};

/// Lays a piece at a free rectangle's corner and parts the rest in two; `across` says which way the first cut runs.
void lay(Laid& s, std::size_t f, const Item& it, Length kerf, bool across) {
    const auto r = s.free[f];
    s.free.erase(s.free.begin() + static_cast<std::ptrdiff_t>(f));
    const auto half = Length::ticks(kerf.count() / 2);
    s.sheet.placements.push_back({it.part, r.x, r.y, it.w, it.h, it.turned});
    const auto right = r.w - it.w - kerf, above = r.h - it.h - kerf;
    const auto cutUp = [&](Length top) { s.sheet.cuts.push_back({r.x + it.w + half, r.y, r.x + it.w + half, top}); };
    const auto cutAcross = [&](Length end) { s.sheet.cuts.push_back({r.x, r.y + it.h + half, end, r.y + it.h + half}); };
    if (across) {
        if (r.h > it.h) cutAcross(r.x + r.w);
        if (r.w > it.w) cutUp(r.y + it.h);
        if (above > Length{}) s.free.push_back({r.x, r.y + it.h + kerf, r.w, above});
        if (right > Length{}) s.free.push_back({r.x + it.w + kerf, r.y, right, it.h});
    } else {
        if (r.w > it.w) cutUp(r.y + r.h);
        if (r.h > it.h) cutAcross(r.x + it.w);
        if (right > Length{}) s.free.push_back({r.x + it.w + kerf, r.y, right, r.h});
        if (above > Length{}) s.free.push_back({r.x, r.y + it.h + kerf, it.w, above});
    }
}

double sq(Length w, Length h) { return inMm(w) * inMm(h); }

}  // namespace

NestPlan nestSheets(const std::vector<SheetPart>& parts, const std::vector<SheetStock>& stock, Length kerf) {
    NestPlan plan;
    std::vector<std::string> kinds;
    for (const auto& p : parts)
        if (std::ranges::find(kinds, p.sheet) == kinds.end()) kinds.push_back(p.sheet);
    for (const auto& kind : kinds) {
        std::vector<std::size_t> sheets, items;
        for (std::size_t j = 0; j < stock.size(); ++j)
            if (stock[j].sheet == kind) sheets.push_back(j);
        std::vector<std::int64_t> missing(parts.size(), 0);
        for (std::size_t i = 0; i < parts.size(); ++i) {
            if (parts[i].sheet != kind) continue;
            const bool fits = std::ranges::any_of(sheets, [&](auto j) {
                const auto& s = stock[j];
                return (parts[i].width <= s.width && parts[i].height <= s.height) ||
                       (parts[i].turns && parts[i].height <= s.width && parts[i].width <= s.height);
            });
            for (std::int64_t k = 0; k < parts[i].quantity; ++k)
                if (fits)
                    items.push_back(i);
                else
                    ++missing[i];
        }
        std::vector<Laid> best;
        std::int64_t bestCost = -1;
        std::vector<std::int64_t> bestMissing;
        for (int order = 0; order < 4; ++order)
            for (int split = 0; split < 3; ++split) {
                auto turn = items;
                std::ranges::stable_sort(turn, [&](auto a, auto b) {
                    const auto &p = parts[a], &q = parts[b];
                    const auto longA = std::max(p.width, p.height), longB = std::max(q.width, q.height);
                    switch (order) {
                        case 0: return sq(p.width, p.height) > sq(q.width, q.height);
                        case 1: return p.height != q.height ? p.height > q.height : p.width > q.width;
                        case 2: return longA != longB ? longA > longB : sq(p.width, p.height) > sq(q.width, q.height);
                        default: return p.width != q.width ? p.width > q.width : p.height > q.height;
                    }
                });
                std::vector<Laid> laid;
                std::vector<std::int64_t> used(stock.size(), 0), lost(parts.size(), 0);
                std::int64_t cost = 0;
                for (const auto i : turn) {
                    const auto& p = parts[i];
                    // The free rectangle that the piece fills best: by the shorter rest of its two sides.
                    std::size_t bs = SIZE_MAX, bf = 0;
                    Item bi{};
                    auto tightest = Length::ticks(std::numeric_limits<std::int64_t>::max());
                    const auto tryAt = [&](std::size_t s, std::size_t f, Length w, Length h, bool turned) {
                        const auto& r = laid[s].free[f];
                        if (w > r.w || h > r.h) return;
                        const auto rest = std::min(r.w - w, r.h - h);
                        if (rest < tightest) tightest = rest, bs = s, bf = f, bi = {i, w, h, turned};
                    };
                    for (std::size_t s = 0; s < laid.size(); ++s)
                        for (std::size_t f = 0; f < laid[s].free.size(); ++f) {
                            tryAt(s, f, p.width, p.height, false);
                            if (p.turns && p.width != p.height) tryAt(s, f, p.height, p.width, true);
                        }
                    if (bs == SIZE_MAX) {
                        // A new sheet: the cheapest that takes the piece.
                        std::size_t pick = SIZE_MAX;
                        for (const auto j : sheets) {
                            if (stock[j].quantity && used[j] >= *stock[j].quantity) continue;
                            const bool as = p.width <= stock[j].width && p.height <= stock[j].height,
                                       over = p.turns && p.height <= stock[j].width && p.width <= stock[j].height;
                            if ((as || over) && (pick == SIZE_MAX || stock[j].price < stock[pick].price)) pick = j;
                        }
                        if (pick == SIZE_MAX) {
                            ++lost[i];
                            continue;
                        }
                        ++used[pick], cost += stock[pick].price.count();
                        laid.push_back({{pick, {}, {}}, {{Length{}, Length{}, stock[pick].width, stock[pick].height}}});
                        tryAt(laid.size() - 1, 0, p.width, p.height, false);
                        if (bs == SIZE_MAX) tryAt(laid.size() - 1, 0, p.height, p.width, true);
                    }
                    const auto& r = laid[bs].free[bf];
                    const bool across = split == 0 ? true : split == 1 ? false : r.w - bi.w < r.h - bi.h;
                    lay(laid[bs], bf, bi, kerf, across);
                }
                const auto lostSum = std::accumulate(lost.begin(), lost.end(), std::int64_t{0});
                const auto bestLost = std::accumulate(bestMissing.begin(), bestMissing.end(), std::int64_t{0});
                if (bestCost < 0 || lostSum < bestLost || (lostSum == bestLost && cost < bestCost))
                    best = laid, bestCost = cost, bestMissing = lost;
            }
        plan.cost += Money::ticks(std::max<std::int64_t>(0, bestCost));
        for (auto& l : best) plan.sheets.push_back(std::move(l.sheet));
        for (std::size_t i = 0; i < parts.size(); ++i) {
            const auto n = missing[i] + (bestMissing.empty() ? 0 : bestMissing[i]);
            if (n > 0) plan.unplaced.emplace_back(i, n);
        }
        // By area: no plan costs less than the pieces' area at the best price a square millimetre.
        double rate = 1e300, sum = 0;
        for (const auto j : sheets)
            rate = std::min(rate, static_cast<double>(stock[j].price.count()) / sq(stock[j].width, stock[j].height));
        for (std::size_t i = 0; i < parts.size(); ++i)
            if (parts[i].sheet == kind) sum += sq(parts[i].width, parts[i].height) * static_cast<double>(parts[i].quantity - missing[i]);
        std::int64_t bound = sheets.empty() ? 0 : static_cast<std::int64_t>(sum * rate * (1 - 1e-12));
        // Where one size is sold, whole sheets.
        if (sheets.size() == 1 && stock[sheets[0]].price.count() > 0)
            bound = (bound + stock[sheets[0]].price.count() - 1) / stock[sheets[0]].price.count() * stock[sheets[0]].price.count();
        plan.lowerBound += Money::ticks(std::min(bound, std::max<std::int64_t>(0, bestCost)));
    }
    plan.proven = plan.unplaced.empty() && plan.cost == plan.lowerBound;
    return plan;
}

}  // namespace oiko
