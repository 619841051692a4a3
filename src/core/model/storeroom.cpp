// Shelves on brackets along a side wall of a room parted off, and bins that stand below them.
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
            const double z = inMm(kLowestShelf + kShelvesApart * k);
            b.add(p.key + "/shelf/" + std::to_string(k + 1), "shelf", "partition", System::inside, Form::sheet, "ply-3/4", w.u, w.inward,
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
