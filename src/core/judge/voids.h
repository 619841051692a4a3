#pragma once
// Space halved into cubes as far as needed. A cube is free where its whole is farther than the ball's radius from every solid, closed
// where its whole is nearer to one. It need not be halved where what is free of it hangs together: where each solid near shows it one flat
// face only, that is convex; where one shows it an edge or a corner besides, it does if there is a point over all faces, for from any free
// place the straight way there leads away from every face it is under. A plate through a cube parts it in two such. What remains at the
// smallest size is doubtful.
#include <array>
#include <cstdint>
#include <limits>
#include <optional>
#include <span>
#include <vector>

#include "core/geometry/solid.h"
#include "core/model/part.h"

namespace oiko::voids {

struct Body {
    std::size_t part;
    Bounds box;
    bool square;  ///< fills its bounds
    std::vector<Plane> planes;
    const Solid* solid;
};

double fromBox(const Bounds& b, Vec3 p);
/// Distance of a point from a body; inside it less than zero, by the depth under its nearest face.
double from(const Body& b, Vec3 p);

enum class Kind : std::uint8_t { unknown, free, closed, flat, doubtful, halved };
constexpr std::uint32_t kNone = std::numeric_limits<std::uint32_t>::max();

struct Cell {
    Vec3 middle;
    double half = 0;
    Kind state = Kind::unknown;
    std::uint8_t place = 0;  ///< among its parent's eight: bits for x, y, z
    std::uint32_t parent = kNone;
    std::uint32_t children = kNone;         ///< the first of eight
    std::uint32_t nearFrom = 0, nearN = 0;  ///< bodies within reach
    std::uint32_t flatFrom = 0, flatN = 0;  ///< planes that bound what is free of a flat cell
    std::uint32_t ridge = kNone;            ///< the body that shows a flat cell more than one face
    std::uint32_t twin = kNone;             ///< the same cube beyond the plate that parts it
};

/// The bodies round a cell, where they are few.
struct Few {
    std::array<std::uint32_t, 16> which{};
    std::size_t n = 0;
    std::span<std::uint32_t> all() { return {which.data(), n}; }
};

class Space {
public:
    Space(const Model& model, double ballMm);

    double clearance(Vec3 p) const;
    bool outside(Vec3 p) const {
        return p.x < world.low.x || p.y < world.low.y || p.z > world.high.z || p.x > world.high.x || p.y > world.high.y;
    }
    /// The undivided cell that holds a point.
    std::uint32_t at(Vec3 p);
    /// In what is free of a flat cell.
    bool freeIn(const Cell& c, Vec3 p) const {
        for (std::uint32_t i = 0; i < c.flatN; ++i)
            if (flats[c.flatFrom + i].height(p) < 0) return false;
        return offRidge(c, p);
    }
    /// Faces that a cell is hardly over are left out: near them it takes two hundredths of the radius more.
    bool offRidge(const Cell& c, Vec3 p) const { return c.ridge == kNone || from(bodies[c.ridge], p) >= 1.02 * r; }
    /// The undivided cell in which a point is free.
    std::uint32_t leafAt(Vec3 p) {
        const auto n = at(p);
        return n == kNone || cells[n].twin == kNone || freeIn(cells[n], p) ? n : cells[n].twin;
    }
    /// What is free of a cell reaches beyond the model: its middle may lie out there though only its inner side is meant.
    bool leadsOut(std::uint32_t n) const;
    /// Undivided cells that meet a face of `n`, beyond it.
    template <class Visit>
    void neighbours(std::uint32_t n, const Visit& visit) {
        for (int axis = 0; axis < 3; ++axis)
            for (const int sign : {-1, 1}) {
                const auto m = across(n, axis, sign);
                if (m != kNone) beyond(m, axis, -sign, visit);
            }
    }
    void halve(std::uint32_t n);
    /// The face that two neighbours share, and whether a point of it is free in both.
    std::optional<Vec3> passage(std::uint32_t a, std::uint32_t b) const;

    double r, base = 0, finest = 0;
    Bounds world;
    Solid ground;
    std::vector<Body> bodies;
    std::vector<Cell> cells;
    std::vector<std::uint32_t> near;
    std::vector<Plane> flats;

private:
    /// The cell beyond a face, no smaller than `n` where there is such: up to the first parent that holds both, and down mirrored.
    std::uint32_t across(std::uint32_t n, int axis, int sign);

    template <class Visit>
    void beyond(std::uint32_t m, int axis, int sign, const Visit& visit) {
        if (cells[m].state != Kind::halved) {
            visit(m);
            if (cells[m].twin != kNone) visit(cells[m].twin);
            return;
        }
        const unsigned bit = 1U << axis, first = cells[m].children;
        for (unsigned k = 0; k < 8; ++k)
            if (((k & bit) != 0) == (sign > 0)) {
                if (cells[first + k].state == Kind::unknown) judge(first + k);
                beyond(first + k, axis, sign, visit);
            }
    }

    /// The distance from what is convex is convex: over a cube it is greatest in a corner.
    bool cornersWithin(const Body& body, const Cell& c) const;

    /// What is free of a cell hangs together, so that it need not be halved: its state is then flat or closed, with what bounds it.
    bool bounded(Cell& c);
    /// The same of what lies over one side of the plates in it.
    bool boundedOn(Cell& c, Few around, const Plane* side);
    void judge(std::uint32_t n);
};

}  // namespace oiko::voids
