#pragma once
#include <map>
#include <QFrame>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTreeWidget>

#include "app/document.h"
#include "app/engine.h"

namespace oiko {

/// What opens under a value: the field or the choices, its limits, its rule, and a slip when something can't be.
class Leaf final : public QFrame {
    Q_OBJECT
public:
    Leaf(Document& document, Engine& engine, AnswerPtr answer, std::string slot, QWidget* parent);
    const std::string& slot() const { return slot_; }
    /// Puts typed letters into the field, as if the leaf had been open.
    void type(const QString& letters);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void commit(const QString& text);
    void refused(const Change& change, const Error& why);
    void takeOffer();
    void step(int by);
    void giveBack();
    void showEffect(int ticket, const Effect& effect);
    Document& document_;
    Engine& engine_;
    AnswerPtr answer_;
    std::string slot_;
    const Param& param_;
    QLineEdit* edit_ = nullptr;
    QTreeWidget* choices_ = nullptr;
    QLabel* slip_ = nullptr;
    QPushButton* offer_ = nullptr;  ///< takes what the slip offers
    Change refused_;
    std::map<int, QTreeWidgetItem*> waiting_;
};

}  // namespace oiko
