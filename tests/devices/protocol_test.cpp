// SPDX-License-Identifier: GPL-3.0-or-later
// The line protocol of docs/protocol.md: what is written reads back, what is wrong is told apart.
#include <catch2/catch.hpp>

#include <random>

#include "devices/protocol.hpp"

using namespace euryth::devices;

namespace {

std::string bare(std::string line)
{
    REQUIRE(line.back() == '\n');
    line.pop_back();
    return line;
}

LineFault faultOf(std::string_view text)
{
    const auto message = parseMessage(bare(sealed(text)));
    REQUIRE_FALSE(message);
    return message.error();
}

}  // namespace

TEST_CASE("the check sum is the one that catalogues of check sums list for this polynomial and start")
{
    CHECK(checkSum("123456789") == 0x29B1);  // CRC-16/IBM-3740, catalogue of parametrised CRC algorithms
    CHECK(checkSum("") == 0xFFFF);
    CHECK(sealed("ready") == "ready #" + [] {
        std::string hex;
        for (int shift = 12; shift >= 0; shift -= 4)
            hex += "0123456789ABCDEF"[(checkSum("ready") >> shift) & 15];
        return hex;
    }() + "\n");
}

TEST_CASE("everything that is said reads back")
{
    const std::vector<Message> messages{IAm{1, "Euryth-bench", "0001"},
                                        Has{Channel::Flow, 1e-5, 5e-4},
                                        Moves{Channel::Up, -1, 1},
                                        Ready{},
                                        At{120345, {{Channel::Depression, 6974.25}, {Channel::Flow, 0.1123}}},
                                        At{0, {}},
                                        Take{},
                                        Done{"set"},
                                        No{"set", "the traverse is jammed"},
                                        Note{"warming up"}};
    for (const Message& message : messages) {
        const auto read = parseMessage(bare(lineOf(message)));
        REQUIRE(read);
        CHECK(*read == message);
    }
    const std::vector<Command> commands{Hello{1}, Rate{12.5}, Set{{Channel::Lift, 12.7}}, Fault{"leak", true},
                                        Fault{"noise", false}};
    for (const Command& command : commands) {
        const auto read = parseCommand(bare(lineOf(command)));
        REQUIRE(read);
        CHECK(*read == command);
    }
    CHECK(Value{Channel::Temperature, 20.0}.si() == Approx(293.15));
    CHECK(Value{Channel::Lift, 12.7}.si() == Approx(0.0127));
    CHECK(Value{Channel::Swirl, 60.0}.si() == Approx(2 * 3.14159265358979));
    for (std::size_t i = 0; i < kChannels; ++i)
        CHECK(channelNamed(infoOf(static_cast<Channel>(i)).name) == static_cast<Channel>(i));
}

TEST_CASE("what is wrong with a line is told apart")
{
    CHECK(parseMessage("ready").error() == LineFault::NoCheck);
    CHECK(parseMessage("ready #29B1").error() == LineFault::WrongCheck);
    CHECK(parseMessage("").error() == LineFault::NoCheck);
    CHECK(parseMessage("re\tdy #29B1").error() == LineFault::NotText);
    CHECK(parseMessage(std::string(241, 'x')).error() == LineFault::TooLong);
    std::string lower = bare(sealed("iam 1 a b"));
    for (char& c : lower)
        c = static_cast<char>(std::tolower(c));
    CHECK(parseMessage(lower).error() == LineFault::WrongCheck);  // the sum is written in capitals
    CHECK(faultOf("sing a song") == LineFault::UnknownWord);
    for (const char* line :
         {"iam", "iam one a b", "iam 0 a b", "has flow 1", "has flow x 1", "at", "at x", "at 1 flow",
          "at 1 flow=", "at 1 flow=1x", "at -1 flow=1", "at 1 flow=nan", "ready now", "take 1", "done"})
        CHECK(faultOf(line) == LineFault::Malformed);
    for (const char* line :
         {"at 1 flow=11", "at 1 humidity=1.5", "at 1 depression=1e99", "has flow -1 1", "moves up 1 -1"})
        CHECK(faultOf(line) == LineFault::OutOfRange);
    CHECK(parseCommand(bare(sealed("set lift 51"))).error() == LineFault::OutOfRange);
    CHECK(parseCommand(bare(sealed("set nothing 1"))).error() == LineFault::Malformed);
    CHECK(parseCommand(bare(sealed("rate 5000"))).error() == LineFault::OutOfRange);
    CHECK(parseCommand(bare(sealed("fault leak maybe"))).error() == LineFault::Malformed);
}

TEST_CASE("channels of a newer version are left out, and the others of the line are kept")
{
    const auto at = parseMessage(bare(sealed("at 5 flow=0.1 smell=3 lift=2")));
    REQUIRE(at);
    CHECK(std::get<At>(*at).values == std::vector<Value>{{Channel::Flow, 0.1}, {Channel::Lift, 2}});
    const auto has = parseMessage(bare(sealed("has smell 1 1")));
    REQUIRE(has);
    CHECK(std::holds_alternative<Note>(*has));
}

TEST_CASE("a stream is cut into lines however it arrives, and a line without end fills no memory")
{
    const std::string stream = lineOf(Message(Ready{})) + "\r\n" + lineOf(Message(Take{})) + std::string(100000, 'x') +
                               "\n" + lineOf(Message(Done{"set"}));
    std::mt19937 random(7);
    for (int run = 0; run < 50; ++run) {
        LineReader reader;
        std::vector<std::string> lines;
        int tooLong = 0;
        for (std::size_t at = 0; at < stream.size();) {
            const std::size_t count = std::min<std::size_t>(stream.size() - at, 1 + random() % 700);
            reader.feed(
                std::string_view(stream).substr(at, count), [&](std::string_view line) { lines.emplace_back(line); },
                [&](LineFault fault) { tooLong += fault == LineFault::TooLong ? 1 : 0; });
            at += count;
        }
        CHECK(tooLong == 1);
        REQUIRE(lines.size() == 3);
        CHECK(parseMessage(lines[0]));
        CHECK(parseMessage(lines[2]));
    }
}

TEST_CASE("a flipped bit is never taken for a reading")
{
    const std::string line = bare(lineOf(Message(At{99, {{Channel::Impact, 1234.5}}})));
    for (std::size_t i = 0; i < line.size(); ++i) {
        for (int bit = 0; bit < 8; ++bit) {
            std::string changed = line;
            changed[i] = static_cast<char>(changed[i] ^ (1 << bit));
            CHECK_FALSE(parseMessage(changed));
        }
    }
}
