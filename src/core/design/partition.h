#pragma once
// Rooms parted off at a wall of the coop: a feed room, a store, a corner for chicks. At an end the partition stands across under the
// roof's slope, as the end wall does; at a wall that carries the rafters it stands along the coop, its plate level under them. One steps
// over its sill through a door of its own. In a coop on legs it is a cupboard: nobody walks in, and what opens to it does so from outside.
// A later row's room at a wall beside an earlier one's is a corner of that: its partition goes from the wall they share to the other's
// cover, its door leads from the one room into the other, and its pop door to the birds.
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
    std::string stock;   ///< of its cover: the mesh, or a sheet
    Length cover;        ///< thickness of its mesh or sheet, which faces the room
    Length wallDeep;     ///< of the walls' studs and its own
    std::string within;  ///< the row that it is a corner of; empty: it lies beside the birds
    std::string around;  ///< that row's wall
    Length from, to;     ///< of its frame along its wall, from that wall's left end
    /// From that wall's outer face to the face of its studs towards the birds.
    Length reach() const { return wallDeep + room + cover + wallDeep; }
};
std::string partitionKey(int row);  ///< "partitions.1"
std::vector<Partition> partitions(Ask& ask);
Partition partitionOf(Ask& ask, const std::string& key);
/// The row that this one is a corner of; empty: none. Nobody walks into a cupboard, so it has no corners.
std::string roomAround(Ask& ask, const std::string& key);
/// How long a wall must be for the corner of a room at it and the way past that, before anything else is known.
Length cornerWants(Ask& ask, std::string_view wall);
/// What a corner at this wall takes of its room's, with what bars beside it, as little known; none: nothing.
Length cornerAbout(Ask& ask, std::string_view wall);
/// The corner of a room, if it has one.
std::optional<Partition> cornerOf(Ask& ask, const Partition& room);
/// What a room has of its wall, between inner faces, from that wall's left end: beside its corner.
std::pair<Length, Length> roomAlong(Ask& ask, const Partition& room);
/// Where the left edge of an opening so wide may stand in a partition, least and most; none where the least is more.
std::pair<Length, Length> innerRange(Ask& ask, const Partition& p, Length width);
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
/// Least clear depth of this room, and most: the birds keep room of their own, or the way past a corner its width.
Length leastRoom(Ask& ask, const std::string& key);
Length mostRoom(Ask& ask, const std::string& key);
/// Shelves or bins are wanted in it.
bool stored(Ask& ask, const Partition& p);
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
/// Where it stands in the partition, for a corner in the one that parts it from the birds: as far from that one's door as it goes, not
/// under the roosts if it can be helped; nullopt: nowhere.
std::optional<Length> innerPopAt(Ask& ask, const Partition& partition);
/// Clear of the ridge beam, which hangs lower than its rafters. Common practice.
inline constexpr Length kBesideBeam = inches(3);
/// From what opens in a wall to a partition that meets it: tracks and battens inside. Common practice.
inline constexpr Length kBesidePartition = inches(4.5);
/// Least of the birds' room along the coop; least clear depth of a room that one walks in, of a cupboard, and what that and a corner have
/// unless wished otherwise. Common practice.
inline constexpr Length kLeastBirds = feet(3), kLeastRoom = inches(24), kLeastCupboard = inches(14), kCupboard = inches(18),
                        kCornerRoom = inches(36);
/// A partition's door opens into its room: what is fixed inside to the end wall stands before it.
inline constexpr Length kSwingClear = kInsideFittings + inches(0.5);

}  // namespace oiko
