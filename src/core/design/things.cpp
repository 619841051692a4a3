#include "core/design/things.h"

#include "core/design/sizing.h"

namespace oiko {

std::vector<Thing> things(Ask& ask) {
    std::vector<Thing> out;
    for (const int row : ask.rows("things")) {
        const auto key = "things." + std::to_string(row);
        const auto length = [&](std::string_view field) { return ask.length(key + "." + std::string{field}); };
        out.push_back({key, ask.choice(key + ".side"), length("at"), length("off"), length("width"), length("depth"), length("height"),
                       length("foot")});
    }
    return out;
}

Area thingsOnFloor(Ask& ask) {
    double sum = 0;
    for (const auto& t : things(ask))
        if (t.inside() && t.foot < kWalkBelow) sum += inMm(t.width) * inMm(t.depth);
    return squareMm(sum);
}

}  // namespace oiko
