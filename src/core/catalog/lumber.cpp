#include "core/catalog/lumber.h"

namespace oiko {

std::optional<Wood> gradedWood(std::string_view species, std::string_view grade, Length wide) {
    const auto at = std::ranges::find(kGrades, grade);
    if (at == kGrades.end()) return std::nullopt;
    const auto g = static_cast<std::size_t>(at - kGrades.begin());
    // Bending and elasticity by grade: select structural, No. 1, No. 2, No. 3.
    struct Row {
        std::string_view species;
        double bending[4], elasticity[4], shear, bearing, gravity;
    };
    static constexpr Row kRows[] = {{"DF-L", {1500, 1000, 900, 525}, {1.9e6, 1.7e6, 1.6e6, 1.4e6}, 180, 625, 0.50},
                                    {"HF", {1400, 975, 850, 500}, {1.6e6, 1.5e6, 1.3e6, 1.2e6}, 150, 405, 0.43},
                                    {"SPF", {1250, 875, 875, 500}, {1.5e6, 1.4e6, 1.4e6, 1.2e6}, 135, 425, 0.42}};
    for (const auto& r : kRows)
        if (r.species == species) return Wood{r.species, r.bending[g], r.shear, r.bearing, r.elasticity[g], r.gravity, kNds4A};
    if (species != "SP") return std::nullopt;
    static constexpr double kDepth[] = {3.5, 5.5, 7.25, 9.25, 11.25};  // in; bending for each, by grade
    static constexpr double kPine[][4] = {
        {2350, 1500, 1100, 650}, {2100, 1350, 1000, 575}, {1950, 1250, 925, 525}, {1700, 1050, 800, 475}, {1600, 1000, 750, 450}};
    static constexpr double kPineElasticity[] = {1.8e6, 1.6e6, 1.4e6, 1.3e6};
    std::size_t row = 0;
    while (row + 1 < std::size(kDepth) && inInches(wide) > kDepth[row] + 0.01) ++row;
    return Wood{"SP", kPine[row][g], 175, 565, kPineElasticity[g], 0.55, kNds4B, true};
}

}  // namespace oiko
