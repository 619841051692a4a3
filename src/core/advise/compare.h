#pragma once
// Coops beside each other, number by number.
#include <span>

#include "core/answer/answer.h"

namespace oiko {

/// One figure of every coop compared; the first coop is the one that stands now.
struct CompareRow {
    std::string id;               ///< its words: compare.total, group.walls …
    std::vector<Arg> values;      ///< as it is read
    std::vector<double> figures;  ///< as it is measured
    /// By what share of the first coop's figure another one's differs; where the first has none, 1 or 0.
    double change(std::size_t coop) const;
};
/// Total, birds, floor, run, weights, pieces, boards, sheets, waste, findings that fail or are near; then the groups of the bill.
std::vector<CompareRow> compare(std::span<const std::shared_ptr<const Answer>> coops);

/// A value that two coops answer otherwise; nullopt: it means nothing in that coop.
struct Difference {
    std::string slot;
    std::optional<Value> now, other;
};
/// Set by the keeper in the one or the other, in the table's order.
std::vector<Difference> differences(const Design& now, const Design& other);

}  // namespace oiko
