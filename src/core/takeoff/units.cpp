#include "core/takeoff/units.h"

#include <algorithm>
#include <cmath>

#include "core/design/gutter.h"
#include "core/design/sizing.h"
#include "core/design/water.h"

namespace oiko {

void boughtUnits(const Model& m, Settled& s, const AddUnits& add) {
    const auto count = [&](std::string_view role) {
        return static_cast<double>(std::ranges::count_if(m.parts, [&](const Part& p) { return !p.existing && p.role == role; }));
    };
    for (const auto& side : guttered(s)) {
        double lengths = 0, long_ = 0;
        for (const auto& p : m.parts)
            if (!p.existing && p.role == "gutter" && p.id.starts_with("roof/gutter/" + side)) ++lengths, long_ += p.extent(p.along);
        add("gutter-hanger", std::ceil(long_ / 609.6) + 1, "hanger"), add("gutter-cap", 2, "guttercap");
        add("gutter-joint", lengths - 2, "gutterjoint"), add("gutter-outlet", 1, "outlet"), add("barrel", 1, "barrel");
        add("gravel-bag", 2, "gravelstand");
    }
    add("bucket", count("nest-bucket"), "unit"), add("nest-unit", count("nest-unit"), "unit");
    add("feeder", static_cast<double>(s.count("feed.count")), "startup");
    // What stands behind a hatch is a drinker of the usual kind.
    const auto hung = static_cast<double>(s.count("water.count"));
    const auto& kind = s.choice("water.kind");
    add("drinker", count("drinker-standing") + (kind == "drinkers" ? hung : 0), "startup");
    if (kind == "heated") add("heated-drinker", hung, "startup");
    // Ten feet from pipe to valves; a tap low in the barrel, or a hose's coupling that lets nothing back (IRC 2018 P2902.4.3, hose
    // connections, from memory); a sleeve through the wall.
    if (count("trough") > 0) {
        add("float-trough", count("trough"), "piped"), add("pipe-foot", 10, "piped"), add("pipe-sleeve", 1, "piped");
        add(fromBarrel(s) ? "barrel-tap" : "hose-coupling", 1, "piped");
        if (fromBarrel(s)) add("pipe-filter", 1, "piped");
    }
    double fence = 0;
    for (const auto& p : m.parts)
        if (p.role == "fence-net") fence += p.extent(p.along);
    if (fence > 0) {
        add("electric-net", std::ceil(fence / inMm(kFenceNet)), "fence");
        add("energiser", 1, "fence"), add("ground-rod", 1, "fence"), add("fence-tester", 1, "fence"), add("fence-sign", 2, "fence");
    }
    if (kind == "nipples" && hung > 0) add("bucket", hung, "nipples"), add("side-nipple", static_cast<double>(nipplesNeeded(s)), "nipples");
}

}  // namespace oiko
