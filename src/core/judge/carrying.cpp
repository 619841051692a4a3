// Findings of what the frame carries: walls held square, studs and posts, joists, rafters, runs' beams.
#include <algorithm>

#include "core/base/tolerance.h"
#include "core/catalog/skins.h"
#include "core/design/bracing.h"
#include "core/design/existing.h"
#include "core/design/layout.h"
#include "core/design/lean.h"
#include "core/design/litter.h"
#include "core/design/rules.h"
#include "core/design/spans.h"
#include "core/judge/court.h"

namespace oiko {
namespace {

struct Carrying {
    Court& court;
    Settled& s = court.s;
    const Model& m = court.m;
    const Shell& shell = court.shell;

    /// Boards and metal hold no wall square as panels do; braces let in do.
    void bracing() {
        if (skin(s.choice("skin.kind")).braces()) return;
        double loose = 0;
        std::vector<std::string> bare;
        for (const std::string_view side : kSides) {
            if (openWall(s, side) || side == leanSide(s)) continue;  // knee braces above its siding
            std::vector<std::string> wears;
            std::vector<std::pair<double, double>> braces;  // along the wall
            const bool alongX = sideIndex(side) % 2 == 0;
            for (const auto& p : m.parts) {
                if (p.side != side || p.existing) continue;
                if (p.role == "siding" || p.role == "wall-panel") wears.push_back(p.id);
                if (const auto box = p.box(); p.role == "let-in-brace")
                    braces.emplace_back(alongX ? box.low.x : box.low.y, alongX ? box.high.x : box.high.y);
            }
            if (wears.empty() || heldSquare(braces, inMm(wallLength(s, side)))) continue;
            ++loose, bare.insert(bare.end(), wears.begin(), wears.end());
        }
        auto& f = court.find("walls.braced", "others", loose, 0, "count", false, 0);
        f.source = kBracing, f.parts = std::move(bare);
        if (loose == 0) return;
        f.state = State::near;
        if (!letsIn(shell, skin(s.choice("skin.kind")))) f.remedies.push_back({{"frame.stud", "2x4"}});
        f.remedies.push_back({{"skin.kind", "grooved-3/8"}}), f.remedies.push_back({{"skin.kind", "battens"}});
    }
    /// Studs and trimmers under the rafters: what the roof brings against what the most slender of them carries.
    void studs() {
        const std::string stud = shell.posted ? "2x4" : s.choice("frame.stud"), under = shell.posted ? "4x4" : stud;
        const auto spacing = [&](std::string_view key) { return readLength(s.choice(key), Units::imperial).value(); };
        const auto load = coopRoofLoad(s);
        auto across = std::max(shell.posted ? postsApart(s) : uprightsApart(s), spacing("roof.spacing"));
        for (const auto& o : m.openings)
            if (o.kind != "gate" && !o.kind.starts_with("inner_") && o.kind != "nest_inside" && shell.bearing(o.side) &&
                !(o.kind == "nest" && nestsBetween(s)))
                across = std::max(across, Length::ticks((o.width + shell.jamb + (shell.posted ? postsApart(s) : Length{})).count() / 2));
        const bool open = shell.leans || std::ranges::any_of(kSides, [&](auto side) { return openWall(s, side) && shell.bearing(side); });
        const auto lower = lowerSiding(s), tall = studTall(shell);
        // Siding and lining hold them sideways.
        const auto free = open ? Length::ticks((tall - lower).count() / openRows(shell, lower)) : Length{};
        const double lb = (inPsf(load.live) + inPsf(load.dead)) * inFeet(across) * inFeet(carriedBy(s)) * (shell.posted ? kGoesOn : 1),
                     carries = studCarriesLb(woodOf(s), shell.timber->size(under), tall, free, load.duration);
        double worst = carries > 0 ? lb / carries : 99;
        // The posts under a ridge beam, as tall as the gable.
        if (!shell.beam.empty()) {
            const auto post = studCarriesLb(woodOf(s), shell.timber->size(stud), mm(ridgeUndersideMm(shell)), {}, load.duration);
            worst = std::max(worst, post > 0 ? ridgePostLb(s, shell) / post : 99);
            const auto inner = mm(ridgeUndersideMm(shell)) + shell.floorTop;
            if (!shell.ridgePosts.empty()) {
                const auto holds = studCarriesLb(woodOf(s), shell.timber->size("4x4"), inner, inner, load.duration);
                worst = std::max(worst, holds > 0 ? innerPostLb(s, shell) / holds : 99);
            }
        }
        auto& f = court.find("studs.carry", "others", worst, 1, "share", false);
        f.source = kNds37;
        for (const auto& p : m.parts)
            if ((p.role == "ridge-post" || p.role == "roof-post") && !shell.beam.empty()) f.parts.push_back(p.id);
        for (const auto& p : m.parts)
            if ((p.role == (shell.posted ? "wall-post" : "stud") || p.role == "trimmer") && p.system == System::walls &&
                shell.bearing(p.side))
                f.parts.push_back(p.id);
        if (shell.light()) f.remedies.push_back({{"frame.stud", "2x4"}});
        if (shell.posted)
            f.remedies.push_back({{"frame.posts", "4ft"}}), f.remedies.push_back({{"frame.walls", "studs"}});
        else
            f.remedies.push_back({{"frame.spacing", "16in"}, {"roof.spacing", "16in"}});
    }
    void joists() {
        if (frameless(s) || allStands(s, "existing.floor")) return;
        auto& f = court.find("joists.carry", "others", inMm(joistBay(s)), inMm(joistReach(s, s.choice("floor.joist"))), "mm", false, 0);
        f.source = kDa6;
        for (const auto& p : m.parts)
            if (p.role == "joist") f.parts.push_back(p.id);
        f.remedies.push_back({{"floor.joist", "2x6"}});
        f.remedies.push_back({{"floor.joist", "2x6"}, {"floor.spacing", "16in"}});
        if (litterOf(s)) f.remedies.push_back({{"litter.deep", court.len(inches(2))}});
    }
    /// The roof's, and those of runs under roofs of their own: the worst.
    void rafters() {
        struct Reach {
            std::string id;
            Length bay, most;
            double share() const { return inMm(bay) / inMm(most); }
        };
        std::vector<Reach> all;
        if (!allStands(s, "existing.roof")) all.push_back({"roof", rafterBay(s), rafterReach(s, s.choice("roof.rafter"))});
        for (const auto& run : runPlaces(s))
            if (!run.shared && !allStands(s, run.key + ".existing"))
                all.push_back({run.key, run.length - timberOf(s).post * 2, runRafters(s, run).reach});
        if (all.empty()) return;
        const auto worst = std::ranges::max(all, {}, &Reach::share);
        auto& f = court.find("rafters.carry", "others", inMm(worst.bay), inMm(worst.most), "mm", false, 0);
        f.source = kDa6;
        for (const auto& p : m.parts)
            if ((p.role == "rafter" || p.role == "ceiling-joist") && p.id.starts_with(worst.id + "/")) f.parts.push_back(p.id);
        if (worst.id != "roof") {
            f.remedies.push_back({{worst.id + ".length", court.len(worst.most + timberOf(s).post * 2)}});
            return;
        }
        for (const auto* size : {"2x6", "2x8"}) f.remedies.push_back({{"roof.rafter", size}});
        f.remedies.push_back({{"roof.rafter", "2x8"}, {"roof.spacing", "16in"}});
    }
    /// Runs' beams between the posts that stand under them: the worst.
    void beams() {
        struct Beams {
            std::vector<std::string> parts;
            double bay, most;
            double share() const { return bay / most; }
        };
        std::vector<Beams> all;
        for (const auto& run : runPlaces(s)) {
            if (allStands(s, run.key + ".existing")) continue;
            Beams beams{{}, 0, inMm(runBeamReach(s, run, s.choice(run.key + ".beam")))};
            for (const auto& beam : m.parts) {
                if (beam.role != "run-beam" || !beam.id.starts_with(run.key + "/")) continue;
                const auto box = beam.box();
                const bool alongX = box.size().x > box.size().y;
                std::vector<std::pair<double, double>> under;
                for (const auto& post : m.parts)
                    if (post.role == "run-post" && post.box().meets(box, kTouchMm))
                        under.emplace_back(alongX ? post.box().low.x : post.box().low.y, alongX ? post.box().high.x : post.box().high.y);
                std::ranges::sort(under);
                // A free end bends it as a span of twice its length does.
                const double start = alongX ? box.low.x : box.low.y, end = alongX ? box.high.x : box.high.y;
                double from = 2 * start - end;
                for (const auto& [a, e] : under) {
                    beams.bay = std::max(beams.bay, from < start ? 2 * (a - start) : a - from);
                    from = e;
                }
                beams.bay = std::max(beams.bay, 2 * (end - from));
                beams.parts.push_back(beam.id);
            }
            all.push_back(std::move(beams));
        }
        if (all.empty()) return;
        const auto& worst = std::ranges::max(all, {}, &Beams::share);
        auto& f = court.find("beams.carry", "others", worst.bay, worst.most, "mm", false, 0);
        f.source = kDa6, f.parts = worst.parts;
    }
};

}  // namespace

void carrying(Court& court) {
    Carrying frame{court};
    frame.bracing(), frame.studs(), frame.joists(), frame.rafters(), frame.beams();
}

}  // namespace oiko
