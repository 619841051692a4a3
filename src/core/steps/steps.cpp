#include "core/steps/steps.h"

#include <algorithm>
#include <set>
#include <utility>

#include "core/base/tolerance.h"
#include "core/purchase/purchase.h"

namespace oiko {
namespace {

struct Rule {
    std::string_view id;
    System system;
    std::string_view roles;  ///< parted by blanks; "*": the system's rest, but for what a rule after it names
    std::string_view cautions;
};
constexpr Rule kOrder[] = {
    {"bank", System::ground, "bank-timber bank-earth", "dig treated lift"},
    {"ground", System::ground, "*", "dig treated lift"},
    {"floor", System::floor, "rim joist blocking", "saw treated"},
    {"skirt", System::floor, "skirt-mesh", "metal"},
    {"floorfoam", System::floor, "floor-foam foam-mesh foam-cleat", "dust"},
    {"wirefloor", System::floor, "floor-wire floor-mesh drop-board", "metal"},
    {"deck", System::floor, "*", "saw lift"},
    {"cutin", System::walls, "*", "saw ladder"},
    {"walls", System::walls, "*", "saw lift"},
    {"runposts", System::run, "run-post block run-beam", "treated dig lift"},
    {"roofframe", System::roof,
     "post-base roof-post rafter ceiling-joist fly-rafter ridge rafter-tie eave-block lookout purlin filler fascia", "ladder saw"},
    {"roofdeck", System::roof, "roof-deck", "ladder lift"},
    {"roofing", System::roof, "roof-panel ridge-cap underlayment shingles roll-strip drip-edge", "ladder metal"},
    {"leanmetal", System::roof, "flashing", "ladder metal"},
    {"ceiling", System::roof, "ceiling-mesh ceiling-sheet", "ladder metal"},
    {"gutters", System::roof, "*", "ladder metal lift"},
    {"siding", System::skin, "*", "lift paint"},
    // What opens is fixed on the lining.
    {"wallfoam", System::inside, "wall-foam", "dust"},
    {"lining", System::inside, "wall-lining", "saw dust"},
    {"rooflining", System::roof, "lining-nailer roof-foam roof-lining", "ladder lift dust"},
    {"doors", System::openings,
     "leaf leaf-mesh leaf-pane window-track leaf-stile leaf-rail leaf-brace leaf-strip stop litter-board pop-leaf auto-door window-unit "
     "window-light "
     "track ramp rung",
     "saw"},
    {"landing", System::openings, "block landing-post landing-beam landing-rim landing-joist landing-board", "saw treated dig"},
    {"steps", System::openings, "stringer tread rail-post handrail guard-mesh", "saw treated"},
    {"mesh", System::openings, "*", "metal"},
    {"partitions", System::inside,
     "plate-board bottom-plate top-plate stud king trimmer header sill cripple ridge-post eave-block partition-sheet partition-mesh",
     "saw"},
    {"kickboards", System::inside, "kick-board", "saw"},
    {"nests", System::inside,
     "nest-floor nest-end nest-partition nest-front nest-back nest-lip nest-lid nest-roof nest-door nest-top nest-bearer nest-leg "
     "nest-bracket "
     "nest-perch ledger nest-bucket nest-unit bucket-stop nest-slope nest-curtain",
     "saw"},
    {"feed", System::inside,
     "hopper-back hopper-end hopper-floor hopper-lip hopper-slope hopper-front hopper-top shelf-ledger shelf feed-bin feeder drinker "
     "trough-board trough water-pipe "
     "drinker-cleat drinker-end drinker-shelf drinker-standing bath "
     "dust",
     "saw"},
    {"roosts", System::inside, "*", ""},
    {"runframe", System::run,
     "run-post block run-beam rafter eave-block purlin filler run-rail run-kick gate-stud gate-threshold gate-head jamb lining closer "
     "flashing-board",
     "treated dig ladder"},
    // A roofed corner is too wide for a gate.
    {"furniture", System::inside, "perch perch-leg perch-foot stump tub tub-step corner-leg corner-rail corner-wall corner-roof", "saw"},
    {"trench", System::run, "trench-mesh", "dig metal"},
    {"carpet", System::run, "ground-mesh", "metal"},
    {"runroof", System::run, "roof-panel flashing", "ladder metal"},
    {"gate", System::run, "gate-stile gate-rail gate-brace gate-cross gate-mesh gate-strip", ""},
    {"runmesh", System::run, "*", "metal dig"},
    {"runtroughs", System::run, "trough-rail trough water-pipe", ""},
    {"fence", System::run, "fence-post fence-net", "dig"},
    {"runlitter", System::run, "litter", "dust"},
    {"litter", System::inside, "litter", "dust"},
};

std::vector<std::string> words(std::string_view list) {
    std::vector<std::string> out;
    for (std::size_t at = 0; at < list.size();) {
        const auto end = std::min(list.find(' ', at), list.size());
        out.emplace_back(list.substr(at, end - at));
        at = end + 1;
    }
    return out;
}

std::string_view rowOf(const Part& p) { return std::string_view{p.id}.substr(0, p.id.find('/')); }

}  // namespace

std::vector<Step> buildingOrder(const Model& model) {
    std::vector<Step> out;
    std::vector<bool> done(model.parts.size());
    // Runs whose beams carry the coop's roof stand before it does.
    std::set<std::string_view> carry;
    for (const auto& j : model.joints)
        for (const auto& [under, over] : {std::pair{j.a, j.b}, std::pair{j.b, j.a}})
            if (model.parts[under].role == "run-beam" && model.parts[over].system == System::roof) carry.insert(rowOf(model.parts[under]));
    const bool indoorsFloor = std::ranges::count(model.parts, "building-floor", &Part::role) > 0;
    // First what stands is looked at or probed; then what opens is cut into it.
    Step leaned{"leaned", {}, {}}, probe{"probe", {}, words("dust ladder")};
    std::set<std::string_view> standing;
    for (std::size_t i = 0; i < model.parts.size(); ++i)
        if (const auto& p = model.parts[i]; p.existing) {
            done[i] = true;
            if (p.thing()) continue;
            (p.role.starts_with("leaned-") ? leaned : probe).parts.push_back(i);
            if (p.system == System::walls) standing.insert(p.side);
        }
    for (auto* first : {&leaned, &probe})
        if (!first->parts.empty()) out.push_back(std::move(*first));
    for (const auto& rule : kOrder) {
        const auto named = [&](const Part& p) {
            return std::any_of(&rule + 1, std::end(kOrder), [&](const Rule& later) {
                return later.system == p.system && std::ranges::count(words(later.roles), p.role) > 0;
            });
        };
        Step step{std::string{rule.id}, {}, words(rule.cautions)};
        const auto roles = words(rule.roles);
        for (std::size_t i = 0; i < model.parts.size(); ++i)
            if (!done[i] && model.parts[i].system == rule.system && (rule.id != "runposts" || carry.contains(rowOf(model.parts[i]))) &&
                (rule.id != "cutin" || standing.contains(model.parts[i].side)) &&
                (rule.roles == "*" ? !named(model.parts[i]) : std::ranges::find(roles, model.parts[i].role) != roles.end()))
                done[i] = true, step.parts.push_back(i);
        // Nobody digs in a building's floor.
        if (rule.system == System::run && indoorsFloor) std::erase(step.cautions, "dig");
        if (!step.parts.empty()) out.push_back(std::move(step));
    }
    return out;
}

Moved moved(const Model& model, Settled& s, const std::vector<Step>& steps) {
    const bool setPosts = s.choice("foundation.kind") == "set_posts";
    const auto goes = [&](const Part& p) {
        if (p.existing || p.system == System::run || p.edging() || p.yard() || p.assembly == "perches" || p.role == "litter" ||
            p.role == "barrel" || p.role == "block")
            return false;
        return p.system != System::ground || (p.form == Form::lumber && !setPosts && p.role != "ground-sill");
    };
    Moved out;
    Bounds all;
    Mass so;
    for (const auto& step : steps) {
        for (const auto i : step.parts) {
            const auto& p = model.parts[i];
            if (!goes(p)) continue;
            so += massOf(p, s), out.ids.push_back(p.id);
            all.add(p.box());
        }
        out.after.push_back(so);
        if (so <= kOneLifts * s.count("build.hands")) out.liftable = out.after.size();
    }
    const auto size = all.size();
    out.width = mm(std::max(0.0, std::min(size.x, size.y)));
    return out;
}

}  // namespace oiko
