#pragma once
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTreeWidget>

#include "app/document.h"
#include "app/engine.h"
#include "app/storefeed.h"

namespace oiko {

/// All that stores sell, with what one costs: typed over, emptied (no price known), or read from a list `id,price`.
class PriceBook final : public QDialog {
    Q_OBJECT
public:
    PriceBook(Document& document, QWidget* parent);
    void showAnswer(AnswerPtr answer);
    /// Reads a CSV; nothing is taken from a list with a wrong row, and the row is named.
    bool read(const QString& path);
    bool write(const QString& path);
    /// Asks the store whose command stands there; what came in is one undo step, with what changed since beside it.
    void ask(int patienceMs = 10'000);
    QString message() const { return message_->text(); }

private:
    void refresh();
    void typed(QTreeWidgetItem* item);
    Document& document_;
    AnswerPtr answer_;
    QTreeWidget* list_;
    QLabel* message_;
    QLineEdit* store_;
    QPushButton* ask_;
    StoreFeed feed_;
    bool filling_ = false;
};

}  // namespace oiko
