#pragma once
// What the files of this room share while a model is built. Lengths here are millimetres in the shell's own frame.
#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "core/base/tolerance.h"
#include "core/catalog/lumber.h"
#include "core/catalog/skins.h"
#include "core/design/design.h"
#include "core/design/ground.h"
#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/setout.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/model/part.h"

namespace oiko {

inline constexpr double kIn = 25.4;
inline constexpr double kMesh = kIn / 16;  ///< thickness of mesh as it is drawn
inline constexpr std::string_view kForceMesh = "welded-2x4";

/// An opening as framing and skin see it: along its wall from the left, above the deck.
struct Hole {
    std::string row, kind;
    double u0 = 0, u1 = 0, z0 = 0, z1 = 0;
};

/// A wall seen from outside: u from its left end, d inwards from the frame's outer face, z up from the deck.
struct WallFrame {
    int local = 0;     ///< 0 front, 1 right, 2 back (the roof falls to it), 3 left; a partition's, the wall it stands along
    std::string side;  ///< the coop side it ends up on, or the partition's row
    Vec3 origin, u, inward;
    double length = 0;
    bool sloping = false;
    double from = 0, to = 0;  ///< where its own framing runs
    std::vector<Hole> holes;
    bool inside = false;            ///< a partition
    double top = 0;                 ///< of a level one, above the deck
    std::string wears{};            ///< stock of what it wears on its studs: siding, mesh, a partition's cover
    Form form = Form::sheet;        ///< of that: mesh where it is open
    double skin = 0;                ///< thickness of that
    bool leans = false;             ///< another wall stands before it
    std::optional<double> meets{};  ///< from there on, a frame's depth wide, another partition's end stands against its cover
    /// Birds see the air through it.
    bool open() const { return form == Form::mesh && !leans; }
    std::string assembly() const { return inside ? "partition" : side + " wall"; }
    /// The shell's local y at u, of a sloping wall.
    double yAt(double along) const { return local == 1 ? along : length - along; }
    Vec3 at(double along, double depth, double z) const { return origin + u * along + inward * depth + Vec3{0, 0, z}; }
    Solid box(double u0, double u1, double d0, double d1, double z0, double z1) const { return oiko::box(at(u0, d0, z0), at(u1, d1, z1)); }
};

/// A mesh wall of a run: its inward axis leads outwards, heights are above the level line.
struct MeshSide {
    std::string run;
    WallFrame frame;
    std::vector<std::pair<double, double>> uprights{};  ///< along it: posts, and the stud that its gate is latched to
    std::vector<std::pair<double, double>> ways{};      ///< gate and passage
};

std::string tenths(double mm);  ///< for ids: inches from the wall's end, to a tenth

class Builder {
public:
    explicit Builder(Settled& settled);

    Settled& s;
    Shell shell;
    Model model;
    const double two, one, post;  ///< thickness of a 2x and of a 1x, face of a 4x4
    double wide, deep, floor;     ///< shell.wide, shell.deep, shell.floorTop
    Ground ground;                ///< in the shell's own frame
    double before, past;          ///< shell.before, shell.past: the roof's frame runs along x from -before to wide + past
    double rafterDeep, overhang, rake, skinThick, wallDeep;
    std::vector<WallFrame> walls;
    std::vector<MeshSide> meshSides;
    std::vector<WallFrame> partitions;  ///< seen from their rooms, as those walls are from outside; sides are their rows

    double wideOf(std::string_view nominal) const { return inMm(shell.timber->size(nominal).wide); }
    /// Height above grade of the rafters' underside and top at local y.
    double under(double y) const { return floor + shell.rafterUndersideMm(y); }
    double over(double y) const { return floor + shell.rafterTopMm(y); }
    /// Underside of a wall's top plates, so thick together, above the deck.
    double underPlates(const WallFrame& w, double u, double plates) const;
    /// Height at which the skin ends: past the joint of frame and floor, or clear of a building's floor, which goes on beyond the coop.
    double skinFoot() const;
    /// The rafters' underside, lowered by `down` (vertical), and their top, on the slope at local y; what is below is kept.
    Plane below(double y, double down) const;
    Plane belowTop(double y) const { return below(y, -rafterDeep / shell.slopeAt(y).cosine()); }
    /// What of a solid lies below both slopes, so far square under the rafters' underside (above it where negative).
    Solid underRoof(Solid solid, double square) const {
        for (const double y : {0.0, deep}) solid = cut(solid, below(y, square / shell.slopeAt(y).cosine()));
        return solid;
    }
    /// A solid built with y along a slope's v, heights above the deck, brought to its place.
    Solid placed(const Slope& slope, Solid solid) const;

    /// What lies before a wall, in plan: along it, and outwards from its frame's face.
    Bounds outside(const WallFrame& w, double u0, double u1, double out0, double out1) const {
        Bounds place;
        place.add(w.at(u0, -out0, 0)), place.add(w.at(u1, -out1, 0));
        return place;
    }
    /// A flat solid built over z = 0, laid on the ground.
    Solid onGround(Solid solid) const {
        for (auto& v : solid.vertices) v.z += ground.under(v);
        return solid;
    }
    /// Adds a part; empty solids are dropped, and a part without any is not added (nullptr).
    Part* add(std::string id, std::string_view role, std::string assembly, System system, Form form, std::string stock, Vec3 along,
              Vec3 wideAxis, std::vector<Solid> solids);
    Part* lumber(std::string id, std::string_view role, std::string assembly, System system, std::string stock, Vec3 along, Vec3 wideAxis,
                 Solid solid) {
        return add(std::move(id), role, std::move(assembly), system, Form::lumber, std::move(stock), along, wideAxis, {std::move(solid)});
    }
    void join(const std::string& a, const std::string& b, Joint::Kind kind, double gapMm);
    std::string sideName(int local) const { return std::string{kSides[(local + shell.turn) % 4]}; }
    const WallFrame& wall(std::string_view side) const;
    /// Between the inner faces of walls and partitions, in plan.
    Bounds birdsRoom() const;
    /// What a leaf is hung on: the trimmer beside an opening, or the post.
    std::string jambId(const WallFrame& w, const Hole& h, bool right) const {
        const bool onPost = shell.posted && !w.inside;
        return w.side + (onPost ? "/wall-post/" : "/trimmer/") + tenths(right ? h.u1 : h.u0 - (onPost ? post : two));
    }
    /// Centre to centre of a wall's uprights; where a joint moves back to from one that would leave a narrow strip there is wood too.
    double apart(const WallFrame& w) const { return inMm(w.inside ? inches(24) : uprightsApart(s)); }
    double back(const WallFrame& w) const { return std::min(apart(w), inMm(inches(24))); }
    /// Of the studs on a wall's layout, along it.
    std::vector<double> studMiddles(const WallFrame& w) const;

private:
    std::vector<std::tuple<std::string, std::string, Joint::Kind, double>> named_;
    friend Model finish(Builder&);
};

/// A birdsmouth's level seat, in the direction of the fall, on a plate's top.
struct Seat {
    double y0, y1, z;
};
/// A rafter's convex pieces: underside z = zu - rise·y.
struct RafterSpec {
    double x0, thick, deep, rise;  ///< left face, thickness, dressed depth, tangent of the pitch
    double zu;                     ///< underside at y = 0
    double yHigh, yLow;            ///< plumb-cut ends
    std::vector<Seat> seats;
};
std::vector<Solid> rafterSolids(const RafterSpec& r);
/// Over the deck: what a hole goes up to inside, its header where mesh lies or hangs behind it.
double headInside(const Builder& b, const WallFrame& w, const Hole& h);
/// The narrowest 2x that is at least this wide; the widest when none is.
std::string boardAtLeast(const Builder& b, double width);
/// A board lying flat on the slope between two distances along it, from x0 to x1.
Solid onSlope(double x0, double x1, double yStart, double zStart, double rise, double q0, double q1, double lift, double thick);
/// A flat sheet in a wall's plane with rectangular holes; its top follows `top(u)`, straight but for a bend at `bend`.
std::vector<Solid> sheetWithHoles(const WallFrame& w, double u0, double u1, double d0, double d1, double z0,
                                  const std::function<double(double)>& top, const std::vector<Hole>& holes, double bend = -1e9);
/// Where a member from `from` to `to` that is longer than any board is parted, each joint over one of `middles` (ascending). The first
/// board is at most `first` long, so that joints of neighbouring members can be staggered. Both ends are in it.
std::vector<double> boardEnds(Ask& ask, double from, double to, const std::vector<double>& middles, double first = 1e9);
/// The same, each board by itself: `put(a, e, tag)`, the tag "" of one that is whole, else "/1", "/2" …
template <class Put>
void inBoards(Ask& ask, double from, double to, const std::vector<double>& middles, double first, const Put& put) {
    const auto ends = boardEnds(ask, from, to, middles, first);
    for (std::size_t i = 1; i < ends.size(); ++i) put(ends[i - 1], ends[i], ends.size() > 2 ? "/" + std::to_string(i) : std::string{});
}
/// Middles of members `thick` wide, by their left edges.
inline std::vector<double> middlesOf(std::vector<double> starts, double thick) {
    for (auto& x : starts) x += thick / 2;
    return starts;
}
/// Where boards along neighbouring courses are parted first, so that no two joints lie above one another.
inline double staggered(std::size_t course) { return course % 2 == 0 ? 1e9 : 100 * kIn; }
/// Evenly spaced left edges of members `thick` wide, both ends flush, at most `apart` centre to centre.
std::vector<double> evenly(double length, double thick, double apart);
/// Across its thickness from the outside: inwards from `d0` to `d1`, up from `z0` to `z1`.
struct Layer {
    double d0, d1, z0, z1;
};
/// What a level board of the skin is made of: two halves that lap, or three thirds of which the middle one is groove and tongue. Seen from
/// `z` to `edge`; what goes into its neighbours begins at `joint` and ends at `end`.
std::vector<Layer> boardLayers(const Skin& kind, double thick, double z, double joint, double edge, double end);
/// Where a run's own roof meets the coop a board lies on its skin, as thick as the corner boards, and metal is bent from its face out over
/// the roof.
struct Flashing {
    double foot, roof, head;  ///< above grade: of the board; of the metal, on the roof; of both
};
/// nullopt: mesh lies over the run, or the coop's roof. It ends below what opens above, its casing, and the eave.
std::optional<Flashing> flashingOn(Builder& b, const RunPlace& run);
/// What a strip of a roll can be cut to.
Length longestRoll(std::string_view stock);

void foundation(Builder&);
void floorFrame(Builder&);
/// Under what stands on a floor of mesh between its joists, flat.
void wireBlocks(Builder&);
void litter(Builder&);  ///< last: round all that stands on the floor
/// A place without what stands in it: boxes as long as they go along x, side by side; nothing narrower than half an inch.
std::vector<Solid> around(const Bounds& place, const std::vector<Bounds>& taken);
void wallFrames(Builder&);
void roofFrame(Builder&);
void skin(Builder&);
void partitionCovers(Builder&);
void wallLining(Builder&);
void insulation(Builder&);
void letInBraces(Builder&);
void leaves(Builder&);
void hoppers(Builder&);
void nests(Builder&);
/// How far the top of nests that stand inside goes into the coop and down, mm.
double nestSlope(const Builder&);
void roosts(Builder&);
void storeRooms(Builder&);
void things(Builder&);
/// Along a partition within a curb, where the board under its plate begins and ends.
std::pair<double, double> boardUnder(const Builder& b, const WallFrame& w);
void run(Builder&);
void gutters(Builder&);
void landings(Builder&);  ///< before what lies on the ground round them
void doorSteps(Builder&);
void troughs(Builder&);
void feed(Builder&);
void bank(Builder&);
void fence(Builder&);
/// Round all that stands, so far out, in plan; what opens does so within it.
Bounds yardRound(const Builder&, double out);
void markExisting(Builder&);

}  // namespace oiko
