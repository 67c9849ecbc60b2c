// SPDX-License-Identifier: GPL-3.0-or-later
#include "commands/simulate.hpp"

#include <ostream>

#include <boost/program_options.hpp>

#include "call.hpp"
#include "sim/server.hpp"

namespace euryth::commands {

namespace {

namespace po = boost::program_options;

struct Wishes {
    std::string job;
    std::string port;
    std::string terminal;
    std::string socket;
    std::string seed;
    std::string lift;
    std::string ramp;
    std::string clock;
    std::vector<std::string> faults;
};

Wishes wishesOf(const std::vector<std::string>& arguments)
{
    Wishes w;
    po::options_description options;
    options.add_options()("job", po::value(&w.job))("port", po::value(&w.port))("pty", po::value(&w.terminal))(
        "listen", po::value(&w.socket))("seed", po::value(&w.seed))("lift-mm", po::value(&w.lift))(
        "ramp", po::value(&w.ramp))("fault", po::value(&w.faults))("clock", po::value(&w.clock));
    po::positional_options_description positions;
    positions.add("job", 1);
    try {
        po::variables_map given;
        const int style = po::command_line_style::default_style & ~po::command_line_style::allow_guessing;
        po::store(po::command_line_parser(arguments).options(options).positional(positions).style(style).run(), given);
        po::notify(given);
    } catch (const po::error& e) {
        throw wrongUsage("sim.wrong", {{"what", e.what()}});
    }
    if (w.job.empty() || w.port.empty() || w.seed.empty() || w.terminal.empty() == w.socket.empty())
        throw wrongUsage("sim.wrong", {{"what", say("sim.needs")}});
    return w;
}

/// An option that may be absent or one word.
bool isWord(const std::string& option, const std::string& given, const std::string& word, const std::string& other)
{
    if (!given.empty() && given != word && given != other)
        throw wrongUsage("sim.word", {{"option", option}, {"typed", given}, {"first", word}, {"second", other}});
    return given == word;
}

sim::Options optionsOf(const Wishes& w)
{
    sim::Options options;
    options.seed = static_cast<std::uint64_t>(numberOf("seed", w.seed, 0, 1e15));
    if (!w.lift.empty())
        options.lift = lengthFromMm(numberOf("lift-mm", w.lift, 0, 50));
    options.slowRamp = isWord("ramp", w.ramp, "slow", "fast");
    for (const std::string& name : w.faults) {
        const auto fault = sim::faultNamed(name);
        if (!fault) {
            std::string known;
            for (const std::string_view one : sim::kFaultNames)
                known += (known.empty() ? "" : ", ") + std::string(one);
            throw wrongUsage("sim.fault", {{"typed", name}, {"known", known}});
        }
        options.faults.push_back(*fault);
    }
    return options;
}

void play(const Wishes& w, std::ostream& out, std::ostream& err, const std::stop_token& stop)
{
    const sim::Options options = optionsOf(w);
    const auto clock = isWord("clock", w.clock, "fast", "real") ? sim::Clock::Fast : sim::Clock::Real;
    const job::Job job = loadOrThrow(w.job);
    const job::Port& port = portOrThrow(job, w.port);
    err << words(say("sim.working", {{"port", port.id}})) << std::endl;
    auto hidden = sim::hiddenPort(job, port, port_field::Quality::Fine);
    if (!hidden)
        throw missingFor(port, hidden.missing);
    auto door = w.terminal.empty() ? sim::socketDoor(w.socket) : sim::terminalDoor(w.terminal);
    if (!door)
        throw fileTrouble(door.error());
    sim::Simulator simulator(std::move(*hidden.value), options);
    out << (*door)->address() << std::endl;
    sim::serve(**door, simulator, clock, stop);
}

}  // namespace

int simulate(const std::vector<std::string>& arguments, std::ostream& out, std::ostream& err,
             const std::stop_token& stop)
{
    if (arguments.size() == 1 && (arguments[0] == "--help" || arguments[0] == "-h")) {
        out << words(say("sim.help")) << '\n';
        return kDone;
    }
    if (arguments.size() == 1 && arguments[0] == "--version") {
        out << "euryth-sim " << EURYTH_VERSION << '\n';
        return kDone;
    }
    try {
        play(wishesOf(arguments), out, err, stop);
        return kDone;
    } catch (const CallError& e) {
        err << words(e.why()) << '\n';
        return e.code();
    }
}

}  // namespace euryth::commands
