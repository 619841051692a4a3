#pragma once
// A run on posts against a side of the coop: what every run has, whatever is over it. Lengths in millimetres.
#include <array>
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/model/builder.h"

namespace oiko {

/// Welded mesh against force, with fine mesh behind it against paws.

/// One mesh wall of a run: x along it, heights above the level line.
struct Side {
    std::string name;
    WallFrame frame;  ///< its inward axis leads outwards, from the posts' outer faces
    std::vector<double> posts;
    std::optional<double> beam{};                ///< underside of the beam along its top; without one rafters come down to it
    std::function<double(double)> top, under{};  ///< of the mesh, and of the rafters' underside where there is no beam
    std::vector<Plane> roof{}, rafters{};        ///< mesh is kept below the first, wood below the second
    double swingsBelow = 1e9;                    ///< the eave's edge, outside
    double railsBelow = 0;                       ///< boards between the posts are whole so far up
    std::vector<Hole> holes{};
    double bend = -1e9;                                  ///< of the top
    std::optional<std::pair<double, double>> passage{};  ///< between its jambs
    bool fromCorner = false;                             ///< begins at the post of the run round the corner, which it is open to

    double span() const { return frame.length; }
    Solid slab(double xa, double xb, double p, double q, double za, double zb) const {
        return box(frame.at(xa, p, za), frame.at(xb, q, zb));
    }
};

struct Gate {
    std::string side;
    double from, width, height;
    bool head;         ///< a board lies over it; else it goes up to the beam
    double grade = 0;  ///< it opens clear of the ground before it
};

/// u runs along the coop's side, v outwards from the posts' inner faces; heights are above the level line.
struct Runner {
    Builder& b;
    const RunPlace place;
    const std::string& row = place.key;
    const WallFrame& w;
    double u0, width, v0, length;
    std::string meshKind, upperKind;  ///< of the lowest strip all round, and of what is above it
    Vec3 out{}, up{0, 0, 1};
    double beside = inMm(place.along);         ///< how much of the width lies along the coop's wall
    std::vector<double> fronts, inner, sides;  ///< posts along the outer side, beside the coop, and outwards
    std::optional<Passage> wayOut, wayIn;      ///< round the right corner into the next run; from the one before round the left
    bool meetsLeft = false;                    ///< another run reaches to this one's left corner
    std::vector<Side> walls;

    Runner(Builder& builder, const std::string& key);
    virtual ~Runner() = default;
    void build();
    /// Posts, beams and roof; fills `walls`.
    virtual void frame() = 0;

    Vec3 at(double u, double v, double z) const { return w.at(u0 + u, -(v0 + v), z - b.floor); }
    /// Lowest ground over a place in plan.
    double grade(double ua, double ub, double va, double vb) const { return b.ground.lowest(bounds(cuboid(ua, ub, va, vb, -1, 1))); }
    /// A 2x4 on edge that lies on the ground along a wall, from its face `deep` inwards; or on that a wider board, which keeps litter in.
    void groundRail(const std::string& name, const WallFrame& wall, double xa, double xb, double deep, bool kick = false);
    Solid cuboid(double ua, double ub, double va, double vb, double za, double zb) const { return box(at(ua, va, za), at(ub, vb, zb)); }
    Part* put(const std::string& name, std::string_view role, Form form, std::string stock, Vec3 along, Vec3 across,
              std::vector<Solid> solids) {
        return b.add(row + "/" + name, role, "run", System::run, form, std::move(stock), along, across, std::move(solids));
    }
    Part* lumber(const std::string& name, std::string_view role, std::string stock, Vec3 along, Vec3 across, Solid solid) {
        return put(name, role, Form::lumber, std::move(stock), along, across, {std::move(solid)});
    }
    double beamDeep() const { return inMm(runBeamDeep(b.s, place)); }
    std::string beamStock() const { return b.s.choice(row + ".beam") + "pt"; }
    /// A 4x4 on its block, cut below `rafters`. `across`: the block lies with its long side outwards, where the next post stands near.
    void post(const std::string& name, double u, double v, double top, const std::vector<Plane>& rafters = {}, bool across = false);
    /// Over the middles of all but the first and the last.
    static std::vector<double> middles(const std::vector<double>& supports, double supportWide);

    /// Under the coop's roof it is open to another run round this corner.
    bool round(bool right) const { return opensRound(b.s, row, right); }
    /// A mesh wall's frame: left, outer or right seen from the coop, or what reaches past the coop's corner.
    Side side(std::string_view which) const;
    /// Mesh on one side, in strips as wide as the rolls, with rails where they end.
    void meshWall(const Side& s, const Gate& gate);
    /// Not round a passage, nor close beside another run's mesh.
    bool roomOutside(const Side& s) const;
    /// Over its mesh: battens where it lies on wood, and heavy mesh before its lowest strip.
    void battens(const Side& s, const Gate& gate, const std::vector<double>& seams);
    void force(const Side& s, const std::vector<Hole>& holes, double foot, double seam, double tallest);
    /// The gate's height under this side's beam or rafters. What is not much taller than a person goes up to the beam.
    Gate gateIn(const Side& s) const;
    /// The ground along a mesh wall, and its lowest and highest between two places.
    double lowest(const Side& s, double xa, double xb) const { return b.ground.lowest(bounds(s.slab(xa, xb, 0, kMesh, 0, 1))); }
    double highest(const Side& s, double xa, double xb) const { return b.ground.highest(bounds(s.slab(xa, xb, 0, kMesh, 0, 1))); }
    /// Foot of a passage round the corner, over the rails of both runs: the one that leads out of this, or the one into it.
    double passageFoot(bool leadsOut) const;
    std::vector<Bounds> blocks{};  ///< that its posts stand on
    void frameLeaf(const Side& s, const std::string& name, double a, double e, double foot, double head, bool atRight);
    void gateLeaf(const Gate& g, const Side& s);
    /// A box of boards through both meshes, from rail to rail.
    void lining();
    /// Between the corner boards, along the coop's side: they lap the siding by their width, less what stands round the corner.
    std::array<double, 2> corners() const;
    /// Up to here the run is closed at its sides against an open wall.
    virtual double closedTo() const { return 1e4; }
    /// What closes the run against the coop below its siding: mesh from the sides' edges back to it, and under a coop that stands on posts.
    void closers();
    /// Mesh on the outer faces of a standing coop's beams, posts and rim, with a rail on the ground between its posts.
    void underCoop(const std::string& name, const WallFrame& wall, double from, double to);

    std::vector<Bounds> ground() const;  ///< that lies under the run itself
    struct Strip {
        std::string name;
        Bounds at;
        Vec3 along;
    };
    /// Against diggers, heights from the ground: flat mesh outside the run, pegged into the turf, a square at each outer corner; or mesh
    /// that goes on below its walls.
    std::vector<Strip> apron() const;
    std::vector<Strip> trench() const;
    /// Mesh that lies on the floor from rail to rail, outwards from the coop.
    std::vector<Strip> carpet() const;
};

/// A strip of a roll 48 in wide laps the next by two inches. Common practice.
inline constexpr double kCarpetLap = 2 * kIn, kCarpetSeen = 48 * kIn - kCarpetLap;

/// Aprons or buried mesh, round all runs together: none under a run, none on another. Where a run goes on under the coop, mesh closes what
/// no run stands before.
void aprons(Builder& b, const std::vector<std::unique_ptr<Runner>>& runs);

}  // namespace oiko
