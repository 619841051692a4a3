#include "core/design/spans.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace oiko {

double sizeFactor(const Wood& wood, Length deep) {
    if (wood.graded) return std::clamp(std::pow(150 / inMm(deep), 0.2), 1.0, 1.3);
    return deep <= inches(3.5) ? 1.5 : deep <= inches(5.5) ? 1.3 : deep <= inches(7.25) ? 1.2 : deep <= inches(9.25) ? 1.1 : 1.0;
}

Span clearSpan(const Wood& wood, const Profile& member, Length spacing, const SpanLoad& load) {
    const double b = inInches(member.thick), d = inInches(member.wide), s = inInches(spacing);
    const double live = inPsf(load.live) * s / 144, all = (inPsf(load.live) + inPsf(load.dead)) * s / 144;  // lb per inch of member
    const double fB = wood.bending * load.duration * (wood.sized ? 1 : sizeFactor(wood, member.wide)) *
                      (load.alone    ? 1
                       : wood.graded ? 1.1
                                     : 1.15);
    const double inertia = b * d * d * d / 12;
    const std::pair<double, Span::Governs> spans[] = {
        {std::sqrt(8 * fB * b * d * d / 6 / all), Span::Governs::bending},
        {live > 0 ? std::cbrt(384 * wood.elasticity * inertia / (5 * live * load.limit)) : 1e9, Span::Governs::deflection},
        {2 * wood.shear * load.duration * b * d / 1.5 / all, Span::Governs::shear},
        {2 * wood.bearing * b * inInches(load.seat) / all, Span::Governs::bearing}};
    const auto& least = *std::ranges::min_element(spans, {}, [](const auto& e) { return e.first; });
    return {inches(least.first), least.second};
}

double studCarriesLb(const Wood& w, const Profile& stud, Length tall, Length free, double duration) {
    const double slender = std::max(inInches(tall) / inInches(stud.wide), inInches(free) / inInches(stud.thick));
    if (slender > kMostSlender) return 0;
    const double area = inInches(stud.thick) * inInches(stud.wide), c = 0.8;
    const double fc = w.compression * duration *
                      (w.graded                   ? 1
                       : stud.wide <= inches(3.5) ? 1.15
                                                  : 1.1),
                 fcE = 0.822 * w.stiffMin / (slender * slender);
    const double a = fcE / fc, half = (1 + a) / (2 * c);
    return area * std::min(fc * (half - std::sqrt(half * half - a / c)), w.bearing);
}

double nailLateralLb(const Wood& w) {
    // Side and main member are of one wood: R_e = 1.
    const double d = 0.148, bearing = 16600 * std::pow(w.specificGravity, 1.84), yield = 90000;
    return d * d / 2.2 * std::sqrt(2 * bearing * yield / (3 * 2));
}

std::string_view name(Span::Governs g) {
    constexpr std::string_view kNames[] = {"bending", "deflection", "shear", "bearing"};
    return kNames[static_cast<std::size_t>(g)];
}

}  // namespace oiko
