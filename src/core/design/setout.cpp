#include "core/design/setout.h"

#include <algorithm>

#include "core/base/tolerance.h"
#include "core/design/shell.h"

namespace oiko {

namespace {
constexpr double kLeastBlock = 50.8;
}  // namespace

std::vector<double> layout(double from, double to, double spacing, double thick) {
    std::vector<double> out{from};
    for (double c = spacing; c + thick / 2 < to - thick; c += spacing)
        if (c - thick / 2 >= from + thick) out.push_back(c - thick / 2);
    if (to - thick > from + thick - kSameMm) out.push_back(to - thick);
    return out;
}

std::vector<double> blockable(std::vector<double> starts, double thick) {
    if (const auto n = starts.size(); n > 2) starts[n - 2] = std::min(starts[n - 2], starts[n - 1] - thick - kLeastBlock);
    return starts;
}

std::vector<double> raftersOver(double wide, double spacing, double thick) { return blockable(layout(0, wide, spacing, thick), thick); }

std::vector<double> tiesBeside(const std::vector<double>& xs, double wide, double wallDeep, double t) {
    std::vector<double> ties;
    const double last = wide - wallDeep - kLeastBlock;
    for (std::size_t i = 1; i + 1 < xs.size(); ++i)
        if (xs[i] + 2 * t <= last)
            ties.push_back(xs[i] + t);
        else if (xs[i] <= last && xs[i] - t >= xs[i - 1] + 2 * t)
            ties.push_back(xs[i] - t);
    return ties;
}

}  // namespace oiko
