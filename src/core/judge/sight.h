#pragma once
// What shows of the birds' room to somebody who goes round outside and looks in at each window, leaning to either side: the roosts' ends,
// and each corner of the floor.
#include <string>
#include <vector>

#include "core/design/design.h"
#include "core/model/part.h"

namespace oiko {

struct Sight {
    struct Line {
        std::string window;  ///< its row
        Vec3 eye, to;
    };
    std::vector<Line> seen;    ///< each once, from the first window that shows it
    std::vector<Vec3> hidden;  ///< from all of them
};
Sight lookIn(Settled& settled, const Model& model);
/// How far a straight line from one point to the other goes in a solid, mm.
double through(const Solid& solid, Vec3 from, Vec3 to);

}  // namespace oiko
