#pragma once
// The order of the work: each step's parts and what to check before going on. Hours are not judged yet.
#include <string>
#include <vector>

#include "core/model/part.h"

namespace oiko {

struct Step {
    std::string id;                     ///< words: step.<id>, step.<id>.check
    std::vector<std::size_t> parts;     ///< of the model, each in exactly one step
    std::vector<std::string> cautions;  ///< words: caution.<id>
};
/// Steps that this model needs, in building order. Order: common practice.
std::vector<Step> buildingOrder(const Model& model);

}  // namespace oiko
