#include "core/design/timber.h"

namespace oiko {

static bool metric(Ask& ask) { return timberOf(ask).name != "inch"; }

const Timber& timberOf(Ask& ask) { return timber(ask.choice("frame.timber")); }

const Wood& woodOf(Ask& ask) { return wood(ask.choice(metric(ask) ? "wood.grade" : "wood.species")); }

Length boardFoot(Ask& ask) { return metric(ask) ? mm(300) : feet(1); }
Length ruleGrid(Ask& ask) { return metric(ask) ? mm(10) : inches(0.5); }

Length longestSold(Ask& ask) { return boardFoot(ask) * (readLength(ask.choice("stock.longest"), Units::imperial).value() / feet(1)); }
Length longestBoard(Ask& ask) { return longestSold(ask) - ask.length("cut.trim") * 2; }

}  // namespace oiko
