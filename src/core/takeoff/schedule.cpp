#include "core/takeoff/schedule.h"

#include <algorithm>
#include <iterator>
#include <unordered_map>

namespace oiko {
namespace {

inline constexpr Source kR602{"International Residential Code", "2018", "Table R602.3(1), fastening schedule"};

// First match wins; a role may be a list parted by blanks.
constexpr Schedule kSchedule[] = {
    {"let-in-brace", "stud king trimmer cripple nailer bottom-plate top-plate wall-post wall-rail", "nail-8d", 2, 0, "letin", kR602},
    {"let-in-brace", "*", "", 0, 0, "none", kPractice},
    {"nest-bracket", "nest-bracket nest-bearer", "screw-3", 2, 0, "stand", kPractice},
    {"nest-bracket nest-bearer", "stud king trimmer cripple ridge-post nailer wall-post wall-rail", "angle-bracket", 1, 0, "bracket",
     kPractice},
    {"nest-bracket", "wall-lining", "angle-bracket", 2, 0, "bracket", kPractice},  // through it, into the blocks
    {"nest-bracket", "*", "", 0, 0, "none", kPractice},
    {"bottom-plate", "plate-board", "screw-3", 0, 16, "plateboard", kPractice},
    {"plate-board", "*", "", 0, 0, "none", kPractice},
    {"bottom-plate", "ground-sill", "nail-16d", 0, 16, "sole", kR602},
    {"ground-sill", "*", "", 0, 0, "none", kPractice},  // pegged, below
    {"trough", "trough-board trough-rail", "screw-1-1/4", 2, 0, "trough", kPractice},
    {"trough-rail", "run-post gate-stud", "screw-3", 2, 0, "trough", kPractice},
    {"trough-board", "wall-lining", "screw-3", 0, 16, "trough", kPractice},  // through it into the studs
    {"trough-board", "stud king trimmer cripple ridge-post wall-post", "screw-2", 2, 0, "trough", kPractice},
    {"bank-timber bank-earth", "*", "", 0, 0, "none", kPractice},  // spiked and pegged, by length
    {"fence-post fence-net", "*", "", 0, 0, "none", kPractice},
    {"trough trough-board trough-rail water-pipe", "*", "", 0, 0, "none", kPractice},
    {"drinker-shelf", "drinker-cleat drinker-end", "screw-2", 0, 6, "shelf", kPractice},
    {"drinker-cleat", "wall-lining", "screw-3", 0, 8, "shelf", kPractice},  // through it into the studs
    {"drinker-cleat", "stud king trimmer cripple ridge-post nailer wall-post wall-rail", "screw-2", 2, 0, "shelf", kPractice},
    {"drinker-cleat drinker-end drinker-shelf", "*", "", 0, 0, "none", kPractice},
    {"shelf", "shelf-ledger", "screw-2", 0, 12, "shelf", kPractice},
    {"shelf-ledger", "stud king trimmer cripple ridge-post nailer wall-post wall-rail", "screw-3", 2, 0, "shelf", kPractice},
    {"shelf shelf-ledger feed-bin", "*", "", 0, 0, "none", kPractice},  // brackets, below
    {"post-base", "*", "", 0, 0, "none", kPractice},                    // one a post, below
    {"auto-door window-unit window-light block footing strip-footing blockwork slab building-floor leaned-wall leaned-glass curb fill "
     "feeder drinker "
     "drinker-standing stand-block barrel gutter "
     "downspout",
     "*", "", 0, 0, "none", kPractice},
    {"gate-cross", "gate-cross", "screw-1-1/4", 4, 0, "halflap", kPractice},
    {"rung", "ramp pop-leaf roost-ladder", "screw-1-1/4", 3, 0, "rung", kPractice},
    {"ramp pop-leaf rung roost-ladder", "*", "", 0, 0, "none", kPractice},
    {"mesh-batten", "run-mesh force-mesh", "screw-2", 0, 12, "edge", kPractice},
    {"mesh-batten", "*", "", 0, 0, "none", kPractice},
    {"gate-strip", "*", "", 0, 0, "none", kPractice},  // to the first leaf alone, below
    {"force-mesh", "*", "", 0, 0, "none", kPractice},  // tied to the mesh behind it, by area, below
    {"window-mesh run-mesh skirt-mesh gate-mesh leaf-mesh partition-mesh wall-mesh ceiling-mesh guard-mesh", "*", "washer-screw", 0, 6,
     "mesh", kPractice},
    {"apron trench-mesh ground-mesh", "*", "", 0, 0, "none", kPractice},  // by length, below
    {"roof-panel", "purlin", "screw-roof-1-1/2", 0, 9, "roofing", kPractice},
    {"roof-panel", "*", "", 0, 0, "none", kPractice},
    {"siding",
     "stud king trimmer ridge-post nailer corner bottom-plate top-plate cap-plate header sill cripple rim rafter wall-post wall-rail "
     "wall-beam raking-plate",
     "nail-8d", 0, 8, "siding", kR602},
    {"siding", "*", "", 0, 0, "none", kPractice},
    {"wall-shingles wall-wrap", "*", "", 0, 0, "none", kPractice},  // by area, below
    {"wall-panel", "nailer wall-rail bottom-plate top-plate wall-beam raking-plate header sill rim", "screw-roof-1-1/2", 0, 9, "wallmetal",
     kPractice},
    {"wall-panel", "*", "", 0, 0, "none", kPractice},
    {"partition-sheet", "stud king trimmer ridge-post bottom-plate top-plate header sill cripple", "screw-1-1/4", 0, 8, "leaf", kPractice},
    {"partition-sheet", "*", "", 0, 0, "none", kPractice},
    {"roof-deck", "rafter fly-rafter lookout ridge", "nail-8d", 0, 8, "deck", kR602},
    {"lookout", "rafter fly-rafter siding", "nail-16d", 2, 0, "endnail", kPractice},
    {"roof-deck underlayment shingles roll-strip drip-edge", "*", "", 0, 0, "none", kPractice},  // by area and length, below
    {"deck", "joist rim blocking", "nail-8d", 0, 8, "deck", kR602},
    {"deck floor-mesh", "bottom-plate", "nail-16d", 0, 16, "sole", kR602},
    {"floor-wire", "joist rim blocking", "staple", 0, 3, "floorwire", kPractice},
    {"deck", "*", "", 0, 0, "none", kPractice},
    {"wall-post", "wall-beam", "post-tie-4x4", 1, 0, "posttie", kPractice},
    {"wall-post", "bottom-plate", "nail-16d", 4, 0, "endnail", kPractice},
    {"wall-post", "wall-post", "", 0, 0, "none", kPractice},  // of two openings beside each other: plate and rails hold both
    {"wall-rail header sill", "wall-post", "nail-8d", 4, 0, "toenail", kPractice},
    {"wall-post stud cripple ridge-post", "wall-beam raking-plate", "nail-8d", 4, 0, "toenail", kR602},
    {"raking-plate", "wall-beam raking-plate", "nail-8d", 4, 0, "toenail", kPractice},
    {"wall-post", "stud cripple ridge-post", "nail-10d", 0, 16, "facenail", kR602},
    {"header", "king", "nail-16d", 3, 0, "endnail", kR602},
    {"sill", "king trimmer", "nail-16d", 3, 0, "endnail", kR602},
    {"stud king trimmer cripple ridge-post", "bottom-plate top-plate cap-plate header sill", "nail-16d", 2, 0, "endnail", kR602},
    {"stud king trimmer cripple ridge-post", "stud king trimmer cripple ridge-post", "nail-10d", 0, 16, "facenail", kR602},
    {"foam-cleat", "joist rim blocking", "screw-2-1/2", 0, 12, "cleat", kPractice},
    {"wall-foam floor-foam roof-foam foam-mesh foam-cleat", "*", "", 0, 0, "none", kPractice},
    {"lining-nailer", "rafter top-plate cap-plate wall-beam raking-plate", "nail-10d", 0, 16, "facenail", kPractice},
    {"roof-lining", "rafter lining-nailer", "screw-1-1/4", 0, 12, "rooflining", kPractice},
    {"lining-nailer roof-lining", "*", "", 0, 0, "none", kPractice},
    {"batten track", "wall-lining", "screw-2-1/2", 0, 8, "onlining", kPractice},
    {"wall-lining",
     "stud king trimmer cripple ridge-post nailer sill header bottom-plate top-plate wall-post wall-rail wall-beam raking-plate",
     "screw-1-1/4", 0, 12, "lining", kPractice},
    {"hopper-back", "wall-lining", "screw-2", 0, 6, "hopper", kPractice},  // through it into the studs
    {"splash-panel", "wall-lining", "screw-1-1/4", 0, 12, "splash", kPractice},
    {"wall-lining", "*", "", 0, 0, "none", kPractice},
    {"splash-panel", "stud king trimmer cripple sill header corner bottom-plate top-plate wall-post wall-rail wall-beam raking-plate",
     "screw-1-1/4", 0, 12, "splash", kPractice},
    {"splash-panel", "*", "", 0, 0, "none", kPractice},
    {"corner-leg", "corner-rail", "screw-3", 2, 0, "corner", kPractice},
    {"corner-wall", "corner-leg corner-rail", "screw-1-1/4", 0, 8, "corner", kPractice},
    {"corner-roof", "corner-rail", "screw-2", 0, 8, "corner", kPractice},
    {"corner-leg corner-rail corner-wall corner-roof stump tub tub-step", "*", "", 0, 0, "none", kPractice},
    {"perch-leg", "perch perch-foot", "screw-2-1/2", 2, 0, "stand", kPractice},
    {"perch perch-leg perch-foot", "*", "", 0, 0, "none", kPractice},
    {"bath", "bath", "screw-2-1/2", 3, 0, "bath", kPractice},
    {"bath dust litter litter-board", "*", "", 0, 0, "none", kPractice},  // the board by turn buttons, below
    {"window-track", "*", "screw-2-1/2", 0, 8, "track", kPractice},
    {"leaf-pane", "*", "", 0, 0, "none", kPractice},
    {"nailer wall-rail", "stud king trimmer cripple ridge-post", "nail-16d", 2, 0, "endnail", kPractice},
    {"nailer", "*", "", 0, 0, "none", kPractice},
    {"header-spacer", "header", "nail-10d", 0, 16, "facenail", kR602},
    {"header-spacer", "*", "", 0, 0, "none", kPractice},
    {"top-plate", "cap-plate", "nail-10d", 0, 16, "facenail", kR602},
    {"joist", "joist", "nail-10d", 0, 16, "facenail", kR602},
    {"joist rim landing-joist", "joist rim landing-rim", "nail-16d", 3, 0, "endnail", kR602},
    {"joist rim landing-joist", "skid beam landing-beam", "nail-8d", 3, 0, "toenail", kR602},
    {"blocking", "joist", "nail-16d", 2, 0, "endnail", kR602},
    {"rafter", "top-plate cap-plate run-beam wall-beam raking-plate", "nail-10d", 3, 0, "toenail", kR602},
    {"ceiling-joist", "top-plate cap-plate wall-beam raking-plate", "nail-8d", 3, 0, "toenail", kR602},
    {"ceiling-sheet", "ceiling-joist eave-block", "nail-8d", 0, 12, "deck", kPractice},
    {"ceiling-sheet", "*", "", 0, 0, "none", kPractice},
    {"eave-block", "rafter ceiling-joist top-plate cap-plate run-beam wall-beam raking-plate", "nail-8d", 3, 0, "toenail", kR602},
    {"purlin", "rafter fly-rafter", "screw-3", 2, 0, "purlin", kPractice},
    {"ridge", "rafter fly-rafter", "nail-16d", 3, 0, "endnail", kR602},
    {"ridge", "ridge-post run-post roof-post", "nail-8d", 4, 0, "toenail", kPractice},
    {"run-post", "rafter", "nail-8d", 4, 0, "toenail", kPractice},
    {"rafter-tie", "rafter", "", 0, 0, "none", kPractice},  // by the thrust, below
    {"rafter-tie", "top-plate cap-plate run-beam wall-beam", "nail-8d", 3, 0, "toenail", kR602},
    {"rafter-tie", "*", "", 0, 0, "none", kPractice},
    {"ridge-cap", "*", "", 0, 0, "none", kPractice},
    {"flashing", "flashing-board", "screw-stitch", 0, 12, "flashing", kPractice},
    {"flashing", "roof-panel", "screw-stitch", 0, 12, "flashing", kPractice},
    {"flashing", "*", "", 0, 0, "none", kPractice},
    {"filler", "rafter", "screw-3", 2, 0, "purlin", kPractice},
    {"filler", "*", "", 0, 0, "none", kPractice},
    {"fascia", "rafter fly-rafter", "nail-16d", 2, 0, "endnail", kPractice},
    {"corner-board casing closer skin-batten flashing-board", "*", "nail-8d", 0, 12, "trim", kPractice},
    {"stop", "leaf leaf-stile leaf-rail leaf-brace window-pane leaf-mesh", "", 0, 0, "none", kPractice},  // they shut against it
    {"kick-board", "stud king trimmer cripple corner nailer wall-post ridge-post stop", "screw-1-1/4", 2, 0, "kick", kPractice},
    {"kick-board", "*", "", 0, 0, "none", kPractice},
    {"leaf leaf-stile leaf-rail leaf-brace leaf-strip stop batten track window-pane lining", "*", "screw-1-1/4", 0, 8, "leaf", kPractice},
    {"nest-lid nest-door", "*", "", 0, 0, "none", kPractice},
    {"nest-unit", "nest-floor nest-back", "screw-1-1/4", 2, 0, "nestunit", kPractice},
    {"nest-unit", "*", "", 0, 0, "none", kPractice},
    {"nest-bucket", "*", "", 0, 0, "none", kPractice},
    {"bucket-stop", "nest-floor", "screw-2-1/2", 2, 0, "stand", kPractice},
    {"bucket-stop", "*", "", 0, 0, "none", kPractice},
    {"nest-end nest-partition nest-back nest-lip", "deck floor-mesh slab", "", 0, 0, "none", kPractice},  // they stand there
    {"nest-end", "nest-leg", "angle-bracket", 1, 0, "bracket", kPractice},
    {"nest-partition nest-back nest-lip", "nest-leg", "", 0, 0, "none", kPractice},
    {"nest-floor nest-end nest-partition nest-slope nest-curtain nest-front nest-back nest-lip nest-top nest-roof", "*", "screw-1-1/4", 0,
     4, "nest", kPractice},
    {"vent-board", "*", "", 0, 0, "none", kPractice},
    {"hopper-back", "*", "screw-1-1/4", 0, 6, "hopper", kPractice},
    {"hopper-end hopper-floor hopper-lip hopper-slope hopper-front hopper-top", "*", "screw-1-1/4", 0, 4, "hopper", kPractice},
    {"roost-cup", "roost-rail roost-leg", "screw-2", 2, 0, "cup", kPractice},
    {"roost-cup", "*", "", 0, 0, "none", kPractice},
    {"roost", "roost-rail roost-leg", "nail-16d", 1, 0, "pin", kPractice},
    {"roost-brace cleat", "roost-leg", "screw-2-1/2", 2, 0, "stand", kPractice},
    {"nest-leg", "nest-bearer", "angle-bracket", 1, 0, "bracket", kPractice},
    {"nest-perch", "nest-bearer", "screw-2-1/2", 1, 0, "stand", kPractice},
    {"nest-leg", "*", "", 0, 0, "none", kPractice},
    {"tray-bottom", "tray-rim", "screw-1-1/4", 0, 8, "tray", kPractice},
    {"tray-rim", "tray-rim", "screw-2", 2, 0, "traycorner", kPractice},
    {"tray-bottom tray-rim", "*", "", 0, 0, "none", kPractice},  // drawn out
    {"droppings-board", "droppings-lip", "screw-1-1/4", 0, 8, "leaf", kPractice},
    {"droppings-board", "*", "", 0, 0, "none", kPractice},  // loose
    {"roost-leg", "deck floor-mesh", "angle-bracket", 1, 0, "bracket", kPractice},
    {"stringer", "rim joist slab curb siding apron trench-mesh ground-mesh run-mesh skirt-mesh beam landing-rim", "", 0, 0, "none",
     kPractice},  // a bracket each, below
    {"rail-post", "stringer landing-joist", "carriage-bolt-4", 2, 0, "railpost", kPractice},
    {"handrail", "rail-post", "screw-2-1/2", 3, 0, "rail", kPractice},
    {"tread", "stringer", "screw-3", 2, 0, "step", kPractice},
    {"landing-board", "landing-joist landing-rim", "screw-3", 2, 0, "step", kPractice},
    {"landing-board landing-rim", "*", "", 0, 0, "none", kPractice},
    {"tread rail-post", "*", "", 0, 0, "none", kPractice},
    {"floor-wire floor-mesh drop-board", "*", "", 0, 0, "none", kPractice},
    {"post run-post landing-post", "beam run-beam landing-beam", "post-tie-4x4", 1, 0, "posttie", kPractice},
};

bool names(std::string_view list, std::string_view role) {
    if (list == "*") return true;
    for (std::size_t at = 0; at < list.size();) {
        const auto end = std::min(list.find(' ', at), list.size());
        if (list.substr(at, end - at) == role) return true;
        at = end + 1;
    }
    return false;
}

}  // namespace

std::span<const Schedule> schedule() { return kSchedule; }

Rows::Rows(const std::vector<Part>& parts) {
    std::unordered_map<std::string_view, std::size_t> known;
    for (const auto& p : parts) {
        const auto at = known.emplace(p.role, roles.size());
        if (at.second) roles.push_back(p.role);
        role.push_back(at.first->second);
    }
    rows.resize(roles.size() * roles.size());
    looked.resize(rows.size());
}

const Schedule* Rows::of(std::size_t a, std::size_t b) {
    const auto [one, other] = std::minmax({role[a], role[b]});
    const auto at = one * roles.size() + other;
    if (!looked[at]) {
        looked[at] = true;
        const auto p = roles[one], q = roles[other];
        const auto row = std::ranges::find_if(
            kSchedule, [&](const Schedule& s) { return (names(s.a, p) && names(s.b, q)) || (names(s.a, q) && names(s.b, p)); });
        rows[at] = row == std::end(kSchedule) ? nullptr : row;
    }
    return rows[at];
}

}  // namespace oiko
