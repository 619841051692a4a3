#include "core/formats/designfile.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include "core/formats/files.h"

namespace oiko {

std::string_view demoPresetText();
std::string_view elevatedPresetText();

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
constexpr void (*kMigrations[])(Json&) = {fromVersion0};

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

    Design design;
    design.clearRows();
    std::vector<Change> changes;
    std::vector<std::string> pointers;
    Json followed;
    // Units first: they say how a bare number is meant.
    if (doc.contains("plans") && doc["plans"].is_object() && doc["plans"].contains("units"))
        if (const auto t = scalarText(doc["plans"]["units"])) changes.push_back({"plans.units", *t}), pointers.emplace_back("/plans/units");
    const auto keep = [&](const std::string& key, const Json& v, const std::string& pointer) -> std::optional<Error> {
        const auto* p = key.find('*') == std::string::npos ? findParam(key) : nullptr;
        if (!p) return wrong(where, pointer, "file.unknownkey", {key}, "file.unknownkey.todo");
        const auto text = scalarText(v);
        if (!text || text->empty()) return wrong(where, pointer, "file.value", {v.dump().substr(0, 80)}, "file.damaged.todo");
        if (key != "plans.units") changes.push_back({key, *text}), pointers.push_back(pointer);
        return std::nullopt;
    };
    std::vector<std::pair<std::string, int>> rows;
    for (const auto& [group, members] : doc.items()) {
        const auto pointer = "/" + group;
        if (group == "format" || group == "version" || group == "rules") continue;
        if (group == "followed") {
            followed = members;
            continue;
        }
        if (group == "used") {
            if (!members.is_object()) return wrong(where, pointer, "file.value", {members.dump().substr(0, 80)}, "file.damaged.todo");
            for (const auto& [list, n] : members.items()) {
                if (!isList(list) || !n.is_number_integer() || n.get<std::int64_t>() < 0 || n.get<std::int64_t>() > 9999)
                    return wrong(where, pointer + "/" + list, "file.value", {n.dump().substr(0, 80)}, "file.damaged.todo");
                design.noteUsed(list, n.get<int>());
            }
            continue;
        }
        if (!members.is_object()) return wrong(where, pointer, "file.value", {members.dump().substr(0, 80)}, "file.damaged.todo");
        for (const auto& [name, v] : members.items()) {
            if (!isList(group)) {
                if (group == "prices" && (name == "book" || name == "date" || name == "items")) continue;
                if (const auto e = keep(group + "." + name, v, pointer + "/" + name)) return *e;
                continue;
            }
            const auto row = readCount(name);
            if (!row || row.value() < 1 || row.value() > 9999 || std::to_string(row.value()) != name || !v.is_object())
                return wrong(where, pointer + "/" + name, "file.row", {name}, "file.damaged.todo");
            rows.emplace_back(group, static_cast<int>(row.value()));
            for (const auto& [field, x] : v.items())
                if (const auto e = keep(group + "." + name + "." + field, x, pointer + "/" + name + "/" + field)) return *e;
        }
    }
    for (const auto& [list, row] : rows) {
        if (static_cast<int>(design.rows(list).size()) >= mostRows(list))
            return wrong(where, "/" + list, "rowsfull", {Ref{"list." + list}, std::int64_t{mostRows(list)}}, "file.damaged.todo");
        design.addRow(list, row);
    }
    for (std::size_t i = 0; i < changes.size(); ++i) {
        auto next = design.withUnjudged({changes[i]});
        if (!next) {
            auto e = next.error();
            e.kind = Error::Kind::input, e.where = where + ":" + pointers[i];
            return e;
        }
        design = std::move(next.value());
    }
    if (doc.contains("prices") && doc["prices"].contains("items")) {
        const auto& prices = doc["prices"];
        if (!prices["items"].is_object()) return wrong(where, "/prices", "file.value", {prices.dump().substr(0, 80)}, "file.damaged.todo");
        if (prices.contains("date") && prices["date"].is_string()) design.pricesDate = prices["date"].get<std::string>();
        for (const auto& [item, v] : prices["items"].items()) {
            const auto* known = findItem(catalog(), item);
            std::optional<Money> price;
            if (!v.is_null()) {
                const auto text = scalarText(v);
                const auto read = text ? readMoney(*text) : Result<Money>{Error{}};
                if (!read || read.value() < Money{})
                    return wrong(where, "/prices/items/" + item, "file.value", {v.dump().substr(0, 80)}, "file.damaged.todo");
                price = read.value();
            }
            if (known && known->price != price) design.prices[item] = price;
        }
    }
    Settled settled{design};
    if (const auto c = clash(settled)) {
        std::string pointer = "/" + c->first;
        std::ranges::replace(pointer, '.', '/');
        return Error{Error::Kind::input,
                     where + ":" + pointer,
                     {"clash." + c->id, c->args},
                     {"file.clash.todo", {Ref{"key." + std::string{findParam(c->second)->key}}}}};
    }
    Loaded loaded{design, {}};
    if (followed.is_object())
        for (const auto& [slot, v] : followed.items()) {
            const auto* p = slot.find('*') == std::string::npos ? findParam(slot) : nullptr;
            const auto slots = settled.slots();
            if (!p || design.isSet(slot) || std::ranges::find(slots, slot) == slots.end()) continue;
            if (scalarJson(*p, settled.value(slot), design.units()) != v) loaded.differs.push_back(slot);
        }
    return loaded;
}

std::string writeDesign(const Design& design) {
    Json doc;
    doc["format"] = "oikostat", doc["version"] = kFileVersion, doc["rules"] = kRules;
    Settled settled{design};
    Json followed = Json::object();
    for (const auto list : listNames()) {
        auto& rows = doc[std::string{list}] = Json::object();
        for (const int row : design.rows(list)) rows[std::to_string(row)] = Json::object();
    }
    for (const auto& [key, value] : design.set()) {
        const auto* p = findParam(key);
        const auto json = scalarJson(*p, value, design.units());
        const auto dot = key.find('.'), second = key.find('.', dot + 1);
        if (second == std::string::npos)
            doc[key.substr(0, dot)][key.substr(dot + 1)] = json;
        else
            doc[key.substr(0, dot)][key.substr(dot + 1, second - dot - 1)][key.substr(second + 1)] = json;
    }
    for (const auto& slot : settled.slots())
        if (const auto* p = findParam(slot); p->follows && !design.isSet(slot))
            followed[slot] = scalarJson(*p, settled.value(slot), design.units());
    doc["used"] = Json::object();
    for (const auto& [list, n] : design.used()) doc["used"][list] = n;
    Json items = Json::object();
    for (const auto& item : pricedCatalog(design.prices)) items[item.id] = item.price ? Json(exactMoney(*item.price)) : Json(nullptr);
    auto& prices = doc["prices"];
    prices["book"] = design.prices.empty() ? "sample" : "own", prices["date"] = design.pricesDate, prices["items"] = items;
    doc["followed"] = followed;
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
    top["prices"] = {{"type", "object"},
                     {"properties",
                      {{"book", {{"type", "string"}}},
                       {"date", {{"type", "string"}}},
                       {"items", {{"type", "object"}, {"additionalProperties", {{"type", {"string", "null"}}}}}}}}};
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
            case Type::text: one = {{"type", "string"}, {"maxLength", 200}}; break;
            default:
                one = {{"type", "string"},
                       {"description", std::string{name(p.type)} + " from " + exactValue(p, p.low, Units::imperial) + " to " +
                                           exactValue(p, p.high, Units::imperial)}};
        }
        const std::string key{p.key};
        const auto dot = key.find('.');
        const auto group = key.substr(0, dot), rest = key.substr(dot + 1);
        auto& g = top[group];
        g["type"] = "object", g["additionalProperties"] = false;
        if (rest.starts_with("*.")) {
            auto& row = g["patternProperties"]["^[1-9][0-9]{0,3}$"];
            row["type"] = "object", row["additionalProperties"] = false;
            row["properties"][rest.substr(2)] = one;
        } else {
            g["properties"][rest] = one;
        }
    }
    return schema.dump(1) + "\n";
}

std::vector<Preset> presets() { return {{"demo", demoPresetText}, {"elevated", elevatedPresetText}}; }

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
