#include "core/cutting/proof.h"

#include "core/cutting/knapsack.h"

#include <glpk.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <memory>
#include <numeric>
#include <set>

namespace oiko {
namespace {

using Pattern = std::vector<std::int64_t>;
struct Column {
    std::size_t stock;
    Pattern pattern;
    friend auto operator<=>(const Column&, const Column&) = default;
};

/// A valid inequality on how many boards of each row are bought: sum worth[j]·y[j] >= need.
struct Cut {
    std::vector<std::int64_t> worth;
    std::int64_t need;
};

/// The least sum of prices over whole numbers y that no cut forbids: depth first, the dearest rows first, in exact arithmetic.
class Fewest {
public:
    Fewest(const ProofCase& g, const std::vector<Cut>& cuts, std::int64_t top, std::int64_t nodes)
        : g_{g}, cuts_{cuts}, best_{top}, nodes_{nodes} {
        y_.assign(g.room.size(), 0);
        std::vector<std::int64_t> open;
        for (const auto& c : cuts) open.push_back(c.need);
        visit(0, 0, open);
    }
    bool complete() const { return nodes_ > 0; }
    bool found() const { return !answer_.empty(); }
    std::int64_t cost() const { return best_; }
    const std::vector<std::int64_t>& boards() const { return answer_; }

private:
    /// At least what the rows from j on must still cost for the hardest of the cuts.
    std::int64_t rest(std::size_t j, const std::vector<std::int64_t>& open) const {
        std::int64_t most = 0;
        for (std::size_t c = 0; c < cuts_.size(); ++c) {
            if (open[c] <= 0) continue;
            double least = 1e300;
            for (std::size_t k = j; k < g_.room.size(); ++k)
                if (cuts_[c].worth[k] > 0)
                    least = std::min(least, static_cast<double>(g_.price[k]) / static_cast<double>(cuts_[c].worth[k]));
            if (least > 1e200) return std::numeric_limits<std::int64_t>::max() / 4;
            most = std::max(most, static_cast<std::int64_t>(std::ceil(static_cast<double>(open[c]) * least -
                                                                      1e-6 * static_cast<double>(open[c]) * least - 1e-3)));
        }
        return most;
    }
    void visit(std::size_t j, std::int64_t cost, const std::vector<std::int64_t>& open) {
        if (--nodes_ <= 0 || cost + rest(j, open) >= best_) return;
        if (std::ranges::all_of(open, [](auto n) { return n <= 0; })) {
            best_ = cost, answer_ = y_;
            return;
        }
        if (j == g_.room.size()) return;
        std::int64_t most = g_.left[j];
        std::int64_t useful = 0;
        for (std::size_t c = 0; c < cuts_.size(); ++c)
            if (open[c] > 0 && cuts_[c].worth[j] > 0) useful = std::max(useful, (open[c] + cuts_[c].worth[j] - 1) / cuts_[c].worth[j]);
        most = std::min(most, useful);
        for (std::int64_t n = most; n >= 0; --n) {
            auto next = open;
            for (std::size_t c = 0; c < cuts_.size(); ++c) next[c] -= n * cuts_[c].worth[j];
            y_[j] = n;
            visit(j + 1, cost + n * g_.price[j], next);
        }
        y_[j] = 0;
    }
    const ProofCase& g_;
    const std::vector<Cut>& cuts_;
    std::int64_t best_, nodes_;
    std::vector<std::int64_t> y_, answer_;
};

using Problem = std::unique_ptr<glp_prob, decltype(&glp_delete_prob)>;

Problem master(const ProofCase& g, const std::vector<Column>& columns, const std::vector<std::int64_t>* exactly) {
    Problem lp{glp_create_prob(), glp_delete_prob};
    const int items = static_cast<int>(g.size.size()), rows = static_cast<int>(g.room.size());
    glp_add_rows(lp.get(), items + rows);
    for (int i = 0; i < items; ++i) glp_set_row_bnds(lp.get(), i + 1, GLP_LO, static_cast<double>(g.need[static_cast<std::size_t>(i)]), 0);
    for (int j = 0; j < rows; ++j) {
        const auto k = static_cast<std::size_t>(j);
        if (exactly)
            glp_set_row_bnds(lp.get(), items + j + 1, GLP_UP, 0, static_cast<double>((*exactly)[k]));
        else if (g.left[k] < 1'000'000'000)
            glp_set_row_bnds(lp.get(), items + j + 1, GLP_UP, 0, static_cast<double>(g.left[k]));
        else
            glp_set_row_bnds(lp.get(), items + j + 1, GLP_FR, 0, 0);
    }
    glp_add_cols(lp.get(), static_cast<int>(columns.size()));
    for (std::size_t c = 0; c < columns.size(); ++c) {
        const int col = static_cast<int>(c) + 1;
        glp_set_col_bnds(lp.get(), col, GLP_LO, 0, 0);
        glp_set_obj_coef(lp.get(), col, exactly ? 0.0 : static_cast<double>(g.price[columns[c].stock]));
        std::vector<int> index{0};
        std::vector<double> value{0};
        for (int i = 0; i < items; ++i)
            if (const auto n = columns[c].pattern[static_cast<std::size_t>(i)])
                index.push_back(i + 1), value.push_back(static_cast<double>(n));
        index.push_back(items + static_cast<int>(columns[c].stock) + 1), value.push_back(1);
        glp_set_mat_col(lp.get(), col, static_cast<int>(index.size()) - 1, index.data(), value.data());
    }
    return lp;
}

/// Whole boards from an integer program's columns; what was cut beyond the need is left out.
std::vector<std::pair<std::size_t, Pattern>> boardsFrom(const ProofCase& g, glp_prob* ip, const std::vector<Column>& columns) {
    std::vector<std::pair<std::size_t, Pattern>> out;
    auto need = g.need;
    for (std::size_t c = 0; c < columns.size(); ++c)
        for (auto n = std::llround(glp_mip_col_val(ip, static_cast<int>(c) + 1)); n > 0; --n) {
            auto p = columns[c].pattern;
            for (std::size_t i = 0; i < p.size(); ++i) p[i] = std::min(p[i], need[i]), need[i] -= p[i];
            if (std::ranges::any_of(p, [](auto v) { return v > 0; })) out.emplace_back(columns[c].stock, p);
        }
    if (std::ranges::any_of(need, [](auto n) { return n > 0; })) out.clear();
    return out;
}

}  // namespace

Proof prove(const ProofCase& g, std::int64_t best, std::int64_t work, const std::function<bool()>& stop) {
    glp_term_out(GLP_OFF);
    Proof proof;
    const auto stopped = [&] { return (stop && stop()) || work <= 0; };
    std::set<Column> known;
    std::vector<Column> columns;
    const auto addColumn = [&](std::size_t j, Pattern p) {
        Column c{j, std::move(p)};
        if (std::ranges::all_of(c.pattern, [](auto v) { return v == 0; }) || !known.insert(c).second) return false;
        columns.push_back(std::move(c));
        return true;
    };
    // To start: each size alone, on every board it fits.
    for (std::size_t j = 0; j < g.room.size(); ++j)
        for (std::size_t i = 0; i < g.size.size(); ++i)
            if (g.size[i] <= g.room[j]) {
                Pattern p(g.size.size(), 0);
                p[i] = std::min(g.need[i], g.room[j] / g.size[i]);
                addColumn(j, p);
            }
    // Prices of a piece are whole millionths of a price unit, so that worths and sums are exact.
    constexpr double kScale = 1e4;
    std::vector<Cut> cuts;
    const auto cutOf = [&](const std::vector<std::int64_t>& pi, const Knapsack<>& sack) {
        Cut c{{}, 0};
        for (const auto r : g.room) c.worth.push_back(sack.value(r));
        for (std::size_t i = 0; i < pi.size(); ++i) c.need += pi[i] * g.need[i];
        cuts.push_back(std::move(c));
    };
    const int items = static_cast<int>(g.size.size());
    /// Column generation until no pattern pays; false when stopped. `exactly`: only these boards, looking for room at all.
    const auto generate = [&](const std::vector<std::int64_t>* exactly) {
        for (;;) {
            if (stopped()) return false;
            auto lp = master(g, columns, exactly);
            if (exactly) {
                // A shortage column for each size: the least shortage shows whether these boards are enough.
                const int first = glp_add_cols(lp.get(), items);
                for (int i = 0; i < items; ++i) {
                    glp_set_col_bnds(lp.get(), first + i, GLP_LO, 0, 0);
                    glp_set_obj_coef(lp.get(), first + i, static_cast<double>(g.size[static_cast<std::size_t>(i)]));
                    const int index[] = {0, i + 1};
                    const double one[] = {0, 1};
                    glp_set_mat_col(lp.get(), first + i, 1, index, one);
                }
            }
            glp_smcp set;
            glp_init_smcp(&set);
            set.msg_lev = GLP_MSG_OFF;
            if (glp_simplex(lp.get(), &set) != 0 || glp_get_status(lp.get()) != GLP_OPT) return false;
            std::vector<std::int64_t> pi;
            for (int i = 0; i < items; ++i)
                pi.push_back(std::max<std::int64_t>(0, static_cast<std::int64_t>(std::floor(glp_get_row_dual(lp.get(), i + 1) * kScale))));
            const Knapsack<> sack{g.size, g.need, pi, *std::ranges::max_element(g.room)};
            work -= *std::ranges::max_element(g.room) * items / 1000 + 10;
            cutOf(pi, sack);
            bool grew = false;
            for (std::size_t j = 0; j < g.room.size(); ++j) {
                const double own =
                    (exactly ? 0.0 : static_cast<double>(g.price[j])) - glp_get_row_dual(lp.get(), items + static_cast<int>(j) + 1);
                if (static_cast<double>(sack.value(g.room[j])) > own * kScale + 1.0 + static_cast<double>(items))
                    grew |= addColumn(j, sack.pattern(g.room[j]));
            }
            if (!grew) return true;
        }
    };
    if (!generate(nullptr)) {
        proof.cutShort = true;
    }
    // The least cost of boards that no cut forbids is a bound; while those boards turn out too few, their duals are the next cut.
    std::int64_t proven = 0;
    for (int round = 0; round < 12 && !stopped(); ++round) {
        const Fewest fewest{g, cuts, best, 2'000'000};
        work -= 2000;
        if (!fewest.complete()) {
            proof.cutShort = true;
            break;
        }
        if (!fewest.found()) {
            proven = best;
            break;
        }  // nothing cheaper than the plan in hand
        proven = fewest.cost();
        const auto before = cuts.size();
        if (!generate(&fewest.boards())) {
            proof.cutShort = true;
            break;
        }
        const auto& y = fewest.boards();
        const bool forbidden = std::any_of(cuts.begin() + static_cast<std::ptrdiff_t>(before), cuts.end(), [&](const Cut& c) {
            std::int64_t sum = 0;
            for (std::size_t j = 0; j < y.size(); ++j) sum += c.worth[j] * y[j];
            return sum < c.need;
        });
        if (forbidden) continue;
        // Enough in fractions: look for a plan of whole boards among the patterns met.
        auto ip = master(g, columns, &y);
        for (std::size_t c = 0; c < columns.size(); ++c) glp_set_col_kind(ip.get(), static_cast<int>(c) + 1, GLP_IV);
        glp_iocp set;
        glp_init_iocp(&set);
        set.msg_lev = GLP_MSG_OFF, set.presolve = GLP_ON, set.tm_lim = 4000;
        set.cb_info = const_cast<std::function<bool()>*>(&stop);
        set.cb_func = [](glp_tree* tree, void* info) {
            const auto* ask = static_cast<std::function<bool()>*>(info);
            if (*ask && (*ask)()) glp_ios_terminate(tree);
        };
        glp_intopt(ip.get(), &set);
        const auto status = glp_mip_status(ip.get());
        if (status == GLP_OPT || status == GLP_FEAS) {
            auto boards = boardsFrom(g, ip.get(), columns);
            std::int64_t cost = 0;
            for (const auto& b : boards) cost += g.price[b.first];
            if (!boards.empty() && cost < best) proof.boards = std::move(boards), best = cost;
        }
        break;
    }
    proof.bound = std::min(proven, best);
    return proof;
}

}  // namespace oiko
