#pragma once
// What the views of a coop share: which parts are drawn, from where they are looked at, chains of dimensions, the ground.
#include <functional>
#include <string>
#include <utility>
#include <vector>

#include "core/design/design.h"
#include "core/drawing/drawing.h"
#include "core/drawing/project.h"
#include "core/model/part.h"

namespace oiko {

std::vector<std::size_t> partsWhere(const Model& m, const std::function<bool(const Part&)>& keep);
/// Standing outside before a side: the paper's right hand, and the corner of the frame that comes to 0.
Look before(Settled& s, std::string_view side, double z);
/// The lowest and the highest corner of what a part covers on the paper.
std::pair<Vec2, Vec2> extentOn(const Look& look, const Part& p);
/// About a millimetre of paper, in the millimetres of a drawing so wide and high, as it fills a landscape page: texts round it keep their
/// distance by that.
double paperMillimetre(Vec2 size);
/// A chain of dimensions along a line of ascending places.
void chain(Drawing& d, std::vector<std::pair<double, std::string>> at, const std::function<Vec2(double)>& point, double offset);

/// Round a piece between its lowest corner and its highest: its heights at the right and its places along, below `foot`, each chain with
/// the whole beside it.
void roundPiece(Drawing& d, std::vector<std::pair<double, std::string>> up, std::vector<std::pair<double, std::string>> along, Vec2 low,
                Vec2 high, double foot);

struct Framed {
    std::string row;
    double u0, u1, z0, z1;
};
/// What opens in a wall; `within`: what stands inside along it too.
std::vector<Framed> openingsOf(const Model& m, std::string_view side, bool within = false);
std::string sizeKey(std::string_view side);
/// Places along a wall: corners and both edges of each opening; each carries the key that moves it, where one does.
std::vector<std::pair<double, std::string>> alongWall(const std::vector<Framed>& openings, double length);
/// The ground as it meets an upright plane across the look, `depth` nearer to the eye than the look's own.
void groundLine(Drawing& d, const Model& m, const Look& look, double x0, double x1, double depth = 0);

}  // namespace oiko
