#include "core/design/existing.h"

#include <algorithm>
#include <sstream>

#include "core/design/layout.h"

namespace oiko {

bool somethingStands(Ask& ask) { return ask.choice("existing.what") == "standing"; }

bool frameStands(Ask& ask, const std::string& slot) { return somethingStands(ask) && ask.choice(slot) != "new"; }
bool allStands(Ask& ask, const std::string& slot) { return frameStands(ask, slot) && ask.choice(slot) == "kept"; }

std::set<std::string, std::less<>> replacedParts(Ask& ask) {
    std::set<std::string, std::less<>> out;
    if (!somethingStands(ask)) return out;
    std::istringstream text{ask.choice("existing.replaced")};
    for (std::string id; text >> id;) out.insert(id);
    return out;
}
std::string replacedToggled(Ask& ask, const std::string& part) {
    auto ids = replacedParts(ask);
    if (ids.erase(part) == 0) ids.insert(part);
    std::string out;
    for (const auto& id : ids) out += (out.empty() ? "" : " ") + id;
    return out;
}

bool openingStands(Ask& ask, const std::string& row) {
    const auto list = row.substr(0, row.find('.'));
    return (list == "doors" || list == "windows" || list == "vents") && frameStands(ask, wallSlot(ask.choice(row + ".wall"))) &&
           ask.flag(row + ".existing");
}

bool measured(Ask& ask, std::string_view slot) {
    if (!somethingStands(ask)) return false;
    const auto anyWall = [&](auto stands) { return std::ranges::any_of(kSides, [&](auto side) { return stands(ask, wallSlot(side)); }); };
    const auto row = std::string{slot.substr(0, slot.rfind('.'))};
    if (slot.starts_with("coop.")) return anyWall(frameStands) || frameStands(ask, "existing.roof") || allStands(ask, "existing.base");
    if (slot.starts_with("foundation.")) return allStands(ask, "existing.base");
    if (slot == "floor.deck") return allStands(ask, "existing.floor");
    if (slot == "frame.spacing" || slot == "frame.walls") return anyWall(frameStands);
    if (slot == "skin.kind") return anyWall(allStands);
    if (slot == "roof.cover" || slot == "roof.over_run") return allStands(ask, "existing.roof");
    if (slot.starts_with("roof.")) return frameStands(ask, "existing.roof");
    if (slot.starts_with("runs.")) return frameStands(ask, row + ".existing");
    return slot.starts_with("windows.") && openingStands(ask, row);
}

}  // namespace oiko
