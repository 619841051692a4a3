#pragma once
// Words for widgets: ids to QStrings, and the signed figures of an effect.
#include <QPainter>
#include <QString>

#include "core/answer/answer.h"
#include "render/theme.h"
#include "words/words.h"

namespace oiko {

QString tr_(std::string_view id);
QString tr_(std::string_view id, std::vector<Arg> args, Units units = Units::imperial);
/// +$38, −$12, same.
QString signedMoney(Money m);
QString signedMass(Mass m, Units units);
QString signedCount(std::int64_t n);
QString signedShare(double share);
/// By how much the other of two equal kinds of figure is more or less, in full: +$223.31, −280 lb, same.
QString signedDifference(const Arg& now, const Arg& other, Units units);
/// The half-lap joint that tells a state: home, half hollow, apart; dots for what is not judged.
void paintMark(QPainter& painter, QRectF box, std::optional<State> state, QColor color);
QColor stateColor(const Theme& theme, std::optional<State> state);
/// "7' 3 1/2"", as the letter shows a slot's value.
QString shownValue(const Param& param, const Value& value, Units units);
/// The label of a slot, with its row: "Window's width" of windows.2 is "Window 2: Window's width".
QString slotLabel(const std::string& slot);
/// Changes as a keeper would ask for them: "Siding grooved panels 3/8"".
QString changesInWords(const std::vector<Change>& changes);
/// The theme the whole window wears.
const Theme& theme();
void wear(bool night);

}  // namespace oiko
