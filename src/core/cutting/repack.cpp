#include "core/cutting/repack.h"

#include <algorithm>
#include <numeric>

namespace oiko {
namespace {

/// Fills one room from what is at hand with the least slack, in a given order, within a number of tries.
class Filling {
public:
    Filling(const ProofCase& g, const Pattern& hand, std::int64_t room, const std::vector<std::size_t>& order) : g_{g}, order_{order} {
        rest_.assign(order.size() + 1, 0);
        least_.assign(order.size() + 1, INT64_MAX);
        for (std::size_t d = order.size(); d-- > 0;) {
            rest_[d] = rest_[d + 1] + hand[order[d]] * g.size[order[d]];
            least_[d] = std::min(least_[d + 1], g.size[order[d]]);
        }
        now_.assign(order.size(), 0);
        visit(0, hand, room);
    }
    std::int64_t slack = INT64_MAX;
    std::vector<std::int64_t> best;  ///< by place in the order

private:
    void keep(std::int64_t room) {
        if (room < slack) slack = room, best = now_;
    }
    void visit(std::size_t depth, const Pattern& hand, std::int64_t room) {
        if (slack == 0 || --nodes_ < 0) return;
        if (room < least_[depth]) return keep(room);
        if (rest_[depth] <= room) {
            for (auto d = depth; d < order_.size(); ++d) now_[d] = hand[order_[d]];
            keep(room - rest_[depth]);
            std::fill(now_.begin() + static_cast<std::ptrdiff_t>(depth), now_.end(), 0);
            return;
        }
        const auto i = order_[depth];
        for (auto n = std::min(hand[i], room / g_.size[i]); n >= 0; --n) {
            now_[depth] = n;
            visit(depth + 1, hand, room - n * g_.size[i]);
        }
        now_[depth] = 0;
    }
    const ProofCase& g_;
    const std::vector<std::size_t>& order_;
    std::vector<std::int64_t> rest_, least_, now_;
    int nodes_ = 600;
};

}  // namespace

std::int64_t lengthOut(const ProofCase& g, const Packing& p) {
    return std::inner_product(p.out.begin(), p.out.end(), g.length.begin(), std::int64_t{0});
}

Pattern fullest(const ProofCase& g, const Pattern& hand, std::int64_t room, const std::vector<std::size_t>& order) {
    const Filling f{g, hand, room, order};
    Pattern out(hand.size(), 0);
    for (std::size_t d = 0; d < order.size(); ++d) out[order[d]] = f.best[d];
    return out;
}

void repack(const ProofCase& g, Packing& p, std::int64_t target, std::int64_t moves, Dice& dice, const std::function<bool()>& stop) {
    auto missing = lengthOut(g, p);
    std::vector<std::int64_t> slack;
    for (const auto& [j, pattern] : p.boards)
        slack.push_back(g.room[j] - std::inner_product(pattern.begin(), pattern.end(), g.size.begin(), std::int64_t{0}));
    for (std::int64_t move = 0; move < moves && missing > target; ++move) {
        if (move % 64 == 0 && stop && stop()) return;
        // A few boards, the emptier the likelier.
        std::vector<std::size_t> few;
        const auto many = std::min(p.boards.size(), 2 + dice.below(5));
        while (few.size() < many) {
            auto b = dice.below(p.boards.size());
            if (const auto other = dice.below(p.boards.size()); dice.unit() < 0.6 && slack[other] > slack[b]) b = other;
            if (std::ranges::find(few, b) == few.end()) few.push_back(b);
        }
        auto hand = p.out;
        double before = 0;
        for (const auto b : few) {
            before += squared(slack[b]);
            for (std::size_t i = 0; i < hand.size(); ++i) hand[i] += p.boards[b].second[i];
        }
        std::vector<std::size_t> order;
        std::vector<double> rank(hand.size());
        const double shake = dice.unit() < 0.5 ? 0.1 : 1.0;
        for (std::size_t i = 0; i < hand.size(); ++i)
            if (hand[i] > 0) order.push_back(i), rank[i] = static_cast<double>(g.size[i]) * (1 + shake * (dice.unit() - 0.5));
        std::ranges::sort(order, [&](auto a, auto b) { return rank[a] > rank[b]; });
        std::vector<Pattern> fresh;
        std::vector<std::int64_t> room;
        double after = 0;
        for (const auto b : few) {
            const Filling f{g, hand, g.room[p.boards[b].first], order};
            Pattern pattern(hand.size(), 0);
            for (std::size_t d = 0; d < order.size(); ++d) pattern[order[d]] = f.best[d], hand[order[d]] -= f.best[d];
            fresh.push_back(std::move(pattern)), room.push_back(f.slack), after += squared(f.slack);
            std::erase_if(order, [&](auto i) { return hand[i] == 0; });
        }
        const Packing left{{}, hand};
        const auto now = lengthOut(g, left);
        // One board nearly empty is worth more than crumbs on all: there the next piece goes.
        if (now < missing || (now == missing && after >= before)) {
            missing = now, p.out = hand;
            for (std::size_t k = 0; k < few.size(); ++k) p.boards[few[k]].second = std::move(fresh[k]), slack[few[k]] = room[k];
        }
    }
}

}  // namespace oiko
