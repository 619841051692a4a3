#include "core/drawing/supports.h"

#include <algorithm>
#include <map>
#include <tuple>

#include "core/design/ground.h"
#include "core/drawing/project.h"

namespace oiko {
namespace {

Vec2 middle(const Bounds& b) { return {(b.low.x + b.high.x) / 2, (b.low.y + b.high.y) / 2}; }

}  // namespace

std::vector<Support> supportsOf(const Model& m, Settled& s, const Takeoff& t) {
    std::vector<Support> out;
    const double w = inMm(s.length("coop.width")), deep = inMm(s.length("coop.depth"));
    const Vec2 corners[] = {{0, 0}, {w, 0}, {w, deep}, {0, deep}};
    for (std::size_t k = 0; k < 4; ++k) {
        const auto at = corners[k];
        const bool off = unevenMm(s) > 1;  // then it is not as it was measured
        out.push_back({at, off ? Message{"support.measured", {s.length(kCornerKeys[k])}} : Message{"support.corner", {}},
                       mm(-m.ground.at(at.x, at.y))});
    }
    // Blocks that stand on one another are one support: its top, its foot and how many.
    std::map<std::pair<double, double>, std::tuple<double, double, std::int64_t>> blocks;
    for (const auto& p : m.parts)
        if (p.role == "block") {
            const auto box = p.box();
            const auto at = middle(box);
            auto& [top, foot, n] = blocks.try_emplace({at.y, at.x}, -1e300, 1e300, 0).first->second;
            top = std::max(top, box.high.z), foot = std::min(foot, box.low.z), ++n;
        }
    std::map<std::pair<double, double>, Support> supports;
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        const auto& p = m.parts[i];
        const auto box = p.box();
        if (p.underWalls() && !p.existing && p.role != "ground-sill")
            supports[{-1e9, 0}] = {{w / 2, deep / 2}, {"support.trench", {}}, mm(-box.low.z), {}};
        if (p.role != "post" && p.role != "run-post") continue;
        const auto at = middle(box);
        // A post stands within its block's edges.
        const auto block = std::ranges::find_if(blocks, [&](const auto& b) {
            return std::fabs(b.first.first - at.y) < 200 && std::fabs(b.first.second - at.x) < 200 &&
                   std::fabs(std::get<0>(b.second) - box.low.z) < 1;
        });
        const bool set = block == blocks.end();
        supports[{at.y, at.x}] = {
            at, {set ? "support.set" : "support.post", {t.marks[i]}}, mm(-box.low.z), mm(set ? -box.low.z : -std::get<1>(block->second))};
        if (!set) blocks.erase(block);
    }
    for (const auto& [at, block] : blocks) {
        const auto& [top, foot, n] = block;
        supports[at] = {{at.second, at.first}, n == 1 ? Message{"support.block", {}} : Message{"support.blocks", {n}}, mm(-top), mm(-foot)};
    }
    for (auto& [at, support] : supports) out.push_back(std::move(support));
    return out;
}

Drawing supportsPlan(const Model& m, Settled& s, const std::vector<Support>& supports) {
    Drawing d;
    d.id = "supports";
    const double w = inMm(s.length("coop.width")), deep = inMm(s.length("coop.depth"));
    const auto draw = [&](std::initializer_list<std::string_view> roles) {
        std::vector<std::size_t> parts;
        for (std::size_t i = 0; i < m.parts.size(); ++i)
            if (std::ranges::find(roles, m.parts[i].role) != roles.end()) parts.push_back(i);
        project(d, m, parts, {{1, 0, 0}, {0, 1, 0}, {}, {}});
    };
    draw({"slab", "curb", "strip-footing", "blockwork", "ground-sill", "footing", "block"}), draw({"skid", "post", "run-post"});
    d.add({Pen::hidden, Fill::none, {{0, 0}, {w, 0}, {w, deep}, {0, deep}}, true, ""});
    for (std::size_t i = 0; i < supports.size(); ++i) {
        // Beside a corner outside; beside a support within the coop's frame towards its middle, of one beyond it away from it.
        auto at = supports[i].at;
        const bool corner = i < 4;
        const double away = std::max(d.high.x - d.low.x, d.high.y - d.low.y) * 0.03 + (corner ? 60 : 40);
        const double right = at.x > w / 2 ? 1 : -1, up = at.y > deep / 2 ? 1 : -1;
        const double outX = std::fabs(at.x - w / 2) - w / 2, outY = std::fabs(at.y - deep / 2) - deep / 2;
        const Vec2 shift = corner ? Vec2{-right, up} : outX < 0 && outY < 0 ? Vec2{0, -up} : outX > outY ? Vec2{right, 0} : Vec2{0, up};
        at = at + shift * away;
        d.labels.push_back({at, std::to_string(i + 1), 2.8, 0, 0, !corner, ""});
    }
    d.dimensions.push_back({{0, 0}, {w, 0}, -12, "coop.width"});
    d.dimensions.push_back({{w, 0}, {w, deep}, -12, "coop.depth"});
    return d;
}

Table supportsTable(const std::vector<Support>& supports) {
    Table table{{"table.supports", {}},
                {{"col.place", {}}, {"col.stands", {}}, {"col.down", {}}, {"col.hole", {}}},
                {true, false, true, true},
                {0.1, 0.4, 0.25, 0.25},
                {}};
    const auto down = [](Length v) { return v < Length{} ? Say{Message{"support.up", {Length{} - v}}} : Say{v}; };
    for (std::size_t i = 0; i < supports.size(); ++i)
        table.rows.push_back({std::to_string(i + 1), supports[i].what, down(supports[i].foot),
                              supports[i].hole ? down(*supports[i].hole) : Say{std::string{}}});
    return table;
}

}  // namespace oiko
