#pragma once
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QTreeWidget>

#include "app/document.h"
#include "app/engine.h"

namespace oiko {

/// What the keeper has already: typed as it is said, taken away, or filled with what this coop leaves over.
class OnHandBook final : public QDialog {
    Q_OBJECT
public:
    OnHandBook(Document& document, Engine& engine, QWidget* parent);
    void showAnswer(AnswerPtr answer);

private:
    void refresh();
    void add();
    void takeAway();
    void leftovers();
    Document& document_;
    Engine& engine_;
    AnswerPtr answer_;
    QLabel *message_, *saves_;
    QTreeWidget* list_;
    QLineEdit* typed_;
    int ticket_ = 0;
};

}  // namespace oiko
