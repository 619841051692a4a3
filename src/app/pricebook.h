#pragma once
#include <QDialog>
#include <QLabel>
#include <QTreeWidget>

#include "app/document.h"
#include "app/engine.h"

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
    QString message() const { return message_->text(); }

private:
    void refresh();
    void typed(QTreeWidgetItem* item);
    Document& document_;
    AnswerPtr answer_;
    QTreeWidget* list_;
    QLabel* message_;
    bool filling_ = false;
};

}  // namespace oiko
