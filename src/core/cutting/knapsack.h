#pragma once
#include <algorithm>
#include <cstdint>
#include <memory>
#include <optional>
#include <vector>

namespace oiko {

/// A size's number split into powers of two: any count up to it is a sum of some of them.
struct Bundle {
    std::size_t item;
    std::int64_t times;
};
inline std::vector<Bundle> bundles(const std::vector<std::int64_t>& size, const std::vector<std::int64_t>& number,
                                   const std::vector<std::int64_t>& value, std::int64_t capacity) {
    std::vector<Bundle> out;
    for (std::size_t i = 0; i < size.size(); ++i) {
        auto left = value[i] > 0 ? std::min(number[i], capacity / size[i]) : 0;
        for (std::int64_t k = 1; left > 0; k *= 2) out.push_back({i, std::min(k, left)}), left -= out.back().times;
    }
    return out;
}

/// Exact bounded knapsack for every capacity at once. O(capacity × Σ log number) time and, one row kept for each bundle, memory.
/// The value of a full room must stay within a Cell, and below 2^53 for double; std::int16_t is the quickest. Sizes > 0; a value or
/// number of 0 leaves the size out.
template <class Cell = double>
class Knapsack {
public:
    Knapsack(const std::vector<std::int64_t>& size, const std::vector<std::int64_t>& number, const std::vector<std::int64_t>& value,
             std::int64_t capacity)
        : size_{size}, bundles_{bundles(size, number, value, capacity)} {
        const auto cells = static_cast<std::size_t>(capacity) + 1;
        const auto freshRow = [&]() -> Cell* {
            rows_.push_back(std::make_unique_for_overwrite<Cell[]>(cells));
            return rows_.back().get();
        };
        const Cell* before = freshRow();
        std::fill_n(rows_.back().get(), cells, Cell{0});
        for (const auto& b : bundles_) {
            const auto w = static_cast<std::size_t>(b.times * size[b.item]);
            const auto v = static_cast<Cell>(b.times * value[b.item]);
            // From one row into the next: no cell waits for another, so the loop runs several cells at a time.
            Cell* now = freshRow();
            std::copy_n(before, w, now);
            for (std::size_t c = w; c < cells; ++c) now[c] = std::max<Cell>(before[c], static_cast<Cell>(before[c - w] + v));
            before = now;
        }
    }
    /// The most that fits a room within the capacity.
    std::int64_t value(std::int64_t room) const { return static_cast<std::int64_t>(rows_.back()[static_cast<std::size_t>(room)]); }
    /// How many of each size give it.
    std::vector<std::int64_t> pattern(std::int64_t room) const {
        std::vector<std::int64_t> p(size_.size(), 0);
        auto c = static_cast<std::size_t>(room);
        for (auto b = bundles_.size(); b-- > 0;)
            if (rows_[b + 1][c] != rows_[b][c])
                p[bundles_[b].item] += bundles_[b].times, c -= static_cast<std::size_t>(bundles_[b].times * size_[bundles_[b].item]);
        return p;
    }

private:
    const std::vector<std::int64_t>& size_;
    std::vector<Bundle> bundles_;
    std::vector<std::unique_ptr<Cell[]>> rows_;  ///< before any bundle, then after each
};

/// The same answers from the fillings that no other beats in both room and value: for rooms of more grid steps than a table can hold.
/// Source: Nemhauser and Ullmann, "Discrete dynamic programming and capital allocation", Management Science 15 (1969).
class SparseKnapsack {
public:
    SparseKnapsack(const std::vector<std::int64_t>& size, const std::vector<std::int64_t>& number, const std::vector<std::int64_t>& value,
                   std::int64_t capacity, std::size_t mostStates = 4'000'000)
        : items_{size.size()}, bundles_{bundles(size, number, value, capacity)} {
        pool_.push_back({0, 0, 0, 0});
        front_.push_back(0);
        std::vector<std::uint32_t> next;
        for (std::size_t k = 0; k < bundles_.size(); ++k) {
            const auto w = bundles_[k].times * size[bundles_[k].item], v = bundles_[k].times * value[bundles_[k].item];
            next.clear();
            std::int64_t best = -1;
            std::size_t a = 0, b = 0;
            while ((a < front_.size() || b < front_.size()) && pool_.size() < mostStates) {
                const auto withRoom = b < front_.size() ? pool_[front_[b]].room + w : capacity + 1;
                if (withRoom > capacity && a >= front_.size()) break;
                const bool with =
                    withRoom <= capacity && (a >= front_.size() || withRoom < pool_[front_[a]].room ||
                                             (withRoom == pool_[front_[a]].room && pool_[front_[b]].value + v > pool_[front_[a]].value));
                if (with) {
                    const State s{withRoom, pool_[front_[b]].value + v, front_[b], static_cast<std::uint32_t>(k)};
                    if (s.value > best) best = s.value, next.push_back(static_cast<std::uint32_t>(pool_.size())), pool_.push_back(s);
                    ++b;
                } else {
                    if (pool_[front_[a]].value > best) best = pool_[front_[a]].value, next.push_back(front_[a]);
                    ++a;
                }
            }
            front_.swap(next);
            if (pool_.size() >= mostStates) {
                complete_ = false;
                break;
            }
        }
    }
    /// False: there were too many fillings; what is answered can be had, but more may fit.
    bool complete() const { return complete_; }
    std::int64_t value(std::int64_t room) const { return pool_[at(room)].value; }
    std::vector<std::int64_t> pattern(std::int64_t room) const {
        std::vector<std::int64_t> p(items_, 0);
        for (auto s = at(room); s != 0; s = pool_[s].before) p[bundles_[pool_[s].bundle].item] += bundles_[pool_[s].bundle].times;
        return p;
    }

private:
    struct State {
        std::int64_t room, value;
        std::uint32_t before, bundle;
    };
    std::uint32_t at(std::int64_t room) const {
        const auto after = std::ranges::upper_bound(front_, room, {}, [&](std::uint32_t s) { return pool_[s].room; });
        return *(after - 1);
    }
    std::size_t items_;
    std::vector<Bundle> bundles_;
    std::vector<State> pool_;
    std::vector<std::uint32_t> front_;  ///< by room, ascending; values ascend with it
    bool complete_ = true;
};

/// Whichever of the two suits the room.
class Filler {
public:
    Filler(const std::vector<std::int64_t>& size, const std::vector<std::int64_t>& number, const std::vector<std::int64_t>& value,
           std::int64_t capacity) {
        const auto rows = static_cast<std::int64_t>(bundles(size, number, value, capacity).size()) + 1;
        if ((capacity + 1) * rows <= 4'000'000)
            table_.emplace(size, number, value, capacity);
        else
            sparse_.emplace(size, number, value, capacity);
    }
    bool complete() const { return !sparse_ || sparse_->complete(); }
    std::int64_t value(std::int64_t room) const { return table_ ? table_->value(room) : sparse_->value(room); }
    std::vector<std::int64_t> pattern(std::int64_t room) const { return table_ ? table_->pattern(room) : sparse_->pattern(room); }

private:
    std::optional<Knapsack<double>> table_;
    std::optional<SparseKnapsack> sparse_;
};

}  // namespace oiko
