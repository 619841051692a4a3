#include "core/design/spans.h"

#include <cmath>

namespace oiko {

double sizeFactor(Length deep) {
    return deep <= inches(3.5) ? 1.5 : deep <= inches(5.5) ? 1.3 : deep <= inches(7.25) ? 1.2 : deep <= inches(9.25) ? 1.1 : 1.0;
}

Span clearSpan(const Wood& wood, const Profile& member, Length spacing, const SpanLoad& load) {
    const double b = inInches(member.thick), d = inInches(member.wide), s = inInches(spacing);
    const double live = inPsf(load.live) * s / 144, all = (inPsf(load.live) + inPsf(load.dead)) * s / 144;  // lb per inch of member
    const double fB = wood.bending * load.duration * sizeFactor(member.wide) * 1.15;
    const double byBending = std::sqrt(8 * fB * b * d * d / 6 / all);
    const double inertia = b * d * d * d / 12;
    const double byDeflection = live > 0 ? std::cbrt(384 * wood.elasticity * inertia / (5 * live * load.limit)) : 1e9;
    return byBending < byDeflection ? Span{inches(byBending), Span::Governs::bending}
                                    : Span{inches(byDeflection), Span::Governs::deflection};
}

}  // namespace oiko
