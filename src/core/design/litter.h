#pragma once
// Litter on the birds' floor: what it is, how deep it lies, what it weighs, and the boards that keep it in.
#include <string_view>

#include "core/design/shell.h"

namespace oiko {

/// Sold by the bag or bale, which gives so much loose; what a cubic foot of it weighs dry, and once it holds water and droppings: sand 100
/// lb and a fifth more. Common practice.
struct Litter {
    std::string_view name, item;
    double bagFt3, dryPcf, wetPcf;
};
inline constexpr Litter kLitters[] = {
    {"shavings", "shavings-bale", 8, 5, 20},
    {"straw", "straw-bale", 12, 4, 20},
    {"chips", "chips-bag", 2, 18, 30},
    {"sand", "sand-bag", 0.5, 100, 120},
};
/// nullptr: none is chosen, or the floor is of wire.
const Litter* litterOf(Ask& ask);
/// Zero: none.
Length litterDeep(Ask& ask);
/// The same of the runs: on the ground, or over the mesh that lies on it.
Length runLitterDeep(Ask& ask);
/// By its name, which is what a part of it is made of.
const Litter& litterNamed(std::string_view name);
/// Its top above the deck, or above what the walls stand on round an earth floor, which lies lower: less than zero there where it is
/// shallower than that. Zero, or the earth, without litter.
Length litterTop(Ask& ask);
/// What it lays on the joists; nothing round an earth floor or on a slab.
Load litterLoad(Ask& ask);
/// Room to stand in: less than that over the deck where litter lies higher.
Length standingRoom(Ask& ask, const Shell& shell);
/// Boards along the foot of walls and behind mesh doors keep the litter in: 1x6; 1x10 where it lies higher than that less half an inch.
std::string_view kickBoard(Ask& ask);
/// What is above the litter by less than this is in it: sills and floors of nests; roosts by more. Common practice.
inline constexpr Length kOverLitter = inches(1), kRoostOverLitter = inches(6);

}  // namespace oiko
