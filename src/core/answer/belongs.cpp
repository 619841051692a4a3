#include "core/answer/belongs.h"

#include <algorithm>

namespace oiko {
namespace {

/// A value and parts that it shapes: those of a system, with one of the roles, an id that starts so; an empty column asks nothing.
struct Belongs {
    std::string_view key;
    std::optional<System> system;
    std::vector<std::string_view> roles;
    std::string_view start;
};
const std::vector<Belongs>& table() {
    using enum System;
    static const std::vector<Belongs> rows{
        {"ground.front_left", std::nullopt, {"block", "footing", "fill", "skirt-mesh"}, ""},
        {"ground.front_right", std::nullopt, {"block", "footing", "fill", "skirt-mesh"}, ""},
        {"ground.back_right", std::nullopt, {"block", "footing", "fill", "skirt-mesh"}, ""},
        {"ground.back_left", std::nullopt, {"block", "footing", "fill", "skirt-mesh"}, ""},
        {"existing.base", ground, {}, ""},
        {"existing.floor", floor, {}, ""},
        {"existing.front", std::nullopt, {}, "front/"},
        {"existing.right", std::nullopt, {}, "right/"},
        {"existing.back", std::nullopt, {}, "back/"},
        {"existing.left", std::nullopt, {}, "left/"},
        {"existing.roof", roof, {}, ""},
        {"existing.sound", walls, {}, ""},
        {"existing.replaced", walls, {}, ""},
        {"foundation.kind", ground, {}, ""},
        {"foundation.depth", ground, {"post", "footing", "slab", "curb", "blockwork"}, ""},
        {"foundation.height", ground, {"slab", "curb", "blockwork"}, ""},
        {"foundation.bag", ground, {"footing", "slab", "curb", "strip-footing"}, ""},
        {"floor.height", ground, {"post", "brace"}, ""},
        {"floor.joist", floor, {"joist", "rim", "blocking"}, ""},
        {"floor.spacing", floor, {"joist"}, ""},
        {"floor.deck", floor, {"deck", "floor-wire", "floor-mesh"}, ""},
        {"floor.drop", floor, {"drop-board", "floor-wire"}, ""},
        {"coop.low_wall", walls, {"stud", "king", "trimmer", "wall-post"}, ""},
        {"frame.walls", walls, {"stud", "king", "trimmer", "wall-post", "wall-rail", "wall-beam"}, ""},
        {"frame.stud", walls, {}, ""},
        {"frame.posts", walls, {"wall-post", "stud", "wall-rail"}, ""},
        {"frame.beam", walls, {"wall-beam", "raking-plate"}, ""},
        {"frame.spacing", walls, {"stud", "cripple"}, ""},
        {"frame.top_plates", walls, {"top-plate", "cap-plate"}, ""},
        {"roof.gutter", roof, {"gutter", "downspout", "barrel", "fascia"}, ""},
        {"roof.barrel", roof, {"barrel", "downspout", "stand-block"}, ""},
        {"lean.kind", roof, {"leaned-wall", "leaned-glass", "flashing", "fascia"}, ""},
        {"lean.height", roof, {"leaned-wall", "leaned-glass"}, ""},
        {"roof.cover", roof, {"roof-panel", "shingles", "roll-strip"}, ""},
        {"roof.over_run", roof, {"roof-panel"}, ""},
        {"roof.deck", roof, {"roof-deck"}, ""},
        {"roof.pitch", roof, {"rafter", "fly-rafter", "roof-panel"}, ""},
        {"roof.form", roof, {"ridge", "rafter", "ridge-cap", "ceiling-joist"}, ""},
        {"ceiling.kind", roof, {"ceiling-mesh", "ceiling-sheet"}, ""},
        {"roof.falls_to", roof, {}, ""},
        {"roof.other_pitch", roof, {"rafter", "fly-rafter", "roof-panel"}, ""},
        {"roof.ridge", roof, {"ridge", "ridge-cap"}, ""},
        {"roof.ridge_posts", roof, {"roof-post", "post-base", "ridge"}, ""},
        {"roof.ridge_kind", roof, {"ridge", "rafter-tie"}, ""},
        {"roof.rafter", roof, {"rafter", "ceiling-joist"}, ""},
        {"roof.spacing", roof, {"rafter", "ceiling-joist"}, ""},
        {"roof.overhang", roof, {"rafter", "fly-rafter", "fascia"}, ""},
        {"roof.rake", roof, {"purlin", "fly-rafter", "lookout"}, ""},
        {"floor.cover", std::nullopt, {"deck", "slab"}, ""},
        {"finish.trim", skin, {"corner-board", "casing"}, ""},
        {"latch.against", std::nullopt, {"leaf", "leaf-stile", "pop-leaf", "nest-lid", "nest-front", "nest-door"}, ""},
        {"skin.open_front", std::nullopt, {"siding", "wall-panel", "wall-mesh"}, "front/"},
        {"skin.open_right", std::nullopt, {"siding", "wall-panel", "wall-mesh"}, "right/"},
        {"skin.open_back", std::nullopt, {"siding", "wall-panel", "wall-mesh"}, "back/"},
        {"skin.open_left", std::nullopt, {"siding", "wall-panel", "wall-mesh"}, "left/"},
        {"skin.lining", std::nullopt, {"wall-lining", "stud"}, ""},
        {"skin.insulation", inside, {"wall-foam"}, ""},
        {"roof.lining", roof, {"roof-lining", "lining-nailer", "rafter"}, ""},
        {"roof.insulation", roof, {"roof-foam"}, ""},
        {"floor.insulation", floor, {"floor-foam", "foam-mesh", "foam-cleat", "deck"}, ""},
        {"skin.lower", skin, {"wall-mesh"}, ""},
        {"skin.kind", skin, {"siding", "skin-batten", "wall-panel", "wall-shingles"}, ""},
        {"vents.*.kind", std::nullopt, {}, "vents.*/"},
        {"hatches.*.wall", std::nullopt, {}, "hatches.*/"},
        {"hatches.*.kind", std::nullopt, {}, "hatches.*/"},
        {"hatches.*.width", std::nullopt, {}, "hatches.*/"},
        {"hatches.*.at", std::nullopt, {}, "hatches.*/"},
        {"hatches.*.sill", std::nullopt, {}, "hatches.*/"},
        {"pops.*.unit", openings, {"auto-door"}, "pops.*/"},
        {"windows.*.unit", openings, {"window-unit"}, "windows.*/"},
        {"doors.*.screen", std::nullopt, {}, "doors.*/"},
        {"doors.*.steps", openings, {"stringer", "tread", "rail-post", "handrail"}, ""},
        {"doors.*.landing", openings, {"landing-board", "landing-joist", "landing-post", "stringer", "tread"}, ""},
        {"partitions.*.cover", std::nullopt, {"partition-mesh", "partition-sheet", "leaf", "leaf-mesh"}, ""},
        {"partitions.*.pop", inside, {"pop-leaf", "track", "king", "cripple"}, ""},
        {"partitions.*.shelves", inside, {"shelf", "shelf-ledger"}, ""},
        {"partitions.*.bins", inside, {"feed-bin"}, ""},
        {"partitions.*.sill", inside, {"sill", "cripple"}, ""},
        {"roost.wall", inside, {}, "roosts/"},
        {"roost.stock", inside, {"roost"}, ""},
        {"roost.count", inside, {"roost"}, ""},
        {"roost.height", inside, {"roost-leg"}, ""},
        {"roost.apart", inside, {"roost-rail", "roost-brace"}, ""},
        {"roost.step", inside, {"roost-leg"}, ""},
        {"roost.boards", inside, {"droppings-board", "droppings-lip", "cleat", "roost-rail", "roost-brace"}, ""},
        {"roost.hold", inside, {"roost", "roost-cup"}, ""},
        {"roost.ladder", inside, {"roost-ladder", "roost"}, ""},
        {"roost.trays", inside, {"tray-bottom", "tray-rim", "roost"}, ""},
        {"roost.lined", inside, {"splash-panel", "roost"}, ""},
        {"bath.place", inside, {"bath", "dust", "feeder", "drinker"}, ""},
        {"litter.kind", std::nullopt, {"litter", "litter-board", "deck", "slab", "curb", "blockwork", "ground-sill", "building-floor"}, ""},
        {"litter.deep", std::nullopt, {"litter", "litter-board", "kick-board"}, ""},
        {"litter.boards", inside, {"kick-board"}, ""},
        {"feed.place", std::nullopt, {"feeder", "drinker", "trough"}, ""},
        {"feed.height", std::nullopt, {"feeder", "drinker", "drinker-standing", "hopper-lip", "trough"}, ""},
        {"feed.count", inside, {"feeder"}, ""},
        {"water.kind", std::nullopt, {"drinker", "trough"}, ""},
        {"fence.kind", std::nullopt, {"fence-post", "fence-net", "run-mesh", "skirt-mesh", "wall-panel", "siding"}, ""},
        {"fence.beyond", std::nullopt, {"fence-post", "fence-net"}, ""},
        {"bank.side", std::nullopt, {"bank-timber", "siding", "wall-panel"}, ""},
        {"bank.high", std::nullopt, {"bank-timber"}, ""},
        {"bank.off", std::nullopt, {"bank-timber"}, ""},
        {"water.from", std::nullopt, {"trough", "water-pipe", "drinker"}, ""},
        {"water.count", std::nullopt, {"drinker", "drinker-standing", "trough"}, ""},
        {"nests.kind", inside, {}, "nests/"},
        {"nests.door", inside, {"nest-lid", "nest-front", "nest-door", "nest-roof"}, ""},
        {"nests.wall", inside, {}, "nests/"},
        {"nests.clear", inside, {"nest-end", "nest-partition", "nest-floor", "nest-slope"}, ""},
        {"nests.count", inside, {"nest-end", "nest-partition", "nest-bucket", "nest-unit"}, ""},
        {"nests.height", inside, {}, "nests/"},
        {"nests.at", inside, {}, "nests/"},
        {"run.litter", run, {"litter", "run-rail"}, ""},
        {"run.litter_deep", run, {"litter"}, ""},
        {"run.kick", run, {"run-kick", "run-rail"}, ""},
        {"run.perches", std::nullopt, {"perch", "perch-leg", "perch-foot", "run-post"}, ""},
        {"run.tub", std::nullopt, {"tub", "tub-step", "run-post"}, ""},
        {"run.stumps", std::nullopt, {"stump", "run-post"}, ""},
        {"run.corner", std::nullopt, {"corner-leg", "corner-rail", "corner-wall", "corner-roof", "run-post"}, ""},
        {"mesh.kind", run, {"run-mesh", "gate-mesh", "apron", "trench-mesh", "ground-mesh"}, ""},
        {"mesh.upper", run, {"run-mesh"}, ""},
        {"mesh.edge", run, {"run-mesh", "mesh-batten"}, ""},
        {"mesh.double", run, {"run-mesh", "force-mesh", "gate-mesh"}, ""},
        {"apron.kind", run, {"apron", "trench-mesh", "ground-mesh"}, ""},
        {"apron.width", run, {"apron", "trench-mesh"}, ""},
        {"runs.*.top", run, {"roof-panel", "flashing"}, ""},
        {"runs.*.pitch", run, {"rafter", "roof-panel"}, ""},
        {"runs.*.height", run, {"run-post"}, ""},
        {"runs.*.beam", run, {"run-beam"}, ""},
        {"runs.*.gate", run, {}, "runs.*/gate/"},
        {"runs.*.gate_leaf", run, {"gate-stile", "gate-strip"}, ""},
        {"runs.*.gate_brace", run, {"gate-brace", "gate-cross"}, ""},
        {"runs.*.gate_width", run, {"gate-rail", "gate-threshold"}, ""},
    };
    return rows;
}

/// "windows.2" of "windows.2.width", of "windows.2/leaf/sheet", of "windows.2"; empty for what is in no row.
std::string_view rowOf(std::string_view text) {
    for (const auto list : listNames()) {
        if (!text.starts_with(list) || text.size() <= list.size() || text[list.size()] != '.') continue;
        return text.substr(0, text.find_first_of("./", list.size() + 1));
    }
    return {};
}

std::string_view rowOfPart(const Part& p) { return rowOf(p.opening.empty() ? p.id : p.opening); }

bool shapes(const Belongs& b, const Part& p, std::string_view row) {
    if (b.system && p.system != *b.system) return false;
    if (!b.roles.empty() && std::ranges::find(b.roles, p.role) == b.roles.end()) return false;
    auto start = std::string{b.start};
    if (const auto star = start.find(".*"); star != std::string::npos) start = std::string{row} + start.substr(star + 2);
    if (!p.id.starts_with(start)) return false;
    return row.empty() || rowOfPart(p) == row;
}

/// The plates, rims and deck that are as long as a side of the coop.
bool alongSide(const Part& p, bool width) {
    if (p.role != "bottom-plate" && !onUprights(p) && p.role != "rim" && p.role != "skid" && p.role != "beam") return false;
    const auto size = p.box().size();
    return (size.x > size.y) == width;
}

}  // namespace

PartIds partsOf(const Answer& a, std::string_view slot) {
    const auto* param = findParam(slot);
    PartIds out;
    if (!param) return out;
    const auto row = rowOf(slot);
    const auto at = std::ranges::find(table(), param->key, &Belongs::key);
    for (const auto& p : a.model->parts) {
        const bool mine = at != table().end()          ? shapes(*at, p, row)
                          : param->key == "coop.width" ? alongSide(p, true)
                          : param->key == "coop.depth" ? alongSide(p, false)
                                                       : !row.empty() && rowOfPart(p) == row;
        if (mine) out.insert(p.id);
    }
    return out;
}

std::vector<std::string> slotsOf(const Answer& a, const PartIds& parts) {
    std::vector<std::pair<std::size_t, std::string>> found;  // the fewer parts a value shapes, the nearer it is
    for (const auto& slot : a.settled->slots())
        if (const auto ids = partsOf(a, slot); std::ranges::any_of(ids, [&](const auto& id) { return parts.contains(id); }))
            found.emplace_back(ids.size(), slot);
    std::ranges::stable_sort(found, {}, [](const auto& f) { return f.first; });
    std::vector<std::string> out;
    for (auto& f : found) out.push_back(std::move(f.second));
    return out;
}

PartIds togetherWith(const Answer& a, std::string_view part) {
    const auto* p = a.model->find(part);
    if (!p) return {};
    const auto row = rowOfPart(*p);
    PartIds out{p->id};
    if (!row.empty())
        for (const auto& other : a.model->parts)
            if (rowOfPart(other) == row) out.insert(other.id);
    return out;
}

std::vector<std::size_t> linesOf(const Answer& a, const PartIds& parts) {
    std::vector<std::size_t> out;
    for (std::size_t i = 0; i < a.bill.lines.size(); ++i)
        if (std::ranges::any_of(a.bill.lines[i].parts, [&](std::size_t p) { return parts.contains(a.model->parts[p].id); }))
            out.push_back(i);
    return out;
}

}  // namespace oiko
