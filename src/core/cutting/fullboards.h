#pragma once
// Boards with next to no room to spare: fillings that leave it are few enough to be tried one with another.
#include "core/cutting/proof.h"

namespace oiko {

/// Grid steps that these boards (by stock row) have more than the pieces take.
std::int64_t spareOf(const ProofCase& given, const std::vector<std::int64_t>& boards);
/// They hold every piece with less than a piece's length to spare, and are few enough to be tried.
bool mustBeFull(const ProofCase& given, const std::vector<std::int64_t>& boards);

/// Fillings of these boards (by stock row), or of others at the same cost, that hold every piece, where all their room is wanted; empty:
/// none was found. Counts `work` down; `again` counts earlier calls for the same boards, which then are looked at longer. Source: Knuth,
/// "Dancing links", Millennial Perspectives in Computer Science (2000), for the piece with fewest fillings first. From memory.
std::vector<Filled> fullBoards(const ProofCase& given, const std::vector<std::int64_t>& boards, std::int64_t& work,
                               const std::function<bool()>& stop, int again = 0);

}  // namespace oiko
