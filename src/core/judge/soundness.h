#pragma once
// Checkers of the solids: what a drawing must never get wrong. Each is shown to find planted faults in its test.
#include <string>
#include <vector>

#include "core/model/part.h"

namespace oiko {

struct Fault {
    std::string kind;   ///< overlap, floating, open, misfit, entered
    std::string a, b;   ///< part ids; b may be empty
    double amount = 0;  ///< mm deep, mm³ off
};
/// Pairs of parts that share volume deeper than kTouchMm.
std::vector<Fault> overlaps(const Model& model);
/// Parts that no joint leads from, down to the ground.
std::vector<Fault> floating(const Model& model);
/// Solids whose faces are not closed and outward: an edge without its opposite, a dent, no volume.
std::vector<Fault> badSolids(const Model& model);
/// Parts inside a place kept clear, other than the owner's own.
std::vector<Fault> intruders(const Model& model);
/// Lumber whose section is not that of its stock (or ripped from it), sheets thicker or thinner than theirs.
std::vector<Fault> misfits(const Model& model);

}  // namespace oiko
