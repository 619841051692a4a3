#pragma once
// Texts as the core says them: an id and arguments. Words are found outside (src/words), so no language and no locale is here.
#include <string>
#include <utility>
#include <variant>
#include <vector>

#include "core/base/quantity.h"

namespace oiko {

/// A text inside a text: the name of a key, a wall, a rule.
struct Ref {
    std::string id;
    friend bool operator==(const Ref&, const Ref&) = default;
};
using Arg = std::variant<std::string, Ref, std::int64_t, double, Length, Angle, Area, Mass, Load, Money, Share, Speed>;

struct Message {
    std::string id;  ///< empty: no text
    std::vector<Arg> args;
    friend bool operator==(const Message&, const Message&) = default;
};

}  // namespace oiko
