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
        add("float-trough", count("trough"), "piped"), add("pipe-foot", 10, "piped");
        if (!troughsInRun(s)) add("pipe-sleeve", 1, "piped");
        add(fromBarrel(s) ? "barrel-tap" : "hose-coupling", 1, "piped");
        if (fromBarrel(s)) add("pipe-filter", 1, "piped");
    }
    // Pegs through the lowest timbers and spikes through those above, near both ends and every 4 and 2 ft; gravel 6 in wide behind and 4 in
    // below, a pipe at their foot in cloth. Common practice.
    double lowest = 0, above = 0;
    for (const auto& p : m.parts) {
        if (p.role != "bank-timber") continue;
        const double feet = p.extent(p.along) / 304.8;
        const bool buried = p.box().low.z < -1;
        (buried ? lowest : above) += feet;
        add(buried ? "rebar-peg" : "spike-10", std::max(2.0, std::ceil((feet - 2) / (buried ? 4 : 2)) + 1), "bank");
    }
    if (lowest > 0) {
        add("gravel-yard", (above * inFeet(timberOf(s).post) / 2 + lowest * 2 / 9) / 27, "bankdrain");
        add("drain-pipe-10", std::ceil(lowest / 10), "bankdrain"), add("drain-cloth-50", std::ceil(lowest / 50), "bankdrain");
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
