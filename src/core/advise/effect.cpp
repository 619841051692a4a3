#include "core/advise/effect.h"

#include <algorithm>

#include "core/design/existing.h"
#include "core/drawing/ruler.h"

namespace oiko {
namespace {

/// The difference of two whole answers.
Effect between(const Answer& was, const Answer& then, std::string_view finding) {
    Effect e;
    e.possible = true;
    e.money = then.bill.total - was.bill.total, e.mass = then.mass - was.mass, e.birds = then.served.birds - was.served.birds,
    e.waste = then.waste - was.waste;
    e.boards = std::ssize(then.cuts->boards.boards) - std::ssize(was.cuts->boards.boards);
    e.sheets = then.cuts->wholeSheets() - was.cuts->wholeSheets();
    const auto find = [](const Answer& a, std::string_view id) {
        const auto at = std::ranges::find(a.findings, id, &Finding::id);
        return at == a.findings.end() ? nullptr : &*at;
    };
    for (const auto& f : then.findings)
        if (const auto* before = find(was, f.id); before ? f.state > before->state : f.state == State::fail)
            e.worse.push_back(f.id), e.breaks |= f.state == State::fail;
    if (const auto* before = find(was, finding), *is = find(then, finding); before) {
        const bool closer = is && (before->atLeast ? is->value - is->limit > before->value - before->limit
                                                   : is->value - is->limit < before->value - before->limit);
        e.mends = !is || is->state < before->state || (is->state == before->state && closer);
    }
    return e;
}

Effect tried(const Answer& was, const std::vector<Change>& changes, std::string_view finding) {
    const auto trial = was.design.with(changes);
    if (!trial) {
        Effect e;
        e.refused = trial.error().what;
        return e;
    }
    Memory memory;
    return between(was, *answer(trial.value(), memory), finding);
}

}  // namespace

Effect effectOf(const Answer& now, const std::vector<Change>& changes, std::string_view finding) {
    Memory memory;
    return tried(*answer(now.design, memory), changes, finding);
}

std::vector<std::vector<Change>> cheaperTrials(const Answer& now) {
    std::vector<std::vector<Change>> out;
    auto& s = *now.settled;
    const auto units = now.design.units();
    // What a coop is, where it stands and which way things face is the keeper's. What carries a load is left alone: structure is not
    // judged yet.
    static constexpr std::string_view kMade[] = {"foundation.kind", "roof.cover", "frame.walls",    "frame.spacing",
                                                 "floor.deck",      "skin.kind",  "windows.*.kind", "roost.stock",
                                                 "runs.*.top",      "mesh.kind",  "stock.longest"};
    const auto slots = s.slots();
    for (const auto& slot : slots) {
        const auto* p = findParam(slot);
        if (std::ranges::find(kMade, p->key) == std::end(kMade) || p->type != Type::choice) continue;
        for (const auto o : p->options)
            if (o != s.choice(slot)) out.push_back({{slot, std::string{o}}});
    }
    const auto length = [&](const std::string& slot, Length to) {
        if (const auto* p = findParam(slot); to >= std::get<Length>(p->low)) out.push_back({{slot, exactLength(to, units)}});
    };
    for (const auto* slot : {"coop.width", "coop.depth"}) {
        const auto is = s.length(slot);
        for (const auto& good : stockRuler(s, *now.prices, std::string_view{slot} == "coop.depth").goodSizes)
            if (good.value < is && is - good.value <= inches(13)) length(slot, good.value);
        for (const double less : {0.125, 2.0, 6.0}) length(slot, is - inches(less));
    }
    for (const double less : {1.0, 2.0, 3.0, 6.0})
        for (const auto* slot : {"coop.low_wall", "roof.overhang"}) length(slot, s.length(slot) - inches(less));
    for (const int run : s.rows("runs"))
        for (const double less : {0.125, 6.0, 12.0, 24.0})
            for (const auto* field : {"length", "height"}) {
                const auto slot = slotKey("runs", run, field);
                if (std::ranges::find(slots, slot) != slots.end()) length(slot, s.length(slot) - inches(less));
            }
    std::erase_if(out, [&](const auto& changes) { return measured(s, changes.front().key); });
    return out;
}

std::vector<Cheaper> cheaperWays(const Answer& now, std::size_t most, const std::function<bool(std::size_t, std::size_t)>& going) {
    Memory memory;
    const auto was = answer(now.design, memory);
    const auto trials = cheaperTrials(now);
    std::vector<Cheaper> out;
    for (std::size_t i = 0; i < trials.size() && going(i, trials.size()); ++i) {
        auto effect = tried(*was, trials[i], {});
        if (!effect.possible || effect.breaks || effect.money > money(-1)) continue;
        const auto same = std::ranges::find_if(out, [&](const Cheaper& c) { return c.changes.front().key == trials[i].front().key; });
        if (same == out.end())
            out.push_back({trials[i], std::move(effect)});
        else if (effect.money < same->effect.money)
            *same = {trials[i], std::move(effect)};
    }
    std::ranges::stable_sort(out, {}, [](const Cheaper& c) { return c.effect.money; });
    if (out.size() > most) out.resize(most);
    return out;
}

}  // namespace oiko
