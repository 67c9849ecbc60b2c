// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <array>
#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <fstream>
#include <functional>
#include <optional>
#include <sstream>

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include "files/job_file.hpp"
#include "files/left_behind.hpp"

namespace euryth::files {

namespace {

/// What failed with a file, and the system's word for why.
Phrase because(std::string_view id, const std::filesystem::path& file)
{
    return say(id, {{"file", file.string()}, {"why", std::string(std::strerror(errno))}});
}

/// How the files beside a target begin: with the machine, so that another one's are known as such.
std::string prefixOf(const std::filesystem::path& target)
{
    std::array<char, 256> host{};
    ::gethostname(host.data(), host.size() - 1);
    return "." + target.filename().string() + "." + host.data() + "-";
}

std::filesystem::path folderOf(const std::filesystem::path& target)
{
    return target.has_parent_path() ? target.parent_path() : std::filesystem::path(".");
}

/// Without this a power cut could take back the new name of a file that is on disk.
void flushFolderOf(const std::filesystem::path& target)
{
    const int descriptor = ::open(folderOf(target).c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (descriptor < 0)
        return;
    ::fsync(descriptor);  // where a file system cannot, the file itself is on disk all the same
    ::close(descriptor);
}

/// A new file beside the target that goes away again unless it was renamed over it.
class FileBeside {
public:
    explicit FileBeside(const std::filesystem::path& target)
        : m_name((target.parent_path() / (prefixOf(target) + std::to_string(::getpid()) + ".XXXXXX")).string())
    {
        removeLeftBehind(folderOf(target), prefixOf(target));
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

/// Writes beside the target and flushes; `file` is then ready to be renamed.
std::optional<Phrase> prepare(FileBeside& file, const std::filesystem::path& target, std::string_view text,
                              const SaveHook& hook)
{
    const auto done = [&](SaveStep step) {
        if (hook)
            hook(step);
    };
    if (!file.isOpen())
        return because("file.no-write-beside", target);
    done(SaveStep::Opened);
    if (!file.write(text))
        return because("file.no-write", target);
    done(SaveStep::Written);
    if (!file.flushToDisk())
        return because("file.no-write", target);
    file.takeRightsOf(target);
    done(SaveStep::Flushed);
    return std::nullopt;
}

tl::expected<void, Phrase> putInPlace(FileBeside& file, const std::filesystem::path& target, const SaveHook& hook)
{
    if (!file.renameOver(target))
        return tl::unexpected(because("file.no-replace", target));
    flushFolderOf(target);
    if (hook)
        hook(SaveStep::Renamed);
    return {};
}

std::optional<std::string> contentOf(const std::filesystem::path& path)
{
    std::ifstream in(path, std::ios::binary);
    if (!in)
        return std::nullopt;
    std::ostringstream content;
    content << in.rdbuf();
    return std::move(content).str();
}

/// Name of the next backup: numbers rise, so the names sort by age.
std::filesystem::path nextBackup(const std::filesystem::path& job,
                                 const std::vector<std::filesystem::path>& newestFirst)
{
    unsigned long number = 1;
    if (!newestFirst.empty())
        number = std::strtoul(newestFirst.front().filename().c_str(), nullptr, 10) + 1;
    std::string digits = std::to_string(number);
    digits.insert(0, digits.size() < 6 ? 6 - digits.size() : 0, '0');
    return backupFolder(job) / (digits + "-" + job.filename().string());
}

/// Keeps the present file among the backups, as a second name of the same file where the disk can do that.
void keepBackup(const std::filesystem::path& target, std::string_view newText, Phrase& trouble)
{
    const auto old = contentOf(target);
    if (!old || *old == newText)
        return;
    std::error_code code;
    std::filesystem::create_directories(backupFolder(target), code);
    auto backups = backupsOf(target);
    const auto name = nextBackup(target, backups);
    if (!code)
        std::filesystem::create_hard_link(target, name, code);
    if (code) {
        code.clear();
        std::filesystem::copy_file(target, name, code);
    }
    if (code) {
        trouble = say("file.no-backup", {{"why", code.message()}});
        return;
    }
    for (std::size_t i = kBackups - 1; i < backups.size(); ++i)
        std::filesystem::remove(backups[i], code);  // an old backup that stays is no harm
}

}  // namespace

std::filesystem::path backupFolder(const std::filesystem::path& job)
{
    std::string name = job.filename().string();
    if (name.ends_with(kJobSuffix))
        name.resize(name.size() - kJobSuffix.size());
    return job.parent_path() / (name + ".backups");
}

std::vector<std::filesystem::path> backupsOf(const std::filesystem::path& job)
{
    std::vector<std::filesystem::path> backups;
    std::error_code code;
    const std::string ending = "-" + job.filename().string();
    for (const auto& entry : std::filesystem::directory_iterator(backupFolder(job), code)) {
        if (entry.path().filename().string().ends_with(ending))
            backups.push_back(entry.path());
    }
    std::ranges::sort(backups, std::greater{});
    return backups;
}

tl::expected<void, Phrase> saveText(const std::filesystem::path& path, std::string_view text, const SaveHook& hook)
{
    const std::filesystem::path target = realTarget(path);
    FileBeside file(target);
    if (const auto trouble = prepare(file, target, text, hook))
        return tl::unexpected(*trouble);
    return putInPlace(file, target, hook);
}

tl::expected<void, Phrase> saveWithBackup(const std::filesystem::path& path, std::string_view text,
                                          Phrase& backupTrouble, const SaveHook& hook)
{
    const std::filesystem::path target = realTarget(path);
    FileBeside file(target);
    if (const auto trouble = prepare(file, target, text, hook))
        return tl::unexpected(*trouble);
    keepBackup(target, text, backupTrouble);
    if (hook)
        hook(SaveStep::BackedUp);
    return putInPlace(file, target, hook);
}

}  // namespace euryth::files
