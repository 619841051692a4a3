#include "core/takeoff/takeoff.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/base/notation.h"
#include "core/base/tolerance.h"
#include "core/catalog/lumber.h"

namespace oiko {
namespace {

struct Axes {
    Vec3 a, w, t;
    Vec3 local(Vec3 p) const { return {dot(p, a), dot(p, w), dot(p, t)}; }
};
Axes axes(const Part& p) { return {p.along, p.wide, p.thick()}; }

/// All vertices in the part's own frame, about the middle of its box.
std::vector<Vec3> ownShape(const Part& p) {
    const auto f = axes(p);
    Bounds b;
    std::vector<Vec3> out;
    for (const auto& s : p.solids)
        for (const auto& v : s.vertices) out.push_back(f.local(v)), b.add(out.back());
    const auto middle = (b.low + b.high) * 0.5;
    for (auto& v : out) v = v - middle;
    return out;
}

bool sameSet(const std::vector<Vec3>& a, const std::vector<Vec3>& b, Vec3 sign, bool swap) {
    if (a.size() != b.size()) return false;
    return std::ranges::all_of(a, [&](Vec3 v) {
        if (swap) std::swap(v.y, v.z);
        const Vec3 q{v.x * sign.x, v.y * sign.y, v.z * sign.z};
        return std::ranges::any_of(
            b, [&](Vec3 o) { return std::fabs(o.x - q.x) < 0.1 && std::fabs(o.y - q.y) < 0.1 && std::fabs(o.z - q.z) < 0.1; });
    });
}

enum class Alike { no, same, mirror };

/// Turns are those that keep the section: half turns about the three axes, and for square stock quarter turns about its length.
/// A faced sheet is only turned end for end in its own plane.
Alike compare(const std::vector<Vec3>& a, const std::vector<Vec3>& b, bool square, bool faced) {
    static constexpr Vec3 kProper[] = {{1, 1, 1}, {1, -1, -1}, {-1, 1, -1}, {-1, -1, 1}};
    for (const auto& s : kProper) {
        if (faced && s.z < 0) continue;
        if (sameSet(a, b, s, false)) return Alike::same;
    }
    // A quarter turn about the length: y to z, z to -y, then the half turns again.
    if (square)
        for (const auto& s : kProper)
            if (sameSet(a, b, {s.x, s.y, -s.z}, true)) return Alike::same;
    for (const auto& s : kProper)
        if (sameSet(a, b, {s.x, s.y, -s.z}, false)) return faced && s.z > 0 ? Alike::no : Alike::mirror;
    return Alike::no;
}

char letter(System s) {
    constexpr std::array<char, kSystems> letters{'G', 'F', 'W', 'R', 'D', 'T', 'N', 'U'};
    return letters[static_cast<std::size_t>(s)];
}

}  // namespace

Length onGrid(double v, Units units) {
    const std::int64_t grid = units == Units::imperial ? 1'587'500 : 1'000'000;
    return Length::ticks((wholeTicks(v * 1e6) + grid / 2) / grid * grid);
}

namespace {
/// Faces of the upper edge that lean towards its start are treads. Their outer edges lie in a line, a step's slant from one to the next.
Steps stepsOf(const Part& p) {
    const auto f = axes(p);
    Steps out{0, 0, 1e300};
    std::vector<double> nosings;
    for (std::size_t i = 0; p.solids.size() > 1 && i < p.solids.size(); ++i)
        for (std::size_t k = 0; k < p.solids[i].faces.size(); ++k) {
            const auto n = f.local(facePlane(p.solids[i], k).normal);
            if (n.y < 0.3 || std::fabs(n.z) > 0.05 || n.x > -0.05) continue;
            Vec3 nosing{0, -1e300, 0};
            for (const auto v : p.solids[i].faces[k])
                if (const auto q = f.local(p.solids[i].vertices[v]); q.y > nosing.y) nosing = q;
            nosings.push_back(nosing.x);
            out.goingMm = std::min(out.goingMm, area(p.solids[i], k) / p.extent(p.thick()));
        }
    if (nosings.size() < 2) return {};
    std::ranges::sort(nosings);
    const double slant = nosings[1] - nosings[0];
    out.count = static_cast<int>(nosings.size()), out.riseMm = std::sqrt(std::max(0.0, slant * slant - out.goingMm * out.goingMm));
    return out;
}
}  // namespace

SawSettings sawSettings(const Part& p) {
    if (const auto steps = stepsOf(p); steps.count > 0) return {{}, {}, {}, steps};
    const auto f = axes(p);
    double low = 1e300, high = -1e300, edge = 1e300;
    for (const auto& s : p.solids)
        for (const auto& v : s.vertices)
            low = std::min(low, dot(v, f.a)), high = std::max(high, dot(v, f.a)), edge = std::min(edge, dot(v, f.w));
    SawSettings out;
    double startArea = 0, endArea = 0;
    std::optional<Plane> start, end;  // of the faces that the ends are told by
    for (std::size_t i = 0; i < p.solids.size(); ++i) {
        const auto& s = p.solids[i];
        for (std::size_t k = 0; k < s.faces.size(); ++k) {
            const auto n = f.local(facePlane(s, k).normal);
            if (std::fabs(n.x) < 0.05) continue;
            double faceLow = 1e300, faceHigh = -1e300;
            for (const auto v : s.faces[k])
                faceLow = std::min(faceLow, dot(s.vertices[v], f.a)), faceHigh = std::max(faceHigh, dot(s.vertices[v], f.a));
            const double a = area(s, k);
            const EndCut cut{std::atan2(-n.y, std::fabs(n.x)) * 180 / kPi, std::asin(std::clamp(-n.z, -1.0, 1.0)) * 180 / kPi};
            if (n.x < 0 && faceLow < low + kTouchMm && a > startArea) out.start = cut, startArea = a, start = facePlane(s, k);
            if (n.x > 0 && faceHigh > high - kTouchMm && a > endArea) out.end = cut, endArea = a, end = facePlane(s, k);
        }
    }
    const auto tidy = [](double& v) {
        v = std::round(v * 100) / 100;
        if (v == 0) v = 0;
    };
    for (auto* c : {&out.start, &out.end}) tidy(c->miterDeg), tidy(c->bevelDeg);
    if (p.system == System::skin) {
        // Boards have no seats; what is cut across them in no end's plane is cut to fit.
        const auto same = [](const std::optional<Plane>& a, const Plane& b) {
            return a && dot(a->normal, b.normal) > 1 - 1e-6 && std::fabs(a->offset - b.offset) < kTouchMm;
        };
        for (std::size_t i = 0; i < p.solids.size(); ++i)
            for (std::size_t k = 0; k < p.solids[i].faces.size(); ++k) {
                const auto plane = facePlane(p.solids[i], k);
                const bool within = i < p.inner.size() && std::ranges::find(p.inner[i], k) != p.inner[i].end();
                if (!within && std::fabs(dot(plane.normal, f.a)) >= 0.05 && !same(start, plane) && !same(end, plane)) out.fitted = true;
            }
        return out;
    }
    // A notch shows as a seat: a face inside the length that is neither an edge nor parallel to an end, or a level one over the edge at an
    // end.
    for (std::size_t i = 0; p.solids.size() > 1 && i < p.solids.size(); ++i) {
        const auto& s = p.solids[i];
        for (std::size_t k = 0; k < s.faces.size(); ++k) {
            const auto n = f.local(facePlane(s, k).normal);
            if (n.y > -0.3 || std::fabs(n.z) > 0.05) continue;
            if (std::ranges::find(p.inner[i], k) != p.inner[i].end()) continue;
            double a = 1e300, b = -1e300, deep = 0;
            for (const auto v : s.faces[k]) {
                const auto q = f.local(s.vertices[v]);
                a = std::min(a, q.x), b = std::max(b, q.x), deep = std::max(deep, q.y - edge);
            }
            // One at an end runs level out of it; what leans there is the end itself, and what goes from end to end an edge of its own.
            const bool first = a<low + kTouchMm, last = b> high - kTouchMm, level = std::fabs(n.x) < 1e-4;
            if (deep < 1 || (first && last) || (first || last) != level) continue;
            out.notches.push_back({a - low, b - a, deep, std::round(std::atan2(std::fabs(n.x), -n.y) * 180 / kPi * 100) / 100});
        }
    }
    std::ranges::sort(out.notches, {}, &Notch::atMm);
    return out;
}

namespace {
/// Both edges along one axis of a sheet that is square but for one slanting end.
std::optional<std::pair<double, double>> slantAlong(const Part& p, Vec3 along, Vec3 across) {
    double low = 1e300, high = -1e300;
    for (const auto& s : p.solids)
        for (const auto& v : s.vertices) low = std::min(low, dot(v, across)), high = std::max(high, dot(v, across));
    const auto edge = [&](double at) {
        double from = 1e300, to = -1e300;
        for (const auto& s : p.solids)
            for (const auto& v : s.vertices)
                if (std::fabs(dot(v, across) - at) < kTouchMm) from = std::min(from, dot(v, along)), to = std::max(to, dot(v, along));
        return to - from;
    };
    const double a = edge(low), b = edge(high), least = std::min(a, b), most = std::max(a, b);
    // Where no end leans it is notched.
    const bool leans = std::ranges::any_of(p.solids, [&](const Solid& s) {
        return std::ranges::any_of(facePlanes(s), [&](const Plane& face) {
            return std::min(std::fabs(dot(face.normal, along)), std::fabs(dot(face.normal, across))) > 1e-3;
        });
    });
    // One that is longer between its edges ends in a peak; a point is no edge.
    if (!leans || least < 25.4 || most - least < 0.8 || p.extent(along) > most + 0.5) return std::nullopt;
    return std::pair{most, least};
}
}  // namespace

bool measuredFirst(std::string_view role) {
    static constexpr std::string_view kRoles[] = {"leaf-stile", "leaf-rail",    "leaf",     "stop",        "batten",    "track",
                                                  "casing",     "corner-board", "purlin",   "gate-stile",  "gate-rail", "gate-brace",
                                                  "gate-cross", "fascia",       "pop-leaf", "let-in-brace"};
    return std::ranges::find(kRoles, role) != std::end(kRoles);
}

Takeoff takeOff(const Model& model, Settled& settled) {
    const auto units = settled.choice("plans.units") == "metric" ? Units::metric : Units::imperial;
    Takeoff t;
    t.marks.resize(model.parts.size());
    std::vector<std::vector<Vec3>> shapes;  // of the first part of each piece
    std::map<std::tuple<std::string, std::int64_t, System, std::string>, std::vector<std::size_t>> near;
    for (std::size_t i = 0; i < model.parts.size(); ++i) {
        const auto& whole = model.parts[i];
        if (whole.form == Form::block || whole.form == Form::shingle || whole.existing) continue;
        // What is marked in place is cut when it is there; until then like is like.
        std::optional<Part> sawn;
        if (!whole.blank.empty()) sawn = whole, sawn->solids = whole.blank, sawn->inner.assign(whole.blank.size(), {});
        const auto& p = sawn ? *sawn : whole;
        auto shape = ownShape(p);
        const auto length = onGrid(p.extent(p.along) + p.endLapMm, units), width = onGrid(p.extent(p.wide) + p.lapMm, units);
        const auto* size = p.form == Form::lumber ? profile(p.stock) : nullptr;
        const bool faced = p.form == Form::sheet && p.stock.starts_with("grooved"), square = size && size->thick == size->wide;
        auto& candidates = near[{p.stock, length.count() / 1'600'000, p.system,
                                 p.role + (p.endLapMm > 0 ? "+" : "") + (p.lapMm > 0 ? "|" + writeNumber(p.lapMm, 1) : "")}];
        std::size_t mirror = SIZE_MAX, same = SIZE_MAX;
        for (const auto k : candidates) {
            const auto alike = compare(shapes[k], shape, square, faced);
            if (alike == Alike::same) {
                same = k;
                break;
            }
            if (alike == Alike::mirror && t.pieces[k].mirrorOf.empty()) mirror = k;
        }
        if (same == SIZE_MAX) {
            Piece piece;
            piece.role = p.role, piece.measureFirst = measuredFirst(p.role), piece.stock = p.stock, piece.form = p.form,
            piece.system = p.system, piece.length = length, piece.width = width, piece.lap = onGrid(p.lapMm, units);
            if (p.form == Form::lumber) {
                piece.saw = sawSettings(p);
                const double across = std::max(p.extent(p.wide), p.extent(p.thick()));
                piece.ripped = across < inMm(size->wide) - 0.5;
                piece.measureFirst |= piece.saw.fitted;
            }
            // Grooves run upright; a deck's face grain runs across what carries it.
            piece.grain = faced || p.role == "deck" || p.role == "roof-deck";
            piece.openings = p.form == Form::sheet && p.solids.size() > 1;
            if (piece.openings) piece.cutouts = cutoutsOf(p);
            if (p.form == Form::sheet) {
                auto slant = slantAlong(p, p.along, p.wide);
                if (!slant) slant = slantAlong(p, p.wide, p.along);
                if (slant) piece.slant = std::pair{onGrid(slant->first, units), onGrid(slant->second, units)};
            }
            same = t.pieces.size();
            if (mirror != SIZE_MAX) piece.mirrorOf = std::to_string(mirror), t.pieces[mirror].mirrorOf = std::to_string(same);
            candidates.push_back(same);
            t.pieces.push_back(std::move(piece)), shapes.push_back(std::move(shape));
        }
        t.pieces[same].parts.push_back(i);
    }
    std::array<int, kSystems> next{};
    for (auto& piece : t.pieces) {
        piece.mark = letter(piece.system) + std::to_string(++next[static_cast<std::size_t>(piece.system)]);
        for (const auto i : piece.parts) t.marks[i] = piece.mark;
    }
    for (auto& piece : t.pieces)
        if (!piece.mirrorOf.empty()) piece.mirrorOf = t.pieces[std::stoul(piece.mirrorOf)].mark;
    t.hardware = fixings(model, settled);
    return t;
}

}  // namespace oiko
