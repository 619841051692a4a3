#include "core/cutting/exchange.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

#include "core/cutting/repack.h"

namespace oiko {
namespace {

using Piece = std::uint32_t;
constexpr double kCoolest = 0.01;            ///< of the warmth that a cycle begins with
constexpr std::size_t kFewOut = 8;           ///< pieces left out of which two may go together
constexpr std::int64_t kPatience = 600'000;  ///< steps without any less left out
constexpr std::int64_t kCycle = 80'000;
constexpr std::size_t kNear = 12;  ///< pieces that are looked at below the longest that fits

class Exchange {
public:
    Exchange(const ProofCase& g, const Boards& boards, std::int64_t& work, const std::function<bool()>& stop)
        : g_{g}, work_{work}, stop_{stop} {
        std::vector<std::size_t> order(g.size.size());
        std::iota(order.begin(), order.end(), 0);
        std::ranges::stable_sort(order, {}, [&](auto i) { return g.size[i]; });
        for (const auto i : order)
            for (std::int64_t n = 0; n < g.need[i]; ++n) size_.push_back(g.size[i]), item_.push_back(i);
        for (std::size_t j = 0; j < boards.size(); ++j)
            for (std::int64_t n = 0; n < boards[j]; ++n) row_.push_back(j), free_.push_back(g.room[j]);
        on_.resize(row_.size()), where_.assign(size_.size(), row_.size());
        startBestFit();
        for (std::size_t b = 0; b < row_.size(); ++b) open(b);
    }

    bool run() {
        if (row_.empty()) return out_.empty();
        Dice dice{1};
        double warm = 0;
        for (std::int64_t step = 0; !out_.empty(); ++step) {
            if (work_-- <= 0 || step - better_ > kPatience || (step % 64 == 0 && stop_ && stop_())) return false;
            if (step % 256 == 0) {
                // Warm, then ever cooler, and again: in what a board has free on the average, or the emptiest of all.
                const auto all = std::accumulate(free_.begin(), free_.end(), std::int64_t{0}), most = *std::ranges::max_element(free_);
                const double mean = static_cast<double>(all) / static_cast<double>(free_.size());
                warm = std::max(4 * mean * mean, static_cast<double>(most)) *
                       std::pow(kCoolest, static_cast<double>(step % kCycle) / static_cast<double>(kCycle));
            }
            auto a = dice.below(row_.size());
            for (int k = 0; k < 20 && free_[a] == 0; ++k) a = dice.below(row_.size());
            if (free_[a] == 0) continue;
            if (const auto any = anyMove(a, dice); any.gain >= 0 || dice.unit() < std::exp(any.gain / warm))
                apply(a, any);
            else if (const auto best = dice.unit() < 0.3 ? bestMove(a, dice) : Move{}; best.gain > 0) {
                if (best.from == row_.size()) better_ = step;
                apply(a, best);
            }
        }
        return true;
    }

    std::vector<Filled> filled() const {
        std::vector<Filled> plan;
        for (std::size_t b = 0; b < row_.size(); ++b) {
            if (on_[b].empty()) continue;
            plan.emplace_back(row_[b], Pattern(g_.size.size(), 0));
            for (const auto p : on_[b]) ++plan.back().second[item_[p]];
        }
        return plan;
    }

private:
    struct Few {
        Piece which[2]{};
        std::size_t n = 0;
    };
    /// `give` goes from the board in hand to `from`, and `take`, which is longer, comes back.
    struct Move {
        Few give, take;
        std::size_t from = 0;
        double gain = -1e301;
    };

    void startBestFit() {
        std::set<std::pair<std::int64_t, std::size_t>> open;
        for (std::size_t b = 0; b < row_.size(); ++b) open.emplace(free_[b], b);
        for (auto p = size_.size(); p-- > 0;) {
            const auto at = open.lower_bound({size_[p], 0});
            if (at == open.end()) {
                out_.push_back(static_cast<Piece>(p));
                continue;
            }
            const auto b = at->second;
            open.erase(at);
            put(static_cast<Piece>(p), b);
            open.emplace(free_[b], b);
        }
    }
    void put(Piece p, std::size_t b) { on_[b].push_back(p), where_[p] = b, free_[b] -= size_[p]; }
    void remove(Piece p, std::size_t b) { std::erase(on_[b], p), free_[b] += size_[p]; }
    /// Pieces on boards that are not full, by size.
    void close(std::size_t b) {
        for (const auto p : on_[b]) open_.erase(p);
    }
    void open(std::size_t b) {
        for (const auto p : on_[b])
            if (free_[b] > 0) open_.insert(p);
    }

    std::int64_t sum(const Few& few) const {
        std::int64_t s = 0;
        for (std::size_t k = 0; k < few.n; ++k) s += size_[few.which[k]];
        return s;
    }
    template <class Visit>
    static void eachFew(const std::vector<Piece>& of, bool none, const Visit& visit) {
        if (none) visit(Few{});
        for (std::size_t i = 0; i < of.size(); ++i) {
            visit(Few{{of[i], 0}, 1});
            for (std::size_t k = i + 1; k < of.size(); ++k) visit(Few{{of[i], of[k]}, 2});
        }
    }

    Move bestMove(std::size_t a, Dice& dice) const {
        Move best;
        const auto offer = [&](const Few& give, const Few& take, std::size_t from, std::int64_t more) {
            // What is left out counts before all else.
            const double gain = from == row_.size() ? 1e9 * static_cast<double>(more)
                                                    : 2.0 * static_cast<double>(more) * static_cast<double>(more + free_[from] - free_[a]);
            if (gain > best.gain) best = {give, take, from, gain};
        };
        const auto room = free_[a];
        const auto others = std::min<std::size_t>(6, row_.size());
        std::size_t some[6];
        for (std::size_t k = 0; k < others; ++k) some[k] = dice.below(row_.size());
        eachFew(on_[a], true, [&](const Few& give) {
            const auto s = sum(give);
            const auto fits = [&](std::int64_t t) { return t > s && t <= s + room; };
            for (std::size_t i = 0; i < out_.size(); ++i) {
                if (fits(size_[out_[i]])) offer(give, Few{{out_[i], 0}, 1}, row_.size(), size_[out_[i]] - s);
                for (std::size_t k = i + 1; k < out_.size() && out_.size() <= kFewOut; ++k)
                    if (const auto t = size_[out_[i]] + size_[out_[k]]; fits(t))
                        offer(give, Few{{out_[i], out_[k]}, 2}, row_.size(), t - s);
            }
            if (best.from == row_.size() && best.gain > 0) return;
            const auto one = [&](Piece p) {
                if (const auto b = where_[p]; b != a && b != row_.size()) offer(give, Few{{p, 0}, 1}, b, size_[p] - s);
            };
            auto at = open_.lower_bound(static_cast<Piece>(std::ranges::upper_bound(size_, s + room) - size_.begin()));
            for (std::size_t k = 0; k < kNear && at != open_.begin() && size_[*--at] > s; ++k) one(*at);
            // From a full board what fills this one: as good, and another place to go on from.
            if (room > 0 && size_.back() >= s + room) {
                const auto same = std::ranges::equal_range(size_, s + room);
                if (!same.empty())
                    one(static_cast<Piece>(same.begin() - size_.begin() + static_cast<std::ptrdiff_t>(dice.below(same.size()))));
            }
            for (std::size_t k = 0; k < others; ++k)
                if (some[k] != a)
                    eachFew(on_[some[k]], false, [&](const Few& take) {
                        if (const auto t = sum(take); take.n == 2 && fits(t)) offer(give, take, some[k], t - s);
                    });
        });
        return best;
    }
    /// A piece of the board in hand for one a little longer, wherever that is.
    Move anyMove(std::size_t a, Dice& dice) const {
        Move move;
        if (on_[a].empty()) return move;
        const auto p = on_[a][dice.below(on_[a].size())];
        const auto first = std::ranges::upper_bound(size_, size_[p]) - size_.begin(),
                   end = std::ranges::upper_bound(size_, size_[p] + free_[a]) - size_.begin();
        if (first == end) return move;
        const auto q = static_cast<std::size_t>(first) + dice.below(static_cast<std::size_t>(end - first));
        const auto b = where_[q];
        if (b == a || b == row_.size()) return move;
        const auto more = static_cast<double>(size_[q] - size_[p]);
        return {Few{{p, 0}, 1}, Few{{static_cast<Piece>(q), 0}, 1}, b, 2.0 * more * (more + static_cast<double>(free_[b] - free_[a]))};
    }
    void apply(std::size_t a, const Move& m) {
        close(a);
        if (m.from != row_.size()) close(m.from);
        for (std::size_t k = 0; k < m.give.n; ++k) remove(m.give.which[k], a);
        for (std::size_t k = 0; k < m.take.n; ++k)
            m.from == row_.size() ? static_cast<void>(std::erase(out_, m.take.which[k])) : remove(m.take.which[k], m.from);
        for (std::size_t k = 0; k < m.take.n; ++k) put(m.take.which[k], a);
        for (std::size_t k = 0; k < m.give.n; ++k)
            if (m.from == row_.size())
                out_.push_back(m.give.which[k]), where_[m.give.which[k]] = row_.size();
            else
                put(m.give.which[k], m.from);
        open(a);
        if (m.from != row_.size()) open(m.from);
    }

    const ProofCase& g_;
    std::int64_t& work_;
    const std::function<bool()>& stop_;
    std::vector<std::int64_t> size_;  ///< of each piece, ascending
    std::vector<std::size_t> item_, where_;
    std::vector<std::size_t> row_;  ///< of each board
    std::vector<std::int64_t> free_;
    std::vector<std::vector<Piece>> on_;
    std::vector<Piece> out_;
    std::int64_t better_ = 0;  ///< the step at which less was left out last
    std::set<Piece> open_;
};

}  // namespace

std::optional<std::vector<Filled>> fillBoards(const ProofCase& g, const Boards& boards, std::int64_t& work,
                                              const std::function<bool()>& stop) {
    Exchange e{g, boards, work, stop};
    if (!e.run()) return std::nullopt;
    return e.filled();
}

}  // namespace oiko
