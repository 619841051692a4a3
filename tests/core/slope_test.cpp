// Coops on sloping ground: sound and shut, every support down to where the ground is, and what hangs on its height.
#include <algorithm>
#include <cmath>

#include "core/design/ground.h"
#include "core/design/layout.h"
#include "core/judge/findings.h"
#include "whole.h"

namespace oiko {
namespace {

/// The four corners, front left first and round to the back left.
std::vector<Change> lie(const char* fl, const char* fr, const char* br, const char* bl, std::vector<Change> more = {}) {
    std::vector<Change> all{{"ground.front_left", fl}, {"ground.front_right", fr}, {"ground.back_right", br}, {"ground.back_left", bl}};
    all.insert(all.end(), more.begin(), more.end());
    return all;
}

const std::vector<std::vector<Change>>& slopingCoops() {
    static const std::vector<std::vector<Change>> all{
        lie("0", "0", "6in", "6in"),
        lie("6in", "0", "0", "6in", {{"runs.1.side", "left"}, {"flock.count", "8"}}),
        lie("0", "10in", "16in", "6in", {{"form.kind", "elevated"}, {"flock.count", "6"}}),
        lie("12in", "4in", "0", "8in", {{"foundation.kind", "set_posts"}, {"runs.1.side", "front"}, {"flock.count", "8"}}),
        lie("0", "8in", "8in", "0", {{"foundation.kind", "slab"}}),
        lie("0", "3in", "8in", "5in",
            {{"foundation.kind", "curb"}, {"runs.1.side", "back"}, {"roof.falls_to", "front"}, {"flock.count", "8"}}),
        lie("5in", "5in", "0", "0", {{"roof.form", "gable"}, {"runs.1.top", "shared"}}),
        lie("0", "12in", "12in", "0",
            {{"foundation.kind", "posts"}, {"runs.1.under", "yes"}, {"flock.count", "6"}, {"runs.1.length", "8'"}}),
        lie("4in", "0", "0", "4in",
            {{"coop.width", "10'"}, {"runs.1.side", "front"}, {"runs.1.width", "15'"}, {"runs.2.side", "right"}, {"nests.wall", "back"}}),
        lie("0", "6in", "6in", "0",
            {{"roof.falls_to", "left"}, {"flock.count", "6"}, {"runs.1.gate", "left"}, {"mesh.kind", "hardware-cloth-1/4"}}),
        lie("0", "2in", "7in", "5in", {{"partitions.1.wall", "left"}, {"apron.width", "0"}}),
    };
    return all;
}

class Sloping : public testing::TestWithParam<std::size_t> {};
TEST_P(Sloping, IsSoundAndShut) {
    if (sampled() && GetParam() % 4 != 1) GTEST_SKIP();
    expectWholeAndShut(designWith(slopingCoops()[GetParam()]));
}
INSTANTIATE_TEST_SUITE_P(Coops, Sloping, testing::Range<std::size_t>(0, slopingCoops().size()));

}  // namespace
}  // namespace oiko
