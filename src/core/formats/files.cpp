#include "core/formats/files.h"

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>
#include <cerrno>
#include <cstdlib>
#include <cstring>

namespace oiko {
namespace {

Error outputError(const std::string& path) {
    return {Error::Kind::output, path, {"file.write", {path, std::string{std::strerror(errno)}}}, {"file.write.todo", {}}};
}
Error inputError(const std::string& path, std::string why) {
    return {Error::Kind::input, path, {"file.read", {path, std::move(why)}}, {"file.read.todo", {}}};
}

}  // namespace

Result<std::string> readFile(const std::string& path) {
    const int fd = ::open(path.c_str(), O_RDONLY | O_CLOEXEC);
    if (fd < 0) return inputError(path, std::strerror(errno));
    std::string bytes;
    char buffer[65536];
    for (;;) {
        const auto n = ::read(fd, buffer, sizeof buffer);
        if (n < 0 && errno == EINTR) continue;
        if (n < 0) {
            const std::string why = std::strerror(errno);
            ::close(fd);
            return inputError(path, why);
        }
        if (n == 0) break;
        bytes.append(buffer, static_cast<std::size_t>(n));
        if (bytes.size() > std::size_t{64} << 20) {
            ::close(fd);
            return inputError(path, "> 64 MiB");
        }
    }
    ::close(fd);
    return bytes;
}

Done writeFile(const std::string& path, std::string_view bytes, bool keepLast) {
    struct stat there {};
    const bool exists = ::stat(path.c_str(), &there) == 0;
    if (exists && !S_ISREG(there.st_mode)) {
        errno = S_ISDIR(there.st_mode) ? EISDIR : EINVAL;
        return outputError(path);
    }
    std::string fresh = path + ".XXXXXX";
    const int fd = ::mkstemp(fresh.data());
    if (fd < 0) return outputError(path);
    const auto give = [&]() -> Done {
        const auto error = outputError(path);
        ::close(fd), ::unlink(fresh.c_str());
        return error;
    };
    for (std::size_t at = 0; at < bytes.size();) {
        const auto n = ::write(fd, bytes.data() + at, bytes.size() - at);
        if (n < 0 && errno == EINTR) continue;
        if (n < 0) return give();
        at += static_cast<std::size_t>(n);
    }
    if (::fchmod(fd, exists ? there.st_mode & 07777 : 0644) != 0 || ::fsync(fd) != 0) return give();
    if (keepLast && exists) {
        // A second name for the good copy first; at no moment is there no file.
        const auto last = path + "~", spare = fresh + "~";
        if (::link(path.c_str(), spare.c_str()) == 0 && ::rename(spare.c_str(), last.c_str()) != 0) ::unlink(spare.c_str());
    }
    if (::rename(fresh.c_str(), path.c_str()) != 0) return give();
    ::close(fd);
    const auto slash = path.rfind('/');
    const int dir = ::open(slash == std::string::npos ? "." : path.substr(0, slash + 1).c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (dir >= 0) ::fsync(dir), ::close(dir);
    return std::monostate{};
}

Result<std::string> throughScratch(const std::function<bool(const std::string&)>& write) {
    const char* folder = std::getenv("TMPDIR");
    std::string path = std::string{folder && *folder ? folder : "/tmp"} + "/oikostat-XXXXXX";
    const int fd = ::mkstemp(path.data());
    if (fd < 0) return outputError(path);
    ::close(fd);
    auto bytes = write(path) ? readFile(path) : Result<std::string>{outputError(path)};
    ::unlink(path.c_str());
    return bytes;
}

}  // namespace oiko
