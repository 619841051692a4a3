#pragma once
// Blocks joined along whole edges, nothing lost, until they are the sheets themselves.
#include <functional>
#include <optional>

#include "core/cutting/repack.h"

namespace oiko {

/// Sizes in nanometres, one kerf added to each side of piece and sheet alike: so a kerf lies between neighbours and none at the edge.
struct Oblong {
    std::int64_t w, h;
    friend bool operator==(const Oblong&, const Oblong&) = default;
};
/// Square millimetres.
inline double areaOf(Oblong o) { return static_cast<double>(o.w) * static_cast<double>(o.h) / 1e12; }
inline Oblong turnedIf(Oblong o, bool turned) { return turned ? Oblong{o.h, o.w} : o; }

/// A piece, or two blocks joined along a whole edge, of like length, with nothing lost between them.
struct Block {
    Oblong size;
    bool turns;
    int piece = -1;       ///< else
    int a = -1, b = -1;   ///< places of the blocks joined
    bool beside = false;  ///< b right of a; else above it
    bool turnA = false, turnB = false;
};
/// All blocks made so far, those of the pieces first, and the places of those that are in no other.
struct Joined {
    std::vector<Block> blocks;
    std::vector<int> open;
};

/// At most so many pairs joined, those along the rarest edges first, with some chance in it.
Joined someJoined(const std::vector<Oblong>& sheets, std::vector<Block> pieces, std::size_t pairs, Dice& dice);

/// The pieces of a list that fills its sheets exactly, joined to these sheets: two tries of a fixed length side by side, each with a
/// chance of its own, and the first of them that comes out is taken, the same on every machine. Nullopt: neither did, or `stop`, asked
/// by the caller's thread alone, said so. `work` is counted down. More than 400 pieces are not tried.
std::optional<Joined> joinedToSheets(const std::vector<Oblong>& sheets, const std::vector<Block>& pieces, std::int64_t& work, Dice& dice,
                                     const std::function<bool()>& stop);

}  // namespace oiko
