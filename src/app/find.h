#pragma once
#include <functional>
#include <QLineEdit>
#include <QListWidget>

namespace oiko {

/// Something that can be found: a value, a command, a piece, a line of the bill.
struct FindHit {
    QString kind, name, value;
    QString also;  ///< other words it goes by: its key, what the trade calls it
    std::function<void()> go;
};

/// One line that finds everything by its name, by what else it is called, by its key; KEY VALUE sets it.
class Find final : public QLineEdit {
    Q_OBJECT
public:
    /// `things` is asked afresh whenever the line is entered; `set` tries KEY VALUE and says why not, or nothing.
    Find(std::function<std::vector<FindHit>()> things, std::function<bool(const QString& key)> isKey,
         std::function<QString(const QString& key, const QString& value)> set, QWidget* parent);
    const std::vector<FindHit>& hits() const { return hits_; }
    QListWidget* list() const { return list_; }
    /// The next or the one before of what was found last.
    void again(int by);

Q_SIGNALS:
    void said(const QString& text);

protected:
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void look();
    void take(int row);
    std::function<std::vector<FindHit>()> things_;
    std::function<bool(const QString&)> isKey_;
    std::function<QString(const QString&, const QString&)> set_;
    std::vector<FindHit> all_, hits_;
    QListWidget* list_;
    int last_ = -1;
};

}  // namespace oiko
