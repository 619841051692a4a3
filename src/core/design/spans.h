#pragma once
#include <string_view>

#include "core/base/result.h"
#include "core/catalog/lumber.h"

namespace oiko {

struct SpanLoad {
    Load live, dead;
    double duration = 1.0;      ///< C_D: 1.0 floor, 1.15 snow, 1.25 roof live
    double limit = 360;         ///< deflection under live load alone: span over this
    bool alone = false;         ///< one member by itself: without the repetitive factor
    Length seat = inches(1.5);  ///< what either end lies on
};
struct Span {
    Length clear;
    enum class Governs { bending, deflection, shear, bearing } governs;
};
/// Longest clear horizontal span of one of several equal members, evenly spaced, simply supported, uniformly loaded.
/// Size factor C_F by depth (NDS Supplement 2018 Table 4A), repetitive member 1.15 (NDS 2018 4.3.9; of a strength class
/// k_sys 1.1, EN 1995-1-1 6.6), load duration C_D (Table 2.3.2).
/// Shear by all of the load between the supports (NDS 2018 3.4.2). Left to the caller: wet service, notches. Simple
/// beam: AWC DA6 figure 1.
Span clearSpan(const Wood& wood, const Profile& member, Length spacing, const SpanLoad& load);
std::string_view name(Span::Governs g);
/// What a stud carries along its length, lb: the lesser of the column (NDS 2018 3.7.1.5, c 0.8; C_F on F_c 1.15 up to 4 in wide, NDS
/// Supplement 2018 Table 4A) and its bearing on a plate (3.10.2). `tall` bends across its width, `free` of that across its thickness.
/// Zero where it is more slender than 50 (3.7.1.4). Left to the caller: wind, wet service.
double studCarriesLb(const Wood& wood, const Profile& stud, Length tall, Length free, double duration);
inline constexpr double kMostSlender = 50;
inline constexpr Source kDa6{"AWC DA6", "2007", "figure 1, simple beam, uniformly loaded"};
inline constexpr Source kNds37{"NDS", "2018", "3.7.1, solid columns"};
inline constexpr double kSnowDuration = 1.15;
/// What one 10d common nail, 3 in long, carries sideways between two 2x members of this wood, lb: yield mode IV. A longer one comes
/// through. Source: NDS 2018 Table 12.3.1A with F_e = 16600 G^1.84 (12.3.3), F_yb 90,000 psi, K_D 2.2; as Table 12N tabulates.
double nailLateralLb(const Wood& wood);
inline constexpr Source kNds12{"NDS", "2018", "Table 12.3.1A, yield mode IV"};

/// C_F on bending; NDS Supplement 2018 Table 4A, No. 1 to No. 3. Of a strength class k_h, EN 1995-1-1 3.2, from memory.
double sizeFactor(const Wood& wood, Length deep);

}  // namespace oiko
