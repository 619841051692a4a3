#include "core/formats/cutlists.h"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

#include "core/base/notation.h"
#include "core/catalog/stock.h"
#include "core/formats/exports.h"
#include "core/formats/files.h"

namespace oiko {
namespace {

using Json = nlohmann::ordered_json;
constexpr std::int64_t kMostPieces = 1'000'000;

/// One row of a list: its cells by the names asked for, and where it stands.
struct Row {
    std::vector<std::string> cells;
    std::string at;

    Error wrong(std::string what, const std::string& cell, std::vector<Arg> todo = {}) const {
        return {Error::Kind::input, at, {what, {cell}}, {what + ".todo", std::move(todo)}};
    }
    Result<Length> length(std::size_t c) const {
        const auto l = readLength(cells[c], Units::metric);
        if (!l) {
            auto e = l.error();
            e.kind = Error::Kind::input, e.where = at;
            return e;
        }
        if (l.value() <= Length{}) return wrong("csv.length", cells[c]);
        return l;
    }
    /// Empty: what is said here.
    Result<std::int64_t> quantity(std::size_t c, std::int64_t least, std::int64_t empty) const {
        if (cells[c].empty()) return empty;
        const auto n = readCount(cells[c]);
        if (!n || n.value() < least || n.value() > kMostPieces) return wrong("csv.qty", cells[c], {least, kMostPieces});
        return n;
    }
    Result<Money> price(std::size_t c) const {
        const auto m = readMoney(cells[c]);
        if (cells[c].empty() || !m || m.value() < Money{}) return wrong("csv.price", cells[c]);
        return m;
    }
};

/// Each row read by `read`, which gives the error of a row that is wrong.
template <class Read>
Done eachRow(std::string_view text, const std::string& where, std::initializer_list<std::string_view> names,
             std::vector<std::string>& warned, Read read) {
    const auto csv = readCsv(text, where);
    if (!csv) return csv.error();
    std::vector<int> columns;
    for (const auto n : names) {
        columns.push_back(csv.value().column(n));
        if (columns.back() < 0 && n != "qty")
            return Error{Error::Kind::input, where + ":1", {"csv.nocolumn", {std::string{n}}}, {"csv.todo", {}}};
    }
    std::string unknown;
    for (const auto& h : csv.value().header)
        if (std::ranges::find(names, std::string_view{h}) == names.end()) unknown += (unknown.empty() ? "" : ", ") + h;
    if (!unknown.empty()) warned.push_back(unknown);
    for (std::size_t r = 0; r < csv.value().rows.size(); ++r) {
        Row row{{}, where + ":" + std::to_string(csv.value().lines[r])};
        for (const auto c : columns) {
            auto cell = c < 0 ? std::string{} : csv.value().rows[r][static_cast<std::size_t>(c)];
            cell.erase(cell.find_last_not_of(' ') + 1);
            cell.erase(0, cell.find_first_not_of(' '));
            row.cells.push_back(std::move(cell));
        }
        if (const auto done = read(row); !done) return done.error();
    }
    return Done{std::monostate{}};
}

/// Parts of any kind: how many there are in all has a limit.
template <class Part, class Make>
Result<std::vector<Part>> readParts(std::string_view text, const std::string& where, std::initializer_list<std::string_view> names,
                                    std::vector<std::string>& warned, std::size_t quantityAt, Make make) {
    std::vector<Part> out;
    std::int64_t all = 0;
    const auto done = eachRow(text, where, names, warned, [&](const Row& row) -> Done {
        const auto n = row.quantity(quantityAt, 1, 1);
        if (!n) return n.error();
        const auto part = make(row, n.value());
        if (!part) return part.error();
        if ((all += n.value()) > kMostPieces)
            return Error{Error::Kind::input, row.at, {"csv.toomany", {kMostPieces}}, {"csv.toomany.todo", {}}};
        out.push_back(part.value());
        return Done{std::monostate{}};
    });
    if (!done) return done.error();
    return out;
}
template <class Stock, class Make>
Result<std::vector<Stock>> readStock(std::string_view text, const std::string& where, std::initializer_list<std::string_view> names,
                                     std::vector<std::string>& warned, std::size_t priceAt, Make make) {
    std::vector<Stock> out;
    const auto done = eachRow(text, where, names, warned, [&](const Row& row) -> Done {
        const auto price = row.price(priceAt);
        if (!price) return price.error();
        const auto n = row.quantity(priceAt + 1, 0, -1);
        if (!n) return n.error();
        const auto stock = make(row, price.value(), n.value() < 0 ? std::nullopt : std::optional{n.value()});
        if (!stock) return stock.error();
        out.push_back(stock.value());
        return Done{std::monostate{}};
    });
    if (!done) return done.error();
    return out;
}

/// What both kinds of plan say first.
template <class Plan>
Json planHead(const Plan& plan, Length kerf, double seconds) {
    return {{"cost", inUnits(plan.cost)},
            {"lower_bound", inUnits(plan.lowerBound)},
            {"proven_optimal", plan.proven},
            {"seconds", std::round(seconds * 1000) / 1000},
            {"kerf_mm", inMm(kerf)}};
}
template <class Part, class Plan>
std::string planEnd(Json doc, const std::vector<Part>& parts, const Plan& plan) {
    doc["unplaced"] = Json::array();
    for (const auto& [i, n] : plan.unplaced) doc["unplaced"].push_back({{"label", parts[i].label}, {"qty", n}});
    return doc.dump(1) + "\n";
}

}  // namespace

Result<std::vector<CutPart>> readCutParts(std::string_view text, const std::string& where, std::vector<std::string>& warned) {
    return readParts<CutPart>(text, where, {"label", "profile", "length", "qty"}, warned, 3,
                              [](const Row& row, std::int64_t n) -> Result<CutPart> {
                                  const auto l = row.length(2);
                                  if (!l) return l.error();
                                  return CutPart{row.cells[0], row.cells[1], l.value(), n};
                              });
}

Result<std::vector<CutStock>> readCutStock(std::string_view text, const std::string& where, std::vector<std::string>& warned) {
    return readStock<CutStock>(text, where, {"label", "profile", "length", "price", "qty"}, warned, 3,
                               [](const Row& row, Money price, std::optional<std::int64_t> n) -> Result<CutStock> {
                                   const auto l = row.length(2);
                                   if (!l) return l.error();
                                   return CutStock{row.cells[0], row.cells[1], l.value(), price, n};
                               });
}

Result<std::vector<SheetPart>> readSheetParts(std::string_view text, const std::string& where, std::vector<std::string>& warned) {
    return readParts<SheetPart>(text, where, {"label", "sheet", "width", "height", "qty", "rotate"}, warned, 4,
                                [](const Row& row, std::int64_t n) -> Result<SheetPart> {
                                    const auto w = row.length(2), h = row.length(3);
                                    if (!w || !h) return !w ? w.error() : h.error();
                                    const auto& turns = row.cells[5];
                                    if (turns != "0" && turns != "1") return row.wrong("csv.rotate", turns);
                                    return SheetPart{row.cells[0], row.cells[1], w.value(), h.value(), n, turns == "1"};
                                });
}

Result<std::vector<SheetStock>> readSheetStock(std::string_view text, const std::string& where, std::vector<std::string>& warned) {
    return readStock<SheetStock>(text, where, {"label", "sheet", "width", "height", "price", "qty"}, warned, 4,
                                 [](const Row& row, Money price, std::optional<std::int64_t> n) -> Result<SheetStock> {
                                     const auto w = row.length(2), h = row.length(3);
                                     if (!w || !h) return !w ? w.error() : h.error();
                                     return SheetStock{row.cells[0], row.cells[1], w.value(), h.value(), price, n};
                                 });
}

std::string pricesCsv(const Design& design) {
    std::string s = "id,price\r\n";
    for (const auto& i : pricedCatalog(design.prices)) s += csvCell(i.id) + "," + (i.price ? exactMoney(*i.price) : "") + "\r\n";
    return s;
}

Result<std::map<std::string, std::optional<Money>>> readPrices(std::string_view text, const std::string& where) {
    std::map<std::string, std::optional<Money>> out;
    std::vector<std::string> warned;
    const auto done = eachRow(text, where, {"id", "price"}, warned, [&](const Row& row) -> Done {
        if (!findItem(catalog(), row.cells[0])) return row.wrong("csv.noitem", row.cells[0]);
        out[row.cells[0]] = std::nullopt;
        if (row.cells[1].empty()) return Done{std::monostate{}};
        const auto price = row.price(1);
        if (!price) return price.error();
        out[row.cells[0]] = price.value();
        return Done{std::monostate{}};
    });
    if (!done) return done.error();
    return out;
}

std::string cutPlanJson(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutPlan& plan, Length kerf,
                        double seconds) {
    Json doc = planHead(plan, kerf, seconds);
    doc["boards"] = Json::array();
    for (const auto& b : plan.boards) {
        Json j{{"stock", stock[b.stock].label},
               {"length_mm", inMm(stock[b.stock].length)},
               {"price", inUnits(stock[b.stock].price)},
               {"cuts", Json::array()},
               {"offcut_mm", inMm(b.offcut)}};
        for (const auto& c : b.pieces)
            j["cuts"].push_back({{"label", parts[c.part].label}, {"length_mm", inMm(parts[c.part].length)}, {"at_mm", inMm(c.at)}});
        doc["boards"].push_back(std::move(j));
    }
    return planEnd(std::move(doc), parts, plan);
}

std::string cutPlanCsv(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutPlan& plan) {
    Listing out{"cuts", {"board", "stock", "stock_length_mm", "price", "label", "length_mm", "at_mm", "offcut_mm"}, {}};
    double n = 0;
    for (const auto& b : plan.boards) {
        ++n;
        for (const auto& c : b.pieces)
            out.rows.push_back({n, stock[b.stock].label, inMm(stock[b.stock].length), inUnits(stock[b.stock].price), parts[c.part].label,
                                inMm(parts[c.part].length), inMm(c.at), inMm(b.offcut)});
    }
    return toCsv(out);
}

std::string nestPlanJson(const std::vector<SheetPart>& parts, const std::vector<SheetStock>& stock, const NestPlan& plan, Length kerf,
                         double seconds) {
    Json doc = planHead(plan, kerf, seconds);
    doc["sheets"] = Json::array();
    for (const auto& s : plan.sheets) {
        const auto& st = stock[s.stock];
        Json j{{"stock", st.label},          {"width_mm", inMm(st.width)},  {"height_mm", inMm(st.height)},
               {"price", inUnits(st.price)}, {"placements", Json::array()}, {"cuts", Json::array()}};
        for (const auto& p : s.placements)
            j["placements"].push_back({{"label", parts[p.part].label},
                                       {"x_mm", inMm(p.x)},
                                       {"y_mm", inMm(p.y)},
                                       {"width_mm", inMm(p.width)},
                                       {"height_mm", inMm(p.height)},
                                       {"turned", p.turned}});
        for (const auto& c : s.cuts) j["cuts"].push_back({{"from_mm", {inMm(c.x0), inMm(c.y0)}}, {"to_mm", {inMm(c.x1), inMm(c.y1)}}});
        doc["sheets"].push_back(std::move(j));
    }
    return planEnd(std::move(doc), parts, plan);
}

std::string nestPlanCsv(const std::vector<SheetPart>& parts, const std::vector<SheetStock>& stock, const NestPlan& plan) {
    Listing out{"sheets", {"sheet", "stock", "price", "label", "x_mm", "y_mm", "width_mm", "height_mm", "turned"}, {}};
    double n = 0;
    for (const auto& s : plan.sheets) {
        ++n;
        for (const auto& p : s.placements)
            out.rows.push_back({n, stock[s.stock].label, inUnits(stock[s.stock].price), parts[p.part].label, inMm(p.x), inMm(p.y),
                                inMm(p.width), inMm(p.height), p.turned ? 1.0 : 0.0});
    }
    return toCsv(out);
}

}  // namespace oiko
