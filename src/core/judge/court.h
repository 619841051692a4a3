#pragma once
// What every finding is told with; the findings themselves stand in findings.cpp, those of what the frame carries in carrying.cpp.
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/design/shell.h"
#include "core/judge/findings.h"

namespace oiko {

struct Court {
    Settled& s;
    const Model& m;
    Shell shell;
    std::vector<Finding> out{};

    std::vector<std::string> idsWith(std::string_view start) const {
        std::vector<std::string> ids;
        for (const auto& p : m.parts)
            if (p.id.starts_with(start)) ids.push_back(p.id);
        return ids;
    }
    Finding& find(std::string id, std::string gauge, double value, double limit, std::string unit, bool atLeast,
                  double margin = kNearMargin) {
        Finding f;
        f.id = std::move(id), f.gauge = std::move(gauge), f.value = value, f.limit = limit, f.unit = std::move(unit), f.atLeast = atLeast;
        f.state = stateOf(value, limit, atLeast, margin);
        out.push_back(std::move(f));
        return out.back();
    }
    std::string len(Length v) const { return exactLength(v, s.choice("plans.units") == "metric" ? Units::metric : Units::imperial); }
};

/// Whether walls are held square, and studs, joists, rafters and runs' beams carry what lies on them.
void carrying(Court& court);
/// What stands there already and is none of a coop's shares its place with nothing that is built, or wants to be free.
void thingsInTheWay(Court& court);

}  // namespace oiko
