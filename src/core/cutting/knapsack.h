#pragma once
#include <algorithm>
#include <cstdint>
#include <memory>
#include <vector>

namespace oiko {

/// Exact bounded knapsack for every capacity at once, by splitting each size's number into powers of two.
/// O(capacity × Σ log number) time and, one row kept for each bundle, memory. The value of a full room must stay within a Cell, and
/// below 2^53 for double; std::int16_t is the quickest. Sizes > 0; a value or number of 0 leaves the size out.
template <class Cell = double>
class Knapsack {
public:
    Knapsack(const std::vector<std::int64_t>& size, const std::vector<std::int64_t>& number, const std::vector<std::int64_t>& value,
             std::int64_t capacity)
        : size_{size} {
        const auto cells = static_cast<std::size_t>(capacity) + 1;
        const auto freshRow = [&]() -> Cell* {
            rows_.push_back(std::make_unique_for_overwrite<Cell[]>(cells));
            return rows_.back().get();
        };
        const Cell* before = freshRow();
        std::fill_n(rows_.back().get(), cells, Cell{0});
        for (std::size_t i = 0; i < size.size(); ++i) {
            auto left = value[i] > 0 ? std::min(number[i], capacity / size[i]) : 0;
            for (std::int64_t k = 1; left > 0; k *= 2) {
                const auto times = std::min(k, left);
                left -= times;
                bundles_.push_back({i, times});
                const auto w = static_cast<std::size_t>(times * size[i]);
                const auto v = static_cast<Cell>(times * value[i]);
                // From one row into the next: no cell waits for another, so the loop runs several cells at a time.
                Cell* now = freshRow();
                std::copy_n(before, w, now);
                for (std::size_t c = w; c < cells; ++c) now[c] = std::max<Cell>(before[c], static_cast<Cell>(before[c - w] + v));
                before = now;
            }
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
    struct Bundle {
        std::size_t item;
        std::int64_t times;
    };
    const std::vector<std::int64_t>& size_;
    std::vector<std::unique_ptr<Cell[]>> rows_;  ///< before any bundle, then after each
    std::vector<Bundle> bundles_;
};

}  // namespace oiko
