// What is asked of the table of parameters: names, lists, and an entry by its key.
#include <map>

#include "core/design/param.h"

namespace oiko {
namespace {

std::string starred(std::string_view key) {
    const auto dot = key.find('.');
    if (dot == std::string_view::npos) return std::string{key};
    const auto second = key.find('.', dot + 1);
    if (second == std::string_view::npos) return std::string{key};
    const auto row = key.substr(dot + 1, second - dot - 1);
    const auto n = readCount(row);
    if (row != "*" && (!n || n.value() < 1 || n.value() > 9999 || std::to_string(n.value()) != row)) return std::string{key};
    return std::string{key.substr(0, dot)} + ".*" + std::string{key.substr(second)};
}

constexpr std::string_view kTypeNames[] = {"length", "angle", "area", "load", "mass", "money", "share", "count", "flag", "choice", "text"};
static_assert(std::size(kTypeNames) == static_cast<std::size_t>(Type::text) + 1);
constexpr std::string_view kStageNames[] = {"flock",  "place", "form", "frame", "openings", "skin",
                                            "inside", "run",   "cut",  "buy",   "plans",    "build"};
static_assert(std::size(kStageNames) == static_cast<std::size_t>(Stage::build) + 1);
constexpr std::string_view kLists[] = {"doors", "pops", "hatches", "windows", "vents", "runs", "partitions", "things"};
constexpr NotYet kNotYet[] = {{"long", "coop.width"},       {"twelve", "coop.depth"},          {"runside", "runs.*.side"},
                              {"runlong", "runs.*.length"}, {"posts", "floor.height"},         {"hips", "roof.form"},
                              {"runwide", "runs.*.width"},  {"roomplace", "partitions.*.wall"}};

}  // namespace

std::string_view name(Type type) { return kTypeNames[static_cast<int>(type)]; }
std::string_view name(Stage stage) { return kStageNames[static_cast<int>(stage)]; }
std::span<const std::string_view> listNames() { return kLists; }
int mostRows(std::string_view list) {
    return list == "partitions" ? 2 : list == "runs" ? 3 : list == "doors" || list == "pops" || list == "hatches" ? 4 : 8;
}
std::string_view placeField(std::string_view list) { return list == "runs" || list == "things" ? "side" : "wall"; }
std::span<const NotYet> notYet() { return kNotYet; }
std::string slotKey(std::string_view list, int row, std::string_view field) {
    return std::string{list} + "." + std::to_string(row) + "." + std::string{field};
}

const Param* findParam(std::string_view key) {
    static const auto index = [] {
        std::map<std::string, const Param*, std::less<>> m;
        for (const auto& p : params()) m.emplace(p.key, &p);
        return m;
    }();
    const auto exact = index.find(key);
    if (exact != index.end()) return exact->second;
    const auto at = index.find(starred(key));
    return at == index.end() ? nullptr : at->second;
}

}  // namespace oiko
