// SPDX-License-Identifier: GPL-3.0-or-later
// A whole plan taken from the simulated bench by keys only.
#include "support/window_fixture.hpp"

#include <QLineEdit>

#include "app/instrument_desk.hpp"
#include "kit/parts.hpp"
#include "probe/probe_page.hpp"
#include "support/served_bench.hpp"
#include "support/wait_until.hpp"

TEST_CASE("a plan is taken from the simulated bench by keys only, and the choke is told")
{
    const TempFolder folder;
    const ServedBench bench(doorOrFail(sim::socketDoor((folder.path() / "bench.socket").string())));
    WindowFixture f;
    f.workspace.choosePort(0);
    // No set that was typed: what is found comes from the bench alone.
    REQUIRE(f.workspace.document().apply("no sets", [](job::Job& j) {
        j.ports[0].probes.clear();
        j.ports[0].probePlan = {};
    }));
    f.workspace.chooseStation(9);
    f.trigger(widgets::stageCommand(calls::Stage::Probe));
    auto* page = f.find<widgets::ProbePage>("probePage");
    page->showView(widgets::ProbePage::View::Session);
    f.settle();
    const auto status = [&] { return f.find<QLabel>("instrumentStatus")->text(); };
    CHECK(status().startsWith("No instrument"));
    CHECK(f.find<QPushButton>("instrumentSimulated")->isVisible());
    auto* address = f.find<QWidget>("instrumentAddress")->findChild<QLineEdit*>();
    REQUIRE(address);
    address->setFocus();
    f.typeAndEnter(QString::fromStdString(bench.address()));
    REQUIRE(waitUntil([&] { return f.session.instrument().isReady(); }));
    CHECK_FALSE(f.find<QPushButton>("instrumentSimulated")->isVisible());
    CHECK(f.find<QPushButton>("instrumentConnect")->toolTip().contains("impact: resolves 1 Pa, right within 15 Pa"));
    // One key begins the plan: there is none, so that the usual one is taken. Each key begins the next round.
    for (std::size_t round = 0; round < 3; ++round) {
        f.press(Qt::Key_Return, Qt::ControlModifier);
        // The bench is a hundred times as fast as a real one: the set may be there before one can look.
        REQUIRE(waitUntil(
            [&] { return f.workspace.port()->probes.size() == round + 1 && !f.session.instrument().view().phase; }));
        f.settle();
        REQUIRE(f.workspace.port()->probes.size() == round + 1);
    }
    CHECK(f.workspace.port()->probePlan.places.size() == 3);
    CHECK(f.told.isEmpty());
    f.press(Qt::Key_Return, Qt::ControlModifier);
    CHECK(f.told.size() == 1);  // the plan is done
    const auto& calls = f.workspace.callsOf(0);
    const auto choke = std::ranges::find_if(calls, [](const calls::Call& c) { return c.key == "choke"; });
    REQUIRE(choke != calls.end());
    CHECK(choke->s == f.workspace.port()->stations[9].s);
    auto* connectButton = f.find<QPushButton>("instrumentConnect");
    connectButton->setFocus();
    f.press(Qt::Key_Space);
    CHECK(status().startsWith("No instrument"));
}
