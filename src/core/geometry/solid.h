#pragma once
// Convex solids: boxes and prisms cut by planes. A part with a notch is several of them, touching in whole faces.
#include <cstdint>
#include <span>
#include <vector>

#include "core/geometry/vec.h"

namespace oiko {

/// A closed convex polyhedron. Faces run counter-clockwise seen from outside. Empty: no vertices.
struct Solid {
    std::vector<Vec3> vertices;
    std::vector<std::vector<std::uint16_t>> faces;
    friend bool operator==(const Solid&, const Solid&) = default;
    bool empty() const { return vertices.empty(); }
};

/// The box between two opposite corners, in any order; empty where it would be thinner than kSameMm.
Solid box(Vec3 a, Vec3 b);
/// A convex outline, either way round, pushed along a vector that leaves its plane.
Solid prism(std::span<const Vec3> outline, Vec3 along);
/// What is round, so wide, as sixteen flats about it, one of them facing `flat` (a unit across `along`); `foot` in the middle of its end.
Solid rod(Vec3 foot, Vec3 along, Vec3 flat, double wide);
/// What is left of `solid` inside the plane; empty when nothing is.
Solid cut(const Solid& solid, const Plane& keepInside);

Bounds bounds(const Solid& solid);
double volume(const Solid& solid);  ///< mm³, from the faces alone
double area(const Solid& solid, std::size_t face);
Vec3 centroid(const Solid& solid);  ///< of its volume; not for an empty one
Plane facePlane(const Solid& solid, std::size_t face);

/// How deep two solids are in each other, mm: the least way to push them apart. Negative: the gap along the best axis tried.
double depthShared(const Solid& a, const Solid& b);

/// Where two solids touch within kTouchMm face to face: the patch both share. `normal` points out of a, into b.
struct Patch {
    double area = 0;  ///< mm²; 0: none
    Vec3 normal, centre;
};
Patch touching(const Solid& a, const Solid& b);
std::vector<Plane> facePlanes(const Solid& solid);
/// Planes and bounds of all faces, for one solid asked about many others.
struct Faces {
    std::vector<Plane> planes;
    std::vector<Bounds> boxes;
    Bounds around;
};
Faces facesOf(const Solid& solid);
Patch touching(const Solid& a, const Faces& ofA, const Solid& b, const Faces& ofB);

/// The section of a solid with a plane, in order around; empty where it misses.
std::vector<Vec3> section(const Solid& solid, const Plane& plane);

}  // namespace oiko
