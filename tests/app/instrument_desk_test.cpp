// SPDX-License-Identifier: GPL-3.0-or-later
// An instrument beside the window: connected, read, a set taken from it as one undo step, pulled out.
#include <catch2/catch.hpp>

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QThread>

#include "app/session.hpp"
#include "sim/server.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;
using devices::Channel;

namespace {

/// A simulated bench with the demo's first port behind a socket.
class Bench {
public:
    explicit Bench(const std::string& path)
        : m_door(doorAt(path)),
          m_simulator(hidden(), sim::Options{}),
          m_thread([this](const std::stop_token& stop) { sim::serve(*m_door, m_simulator, sim::Clock::Fast, stop); })
    {
    }
    [[nodiscard]] QString address() const { return QString::fromStdString(m_door->address()); }

private:
    static std::unique_ptr<sim::Door> doorAt(const std::string& path)
    {
        auto door = sim::socketDoor(path);
        REQUIRE(door);
        return std::move(*door);
    }
    static const sim::HiddenPort& hidden()
    {
        static const sim::HiddenPort port = [] {
            const job::Job job = demoJob();
            auto made = sim::hiddenPort(job, job.ports[0], port_field::Quality::Coarse);
            REQUIRE(made);
            return std::move(*made.value);
        }();
        return port;
    }

    std::unique_ptr<sim::Door> m_door;
    sim::Simulator m_simulator;
    std::jthread m_thread;
};

template <class Holds>
bool waitFor(Holds holds)
{
    QElapsedTimer timer;
    timer.start();
    constexpr qint64 most = 30000;
    while (!holds() && timer.elapsed() < most) {
        QCoreApplication::processEvents();
        QThread::msleep(5);
    }
    return holds();
}

}  // namespace

TEST_CASE("a set is taken from an instrument beside the window, and undone")
{
    const TempFolder folder;
    auto bench = std::make_unique<Bench>((folder.path() / "bench.socket").string());
    app::Session session;
    session.document().reset(demoJob(), {});
    session.workspace().choosePort(0);
    session.workspace().chooseStation(9);
    app::InstrumentDesk& desk = session.instrument();
    CHECK_FALSE(desk.isOn());
    CHECK_FALSE(desk.takeSet().isEmpty());  // nothing is connected
    desk.connectTo(bench->address());
    const auto ready = [&] { return desk.view().connected && desk.view().state == devices::Instrument::State::Ready; };
    REQUIRE(waitFor(ready));
    CHECK(desk.view().name == "Euryth-bench");
    REQUIRE(waitFor([&] { return desk.view().latest.contains(Channel::Depression); }));
    CHECK(desk.view().movesTip);
    const auto sets = [&] { return session.workspace().job().ports[0].probes.size(); };
    const std::size_t before = sets();
    REQUIRE(desk.takeSet().isEmpty());
    CHECK(desk.view().phase);
    session.workspace().choosePort(1);  // whatever is chosen meanwhile
    REQUIRE(waitFor([&] { return sets() == before + 1; }));
    const job::ProbeSet set = session.workspace().job().ports[0].probes.back();
    CHECK(*set.stationS == demoJob().ports[0].stations[9].s);
    CHECK(set.readings.size() == 9);
    CHECK_FALSE(desk.view().phase);
    session.document().undoStack().undo();
    CHECK(sets() == before);
    // Stopped, nothing is kept.
    session.workspace().choosePort(0);
    REQUIRE(desk.takeSet().isEmpty());
    REQUIRE(waitFor([&] { return desk.view().phase && desk.view().point >= 2; }));
    desk.stopSet();
    CHECK_FALSE(desk.view().phase);
    REQUIRE(waitFor([&] { return !desk.view().phase && ready(); }));
    CHECK(sets() == before);
    // Pulled out while it is read, and back again.
    const QString address = bench->address();
    bench.reset();
    REQUIRE(waitFor([&] { return !desk.view().connected; }));
    CHECK_FALSE(desk.view().trouble.empty());
    bench = std::make_unique<Bench>((folder.path() / "bench.socket").string());
    REQUIRE(waitFor(ready));
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
    REQUIRE(waitFor([&] { return !desk.view().trouble.empty(); }));
    CHECK(desk.view().trouble.id() == "device.trouble");
    CHECK_FALSE(desk.takeSet().isEmpty());
    desk.disconnect();
    CHECK_FALSE(desk.isOn());
}
