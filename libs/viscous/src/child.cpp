// SPDX-License-Identifier: GPL-3.0-or-later
#include "child.hpp"

#include <algorithm>
#include <array>
#include <cerrno>
#include <csignal>
#include <thread>

#include <fcntl.h>
#include <poll.h>
#include <spawn.h>
#include <sys/wait.h>
#include <unistd.h>

namespace euryth::viscous {

namespace {

constexpr const char* kShare = "/usr/share/openfoam";  // of the Debian package; its programs stop without it

/// Ours, with what the package's programs need. Open MPI refuses to run for root unless it is told twice; whoever runs
/// Euryth as root, as in a container, has chosen so.
std::vector<std::string> environmentOf()
{
    std::vector<std::string> texts;
    for (char** e = environ; *e; ++e)
        texts.emplace_back(*e);
    const auto set = [&](const std::string& name, const std::string& value) {
        if (std::ranges::none_of(texts, [&](const auto& t) { return t.starts_with(name + "="); }))
            texts.push_back(name + "=" + value);
    };
    set("WM_PROJECT_DIR", kShare);
    if (geteuid() == 0) {
        set("OMPI_ALLOW_RUN_AS_ROOT", "1");
        set("OMPI_ALLOW_RUN_AS_ROOT_CONFIRM", "1");
    }
    return texts;
}

std::vector<char*> pointersOf(std::vector<std::string>& texts)
{
    std::vector<char*> pointers;
    for (std::string& text : texts)
        pointers.push_back(text.data());
    pointers.push_back(nullptr);
    return pointers;
}

}  // namespace

Child::~Child()
{
    if (m_process > 0)
        end();
    if (m_output >= 0)
        close(m_output);
}

int Child::start(std::vector<std::string> command, const std::filesystem::path& folder)
{
    std::array<int, 2> ends{};
    if (pipe2(ends.data(), O_CLOEXEC) != 0)
        return errno;
    m_output = ends[0];
    posix_spawn_file_actions_t files;
    posix_spawn_file_actions_init(&files);
    posix_spawn_file_actions_addchdir_np(&files, folder.c_str());
    posix_spawn_file_actions_addopen(&files, STDIN_FILENO, "/dev/null", O_RDONLY, 0);
    posix_spawn_file_actions_adddup2(&files, ends[1], STDOUT_FILENO);
    posix_spawn_file_actions_adddup2(&files, ends[1], STDERR_FILENO);
    posix_spawnattr_t attributes;
    posix_spawnattr_init(&attributes);
    posix_spawnattr_setflags(&attributes, POSIX_SPAWN_SETPGROUP);
    auto texts = environmentOf();
    const auto environment = pointersOf(texts);
    const auto arguments = pointersOf(command);
    const int problem =
        posix_spawnp(&m_process, arguments[0], &files, &attributes, arguments.data(), environment.data());
    posix_spawnattr_destroy(&attributes);
    posix_spawn_file_actions_destroy(&files);
    close(ends[1]);
    if (problem != 0)
        m_process = -1;
    return problem;
}

std::optional<std::string> Child::read() const
{
    constexpr int patience = 100;
    pollfd waiting{m_output, POLLIN, 0};
    if (poll(&waiting, 1, patience) <= 0)
        return std::string();
    std::array<char, 4096> buffer{};
    const ssize_t count = ::read(m_output, buffer.data(), buffer.size());
    if (count < 0)
        return errno == EINTR ? std::optional<std::string>(std::string()) : std::nullopt;
    return count == 0 ? std::nullopt : std::optional(std::string(buffer.data(), static_cast<std::size_t>(count)));
}

int Child::wait()
{
    int status = 0;
    while (waitpid(m_process, &status, 0) < 0 && errno == EINTR) {
    }
    m_process = -1;
    return status;
}

void Child::end()
{
    // Politely first: mpirun's processes have groups of their own, and only mpirun can end them.
    kill(-m_process, SIGTERM);
    constexpr int tries = 20;
    for (int i = 0; i < tries; ++i) {
        int status = 0;
        if (waitpid(m_process, &status, WNOHANG) == m_process) {
            kill(-m_process, SIGKILL);
            m_process = -1;
            return;
        }
        std::this_thread::sleep_for(std::chrono::milliseconds(100));
    }
    kill(-m_process, SIGKILL);
    wait();
}

}  // namespace euryth::viscous
