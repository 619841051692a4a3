#pragma once
#include <map>

#include "core/answer/answer.h"

namespace oiko {
/// The results that the letter tells, by id: floor.needed, birds.served, headroom …
std::map<std::string, Message> measures(const Answer& answer);
}  // namespace oiko
