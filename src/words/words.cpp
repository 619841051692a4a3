#include "words/words.h"

#include <map>

namespace oiko {
std::string_view englishWords();
std::string_view letterText();
}  // namespace oiko

namespace oiko::words {
namespace {

/// Lines "ID = TEXT" in file order; # starts a remark.
std::vector<std::pair<std::string, std::string>> entries(std::string_view rest) {
    std::vector<std::pair<std::string, std::string>> out;
    while (!rest.empty()) {
        const auto end = rest.find('\n');
        const auto line = rest.substr(0, end);
        rest.remove_prefix(end == std::string_view::npos ? rest.size() : end + 1);
        const auto sign = line.find(" = ");
        if (!line.starts_with('#') && sign != std::string_view::npos) out.emplace_back(line.substr(0, sign), line.substr(sign + 3));
    }
    return out;
}

const std::map<std::string, std::string, std::less<>>& table() {
    static const auto words = [] {
        std::map<std::string, std::string, std::less<>> m;
        for (auto& [id, text] : entries(englishWords())) m.emplace(std::move(id), std::move(text));
        return m;
    }();
    return words;
}

std::string argument(const Arg& arg, Units units) {
    return std::visit(
        [units](const auto& v) -> std::string {
            using T = std::decay_t<decltype(v)>;
            if constexpr (std::is_same_v<T, std::string>)
                return v;
            else if constexpr (std::is_same_v<T, Ref>)
                return text(v.id);
            else if constexpr (std::is_same_v<T, std::int64_t>)
                return std::to_string(v);
            else if constexpr (std::is_same_v<T, double>)
                return writeNumber(v, 2);
            else if constexpr (std::is_same_v<T, Length>)
                return writeLength(v, units);
            else if constexpr (std::is_same_v<T, Angle>)
                return writeAngle(v, units);
            else if constexpr (std::is_same_v<T, Area>)
                return writeArea(v, units);
            else if constexpr (std::is_same_v<T, Mass>)
                return writeMass(v, units);
            else if constexpr (std::is_same_v<T, Load>)
                return writeLoad(v, units);
            else if constexpr (std::is_same_v<T, Money>)
                return moneySign() + writeMoney(v);
            else if constexpr (std::is_same_v<T, Share>)
                return writeShare(v);
            else
                return writeNumber(static_cast<double>(v.count()) / 1e6, 1);
        },
        arg);
}

}  // namespace

namespace {
std::string sign = "$", timber;
}
void setTimber(std::string_view name) { timber = name == "inch" ? "" : std::string{name} + "."; }
void setCurrency(std::string_view currency) { sign = currency == "euro" ? "€" : currency == "pound" ? "£" : "$"; }
std::string moneySign() { return sign; }

bool has(std::string_view id) { return table().contains(id); }

std::string text(std::string_view id) {
    auto at = table().find(timber + std::string{id});
    if (at == table().end() && timber == "planed.") at = table().find("metric." + std::string{id});
    if (at == table().end()) at = table().find(id);
    return at == table().end() ? "⟨" + std::string{id} + "⟩" : at->second;
}

std::string say(const Message& m, Units units) {
    if (m.id.empty()) return {};
    auto s = text(m.id);
    for (std::size_t i = 0; i < m.args.size(); ++i) {
        const auto hole = "{" + std::to_string(i) + "}", filled = argument(m.args[i], units);
        for (auto at = s.find(hole); at != std::string::npos; at = s.find(hole, at + filled.size())) s.replace(at, hole.size(), filled);
    }
    return s;
}

std::string say(const Say& what, Units units) {
    if (const auto* s = std::get_if<std::string>(&what)) return *s;
    if (const auto* l = std::get_if<Length>(&what)) return writeLength(*l, units);
    return say(std::get<Message>(what), units);
}

std::string say(const Error& e, Units units) {
    const auto what = say(e.what, units), todo = say(e.todo, units);
    return todo.empty() ? what : what + "; " + todo;
}

const std::vector<Paragraph>& letter() {
    static const auto paragraphs = [] {
        std::vector<Paragraph> out;
        for (auto& [id, text] : entries(letterText())) {
            const auto dot = id.find('.');
            out.push_back({id.substr(0, dot), dot == std::string::npos ? "" : id.substr(dot + 1), std::move(text)});
        }
        return out;
    }();
    return paragraphs;
}

}  // namespace oiko::words
