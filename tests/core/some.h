#pragma once
// Designs that several tests start from.
#include <gtest/gtest.h>
#include <cstdlib>

#include "core/answer/answer.h"
#include "core/formats/designfile.h"
#include "core/judge/soundness.h"
#include "core/model/build.h"
#include "words/words.h"

namespace oiko {

/// Changes written as the tool takes them, parted by "; ".
inline std::vector<Change> asked(std::string_view text) {
    std::vector<Change> out;
    while (!text.empty()) {
        const auto end = std::min(text.find("; "), text.size()), sign = text.find('=');
        if (sign < end)
            out.push_back({std::string{text.substr(0, sign)}, std::string{text.substr(sign + 1, end - sign - 1)}});
        else
            ADD_FAILURE() << text << ": KEY=VALUE was expected";
        text.remove_prefix(std::min(end + 2, text.size()));
    }
    return out;
}
/// A new design with these changes, which must work.
inline Design designWith(const std::vector<Change>& changes) {
    const auto d = Design{}.with(changes);
    EXPECT_TRUE(d) << (d ? "" : words::say(d.error(), Units::imperial));
    return d ? d.value() : Design{};
}
inline Model modelOf(const Design& d) {
    Settled s{d};
    return buildModel(s);
}
/// Coops as unlike as one slope allows.
inline std::vector<std::vector<Change>> unlikeCoops() {
    return {
        {},
        {{"form.kind", "elevated"}, {"flock.count", "5"}},
        {{"roof.falls_to", "front"}, {"doors.1.wall", "back"}, {"flock.count", "8"}},
        {{"roof.falls_to", "left"}, {"flock.count", "6"}},
        {{"roof.falls_to", "right"}, {"runs.1.side", "left"}, {"flock.count", "8"}},
        {{"roof.pitch", "8/12"}, {"flock.count", "6"}},
        {{"roof.cover", "metal_sealed"}, {"roof.pitch", "0.5/12"}},
        {{"foundation.kind", "posts"}, {"floor.height", "3'"}},
        {{"runs.1.top", "mesh"}, {"runs.1.gate", "left"}},
        {{"runs.1.top", "clear_lapped"}, {"runs.1.length", "6'"}, {"runs.1.gate", "right"}},
        {{"frame.spacing", "16in"}, {"windows.1.kind", "shutter"}, {"roof.spacing", "16in"}},
        {{"coop.width", "9'"}, {"coop.depth", "7'"}, {"flock.count", "10"}},
        {{"runs.1", ""}},
        {{"skin.kind", "battens"}, {"runs.1.side", "front"}, {"windows.1.kind", "shutter"}},
        {{"skin.kind", "shiplap"}, {"windows.1.kind", "shutter"}},
        {{"skin.kind", "shiplap"}, {"roof.form", "gable"}, {"form.kind", "elevated"}, {"flock.count", "6"}, {"roof.cover", "shingles"}},
        {{"skin.kind", "battens"}, {"roof.form", "gable"}, {"roof.pitch", "9/12"}, {"roof.cover", "shingles"}, {"runs.1.top", "shared"}},
        {{"form.kind", "elevated"}, {"flock.count", "8"}, {"roof.falls_to", "back"}, {"skin.kind", "grooved-3/8"}, {"roost.stock", "2x4"}},
    };
}
/// Under the sanitizers long tests take a share of their cases, as the random designs do.
inline bool sampled() {
    const char* designs = std::getenv("OIKO_RANDOM_DESIGNS");
    return designs && std::atoi(designs) < 1000;
}
inline std::string told(const std::vector<Fault>& faults) {
    std::string s;
    for (const auto& f : faults) s += f.kind + " " + f.a + " " + f.b + " " + writeNumber(f.amount, 2) + "\n";
    return s;
}
/// All checkers of the solids at once; empty when sound.
inline std::string unsound(const Model& m) {
    return told(overlaps(m)) + told(floating(m)) + told(badSolids(m)) + told(intruders(m)) + told(misfits(m));
}
inline std::shared_ptr<const Answer> answerTo(const Design& d) {
    Memory memory;
    return answer(d, memory);
}

/// What the bill buys of an item, in all its lines; what the list asks of it, by one of the rules that fixings are counted by or by all.
inline std::vector<const Part*> ofRole(const Model& m, std::string_view role) {
    std::vector<const Part*> out;
    for (const auto& p : m.parts)
        if (p.role == role) out.push_back(&p);
    return out;
}
inline double bought(const Answer& a, std::string_view item) {
    double n = 0;
    for (const auto& l : a.bill.lines)
        if (l.item == item) n += static_cast<double>(l.bought);
    return n;
}
inline double needed(const Answer& a, std::string_view item, std::string_view rule = {}) {
    double n = 0;
    for (const auto& h : a.takeoff->hardware)
        if (h.item == item && (rule.empty() || h.rule == rule)) n += h.quantity;
    return n;
}

/// What is wrong with the pieces of a board, as they lie on it: fibre by fibre at the corners of its section, each piece turned as the plan
/// says. Neighbours are a kerf apart, square to the cut; nothing is in the trim. Empty: nothing.
inline std::string clashing(const std::vector<CutPart>& parts, const CutBoard& board, Length room, Length trim, Length kerf) {
    constexpr double kHair = 1e-5;
    // Of a piece lying as it is listed: how far short of its long points the corner (y, z) is, each 0 or 1.
    const auto shortOf = [](const Slant& s, int y, int z) {
        const double a = s.degrees * kPi / 180;
        return std::fabs(std::tan(a)) * inMm(s.across) * ((s.bevel ? z : y) == (a > 0 ? 1 : 0) ? 0 : 1);
    };
    struct Lying {
        double from[4], to[4], lean;
    };
    std::vector<Lying> all;
    for (const auto& c : board.pieces) {
        const auto& p = parts[c.part];
        Lying l{};
        for (int corner = 0; corner < 4; ++corner) {
            int y = corner & 1, z = corner >> 1;
            // End for end: half a turn about the upright; over: about the length.
            if (c.turn & 1) y = 1 - y;
            if (c.turn & 2) y = 1 - y, z = 1 - z;
            double a = shortOf(p.start, y, z), b = inMm(p.length) - shortOf(p.end, y, z);
            if (c.turn & 1) a = inMm(p.length) - a, b = inMm(p.length) - b, std::swap(a, b);
            l.from[corner] = inMm(c.at) + a, l.to[corner] = inMm(c.at) + b;
        }
        l.lean = std::fabs(((c.turn & 1) ? p.end : p.start).degrees) * kPi / 180;
        all.push_back(l);
        if (inMm(c.at) < inMm(trim) - kHair || inMm(c.at + p.length) > inMm(room - trim) + kHair) return p.label + " is past the end";
    }
    for (std::size_t i = 1; i < all.size(); ++i) {
        double least = 1e9, most = -1e9;
        for (int corner = 0; corner < 4; ++corner) {
            const double gap = all[i].from[corner] - all[i - 1].to[corner];
            least = std::min(least, gap), most = std::max(most, gap);
        }
        // Where both lean alike the saw goes aslant.
        const double across = most - least < 0.2 ? least * std::cos(all[i].lean) : least;
        if (across < inMm(kerf) - 0.1) return parts[board.pieces[i].part].label + " meets the piece before it";
    }
    return {};
}

}  // namespace oiko
