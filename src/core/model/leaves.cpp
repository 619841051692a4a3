// What closes the openings: hinged leaves of siding on a frame, sliding pop doors with ramps, window panes and shutters, mesh.
#include <algorithm>
#include <cmath>
#include <limits>

#include "core/catalog/skins.h"
#include "core/design/litter.h"
#include "core/design/screens.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kGap = 0.125 * kIn;

struct Fitter {
    Builder& b;
    const WallFrame& w;
    const Hole& h;
    Part* put(const std::string& name, std::string_view role, Form form, std::string stock, Vec3 along, Vec3 across,
              std::vector<Solid> solids) {
        auto* p = b.add(h.row + "/" + name, role, w.assembly(), System::openings, form, std::move(stock), along, across, std::move(solids));
        if (p) p->side = w.side, p->opening = h.row;
        return p;
    }
    Part* board(const std::string& name, std::string_view role, std::string stock, Vec3 along, Vec3 across, Solid solid) {
        return put(name, role, Form::lumber, std::move(stock), along, across, {std::move(solid)});
    }
    static constexpr Vec3 kUp{0, 0, 1};
    /// Thickness of the sheets that line the wall there.
    double lining() const {
        const bool lined = w.form != Form::mesh && opensToBirds(b.s, w.side, mm(h.u0), mm(h.u1 - h.u0));
        return lined ? inMm(liningThick(b.s)) : 0;
    }

    /// What a leaf shuts against, from the wall's outer face; a wall of 2x2 leaves no play before it.
    static constexpr double kStopDeep = 1.5 * kIn;
    double stopFace() const { return std::min(b.one + kIn / 16, b.wallDeep - b.one); }

    /// Leaves in the plane of the siding, or of a partition's cover, and the stops they shut against: one; two above each other; or two
    /// beside each other, the left one with a strip over the gap between. `kind` is "single", "split" or "double".
    /// Held by `how`: on hinges, by turn buttons so that it lifts out, or with screws.
    void hingedLeaves(std::string_view kind, const std::string& sheet, const std::string& frame, Form form = Form::sheet,
                      Joint::Kind how = Joint::Kind::hinged) {
        const double u0 = h.u0 + kGap, u1 = h.u1 - kGap, z0 = h.z0 + kGap, z1 = h.z1 - kGap, gap = kGap / 2, strip = 1.25 * kIn;
        const double out = profile(sheet) ? w.skin : inMm(thicknessOf(sheet));
        const double middle = (u0 + u1) / 2, part = z0 + 0.55 * (z1 - z0);
        if (kind == "split") {
            hingedLeaf("leaf/lower/", u0, u1, z0, part - gap, false, sheet, frame, form);
            hingedLeaf("leaf/upper/", u0, u1, part + gap, z1, false, sheet, frame, form);
            board("leaf/upper/strip", "leaf-strip", "1x3", w.u, kUp, w.box(u0, u1, -out - b.one, -out, part - strip, part + strip));
        } else if (kind == "double") {
            hingedLeaf("leaf/left/", u0, middle - gap, z0, z1, false, sheet, frame, form);
            hingedLeaf("leaf/right/", middle + gap, u1, z0, z1, true, sheet, frame, form);
            board("leaf/left/strip", "leaf-strip", "1x3", kUp, w.u, w.box(middle - strip, middle + strip, -out - b.one, -out, z0, z1));
        } else {
            hingedLeaf("leaf/", u0, u1, z0, z1, false, sheet, frame, form, how);
        }
        const double d0 = stopFace(), d1 = std::min(d0 + kStopDeep, b.wallDeep);
        board("stop/left", "stop", "1x2", kUp, w.inward, w.box(h.u0, h.u0 + b.one, d0, d1, h.z0, h.z1));
        board("stop/right", "stop", "1x2", kUp, w.inward, w.box(h.u1 - b.one, h.u1, d0, d1, h.z0, h.z1));
        board("stop/head", "stop", "1x2", w.u, w.inward, w.box(h.u0 + b.one, h.u1 - b.one, d0, d1, h.z1 - b.one, h.z1));
    }

    /// Between a people door's stops, so that the litter stays in when it opens; held by turn buttons, it lifts out.
    void litterBoard() {
        const std::string stock{kickBoard(b.s)};
        const double d = stopFace(), play = kIn / 8;
        board("litter", "litter-board", stock, w.u, kUp,
              w.box(h.u0 + b.one + play, h.u1 - b.one - play, d, d + b.one, h.z0, h.z0 + b.wideOf(stock)));
    }

    /// Behind a people door's stops, over a board screwed to them: mesh on frames that open inwards.
    void screenLeaves() {
        const double stops = stopFace() + kStopDeep, high = b.wideOf(kickBoard(b.s));
        board("screen/board", "kick-board", std::string{kickBoard(b.s)}, w.u, kUp,
              w.box(h.u0, h.u1, stops, stops + b.one, h.z0, h.z0 + high));
        const auto mesh = b.s.choice("mesh.kind");
        auto behind = w;
        behind.origin = w.origin + w.inward * (stops + kIn / 16 + inMm(thicknessOf(mesh)));
        const double u0 = h.u0 + kGap, u1 = h.u1 - kGap, z0 = h.z0 + high + kGap, middle = (u0 + u1) / 2;
        // Up to the header, which may lie higher than the door before it.
        const double z1 = headInside(b, w, h) - kGap;
        Fitter f{b, behind, h};
        const bool two = mm(h.u1 - h.u0) >= kTwoScreens;
        f.hingedLeaf(two ? "screen/left/" : "screen/", u0, two ? middle - kGap / 2 : u1, z0, z1, false, mesh, "1x4", Form::mesh);
        if (two) f.hingedLeaf("screen/right/", middle + kGap / 2, u1, z0, z1, true, mesh, "1x4", Form::mesh);
        const double d = inMm(screenReach(b.s, h.row));
        b.model.clear.push_back({h.row + "/screen", h.row, w.box(h.u0, h.u1, b.wallDeep + kIn / 16, d, z0, z1)});
    }

    /// One leaf on a frame of flat boards behind it, hung on the jamb at its left or its right.
    void hingedLeaf(const std::string& name, double u0, double u1, double z0, double z1, bool atRight, const std::string& sheet,
                    const std::string& frame, Form form, Joint::Kind how = Joint::Kind::hinged) {
        const double wide = b.wideOf(frame);
        if (profile(sheet))
            boardedLeaf(name, sheet, frame, u0, u1, z0, z1);
        else
            put(name + "sheet", form == Form::mesh ? "leaf-mesh" : "leaf", form, sheet, kUp, w.u,
                {w.box(u0, u1, -inMm(thicknessOf(sheet)), 0, z0, z1)});
        board(name + "stile/left", "leaf-stile", frame, kUp, w.u, w.box(u0, u0 + wide, 0, b.one, z0, z1));
        board(name + "stile/right", "leaf-stile", frame, kUp, w.u, w.box(u1 - wide, u1, 0, b.one, z0, z1));
        if (u1 - u0 - 2 * wide > 2 * kIn) {
            board(name + "rail/bottom", "leaf-rail", frame, w.u, kUp, w.box(u0 + wide, u1 - wide, 0, b.one, z0, z0 + wide));
            if (z1 - z0 > 3 * wide)
                board(name + "rail/top", "leaf-rail", frame, w.u, kUp, w.box(u0 + wide, u1 - wide, 0, b.one, z1 - wide, z1));
            if (z1 - z0 > 48 * kIn)
                board(name + "rail/middle", "leaf-rail", frame, w.u, kUp,
                      w.box(u0 + wide, u1 - wide, 0, b.one, (z0 + z1 - wide) / 2, (z0 + z1 + wide) / 2));
        }
        const std::string side = atRight ? "right" : "left";
        b.join(h.row + "/" + name + (profile(sheet) ? "stile/" + side : "sheet"), b.jambId(w, h, atRight), how, kGap);
    }

    /// A unit in its frame, flush with the siding, packed an eighth of an inch all round and screwed to what stands beside it.
    void boughtWindow() {
        const std::string stock = "window-" + b.s.choice(h.row + ".unit");
        const double u0 = h.u0 + kGap, u1 = h.u1 - kGap, z0 = h.z0 + kGap, z1 = h.z1 - kGap, bar = 2 * kIn, d0 = -w.skin,
                     d1 = d0 + inMm(windowUnitDeep(b.s, h.row)), glass = d0 + std::min(kIn, (d1 - d0 - kIn / 2) / 2);
        put("unit", "window-unit", Form::block, stock, w.u, kUp,
            {w.box(u0, u1, d0, d1, z0, z0 + bar), w.box(u0, u1, d0, d1, z1 - bar, z1), w.box(u0, u0 + bar, d0, d1, z0 + bar, z1 - bar),
             w.box(u1 - bar, u1, d0, d1, z0 + bar, z1 - bar)});
        put("unit/light", "window-light", Form::block, stock, w.u, kUp,
            {w.box(u0 + bar, u1 - bar, glass, glass + kIn / 2, z0 + bar, z1 - bar)});
        b.join(h.row + "/unit", b.jambId(w, h, false), Joint::Kind::fastened, kGap);
    }

    /// Two panes that lap in the middle, each in a channel between upright strips at sill and head; one slides behind the other.
    void slidingPanes() {
        const double channel = 0.3125 * kIn, thick = inMm(thicknessOf("clear-1/4")), high = b.wideOf("1x2"), play = kIn / 16;
        const double middle = (h.u0 + h.u1) / 2, lap = 0.75 * kIn;
        for (int k = 0; k < 3; ++k) {
            const double d = k * (b.one + channel);
            const auto n = std::to_string(k + 1);
            board("track/sill/" + n, "window-track", "1x2", w.u, kUp, w.box(h.u0, h.u1, d, d + b.one, h.z0, h.z0 + high));
            board("track/head/" + n, "window-track", "1x2", w.u, kUp, w.box(h.u0, h.u1, d, d + b.one, h.z1 - high, h.z1));
        }
        for (const bool right : {false, true}) {
            const double d = (right ? 2 * b.one + channel : b.one) + (channel - thick) / 2;
            put(std::string{"leaf/pane/"} + (right ? "right" : "left"), "leaf-pane", Form::sheet, "clear-1/4", kUp, w.u,
                {w.box(right ? middle - lap : h.u0 + play, right ? h.u1 - play : middle + lap, d, d + thick, h.z0, h.z1 - kGap)});
        }
    }

    /// The skin's boards across the stiles, or as they stand in the wall, edge to edge; the first and last no narrower than an inch; a
    /// brace from the lower hinge up holds them square.
    void boardedLeaf(const std::string& name, const std::string& stock, const std::string& frame, double u0, double u1, double z0,
                     double z1) {
        const auto& kind = oiko::skin(b.s.choice("skin.kind"));
        const double lap = inMm(kind.lap), seen = b.wideOf(stock) - lap, t = b.skinThick,
                     rest = std::fmod(kind.upright() ? u1 - u0 : z1 - z0, seen), first = rest > kSameMm && rest < kIn ? seen / 2 : seen;
        int n = 0;
        if (kind.upright())
            for (double u = u0, row = first; u < u1 - kSameMm; u += row, row = seen)
                board(name + "board/" + std::to_string(++n), "leaf", stock, kUp, w.u, w.box(u, std::min(u + row, u1), -t, 0, z0, z1));
        for (double z = kind.upright() ? z1 : z0, row = first; z < z1 - kSameMm; z += row, row = seen) {
            const double head = std::min(z + row, z1), end = std::min(head + lap, z1);
            std::vector<Solid> solids;
            for (const auto& l : boardLayers(kind, t, z, n == 0 ? z : z + lap, head, end))
                solids.push_back(w.box(u0, u1, l.d0, l.d1, l.z0, l.z1));
            put(name + "board/" + std::to_string(n + 1), "leaf", Form::lumber, stock, w.u, kUp, std::move(solids));
            ++n;
        }
        const double wide = b.wideOf(frame), foot = z0 + wide, head = z1 - wide, inA = u0 + wide, inE = u1 - wide;
        const double top = z1 - z0 > 48 * kIn ? (z0 + z1 - wide) / 2 : head;
        if (inE - inA < 6 * kIn || top - foot < 6 * kIn) return;
        const Vec3 dir = unit(w.u * (inE - inA) + kUp * (top - foot)), across = unit(w.u * -(top - foot) + kUp * (inE - inA));
        auto brace = w.box(inA, inE, 0, b.one, foot, top);
        const Vec3 middle = centroid(brace);
        brace = cut(cut(brace, Plane::through(middle + across * (wide / 2), across)),
                    Plane::through(middle + across * (-wide / 2), across * -1));
        board(name + "brace", "leaf-brace", frame, dir, across, std::move(brace));
    }

    void mesh() {
        const double lap = b.wideOf("1x2"), d0 = b.wallDeep + lining(), d1 = d0 + kIn / 16;
        const double head = headInside(b, w, h);
        const auto kind = b.s.choice("mesh.kind");
        put("mesh", "window-mesh", Form::mesh, kind, w.u, kUp, {w.box(h.u0 - lap, h.u1 + lap, d0, d1, h.z0 - lap, head + lap)});
        const auto batten = [&](const char* name, Vec3 along, Vec3 across, double u0, double u1, double z0, double z1) {
            board(std::string{"batten/"} + name, "batten", "1x2", along, across, w.box(u0, u1, d1, d1 + b.one, z0, z1));
        };
        batten("left", kUp, w.u, h.u0 - lap, h.u0, h.z0 - lap, head + lap);
        batten("right", kUp, w.u, h.u1, h.u1 + lap, h.z0 - lap, head + lap);
        batten("sill", w.u, kUp, h.u0, h.u1, h.z0 - lap, h.z0);
        batten("head", w.u, kUp, h.u0, h.u1, head, head + lap);
    }

    /// For the winter: sheets over the mesh and what holds it, on turn buttons.
    void winterBoards() {
        const double lap = b.wideOf("1x2"), d = b.wallDeep + lining() + kIn / 16 + b.one, a = h.u0 - lap, e = h.u1 + lap;
        const int n = static_cast<int>(std::ceil((e - a) / (96 * kIn)));
        for (int i = 0; i < n; ++i)
            put("board" + (n > 1 ? "/" + std::to_string(i + 1) : std::string{}), "vent-board", Form::sheet, "ply-1/2", w.u, kUp,
                {w.box(a + (e - a) * i / n, a + (e - a) * (i + 1) / n, d, d + inMm(thicknessOf("ply-1/2")), h.z0 - lap, h.z1 + lap)});
    }

    void popDoor() {
        const double d0 = b.wallDeep + lining(), leafThick = inMm(thicknessOf("ply-1/2")), lap = inMm(kPopLap);
        if (b.s.choice(h.row + ".kind") == "automatic") {
            const auto unit = popUnit(b.s, h.row);
            const double beside = inMm(unit.beside), foot = h.z0 - inMm(kUnitBelow);
            put("unit", "auto-door", Form::block, ownUnit(b.s, h.row) ? "auto-door-own" : "auto-door", kUp, w.u,
                {w.box(h.u0 - beside, h.u1 + beside, d0, d0 + inMm(unit.deep), foot, foot + inMm(unit.tall))});
            return ramp();
        }
        if (rampDoor(b.s, h.row)) return rampLeaf();
        if (slidesAside(b.s, h.row)) {
            const double slot = kIn / 16, wide = b.wideOf("1x2"), keeper = b.wideOf("1x3"), u0 = h.u0 - lap, u1 = h.u1 + lap,
                         z0 = h.z0 - 0.5 * kIn;
            // Between a track below and one above, far enough to leave its opening free.
            const double z1 = headInside(b, w, h) + 0.75 * kIn, more = inMm(slideWants(mm(h.u1 - h.u0)));
            const bool right = slidesRight(b.s, h.row).value_or(true);
            const double a = right ? u0 : h.u0 - more, e = right ? h.u1 + more : u1;
            put("leaf/sheet", "pop-leaf", Form::sheet, "ply-1/2", kUp, w.u, {w.box(u0, u1, d0, d0 + leafThick, z0, z1)});
            for (const bool above : {false, true}) {
                const std::string end = above ? "head" : "foot";
                const double z = above ? z1 + slot : z0 - slot - wide, c = above ? z + wide - keeper : z;
                board("track/" + end, "track", "1x2", w.u, kUp, w.box(a, e, d0, d0 + b.one, z, z + wide));
                board("keeper/" + end, "track", "1x3", w.u, kUp, w.box(a, e, d0 + b.one, d0 + 2 * b.one, c, c + keeper));
            }
            b.join(h.row + "/leaf/sheet", h.row + "/track/foot", Joint::Kind::slides, slot);
            return ramp();
        }
        slidesUp(d0);
        ramp();
    }

    /// In tracks twice as high as it is, or up to the plates.
    void slidesUp(double d0) {
        const double leafThick = inMm(thicknessOf("ply-1/2")), lap = inMm(kPopLap), slot = kIn / 16, wide = b.wideOf("1x2"),
                     keeper = b.wideOf("1x3"), u0 = h.u0 - lap, u1 = h.u1 + lap, z0 = h.z0 - 0.5 * kIn;
        const auto side = w.inside ? b.s.choice(w.side + ".wall") : w.side;
        const double roof = inMm(b.shell.underPlates(side, mm(h.u0 - 3 * kIn), mm(h.u1 - h.u0 + 6 * kIn)));
        const double height = headInside(b, w, h) - h.z0 + 1.25 * kIn, top = std::min(z0 + 2 * height, roof);
        put("leaf/sheet", "pop-leaf", Form::sheet, "ply-1/2", kUp, w.u, {w.box(u0, u1, d0, d0 + leafThick, z0, z0 + height)});
        for (const bool right : {false, true}) {
            const std::string end = right ? "right" : "left";
            const double a = right ? u1 + slot : u0 - slot - wide;
            board("track/" + end, "track", "1x2", kUp, w.u, w.box(a, a + wide, d0, d0 + b.one, z0, top));
            const double c = right ? u1 + slot + wide - keeper : a;
            board("keeper/" + end, "track", "1x3", kUp, w.u, w.box(c, c + keeper, d0 + b.one, d0 + 2 * b.one, z0, top));
        }
        b.join(h.row + "/leaf/sheet", h.row + "/track/left", Joint::Kind::slides, slot);
    }

    /// Shut it stands against the casings, its rungs between them; let down on its cord it is the ramp.
    void rampLeaf() {
        const double thick = inMm(thicknessOf("ply-1/2")), lap = kIn, d = -w.skin - b.one, tall = inMm(rampDoorTall(b.s, h.row)),
                     z0 = h.z0 - inMm(kRampDoorFoot), z1 = z0 + tall;
        put("leaf/sheet", "pop-leaf", Form::sheet, "ply-1/2", kUp, w.u, {w.box(h.u0 - lap, h.u1 + lap, d - thick, d, z0, z1)});
        const double wide = b.wideOf("1x2");
        int n = 0;
        for (double z = z0 + 3 * kIn; z + wide < z1 - b.wideOf("1x3") - kGap; z += 6 * kIn)
            board("rung/" + std::to_string(++n), "rung", "1x2", w.u, kUp, w.box(h.u0 + kGap, h.u1 - kGap, d, d + b.one, z, z + wide));
        b.join(h.row + "/leaf/sheet", h.row + "/casing/sill", Joint::Kind::hinged, 0);
        // The quarter circle that its head goes down by, as the polygon round it.
        std::vector<Vec3> swept{w.at(h.u0 - lap, d - thick - kGap, z1), w.at(h.u0 - lap, d - thick - kGap, z0),
                                w.at(h.u0 - lap, d - thick - tall, z0)};
        for (int k = 0; k < 4; ++k) {
            const double a = (k + 0.5) * kPi / 8, r = tall / std::cos(kPi / 16);
            swept.push_back(w.at(h.u0 - lap, d - thick - r * std::cos(a), z0 + r * std::sin(a)));
        }
        b.model.clear.push_back({h.row + "/swing", h.row, prism(swept, w.u * (h.u1 - h.u0 + 2 * lap))});
    }

    void ramp() {
        const double angle = inRadians(b.s.angle(h.row + ".ramp")), tangent = std::tan(angle), thick = inMm(thicknessOf("ply-1/2"));
        const double start = w.skin + b.one + kGap, top = h.z0, beside = b.ground.highest(b.outside(w, h.u0, h.u1, start, start)) - b.floor;
        const auto lie = rampLie(b.s, h.row);
        const double drop = thick / std::cos(angle), run = (top - beside) / (tangent + lie.rises),
                     heel = (top - drop - beside) / (tangent + lie.rises);
        const auto at = [&](double r, double z) { return w.at(h.u0, -start - r, z); };
        const Vec3 outline[] = {at(0, top), at(0, top - drop), at(heel, top - drop - heel * tangent), at(run, top - run * tangent)};
        const Vec3 down = unit(w.inward * -std::cos(angle) + Vec3{0, 0, -std::sin(angle)}),
                   normal = unit(w.inward * -std::sin(angle) + Vec3{0, 0, std::cos(angle)});
        put("ramp", "ramp", Form::sheet, "ply-1/2", down, w.u, {prism(outline, w.u * (h.u1 - h.u0))});
        const double length = run / std::cos(angle), wide = b.wideOf("1x2");
        int n = 0;
        for (double q = 3 * kIn; q < length - 3 * kIn; q += 6 * kIn) {
            const Vec3 foot = at(0, top) + down * q;
            const Vec3 rung[] = {foot, foot + down * wide, foot + down * wide + normal * b.one, foot + normal * b.one};
            board("rung/" + std::to_string(++n), "rung", "1x2", w.u, down, prism(rung, w.u * (h.u1 - h.u0)));
        }
        b.join(h.row + "/ramp", w.side + "/sill/" + tenths(h.u0), Joint::Kind::hangs, start);
    }
};

}  // namespace

double headInside(const Builder& b, const WallFrame& w, const Hole& h) {
    // A pop door's leaf lies on the lining, where there is one, which is cut no higher than the opening.
    const bool bare = h.kind == "pop" && (w.open() || b.s.choice("skin.lining") == "none");
    const bool meshed = bare || h.kind == "window" || h.kind == "vent" || (h.kind == "people_door" && screened(b.s, h.row));
    double head = std::numeric_limits<double>::max();
    for (const auto& p : b.model.parts)
        if (meshed && p.role == "header" && p.opening == h.row && p.side == w.side) head = std::min(head, p.box().low.z - w.origin.z);
    return head < std::numeric_limits<double>::max() ? head : h.z1;
}

void leaves(Builder& b) {
    for (const auto& w : b.partitions)
        for (const auto& h : w.holes) {
            // On the birds' side of the studs.
            if (h.kind == "inner_pop") {
                Fitter{b, w, h}.slidesUp(b.wallDeep);
                continue;
            }
            Fitter{b, w, h}.hingedLeaves("single", w.wears, "1x4", w.form);
            b.model.clear.push_back(
                {h.row + "/swing", h.row, w.box(h.u0, h.u1, -w.skin - (h.u1 - h.u0), -w.skin - kGap, h.z0 + kGap, h.z1)});
        }
    for (const auto& w : b.walls)
        for (const auto& h : w.holes) {
            Fitter f{b, w, h};
            const std::string skin{oiko::skin(b.s.choice("skin.kind")).leaves()};
            if (h.kind == "people_door" || h.kind == "clean_out")
                f.hingedLeaves(b.s.choice(h.row + ".leaf"), w.form == Form::mesh ? w.wears : skin, "1x4",
                               w.form == Form::mesh ? Form::mesh : Form::sheet);
            if (h.kind == "hatch") {
                f.hingedLeaves("single", skin, "1x2");
                b.model.clear.push_back({h.row + "/swing", h.row,
                                         w.box(h.u0, h.u1, -w.skin - b.one - (h.u1 - h.u0), -w.skin - b.one - kGap, h.z0 + kGap, h.z1)});
            }
            if (h.kind == "pop") f.popDoor();
            if (h.kind == "vent") {
                f.mesh();
                if (b.s.choice(h.row + ".kind") == "boarded") f.winterBoards();
            }
            if (h.kind == "window") {
                const auto kind = b.s.choice(h.row + ".kind");
                if (kind == "bought")
                    f.boughtWindow();
                else if (kind == "sliding")
                    f.slidingPanes();
                else if (kind != "mesh")
                    f.hingedLeaves("single", kind == "shutter" ? skin : "clear-1/4", "1x2", Form::sheet,
                                   kind == "lift_out" ? Joint::Kind::hangs
                                   : kind == "fixed"  ? Joint::Kind::fastened
                                                      : Joint::Kind::hinged);
                f.mesh();
            }
            if (h.kind == "people_door" || h.kind == "clean_out") {
                if (screened(b.s, h.row))
                    f.screenLeaves();
                else if (h.kind == "people_door" && litterTop(b.s) > Length{} && opensToBirds(b.s, w.side, mm(h.u0), mm(h.u1 - h.u0)))
                    f.litterBoard();
                // The quarter circle of the swing, as the square it lies in.
                const double r = (h.u1 - h.u0) / (b.s.choice(h.row + ".leaf") == "double" ? 2 : 1), out = w.skin + b.one;
                b.model.clear.push_back({h.row + "/swing", h.row, w.box(h.u0, h.u1, -out - r, -out - kGap, h.z0 + kGap, h.z1)});
            }
        }
}

}  // namespace oiko
