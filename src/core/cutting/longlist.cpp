#include "core/cutting/longlist.h"

#include <glpk.h>

#include <algorithm>
#include <cassert>
#include <cmath>
#include <iterator>
#include <limits>
#include <memory>
#include <numeric>
#include <optional>
#include <set>

#include "core/cutting/boughtboards.h"
#include "core/cutting/exchange.h"
#include "core/cutting/fillings.h"
#include "core/cutting/fullboards.h"
#include "core/cutting/repack.h"
#include "core/cutting/sharpworths.h"
#include "core/cutting/worthbound.h"

namespace oiko {
namespace {

constexpr std::int64_t kRough = 2'000;  ///< cells of the longest room while worths are learnt
constexpr std::int64_t kCells = 8'000;  ///< and for the last of them, and the bound
constexpr std::int64_t kFineCells = 32'000;
constexpr std::size_t kBreaks = 240;            ///< where the worth of a length may bend
constexpr std::int64_t kShort = 130;            ///< pieces of a short list
constexpr std::int64_t kMended = 50;            ///< pieces that are cut anew,
constexpr std::int64_t kMost = 200;             ///< more of them where a board is to be saved
constexpr std::int64_t kExchanges = 4'000'000;  ///< steps on boards as long as the pieces; a quarter of them on longer ones
constexpr std::int64_t kSharp = 10'000;         ///< steps that a round of sharper worths counts for, with a thousand sizes
constexpr std::size_t kMostSharp = 2'500;       ///< sizes; the program grows too slow for more
constexpr int kSharpRounds = 150;
constexpr std::uint64_t kDives = 4, kDivesAlone = 16;
constexpr double kWorth = 1e9;  ///< worth of a ten-thousandth of money, in whole numbers

/// Finer for fewer sizes.
std::int64_t cellsFor(const ProofCase& g) { return g.size.size() < 600 ? kFineCells : kCells; }

class LongList {
public:
    LongList(const ProofCase& g, std::int64_t cost, std::int64_t work, const std::function<bool()>& stop)
        : g_{g}, rough_{g, kRough, false}, low_{g, cellsFor(g), false}, high_{g, kCells, true}, work_{work}, stop_{stop} {
        out_.bound = 0, given_ = cost;
        order_.resize(g.size.size());
        std::iota(order_.begin(), order_.end(), 0);
        std::ranges::stable_sort(order_, [&](auto a, auto b) { return g.size[a] > g.size[b]; });
        for (const auto p : g.price) step_ = std::gcd(step_, p);
        step_ = std::max<std::int64_t>(1, step_);
    }
    /// `sold`: boards of which there are as many as wanted are, at a price, and no piece is too short for the grids; `plain`: all boards
    /// are.
    Proof run(bool plain, bool sold) {
        // What the pieces' own lengths ask for needs no grid.
        out_.worths = {g_.size};
        auto rate = std::numeric_limits<double>::max();
        for (std::size_t j = 0; j < g_.room.size(); ++j)
            rate = std::min(rate, static_cast<double>(g_.price[j]) / static_cast<double>(g_.room[j]));
        for (std::size_t i = 0; i < g_.size.size(); ++i)
            worth_.push_back(rate * static_cast<double>(g_.size[i])), known_ += worth_.back() * static_cast<double>(g_.need[i]);
        out_.bound = leastPrice(g_, worthOfAll(g_, g_.size), g_.room);
        const bool sharp = sold && g_.size.size() <= kMostSharp, alone = plain && g_.size.size() >= kLongAlone;
        const auto fillLonger = [&] { fillWhole(plain, {5'000, 2'000, 1'000, 500, 250}, kExchanges / 4); };
        // Where boards can be full they mostly soon are; where they can't, the worths may tell.
        if (open()) fillWhole(plain, {0}, sharp ? kExchanges / 8 : kExchanges);
        const auto byLength = out_.bound;
        if (open() && !sharp) fillLonger();
        if (open() && sharp) sharpen();
        const bool nearlyFull = sharp && out_.bound == byLength;
        if (open() && nearlyFull) fillWhole(plain, {0}, kExchanges);
        if (open() && nearlyFull) fillLonger();
        if (open() && plain && !sharp) learnAndFill();
        // A list that prove() can go on with is left to it soon.
        for (std::uint64_t seed = 1; sharp && seed <= (alone ? kDivesAlone : kDives) && open(); ++seed) {
            if (alone && seed == kDives + 1 && !plan_.empty()) mend();
            dive(seed, plain);
        }
        if (open() && alone && !nearlyFull) fillLonger();
        out_.cutShort = stopped();
        if (cost_ < given_) out_.boards = std::move(plan_);
        assert(out_.bound <= std::min(cost_, given_) && "a bound above a plan that stands");
        return out_;
    }

private:
    bool stopped() { return work_ <= 0 || (stop_ && stop_()); }
    bool open() { return std::min(cost_, given_) > out_.bound && !stopped(); }
    /// By rough worths first, so that there is a plan whenever it is ended; then by finer ones.
    void learnAndFill() {
        placeBreaks();
        startProgram();
        learn(rough_, 1e-3);
        for (std::uint64_t seed = 1; seed <= 3 && open(); ++seed) fill(seed);
        letFree();
        learn(low_, 1e-4);
        for (std::uint64_t seed = 4; seed <= 6 && open(); ++seed) fill(seed);
    }

    /// The worth of each size as a share of the breaks beside it.
    void placeBreaks() {
        std::vector<double> at;
        const auto lowest = static_cast<double>(g_.size[order_.back()]), highest = static_cast<double>(g_.size[order_.front()]);
        for (std::size_t k = 0; k < kBreaks / 2; ++k)
            at.push_back(lowest + (highest - lowest) * static_cast<double>(k) / (kBreaks / 2 - 1));
        // Worths bend where one piece more or less goes on a board: at whole parts of the rooms, and just above.
        for (const auto r : g_.room)
            for (int part = 1; part <= 5; ++part)
                for (const double just : {0.0, 1.0})
                    if (const double v = std::floor(static_cast<double>(r) / part) + just; v > lowest && v < highest) at.push_back(v);
        std::ranges::sort(at);
        at.erase(std::unique(at.begin(), at.end()), at.end());
        breaks_ = at.size();
        share_.resize(g_.size.size());
        for (std::size_t i = 0; i < share_.size(); ++i) {
            const auto s = static_cast<double>(g_.size[i]);
            const auto above = std::ranges::upper_bound(at, s);
            const auto k = above == at.begin() ? 0 : std::min(static_cast<std::size_t>(above - at.begin()) - 1, at.size() - 2);
            const double wide = at[k + 1] - at[k];
            share_[i] = {k, wide > 0 ? std::clamp((s - at[k]) / wide, 0.0, 1.0) : 0};
        }
    }
    void addRow(glp_prob* lp, std::size_t stock, const std::vector<std::pair<std::size_t, int>>& pattern) {
        Model model{stock, {}, 0};
        for (const auto& [i, n] : pattern) model.sizes.insert(model.sizes.end(), static_cast<std::size_t>(n), g_.size[i]);
        std::ranges::sort(model.sizes, std::greater{});
        models_.push_back(std::move(model));
        std::vector<double> by(breaks_ + 1, 0);
        for (const auto& [i, n] : pattern)
            by[share_[i].first + 1] += n * (1 - share_[i].second), by[share_[i].first + 2] += n * share_[i].second;
        std::vector<int> index{0};
        std::vector<double> value{0};
        for (std::size_t k = 1; k <= breaks_; ++k)
            if (by[k] != 0) index.push_back(static_cast<int>(k)), value.push_back(by[k]);
        const int row = glp_add_rows(lp, 1);
        glp_set_row_bnds(lp, row, GLP_UP, 0, static_cast<double>(g_.price[stock]));
        glp_set_mat_row(lp, row, static_cast<int>(index.size()) - 1, index.data(), value.data());
    }

    void startProgram() {
        glp_term_out(GLP_OFF);
        glp_set_obj_dir(lp_.get(), GLP_MAX);
        glp_add_cols(lp_.get(), static_cast<int>(breaks_));
        std::vector<double> total(breaks_, 0);
        for (std::size_t i = 0; i < share_.size(); ++i)
            total[share_[i].first] += static_cast<double>(g_.need[i]) * (1 - share_[i].second),
                total[share_[i].first + 1] += static_cast<double>(g_.need[i]) * share_[i].second;
        const auto dearest = static_cast<double>(*std::ranges::max_element(g_.price));
        for (std::size_t k = 0; k < breaks_; ++k) {
            glp_set_obj_coef(lp_.get(), static_cast<int>(k) + 1, total[k]);
            glp_set_col_bnds(lp_.get(), static_cast<int>(k) + 1, GLP_DB, 0, dearest);
        }
    }
    /// Worths as dear as can be while no board holds more than its price: rows are added as fillings are found that do, until these worths
    /// prove all but a `share` of what the program says.
    void learn(const Coarse& grid, double share) {
        glp_smcp rules;
        glp_init_smcp(&rules);
        rules.msg_lev = GLP_MSG_OFF, rules.meth = GLP_DUALP;
        for (int round = 0; round < 600 && !stopped(); ++round) {
            if (glp_simplex(lp_.get(), &rules) != 0) break;
            std::vector<double> worth(g_.size.size());
            double least = std::numeric_limits<double>::max(), all = 0;  // price of a unit of worth; worth of all
            for (std::size_t i = 0; i < worth.size(); ++i) {
                const auto& [k, s] = share_[i];
                worth[i] = glp_get_col_prim(lp_.get(), static_cast<int>(k) + 1) * (1 - s) +
                           glp_get_col_prim(lp_.get(), static_cast<int>(k) + 2) * s;
                all += worth[i] * static_cast<double>(g_.need[i]);
            }
            const Fillings<double> fillings{grid.size, worth, *std::ranges::max_element(grid.room)};
            work_ -= 800;
            bool grew = false;
            for (std::size_t j = 0; j < g_.room.size(); ++j) {
                if (g_.left[j] < kUnlimited) continue;
                const double value = fillings.value(grid.room[j]), price = static_cast<double>(g_.price[j]);
                if (value > 0) least = std::min(least, price / value);
                if (value > price * (1 + 1e-6)) addRow(lp_.get(), j, fillings.pattern(grid.room[j])), grew = true;
            }
            const double top = glp_get_obj_val(lp_.get());
            const bool done = !grew || all * least > top * (1 - share);
            if (&grid == &low_ || done) keep(worth, all * least);
            if (done) break;
        }
        if (glp_simplex(lp_.get(), &rules) == 0)
            for (std::size_t r = 0; r < models_.size(); ++r)
                models_[r].times = std::max(0.0, glp_get_row_dual(lp_.get(), static_cast<int>(r) + 1));
    }
    /// Each size by a worth of its own.
    void sharpen() {
        SharpWorths sharp{g_, low_, scaled(worth_)};
        known_ = 0;
        settle(sharp, g_.size.size());
        worth_ = sharp.worths(), wishes_ = sharp.wishes();
    }
    void settle(SharpWorths& sharp, std::size_t sizes) {
        for (int round = 0; round < kSharpRounds && open(); ++round) {
            const bool more = sharp.round();
            work_ -= kSharp * static_cast<std::int64_t>(sizes) / 1'000;
            if (sizes == g_.size.size()) keep(sharp.worths(), sharp.all());
            if (!more) return;
        }
    }
    /// Boards as the program wants them, and what is left as a short list.
    void dive(std::uint64_t seed, bool plain) {
        const auto settled = [this](SharpWorths& sharp, std::size_t sizes) { settle(sharp, sizes); };
        auto [plan, rest, at] = boardsWanted(g_, wishes_, worth_, cellsFor(g_), kShort, seed, settled);
        const auto paid = costOf(plan), best = std::min(cost_, given_);
        if (stopped() || paid >= best) return;
        if (!at.empty()) {
            auto few = shortList(rest, best - paid);
            for (auto& [stock, pattern] : few) {
                Pattern whole(g_.size.size(), 0);
                for (std::size_t k = 0; k < at.size(); ++k) whole[at[k]] = pattern[k];
                plan.emplace_back(stock, std::move(whole));
            }
            if (few.empty() && !plain) return;
            if (few.empty()) {
                Dice dice{seed};
                Pattern need(g_.size.size(), 0);
                for (std::size_t k = 0; k < at.size(); ++k) need[at[k]] = rest.need[k];
                few = fillInTurn(dice, std::move(need));
                if (few.empty()) return;
                std::ranges::move(few, std::back_inserter(plan));
            }
        }
        if (costOf(plan) < best) cost_ = costOf(plan), plan_ = std::move(plan);
    }
    /// Worths by which no board holds more than its price.
    std::vector<double> scaled(std::vector<double> worth) const {
        const Fillings<double> fillings{low_.size, worth, *std::ranges::max_element(low_.room)};
        double most = 1e-12;
        for (std::size_t j = 0; j < g_.room.size(); ++j)
            if (g_.left[j] >= kUnlimited) most = std::max(most, fillings.value(low_.room[j]) / static_cast<double>(g_.price[j]));
        for (auto& w : worth) w /= most;
        return worth;
    }
    /// Rows whose fillings fit the rough grid alone no longer hold the worths down.
    void letFree() {
        for (std::size_t r = 0; r < models_.size(); ++r)
            if (std::accumulate(models_[r].sizes.begin(), models_[r].sizes.end(), std::int64_t{0}) > g_.room[models_[r].stock])
                glp_set_row_bnds(lp_.get(), static_cast<int>(r) + 1, GLP_FR, 0, 0);
    }
    std::int64_t roundedUp(double v) const { return static_cast<std::int64_t>(std::ceil(v / static_cast<double>(step_) - 1e-6)) * step_; }

    /// Worths in whole numbers, and the bound that these prove.
    void keep(const std::vector<double>& worth, double proven) {
        Worths whole(worth.size());
        for (std::size_t i = 0; i < whole.size(); ++i) whole[i] = static_cast<std::int64_t>(std::floor(worth[i] * kWorth));
        if (worth_.empty() || proven > known_) worth_ = worth, known_ = proven;
        if (roundedUp(proven) <= out_.bound) return;
        if (const auto sure = boundByWorths(g_, whole, cellsFor(g_)); sure > out_.bound) out_.bound = sure, out_.worths = {whole};
    }

    /// The cheapest boards as long together as the pieces and a part more, zero for none, and these on them.
    void fillWhole(bool plain, std::initializer_list<int> parts, std::int64_t exchanges) {
        const auto all = static_cast<std::int64_t>(worthOfAll(g_, g_.size)), dearest = *std::ranges::max_element(g_.price);
        std::vector<Boards> tried;
        for (const auto part : parts) {
            std::vector<BoardCut> cuts{{g_.room, all + (part > 0 ? all / part : 0)}};
            // Longer ones must hold what the pieces are worth, too.
            if (const auto worth = worthOfAll(g_, out_.worths[0]); part > 0 && worth <= std::numeric_limits<std::int64_t>::max())
                cuts.push_back({mostHeld(g_, out_.worths[0], cellsFor(g_)), static_cast<std::int64_t>(worth)});
            const auto best = std::min(cost_, given_);
            const auto bought = leastBoards(g_, cuts, plain && part == 0 ? out_.bound + dearest + 1 : best, {}, {}, 2'000);
            if (part == 0 && !plain) out_.bound = std::max(out_.bound, bought.bound);
            if (bought.boards.empty() || bought.cost >= best || !open()) return;
            if (std::ranges::find(tried, bought.boards) != tried.end()) continue;
            tried.push_back(bought.boards);
            // A step of these is a tenth of one of those that are counted here.
            const auto most = std::min(exchanges, 10 * work_);
            auto work = most;
            auto plan = fillBoards(g_, bought.boards, work, stop_);
            work_ -= (most - work) / 10;
            if (part == 0 && !plan && exchanges == kExchanges) {
                const auto share = work_ / 10;
                auto some = share;
                if (auto full = fullBoards(g_, bought.boards, some, stop_); !full.empty()) plan = std::move(full);
                work_ -= share - some;
            }
            if (plan) {
                cost_ = bought.cost, plan_ = std::move(*plan);
                return;
            }
        }
    }

    /// Boards like the linear program's: of each as many as it asks for, every piece near the one that stands there, the last two of them
    /// so that the board is full. What finds no like is left to the next.
    void fillAlike(Dice& dice, std::vector<std::int64_t>& need, std::vector<Filled>& plan) {
        std::vector<std::size_t> wishes;
        for (std::size_t m = 0; m < models_.size(); ++m)
            for (auto n = std::floor(models_[m].times + dice.unit()); n > 0; --n) wishes.push_back(m);
        for (std::size_t k = wishes.size(); k > 1; --k) std::swap(wishes[k - 1], wishes[dice.below(k)]);
        std::set<std::pair<std::int64_t, std::size_t>> pool;
        for (std::size_t i = 0; i < need.size(); ++i)
            if (need[i] > 0) pool.emplace(g_.size[i], i);
        const auto take = [&](std::size_t i) {
            if (--need[i] == 0) pool.erase({g_.size[i], i});
        };
        const auto back = [&](std::size_t i) {
            if (need[i]++ == 0) pool.emplace(g_.size[i], i);
        };
        /// The longest that fits; none: the end of the pool.
        const auto longest = [&](std::int64_t room) {
            auto at = pool.upper_bound({room, SIZE_MAX});
            return at == pool.begin() ? pool.end() : std::prev(at);
        };
        // What may be given away of a board grows from round to round.
        std::vector<std::size_t> again;
        for (const double lose : {1e-7, 1e-7, 0.0003, 0.001, 0.002, 0.003, 0.005, 0.008, 0.012, 0.02}) {
            again.clear();
            for (const auto wish : wishes) {
                const auto& model = models_[wish];
                auto room = g_.room[model.stock];
                std::vector<std::size_t> taken;
                const auto put = [&](std::size_t i) { take(i), taken.push_back(i), room -= g_.size[i]; };
                bool good = true;
                for (std::size_t k = 0; good && k + 2 < model.sizes.size(); ++k) {
                    auto near = pool.lower_bound({model.sizes[k], 0});
                    if (near == pool.end() ||
                        (near != pool.begin() && model.sizes[k] - std::prev(near)->first < near->first - model.sizes[k]))
                        near = near == pool.begin() ? near : std::prev(near);
                    good = near != pool.end() && near->first <= room;
                    if (good) put(near->second);
                }
                if (good && model.sizes.size() == 1) {
                    const auto one = longest(room);
                    good = one != pool.end();
                    if (good) put(one->second);
                } else if (good) {
                    // Of the pieces about the last but one, that which is worth most together with the longest that still fits beside it.
                    const auto about = model.sizes[model.sizes.size() - 2];
                    auto at = pool.lower_bound({about, 0});
                    for (int n = 0; n < 30 && at != pool.begin(); ++n) --at;
                    std::pair<std::size_t, std::size_t> best{SIZE_MAX, SIZE_MAX};
                    double most = 0;
                    for (int n = 0; n < 60 && at != pool.end() && at->first < room; ++n, ++at) {
                        auto other = longest(room - at->first);
                        if (other != pool.end() && *other == *at && need[at->second] < 2)
                            other = other == pool.begin() ? pool.end() : std::prev(other);
                        if (other == pool.end()) continue;
                        if (const auto both = worth_[at->second] + worth_[other->second]; both > most)
                            most = both, best = {at->second, other->second};
                    }
                    good = best.first != SIZE_MAX;
                    if (good) put(best.first), put(best.second);
                }
                double worth = 0;
                for (const auto i : taken) worth += worth_[i];
                if (!good || worth < static_cast<double>(g_.price[model.stock]) * (1 - lose)) {
                    for (const auto i : taken) back(i);
                    again.push_back(wish);
                    continue;
                }
                Pattern pattern(g_.size.size(), 0);
                for (const auto i : taken) ++pattern[i];
                plan.emplace_back(model.stock, std::move(pattern));
            }
            std::swap(wishes, again);
        }
    }

    /// One after another: the longest piece that is left, and what with it is worth most of the board's price, out of some of the sizes
    /// that are left. Empty: a piece is as long as its board, and the grid too coarse for it.
    std::vector<Filled> fillInTurn(Dice& dice, std::vector<std::int64_t> need) {
        std::vector<Filled> plan;
        std::vector<std::size_t> left = order_;
        std::erase_if(left, [&](auto i) { return need[i] <= 0; });
        while (!left.empty()) {
            const auto first = left.front();
            // Spread over all that is left, by chance within each share; a size that is there more than once several times.
            std::vector<std::size_t> some;
            const auto many = std::min<std::size_t>(left.size(), 70);
            for (std::size_t k = 0; k < many; ++k) {
                const auto from = left.size() * k / many, to = left.size() * (k + 1) / many;
                const auto i = left[from + dice.below(to - from)];
                some.insert(some.end(), static_cast<std::size_t>(std::min<std::int64_t>(need[i] - (i == first), 6)), i);
            }
            const auto cells = static_cast<std::size_t>(*std::ranges::max_element(high_.room) - high_.size[first]) + 1;
            std::vector<float> best(cells, 0);
            std::vector<std::vector<bool>> took(some.size(), std::vector<bool>(cells, false));
            for (std::size_t k = 0; k < some.size(); ++k) {
                const auto w = static_cast<std::size_t>(high_.size[some[k]]);
                const auto v = static_cast<float>(worth_[some[k]]);
                for (std::size_t c = cells; c-- > w;)
                    if (best[c - w] + v > best[c]) best[c] = best[c - w] + v, took[k][c] = true;
            }
            work_ -= 40;
            double bestRate = -1;
            std::size_t stock = 0;
            for (std::size_t j = 0; j < g_.room.size(); ++j) {
                const auto rest = high_.room[j] - high_.size[first];
                if (rest < 0) continue;
                const double rate =
                    (worth_[first] + static_cast<double>(best[static_cast<std::size_t>(rest)])) / static_cast<double>(g_.price[j]);
                if (rate > bestRate) bestRate = rate, stock = j;
            }
            if (bestRate < 0) return {};
            Pattern pattern(g_.size.size(), 0);
            pattern[first] = 1, --need[first];
            auto c = static_cast<std::size_t>(high_.room[stock] - high_.size[first]);
            for (auto k = some.size(); k-- > 0;)
                if (took[k][c]) ++pattern[some[k]], --need[some[k]], c -= static_cast<std::size_t>(high_.size[some[k]]);
            plan.emplace_back(stock, std::move(pattern));
            std::erase_if(left, [&](auto i) { return need[i] <= 0; });
        }
        return plan;
    }
    std::int64_t costOf(const std::vector<Filled>& boards) const {
        std::int64_t sum = 0;
        for (const auto& b : boards) sum += g_.price[b.first];
        return sum;
    }

    /// A short list out of the long one, proved as short lists are.
    std::vector<Filled> fillShort(Dice& dice, const std::vector<std::int64_t>& need) {
        auto plan = fillInTurn(dice, need);
        if (plan.empty()) return plan;
        auto proved = shortList(need, costOf(plan));
        return proved.empty() ? plan : proved;
    }
    /// A cheaper plan for some of the pieces; empty: none was found.
    std::vector<Filled> shortList(const Pattern& need, std::int64_t cost) {
        ProofCase some{{}, {}, {}, g_.room, g_.price, g_.left};
        std::vector<std::size_t> at;
        for (std::size_t i = 0; i < need.size(); ++i)
            if (need[i] > 0)
                at.push_back(i), some.size.push_back(g_.size[i]), some.need.push_back(need[i]), some.length.push_back(g_.length[i]);
        auto plan = shortList(some, cost);
        for (auto& [stock, few] : plan) {
            Pattern pattern(g_.size.size(), 0);
            for (std::size_t k = 0; k < few.size(); ++k) pattern[at[k]] = few[k];
            few = std::move(pattern);
        }
        return plan;
    }
    std::vector<Filled> shortList(const ProofCase& some, std::int64_t cost) {
        auto proof = prove(some, cost, 0, std::min<std::int64_t>(work_, 150'000), stop_);
        work_ -= 50'000;
        return std::move(proof.boards);
    }

    /// Boards like the linear program's, and what is left in lists short enough to be proved.
    void fill(std::uint64_t seed) {
        if (worth_.empty()) return;
        Dice dice{seed};
        auto need = g_.need;
        std::vector<Filled> plan;
        fillAlike(dice, need, plan);
        std::vector<std::size_t> pieces;
        for (std::size_t i = 0; i < need.size(); ++i) pieces.insert(pieces.end(), static_cast<std::size_t>(need[i]), i);
        for (std::size_t k = pieces.size(); k > 1; --k) std::swap(pieces[k - 1], pieces[dice.below(k)]);
        const auto lists = (pieces.size() + kShort - 1) / kShort;
        for (std::size_t n = 0; n < lists && !stopped(); ++n) {
            Pattern some(g_.size.size(), 0);
            for (auto k = pieces.size() * n / lists; k < pieces.size() * (n + 1) / lists; ++k) ++some[pieces[k]], --need[pieces[k]];
            auto boards = fillShort(dice, some);
            if (boards.empty()) return;
            plan.insert(plan.end(), std::make_move_iterator(boards.begin()), std::make_move_iterator(boards.end()));
        }
        if (const auto cost = costOf(plan); cost < cost_ && std::ranges::all_of(need, [](auto n) { return n == 0; }))
            cost_ = cost, plan_ = std::move(plan);
    }

    /// The boards that lose most of their price, with some others, as a short list to be proved; what it finds cheaper stays.
    void mend() {
        Dice dice{7};
        std::vector<double> loss;
        const auto lossOf = [&](const Filled& f) {
            double worth = 0;
            for (std::size_t i = 0; i < f.second.size(); ++i)
                if (f.second[i] > 0) worth += worth_[i] * static_cast<double>(f.second[i]);
            return static_cast<double>(g_.price[f.first]) - worth;
        };
        for (const auto& f : plan_) loss.push_back(lossOf(f));
        for (int vain = 0; vain < 40 && open();) {
            std::vector<std::pair<double, std::size_t>> order;
            for (std::size_t b = 0; b < loss.size(); ++b) order.emplace_back(-loss[b] * (0.2 + dice.unit()), b);
            std::ranges::sort(order);
            Pattern some(g_.size.size(), 0);
            std::vector<std::size_t> few;
            std::int64_t pieces = 0, cost = 0;
            // As many as lose a step of the price together, and others by chance.
            double lost = 0;
            const auto add = [&](std::size_t b) {
                few.push_back(b), cost += g_.price[plan_[b].first], lost += loss[b];
                for (std::size_t i = 0; i < some.size(); ++i) some[i] += plan_[b].second[i], pieces += plan_[b].second[i];
            };
            auto at = order.begin();
            for (; at != order.end() && pieces < kMost && (pieces < kMended || lost < 1.02 * static_cast<double>(step_)); ++at)
                add(at->second);
            for (const auto more = pieces * 3 / 2; at != order.end() && pieces < more;) {
                std::swap(*at, *(at + static_cast<std::ptrdiff_t>(dice.below(static_cast<std::size_t>(order.end() - at)))));
                add(at++->second);
            }
            auto boards = shortList(some, cost);
            std::int64_t now = costOf(boards);
            if (boards.empty() || now >= cost) {
                ++vain;
                continue;
            }
            vain = 0, cost_ -= cost - now;
            std::ranges::sort(few, std::greater{});
            for (const auto b : few) {
                plan_[b] = std::move(plan_.back()), plan_.pop_back();
                loss[b] = loss.back(), loss.pop_back();
            }
            for (auto& f : boards) loss.push_back(lossOf(f)), plan_.push_back(std::move(f));
        }
    }

    /// A filling of the linear program, and how often it asks for it.
    struct Model {
        std::size_t stock;
        std::vector<std::int64_t> sizes;  ///< longest first
        double times;
    };
    const ProofCase& g_;
    Coarse rough_, low_, high_;
    std::int64_t work_, given_, cost_ = std::numeric_limits<std::int64_t>::max() / 4, step_ = 0;
    const std::function<bool()>& stop_;
    const std::unique_ptr<glp_prob, decltype(&glp_delete_prob)> lp_{glp_create_prob(), glp_delete_prob};
    std::vector<std::size_t> order_;  ///< longest first
    std::size_t breaks_ = 0;
    std::vector<std::pair<std::size_t, double>> share_;
    std::vector<Filled> plan_;
    std::vector<double> worth_;
    double known_ = 0;  ///< what worth_ proves, on its grid
    std::vector<Model> models_;
    std::vector<Wish> wishes_;
    Proof out_;
};

}  // namespace

Proof proveLong(const ProofCase& g, std::int64_t cost, std::int64_t work, const std::function<bool()>& stop) {
    const auto cell = *std::ranges::max_element(g.room) / kRough;  // shorter pieces are nothing on the rough grid
    bool sold = false, plain = *std::ranges::min_element(g.size) > cell, priced = plain;
    for (std::size_t j = 0; j < g.room.size(); ++j) {
        const bool many = g.left[j] >= kUnlimited;
        sold = sold || (many && g.room[j] >= *std::ranges::max_element(g.size)), priced = priced && (!many || g.price[j] > 0);
        plain = plain && many && g.price[j] > 0;
    }
    auto proof = LongList{g, cost, work, stop}.run(plain, sold && priced);
    auto now = cost;
    if (!proof.boards.empty()) {
        now = 0;
        for (const auto& [row, pattern] : proof.boards) now += g.price[row];
    }
    if ((plain && g.size.size() >= kLongAlone) || proof.bound == now || (stop && stop())) return proof;
    auto rest = prove(g, now, 0, work, stop);
    if (rest.boards.empty()) rest.boards = std::move(proof.boards);
    if (proof.bound > rest.bound) rest.bound = proof.bound, rest.worths = std::move(proof.worths);
    return rest;
}

}  // namespace oiko
