// Foam in boards: between the studs behind the lining, and between the joists under the deck on mesh that keeps mice off it.
#include <algorithm>
#include <cmath>

#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kLeastFoam = kIn;  ///< a narrower hollow is left: nobody cuts a sheet into such strips. Common practice
constexpr double kSheetLong = 96 * kIn;

/// What `taken` leaves of a flat field, each place as wide as the members beside it let it be; x and z of both, y unused.
std::vector<Bounds> bays(const Bounds& field, const std::vector<Bounds>& taken) {
    std::vector<double> cuts{field.low.x, field.high.x};
    for (const auto& t : taken)
        for (const double x : {t.low.x, t.high.x})
            if (x > field.low.x && x < field.high.x) cuts.push_back(x);
    std::ranges::sort(cuts);
    std::vector<Bounds> out, open;
    for (std::size_t i = 1; i < cuts.size(); ++i) {
        const double a = cuts[i - 1], e = cuts[i];
        if (e - a < kSameMm) continue;
        std::vector<std::pair<double, double>> here;
        for (const auto& t : taken)
            if (t.low.x < (a + e) / 2 && t.high.x > (a + e) / 2) here.emplace_back(t.low.z, t.high.z);
        here.emplace_back(field.high.z, 1e9);
        std::ranges::sort(here);
        std::vector<Bounds> next;
        double foot = field.low.z;
        for (const auto& [low, high] : here) {
            if (const double head = std::min(low, field.high.z); head - foot >= kLeastFoam) {
                // As high as the one before it is: they are one.
                const auto same = std::ranges::find_if(open, [&](const Bounds& o) {
                    return std::fabs(o.low.z - foot) < kSameMm && std::fabs(o.high.z - head) < kSameMm && std::fabs(o.high.x - a) < kSameMm;
                });
                next.push_back({{same == open.end() ? a : same->low.x, 0, foot}, {e, 0, head}});
                if (same != open.end()) open.erase(same);
            }
            foot = std::max(foot, high);
        }
        out.insert(out.end(), open.begin(), open.end());
        open = std::move(next);
    }
    out.insert(out.end(), open.begin(), open.end());
    std::erase_if(out, [](const Bounds& o) { return o.size().x < kLeastFoam; });
    return out;
}

void wallFoam(Builder& b, const std::string& stock) {
    const double thick = inMm(thicknessOf(stock)), plates = inMm(b.shell.plates);
    for (const auto& w : b.walls) {
        if (w.form == Form::mesh) continue;
        std::vector<Bounds> taken;
        for (const auto& p : b.model.parts) {
            if (p.side != w.side || p.system != System::walls || onUprights(p)) continue;
            Bounds box;
            for (const auto& solid : p.solids)
                for (const auto& v : solid.vertices) box.add(Vec3{dot(v - w.origin, w.u), 0, v.z - b.floor});
            taken.push_back(box);
        }
        for (const auto& h : w.holes) taken.push_back({{h.u0, 0, h.z0}, {h.u1, 0, headInside(b, w, h)}});
        // A ridge beam passes through, lower than the plates.
        if (const auto at = b.shell.ridgeOn(w.side); at && !b.shell.beam.empty()) {
            const double half = inMm(b.shell.ridgeThick) / 2;
            taken.push_back({{inMm(*at) - half, 0, ridgeUndersideMm(b.shell)}, {inMm(*at) + half, 0, 1e6}});
        }
        // What a room parted off has of the wall is not lined.
        auto [from, to] = birdsAlong(b.s, w.side);
        if (roomsAt(b.s, leftOf(w.side)) == Length{}) from = mm(w.from);
        if (roomsAt(b.s, rightOf(w.side)) == Length{}) to = mm(w.to);
        if (roomsAt(b.s, w.side) > Length{}) continue;
        const double head = w.sloping ? inMm(b.shell.tallestPanel()) : b.underPlates(w, 0, plates);
        int n = 0;
        for (const auto& bay : bays({{inMm(from), 0, 0}, {inMm(to), 0, head}}, taken)) {
            auto whole = w.box(bay.low.x, bay.high.x, b.wallDeep - thick, b.wallDeep, bay.low.z, bay.high.z);
            if (w.sloping) whole = b.underRoof(whole, plates);
            if (whole.empty()) continue;
            const auto size = bounds(whole).size();
            const int parts = static_cast<int>(std::ceil(size.z / kSheetLong - 1e-9));
            for (int k = 0; k < parts; ++k) {
                const double z = bay.low.z + size.z * k / parts;
                auto piece = whole;
                if (parts > 1) {
                    piece = cut(piece, Plane::through({0, 0, b.floor + z}, {0, 0, -1}));
                    piece = cut(piece, Plane::through({0, 0, b.floor + z + size.z / parts}, {0, 0, 1}));
                }
                if (bounds(piece).size().z < kLeastFoam) continue;
                if (auto* p = b.add(w.side + "/foam/" + std::to_string(++n), "wall-foam", w.assembly(), System::inside, Form::sheet, stock,
                                    {0, 0, 1}, w.u, {std::move(piece)}))
                    p->side = w.side;
            }
        }
    }
}

void floorFoam(Builder& b, const std::string& stock) {
    const double top = b.floor - inMm(b.shell.deck), thick = inMm(thicknessOf(stock)), foot = top - thick, flat = b.one;
    std::vector<Bounds> taken;
    for (const auto& p : b.model.parts)
        if (p.system == System::floor && (p.role == "joist" || p.role == "rim" || p.role == "blocking")) {
            const auto box = p.box();
            taken.push_back({{box.low.x, 0, box.low.y}, {box.high.x, 0, box.high.y}});
        }
    const auto mesh = b.s.choice("mesh.kind");
    const Vec3 along{0, 1, 0}, across{1, 0, 0};
    int n = 0;
    for (const auto& bay : bays({{0, 0, 0}, {b.wide, 0, b.deep}}, taken)) {
        const double x0 = bay.low.x, x1 = bay.high.x, y0 = bay.low.z, y1 = bay.high.z, lie = b.wideOf("1x2");
        if (x1 - x0 < 2 * lie || y1 - y0 < 2 * kIn) continue;
        const auto id = "floor/foam/" + std::to_string(++n);
        b.add(id, "floor-foam", "floor frame", System::floor, Form::sheet, stock, along, across, {box({x0, y0, foot}, {x1, y1, top})});
        b.add(id + "/mesh", "foam-mesh", "floor frame", System::floor, Form::mesh, mesh, along, across,
              {box({x0, y0, foot - kMesh}, {x1, y1, foot})});
        for (const bool right : {false, true}) {
            const double x = right ? x1 - lie : x0;
            b.lumber(id + (right ? "/cleat/right" : "/cleat/left"), "foam-cleat", "floor frame", System::floor, "1x2", along, across,
                     box({x, y0, foot - kMesh - flat}, {x + lie, y1, foot - kMesh}));
        }
    }
}

}  // namespace

void insulation(Builder& b) {
    if (b.s.applies("skin.insulation"))
        if (const auto& stock = b.s.choice("skin.insulation"); stock != "none") wallFoam(b, stock);
    if (b.s.applies("floor.insulation"))
        if (const auto& stock = b.s.choice("floor.insulation"); stock != "none") floorFoam(b, stock);
}

}  // namespace oiko
