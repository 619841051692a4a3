#include "core/catalog/stock.h"

#include <algorithm>
#include <cassert>

#include "core/base/notation.h"

namespace oiko {

std::string_view catalogItemsCsv();

Result<Csv> readCsv(std::string_view text, const std::string& where) {
    if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
    const auto first = text.substr(0, text.find('\n'));
    char separator = ',';
    if (first.find(',') == std::string_view::npos)
        separator = first.find(';') != std::string_view::npos ? ';' : first.find('\t') != std::string_view::npos ? '\t' : ',';
    Csv csv;
    std::vector<std::string> row;
    std::string cell;
    bool quoted = false, any = false;
    int line = 1, startLine = 1;
    const auto fail = [&](const char* id) {
        return Error{Error::Kind::input, where + ":" + std::to_string(startLine), {id, {}}, {"csv.todo", {}}};
    };
    const auto endRow = [&]() -> bool {
        row.push_back(std::move(cell)), cell.clear();
        if (row.size() == 1 && row[0].empty() && !any) return row.clear(), startLine = line, true;
        if (csv.header.empty()) {
            csv.header = std::move(row);
        } else {
            if (row.size() > csv.header.size()) return false;
            row.resize(csv.header.size());
            csv.rows.push_back(std::move(row)), csv.lines.push_back(startLine);
        }
        row.clear(), any = false, startLine = line;
        return true;
    };
    if (const auto bad = firstNotUtf8(text); bad != std::string_view::npos) {
        startLine += static_cast<int>(std::ranges::count(text.substr(0, bad), '\n'));
        return fail("csv.utf8");
    }
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (c == '\n') ++line;
        if (quoted) {
            if (c != '"')
                cell += c;
            else if (i + 1 < text.size() && text[i + 1] == '"')
                cell += '"', ++i;
            else
                quoted = false;
        } else if (c == '"' && cell.empty())
            quoted = any = true;
        else if (c == separator)
            row.push_back(std::move(cell)), cell.clear(), any = true;
        else if (c == '\n') {
            if (!endRow()) return fail("csv.cells");
        } else if (c != '\r')
            cell += c;
    }
    if (quoted) return fail("csv.quote");
    if ((any || !cell.empty()) && !endRow()) return fail("csv.cells");
    for (auto& name : csv.header) {
        while (!name.empty() && name.back() == ' ') name.pop_back();
        while (!name.empty() && name.front() == ' ') name.erase(0, 1);
    }
    return csv;
}

int Csv::column(std::string_view name) const {
    const auto at = std::ranges::find(header, name);
    return at == header.end() ? -1 : static_cast<int>(at - header.begin());
}

std::string csvCell(std::string_view text) {
    if (text.find_first_of(",;\t\"\r\n") == std::string_view::npos) return std::string{text};
    std::string s = "\"";
    for (const char c : text) s += c == '"' ? "\"\"" : std::string(1, c);
    return s + "\"";
}

const Catalog& catalog() {
    static const Catalog items = [] {
        Catalog out;
        const auto csv = readCsv(catalogItemsCsv(), "items.csv");
        assert(csv);
        // Inches, or millimetres that say so.
        const auto length = [](const std::string& s) {
            if (s.ends_with("mm")) return mm(*readNumber(s.substr(0, s.size() - 2)));
            return s.empty() ? Length{} : inches(*readNumber(s));
        };
        for (const auto& r : csv.value().rows) {
            using enum StockItem::Kind;
            const auto kind = r[1] == "board" ? board : r[1] == "sheet" ? sheet : r[1] == "panel" ? panel : r[1] == "roll" ? roll : item;
            out.push_back({r[0], kind, r[2], length(r[3]), length(r[4]), length(r[5]), readCount(r[6]).value(),
                           r[7].empty() ? std::nullopt : std::optional{readMoney(r[7]).value()},
                           r[8].empty() ? Mass{} : pounds(*readNumber(r[8]))});
        }
        return out;
    }();
    return items;
}

const StockItem* findItem(const Catalog& items, std::string_view id) {
    const auto at = std::ranges::find(items, id, &StockItem::id);
    return at == items.end() ? nullptr : &*at;
}

std::vector<const StockItem*> ofProfile(const Catalog& items, std::string_view name) {
    std::vector<const StockItem*> out;
    for (const auto& i : items)
        if (i.profile == name) out.push_back(&i);
    return out;
}

Length thicknessOf(std::string_view name) {
    const auto some = ofProfile(catalog(), name);
    assert(!some.empty());
    return some.front()->thick;
}

}  // namespace oiko
