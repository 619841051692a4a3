#pragma once
// Ends sawn aslant: where two alike follow each other on a board, one cut parts both, and they lie into each other.
#include "core/cutting/cutting.h"

namespace oiko {

/// What a neighbour of the like slant saves of a board's length, against a square cut between their long points; nothing where that is
/// less than half an inch, which is not worth a tilted saw. Common practice.
Length nestedGain(const Slant& slant, Length kerf);

/// The pieces of one board in the order, and each the way round, in which most of them nest; from the trimmed end on. Returns where the
/// last one ends. `at` and `turn` of the pieces are set. Source: Hierholzer's walk over all edges of a graph (1873), pieces as edges
/// between the slants of their ends; from memory.
Length nestOnBoard(const std::vector<CutPart>& parts, std::vector<CutPiece>& pieces, Length start, Length kerf);

/// Where a piece, turned so, begins and ends on the board's upper face along its near (false) or far edge, mm from its first long point.
std::pair<double, double> upperFace(const CutPart& part, int turn, bool far);

/// As cutBoards, with pieces nested. First the plan, and its proof, of pieces that take their whole length each; then, given work, a
/// cheaper one that only holds them nested. Where one is found the bound is that of a list whose pieces are shorter by half of what each
/// of their ends may save, rounded up to `grid`: no nested plan can cost less.
CutPlan cutNested(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutRules& rules, Length grid);

}  // namespace oiko
