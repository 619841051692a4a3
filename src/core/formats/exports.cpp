#include "core/formats/exports.h"

#include <xlsxwriter.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <nlohmann/json.hpp>

#include "core/base/tolerance.h"
#include "core/catalog/lumber.h"
#include "core/design/layout.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/formats/cutlists.h"
#include "core/formats/files.h"

namespace oiko {
namespace {

using Json = nlohmann::ordered_json;
using Cell = std::variant<std::string, double>;

double tidy(double v) {
    const double r = std::round(v * 1000) / 1000;
    return r == 0 ? 0 : r;
}
std::string length(Length l, const Answer& a) {
    auto s = writeLength(l, a.design.units());
    return s;
}
std::string sourceText(const Source& s) {
    if (s.title.empty()) return "common practice";
    return std::string{s.title} + (s.edition.empty() ? "" : " " + std::string{s.edition}) + ", " + std::string{s.locus};
}

}  // namespace

Listing listing(const Answer& a, std::string_view what, const Words& words) {
    Listing out{std::string{what}, {}, {}};
    const auto say = [&](std::string id) { return words(Message{std::move(id), {}}); };
    if (what == "parts") {
        out.head = {"mark",          "count",         "part",      "stock",           "length",
                    "width",         "length_mm",     "width_mm",  "start_miter_deg", "start_bevel_deg",
                    "end_miter_deg", "end_bevel_deg", "mirror_of", "notches",         "system",
                    "measure_first"};
        for (const auto& p : a.takeoff->pieces) {
            std::string notches;
            for (const auto& n : p.saw.notches)
                notches += (notches.empty() ? "" : "; ") + std::string{"at "} + length(mm(n.atMm), a) + " " + length(mm(n.widthMm), a) +
                           " long " + length(mm(n.depthMm), a) + " deep";
            if (p.slant) notches = "slants from " + length(p.slant->first, a) + " to " + length(p.slant->second, a);
            if (const auto& steps = p.saw.steps; steps.count > 0)
                notches = std::to_string(steps.count) + " steps " + length(mm(steps.riseMm), a) + " up " + length(mm(steps.goingMm), a) +
                          " along";
            out.rows.push_back({p.mark, static_cast<double>(p.count()), say("part." + p.role), p.stock, length(p.length, a),
                                length(p.width, a), tidy(inMm(p.length)), tidy(inMm(p.width)), p.saw.start.miterDeg, p.saw.start.bevelDeg,
                                p.saw.end.miterDeg, p.saw.end.bevelDeg, p.mirrorOf, notches, std::string{name(p.system)},
                                p.measureFirst ? 1.0 : 0.0});
        }
    } else if (what == "cuts") {
        out.head = {"board", "stock", "order", "mark", "length", "length_mm", "at_mm", "offcut_mm", "turn"};
        double n = 0;
        for (const auto& b : a.cuts->boards.boards) {
            ++n;
            double order = 0;
            for (const auto& c : b.pieces) {
                const auto& part = a.cuts->boardParts[c.part];
                out.rows.push_back({n, a.cuts->boardStock[b.stock].label, ++order, part.label, length(part.length, a),
                                    tidy(inMm(part.length)), tidy(inMm(c.at)), tidy(inMm(b.offcut)), static_cast<double>(c.turn)});
            }
        }
    } else if (what == "sheets") {
        out.head = {"sheet", "stock", "mark", "x_mm", "y_mm", "width_mm", "height_mm", "turned"};
        double n = 0;
        for (const auto& s : a.cuts->sheets.sheets) {
            ++n;
            for (const auto& p : s.placements)
                out.rows.push_back({n, a.cuts->sheetStock[s.stock].label, a.cuts->sheetParts[p.part].label, tidy(inMm(p.x)),
                                    tidy(inMm(p.y)), tidy(inMm(p.width)), tidy(inMm(p.height)), p.turned ? 1.0 : 0.0});
        }
    } else if (what == "buy") {
        out.head = {"group", "item", "id", "quantity", "each", "amount", "left_over"};
        for (const auto& l : a.bill.lines)
            out.rows.push_back({std::string{name(l.group)}, say("item." + l.item), l.item, static_cast<double>(l.bought),
                                l.each ? Cell{inUnits(*l.each)} : Cell{std::string{}},
                                l.amount ? Cell{inUnits(*l.amount)} : Cell{std::string{}}, tidy(l.leftOver)});
        out.rows.push_back(
            {std::string{"tax"}, say("bill.tax"), std::string{}, std::string{}, std::string{}, inUnits(a.bill.tax), std::string{}});
        out.rows.push_back({std::string{"total"}, say(a.bill.complete() ? "bill.total" : "bill.atleast"), std::string{}, std::string{},
                            std::string{}, inUnits(a.bill.total), std::string{}});
    } else if (what == "checks") {
        out.head = {"id", "state", "value", "limit", "unit", "rule", "source"};
        for (const auto& f : a.findings)
            out.rows.push_back(
                {f.id, std::string{name(f.state)}, tidy(f.value), tidy(f.limit), f.unit, say("finding." + f.id), sourceText(f.source)});
    } else if (what == "steps") {
        out.head = {"step", "work", "parts", "marks", "check", "weight_kg"};
        double n = 0;
        const auto goes = moved(*a.model, *a.settled, *a.steps);
        for (const auto& s : *a.steps) {
            std::vector<std::string> marks;
            for (const auto p : s.parts)
                if (const auto& m = a.takeoff->marks[p]; !m.empty() && std::ranges::find(marks, m) == marks.end()) marks.push_back(m);
            std::string list;
            for (const auto& m : marks) list += (list.empty() ? "" : " ") + m;
            out.rows.push_back({++n, say("step." + s.id), static_cast<double>(s.parts.size()), list, say("step." + s.id + ".check"),
                                tidy(inKilograms(goes.after[static_cast<std::size_t>(n) - 1]))});
        }
    }
    return out;
}

namespace {
std::string cellText(const Cell& c) {
    return std::holds_alternative<std::string>(c) ? std::get<std::string>(c) : writeNumber(std::get<double>(c), 4);
}
}  // namespace

std::string toCsv(const Listing& list) {
    std::string s;
    for (std::size_t i = 0; i < list.head.size(); ++i) s += (i ? "," : "") + csvCell(list.head[i]);
    s += "\r\n";
    for (const auto& row : list.rows) {
        for (std::size_t i = 0; i < row.size(); ++i) s += (i ? "," : "") + csvCell(cellText(row[i]));
        s += "\r\n";
    }
    return s;
}

std::string toMarkdown(const Listing& list) {
    std::string s = "# " + list.name + "\n\n|";
    for (const auto& h : list.head) s += " " + h + " |";
    s += "\n|";
    for (std::size_t i = 0; i < list.head.size(); ++i) s += " --- |";
    for (const auto& row : list.rows) {
        s += "\n|";
        for (const auto& c : row) {
            auto t = cellText(c);
            for (std::size_t at = 0; (at = t.find('|', at)) != std::string::npos; at += 2) t.insert(at, "\\");
            s += " " + t + " |";
        }
    }
    return s + "\n";
}

Result<std::string> toXlsx(const Listing& list) {
    return throughScratch([&](const std::string& path) {
        auto* book = workbook_new(path.c_str());
        if (!book) return false;
        lxw_doc_properties properties{};
        properties.created = 1;  // the same list gives the same bytes
        workbook_set_properties(book, &properties);
        auto* sheet = workbook_add_worksheet(book, list.name.c_str());
        auto* bold = workbook_add_format(book);
        format_set_bold(bold);
        for (std::size_t c = 0; c < list.head.size(); ++c)
            worksheet_write_string(sheet, 0, static_cast<lxw_col_t>(c), list.head[c].c_str(), bold);
        for (std::size_t r = 0; r < list.rows.size(); ++r)
            for (std::size_t c = 0; c < list.rows[r].size(); ++c) {
                const auto& cell = list.rows[r][c];
                const auto row = static_cast<lxw_row_t>(r + 1);
                const auto col = static_cast<lxw_col_t>(c);
                if (std::holds_alternative<double>(cell))
                    worksheet_write_number(sheet, row, col, std::get<double>(cell), nullptr);
                else
                    worksheet_write_string(sheet, row, col, std::get<std::string>(cell).c_str(), nullptr);
            }
        return workbook_close(book) == LXW_NO_ERROR;
    });
}

Result<std::string> exportBytes(const Answer& a, std::string_view what, std::string_view format, const Words& words) {
    if (what == "model") return format == "json" ? modelJson(a) : modelObj(*a.model);
    if (format == "json" && what == "cuts")
        return cutPlanJson(a.cuts->boardParts, a.cuts->boardStock, a.cuts->boards, a.settled->length("cut.kerf"), 0);
    if (format == "json" && what == "sheets")
        return nestPlanJson(a.cuts->sheetParts, a.cuts->sheetStock, a.cuts->sheets, a.settled->length("cut.kerf"), 0);
    const auto list = listing(a, what, words);
    if (format == "xlsx") return toXlsx(list);
    if (format != "json") return format == "csv" ? toCsv(list) : toMarkdown(list);
    Json rows = Json::array();
    for (const auto& row : list.rows) {
        Json j;
        for (std::size_t i = 0; i < row.size(); ++i) std::visit([&](const auto& v) { j[list.head[i]] = v; }, row[i]);
        rows.push_back(std::move(j));
    }
    return rows.dump(1) + "\n";
}

std::string modelJson(const Answer& a) {
    const auto& m = *a.model;
    Json doc;
    doc["units"] = "mm";
    doc["axes"] =
        "x right along the front, y back from the front, z up, origin at the front left corner of the floor frame at finished grade";
    // On level ground all of it is 0.
    doc["ground"] = {{"z_mm", tidy(m.ground.corner)}, {"rise_right", m.ground.toRight}, {"rise_back", m.ground.toBack}};
    std::map<std::string, const Piece*> byMark;
    for (const auto& p : a.takeoff->pieces) byMark[p.mark] = &p;
    doc["parts"] = Json::array();
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        const auto& p = m.parts[i];
        Json j;
        j["id"] = p.id, j["role"] = p.role, j["assembly"] = p.assembly, j["system"] = std::string{name(p.system)}, j["stock"] = p.stock;
        j["material"] = p.form == Form::lumber ? std::string{woodOf(*a.settled).name} : p.stock;
        j["treated"] = p.treated();
        j["length_mm"] = tidy(p.extent(p.along));
        j["mark"] = a.takeoff->marks[i].empty() ? Json(nullptr) : Json(a.takeoff->marks[i]);
        const auto piece = byMark.find(a.takeoff->marks[i]);
        j["mirror_of"] = piece != byMark.end() && !piece->second->mirrorOf.empty() ? Json(piece->second->mirrorOf) : Json(nullptr);
        j["existing"] = p.existing;
        j["mass_kg"] = tidy(inKilograms(massOf(p, *a.settled)));
        if (p.form == Form::mesh) j["mesh_mm"] = p.stock.ends_with("1/4") ? 6.35 : 12.7;
        j["solids"] = Json::array();
        for (std::size_t k = 0; k < p.solids.size(); ++k) {
            Json s;
            s["vertices"] = Json::array();
            for (const auto& v : p.solids[k].vertices) s["vertices"].push_back({tidy(v.x), tidy(v.y), tidy(v.z)});
            s["faces"] = p.solids[k].faces;
            s["inner"] = p.inner[k];
            j["solids"].push_back(std::move(s));
        }
        if (p.form == Form::lumber) {
            const auto saw = sawSettings(p);
            const auto end = [](const EndCut& c) { return Json{{"miter_deg", c.miterDeg}, {"bevel_deg", c.bevelDeg}}; };
            j["cuts"] = {{"start", end(saw.start)}, {"end", end(saw.end)}, {"notches", Json::array()}};
            for (const auto& n : saw.notches)
                j["cuts"]["notches"].push_back({{"kind", "birdsmouth"},
                                                {"at_mm", tidy(n.atMm)},
                                                {"face", "lower edge"},
                                                {"width_mm", tidy(n.widthMm)},
                                                {"depth_mm", tidy(n.depthMm)},
                                                {"angle_deg", n.angleDeg}});
            if (const auto& steps = saw.steps; steps.count > 0)
                j["cuts"]["notches"].push_back({{"kind", "steps"},
                                                {"face", "upper edge"},
                                                {"count", steps.count},
                                                {"rise_mm", tidy(steps.riseMm)},
                                                {"going_mm", tidy(steps.goingMm)}});
        }
        doc["parts"].push_back(std::move(j));
    }
    doc["joints"] = Json::array();
    for (const auto& j : m.joints)
        doc["joints"].push_back({{"a", m.parts[j.a].id},
                                 {"b", m.parts[j.b].id},
                                 {"kind", std::string{name(j.kind)}},
                                 {"gap_mm", tidy(j.gapMm)},
                                 {"patch_mm2", tidy(j.patchMm2)}});
    doc["openings"] = Json::array();
    for (const auto& o : m.openings) {
        Json j{{"id", o.id},
               {"kind", o.kind},
               {"wall", o.side},
               {"clear_width_mm", tidy(inMm(o.width))},
               {"clear_height_mm", tidy(inMm(o.height))},
               {"corners", Json::array()}};
        for (const auto& c : o.corners) j["corners"].push_back({tidy(c.x), tidy(c.y), tidy(c.z)});
        doc["openings"].push_back(std::move(j));
    }
    return doc.dump() + "\n";
}

std::string modelObj(const Model& m) {
    std::string s = "# millimetres, z up\n";
    std::size_t base = 1;
    for (const auto& p : m.parts) {
        s += "o " + p.id + "\n";
        for (const auto& solid : p.solids) {
            for (const auto& v : solid.vertices)
                s += "v " + writeNumber(v.x, 3) + " " + writeNumber(v.y, 3) + " " + writeNumber(v.z, 3) + "\n";
            for (const auto& f : solid.faces) {
                s += "f";
                for (const auto v : f) s += " " + std::to_string(base + v);
                s += "\n";
            }
            base += solid.vertices.size();
        }
    }
    return s;
}

std::string reportJson(const Answer& a, const Words& words) {
    auto& s = *a.settled;
    const auto shell = shellOf(s);
    Json doc;
    doc["design"] = {{"kind", s.choice("form.kind")},
                     {"width_mm", tidy(inMm(s.length("coop.width")))},
                     {"depth_mm", tidy(inMm(s.length("coop.depth")))},
                     {"floor_top_mm", tidy(inMm(shell.floorTop))},
                     {"low_wall_mm", tidy(inMm(shell.lowWall()))},
                     {"high_wall_mm", tidy(inMm(shell.otherWall()))},
                     {"roof_pitch_deg", std::round(inDegrees(shell.slopes[0].pitch) * 1e4) / 1e4},
                     {"rafter_mm", tidy(inMm(shell.rafterLength()))}};
    const auto clear = clearFloor(s);
    doc["flock"] = {{"count", s.count("flock.count")},
                    {"sized_for", birdsSizedFor(s)},
                    {"served", a.served.birds},
                    {"served_by", std::string{a.served.by}},
                    {"clear_floor_m2", tidy(inSquareMetres(clear))},
                    {"outside_floor_m2", tidy(inMm(s.length("coop.width")) * inMm(s.length("coop.depth")) / 1e6)},
                    {"floor_per_bird_m2", tidy(inSquareMetres(clear) / static_cast<double>(birdsSizedFor(s)))},
                    {"feed_lb", tidy(feedPounds(s))},
                    {"water_gal", tidy(waterGallons(s))}};
    doc["findings"] = Json::array();
    for (const auto& f : a.findings) {
        Json j{{"id", f.id},
               {"state", std::string{name(f.state)}},
               {"value", tidy(f.value)},
               {"limit", tidy(f.limit)},
               {"unit", f.unit},
               {"rule", words(Message{"finding." + f.id, {}})},
               {"source", sourceText(f.source)},
               {"parts", f.parts},
               {"remedies", Json::array()}};
        if (f.state != State::pass)
            for (const auto& r : f.remedies) {
                Json changes = Json::array();
                for (const auto& c : r) changes.push_back(c.key + "=" + c.text);
                j["remedies"].push_back(changes);
            }
        doc["findings"].push_back(std::move(j));
    }
    doc["not_judged_yet"] = notJudgedYet(a.holes != nullptr);
    if (a.holes) {
        doc["gaps"] = {{"searched_to_the_end", a.holes->whole}, {"holes", Json::array()}};
        for (const auto& h : a.holes->holes)
            doc["gaps"]["holes"].push_back({{"at_mm", {tidy(h.at.x), tidy(h.at.y), tidy(h.at.z)}},
                                            {"wide_mm", tidy(h.wideMm)},
                                            {"parts", h.parts},
                                            {"shutters_off", h.shuttersOff}});
    }
    const auto sheets = a.cuts->wholeSheets();
    doc["totals"] = {{"parts", a.model->parts.size()},
                     {"boards", a.cuts->boards.boards.size()},
                     {"sheets", sheets},
                     {"mass_kg", tidy(inKilograms(a.mass))},
                     {"waste", tidy(a.waste)},
                     {"hours", nullptr}};
    Json systems = Json::object();
    for (int g = 0; g < kGroups; ++g)
        if (a.bill.groups[g]) systems[std::string{name(static_cast<Group>(g))}] = inUnits(*a.bill.groups[g]);
    doc["cost"] = {{"by_system", systems},
                   {"net", inUnits(a.bill.net)},
                   {"tax", inUnits(a.bill.tax)},
                   {"on_hand", inUnits(a.bill.forOnHand)},
                   {"total", inUnits(a.bill.total)},
                   {"complete", a.bill.complete()},
                   {"missing", a.bill.withoutPrice},
                   {"prices", {{"book", a.design.prices.empty() ? "sample" : "own"}, {"date", a.design.pricesDate}}}};
    doc["on_hand"] = Json::array();
    for (std::size_t i = 0; i < a.design.onHand.size(); ++i)
        doc["on_hand"].push_back({{"thing", exactOnHand(a.design.onHand[i], a.design.units())}, {"used", tidy(a.bill.usedOnHand[i])}});
    doc["cut_boards"] = a.cuts->marked, doc["cut_sheets"] = a.cuts->markedSheets;
    doc["alternatives"] = Json::array();
    for (const auto& kept : a.design.alternatives) doc["alternatives"].push_back(kept.name);
    return doc.dump(1) + "\n";
}

namespace {
constexpr std::string_view kKinds[] = {"parts", "cuts", "sheets", "buy", "checks", "steps", "model", "plans"};
constexpr std::string_view kLists[] = {"csv", "json", "xlsx", "md"};
constexpr std::string_view kModel[] = {"json", "obj"};
constexpr std::string_view kPlans[] = {"pdf", "svg", "dxf"};
}  // namespace

std::span<const std::string_view> exportKinds() { return kKinds; }
std::span<const std::string_view> exportFormats(std::string_view what) {
    if (std::ranges::find(kKinds, what) == std::end(kKinds)) return {};
    if (what == "model") return kModel;
    if (what == "plans") return kPlans;
    return kLists;
}

}  // namespace oiko
