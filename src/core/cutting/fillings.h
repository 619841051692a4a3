#pragma once
// How much worth a board of any room holds, sizes as often as they fit; and lists on coarser grids.
#include <algorithm>
#include <cstdint>
#include <utility>
#include <vector>

#include "core/cutting/proof.h"

namespace oiko {

/// The best filling of every room at once, sizes as often as they fit.
template <class Value>
class Fillings {
public:
    Fillings(const std::vector<std::int64_t>& size, const std::vector<Value>& value, std::int64_t room)
        : size_{size}, best_(static_cast<std::size_t>(room) + 1, 0), by_(best_.size(), -1) {
        std::vector<std::size_t> order;
        for (std::size_t i = 0; i < size.size(); ++i)
            if (value[i] > 0 && size[i] <= room) order.push_back(i);
        std::ranges::sort(order, {}, [&](auto i) { return size[i]; });
        // Forward from each filling that is better than all of less room: a room is final when it is reached.
        for (std::size_t c = 0; c < best_.size(); ++c) {
            if (c > 0 && best_[c] <= best_[c - 1]) {
                best_[c] = best_[c - 1], by_[c] = -1;
                continue;
            }
            for (const auto i : order) {
                const auto to = c + static_cast<std::size_t>(size[i]);
                if (to >= best_.size()) break;
                if (best_[c] + value[i] > best_[to]) best_[to] = best_[c] + value[i], by_[to] = static_cast<int>(i);
            }
        }
    }
    Value value(std::int64_t room) const { return best_[static_cast<std::size_t>(room)]; }
    /// The filling itself; with one size more.
    std::vector<std::pair<std::size_t, int>> pattern(std::int64_t room, std::size_t more) const {
        auto out = pattern(room);
        const auto known = std::ranges::find(out, more, &std::pair<std::size_t, int>::first);
        known == out.end() ? static_cast<void>(out.emplace_back(more, 1)) : static_cast<void>(++known->second);
        return out;
    }
    std::vector<std::pair<std::size_t, int>> pattern(std::int64_t room) const {
        std::vector<std::pair<std::size_t, int>> out;
        for (auto c = room; c > 0;) {
            const int i = by_[static_cast<std::size_t>(c)];
            if (i < 0) {
                --c;
                continue;
            }
            const auto item = static_cast<std::size_t>(i);
            const auto known = std::ranges::find(out, item, &std::pair<std::size_t, int>::first);
            known == out.end() ? static_cast<void>(out.emplace_back(item, 1)) : static_cast<void>(++known->second);
            c -= size_[item];
        }
        return out;
    }

private:
    const std::vector<std::int64_t>& size_;
    std::vector<Value> best_;
    std::vector<int> by_;
};

/// The case on a coarser grid; `up`: sizes up and rooms down, so that a plan holds; else the other way, so that a bound does.
struct Coarse {
    std::vector<std::int64_t> size, room;
    Coarse(const ProofCase& g, std::int64_t cells, bool up) {
        const auto most = *std::ranges::max_element(g.room);
        const auto step = std::max<std::int64_t>(1, most / cells);
        const auto ceiling = [step](std::int64_t v) { return (v + step - 1) / step; };
        for (const auto s : g.size) size.push_back(up ? ceiling(s) : s / step);
        for (const auto r : g.room) room.push_back(up ? r / step : ceiling(r));
    }
};

}  // namespace oiko
