// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <QSignalSpy>

#include "app/edits.hpp"
#include "app/workspace.hpp"
#include "support/demo.hpp"
#include "support/qt_strings.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;
using app::Document;

namespace {

void widen(job::Job& job, double mm) { job.ports[0].stations[0].section.shape.width = lengthFromMm(mm); }
double width(const Document& d) { return inMm(d.job().ports[0].stations[0].section.shape.width); }

}  // namespace

TEST_CASE("an edit can be undone and made again, and saving makes the job clean")
{
    Document document;
    document.reset(demoJob(), {});
    CHECK_FALSE(document.isDirty());
    CHECK(document.apply("widen", [](auto& j) { widen(j, 38); }));
    CHECK(width(document) == Approx(38));
    CHECK(document.isDirty());
    document.undoStack().undo();
    CHECK(document.job() == demoJob());
    CHECK_FALSE(document.isDirty());
    document.undoStack().redo();
    CHECK(width(document) == Approx(38));

    const TempFolder folder;
    const QString path = QString::fromStdString(folder.path() / "a job.euryth.json");
    CHECK(document.saveAs(path).isEmpty());
    CHECK_FALSE(document.isDirty());
    Document other;
    const job::Job saved = document.job();
    document.reset({}, {});  // gives the file up
    CHECK(other.open(path).isEmpty());
    CHECK(other.job() == saved);
}

TEST_CASE("an edit that breaks the job is refused with the reason, and nothing happens")
{
    Document document;
    document.reset(demoJob(), {});
    const QString reason = document.edit("narrow", [](auto& j) { widen(j, 20); });
    CHECK(reason.toStdString().find("must fit the roof") == 0);
    CHECK(document.job() == demoJob());
    CHECK_FALSE(document.undoStack().canUndo());
}

TEST_CASE("whoever has no place for a reason leaves it to the document to tell")
{
    Document document;
    document.reset(demoJob(), {});
    QStringList told;
    QObject::connect(&document, &Document::refused, [&](const QString& reason) { told << reason; });
    CHECK_FALSE(document.apply("narrow", [](auto& j) { widen(j, 20); }));
    REQUIRE(told.size() == 1);
    CHECK(told[0].startsWith("must fit the roof"));
    CHECK(document.job() == demoJob());
    CHECK(document.apply("widen", [](auto& j) { widen(j, 38); }));
    CHECK(document.apply("nothing", [](auto&) {}));
    CHECK(told.size() == 1);
}

TEST_CASE("an edit that changes nothing leaves no step")
{
    Document document;
    document.reset(demoJob(), {});
    QSignalSpy changed(&document, &Document::changed);
    CHECK(document.apply("same", [](auto& j) { widen(j, 36.5); }));
    CHECK_FALSE(document.undoStack().canUndo());
    CHECK(changed.isEmpty());
}

TEST_CASE("the moves of one drag are one step, and a drag back to the start is none")
{
    Document document;
    document.reset(demoJob(), {});
    const int drag = document.newGroup();
    for (const double mm : {37.0, 38.0, 39.0})
        document.apply(
            "drag", [&](auto& j) { widen(j, mm); }, drag);
    CHECK(document.undoStack().count() == 1);
    const int second = document.newGroup();
    for (const double mm : {40.0, 39.0})
        document.apply(
            "drag", [&](auto& j) { widen(j, mm); }, second);
    CHECK(document.undoStack().count() == 1);
    document.undoStack().undo();
    CHECK(width(document) == Approx(36.5));
    {
        const Document::Transaction paste(document);
        document.apply("a", [](auto& j) { widen(j, 37); });
        document.apply("b", [](auto& j) { j.title = "x"; });
    }
    document.undoStack().undo();
    CHECK(document.job() == demoJob());
}

TEST_CASE("a file that cannot be opened leaves the open job alone")
{
    Document document;
    document.reset(demoJob(), {});
    CHECK_FALSE(document.open("/nowhere.json").isEmpty());
    CHECK(document.job() == demoJob());
    CHECK_FALSE(document.saveAs("/nowhere/at/all.json").isEmpty());
}

TEST_CASE("choosing one thing chooses what belongs to it, everywhere")
{
    app::Workspace workspace;
    workspace.document().reset(demoOneMeasured(), {});
    REQUIRE(workspace.portIndex() == 0);
    QSignalSpy chosen(&workspace, &app::Workspace::selectionChanged);
    workspace.chooseProbe(1);
    CHECK(workspace.station() == 9);
    workspace.chooseStation(4);
    CHECK(workspace.probe() == 0);
    workspace.stepStation(100);
    CHECK(workspace.station() == 12);
    workspace.choosePort(1);
    CHECK_FALSE(workspace.station());
    CHECK_FALSE(workspace.probe());
    CHECK(chosen.count() == 4);
    workspace.choosePort(77);
    CHECK(workspace.portIndex() == 1);
}

TEST_CASE("going to a call chooses its stage, station, set and point")
{
    app::Workspace workspace;
    workspace.document().reset(demoJob(), {});
    for (const calls::Call& call : workspace.callsOf(0)) {
        workspace.goTo(call);
        CHECK(workspace.stage() == call.stage);
        if (call.point)
            CHECK(workspace.point() == call.point);
        if (call.s)
            CHECK(workspace.port()->stations[*workspace.station()].s == *call.s);
    }
}

TEST_CASE("what was chosen stays valid when it goes away, and results follow the job")
{
    app::Workspace workspace;
    workspace.document().reset(demoJob(), {});
    workspace.chooseStation(12);
    const Volume before = workspace.analysis().areas->volume();
    workspace.document().apply("remove", [](job::Job& j) { app::removeStation(j.ports[0], 12); });
    CHECK(workspace.station() == 11);
    CHECK(workspace.analysis().areas->volume() < before);
    workspace.document().apply("all", [](job::Job& j) { j.ports.clear(); });
    CHECK_FALSE(workspace.portIndex());
    CHECK_FALSE(workspace.analysis().areas);
}

TEST_CASE("stations and probe sets are added and removed")
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    CHECK(app::addStation(port, 4) == 5);
    CHECK(inMm(port.stations[5].s) == Approx(40.5));
    CHECK(port.stations[5].section == port.stations[4].section);
    CHECK_FALSE(port.stations[5].wall.at[0]);  // walls are measured, not copied
    CHECK(inMm(port.stations[app::addStation(port, 13)].s) == Approx(112));
    const std::size_t probes = port.probes.size();
    const std::size_t set = app::addProbeSet(job, port, 5);
    CHECK(port.probes[set].id == "P4");
    CHECK(port.probes[set].readings.size() == 9);
    app::removeStation(port, 5);
    CHECK(port.probes.size() == probes);  // the set that was taken there goes with it
    // Those that were taken elsewhere get an id that is free where theirs is taken, or is none.
    std::vector<job::ProbeSet> taken{port.probes[0], {}, {}};
    taken[1].id = "bench 2";
    CHECK(app::addProbeSets(port, taken) == probes);
    CHECK(port.probes[probes].id == "P4");
    CHECK(port.probes[probes + 1].id == "bench 2");
    CHECK(port.probes[probes + 2].id == "P5");
    job::Port empty;
    CHECK(app::addStation(empty, 0) == 0);
    CHECK(empty.stations.size() == 1);
    app::acceptCall(port, "choke", "known");
    app::acceptCall(port, "choke", "known better");
    REQUIRE(port.accepted.size() == 1);
    CHECK(port.accepted[0].reason == "known better");
    app::acceptCall(port, "choke", "");
    CHECK(port.accepted.empty());
}
