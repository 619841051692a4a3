#include "core/purchase/sections.h"

#include <algorithm>

#include "core/catalog/lumber.h"
#include "core/design/timber.h"

namespace oiko {
namespace {

constexpr std::string_view kKinds[] = {"board", "sheet", "panel", "roll", "item"};  // in the order of StockItem::Kind

/// What share of a line's amount `bought` of its pieces cost; the last share takes what cents are left.
Section::Share shareOf(const Bill& bill, std::size_t line, std::int64_t bought) {
    const auto& l = bill.lines[line];
    const auto each = l.each.value_or(Money{});
    return {line, bought, bought == l.bought ? l.amount.value_or(Money{}) : toCents(each * bought)};
}

void add(Section& to, Section::Share share, Mass mass) { to.amount += share.amount, to.mass += mass, to.shares.push_back(share); }

}  // namespace

Mass massOf(const StockItem& item, Settled& s) {
    if (item.kind != StockItem::Kind::board) return item.mass;
    const auto* section = profile(item.profile);
    const double m3 = inMm(section->thick) * inMm(section->wide) * inMm(item.a) / 1e9;
    return kilograms(m3 * density(woodOf(s), item.profile.ends_with("pt") ? 19 : 15));
}

std::vector<Section> sections(const Bill& bill, By by, Settled& s, const Catalog& prices) {
    std::vector<Section> out;
    const auto at = [&](std::string_view id) -> Section& {
        const auto known = std::ranges::find(out, id, &Section::id);
        return known != out.end() ? *known : out.emplace_back(Section{std::string{id}, 0, {}, {}, {}});
    };
    const auto itemOf = [&](const BuyLine& l) -> const StockItem& { return *findItem(prices, l.item); };
    if (by != By::trip) {
        for (std::size_t i = 0; i < bill.lines.size(); ++i) {
            const auto& item = itemOf(bill.lines[i]);
            add(at(by == By::system ? name(bill.lines[i].group) : kKinds[static_cast<std::size_t>(item.kind)]),
                shareOf(bill, i, bill.lines[i].bought), massOf(item, s) * bill.lines[i].bought);
        }
        if (by == By::kind) std::ranges::stable_sort(out, {}, [](const Section& x) { return std::ranges::find(kKinds, x.id) - kKinds; });
        return out;
    }
    const auto longest = s.length("trip.longest");
    const auto load = std::get<Mass>(s.value("trip.load"));
    Section delivered{"delivered", 0, {}, {}, {}};
    for (std::size_t i = 0; i < bill.lines.size(); ++i) {
        const auto& line = bill.lines[i];
        const auto& item = itemOf(line);
        const auto one = massOf(item, s);
        // A roll stands on its end.
        const auto reach = item.kind == StockItem::Kind::roll ? item.a : std::max(item.a, item.b);
        if (reach > longest || one > load) {
            add(delivered, shareOf(bill, i, line.bought), one * line.bought);
            continue;
        }
        Money paid;
        for (auto left = line.bought; left > 0;) {
            if (out.empty() || out.back().mass + one > load) out.push_back({"trip", std::ssize(out) + 1, {}, {}, {}});
            auto& trip = out.back();
            const auto fits = one > Mass{} ? std::min(left, (load - trip.mass) / one) : left;
            auto share = shareOf(bill, i, fits);
            if (fits == left) share.amount = line.amount.value_or(Money{}) - paid;
            paid += share.amount, left -= fits;
            add(trip, share, one * fits);
        }
    }
    if (!delivered.shares.empty()) out.push_back(std::move(delivered));
    return out;
}

}  // namespace oiko
