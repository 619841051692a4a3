#pragma once
// The ground as it is dressed: one even slope. What lies below it is solid.
#include <algorithm>

#include "core/geometry/vec.h"

namespace oiko {

struct Ground {
    double corner = 0;               ///< mm, at x = y = 0
    double toRight = 0, toBack = 0;  ///< rise for each mm along x and along y
    friend constexpr bool operator==(const Ground&, const Ground&) = default;

    constexpr bool level() const { return toRight == 0 && toBack == 0; }
    constexpr double at(double x, double y) const { return corner + toRight * x + toBack * y; }
    constexpr double under(Vec3 p) const { return at(p.x, p.y); }
    /// Over what a box covers in plan.
    constexpr double highest(const Bounds& b) const {
        return std::max(at(b.low.x, b.low.y), at(b.high.x, b.low.y)) + std::max(0.0, at(b.low.x, b.high.y) - at(b.low.x, b.low.y));
    }
    constexpr double lowest(const Bounds& b) const {
        return std::min(at(b.low.x, b.low.y), at(b.high.x, b.low.y)) + std::min(0.0, at(b.low.x, b.high.y) - at(b.low.x, b.low.y));
    }
    /// A level direction, brought to lie on it.
    Vec3 along(Vec3 direction) const { return unit(direction + Vec3{0, 0, toRight * direction.x + toBack * direction.y}); }
    /// What lies above it is inside.
    Plane above() const { return Plane::through({0, 0, corner}, {toRight, toBack, -1}); }
};

}  // namespace oiko
