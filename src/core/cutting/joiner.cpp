#include "core/cutting/joiner.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>
#include <future>

namespace oiko {
namespace {

constexpr int kRounds = 1'000'000;
// How much worse a state may be and still stay, in blocks: in the first and in the last of a try's rounds.
constexpr double kHot = 0.9, kCold = 0.2;

class Joiner {
public:
    Joiner(const std::vector<Oblong>& sheets, std::vector<Block> pieces, Dice chance)
        : dice{chance}, blocks_{std::move(pieces)}, sheets_{sheets} {
        for (int i = 0; i < static_cast<int>(blocks_.size()); ++i) {
            const auto& b = blocks_[at(i)];
            open({i, b.size, b.turns});
            leastW_ = std::min({leastW_, b.size.w, b.turns ? b.size.h : b.size.w});
            leastH_ = std::min({leastH_, b.size.h, b.turns ? b.size.w : b.size.h});
        }
    }
    /// Joined as far as it goes; then again and again a few blocks are taken apart and joined anew, and what is no worse stays, or by
    /// chance what is a little worse. True: every block left is one of the sheets.
    bool toSheets(const std::function<bool()>& spent) {
        some(SIZE_MAX);
        auto energy = weigh();
        for (int round = 0; round < kRounds; ++round) {
            if (open_.size() == sheets_.size() && done()) return true;
            if (round % 1024 == 0 && spent()) return false;
            if (blocks_.size() > 20'000) compact();
            before_ = open_;
            takeApart();
            joinUp(SIZE_MAX);
            const auto now = weigh();
            if (now <= energy || dice.unit() < std::exp((energy - now) / (kCold + (kHot - kCold) * (kRounds - round) / kRounds)))
                energy = now;
            else
                restore();
        }
        return false;
    }
    void some(std::size_t pairs) {
        for (std::size_t i = 0; i < open_.size(); ++i) meet(i);
        joinUp(pairs);
    }
    Joined taken() {
        Joined out{std::move(blocks_), {}};
        for (const auto& o : open_) out.open.push_back(o.block);
        return out;
    }
    Dice dice;

private:
    struct Open {
        int block;
        Oblong size;
        bool turns;
    };
    struct Join {
        double rank;
        int a, b;
        bool beside, turnA, turnB;
        Oblong size;
        bool turns;
    };
    static std::size_t at(int i) { return static_cast<std::size_t>(i); }
    void takeApart() {
        apart_.clear();
        for (auto k = 1 + dice.below(3); k > 0 && !open_.empty(); --k) {
            const auto place = dice.below(open_.size()), first = apart_.size();
            apart_.push_back(open_[place].block);
            close(place);
            for (auto cuts = 1 + dice.below(8); cuts > 0; --cuts) {
                const auto part = first + dice.below(apart_.size() - first);
                const auto& b = blocks_[at(apart_[part])];
                if (b.piece < 0) apart_[part] = b.a, apart_.push_back(b.b);
            }
        }
        // The others have no joins among themselves.
        const auto others = open_.size();
        for (const int i : apart_) open({i, blocks_[at(i)].size, blocks_[at(i)].turns});
        for (auto i = others; i < open_.size(); ++i) meet(i);
    }
    /// Finds the joins of an open block with those before it.
    void meet(std::size_t place) {
        const auto b = open_[place];
        for (std::size_t p = 0; p < place; ++p) {
            const auto& a = open_[p];
            if (a.size.h == b.size.h) pair(a, b, true, a.size.h, a.size.w + b.size.w, false, false);
            if (a.size.w == b.size.w) pair(a, b, false, a.size.w, a.size.h + b.size.h, false, false);
            // Turned both, two that may turn are joined as if neither were.
            if (b.turns && b.size.w != b.size.h) {
                if (a.size.h == b.size.w) pair(a, b, true, a.size.h, a.size.w + b.size.h, false, true);
                if (a.size.w == b.size.h) pair(a, b, false, a.size.w, a.size.h + b.size.w, false, true);
            } else if (a.turns && a.size.w != a.size.h) {
                if (a.size.w == b.size.h) pair(a, b, true, b.size.h, a.size.h + b.size.w, true, false);
                if (a.size.h == b.size.w) pair(a, b, false, b.size.w, a.size.w + b.size.h, true, false);
            }
        }
    }
    void pair(const Open& a, const Open& b, bool beside, std::int64_t edge, std::int64_t sum, bool turnA, bool turnB) {
        const bool turns = a.turns && b.turns;
        const auto size = beside ? Oblong{sum, edge} : Oblong{edge, sum};
        if (!fits(size, turns)) return;
        double rank = number(edge, beside);
        if (sheetEdge(edge, beside, turns)) rank *= 8;
        // What comes of it should find a partner again.
        if (number(sum, !beside) > 0 || sheetEdge(sum, !beside, turns)) rank *= 0.15;
        joins_.push_back({rank * (0.5 + dice.unit()), a.block, b.block, beside, turnA, turnB, size, turns});
    }
    /// The best of the joins found, then those of what came of it, and so on.
    void joinUp(std::size_t pairs) {
        for (; pairs > 0 && !joins_.empty(); --pairs) {
            const auto j = *std::ranges::min_element(joins_, {}, &Join::rank);
            std::erase_if(joins_, [&](const Join& o) { return o.a == j.a || o.a == j.b || o.b == j.a || o.b == j.b; });
            for (auto i = open_.size(); i-- > 0;)
                if (open_[i].block == j.a || open_[i].block == j.b) close(i);
            open({static_cast<int>(blocks_.size()), j.size, j.turns});
            blocks_.push_back({j.size, j.turns, -1, j.a, j.b, j.beside, j.turnA, j.turnB});
            meet(open_.size() - 1);
        }
        joins_.clear();
    }
    /// It fits a sheet, and what is left beside and above it is nothing or holds a piece: all must be filled.
    bool fits(Oblong o, bool turns) const {
        const auto filled = [](std::int64_t gap, std::int64_t least) { return gap == 0 || gap >= least; };
        return std::ranges::any_of(sheets_, [&](const Oblong& s) {
            return (filled(s.w - o.w, leastW_) && filled(s.h - o.h, leastH_)) ||
                   (turns && filled(s.w - o.h, leastW_) && filled(s.h - o.w, leastH_));
        });
    }
    /// How often a length stands as an edge that something can be joined along.
    int number(std::int64_t edge, bool upright) const { return edges_[upright][slot(edge)]; }
    /// Two edges may share a count: it leads the search, no more.
    static std::size_t slot(std::int64_t edge) { return static_cast<std::size_t>(edge) % kSlots; }
    void count(const Open& o, int by) {
        for (const bool upright : {false, true}) {
            edges_[upright][slot(upright ? o.size.h : o.size.w)] += by;
            if (o.turns) edges_[upright][slot(upright ? o.size.w : o.size.h)] += by;
        }
    }
    void open(const Open& o) { count(o, 1), open_.push_back(o); }
    void close(std::size_t place) { count(open_[place], -1), open_[place] = open_.back(), open_.pop_back(); }
    void restore() {
        for (const auto& o : open_) count(o, -1);
        std::swap(open_, before_);
        for (const auto& o : open_) count(o, 1);
    }
    bool sheetEdge(std::int64_t edge, bool upright, bool turns) const {
        return std::ranges::any_of(
            sheets_, [&](const Oblong& s) { return (upright ? s.h : s.w) == edge || (turns && (upright ? s.w : s.h) == edge); });
    }
    /// Few blocks_ are good, and better if most of the area is in few of them.
    double weigh() const {
        double sum = 0, squares = 0;
        for (const auto& o : open_) {
            const auto area = areaOf(o.size);
            sum += area, squares += area * area;
        }
        return static_cast<double>(open_.size()) - squares / (sum * sum);
    }
    /// Blocks that no block left is made of are forgotten.
    void compact() {
        std::vector<int> place(blocks_.size(), -1);
        std::vector<bool> used(blocks_.size(), false);
        for (const auto& o : open_) used[at(o.block)] = true;
        for (auto i = blocks_.size(); i-- > 0;)
            if (used[i] && blocks_[i].piece < 0) used[at(blocks_[i].a)] = used[at(blocks_[i].b)] = true;
        std::vector<Block> kept;
        for (std::size_t i = 0; i < blocks_.size(); ++i) {
            if (!used[i] && blocks_[i].piece < 0) continue;
            place[i] = static_cast<int>(kept.size());
            kept.push_back(blocks_[i]);
            if (blocks_[i].piece < 0) kept.back().a = place[at(blocks_[i].a)], kept.back().b = place[at(blocks_[i].b)];
        }
        for (auto& o : open_) o.block = place[at(o.block)];
        blocks_ = std::move(kept);
    }
    bool done() const {
        // Each sheet once.
        std::vector<bool> used(sheets_.size(), false);
        for (const auto& b : open_) {
            bool found = false;
            for (std::size_t s = 0; s < sheets_.size() && !found; ++s)
                if (!used[s] && (b.size == sheets_[s] || (b.turns && turnedIf(b.size, true) == sheets_[s]))) used[s] = found = true;
            if (!found) return false;
        }
        return true;
    }
    std::vector<Block> blocks_;
    const std::vector<Oblong>& sheets_;
    std::vector<Open> open_, before_;
    std::vector<Join> joins_;
    std::vector<int> apart_;
    static constexpr std::size_t kSlots = 4'093;
    std::array<std::vector<int>, 2> edges_{std::vector<int>(kSlots), std::vector<int>(kSlots)};  ///< open edges across and upright, by slot
    std::int64_t leastW_ = INT64_MAX, leastH_ = INT64_MAX;  ///< the narrowest and the lowest a piece can lie
};

}  // namespace

Joined someJoined(const std::vector<Oblong>& sheets, std::vector<Block> pieces, std::size_t pairs, Dice& dice) {
    Joiner j{sheets, std::move(pieces), dice};
    j.some(pairs);
    dice = j.dice;
    return j.taken();
}

std::optional<Joined> joinedToSheets(const std::vector<Oblong>& sheets, const std::vector<Block>& pieces, std::int64_t& work, Dice& dice,
                                     const std::function<bool()>& stop) {
    const auto lot = kRounds * static_cast<std::int64_t>(pieces.size() + 30) / 24;
    if (pieces.size() > 400) return std::nullopt;
    const auto seeded = [&] { return Dice{static_cast<std::uint64_t>(dice.unit() * 1e15)}; };
    Joiner first{sheets, pieces, seeded()}, second{sheets, pieces, seeded()};
    std::atomic<bool> enough = false;
    auto beside = std::async(std::launch::async, [&] { return second.toSheets([&] { return enough.load(); }); });
    const bool found = first.toSheets([&] { return stop && stop(); });
    if (found || (stop && stop())) enough = true;
    const bool also = beside.get();
    work -= lot;
    if (found) return first.taken();
    if (also) return second.taken();
    return std::nullopt;
}

}  // namespace oiko
