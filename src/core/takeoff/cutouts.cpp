// What comes out of a panel where an opening is cut: whole rectangles that can be used again.
#include <algorithm>
#include <cmath>

#include "core/base/tolerance.h"
#include "core/takeoff/takeoff.h"

namespace oiko {
namespace {

using Outline = std::vector<Vec2>;  ///< convex, across the panel and along its grain

bool holds(const Outline& o, Vec2 p) {
    int left = 0, right = 0;
    for (std::size_t i = 0, j = o.size() - 1; i < o.size(); j = i++) (cross(o[i] - o[j], p - o[j]) > 0 ? left : right)++;
    return left == 0 || right == 0;
}

/// The face of a convex piece that lies in the panel's plane.
Outline outlineOf(const Part& p, const Solid& s) {
    const auto out = p.thick();
    std::size_t best = 0;
    double most = -2;
    for (std::size_t k = 0; k < s.faces.size(); ++k)
        if (const double d = dot(facePlane(s, k).normal, out); d > most) most = d, best = k;
    Outline o;
    for (const auto v : s.faces[best]) o.push_back({dot(s.vertices[v], p.wide), dot(s.vertices[v], p.along)});
    return o;
}

std::vector<double> lines(const std::vector<Outline>& all, double Vec2::*axis) {
    std::vector<double> at;
    for (const auto& o : all)
        for (const auto& q : o) at.push_back(q.*axis);
    std::ranges::sort(at);
    at.erase(std::unique(at.begin(), at.end(), [](double a, double b) { return b - a < kTouchMm; }), at.end());
    return at;
}

}  // namespace

std::vector<Cutout> cutoutsOf(const Part& panel) {
    std::vector<Outline> wood;
    for (const auto& s : panel.solids) wood.push_back(outlineOf(panel, s));
    const auto across = lines(wood, &Vec2::x), along = lines(wood, &Vec2::y);
    if (across.size() < 2 || along.size() < 2) return {};
    const auto wide = across.size() - 1, high = along.size() - 1;
    // A cell between neighbouring lines is empty when neither its middle nor its corners, a hair inwards, are wood.
    std::vector<char> empty(wide * high);
    for (std::size_t i = 0; i < wide; ++i)
        for (std::size_t k = 0; k < high; ++k) {
            const double x0 = across[i], x1 = across[i + 1], y0 = along[k], y1 = along[k + 1], e = kTouchMm;
            const Vec2 at[] = {{(x0 + x1) / 2, (y0 + y1) / 2}, {x0 + e, y0 + e}, {x1 - e, y0 + e}, {x1 - e, y1 - e}, {x0 + e, y1 - e}};
            empty[i * high + k] =
                std::ranges::none_of(at, [&](Vec2 q) { return std::ranges::any_of(wood, [&](const Outline& o) { return holds(o, q); }); });
        }
    std::vector<Cutout> out;
    for (std::size_t i = 0; i < wide; ++i)
        for (std::size_t k = 0; k < high; ++k) {
            if (!empty[i * high + k]) continue;
            // The widest rectangle that starts in this cell, as high as its first column; its cells are used up.
            std::size_t top = k;
            while (top < high && empty[i * high + top]) ++top;
            std::size_t right = i;
            const auto whole = [&](std::size_t column) {
                for (auto r = k; r < top; ++r)
                    if (!empty[column * high + r]) return false;
                return true;
            };
            while (right < wide && whole(right)) ++right;
            for (auto c = i; c < right; ++c)
                for (auto r = k; r < top; ++r) empty[c * high + r] = false;
            out.push_back({mm(across[right] - across[i]), mm(along[top] - along[k])});
        }
    return out;
}

}  // namespace oiko
