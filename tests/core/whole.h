#pragma once
// A design asked for everything at once.
#include "core/judge/holes.h"
#include "some.h"

namespace oiko {

/// Sound solids, every board cut from what is sold, and nothing that gets in; the search came to its end.
inline void expectWholeAndShut(const Design& d) {
    const auto a = answerTo(d);
    EXPECT_EQ(unsound(*a->model), "");
    EXPECT_TRUE(a->cuts->boards.unplaced.empty());
    const auto found = allHoles(*a->model, ballThatMeshStops(*a->settled));
    EXPECT_TRUE(found.whole);
    for (const auto& hole : found.holes)
        ADD_FAILURE() << testing::PrintToString(hole.parts) << " " << hole.wideMm / 25.4 << " in at " << hole.at.x / 25.4 << " "
                      << hole.at.y / 25.4 << " " << hole.at.z / 25.4;
}

}  // namespace oiko
