// The whole answer for the demo, by stage; cold, warm, and with one value changed, as a drag asks for it.
#include <benchmark/benchmark.h>

#include <cmath>

#include "core/formats/designfile.h"
#include "core/model/build.h"

namespace oiko {
namespace {

Design demo() { return presetDesign("demo").value(); }
/// The designs that dragging a wall shows, one after another.
std::vector<Design> dragged() {
    std::vector<Design> out;
    for (int i = 0; i < 8; ++i) out.push_back(demo().withUnjudged({{"coop.width", std::to_string(116 + i) + "in"}}).value());
    return out;
}

/// A fixed piece of arithmetic: ratios to it mean the same on a slow and a fast machine.
void fixedLoop(benchmark::State& state) {
    for (auto _ : state) {
        double x = 0;
        for (int i = 1; i < 1'000'000; ++i) x += std::sqrt(static_cast<double>(i));
        benchmark::DoNotOptimize(x);
    }
}
BENCHMARK(fixedLoop)->Unit(benchmark::kMillisecond);

void settle(benchmark::State& state) {
    const auto d = demo();
    for (auto _ : state) {
        Settled s{d};
        benchmark::DoNotOptimize(clash(s));
    }
}
BENCHMARK(settle)->Unit(benchmark::kMillisecond);

void model(benchmark::State& state) {
    const auto d = demo();
    for (auto _ : state) {
        Settled s{d};
        benchmark::DoNotOptimize(buildModel(s));
    }
}
BENCHMARK(model)->Unit(benchmark::kMillisecond);

void lists(benchmark::State& state) {
    Settled s{demo()};
    const auto m = buildModel(s);
    for (auto _ : state) benchmark::DoNotOptimize(takeOff(m, s));
}
BENCHMARK(lists)->Unit(benchmark::kMillisecond);

void goodCutPlan(benchmark::State& state) {
    Settled s{demo()};
    const auto t = takeOff(buildModel(s), s);
    for (auto _ : state) benchmark::DoNotOptimize(cutLists(t, s, catalog(), cutRules(s)));
}
BENCHMARK(goodCutPlan)->Unit(benchmark::kMillisecond);

void bill(benchmark::State& state) {
    Settled s{demo()};
    const auto m = buildModel(s);
    const auto t = takeOff(m, s);
    const auto c = cutLists(t, s, catalog(), cutRules(s));
    for (auto _ : state) benchmark::DoNotOptimize(buy(m, t, c, s, catalog()));
}
BENCHMARK(bill)->Unit(benchmark::kMillisecond);

void findings(benchmark::State& state) {
    Settled s{demo()};
    const auto m = buildModel(s);
    for (auto _ : state) benchmark::DoNotOptimize(judge(s, m));
}
BENCHMARK(findings)->Unit(benchmark::kMillisecond);

void floorView(benchmark::State& state) {
    Settled s{demo()};
    const auto m = buildModel(s);
    for (auto _ : state) benchmark::DoNotOptimize(floorPlan(m, s, PlanOf::live));
}
BENCHMARK(floorView)->Unit(benchmark::kMillisecond);

/// The side with the run before it, all that stands behind one another put in order.
void faceView(benchmark::State& state) {
    Settled s{demo()};
    const auto m = buildModel(s);
    for (auto _ : state) benchmark::DoNotOptimize(face(m, s, "front"));
}
BENCHMARK(faceView)->Unit(benchmark::kMillisecond);

void coldAnswer(benchmark::State& state) {
    const auto d = demo();
    for (auto _ : state) {
        Memory memory;
        benchmark::DoNotOptimize(answer(d, memory));
    }
}
BENCHMARK(coldAnswer)->Unit(benchmark::kMillisecond);

void draggedAnswer(benchmark::State& state) {
    Memory memory;
    const auto designs = dragged();
    std::size_t i = 0;
    for (auto _ : state) benchmark::DoNotOptimize(answer(designs[++i % designs.size()], memory));
}
BENCHMARK(draggedAnswer)->Unit(benchmark::kMillisecond);

void sameModelAnswer(benchmark::State& state) {
    Memory memory;
    const auto a = demo(), b = demo().withUnjudged({{"budget.total", "3000"}}).value();
    int i = 0;
    for (auto _ : state) benchmark::DoNotOptimize(answer(++i % 2 ? a : b, memory));
}
BENCHMARK(sameModelAnswer)->Unit(benchmark::kMillisecond);

void provenCutPlan(benchmark::State& state) {
    Memory memory;
    const auto a = answer(demo(), memory);
    for (auto _ : state) benchmark::DoNotOptimize(withProvenCuts(a, {}));
}
BENCHMARK(provenCutPlan)->Unit(benchmark::kMillisecond);

/// The search for holes: of the demo, and of the small coop on posts beside it.
void holeSearch(benchmark::State& state) {
    Settled s{demo()};
    const auto m = buildModel(s);
    for (auto _ : state) benchmark::DoNotOptimize(allHoles(m, ballThatMeshStops(s)));
}
BENCHMARK(holeSearch)->Unit(benchmark::kMillisecond)->Iterations(1);

void smallHoleSearch(benchmark::State& state) {
    Settled s{presetDesign("elevated").value()};
    const auto m = buildModel(s);
    for (auto _ : state) benchmark::DoNotOptimize(allHoles(m, ballThatMeshStops(s)));
}
BENCHMARK(smallHoleSearch)->Unit(benchmark::kMillisecond)->Iterations(1);

/// A house for ever more birds, 24 ft deep under a gable on posts, everything in it that a coop can have: as long as it takes.
Design houseOf(std::int64_t feet) {
    return Design{}
        .with({{"coop.width", std::to_string(feet) + "ft"},
               {"coop.depth", "24ft"},
               {"foundation.kind", "curb"},
               {"roof.form", "gable"},
               {"roof.ridge_kind", "beam"},
               {"roof.pitch", "2/12"},
               {"roof.cover", "roll_roofing"},
               {"flock.count", std::to_string(std::min<std::int64_t>(1000, feet * 5))},
               {"nests.kind", "inside"},
               {"roost.wall", "back"},
               {"nests.wall", "front"},
               {"roost.boards", "yes"},
               {"frame.spacing", "16in"},
               {"roof.spacing", "16in"},
               {"skin.kind", "board_batten"},
               {"skin.lining", "ply-1/2"},
               {"skin.insulation", "foam-1-1/2"}})
        .value();
}
/// The whole answer but holes, as it grows: parts beside it, so that the exponent can be told.
void growingAnswer(benchmark::State& state) {
    const auto d = houseOf(state.range(0));
    for (auto _ : state) {
        Memory memory;
        const auto a = answer(d, memory);
        state.counters["parts"] = static_cast<double>(a->model->parts.size());
    }
}
BENCHMARK(growingAnswer)->Arg(20)->Arg(60)->Arg(180)->Arg(540)->Unit(benchmark::kMillisecond);

}  // namespace
}  // namespace oiko

BENCHMARK_MAIN();
