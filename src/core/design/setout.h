#pragma once
// Where members stand along a wall or a roof: studs, joists and rafters, by their left edges, in millimetres.
#include <vector>

namespace oiko {

/// Starts of members `thick` mm wide: both ends, and centres on the layout between.
std::vector<double> layout(double from, double to, double spacing, double thick);
/// The same with room for a block of 2 in before the last member: one that stands nearer moves back.
std::vector<double> blockable(std::vector<double> starts, double thick);
/// Rafters over the coop itself, from the local left wall's outer face; over runs the roof has layouts of its own.
std::vector<double> raftersOver(double wide, double spacing, double thick);
/// The ties beside them under a ridge, one to an inner pair: to its right, or to its left where an end wall and what is fixed inside to it
/// so deep, are too near. One nearer still is held by that wall.
std::vector<double> tiesBeside(const std::vector<double>& rafters, double wide, double wallDeep, double thick);

}  // namespace oiko
