#include "core/answer/answer.h"

#include <algorithm>
#include <cmath>

#include "core/base/tolerance.h"
#include "core/catalog/lumber.h"
#include "core/model/build.h"

namespace oiko {
namespace {

constexpr std::int64_t kProofWork = 800'000;  ///< for each profile's boards: some seconds

using Key = std::vector<std::pair<std::string, Value>>;

bool shapes(const Param& p) {
    return (p.stage >= Stage::form && p.stage <= Stage::run) || p.key == "place.snow" || p.key.starts_with("ground.");
}

void weigh(Answer& a) {
    double bought = 0, used = 0;
    for (const auto& part : a.model->parts) {
        const auto m = massOf(part, *a.settled);
        a.mass += m;
        // Concrete is poured where it stays.
        if (m > a.heaviest && !part.existing && part.form != Form::mesh && part.stock != "concrete" && part.stock != "masonry" &&
            part.stock != "gravel" && part.stock != "sand" && part.role != "litter")
            a.heaviest = m, a.heaviestPart = part.id;
    }
    const auto section = [](std::string_view stock) {
        const auto* p = profile(stock);
        return inMm(p->thick) * inMm(p->wide);
    };
    for (const auto& b : a.cuts->boards.boards) {
        const auto& stock = a.cuts->boardStock[b.stock];
        bought += inMm(stock.length) * section(stock.profile);
        for (const auto& c : b.pieces) used += inMm(a.cuts->boardParts[c.part].length) * section(stock.profile);
    }
    for (const auto& s : a.cuts->sheets.sheets) {
        const auto& stock = a.cuts->sheetStock[s.stock];
        const double thick = inMm(thicknessOf(stock.sheet));
        // The panel that an opening is cut from counts whole already: what is used of the opening is neither bought nor used again.
        if (a.cuts->fromOpening(static_cast<std::size_t>(&s - a.cuts->sheets.sheets.data()))) continue;
        bought += inMm(stock.width) * inMm(stock.height) * thick;
        for (const auto& p : s.placements) used += inMm(p.width) * inMm(p.height) * thick;
    }
    a.waste = bought > 0 ? 1 - used / bought : 0;
}

/// Findings that need lists, prices and weights.
void judgeLists(Answer& a) {
    const auto add = [&](std::string id, std::string gauge, double value, double limit, std::string unit, State worst) {
        Finding f;
        f.id = std::move(id), f.gauge = std::move(gauge), f.value = value, f.limit = limit, f.unit = std::move(unit), f.atLeast = false;
        f.state = std::min(stateOf(value, limit, false), worst);
        a.findings.push_back(std::move(f));
    };
    const double lifted = inKilograms(kOneLifts) * static_cast<double>(a.settled->count("build.hands"));
    add("weight.lift", "weight", inKilograms(a.heaviest), lifted, "kg", State::fail);
    a.findings.back().parts = {a.heaviestPart};
    if (const auto n = a.settled->count("build.hands"); n < 6)
        a.findings.back().remedies.push_back({{"build.hands", std::to_string(n + 1)}});
    if (a.settled->applies("build.trailer")) {
        const auto goes = moved(*a.model, *a.settled, *a.steps);
        add("move.weight", "others", goes.after.empty() ? 0 : inKilograms(goes.after.back()), lifted, "kg", State::near);
        add("move.width", "others", inMm(goes.width), inMm(a.settled->length("build.trailer")), "mm", State::near);
        a.findings.back().parts = goes.ids;
    }
    add("waste.wood", "waste", a.waste, 0.15, "share", State::near);
    if (a.bill.budget > Money{}) add("budget.total", "budget", inUnits(a.bill.total), inUnits(a.bill.budget), "money", State::fail);
    if (a.cuts->surplus > 0) add("cuts.surplus", "others", static_cast<double>(a.cuts->surplus), 0, "count", State::near);
    if (const auto n = a.cuts->boards.unplaced.size() + a.cuts->sheets.unplaced.size() + a.cuts->rolls.unplaced.size(); n > 0)
        add("cuts.unplaced", "others", static_cast<double>(n), 0, "count", State::fail);
}

/// The widest way in, against the ball that the mesh must stop.
void judgeHoles(Answer& a) {
    if (!a.holes) return;
    Finding f;
    f.id = "gaps.ways", f.gauge = "gaps", f.unit = "mm", f.atLeast = false, f.limit = ballThatMeshStops(*a.settled);
    for (const auto& hole : a.holes->holes) {
        f.value = std::max(f.value, hole.wideMm);
        f.parts.insert(f.parts.end(), hole.parts.begin(), hole.parts.end());
    }
    f.state = a.holes->holes.empty() ? State::pass : State::fail;
    a.findings.push_back(std::move(f));
}

}  // namespace

std::shared_ptr<const Answer> withHoles(const std::shared_ptr<const Answer>& given, const std::function<bool()>& stop,
                                        std::shared_ptr<const HoleSearch> known, const std::function<void(double)>& told) {
    auto a = std::make_shared<Answer>(*given);
    a->settled = std::make_shared<Settled>(a->design);
    if (!known) {
        auto found = allHoles(*a->model, ballThatMeshStops(*a->settled), stop, 8, told);
        if (!found.whole && found.holes.empty()) return given;
        known = std::make_shared<const HoleSearch>(std::move(found));
    }
    a->holes = std::move(known);
    std::erase_if(a->findings, [](const Finding& f) { return f.gauge == "gaps"; });
    judgeHoles(*a);
    return a;
}

std::shared_ptr<const Answer> answer(const Design& design, Memory& memory) {
    auto a = std::make_shared<Answer>();
    a->design = design;
    a->settled = std::make_shared<Settled>(design);
    Key modelKey, listKey, cutKey;
    for (const auto& slot : a->settled->slots()) {
        const auto* p = findParam(slot);
        const auto& v = a->settled->value(slot);
        if (shapes(*p)) modelKey.emplace_back(slot, v);
        if (p->key == "plans.units") listKey.emplace_back(slot, v);
        if (p->stage == Stage::cut) cutKey.emplace_back(slot, v);
    }
    const auto* last = memory.last_.get();
    const bool sameModel = last && modelKey == memory.modelKey_, sameLists = sameModel && listKey == memory.listKey_;
    const bool samePrices = last && design.prices == memory.pricesKey_,
               sameCuts = sameLists && samePrices && cutKey == memory.cutKey_ && design.onHand == memory.onHandKey_ &&
                          design.cutBoards == memory.cutBoardsKey_ && design.cutSheets == memory.cutSheetsKey_;
    a->model = sameModel ? last->model : std::make_shared<const Model>(buildModel(*a->settled));
    a->takeoff = sameLists ? last->takeoff : std::make_shared<const Takeoff>(takeOff(*a->model, *a->settled));
    a->prices = samePrices ? last->prices : std::make_shared<const Catalog>(pricedCatalog(design.prices));
    // A proven plan is not carried over: the bytes of an answer do not depend on what was asked before.
    a->cuts =
        sameCuts ? last->cuts : std::make_shared<const CutLists>(cutLists(*a->takeoff, *a->settled, *a->prices, cutRules(*a->settled)));
    a->steps = sameModel ? last->steps : std::make_shared<const std::vector<Step>>(buildingOrder(*a->model));
    a->bill = buy(*a->model, *a->takeoff, *a->cuts, *a->settled, *a->prices);
    a->findings = judge(*a->settled, *a->model);
    a->served = birdsServed(*a->settled, *a->model);
    weigh(*a);
    judgeLists(*a);
    memory.modelKey_ = std::move(modelKey), memory.listKey_ = std::move(listKey), memory.cutKey_ = std::move(cutKey);
    memory.onHandKey_ = design.onHand, memory.cutBoardsKey_ = design.cutBoards, memory.cutSheetsKey_ = design.cutSheets;
    memory.pricesKey_ = design.prices, memory.last_ = a;
    return a;
}

std::shared_ptr<const Answer> withProvenCuts(const std::shared_ptr<const Answer>& given, const std::function<bool()>& stop,
                                             const Answer* before) {
    auto a = std::make_shared<Answer>(*given);
    a->settled = std::make_shared<Settled>(a->design);  // values are found as they are asked for: a thread has its own
    auto rules = cutRules(*a->settled);
    rules.work = kProofWork, rules.stop = stop;
    if (before) rules.before = boardsBefore(*before->cuts);
    a->cuts = std::make_shared<const CutLists>(cutLists(*a->takeoff, *a->settled, *a->prices, rules));
    a->bill = buy(*a->model, *a->takeoff, *a->cuts, *a->settled, *a->prices);
    a->findings = judge(*a->settled, *a->model);
    a->mass = a->heaviest = Mass{};
    weigh(*a);
    judgeLists(*a);
    judgeHoles(*a);
    return a;
}

}  // namespace oiko
