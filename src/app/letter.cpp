#include "app/letter.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QScrollBar>
#include <QTimer>
#include <QVBoxLayout>

#include "app/leaf.h"
#include "app/wording.h"
#include "core/answer/measures.h"

namespace oiko {
namespace {

constexpr int kLine = 26;
QFont letterFont(bool bold = false) { return inkFont(15, bold); }

/// The stage that a finding belongs to, for its notch.
std::string stageOf(const std::string& gauge) {
    static const std::map<std::string, std::string> stages{
        {"room", "form"},          {"run", "run"},       {"roost", "inside"}, {"nests", "inside"}, {"summerair", "openings"},
        {"winterair", "openings"}, {"headroom", "form"}, {"weight", "build"}, {"waste", "cut"},    {"budget", "buy"},
        {"others", "form"}};
    const auto at = stages.find(gauge);
    return at == stages.end() ? "form" : at->second;
}

}  // namespace

ValueWord::ValueWord(std::string slot, QWidget* parent) : QWidget{parent}, slot_{std::move(slot)} {
    setObjectName(qs(slot_));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
}

void ValueWord::show(const QString& text, bool set) {
    text_ = text, set_ = set;
    const auto* p = findParam(slot_);
    setAccessibleName(slotLabel(slot_) + ", " + text + ", " + tr_(set ? "leaf.set" : "leaf.follows"));
    setToolTip(tr_("key." + std::string{p->key} + ".help"));
    resize(sizeHint());
    update();
}

QSize ValueWord::sizeHint() const { return {QFontMetrics{letterFont(set_)}.horizontalAdvance(text_) + 4, kLine}; }

void ValueWord::paintEvent(QPaintEvent*) {
    QPainter p{this};
    p.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    if (underMouse() || lit_) p.fillRect(rect().adjusted(0, 1, 0, -1), t.pointed);
    p.setFont(letterFont(set_));
    p.setPen(t.hand);
    p.drawText(QRect{2, 0, width() - 4, kLine - 6}, Qt::AlignLeft | Qt::AlignVCenter, text_);
    const double y = kLine - 5.5;
    if (set_) {
        // Nailed at both ends.
        p.setPen(QPen{t.hand, 2});
        p.drawLine(QPointF{3, y}, QPointF{width() - 3.0, y});
        p.setPen(Qt::NoPen), p.setBrush(t.hand);
        p.drawEllipse(QPointF{3, y}, 2.5, 2.5), p.drawEllipse(QPointF{width() - 3.0, y}, 2.5, 2.5);
    } else {
        p.setPen(QPen{t.hand, 1, Qt::DotLine});
        p.drawLine(QPointF{6, y}, QPointF{width() - 6.0, y});
        p.setPen(QPen{t.hand, 1}), p.setBrush(Qt::NoBrush);
        p.drawEllipse(QPointF{3, y}, 2, 2), p.drawEllipse(QPointF{width() - 3.0, y}, 2, 2);
    }
    if (hasFocus()) p.setPen(QPen{t.focus, 2}), p.setBrush(Qt::NoBrush), p.drawRect(rect().adjusted(1, 1, -1, -1));
}

void ValueWord::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton && rect().contains(event->pos())) setFocus(), Q_EMIT opened({});
}
void ValueWord::enterEvent(QEnterEvent*) { Q_EMIT pointed(true); }
void ValueWord::leaveEvent(QEvent*) { Q_EMIT pointed(false); }
void ValueWord::light(bool on) {
    if (lit_ != on) lit_ = on, update();
}

void ValueWord::keyPressEvent(QKeyEvent* event) {
    const auto text = event->text();
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter || event->key() == Qt::Key_Space || event->key() == Qt::Key_F2)
        Q_EMIT opened({});
    else if (event->key() == Qt::Key_Backspace)
        Q_EMIT givenBack();
    else if (!text.isEmpty() && text[0].isPrint() && !(event->modifiers() & (Qt::ControlModifier | Qt::AltModifier)))
        Q_EMIT opened(text);
    else
        QWidget::keyPressEvent(event);
}

void ParagraphView::setMeasures(const std::map<QString, QString>& measures) {
    measures_ = measures;
    flow();
}

void ParagraphView::flow() {
    place(width(), true);
    updateGeometry();
    update();
}

int ParagraphView::heightForWidth(int width) const { return const_cast<ParagraphView*>(this)->place(width, false); }

int ParagraphView::place(int width, bool really) const {
    const QFontMetrics plain{letterFont()}, heavy{letterFont(true)};
    const int space = plain.horizontalAdvance(' ');
    int x = 0, y = 0;
    if (really) laid_.clear();
    // A word that clings to the one before it (no space between) goes to the next line with it.
    for (std::size_t i = 0; i < tokens.size();) {
        std::size_t end = i + 1;
        while (end < tokens.size() && !tokens[end].spaceBefore) ++end;
        struct Bit {
            QString text;
            int w;
        };
        std::vector<std::vector<Bit>> parts;
        int whole = 0;
        for (std::size_t k = i; k < end; ++k) {
            const auto& t = tokens[k];
            std::vector<Bit> bits;
            if (t.value)
                bits.push_back({{}, t.value->sizeHint().width()});
            else {
                const auto text = t.measure.isEmpty() ? t.text : measures_.contains(t.measure) ? measures_.at(t.measure) : QString{"…"};
                for (const auto& piece : text.split(' ', Qt::SkipEmptyParts))
                    bits.push_back({piece, (t.bold ? heavy : plain).horizontalAdvance(piece)});
            }
            for (const auto& bit : bits) whole += bit.w;
            parts.push_back(std::move(bits));
        }
        const bool unbroken = std::ranges::all_of(parts, [](const auto& b) { return b.size() <= 1; });
        if (x > 0) x += tokens[i].spaceBefore ? space : 0;
        if (unbroken && x > 0 && x + whole > width) x = 0, y += kLine;
        for (std::size_t k = i; k < end; ++k) {
            const auto& t = tokens[k];
            bool first = true;
            for (const auto& bit : parts[k - i]) {
                if (!first) x += space;
                if (x > 0 && x + bit.w > width && (!first || k == i)) x = 0, y += kLine;
                first = false;
                if (t.value) {
                    if (really) t.value->move(x, y), t.value->resize(t.value->sizeHint());
                } else if (really) {
                    laid_.push_back({{x, y}, bit.text, t.bold, !t.measure.isEmpty()});
                }
                x += bit.w;
            }
        }
        i = end;
    }
    return y + kLine;
}

void ParagraphView::paintEvent(QPaintEvent*) {
    QPainter p{this};
    const auto& t = theme();
    for (const auto& l : laid_) {
        p.setFont(letterFont(l.bold));
        p.setPen(l.measured ? t.ink : t.ink);
        const int w = QFontMetrics{p.font()}.horizontalAdvance(l.text);
        p.drawText(QRect{l.at, QSize{w + 4, kLine - 6}}, Qt::AlignLeft | Qt::AlignVCenter, l.text);
    }
}

void ParagraphView::resizeEvent(QResizeEvent*) { place(width(), true); }

QString ParagraphView::spoken() const {
    QString s;
    for (const auto& t : tokens) {
        if (t.spaceBefore && !s.isEmpty()) s += ' ';
        s += t.value ? t.value->text() : t.measure.isEmpty() ? t.text : measures_.contains(t.measure) ? measures_.at(t.measure) : QString{};
    }
    return s.simplified();
}

StageTab::StageTab(std::string stage, QWidget* parent) : QWidget{parent}, stage_{std::move(stage)} {
    setObjectName("notch." + qs(stage_));
    setAccessibleName(tr_("stage." + stage_));
    setFixedSize(80, 36);
    setFocusPolicy(Qt::TabFocus);
    setCursor(Qt::PointingHandCursor);
}
void StageTab::setState(std::optional<State> state) {
    state_ = state;
    setAccessibleName(tr_("stage." + stage_) + (state ? ", " + tr_("state." + std::string{name(*state)}) : QString{}));
    update();
}
void StageTab::paintEvent(QPaintEvent*) {
    QPainter p{this};
    p.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    // Half-round, cut into the paper's edge.
    p.setPen(QPen{t.rule, 1}), p.setBrush(underMouse() || hasFocus() ? t.pointed : t.panel);
    p.drawEllipse(QRectF{-70, 2, 148, 32});
    p.setFont(inkFont(12));
    p.setPen(t.ink);
    p.drawText(QRect{4, 0, 50, 36}, Qt::AlignLeft | Qt::AlignVCenter, tr_("stage." + stage_));
    if (state_ && *state_ != State::pass) paintMark(p, QRectF{59, 11, 14, 14}, state_, stateColor(t, state_));
}
void StageTab::mouseReleaseEvent(QMouseEvent*) { Q_EMIT chosen(); }
void StageTab::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Space)
        Q_EMIT chosen();
    else
        QWidget::keyPressEvent(event);
}

Letter::Letter(Document& document, Engine& engine, QWidget* parent) : QWidget{parent}, document_{document}, engine_{engine} {
    setObjectName("letter");
    auto* row = new QHBoxLayout{this};
    row->setContentsMargins(0, 0, 0, 0), row->setSpacing(0);
    thumb_ = new QWidget;
    auto* column = new QVBoxLayout{thumb_};
    column->setContentsMargins(0, 8, 0, 8), column->setSpacing(4);
    for (int i = 0; i < 12; ++i) {
        const std::string stage{name(static_cast<Stage>(i))};
        auto* notch = new StageTab{stage, thumb_};
        connect(notch, &StageTab::chosen, this, [this, i] { goTo(static_cast<Stage>(i)); });
        column->addWidget(notch);
        notches_[stage] = notch;
        if (i == 7) column->addSpacing(10);
    }
    column->addStretch();
    row->addWidget(thumb_);
    scroll_ = new QScrollArea;
    scroll_->setWidgetResizable(true);
    scroll_->setFrameShape(QFrame::NoFrame);
    scroll_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll_->setFocusPolicy(Qt::NoFocus);
    row->addWidget(scroll_, 1);
    connect(&document_, &Document::changed, this, &Letter::refresh);
    rebuild();
}

QWidget* Letter::heading(const std::string& stage) {
    auto* line = new QWidget;
    auto* row = new QHBoxLayout{line};
    row->setContentsMargins(0, 14, 0, 0);
    auto* label = new QLabel{tr_("stage." + stage).toUpper()};
    label->setFont(inkFont(12, true));
    row->addWidget(label);
    row->addStretch();
    heads_[stage] = line;
    return line;
}

void Letter::parse(ParagraphView* view, const words::Paragraph& paragraph, int row, Settled& settled) {
    auto text = paragraph.text;
    if (row > 0)
        for (std::size_t at = 0; (at = text.find(".*.", at)) != std::string::npos;) text.replace(at, 3, "." + std::to_string(row) + ".");
    bool space = false;
    std::string plain;
    const auto flush = [&] {
        if (plain.empty()) return;
        const auto words = qs(plain);
        const auto pieces = words.split(' ', Qt::SkipEmptyParts);
        bool first = true;
        for (const auto& piece : pieces) {
            view->tokens.push_back({piece, nullptr, {}, first ? space || words.startsWith(' ') : true, false});
            first = false;
        }
        space = words.endsWith(' ');
        plain.clear();
    };
    for (std::size_t i = 0; i < text.size();) {
        if (text.compare(i, 2, "{?") == 0) {
            const auto close = text.find('}', i), end = text.find("{/}", i);
            const auto key = text.substr(i + 2, close - i - 2);
            text.erase(end, 3);
            if (settled.applies(key))
                text.erase(i, close + 1 - i);
            else
                text.erase(i, end - i);
        } else if (text[i] == '{') {
            flush();
            const auto close = text.find('}', i);
            const auto slot = text.substr(i + 1, close - i - 1);
            auto* word = new ValueWord{slot, view};
            connect(word, &ValueWord::pointed, this, [this, slot](bool on) { Q_EMIT pointed(on ? qs(slot) : QString{}); });
            connect(word, &ValueWord::opened, this, [this, slot](const QString& typed) { open(slot, typed); });
            connect(word, &ValueWord::givenBack, this, [this, slot] {
                if (document_.kept().isSet(slot))
                    static_cast<void>(document_.edit({{slot, ""}}, tr_("undo.giveback", {slotLabel(slot).toStdString()})));
            });
            words_[slot] = word;
            view->tokens.push_back({{}, word, {}, space, false});
            space = false;
            i = close + 1;
        } else if (text[i] == '[') {
            flush();
            const auto close = text.find(']', i);
            view->tokens.push_back({{}, nullptr, qs(text.substr(i + 1, close - i - 1)), space, true});
            space = false;
            i = close + 1;
        } else if (text.compare(i, std::string_view{"⟨row⟩"}.size(), "⟨row⟩") == 0) {
            flush();
            view->tokens.push_back({tr_("row." + paragraph.list, {static_cast<std::int64_t>(row)}), nullptr, {}, space, true});
            space = false;
            i += std::string_view{"⟨row⟩"}.size();
        } else {
            plain += text[i++];
        }
    }
    flush();
}

void Letter::rebuild() {
    const int at = scroll_->verticalScrollBar()->value();
    const auto focused = focusWidget() ? focusWidget()->objectName().toStdString() : std::string{};
    words_.clear(), paragraphs_.clear(), heads_.clear();
    Settled settled{document_.design()};
    shape_ = settled.slots();
    auto* sheet = new QWidget;
    auto* column = new QVBoxLayout{sheet};
    column->setContentsMargins(10, 4, 14, 20), column->setSpacing(6);
    std::string stage;
    const auto addButtons = [&](const std::string& of) {
        if (of != "form" && of != "openings" && of != "run") return;
        auto* line = new QWidget;
        auto* buttons = new QGridLayout{line};
        buttons->setContentsMargins(0, 0, 0, 0);
        int n = 0;
        for (const auto list : listNames()) {
            if (of != (list == "runs" ? "run" : list == "partitions" || list == "things" ? "form" : "openings")) continue;
            if (static_cast<int>(document_.design().rows(list).size()) >= mostRows(list)) continue;
            const std::string name{list};
            auto* add = new QPushButton{"+ " + tr_("row." + name, {std::string{}}).trimmed().toLower()};
            add->setObjectName("add." + qs(name));
            add->setToolTip(tr_("app.addrow", {words::text("row." + name).substr(0, words::text("row." + name).find(" {"))}));
            connect(add, &QPushButton::clicked, this, [this, name, add] {
                const int row = document_.kept().nextRow(name);
                const auto key = slotKey(name, row, placeField(name));
                // The row's place follows its rule; a side that is tried first only makes the row be there.
                std::string side;
                for (const auto* each : {"front", "right", "back", "left"})
                    if (side = each; document_.kept().with({{key, side}})) break;
                const auto done = document_.edit({{key, side}},
                                                 tr_("undo.row.add", {tr_("row." + name, {static_cast<std::int64_t>(row)}).toStdString()}));
                if (done) return;
                add->setToolTip(qs(words::say(done.error(), document_.units())));
                add->setText(qs(words::say(done.error().what, document_.units())).left(60));
            });
            buttons->addWidget(add, n / 2, n % 2);
            ++n;
        }
        column->addWidget(line);
    };
    for (const auto& paragraph : words::letter()) {
        if (paragraph.stage != stage) {
            addButtons(stage);
            stage = paragraph.stage;
            column->addWidget(heading(stage));
        }
        std::vector<int> rows{0};
        if (!paragraph.list.empty()) rows = document_.design().rows(paragraph.list);
        for (const int row : rows) {
            auto* view = new ParagraphView;
            parse(view, paragraph, row, settled);
            paragraphs_.push_back(view);
            QSizePolicy policy{QSizePolicy::Preferred, QSizePolicy::Preferred};
            policy.setHeightForWidth(true);
            view->setSizePolicy(policy);
            if (row == 0) {
                column->addWidget(view);
                continue;
            }
            auto* line = new QWidget;
            auto* both = new QHBoxLayout{line};
            both->setContentsMargins(0, 0, 0, 0), both->setSpacing(4);
            both->addWidget(view, 1);
            auto* away = new QPushButton{"−"};
            const auto key = paragraph.list + "." + std::to_string(row);
            away->setObjectName("remove." + qs(key));
            away->setFixedSize(22, 22), away->setStyleSheet("padding: 0");
            const auto rowName = tr_("row." + paragraph.list, {static_cast<std::int64_t>(row)});
            away->setToolTip(tr_("app.take.away") + " " + rowName), away->setAccessibleName(away->toolTip());
            connect(away, &QPushButton::clicked, this, [this, key, rowName] {
                static_cast<void>(document_.edit({{key, ""}}, tr_("undo.row.remove", {rowName.toStdString()})));
            });
            both->addWidget(away, 0, Qt::AlignTop);
            column->addWidget(line);
        }
    }
    addButtons(stage);
    column->addStretch();
    sheet_ = sheet;
    scroll_->setWidget(sheet);
    scroll_->verticalScrollBar()->setValue(at);
    refresh();
    if (words_.contains(focused)) words_[focused]->setFocus();
    QTimer::singleShot(0, this, [this, at] { scroll_->verticalScrollBar()->setValue(at); });
}

void Letter::refresh() {
    Settled settled{document_.design()};
    if (settled.slots() != shape_) {
        // Not while a value's own event is running: its word would vanish under it.
        shape_ = settled.slots();
        QTimer::singleShot(0, this, [this] { rebuild(); });
        return;
    }
    for (const auto& [slot, word] : words_)
        word->show(shownValue(*findParam(slot), settled.value(slot), document_.units()), document_.design().isSet(slot));
    for (auto* p : paragraphs_) p->flow(), p->setAccessibleName(p->spoken());
}

void Letter::showAnswer(AnswerPtr answer) {
    answer_ = std::move(answer);
    std::map<QString, QString> texts;
    for (const auto& [id, m] : measures(*answer_)) texts[qs(id)] = qs(words::say(m, answer_->design.units()));
    for (auto* p : paragraphs_) p->setMeasures(texts), p->setAccessibleName(p->spoken());
    std::map<std::string, State> worst;
    for (const auto& f : answer_->findings) {
        auto& w = worst[stageOf(f.gauge)];
        w = std::max(w, f.state);
    }
    for (const auto& [stage, notch] : notches_) notch->setState(worst.contains(stage) ? std::optional{worst[stage]} : std::nullopt);
}

void Letter::light(const std::vector<std::string>& lit) {
    for (const auto& [slot, word] : words_) word->light(std::ranges::find(lit, slot) != lit.end());
}

ValueWord* Letter::word(const std::string& slot) const {
    const auto at = words_.find(slot);
    return at == words_.end() ? nullptr : at->second;
}

void Letter::open(const std::string& slot, const QString& typed) {
    auto* w = word(slot);
    if (!w) return;
    scroll_->ensureWidgetVisible(w);
    openAt(slot, w->mapToGlobal(QPoint{0, w->height() + 2}), typed);
}

void Letter::openAt(const std::string& slot, QPoint global, const QString& typed) {
    auto* leaf = new Leaf{document_, engine_, answer_, slot, window()};
    leaf->setPalette(palette());
    if (!typed.isEmpty()) leaf->type(typed);
    leaf->adjustSize();
    // Kept within the window, and never over the value itself.
    const auto inside = window()->mapToGlobal(QPoint{window()->width(), window()->height()});
    auto at = global;
    at.setX(std::min(at.x(), inside.x() - leaf->width() - 8));
    if (at.y() + leaf->height() > inside.y())
        at.setY(std::max(window()->mapToGlobal(QPoint{0, 0}).y(), global.y() - leaf->height() - kLine - 6));
    leaf->move(at);
    leaf->show();
    leaf->setFocus();
}

void Letter::goTo(Stage stage) {
    const auto at = heads_.find(std::string{name(stage)});
    if (at != heads_.end()) scroll_->verticalScrollBar()->setValue(at->second->y());
}

}  // namespace oiko
