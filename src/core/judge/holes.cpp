// A ball is led from where the birds are to the outside, through cubes that are free; doubtful ones are passed only when nothing better
// leads out, and then halved further.
#include "core/judge/holes.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <deque>
#include <future>
#include <map>
#include <mutex>
#include <optional>
#include <set>
#include <utility>

#include "core/judge/voids.h"

namespace oiko {
namespace {

using namespace voids;

struct Way {
    std::vector<std::uint32_t> cells;
    std::vector<Vec3> through;  ///< between each and the next
    int doubts = 0;
};

struct Search {
    Space space;
    const std::function<bool()>& stop;
    std::vector<std::pair<Vec3, double>> plugs;
    std::vector<Vec3> goals;  ///< reaching one of them counts as out
    bool broken = false;
    std::function<void(double)> told{};  ///< how much room was gone through, mm³
    double before = 0, here = 0;         ///< of that, in zones done and in this one
    struct Reached {
        std::uint32_t from = kNone;
        int doubts = -1;
    };
    std::vector<Reached> seen;  ///< by cell, on the last way looked for

    Search(const Model& model, double ballMm, const std::function<bool()>& stopping) : space{model, ballMm}, stop{stopping} {}

    bool plugged(Vec3 p) const {
        return std::ranges::any_of(plugs, [&](const auto& plug) { return norm(p - plug.first) < plug.second; });
    }

    void tell(double volume) {
        here = std::max(here, volume);
        if (told) told(before + here);
    }

    /// The way out with the fewest doubtful cells; empty when there is none.
    Way out(Vec3 inside) {
        seen.clear();
        const auto reach = [&](std::uint32_t n) -> Reached& {
            if (seen.size() < space.cells.size()) seen.resize(space.cells.size() + space.cells.size() / 2);
            return seen[n];
        };
        std::vector<std::uint32_t> goalCells;
        for (const auto& g : goals) goalCells.push_back(space.leafAt(g));
        std::deque<std::uint32_t> queue{space.leafAt(inside)};
        reach(queue.front()).doubts = 0;
        std::vector<std::uint32_t> doubtful;
        std::int64_t steps = 0;
        int level = 0;
        double gone = 0;
        while (!queue.empty() || !doubtful.empty()) {
            if (queue.empty()) {
                queue.assign(doubtful.begin(), doubtful.end());
                doubtful.clear(), ++level;
            }
            const auto n = queue.front();
            queue.pop_front();
            if (reach(n).doubts != level) continue;
            gone += 8 * std::pow(space.cells[n].half, 3);
            // A small run is gone through in fewer steps than there are between two looks at whether to stop.
            if (++steps % 64 == 0) tell(gone);
            if (steps % 4096 == 0 && stop && stop()) return broken = true, Way{};
            if (space.leadsOut(n) || std::ranges::find(goalCells, n) != goalCells.end()) {
                Way way;
                way.doubts = level;
                way.cells.push_back(n);
                for (auto at = n; reach(at).from != kNone; at = reach(at).from)
                    way.cells.push_back(reach(at).from), way.through.push_back(space.passage(reach(at).from, at).value());
                return way;
            }
            space.neighbours(n, [&](std::uint32_t m) {
                const auto state = space.cells[m].state;
                if (state == Kind::closed) return;
                const int doubts = level + (state == Kind::doubtful ? 1 : 0);
                auto& there = reach(m);
                if (there.doubts >= 0 && there.doubts <= doubts) return;
                const auto through = space.passage(n, m);
                if (!through || (!plugs.empty() && plugged(*through))) return;
                there = {n, doubts};
                if (state == Kind::doubtful)
                    doubtful.push_back(m);
                else
                    queue.push_back(m);
            });
        }
        tell(gone);
        return {};
    }

    /// The last way that was looked for came by this place.
    bool cameBy(Vec3 p) {
        const auto n = space.leafAt(p);
        return n < seen.size() && seen[n].doubts >= 0;
    }

    /// A way without doubts, or none.
    Way sureWay(Vec3 inside) {
        for (int round = 0; round < 60 && !broken; ++round) {
            auto way = out(inside);
            if (way.cells.empty() || way.doubts == 0) return way;
            // A slot is doubtful along its whole length: with the way's cells go all that lie between the same bodies. The smallest are
            // closed.
            std::set<std::vector<std::uint32_t>> between;
            const auto bodiesOf = [&](const Cell& c) {
                const auto from = space.near.begin() + c.nearFrom;
                return std::vector<std::uint32_t>(from, from + c.nearN);
            };
            for (const auto n : way.cells)
                if (space.cells[n].state == Kind::doubtful) between.insert(bodiesOf(space.cells[n]));
            for (std::uint32_t n = 0, all = static_cast<std::uint32_t>(space.cells.size()); n < all; ++n) {
                if (space.cells[n].state != Kind::doubtful || !between.contains(bodiesOf(space.cells[n]))) continue;
                if (space.cells[n].half <= space.finest)
                    space.cells[n].state = Kind::closed;
                else
                    space.halve(n);
            }
        }
        return {};
    }
};

/// Ids of the parts nearest to a place, nearest first.
std::vector<std::string> partsNear(const Space& space, const Model& model, Vec3 p, double within) {
    std::vector<std::pair<double, std::string>> near;
    for (const auto& b : space.bodies)
        if (b.part != kNone && fromBox(b.box, p) < within) near.emplace_back(from(b, p), model.parts[b.part].id);
    std::ranges::sort(near);
    std::vector<std::string> ids;
    for (const auto& [d, id] : near)
        if (ids.size() < 4 && std::ranges::find(ids, id) == ids.end()) ids.push_back(id);
    return ids;
}

/// From a point of a way, across the way, to where the ball has most room; given up once it has more than `enough`.
std::pair<Vec3, double> widest(const Space& space, Vec3 p, Vec3 along, double enough) {
    along = norm(along) > 0 ? unit(along) : Vec3{0, 0, 1};
    const Vec3 u = unit(cross(along, std::fabs(along.z) < 0.9 ? Vec3{0, 0, 1} : Vec3{1, 0, 0})), v = cross(along, u);
    double best = space.clearance(p);
    for (double step = 8; step > 0.4 && best <= enough; step /= 2)
        for (bool better = true; better && best <= enough;) {
            better = false;
            for (const auto& by : {u, u * -1, v, v * -1}) {
                const auto q = p + by * step;
                if (const double d = space.clearance(q); d > best + 1e-6) p = q, best = d, better = true;
            }
        }
    return {p, best};
}

HoleSearch search(Search& s, const Model& model, Vec3 inside, std::size_t most) {
    HoleSearch result;
    while (result.holes.size() < most && !s.broken) {
        const auto way = s.sureWay(inside);
        if (way.cells.empty()) break;
        WayOut hole;
        double least = 1e300;
        for (std::size_t i = 0; i < way.through.size(); ++i) {
            const auto along = way.through[std::min(i + 1, way.through.size() - 1)] - way.through[i > 0 ? i - 1 : 0];
            const auto [p, d] = widest(s.space, way.through[i], along, std::min(least, 100.0));
            if (d < least) least = d, hole.at = p;
        }
        hole.wideMm = 2 * least, hole.parts = partsNear(s.space, model, hole.at, std::max(4 * s.space.r, least * 1.5));
        hole.way = way.through;
        result.holes.push_back(hole);
        s.plugs.emplace_back(hole.at, 150);
    }
    result.whole = !s.broken && result.holes.size() < most;
    result.cells = static_cast<std::int64_t>(s.space.cells.size());
    return result;
}

}  // namespace

HoleSearch findHoles(const Model& model, Vec3 inside, double ballMm, std::size_t most, const std::function<bool()>& stop) {
    Search s{model, ballMm, stop};
    return search(s, model, inside, most);
}

double ballThatMeshStops(Settled& s) { return (s.choice("mesh.kind").ends_with("1/4") ? 6.35 : 12.7) + kBallOverMeshMm; }

std::vector<Zone> zonesOf(const Model& model) {
    // Places spread over the floor, a hand above it: whatever stands there, one of them is free.
    const auto spread = [&](const Bounds& b, std::optional<double> floorTop) {
        std::vector<Vec3> out;
        for (const double u : {0.5, 0.37, 0.63, 0.22, 0.79})
            for (const double v : {0.5, 0.41, 0.66, 0.29, 0.74})
                for (const double up : {200.0, 330.0}) {
                    const double x = b.low.x + (b.high.x - b.low.x) * u, y = b.low.y + (b.high.y - b.low.y) * v;
                    out.push_back({x, y, (floorTop ? *floorTop : model.ground.at(x, y)) + up});
                }
        return out;
    };
    std::vector<Zone> zones;
    std::map<std::string, Bounds> runs;
    Bounds floor, walls;
    for (const auto& p : model.parts) {
        if (p.system == System::walls) walls.add(p.box());
        if (p.system == System::floor || (p.underWalls() && p.system != System::run)) floor.add(p.box());
        // Round two corners it has posts at its far side alone; rails under the coop are none of its sides'.
        if (p.role == "run-post" || (p.role == "run-rail" && p.id.find("/under/") == std::string::npos))
            runs[p.id.substr(0, p.id.find('/'))].add(p.box());
    }
    // A room parted off is shut as the coop is: what a partition leaves on either side of it is looked at by itself.
    std::map<std::string, Bounds> partitions, rooms;
    for (const auto& p : model.parts)
        if (p.side.starts_with("partitions.") && p.form == Form::lumber && p.system == System::inside) partitions[p.side].add(p.box());
    auto birds = floor;
    // What lies towards a wall from it, which the rest loses.
    const auto partedFrom = [&](Bounds& rest, const Bounds& b) {
        auto room = rest;
        const bool acrossX = b.size().x < b.size().y;
        const auto on = [&](Vec3& v) -> double& { return acrossX ? v.x : v.y; };
        auto low = b.low, high = b.high, middle = (floor.low + floor.high) * 0.5;
        if (on(low) + on(high) < 2 * on(middle))
            on(room.high) = on(low), on(rest.low) = on(high);
        else
            on(room.low) = on(high), on(rest.high) = on(low);
        return room;
    };
    // A corner's frame ends at another one: of that room it takes a part, from the birds nothing.
    const auto inCorner = [&](const Bounds& b) {
        const auto off = floor.size() - b.size();
        return std::min(off.x, off.y) > 24 * 25.4;
    };
    for (const auto& [row, b] : partitions)
        if (!inCorner(b)) rooms[row] = partedFrom(birds, b);
    for (const auto& [row, b] : partitions)
        if (inCorner(b) && !rooms.empty()) rooms[row] = partedFrom(rooms.begin()->second, b);
    const auto roomOf = [](const Bounds& b, double high) { return b.size().x * b.size().y * std::max(0.0, high); };
    const double high = walls.high.z - floor.high.z;
    if (floor.high.x > floor.low.x) zones.push_back({"coop", spread(birds, floor.high.z), roomOf(birds, high)});
    for (const auto& [row, b] : rooms) zones.push_back({row, spread(b, floor.high.z), roomOf(b, high)});
    for (const auto& [row, b] : runs) zones.push_back({row, spread(b, {}), roomOf(b, b.size().z)});
    return zones;
}

namespace {
/// What another search found besides, but for places that both found.
void add(HoleSearch& all, HoleSearch more) {
    for (auto& hole : more.holes)
        if (std::ranges::none_of(all.holes, [&](const WayOut& h) { return norm(h.at - hole.at) < 150; }))
            all.holes.push_back(std::move(hole));
    all.whole = all.whole && more.whole, all.cells += more.cells;
}

/// The coop with its rooms and the runs are searched beside each other, each in a space of its own.
HoleSearch inAllZones(const Model& model, double ballMm, const std::function<bool()>& stop, std::size_t most,
                      const std::function<void(double)>& told) {
    Search coop{model, ballMm, stop};
    const auto zones = zonesOf(model);
    const auto isRun = [&](std::size_t k) { return zones[k].name.starts_with("runs."); };
    std::vector<std::optional<Vec3>> starts;
    double room = 0, said = 0;
    for (const auto& zone : zones) {
        room += zone.roomMm3;
        const auto free = std::ranges::find_if(zone.from, [&](Vec3 p) { return coop.space.clearance(p) > ballMm; });
        starts.push_back(free == zone.from.end() ? std::nullopt : std::optional{*free});
    }
    std::mutex telling;
    std::array<double, 2> gone{};
    const auto tells = [&](bool runs) {
        return [&, runs](double volume) {
            const std::lock_guard lock{telling};
            gone[runs ? 1 : 0] = volume;
            // The doubtful places come last, a fifth of the time at least.
            const double share = room > 0 ? 0.8 * std::min(1.0, (gone[0] + gone[1]) / room) : 0;
            if (share >= said + 0.01) said = share, told(share);
        };
    };
    const auto searched = [&](Search& s, bool runs) {
        if (told) s.told = tells(runs);
        HoleSearch all;
        std::vector<bool> shut(zones.size());
        for (std::size_t i = 0; i < zones.size(); ++i) {
            if (shut[i] || isRun(i) != runs) continue;
            // Without a place to start from nothing is known of that zone.
            if (!starts[i]) {
                all.whole = false;
                continue;
            }
            for (std::size_t k = 0; k < zones.size() && !runs; ++k)
                if (starts[k] && isRun(k)) s.goals.push_back(*starts[k]);
            auto found = search(s, model, *starts[i], most);
            s.before += std::exchange(s.here, 0), s.goals.clear();
            all.holes.insert(all.holes.end(), found.holes.begin(), found.holes.end());
            all.whole = all.whole && found.whole, all.cells = found.cells;
            // What is one with it, a room beside the birds' or a run behind a passage, was searched with it.
            for (std::size_t k = i + 1; k < zones.size() && found.whole && found.holes.empty(); ++k)
                shut[k] = starts[k] && isRun(k) == runs && s.cameBy(*starts[k]);
        }
        return all;
    };
    std::future<HoleSearch> outside;
    for (std::size_t k = 0; k < zones.size() && !outside.valid(); ++k)
        if (isRun(k))
            outside = std::async(std::launch::async, [&] {
                Search runs{model, ballMm, stop};
                return searched(runs, true);
            });
    auto all = searched(coop, false);
    if (outside.valid()) add(all, outside.get());
    return all;
}

}  // namespace

HoleSearch allHoles(const Model& model, double ballMm, const std::function<bool()>& stop, std::size_t most,
                    const std::function<void(double)>& told) {
    auto away = model;
    std::vector<Body> leaves;
    std::set<std::string> screens;
    for (const auto& c : model.clear)
        if (c.id.ends_with("/screen")) screens.insert(c.owner);
    for (std::size_t i = 0; i < model.parts.size(); ++i) {
        const auto& p = model.parts[i];
        const bool window = p.opening.starts_with("windows.") && (p.role.starts_with("leaf") || p.role == "window-light");
        // Who has a mesh door lets the door before it stand open.
        const bool door = p.role.starts_with("leaf") && p.id.starts_with(p.opening + "/leaf/") && screens.contains(p.opening);
        if (!window && !door && p.role != "vent-board") continue;
        for (const auto& s : p.solids) leaves.push_back({i, bounds(s), false, facePlanes(s), &s});
        away.parts[i].solids.clear();
    }
    auto summer = inAllZones(away, ballMm, stop, most, told);
    const auto throughLeaf = [&](const WayOut& hole) {
        for (std::size_t i = 1; i < hole.way.size(); ++i) {
            const auto step = hole.way[i] - hole.way[i - 1];
            const int n = 1 + static_cast<int>(norm(step) / 5);
            for (int k = 0; k <= n; ++k)
                if (const auto p = hole.way[i - 1] + step * (static_cast<double>(k) / n); std::ranges::any_of(
                        leaves, [&](const Body& leaf) { return fromBox(leaf.box, p) < ballMm / 2 && from(leaf, p) < ballMm / 2; }))
                    return true;
        }
        return false;
    };
    if (std::ranges::none_of(summer.holes, throughLeaf)) return summer;
    auto all = inAllZones(model, ballMm, stop, most, {});
    for (auto& hole : summer.holes) hole.shuttersOff = true;
    add(all, std::move(summer));
    return all;
}

}  // namespace oiko
