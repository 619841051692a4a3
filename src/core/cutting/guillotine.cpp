#include "core/cutting/guillotine.h"

#include "core/cutting/peeler.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>
#include <optional>

namespace oiko {
namespace {

std::vector<Block> leaves(const NestCase& g) {
    std::vector<Block> out;
    for (std::size_t i = 0; i < g.piece.size(); ++i) out.push_back({g.piece[i], g.turns[i], static_cast<int>(i)});
    return out;
}

/// What is known of a block while it is laid.
struct Turn {
    int block;
    int split;    ///< 0 across first, 1 up first, 2 whichever leaves the larger rest
    int way = 0;  ///< 0 whichever fits tighter, 1 as it is, 2 turned, where there is room for that
};

/// Lays blocks in the order given, each into the free oblong that it fills tightest on one side.
class Decoder {
public:
    explicit Decoder(const std::vector<Rack>& racks) : racks_{racks} {}

    void run(const std::vector<Block>& blocks, const std::vector<Turn>& turns) {
        free_.clear(), layings.clear(), out.clear(), sheets.clear();
        left_.clear();
        for (const auto& r : racks_) left_.push_back(r.copies);
        for (const auto& t : turns) {
            const auto& b = blocks[static_cast<std::size_t>(t.block)];
            std::size_t best = SIZE_MAX;
            bool turned = false;
            auto tight = std::pair{std::numeric_limits<std::int64_t>::max(), std::numeric_limits<std::int64_t>::max()};
            const auto look = [&](std::size_t f, Oblong s, bool over) {
                const auto& r = free_[f].size;
                if (s.w > r.w || s.h > r.h) return;
                const auto rest = std::minmax({r.w - s.w, r.h - s.h});
                if (const std::pair<std::int64_t, std::int64_t> now{rest.first, rest.second}; now < tight)
                    tight = now, best = f, turned = over;
            };
            const bool both = b.turns && b.size.w != b.size.h;
            const auto lookBothWays = [&](std::size_t f) {
                look(f, b.size, false);
                if (both) look(f, turnedIf(b.size, true), true);
            };
            if (both && t.way > 0)
                for (std::size_t f = 0; f < free_.size(); ++f) look(f, turnedIf(b.size, t.way == 2), t.way == 2);
            if (best == SIZE_MAX)
                for (std::size_t f = 0; f < free_.size(); ++f) lookBothWays(f);
            for (std::size_t r = 0; best == SIZE_MAX && r < racks_.size(); ++r) {
                if (left_[r] == 0) continue;
                free_.push_back({sheets.size(), 0, 0, racks_[r].size});
                if (both && t.way > 0) look(free_.size() - 1, turnedIf(b.size, t.way == 2), t.way == 2);
                if (best == SIZE_MAX) lookBothWays(free_.size() - 1);
                if (best == SIZE_MAX)
                    free_.pop_back();
                else
                    --left_[r], sheets.push_back(r);
            }
            if (best == SIZE_MAX) {
                out.push_back(t.block);
                continue;
            }
            const auto r = free_[best];
            free_[best] = free_.back(), free_.pop_back();
            const auto s = turnedIf(b.size, turned);
            const auto right = r.size.w - s.w, above = r.size.h - s.h;
            const bool across = t.split == 0 || (t.split == 2 && right < above);
            layings.push_back({t.block, turned, r.sheet, r.x, r.y, r.size, across});
            if (right > 0) free_.push_back({r.sheet, r.x + s.w, r.y, {right, across ? s.h : r.size.h}});
            if (above > 0) free_.push_back({r.sheet, r.x, r.y + s.h, {across ? r.size.w : s.w, above}});
            // With thousands of pieces the smallest rests are forgotten.
            if (free_.size() > 400) {
                std::ranges::sort(free_, {}, [](const Free& f) { return -areaOf(f.size); });
                free_.resize(200);
            }
        }
    }
    /// The larger, the more of the free area lies together.
    double together() const {
        double most = 0;
        for (const auto& f : free_) most = std::max(most, areaOf(f.size));
        return most;
    }
    std::vector<Laying> layings;
    std::vector<std::size_t> sheets;
    std::vector<int> out;

private:
    struct Free {
        std::size_t sheet;
        std::int64_t x, y;
        Oblong size;
    };
    const std::vector<Rack>& racks_;
    std::vector<std::int64_t> left_;
    std::vector<Free> free_;
};

}  // namespace

std::vector<std::size_t> piecesOut(const Layout& l) {
    std::vector<std::size_t> out;
    for (std::vector<int> open = l.out; !open.empty();) {
        const auto& b = l.blocks[static_cast<std::size_t>(open.back())];
        open.pop_back();
        if (b.piece >= 0)
            out.push_back(static_cast<std::size_t>(b.piece));
        else
            open.push_back(b.a), open.push_back(b.b);
    }
    return out;
}

double areaOut(const NestCase& g, const Layout& l) {
    double sum = 0;
    for (const auto i : piecesOut(l)) sum += g.area[i];
    return sum;
}

Layout laidInTurn(const NestCase& g, const std::vector<Rack>& racks, int variant) {
    Layout out{leaves(g), {}, {}, {}};
    std::vector<Turn> turns;
    for (int i = 0; i < static_cast<int>(out.blocks.size()); ++i) turns.push_back({i, variant % 3});
    std::ranges::stable_sort(turns, [&](const Turn& x, const Turn& y) {
        const auto p = out.blocks[static_cast<std::size_t>(x.block)].size, q = out.blocks[static_cast<std::size_t>(y.block)].size;
        switch (variant / 3) {
            case 0: return areaOf(p) > areaOf(q);
            case 1: return p.h != q.h ? p.h > q.h : p.w > q.w;
            case 2: return std::max(p.w, p.h) != std::max(q.w, q.h) ? std::max(p.w, p.h) > std::max(q.w, q.h) : areaOf(p) > areaOf(q);
            default: return p.w != q.w ? p.w > q.w : p.h > q.h;
        }
    });
    Decoder d{racks};
    d.run(out.blocks, turns);
    out.layings = std::move(d.layings), out.sheets = std::move(d.sheets), out.out = std::move(d.out);
    return out;
}

Layout searched(const NestCase& g, const std::vector<Rack>& racks, std::int64_t work, Dice& dice, const std::function<bool()>& stop) {
    Layout best = laidInTurn(g, racks, 0);
    double least = areaOut(g, best);
    const auto take = [&](const std::vector<Block>& blocks, const Decoder& d) {
        Layout now{blocks, d.layings, d.sheets, d.out};
        if (const double out = areaOut(g, now); out < least) least = out, best = std::move(now);
    };
    for (int variant = 1; variant < kVariants && least > 0; ++variant) {
        auto now = laidInTurn(g, racks, variant);
        if (const double out = areaOut(g, now); out < least) least = out, best = std::move(now);
    }
    double all = 0, room = 0;
    for (const auto& p : g.piece) all += areaOf(p);
    std::vector<Oblong> sheets;
    for (const auto& r : racks)
        for (auto k = std::min<std::int64_t>(r.copies, static_cast<std::int64_t>(g.piece.size())); k > 0; --k)
            sheets.push_back(r.size), room += areaOf(r.size);
    const bool perfect = std::abs(all - room) < room * 1e-9;
    const auto plain = leaves(g);
    const auto n = static_cast<std::int64_t>(plain.size());
    std::optional<Peeler> peeler;  // where joining alone has not done
    const auto spent = [&] { return work <= 0 || (stop && stop()); };
    for (int round = 0; least > 0 && !spent(); ++round) {
        const auto whole = [&](const std::optional<Joined>& j) {
            if (!j) return;
            std::vector<Turn> turns;
            for (const int i : j->open) turns.push_back({i, 0});
            Decoder d{racks};
            d.run(j->blocks, turns);
            take(j->blocks, d);
        };
        for (int k = 0; perfect && k < 3 && least > 0 && !spent(); ++k) {
            whole(joinedToSheets(sheets, plain, work, dice, stop));
            if (least == 0 || sheets.size() != 1 || spent()) continue;
            if (!peeler) peeler.emplace(sheets[0], plain, dice, spent);
            constexpr int kLooks = 5'000'000;
            whole(peeler->look(kLooks, spent));
            work -= kLooks;
        }
        if (least == 0) break;
        // Some blocks joined first, none in every third round.
        auto blocks = plain;
        std::vector<int> open(plain.size());
        std::iota(open.begin(), open.end(), 0);
        if (round % 3 != 0 && n <= 200) {
            auto j = someJoined(sheets, plain, 1 + dice.below(plain.size()), dice);
            blocks = std::move(j.blocks), open = std::move(j.open);
        }
        std::vector<Turn> turns;
        for (const int i : open) turns.push_back({i, static_cast<int>(dice.below(3)), static_cast<int>(dice.below(3))});
        std::vector<double> rank(blocks.size());
        for (std::size_t i = 0; i < blocks.size(); ++i) rank[i] = -areaOf(blocks[i].size) * (0.7 + 0.6 * dice.unit());
        std::ranges::stable_sort(turns, {}, [&](const Turn& t) { return rank[static_cast<std::size_t>(t.block)]; });
        Decoder d{racks};
        const auto weigh = [&] {
            double out = 0;
            for (const int i : d.out) out += areaOf(blocks[static_cast<std::size_t>(i)].size);
            return out - 0.05 * d.together();
        };
        d.run(blocks, turns);
        take(blocks, d);
        auto now = weigh();
        const int steps = static_cast<int>(std::min<std::int64_t>(12'000, 200'000'000 / (n * n + 1)));
        for (int step = 0; step < steps && least > 0; ++step) {
            if (step % 64 == 0 && spent()) break;
            work -= n + 30;
            const double heat = 0.03 * room * std::pow(1e-3, static_cast<double>(step) / steps);
            const auto before = turns;
            if (const double what = dice.unit(); what < 0.35) {
                std::swap(turns[dice.below(turns.size())], turns[dice.below(turns.size())]);
            } else if (what < 0.7) {
                const auto from = dice.below(turns.size()), to = dice.below(turns.size());
                const auto t = turns[from];
                turns.erase(turns.begin() + static_cast<std::ptrdiff_t>(from));
                turns.insert(turns.begin() + static_cast<std::ptrdiff_t>(to), t);
            } else {
                auto& t = turns[dice.below(turns.size())];
                (dice.unit() < 0.5 ? t.split : t.way) = static_cast<int>(dice.below(3));
            }
            d.run(blocks, turns);
            const auto then = weigh();
            if (then <= now || dice.unit() < std::exp((now - then) / heat)) {
                now = then;
                if (d.out.size() < 6) take(blocks, d);
            } else {
                turns = before;
            }
        }
    }
    return best;
}

}  // namespace oiko
