#pragma once
#include <QGridLayout>
#include <QLabel>
#include <QScrollArea>
#include <QStackedWidget>

#include "app/document.h"
#include "app/engine.h"
#include "core/advise/compare.h"

namespace oiko {

/// One figure of one coop, by how much it differs from the coop that stands now, and a bar for that.
class CompareCell final : public QWidget {
    Q_OBJECT
public:
    CompareCell(QString value, QString difference, double change, double scale, QWidget* parent = nullptr);
    QString said() const { return accessibleName(); }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString value_, difference_;
    double bar_;  ///< -1 to 1 of the common scale
};

/// Two coops drawn one over the other: this one in ink, the other in the hand's colour.
class OverlayView final : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;
    void show(Drawing now, Drawing other, Units units);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Drawing now_, other_;
    Units units_ = Units::imperial;
};

/// The coops kept beside this one. Takes the place of board and bill.
class Compare final : public QWidget {
    Q_OBJECT
public:
    Compare(Document& document, Engine& engine, QWidget* parent = nullptr);
    /// Asks for what is not known yet and shows the columns; to be called when it is opened and when the design changed.
    void refresh();
    /// Keeps this coop under the next free name.
    void keep();
    /// Whether every column stands, the proof of its cut plan included.
    bool complete() const;
    void restyle() { build(); }

Q_SIGNALS:
    void closed();
    void refused(const QString& why);

private:
    struct Column {
        Design design;
        int ticket = 0;
        AnswerPtr good, proven;
    };
    void build();
    void layOver(std::size_t column, const std::string& view);
    void arrived(int ticket, AnswerPtr answer, bool proven);
    QWidget* head(std::size_t column);
    Document& document_;
    Engine& engine_;
    std::vector<Column> columns_;  ///< this coop first, then those kept
    QStackedWidget* stack_;
    QScrollArea* figures_;
    OverlayView* overlay_;
    QLabel* overTitle_;
    std::size_t over_ = 0;
};

}  // namespace oiko
