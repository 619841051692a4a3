#include "app/leaf.h"

#include <QHeaderView>
#include <QKeyEvent>
#include <QVBoxLayout>

#include "app/wording.h"

namespace oiko {

Leaf::Leaf(Document& document, Engine& engine, AnswerPtr answer, std::string slot, QWidget* parent)
    : QFrame{parent, Qt::Popup},
      document_{document},
      engine_{engine},
      answer_{std::move(answer)},
      slot_{std::move(slot)},
      param_{*findParam(slot_)} {
    setObjectName("leaf");
    setAttribute(Qt::WA_DeleteOnClose);
    setFrameShape(QFrame::Box);
    setMinimumWidth(320), setMaximumWidth(460);
    auto* column = new QVBoxLayout{this};
    column->setContentsMargins(12, 10, 12, 12);
    column->setSpacing(6);
    auto* head = new QLabel{"<b>" + slotLabel(slot_).toHtmlEscaped() + "</b>"};
    column->addWidget(head);

    Settled settled{document_.kept()};
    const auto units = document_.units();
    const auto now = settled.value(slot_);
    if (param_.type == Type::choice || param_.type == Type::flag) {
        choices_ = new QTreeWidget;
        choices_->setObjectName("leaf.choices");
        choices_->setAccessibleName(slotLabel(slot_));
        choices_->setColumnCount(5);
        choices_->setHeaderHidden(true);
        choices_->setRootIsDecorated(false);
        choices_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
        for (int c = 1; c < 5; ++c) choices_->header()->setSectionResizeMode(c, QHeaderView::ResizeToContents);
        choices_->header()->setStretchLastSection(false);
        std::vector<std::string> options;
        if (param_.type == Type::flag) options = {"yes", "no"};
        for (const auto o : param_.options) options.emplace_back(o);
        for (const auto& o : options) {
            const Value value = param_.type == Type::flag ? Value{o == "yes"} : Value{o};
            auto* item = new QTreeWidgetItem{choices_};
            item->setText(0, shownValue(param_, value, units));
            item->setData(0, Qt::UserRole, qs(o));
            for (int c = 1; c < 5; ++c) item->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
            if (value == now) {
                choices_->setCurrentItem(item);
            } else if (answer_) {
                item->setText(1, tr_("leaf.computing"));
                waiting_[engine_.askEffect(answer_, {{slot_, o}}, {})] = item;
            }
        }
        choices_->setFixedHeight(std::min(9, static_cast<int>(options.size())) * 28 + 8);
        column->addWidget(choices_);
        setMinimumWidth(440);
        connect(choices_, &QTreeWidget::itemClicked, this,
                [this](QTreeWidgetItem* item) { commit(item->data(0, Qt::UserRole).toString()); });
        connect(&engine_, &Engine::effect, this, &Leaf::showEffect);
        choices_->installEventFilter(this);
        setFocusProxy(choices_);
    } else {
        edit_ = new QLineEdit{qs(writeValue(param_, now, units))};
        edit_->setObjectName("leaf.edit");
        edit_->setAccessibleName(slotLabel(slot_));
        edit_->selectAll();
        edit_->installEventFilter(this);
        column->addWidget(edit_);
        setFocusProxy(edit_);
        if (param_.type != Type::text) {
            // What the rest of the design leaves room for; a set of trial designs, so only where it is quick to say.
            const bool follows = param_.type == Type::length || param_.type == Type::angle || param_.type == Type::count;
            const auto bounds = follows ? limits(document_.kept(), slot_) : Limits{param_.low, param_.high, {}, {}};
            auto text = tr_("leaf.limits", {argOf(param_, bounds.low), argOf(param_, bounds.high)}, units);
            for (const auto* by : {&bounds.lowBy, &bounds.highBy})
                if (*by) text += "\n" + tr_("clash." + (*by)->id, (*by)->args, units);
            auto* label = new QLabel{text};
            label->setObjectName("leaf.limits");
            label->setWordWrap(true);
            column->addWidget(label);
        }
    }
    auto* help = new QLabel{tr_("key." + std::string{param_.key} + ".help")};
    help->setWordWrap(true);
    column->addWidget(help);
    if (document_.kept().isSet(slot_)) {
        const auto ruled = document_.kept().withUnjudged({{slot_, ""}});
        Settled free{ruled.value()};
        auto* back = new QPushButton{
            tr_(param_.follows ? "leaf.giveback" : "leaf.default", {shownValue(param_, free.value(slot_), units).toStdString()})};
        back->setObjectName("leaf.giveback");
        connect(back, &QPushButton::clicked, this, &Leaf::giveBack);
        column->addWidget(back);
    }
    slip_ = new QLabel;
    slip_->setObjectName("leaf.slip");
    slip_->setWordWrap(true);
    slip_->hide();
    column->addWidget(slip_);
    offer_ = new QPushButton{tr_("leaf.offer")};
    offer_->setObjectName("leaf.offer");
    offer_->hide();
    connect(offer_, &QPushButton::clicked, this, &Leaf::takeOffer);
    column->addWidget(offer_);
}

void Leaf::type(const QString& letters) {
    if (edit_) edit_->setText(letters), edit_->setCursorPosition(static_cast<int>(letters.size()));
}

void Leaf::commit(const QString& text) {
    // An emptied field gives the value back to its rule, as Backspace on the word does.
    const auto done =
        document_.edit({{slot_, text.trimmed().toStdString()}}, tr_("undo.set", {slotLabel(slot_).toStdString(), text.toStdString()}));
    if (done) {
        close();
        return;
    }
    refused({slot_, text.trimmed().toStdString()}, done.error());
}

void Leaf::refused(const Change& change, const Error& why) {
    Settled settled{document_.kept()};
    slip_->setText(
        qs(words::say(why, document_.units())) + ". " +
        tr_("leaf.still", {slotLabel(slot_).toStdString(), shownValue(param_, settled.value(slot_), document_.units()).toStdString()}));
    slip_->setStyleSheet("background:" + theme().slip.name() + ";padding:6px;color:" + theme().ink.name());
    slip_->show();
    refused_ = change;
    offer_->setVisible(why.todo.id == "clash.nearest");
    adjustSize();
}

void Leaf::takeOffer() {
    const auto offer = document_.kept().offerFor({refused_});
    if (!offer) return;
    std::vector<Change> changes{refused_, *offer};
    if (offer->key == slot_) changes.erase(changes.begin());
    if (document_.edit(changes, tr_("undo.set", {slotLabel(offer->key).toStdString(), offer->text}))) close();
}

void Leaf::giveBack() {
    const auto done = document_.edit({{slot_, ""}}, tr_("undo.giveback", {slotLabel(slot_).toStdString()}));
    if (done)
        close();
    else
        refused({slot_, ""}, done.error());
}

void Leaf::step(int by) {
    Settled settled{document_.kept()};
    const auto v = settled.value(slot_);
    Value next = v;
    if (param_.type == Type::length)
        next = std::get<Length>(v) + arrowStep(settled, slot_, false) * by;
    else if (param_.type == Type::count)
        next = std::get<std::int64_t>(v) + by;
    else if (param_.type == Type::angle)
        next = std::get<Angle>(v) + degrees(1) * by;
    else
        return;
    if (edit_) edit_->setText(qs(exactValue(param_, next, document_.units())));
}

bool Leaf::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter) {
            if (edit_)
                commit(edit_->text());
            else if (choices_->currentItem())
                commit(choices_->currentItem()->data(0, Qt::UserRole).toString());
            return true;
        }
        if (edit_ && (key->key() == Qt::Key_Up || key->key() == Qt::Key_Down)) return step(key->key() == Qt::Key_Up ? 1 : -1), true;
        if (key->key() == Qt::Key_Escape) return close(), true;
    }
    return QFrame::eventFilter(watched, event);
}

void Leaf::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        close();
    else
        QFrame::keyPressEvent(event);
}

void Leaf::showEffect(int ticket, const Effect& e) {
    const auto at = waiting_.find(ticket);
    if (at == waiting_.end()) return;
    auto* item = at->second;
    if (!e.possible) {
        item->setText(1, "");
        item->setToolTip(0, qs(words::say(e.refused, document_.units())));
        item->setText(0, item->text(0) + " — " + tr_("leaf.cannot", {words::say(e.refused, document_.units()).substr(0, 60)}));
    } else {
        item->setText(1, signedMoney(e.money)), item->setText(2, signedMass(e.mass, document_.units()));
        item->setText(3, e.birds == 0 ? tr_("leaf.same") : tr_("leaf.birds", {signedCount(e.birds).toStdString()}));
        item->setText(4, signedShare(e.waste));
    }
    waiting_.erase(at);
}

}  // namespace oiko
