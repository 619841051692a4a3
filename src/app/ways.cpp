#include "app/ways.h"

#include <QHBoxLayout>
#include <QPushButton>

#include "app/wording.h"

namespace oiko {

WaysCard::WaysCard(Document& document, Engine& engine, AnswerPtr answer, QWidget* parent)
    : QFrame{parent, Qt::Popup}, document_{document}, answer_{std::move(answer)} {
    setObjectName("leaf");
    setAttribute(Qt::WA_DeleteOnClose);
    setFrameShape(QFrame::Box);
    setFixedWidth(520);
    column_ = new QVBoxLayout{this};
    column_->setContentsMargins(12, 10, 12, 12), column_->setSpacing(6);
    auto* title = new QLabel{tr_("ways.title")};
    title->setFont(inkFont(13, true));
    progress_ = new QLabel{tr_("leaf.computing")};
    progress_->setObjectName("ways.progress");
    progress_->setWordWrap(true);
    column_->addWidget(title), column_->addWidget(progress_);
    connect(&engine, &Engine::trying, this, [this](int ticket, int done, int all) {
        if (ticket == ticket_) progress_->setText(tr_("ways.trying", {std::int64_t{done}, std::int64_t{all}}));
    });
    connect(&engine, &Engine::cheaper, this, [this](int ticket, const std::vector<Cheaper>& ways) {
        if (ticket == ticket_) list(ways);
    });
    ticket_ = engine.askCheaper(answer_);
}

void WaysCard::list(const std::vector<Cheaper>& ways) {
    progress_->setText(tr_(ways.empty() ? "ways.none" : "ways.each"));
    const auto units = answer_->design.units();
    Settled now{answer_->design};
    int n = 0;
    for (const auto& w : ways) {
        const auto& e = w.effect;
        const auto what = changesInWords(w.changes);
        QStringList costs{signedMoney(e.money), signedMass(e.mass, units)};
        const auto of = [&](std::int64_t count, const char* id) {
            if (count != 0) costs << tr_(id, {signedCount(count).toStdString()});
        };
        of(e.boards, "ways.boards"), of(e.sheets, "ways.sheets"), of(e.birds, "leaf.birds");
        const auto& slot = w.changes.front().key;
        auto text = what + " " + tr_("ways.instead", {shownValue(*findParam(slot), now.value(slot), units).toStdString()}) + "\n" +
                    costs.join(", ");
        for (const auto& f : e.worse) text += "; " + tr_("gauge.worse", {words::text("finding." + f)});
        auto* label = new QLabel{text};
        label->setWordWrap(true);
        label->setFixedWidth(width() - 110), label->setMinimumHeight(label->heightForWidth(width() - 110));
        auto* take = new QPushButton{tr_("gauge.take")};
        take->setObjectName("ways.take." + QString::number(++n));
        take->setAccessibleName(tr_("gauge.take") + ": " + what);
        connect(take, &QPushButton::clicked, this, [this, changes = w.changes, what] {
            if (document_.edit(changes, tr_("undo.remedy", {what.toStdString()}))) close();
        });
        auto* line = new QHBoxLayout;
        line->addWidget(label, 1), line->addWidget(take);
        column_->addLayout(line);
    }
    adjustSize();
    move(x(), std::max(8, std::min(y(), parentWidget()->geometry().bottom() - height() - 8)));
}

}  // namespace oiko
