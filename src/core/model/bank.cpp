// Where a level place is cut into a slope: timbers laid on one another hold the bank along one side, and step down with it at both ends.
#include <algorithm>
#include <cmath>

#include "core/model/builder.h"

namespace oiko {

Bounds yardRound(const Builder& b, double out) {
    Bounds all;
    for (const auto& p : b.model.parts)
        if (!p.role.starts_with("leaned-")) all.add(p.box());
    // Leaves, trays and lids open within it.
    Bounds yard{{all.low.x - out, all.low.y - out, 0}, {all.high.x + out, all.high.y + out, 0}};
    for (const auto& c : b.model.clear) {
        const auto at = bounds(c.solid);
        yard.add(at.low - Vec3{kIn, kIn, 0}), yard.add(at.high + Vec3{kIn, kIn, 0});
    }
    return yard;
}

void bank(Builder& b) {
    if (!b.s.applies("bank.side") || b.s.choice("bank.side") == "none") return;
    const auto& w = b.wall(b.s.choice("bank.side"));
    // u along that side, v outwards from it, heights from grade.
    const auto at = [&](double u, double v, double z) { return w.at(u, -v, z - b.floor); };
    const auto yard = yardRound(b, inMm(b.s.length("bank.off")));
    const auto origin = at(0, 0, 0);
    const auto span = [&](Vec3 axis) { return std::minmax({dot(yard.low - origin, axis), dot(yard.high - origin, axis)}); };
    const auto [left, right] = span(w.u);
    const auto [near, edge] = span(w.inward * -1);
    const int courses = bankCourses(b.s);
    const double wide = b.wideOf("4x6"), high = b.post, deep = edge - near, back = inMm(kBankBack);
    const auto timber = [&](const std::string& name, Vec3 along, double ua, double ue, double va, double ve, int k) {
        const bool level = along == w.u;
        const double from = level ? ua : va, to = level ? ue : ve;
        auto joints = evenly(to - from, 0, 24 * kIn);
        for (auto& x : joints) x += from;
        inBoards(b.s, from, to, joints, staggered(static_cast<std::size_t>(k)), [&](double a, double e, const std::string& n) {
            const double z = (k - 1) * high;
            b.lumber("bank/" + std::to_string(k) + "/" + name + n, "bank-timber", "bank", System::ground, "4x6pt", along,
                     cross({0, 0, 1}, along), level ? box(at(a, va, z), at(e, ve, z + high)) : box(at(ua, a, z), at(ue, e, z + high)));
        });
    };
    // The lowest lies in the ground; each above stands back from the one below, and is as long as the slope is high there.
    for (int k = 0; k <= courses; ++k) {
        const double off = k * back, inner = edge + off, held = deep * (1 - std::max(0, k - 1) / static_cast<double>(courses));
        const bool through = k % 2 == 0;
        const double end = through ? inner : inner + wide;
        timber("edge", w.u, left - off - (through ? wide : 0), right + off + (through ? wide : 0), inner, inner + wide, k);
        timber("left", w.inward * -1, left - off - wide, left - off, inner - held, end, k);
        timber("right", w.inward * -1, right + off, right + off + wide, inner - held, end, k);
    }
    const double off = courses * back + wide, top = courses * high, behind = 36 * kIn;
    const auto wedge = [&](double ua, double ue) {
        const Vec3 outline[] = {at(ua, near, 0), at(ua, edge + off, 0), at(ua, edge + off, top)};
        return prism(outline, w.u * (ue - ua));
    };
    b.add("bank/earth", "bank-earth", "bank", System::ground, Form::block, "earth", w.u, {0, 0, 1},
          {box(at(left - off - behind, edge + off, 0), at(right + off + behind, edge + off + behind, top)),
           wedge(left - off - behind, left - off), wedge(right + off, right + off + behind)});
}

}  // namespace oiko
