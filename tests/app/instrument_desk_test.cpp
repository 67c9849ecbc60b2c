// SPDX-License-Identifier: GPL-3.0-or-later
// An instrument beside the window: connected, read, a set taken from it as one undo step, pulled out.
#include <catch2/catch.hpp>

#include "app/session.hpp"
#include "support/served_bench.hpp"
#include "support/temp_folder.hpp"
#include "support/wait_until.hpp"

using namespace euryth;
using devices::Channel;

TEST_CASE("a set is taken from an instrument beside the window, and undone")
{
    const TempFolder folder;
    const std::string path = (folder.path() / "bench.socket").string();
    auto bench = std::make_unique<ServedBench>(doorOrFail(sim::socketDoor(path)));
    app::Session session;
    session.document().reset(demoJob(), {});
    session.workspace().choosePort(0);
    session.workspace().chooseStation(9);
    app::InstrumentDesk& desk = session.instrument();
    CHECK_FALSE(desk.isOn());
    CHECK_FALSE(desk.takeSet().isEmpty());  // nothing is connected
    desk.connectTo(QString::fromStdString(bench->address()));
    const auto ready = [&] { return desk.view().connected && desk.view().state == devices::Instrument::State::Ready; };
    REQUIRE(waitUntil(ready));
    CHECK(desk.view().name == "Euryth-bench");
    REQUIRE(waitUntil([&] { return desk.view().latest.contains(Channel::Depression); }));
    CHECK(desk.view().movesTip);
    const auto sets = [&] { return session.workspace().job().ports[0].probes.size(); };
    const std::size_t before = sets();
    REQUIRE(desk.takeSet().isEmpty());
    CHECK(desk.view().phase);
    session.workspace().choosePort(1);  // whatever is chosen meanwhile
    REQUIRE(waitUntil([&] { return sets() == before + 1; }));
    const job::ProbeSet set = session.workspace().job().ports[0].probes.back();
    CHECK(*set.stationS == demoJob().ports[0].stations[9].s);
    CHECK(set.readings.size() == 9);
    CHECK_FALSE(desk.view().phase);
    session.document().undoStack().undo();
    CHECK(sets() == before);
    // Stopped, nothing is kept.
    session.workspace().choosePort(0);
    REQUIRE(desk.takeSet().isEmpty());
    REQUIRE(waitUntil([&] { return desk.view().phase && desk.view().point >= 2; }));
    desk.stopSet();
    CHECK_FALSE(desk.view().phase);
    REQUIRE(waitUntil([&] { return !desk.view().phase && ready(); }));
    CHECK(sets() == before);
    // A station that is taken away meanwhile does not take the set with it.
    REQUIRE(desk.takeSet().isEmpty());
    REQUIRE(session.document()
                .edit("no station",
                      [](job::Job& j) {
                          auto& first = j.ports[0];
                          first.stations.erase(first.stations.begin() + 9);
                          std::erase_if(first.probes, [](const auto& s) { return inMm(*s.stationS) == 80; });
                      })
                .isEmpty());
    const std::size_t left = sets();
    REQUIRE(waitUntil([&] { return sets() == left + 1; }));
    CHECK_FALSE(session.workspace().job().ports[0].probes.back().stationS);
    CHECK_FALSE(desk.doubts().isEmpty());
    // Pulled out while it is read, and back again.
    bench.reset();
    REQUIRE(waitUntil([&] { return !desk.view().connected; }));
    CHECK_FALSE(desk.view().trouble.empty());
    bench = std::make_unique<ServedBench>(doorOrFail(sim::socketDoor(path)));
    REQUIRE(waitUntil(ready));
    desk.disconnect();
    CHECK_FALSE(desk.isOn());
    CHECK(desk.view().name.isEmpty());
}

TEST_CASE("an address that nothing is at is told and tried again, and can be left at once")
{
    app::Session session;
    session.document().reset(demoJob(), {});
    app::InstrumentDesk& desk = session.instrument();
    desk.connectTo(QStringLiteral("socket:/nowhere/at/all"));
    REQUIRE(waitUntil([&] { return !desk.view().trouble.empty(); }));
    CHECK(desk.view().trouble.id() == "device.trouble");
    CHECK_FALSE(desk.takeSet().isEmpty());
    desk.disconnect();
    CHECK_FALSE(desk.isOn());
}
