#pragma once
// The drawings of a coop: plan, faces, each wall's frame, the roof's frame, a section; boards and sheets to cut.
#include "core/cutting/cutting.h"
#include "core/design/design.h"
#include "core/drawing/drawing.h"
#include "core/drawing/project.h"
#include "core/model/part.h"
#include "core/purchase/purchase.h"
#include "core/takeoff/takeoff.h"

namespace oiko {

/// `coop`: without the run, every opening dimensioned; `both`: the two together, overall; `live`: all, for the hand on screen.
enum class PlanOf { coop, both, live };
Drawing floorPlan(const Model& model, Settled& settled, PlanOf of);
/// Where netting goes round the yard.
Drawing yardPlan(const Model& model, Settled& settled);
/// How the timbers before its bank are laid.
Drawing bankSection(const Model& model, Settled& settled);
Drawing face(const Model& model, Settled& settled, std::string_view side);
/// As it lies to be nailed, seen from outside, with the marks of its pieces.
Drawing wallFrame(const Model& model, Settled& settled, const Takeoff& takeoff, std::string_view side);
/// One side of a run, "left", "outer", "right" or "inner" (beside the coop), seen from outside: posts, beam, rails and gate with their
/// marks.
Drawing runFrame(const Model& model, Settled& settled, const Takeoff& takeoff, const std::string& run, std::string_view which);
inline constexpr std::string_view kRunFrames[] = {"outer", "inner", "left", "right"};
/// A stringer of the steps to a door, seen from its left side, with where each step is cut; empty where the door has no steps.
Drawing stringer(const Model& model, Settled& settled, const Takeoff& takeoff, int door);
/// Joists, rims and blocks from above with their marks, what carries them and the edges of what lies on them dashed; empty where there is
/// no such frame.
Drawing floorFramePlan(const Model& model, Settled& settled, const Takeoff& takeoff);
/// A row of nests ("nests") or a hopper ("hatches.1") along its wall, its near end taken away, with where the corners of an end lie and its
/// marks; empty where there is none of sheets.
Drawing profile(const Model& model, Settled& settled, const Takeoff& takeoff, const std::string& of);
/// The run's roofed corner; empty where there is none.
Drawing roofedCornerView(const Model& model, const Takeoff& takeoff);
Drawing roofFramePlan(const Model& model, Settled& settled, const Takeoff& takeoff);
Drawing crossSection(const Model& model, Settled& settled);
/// Boards of one profile (all where it is empty), to scale, in saw order: `count` of them after the first `from`. Ends that are not square
/// have their angles. Each has a box to tick off; the first `marked` of the plan are ticked.
Drawing boardCards(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, const CutPlan& plan, std::string_view profile,
                   std::size_t from, std::size_t count, std::size_t marked, const Takeoff& takeoff);
/// From one board of such a drawing to the next, and how high a board is drawn, mm.
inline constexpr double kCardRow = 330, kCardHigh = 220;
/// Lumber piece by piece, `count` kinds after the first `from`: its ends as sawn, notches, a box for each to tick off. What is measured
/// first stands after the rest. Across the grain they are drawn wider than they are.
Drawing pieceCards(const Takeoff& takeoff, std::size_t from, std::size_t count);
/// How many kinds of lumber pieces there are to show.
std::size_t pieceCardCount(const Takeoff& takeoff);
/// A stick to lay along a wall's plates: where each upright stands, all from one end, and its mark.
Drawing storyStick(const Model& model, Settled& settled, const Takeoff& takeoff, std::string_view side);
/// Rolls one under another, each with what is cut from it from its outer end on. A dashed line is the lap over the strip beside it.
Drawing rollCards(const CutLists& cuts, std::size_t from, std::size_t count);
/// A sheet with its pieces and cuts, and a box to tick off, ticked where the sheet is marked as cut.
Drawing sheetCard(const CutLists& cuts, std::size_t sheet);

}  // namespace oiko
