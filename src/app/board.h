#pragma once
#include <QButtonGroup>
#include <QLabel>
#include <QStackedWidget>
#include <QToolButton>

#include "app/drawingview.h"
#include "app/pictureview.h"

namespace oiko {

/// The board: one view of the coop at a time, its seven words above, what is under the hand said below.
class Board final : public QWidget {
    Q_OBJECT
public:
    enum View { picture, floor, face, frame, boards, sheets, plans };
    static constexpr int kViews = 7;
    Board(Document& document, QWidget* parent = nullptr);
    void showAnswer(AnswerPtr answer);
    void choose(View view);
    View view() const { return view_; }
    void light(const PartIds& parts);
    void fit();
    void zoom(double factor);
    void say(const QString& text);
    /// Progress of the search for a cheaper cut plan, with a way to stop it.
    void searching(bool on);
    DrawingView* drawingView() const { return drawing_; }
    PictureView* pictureView() const { return picture_; }
    void restyle();

Q_SIGNALS:
    void openSlot(const QString& slot, QPoint global);
    void pointed(const QString& part);
    void stopSearch();
    /// A board of the plan was ticked: cut, or not after all.
    void boardTicked(std::size_t board);
    void sheetTicked(std::size_t sheet);
    /// A part was clicked in a drawing.
    void partTicked(const QString& part);
    /// A notch of a ruler is pointed at: what would this change do?
    void wondered(const QString& slot, oiko::Length value);

private:
    void refresh();
    void tickSheet();
    std::vector<Grip> floorGrips() const;
    /// Boards of the profile that is shown, by their place in the plan.
    std::vector<std::size_t> boardsShown() const;
    std::vector<std::string> choicesNow() const;
    Document& document_;
    AnswerPtr answer_;
    View view_ = picture;
    QButtonGroup* words_;
    QWidget* picks_;
    QStackedWidget* stack_;
    PictureView* picture_;
    DrawingView* drawing_;
    class PageView* page_;
    QLabel *line_, *working_;
    QToolButton *stop_, *tick_;
    std::map<int, std::string> pick_;  ///< by view: side, profile, sheet or page chosen
    std::vector<std::string> shown_;
};

/// One page of the plan set, as it prints.
class PageView final : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;
    void show(PlanSet set, std::size_t page);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    PlanSet set_;
    std::size_t page_ = 0;
};

}  // namespace oiko
