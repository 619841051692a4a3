#pragma once
#include <optional>
#include <span>

#include "core/drawing/drawing.h"
#include "core/model/part.h"

namespace oiko {

/// A straight look at solids: `right` and `up` lie in the paper, the eye stands far out along cross(right, up).
struct Look {
    Vec3 right{1, 0, 0}, up{0, 0, 1};
    Vec3 origin{};               ///< lands on the paper's 0, 0
    std::optional<Plane> cut{};  ///< what lies outside is taken away, and what it goes through is drawn cut
    Vec3 toEye() const { return cross(right, up); }
    Vec2 on(Vec3 p) const { return {dot(p - origin, right), dot(p - origin, up)}; }
};
/// Farther faces first, so that nearer ones cover them; seams inside a part are not drawn.
void project(Drawing& drawing, const Model& model, std::span<const std::size_t> parts, const Look& look);
Fill fillOf(const Part& part);

}  // namespace oiko
