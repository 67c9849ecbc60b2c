// SPDX-License-Identifier: GPL-3.0-or-later
#include "viscous/run.hpp"

#include <cerrno>
#include <charconv>
#include <cmath>
#include <csignal>
#include <cstring>
#include <fstream>
#include <vector>

#include <sys/wait.h>

#include "child.hpp"

namespace euryth::viscous {

namespace {

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

/// What a version that the programs tell means, or an empty text. Versions of this line of the package are a year and
/// a month; older ones do not know all that the case asks for.
std::string problemOfVersion(const std::string& line)
{
    const auto version = line.starts_with("Build") ? numberAfter(line, "OPENFOAM=") : std::nullopt;
    constexpr double oldest = 1812;
    constexpr double newestOtherLine = 100;  // the package's other line counts from 1
    if (!version || *version >= oldest || *version < newestOtherLine)
        return {};
    return "the installed package openfoam is too old (" + std::to_string(static_cast<int>(*version)) +
           "): Debian 12 has 1912, and 1812 is the least";
}

/// Programs in a case's folder, one after the other, within one limit of time.
class Runner {
public:
    explicit Runner(const RunOptions& options)
        : m_options(options),
          m_log(options.folder / "log", std::ios::binary),
          m_deadline(std::chrono::steady_clock::now() + options.limit)
    {
    }
    [[nodiscard]] bool canLog() const { return m_log.good(); }
    [[nodiscard]] const Progress& last() const { return m_last; }

    /// What went wrong, or an empty text.
    std::string run(const std::vector<std::string>& command, const char* package)
    {
        const std::string& program = command.front();
        m_lines.clear();
        Child child;
        const int problem = child.start(command, m_options.folder);
        if (problem == ENOENT)
            return program + " is not installed: it is in the Debian package " + package;
        if (problem != 0)
            return program + " cannot be started: " + std::strerror(problem);
        while (const auto text = child.read()) {
            if (m_options.stop.stop_requested())
                return kStopped;
            if (std::chrono::steady_clock::now() > m_deadline)
                return "ended after its time limit of " + std::to_string(m_options.limit.count()) + " s, at step " +
                       std::to_string(m_last.step);
            m_log << *text;
            if (const std::string wrong = take(*text); !wrong.empty())
                return wrong;
        }
        const int status = child.wait();
        if (!WIFEXITED(status) || WEXITSTATUS(status) != 0)
            return failure(status, program, m_lines);
        return {};
    }
    [[nodiscard]] std::string words() const { return lastWords(m_lines); }

private:
    std::string take(const std::string& text)
    {
        m_pending += text;
        for (auto end = m_pending.find('\n'); end != std::string::npos; end = m_pending.find('\n')) {
            const std::string line = m_pending.substr(0, end);
            m_pending.erase(0, end + 1);
            if (const std::string old = problemOfVersion(line); !old.empty())
                return old;
            if (line.find_first_not_of(" \t") != std::string::npos)
                m_lines.push_back(line);
            if (const auto step = m_reader.read(line)) {
                m_last = *step;
                if (!std::isfinite(step->velocity) || !std::isfinite(step->pressure))
                    return "the run has diverged (its residuals are no numbers any more at step " +
                           std::to_string(step->step) + "); a coarser mesh or a smaller flow may hold";
                if (m_options.progress)
                    m_options.progress(m_last);
            }
        }
        constexpr std::size_t kept = 40;
        if (m_lines.size() > 2 * kept)
            m_lines.erase(m_lines.begin(), m_lines.end() - kept);
        return {};
    }

    const RunOptions& m_options;
    std::ofstream m_log;
    std::chrono::steady_clock::time_point m_deadline;
    ProgressReader m_reader;
    Progress m_last;
    std::vector<std::string> m_lines;
    std::string m_pending;
};

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
    // A residual that is no number must not get lost: no comparison with it is true.
    const auto worse = [](double a, double b) { return a >= b || !std::isfinite(a) ? a : b; };
    if (line.find("for U") != std::string::npos)
        m_now.velocity = worse(m_now.velocity, *residual);
    if (line.find("for p,") != std::string::npos)
        m_now.pressure = worse(m_now.pressure, *residual);
    return std::nullopt;
}

tl::expected<Progress, std::string> run(const RunOptions& options)
{
    std::error_code missing;
    if (!std::filesystem::exists(options.folder / "system" / "controlDict", missing))
        return tl::unexpected(options.folder.string() + ": is not the folder of a case");
    Runner runner(options);
    if (!runner.canLog())
        return tl::unexpected((options.folder / "log").string() + ": cannot be written");
    const char* package = "openfoam";
    const auto& programs = options.programs;
    std::vector<std::pair<std::vector<std::string>, const char*>> commands;
    if (options.cores > 1) {
        commands = {
            {{programs.split, "-force"}, package},
            {{programs.launch, "--oversubscribe", "-np", std::to_string(options.cores), programs.solver, "-parallel"},
             "openmpi-bin"},
            {{programs.join, "-latestTime"}, package}};
    } else {
        commands = {{{programs.solver}, package}};
    }
    for (const auto& [command, from] : commands) {
        const std::string problem = runner.run(command, from);
        if (!problem.empty())
            return tl::unexpected(problem);
    }
    if (runner.last().step == 0)
        return tl::unexpected(programs.solver + " did nothing:\n" + runner.words());
    return runner.last();
}

}  // namespace euryth::viscous
