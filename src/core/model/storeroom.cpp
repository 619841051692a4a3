// Shelves along a side wall of a room parted off, each on a ledger across its studs and brackets before that, and bins that stand below
// them.
#include "core/design/storeroom.h"
#include "core/model/builder.h"

namespace oiko {

void storeRooms(Builder& b) {
    for (const auto& p : partitions(b.s)) {
        const auto place = stowage(b.s, p);
        if (!place) continue;
        const auto& w = b.wall(place->side);
        const double u0 = inMm(place->from), u1 = inMm(place->to), d = b.wallDeep, thick = inMm(thicknessOf("ply-3/4"));
        for (std::int64_t k = 0; k < b.s.count(p.key + ".shelves"); ++k) {
            const double z = inMm(kLowestShelf + kShelvesApart * k), high = b.wideOf("2x4");
            const auto n = std::to_string(k + 1);
            // From the end wall's stud to the partition.
            const bool atLeft = leftOf(p.wall) == place->side;
            const double a = atLeft ? w.length - inMm(p.wallDeep + p.room) + kIn / 4 : b.wallDeep,
                         e = atLeft ? w.length - b.wallDeep : inMm(p.wallDeep + p.room) - kIn / 4;
            b.lumber(p.key + "/ledger/" + n, "shelf-ledger", "partition", System::inside, "2x4", w.u, {0, 0, 1},
                     w.box(a, e, d, d + b.two, z - high, z));
            b.add(p.key + "/shelf/" + n, "shelf", "partition", System::inside, Form::sheet, "ply-3/4", w.u, w.inward,
                  {w.box(u0, u1, d, d + inMm(kShelfDeep), z, z + thick)});
        }
        for (std::int64_t k = 0; k < b.s.count(p.key + ".bins"); ++k) {
            const double u = u0 + inMm(kBinWide + inches(1)) * static_cast<double>(k);
            b.add(p.key + "/bin/" + std::to_string(k + 1), "feed-bin", "partition", System::inside, Form::block, "feed-bin", {0, 0, 1}, w.u,
                  {w.box(u, u + inMm(kBinWide), d + kIn, d + kIn + inMm(kBinDeep), 0, inMm(kBinTall))});
        }
    }
}

}  // namespace oiko
