// Cards for the saw: lumber piece by piece, boards and sheets with what is cut from them, story sticks.
#include <algorithm>
#include <cmath>
#include <map>

#include "core/catalog/lumber.h"
#include "core/cutting/slants.h"
#include "core/design/layout.h"
#include "core/drawing/views.h"

namespace oiko {
namespace {

std::vector<const Piece*> lumberPieces(const Takeoff& t) {
    std::vector<const Piece*> out;
    for (const bool later : {false, true})
        for (const auto& p : t.pieces)
            if (p.form == Form::lumber && p.measureFirst == later) out.push_back(&p);
    return out;
}

std::string endText(const EndCut& e) {
    return writeNumber(e.miterDeg, 1) + "°" + (std::fabs(e.bevelDeg) > 0.05 ? " / " + writeNumber(e.bevelDeg, 1) + "°" : "");
}

void tickBox(Drawing& d, Vec2 at, double side, bool ticked) {
    d.add({Pen::edge, Fill::paper, {at, {at.x + side, at.y}, {at.x + side, at.y + side}, {at.x, at.y + side}}, true, ""});
    if (ticked)
        d.add({Pen::cut,
               Fill::none,
               {{at.x + side * 0.15, at.y + side * 0.5}, {at.x + side * 0.4, at.y + side * 0.2}, {at.x + side * 1.1, at.y + side}},
               false,
               ""});
}

}  // namespace

std::size_t pieceCardCount(const Takeoff& t) { return lumberPieces(t).size(); }

Drawing pieceCards(const Takeoff& t, std::size_t from, std::size_t count) {
    Drawing d;
    d.id = "pieces";
    const auto all = lumberPieces(t);
    double y = 0;
    for (std::size_t i = from; i < std::min(all.size(), from + count); ++i, y -= kCardRow) {
        const auto& p = *all[i];
        const double l = inMm(p.length), h = kCardHigh;
        // A miter's slant across the card; the ends' angles are written beside it.
        const auto slant = [&](const EndCut& e) { return std::clamp(std::tan(e.miterDeg * kPi / 180) * h, -l / 2, l / 2); };
        const double a = slant(p.saw.start), b = slant(p.saw.end);
        d.add({Pen::outline,
               p.stock.ends_with("pt") ? Fill::treated : Fill::wood,
               {{std::max(0.0, a), y}, {l - std::max(0.0, b), y}, {l - std::max(0.0, -b), y + h}, {std::max(0.0, -a), y + h}},
               true,
               p.mark});
        const auto* section = profile(p.stock);
        for (const auto& n : p.saw.notches) {
            const double deep = n.depthMm / inMm(section->wide) * h;
            d.add({Pen::edge,
                   Fill::cutFace,
                   {{n.atMm, y}, {n.atMm + n.widthMm, y}, {n.atMm + n.widthMm, y + deep}, {n.atMm, y + deep}},
                   true,
                   p.mark});
        }
        // What does not go into a short piece stands behind its box.
        const bool within = l > 900;
        const double box = l + 60, behind = box + h * 0.75;
        d.labels.push_back({{within ? l / 2 : behind, y + h * 0.47}, p.length, 2.0, within ? 0 : -1, 0, false, p.mark});
        if (p.saw.start != EndCut{} || p.saw.end != EndCut{})
            d.labels.push_back({{within ? behind : behind + 750, y + h * 0.47},
                                Message{"card.ends", {endText(p.saw.start), endText(p.saw.end)}},
                                1.9,
                                -1,
                                0,
                                false,
                                ""});
        d.labels.push_back(
            {{-60, y + h * 0.47},
             Message{p.measureFirst ? "card.first" : "card.piece", {p.mark, p.count(), Ref{"part." + p.role}, Ref{"stock." + p.stock}}},
             1.9,
             1,
             0,
             false,
             ""});
        tickBox(d, {box, y + h * 0.2}, h * 0.55, false);
        d.reach({behind + (within ? 900 : 1650), y});
    }
    d.reach({-2700, 0});
    return d;
}

Drawing storyStick(const Model& m, Settled& s, const Takeoff& t, std::string_view side) {
    Drawing d;
    d.id = "stick/" + std::string{side};
    const double high = inMm(inches(3.5));
    const auto frame = wallFrame(m, s, t, side);
    // Where each upright's left face stands, read off the frame as drawn: the shapes there name their parts.
    std::map<double, std::string> uprights;
    double low = 1e300, end = -1e300;
    for (const auto& shape : frame.shapes) {
        const auto* part = m.find(shape.part);
        if (!part) continue;
        const auto [a, b] = std::ranges::minmax(shape.points, {}, &Vec2::x);
        low = std::min(low, a.x), end = std::max(end, b.x);
        if (part->along.z > 0.9 && part->role != "cripple" && !part->existing)
            uprights.emplace(std::round(a.x * 1000) / 1000, t.marks[static_cast<std::size_t>(part - m.parts.data())]);
    }
    if (uprights.empty()) return d;  // all of it stands
    d.add({Pen::outline, Fill::wood, {{0, 0}, {end - low, 0}, {end - low, high}, {0, high}}, true, ""});
    const double wide = inMm(inches(1.5));
    for (const auto& [x, mark] : uprights) {
        // A line where the piece begins, a cross on the side where it stands.
        const double u = x - low;
        d.add({Pen::edge, Fill::none, {{u, 0}, {u, high}}, false, ""});
        d.add({Pen::dimension, Fill::none, {{u + wide * 0.2, high * 0.2}, {u + wide * 0.8, high * 0.8}}, false, ""});
        d.add({Pen::dimension, Fill::none, {{u + wide * 0.2, high * 0.8}, {u + wide * 0.8, high * 0.2}}, false, ""});
        d.labels.push_back({{u + wide / 2, high + 25}, mark, 1.6, -1, 90, false, ""});
        d.labels.push_back({{u + wide / 2, -25}, mm(u), 1.6, 1, 90, false, ""});
    }
    d.reach({0, -320}), d.reach({0, high + 200});
    return d;
}

Drawing boardCards(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutPlan& plan, std::string_view profile,
                   std::size_t from, std::size_t count, std::size_t marked, const Takeoff& takeoff) {
    Drawing d;
    d.id = "boards/" + std::string{profile};
    const double high = kCardHigh;
    std::map<std::string_view, const SawSettings*> saws;
    for (const auto& p : takeoff.pieces) saws[p.mark] = &p.saw;
    double y = 0;
    std::size_t n = 0;
    for (const auto& b : plan.boards) {
        const auto& st = stock[b.stock];
        if ((!profile.empty() && st.profile != profile) || n++ < from) continue;
        if (n > from + count) break;
        const double length = inMm(st.length);
        d.add({Pen::outline, Fill::paper, {{0, y}, {length, y}, {length, y + high}, {0, y + high}}, true, ""});
        double end = 0;
        std::string behind;  // marks of pieces too short to carry them, in saw order behind the box
        for (const auto& c : b.pieces) {
            const double a = inMm(c.at), e = a + inMm(parts[c.part].length);
            const auto near = upperFace(parts[c.part], c.turn, false), far = upperFace(parts[c.part], c.turn, true);
            d.add({Pen::edge,
                   st.profile.ends_with("pt") ? Fill::treated : Fill::wood,
                   {{a + near.first, y}, {a + near.second, y}, {a + far.second, y + high}, {a + far.first, y + high}},
                   true,
                   parts[c.part].label});
            // One line: mark and length where there is room, else the mark, which the list of pieces has.
            const auto& label = parts[c.part].label;
            const auto saw = saws.find(label);
            const bool sloped = saw != saws.end() && (saw->second->start != EndCut{} || saw->second->end != EndCut{});
            const Say says = sloped && e - a > 2800
                                 ? Say{Message{"card.cutends",
                                               {label, parts[c.part].length, endText(c.turn & 1 ? saw->second->end : saw->second->start),
                                                endText(c.turn & 1 ? saw->second->start : saw->second->end)}}}
                             : e - a > 1000 ? Say{Message{"card.cut", {label, parts[c.part].length}}}
                                            : Say{label};
            if (e - a <= 330)
                behind += (behind.empty() ? "" : ", ") + label;
            else
                d.labels.push_back({{(a + e) / 2, y + high * 0.47}, says, 2.0, 0, 0, true, label});
            end = std::max(end, e);
        }
        for (double x = end + 40; x < length - 10; x += 60)
            d.add({Pen::hatch, Fill::none, {{x, y}, {std::min(x + 60, length), y + high}}, false, ""});
        tickBox(d, {length + 60, y + high * 0.225}, high * 0.55, static_cast<std::size_t>(&b - plan.boards.data()) < marked);
        if (!behind.empty()) d.labels.push_back({{length + 60 + high * 0.75, y + high * 0.47}, behind, 2.0, -1, 0, true, ""});
        d.labels.push_back({{-40, y + high / 2},
                            Message{st.label.starts_with("onhand:") ? "board.had" : "board.named", {Ref{"stock." + st.profile}, st.length}},
                            2.0,
                            1,
                            0,
                            false,
                            ""});
        y -= kCardRow;
    }
    d.reach({-900, 0});
    return d;
}

Drawing sheetCard(const CutLists& cuts, std::size_t index) {
    Drawing d;
    d.id = "sheets/" + std::to_string(index + 1);
    const auto& parts = cuts.sheetParts;
    const auto& sheet = cuts.sheets.sheets[index];
    const auto& st = cuts.sheetStock[sheet.stock];
    const double w = inMm(st.width), h = inMm(st.height);
    d.add({Pen::outline, Fill::paper, {{0, 0}, {w, 0}, {w, h}, {0, h}}, true, ""});
    tickBox(d, {w - 90, h + 40}, 90, index < cuts.markedSheets);
    if (st.label.starts_with("opening:"))
        d.labels.push_back({{w / 2, h + 60}, Message{"card.opening", {st.label.substr(8)}}, 2.0, 0, 0, false, ""});
    if (st.label.starts_with("onhand:")) d.labels.push_back({{w / 2, h + 60}, Message{"card.onhand", {}}, 2.0, 0, 0, false, ""});
    for (const auto& p : sheet.placements) {
        const double x = inMm(p.x), y = inMm(p.y), e = x + inMm(p.width), t = y + inMm(p.height);
        d.add({Pen::edge, Fill::sheet, {{x, y}, {e, y}, {e, t}, {x, t}}, true, parts[p.part].label});
        const bool narrow = e - x < t - y && e - x < 300;
        d.labels.push_back(
            {{(x + e) / 2, (y + t) / 2 + (narrow ? 0 : 40)}, parts[p.part].label, 2.4, 0, narrow ? 90.0 : 0.0, true, parts[p.part].label});
        if (!narrow && t - y > 200) {
            d.labels.push_back(
                {{(x + e) / 2, (y + t) / 2 - 50}, Message{"size", {p.width, p.height}}, 1.8, 0, 0, false, parts[p.part].label});
        }
    }
    for (std::size_t i = 0; i < sheet.cuts.size(); ++i) {
        const auto& c = sheet.cuts[i];
        d.add({Pen::centre, Fill::none, {{inMm(c.x0), inMm(c.y0)}, {inMm(c.x1), inMm(c.y1)}}, false, ""});
    }
    return d;
}

Drawing rollCards(const CutLists& cuts, std::size_t from, std::size_t count) {
    Drawing d;
    d.id = "rolls";
    const auto& rolls = cuts.rolls.sheets;
    const auto last = std::min(rolls.size(), from + count);
    // Of a roll only what is cut off it is drawn, and the next foot.
    const auto drawn = [&](const NestedSheet& roll) {
        Length end{};
        for (const auto& p : roll.placements) end = std::max(end, p.y + p.height);
        return std::min(inMm(cuts.rollStock[roll.stock].height), inMm(end) + 300);
    };
    double longest = 1, high = 1;
    for (auto i = from; i < last; ++i) longest = std::max(longest, drawn(rolls[i])), high += inMm(cuts.rollStock[rolls[i].stock].width);
    const double paper = std::max(longest / 240, high / 100);  // of the coop to a millimetre of paper, about
    double y = 0;
    for (auto i = from; i < last; ++i) {
        const auto& st = cuts.rollStock[rolls[i].stock];
        const double wide = inMm(st.width), end = drawn(rolls[i]);
        const bool whole = end >= inMm(st.height) - 1;
        y -= wide + 9 * paper;
        std::vector<Vec2> outline{{end, y + wide}, {0, y + wide}, {0, y}, {end, y}};
        d.add({Pen::outline, Fill::none, outline, whole, ""});
        if (!whole) d.add({Pen::hidden, Fill::none, {{end, y}, {end, y + wide}}, false, ""});
        for (const auto& p : rolls[i].placements) {
            // On the roll a strip's length lies along it.
            const double a = inMm(p.y), e = a + inMm(p.height), low = y + inMm(p.x), top = low + inMm(p.width);
            const auto& label = cuts.rollParts[p.part].label;
            d.add({Pen::edge, Fill::sheet, {{a, low}, {e, low}, {e, top}, {a, top}}, true, label});
            if (const double lap = inMm(cuts.rollLaps[p.part]); lap > 0)
                d.add({Pen::hidden, Fill::none, {{a, top - lap}, {e, top - lap}}, false, label});
            const bool roomy = e - a > 34 * paper, upright = e - a < 8 * paper && top - low > e - a;
            const Say says = roomy ? Say{Message{"card.strip", {label, p.width, p.height}}} : Say{label};
            d.labels.push_back(
                {{(a + e) / 2, (low + top) / 2 - (upright ? 0 : 0.7 * paper)}, says, 1.9, 0, upright ? 90.0 : 0.0, true, label});
        }
        const bool had = st.label.starts_with("onhand:");
        d.labels.push_back(
            {{0, y + wide + 2.3 * paper},
             Message{had ? "roll.had" : "roll.named", {static_cast<std::int64_t>(i + 1), Ref{"stock." + st.sheet}, st.width, st.height}},
             2.2,
             -1,
             0,
             true,
             ""});
    }
    return d;
}

}  // namespace oiko
