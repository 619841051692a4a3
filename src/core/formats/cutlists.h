#pragma once
// Lists of pieces, stock and prices in CSV, and cutting plans out of them, as docs/formats.md has them.
#include <map>

#include "core/base/result.h"
#include "core/cutting/cutting.h"
#include "core/design/design.h"

namespace oiko {

/// A wrong row is named with its line. Warnings (unknown columns) go to `warned`.
Result<std::vector<CutPart>> readCutParts(std::string_view text, const std::string& where, std::vector<std::string>& warned);
Result<std::vector<CutStock>> readCutStock(std::string_view text, const std::string& where, std::vector<std::string>& warned);
Result<std::vector<SheetPart>> readSheetParts(std::string_view text, const std::string& where, std::vector<std::string>& warned);
Result<std::vector<SheetStock>> readSheetStock(std::string_view text, const std::string& where, std::vector<std::string>& warned);
/// The price book as CSV, `id,price`; an empty price is one that is not known.
std::string pricesCsv(const Design& design);
/// Prices by catalogue id; an empty price is one that is not known, and an id that nobody sells is refused.
Result<std::map<std::string, std::optional<Money>>> readPrices(std::string_view text, const std::string& where);

std::string cutPlanJson(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutPlan& plan, Length kerf,
                        double seconds);
std::string cutPlanCsv(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutPlan& plan);
std::string nestPlanJson(const std::vector<SheetPart>& parts, const std::vector<SheetStock>& stock, const NestPlan& plan, Length kerf,
                         double seconds);
std::string nestPlanCsv(const std::vector<SheetPart>& parts, const std::vector<SheetStock>& stock, const NestPlan& plan);

}  // namespace oiko
