#pragma once
#include <string>

#include "render/paint.h"

namespace oiko {

/// The plan set as PDF, all vector, a page a sheet. Atomic. Needs a QGuiApplication.
Done writePdf(const PlanSet& set, const std::string& path);
/// The plan set as one SVG, its sheets one above the other.
Done writeSvg(const PlanSet& set, const std::string& path);

}  // namespace oiko
