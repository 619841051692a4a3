#pragma once
#include <map>
#include <QFrame>
#include <QLabel>
#include <QPushButton>
#include <QWidget>

#include "app/document.h"
#include "app/engine.h"

namespace oiko {

/// One measured thing against its limit: mark, stick, value and word; clicked, it says why.
class Gauge final : public QWidget {
    Q_OBJECT
public:
    Gauge(std::string id, QWidget* parent);
    void show(std::vector<Finding> findings, Units units);
    void looking(double share);  ///< how far what it waits for has come
    const std::string& id() const { return id_; }
    std::optional<State> state() const { return state_; }
    const std::vector<Finding>& findings() const { return findings_; }

Q_SIGNALS:
    void asked();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void told();
    std::string id_;
    std::vector<Finding> findings_;
    std::optional<State> state_;
    QString value_, word_;
    double share_ = 0;  ///< of the stick, limit at one half; while it is looked, of what there is to look through
    bool atLeast_ = true;
};

class Gauges final : public QWidget {
    Q_OBJECT
public:
    Gauges(Document& document, Engine& engine, QWidget* parent = nullptr);
    void showAnswer(AnswerPtr answer);
    void looking(double share) { gauge("gaps")->looking(share); }
    Gauge* gauge(const std::string& id) const;
    void restyle() {
        for (auto* g : gauges_) g->update();
    }

private:
    void openCard(Gauge* gauge);
    Document& document_;
    Engine& engine_;
    AnswerPtr answer_;
    std::vector<Gauge*> gauges_;
};

/// Why a gauge stands as it does, by which rule, and remedies with what each would do.
class GaugeCard final : public QFrame {
    Q_OBJECT
public:
    GaugeCard(Document& document, Engine& engine, AnswerPtr answer, const Gauge& gauge, QWidget* parent);

private:
    void showEffect(int ticket, const Effect& effect);
    struct Row {
        QLabel* text;
        QPushButton* take;
        QLabel* heading;
    };
    Document& document_;
    AnswerPtr answer_;
    std::map<int, Row> waiting_;
    std::map<QLabel*, int> helps_;  ///< under each heading, how many lines may still help
};

QString figureOf(double value, const std::string& unit, Units units);

}  // namespace oiko
