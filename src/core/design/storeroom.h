#pragma once
// What stands in a room parted off: shelves along a side wall, and bins for feed below them.
#include <optional>
#include <string_view>

#include "core/design/partition.h"

namespace oiko {

/// A shelf's depth, and from one to the next; the lowest one's height over the floor, over the bins, and in a cupboard without. Common
/// practice.
inline constexpr Length kShelfDeep = inches(12), kShelvesApart = inches(15), kLowestShelf = inches(36), kCupboardShelf = inches(16);
Length lowestShelf(Ask& ask, const std::string& partition);
/// A bin with a lid, of a hundredweight of feed. Of our own invention, as the sample prices are.
inline constexpr Length kBinWide = inches(16), kBinDeep = inches(14), kBinTall = inches(26);

/// Along a side wall, from the end wall's outer face: clear of what is fixed to that wall, to the partition.
struct Stowage {
    std::string_view side;  ///< the coop's side that it stands along
    Length from, to;        ///< along that side, from its left end seen from outside
};
/// The side wall of the room where nothing opens behind them and no door's way is barred; nullopt: neither is free.
std::optional<Stowage> stowage(Ask& ask, const Partition& room);
/// How high they reach, and what the wall leaves them under its plates.
Length stowageTop(Ask& ask, const Partition& room);

}  // namespace oiko
