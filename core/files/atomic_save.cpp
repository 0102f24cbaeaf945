#include "core/files/atomic_save.h"
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <filesystem>
#include <sys/stat.h>
#include <unistd.h>

namespace hl {
namespace {

constexpr long long largestFile = 64LL << 20;

std::string why() { return std::strerror(errno); }

// Closes and, unless told that all went well, removes the new file.
struct NewFile {
    std::string path;
    int fd = -1;
    bool keep = false;
    ~NewFile() {
        if (fd >= 0)
            ::close(fd);
        if (!keep)
            ::unlink(path.c_str());
    }
};

} // namespace

Result<std::string> readFile(const std::string& path) {
    const int fd = ::open(path.c_str(), O_RDONLY | O_CLOEXEC);
    if (fd < 0)
        return Problem{path, "it cannot be opened (" + why() + ")", "check the path"};
    std::string bytes;
    char buffer[65536];
    ssize_t got;
    while ((got = ::read(fd, buffer, sizeof buffer)) > 0) {
        bytes.append(buffer, static_cast<size_t>(got));
        if (static_cast<long long>(bytes.size()) > largestFile)
            break;
    }
    const Problem failed{path, "it cannot be read (" + why() + ")", "check that it is a file"};
    ::close(fd);
    if (got < 0)
        return failed;
    if (static_cast<long long>(bytes.size()) > largestFile)
        return Problem{path, "it is larger than 64 MiB", "this is no design file"};
    return bytes;
}

Trouble saveFile(const std::string& given, const std::string& bytes) {
    std::error_code ignored;
    std::string path = given;
    if (std::filesystem::is_symlink(path, ignored)) {
        auto target = std::filesystem::canonical(path, ignored);
        if (!ignored)
            path = target.string();
    }
    auto problem = [&](const std::string& did) {
        return Problem{given, did + " (" + why() + "); the old file is as it was",
                       "check the folder's permissions and the free space, or save elsewhere"};
    };
    struct stat old {};
    const bool exists = ::stat(path.c_str(), &old) == 0;
    if (exists && ::faccessat(AT_FDCWD, path.c_str(), W_OK, AT_EACCESS) != 0)
        return problem("it is read-only");
    NewFile file{path + ".XXXXXX"};
    file.fd = ::mkstemp(file.path.data());
    if (file.fd < 0) {
        file.keep = true; // there is nothing to remove
        return problem("it cannot be written");
    }
    for (size_t done = 0; done < bytes.size();) {
        const ssize_t put = ::write(file.fd, bytes.data() + done, bytes.size() - done);
        if (put < 0 && errno == EINTR)
            continue;
        if (put < 0)
            return problem("it cannot be written");
        done += static_cast<size_t>(put);
    }
    mode_t mask = ::umask(0);
    ::umask(mask);
    if (::fchmod(file.fd, exists ? old.st_mode & 07777 : 0666 & ~mask) != 0 ||
        ::fsync(file.fd) != 0 || ::rename(file.path.c_str(), path.c_str()) != 0)
        return problem("it cannot be written");
    file.keep = true;
    return {};
}

} // namespace hl
