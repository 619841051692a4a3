#include "app/mainwindow.h"

#include <QApplication>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QMenuBar>
#include <QMessageBox>
#include <QMimeData>
#include <QPrintDialog>
#include <QPrinter>
#include <QSettings>
#include <QUndoView>
#include <QVBoxLayout>

#include "app/ways.h"
#include "app/wording.h"
#include "core/design/existing.h"
#include "core/formats/designfile.h"
#include "core/formats/exports.h"
#include "core/formats/files.h"
#include "render/papers.h"

namespace oiko {

MainWindow::MainWindow() {
    setObjectName("main");
    setAcceptDrops(true);
    setMinimumSize(960, 640);
    letter_ = new Letter{document_, engine_};
    board_ = new Board{document_};
    bill_ = new BillView;
    gauges_ = new Gauges{document_, engine_};
    prices_ = new PriceBook{document_, this};
    onHand_ = new OnHandBook{document_, engine_, this};
    compare_ = new Compare{document_, engine_};
    compare_->hide();
    auto* across = new QSplitter{Qt::Horizontal};
    across->setObjectName("across");
    across->addWidget(letter_), across->addWidget(board_), across->addWidget(bill_), across->addWidget(compare_);
    across->setStretchFactor(0, 0), across->setStretchFactor(1, 1), across->setStretchFactor(2, 0), across->setStretchFactor(3, 1);
    across->setSizes({372, 620, 288});
    across->setChildrenCollapsible(false);
    letter_->setMinimumWidth(300), board_->setMinimumWidth(400), bill_->setMinimumWidth(232);
    gauges_->setFixedHeight(92);
    messageLine_ = new QWidget;
    messageLine_->setObjectName("message.line");
    auto* row = new QHBoxLayout{messageLine_};
    row->setContentsMargins(12, 4, 12, 4);
    message_ = new QLabel;
    message_->setObjectName("message");
    message_->setWordWrap(true);
    messageButtons_ = new QWidget;
    new QHBoxLayout{messageButtons_};
    messageButtons_->layout()->setContentsMargins(0, 0, 0, 0);
    auto* dismiss = new QToolButton;
    dismiss->setText("×"), dismiss->setAutoRaise(true), dismiss->setAccessibleName(tr_("app.keep.back"));
    connect(dismiss, &QToolButton::clicked, messageLine_, &QWidget::hide);
    row->addWidget(message_, 1), row->addWidget(messageButtons_), row->addWidget(dismiss);
    messageLine_->hide();
    auto* all = new QWidget;
    auto* column = new QVBoxLayout{all};
    column->setContentsMargins(0, 0, 0, 0), column->setSpacing(0);
    column->addWidget(messageLine_), column->addWidget(across, 1), column->addWidget(gauges_);
    setCentralWidget(all);
    makeMenus();

    connect(&document_, &Document::changed, this, &MainWindow::changed);
    connect(compare_, &Compare::closed, this, [this] { lineUp(false); });
    connect(compare_, &Compare::refused, this, [this](const QString& why) { tell(why, true); });
    connect(&document_, &Document::fileChanged, this, [this] { bill_->forget(), setWindowTitle(document_.title() + "[*] – Oikostat"); });
    connect(document_.undo(), &QUndoStack::cleanChanged, this, [this](bool clean) { setWindowModified(!clean); });
    connect(&engine_, &Engine::answered, this, &MainWindow::showAnswer, Qt::QueuedConnection);
    connect(&engine_, &Engine::searching, board_, &Board::searching, Qt::QueuedConnection);
    connect(&engine_, &Engine::looking, gauges_, &Gauges::looking, Qt::QueuedConnection);
    connect(board_, &Board::stopSearch, this, [this] { engine_.stopSearch(); });
    connect(board_, &Board::boardTicked, this, [this](std::size_t board) {
        // Only what is shown of the design that stands: a tick on an older plan would keep another board.
        if (!answer_ || answer_->design != document_.kept()) return;
        board < answer_->cuts->marked ? document_.unmarkCut(board) : document_.markCut(markedBoard(*answer_->cuts, board));
    });
    connect(board_, &Board::sheetTicked, this, [this](std::size_t sheet) {
        if (!answer_ || answer_->design != document_.kept()) return;
        const auto& cuts = *answer_->cuts;
        sheet < cuts.markedSheets ? document_.unmarkCutSheet(sheet) : document_.markCut(markedSheet(cuts, sheet));
    });
    connect(board_, &Board::partTicked, this, [this](const QString& part) {
        if (!answer_ || answer_->design != document_.kept()) return;
        // Old parts are replaced, or kept after all; new ones stay what they are.
        const auto id = part.toStdString();
        const auto* p = answer_->model->find(id);
        const bool old = p->existing;
        if (p->thing()) return;
        if (!old && !replacedParts(*answer_->settled).contains(id)) return;
        if (document_.edit({{"existing.replaced", replacedToggled(*answer_->settled, id)}}, tr_(old ? "undo.replace" : "undo.keepold")))
            board_->say(tr_(old ? "undo.replace" : "undo.keepold"));
    });
    connect(board_, &Board::openSlot, this, [this](const QString& slot, QPoint at) { letter_->openAt(slot.toStdString(), at); });
    connect(board_, &Board::pointed, this, &MainWindow::point);
    connect(bill_, &BillView::pointed, this, [this](const PartIds& parts) {
        light(parts, answer_ && !parts.empty() ? slotsOf(*answer_, parts) : std::vector<std::string>{});
    });
    connect(bill_, &BillView::cheaperAsked, this, [this] {
        if (!answer_) return;
        auto* card = new WaysCard{document_, engine_, answer_, this};
        const auto corner = bill_->mapToGlobal(QPoint{bill_->width() - card->width() - 8, 90});
        card->move(corner), card->show();
    });
    connect(letter_, &Letter::pointed, this, [this](const QString& slot) {
        const auto key = slot.toStdString();
        light(answer_ && !key.empty() ? partsOf(*answer_, key) : PartIds{}, {});
    });
    connect(board_, &Board::wondered, this, [this](const QString& slot, Length value) {
        if (!answer_ || answer_->settled->length(slot.toStdString()) == value) return;
        wondering_ = engine_.askEffect(answer_, {{slot.toStdString(), exactLength(value, document_.units())}}, {});
        wondered_ = slotLabel(slot.toStdString()) + " " + qs(writeLength(value, document_.units()));
    });
    connect(&engine_, &Engine::effect, this, [this](int ticket, const Effect& e) {
        if (ticket != wondering_) return;
        board_->say(e.possible ? tr_("ruler.effect",
                                     {wondered_.toStdString(), signedMoney(e.money).toStdString(), signedShare(e.waste).toStdString()})
                               : wondered_ + ": " + qs(words::say(e.refused, document_.units())));
    });
    QSettings settings;
    setNight(settings.value("night", false).toBool());
    document_.start(Design{}, {});
    offerRecovery();
}

void MainWindow::makeMenus() {
    auto* file = menuBar()->addMenu(tr_("app.file"));
    const auto add = [&](QMenu* menu, const char* id, const QKeySequence& keys, auto slot) {
        auto* action = menu->addAction(tr_(id));
        action->setObjectName(id);
        action->setShortcut(keys);
        connect(action, &QAction::triggered, this, slot);
        return action;
    };
    add(file, "app.new", QKeySequence::New, [this] {
        if (mayClose()) document_.start(Design{}, {});
    });
    add(file, "app.open", QKeySequence::Open, [this] { askOpen(); });
    recent_ = file->addMenu(tr_("app.recent"));
    connect(recent_, &QMenu::aboutToShow, this, &MainWindow::fillRecent);
    add(file, "app.demo", {}, [this] {
        if (mayClose()) startPreset("demo");
    });
    add(file, "app.elevated", {}, [this] {
        if (mayClose()) startPreset("elevated");
    });
    file->addSeparator();
    add(file, "app.save", QKeySequence::Save, [this] { save(); });
    add(file, "app.saveas", QKeySequence{"Ctrl+Shift+S"}, [this] { saveAs(); });
    file->addSeparator();
    add(file, "app.export", QKeySequence{"Ctrl+Shift+X"}, [this] { askExport(); });
    add(file, "app.print", QKeySequence::Print, [this] { print(); });
    file->addSeparator();
    add(file, "app.quit", QKeySequence::Quit, [this] { close(); });
    auto* edit = menuBar()->addMenu(tr_("app.edit"));
    auto* undo = document_.undo()->createUndoAction(this, tr_("app.undo").remove('&'));
    undo->setShortcut(QKeySequence::Undo), undo->setObjectName("app.undo");
    auto* redo = document_.undo()->createRedoAction(this, tr_("app.redo").remove('&'));
    redo->setShortcuts({QKeySequence{"Ctrl+Shift+Z"}, QKeySequence{"Ctrl+Y"}}), redo->setObjectName("app.redo");
    edit->addAction(undo), edit->addAction(redo);
    add(edit, "app.history", QKeySequence{"Ctrl+Shift+Y"}, [this] { showHistory(); });
    edit->addSeparator();
    add(edit, "app.find", QKeySequence::Find, [this] { find_->setFocus(), find_->selectAll(); });
    add(edit, "app.findnext", QKeySequence{"F3"}, [this] { find_->again(1); });
    add(edit, "app.findlast", QKeySequence{"Shift+F3"}, [this] { find_->again(-1); });
    find_ = new Find{[this] { return things(); },
                     [this](const QString& key) {
                         const auto slots = Settled{document_.kept()}.slots();
                         return std::ranges::find(slots, key.toStdString()) != slots.end();
                     },
                     [this](const QString& key, const QString& value) {
                         const auto slot = key.toStdString();
                         const auto done = document_.edit({{slot, value.toStdString()}},
                                                          tr_("undo.set", {slotLabel(slot).toStdString(), value.toStdString()}));
                         return done ? QString{} : slotLabel(slot) + ": " + qs(words::say(done.error(), document_.units()));
                     },
                     this};
    connect(find_, &Find::said, this, [this](const QString& why) { tell(why, true); });
    auto* corner = new QWidget;  // a menu bar gives its corner what it hints at, not what it must have
    auto* inCorner = new QHBoxLayout{corner};
    inCorner->setContentsMargins(0, 1, 6, 1);
    inCorner->addWidget(find_);
    menuBar()->setCornerWidget(corner);
    auto* view = menuBar()->addMenu(tr_("app.view"));
    static constexpr const char* kViews[] = {"board.picture", "board.floor",  "board.face", "board.frame",
                                             "board.boards",  "board.sheets", "board.plans"};
    for (int i = 0; i < Board::kViews; ++i)
        add(view, kViews[i], QKeySequence{QString{"Ctrl+%1"}.arg(i + 1)}, [this, i] { board_->choose(static_cast<Board::View>(i)); });
    view->addSeparator();
    add(view, "app.zoomin", QKeySequence{"Ctrl++"}, [this] { board_->zoom(1.2); });
    add(view, "app.zoomout", QKeySequence{"Ctrl+-"}, [this] { board_->zoom(1 / 1.2); });
    add(view, "app.fit", QKeySequence{"Ctrl+0"}, [this] { board_->fit(); });
    view->addSeparator();
    add(view, "app.units", QKeySequence{"Ctrl+Shift+M"}, [this] {
        static_cast<void>(
            document_.edit({{"plans.units", document_.units() == Units::imperial ? "metric" : "imperial"}}, slotLabel("plans.units")));
    });
    night_ = add(view, "app.theme", {}, [this](bool on) { setNight(on); });
    night_->setCheckable(true);
    auto* coop = menuBar()->addMenu(tr_("app.coop"));
    for (const auto* id : {"openings", "run", "inside", "skin"}) {
        auto* action = coop->addAction(tr_(std::string{"stage."} + id));
        connect(action, &QAction::triggered, this, [this, id = std::string{id}] {
            for (int i = 0; i < 12; ++i)
                if (name(static_cast<Stage>(i)) == id) letter_->goTo(static_cast<Stage>(i));
        });
    }
    coop->addSeparator();
    add(coop, "app.keepcoop", QKeySequence{"Ctrl+Shift+K"}, [this] { compare_->keep(), board_->say(tr_("compare.kept")); });
    add(coop, "app.compare", QKeySequence{"Ctrl+Shift+L"}, [this] { lineUp(!compare_->isVisible()); });
    add(coop, "app.onhand", QKeySequence{"Ctrl+Shift+H"}, [this] {
        if (answer_) onHand_->showAnswer(answer_);
        onHand_->show();
    });
    add(coop, "app.prices", QKeySequence{"Ctrl+Shift+B"}, [this] {
        if (answer_) prices_->showAnswer(answer_);
        prices_->show();
    });
    auto* help = menuBar()->addMenu(tr_("app.help"));
    add(help, "app.cautions", {}, [this] {
        QString text;
        for (const auto* c : {"local", "dig", "treated", "lift", "saw", "ladder", "metal", "paint", "dust", "heat", "disease"})
            text += tr_(std::string{"caution."} + c + ".1") + " " + tr_(std::string{"caution."} + c + ".2") + "\n";
        QMessageBox::information(this, tr_("app.cautions").remove('&'), text);
    });
    add(help, "app.about", QKeySequence::HelpContents, [this] { QMessageBox::about(this, "Oikostat", tr_("app.about.text")); });
}

void MainWindow::setNight(bool night) {
    wear(night);
    night_->setChecked(night);
    QSettings{}.setValue("night", night);
    restyle();
}

void MainWindow::restyle() {
    const auto& t = theme();
    QPalette p;
    p.setColor(QPalette::Window, t.panel), p.setColor(QPalette::WindowText, t.ink);
    p.setColor(QPalette::Base, t.leaf), p.setColor(QPalette::AlternateBase, t.panel), p.setColor(QPalette::Text, t.ink);
    p.setColor(QPalette::Button, t.panel), p.setColor(QPalette::ButtonText, t.ink), p.setColor(QPalette::Highlight, t.held),
        p.setColor(QPalette::HighlightedText, t.ink);
    p.setColor(QPalette::ToolTipBase, t.leaf), p.setColor(QPalette::ToolTipText, t.ink), p.setColor(QPalette::PlaceholderText, t.fine);
    p.setColor(QPalette::Disabled, QPalette::ButtonText, t.fine), p.setColor(QPalette::Disabled, QPalette::Text, t.fine),
        p.setColor(QPalette::Disabled, QPalette::WindowText, t.fine);
    QApplication::setPalette(p);
    for (const char* kind : {"", "QMenuBar", "QMenu", "QLabel", "QToolButton", "QPushButton", "QLineEdit", "QTreeView", "QListView",
                             "QHeaderView", "QMessageBox"})
        QApplication::setFont(inkFont(13), *kind ? kind : nullptr);
    const auto sheet = QString::fromUtf8(
        "QScrollArea, QScrollArea > QWidget > QWidget { background: %1; } #board { background: %1; } #leaf, #gauge\\.card { background: "
        "%2; border: 1px solid %3; }"
        "QToolButton:checked { background: %1; border: none; border-bottom: 2px solid %4; } QToolButton { border: none; padding: 3px 7px; "
        "color: %4; }"
        "QTreeWidget { border: none; background: %5; } QTreeWidget::item { height: 23px; } QHeaderView::section { background: %5; border: "
        "none; border-bottom: 1px solid %3; padding: 2px; color: %6; }"
        "QSplitter::handle { background: %3; } QSplitter::handle:horizontal { width: 2px; }"
        "QPushButton { background: %2; border: 1px solid %7; border-radius: 3px; padding: 3px 10px; color: %8; } QPushButton:focus { "
        "border: 2px solid %9; } QPushButton:disabled { color: %6; }"
        "#find\\.list::item { height: 24px; } #message\\.line { background: %10; }");
    setStyleSheet(sheet
                      .arg(t.paper.name(), t.leaf.name(), t.rule.name(), t.ink.name(), t.panel.name(), t.fine.name(), t.edge.name(),
                           t.hand.name(), t.focus.name())
                      .arg(t.slip.name()));
    board_->restyle(), bill_->restyle(), gauges_->restyle(), compare_->restyle();
    update();
}

void MainWindow::lineUp(bool on) {
    if (on == compare_->isVisible()) return;
    auto* across = findChild<QSplitter*>("across");
    const auto now = across->sizes();
    if (on) lined_ = now;
    board_->setVisible(!on), bill_->setVisible(!on), compare_->setVisible(on);
    across->setSizes(on ? QList<int>{now[0], 0, 0, now[1] + now[2]} : lined_);
    if (on)
        compare_->refresh(), compare_->setFocus();
    else
        board_->setFocus();
}

void MainWindow::changed() {
    Settled settled{document_.design()};
    words::setCurrency(settled.choice("prices.currency")), words::setTimber(settled.choice("frame.timber"));
    engine_.ask(document_.design());
    if (compare_->isVisible() && !document_.previewing()) compare_->refresh();
    setWindowTitle(document_.title() + "[*] – Oikostat");
}

void MainWindow::showAnswer(AnswerPtr answer) {
    // A late answer to an older design would make the board jump back.
    if (answer->design != document_.design() && !document_.previewing()) return;
    answer_ = std::move(answer);
    letter_->showAnswer(answer_), board_->showAnswer(answer_), bill_->showAnswer(answer_), gauges_->showAnswer(answer_);
    if (prices_->isVisible()) prices_->showAnswer(answer_);
    if (onHand_->isVisible()) onHand_->showAnswer(answer_);
}

std::vector<FindHit> MainWindow::things() {
    std::vector<FindHit> out;
    Settled settled{document_.kept()};
    for (const auto& slot : settled.slots()) {
        const auto* p = findParam(slot);
        const auto key = std::string{p->key};
        const auto also = qs(slot) + " " + (words::has("find." + key) ? tr_("find." + key) : QString{}) + " " + tr_("key." + key + ".help");
        out.push_back({tr_("stage." + std::string{name(p->stage)}), slotLabel(slot), shownValue(*p, settled.value(slot), document_.units()),
                       also, [this, slot] {
                           letter_->goTo(findParam(slot)->stage);
                           letter_->open(slot);
                       }});
    }
    for (auto* action : findChildren<QAction*>())
        if (!action->objectName().isEmpty() && action->isEnabled() && !action->objectName().startsWith("app.find"))
            out.push_back(
                {tr_("find.command"), action->text().remove('&'), action->shortcut().toString(), {}, [action] { action->trigger(); }});
    if (!answer_) return out;
    const auto show = [this](const PartIds& parts) {
        board_->choose(Board::picture);
        light(parts, slotsOf(*answer_, parts));
    };
    for (const auto& piece : answer_->takeoff->pieces) {
        PartIds parts;
        for (const auto i : piece.parts) parts.insert(answer_->model->parts[i].id);
        out.push_back({tr_("find.piece"), qs(piece.mark), tr_("part." + piece.role) + ", " + tr_("stock." + piece.stock),
                       tr_("part." + piece.role), [show, parts] { show(parts); }});
    }
    for (const auto& line : answer_->bill.lines) {
        PartIds parts;
        for (const auto i : line.parts) parts.insert(answer_->model->parts[i].id);
        out.push_back({tr_("find.line"), tr_("item." + line.item), line.amount ? tr_("measure", {*line.amount}) : tr_("noprice"),
                       qs(line.item), [show, parts] { show(parts); }});
    }
    return out;
}

void MainWindow::showHistory() {
    auto* history = new QUndoView{document_.undo(), this};
    history->setWindowFlag(Qt::Popup);
    history->setAttribute(Qt::WA_DeleteOnClose);
    history->setObjectName("history");
    history->setAccessibleName(tr_("app.history").remove('&'));
    history->setEmptyLabel(tr_("history.opened"));
    history->resize(360, 300);
    history->move(mapToGlobal(QPoint{width() / 2 - 180, 60}));
    history->show();
}

void MainWindow::light(const PartIds& parts, const std::vector<std::string>& words) {
    board_->light(parts), bill_->light(parts), letter_->light(words);
}

void MainWindow::point(const QString& part) {
    const auto id = part.toStdString();
    if (!answer_ || id.empty()) return light({}, {});
    light(togetherWith(*answer_, id), slotsOf(*answer_, {id}));
    if (const auto* p = answer_->model->find(id)) {
        const auto at = static_cast<std::size_t>(p - answer_->model->parts.data());
        const auto& mark = answer_->takeoff->marks[at];
        board_->say((mark.empty() ? QString{} : qs(mark) + "  ") + tr_("part." + p->role) +
                    (p->thing() ? QString{} : ", " + tr_("stock." + p->stock)) + ", " +
                    qs(writeLength(mm(p->extent(p->along)), document_.units())) +
                    (p->existing && board_->view() != Board::picture ? ", " + tr_("board.old") : QString{}));
    }
}

void MainWindow::tell(const QString& text, bool wrong) {
    while (auto* item = messageButtons_->layout()->takeAt(0)) item->widget()->deleteLater(), delete item;
    message_->setText(text);
    messageLine_->show();
    message_->setAccessibleName((wrong ? tr_("state.fail") + ": " : QString{}) + text);
}

bool MainWindow::open(const QString& path) {
    const auto loaded = loadDesign(path.toStdString());
    if (!loaded) {
        tell(qs(loaded.error().where) + ": " + qs(words::say(loaded.error(), document_.units())), true);
        return false;
    }
    document_.start(loaded.value().design, path);
    messageLine_->hide();
    note(path);
    if (!loaded.value().differs.empty()) tell(tr_("app.differs", {static_cast<std::int64_t>(loaded.value().differs.size())}), false);
    return true;
}

bool MainWindow::saveTo(const QString& path) {
    const auto done = document_.save(path);
    if (!done) return tell(qs(words::say(done.error(), document_.units())), true), false;
    note(path);
    board_->say(tr_("app.saved", {QFileInfo{path}.fileName().toStdString()}));
    return true;
}

void MainWindow::note(const QString& path) {
    QSettings settings;
    auto list = settings.value("recent").toStringList();
    const auto full = QFileInfo{path}.absoluteFilePath();
    list.removeAll(full), list.prepend(full);
    settings.setValue("recent", QStringList{list.mid(0, 10)});
}

void MainWindow::fillRecent() {
    recent_->clear();
    const auto list = QSettings{}.value("recent").toStringList();
    for (const auto& path : list)
        connect(recent_->addAction(QFileInfo{path}.fileName()), &QAction::triggered, this, [this, path] {
            if (mayClose()) open(path);
        });
    if (list.isEmpty()) recent_->addAction(tr_("app.norecent"))->setEnabled(false);
}

bool MainWindow::mayClose() {
    if (!document_.modified()) return true;
    QMessageBox box{this};
    box.setObjectName("keep");
    box.setText(tr_("app.keep", {document_.title().toStdString()}));
    auto* saveButton = box.addButton(tr_("app.keep.save"), QMessageBox::AcceptRole);
    auto* drop = box.addButton(tr_("app.keep.drop"), QMessageBox::DestructiveRole);
    auto* back = box.addButton(tr_("app.keep.back"), QMessageBox::RejectRole);
    box.setEscapeButton(back);
    box.exec();
    if (box.clickedButton() == saveButton) return save();
    if (box.clickedButton() == drop) return document_.dropRecovery(), true;
    return false;
}

void MainWindow::closeEvent(QCloseEvent* event) { mayClose() ? event->accept() : event->ignore(); }

void MainWindow::askOpen() {
    if (!mayClose()) return;
    const auto path = QFileDialog::getOpenFileName(this, {}, {}, tr_("app.design"));
    if (!path.isEmpty()) open(path);
}
bool MainWindow::save() { return document_.path().isEmpty() ? saveAs() : saveTo(document_.path()); }
bool MainWindow::saveAs() {
    auto path = QFileDialog::getSaveFileName(this, {}, document_.title() + ".oikostat", tr_("app.design"));
    if (path.isEmpty()) return false;
    if (!path.endsWith(".oikostat")) path += ".oikostat";
    return saveTo(path);
}

void MainWindow::startPreset(const char* name) {
    const auto design = presetDesign(name);
    if (!design) return tell(qs(words::say(design.error(), document_.units())), true);
    document_.start(design.value(), {});
    messageLine_->hide();
}

void MainWindow::askExport() {
    QStringList filters;
    for (const auto kind : exportKinds())
        for (const auto format : exportFormats(kind))
            filters << QString{"%1 (*.%2)"}.arg(QString::fromUtf8(kind.data(), static_cast<qsizetype>(kind.size())),
                                                QString::fromUtf8(format.data(), static_cast<qsizetype>(format.size())));
    // Plans as PDF stand first: it is what most come for.
    filters.prepend("plans (*.pdf)");
    filters.removeDuplicates();
    QString chosen;
    auto path = QFileDialog::getSaveFileName(this, {}, document_.title() + ".pdf", filters.join(";;"), &chosen);
    if (path.isEmpty()) return;
    const auto what = chosen.section(' ', 0, 0), extension = chosen.section("*.", 1).chopped(1);
    if (QFileInfo{path}.suffix().isEmpty()) path += "." + extension;
    exportTo(what, path);
}

bool MainWindow::exportTo(const QString& what, const QString& path) {
    Memory memory;
    const auto a = answer_ && answer_->design == document_.kept() ? answer_ : oiko::answer(document_.kept(), memory);
    const auto kind = what.toStdString(), format = QFileInfo{path}.suffix().toStdString(), file = path.toStdString();
    const auto formats = exportFormats(kind);
    if (std::ranges::find(formats, format) == formats.end()) {
        std::string list;
        for (const auto f : formats) list += (list.empty() ? "." : ", .") + std::string{f};
        return tell(tr_("cli.format", {kind, format}) + "; " + tr_("cli.format.todo", {list}), true), false;
    }
    const Words say = [units = document_.units()](const Say& s) { return words::say(s, units); };
    Done done = std::monostate{};
    if (kind == "plans") {
        const auto set = planSet(*a->model, *a->settled, *a->takeoff, *a->cuts, a->bill, *a->steps);
        done = format == "pdf" ? writePdf(set, file) : format == "svg" ? writeSvg(set, file) : writeDxf(set, say, file);
    } else {
        const auto bytes = exportBytes(*a, kind, format, say);
        done = bytes ? writeFile(file, bytes.value()) : Done{bytes.error()};
    }
    if (!done) return tell(qs(words::say(done.error(), document_.units())), true), false;
    board_->say(tr_("app.exported", {QFileInfo{path}.fileName().toStdString()}));
    return true;
}

void MainWindow::print() {
    if (!answer_) return;
    const auto set = planSet(*answer_->model, *answer_->settled, *answer_->takeoff, *answer_->cuts, answer_->bill, *answer_->steps);
    QPrinter printer{QPrinter::HighResolution};
    const auto& first = set.pages.front();
    printer.setPageLayout(
        QPageLayout{QPageSize{QSizeF{first.height, first.width}, QPageSize::Millimeter}, QPageLayout::Landscape, QMarginsF{0, 0, 0, 0}});
    printer.setFullPage(true);
    QPrintDialog dialog{&printer, this};
    if (dialog.exec() != QDialog::Accepted) return;
    QPainter painter{&printer};
    for (std::size_t i = 0; i < set.pages.size(); ++i) {
        if (i > 0) printer.newPage();
        paint(painter, set.pages[i], i + 1, set.pages.size(), set, printer.resolution() / 25.4, printTheme());
    }
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}
void MainWindow::dropEvent(QDropEvent* event) {
    const auto path = event->mimeData()->urls().value(0).toLocalFile();
    if (!path.isEmpty() && mayClose()) open(path);
}

void MainWindow::offerRecovery() {
    const auto path = Document::recoveryPath();
    if (!QFileInfo::exists(path)) return;
    tell(tr_("app.recover", {QFileInfo{path}.lastModified().toString("HH:mm").toStdString()}), false);
    auto* take = new QPushButton{tr_("app.recover.take")};
    auto* drop = new QPushButton{tr_("app.recover.drop")};
    take->setObjectName("recover.take"), drop->setObjectName("recover.drop");
    connect(take, &QPushButton::clicked, this, [this, path] {
        const auto loaded = loadDesign(path.toStdString());
        messageLine_->hide();
        if (!loaded) return tell(qs(words::say(loaded.error(), document_.units())), true);
        document_.start(loaded.value().design, {});
        document_.undo()->resetClean();
    });
    connect(drop, &QPushButton::clicked, this, [this] { document_.dropRecovery(), messageLine_->hide(); });
    messageButtons_->layout()->addWidget(take), messageButtons_->layout()->addWidget(drop);
}

}  // namespace oiko
