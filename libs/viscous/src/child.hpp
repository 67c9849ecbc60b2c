// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

#include <sys/types.h>

namespace euryth::viscous {

/// A child process with a pipe for what it says; ended with everything that it has begun when it goes out of scope.
class Child {
public:
    Child() = default;
    Child(const Child&) = delete;
    Child& operator=(const Child&) = delete;
    ~Child();

    /// What the system says where the program cannot be started; 0 where it runs. `command`: its name and what it is
    /// told.
    int start(std::vector<std::string> command, const std::filesystem::path& folder);
    /// What has come in within a tenth of a second; nothing when there is nothing more to come.
    [[nodiscard]] std::optional<std::string> read() const;
    /// Waits for its end; its status as waitpid() tells it.
    int wait();

private:
    void end();

    pid_t m_process = -1;
    int m_output = -1;
};

}  // namespace euryth::viscous
