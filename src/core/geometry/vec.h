#pragma once
// Points and directions in millimetres. Lengths that are set, bought or cut are core/base/quantity.h's Length.
#include <array>
#include <cmath>
#include <compare>

namespace oiko {

struct Vec3 {
    double x = 0, y = 0, z = 0;
    friend constexpr bool operator==(const Vec3&, const Vec3&) = default;
    friend constexpr Vec3 operator+(Vec3 a, Vec3 b) { return {a.x + b.x, a.y + b.y, a.z + b.z}; }
    friend constexpr Vec3 operator-(Vec3 a, Vec3 b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
    friend constexpr Vec3 operator*(Vec3 a, double k) { return {a.x * k, a.y * k, a.z * k}; }
    constexpr double operator[](int axis) const { return axis == 0 ? x : axis == 1 ? y : z; }
};
constexpr double dot(Vec3 a, Vec3 b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
constexpr Vec3 cross(Vec3 a, Vec3 b) { return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x}; }
inline double norm(Vec3 a) { return std::sqrt(dot(a, a)); }
/// a must not be null.
inline Vec3 unit(Vec3 a) { return a * (1 / norm(a)); }

struct Vec2 {
    double x = 0, y = 0;
    friend constexpr bool operator==(const Vec2&, const Vec2&) = default;
    friend constexpr Vec2 operator+(Vec2 a, Vec2 b) { return {a.x + b.x, a.y + b.y}; }
    friend constexpr Vec2 operator-(Vec2 a, Vec2 b) { return {a.x - b.x, a.y - b.y}; }
    friend constexpr Vec2 operator*(Vec2 a, double k) { return {a.x * k, a.y * k}; }
};
constexpr double cross(Vec2 a, Vec2 b) { return a.x * b.y - a.y * b.x; }

/// The half space dot(normal, p) <= offset is inside; normal is a unit vector pointing out.
struct Plane {
    Vec3 normal;
    double offset = 0;
    static Plane through(Vec3 point, Vec3 outward) {
        const auto n = unit(outward);
        return {n, dot(n, point)};
    }
    double height(Vec3 p) const { return dot(normal, p) - offset; }
};

struct Bounds {
    Vec3 low{1e300, 1e300, 1e300}, high{-1e300, -1e300, -1e300};
    void add(Vec3 p) {
        low = {std::fmin(low.x, p.x), std::fmin(low.y, p.y), std::fmin(low.z, p.z)};
        high = {std::fmax(high.x, p.x), std::fmax(high.y, p.y), std::fmax(high.z, p.z)};
    }
    void add(const Bounds& b) { add(b.low), add(b.high); }
    bool meets(const Bounds& b, double within) const {
        return low.x <= b.high.x + within && b.low.x <= high.x + within && low.y <= b.high.y + within && b.low.y <= high.y + within &&
               low.z <= b.high.z + within && b.low.z <= high.z + within;
    }
    Vec3 size() const { return high - low; }
};

}  // namespace oiko
