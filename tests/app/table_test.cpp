// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <QAbstractItemModelTester>
#include <QSignalSpy>

#include "app/entry_table.hpp"
#include "support/demo.hpp"
#include "support/qt_strings.hpp"

using namespace euryth;
using app::EntryTable;
using app::ProbeTable;
using app::StationTable;

namespace {

struct Bench {
    app::Workspace workspace;
    Bench() { workspace.document().reset(demoJob(), {}); }
    void inch() { workspace.setUnits({units::System::Inch, '.'}); }
};

QString cell(const EntryTable& table, int row, int column) { return table.index(row, column).data().toString(); }
bool type(EntryTable& table, int row, int column, const QString& text)
{
    return table.setData(table.index(row, column), text, Qt::EditRole);
}

}  // namespace

TEST_CASE("the sections table shows, takes and converts measurements")
{
    Bench bench;
    StationTable table(bench.workspace, StationTable::Columns::Sections);
    const QAbstractItemModelTester tester(&table, QAbstractItemModelTester::FailureReportingMode::Fatal);
    CHECK(table.rowCount() == 13);
    CHECK(cell(table, 4, 1) == "30.80");
    const QString area = cell(table, 4, StationTable::kAreaColumn);
    CHECK(type(table, 4, 1, "32"));
    CHECK(cell(table, 4, StationTable::kAreaColumn) != area);
    CHECK(type(table, 4, 1, "1 1/4in"));
    CHECK(cell(table, 4, 1) == "31.75");
    bench.inch();
    CHECK(cell(table, 4, 1) == "1.250");
    CHECK(type(table, 4, 1, "1.250+0.010"));
    CHECK(cell(table, 4, 1) == "1.260");
    bench.workspace.document().undoStack().undo();
    CHECK(cell(table, 4, 1) == "1.250");
    CHECK_FALSE(table.flags(table.index(4, StationTable::kAreaColumn)) & Qt::ItemIsEditable);
}

TEST_CASE("a refused text stays in its cell with the reason, and nothing is computed from it")
{
    Bench bench;
    StationTable table(bench.workspace, StationTable::Columns::Sections);
    QSignalSpy refused(&table, &EntryTable::refused);
    const job::Job before = bench.workspace.job();
    struct Row {
        QString text;
        QString says;
    };
    for (const auto& [text, says] :
         {Row{"wide", "a number is missing"}, Row{"-2", "must be over 0, is -2 mm"}, Row{"20", "must fit the roof"},
          Row{"12 cc", "\"cc\" is a volume"}, Row{"", "a value is needed"}}) {
        CHECK_FALSE(type(table, 4, 1, text));
        CHECK(cell(table, 4, 1) == text);
        CHECK(table.index(4, 1).data(EntryTable::RefusedRole).toBool());
        const QString reason = table.index(4, 1).data(EntryTable::ReasonRole).toString();
        CAPTURE(reason);
        CHECK(reason.contains(says));
        CHECK(bench.workspace.job() == before);
    }
    CHECK(refused.count() == 5);
    table.dismiss(table.index(4, 1));
    CHECK(cell(table, 4, 1) == "30.80");
    CHECK_FALSE(table.hasRefused());
}

TEST_CASE("typing what is shown does not replace finer digits")
{
    Bench bench;
    bench.inch();
    StationTable table(bench.workspace, StationTable::Columns::Sections);
    CHECK(type(table, 4, 1, cell(table, 4, 1)));
    CHECK_FALSE(bench.workspace.document().undoStack().canUndo());
}

TEST_CASE("an emptied wall is unknown, and what is cut there with it")
{
    Bench bench;
    StationTable table(bench.workspace, StationTable::Columns::Walls);
    REQUIRE(bench.workspace.analysis().cut->depths[4][0] > Length{});
    CHECK(type(table, 4, 1, ""));
    CHECK(cell(table, 4, 1) == QString::fromUtf8("–"));
    CHECK(table.index(4, 1).data(EntryTable::UnknownRole).toBool());
    CHECK_FALSE(bench.workspace.port()->stations[4].wall.at[0]);
    CHECK(bench.workspace.analysis().cut->depths[4][0] == Length{});
}

TEST_CASE("the tables follow the chosen port and station")
{
    Bench bench;
    bench.workspace.document().reset(demoOneMeasured(), {});
    StationTable table(bench.workspace, StationTable::Columns::Sections);
    bench.workspace.chooseStation(7);
    CHECK(table.chosen()->row() == 7);
    table.choose(table.index(3, 2));
    CHECK(bench.workspace.station() == 3);
    bench.workspace.choosePort(1);
    CHECK(table.rowCount() == 0);
    CHECK_FALSE(table.chosen());
}

TEST_CASE("the probe table lies as the section lies: roof on top, left on the left")
{
    Bench bench;
    ProbeTable table(bench.workspace);
    const QAbstractItemModelTester tester(&table, QAbstractItemModelTester::FailureReportingMode::Fatal);
    bench.workspace.chooseProbe(1);
    REQUIRE(table.rowCount() == 3);
    REQUIRE(table.columnCount() == 3);
    CHECK(table.headerData(0, Qt::Vertical, Qt::DisplayRole).toString() == "roof");
    CHECK(table.headerData(0, Qt::Horizontal, Qt::DisplayRole).toString() == "left");
    CHECK(cell(table, 0, 0) == "52.4");
    CHECK(cell(table, 2, 1) == "93.6");
    CHECK(cell(table, 2, 2) == "74.5");
    table.choose(table.index(2, 1));
    CHECK(bench.workspace.point() == 7);
    CHECK(*table.chosen() == table.index(2, 1));
}

TEST_CASE("a reading is a speed, or a pitot's pressure with its unit")
{
    Bench bench;
    bench.workspace.chooseProbe(0);
    ProbeTable table(bench.workspace);
    CHECK(type(table, 0, 0, "300 ft/s"));
    CHECK(cell(table, 0, 0) == "91.4");
    CHECK(type(table, 0, 0, "17.5 inH2O"));
    const job::Reading& reading = bench.workspace.port()->probes[0].readings[0];
    CHECK_FALSE(reading.speed);
    CHECK(inInchOfWater(*reading.impact) == Approx(17.5));
    CHECK(cell(table, 0, 0).toDouble() == Approx(85.9).margin(0.5));
    CHECK_FALSE(type(table, 0, 0, "17 apples"));
    CHECK(table.index(0, 0).data(EntryTable::ReasonRole).toString().contains("apples"));
    CHECK(type(table, 0, 1, ""));
    CHECK_FALSE(bench.workspace.port()->probes[0].readings[1].speed);
}

TEST_CASE("points that form no grid are listed by name")
{
    Bench bench;
    bench.workspace.document().apply("free", [](job::Job& j) { j.ports[0].probes[0].readings.resize(5); });
    bench.workspace.chooseProbe(0);
    ProbeTable table(bench.workspace);
    CHECK(table.rowCount() == 5);
    CHECK(table.columnCount() == 1);
    CHECK(table.headerData(3, Qt::Vertical, Qt::DisplayRole).toString() == "left");
    CHECK(type(table, 3, 0, "70"));
    CHECK(inMps(*bench.workspace.port()->probes[0].readings[3].speed) == Approx(70));
}
