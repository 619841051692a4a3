// Values of parameters as text: read within their limits, written for people, written exactly.
#include <algorithm>

#include "core/design/param.h"

namespace oiko {
namespace {

template <class Q>
Result<Value> within(const Param& p, Result<Q> read) {
    if (!read) return read.error();
    const Value v = read.value();
    if (v < p.low || p.high < v)
        return Error{Error::Kind::usage,
                     std::string{p.key},
                     {"outside", {Ref{"key." + std::string{p.key}}, argOf(p, v), argOf(p, p.low), argOf(p, p.high)}},
                     {"outside.todo", {argOf(p, p.low), argOf(p, p.high)}}};
    return v;
}

std::string optionList(const Param& p) {
    std::string s;
    for (const auto o : p.options) s += (s.empty() ? "" : ", ") + std::string{o};
    return s;
}

}  // namespace

Result<Value> readValue(const Param& p, std::string_view text, Units units) {
    const auto read = [&]() -> Result<Value> {
        switch (p.type) {
            case Type::length: return within(p, readLength(text, units));
            case Type::angle: return within(p, readAngle(text));
            case Type::area: return within(p, readArea(text, units));
            case Type::load: return within(p, readLoad(text, units));
            case Type::mass: return within(p, readMass(text, units));
            case Type::money: return within(p, readMoney(text));
            case Type::share: return within(p, readShare(text));
            case Type::count: return within(p, readCount(text));
            case Type::flag: {
                const auto f = readFlag(text);
                return f ? Result<Value>{Value{f.value()}} : Result<Value>{f.error()};
            }
            case Type::choice: {
                const auto lengthNamed = readLength(text, units);
                for (const auto o : p.options) {
                    const auto same = readLength(o, units);
                    if (o == text || (same && lengthNamed && same.value() == lengthNamed.value())) return Value{std::string{o}};
                }
                return Error{Error::Kind::usage, "", {"notachoice", {std::string{text}}}, {"choices", {optionList(p)}}};
            }
            case Type::text: {
                if (const auto most = mostLetters(p); text.size() > most)
                    return Error{Error::Kind::usage, "", {"toolong", {static_cast<std::int64_t>(most)}}, {"toolong.todo", {}}};
                if (firstNotUtf8(text) != std::string_view::npos ||
                    std::ranges::any_of(text, [](unsigned char c) { return c < 0x20 || c == 0x7f; }))
                    return Error{Error::Kind::usage, "", {"notplain", {}}, {"notplain.todo", {}}};
                return Value{std::string{text}};
            }
        }
        return Error{};
    }();
    if (read) return read;
    auto error = read.error();
    error.where = std::string{p.key};
    return error;
}

std::string writeValue(const Param& p, const Value& value, Units units) {
    switch (p.type) {
        case Type::length: return writeLength(std::get<Length>(value), units);
        case Type::angle: return writeAngle(std::get<Angle>(value), units);
        case Type::area: return writeArea(std::get<Area>(value), units);
        case Type::load: return writeLoad(std::get<Load>(value), units);
        case Type::mass: return writeMass(std::get<Mass>(value), units);
        case Type::money: return writeMoney(std::get<Money>(value));
        case Type::share: return writeShare(std::get<Share>(value));
        case Type::count: return std::to_string(std::get<std::int64_t>(value));
        case Type::flag: return std::get<bool>(value) ? "yes" : "no";
        case Type::choice:
        case Type::text: return std::get<std::string>(value);
    }
    return {};
}

std::string exactValue(const Param& p, const Value& value, Units units) {
    switch (p.type) {
        case Type::length: return exactLength(std::get<Length>(value), units);
        case Type::angle: return exactAngle(std::get<Angle>(value));
        case Type::area: {
            const auto a = std::get<Area>(value);
            const auto shown = writeNumber(inSquareFeet(a), 3) + " sq ft";
            const auto back = readArea(shown, units);
            return back && back.value() == a ? shown : writeNumber(inSquareMetres(a), 6) + " m2";
        }
        case Type::load: {
            const auto l = std::get<Load>(value);
            const auto shown = writeNumber(inPsf(l), 3) + " psf";
            const auto back = readLoad(shown, units);
            return back && back.value() == l ? shown : writeNumber(inKilopascals(l), 6) + " kPa";
        }
        case Type::mass: {
            const auto m = std::get<Mass>(value);
            const auto shown = writeNumber(inPounds(m), 3) + " lb";
            const auto back = readMass(shown, units);
            return back && back.value() == m ? shown : writeNumber(inKilograms(m), 6) + " kg";
        }
        case Type::money: return exactMoney(std::get<Money>(value));
        case Type::share: return writeNumber(inPercent(std::get<Share>(value)), 4) + "%";
        default: return writeValue(p, value, units);
    }
}

Arg argOf(const Param& p, const Value& value) {
    if (p.type == Type::choice) return Ref{"option." + std::string{p.key} + "." + std::get<std::string>(value)};
    if (p.type == Type::flag) return Ref{std::get<bool>(value) ? "yes" : "no"};
    return std::visit(
        [](const auto& v) -> Arg {
            if constexpr (std::is_same_v<std::decay_t<decltype(v)>, bool>)
                return std::string{v ? "yes" : "no"};
            else if constexpr (std::is_same_v<std::decay_t<decltype(v)>, Area>)
                return v;
            else
                return v;
        },
        value);
}

}  // namespace oiko
