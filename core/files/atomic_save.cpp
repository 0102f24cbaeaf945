#include "core/files/atomic_save.h"
#include "core/measure/number.h"
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <filesystem>
#include <random>
#include <sys/stat.h>
#include <unistd.h>

namespace hl::files {
namespace {

constexpr size_t largestFile = 64UL << 20;
constexpr int mostLinks = 40; // that lead to one another, as the system has it

std::string why() { return std::strerror(errno); }

struct Descriptor {
    int fd = -1;
    explicit Descriptor(int f) : fd(f) {}
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    ~Descriptor() { close(); }
    bool close() {
        const int f = fd;
        fd = -1;
        return f < 0 || ::close(f) == 0;
    }
};

// Removes the new file unless told that all went well.
struct NewFile {
    std::string path;
    bool keep = true; // nothing to remove before it is made
    ~NewFile() {
        if (!keep)
            ::unlink(path.c_str());
    }
};

bool writeAll(int fd, const std::string& bytes) {
    for (size_t done = 0; done < bytes.size();) {
        const ssize_t put = ::write(fd, bytes.data() + done, bytes.size() - done);
        if (put < 0 && errno != EINTR)
            return false;
        done += put > 0 ? static_cast<size_t>(put) : 0;
    }
    return true;
}

// Where a chain of links leads, whether or not there is anything; empty when it runs in a circle.
std::string target(std::string path) {
    for (int n = 0; n < mostLinks; ++n) {
        std::error_code ignored;
        if (!std::filesystem::is_symlink(path, ignored))
            return path;
        const auto next = std::filesystem::read_symlink(path, ignored);
        if (ignored)
            return path;
        path = (std::filesystem::path(path).parent_path() / next).string();
    }
    return "";
}

std::string folderOf(const std::string& path) {
    const std::string folder = std::filesystem::path(path).parent_path().string();
    return folder.empty() ? "." : folder;
}

Problem noFile(const std::string& path) {
    return {path, "it is no file but a device, a pipe or a folder", "name a file"};
}

// A new file beside `path`; the system's mask decides its permissions.
int makeBeside(const std::string& path, std::string& name) {
    std::random_device chance;
    for (int tries = 0; tries < 100; ++tries) {
        name = path + "." + numberText(chance() % 1000000007U);
        const int fd = ::open(name.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0666);
        if (fd >= 0 || errno != EEXIST)
            return fd;
    }
    return -1;
}

} // namespace

Result<std::string> readFile(const std::string& path) {
    // Without waiting for somebody at the other end of a pipe.
    Descriptor file(::open(path.c_str(), O_RDONLY | O_CLOEXEC | O_NONBLOCK));
    if (file.fd < 0)
        return Problem{path, "it cannot be opened (" + why() + ")", "check the path"};
    struct stat found {};
    if (::fstat(file.fd, &found) != 0 || !S_ISREG(found.st_mode))
        return noFile(path);
    std::string bytes;
    char buffer[65536];
    ssize_t got;
    while ((got = ::read(file.fd, buffer, sizeof buffer)) != 0) {
        if (got < 0 && errno == EINTR)
            continue;
        if (got < 0)
            return Problem{path, "it cannot be read (" + why() + ")", "check that it is a file"};
        bytes.append(buffer, static_cast<size_t>(got));
        if (bytes.size() > largestFile)
            return Problem{path, "it is larger than 64 MiB", "this is no file of ours"};
    }
    return bytes;
}

Trouble saveFile(const std::string& given, const std::string& bytes, bool lasting) {
    if (given.empty())
        return canBeFile(given);
    const std::string path = target(given);
    bool exists = false;
    auto problem = [&](const std::string& did) {
        return Problem{given,
                       did + " (" + why() + ")" + (exists ? "; the old file is as it was" : ""),
                       "check the folder's permissions and the free space, or save elsewhere"};
    };
    if (path.empty()) {
        errno = ELOOP;
        return problem("its link leads nowhere");
    }
    struct stat old {};
    exists = ::stat(path.c_str(), &old) == 0;
    if (exists && !S_ISREG(old.st_mode))
        return noFile(given);
    if (exists && ::faccessat(AT_FDCWD, path.c_str(), W_OK, AT_EACCESS) != 0)
        return problem("it is read-only");
    NewFile made;
    Descriptor file(makeBeside(path, made.path));
    if (file.fd < 0)
        return problem("it cannot be written");
    made.keep = false;
    if (!writeAll(file.fd, bytes) || (lasting && ::fsync(file.fd) != 0))
        return problem("it cannot be written");
    bool replace = true;
    if (exists) {
        // Another owner that cannot be given, or another name: the file itself has to stay.
        struct stat now {};
        const bool same =
            ::fstat(file.fd, &now) == 0 && now.st_uid == old.st_uid && now.st_gid == old.st_gid;
        replace = old.st_nlink == 1 && (same || ::fchown(file.fd, old.st_uid, old.st_gid) == 0);
        if (replace && ::fchmod(file.fd, old.st_mode & 07777) != 0)
            return problem("it cannot be written");
    }
    if (!file.close())
        return problem("it cannot be written");
    if (!replace) {
        Descriptor itself(::open(path.c_str(), O_WRONLY | O_CLOEXEC));
        if (itself.fd < 0)
            return problem("it cannot be written");
        if (!writeAll(itself.fd, bytes) ||
            ::ftruncate(itself.fd, static_cast<off_t>(bytes.size())) != 0 ||
            ::fsync(itself.fd) != 0) {
            made.keep = true;
            return Problem{given, "it was written only in part (" + why() + ")",
                           "the whole of it is in " + made.path};
        }
        return {};
    }
    if (::rename(made.path.c_str(), path.c_str()) != 0)
        return problem("it cannot be written");
    made.keep = true;
    if (lasting) {
        // Some file systems cannot do this for folders; the file is there all the same.
        Descriptor folder(::open(folderOf(path).c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
        if (folder.fd >= 0)
            ::fsync(folder.fd);
    }
    return {};
}

Trouble canBeFile(const std::string& path) {
    if (path.empty())
        return Problem{"", "the name of the file is empty", "name a file"};
    struct stat found {};
    if (path.back() == '/' || (::stat(path.c_str(), &found) == 0 && !S_ISREG(found.st_mode)))
        return noFile(path);
    return {};
}

std::vector<std::string> thereAlready(const std::vector<std::string>& paths) {
    std::vector<std::string> out;
    std::error_code ignored;
    for (const std::string& path : paths)
        if (std::filesystem::exists(path, ignored))
            out.push_back(path);
    return out;
}

Trouble mayWrite(const std::vector<std::string>& paths, bool force,
                 const std::vector<std::string>& inputs) {
    std::error_code ignored;
    for (const std::string& path : paths) {
        if (Trouble t = canBeFile(path))
            return t;
        for (const std::string& input : inputs)
            if (std::filesystem::equivalent(path, input, ignored))
                return Problem{path, "this is the file that is read", "name another file"};
    }
    const std::vector<std::string> there = force ? std::vector<std::string>() : thereAlready(paths);
    if (there.empty())
        return {};
    std::string all;
    for (const std::string& path : there)
        all += (all.empty() ? "" : ", ") + path;
    return Problem{all,
                   there.size() == 1 ? "there is a file of that name already"
                                     : "there are files of these names already",
                   std::string("name another file, or say --force to replace ") +
                       (there.size() == 1 ? "it" : "them")};
}

Trouble mayWrite(const std::string& path, bool force, const std::vector<std::string>& inputs) {
    return mayWrite(std::vector<std::string>{path}, force, inputs);
}

} // namespace hl::files
