#include "core/formats/designfile.h"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

#include "core/catalog/lumber.h"
#include "core/formats/files.h"

namespace oiko {

std::string_view demoPresetText();
std::string_view elevatedPresetText();
std::string_view gablePresetText();
std::string_view saltboxPresetText();
std::string_view cottagePresetText();
std::string_view cornerPresetText();
std::string_view bantamsPresetText();
std::string_view sleepersPresetText();
std::string_view longhousePresetText();
std::string_view storeroomPresetText();
std::string_view shedPresetText();
std::string_view barnPresetText();
std::string_view panelsPresetText();
std::string_view trenchPresetText();
std::string_view leantoPresetText();
std::string_view ringPresetText();
std::string_view railsPresetText();
std::string_view hallPresetText();
std::string_view airyPresetText();
std::string_view bankPresetText();
std::string_view ellPresetText();
std::string_view legsPresetText();

namespace {

using Json = nlohmann::ordered_json;

Error wrong(const std::string& where, const std::string& pointer, const char* id, std::vector<Arg> args, const char* todo) {
    return {Error::Kind::input, where + ":" + (pointer.empty() ? "/" : pointer), {id, std::move(args)}, {todo, {}}};
}

/// What older versions called otherwise. Each takes a document one version on.
void fromVersion0(Json& doc) {
    // Version 0, before the first release, kept the low wall's height as coop.wall.
    if (doc.contains("coop") && doc["coop"].is_object() && doc["coop"].contains("wall")) {
        doc["coop"]["low_wall"] = doc["coop"]["wall"];
        doc["coop"].erase("wall");
    }
}
/// Version 1 had nothing kept beside it.
void fromVersion1(Json&) {}
constexpr void (*kMigrations[])(Json&) = {fromVersion0, fromVersion1};

bool isList(std::string_view name) { return std::ranges::find(listNames(), name) != listNames().end(); }

std::optional<std::string> scalarText(const Json& v) {
    if (v.is_string()) return v.get<std::string>();
    if (v.is_boolean()) return std::string{v.get<bool>() ? "yes" : "no"};
    if (v.is_number_integer()) return std::to_string(v.get<std::int64_t>());
    return std::nullopt;
}

Json scalarJson(const Param& p, const Value& v, Units units) {
    if (p.type == Type::count) return std::get<std::int64_t>(v);
    if (p.type == Type::flag) return std::get<bool>(v);
    return exactValue(p, v, units);
}

/// Members of the document that are no group of answers.
constexpr std::string_view kAside[] = {"format",       "version", "rules",      "followed",  "used",
                                       "alternatives", "on_hand", "cut_boards", "cut_sheets"};

/// Reads the parts of one document; the first thing wrong ends it.
class Reader {
public:
    explicit Reader(const std::string& where) : where_{where} {}

    /// The answers of one coop: groups of values and of rows, judged as a whole. `at`: the pointer of `groups`.
    Result<Design> answers(const Json& groups, const std::string& at, Design design) const {
        std::vector<Change> changes;
        std::vector<std::string> pointers;
        std::vector<std::pair<std::string, int>> rows;
        // Units first, and what they follow: they say how a bare number is meant.
        for (const auto& [group, name] : {std::pair{"plans", "units"}, {"frame", "timber"}})
            if (groups.contains(group) && groups[group].is_object() && groups[group].contains(name))
                if (const auto t = scalarText(groups[group][name]))
                    changes.push_back({std::string{group} + "." + name, *t}), pointers.push_back(at + "/" + group + "/" + name);
        const auto keep = [&](const std::string& key, const Json& v, const std::string& pointer) -> std::optional<Error> {
            const auto* p = key.find('*') == std::string::npos ? findParam(key) : nullptr;
            if (!p) return wrong(where_, pointer, "file.unknownkey", {key}, "file.unknownkey.todo");
            const auto text = scalarText(v);
            if (!text || text->empty()) return damaged(pointer, v);
            if (key != "plans.units" && key != "frame.timber") changes.push_back({key, *text}), pointers.push_back(pointer);
            return std::nullopt;
        };
        for (const auto& [group, members] : groups.items()) {
            if (std::ranges::find(kAside, group) != std::end(kAside)) continue;
            const auto pointer = at + "/" + group;
            if (!members.is_object()) return damaged(pointer, members);
            for (const auto& [name, v] : members.items()) {
                if (!isList(group)) {
                    if (group == "prices" && (name == "book" || name == "date" || name == "items" || name == "before")) continue;
                    if (const auto e = keep(group + "." + name, v, pointer + "/" + name)) return *e;
                    continue;
                }
                const auto row = readCount(name);
                if (!row || row.value() < 1 || row.value() > 9999 || std::to_string(row.value()) != name || !v.is_object())
                    return wrong(where_, pointer + "/" + name, "file.row", {name}, "file.damaged.todo");
                rows.emplace_back(group, static_cast<int>(row.value()));
                for (const auto& [field, x] : v.items())
                    if (const auto e = keep(group + "." + name + "." + field, x, pointer + "/" + name + "/" + field)) return *e;
            }
        }
        for (const auto& [list, row] : rows) {
            if (static_cast<int>(design.rows(list).size()) >= mostRows(list))
                return wrong(where_, at + "/" + list, "rowsfull", {Ref{"list." + list}, std::int64_t{mostRows(list)}}, "file.damaged.todo");
            design.addRow(list, row);
        }
        for (std::size_t i = 0; i < changes.size(); ++i) {
            auto next = design.withUnjudged({changes[i]});
            if (!next) {
                auto e = next.error();
                e.kind = Error::Kind::input, e.where = where_ + ":" + pointers[i];
                return e;
            }
            design = std::move(next.value());
        }
        Settled settled{design};
        if (const auto c = clash(settled)) {
            std::string pointer = at + "/" + c->first;
            std::ranges::replace(pointer, '.', '/');
            return Error{Error::Kind::input,
                         where_ + ":" + pointer,
                         {"clash." + c->id, c->args},
                         {"file.clash.todo", {Ref{"key." + std::string{findParam(c->second)->key}}}}};
        }
        return design;
    }

    std::optional<Error> used(const Json& lists, Design& design) const {
        if (!lists.is_object()) return damaged("/used", lists);
        for (const auto& [list, n] : lists.items()) {
            if (!isList(list) || !n.is_number_integer() || n.get<std::int64_t>() < 0 || n.get<std::int64_t>() > 9999)
                return damaged("/used/" + list, n);
            design.noteUsed(list, n.get<int>());
        }
        return std::nullopt;
    }

    /// Of what is still sold.
    std::optional<Error> priceList(const Json& items, const std::string& at, std::map<std::string, std::optional<Money>>& out) const {
        for (const auto& [item, v] : items.items()) {
            std::optional<Money> price;
            if (!v.is_null()) {
                const auto text = scalarText(v);
                const auto read = text ? readMoney(*text) : Result<Money>{Error{}};
                if (!read || read.value() < Money{}) return damaged(at + item, v);
                price = read.value();
            }
            if (findItem(catalog(), item)) out[item] = price;
        }
        return std::nullopt;
    }
    std::optional<Error> prices(const Json& prices, Design& design) const {
        if (!prices.contains("items")) return std::nullopt;
        if (!prices["items"].is_object()) return damaged("/prices", prices);
        if (prices.contains("date") && prices["date"].is_string()) design.pricesDate = prices["date"].get<std::string>();
        if (auto e = priceList(prices["items"], "/prices/items/", design.prices)) return e;
        std::erase_if(design.prices, [](const auto& p) { return findItem(catalog(), p.first)->price == p.second; });
        if (!prices.contains("before")) return std::nullopt;
        const auto& before = prices["before"];
        if (!before.is_object() || !before.contains("date") || !before["date"].is_string() || !before.contains("items") ||
            !before["items"].is_object())
            return damaged("/prices/before", before);
        design.pricesBeforeDate = before["date"].get<std::string>();
        return priceList(before["items"], "/prices/before/items/", design.pricesBefore);
    }

    std::optional<Error> alternatives(const Json& list, Design& design) const {
        if (!list.is_array()) return damaged("/alternatives", list);
        for (std::size_t i = 0; i < list.size(); ++i) {
            const auto at = "/alternatives/" + std::to_string(i);
            const auto& one = list[i];
            if (!one.is_object() || !one.contains("name") || !one["name"].is_string() || !one.contains("answers") ||
                !one["answers"].is_object())
                return damaged(at, one);
            const auto name = one["name"].get<std::string>();
            if (auto e = design.refusedName(name)) {
                e->kind = Error::Kind::input, e->where = where_ + ":" + at + "/name";
                return e;
            }
            Design empty;
            empty.clearRows();
            const auto coop = answers(one["answers"], at + "/answers", std::move(empty));
            if (!coop) return coop.error();
            design.alternatives.push_back(coop.value().keptAs(name));
        }
        return std::nullopt;
    }

    std::optional<Error> onHand(const Json& list, Design& design) const {
        if (!list.is_array() || list.size() > kMostOnHandRows) return damaged("/on_hand", list);
        for (std::size_t i = 0; i < list.size(); ++i) {
            const auto thing = list[i].is_string() ? readOnHand(list[i].get<std::string>(), design.units()) : Result<OnHand>{Error{}};
            if (!thing) return damaged("/on_hand/" + std::to_string(i), list[i]);
            design.onHand.push_back(thing.value());
        }
        return std::nullopt;
    }

    /// Sheets cut already: what lies within them, no piece over another.
    std::optional<Error> cutSheets(const Json& list, Design& design) const {
        if (!list.is_array()) return damaged("/cut_sheets", list);
        for (std::size_t i = 0; i < list.size(); ++i) {
            const auto& one = list[i];
            if (!one.is_object()) return damaged("/cut_sheets/" + std::to_string(i), one);
            const auto rows = [&](const char* key) { return one.contains(key) && one[key].is_array(); };
            bool good = rows("pieces") && rows("cuts") && one.contains("item") && one["item"].is_string() && one.contains("sheet") &&
                        one["sheet"].is_string();
            const auto lengths = [&](const Json& from, std::size_t n) {
                std::vector<Length> out(n);
                good = good && from.is_array() && from.size() >= n;
                for (std::size_t k = 0; good && k < n; ++k) {
                    const auto l = from[k].is_string() ? readLength(from[k].get<std::string>(), design.units()) : Result<Length>{Error{}};
                    good = l && l.value() >= Length{} && l.value() <= feet(200);
                    if (good) out[k] = l.value();
                }
                return out;
            };
            const auto size = lengths(one.value("size", Json{}), 2);
            if (!good) return damaged("/cut_sheets/" + std::to_string(i), one);
            MarkedSheet sheet{one["item"].get<std::string>(), one["sheet"].get<std::string>(), size[0], size[1], {}, {}};
            const auto* item = findItem(catalog(), sheet.item);
            good = !ofProfile(catalog(), sheet.sheet).empty() &&
                   (sheet.item.empty() || (item && item->profile == sheet.sheet && item->a == sheet.width && item->b == sheet.height));
            for (const auto& p : one["pieces"]) {
                const auto l = lengths(p, 4);
                good = good && p.size() == 5 && p[4].is_boolean() && l[0] + l[2] <= size[0] && l[1] + l[3] <= size[1] &&
                       std::ranges::none_of(sheet.pieces, [&](const MarkedSheet::Piece& q) {
                           return l[0] < q.x + q.width && q.x < l[0] + l[2] && l[1] < q.y + q.height && q.y < l[1] + l[3];
                       });
                if (!good) break;
                sheet.pieces.push_back({l[0], l[1], l[2], l[3], p[4].get<bool>()});
            }
            for (const auto& c : one["cuts"]) {
                const auto l = lengths(c, 4);
                good = good && c.size() == 4 && (l[0] == l[2] || l[1] == l[3]) && std::max(l[0], l[2]) <= size[0] &&
                       std::max(l[1], l[3]) <= size[1];
                sheet.cuts.push_back({l[0], l[1], l[2], l[3]});
            }
            if (!good) return damaged("/cut_sheets/" + std::to_string(i), one);
            design.cutSheets.push_back(std::move(sheet));
        }
        return std::nullopt;
    }

    /// Lengths of a board cut already: what is in order within the board.
    std::optional<Error> cutBoards(const Json& list, Design& design) const {
        if (!list.is_array()) return damaged("/cut_boards", list);
        for (std::size_t i = 0; i < list.size(); ++i) {
            const auto& one = list[i];
            const auto at = "/cut_boards/" + std::to_string(i);
            bool good = one.is_object();
            const auto text = [&](const Json& from, const char* key) {
                good = good && from.is_object() && from.contains(key) && from[key].is_string();
                return good ? from[key].get<std::string>() : std::string{};
            };
            const auto length = [&](const Json& from, const char* key) {
                const auto l = readLength(text(from, key), design.units());
                good = good && l && l.value() >= Length{} && l.value() <= feet(200);
                return good ? l.value() : Length{};
            };
            MarkedBoard board{text(one, "item"), text(one, "profile"), length(one, "length"), {}, length(one, "offcut")};
            good = good && profile(board.profile) && one.contains("pieces") && one["pieces"].is_array();
            const auto* item = findItem(catalog(), board.item);
            good = good && (board.item.empty() || (item && item->profile == board.profile && item->a == board.length));
            Length end{};
            for (std::size_t k = 0; good && k < one["pieces"].size(); ++k) {
                const auto& piece = one["pieces"][k];
                MarkedBoard::Piece read{length(piece, "at"), length(piece, "length")};
                if (good && piece.contains("turn")) good = piece["turn"].is_number_integer() && piece["turn"] >= 0 && piece["turn"] <= 3;
                if (good && piece.contains("turn")) read.turn = piece["turn"].get<int>();
                const auto sawn = [&](const char* key) -> std::optional<SawnEnd> {
                    if (!good || !piece.contains(key)) return std::nullopt;
                    const auto& e = piece[key];
                    good = e.is_array() && e.size() == 2 && e[0].is_number() && std::fabs(e[0].get<double>()) < 90 && e[1].is_boolean();
                    return good ? std::optional{SawnEnd{e[0].get<double>(), e[1].get<bool>()}} : std::nullopt;
                };
                read.start = sawn("start"), read.end = sawn("end");
                // One that lies into the one before begins before that one ends.
                good = good && (board.pieces.empty() || read.at >= board.pieces.back().at);
                end = std::max(end, read.at + read.length);
                board.pieces.push_back(read);
            }
            if (!good || end > board.length) return damaged(at, one);
            design.cutBoards.push_back(std::move(board));
        }
        return std::nullopt;
    }

private:
    Error damaged(const std::string& pointer, const Json& v) const {
        return wrong(where_, pointer, "file.value", {v.dump().substr(0, 80)}, "file.damaged.todo");
    }
    std::string where_;
};

/// The answers of one coop as groups of the document.
void writeAnswers(Json& doc, const Alternative& coop, Units units) {
    for (const auto list : listNames()) {
        auto& rows = doc[std::string{list}] = Json::object();
        if (const auto at = coop.rows.find(std::string{list}); at != coop.rows.end())
            for (const int row : at->second) rows[std::to_string(row)] = Json::object();
    }
    for (const auto& [key, value] : coop.set) {
        const auto json = scalarJson(*findParam(key), value, units);
        const auto dot = key.find('.'), second = key.find('.', dot + 1);
        if (second == std::string::npos)
            doc[key.substr(0, dot)][key.substr(dot + 1)] = json;
        else
            doc[key.substr(0, dot)][key.substr(dot + 1, second - dot - 1)][key.substr(second + 1)] = json;
    }
}

}  // namespace

Result<Loaded> readDesign(std::string_view bytes, const std::string& where) {
    Json doc;
    try {
        doc = Json::parse(bytes);
    } catch (const Json::parse_error& e) {
        const auto at = std::min<std::size_t>(e.byte, bytes.size());
        const auto line = 1 + std::count(bytes.begin(), bytes.begin() + static_cast<std::ptrdiff_t>(at), '\n');
        return Error{Error::Kind::input,
                     where + ":" + std::to_string(line),
                     {"file.notjson", {where, static_cast<std::int64_t>(line)}},
                     {"file.damaged.todo", {}}};
    }
    if (!doc.is_object() || doc.value("format", Json{}) != "oikostat")
        return wrong(where, "/format", "file.alien", {where}, "file.alien.todo");
    if (!doc.contains("version") || !doc["version"].is_number_integer())
        return wrong(where, "/version", "file.noversion", {where}, "file.damaged.todo");
    const auto version = doc["version"].get<std::int64_t>();
    if (version > kFileVersion) return wrong(where, "/version", "file.newer", {version, std::int64_t{kFileVersion}}, "file.newer.todo");
    if (version < 0) return wrong(where, "/version", "file.noversion", {where}, "file.damaged.todo");
    for (auto v = version; v < kFileVersion; ++v) kMigrations[v](doc);

    const Reader reader{where};
    Design design;
    design.clearRows();
    if (doc.contains("used"))
        if (auto e = reader.used(doc["used"], design)) return *e;
    auto answered = reader.answers(doc, "", std::move(design));
    if (!answered) return answered.error();
    design = std::move(answered.value());
    if (doc.contains("prices"))
        if (auto e = reader.prices(doc["prices"], design)) return *e;
    if (doc.contains("alternatives"))
        if (auto e = reader.alternatives(doc["alternatives"], design)) return *e;
    if (doc.contains("on_hand"))
        if (auto e = reader.onHand(doc["on_hand"], design)) return *e;
    if (doc.contains("cut_boards"))
        if (auto e = reader.cutBoards(doc["cut_boards"], design)) return *e;
    if (doc.contains("cut_sheets"))
        if (auto e = reader.cutSheets(doc["cut_sheets"], design)) return *e;
    Loaded loaded{design, {}};
    if (const auto followed = doc.find("followed"); followed != doc.end() && followed->is_object()) {
        Settled settled{design};
        for (const auto& [slot, v] : followed->items()) {
            const auto* p = slot.find('*') == std::string::npos ? findParam(slot) : nullptr;
            const auto slots = settled.slots();
            if (!p || design.isSet(slot) || std::ranges::find(slots, slot) == slots.end()) continue;
            if (scalarJson(*p, settled.value(slot), design.units()) != v) loaded.differs.push_back(slot);
        }
    }
    return loaded;
}

std::string writeDesign(const Design& design) {
    Json doc;
    doc["format"] = "oikostat", doc["version"] = kFileVersion, doc["rules"] = kRules;
    Settled settled{design};
    Json followed = Json::object();
    writeAnswers(doc, design.keptAs({}), design.units());
    for (const auto& slot : settled.slots())
        if (const auto* p = findParam(slot); p->follows && !design.isSet(slot))
            followed[slot] = scalarJson(*p, settled.value(slot), design.units());
    doc["used"] = Json::object();
    for (const auto& [list, n] : design.used()) doc["used"][list] = n;
    const auto priceJson = [](const std::optional<Money>& price) { return price ? Json(exactMoney(*price)) : Json(nullptr); };
    Json items = Json::object();
    for (const auto& item : pricedCatalog(design.prices)) items[item.id] = priceJson(item.price);
    auto& prices = doc["prices"];
    prices["book"] = design.prices.empty() ? "sample" : "own", prices["date"] = design.pricesDate, prices["items"] = items;
    if (!design.pricesBefore.empty()) {
        auto& before = prices["before"];
        before["date"] = design.pricesBeforeDate;
        for (const auto& [item, price] : design.pricesBefore) before["items"][item] = priceJson(price);
    }
    doc["followed"] = followed;
    for (const auto& t : design.onHand) doc["on_hand"].push_back(exactOnHand(t, design.units()));
    for (const auto& b : design.cutBoards) {
        const auto length = [&](Length l) { return exactLength(l, design.units()); };
        Json one{{"item", b.item},
                 {"profile", b.profile},
                 {"length", length(b.length)},
                 {"offcut", length(b.offcut)},
                 {"pieces", Json::array()}};
        for (const auto& p : b.pieces) {
            one["pieces"].push_back({{"at", length(p.at)}, {"length", length(p.length)}});
            auto& piece = one["pieces"].back();
            if (p.turn != 0) piece["turn"] = p.turn;
            if (p.start) piece["start"] = {p.start->degrees, p.start->bevel};
            if (p.end) piece["end"] = {p.end->degrees, p.end->bevel};
        }
        doc["cut_boards"].push_back(one);
    }
    for (const auto& b : design.cutSheets) {
        const auto list = [&](std::initializer_list<Length> lengths) {
            Json out = Json::array();
            for (const auto l : lengths) out.push_back(exactLength(l, design.units()));
            return out;
        };
        Json one{
            {"item", b.item}, {"sheet", b.sheet}, {"size", list({b.width, b.height})}, {"pieces", Json::array()}, {"cuts", Json::array()}};
        for (const auto& p : b.pieces)
            one["pieces"].push_back(list({p.x, p.y, p.width, p.height})), one["pieces"].back().push_back(p.turned);
        for (const auto& c : b.cuts) one["cuts"].push_back(list({c.x0, c.y0, c.x1, c.y1}));
        doc["cut_sheets"].push_back(one);
    }
    for (const auto& a : design.alternatives) {
        Json one;
        one["name"] = a.name, one["answers"] = Json::object();
        writeAnswers(one["answers"], a, design.units());
        doc["alternatives"].push_back(one);
    }
    return doc.dump(1) + "\n";
}

Result<Loaded> loadDesign(const std::string& path) {
    const auto bytes = readFile(path);
    if (!bytes) return bytes.error();
    return readDesign(bytes.value(), path);
}
Done saveDesign(const Design& design, const std::string& path) { return writeFile(path, writeDesign(design), true); }

std::string designSchema() {
    Json schema;
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema";
    schema["title"] = "Oikostat design";
    schema["type"] = "object";
    schema["required"] = {"format", "version"};
    schema["additionalProperties"] = false;
    auto& top = schema["properties"];
    top["format"] = {{"const", "oikostat"}};
    top["version"] = {{"type", "integer"}, {"minimum", 0}, {"maximum", kFileVersion}};
    top["rules"] = {{"type", "string"}};
    top["followed"] = {{"type", "object"}};
    top["used"] = {{"type", "object"}, {"additionalProperties", {{"type", "integer"}, {"minimum", 0}}}};
    const Json priceItems{{"type", "object"}, {"additionalProperties", {{"type", {"string", "null"}}}}};
    const Json word{{"type", "string"}};
    const Json before{{"type", "object"},
                      {"required", {"date", "items"}},
                      {"additionalProperties", false},
                      {"properties", {{"date", word}, {"items", priceItems}}}};
    top["prices"] = {{"type", "object"}, {"properties", {{"book", word}, {"date", word}, {"items", priceItems}, {"before", before}}}};
    Json groups;
    for (const auto& p : params()) {
        Json one;
        switch (p.type) {
            case Type::count:
                one = {{"type", "integer"}, {"minimum", std::get<std::int64_t>(p.low)}, {"maximum", std::get<std::int64_t>(p.high)}};
                break;
            case Type::flag: one = {{"type", "boolean"}}; break;
            case Type::choice:
                one["enum"] = Json::array();
                for (const auto o : p.options) one["enum"].push_back(o);
                break;
            case Type::text: one = {{"type", "string"}, {"maxLength", mostLetters(p)}}; break;
            default:
                one = {{"type", "string"},
                       {"description", std::string{name(p.type)} + " from " + exactValue(p, p.low, Units::imperial) + " to " +
                                           exactValue(p, p.high, Units::imperial)}};
        }
        const std::string key{p.key};
        const auto dot = key.find('.');
        const auto group = key.substr(0, dot), rest = key.substr(dot + 1);
        auto& g = groups[group];
        g["type"] = "object", g["additionalProperties"] = false;
        if (rest.starts_with("*.")) {
            auto& row = g["patternProperties"]["^[1-9][0-9]{0,3}$"];
            row["type"] = "object", row["additionalProperties"] = false;
            row["properties"][rest.substr(2)] = one;
        } else {
            g["properties"][rest] = one;
        }
    }
    schema["$defs"]["answers"] = {{"type", "object"}, {"additionalProperties", false}, {"properties", groups}};
    for (auto& [group, about] : groups.items())
        if (top.contains(group))
            top[group]["properties"].update(about["properties"]), top[group]["additionalProperties"] = false;
        else
            top[group] = about;
    const Json text{{"type", "string"}};
    top["on_hand"] = {{"type", "array"}, {"maxItems", kMostOnHandRows}, {"items", text}};
    const Json sawn{
        {"type", "array"}, {"prefixItems", Json::array({{{"type", "number"}}, {{"type", "boolean"}}})}, {"minItems", 2}, {"maxItems", 2}};
    const Json piece{{"type", "object"},
                     {"required", {"at", "length"}},
                     {"additionalProperties", false},
                     {"properties",
                      {{"at", text},
                       {"length", text},
                       {"turn", {{"type", "integer"}, {"minimum", 0}, {"maximum", 3}}},
                       {"start", sawn},
                       {"end", sawn}}}};
    const Json board{
        {"type", "object"},
        {"required", {"item", "profile", "length", "offcut", "pieces"}},
        {"additionalProperties", false},
        {"properties",
         {{"item", text}, {"profile", text}, {"length", text}, {"offcut", text}, {"pieces", {{"type", "array"}, {"items", piece}}}}}};
    top["cut_boards"] = {{"type", "array"}, {"items", board}};
    const Json lengths{{"type", "array"}, {"items", text}, {"minItems", 4}, {"maxItems", 4}};
    const Json laid{{"type", "array"}, {"prefixItems", {text, text, text, text, {{"type", "boolean"}}}}, {"minItems", 5}, {"maxItems", 5}};
    const Json cutSheet{{"type", "object"},
                        {"required", {"item", "sheet", "size", "pieces", "cuts"}},
                        {"additionalProperties", false},
                        {"properties",
                         {{"item", text},
                          {"sheet", text},
                          {"size", {{"type", "array"}, {"items", text}, {"minItems", 2}, {"maxItems", 2}}},
                          {"pieces", {{"type", "array"}, {"items", laid}}},
                          {"cuts", {{"type", "array"}, {"items", lengths}}}}}};
    top["cut_sheets"] = {{"type", "array"}, {"items", cutSheet}};
    top["alternatives"] = {
        {"type", "array"},
        {"maxItems", kMostAlternatives},
        {"items",
         {{"type", "object"},
          {"required", {"name", "answers"}},
          {"additionalProperties", false},
          {"properties",
           {{"name", {{"type", "string"}, {"minLength", 1}, {"maxLength", 80}}}, {"answers", {{"$ref", "#/$defs/answers"}}}}}}}};
    return schema.dump(1) + "\n";
}

std::vector<Preset> presets() {
    return {{"demo", demoPresetText},       {"elevated", elevatedPresetText}, {"gable", gablePresetText},
            {"saltbox", saltboxPresetText}, {"cottage", cottagePresetText},   {"corner", cornerPresetText},
            {"bantams", bantamsPresetText}, {"sleepers", sleepersPresetText}, {"longhouse", longhousePresetText},
            {"ell", ellPresetText},         {"legs", legsPresetText},         {"storeroom", storeroomPresetText},
            {"airy", airyPresetText},       {"bank", bankPresetText},         {"shed", shedPresetText},
            {"barn", barnPresetText},       {"panels", panelsPresetText},     {"trench", trenchPresetText},
            {"rails", railsPresetText},     {"hall", hallPresetText},         {"leanto", leantoPresetText},
            {"ring", ringPresetText}};
}

Result<Design> presetDesign(std::string_view name) {
    for (const auto& p : presets())
        if (p.name == name) {
            const auto loaded = readDesign(p.bytes(), std::string{name});
            if (!loaded) return loaded.error();
            return loaded.value().design;
        }
    return Error{Error::Kind::usage, std::string{name}, {"nopreset", {std::string{name}}}, {"nopreset.todo", {}}};
}

}  // namespace oiko
