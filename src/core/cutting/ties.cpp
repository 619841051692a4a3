#include "core/cutting/ties.h"

#include <algorithm>
#include <map>
#include <numeric>
#include <optional>
#include <tuple>

#include "core/cutting/repack.h"

namespace oiko {
namespace {

/// Counts boards of each kind: of the plan, and of the plan before.
class Kinds {
public:
    Kinds(const std::vector<Filled>& boards, const std::vector<Filled>& before) {
        for (const auto& b : before) ++before_[b];
        for (const auto& b : boards) add(b, 1);
    }
    void add(const Filled& board, int n) {
        auto& here = here_[board];
        const auto known = before_.find(board);
        const int was = known == before_.end() ? 0 : known->second;
        unlike_ += std::max(0, here + n - was) - std::max(0, here - was);
        here += n;
        if (here == 0) here_.erase(board);
    }
    std::size_t kinds() const { return here_.size(); }
    int unlike() const { return unlike_; }
    const std::map<Filled, int>& here() const { return here_; }

private:
    std::map<Filled, int> before_, here_;
    int unlike_ = 0;
};

std::int64_t sizeOf(const ProofCase& g, const Pattern& p) {
    return std::inner_product(p.begin(), p.end(), g.size.begin(), std::int64_t{0});
}

class Settling {
public:
    Settling(const ProofCase& g, std::vector<Filled>& boards, const std::vector<Filled>& before, std::int64_t work,
             const std::function<bool()>& stop)
        : g_{g}, boards_{boards}, before_{before}, kinds_{boards, before}, work_{work}, stop_{stop}, left_{g.left} {
        for (const auto& b : boards)
            if (left_[b.first] < kUnlimited) --left_[b.first];
        bySize_.resize(g.size.size());
        std::iota(bySize_.begin(), bySize_.end(), 0);
        std::ranges::stable_sort(bySize_, [&](auto a, auto b) { return g.size[a] > g.size[b]; });
    }
    void run() {
        for (bool again = true; again && going();) {
            again = false;
            for (std::size_t a = 0; a < boards_.size() && going(); ++a)
                for (std::size_t b = a + 1; b < boards_.size() && going(); ++b) {
                    if (merged(a, b))
                        again = true, b = a;
                    else
                        again |= recut(a, b);
                }
        }
    }

private:
    bool going() {
        if (--asked_ < 0) asked_ = 64, stopped_ = stop_ && stop_();
        return work_ > 0 && !stopped_;
    }
    Pattern both(std::size_t a, std::size_t b) const {
        auto all = boards_[a].second;
        for (std::size_t i = 0; i < all.size(); ++i) all[i] += boards_[b].second[i];
        return all;
    }
    /// Two boards become one that costs no more than both.
    bool merged(std::size_t a, std::size_t b) {
        --work_;
        const auto price = g_.price[boards_[a].first] + g_.price[boards_[b].first];
        const auto size = sizeOf(g_, boards_[a].second) + sizeOf(g_, boards_[b].second);
        std::optional<std::size_t> best;
        for (std::size_t j = 0; j < g_.room.size(); ++j) {
            const bool free = left_[j] > 0 || j == boards_[a].first || j == boards_[b].first;
            if (free && g_.room[j] >= size && g_.price[j] <= price &&
                (!best || std::pair{g_.price[j], g_.room[j]} < std::pair{g_.price[*best], g_.room[*best]}))
                best = j;
        }
        if (!best) return false;
        const Filled one{*best, both(a, b)};
        for (const auto k : {a, b}) {
            kinds_.add(boards_[k], -1);
            if (left_[boards_[k].first] < kUnlimited) ++left_[boards_[k].first];
        }
        if (left_[*best] < kUnlimited) --left_[*best];
        kinds_.add(one, 1);
        boards_[a] = one;
        boards_.erase(boards_.begin() + static_cast<std::ptrdiff_t>(b));
        return true;
    }
    /// The same two boards, their pieces shared out otherwise.
    bool recut(std::size_t a, std::size_t b) {
        // In a list of thousands of unlike lengths no two boards can be alike.
        if (boards_.size() * g_.size.size() > 100'000) return false;
        const auto hand = both(a, b);
        const auto all = sizeOf(g_, hand);
        const auto now = std::tuple{kinds_.unlike(), kinds_.kinds(), -offcuts(a, b)};
        const Filled was[] = {boards_[a], boards_[b]};
        const auto tryFirst = [&](std::size_t one, std::size_t other, const Pattern& pattern) {
            --work_;
            const auto size = sizeOf(g_, pattern);
            if (pattern == boards_[one].second || size > g_.room[boards_[one].first] || all - size > g_.room[boards_[other].first])
                return false;
            auto rest = hand;
            for (std::size_t i = 0; i < rest.size(); ++i)
                if ((rest[i] -= pattern[i]) < 0) return false;
            set(one, pattern), set(other, rest);
            if (std::tuple{kinds_.unlike(), kinds_.kinds(), -offcuts(a, b)} < now) return true;
            set(a, was[0].second), set(b, was[1].second);
            return false;
        };
        for (const auto& [one, other] : {std::pair{a, b}, std::pair{b, a}}) {
            const auto stock = boards_[one].first;
            // As another board of the plan, or one of the plan before, is cut; both alike; or as full as it can be.
            std::vector<Pattern> like;
            for (const auto& [kind, n] : kinds_.here())
                if (kind.first == stock) like.push_back(kind.second);
            for (const auto& kind : before_)
                if (kind.first == stock) like.push_back(kind.second);
            if (std::ranges::all_of(hand, [](std::int64_t n) { return n % 2 == 0; })) {
                like.push_back(hand);
                for (auto& n : like.back()) n /= 2;
            }
            for (const auto& pattern : like)
                if (work_ > 0 && tryFirst(one, other, pattern)) return true;
            work_ -= 20;
            std::vector<std::size_t> order;
            for (const auto i : bySize_)
                if (hand[i] > 0) order.push_back(i);
            if (tryFirst(one, other, fullest(g_, hand, g_.room[stock], order))) return true;
        }
        return false;
    }
    double offcuts(std::size_t a, std::size_t b) const {
        double sum = 0;
        for (const auto k : {a, b}) sum += squared(g_.room[boards_[k].first] - sizeOf(g_, boards_[k].second));
        return sum;
    }
    void set(std::size_t k, const Pattern& pattern) {
        kinds_.add(boards_[k], -1);
        boards_[k].second = pattern;
        kinds_.add(boards_[k], 1);
    }
    const ProofCase& g_;
    std::vector<Filled>& boards_;
    const std::vector<Filled>& before_;
    Kinds kinds_;
    std::int64_t work_;
    const std::function<bool()>& stop_;
    std::vector<std::int64_t> left_;
    std::vector<std::size_t> bySize_;
    int asked_ = 0;
    bool stopped_ = false;
};

}  // namespace

TieRank rankOf(const ProofCase& g, const std::vector<Filled>& boards, const std::vector<Filled>& before) {
    const Kinds kinds{boards, before};
    TieRank rank{boards.size(), static_cast<std::size_t>(kinds.unlike()), kinds.kinds(), 0};
    for (const auto& [stock, pattern] : boards) rank.offcuts += squared(g.room[stock] - sizeOf(g, pattern));
    return rank;
}

bool better(const TieRank& a, const TieRank& b) {
    return std::tuple{a.boards, a.unlike, a.kinds, -a.offcuts} < std::tuple{b.boards, b.unlike, b.kinds, -b.offcuts};
}

void settleTies(const ProofCase& g, std::vector<Filled>& boards, const std::vector<Filled>& before, std::int64_t work,
                const std::function<bool()>& stop) {
    Settling{g, boards, before, work, stop}.run();
}

}  // namespace oiko
