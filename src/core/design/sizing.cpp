#include "core/design/sizing.h"

#include <algorithm>
#include <iterator>
#include <limits>

#include "core/catalog/stock.h"
#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/design/things.h"

namespace oiko {

const School& school(std::string_view name) { return *std::ranges::find(kSchools, name, &School::name); }
const SizeClass& birdsOf(Ask& ask) { return *std::ranges::find(kSizeClasses, ask.choice("flock.size"), &SizeClass::name); }

std::int64_t birdsSizedFor(Ask& ask) {
    const auto wanted = ask.count("flock.count");
    return ask.flag("flock.double") ? std::max(wanted, 2 * ask.count("flock.now")) : wanted;
}

Area floorNeeded(Ask& ask) { return ask.area("flock.floor_each") * birdsSizedFor(ask); }

std::int64_t nestsNeeded(std::int64_t birds) { return std::max(kLeastNests, (birds + kHensToANest - 1) / kHensToANest); }

Area summerAir(Ask& ask) { return squareFeet(static_cast<double>(birdsSizedFor(ask)) * kVentSqFtABird * birdsOf(ask).floorShare); }
double opensShare(std::string_view kind) { return kind == "fixed" ? 0 : kind == "sliding" || kind == "bought" ? 0.5 : 1; }

Area underFloor(Ask& ask) {
    if (runUnder(ask).empty() || underCoop(ask) < kLeastUnder) return {};
    return squareMm(inMm(ask.length("coop.width")) * inMm(ask.length("coop.depth")));
}

Area openFloor(Ask& ask) {
    const auto open = std::ranges::count_if(kSides, [&](auto side) { return openWall(ask, side); });
    return open >= 2 ? std::max(Area{}, clearFloor(ask) - floorNeeded(ask)) : Area{};
}

Area runFloor(Ask& ask) {
    double mm2 = 0;
    for (const auto& run : runPlaces(ask)) mm2 += inMm(run.length) * inMm(run.width);
    // Ground under the coop counts where a rake reaches it.
    return squareMm(mm2) + underFloor(ask) + openFloor(ask) - furnitureTakes(ask);
}
std::string rainyRun(Ask& ask) {
    if (indoors(ask)) return {};
    for (const int r : ask.rows("runs"))
        if (ask.choice(runKey(r) + ".top") == "mesh") return runKey(r);
    return {};
}
bool roofedCorner(Ask& ask) { return !rainyRun(ask).empty() && ask.flag("run.corner"); }
std::int64_t stumpsWanted(Ask& ask) { return ask.rows("runs").empty() ? 0 : ask.count("run.stumps"); }
bool tubWanted(Ask& ask) { return !ask.rows("runs").empty() && ask.flag("run.tub"); }
Area furnitureTakes(Ask& ask) {
    const double wide = inMm(kStumpWide), tub = tubWanted(ask) ? inMm(kTubWide) : 0, foot = 2 * 3.5 * 20 * 25.4 * 25.4;
    return squareMm(tub * tub + static_cast<double>(stumpsWanted(ask)) * wide * wide + static_cast<double>(perchesWanted(ask)) * foot);
}

namespace {
double birdDays(Ask& ask) {
    return static_cast<double>(ask.count("flock.count") * std::max<std::int64_t>(1, ask.count("flock.days_away")));
}
}  // namespace
double feedPounds(Ask& ask) { return birdsOf(ask).feedLb * birdDays(ask); }
double waterGallons(Ask& ask) { return birdsOf(ask).waterGal * birdDays(ask); }

std::int64_t nipplesNeeded(Ask& ask) { return (birdsSizedFor(ask) + 3) / 4; }

std::int64_t perchesWanted(Ask& ask) { return ask.rows("runs").empty() ? 0 : ask.count("run.perches"); }

Length liningThick(Ask& ask) {
    const auto& lining = ask.choice("skin.lining");
    return lining == "none" ? Length{} : thicknessOf(lining);
}
Length wallsTake(Ask& ask) {
    return (earthFloor(ask) ? std::max(curbWide(ask), wallDeep(ask) + liningThick(ask)) : wallDeep(ask) + liningThick(ask)) * 2;
}
Area clearFloor(Ask& ask) {
    const auto walls = clearFloor(ask.length("coop.width") - roomsAt(ask, "left") - roomsAt(ask, "right"),
                                  ask.length("coop.depth") - roomsAt(ask, "front") - roomsAt(ask, "back"), wallsTake(ask));
    return std::max(Area{}, walls - thingsOnFloor(ask));
}

Area clearFloor(Length width, Length depth, Length walls) { return squareMm(inMm(width - walls) * inMm(depth - walls)); }

Base proposeBase(Area need, Length across, Length along, const Reached& reached, Length widthSet, Length depthSet, Length widest,
                 Length deepest, Length foot, bool leaning, Base least) {
    const auto zero = Length{};
    const bool elevated = static_cast<bool>(reached);
    std::vector<Length> widths, depths;
    // The least width of 2x timber leaves its walls room for what opens; of thicker, half of 4.2 m does.
    // Where one of them opens nowhere the others take more.
    const int narrowest = leaning ? (elevated ? 10 : 8) : foot < feet(1) ? 7 : 6;
    for (int ft = narrowest; foot * ft <= widest; ft += ft < 24 ? 2 - ft % 2 : 4) widths.push_back(foot * ft);
    for (const int ft : {4, 6, 8, 10, 12})
        if (foot * ft <= deepest && (!elevated || ft <= 8 || widthSet > zero) && (!leaning || ft > 4 || elevated))
            depths.push_back(foot * ft);
    std::erase_if(widths, [&](Length w) { return w < least.width; });
    std::erase_if(depths, [&](Length d) { return d < least.depth; });
    if (widths.empty()) widths = {foot * narrowest};
    if (depths.empty()) depths = {foot * 4};
    if (widthSet > zero) widths = {widthSet};
    if (depthSet > zero) depths = {depthSet};
    // An elevated coop is worked from outside: past 4 ft of depth, or of what a cupboard along it leaves of more, an arm no longer reaches
    // all of it from one side.
    const auto shallow = [&](Length d) { return widthSet > zero || depthSet > zero || d == depths.front() || d - along < foot * 4; };
    const auto deepestShallow = *std::find_if(depths.rbegin(), depths.rend(), shallow);
    // Longer than a board only where nothing else serves, and then deep; one worked from outside never.
    const auto some = std::ranges::upper_bound(widths, foot * 16);
    Base best{widthSet > zero || some == widths.begin() ? widths.front() : *std::prev(some), elevated ? deepestShallow : depths.back()};
    Area smallest = Area::ticks(std::numeric_limits<std::int64_t>::max());
    Length longest{};
    const auto propose = [&](Length w, Length d, bool far) {
        if (elevated && (far ? !shallow(d) : !reached(w, d))) return;
        if (!far && widthSet == zero && depthSet == zero && d > w) return;
        if (clearFloor(w - across, d - along, Length{}) < need) return;
        // A room parted off leaves the birds some length.
        if (w - across < std::min(kLeastBirds, w - feet(1)) || d - along < std::min(kLeastBirds, d - feet(1))) return;
        const auto outside = squareMm(inMm(w) * inMm(d));
        const auto longer = std::max(w, d);
        if (outside < smallest || (outside == smallest && longer < longest)) best = {w, d}, smallest = outside, longest = longer;
    };
    for (const bool far : {false, true}) {
        if (far && (!elevated || longest > zero)) break;
        for (const auto w : widths) {
            const bool board = widthSet > zero || w <= foot * 16;
            if (!board && (elevated || longest > zero)) break;
            for (const auto d : depths)
                if (board || d >= foot * 8) propose(w, d, far);
        }
    }
    return best;
}

}  // namespace oiko
