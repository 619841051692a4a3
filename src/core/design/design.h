#pragma once
// The document: what is set, and nothing else. Everything that follows by rule is settled from it.
#include <map>
#include <memory>
#include <optional>
#include <set>
#include <string>
#include <unordered_map>
#include <vector>

#include "core/catalog/stock.h"
#include "core/design/onhand.h"
#include "core/design/param.h"

namespace oiko {

/// One wish: KEY=VALUE; an empty text gives the value back to its rule; `windows.2=` takes the row away.
struct Change {
    std::string key, text;
    friend bool operator==(const Change&, const Change&) = default;
};

/// Every value of a design, set or by rule. Immutable once made; cheap to keep.
class Settled;

/// A coop kept beside the design, by name: its answers alone. Prices and stock are the keeper's, whatever is built.
struct Alternative {
    std::string name;
    std::map<std::string, Value> set;
    std::map<std::string, std::set<int>> rows;
    friend bool operator==(const Alternative&, const Alternative&) = default;
};
/// As many as can be looked at beside each other without losing sight.
inline constexpr std::size_t kMostAlternatives = 6;

class Design {
public:
    /// A new design: nothing set, one door, pop door, window, two vents, one run.
    Design();

    /// All changes as one, or the first that can't be: unreadable, out of its limits, or clashing with what is set.
    Result<Design> with(const std::vector<Change>& changes) const;
    /// The same, said to a person: where choices clash, what is offered has been tried, or is looked for. Up to five hundred settlings.
    Result<Design> withOffer(const std::vector<Change>& changes) const;
    /// What that offers where it has been tried: taken after the changes, or in the place of the one of its slot, nothing clashes.
    std::optional<Change> offerFor(const std::vector<Change>& changes) const;
    /// The same without the test of clashes: for files, whose content is judged as a whole by clash().
    Result<Design> withUnjudged(const std::vector<Change>& changes) const;

    Units units() const;
    const std::map<std::string, Value>& set() const { return set_; }
    const std::map<std::string, std::set<int>>& rows() const { return rows_; }
    bool isSet(std::string_view key) const { return set_.contains(std::string{key}); }
    std::vector<int> rows(std::string_view list) const;
    /// The number a new row gets: never one used before in this document.
    int nextRow(std::string_view list) const;

    /// The keeper's own prices, by catalogue id; over those of the sample book.
    std::map<std::string, std::optional<Money>> prices;
    std::string pricesDate{kSamplePricesDate};
    /// What the items cost that changed when many prices came in together, and of what day those are.
    std::map<std::string, std::optional<Money>> pricesBefore;
    std::string pricesBeforeDate;
    /// With these prices, typed one by one, or come in together: then what changed by it is kept. `day` is today's, in ISO 8601.
    Design withPrices(const std::map<std::string, std::optional<Money>>& changed, const std::string& day, bool together) const;
    /// What the keeper has, and boards and sheets that are cut; of the document, whatever coop it holds.
    std::vector<OnHand> onHand;
    std::vector<MarkedBoard> cutBoards;
    std::vector<MarkedSheet> cutSheets;
    /// Kept beside; at most kMostAlternatives, each with a name of its own.
    std::vector<Alternative> alternatives;
    /// This coop as it stands, to be kept.
    Alternative keptAs(std::string name) const { return {std::move(name), set_, rows_}; }
    /// That coop in place of this one, in the units of this document; prices and what is kept stay.
    Design taking(const Alternative& other) const;
    /// Why this can't be the name of one more that is kept; nullopt: it can.
    std::optional<Error> refusedName(std::string_view name) const;
    /// For readers of files: the highest row number ever used.
    void noteUsed(const std::string& list, int row);
    void clearRows();
    void addRow(const std::string& list, int row) { rows_[list].insert(row), noteUsed(list, row); }
    const std::map<std::string, int>& used() const { return used_; }

    friend bool operator==(const Design&, const Design&) = default;

private:
    std::map<std::string, Value> set_;
    std::map<std::string, std::set<int>> rows_;
    std::map<std::string, int> used_;
};

class Settled final : public Ask {
public:
    explicit Settled(const Design& design);
    const Design& design() const { return design_; }
    /// A slot's value; the slot must exist. Answers rules on first asking and keeps them.
    const Value& value(std::string_view key) override;
    bool isSet(std::string_view key) const override { return design_.isSet(key); }
    std::vector<int> rows(std::string_view list) const override { return design_.rows(list); }
    int row() const override { return row_; }
    bool applies(std::string_view key);
    /// Every slot of the design that applies, in the table's order.
    std::vector<std::string> slots();

private:
    Design design_;
    std::unordered_map<std::string, Value> known_;
    std::set<std::string> answering_;
    int row_ = 0;
};

/// Two choices that can't both be. `first` and `second` are slots; `nearest`, when there is one, is a change that would do.
struct Clash {
    std::string id;  ///< words: clash.<id>
    std::string first, second;
    std::vector<Arg> args;
    std::optional<Change> nearest{};
};
std::optional<Clash> clash(Settled& settled);
/// The ids of all clashes that clash() can name: one list for screen, `set` and random tests.
std::span<const std::string_view> clashIds();

/// The limits of a slot as things stand, and what sets each: the fixed table, or a clash on the way from the present value.
struct Limits {
    Value low, high;
    std::optional<Clash> lowBy, highBy;
};
/// For length, angle, area, load and count. Steps of 1/16 in or 1 mm, whole counts, hundredths of a degree.
/// About 30 settlings a side.
Limits limits(const Design& design, const std::string& slot);
/// What an arrow key moves a length by: half an inch or 10 mm, `fine` a sixteenth or 1 mm; or from place to place.
Length arrowStep(Settled& settled, std::string_view slot, bool fine);
/// A change of either choice after which nothing clashes: the one that the clash names where that is enough, else the nearest value of the
/// first, of the second, or of what else stands in the first's row. Up to five hundred settlings.
std::optional<Change> wayOut(const Design& design, const Clash& clash);
/// The value nearest to `wanted`, from the present one towards it, that nothing clashes with. A drag stops there.
Value nearestThatWorks(const Design& design, const std::string& slot, const Value& wanted);

}  // namespace oiko
