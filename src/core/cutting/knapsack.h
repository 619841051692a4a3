#pragma once
#include <algorithm>
#include <cstdint>
#include <vector>

namespace oiko {

/// Exact bounded knapsack for every capacity at once, by splitting each size's number into powers of two.
/// O(capacity × Σ log number). Sums of values below 2^53; with Cell float, which is twice as quick, below 2^24. Sizes > 0; a value or
/// number of 0 leaves the size out.
template <class Cell = double>
class Knapsack {
public:
    Knapsack(const std::vector<std::int64_t>& size, const std::vector<std::int64_t>& number, const std::vector<std::int64_t>& value,
             std::int64_t capacity)
        : size_{size} {
        best_.assign(static_cast<std::size_t>(capacity) + 1, 0);
        next_ = best_;
        for (std::size_t i = 0; i < size.size(); ++i) {
            auto left = value[i] > 0 ? std::min(number[i], capacity / size[i]) : 0;
            for (std::int64_t k = 1; left > 0; k *= 2) {
                const auto times = std::min(k, left);
                left -= times;
                bundles_.push_back({i, times, std::vector<std::uint8_t>(best_.size())});
                auto* took = bundles_.back().took.data();
                const auto w = static_cast<std::size_t>(times * size[i]);
                const auto v = static_cast<Cell>(times * value[i]);
                // From one row into the next: no cell waits for another, so the loop runs several cells at a time.
                for (std::size_t c = 0; c < w; ++c) next_[c] = best_[c];
                for (std::size_t c = w; c < best_.size(); ++c) {
                    const Cell with = best_[c - w] + v, without = best_[c];
                    took[c] = with > without;
                    next_[c] = with > without ? with : without;
                }
                best_.swap(next_);
            }
        }
    }
    /// The most that fits a room within the capacity.
    std::int64_t value(std::int64_t room) const { return static_cast<std::int64_t>(best_[static_cast<std::size_t>(room)]); }
    /// How many of each size give it.
    std::vector<std::int64_t> pattern(std::int64_t room) const {
        std::vector<std::int64_t> p(size_.size(), 0);
        auto c = static_cast<std::size_t>(room);
        for (auto b = bundles_.rbegin(); b != bundles_.rend(); ++b)
            if (b->took[c]) p[b->item] += b->times, c -= static_cast<std::size_t>(b->times * size_[b->item]);
        return p;
    }

private:
    struct Bundle {
        std::size_t item;
        std::int64_t times;
        std::vector<std::uint8_t> took;
    };
    const std::vector<std::int64_t>& size_;
    std::vector<Cell> best_, next_;  ///< whole numbers
    std::vector<Bundle> bundles_;
};

}  // namespace oiko
