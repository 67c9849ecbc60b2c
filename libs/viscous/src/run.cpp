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

Phrase failure(int status, const std::string& program, const std::vector<std::string>& lines)
{
    const std::string words = lastWords(lines);
    const auto said = [&](const char* part) { return words.find(part) != std::string::npos; };
    if (said("No space left") || said("error writing"))
        return say("run.disk-full", {{"words", words}});
    if (said("sigFpe") || said("Floating point exception") || (WIFSIGNALED(status) && WTERMSIG(status) == SIGFPE))
        return say("run.diverged", {{"words", words}});
    if (WIFSIGNALED(status))
        return say("run.killed", {{"program", program}, {"signal", count(WTERMSIG(status))}});
    return say("run.ended", {{"program", program}, {"code", count(WEXITSTATUS(status))}, {"words", words}});
}

/// What a version that the programs tell means, or nothing. Versions of this line of the package are a year and
/// a month; older ones do not know all that the case asks for.
std::optional<Phrase> problemOfVersion(const std::string& line)
{
    const auto version = line.starts_with("Build") ? numberAfter(line, "OPENFOAM=") : std::nullopt;
    constexpr double oldest = 1812;
    constexpr double newestOtherLine = 100;  // the package's other line counts from 1
    if (!version || *version >= oldest || *version < newestOtherLine)
        return std::nullopt;
    return say("run.too-old", {{"version", std::to_string(static_cast<int>(*version))}});
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

    /// What went wrong, or nothing.
    std::optional<Failure> run(const std::vector<std::string>& command, const char* package)
    {
        const std::string& program = command.front();
        m_lines.clear();
        Child child;
        const int problem = child.start(command, m_options.folder);
        if (problem == ENOENT)
            return Failure{say("run.not-installed", {{"program", program}, {"package", package}})};
        if (problem != 0)
            return Failure{say("run.not-started", {{"program", program}, {"why", std::strerror(problem)}})};
        while (const auto text = child.read()) {
            if (m_options.stop.stop_requested())
                return Failure{say("stopped"), true};
            if (std::chrono::steady_clock::now() > m_deadline)
                return Failure{
                    say("run.time-limit", {{"seconds", count(m_options.limit.count())}, {"step", count(m_last.step)}})};
            m_log << *text;
            if (auto wrong = take(*text))
                return Failure{std::move(*wrong)};
        }
        const int status = child.wait();
        if (!WIFEXITED(status) || WEXITSTATUS(status) != 0)
            return Failure{failure(status, program, m_lines)};
        return std::nullopt;
    }
    [[nodiscard]] std::string words() const { return lastWords(m_lines); }

private:
    std::optional<Phrase> take(const std::string& text)
    {
        m_pending += text;
        for (auto end = m_pending.find('\n'); end != std::string::npos; end = m_pending.find('\n')) {
            const std::string line = m_pending.substr(0, end);
            m_pending.erase(0, end + 1);
            if (auto old = problemOfVersion(line))
                return old;
            if (line.find_first_not_of(" \t") != std::string::npos)
                m_lines.push_back(line);
            if (const auto step = m_reader.read(line)) {
                m_last = *step;
                if (!std::isfinite(step->velocity) || !std::isfinite(step->pressure))
                    return say("run.no-numbers", {{"step", count(step->step)}});
                if (m_options.progress)
                    m_options.progress(m_last);
            }
        }
        constexpr std::size_t kept = 40;
        if (m_lines.size() > 2 * kept)
            m_lines.erase(m_lines.begin(), m_lines.end() - kept);
        return std::nullopt;
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

tl::expected<Progress, Failure> run(const RunOptions& options)
{
    std::error_code missing;
    if (!std::filesystem::exists(options.folder / "system" / "controlDict", missing))
        return tl::unexpected(Failure{say("run.no-case", {{"folder", options.folder.string()}})});
    Runner runner(options);
    if (!runner.canLog())
        return tl::unexpected(Failure{say("file.unwritten", {{"file", (options.folder / "log").string()}})});
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
        if (auto problem = runner.run(command, from))
            return tl::unexpected(std::move(*problem));
    }
    if (runner.last().step == 0)
        return tl::unexpected(Failure{say("run.nothing", {{"program", programs.solver}, {"words", runner.words()}})});
    return runner.last();
}

}  // namespace euryth::viscous
