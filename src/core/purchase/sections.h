#pragma once
// The bill put together otherwise: by system, by kind of thing, by what the vehicle takes in one go.
#include "core/purchase/purchase.h"

namespace oiko {

enum class By { system, kind, trip };

struct Section {
    std::string id;           ///< words: group.<id>, kind.<id>, trip.<id>
    std::int64_t number = 0;  ///< of a trip, from 1
    struct Share {
        std::size_t line;     ///< of the bill
        std::int64_t bought;  ///< so many of what that line buys
        Money amount;
    };
    std::vector<Share> shares;
    Money amount;
    Mass mass;
};
/// Every line of the bill, whole or shared out; the sections' amounts add up to the bill's net. By trip: lines in building order, a trip
/// as full as its load allows; what is longer than the vehicle takes, or heavier, is the last section, `delivered`.
std::vector<Section> sections(const Bill& bill, By by, Settled& settled, const Catalog& prices);
/// One board, sheet, roll or pack as it is bought.
Mass massOf(const StockItem& item, Settled& settled);

}  // namespace oiko
