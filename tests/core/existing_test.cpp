// What stood before: drawn, carrying, neither cut nor bought; what is new in it is.
#include <set>

#include "core/advise/effect.h"
#include "core/design/existing.h"
#include "core/drawing/ruler.h"
#include "core/drawing/views.h"
#include "core/formats/exports.h"
#include "core/judge/holes.h"
#include "some.h"

namespace oiko {
namespace {

Design shed(std::vector<Change> more = {}) {
    std::vector<Change> all{{"coop.width", "9ft"}, {"coop.depth", "7ft"}, {"flock.count", "6"}, {"existing.what", "standing"}};
    all.insert(all.end(), more.begin(), more.end());
    return designWith(all);
}
/// Old parts that lists or steps ask for, new ones that they forget.
std::string astray(const Answer& a) {
    std::string out;
    std::set<std::size_t> listed;
    for (const auto& p : a.takeoff->pieces) listed.insert(p.parts.begin(), p.parts.end());
    for (const auto& s : *a.steps)
        for (const auto i : s.parts)
            if (a.model->parts[i].existing != (s.id == "probe")) out += s.id + " " + a.model->parts[i].id + "; ";
    for (std::size_t i = 0; i < a.model->parts.size(); ++i) {
        const auto& p = a.model->parts[i];
        if (p.form == Form::block || p.form == Form::shingle) continue;
        if (listed.contains(i) == p.existing) out += "list " + p.id + "; ";
        if (a.takeoff->marks[i].empty() != p.existing) out += "mark " + p.id + "; ";
    }
    for (const auto& l : a.bill.lines)
        for (const auto i : l.parts)
            if (a.model->parts[i].existing) out += "bill " + l.item + "; ";
    return out;
}

TEST(Existing, PartsAreTheSameSolidsAndNeitherCutNorBought) {
    for (const auto& more : std::vector<std::vector<Change>>{
             {},
             {{"roof.form", "gable"}, {"roof.cover", "shingles"}, {"existing.roof", "frame"}, {"existing.left", "new"}},
             asked("form.kind=elevated; coop.width=6ft; coop.depth=4ft; existing.floor=frame; runs.1.existing=frame"),
             {{"foundation.kind", "slab"}, {"skin.kind", "battens"}, {"existing.front", "frame"}, {"runs.1.existing", "kept"}}}) {
        const auto d = shed(more);
        const auto a = answerTo(d), fresh = answerTo(d.with({{"existing.what", "nothing"}}).value());
        ASSERT_EQ(a->model->parts.size(), fresh->model->parts.size());
        for (std::size_t i = 0; i < a->model->parts.size(); ++i) EXPECT_EQ(a->model->parts[i].solids, fresh->model->parts[i].solids);
        EXPECT_EQ(unsound(*a->model), "");
        EXPECT_EQ(astray(*a), "");
        EXPECT_EQ(astray(*fresh), "");
        EXPECT_EQ(a->mass, fresh->mass);
        EXPECT_LT(a->bill.total, fresh->bill.total);
        EXPECT_TRUE(allHoles(*a->model, ballThatMeshStops(*a->settled)).holes.empty());
    }
}

TEST(Existing, PartAstrayIsFound) {
    auto a = *answerTo(shed());
    auto model = *a.model;
    const auto stud = std::ranges::find_if(model.parts, [](const Part& p) { return p.role == "stud" && p.existing; });
    ASSERT_NE(stud, model.parts.end());
    stud->existing = false;
    a.model = std::make_shared<const Model>(model);
    EXPECT_EQ(astray(a), "probe " + stud->id + "; list " + stud->id + "; mark " + stud->id + "; ");
}

TEST(Existing, WallTakesANewVentByHand) {
    // A vent 32 in wide in the back wall, nothing else new but its framing there: two kings, two trimmers, two plies of header with their
    // spacer, a sill on two cripples. The studs at 24 and 48 in are cut: their feet stay.
    const auto a = answerTo(shed(
        asked("runs.1=; vents.2=; windows.1.wall=front; windows.1.existing=yes; vents.1.wall=back; vents.1.at=20in; vents.1.width=32in")));
    std::map<std::string, int> fresh, old;
    for (const auto& p : a->model->parts)
        if (p.system == System::walls && p.side == "back") ++(p.existing ? old : fresh)[p.role];
    EXPECT_EQ(fresh,
              (std::map<std::string, int>{{"king", 2}, {"trimmer", 2}, {"header", 2}, {"header-spacer", 1}, {"sill", 1}, {"cripple", 2}}));
    // Those at 72 and 96 in stand, with the doubled corners.
    EXPECT_EQ(old["cripple"], 2);
    EXPECT_EQ(old["stud"], 6);
    EXPECT_EQ(old["bottom-plate"], 1);
    const auto none =
        answerTo(shed({{"runs.1", ""}, {"vents.2", ""}, {"vents.1", ""}, {"windows.1.wall", "front"}, {"windows.1.existing", "yes"}}));
    // Two nails at either end of kings and new cripples; trimmers have two at the foot and two into either ply of the header; old cripples
    // two into the sill. Three through a king into each ply's end, three through a trimmer into either end of the sill.
    EXPECT_EQ(needed(*a, "nail-16d", "endnail") - needed(*none, "nail-16d", "endnail"),
              2 * 2 * 2 + 2 * 2 * 3 + 2 * 2 * 2 + 2 * 2 + 3 * 2 * 2 + 3 * 2);
    EXPECT_EQ(needed(*none, "nail-8d", "deck"), 0);
    // The old siding is nailed to the new framing of pop door and nests, and nowhere else.
    EXPECT_LT(needed(*none, "nail-8d", "siding"), needed(*a, "nail-8d", "siding"));
    EXPECT_EQ(needed(*none, "gravel-bag", "gravel"), 0);
}

TEST(Existing, FrameUnderNewBoardsGetsTheirBlocks) {
    for (const auto* kind : {"board_batten", "metal"})
        for (const auto* wall : {"frame", "kept"}) {
            const auto a = answerTo(shed({{"skin.kind", kind}, {"existing.back", wall}}));
            int fresh = 0, old = 0;
            for (const auto& p : a->model->parts)
                if (p.role == "nailer" && p.side == "back") ++(p.existing ? old : fresh);
            EXPECT_EQ(old > 0, wall == std::string{"kept"}) << kind;
            EXPECT_EQ(fresh > 0, wall == std::string{"frame"}) << kind;
            EXPECT_EQ(astray(*a), "");
        }
    // So does an old frame behind new mesh get its braces.
    const auto a =
        answerTo(shed(asked("skin.open_front=yes; existing.front=frame; runs.1.side=right; doors.1.wall=back; nests.wall=left")));
    EXPECT_TRUE(std::ranges::any_of(a->model->parts, [](const Part& p) { return p.role == "brace" && p.side == "front" && !p.existing; }));
}

TEST(Existing, DoorKeepsItsHingesAndWindowGetsNewMesh) {
    const auto with = answerTo(shed({{"windows.1.existing", "yes"}})),
               without = answerTo(shed({{"windows.1.existing", "no"}, {"doors.1.existing", "no"}}));
    EXPECT_EQ(needed(*with, "strap-hinge-6", "hinge") + 2 + (inInches(with->settled->length("doors.1.height")) >= 60 ? 1 : 0),
              needed(*without, "strap-hinge-6", "hinge"));
    for (const auto& p : with->model->parts) {
        if (p.opening != "windows.1" && p.opening != "doors.1") continue;
        EXPECT_EQ(p.existing, p.role != "window-mesh" && p.role != "batten") << p.id;
    }
    // A wall that is new has no old door.
    EXPECT_FALSE(Settled{shed({{"doors.1.wall", "front"}, {"existing.front", "new"}})}.applies("doors.1.existing"));
}

TEST(Existing, PartsAreReplacedOneByOne) {
    const auto d = shed();
    const auto a = answerTo(d);
    std::string joist;
    for (const auto& p : a->model->parts)
        if (p.role == "joist") joist = p.id;
    EXPECT_EQ(std::ranges::count(a->takeoff->pieces, "joist", &Piece::role), 0);
    const auto one = d.with({{"existing.replaced", replacedToggled(*a->settled, joist)}}).value();
    const auto b = answerTo(one);
    EXPECT_FALSE(b->model->find(joist)->existing);
    EXPECT_EQ(std::ranges::find(b->takeoff->pieces, "joist", &Piece::role)->count(), 1);
    EXPECT_GT(b->bill.total, a->bill.total);
    EXPECT_EQ(astray(*b), "");
    // Three nails into either rim, and two into the block beside it. The deck over it is nailed again.
    EXPECT_EQ(needed(*b, "nail-16d", "endnail"), needed(*a, "nail-16d", "endnail") + 8);
    EXPECT_GT(needed(*b, "nail-8d", "deck"), 0);
    const auto back = one.with({{"existing.replaced", replacedToggled(*b->settled, joist)}}).value();
    EXPECT_TRUE(answerTo(back)->model->find(joist)->existing);
}

TEST(Existing, PartsNamedThatAreNotThereAreTold) {
    const auto a = answerTo(shed({{"existing.replaced", "front/stud/71.2 nonsense floor/joist/1000"}}));
    const auto f = std::ranges::find(a->findings, "existing.lost", &Finding::id);
    ASSERT_NE(f, a->findings.end());
    EXPECT_EQ(f->state, State::near);
    EXPECT_EQ(f->value, 3 - (a->model->find("front/stud/71.2") ? 1 : 0));
    const auto mended = answerTo(a->design.with(f->remedies[0]).value());
    EXPECT_EQ(std::ranges::find(mended->findings, "existing.lost", &Finding::id), mended->findings.end());
    EXPECT_EQ(mended->takeoff->pieces.size(), a->takeoff->pieces.size());
}

TEST(Existing, ShowsInDrawingsAndRulers) {
    const auto a = answerTo(shed({{"runs.1", ""}}));
    auto& s = *a->settled;
    const auto frame = wallFrame(*a->model, s, *a->takeoff, "front");
    for (const auto& shape : frame.shapes)
        if (const auto* p = a->model->find(shape.part); p && shape.fill != Fill::none)
            EXPECT_EQ(shape.fill == Fill::existing, p->existing) << p->id;
    for (const auto& l : frame.labels)
        if (const auto* p = a->model->find(l.part)) EXPECT_FALSE(p->existing) << p->id;
    EXPECT_TRUE(stockRuler(s, *a->prices, false).lanes.empty());
    auto fresh = answerTo(shed({{"existing.what", "nothing"}}));
    EXPECT_EQ(stockRuler(*fresh->settled, *fresh->prices, false).lanes.size(), 3u);
    EXPECT_NE(modelJson(*a).find("\"existing\":true"), std::string::npos);
    EXPECT_EQ(modelJson(*fresh).find("\"existing\":true"), std::string::npos);
}

TEST(Existing, MeasuresAreNotTradedForCheaperOnes) {
    const auto tried = [](const Design& d) {
        std::set<std::string> keys;
        for (const auto& changes : cheaperTrials(*answerTo(d))) keys.insert(changes.front().key);
        return keys;
    };
    const auto kept = tried(shed({{"windows.1.existing", "yes"}, {"runs.1.existing", "frame"}})),
               roofed = tried(shed({{"existing.roof", "new"}})), fresh = tried(shed({{"existing.what", "nothing"}}));
    for (const auto* key : {"coop.width", "coop.depth", "coop.low_wall", "foundation.kind", "floor.deck", "skin.kind", "roof.cover",
                            "roof.overhang", "frame.spacing", "windows.1.kind", "runs.1.length", "runs.1.top"}) {
        EXPECT_FALSE(kept.contains(key)) << key;
        EXPECT_TRUE(fresh.contains(key)) << key;
    }
    EXPECT_TRUE(kept.contains("mesh.kind") && roofed.contains("roof.cover") && roofed.contains("runs.1.length"));
    // What nobody lifts is not the heaviest to lift.
    const auto a = answerTo(shed());
    EXPECT_FALSE(a->model->find(a->heaviestPart)->existing);
}

TEST(Existing, IsToBeProbed) {
    const auto state = [](std::vector<Change> more) {
        const auto a = answerTo(shed(std::move(more)));
        return std::ranges::find(a->findings, "existing.sound", &Finding::id)->state;
    };
    EXPECT_EQ(state({}), State::near);
    EXPECT_EQ(state({{"existing.sound", "yes"}}), State::pass);
    const auto a = answerTo(Design{});
    EXPECT_EQ(std::ranges::find(a->findings, "existing.sound", &Finding::id), a->findings.end());
}

}  // namespace
}  // namespace oiko
