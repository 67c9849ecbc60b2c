// SPDX-License-Identifier: GPL-3.0-or-later
// A real pseudo-terminal and a real socket, and the device pulled out while it is read.
#include <catch2/catch.hpp>

#include <sys/stat.h>

#include <fstream>

#include "devices/talk.hpp"
#include "support/served_bench.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;
using namespace euryth::sim;
using devices::Instrument;
using devices::Talk;

namespace {

/// Time of the wall clock since a test began.
class Turning {
public:
    template <class Holds>
    bool until(Talk& talk, Holds holds, double within = 20.0)
    {
        while (now() < within) {
            if (holds())
                return true;
            talk.turn(now(), std::chrono::milliseconds(10));
        }
        return false;
    }
    [[nodiscard]] double now() const
    {
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - m_start).count();
    }

private:
    std::chrono::steady_clock::time_point m_start = std::chrono::steady_clock::now();
};

void readFrom(const std::string& address)
{
    Talk talk(address);
    Turning turning;
    std::size_t readings = 0;
    const bool came = turning.until(talk, [&] {
        readings += talk.instrument().takeReadings().size();
        return readings > 100;
    });
    INFO(talk.log().text().substr(0, 500));
    CHECK(came);
    CHECK(talk.instrument().state(turning.now()) == Instrument::State::Ready);
    CHECK(talk.instrument().name() == "Euryth-bench");
    CHECK(talk.instrument().badLines() == 0);
}

}  // namespace

TEST_CASE("a bench behind a pseudo-terminal is an ordinary serial device, for one guest after the other")
{
    const TempFolder folder;
    const std::string link = (folder.path() / "bench").string();
    {
        const ServedBench served(doorOrFail(terminalDoor(link)));
        CHECK(served.address() == "serial:" + link);
        readFrom(served.address());
        readFrom(served.address());
        readFrom(served.address() + "@57600");
    }
    CHECK_FALSE(std::filesystem::exists(std::filesystem::symlink_status(link)));
}

TEST_CASE("a bench behind a local socket, for one guest after the other")
{
    const TempFolder folder;
    const std::string path = (folder.path() / "bench.socket").string();
    const ServedBench served(doorOrFail(socketDoor(path)));
    readFrom(served.address());
    readFrom(served.address());
    CHECK_FALSE(socketDoor(path));  // another server listens there
}

TEST_CASE("a device that is pulled out is told, and read again when it is back")
{
    const TempFolder folder;
    const std::string path = (folder.path() / "bench.socket").string();
    auto served = std::make_unique<ServedBench>(doorOrFail(socketDoor(path)));
    Talk talk(served->address());
    Turning turning;
    const auto isReady = [&] { return talk.instrument().state(turning.now()) == Instrument::State::Ready; };
    REQUIRE(turning.until(talk, isReady));
    served.reset();
    REQUIRE(turning.until(talk, [&] { return !talk.isConnected(); }));
    CHECK(talk.trouble().id() == "device.gone");
    (void)talk.instrument().takeReadings();
    served = std::make_unique<ServedBench>(doorOrFail(socketDoor(path)));
    REQUIRE(turning.until(talk, [&] { return talk.isConnected() && !talk.instrument().takeReadings().empty(); }));
    CHECK(talk.trouble().empty());
    CHECK(isReady());
}

TEST_CASE("what was said is kept, saved and played back")
{
    const TempFolder folder;
    const std::string path = (folder.path() / "bench.socket").string();
    std::string text;
    std::size_t good = 0;
    {
        const ServedBench served(doorOrFail(socketDoor(path)));
        Talk talk(served.address());
        Turning turning;
        REQUIRE(turning.until(talk, [&] { return talk.instrument().goodLines() > 200; }));
        text = talk.log().text();
        good = talk.instrument().goodLines();
    }
    CHECK(text.find("> hello 1 #") != std::string::npos);
    CHECK(text.find("< ready #") != std::string::npos);
    const std::string saved = (folder.path() / "talk.log").string();
    std::ofstream(saved) << text;
    Talk played("log:" + saved);
    Turning turning;
    CHECK(turning.until(played, [&] { return played.trouble().id() == "device.log-end"; }));
    CHECK(played.instrument().goodLines() + 2 >= good);  // half a line at its end
    CHECK(played.instrument().name() == "Euryth-bench");
}

TEST_CASE("addresses that nothing is at are told with what would be right")
{
    const TempFolder folder;
    const auto troubleAt = [](const std::string& address) {
        const auto link = devices::openLink(address);
        REQUIRE_FALSE(link);
        return std::string(link.error().id());
    };
    for (const char* wrong :
         {"", "bench", "serial:", "tcp:host", "tcp::80", "tcp:host:", "usb:1", "serial:/dev/null@fast"})
        CHECK(troubleAt(wrong) == "device.address");
    CHECK(troubleAt("serial:" + (folder.path() / "none").string()) == "device.trouble");
    CHECK(troubleAt("serial:/dev/null") == "device.trouble");
    CHECK(troubleAt("socket:" + (folder.path() / "none").string()) == "device.trouble");
    CHECK(troubleAt("socket:" + std::string(200, 'x')) == "device.trouble");
    CHECK(troubleAt("tcp:localhost:1") == "device.trouble");
    CHECK(troubleAt("log:" + (folder.path() / "none").string()) == "device.log-missing");
}

TEST_CASE("a door does not take the place of something else, but that of a socket that a dead server left")
{
    const TempFolder folder;
    const std::string file = (folder.path() / "file").string();
    std::ofstream(file) << "dear";
    CHECK_FALSE(terminalDoor(file));
    CHECK_FALSE(socketDoor(file));
    CHECK(std::filesystem::file_size(file) == 4);
    const std::string path = (folder.path() / "left.socket").string();
    {
        // Bound, and its owner gone without taking it away.
        const auto door = socketDoor(path);
        REQUIRE(door);
        std::filesystem::rename(path, path + ".kept");
    }
    std::filesystem::rename(path + ".kept", path);
    CHECK(socketDoor(path));
}
