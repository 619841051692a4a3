#include "app/compare.h"

#include <cmath>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QShortcut>
#include <QVBoxLayout>

#include "app/wording.h"
#include "core/design/layout.h"
#include "core/drawing/views.h"
#include "render/paint.h"
#include "render/picture.h"

namespace oiko {
namespace {
constexpr int kColumn = 224, kLabels = 128, kRow = 26;

QPushButton* button(const QString& text, const QString& name) {
    auto* b = new QPushButton{text};
    b->setObjectName(name);
    return b;
}

QLabel* lettered(const QString& text, bool bold = false) {
    auto* label = new QLabel{text};
    label->setFont(inkFont(13, bold));
    label->setTextFormat(Qt::PlainText);
    label->setWordWrap(true);
    return label;
}
}  // namespace

CompareCell::CompareCell(QString value, QString difference, double change, double scale, QWidget* parent)
    : QWidget{parent},
      value_{std::move(value)},
      difference_{std::move(difference)},
      bar_{scale > 0 ? std::clamp(change / scale, -1.0, 1.0) : 0} {
    setFixedHeight(kRow);
    setAccessibleName(difference_.isEmpty() ? value_ : value_ + ", " + difference_);
}

void CompareCell::paintEvent(QPaintEvent*) {
    QPainter p{this};
    const auto& t = theme();
    const double value = width() * 0.44, difference = width() * 0.36, bar = width() - value - difference - 8;
    p.setFont(inkFont(13)), p.setPen(t.ink);
    p.drawText(QRectF{0, 0, value - 8, height() * 1.0}, Qt::AlignRight | Qt::AlignVCenter, value_);
    const bool same = difference_ == tr_("leaf.same");
    p.setPen(same ? t.fine : t.ink), p.setFont(inkFont(same ? 12 : 13, !same));
    p.drawText(QRectF{value, 0, difference - 8, height() * 1.0}, Qt::AlignRight | Qt::AlignVCenter, difference_);
    if (!difference_.isEmpty()) {
        // Less to the left of the notch, more to the right; all rows and columns on one scale.
        const double mid = value + difference + bar / 2, y = height() / 2.0;
        p.setPen(QPen{t.edge, 1});
        p.drawLine(QPointF{mid, y - 6}, QPointF{mid, y + 6});
        p.fillRect(QRectF{mid, y - 3, bar_ * bar / 2, 6}.normalized(), t.hand);
    }
    p.setPen(QPen{t.rule, 1});
    p.drawLine(QPointF{0, height() - 0.5}, QPointF{width() - 8.0, height() - 0.5});
}

void OverlayView::show(Drawing now, Drawing other, Units units) {
    now_ = std::move(now), other_ = std::move(other), units_ = units;
    update();
}

void OverlayView::paintEvent(QPaintEvent*) {
    const auto& t = theme();
    // Each is drawn with paper for its fills, so that what is behind stays behind; then the two sheets are held against the light.
    const double around = 24;
    Vec2 low{std::min(now_.low.x, other_.low.x), std::min(now_.low.y, other_.low.y)},
        high{std::max(now_.high.x, other_.high.x), std::max(now_.high.y, other_.high.y)};
    if (low.x > high.x) return;
    Sight s;
    s.perModelMm =
        std::min((width() - 2 * around) / std::max(1.0, high.x - low.x), (height() - 2 * around) / std::max(1.0, high.y - low.y));
    s.perPaperMm = 4.2, s.units = units_;
    s.origin = QRectF{rect()}.center() + QPointF{-(low.x + high.x) / 2, (low.y + high.y) / 2} * s.perModelMm;
    const auto sheet = [&](const Drawing& drawing, QColor ink) {
        Theme one = t;
        one.ink = one.fine = one.hatch = ink;
        one.wood = one.sheet = one.treated = one.metal = one.ground = one.cutFace = one.glass = one.mesh = t.paper;
        QImage image{size(), QImage::Format_ARGB32_Premultiplied};
        image.fill(t.paper);
        auto bare = drawing;
        bare.labels.clear(), bare.dimensions.clear();
        s.theme = &one;
        QPainter p{&image};
        paint(p, bare, s);
        return image;
    };
    QPainter p{this};
    p.drawImage(0, 0, sheet(now_, t.ink));
    p.setCompositionMode(t.dark ? QPainter::CompositionMode_Lighten : QPainter::CompositionMode_Darken);
    p.drawImage(0, 0, sheet(other_, t.hand));
}

Compare::Compare(Document& document, Engine& engine, QWidget* parent) : QWidget{parent}, document_{document}, engine_{engine} {
    setObjectName("compare");
    auto* column = new QVBoxLayout{this};
    column->setContentsMargins(12, 8, 12, 8), column->setSpacing(6);
    auto* top = new QHBoxLayout;
    auto* title = new QLabel{tr_("compare.title")};
    title->setFont(inkFont(18, true));
    auto* keepThis = button(tr_("compare.keep"), "compare.keep");
    auto* back = button(tr_("compare.back"), "compare.back");
    connect(keepThis, &QPushButton::clicked, this, &Compare::keep);
    connect(back, &QPushButton::clicked, this, &Compare::closed);
    top->addWidget(title), top->addStretch(), top->addWidget(keepThis), top->addWidget(back);
    column->addLayout(top);
    stack_ = new QStackedWidget;
    figures_ = new QScrollArea;
    figures_->setWidgetResizable(true);
    figures_->setFrameShape(QFrame::NoFrame);
    auto* over = new QWidget;
    auto* overColumn = new QVBoxLayout{over};
    overColumn->setContentsMargins(0, 0, 0, 0);
    auto* picks = new QHBoxLayout;
    overTitle_ = lettered({});
    picks->addWidget(overTitle_, 1);
    std::vector<std::string> views{"floor"};
    for (const auto side : kSides) views.emplace_back(side);
    for (const auto& view : views) {
        auto* pick = button(tr_(view == "floor" ? "board.floor" : "side." + view), "over." + qs(view));
        connect(pick, &QPushButton::clicked, this, [this, view] { layOver(over_, view); });
        picks->addWidget(pick);
    }
    auto* done = button(tr_("compare.figures"), "compare.figures");
    connect(done, &QPushButton::clicked, this, [this] { stack_->setCurrentIndex(0); });
    picks->addWidget(done);
    overlay_ = new OverlayView;
    overlay_->setObjectName("compare.overlay");
    overColumn->addLayout(picks), overColumn->addWidget(overlay_, 1);
    stack_->addWidget(figures_), stack_->addWidget(over);
    column->addWidget(stack_, 1);
    auto* escape = new QShortcut{Qt::Key_Escape, this};
    escape->setContext(Qt::WidgetWithChildrenShortcut);
    connect(escape, &QShortcut::activated, this, [this] { stack_->currentIndex() == 1 ? stack_->setCurrentIndex(0) : Q_EMIT closed(); });
    connect(&engine_, &Engine::coop, this, &Compare::arrived, Qt::QueuedConnection);
}

void Compare::keep() {
    int n = 1;
    const auto& kept = document_.kept().alternatives;
    const auto name = [&] { return tr_("compare.name", {std::int64_t{n}}).toStdString(); };
    while (std::ranges::find(kept, name(), &Alternative::name) != kept.end()) ++n;
    if (const auto done = document_.keep(name()); !done) Q_EMIT refused(qs(words::say(done.error(), document_.units())));
}

void Compare::refresh() {
    const auto& now = document_.kept();
    std::vector<Design> wanted{now};
    for (const auto& a : now.alternatives) wanted.push_back(now.taking(a));
    for (auto& d : wanted) d.alternatives.clear();  // what else is kept changes no figure
    std::vector<Column> columns;
    bool unknown = false;
    for (auto& d : wanted) {
        const auto known = std::ranges::find(columns_, d, &Column::design);
        columns.push_back(known != columns_.end() ? *known : Column{std::move(d), 0, {}, {}});
        unknown |= !columns.back().proven;
    }
    columns_ = std::move(columns);
    if (unknown) {
        engine_.dropCoops();
        for (auto& c : columns_)
            if (!c.proven) c.ticket = engine_.askCoop(c.design);
    }
    build();
}

void Compare::arrived(int ticket, AnswerPtr answer, bool proven) {
    for (auto& c : columns_)
        if (c.ticket == ticket) {
            (proven ? c.proven : c.good) = answer;
            if (!proven) c.proven.reset();
            build();
        }
}

bool Compare::complete() const {
    return std::ranges::all_of(columns_, [](const Column& c) { return c.proven != nullptr; });
}

QWidget* Compare::head(std::size_t i) {
    auto* box = new QWidget;
    auto* column = new QVBoxLayout{box};
    column->setContentsMargins(0, 0, 8, 4), column->setSpacing(4);
    const auto& answer = columns_[i].good;
    if (i == 0) {
        auto* now = lettered(tr_("compare.now"), true);
        now->setFixedHeight(22);
        column->addWidget(now);
    } else {
        const auto kept = i - 1;
        auto* name = new QLineEdit{qs(document_.kept().alternatives[kept].name)};
        name->setObjectName("compare.name." + QString::number(i));
        name->setAccessibleName(tr_("compare.rename"));
        name->setFont(inkFont(13, true));
        connect(name, &QLineEdit::editingFinished, this, [this, name, kept] {
            if (kept >= document_.kept().alternatives.size()) return;
            const auto done = document_.rename(kept, name->text().trimmed().toStdString());
            if (done) return;
            Q_EMIT refused(qs(words::say(done.error(), document_.units())));
            const QSignalBlocker quiet{name};
            name->setText(qs(document_.kept().alternatives[kept].name));
        });
        column->addWidget(name);
    }
    auto* shown = new QLabel;
    shown->setFixedHeight(150);
    shown->setAlignment(Qt::AlignCenter);
    if (answer) {
        PictureWish wish;
        wish.keeperMm = inMm(answer->settled->length("keeper.height")), wish.samples = 2;
        shown->setPixmap(QPixmap::fromImage(picture(*answer->model, wish, QSize{kColumn - 12, 148}, theme())));
    } else {
        shown->setText(tr_("leaf.computing"));
    }
    column->addWidget(shown);
    auto* row = new QHBoxLayout;
    row->setSpacing(4);
    if (i > 0) {
        const auto n = "." + QString::number(i);
        auto* take = button(tr_("gauge.take"), "compare.take" + n);
        auto* over = button(tr_("compare.over"), "compare.over" + n);
        auto* drop = button(tr_("compare.drop"), "compare.drop" + n);
        over->setEnabled(answer && columns_[0].good);
        connect(take, &QPushButton::clicked, this, [this, i] { document_.take(i - 1); });
        connect(over, &QPushButton::clicked, this, [this, i] { layOver(i, "floor"); });
        connect(drop, &QPushButton::clicked, this, [this, i] { document_.letGo(i - 1); });
        row->addWidget(take), row->addWidget(over), row->addWidget(drop);
    }
    row->addStretch();
    column->addLayout(row);
    return box;
}

void Compare::build() {
    const auto scrolled = figures_->takeWidget();
    if (scrolled) scrolled->deleteLater();  // a button of it may be what called
    auto* all = new QWidget;
    auto* grid = new QGridLayout{all};
    grid->setContentsMargins(0, 0, 0, 0), grid->setHorizontalSpacing(0), grid->setVerticalSpacing(0);
    grid->setColumnMinimumWidth(0, kLabels);
    for (std::size_t i = 0; i < columns_.size(); ++i) {
        grid->setColumnMinimumWidth(static_cast<int>(i) + 1, kColumn);
        grid->addWidget(head(i), 0, static_cast<int>(i) + 1);
    }
    int line = 1;
    const bool known = std::ranges::all_of(columns_, [](const Column& c) { return c.good != nullptr; });
    if (columns_.size() < 2) {
        grid->addWidget(lettered(tr_("compare.empty")), line++, 0, 1, 2);
    } else if (known) {
        // Like with like: proven plans are compared only when all of them stand.
        const bool proven = complete();
        std::vector<AnswerPtr> answers;
        for (const auto& c : columns_) answers.push_back(proven ? c.proven : c.good);
        const auto rows = oiko::compare(answers);
        const auto units = document_.units();
        // One rule of two that fails is no half of anything: rules have no bar.
        const auto barred = [](const CompareRow& r) { return r.id != "compare.fail" && r.id != "compare.near"; };
        double scale = 0;
        for (const auto& r : rows)
            for (std::size_t c = 1; barred(r) && c < answers.size(); ++c) scale = std::max(scale, std::fabs(r.change(c)));
        for (const auto& r : rows) {
            grid->addWidget(lettered(tr_(r.id)), line, 0);
            for (std::size_t c = 0; c < answers.size(); ++c) {
                auto* cell = new CompareCell{tr_("measure", {r.values[c]}, units),
                                             c == 0 ? QString{} : signedDifference(r.values[0], r.values[c], units), r.change(c),
                                             barred(r) ? scale : 0};
                cell->setObjectName("cell." + qs(r.id) + "." + QString::number(c));
                grid->addWidget(cell, line, static_cast<int>(c) + 1);
            }
            ++line;
        }
        grid->addWidget(lettered(tr_(proven ? "compare.proven" : "app.working")), line++, 0, 1, static_cast<int>(columns_.size()) + 1);
        grid->addWidget(lettered(tr_("compare.unlike"), true), line, 0, Qt::AlignTop);
        for (std::size_t c = 1; c < columns_.size(); ++c) {
            QString text;
            for (const auto& d : differences(columns_[0].design, columns_[c].design)) {
                const auto* p = findParam(d.slot);
                const auto shown = [&](const std::optional<Value>& v) { return v ? shownValue(*p, *v, units) : tr_("compare.none"); };
                text += slotLabel(d.slot) + ": " + shown(d.other) + " (" + shown(d.now) + ")\n";
            }
            auto* label = lettered(text.isEmpty() ? tr_("leaf.same") : text.trimmed());
            label->setObjectName("compare.unlike." + QString::number(c));
            label->setMaximumWidth(kColumn + 60);
            grid->addWidget(label, line, static_cast<int>(c) + 1, Qt::AlignTop);
        }
        ++line;
    }
    grid->setRowStretch(line, 1), grid->setColumnStretch(static_cast<int>(columns_.size()) + 1, 1);
    figures_->setWidget(all);
    if (over_ == 0 || over_ >= columns_.size()) stack_->setCurrentIndex(0);
}

void Compare::layOver(std::size_t column, const std::string& view) {
    if (column >= columns_.size() || !columns_[column].good || !columns_[0].good) return;
    over_ = column;
    const auto drawn = [&](const Answer& a) {
        return view == "floor" ? floorPlan(*a.model, *a.settled, PlanOf::both) : face(*a.model, *a.settled, view);
    };
    overlay_->show(drawn(*columns_[0].good), drawn(*columns_[column].good), document_.units());
    overTitle_->setText(tr_("compare.overtitle", {document_.kept().alternatives[column - 1].name}));
    stack_->setCurrentIndex(1);
}

}  // namespace oiko
