#pragma once
// Lumber by nominal size: dressed sizes, densities, nails.
#include <algorithm>
#include <array>
#include <optional>
#include <string>
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
inline constexpr Source kEn1313{"Round and sawn timber, permitted deviations and preferred sizes, softwood", "EN 1313-1:2010",
                                "22, 47 and 100 mm thick, 50 to 300 mm wide; from memory"};
inline constexpr std::array kProfiles{
    Profile{"1x2", inches(0.75), inches(1.5), kPs20},
    Profile{"1x3", inches(0.75), inches(2.5), kPs20},
    Profile{"1x4", inches(0.75), inches(3.5), kPs20},
    Profile{"1x6", inches(0.75), inches(5.5), kPs20},
    Profile{"1x10", inches(0.75), inches(9.25), kPs20},
    Profile{"shiplap-1x8", inches(0.75), inches(7.25), kPs20Worked},
    Profile{"matched-1x6", inches(0.75), inches(5.375), kPs20Worked},
    Profile{"2x2", inches(1.5), inches(1.5), kPs20},
    Profile{"pole-2", inches(2), inches(2), kPractice},  // round
    Profile{"2x3", inches(1.5), inches(2.5), kPs20},
    Profile{"2x4", inches(1.5), inches(3.5), kPs20},
    Profile{"2x6", inches(1.5), inches(5.5), kPs20},
    Profile{"2x8", inches(1.5), inches(7.25), kPs20},
    Profile{"2x10", inches(1.5), inches(9.25), kPs20},
    Profile{"2x12", inches(1.5), inches(11.25), kPs20},
    Profile{"4x4", inches(3.5), inches(3.5), kPs20},
    Profile{"4x6", inches(3.5), inches(5.5), kPs20},
    Profile{"4x8", inches(3.5), inches(7.25), kPs20},
    Profile{"22x50", mm(22), mm(50), kEn1313},
    Profile{"22x75", mm(22), mm(75), kEn1313},
    Profile{"22x100", mm(22), mm(100), kEn1313},
    Profile{"22x150", mm(22), mm(150), kEn1313},
    Profile{"22x225", mm(22), mm(225), kEn1313},
    Profile{"rebated-22x175", mm(22), mm(175), kPractice},
    Profile{"matched-22x125", mm(22), mm(125), kPractice},
    Profile{"47x47", mm(47), mm(47), kPractice},
    Profile{"pole-50", mm(50), mm(50), kPractice},
    Profile{"47x75", mm(47), mm(75), kEn1313},
    Profile{"47x100", mm(47), mm(100), kEn1313},
    Profile{"47x150", mm(47), mm(150), kEn1313},
    Profile{"47x200", mm(47), mm(200), kEn1313},
    Profile{"47x225", mm(47), mm(225), kEn1313},
    Profile{"47x300", mm(47), mm(300), kEn1313},
    Profile{"100x100", mm(100), mm(100), kEn1313},
    Profile{"100x150", mm(100), mm(150), kEn1313},
    Profile{"100x200", mm(100), mm(200), kEn1313},
    // Planed, as it is sold in the north of Europe.
    Profile{"22x45", mm(22), mm(45), kPractice},
    Profile{"22x70", mm(22), mm(70), kPractice},
    Profile{"22x95", mm(22), mm(95), kPractice},
    Profile{"22x145", mm(22), mm(145), kPractice},
    Profile{"22x220", mm(22), mm(220), kPractice},
    Profile{"rebated-22x170", mm(22), mm(170), kPractice},
    Profile{"matched-22x120", mm(22), mm(120), kPractice},
    Profile{"45x45", mm(45), mm(45), kPractice},
    Profile{"45x70", mm(45), mm(70), kPractice},
    Profile{"45x95", mm(45), mm(95), kPractice},
    Profile{"45x145", mm(45), mm(145), kPractice},
    Profile{"45x195", mm(45), mm(195), kPractice},
    Profile{"45x220", mm(45), mm(220), kPractice},
    Profile{"45x295", mm(45), mm(295), kPractice},
    Profile{"95x95", mm(95), mm(95), kPractice},
    Profile{"95x145", mm(95), mm(145), kPractice},
    Profile{"95x195", mm(95), mm(195), kPractice},
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

/// The timber a design is built of: which size sold serves where the rules ask for one of those that the trade names in inches.
struct Timber {
    std::string_view name;
    Length two, one, post;  ///< thickness of what a 2x and a 1x stand for; face of a 4x4
    struct Size {
        std::string_view asked, sold;
    };
    std::string_view postTie, postBase;  ///< made for its 4x4
    std::array<Size, 18> sizes;
    /// "47x100pt" for "2x4pt"; what is no lumber stays as it is.
    constexpr std::string_view plain(std::string_view asked) const {
        const auto at = std::ranges::find(sizes, asked, &Size::asked);
        return at == sizes.end() ? asked : at->sold;
    }
    std::string stock(std::string_view asked) const {
        return asked.ends_with("pt") ? std::string{plain(asked.substr(0, asked.size() - 2))} + "pt" : std::string{plain(asked)};
    }
    /// Dressed, of "2x4" or "2x4pt"; it must be one of them.
    constexpr const Profile& size(std::string_view asked) const {
        if (asked.ends_with("pt")) asked.remove_suffix(2);
        return *profile(plain(asked));
    }
};
inline constexpr std::array kTimbers{
    Timber{"inch",
           inches(1.5),
           inches(0.75),
           inches(3.5),
           "post-tie-4x4",
           "post-base-4x4",
           {{{"1x2", "1x2"},
             {"1x3", "1x3"},
             {"1x4", "1x4"},
             {"1x6", "1x6"},
             {"1x10", "1x10"},
             {"shiplap-1x8", "shiplap-1x8"},
             {"matched-1x6", "matched-1x6"},
             {"2x2", "2x2"},
             {"pole", "pole-2"},
             {"2x3", "2x3"},
             {"2x4", "2x4"},
             {"2x6", "2x6"},
             {"2x8", "2x8"},
             {"2x10", "2x10"},
             {"2x12", "2x12"},
             {"4x4", "4x4"},
             {"4x6", "4x6"},
             {"4x8", "4x8"}}}},
    Timber{"metric",
           mm(47),
           mm(22),
           mm(100),
           "post-tie-100",
           "post-base-100",
           {{{"1x2", "22x50"},
             {"1x3", "22x75"},
             {"1x4", "22x100"},
             {"1x6", "22x150"},
             {"1x10", "22x225"},
             {"shiplap-1x8", "rebated-22x175"},
             {"matched-1x6", "matched-22x125"},
             {"2x2", "47x47"},
             {"pole", "pole-50"},
             {"2x3", "47x75"},
             {"2x4", "47x100"},
             {"2x6", "47x150"},
             {"2x8", "47x200"},
             {"2x10", "47x225"},
             {"2x12", "47x300"},
             {"4x4", "100x100"},
             {"4x6", "100x150"},
             {"4x8", "100x200"}}}},
    Timber{"planed",
           mm(45),
           mm(22),
           mm(95),
           "post-tie-95",
           "post-base-95",
           {{{"1x2", "22x45"},
             {"1x3", "22x70"},
             {"1x4", "22x95"},
             {"1x6", "22x145"},
             {"1x10", "22x220"},
             {"shiplap-1x8", "rebated-22x170"},
             {"matched-1x6", "matched-22x120"},
             {"2x2", "45x45"},
             {"pole", "pole-50"},
             {"2x3", "45x70"},
             {"2x4", "45x95"},
             {"2x6", "45x145"},
             {"2x8", "45x195"},
             {"2x10", "45x220"},
             {"2x12", "45x295"},
             {"4x4", "95x95"},
             {"4x6", "95x145"},
             {"4x8", "95x195"}}}},
};
constexpr const Timber& timber(std::string_view name) { return *std::ranges::find(kTimbers, name, &Timber::name); }

/// Reference design values of visually graded dimension lumber, psi, before any adjustment.
struct Wood {
    std::string_view name;
    double bending, shear, bearing, elasticity, specificGravity;
    Source source;
    bool sized = false;                    ///< bending stands for this depth already: no size factor
    double compression = 0, stiffMin = 0;  ///< along the grain, F_c; E_min, for columns; of those that the program frames with
    bool graded = false;                   ///< a strength class of EN 338, with that standard's depth and system factors
};
inline constexpr Source kEn338{"EN 338", "2016", "Table 1; EN 1995-1-1 for what is made of it"};
/// A strength class by its characteristic values, N/mm² and kg/m³, as what the rest of the program reckons with, psi. Strength: k_mod 0.8
/// (medium term), gamma_M 1.3, a load factor of 1.5; shear by k_cr 0.67, bearing by k_c,90 1.5 (EN 1995-1-1 3.1.3, 2.4.1, 6.1.7, 6.1.5).
/// E_min is E_0,05 over 1.66, the factor within NDS's. G from the mean density at 12 % (NDS Supplement 3.1.3). From memory.
constexpr Wood strengthClass(std::string_view name, double bending, double compression, double bearing, double shear, double mean,
                             double least, double dense) {
    const double psi = 145.0377, design = 0.8 / 1.3 / 1.5 * psi;
    return {name,
            bending * design,
            shear * 0.67 * design,
            bearing * 1.5 * design,
            mean * psi,
            dense / (62.4 * 16.018463 * 1.12 - 0.108 * dense),
            kEn338,
            false,
            compression * design,
            least * psi / 1.66,
            true};
}
inline constexpr Source kNds4A{"NDS Supplement", "2018", "Table 4A; G from NDS Table 12.3.3A"};
inline constexpr Source kNds4B{"NDS Supplement", "2018", "Table 4B; G from NDS Table 12.3.3A"};
/// No. 2, as sold. From memory.
inline constexpr std::array kWoods{Wood{"spf", 875, 135, 425, 1.4e6, 0.42, kNds4A, false, 1150, 510000},
                                   Wood{"hf", 850, 150, 405, 1.3e6, 0.43, kNds4A, false, 1300, 470000},
                                   Wood{"dfl", 900, 180, 625, 1.6e6, 0.50, kNds4A, false, 1350, 580000},
                                   strengthClass("c16", 16, 17, 2.2, 3.2, 8000, 5400, 370),
                                   strengthClass("c24", 24, 21, 2.5, 4.0, 11000, 7400, 420)};
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
