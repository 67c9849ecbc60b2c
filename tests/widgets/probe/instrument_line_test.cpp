// SPDX-License-Identifier: GPL-3.0-or-later
// A whole set taken from the simulated bench by keys only.
#include "support/window_fixture.hpp"

#include <QLineEdit>

#include "kit/parts.hpp"
#include "support/served_bench.hpp"
#include "support/wait_until.hpp"

TEST_CASE("a set is taken from the simulated bench by keys only, and its choke is told")
{
    const TempFolder folder;
    const ServedBench bench(doorOrFail(sim::socketDoor((folder.path() / "bench.socket").string())));
    WindowFixture f;
    f.workspace.choosePort(0);
    // No set that was typed: what is found comes from the bench alone.
    REQUIRE(f.workspace.document().apply("no sets", [](job::Job& j) { j.ports[0].probes.clear(); }));
    f.workspace.chooseStation(9);
    f.trigger(widgets::stageCommand(calls::Stage::Probe));
    const auto status = [&] { return f.find<QLabel>("instrumentStatus")->text(); };
    CHECK(status().startsWith("No instrument"));
    auto* address = f.find<QWidget>("instrumentAddress")->findChild<QLineEdit*>();
    REQUIRE(address);
    address->setFocus();
    f.typeAndEnter(QString::fromStdString(bench.address()));
    auto* take = f.find<QPushButton>("instrumentTake");
    REQUIRE(waitUntil([&] { return take->isEnabled(); }));
    take->setFocus();
    f.press(Qt::Key_Space);
    CHECK(take->text() == "Stop the set");
    REQUIRE(waitUntil([&] { return !f.workspace.port()->probes.empty(); }));
    f.settle();
    CHECK(take->text() == "Take nine here");
    const auto& calls = f.workspace.callsOf(0);
    const auto choke = std::ranges::find_if(calls, [](const calls::Call& c) { return c.key.starts_with("choke"); });
    REQUIRE(choke != calls.end());
    CHECK(choke->s == f.workspace.port()->stations[9].s);
    auto* connectButton = f.find<QPushButton>("instrumentConnect");
    connectButton->setFocus();
    f.press(Qt::Key_Space);
    CHECK(status().startsWith("No instrument"));
}
