// What goes on over a run's mesh: battens along its edges and seams, and a second, heavy mesh before its lowest strip.
#include <algorithm>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/model/runner.h"

namespace oiko {
namespace {

constexpr double kClear = kIn;  ///< battens end so far from the ground and from the roof
constexpr double kShort = 2 * kIn;

}  // namespace

bool Runner::roomOutside(const Side& s) const { return !s.passage && s.name != "past" && !(s.name == "left" && meetsLeft); }

void Runner::battens(const Side& s, const Gate& gate, const std::vector<double>& seams) {
    if (b.s.choice("mesh.edge") != "battens" || !roomOutside(s)) return;
    const double wide = b.wideOf("1x2");
    const bool gated = gate.side == s.name, doubled = b.s.flag("mesh.double");
    // The second mesh lies before the lowest strip, the battens over both.
    const auto face = [&](std::size_t strip) { return kMesh * (doubled && strip == 0 ? 2 : 1); };
    const auto board = [&](const std::string& name, Vec3 along, Vec3 across, Solid solid) {
        for (const auto& plane : s.roof) solid = cut(solid, plane);
        if (!solid.empty() && std::max({bounds(solid).size().x, bounds(solid).size().y, bounds(solid).size().z}) >= kShort)
            lumber("batten/" + s.name + "/" + name, "mesh-batten", "1x2", along, across, std::move(solid));
    };
    // Upright ones on the posts and on the stud that the gate shuts against; the outermost at the very ends.
    std::vector<double> starts;
    for (const double p : s.posts) starts.push_back(p + (b.post - wide) / 2);
    starts.front() = s.fromCorner ? -wide : 0, starts.back() = s.span() - wide;
    if (gated) starts.push_back(gate.from + gate.width + 0.25 * kIn);
    std::ranges::sort(starts);
    // Under a ridge one stands on the post that carries it; the ridge board passes through there.
    const auto clear = [&](double x) { return std::ranges::none_of(s.holes, [&](const Hole& h) { return h.u0 < x + wide && h.u1 > x; }); };
    // Boards carry a deck's edge out past the end rafters there: battens stay below them.
    const bool lookouts = place.shared && s.under && roofCover(coverOf(b.s)).decked;
    const auto& end = lookouts ? s.under : s.top;
    int n = 0;
    for (const double x : starts) {
        ++n;
        if (x < 0) continue;  // the other run's stands there
        double head = std::min(end(x), end(x + wide)) - kClear;
        for (const auto& h : s.holes)
            if (!clear(x)) head = std::min(head, h.z0);
        double from = highest(s, x, x + wide) + kClear;
        for (std::size_t i = 0; i <= seams.size(); ++i) {
            const double to = i < seams.size() ? std::min(seams[i], head) : head;
            if (to - from >= kShort)
                board("post/" + std::to_string(n) + "/" + std::to_string(i + 1), up, s.frame.u,
                      s.slab(x, x + wide, face(i), face(i) + b.one, from, to));
            from = std::max(from, to);
        }
    }
    // Level or sloping ones between them: over the rails, and along the top.
    const auto between = [&](const std::string& name, double low, double high, const std::function<double(double)>& z) {
        for (std::size_t i = 1; i < starts.size(); ++i) {
            const double a = starts[i - 1] + wide, e = starts[i];
            if (e - a < kShort ||
                (gated && a < gate.from + gate.width && e > gate.from && z(a) + low < gate.height + (gate.head ? 4 : 0.25) * kIn))
                continue;
            if (s.bend > a && s.bend < e) continue;  // a bay that the ridge parts has a post in its middle
            const double p = face(seams.empty() || std::min(z(a), z(e)) + low < seams.front() ? 0 : 1);
            const auto at = [&](double x, double over) { return s.frame.at(x, p, z(x) + over); };
            const Vec3 outline[] = {at(a, low), at(e, low), at(e, high), at(a, high)};
            const auto along = unit(at(e, low) - at(a, low));
            board(name + "/" + std::to_string(i), along, unit(cross(cross(along, up), along)), prism(outline, s.frame.inward * b.one));
        }
    };
    between("ground", kClear, kClear + wide, [&](double x) { return b.ground.under(s.frame.at(x, 0, 0)); });
    for (std::size_t k = 0; k < seams.size(); ++k)
        if (seams[k] < s.railsBelow && seams[k] + wide < std::min(s.top(0), s.top(s.span())) - kClear - wide)
            between("seam/" + std::to_string(k + 1), 0, wide / 2 + kIn / 4, [&](double) { return seams[k]; });
    if (!lookouts) between("top", -kClear - wide, -kClear, s.top);
}

void Runner::force(const Side& s, const std::vector<Hole>& holes, double foot, double seam, double tallest) {
    if (!b.s.flag("mesh.double") || !roomOutside(s)) return;
    // Farther out, rafters' tails come lower.
    auto pieces = sheetWithHoles(
        s.frame, 0, s.span(), kMesh, 2 * kMesh, foot, [&](double) { return std::min(seam, tallest - 2); }, holes, s.bend);
    for (auto& piece : pieces) {
        for (const auto& plane : s.roof) piece = cut(piece, plane);
        if (!b.ground.level()) piece = cut(piece, b.ground.above());
    }
    put("force/" + s.name, "force-mesh", Form::mesh, std::string{kForceMesh}, s.frame.u, up, std::move(pieces));
}

}  // namespace oiko
