// SPDX-License-Identifier: GPL-3.0-or-later
#include "viscous/run.hpp"

#include <algorithm>
#include <array>
#include <cerrno>
#include <charconv>
#include <csignal>
#include <cstring>
#include <fstream>
#include <vector>

#include <fcntl.h>
#include <poll.h>
#include <spawn.h>
#include <sys/wait.h>
#include <unistd.h>

namespace euryth::viscous {

namespace {

constexpr const char* kShare = "/usr/share/openfoam";  // of the Debian package; its programs stop without it

std::optional<double> numberAfter(const std::string& line, const char* words)
{
    const auto at = line.find(words);
    if (at == std::string::npos)
        return std::nullopt;
    const char* first = line.data() + at + std::strlen(words);
    double value = 0.0;
    const auto read = std::from_chars(first, line.data() + line.size(), value);
    return read.ec == std::errc{} ? std::optional(value) : std::nullopt;
}

/// A child process with a pipe for what it says; ended with everything that it has begun when it goes out of scope.
class Child {
public:
    Child() = default;
    Child(const Child&) = delete;
    Child& operator=(const Child&) = delete;
    ~Child()
    {
        if (m_process > 0)
            end(SIGKILL);
        if (m_output >= 0)
            close(m_output);
    }

    /// What the system says where the program cannot be started; 0 where it runs.
    int start(const std::string& program, const std::filesystem::path& folder)
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
        std::string name = program;
        std::array<char*, 2> arguments{name.data(), nullptr};
        std::vector<std::string> texts;
        for (char** e = environ; *e; ++e)
            texts.emplace_back(*e);
        const bool set = std::ranges::any_of(texts, [](const auto& t) { return t.starts_with("WM_PROJECT_DIR="); });
        if (!set)
            texts.push_back(std::string("WM_PROJECT_DIR=") + kShare);
        std::vector<char*> environment;
        for (std::string& text : texts)
            environment.push_back(text.data());
        environment.push_back(nullptr);
        const int problem =
            posix_spawnp(&m_process, name.c_str(), &files, &attributes, arguments.data(), environment.data());
        posix_spawnattr_destroy(&attributes);
        posix_spawn_file_actions_destroy(&files);
        close(ends[1]);
        if (problem != 0)
            m_process = -1;
        return problem;
    }

    /// What has come in within a tenth of a second; nothing when there is nothing more to come.
    std::optional<std::string> read() const
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

    void signal(int which) const { kill(-m_process, which); }
    int wait()
    {
        int status = 0;
        while (waitpid(m_process, &status, 0) < 0 && errno == EINTR) {
        }
        m_process = -1;
        return status;
    }

private:
    void end(int which)
    {
        signal(which);
        wait();
    }

    pid_t m_process = -1;
    int m_output = -1;
};

/// The last lines that say anything, for a message.
std::string lastWords(const std::vector<std::string>& lines)
{
    constexpr std::size_t most = 6;
    std::string text;
    for (std::size_t i = lines.size() > most ? lines.size() - most : 0; i < lines.size(); ++i)
        text += (text.empty() ? "" : "\n") + lines[i];
    return text;
}

std::string failure(int status, const std::string& program, const std::vector<std::string>& lines)
{
    const std::string words = lastWords(lines);
    const auto said = [&](const char* part) { return words.find(part) != std::string::npos; };
    if (said("No space left") || said("error writing"))
        return "the disk is full: " + words;
    if (said("sigFpe") || said("Floating point exception") || (WIFSIGNALED(status) && WTERMSIG(status) == SIGFPE))
        return "the run has diverged (a number went out of all bounds); a coarser mesh or a smaller flow may hold:\n" +
               words;
    if (WIFSIGNALED(status))
        return program + " was ended from outside (signal " + std::to_string(WTERMSIG(status)) + ")";
    return program + " ended with code " + std::to_string(WEXITSTATUS(status)) + ":\n" + words;
}

}  // namespace

std::optional<Progress> ProgressReader::read(const std::string& line)
{
    if (const auto step = numberAfter(line, "Time = "); step && line.starts_with("Time = ")) {
        m_now = {static_cast<int>(*step), 0.0, 0.0};
        return std::nullopt;
    }
    if (line.starts_with("ExecutionTime") && m_now.step > 0)
        return m_now;
    const auto residual = numberAfter(line, "Initial residual = ");
    if (!residual)
        return std::nullopt;
    if (line.find("for U") != std::string::npos)
        m_now.velocity = std::max(m_now.velocity, *residual);
    if (line.find("for p,") != std::string::npos)
        m_now.pressure = std::max(m_now.pressure, *residual);
    return std::nullopt;
}

tl::expected<Progress, std::string> run(const RunOptions& options)
{
    std::error_code missing;
    if (!std::filesystem::exists(options.folder / "system" / "controlDict", missing))
        return tl::unexpected(options.folder.string() + ": is not the folder of a case");
    std::ofstream log(options.folder / "log", std::ios::binary);
    if (!log)
        return tl::unexpected((options.folder / "log").string() + ": cannot be written");
    Child child;
    const int problem = child.start(options.program, options.folder);
    if (problem == ENOENT)
        return tl::unexpected(options.program + " is not installed: it is in the Debian package openfoam");
    if (problem != 0)
        return tl::unexpected(options.program + " cannot be started: " + std::strerror(problem));
    const auto deadline = std::chrono::steady_clock::now() + options.limit;
    ProgressReader reader;
    Progress last;
    std::vector<std::string> lines;
    std::string pending;
    while (const auto text = child.read()) {
        if (options.stop.stop_requested())
            return tl::unexpected(std::string("stopped"));
        if (std::chrono::steady_clock::now() > deadline)
            return tl::unexpected("ended after its time limit of " + std::to_string(options.limit.count()) +
                                  " s, at step " + std::to_string(last.step));
        log << *text;
        pending += *text;
        for (auto end = pending.find('\n'); end != std::string::npos; end = pending.find('\n')) {
            const std::string line = pending.substr(0, end);
            pending.erase(0, end + 1);
            if (line.find_first_not_of(" \t") != std::string::npos)
                lines.push_back(line);
            if (const auto step = reader.read(line)) {
                last = *step;
                if (options.progress)
                    options.progress(last);
            }
        }
        constexpr std::size_t kept = 40;
        if (lines.size() > 2 * kept)
            lines.erase(lines.begin(), lines.end() - kept);
    }
    const int status = child.wait();
    if (!WIFEXITED(status) || WEXITSTATUS(status) != 0)
        return tl::unexpected(failure(status, options.program, lines));
    if (last.step == 0)
        return tl::unexpected(options.program + " did nothing:\n" + lastWords(lines));
    return last;
}

}  // namespace euryth::viscous
