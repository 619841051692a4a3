#pragma once
// One slope of a roof in its own measure: v runs level in the direction of the fall, from 0 at the high wall's outer face or, on a
// gable, at the middle of the ridge. Heights are above the deck, mm.
#include <cmath>

#include "core/base/quantity.h"

namespace oiko {

struct Slope {
    bool toBack = true;  ///< falls towards the shell's local back, else towards its front
    double y0 = 0;       ///< local depth of v = 0
    Angle pitch;
    double rise = 0;              ///< tangent of the pitch
    double span = 0;              ///< v of the outer face of the wall at its eave
    double start = 0;             ///< v of the rafters' upper plumb cut: beyond the high wall, or at the ridge's face
    double under0 = 0;            ///< underside of the rafters at v = 0
    Length eave;                  ///< deck to the top of that wall's plates
    Length seat;                  ///< horizontal length of the birdsmouth's seat
    Length rafterLength;          ///< sawn, long point to long point
    double end = 0;               ///< v of the rafters' lower plumb cut
    double before = 0, past = 0;  ///< how far the roof's frame goes on over runs, beyond the high wall and beyond the eave's
    friend bool operator==(const Slope&, const Slope&) = default;

    double cosine() const { return 1 / std::sqrt(1 + rise * rise); }
    double vOf(double y) const { return toBack ? y - y0 : y0 - y; }
    double yOf(double v) const { return toBack ? y0 + v : y0 - v; }
    double under(double v) const { return under0 - rise * v; }
    /// Top of rafters of this dressed depth.
    double over(double v, double rafterDeep) const { return under(v) + rafterDeep / cosine(); }
};

}  // namespace oiko
