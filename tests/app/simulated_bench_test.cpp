// SPDX-License-Identifier: GPL-3.0-or-later
// The bench that ships as a child of the window: it becomes the instrument, and ends when it is told to.
#include <catch2/catch.hpp>

#include <QFileInfo>

#include "app/session.hpp"
#include "support/demo.hpp"
#include "support/wait_until.hpp"

using namespace euryth;

TEST_CASE("the simulated bench starts, is the instrument, and ends")
{
    const QString sim = QStringLiteral(EURYTH_SIM);
    REQUIRE(QFileInfo(sim).isExecutable());
    qputenv("EURYTH_SIM", sim.toUtf8());
    app::Session session;
    session.document().reset(demoJob(), {});
    session.workspace().choosePort(0);
    CHECK(app::SimulatedBench::program() == sim);
    app::SimulatedBench& bench = session.simulatedBench();
    QString failed;
    QObject::connect(&bench, &app::SimulatedBench::failed, &bench, [&](const QString& why) { failed = why; });
    bench.start(session.workspace().job(), "I1", 7);
    REQUIRE(waitUntil([&] { return session.instrument().isReady() || !failed.isEmpty(); }));
    CHECK(failed.toStdString().empty());
    CHECK(session.instrument().view().movesTip);
    CHECK(session.instrument().view().movesLift);
    bench.stop();
    CHECK_FALSE(bench.isOn());
    REQUIRE(waitUntil([&] { return !session.instrument().isReady(); }));
    // A port that there is not: told, not waited for without end.
    bench.start(session.workspace().job(), "X9", 7);
    REQUIRE(waitUntil([&] { return !failed.isEmpty(); }));
    CHECK(failed.contains("door"));
}
