#include "app/onhandbook.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/wording.h"

namespace oiko {
namespace {
const Length kKeep = inches(12);  ///< shorter offcuts are firewood
}

OnHandBook::OnHandBook(Document& document, Engine& engine, QWidget* parent) : QDialog{parent}, document_{document}, engine_{engine} {
    setObjectName("onhand");
    setWindowTitle(tr_("onhand.title"));
    resize(560, 480);
    auto* column = new QVBoxLayout{this};
    message_ = new QLabel;
    message_->setObjectName("onhand.message");
    message_->setWordWrap(true);
    list_ = new QTreeWidget;
    list_->setObjectName("onhand.list");
    list_->setAccessibleName(tr_("onhand.title"));
    list_->setColumnCount(4);
    list_->setHeaderLabels({tr_("bill.name"), tr_("onhand.sized"), tr_("onhand.have"), tr_("prices.used")});
    list_->setRootIsDecorated(false);
    list_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    list_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    list_->header()->setStretchLastSection(false);
    saves_ = new QLabel;
    saves_->setObjectName("onhand.saves");
    typed_ = new QLineEdit;
    typed_->setObjectName("onhand.typed");
    typed_->setPlaceholderText("6 2x4 7' 2\"");
    typed_->setAccessibleName(tr_("onhand.add"));
    auto* row = new QHBoxLayout;
    row->addWidget(typed_, 1);
    auto* foot = new QHBoxLayout;
    const auto button = [&](QHBoxLayout* into, const char* id, auto slot) {
        auto* b = new QPushButton{tr_(id)};
        b->setObjectName(id);
        b->setAutoDefault(false);
        connect(b, &QPushButton::clicked, this, slot);
        into->addWidget(b);
    };
    button(row, "onhand.add", [this] { add(); });
    button(foot, "app.take.away", [this] { takeAway(); });
    button(foot, "onhand.leftovers", [this] { leftovers(); });
    foot->addStretch();
    column->addWidget(message_), column->addLayout(row), column->addWidget(list_, 1), column->addWidget(saves_), column->addLayout(foot);
    connect(typed_, &QLineEdit::returnPressed, this, &OnHandBook::add);
    connect(&document_, &Document::changed, this, &OnHandBook::refresh);
    connect(&engine_, &Engine::effect, this, [this](int ticket, const Effect& e) {
        if (ticket == ticket_) saves_->setText(e.possible ? tr_("onhand.saves", {signedMoney(-e.money).toStdString()}) : QString{});
    });
    refresh();
}

void OnHandBook::showAnswer(AnswerPtr answer) {
    answer_ = std::move(answer);
    refresh();
    saves_->clear();
    if (!answer_->design.onHand.empty() && answer_->settled->choice("onhand.use") != "no")
        ticket_ = engine_.askEffect(answer_, {{"onhand.use", "no"}}, {});
}

void OnHandBook::refresh() {
    const auto& things = document_.kept().onHand;
    const auto units = document_.units();
    message_->setText(tr_(things.empty() ? "onhand.empty" : "onhand.about"));
    list_->clear();
    for (std::size_t i = 0; i < things.size(); ++i) {
        const auto& t = things[i];
        auto* item = new QTreeWidgetItem{list_};
        item->setText(0, t.a > Length{} ? tr_("stock." + t.what) : tr_("item." + t.what));
        QString size = t.a > Length{} ? qs(writeLength(t.a, units)) : QString{};
        if (t.b > Length{}) size += " × " + qs(writeLength(t.b, units));
        if (t.price > Money{}) size += ", " + tr_("measure", {t.price});
        item->setText(1, size), item->setText(2, QString::number(t.count));
        if (answer_ && answer_->design.onHand == things && i < answer_->bill.usedOnHand.size())
            item->setText(3, qs(writeNumber(answer_->bill.usedOnHand[i], 1)));
        for (int c = 1; c < 4; ++c) item->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
    }
}

void OnHandBook::add() {
    const auto thing = readOnHand(typed_->text().toStdString(), document_.units());
    if (!thing) return message_->setText(qs(words::say(thing.error(), document_.units())));
    auto things = document_.kept().onHand;
    if (things.size() >= kMostOnHandRows) return message_->setText(tr_("onhand.full", {static_cast<std::int64_t>(kMostOnHandRows)}));
    things.push_back(thing.value());
    typed_->clear();
    document_.setOnHand(std::move(things), tr_("undo.onhand", {exactOnHand(thing.value(), document_.units())}));
}

void OnHandBook::takeAway() {
    auto things = document_.kept().onHand;
    for (int i = list_->topLevelItemCount() - 1; i >= 0; --i)
        if (list_->topLevelItem(i)->isSelected()) things.erase(things.begin() + i);
    document_.setOnHand(std::move(things), tr_("app.take.away"));
}

void OnHandBook::leftovers() {
    if (!answer_ || answer_->design.onHand != document_.kept().onHand) return;
    auto things = leftWhenBuilt(*answer_->cuts, answer_->bill, document_.kept().onHand, kKeep, answer_->settled->length("cut.kerf"));
    if (things.size() > kMostOnHandRows) things.resize(kMostOnHandRows);
    document_.setOnHand(std::move(things), tr_("onhand.leftovers"));
}

}  // namespace oiko
