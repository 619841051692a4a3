// Cutting: against a general solver on the same small list, and against the rule of buying the longest boards.
#include <benchmark/benchmark.h>

#include <algorithm>
#include <random>

#include "exactcost.h"

namespace oiko {
namespace {

const std::vector<CutStock>& stock() {
    static const std::vector<CutStock> all{{"8", "x", feet(8), money(5.28)},
                                           {"10", "x", feet(10), money(6.95)},
                                           {"12", "x", feet(12), money(8.13)},
                                           {"16", "x", feet(16), money(11.49)}};
    return all;
}
std::vector<CutPart> list(int kinds, int each) {
    std::mt19937_64 dice{77};
    std::vector<CutPart> out;
    for (int i = 0; i < kinds; ++i)
        out.push_back(
            {"p" + std::to_string(i), "x", inches(8 + static_cast<double>(dice() % 1400) / 16), 1 + static_cast<std::int64_t>(i % each)});
    return out;
}
CutPlan proven(const std::vector<CutPart>& parts) { return cutBoards(parts, stock(), {inches(0.125), {}, 50'000'000, {}}); }

/// As people do it: the longest piece first, on the first board that has room, and only the longest boards bought.
Money longestFirst(std::vector<CutPart> parts) {
    std::ranges::sort(parts, std::greater{}, &CutPart::length);
    std::vector<Length> room;
    for (const auto& p : parts)
        for (auto n = p.quantity; n > 0; --n) {
            auto at = std::ranges::find_if(room, [&](Length r) { return r >= p.length; });
            if (at == room.end()) room.push_back(stock().back().length), at = room.end() - 1;
            *at = *at - p.length - inches(0.125);
        }
    return stock().back().price * static_cast<std::int64_t>(room.size());
}

void smallListOurs(benchmark::State& state) {
    const auto parts = list(4, 3);
    for (auto _ : state) benchmark::DoNotOptimize(proven(parts));
}
BENCHMARK(smallListOurs)->Unit(benchmark::kMillisecond);

void smallListSolver(benchmark::State& state) {
    const auto parts = list(4, 3);
    for (auto _ : state) benchmark::DoNotOptimize(exactCost(parts, stock(), inches(0.125), 4));
}
BENCHMARK(smallListSolver)->Unit(benchmark::kMillisecond);

/// A house's list: proven, with what it costs as a share of the longest-first rule's cost.
void houseListProven(benchmark::State& state) {
    const auto parts = list(45, 9);
    CutPlan plan;
    for (auto _ : state) plan = proven(parts);
    state.counters["of_longest_first"] = inUnits(plan.cost) / inUnits(longestFirst(parts));
    state.counters["proven"] = plan.proven;
}
BENCHMARK(houseListProven)->Unit(benchmark::kMillisecond);

void plainThousandsProven(benchmark::State& state) {
    const auto parts = list(40, 1);
    auto many = parts;
    for (auto& p : many) p.quantity = 125;
    CutPlan plan;
    for (auto _ : state) plan = proven(many);
    state.counters["proven"] = plan.proven;
}
BENCHMARK(plainThousandsProven)->Unit(benchmark::kMillisecond);

/// Forty boards that were cut up to the last, by two to four pieces each: what they cost is known.
void fullBoardsProven(benchmark::State& state) {
    constexpr Length kBoard = mm(3658), kKerf = mm(3);
    std::mt19937_64 dice{77};
    std::vector<CutPart> parts;
    for (int board = 0; board < 40; ++board) {
        auto left = kBoard;
        for (auto more = 1 + dice() % 3; more > 0; --more) {
            const auto piece = mm(150 + static_cast<double>(dice() % 1'000));
            parts.push_back({"p" + std::to_string(parts.size()), "x", piece}), left = left - piece - kKerf;
        }
        parts.push_back({"p" + std::to_string(parts.size()), "x", left});
    }
    CutPlan plan;
    for (auto _ : state) plan = cutBoards(parts, {{"12", "x", kBoard, money(4), {}}}, {kKerf, {}, 50'000'000, {}});
    state.counters["proven"] = plan.proven;
    state.counters["of_known"] = inUnits(plan.cost) / 160;
}
BENCHMARK(fullBoardsProven)->Unit(benchmark::kMillisecond);

}  // namespace
}  // namespace oiko
