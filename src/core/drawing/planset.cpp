#include "core/drawing/planset.h"

#include <algorithm>

#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/drawing/supports.h"

namespace oiko {
namespace {

/// Smaller than 1:48, or 1:50 in metres, figures stand on one another.
constexpr double kCrowded = 1 / 50.0 - 1e-9;
constexpr double kMargin = 12, kTitleHigh = 16;

struct Binder {
    PlanSet set;
    double width, height;
    bool metric;

    double inner() const { return width - 2 * kMargin; }
    double bottom() const { return kMargin + kTitleHigh; }
    double top() const { return height - kMargin - 8; }

    Page& page(Message title) {
        set.pages.push_back({width, height, std::move(title), {}, {}, {}});
        return set.pages.back();
    }
    /// A drawing in a box of the page (paper mm), centred, with room about it for dimensions.
    void place(Page& p, Drawing d, Message title, double x, double y, double w, double h, double around = 24) {
        if (d.empty()) return;
        const Vec2 size = d.high - d.low, room{w - 2 * around, h - 2 * around - 4};
        const double scale = usualScale(size, room, metric);
        const Vec2 at{x + (w - size.x * scale) / 2, y + around + (h - 2 * around - size.y * scale) / 2};
        p.drawings.push_back({std::move(d), at, scale, std::move(title)});
    }
    /// Two beside each other, the wider one with the more of the page; where the figures of either would crowd, each on its own.
    void two(const Message& title, Drawing one, Message oneTitle, Drawing other, Message otherTitle) {
        const double around = 20, a = one.high.x - one.low.x, h = top() - bottom(), w = inner();
        const double share = std::clamp(a / (a + other.high.x - other.low.x), 0.3, 0.7);
        const auto crowds = [&](const Drawing& d, double part) {
            return !d.empty() && usualScale(d.high - d.low, {w * part - 2 * around, h - 2 * around - 4}, metric) < kCrowded;
        };
        const bool apart = crowds(one, share) || crowds(other, 1 - share);
        if (other.empty()) return place(page(title), std::move(one), std::move(oneTitle), kMargin, bottom(), w, h, around);
        auto* p = &page(title);
        place(*p, std::move(one), std::move(oneTitle), kMargin, bottom(), apart ? w : w * share, h, around);
        if (apart) p = &page(title);
        place(*p, std::move(other), std::move(otherTitle), apart ? kMargin : kMargin + w * share, bottom(), apart ? w : w * (1 - share), h,
              around);
    }
    /// A table over as many pages as it needs, in `columns` side by side.
    void tables(const Table& t, int columns) {
        const double rowHigh = 5.2, high = top() - bottom() - 14;
        const auto each = static_cast<std::size_t>(high / rowHigh) - 1;
        const double w = (inner() - 6.0 * (columns - 1)) / columns;
        for (std::size_t at = 0; at < t.rows.size();) {
            auto& p = page(t.title);
            for (int c = 0; c < columns && at < t.rows.size(); ++c) {
                Table part = t;
                part.rows.assign(t.rows.begin() + static_cast<std::ptrdiff_t>(at),
                                 t.rows.begin() + static_cast<std::ptrdiff_t>(std::min(at + each, t.rows.size())));
                at += part.rows.size();
                p.tables.push_back({std::move(part), {kMargin + c * (w + 6.0), top() - 4}, w});
            }
        }
    }
};

Message angles(const SawSettings& s) {
    const auto text = [](const EndCut& c) {
        if (c.miterDeg == 0 && c.bevelDeg == 0) return std::string{"0°"};
        std::string t;
        if (c.miterDeg != 0) t += writeNumber(c.miterDeg, 1) + "°";
        if (c.bevelDeg != 0) t += (t.empty() ? "" : " ") + std::string{"b "} + writeNumber(c.bevelDeg, 1) + "°";
        return t;
    };
    return {"ends", {text(s.start), text(s.end)}};
}

}  // namespace

double usualScale(Vec2 size, Vec2 room, bool metric) {
    static constexpr double kImperial[] = {4, 6, 8, 12, 16, 24, 32, 48, 64, 96, 128, 192, 384},
                            kMetric[] = {5, 10, 20, 25, 50, 75, 100, 125, 150, 200, 500};
    const double need = std::max({size.x / std::max(1.0, room.x), size.y / std::max(1.0, room.y), 1e-9});
    const auto pick = [&](const auto& list) {
        for (const double d : list)
            if (d >= need) return 1 / d;
        return 1 / need;
    };
    return metric ? pick(kMetric) : pick(kImperial);
}

Table cutListTable(const Takeoff& t) {
    Table table{{"table.cutlist", {}},
                {{"col.mark", {}},
                 {"col.count", {}},
                 {"col.part", {}},
                 {"col.stock", {}},
                 {"col.length", {}},
                 {"col.width", {}},
                 {"col.ends", {}},
                 {"col.notes", {}}},
                {false, true, false, false, true, true, false, false},
                {0.06, 0.05, 0.18, 0.14, 0.11, 0.09, 0.11, 0.26},
                {}};
    for (const auto& p : t.pieces) {
        if (p.form != Form::lumber && p.form != Form::sheet) continue;
        Message note;
        if (p.slant && !p.mirrorOf.empty())
            note = {"note.slantmirror", {p.slant->first, p.slant->second, p.mirrorOf}};
        else if (p.slant)
            note = {p.openings ? "note.slantopenings" : "note.slant", {p.slant->first, p.slant->second}};
        else if (!p.mirrorOf.empty())
            note = {"note.mirror", {p.mirrorOf}};
        else if (p.saw.steps.count > 0)
            note = {"note.steps", {std::int64_t{p.saw.steps.count}, mm(p.saw.steps.riseMm), mm(p.saw.steps.goingMm)}};
        else if (!p.saw.notches.empty())
            note = {"note.birdsmouth", {mm(p.saw.notches.front().depthMm)}};
        else if (p.saw.fitted)
            note = {"note.fitted", {}};
        else if (p.ripped)
            note = {"note.rip", {}};
        else if (p.openings)
            note = {"note.openings", {}};
        else if (p.measureFirst)
            note = {"note.first", {}};
        const bool wide = p.form == Form::sheet || p.ripped;
        table.rows.push_back({p.mark, std::to_string(p.count()), Message{"part." + p.role, {}}, Message{"stock." + p.stock, {}}, p.length,
                              wide ? Say{p.width} : Say{std::string{}}, p.form == Form::lumber ? Say{angles(p.saw)} : Say{std::string{}},
                              note});
    }
    return table;
}

Table buyTable(const Bill& bill) {
    Table table{{"table.buy", {}},
                {{"col.group", {}}, {"col.item", {}}, {"col.quantity", {}}, {"col.each", {}}, {"col.amount", {}}, {"col.left", {}}},
                {false, false, true, true, true, true},
                {0.14, 0.4, 0.1, 0.12, 0.12, 0.12},
                {}};
    for (const auto& l : bill.lines)
        table.rows.push_back({Message{"group." + std::string{name(l.group)}, {}}, Message{"item." + l.item, {}}, std::to_string(l.bought),
                              l.each ? Say{writeMoney(*l.each)} : Say{Message{"noprice", {}}},
                              l.amount ? Say{writeMoney(*l.amount)} : Say{Message{"noprice", {}}},
                              l.leftOver >= 1 ? Say{writeNumber(l.leftOver, 0)} : Say{std::string{}}});
    table.rows.push_back({Message{"bill.net", {}}, std::string{}, std::string{}, std::string{}, writeMoney(bill.net), std::string{}});
    if (bill.forOnHand > Money{})
        table.rows.push_back(
            {Message{"bill.onhand", {}}, std::string{}, std::string{}, std::string{}, writeMoney(bill.forOnHand), std::string{}});
    table.rows.push_back({Message{"bill.tax", {}}, std::string{}, std::string{}, std::string{}, writeMoney(bill.tax), std::string{}});
    table.rows.push_back({Message{bill.complete() ? "bill.total" : "bill.atleast", {}}, std::string{}, std::string{}, std::string{},
                          writeMoney(bill.total), std::string{}});
    return table;
}

PlanSet planSet(const Model& m, Settled& s, const Takeoff& t, const CutLists& cuts, const Bill& bill, const std::vector<Step>& steps) {
    Binder b;
    b.metric = s.choice("plans.units") == "metric";
    b.set.name = s.choice("plans.title"), b.set.metric = b.metric;
    const bool letter = s.choice("plans.paper") == "letter";
    b.width = letter ? 279.4 : 297, b.height = letter ? 215.9 : 210;  // landscape
    const double w = b.inner(), h = b.top() - b.bottom(), x = kMargin, y = b.bottom();

    auto& cover = b.page({"page.cover", {}});
    auto first = face(m, s, "front");
    // Where its figures would crowd, the cover shows the coop alone.
    if (usualScale(first.high - first.low, {w * 0.6 - 44, h - 48}, b.metric) < kCrowded) first.dimensions.clear(), first.labels.clear();
    b.place(cover, std::move(first), {"view.face", {Ref{"side.front"}}}, x, y, w * 0.6, h, 22);
    double line = b.top() - 10;
    const auto note = [&](Page& p, double atX, Message text) { p.notes.push_back({{atX, line}, std::move(text)}), line -= 5; };
    note(cover, x + w * 0.62, {"cover.birds", {s.count("flock.count"), Ref{"option.flock.size." + s.choice("flock.size")}}});
    note(cover, x + w * 0.62, {"cover.size", {s.length("coop.width"), s.length("coop.depth")}});
    note(cover, x + w * 0.62, {"cover.total", {bill.total}});
    line -= 4;
    std::vector<std::string> cautions{"local"};
    const auto caution = [&](const std::string& c) {
        if (std::ranges::find(cautions, c) == cautions.end()) cautions.push_back(c);
    };
    for (const auto& step : steps) std::ranges::for_each(step.cautions, caution);
    for (const auto* c : {"dust", "heat", "disease"}) caution(c);
    for (const auto& c : cautions)
        for (int part = 1; part <= 2; ++part) note(cover, x + w * 0.62, {"caution." + c + "." + std::to_string(part), {}});

    b.place(b.page({"page.plan", {}}), floorPlan(m, s, PlanOf::coop), {"view.plan", {}}, x, y, w, h, 24);
    if (!s.rows("runs").empty()) b.place(b.page({"page.site", {}}), floorPlan(m, s, PlanOf::both), {"view.site", {}}, x, y, w, h, 24);
    if (std::ranges::any_of(m.parts, [](const Part& p) { return p.yard(); }))
        b.place(b.page({"page.yard", {}}), yardPlan(m, s), {"view.yard", {}}, x, y, w, h, 24);
    if (s.applies("bank.high")) b.place(b.page({"page.bank", {}}), bankSection(m, s), {"view.bank", {}}, x, y, w, h, 24);
    if (!m.ground.level()) {
        const auto supports = supportsOf(m, s, t);
        auto table = supportsTable(supports);
        auto d = supportsPlan(m, s, supports);
        const bool beside = table.rows.size() <= 28 && usualScale(d.high - d.low, {w * 0.55 - 40, h - 44}, b.metric) > 1 / 65.0;
        auto& p = b.page({"page.supports", {}});
        b.place(p, std::move(d), {"view.supports", {}}, x, y, beside ? w * 0.55 : w, h, 20);
        if (beside)
            p.tables.push_back({std::move(table), {x + w * 0.57, b.top() - 4}, w * 0.43});
        else
            b.tables(table, 2);
    }
    for (const auto& pair : {std::pair{"front", "right"}, std::pair{"back", "left"}}) {
        const auto title = [](std::string_view side) { return Message{"view.face", {Ref{"side." + std::string{side}}}}; };
        b.two({"page.faces", {}}, face(m, s, pair.first), title(pair.first), face(m, s, pair.second), title(pair.second));
    }
    b.place(b.page({"page.section", {}}), crossSection(m, s), {"view.section", {}}, x, y, w, h, 26);
    if (auto d = floorFramePlan(m, s, t); !d.empty())
        b.place(b.page({"page.floorframe", {}}), std::move(d), {"view.floorframe", {}}, x, y, w, h, 24);
    for (const auto side : kSides)
        b.place(b.page({"page.frame", {}}), wallFrame(m, s, t, side), {"view.frame", {Ref{"side." + std::string{side}}}}, x, y, w, h, 24);
    for (const int r : s.rows("partitions"))
        b.place(b.page({"page.frame", {}}), wallFrame(m, s, t, partitionKey(r)), {"view.partition", {std::int64_t{r}}}, x, y, w, h, 24);
    for (const int r : s.rows("doors"))
        if (auto d = stringer(m, s, t, r); !d.empty())
            b.place(b.page({"page.stringer", {std::int64_t{r}}}), std::move(d), {"view.stringer", {}}, x, y, w, h, 26);
    {
        std::vector<std::pair<Drawing, Message>> profiles;
        if (auto d = profile(m, s, t, "nests"); !d.empty()) profiles.emplace_back(std::move(d), Message{"view.nests", {}});
        for (const int r : s.rows("hatches"))
            if (auto d = profile(m, s, t, "hatches." + std::to_string(r)); !d.empty())
                profiles.emplace_back(std::move(d), Message{"view.hopper", {std::int64_t{r}}});
        if (auto d = roofedCornerView(m, t); !d.empty()) profiles.emplace_back(std::move(d), Message{"view.corner", {}});
        for (std::size_t i = 0; i < profiles.size(); i += 2) {
            auto& p = b.page({"page.profiles", {}});
            for (std::size_t k = i; k < std::min(i + 2, profiles.size()); ++k)
                b.place(p, std::move(profiles[k].first), profiles[k].second, x + (k == i ? 0 : w / 2), y, w / 2, h, 24);
        }
    }
    b.place(b.page({"page.roof", {}}), roofFramePlan(m, s, t), {"view.roof", {}}, x, y, w, h, 26);
    for (const int r : s.rows("runs"))
        for (std::size_t k = 0; k < std::size(kRunFrames); k += 2) {
            const auto frame = [&](std::size_t n) { return runFrame(m, s, t, runKey(r), kRunFrames[n]); };
            const auto title = [](std::size_t n) { return Message{"view.runframe", {Ref{"runframe." + std::string{kRunFrames[n]}}}}; };
            b.two({"page.runframe", {std::int64_t{r}}}, frame(k), title(k), frame(k + 1), title(k + 1));
        }
    b.tables(cutListTable(t), 1);
    // A wall that stands whole needs none.
    std::vector<std::pair<std::string, Drawing>> sticks;
    for (const auto* side : {"front", "back", "left", "right"})
        if (auto d = storyStick(m, s, t, side); !d.empty()) sticks.emplace_back(side, std::move(d));
    for (std::size_t i = 0; i < sticks.size(); i += 2) {
        auto& p = b.page({"page.sticks", {}});
        for (std::size_t k = i; k < std::min(i + 2, sticks.size()); ++k)
            b.place(p, std::move(sticks[k].second), {"view.stick", {Ref{"side." + sticks[k].first}}}, x, k == i ? y + h / 2 : y, w, h / 2,
                    4);
    }
    for (const int r : s.rows("partitions"))
        b.place(b.page({"page.sticks", {}}), storyStick(m, s, t, partitionKey(r)), {"view.stickroom", {std::int64_t{r}}}, x, y + h / 2, w,
                h / 2, 4);
    for (std::size_t from = 0, kinds = pieceCardCount(t); from < kinds; from += 40) {
        auto& p = b.page({"page.pieces", {}});
        for (std::size_t column = 0; column < 2 && from + column * 20 < kinds; ++column)
            b.place(p, pieceCards(t, from + column * 20, 20), {"view.pieces", {}}, x + w / 2 * static_cast<double>(column), y, w / 2, h, 5);
    }
    // Twenty boards to a column, two columns to a page.
    const std::size_t each = 20, total = cuts.boards.boards.size();
    for (std::size_t from = 0; from < total; from += 2 * each) {
        auto& p = b.page({"page.boards", {}});
        for (std::size_t column = 0; column < 2 && from + column * each < total; ++column)
            b.place(p, boardCards(cuts.boardParts, cuts.boardStock, cuts.boards, "", from + column * each, each, cuts.marked, t),
                    {"view.boards", {}}, x + w / 2 * static_cast<double>(column), y, w / 2, h, 5);
    }
    for (std::size_t i = 0; i < cuts.sheets.sheets.size(); i += 6) {
        auto& p = b.page({"page.sheets", {}});
        for (std::size_t k = 0; k < 6 && i + k < cuts.sheets.sheets.size(); ++k)
            b.place(p, sheetCard(cuts, i + k),
                    {"view.sheet",
                     {static_cast<std::int64_t>(i + k + 1), Ref{"stock." + cuts.sheetStock[cuts.sheets.sheets[i + k].stock].sheet}}},
                    x + w / 6 * static_cast<double>(k), y, w / 6, h, 3);
    }
    for (std::size_t i = 0; i < cuts.rolls.sheets.size(); i += 4)
        b.place(b.page({"page.rolls", {}}), rollCards(cuts, i, 4), {"view.rolls", {}}, x, y, w, h, 4);
    b.tables(buyTable(bill), 1);
    Page* order = &b.page({"page.steps", {}});
    line = b.top() - 8;
    std::int64_t n = 0;
    const auto goes = s.applies("build.trailer") ? moved(m, s, steps) : Moved{};
    for (const auto& step : steps) {
        if (line - 8 < b.bottom()) order = &b.page({"page.steps", {}}), line = b.top() - 8;
        order->notes.push_back({{x, line}, {"step.line", {++n, Ref{"step." + step.id}, static_cast<std::int64_t>(step.parts.size())}}});
        order->notes.push_back({{x + 8, line - 4.6}, {"step." + step.id + ".check", {}}});
        if (const auto k = static_cast<std::size_t>(n); k <= goes.after.size() && goes.after[k - 1] > Mass{})
            order->notes.push_back({{x + w * 0.62, line},
                                    {k == goes.liftable ? "step.liftable" : "step.weighs", {goes.after[k - 1], s.count("build.hands")}}});
        line -= 11.2;
    }
    return b.set;
}

}  // namespace oiko
