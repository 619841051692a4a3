#pragma once
// Space halved into cubes as far as needed. A cube is free where its whole is farther than the ball's radius from every solid, closed
// where its whole is nearer to one; where each solid near shows it one flat face only, what is free of it is convex and the cube need not
// be halved; nor where one plate passes through it and parts it in two. What remains at the smallest size is doubtful.
#include <cstdint>
#include <limits>
#include <optional>
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
    std::uint32_t twin = kNone;             ///< the same cube beyond the plate that parts it
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
    /// On the free side of what bounds a flat cell.
    bool freeIn(const Cell& c, Vec3 p) const {
        for (std::uint32_t i = 0; i < c.flatN; ++i)
            if (flats[c.flatFrom + i].height(p) < 0) return false;
        return true;
    }
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

    void judge(std::uint32_t n);
};

}  // namespace oiko::voids
