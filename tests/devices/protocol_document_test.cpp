// SPDX-License-Identifier: GPL-3.0-or-later
// What docs/protocol.md says is what the program speaks: its talk reads back, and its sketch is an instrument.
#include <catch2/catch.hpp>

#include <csetjmp>
#include <deque>
#include <fstream>

#include "devices/instrument.hpp"

using namespace euryth::devices;

// The sketch as it stands in the document, with its board played by the test.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wconversion"
#define main sketch_main
#include "pitot_sketch.inc"
#undef main
#pragma GCC diagnostic pop

namespace {

std::deque<int> g_toSketch;  // bytes; -1: nothing there for a moment
std::string g_fromSketch;
unsigned long g_milliseconds = 0;
bool g_pressed = false;
std::jmp_buf g_switchedOff;

/// Runs the sketch until it has read what was sent, and lets some time pass.
std::string runSketch(const std::string& bytes, int moments)
{
    for (const char c : bytes)
        g_toSketch.push_back(static_cast<unsigned char>(c));
    for (int i = 0; i < moments; ++i)
        g_toSketch.push_back(-1);
    if (setjmp(g_switchedOff) == 0)
        sketch_main();
    return std::exchange(g_fromSketch, {});
}

}  // namespace

double sensor_pascal() { return 3012.5; }
unsigned long milliseconds() { return g_milliseconds; }
int key_pressed() { return std::exchange(g_pressed, false) ? 1 : 0; }
int serial_get()
{
    if (g_toSketch.empty())
        std::longjmp(g_switchedOff, 1);
    const int c = g_toSketch.front();
    g_toSketch.pop_front();
    g_milliseconds += c < 0 ? 10 : 0;
    return c;
}
void serial_put(char c) { g_fromSketch += c; }

TEST_CASE("the talk in the document is one that both sides understand")
{
    std::ifstream in(EURYTH_PROTOCOL);
    REQUIRE(in);
    int said = 0;
    int heard = 0;
    for (std::string line; std::getline(in, line);) {
        if (line.starts_with("    > ")) {
            CHECK(parseCommand(line.substr(6)));
            ++said;
        } else if (line.starts_with("    < ")) {
            CHECK(parseMessage(line.substr(6)));
            ++heard;
        }
    }
    CHECK(said == 2);
    CHECK(heard == 7);
}

TEST_CASE("the document names every channel with its unit")
{
    std::ifstream in(EURYTH_PROTOCOL);
    const std::string text{std::istreambuf_iterator<char>(in), {}};
    for (std::size_t i = 0; i < kChannels; ++i) {
        const ChannelInfo& info = infoOf(static_cast<Channel>(i));
        const std::size_t at = text.find("`" + std::string(info.name) + "`");
        REQUIRE(at != std::string::npos);
        const std::size_t end = text.find('\n', at);
        CHECK(text.substr(at, end - at).find(info.unit) != std::string::npos);
    }
}

TEST_CASE("the sketch of the document is an instrument")
{
    Instrument instrument;
    instrument.connected(0);
    instrument.received(runSketch(instrument.toSend(0), 1), 0.1);
    REQUIRE(instrument.state(0.1) == Instrument::State::Ready);
    CHECK(instrument.name() == "my-pitot");
    CHECK(instrument.capabilityOf(Channel::Impact)->accuracy == 15);
    g_pressed = true;
    instrument.received(runSketch(instrument.toSend(0.2), 100), 0.3);  // a second of its own
    CHECK(instrument.unanswered() == 0);
    CHECK(instrument.takePresses() == 1);
    const auto readings = instrument.takeReadings();
    CHECK(readings.size() >= 10);
    CHECK(readings.size() <= 11);
    CHECK(readings[0].si == Approx(3012.5));
    CHECK(instrument.badLines() == 0);
    // Nonsense on the line does it no harm.
    instrument.received(runSketch("zzz\n" + std::string(1000, 'x') + "\nhello 1 #0000\n" + sealed("sing"), 20), 0.5);
    CHECK(instrument.badLines() == 0);
    CHECK(instrument.takeNotes() == std::vector<std::string>{"line: unknown"});
}
