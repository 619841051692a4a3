#include "core/cutting/chains.h"

#include <glpk.h>

#include <algorithm>
#include <cmath>
#include <memory>
#include <numeric>
#include <optional>
#include <set>

#include "core/cutting/boughtboards.h"
#include "core/cutting/knapsack.h"
#include "core/cutting/slants.h"

namespace oiko {
namespace {

constexpr std::int64_t kCells = 12'000;   ///< of the longest board: a third of a millimetre on 16 ft
constexpr double kFull = 0.7;             ///< of its price: a filling worth so much may be one of the plan's
constexpr std::int64_t kMostPieces = 60;  ///< in a longer list what nests saves little, and the fillings are too many
constexpr int kRounds = 300, kNodes = 4'000;
constexpr double kBoards = 90;  ///< a ten-thousandth each: less than any step of a price

class Chains {
public:
    Chains(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutRules& rules)
        : parts_{parts}, rules_{rules}, lp_{glp_create_prob(), glp_delete_prob} {
        for (std::size_t j = 0; j < stock.size(); ++j)
            if (stock[j].profile == parts[0].profile) stock_.push_back(stock[j]), place_.push_back(j);
        Length longest;
        std::optional<Length> loses;  // a chain, at the least
        for (const auto& s : stock_) longest = std::max(longest, s.length);
        const auto cell = std::max<std::int64_t>(1, longest.count() / kCells);
        for (const auto& p : parts) {
            const auto gain = nestedGain(p.start, rules.kerf) + nestedGain(p.end, rules.kerf);
            const bool square = gain == Length{};
            if (!square) loses = std::min({loses.value_or(gain), nestedGain(p.start, rules.kerf), nestedGain(p.end, rules.kerf)});
            // Rounded down, as the rooms are: what fits truly fits so.
            g_.size.push_back(std::max<std::int64_t>(1, ((p.length + rules.kerf).count() - (gain.count() + 1) / 2) / cell));
            g_.need.push_back(p.quantity), g_.length.push_back(p.length.count());
            square_.push_back(square ? p.quantity : 0);
        }
        for (const auto& s : stock_)
            for (const auto lost : {Length{}, loses.value_or(Length{})}) {
                const auto room = s.length - rules.endTrim - rules.endTrim + rules.kerf - lost;
                g_.room.push_back(std::max<std::int64_t>(0, room.count() / cell)), g_.price.push_back(s.price.count());
                g_.left.push_back(s.quantity.value_or(2 * kUnlimited));
            }
    }
    CutPlan run(Money top) {
        CutPlan out;
        start();
        out.lowerBound = Money::ticks(learn(top.count()));
        if (out.lowerBound < top) out.boards = whole(top, out.lowerBound);
        // In saw order: the longest boards first.
        std::ranges::stable_sort(out.boards, std::greater{}, [&](const CutBoard& b) { return stock_[b.stock].length; });
        for (auto& b : out.boards) out.cost += stock_[b.stock].price, b.stock = place_[b.stock];
        return out;
    }

private:
    std::size_t items() const { return g_.size.size(); }
    bool stopped() const { return rules_.stop && rules_.stop(); }

    /// A row for each size, then one for each of the stock; every size alone to begin with.
    void start() {
        auto* lp = lp_.get();
        glp_term_out(GLP_OFF);
        glp_add_rows(lp, static_cast<int>(items() + stock_.size()));
        for (std::size_t i = 0; i < items(); ++i) glp_set_row_bnds(lp, static_cast<int>(i) + 1, GLP_LO, static_cast<double>(g_.need[i]), 0);
        for (std::size_t j = 0; j < stock_.size(); ++j)
            glp_set_row_bnds(lp, stockRow(2 * j), stock_[j].quantity ? GLP_UP : GLP_FR, 0, static_cast<double>(g_.left[2 * j]));
        for (std::size_t r = 0; r < g_.room.size(); ++r)
            for (std::size_t i = 0; i < items(); ++i)
                if (g_.size[i] <= g_.room[r] && (r % 2 > 0 || square_[i] > 0)) {
                    Pattern one(items(), 0);
                    one[i] = 1;
                    add(r, std::move(one));
                }
    }
    int stockRow(std::size_t r) const { return static_cast<int>(items() + r / 2) + 1; }
    bool add(std::size_t r, Pattern pattern) {
        if (!known_.emplace(r / 2, pattern).second) return false;
        auto* lp = lp_.get();
        std::vector<int> index{0};
        std::vector<double> value{0};
        for (std::size_t i = 0; i < items(); ++i)
            if (pattern[i] > 0) index.push_back(static_cast<int>(i) + 1), value.push_back(static_cast<double>(pattern[i]));
        index.push_back(stockRow(r)), value.push_back(1);
        const int column = glp_add_cols(lp, 1);
        glp_set_col_bnds(lp, column, GLP_LO, 0, 0);
        // Of plans that cost the same, that with fewer boards.
        glp_set_obj_coef(lp, column, static_cast<double>(g_.price[r]) + 1);
        glp_set_mat_col(lp, column, static_cast<int>(index.size()) - 1, index.data(), value.data());
        columns_.emplace_back(r, std::move(pattern));
        return true;
    }
    /// Fillings until none pays; the bound that their worths prove.
    std::int64_t learn(std::int64_t top) {
        std::vector<BoardCut> cuts;
        const auto most = *std::ranges::max_element(g_.room);
        for (int round = 0; round < kRounds && !stopped(); ++round) {
            glp_smcp rules;
            glp_init_smcp(&rules);
            rules.msg_lev = GLP_MSG_OFF;
            if (glp_simplex(lp_.get(), &rules) != 0 || glp_get_status(lp_.get()) != GLP_OPT) break;
            double rate = 0;
            std::vector<double> dual;
            for (std::size_t i = 0; i < items(); ++i) {
                dual.push_back(std::max(0.0, glp_get_row_dual(lp_.get(), static_cast<int>(i) + 1)));
                rate = std::max(rate, dual[i] / static_cast<double>(g_.size[i]));
            }
            if (rate <= 0) break;
            const double scale = 1e12 / (rate * static_cast<double>(most));
            Worths worths;
            for (const auto d : dual) worths.push_back(static_cast<std::int64_t>(std::floor(d * scale)));
            const Filler any{g_.size, g_.need, worths, most}, square{g_.size, square_, worths, most};
            if (!any.complete() || !square.complete()) break;
            BoardCut cut{{}, 0};
            for (std::size_t i = 0; i < items(); ++i) cut.need += worths[i] * g_.need[i];
            bool grew = false;
            for (std::size_t r = 0; r < g_.room.size(); ++r) {
                const auto& filler = r % 2 > 0 ? any : square;
                cut.worth.push_back(filler.value(g_.room[r]));
                const double price = static_cast<double>(g_.price[r]) - glp_get_row_dual(lp_.get(), stockRow(r));
                if (static_cast<double>(cut.worth[r]) > price * scale + 1e3) grew |= add(r, filler.pattern(g_.room[r]));
            }
            if (grew) continue;
            cuts.push_back(std::move(cut));
            addNearlyFull(worths, scale);
            break;
        }
        return cuts.empty() ? 0 : leastBoards(g_, cuts, top, {}, {}, 20'000).bound;
    }
    /// The best filling round each size, for the plan of whole boards.
    void addNearlyFull(const Worths& worths, double scale) {
        for (std::size_t i = 0; i < items(); ++i) {
            auto left = g_.need, squareLeft = square_;
            --left[i], --squareLeft[i];
            const auto most = *std::ranges::max_element(g_.room) - g_.size[i];
            if (most < 0) continue;
            const Filler any{g_.size, left, worths, most}, square{g_.size, squareLeft, worths, most};
            for (std::size_t r = 0; r < g_.room.size(); ++r) {
                const auto room = g_.room[r] - g_.size[i];
                const auto& filler = r % 2 > 0 ? any : square;
                if (room < 0 || (r % 2 == 0 && square_[i] == 0) ||
                    static_cast<double>(worths[i] + filler.value(room)) < kFull * static_cast<double>(g_.price[r]) * scale)
                    continue;
                auto pattern = filler.pattern(room);
                ++pattern[i], add(r, std::move(pattern));
            }
        }
    }
    std::vector<CutPiece> piecesOf(const Pattern& pattern) const {
        std::vector<CutPiece> out;
        for (std::size_t i = 0; i < items(); ++i) out.insert(out.end(), static_cast<std::size_t>(pattern[i]), CutPiece{i, {}});
        return out;
    }
    /// Whole boards of the fillings that truly hold their pieces; none where no plan below `top` was found.
    std::vector<CutBoard> whole(Money top, Money least) {
        auto* lp = lp_.get();
        for (std::size_t c = 0; c < columns_.size(); ++c) {
            const int column = static_cast<int>(c) + 1;
            const auto& s = stock_[columns_[c].first / 2];
            glp_set_col_kind(lp, column, GLP_IV);
            auto pieces = piecesOf(columns_[c].second);
            if (nestOnBoard(parts_, pieces, rules_.endTrim, rules_.kerf) > s.length - rules_.endTrim)
                glp_set_col_bnds(lp, column, GLP_FX, 0, 0);
        }
        struct Limit {
            int nodes;
            double enough;
            const Chains* chains;
        } limit{kNodes, static_cast<double>(least.count()) + kBoards, this};
        // Only what is cheaper is wanted.
        const int row = glp_add_rows(lp, 1), columns = static_cast<int>(columns_.size());
        std::vector<int> index(columns_.size() + 1);
        std::iota(index.begin(), index.end(), 0);
        std::vector<double> price{0};
        for (const auto& [r, pattern] : columns_) price.push_back(static_cast<double>(g_.price[r]));
        glp_set_mat_row(lp, row, columns, index.data(), price.data());
        glp_set_row_bnds(lp, row, GLP_UP, 0, static_cast<double>(top.count()) - 1);
        glp_iocp rules;
        glp_init_iocp(&rules);
        rules.msg_lev = GLP_MSG_OFF, rules.cb_info = &limit;
        rules.cb_func = [](glp_tree* tree, void* info) {
            auto& l = *static_cast<Limit*>(info);
            if (glp_ios_reason(tree) == GLP_ISELECT && (--l.nodes < 0 || l.chains->stopped())) glp_ios_terminate(tree);
            if (glp_ios_reason(tree) == GLP_IBINGO && glp_mip_obj_val(glp_ios_get_prob(tree)) < l.enough) glp_ios_terminate(tree);
        };
        if (glp_simplex(lp, nullptr) != 0) return {};
        glp_intopt(lp, &rules);
        if (glp_mip_status(lp) != GLP_OPT && glp_mip_status(lp) != GLP_FEAS) return {};
        std::vector<CutBoard> out;
        Money cost;
        auto need = g_.need;
        for (std::size_t c = 0; c < columns_.size(); ++c)
            for (auto n = std::llround(glp_mip_col_val(lp, static_cast<int>(c) + 1)); n > 0; --n) {
                auto pattern = columns_[c].second;
                for (std::size_t i = 0; i < items(); ++i) pattern[i] = std::min(pattern[i], need[i]), need[i] -= pattern[i];
                if (std::ranges::all_of(pattern, [](auto k) { return k == 0; })) continue;
                out.push_back({columns_[c].first / 2, piecesOf(pattern), {}}), cost += stock_[out.back().stock].price;
            }
        const bool all = std::ranges::all_of(need, [](auto n) { return n == 0; });
        return all && cost < top ? out : std::vector<CutBoard>{};
    }

    const std::vector<CutPart>& parts_;
    std::vector<CutStock> stock_;     ///< of their profile
    std::vector<std::size_t> place_;  ///< in the stock given
    const CutRules& rules_;
    ProofCase g_;     ///< each row of the stock twice: whole, and less what a chain loses
    Pattern square_;  ///< how many of each size, those that are slanted left out
    const std::unique_ptr<glp_prob, decltype(&glp_delete_prob)> lp_;
    std::vector<Filled> columns_;  ///< by row of the case
    std::set<Filled> known_;
};

}  // namespace

bool inChains(const std::vector<CutPart>& parts, Length kerf) {
    std::int64_t pieces = 0;
    for (const auto& p : parts) pieces += p.quantity;
    return pieces <= kMostPieces && std::ranges::all_of(parts, [&](const CutPart& p) {
               return (nestedGain(p.start, kerf) > Length{}) == (nestedGain(p.end, kerf) > Length{});
           });
}

CutPlan cutInChains(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutRules& rules, Money top) {
    return Chains{parts, stock, rules}.run(top);
}

}  // namespace oiko
