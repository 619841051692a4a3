#include "core/design/rules.h"

#include <algorithm>
#include <cmath>
#include <iterator>

#include "core/catalog/covers.h"
#include "core/catalog/lumber.h"
#include "core/design/layout.h"
#include "core/design/lean.h"
#include "core/design/litter.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/design/spans.h"

namespace oiko {

bool gable(Ask& a) { return a.choice("roof.form") == "gable"; }
bool elevated(Ask& a) { return a.choice("form.kind") == "elevated"; }
Length bounded(Length v, Length low, Length high) { return std::max(low, std::min(v, high)); }

std::string runOn(Ask& a, std::string_view side) {
    for (const int row : a.rows("runs"))
        if (a.choice(slotKey("runs", row, "side")) == side) return "runs." + std::to_string(row);
    return {};
}
std::vector<std::string_view> sidesButRuns(Ask& a, const std::vector<std::string_view>& order) {
    std::vector<std::string_view> out;
    std::ranges::copy_if(order, std::back_inserter(out), [&](auto s) { return runOn(a, s).empty() && s != leanSide(a); });
    return out.empty() ? order : out;
}

std::vector<std::string_view> runsLast(Ask& a, std::vector<std::string_view> order) {
    std::ranges::stable_partition(order, [&](auto s) { return runOn(a, s).empty(); });
    return order;
}

Area runShare(Ask& a) {
    const auto runs = std::max<std::int64_t>(1, static_cast<std::int64_t>(a.rows("runs").size()));
    return Area::ticks((a.area("flock.run_each") * birdsSizedFor(a) + furnitureTakes(a)).count() / runs);
}

Length awayFromRoost(Ask& a, std::string_view wall, Length width) {
    const auto roost = a.choice("roost.wall");
    const bool roostAtLeft = leftOf(wall) == roost;
    return roostAtLeft ? wallLength(a, wall) - cornerClear(a) - width : cornerClear(a);
}

Length centred(Ask& a, std::string_view self, std::string_view wall, Length width) {
    const auto left = wallLength(a, wall) - width;
    const bool alone = takenOn(a, wall, self).empty() && left >= (cornerClear(a) + besideOpening(a) * 2 + inches(44)) * 2;
    return alone ? Length::ticks(left.count() / 2) : cornerClear(a);
}

std::vector<std::string_view> endsFirst(Ask& a, std::vector<std::string_view> order) {
    if (!gable(a) && !leans(a)) return order;
    const auto fall = sideIndex(a.choice("roof.falls_to"));
    std::ranges::stable_partition(order, [&](auto s) { return (sideIndex(s) - fall) % 2 != 0; });
    return order;
}

Length easyEntry(Ask& a, std::string_view wall, Length width, Length height) {
    const auto shell = shellOf(a);
    if (const auto ridge = shell.ridgeOn(wall)) {
        auto at = cornerClear(a);
        while (at + Length::ticks(width.count() / 2) < *ridge && highestHead(shell, wall, at, width) < height) at += inches(0.5);
        return at;
    }
    return shell.localSide(wall) == 3 ? wallLength(a, wall) - cornerClear(a) - width : cornerClear(a);
}

Angle steepest(Ask& a) { return gable(a) ? std::max(a.angle("roof.pitch"), a.angle("roof.other_pitch")) : pitchOf(a); }

Length rafterReach(Ask& a, std::string_view rafter) {
    const auto spacing = readLength(a.choice("roof.spacing"), Units::imperial).value();
    return clearSpan(woodOf(a), timberOf(a).size(rafter), spacing, coopRoofLoad(a)).clear;
}
RunRafters runRafters(Ask& a, const RunPlace& run) {
    const auto& timber = timberOf(a);
    const auto load = runLoad(a, run.top);
    const auto seats = [&](std::string_view size) {
        return birdsmouthSeat(timber.size(size).wide, a.angle(run.key + ".pitch"), timber.post) >= kLeastBearing;
    };
    RunRafters r;
    for (const auto& [size, apart] : {std::pair{"2x4", 24}, {"2x6", 24}, {"2x6", 16}, {"2x6", 12}}) {
        r = {size, inches(apart), clearSpan(woodOf(a), timber.size(size), inches(apart), load).clear};
        if (r.reach >= run.length - timber.post * 2 && (r.size == "2x6" || seats(size))) break;
    }
    return r;
}

std::string rafterFor(Ask& a) {
    for (const auto size : {"2x4", "2x6"})
        if (rafterReach(a, size) >= rafterBay(a) && birdsmouthSeat(timberOf(a).size(size).wide, steepest(a), wallDeep(a)) >= kLeastBearing)
            return size;
    return "2x8";
}

Length joistReach(Ask& a, std::string_view joist) {
    const auto spacing = readLength(a.choice("floor.spacing"), Units::imperial).value();
    return clearSpan(woodOf(a), timberOf(a).size(joist), spacing, {psf(40), psf(10) + litterLoad(a), 1.0, 360}).clear;
}

Length joistBay(Ask& a) {
    const auto fall = sideIndex(a.choice("roof.falls_to"));
    const auto deep = a.length(fall % 2 == 0 ? "coop.depth" : "coop.width");
    // Skids stand at most 4 ft apart, beams at most 6 ft (model/foundation.cpp): the clear span between them decides.
    const auto most = onPosts(a) ? feet(6) : feet(4);
    const auto bays = (deep.count() + most.count() - 1) / most.count();
    return Length::ticks(deep.count() / std::max<std::int64_t>(1, bays));
}

std::string joistFor(Ask& a) { return joistReach(a, "2x4") >= joistBay(a) ? "2x4" : "2x6"; }

Length lowWallFor(Ask& a) {
    const auto half = ruleGrid(a);
    const double drop = std::tan(inRadians(steepest(a)));
    // At the far end of a run under an eave that goes on one stoops, or beside a coop on legs reaches in.
    Length far;
    for (const auto side : kSides)
        if (const auto over = overRun(a, side); over > Length{} && (gable(a) || side == a.choice("roof.falls_to")))
            far = std::max(far, inches(elevated(a) ? 48 : 60) - (onPosts(a) ? a.length("floor.height") : Length{}) + mm(drop * inMm(over)));
    const auto upTo = [&](Length v) {
        return bounded(half * ((std::max(v, far).count() + half.count() - 1) / half.count()), feet(2), feet(8));
    };
    if (!elevated(a)) {
        // Boots 1 in, 2 in of air: common practice.
        const auto stand = a.length("keeper.height") + inches(3) + std::max(Length{}, litterTop(a)) +
                           mm(inMm(roofLining(a)) / std::cos(inRadians(steepest(a))));
        // A header under level plates: within a building, and where one comes into a room along the coop under its eave.
        const bool level = std::ranges::any_of(a.rows("partitions"), [&](int row) {
            const auto& wall = a.choice(slotKey("partitions", row, "wall"));
            return wall == a.choice("roof.falls_to") || (gable(a) && wall == opposite(a.choice("roof.falls_to")));
        });
        if (indoors(a)) return upTo(stand + inches(6.5));
        // Its leaf swings out under the rafters' tails.
        if (level)
            return upTo(std::max(stand + inches(6.5), stand + inches(2) + mm(drop * inMm(overhangOf(a) + timberOf(a).two + wallDeep(a)))));
        if (!gable(a)) {
            // A door in an end wall stands as far up the slope as its corner lets it, under a header and two plates.
            const auto aside = std::max(kCornerClear, cornerAbout(a, opposite(a.choice("roof.falls_to"))));
            const double up = inMm(wallLength(a, rightOf(a.choice("roof.falls_to"))) - aside - inches(38));
            return upTo(std::max(stand, stand + inches(4) - mm(drop * std::max(0.0, up))));
        }
        // A door in an end wall, half as wide as 38 in with its kings, fits under the ridge of a narrow gable only over higher eaves.
        // Beside a beam's post all of it and its kings lie on one slope.
        const auto aside = a.choice("roof.ridge_kind") == "beam" ? inches(42) : inches(22.5);
        const double risen = std::tan(inRadians(a.angle("roof.pitch"))) * std::max(0.0, inMm(a.length("roof.ridge") - aside));
        return upTo(std::max(stand, stand + inches(5) - mm(risen)));
    }
    // A run's roof goes under the eave, and its beam over the pop door.
    auto low = inches(42) + std::max(Length{}, litterTop(a) - inches(3));  // the pop door's sill rises with litter over 3 in
    const auto fall = a.choice("roof.falls_to");
    for (const int row : a.rows("pops"))
        if (const auto pop = "pops." + std::to_string(row), wall = a.choice(pop + ".wall"), run = runOn(a, wall);
            !run.empty() && overRun(a, wall) == Length{} && (wall == fall || (gable(a) && wall == opposite(fall))))
            low = std::max(low, a.length(pop + ".sill") + a.length(pop + ".height") + inches(1) +
                                    std::max(timberOf(a).size("4x6").wide, runBeamDeep(a, runPlace(a, run))) + kRunRoofThick + inches(2) +
                                    mm(drop * inMm(overhangOf(a) + wallDeep(a))));
    return upTo(low);
}

Length alongRoof(Ask& a, std::string_view key) {
    const auto board = longestBoard(a);
    const auto fall = sideIndex(a.choice("roof.falls_to"));
    if ((fall % 2 == 0) == (key == "coop.width")) return kLongestCoop;
    const double slope = inRadians(pitchOf(a));
    const auto run = mm((inMm(board) - inMm(timberOf(a).size("2x8").wide) * std::tan(slope)) * std::cos(slope)) - overhangOf(a);
    // A gable's rafters reach half way; joists, ties and wall plates on a frame still run from wall to wall.
    return gable(a) ? (a.choice("roof.ridge_kind") == "beam" && frameless(a) ? run * 2 : std::min(run * 2, board)) : run - overhangOf(a);
}

bool longerThanBoard(Ask& a) { return wallLength(a, a.choice("roof.falls_to")) > longestBoard(a); }

Length longestRun(Ask& a, const std::string& run) {
    const auto half = inches(6);
    const auto board = longestBoard(a);
    if (underRafters(a, run)) {
        // What a rafter's board leaves beyond the coop, both overhangs and the other fittings.
        const double slope = inRadians(steepest(a));
        const auto& cover = roofCover(coverOf(a));
        double most = (inMm(board) - inMm(timberOf(a).size("2x8").wide) * std::tan(slope)) * std::cos(slope);
        // Of panels an inch hangs over the fascia at either end.
        if (!cover.decked) most = std::min(most, (inMm(longestPanel(cover.name)) - 50.8) * std::cos(slope) - 2 * inMm(timberOf(a).two));
        const auto reach = mm(most) - overhangOf(a) - runOffset(a) - inches(1);
        const auto coop = gable(a) ? a.length("roof.ridge") : wallLength(a, rightOf(a.choice("roof.falls_to"))) + overhangOf(a);
        return bounded(half * ((reach - coop).count() / half.count()), feet(4), feet(10));
    }
    if (underCoopsRoof(a, run)) return feet(32);
    const double slope = inRadians(a.angle(run + ".pitch"));
    RunPlace farthest{run, {}, a.choice(run + ".top"), false, {}, {}, feet(100), {}};
    const auto most = std::min(mm((inMm(board) - 140 * std::tan(slope)) * std::cos(slope)) - inches(8),
                               runRafters(a, farthest).reach + timberOf(a).post * 2);
    return bounded(half * (most.count() / half.count()), feet(4), feet(14));
}

}  // namespace oiko
