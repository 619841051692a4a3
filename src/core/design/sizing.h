#pragma once
// From the flock to floor, run, roost, nests, feed and water; and from a floor to a base that wastes little.
#include <functional>

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

/// By kind and size of bird, against a standard hen. Common practice.
struct SizeClass {
    std::string_view name;
    double floorShare, runShare;  ///< of a standard bird's floor and run
    Length roost, apart;          ///< bar a bird, none: it sleeps on the floor; and from bar to bar
    std::string_view bar;         ///< what it sits on
    Length roostHigh;             ///< most that such a bird jumps to without a ladder
    Length nest;                  ///< clear each way
    bool onFloor;                 ///< where it lays: it climbs into no nest
    Length popWide, popHigh;      ///< usual; two inches less do
    Angle ramp, steepest;         ///< usual at least, and the most that it walks easily
    Length lip;                   ///< of feeder and drinker: at its back
    double feedLb, waterGal;      ///< a day
    Source source = kPractice;
};
inline const SizeClass kSizeClasses[] = {{"bantam", 2.0 / 3, 2.0 / 3, inches(8), inches(12), "2x2", inches(48), inches(10), false,
                                          inches(10), inches(12), degrees(30), degrees(35), inches(6), 0.25, 0.125},
                                         {"standard", 1, 1, inches(10), inches(12), "2x2", inches(48), inches(12), false, inches(12),
                                          inches(14), degrees(30), degrees(35), inches(8), 0.25, 0.125},
                                         {"heavy", 1.25, 1.25, inches(12), inches(12), "2x2", inches(24), inches(14), false, inches(12),
                                          inches(14), degrees(30), degrees(35), inches(10), 0.25, 0.125},
                                         {"ducks",
                                          1.25,
                                          1.5,
                                          {},
                                          inches(12),
                                          "2x2",
                                          {},
                                          inches(14),
                                          true,
                                          inches(16),
                                          inches(16),
                                          degrees(20),
                                          degrees(25),
                                          inches(6),
                                          0.35,
                                          0.25},
                                         {"turkeys", 2, 2.5, inches(18), inches(24), "2x4", inches(30), inches(18), true, inches(20),
                                          inches(24), degrees(30), degrees(35), inches(14), 0.8, 0.25}};
const SizeClass& birdsOf(Ask& ask);

inline constexpr std::int64_t kHensToANest = 4;  ///< common practice: three to five
inline constexpr std::int64_t kLeastNests = 2;   ///< common practice
inline constexpr double kVentSqFtABird = 1.0;    ///< common practice, the usual opening rule

/// Birds to size for: those wanted; with `double` at least twice those that move in first.
std::int64_t birdsSizedFor(Ask& ask);
Area floorNeeded(Ask& ask);
std::int64_t nestsNeeded(std::int64_t birds);
/// What stands open in summer for all of them, and how much of a window of this kind does.
Area summerAir(Ask& ask);
double opensShare(std::string_view windowKind);
/// Ground under the coop that a run goes on over and a rake reaches; else none.
Area underFloor(Ask& ask);
/// In a house with two walls or more open to the air coop and run are one: what the flock doesn't need of its floor indoors counts as
/// run. Common practice.
Area openFloor(Ask& ask);
/// All runs together, with both.
Area runFloor(Ask& ask);
/// The first run whose top lets rain through: its row; or empty.
std::string rainyRun(Ask& ask);
bool roofedCorner(Ask& ask);
std::int64_t stumpsWanted(Ask& ask);
inline constexpr Length kStumpWide = inches(10), kStumpHigh = inches(12);  ///< of a log. Common practice.
/// A round tub to bathe in, which ducks want to wash eyes and bills; so far across and so high. Common practice; the tub is of our own
/// invention.
bool tubWanted(Ask& ask);
inline constexpr Length kTubWide = inches(30), kTubHigh = inches(10);
/// What perches, stumps and the tub take of the run's ground.
Area furnitureTakes(Ask& ask);
/// Bars to sit on by day in the first run.
std::int64_t perchesWanted(Ask& ask);
/// What feeder and drinker must hold for the days that the keeper may be away, one at least.
double feedPounds(Ask& ask);
double waterGallons(Ask& ask);
/// What one feeder and one drinker, 12 in across and 15 in high, hold. Common practice.
inline constexpr double kFeederPounds = 25, kDrinkerGallons = 5;
/// Side nipples in buckets as large: one to four birds, eight to a bucket at most. Common practice: three to five birds.
inline constexpr std::int64_t kNipplesABucket = 8;
std::int64_t nipplesNeeded(Ask& ask);
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
/// One that leans on a wall is wider, for nothing opens there.
/// `across` is what walls and rooms take of the width, `along` of the depth. In a coop on legs `reached` tells whether all of such a floor
/// is within reach from outside; what serves and isn't is proposed only where nothing else serves. No side is
/// less than `least`.
using Reached = std::function<bool(Length width, Length depth)>;
Base proposeBase(Area need, Length across, Length along, const Reached& reached, Length widthSet, Length depthSet, Length widest,
                 Length deepest, Length foot = feet(1), bool leaning = false, Base least = {});

}  // namespace oiko
