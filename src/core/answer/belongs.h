#pragma once
// What belongs together: a value, the parts that it shapes or places, and the lines of the bill that those are cut from.
#include <set>

#include "core/answer/answer.h"

namespace oiko {

using PartIds = std::set<std::string, std::less<>>;

/// Parts that a value shapes or places; empty where it touches none, or all alike (the kind of wood).
PartIds partsOf(const Answer& answer, std::string_view slot);
/// Values, set or by rule, that shape or place any of these parts; those that shape the fewest parts first.
std::vector<std::string> slotsOf(const Answer& answer, const PartIds& parts);
/// The part with all that stands together with it: an opening's or a run's row; else the part alone.
PartIds togetherWith(const Answer& answer, std::string_view part);
/// Places in the bill's lines that any of these parts are cut from.
std::vector<std::size_t> linesOf(const Answer& answer, const PartIds& parts);

}  // namespace oiko
