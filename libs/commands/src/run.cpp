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
    std::span<const std::string_view> options;   ///< all of them are needed
    int (*call)(const Request&, std::ostream&);  ///< null where the call is not built yet
    std::span<const std::string_view> mayHave;   ///< options that may be given too
    bool ofJob = true;                           ///< it is about a job file
};

constexpr std::array<std::string_view, 1> kPort{"port"};
constexpr std::array<std::string_view, 1> kTo{"to"};
constexpr std::array<std::string_view, 2> kPortFlow{"port", "flow-m3s"};
constexpr std::array<std::string_view, 3> kPortFlowPoints{"port", "flow-m3s", "points"};
constexpr std::array<std::string_view, 4> kPortFlowPointsQuality{"port", "flow-m3s", "points", "quality"};
constexpr std::array<std::string_view, 2> kPortProbe{"port", "probe"};
constexpr std::array<std::string_view, 2> kPortLift{"port", "lift-mm"};
constexpr std::array<std::string_view, 2> kPortRpm{"port", "rpm"};
constexpr std::array<std::string_view, 5> kProbing{"port", "station-mm", "grid", "device", "to"};
constexpr std::array<std::string_view, 2> kProbingMore{"lift-mm", "depression-pa"};
constexpr std::array<std::string_view, 3> kPlate{"plate-mm", "pipe-mm", "depression-pa"};
constexpr std::array<std::string_view, 4> kPlateMore{"taps", "temperature-c", "pressure-pa", "humidity"};
constexpr std::array<std::string_view, 3> kConvert{"flow-m3s", "from-pa", "to-pa"};
constexpr std::array<std::string_view, 3> kAirOptions{"temperature-c", "pressure-pa", "humidity"};
constexpr std::array<std::string_view, 1> kToday{"today"};
constexpr std::array<std::string_view, 3> kScanMore{"unit", "other-way", "to"};
constexpr std::array<std::string_view, 1> kPackMore{"without-customer"};
constexpr std::array<std::string_view, 7> kExportMore{"port",  "flow-m3s", "sheet",     "with-customer",
                                                      "today", "part",     "station-mm"};
constexpr std::span<const std::string_view> kNone;

constexpr std::array kCalls{
    CallEntry{"check", "check JOB", kNone, callCheck},
    CallEntry{"tidy", "tidy JOB --to X", kTo, callTidy},
    CallEntry{"areas", "areas JOB --port I1", kPort, callAreas},
    CallEntry{"traverse", "traverse JOB --port I1 --probe P1", kPortProbe, callTraverse},
    CallEntry{"cut", "cut JOB --port I1", kPort, callCut},
    CallEntry{"seat", "seat JOB --port I1", kPort, callSeat},
    CallEntry{"opening", "opening JOB --port I1 --lift-mm 1,2,3", kPortLift, callOpening},
    CallEntry{"field", "field JOB --port I1 --flow-m3s Q --points P.csv", kPortFlowPoints, callField},
    CallEntry{"short-side", "short-side JOB --port I1 --flow-m3s Q", kPortFlow, callShortSide},
    CallEntry{"engine", "engine JOB --port I1 --rpm 6500", kPortRpm, callEngine},
    CallEntry{"chokes", "chokes JOB --port I1", kPort, callChokes},
    CallEntry{"book", "book JOB --port I1", kPort, callBook},
    CallEntry{"swirl", "swirl JOB --port I1", kPort, callSwirl},
    CallEntry{"pack", "pack JOB --to X.euryth.zip [--without-customer]", kTo, callPack, kPackMore},
    CallEntry{"unpack", "unpack X.euryth.zip --to FOLDER", kTo, callUnpack},
    CallEntry{"queue", "queue FOLDER [--today 2026-11-25]", kNone, callQueue, kToday},
    CallEntry{"scan", "scan X.stl [--unit mm|in] [--other-way] [--to X.euryth.json]", kNone, callScan, kScanMore},
    CallEntry{"schema", "schema (job|house|shop)", kNone, callSchema},
    CallEntry{"bench", "bench JOB --port I1 --lift-mm 2,4,6 --quality coarse", kNone, nullptr},
    CallEntry{"viscous", "viscous JOB --port I1 --flow-m3s Q --quality coarse --points P.csv", kPortFlowPointsQuality,
              callViscous},
    CallEntry{
        "export",
        "export JOB (--port I1 --to X.(csv,svg,dxf,pdf,stl,step,iges,vtk,case) [--flow-m3s Q] [--part "
        "port|runner|section --station-mm S] | --sheet "
        "customer|card|quotation|hours|label|flow|probes --to X.(pdf,csv) [--with-customer] [--today 2026-11-25])",
        kTo, callExport, kExportMore},
    CallEntry{"probe",
              "probe JOB --port I1 --station-mm S --grid 3x3 --device URI --to OUT [--lift-mm L] [--depression-pa A]",
              kProbing, callProbe, kProbingMore},
    CallEntry{"plate",
              "plate --plate-mm D --pipe-mm P --depression-pa A [--taps corner] [--temperature-c T --pressure-pa P "
              "--humidity H]",
              kPlate, callPlate, kPlateMore, false},
    CallEntry{"convert", "convert --flow-m3s Q --from-pa A --to-pa B [--temperature-c T --pressure-pa P --humidity H]",
              kConvert, callConvert, kAirOptions, false},
};

void printHelp(std::ostream& out)
{
    out << words(say("cli.head")) << "\n\n";
    for (const CallEntry& entry : kCalls) {
        if (entry.call)
            out << "  euryth-cli " << entry.usage << "\n      " << words(say("cli.help." + std::string(entry.name)))
                << "\n";
    }
    out << "\n" << words(say("cli.not-built"));
    for (const CallEntry& entry : kCalls) {
        if (!entry.call)
            out << ' ' << entry.name;
    }
    out << "\n\n" << words(say("cli.limits")) << "\n" << words(say("cli.codes")) << "\n";
}

Request parseRequest(const CallEntry& entry, const std::vector<std::string>& arguments)
{
    Request request;
    std::string stopAfter;
    po::options_description options;
    options.add_options()("job", po::value(&request.jobPath))("port", po::value(&request.port))(
        "probe", po::value(&request.probe))("to", po::value(&request.to))("lift-mm", po::value(&request.lifts))(
        "rpm", po::value(&request.rpm))("flow-m3s", po::value(&request.flow))("points", po::value(&request.points))(
        "quality", po::value(&request.quality))("station-mm", po::value(&request.station))(
        "grid", po::value(&request.grid))("device", po::value(&request.device))(
        "depression-pa", po::value(&request.depression))("plate-mm", po::value(&request.plate))(
        "pipe-mm", po::value(&request.pipe))("taps", po::value(&request.taps))(
        "temperature-c", po::value(&request.temperature))("pressure-pa", po::value(&request.pressure))(
        "humidity", po::value(&request.humidity))("from-pa", po::value(&request.fromDepression))(
        "to-pa", po::value(&request.toDepression))("today", po::value(&request.today))(
        "sheet", po::value(&request.sheet))("part", po::value(&request.part))("unit", po::value(&request.unit))(
        "other-way", po::bool_switch(&request.otherWay))("with-customer", po::bool_switch(&request.withCustomer))(
        "without-customer", po::bool_switch(&request.withoutCustomer))("stop-after", po::value(&stopAfter));
    po::positional_options_description positions;
    positions.add("job", 1);
    const std::string usage(entry.usage);
    try {
        po::variables_map given;
        // No guessing of shortened names: a script must not change its meaning when an option is added.
        const int style = po::command_line_style::default_style & ~po::command_line_style::allow_guessing;
        po::store(po::command_line_parser(arguments).options(options).positional(positions).style(style).run(), given);
        po::notify(given);
        for (const auto& [name, value] : given) {
            if (value.defaulted())
                continue;  // a switch that nobody has set
            const bool takes = (name == "job" && entry.ofJob) || name == "stop-after" ||
                               std::ranges::find(entry.mayHave, name) != entry.mayHave.end() ||
                               std::ranges::find(entry.options, name) != entry.options.end();
            if (!takes)
                throw wrongUsage("cli.takes-no",
                                 {{"call", std::string(entry.name)}, {"option", name}, {"usage", usage}});
        }
        if (entry.ofJob && !given.contains("job"))
            throw wrongUsage("cli.no-job", {{"usage", usage}});
        for (const std::string_view option : entry.options) {
            if (!given.contains(std::string(option)))
                throw wrongUsage("cli.no-option", {{"option", std::string(option)}, {"usage", usage}});
        }
        if (given.contains("stop-after")) {
            request.stopAfter = plainNumber(stopAfter);
            if (!request.stopAfter || !(*request.stopAfter > 0.0))
                throw wrongUsage("cli.bad-stop", {{"typed", stopAfter}});
        }
    } catch (const po::error& e) {
        throw wrongUsage("cli.wrong", {{"what", e.what()}, {"usage", usage}});
    }
    return request;
}

/// What a call may take where nobody says otherwise; far more than any sound port needs.
double usualLimit(const CallEntry& entry)
{
    constexpr double patient = 4000.0;  // seconds; the run itself ends after an hour, and a hand takes its time
    constexpr double other = 600.0;
    return entry.call == callViscous || entry.call == callProbe ? patient : other;
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
            const std::string text = words(say("cli.stopped", {{"seconds", Number{seconds, seconds < 10.0 ? 1 : 0}}}));
            std::fprintf(stderr, "%s\n", text.c_str());
            std::_Exit(kFileTrouble);
        });
    }

private:
    std::jthread m_thread;
};

int dispatch(const std::vector<std::string>& arguments, std::ostream& out, std::ostream& err)
{
    if (arguments.empty())
        throw wrongUsage("cli.which", {});
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
        throw wrongUsage("cli.no-call", {{"call", name}});
    if (!entry->call)
        throw wrongUsage("cli.unbuilt", {{"call", name}});
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
        err << words(e.why()) << '\n';
        return e.code();
    }
    out.flush();
    if (!out) {
        err << words(say("cli.no-result")) << '\n';
        return kFileTrouble;
    }
    return code;
}

}  // namespace euryth::commands
