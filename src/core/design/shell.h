#pragma once
// The heights and slopes that everything else hangs on, worked out once from the values asked for.
// The shell is built in its own frame: the roof falls towards local back and, as a gable, towards local front too; its ridge runs
// along local x. `turn` brings local sides onto the coop's.
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/design/param.h"
#include "core/design/slope.h"
#include "core/design/spans.h"
#include "core/design/timber.h"

namespace oiko {

inline constexpr Length kInsideFittings = inches(2.5);  ///< what is fixed to a wall's inside keeps within this

struct Shell {
    const Timber* timber = nullptr;
    int turn = 0;           ///< quarter turns: coop side = local side + turn, modulo 4, counted front, right, back, left
    Length wide, deep;      ///< local: along the eave, and along the fall; outside of the frame
    Length wallDeep;        ///< of the studs
    bool posted = false;    ///< posts and rails instead of studs
    bool leans = false;     ///< its local front stands against a wall: the roof ends there
    Length carries[5];      ///< of a light frame: how wide an opening one header of each of kHeaders spans
    Length widest;          ///< an opening under the rafters: what the deepest of those spans, or the beam on posts
    Length jamb;            ///< framing beside an opening
    Length plates;          ///< thickness of the top plates together, or of the beam on posts
    Length rafterDeep;      ///< dressed depth
    Length lining;          ///< of the sheets under them
    Length overhang, rake;  ///< plan, beyond the frame: at the walls the rafters lie on, and at the sides
    Length before, past;    ///< how far the roof's frame goes on over runs, beyond the local left wall and beyond the right one
    Length floorTop;        ///< deck top above finished grade
    Length joistDeep, deck;
    std::vector<Slope> slopes;         ///< towards local back; of a gable also towards local front
    Length ridgeThick;                 ///< of a gable's ridge board
    std::string_view beam{};           ///< size of a ridge that carries the rafters; empty: a board between them, with ties
    Length ridgeSpans;                 ///< how far such a beam of the deepest size goes from support to support
    std::vector<double> ridgePosts{};  ///< middles along local x of those that it stands on inside
    friend bool operator==(const Shell&, const Shell&) = default;

    /// As wide as an opening can be at most under this side's rafters.
    Length widestHeader(std::string_view side) const { return bearing(side) ? widest : feet(100); }
    /// Panels of 2x3 or 2x2 instead of a house's walls.
    bool light() const { return wallDeep < timber->size("2x4").wide; }
    bool gable() const { return slopes.size() == 2; }
    const Slope& slopeAt(double y) const { return gable() && y < slopes[0].y0 ? slopes[1] : slopes[0]; }
    int localSide(std::string_view side) const;
    /// Rafters lie on this side's wall; the others slope.
    bool bearing(std::string_view side) const { return localSide(side) % 2 == 0; }
    /// The slope whose eave hangs over this side; it must be an eave's.
    const Slope& slopeOver(std::string_view side) const { return slopes[localSide(side) == 2 ? 0 : 1]; }
    /// Water runs off over this side.
    bool eaveSide(std::string_view side) const { return localSide(side) == 2 || (gable() && localSide(side) == 0); }
    /// Deck to the top of the plates of the wall that the roof falls to, of the wall across from it, and of the lower of both.
    Length lowWall() const { return slopes[0].eave; }
    Length otherWall() const { return gable() ? slopes[1].eave : lowWall() + mm(slopes[0].rise * inMm(deep - wallDeep)); }
    Length lowestWall() const { return std::min(lowWall(), otherWall()); }
    /// Underside of the rafters above the deck, at a local depth; y from the front wall's outer face.
    /// Of what one bumps against there.
    double overheadMm(double y) const { return rafterUndersideMm(y) - inMm(lining) / slopeAt(y).cosine(); }
    double rafterUndersideMm(double y) const { return slopeAt(y).under(slopeAt(y).vOf(y)); }
    double rafterTopMm(double y) const { return slopeAt(y).over(slopeAt(y).vOf(y), inMm(rafterDeep)); }
    /// Where a person stands up least: under the rafters inside the walls, the plates and what ties the walls.
    Length headroom() const;
    /// Where the ridge crosses a sloping wall, from its left end as seen from outside; a single slope has none.
    std::optional<Length> ridgeOn(std::string_view side) const;
    /// Underside of the top plates above the deck, lowest over [at, at + width] of a side, as seen from outside.
    Length underPlates(std::string_view side, Length at, Length width) const;
    /// Sawn length of the longest rafter, long point to long point.
    Length rafterLength() const;
    /// Of the longest panel down a slope: at an eave it goes an inch over the fascia, at a ridge it ends under the cap.
    Length panelLength() const;
    /// Deck to the highest edge of a siding panel.
    Length tallestPanel() const;
};

Shell shellOf(Ask& ask);
/// How far out from an eave's wall the roof comes down over a leaf so wide that swings out there, mm.
inline double leafUnderEave(const Shell& s, const Slope& slope, Length leaf) {
    return std::min(slope.past + inMm(s.overhang + s.timber->two), inMm(leaf + inches(2)));
}
/// Sawn length of a rafter, long point to long point, over this level run between its plumb cuts.
Length sawnRafter(Length run, Angle pitch, Length rafterDeep);

/// Within a building that has the roof: level joists and a ceiling close the coop.
bool indoors(Ask& ask);
/// The roof's cover as covers.h has it; its first pitch and what it overhangs at the eaves. Indoors a ceiling, level, flush with the walls.
std::string coverOf(Ask& ask);
Angle pitchOf(Ask& ask);
Length overhangOf(Ask& ask);
/// How far rafters go, level and clear, between what carries them: the longest of the roof's, over runs too.
Length rafterBay(Ask& ask);
/// As long as panels of this cover are sold.
Length longestPanel(std::string_view cover);
/// What a roof carries: live, the greater of 20 psf (IRC 2018 Table R301.6) and the ground snow; dead, that of the cover.
SpanLoad roofLoad(Ask& ask, std::string_view cover);
/// The coop's own, with what lines and insulates it; lined it may bend by a 240th. Source of that: IRC 2018 Table R802.4.1(2), from memory.
SpanLoad coopRoofLoad(Ask& ask);
/// Of the sheets under the rafters; none within a building.
Length roofLining(Ask& ask);
/// What one pair of a gable's rafters pushes its walls apart with, lb: the middle moment of a simple beam over the ridge's height.
/// Statics of the three-hinged frame; IRC 2018 Table R802.5.2 tabulates nails for the same push.
double tieThrustLb(const Shell& shell, const SpanLoad& load, Length spacing);
/// Posts of 4x4 may carry such a beam inside, evenly between the end walls, where they stand on a slab or on the ground: at most so many.
inline constexpr std::int64_t kMostRidgePosts = 160;
inline constexpr Length kRidgePostsApart = feet(3);  ///< clear between them at least: one walks through. Common practice
/// How many are set or follow by rule: the fewest that the deepest beam asks.
std::int64_t ridgePosts(Ask& ask);
std::int64_t fewestRidgePosts(Ask& ask);
/// Their middles along local x, mm.
std::vector<double> ridgePostsAt(Ask& ask);
/// A footing under each, square and as thick: its load on soil that carries 1,500 psf, and as far out as it is thick at most.
/// Source: IRC 2018 R401.4.1, R403.1.1.
Length ridgeFooting(Ask& ask, const Shell& shell);
inline constexpr Length kRidgeFootingThick = inches(8), kPostBase = inches(1);
/// What a ridge beam brings onto one of them, lb: so much more than a bay where a board goes on over it. Simple statics of two equal spans.
inline constexpr double kGoesOn = 1.25;
double innerPostLb(Ask& ask, const Shell& shell);
/// Clear between what carries the ridge: the end walls' posts and those inside, or those and a post at the far end of a run under the same
/// roof.
Length ridgeSpan(Ask& ask, const Shell& shell);
/// Where such a beam may be parted, in mm along local x: over the post of an end wall that it goes on beyond, over a run. Posts of a light
/// frame are too narrow for two ends.
std::vector<double> ridgeJoints(const Shell& shell);
/// The longest board that a beam takes when boards are so long.
Length ridgeBoard(const Shell& shell, Length board);
/// What a ridge beam brings onto an end wall's post, lb.
double ridgePostLb(Ask& ask, const Shell& shell);
/// The narrowest 2x that covers a rafter's plumb cut at the ridge, or what the beam takes. Source: IRC 2018 R802.4.2.
std::string_view ridgeStock(const Shell& shell);
/// Top and underside of the ridge board above the deck.
double ridgeTopMm(const Shell& shell);
double ridgeUndersideMm(const Shell& shell);
/// Where on a side no opening of this width may start: one of its king studs would stand where the post under the ridge stands.
std::vector<std::pair<Length, Length>> barredByRidge(const Shell& shell, std::string_view side, Length width);
/// The nearest place to `at` where one may, between the first and the last that the wall's corners leave, if there is one.
Length besideRidge(const Shell& shell, std::string_view side, Length width, Length at, Length first, Length last);

/// A tie between the walls is a 2x4 on edge under the ridge board.
inline Length tieDeep(const Shell& shell) { return shell.timber->size("2x4").wide; }
/// Least level run of one slope of a gable: room for a purlin at the ridge, one over the wall and one at the eave.
inline constexpr Length kLeastSlope = inches(18);

/// Seat of a birdsmouth: the plate's width, or what a notch of a quarter of the depth allows.
/// Source: IRC 2018 R802.7.1 with R502.8.1 (notches at the ends of a member: a quarter of its depth).
Length birdsmouthSeat(Length rafterDeep, Angle pitch, Length plateWide);
/// How far below a wall's top the siding ends that passes under rafters' tails: it must still reach the plates.
Length sidingDrop(Length rafterDeep, Angle pitch, Length plateWide, Length skinThick);
/// Least bearing of a rafter on wood. Source: IRC 2018 R802.6.
inline constexpr Length kLeastBearing = inches(1.5);

/// The header over an opening under a bearing wall's plates: two on edge, of sizes that are common practice; in a light frame one alone,
/// as its span asks. Elsewhere, and between posts, whose beam carries, one stud laid flat.
std::string_view headerStock(const Shell& shell, Length opening);
Length headerDeep(const Shell& shell, bool bearing, Length opening);
/// Sizes of a header, and how wide an opening one alone of each carries beside the roof's whole reach.
inline constexpr std::string_view kHeaders[] = {"2x4", "2x6", "2x8", "2x10", "2x12"};
/// Room for an opening's head on a side: deck to the underside of its header, when that stands as high as it can.
Length highestHead(const Shell& shell, std::string_view side, Length at, Length width);

/// The beam at the far end of a run that rafters go on over: between its faces, along their slope's v; their seat on it, and its top above
/// the deck, mm.
struct FarBeam {
    double from, to, seat0, seat1, top;
};
FarBeam farBeam(const Shell& shell, std::string_view side);

/// A run as it stands. Under the coop's own roof it is as wide as the wall before it, and neither its height nor a pitch is asked.
struct RunPlace {
    std::string key;  ///< "runs.1"
    std::string side, top;
    bool shared = false;  ///< under the coop's roof
    Length at, width, length;
    Length along;  ///< how much of the width, from its left end, lies along the coop's wall; the rest reaches past the corner. Under
                   ///< rafters that go on it is the whole, which begins before the wall where it goes round that corner
};
RunPlace runPlace(Ask& ask, const std::string& run);
std::string runKey(int row);  ///< "runs.1"
/// How far a run under rafters that go on reaches round its left or right corner, over the end of one that has the coop's roof too: both
/// are open to each other there. Zero: it ends at the corner.
Length roundCorner(Ask& ask, const std::string& run, bool right);
/// The runs that are one with this round corners so, itself among them.
std::vector<std::string> openTo(Ask& ask, const std::string& run);
/// Whether this run, under the coop's roof, opens so into another round its left or right corner.
bool opensRound(Ask& ask, const std::string& run, bool right);
/// All runs, in the order of their rows.
std::vector<RunPlace> runPlaces(Ask& ask);
bool underCoopsRoof(Ask& ask, const std::string& run);
/// Rafters go on over such a run beyond the wall that they lie on; else it stands at an end, under rafters of its own.
bool underRafters(Ask& ask, const std::string& run);
/// How far they go on so beyond this side's wall; zero: no such run stands there.
Length overRun(Ask& ask, std::string_view side);
Length runWidth(Ask& ask, const std::string& run);
/// Grade to the top of a run's beam beside the coop; under the coop's roof, of the lowest of its eaves.
Length runHeight(Ask& ask, const RunPlace& run);
/// A coop that stands on posts, on blocks or in the ground; one whose walls stand on concrete, blockwork, sills on the ground or a
/// building's floor, without joists and deck.
bool onPosts(Ask& ask);
bool frameless(Ask& ask);
/// Of those, a coop on the floor of the building that it stands in, which is there and level.
bool ownFloor(Ask& ask);
/// Of those, what is poured or laid in mortar in a trench.
bool masonry(Ask& ask);
/// A coop on skids, on gravel, on pavers or on blocks; how high their undersides lie above the level line, and a solid block of 4x8x16,
/// laid flat.
bool onSkids(Ask& ask);
Length skidsUp(Ask& ask);
/// A paver, sold as 16x16, on gravel: on level ground only, one alone under each place.
inline constexpr Length kPaverHigh = inches(1.75), kPaverWide = inches(15.75);
inline constexpr Length kBlockHigh = inches(3.625), kBlockWide = inches(7.625), kBlockLong = inches(15.625);
/// A floor lower than this is stepped up to without steps. Common practice.
inline constexpr Length kLeastSteps = inches(9);
/// How far over the deck the rail of such steps reaches where there are four risers or more.
inline constexpr Length kStepsRail = inches(44);
/// Posts on blocks 16 in long stand at least so far apart.
inline constexpr Length kBlocksApart = inches(20);
/// Its floor is the earth within a curb, blockwork or sills.
bool earthFloor(Ask& ask);
/// How far such a floor lies below what the walls stand on; zero: it is none.
Length sunk(Ask& ask);
/// A concrete slab is 4 in thick, its turned-down edge and a curb 6 in wide. Common practice; IRC 2018 R506.1 asks 3 1/2 in of slab, R403.1
/// 6 in of a stem, from memory.
inline constexpr Length kSlabThick = inches(4), kCurbWide = inches(6);
/// Blocks of 8x8x16 lie in courses of 8 in with their mortar, on a footing 12 in wide and 6 in deep. Common practice; IRC 2018 R403.1.1
/// asks 6 in of depth and 12 in of width, from memory. Sills of two 4x6 laid flat on each other, their corners lapped.
inline constexpr Length kCourse = inches(8), kFootingWide = inches(12), kFootingDeep = inches(6);
/// How far from the outside a curb, blockwork or sills reach inwards.
Length curbWide(Ask& ask);
/// Room for the birds under a coop on posts, from grade to the joists; below kLeastUnder nobody rakes there. Common practice.
Length underCoop(Ask& ask);
inline constexpr Length kLeastUnder = inches(18);
/// The key of the run that goes on under the coop; empty: none does.
std::string runUnder(Ask& ask);
/// Where a run that reaches past its wall's right end stands beside another, which begins at that corner: room for the birds to walk from
/// one into the other, between the corner's posts and the next.
struct Passage {
    std::string into;  ///< "runs.2"
    Length at, width;  ///< from the coop's corner outwards; between its jambs
};
std::optional<Passage> runPassage(Ask& ask, const RunPlace& run);
/// Walls of posts and rails: 4x4 posts four feet apart, where panels and rolls meet, and beside what opens; or eight, and a stud where
/// they meet half way, which is counted on for nothing but them. Rails between them at most two
/// feet above each other, four where mesh alone hangs on them; a beam over them under the rafters. Common practice.
bool posted(Ask& ask);
inline constexpr Length kPostsApart = feet(4), kMeshRailsApart = inches(48);
Length postsApart(Ask& ask);
/// Centre to centre, from the wall's left corner: of studs, or of posts and the studs between them.
Length uprightsApart(Ask& ask);
/// How wide an opening the beam on such posts carries the roof over, one member by itself.
Length beamCarries(Ask& ask, std::string_view beam);
/// Depth of the walls' studs and plates: 2x4, or the 2x3 and 2x2 of light panels; of posts, their own.
Length wallDeep(Ask& ask);
/// The longest stud under a bearing wall's plates; of an open wall's, how many lengths rows of blocks part it in over siding up to `lower`,
/// so that none bends sideways (NDS 2018 3.7.1.4), or rails between posts.
Length studTall(const Shell& shell);
int openRows(const Shell& shell, Length lower);
/// Of the roof, what a wall that rafters lie on carries of a level width, and the eave: half of it from wall to wall, since a ridge board
/// carries nothing; half the rafters' run where a beam takes the rest. Where they go on over a run, what a beam of two spans brings there.
/// Source: simple statics (three moments).
Length carriedBy(Ask& ask);
/// A wall that is left open to the air, behind mesh on its studs; and what a wall wears on them, mesh or siding.
bool openWall(Ask& ask, std::string_view side);
Length wallSkin(Ask& ask, std::string_view side);
/// Timbers over the buried one that hold a bank, each half an inch farther back; five at most. Common practice.
int bankCourses(Ask& ask);
inline constexpr Length kBankBack = inches(0.5);
/// Electric netting: 4 ft high, posts ten feet apart, sold by a hundred feet with them. Common practice.
inline constexpr Length kFenceHigh = feet(4), kFencePosts = feet(10), kFenceNet = feet(100);
/// Of the siding, without battens.
Length skinOf(Ask& ask);
/// How far up from the deck open walls wear siding; zero: not at all.
Length lowerSiding(Ask& ask);
/// Boards along the foot of an open wall keep the litter in.
inline constexpr std::string_view kKickBoard = "1x6";
/// Between a wall's outer face and the inner faces of a run's posts beside it: siding, corner board and a sixteenth.
Length runOffset(Ask& ask);

/// Rafters of a run under a roof of its own go so far past its outer beam. Common practice.
inline constexpr Length kRunTails = inches(6);
/// What lies on such a roof; on mesh 10 psf, common practice.
SpanLoad runLoad(Ask& ask, std::string_view top);
/// How far beams of this size carry from post to post, clear: half of what a run's rafters reach from them, and the tails.
Length runBeamReach(Ask& ask, const RunPlace& run, std::string_view size);

/// Where a run's 4x4 posts stand along its inner side: left edges, at most 10 ft apart, or as far as its beam carries or the longest
/// board reaches. Common practice. Past the coop's corner a post stands beside the corner, and more to the run's end. Under the coop's
/// roof only those at both corners.
std::vector<Length> runInnerPosts(Ask& ask, const RunPlace& run);
/// For its outer side: under a gable that goes on over it, one stands under the ridge.
std::vector<Length> runOuterPosts(Ask& ask, const RunPlace& run);
/// For the sides that lead away from the coop: under the coop's roof as near to each other as the eave's beam asks.
std::vector<Length> runSidePosts(Ask& ask, const RunPlace& run);
/// Between jambs at most; its lining of 1x6 takes an inch and a half. Common practice.
inline constexpr Length kWidestPassage = inches(20);
inline constexpr Length kPassageHigh = inches(20);
/// Least reach past the coop's corner: two blocks stand beside each other there.
inline constexpr Length kLeastPastCorner = feet(2);

Length runBeamDeep(Ask& ask, const RunPlace& run);
/// From the top of a run's inner beam to the top of its roof beside the coop, at most: rafter, purlin, panel.
inline constexpr Length kRunRoofThick = inches(9.5);
/// Its outer beam lies at least so high. Common practice.
inline constexpr Length kLeastRun = inches(30);
/// No run is wider.
inline constexpr Length kWidestRun = feet(32);
/// Metal goes up the coop's wall and out over that roof, both so far. Source: IRC 2018 R905.2.8.3 (4 in by 4 in against a wall), from
/// memory.
inline constexpr Length kFlashingLeg = inches(4);
/// Underside of the beam of the run before an opening, above the deck; nullopt: no run stands before it.
std::optional<Length> runBeamBefore(Ask& ask, const Shell& shell, std::string_view side, Length at, Length width);

/// Room for an opening's head casing between that beam and the strip behind its top.
Length underRunBeam(Ask& ask);

/// Underside of the coop's roof edge above grade, lowest over the whole of a side.
Length roofEdge(const Shell& shell, std::string_view side);

}  // namespace oiko
