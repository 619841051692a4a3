#include "core/geometry/solid.h"

#include <gtest/gtest.h>

#include <map>

#include "core/base/tolerance.h"

namespace oiko {
namespace {

TEST(Box, HasItsVolumeAndSixOutwardFaces) {
    const auto b = box({1, 2, 3}, {11, 22, 33});
    EXPECT_DOUBLE_EQ(volume(b), 10 * 20 * 30);
    EXPECT_EQ(b.faces.size(), 6U);
    const auto c = centroid(b);
    for (std::size_t f = 0; f < 6; ++f) EXPECT_LT(facePlane(b, f).height(c), 0);
    EXPECT_EQ(c, (Vec3{6, 12, 18}));
    EXPECT_TRUE(box({0, 0, 0}, {0, 5, 5}).empty());
}

TEST(Prism, TurnsEitherOutlineOutwards) {
    const Vec3 triangle[] = {{0, 0, 0}, {4, 0, 0}, {0, 3, 0}}, reversed[] = {{0, 0, 0}, {0, 3, 0}, {4, 0, 0}};
    EXPECT_DOUBLE_EQ(volume(prism(triangle, {0, 0, 5})), 30);
    EXPECT_DOUBLE_EQ(volume(prism(reversed, {0, 0, 5})), 30);
    EXPECT_DOUBLE_EQ(volume(prism(triangle, {0, 0, -5})), 30);
}

TEST(Cut, KeepsWhatIsInsideAndClosesIt) {
    // Half a cube along its diagonal: half its volume, and a new face of side × diagonal.
    const auto cube = box({0, 0, 0}, {10, 10, 10});
    const auto half = cut(cube, Plane::through({5, 5, 5}, {1, 1, 0}));
    EXPECT_NEAR(volume(half), 500, 1e-9);
    double largest = 0;
    for (std::size_t f = 0; f < half.faces.size(); ++f) largest = std::max(largest, area(half, f));
    EXPECT_NEAR(largest, 10 * std::sqrt(200.0), 1e-9);
    EXPECT_EQ(cut(cube, Plane::through({20, 0, 0}, {1, 0, 0})), cube);
    EXPECT_TRUE(cut(cube, Plane::through({-1, 0, 0}, {1, 0, 0})).empty());
    // A corner off: a tetrahedron of edge 3 is 27/6.
    EXPECT_NEAR(volume(cut(cube, Plane::through({10, 10, 7}, {1, 1, 1}))), 1000 - 27.0 / 6, 1e-9);
}

TEST(Cut, ThatOneCornerBarelyPassesStaysClosed) {
    // Mesh on ground that falls a hair: at one corner the ground comes up by more than points may differ, at the others by less.
    for (const double along : {2e-4, 2.85e-4, 4e-4})
        for (const double across : {-1.1e-3, 1.1e-3, 1.6e-3, 4e-3})
            for (const double low : {0.0, -0.005}) {
                const auto strip = box({0, 0, low}, {34.131, 1.588, 572});
                const auto left = cut(strip, Plane::through({0, 0, 0}, unit({along, across, -1})));
                ASSERT_FALSE(left.empty());
                std::map<std::pair<int, int>, int> edges;
                for (const auto& f : left.faces)
                    for (std::size_t i = 0; i < f.size(); ++i) ++edges[{f[i], f[(i + 1) % f.size()]}];
                for (const auto& [edge, n] : edges) {
                    EXPECT_EQ(n, 1) << along << " " << across;
                    EXPECT_TRUE(edges.contains({edge.second, edge.first})) << along << " " << across;
                }
                EXPECT_NEAR(volume(left), volume(strip), 2);
            }
}

TEST(DepthShared, TellsApartTouchingAndSharing) {
    const auto a = box({0, 0, 0}, {10, 10, 10});
    EXPECT_NEAR(depthShared(a, box({10, 0, 0}, {20, 10, 10})), 0, 1e-9);
    EXPECT_NEAR(depthShared(a, box({9, 0, 0}, {20, 10, 10})), 1, 1e-9);
    EXPECT_LT(depthShared(a, box({11, 0, 0}, {20, 10, 10})), -0.9);
    // Two crossed rods that only edge-against-edge axes part.
    const auto tilted = [](Vec3 shift) {
        const Vec3 outline[] = {Vec3{-50, 0, 0} + shift, Vec3{-49, 1, 0} + shift, Vec3{-49, 0, 1.5} + shift};
        return prism(outline, {100, 5, 3});
    };
    EXPECT_LT(depthShared(tilted({0, 0, 0}), tilted({0, 0, 6})), 0);
}

TEST(Touching, MeasuresTheSharedPatch) {
    const auto a = box({0, 0, 0}, {10, 10, 10});
    const auto p = touching(a, box({10, 5, 2}, {20, 15, 8}));
    EXPECT_NEAR(p.area, 5 * 6, 1e-9);
    EXPECT_NEAR(p.normal.x, 1, 1e-9);
    EXPECT_EQ(touching(a, box({10 + 2 * kTouchMm, 0, 0}, {20, 10, 10})).area, 0);
    EXPECT_EQ(touching(a, box({10, 10, 0}, {20, 20, 10})).area, 0) << "edge against edge holds nothing";
}

TEST(Section, IsTheCutOutline) {
    const auto s = section(box({0, 0, 0}, {10, 20, 30}), Plane::through({0, 0, 12}, {0, 0, 1}));
    ASSERT_EQ(s.size(), 4U);
    for (const auto& p : s) EXPECT_NEAR(p.z, 12, 1e-9);
    EXPECT_TRUE(section(box({0, 0, 0}, {10, 20, 30}), Plane::through({0, 0, 40}, {0, 0, 1})).empty());
}

}  // namespace
}  // namespace oiko
