#pragma once
#include <QWidget>

#include "app/document.h"
#include "app/engine.h"
#include "core/answer/belongs.h"
#include "core/drawing/ruler.h"
#include "render/paint.h"

namespace oiko {

/// A point of a drawing that the hand can take: moving it sets a slot. `sign` per model mm along `axis`.
struct Grip {
    std::string slot;
    Vec2 at, axis;
    double perMm = 1;  ///< change of the slot's length for a mm of drag along the axis
};

/// One drawing, fitted, zoomed, panned; its figures and grips are live.
class DrawingView final : public QWidget {
    Q_OBJECT
public:
    DrawingView(Document& document, QWidget* parent = nullptr);
    /// `least`: pixels a model mm below which nothing can be read; what is taller than the view then starts at its top and is scrolled.
    void show(Drawing drawing, Units units, std::vector<Grip> grips = {}, double around = 70, double least = 0);
    void fit();
    void zoom(double factor);
    void light(const PartIds& parts);
    /// Stock along the top and the left edge; to be called before show().
    void lay(std::optional<Ruler> across, std::optional<Ruler> up);
    /// Where a ruler's notch stands on the screen.
    QPointF notchPlace(const Ruler& ruler, const GoodSize& notch) const;
    const std::optional<Ruler>& across() const { return across_; }
    const Drawing& drawing() const { return drawing_; }
    const std::vector<Grip>& grips() const { return grips_; }
    QPointF gripPlace(std::size_t i) const { return sight_.at(grips_[i].at); }
    /// Where a live figure stands, by its slot; null: not shown.
    QRectF figure(const std::string& slot) const;

Q_SIGNALS:
    void openSlot(const QString& slot, QPoint global);
    void pointed(const QString& part);
    void said(const QString& text);
    /// A click on the drawing, where nothing of it is live; mm of the drawing.
    void clicked(QPointF at);
    void wondered(const QString& slot, oiko::Length value);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    /// Tab goes through the grips before it leaves the board.
    bool focusNextPrevChild(bool next) override;

private:
    int gripAt(QPointF p) const;
    QRectF room() const;  ///< what the rulers leave for the drawing
    void paintRuler(QPainter& painter, const Ruler& ruler, bool upwards) const;
    /// The notch under a point, with its ruler; null where there is none.
    std::pair<const Ruler*, const GoodSize*> notchAt(QPointF p) const;
    Length snapped(const Grip& grip, double rawMm, Length wanted);
    void dragTo(QPointF p, Qt::KeyboardModifiers modifiers);
    void nudge(int steps, bool fine);
    Document& document_;
    Drawing drawing_;
    std::vector<Grip> grips_;
    std::vector<PlacedDimension> figures_;
    Sight sight_;
    double around_ = 70, least_ = 0, zoom_ = 1;
    bool tall_ = false;
    QPointF pan_, pressed_;
    PartIds lit_;
    std::optional<Ruler> across_, up_;
    std::optional<GoodSize> caught_;  ///< of across_ or up_, while a drag rests on it
    int held_ = -1, focusGrip_ = -1;
    bool dragging_ = false, panning_ = false;
    Length start_, now_;
};

}  // namespace oiko
