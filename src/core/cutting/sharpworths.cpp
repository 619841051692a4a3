#include "core/cutting/sharpworths.h"

#include <glpk.h>

#include <cmath>
#include <numeric>

#include "core/cutting/repack.h"

namespace oiko {
namespace {

constexpr double kBox = 0.001;         ///< of the dearest board's price, either way
constexpr std::size_t kRowsASize = 2;  ///< kept; then those that bind nothing go
constexpr double kStep = 0.25;         ///< from the best worths towards the program's
constexpr double kNear = 0.995;        ///< of its price: a board that may hold more by those
constexpr int kSteps = 5'000;          ///< of the simplex method a round

}  // namespace

SharpWorths::SharpWorths(const ProofCase& given, const Coarse& grid, std::vector<double> start)
    : g_{given},
      grid_{grid},
      best_{std::move(start)},
      lowest_(best_.size()),
      highest_(best_.size()),
      dearest_{static_cast<double>(*std::ranges::max_element(given.price))},
      box_{kBox * dearest_},
      lp_{glp_create_prob(), glp_delete_prob} {
    glp_term_out(GLP_OFF);
    glp_set_obj_dir(lp_.get(), GLP_MAX);
    glp_add_cols(lp_.get(), static_cast<int>(best_.size()));
    for (std::size_t i = 0; i < best_.size(); ++i) glp_set_obj_coef(lp_.get(), static_cast<int>(i) + 1, static_cast<double>(g_.need[i]));
    for (std::size_t j = 0; j < g_.room.size(); ++j) {
        more_.push_back(g_.left[j] < kUnlimited ? glp_add_cols(lp_.get(), 1) : 0);
        if (more_[j] == 0) continue;
        glp_set_obj_coef(lp_.get(), more_[j], -static_cast<double>(g_.left[j]));
        glp_set_col_bnds(lp_.get(), more_[j], GLP_LO, 0, 0);
    }
    // What is full by the worths at hand, or nearly, to begin with.
    const Fillings<double> fillings{grid_.size, best_, *std::ranges::max_element(grid_.room)};
    const auto held = best_;
    all_ = proven(fillings, best_);
    boxed(best_);
    for (std::size_t j = 0; j < grid_.room.size(); ++j)
        for (std::size_t i = 0; i < best_.size(); ++i)
            if (const auto rest = grid_.room[j] - grid_.size[i];
                rest >= 0 && held[i] + fillings.value(rest) > 0.98 * (more_[j] > 0 ? fillings.value(grid_.room[j]) : price(j)))
                addRow(j, fillings.pattern(rest, i));
}

SharpWorths::~SharpWorths() = default;

/// What few boards hold above their price counts for no more than there are of them.
double SharpWorths::proven(const Fillings<double>& fillings, std::vector<double>& worth) const {
    double most = 0, all = 0;
    for (std::size_t j = 0; j < grid_.room.size(); ++j)
        if (more_[j] == 0) most = std::max(most, fillings.value(grid_.room[j]) / price(j));
    if (most <= 0) return 0;
    for (std::size_t i = 0; i < worth.size(); ++i) worth[i] /= most, all += worth[i] * static_cast<double>(g_.need[i]);
    for (std::size_t j = 0; j < grid_.room.size(); ++j)
        if (more_[j] > 0) all -= static_cast<double>(g_.left[j]) * std::max(0.0, fillings.value(grid_.room[j]) / most - price(j));
    return all;
}

void SharpWorths::boxed(const std::vector<double>& middle) {
    for (std::size_t i = 0; i < middle.size(); ++i) {
        lowest_[i] = std::max(0.0, middle[i] - box_), highest_[i] = middle[i] + box_;
        glp_set_col_bnds(lp_.get(), static_cast<int>(i) + 1, GLP_DB, lowest_[i], highest_[i]);
    }
}

bool SharpWorths::addRow(std::size_t stock, std::vector<std::pair<std::size_t, int>> pattern) {
    std::ranges::sort(pattern);
    if (!known_.emplace(stock, pattern).second) return false;
    std::vector<int> index{0};
    std::vector<double> value{0};
    for (const auto& [i, n] : pattern) index.push_back(static_cast<int>(i) + 1), value.push_back(n);
    if (more_[stock] > 0) index.push_back(more_[stock]), value.push_back(-1);
    const int row = glp_add_rows(lp_.get(), 1);
    glp_set_row_bnds(lp_.get(), row, GLP_UP, 0, price(stock));
    glp_set_mat_row(lp_.get(), row, static_cast<int>(index.size()) - 1, index.data(), value.data());
    rows_.push_back({stock, std::move(pattern), 0});
    return true;
}

/// Rows far below their price; they come back where they are wanted.
void SharpWorths::forget() {
    std::vector<int> gone{0};
    std::vector<Wish> left;
    for (std::size_t r = 0; r < rows_.size(); ++r) {
        const int row = static_cast<int>(r) + 1;
        const double slack = price(rows_[r].stock) - glp_get_row_prim(lp_.get(), row);
        if (glp_get_row_stat(lp_.get(), row) == GLP_BS && slack > 1e-4 * dearest_)
            gone.push_back(row), known_.erase({rows_[r].stock, rows_[r].pattern});
        else
            left.push_back(std::move(rows_[r]));
    }
    rows_ = std::move(left);
    if (gone.size() > 1) glp_del_rows(lp_.get(), static_cast<int>(gone.size()) - 1, gone.data());
}

bool SharpWorths::round() {
    glp_smcp rules;
    glp_init_smcp(&rules);
    rules.msg_lev = GLP_MSG_OFF, rules.meth = GLP_DUALP, rules.it_lim = kSteps;
    if (glp_simplex(lp_.get(), &rules) != 0) return false;
    std::vector<double> worth(best_.size());
    bool inside = true;  // no worth wants to leave the box
    for (std::size_t i = 0; i < worth.size(); ++i) {
        worth[i] = std::max(0.0, glp_get_col_prim(lp_.get(), static_cast<int>(i) + 1));
        inside = inside && (worth[i] <= 0 || worth[i] > lowest_[i] + 1e-9 * box_) && worth[i] < highest_[i] - 1e-9 * box_;
    }
    for (std::size_t r = 0; r < rows_.size(); ++r) rows_[r].times = std::max(0.0, glp_get_row_dual(lp_.get(), static_cast<int>(r) + 1));
    if (rows_.size() > kRowsASize * worth.size()) forget();
    // Between the best and those of the program every step either cuts these off or is better than the best; at last at these themselves.
    bool grew = false, better = false;
    const auto from = best_;
    for (const double step : {kStep, 1.0}) {
        auto between = from;
        for (std::size_t i = 0; i < worth.size(); ++i) between[i] += step * (worth[i] - from[i]);
        const Fillings<double> fillings{grid_.size, between, *std::ranges::max_element(grid_.room)};
        for (std::size_t j = 0; j < grid_.room.size(); ++j) {
            const double holds = price(j) + (more_[j] > 0 ? glp_get_col_prim(lp_.get(), more_[j]) : 0);
            for (std::size_t i = 0; i < worth.size(); ++i) {
                const auto rest = grid_.room[j] - grid_.size[i];
                if (rest < 0 || between[i] + fillings.value(rest) < holds * kNear) continue;
                auto pattern = fillings.pattern(rest, i);
                double held = 0;
                for (const auto& [k, n] : pattern) held += worth[k] * n;
                if (held > holds * (1 + 1e-7)) grew |= addRow(j, std::move(pattern));
            }
        }
        const double all = proven(fillings, between);
        if (all <= all_ * (1 + 1e-9)) continue;
        better = true;
        all_ = all, best_ = std::move(between);
    }
    if (!grew && !better && inside) return false;
    // Wider where better ones stand at its walls.
    if (better && !inside) box_ *= 2;
    if (better) boxed(best_);
    return grew || better;
}

std::vector<Wish> SharpWorths::wishes() const {
    auto out = rows_;
    std::erase_if(out, [](const Wish& w) { return w.times < 1e-9; });
    return out;
}

Wanted boardsWanted(const ProofCase& given, std::vector<Wish> wishes, std::vector<double> worth, std::int64_t cells, std::int64_t few,
                    std::uint64_t seed, const std::function<void(SharpWorths&, std::size_t)>& settle) {
    Dice dice{seed};
    Wanted out{{}, given, {}};
    auto& [boards, rest, at] = out;
    at.resize(given.size.size());
    std::iota(at.begin(), at.end(), 0);
    auto pieces = std::accumulate(rest.need.begin(), rest.need.end(), std::int64_t{0});
    const bool every = seed % 2 > 0;
    for (bool took = true; took;) {
        took = false;
        const auto take = [&](const Wish& wish) {
            auto room = rest.room[wish.stock], left = pieces;
            for (const auto& [i, n] : wish.pattern) {
                if (rest.need[i] < n) return;
                room -= n * rest.size[i], left -= n;
            }
            if (room < 0 || rest.left[wish.stock] == 0 || (!every && left < few)) return;
            Pattern pattern(given.size.size(), 0);
            for (const auto& [i, n] : wish.pattern) rest.need[i] -= n, pattern[at[i]] = n;
            if (rest.left[wish.stock] < kUnlimited) --rest.left[wish.stock];
            boards.emplace_back(wish.stock, std::move(pattern)), pieces = left, took = true;
        };
        for (std::size_t k = wishes.size(); k > 1; --k) std::swap(wishes[k - 1], wishes[dice.below(k)]);
        for (const bool whole : {true, false})
            for (const auto& wish : wishes) {
                const double times = std::floor(wish.times + 1e-6);
                for (int n = 0; whole && n < times; ++n) take(wish);
                if (!whole && dice.unit() < (wish.times - times) / 2) take(wish);
            }
        // What is left alone, by the places that it has now.
        std::size_t kept = 0;
        for (std::size_t i = 0; i < at.size(); ++i)
            if (rest.need[i] > 0) {
                rest.size[kept] = rest.size[i], rest.need[kept] = rest.need[i], rest.length[kept] = rest.length[i];
                at[kept] = at[i], worth[kept] = worth[i], ++kept;
            }
        rest.size.resize(kept), rest.need.resize(kept), rest.length.resize(kept), at.resize(kept), worth.resize(kept);
        if (pieces <= few * 11 / 10) break;
        const Coarse grid{rest, cells, false};
        SharpWorths sharp{rest, grid, worth};
        settle(sharp, kept);
        worth = sharp.worths(), wishes = sharp.wishes();
    }
    return out;
}

}  // namespace oiko
