// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "app/session.hpp"
#include "support/demo.hpp"
#include "support/made_run.hpp"

using namespace euryth;
using analysis::SpeedSource;

TEST_CASE("a session judges ports by whose speeds are chosen, as soon as they are known")
{
    app::Session session;
    session.document().reset(demoJob(), {});
    auto& workspace = session.workspace();
    int refreshes = 0;
    QObject::connect(&workspace, &app::Workspace::refreshed, &workspace, [&] { ++refreshes; });
    CHECK(workspace.analysis().speedsMissing.empty());
    workspace.setSpeedSource(SpeedSource::Viscous);
    CHECK(workspace.analysis().speedsMissing.id() == "missing.run");

    refreshes = 0;
    const auto shape = port_field::shapeOf(workspace.job().ports[0], workspace.analysisOf(0));
    session.runs().take(madeRun("I1", *shape, port_field::Quality::Coarse));
    CHECK(refreshes > 0);
    CHECK(workspace.analysis().speedsMissing.empty());
    CHECK(workspace.analysis().speedsFrom.id() == "speeds.viscous");

    workspace.setSpeedSource(SpeedSource::Instant);
    CHECK_FALSE(workspace.analysis().speedsMissing.empty());
    session.virtualProbe().setSeen(true);
    session.virtualProbe().solver().finish();
    CHECK(workspace.analysis().speedsFrom.id() == "speeds.instant");
    workspace.setSpeedSource(SpeedSource::Readings);
    CHECK(workspace.analysis().speedsFrom.id() == "speeds.readings");
}

TEST_CASE("two sessions do not know of each other")
{
    app::Session one;
    app::Session two;
    one.document().reset(demoJob(), {});
    two.document().reset(demoFour(), {});
    one.workspace().choosePort(1);
    CHECK(two.workspace().portIndex() == std::size_t{0});
    const std::string title = two.workspace().job().title;
    REQUIRE(one.document().apply("title", [](job::Job& j) { j.title = "Another"; }));
    CHECK(two.workspace().job().title == title);
    CHECK_FALSE(two.document().undoStack().canUndo());
}
