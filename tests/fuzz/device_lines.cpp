// SPDX-License-Identifier: GPL-3.0-or-later
// What comes over a line to an instrument, and to the simulator's reader of commands.
#include <cmath>
#include <cstdlib>

#include "devices/instrument.hpp"
#include "mutate.hpp"

using namespace euryth::devices;

int main(int argc, char** argv)
{
    if (argc < 2)
        return 2;
    constexpr std::array<std::string_view, 18> pieces{"at ",   "iam ", "has ", "moves ", "ready", "take",
                                                      "note ", "no ",  "=",    "#29B1",  "\n",    "\r\n",
                                                      "1e308", "-",    "nan",  " ",      "flow",  "\xff"};
    const std::string seed = lineOf(Message(IAm{1, "bench", "1"})) + lineOf(Message(Has{Channel::Flow, 1e-5, 1e-3})) +
                             lineOf(Message(Moves{Channel::Lift, 0, 15})) + lineOf(Message(Ready{})) +
                             lineOf(Message(At{1234, {{Channel::Flow, 0.1}, {Channel::Depression, 7000}}})) +
                             lineOf(Message(Take{})) + lineOf(Message(No{"set", "jammed"}));
    double now = 0.0;
    Instrument instrument;
    instrument.connected(now);
    return fuzz::runFor(std::atoi(argv[1]), [&](fuzz::Random& random) {
        std::string text = fuzz::mutated(seed, pieces, random);
        // Half of the lines with a right sum, so that what is behind it is reached.
        if (fuzz::below(random, 2) == 0) {
            const std::size_t end = text.find(" #");
            text = sealed(text.substr(0, std::min<std::size_t>(end, 200)));
        }
        now += 0.01;
        instrument.received(text, now);
        (void)instrument.toSend(now);
        for (const Reading& reading : instrument.takeReadings()) {
            if (!std::isfinite(reading.si))
                std::abort();
        }
        (void)instrument.takeNotes();
        if (instrument.capabilities().size() > 4 * kChannels || instrument.unanswered() > 10000)
            std::abort();
        std::string_view line(text);
        line = line.substr(0, line.find('\n'));
        const auto command = parseCommand(line);
        if (command &&
            parseCommand(std::string_view(lineOf(*command)).substr(0, lineOf(*command).size() - 1)) != command)
            std::abort();
    });
}
