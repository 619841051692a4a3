// Siding cut round the openings, corner boards, casings.
#include <algorithm>
#include <cmath>

#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kTrim = 0.75 * kIn;

void siding(Builder& b, const WallFrame& w) {
    const double sheet = 48 * kIn, t = b.skinThick;
    const double bottom = -inMm(b.shell.deck) - kIn;
    const double spacing = inMm(readLength(b.s.choice("frame.spacing"), Units::imperial).value());
    std::function<double(double)> top;
    if (w.local == 0)
        top = [&](double) { return std::min(b.under(0), b.under(-t)) - b.floor; };
    else if (w.local == 2)
        top = [&](double) { return b.under(b.deep + t) - b.floor; };
    else
        top = [&](double u) { return b.over(w.yAt(u)) - b.floor; };
    // The ridge board passes through a gable's siding.
    auto holes = w.holes;
    const auto ridge = b.shell.ridgeOn(w.side);
    const double middle = ridge ? inMm(*ridge) : -1e9, half = inMm(b.shell.ridgeThick) / 2;
    if (ridge) holes.push_back({"roof", "ridge", middle - half, middle + half, ridgeUndersideMm(b.shell), 1e6});
    int n = 0;
    for (double u = 0; u < w.length - kSameMm;) {
        double u1 = std::min(u + sheet, w.length);
        // A strip under 3 in is avoided: the joint moves back to the stud before.
        if (w.length - u1 > kSameMm && w.length - u1 < 3 * kIn) u1 -= spacing;
        auto* p = b.add(w.side + "/siding/" + std::to_string(++n), "siding", w.side + " wall", System::skin, Form::sheet,
                        b.s.choice("skin.kind"), {0, 0, 1}, w.u, sheetWithHoles(w, u, u1, -t, 0, bottom, top, holes, middle));
        if (p) p->side = w.side;
        u = u1;
    }
}

void cornerBoards(Builder& b) {
    const double t = b.skinThick, bottom = b.floor - inMm(b.shell.deck) - kIn, wide = 3.5 * kIn;
    const auto put = [&](const std::string& name, int local, Solid solid) {
        if (auto* p = b.lumber("corner/" + name, "corner-board", "trim", System::skin, "1x4", {0, 0, 1},
                               local % 2 == 0 ? Vec3{1, 0, 0} : Vec3{0, 1, 0}, std::move(solid)))
            p->side = b.sideName(local);
    };
    const double high = std::max(b.over(-t), b.over(wide)) + 50;
    for (const bool right : {false, true}) {
        const double side = right ? b.wide : 0, out = right ? 1 : -1;
        // On the side walls, flush with the face of the front's siding; cut to the slope.
        const double xs0 = side + out * t, xs1 = side + out * (t + kTrim);
        const double reach = wide - kTrim - t;  // how far a front board laps onto the front's siding
        put(b.sideName(right ? 1 : 3) + "/high", right ? 1 : 3, cut(box({xs0, -t, bottom}, {xs1, wide - t, high}), b.belowTop(0)));
        put(b.sideName(right ? 1 : 3) + "/low", right ? 1 : 3,
            cut(box({xs0, b.deep + t - wide, bottom}, {xs1, b.deep + t, b.over(b.deep - wide) + 50}), b.belowTop(b.deep)));
        put("high/" + b.sideName(right ? 1 : 3), 0,
            box({side + out * (t + kTrim), -t - kTrim, bottom}, {side - out * reach, -t, std::min(b.under(0), b.under(-t - kTrim))}));
        put("low/" + b.sideName(right ? 1 : 3), 2,
            box({side + out * (t + kTrim), b.deep + t, bottom}, {side - out * reach, b.deep + t + kTrim, b.under(b.deep + t + kTrim)}));
    }
}

void casings(Builder& b, const WallFrame& w) {
    const double t = b.skinThick, wide = 2.5 * kIn;
    for (const auto& h : w.holes) {
        if (h.kind == "vent" || h.kind == "nest") continue;
        const auto put = [&](const char* name, Vec3 along, Vec3 across, double u0, double u1, double z0, double z1) {
            if (auto* p = b.lumber(h.row + "/casing/" + name, "casing", w.side + " wall", System::skin, "1x3", along, across,
                                   w.box(u0, u1, -t - kTrim, -t, z0, z1)))
                p->side = w.side, p->opening = h.row;
        };
        // The rafters' tails come down over the low wall's siding: a head casing goes on where it still fits under them.
        double room = 1e9;
        if (w.local == 2) room = b.under(b.deep + t + kTrim) - b.floor;
        if (w.local == 0) room = std::min(b.under(0), b.under(-t - kTrim)) - b.floor;
        const bool head = h.z1 + wide <= room;
        const double foot = h.z0 <= 0 ? h.z0 : h.z0 - wide, top = head ? h.z1 : std::min(h.z1, room);
        const Vec3 up{0, 0, 1};
        put("left", up, w.u, h.u0 - wide, h.u0, h.z0 <= 0 ? h.z0 : h.z0, top);
        put("right", up, w.u, h.u1, h.u1 + wide, h.z0, top);
        if (h.z0 > 0) put("sill", w.u, up, h.u0 - wide, h.u1 + wide, foot, h.z0);
        if (head) put("head", w.u, up, h.u0 - wide, h.u1 + wide, h.z1, h.z1 + wide);
    }
}

}  // namespace

void skin(Builder& b) {
    for (const auto& w : b.walls) siding(b, w);
    cornerBoards(b);
    for (const auto& w : b.walls) casings(b, w);
}

}  // namespace oiko
