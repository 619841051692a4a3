#pragma once
#include <QObject>
#include <QUndoStack>

#include "core/design/design.h"

namespace oiko {

/// The open design, its file and its undo stack. All changes pass through edit(); a drag previews and then edits once.
class Document final : public QObject {
    Q_OBJECT
public:
    explicit Document(QObject* parent = nullptr);
    const Design& design() const { return shown_; }
    Units units() const { return shown_.units(); }
    QUndoStack* undo() { return &undo_; }

    /// One undo step, or why not; then the design stays as it was.
    Done edit(const std::vector<Change>& changes, const QString& what);
    /// The keeper's own price of a catalogue item; nullopt: not known. The sample price takes it out of the book again. One undo step.
    void setPrices(const std::map<std::string, std::optional<Money>>& prices, const QString& what);
    void setPrice(const std::string& item, std::optional<Money> price, const QString& what);
    /// This coop kept beside the others under a name, or why not; the place of one that is kept, for the rest. One undo step each.
    Done keep(const std::string& name);
    Done rename(std::size_t kept, const std::string& name);
    void letGo(std::size_t kept);
    void take(std::size_t kept);
    /// What the keeper has; a board or sheet marked as cut, or no longer. One undo step each.
    void setOnHand(std::vector<OnHand> things, const QString& what);
    void markCut(const MarkedBoard& board);
    void unmarkCut(std::size_t marked);
    void markCut(const MarkedSheet& sheet);
    void unmarkCutSheet(std::size_t marked);
    /// Shown, but not kept: until edit(), restore() or the next preview.
    void preview(const Design& design);
    void restore();
    bool previewing() const { return previewing_; }
    /// The design without what a drag shows.
    const Design& kept() const { return design_; }

    void start(const Design& design, const QString& path);
    const QString& path() const { return path_; }
    Done save(const QString& path);
    bool modified() const { return !undo_.isClean(); }
    QString title() const;

    /// Unsaved work stands in this file until it is saved or given up.
    static QString recoveryPath();
    void dropRecovery();

Q_SIGNALS:
    void changed();
    void fileChanged();

private:
    friend class ChangeDesign;
    void show(const Design& design);
    void put(const Design& next, const QString& what);
    void keepForRecovery();
    Design design_, shown_;
    bool previewing_ = false;
    QString path_;
    QUndoStack undo_;
};

}  // namespace oiko
