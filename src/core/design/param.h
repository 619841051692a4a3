#pragma once
// A parameter is declared once: the document, the schema, the sentences, `keys`, `set` and the random tests all read this table.
#include <functional>
#include <span>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "core/base/notation.h"

namespace oiko {

enum class Type { length, angle, area, load, mass, money, share, count, flag, choice, text };
enum class Stage { flock, place, form, frame, openings, skin, inside, run, cut, buy, plans, build };
std::string_view name(Type type);
std::string_view name(Stage stage);

/// One alternative for each Type, in its order; a choice and a text are both strings.
using Value = std::variant<Length, Angle, Area, Load, Mass, Money, Share, std::int64_t, bool, std::string>;

class Ask;

struct Param {
    std::string_view key;  ///< dotted, as the design file nests; `windows.*.width` in a list. Never reused.
    Stage stage = Stage::flock;
    Type type = Type::text;
    Value low{}, high{};                      ///< the widest limits; the same alternative as the value. Not read for choice, flag, text.
    std::vector<std::string_view> options{};  ///< of a choice
    std::function<Value(Ask&)> initial{};     ///< what it is while not set
    bool follows = false;                     ///< a rule, which may ask for other values; else a plain default
    std::function<bool(Ask&)> applies{};      ///< empty: always
    bool inList() const { return key.find(".*.") != std::string_view::npos; }
};

/// Every parameter, in the order of the stages. The same object always.
const std::vector<Param>& params();
/// A key with a row number or a star in its place finds its entry: windows.2.width. nullptr: no such key.
const Param* findParam(std::string_view key);
/// The lists, in order: doors, pops, windows, vents, runs.
std::span<const std::string_view> listNames();
/// How many rows a list can have. What lies beyond stands in notYet().
int mostRows(std::string_view list);
/// The field that says at which side of the coop a row stands: a new row is made by it.
std::string_view placeField(std::string_view list);

/// What was typed, as a value of this parameter and within its widest limits; or why not.
Result<Value> readValue(const Param& param, std::string_view text, Units units);
/// As people read it.
std::string writeValue(const Param& param, const Value& value, Units units);
/// As the file keeps it: reads back to the same value.
std::string exactValue(const Param& param, const Value& value, Units units);
/// As an argument of a message.
Arg argOf(const Param& param, const Value& value);

/// The values a rule may ask for. A rule that asks for itself, by whatever way round, is a bug and asserts.
class Ask {
public:
    virtual ~Ask() = default;
    virtual const Value& value(std::string_view key) = 0;
    virtual bool isSet(std::string_view key) const = 0;
    virtual std::vector<int> rows(std::string_view list) const = 0;
    virtual int row() const = 0;  ///< of the rule being answered; 0 outside a list

    Length length(std::string_view key) { return std::get<Length>(value(key)); }
    Angle angle(std::string_view key) { return std::get<Angle>(value(key)); }
    Area area(std::string_view key) { return std::get<Area>(value(key)); }
    std::int64_t count(std::string_view key) { return std::get<std::int64_t>(value(key)); }
    bool flag(std::string_view key) { return std::get<bool>(value(key)); }
    const std::string& choice(std::string_view key) { return std::get<std::string>(value(key)); }
};

/// Of a text: a line, or a list of parts.
inline std::size_t mostLetters(const Param& p) { return p.key == "existing.replaced" ? 8000 : 200; }
/// "windows.2.width" from "windows", 2, "width".
std::string slotKey(std::string_view list, int row, std::string_view field);

/// What cannot be combined or sized yet, each with its reason; one list that screen, `set` and random tests read.
struct NotYet {
    std::string_view id;   ///< notyet.<id> in the words
    std::string_view key;  ///< the parameter it bounds
};
std::span<const NotYet> notYet();

}  // namespace oiko
