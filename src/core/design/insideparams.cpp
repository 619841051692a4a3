// What stands in the coop and in its runs, and the runs themselves.
#include <algorithm>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/design/hatches.h"
#include "core/design/lean.h"
#include "core/design/litter.h"
#include "core/design/params.h"
#include "core/design/partition.h"
#include "core/design/roosts.h"
#include "core/design/rules.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/design/water.h"
#include "core/design/wirefloor.h"

namespace oiko::table {
namespace {

// Of bars over the nests, so that nobody sleeps in those: usual, and at least. Common practice.
Length barsOver(Ask& a) { return inches(elevated(a) ? 10 : 14); }
constexpr auto kOverNests = inches(8);

bool ownRoof(Ask& a) { return a.choice(slotKey("runs", a.row(), "top")) != "shared"; }

}  // namespace

static const Options kLitterKinds = [] {
    Options kinds{"none"};
    for (const auto& litter : kLitters) kinds.push_back(litter.name);
    return kinds;
}();

void addInside(std::vector<Param>& p) {
    using enum Stage;
    // Inside
    const auto perched = [&p](Param param) {
        p.push_back(onlyWhen(std::move(param), [own = param.applies](Ask& a) { return roosting(a) && (!own || own(a)); }));
    };
    perched(choice("roost.wall", inside, kAllSides, [](Ask& a) -> Value {
        const auto doors = a.rows("doors");
        if (doors.empty()) return std::string{"back"};
        if (traysUnder(a))
            if (const auto out = cleanOut(a)) return a.choice(slotKey("doors", *out, "wall"));
        // Along the back, out of the way of whoever comes in; across from a door that is in the back itself. Not in a room parted off.
        std::vector<std::string_view> order{"back", "front", "left", "right"};
        if (a.choice(slotKey("doors", doors.front(), "wall")) == "back") std::swap(order[0], order[1]);
        // Along an eave where posts stand under the ridge.
        if (ridgePosts(a) > 0)
            std::ranges::stable_partition(order, [&](auto s) { return (sideIndex(s) - sideIndex(a.choice("roof.falls_to"))) % 2 == 0; });
        // Not where troughs hang, before the barrel.
        std::ranges::stable_partition(order, [&](auto s) { return !fromBarrel(a) || troughsInRun(a) || s != a.choice("roof.falls_to"); });
        // Across from a cupboard they leave the long sides to doors and nests.
        std::ranges::stable_partition(order, [&](auto s) { return facesCupboard(a, s); });
        std::ranges::stable_partition(order, [&](auto s) { return roomsAt(a, s) == Length{}; });
        // Beside a corner: the door from its room to the birds is at the other end.
        std::ranges::stable_partition(order, [&](auto s) {
            return std::ranges::any_of(a.rows("partitions"), [&](int row) {
                const auto key = partitionKey(row);
                return !roomAround(a, key).empty() && a.choice(key + ".wall") == s;
            });
        });
        // Where they leave a wall its nests.
        std::ranges::stable_partition(order, [&](auto s) { return leavesNests(a, s); });
        return std::string{order.front()};
    }));
    perched(choice("roost.stock", inside, {"2x2", "2x4", "round"}, [](Ask& a) -> Value { return std::string{birdsOf(a).bar}; }));
    // A flat 2x4 is as wide as the leg under it: nothing stands beside it there.
    perched(onlyWhen(choice("roost.hold", inside, {"pinned", "cups"}, word("pinned"), false),
                     [](Ask& a) { return a.choice("roost.stock") != "2x4" || a.length("roost.step") == Length{}; }));
    p.push_back(count("roost.count", inside, 0, 8,
                      [](Ask& a) -> Value { return roosting(a) ? barsAlong(a, a.choice("roost.wall")) : std::int64_t{0}; }));
    perched(length("roost.height", inside, inches(8), inches(60), [](Ask& a) -> Value {
        auto over = nestsOnFloor(a) ? inches(18) : a.length("nests.height") + barsOver(a);
        // Where heavy birds' ladder finds no room they roost as low as they jump, closer over the nests.
        if (!nestsOnFloor(a) && over > jumpOf(a) && !ladderFits(a, over))
            over = std::max(a.length("nests.height") + kOverNests, std::min(over, jumpOf(a)));
        return bounded(over, inches(8), inches(60));
    }));
    perched(fixedLength("roost.step", inside, Length{}, inches(16), Length{}));
    perched({"roost.boards", inside, Type::flag, false, true, {}, always(false), false, {}});
    perched(onlyWhen({"roost.trays", inside, Type::flag, false, true, {}, always(false), false, {}},
                     [](Ask& a) { return !a.flag("roost.boards") && !earthFloor(a) && !wireFloor(a); }));
    perched(length("roost.apart", inside, inches(8), inches(24), [](Ask& a) -> Value { return birdsOf(a).apart; }));
    // Where it is more than they jump down from, within a curb from its top to the earth.
    perched({"roost.ladder",
             inside,
             Type::flag,
             false,
             true,
             {},
             [](Ask& a) -> Value { return a.length("roost.height") > jumpOf(a); },
             true,
             {}});
    perched({"roost.lined", inside, Type::flag, false, true, {}, always(false), false, {}});
    p.push_back(choice("bath.place", inside, {"none", "coop", "run"}, word("none"), false));
    p.push_back(onlyWhen(choice("litter.kind", inside, kLitterKinds, word("none"), false), std::not_fn(wireFloor)));
    const auto littered = [](Ask& a) { return litterOf(a) != nullptr; };
    // Shallow where it is sifted, deep where it is topped up all year on the earth. Common practice.
    const auto usual = [](Ask& a) -> Value { return inches(a.choice("litter.kind") == "sand" ? 3 : earthFloor(a) ? 6 : 4); };
    p.push_back(onlyWhen(length("litter.deep", inside, inches(1), inches(8), usual), littered));
    const auto overCurb = [](Ask& a) -> Value { return earthFloor(a) && litterTop(a) > Length{}; };
    p.push_back(onlyWhen({"litter.boards", inside, Type::flag, false, true, {}, overCurb, true, {}}, littered));
    p.push_back(choice("feed.place", inside, {"coop", "run"}, word("coop"), false));
    // Hung feeders' and drinkers' lips stand at the birds' backs. Common practice.
    p.push_back(length("feed.height", inside, inches(4), inches(14), [](Ask& a) -> Value { return birdsOf(a).lip; }));
    p.push_back(count("feed.count", inside, 0, 10, [](Ask& a) -> Value {
        // What hoppers in the walls hold need not hang.
        double pounds = feedPounds(a);
        for (const int row : a.rows("hatches")) pounds -= hopperPounds(a, "hatches." + std::to_string(row));
        const bool hoppers = std::ranges::any_of(a.rows("hatches"), [&](int r) { return !watered(a, "hatches." + std::to_string(r)); });
        return std::clamp<std::int64_t>(static_cast<std::int64_t>(std::ceil(pounds / kFeederPounds - 1e-9)), hoppers ? 0 : 1, 10);
    }));
    p.push_back(choice("water.kind", inside, {"drinkers", "nipples", "heated"}, word("drinkers"), false));
    p.push_back(choice("water.from", inside, {"hand", "mains", "barrel"}, word("hand"), false));
    p.push_back(count("water.count", inside, 0, 10, [](Ask& a) -> Value {
        const auto standing = std::ranges::count_if(a.rows("hatches"), [&](int r) { return watered(a, "hatches." + std::to_string(r)); });
        auto wanted = static_cast<std::int64_t>(std::ceil(waterGallons(a) / kDrinkerGallons - 1e-9)) - standing;
        // Troughs that fill by themselves do for them.
        if (piped(a)) return std::int64_t{0};
        if (a.choice("water.kind") == "nipples") wanted = std::max(wanted, (nipplesNeeded(a) + kNipplesABucket - 1) / kNipplesABucket);
        return std::clamp<std::int64_t>(wanted, standing > 0 ? 0 : 1, 10);
    }));
    p.push_back(choice("nests.kind", inside, {"outside", "rollaway", "inside", "buckets", "flush", "studs", "brackets", "bought", "floor"},
                       [](Ask& a) -> Value { return std::string{birdsOf(a).onFloor ? "floor" : "outside"}; }));
    p.push_back(onlyWhen(choice("nests.door", inside, {"lid", "front"}, word("lid"), false), [](Ask& a) { return !nestsInside(a); }));
    p.push_back(choice("nests.wall", inside, kAllSides, [](Ask& a) -> Value {
        const auto wanted = nestRowWidth(nestsNeeded(birdsSizedFor(a)), nestClear(a));
        if (!nestsInside(a)) {
            auto order = sidesButRuns(a, {"left", "right", "front", "back"});
            if (roosting(a))
                std::ranges::stable_partition(order, [&](auto s) { return roomBesideRoosts(a, s, a.choice("roost.wall")) >= wanted; });
            return sideWithRoom(a, "nests", wanted, order);
        }
        // Not under the roosts.
        std::vector<std::string_view> order{"left", "right", "front", "back"};
        if (roosting(a)) std::erase(order, a.choice("roost.wall"));
        if (nestsFlush(a)) order = sidesButRuns(a, order);
        if (nestsBetween(a)) {
            const auto enough = [&](auto side) { return std::min(mostBays(a, side), nestsNeeded(birdsSizedFor(a))); };
            return std::string{*std::ranges::max_element(order, {}, enough)};
        }
        std::ranges::stable_partition(order, [&](auto s) { return roomForNests(a, s) >= wanted; });
        return sideWithRoom(a, "nests", wanted, order);
    }));
    p.push_back(onlyWhen(length("nests.clear", inside, inches(9), inches(20), [](Ask& a) -> Value { return birdsOf(a).nest; }),
                         [](Ask& a) { return a.choice("nests.kind") != "buckets" && a.choice("nests.kind") != "bought"; }));
    p.push_back(count("nests.count", inside, 1, 250, [](Ask& a) -> Value {
        const auto clear = nestClear(a);
        if (nestsBetween(a)) {
            return std::min({std::max<std::int64_t>(1, mostBays(a, a.choice("nests.wall"))), nestsNeeded(birdsSizedFor(a)),
                             (kWidestNestRow - kNestBoard) / (clear + kNestBoard)});
        }
        // One that hangs outside is as long as a sheet.
        auto room = widestGap(a, a.choice("nests.wall"), "nests") - kNestBoard;
        if (nestsThrough(a))
            room = std::min({room, kWidestNestRow - kNestBoard, widestFramed(a) - kNestBoard,
                             shellOf(a).widestHeader(a.choice("nests.wall")) - kNestBoard});
        const auto fit = room / (clear + kNestBoard);
        return std::clamp<std::int64_t>(std::min(fit, nestsNeeded(birdsSizedFor(a))), 1, 250);
    }));
    p.push_back(onlyWhen(length("nests.height", inside, inches(5), inches(36),
                                [](Ask& a) -> Value {
                                    // Over what they stand on, where one reaches them without stooping.
                                    const auto half = inches(0.5),
                                               least = std::max(litterTop(a) + kOverLitter, nestsInside(a) ? nestBearer(a) : Length{});
                                    auto up = inches(elevated(a) && !nestsHang(a) ? 6 : 20);
                                    // Lower where the birds over them must not roost higher than they jump.
                                    if (const auto over = up + barsOver(a); roosting(a) && over > jumpOf(a) && !ladderFits(a, over))
                                        up = std::min(up, jumpOf(a) - kOverNests);
                                    return std::max(half * ((least.count() + half.count() - 1) / half.count()), up);
                                }),
                         std::not_fn(nestsOnFloor)));
    p.push_back(length("nests.at", inside, kCornerClear, kLongestCoop, [](Ask& a) -> Value {
        const auto wall = a.choice("nests.wall");
        const auto w = openingWidth(a, "nests");
        if (!nestsInside(a)) return freePlace(a, wall, "nests", w, awayFromRoost(a, wall, w));
        // Beside the roosts' zone, so that the far corner stays free to walk.
        const auto [from, to] = birdsAlong(a, wall);
        const auto roost = a.choice("roost.wall");
        const bool atLeft = leftOf(wall) == roost, atRight = rightOf(wall) == roost;
        auto ideal = atLeft ? from + roostZone(a) : atRight ? to - roostZone(a) - w : centred(a, "nests", wall, w);
        if (const auto [low, high] = besideWays(a, wall); low + w <= high) ideal = std::clamp(ideal, low, high - w);
        if (!nestsBetween(a)) return freePlace(a, wall, "nests", w, ideal);
        auto best = nestsFrom(a, 1), off = kLongestCoop;
        for (const auto& [first, n] : nestBays(a, wall))
            for (auto bay = first; bay + a.count("nests.count") <= first + n; ++bay)
                if (const auto at = nestsFrom(a, bay), d = std::max(at - ideal, ideal - at); d < off) off = d, best = at;
        return best;
    }));
    // Run
    p.push_back(choice("runs.*.side", run, kAllSides, [](Ask& a) -> Value {
        // Each on a side of its own; the coop's roof goes on over its ends.
        const auto fall = sideIndex(a.choice("roof.falls_to"));
        std::vector<std::string_view> taken, order{"right", "front", "left", "back"};
        for (const int row : a.rows("runs"))
            if (const auto key = slotKey("runs", row, "side"); row < a.row() || (row > a.row() && a.isSet(key)))
                taken.push_back(a.choice(key));
        if (!ownRoof(a)) order = {kSides[(fall + 3) % 4], kSides[(fall + 1) % 4], kSides[(fall + 2) % 4], kSides[fall]};
        // Along a wall that the coop leans on a run finds less room than under the low eave; there one leans into a coop on legs.
        std::ranges::stable_partition(order,
                                      [&](auto s) { return leans(a) && (!elevated(a) || !ownRoof(a)) && s == a.choice("roof.falls_to"); });
        std::erase(order, leanSide(a));
        // Where nests or doors have been put, or a room is parted off, no run.
        const auto free = [&](std::string_view s) {
            const auto put = [&](const std::string& key) { return a.isSet(key) && a.choice(key) == s; };
            return !put("nests.wall") && std::ranges::none_of(a.rows("doors"), [&](int r) { return put(slotKey("doors", r, "wall")); }) &&
                   std::ranges::none_of(a.rows("partitions"), [&](int r) {
                       return a.choice(slotKey("partitions", r, "wall")) == s && roomAround(a, partitionKey(r)).empty();
                   });
        };
        // Across from a cupboard: the long sides are for leaning in.
        std::ranges::stable_partition(order, [&](auto s) { return facesCupboard(a, s); });
        std::ranges::stable_partition(order, free);
        std::erase_if(order, [&](auto s) { return std::ranges::find(taken, s) != taken.end(); });
        if (!ownRoof(a) || !taken.empty() || order.empty() || leans(a) || (!free("right") && free(order.front())))
            return std::string{order.empty() ? "right" : order.front()};
        // A run of 14 ft that is too small along the short side of a walk-in goes along the front, under the high eave.
        const double need = inSquareFeet(runShare(a));
        return std::string{!elevated(a) && free("front") && need > 14 * inFeet(a.length("coop.depth")) &&
                                   a.length("coop.depth") >= feet(6) && a.length("coop.width") > a.length("coop.depth")
                               ? "front"
                               : "right"};
    }));
    p.push_back(onlyWhen(length("runs.*.width", run, feet(3), kWidestRun,
                                [](Ask& a) -> Value {
                                    // As wide as the wall; past its corner where the run's floor would be too small at its longest.
                                    const auto self = mine("runs", a);
                                    const auto& side = a.choice(self + ".side");
                                    auto wall = wallLength(a, side) - a.length(self + ".at");
                                    if (leans(a) && rightOf(side) == leanSide(a)) return bounded(wall - kRunFromWall, feet(3), feet(32));
                                    const auto half = inches(6);
                                    const auto need = mm(inSquareMetres(runShare(a)) * 1e6 / inMm(longestRun(a, self)));
                                    if (need <= wall) return bounded(wall, feet(3), feet(32));
                                    return bounded(
                                        std::max(half * ((need.count() + half.count() - 1) / half.count()), wall + kLeastPastCorner),
                                        feet(3), feet(32));
                                }),
                         ownRoof));
    p.push_back(length("runs.*.length", run, feet(4), feet(32), [](Ask& a) -> Value {
        // The ground under the coop does for some of it.
        const bool under = onPosts(a) && a.flag(slotKey("runs", a.row(), "under"));
        const auto need = inSquareMetres(runShare(a) - (under ? underFloor(a) : Area{})) * 1e6;
        const auto half = inches(6);
        const auto self = mine("runs", a);
        const auto l = mm(need / inMm(runWidth(a, self)));
        return bounded(half * ((l.count() + half.count() - 1) / half.count()), feet(4), longestRun(a, self));
    }));
    p.push_back(onlyWhen(length(
                             "runs.*.at", run, Length{}, feet(12),
                             [](Ask& a) -> Value {
                                 const bool beside = leans(a) && leftOf(a.choice(mine("runs", a) + ".side")) == leanSide(a);
                                 return beside ? kRunFromWall : Length{};
                             },
                             false),
                         ownRoof));
    p.push_back(choice(
        "runs.*.top", run,
        {"metal_lapped", "metal_sealed", "plastic_lapped", "plastic_sealed", "clear_lapped", "clear_sealed", "mesh", "shared"},
        [](Ask& a) -> Value { return std::string{indoors(a) ? "mesh" : "metal_sealed"}; }, false));
    p.push_back(onlyWhen(angle("runs.*.pitch", run, pitch(0.5, 12), pitch(6, 12),
                               [](Ask& a) -> Value {
                                   const auto& top = a.choice(mine("runs", a) + ".top");
                                   return top == "mesh" ? pitch(0.5, 12) : std::max(roofCover(top).least, pitch(1, 12));
                               }),
                         ownRoof));
    p.push_back(onlyWhen(
        length("runs.*.height", run, feet(3), feet(8),
               [](Ask& a) -> Value {
                   const auto half = inches(0.5);
                   const auto run = mine("runs", a), runOn = a.choice(run + ".side");
                   const auto shell = shellOf(a);
                   // Its roof passes under the eave and under the vents of that wall; the metal over it does where its
                   // outer end stays high enough, and its beam over what opens.
                   auto most = roofEdge(shell, runOn) - kRunRoofThick;
                   for (const int row : a.rows("vents"))
                       if (const auto v = "vents." + std::to_string(row); a.choice(v + ".wall") == runOn) {
                           const auto head = shell.floorTop + highestHead(shell, runOn, a.length(v + ".at"), a.length(v + ".width"));
                           most = std::min(most, head - a.length(v + ".height") - kRunRoofThick);
                       }
                   // What that and the roof take of the wall above the beam, besides what every roof is given.
                   const auto place = runPlace(a, run);
                   const auto metal = a.choice(run + ".top") == "mesh"
                                          ? Length{}
                                          : std::max(Length{}, timberOf(a).size(runRafters(a, place).size).wide - inches(3));
                   if (metal > Length{}) {
                       const double fall = std::tan(inRadians(a.angle(run + ".pitch"))) * inMm(a.length(run + ".length"));
                       // A window of the least height finds room under the beam too.
                       const auto over = shell.floorTop + underRunBeam(a) + runBeamDeep(a, place);
                       auto least = std::max(kLeastRun + mm(fall), over + inches(15));
                       for (const int row : a.rows("pops"))
                           if (const auto pop = "pops." + std::to_string(row); a.choice(pop + ".wall") == runOn)
                               // A leaf that is its ramp stands up the wall as far as it goes.
                               least =
                                   rampDoor(a, pop) ? most : std::max(least, over + a.length(pop + ".sill") + a.length(pop + ".height"));
                       most = std::min(most, std::max(most - metal, least + half));
                   }
                   return bounded(std::min(inches(80), half * (most.count() / half.count())), feet(3), feet(8));
               }),
        ownRoof));
    p.push_back(choice("runs.*.beam", run, {"4x4", "4x6", "4x8"}, [](Ask& a) -> Value {
        const auto place = runPlace(a, mine("runs", a));
        // A low coop's run is low: rather a post more than a deeper beam before what opens there.
        const bool light =
            !place.shared && place.width <= feet(6) && (elevated(a) || runBeamReach(a, place, "4x4") >= place.width - timberOf(a).post * 2);
        return std::string{light ? "4x4" : "4x6"};
    }));
    p.push_back(choice("runs.*.gate", run, {"outer", "left", "right", "none"}, [](Ask& a) -> Value {
        // One does for runs that are open to each other: the first row's.
        if (std::ranges::min(openTo(a, mine("runs", a))) != mine("runs", a)) return std::string{"none"};
        // Where a post under the ridge leaves too little room beside it, the gate goes in a side.
        const auto place = runPlace(a, mine("runs", a));
        return std::string{place.shared && runOuterPosts(a, place)[1] < inches(26) ? "left" : "outer"};
    }));
    const auto gated = [](Param q) { return onlyWhen(std::move(q), [](Ask& a) { return a.choice(mine("runs", a) + ".gate") != "none"; }); };
    p.push_back(gated(choice("runs.*.gate_brace", run, {"z", "x"}, word("z"), false)));
    p.push_back(gated(choice("runs.*.gate_leaf", run, {"single", "double"}, word("single"), false)));
    p.push_back(gated(length("runs.*.gate_width", run, inches(18), inches(96), [](Ask& a) -> Value {
        const auto place = runPlace(a, mine("runs", a));
        const auto most = (a.choice(place.key + ".gate") == "outer" ? runOuterPosts(a, place) : runSidePosts(a, place))[1] - inches(8);
        // Two leaves let a cart through.
        return bounded(most, inches(18), a.choice(place.key + ".gate_leaf") == "double" ? inches(60) : inches(32));
    })));
    p.push_back(onlyWhen({"runs.*.under", run, Type::flag, false, true, {}, always(false), false, {}}, [](Ask& a) { return onPosts(a); }));
    p.push_back(onlyWhen({"runs.*.passage", run, Type::flag, false, true, {}, always(true), false, {}},
                         [](Ask& a) { return runPassage(a, runPlace(a, mine("runs", a))).has_value(); }));
    p.push_back(stands(choice("runs.*.existing", run, kParts, word("new"), false)));
    p.push_back(onlyWhen(count("run.perches", run, 0, 4, always(std::int64_t{0}), false), [](Ask& a) { return !a.rows("runs").empty(); }));
    const auto fenced = [](Ask& a) { return !a.rows("runs").empty(); };
    p.push_back(onlyWhen(
        {"run.tub", run, Type::flag, false, true, {}, [](Ask& a) -> Value { return a.choice("flock.size") == "ducks"; }, false, {}},
        fenced));
    p.push_back(onlyWhen(count("run.stumps", run, 0, 6, always(std::int64_t{0}), false), fenced));
    p.push_back(
        onlyWhen({"run.corner", run, Type::flag, false, true, {}, always(false), false, {}}, [](Ask& a) { return !rainyRun(a).empty(); }));
    p.push_back(onlyWhen(choice("run.litter", run, kLitterKinds, word("none"), false), fenced));
    p.push_back(
        onlyWhen(fixedLength("run.litter_deep", run, inches(1), inches(6), inches(4)), [](Ask& a) { return runLitterDeep(a) > Length{}; }));
    p.push_back(
        onlyWhen({"run.kick", run, Type::flag, false, true, {}, always(false), false, {}}, [](Ask& a) { return !a.rows("runs").empty(); }));
    p.push_back(choice("mesh.kind", run, {"hardware-cloth-1/2", "hardware-cloth-1/4"}, word("hardware-cloth-1/2"), false));
    p.push_back(choice("fence.kind", run, {"none", "electric"}, word("none"), false));
    p.push_back(
        onlyWhen(length("fence.beyond", run, feet(3), feet(40), always(feet(8))), [](Ask& a) { return a.choice("fence.kind") != "none"; }));
    p.push_back(onlyWhen(choice("bank.side", run, {"none", "front", "right", "back", "left"}, word("none"), false),
                         [](Ask& a) { return !indoors(a) && !leans(a); }));
    const auto banked = [](Ask& a) { return !indoors(a) && !leans(a) && a.choice("bank.side") != "none"; };
    p.push_back(onlyWhen(fixedLength("bank.high", run, inches(4), inches(17.5), inches(14)), banked));
    p.push_back(onlyWhen(length("bank.off", run, feet(1), feet(12), always(feet(3))), banked));
    p.push_back(choice("mesh.upper", run, {"same", "netting-1"}, word("same"), false));
    p.push_back(onlyWhen(choice("mesh.edge", run, {"washers", "battens"}, word("washers"), false), fenced));
    p.push_back(onlyWhen({"mesh.double", run, Type::flag, false, true, {}, always(false), false, {}}, fenced));
    p.push_back(onlyWhen(choice("apron.kind", run, {"flat", "buried", "floor"}, word("flat"), false), [](Ask& a) { return !ownFloor(a); }));
    p.push_back(onlyWhen(fixedLength("apron.width", run, Length{}, inches(24), inches(18)),
                         [](Ask& a) { return !ownFloor(a) && a.choice("apron.kind") != "floor"; }));
}

}  // namespace oiko::table
