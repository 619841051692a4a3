#pragma once
#include <QMainWindow>
#include <QSplitter>

#include "app/bill.h"
#include "app/board.h"
#include "app/compare.h"
#include "app/document.h"
#include "app/engine.h"
#include "app/find.h"
#include "app/gauges.h"
#include "app/letter.h"
#include "app/onhandbook.h"
#include "app/pricebook.h"

namespace oiko {

class MainWindow final : public QMainWindow {
    Q_OBJECT
public:
    MainWindow();
    Document& document() { return document_; }
    Engine& engine() { return engine_; }
    Letter* letter() { return letter_; }
    Board* board() { return board_; }
    BillView* bill() { return bill_; }
    Gauges* gauges() { return gauges_; }
    PriceBook* prices() { return prices_; }
    OnHandBook* onHand() { return onHand_; }
    Find* find() { return find_; }
    Compare* compare() { return compare_; }
    AnswerPtr answer() const { return answer_; }

    /// Opens a file; what can't be opened is said on the message line, and nothing changes.
    bool open(const QString& path);
    bool saveTo(const QString& path);
    /// Writes WHAT in the format of the path's extension: plans, parts, cuts, sheets, buy, checks, steps, model.
    bool exportTo(const QString& what, const QString& path);
    void startPreset(const char* name);
    void setNight(bool night);
    /// The coops kept beside this one take the place of board and bill, or give it back.
    void lineUp(bool on);
    QString message() const { return message_->text(); }

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void makeMenus();
    void restyle();
    void changed();
    void showAnswer(AnswerPtr answer);
    /// One thing, three places: the parts on the board, their lines in the bill, the words that shape them in the letter.
    void light(const PartIds& parts, const std::vector<std::string>& words);
    void point(const QString& part);
    /// All that Find can find: values, commands, pieces, lines of the bill.
    std::vector<FindHit> things();
    void showHistory();
    void tell(const QString& text, bool wrong);
    void note(const QString& path);
    bool mayClose();
    void askOpen();
    bool save();
    bool saveAs();
    void askExport();
    void print();
    void fillRecent();
    void offerRecovery();

    Document document_;
    Engine engine_;
    Letter* letter_;
    Board* board_;
    BillView* bill_;
    Gauges* gauges_;
    PriceBook* prices_;
    Compare* compare_;
    OnHandBook* onHand_;
    Find* find_;
    QWidget* messageLine_;
    QLabel* message_;
    QWidget* messageButtons_;
    QMenu* recent_ = nullptr;
    QAction* night_ = nullptr;
    AnswerPtr answer_;
    QList<int> lined_;   ///< widths of letter, board and bill while coops are compared
    int wondering_ = 0;  ///< ticket of what a ruler's notch would change
    QString wondered_;   ///< that notch in words
};

}  // namespace oiko
