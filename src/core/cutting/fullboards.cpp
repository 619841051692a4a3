#include "core/cutting/fullboards.h"

#include <algorithm>
#include <numeric>

#include "core/cutting/swaps.h"

namespace oiko {
namespace {

constexpr std::int64_t kFew = 120;              ///< pieces, and
constexpr std::size_t kMostFillings = 1500;     ///< of them: so few are tried one with another
constexpr std::int64_t kMostTries = 3'000'000;  ///< while they are listed
constexpr std::int64_t kMostLooks = 400'000;    ///< at a filling, while they are tried
constexpr std::int64_t kMostBoards = 500;

class FullBoards {
public:
    /// Fillings of more pieces than `most` are left out.
    FullBoards(const ProofCase& g, const std::vector<std::int64_t>& boards, std::int64_t spare, std::int64_t most,
               const std::function<bool()>& stop)
        : g_{g},
          boards_{boards},
          need_{g.need},
          spare_{spare},
          most_{most},
          stop_{stop},
          order_(g.size.size()),
          rest_(order_.size() + 1, 0) {
        std::iota(order_.begin(), order_.end(), 0);
        std::ranges::sort(order_, [&](auto a, auto b) { return g.size[a] > g.size[b]; });
    }
    /// Few enough pieces, and all their fillings are listed.
    bool few() {
        if (std::accumulate(need_.begin(), need_.end(), std::int64_t{0}) > kFew) return false;
        for (auto d = order_.size(); d-- > 0;) rest_[d] = rest_[d + 1] + need_[order_[d]] * g_.size[order_[d]];
        shortest_ = g_.size[order_.back()];
        for (std::size_t j = 0; j < boards_.size(); ++j)
            if (boards_[j] > 0) list(j, 0, g_.room[j], most_);
        return fillings_.size() < kMostFillings && tries_ > 0;
    }
    /// They are tried one with another.
    bool run() {
        std::vector<std::uint32_t> all(fillings_.size());
        std::iota(all.begin(), all.end(), 0);
        const bool found = place(all, rest_[0]);
        complete_ = looks_ > 0;
        return found;
    }
    bool complete() const { return complete_; }  ///< all fillings were tried
    std::vector<Filled> plan() const {
        std::vector<Filled> out;
        for (const auto& f : taken_) {
            out.emplace_back(f.stock, Pattern(g_.size.size(), 0));
            for (const auto& [i, n] : f.sizes) out.back().second[i] += n;
        }
        return out;
    }
    std::int64_t worked() const { return (kMostTries + kMostLooks - tries_ - looks_) / 100; }

private:
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
    /// The fillings of a board by sizes from this place in the order on.
    void list(std::size_t stock, std::size_t depth, std::int64_t room, std::int64_t most) {
        if (room <= spare_) fillings_.push_back({stock, room, now_});
        if (room < shortest_ || most == 0) return;
        const auto start = order_.begin() + static_cast<std::ptrdiff_t>(depth);
        // One piece ends it, and there is room for no more,
        for (auto at = std::lower_bound(start, order_.end(), room, [this](auto i, auto longest) { return g_.size[i] > longest; });
             at != order_.end() && g_.size[*at] >= room - spare_; ++at)
            if (need_[*at] > 0) {
                now_.emplace_back(*at, 1), fillings_.push_back({stock, room - g_.size[*at], now_});
                now_.pop_back();
            }
        // or two at least.
        if (most < 2) return;
        auto at = std::lower_bound(start, order_.end(), room - shortest_, [this](auto i, auto longest) { return g_.size[i] > longest; });
        for (; at != order_.end() && rest_[static_cast<std::size_t>(at - order_.begin())] >= room - spare_; ++at) {
            now_.emplace_back(*at, 0);
            for (auto n = std::min({need_[*at], room / g_.size[*at], most}); n > 0; --n) {
                if (fillings_.size() >= kMostFillings || --tries_ <= 0) break;
                now_.back().second = n;
                list(stock, static_cast<std::size_t>(at - order_.begin()) + 1, room - n * g_.size[*at], most - n);
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
    std::int64_t spare_, most_, tries_ = kMostTries, looks_ = kMostLooks;
    const std::function<bool()>& stop_;
    std::vector<std::size_t> order_;  ///< longest first
    std::vector<std::int64_t> rest_;  ///< length from this place in the order on
    std::vector<std::pair<std::size_t, std::int64_t>> now_;
    std::vector<Filling> fillings_, taken_;
    std::int64_t shortest_ = 0;
    bool complete_ = false;
};

}  // namespace

std::int64_t spareOf(const ProofCase& g, const std::vector<std::int64_t>& boards) {
    return std::inner_product(boards.begin(), boards.end(), g.room.begin(), std::int64_t{0}) -
           std::inner_product(g.need.begin(), g.need.end(), g.size.begin(), std::int64_t{0});
}

bool mustBeFull(const ProofCase& g, const std::vector<std::int64_t>& boards) {
    const auto spare = spareOf(g, boards);
    return spare >= 0 && spare < *std::ranges::min_element(g.size) &&
           std::accumulate(boards.begin(), boards.end(), std::int64_t{0}) <= kMostBoards;
}

/// Where nothing is over and all are sold at one rate, any boards at that rate will do that come out full: as many of each as there may be.
static std::vector<std::int64_t> anyAtOneRate(const ProofCase& g, const std::vector<std::int64_t>& boards) {
    const Wide length = std::inner_product(boards.begin(), boards.end(), g.room.begin(), std::int64_t{0}),
               cost = std::inner_product(boards.begin(), boards.end(), g.price.begin(), std::int64_t{0});
    auto any = boards;
    for (std::size_t j = 0; j < boards.size(); ++j) {
        const bool same = g.price[j] * length == cost * g.room[j];
        if (boards[j] > 0 && !same) return boards;
        if (same) any[j] = std::min(g.left[j], static_cast<std::int64_t>(length) / g.room[j]);
    }
    return any;
}

std::vector<Filled> fullBoards(const ProofCase& g, const std::vector<std::int64_t>& boards, std::int64_t& work,
                               const std::function<bool()>& stop, int again) {
    if (!mustBeFull(g, boards)) return {};
    const auto spare = spareOf(g, boards);
    const auto tryAll = [&](FullBoards& search) {
        const bool found = search.few() && search.run();
        work -= search.worked();
        return found ? search.plan() : std::vector<Filled>{};
    };
    const auto allowed = spare == 0 ? anyAtOneRate(g, boards) : boards;
    FullBoards all{g, allowed, spare, kFew, stop};
    if (auto plan = tryAll(all); !plan.empty() || all.complete()) return plan;
    const auto count = std::accumulate(boards.begin(), boards.end(), std::int64_t{0});
    const LastBoards last = [&](const ProofCase& some, const std::vector<std::int64_t>& left, std::int64_t few) {
        const auto pieces = std::accumulate(some.need.begin(), some.need.end(), std::int64_t{0});
        FullBoards search{some, left, spare == 0 ? 0 : spareOf(some, left), pieces / few + 1, stop};
        return tryAll(search);
    };
    return swappedFull(g, allowed, count, spare, last, work, again, stop);
}

}  // namespace oiko
