#pragma once
// The program's English, by id: data/words/en.txt, compiled in. The core says ids; window, tool and papers say words.
#include <string>
#include <string_view>

#include "core/base/notation.h"
#include "core/drawing/drawing.h"

namespace oiko::words {

bool has(std::string_view id);
/// The words of an id; the id in angle brackets where there are none, so that a gap shows.
std::string text(std::string_view id);
/// {0}, {1} … filled in with the arguments, quantities in these units.
std::string say(const Message& message, Units units);
std::string say(const Say& say, Units units);
/// `WHERE: WHAT; WHAT TO DO` without the WHERE.
std::string say(const Error& error, Units units);

/// What stands before an amount: the sign of the design that is shown or printed, by its prices.currency. Dollars until set.
void setCurrency(std::string_view currency);
std::string moneySign();
/// By its frame.timber: of metric timber the words of "metric.ID" go before those of an id, of planed timber those of "planed.ID" before
/// both.
void setTimber(std::string_view name);

/// One paragraph of the letter: a stage, the list it repeats for (or empty), and its text with {key}, [id], {?key}…{/} and ⟨row⟩.
struct Paragraph {
    std::string stage, list, text;
};
const std::vector<Paragraph>& letter();

}  // namespace oiko::words
