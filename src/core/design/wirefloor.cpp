#include "core/design/wirefloor.h"

#include <cmath>

#include "core/catalog/stock.h"
#include "core/design/ground.h"
#include "core/design/shell.h"
#include "core/design/timber.h"

namespace oiko {

bool wireFloor(Ask& ask) { return onPosts(ask) && ask.choice("floor.deck") == "wire"; }

Length deckThick(Ask& ask) {
    const auto& deck = ask.choice("floor.deck");
    return deck == "wire" ? kMeshThick * 2 : thicknessOf(deck);
}

Length dropLeaf(Ask& ask) {
    const auto post = timberOf(ask).post, deep = shellOf(ask).deep;
    const double span = inMm(deep - post), bays = std::max(1.0, std::ceil(span / inMm(kPostRows) - 1e-9));
    return mm((span / bays - inMm(post)) / 2);
}

Length dropRoom(Ask& ask) {
    const Bounds all{{0, 0, 0}, {inMm(ask.length("coop.width")), inMm(ask.length("coop.depth")), 0}};
    return underCoop(ask) - mm(groundOf(ask).highest(all));
}

}  // namespace oiko
