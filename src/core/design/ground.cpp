#include "core/design/ground.h"

#include <cmath>

#include "core/catalog/skins.h"
#include "core/design/layout.h"
#include "core/design/rules.h"
#include "core/design/shell.h"

namespace oiko {
namespace {

std::array<Length, 4> measured(Ask& ask) {
    std::array<Length, 4> down;
    for (std::size_t i = 0; i < 4; ++i) down[i] = ask.length(kCornerKeys[i]);
    return down;
}

}  // namespace

Ground groundOf(Ask& ask) {
    const auto [fl, fr, br, bl] = measured(ask);
    if (fl == fr && fr == br && br == bl) return {};
    const double w = inMm(ask.length("coop.width")), d = inMm(ask.length("coop.depth"));
    Ground g{0, inMm(fl + bl - fr - br) / (2 * w), inMm(fl + fr - bl - br) / (2 * d)};
    g.corner = 0 - std::max({0.0, g.toRight * w, g.toBack * d, g.toRight * w + g.toBack * d});
    return g;
}

double unevenMm(Ask& ask) {
    const auto [fl, fr, br, bl] = measured(ask);
    return std::fabs(inMm(fl - fr + br - bl)) / 4;
}

double fallMm(Ask& ask) {
    const auto g = groundOf(ask);
    return std::fabs(g.toRight) * inMm(ask.length("coop.width")) + std::fabs(g.toBack) * inMm(ask.length("coop.depth"));
}

std::string_view lowestCornerKey(Ask& ask) {
    const auto down = measured(ask);
    return kCornerKeys[static_cast<std::size_t>(std::ranges::max_element(down) - down.begin())];
}

Bounds outsideWall(Ask& ask, std::string_view side, Length from, Length to, Length out, Length near) {
    const double w = inMm(ask.length("coop.width")), d = inMm(ask.length("coop.depth")), a = inMm(from), e = inMm(to), o = inMm(out),
                 n = inMm(near);
    switch (sideIndex(side)) {
        case 0: return {{a, -o, 0}, {e, -n, 0}};
        case 1: return {{w + n, a, 0}, {w + o, e, 0}};
        case 2: return {{w - e, d + n, 0}, {w - a, d + o, 0}};
        default: return {{-o, d - e, 0}, {-n, d - a, 0}};
    }
}

Bounds insideWall(Ask& ask, std::string_view side, Length from, Length to, Length reach) {
    const auto flipped = outsideWall(ask, side, from, to, reach * -1);
    Bounds place;
    place.add(flipped.low), place.add(flipped.high + Vec3{0, 0, 1});
    return place;
}

double risesFrom(const Ground& g, std::string_view side) {
    const auto i = sideIndex(side);
    return (i % 2 == 0 ? g.toBack : g.toRight) * (i == 0 || i == 3 ? -1 : 1);
}

Angle RampLie::within(double levelMm) const { return degrees(std::atan(drop / levelMm - rises) * 180 / kPi); }
Angle RampLie::noLonger(double lengthMm) const {
    return degrees((std::asin(std::min(1.0, drop / lengthMm / std::hypot(1, rises))) - std::atan(rises)) * 180 / kPi);
}

RampLie rampLie(Ask& ask, const std::string& pop) {
    const auto& wall = ask.choice(pop + ".wall");
    const auto at = ask.length(pop + ".at");
    const auto g = groundOf(ask);
    const auto beside = outsideWall(ask, wall, at, at + ask.length(pop + ".width"), Length{});
    return {inMm(shellOf(ask).floorTop + ask.length(pop + ".sill")) - g.highest(beside), risesFrom(g, wall)};
}

bool rampDoor(Ask& ask, const std::string& pop) { return ask.choice(pop + ".kind") == "ramp_door"; }
Length rampDoorTall(Ask& ask, const std::string& pop) {
    // Over a low sill as tall as shuts the opening, an inch past its head: it lies flatter then.
    return std::max(mm(rampLie(ask, pop).length(ask.angle(pop + ".ramp"))), ask.length(pop + ".height") + kRampDoorFoot + inches(1));
}
Length rampDoorTop(Ask& ask, const std::string& pop) { return ask.length(pop + ".sill") - kRampDoorFoot + rampDoorTall(ask, pop); }
Length rampDoorRoom(Ask& ask, const Shell& shell, const std::string& pop) {
    const auto& wall = ask.choice(pop + ".wall");
    const auto at = ask.length(pop + ".at"), wide = ask.length(pop + ".width");
    auto room = shell.underPlates(wall, at - besidePost(ask), wide + besidePost(ask) * 2);
    if (shell.bearing(wall)) room = std::min(room, roofEdge(shell, wall) - shell.floorTop);
    if (const auto beam = runBeamBefore(ask, shell, wall, at, wide)) room = std::min(room, *beam - underRunBeam(ask));
    // Ties lie over the whole of a run that the coop's roof goes on over.
    if (const auto run = runOn(ask, wall); !run.empty() && underCoopsRoof(ask, run) && shell.gable() && shell.beam.empty())
        room = std::min(room, shell.headroom() - inches(0.5));
    return room;
}

Length stepsGoing(Ask& ask) { return timberOf(ask).size("2x6").wide * 2 - kStepsNosing; }
Length behindLanding(Ask& ask) { return skinOf(ask) + inches(0.125); }
Length landingDeep(Ask& ask) {
    const auto board = timberOf(ask).size("2x6").wide, each = board + kBoardsGap;
    return each * ((inches(36) + kBoardsGap + each - Length::ticks(1)) / each) - kBoardsGap;
}

namespace {

Bounds beforeDoor(Ask& ask, const std::string& door, Length near, Length out) {
    const auto at = ask.length(door + ".at"), beside = timberOf(ask).two;
    return outsideWall(ask, ask.choice(door + ".wall"), at - beside, at + ask.length(door + ".width") + beside, out, near);
}
StepsLie liesFrom(Ask& ask, const std::string& door, Length start) {
    const auto g = groundOf(ask);
    const auto beside = beforeDoor(ask, door, {}, {});
    const double rises = risesFrom(g, ask.choice(door + ".wall")), behind = inMm(start), going = inMm(stepsGoing(ask));
    StepsLie lie;
    for (;; ++lie.risers) {
        lie.foot = g.lowest(beside) + rises * (behind + lie.risers * going);
        lie.rise = (inMm(shellOf(ask).floorTop - kStepsBelowDoor) - lie.foot) / lie.risers;
        if (lie.rise <= inMm(kStepsRiser) + 1e-6) break;
    }
    const double near = behind + (lie.risers - 1) * going, far = near + going + inMm(kStepsNosing);
    lie.high = g.highest(beside) + std::max(rises * near, rises * far);
    return lie;
}

}  // namespace

bool canLand(Ask& ask, const std::string& door) {
    const auto& timber = timberOf(ask);
    const auto near = behindLanding(ask), out = near + landingDeep(ask);
    // Boards, joists, beams and at least two inches of posts.
    const auto foot = shellOf(ask).floorTop - kStepsBelowDoor - timber.two - timber.size("2x6").wide - timber.post - inches(2);
    return liesFrom(ask, door, near).risers >= 3 && liesFrom(ask, door, out).risers >= 3 &&
           mm(groundOf(ask).highest(beforeDoor(ask, door, near, out))) <= foot;
}
bool hasLanding(Ask& ask, const std::string& door) { return ask.flag(door + ".landing") && canLand(ask, door); }
bool landingGuarded(Ask& ask, const std::string& door) {
    const auto around = beforeDoor(ask, door, {}, behindLanding(ask) + landingDeep(ask) + feet(3));
    return shellOf(ask).floorTop - kStepsBelowDoor - mm(groundOf(ask).lowest(around)) > inches(30);
}
Length behindSteps(Ask& ask, const std::string& door) { return behindLanding(ask) + (hasLanding(ask, door) ? landingDeep(ask) : Length{}); }
StepsLie stepsLie(Ask& ask, const std::string& door) { return liesFrom(ask, door, behindSteps(ask, door)); }

Length floorOver(Ask& ask, const Bounds& place) { return shellOf(ask).floorTop - mm(groundOf(ask).highest(place)); }

}  // namespace oiko
