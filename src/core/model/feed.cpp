// Feeders and drinkers, hung on chains under rafters where birds and keeper reach them, and a box to bathe in dust: clear of the drop zone,
// of doors and of all that stands there. In a run bars and logs to sit on, and a roofed corner.
#include <algorithm>
#include <cmath>
#include <optional>

#include "core/design/litter.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kRound = 12 * kIn, kHigh = 15 * kIn;  ///< of a feeder and of a drinker. Common practice
constexpr double kAround = 2 * kIn;                    ///< from whatever stands beside
constexpr double kBeforeDoor = 24 * kIn, kBeforePop = 18 * kIn;
constexpr double kShortChain = 4 * kIn;

/// How high over (x, y) a solid begins; nullopt: it is not over it.
std::optional<double> underside(const Solid& s, double x, double y) {
    double low = -1e300, high = 1e300;
    for (const auto& plane : facePlanes(s)) {
        const double rest = plane.offset - plane.normal.x * x - plane.normal.y * y;  // normal.z * z <= rest
        if (std::fabs(plane.normal.z) < 1e-9) {
            if (rest < 0) return std::nullopt;
        } else if (plane.normal.z > 0) {
            high = std::min(high, rest / plane.normal.z);
        } else {
            low = std::max(low, rest / plane.normal.z);
        }
    }
    return low < high ? std::optional{low} : std::nullopt;
}

struct Larder {
    Builder& b;
    bool outside;                ///< in a run:
    std::string run{};           ///< the first, or this one
    Bounds room{};               ///< the birds', in plan
    std::vector<Bounds> kept{};  ///< places that stay free, and where something hangs already
    std::optional<Vec3> door{};  ///< where the keeper comes in
    std::vector<Bounds> parts{};

    void keepFree(const Bounds& place) { kept.push_back({{place.low.x, place.low.y, -1e6}, {place.high.x, place.high.y, 1e6}}); }

    void indoors() {
        room = b.birdsRoom();
        for (const auto& w : b.walls)
            for (const auto& h : w.holes) {
                const bool way = h.kind == "people_door" || h.kind == "clean_out";
                if (way && !door) door = w.at((h.u0 + h.u1) / 2, 0, 0);
                // One leans in through a clean-out; where one walks in the way stays free.
                if (h.kind == "people_door" || h.kind == "pop")
                    keepFree(b.outside(w, h.u0, h.u1, -(h.kind == "pop" ? kBeforePop : kBeforeDoor), 0));
            }
    }
    void inTheRun() {
        const auto rows = b.s.rows("runs");
        if (rows.empty()) return;
        const auto place = runPlace(b.s, run.empty() ? runKey(rows.front()) : run);
        const auto& w = b.wall(place.side);
        const double from = inMm(place.at), v = inMm(runOffset(b.s));
        room = b.outside(w, from, from + inMm(place.width), v, v + inMm(place.length));
        for (const auto& o : b.model.openings)
            if (o.id == place.key + ".gate") door = (o.corners[0] + o.corners[1]) * 0.5;
        if (door) keepFree({*door - Vec3{kBeforeDoor, kBeforeDoor, 0}, *door + Vec3{kBeforeDoor, kBeforeDoor, 0}});
        for (const auto& h : w.holes)
            if (h.kind == "pop")
                keepFree(b.outside(w, h.u0, h.u1, 0,
                                   v + (rampDoor(b.s, h.row) ? std::max(kBeforePop, inMm(rampDoorTall(b.s, h.row))) : kBeforePop)));
    }

    struct Hook {
        Vec3 top;  ///< of what hangs there, in the middle
        double foot, chain;
        std::string rafter;
    };
    /// The free place nearest to where the keeper comes in.
    std::optional<Hook> nearest(double lift) const {
        std::optional<Hook> best;
        double least = 1e300;
        for (const auto& p : b.model.parts) {
            if (p.role != "rafter" && p.role != "ceiling-joist") continue;
            const auto box = p.box();
            const bool alongX = box.size().x > box.size().y;
            const double a = alongX ? std::max(box.low.x, room.low.x) : std::max(box.low.y, room.low.y),
                         e = alongX ? std::min(box.high.x, room.high.x) : std::min(box.high.y, room.high.y);
            for (double at = std::ceil(a / (3 * kIn)) * 3 * kIn; at < e; at += 3 * kIn) {
                const double x = alongX ? at : (box.low.x + box.high.x) / 2, y = alongX ? (box.low.y + box.high.y) / 2 : at;
                const double half = kRound / 2 + kAround;
                if (x - half < room.low.x || x + half > room.high.x || y - half < room.low.y || y + half > room.high.y) continue;
                const double far = door ? std::hypot(x - door->x, y - door->y) : 0;
                if (far >= least) continue;
                const double foot = (outside ? b.ground.at(x, y) : earthFloor(b.s) ? 0 : b.floor) + lift, head = foot + kHigh;
                std::optional<double> hook;
                for (const auto& solid : p.solids)
                    if (const auto z = underside(solid, x, y)) hook = hook ? std::min(*hook, *z) : *z;
                if (!hook || *hook < head + kShortChain) continue;
                const Bounds stands{{x - half, y - half, foot - lift + kIn}, {x + half, y + half, head + kAround}},
                    chain{{x - kIn / 2, y - kIn / 2, head}, {x + kIn / 2, y + kIn / 2, *hook - 1}};
                const auto taken = [&](const Bounds& other) { return other.meets(stands, 0) || other.meets(chain, 0); };
                if (std::ranges::any_of(kept, taken) || std::ranges::any_of(parts, taken)) continue;
                best = Hook{{x, y, head}, foot, *hook - head, p.id}, least = far;
            }
        }
        return best;
    }

    /// What stands in the room, and where nothing may. False: there is no such room.
    bool look() {
        outside ? inTheRun() : indoors();
        if (room.low.x > room.high.x) return false;
        // What slopes overhead fills its bounds by little; a chain's length keeps things clear of it.
        const auto overhead = [](const Part& p) {
            return (p.system == System::roof && p.role != "rafter-tie" && p.role != "roof-post" && p.role != "post-base") ||
                   p.role == "rafter" || p.role == "purlin" || p.role == "filler" || coversRoof(p.role) ||
                   p.id.find("/mesh/top/") != std::string::npos;
        };
        for (const auto& p : b.model.parts)
            if (const auto box = p.box(); !overhead(p) && box.meets({{room.low.x, room.low.y, -1e6}, {room.high.x, room.high.y, 1e6}}, 0))
                for (const auto& solid : p.solids) parts.push_back(bounds(solid));
        for (const auto& c : b.model.clear) parts.push_back(bounds(c.solid));
        // No droppings fall below the roosts and what reaches down from them.
        for (const auto& c : b.model.clear)
            if (c.id == "roosts/zone") keepFree(bounds(c.solid));
        return true;
    }

    void hang() {
        if (!look()) return;
        const double lift = inMm(b.s.length("feed.height") + (outside ? runLitterDeep(b.s) : litterDeep(b.s)));
        for (const std::string kind : {"feeder", "drinker"})
            for (std::int64_t n = 1; n <= b.s.count(kind == "feeder" ? "feed.count" : "water.count"); ++n) {
                const auto place = nearest(lift);
                if (!place) return;
                const auto id = "feed/" + kind + "/" + std::to_string(n);
                b.add(id, kind, "feed", System::inside, Form::block, kind, {0, 0, 1}, {1, 0, 0},
                      {rod({place->top.x, place->top.y, place->foot}, {0, 0, kHigh}, {1, 0, 0}, kRound)});
                b.join(id, place->rafter, Joint::Kind::hangs, place->chain);
                const double beside = kRound / 2 + 4 * kIn;  // birds eat between two
                keepFree({place->top - Vec3{beside, beside, 0}, place->top + Vec3{beside, beside, 0}});
            }
    }

    /// The free place of this size as far from the door as it goes, by its low corner, on the ground or the floor; kept free to `above`.
    std::optional<Vec3> farthest(double wideX, double wideY, double above, double inset = 0) const {
        std::optional<Vec3> best;
        double most = -1;
        for (double x = room.low.x + inset + kIn; x + wideX + inset <= room.high.x; x += 3 * kIn)
            for (double y = room.low.y + inset + kIn; y + wideY + inset <= room.high.y; y += 3 * kIn) {
                Bounds place{{x, y, 0}, {x + wideX, y + wideY, 0}};
                const double foot = outside ? b.ground.lowest(place) : earthFloor(b.s) ? 0 : b.floor;
                place.low.z = foot + kTouchMm, place.high.z = foot + above;
                const double far = door ? std::hypot(x + wideX / 2 - door->x, y + wideY / 2 - door->y) : 0;
                const auto taken = [&](const Bounds& other) { return other.meets(place, 0); };
                if (far <= most || std::ranges::any_of(kept, taken) || std::ranges::any_of(parts, taken)) continue;
                best = Vec3{x, y, foot}, most = far;
            }
        return best;
    }

    /// Dust is best dry; bars and logs leave the room under the roof to who lies there.
    void leaveCorner() {
        if (const auto* roof = b.model.find("roofed/roof")) keepFree(roof->box());
    }

    /// A bar to sit on by day, 4 ft long and 16 in up, on two legs with feet; a paw's reach from the mesh. Common practice.
    void perch(int n) {
        if (!look()) return;
        leaveCorner();
        const double long_ = 48 * kIn, foot = 20 * kIn, high = 16 * kIn, bar = b.two, deep = b.wideOf("2x4"), reach = 6 * kIn;
        auto at = farthest(long_, foot, high + 12 * kIn, reach);
        const bool alongX = at.has_value();
        if (!alongX) at = farthest(foot, long_, high + 12 * kIn, reach);
        if (!at) return;
        const auto put = [&](const std::string& name, std::string_view role, std::string stock, Vec3 along, Vec3 across, double u0,
                             double u1, double v0, double v1, double z0, double z1) {
            const auto corner = [&](double u, double v, double z) { return *at + (alongX ? Vec3{u, v, z} : Vec3{v, u, z}); };
            b.lumber("perches/" + std::to_string(n) + "/" + name, role, "perches", System::inside, std::move(stock), along, across,
                     box(corner(u0, v0, z0), corner(u1, v1, z1)));
        };
        const Vec3 u = alongX ? Vec3{1, 0, 0} : Vec3{0, 1, 0}, v = alongX ? Vec3{0, 1, 0} : Vec3{1, 0, 0}, up{0, 0, 1};
        put("bar", "perch", "2x2", u, v, 0, long_, (foot - bar) / 2, (foot + bar) / 2, high - bar, high);
        for (const bool far : {false, true}) {
            const std::string end = far ? "right" : "left";
            const double a = far ? long_ - 6 * kIn - deep : 6 * kIn, leg = a + (deep - b.two) / 2;
            put("foot/" + end, "perch-foot", "2x4pt", v, u, a, a + deep, 0, foot, 0, b.two);
            put("leg/" + end, "perch-leg", "2x4", up, v, leg, leg + b.two, (foot - deep) / 2, (foot + deep) / 2, b.two, high - bar);
        }
    }

    /// A log to sit on, a paw's reach from the mesh.
    void stump(int n) {
        if (!look()) return;
        leaveCorner();
        const double wide = inMm(kStumpWide), high = inMm(kStumpHigh);
        const auto at = farthest(wide, wide, high + 12 * kIn, 6 * kIn);
        if (!at) return;
        b.add("stumps/" + std::to_string(n), "stump", "perches", System::inside, Form::block, "stump", {0, 0, 1}, {1, 0, 0},
              {rod(*at + Vec3{wide / 2, wide / 2, 0}, {0, 0, high}, {1, 0, 0}, wide)});
    }

    /// A tub to bathe in, a hand from the mesh, and a block on edge beside it to climb in by.
    void tub() {
        if (!look()) return;
        leaveCorner();
        const double wide = inMm(kTubWide), high = inMm(kTubHigh), step = inMm(kBlockHigh), long_ = inMm(kBlockLong);
        const auto at = farthest(wide + step, wide, high + 24 * kIn, 6 * kIn);
        if (!at) return;
        b.add("tub/1", "tub", "perches", System::inside, Form::block, "bathing-tub", {0, 0, 1}, {1, 0, 0},
              {rod(*at + Vec3{wide / 2, wide / 2, 0}, {0, 0, high}, {1, 0, 0}, wide)});
        const auto foot = *at + Vec3{wide, (wide - long_) / 2, 0};
        b.add("tub/step", "tub-step", "perches", System::inside, Form::block, "block-4x8x16", {0, 1, 0}, {0, 0, 1},
              {box(foot, foot + Vec3{step, long_, inMm(kBlockWide)})});
    }

    /// A dry corner under a half sheet, walled towards the mesh on two sides, in the corner that lies farthest from the gate: 30 in high at
    /// the mesh, where rain runs off, an inch higher each 8. Common practice.
    void corner() {
        if (!look()) return;
        const double side = 46 * kIn, rise = 1 / 8.0, c = std::cos(std::atan(rise)), plan = side * c, low = 30 * kIn;
        // Low mesh or rafters over it reach down into the room that it wants.
        for (const auto& part : b.model.parts)
            if (part.role == "rafter" || part.role == "purlin" || part.id.find("/mesh/top/") != std::string::npos)
                for (const auto& solid : part.solids) parts.push_back(bounds(solid));
        const auto at = farthest(side, side, low + side * rise + 4 * kIn);
        if (!at) return;
        // From the corner at the mesh inwards: u along x, v along y, where the roof rises.
        const bool right = room.high.x - (at->x + side) < at->x - room.low.x, back = room.high.y - (at->y + side) < at->y - room.low.y;
        const auto p = [&](double u, double v, double z) {
            return Vec3{right ? at->x + side - u : at->x + u, back ? at->y + side - v : at->y + v, at->z + z};
        };
        const Vec3 u{right ? -1.0 : 1.0, 0, 0}, v{0, back ? -1.0 : 1.0, 0}, up{0, 0, 1}, fall = unit(v + up * rise),
                                                                                         off = unit(up - v * rise);
        const double half = inMm(thicknessOf("ply-1/2")), roof = inMm(thicknessOf("ply-3/4")), deep = b.wideOf("2x4"), in = 2 * kIn,
                     far = plan - in, bar = deep / c;
        const auto top = [&](double y) { return low + (y - in) * rise; };
        const auto slab = [&](double u0, double u1, std::initializer_list<std::pair<double, double>> outline) {
            std::vector<Vec3> points;
            for (const auto& [y, z] : outline) points.push_back(p(u0, y, z));
            return prism(points, u * (u1 - u0));
        };
        const auto put = [&](const std::string& name, std::string_view role, Form form, std::string stock, Vec3 along, Vec3 wide, Solid s) {
            b.add("roofed/" + name, role, "perches", System::inside, form, std::move(stock), along, wide, {std::move(s)});
        };
        for (const bool inner : {false, true}) {
            const double a = inner ? side - in - b.two : in;
            const std::string end = inner ? "inner" : "outer";
            for (const bool front : {false, true}) {
                const double y = front ? far - deep : in;
                put("leg/" + end + (front ? "/high" : "/low"), "corner-leg", Form::lumber, "2x4pt", up, v,
                    slab(a, a + b.two, {{y, 0}, {y + deep, 0}, {y + deep, top(y + deep) - bar}, {y, top(y) - bar}}));
            }
            put("rail/" + end, "corner-rail", Form::lumber, "2x4", fall, off,
                slab(a, a + b.two, {{in, top(in) - bar}, {far, top(far) - bar}, {far, top(far)}, {in, top(in)}}));
        }
        // Half a hand above the ground, for air, and up to the roof.
        const double foot = 2 * kIn;
        put("wall/low", "corner-wall", Form::sheet, "ply-1/2", up, u,
            box(p(in, in - half, foot), p(side - in, in, top(in - half) - kTouchMm)));
        put("wall/side", "corner-wall", Form::sheet, "ply-1/2", up, v,
            slab(in - half, in, {{in, foot}, {far, foot}, {far, top(far)}, {in, top(in)}}));
        const auto head = p(0, roof * std::sin(std::atan(rise)), top(roof * std::sin(std::atan(rise))));
        const Vec3 edge[] = {head, head + fall * side, head + fall * side + off * roof, head + off * roof};
        put("roof", "corner-roof", Form::sheet, "ply-3/4", fall, u, prism(edge, u * side));
    }

    /// A frame of boards on edge, 2 ft square inside, filled with sand 4 1/2 in deep; as far from the door as it goes. Room for three or
    /// four birds at a square foot each. Common practice.
    void bath() {
        if (!look()) return;
        const double clear = 24 * kIn, whole = clear + 2 * b.one, high = b.wideOf("1x6"), above = 18 * kIn;
        const auto best = farthest(whole, whole, above);
        if (!best) return;
        const auto [x, y, z] = *best;
        const auto board = [&](const char* name, Vec3 along, double xa, double xb, double ya, double yb) {
            b.lumber(std::string{"bath/"} + name, "bath", "bath", System::inside, "1x6", along, {0, 0, 1},
                     box({x + xa, y + ya, z}, {x + xb, y + yb, z + high}));
        };
        board("1", {1, 0, 0}, 0, whole, 0, b.one), board("2", {1, 0, 0}, 0, whole, whole - b.one, whole);
        board("3", {0, 1, 0}, 0, b.one, b.one, whole - b.one), board("4", {0, 1, 0}, whole - b.one, whole, b.one, whole - b.one);
        b.add("bath/sand", "dust", "bath", System::inside, Form::block, "sand", {1, 0, 0}, {0, 1, 0},
              {box({x + b.one, y + b.one, z}, {x + whole - b.one, y + whole - b.one, z + 4.5 * kIn})});
    }
};

}  // namespace

void feed(Builder& b) {
    Larder{b, b.s.choice("feed.place") == "run"}.hang();
    if (roofedCorner(b.s)) Larder{b, true, rainyRun(b.s)}.corner();
    if (const auto& place = b.s.choice("bath.place"); place != "none") Larder{b, place == "run"}.bath();
    if (tubWanted(b.s)) Larder{b, true}.tub();
    for (int n = 1; n <= perchesWanted(b.s); ++n) Larder{b, true}.perch(n);
    for (int n = 1; n <= stumpsWanted(b.s); ++n) Larder{b, true}.stump(n);
}

}  // namespace oiko
