// Siding cut round the openings, corner boards, casings.
#include <algorithm>
#include <cmath>
#include <optional>

#include "core/catalog/covers.h"
#include "core/catalog/skins.h"
#include "core/design/lean.h"
#include "core/design/litter.h"
#include "core/model/builder.h"

namespace oiko {
namespace {

struct Siding {
    Builder& b;
    const WallFrame& w;
    const Skin& kind = oiko::skin(b.s.choice("skin.kind"));
    double t = w.skin;
    double sheet = kind.shingled() && !w.inside && w.form != Form::mesh ? inMm(thicknessOf(kind.stock)) : t;  ///< of the panels alone
    double bottom = b.skinFoot() - b.floor;
    double spacing = b.apart(w);
    std::optional<double> ridge;
    std::vector<Hole> holes = w.holes;
    double upTo;  ///< where it ends below the roof: on a half open wall

    Siding(Builder& builder, const WallFrame& wall, double most = 1e9) : b{builder}, w{wall}, upTo{most} {
        // The ridge board passes through a gable's siding.
        const double half = inMm(b.shell.ridgeThick) / 2;
        if (const auto at = b.shell.ridgeOn(b.sideName(w.local)); at && inMm(*at) > w.from && inMm(*at) < w.to) ridge = inMm(*at);
        if (ridge) holes.push_back({"roof", "ridge", *ridge - half, *ridge + half, ridgeUndersideMm(b.shell), 1e6});
    }

    /// Its top, above the deck, when it stands `out` from the frame: below the tails of rafters over level walls, at their tops on sloping
    /// ones.
    double top(double u, double out) const {
        // Up to a level partition's plate; rafters come lower down before it where they fall that way.
        if (w.inside && !w.sloping) return std::min(w.top, b.under(w.at(0, -out, 0).y) - b.floor);
        if (w.local == 0) return std::min(upTo, std::min(b.under(0), b.under(-out)) - b.floor);
        if (w.local == 2) return std::min(upTo, b.under(b.deep + out) - b.floor);
        return std::min(upTo, b.over(w.yAt(u)) - b.floor);
    }
    void put(const std::string& name, std::string_view role, Form form, std::string_view stock, Vec3 along, Vec3 across,
             std::vector<Solid> solids) {
        const auto system = w.inside ? System::inside : w.leans ? System::walls : System::skin;
        if (auto* p = b.add(w.side + "/" + name, role, w.assembly(), system, form, std::string{stock}, along, across, std::move(solids)))
            p->side = w.side;
    }

    /// In widths of a sheet or a roll, joints over studs; of metal wherever they come, over blocks.
    void upright(const std::string& name, std::string_view role, double from, double to) {
        const bool metal = w.form == Form::panel;
        const double wide = metal ? inMm(ofProfile(catalog(), w.wears).front()->a) : 48 * kIn;
        int n = 0;
        double next = wide;
        while (next < from + kSameMm) next += wide;
        if (next < from + 3 * kIn) next += b.back(w);
        for (double u = from; u < to - kSameMm; next += wide) {
            double u1 = std::min(next, to);
            // A strip under 3 in is avoided: the joint moves back to the stud before.
            if (to - u1 > kSameMm && to - u1 < 3 * kIn) u1 -= metal ? 6 * kIn : b.back(w);
            put(name + std::to_string(++n), role, w.form, w.wears, {0, 0, 1}, w.u,
                sheetWithHoles(
                    w, u, u1, -sheet, 0, bottom, [&](double at) { return top(at, t); }, holes, ridge.value_or(-1e9)));
            u = u1;
        }
    }
    void panels() { upright("siding/", w.form == Form::panel ? "wall-panel" : "siding", 0, w.length); }

    void dress() {
        if (kind.upright())
            standingBoards();
        else
            kind.boards() ? boards() : panels();
        if (kind.shingled()) shingles();
        if (kind.battens) battens();
    }

    /// Over the panels: wrap in strips from below, each under the next, then courses of shingles; cut round what opens.
    void shingles() {
        const double panel = inMm(thicknessOf(kind.stock)), felt = inMm(thicknessOf("felt"));
        courses("wrap", "wall-wrap", Form::roll, "felt", inMm(ofProfile(catalog(), "felt").front()->a - kWrapLap), panel, panel + felt);
        courses("course", "wall-shingles", Form::shingle, "wood-shingles", inMm(kind.exposure), panel + felt, t);
    }
    /// Over the studs alone.
    void felt() { courses("wrap", "wall-wrap", Form::roll, "felt", inMm(ofProfile(catalog(), "felt").front()->a - kWrapLap), 0, t); }
    void courses(const std::string& name, std::string_view role, Form form, std::string_view stock, double seen, double near, double far) {
        const double high = std::max({top(0, t), top(w.length, t), top(ridge.value_or(0), t)});
        // What the uppermost one's lap would cover, or less than an inch of shingles, is no strip of its own.
        const double lap = form == Form::roll ? inMm(kWrapLap) : 0, spare = form == Form::roll ? lap : kIn;
        const double sold = form == Form::roll ? inMm(longestRoll(stock) - kEndLap) : 1e9;
        int n = 0;
        for (double z = bottom, head = z; high - z > kSameMm; z = head) {
            head = high - (z + seen) > spare ? z + seen : high;
            // A roll ends on the panels; every other row's first strip is half as long.
            ++n;
            int strip = 0;
            for (double u = 0, most = n % 2 == 0 ? sold / 2 : sold; u < w.length - kSameMm; most = sold) {
                const double end = w.length - u > sold ? u + most : w.length;
                auto solids = sheetWithHoles(
                    w, u, end, -far, -near, z, [&](double) { return head; }, holes);
                if (w.sloping)
                    for (auto& s : solids) s = b.underRoof(s, -b.rafterDeep);
                put(name + "/" + std::to_string(n) + (u > 0 || end < w.length ? "/" + std::to_string(++strip) : ""), role, form, stock, w.u,
                    {0, 0, 1}, std::move(solids));
                if (form == Form::roll && !b.model.parts.empty() && b.model.parts.back().role == role)
                    b.model.parts.back().lapMm = head - z > seen + kSameMm ? seen + lap - (head - z) : lap,
                    b.model.parts.back().endLapMm = end < w.length ? inMm(kEndLap) : 0;
                u = end;
            }
        }
    }

    /// Along the foot of an open wall, inside: between what stands in the corners, beside doors, low nests and pop doors, and partitions.
    void kickBoards() {
        const std::string stock{kickBoard(b.s)};
        const auto& board = b.shell.timber->size(stock);
        const double high = inMm(board.wide), thick = inMm(board.thick), corner = b.wallDeep + (w.sloping ? thick : inMm(liningThick(b.s))),
                     d = b.wallDeep;
        std::vector<std::pair<double, double>> gone{{-1e9, corner}, {w.length - corner, 1e9}};
        for (const auto& h : w.holes)
            if (const bool aside = h.kind == "pop" && slidesAside(b.s, h.row); h.z0 < high + (aside ? 4 : 1) * kIn) {
                const double out = h.z0 <= 0 ? 0 : aside ? inMm(slideWants(mm(h.u1 - h.u0))) : 5 * kIn;
                gone.emplace_back(h.u0 - out, h.u1 + out);
            }
        // Low nests inside stand against the studs, where a board for deep litter would be.
        if (nestsInside(b.s) && !nestsThrough(b.s) && !nestsOnFloor(b.s) && b.s.choice("nests.wall") == w.side &&
            inMm(b.s.length("nests.height") - kNestBoard) < high) {
            const double at = inMm(b.s.length("nests.at"));
            gone.emplace_back(at, at + inMm(openingWidth(b.s, "nests")));
        }
        for (const auto& p : partitions(b.s)) {
            const auto end = b.wall(p.wall);
            if (w.local % 2 == end.local % 2 || (!p.within.empty() && w.side != p.around)) continue;
            const bool atLeft = leftOf(w.side) == p.wall;
            const double face = inMm(p.reach()), cover = face - inMm(p.wallDeep + p.cover);
            gone.emplace_back(atLeft ? cover : w.length - face, atLeft ? face : w.length - cover);
        }
        std::ranges::sort(gone);
        double from = corner;
        int n = 0;
        for (const auto& [a, e] : gone) {
            if (a - from >= 2 * kIn)
                inBoards(b.s, from, a, b.studMiddles(w), 1e9, [&](double at, double to, const std::string&) {
                    if (auto* p = b.lumber(w.side + "/kick/" + std::to_string(++n), "kick-board", w.assembly(), System::inside, stock, w.u,
                                           {0, 0, 1}, w.box(at, to, d, d + thick, 0, high)))
                        p->side = w.side;
                });
            from = std::max(from, e);
        }
    }

    /// What battens stop at: casings, vents, nests, and strips behind a run.
    std::vector<Hole> barred() const {
        std::vector<Hole> out;
        const double casing = b.wideOf("1x3");
        for (const auto& h : w.holes)
            if (h.kind == "vent")
                out.push_back(h);
            else if (h.kind == "nest")
                out.push_back({h.row, h.kind, h.u0 - kIn, h.u1 + kIn,
                               nestsBetween(b.s) ? h.z0 - kIn
                               : nestsFlush(b.s) ? h.z0
                                                 : h.z0 - b.two,
                               h.z1 + (nestsFlush(b.s) ? 1 : 4.5) * kIn});
            else
                out.push_back({h.row, h.kind, h.u0 - casing, h.u1 + casing, h.z0 > 0 ? h.z0 - casing : -1e6,
                               h.kind == "pop" && rampDoor(b.s, h.row) ? inMm(rampDoorTop(b.s, h.row)) : h.z1 + casing});
        for (const auto& run : runPlaces(b.s)) {
            if (run.side != w.side || run.shared) continue;
            const double u = inMm(run.at), e = u + inMm(run.along), post = b.post, beam = inMm(runHeight(b.s, run)) - b.floor;
            out.push_back({run.key, "post", u, u + post, -1e6, beam}), out.push_back({run.key, "post", e - post, e, -1e6, beam});
            out.push_back({run.key, "beam", u, e, beam - b.wideOf("1x2"), beam});
            if (const auto f = flashingOn(b, run)) out.push_back({run.key, "flashing", u, e, f->foot - b.floor, f->head - b.floor});
        }
        return out;
    }

    /// Left edges of upright boards, a gap between each and the next; the last ones are ripped, none so narrow that its batten would stand
    /// where the corner board does.
    std::vector<double> uprightBoards() const {
        const double wide = b.wideOf(kind.stock), gap = inMm(kind.gap),
                     least = std::max(5 * kIn, besideCorner(1) + (b.wideOf("1x3") + gap) / 2);
        std::vector<double> out{0};
        while (w.length - out.back() > wide + kSameMm) {
            double next = out.back() + wide + gap;
            // Beside what passes through under the ridge no strip is left too narrow to stay, under a batten that ends below: then boards
            // meet in its middle, or so much before it.
            if (ridge) {
                const auto& h = holes.back();
                if (const double past = next - gap - h.u1; past > kSameMm && past < b.one) next = (h.u0 + h.u1 + gap) / 2;
                if (h.u0 - next > kSameMm && h.u0 - next < b.one) next = h.u0 - b.one - kTouchMm;
            }
            out.push_back(next);
        }
        if (out.size() > 1 && w.length - out.back() < least) out.back() = (out[out.size() - 2] + w.length + gap) / 2;
        return out;
    }
    void standingBoards() {
        const auto starts = uprightBoards();
        // No strip of a board is ripped narrower than it is thick; what is left open beside it lies under trim or tails. Common practice.
        const double gap = inMm(kind.gap), least = b.one;
        for (std::size_t i = 0; i < starts.size(); ++i) {
            const double u0 = starts[i], u1 = i + 1 < starts.size() ? starts[i + 1] - gap : w.length;
            // What an opening would leave too narrow goes with it; what it takes whole is a board below and one above.
            auto cuts = holes;
            std::vector<std::pair<double, double>> gone;
            for (auto& h : cuts) {
                if (h.u0 > u0 && h.u0 < u0 + least) h.u0 = u0;
                if (h.u1 < u1 && h.u1 > u1 - least) h.u1 = u1;
                if (h.u0 <= u0 + kSameMm && h.u1 >= u1 - kSameMm) gone.emplace_back(h.z0, h.z1);
            }
            std::ranges::sort(gone);
            double from = bottom;
            int n = 0;
            const auto piece = [&](double z0, double z1) {
                if (z1 - z0 < least) return;
                auto solids = sheetWithHoles(
                    w, u0, u1, -t, 0, z0, [&](double at) { return std::min(z1, top(at, t)); }, cuts, ridge.value_or(-1e9));
                Bounds size;
                for (const auto& s : solids) size.add(bounds(s));
                if (solids.empty() || size.size().z < 2 * kIn) return;
                put("siding/" + std::to_string(i + 1) + "/" + std::to_string(++n), "siding", Form::lumber, kind.stock, {0, 0, 1}, w.u,
                    std::move(solids));
            };
            for (const auto& [a, e] : gone) piece(from, a), from = std::max(from, e);
            piece(from, 1e6);
        }
    }

    /// From the wall's left (3) or right (1) end to where a batten may stand: clear of the corner board, which laps an open wall's mesh
    /// alone.
    double besideCorner(int turn) const {
        const double lap = b.wideOf("1x4") - (w.sloping ? 0 : b.one) - b.walls[static_cast<std::size_t>(w.local + turn) % 4].skin;
        return std::max(b.wideOf("1x4") - b.one, lap) + 0.05 * kIn;
    }
    /// Over each joint and each stud between the corner boards.
    void battens() {
        const std::string_view stock = kind.upright() ? "1x3" : "1x2";
        const double wide = b.wideOf(stock), far = b.wideOf("1x4") + kIn, left = kind.upright() ? besideCorner(3) : far,
                     right = kind.upright() ? besideCorner(1) : far;
        auto bars = barred();
        std::vector<double> places;
        for (double c = spacing; c < w.length && !kind.upright(); c += spacing)
            if (!ridge || std::fabs(c - *ridge) >= 2 * kIn) places.push_back(c);
        if (kind.upright()) {
            for (const double u : uprightBoards())
                if (u > 0) places.push_back(u - inMm(kind.gap) / 2);
            // The ridge board passes through them too.
            if (ridge) bars.push_back(holes.back());
        }
        Length sold;
        for (const auto* board : ofProfile(catalog(), b.shell.timber->plain(stock)))
            if (board->a <= longestSold(b.s)) sold = std::max(sold, board->a);
        const double most = inMm(sold - b.s.length("cut.trim") * 2) - 1;
        const auto& cover = roofCover(coverOf(b.s));
        for (const double c : places) {
            const double u0 = c - wide / 2, u1 = c + wide / 2;
            if (u0 < left || u1 > w.length - right) continue;
            std::vector<Hole> here;
            for (const auto& h : bars)
                if (h.u0 < u1 && h.u1 > u0) here.push_back(h);
            std::ranges::sort(here, {}, &Hole::z0);
            double from = bottom;
            int n = 0;
            // As long as such boards are sold at most; each joint lies on the stud.
            const auto piece = [&](double z0, double z1) {
                const int parts = static_cast<int>(std::ceil((z1 - z0) / most - 1e-9));
                for (int k = 0; k < parts; ++k) {
                    const double low = z0 + (z1 - z0) * k / parts, high = z0 + (z1 - z0) * (k + 1) / parts;
                    if (high - low < 2 * kIn) continue;
                    auto solid = w.box(u0, u1, -t - b.one, -t, low, high);
                    // Under a deck they end below its lookouts.
                    if (w.sloping) solid = b.underRoof(solid, cover.decked ? 0 : -b.rafterDeep);
                    if (!solid.empty() && bounds(solid).size().z >= 2 * kIn)
                        put("batten/" + tenths(c) + "/" + std::to_string(++n), "skin-batten", Form::lumber, stock, {0, 0, 1}, w.u, {solid});
                }
            };
            for (const auto& h : here) piece(from, h.z0), from = std::max(from, h.z1);
            piece(from, std::min(top(u0, t + b.one), top(u1, t + b.one)) + (w.sloping && upTo > 1e6 ? 200 : 0));
        }
    }

    /// Level boards from below, each over the one below by a rabbet half its thickness deep, or into the one above by a tongue.
    void boards() {
        const double lap = inMm(kind.lap), seen = b.wideOf(kind.stock) - lap, least = b.one;
        const double high = std::max({top(0, t), top(w.length, t), top(ridge.value_or(0), t)});
        int row = 0;
        for (double z = bottom; high - z >= least; z += seen, ++row) {
            const double end = std::min(z + seen + lap, high);
            // What an opening would leave too narrow goes with it.
            auto cuts = holes;
            for (auto& h : cuts) {
                if (h.z0 > z && h.z0 < z + least) h.z0 = z;
                if (h.z1 < z + seen && h.z1 > z + seen - least) h.z1 = end;
            }
            std::vector<std::pair<double, double>> gone;
            for (const auto& h : cuts)
                if (h.z0 <= z + kSameMm && h.z1 >= end - kSameMm) gone.emplace_back(h.u0, h.u1);
            std::ranges::sort(gone);
            double from = 0;
            int n = 0;
            const auto whole = [&](double u0, double u1) {
                if (u1 - u0 < kSameMm) return;
                std::vector<Solid> solids;
                const auto part = [&](double d0, double d1, double z0, double z1) {
                    if (z1 - z0 < kSameMm) return;
                    for (auto& s : sheetWithHoles(
                             w, u0, u1, d0, d1, z0, [&](double) { return z1; }, cuts)) {
                        if (w.sloping) s = b.underRoof(s, -b.rafterDeep);
                        if (!s.empty()) solids.push_back(std::move(s));
                    }
                };
                for (const auto& l : boardLayers(kind, t, z, row == 0 ? z : z + lap, std::min(z + seen, end), end))
                    part(l.d0, l.d1, l.z0, l.z1);
                Bounds size;
                for (const auto& s : solids) size.add(bounds(s));
                // A sliver under the ridge, or one half of the thickness alone, is no board.
                const double x = size.size().x, y = size.size().y;
                if (solids.empty() || std::max(x, y) < 2 * kIn || std::min(x, y) < t - kSameMm || size.size().z < least) return;
                put("siding/" + std::to_string(row + 1) + "/" + std::to_string(++n), "siding", Form::lumber, kind.stock, w.u, {0, 0, 1},
                    std::move(solids));
            };
            const auto piece = [&](double u0, double u1) {
                inBoards(b.s, u0, u1, b.studMiddles(w), staggered(static_cast<std::size_t>(row)),
                         [&](double a, double e, const std::string&) { whole(a, e); });
            };
            for (const auto& [a, e] : gone) piece(from, a), from = std::max(from, e);
            piece(from, w.length);
        }
    }
};

}  // namespace

std::vector<Layer> boardLayers(const Skin& kind, double t, double z, double joint, double edge, double end) {
    if (kind.tongue) return {{-t, -t * 2 / 3, z, edge}, {-t * 2 / 3, -t / 3, joint, end}, {-t / 3, 0, z, edge}};
    return {{-t, -t / 2, z, edge}, {-t / 2, 0, joint, end}};
}

namespace {

void cornerBoards(Builder& b) {
    const double bottom = b.skinFoot(), wide = b.wideOf("1x4"), front = b.walls[0].skin, back = b.walls[2].skin;
    const auto put = [&](const std::string& name, int local, Solid solid) {
        if (auto* p = b.lumber("corner/" + name, "corner-board", "trim", System::skin, "1x4", {0, 0, 1},
                               local % 2 == 0 ? Vec3{1, 0, 0} : Vec3{0, 1, 0}, std::move(solid)))
            p->side = b.sideName(local);
    };
    const double high = std::max(b.over(-front), b.over(wide)) + 50;
    for (const bool right : {false, true}) {
        const double side = right ? b.wide : 0, out = right ? 1 : -1, t = b.walls[right ? 1 : 3].skin;
        // On the side walls, flush with the face of what the front wears; cut to the slope.
        const double xs0 = side + out * t, xs1 = side + out * (t + b.one);
        const double reach = wide - b.one - t;  // how far a front board laps onto the front
        put(b.sideName(right ? 1 : 3) + "/high", right ? 1 : 3, cut(box({xs0, -front, bottom}, {xs1, wide - front, high}), b.belowTop(0)));
        put(b.sideName(right ? 1 : 3) + "/low", right ? 1 : 3,
            cut(box({xs0, b.deep + back - wide, bottom}, {xs1, b.deep + back, b.over(b.deep - wide) + 50}), b.belowTop(b.deep)));
        // Beside a run under a high wall's rafters it goes on up to them, or its mesh would begin too far from it.
        const bool beside = b.shell.slopes[0].before > 0;
        auto board = box({side + out * (t + b.one), -front - b.one, bottom},
                         {side - out * reach, -front, beside ? high : std::min(b.under(0), b.under(-front - b.one))});
        if (beside) board = cut(board, b.below(0, 0));
        if (!b.shell.leans) put("high/" + b.sideName(right ? 1 : 3), 0, std::move(board));
        put("low/" + b.sideName(right ? 1 : 3), 2,
            box({side + out * (t + b.one), b.deep + back, bottom},
                {side - out * reach, b.deep + back + b.one, b.under(b.deep + back + b.one)}));
    }
}

void casings(Builder& b, const WallFrame& w) {
    const double wide = b.wideOf("1x3");
    for (const auto& h : w.holes) {
        if (h.kind == "vent" || h.kind == "nest") continue;
        // Over the siding of a half open wall they lie on mesh.
        const bool onMesh = w.form == Form::mesh && h.z0 - wide >= inMm(lowerSiding(b.s));
        const double t = onMesh ? inMm(thicknessOf(w.wears)) : w.skin;
        const auto put = [&](const char* name, Vec3 along, Vec3 across, double u0, double u1, double z0, double z1) {
            if (auto* p = b.lumber(h.row + "/casing/" + name, "casing", w.side + " wall", System::skin, "1x3", along, across,
                                   w.box(u0, u1, -t - b.one, -t, z0, z1)))
                p->side = w.side, p->opening = h.row;
        };
        // The rafters' tails come down over the low wall's siding: a head casing goes on where it still fits under them.
        double room = 1e9;
        if (w.local == 2) room = b.under(b.deep + t + b.one) - b.floor;
        if (w.local == 0) room = std::min(b.under(0), b.under(-t - b.one)) - b.floor;
        // A leaf that is the ramp leans on them all the way up, closed above its opening too.
        const bool leans = h.kind == "pop" && rampDoor(b.s, h.row);
        const double end = leans ? inMm(rampDoorTop(b.s, h.row)) : h.z1;
        const bool head = h.z1 + wide <= room;
        const double foot = h.z0 <= 0 ? h.z0 : h.z0 - wide, top = leans ? end : head ? h.z1 : std::min(h.z1, room);
        const Vec3 up{0, 0, 1};
        put("left", up, w.u, h.u0 - wide, h.u0, h.z0 <= 0 ? h.z0 : h.z0, top);
        put("right", up, w.u, h.u1, h.u1 + wide, h.z0, top);
        if (h.z0 > 0) put("sill", w.u, up, h.u0 - wide, h.u1 + wide, foot, h.z0);
        if (leans)
            put("head", w.u, up, h.u0, h.u1, end - wide, end);
        else if (head)
            put("head", w.u, up, h.u0 - wide, h.u1 + wide, h.z1, h.z1 + wide);
    }
}

}  // namespace

void skin(Builder& b) {
    b.model.trimOwn = b.s.choice("finish.trim") == "own";
    for (const auto& w : b.walls) {
        Siding siding{b, w};
        if (w.leans) {
            // Under the wall it leans on nobody drives a screw: it goes on while the panel lies flat.
            leansOnGlass(b.s) ? siding.upright("mesh/", "wall-mesh", 0, w.length) : siding.felt();
            continue;
        }
        if (w.form != Form::mesh) {
            siding.dress();
            continue;
        }
        if (const double lower = inMm(lowerSiding(b.s)); lower > 0) {
            auto closed = w;
            closed.form = siding.kind.metal() ? Form::panel : Form::sheet, closed.wears = siding.kind.stock;
            Siding{b, closed, lower}.dress();
            siding.bottom = lower, siding.t = siding.sheet = inMm(thicknessOf(w.wears));
        } else {
            siding.kickBoards();
        }
        siding.upright("mesh/", "wall-mesh", 0, w.length);
    }
    cornerBoards(b);
    for (const auto& w : b.walls) casings(b, w);
}

/// The birds' room behind sheets, joints over studs, from the floor to the plates; cut round what opens. What is fixed beside that goes on
/// them.
void wallLining(Builder& b) {
    const std::string stock = b.s.choice("skin.lining");
    if (stock == "none") return;
    const double t = inMm(thicknessOf(stock)), d = b.wallDeep, sheet = 48 * kIn, tall = 96 * kIn, least = 3 * kIn;
    const double plates = inMm(b.shell.plates);
    for (const auto& w : b.walls) {
        if (w.open() || roomsAt(b.s, w.side) > Length{}) continue;
        auto cuts = Siding{b, w}.holes;  // with the ridge board's
        for (auto& cut : cuts) cut.z1 = headInside(b, w, cut);
        if (nestsInside(b.s) && !nestsOnFloor(b.s) && b.s.choice("nests.wall") == w.side) {
            // Their own back lies on the studs.
            const double u0 = inMm(b.s.length("nests.at")), z1 = inMm(nestsUp(b.s)), rise = inMm(nestHigh(b.s)) + nestSlope(b);
            cuts.push_back({"nests", "nest", u0, u0 + inMm(openingWidth(b.s, "nests")), z1 - inMm(kNestBoard), z1 + rise});
        }
        const auto [from, to] = birdsAlong(b.s, w.side);
        const double a = inMm(from) + (w.sloping ? t : 0), e = inMm(to) - (w.sloping ? t : 0);
        int n = 0;
        for (double u = a; e - u > kSameMm;) {
            double next = e - u <= sheet ? e : std::floor((u + sheet) / b.apart(w) + 1e-9) * b.apart(w);
            if (next < e && e - next < least) next -= b.back(w);
            const double peak = w.sloping ? inMm(b.shell.tallestPanel()) : b.underPlates(w, u, plates);
            for (double z = 0; z < peak - kSameMm; z += tall) {
                auto solids = sheetWithHoles(
                    w, u, next, d, d + t, z, [&](double) { return std::min(peak, z + tall); }, cuts);
                Bounds size;
                for (auto& s : solids) {
                    if (w.sloping) s = b.underRoof(s, plates);
                    if (!s.empty()) size.add(bounds(s));
                }
                std::erase_if(solids, [](const Solid& s) { return s.empty(); });
                if (solids.empty() || size.size().z < kIn || std::max(size.size().x, size.size().y) < kIn) continue;
                if (auto* p = b.add(w.side + "/lining/" + std::to_string(++n), "wall-lining", w.assembly(), System::inside, Form::sheet,
                                    stock, {0, 0, 1}, w.u, std::move(solids)))
                    p->side = w.side;
            }
            u = next;
        }
    }
}

void partitionCovers(Builder& b) {
    for (const auto& w : b.partitions) {
        Siding sheets{b, w};
        sheets.bottom = 0;
        // Between the rafters, up to what lies on them.
        sheets.upright("cover/", w.form == Form::mesh ? "partition-mesh" : "partition-sheet", w.from, w.to);
    }
}

}  // namespace oiko
