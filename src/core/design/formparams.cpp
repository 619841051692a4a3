// What the coop is and how it is framed: form, foundation, roof, rooms parted off, members.
#include <algorithm>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/catalog/lumber.h"
#include "core/catalog/skins.h"
#include "core/design/cleanouts.h"
#include "core/design/gutter.h"
#include "core/design/lean.h"
#include "core/design/litter.h"
#include "core/design/params.h"
#include "core/design/partition.h"
#include "core/design/rules.h"
#include "core/design/shell.h"
#include "core/design/sizing.h"
#include "core/design/wirefloor.h"

namespace oiko::table {
namespace {

bool onFrame(Ask& a) { return !frameless(a); }
bool setPosts(Ask& a) { return a.choice("foundation.kind") == "set_posts"; }

}  // namespace

void addForm(std::vector<Param>& p) {
    using enum Stage;
    // Form
    p.push_back(choice("form.kind", form, {"walk_in", "elevated"}, word("walk_in"), false));
    p.push_back(choice("existing.what", form, {"nothing", "standing"}, word("nothing"), false));
    p.push_back(stands(choice("existing.base", form, {"new", "kept"}, word("kept"), false)));
    p.push_back(
        onlyWhen(choice("existing.floor", form, kParts, word("kept"), false), [](Ask& a) { return somethingStands(a) && onFrame(a); }));
    for (const auto key : {"existing.front", "existing.right", "existing.back", "existing.left"})
        p.push_back(stands(choice(key, form, kParts, word("kept"), false)));
    p.push_back(stands(choice("existing.roof", form, kParts, word("kept"), false)));
    p.push_back(stands({"existing.replaced", form, Type::text, std::string{}, std::string{}, {}, word(""), false, {}}));
    p.push_back(stands({"existing.sound", form, Type::flag, false, true, {}, always(false), false, {}}));
    p.push_back(
        length("coop.width", form, feet(3), kLongestCoop, [](Ask& a) -> Value { return baseFor(a, a.rows("doors").size()).width; }));
    p.push_back(length("coop.depth", form, feet(3), feet(24), [](Ask& a) -> Value { return baseFor(a, a.rows("doors").size()).depth; }));
    p.push_back(length("coop.low_wall", form, feet(2), feet(8), [](Ask& a) -> Value { return lowWallFor(a); }));
    p.push_back(choice("foundation.kind", form,
                       {"skids", "pavers", "blocks", "posts", "set_posts", "slab", "curb", "blockwork", "sills", "floor"},
                       [](Ask& a) -> Value { return std::string{elevated(a) ? "posts" : "skids"}; }));
    p.push_back(onlyWhen(
        length("floor.height", form, inches(18), inches(48), [](Ask& a) -> Value { return elevated(a) ? inches(24) : inches(18); }),
        [](Ask& a) { return onPosts(a); }));
    // Below frost is for the local code to say; 12 in is the least (IRC 2018 R403.1.4, from memory).
    p.push_back(
        onlyWhen(length("foundation.depth", form, inches(12), inches(48), [](Ask& a) -> Value { return inches(setPosts(a) ? 24 : 12); }),
                 [](Ask& a) { return setPosts(a) || masonry(a); }));
    p.push_back(onlyWhen(fixedLength("foundation.height", form, inches(4), inches(16), inches(8)), [](Ask& a) { return masonry(a); }));
    p.push_back(onlyWhen(choice("foundation.bag", form, {"80lb", "60lb"}, word("80lb"), false),
                         [](Ask& a) { return setPosts(a) || masonry(a) || ridgePosts(a) > 0; }));
    const auto roofed = [](Param q) { return onlyWhen(std::move(q), [](Ask& a) { return !indoors(a); }); };
    p.push_back(roofed(choice("roof.cover", form,
                              {"metal_lapped", "metal_sealed", "plastic_lapped", "plastic_sealed", "clear_lapped", "clear_sealed",
                               "shingles", "wood_shingles", "roll_roofing"},
                              word("metal_lapped"), false)));
    // Panels of the same profile let light into a run that the coop's roof goes on over.
    p.push_back(onlyWhen(choice("roof.over_run", form, {"same", "clear"}, word("same"), false), [](Ask& a) {
        if (indoors(a) || roofCover(a.choice("roof.cover")).stock != "metal") return false;
        return std::ranges::any_of(a.rows("runs"),
                                   [&](int row) { return underCoopsRoof(a, runKey(row)) && !underRafters(a, runKey(row)); });
    }));
    p.push_back(choice("roof.form", form, {"single_slope", "gable", "ceiling"}, word("single_slope"), false));
    p.push_back(onlyWhen(choice("ceiling.kind", form, {"mesh", "ply-1/2"}, word("mesh"), false), indoors));
    // Away from the wall that it leans on, towards whoever comes.
    p.push_back(choice(
        "roof.falls_to", form, kAllSides, [](Ask& a) -> Value { return std::string{leans(a) ? "front" : "back"}; }, false));
    p.push_back(onlyWhen(choice("lean.kind", form, {"nothing", "wall", "greenhouse"}, word("nothing"), false),
                         [](Ask& a) { return a.choice("roof.form") == "single_slope" && !somethingStands(a); }));
    // As high as the roof and its metal ask, in steps of half a foot.
    p.push_back(onlyWhen(length("lean.height", form, feet(3), feet(40),
                                [](Ask& a) -> Value {
                                    const auto half = inches(6), needs = leanNeeds(a, shellOf(a));
                                    return bounded(half * ((needs.count() + half.count() - 1) / half.count()), feet(3), feet(40));
                                }),
                         leans));
    p.push_back(roofed(angle("roof.pitch", form, pitch(0.5, 12), pitch(12, 12), [](Ask& a) -> Value {
        // A gable's ties want height under its ridge.
        return gable(a) ? pitch(6, 12) : roofCover(a.choice("roof.cover")).least >= pitch(3, 12) ? pitch(3, 12) : pitch(2, 12);
    })));
    p.push_back(onlyWhen(
        angle("roof.other_pitch", form, pitch(0.5, 12), pitch(12, 12), [](Ask& a) -> Value { return a.angle("roof.pitch"); }), gable));
    p.push_back(onlyWhen(length("roof.ridge", form, kLeastSlope, feet(14),
                                [](Ask& a) -> Value {
                                    const auto fall = sideIndex(a.choice("roof.falls_to"));
                                    const auto deep = a.length(fall % 2 == 0 ? "coop.depth" : "coop.width");
                                    return bounded(Length::ticks(deep.count() / 2), kLeastSlope, feet(14));
                                }),
                         gable));
    // A board only parts the rafters' ends, whose push ties hold; a beam carries them.
    p.push_back(onlyWhen(choice("roof.ridge_kind", form, {"board", "beam"}, word("board"), false), gable));
    p.push_back(onlyWhen(count("roof.ridge_posts", form, 0, kMostRidgePosts, [](Ask& a) -> Value { return fewestRidgePosts(a); }),
                         [](Ask& a) { return gable(a) && a.choice("roof.ridge_kind") == "beam" && frameless(a); }));
    p.push_back(roofed(fixedLength("roof.overhang", form, inches(3), inches(24), inches(9))));
    p.push_back(roofed(fixedLength("roof.rake", form, inches(5), inches(18), inches(8))));
    p.push_back(roofed(choice("roof.gutter", form, {"none", "barrels"}, word("none"), false)));
    p.push_back(onlyWhen(choice(
                             "roof.barrel", form, {"left", "right"},
                             [](Ask& a) -> Value {
                                 const auto& low = a.choice("roof.falls_to");
                                 return std::string{barrelFree(a, low, "left") || !barrelFree(a, low, "right") ? "left" : "right"};
                             },
                             true),
                         [](Ask& a) { return !indoors(a) && a.choice("roof.gutter") != "none"; }));
    // Rooms parted off, by rule at an end of the coop.
    p.push_back(choice("partitions.*.wall", form, kAllSides, [](Ask& a) -> Value {
        const auto fall = sideIndex(a.choice("roof.falls_to"));
        std::vector<std::string_view> ends{kSides[(fall + 1) % 4], kSides[(fall + 3) % 4]};
        // Where a door has been put, and no run; each at an end of its own.
        const auto put = [&](std::string_view list, std::string_view field, std::string_view end) {
            return std::ranges::any_of(a.rows(list), [&](int r) {
                const auto key = slotKey(list, r, field);
                return r != a.row() && a.isSet(key) && a.choice(key) == end;
            });
        };
        std::ranges::stable_partition(ends, [&](auto end) { return put("doors", "wall", end); });
        std::ranges::stable_partition(ends, [&](auto end) { return !put("runs", "side", end) && !put("pops", "wall", end); });
        std::ranges::stable_partition(ends, [&](auto end) { return !put("partitions", "wall", end); });
        for (const int row : a.rows("partitions"))
            if (row < a.row() && !a.isSet(slotKey("partitions", row, "wall")) && a.choice(slotKey("partitions", row, "wall")) == ends[0])
                std::ranges::reverse(ends);
        return std::string{ends[0]};
    }));
    p.push_back(length("partitions.*.room", form, kLeastCupboard, feet(12), [](Ask& a) -> Value {
        // Between a quarter and two fifths of the inside. Common practice.
        const auto& wall = a.choice(mine("partitions", a) + ".wall");
        const auto along = wallLength(a, rightOf(wall)) - wallDeep(a) * 2;
        const auto least = leastRoom(a, mine("partitions", a));
        const auto wanted = !innerDoors(a) ? kCupboard
                            : roomAround(a, mine("partitions", a)).empty()
                                ? bounded(Length::ticks(along.count() * 3 / 10), inches(36), inches(60))
                                : kCornerRoom;
        return bounded(roomBetweenRafters(a, mine("partitions", a), std::max(wanted, least), least).value_or(wanted), kLeastCupboard,
                       feet(12));
    }));
    p.push_back(choice("partitions.*.cover", form, {"mesh", "plain-1/2"}, word("mesh"), false));
    // A board to step over keeps the litter in.
    p.push_back(onlyWhen(length("partitions.*.sill", form, inches(5), inches(16),
                                [](Ask& a) -> Value { return std::max(inches(6), litterTop(a) + kOverLitter); }),
                         [](Ask& a) { return innerDoors(a) && !earthFloor(a); }));
    p.push_back(onlyWhen(fixedLength("partitions.*.door_width", form, inches(20), inches(36), inches(28)), innerDoors));
    p.push_back(onlyWhen(length("partitions.*.door_height", form, inches(36), inches(84),
                                [](Ask& a) -> Value {
                                    const auto self = mine("partitions", a);
                                    const auto sill = innerSill(a, self);
                                    return bounded(
                                        std::min(a.length("keeper.height") + inches(3), partitionHead(a, shellOf(a), self)) - sill,
                                        inches(36), inches(84));
                                }),
                         innerDoors));
    p.push_back(onlyWhen(length("partitions.*.door_at", form, kCornerClear, kLongestCoop,
                                [](Ask& a) -> Value {
                                    const auto self = mine("partitions", a);
                                    const auto& wall = a.choice(self + ".wall");
                                    const auto wide = a.length(self + ".door_width"), high = a.length("keeper.height") + inches(3);
                                    const auto shell = shellOf(a);
                                    const auto room = partitionOf(a, self);
                                    const auto [first, last] = innerRange(a, room, wide);
                                    const auto within = [&, f = first, l = last](Length at) {
                                        return besideRidge(shell, wall, wide, std::clamp(at, f, std::max(f, l)), f, l);
                                    };
                                    // In a corner's partition in the middle.
                                    if (!room.within.empty()) return within(Length::ticks((first + last).count() / 2));
                                    // Under a gable at the end that the roosts are not at; under a single slope where it is higher.
                                    if (shell.bearing(wall)) return within(awayFromRoost(a, wall, wide));
                                    const auto ridge = shell.ridgeOn(wall);
                                    if (!ridge || leftOf(wall) != a.choice("roost.wall")) return within(easyEntry(a, wall, wide, high));
                                    auto at = last;
                                    while (at > first && at + Length::ticks(wide.count() / 2) > *shell.ridgeOn(wall) &&
                                           highestHead(shell, wall, at, wide) < high)
                                        at = at - inches(0.5);
                                    return within(at);
                                }),
                         innerDoors));
    // A corner is for chicks: by rule it has one.
    p.push_back({"partitions.*.pop",
                 form,
                 Type::flag,
                 false,
                 true,
                 {},
                 [](Ask& a) -> Value {
                     const auto room = partitionOf(a, mine("partitions", a));
                     return !room.within.empty() && innerPopAt(a, room);
                 },
                 true,
                 {}});
    const auto whole = [](Ask& a) { return roomAround(a, mine("partitions", a)).empty(); };
    p.push_back(onlyWhen(count("partitions.*.shelves", form, 0, 3, always(std::int64_t{0}), false), whole));
    p.push_back(onlyWhen(count("partitions.*.bins", form, 0, 3, always(std::int64_t{0}), false), whole));
    // What stands there and is none of a coop's, as plain boxes.
    p.push_back({"things.*.name", form, Type::text, std::string{}, std::string{}, {}, word(""), false, {}});
    p.push_back(choice("things.*.side", form, {"front", "right", "back", "left", "inside"}, word("back"), false));
    p.push_back(fixedLength("things.*.at", form, Length{}, kLongestCoop, feet(2)));
    p.push_back(fixedLength("things.*.off", form, Length{}, feet(40), feet(2)));
    for (const auto key : {"things.*.width", "things.*.depth"}) p.push_back(fixedLength(key, form, inches(2), feet(40), feet(2)));
    p.push_back(fixedLength("things.*.height", form, inches(2), feet(60), feet(3)));
    p.push_back(fixedLength("things.*.foot", form, Length{}, feet(40), Length{}));
    // Frame
    // As sold in America by the inch, or in Europe by the millimetre.
    p.push_back(choice("frame.timber", frame, {"inch", "metric", "planed"}, word("inch"), false));
    p.push_back(choice("frame.walls", frame, {"studs", "posts"}, word("studs"), false));
    const auto onStuds = [](Ask& a) { return !posted(a); };
    p.push_back(onlyWhen(choice("frame.stud", frame, {"2x4", "2x3", "2x2"}, word("2x4"), false), onStuds));
    p.push_back(onlyWhen(choice("frame.spacing", frame, {"16in", "24in"}, word("24in"), false), onStuds));
    p.push_back(onlyWhen(choice("frame.posts", frame, {"4ft", "6ft", "8ft"}, word("4ft"), false), posted));
    p.push_back(onlyWhen(choice("frame.beam", frame, {"4x4", "4x6"},
                                [](Ask& a) -> Value {
                                    const bool carries = beamCarries(a, "4x4") >= postsApart(a) - timberOf(a).post;
                                    return std::string{carries ? "4x4" : "4x6"};
                                }),
                         posted));
    p.push_back(onlyWhen(choice("frame.top_plates", frame, {"single", "doubled"},
                                [](Ask& a) -> Value {
                                    // Under a steep roof the siding would end below a single plate.
                                    const bool reaches = sidingDrop(timberOf(a).size(a.choice("roof.rafter")).wide, steepest(a),
                                                                    wallDeep(a), skinOf(a)) <= timberOf(a).two;
                                    // One alone ends where its wall does.
                                    return std::string{elevated(a) && reaches && !longerThanBoard(a) ? "single" : "doubled"};
                                }),
                         onStuds));
    p.push_back(onlyWhen(choice("floor.joist", frame, {"2x4", "2x6"}, [](Ask& a) -> Value { return joistFor(a); }), onFrame));
    p.push_back(onlyWhen(choice("floor.spacing", frame, {"16in", "24in"}, word("16in"), false), onFrame));
    p.push_back(onlyWhen(
        choice("floor.deck", frame, {"ply-1/2", "ply-3/4", "osb-3/4", "wire"},
               [](Ask& a) -> Value { return std::string{elevated(a) && a.choice("floor.spacing") == "16in" ? "ply-1/2" : "ply-3/4"}; }),
        onFrame));
    p.push_back(onlyWhen({"floor.drop", frame, Type::flag, false, true, {}, always(true), false, {}}, wireFloor));
    p.push_back(
        onlyWhen(choice("floor.insulation", frame, kFoams, word("none"), false), [](Ask& a) { return onFrame(a) && !wireFloor(a); }));
    p.push_back(onlyWhen(choice("floor.cover", frame, {"bare", "paint", "vinyl", "felt", "tile"}, word("bare"), false),
                         [](Ask& a) { return !earthFloor(a) && !wireFloor(a); }));
    p.push_back(choice("roof.rafter", frame, {"2x4", "2x6", "2x8"}, [](Ask& a) -> Value { return rafterFor(a); }));
    p.push_back(choice("roof.spacing", frame, {"16in", "24in"}, word("24in"), false));
    p.push_back(onlyWhen(choice("roof.deck", frame, {"ply-1/2", "osb-7/16", "ply-3/4"}, word("ply-1/2"), false),
                         [](Ask& a) { return roofCover(coverOf(a)).decked; }));
    const auto metric = [](Ask& a) { return a.choice("frame.timber") != "inch"; };
    p.push_back(onlyWhen(choice("wood.species", frame, {"spf", "hf", "dfl"}, word("spf"), false), std::not_fn(metric)));
    p.push_back(onlyWhen(choice("wood.grade", frame, {"c16", "c24"}, word("c16"), false), metric));
}

}  // namespace oiko::table
