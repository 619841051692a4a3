#pragma once
#include <string_view>

namespace oiko {
/// Where a number comes from; every row of every table carries one. An empty title means common practice, with no single source.
struct Source {
    std::string_view title, edition, locus;
    bool fromMemory = true;  ///< the edition was not at hand: crossed with a formula or its neighbours by a test
    friend bool operator==(const Source&, const Source&) = default;
};
inline constexpr Source kPractice{"", "", "", false};
}  // namespace oiko
