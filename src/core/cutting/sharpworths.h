#pragma once
// Worths of its own for each of a thousand unlike sizes, found near worths that are known to hold.
#include <functional>
#include <memory>
#include <set>
#include <vector>

#include "core/cutting/fillings.h"

struct glp_prob;

namespace oiko {

/// How often a linear program wants a board of a stock row filled so: sizes and how many of each.
struct Wish {
    std::size_t stock;
    std::vector<std::pair<std::size_t, int>> pattern;
    double times;
};

/// Rows are added for the best filling round each size that holds more than its board's price, and the worths kept in a box round the
/// best ones so far: they settle in some dozens of rounds. Source: Gilmore and Gomory (as for prove()) for the rows; Marsten, Hogan and
/// Blankenship, "The boxstep method for large-scale optimization", Operations Research 23 (1975), for the box. From memory.
class SharpWorths {
public:
    /// `start`: worths by which no board of which there are as many as wanted holds more than its price, on this grid. Such boards have a
    /// price; one of them there must be.
    SharpWorths(const ProofCase& given, const Coarse& grid, std::vector<double> start);
    ~SharpWorths();
    /// A filling that binds the worths; false: it is known.
    bool addRow(std::size_t stock, std::vector<std::pair<std::size_t, int>> pattern);
    /// Better worths, perhaps; false: none are to be had.
    bool round();
    const std::vector<double>& worths() const { return best_; }  ///< as at the start, the best so far
    double all() const { return all_; }                          ///< what the pieces are worth by them
    std::vector<Wish> wishes() const;                            ///< of the last round

private:
    double price(std::size_t stock) const { return static_cast<double>(g_.price[stock]); }
    double proven(const Fillings<double>& fillings, std::vector<double>& worth) const;
    void boxed(const std::vector<double>& middle);
    void forget();

    const ProofCase& g_;
    const Coarse& grid_;
    std::vector<double> best_, lowest_, highest_;
    double all_ = 0, dearest_, box_;
    std::unique_ptr<glp_prob, void (*)(glp_prob*)> lp_;
    std::vector<int> more_;  ///< by stock row: the column of what its few boards hold above their price; 0: as many as wanted
    std::vector<Wish> rows_;
    std::set<std::pair<std::size_t, std::vector<std::pair<std::size_t, int>>>> known_;
};

/// Boards for most of a list, and what is left: the pieces by their places in it, and the boards that there still are.
struct Wanted {
    std::vector<Filled> boards;
    ProofCase rest;
    std::vector<std::size_t> at;
};
/// The boards that the program wants whole, and of those in part some by chance; then the program again for what is left, until that is
/// hardly more than a few pieces, or none of its wishes can be had; with an even seed that many pieces are left, which gives a search more
/// freedom and more to do. `settle` goes through its rounds. Known as residual rounding.
Wanted boardsWanted(const ProofCase& given, std::vector<Wish> wishes, std::vector<double> worth, std::int64_t cells, std::int64_t few,
                    std::uint64_t seed, const std::function<void(SharpWorths&, std::size_t)>& settle);

}  // namespace oiko
