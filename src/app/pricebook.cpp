#include "app/pricebook.h"

#include <map>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/wording.h"
#include "core/formats/cutlists.h"
#include "core/formats/exports.h"
#include "core/formats/files.h"

namespace oiko {

PriceBook::PriceBook(Document& document, QWidget* parent) : QDialog{parent}, document_{document} {
    setObjectName("pricebook");
    setWindowTitle(tr_("prices.title"));
    resize(620, 640);
    auto* column = new QVBoxLayout{this};
    message_ = new QLabel;
    message_->setObjectName("pricebook.message");
    message_->setWordWrap(true);
    list_ = new QTreeWidget;
    list_->setObjectName("pricebook.list");
    list_->setColumnCount(3);
    list_->setHeaderLabels({tr_("bill.name"), tr_("prices.each"), tr_("prices.used")});
    list_->setRootIsDecorated(false);
    list_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    list_->header()->setStretchLastSection(false);
    auto* row = new QHBoxLayout;
    const auto button = [&](const char* id, auto slot) {
        auto* b = new QPushButton{tr_(id)};
        b->setObjectName(id);
        connect(b, &QPushButton::clicked, this, slot);
        row->addWidget(b);
    };
    button("prices.read", [this] {
        if (const auto path = QFileDialog::getOpenFileName(this, {}, {}, "CSV (*.csv)"); !path.isEmpty()) read(path);
    });
    button("prices.write", [this] {
        if (const auto path = QFileDialog::getSaveFileName(this, {}, "prices.csv", "CSV (*.csv)"); !path.isEmpty()) write(path);
    });
    row->addStretch();
    column->addWidget(message_), column->addWidget(list_, 1), column->addLayout(row);
    connect(list_, &QTreeWidget::itemChanged, this, [this](QTreeWidgetItem* item) {
        if (!filling_) typed(item);
    });
    connect(&document_, &Document::changed, this, &PriceBook::refresh);
    refresh();
}

void PriceBook::showAnswer(AnswerPtr answer) {
    answer_ = std::move(answer);
    refresh();
}

void PriceBook::refresh() {
    filling_ = true;
    std::map<std::string, std::int64_t> used;
    if (answer_)
        for (const auto& l : answer_->bill.lines) used[l.item] += l.bought;
    const auto prices = pricedCatalog(document_.kept().prices);
    message_->setText(tr_(document_.kept().prices.empty() ? "prices.sample" : "prices.own",
                          {document_.kept().pricesDate, static_cast<std::int64_t>(document_.kept().prices.size())}));
    if (list_->topLevelItemCount() != static_cast<int>(prices.size())) {
        list_->clear();
        for (const auto& p : prices) {
            auto* item = new QTreeWidgetItem{list_};
            item->setData(0, Qt::UserRole, qs(p.id));
            item->setText(0, tr_("item." + p.id));
            item->setFlags(item->flags() | Qt::ItemIsEditable);
            for (int c = 1; c < 3; ++c) item->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
        }
    }
    for (int i = 0; i < list_->topLevelItemCount(); ++i) {
        auto* item = list_->topLevelItem(i);
        const auto& p = prices[static_cast<std::size_t>(i)];
        item->setText(1, p.price ? qs(exactMoney(*p.price)) : tr_("noprice"));
        item->setText(2, used.contains(p.id) ? QString::number(used[p.id]) : QString{});
        item->setFont(1, inkFont(13, document_.kept().prices.contains(p.id)));
    }
    filling_ = false;
}

void PriceBook::typed(QTreeWidgetItem* item) {
    const auto id = item->data(0, Qt::UserRole).toString().toStdString();
    const auto text = item->text(1).trimmed();
    std::optional<Money> price;
    QString wrong;
    if (!text.isEmpty() && text != tr_("noprice")) {
        const auto read = readMoney(text.toStdString());
        if (!read)
            wrong = qs(words::say(read.error(), document_.units()));
        else if (read.value() < Money{})
            wrong = tr_("csv.price", {text.toStdString()});
        else
            price = read.value();
    }
    if (wrong.isEmpty()) document_.setPrice(id, price, tr_("prices.undo", {words::text("item." + id)}));
    refresh();
    if (!wrong.isEmpty()) message_->setText(wrong);
}

bool PriceBook::read(const QString& path) {
    const auto bytes = readFile(path.toStdString());
    if (!bytes) return message_->setText(qs(words::say(bytes.error(), document_.units()))), false;
    const auto prices = readPrices(bytes.value(), path.toStdString());
    if (!prices) return message_->setText(qs(prices.error().where + ": " + words::say(prices.error(), document_.units()))), false;
    document_.undo()->beginMacro(tr_("prices.title"));
    for (const auto& [id, price] : prices.value()) document_.setPrice(id, price, tr_("prices.title"));
    document_.undo()->endMacro();
    return true;
}

bool PriceBook::write(const QString& path) {
    const auto done = writeFile(path.toStdString(), pricesCsv(document_.kept()));
    if (!done) message_->setText(qs(words::say(done.error(), document_.units())));
    return static_cast<bool>(done);
}

}  // namespace oiko
