// SPDX-License-Identifier: GPL-3.0-or-later
#include "commands/run.hpp"

#include <algorithm>
#include <array>
#include <chrono>
#include <condition_variable>
#include <cstdio>
#include <cstdlib>
#include <mutex>
#include <ostream>
#include <span>
#include <thread>

#include <boost/program_options.hpp>

#include "call.hpp"

namespace euryth::commands {

namespace {

namespace po = boost::program_options;

struct CallEntry {
    std::string_view name;
    std::string_view usage;
    std::string_view help;
    std::span<const std::string_view> options;   ///< all of them are needed
    int (*call)(const Request&, std::ostream&);  ///< null where the call is not built yet
    std::string_view mayHave;                    ///< an option that may be given too
};

constexpr std::array<std::string_view, 1> kPort{"port"};
constexpr std::array<std::string_view, 1> kTo{"to"};
constexpr std::array<std::string_view, 2> kPortTo{"port", "to"};
constexpr std::array<std::string_view, 2> kPortFlow{"port", "flow-m3s"};
constexpr std::array<std::string_view, 3> kPortFlowPoints{"port", "flow-m3s", "points"};
constexpr std::array<std::string_view, 4> kPortFlowPointsQuality{"port", "flow-m3s", "points", "quality"};
constexpr std::array<std::string_view, 2> kPortProbe{"port", "probe"};
constexpr std::array<std::string_view, 2> kPortLift{"port", "lift-mm"};
constexpr std::array<std::string_view, 2> kPortRpm{"port", "rpm"};
constexpr std::span<const std::string_view> kNone;

constexpr std::array kCalls{
    CallEntry{"check", "check JOB", "errors and findings of a job", kNone, callCheck},
    CallEntry{"tidy", "tidy JOB --to X", "the job written canonically to X", kTo, callTidy},
    CallEntry{"areas", "areas JOB --port I1", "areas along the runner, volume, findings (JSON)", kPort, callAreas},
    CallEntry{"traverse", "traverse JOB --port I1 --probe P1", "a probe set worked out (JSON)", kPortProbe,
              callTraverse},
    CallEntry{"cut", "cut JOB --port I1", "the cut plan (JSON)", kPort, callCut},
    CallEntry{"seat", "seat JOB --port I1", "seat stack, throat and scriber setting (JSON)", kPort, callSeat},
    CallEntry{"opening", "opening JOB --port I1 --lift-mm 1,2,3", "smallest area of the valve opening (JSON)",
              kPortLift, callOpening},
    CallEntry{"field", "field JOB --port I1 --flow-m3s Q --points P.csv", "computed speed at points (CSV)",
              kPortFlowPoints, callField},
    CallEntry{"short-side", "short-side JOB --port I1 --flow-m3s Q", "whether the short side holds (JSON)", kPortFlow,
              callShortSide},
    CallEntry{"engine", "engine JOB --port I1 --rpm 6500", "filling of the cylinder at a speed (JSON)", kPortRpm,
              callEngine},
    CallEntry{"book", "book JOB --port I1", "the bench book", kNone, nullptr},
    CallEntry{"viscous", "viscous JOB --port I1 --flow-m3s Q --quality coarse --points P.csv",
              "speed at points from a viscous run by the installed package openfoam (CSV); takes its time",
              kPortFlowPointsQuality, callViscous},
    CallEntry{"export", "export JOB --port I1 --to X.(csv,svg,dxf,pdf,stl,vtk,case) [--flow-m3s Q]",
              "plan, cards and full-size templates; the port's air as a surface, a mesh with speeds, a flow case",
              kPortTo, callExport, "flow-m3s"},
};

void printHelp(std::ostream& out)
{
    out << "euryth-cli: the calls of Euryth without a window\n\n";
    for (const CallEntry& entry : kCalls) {
        if (entry.call)
            out << "  euryth-cli " << entry.usage << "\n      " << entry.help << "\n";
    }
    out << "\nNot built yet, answered with exit code 2:";
    for (const CallEntry& entry : kCalls) {
        if (!entry.call)
            out << ' ' << entry.name;
    }
    out << "\n\nEvery call ends after ten minutes, a viscous run after an hour, or after --stop-after SECONDS,\n"
           "with exit code 3 and a word.\n"
           "Results go to standard output, messages to standard error. Exit codes: 0 done, 1 the job has errors,\n"
           "2 wrong usage, 3 a file cannot be read or written, or a run has failed.\n";
}

Request parseRequest(const CallEntry& entry, const std::vector<std::string>& arguments)
{
    Request request;
    std::string stopAfter;
    po::options_description options;
    options.add_options()("job", po::value(&request.jobPath))("port", po::value(&request.port))(
        "probe", po::value(&request.probe))("to", po::value(&request.to))("lift-mm", po::value(&request.lifts))(
        "rpm", po::value(&request.rpm))("flow-m3s", po::value(&request.flow))("points", po::value(&request.points))(
        "quality", po::value(&request.quality))("stop-after", po::value(&stopAfter));
    po::positional_options_description positions;
    positions.add("job", 1);
    const std::string usage = "\nusage: euryth-cli " + std::string(entry.usage);
    try {
        po::variables_map given;
        // No guessing of shortened names: a script must not change its meaning when an option is added.
        const int style = po::command_line_style::default_style & ~po::command_line_style::allow_guessing;
        po::store(po::command_line_parser(arguments).options(options).positional(positions).style(style).run(), given);
        po::notify(given);
        for (const auto& [name, value] : given) {
            const bool takes = name == "job" || name == "stop-after" || name == entry.mayHave ||
                               std::ranges::find(entry.options, name) != entry.options.end();
            if (!takes)
                throw CallError(kWrongUsage, std::string(entry.name) + " takes no --" + name + usage);
        }
        if (!given.contains("job"))
            throw CallError(kWrongUsage, "the job file is missing" + usage);
        for (const std::string_view option : entry.options) {
            if (!given.contains(std::string(option)))
                throw CallError(kWrongUsage, "--" + std::string(option) + " is missing" + usage);
        }
        if (given.contains("stop-after")) {
            request.stopAfter = plainNumber(stopAfter);
            if (!request.stopAfter || !(*request.stopAfter > 0.0))
                throw CallError(kWrongUsage, "--stop-after: '" + stopAfter + "' must be a number of seconds over 0");
        }
    } catch (const po::error& e) {
        throw CallError(kWrongUsage, e.what() + usage);
    }
    return request;
}

/// What a call may take where nobody says otherwise; far more than any sound port needs.
double usualLimit(const CallEntry& entry)
{
    constexpr double viscous = 4000.0;  // seconds; the run itself ends after an hour
    constexpr double other = 600.0;
    return entry.call == callViscous ? viscous : other;
}

/// Ends the whole process when the time is over, whatever it is at: files are only ever replaced whole.
class TimeLimit {
public:
    explicit TimeLimit(double seconds)
    {
        m_thread = std::jthread([seconds](const std::stop_token& stop) {
            std::mutex mutex;
            std::unique_lock lock(mutex);
            std::condition_variable_any changed;
            const bool stopped = changed.wait_for(lock, stop, std::chrono::duration<double>(seconds),
                                                  [&] { return stop.stop_requested(); });
            if (stopped)
                return;
            std::fprintf(stderr, "stopped after %g seconds (see --stop-after); nothing has been written\n", seconds);
            std::_Exit(kFileTrouble);
        });
    }

private:
    std::jthread m_thread;
};

int dispatch(const std::vector<std::string>& arguments, std::ostream& out, std::ostream& err)
{
    if (arguments.empty())
        throw CallError(kWrongUsage, "which call? euryth-cli --help lists them");
    const std::string& name = arguments.front();
    if (name == "--help" || name == "-h" || name == "help") {
        printHelp(out);
        return kDone;
    }
    if (name == "--version") {
        out << "euryth-cli " << EURYTH_VERSION << '\n';
        return kDone;
    }
    const auto entry = std::ranges::find(kCalls, name, &CallEntry::name);
    if (entry == kCalls.end())
        throw CallError(kWrongUsage, "there is no call '" + name + "'; euryth-cli --help lists them");
    if (!entry->call)
        throw CallError(kWrongUsage, "'" + name + "' is not built yet in this version");
    Request request = parseRequest(*entry, {arguments.begin() + 1, arguments.end()});
    request.messages = &err;
    const TimeLimit limit(request.stopAfter.value_or(usualLimit(*entry)));
    return entry->call(request, out);
}

}  // namespace

int run(const std::vector<std::string>& arguments, std::ostream& out, std::ostream& err)
{
    int code = kDone;
    try {
        code = dispatch(arguments, out, err);
    } catch (const CallError& e) {
        err << e.what() << '\n';
        return e.code();
    }
    out.flush();
    if (!out) {
        err << "the result cannot be written\n";
        return kFileTrouble;
    }
    return code;
}

}  // namespace euryth::commands
