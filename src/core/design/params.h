#pragma once
// How the table of parameters is written: makers of its entries, and its parts, each in a file of its own.
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/design/existing.h"
#include "core/design/layout.h"
#include "core/design/param.h"

namespace oiko::table {

using Rule = std::function<Value(Ask&)>;
using Options = std::vector<std::string_view>;
inline const Options kAllSides{kSides[0], kSides[1], kSides[2], kSides[3]};
/// What of a system can stand already.
inline const Options kParts{"new", "frame", "kept"}, kFoams{"none", "foam-1", "foam-1-1/2", "foam-2"};

inline Rule always(Value v) {
    return [v = std::move(v)](Ask&) { return v; };
}
inline Rule word(std::string_view w) { return always(std::string{w}); }

inline Param length(std::string_view key, Stage stage, Length low, Length high, Rule rule, bool follows = true) {
    return {key, stage, Type::length, low, high, {}, std::move(rule), follows, {}};
}
inline Param fixedLength(std::string_view key, Stage stage, Length low, Length high, Length initial) {
    return length(key, stage, low, high, always(initial), false);
}
inline Param count(std::string_view key, Stage stage, std::int64_t low, std::int64_t high, Rule rule, bool follows = true) {
    return {key, stage, Type::count, low, high, {}, std::move(rule), follows, {}};
}
inline Param choice(std::string_view key, Stage stage, Options options, Rule rule, bool follows = true) {
    return {key, stage, Type::choice, std::string{}, std::string{}, std::move(options), std::move(rule), follows, {}};
}
inline Param angle(std::string_view key, Stage stage, Angle low, Angle high, Rule rule, bool follows = true) {
    return {key, stage, Type::angle, low, high, {}, std::move(rule), follows, {}};
}
inline Param onlyWhen(Param p, std::function<bool(Ask&)> applies) {
    p.applies = std::move(applies);
    return p;
}
/// Asked only where something stands already.
inline Param stands(Param p) { return onlyWhen(std::move(p), somethingStands); }

/// A row's own key, "windows.2", and the side it is on.
inline std::string mine(std::string_view list, Ask& a) { return std::string{list} + "." + std::to_string(a.row()); }
inline std::string side(Ask& a, std::string_view list) { return a.choice(mine(list, a) + ".wall"); }

/// Each puts its stages' entries at the end: form and frame; openings and skin; inside and run.
void addForm(std::vector<Param>& p);
void addOpenings(std::vector<Param>& p);
void addInside(std::vector<Param>& p);

}  // namespace oiko::table
