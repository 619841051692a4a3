#include "core/drawing/ruler.h"

#include <algorithm>
#include <cmath>

#include "core/catalog/skins.h"
#include "core/design/existing.h"
#include "core/design/layout.h"
#include "core/design/shell.h"

namespace oiko {
namespace {

/// Boards of a profile that the design may use, ascending.
std::vector<Length> boardsSold(Settled& s, const Catalog& prices, std::string_view profile) {
    const auto longest = longestSold(s);
    std::vector<Length> out;
    for (const auto& item : prices)
        if (item.kind == StockItem::Kind::board && item.profile == profile && item.a <= longest) out.push_back(item.a);
    std::ranges::sort(out);
    return out;
}

}  // namespace

Ruler stockRuler(Settled& s, const Catalog& prices, bool depth) {
    Ruler r{depth ? "coop.depth" : "coop.width", {}, {}};
    const auto shell = shellOf(s);
    const auto size = s.length(r.slot);
    const auto trim = s.length("cut.trim") * 2, kerf = s.length("cut.kerf");
    // What stands is not bought: no stock lies along it.
    const auto either = [&](auto stands) {
        return std::ranges::any_of(kSides, [&](auto side) { return (sideIndex(side) % 2 == 1) == depth && !stands(s, wallSlot(side)); });
    };
    const bool newSiding = either(allStands), newPlates = either(frameStands);
    bool newRoof = !frameStands(s, "existing.roof");
    // Siding: panels of 48 in, of metal of 36, side by side; two half panels and a kerf come out of a whole one.
    const auto& wears = skin(s.choice("skin.kind"));
    const auto panel = wears.metal() ? ofProfile(catalog(), wears.stock).front()->a : inches(48);
    Lane siding{{"ruler.siding", {Ref{"stock." + std::string{wears.stock}}}}, {0}, inMm(size)};
    for (int n = 1; siding.joints.back() < inMm(size) - 0.01; ++n) siding.joints.push_back(inMm(panel * n));
    const bool panels = newSiding && !wears.boards();
    if (panels) r.lanes.push_back(std::move(siding));
    const auto half = Length::ticks((panel - kerf).count() / 2), sixteenth = inches(0.0625);
    for (int n = 0; n < 5 && panels; ++n) {
        r.goodSizes.push_back({panel * n + sixteenth * (half / sixteenth), {"ruler.halfpanel", {std::int64_t{n}}}});
        r.goodSizes.push_back({panel * (n + 1), {"ruler.panel", {std::int64_t{n + 1}}}});
    }
    // A member of the roof in this direction: rafters down the fall, purlins across it.
    const bool fall = depth == (shell.turn % 2 == 0);
    if (indoors(s) && !fall) newRoof = false;  // no purlins
    const std::string stock = shell.timber->stock(fall ? s.choice("roof.rafter") : "2x4"),
                      stud = shell.timber->stock(shell.posted && !fall ? s.choice("frame.beam") : "2x4");
    const auto& slope = shell.slopes[0];
    const double c = slope.cosine(), ends = fall ? inMm(shell.rafterDeep) * slope.rise : 0;
    const auto out = fall ? shell.overhang : shell.rake;
    // What goes on over runs counts against the rafter.
    const auto over = fall ? mm(slope.before + slope.past) : Length{};
    // A gable's ridge in the middle halves what its rafters span; elsewhere it stays where it is set.
    const bool halved = fall && shell.gable() && !s.isSet("roof.ridge");
    const auto spans = [&](Length board) {
        if (!fall) return board - trim - out * 2;
        const auto run = mm((inMm(board - trim) - ends) * c) - over;
        if (!shell.gable()) return run - out * 2;
        const auto ridge = mm(slope.start) - out;
        return halved ? (run + ridge) * 2 : run + ridge + mm(slope.y0);
    };
    const auto sold = newRoof ? boardsSold(s, prices, stock) : std::vector<Length>{};
    const auto least = std::ranges::find_if(sold, [&](Length b) { return spans(b) >= size; });
    if (least != sold.end())
        r.lanes.push_back({{fall ? "ruler.rafter" : "ruler.purlin", {stock, *least}},
                           {-inMm(out), inMm(spans(*least) + out)},
                           inMm(size + out),
                           fall ? 1 / c : 1});
    for (const auto b : sold)
        r.goodSizes.push_back({sixteenth * (spans(b) / sixteenth), {fall ? "ruler.byrafter" : "ruler.bypurlin", {b}}});
    // Plates as long as the wall.
    const auto plates = newPlates ? boardsSold(s, prices, stud) : std::vector<Length>{};
    if (const auto plate = std::ranges::find_if(plates, [&](Length b) { return b - trim >= size; }); plate != plates.end())
        r.lanes.push_back({{"ruler.plate", {stud, *plate}}, {0, inMm(*plate)}, inMm(size)});
    for (const auto b : plates) r.goodSizes.push_back({b - trim, {"ruler.byplate", {b}}});
    const auto& p = *findParam(r.slot);
    std::erase_if(r.goodSizes, [&](const GoodSize& n) { return n.value < std::get<Length>(p.low) || n.value > std::get<Length>(p.high); });
    std::ranges::stable_sort(r.goodSizes, {}, &GoodSize::value);
    // Two that no hand can tell apart are one: the smaller, which is within the reach of both.
    const auto [first, last] =
        std::ranges::unique(r.goodSizes, [](const GoodSize& a, const GoodSize& b) { return b.value - a.value <= inches(0.125); });
    r.goodSizes.erase(first, last);
    return r;
}

}  // namespace oiko
