#pragma once
#include "core/drawing/drawing.h"
#include "core/drawing/views.h"
#include "core/purchase/purchase.h"
#include "core/steps/steps.h"

namespace oiko {

/// The plan set on the paper the design asks for: cover and cautions, plan, faces, frames, roof, section, cut and buying lists.
/// Each drawing at the largest usual scale that leaves room for its dimensions.
PlanSet planSet(const Model& model, Settled& settled, const Takeoff& takeoff, const CutLists& cuts, const Bill& bill,
                const std::vector<Step>& steps);

/// Usual scales, paper to model: imperial 1:12 to 1:96 (1 in to 1/8 in a foot), metric 1:10 to 1:100.
double usualScale(Vec2 size, Vec2 room, bool metric);

Table cutListTable(const Takeoff& takeoff);
Table buyTable(const Bill& bill);

}  // namespace oiko
