#include "core/design/onhand.h"

#include <algorithm>

#include "core/catalog/stock.h"

namespace oiko {
namespace {

/// What is sold by this name: a profile, or an item; nullptr: nothing.
const StockItem* sold(std::string_view name) {
    for (const auto& i : catalog())
        if ((!name.empty() && i.profile == name) || (i.kind == StockItem::Kind::item && i.id == name)) return &i;
    return nullptr;
}

Error refused(std::string_view text, const char* id) {
    return {Error::Kind::usage, std::string{text}, {id, {std::string{text}}}, {"onhand.todo", {}}};
}

std::string_view trimmed(std::string_view t) {
    while (!t.empty() && t.front() == ' ') t.remove_prefix(1);
    while (!t.empty() && t.back() == ' ') t.remove_suffix(1);
    return t;
}

}  // namespace

Result<OnHand> readOnHand(std::string_view text, Units units) {
    if (firstNotUtf8(text) != std::string_view::npos) return refused("?", "onhand.what");
    auto rest = trimmed(text);
    const auto word = [&] {
        const auto w = rest.substr(0, rest.find(' '));
        rest = trimmed(rest.substr(w.size()));
        return w;
    };
    OnHand out;
    if (const auto at = rest.rfind(" at "); at != std::string_view::npos) {
        const auto price = readMoney(rest.substr(at + 4));
        if (!price || price.value() < Money{} || price.value() > money(10'000)) return refused(rest.substr(at + 4), "onhand.price");
        out.price = price.value(), rest = trimmed(rest.substr(0, at));
    }
    auto first = word();
    if (const auto n = readCount(first); n && !rest.empty()) {
        if (n.value() < 1 || n.value() > kMostOnHand) return refused(first, "onhand.count");
        out.count = n.value(), first = word();
    }
    const auto* item = sold(first);
    if (!item) return refused(first, "onhand.what");
    out.what = first;
    if (item->kind == StockItem::Kind::item)
        return rest.empty() && out.price == Money{} ? Result<OnHand>{out} : refused(rest, "onhand.nosize");
    if (item->kind == StockItem::Kind::panel) return refused(first, "onhand.panel");
    // Two sizes are parted by x or ×, spaces round it or not; 8' x 4' as well as 48"x40".
    std::string sizes{rest};
    if (const auto at = sizes.find("×"); at != std::string::npos) sizes.replace(at, std::string{"×"}.size(), "x");
    const auto by = sizes.find('x');
    const auto read = [&](std::string_view t, Length& into) {
        const auto l = readLength(trimmed(t), units);
        if (!l || l.value() < inches(1) || l.value() > feet(200)) return false;
        return into = l.value(), true;
    };
    const bool board = item->kind == StockItem::Kind::board;
    if (board ? by != std::string::npos || !read(sizes, out.a)
              : by == std::string::npos || !read(std::string_view{sizes}.substr(0, by), out.a) ||
                    !read(std::string_view{sizes}.substr(by + 1), out.b))
        return refused(rest, board ? "onhand.length" : "onhand.size");
    return out;
}

std::string exactOnHand(const OnHand& t, Units units) {
    auto s = std::to_string(t.count) + " " + t.what;
    if (t.a > Length{}) s += " " + exactLength(t.a, units);
    if (t.b > Length{}) s += " x " + exactLength(t.b, units);
    if (t.price > Money{}) s += " at " + exactMoney(t.price);
    return s;
}

}  // namespace oiko
