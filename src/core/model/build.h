#pragma once
#include "core/design/design.h"
#include "core/model/part.h"

namespace oiko {

/// All parts of a design that clash() has nothing against, each rounded to kCoordinateMm, with the joints found between them.
Model buildModel(Settled& settled);

/// Joints by touch: `bears` where a part lies on another's upward face, else `fastened`. Adds to those given (hinged, slides, hangs).
void findJoints(Model& model);

}  // namespace oiko
