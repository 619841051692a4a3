#include "app/find.h"

#include <algorithm>
#include <numeric>
#include <QKeyEvent>

#include "app/wording.h"

namespace oiko {
namespace {
constexpr std::size_t kMost = 12;

/// How many letters must change to make one word the other (Levenshtein).
int unlike(const QString& a, const QString& b) {
    std::vector<int> row(static_cast<std::size_t>(b.size()) + 1);
    std::iota(row.begin(), row.end(), 0);
    for (qsizetype i = 0; i < a.size(); ++i) {
        int corner = row[0]++;
        for (qsizetype k = 0; k < b.size(); ++k) {
            auto& here = row[static_cast<std::size_t>(k) + 1];
            const int next = std::min({here + 1, row[static_cast<std::size_t>(k)] + 1, corner + (a[i] != b[k])});
            corner = here, here = next;
        }
    }
    return row.back();
}

/// 0: no; the better the higher: the name begins so, a word of it does, it is in it, it goes by that too.
int match(const FindHit& hit, const QStringList& asked) {
    int least = 4;
    for (const auto& word : asked) {
        const bool begins = hit.name.startsWith(word, Qt::CaseInsensitive);
        const bool inner = hit.name.contains(" " + word, Qt::CaseInsensitive);
        least = std::min(least, begins                                                       ? 4
                                : inner                                                      ? 3
                                : hit.name.contains(word, Qt::CaseInsensitive)               ? 2
                                : (" " + hit.also).contains(" " + word, Qt::CaseInsensitive) ? 1
                                                                                             : 0);
    }
    return least;
}
}  // namespace

Find::Find(std::function<std::vector<FindHit>()> things, std::function<bool(const QString&)> isKey,
           std::function<QString(const QString&, const QString&)> set, QWidget* parent)
    : QLineEdit{parent}, things_{std::move(things)}, isKey_{std::move(isKey)}, set_{std::move(set)} {
    setObjectName("find");
    setPlaceholderText(tr_("find.empty"));
    setAccessibleName(tr_("find.empty"));
    setFixedWidth(260);
    setClearButtonEnabled(true);
    list_ = new QListWidget{parent};
    list_->setObjectName("find.list");
    list_->setAccessibleName(tr_("find.list"));
    list_->setFocusPolicy(Qt::NoFocus);
    list_->hide();
    connect(this, &QLineEdit::textEdited, this, &Find::look);
    connect(list_, &QListWidget::itemClicked, this, [this](QListWidgetItem* item) { take(list_->row(item)); });
}

void Find::look() {
    const auto asked = text().split(' ', Qt::SkipEmptyParts);
    hits_.clear(), list_->clear();
    last_ = -1;
    if (asked.isEmpty()) return list_->hide();
    // KEY VALUE is a wish.
    if (asked.size() > 1 && isKey_(asked[0])) {
        const auto key = asked[0], value = text().trimmed().mid(key.size()).trimmed();
        hits_.push_back({tr_("find.set"), slotLabel(key.toStdString()), value, {}, [this, key, value] {
                             if (const auto why = set_(key, value); !why.isEmpty()) Q_EMIT said(why);
                         }});
    }
    std::vector<std::pair<int, const FindHit*>> found;
    for (const auto& hit : all_)
        if (const int good = match(hit, asked)) found.emplace_back(-good, &hit);
    std::ranges::stable_sort(found, {}, &std::pair<int, const FindHit*>::first);
    for (const auto& [good, hit] : found)
        if (hits_.size() < kMost) hits_.push_back(*hit);
    for (const auto& hit : hits_) list_->addItem(hit.kind + ": " + hit.name + (hit.value.isEmpty() ? QString{} : "   " + hit.value));
    if (hits_.empty()) {
        // What is spelt nearly so.
        std::vector<std::pair<int, QString>> near;
        for (const auto& hit : all_) near.emplace_back(unlike(hit.name.toLower(), text().trimmed().toLower()), hit.name);
        std::ranges::sort(near);
        QStringList names;
        for (const auto& [n, name] : near)
            if (names.size() < 3 && !names.contains(name)) names << name;
        list_->addItem(tr_("find.nothing", {text().trimmed().toStdString(), names.join(", ").toStdString()}));
    } else {
        list_->setCurrentRow(0);
    }
    const int wide = 420, high = std::min(12, list_->count()) * 26 + 8;
    const auto corner = list_->parentWidget()->mapFromGlobal(mapToGlobal(QPoint{width(), height()}));
    list_->setGeometry(corner.x() - wide, corner.y() + 2, wide, high);
    list_->show(), list_->raise();
}

void Find::take(int row) {
    if (row < 0 || row >= static_cast<int>(hits_.size())) return;
    last_ = row;
    list_->hide();
    hits_[static_cast<std::size_t>(row)].go();
}

void Find::again(int by) {
    if (hits_.empty()) return setFocus();
    const int n = static_cast<int>(hits_.size());
    take(((last_ < 0 ? (by > 0 ? -1 : 0) : last_) + by + n) % n);
}

void Find::focusInEvent(QFocusEvent* event) {
    all_ = things_();
    QLineEdit::focusInEvent(event);
}
void Find::focusOutEvent(QFocusEvent* event) {
    if (!list_->underMouse()) list_->hide();
    QLineEdit::focusOutEvent(event);
}

void Find::keyPressEvent(QKeyEvent* event) {
    const int row = list_->currentRow();
    switch (event->key()) {
        case Qt::Key_Down: return list_->setCurrentRow(std::min(row + 1, list_->count() - 1));
        case Qt::Key_Up: return list_->setCurrentRow(std::max(0, row - 1));
        case Qt::Key_Return:
        case Qt::Key_Enter: return take(row);
        case Qt::Key_Escape: return list_->hide(), clear(), clearFocus();
        default: QLineEdit::keyPressEvent(event);
    }
}

}  // namespace oiko
