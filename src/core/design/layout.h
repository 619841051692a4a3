#pragma once
// Openings along the walls: which wall has room, and where on it an opening that nobody has placed comes to stand.
#include <optional>
#include <string_view>

#include "core/design/param.h"

namespace oiko {

/// Where along a wall, seen from outside from the left corner, nothing else can open: an opening and its framing, or a run's post.
struct Taken {
    std::string key;  ///< of its row: "windows.2", "runs.1", or "nests"
    Length from, to;
};

/// Framing beside an opening: a trimmer and a king stud on either side, or a post, shared with nothing. Two openings stand twice this
/// apart.
Length besideOpening(Ask& ask);
/// As wide as an opening is at most that one board is framed over: its header from trimmer to trimmer, or its length of a beam on posts,
/// which is not parted within a foot of a corner.
Length widestFramed(Ask& ask);
/// From a run's post to what opens beside it: its casing, a 1x3. Common practice.
Length besidePost(Ask& ask);
/// From a wall's corner to the nearest opening: the wall that laps it, its stud, framing beside, and half an inch; of the thinnest timber.
Length cornerClear(Ask& ask);
inline constexpr Length kCornerClear = inches(8.5);
/// Along the roof a coop goes on as long as that; down its fall rafters, ties and joists are one board.
inline constexpr Length kLongestCoop = feet(540);

/// Thickness of a nest's ends and partitions, nominal half-inch plywood.
inline constexpr Length kNestBoard = inches(0.46875);
/// Outside width of a row of nests, its two ends counted; what the wall's opening must take.
constexpr Length nestRowWidth(std::int64_t count, Length clear) { return clear * count + kNestBoard * (count + 1); }
/// Nests that stand inside, on legs of their own, instead of hanging outside their wall.
bool nestsInside(Ask& ask);
/// Those of them that stand on the floor itself, which is their own: for birds that climb into none. Within a curb on sleepers, before it.
bool nestsOnFloor(Ask& ask);
/// The floor that eggs are laid on, or what such boxes begin at, above the deck or what the walls stand on round an earth floor; and how
/// far from the wall's inner face their back stands.
Length nestsUp(Ask& ask);
Length nestsOff(Ask& ask);
/// Those of them that hang on brackets instead of standing on legs.
bool nestsHang(Ask& ask);
/// Those that reach through their wall to a front on the siding, and all that open it.
bool nestsFlush(Ask& ask);
/// Of those, a row whose nests are the wall's own bays: no stud is cut, a board behind each parts them.
bool nestsBetween(Ask& ask);
/// The stud that such a row begins at, counted along the wall's layout from its left corner; and where the row stands then.
std::int64_t nestsBay(Ask& ask);
Length nestsFrom(Ask& ask, std::int64_t bay);
/// How far apart the places are that a length can take, where it can't take any: such nests go from bay to bay.
std::optional<Length> placesApart(Ask& ask, std::string_view slot);
/// The post under the ridge stands between two studs of a wall's layout, or in the place of one.
bool ridgeBetween(Ask& ask, std::string_view side, std::int64_t from, std::int64_t to);
/// Bays of a wall that nests may take, the first and how many, from left to right.
std::vector<std::pair<std::int64_t, std::int64_t>> nestBays(Ask& ask, std::string_view side);
/// Of those, the most in a row.
std::int64_t mostBays(Ask& ask, std::string_view side);
bool nestsThrough(Ask& ask);
/// Their front is hung at its foot and drops to a shelf.
bool nestsDrop(Ask& ask);
/// A row outside whose floor slopes, so that eggs roll into a tray beyond a curtain.
bool nestsRoll(Ask& ask);
/// Clear width of a nest, its clear height, and its depth; a 5 gallon bucket on its side is 12 in across and 14 1/2 in deep. Common
/// practice.
Length nestClear(Ask& ask);
Length nestHigh(Ask& ask);
Length nestDeep(Ask& ask);
inline constexpr Length kBucketWide = inches(12), kBucketDeep = inches(14.5);
/// A bought nest, as wide and as high at its front, and so deep. Of our own invention, as the sample prices are.
inline constexpr Length kNestUnitWide = inches(12.5), kNestUnitDeep = inches(12);
/// The tray before nests whose eggs roll away, the slot they roll through, and what their floor falls. Common practice.
inline constexpr Length kEggTray = inches(5), kEggSlot = inches(2.75), kEggFall = inches(1.5);
/// How far those reach into the coop from the wall's inner face: board, nest, lip, and a perch before it. Common practice.
Length nestReach(Ask& ask);
/// Their bearers and the legs below, at least 2 in long, want so much under their floor; or their brackets, over a kick board.
Length nestBearer(Ask& ask);
inline constexpr Length kNestBracket = inches(10);  ///< how far their upright goes down below the arm. Common practice
/// Bars are wanted: as many as are asked for, else by kind of bird.
bool roosting(Ask& ask);
/// How far the roosts' zone reaches in from the inner face of their wall: a foot behind the bars, half a one before; none without bars.
Length roostZone(Ask& ask);
Length roostZone(Ask& ask, std::int64_t bars);
/// Floor, front and lid of a row outside are each one piece of an 8 ft sheet; the lid laps an inch past both ends. Those inside are of as
/// many, each joint over a partition.
inline constexpr Length kWidestNestRow = inches(94);
/// Between the studs beside a roost and its ends: what is fixed there, or the curb that reaches inwards.
Length roostClear(Ask& ask);
/// What is fixed to a wall's inside, or the curb that reaches in from under it: the roosts' zone keeps clear of both.
Length beforeWall(Ask& ask);
/// A droppings board lies so far below the lowest roost's top: a hand and a scraper reach between. Common practice.
inline constexpr Length kBoardBelowRoost = inches(10);
/// A bought pop door that opens by itself: clear opening, and its frame with the motor, on the inside. Of our own invention, as the sample
/// prices are; or as the keeper's own was measured.
inline constexpr Length kUnitWide = inches(12), kUnitHigh = inches(14), kUnitBelow = inches(0.5);
struct PopUnit {
    Length beside = inches(1.5), tall = inches(28), deep = inches(1.5);  ///< its frame's, beyond the opening and from the wall's inside
};
bool ownUnit(Ask& ask, const std::string& row);  ///< of a bought window or an automatic pop door
PopUnit popUnit(Ask& ask, const std::string& pop);
/// Bought windows: the opening that each wants, and how deep its frame is. Of our own invention, as the sample prices are.
struct WindowUnit {
    std::string_view name;
    Length wide, high;
};
inline constexpr WindowUnit kWindowUnits[] = {
    {"24x24", inches(24), inches(24)}, {"24x36", inches(24), inches(36)}, {"36x24", inches(36), inches(24)}};
inline constexpr Length kWindowUnitDeep = inches(3.25);
Length windowUnitDeep(Ask& ask, const std::string& window);
/// Of those on sale the one that a row of windows buys; nullptr: none.
const WindowUnit* windowUnit(Ask& ask, const std::string& window);
/// How much wider than its opening a pop door's leaf is on either side; what a leaf that slides sideways wants of the wall's inside beside
/// it.
inline constexpr Length kPopLap = inches(1.25);
constexpr Length slideWants(Length width) { return width + kPopLap * 2 + inches(0.5); }
bool slidesAside(Ask& ask, const std::string& pop);
/// Which way: to the right where nothing opens or stands there inside, else to the left; nullopt: neither is free.
std::optional<bool> slidesRight(Ask& ask, const std::string& pop);
/// Clear width of an opening by the key of its row.
Length openingWidth(Ask& ask, const std::string& key);

Length wallLength(Ask& ask, std::string_view side);
/// Rows that take room on a wall, in the order in which they choose their place: those whose wall is set first, but for hatches, whose
/// hoppers keep clear of what opens round the corner too.
std::vector<std::string> placingOrder(Ask& ask);
/// Of an end wall, where nothing opens for the post that a ridge beam stands on there.
std::optional<std::pair<Length, Length>> belowBeam(Ask& ask, std::string_view side);
/// Openings on a wall, other than `self`, that are already placed: those before it in order, and later ones whose place is set.
std::vector<Taken> takenOn(Ask& ask, std::string_view side, std::string_view self);
/// The widest opening that still fits on a wall beside those taken; may be negative.
Length widestGap(Ask& ask, std::string_view side, std::string_view self);
/// What nests that stand inside leave free before a door or a pop door round the corner. Common practice.
inline constexpr Length kWayToDoor = inches(20), kWayToPop = inches(12);
/// Between what they leave so at either end of a wall, from its left end; and the widest free place for them there.
std::pair<Length, Length> besideWays(Ask& ask, std::string_view side);
Length roomForNests(Ask& ask, std::string_view side);
/// As wide as an opening can be at most there, `most` or less: under a ridge its king studs must clear the post too.
Length widestPlace(Ask& ask, std::string_view side, std::string_view self, Length most);
/// The first of the sides with room for `wanted`, else the one with most room.
std::string sideWithRoom(Ask& ask, std::string_view self, Length wanted, std::span<const std::string_view> sides);
/// A free place for an opening of this width, nearest to `ideal` (its left edge), on a 1/2 in grid; `ideal`, bounded, when none is free.
Length freePlace(Ask& ask, std::string_view side, std::string_view self, Length width, Length ideal);

inline constexpr std::string_view kSides[] = {"front", "right", "back", "left"};
int sideIndex(std::string_view side);
std::string_view opposite(std::string_view side);
/// The side round a wall's left end, as seen from outside, and the one round its right end.
std::string_view leftOf(std::string_view side);
std::string_view rightOf(std::string_view side);

}  // namespace oiko
