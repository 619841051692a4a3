#pragma once
// What timber a design is built of, and how long its boards are sold.
#include "core/catalog/lumber.h"
#include "core/design/param.h"

namespace oiko {

const Timber& timberOf(Ask& ask);
/// Its species, or its strength class.
const Wood& woodOf(Ask& ask);
/// What boards grow by, halved: a foot, or 0.3 m; and the grid that rules put things on: half an inch, or a centimetre.
Length boardFoot(Ask& ask);
Length ruleGrid(Ask& ask);
/// The longest board the store has, and what a piece of it can be long between trimmed ends.
Length longestSold(Ask& ask);
Length longestBoard(Ask& ask);

}  // namespace oiko
