#pragma once
#include <QLabel>
#include <QTreeWidget>
#include <QWidget>

#include "app/engine.h"
#include "core/answer/belongs.h"
#include "core/purchase/sections.h"

namespace oiko {

/// The running total, what the last change did to it, the budget as a plank, and the lines by system.
class BillView final : public QWidget {
    Q_OBJECT
public:
    explicit BillView(QWidget* parent = nullptr);
    void showAnswer(AnswerPtr answer);
    void restyle();
    /// Another design was opened: nothing to count a change from.
    void forget() { answer_.reset(), before_.reset(); }
    QString total() const { return total_->text(); }
    /// Lights the lines that these parts are cut from.
    void light(const PartIds& parts);

Q_SIGNALS:
    void pointed(const oiko::PartIds& parts);
    void cheaperAsked();

protected:
    void leaveEvent(QEvent* event) override;

private:
    /// System, kind or trip.
    void groupBy(By by);
    void fill();
    PartIds partsUnder(const QTreeWidgetItem* item) const;
    QLabel *total_, *change_, *budget_;
    class Plank* plank_;
    QTreeWidget* lines_;
    By by_ = By::system;
    AnswerPtr answer_, before_;
};

/// The budget as a plank's length, the total sawn off it.
class Plank final : public QWidget {
public:
    using QWidget::QWidget;
    double share = 0;

protected:
    void paintEvent(QPaintEvent* event) override;
};

}  // namespace oiko
