// What lies to be nailed: a wall's frame, a run's, the stringers of steps.
#include <algorithm>
#include <cmath>
#include <functional>
#include <set>
#include <tuple>

#include "core/design/ground.h"
#include "core/design/layout.h"
#include "core/design/partition.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/drawing/onpaper.h"
#include "core/drawing/views.h"

namespace oiko {

Drawing wallFrame(const Model& m, Settled& s, const Takeoff& t, std::string_view side) {
    Drawing d;
    d.id = "frame/" + std::string{side};
    const auto shell = shellOf(s);
    // A partition is seen as the wall at its room is, from the room.
    const bool inside = side.starts_with("partitions.");
    const auto wall = inside ? s.choice(std::string{side} + ".wall") : std::string{side};
    const auto look = before(s, wall, inMm(shell.floorTop));
    auto parts = partsWhere(m, [&](const Part& p) {
        // Felt or mesh on a panel that leans on a wall hides nothing of it.
        if (p.form == Form::mesh || p.form == Form::roll) return false;
        return (p.system == System::walls || (inside && p.system == System::inside && p.form == Form::lumber)) && p.side == side;
    });
    project(d, m, parts, look);
    // Blocks over a partition reach past its frame, onto the end walls: that is measured without them.
    std::erase_if(parts, [&](std::size_t i) {
        const auto& p = m.parts[i];
        if (p.role != "eave-block") return false;
        const auto [a, b] = extentOn(look, p);
        d.labels.push_back({{(a.x + b.x) / 2, (a.y + b.y) / 2}, t.marks[i], 2.0, 0, 0, false, p.id});
        return true;
    });
    std::set<double> studs, openings;
    double low = 1e9, high = -1e9, left = 1e9;
    for (const auto i : parts) left = std::min(left, extentOn(look, m.parts[i]).first.x);
    for (const auto i : parts) {
        const auto& p = m.parts[i];
        const auto [a, b] = extentOn(look, p);
        low = std::min(low, a.x), high = std::max(high, b.x);
        const bool upright = p.along.z > 0.9;
        // Of two plies behind each other only the outer one is marked on the paper.
        if (p.role == "let-in-brace") {
            // Along it, with where its outer corners come on the plates, from the wall's left end.
            const Vec2 along{dot(p.along, look.right), dot(p.along, look.up)};  // downwards
            const bool right = along.x > 0;
            d.labels.push_back(
                {{(a.x + b.x) / 2, (a.y + b.y) / 2},
                 Message{"frame.letin", {t.marks[i], mm(right ? b.x - left : a.x - left), mm(right ? a.x - left : b.x - left)}},
                 1.9,
                 0,
                 std::atan(along.y / along.x) * 180 / kPi,
                 false,
                 p.id});
        } else if (!p.id.ends_with("/inner") && p.role != "header-spacer" && !p.existing)
            d.labels.push_back({{(a.x + b.x) / 2, upright ? a.y + (b.y - a.y) * 0.5 : (a.y + b.y) / 2},
                                t.marks[i],
                                2.0,
                                0,
                                upright ? 90.0 : 0.0,
                                false,
                                p.id});
        if (p.role == "stud" || p.role == "king" || p.role == "ridge-post" || p.role == "wall-post")
            studs.insert(std::round(a.x * 1000) / 1000);
    }
    // Running marks from the wall's left end to the left face of each stud, then the overall length.
    std::vector<std::pair<double, std::string>> at{{low, ""}, {high, ""}};
    for (const auto& o : openingsOf(m, side)) at.emplace_back(o.u0, ""), at.emplace_back(o.u1, "");
    double told = -1e9;
    const double paper = paperMillimetre({high - low, d.high.y - d.low.y}), foot = std::min(0.0, d.low.y);
    for (const double u : studs) {
        if (u - told < 56) continue;  // its neighbour's mark does for a doubled stud
        told = u;
        d.add({Pen::dimension, Fill::none, {{u, foot - 1.7 * paper}, {u, foot - 3.7 * paper}}, false, ""});
        d.labels.push_back({{u + paper / 2, foot - 6 * paper}, mm(u - low), 1.9, 1, 90, false, ""});
    }
    d.labels.push_back({{low, foot - 22 * paper}, Message{"frame.running", {}}, 2.0, -1, 0, false, ""});
    chain(
        d, at,
        [&](double u) {
            return Vec2{u, d.high.y};
        },
        6);
    d.dimensions.push_back({{low, d.high.y}, {high, d.high.y}, 13, ""});
    const int local = shell.localSide(wall);
    const auto heightAt = [&](double u) {
        double top = 0;
        for (const auto i : parts)
            for (const auto& solid : m.parts[i].solids)
                for (const auto& v : solid.vertices)
                    if (std::fabs(look.on(v).x - u) < 1) top = std::max(top, look.on(v).y);
        return top;
    };
    d.dimensions.push_back({{low, 0}, {low, heightAt(low)}, 6, local == 2 && !inside ? "coop.low_wall" : ""});
    if (local % 2 == 1) d.dimensions.push_back({{high, 0}, {high, heightAt(high)}, -6, ""});
    for (const auto i : parts)
        if (m.parts[i].role == "ridge-post") d.dimensions.push_back({{high, 0}, {high, look.on(m.parts[i].box().high).y}, -13, ""});
    for (const auto& o : openingsOf(m, side)) {
        const auto key = [&](const std::string& field) {
            return o.row == "nests" || o.row.ends_with(".pop") ? std::string{} : o.row + (inside ? ".door_" : ".") + field;
        };
        d.dimensions.push_back({{o.u1, o.z0}, {o.u1, o.z1}, 4, key("height")});
    }
    // Square when both diagonals agree: the panel is checked by them as it lies.
    if (local % 2 == 0) {
        const double h = heightAt(low);
        d.labels.push_back({{high, -22 * paper}, Message{"frame.diagonal", {mm(std::hypot(high - low, h))}}, 2.0, 1, 0, false, ""});
    }
    return d;
}

Drawing floorFramePlan(const Model& m, Settled& s, const Takeoff& t) {
    Drawing d;
    d.id = "frame/floor";
    const auto frame = partsWhere(
        m, [](const Part& p) { return p.system == System::floor && (p.role == "joist" || p.role == "rim" || p.role == "blocking"); });
    if (frame.empty()) return {};
    const Look look{{1, 0, 0}, {0, 1, 0}, {}, {}};
    project(d, m, frame, look);
    const bool alongX = shellOf(s).turn % 2 == 0;  // the way the rims go
    std::vector<std::pair<double, std::string>> at;
    Bounds all;
    for (const auto i : frame) {
        const auto& p = m.parts[i];
        const auto b = p.box();
        all.add(b);
        const bool upright = b.size().y > b.size().x;
        const bool joist = p.role == "joist";
        if (joist) at.emplace_back(alongX ? b.low.x : b.low.y, "");
        // A joist's mark beside the row of blocks in its middle.
        const double x = (b.low.x + b.high.x) / 2 + (joist && !upright ? b.size().x / 5 : 0),
                     y = (b.low.y + b.high.y) / 2 + (joist && upright ? b.size().y / 5 : 0);
        if (!p.existing) d.labels.push_back({{x, y}, t.marks[i], 2.0, 0, upright ? 90.0 : 0.0, true, p.id});
    }
    // What carries it, and the edges of what lies on it.
    static constexpr std::string_view kDashed[] = {"beam", "skid", "deck", "floor-mesh"};
    for (const auto& p : m.parts)
        if (const auto b = p.box(); std::ranges::find(kDashed, p.role) != std::end(kDashed) && p.box().high.z > 0)
            d.add({Pen::hidden,
                   Fill::none,
                   {{b.low.x, b.low.y}, {b.high.x, b.low.y}, {b.high.x, b.high.y}, {b.low.x, b.high.y}},
                   true,
                   p.id});
    // Where what carries it begins, across the joists.
    std::vector<std::pair<double, std::string>> under{{alongX ? all.low.y : all.low.x, ""}, {alongX ? all.high.y : all.high.x, ""}};
    for (const auto& p : m.parts)
        if (p.role == "beam" || p.role == "skid") under.emplace_back(alongX ? p.box().low.y : p.box().low.x, "");
    chain(
        d, under,
        [&](double v) {
            return alongX ? Vec2{all.low.x, v} : Vec2{v, all.high.y};
        },
        6);
    // Running marks along a rim to the near face of each joist, then overall both ways.
    const double paper = paperMillimetre({all.size().x, all.size().y});
    const double start = alongX ? all.low.x : all.low.y;
    for (const auto& [u, key] : at) {
        const auto mark = [&](double out) { return alongX ? Vec2{u, all.low.y - out} : Vec2{all.low.x - out, u}; };
        d.add({Pen::dimension, Fill::none, {mark(1.7 * paper), mark(3.7 * paper)}, false, ""});
        auto place = mark(6 * paper);
        (alongX ? place.x : place.y) += paper / 2;
        d.labels.push_back({place, mm(u - start), 1.9, 1, alongX ? 90.0 : 0.0, false, ""});
    }
    d.dimensions.push_back({{all.low.x, all.high.y}, {all.high.x, all.high.y}, 7, alongX ? "coop.width" : ""});
    d.dimensions.push_back({{all.high.x, all.low.y}, {all.high.x, all.high.y}, -7, ""});
    d.labels.push_back({{all.low.x, all.low.y - 22 * paper}, Message{"floor.running", {}}, 2.0, -1, 0, false, ""});
    d.labels.push_back({{all.high.x, all.low.y - 26 * paper},
                        Message{"frame.diagonal", {mm(std::hypot(all.size().x, all.size().y))}},
                        2.0,
                        1,
                        0,
                        false,
                        ""});
    return d;
}

Drawing runFrame(const Model& m, Settled& s, const Takeoff& t, const std::string& run, std::string_view which) {
    Drawing d;
    d.id = "run/" + run + "/" + std::string{which};
    const auto place = runPlace(s, run);
    const int against = sideIndex(place.side);
    const auto faces = kSides[(against + (which == "inner" ? 2 : which == "left" ? 3 : which == "right" ? 1 : 0)) % 4];
    const auto look = before(s, faces, 0);
    const Vec3 out = cross(look.right, look.up);
    static constexpr std::string_view kShown[] = {"run-post",   "run-beam",       "run-rail",   "run-kick",   "rafter",
                                                  "gate-stud",  "gate-threshold", "gate-head",  "gate-stile", "gate-rail",
                                                  "gate-brace", "gate-cross",     "gate-strip", "jamb"};
    // Whatever lies wholly within a post's depth of that side's face; beside the coop also what closes the ground under it.
    double face = -1e300;
    const auto reach = [&](const Part& p, bool far) {
        double at = far ? -1e300 : 1e300;
        for (const auto& solid : p.solids)
            for (const auto& v : solid.vertices) at = far ? std::max(at, dot(v, out)) : std::min(at, dot(v, out));
        return at;
    };
    for (const auto& p : m.parts)
        if (p.role == "run-post" && p.id.starts_with(run + "/")) face = std::max(face, reach(p, true));
    // Where it goes round both corners no post stands beside the coop.
    if (which == "inner" && std::ranges::none_of(m.parts, [&](const Part& p) { return p.id.starts_with(run + "/post/inner/"); })) return d;
    const auto parts = partsWhere(m, [&](const Part& p) {
        return std::ranges::find(kShown, p.role) != std::end(kShown) &&
               (p.id.starts_with(run + "/") || (place.shared && p.system == System::roof)) &&
               reach(p, p.role == "run-beam") > face - 100 &&  // beams with their ends, too
               reach(p, true) < face + (which == "inner" ? 100 : 10);
    });
    project(d, m, parts, look);
    std::vector<std::pair<double, std::string>> along, up;
    double high = 0, base = 0;                                                      // of all
    double first = 1e300, firstFoot = 0, last = -1e300, lastFoot = 0, lastTop = 0;  // of the leftmost post and of the rightmost
    for (const auto i : parts) {
        const auto& p = m.parts[i];
        const auto [a, e] = extentOn(look, p);
        const bool upright = p.along.z > 0.9;
        const bool endOn = p.role == "run-beam" && e.x - a.x < p.extent(p.along) / 2;
        if (!p.existing && !endOn)
            d.labels.push_back({{(a.x + e.x) / 2, (a.y + e.y) / 2}, t.marks[i], 2.0, 0, upright ? 90.0 : 0.0, false, p.id});
        if (p.role == "run-post") {
            along.emplace_back(a.x, ""), along.emplace_back(e.x, ""), high = std::max(high, e.y), base = std::min(base, a.y);
            if (a.x > last) last = a.x, lastTop = e.y, lastFoot = a.y;
            if (a.x < first) first = a.x, firstFoot = a.y;
        }
        // What lies on sloping ground has no height of its own.
        if (p.role == "run-rail" && std::fabs(p.along.z) < 1e-9) up.emplace_back(a.y, "");
        if (p.role == "run-beam" && !endOn) up.emplace_back(a.y, ""), up.emplace_back(e.y, ""), high = std::max(high, e.y);
    }
    if (along.empty()) return d;
    // Up the left post from its foot.
    std::erase_if(up, [&](const auto& at) { return at.first < firstFoot; });
    up.emplace_back(firstFoot, "");
    std::ranges::sort(along), std::ranges::sort(up);
    if (up.back().first < high - 1) up.emplace_back(high, "");
    // From post to post at their left edges, and the whole.
    const double left = along.front().first, right = along.back().first;
    std::vector<std::pair<double, std::string>> posts{{right, ""}};
    for (std::size_t i = 0; i < along.size(); i += 2) posts.push_back(along[i]);
    chain(
        d, posts,
        [&](double u) {
            return Vec2{u, base};
        },
        -7);
    d.dimensions.push_back({{left, base}, {right, base}, -14, ""});
    chain(
        d, up,
        [&](double z) {
            return Vec2{left, z};
        },
        7);
    if (lastTop < high - 1 || lastFoot != firstFoot) d.dimensions.push_back({{right, lastFoot}, {right, lastTop}, -7, ""});
    groundLine(d, m, look, left - 150, right + 150, face - dot(look.origin, out));
    return d;
}

Drawing stringer(const Model& m, Settled& s, const Takeoff& t, int door) {
    Drawing d;
    const auto row = slotKey("doors", door, "");
    const auto steps = row.substr(0, row.size() - 1) + "/steps/";
    d.id = "stringer/" + std::to_string(door);
    const auto* part = m.find(steps + "stringer/1");
    if (!part) return d;
    const auto look = before(s, kSides[(sideIndex(s.choice(slotKey("doors", door, "wall"))) + 3) % 4], 0);
    project(d, m, partsWhere(m, [&](const Part& p) { return &p == part || (p.role == "tread" && p.id.starts_with(steps)); }), look);
    // Each tread's cut, by its height and by its outer edge.
    const auto [low, high] = extentOn(look, *part);
    std::vector<std::pair<double, std::string>> up{{low.y, ""}}, along;
    along.emplace_back(low.x, "");
    for (const auto& solid : part->solids)
        for (std::size_t k = 0; k < solid.faces.size(); ++k) {
            if (facePlane(solid, k).normal.z < 0.99) continue;
            double out = -1e300;
            for (const auto v : solid.faces[k]) out = std::max(out, look.on(solid.vertices[v]).x);
            up.emplace_back(solid.vertices[solid.faces[k][0]].z, ""), along.emplace_back(out, "");
        }
    roundPiece(d, std::move(up), std::move(along), low, high, low.y);
    // The foot stands on the ground, the head plumb against the frame: where the lower edge meets either.
    double foot = high.x, head = high.y, toe = high.y;
    for (const auto& solid : part->solids)
        for (std::size_t k = 0; k < solid.faces.size(); ++k)
            for (const auto v : solid.faces[k]) {
                const auto q = look.on(solid.vertices[v]);
                if (facePlane(solid, k).normal.z < -0.97) {
                    foot = std::min(foot, q.x);
                    if (q.x > high.x - 1) toe = std::min(toe, q.y);
                }
                if (q.x < low.x + 1) head = std::min(head, q.y);
            }
    d.dimensions.push_back({{foot, low.y}, {high.x, low.y}, -21, ""});
    d.dimensions.push_back({{low.x, head}, {low.x, high.y}, 16, ""});
    d.labels.push_back({{(low.x + high.x) / 2, (low.y + high.y) / 2 - 60},
                        t.marks[static_cast<std::size_t>(part - m.parts.data())],
                        2.6,
                        0,
                        0,
                        true,
                        part->id});
    // On a slope the foot is cut along it: the ground goes through its heel and its toe.
    const double rise = high.x - foot > 1 ? (toe - low.y) / (high.x - foot) : 0;
    d.add({Pen::cut, Fill::none, {{low.x - 200, low.y + rise * (low.x - 200 - foot)}, {high.x + 200, toe + rise * 200}}, false, ""});
    if (toe > low.y + 1) d.dimensions.push_back({{high.x, low.y}, {high.x, toe}, -16, ""});
    return d;
}

}  // namespace oiko
