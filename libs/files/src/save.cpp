// SPDX-License-Identifier: GPL-3.0-or-later
#include <cerrno>
#include <cstdlib>
#include <cstring>

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include "files/job_file.hpp"

namespace euryth::files {

namespace {

std::string because(const std::string& what) { return what + ": " + std::strerror(errno); }

/// A new file beside the target that goes away again unless it was renamed over it.
class FileBeside {
public:
    explicit FileBeside(const std::filesystem::path& target) : m_name(target.string() + ".XXXXXX")
    {
        m_descriptor = ::mkstemp(m_name.data());
    }
    FileBeside(const FileBeside&) = delete;
    FileBeside& operator=(const FileBeside&) = delete;
    ~FileBeside()
    {
        if (m_descriptor >= 0)
            ::close(m_descriptor);
        if (!m_name.empty() && m_descriptor >= 0)
            ::unlink(m_name.c_str());
    }

    [[nodiscard]] bool isOpen() const { return m_descriptor >= 0; }

    bool write(std::string_view text) const
    {
        while (!text.empty()) {
            const ssize_t written = ::write(m_descriptor, text.data(), text.size());
            if (written < 0 && errno == EINTR)
                continue;
            if (written <= 0)
                return false;
            text.remove_prefix(static_cast<std::size_t>(written));
        }
        return true;
    }

    /// Gives the file the rights of the one it replaces, or those of a new file.
    void takeRightsOf(const std::filesystem::path& target) const
    {
        struct stat old {};
        const mode_t mask = ::umask(0);
        ::umask(mask);
        const mode_t rights = ::stat(target.c_str(), &old) == 0 ? (old.st_mode & 07777U) : (0666U & ~mask);
        // Not being allowed to is no reason to lose the save.
        if (::fchmod(m_descriptor, rights) != 0)
            errno = 0;
    }

    bool flushToDisk() const { return ::fsync(m_descriptor) == 0; }

    bool renameOver(const std::filesystem::path& target)
    {
        if (::rename(m_name.c_str(), target.c_str()) != 0)
            return false;
        m_name.clear();
        return true;
    }

private:
    std::string m_name;
    int m_descriptor = -1;
};

/// The file itself where `path` is a link, so that the link stays one.
std::filesystem::path realTarget(const std::filesystem::path& path)
{
    std::error_code code;
    const auto real = std::filesystem::canonical(path, code);
    return code ? path : real;
}

}  // namespace

tl::expected<void, std::string> saveText(const std::filesystem::path& path, std::string_view text)
{
    const std::filesystem::path target = realTarget(path);
    FileBeside file(target);
    if (!file.isOpen())
        return tl::unexpected(because("cannot write beside " + target.string()));
    if (!file.write(text) || !file.flushToDisk())
        return tl::unexpected(because("cannot write " + target.string()));
    file.takeRightsOf(target);
    if (!file.renameOver(target))
        return tl::unexpected(because("cannot replace " + target.string()));
    return {};
}

}  // namespace euryth::files
