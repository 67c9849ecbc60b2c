// SPDX-License-Identifier: GPL-3.0-or-later
#include "viscous/solve.hpp"

#include <cmath>
#include <cstdlib>

#include <unistd.h>

#include "files/left_behind.hpp"
#include "viscous/result.hpp"

namespace euryth::viscous {

namespace {

const std::string kPrefix = "euryth-viscous-";

/// A folder of its own, gone when the run is over.
class RunFolder {
public:
    RunFolder()
    {
        std::error_code problem;
        auto where = std::filesystem::temp_directory_path(problem);
        if (where.string().find(' ') != std::string::npos)
            where = "/tmp";  // the package's programs do not work in a folder whose name has a space
        files::removeLeftBehind(where, kPrefix);
        std::string name = (where / (kPrefix + std::to_string(::getpid()) + "-XXXXXX")).string();
        if (mkdtemp(name.data()))
            m_path = name;
    }
    RunFolder(const RunFolder&) = delete;
    RunFolder& operator=(const RunFolder&) = delete;
    ~RunFolder()
    {
        std::error_code ignored;
        if (!m_path.empty())
            std::filesystem::remove_all(m_path, ignored);
    }
    [[nodiscard]] const std::filesystem::path& path() const { return m_path; }

private:
    std::filesystem::path m_path;
};

}  // namespace

Phrase nameOf(const Solved& solved) { return say("speeds.viscous", {{"mesh", nameOf(solved.quality)}}); }

double expectedSeconds(port_field::Quality quality, int cores)
{
    constexpr std::array oneCore{15.0, 45.0, 130.0};
    constexpr double worthOfCores = 0.75;  // of an exponent: twice the cores save 40 % of the time
    return oneCore.at(static_cast<std::size_t>(quality)) / std::pow(cores, worthOfCores);
}

namespace {

tl::expected<Solved, Failure> solveIn(const std::filesystem::path& folder, const Task& task,
                                      const std::function<void(const Progress&)>& progress, const std::stop_token& stop)
{
    const auto begin = std::chrono::steady_clock::now();
    const auto port = port_field::virtualPort(task.shape, task.quality);
    if (!port)
        return tl::unexpected(Failure{say("missing", {{"what", port.missing}})});
    exports::CaseOptions how;
    how.cores = task.cores;
    const auto written = exports::writeCase(folder, exports::viscousCase(*port, task.at.flow, task.at.room, how));
    if (!written)
        return tl::unexpected(Failure{written.error()});
    Solved solved{task.quality, task.cores, 0.0, {}, nullptr};
    RunOptions options;
    options.folder = folder;
    options.programs = task.programs;
    options.cores = task.cores;
    options.limit = task.limit;
    options.stop = stop;
    options.progress = [&](const Progress& step) {
        solved.history.push_back(step);
        if (progress)
            progress(step);
    };
    const auto ended = run(options);
    if (!ended)
        return tl::unexpected(ended.error());
    auto cells = readResult(folder, port->mesh());
    if (!cells)
        return tl::unexpected(Failure{cells.error()});
    solved.air = std::make_shared<const port_field::ViscousAir>(port->mesh(), std::move(*cells), task.at);
    solved.seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    return solved;
}

}  // namespace

tl::expected<Solved, Failure> solve(const Task& task, const std::function<void(const Progress&)>& progress,
                                    const std::stop_token& stop)
{
    const RunFolder folder;
    if (folder.path().empty())
        return tl::unexpected(Failure{say("run.no-folder")});
    try {
        return solveIn(folder.path(), task, progress, stop);
    } catch (const std::filesystem::filesystem_error& error) {
        return tl::unexpected(Failure{say("run.bad-folder", {{"why", error.what()}})});
    }
}

}  // namespace euryth::viscous
