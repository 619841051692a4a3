#pragma once
// From the flock to floor, run, roost, nests, feed and water; and from a floor to a base that wastes little.
#include "core/catalog/source.h"
#include "core/design/param.h"

namespace oiko {

/// What one standard bird needs, by school. All common practice; where practice splits, the school is the keeper's.
struct School {
    std::string_view name;
    double floorSqFt, runSqFt;
    Source source = kPractice;
};
inline constexpr School kSchools[] = {{"sleeper", 2.5, 8}, {"usual", 4, 10}, {"roomy", 5, 12}};
const School& school(std::string_view name);

/// By size of bird against a standard one. Common practice.
struct SizeClass {
    std::string_view name;
    double floorShare;   ///< of a standard bird's floor
    Length roost, nest;  ///< bar a bird; clear nest each way
    Length roostHigh;    ///< most that such a bird jumps to without a ladder
    Source source = kPractice;
};
inline constexpr SizeClass kSizeClasses[] = {{"bantam", 2.0 / 3, inches(8), inches(10), inches(48)},
                                             {"standard", 1, inches(10), inches(12), inches(48)},
                                             {"heavy", 1.25, inches(12), inches(14), inches(24)}};
const SizeClass& sizeClass(std::string_view name);

inline constexpr std::int64_t kHensToANest = 4;  ///< common practice: three to five
inline constexpr std::int64_t kLeastNests = 2;   ///< common practice
inline constexpr double kFeedLbADay = 0.25;      ///< common practice
inline constexpr double kWaterGalADay = 0.125;   ///< common practice: a pint
inline constexpr double kVentSqFtABird = 1.0;    ///< common practice, the usual opening rule

/// Birds to size for: those wanted; with `double` at least twice those that move in first.
std::int64_t birdsSizedFor(Ask& ask);
Area floorNeeded(Ask& ask);
std::int64_t nestsNeeded(std::int64_t birds);
/// Ground under the coop that a run goes on over and a rake reaches; else none.
Area underFloor(Ask& ask);
/// In a house with two walls or more open to the air coop and run are one: what the flock doesn't need of its floor indoors counts as
/// run. Common practice.
Area openFloor(Ask& ask);
/// All runs together, with both.
Area runFloor(Ask& ask);
/// What feeder and drinker must hold for the days that the keeper may be away, one at least.
/// Bars to sit on by day in the first run.
std::int64_t perchesWanted(Ask& ask);
double feedPounds(Ask& ask);
double waterGallons(Ask& ask);
/// What one feeder and one drinker, 12 in across and 15 in high, hold. Common practice.
inline constexpr double kFeederPounds = 25, kDrinkerGallons = 5;
/// Of the sheets that line the walls within; zero: none.
Length liningThick(Ask& ask);
/// What both walls together take of a side: stud walls without lining; the curb's width where the floor is the earth between it.
Length wallsTake(Ask& ask);
/// Clear floor inside walls that take so much of each side.
Area clearFloor(Length width, Length depth, Length walls = inches(7));
/// The birds' own: without rooms parted off.
Area clearFloor(Ask& ask);

struct Base {
    Length width, depth;
};
/// The smallest base of 4, 6, 8, 10 … ft steps (whole sheets and boards) whose clear floor serves; ties go to the squarer one.
/// A side that is set (non-zero) stays. Nothing large enough: the largest.
/// `across` is what walls and rooms take of the width, `along` of the depth.
Base proposeBase(Area need, Length across, Length along, bool elevated, Length widthSet, Length depthSet, Length widest, Length deepest,
                 Length foot = feet(1));

}  // namespace oiko
