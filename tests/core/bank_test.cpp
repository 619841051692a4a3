// The edge that holds a bank where the place is cut level.
#include <algorithm>
#include <cmath>

#include "core/design/shell.h"
#include "core/drawing/views.h"
#include "core/judge/soundness.h"
#include "core/steps/steps.h"
#include "whole.h"

namespace oiko {
namespace {

TEST(Bank, IsHeldRoundAllThatStandsOnAnySide) {
    for (const auto* more : {"bank.side=back", "bank.side=left; bank.high=4in; runs.1.side=right", "bank.side=front; bank.high=17.5in",
                             "bank.side=right; frame.timber=metric; roof.falls_to=left; runs.1.gate=right; fence.kind=electric",
                             "bank.side=back; form.kind=elevated; flock.count=6; bank.off=1ft; apron.kind=buried"}) {
        SCOPED_TRACE(more);
        const auto d = designWith(asked(more));
        expectWholeAndShut(d);
        const auto a = answerTo(d);
        Settled s{d};
        Bounds built, earth;
        std::vector<Bounds> lowest;
        for (const auto& p : a->model->parts) {
            if (!p.yard()) built.add(p.box());
            if (p.role == "bank-earth") earth.add(p.box());
            if (p.id.starts_with("bank/0/")) lowest.push_back(p.box());
        }
        // Nothing that opens or stands comes nearer than was asked; the timbers lie in the ground and the bank is as high as asked.
        const double off = inMm(s.length("bank.off"));
        for (const auto& b : lowest) {
            EXPECT_FALSE(b.meets({built.low - Vec3{off, off, 1e4}, built.high + Vec3{off, off, 1e4}}, -1));
            EXPECT_NEAR(b.high.z, 0, 0.01);
            for (const auto& c : a->model->clear)
                EXPECT_FALSE(b.meets({bounds(c.solid).low - Vec3{0, 0, 1e4}, bounds(c.solid).high}, 0)) << c.id;
        }
        EXPECT_NEAR(earth.high.z, bankCourses(s) * inMm(timberOf(s).post), 0.01);
        EXPECT_GE(earth.high.z + 0.01, inMm(s.length("bank.high")));
        EXPECT_LT(earth.high.z - inMm(timberOf(s).post), inMm(s.length("bank.high")));
        // It comes first, goes nowhere with a coop that moves, and nobody buys the earth.
        const auto steps = buildingOrder(*a->model);
        EXPECT_EQ(steps.front().id, "bank");
        const auto with = moved(*a->model, s, steps);
        EXPECT_TRUE(std::ranges::none_of(with.ids, [](const auto& id) { return id.starts_with("bank/"); }));
        EXPECT_TRUE(std::ranges::none_of(a->bill.lines, [](const auto& line) { return line.item.starts_with("earth"); }));
        // Faces of the coop are drawn without it.
        const auto plain = d.with({{"bank.side", ""}, {"bank.high", ""}, {"bank.off", ""}}).value();
        const auto bare = modelOf(plain);
        Settled without{plain};
        for (const auto side : kSides) EXPECT_EQ(face(*a->model, s, side).high.x, face(bare, without, side).high.x);
    }
}

TEST(Bank, ByHand) {
    // 14 in are four timbers of 3 1/2 over a buried one, each half an inch farther back than the one below.
    const auto a = answerTo(designWith(asked("bank.side=back; bank.high=14in; stock.longest=16ft")));
    const auto lengthOf = [&](int course, const std::string& name) {
        double sum = 0;
        for (const auto& p : a->model->parts)
            if (p.id.starts_with("bank/" + std::to_string(course) + "/" + name)) sum += p.extent(p.along) / 25.4;
        return sum;
    };
    Bounds yard;
    for (const auto& p : a->model->parts)
        if (p.id.starts_with("bank/0/")) yard.add(p.box());
    const double deep = yard.size().y / 25.4 - 5.5;
    double lowest = 0, above = 0, spikes = 0, pegs = 0;
    for (int k = 0; k <= 4; ++k) {
        EXPECT_NEAR(lengthOf(k, "edge"), yard.size().x / 25.4 - 11 + k + (k % 2 == 0 ? 11 : 0), 0.01) << k;
        // The slope falls evenly over the whole depth: full, full, three quarters, half, one quarter of it.
        const double share = k == 0 ? 1 : 1 - (k - 1) / 4.0;
        EXPECT_NEAR(lengthOf(k, "left"), deep * share + (k % 2 == 1 ? 5.5 : 0), 0.01) << k;
    }
    for (const auto& p : a->model->parts)
        if (p.role == "bank-timber") {
            const double feet = p.extent(p.along) / 304.8;
            EXPECT_LE(feet, 16);
            (p.box().low.z < -1 ? lowest : above) += feet;
            (p.box().low.z < -1 ? pegs : spikes) += std::max(2.0, std::ceil((feet - 2) / (p.box().low.z < -1 ? 4 : 2)) + 1);
        }
    EXPECT_EQ(needed(*a, "rebar-peg"), pegs);
    EXPECT_EQ(needed(*a, "spike-10"), spikes);
    EXPECT_NEAR(needed(*a, "gravel-yard"), (above * 3.5 / 12 * 0.5 + lowest * (4.0 / 12) * (8.0 / 12)) / 27, 0.01);
    EXPECT_EQ(needed(*a, "drain-pipe-10"), std::ceil(lowest / 10));
    EXPECT_EQ(std::ranges::find(a->findings, "bank.water", &Finding::id)->state, State::near);
    // A timber shifted into the run is found.
    auto m = *a->model;
    for (auto& p : m.parts)
        if (p.id == "bank/1/right/1" || p.id == "bank/1/right")
            for (auto& v : p.solids.front().vertices) v.x += 5 * 304.8;
    EXPECT_NE(unsound(m), "");
}

}  // namespace
}  // namespace oiko
