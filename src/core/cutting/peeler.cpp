#include "core/cutting/peeler.h"

#include <algorithm>
#include <atomic>
#include <bit>
#include <cmath>
#include <future>
#include <numeric>
#include <unordered_set>

namespace oiko {
namespace peeling {

using Mask = std::uint64_t;  ///< a bit for each piece

/// Pieces left when no more strips are taken off, up to eight more, of a short list three in four; how much rather strips of pieces are
/// taken that few others match; looks through one rest, and what stripping to it takes, in looks.
constexpr int kLeft = 36, kHard = 6, kLooks = 20'000, kStripping = 200;
constexpr std::size_t kMostBlocks = 1'000'000, kMostStrips = 400'000;

std::size_t at(int i) { return static_cast<std::size_t>(i); }

std::uint64_t mixed(Mask m, int w, int h) {
    auto x = m * 0x9E3779B97F4A7C15ULL ^ static_cast<std::uint64_t>(w) * 0xC2B2AE3D27D4EB4FULL ^
             static_cast<std::uint64_t>(h) * 0x165667B19E3779F9ULL;
    x = (x ^ (x >> 29)) * 0xBF58476D1CE4E5B9ULL;
    return x ^ (x >> 32);
}

/// A block, in steps of the grid.
struct Made {
    Mask pieces;
    int a, b;  ///< what it is joined of; a piece where b is none
    std::int16_t w, h;
    std::uint8_t count;  ///< of pieces
    bool turns, beside, turnA, turnB;
    bool fills(int wide, int high) const { return (w == wide && h == high) || (turns && w == high && h == wide); }
};

/// One that lies with a given edge along another.
struct Lying {
    Mask pieces;
    int made;
    std::int16_t across;  ///< its extent from that edge
    bool turned;
};
using Edges = std::vector<std::vector<Lying>>;  ///< by the length of the edge

/// All blocks that pieces make and lose nothing, those of few pieces first.
class Pool {
public:
    int w = 0, h = 0;
    std::vector<Made> made;
    std::vector<std::size_t> level{0};  ///< where blocks of one piece more begin
    int whole = 1;                      ///< of up to so many pieces all are there

    Pool(int wide, int high, const std::vector<Made>& pieces) : w{wide}, h{high}, leastW_{wide}, leastH_{high} {
        for (const auto& p : pieces) {
            leastW_ = std::min<int>({leastW_, p.w, p.turns ? p.h : p.w}), leastH_ = std::min<int>({leastH_, p.h, p.turns ? p.w : p.h});
            put(p);
        }
        close(1);
    }
    /// Until blocks are too many, or `stop`.
    void fill(const std::function<bool()>& stop) {
        for (int k = 2; k <= 20; ++k) {
            for (int i = 1; i <= k / 2; ++i)
                for (auto x = level[at(i) - 1]; x < level[at(i)]; ++x) {
                    join(static_cast<int>(x), k - i, 2 * i == k);
                    if (made.size() > kMostBlocks || (x % 256 == 0 && stop())) return;
                }
            close(k);
            whole = k;
        }
    }
    /// What only filling needs.
    void forget() { byW_ = {}, byH_ = {}; }
    /// Place of the block of just these pieces that fills so much, or -1.
    int find(Mask m, int wide, int high) const {
        for (auto i = slot(m, wide, high);; i = (i + 1) & (table_.size() - 1)) {
            if (table_[i] < 0) return -1;
            const auto& b = made[at(table_[i])];
            if (b.pieces == m && b.fills(wide, high)) return table_[i];
        }
    }
    /// Of the first so many blocks, by their upright edges or those across.
    Edges byEdge(bool upright, std::size_t most) const {
        Edges out(at(upright ? h : w) + 1);
        const auto put = [&](int i, int edge, int other, bool turned) {
            if (edge <= (upright ? h : w) && other <= (upright ? w : h))
                out[at(edge)].push_back({made[at(i)].pieces, i, static_cast<std::int16_t>(other), turned});
        };
        for (int i = 0; i < static_cast<int>(most); ++i) {
            const auto& b = made[at(i)];
            put(i, upright ? b.h : b.w, upright ? b.w : b.h, false);
            if (b.turns && b.w != b.h) put(i, upright ? b.w : b.h, upright ? b.h : b.w, true);
        }
        return out;
    }
    /// What is left beside or above a block is nothing, or holds a piece.
    bool filled(int gap, bool beside) const { return gap == 0 || gap >= (beside ? leastW_ : leastH_); }

private:
    struct Known {
        Mask pieces;
        int made;
    };
    using ByEdge = std::vector<std::vector<Known>>;

    std::size_t slot(Mask m, int wide, int high) const {
        return mixed(m, std::min(wide, high), std::max(wide, high)) & (table_.size() - 1);
    }
    void put(const Made& b) {
        auto i = slot(b.pieces, b.w, b.h);
        for (; table_[i] >= 0; i = (i + 1) & (table_.size() - 1))
            if (const auto& o = made[at(table_[i])]; o.pieces == b.pieces && o.fills(b.w, b.h)) return;
        table_[i] = static_cast<int>(made.size());
        made.push_back(b);
    }
    void close(int count) {
        level.push_back(made.size());
        byW_.emplace_back(at(std::max(w, h)) + 1), byH_.emplace_back(at(std::max(w, h)) + 1);
        for (auto i = level[at(count) - 1]; i < level[at(count)]; ++i) {
            byW_.back()[at(made[i].w)].push_back({made[i].pieces, static_cast<int>(i)});
            byH_.back()[at(made[i].h)].push_back({made[i].pieces, static_cast<int>(i)});
        }
    }
    /// With all blocks of so many pieces that have none of its own.
    void join(int x, int count, bool same) {
        const auto a = made[at(x)];
        const auto along = [&](const ByEdge& by, int edge, bool beside, bool turnA, bool turnB) {
            for (const auto& [pieces, y] : by[at(edge)]) {
                if (same && y >= x) break;
                if (pieces & a.pieces) continue;
                const auto b = made[at(y)];
                // Turned both, two that may turn are joined as if neither were.
                if ((turnB && !b.turns) || (turnA && b.turns)) continue;
                const auto s = turnA ? std::pair{a.h, a.w} : std::pair{a.w, a.h}, t = turnB ? std::pair{b.h, b.w} : std::pair{b.w, b.h};
                const int wide = beside ? s.first + t.first : s.first, high = beside ? s.second : s.second + t.second;
                const bool turns = a.turns && b.turns;
                if (fits(wide, high) || (turns && fits(high, wide)))
                    put({a.pieces | b.pieces, x, y, static_cast<std::int16_t>(wide), static_cast<std::int16_t>(high),
                         static_cast<std::uint8_t>(a.count + b.count), turns, beside, turnA, turnB});
            }
        };
        const auto &wide = byW_[at(count) - 1], &high = byH_[at(count) - 1];
        along(high, a.h, true, false, false), along(wide, a.w, false, false, false);
        along(wide, a.h, true, false, true), along(high, a.w, false, false, true);
        if (a.turns) along(high, a.w, true, true, false), along(wide, a.h, false, true, false);
    }
    bool fits(int wide, int high) const { return filled(w - wide, true) && filled(h - high, false); }

    int leastW_, leastH_;
    std::vector<int> table_ = std::vector<int>(std::bit_ceil(kMostBlocks * 2), -1);
    std::vector<ByEdge> byW_{}, byH_{};  ///< by pieces
};

/// Edge to edge: one block, or two.
struct Strip {
    Mask pieces;
    int deep, count;
    float ease;
    Lying a, b;  ///< b: of no pieces where there is one
};

/// What all tries share.
struct Given {
    Pool pool;
    Mask all = 0;
    std::vector<double> ease;      ///< by piece: how many blocks of two and three it is in, their logarithm
    Edges edges[2];                ///< across, upright
    std::vector<Strip> strips[2];  ///< off the head, off the side; those of pieces that few others match first

    Given(int wide, int high, const std::vector<Made>& pieces, Dice& dice, const std::function<bool()>& stop) : pool{wide, high, pieces} {
        pool.fill(stop), pool.forget();
        const auto few = pool.level[std::min<std::size_t>(3, at(pool.whole))];
        for (const auto& p : pieces) {
            all |= p.pieces;
            double in = 1;
            for (auto i = pieces.size(); i < few; ++i)
                if (pool.made[i].pieces & p.pieces) in += pool.made[i].count == 2 ? 5 : 1;
            ease.push_back(std::log(in));
        }
        std::vector<float> eases;
        for (const auto& b : pool.made) eases.push_back(easeOf(b.pieces));
        for (const bool upright : {false, true}) {
            edges[upright] = pool.byEdge(upright, pool.made.size());
            for (auto& e : edges[upright]) std::ranges::stable_sort(e, {}, [&](const Lying& l) { return eases[at(l.made)]; });
        }
        int most = 1;
        while (most < pool.whole && pool.level[at(most) + 1] <= 40'000) ++most;
        for (const bool side : {false, true}) {
            strips[side] = stripsOff(side, pool.byEdge(!side, pool.level[at(most)]), dice);
            std::ranges::stable_sort(strips[side], {}, &Strip::ease);
        }
    }

private:
    float easeOf(Mask pieces) const {
        double sum = 0;
        for (Mask m = pieces; m; m &= m - 1) sum += ease[at(std::countr_zero(m))];
        return static_cast<float>(sum / std::popcount(pieces));
    }
    std::vector<Strip> stripsOff(bool side, const Edges& byDepth, Dice& dice) const {
        std::vector<Strip> out;
        const auto put = [&](int deep, const Lying& a, const Lying& b) {
            const auto pieces = a.pieces | b.pieces;
            out.push_back({pieces, deep, std::popcount(pieces), easeOf(pieces), a, b});
        };
        const int full = side ? pool.h : pool.w;
        std::vector<int> depths(byDepth.size());
        std::iota(depths.begin(), depths.end(), 0);
        for (auto i = depths.size(); i > 1; --i) std::swap(depths[i - 1], depths[dice.below(i)]);
        for (const int deep : depths) {
            Edges by(at(full) + 1);
            for (const auto& l : byDepth[at(deep)]) by[at(l.across)].push_back(l);
            for (const auto& l : by[at(full)]) put(deep, l, {});
            for (int w = 1; 2 * w <= full; ++w)
                for (const auto& a : by[at(w)])
                    for (const auto& b : by[at(full - w)]) {
                        if ((a.pieces & b.pieces) || (2 * w == full && b.made < a.made)) continue;
                        if (out.size() == kMostStrips) return out;
                        put(deep, a, b);
                    }
        }
        return out;
    }
};

class Try {
public:
    Try(const Given& given, const std::vector<Block>& pieces, std::int64_t grid, Dice chance)
        : given_{given}, dice_{chance}, grid_{grid}, out_{pieces, {}} {}
    bool run(int looks, const std::function<bool()>& stop) {
        while (looks > 0 && !stop()) {
            looks -= kStripping;
            if (!strip() || !seen_.insert(mixed(rest_.pieces, rest_.w, rest_.h)).second) continue;
            failed_.clear(), left_ = kLooks;
            int last = look(0, rest_.pieces, std::popcount(rest_.pieces), rest_.w, rest_.h);
            looks -= kLooks - left_;
            if (last < 0) continue;
            for (auto i = rest_.off.size(); i-- > 0;) last = joined(layStrip(*rest_.off[i]), last, rest_.side);
            out_.open = {placed_[at(last)].block};
            return true;
        }
        return false;
    }
    Joined taken() { return std::move(out_); }

private:
    struct Rest {
        Mask pieces;
        int w, h;
        bool side;
        std::vector<const Strip*> off;
    };
    struct Placed {
        int block;
        bool turned;
    };

    /// Takes strips off the whole sheet by chance.
    bool strip() {
        const auto& pool = given_.pool;
        int count = static_cast<int>(given_.ease.size());
        const int least = std::min(kLeft + static_cast<int>(dice_.below(9)), std::max(1, count * 3 / 4));
        rest_ = {given_.all, pool.w, pool.h, dice_.below(3) == 0, {}};
        const auto& from = given_.strips[rest_.side];
        auto& deep = rest_.side ? rest_.w : rest_.h;
        for (int draws = 0; draws < 3'000 && count > least && !from.empty(); ++draws) {
            const auto& s = from[static_cast<std::size_t>(static_cast<double>(from.size()) * std::pow(dice_.unit(), kHard))];
            if ((s.pieces & ~rest_.pieces) || count - s.count < least || !pool.filled(deep - s.deep, rest_.side)) continue;
            rest_.pieces &= ~s.pieces, count -= s.count, deep -= s.deep, rest_.off.push_back(&s), draws = 0;
        }
        return count <= least + 4;
    }
    /// Of the pieces left after so many blocks are off, lying with such an edge: those of one block fewer, sifted.
    const std::vector<Lying>& near(std::size_t off, bool upright, int edge) {
        auto& here = here_[off];
        auto& slots = here.near[upright];
        if (slots.empty()) slots.resize(given_.edges[upright].size());
        auto& slot = slots[at(edge)];
        if (slot.of != here.look) {
            slot.of = here.look, slot.list.clear();
            for (const auto& l : off == 0 ? given_.edges[upright][at(edge)] : near(off - 1, upright, edge))
                if (!(l.pieces & ~here.pieces)) slot.list.push_back(l);
        }
        return slot.list;
    }
    /// Place in `placed_` of the block that fills so much with just these pieces, or -1; `off` blocks are off already.
    int look(std::size_t off, Mask m, int count, int w, int h) {
        const auto& pool = given_.pool;
        if (count <= pool.whole) {
            const int found = pool.find(m, w, h);
            return found < 0 ? -1 : lay({m, found, 0, pool.made[at(found)].w != w || pool.made[at(found)].h != h});
        }
        if (--left_ < 0 || failed_.contains(mixed(m, w, h))) return -1;
        here_[off].pieces = m, here_[off].look = ++look_;
        for (const bool upright : {false, true})
            for (const auto& l : near(off, upright, upright ? h : w)) {
                const int deep = upright ? w : h, of = pool.made[at(l.made)].count;
                if (2 * of > count || l.across >= deep || !pool.filled(deep - l.across, upright)) continue;
                const int inner = look(off + 1, m & ~l.pieces, count - of, upright ? w - l.across : w, upright ? h : h - l.across);
                if (inner >= 0) return joined(lay(l), inner, upright);
            }
        failed_.insert(mixed(m, w, h));
        return -1;
    }

    // What is given back, as it lies.
    int placed(int block, bool turned) {
        placed_.push_back({block, turned});
        return static_cast<int>(placed_.size()) - 1;
    }
    int lay(const Lying& l) { return placed(block(l.made), l.turned); }
    int layStrip(const Strip& s) { return s.b.pieces ? joined(lay(s.a), lay(s.b), !rest_.side) : lay(s.a); }
    int block(int made) {
        const auto& b = given_.pool.made[at(made)];
        if (b.b < 0) return b.a;
        const int x = block(b.a), y = block(b.b);
        out_.blocks.push_back({{b.w * grid_, b.h * grid_}, b.turns, -1, x, y, b.beside, b.turnA, b.turnB});
        return static_cast<int>(out_.blocks.size()) - 1;
    }
    int joined(int a, int b, bool beside) {
        const auto p = placed_[at(a)], q = placed_[at(b)];
        const auto s = turnedIf(out_.blocks[at(p.block)].size, p.turned), t = turnedIf(out_.blocks[at(q.block)].size, q.turned);
        out_.blocks.push_back(
            {beside ? Oblong{s.w + t.w, s.h} : Oblong{s.w, s.h + t.h}, false, -1, p.block, q.block, beside, p.turned, q.turned});
        return placed(static_cast<int>(out_.blocks.size()) - 1, false);
    }

    const Given& given_;
    Dice dice_;
    std::int64_t grid_;
    Joined out_;
    Rest rest_{};
    /// What is left after so many blocks are off, at the look that is under way.
    struct Here {
        Mask pieces = 0;
        std::int64_t look = 0;
        struct Slot {
            std::int64_t of = 0;
            std::vector<Lying> list{};
        };
        std::vector<Slot> near[2]{};
    };
    std::vector<Here> here_ = std::vector<Here>(64);
    std::int64_t look_ = 0;
    std::unordered_set<std::uint64_t> failed_, seen_;  ///< mixed: two that are mixed alike cost a try, no more
    int left_ = 0;                                     ///< looks through this rest
    std::vector<Placed> placed_;
};

/// On the grid that all sizes share; none: too many pieces, too large or on too fine a grid.
std::vector<Made> onGrid(Oblong sheet, const std::vector<Block>& pieces, std::int64_t& grid) {
    grid = std::gcd(sheet.w, sheet.h);
    for (const auto& p : pieces) grid = std::gcd(grid, std::gcd(p.size.w, p.size.h));
    std::vector<Made> out;
    if (pieces.size() > 64 || grid == 0 || std::max(sheet.w, sheet.h) / grid > 4'096) return out;
    const auto fits = [&](Oblong o) { return o.w <= sheet.w && o.h <= sheet.h; };
    for (const auto& p : pieces) {
        if (!fits(p.size) && !(p.turns && fits(turnedIf(p.size, true)))) return {};
        const int i = static_cast<int>(out.size());
        out.push_back({Mask{1} << i, i, -1, static_cast<std::int16_t>(p.size.w / grid), static_cast<std::int16_t>(p.size.h / grid), 1,
                       p.turns, false, false, false});
    }
    return out;
}

}  // namespace peeling

struct Peeler::State {
    State(peeling::Given all, const std::vector<Block>& pieces, std::int64_t grid, Dice one, Dice other)
        : given{std::move(all)}, first{given, pieces, grid, one}, second{given, pieces, grid, other} {}
    peeling::Given given;
    peeling::Try first, second;
};

Peeler::Peeler(Oblong sheet, const std::vector<Block>& pieces, Dice& dice, const std::function<bool()>& stop) {
    std::int64_t grid = 0;
    const auto made = peeling::onGrid(sheet, pieces, grid);
    if (made.empty()) return;
    const auto seeded = [&] { return Dice{static_cast<std::uint64_t>(dice.unit() * 1e15)}; };
    peeling::Given given{static_cast<int>(sheet.w / grid), static_cast<int>(sheet.h / grid), made, dice, stop};
    state_ = std::make_unique<State>(std::move(given), pieces, grid, seeded(), seeded());
}

Peeler::~Peeler() = default;

std::optional<Joined> Peeler::look(int looks, const std::function<bool()>& stop) {
    // In parts, so that what the second finds need not wait for all of the first.
    for (constexpr int kPart = 100'000; state_ && looks > 0 && !stop(); looks -= kPart) {
        std::atomic<bool> enough = false;
        auto beside = std::async(std::launch::async, [&] { return state_->second.run(kPart, [&] { return enough.load(); }); });
        const bool found = state_->first.run(kPart, stop);
        if (found || stop()) enough = true;
        const bool also = beside.get();
        if (found) return state_->first.taken();
        if (also) return state_->second.taken();
    }
    return std::nullopt;
}

}  // namespace oiko
