#pragma once
// What leaves the program: lists as CSV, JSON, XLSX and Markdown; the model as JSON and OBJ; drawings as DXF. PDF and SVG are src/render's.
#include <functional>
#include <map>
#include <span>
#include <string>

#include "core/answer/answer.h"

namespace oiko {

/// Turns ids into words; the core knows none.
using Words = std::function<std::string(const Say&)>;

/// A list as rows of cells; a cell that is a number is written as one where the format can.
struct Listing {
    std::string name;
    std::vector<std::string> head;
    std::vector<std::vector<std::variant<std::string, double>>> rows;
};
/// what: parts, cuts, sheets, buy, checks, steps.
Listing listing(const Answer& answer, std::string_view what, const Words& words);
std::string toCsv(const Listing& list);
std::string toMarkdown(const Listing& list);
Result<std::string> toXlsx(const Listing& list);

/// A list or the model in one of its formats; not plans.
Result<std::string> exportBytes(const Answer& answer, std::string_view what, std::string_view format, const Words& words);
std::string modelJson(const Answer& answer);
std::string modelObj(const Model& model);
std::string reportJson(const Answer& answer, const Words& words);
/// All pages' drawings side by side at full size, in millimetres; dimensions as lines and text.
Done writeDxf(const PlanSet& set, const Words& words, const std::string& path);

/// Extensions that `export WHAT` can write, without dots; empty: no such WHAT.
std::span<const std::string_view> exportFormats(std::string_view what);
std::span<const std::string_view> exportKinds();

}  // namespace oiko
