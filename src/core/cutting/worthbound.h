#pragma once
// What worths of the sizes prove when each may stand on a board as often as it fits.
#include "core/cutting/proof.h"

namespace oiko {

/// What cannot be had for less when a board of each row holds so much of the worth, in whole numbers: the least price of whole boards that
/// hold all of it; zero where there are not enough.
std::int64_t leastPrice(const ProofCase& given, Wide all, std::vector<std::int64_t> held);
Wide worthOfAll(const ProofCase& given, const Worths& worths);
/// Of these worths by a board of each row, never less than it can; on a grid where a piece is nothing none is known. Sizes are rounded
/// down and rooms up to a grid of `cells` for the longest room, so that it holds for the true ones.
std::vector<std::int64_t> mostHeld(const ProofCase& given, const Worths& worths, std::int64_t cells);
/// The bound that they prove: all worth, at the least price of what holds it.
std::int64_t boundByWorths(const ProofCase& given, const Worths& worths, std::int64_t cells);

}  // namespace oiko
