#include "render/paint.h"

#include <algorithm>
#include <cmath>
#include <QFontMetricsF>
#include <QPainterPath>

namespace oiko {
namespace {

QPen penFor(Pen pen, const Sight& s) {
    if (pen == Pen::none) return Qt::NoPen;
    QColor c = pen == Pen::hidden || pen == Pen::centre || pen == Pen::dimension ? s.theme->fine : s.theme->ink;
    if (pen == Pen::hatch) c = s.theme->hatch;
    QPen p{c, kPenMm[static_cast<int>(pen)] * s.perPaperMm};
    p.setCapStyle(Qt::FlatCap), p.setJoinStyle(Qt::MiterJoin);
    const double w = p.widthF();
    if (pen == Pen::hidden) p.setDashPattern({2 * s.perPaperMm / w, 1 * s.perPaperMm / w});
    if (pen == Pen::centre) p.setDashPattern({4 * s.perPaperMm / w, 1 * s.perPaperMm / w, 0.6 * s.perPaperMm / w, 1 * s.perPaperMm / w});
    return p;
}

void letters(QPainter& painter, QPointF at, const QString& text, double pixels, int align, double angle, bool bold, QColor color,
             std::optional<QColor> halo = {}, double most = 1e9) {
    painter.save();
    painter.translate(at), painter.rotate(-angle);
    // Small pixel sizes are rounded by the font engine: draw larger and scale down.
    const double big = 64;
    painter.setFont(inkFont(big, bold));
    const QFontMetricsF metrics{painter.font()};
    const double w = metrics.horizontalAdvance(text), k = std::min(pixels / big, most / w);
    painter.scale(k, k);
    const double x = align < 0 ? 0 : align == 0 ? -w / 2 : -w;
    const double y = big * 0.36;
    if (halo) painter.fillRect(QRectF{x - 8, y - big * 0.82, w + 16, big * 1.02}, *halo);
    painter.setPen(color);
    painter.drawText(QPointF{x, y}, text);
    painter.restore();
}

void meshHatch(QPainter& painter, const QPolygonF& polygon, const Sight& s) {
    auto c = s.theme->mesh;
    c.setAlpha(150);
    painter.setPen(Qt::NoPen);
    painter.setBrush(QBrush{c, Qt::DiagCrossPattern});
    painter.drawPolygon(polygon);
}

/// A label where it was meant to stand, or a line or two beside it where something stands there already. Where all is taken a live
/// drawing leaves it out until there is room, by coming closer; paper has it all the same.
void label(QPainter& painter, const Label& l, const Sight& s, std::vector<QRectF>& taken) {
    const QString text = qs(words::say(l.say, s.units));
    const double size = l.heightMm * s.perPaperMm * 1.25, w = QFontMetricsF{inkFont(64, l.bold)}.horizontalAdvance(text) * size / 64;
    const QRectF box{l.align < 0 ? 0 : l.align == 0 ? -w / 2 : -w, -size * 0.45, w, size * 0.9};
    // A mark, letters as they stand, keeps to its part, which lies the way they run.
    for (const int steps : {0, 1, -1, 2, -2, 3, -3}) {
        QTransform t;
        t.translate(s.at(l.at).x(), s.at(l.at).y()), t.rotate(-l.angleDeg),
            std::holds_alternative<std::string>(l.say) ? t.translate(steps * w * 1.2, 0) : t.translate(0, steps * size * 0.95);
        const auto there = t.mapRect(box).adjusted(-2, 0, 2, 0);
        if (std::ranges::any_of(taken, [&](const QRectF& r) { return r.intersects(there); })) continue;
        taken.push_back(there);
        return letters(painter, t.map(QPointF{}), text, size, l.align, l.angleDeg, l.bold, s.theme->ink);
    }
    if (!s.live) letters(painter, s.at(l.at), text, size, l.align, l.angleDeg, l.bold, s.theme->ink);
}

}  // namespace

std::vector<PlacedDimension> paint(QPainter& painter, const Drawing& d, const Sight& s) {
    painter.setRenderHint(QPainter::Antialiasing);
    for (const auto& shape : d.shapes) {
        QPolygonF polygon;
        for (const auto& p : shape.points) polygon << s.at(p);
        const bool lit = s.lit.contains(shape.part);
        painter.setPen(penFor(shape.pen, s));
        if (!shape.closed) {
            painter.drawPolyline(polygon);
            continue;
        }
        if (shape.fill == Fill::mesh && !lit) {
            const auto pen = painter.pen();
            meshHatch(painter, polygon, s);
            painter.setPen(pen), painter.setBrush(Qt::NoBrush);
        } else {
            painter.setBrush(lit ? QBrush{s.theme->held} : shape.fill == Fill::none ? Qt::NoBrush : QBrush{s.theme->fill(shape.fill)});
        }
        painter.drawPolygon(polygon);
        const bool cut = shape.fill == Fill::cutFace && shape.pen == Pen::cut;
        if (cut || (shape.fill == Fill::existing && !lit)) {
            painter.setPen(Qt::NoPen), painter.setBrush(QBrush{s.theme->hatch, cut ? Qt::BDiagPattern : Qt::Dense7Pattern});
            painter.drawPolygon(polygon);
        }
    }
    painter.setBrush(Qt::NoBrush);
    std::vector<PlacedDimension> out;
    int steps = 0;
    for (const auto& m : d.dimensions) {
        const auto a = s.at(m.a), b = s.at(m.b);
        const double l = std::hypot(b.x() - a.x(), b.y() - a.y());
        if (l < 1) continue;
        const QPointF u = (b - a) / l, n{u.y(), -u.x()};
        const double off = m.offsetMm * s.perPaperMm, sign = off < 0 ? -1 : 1;
        const QPointF p = a + n * off, q = b + n * off;
        const bool moves = s.live && !m.key.empty();
        QPen fine = penFor(Pen::dimension, s);
        painter.setPen(fine);
        painter.drawLine(a + n * (sign * 0.8 * s.perPaperMm), p + n * (sign * 1.2 * s.perPaperMm));
        painter.drawLine(b + n * (sign * 0.8 * s.perPaperMm), q + n * (sign * 1.2 * s.perPaperMm));
        painter.drawLine(p, q);
        const QPointF tick = (u + n) * (0.9 * s.perPaperMm);
        QPen heavy = fine;
        heavy.setWidthF(fine.widthF() * 1.8);
        painter.setPen(heavy);
        painter.drawLine(p - tick, p + tick), painter.drawLine(q - tick, q + tick);
        double angle = -std::atan2(u.y(), u.x()) * 180 / kPi;
        if (angle > 90.01) angle -= 180;
        if (angle <= -89.99) angle += 180;
        const double rad = angle * kPi / 180, size = 2.5 * s.perPaperMm;
        const QPointF above{-std::sin(rad), -std::cos(rad)};
        const QString text = qs(words::say(Say{m.said(s.units)}, s.units));
        QFontMetricsF metrics{inkFont(64)};
        const double w = metrics.horizontalAdvance(text) * size / 64;
        // A figure wider than its line stands a step farther out, its neighbour two steps, so that both are read.
        const bool tightly = w > l - 2 * s.perPaperMm;
        steps = tightly ? steps % 2 + 1 : 0;
        const QPointF at = (p + q) / 2 + above * (size * 0.75) + n * (sign * steps * 2.7 * s.perPaperMm);
        letters(painter, at, text, size, 0, angle, false, moves ? s.theme->hand : s.theme->ink, s.theme->paper);
        QRectF box{-w / 2, -size * 0.6, w, size * 1.2};
        QTransform t;
        t.translate(at.x(), at.y()), t.rotate(-angle);
        box = t.mapRect(box);
        if (moves) {
            QPen dots{s.theme->hand, std::max(1.0, 0.2 * s.perPaperMm), Qt::DotLine};
            painter.setPen(dots);
            const QPointF along{std::cos(rad), -std::sin(rad)}, foot = at - above * (size * 0.55);
            painter.drawLine(foot - along * (w / 2), foot + along * (w / 2));
        }
        out.push_back({box, m});
    }
    std::vector<QRectF> taken;
    for (const auto& m : out) taken.push_back(m.box);
    // What names a whole room keeps its place; the others make way for what stands already.
    for (const bool bold : {true, false})
        for (const auto& l : d.labels)
            if (l.bold == bold) label(painter, l, s, taken);
    return out;
}

std::string partAt(const Drawing& d, Vec2 p) {
    for (auto shape = d.shapes.rbegin(); shape != d.shapes.rend(); ++shape) {
        if (!shape->closed || shape->part.empty()) continue;
        bool in = false;
        const auto& v = shape->points;
        for (std::size_t i = 0, j = v.size() - 1; i < v.size(); j = i++)
            if ((v[i].y > p.y) != (v[j].y > p.y) && p.x < (v[j].x - v[i].x) * (p.y - v[i].y) / (v[j].y - v[i].y) + v[i].x) in = !in;
        if (in) return shape->part;
    }
    return {};
}

namespace {

QString elided(const QString& text, double wide, double size, bool bold) {
    const QFontMetricsF metrics{inkFont(64, bold)};
    if (metrics.horizontalAdvance(text) * size / 64 <= wide) return text;
    auto t = text;
    while (t.size() > 1 && metrics.horizontalAdvance(t + "…") * size / 64 > wide) t.chop(1);
    return t + "…";
}

void paintTable(QPainter& painter, const PlacedTable& placed, double perMm, const Theme& theme, Units units,
                const std::function<QPointF(Vec2)>& at) {
    const double rowHigh = 5.2, size = 2.9 * perMm;
    const auto& t = placed.table;
    double y = placed.at.y;
    const auto row = [&](const std::vector<QString>& cells, bool bold) {
        double x = placed.at.x;
        for (std::size_t c = 0; c < cells.size() && c < t.widths.size(); ++c) {
            const double w = t.widths[c] * placed.width;
            const bool right = t.right[c];
            letters(painter, at({right ? x + w - 2 : x + 1, y - rowHigh / 2}), elided(cells[c], (w - 2.5) * perMm, size, bold), size,
                    right ? 1 : -1, 0, bold, theme.ink);
            x += w;
        }
        painter.setPen(QPen{theme.rule, 0.13 * perMm});
        painter.drawLine(at({placed.at.x, y - rowHigh}), at({placed.at.x + placed.width, y - rowHigh}));
        y -= rowHigh;
    };
    std::vector<QString> head;
    for (const auto& h : t.head) head.push_back(qs(words::say(h, units)));
    row(head, true);
    for (const auto& r : t.rows) {
        std::vector<QString> cells;
        for (const auto& c : r) cells.push_back(qs(words::say(c, units)));
        row(cells, false);
    }
}

}  // namespace

void paint(QPainter& painter, const Page& page, std::size_t number, std::size_t count, const PlanSet& set, double perMm, const Theme& theme,
           QPointF origin) {
    painter.setRenderHint(QPainter::Antialiasing);
    const Units units = set.metric ? Units::metric : Units::imperial;
    const auto at = [&](Vec2 p) { return QPointF{origin.x() + p.x * perMm, origin.y() + (page.height - p.y) * perMm}; };
    painter.fillRect(QRectF{at({0, page.height}), at({page.width, 0})}, theme.paper);
    QPen border{theme.ink, 0.70 * perMm};
    border.setJoinStyle(Qt::MiterJoin);
    painter.setPen(border), painter.setBrush(Qt::NoBrush);
    const double m = 8;
    painter.drawRect(QRectF{at({m, page.height - m}), at({page.width - m, m})});
    // Title block along the foot.
    const double block = 14;
    painter.setPen(QPen{theme.ink, 0.35 * perMm});
    painter.drawLine(at({m, m + block}), at({page.width - m, m + block}));
    const auto foot = [&](double x, double y, const QString& text, double size, int align, bool bold) {
        letters(painter, at({x, y}), text, size * perMm, align, 0, bold, theme.ink);
    };
    foot(m + 4, m + 8.8, qs(set.name.empty() ? "Oikostat" : set.name), 5, -1, true);
    foot(m + 4, m + 3.2, qs(words::text("page.nobuild")), 2.5, -1, false);
    foot(page.width / 2, m + 7, qs(words::say(page.title, units)), 4.2, 0, true);
    foot(page.width - m - 4, m + 9,
         qs(words::say(Message{"page.of", {static_cast<std::int64_t>(number), static_cast<std::int64_t>(count)}}, units)), 3, 1, false);
    for (const auto& d : page.drawings) {
        Sight s;
        s.perModelMm = d.scale * perMm, s.perPaperMm = perMm, s.theme = &theme, s.units = units;
        s.origin = at(d.at) - QPointF{d.drawing.low.x * s.perModelMm, -d.drawing.low.y * s.perModelMm};
        paint(painter, d.drawing, s);
        const double mid = d.at.x + (d.drawing.high.x - d.drawing.low.x) * d.scale / 2,
                     top = d.at.y + (d.drawing.high.y - d.drawing.low.y) * d.scale;
        const bool crowded = page.drawings.size() > 2;
        // Over whatever is dimensioned above the drawing.
        double above = 22.5;
        for (const auto& dim : d.drawing.dimensions)
            if (std::fabs(dim.b.y - dim.a.y) < 1)
                above = std::max(above, (dim.a.y - d.drawing.high.y) * d.scale + (dim.b.x > dim.a.x ? dim.offsetMm : -dim.offsetMm) + 5.5);
        const QString title =
            qs(words::say(d.title, units)) + "   " + qs(words::say(Message{"page.scale", {writeNumber(1 / d.scale, 0)}}, units));
        letters(painter, at({mid, top + (crowded ? 3.0 : above)}), title, (crowded ? 2.2 : 3.4) * perMm, 0, 0, true, theme.ink);
    }
    for (const auto& t : page.tables) paintTable(painter, t, perMm, theme, units, at);
    // What is long is written smaller, so that it ends within the border.
    for (const auto& [where, what] : page.notes)
        letters(painter, at(where), qs(words::say(what, units)), 3.2 * perMm, -1, 0, false, theme.ink, {},
                (page.width - m - 3 - where.x) * perMm);
}

}  // namespace oiko
