#include "app/board.h"

#include <QAbstractButton>
#include <QHBoxLayout>
#include <QPainter>
#include <QVBoxLayout>
#include <set>

#include "app/wording.h"
#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/shell.h"

namespace oiko {
namespace {
constexpr const char* kNames[] = {"picture", "floor", "face", "frame", "boards", "sheets", "plans"};

QToolButton* wordButton(const QString& text, const QString& name) {
    auto* b = new QToolButton;
    b->setText(text), b->setObjectName(name);
    b->setCheckable(true), b->setAutoRaise(true);
    b->setMinimumHeight(28);
    return b;
}
}  // namespace

void PageView::show(PlanSet set, std::size_t page) { set_ = std::move(set), page_ = page, update(); }

void PageView::paintEvent(QPaintEvent*) {
    QPainter p{this};
    p.fillRect(rect(), theme().panel);
    if (page_ >= set_.pages.size()) return;
    const auto& page = set_.pages[page_];
    const double k = std::min((width() - 24) / page.width, (height() - 24) / page.height);
    paint(p, page, page_ + 1, set_.pages.size(), set_, k, theme().dark ? printTheme() : printTheme(),
          QPointF{(width() - page.width * k) / 2, (height() - page.height * k) / 2});
}

Board::Board(Document& document, QWidget* parent) : QWidget{parent}, document_{document} {
    setObjectName("board");
    auto* column = new QVBoxLayout{this};
    column->setContentsMargins(0, 0, 0, 0), column->setSpacing(0);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(8, 2, 8, 2), head->setSpacing(2);
    words_ = new QButtonGroup{this};
    for (int i = 0; i < kViews; ++i) {
        auto* b = wordButton(tr_(std::string{"board."} + kNames[i]), QString{"view."} + kNames[i]);
        words_->addButton(b, i);
        head->addWidget(b);
        if (i == 3 || i == 5) {
            auto* bar = new QFrame;
            bar->setFrameShape(QFrame::VLine);
            head->addWidget(bar);
        }
    }
    head->addStretch();
    column->addLayout(head);
    picks_ = new QWidget;
    new QHBoxLayout{picks_};
    picks_->layout()->setContentsMargins(8, 0, 8, 2), picks_->layout()->setSpacing(2);
    column->addWidget(picks_);
    stack_ = new QStackedWidget;
    picture_ = new PictureView;
    drawing_ = new DrawingView{document_};
    drawing_->setObjectName("board.drawing");
    page_ = new PageView;
    page_->setObjectName("board.page");
    stack_->addWidget(picture_), stack_->addWidget(drawing_), stack_->addWidget(page_);
    column->addWidget(stack_, 1);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(10, 2, 8, 4);
    line_ = new QLabel;
    line_->setObjectName("board.say");
    line_->setAccessibleName("say");
    // Cut off at the edge rather than written over what stands beside it.
    line_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    stop_ = new QToolButton;
    stop_->setText(tr_("app.stop")), stop_->setObjectName("board.stop");
    stop_->hide();
    working_ = new QLabel{tr_("app.working")};
    working_->setObjectName("board.working");
    working_->hide();
    tick_ = new QToolButton;
    tick_->setText(tr_("board.tick")), tick_->setObjectName("board.tick");
    connect(tick_, &QToolButton::clicked, this, [this] {
        if (view_ == sheets) return tickSheet();
        for (const auto b : boardsShown())
            if (b >= answer_->cuts->marked) return Q_EMIT boardTicked(b);
    });
    foot->addWidget(line_, 1), foot->addWidget(tick_), foot->addWidget(working_), foot->addWidget(stop_);
    column->addLayout(foot);
    connect(words_, &QButtonGroup::idClicked, this, [this](int id) { choose(static_cast<View>(id)); });
    connect(drawing_, &DrawingView::openSlot, this, &Board::openSlot);
    connect(drawing_, &DrawingView::pointed, this, &Board::pointed);
    connect(drawing_, &DrawingView::said, this, &Board::say);
    connect(drawing_, &DrawingView::wondered, this, &Board::wondered);
    connect(drawing_, &DrawingView::clicked, this, [this](QPointF at) {
        // The box over a sheet, or a board of the list.
        if (view_ == sheets && pick_[sheets] != "rolls" && answer_) {
            const auto& cuts = *answer_->cuts;
            const auto& sheet = cuts.sheetStock[cuts.sheets.sheets[std::stoul(pick_[sheets]) - 1].stock];
            if (at.y() > inMm(sheet.height) && at.x() > inMm(sheet.width) / 2) return tickSheet();
        }
        if (view_ == floor || view_ == face || view_ == frame)
            if (const auto* part = answer_ ? answer_->model->find(partAt(drawing_->drawing(), {at.x(), at.y()})) : nullptr)
                return Q_EMIT partTicked(qs(part->id));
        if (view_ != boards || at.x() < 0) return;
        const auto shown = boardsShown();
        const double row = std::round((kCardHigh / 2 - at.y()) / kCardRow);
        if (row >= 0 && row < static_cast<double>(shown.size())) Q_EMIT boardTicked(shown[static_cast<std::size_t>(row)]);
    });
    connect(picture_, &PictureView::pointed, this, &Board::pointed);
    connect(stop_, &QToolButton::clicked, this, &Board::stopSearch);
    choose(picture);
}

void Board::tickSheet() {
    if (!answer_ || pick_[sheets] == "rolls" || pick_[sheets].empty()) return;
    const auto sheet = static_cast<std::size_t>(std::stoul(pick_[sheets])) - 1;
    const auto marked = answer_->cuts->markedSheets;
    // It goes to the end of those that are cut; what is looked at follows it there.
    pick_[sheets] = std::to_string(sheet < marked ? marked : marked + 1);
    Q_EMIT sheetTicked(sheet);
}

void Board::say(const QString& text) { line_->setText(text), line_->setToolTip(text); }
void Board::searching(bool on) { stop_->setVisible(on), working_->setVisible(on); }

void Board::choose(View view) {
    view_ = view;
    tick_->setVisible(view == boards || view == sheets);

    words_->button(view)->setChecked(true);
    stack_->setCurrentIndex(view == picture ? 0 : view == plans ? 2 : 1);
    shown_ = {""};  // no view has such a choice: the row of choices is made anew
    refresh();
    say(tr_(std::string{"board.hand."} + kNames[view]));
}

std::vector<std::string> Board::choicesNow() const {
    std::vector<std::string> out;
    if (!answer_) return out;
    switch (view_) {
        case picture: return {"roof", "skin", "mesh", "slice"};
        case floor: break;
        case face: return {"front", "right", "back", "left", "section"};
        case frame:
            out = {"front", "right", "back", "left", "roofframe"};
            // A slab has none.
            if (answer_->settled->applies("floor.joist")) out.emplace_back("floorframe");
            for (const int r : answer_->settled->rows("partitions")) out.push_back(partitionKey(r));
            // Of the run that is shown, its four sides follow it.
            for (const int r : answer_->settled->rows("runs")) {
                out.push_back(runKey(r));
                if (pick_.contains(frame) && pick_.at(frame).starts_with(runKey(r) + "/"))
                    for (const auto which : kRunFrames) out.push_back(runKey(r) + "/" + std::string{which});
            }
            return out;
        case boards:
            for (const auto& s : answer_->cuts->boardStock)
                if (std::ranges::find(out, s.profile) == out.end()) out.push_back(s.profile);
            break;
        case sheets:
            if (!answer_->cuts->rolls.sheets.empty()) out.push_back("rolls");
            for (std::size_t i = 0; i < answer_->cuts->sheets.sheets.size(); ++i) out.push_back(std::to_string(i + 1));
            break;
        case plans: return {"before", "after"};
    }
    return out;
}

void Board::showAnswer(AnswerPtr answer) {
    answer_ = std::move(answer);
    refresh();
}

void Board::refresh() {
    auto& pick = pick_[view_];
    const auto choices = choicesNow();
    if (choices != shown_) {
        shown_ = choices;
        auto* row = static_cast<QHBoxLayout*>(picks_->layout());
        while (auto* item = row->takeAt(0)) delete item->widget(), delete item;
        for (const auto& c : choices) {
            const bool side = std::ranges::find(kSides, c) != std::end(kSides);
            const bool run = view_ == frame && c.starts_with("runs.");
            const auto text = side                                      ? tr_("side." + c)
                              : run && c.find('/') != std::string::npos ? tr_("board.run." + c.substr(c.find('/') + 1))
                              : c.starts_with("partitions.")            ? tr_("row.partitions", {c.substr(c.find('.') + 1)}).toLower()
                              : run                                     ? tr_("row.runs", {c.substr(c.find('.') + 1)}).toLower()
                              : view_ == boards                         ? tr_("stock." + c)
                              : view_ == sheets && c != "rolls"         ? qs(c)
                                                                        : tr_("board." + c);
            auto* b = wordButton(text, "pick." + qs(c));
            // Where so many stand in a row they keep close.
            if (view_ == sheets || choices.size() > 10) b->setFixedWidth(b->fontMetrics().horizontalAdvance(text) + 14);
            if (view_ == picture)
                b->setChecked(c == "roof"   ? picture_->wish.roof
                              : c == "skin" ? picture_->wish.skin
                              : c == "mesh" ? picture_->wish.mesh
                                            : picture_->wish.slice < 1);
            else if (view_ == plans)
                b->setCheckable(false);
            connect(b, &QToolButton::clicked, this, [this, c](bool on) {
                if (view_ == picture) {
                    auto& w = picture_->wish;
                    if (c == "roof")
                        w.roof = on;
                    else if (c == "skin")
                        w.skin = on;
                    else if (c == "mesh")
                        w.mesh = on;
                    else
                        w.slice = on ? 0.55 : 1;
                    return picture_->redraw();
                }
                if (view_ == plans) {
                    const int n = std::max(0, QString::fromStdString(pick_[plans]).toInt() + (c == "after" ? 1 : -1));
                    pick_[plans] = std::to_string(n);
                } else {
                    pick_[view_] = view_ == frame && c.starts_with("runs.") && c.find('/') == std::string::npos ? c + "/outer" : c;
                }
                refresh();
            });
            row->addWidget(b);
        }
        row->addStretch();
        picks_->setVisible(!choices.empty());
    }
    if (view_ != picture && view_ != plans && !choices.empty() && std::ranges::find(choices, pick) == choices.end())
        pick = view_ == sheets ? choices.back() == "rolls" ? "rolls" : "1" : choices.front();
    if (view_ != picture && view_ != plans)
        for (auto* b : picks_->findChildren<QToolButton*>()) b->setChecked(b->objectName() == "pick." + qs(pick));
    if (!answer_) return;
    const bool cut = view_ == sheets && pick != "rolls" && !pick.empty() && std::stoul(pick) <= answer_->cuts->markedSheets;
    tick_->setVisible(view_ == boards || (view_ == sheets && pick != "rolls"));
    tick_->setText(tr_(view_ == boards ? "board.tick" : cut ? "board.untick" : "board.ticksheet"));
    // Sheets that are cut already stand first, with a tick.
    for (std::size_t i = 1; view_ == sheets && i <= answer_->cuts->sheets.sheets.size(); ++i)
        if (auto* b = picks_->findChild<QToolButton*>("pick." + QString::number(i))) {
            b->setText(QString::number(i) + (i <= answer_->cuts->markedSheets ? "✓" : ""));
            b->setFixedWidth(b->fontMetrics().horizontalAdvance(b->text()) + 14);
        }
    auto& s = *answer_->settled;
    const auto units = answer_->design.units();
    std::optional<Ruler> across, up;
    if (view_ == floor) up = stockRuler(s, *answer_->prices, true);
    if (view_ == floor || ((view_ == face || view_ == frame) && std::ranges::find(kSides, pick) != std::end(kSides)))
        across = stockRuler(s, *answer_->prices, view_ != floor && sideIndex(pick) % 2 == 1);
    drawing_->lay(std::move(across), std::move(up));
    switch (view_) {
        case picture: picture_->show(answer_, inMm(s.length("keeper.height"))); break;
        case floor: drawing_->show(floorPlan(*answer_->model, s, PlanOf::live), units, floorGrips(), 80); break;
        case face:
            drawing_->show(pick == "section" ? crossSection(*answer_->model, s) : oiko::face(*answer_->model, s, pick), units, {}, 92);
            break;
        case frame:
            drawing_->show(pick == "roofframe"         ? roofFramePlan(*answer_->model, s, *answer_->takeoff)
                           : pick == "floorframe"      ? floorFramePlan(*answer_->model, s, *answer_->takeoff)
                           : pick.starts_with("runs.") ? runFrame(*answer_->model, s, *answer_->takeoff, pick.substr(0, pick.find('/')),
                                                                  pick.substr(pick.find('/') + 1))
                                                       : wallFrame(*answer_->model, s, *answer_->takeoff, pick),
                           units, {}, 84);
            break;
        case boards:
            drawing_->show(boardCards(answer_->cuts->boardParts, answer_->cuts->boardStock, answer_->cuts->boards, pick, 0, 1000,
                                      answer_->cuts->marked, *answer_->takeoff),
                           units, {}, 26, 0.085);
            break;
        case sheets:
            if (pick == "rolls")
                drawing_->show(rollCards(*answer_->cuts, 0, answer_->cuts->rolls.sheets.size()), units, {}, 26);
            else if (!choices.empty())
                drawing_->show(sheetCard(*answer_->cuts, static_cast<std::size_t>(std::stoul(pick)) - 1), units, {}, 26);
            break;
        case plans: {
            auto set = planSet(*answer_->model, s, *answer_->takeoff, *answer_->cuts, answer_->bill, *answer_->steps);
            const auto n = std::min(static_cast<std::size_t>(std::max(0, QString::fromStdString(pick).toInt())), set.pages.size() - 1);
            pick = std::to_string(n);
            say(tr_("board.page", {static_cast<std::int64_t>(n + 1), static_cast<std::int64_t>(set.pages.size())}));
            page_->show(std::move(set), n);
            break;
        }
    }
}

std::vector<std::size_t> Board::boardsShown() const {
    std::vector<std::size_t> out;
    if (!answer_) return out;
    const auto& cuts = *answer_->cuts;
    for (std::size_t i = 0; i < cuts.boards.boards.size(); ++i)
        if (cuts.boardStock[cuts.boards.boards[i].stock].profile == pick_.at(boards)) out.push_back(i);
    return out;
}

/// What the hand takes on the floor plan: walls, openings along their walls, the run's outer end.
std::vector<Grip> Board::floorGrips() const {
    auto& s = *answer_->settled;
    const double w = inMm(s.length("coop.width")), d = inMm(s.length("coop.depth"));
    std::vector<Grip> out{{"coop.width", {w, d * 0.5}, {1, 0}, 1}, {"coop.depth", {w * 0.5, d}, {0, 1}, 1}};
    for (const auto& o : answer_->model->openings) {
        if (o.kind == "gate" || o.kind == "inner_pop") continue;
        if (o.kind == "inner_door") {
            // The partition itself is moved, towards its room or away from it.
            const auto at = (o.corners[0] + o.corners[1]) * 0.5;
            static constexpr Vec2 kIn[] = {{0, 1}, {-1, 0}, {0, -1}, {1, 0}};
            out.push_back({o.side + ".room", {at.x, at.y}, kIn[sideIndex(s.choice(o.side + ".wall"))], 1});
            continue;
        }
        const auto mid = (o.corners[0] + o.corners[1]) * 0.5;
        static constexpr Vec2 kAlong[] = {{1, 0}, {0, 1}, {-1, 0}, {0, -1}};
        out.push_back({o.id + ".at", {mid.x, mid.y}, kAlong[sideIndex(o.side)], 1});
    }
    for (const int r : s.rows("runs")) {
        const auto side = s.choice(slotKey("runs", r, "side"));
        Bounds b;
        for (const auto& p : answer_->model->parts)
            if (p.role == "run-post" && p.id.starts_with("runs." + std::to_string(r) + "/")) b.add(p.box());
        static constexpr Vec2 kOut[] = {{0, -1}, {1, 0}, {0, 1}, {-1, 0}};
        const auto out2 = kOut[sideIndex(side)];
        const Vec2 mid{(b.low.x + b.high.x) / 2, (b.low.y + b.high.y) / 2};
        out.push_back({slotKey("runs", r, "length"),
                       {out2.x > 0   ? b.high.x
                        : out2.x < 0 ? b.low.x
                                     : mid.x,
                        out2.y > 0   ? b.high.y
                        : out2.y < 0 ? b.low.y
                                     : mid.y},
                       out2,
                       1});
    }
    return out;
}

void Board::light(const PartIds& parts) { picture_->light(parts), drawing_->light(parts); }
void Board::fit() { view_ == picture ? picture_->fit() : drawing_->fit(); }
void Board::zoom(double factor) { view_ == picture ? picture_->zoom(factor) : drawing_->zoom(factor); }
void Board::restyle() { picture_->redraw(), drawing_->fit(), page_->update(); }

}  // namespace oiko
