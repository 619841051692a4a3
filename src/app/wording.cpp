#include "app/wording.h"

#include <cmath>
#include <QPolygonF>

namespace oiko {

namespace {
const Theme* worn = &dayTheme();
QString sign(bool negative) { return negative ? QStringLiteral("−") : QStringLiteral("+"); }
}  // namespace

const Theme& theme() { return *worn; }
void wear(bool night) { worn = night ? &nightTheme() : &dayTheme(); }

QString tr_(std::string_view id) { return qs(words::text(id)); }
QString tr_(std::string_view id, std::vector<Arg> args, Units units) {
    return qs(words::say(Message{std::string{id}, std::move(args)}, units));
}

QString signedMoney(Money m) {
    const auto whole = std::llround(inUnits(m));
    if (whole == 0) return tr_("leaf.same");
    return sign(whole < 0) + qs(words::moneySign()) + QString::number(std::llabs(whole));
}
QString signedMass(Mass m, Units units) {
    const auto n = std::llround(units == Units::imperial ? inPounds(m) : inKilograms(m));
    if (n == 0) return tr_("leaf.same");
    return sign(n < 0) + QString::number(std::llabs(n)) + (units == Units::imperial ? " lb" : " kg");
}
QString signedCount(std::int64_t n) { return n == 0 ? tr_("leaf.same") : sign(n < 0) + QString::number(std::llabs(n)); }
QString signedShare(double share) {
    const auto n = std::llround(share * 100);
    return n == 0 ? tr_("leaf.same") : sign(n < 0) + QString::number(std::llabs(n)) + QStringLiteral(" %");
}

QString signedDifference(const Arg& now, const Arg& other, Units units) {
    if (now == other) return tr_("leaf.same");
    return std::visit(
        [&](const auto& a) -> QString {
            using T = std::decay_t<decltype(a)>;
            if constexpr (requires {
                              a - a;
                              a < a;
                          }) {
                const auto b = std::get<T>(other);
                return sign(b < a) + tr_("measure", {Arg{b < a ? a - b : b - a}}, units);
            } else {
                return {};
            }
        },
        now);
}

void paintMark(QPainter& painter, QRectF box, std::optional<State> state, QColor color) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.translate(box.topLeft());
    painter.scale(box.width() / 16, box.height() / 16);
    const QPolygonF left{{{0.5, 3.5}, {9.5, 3.5}, {9.5, 7.4}, {5.5, 7.4}, {5.5, 12.5}, {0.5, 12.5}}},
        right{{{10.7, 3.5}, {15.5, 3.5}, {15.5, 12.5}, {6.7, 12.5}, {6.7, 8.6}, {10.7, 8.6}}};
    const QPolygonF up{{{0.4, 1}, {7.4, 1}, {7.4, 4.6}, {4.4, 4.6}, {4.4, 8.4}, {0.4, 8.4}}},
        down{{{12, 8.2}, {14.9, 8.2}, {14.9, 14.9}, {8.6, 14.9}, {8.6, 12}, {12, 12}}};
    QPen line{color, 1.5};
    line.setJoinStyle(Qt::MiterJoin);
    const auto solid = [&](const QPolygonF& p) { painter.setPen(Qt::NoPen), painter.setBrush(color), painter.drawPolygon(p); };
    const auto hollow = [&](const QPolygonF& p) { painter.setPen(line), painter.setBrush(Qt::NoBrush), painter.drawPolygon(p); };
    if (!state) {
        line.setStyle(Qt::DotLine);
        hollow(left), hollow(right);
    } else if (*state == State::pass) {
        solid(left), solid(right);
    } else if (*state == State::near) {
        solid(left), hollow(right);
    } else {
        solid(up), hollow(down);
    }
    painter.restore();
}

QColor stateColor(const Theme& t, std::optional<State> state) {
    if (!state) return t.fine;
    return *state == State::pass ? t.fits : *state == State::near ? t.tight : t.fails;
}

QString shownValue(const Param& p, const Value& v, Units units) {
    if (p.type == Type::choice) return tr_("option." + std::string{p.key} + "." + std::get<std::string>(v));
    if (p.key == "existing.replaced") {
        const auto& ids = std::get<std::string>(v);
        return tr_("leaf.parts", {std::int64_t{!ids.empty()} + std::ranges::count(ids, ' ')});
    }
    if (p.type == Type::text && std::get<std::string>(v).empty()) return tr_("leaf.nottold");
    if (p.type == Type::money && std::get<Money>(v) == Money{}) return tr_("leaf.nottold");
    if (p.type == Type::money) return qs(words::moneySign()) + qs(writeMoney(std::get<Money>(v)));
    return qs(writeValue(p, v, units));
}

QString slotLabel(const std::string& slot) {
    const auto* p = findParam(slot);
    const auto label = tr_("key." + std::string{p->key});
    if (!p->inList()) return label;
    const auto dot = slot.find('.'), second = slot.find('.', dot + 1);
    return tr_("row." + slot.substr(0, dot), {slot.substr(dot + 1, second - dot - 1)}) + ": " + label;
}

QString changesInWords(const std::vector<Change>& changes) {
    QString what;
    for (const auto& c : changes) {
        const auto* p = findParam(c.key);
        const auto shown =
            p && p->type == Type::choice && !c.text.empty() ? tr_("option." + std::string{p->key} + "." + c.text) : qs(c.text);
        what += (what.isEmpty() ? "" : ", ") + (p ? slotLabel(c.key) : qs(c.key)) + " " + (c.text.empty() ? tr_("leaf.follows") : shown);
    }
    return what;
}

}  // namespace oiko
