#pragma once
// The model: parts that are solids, joints between them, openings, and the places kept clear.
#include <optional>
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/geometry/ground.h"
#include "core/geometry/solid.h"

namespace oiko {

/// In building order; the bill groups by it.
enum class System { ground, floor, walls, roof, openings, skin, inside, run };
inline constexpr int kSystems = 8;
std::string_view name(System system);

/// How a part is bought and cut.
/// Trim is bent metal sold in lengths; a roll lies in strips that lap; shingles lie in courses.
enum class Form { lumber, sheet, panel, trim, mesh, roll, shingle, block };

struct Part {
    std::string id;        ///< wall, role and place: "front/stud/24"; a change to one wall renames nothing elsewhere
    std::string role;      ///< stud, rafter, birdsmouth's owner …: words.part.<role>
    std::string assembly;  ///< "front wall", "run": words by id assembly.<…>
    System system = System::walls;
    Form form = Form::lumber;
    std::string stock;                   ///< profile: "2x4", "2x4pt", "grooved-5/8", "metal", "hardware-cloth-1/2"
    Vec3 along{1, 0, 0}, wide{0, 1, 0};  ///< unit axes: of the length (or the grain), of the width
    std::vector<Solid> solids;
    std::vector<Solid> blank{};                   ///< as it is sawn, before what is marked in place is cut into it; empty: as its solids
    std::vector<std::vector<std::size_t>> inner;  ///< by solid: faces shared whole with the part's next piece
    double lapMm = 0;                             ///< across, under or over its neighbour: not in the solid, added in the lists
    double endLapMm = 0;                          ///< along, under the next strip's end: not in the solid either
    std::string side;                             ///< the coop side it shows on, or empty
    std::string opening;                          ///< the row it belongs to: "doors.1", or empty
    bool existing = false;                        ///< stood there before: drawn, carries, is neither cut nor bought
    friend bool operator==(const Part&, const Part&) = default;

    /// Walls stand on it without a floor's frame.
    bool underWalls() const {
        return role == "slab" || role == "building-floor" || role == "curb" || role == "blockwork" || role == "ground-sill";
    }
    bool edging() const { return role == "apron" || role == "trench-mesh" || role == "ground-mesh"; }  ///< mesh on the ground or in it
    bool fence() const { return role.starts_with("fence-"); }  ///< round the yard: far from all the rest, and nothing of theirs
    /// What is round the yard, and the edge of its bank: no part of coop or run.
    bool yard() const { return fence() || role.starts_with("bank-"); }
    bool thing() const { return role == "thing"; }  ///< stands there, and is none of a coop's
    bool treated() const { return stock.ends_with("pt"); }
    Vec3 thick() const { return cross(along, wide); }
    Bounds box() const;
    double volumeMm3() const;
    /// Extent along an axis, mm.
    double extent(Vec3 axis) const;
};

/// What lies on the rafters: hidden where the frame below is to be seen.
bool coversRoof(std::string_view role);
/// Plates, or the beam, on a wall's uprights.
bool onUprights(const Part& part);

struct Joint {
    enum class Kind { bears, fastened, hinged, slides, hangs } kind = Kind::fastened;
    std::size_t a = 0, b = 0;  ///< places in Model::parts; `a` is what rests, is held or moves
    double gapMm = 0, patchMm2 = 0;
    Vec3 at;
    friend bool operator==(const Joint&, const Joint&) = default;
};
std::string_view name(Joint::Kind kind);

struct OpeningSpec {
    std::string id, kind, side;      ///< "doors.1"; people_door, clean_out, pop, hatch, window, vent, nest, gate
    Length at, width, sill, height;  ///< from the wall's left end seen from outside; above the deck
    Vec3 corners[4];
    bool existing = false;  ///< with what closes it
    friend bool operator==(const OpeningSpec&, const OpeningSpec&) = default;
};

/// A volume that no part enters: a door's swing, the drop zone under roosts.
struct ClearSpace {
    std::string id, owner;
    Solid solid;
    friend bool operator==(const ClearSpace&, const ClearSpace&) = default;
};

/// Corner boards and casings.
inline bool isTrim(const Part& part) { return part.role == "corner-board" || part.role == "casing"; }

struct Model {
    std::vector<Part> parts;
    std::vector<Joint> joints;
    std::vector<OpeningSpec> openings;
    std::vector<ClearSpace> clear;
    Ground ground;
    bool trimOwn = false;  ///< corner boards and casings have a colour of their own
    friend bool operator==(const Model&, const Model&) = default;
    const Part* find(std::string_view id) const;
    /// Wholly in the ground.
    bool buried(const Part& part) const;
};

}  // namespace oiko
