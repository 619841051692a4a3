#pragma once
// What the keeper has already: boards, sheets and mesh by their own sizes, hardware by the piece; and boards that are cut already.
#include <optional>
#include <string>
#include <vector>

#include "core/base/notation.h"

namespace oiko {

struct OnHand {
    std::string what;  ///< a profile of the catalogue (2x4, ply-3/4, mesh), or the id of an item sold by the piece or pack
    Length a, b;       ///< board: its length; sheet: width and height, the grain along the height; mesh: width and length; item: none
    std::int64_t count = 1;
    Money price{};  ///< of one board or sheet, where it is not free: a neighbour's pile, a salvage yard
    friend bool operator==(const OnHand&, const OnHand&) = default;
};
inline constexpr std::int64_t kMostOnHand = 100'000;
inline constexpr std::size_t kMostOnHandRows = 200;

/// As people say it: 6 2x4 7' 2" ; 2x6pt 8' at 1.50 ; 2 ply-1/2 40" x 48" ; 3 strap-hinge-6. No count is one, no price is free. Refused
/// with what was expected.
Result<OnHand> readOnHand(std::string_view text, Units units);
/// Reads back to the same.
std::string exactOnHand(const OnHand& thing, Units units);

/// How an end was sawn: across the width, or as a bevel across the thickness; no degrees are a square cut.
struct SawnEnd {
    double degrees = 0;
    bool bevel = false;
    friend bool operator==(const SawnEnd&, const SawnEnd&) = default;
};
/// A board that is cut, and stays as it was cut whatever is changed.
struct MarkedBoard {
    std::string item;  ///< catalogue id; empty: it was on hand
    std::string profile;
    Length length;
    struct Piece {
        Length at, length;
        int turn = 0;                           ///< laid end for end: 1, over about its length: 2
        std::optional<SawnEnd> start{}, end{};  ///< nullopt: not known, of an older file
        friend bool operator==(const Piece&, const Piece&) = default;
    };
    std::vector<Piece> pieces;
    Length offcut;
    friend bool operator==(const MarkedBoard&, const MarkedBoard&) = default;
};

/// A sheet that is cut: its pieces as they lie, and the saw's cuts in order.
struct MarkedSheet {
    std::string item;  ///< catalogue id; empty: it was on hand, or came out of an opening
    std::string sheet;
    Length width, height;
    struct Piece {
        Length x, y, width, height;
        bool turned;
        friend bool operator==(const Piece&, const Piece&) = default;
    };
    struct Cut {
        Length x0, y0, x1, y1;
        friend bool operator==(const Cut&, const Cut&) = default;
    };
    std::vector<Piece> pieces;
    std::vector<Cut> cuts;
    friend bool operator==(const MarkedSheet&, const MarkedSheet&) = default;
};

}  // namespace oiko
