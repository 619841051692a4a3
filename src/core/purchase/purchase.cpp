#include "core/purchase/purchase.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

#include "core/catalog/covers.h"
#include "core/catalog/lumber.h"
#include "core/design/litter.h"
#include "core/design/timber.h"

namespace oiko {

std::string_view name(Group group) {
    constexpr std::array<std::string_view, kGroups> names{"ground", "floor",  "walls", "roof",    "openings",
                                                          "skin",   "inside", "run",   "fixings", "finish"};
    return names[static_cast<std::size_t>(group)];
}

Catalog pricedCatalog(const std::map<std::string, std::optional<Money>>& own) {
    Catalog items = catalog();
    for (auto& i : items)
        if (const auto at = own.find(i.id); at != own.end()) i.price = at->second;
    return items;
}

namespace {

struct Sum {
    std::map<std::pair<std::string, int>, BuyLine> lines;
    BuyLine& at(const std::string& item, Group g) {
        auto& l = lines[{item, static_cast<int>(g)}];
        l.item = item, l.group = g;
        return l;
    }
};
Group groupOf(System s) { return static_cast<Group>(s); }

/// The system that most of these parts belong to; of equals the first.
Group mostOf(const Model& m, const std::vector<std::size_t>& parts) {
    std::array<int, kSystems> n{};
    for (const auto p : parts) ++n[static_cast<std::size_t>(m.parts[p].system)];
    return static_cast<Group>(std::ranges::max_element(n) - n.begin());
}

}  // namespace

Bill buy(const Model& m, const Takeoff& t, const CutLists& cuts, Settled& s, const Catalog& prices) {
    Sum sum;
    Bill bill;
    const auto onHand = usable(s);
    bill.usedOnHand.resize(s.design().onHand.size());
    // What is there already is not bought.
    const auto there = [&](const std::string& label) {
        const auto at = cuts.onHand.find(label);
        if (at != cuts.onHand.end() && at->second < onHand.size()) bill.usedOnHand[at->second] += 1;
        return at != cuts.onHand.end();
    };
    // Each board goes to the system that most of its pieces are for.
    std::vector<std::size_t> nextBoard(cuts.boardParts.size(), 0), nextSheet(cuts.sheetParts.size(), 0);
    for (const auto& b : cuts.boards.boards) {
        std::vector<std::size_t> parts;
        for (const auto& c : b.pieces) parts.push_back(cuts.boardPartsOf[c.part][nextBoard[c.part]++]);
        if (there(cuts.boardStock[b.stock].label)) continue;
        auto& line = sum.at(cuts.boardStock[b.stock].label, mostOf(m, parts));
        ++line.bought, line.needed += 1;
        line.parts.insert(line.parts.end(), parts.begin(), parts.end());
    }
    for (const auto& b : cuts.sheets.sheets) {
        std::vector<std::size_t> parts;
        for (const auto& c : b.placements) parts.push_back(cuts.sheetPartsOf[c.part][nextSheet[c.part]++]);
        if (there(cuts.sheetStock[b.stock].label)) continue;
        auto& line = sum.at(cuts.sheetStock[b.stock].label, mostOf(m, parts));
        ++line.bought, line.needed += 1;
        line.parts.insert(line.parts.end(), parts.begin(), parts.end());
    }
    // A kind of roll stands in one line a size: what it is for is spread over all its rolls.
    std::map<std::string, std::vector<std::size_t>> ofKind;
    for (std::size_t i = 0; i < cuts.rollParts.size(); ++i) {
        auto& parts = ofKind[cuts.rollParts[i].sheet];
        parts.insert(parts.end(), cuts.rollPartsOf[i].begin(), cuts.rollPartsOf[i].end());
    }
    for (const auto& b : cuts.rolls.sheets) {
        const auto& stock = cuts.rollStock[b.stock];
        if (there(stock.label)) continue;
        auto& line = sum.at(stock.label, mostOf(m, ofKind[stock.sheet]));
        ++line.bought, line.needed += 1, line.parts = ofKind[stock.sheet];
    }
    for (const auto& p : t.pieces) {
        if (p.form != Form::panel && p.form != Form::trim) continue;
        // One sheet or length of trim, cut to length: the shortest sold that reaches.
        const StockItem* best = nullptr;
        for (const auto* item : ofProfile(prices, p.stock))
            if (item->b >= p.length && (!best || item->b < best->b)) best = item;
        if (!best) continue;
        auto& line = sum.at(best->id, groupOf(p.system));
        line.bought += p.count(), line.needed += static_cast<double>(p.count());
        line.parts.insert(line.parts.end(), p.parts.begin(), p.parts.end());
    }
    for (std::size_t i = 0; i < m.parts.size(); ++i)
        if (m.parts[i].form == Form::block && m.parts[i].stock.starts_with("block-") && !m.parts[i].existing) {
            auto& line = sum.at(m.parts[i].stock, groupOf(m.parts[i].system));
            ++line.bought, line.needed += 1;
            line.parts.push_back(i);
        }
    for (const auto& h : t.hardware) {
        const auto group = h.item == "paint-gallon" || h.item == "trim-paint-quart" ? Group::finish
                           : h.rule == "wallshingles"                               ? Group::skin
                           : h.item.ends_with("shingles") || h.item == "roof-cement" || h.item.starts_with("gutter") || h.item == "barrel"
                               ? Group::roof
                           : h.item == "gravel-bag" || h.item.starts_with("concrete") || h.item.starts_with("block-") ||
                                   h.item == "mortar-bag" || h.item == "rebar-peg"
                               ? Group::ground
                           : h.item == "feeder" || h.item.ends_with("drinker") || h.rule == "piped" || h.item == "side-nipple" ||
                                   h.item == "sand-bag" || h.item == "bucket" || h.item == "nest-unit" || h.item == "feed-bin" ||
                                   h.item == "stump" || h.item == "bathing-tub" || h.rule == "litter"
                               ? Group::inside
                           : h.item.starts_with("auto-door") || h.item.starts_with("window-") ? Group::openings
                                                                                              : Group::fixings;
        auto& line = sum.at(h.item, group);
        line.needed += h.quantity;
        line.rule = line.rule.empty() || line.rule == h.rule ? h.rule : "several", line.source = h.source;
    }
    for (auto& [key, line] : sum.lines) {
        const auto* item = findItem(prices, line.item);
        if (item->kind == StockItem::Kind::item) {
            for (std::size_t i = 0; i < onHand.size(); ++i) {
                if (onHand[i].what != line.item) continue;
                const double takes = std::min(line.needed, static_cast<double>(onHand[i].count) - bill.usedOnHand[i]);
                bill.usedOnHand[i] += takes, line.needed -= takes;
            }
            line.bought = static_cast<std::int64_t>(std::ceil(line.needed / static_cast<double>(item->pack) - 1e-9));
            line.leftOver = static_cast<double>(line.bought * item->pack) - line.needed;
        }
        if (line.bought == 0) continue;
        line.each = item->price;
        if (item->price)
            line.amount = toCents(*item->price * line.bought);
        else
            bill.withoutPrice.push_back(line.item);
        auto& group = bill.groups[static_cast<int>(line.group)];
        group = group.value_or(Money{}) + line.amount.value_or(Money{});
        bill.net += line.amount.value_or(Money{});
        bill.lines.push_back(std::move(line));
    }
    std::ranges::stable_sort(bill.lines, {}, &BuyLine::group);
    for (std::size_t i = 0; i < onHand.size(); ++i) bill.forOnHand += onHand[i].price * std::llround(bill.usedOnHand[i]);
    const auto rate = std::get<Share>(s.value("prices.tax"));
    bill.tax = toCents(Money::ticks(bill.net.count() / 100 * rate.count() / 10'000));
    bill.total = bill.net + bill.tax + bill.forOnHand;
    bill.budget = std::get<Money>(s.value("budget.total"));
    return bill;
}

Mass massOf(const Part& p, Settled& s) {
    // Of what the keeper has measured by its opening, as those on sale.
    if (p.role == "window-unit" && p.stock == "window-own") return pounds(4.5 * p.extent(p.along) * p.extent(p.wide) / 304.8 / 304.8);
    if (p.form == Form::lumber) return kilograms(p.volumeMm3() / 1e9 * density(woodOf(s), p.treated() ? 19 : 15));
    if (p.role == "footing" || p.role == "strip-footing") return kilograms(p.volumeMm3() / 1e9 * kConcreteKgM3);
    if (p.role == "feeder" || p.role == "drinker" || p.role == "trough" || p.role == "drinker-standing" || p.role == "barrel" ||
        p.role == "auto-door" || p.role == "nest-bucket" || p.role == "nest-unit" || p.role == "window-unit" || p.role == "post-base" ||
        p.role == "feed-bin" || p.role == "stump" || p.role == "tub")
        return findItem(catalog(), p.stock)->mass;                                 // empty
    if (p.role == "water-pipe" || p.role == "bank-earth" || p.fence()) return {};  // by the foot, in the bill
    if (p.thing()) return {};                                                      // nobody weighs it
    if (p.role == "litter") return pounds(litterNamed(p.stock).dryPcf * p.volumeMm3() / std::pow(304.8, 3));
    if (p.role == "dust") return pounds(100 * p.volumeMm3() / std::pow(304.8, 3));  // dry sand, common practice
    if (p.form == Form::block && p.stock.starts_with("block-")) return findItem(catalog(), p.stock)->mass;
    if (p.role == "window-light") return {};                                               // with its frame
    if (p.role == "blockwork") return kilograms(p.volumeMm3() / 1e9 * kConcreteKgM3 / 2);  // half of a block is hollow
    if (p.form == Form::block) return pounds(33);
    const auto* item = ofProfile(catalog(), p.stock).front();
    const double sold = inMm(item->a) * inMm(item->b);
    // By strips, whatever of them is seen; over a ridge by what is seen.
    if (p.form == Form::shingle) {
        const double seen = p.role == "ridge-cap" ? inMm(roofCover("shingles").exposure) : p.extent(p.wide);
        return kilograms(inKilograms(item->mass) * p.volumeMm3() / inMm(item->thick) /
                         (static_cast<double>(item->pack) * inMm(item->a) * seen));
    }
    if (p.form == Form::trim) return kilograms(inKilograms(item->mass) * p.extent(p.along) / inMm(item->b));
    return kilograms(inKilograms(item->mass) * p.volumeMm3() / p.extent(p.thick()) / sold);
}

}  // namespace oiko
