#include "core/cutting/swaps.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numeric>
#include <set>
#include <span>

#include "core/cutting/repack.h"

namespace oiko {
namespace {

constexpr std::size_t kMostOn = 12;                          ///< pieces of a filling
constexpr std::size_t kPool = 20'000;                        ///< fillings of each number of pieces that are looked up,
constexpr std::size_t kStarts = 40'000;                      ///< from so many beginnings
constexpr std::array<std::size_t, 2> kChosen{1'000, 2'000};  ///< of them at a time
constexpr std::int64_t kTries = 6'000'000;                   ///< at a last piece but one, for each number of pieces,
constexpr std::int64_t kAllTries = 60'000'000;               ///< and for all
constexpr int kLeast = 4;                                    ///< of a size, where there are so many
constexpr std::size_t kAttempts = 6;
constexpr double kOftener = 0.05;           ///< that a piece weighs more each time it is looked at while it lies nowhere;
constexpr std::int64_t kForget = 200'000;   ///< swaps: then half of that is forgotten
constexpr double kLast = 60;                ///< pieces that are left
constexpr std::int64_t kLooks = 6'000'000;  ///< at a filling in the first attempt; each takes a quarter longer

using Id = std::uint32_t;
/// What lies on a board of a row: sizes, longest first, each as often as it lies there.
struct Lying {
    std::size_t row;
    std::vector<Id> sizes;
    friend auto operator<=>(const Lying&, const Lying&) = default;
};

/// Fillings that leave next to nothing over, by number of pieces.
class Pool {
public:
    Pool(const ProofCase& g, const std::vector<std::int64_t>& boards, std::int64_t all, std::int64_t spare, Dice& dice,
         const std::function<bool()>& stop)
        : g_{g}, dice_{dice} {
        for (std::size_t i = 0; i < g.size.size(); ++i)
            pieces_.insert(pieces_.end(), static_cast<std::size_t>(g.need[i]), static_cast<Id>(i));
        std::ranges::stable_sort(pieces_, [&](auto a, auto b) { return g.size[a] > g.size[b]; });
        mean_ = static_cast<double>(pieces_.size()) / static_cast<double>(all);
        const auto most = std::min<std::size_t>({kMostOn, pieces_.size(), static_cast<std::size_t>(std::ceil(mean_)) + 2});
        // No board gives more away than a few boards' share, as long as every size lies on some.
        for (loss_ = std::min(spare, 4 * spare / all);; loss_ = std::min(spare, 2 * loss_ + 1)) {
            by_.clear();
            std::vector<bool> lies(g.size.size(), false);
            for (std::size_t k = 1; k <= most; ++k) {
                std::set<Lying> found;
                for (std::size_t j = 0; j < boards.size(); ++j)
                    if (boards[j] > 0 && !(stop && stop())) look(j, k, found);
                by_.emplace_back(found.begin(), found.end());
                for (const auto& f : found)
                    for (const auto i : f.sizes) lies[i] = true;
            }
            whole_ = std::ranges::all_of(lies, std::identity{});
            if (whole_ || loss_ == spare || triesLeft_ <= 0) break;
        }
    }
    /// So many of them, those of few pieces first: they are scarce.
    std::vector<Lying> some(std::size_t most) {
        std::vector<Lying> out;
        for (std::size_t k = 0; k < by_.size() && out.size() < most; ++k) {
            const auto rest = most - out.size();
            const double more = static_cast<double>(k + 1) - mean_;  // than a board carries on the whole
            const auto n = std::min(by_[k].size(), more < -0.5 ? most / 6 : more < 0.5 ? rest - rest / 3 : rest);
            for (std::size_t at = 0; at < n; ++at) {
                std::swap(by_[k][at], by_[k][at + dice_.below(by_[k].size() - at)]);
                out.push_back(by_[k][at]);
            }
        }
        // Sizes that have hardly one among these get some.
        std::vector<int> lies(g_.size.size(), 0);
        for (const auto& f : out)
            for (const auto i : f.sizes) ++lies[i];
        for (const auto& alike : by_)
            for (const auto& f : alike)
                if (std::ranges::any_of(f.sizes, [&](auto i) { return lies[i] < kLeast; })) {
                    for (const auto i : f.sizes) ++lies[i];
                    out.push_back(f);
                }
        std::ranges::sort(out);
        out.erase(std::unique(out.begin(), out.end()), out.end());
        return out;
    }
    bool whole() const { return whole_; }  ///< every size lies on some
    std::int64_t worked() const { return (kAllTries - triesLeft_) / 100 + 500; }

private:
    std::int64_t sizeAt(std::size_t at) const { return g_.size[pieces_[at]]; }
    void add(std::size_t row, std::vector<std::size_t> at, std::set<Lying>& found) {
        std::ranges::sort(at);
        Lying f{row, {}};
        for (const auto a : at) f.sizes.push_back(pieces_[a]);
        found.insert(std::move(f));
    }
    /// The last piece, where the first lie: of all lengths that end the board.
    void end(std::size_t row, const std::vector<std::size_t>& first, std::size_t from, std::int64_t room, std::set<Lying>& found) {
        auto at = std::lower_bound(pieces_.begin() + static_cast<std::ptrdiff_t>(from), pieces_.end(), room,
                                   [this](auto i, auto most) { return g_.size[i] > most; });
        for (; at != pieces_.end() && g_.size[*at] >= room - loss_; ++at) {
            const auto place = static_cast<std::size_t>(at - pieces_.begin());
            if (std::ranges::find(first, place) != first.end()) continue;
            auto whole = first;
            whole.push_back(place), add(row, std::move(whole), found);
        }
    }
    /// The last two.
    void endByTwo(std::size_t row, std::vector<std::size_t> first, std::size_t from, std::int64_t room, std::set<Lying>& found) {
        const auto shortest = sizeAt(pieces_.size() - 1);
        for (auto a = from; a + 1 < pieces_.size(); ++a) {
            const auto left = room - sizeAt(a);
            if (--tries_ <= 0) return;
            if (left < shortest || std::ranges::find(first, a) != first.end()) continue;
            if (2 * sizeAt(a) < room - loss_) break;
            first.push_back(a), end(row, first, a + 1, left, found), first.pop_back();
        }
    }
    void look(std::size_t row, std::size_t k, std::set<Lying>& found) {
        const auto given = std::min(kTries, triesLeft_);
        tries_ = given, lookUp(row, k, found), triesLeft_ -= given - tries_;
    }
    void lookUp(std::size_t row, std::size_t k, std::set<Lying>& found) {
        const auto n = pieces_.size(), before = found.size();
        const auto room = g_.room[row];
        double starts = 1;
        for (std::size_t i = 0; i + 2 < k; ++i) starts *= static_cast<double>(n - i) / static_cast<double>(i + 1);
        if (k == 1) return end(row, {}, 0, room, found);
        if (k == 2) return endByTwo(row, {}, 0, room, found);
        std::vector<std::size_t> first(k - 2);
        if (starts > static_cast<double>(kStarts)) {
            for (std::size_t t = 0; t < kStarts && found.size() - before < kPool && tries_ > 0; ++t) {
                auto left = room;
                for (auto& a : first) left -= sizeAt(a = dice_.below(n));
                std::ranges::sort(first);
                if (left > 0 && std::ranges::adjacent_find(first) == first.end()) endByTwo(row, first, 0, left, found);
            }
            return;
        }
        std::iota(first.begin(), first.end(), 0);
        for (;;) {
            auto left = room;
            for (const auto a : first) left -= sizeAt(a);
            if (left > 0) endByTwo(row, first, first.back() + 1, left, found);
            auto d = first.size();
            while (d > 0 && first[d - 1] + 1 + (first.size() - d) >= n) --d;
            if (d == 0 || found.size() - before >= kPool || tries_ <= 0) return;
            ++first[d - 1];
            for (; d < first.size(); ++d) first[d] = first[d - 1] + 1;
        }
    }
    const ProofCase& g_;
    Dice& dice_;
    std::vector<Id> pieces_;  ///< longest first
    std::int64_t loss_ = 0, triesLeft_ = kAllTries, tries_ = 0;
    bool whole_ = false;
    double mean_ = 0;                     ///< pieces of a board
    std::vector<std::vector<Lying>> by_;  ///< number of pieces, from one on
};

/// Fillings swapped in and out of the boards.
class Swaps {
public:
    Swaps(const ProofCase& g, const std::vector<std::int64_t>& boards, std::int64_t all, std::int64_t spare,
          const std::vector<Lying>& choices, Dice& dice)
        : g_{g}, dice_{dice}, all_{all}, by_(g.size.size()), weight_(g.size.size(), 1), empty_(boards.size()) {
        for (std::size_t j = 0; j < boards.size(); ++j)
            for (std::int64_t k = 0; k < boards[j]; ++k) empty_[j].push_back(Id(on_.size())), on_.push_back(kNone), rowOf_.push_back(Id(j));
        for (std::size_t i = 0; i < g.size.size(); ++i) {
            kinds_.push_back({Id(sizeOf_.size()), Id(g.need[i])});
            sizeOf_.resize(sizeOf_.size() + kinds_.back().need, Id(i));
        }
        for (Id p = 0; p < sizeOf_.size(); ++p) place_.push_back(p), free_.push_back(p);
        holder_.resize(sizeOf_.size(), kNone), held_.resize(on_.size()), heldWeight_.resize(on_.size(), 0), marked_.resize(on_.size(), 0);
        for (const auto& [row, sizes] : choices) {
            for (std::size_t k = 0; k < sizes.size(); ++k)
                if (k == 0 || sizes[k - 1] != sizes[k]) by_[sizes[k]].push_back(Id(rows_.size()));
            rows_.push_back(Id(row)), starts_.push_back(Id(sizes_.size()));
            sizes_.insert(sizes_.end(), sizes.begin(), sizes.end());
        }
        starts_.push_back(Id(sizes_.size()));
        double sum = 0, squares = 0;
        for (const auto i : sizeOf_) {
            const auto size = static_cast<double>(g.size[i]);
            sum += size, squares += size * size;
        }
        const auto n = static_cast<double>(sizeOf_.size()), each = n / static_cast<double>(all);
        const auto wide = 2.5 * std::sqrt(each * std::max(0.0, squares / n - sum / n * sum / n));
        spread_ = std::log(1 + wide / (1 + static_cast<double>(spare)));
    }
    /// True: every piece lies.
    bool run(std::int64_t looks, const LastBoards& last, std::int64_t& work, const std::function<bool()>& stop) {
        for (auto before = looks; looks > 0 && !free_.empty(); ++now_) {
            if (now_ % kForget == 0) forget();
            if (now_ % 256 == 0) {
                work -= (before - looks) / 100, before = looks;
                if (work <= 0 || (stop && stop())) return false;
            }
            // Of some that lie nowhere the one with fewest fillings.
            auto scarce = sizeOf_[free_[dice_.below(free_.size())]];
            for (int k = 0; k < 4; ++k)
                if (const auto i = sizeOf_[free_[dice_.below(free_.size())]]; by_[i].size() < by_[scarce].size()) scarce = i;
            weight_[scarce] += kOftener;
            Id best = kNone;
            double least = std::numeric_limits<double>::max();
            std::size_t alike = 0;
            for (const auto f : by_[scarce])
                if (const auto w = weigh(f); w < least - 1e-9)
                    least = w, best = f, alike = 1;
                else if (w < least + 1e-9 && dice_.below(++alike) == 0)
                    best = f;
            looks -= static_cast<std::int64_t>(by_[scarce].size()) + 1;
            put(best);
            if (now_ < ask_) continue;
            const bool ask = likely();
            ask_ = now_ + (ask ? 300 : 10);
            if (ask) lastOnes_ = last(left(), boardsLeft(), few());
            if (!lastOnes_.empty()) return true;
        }
        return free_.empty();
    }
    std::vector<Filled> plan() const {
        std::vector<Filled> out;
        for (std::size_t b = 0; b < on_.size(); ++b) {
            if (on_[b] == kNone) continue;
            out.emplace_back(rowOf_[b], Pattern(g_.size.size(), 0));
            for (const auto p : held_[b]) ++out.back().second[sizeOf_[p]];
        }
        for (const auto& f : lastOnes_) {
            out.emplace_back(f.first, Pattern(g_.size.size(), 0));
            for (std::size_t k = 0; k < lastSizes_.size(); ++k) out.back().second[lastSizes_[k]] = f.second[k];
        }
        return out;
    }

private:
    static constexpr Id kNone = UINT32_MAX;
    /// Whether so many pieces can be laid on so few boards in so many ways that one is likely to leave nothing over.
    bool likely() const {
        const auto pieces = static_cast<double>(free_.size());
        if (pieces > kLast || free_.empty()) return false;
        const auto boards = static_cast<double>(few());
        const auto ways = std::lgamma(pieces + 1) - boards * std::lgamma(pieces / boards + 1) - std::lgamma(boards + 1);
        return ways > (boards - 1) * spread_ - 3;
    }
    /// How many boards the pieces that lie nowhere will need.
    std::int64_t few() const {
        const auto full = static_cast<std::int64_t>(on_.size()) -
                          std::accumulate(empty_.begin(), empty_.end(), std::int64_t{0},
                                          [](auto n, const auto& row) { return n + static_cast<std::int64_t>(row.size()); });
        return std::max<std::int64_t>(1, all_ - full);
    }
    ProofCase left() {
        ProofCase out{{}, {}, {}, g_.room, g_.price, g_.left};
        lastSizes_.clear();
        for (const auto p : free_) lastSizes_.push_back(sizeOf_[p]);
        std::ranges::sort(lastSizes_);
        const auto all = lastSizes_;
        lastSizes_.erase(std::unique(lastSizes_.begin(), lastSizes_.end()), lastSizes_.end());
        for (const auto i : lastSizes_)
            out.size.push_back(g_.size[i]), out.length.push_back(g_.length[i]), out.need.push_back(std::ranges::count(all, i));
        return out;
    }
    std::vector<std::int64_t> boardsLeft() const {
        std::vector<std::int64_t> out;
        for (const auto& row : empty_) out.push_back(static_cast<std::int64_t>(row.size()));
        return out;
    }
    std::span<const Id> emptied() const { return {emptied_.data(), emptying_}; }
    std::span<const Id> taken() const { return {taken_.data(), taking_}; }
    void empty(Id board) {
        if (board != kNone && marked_[board] != turn_) marked_[board] = turn_, emptied_[emptying_++] = board;
    }
    void forget() {
        for (auto& w : weight_) w = 1 + (w - 1) / 2;
        for (std::size_t b = 0; b < on_.size(); ++b) {
            heldWeight_[b] = 0;
            for (const auto p : held_[b]) heldWeight_[b] += weight_[sizeOf_[p]];
        }
    }
    /// How much more would lie nowhere with this filling: the boards that it empties stand in `emptied_`, the pieces it takes in `taken_`.
    double weigh(Id f) {
        ++turn_, emptying_ = 0, taking_ = 0;
        for (auto k = starts_[f]; k < starts_[f + 1];) {
            const auto i = sizes_[k];
            const auto [first, need] = kinds_[i];
            if (need == 1) {
                taken_[taking_++] = first, empty(holder_[first]), ++k;
                continue;
            }
            Id n = 0;
            for (; k < starts_[f + 1] && sizes_[k] == i; ++k) ++n;
            // Free ones first, those of boards emptied anyway next, then others by turns.
            for (int round = 0; n > 0; ++round)
                for (Id q = 0; n > 0 && q < need; ++q) {
                    const auto p = first + (q + static_cast<Id>(now_)) % need, b = holder_[p];
                    const bool there = b != kNone && marked_[b] == turn_;
                    if (round == 0 ? b != kNone : round == 1 ? !there : std::ranges::count(taken(), p) > 0) continue;
                    taken_[taking_++] = p, empty(b), --n;
                }
        }
        // No board of the row is empty: one of them, by turns.
        const auto row = rows_[f];
        if (empty_[row].empty() && std::ranges::none_of(emptied(), [&](auto b) { return rowOf_[b] == row; }))
            for (auto b = static_cast<Id>(static_cast<std::size_t>(now_) % on_.size());; b = (b + 1) % static_cast<Id>(on_.size()))
                if (rowOf_[b] == row) {
                    empty(b);
                    break;
                }
        double out = 0;
        for (const auto b : emptied()) out += heldWeight_[b];
        for (const auto p : taken()) out -= weight_[sizeOf_[p]];
        return out;
    }
    void put(Id f) {
        weigh(f);
        for (const auto b : emptied()) {
            for (const auto p : held_[b]) holder_[p] = kNone, place_[p] = Id(free_.size()), free_.push_back(p);
            held_[b].clear();
            heldWeight_[b] = 0;
            on_[b] = kNone, empty_[rowOf_[b]].push_back(b);
        }
        auto& empty = empty_[rows_[f]];
        const auto b = empty.back();
        empty.pop_back(), on_[b] = f, held_[b].assign(taken_.begin(), taken_.begin() + taking_);
        for (const auto p : taken()) {
            holder_[p] = b, heldWeight_[b] += weight_[sizeOf_[p]];
            const auto other = free_.back();
            free_[place_[p]] = other, place_[other] = place_[p], free_.pop_back();
        }
    }
    struct Kind {
        Id first, need;  ///< piece; how many
    };
    const ProofCase& g_;
    Dice& dice_;
    std::int64_t all_;                           ///< boards that will be full in the end
    std::vector<Kind> kinds_;                    ///< of sizes
    std::vector<std::vector<Id>> by_;            ///< choices, by size
    std::vector<Id> rows_, starts_, sizes_;      ///< of choices: row, and where their sizes start
    std::vector<double> weight_, heldWeight_;    ///< of sizes; of all pieces on a board
    std::vector<std::vector<Id>> empty_, held_;  ///< boards of each row; pieces of each board
    std::vector<Id> on_, rowOf_;                 ///< choice and row of each board
    std::vector<Id> sizeOf_, holder_;            ///< of pieces; board or kNone
    std::vector<Id> place_, free_;               ///< pieces that lie nowhere, and where each stands among them
    std::vector<std::int64_t> marked_;           ///< boards: the turn that emptied them
    std::int64_t turn_ = 0, now_ = 1, ask_ = 0;
    std::array<Id, kMostOn + 1> emptied_{}, taken_{};
    std::size_t emptying_ = 0, taking_ = 0;
    double spread_ = 0;  ///< of a board's pieces together, in steps of what may be left over; its logarithm
    std::vector<Id> lastSizes_;
    std::vector<Filled> lastOnes_;
};

}  // namespace

std::vector<Filled> swappedFull(const ProofCase& g, const std::vector<std::int64_t>& boards, std::int64_t all, std::int64_t spare,
                                const LastBoards& last, std::int64_t& work, int again, const std::function<bool()>& stop) {
    Dice dice{2026 + static_cast<std::uint64_t>(again)};
    Pool pool{g, boards, all, spare, dice, stop};
    work -= pool.worked();
    auto looks = kLooks * (1 + again);
    for (std::size_t attempt = 0; attempt < kAttempts && pool.whole() && work > 0 && !(stop && stop()); ++attempt, looks += looks / 4) {
        Swaps s{g, boards, all, spare, pool.some(kChosen[attempt % kChosen.size()]), dice};
        if (s.run(looks, last, work, stop)) return s.plan();
    }
    return {};
}

}  // namespace oiko
