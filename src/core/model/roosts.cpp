// The roosts' free-standing stands, their bars, and what catches or leads to them: boards, trays, a lined wall, a ladder.
#include <algorithm>
#include <cmath>
#include <optional>

#include "core/design/roosts.h"
#include "core/model/builder.h"

namespace oiko {

namespace {

/// Loose boards between the stands, on cleats along them, with a lip inwards: they lift out to be scraped. `top` above the deck.
void droppingsBoards(Builder& b, const WallFrame& w, const std::vector<double>& stands, double d0, double d1, double top) {
    const double thick = inMm(thicknessOf("ply-1/2")), t = b.two, slack = kIn / 16, wall = b.wallDeep + 2.5 * kIn, sheet = 48 * kIn;
    const Vec3 up{0, 0, 1};
    const int parts = static_cast<int>(std::ceil((d1 - wall) / sheet - 1e-9));
    for (std::size_t i = 1; i < stands.size(); ++i) {
        const double u0 = stands[i - 1] + t, u1 = stands[i];
        const auto bay = "roosts/board/" + std::to_string(i);
        for (const bool right : {false, true})
            b.lumber(bay + (right ? "/cleat/right" : "/cleat/left"), "cleat", "roosts", System::inside, "2x2", w.inward, up,
                     w.box(right ? u1 - t : u0, right ? u1 : u0 + t, d0, d1, top - thick - t, top - thick));
        for (int k = 0; k < parts; ++k)
            b.add(bay + "/" + std::to_string(k + 1), "droppings-board", "roosts", System::inside, Form::sheet, "ply-1/2", w.u, w.inward,
                  {w.box(u0 + slack, u1 - slack, wall + (d1 - wall) * k / parts, wall + (d1 - wall) * (k + 1) / parts, top - thick, top)});
        b.lumber(bay + "/lip", "droppings-lip", "roosts", System::inside, "1x3", w.u, up,
                 w.box(u0 + slack, u1 - slack, d1, d1 + b.one, top - thick, top - thick + b.wideOf("1x3")));
    }
}

}  // namespace

namespace {

/// On the floor between the stands, behind a clean-out that they are drawn out through.
void droppingsTrays(Builder& b, const WallFrame& w, double d1) {
    const double t = inMm(thicknessOf("ply-1/2")), rim = b.wideOf("1x3"), d0 = b.wallDeep, one = b.one;
    int n = 0;
    for (const auto& [from, to] : trayPlaces(b.s)) {
        const auto id = "roosts/tray/" + std::to_string(++n);
        b.add(id, "tray-bottom", "roosts", System::inside, Form::sheet, "ply-1/2", w.inward, w.u, {w.box(from, to, d0, d1, 0, t)});
        const auto side = [&](const char* name, Vec3 along, double u0, double u1, double a, double e) {
            b.lumber(id + "/" + name, "tray-rim", "roosts", System::inside, "1x3", along, {0, 0, 1}, w.box(u0, u1, a, e, t, t + rim));
        };
        side("out", w.u, from, to, d0, d0 + one), side("in", w.u, from, to, d1 - one, d1);
        side("left", w.inward, from, from + one, d0 + one, d1 - one), side("right", w.inward, to - one, to, d0 + one, d1 - one);
        const double before = -w.skin - one - kIn / 16;
        b.model.clear.push_back({id + "/trays", "roosts", w.box(from, to, before - (d1 - d0), before, 0, t + rim)});
    }
}

/// Sheet that is wiped on the studs behind the roosts, from below the bars to above the birds' backs: up to what opens above them, and
/// beside what opens behind. Joints over studs.
void splashPanels(Builder& b, const WallFrame& w, double low, double bars, double high) {
    if (w.open()) return;
    const auto [from, to] = birdsAlong(b.s, w.side);
    const double e = inMm(to - liningThick(b.s)), d = b.wallDeep + inMm(liningThick(b.s)), thick = inMm(thicknessOf("wipe-1/8")),
                 beside = b.wideOf("1x2") + kIn / 4, least = 6 * kIn;
    double top = std::min(high, inMm(b.shell.underPlates(w.side, from, to - from)));
    std::vector<std::pair<double, double>> taken{{e, e}};
    for (const auto& h : w.holes) {
        if (h.z0 - beside >= bars + least) {
            top = std::min(top, h.z0 - beside);
            continue;
        }
        // A pop door's leaf slides up its own height, in tracks, or aside.
        const bool pop = h.kind == "pop";
        const double out = beside + (pop ? 2 * kIn : 0) + (pop && slidesAside(b.s, h.row) ? inMm(slideWants(mm(h.u1 - h.u0))) : 0);
        if (h.z1 + beside + (pop ? h.z1 - h.z0 + 3 * kIn : 0) > low) taken.emplace_back(h.u0 - out, h.u1 + out);
    }
    std::ranges::sort(taken);
    // Behind bars that step high sheets stand upright; where posts are far apart a stud is half way.
    const double sheet = (top - low > 48 * kIn ? 48 : 96) * kIn, apart = std::min(b.apart(w), 48 * kIn);
    int n = 0;
    double at = inMm(from + liningThick(b.s));
    for (const auto& [start, end] : taken) {
        const double upTo = std::min(start, e);
        while (upTo - at >= least) {
            double next = upTo - at <= sheet ? upTo : std::floor((at + sheet) / apart) * apart;
            if (next < upTo && upTo - next < least) next -= b.back(w);
            // Between two tracks it may lie on no stud.
            const auto own = w.box(at, next, d, d + thick, low, top);
            const auto carries = [&](const Part& p) { return p.assembly == w.assembly() && p.box().meets(bounds(own), kTouchMm); };
            if (std::ranges::any_of(b.model.parts, carries))
                b.add("roosts/splash/" + std::to_string(++n), "splash-panel", "roosts", System::inside, Form::sheet, "wipe-1/8", w.u,
                      {0, 0, 1}, {own});
            at = next;
        }
        at = std::max(at, end);
    }
}

}  // namespace

namespace {

/// Lies on a flat, a sixteenth of its round.
Solid pole(const WallFrame& w, double u0, double u1, double d, double z, double radius) {
    return rod(w.at(u0, d, z), w.u * (u1 - u0), w.inward, 2 * radius);
}

/// A board with rungs, hooked at its head to what lies at `d`, in the bay nearest to the row's middle where nothing is in its way.
void ladder(Builder& b, const WallFrame& w, const std::vector<double>& stands, double d, double top, const std::string& bar) {
    constexpr double kSteep = 45 * kPi / 180;  // common practice
    const double wide = b.wideOf("1x10"), thick = b.one, rise = std::tan(kSteep), from = d + kIn / 8, high = top - kIn / 2,
                 floor = earthFloor(b.s) ? -b.floor : 0, run = (high - floor) / rise, play = 2 * kIn;
    std::vector<Bounds> taken;
    const auto keep = [&](const Bounds& box) { taken.push_back(box); };
    for (const auto& p : b.model.parts)
        for (const auto& solid : p.solids) keep(bounds(solid));
    for (const auto& c : b.model.clear) keep(bounds(c.solid));
    for (const auto& other : b.walls)
        for (const auto& h : other.holes)
            if (h.z0 < 24 * kIn && h.kind != "window" && h.kind != "vent") {
                auto way = b.outside(other, h.u0, h.u1, -(h.kind == "pop" ? 18 : 24) * kIn, 0);
                way.low.z = b.floor, way.high.z = b.floor + 1;
                keep(way);
            }
    const double row = (stands.front() + stands.back() + b.two) / 2;
    std::optional<std::pair<double, std::size_t>> best;  // its left edge, and the bay
    for (std::size_t i = 1; i < stands.size(); ++i)
        for (double u = stands[i - 1] + b.two + play; u + wide <= stands[i] - play; u += kIn) {
            Bounds box;
            box.add(w.at(u, from, floor + kIn / 8)), box.add(w.at(u + wide, from + run, high));
            const bool nearer = !best || std::fabs(u + wide / 2 - row) < std::fabs(best->first + wide / 2 - row);
            if (nearer && from + run < inMm(birdsAcross(b.s, w.side)) + b.wallDeep &&
                std::ranges::none_of(taken, [&](const Bounds& t) { return t.meets(box, 0); }))
                best = {u, i};
        }
    if (!best) return;
    const auto& [u, bay] = *best;
    const Vec3 down = unit(w.inward - Vec3{0, 0, rise}), normal = unit(w.inward * rise + Vec3{0, 0, 1});
    const double plumb = thick / std::cos(kSteep);
    const Vec3 outline[] = {w.at(u, from, high), w.at(u, from, high - plumb), w.at(u, from + run - plumb / rise, floor),
                            w.at(u, from + run, floor)};
    b.lumber("roosts/ladder", "roost-ladder", "roosts", System::inside, "1x10", down, w.u, prism(outline, w.u * wide));
    int n = 0;
    for (double q = 4 * kIn; q < run / std::cos(kSteep) - 4 * kIn; q += 6 * kIn) {
        const auto at = [&](double along, double lift) { return w.at(u, from, high) + down * along + normal * lift; };
        const Vec3 rung[] = {at(q, 0), at(q + b.wideOf("1x2"), 0), at(q + b.wideOf("1x2"), thick), at(q, thick)};
        b.lumber("roosts/ladder/rung/" + std::to_string(++n), "rung", "roosts", System::inside, "1x2", w.u, down, prism(rung, w.u * wide));
    }
    b.join("roosts/ladder", bar.empty() ? "roosts/board/" + std::to_string(bay) + "/lip" : bar, Joint::Kind::hangs, kIn / 8);
}

}  // namespace

void roosts(Builder& b) {
    if (!roosting(b.s)) return;
    const auto& w = b.wall(b.s.choice("roost.wall"));
    const bool round = b.s.choice("roost.stock") == "round";
    const std::string stock = round ? "pole" : b.s.choice("roost.stock");
    const double bar = b.wideOf(stock), tall = round ? bar : b.two, h = inMm(b.s.length("roost.height")),
                 apart = inMm(b.s.length("roost.apart")), step = inMm(b.s.length("roost.step"));
    const auto n = static_cast<int>(b.s.count("roost.count"));
    const bool boards = b.s.flag("roost.boards");
    const double deep = b.wideOf("2x4");
    const auto [from, to] = birdsAlong(b.s, w.side);
    const double inside = b.wallDeep, u0 = inMm(from + roostClear(b.s)), u1 = inMm(to - roostClear(b.s));
    const double d0 = inside + 6 * kIn, d1 = inside + 12 * kIn + apart * (n - 1) + 6 * kIn;
    // Within a curb the stands go down to the earth, in treated wood.
    const double foot = earthFloor(b.s) ? -b.floor : 0;
    const Vec3 up{0, 0, 1};
    const auto put = [&](const std::string& name, std::string_view role, std::string profileName, Vec3 along, Vec3 across, Solid solid) {
        b.lumber("roosts/" + name, role, "roosts", System::inside, std::move(profileName), along, across, std::move(solid));
    };
    // The one nearest the wall is the first, and the highest where they step.
    const auto depth = [&](int k) { return inside + 12 * kIn + apart * k; };
    const auto height = [&](int k) { return h + step * (n - 1 - k); };
    const auto stands = roostStands(b.s);
    std::vector<double> over;
    for (const double u : stands) over.push_back(u + b.two / 2);
    for (int k = 0; k < n; ++k)
        inBoards(b.s, u0, u1, over, staggered(static_cast<std::size_t>(k)), [&](double a, double e, const std::string& tag) {
            auto solid = round ? pole(w, a, e, depth(k), height(k) - bar / 2, bar / 2)
                               : w.box(a, e, depth(k) - bar / 2, depth(k) + bar / 2, height(k) - tall, height(k));
            put("bar/" + std::to_string(k + 1) + tag, "roost", stock, w.u, w.inward, std::move(solid));
        });
    for (std::size_t i = 0; i < stands.size(); ++i) {
        const double u = stands[i];
        const auto at = "stand/" + std::to_string(i + 1);
        const auto leg = [&](const std::string& which, double beside, double top) {
            const double d = foot < 0 ? std::max(beside, inMm(curbWide(b.s)) + kIn / 4) : beside;
            put(at + "/leg/" + which, "roost-leg", foot < 0 ? "2x4pt" : "2x4", up, w.inward, w.box(u, u + b.two, d, d + deep, foot, top));
        };
        const bool last = i + 1 == stands.size();
        if (step == 0) {
            // Bars lie on a rail, the rail on two legs.
            put(at + "/rail", "roost-rail", "2x4", w.inward, up, w.box(u, u + b.two, d0, d1, h - tall - deep, h - tall));
            leg("near", d0, h - tall - deep), leg("far", d1 - deep, h - tall - deep);
        } else {
            // A leg under each bar; a brace beside them, inwards from either end, holds them together.
            for (int k = 0; k < n; ++k) leg(std::to_string(k + 1), depth(k) - deep / 2, height(k) - tall);
            const double beside = last ? u - b.two : u + b.two;
            put(at + "/brace", "roost-brace", "2x4", w.inward, up, w.box(beside, beside + b.two, d0, d1, h - tall - deep, h - tall));
        }
        // On the stand's other face an upright on either side of each bar, a sixteenth off it.
        const double cup = b.wideOf("1x2"), face = last ? u + b.two : u - b.one, play = bar / 2 + kIn / 16;
        for (int k = 0; k < n && barsLift(b.s); ++k)
            for (const bool in : {false, true}) {
                const double d = in ? depth(k) + play : depth(k) - play - cup, top = height(k) - tall;
                put(at + "/cup/" + std::to_string(k + 1) + (in ? "/in" : "/out"), "roost-cup", "1x2", up, w.inward,
                    w.box(face, face + b.one, d, d + cup, top - 2.5 * kIn, top + 1.25 * kIn));
            }
    }
    if (b.s.flag("roost.lined")) splashPanels(b, w, h - 6 * kIn, height(0), height(0) + 18 * kIn);
    if (boards) droppingsBoards(b, w, stands, d0, d1, h - inMm(kBoardBelowRoost));
    if (traysUnder(b.s)) droppingsTrays(b, w, d1);
    if (b.s.flag("roost.ladder")) {
        // To the bar that is nearest the room, or to the lip of the boards below it.
        const double lip = h - inMm(kBoardBelowRoost) - inMm(thicknessOf("ply-1/2")) + b.wideOf("1x3");
        boards ? ladder(b, w, stands, d1 + b.one, lip, "")
               : ladder(b, w, stands, depth(n - 1) + bar / 2, h, "roosts/bar/" + std::to_string(n));
    }
    // The drop zone: nobody feeds, nests or walks here.
    b.model.clear.push_back({"roosts/zone", "roosts", w.box(u0, u1, inside + 2 * b.one + kIn / 2, d1, h, height(0) + 12 * kIn)});
}

}  // namespace oiko
