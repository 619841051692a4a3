#pragma once
// Stock along a drawing's edge: whole sheets and boards laid end to end, what sticks out past the coop, and the sizes that waste none.
#include "core/base/message.h"
#include "core/catalog/stock.h"
#include "core/design/design.h"

namespace oiko {

/// One stock along one direction, mm from the coop's zero edge.
struct Lane {
    Message name;
    std::vector<double> joints;  ///< ends of the pieces, the first one's start included
    double edge = 0;             ///< where what is built ends; from here to the last joint is the rest
    double perMm = 1;            ///< of the stock itself, for a mm along the drawing: more than 1 where it lies on a slope
    Length rest() const { return mm((joints.back() - edge) * perMm); }
};
/// A size of the coop at which a piece of stock comes out whole.
struct GoodSize {
    Length value;
    Message why;
};
struct Ruler {
    std::string slot;  ///< coop.width or coop.depth
    std::vector<Lane> lanes;
    std::vector<GoodSize> goodSizes;  ///< within the table's limits, ascending, at least 1/8 in apart
};
/// At most three lanes. `depth`: along the coop's depth, else its width.
Ruler stockRuler(Settled& settled, const Catalog& prices, bool depth);

}  // namespace oiko
