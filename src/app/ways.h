#pragma once
#include <QFrame>
#include <QLabel>
#include <QVBoxLayout>

#include "app/document.h"
#include "app/engine.h"

namespace oiko {

/// Cheaper ways of the coop that stands now, tried one by one, each with what it saves and what it costs besides.
class WaysCard final : public QFrame {
    Q_OBJECT
public:
    WaysCard(Document& document, Engine& engine, AnswerPtr answer, QWidget* parent);

private:
    void list(const std::vector<Cheaper>& ways);
    Document& document_;
    AnswerPtr answer_;
    QVBoxLayout* column_;
    QLabel* progress_;
    int ticket_;
};

}  // namespace oiko
