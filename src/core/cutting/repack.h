#pragma once
// Mending a packing that leaves pieces out: a few boards emptied and filled anew, again and again.
#include "core/cutting/proof.h"

namespace oiko {

/// Chance that is the same on every run.
class Dice {
public:
    explicit Dice(std::uint64_t seed) : state_{seed} {}
    double unit() {
        state_ += 0x9e3779b97f4a7c15ULL;
        auto z = state_;
        z = (z ^ (z >> 30)) * 0xbf58476d1ce4e5b9ULL, z = (z ^ (z >> 27)) * 0x94d049bb133111ebULL;
        return static_cast<double>((z ^ (z >> 31)) >> 11) / 9007199254740992.0;
    }
    std::size_t below(std::size_t n) { return static_cast<std::size_t>(unit() * static_cast<double>(n)); }

private:
    std::uint64_t state_;
};

/// One long offcut is worth more than two short ones: what is left of a board counts by its square.
inline double squared(std::int64_t slack) { return static_cast<double>(slack) * static_cast<double>(slack); }

/// Boards with their fillings (empty ones too), and how many of each size are left out.
struct Packing {
    std::vector<Filled> boards;
    Pattern out;
};
std::int64_t lengthOut(const ProofCase& given, const Packing& packing);

/// The fullest filling of one room from what is at hand, sizes tried in this order, within a few hundred tries.
Pattern fullest(const ProofCase& given, const Pattern& hand, std::int64_t room, const std::vector<std::size_t>& order);

/// Until no more than `target` length is left out, or after `moves`. Never leaves out more than it was given.
/// Source: Gupta and Ho, "A new heuristic algorithm for the one-dimensional bin-packing problem", Production Planning & Control 10
/// (1999), for filling each board with least slack. From memory.
void repack(const ProofCase& given, Packing& packing, std::int64_t target, std::int64_t moves, Dice& dice,
            const std::function<bool()>& stop);

}  // namespace oiko
