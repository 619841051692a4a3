// Sheets: a good plan by laying pieces in turn, then, given work, a bound on the sheets to buy and a search for a plan that meets it.
#include <algorithm>
#include <iterator>
#include <map>
#include <numeric>

#include "core/cutting/cutting.h"
#include "core/cutting/guillotine.h"
#include "core/cutting/sheetbound.h"

namespace oiko {
namespace {

/// Pieces and sheets of one kind.
struct Kind {
    std::vector<std::size_t> sheets;  ///< places in the caller's list
    std::vector<std::size_t> part;    ///< by piece: place in the caller's list
    NestCase pieces;
    SheetCase bound;
};

bool fits(const SheetPart& p, const SheetStock& s) {
    return (p.width <= s.width && p.height <= s.height) || (p.turns && p.height <= s.width && p.width <= s.height);
}

/// The plan as cuts and places: what leaves a sheet is cut from it in the order in which it was laid, then parted itself.
class Drawn {
public:
    Drawn(const std::vector<SheetPart>& parts, const Kind& kind, const Layout& layout, Length kerf)
        : parts_{parts}, kind_{kind}, l_{layout}, kerf_{kerf}, bySheet_(layout.sheets.size()) {
        for (const auto& s : layout.layings) bySheet_[s.sheet].push_back(&s);
    }
    NestedSheet sheet(std::size_t stock, std::size_t index) {
        out_ = {stock, {}, {}};
        for (const auto* laying : bySheet_[index]) {
            const auto& s = *laying;
            const auto& b = l_.blocks[static_cast<std::size_t>(s.block)];
            const auto w = s.turned ? b.size.h : b.size.w, h = s.turned ? b.size.w : b.size.h;
            const auto up = [&](std::int64_t high) { cutUp(s.x + w, s.y, high, s.room.w > w); };
            const auto across = [&](std::int64_t wide) { cutAcross(s.x, s.y + h, wide, s.room.h > h); };
            if (s.across)
                across(s.room.w), up(h);
            else
                up(s.room.h), across(w);
            part(s.block, s.turned, s.x, s.y);
        }
        return std::move(out_);
    }

private:
    // Positions and sizes have a kerf added; a cut runs along the middle of the kerf before `at`, over what is there without its own.
    void cutUp(std::int64_t at, std::int64_t y, std::int64_t high, bool needed) {
        const auto x = Length::ticks(at - kerf_.count() / 2);
        if (needed) out_.cuts.push_back({x, Length::ticks(y), x, Length::ticks(y + high) - kerf_});
    }
    void cutAcross(std::int64_t x, std::int64_t at, std::int64_t wide, bool needed) {
        const auto y = Length::ticks(at - kerf_.count() / 2);
        if (needed) out_.cuts.push_back({Length::ticks(x), y, Length::ticks(x + wide) - kerf_, y});
    }
    void part(int block, bool turned, std::int64_t x, std::int64_t y) {
        const auto& b = l_.blocks[static_cast<std::size_t>(block)];
        if (b.piece >= 0) {
            const auto i = kind_.part[static_cast<std::size_t>(b.piece)];
            const auto& p = parts_[i];
            out_.placements.push_back(
                {i, Length::ticks(x), Length::ticks(y), turned ? p.height : p.width, turned ? p.width : p.height, turned});
            return;
        }
        const bool beside = b.beside != turned, turnA = b.turnA != turned, turnB = b.turnB != turned;
        const auto& a = l_.blocks[static_cast<std::size_t>(b.a)].size;
        const auto w = turnA ? a.h : a.w, h = turnA ? a.w : a.h;
        if (beside)
            cutUp(x + w, y, h, true);
        else
            cutAcross(x, y + h, w, true);
        part(b.a, turnA, x, y), part(b.b, turnB, beside ? x + w : x, beside ? y : y + h);
    }
    const std::vector<SheetPart>& parts_;
    const Kind& kind_;
    const Layout& l_;
    Length kerf_;
    std::vector<std::vector<const Laying*>> bySheet_;
    NestedSheet out_;
};

struct Best {
    Layout layout;
    std::vector<std::size_t> rows;  ///< the kind's row of each rack
    double missing = 0;             ///< area left out, square millimetres
    std::int64_t cost = -1;
    bool least = false;  ///< no plan leaves less area out
    bool betterThan(const Best& o) const { return o.cost < 0 || std::pair{missing, cost} < std::pair{o.missing, o.cost}; }
};

/// Search for one kind of sheet.
class Nesting {
public:
    Nesting(const Kind& kind, const std::vector<Oblong>& sizes) : k_{kind}, sizes_{sizes} {}

    /// The rows in turn as the one that is taken first, what is on hand before it.
    Best atOnce(bool drag) const {
        std::vector<std::size_t> order(sizes_.size());
        std::iota(order.begin(), order.end(), 0);
        std::ranges::stable_sort(order, {}, [&](auto r) { return rateOf(r); });
        Best best;
        for (std::size_t first = 0; first < std::min<std::size_t>(order.size(), drag ? 2 : 4); ++first) {
            auto rows = order;
            std::rotate(rows.begin(), rows.begin() + static_cast<std::ptrdiff_t>(first),
                        rows.begin() + static_cast<std::ptrdiff_t>(first) + 1);
            std::ranges::stable_sort(rows, {}, [&](auto r) { return k_.bound.price[r] > 0; });
            for (int variant = 0; variant < (k_.part.size() > 1500 ? 3 : kVariants); ++variant)
                if (auto now = weighed(laidInTurn(k_.pieces, racksOf(rows, k_.bound.left), variant), rows); now.betterThan(best))
                    best = std::move(now);
        }
        return best;
    }
    /// For long lists: one sheet filled as well as a short search can, as often as its pieces allow, then the next.
    Best sheetAfterSheet(Dice& dice, const std::function<bool()>& stop) const {
        constexpr std::size_t kAtOnce = 60;
        std::vector<std::size_t> rows(sizes_.size());
        std::iota(rows.begin(), rows.end(), 0);
        std::ranges::stable_sort(rows, {}, [&](auto r) { return rateOf(r); });
        std::map<std::size_t, std::vector<int>> waiting;  // by part
        Layout out;
        for (int i = 0; i < static_cast<int>(k_.part.size()); ++i) {
            const auto at = static_cast<std::size_t>(i);
            waiting[k_.part[at]].push_back(i), out.blocks.push_back({k_.pieces.piece[at], k_.pieces.turns[at], i});
        }
        auto left = k_.bound.left;
        for (std::size_t rack = 0; rack < rows.size() && !waiting.empty();) {
            const auto row = rows[rack];
            std::vector<int> bestPieces;
            Layout bestLayout;
            double bestArea = 0;
            for (int attempt = 0; attempt < 4 && left[row] > 0; ++attempt) {
                // Some of each part, no more than a sheet's worth; the largest first, then by chance.
                std::vector<std::pair<double, std::size_t>> order;
                for (const auto& [part, list] : waiting)
                    order.emplace_back(-area(k_.pieces.piece[static_cast<std::size_t>(list[0])]) * (attempt == 0 ? 1 : dice.unit()), part);
                std::ranges::sort(order);
                NestCase some;
                std::vector<int> pieces;
                for (const auto& [rank, part] : order) {
                    const auto& list = waiting[part];
                    const auto& piece = k_.pieces.piece[static_cast<std::size_t>(list[0])];
                    const auto sheetful = static_cast<std::size_t>(area(sizes_[row]) / area(piece)) + 1;
                    const auto many = std::min({list.size(), sheetful, kAtOnce - pieces.size()});
                    for (std::size_t n = 0; n < many; ++n) {
                        pieces.push_back(list[n]), some.piece.push_back(piece);
                        some.turns.push_back(k_.pieces.turns[static_cast<std::size_t>(list[n])]), some.area.push_back(areaOf(piece));
                    }
                }
                auto layout = searched(some, {{sizes_[row], 1}}, 1'500'000, dice, stop);
                double used = -areaOut(some, layout);
                for (const auto& p : some.piece) used += area(p) / 1e12;
                if (used > bestArea) bestArea = used, bestPieces = pieces, bestLayout = std::move(layout);
            }
            std::vector<bool> lies(bestPieces.size(), true);
            for (const auto i : piecesOut(bestLayout)) lies[i] = false;
            std::map<std::size_t, std::int64_t> used;
            for (std::size_t i = 0; i < lies.size(); ++i)
                if (lies[i]) ++used[k_.part[static_cast<std::size_t>(bestPieces[i])]];
            if (used.empty()) {
                ++rack;  // nothing fits, or none is left
                continue;
            }
            auto times = left[row];
            for (const auto& [part, n] : used) times = std::min(times, static_cast<std::int64_t>(waiting[part].size()) / n);
            left[row] -= times;
            for (; times > 0; --times) {
                // The same layout with pieces of the same parts that still wait.
                std::vector<int> place(bestLayout.blocks.size(), -1);
                for (std::size_t b = 0; b < place.size(); ++b) {
                    auto block = bestLayout.blocks[b];
                    if (block.piece >= 0) {
                        if (!lies[static_cast<std::size_t>(block.piece)]) continue;
                        auto& list = waiting[k_.part[static_cast<std::size_t>(bestPieces[static_cast<std::size_t>(block.piece)])]];
                        place[b] = list.back(), list.pop_back();
                        continue;
                    }
                    block.a = place[static_cast<std::size_t>(block.a)], block.b = place[static_cast<std::size_t>(block.b)];
                    if (block.a < 0 || block.b < 0) continue;
                    place[b] = static_cast<int>(out.blocks.size()), out.blocks.push_back(block);
                }
                for (auto laying : bestLayout.layings) {
                    laying.block = place[static_cast<std::size_t>(laying.block)], laying.sheet = out.sheets.size();
                    out.layings.push_back(laying);
                }
                out.sheets.push_back(rack);
            }
            std::erase_if(waiting, [](const auto& entry) { return entry.second.empty(); });
        }
        for (const auto& [part, list] : waiting) out.out.insert(out.out.end(), list.begin(), list.end());
        return weighed(std::move(out), rows);
    }
    /// Sheets enough by the bound, the cheapest first, until pieces are found a place on them; returns what no plan can be cheaper than.
    std::int64_t prove(Best& best, std::int64_t work, const std::function<bool()>& stop) const {
        const auto sheets = byArea(k_.bound);
        std::vector<BoardCut> cuts{areaCut(k_.bound), pairCut(k_.bound)};
        bool lines = false;  // the slower bound, asked for when the first search fails
        Dice dice{2026};
        std::vector<std::size_t> rows(sizes_.size());
        std::iota(rows.begin(), rows.end(), 0);
        if (k_.part.size() > 120)
            if (auto now = sheetAfterSheet(dice, stop); now.betterThan(best)) best = std::move(now);
        if (best.missing > 0) {
            auto now = weighed(searched(k_.pieces, racksOf(rows, k_.bound.left), work, dice, stop), rows);
            if (now.betterThan(best)) best = std::move(now);
            if (best.missing > 0) return proveShort(best, stop);
        }
        std::int64_t bound = 0;
        std::vector<Boards> tried;
        for (int round = 0; round < 6 && best.cost > bound; ++round) {
            const auto bought = leastBoards(sheets, cuts, best.cost, tried, {}, 20'000);
            if (tried.empty()) bound = bought.bound;
            if (bought.boards.empty() || (stop && stop())) break;
            auto now =
                weighed(searched(k_.pieces, racksOf(rows, bought.boards), round == 0 ? work / 4 : work / (round + 1), dice, stop), rows);
            if (now.betterThan(best)) best = std::move(now);
            if (best.missing <= 0 && best.cost <= bought.cost) continue;
            if (lines) tried.push_back(bought.boards);
            if (!lines) std::ranges::copy(lineCuts(k_.bound, stop), std::back_inserter(cuts));
            lines = true;
        }
        return std::min(bound, best.cost);
    }

private:
    /// With too few sheets: whether more can be placed at all; and what sheets for so much area cost at least.
    std::int64_t proveShort(Best& best, const std::function<bool()>& stop) const {
        std::vector<double> each;
        for (std::size_t i = 0; i < k_.part.size(); ++i)
            if (i == 0 || k_.part[i] != k_.part[i - 1]) each.push_back(k_.pieces.area[i]);
        const double placed = std::accumulate(k_.pieces.area.begin(), k_.pieces.area.end(), 0.0) - best.missing;
        const double enough = placed * (1 + 1e-9) + 0.01;
        best.least = mostPlaced(k_.bound, each, enough, stop) <= enough;
        std::vector<BoardCut> cuts{{areaCut(k_.bound).worth, static_cast<std::int64_t>(placed * 1e6 * (1 - 1e-9))}};
        return std::min(leastBoards(byArea(k_.bound), cuts, best.cost, {}, {}, 20'000).bound, best.cost);
    }
    static double area(Oblong o) { return static_cast<double>(o.w) * static_cast<double>(o.h); }
    double rateOf(std::size_t row) const { return static_cast<double>(k_.bound.price[row]) / area(sizes_[row]); }
    std::vector<Rack> racksOf(const std::vector<std::size_t>& rows, const Boards& copies) const {
        std::vector<Rack> out;
        for (const auto r : rows) out.push_back({sizes_[r], copies[r]});
        return out;
    }
    Best weighed(Layout layout, const std::vector<std::size_t>& rows) const {
        Best out{std::move(layout), rows, 0, 0};
        out.missing = areaOut(k_.pieces, out.layout);
        tradeDown(out.layout, rows);
        for (const auto rack : out.layout.sheets) out.cost += k_.bound.price[rows[rack]];
        return out;
    }
    /// Each sheet traded for the cheapest that still holds what lies on it.
    void tradeDown(Layout& l, const std::vector<std::size_t>& rows) const {
        auto left = k_.bound.left;
        for (const auto rack : l.sheets) --left[rows[rack]];
        std::vector<Oblong> used(l.sheets.size(), {0, 0});
        for (const auto& p : l.layings) {
            const auto& b = l.blocks[static_cast<std::size_t>(p.block)].size;
            auto& u = used[p.sheet];
            u = {std::max(u.w, p.x + (p.turned ? b.h : b.w)), std::max(u.h, p.y + (p.turned ? b.w : b.h))};
        }
        for (std::size_t s = 0; s < l.sheets.size(); ++s) {
            auto best = l.sheets[s];
            for (std::size_t rack = 0; rack < rows.size(); ++rack) {
                const auto& size = sizes_[rows[rack]];
                if (left[rows[rack]] > 0 && size.w >= used[s].w && size.h >= used[s].h &&
                    k_.bound.price[rows[rack]] < k_.bound.price[rows[best]])
                    best = rack;
            }
            ++left[rows[l.sheets[s]]], --left[rows[best]];
            l.sheets[s] = best;
        }
        for (auto& p : l.layings) {
            const auto& size = sizes_[rows[l.sheets[p.sheet]]];
            p.room = {std::min(p.room.w, size.w - p.x), std::min(p.room.h, size.h - p.y)};
        }
    }
    const Kind& k_;
    const std::vector<Oblong>& sizes_;
};

}  // namespace

NestPlan nestSheets(const std::vector<SheetPart>& parts, const std::vector<SheetStock>& stock, Length kerf, std::int64_t work,
                    const std::function<bool()>& stop) {
    NestPlan plan;
    plan.proven = true;
    std::vector<std::string> kinds;
    for (const auto& p : parts)
        if (std::ranges::find(kinds, p.sheet) == kinds.end()) kinds.push_back(p.sheet);
    std::vector<std::int64_t> unplaced(parts.size(), 0);
    for (const auto& name : kinds) {
        Kind k;
        const auto grown = [&](Length l) { return (l + kerf).count(); };
        for (std::size_t j = 0; j < stock.size(); ++j)
            if (stock[j].sheet == name && (!stock[j].quantity || *stock[j].quantity > 0)) {
                k.sheets.push_back(j);
                k.bound.sheetW.push_back((grown(stock[j].width) + 999) / 1000),
                    k.bound.sheetH.push_back((grown(stock[j].height) + 999) / 1000);
                k.bound.price.push_back(stock[j].price.count());
                k.bound.left.push_back(stock[j].quantity ? *stock[j].quantity : kUnlimited * 2);
            }
        for (std::size_t i = 0; i < parts.size(); ++i) {
            const auto& p = parts[i];
            if (p.sheet != name || p.quantity <= 0) continue;
            if (std::ranges::none_of(k.sheets, [&](auto j) { return fits(p, stock[j]); })) {
                unplaced[i] += p.quantity;
                continue;
            }
            k.bound.w.push_back(grown(p.width) / 1000), k.bound.h.push_back(grown(p.height) / 1000), k.bound.need.push_back(p.quantity);
            k.bound.turns.push_back(p.turns);
            for (std::int64_t n = 0; n < p.quantity; ++n)
                k.part.push_back(i), k.pieces.piece.push_back({grown(p.width), grown(p.height)}), k.pieces.turns.push_back(p.turns),
                    k.pieces.area.push_back(inMm(p.width) * inMm(p.height));
        }
        if (k.part.empty()) continue;
        std::vector<Oblong> sizes;
        for (const auto j : k.sheets) sizes.push_back({grown(stock[j].width), grown(stock[j].height)});
        const Nesting nesting{k, sizes};
        auto best = nesting.atOnce(work == 0);
        const auto bound = work > 0 ? nesting.prove(best, work, stop) : 0;
        plan.cost += Money::ticks(best.cost), plan.lowerBound += Money::ticks(bound);
        plan.proven &= work > 0 && (best.missing <= 0 || best.least) && bound == best.cost;
        Drawn drawn{parts, k, best.layout, kerf};
        for (std::size_t s = 0; s < best.layout.sheets.size(); ++s)
            plan.sheets.push_back(drawn.sheet(k.sheets[best.rows[best.layout.sheets[s]]], s));
        std::vector<std::int64_t> placed(parts.size(), 0);
        for (const auto& s : plan.sheets)
            for (const auto& p : s.placements) ++placed[p.part];
        for (std::size_t i = 0; i < parts.size(); ++i)
            if (parts[i].sheet == name && parts[i].quantity > placed[i]) unplaced[i] = parts[i].quantity - placed[i];
    }
    for (std::size_t i = 0; i < parts.size(); ++i)
        if (unplaced[i] > 0) plan.unplaced.emplace_back(i, unplaced[i]);
    return plan;
}

std::vector<SheetOffcut> offcutsOf(const NestedSheet& sheet, const SheetStock& stock, Length kerf) {
    std::vector<SheetOffcut> left{{Length{}, Length{}, stock.width, stock.height}};
    const auto half = Length::ticks(kerf.count() / 2), other = kerf - half;
    for (const auto& c : sheet.cuts) {
        const bool up = c.x0 == c.x1;
        const auto from = std::ranges::find_if(left, [&](const SheetOffcut& p) {
            return up ? c.x0 > p.x && c.x0 - half <= p.x + p.width && c.y0 >= p.y && c.y1 <= p.y + p.height
                      : c.y0 > p.y && c.y0 - half <= p.y + p.height && c.x0 >= p.x && c.x1 <= p.x + p.width;
        });
        if (from == left.end()) continue;
        auto beyond = *from;
        if (up)
            beyond.x = c.x0 + other, beyond.width = from->x + from->width - beyond.x, from->width = c.x0 - half - from->x;
        else
            beyond.y = c.y0 + other, beyond.height = from->y + from->height - beyond.y, from->height = c.y0 - half - from->y;
        left.push_back(beyond);
    }
    std::erase_if(left, [&](const SheetOffcut& o) {
        return o.width <= Length{} || o.height <= Length{} ||
               std::ranges::any_of(sheet.placements, [&](const Placement& p) { return p.x == o.x && p.y == o.y; });
    });
    return left;
}

}  // namespace oiko
