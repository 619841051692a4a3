#pragma once
#include <QColor>
#include <QFont>
#include <QString>

#include "core/drawing/drawing.h"

namespace oiko {

/// Colours by role, for day, night and paper.
struct Theme {
    QColor paper, panel, leaf, held, pointed, slip;
    QColor ink, fine, hand, fits, tight, fails, edge, focus, rule;
    QColor wood, sheet, treated, metal, ground, cutFace, hatch, mesh, glass, felt, bird, existing, trim;
    bool dark = false;
    QColor fill(Fill f) const;
};
const Theme& dayTheme();
const Theme& nightTheme();
const Theme& printTheme();  ///< black ink on white, pale fills

/// The shipped fonts, loaded once; call after the application object is there.
void loadFonts();
QFont inkFont(double pixels, bool bold = false);
inline QString qs(const std::string& s) { return QString::fromStdString(s); }

}  // namespace oiko
