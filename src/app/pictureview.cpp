#include "app/pictureview.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QTimer>
#include <QWheelEvent>

#include "app/wording.h"

namespace oiko {

PictureView::PictureView(QWidget* parent) : QWidget{parent} {
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setObjectName("board.picture.view");
}
void PictureView::show(AnswerPtr answer, double keeperMm) {
    answer_ = std::move(answer), wish.keeperMm = keeperMm;
    redraw();
}
void PictureView::redraw() { stale_ = true, update(); }
void PictureView::fit() { wish.eye = {}, redraw(); }
void PictureView::zoom(double factor) { wish.eye.zoom = std::clamp(wish.eye.zoom * factor, 0.4, 12.0), redraw(); }
void PictureView::light(const PartIds& parts) {
    if (wish.lit != parts) wish.lit = parts, redraw();
}

void PictureView::paintEvent(QPaintEvent*) {
    QPainter p{this};
    if (!answer_) return p.fillRect(rect(), theme().paper);
    if (stale_ || image_.size() != size()) {
        // While it turns, one sample a pixel; at rest, four.
        wish.samples = turning_ ? 1 : 2;
        image_ = picture(*answer_->model, wish, size(), theme(), &parts_);
        stale_ = false;
    }
    p.drawImage(0, 0, image_);
    if (hasFocus()) p.setPen(QPen{theme().focus, 2}), p.drawRect(rect().adjusted(1, 1, -2, -2));
}
void PictureView::resizeEvent(QResizeEvent*) { stale_ = true; }
void PictureView::wheelEvent(QWheelEvent* event) { zoom(event->angleDelta().y() > 0 ? 1.12 : 1 / 1.12); }
void PictureView::mousePressEvent(QMouseEvent* event) { last_ = event->position(), turning_ = true; }
void PictureView::mouseMoveEvent(QMouseEvent* event) {
    const auto d = event->position() - last_;
    if (event->buttons() & Qt::LeftButton) {
        wish.eye.turnDeg -= d.x() * 0.4;
        wish.eye.liftDeg = std::clamp(wish.eye.liftDeg + d.y() * 0.3, -5.0, 89.0);
    } else if (event->buttons() & (Qt::RightButton | Qt::MiddleButton)) {
        wish.eye.panX += d.x(), wish.eye.panY += d.y();
    } else {
        const auto x = static_cast<int>(event->position().x()), y = static_cast<int>(event->position().y());
        const auto at = static_cast<std::size_t>(y) * static_cast<std::size_t>(width()) + static_cast<std::size_t>(x);
        const bool on = answer_ && x >= 0 && y >= 0 && x < width() && at < parts_.size() && parts_[at] >= 0;
        Q_EMIT pointed(on ? qs(answer_->model->parts[static_cast<std::size_t>(parts_[at])].id) : QString{});
        return;
    }
    last_ = event->position();
    redraw();
}
void PictureView::mouseReleaseEvent(QMouseEvent*) { turning_ = false, redraw(); }
void PictureView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Left: wish.eye.turnDeg -= 10; break;
        case Qt::Key_Right: wish.eye.turnDeg += 10; break;
        case Qt::Key_Up: wish.eye.liftDeg = std::min(89.0, wish.eye.liftDeg + 5); break;
        case Qt::Key_Down: wish.eye.liftDeg = std::max(-5.0, wish.eye.liftDeg - 5); break;
        default: return QWidget::keyPressEvent(event);
    }
    redraw();
}

}  // namespace oiko
