#pragma once
// The order of the work: each step's parts and what to check before going on. Hours are not judged yet.
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/design/design.h"
#include "core/model/part.h"

namespace oiko {

struct Step {
    std::string id;                     ///< words: step.<id>, step.<id>.check
    std::vector<std::size_t> parts;     ///< of the model, each in exactly one step
    std::vector<std::string> cautions;  ///< words: caution.<id>
};
/// Steps that this model needs, in building order. Order: common practice.
std::vector<Step> buildingOrder(const Model& model);

/// What one person lifts alone. Common practice.
inline constexpr Mass kOneLifts = pounds(50);

/// A coop that is to be moved, without what stays: the ground's masonry and what is set in it, runs, barrel, litter, what stood before.
struct Moved {
    std::vector<Mass> after;       ///< its weight after each step, without fixings
    std::size_t liftable = 0;      ///< steps after which the people at work can still lift it
    Length width;                  ///< across its narrower side, over all
    std::vector<std::string> ids;  ///< of the parts that go along
};
Moved moved(const Model& model, Settled& settled, const std::vector<Step>& steps);

}  // namespace oiko
