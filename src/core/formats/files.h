#pragma once
#include <functional>
#include <string>
#include <string_view>

#include "core/base/result.h"

namespace oiko {

/// The whole file; an input error names it. At most 64 MiB are read.
Result<std::string> readFile(const std::string& path);
/// All or nothing: a new file beside it, synced, then renamed over it. With `keepLast` what stood there stays as `path~`.
Done writeFile(const std::string& path, std::string_view bytes, bool keepLast = false);
/// What a library that only writes to a path wrote there: a scratch file, read back and removed.
Result<std::string> throughScratch(const std::function<bool(const std::string&)>& write);

}  // namespace oiko
