// Walls: of studs, with plates, doubled corners, kings, trimmers, headers, sills and cripples round each opening; or of posts and rails
// under a beam.
#include <algorithm>
#include <cmath>
#include <optional>

#include "core/model/builder.h"

namespace oiko {
namespace {

constexpr double kLeastPiece = 2 * kIn;

struct Framer {
    Builder& b;
    WallFrame& w;
    double plates;
    double spacing = b.apart(w);
    bool posted = b.shell.posted && !w.inside;  ///< a partition stands on studs always
    bool carries = !w.sloping && !w.inside;     ///< the rafters
    std::string stud = b.shell.posted ? "2x4" : b.s.choice("frame.stud");
    double wide = b.wallDeep;
    std::string row{};                                 ///< of the opening that is being framed
    std::optional<std::pair<double, double>> ridge{};  ///< along the wall, between the faces of the post under the ridge

    /// Underside of the top plates above the deck.
    double underPlates(double u) const { return b.underPlates(w, u, plates); }
    std::string id(std::string_view role, double u) const { return w.side + "/" + std::string{role} + "/" + tenths(u); }
    void put(std::string_view role, std::string name, std::string stock, Vec3 along, Vec3 wideAxis, Solid solid) {
        if (auto* p = b.lumber(std::move(name), role, w.assembly(), w.inside ? System::inside : System::walls, std::move(stock), along,
                               wideAxis, std::move(solid)))
            p->side = w.side, p->opening = row;
    }
    /// An upright stud or post from u, cut to the roof's slope where it reaches the top.
    void upright(std::string_view role, double u, double z0, double z1, bool toPlates, std::string_view more = {}) {
        const bool post = role == "wall-post";
        const double e = u + (post ? b.post : b.two), top = toPlates ? std::max(underPlates(u), underPlates(e)) : z1,
                     y = w.yAt((u + e) / 2);
        if ((toPlates ? std::min(underPlates(u), underPlates(e)) : z1) - z0 < kLeastPiece) return;
        auto solid = w.box(u, e, 0, wide, z0, top);
        if (toPlates && w.sloping) solid = cut(solid, b.below(y, plates / b.shell.slopeAt(y).cosine()));
        put(role, id(role, u) + std::string{more}, post ? "4x4" : stud, {0, 0, 1}, w.inward, std::move(solid));
    }

    void bottomPlate() {
        double from = w.from;
        std::vector<Hole> doors;
        std::ranges::copy_if(w.holes, std::back_inserter(doors), [](const Hole& h) { return h.z0 <= 0; });
        std::ranges::sort(doors, {}, &Hole::u0);
        const auto piece = [&](double a, double c) {
            if (c - a > kSameMm)
                inBoards(b.s, a, c, b.studMiddles(w), staggered(1), [&](double u0, double u1, const std::string&) {
                    put("bottom-plate", id("bottom-plate", u0), frameless(b.s) ? stud + "pt" : stud, w.u, w.inward,
                        w.box(u0, u1, 0, wide, 0, b.two));
                });
        };
        for (const auto& d : doors) piece(from, d.u0), from = d.u1;
        piece(from, w.to);
    }
    /// Studs that plates may meet over: not where a header stands for them, unless openings take a whole board's length.
    std::vector<double> beyondOpenings() const {
        const auto all = b.studMiddles(w);
        auto out = all;
        std::erase_if(out, [&](double u) {
            return std::ranges::any_of(w.holes, [&](const Hole& h) { return u > h.u0 - 3 * b.two && u < h.u1 + 3 * b.two; });
        });
        double last = w.from, widest = 0;
        for (const double u : out) widest = std::max(widest, u - last), last = u;
        return std::max(widest, w.to - last) > inMm(longestBoard(b.s)) / 2 ? all : out;
    }
    void topPlates() {
        for (int k = 0; k * b.two < plates - 1; ++k) {
            const auto role = k == 0 ? "top-plate" : "cap-plate";
            const double lower = plates - k * b.two, upper = lower - b.two;
            if (w.sloping)
                raking(role, stud, lower, upper);
            else
                level(role, stud, lower, upper, beyondOpenings(), staggered(static_cast<std::size_t>(k)));
        }
    }
    /// On the posts: under the rafters it is parted over them.
    void beam() {
        const auto stock = b.s.choice("frame.beam");
        w.sloping ? raking("raking-plate", stock, plates, 0) : level("wall-beam", stock, plates, 0, middlesOf(posts, b.post), 1e9);
    }
    /// On top of the uprights, so far below the wall's top.
    void level(std::string_view role, const std::string& stock, double lower, double upper, const std::vector<double>& middles,
               double first) {
        inBoards(b.s, w.from, w.to, middles, first, [&](double from, double to, const std::string&) {
            put(role, id(role, from), stock, w.u, across(stock, {0, 0, 1}), w.box(from, to, 0, wide, w.top - lower, w.top - upper));
        });
    }
    /// Along each slope; on a gable both end plumb at the post under the ridge.
    void raking(std::string_view role, const std::string& stock, double lower, double upper) {
        std::vector<double> ends{w.from, w.to};
        if (ridge) ends = {w.from, ridge->first, ridge->second, w.to};
        for (std::size_t i = 0; i + 1 < ends.size(); i += 2) {
            const double y = w.yAt((ends[i] + ends[i + 1]) / 2);
            const auto& slope = b.shell.slopeAt(y);
            const auto upwards = [](Plane p) { return Plane{p.normal * -1, -p.offset}; };
            const auto solid =
                cut(cut(w.box(ends[i], ends[i + 1], 0, wide, 0, inMm(b.shell.tallestPanel())), b.below(y, upper / slope.cosine())),
                    upwards(b.below(y, lower / slope.cosine())));
            const double out = slope.toBack ? 1 : -1, seen = w.local == 1 ? 1 : -1;
            const auto along = unit({0, seen, -seen * out * slope.rise});
            put(role, id(role, ends[i]), stock, along, across(stock, cross(along, w.inward)), solid);
        }
    }
    /// The wide axis of what lies on the uprights: flat, or on edge where it is wider than they are deep.
    Vec3 across(const std::string& stock, Vec3 onEdge) const { return b.wideOf(stock) > wide + kSameMm ? onEdge : w.inward; }

    /// Header, sill and what stands round an opening. Gives back where layout studs may not stand.
    std::pair<double, double> opening(Hole& h) {
        row = h.row;
        if (posted) return betweenPosts(h);
        if (h.row == "nests" && nestsBetween(b.s)) return betweenStuds(h);
        const double left = h.u0 - 2 * b.two, right = h.u1 + 2 * b.two;
        const auto stock = headerStock(b.shell, mm(h.u1 - h.u0));
        const double deep = inMm(headerDeep(b.shell, carries, mm(h.u1 - h.u0)));
        const double top = std::min(underPlates(left), underPlates(right));
        double header = h.z1;
        // A gap that no piece fits is closed by raising the header to the plates.
        if (!w.sloping && top - (header + deep) < kLeastPiece) header = top - deep;
        upright("king", left, b.two, 0, true), upright("king", right - b.two, b.two, 0, true);
        const auto trimmer = [&](double u) {
            put("trimmer", id("trimmer", u), stud, {0, 0, 1}, w.inward, w.box(u, u + b.two, 0, wide, b.two, header));
        };
        trimmer(h.u0 - b.two), trimmer(h.u1);
        if (!carries) {
            put("header", id("header", h.u0), stud, w.u, w.inward, w.box(h.u0 - b.two, h.u1 + b.two, 0, wide, header, header + b.two));
        } else {
            put("header", id("header", h.u0) + "/outer", std::string{stock}, w.u, {0, 0, 1},
                w.box(h.u0 - b.two, h.u1 + b.two, 0, b.two, header, header + deep));
            if (!b.shell.light())
                put("header", id("header", h.u0) + "/inner", std::string{stock}, w.u, {0, 0, 1},
                    w.box(h.u0 - b.two, h.u1 + b.two, wide - b.two, wide, header, header + deep));
            // Half-inch plywood fills what its plies leave of the wall's depth, in lengths of a sheet, where there is room for it: else
            // it leads up into the bays above.
            const double from = h.u0 - b.two, length = h.u1 + b.two - from, thick = inMm(thicknessOf("ply-1/2"));
            const int pieces = static_cast<int>(std::ceil(length / (96 * kIn) - 1e-9)),
                      layers = static_cast<int>((wide - (b.shell.light() ? 1 : 2) * b.two) / thick + 1e-9);
            for (int i = 0; i < pieces * layers; ++i) {
                const double a = from + length * (i % pieces) / pieces, e = from + length * (i % pieces + 1) / pieces,
                             d = b.two + thick * (i / pieces);
                if (auto* p =
                        b.add(id("header", h.u0) + "/spacer/" + std::to_string(i + 1), "header-spacer", w.side + " wall", System::walls,
                              Form::sheet, "ply-1/2", w.u, {0, 0, 1}, {w.box(a, e, d, d + thick, header, header + deep)}))
                    p->side = w.side, p->opening = row;
            }
        }
        // Those on the layout are what the wall's own studs leave.
        std::vector<double> cripples;
        for (double c = spacing; c < w.length; c += spacing)
            if (c - b.two / 2 > h.u0 + b.two && c + b.two / 2 < h.u1 - b.two) cripples.push_back(c - b.two / 2);
        if (h.z0 > b.two + kSameMm) {  // else the plate is its sill
            put("sill", id("sill", h.u0), stud, w.u, w.inward, w.box(h.u0, h.u1, 0, wide, h.z0 - b.two, h.z0));
            const auto below = [&](double u) { upright("cripple", u, b.two, h.z0 - b.two, false, "/below"); };
            row.clear();
            std::ranges::for_each(cripples, below);
            row = h.row;
            below(h.u0), below(h.u1 - b.two);
        }
        if (top - (header + deep) >= kLeastPiece || w.sloping) {
            const bool spansRidge = ridge && ridge->first >= h.u0 - b.two - kSameMm && ridge->second <= h.u1 + b.two + kSameMm;
            if (spansRidge) ridgePost(header + deep);
            const auto above = [&](double u) {
                if (!spansRidge || u + b.two <= ridge->first + kSameMm || u >= ridge->second - kSameMm)
                    upright("cripple", u, header + deep, 0, true, "/above");
            };
            row.clear();
            std::ranges::for_each(cripples, above);
            row = h.row;
            above(h.u0 - b.two), above(h.u1);
        }
        row.clear();
        return {left, right};
    }

    /// Bays of which each is a nest: blocks between the studs, which stay whole.
    std::pair<double, double> betweenStuds(const Hole& h) {
        for (double u = h.u0; u < h.u1; u += spacing)
            for (const double z : {h.z0 - b.two, h.z1})
                put("nailer", id("nailer", u) + "/" + tenths(z), stud, w.u, w.inward, w.box(u, u + spacing - b.two, 0, wide, z, z + b.two));
        row.clear();
        return {-1e9, -1e9};
    }

    /// A post on either side, rails at head and foot, and studs where a joint of the skin comes above or below.
    std::pair<double, double> betweenPosts(const Hole& h) {
        const double left = h.u0 - b.post, right = h.u1 + b.post, top = std::min(underPlates(left), underPlates(right));
        const double header = !w.sloping && top - (h.z1 + b.two) < kLeastPiece ? top - b.two : h.z1;
        post(left), post(h.u1);
        put("header", id("header", h.u0), stud, w.u, w.inward, w.box(h.u0, h.u1, 0, wide, header, header + b.two));
        if (h.z0 > 0) put("sill", id("sill", h.u0), stud, w.u, w.inward, w.box(h.u0, h.u1, 0, wide, h.z0 - b.two, h.z0));
        const bool spansRidge = ridge && ridge->first >= h.u0 - kSameMm && ridge->second <= h.u1 + kSameMm;
        if (spansRidge) ridgePost(header + b.two);
        row.clear();
        for (const double c : seams()) {
            if (c <= h.u0 || c >= h.u1) continue;
            const double u = std::clamp(c - b.two / 2, h.u0, h.u1 - b.two);
            if (h.z0 > 0) upright("cripple", u, b.two, h.z0 - b.two, false, "/below");
            if (!spansRidge || u + b.two <= ridge->first + kSameMm || u >= ridge->second - kSameMm)
                upright("cripple", u, header + b.two, 0, true, "/above");
        }
        return {left, right};
    }
    /// Where sheets and rolls may meet: four feet from one another, and half way back from one that a corner is too near to.
    std::vector<double> seams() const {
        std::vector<double> out;
        for (double c = spacing; c < w.length; c += spacing) out.push_back(c);
        if (!out.empty() && w.length - out.back() < 8 * kIn) out.push_back(out.back() - b.back(w));
        return out;
    }
    void post(double u) { upright("wall-post", u, b.two, 0, true), posts.push_back(u); }
    std::vector<double> posts{};  ///< their left edges
    /// Whether the bay that a joint lies in, from post to post, wants one there: where they stand farther apart than joints, at the last
    /// joint in reach of the post before.
    bool wantsPost(double c) const {
        const double most = inMm(postsApart(b.s));
        if (most <= spacing) return true;
        if (ownBays()) return false;
        double before = 0, after = w.length;
        for (const double u : posts) {
            const double middle = u + b.post / 2;
            if (middle <= c) before = std::max(before, middle);
            if (middle > c) after = std::min(after, middle);
        }
        return after - before > most + kTouchMm && c + spacing - before > most + kTouchMm;
    }
    /// Whether posts come between the joints, not at them: then these have studs.
    bool ownBays() const { return std::fmod(inMm(postsApart(b.s)), spacing) > kTouchMm; }
    /// Posts that far apart from corners and openings on, in like bays where the last would be under a third of one.
    template <class Take>
    void postsInBays(const Take& take) {
        const double most = inMm(postsApart(b.s)), half = b.post / 2;
        std::vector<double> stand{0, w.length};
        for (const double u : posts)
            if (u > half && u + b.post < w.length - half) stand.push_back(u + half);
        std::ranges::sort(stand);
        for (std::size_t i = 1; i < stand.size(); ++i) {
            const double bay = stand[i] - stand[i - 1];
            const int n = static_cast<int>(std::ceil(bay / most - 1e-6));
            const double each = bay - (n - 1) * most < most / 3 ? bay / n : most;
            for (int k = 1; k < n; ++k) take(stand[i - 1] + each * k - half, true);
        }
    }
    /// At the corners, where panels and rolls meet, and where a joint moves back to beside a corner; a stud where there is no room for
    /// more, or where one stands near.
    void postsBetween(std::vector<std::pair<double, double>> closed) {
        const auto free = [&](double u, double e) {
            return u >= w.from - kSameMm && e <= w.to + kSameMm &&
                   std::ranges::none_of(closed, [&](const auto& c) { return e > c.first + kSameMm && u < c.second - kSameMm; });
        };
        const auto take = [&](double u, bool whole) {
            const double e = u + (whole ? b.post : b.two);
            if (!free(u, e)) return false;
            whole ? post(u) : upright("stud", u, b.two, 0, true);
            closed.emplace_back(u, e);
            return true;
        };
        // In an end wall a stud beside the other wall's post carries what lies along the slope.
        take(w.from, !w.sloping), take(w.to - (w.sloping ? b.two : b.post), !w.sloping);
        if (ownBays()) postsInBays(take);
        for (const double c : seams()) {
            const bool near =
                std::ranges::any_of(posts, [&](double u) { return u > c - b.post * 1.5 - 16 * kIn && u < c + b.post / 2 + 16 * kIn; });
            if ((!near && wantsPost(c) && take(c - b.post / 2, true)) || take(c - b.two / 2, false)) continue;
            const auto taken =
                std::ranges::find_if(closed, [&](const auto& x) { return x.first < c + b.two / 2 && x.second > c - b.two / 2; });
            // Beside what stands where the joint comes, if that is not behind it already; none comes where the other wall stands.
            if (taken == closed.end()) continue;
            const auto [from, to] = *taken;
            if (c < from + b.two / 2)
                take(from - b.two, false);
            else if (c > to - b.two / 2)
                take(to, false);
        }
        std::ranges::sort(posts);
    }

    /// Carries the ridge board's end, from the bottom plate or from the header of what opens below it.
    void ridgePost(double z0) {
        put("ridge-post", id("ridge-post", ridge->first), stud, {0, 0, 1}, w.inward,
            w.box(ridge->first, ridge->second, 0, wide, z0, ridgeUndersideMm(b.shell)));
        ridgeStands = true;
    }
    bool ridgeStands = false;

    void build() {
        if (const auto at = b.shell.ridgeOn(b.sideName(w.local)); at && inMm(*at) > w.from && inMm(*at) < w.to) {
            const double middle = inMm(*at), half = inMm(b.shell.ridgeThick) / 2;
            ridge = {middle - half, middle + half};
        }
        bottomPlate();
        if (!posted) topPlates();
        std::vector<std::pair<double, double>> closed;
        for (auto& h : w.holes) closed.push_back(opening(h));
        if (ridge && !ridgeStands) ridgePost(b.two);
        if (ridge) closed.push_back(*ridge);
        posted ? (postsBetween(closed), beam()) : studs(closed);
        if (!w.inside) between();
    }

    /// A stud for the end of a corner's partition, from `meets` on as wide as that is deep, beside those on the layout; one of these where
    /// it lies half behind it.
    double behindCorner(const std::vector<double>& at, double meets) const {
        const double least = b.two / 2;
        double best = meets + (wide - b.two) / 2;
        for (const double u : at) {
            if (u >= meets - least - kSameMm && u + b.two <= meets + wide + least + kSameMm) return u;
            if (u < meets && u + b.two > meets) best = std::max(best, u + b.two);
            if (u > meets && u < meets + wide) best = std::min(best, u - b.two);
        }
        return best;
    }
    void studs(const std::vector<std::pair<double, double>>& closed) {
        auto at = layout(w.from, w.to, spacing, b.two);
        if (carries) at.push_back(w.from + b.two), at.push_back(w.to - 2 * b.two);
        if (w.meets) at.push_back(behindCorner(at, *w.meets));
        std::ranges::sort(at);
        double last = -1e9;
        for (const double u : at) {
            const bool corner = u < w.from + b.two + kSameMm || u > w.to - 2 * b.two - kSameMm;
            if (u < last + b.two - kSameMm) continue;
            if (!corner && ((carries && (u < w.from + 2 * b.two || u > w.to - 3 * b.two)) || u < w.from + b.two || u > w.to - 2 * b.two))
                continue;
            if (std::ranges::any_of(closed, [&](const auto& c) { return u + b.two > c.first + kSameMm && u < c.second - kSameMm; }))
                continue;
            upright("stud", u, b.two, 0, true);
            last = u;
        }
    }

    /// What lies level between the uprights, or braces them.
    void between() {
        const double lower = w.open() ? inMm(lowerSiding(b.s)) : 0;
        const double free = inMm(b.shell.lowestWall()) - plates - b.two;
        // One row where siding and mesh of a half open wall meet; for upright boards and metal, and between posts, level rows, evenly
        // between the plates.
        const bool rows = posted || oiko::skin(b.s.choice("skin.kind")).wantsNailers();
        const double high = w.form == Form::mesh ? lower - b.two : inMm(b.shell.tallestPanel()),
                     apart = free / std::ceil(free / inMm(kNailersApart) - 1e-9);
        for (double z = b.two + apart; rows && z < high; z += apart) nailers(z - b.two / 2);
        if (lower > 0) nailers(lower - b.two / 2);
        // Behind the uprights of brackets, near both their ends.
        if (nestsHang(b.s) && b.s.choice("nests.wall") == w.side) {
            const double arm = inMm(b.s.length("nests.height") - kNestBoard) - b.wideOf("2x4"), at = inMm(b.s.length("nests.at")),
                         to = at + inMm(openingWidth(b.s, "nests"));
            for (const double z : {arm - b.two, arm - inMm(kNestBracket)}) nailers(z, at, to);
        }
        if (w.form != Form::mesh) return;
        braces(lower);
        // Nothing but those and blocks holds its studs sideways, and mesh between posts.
        const double rise = inMm(studTall(b.shell)) - lower, tall = rise / openRows(b.shell, mm(lower));
        for (double z = lower + b.two + tall; z < lower + rise; z += tall) nailers(z - b.two / 2);
    }

    /// Blocks between the uprights, from `foot` up, where nothing else is; of those bays alone that lie between `first` and `last`.
    void nailers(double foot, double first = -1e9, double last = 1e9) {
        std::vector<Bounds> uprights, all;  // along the wall, up from the deck
        for (const auto& p : b.model.parts) {
            if (p.side != w.side || p.system != System::walls) continue;
            Bounds box;
            for (const auto& solid : p.solids)
                for (const auto& v : solid.vertices) box.add(Vec3{dot(v - w.origin, w.u), 0, v.z - b.floor});
            if (p.along.z > 0.9) uprights.push_back(box);
            if (!onUprights(p)) all.push_back(box);
        }
        for (const auto& h : w.holes) all.push_back({{h.u0, 0, h.z0}, {h.u1, 0, h.z1}});
        if (ridge) {
            const Bounds beam{{ridge->first, 0, ridgeUndersideMm(b.shell)}, {ridge->second, 0, 1e6}};
            uprights.push_back(beam), all.push_back(beam);
        }
        std::ranges::sort(uprights, {}, [](const Bounds& x) { return x.low.x; });
        const double head = foot + b.two;
        const std::string_view rail = posted ? "wall-rail" : "nailer";
        std::optional<double> from;
        for (const auto& x : uprights) {
            if (x.low.z > foot - kSameMm || x.high.z < head + kSameMm) continue;
            const double to = x.low.x;
            const auto taken = [&](const Bounds& o) {
                return o.high.x > *from + kSameMm && o.low.x < to - kSameMm && o.high.z > foot + kSameMm && o.low.z < head - kSameMm;
            };
            if (from && to > first && *from < last && to - *from >= kLeastPiece && std::min(underPlates(*from), underPlates(to)) >= head &&
                std::ranges::none_of(all, taken))
                put(rail, id(rail, *from) + "/" + tenths(foot), stud, w.u, w.inward, w.box(*from, to, 0, wide, foot, head));
            from = std::max(from.value_or(to), x.high.x);
        }
    }

    /// Mesh holds no wall square: knee braces at 45 degrees under the plates, in the bays beside the corners where nothing opens, above the
    /// siding of a half open wall.
    void braces(double lower) {
        for (const bool right : {false, true}) {
            const double way = right ? -1 : 1,
                         corner = w.sloping ? b.two
                                  : posted  ? b.post
                                            : 2 * b.two,
                         c = right ? w.to - corner : w.from + corner;
            double bay = std::min(24 * kIn, (w.to - w.from) / 2 - corner);  // the other one stands there too
            for (const auto& p : b.model.parts) {
                if (p.side != w.side || p.system != System::walls || p.along.z < 0.9) continue;
                for (const auto& v : p.solids[0].vertices)
                    if (const double off = (dot(v - w.origin, w.u) - c) * way; off > kSameMm) bay = std::min(bay, off);
            }
            const double leg = bay, deep = b.wideOf("2x4") * std::sqrt(2.0), thick = b.two, d = (wide - b.two) / 2;
            const auto top = [&](double off) { return underPlates(c + way * off); };
            const double rise = (top(leg) - top(0)) / leg, foot = top(leg) - leg;
            if (leg < 12 * kIn || foot < std::max(24 * kIn, lower + b.two) || rise > 0.7) continue;
            const double upper = (top(0) - foot - deep) / (1 - rise);
            if (upper < kIn / 4) continue;  // under a steep slope it would be wider than its bay
            const auto at = [&](double off, double z) { return w.at(c + way * off, d, z); };
            const Vec3 outline[] = {at(0, foot), at(leg, top(leg)), at(upper, top(upper)), at(0, foot + deep)};
            const Vec3 along = unit(w.u * way + Vec3{0, 0, 1});
            put("brace", w.side + "/brace/" + (right ? "right" : "left"), "2x4", along, unit(w.u * -way + Vec3{0, 0, 1}),
                prism(outline, w.inward * thick));
        }
    }
};

}  // namespace

void wallFrames(Builder& b) {
    const auto frame = [&](WallFrame& w, Length plates) {
        Framer f{b, w, inMm(plates)};
        f.build();
        for (const auto& h : w.holes) {
            OpeningSpec o{h.row, h.kind, w.side, mm(h.u0), mm(h.u1 - h.u0), mm(h.z0), mm(h.z1 - h.z0), {}};
            const std::pair<double, double> corners[] = {{h.u0, h.z0}, {h.u1, h.z0}, {h.u1, h.z1}, {h.u0, h.z1}};
            for (std::size_t i = 0; i < 4; ++i) o.corners[i] = w.at(corners[i].first, 0, corners[i].second);
            b.model.openings.push_back(o);
        }
    };
    for (auto& w : b.walls) frame(w, b.shell.plates);
    // A partition carries no roof: one plate does.
    for (auto& w : b.partitions) frame(w, b.shell.timber->two);
}

}  // namespace oiko
