#pragma once
// The heights and slopes that everything else hangs on, worked out once from the values asked for.
// The shell is built in its own frame: the roof falls towards local back, the low wall. `turn` brings local sides onto the coop's.
#include <optional>
#include <string>
#include <vector>

#include "core/design/param.h"

namespace oiko {

inline constexpr Length kPlate = inches(1.5);     ///< thickness of a 2x plate laid flat
inline constexpr Length kWallDeep = inches(3.5);  ///< a stud wall of 2x4
inline constexpr Length kPaver = inches(2);
inline constexpr Length kPurlin = inches(1.5);

struct Shell {
    int turn = 0;       ///< quarter turns: coop side = local side + turn, modulo 4, counted front, right, back, left
    Length wide, deep;  ///< local: along the low wall, and along the fall; outside of the frame
    Angle pitch;
    double rise = 0;           ///< tangent of the pitch
    Length lowWall, highWall;  ///< deck to the top of the plates, at the low and the high wall
    Length plates;             ///< thickness of the top plates together
    Length rafterDeep, seat;   ///< dressed depth; horizontal length of the birdsmouth's seat
    Length overhang, rake;     ///< plan, beyond the frame: at low and high wall, and at the sides
    Length floorTop;           ///< deck top above finished grade
    Length joistDeep, deck;
    friend bool operator==(const Shell&, const Shell&) = default;

    int localSide(std::string_view side) const;
    bool bearing(std::string_view side) const { return localSide(side) % 2 == 0; }
    /// Underside of the rafters above the deck, at a local depth; y from the high wall's outer face.
    double rafterUndersideMm(double y) const;
    /// Underside of the top plates above the deck, lowest over [at, at + width] of a side, as seen from outside.
    Length underPlates(std::string_view side, Length at, Length width) const;
    /// Sawn length of a rafter, long point to long point.
    Length rafterLength() const;
};

Shell shellOf(Ask& ask);

/// Seat of a birdsmouth: the plate's width, or what a notch of a quarter of the depth allows.
/// Source: IRC 2018 R802.7.1 with R502.8.1 (notches at the ends of a member: a quarter of its depth).
Length birdsmouthSeat(Length rafterDeep, Angle pitch, Length plateWide);
/// Least bearing of a rafter on wood. Source: IRC 2018 R802.6.
inline constexpr Length kLeastBearing = inches(1.5);

/// Depth of the header over an opening; two on edge under a bearing wall's plates, one laid flat elsewhere. Common practice.
std::string_view headerStock(Length opening);
Length headerDeep(bool bearing, Length opening);
/// Room for an opening's head on a side: deck to the underside of its header, when that stands as high as it can.
Length highestHead(const Shell& shell, std::string_view side, Length at, Length width);

/// Where a run's 4x4 posts stand along a side of this outside length: left edges, at most 10 ft apart, or as far as the longest board
/// reaches. Common practice.
std::vector<Length> runPosts(Ask& ask, Length outside);
/// The same for a run's inner side: past the coop's corner a post stands beside the corner, and more to the run's end.
std::vector<Length> runInnerPosts(Ask& ask, const std::string& run);
/// How much of a run, from its left end, lies along the coop's wall; the rest reaches past the corner.
Length runAlongWall(Ask& ask, const std::string& run);
/// Least reach past the coop's corner: two blocks stand beside each other there.
inline constexpr Length kLeastPastCorner = feet(2);

/// Depth of a run's beams: 4x4 to 6 ft of run, 4x6 beyond. Common practice.
Length runBeamDeep(Length width);
/// From the top of a run's inner beam to the top of its roof beside the coop, at most: rafter, purlin, panel.
inline constexpr Length kRunRoofThick = inches(9.5);
/// Underside of the beam of the run before an opening, above the deck; nullopt: no run stands before it.
std::optional<Length> runBeamBefore(Ask& ask, const Shell& shell, std::string_view side, Length at, Length width);

/// Underside of the coop's roof edge above grade, lowest over the whole of a side.
Length roofEdge(const Shell& shell, std::string_view side);

}  // namespace oiko
