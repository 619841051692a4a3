// Runs that the coop's rafters go on over, down from the low wall, out from the high one, or under a gable's eaves.
#include "core/design/shell.h"
#include "whole.h"

namespace oiko {
namespace {

const std::vector<std::string>& underRaftersCoops() {
    static const std::vector<std::string> coops{
        "runs.1.side=back",
        "runs.1.side=front",
        "runs.1.side=back; runs.1.length=6'; roof.form=gable",
        "runs.1.side=front; runs.1.length=5'; roof.form=gable; roof.ridge_kind=beam; roof.cover=shingles",
        "runs.1.side=back; runs.2.side=front; runs.2.top=shared; coop.depth=5'; runs.1.length=4'; runs.2.length=4'",
        "runs.1.side=left; roof.falls_to=left; roof.cover=roll_roofing; mesh.edge=battens; mesh.double=yes; runs.1.length=6'; "
        "coop.width=6'",
        "form.kind=elevated; flock.count=5; runs.1.side=back; pops.1.wall=back",
        "form.kind=elevated; flock.count=4; runs.1.side=front; runs.1.under=yes; foundation.kind=set_posts; frame.walls=posts",
        "lean.kind=wall; runs.1.side=front; roof.gutter=barrels",
        "lean.kind=greenhouse; runs.1.side=front; runs.1.gate=left; frame.stud=2x3; coop.width=14'",
        "runs.1.side=back; roof.gutter=barrels; runs.1.gate=right; frame.timber=metric; skin.kind=shiplap",
        "runs.1.side=right; roof.falls_to=right; runs.2.side=back; runs.2.top=mesh; doors.2.wall=right; coop.width=6'; coop.depth=8'",
        "runs.1.side=back; ground.back_left=6\"; ground.back_right=8\"; foundation.kind=posts",
        // Round a corner, round two, and all round.
        "runs.1.side=back; runs.2.side=right; runs.2.top=shared; coop.depth=5'; coop.width=8'; runs.1.length=5'; runs.2.length=6'",
        "runs.1.side=front; runs.2.side=left; runs.2.top=shared; coop.depth=5'; coop.width=6'; runs.1.length=6'; runs.2.length=5'; "
        "mesh.edge=battens; apron.kind=floor",
        "runs.1.side=back; runs.2.side=right; runs.2.top=shared; runs.3.side=left; runs.3.top=shared; coop.width=6'; coop.depth=5'; "
        "runs.1.length=5'; runs.2.length=4'; runs.3.length=4'; apron.kind=buried; roof.cover=shingles",
        "form.kind=elevated; flock.count=4; runs.1.side=back; runs.2.side=right; runs.2.top=shared; runs.1.length=5'; runs.2.length=5'; "
        "roof.form=gable; skin.kind=metal; runs.1.under=yes",
        "runs.1.side=left; runs.2.side=front; runs.2.top=shared; roof.falls_to=left; coop.width=5'; coop.depth=6'; runs.1.length=5'; "
        "runs.2.length=5'; skin.kind=board_batten; mesh.double=yes; run.litter=chips",
    };
    return coops;
}

class UnderRafters : public testing::TestWithParam<std::size_t> {};
TEST_P(UnderRafters, IsSoundShutAndCutFromWhatIsSold) {
    if (sampled() && GetParam() % 4 != 0) GTEST_SKIP();
    expectWholeAndShut(designWith(asked("runs.1.top=shared; " + underRaftersCoops()[GetParam()])));
}
INSTANTIATE_TEST_SUITE_P(Coops, UnderRafters, testing::Range<std::size_t>(0, underRaftersCoops().size()));

}  // namespace
}  // namespace oiko
