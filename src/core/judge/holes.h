#pragma once
// Ways from where the birds are to the outside that are wider than the mesh: a ball as wide is led through the solids, all of which are
// shut as they are drawn. Below grade is solid: who digs is the apron's matter.
#include <cstdint>
#include <functional>
#include <string>
#include <vector>

#include "core/design/design.h"
#include "core/model/part.h"

namespace oiko {

/// A ball is this much wider than the mesh it must not pass.
inline constexpr double kBallOverMeshMm = 25.4 / 16;

struct WayOut {
    Vec3 at;                         ///< the narrowest place of the way out
    double wideMm = 0;               ///< the widest ball that passes there, about
    std::vector<std::string> parts;  ///< ids of those nearest to it, nearest first
    bool shuttersOff = false;        ///< shut as drawn: it opens when shutters and panes are away
    std::vector<Vec3> way;           ///< from outside to where the birds are, straight from point to point
};
struct HoleSearch {
    std::vector<WayOut> holes;
    bool whole = true;       ///< false: ended by `stop` or by the work allowed; what is listed is there, but more may be
    std::int64_t cells = 0;  ///< work done
};
/// Ways out from a point that is free for a ball of this diameter, at most `most`, one at each place. Deterministic.
/// Tolerance: ways up to a millimetre wider than the ball may count as closed; none narrower counts as open.
HoleSearch findHoles(const Model& model, Vec3 inside, double ballMm, std::size_t most = 8, const std::function<bool()>& stop = {});

/// Places to start from, the best first: over the coop's floor, and in each run; the name is "coop" or the run's row.
struct Zone {
    std::string name;
    std::vector<Vec3> from;
    double roomMm3 = 0;  ///< of the box up to its walls' or posts' tops: what there is to go through, about
};
std::vector<Zone> zonesOf(const Model& model);
/// The ball that the mesh chosen for a design must stop, mm across.
double ballThatMeshStops(Settled& settled);
/// All zones of a model, with the ball that the mesh must stop. A way from the coop into a run counts as one out. Looked for twice: as
/// drawn, and with the windows' shutters and panes away, as in summer; what is shut without them is shut with them. `told`: which share of
/// the zones has been gone through, about; it rises by a hundredth at least, to 0.8: what is doubtful comes after.
/// `stop` is asked from two threads at once, `told` from either, one at a time.
HoleSearch allHoles(const Model& model, double ballMm, const std::function<bool()>& stop = {}, std::size_t most = 8,
                    const std::function<void(double)>& told = {});

}  // namespace oiko
