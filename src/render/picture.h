#pragma once
#include <QImage>
#include <vector>

#include "core/answer/belongs.h"
#include "core/model/part.h"
#include "render/theme.h"

namespace oiko {

/// A person's place round the coop.
struct Eye {
    double turnDeg = 35, liftDeg = 24;  ///< round from the front towards the right, and up
    double zoom = 1, panX = 0, panY = 0;
};
struct PictureWish {
    Eye eye;
    bool roof = true, skin = true, mesh = true;
    double slice = 1;        ///< 1: whole; less: what lies nearer to the front than this share of the depth is left out
    PartIds lit;             ///< parts to light up
    double keeperMm = 1753;  ///< the person drawn beside; 0: nobody
    int samples = 1;         ///< 2: smoother, four times the work
};
/// The solids shaded, with exact occlusion by a depth buffer, their edges inked. `partAt`, when given, gets the part seen at each pixel
/// (-1: none).
QImage picture(const Model& model, const PictureWish& wish, QSize size, const Theme& theme, std::vector<int>* partAt = nullptr);

}  // namespace oiko
