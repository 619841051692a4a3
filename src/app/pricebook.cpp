#include "app/pricebook.h"

#include <map>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QSettings>
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
    list_->setColumnCount(4);
    list_->setHeaderLabels({tr_("bill.name"), tr_("prices.each"), tr_("prices.since"), tr_("prices.used")});
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
    auto* asking = new QHBoxLayout;
    store_ = new QLineEdit{QSettings{}.value("store", StoreFeed::simulated()).toString()};
    store_->setObjectName("prices.store");
    store_->setAccessibleName(tr_("prices.feed"));
    store_->setToolTip(tr_("prices.feed.help"));
    ask_ = new QPushButton{tr_("prices.ask")};
    ask_->setObjectName("prices.ask");
    connect(ask_, &QPushButton::clicked, this, [this] { feed_.asking() ? feed_.stop() : ask(); });
    auto* said = new QLabel{tr_("prices.feed")};
    said->setBuddy(store_);
    asking->addWidget(said), asking->addWidget(store_, 1), asking->addWidget(ask_);
    column->addWidget(message_), column->addLayout(asking), column->addWidget(list_, 1), column->addLayout(row);
    connect(&feed_, &StoreFeed::answered, this, [this](const auto& prices) {
        ask_->setText(tr_("prices.ask"));
        const auto depth = document_.undo()->index();
        document_.setPrices(prices, tr_("prices.asked"));
        refresh();
        const auto changed = document_.undo()->index() > depth ? document_.kept().pricesBefore.size() : 0;
        message_->setText(tr_("prices.came", {static_cast<std::int64_t>(prices.size()), static_cast<std::int64_t>(changed)}));
    });
    connect(&feed_, &StoreFeed::failed, this, [this](const QString& why) { ask_->setText(tr_("prices.ask")), message_->setText(why); });
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
    const auto& before = document_.kept().pricesBefore;
    list_->headerItem()->setText(2, before.empty() ? tr_("prices.since") : tr_("prices.since.day", {document_.kept().pricesBeforeDate}));
    message_->setText(tr_(document_.kept().prices.empty() ? "prices.sample" : "prices.own",
                          {document_.kept().pricesDate, static_cast<std::int64_t>(document_.kept().prices.size())}));
    if (list_->topLevelItemCount() != static_cast<int>(prices.size())) {
        list_->clear();
        for (const auto& p : prices) {
            auto* item = new QTreeWidgetItem{list_};
            item->setData(0, Qt::UserRole, qs(p.id));
            item->setText(0, tr_("item." + p.id));
            item->setFlags(item->flags() | Qt::ItemIsEditable);
            for (int c = 1; c < 4; ++c) item->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
        }
    }
    for (int i = 0; i < list_->topLevelItemCount(); ++i) {
        auto* item = list_->topLevelItem(i);
        const auto& p = prices[static_cast<std::size_t>(i)];
        item->setText(1, p.price ? qs(exactMoney(*p.price)) : tr_("noprice"));
        const auto was = before.find(p.id);
        item->setText(2, was == before.end() || was->second == p.price ? QString{}
                         : !was->second || !p.price                    ? tr_("prices.new")
                                                                       : signedDifference(*was->second, *p.price, document_.units()));
        item->setText(3, used.contains(p.id) ? QString::number(used[p.id]) : QString{});
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

void PriceBook::ask(int patienceMs) {
    QSettings{}.setValue("store", store_->text());
    ask_->setText(tr_("app.stop"));
    message_->setText(tr_("prices.asking"));
    feed_.ask(store_->text(), patienceMs);
}

bool PriceBook::read(const QString& path) {
    const auto bytes = readFile(path.toStdString());
    if (!bytes) return message_->setText(qs(words::say(bytes.error(), document_.units()))), false;
    const auto prices = readPrices(bytes.value(), path.toStdString());
    if (!prices) return message_->setText(qs(prices.error().where + ": " + words::say(prices.error(), document_.units()))), false;
    document_.setPrices(prices.value(), tr_("prices.title"));
    return true;
}

bool PriceBook::write(const QString& path) {
    const auto done = writeFile(path.toStdString(), pricesCsv(document_.kept()));
    if (!done) message_->setText(qs(words::say(done.error(), document_.units())));
    return static_cast<bool>(done);
}

}  // namespace oiko
