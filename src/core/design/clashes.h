#pragma once
// What can't be built together, part by part: each test names the two choices, and a way out where one is plain.
#include "core/design/design.h"
#include "core/design/layout.h"
#include "core/design/shell.h"

namespace oiko {

/// An opening in a wall as the tests see it; the nests are one, vents under the plate another.
struct Opening {
    std::string row, wall;
    Length at, width, sill, height;
    bool vent = false;
};

/// The key of its height.
std::string heightKey(const Opening& o);
/// The key's own name, for a message.
Ref keyRef(std::string_view slot);
/// A length as a way out is written: exact, in the design's units.
std::string written(Length v, Settled& s);
/// Panels go from one edge to the other in one length. Metal is sold as long as any rafter.
std::optional<Clash> panelClash(Settled& s, std::string coverKey, std::string lengthKey, std::string_view cover, Length panel);

std::optional<Clash> openingClash(Settled& s, const Shell& shell, const std::vector<Opening>& all);
std::optional<Clash> partitionClash(Settled& s, const Shell& shell, const std::vector<Opening>& all);
std::optional<Clash> insideClash(Settled& s, const Shell& shell);
std::optional<Clash> runClash(Settled& s, const Shell& shell, const std::vector<Opening>& all);
/// What the wall that the coop leans on stands in the way of.
std::optional<Clash> leanClash(Settled& s, const Shell& shell, const std::vector<Opening>& all);
/// What the lie of the ground does not let stand.
std::optional<Clash> groundClash(Settled& s, const std::vector<Opening>& all);

}  // namespace oiko
