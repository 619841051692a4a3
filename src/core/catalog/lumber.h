#pragma once
// Lumber by nominal size: dressed sizes, densities, nails.
#include <algorithm>
#include <array>
#include <optional>
#include <string_view>

#include "core/base/quantity.h"
#include "core/catalog/source.h"

namespace oiko {

struct Profile {
    std::string_view name;  ///< nominal, as said: 2x4
    Length thick, wide;     ///< dressed, dry; thick <= wide
    Source source;
};
inline constexpr Source kPs20{"American Softwood Lumber Standard PS 20", "PS 20-20", "Table 3, minimum dressed dry sizes"};
inline constexpr Source kPs20Worked{"American Softwood Lumber Standard PS 20", "PS 20-20", "worked lumber, shiplap; from memory"};
inline constexpr std::array kProfiles{
    Profile{"1x2", inches(0.75), inches(1.5), kPs20},
    Profile{"1x3", inches(0.75), inches(2.5), kPs20},
    Profile{"1x4", inches(0.75), inches(3.5), kPs20},
    Profile{"1x6", inches(0.75), inches(5.5), kPs20},
    Profile{"1x10", inches(0.75), inches(9.25), kPs20},
    Profile{"shiplap-1x8", inches(0.75), inches(7.25), kPs20Worked},
    Profile{"matched-1x6", inches(0.75), inches(5.375), kPs20Worked},
    Profile{"2x2", inches(1.5), inches(1.5), kPs20},
    Profile{"2x3", inches(1.5), inches(2.5), kPs20},
    Profile{"2x4", inches(1.5), inches(3.5), kPs20},
    Profile{"2x6", inches(1.5), inches(5.5), kPs20},
    Profile{"2x8", inches(1.5), inches(7.25), kPs20},
    Profile{"2x10", inches(1.5), inches(9.25), kPs20},
    Profile{"2x12", inches(1.5), inches(11.25), kPs20},
    Profile{"4x4", inches(3.5), inches(3.5), kPs20},
    Profile{"4x6", inches(3.5), inches(5.5), kPs20},
};
constexpr bool thickNotOverWide() {
    return std::ranges::all_of(kProfiles, [](const Profile& p) { return p.thick <= p.wide; });
}
static_assert(thickNotOverWide());

/// The profile of a stock name: "2x4", or "2x4pt" for its treated kind. nullptr: no such size.
constexpr const Profile* profile(std::string_view stock) {
    if (stock.ends_with("pt")) stock.remove_suffix(2);
    const auto at = std::ranges::find(kProfiles, stock, &Profile::name);
    return at == kProfiles.end() ? nullptr : &*at;
}

/// Reference design values of visually graded dimension lumber, psi, before any adjustment.
struct Wood {
    std::string_view name;
    double bending, shear, bearing, elasticity, specificGravity;
    Source source;
    bool sized = false;                    ///< bending stands for this depth already: no size factor
    double compression = 0, stiffMin = 0;  ///< along the grain, F_c; E_min, for columns; of those that the program frames with
};
inline constexpr Source kNds4A{"NDS Supplement", "2018", "Table 4A; G from NDS Table 12.3.3A"};
inline constexpr Source kNds4B{"NDS Supplement", "2018", "Table 4B; G from NDS Table 12.3.3A"};
/// No. 2, as sold. From memory.
inline constexpr std::array kWoods{Wood{"spf", 875, 135, 425, 1.4e6, 0.42, kNds4A, false, 1150, 510000},
                                   Wood{"hf", 850, 150, 405, 1.3e6, 0.43, kNds4A, false, 1300, 470000},
                                   Wood{"dfl", 900, 180, 625, 1.6e6, 0.50, kNds4A, false, 1350, 580000}};
constexpr const Wood& wood(std::string_view name) { return *std::ranges::find(kWoods, name, &Wood::name); }

inline constexpr std::array<std::string_view, 4> kSpecies{"DF-L", "HF", "SPF", "SP"}, kGrades{"SS", "No.1", "No.2", "No.3"};
/// Any of kSpecies in any of kGrades, for a depth (southern pine is tabulated by it). From memory; nullopt: no such name.
std::optional<Wood> gradedWood(std::string_view species, std::string_view grade, Length wide);

/// Density in kg/m³ at a moisture content in percent: 62.4 · G / (1 + 0.009·G·m) · (1 + m/100) lb/ft³.
/// Source: NDS Supplement 2018, section 3.1.3.
constexpr double density(const Wood& w, double moisture) {
    return 62.4 * w.specificGravity / (1 + 0.009 * w.specificGravity * moisture) * (1 + moisture / 100) * 16.018463;
}

/// Common nails by penny size. Source: ASTM F1667, common wire nails; from 2d to 10d a quarter inch a penny.
struct Nail {
    int penny;
    Length length;
};
inline constexpr std::array kNails{Nail{2, inches(1)},  Nail{4, inches(1.5)},   Nail{6, inches(2)},    Nail{8, inches(2.5)},
                                   Nail{10, inches(3)}, Nail{12, inches(3.25)}, Nail{16, inches(3.5)}, Nail{20, inches(4)}};

}  // namespace oiko
