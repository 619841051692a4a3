// What is cut from what: the lists as the cutting room takes them, what the keeper has, what is cut already, and the plan of the rest.
#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/catalog/lumber.h"
#include "core/cutting/slants.h"
#include "core/design/timber.h"
#include "core/purchase/purchase.h"

namespace oiko {
namespace {

constexpr std::int64_t kSheetShare = 12;  ///< a step of sheets is so much less than one of boards

auto& piecesOf(CutBoard& b) { return b.pieces; }
auto& piecesOf(NestedSheet& s) { return s.placements; }
auto& boughtOf(CutPlan& p) { return p.boards; }
auto& boughtOf(NestPlan& p) { return p.sheets; }

/// The parts that are still to be placed, with their place in the whole list.
template <class Part>
std::pair<std::vector<Part>, std::vector<std::size_t>> still(const std::vector<Part>& parts, const std::vector<std::int64_t>& counts) {
    std::pair<std::vector<Part>, std::vector<std::size_t>> out;
    for (std::size_t i = 0; i < parts.size(); ++i)
        if (counts[i] > 0) out.first.push_back(parts[i]), out.first.back().quantity = counts[i], out.second.push_back(i);
    return out;
}

/// A plan of what `counts` still asks for, from all stock at once; or first from what is on hand, which stands from `sold` on, and the
/// rest from what is sold. Indices of the plan are those of the whole lists.
template <class Plan, class Part, class Stock, class Solve>
Plan planned(const std::vector<Part>& parts, std::vector<std::int64_t> counts, const std::vector<Stock>& stock, std::size_t sold,
             bool handFirst, const Solve& solve) {
    const auto part = [&](const std::vector<Stock>& from, std::size_t offset) {
        const auto [list, at] = still(parts, counts);
        Plan plan = solve(list, from);
        for (auto& b : boughtOf(plan)) {
            b.stock += offset;
            for (auto& p : piecesOf(b)) p.part = at[p.part];
        }
        for (auto& u : plan.unplaced) u.first = at[u.first];
        return plan;
    };
    if (!handFirst || sold == stock.size()) return part(stock, 0);
    auto hand = part({stock.begin() + static_cast<std::ptrdiff_t>(sold), stock.end()}, sold);
    std::ranges::fill(counts, 0);
    for (const auto& [p, n] : hand.unplaced) counts[p] += n;
    auto rest = part({stock.begin(), stock.begin() + static_cast<std::ptrdiff_t>(sold)}, 0);
    // What is on hand is used whatever it costs: its price is no matter of the search.
    rest.cost += hand.cost, rest.lowerBound += hand.cost;
    auto& all = boughtOf(rest);
    all.insert(all.begin(), boughtOf(hand).begin(), boughtOf(hand).end());
    return rest;
}

// What boards and sheets that are cut have in common.
bool sameSize(const CutStock& s, const MarkedBoard& m) { return s.profile == m.profile && s.length == m.length; }
bool sameSize(const SheetStock& s, const MarkedSheet& m) { return s.sheet == m.sheet && s.width == m.width && s.height == m.height; }
CutStock asStock(const MarkedBoard& m, std::string label, Money price) { return {std::move(label), m.profile, m.length, price, 0}; }
SheetStock asStock(const MarkedSheet& m, std::string label, Money price) {
    return {std::move(label), m.sheet, m.width, m.height, price, 0};
}
CutBoard asCut(const MarkedBoard& m, std::size_t stock) { return {stock, {}, m.offcut}; }
NestedSheet asCut(const MarkedSheet& m, std::size_t stock) {
    NestedSheet out{stock, {}, {}};
    for (const auto& c : m.cuts) out.cuts.push_back({c.x0, c.y0, c.x1, c.y1});
    return out;
}
bool isPiece(const CutPart& p, const MarkedBoard& m, const MarkedBoard::Piece& piece) {
    // A piece with slanting ends is no square one of its length.
    const auto as = [](const std::optional<SawnEnd>& was, const Slant& s) {
        return !was || (std::fabs(was->degrees - s.degrees) < 0.05 && (was->bevel == s.bevel || s.degrees == 0));
    };
    return p.profile == m.profile && p.length == piece.length && as(piece.start, p.start) && as(piece.end, p.end);
}
bool isPiece(const SheetPart& p, const MarkedSheet& m, const MarkedSheet::Piece& piece) {
    return p.sheet == m.sheet && p.width == (piece.turned ? piece.height : piece.width) &&
           p.height == (piece.turned ? piece.width : piece.height);
}
CutPiece placed(std::size_t part, const MarkedBoard::Piece& p) { return {part, p.at, p.turn}; }
Placement placed(std::size_t part, const MarkedSheet::Piece& p) { return {part, p.x, p.y, p.width, p.height, p.turned}; }

/// What is cut already goes first, as it was cut: its pieces are taken off `counts`, it itself off what is `left` of the stock.
template <class Cut, class Marked, class Part, class Stock>
std::vector<Cut> cutAlready(CutLists& lists, const std::vector<Marked>& marks, const std::vector<Part>& parts, std::vector<Stock>& stock,
                            const Catalog& prices, std::vector<std::int64_t>& counts, std::vector<Stock>& left) {
    std::vector<Cut> out;
    for (const auto& marked : marks) {
        auto cut = asCut(marked, left.size());
        const auto from = std::ranges::find_if(left, [&](const Stock& s) {
            return marked.item.empty() ? lists.onHand.contains(s.label) && sameSize(s, marked) && *s.quantity > 0
                                       : s.label == marked.item && s.quantity != 0;
        });
        if (from == left.end()) {
            // No longer sold or listed: it is there all the same.
            const auto* item = findItem(prices, marked.item);
            left.push_back(asStock(marked, marked.item.empty() ? "cut" : marked.item, item ? item->price.value_or(Money{}) : Money{}));
            stock.push_back(left.back()), stock.back().quantity = 1;
            if (!item) lists.onHand.emplace("cut", CutLists::kOpening - 1);
        } else {
            cut.stock = static_cast<std::size_t>(from - left.begin());
            if (from->quantity) --*from->quantity;
        }
        for (const auto& piece : marked.pieces) {
            std::size_t i = 0;
            while (i < counts.size() && (counts[i] == 0 || !isPiece(parts[i], marked, piece))) ++i;
            if (i == counts.size())
                ++lists.surplus;
            else
                --counts[i], piecesOf(cut).push_back(placed(i, piece));
        }
        out.push_back(std::move(cut));
    }
    return out;
}

}  // namespace

bool CutLists::fromOpening(std::size_t sheet) const {
    const auto at = onHand.find(sheetStock[sheets.sheets[sheet].stock].label);
    return at != onHand.end() && at->second == kOpening;
}
std::int64_t CutLists::wholeSheets() const {
    std::int64_t n = 0;
    for (std::size_t i = 0; i < sheets.sheets.size(); ++i) n += !fromOpening(i);
    return n;
}

std::vector<BoardBefore> boardsBefore(const CutLists& cuts) {
    std::vector<BoardBefore> out;
    for (const auto& b : cuts.boards.boards) {
        const auto& stock = cuts.boardStock[b.stock];
        out.push_back({stock.profile, stock.length, {}});
        for (const auto& c : b.pieces) out.back().pieces.push_back(cuts.boardParts[c.part].length);
    }
    return out;
}

MarkedSheet markedSheet(const CutLists& cuts, std::size_t sheet) {
    const auto& b = cuts.sheets.sheets[sheet];
    const auto& stock = cuts.sheetStock[b.stock];
    MarkedSheet out{cuts.onHand.contains(stock.label) ? "" : stock.label, stock.sheet, stock.width, stock.height, {}, {}};
    for (const auto& p : b.placements) out.pieces.push_back({p.x, p.y, p.width, p.height, p.turned});
    for (const auto& c : b.cuts) out.cuts.push_back({c.x0, c.y0, c.x1, c.y1});
    return out;
}

MarkedBoard markedBoard(const CutLists& cuts, std::size_t board) {
    const auto& b = cuts.boards.boards[board];
    const auto& stock = cuts.boardStock[b.stock];
    MarkedBoard out{cuts.onHand.contains(stock.label) ? "" : stock.label, stock.profile, stock.length, {}, b.offcut};
    for (const auto& c : b.pieces) {
        const auto& p = cuts.boardParts[c.part];
        out.pieces.push_back({c.at, p.length, c.turn, SawnEnd{p.start.degrees, p.start.bevel}, SawnEnd{p.end.degrees, p.end.bevel}});
    }
    return out;
}

std::vector<OnHand> leftWhenBuilt(const CutLists& cuts, const Bill& bill, const std::vector<OnHand>& had, Length least, Length kerf) {
    std::vector<OnHand> out;
    const auto add = [&](OnHand thing) {
        const auto same = std::ranges::find_if(
            out, [&](const OnHand& o) { return o.what == thing.what && o.a == thing.a && o.b == thing.b && o.price == thing.price; });
        if (same == out.end())
            out.push_back(std::move(thing));
        else
            same->count += thing.count;
    };
    for (std::size_t i = 0; i < had.size(); ++i) {
        auto rest = had[i];
        rest.count -= static_cast<std::int64_t>(std::ceil(bill.usedOnHand[i]));
        if (rest.count > 0) add(rest);
    }
    for (const auto& b : cuts.boards.boards)
        if (b.offcut >= least) add({cuts.boardStock[b.stock].profile, b.offcut, Length{}, 1});
    const auto offcuts = [&](const NestPlan& plan, const std::vector<SheetStock>& stock, Length lost) {
        for (const auto& b : plan.sheets)
            for (const auto& o : offcutsOf(b, stock[b.stock], lost))
                if (std::min(o.width, o.height) >= least) add({stock[b.stock].sheet, o.width, o.height, 1});
    };
    offcuts(cuts.sheets, cuts.sheetStock, kerf), offcuts(cuts.rolls, cuts.rollStock, Length{});
    // What openings leave and no sheet of the plan is.
    for (std::size_t j = 0; j < cuts.sheetStock.size(); ++j) {
        const auto& o = cuts.sheetStock[j];
        const auto at = cuts.onHand.find(o.label);
        if (at == cuts.onHand.end() || at->second != CutLists::kOpening || std::min(o.width, o.height) < least) continue;
        const auto whole = *o.quantity - std::ranges::count(cuts.sheets.sheets, j, &NestedSheet::stock);
        if (whole > 0) add({o.sheet, o.width, o.height, whole});
    }
    for (const auto& l : bill.lines)
        if (const auto whole = std::floor(l.leftOver); whole >= 1) add({l.item, Length{}, Length{}, static_cast<std::int64_t>(whole)});
    return out;
}

std::vector<OnHand> usable(Settled& s) { return s.choice("onhand.use") == "no" ? std::vector<OnHand>{} : s.design().onHand; }

CutRules cutRules(Settled& s) { return {s.length("cut.kerf"), s.length("cut.trim"), 0, {}}; }

CutLists cutLists(const Takeoff& t, Settled& s, const Catalog& prices, const CutRules& rules) {
    CutLists out;
    const auto longest = longestSold(s);
    std::vector<std::string> boards, sheets, rolls;
    const auto once = [](std::vector<std::string>& list, const std::string& x) {
        if (std::ranges::find(list, x) == list.end()) list.push_back(x);
    };
    for (const auto& p : t.pieces) {
        if (p.form == Form::lumber) {
            const auto* section = profile(p.stock);
            const auto slant = [&](const EndCut& e) -> Slant {
                if ((e.miterDeg != 0) == (e.bevelDeg != 0)) return {};  // square, or aslant both ways: nothing lies into it
                return e.bevelDeg != 0 ? Slant{e.bevelDeg, true, section->thick}
                                       : Slant{e.miterDeg, false, p.ripped ? p.width : section->wide};
            };
            out.boardParts.push_back({p.mark, p.stock, p.length, p.count(), slant(p.saw.start), slant(p.saw.end)});
            out.boardPartsOf.push_back(p.parts);
            once(boards, p.stock);
        } else if (p.form == Form::sheet) {
            out.sheetParts.push_back({p.mark, p.stock, p.width, p.length, p.count(), !p.grain});
            out.sheetPartsOf.push_back(p.parts);
            once(sheets, p.stock);
        } else if (p.form == Form::mesh || p.form == Form::roll) {
            // Wider than the widest roll: strips side by side, lapped 2 in on wood.
            Length widest{};
            for (const auto* r : ofProfile(prices, p.stock)) widest = std::max(widest, r->a);
            const auto across = p.form == Form::mesh ? std::min(p.length, p.width) : p.width;
            const auto along = p.form == Form::mesh ? std::max(p.length, p.width) : p.length;
            const auto strips = std::max<std::int64_t>(1, (across.count() + widest.count() - 1) / widest.count());
            const auto lap = strips > 1 ? inches(2) : Length{};
            out.rollParts.push_back(
                {p.mark, p.stock, std::min(widest, Length::ticks(across.count() / strips) + lap), along, p.count() * strips, false});
            out.rollPartsOf.push_back(p.parts), out.rollLaps.push_back(std::max(lap, p.form == Form::roll ? p.lap : Length{}));
            once(rolls, p.stock);
        }
    }
    // A board or sheet without a price counts like its kind's others by length or area, so that a plan is made; the bill still says what is
    // missing.
    const auto size = [](const StockItem& i) { return i.kind == StockItem::Kind::board ? inMm(i.a) : inMm(i.a) * inMm(i.b); };
    std::map<std::string, std::pair<double, double>> known;
    for (const auto& item : prices)
        if (item.price) known[item.profile].first += inUnits(*item.price), known[item.profile].second += size(item);
    for (const auto& item : prices) {
        const auto& [sum, over] = known[item.profile];
        const auto guess = item.price.value_or(over > 0 ? money(sum / over * size(item)) : money(size(item) / 100));
        if (item.kind == StockItem::Kind::board && item.a <= longest && std::ranges::find(boards, item.profile) != boards.end())
            out.boardStock.push_back({item.id, item.profile, item.a, guess, std::nullopt});
        if (item.kind == StockItem::Kind::sheet && std::ranges::find(sheets, item.profile) != sheets.end())
            out.sheetStock.push_back({item.id, item.profile, item.a, item.b, guess, std::nullopt});
        if (item.kind == StockItem::Kind::roll && std::ranges::find(rolls, item.profile) != rolls.end())
            out.rollStock.push_back({item.id, item.profile, item.a, item.b, guess, std::nullopt});
    }
    // A board left whole is not sawn: what the saw's grid makes longer than it, by half a sixteenth at most, is that board.
    for (auto& part : out.boardParts)
        for (const auto& board : out.boardStock)
            if (board.profile == part.profile && part.length > board.length && part.length - board.length <= inches(0.03125))
                part.length = board.length;
    const auto soldBoards = out.boardStock.size(), soldSheets = out.sheetStock.size(), soldRolls = out.rollStock.size();
    const auto have = usable(s);
    for (std::size_t i = 0; i < have.size(); ++i) {
        const auto label = "onhand:" + std::to_string(i + 1);
        if (std::ranges::find(boards, have[i].what) != boards.end())
            out.boardStock.push_back({label, have[i].what, have[i].a, have[i].price, have[i].count}), out.onHand[label] = i;
        if (std::ranges::find(sheets, have[i].what) != sheets.end())
            out.sheetStock.push_back({label, have[i].what, have[i].a, have[i].b, have[i].price, have[i].count}), out.onHand[label] = i;
        if (std::ranges::find(rolls, have[i].what) != rolls.end())
            out.rollStock.push_back({label, have[i].what, have[i].a, have[i].b, have[i].price, have[i].count}), out.onHand[label] = i;
    }
    // Openings leave pieces of the panels, whatever sheets those come from; a saw's cut goes off all round.
    for (const auto& p : t.pieces)
        for (const auto& c : p.cutouts) {
            const auto w = c.across - rules.kerf * 2, h = c.along - rules.kerf * 2;
            const auto used = [&](const SheetPart& q) {
                return q.sheet == p.stock && ((q.width <= w && q.height <= h) || (q.turns && q.height <= w && q.width <= h));
            };
            if (std::ranges::none_of(out.sheetParts, used)) continue;
            const auto label = "opening:" + p.mark + (&c == p.cutouts.data() ? "" : "." + std::to_string(&c - p.cutouts.data() + 1));
            out.sheetStock.push_back({label, p.stock, w, h, Money{}, p.count()}), out.onHand[label] = CutLists::kOpening;
        }
    const bool handFirst = s.choice("onhand.use") == "first";
    const auto countsOf = [](const auto& parts) {
        std::vector<std::int64_t> counts;
        for (const auto& p : parts) counts.push_back(p.quantity);
        return counts;
    };
    const auto markedFirst = [](auto& plan, const auto& marked, const auto& stock) {
        for (const auto& b : marked) plan.cost += stock[b.stock].price, plan.lowerBound += stock[b.stock].price;
        boughtOf(plan).insert(boughtOf(plan).begin(), marked.begin(), marked.end());
        return marked.size();
    };
    auto counts = countsOf(out.boardParts);
    auto left = out.boardStock;
    const auto cutBefore = cutAlready<CutBoard>(out, s.design().cutBoards, out.boardParts, out.boardStock, prices, counts, left);
    out.boards = planned<CutPlan>(out.boardParts, counts, left, soldBoards, handFirst, [&](const auto& parts, const auto& stock) {
        return cutNested(parts, stock, rules, onGrid(25.4 / 16, s.design().units()));
    });
    out.marked = markedFirst(out.boards, cutBefore, out.boardStock);
    auto sheetCounts = countsOf(out.sheetParts);
    auto leftSheets = out.sheetStock;
    const auto sheetsBefore =
        cutAlready<NestedSheet>(out, s.design().cutSheets, out.sheetParts, out.sheetStock, prices, sheetCounts, leftSheets);
    out.sheets = planned<NestPlan>(
        out.sheetParts, sheetCounts, leftSheets, soldSheets, handFirst,
        [&](const auto& parts, const auto& stock) { return nestSheets(parts, stock, rules.kerf, rules.work * kSheetShare, rules.stop); });
    out.markedSheets = markedFirst(out.sheets, sheetsBefore, out.sheetStock);
    out.rolls = planned<NestPlan>(out.rollParts, countsOf(out.rollParts), out.rollStock, soldRolls, handFirst,
                                  [&](const auto& parts, const auto& stock) { return nestSheets(parts, stock, Length{}); });
    return out;
}

}  // namespace oiko
