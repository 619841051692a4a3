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

void DrawingView::show(Drawing drawing, Units units, std::vector<Grip> grips, double around, double least) {
    const bool other = drawing.id != drawing_.id;
    drawing_ = std::move(drawing), grips_ = std::move(grips), around_ = around, least_ = least;
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
    const auto free = room();
    const double k = std::min((free.width() - 2 * around_) / std::max(1.0, w), (free.height() - 2 * around_) / std::max(1.0, h));
    sight_.perModelMm = std::max({1e-4, k, least_}) * zoom_;
    sight_.perPaperMm = 4.2;
    sight_.live = true;
    sight_.theme = &theme();
    tall_ = least_ > 0 && h * sight_.perModelMm + 2 * around_ > free.height();
    if (tall_) {
        pan_.setY(std::clamp(pan_.y(), free.height() - 2 * around_ - h * sight_.perModelMm, 0.0));
        sight_.origin = {free.center().x() - (drawing_.low.x + w / 2) * sight_.perModelMm + pan_.x(),
                         free.top() + around_ + drawing_.high.y * sight_.perModelMm + pan_.y()};
        return update();
    }
    sight_.origin = free.center() + QPointF{-(drawing_.low.x + w / 2), drawing_.low.y + h / 2} * sight_.perModelMm + pan_;
    update();
}

void DrawingView::zoom(double factor) {
    zoom_ = std::clamp(zoom_ * factor, 0.5, 20.0), pan_ *= factor;
    fit();
}
void DrawingView::light(const PartIds& parts) {
    if (lit_ != parts) lit_ = parts, update();
}

void DrawingView::lay(std::optional<Ruler> across, std::optional<Ruler> up) { across_ = std::move(across), up_ = std::move(up); }

namespace {
constexpr int kLane = 15, kRim = 9;
}

QRectF DrawingView::room() const {
    const auto thick = [](const std::optional<Ruler>& r) { return r ? static_cast<int>(r->lanes.size()) * kLane + kRim : 0; };
    return QRectF{rect()}.adjusted(thick(up_), thick(across_), 0, 0);
}

QPointF DrawingView::notchPlace(const Ruler& r, const GoodSize& n) const {
    const auto along = sight_.at({inMm(n.value), inMm(n.value)});
    const double rim = static_cast<int>(r.lanes.size()) * kLane + kRim / 2.0;
    return up_ && &r == &*up_ ? QPointF{rim, along.y()} : QPointF{along.x(), rim};
}

std::pair<const Ruler*, const GoodSize*> DrawingView::notchAt(QPointF p) const {
    std::pair<const Ruler*, const GoodSize*> best{nullptr, nullptr};
    double near = 9;
    for (const auto* r : {&across_, &up_})
        if (*r)
            for (const auto& n : (*r)->goodSizes)
                if (const auto d = notchPlace(**r, n) - p; std::hypot(d.x(), d.y()) < near)
                    near = std::hypot(d.x(), d.y()), best = {&**r, &n};
    return best;
}

void DrawingView::paintRuler(QPainter& p, const Ruler& r, bool upwards) const {
    const auto& t = theme();
    p.save();
    p.setClipRect(upwards ? QRect{0, static_cast<int>(room().top()), static_cast<int>(room().left()), height()}
                          : QRect{static_cast<int>(room().left()), 0, width(), static_cast<int>(room().top())});
    const auto along = [&](double v) { return upwards ? sight_.at({0, v}).y() : sight_.at({v, 0}).x(); };
    p.setFont(inkFont(11));
    for (std::size_t i = 0; i < r.lanes.size(); ++i) {
        const auto& lane = r.lanes[i];
        const double a = static_cast<double>(i) * kLane + 2, deep = kLane - 4;
        const auto bar = [&](double from, double to) {
            const double u = std::min(along(from), along(to)), w = std::fabs(along(to) - along(from));
            return upwards ? QRectF{a, u, deep, w} : QRectF{u, a, w, deep};
        };
        p.setPen(QPen{t.ink, 0.7});
        for (std::size_t k = 1; k < lane.joints.size(); ++k) {
            p.setBrush(t.fill(Fill::sheet));
            p.drawRect(bar(lane.joints[k - 1], lane.joints[k]));
        }
        const auto name = qs(words::say(lane.name, document_.units()));
        if (lane.rest() > mm(0.5)) {
            p.setBrush(QBrush{t.hatch, Qt::DiagCrossPattern});
            p.drawRect(bar(lane.edge, lane.joints.back()));
        }
        const auto rest = lane.rest() > mm(0.5) ? tr_("ruler.rest", {lane.rest()}, document_.units()) : tr_("ruler.whole");
        p.setPen(t.ink);
        if (upwards) {
            p.save();
            p.translate(a + deep - 1, along(lane.joints.front()) + 4 + p.fontMetrics().horizontalAdvance(name));
            p.rotate(-90);
            p.drawText(QPointF{0, 0}, name);
            p.restore();
        } else {
            // Beside the stock; upon it where there is no room.
            const double from = along(lane.joints.front()), to = along(lane.joints.back());
            const auto wide = [&](const QString& text) { return p.fontMetrics().horizontalAdvance(text) + 6.0; };
            p.drawText(QPointF{from - wide(name) > room().left() ? from - wide(name) + 2 : from + 4, a + deep - 1}, name);
            p.drawText(QPointF{to + wide(rest) < width() ? to + 5 : along(lane.edge) - wide(rest), a + deep - 1}, rest);
        }
    }
    // Sizes that waste none: a corner cut into the rim.
    for (const auto& n : r.goodSizes) {
        const auto at = notchPlace(r, n);
        const bool on = caught_ && caught_->value == n.value;
        p.setPen(QPen{t.hand, 1.2}), p.setBrush(on ? QBrush{t.hand} : Qt::NoBrush);
        const QPointF a = upwards ? QPointF{at.x() - 3, at.y()} : QPointF{at.x(), at.y() - 3};
        p.drawPolygon(upwards ? QPolygonF{{a, a + QPointF{7, 0}, a + QPointF{7, -6}}}
                              : QPolygonF{{a, a + QPointF{0, 7}, a + QPointF{-6, 7}}});
    }
    p.restore();
}

Length DrawingView::snapped(const Grip& grip, double rawMm, Length wanted) {
    // Catches within 6 px, at most 2 in of real length; lets go after 8 px.
    const auto* r = across_ && across_->slot == grip.slot ? &*across_ : up_ && up_->slot == grip.slot ? &*up_ : nullptr;
    caught_.reset();
    if (!r) return wanted;
    double near = std::min((wanted == now_ ? 8 : 6) / sight_.perModelMm, 50.8);
    for (const auto& n : r->goodSizes)
        if (const double d = std::fabs(inMm(n.value) - rawMm); d < near) near = d, caught_ = n;
    return caught_ ? caught_->value : wanted;
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
    if (across_) p.fillRect(QRectF{0, 0, width() * 1.0, room().top()}, theme().panel), paintRuler(p, *across_, false);
    if (up_) p.fillRect(QRectF{0, room().top(), room().left(), height() * 1.0}, theme().panel), paintRuler(p, *up_, true);
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
void DrawingView::wheelEvent(QWheelEvent* event) {
    if (tall_ && !(event->modifiers() & Qt::ControlModifier)) return pan_ += QPointF{0, event->angleDelta().y() * 0.8}, fit();
    zoom(event->angleDelta().y() > 0 ? 1.15 : 1 / 1.15);
}

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
    auto wanted = Length::ticks(std::llround(raw * 1e6 / static_cast<double>(grid.count())) * grid.count());
    if (!(modifiers & (Qt::ShiftModifier | Qt::ControlModifier))) wanted = snapped(g, raw, wanted);
    if (wanted == now_) return;
    const auto best = std::get<Length>(nearestThatWorks(document_.kept(), g.slot, Value{wanted}));
    if (best == now_) return;
    now_ = best;
    const auto next = document_.kept().withUnjudged({{g.slot, exactLength(best, document_.units())}});
    if (next) document_.preview(next.value());
    Q_EMIT said(slotLabel(g.slot) + " " + qs(writeLength(best, document_.units())) +
                (caught_ && caught_->value == best ? ": " + qs(words::say(caught_->why, document_.units())) : QString{}));
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
    if (const auto [ruler, notch] = notchAt(event->position()); notch && grip < 0) {
        setCursor(Qt::PointingHandCursor);
        Q_EMIT said(slotLabel(ruler->slot) + " " + qs(writeLength(notch->value, document_.units())) + ": " +
                    qs(words::say(notch->why, document_.units())) + " …");
        return Q_EMIT wondered(qs(ruler->slot), notch->value);
    }
    Q_EMIT pointed(qs(partAt(drawing_, sight_.model(event->position()))));
}

void DrawingView::mouseReleaseEvent(QMouseEvent* event) {
    if (dragging_) {
        dragging_ = false;
        caught_.reset();
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
    if (const auto [ruler, notch] = notchAt(event->position()); notch) {
        const auto value = exactLength(notch->value, document_.units());
        const auto slot = ruler->slot;
        if (const auto done = document_.edit({{slot, value}}, slotLabel(slot) + " " + qs(value)); !done)
            Q_EMIT said(qs(words::say(done.error(), document_.units())));
        return;
    }
    for (const auto& f : figures_)
        if (!f.dimension.key.empty() && f.box.adjusted(-3, -3, 3, 3).contains(event->position()))
            return Q_EMIT openSlot(qs(f.dimension.key), mapToGlobal(f.box.bottomLeft().toPoint()));
    const auto at = sight_.model(event->position());
    Q_EMIT clicked({at.x, at.y});
}

void DrawingView::nudge(int steps, bool fine) {
    const auto& g = grips_[static_cast<std::size_t>(focusGrip_)];
    Settled settled{document_.kept()};
    const auto from = settled.length(g.slot), wanted = from + arrowStep(settled, g.slot, fine) * steps,
               to = std::get<Length>(nearestThatWorks(document_.kept(), g.slot, Value{wanted}));
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
    if (tall_) {
        const double page = height() - 2 * around_;
        const double by = event->key() == Qt::Key_Down       ? -60
                          : event->key() == Qt::Key_Up       ? 60
                          : event->key() == Qt::Key_PageDown ? -page
                          : event->key() == Qt::Key_PageUp   ? page
                                                             : 0;
        if (by != 0) return pan_ += QPointF{0, by}, fit();
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
