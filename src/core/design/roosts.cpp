#include "core/design/roosts.h"

#include <algorithm>
#include <cmath>

#include "core/base/tolerance.h"
#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/rules.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/design/timber.h"
#include "core/design/wirefloor.h"

namespace oiko {

std::optional<int> cleanOut(Ask& ask) {
    for (const int row : ask.rows("doors"))
        if (ask.choice(slotKey("doors", row, "kind")) == "clean_out") return row;
    return std::nullopt;
}

bool barsLift(Ask& ask) {
    return ask.choice("roost.hold") == "cups" && (ask.choice("roost.stock") != "2x4" || ask.length("roost.step") == Length{});
}
bool traysUnder(Ask& ask) {
    return roosting(ask) && ask.flag("roost.trays") && !ask.flag("roost.boards") && !earthFloor(ask) && !wireFloor(ask);
}

std::int64_t barsAlong(Ask& ask, std::string_view wall) {
    const auto [from, to] = birdsAlong(ask, wall);
    const auto bar = to - from - roostClear(ask) * 2, need = birdsOf(ask).roost * birdsSizedFor(ask);
    // A stand's rail is one board, a foot longer than its outer bars lie apart.
    const auto deep = std::min(birdsAcross(ask, wall) - inches(18) - beforeWall(ask), longestBoard(ask) - inches(12) - mm(1));
    const auto fit = deep / ask.length("roost.apart") + 1;
    return std::clamp<std::int64_t>(std::min((need.count() + bar.count() - 1) / bar.count(), fit), 1, 8);
}

Length roomBesideRoosts(Ask& ask, std::string_view side, std::string_view roost) {
    if (side == roost) return {};
    // One nest's width less half an inch may lie in the drop zone.
    const auto bars = ask.isSet("roost.count") ? ask.count("roost.count") : barsAlong(ask, roost);
    const auto zone = roostZone(ask, bars) + inches(0.5) - nestClear(ask);
    const auto [from, to] = birdsAlong(ask, side);
    const auto takes = [&](std::string_view end, Length inner) {
        return std::max(cornerClear(ask), inner + (end == roost ? zone : roomsAt(ask, end) > Length{} ? kBesidePartition : Length{}));
    };
    const auto whole = wallLength(ask, side), first = takes(leftOf(side), from), last = whole - takes(rightOf(side), whole - to);
    const auto post = belowBeam(ask, side);
    return post ? std::max(post->first - first, last - post->second) : last - first;
}
bool leavesNests(Ask& ask, std::string_view wall) {
    if (roomsAt(ask, wall) > Length{}) return false;
    // What stands inside looks for its own room.
    if (!nestsThrough(ask)) return true;
    const auto row = nestRowWidth(nestsNeeded(birdsSizedFor(ask)), nestClear(ask));
    return std::ranges::any_of(kSides, [&](std::string_view side) {
        if (!runOn(ask, side).empty() || roomsAt(ask, side) > Length{}) return false;
        auto room = roomBesideRoosts(ask, side, wall);
        // Of a wall with a door half of what that leaves, where it comes to be isn't known yet; a clean-out leaves nothing.
        for (const int door : ask.rows("doors"))
            if (ask.choice(slotKey("doors", door, "wall")) == side)
                room =
                    ask.choice(slotKey("doors", door, "kind")) == "clean_out" ? Length{} : Length::ticks((room - inches(40)).count() / 2);
        return room >= row;
    });
}

Length jumpOf(Ask& ask) { return birdsOf(ask).roostHigh - (earthFloor(ask) ? shellOf(ask).floorTop : Length{}); }
bool ladderFits(Ask& ask, Length high) {
    const auto rise = high + birdsOf(ask).roostHigh - jumpOf(ask);
    return roostZone(ask) + rise < birdsAcross(ask, ask.choice("roost.wall"));
}

namespace {

/// What a clean-out in the roosts' wall lets through between its leaf's stops, from and to, and what is left free beside a tray.
constexpr double kSlack = inMm(inches(0.125));
std::vector<std::pair<double, double>> waysOut(Ask& ask) {
    const double beside = inMm(timberOf(ask).one) + kSlack;
    std::vector<std::pair<double, double>> out;
    for (const int row : ask.rows("doors"))
        if (ask.choice(slotKey("doors", row, "kind")) == "clean_out" &&
            ask.choice(slotKey("doors", row, "wall")) == ask.choice("roost.wall")) {
            const double at = inMm(ask.length(slotKey("doors", row, "at")));
            out.emplace_back(at + beside, at + inMm(ask.length(slotKey("doors", row, "width"))) - beside);
        }
    std::ranges::sort(out);
    return out;
}
/// What a stand's brace takes beside it, inwards from either end of the bars, where they step.
double braceBeside(Ask& ask) { return ask.length("roost.step") > Length{} ? inMm(timberOf(ask).two) : 0; }

}  // namespace

std::vector<double> roostStands(Ask& ask) {
    const auto [from, to] = birdsAlong(ask, ask.choice("roost.wall"));
    const double two = inMm(timberOf(ask).two), in = ask.flag("roost.boards") ? 0 : inMm(inches(4)), u0 = inMm(from + roostClear(ask)),
                 u1 = inMm(to - roostClear(ask)) - two, brace = braceBeside(ask), apart = inMm(inches(48));
    std::vector<double> fixed;
    // Beside what lets trays through, where the bars reach so far.
    if (traysUnder(ask))
        for (const auto& [a, e] : waysOut(ask))
            fixed.push_back(std::clamp(a - kSlack - two - brace, u0, u1)), fixed.push_back(std::clamp(e + kSlack + brace, u0, u1));
    if (fixed.empty() || fixed.front() > u0 + apart / 3) fixed.insert(fixed.begin(), u0 + in);
    if (fixed.size() == 1 || fixed.back() < u1 - apart / 3) fixed.push_back(u1 - in);
    std::vector<double> out{fixed.front()};
    for (std::size_t i = 1; i < fixed.size(); ++i) {
        const double bay = fixed[i] - fixed[i - 1];
        if (bay < 2 * two) continue;  // of two doors beside each other
        const int bays = std::max(1, static_cast<int>(std::ceil(bay / apart - 1e-9)));
        for (int k = 1; k <= bays; ++k) out.push_back(fixed[i - 1] + bay * k / bays);
    }
    return out;
}

std::vector<std::pair<double, double>> trayPlaces(Ask& ask) {
    const auto stands = roostStands(ask);
    const double two = inMm(timberOf(ask).two), brace = braceBeside(ask);
    std::vector<std::pair<double, double>> out;
    for (const auto& [a, e] : waysOut(ask))
        for (std::size_t i = 1; i < stands.size(); ++i) {
            const double from = std::max(a, stands[i - 1] + two + brace + kSlack),
                         to = std::min(e, stands[i] - (i + 1 == stands.size() ? brace : 0) - kSlack);
            if (to - from >= inMm(inches(10)) - kSameMm) out.emplace_back(from, to);
        }
    return out;
}

}  // namespace oiko
