#pragma once
// The strong quantities of the program: whole numbers of a fine unit, so that sums, comparisons and files are exact.
// Reading and writing them as people do is notation.h's work.
#include <cmath>
#include <compare>
#include <cstdint>

namespace oiko {

/// A signed amount of one kind, in whole units of that kind's tick. Made only by functions named after a unit. Pass by value.
template <class Kind>
class Quantity {
public:
    constexpr Quantity() = default;
    static constexpr Quantity ticks(std::int64_t n) { return Quantity{n}; }
    constexpr std::int64_t count() const { return n_; }
    friend constexpr auto operator<=>(Quantity, Quantity) = default;
    friend constexpr Quantity operator+(Quantity a, Quantity b) { return Quantity{a.n_ + b.n_}; }
    friend constexpr Quantity operator-(Quantity a, Quantity b) { return Quantity{a.n_ - b.n_}; }
    friend constexpr Quantity operator-(Quantity a) { return Quantity{-a.n_}; }
    friend constexpr Quantity operator*(Quantity a, std::int64_t k) { return Quantity{a.n_ * k}; }
    friend constexpr Quantity operator*(std::int64_t k, Quantity a) { return Quantity{a.n_ * k}; }
    friend constexpr std::int64_t operator/(Quantity a, Quantity b) { return a.n_ / b.n_; }  ///< whole b's in a; b != 0
    constexpr Quantity& operator+=(Quantity b) { return n_ += b.n_, *this; }

private:
    explicit constexpr Quantity(std::int64_t n) : n_{n} {}
    std::int64_t n_ = 0;
};

using Length = Quantity<struct LengthKind>;  ///< nanometres; 1/64 in and 1 µm are exact
using Angle = Quantity<struct AngleKind>;    ///< billionths of a degree
using Area = Quantity<struct AreaKind>;      ///< square millimetres
using Mass = Quantity<struct MassKind>;      ///< milligrams
using Load = Quantity<struct LoadKind>;      ///< thousandths of a pascal
using Money = Quantity<struct MoneyKind>;    ///< ten-thousandths of the document's currency
using Share = Quantity<struct ShareKind>;    ///< millionths
using Speed = Quantity<struct SpeedKind>;    ///< micrometres a second

constexpr std::int64_t wholeTicks(double v) { return static_cast<std::int64_t>(v < 0 ? v - 0.5 : v + 0.5); }
constexpr Length mm(double v) { return Length::ticks(wholeTicks(v * 1e6)); }  ///< to the nearest nanometre
constexpr Length inches(double v) { return Length::ticks(wholeTicks(v * 25.4e6)); }
constexpr Length feet(double v) { return Length::ticks(wholeTicks(v * 304.8e6)); }
constexpr double inMm(Length a) { return static_cast<double>(a.count()) / 1e6; }
constexpr double inInches(Length a) { return static_cast<double>(a.count()) / 25.4e6; }
constexpr double inFeet(Length a) { return static_cast<double>(a.count()) / 304.8e6; }

constexpr double kPi = 3.14159265358979323846;
constexpr Angle degrees(double v) { return Angle::ticks(wholeTicks(v * 1e9)); }
constexpr double inDegrees(Angle a) { return static_cast<double>(a.count()) / 1e9; }
constexpr double inRadians(Angle a) { return inDegrees(a) * kPi / 180; }
/// The angle whose tangent is rise over run, as roof pitches are said: pitch(4, 12).
inline Angle pitch(double rise, double run) { return degrees(std::atan2(rise, run) * 180 / kPi); }

constexpr Area squareFeet(double v) { return Area::ticks(wholeTicks(v * 92903.04)); }
constexpr Area squareMm(double v) { return Area::ticks(wholeTicks(v)); }
constexpr double inSquareFeet(Area a) { return static_cast<double>(a.count()) / 92903.04; }
constexpr double inSquareMetres(Area a) { return static_cast<double>(a.count()) / 1e6; }

constexpr double kKgPerLb = 0.45359237;  ///< exact: international avoirdupois pound
constexpr Mass kilograms(double v) { return Mass::ticks(wholeTicks(v * 1e6)); }
constexpr Mass pounds(double v) { return kilograms(v * kKgPerLb); }
constexpr double inKilograms(Mass m) { return static_cast<double>(m.count()) / 1e6; }
constexpr double inPounds(Mass m) { return inKilograms(m) / kKgPerLb; }

constexpr double kPaPerPsf = 47.88025898;  ///< lbf/ft² in pascals, from the pound and the foot
constexpr Load psf(double v) { return Load::ticks(wholeTicks(v * kPaPerPsf * 1e3)); }
constexpr Load kilopascals(double v) { return Load::ticks(wholeTicks(v * 1e6)); }
constexpr double inPsf(Load p) { return static_cast<double>(p.count()) / 1e3 / kPaPerPsf; }
constexpr double inKilopascals(Load p) { return static_cast<double>(p.count()) / 1e6; }

constexpr Money money(double v) { return Money::ticks(wholeTicks(v * 1e4)); }
constexpr double inUnits(Money m) { return static_cast<double>(m.count()) / 1e4; }
/// To the nearest cent, halves away from zero: what a till asks.
constexpr Money toCents(Money m) {
    const auto n = m.count();
    return Money::ticks((n < 0 ? n - 50 : n + 50) / 100 * 100);
}
constexpr Share percent(double v) { return Share::ticks(wholeTicks(v * 1e4)); }
constexpr double inPercent(Share s) { return static_cast<double>(s.count()) / 1e4; }

}  // namespace oiko
