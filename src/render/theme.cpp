#include "render/theme.h"

#include <QFontDatabase>

namespace oiko {

QColor Theme::fill(Fill f) const {
    switch (f) {
        case Fill::none: return {};
        case Fill::paper: return paper;
        case Fill::wood: return wood;
        case Fill::sheet: return sheet;
        case Fill::treated: return treated;
        case Fill::metal: return metal;
        case Fill::felt: return felt;
        case Fill::existing: return existing;
        case Fill::mesh: {
            auto c = mesh;
            c.setAlpha(46);
            return c;
        }
        case Fill::cutFace: return cutFace;
        case Fill::ground: return ground;
        case Fill::glass: {
            auto c = glass;
            c.setAlpha(150);
            return c;
        }
    }
    return {};
}

const Theme& dayTheme() {
    static const Theme t{"#FBF6E9", "#F1E9D8", "#FFFCF4", "#F2DA86", "#F8EBC0", "#F7DED4", "#26211B", "#5A5142", "#7E2A63", "#29603D",
                         "#714C00", "#9C1F1B", "#857860", "#0B5A6C", "#CFC3AB", "#F0E0C0", "#E9D6AC", "#D3D6AE", "#CDD3D6", "#DED2BA",
                         "#E2BF86", "#694A20", "#6B655A", "#C9DCE0", "#B7AEA4", "#8A5A2B", "#DBE0E0", "#6F8F7E", false};
    return t;
}
const Theme& nightTheme() {
    static const Theme t{"#1D2221", "#262C2A", "#303735", "#514211", "#3A3823", "#4A2C27", "#EEE9DD", "#C4BEAF", "#EFA6D6", "#93D3A4",
                         "#EBC36B", "#FFA494", "#9FA79F", "#7FD3E3", "#454D4A", "#3A352A", "#453D2B", "#3A4030", "#39434A", "#2B2A24",
                         "#7C5E33", "#F1DFB8", "#9A968B", "#3B5056", "#45433F", "#D9A066", "#3A4448", "#5F7F70", true};
    return t;
}
const Theme& printTheme() {
    static const Theme t{"#FFFFFF", "#FFFFFF", "#FFFFFF", "#FFFFFF", "#FFFFFF", "#FFFFFF", "#000000", "#333333", "#000000", "#000000",
                         "#000000", "#000000", "#000000", "#000000", "#BBBBBB", "#F7F0E2", "#F3EAD6", "#EDF0DC", "#EEF1F2", "#ECE6DA",
                         "#E2C99E", "#694A20", "#8A8578", "#E4EFF1", "#E0DCD6", "#8A5A2B", "#EDF0F0", "#C9D8CF", false};
    return t;
}

void loadFonts() {
    static const bool once = [] {
        QFontDatabase::addApplicationFont(":/fonts/Lato-Regular.ttf");
        QFontDatabase::addApplicationFont(":/fonts/Lato-Bold.ttf");
        return true;
    }();
    static_cast<void>(once);
}

QFont inkFont(double pixels, bool bold) {
    QFont f{"Lato"};
    f.setPixelSize(std::max(1, qRound(pixels)));
    f.setBold(bold);
    // Without shaping fi and ffl stay letters that a search of the PDF finds.
    f.setStyleStrategy(QFont::PreferNoShaping);
    return f;
}

}  // namespace oiko
