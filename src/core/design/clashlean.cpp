// What can't be built together: a coop that leans on a wall, and what would open into it, stand in it or reach over it.
#include "core/design/clashes.h"
#include "core/design/lean.h"

namespace oiko {
namespace {

std::optional<Clash> runBesideClash(Settled& s, const RunPlace& run, const std::string& side) {
    const auto& r = run.key;
    const auto room = runToWall(s, run);
    if (!room) return std::nullopt;
    if (run.shared) return Clash{"lean.shared", r + ".top", "lean.kind", {}, Change{r + ".top", "metal_sealed"}};
    const bool first = leftOf(run.side) == side;
    if (*room < kRunFromWall) {
        const auto less = run.width - (kRunFromWall - *room);
        return Clash{"lean.room",
                     r + (first ? ".at" : ".width"),
                     "lean.kind",
                     {*room, kRunFromWall},
                     first             ? std::optional{Change{r + ".at", written(kRunFromWall, s)}}
                     : less >= feet(3) ? std::optional{Change{r + ".width", written(less, s)}}
                                       : std::nullopt};
    }
    if (s.choice(r + ".gate") == (first ? "left" : "right") && s.length(r + ".gate_width") > *room)
        return Clash{"lean.gate", r + ".gate", "lean.kind", {*room}, Change{r + ".gate", "outer"}};
    return std::nullopt;
}

}  // namespace

std::optional<Clash> leanClash(Settled& s, const Shell& shell, const std::vector<Opening>& all) {
    const auto side = leanSide(s);
    if (side.empty()) return std::nullopt;
    const auto runs = runPlaces(s);
    for (const auto& run : runs)
        if (run.side == side)
            return Clash{
                "lean.run", run.key + ".side", "lean.kind", {Ref{"side." + side}}, Change{run.key + ".side", s.choice("roof.falls_to")}};
    for (const auto& o : all)
        if (o.wall == side && (o.row != "nests" || nestsThrough(s)))
            return Clash{"lean.opening", o.row + ".wall", "lean.kind", {keyRef(o.row + ".wall"), Ref{"side." + side}}};
    if (const auto open = "skin.open_" + side; s.flag(open))
        return Clash{"lean.opening", open, "lean.kind", {keyRef(open), Ref{"side." + side}}, Change{open, "no"}};
    if (s.applies("roost.trays") && s.flag("roost.trays") && s.choice("roost.wall") == side)
        return Clash{"lean.trays", "roost.trays", "roost.wall", {Ref{"side." + side}}, Change{"roost.trays", "no"}};
    if (const auto is = s.length("lean.height"), needs = leanNeeds(s, shell); is < needs) {
        const auto grid = ruleGrid(s), low = grid * ((s.length("coop.low_wall") - (needs - is)) / grid);
        return Clash{"lean.low",
                     "lean.height",
                     "coop.low_wall",
                     {is, needs},
                     low >= feet(2) ? std::optional{Change{"coop.low_wall", written(low, s)}} : std::nullopt};
    }
    for (const auto& run : runs)
        if (auto c = runBesideClash(s, run, side)) return c;
    return std::nullopt;
}

}  // namespace oiko
