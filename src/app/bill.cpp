#include "app/bill.h"

#include <QButtonGroup>
#include <QHeaderView>
#include <QPainter>
#include <QPushButton>
#include <QToolButton>
#include <QVBoxLayout>

#include "app/wording.h"

namespace oiko {

void Plank::paintEvent(QPaintEvent*) {
    QPainter p{this};
    p.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    const QRectF all = QRectF{rect()}.adjusted(1, 3, -1, -3);
    const double whole = share > 1 ? all.width() / share : all.width();
    p.setPen(QPen{t.edge, 1}), p.setBrush(t.leaf);
    p.drawRect(QRectF{all.left(), all.top(), whole, all.height()});
    p.setPen(QPen{t.ink, 1}), p.setBrush(t.wood);
    p.drawRect(QRectF{all.left(), all.top(), whole * std::min(1.0, share), all.height()});
    if (share > 1) {
        p.setBrush(QBrush{t.fails, Qt::BDiagPattern});
        p.drawRect(QRectF{all.left() + whole, all.top(), all.width() - whole, all.height()});
    }
}

BillView::BillView(QWidget* parent) : QWidget{parent} {
    setObjectName("bill");
    auto* column = new QVBoxLayout{this};
    column->setContentsMargins(10, 8, 10, 4), column->setSpacing(3);
    total_ = new QLabel;
    total_->setObjectName("bill.total");
    total_->setFont(inkFont(24, true));
    change_ = new QLabel;
    change_->setObjectName("bill.change");
    budget_ = new QLabel;
    budget_->setObjectName("bill.budget");
    budget_->setWordWrap(true);
    plank_ = new Plank;
    plank_->setFixedHeight(18);
    lines_ = new QTreeWidget;
    lines_->setObjectName("bill.lines");
    lines_->setAccessibleName(tr_("table.buy"));
    lines_->setColumnCount(4);
    lines_->setHeaderLabels({tr_("bill.name"), tr_("bill.quantity"), tr_("bill.amount"), tr_("bill.delta")});
    lines_->setIndentation(10);
    lines_->setRootIsDecorated(true);
    lines_->setUniformRowHeights(true);
    lines_->setMouseTracking(true);
    lines_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    for (int c = 1; c < 4; ++c) lines_->header()->setSectionResizeMode(c, QHeaderView::ResizeToContents);
    lines_->header()->setStretchLastSection(false);
    lines_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* modes = new QHBoxLayout;
    modes->setContentsMargins(0, 0, 0, 0), modes->setSpacing(0);
    auto* group = new QButtonGroup{this};
    for (const auto& [by, id] : {std::pair{By::system, "bill.bysystem"}, {By::kind, "bill.bykind"}, {By::trip, "bill.bytrip"}}) {
        auto* b = new QToolButton;
        b->setText(tr_(id)), b->setObjectName(id);
        b->setCheckable(true), b->setAutoRaise(true);
        b->setChecked(by == By::system);
        group->addButton(b);
        connect(b, &QToolButton::clicked, this, [this, by = by] { groupBy(by); });
        modes->addWidget(b);
    }
    modes->addStretch();
    auto* ways = new QPushButton{tr_("bill.cheaper")};
    ways->setObjectName("bill.cheaper");
    connect(ways, &QPushButton::clicked, this, &BillView::cheaperAsked);
    column->addWidget(total_), column->addWidget(change_), column->addWidget(plank_), column->addWidget(budget_), column->addLayout(modes),
        column->addWidget(lines_, 1), column->addWidget(ways);
    connect(lines_, &QTreeWidget::itemEntered, this, [this](QTreeWidgetItem* item) { Q_EMIT pointed(partsUnder(item)); });
}

PartIds BillView::partsUnder(const QTreeWidgetItem* item) const {
    PartIds out;
    if (!answer_) return out;
    const auto take = [&](const QTreeWidgetItem* line) {
        const auto at = line->data(0, Qt::UserRole);
        if (!at.isValid()) return;
        for (const auto p : answer_->bill.lines[at.toULongLong()].parts) out.insert(answer_->model->parts[p].id);
    };
    take(item);
    for (int k = 0; k < item->childCount(); ++k) take(item->child(k));
    return out;
}

void BillView::leaveEvent(QEvent*) { Q_EMIT pointed({}); }

void BillView::restyle() {
    if (answer_) showAnswer(answer_);
}

void BillView::showAnswer(AnswerPtr answer) {
    // The last change is counted from the answer before to another design; a proven plan of the same design adds to it.
    if (answer_ && answer->design != answer_->design) before_ = answer_;
    answer_ = std::move(answer);
    const auto& bill = answer_->bill;
    const auto units = answer_->design.units();
    total_->setText((bill.complete() ? QString{} : tr_("bill.atleast") + " ") + qs(words::moneySign()) + qs(writeMoney(bill.total)));
    const auto difference = before_ ? bill.total - before_->bill.total : Money{};
    change_->setText(!before_ ? QString{}
                     : difference == Money{}
                         ? tr_("bill.none")
                         : (difference > Money{} ? "+" : "−") + qs(words::moneySign()) +
                               qs(writeMoney(difference > Money{} ? difference : -difference)) + "  " + tr_("bill.change"));
    QString under;
    if (bill.budget > Money{}) {
        const bool over = bill.total > bill.budget;
        under = over ? tr_("bill.over", {bill.total - bill.budget}) : tr_("bill.left", {bill.budget - bill.total, bill.budget});
        plank_->share = inUnits(bill.total) / inUnits(bill.budget);
    } else {
        under = tr_("bill.nobudget");
        plank_->share = 0;
    }
    plank_->setVisible(bill.budget > Money{});
    if (!bill.complete()) under += " · " + tr_("bill.missing", {static_cast<std::int64_t>(bill.withoutPrice.size())});
    budget_->setText(under + " · " + tr_("bill.mass", {answer_->mass}, units));
    plank_->update();
    fill();
}

void BillView::groupBy(By by) {
    by_ = by;
    if (answer_) fill();
}

void BillView::fill() {
    const auto& bill = answer_->bill;
    const auto title = [&](const Section& s) {
        if (by_ != By::trip) return tr_((by_ == By::system ? "group." : "kind.") + s.id);
        return tr_("trip." + s.id, {s.number, s.mass}, answer_->design.units());
    };
    const auto listed = [&](const Answer& a) { return sections(a.bill, by_, *a.settled, *a.prices); };
    const auto now = listed(*answer_);
    // What a trip holds shifts with every change: only systems and kinds are compared, theirs with the same ones before.
    const auto before = before_ && by_ != By::trip ? listed(*before_) : std::vector<Section>{};
    std::map<std::pair<std::string, Group>, Money> was;
    if (before_)
        for (const auto& l : before_->bill.lines) was[{l.item, l.group}] = l.amount.value_or(Money{});
    std::map<QString, bool> open;
    for (int i = 0; i < lines_->topLevelItemCount(); ++i)
        open[lines_->topLevelItem(i)->data(0, Qt::UserRole + 1).toString()] = lines_->topLevelItem(i)->isExpanded();
    lines_->setUpdatesEnabled(false);
    lines_->clear();
    const auto figures = [&](QTreeWidgetItem* item) {
        for (int c = 1; c < 4; ++c) item->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
    };
    const auto change = [&](Money is, Money then) -> QString {
        if (!before_ || by_ == By::trip || is == then) return {};
        return signedMoney(is - then) == tr_("leaf.same") ? QString{} : signedMoney(is - then);
    };
    const auto head = [&](const Section& s, Money amount, Money then) {
        auto* item = new QTreeWidgetItem{lines_};
        item->setText(0, title(s));
        item->setData(0, Qt::UserRole + 1, qs(s.id) + QString::number(s.number));
        item->setText(2, qs(writeMoney(amount)));
        item->setText(3, change(amount, then));
        item->setFont(0, inkFont(13, true)), item->setFont(2, inkFont(13, true));
        item->setToolTip(0, title(s));
        figures(item);
        return item;
    };
    for (const auto& s : now) {
        const auto then = std::ranges::find(before, s.id, &Section::id);
        auto* group = head(s, s.amount, then == before.end() ? Money{} : then->amount);
        for (const auto& share : s.shares) {
            const auto& l = bill.lines[share.line];
            auto* item = new QTreeWidgetItem{group};
            item->setText(0, tr_("item." + l.item));
            item->setText(1, QString::number(share.bought));
            item->setText(2, l.amount ? qs(writeMoney(share.amount)) : tr_("noprice"));
            item->setText(3, change(l.amount.value_or(Money{}), was.contains({l.item, l.group}) ? was[{l.item, l.group}] : Money{}));
            auto tip = tr_("item." + l.item);
            if (!l.rule.empty()) tip += "\n" + tr_("fixing." + l.rule);
            if (l.leftOver >= 1) tip += "\n" + tr_("col.left") + ": " + qs(writeNumber(l.leftOver, 0));
            for (int c = 0; c < 4; ++c) item->setToolTip(c, tip);
            item->setData(0, Qt::UserRole, static_cast<qulonglong>(share.line));
            figures(item);
        }
        const auto key = qs(s.id) + QString::number(s.number);
        group->setExpanded(open.contains(key) ? open[key] : false);
    }
    for (const auto& s : before)
        if (std::ranges::find(now, s.id, &Section::id) == now.end()) head(s, Money{}, s.amount);
    std::vector<std::pair<const char*, Money>> feet{{"bill.tax", bill.tax}, {bill.complete() ? "bill.total" : "bill.atleast", bill.total}};
    if (bill.forOnHand > Money{}) feet.insert(feet.begin(), {"bill.onhand", bill.forOnHand});
    for (const auto& [id, amount] : feet) {
        auto* foot = new QTreeWidgetItem{lines_};
        foot->setText(0, tr_(id)), foot->setText(2, qs(writeMoney(amount)));
        foot->setData(0, Qt::UserRole + 1, id);
        foot->setFont(2, inkFont(13, true));
        figures(foot);
    }
    lines_->setUpdatesEnabled(true);
}

void BillView::light(const PartIds& parts) {
    if (!answer_) return;
    const auto lit = linesOf(*answer_, parts);
    for (int i = 0; i < lines_->topLevelItemCount(); ++i) {
        auto* head = lines_->topLevelItem(i);
        bool any = false;
        const auto wash = [](QTreeWidgetItem* item, bool on) {
            for (int c = 0; c < 4; ++c) item->setBackground(c, on ? QBrush{theme().pointed} : QBrush{});
        };
        for (int k = 0; k < head->childCount(); ++k) {
            const auto line = head->child(k)->data(0, Qt::UserRole);
            const bool on = line.isValid() && std::ranges::find(lit, line.toULongLong()) != lit.end();
            any |= on;
            wash(head->child(k), on);
        }
        wash(head, any);
    }
}

}  // namespace oiko
