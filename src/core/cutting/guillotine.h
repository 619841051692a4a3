#pragma once
// Pieces laid on given sheets so that straight edge-to-edge cuts part them.
#include "core/cutting/joiner.h"

namespace oiko {

struct NestCase {
    std::vector<Oblong> piece;  ///< each piece stands for itself
    std::vector<bool> turns;    ///< by piece: may be turned a quarter
    std::vector<double> area;   ///< by piece, square millimetres without its kerf: what is left out is weighed by it
};

/// Sheets of one size, so many to be had.
struct Rack {
    Oblong size;
    std::int64_t copies;
};
/// A block laid at the lower left corner of a free oblong, and how that was cut: across first, or up first.
struct Laying {
    int block;
    bool turned;
    std::size_t sheet;
    std::int64_t x, y;
    Oblong room;
    bool across;
};
struct Layout {
    std::vector<Block> blocks;  ///< those of the pieces first
    std::vector<Laying> layings;
    std::vector<std::size_t> sheets;  ///< the rack of each sheet begun
    std::vector<int> out;             ///< blocks that found no place
};
/// The pieces of the blocks that found no place.
std::vector<std::size_t> piecesOut(const Layout& layout);
/// Area of what is left out, square millimetres.
double areaOut(const NestCase& given, const Layout& layout);

/// The blocks one after another, the largest first by one of several orders, each where it fits tightest; a new sheet, of the
/// first rack that takes it, where it fits on none begun. `variant` from 0 to kVariants - 1.
inline constexpr int kVariants = 12;
Layout laidInTurn(const NestCase& given, const std::vector<Rack>& racks, int variant);

/// Searches until nothing is left out, `work` is done or `stop` says so; the best found, by least area out. In turn: joining blocks that
/// share a whole edge until they are the sheets themselves, peeling one sheet from its edges, and annealing the order in which blocks
/// are laid.
/// Source: Wong and Liu, "A new algorithm for floorplan design", 23rd Design Automation Conference (1986), for annealing sliced
/// layouts. From memory.
Layout searched(const NestCase& given, const std::vector<Rack>& racks, std::int64_t work, Dice& dice, const std::function<bool()>& stop);

}  // namespace oiko
