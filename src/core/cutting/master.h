#pragma once
// The linear program over cutting patterns, kept warm while patterns are added.
#include <glpk.h>

#include <memory>
#include <set>

#include "core/cutting/proof.h"

namespace oiko {

class Master {
public:
    explicit Master(const ProofCase& given);
    /// False: known already, or empty.
    bool add(std::size_t stock, const Pattern& pattern);
    /// Least cost of patterns that meet the need; what can't be met is let off at a forbidding price.
    void forCost();
    /// Least length left out with no more than these boards, for this need.
    void forRoom(const std::vector<double>& boards, const std::vector<std::int64_t>& need);
    /// False: no optimum was found, or `stop` said so.
    bool solve(const std::function<bool()>& stop);
    double objective() const { return glp_get_obj_val(lp_.get()); }
    double worth(std::size_t item) const { return glp_get_row_dual(lp_.get(), static_cast<int>(item) + 1); }
    /// What a board of this row may cost a pattern: its price, or nothing where room is what counts, less the row's own dual.
    double allowance(std::size_t stock) const;
    std::size_t patterns() const { return columns_.size(); }
    const Filled& pattern(std::size_t column) const { return columns_[column]; }
    double times(std::size_t column) const { return glp_get_col_prim(lp_.get(), first(column)); }
    glp_prob* program() const { return lp_.get(); }
    int first(std::size_t column) const { return items_ + static_cast<int>(column) + 1; }

private:
    const ProofCase& g_;
    int items_;
    bool room_ = false;
    std::unique_ptr<glp_prob, decltype(&glp_delete_prob)> lp_;
    std::vector<Filled> columns_;
    std::set<Filled> known_;
};

}  // namespace oiko
