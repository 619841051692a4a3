#include "app/drawingview.h"

#include <cmath>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QWheelEvent>

#include "app/wording.h"

namespace oiko {

DrawingView::DrawingView(Document& document, QWidget* parent) : QWidget{parent}, document_{document} {
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
}

void DrawingView::show(Drawing drawing, Units units, std::vector<Grip> grips, double around) {
    const bool other = drawing.id != drawing_.id;
    drawing_ = std::move(drawing), grips_ = std::move(grips), around_ = around;
    sight_.units = units;
    if (other) zoom_ = 1, pan_ = {}, focusGrip_ = -1;
    if (!dragging_)
        fit();
    else
        update();
}

void DrawingView::fit() {
    if (drawing_.low.x > drawing_.high.x) return;
    const double w = drawing_.high.x - drawing_.low.x, h = drawing_.high.y - drawing_.low.y;
    const double k = std::min((width() - 2 * around_) / std::max(1.0, w), (height() - 2 * around_) / std::max(1.0, h));
    sight_.perModelMm = std::max(1e-4, k) * zoom_;
    sight_.perPaperMm = 4.2;
    sight_.live = true;
    sight_.theme = &theme();
    sight_.origin = QPointF{width() / 2.0 - (drawing_.low.x + w / 2) * sight_.perModelMm,
                            height() / 2.0 + (drawing_.low.y + h / 2) * sight_.perModelMm} +
                    pan_;
    update();
}

void DrawingView::zoom(double factor) {
    zoom_ = std::clamp(zoom_ * factor, 0.5, 20.0), pan_ *= factor;
    fit();
}
void DrawingView::light(const std::string& start) {
    if (lit_ != start) lit_ = start, update();
}

QRectF DrawingView::figure(const std::string& slot) const {
    for (const auto& f : figures_)
        if (f.dimension.key == slot) return f.box;
    return {};
}

void DrawingView::paintEvent(QPaintEvent*) {
    QPainter p{this};
    p.fillRect(rect(), theme().paper);
    sight_.lit = lit_, sight_.theme = &theme();
    figures_ = paint(p, drawing_, sight_);
    for (std::size_t i = 0; i < grips_.size(); ++i) {
        const auto at = gripPlace(i);
        const QPolygonF diamond{{at + QPointF{0, -6}, at + QPointF{6, 0}, at + QPointF{0, 6}, at + QPointF{-6, 0}}};
        const bool hot = static_cast<int>(i) == held_;
        p.setPen(QPen{theme().hand, 1.5}), p.setBrush(hot ? theme().hand : theme().paper);
        p.drawPolygon(diamond);
        if (static_cast<int>(i) == focusGrip_ && hasFocus())
            p.setPen(QPen{theme().focus, 2}), p.setBrush(Qt::NoBrush), p.drawEllipse(at, 11, 11);
    }
}

void DrawingView::resizeEvent(QResizeEvent*) { fit(); }
void DrawingView::wheelEvent(QWheelEvent* event) { zoom(event->angleDelta().y() > 0 ? 1.15 : 1 / 1.15); }

int DrawingView::gripAt(QPointF p) const {
    for (std::size_t i = 0; i < grips_.size(); ++i) {
        const auto d = gripPlace(i) - p;
        if (std::hypot(d.x(), d.y()) <= 12) return static_cast<int>(i);
    }
    return -1;
}

void DrawingView::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    pressed_ = event->position();
    held_ = gripAt(pressed_);
    if (held_ >= 0) {
        focusGrip_ = held_;
        Settled settled{document_.kept()};
        start_ = now_ = settled.length(grips_[static_cast<std::size_t>(held_)].slot);
        dragging_ = true;
    } else {
        panning_ = true;
    }
    update();
}

void DrawingView::dragTo(QPointF p, Qt::KeyboardModifiers modifiers) {
    const auto& g = grips_[static_cast<std::size_t>(held_)];
    const auto d = p - pressed_;
    const double along = (d.x() * g.axis.x - d.y() * g.axis.y) / sight_.perModelMm * g.perMm;
    const bool imperial = document_.units() == Units::imperial;
    const auto grid = modifiers & Qt::ShiftModifier ? (imperial ? inches(0.0625) : mm(1)) : (imperial ? inches(0.5) : mm(10));
    const auto raw = inMm(start_) + along;
    const auto wanted = Length::ticks(std::llround(raw * 1e6 / static_cast<double>(grid.count())) * grid.count());
    if (wanted == now_) return;
    const auto best = std::get<Length>(nearestThatWorks(document_.kept(), g.slot, Value{wanted}));
    if (best == now_) return;
    now_ = best;
    const auto next = document_.kept().withUnjudged({{g.slot, exactLength(best, document_.units())}});
    if (next) document_.preview(next.value());
    Q_EMIT said(slotLabel(g.slot) + " " + qs(writeLength(best, document_.units())));
}

void DrawingView::mouseMoveEvent(QMouseEvent* event) {
    if (dragging_) return dragTo(event->position(), event->modifiers());
    if (panning_) {
        const auto d = event->position() - pressed_;
        if (std::hypot(d.x(), d.y()) < 4 && pan_.isNull()) return;
        pan_ += d, pressed_ = event->position();
        return fit();
    }
    const int grip = gripAt(event->position());
    bool onFigure = false;
    for (const auto& f : figures_) onFigure |= !f.dimension.key.empty() && f.box.adjusted(-3, -3, 3, 3).contains(event->position());
    setCursor(grip >= 0 ? Qt::SizeAllCursor : onFigure ? Qt::PointingHandCursor : Qt::ArrowCursor);
    if (grip >= 0) Q_EMIT said(slotLabel(grips_[static_cast<std::size_t>(grip)].slot));
    Q_EMIT pointed(qs(partAt(drawing_, sight_.model(event->position()))));
}

void DrawingView::mouseReleaseEvent(QMouseEvent* event) {
    if (dragging_) {
        dragging_ = false;
        const auto g = grips_[static_cast<std::size_t>(held_)];
        held_ = -1;
        if (now_ != start_) {
            const auto units = document_.units();
            static_cast<void>(
                document_.edit({{g.slot, exactLength(now_, units)}},
                               tr_("undo.drag", {slotLabel(g.slot).toStdString(), writeLength(start_, units), writeLength(now_, units)})));
        } else {
            document_.restore();
        }
        fit();
        return;
    }
    const bool still = std::hypot((event->position() - pressed_).x(), (event->position() - pressed_).y()) < 4;
    panning_ = false;
    if (!still) return;
    for (const auto& f : figures_)
        if (!f.dimension.key.empty() && f.box.adjusted(-3, -3, 3, 3).contains(event->position()))
            return Q_EMIT openSlot(qs(f.dimension.key), mapToGlobal(f.box.bottomLeft().toPoint()));
}

void DrawingView::nudge(int steps, bool fine) {
    const auto& g = grips_[static_cast<std::size_t>(focusGrip_)];
    const bool imperial = document_.units() == Units::imperial;
    const auto grid = fine ? (imperial ? inches(0.0625) : mm(1)) : (imperial ? inches(0.5) : mm(10));
    Settled settled{document_.kept()};
    const auto from = settled.length(g.slot), to = std::get<Length>(nearestThatWorks(document_.kept(), g.slot, Value{from + grid * steps}));
    if (to == from) return;
    static_cast<void>(document_.edit(
        {{g.slot, exactLength(to, document_.units())}},
        tr_("undo.drag", {slotLabel(g.slot).toStdString(), writeLength(from, document_.units()), writeLength(to, document_.units())})));
}

bool DrawingView::focusNextPrevChild(bool next) {
    const int to = focusGrip_ + (next ? 1 : -1);
    if (to < 0 || to >= static_cast<int>(grips_.size())) return focusGrip_ = -1, QWidget::focusNextPrevChild(next);
    focusGrip_ = to;
    Q_EMIT said(slotLabel(grips_[static_cast<std::size_t>(to)].slot));
    update();
    return true;
}

void DrawingView::keyPressEvent(QKeyEvent* event) {
    if (dragging_ && event->key() == Qt::Key_Escape) {
        dragging_ = false, held_ = -1;
        document_.restore();
        return fit();
    }
    const int n = static_cast<int>(grips_.size());
    if (focusGrip_ >= 0 && focusGrip_ < n) {
        const auto& g = grips_[static_cast<std::size_t>(focusGrip_)];
        const Vec2 way = event->key() == Qt::Key_Right  ? Vec2{1, 0}
                         : event->key() == Qt::Key_Left ? Vec2{-1, 0}
                         : event->key() == Qt::Key_Up   ? Vec2{0, 1}
                         : event->key() == Qt::Key_Down ? Vec2{0, -1}
                                                        : Vec2{};
        const double along = (way.x * g.axis.x + way.y * g.axis.y) * g.perMm;
        if (std::fabs(along) > 0.1) return nudge(along > 0 ? 1 : -1, event->modifiers() & Qt::ShiftModifier);
        if (event->key() == Qt::Key_Return)
            return Q_EMIT openSlot(qs(g.slot), mapToGlobal(gripPlace(static_cast<std::size_t>(focusGrip_)).toPoint()));
    }
    QWidget::keyPressEvent(event);
}

}  // namespace oiko
