#include "core/cutting/boughtboards.h"

#include <glpk.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <memory>
#include <numeric>
#include <optional>

namespace oiko {

bool BoardCut::allows(const Boards& boards) const {
    std::int64_t sum = 0;
    for (std::size_t j = 0; j < boards.size(); ++j) sum += worth[j] * boards[j];
    return sum >= need;
}

bool BoardCut::allows(const std::vector<double>& boards) const {
    double sum = 0;
    for (std::size_t j = 0; j < boards.size(); ++j) sum += static_cast<double>(worth[j]) * boards[j];
    return sum >= static_cast<double>(need) * (1 - 1e-9);
}

BoardCut cutFrom(const ProofCase& g, const Worths& worths, const Filler& filler, std::int64_t missing) {
    double rate = 0;  // the most worth of a grid step
    for (std::size_t i = 0; i < worths.size(); ++i) rate = std::max(rate, static_cast<double>(worths[i]) / static_cast<double>(g.size[i]));
    BoardCut c{{}, 0};
    // Where the fillings are too many to go through, no board holds more than its room at the best rate.
    for (const auto r : g.room)
        c.worth.push_back(filler.complete() ? filler.value(r)
                                            : static_cast<std::int64_t>(std::ceil(rate * static_cast<double>(r) * (1 + 1e-12))));
    for (std::size_t i = 0; i < worths.size(); ++i) c.need += worths[i] * g.need[i];
    if (missing > 0) {
        // What is left out is worth at most this much for its length.
        double most = 0;
        for (std::size_t i = 0; i < worths.size(); ++i)
            most = std::max(most, static_cast<double>(worths[i]) / static_cast<double>(g.length[i]));
        c.need -= static_cast<std::int64_t>(std::ceil(most * static_cast<double>(missing) * (1 + 1e-12))) + 1;
    }
    return c;
}

namespace {

/// Branch and bound over how many boards of each row: a linear program leads, and its duals, made whole numbers, give each bound.
class Search {
public:
    Search(const ProofCase& g, std::vector<BoardCut>& cuts, std::int64_t top, const std::vector<Boards>& tried, const Separate& separate,
           std::int64_t nodes, const std::function<bool()>& stop)
        : g_{g},
          cuts_{cuts},
          tried_{tried},
          separate_{separate},
          rows_{g.room.size()},
          nodes_{nodes},
          stop_{stop},
          forbidding_{10.0 * static_cast<double>(top) + 1e6},
          lp_{glp_create_prob(), glp_delete_prob} {
        answer.cost = answer.bound = top;
        for (const auto p : g.price) step_ = std::gcd(step_, p);
        step_ = std::max<std::int64_t>(1, step_);
        Box all{Boards(rows_, 0), Boards(rows_, 0)};
        for (std::size_t j = 0; j < rows_; ++j) {
            // No more than satisfies the pieces' own sizes, and one for each that was tried.
            const auto full = std::inner_product(g.size.begin(), g.size.end(), g.need.begin(), std::int64_t{0});
            const auto pieces = std::accumulate(g.need.begin(), g.need.end(), std::int64_t{0});
            all.most[j] = std::min({g.left[j], pieces, 2 * (full / std::max<std::int64_t>(1, g.room[j])) + 2});
        }
        glp_term_out(GLP_OFF);
        glp_add_cols(lp_.get(), static_cast<int>(rows_));
        for (std::size_t j = 0; j < rows_; ++j) glp_set_obj_coef(lp_.get(), static_cast<int>(j) + 1, static_cast<double>(g_.price[j]));
        // Where the boards of a box are too few, this stands in for them at a forbidding price.
        const int standIn = glp_add_cols(lp_.get(), 1);
        glp_set_col_bnds(lp_.get(), standIn, GLP_LO, 0, 0), glp_set_obj_coef(lp_.get(), standIn, forbidding_);
        visit(all, 0);
        answer.bound = std::min(answer.bound, answer.cost);
    }
    Bought answer;

private:
    struct Box {
        Boards least, most;
    };
    static constexpr int kWhole = 60;                    ///< duals are whole numbers of 2^-kWhole
    static constexpr std::int64_t kMostRests = 100'000;  ///< of a price, in steps that all prices are made of

    /// The cut as a row of the program.
    void add(std::size_t c) {
        const auto& cut = cuts_[c];
        const auto scale = static_cast<double>(std::max<std::int64_t>(1, *std::ranges::max_element(cut.worth)));
        std::vector<int> index{0, static_cast<int>(rows_) + 1};
        std::vector<double> value{0, 1};
        for (std::size_t j = 0; j < rows_; ++j)
            if (cut.worth[j] > 0) index.push_back(static_cast<int>(j) + 1), value.push_back(static_cast<double>(cut.worth[j]) / scale);
        const int row = glp_add_rows(lp_.get(), 1);
        glp_set_mat_row(lp_.get(), row, static_cast<int>(index.size()) - 1, index.data(), value.data());
        glp_set_row_bnds(lp_.get(), row, GLP_LO, static_cast<double>(cut.need) / scale, 0);
        led_.emplace_back(c, scale);
    }
    /// The cut outside the program that these boards miss by most of its need.
    std::optional<std::size_t> missed(const std::vector<double>& y) const {
        std::optional<std::size_t> most;
        double share = 1 - 1e-9;
        for (std::size_t c = 0; c < cuts_.size(); ++c) {
            if (cuts_[c].need <= 0) continue;
            const double held = std::inner_product(y.begin(), y.end(), cuts_[c].worth.begin(), 0.0, std::plus{},
                                                   [](double n, auto w) { return n * static_cast<double>(w); }) /
                                static_cast<double>(cuts_[c].need);
            if (held < share && std::ranges::find(led_, c, &std::pair<std::size_t, double>::first) == led_.end()) share = held, most = c;
        }
        return most;
    }
    /// Each cut times its dual is taken from the prices: what all boards cost is no less than `sum` and what stays of each.
    struct Reduced {
        Wide sum = 0;
        std::vector<Wide> rest;  ///< by row
    };
    Reduced reduced() const {
        Reduced out;
        auto& [sum, rest] = out;
        rest.resize(rows_);
        for (std::size_t j = 0; j < rows_; ++j) rest[j] = static_cast<Wide>(g_.price[j]) << kWhole;
        for (std::size_t k = 0; k < led_.size(); ++k) {
            const auto& [c, scale] = led_[k];
            const double dual = glp_get_row_dual(lp_.get(), static_cast<int>(k) + 1) / scale;
            const auto whole = static_cast<Wide>(std::max(0.0, std::ldexp(dual, kWhole)));
            sum += whole * cuts_[c].need;
            for (std::size_t j = 0; j < rows_; ++j) rest[j] -= whole * cuts_[c].worth[j];
        }
        return out;
    }
    /// Never more than the least cost in the box, where what stays is paid at its least.
    std::int64_t bound(const Box& box) const {
        auto [sum, rest] = reduced();
        for (std::size_t j = 0; j < rows_; ++j) sum += rest[j] * (rest[j] > 0 ? box.least[j] : box.most[j]);
        if (sum <= 0) return 0;
        const auto unit = static_cast<Wide>(step_) << kWhole;
        return static_cast<std::int64_t>(std::min<Wide>((sum + unit - 1) / unit * step_, std::numeric_limits<std::int64_t>::max() / 4));
    }
    /// Never more than the least cost of whole boards, which is a sum of their prices. Boards of one row are left open, even to less than
    /// none: then what the others lose at the least depends on what the cost leaves over whole prices of that row alone.
    /// Source: Gomory, "Some polyhedra related to combinatorial problems", Linear Algebra and its Applications 2 (1969), for the rest over
    /// one price; Böcker and Lipták, "A fast and simple algorithm for the money changing problem", Algorithmica 48 (2007), for going round
    /// it twice. From memory.
    std::int64_t byWholePrices(const Box& all) const {
        auto [sum, lost] = reduced();
        std::size_t open = SIZE_MAX;
        for (std::size_t j = 0; j < rows_; ++j) {
            // At best all of those that gain are had, and lose nothing.
            if (lost[j] < 0) sum += lost[j] * all.most[j], lost[j] = 0;
            if (g_.price[j] > 0 && (open == SIZE_MAX || lost[j] < lost[open])) open = j;
        }
        if (open == SIZE_MAX || sum <= 0 || g_.price[open] / step_ > kMostRests) return 0;
        const auto rests = static_cast<std::size_t>(g_.price[open] / step_);
        constexpr Wide kNever = Wide{1} << 126;
        std::vector<Wide> least(rests, kNever);
        least[0] = 0;
        for (std::size_t j = 0; j < rows_; ++j) {
            const auto step = static_cast<std::size_t>(g_.price[j] / step_) % rests;
            for (std::size_t from = 0, rounds = std::gcd(step, rests); step > 0 && from < rounds; ++from)
                for (std::size_t n = 0, at = from; n < 2 * rests / rounds; ++n) {
                    const auto next = (at + step) % rests;
                    least[next] = std::min(least[next], least[at] + lost[j]);
                    at = next;
                }
        }
        const auto unit = static_cast<Wide>(step_) << kWhole;
        auto cost = (sum + unit - 1) / unit;
        while (least[static_cast<std::size_t>(cost % static_cast<Wide>(rests))] > cost * unit - sum) ++cost;
        return static_cast<std::int64_t>(std::min<Wide>(cost * step_, std::numeric_limits<std::int64_t>::max() / 4));
    }
    std::int64_t costOf(const Boards& y) const { return std::inner_product(y.begin(), y.end(), g_.price.begin(), std::int64_t{0}); }
    bool allowed(const Boards& y) const {
        return std::ranges::all_of(cuts_, [&](const auto& c) { return c.allows(y); });
    }
    const Boards* triedAs(const Boards& y) const {
        for (const auto& t : tried_)
            if (std::ranges::equal(y, t, std::ranges::less_equal{})) return &t;
        return nullptr;
    }
    /// Cheaper, and enough for the pieces in fractions; if not, the cut that says so joins the others.
    void take(const Boards& y) {
        while (costOf(y) < answer.cost && allowed(y) && !triedAs(y)) {
            if (!separate_ || !separate_({y.begin(), y.end()})) {
                answer.cost = costOf(y), answer.boards = y;
                return;
            }
            if (allowed(y)) return;
        }
    }
    /// Up to whole boards, and down again where the cuts let.
    void takeRounded(const Box& box, const std::vector<double>& y) {
        Boards up(rows_);
        for (std::size_t j = 0; j < rows_; ++j) up[j] = std::clamp(std::llround(std::ceil(y[j] - 1e-6)), 0LL, 0LL + box.most[j]);
        if (!allowed(up)) return;
        for (bool less = true; less;) {
            less = false;
            for (std::size_t j = 0; j < rows_; ++j)
                if (up[j] > 0 && g_.price[j] > 0) {
                    --up[j];
                    if (allowed(up) && !triedAs(up))
                        less = true;
                    else
                        ++up[j];
                }
        }
        take(up);
    }
    /// Of the cuts the program has only those that it missed once: a few of hundreds.
    void solve(const Box& box) {
        auto* lp = lp_.get();
        for (std::size_t j = 0; j < rows_; ++j)
            glp_set_col_bnds(lp, static_cast<int>(j) + 1, box.least[j] == box.most[j] ? GLP_FX : GLP_DB, static_cast<double>(box.least[j]),
                             static_cast<double>(box.most[j]));
        glp_smcp set;
        glp_init_smcp(&set);
        set.msg_lev = GLP_MSG_OFF, set.meth = GLP_DUALP;
        for (std::optional<std::size_t> cut = std::nullopt;; add(*cut)) {
            if (glp_simplex(lp, &set) != 0) glp_std_basis(lp), glp_simplex(lp, &set);
            if (glp_get_obj_val(lp) >= static_cast<double>(answer.cost)) return;  // dear enough without the others
            if (cut = missed(fractions()); !cut) return;
        }
    }
    std::vector<double> fractions() const {
        std::vector<double> y(rows_);
        for (std::size_t j = 0; j < rows_; ++j) y[j] = glp_get_col_prim(lp_.get(), static_cast<int>(j) + 1);
        return y;
    }
    void visit(const Box& box, std::int64_t atLeast) {
        if (--nodes_ <= 0 || (stop_ && stop_())) {
            answer.complete = false, answer.bound = std::min(answer.bound, atLeast);
            return;
        }
        solve(box);
        atLeast = std::max(atLeast, bound(box));
        if (visits_ == 0) atLeast = std::max(atLeast, byWholePrices(box));
        // A search that grows long asks whether what leads it is enough in fractions.
        if (++visits_ > 40 && separate_ && visits_ % 8 == 0)
            for (int k = 0; k < 4 && atLeast < answer.cost && separate_(fractions()); ++k)
                solve(box), atLeast = std::max(atLeast, bound(box));
        if (atLeast >= answer.cost) return;
        auto y = fractions();
        Boards near(rows_);
        std::size_t split = SIZE_MAX;
        double far = 1e-6;
        for (std::size_t j = 0; j < rows_; ++j) {
            near[j] = std::clamp<std::int64_t>(std::llround(y[j]), box.least[j], box.most[j]);
            if (const auto off = std::abs(y[j] - static_cast<double>(near[j])); off > far) far = off, split = j;
        }
        if (split == SIZE_MAX)
            take(near);
        else if (visits_ > 40)
            takeRounded(box, y);
        if (atLeast >= answer.cost) return;
        if (const auto* t = split == SIZE_MAX ? triedAs(near) : nullptr) {
            // More of one row than was tried, no more of those before it.
            auto part = box;
            for (std::size_t j = 0; j < rows_; ++j) {
                if ((*t)[j] < box.most[j]) {
                    auto more = part;
                    more.least[j] = std::max(box.least[j], (*t)[j] + 1);
                    visit(more, atLeast);
                }
                part.most[j] = std::min(part.most[j], (*t)[j]);
            }
            return;
        }
        if (split == SIZE_MAX)
            for (std::size_t j = 0; j < rows_; ++j)
                if (box.least[j] < box.most[j] && (split == SIZE_MAX || box.most[j] - box.least[j] > box.most[split] - box.least[split]))
                    split = j;
        if (split == SIZE_MAX) return;  // one plan of boards, looked at
        auto low = box, high = box;
        low.most[split] = std::clamp<std::int64_t>(std::llround(std::floor(y[split] + 1e-6)), box.least[split], box.most[split] - 1);
        high.least[split] = low.most[split] + 1;
        const bool up = y[split] - std::floor(y[split]) > 0.5;
        visit(up ? high : low, atLeast), visit(up ? low : high, atLeast);
    }
    const ProofCase& g_;
    std::vector<BoardCut>& cuts_;
    const std::vector<Boards>& tried_;
    const Separate& separate_;
    std::size_t rows_;
    std::int64_t nodes_;
    const std::function<bool()>& stop_;
    std::int64_t visits_ = 0, step_ = 0;
    double forbidding_;
    std::unique_ptr<glp_prob, decltype(&glp_delete_prob)> lp_;
    std::vector<std::pair<std::size_t, double>> led_;  ///< cuts in the program, by row, and what they were divided by
};

}  // namespace

Bought leastBoards(const ProofCase& g, std::vector<BoardCut>& cuts, std::int64_t top, const std::vector<Boards>& tried,
                   const Separate& separate, std::int64_t nodes, const std::function<bool()>& stop) {
    return Search{g, cuts, top, tried, separate, nodes, stop}.answer;
}

std::int64_t boundFrom(const ProofCase& g, const std::vector<Worths>& worths, std::int64_t missing, std::int64_t top) {
    std::vector<BoardCut> cuts;
    for (const auto& w : worths) cuts.push_back(cutFrom(g, w, {g.size, g.need, w, *std::ranges::max_element(g.room)}, missing));
    return leastBoards(g, cuts, top, {}, {}, 200'000).bound;
}

}  // namespace oiko
