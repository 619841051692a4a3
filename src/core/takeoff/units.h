#pragma once
// What is bought whole, whatever holds it.
#include <functional>
#include <string_view>

#include "core/design/design.h"
#include "core/model/part.h"

namespace oiko {

/// Adds so many of an item by a rule; none or less adds nothing.
using AddUnits = std::function<void(std::string_view item, double number, std::string_view rule)>;
/// Gutters with their barrels, feeders, drinkers, troughs and their pipe, bought nests, the fence round the yard; not what stood before.
void boughtUnits(const Model& model, Settled& settled, const AddUnits& add);

}  // namespace oiko
