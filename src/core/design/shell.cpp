#include "core/design/shell.h"

#include <algorithm>
#include <cmath>

#include "core/catalog/lumber.h"
#include "core/catalog/stock.h"
#include "core/design/layout.h"

namespace oiko {

int Shell::localSide(std::string_view side) const { return (sideIndex(side) - turn + 4) % 4; }

double Shell::rafterUndersideMm(double y) const { return inMm(lowWall) + rise * (inMm(deep) - inMm(seat) - y); }

Length Shell::underPlates(std::string_view side, Length at, Length width) const {
    const int local = localSide(side);
    if (local == 2) return lowWall - plates;
    if (local == 0) return highWall - plates;
    // Seen from outside, the local right wall runs front to back from its left end, the local left wall back to front.
    const double far = local == 1 ? inMm(at + width) : inMm(deep - at);
    return mm(rafterUndersideMm(far) - inMm(plates) / std::cos(inRadians(pitch)));
}

Length Shell::rafterLength() const {
    const double a = inRadians(pitch);
    return mm((inMm(deep) + 2 * inMm(overhang)) / std::cos(a) + inMm(rafterDeep) * std::tan(a));
}

Length birdsmouthSeat(Length rafterDeep, Angle pitch, Length plateWide) {
    const double s = std::sin(inRadians(pitch));
    const double most = s > 0 ? inMm(rafterDeep) / 4 / s : 1e9;
    return std::min(plateWide, mm(most));
}

Shell shellOf(Ask& ask) {
    Shell s;
    const auto fall = sideIndex(ask.choice("roof.falls_to"));
    s.turn = (fall + 2) % 4;
    const auto w = ask.length("coop.width"), d = ask.length("coop.depth");
    s.wide = fall % 2 == 0 ? w : d;
    s.deep = fall % 2 == 0 ? d : w;
    s.pitch = ask.angle("roof.pitch");
    s.rise = std::tan(inRadians(s.pitch));
    s.plates = kPlate * (ask.choice("frame.top_plates") == "doubled" ? 2 : 1);
    s.rafterDeep = profile(ask.choice("roof.rafter"))->wide;
    s.seat = birdsmouthSeat(s.rafterDeep, s.pitch, kWallDeep);
    s.overhang = ask.length("roof.overhang");
    s.rake = ask.length("roof.rake");
    s.joistDeep = profile(ask.choice("floor.joist"))->wide;
    s.deck = thicknessOf(ask.choice("floor.deck"));
    s.floorTop = ask.choice("foundation.kind") == "skids" ? inches(3.5) + s.joistDeep + s.deck : ask.length("floor.height");
    s.lowWall = ask.length("coop.low_wall");
    s.highWall = s.lowWall + mm(s.rise * inMm(s.deep - kWallDeep));
    return s;
}

std::string_view headerStock(Length opening) { return opening <= feet(3) ? "2x4" : opening <= feet(5) ? "2x6" : "2x8"; }

Length headerDeep(bool bearing, Length opening) { return bearing ? profile(headerStock(opening))->wide : kPlate; }

Length highestHead(const Shell& s, std::string_view side, Length at, Length width) {
    // The header reaches over the trimmers, and on a sloping wall over the kings too.
    const auto beside = kBesideOpening;
    return s.underPlates(side, at - beside, width + beside * 2) - headerDeep(s.bearing(side), width);
}

std::vector<Length> runPosts(Ask& ask, Length outside) {
    const auto span = outside - inches(3.5);
    const auto board = readLength(ask.choice("stock.longest"), Units::imperial).value() - ask.length("cut.trim") * 2;
    const auto most = std::min(feet(10), board - inches(3.75)).count();
    const auto bays = std::max<std::int64_t>(1, (span.count() + most - 1) / most);
    std::vector<Length> out;
    for (std::int64_t i = 0; i <= bays; ++i) out.push_back(Length::ticks(span.count() * i / bays));
    return out;
}

Length runAlongWall(Ask& ask, const std::string& run) {
    return std::min(ask.length(run + ".width"), wallLength(ask, ask.choice(run + ".side")) - ask.length(run + ".at"));
}

std::vector<Length> runInnerPosts(Ask& ask, const std::string& run) {
    const auto width = ask.length(run + ".width"), along = runAlongWall(ask, run);
    auto out = runPosts(ask, along);
    if (width > along)
        for (const auto p : runPosts(ask, width - along + kWallDeep))
            if (p > Length{}) out.push_back(along - kWallDeep + p);
    return out;
}

Length runBeamDeep(Length width) { return inches(width > feet(6) ? 5.5 : 3.5); }

std::optional<Length> runBeamBefore(Ask& ask, const Shell& shell, std::string_view side, Length at, Length width) {
    for (const int row : ask.rows("runs")) {
        const auto run = "runs." + std::to_string(row);
        const auto from = ask.length(run + ".at"), to = from + ask.length(run + ".width");
        if (ask.choice(run + ".side") == side && at + width > from && at < to)
            return ask.length(run + ".height") - runBeamDeep(to - from) - shell.floorTop;
    }
    return std::nullopt;
}

Length roofEdge(const Shell& s, std::string_view side) {
    const double fascia = 50.8;  // the fascia hangs below the rafters' plumb cut by less than this
    const double low = s.rafterUndersideMm(inMm(s.deep + s.overhang)) - fascia;
    // Over the high wall the rafters rise outwards: they are lowest at the wall itself.
    const double high = std::min(s.rafterUndersideMm(0), s.rafterUndersideMm(-inMm(s.overhang)) - fascia);
    return s.floorTop + mm(s.localSide(side) == 0 ? high : low);
}

}  // namespace oiko
