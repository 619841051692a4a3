#pragma once
// Parts into lists: pieces of lumber with their saw settings, sheets, mesh, roofing, fixings. Everything is read off the solids.
#include <map>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/catalog/source.h"
#include "core/design/design.h"
#include "core/model/part.h"

namespace oiko {

/// How a saw is set for one end: wide face up, start at the left. A miter is positive where the far edge is the longer, a bevel
/// where the upper face is. Degrees; 0, 0 is a square cut.
struct EndCut {
    double miterDeg = 0, bevelDeg = 0;
    friend bool operator==(const EndCut&, const EndCut&) = default;
};
/// A birdsmouth or other notch in an edge: where it starts from the long point of the start, how long and how deep.
struct Notch {
    double atMm = 0, widthMm = 0, depthMm = 0, angleDeg = 0;
    friend bool operator==(const Notch&, const Notch&) = default;
};
/// A stringer's upper edge, laid out with a square: so many steps, each so much up and along. Its ends are cut level and plumb.
struct Steps {
    int count = 0;
    double riseMm = 0, goingMm = 0;
};
struct SawSettings {
    EndCut start, end;
    std::vector<Notch> notches;
    Steps steps;          ///< where there are any, neither ends nor notches are told: a drawing shows them
    bool fitted = false;  ///< of the skin: cut round an opening or to two slopes, which no setting tells
};
SawSettings sawSettings(const Part& lumber);

/// A rectangle that an opening leaves of the panel it is cut from; the grain runs along `along`. The saw's cut round it is not taken off.
struct Cutout {
    Length across, along;
    friend bool operator==(const Cutout&, const Cutout&) = default;
};
std::vector<Cutout> cutoutsOf(const Part& panel);

/// Alike pieces: some turn of one brings it onto the other. Mirror pairs have two marks that name each other.
struct Piece {
    std::string mark, mirrorOf;
    std::string role, stock;
    Form form = Form::lumber;
    System system = System::walls;
    Length length, width;         ///< rounded once to the saw's grid; long point to long point; a sheet's grain runs along `length`
    Length lap;                   ///< of a strip from a roll: so much of its width lies over or under its neighbour
    bool ripped = false;          ///< narrower than its board
    bool grain = false;           ///< of a sheet: may not be turned
    bool openings = false;        ///< of a sheet: cut round openings
    std::vector<Cutout> cutouts;  ///< and what comes out of each
    std::optional<std::pair<Length, Length>> slant;  ///< of a sheet with one end cut aslant: its two edges, the longer one first
    bool measureFirst = false;                       ///< `length` is what the drawings say; what stands is measured before it is cut
    SawSettings saw;
    std::vector<std::size_t> parts;
    std::int64_t count() const { return static_cast<std::int64_t>(parts.size()); }
};

struct HardwareLine {
    std::string item;  ///< catalogue id
    double quantity = 0;
    std::string rule;  ///< words: fixing.<rule>
    Source source = kPractice;
};

struct Takeoff {
    std::vector<Piece> pieces;           ///< lumber, sheets, panels, mesh, in the order of systems and marks
    std::vector<HardwareLine> hardware;  ///< one line an item
    std::vector<std::string> marks;      ///< by part
};

/// Whether pieces of this role are measured where they go before they are cut: leaves, stops and trim round openings that are never
/// quite square, ridge and purlin ends, mesh battens. Common practice.
bool measuredFirst(std::string_view role);

/// Units: the saw's grid, 1/16 in or 1 mm.
Takeoff takeOff(const Model& model, Settled& settled);
/// The length a saw is set to.
Length onGrid(double mm, Units units);

/// Fasteners and hardware by joint. Source of the nailing rows: IRC 2018 Table R602.3(1), from memory, else common practice.
std::vector<HardwareLine> fixings(const Model& model, Settled& settled);
/// The rules by which joints are fastened, each once.
std::vector<std::string_view> jointRules();

}  // namespace oiko
