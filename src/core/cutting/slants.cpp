#include "core/cutting/slants.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/cutting/chains.h"

namespace oiko {
namespace {

/// The way an end lies when its piece is turned end for end (1) and over about its length (2).
Slant lying(const CutPart& p, int turn, bool atStart) {
    auto s = atStart == ((turn & 1) == 0) ? p.start : p.end;
    if ((turn & 1) && !s.bevel) s.degrees = -s.degrees;
    if (turn & 2) s.degrees = -s.degrees;
    return s;
}
bool alike(const Slant& a, const Slant& b) {
    return a.bevel == b.bevel && a.across == b.across && std::fabs(std::fabs(a.degrees) - std::fabs(b.degrees)) < 0.02;
}

/// Pieces as edges of a graph; its nodes are kinds of slants, and for each square end a node of its own.
class Walks {
public:
    Walks(const std::vector<CutPart>& parts, const std::vector<CutPiece>& pieces, Length kerf) {
        for (std::size_t i = 0; i < pieces.size(); ++i) {
            const auto& p = parts[pieces[i].part];
            const auto from = node(p.start, kerf), to = node(p.end, kerf);
            edge(i, from, to);
        }
        // Where an odd number of ends meet, one stays alone: such nodes are tied by twos, and the walk is cut there.
        std::vector<std::size_t> odd;
        for (std::size_t n = 0; n < at_.size(); ++n)
            if (at_[n].size() % 2) odd.push_back(n);
        std::vector<std::size_t> group(at_.size());
        std::iota(group.begin(), group.end(), 0);
        const auto root = [&](std::size_t n) {
            while (group[n] != n) n = group[n];
            return n;
        };
        for (const auto& e : edges_) group[root(e.from)] = root(e.to);
        std::ranges::stable_sort(odd, {}, root);
        for (std::size_t k = 0; k + 1 < odd.size(); k += 2) edge(SIZE_MAX, odd[k], odd[k + 1]);
        // Without such nodes it is cut where least is lost.
        std::vector<std::size_t> order(at_.size());
        std::iota(order.begin(), order.end(), 0);
        std::ranges::stable_sort(order, {}, [&](auto n) { return gain_[n]; });
        for (const auto n : order) walk(n);
    }
    /// Each a row of pieces that nest: which, and whether it is walked from its end to its start.
    std::vector<std::vector<std::pair<std::size_t, bool>>> rows;

private:
    struct Edge {
        std::size_t piece, from, to;
        bool walked = false;
    };
    std::size_t node(const Slant& s, Length kerf) {
        const auto gain = nestedGain(s, kerf);
        if (gain > Length{})
            for (std::size_t n = 0; n < kind_.size(); ++n)
                if (gain_[n] > Length{} && alike(kind_[n], s)) return n;
        kind_.push_back(s), gain_.push_back(gain), at_.emplace_back();
        return kind_.size() - 1;
    }
    void edge(std::size_t piece, std::size_t from, std::size_t to) {
        at_[from].push_back(edges_.size()), at_[to].push_back(edges_.size());
        edges_.push_back({piece, from, to});
    }
    void walk(std::size_t start) {
        std::vector<std::pair<std::size_t, std::size_t>> stack{{start, SIZE_MAX}};  // node, and the edge it was reached by
        std::vector<std::pair<std::size_t, std::size_t>> round;
        while (!stack.empty()) {
            const auto n = stack.back().first;
            auto& open = at_[n];
            while (!open.empty() && edges_[open.back()].walked) open.pop_back();
            if (open.empty()) {
                round.push_back(stack.back()), stack.pop_back();
                continue;
            }
            auto& e = edges_[open.back()];
            e.walked = true;
            stack.emplace_back(e.from == n ? e.to : e.from, open.back());
        }
        std::vector<std::vector<std::pair<std::size_t, bool>>> found{{}};
        // A round through a tie is turned so that it begins behind it.
        std::vector<std::pair<std::size_t, std::size_t>> steps{round.begin(), round.end() - 1};
        const auto tie =
            std::ranges::find_if(steps, [&](const auto& s) { return s.second != SIZE_MAX && edges_[s.second].piece == SIZE_MAX; });
        if (tie != steps.end()) std::rotate(steps.begin(), tie + 1, steps.end());
        for (const auto& [n, by] : steps) {
            const auto& e = edges_[by];
            if (e.piece == SIZE_MAX)
                found.emplace_back();
            else
                found.back().emplace_back(e.piece, e.from != n);
        }
        for (auto& f : found)
            if (!f.empty()) rows.push_back(std::move(f));
    }
    std::vector<Slant> kind_;
    std::vector<Length> gain_;
    std::vector<std::vector<std::size_t>> at_;  ///< by node: edges
    std::vector<Edge> edges_;
};

bool nests(const CutPart& p, Length kerf) { return nestedGain(p.start, kerf) > Length{} || nestedGain(p.end, kerf) > Length{}; }

void append(CutPlan& all, CutPlan&& some) {
    all.cost += some.cost, all.lowerBound += some.lowerBound, all.proven &= some.proven, all.cutShort |= some.cutShort;
    std::ranges::move(some.boards, std::back_inserter(all.boards));
    std::ranges::move(some.unplaced, std::back_inserter(all.unplaced));
}

}  // namespace

Length nestedGain(const Slant& s, Length kerf) {
    const double a = std::fabs(s.degrees) * kPi / 180;
    const auto gain = a > 1.3 ? Length{} : mm(inMm(s.across) * std::tan(a) + inMm(kerf) * (1 - 1 / std::cos(a)));
    return gain < inches(0.5) ? Length{} : gain;
}

std::pair<double, double> upperFace(const CutPart& p, int turn, bool far) {
    const auto shortBy = [&](const Slant& s) {
        const bool longer = s.bevel ? s.degrees > 0 : (s.degrees > 0) == far;
        return longer ? 0 : inMm(s.across) * std::tan(std::fabs(s.degrees) * kPi / 180);
    };
    return {shortBy(lying(p, turn, true)), inMm(p.length) - shortBy(lying(p, turn, false))};
}

Length nestOnBoard(const std::vector<CutPart>& parts, std::vector<CutPiece>& pieces, Length start, Length kerf) {
    Walks walks{parts, pieces, kerf};
    const auto longest = [&](const auto& row) {
        Length l{};
        for (const auto& [i, backwards] : row) l = std::max(l, parts[pieces[i].part].length);
        return l;
    };
    std::ranges::stable_sort(walks.rows, std::greater{}, longest);
    std::vector<CutPiece> out;
    auto next = start;  // where a piece begins if nothing nests
    for (const auto& row : walks.rows) {
        bool first = true;
        for (const auto& [i, backwards] : row) {
            auto piece = pieces[i];
            const auto& p = parts[piece.part];
            piece.turn = backwards ? 1 : 0;
            if (!first) {
                const auto before = lying(parts[out.back().part], out.back().turn, false);
                if (lying(p, piece.turn, true).degrees * before.degrees > 0) piece.turn |= 2;
                next = next - nestedGain(before, kerf);
            }
            piece.at = next, next += p.length + kerf, first = false;
            out.push_back(piece);
        }
    }
    pieces = std::move(out);
    return next - kerf;
}

CutPlan cutNested(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutRules& rules, Length grid) {
    CutPlan plan;
    plan.proven = rules.work > 0;
    for (const auto& profile : profilesOf(parts)) {
        std::vector<CutPart> some;
        std::vector<std::size_t> at;
        for (std::size_t i = 0; i < parts.size(); ++i)
            if (parts[i].profile == profile) some.push_back(parts[i]), at.push_back(i);
        std::vector<bool> slanted;
        for (const auto& p : some) slanted.push_back(nests(p, rules.kerf));
        // Laid so that they nest; false: a board does not hold them. Of square cuts alone it is laid already.
        const auto laid = [&](CutPlan& p, bool square) {
            bool held = true;
            for (auto& b : p.boards) {
                if (square && std::ranges::count_if(b.pieces, [&](const CutPiece& c) { return slanted[c.part]; }) < 2) continue;
                const auto end = nestOnBoard(some, b.pieces, rules.endTrim, rules.kerf), room = stock[b.stock].length - rules.endTrim;
                held &= end <= room;
                b.offcut = std::max(Length{}, room - end - rules.kerf);
            }
            return held;
        };
        auto best = cutBoards(some, stock, rules);
        laid(best, true);
        if (rules.work > 0 && best.unplaced.empty() && std::ranges::count(slanted, true) > 0) {
            auto shorter = some;
            auto theirs = rules;
            theirs.work = rules.work / 4;
            Length most{};
            for (auto& p : shorter)
                for (const auto& end : {p.start, p.end}) {
                    const auto half = (nestedGain(end, rules.kerf).count() + 1) / 2;
                    most = std::max(most, Length::ticks(half));
                    p.length = std::max(grid, p.length - grid * ((half + grid.count() - 1) / grid.count()));
                }
            for (auto& b : theirs.before)
                for (auto& l : b.pieces)
                    if (const auto p = std::ranges::find(some, l, &CutPart::length); b.profile == profile && p != some.end())
                        l = shorter[static_cast<std::size_t>(p - some.begin())].length;
            auto least = cutBoards(shorter, stock, theirs);
            auto bound = least.lowerBound;
            bool nested = false;
            const auto take = [&](CutPlan&& other) {
                if (other.boards.empty() || other.cost >= best.cost || !other.unplaced.empty() || !laid(other, false)) return;
                best = std::move(other), nested = true;
            };
            take(std::move(least));
            if (bound < best.cost) {
                // With room on every board for two ends that nothing nests into.
                theirs.endTrim += most, theirs.work = rules.work / 20;
                take(cutBoards(shorter, stock, theirs));
            }
            if (bound < best.cost && inChains(some, rules.kerf)) {
                auto chains = cutInChains(some, stock, rules, best.cost);
                bound = std::max(bound, chains.lowerBound);
                take(std::move(chains));
            }
            if (nested) best.lowerBound = bound, best.proven = bound == best.cost;
        }
        for (auto& b : best.boards)
            for (auto& c : b.pieces) c.part = at[c.part];
        for (auto& u : best.unplaced) u.first = at[u.first];
        append(plan, std::move(best));
    }
    return plan;
}

}  // namespace oiko
