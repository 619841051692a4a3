#pragma once
// Reading and writing quantities as people write them. What can't be read is refused with what was expected, never guessed.
// No locale: numbers use a point, whatever the desktop's settings.
#include <optional>
#include <string>
#include <string_view>

#include "core/base/result.h"

namespace oiko {

enum class Units { imperial, metric };

/// Reads a length. A bare number is inches (imperial) or millimetres (metric).
/// LEGAL, equal ones on one line:  8' = 8ft = 8 ft = 96in = 96" = 2438.4mm = 243.84cm = 2.4384m
///                                 7' 3 1/2" = 7'-3½" = 7ft 3.5in = 87 1/2 in     5/8" = 0.625in     ′ ″ ’ ” read as ' "
/// ILLEGAL: "" "8 foots" "8' 3" 2" "1/0" "--3" "3 1/2 1/4" "nan"
Result<Length> readLength(std::string_view text, Units bare);
/// Reads an angle: 15deg = 15° ; a pitch 4/12 = 4:12 ; 25%. No bare number.
Result<Angle> readAngle(std::string_view text);
/// 30 psf, 30psf, 1.2 kPa; a bare number is psf or kPa.
Result<Load> readLoad(std::string_view text, Units bare);
/// 800 lb, 800 lbs, 360 kg; a bare number is pounds or kilograms.
Result<Mass> readMass(std::string_view text, Units bare);
/// 4 sq ft, 4 ft2, 4 ft², 0.4 m2, 0.4 m²; a bare number is sq ft or m².
Result<Area> readArea(std::string_view text, Units bare);
/// A plain decimal, at most four places; a leading $ or € is passed over.
Result<Money> readMoney(std::string_view text);
/// 6 %, 6%, 6 : all six in a hundred.
Result<Share> readShare(std::string_view text);
Result<std::int64_t> readCount(std::string_view text);
/// yes, on, true, 1 / no, off, false, 0.
Result<bool> readFlag(std::string_view text);

/// The first byte that is not UTF-8 (RFC 3629, section 4), npos if all is.
std::size_t firstNotUtf8(std::string_view text);

/// A whole decimal number, all of `text`; nullopt otherwise (also for inf and nan).
std::optional<double> readNumber(std::string_view text);

/// As people read it: 7' 3 1/2" (to the nearest sixteenth), under a foot 11 7/8"; metric 610 mm, from 1 m up 2.44 m.
std::string writeLength(Length v, Units units);
/// Reads back to the same nanometre: 87 1/2 in sixty-fourths where whole, else millimetres with every digit needed.
std::string exactLength(Length v, Units units);
/// 4/12 where the pitch is a whole quarter in twelve, else degrees to a tenth. Metric: degrees.
std::string writeAngle(Angle v, Units units);
std::string exactAngle(Angle v);
std::string writeArea(Area v, Units units);
std::string writeMass(Mass v, Units units);
std::string writeLoad(Load v, Units units);
std::string writeMoney(Money v);  ///< 2,648.09; U+2212 for less than zero
std::string exactMoney(Money v);  ///< 2648.09, as files and scripts have it
std::string writeShare(Share v);
/// The shortest decimal that reads back to the same double, at most `places` behind the point.
std::string writeNumber(double v, int places);

}  // namespace oiko
