// What rooms parted off have of their own: a board under the partition's plate where the floor is the earth within a curb; blocks between
// the rafters on the plate of one along the coop.
// Shelves along a side wall of a room parted off, each on a ledger across its studs and brackets before that, and bins that stand below
// them.
#include <algorithm>
#include <set>

#include "core/design/storeroom.h"
#include "core/model/builder.h"

namespace oiko {

std::pair<double, double> boardUnder(const Builder& b, const WallFrame& w) {
    const double beside = inMm(curbWide(b.s));
    auto ends = std::pair{beside, w.length - beside};
    // A corner's ends at the board that the other partition stands on.
    if (const auto p = partitionOf(b.s, w.side); !p.within.empty()) {
        const double other = inMm(partitionOf(b.s, p.within).reach()) - (b.wallDeep + b.two) / 2;
        p.around == leftOf(p.wall) ? ends.second = other : ends.first = w.length - other;
    }
    return ends;
}

/// From curb to curb under the middle of its plate, the foot in the earth.
static void boardsUnder(Builder& b, const WallFrame& w) {
    const std::string stock{boardUnderPlate(b.s)};
    const double d = (b.wallDeep - b.two) / 2;
    const auto [first, last] = boardUnder(b, w);
    inBoards(b.s, first, last, b.studMiddles(w), 1e9, [&](double from, double to, const std::string& n) {
        if (auto* p = b.lumber(w.side + "/board" + n, "plate-board", w.assembly(), System::inside, stock, w.u, {0, 0, 1},
                               w.box(from, to, d, d + b.two, -b.wideOf(stock), 0)))
            p->side = w.side;
    });
}

/// From rafter to rafter over the plate's lower edge, up to their tops; let in over the end walls' plates, which rise with the roof.
static void blocksOver(Builder& b, const WallFrame& w) {
    // From where a corner's partition begins, to where it ends: at the other's cover, which goes up between them.
    const auto [start, stop] = std::minmax({w.at(w.from, 0, 0).x, w.at(w.to, 0, 0).x});
    const bool atStart = start<b.wallDeep + kSameMm, atStop = stop> b.wide - b.wallDeep - kSameMm;
    const double leastX = atStart ? -kSameMm : start, mostX = atStop ? b.wide + kSameMm : stop;
    std::set<double> rafters;
    for (const auto& p : b.model.parts)
        if (p.system == System::roof && (p.role == "rafter" || p.role == "ceiling-joist"))
            if (const auto x = p.box(); x.low.x > leastX && x.high.x < mostX) rafters.insert(x.low.x);
    if (!atStop) rafters.insert(stop);
    const double faces[] = {w.at(0, 0, 0).y, w.at(0, b.wallDeep, 0).y}, foot = b.floor + w.top;
    const bool first = b.under(faces[0]) < b.under(faces[1]);
    const double low = faces[first ? 0 : 1], inner = low + (faces[first ? 1 : 0] > low ? b.two : -b.two), head = b.over(low),
                 end = b.wallDeep;
    const auto stock = boardAtLeast(b, head - foot);
    const double top = foot + std::min(head - foot, b.wideOf(stock));
    const auto piece = [&](double from, double to, double z) {
        return from < to - kSameMm ? box({from, low, z}, {to, inner, top}) : Solid{};
    };
    double from = atStart ? -1e9 : start;
    for (const double x : rafters) {
        if (from > -1e9 && x - from >= 2 * kIn - kSameMm)
            if (auto* p = b.lumber(w.side + "/block/" + tenths(x), "eave-block", w.assembly(), System::inside, stock, {1, 0, 0}, {0, 0, 1},
                                   piece(std::max(from, end), std::min(x, b.wide - end), foot))) {
                p->side = w.side;
                for (const auto& [a, e] : {std::pair{from, end}, std::pair{b.wide - end, x}})
                    if (auto over = piece(a, e, b.under(inner)); !over.empty()) p->solids.push_back(std::move(over));
            }
        from = x + b.two;
    }
}

void storeRooms(Builder& b) {
    for (const auto& w : b.partitions) {
        if (earthFloor(b.s)) boardsUnder(b, w);
        if (!w.sloping) blocksOver(b, w);
    }
    for (const auto& p : partitions(b.s)) {
        const auto place = stored(b.s, p) ? stowage(b.s, p) : std::nullopt;
        if (!place) continue;
        const auto& w = b.wall(place->side);
        // Bins stand on the earth within a curb, beside it.
        const bool earth = earthFloor(b.s);
        const double u0 = inMm(place->from), u1 = inMm(place->to), d = b.wallDeep, thick = inMm(thicknessOf("ply-3/4"));
        for (std::int64_t k = 0; k < b.s.count(p.key + ".shelves"); ++k) {
            const double z = inMm(lowestShelf(b.s, p.key) + kShelvesApart * k), high = b.wideOf("2x4");
            const auto n = std::to_string(k + 1);
            // From the end wall's stud to the partition.
            const bool atLeft = leftOf(p.wall) == place->side;
            const double a = atLeft ? w.length - inMm(p.wallDeep + p.room) + kIn / 4 : b.wallDeep,
                         e = atLeft ? w.length - b.wallDeep : inMm(p.wallDeep + p.room) - kIn / 4;
            b.lumber(p.key + "/ledger/" + n, "shelf-ledger", "partition", System::inside, "2x4", w.u, {0, 0, 1},
                     w.box(a, e, d, d + b.two, z - high, z));
            // No longer than a sheet.
            const int boards = static_cast<int>(std::ceil((u1 - u0) / (96 * kIn)));
            for (int i = 0; i < boards; ++i)
                b.add(p.key + "/shelf/" + n + (i > 0 ? "/" + std::to_string(i + 1) : ""), "shelf", "partition", System::inside, Form::sheet,
                      "ply-3/4", w.u, w.inward,
                      {w.box(u0 + (u1 - u0) * i / boards, u0 + (u1 - u0) * (i + 1) / boards, d, d + inMm(kShelfDeep), z, z + thick)});
        }
        for (std::int64_t k = 0; k < b.s.count(p.key + ".bins"); ++k) {
            const double u = u0 + inMm(kBinWide + inches(1)) * static_cast<double>(k), foot = earth ? -b.floor : 0,
                         in = std::max(d + kIn, earth ? inMm(curbWide(b.s)) + kIn / 4 : 0);
            b.add(p.key + "/bin/" + std::to_string(k + 1), "feed-bin", "partition", System::inside, Form::block, "feed-bin", {0, 0, 1}, w.u,
                  {w.box(u, u + inMm(kBinWide), in, in + inMm(kBinDeep), foot, foot + inMm(kBinTall))});
        }
    }
}

}  // namespace oiko
