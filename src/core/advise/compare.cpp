#include "core/advise/compare.h"

#include <algorithm>
#include <cmath>

#include "core/design/sizing.h"

namespace oiko {

double CompareRow::change(std::size_t coop) const {
    const double was = figures[0], is = figures[coop];
    return std::fabs(was) > 1e-9 ? (is - was) / std::fabs(was) : is > was ? 1 : 0;
}

std::vector<CompareRow> compare(std::span<const std::shared_ptr<const Answer>> coops) {
    std::vector<CompareRow> out;
    const auto row = [&](std::string id, auto&& value, auto&& figure) {
        CompareRow r{std::move(id), {}, {}};
        for (const auto& a : coops) r.values.emplace_back(value(*a)), r.figures.push_back(figure(r.values.back()));
        out.push_back(std::move(r));
    };
    const auto count = [&](std::string id, auto&& of) {
        row(
            std::move(id), [&](const Answer& a) { return static_cast<std::int64_t>(of(a)); },
            [](const Arg& v) { return static_cast<double>(std::get<std::int64_t>(v)); });
    };
    const auto area = [&](std::string id, auto&& of) {
        row(std::move(id), of, [](const Arg& v) { return inSquareMetres(std::get<Area>(v)); });
    };
    const auto mass = [&](std::string id, auto&& of) {
        row(std::move(id), of, [](const Arg& v) { return inKilograms(std::get<Mass>(v)); });
    };
    const auto cost = [&](std::string id, auto&& of) { row(std::move(id), of, [](const Arg& v) { return inUnits(std::get<Money>(v)); }); };
    cost("compare.total", [](const Answer& a) { return a.bill.total; });
    count("compare.birds", [](const Answer& a) { return a.served.birds; });
    area("compare.floor", [](const Answer& a) { return clearFloor(*a.settled); });
    area("compare.run", [](const Answer& a) { return runFloor(*a.settled); });
    mass("compare.mass", [](const Answer& a) { return a.mass; });
    mass("compare.heaviest", [](const Answer& a) { return a.heaviest; });
    count("compare.pieces", [](const Answer& a) {
        std::int64_t n = 0;
        for (const auto& p : a.takeoff->pieces) n += p.count();
        return n;
    });
    count("compare.boards", [](const Answer& a) { return a.cuts->boards.boards.size(); });
    count("compare.sheets", [](const Answer& a) { return a.cuts->wholeSheets(); });
    row(
        "compare.waste", [](const Answer& a) { return percent(std::round(a.waste * 1000) / 10); },
        [](const Arg& v) { return inPercent(std::get<Share>(v)); });
    for (const auto state : {State::fail, State::near})
        count("compare." + std::string{name(state)},
              [state](const Answer& a) { return std::ranges::count(a.findings, state, &Finding::state); });
    for (int g = 0; g < kGroups; ++g)
        if (std::ranges::any_of(coops, [g](const auto& a) { return a->bill.groups[g].has_value(); }))
            cost("group." + std::string{name(static_cast<Group>(g))}, [g](const Answer& a) { return a.bill.groups[g].value_or(Money{}); });
    return out;
}

std::vector<Difference> differences(const Design& now, const Design& other) {
    Settled a{now}, b{other};
    const auto mine = a.slots(), theirs = b.slots();
    std::vector<Difference> out;
    const auto look = [&](const std::string& slot) {
        if (!now.isSet(slot) && !other.isSet(slot)) return;
        const auto in = [&](Settled& s, const std::vector<std::string>& slots) {
            return std::ranges::find(slots, slot) == slots.end() ? std::nullopt : std::optional{s.value(slot)};
        };
        const auto x = in(a, mine), y = in(b, theirs);
        if (x != y) out.push_back({slot, x, y});
    };
    for (const auto& slot : mine) look(slot);
    for (const auto& slot : theirs)
        if (std::ranges::find(mine, slot) == mine.end()) look(slot);
    return out;
}

}  // namespace oiko
