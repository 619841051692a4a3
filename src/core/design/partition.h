#pragma once
// Rooms parted off at a wall of the coop: a feed room, a store, a corner for chicks. At an end the partition stands across under the
// roof's slope, as the end wall does; at a wall that carries the rafters it stands along the coop, its plate level under them. One steps
// over its sill through a door of its own. In a coop on legs it is a cupboard: nobody walks in, and what opens to it does so from outside.
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/design/param.h"
#include "core/design/shell.h"

namespace oiko {

struct Partition {
    std::string key;   ///< "partitions.1"
    std::string wall;  ///< the wall that the room lies at
    Length room;       ///< clear, between that wall's inner face and the partition
    bool mesh = false;
    std::string stock;  ///< of its cover: the mesh, or a sheet
    Length cover;       ///< thickness of its mesh or sheet, which faces the room
    Length wallDeep;    ///< of the walls' studs and its own
    /// From that wall's outer face to the face of its studs towards the birds.
    Length reach() const { return wallDeep + room + cover + wallDeep; }
};
std::string partitionKey(int row);  ///< "partitions.1"
std::vector<Partition> partitions(Ask& ask);
Partition partitionOf(Ask& ask, const std::string& key);
/// Of one that stands along the coop, above the deck: the rafters lie on its plate's lower edge.
Length topAlong(const Shell& shell, const Partition& p);
/// Underside of the header of what would open in it there, above the deck.
Length innerHead(Ask& ask, const Shell& shell, const std::string& key, Length at, Length width);

/// What the rooms at a wall take of the coop's inside, partition included.
Length roomsAt(Ask& ask, std::string_view wall);
/// The same before anything else is known: of rooms that follow their rule about as much as they will take.
Length roomsAbout(Ask& ask, std::string_view wall);
/// The birds' room along a wall, from its left end seen from outside, between the inner faces of what stands across it.
std::pair<Length, Length> birdsAlong(Ask& ask, std::string_view side);
/// Clear from a wall's inner face, or a partition's, to what stands across from it.
Length birdsAcross(Ask& ask, std::string_view side);
/// What lies along a wall in a room parted off, or behind a partition: as `birdsAlong`, from the wall's left end.
bool opensToBirds(Ask& ask, std::string_view side, Length at, Length width);
/// One walks from the room to the birds.
bool innerDoors(Ask& ask);
/// A room that nobody walks in lies at the other end of the longer way.
bool facesCupboard(Ask& ask, std::string_view wall);
/// Least clear depth of this room.
Length leastRoom(Ask& ask, const std::string& key);
/// Room for the head of a partition's door, over the deck: under its plate, and under the ties that cross the room it swings into.
Length partitionHead(Ask& ask, const Shell& shell, const std::string& key);
/// What one steps over in its door, above the deck: its sill; within a curb, where the plate lies as high as that, the plate alone.
Length innerSill(Ask& ask, const std::string& key);
/// Within a curb the plate lies on a treated board on edge, its foot in the earth by half an inch at least; empty: none is so wide.
/// Common practice.
std::string_view boardUnderPlate(Ask& ask);
/// A room's clear depth nearest to `wanted`, at least `least`, whose partition clears rafters and ties, for its cover goes up beside
/// them; along the coop, what stands under the ridge. nullopt: there is none.
std::optional<Length> roomBetweenRafters(Ask& ask, const std::string& key, Length wanted, Length least);

/// A pop door of the room's own, for chicks or a broody hen: its opening, and its sill over the deck. Common practice.
inline constexpr Length kInnerPopWide = inches(12), kInnerPopHigh = inches(14);
Length innerPopSill(Ask& ask);
/// Where it stands in the partition, as far from the partition's door as it goes, not under the roosts if it can be helped; nullopt:
/// nowhere.
std::optional<Length> innerPopAt(Ask& ask, const Partition& partition);
/// Clear of the ridge beam, which hangs lower than its rafters. Common practice.
inline constexpr Length kBesideBeam = inches(3);
/// From what opens in a wall to a partition that meets it: tracks and battens inside. Common practice.
inline constexpr Length kBesidePartition = inches(4.5);
/// Least of the birds' room along the coop; least clear depth of a room that one walks in, of a cupboard, and what that has unless wished
/// otherwise. Common practice.
inline constexpr Length kLeastBirds = feet(3), kLeastRoom = inches(24), kLeastCupboard = inches(14), kCupboard = inches(18);
/// A partition's door opens into its room: what is fixed inside to the end wall stands before it.
inline constexpr Length kSwingClear = kInsideFittings + inches(0.5);

}  // namespace oiko
