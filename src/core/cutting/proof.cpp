#include "core/cutting/proof.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>
#include <optional>

#include "core/cutting/boughtboards.h"
#include "core/cutting/fullboards.h"
#include "core/cutting/knapsack.h"
#include "core/cutting/master.h"
#include "core/cutting/repack.h"

namespace oiko {
namespace {

constexpr std::int64_t kFine = 4'000'000;  ///< cells
constexpr int kFirst = 3, kLast = 12;      ///< attempts at a plan of given boards, before others are tried and after

class Prover {
public:
    Prover(const ProofCase& g, std::int64_t work, const std::function<bool()>& stop)
        : g_{g}, master_{g}, most_{*std::ranges::max_element(g.room)}, work_{work}, stop_{stop} {
        for (const auto p : g.price) step_ = std::gcd(step_, p);
        step_ = std::max<std::int64_t>(1, step_);
    }

    Proof run(std::int64_t cost, std::int64_t missing) {
        Proof out;
        cost_ = cost, out.missing = missing;
        if (missing > 0) leaveOutLess(out);
        // The pieces' own lengths are a first worth.
        cut(g_.size, Filler{g_.size, g_.need, g_.size, most_}, out);
        const auto shortest = leastBoards(g_, cuts_, cost_, {}, {}, 2'000);
        out.bound = shortest.bound;
        // On a fine grid the linear program is slow: boards that just hold the lengths are filled first.
        if (out.missing == 0 && !shortest.boards.empty() && spareOf(g_, shortest.boards) == 0 &&
            most_ * static_cast<std::int64_t>(g_.size.size()) > kFine) {
            if (auto full = fullBoards(g_, shortest.boards, work_, stop_, again_++); !full.empty())
                out.boards = std::move(full), cost_ = shortest.cost;
            if (cost_ == out.bound) return out;
        }
        master_.forCost();
        if (!generate(&out)) out.cutShort = true;
        std::vector<Boards> tried;
        const Separate separate = [&](const std::vector<double>& y) {
            master_.forRoom(y, g_.need);
            const auto before = cuts_.size();
            return generate(&out, &y) && cuts_.size() > before && !cuts_.back().allows(y);
        };
        for (int round = 0; round < 8 && !stopped(); ++round) {
            const auto bought = leastBoards(g_, cuts_, cost_, tried, separate, 20'000, [&] { return work_ -= 20, stopped(); });
            work_ -= 500;
            if (tried.empty()) out.bound = std::max(out.bound, bought.bound);
            if (bought.boards.empty()) break;  // nothing cheaper than the plan in hand
            const int few = mustBeFull(g_, bought.boards) ? kFirst + 2 : kFirst;
            if (auto plan = realise(bought.boards, out.missing, 0, few); !plan.empty()) {
                out.boards = std::move(plan), cost_ = bought.cost;
                if (cost_ == out.bound) break;
                continue;
            }
            // Enough in fractions, but no whole plan was found: these boards or fewer are not tried again.
            tried.push_back(bought.boards);
        }
        // Boards that are a little dearer were quicker to try than those that will hardly do.
        for (const auto& boards : tried)
            if (costOf(boards) < cost_)
                if (auto plan = realise(boards, out.missing, kFirst, kLast); !plan.empty())
                    out.boards = std::move(plan), cost_ = costOf(boards);
        // What is left of the work goes to full boards that were not found.
        while (cost_ > out.bound && !stopped()) {
            ++again_;
            const auto before = work_;
            for (const auto& boards : tried) {
                if (out.missing > 0 || costOf(boards) >= cost_ || stopped()) continue;
                if (auto full = fullBoards(g_, boards, work_, stop_, again_); !full.empty())
                    out.boards = std::move(full), cost_ = costOf(boards);
            }
            if (work_ == before) break;
        }
        out.cutShort |= stopped();
        out.bound = std::min(out.bound, cost_);
        return out;
    }

private:
    bool stopped() { return work_ <= 0 || (stop_ && stop_()); }

    std::int64_t costOf(const Boards& boards) const {
        return std::inner_product(boards.begin(), boards.end(), g_.price.begin(), std::int64_t{0});
    }
    void cut(const Worths& worths, const Filler& filler, Proof& out) {
        cuts_.push_back(cutFrom(g_, worths, filler, out.missing)), out.worths.push_back(worths);
    }

    bool solved() {
        work_ -= static_cast<std::int64_t>(g_.size.size() * master_.patterns()) / 400;
        return master_.solve(stop_);
    }
    /// Columns until none pays, for room where boards are given, else for cost; the last worths become a cut. A mere probe (no `out`)
    /// ends as soon as the boards are known to be too few.
    bool generate(Proof* out, const std::vector<double>* boards = nullptr) {
        for (;;) {
            if (stopped() || !solved()) return false;
            std::vector<double> pi(g_.size.size());
            double rate = 0;
            for (std::size_t i = 0; i < pi.size(); ++i) {
                pi[i] = std::max(0.0, master_.worth(i));
                rate = std::max(rate, pi[i] / static_cast<double>(g_.size[i]));
            }
            if (rate <= 0) return true;  // everything fits
            // Whole numbers as large as keeps a board's worth exact in a double.
            const double scale = 1e12 / (rate * static_cast<double>(most_));
            Worths worths(pi.size());
            for (std::size_t i = 0; i < pi.size(); ++i) worths[i] = static_cast<std::int64_t>(std::floor(pi[i] * scale));
            const Filler filler{g_.size, g_.need, worths, most_};
            work_ -= std::min<std::int64_t>(most_, 200'000) * static_cast<std::int64_t>(pi.size()) / 20'000 + 5;
            if (!filler.complete()) return false;
            bool grew = false;
            double over = master_.objective() * scale;  // of what is needed above what the boards can hold, in worth
            for (std::size_t j = 0; j < g_.room.size(); ++j) {
                const auto value = static_cast<double>(filler.value(g_.room[j]));
                const double gain = value - master_.allowance(j) * scale;
                if (boards) over -= gain * (*boards)[j];
                if (gain > 1e3) grew |= master_.add(j, filler.pattern(g_.room[j]));
            }
            if (!out && over > letOff_ * scale + 1e6) return true;
            if (grew && (boards || !settled(worths, filler))) continue;
            if (out) cut(worths, filler, *out);
            return true;
        }
    }

    /// These worths give a bound that rounds up to where the linear program stands: more columns can't raise it.
    bool settled(const Worths& worths, const Filler& filler) const {
        double dearest = 1e300, all = 0;  // price of a unit of worth
        for (std::size_t j = 0; j < g_.room.size(); ++j) {
            if (g_.left[j] < kUnlimited) return false;
            if (const auto v = filler.value(g_.room[j]); v > 0)
                dearest = std::min(dearest, static_cast<double>(g_.price[j]) / static_cast<double>(v));
        }
        for (std::size_t i = 0; i < worths.size(); ++i) all += static_cast<double>(worths[i]) * static_cast<double>(g_.need[i]);
        const auto up = [&](double v) { return std::ceil(v / static_cast<double>(step_) - 1e-7); };
        return up(all * dearest) >= up(master_.objective());
    }

    /// With too little stock: first the least length left out, as a bound and as a plan.
    void leaveOutLess(Proof& out) {
        const auto pieces = std::accumulate(g_.need.begin(), g_.need.end(), std::int64_t{0});
        Boards all;
        for (const auto n : g_.left) all.push_back(std::min(n, pieces));
        const std::vector<double> whole(all.begin(), all.end());
        master_.forRoom(whole, g_.need);
        Proof aside;
        if (generate(&aside, &whole) && !cuts_.empty()) {
            // For worths in step with the lengths, what the boards cannot hold of them is left out of any plan.
            const auto c = cuts_.back();
            cuts_.clear();
            double rate = 0;
            std::int64_t grid = 0;
            for (std::size_t i = 0; i < g_.length.size(); ++i) {
                rate = std::max(rate, static_cast<double>(aside.worths.back()[i]) / static_cast<double>(g_.length[i]));
                grid = std::gcd(grid, g_.length[i]);
            }
            std::int64_t held = 0;
            for (std::size_t j = 0; j < all.size(); ++j) held += c.worth[j] * all[j];
            const double sure = static_cast<double>(c.need - held) / rate * (1 - 1e-12) - 1e-6;
            if (sure > 0) out.leastMissing = static_cast<std::int64_t>(std::ceil(sure / static_cast<double>(grid))) * grid;
        }
        for (int attempt = 0; attempt < 6 && out.missing > out.leastMissing && !stopped(); ++attempt) {
            auto p = mended(all, attempt, out.leastMissing);
            const auto left = lengthOut(g_, p);
            auto plan = filledOf(p);
            std::int64_t cost = 0;
            for (const auto& f : plan) cost += g_.price[f.first];
            if (std::pair{left, cost} < std::pair{out.missing, cost_}) out.missing = left, cost_ = cost, out.boards = std::move(plan);
        }
    }

    /// A plan of whole boards that leaves out no more than `missing`, by diving and mending; else an empty one.
    std::vector<Filled> realise(const Boards& boards, std::int64_t missing, int from, int to) {
        const bool full = missing == 0 && mustBeFull(g_, boards);
        // With something to spare a dive is likelier to end well; with nothing hardly one does.
        const int swapsAt = spareOf(g_, boards) > 0 ? 4 : 0;
        for (int attempt = from; attempt < (full && swapsAt == 0 ? 3 : to) && !stopped(); ++attempt) {
            if (full && attempt == swapsAt)
                if (auto plan = fullBoards(g_, boards, work_, stop_, again_++); !plan.empty()) return plan;
            auto p = mended(boards, attempt, missing);
            if (lengthOut(g_, p) <= missing) return filledOf(p);
        }
        return {};
    }
    Packing mended(const Boards& boards, int attempt, std::int64_t missing) {
        auto p = dived(boards, attempt);
        repack(g_, p, missing, 20'000, dice_, stop_);
        work_ -= 20'000;
        return p;
    }
    static std::vector<Filled> filledOf(Packing& p) {
        std::erase_if(p.boards, [](const Filled& f) { return std::ranges::all_of(f.second, [](auto n) { return n == 0; }); });
        return std::move(p.boards);
    }
    /// Boards not yet used stand in the packing empty.
    void addEmpty(Packing& p, const Boards& left) const {
        const auto pieces = std::accumulate(p.out.begin(), p.out.end(), std::int64_t{0});
        for (std::size_t j = 0; j < left.size(); ++j)
            for (std::int64_t n = std::min(left[j], pieces); n > 0; --n) p.boards.emplace_back(j, Pattern(g_.size.size(), 0));
    }

    /// The linear program with these boards: its whole shares are taken, then one of the others made whole, as long as the rest still
    /// fits in fractions; when nothing does, what is likeliest.
    Packing dived(Boards boards, int dive) {
        Packing plan{{}, g_.need};
        bool fits = true;
        const auto take = [&](std::size_t column, std::int64_t times) {
            const auto& [j, full] = master_.pattern(column);
            for (; times > 0 && boards[j] > 0; --times) {
                auto p = full;
                for (std::size_t i = 0; i < p.size(); ++i) p[i] = std::min(p[i], plan.out[i]), plan.out[i] -= p[i];
                if (std::ranges::all_of(p, [](auto k) { return k == 0; })) return;
                --boards[j];
                plan.boards.emplace_back(j, std::move(p));
            }
        };
        const auto giveBack = [&] {
            const auto& [j, p] = plan.boards.back();
            for (std::size_t i = 0; i < p.size(); ++i) plan.out[i] += p[i];
            ++boards[j], plan.boards.pop_back();
        };
        letOff_ = std::numeric_limits<double>::max();
        if (fitsInFractions(boards, plan.out, false)) letOff_ = master_.objective();
        while (std::ranges::any_of(plan.out, [](auto n) { return n > 0; })) {
            std::vector<std::pair<double, std::size_t>> shares;
            std::vector<std::pair<std::size_t, std::int64_t>> whole;
            for (std::size_t c = 0; c < master_.patterns(); ++c) {
                const double x = master_.times(c);
                if (x < 1e-6) continue;
                if (x >= 1 - 1e-9) whole.emplace_back(c, static_cast<std::int64_t>(std::floor(x + 1e-9)));
                // A later dive is shaken.
                shares.emplace_back(-x - (dive == 0 ? 0 : 0.5 * dice_.unit()), c);
            }
            if (shares.empty()) break;
            const auto before = plan.boards.size();
            for (const auto& [c, n] : whole) take(c, n);
            if (whole.empty()) {
                std::ranges::sort(shares);
                const auto tries = fits ? std::min<std::size_t>(4, shares.size()) : 0;
                bool done = false;
                for (std::size_t k = 0; k < tries && !done && !stopped(); ++k) {
                    take(shares[k].second, 1);
                    if (plan.boards.size() == before) continue;
                    done = fitsInFractions(boards, plan.out, fits);
                    if (!done) giveBack();
                }
                if (done) continue;
                fits = false, take(shares[0].second, 1);
            }
            if (plan.boards.size() == before) break;
            fitsInFractions(boards, plan.out, fits);
        }
        addEmpty(plan, boards);
        return plan;
    }
    /// Whether the boards hold the need in fractions: by the patterns known or, if asked to, by new ones.
    bool fitsInFractions(const Boards& boards, const Pattern& need, bool fresh) {
        const std::vector<double> room(boards.begin(), boards.end());
        master_.forRoom(room, need);
        if (!solved()) return false;
        const auto fits = [&] { return master_.objective() <= letOff_ + 1e-6; };
        if (fits() || !fresh || stopped()) return fits();
        generate(nullptr, &room);
        return solved() && fits();
    }

    const ProofCase& g_;
    Master master_;
    std::int64_t most_, work_, cost_ = 0, step_ = 0;
    double letOff_ = 0;  ///< millimetres that a dive may leave out
    const std::function<bool()>& stop_;
    std::vector<BoardCut> cuts_;
    Dice dice_{2026};
    int again_ = g_.size.size() >= kLongList;  ///< a long list's full boards were looked for before
};

}  // namespace

Proof prove(const ProofCase& given, std::int64_t cost, std::int64_t missing, std::int64_t work, const std::function<bool()>& stop) {
    return Prover{given, work, stop}.run(cost, missing);
}

}  // namespace oiko
