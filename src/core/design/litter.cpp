#include "core/design/litter.h"

#include <algorithm>

#include "core/design/wirefloor.h"

namespace oiko {

const Litter* litterOf(Ask& ask) {
    const auto* kind = std::ranges::find(kLitters, std::string_view{ask.choice("litter.kind")}, &Litter::name);
    return kind == std::end(kLitters) || wireFloor(ask) ? nullptr : kind;
}
Length litterDeep(Ask& ask) { return litterOf(ask) ? ask.length("litter.deep") : Length{}; }
Length runLitterDeep(Ask& ask) {
    return ask.choice("run.litter") == "none" || ask.rows("runs").empty() ? Length{} : ask.length("run.litter_deep");
}
const Litter& litterNamed(std::string_view name) { return *std::ranges::find(kLitters, name, &Litter::name); }
Length litterTop(Ask& ask) { return litterDeep(ask) - sunk(ask); }
Load litterLoad(Ask& ask) {
    const auto* kind = litterOf(ask);
    return kind && !frameless(ask) ? psf(kind->wetPcf * inFeet(litterDeep(ask))) : Load{};
}
Length standingRoom(Ask& ask, const Shell& shell) { return shell.headroom() - std::max(Length{}, litterTop(ask)); }
std::string_view kickBoard(Ask& ask) { return litterTop(ask) + inches(0.5) > timberOf(ask).size(kKickBoard).wide ? "1x10" : kKickBoard; }

}  // namespace oiko
