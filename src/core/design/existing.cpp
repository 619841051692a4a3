#include "core/design/existing.h"

#include <sstream>

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

}  // namespace oiko
