#include "core/design/storeroom.h"

#include <algorithm>

#include "core/design/layout.h"

namespace oiko {

Length lowestShelf(Ask& ask, const std::string& partition) {
    return innerDoors(ask) || ask.count(partition + ".bins") > 0 ? kLowestShelf : kCupboardShelf;
}

Length stowageTop(Ask& ask, const Partition& p) {
    const auto shelves = ask.count(p.key + ".shelves");
    return shelves > 0                      ? lowestShelf(ask, p.key) + kShelvesApart * (shelves - 1) + inches(10)
           : ask.count(p.key + ".bins") > 0 ? kBinTall + inches(2)
                                            : Length{};
}

std::optional<Stowage> stowage(Ask& ask, const Partition& p) {
    const auto shell = shellOf(ask);
    const auto top = stowageTop(ask, p), low = ask.count(p.key + ".bins") > 0 ? Length{} : lowestShelf(ask, p.key) - inches(1);
    const auto corner = cornerOf(ask, p);
    const auto end = wallLength(ask, p.wall), way = wallDeep(ask) + kShelfDeep + inches(3);
    for (const bool atLeft : {true, false}) {
        // The end wall's left end is the right end of the side round that corner.
        const auto side = atLeft ? leftOf(p.wall) : rightOf(p.wall);
        const auto length = wallLength(ask, side), near = wallDeep(ask) + beforeWall(ask), far = p.wallDeep + p.room - inches(2);
        const Stowage out{side, atLeft ? length - far : near, atLeft ? length - near : far};
        const auto bars = [&](Length at, Length wide) { return atLeft ? at < way : at + wide > end - way; };
        bool free = !(innerDoors(ask) && bars(ask.length(p.key + ".door_at"), ask.length(p.key + ".door_width"))) &&
                    top <= shell.underPlates(side, out.from, out.to - out.from) && !(corner && corner->wall == side);
        for (const std::string_view list : {"doors", "windows", "vents"})
            for (const int n : ask.rows(list)) {
                const auto row = std::string{list} + "." + std::to_string(n);
                const auto& wall = ask.choice(row + ".wall");
                const auto at = ask.length(row + ".at"), wide = ask.length(row + ".width"), high = ask.length(row + ".height");
                const auto foot = list == "doors"     ? Length{}
                                  : list == "windows" ? ask.length(row + ".sill")
                                                      : highestHead(shell, wall, at, wide) - high;
                // One comes in through a door in the end wall, unless it is a cupboard's; what opens in the side wall opens on to them.
                if (innerDoors(ask) && wall == p.wall && list == "doors" && bars(at, wide)) free = false;
                if (wall == side && at < out.to + inches(2) && at + wide > out.from - inches(2) && foot < top + inches(2) &&
                    foot + high > low)
                    free = false;
            }
        if (free) return out;
    }
    return std::nullopt;
}

}  // namespace oiko
