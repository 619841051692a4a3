#pragma once
// Cutting lists of pieces out of stock: boards in one dimension, sheets in two by straight edge-to-edge cuts.
#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "core/base/quantity.h"

namespace oiko {

/// How an end is sawn: across the board's width, positive where the far edge is the longer, or across its thickness, positive where the
/// upper face is.
struct Slant {
    double degrees = 0;
    bool bevel = false;
    Length across;  ///< the width or thickness
    friend bool operator==(const Slant&, const Slant&) = default;
};
struct CutPart {
    std::string label, profile;
    Length length;  ///< long point to long point
    std::int64_t quantity = 1;
    Slant start{}, end{};
    friend bool operator==(const CutPart&, const CutPart&) = default;
};
struct CutStock {
    std::string label, profile;
    Length length;
    Money price;
    std::optional<std::int64_t> quantity{};  ///< nullopt: as many as wanted
    friend bool operator==(const CutStock&, const CutStock&) = default;
};
/// A board of a plan before: its wood, its length, the lengths cut from it.
struct BoardBefore {
    std::string profile;
    Length length;
    std::vector<Length> pieces;
};
struct CutRules {
    Length kerf, endTrim;               ///< kerf between neighbours; trim off both ends of each board first, its kerf included
    std::int64_t work = 0;              ///< 0: the good plan alone; else how much search may go into a better plan and its proof
    std::function<bool()> stop{};       ///< asked now and then; true ends the search with what there is
    std::vector<BoardBefore> before{};  ///< decides among plans of equal cost: what is cut as before stays so
};
struct CutPiece {
    std::size_t part;  ///< in the list given
    Length at;         ///< from the raw end of the board
    int turn = 0;      ///< laid end for end: 1, over about its length: 2
};
struct CutBoard {
    std::size_t stock;
    std::vector<CutPiece> pieces;
    Length offcut;  ///< left to keep, after the kerf of the last cut
};
struct CutPlan {
    Money cost, lowerBound;
    bool proven = false;    ///< cost equals lowerBound, and everything is placed
    bool cutShort = false;  ///< the search was stopped
    std::vector<CutBoard> boards;
    std::vector<std::pair<std::size_t, std::int64_t>> unplaced;  ///< part, how many
};
/// Each once, in the order of the list.
std::vector<std::string> profilesOf(const std::vector<CutPart>& parts);
/// A plan for all profiles. A part is cut only from stock of its own profile.
CutPlan cutBoards(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutRules& rules);

struct SheetPart {
    std::string label, sheet;
    Length width, height;
    std::int64_t quantity = 1;
    bool turns = true;  ///< false: the grain runs along its height
    friend bool operator==(const SheetPart&, const SheetPart&) = default;
};
struct SheetStock {
    std::string label, sheet;
    Length width, height;
    Money price;
    std::optional<std::int64_t> quantity{};
    friend bool operator==(const SheetStock&, const SheetStock&) = default;
};
struct Placement {
    std::size_t part;
    Length x, y, width, height;  ///< as laid
    bool turned = false;
};
struct SawCut {
    Length x0, y0, x1, y1;  ///< along the middle of the kerf
};
struct NestedSheet {
    std::size_t stock;
    std::vector<Placement> placements;
    std::vector<SawCut> cuts;
};
struct NestPlan {
    Money cost, lowerBound;
    bool proven = false;  ///< cost equals lowerBound, and all that fits a sheet is placed
    std::vector<NestedSheet> sheets;
    std::vector<std::pair<std::size_t, std::int64_t>> unplaced;
};
/// A good plan at once; given `work`, a search for a better one and a bound. Without it the bound is nothing and nothing is proven.
NestPlan nestSheets(const std::vector<SheetPart>& parts, const std::vector<SheetStock>& stock, Length kerf, std::int64_t work = 0,
                    const std::function<bool()>& stop = {});

/// What a sheet's cuts leave beside its pieces: each as a rectangle where it lies.
struct SheetOffcut {
    Length x, y, width, height;
};
std::vector<SheetOffcut> offcutsOf(const NestedSheet& sheet, const SheetStock& stock, Length kerf);

}  // namespace oiko
