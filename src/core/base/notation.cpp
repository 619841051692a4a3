#include "core/base/notation.h"

#include <array>
#include <cctype>
#include <charconv>
#include <cstdlib>
#include <vector>

namespace oiko {
namespace {

std::string replaceAll(std::string s, std::string_view from, std::string_view to) {
    for (auto at = s.find(from); at != std::string::npos; at = s.find(from, at + to.size())) s.replace(at, from.size(), to);
    return s;
}

std::string_view trimmed(std::string_view s) {
    while (!s.empty() && std::isspace(static_cast<unsigned char>(s.front()))) s.remove_prefix(1);
    while (!s.empty() && std::isspace(static_cast<unsigned char>(s.back()))) s.remove_suffix(1);
    return s;
}

/// Typographic signs to their plain ones; vulgar fractions to " n/d".
std::string plain(std::string_view text) {
    static constexpr std::array<std::pair<std::string_view, std::string_view>, 28> kSigns{{
        {"′", "'"},    {"’", "'"},    {"‘", "'"},      {"″", "\""},     {"”", "\""},     {"“", "\""},   {"''", "\""},
        {"⁄", "/"},    {"−", "-"},    {"\u00a0", " "}, {"\u202f", " "}, {"\u2009", " "}, {"½", " 1/2"}, {"¼", " 1/4"},
        {"¾", " 3/4"}, {"⅛", " 1/8"}, {"⅜", " 3/8"},   {"⅝", " 5/8"},   {"⅞", " 7/8"},   {"⅓", " 1/3"}, {"⅔", " 2/3"},
        {"°", "deg"},  {"²", "2"},    {"＂", "\""},    {"–", "-"},      {"ʹ", "'"},      {"ʺ", "\""},   {"％", "%"},
    }};
    std::string s{text};
    for (const auto& [from, to] : kSigns) s = replaceAll(std::move(s), from, to);
    for (char& c : s) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return std::string{trimmed(s)};
}

std::optional<double> readFraction(std::string_view s) {
    const auto slash = s.find('/');
    if (slash == std::string_view::npos) return std::nullopt;
    const auto over = readNumber(trimmed(s.substr(0, slash))), under = readNumber(trimmed(s.substr(slash + 1)));
    if (!over || !under || *under <= 0 || *over < 0) return std::nullopt;
    return *over / *under;
}

/// "3", "3.5", "3 1/2", "3-1/2", "1/2"; not signed.
std::optional<double> readMixed(std::string_view s) {
    s = trimmed(s);
    if (s.empty() || s.front() == '-' || s.front() == '+') return std::nullopt;
    if (s.find('/') == std::string_view::npos) return readNumber(s);
    const auto gap = s.find_first_of(" -");
    const auto slash = s.find('/');
    if (gap == std::string_view::npos || gap > slash) return readFraction(s);
    const auto whole = readNumber(trimmed(s.substr(0, gap)));
    const auto part = readFraction(trimmed(s.substr(gap + 1)));
    if (!whole || !part || *part >= 1 || *whole != std::floor(*whole)) return std::nullopt;
    return *whole + *part;
}

struct Unit {
    std::string_view name;
    double factor;
};

/// NUMBER UNIT with one of the units named, or a bare number times `bare` (0: refused).
template <std::size_t N>
std::optional<double> readWithUnit(std::string_view s, const std::array<Unit, N>& units, double bare) {
    for (const auto& u : units)
        if (s.size() > u.name.size() && s.ends_with(u.name)) {
            const auto v = readMixed(s.substr(0, s.size() - u.name.size()));
            return v ? std::optional{*v * u.factor} : std::nullopt;
        }
    const auto v = bare != 0 ? readMixed(s) : std::nullopt;
    return v ? std::optional{*v * bare} : std::nullopt;
}

Error unreadable(std::string_view text, const char* kind) {
    return {Error::Kind::usage,
            "",
            {"unreadable", {std::string{text}, Ref{std::string{"kind."} + kind}}},
            {std::string{"expected."} + kind, {}}};
}

std::string grouped(std::int64_t n) {
    auto s = std::to_string(n);
    for (auto at = static_cast<std::int64_t>(s.size()) - 3; at > 0; at -= 3) s.insert(static_cast<std::size_t>(at), ",");
    return s;
}

/// "3 1/2" in the given part of one, reduced; "0" for nothing.
std::string mixed(std::int64_t n, std::int64_t part) {
    auto over = n % part, under = part;
    while (over != 0 && over % 2 == 0 && under % 2 == 0) over /= 2, under /= 2;
    const auto whole = n / part;
    if (over == 0) return std::to_string(whole);
    const auto fraction = std::to_string(over) + "/" + std::to_string(under);
    return whole == 0 ? fraction : std::to_string(whole) + " " + fraction;
}

std::string feetAndInches(std::int64_t n, std::int64_t part, bool negative) {
    const auto foot = 12 * part;
    std::string s = negative ? "-" : "";
    if (n < foot) return s + mixed(n, part) + "\"";
    return s + std::to_string(n / foot) + "' " + mixed(n % foot, part) + "\"";
}

}  // namespace

std::optional<double> readNumber(std::string_view s) {
    if (!s.empty() && s.front() == '+') s.remove_prefix(1);
    if (s.empty()) return std::nullopt;
    double v = 0;
    const auto [end, wrong] = std::from_chars(s.data(), s.data() + s.size(), v, std::chars_format::fixed);
    if (wrong != std::errc{} || end != s.data() + s.size() || !std::isfinite(v)) return std::nullopt;
    return v;
}

Result<Length> readLength(std::string_view text, Units bare) {
    static constexpr std::array<Unit, 9> kUnits{{{"mm", 1e6},
                                                 {"cm", 1e7},
                                                 {"m", 1e9},
                                                 {"inches", 25.4e6},
                                                 {"inch", 25.4e6},
                                                 {"in", 25.4e6},
                                                 {"\"", 25.4e6},
                                                 {"feet", 304.8e6},
                                                 {"ft", 304.8e6}}};
    constexpr double kFarthest = 1e15;  // a thousand kilometres; beyond it is a slip of the hand
    const auto s = plain(text);
    std::string_view rest = s;
    const bool negative = rest.starts_with('-');
    if (negative) rest.remove_prefix(1);
    std::optional<double> nm;
    auto mark = rest.find('\'');
    std::size_t wide = 1;
    if (mark == std::string_view::npos && (mark = rest.find("ft")) != std::string_view::npos) wide = 2;
    if (mark != std::string_view::npos) {
        const auto foot = readMixed(rest.substr(0, mark));
        auto tail = trimmed(rest.substr(mark + wide));
        if (tail.starts_with('-')) tail = trimmed(tail.substr(1));
        if (foot && tail.empty()) nm = *foot * 304.8e6;
        // After feet come inches, with their mark or without: 7' 3 1/2" and 7' 3 1/2.
        else if (foot && *foot == std::floor(*foot)) {
            const auto inch = readWithUnit(tail, std::array<Unit, 3>{{{"inches", 1}, {"in", 1}, {"\"", 1}}}, 1);
            if (inch && *inch < 12) nm = *foot * 304.8e6 + *inch * 25.4e6;
        }
    } else {
        nm = readWithUnit(rest, kUnits, bare == Units::imperial ? 25.4e6 : 1e6);
    }
    if (!nm || *nm > kFarthest) return unreadable(text, "length");
    return Length::ticks(wholeTicks(negative ? -*nm : *nm));
}

Result<Angle> readAngle(std::string_view text) {
    const auto s = plain(text);
    std::string_view rest = s;
    for (const auto unit : {std::string_view{"degrees"}, std::string_view{"deg"}})
        if (rest.ends_with(unit)) {
            const auto v = readNumber(trimmed(rest.substr(0, rest.size() - unit.size())));
            return v && *v >= 0 && *v < 90 ? Result{degrees(*v)} : unreadable(text, "angle");
        }
    if (rest.ends_with('%')) {
        const auto v = readNumber(trimmed(rest.substr(0, rest.size() - 1)));
        return v && *v >= 0 && *v < 1e5 ? Result{pitch(*v, 100)} : unreadable(text, "angle");
    }
    const auto cut = rest.find_first_of("/:");
    if (cut == std::string_view::npos) return unreadable(text, "angle");
    const auto rise = readNumber(trimmed(rest.substr(0, cut))), run = readNumber(trimmed(rest.substr(cut + 1)));
    if (!rise || !run || *rise < 0 || *run <= 0) return unreadable(text, "angle");
    return pitch(*rise, *run);
}

Result<Load> readLoad(std::string_view text, Units bare) {
    const auto v = readWithUnit(plain(text), std::array<Unit, 2>{{{"psf", kPaPerPsf * 1e3}, {"kpa", 1e6}}},
                                bare == Units::imperial ? kPaPerPsf * 1e3 : 1e6);
    return v && *v < 1e12 ? Result{Load::ticks(wholeTicks(*v))} : unreadable(text, "load");
}

Result<Mass> readMass(std::string_view text, Units bare) {
    const double lb = kKgPerLb * 1e6;
    const auto v =
        readWithUnit(plain(text), std::array<Unit, 3>{{{"lbs", lb}, {"lb", lb}, {"kg", 1e6}}}, bare == Units::imperial ? lb : 1e6);
    return v && *v < 1e15 ? Result{Mass::ticks(wholeTicks(*v))} : unreadable(text, "mass");
}

Result<Area> readArea(std::string_view text, Units bare) {
    const auto v = readWithUnit(
        plain(text), std::array<Unit, 5>{{{"sq ft", 92903.04}, {"sqft", 92903.04}, {"ft2", 92903.04}, {"m2", 1e6}, {"sq m", 1e6}}},
        bare == Units::imperial ? 92903.04 : 1e6);
    return v && *v < 1e15 ? Result{Area::ticks(wholeTicks(*v))} : unreadable(text, "area");
}

Result<Money> readMoney(std::string_view text) {
    auto s = replaceAll(replaceAll(replaceAll(plain(text), "€", ""), "£", ""), "$", "");
    const auto v = readNumber(trimmed(s));
    if (!v || std::fabs(*v) > 1e9 || std::fabs(*v * 1e4 - std::round(*v * 1e4)) > 1e-3) return unreadable(text, "money");
    return money(*v);
}

Result<Share> readShare(std::string_view text) {
    auto s = plain(text);
    if (s.ends_with('%')) s.pop_back();
    const auto v = readNumber(trimmed(s));
    return v && *v >= 0 && *v <= 1e4 ? Result{percent(*v)} : unreadable(text, "share");
}

Result<std::int64_t> readCount(std::string_view text) {
    const auto s = plain(text);
    std::int64_t n = 0;
    const auto [end, wrong] = std::from_chars(s.data(), s.data() + s.size(), n);
    if (s.empty() || wrong != std::errc{} || end != s.data() + s.size()) return unreadable(text, "count");
    return n;
}

Result<bool> readFlag(std::string_view text) {
    const auto s = plain(text);
    for (const auto yes : {"yes", "on", "true", "1"})
        if (s == yes) return true;
    for (const auto no : {"no", "off", "false", "0"})
        if (s == no) return false;
    return unreadable(text, "flag");
}

std::string writeNumber(double v, int places) {
    std::array<char, 64> buffer{};
    const auto [end, ok] = std::to_chars(buffer.data(), buffer.data() + buffer.size(), v, std::chars_format::fixed, places);
    std::string s{buffer.data(), ok == std::errc{} ? end : buffer.data()};
    if (s.find('.') != std::string::npos) {
        while (s.ends_with('0')) s.pop_back();
        if (s.ends_with('.')) s.pop_back();
    }
    return s == "-0" ? "0" : s;
}

std::string writeLength(Length v, Units units) {
    const auto n = std::abs(v.count());
    if (units == Units::imperial) {
        constexpr std::int64_t kSixteenth = 1'587'500;
        return feetAndInches((n + kSixteenth / 2) / kSixteenth, 16, v.count() < 0 && n > kSixteenth / 2);
    }
    const auto whole = (n + 500'000) / 1'000'000;
    const std::string sign = v.count() < 0 && whole > 0 ? "-" : "";
    if (whole < 1000) return sign + std::to_string(whole) + " mm";
    return sign + writeNumber(static_cast<double>(whole) / 1000, 3) + " m";
}

std::string exactLength(Length v, Units units) {
    constexpr std::int64_t kSixtyFourth = 396'875;
    const auto n = std::abs(v.count());
    if (units == Units::imperial && n % kSixtyFourth == 0) return feetAndInches(n / kSixtyFourth, 64, v.count() < 0);
    return writeNumber(inMm(v), 6) + " mm";
}

std::string writeAngle(Angle v, Units units) {
    const double rise = std::tan(inRadians(v)) * 12;
    const double quarters = std::round(rise * 4);
    if (units == Units::imperial && std::fabs(rise * 4 - quarters) < 1e-6) return writeNumber(quarters / 4, 2) + "/12";
    return writeNumber(inDegrees(v), 1) + "°";
}

std::string exactAngle(Angle v) {
    const double rise = std::tan(inRadians(v)) * 12, quarters = std::round(rise * 4);
    if (pitch(quarters / 4, 12) == v) return writeNumber(quarters / 4, 2) + "/12";
    return writeNumber(inDegrees(v), 9) + "°";
}

std::string writeArea(Area v, Units units) {
    return units == Units::imperial ? writeNumber(inSquareFeet(v), inSquareFeet(v) < 20 ? 1 : 0) + " sq ft"
                                    : writeNumber(inSquareMetres(v), 2) + " m²";
}
std::string writeMass(Mass v, Units units) {
    const double n = units == Units::imperial ? inPounds(v) : inKilograms(v);
    return (n < 1 ? writeNumber(n, 1) : grouped(std::llround(n))) + (units == Units::imperial ? " lb" : " kg");
}
std::string writeLoad(Load v, Units units) {
    return units == Units::imperial ? writeNumber(inPsf(v), 1) + " psf" : writeNumber(inKilopascals(v), 2) + " kPa";
}
std::string writeMoney(Money v) {
    const auto cents = toCents(v).count() / 100, n = std::abs(cents);
    const auto tail = std::to_string(n % 100);
    return (cents < 0 ? "−" : "") + grouped(n / 100) + "." + (tail.size() < 2 ? "0" : "") + tail;
}
std::string exactMoney(Money v) { return writeNumber(inUnits(v), 4); }
std::string writeShare(Share v) { return writeNumber(inPercent(v), 1) + " %"; }

std::size_t firstNotUtf8(std::string_view s) {
    for (std::size_t i = 0; i < s.size();) {
        const auto lead = static_cast<unsigned char>(s[i]);
        const std::size_t more = lead < 0x80                   ? 0
                                 : lead >= 0xc2 && lead < 0xe0 ? 1
                                 : lead >= 0xe0 && lead < 0xf0 ? 2
                                 : lead >= 0xf0 && lead < 0xf5 ? 3
                                                               : 4;
        if (more == 4 || i + more >= s.size()) return i;
        for (std::size_t k = 1; k <= more; ++k) {
            const auto c = static_cast<unsigned char>(s[i + k]);
            // Neither overlong, nor half of a surrogate pair, nor beyond U+10FFFF.
            const unsigned least = k > 1          ? 0x80
                                   : lead == 0xe0 ? 0xa0
                                   : lead == 0xf0 ? 0x90
                                                  : 0x80,
                           most = k > 1          ? 0xbf
                                  : lead == 0xed ? 0x9f
                                  : lead == 0xf4 ? 0x8f
                                                 : 0xbf;
            if (c < least || c > most) return i;
        }
        i += more + 1;
    }
    return std::string_view::npos;
}

}  // namespace oiko
