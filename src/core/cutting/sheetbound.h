#pragma once
// What any plan of sheets must buy at least, however its cuts run.
#include "core/cutting/boughtboards.h"

namespace oiko {

/// Pieces of one kind of sheet, one kerf added to each side of piece and sheet alike; micrometres, pieces rounded down, sheets up.
struct SheetCase {
    std::vector<std::int64_t> w, h, need;
    std::vector<bool> turns;
    std::vector<std::int64_t> sheetW, sheetH, price, left;
};
/// What every plan's sheets satisfy, by area.
BoardCut areaCut(const SheetCase& given);
/// By pieces of which no two fit one sheet together.
BoardCut pairCut(const SheetCase& given);
/// And by lines drawn across a sheet, in either direction, each of which crosses no more pieces than lie side by side. A piece that may
/// be turned counts for the way that asks less. None for very long lists, or when `stop` says so.
/// Source: Scheithauer, "Introduction to Cutting and Packing Optimization" (2018), bar relaxation. From memory.
std::vector<BoardCut> lineCuts(const SheetCase& given, const std::function<bool()>& stop);
/// The most area that can be placed on all the sheets there are, each piece weighing what `area` says: no plan places more. By area, by
/// pieces of which no two fit one sheet together, by how often one that may not be turned fits; and of up to 40 pieces, choices that the
/// inequalities above rule out are ruled out one by one until no more than `enough` is left. Infinity where no bound is found.
double mostPlaced(const SheetCase& given, const std::vector<double>& area, double enough, const std::function<bool()>& stop);
/// The pieces and sheets as leastBoards() takes them, by area.
ProofCase byArea(const SheetCase& given);

}  // namespace oiko
