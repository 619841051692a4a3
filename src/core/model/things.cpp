// What stands there already and is none of a coop's: plain boxes.
#include "core/design/things.h"

#include "core/model/builder.h"

namespace oiko {

void things(Builder& b) {
    for (const auto& t : things(b.s)) {
        const auto& w = b.wall(t.inside() ? "front" : t.side);
        const double u = inMm(t.at) + (t.inside() ? b.wallDeep : 0), near = inMm(t.off) + (t.inside() ? b.wallDeep : 0),
                     far = near + inMm(t.depth);
        auto box = t.inside() ? b.outside(w, u, u + inMm(t.width), -near, -far) : b.outside(w, u, u + inMm(t.width), near, far);
        const double ground = t.inside() ? (earthFloor(b.s) ? 0 : b.floor) : b.ground.lowest(box);
        box.low.z = ground + inMm(t.foot), box.high.z = box.low.z + inMm(t.height);
        b.add(t.key, "thing", "things", t.inside() ? System::inside : System::ground, Form::block, "masonry", {1, 0, 0}, {0, 1, 0},
              {oiko::box(box.low, box.high)});
    }
}

}  // namespace oiko
