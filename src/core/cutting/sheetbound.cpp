#include "core/cutting/sheetbound.h"

#include <glpk.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>
#include <memory>
#include <numeric>

#include "core/cutting/knapsack.h"
#include "core/cutting/master.h"

namespace oiko {
namespace {

/// One direction: lines along `across` of the sheet, `down` of them to a sheet.
class Lines {
    static constexpr std::int64_t kStep = 500;  // micrometres

public:
    Lines(const SheetCase& g, bool upright, const std::function<bool()>& stop)
        : g_{g}, stop_{stop}, across_{upright ? g.sheetW : g.sheetH}, down_{upright ? g.sheetH : g.sheetW} {
        // Half millimetres along the line: pieces rounded down, sheets up.
        for (auto& a : across_) a = (a + kStep - 1) / kStep;
        const auto widest = *std::ranges::max_element(across_);
        std::map<std::int64_t, std::size_t> place;
        const auto sizeOf = [&](std::int64_t l) -> int {
            l /= kStep;
            if (l > widest) return -1;
            const auto [at, fresh] = place.emplace(l, size_.size());
            if (fresh) size_.push_back(l), number_.push_back(0);
            return static_cast<int>(at->second);
        };
        for (std::size_t i = 0; i < g.w.size(); ++i) {
            const auto w = upright ? g.w[i] : g.h[i], h = upright ? g.h[i] : g.w[i];
            Way way{h, w, sizeOf(w), g.turns[i] ? sizeOf(h) : -1};
            for (const int at : {way.as, way.turned == way.as ? -1 : way.turned})
                if (at >= 0) number_[static_cast<std::size_t>(at)] += g.need[i];
            way.share = way.as < 0 ? 0 : way.turned < 0 ? 1 : 0.5;
            ways_.push_back(way);
        }
    }
    /// A few rounds: what may be turned is shifted to the way that is worth less.
    void cuts(std::vector<BoardCut>& out) {
        for (int round = 0; round < 6; ++round) {
            const auto worths = solve();
            if (!worths) return;
            const Filler filler{size_, number_, *worths, *std::ranges::max_element(across_)};
            if (!filler.complete()) return;
            BoardCut c{{}, 0};
            for (std::size_t j = 0; j < across_.size(); ++j) c.worth.push_back(filler.value(across_[j]) * down_[j]);
            bool turned = false;
            for (std::size_t i = 0; i < ways_.size(); ++i) {
                auto& w = ways_[i];
                const auto as = w.as < 0 ? INT64_MAX : (*worths)[static_cast<std::size_t>(w.as)] * w.h,
                           over = w.turned < 0 ? INT64_MAX : (*worths)[static_cast<std::size_t>(w.turned)] * w.w;
                if (as == INT64_MAX && over == INT64_MAX) continue;
                c.need += std::min(as, over) * g_.need[i];
                if (w.as >= 0 && w.turned >= 0 && as != over) {
                    w.share += ((as < over ? 1.0 : 0.0) - w.share) / (round + 2);
                    turned = true;
                }
            }
            out.push_back(std::move(c));
            if (!turned) return;
        }
    }

private:
    struct Way {
        std::int64_t h, w;  ///< as it stands: how many lines it crosses, how much of each
        int as, turned;     ///< sizes along the line, -1: cannot lie so
        double share = 1;   ///< of it taken to stand as it is
    };
    /// Worths of the sizes along a line, by columns; nullopt: stopped.
    std::optional<Worths> solve() const {
        ProofCase lines;
        lines.size = size_, lines.room = across_, lines.length = size_;
        lines.left.assign(across_.size(), kUnlimited * 2);
        std::vector<double> need(size_.size(), 0);
        for (std::size_t i = 0; i < ways_.size(); ++i) {
            const auto& w = ways_[i];
            const auto n = static_cast<double>(g_.need[i]);
            if (w.as >= 0) need[static_cast<std::size_t>(w.as)] += n * w.share * static_cast<double>(w.h);
            if (w.turned >= 0) need[static_cast<std::size_t>(w.turned)] += n * (1 - w.share) * static_cast<double>(w.w);
        }
        for (const auto n : need) lines.need.push_back(std::max<std::int64_t>(0, std::llround(n / 1000)));
        for (std::size_t j = 0; j < across_.size(); ++j)
            lines.price.push_back(std::max<std::int64_t>(1, g_.price[j] * 1'000'000 / down_[j]));
        Master master{lines};
        master.forCost();
        for (int column = 0; column < 2'000; ++column) {
            if ((stop_ && stop_()) || !master.solve(stop_)) return std::nullopt;
            double rate = 0;
            std::vector<double> pi(size_.size());
            for (std::size_t i = 0; i < pi.size(); ++i) {
                pi[i] = std::max(0.0, master.worth(i));
                rate = std::max(rate, pi[i] / static_cast<double>(size_[i]));
            }
            if (rate <= 0) return std::nullopt;
            const double scale = 1e6 / (rate * static_cast<double>(*std::ranges::max_element(across_)));
            Worths worths(pi.size());
            for (std::size_t i = 0; i < pi.size(); ++i) worths[i] = static_cast<std::int64_t>(std::floor(pi[i] * scale + 1e-9));
            const Filler filler{size_, number_, worths, *std::ranges::max_element(across_)};
            if (!filler.complete()) return std::nullopt;
            bool grew = false;
            for (std::size_t j = 0; j < across_.size(); ++j)
                if (static_cast<double>(filler.value(across_[j])) > master.allowance(j) * scale * (1 + 1e-5))
                    grew |= master.add(j, filler.pattern(across_[j]));
            if (!grew) return worths;
        }
        return std::nullopt;
    }
    const SheetCase& g_;
    const std::function<bool()>& stop_;
    std::vector<std::int64_t> across_, down_, size_, number_;
    std::vector<Way> ways_;
};

/// Whether one of each may come from one sheet, in some way.
bool together(const SheetCase& g, std::size_t a, std::size_t b) {
    const auto ways = [&](std::size_t i) {
        std::vector<std::pair<std::int64_t, std::int64_t>> out{{g.w[i], g.h[i]}};
        if (g.turns[i]) out.emplace_back(g.h[i], g.w[i]);
        return out;
    };
    for (const auto& [wa, ha] : ways(a))
        for (const auto& [wb, hb] : ways(b))
            for (std::size_t j = 0; j < g.sheetW.size(); ++j)
                if ((wa + wb <= g.sheetW[j] && std::max(ha, hb) <= g.sheetH[j]) ||
                    (ha + hb <= g.sheetH[j] && std::max(wa, wb) <= g.sheetW[j]))
                    return true;
    return false;
}

}  // namespace

ProofCase byArea(const SheetCase& g) {
    ProofCase out;
    for (std::size_t i = 0; i < g.w.size(); ++i) out.size.push_back(g.w[i] * g.h[i]);
    for (std::size_t j = 0; j < g.sheetW.size(); ++j) out.room.push_back(g.sheetW[j] * g.sheetH[j]);
    out.need = g.need, out.length = out.size, out.price = g.price, out.left = g.left;
    return out;
}

BoardCut areaCut(const SheetCase& g) {
    const auto area = byArea(g);
    return {area.room, std::inner_product(area.size.begin(), area.size.end(), area.need.begin(), std::int64_t{0})};
}

BoardCut pairCut(const SheetCase& g) {
    std::vector<std::size_t> order(g.w.size());
    std::iota(order.begin(), order.end(), 0);
    std::ranges::stable_sort(order, std::greater{}, [&](auto i) { return g.w[i] * g.h[i]; });
    std::vector<std::size_t> alone;
    BoardCut cut{Boards(g.sheetW.size(), 1), 0};
    for (const auto i : order)
        if (std::ranges::none_of(alone, [&](auto a) { return together(g, a, i); }))
            alone.push_back(i), cut.need += together(g, i, i) ? 1 : g.need[i];
    return cut;
}

std::vector<BoardCut> lineCuts(const SheetCase& g, const std::function<bool()>& stop) {
    std::vector<BoardCut> out;
    if (g.w.size() > 400) return out;
    for (const bool upright : {true, false}) Lines{g, upright, stop}.cuts(out);
    return out;
}

double mostPlaced(const SheetCase& all, const std::vector<double>& each, double enough, const std::function<bool()>& stop) {
    // Of few pieces each stands for itself: then a choice that cannot be laid can be ruled out.
    const auto pieces = std::accumulate(all.need.begin(), all.need.end(), std::int64_t{0});
    const bool few = pieces <= 40;
    auto g = all;
    // No plan needs more sheets than pieces.
    for (auto& l : g.left) l = std::min(l, pieces);
    auto area = each;
    if (few) {
        g.w.clear(), g.h.clear(), g.need.clear(), g.turns.clear(), area.clear();
        for (std::size_t i = 0; i < all.w.size(); ++i)
            for (std::int64_t k = 0; k < all.need[i]; ++k)
                g.w.push_back(all.w[i]), g.h.push_back(all.h[i]), g.need.push_back(1), g.turns.push_back(all.turns[i]),
                    area.push_back(each[i]);
    }
    std::unique_ptr<glp_prob, void (*)(glp_prob*)> ip{glp_create_prob(), glp_delete_prob};
    glp_term_out(GLP_OFF);
    glp_set_obj_dir(ip.get(), GLP_MAX);
    const int n = static_cast<int>(g.w.size());
    glp_add_cols(ip.get(), n);
    double room = 0, sheets = 0;
    const auto squareMm = [](std::int64_t w, std::int64_t h) { return static_cast<double>(w) * static_cast<double>(h) / 1e6; };
    for (std::size_t j = 0; j < g.sheetW.size(); ++j)
        room += squareMm(g.sheetW[j], g.sheetH[j]) * static_cast<double>(g.left[j]), sheets += static_cast<double>(g.left[j]);
    const auto row = [&](double most, const auto& factor) {
        const int r = glp_add_rows(ip.get(), 1);
        std::vector<int> index{0};
        std::vector<double> value{0};
        for (int i = 0; i < n; ++i)
            if (const double f = factor(static_cast<std::size_t>(i)); f > 0) index.push_back(i + 1), value.push_back(f);
        glp_set_mat_row(ip.get(), r, static_cast<int>(index.size()) - 1, index.data(), value.data());
        glp_set_row_bnds(ip.get(), r, GLP_UP, 0, most);
    };
    for (int i = 0; i < n; ++i) {
        const auto at = static_cast<std::size_t>(i);
        double most = static_cast<double>(g.need[at]), side = 0;
        for (std::size_t j = 0; j < g.sheetW.size(); ++j)
            side += static_cast<double>(g.sheetW[j] / g.w[at] * (g.sheetH[j] / g.h[at])) * static_cast<double>(g.left[j]);
        if (!g.turns[at]) most = std::min(most, side);
        glp_set_col_kind(ip.get(), i + 1, GLP_IV);
        glp_set_col_bnds(ip.get(), i + 1, most > 0 ? GLP_DB : GLP_FX, 0, most);
        glp_set_obj_coef(ip.get(), i + 1, area[at]);
    }
    row(room, [&](std::size_t i) { return squareMm(g.w[i], g.h[i]); });
    // Of pieces that are alone on a sheet, from each on, as many as there are sheets.
    for (std::size_t first = 0; first < g.w.size() && g.w.size() <= 200; ++first) {
        std::vector<bool> alone(g.w.size(), false);
        for (std::size_t k = 0; k < g.w.size(); ++k) {
            const auto i = (first + k) % g.w.size();
            bool fits = together(g, i, i);
            for (std::size_t o = 0; o < g.w.size() && !fits; ++o) fits = alone[o] && together(g, o, i);
            alone[i] = !fits;
        }
        if (alone[first]) row(sheets, [&](std::size_t i) { return alone[i] ? 1.0 : 0.0; });
    }
    glp_iocp set;
    glp_init_iocp(&set);
    set.msg_lev = GLP_MSG_OFF, set.presolve = GLP_ON, set.tm_lim = 1'000;
    // Whether a choice of pieces is known not to lie on all the sheets there are.
    const auto ruledOut = [&](const std::vector<std::size_t>& chosen) {
        auto some = g;
        some.w.clear(), some.h.clear(), some.need.clear(), some.turns.clear();
        for (const auto i : chosen)
            some.w.push_back(g.w[i]), some.h.push_back(g.h[i]), some.need.push_back(1), some.turns.push_back(g.turns[i]);
        auto cuts = lineCuts(some, stop);
        cuts.push_back(pairCut(some)), cuts.push_back(areaCut(some));
        return std::ranges::any_of(cuts, [&](const BoardCut& c) { return !c.allows(g.left); });
    };
    for (int round = 0; round < 60; ++round) {
        if (glp_intopt(ip.get(), &set) != 0 || glp_mip_status(ip.get()) != GLP_OPT) return std::numeric_limits<double>::infinity();
        const double most = glp_mip_obj_val(ip.get());
        if (most <= enough || !few || (stop && stop())) return most;
        std::vector<std::size_t> chosen;
        for (int i = 0; i < n; ++i)
            if (glp_mip_col_val(ip.get(), i + 1) > 0.5) chosen.push_back(static_cast<std::size_t>(i));
        if (!ruledOut(chosen)) return most;
        // As few of them as are too many already.
        for (std::size_t k = chosen.size(); k-- > 0;) {
            auto fewer = chosen;
            fewer.erase(fewer.begin() + static_cast<std::ptrdiff_t>(k));
            if (!fewer.empty() && ruledOut(fewer)) chosen = std::move(fewer);
        }
        row(static_cast<double>(chosen.size()) - 1,
            [&](std::size_t i) { return std::ranges::find(chosen, i) != chosen.end() ? 1.0 : 0.0; });
    }
    return std::numeric_limits<double>::infinity();
}

}  // namespace oiko
