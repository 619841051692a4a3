// Nails, screws, ties, hinges, latches, paint, gravel: counted from the joints and areas of the model.
#include <algorithm>
#include <cmath>
#include <map>
#include <ranges>
#include <set>

#include "core/base/tolerance.h"
#include "core/catalog/covers.h"
#include "core/catalog/lumber.h"
#include "core/catalog/skins.h"
#include "core/design/existing.h"
#include "core/design/layout.h"
#include "core/design/lean.h"
#include "core/design/litter.h"
#include "core/design/partition.h"
#include "core/design/roosts.h"
#include "core/design/screens.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/design/spans.h"
#include "core/takeoff/schedule.h"
#include "core/takeoff/takeoff.h"
#include "core/takeoff/units.h"

namespace oiko {
namespace {

inline constexpr Source kR9052{"International Residential Code", "2018", "R905.2.8.5, drip edge fastened every 12 in"};
inline constexpr Source kR4031{"International Residential Code", "2018",
                               "R403.1.6, anchor bolts 6 ft apart, within 12 in of a plate's ends"};
inline constexpr Source kWallShingles{"International Residential Code", "2018", "R703.6, wood shingles on walls: two fasteners each"};

/// A 2x2's end splits round nails.
bool splits(const Part& p) {
    const auto* size = p.form == Form::lumber ? profile(p.stock) : nullptr;
    return size && size->thick > inches(1) && size->wide <= inches(2);
}

/// Boards of one line that meet end over end are held by what they lie on and by what laps them.
bool endOverEnd(const Part& a, const Part& b) {
    if (a.role != b.role || a.form != Form::lumber || std::fabs(dot(a.along, b.along)) < 0.999) return false;
    const auto reach = [&](const Part& p) {
        std::pair ends{1e300, -1e300};
        for (const auto& s : p.solids)
            for (const auto& v : s.vertices) ends = {std::min(ends.first, dot(a.along, v)), std::max(ends.second, dot(a.along, v))};
        return ends;
    };
    const auto x = reach(a), y = reach(b);
    return std::min(std::fabs(x.first - y.second), std::fabs(y.first - x.second)) < kTouchMm;
}

/// Shingles and what holds a decked roof's cover, by length and area.
template <class Parts, class Add>
void roofing(Parts& parts, const Add& add) {
    std::array<double, kShingles.size()> strips{};
    double feltMm2 = 0, seamsMm = 0, edgesMm = 0;
    for (const auto& p : parts) {
        const double along = p.extent(p.along);
        if (p.form == Form::shingle && p.role != "wall-shingles") {
            const auto kind = static_cast<std::size_t>(std::ranges::find(kShingles, p.stock, &Shingles::stock) - kShingles.begin());
            const double wide = inMm(ofProfile(catalog(), p.stock).front()->a), row = std::ceil(along / wide);
            // A ridge is covered by caps, each seen by 5 in; the lowest course of a slope lies on one more.
            strips[kind] += p.role == "ridge-cap"
                                ? std::ceil(std::ceil(along / inMm(roofCover("shingles").exposure)) * inMm(kShingles[kind].cap) / wide)
                                : row * (p.id.ends_with("/1") ? 2 : 1);
        }
        if (p.role == "underlayment") feltMm2 += along * (p.extent(p.wide) + p.lapMm);
        if (p.form == Form::roll && p.role != "underlayment" && p.role != "wall-wrap") seamsMm += along;
        if (p.role == "drip-edge") edgesMm += along;
    }
    for (std::size_t i = 0; i < kShingles.size(); ++i) {
        const auto& kind = kShingles[i];
        add(kind.stock, strips[i], kind.rule, kind.source);
        add(kind.nail, kind.nails * strips[i], kind.nailRule, kind.source);
    }
    add("nail-cap", feltMm2 / 92903.04, "felt", kPractice);
    add("nail-roofing", std::ceil(seamsMm / 76.2), "rollnails", kPractice);
    add("roof-cement", seamsMm / 304.8 / 25, "cement", kPractice);
    add("nail-roofing", std::ceil(edgesMm / 304.8), "dripnails", kR9052);
}

/// Wood shingles on walls, by the running foot of each course less what opens in it; the lowest lies double.
template <class Parts, class Add>
void wallShingles(Parts& parts, const Add& add) {
    const auto& kind = *std::ranges::find(kShingles, "wood-shingles", &Shingles::stock);
    double strips = 0, wrapMm2 = 0;
    for (const auto& p : parts) {
        const double along = p.volumeMm3() / p.extent(p.thick()) / p.extent(p.wide);
        if (p.role == "wall-shingles")
            strips += std::ceil(along / inMm(ofProfile(catalog(), p.stock).front()->a)) * (p.id.ends_with("/course/1") ? 2 : 1);
        if (p.role == "wall-wrap") wrapMm2 += along * (p.extent(p.wide) + p.lapMm);
    }
    add(kind.stock, strips, "wallshingles", kWallShingles);
    add(kind.nail, kind.nails * strips, "wallnails", kWallShingles);
    add("nail-cap", wrapMm2 / 92903.04, "wrap", kPractice);
}

/// Of the birds' room, turned half a foot up its walls: two coats of paint at 350 sq ft a gallon; or sheet vinyl in strips of the roll's
/// 6 ft, laid the way that takes less of it; or felt in strips of 3 ft that lap 2 in, nailed; or whole tiles of a foot, which are not
/// turned up. Common practice.
template <class Add>
void floorCover(Settled& s, const Add& add) {
    if (!s.applies("floor.cover") || s.choice("floor.cover") == "bare") return;
    const double turned = 1;
    const double a = inFeet(birdsAcross(s, "left")) + turned, b = inFeet(birdsAcross(s, "front")) + turned, roll = 6;
    const auto& cover = s.choice("floor.cover");
    const auto whole = [](double v) { return std::ceil(v - 1e-9); };
    const auto strips = [&](double wide, double lap) {
        return std::pair{whole((a - lap) / (wide - lap)), whole((b - lap) / (wide - lap))};
    };
    if (cover == "paint") {
        add("floor-paint-gallon", 2 * a * b / 350, "floorpaint");
    } else if (cover == "vinyl") {
        const auto [across, along] = strips(roll, 0);
        add("vinyl-foot", whole(std::min(across * b, along * a)), "vinyl");
    } else if (cover == "felt") {
        const auto [across, along] = strips(3, 2.0 / 12);
        add("floor-felt-foot", whole(std::min(across * b, along * a)), "floorfelt");
        const double laps = across * b <= along * a ? (across - 1) * b : (along - 1) * a;
        add("nail-roofing", whole(2 * (laps + 2 * (a + b))), "feltnails");
    } else {
        add("floor-tile", whole(a - turned) * whole(b - turned), "floortile");
    }
}

}  // namespace

std::vector<HardwareLine> fixings(const Model& m, Settled& s) {
    // What stood before is held by what it was held by.
    auto parts = m.parts | std::views::filter([](const Part& p) { return !p.existing; });
    std::map<std::pair<std::string, std::string>, std::pair<double, Source>> sum;
    const auto add = [&](std::string_view item, double n, std::string_view rule, Source source = kPractice) {
        if (n <= 0) return;
        auto& line = sum[{std::string{item}, std::string{rule}}];
        line.first += n, line.second = source;
    };
    std::set<std::size_t> battened;
    for (const auto& j : m.joints)
        for (const auto& [mesh, over] : {std::pair{j.a, j.b}, std::pair{j.b, j.a}})
            if (m.parts[over].role == "mesh-batten") battened.insert(mesh);
    // What lies behind heavy mesh is held with it.
    for (const auto& j : m.joints)
        for (const auto& [fine, heavy] : {std::pair{j.a, j.b}, std::pair{j.b, j.a}})
            if (const auto& f = m.parts[fine], &h = m.parts[heavy];
                h.role == "force-mesh" && f.role == "run-mesh" && battened.contains(heavy) && std::fabs(dot(f.thick(), h.thick())) > 0.9)
                battened.insert(fine);
    const auto shell = shellOf(s);
    Rows rows{m.parts};
    for (const auto& j : m.joints) {
        const auto &a = m.parts[j.a], &b = m.parts[j.b];
        if (a.existing && b.existing) continue;
        // On a beam each rafter hangs in a sloped seat of its own, below.
        if (!shell.beam.empty() && ((a.role == "ridge" && b.role == "rafter") || (a.role == "rafter" && b.role == "ridge"))) continue;
        if (j.kind == Joint::Kind::hinged) {
            // Two hinges, three from 60 in: straps on doors and gates, butts on sashes and lids.
            const auto owner = a.opening;
            const bool door = owner.starts_with("doors") || owner.starts_with("partitions") || owner.ends_with("gate");
            const double span = owner == "nests" ? a.extent(a.along.z > 0.5 ? a.wide : a.thick()) : a.extent({0, 0, 1});
            const double along = owner == "nests" ? std::max(a.extent(a.wide), a.extent(a.along)) : span;
            add(door ? "strap-hinge-6" : "butt-hinge-3", along >= 60 * 25.4 ? 3 : 2, "hinge");
            continue;
        }
        if (j.kind == Joint::Kind::slides || j.kind == Joint::Kind::hangs) {
            if (const bool hung = a.role == "feeder" || a.role == "drinker"; hung)
                add("screw-hook", 1, "hung"), add("chain-foot", std::ceil(j.gapMm / 304.8), "hung");
            else if (j.kind == Joint::Kind::hangs && !a.opening.starts_with("windows"))
                add("hook-eye", 2, "ramp");
            continue;
        }
        if (endOverEnd(a, b)) continue;
        // The end of a corner's partition, through the other's cover into the stud behind it.
        if (const auto cover = [](const Part& p) { return p.role == "partition-mesh" || p.role == "partition-sheet"; };
            a.side != b.side && (cover(a) || cover(b)) && a.side.starts_with("partitions.") && b.side.starts_with("partitions.")) {
            const auto& p = cover(a) ? b : a;
            if (p.form == Form::lumber && p.along.z > 0.9) add("screw-3", std::ceil(p.extent({0, 0, 1}) / (16 * 25.4)) + 1, "roomcorner");
            continue;
        }
        const auto* row = rows.of(j.a, j.b);
        if (!row) {
            if (a.form == Form::lumber && b.form == Form::lumber) add("screw-3", 2, "other");
            continue;
        }
        if (row->item.empty() || (row->rule == "pin" && barsLift(s))) continue;
        // A row on brackets is held to the wall by two hooks: it lifts off.
        if (row->rule == "nest" && nestsHang(s) && (a.opening != b.opening || a.role == "nest-bearer" || b.role == "nest-bearer")) continue;
        // Under battens mesh is only tacked until they are on.
        if (row->rule == "mesh" && (battened.contains(j.a) || battened.contains(j.b))) {
            add("staple", std::max(2.0, std::ceil(j.patchMm2 / std::min({38.1, a.extent(a.wide), b.extent(b.wide)}) / 304.8)), "tack");
            continue;
        }
        // The seam's length: the patch over the narrower member's thickness.
        double n = row->number;
        if (n == 0)
            n = std::max(2.0, std::ceil(j.patchMm2 / std::min({38.1, a.extent(a.wide), b.extent(b.wide)}) / (row->everyInches * 25.4)));
        // A 2x2's end splits round nails: two screws in holes drilled first.
        if (row->rule == "endnail" && (splits(a) || splits(b)))
            add("screw-3", 2, "endscrew");
        else
            add(row->item == "post-tie-4x4" ? timberOf(s).postTie : row->item, n, row->rule, row->source);
    }
    std::map<std::string, int> roles;
    double skinMm2 = 0, trimMm2 = 0, skidMm = 0;
    for (const auto& p : parts) {
        ++roles[p.role];
        // What shingles hide is not painted.
        const bool hidden = p.role == "wall-wrap" || (p.role == "siding" && skin(s.choice("skin.kind")).shingled());
        if ((p.system == System::skin && p.role != "wall-panel" && !hidden) || (p.role == "leaf" && !p.stock.starts_with("clear")) ||
            p.role == "corner-roof" || p.role == "corner-wall")
            (m.trimOwn && isTrim(p) ? trimMm2 : skinMm2) += p.volumeMm3() / p.extent(p.thick());
        if (p.role == "skid") skidMm += p.extent(p.along);
    }
    add("angle-bracket", roles["stringer"], "bracket");
    // A bracket near either end and at most 2 ft apart, two screws in each leg, short ones where they would come through. Common practice.
    for (const auto& p : parts)
        if (p.role == "shelf") {
            const double n = std::ceil(p.extent(p.along) / 609.6 - 1e-9) + 1;
            add("angle-bracket", n, "shelf"), add("screw-1-1/4", 2 * n, "shelf"), add("screw-5/8", 2 * n, "shelf");
        }
    add("pull-handle", roles["tray-bottom"], "trayhandle");
    if (roles["nest-bracket"] > 0) add("hook-eye", 2, "nesthook");
    add("hook-eye", 2 * roles["drop-board"], "dropboard");
    add("feed-bin", roles["feed-bin"], "startup");
    add("stump", roles["stump"], "startup");
    // On gravel, three inches deep, a hand wider all round: what is splashed and tipped out drains away. Common practice.
    if (roles["tub"] > 0)
        add("bathing-tub", roles["tub"], "startup"), add("gravel-bag", std::ceil(kPi / 4 * 3.5 * 3.5 * 0.25 / 0.5), "tub");
    // Bolted to its concrete, nailed to the post.
    if (const double n = roles["post-base"]; n > 0)
        add(timberOf(s).postBase, n, "postbase"), add("anchor-bolt", n, "postbase"), add("nail-10d", 8 * n, "postbase");
    add("tie-rafter", 2.0 * roles["rafter"], "tie");
    // Nailed into both.
    if (!shell.beam.empty()) {
        double hung = 0;
        for (const auto& p : parts) hung += p.role == "rafter" && p.system == System::roof;
        add("rafter-hanger", hung, "rafterhanger"), add("nail-10d", 10 * hung, "rafterhanger");
    }
    // By what comes at night: a bolt stops noses; nimble paws a second motion does, or a padlock; where children play a bolt is set as high
    // as they don't reach on what people walk through. Common practice.
    const auto& against = s.choice("latch.against");
    const auto lock = [&](double n, bool alone) {
        if (against != "noses")
            add(against == "thieves" ? "hasp-padlock" : "two-step-lock", n, "latch");
        else if (alone)
            add("barrel-bolt", n, "latch");
    };
    for (const auto& o : m.openings) {
        if (o.kind == "people_door" && screened(s, o.id)) {
            add("gate-latch", 1, "latch"), add("hook-eye", 1, "holdopen");
            if (o.width >= kTwoScreens) add("barrel-bolt", 2, "latch");
        }
        if (o.existing) continue;
        if (o.kind == "people_door" || o.kind == "clean_out")
            add("barrel-bolt", 1, "latch"), lock(1, false), add("hook-eye", 1, "holdopen");
        if (against == "children" && (o.kind == "people_door" || o.kind == "gate")) add("barrel-bolt", 1, "highlatch");
        if (against == "thieves" && o.kind == "gate") lock(1, false);
        // The leaf that stays shut is bolted at head and foot; two above each other to one another.
        if (o.kind == "people_door" || o.kind == "clean_out")
            add("barrel-bolt", s.choice(o.id + ".leaf") == "double" ? 2 : s.choice(o.id + ".leaf") == "split" ? 1 : 0, "latch");
        if (o.kind == "inner_pop") add("barrel-bolt", 1, "latch");
        if (o.kind == "vent" && s.choice(o.id + ".kind") == "boarded") add("turn-button", o.width > inches(93) ? 8 : 4, "turnbutton");
        if (o.kind == "hatch") lock(1, true);
        if (o.kind == "inner_door") add("gate-latch", 1, "latch"), add("hook-eye", 1, "holdopen");
        // One that opens by itself locks itself.
        if (o.kind == "pop" && s.choice(o.id + ".kind") == "automatic")
            add(ownUnit(s, o.id) ? "auto-door-own" : "auto-door", 1, "unit"), add("screw-2-1/2", 6, "unit");
        else if (o.kind == "pop") {
            // From the leaf over a pulley beside it, through another, and out of the run to a cleat: as far as the leaf goes, up and
            // across, and 3 ft to pull at. What slides sideways is drawn either way. Common practice.
            const double ways = slidesAside(s, o.id) ? 2 : 1;
            double feet = 2 * inFeet(ways > 1 ? o.width : o.height) + 3;
            for (const auto& run : runPlaces(s))
                if (run.side == o.side) feet += inFeet(run.length);
            lock(1, true);
            add("cord-foot", std::ceil(feet - 1e-9) * ways, "cord"), add("pulley", 2 * ways, "cord"), add("cord-cleat", ways, "cord");
        }
        // What drops is held level by a chain at either end.
        if (o.kind == "nest" && nestsDrop(s)) add("screw-hook", 4, "eggdoor"), add("chain-foot", 3, "eggdoor");
        if (o.kind == "nest") lock(o.width > feet(3) ? 2 : 1, true);
        if (o.kind == "gate") {
            const bool two = s.choice(o.id.substr(0, o.id.rfind('.')) + ".gate_leaf") == "double";
            add("gate-latch", 1, "latch"), add("barrel-bolt", two ? 3 : 1, "latch"), add("hook-eye", two ? 2 : 1, "holdopen");
        }
        if (o.kind == "window") {
            const auto& kind = s.choice(o.id + ".kind");
            add("hook-eye", kind == "pane" || kind == "shutter" ? 2 : kind == "sliding" ? 1 : 0, "latch");
            // One that slides within its own frame, screwed twice in each side.
            if (kind == "bought") add("window-" + s.choice(o.id + ".unit"), 1, "unit"), add("screw-2-1/2", 8, "unit");
            if (kind == "lift_out") add("turn-button", 4, "turnbutton");
            if (kind == "fixed") add("screw-2-1/2", std::ceil(2 * (inInches(o.width) + inInches(o.height)) / 8), "fixedpane");
        }
    }
    // What a pair of rafters pushes outwards is held by the nails at both ends of its tie.
    if (roles["rafter-tie"] > 0) {
        const auto spacing = readLength(s.choice("roof.spacing"), Units::imperial).value();
        const double push = tieThrustLb(shell, coopRoofLoad(s), spacing);
        const double nails = std::max(3.0, std::ceil(push / (nailLateralLb(woodOf(s)) * kSnowDuration) - 1e-9));
        add("nail-10d", 2 * nails * roles["rafter-tie"], "tienails", kNds12);
    }
    for (const auto& p : parts)
        if (p.role == "ridge-cap" && p.form == Form::trim) add("screw-stitch", 2 * std::ceil(p.extent(p.along) / 304.8), "cap");
    // Beads of 1/4 in over the metal and over the board behind it; a tube of 10 oz makes 25 ft. Common practice.
    for (const auto& p : parts)
        if (p.role == "flashing") {
            add("sealant", 2 * p.extent(p.along) / 304.8 / 25, "sealant");
            // Up the wall that the coop leans on, a foot apart; on panes sealed alone. Common practice.
            if (p.system == System::roof && !leansOnGlass(s)) add("masonry-screw", std::ceil(p.extent(p.along) / 304.8) + 1, "flashing");
        }
    roofing(parts, add);
    wallShingles(parts, add);
    // A closure strip at both ends of each metal or clear panel, in a wall too; stitch screws every 24 in of a side lap.
    double laps = 0;
    for (const auto& p : parts)
        if (p.role == "roof-panel" || p.role == "wall-panel") laps += p.extent(p.along) / (24 * 25.4);
    add("closure-strip", 2.0 * (roles["roof-panel"] + roles["wall-panel"]), "closure");
    add("screw-stitch", std::ceil(laps), "stitch");
    // Tamped gravel: 8 in wide, 4 in deep under skids; a bag under each block. A bag holds half a cubic foot. Common practice.
    // One block may stand on another.
    std::set<std::pair<double, double>> blocks;
    for (const auto& p : parts)
        if (p.role == "block") blocks.emplace(p.box().low.x, p.box().low.y);
    if (skidsUp(s) > Length{} || !m.ground.level()) skidMm = 0;  // there they lie on blocks
    add("gravel-bag", std::ceil(skidMm / 304.8 * (8.0 / 12) * (4.0 / 12) / 0.5) + static_cast<double>(blocks.size()) + roles["footing"],
        "gravel");
    // Under a slab 4 in of it lie all over; under an edge or a curb 4 in along its foot. Common practice.
    double concrete = 0, anchors = 0;
    for (const auto& p : parts) {
        if (p.role == "slab") add("gravel-bag", std::ceil(p.extent(p.along) * p.extent(p.wide) / 92903.04 / 3 / 0.5), "gravelslab");
        if (p.role == "curb")
            add("gravel-bag", std::ceil(2 * (p.extent(p.along) + p.extent(p.wide)) / 304.8 * inFeet(kCurbWide) / 3 / 0.5), "gravelcurb");
        if (p.role == "strip-footing")
            add("gravel-bag", std::ceil(2 * (p.extent(p.along) + p.extent(p.wide)) / 304.8 * inFeet(kFootingWide) / 3 / 0.5), "gravelcurb");
        // Whole blocks in each course along its middle; a bag of mortar lays about 13 of them. Common practice.
        if (p.role == "blockwork") {
            const double round = 2 * (p.extent(p.along) + p.extent(p.wide)) - 4 * inMm(kBlockWide),
                         laid = std::ceil(round / (2 * inMm(kCourse)) - 1e-6) * std::round(p.extent({0, 0, 1}) / inMm(kCourse));
            add("block-8x8x16", laid, "blocks"), add("mortar-bag", laid / 13, "mortar");
        }
        // Pegs near both ends of each lower sill, and at most 4 ft apart; gravel under them as under a curb. Common practice.
        if (p.role == "ground-sill" && p.box().low.z < kSameMm) {
            add("rebar-peg", std::max(2.0, std::ceil((p.extent(p.along) - 2 * 304.8) / (4 * 304.8)) + 1), "pegs");
            add("gravel-bag", std::ceil(p.extent(p.along) / 304.8 * inFeet(curbWide(s)) / 3 / 0.5), "gravelcurb");
        }
        if (p.role == "litter-board") add("turn-button", 2, "litterboard");
        if (p.role == "litter") add(litterNamed(p.stock).item, p.volumeMm3() / std::pow(304.8, 3) / litterNamed(p.stock).bagFt3, "litter");
        // A bag of sand holds half a cubic foot too.
        if (p.role == "dust") add("sand-bag", std::ceil(p.volumeMm3() / std::pow(304.8, 3) / 0.5 - 1e-6), "sand");
        if (p.role == "fill") add("gravel-bag", std::ceil(p.volumeMm3() / std::pow(304.8, 3) / 0.5), "gravelfill");
        // What stands on a building's floor is bracketed to it, what lies on it screwed down as plates are. Common practice.
        if (ownFloor(s) && p.system == System::run && std::fabs(p.box().low.z) < kSameMm) {
            if (p.form == Form::lumber && p.along.z > 0.9)
                add("angle-bracket", 2, "floorscrews"), add("masonry-screw", 2, "floorscrews"), add("screw-1-1/4", 4, "floorscrews");
            else if (p.role == "run-rail" || p.role == "gate-threshold")
                add("masonry-screw", std::max(2.0, std::ceil((p.extent(p.along) - 2 * 304.8) / 609.6) + 1), "floorscrews");
        }
        // A bolt within 12 in of either end of each plate, and at most 6 ft apart.
        if (frameless(s) && p.role == "bottom-plate" && !(p.system == System::inside && earthFloor(s))) {
            const double far = p.extent(p.along) - 2 * 304.8;
            const bool stood = ownFloor(s) || allStands(s, "existing.base");
            if (masonry(s) && !stood) anchors += std::max(2.0, std::ceil(far / (6 * 304.8)) + 1);
            // Drilled into what was there before, near both ends and at most 2 ft apart. Common practice.
            if (stood && s.choice("foundation.kind") != "sills")
                add("masonry-screw", std::max(2.0, std::ceil(far / 609.6) + 1), "floorscrews");
        }
    }
    add("anchor-bolt", anchors, "anchors", kR4031);
    for (const auto& p : parts)
        if (p.form == Form::block && p.stock == "concrete") concrete += p.volumeMm3() / std::pow(304.8, 3);
    // The core of the block that a bolt stands in is filled. Common practice.
    if (s.choice("foundation.kind") == "blockwork") concrete += anchors * 0.13;
    if (concrete > 0) {
        const auto& bag = s.choice("foundation.bag");
        add("concrete-" + bag, concrete / concreteYield(bag), "concrete");
    }
    // Rough-sawn siding drinks: 225 sq ft a gallon a coat, between the 200 and 250 usual. Common practice.
    const auto coats = static_cast<double>(s.count("finish.coats"));
    add("paint-gallon", skinMm2 / 92903.04 * coats / 225, "paint");
    // Planed trim in its own colour: 350 sq ft a gallon, by the quart. Common practice.
    add("trim-paint-quart", 4 * trimMm2 / 92903.04 * coats / 350, "trimpaint");
    // An apron is tied along the walls' mesh and pegged along its outer edge; buried mesh is tied, and so are the strips over a floor.
    for (const auto& p : parts)
        if (const double every = std::ceil(p.extent(p.along) / 152.4 - 1e-6); p.edging()) {
            add("mesh-tie", p.role == "apron" ? 2 * every : every,
                p.role == "apron"         ? "apron"
                : p.role == "ground-mesh" ? "carpet"
                                          : "buried");
            // Its ends are stapled to the rails.
            if (p.role == "ground-mesh") add("staple-mesh", 2 * std::ceil(p.extent(p.wide) / 76.2 - 1e-6), "carpetends");
        }
    for (const auto& p : parts)
        if (p.role == "gate-strip") add("screw-2", std::ceil(p.extent(p.along) / 203.2) + 1, "edge");
    // One for each square foot.
    for (const auto& p : parts)
        if (p.role == "force-mesh") add("mesh-tie", std::ceil(p.volumeMm3() / p.extent(p.thick()) / 92903.04), "force");
    floorCover(s, add);
    boughtUnits(m, s, [&](std::string_view item, double n, std::string_view rule) { add(item, n, rule); });
    std::vector<HardwareLine> out;
    for (const auto& [key, line] : sum) out.push_back({key.first, line.first, key.second, line.second});
    return out;
}

std::vector<std::string_view> jointRules() {
    std::set<std::string_view> out;
    for (const auto& row : schedule())
        if (!row.item.empty()) out.insert(row.rule);
    return {out.begin(), out.end()};
}

}  // namespace oiko
