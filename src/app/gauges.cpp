#include "app/gauges.h"

#include <cmath>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/wording.h"

namespace oiko {
namespace {
constexpr const char* kIds[] = {"room", "run",  "roost", "nests",  "summerair", "winterair", "headroom",
                                "gaps", "snow", "wind",  "weight", "waste",     "others"};

/// Why a gauge tells nothing.
QString untold(const std::string& id) {
    const auto waits = notJudgedYet(true);
    return tr_(id == "gaps" ? "gauge.looking" : std::ranges::find(waits, id) != waits.end() ? "notjudged" : "notasked");
}
}  // namespace

QString figureOf(double v, const std::string& unit, Units units) {
    if (unit == "mm" || unit == "mm/bird") return qs(writeLength(mm(v), units));
    if (unit == "m2" || unit == "m2/bird")
        return qs(writeNumber(units == Units::imperial ? v * 10.7639104 : v, units == Units::imperial ? 1 : 2)) +
               (units == Units::imperial ? " sq ft" : " m²");
    if (unit == "kg") return qs(writeMass(kilograms(v), units));
    if (unit == "share") return qs(writeNumber(v * 100, 0)) + QStringLiteral(" %");
    if (unit == "deg") return qs(writeNumber(v, 1)) + "°";
    if (unit == "money") return qs(words::moneySign()) + qs(writeMoney(money(v)));
    return qs(writeNumber(v, 1));
}

Gauge::Gauge(std::string id, QWidget* parent) : QWidget{parent}, id_{std::move(id)} {
    setObjectName("gauge." + qs(id_));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setMinimumSize(70, 76);
}

void Gauge::show(std::vector<Finding> findings, Units units) {
    findings_ = std::move(findings);
    state_.reset(), value_.clear(), share_ = 0, word_ = untold(id_);
    if (!findings_.empty()) {
        const auto& worst = *std::ranges::max_element(findings_, {}, &Finding::state);
        state_ = worst.state;
        if (id_ == "others") {
            std::int64_t n[3] = {0, 0, 0};
            for (const auto& f : findings_) ++n[static_cast<int>(f.state)];
            value_ = tr_("gauge.count", {n[0], n[1], n[2]});
            share_ = 0.75;
        } else {
            // The unit is said once: 4.4 of 4 sq ft.
            auto value = figureOf(worst.value, worst.unit, units);
            const auto limit = figureOf(worst.limit, worst.unit, units);
            if (const auto unit = limit.section(' ', 1);
                worst.unit != "mm" && worst.unit != "mm/bird" && !unit.isEmpty() && value.endsWith(unit))
                value.chop(unit.size() + 1);
            value_ = tr_("gauge.of", {value.toStdString(), limit.toStdString()});
            atLeast_ = worst.atLeast;
            share_ = worst.limit > 0 ? std::clamp(worst.value / worst.limit / 2, 0.02, 0.98) : 0.5;
        }
        word_ = tr_("gauge." + id_ + "." + std::string{name(worst.state)});
    }
    told();
}

void Gauge::looking(double share) {
    if (!findings_.empty()) return;
    share_ = share, word_ = tr_("gauge.lookingfar", {std::int64_t{std::lround(share * 100)}});
    told();
}

void Gauge::told() {
    setAccessibleName(tr_("gauge." + id_) + ", " + (state_ ? tr_("state." + std::string{name(*state_)}) + ": " + value_ : word_));
    setToolTip(tr_("gauge." + id_) + ": " + value_ + " " + word_);
    update();
}

void Gauge::paintEvent(QPaintEvent*) {
    QPainter p{this};
    p.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    if (underMouse()) p.fillRect(rect(), t.pointed);
    const auto color = stateColor(t, state_);
    paintMark(p, QRectF{6, 8, 16, 16}, state_, color);
    p.setFont(inkFont(13, true)), p.setPen(t.ink);
    p.drawText(QRectF{26, 5, width() - 28.0, 22}, Qt::AlignLeft | Qt::AlignVCenter, tr_("gauge." + id_));
    if (state_ && id_ != "others" && height() >= 80) {
        // The stick: a notch at the limit, hatching on the side that will not do, a pointer at the value.
        const double x0 = 6, x1 = width() - 8, y = 36, mid = (x0 + x1) / 2;
        p.setPen(QPen{t.edge, 1});
        p.drawLine(QPointF{x0, y}, QPointF{x1, y});
        p.drawLine(QPointF{mid, y - 5}, QPointF{mid, y + 5});
        p.setPen(Qt::NoPen), p.setBrush(QBrush{t.edge, Qt::BDiagPattern});
        p.drawRect(atLeast_ ? QRectF{x0, y - 3, mid - x0, 6} : QRectF{mid, y - 3, x1 - mid, 6});
        const double at = x0 + (x1 - x0) * share_;
        p.setBrush(color);
        p.drawPolygon(QPolygonF{{{at, y - 1}, {at - 4, y - 8}, {at + 4, y - 8}}});
    }
    if (!state_ && share_ > 0) p.fillRect(QRectF{6, 35, (width() - 14) * share_, 3}, color);
    p.setPen(t.ink), p.setFont(inkFont(12));
    const QFontMetrics m{p.font()};
    p.drawText(QRectF{6, 44, width() - 8.0, 18}, Qt::AlignLeft | Qt::AlignVCenter, m.elidedText(value_, Qt::ElideRight, width() - 8));
    p.setPen(color), p.setFont(inkFont(12, true));
    p.drawText(QRectF{6, 62, width() - 8.0, 18}, Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetrics{p.font()}.elidedText(word_, Qt::ElideRight, width() - 8));
    p.setPen(QPen{t.rule, 1});
    p.drawLine(QPointF{width() - 0.5, 8}, QPointF{width() - 0.5, height() - 8.0});
    if (hasFocus()) p.setPen(QPen{t.focus, 2}), p.setBrush(Qt::NoBrush), p.drawRect(rect().adjusted(2, 2, -2, -2));
}

void Gauge::mouseReleaseEvent(QMouseEvent*) { Q_EMIT asked(); }
void Gauge::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter || event->key() == Qt::Key_Space)
        Q_EMIT asked();
    else
        QWidget::keyPressEvent(event);
}

Gauges::Gauges(Document& document, Engine& engine, QWidget* parent) : QWidget{parent}, document_{document}, engine_{engine} {
    setObjectName("gauges");
    auto* row = new QHBoxLayout{this};
    row->setContentsMargins(4, 2, 4, 2), row->setSpacing(0);
    for (const auto* id : kIds) {
        auto* g = new Gauge{id, this};
        connect(g, &Gauge::asked, this, [this, g] { openCard(g); });
        row->addWidget(g, 1);
        gauges_.push_back(g);
    }
}

Gauge* Gauges::gauge(const std::string& id) const {
    for (auto* g : gauges_)
        if (g->id() == id) return g;
    return nullptr;
}

void Gauges::showAnswer(AnswerPtr answer) {
    answer_ = std::move(answer);
    for (auto* g : gauges_) {
        std::vector<Finding> mine;
        for (const auto& f : answer_->findings)
            if (f.gauge == g->id() || (g->id() == "others" && f.gauge == "budget")) mine.push_back(f);
        g->show(std::move(mine), answer_->design.units());
    }
}

void Gauges::openCard(Gauge* gauge) {
    if (!answer_) return;
    auto* card = new GaugeCard{document_, engine_, answer_, *gauge, window()};
    card->adjustSize();
    auto at = gauge->mapToGlobal(QPoint{0, 0}) - QPoint{0, card->height() + 4};
    at.setX(std::clamp(
        at.x(), window()->mapToGlobal(QPoint{8, 0}).x(),
        std::max(window()->mapToGlobal(QPoint{8, 0}).x(), window()->mapToGlobal(QPoint{window()->width() - card->width() - 8, 0}).x())));
    at.setY(std::max(at.y(), window()->mapToGlobal(QPoint{0, 8}).y()));
    card->move(at);
    card->show();
}

GaugeCard::GaugeCard(Document& document, Engine& engine, AnswerPtr answer, const Gauge& gauge, QWidget* parent)
    : QFrame{parent, Qt::Popup}, document_{document}, answer_{std::move(answer)} {
    setObjectName("gauge.card");
    setAttribute(Qt::WA_DeleteOnClose);
    setFrameShape(QFrame::Box);
    setFixedWidth(460);
    auto* column = new QVBoxLayout{this};
    column->setContentsMargins(12, 10, 12, 12), column->setSpacing(6);
    const auto units = answer_->design.units();
    const auto text = [&](const QString& s, bool bold = false) {
        auto* label = new QLabel{s};
        label->setWordWrap(true);
        label->setTextFormat(Qt::PlainText);
        label->setFont(inkFont(13, bold));
        column->addWidget(label);
        return label;
    };
    text(tr_("gauge." + gauge.id()), true);
    if (gauge.findings().empty()) text(untold(gauge.id()));
    if (gauge.id() == "gaps" && answer_->holes)
        for (const auto& hole : answer_->holes->holes) {
            QStringList by;
            for (const auto& id : hole.parts)
                if (const auto* part = answer_->model->find(id); part && !by.contains(tr_("part." + part->role)))
                    by << tr_("part." + part->role);
            text(tr_("gauge.hole", {mm(hole.wideMm), mm(hole.at.x), mm(hole.at.y), mm(hole.at.z), by.join(", ").toStdString()}));
        }
    // What has no gauge of its own.
    if (gauge.id() == "others")
        for (const auto& g : notJudgedYet(true))
            if (std::ranges::find(kIds, g) == std::end(kIds)) text(tr_("gauge." + g) + ": " + tr_("notjudged"));
    connect(&engine, &Engine::effect, this, &GaugeCard::showEffect);
    for (const auto& f : gauge.findings()) {
        if (gauge.id() == "others" && f.state == State::pass) continue;
        text(tr_("state." + std::string{name(f.state)}) + ": " +
             tr_("gauge.of", {figureOf(f.value, f.unit, units).toStdString(), figureOf(f.limit, f.unit, units).toStdString()}) + ". " +
             tr_("gauge.card.rule", {words::text("finding." + f.id)}));
        text(tr_("gauge.card.source", {f.source.title.empty() ? words::text("practice")
                                                              : std::string{f.source.title} + " " + std::string{f.source.edition} + ", " +
                                                                    std::string{f.source.locus}}));
        if (f.state == State::pass || f.remedies.empty()) continue;
        auto* heading = text(tr_("gauge.card.help"), true);
        int n = 0;
        for (const auto& remedy : f.remedies) {
            if (++n > 4) break;
            auto* line = new QHBoxLayout;
            auto* label = new QLabel;
            const auto what = changesInWords(remedy);
            label->setText(what + "   " + tr_("leaf.computing"));
            label->setWordWrap(true);
            label->setProperty("what", what);
            auto* take = new QPushButton{tr_("gauge.take")};
            take->setObjectName("gauge.take." + QString::number(n));
            take->setEnabled(false);
            connect(take, &QPushButton::clicked, this, [this, remedy, what] {
                if (document_.edit(remedy, tr_("undo.remedy", {what.toStdString()}))) close();
            });
            line->addWidget(label, 1), line->addWidget(take);
            column->addLayout(line);
            ++helps_[heading];
            waiting_[engine.askEffect(answer_, remedy, f.id)] = {label, take, heading};
        }
    }
}

void GaugeCard::showEffect(int ticket, const Effect& e) {
    const auto at = waiting_.find(ticket);
    if (at == waiting_.end()) return;
    const auto units = answer_->design.units();
    const auto what = at->second.text->property("what").toString();
    if (!e.possible) {
        at->second.text->setText(what + "   " + tr_("leaf.cannot", {words::say(e.refused, units)}));
    } else if (!e.mends) {
        at->second.text->hide(), at->second.take->hide();
        if (--helps_[at->second.heading] == 0)
            at->second.heading->setText(tr_("gauge.card.nohelp")), at->second.heading->setFont(inkFont(13));
    } else {
        auto line = what + "   " + signedMoney(e.money) + ", " + signedMass(e.mass, units);
        for (const auto& w : e.worse) line += "; " + tr_("gauge.worse", {words::text("finding." + w)});
        at->second.text->setText(line);
        at->second.take->setEnabled(true);
    }
    waiting_.erase(at);
    adjustSize();
}

}  // namespace oiko
