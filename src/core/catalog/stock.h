#pragma once
// What stores sell: boards, sheets, panels, rolls and packs, read from the catalogue that is compiled in.
// The prices are invented samples and dated as such; the keeper's own price book overrides them.
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"

namespace oiko {

struct StockItem {
    enum class Kind { board, sheet, panel, roll, item };
    std::string id;
    Kind kind = Kind::item;
    std::string profile;    ///< what a part asks for: "2x4pt", "grooved-5/8", "metal"; empty for an item
    Length a, b, thick;     ///< board: a is its length; sheet: width and height; panel: covering width and length; roll: width and length
    std::int64_t pack = 1;  ///< how many come in one
    std::optional<Money> price;  ///< of one board, sheet, panel, roll or pack; nullopt: not known
    Mass mass;                   ///< of one; zero for boards, whose mass is volume times density
    friend bool operator==(const StockItem&, const StockItem&) = default;
};

using Catalog = std::vector<StockItem>;

/// The catalogue compiled in, with its sample prices, in file order.
const Catalog& catalog();
/// The day of the sample prices, ISO 8601.
inline constexpr std::string_view kSamplePricesDate = "2026-05-03";
/// What a bag of concrete mix makes, cubic feet: 0.60 from 80 lb, 0.45 from 60 lb; as printed on bags, common practice. Hardened it weighs
/// 145 lb/ft³ (ASCE 7-16 Table C3.1-2, plain stone concrete, from memory).
inline double concreteYield(std::string_view bag) { return bag == "80lb" ? 0.60 : 0.45; }
inline constexpr double kConcreteKgM3 = 145 * 16.018463;
/// nullptr: no such id.
const StockItem* findItem(const Catalog& items, std::string_view id);
/// Sheets, panels, rolls or boards of one profile, in file order.
std::vector<const StockItem*> ofProfile(const Catalog& items, std::string_view profile);
/// Thickness of a sheet, panel or mesh profile; the profile must exist.
Length thicknessOf(std::string_view profile);

/// Rows of a CSV with a header: RFC 4180 quoting; comma, semicolon or tab; a byte-order mark is passed over.
struct Csv {
    std::vector<std::string> header;
    std::vector<std::vector<std::string>> rows;
    std::vector<int> lines;                   ///< line of the file where each row starts
    int column(std::string_view name) const;  ///< -1: none
};
/// `where` names the file in errors: a quote left open, or a row with more cells than the header.
Result<Csv> readCsv(std::string_view text, const std::string& where);
/// One cell, quoted where RFC 4180 asks for it.
std::string csvCell(std::string_view text);

}  // namespace oiko
