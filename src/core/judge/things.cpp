// Nothing that is built shares the place of what stands there already.
#include <algorithm>
#include <set>

#include "core/base/tolerance.h"
#include "core/design/layout.h"
#include "core/judge/court.h"

namespace oiko {

void thingsInTheWay(Court& court) {
    std::vector<const Part*> boxes;
    for (const auto& p : court.m.parts)
        if (p.thing()) boxes.push_back(&p);
    if (boxes.empty()) return;
    const auto met = [&](const Solid& solid) {
        return std::ranges::any_of(boxes, [&](const Part* box) { return depthShared(box->solids[0], solid) > kTouchMm; });
    };
    std::set<std::string> parts, owners;
    for (const auto& p : court.m.parts)
        // Two of them may be one: a trunk and its crown.
        if (!p.thing() && std::ranges::any_of(p.solids, met)) parts.insert(p.id), owners.insert(p.opening.empty() ? p.id : p.opening);
    for (const auto& c : court.m.clear)
        if (met(c.solid)) parts.insert(c.owner), owners.insert(c.owner);
    auto& f = court.find("things.free", "others", static_cast<double>(parts.size()), 0, "count", false, 0);
    f.parts.assign(parts.begin(), parts.end());
    for (const auto* box : boxes) f.parts.push_back(box->id);
    // What could stand elsewhere: each at another wall.
    std::set<std::string> keys;
    for (const auto& owner : owners) {
        // "runs.1" of a gate's "runs.1.gate".
        const auto row = owner.substr(0, owner.find_first_of("./", owner.find('.') + 1));
        if (row == "roosts" || row == "nests")
            keys.insert(row == "nests" ? "nests.wall" : "roost.wall");
        else if (row.starts_with("runs."))
            keys.insert(row + ".side");
        else if (row.starts_with("doors.") || row.starts_with("windows.") || row.starts_with("pops.") || row.starts_with("vents."))
            keys.insert(row + ".wall");
    }
    for (const auto& key : keys)
        for (const auto side : kSides)
            if (court.s.choice(key) != side) f.remedies.push_back({{key, std::string{side}}});
}

}  // namespace oiko
