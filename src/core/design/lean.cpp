#include "core/design/lean.h"

#include "core/catalog/covers.h"
#include "core/catalog/stock.h"
#include "core/design/existing.h"
#include "core/design/layout.h"

namespace oiko {

bool leans(Ask& ask) { return ask.choice("roof.form") == "single_slope" && !somethingStands(ask) && ask.choice("lean.kind") != "nothing"; }
std::string leanSide(Ask& ask) { return leans(ask) ? std::string{opposite(ask.choice("roof.falls_to"))} : std::string{}; }
bool leansOnGlass(Ask& ask) { return leans(ask) && ask.choice("lean.kind") == "greenhouse"; }

Length roofThick(Ask& ask) {
    const auto& cover = roofCover(coverOf(ask));
    const auto own = thicknessOf(cover.stock);
    return cover.decked ? thicknessOf(ask.choice("roof.deck")) + thicknessOf("felt") + own : timberOf(ask).two + own;
}

Length leanNeeds(Ask& ask, const Shell& shell) {
    return shell.floorTop + mm(shell.rafterTopMm(0) + inMm(roofThick(ask)) / shell.slopes[0].cosine()) + kFlashingLeg;
}

std::optional<Length> runToWall(Ask& ask, const RunPlace& run) {
    const auto side = leanSide(ask);
    if (side.empty()) return std::nullopt;
    if (leftOf(run.side) == side) return run.at;
    if (rightOf(run.side) == side) return wallLength(ask, run.side) - run.at - run.width;
    return std::nullopt;
}

}  // namespace oiko
