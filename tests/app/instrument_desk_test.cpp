// SPDX-License-Identifier: GPL-3.0-or-later
// An instrument beside the window: connected, read, a set taken from it as one undo step, pulled out.
#include <catch2/catch.hpp>

#include <algorithm>
#include <memory>

#include "app/session.hpp"
#include "support/served_bench.hpp"
#include "support/temp_folder.hpp"
#include "support/wait_until.hpp"

using namespace euryth;
using devices::Channel;

namespace {

/// A session with the demo, its short side chosen.
std::unique_ptr<app::Session> sessionWith(const job::Job& job)
{
    auto session = std::make_unique<app::Session>();
    session->document().reset(job, {});
    session->workspace().choosePort(0);
    session->workspace().chooseStation(9);
    return session;
}

void connectAndWait(app::Session& session, const ServedBench& bench)
{
    session.instrument().connectTo(QString::fromStdString(bench.address()));
    REQUIRE(waitUntil([&] { return session.instrument().isReady(); }));
}

std::size_t readIn(const job::ProbeSet& set)
{
    return static_cast<std::size_t>(std::ranges::count_if(set.readings, &job::Reading::isRead));
}

}  // namespace

TEST_CASE("a set is taken from an instrument beside the window, and undone")
{
    const TempFolder folder;
    const std::string path = (folder.path() / "bench.socket").string();
    auto bench = std::make_unique<ServedBench>(doorOrFail(sim::socketDoor(path)));
    const auto session = sessionWith(demoJob());
    app::InstrumentDesk& desk = session->instrument();
    CHECK_FALSE(desk.isOn());
    CHECK_FALSE(desk.takeSet().isEmpty());  // nothing is connected
    CHECK_FALSE(desk.goOn().isEmpty());
    connectAndWait(*session, *bench);
    CHECK(desk.view().name == "Euryth-bench");
    REQUIRE(waitUntil([&] { return desk.view().latest.contains(Channel::Depression); }));
    CHECK(desk.view().movesTip);
    const auto& workspace = session->workspace();
    // What streams past works nothing out; only a point that is kept does.
    (void)workspace.analysis();
    const int worked = workspace.work().analyses;
    int looks = 0;
    QObject::connect(&desk, &app::InstrumentDesk::changed, &desk, [&] { ++looks; });
    REQUIRE(waitUntil([&] { return looks > 10; }));
    (void)workspace.analysis();
    CHECK(workspace.work().analyses == worked);
    const auto sets = [&] { return workspace.job().ports[0].probes.size(); };
    const std::size_t before = sets();
    REQUIRE(desk.takeSet().isEmpty());
    CHECK(desk.view().phase);
    // It is in the job from the start, of the plan's state, on the bench at work.
    REQUIRE(sets() == before + 1);
    CHECK(workspace.job().ports[0].probes.back().bench == "main");
    REQUIRE(desk.inHand());
    CHECK(desk.inHand()->set == before);
    session->workspace().choosePort(1);  // whatever is chosen meanwhile
    REQUIRE(waitUntil([&] { return !desk.view().phase; }));
    const job::ProbeSet set = workspace.job().ports[0].probes.back();
    CHECK(*set.stationS == demoJob().ports[0].stations[9].s);
    CHECK(readIn(set) == 9);
    CHECK(set.lift);
    CHECK(set.depression);
    CHECK(set.benchFlow);
    CHECK(set.instrument.starts_with("Euryth-bench"));
    CHECK_FALSE(desk.inHand());
    session->document().undoStack().undo();  // all of its points are one step
    CHECK(sets() == before);
    // A station that is taken away meanwhile takes the set with it, and the taking ends.
    session->workspace().choosePort(0);
    REQUIRE(desk.takeSet().isEmpty());
    REQUIRE(session->document()
                .edit("no station",
                      [](job::Job& j) {
                          auto& first = j.ports[0];
                          first.stations.erase(first.stations.begin() + 9);
                          std::erase_if(first.probes, [](const auto& s) { return inMm(*s.stationS) == 80; });
                      })
                .isEmpty());
    REQUIRE(waitUntil([&] { return !desk.view().phase; }));
    CHECK_FALSE(desk.doubts().isEmpty());
    // What was said can be kept, and played back.
    const QString log = QString::fromStdString((folder.path() / "said.log").string());
    std::optional<QString> saved;
    QObject::connect(&desk, &app::InstrumentDesk::logSaved, &desk, [&](const QString& problem) { saved = problem; });
    desk.saveLog(log);
    REQUIRE(waitUntil([&] { return saved.has_value(); }));
    CHECK(saved->isEmpty());
    desk.connectTo(QStringLiteral("log:") + log);
    REQUIRE(waitUntil([&] { return desk.view().name == "Euryth-bench"; }));
    connectAndWait(*session, *bench);
    // Pulled out while it is read, and back again.
    bench.reset();
    REQUIRE(waitUntil([&] { return !desk.view().connected; }));
    CHECK_FALSE(desk.view().trouble.empty());
    bench = std::make_unique<ServedBench>(doorOrFail(sim::socketDoor(path)));
    REQUIRE(waitUntil([&] { return desk.isReady(); }));
    desk.disconnect();
    CHECK_FALSE(desk.isOn());
    CHECK(desk.view().name.isEmpty());
}

TEST_CASE("killed after any point, the session goes on with the points that are left")
{
    const TempFolder folder;
    const ServedBench bench(doorOrFail(sim::socketDoor((folder.path() / "bench.socket").string())));
    job::Job job = demoJob();
    job.ports[0].probes.clear();
    job.ports[0].probePlan = {};
    for (std::size_t read = 0; read < 9; ++read) {
        // What a crash leaves is the job as it was after the last point.
        const auto session = sessionWith(job);
        app::InstrumentDesk& desk = session->instrument();
        connectAndWait(*session, bench);
        REQUIRE((read == 0 ? desk.takeSet() : desk.goOn()).isEmpty());
        REQUIRE(waitUntil([&] { return readIn(session->workspace().job().ports[0].probes[0]) > read; }));
        job = session->workspace().job();
        // No more than one came in between two looks, or the count goes on from there.
        read = readIn(job.ports[0].probes[0]) - 1;
    }
    REQUIRE(job.ports[0].probes.size() == 1);
    CHECK(readIn(job.ports[0].probes[0]) == 9);
    CHECK(job.ports[0].probes[0].lift);
    const auto session = sessionWith(job);
    connectAndWait(*session, bench);
    CHECK_FALSE(session->instrument().goOn().isEmpty());  // nothing is left
}

TEST_CASE("a set that is stopped keeps what was read, points are passed over and taken anew")
{
    const TempFolder folder;
    const ServedBench bench(doorOrFail(sim::socketDoor((folder.path() / "bench.socket").string())));
    const auto session = sessionWith(demoJob());
    app::InstrumentDesk& desk = session->instrument();
    connectAndWait(*session, bench);
    const auto set = [&]() -> const job::ProbeSet& { return session->workspace().job().ports[0].probes.back(); };
    // Only a key takes, so that the set does not run away from the test.
    desk.takeWhenSteady(false);
    REQUIRE(desk.takeSet().isEmpty());
    REQUIRE(waitUntil([&] {
        desk.press();
        return readIn(set()) >= 2;
    }));
    const std::size_t before = desk.view().point;
    desk.skip();
    REQUIRE(waitUntil([&] { return desk.view().point > before; }));
    desk.stopSet();
    CHECK_FALSE(desk.view().phase);
    CHECK(readIn(set()) >= 2);
    CHECK(readIn(set()) < 9);
    desk.takeWhenSteady(true);
    // Gone on with, all are there.
    REQUIRE(desk.goOn().isEmpty());
    REQUIRE(waitUntil([&] { return !desk.view().phase; }));
    CHECK(readIn(set()) == 9);
    // One of them anew.
    const auto earlier = set().readings[4];
    REQUIRE(desk.retake(4).isEmpty());
    REQUIRE(waitUntil([&] { return !desk.view().phase; }));
    CHECK(set().readings[4].impact);
    CHECK(set().readings[4] != earlier);
    CHECK(set().readings[3].isRead());
    CHECK_FALSE(desk.retake(99).isEmpty());
    session->document().undoStack().undo();
    CHECK(set().readings[4] == earlier);
}

TEST_CASE("a lift that the plan wants is set where the instrument moves the valve")
{
    const TempFolder folder;
    const ServedBench bench(doorOrFail(sim::socketDoor((folder.path() / "bench.socket").string())));
    const auto session = sessionWith(demoJob());
    connectAndWait(*session, bench);
    REQUIRE(session->instrument().view().movesLift);
    REQUIRE(session->instrument().takeSet(lengthFromMm(7)).isEmpty());
    REQUIRE(waitUntil([&] { return !session->instrument().view().phase; }));
    CHECK(inMm(*session->workspace().job().ports[0].probes.back().lift) == Approx(7).margin(0.2));
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
