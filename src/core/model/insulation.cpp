// Foam in boards: between the studs behind the lining, between the rafters on sheets under them, and between the joists under the deck on
// mesh that keeps mice off it.
#include <algorithm>
#include <cmath>

#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kLeastFoam = kIn;  ///< a narrower hollow is left: nobody cuts a sheet into such strips. Common practice
constexpr double kSheetLong = 96 * kIn;
constexpr double kLeastGrip = 0.75 * kIn;  ///< of a sheet's edge on wood. Common practice

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

/// What lies under the rafters of one slope or between them, in layers along it: `foot` and `head` square from the rafters' undersides.
struct Overhead {
    Builder& b;
    const Slope& slope;
    double foot, head;

    /// Down the slope, as onSlope has it from the rafters' tops.
    double along(double v, double z) const {
        const double c = slope.cosine();
        return (v - slope.start) * c + (slope.over(slope.start, b.rafterDeep) - z) * slope.rise * c;
    }

    Vec3 down() const { return unit({0, slope.toBack ? 1.0 : -1.0, -slope.rise}); }
    Solid lying(const Bounds& r) const {
        return b.placed(slope, onSlope(r.low.x, r.high.x, slope.start, slope.over(slope.start, b.rafterDeep), slope.rise, r.low.z, r.high.z,
                                       foot - b.rafterDeep, head - foot));
    }

    /// Of the layer, what parts take: x along the eave, z down the slope.
    std::vector<Bounds> taken() const {
        const double c = slope.cosine(), y = slope.toBack ? b.deep : 0;
        const auto lid = b.below(y, kSameMm - head / c);
        auto base = b.below(y, -kSameMm - foot / c);
        base = {base.normal * -1, -base.offset};
        std::vector<Bounds> out;
        for (const auto& p : b.model.parts) {
            if (const auto box = p.box();
                box.high.z - b.floor < slope.under(std::max(slope.vOf(box.low.y), slope.vOf(box.high.y))) + foot / c)
                continue;
            for (const auto& whole : p.solids) {
                const auto piece = cut(cut(whole, lid), base);
                if (piece.empty()) continue;
                Bounds box;
                for (const auto& v : piece.vertices) box.add(Vec3{v.x, 0, along(slope.vOf(v.y), v.z - b.floor)});
                out.push_back(box);
            }
        }
        return out;
    }

    /// What of a field is free, in one part for what hangs together: a sheet is notched round what passes through.
    void fill(const Bounds& field, const std::vector<Bounds>& taken, const std::string& kind, std::string_view role,
              const std::string& stock) const {
        auto free = bays(field, taken);
        int n = 0;
        while (!free.empty()) {
            std::vector<Bounds> one{free.back()};
            free.pop_back();
            for (std::size_t i = 0; i < one.size(); ++i)
                std::erase_if(free, [&](const Bounds& other) {
                    const bool beside = std::min(other.high.x, one[i].high.x) - std::max(other.low.x, one[i].low.x) > -kSameMm &&
                                        std::min(other.high.z, one[i].high.z) - std::max(other.low.z, one[i].low.z) > kLeastFoam;
                    if (beside) one.push_back(other);
                    return beside;
                });
            std::vector<Solid> solids;
            for (const auto& r : one) solids.push_back(lying(r));
            b.add("roof/" + kind + tenths(field.low.x) + "/" + tenths(field.low.z) + (++n > 1 ? "/" + std::to_string(n) : ""), role, "roof",
                  System::roof, Form::sheet, stock, down(), {1, 0, 0}, std::move(solids));
        }
    }
};

/// What the sheets' edges lie on beside an end wall or a partition, whose face is at `edge`: a board as wide as that is deep, flat on its
/// plates against the rafter there, so that its own thickness of it shows within. None where a rafter serves.
void nailers(Builder& b, const Slope& slope, const std::string& name, const std::vector<double>& middles, double edge, bool right) {
    const double way = right ? -1 : 1, half = b.two / 2;
    // Inwards from the edge: from behind it, over the plates, to where it ends; rafters beside narrow it.
    double back = b.two - b.wallDeep, front = b.two;
    for (const double m : middles) {
        const double at = way * (m - edge);
        if (std::min(at + half, b.two) - std::max(at - half, 0.0) >= kLeastGrip) return;
        if (at + half <= back || at - half >= front) continue;
        (at < half ? back : front) = at < half ? at + half : at - half;
    }
    const Overhead layer{b, slope, 0, b.two};
    const double x0 = edge + way * (right ? front : back), x1 = edge + way * (right ? back : front);
    for (const auto& r :
         bays({{x0, 0, layer.along(0, slope.under(0))}, {x1, 0, layer.along(slope.span, slope.under(slope.span))}}, layer.taken()))
        if (r.size().x > x1 - x0 - kSameMm && r.size().z > 2 * kIn)
            b.lumber("roof/lining-nailer/" + name + tenths(x0) + "/" + tenths(r.low.z), "lining-nailer", "roof", System::roof,
                     x1 - x0 > b.two + kSameMm ? boardAtLeast(b, x1 - x0) : "2x2", layer.down(), {1, 0, 0}, layer.lying(r));
}

/// Sheets under the rafters, joints on their middles, and foam on them in the bays; the birds' room alone.
void underRafters(Builder& b, const std::string& sheet, const std::string& foam) {
    std::vector<double> middles;
    for (const auto& p : b.model.parts)
        if (p.role == "rafter" && p.system == System::roof) middles.push_back((p.box().low.x + p.box().high.x) / 2);
    std::ranges::sort(middles);
    const auto [from, to] = birdsAlong(b.s, b.sideName(0));
    const bool roomLeft = roomsAt(b.s, b.sideName(3)) > Length{}, roomRight = roomsAt(b.s, b.sideName(1)) > Length{};
    const double thick = inMm(thicknessOf(sheet)), wide = 48 * kIn, least = 3 * kIn;
    for (const auto& slope : b.shell.slopes) {
        const std::string name = !b.shell.gable() ? "" : slope.toBack ? "back/" : "front/";
        const double c = slope.cosine();
        const auto rows = [&](double high, double low, const auto& put) {
            const int n = std::max(1, static_cast<int>(std::ceil((low - high) / kSheetLong - 1e-9)));
            for (int i = 0; i < n; ++i) put(high + (low - high) * i / n, high + (low - high) * (i + 1) / n);
        };
        nailers(b, slope, name, middles, inMm(from), false), nailers(b, slope, name, middles, inMm(to), true);
        if (!foam.empty()) {
            const Overhead layer{b, slope, 0, inMm(thicknessOf(foam))};
            const auto taken = layer.taken();
            rows(layer.along(0, slope.under(0)), layer.along(slope.span, slope.under(slope.span)), [&](double q0, double q1) {
                layer.fill({{roomLeft ? inMm(from) : 0, 0, q0}, {roomRight ? inMm(to) : b.wide, 0, q1}}, taken, "foam/" + name, "roof-foam",
                           foam);
            });
        }
        const Overhead layer{b, slope, -thick, 0};
        const auto taken = layer.taken();
        // Down to where they meet the plates; of the upper edge the lower corner reaches farthest up.
        const double high = b.shell.gable() ? 0 : b.wallDeep;
        rows(layer.along(high, slope.under(high) - thick / c), layer.along(slope.span, slope.under(slope.span)), [&](double q0, double q1) {
            for (double x = inMm(from); x < inMm(to) - kSameMm;) {
                double next = std::min(x + wide, inMm(to));
                if (next < inMm(to))
                    for (const double m : middles)
                        if (m >= x + least && m <= x + wide + kSameMm && m <= inMm(to) - least) next = m;
                layer.fill({{x, 0, q0}, {next, 0, q1}}, taken, "lining/" + name, "roof-lining", sheet);
                x = next;
            }
        });
    }
}

}  // namespace

void insulation(Builder& b) {
    if (b.s.applies("roof.lining"))
        if (const auto& sheet = b.s.choice("roof.lining"); sheet != "none") {
            const auto& foam = b.s.choice("roof.insulation");
            underRafters(b, sheet, foam == "none" ? "" : foam);
        }
    if (b.s.applies("skin.insulation"))
        if (const auto& stock = b.s.choice("skin.insulation"); stock != "none") wallFoam(b, stock);
    if (b.s.applies("floor.insulation"))
        if (const auto& stock = b.s.choice("floor.insulation"); stock != "none") floorFoam(b, stock);
}

}  // namespace oiko
