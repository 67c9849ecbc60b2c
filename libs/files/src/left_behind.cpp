// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/left_behind.hpp"

#include <cerrno>
#include <charconv>
#include <csignal>
#include <string>

namespace euryth::files {

namespace {

/// Someone else's process answers with another error (EPERM) and so counts as running.
bool isGone(pid_t process) { return ::kill(process, 0) != 0 && errno == ESRCH; }

}  // namespace

void removeLeftBehind(const std::filesystem::path& folder, std::string_view prefix)
{
    std::error_code problem;
    for (const auto& entry : std::filesystem::directory_iterator(folder, problem)) {
        const std::string name = entry.path().filename().string();
        if (!name.starts_with(prefix))
            continue;
        pid_t process = 0;
        std::from_chars(name.data() + prefix.size(), name.data() + name.size(), process);
        std::error_code ignored;
        if (process > 0 && isGone(process))
            std::filesystem::remove_all(entry.path(), ignored);
    }
}

}  // namespace euryth::files
