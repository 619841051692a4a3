// Which parts stood there before: told system by system, wall by wall, opening by opening.
#include <algorithm>

#include "core/design/existing.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

bool within(std::string_view role, std::initializer_list<std::string_view> roles) { return std::ranges::find(roles, role) != roles.end(); }

bool stood(Settled& s, const Part& p) {
    // What an old wall had at its windows keeps out no paw; nobody hung a mesh door behind a shed's, laid mesh in the ground round it, or
    // foam under its floor or its roof.
    const bool added = p.edging() || (!p.opening.empty() && p.id.starts_with(p.opening + "/screen/")) ||
                       within(p.role, {"litter-board", "skirt-mesh", "window-mesh", "batten", "floor-foam", "foam-mesh", "foam-cleat",
                                       "roof-lining", "roof-foam", "lining-nailer"});
    if (added || p.yard()) return false;
    if (!p.opening.empty() && p.system != System::run) return openingStands(s, p.opening);
    const auto kept = [&](const std::string& slot, bool frame) { return frame ? frameStands(s, slot) : allStands(s, slot); };
    switch (p.system) {
        case System::ground: return allStands(s, "existing.base");
        case System::floor: return kept("existing.floor", p.role != "deck");
        // Blocks and braces that new siding or mesh wants were not in the old frame.
        case System::walls: return kept(wallSlot(p.side), !within(p.role, {"nailer", "brace", "let-in-brace"}));
        case System::skin: return allStands(s, wallSlot(p.side));
        case System::roof:
            return !within(p.role, {"gutter", "downspout", "barrel", "stand-block"}) && kept("existing.roof", !coversRoof(p.role));
        case System::run:
            // Troughs and their pipe are none of what a run was.
            return p.id.starts_with("runs.") &&
                   kept(p.id.substr(0, p.id.find('/')) + ".existing",
                        within(p.role, {"run-post", "block", "footing", "run-beam", "rafter", "eave-block", "purlin", "filler", "run-rail",
                                        "gate-stud", "gate-threshold", "gate-head"}));
        case System::openings:
        case System::inside: break;
    }
    return false;
}

}  // namespace

void markExisting(Builder& b) {
    for (auto& p : b.model.parts) p.existing = p.thing() || p.role == "building-floor" || p.role.starts_with("leaned-");
    if (!somethingStands(b.s)) return;
    const auto replaced = replacedParts(b.s);
    for (auto& p : b.model.parts) p.existing |= !replaced.contains(p.id) && stood(b.s, p);
    for (auto& o : b.model.openings)
        o.existing = o.kind == "gate" ? allStands(b.s, o.id.substr(0, o.id.rfind('.')) + ".existing") : openingStands(b.s, o.id);
}

}  // namespace oiko
