#pragma once
#include <map>
#include <QScrollArea>
#include <QWidget>

#include "app/document.h"
#include "app/engine.h"
#include "words/words.h"

namespace oiko {

/// A live value in a sentence: nailed when set, resting in its holes when it follows a rule. Its object name is its slot.
class ValueWord final : public QWidget {
    Q_OBJECT
public:
    ValueWord(std::string slot, QWidget* parent);
    void show(const QString& text, bool set);
    const QString& text() const { return text_; }
    bool isSet() const { return set_; }
    const std::string& slot() const { return slot_; }
    void light(bool on);
    bool lit() const { return lit_; }
    QSize sizeHint() const override;

Q_SIGNALS:
    void opened(const QString& typed);
    void givenBack();
    void pointed(bool on);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void enterEvent(QEnterEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    std::string slot_;
    QString text_;
    bool set_ = false, lit_ = false;
};

/// Flowing text with values among its words.
class ParagraphView final : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;
    struct Token {
        QString text;  ///< plain words; empty where a value stands
        ValueWord* value = nullptr;
        QString measure;  ///< id of a result
        bool spaceBefore = true;
        bool bold = false;
    };
    std::vector<Token> tokens;
    void setMeasures(const std::map<QString, QString>& measures);
    void flow();
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override;
    QSize sizeHint() const override { return {240, heightForWidth(240)}; }
    QString spoken() const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    int place(int width, bool really) const;
    struct Laid {
        QPoint at;
        QString text;
        bool bold, measured;
    };
    mutable std::vector<Laid> laid_;
    std::map<QString, QString> measures_;
};

/// One notch of the thumb index: a stage's name and, when something needs attention, its mark.
class StageTab final : public QWidget {
    Q_OBJECT
public:
    StageTab(std::string stage, QWidget* parent);
    void setState(std::optional<State> state);

Q_SIGNALS:
    void chosen();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    std::string stage_;
    std::optional<State> state_;
};

/// The letter: a paragraph a stage, and the notched edge that leads to each.
class Letter final : public QWidget {
    Q_OBJECT

Q_SIGNALS:
    void pointed(const QString& slot);

public:
    Letter(Document& document, Engine& engine, QWidget* parent = nullptr);
    void showAnswer(AnswerPtr answer);
    void open(const std::string& slot, const QString& typed = {});
    void openAt(const std::string& slot, QPoint global, const QString& typed = {});
    void goTo(Stage stage);
    ValueWord* word(const std::string& slot) const;
    void refresh();
    /// A wash on the words that belong to what is pointed at elsewhere.
    void light(const std::vector<std::string>& lit);

private:
    void rebuild();
    QWidget* heading(const std::string& stage);
    void parse(ParagraphView* view, const words::Paragraph& paragraph, int row, Settled& settled);
    Document& document_;
    Engine& engine_;
    AnswerPtr answer_;
    QScrollArea* scroll_;
    QWidget* sheet_ = nullptr;
    QWidget* thumb_;
    std::map<std::string, ValueWord*> words_;
    std::vector<ParagraphView*> paragraphs_;
    std::map<std::string, QWidget*> heads_;
    std::vector<std::string> shape_;  ///< slots shown; a change rebuilds
    std::map<std::string, StageTab*> notches_;
};

}  // namespace oiko
