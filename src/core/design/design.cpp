#include "core/design/design.h"

#include <algorithm>
#include <cassert>

#include "core/design/layout.h"

namespace oiko {
namespace {

struct SlotName {
    std::string list, field;
    int row = 0;
};
SlotName parted(std::string_view key) {
    const auto dot = key.find('.');
    const auto second = dot == std::string_view::npos ? dot : key.find('.', dot + 1);
    const auto list = key.substr(0, dot);
    const bool isList = std::ranges::find(listNames(), list) != listNames().end();
    if (!isList || dot == std::string_view::npos) return {};
    const auto row = readCount(key.substr(dot + 1, second == std::string_view::npos ? second : second - dot - 1));
    if (!row || row.value() < 1 || row.value() > 9999) return {};
    return {std::string{list}, second == std::string_view::npos ? "" : std::string{key.substr(second + 1)}, static_cast<int>(row.value())};
}

Error clashError(const Clash& c) {
    const auto value = [](const Change& change) -> Arg {
        const auto& p = *findParam(change.key);
        if (p.type != Type::choice || change.text.empty()) return change.text;
        return Ref{"option." + std::string{p.key} + "." + change.text};
    };
    const auto named = [](const std::string& slot) { return Ref{"key." + std::string{findParam(slot)->key}}; };
    if (!c.nearest) return {Error::Kind::usage, c.first, {"clash." + c.id, c.args}, {"clash.todo", {named(c.second)}}};
    const auto& other = c.nearest->key == c.second ? c.first : c.second;
    return {Error::Kind::usage,
            c.first,
            {"clash." + c.id, c.args},
            {"clash.nearest", {named(c.nearest->key), value(*c.nearest), named(other)}}};
}

}  // namespace

Design::Design() {
    rows_ = {{"doors", {1}}, {"pops", {1}}, {"windows", {1, 2}}, {"vents", {1, 2}}, {"runs", {1}}};
    for (const auto& [list, rows] : rows_) used_[list] = *rows.rbegin();
}

Units Design::units() const {
    // As the rule of plans.units has it.
    auto at = set_.find("plans.units");
    if (at == set_.end()) at = set_.find("frame.timber");
    if (at == set_.end()) return Units::imperial;
    const auto& told = std::get<std::string>(at->second);
    return told == "metric" || told == "planed" ? Units::metric : Units::imperial;
}

std::vector<int> Design::rows(std::string_view list) const {
    const auto at = rows_.find(std::string{list});
    return at == rows_.end() ? std::vector<int>{} : std::vector<int>{at->second.begin(), at->second.end()};
}
int Design::nextRow(std::string_view list) const {
    const auto at = used_.find(std::string{list});
    return at == used_.end() ? 1 : at->second + 1;
}
void Design::noteUsed(const std::string& list, int row) { used_[list] = std::max(used_[list], row); }
void Design::clearRows() {
    rows_.clear(), used_.clear(), std::erase_if(set_, [](const auto& s) { return parted(s.first).row > 0; });
}

Result<Design> Design::withUnjudged(const std::vector<Change>& changes) const {
    Design d = *this;
    for (const auto& c : changes) {
        const auto slot = parted(c.key);
        if (slot.row > 0 && slot.field.empty()) {
            if (c.text.empty()) {
                const auto list = d.rows_.find(slot.list);
                if (list == d.rows_.end() || !list->second.erase(slot.row))
                    return Error{Error::Kind::usage, c.key, {"norow", {c.key}}, {"norow.todo", {}}};
                if (list->second.empty()) d.rows_.erase(list);
                std::erase_if(d.set_, [&](const auto& s) { return parted(s.first).list == slot.list && parted(s.first).row == slot.row; });
                continue;
            }
            return Error{Error::Kind::usage, c.key, {"rowvalue", {c.key}}, {"rowvalue.todo", {}}};
        }
        const auto* p = c.key.find('*') == std::string::npos ? findParam(c.key) : nullptr;
        if (!p) return Error{Error::Kind::usage, c.key, {"nokey", {c.key}}, {"nokey.todo", {}}};
        if (slot.row > 0 && (!d.rows_.contains(slot.list) || !d.rows_[slot.list].contains(slot.row))) {
            if (static_cast<int>(d.rows(slot.list).size()) >= mostRows(slot.list))
                return Error{Error::Kind::usage,
                             c.key,
                             {"rowsfull", {Ref{"list." + slot.list}, std::int64_t{mostRows(slot.list)}}},
                             {"rowsfull.todo", {}}};
            d.addRow(slot.list, slot.row);
        }
        if (c.text.empty()) {
            d.set_.erase(c.key);
            continue;
        }
        auto v = readValue(*p, c.text, d.units());
        if (!v) {
            auto e = v.error();
            e.where = c.key;
            return e;
        }
        d.set_[c.key] = v.value();
    }
    return d;
}

Result<Design> Design::with(const std::vector<Change>& changes) const {
    auto d = withUnjudged(changes);
    if (!d) return d;
    Settled settled{d.value()};
    for (const auto& c : changes)
        if (!c.text.empty() && findParam(c.key) && !settled.applies(c.key))
            return Error{
                Error::Kind::usage, c.key, {"notapply", {Ref{"key." + std::string{findParam(c.key)->key}}}}, {"notapply.todo", {}}};
    if (const auto c = clash(settled)) return clashError(*c);
    return d;
}

std::optional<Change> Design::offerFor(const std::vector<Change>& changes) const {
    const auto trial = withUnjudged(changes);
    if (!trial) return std::nullopt;
    Settled settled{trial.value()};
    const auto c = clash(settled);
    if (!c) return std::nullopt;
    if (auto way = wayOut(trial.value(), *c)) return way;
    // Or as far as it goes from what holds.
    const auto* p = changes.size() == 1 ? findParam(changes[0].key) : nullptr;
    if (!p || (p->type != Type::length && p->type != Type::angle && p->type != Type::count)) return std::nullopt;
    Settled now{*this};
    const auto& key = changes[0].key;
    const auto [list, field, row] = parted(key);
    if ((row > 0 && std::ranges::count(now.rows(list), row) == 0) || !now.applies(key)) return std::nullopt;
    const auto far = nearestThatWorks(*this, key, settled.value(key));
    return far != now.value(key) ? std::optional{Change{key, exactValue(*p, far, units())}} : std::nullopt;
}

Result<Design> Design::withOffer(const std::vector<Change>& changes) const {
    auto next = with(changes);
    if (next || !next.error().what.id.starts_with("clash.")) return next;
    const auto trial = withUnjudged(changes);
    Settled settled{trial.value()};
    auto c = clash(settled).value();
    const auto named = c.nearest;
    c.nearest = offerFor(changes);
    if (c.nearest || !named) return clashError(c);
    // Something else would clash after it.
    c.nearest = named;
    auto refused = clashError(c);
    refused.todo.id = "clash.step";
    return refused;
}

Design Design::withPrices(const std::map<std::string, std::optional<Money>>& changed, const std::string& day, bool together) const {
    auto next = *this;
    if (together) next.pricesBefore.clear(), next.pricesBeforeDate = pricesDate;
    for (const auto& [item, price] : changed) {
        const auto* known = findItem(catalog(), item);
        const auto own = prices.find(item);
        const auto was = own != prices.end() ? own->second : known ? known->price : std::nullopt;
        if (together && was != price) next.pricesBefore[item] = was;
        if (known && known->price == price)
            next.prices.erase(item);
        else
            next.prices[item] = price;
    }
    if (together && next.pricesBefore.empty()) next.pricesBefore = pricesBefore, next.pricesBeforeDate = pricesBeforeDate;
    if (next.prices.empty())
        next.pricesDate = kSamplePricesDate;
    else if (next.prices != prices)
        next.pricesDate = day;
    return next;
}

Design Design::taking(const Alternative& other) const {
    Design d = *this;
    d.set_ = other.set, d.rows_ = other.rows;
    for (const auto& [list, rows] : d.rows_)
        if (!rows.empty()) d.noteUsed(list, *rows.rbegin());
    const auto units = set_.find("plans.units");
    units == set_.end() ? static_cast<void>(d.set_.erase("plans.units")) : static_cast<void>(d.set_["plans.units"] = units->second);
    return d;
}

std::optional<Error> Design::refusedName(std::string_view name) const {
    const auto refused = [&](const char* id, std::vector<Arg> args) {
        return Error{Error::Kind::usage, std::string{name}, {id, std::move(args)}, {std::string{id} + ".todo", {}}};
    };
    if (name.empty() || name.size() > 80 || firstNotUtf8(name) != std::string_view::npos) return refused("altname", {std::int64_t{80}});
    if (std::ranges::find(alternatives, name, &Alternative::name) != alternatives.end()) return refused("alttaken", {std::string{name}});
    if (alternatives.size() >= kMostAlternatives) return refused("altfull", {static_cast<std::int64_t>(kMostAlternatives)});
    return std::nullopt;
}

Settled::Settled(const Design& design) : design_{design} {}

const Value& Settled::value(std::string_view key) {
    const std::string name{key};
    const auto known = known_.find(name);
    if (known != known_.end()) return known->second;
    const auto set = design_.set().find(name);
    if (set != design_.set().end()) return known_.emplace(name, set->second).first->second;
    const auto* p = findParam(key);
    assert(p && "no such key");
    const bool first = answering_.insert(name).second;
    assert(first && "a rule asks for itself");
    static_cast<void>(first);
    const int before = row_;
    row_ = parted(key).row;
    auto v = p->initial(*this);
    row_ = before;
    answering_.erase(name);
    return known_.emplace(name, std::move(v)).first->second;
}

bool Settled::applies(std::string_view key) {
    const auto* p = findParam(key);
    if (!p || !p->applies) return p != nullptr;
    const int before = row_;
    row_ = parted(key).row;
    const bool does = p->applies(*this);
    row_ = before;
    return does;
}

std::vector<std::string> Settled::slots() {
    std::vector<std::string> out;
    for (const auto& p : params()) {
        if (!p.inList()) {
            if (applies(p.key)) out.emplace_back(p.key);
            continue;
        }
        const auto list = p.key.substr(0, p.key.find('.'));
        for (const int row : design_.rows(list))
            if (auto key = slotKey(list, row, p.key.substr(p.key.rfind('.') + 1)); applies(key)) out.push_back(std::move(key));
    }
    return out;
}

namespace {

constexpr std::int64_t kFarthest = 40;  ///< coarse steps: ten feet, forty degrees

std::int64_t step(Settled& settled, const std::string& slot) {
    if (const auto apart = placesApart(settled, slot)) return apart->count();
    switch (findParam(slot)->type) {
        case Type::length: return settled.design().units() == Units::imperial ? 1'587'500 : 1'000'000;
        case Type::angle: return 10'000'000;
        default: return 1;
    }
}
std::int64_t ticksOf(const Value& v) {
    return std::visit(
        [](const auto& x) -> std::int64_t {
            if constexpr (std::is_same_v<std::decay_t<decltype(x)>, std::string>)
                return 0;
            else if constexpr (requires { x.count(); })
                return x.count();
            else
                return static_cast<std::int64_t>(x);
        },
        v);
}
Value withTicks(const Value& like, std::int64_t n) {
    return std::visit(
        [n](const auto& x) -> Value {
            using T = std::decay_t<decltype(x)>;
            if constexpr (std::is_same_v<T, std::string>)
                return x;
            else if constexpr (requires { T::ticks(n); })
                return T::ticks(n);
            else
                return static_cast<T>(n);
        },
        like);
}

/// The nearest value of a slot with which nothing clashes: of numbers a coarse step at a time to either side, then finely back.
std::optional<Change> nearestFree(const Design& design, Settled& settled, const std::string& slot) {
    const auto* p = findParam(slot);
    if (!p || !settled.applies(slot)) return std::nullopt;
    const auto works = [&](const Change& change) {
        const auto trial = design.withUnjudged({change});
        if (!trial) return false;
        Settled s{trial.value()};
        return !clash(s) && s.applies(slot);
    };
    const auto now = settled.value(slot);
    if (p->type == Type::choice || p->type == Type::flag) {
        for (const auto option : p->type == Type::flag ? std::vector<std::string_view>{"yes", "no"} : p->options)
            if (Change c{slot, std::string{option}}; now != Value{c.text} && works(c)) return c;
        return std::nullopt;
    }
    if (p->type != Type::length && p->type != Type::angle && p->type != Type::count) return std::nullopt;
    const auto fine = step(settled, slot);
    const bool places = placesApart(settled, slot).has_value();
    const std::int64_t many = places || p->type == Type::count ? 1 : p->type == Type::angle ? 100 : 48;  // a degree; three inches
    const auto start = ticksOf(now), from = start - start % fine;
    const auto at = [&](std::int64_t k) { return Change{slot, exactValue(*p, withTicks(now, from + k * fine), design.units())}; };
    for (std::int64_t k = many; k <= kFarthest * many; k += many)
        for (const auto side : {1, -1})
            if (works(at(side * k))) {
                auto good = k;
                for (auto nearer = k - many + std::max<std::int64_t>(1, many / 6); nearer < good;
                     nearer += std::max<std::int64_t>(1, many / 6))
                    if (works(at(side * nearer))) good = nearer;
                return at(side * good);
            }
    return std::nullopt;
}
/// From what holds towards `goal`: the farthest step that nothing clashes with, and the clash that stops it.
std::pair<Value, std::optional<Clash>> farthest(const Design& design, Settled& settled, const std::string& slot, const Value& goal) {
    const auto from = settled.value(slot);
    const auto* p = findParam(slot);
    std::optional<Clash> stopped;
    const auto works = [&](std::int64_t ticks) {
        const auto trial = design.withUnjudged({{slot, exactValue(*p, withTicks(from, ticks), design.units())}});
        if (!trial) return false;
        Settled s{trial.value()};
        auto c = clash(s);
        if (c) stopped = std::move(c);
        return !c;
    };
    const auto a = ticksOf(from), b = ticksOf(goal);
    if (a == b || works(b)) return {goal, std::nullopt};
    const auto grid = b > a ? step(settled, slot) : -step(settled, slot);
    std::int64_t good = 0, bad = (b - a) / grid + 1;  // in steps from a
    while (bad - good > 1) {
        const auto mid = good + (bad - good) / 2;
        (works(a + mid * grid) ? good : bad) = mid;
    }
    return {withTicks(from, a + good * grid), stopped};
}

}  // namespace

Length arrowStep(Settled& settled, std::string_view slot, bool fine) {
    const bool imperial = settled.design().units() == Units::imperial;
    return placesApart(settled, slot).value_or(fine ? (imperial ? inches(0.0625) : mm(1)) : (imperial ? inches(0.5) : mm(10)));
}

Limits limits(const Design& design, const std::string& slot) {
    const auto* p = findParam(slot);
    Settled settled{design};
    auto [low, lowBy] = farthest(design, settled, slot, p->low);
    auto [high, highBy] = farthest(design, settled, slot, p->high);
    return {low, high, lowBy, highBy};
}

std::optional<Change> wayOut(const Design& design, const Clash& c) {
    if (c.nearest && design.with({*c.nearest})) return c.nearest;
    Settled settled{design};
    std::vector<std::string> slots{c.first, c.second};
    // What stands in a row of its own may also be moved, made smaller, or put into another wall.
    if (const auto [list, field, row] = parted(c.first); row > 0)
        for (const auto* other : {"at", "sill", "width", "height", "wall", "side"})
            if (const auto slot = slotKey(list, row, other); field != other && slot != c.second && findParam(slot)) slots.push_back(slot);
    for (const auto& slot : slots)
        if (auto way = nearestFree(design, settled, slot)) return way;
    return std::nullopt;
}

Value nearestThatWorks(const Design& design, const std::string& slot, const Value& wanted) {
    const auto* p = findParam(slot);
    Settled settled{design};
    const auto goal = std::clamp(wanted, p->low, p->high);
    const auto best = farthest(design, settled, slot, goal).first;
    // What speaks against the goal may know a place near it: from bay to bay no step between holds.
    const auto trial = design.withUnjudged({{slot, exactValue(*p, goal, design.units())}});
    if (best == goal || !trial) return best;
    Settled there{trial.value()};
    const auto against = clash(there);
    if (!against || !against->nearest || against->nearest->key != slot) return best;
    const auto near = design.with({*against->nearest});
    if (!near) return best;
    const auto at = Settled{near.value()}.value(slot);
    const auto off = [&](const Value& v) { return std::abs(ticksOf(v) - ticksOf(goal)); };
    return off(at) < off(best) ? at : best;
}

}  // namespace oiko
