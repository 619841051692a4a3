// What is built of sheets, seen from its side without its near end: a row of nests, a feed hopper. With the corners of an end.
#include <algorithm>
#include <set>

#include "core/design/layout.h"
#include "core/drawing/onpaper.h"
#include "core/drawing/views.h"

namespace oiko {

Drawing profile(const Model& m, Settled& s, const Takeoff& t, const std::string& of) {
    Drawing d;
    const bool hopper = of.starts_with("hatches");
    const auto prefix = of + (hopper ? "/hopper/" : "/");
    d.id = "profile/" + of;
    // The yard at the paper's right, the room at its left.
    const auto look = before(s, kSides[(sideIndex(s.choice(of + ".wall")) + 3) % 4], 0);
    const auto along = look.toEye();
    const Part *near = nullptr, *far = nullptr;
    for (const auto& p : m.parts) {
        if (!p.id.starts_with(prefix) || (p.role != "hopper-end" && p.role != "nest-end")) continue;
        if (!near || dot(p.box().low, along) > dot(near->box().low, along)) near = &p;
        if (!far || dot(p.box().low, along) < dot(far->box().low, along)) far = &p;
    }
    if (!near || near->existing) return d;
    project(d, m, partsWhere(m, [&](const Part& p) { return p.id.starts_with(prefix) && &p != near && p.role != "nest-partition"; }), look);
    const auto [low, high] = extentOn(look, *far);
    std::vector<std::pair<double, std::string>> up, out;
    for (const auto& solid : far->solids)
        for (const auto& v : solid.vertices) up.emplace_back(look.on(v).y, ""), out.emplace_back(look.on(v).x, "");
    roundPiece(d, std::move(up), std::move(out), low, high, d.low.y);
    // Between what feed or eggs pass: under a front, over a lip.
    for (const auto* role : {"hopper-front", "nest-curtain"})
        for (const auto& p : m.parts)
            if (p.id.starts_with(prefix) && p.role == role) {
                const auto [a, e] = extentOn(look, p);
                double floor = low.y;
                for (const auto& q : m.parts)
                    if (q.id.starts_with(prefix) && q.role == "hopper-floor") floor = extentOn(look, q).second.y;
                d.dimensions.push_back({{e.x, floor}, {e.x, a.y}, -3, ""});
            }
    // The hatch in its back.
    for (const auto& o : m.openings)
        if (hopper && o.id == of)
            chain(
                d, {{low.y, ""}, {look.on(o.corners[0]).y, ""}, {look.on(o.corners[2]).y, ""}},
                [&](double z) {
                    return Vec2{high.x, z};
                },
                -16);
    std::set<std::string> marked;
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        const auto& p = m.parts[i];
        if (!p.id.starts_with(prefix) || p.existing || &p == near || p.role == "nest-partition" || t.marks[i].empty() ||
            !marked.insert(t.marks[i]).second)
            continue;
        const auto [a, e] = extentOn(look, p);
        d.labels.push_back({{(a.x + e.x) / 2, (a.y + e.y) / 2}, t.marks[i], 2.0, 0, 0, false, p.id});
    }
    return d;
}

Drawing roofedCornerView(const Model& m, const Takeoff& t) {
    Drawing d;
    d.id = "profile/corner";
    const auto* roof = m.find("roofed/roof");
    if (!roof) return d;
    // From its open side.
    Look look{unit({roof->along.x, roof->along.y, 0}), {0, 0, 1}};
    if (dot(look.toEye(), roof->wide) < 0) look.right = look.right * -1;
    const auto mine = partsWhere(m, [](const Part& p) { return p.id.starts_with("roofed/"); });
    look.origin = roof->box().low;
    for (const auto i : mine) look.origin.z = std::min(look.origin.z, m.parts[i].box().low.z);
    project(d, m, mine, look);
    std::vector<std::pair<double, std::string>> up{{0, ""}}, out;
    std::set<std::string> marked;
    for (const auto i : mine) {
        const auto& p = m.parts[i];
        const auto [a, e] = extentOn(look, p);
        if (p.role == "corner-leg" && p.id.find("/inner/") != std::string::npos)
            up.emplace_back(e.y, ""), out.emplace_back(a.x, ""), out.emplace_back(e.x, "");
        if (p.role == "corner-roof") up.emplace_back(e.y, ""), out.emplace_back(a.x, ""), out.emplace_back(e.x, "");
        if (!t.marks[i].empty() && marked.insert(t.marks[i]).second)
            d.labels.push_back({{(a.x + e.x) / 2, (a.y + e.y) / 2}, t.marks[i], 2.0, 0, 0, false, p.id});
    }
    roundPiece(d, std::move(up), std::move(out), d.low, d.high, d.low.y);
    return d;
}

}  // namespace oiko
