#include "app/document.h"

#include <QDate>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QStandardPaths>
#include <QTimer>

#include "app/wording.h"
#include "core/formats/designfile.h"
#include "core/formats/files.h"

namespace oiko {

class ChangeDesign final : public QUndoCommand {
public:
    ChangeDesign(Document& document, const QString& what, Design after)
        : QUndoCommand{what}, document_{document}, before_{document.design_}, after_{std::move(after)} {}
    void redo() override { document_.show(after_); }
    void undo() override { document_.show(before_); }

private:
    Document& document_;
    Design before_, after_;
};

Document::Document(QObject* parent) : QObject{parent} {
    auto* timer = new QTimer{this};
    timer->setInterval(15'000);
    connect(timer, &QTimer::timeout, this, &Document::keepForRecovery);
    timer->start();
}

Done Document::edit(const std::vector<Change>& changes, const QString& what) {
    const auto next = design_.withOffer(changes);
    if (!next) {
        restore();
        return next.error();
    }
    previewing_ = false;
    if (next.value() != design_)
        undo_.push(new ChangeDesign{*this, what, next.value()});
    else if (shown_ != design_)
        show(design_);
    return std::monostate{};
}

void Document::setPrice(const std::string& item, std::optional<Money> price, const QString& what) {
    put(design_.withPrices({{item, price}}, QDate::currentDate().toString(Qt::ISODate).toStdString(), false), what);
}

void Document::setPrices(const std::map<std::string, std::optional<Money>>& prices, const QString& what) {
    put(design_.withPrices(prices, QDate::currentDate().toString(Qt::ISODate).toStdString(), true), what);
}

void Document::put(const Design& next, const QString& what) {
    if (next != design_) undo_.push(new ChangeDesign{*this, what, next});
}

void Document::setOnHand(std::vector<OnHand> things, const QString& what) {
    auto next = design_;
    next.onHand = std::move(things);
    put(next, what);
}

namespace {
template <class T>
Design withOneMore(Design d, std::vector<T> Design::*list, const T& one) {
    (d.*list).push_back(one);
    return d;
}
template <class T>
Design without(Design d, std::vector<T> Design::*list, std::size_t place) {
    (d.*list).erase((d.*list).begin() + static_cast<std::ptrdiff_t>(place));
    return d;
}
}  // namespace

void Document::markCut(const MarkedBoard& board) { put(withOneMore(design_, &Design::cutBoards, board), tr_("undo.cut")); }
void Document::unmarkCut(std::size_t marked) { put(without(design_, &Design::cutBoards, marked), tr_("undo.uncut")); }
void Document::markCut(const MarkedSheet& sheet) { put(withOneMore(design_, &Design::cutSheets, sheet), tr_("undo.cutsheet")); }
void Document::unmarkCutSheet(std::size_t marked) { put(without(design_, &Design::cutSheets, marked), tr_("undo.uncutsheet")); }

Done Document::keep(const std::string& name) {
    if (const auto e = design_.refusedName(name)) return *e;
    auto next = design_;
    next.alternatives.push_back(design_.keptAs(name));
    put(next, tr_("undo.keep", {name}));
    return std::monostate{};
}

Done Document::rename(std::size_t kept, const std::string& name) {
    auto next = design_;
    auto renamed = next.alternatives[kept];
    if (renamed.name == name) return std::monostate{};
    next.alternatives.erase(next.alternatives.begin() + static_cast<std::ptrdiff_t>(kept));
    if (const auto e = next.refusedName(name)) return *e;
    renamed.name = name;
    next.alternatives.insert(next.alternatives.begin() + static_cast<std::ptrdiff_t>(kept), renamed);
    put(next, tr_("undo.rename", {name}));
    return std::monostate{};
}

void Document::letGo(std::size_t kept) {
    auto next = design_;
    const auto name = next.alternatives[kept].name;
    next.alternatives.erase(next.alternatives.begin() + static_cast<std::ptrdiff_t>(kept));
    put(next, tr_("undo.letgo", {name}));
}

void Document::take(std::size_t kept) {
    const auto& coop = design_.alternatives[kept];
    put(design_.taking(coop), tr_("undo.take", {coop.name}));
}

void Document::preview(const Design& design) {
    previewing_ = true, shown_ = design;
    Q_EMIT changed();
}

void Document::restore() {
    if (!previewing_) return;
    previewing_ = false;
    show(design_);
}

void Document::show(const Design& design) {
    design_ = design, shown_ = design;
    Q_EMIT changed();
}

void Document::start(const Design& design, const QString& path) {
    undo_.clear();
    path_ = path, previewing_ = false;
    show(design);
    Q_EMIT fileChanged();
}

Done Document::save(const QString& path) {
    const auto done = saveDesign(design_, path.toStdString());
    if (!done) return done;
    path_ = path;
    undo_.setClean();
    dropRecovery();
    Q_EMIT fileChanged();
    return done;
}

QString Document::title() const {
    const auto place = design_.set().find("place.name");
    if (place != design_.set().end() && !std::get<std::string>(place->second).empty()) return qs(std::get<std::string>(place->second));
    return path_.isEmpty() ? tr_("app.untitled") : QFileInfo{path_}.completeBaseName();
}

QString Document::recoveryPath() {
    const auto folder = QStandardPaths::writableLocation(QStandardPaths::AppDataLocation);
    QDir{}.mkpath(folder);
    return folder + "/unsaved.oikostat";
}

void Document::keepForRecovery() {
    // A failure here costs nothing but the safety net; saving itself says when it fails.
    if (modified()) static_cast<void>(writeFile(recoveryPath().toStdString(), writeDesign(design_)));
}

void Document::dropRecovery() { QFile::remove(recoveryPath()); }

}  // namespace oiko
