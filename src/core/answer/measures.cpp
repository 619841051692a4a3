#include "core/answer/measures.h"

#include <algorithm>
#include <cmath>

#include "core/design/ground.h"
#include "core/design/gutter.h"
#include "core/design/litter.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/purchase/sections.h"

namespace oiko {

std::map<std::string, Message> measures(const Answer& a) {
    auto& s = *a.settled;
    const auto shell = shellOf(s);
    const auto birds = birdsSizedFor(s);
    const auto one = [](Arg v) { return Message{"measure", {std::move(v)}}; };
    double bar = 0;
    for (const auto& p : a.model->parts)
        if (p.role == "roost") bar += p.extent(p.along);
    double gallons = 0;
    for (const auto& l : a.bill.lines)
        if (l.item == "paint-gallon") gallons = static_cast<double>(l.bought);
    std::int64_t pieces = 0;
    for (const auto& p : a.takeoff->pieces)
        if (p.form == Form::lumber || p.form == Form::sheet) pieces += p.count();
    const auto& plan = a.cuts->boards;
    const auto goes = s.applies("build.trailer") ? moved(*a.model, s, *a.steps) : Moved{};
    std::map<std::string, Message> m{
        {"floor.needed", one(floorNeeded(s))},
        {"run.needed", one(s.area("flock.run_each") * birds)},
        {"birds.served", {"measure.served", {a.served.birds, Ref{"served." + std::string{a.served.by}}}}},
        {"headroom", one(standingRoom(s, shell))},
        {"rafter.length", one(shell.rafterLength())},
        {"soil.clear", one(shell.floorTop - shell.deck - inches(1))},
        {"paint.gallons", {"measure.gallons", {static_cast<std::int64_t>(gallons)}}},
        {"roost.each", one(mm(bar / static_cast<double>(birds)))},
        {"ground.fall", fallMm(s) < 1 ? Message{"measure.level", {}} : Message{"measure.fall", {mm(fallMm(s))}}},
        {"rain", {"measure.rain", {std::round(rainGallons(s)), kBarrelGallons}}},
        {"feed", {"measure.feed", {feedPounds(s)}}},
        {"water", {"measure.water", {std::ceil(waterGallons(s))}}},
        {"run.each", one(Area::ticks(runFloor(s).count() / birds))},
        {"pieces", one(pieces)},
        {"boards", one(static_cast<std::int64_t>(plan.boards.size()))},
        {"sheets", one(a.cuts->wholeSheets())},
        {"waste", one(percent(std::round(a.waste * 100)))},
        {"prices.book", {a.design.prices.empty() ? "measure.sample" : "measure.own", {a.design.pricesDate}}},
        {"total",
         {a.bill.complete() ? "measure" : "measure.atleast", {a.bill.total, static_cast<std::int64_t>(a.bill.withoutPrice.size())}}},
        {"steps", one(static_cast<std::int64_t>(a.steps->size()))},
        {"heaviest", one(a.heaviest)},
        {"moved", one(goes.after.empty() ? Mass{} : goes.after.back())},
    };
    const auto going = sections(a.bill, By::trip, s, *a.prices);
    const bool toDeliver = !going.empty() && going.back().id == "delivered";
    m["trips"] = {toDeliver ? "measure.tripsand" : "measure.trips", {static_cast<std::int64_t>(going.size()) - toDeliver}};
    double used = 0;
    for (const auto u : a.bill.usedOnHand) used += u;
    m["onhand.used"] = used > 0 ? Message{"measure.onhand", {static_cast<std::int64_t>(std::ceil(used))}} : Message{"measure.nohand", {}};
    const auto& nest = a.cuts->sheets;
    const auto bound = plan.lowerBound + nest.lowerBound;
    m["cut.proof"] = plan.proven && nest.proven
                         ? Message{a.settled->choice("onhand.use") == "first" && used > 0 ? "measure.provenrest" : "measure.proven", {}}
                     : bound > Money{} ? Message{"measure.bound", {plan.cost + nest.cost, bound}}
                                       : Message{"measure.good", {}};
    m["budget.left"] = a.bill.budget == Money{}        ? Message{"measure.nobudget", {}}
                       : a.bill.total <= a.bill.budget ? Message{"measure.left", {a.bill.budget - a.bill.total}}
                                                       : Message{"measure.over", {a.bill.total - a.bill.budget}};
    return m;
}

}  // namespace oiko
