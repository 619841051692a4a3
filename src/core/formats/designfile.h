#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "core/answer/answer.h"

namespace oiko {

inline constexpr int kFileVersion = 2;
/// Rules and catalogue of this program; files say which they were made by.
inline constexpr std::string_view kRules = "2026.1";

/// What a file held, and how today's rules answer otherwise than when it was saved.
struct Loaded {
    Design design;
    std::vector<std::string> differs;  ///< slots that followed by rule and now come out otherwise
};
/// `where` names the file. Refused with the JSON pointer of the place: damaged, alien, newer, unknown keys, clashing values.
Result<Loaded> readDesign(std::string_view bytes, const std::string& where);
/// One JSON document; the same design gives the same bytes.
std::string writeDesign(const Design& design);
Result<Loaded> loadDesign(const std::string& path);
Done saveDesign(const Design& design, const std::string& path);

/// JSON Schema (draft 2020-12) of the design file, made from the parameter table.
std::string designSchema();

struct Preset {
    std::string_view name;  ///< words: preset.<name>, preset.<name>.about
    std::string_view (*bytes)();
};
std::vector<Preset> presets();
Result<Design> presetDesign(std::string_view name);

}  // namespace oiko
