#pragma once
#include <cassert>
#include <string>
#include <utility>
#include <variant>

#include "core/base/message.h"

namespace oiko {

/// Why a request was not carried out. Printed as `WHERE: WHAT; WHAT TO DO`.
struct Error {
    enum class Kind { usage, input, output };  ///< exit status 2, 3, 4; mapped once, in the tool's main
    Kind kind = Kind::usage;
    std::string where;  ///< parameter key, JSON pointer, or FILE:LINE
    Message what;       ///< what is wrong, with the value as it was given
    Message todo;       ///< what to do about it
};

/// A value or an Error; stands in for std::expected, which GCC 12 offers only from C++23 on.
template <class T>
class [[nodiscard]] Result {
public:
    Result(T value) : held_(std::in_place_index<0>, std::move(value)) {}
    Result(Error error) : held_(std::in_place_index<1>, std::move(error)) {}
    explicit operator bool() const { return held_.index() == 0; }
    /// Reading the side that is not held is a bug in the caller, and asserts.
    const T& value() const { return assert(*this), *std::get_if<0>(&held_); }
    T& value() { return assert(*this), *std::get_if<0>(&held_); }
    const Error& error() const { return assert(!*this), *std::get_if<1>(&held_); }

private:
    std::variant<T, Error> held_;
};

using Done = Result<std::monostate>;

}  // namespace oiko
