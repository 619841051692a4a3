#include "core/drawing/onpaper.h"

#include <algorithm>

#include "core/design/layout.h"

namespace oiko {

std::vector<std::size_t> partsWhere(const Model& m, const std::function<bool(const Part&)>& keep) {
    std::vector<std::size_t> out;
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        if (keep(m.parts[i])) out.push_back(i);
    return out;
}

Look before(Settled& s, std::string_view side, double z) {
    const double w = inMm(s.length("coop.width")), d = inMm(s.length("coop.depth"));
    switch (sideIndex(side)) {
        case 0: return {{1, 0, 0}, {0, 0, 1}, {0, 0, z}, {}};
        case 1: return {{0, 1, 0}, {0, 0, 1}, {w, 0, z}, {}};
        case 2: return {{-1, 0, 0}, {0, 0, 1}, {w, d, z}, {}};
        default: return {{0, -1, 0}, {0, 0, 1}, {0, d, z}, {}};
    }
}

std::pair<Vec2, Vec2> extentOn(const Look& look, const Part& p) {
    Vec2 low{1e300, 1e300}, high{-1e300, -1e300};
    for (const auto& solid : p.solids)
        for (const auto& v : solid.vertices) {
            const auto q = look.on(v);
            low = {std::min(low.x, q.x), std::min(low.y, q.y)}, high = {std::max(high.x, q.x), std::max(high.y, q.y)};
        }
    return {low, high};
}

double paperMillimetre(Vec2 size) { return std::max(size.x / 190, size.y / 110); }

void chain(Drawing& d, std::vector<std::pair<double, std::string>> at, const std::function<Vec2(double)>& point, double offset) {
    std::ranges::sort(at, {}, &std::pair<double, std::string>::first);
    for (std::size_t i = 1; i < at.size(); ++i)
        if (at[i].first - at[i - 1].first > 1)
            d.dimensions.push_back({point(at[i - 1].first), point(at[i].first), offset, at[i].second, at[i - 1].first - at.front().first});
}

void roundPiece(Drawing& d, std::vector<std::pair<double, std::string>> up, std::vector<std::pair<double, std::string>> along, Vec2 low,
                Vec2 high, double foot) {
    chain(
        d, std::move(up),
        [&](double z) {
            return Vec2{high.x, z};
        },
        -9);
    d.dimensions.push_back({{low.x, low.y}, {low.x, high.y}, 9, ""});
    chain(
        d, std::move(along),
        [&](double u) {
            return Vec2{u, foot};
        },
        -7);
    d.dimensions.push_back({{low.x, foot}, {high.x, foot}, -14, ""});
}

std::vector<Framed> openingsOf(const Model& m, std::string_view side, bool within) {
    std::vector<Framed> out;
    for (const auto& o : m.openings)
        if (o.side == side && o.kind != "gate" && (within || o.kind != "nest_inside"))
            out.push_back({o.id, inMm(o.at), inMm(o.at + o.width), inMm(o.sill), inMm(o.sill + o.height)});
    return out;
}
std::string sizeKey(std::string_view side) { return side == "front" || side == "back" ? "coop.width" : "coop.depth"; }

std::vector<std::pair<double, std::string>> alongWall(const std::vector<Framed>& openings, double length) {
    std::vector<std::pair<double, std::string>> at{{0, ""}, {length, ""}};
    for (const auto& o : openings) {
        at.emplace_back(o.u0, openings.size() == 1 ? o.row + ".at" : "");
        at.emplace_back(o.u1, o.row == "nests" ? "" : o.row + ".width");
    }
    return at;
}

void groundLine(Drawing& d, const Model& m, const Look& look, double x0, double x1, double depth) {
    const auto at = [&](double x) { return Vec2{x, m.ground.under(look.origin + look.right * x + look.toEye() * depth) - look.origin.z}; };
    d.add({Pen::cut, Fill::none, {at(x0), at(x1)}, false, ""});
    if (m.ground.level()) return;
    // Heights run from the level line at the coop's highest corner.
    d.add({Pen::centre, Fill::none, {{x0, -look.origin.z}, {x1, -look.origin.z}}, false, ""});
    d.labels.push_back({{x1, 30 - look.origin.z}, Message{"plan.levelline", {}}, 2.0, 1, 0, false, ""});
}

}  // namespace oiko
