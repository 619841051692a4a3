#include "core/cutting/fullboards.h"

#include <algorithm>
#include <numeric>

#include "core/cutting/repack.h"

namespace oiko {
namespace {

constexpr std::int64_t kFew = 120;              ///< pieces, and
constexpr std::size_t kMostFillings = 600;      ///< of them: so few are tried one with another; before that, chance places boards
constexpr std::size_t kChoices = 60;            ///< fillings that chance has
constexpr std::int64_t kMostTries = 3'000'000;  ///< while they are listed
constexpr std::int64_t kMostLooks = 400'000;    ///< at a filling, while they are tried
constexpr int kAttempts = 300;
constexpr std::int64_t kMostBoards = 500;

class FullBoards {
public:
    FullBoards(const ProofCase& g, const std::vector<std::int64_t>& boards, std::int64_t spare, const std::function<bool()>& stop)
        : g_{g}, boards_{boards}, need_{g.need}, spare_{spare}, stop_{stop}, order_(g.size.size()), rest_(order_.size() + 1, 0) {
        std::iota(order_.begin(), order_.end(), 0);
        std::ranges::sort(order_, [&](auto a, auto b) { return g.size[a] > g.size[b]; });
    }
    /// The longest pieces by chance, the others one with another.
    bool run(std::uint64_t seed) {
        Dice dice{seed};
        auto pieces = std::accumulate(need_.begin(), need_.end(), std::int64_t{0});
        for (std::size_t first = 0; !fewFillings(pieces); ++first)
            while (need_[order_[first]] > 0 && !fewFillings(pieces)) {
                std::vector<std::size_t> rows;
                for (std::size_t j = 0; j < boards_.size(); ++j) rows.insert(rows.end(), static_cast<std::size_t>(boards_[j]), j);
                if (rows.empty()) return false;
                byChance_ = true;
                const auto j = rows[dice.below(rows.size())], i = order_[first];
                if (g_.size[i] > g_.room[j]) return false;
                // Nobody gives more away than a few boards' share.
                const auto share = std::min(spare_, 4 * spare_ / static_cast<std::int64_t>(rows.size()));
                startList(kChoices, share);
                --need_[i], now_.emplace_back(i, 1);
                list(j, first, g_.room[j] - g_.size[i]);
                now_.pop_back(), ++need_[i];
                if (fillings_.empty()) return false;
                take(fillings_[dice.below(fillings_.size())]);
                for (const auto& [size, n] : taken_.back().sizes) pieces -= n;
            }
        if (tries_ <= 0) return false;
        std::vector<std::uint32_t> all(fillings_.size());
        std::iota(all.begin(), all.end(), 0);
        return place(all, rest_[0]);
    }
    std::vector<Filled> plan() const {
        std::vector<Filled> out;
        for (const auto& f : taken_) {
            out.emplace_back(f.stock, Pattern(g_.size.size(), 0));
            for (const auto& [i, n] : f.sizes) out.back().second[i] += n;
        }
        return out;
    }
    bool byChance() const { return byChance_; }  ///< another seed may find what this one did not
    std::int64_t worked() const { return (kMostTries + kMostLooks - tries_ - looks_) / 100; }

private:
    /// Few enough pieces, and all their fillings are listed.
    bool fewFillings(std::int64_t pieces) {
        if (pieces > kFew) return false;
        startList(kMostFillings, spare_);
        for (std::size_t j = 0; j < boards_.size(); ++j)
            if (boards_[j] > 0) list(j, 0, g_.room[j]);
        return fillings_.size() < kMostFillings;
    }
    struct Filling {
        std::size_t stock;
        std::int64_t loss;
        std::vector<std::pair<std::size_t, std::int64_t>> sizes;
    };
    void take(const Filling& f) {
        for (const auto& [i, n] : f.sizes) need_[i] -= n;
        --boards_[f.stock], spare_ -= f.loss, taken_.push_back(f);
    }
    void giveBack() {
        const auto& f = taken_.back();
        for (const auto& [i, n] : f.sizes) need_[i] += n;
        ++boards_[f.stock], spare_ += f.loss, taken_.pop_back();
    }
    void startList(std::size_t most, std::int64_t loss) {
        fillings_.clear(), most_ = most, loss_ = loss, shortest_ = 0;
        for (auto d = order_.size(); d-- > 0;) rest_[d] = rest_[d + 1] + need_[order_[d]] * g_.size[order_[d]];
        for (const auto i : order_)
            if (need_[i] > 0) shortest_ = g_.size[i];
    }
    /// The fillings of a board by sizes from this place in the order on.
    void list(std::size_t stock, std::size_t depth, std::int64_t room) {
        if (room <= loss_) fillings_.push_back({stock, room, now_});
        if (room < shortest_) return;
        const auto start = order_.begin() + static_cast<std::ptrdiff_t>(depth);
        // One piece ends it, and there is room for no more,
        for (auto at = std::lower_bound(start, order_.end(), room, [this](auto i, auto most) { return g_.size[i] > most; });
             at != order_.end() && g_.size[*at] >= room - loss_; ++at)
            if (need_[*at] > 0) {
                now_.emplace_back(*at, 1), fillings_.push_back({stock, room - g_.size[*at], now_});
                now_.pop_back();
            }
        // or two at least.
        auto at = std::lower_bound(start, order_.end(), room - shortest_, [this](auto i, auto most) { return g_.size[i] > most; });
        for (; at != order_.end() && rest_[static_cast<std::size_t>(at - order_.begin())] >= room - loss_; ++at) {
            now_.emplace_back(*at, 0);
            for (auto n = std::min(need_[*at], room / g_.size[*at]); n > 0; --n) {
                if (fillings_.size() >= most_ || --tries_ <= 0) break;
                now_.back().second = n;
                list(stock, static_cast<std::size_t>(at - order_.begin()) + 1, room - n * g_.size[*at]);
            }
            now_.pop_back();
        }
    }
    bool place(const std::vector<std::uint32_t>& fillings, std::int64_t left) {
        if (left == 0) return true;
        looks_ -= static_cast<std::int64_t>(fillings.size()) + 10;
        if (looks_ <= 0 || (stop_ && stop_())) return false;
        std::vector<std::uint32_t> still, choices(g_.size.size(), 0);
        for (const auto k : fillings) {
            const auto& f = fillings_[k];
            const auto there = [this](const auto& s) { return s.second <= need_[s.first]; };
            if (f.loss > spare_ || boards_[f.stock] == 0 || !std::ranges::all_of(f.sizes, there)) continue;
            still.push_back(k);
            for (const auto& [i, n] : f.sizes) ++choices[i];
        }
        std::size_t scarce = need_.size();
        for (std::size_t i = 0; i < need_.size(); ++i)
            if (need_[i] > 0 && (scarce == need_.size() || choices[i] < choices[scarce])) scarce = i;
        for (const auto k : still) {
            const auto& f = fillings_[k];
            if (std::ranges::find(f.sizes, scarce, &std::pair<std::size_t, std::int64_t>::first) == f.sizes.end()) continue;
            take(f);
            if (place(still, left - (g_.room[f.stock] - f.loss))) return true;
            giveBack();
            if (looks_ <= 0) return false;
        }
        return false;
    }

    const ProofCase& g_;
    std::vector<std::int64_t> boards_;
    Pattern need_;
    std::int64_t spare_, tries_ = kMostTries, looks_ = kMostLooks;
    const std::function<bool()>& stop_;
    std::vector<std::size_t> order_;  ///< longest first
    std::vector<std::int64_t> rest_;  ///< length from this place in the order on
    std::vector<std::pair<std::size_t, std::int64_t>> now_;
    std::vector<Filling> fillings_, taken_;
    std::size_t most_ = 0;
    bool byChance_ = false;
    std::int64_t loss_ = 0, shortest_ = 0;
};

}  // namespace

std::vector<Filled> fullBoards(const ProofCase& g, const std::vector<std::int64_t>& boards, std::int64_t& work,
                               const std::function<bool()>& stop) {
    const auto spare = std::inner_product(boards.begin(), boards.end(), g.room.begin(), std::int64_t{0}) -
                       std::inner_product(g.need.begin(), g.need.end(), g.size.begin(), std::int64_t{0});
    if (spare < 0 || spare >= *std::ranges::min_element(g.size)) return {};
    if (std::accumulate(boards.begin(), boards.end(), std::int64_t{0}) > kMostBoards) return {};
    for (std::uint64_t seed = 1; seed <= kAttempts && work > 0 && !(stop && stop()); ++seed) {
        FullBoards search{g, boards, spare, stop};
        const bool found = search.run(seed);
        work -= search.worked();
        if (found) return search.plan();
        if (!search.byChance()) break;
    }
    return {};
}

}  // namespace oiko
