#pragma once
#include <optional>
#include <QPainter>
#include <QPointF>
#include <QRectF>

#include "core/answer/belongs.h"
#include "render/theme.h"
#include "words/words.h"

namespace oiko {

/// How a drawing comes onto a device.
struct Sight {
    double perModelMm = 0.1;  ///< device units a model mm
    double perPaperMm = 4;    ///< device units a millimetre of paper: pens, letters, offsets of dimensions
    QPointF origin;           ///< device place of the model's 0, 0
    const Theme* theme = &dayTheme();
    Units units = Units::imperial;
    PartIds lit{};      ///< parts to light up
    bool live = false;  ///< dimensions that a key moves are shown in the hand's colour
    QPointF at(Vec2 p) const { return {origin.x() + p.x * perModelMm, origin.y() - p.y * perModelMm}; }
    Vec2 model(QPointF p) const { return {(p.x() - origin.x()) / perModelMm, (origin.y() - p.y()) / perModelMm}; }
};

/// Where a dimension's figure came to stand, for the hand.
struct PlacedDimension {
    QRectF box;
    Dimension dimension;
};
std::vector<PlacedDimension> paint(QPainter& painter, const Drawing& drawing, const Sight& sight);
void paint(QPainter& painter, const Page& page, std::size_t number, std::size_t count, const PlanSet& set, double perMm, const Theme& theme,
           QPointF origin = {});
/// The part drawn at a place, topmost first; empty: none.
std::string partAt(const Drawing& drawing, Vec2 p);

}  // namespace oiko
