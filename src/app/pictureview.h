#pragma once
#include <QWidget>

#include "app/engine.h"
#include "render/picture.h"

namespace oiko {

/// The solid picture: dragged to walk round, wheeled to come closer.
class PictureView final : public QWidget {
    Q_OBJECT
public:
    explicit PictureView(QWidget* parent = nullptr);
    void show(AnswerPtr answer, double keeperMm);
    void fit();
    void zoom(double factor);
    void light(const PartIds& parts);
    PictureWish wish;
    void redraw();

Q_SIGNALS:
    void pointed(const QString& part);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    AnswerPtr answer_;
    QImage image_;
    std::vector<int> parts_;
    bool stale_ = true, turning_ = false;
    QPointF last_;
};

}  // namespace oiko
