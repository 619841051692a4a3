// What lies round coop and runs: netting, and the edge that holds a bank.
#include <cmath>

#include "core/design/shell.h"
#include "core/drawing/onpaper.h"
#include "core/drawing/views.h"

namespace oiko {

Drawing yardPlan(const Model& m, Settled& s) {
    Drawing d;
    d.id = "yard";
    Look look{{1, 0, 0}, {0, 1, 0}, {}, {}};
    project(d, m, partsWhere(m, [](const Part& p) { return p.yard() || p.role == "run-post" || p.role.starts_with("leaned-"); }), look);
    const double w = inMm(s.length("coop.width")), deep = inMm(s.length("coop.depth"));
    d.add({Pen::cut, Fill::none, {{0, 0}, {w, 0}, {w, deep}, {0, deep}}, true, ""});
    d.labels.push_back({{w / 2, deep / 2}, Message{"plan.coop", {}}, 3, 0, 0, true, ""});
    Bounds all;
    for (const auto& p : m.parts)
        if (p.fence() || p.id.starts_with("bank/0/")) all.add(p.box());  // of a bank the lowest timbers, for which is dug
    d.dimensions.push_back({{all.low.x, all.low.y}, {all.high.x, all.low.y}, -8, ""});
    d.dimensions.push_back({{all.low.x, all.low.y}, {all.low.x, all.high.y}, 8, ""});
    // From the coop's corner to it: so it is set out.
    d.dimensions.push_back({{all.low.x, deep / 2}, {0, deep / 2}, 0, ""});
    if (all.high.y > deep + 100) d.dimensions.push_back({{w / 2, deep}, {w / 2, all.high.y}, 0, ""});
    for (const auto& p : m.parts)
        if (p.role == "bank-earth") {
            // In the strip that lies along the paper, away from where the coop's place is told.
            const auto whole = bounds(p.solids[0]);
            const bool alongX = whole.size().x > whole.size().y;
            const auto strip = alongX ? whole : bounds(p.solids[1]);
            const double share = alongX || s.choice("bank.side") == "right" ? 0.25 : 0.75;
            d.labels.push_back({{strip.low.x + strip.size().x * share, (strip.low.y + strip.high.y) / 2},
                                Message{"plan.bank", {std::int64_t{bankCourses(s)}, timberOf(s).post * bankCourses(s)}},
                                2.6,
                                0,
                                0,
                                true,
                                p.id});
        }
    if (all.low.y < -100) d.dimensions.push_back({{w / 2, all.low.y}, {w / 2, 0}, 0, ""});
    return d;
}

Drawing bankSection(const Model& m, Settled& s) {
    Drawing d;
    d.id = "bank";
    // Through the edge's middle, the place that it holds the bank from at the left.
    const bool alongX = s.choice("bank.side") == "front" || s.choice("bank.side") == "back";
    const double outwards = s.choice("bank.side") == "front" || s.choice("bank.side") == "left" ? -1 : 1;
    const Vec3 out = alongX ? Vec3{0, outwards, 0} : Vec3{outwards, 0, 0}, up{0, 0, 1};
    Bounds edge;
    for (const auto& p : m.parts)
        if (p.id.starts_with("bank/0/edge")) edge.add(p.box());
    const auto middle = (edge.low + edge.high) * 0.5;
    const Look look{out, up, {middle.x, middle.y, 0}, Plane::through(middle + cross(out, up) * (10 * 25.4), cross(out, up))};
    project(d, m, partsWhere(m, [](const Part& p) { return p.role == "bank-timber" && p.id.find("/edge") != std::string::npos; }), look);
    const int courses = bankCourses(s);
    const double high = inMm(timberOf(s).post), wide = inMm(timberOf(s).size("4x6").wide), half = wide / 2, top = courses * high,
                 set = inMm(kBankBack), gravel = 6 * 25.4, bed = 4 * 25.4, last = half + courses * set;
    // The bank behind its gravel, the ground before, the bed below, the pipe at the foot.
    d.add({Pen::outline, Fill::none, {{-half - 400, 0}, {-half, 0}}, false, ""});
    d.add({Pen::outline, Fill::none, {{last + gravel, -high}, {last + gravel, top}, {last + gravel + 500, top}}, false, ""});
    d.add({Pen::hidden,
           Fill::none,
           {{-half - 50, -high}, {-half - 50, -high - bed}, {last + gravel, -high - bed}, {last + gravel, -high}},
           false,
           ""});
    std::vector<Vec2> pipe;
    for (int i = 0; i < 24; ++i) pipe.push_back({last + gravel - 55 + 50 * std::cos(i * 0.2618), -high + 55 + 50 * std::sin(i * 0.2618)});
    d.add({Pen::edge, Fill::none, pipe, true, ""});
    d.labels.push_back({{last + gravel / 2, top + 60}, Message{"plan.gravel", {}}, 2.6, 0, 0, false, ""});
    d.labels.push_back({{last + gravel + 120, -high + 55}, Message{"plan.drain", {}}, 2.6, -1, 0, false, ""});
    d.dimensions.push_back({{-half, -high}, {half, -high}, -14, ""});
    d.dimensions.push_back({{half, -high}, {last, -high}, -14, ""});
    d.dimensions.push_back({{last, -high}, {last + gravel, -high}, -14, ""});
    d.dimensions.push_back({{-half, -high - bed}, {-half, -high}, 8, ""});
    d.dimensions.push_back({{-half, -high}, {-half, 0}, 8, ""});
    d.dimensions.push_back({{-half, 0}, {-half, top}, 8, "bank.high"});
    return d;
}

}  // namespace oiko
