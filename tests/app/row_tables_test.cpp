// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <QAbstractItemModelTester>

#include "app/engine_results.hpp"
#include "app/row_tables.hpp"
#include "support/demo.hpp"
#include "support/qt_strings.hpp"
#include "support/words.hpp"

using namespace euryth;
using app::EntryTable;

namespace {

struct Bench {
    app::Workspace workspace;
    Bench() { workspace.document().reset(demoJob(), {}); }
    void edit(const std::function<void(job::Job&)>& change) { CHECK(workspace.document().apply("edit", change)); }
};

QString cell(const EntryTable& table, int row, int column) { return table.index(row, column).data().toString(); }
bool type(EntryTable& table, int row, int column, const QString& text)
{
    return table.setData(table.index(row, column), text, Qt::EditRole);
}

}  // namespace

TEST_CASE("the seat table: typed angles and widths, worked-out diameters that cannot be typed")
{
    Bench bench;
    bench.workspace.document().reset(demoOneMeasured(), {});
    const std::unique_ptr<app::RowTable> table(app::makeSeatTable(bench.workspace, nullptr));
    const QAbstractItemModelTester tester(table.get(), QAbstractItemModelTester::FailureReportingMode::Fatal);
    REQUIRE(table->rowCount() == 4);
    CHECK(cell(*table, 1, 0) == "45.0");
    CHECK(cell(*table, 1, 2) == "44.50");
    CHECK_FALSE(table->flags(table->index(1, 2)) & Qt::ItemIsEditable);
    CHECK(type(*table, 1, 1, "1.3"));
    CHECK(cell(*table, 1, 3) == QString::number(44.5 - 2 * 1.3 * std::sqrt(0.5), 'f', 2));
    CHECK_FALSE(type(*table, 1, 0, "95"));
    CHECK(cell(*table, 1, 0) == "95");  // stays as typed, with the reason
    CHECK(table->index(1, 0).data(EntryTable::ReasonRole).toString().contains("at most 90"));
    table->dismiss(table->index(1, 0));
    CHECK(cell(*table, 1, 0) == "45.0");
    CHECK(type(*table, 2, 1, ""));  // unknown: then nothing can be placed
    CHECK(cell(*table, 0, 2) == QString::fromUtf8("–"));
    bench.workspace.choosePort(1);
    CHECK(table->rowCount() == 0);
    bench.workspace.document().undoStack().undo();
    bench.workspace.choosePort(0);
    CHECK(table->rowCount() == 4);
}

TEST_CASE("the chamber table: whole cylinders, volumes, and the ratio once everything is known")
{
    Bench bench;
    bench.edit([](job::Job& job) {
        job.chambers.clear();
        job.engine.gasketBore.reset();
    });
    const std::unique_ptr<app::RowTable> table(app::makeChamberTable(bench.workspace, nullptr));
    CHECK(table->rowCount() == 0);
    bench.edit([](job::Job& job) { job.chambers.resize(2); });
    REQUIRE(table->rowCount() == 2);
    CHECK(type(*table, 0, 0, "1"));
    CHECK_FALSE(type(*table, 1, 0, "2.5"));
    CHECK(type(*table, 0, 1, "42.5"));
    CHECK(cell(*table, 0, 2) == QString::fromUtf8("–"));
    bench.edit([](job::Job& job) {
        job.engine.gasketBore = lengthFromMm(96);
        job.engine.gasketThickness = lengthFromMm(1);
        job.engine.deckClearance = Length{};
        job.engine.pistonDish = Volume{};
    });
    // 499.67 swept over 42.5 + 7.238.
    CHECK(cell(*table, 0, 2) == "11.05");
    CHECK(cell(*table, 1, 2) == QString::fromUtf8("–"));
    bench.edit([](job::Job& job) { job.engine.pistonDish = volumeFromCc(-60); });  // more dome than room
    CHECK(cell(*table, 0, 2) == QString::fromUtf8("–"));
}

TEST_CASE("the outline table follows the station, and needs every coordinate")
{
    Bench bench;
    const std::unique_ptr<app::RowTable> table(app::makeOutlineTable(bench.workspace, nullptr));
    CHECK(table->rowCount() == 0);
    bench.edit([](job::Job& job) {
        auto& section = job.ports[0].stations[3].section;
        section.kind = job::SectionKind::Outline;
        section.points = {{0.016, 0.017}, {-0.016, 0.017}, {-0.016, -0.017}, {0.016, -0.017}};
    });
    bench.workspace.chooseStation(3);
    REQUIRE(table->rowCount() == 4);
    CHECK(cell(*table, 2, 0) == "-16.00");
    CHECK(type(*table, 2, 0, "-15.5"));
    CHECK(bench.workspace.port()->stations[3].section.points[2].left == Approx(-0.0155));
    CHECK_FALSE(type(*table, 2, 0, ""));
    CHECK(table->index(2, 0).data(EntryTable::ReasonRole).toString().contains("needed"));
    CHECK_FALSE(type(*table, 0, 0, "-40"));  // would cross itself
    CHECK(table->index(0, 0).data(EntryTable::ReasonRole).toString().contains("cross"));
    CHECK(table->meaningOf(table->index(0, 1)) == std::pair<QString, QString>("roof", "mm"));
    bench.workspace.chooseStation(4);
    CHECK(table->rowCount() == 0);
}

TEST_CASE("the engine's results are worked out once for each job and port")
{
    using Who = app::EngineResults::Who;
    Bench bench;
    bench.workspace.document().reset(demoOneMeasured(), {});
    app::EngineResults results(bench.workspace);
    const auto* first = &*results.finish();
    REQUIRE(first->curves.size() == 2);
    CHECK(first->curves[0].who == Who::AsItIs);
    CHECK(first->curves[1].who == Who::Plan);
    const auto filling = [&] { return results.finish()->curves.front().run.filling.volumetricEfficiency; };
    const double before = filling();
    CHECK(&*results.finish() == first);  // nothing was worked out again
    CHECK(first->curves[0].sweep.size() == 17);
    CHECK(inRpm(first->curves[0].sweep.front().rpm) == Approx(7000.0 / 3));
    CHECK(first->curves[0].onEngine.stations[4].mach > first->curves[0].onBench.stations[4].mach);
    // The plan opens the pinch: its air is slower there.
    CHECK(first->curves[1].onBench.stations[4].mach < first->curves[0].onBench.stations[4].mach);
    REQUIRE(first->shiftRpm);
    CHECK(first->curves[0].shift->filling.meanFlow > first->curves[0].run.filling.meanFlow);
    bench.edit([](job::Job& job) { job.engine.peakRpm = rotationFromRpm(9000); });
    CHECK(filling() < before);
    bench.workspace.document().undoStack().undo();
    CHECK(filling() == Approx(before));
    bench.workspace.choosePort(1);
    CHECK(idsIn(results.finish().missing) ==
          std::vector<std::string>{"list", "missing.two-stations", "missing.flow-or-valve"});
    bench.workspace.choosePort(0);
    bench.edit([](job::Job& job) { job.engine.peakRpm.reset(); });
    CHECK(results.finish().missing.id() == "missing.peak-rpm");
}

TEST_CASE("results from before stay until the new ones arrive, but never another port's")
{
    Bench bench;
    app::EngineResults results(bench.workspace);
    int arrived = 0;
    QObject::connect(&results, &app::EngineResults::arrived, [&] { ++arrived; });
    CHECK_FALSE(results.get());
    CHECK(results.isWorking());
    const double before = results.finish()->curves.front().run.filling.volumetricEfficiency;
    CHECK(arrived > 0);
    CHECK_FALSE(results.isWorking());
    bench.edit([](job::Job& job) { job.engine.peakRpm = rotationFromRpm(9000); });
    REQUIRE(results.get());
    CHECK(results.isWorking());
    CHECK(results.get()->curves.front().run.filling.volumetricEfficiency == before);
    // A second change does not wait for the answer to the first.
    bench.edit([](job::Job& job) { job.engine.peakRpm = rotationFromRpm(5000); });
    CHECK(results.finish()->rpm == rotationFromRpm(5000));
    bench.workspace.choosePort(1);
    CHECK_FALSE(results.get());
    CHECK(results.isWorking());
    // Whoever leaves while it works does not have to wait for all of it, and nothing arrives any more.
}

TEST_CASE("another port stands beside the chosen one, and says what it lacks")
{
    using Who = app::EngineResults::Who;
    Bench bench;
    bench.workspace.document().reset(demoOneMeasured(), {});
    app::EngineResults results(bench.workspace);
    results.setOther(2);
    CHECK(results.finish()->curves.back().who == Who::Plan);
    CHECK_FALSE(results.finish()->otherMissing.empty());  // I2 of the demo is not measured
    bench.edit([](job::Job& job) { job.ports[2].stations = job.ports[0].stations; });
    bench.edit([](job::Job& job) { job.ports[2].valve = job.ports[0].valve; });
    const auto& curves = results.finish()->curves;
    REQUIRE(curves.size() == 3);
    CHECK(curves.back().who == Who::Other);
    CHECK(curves.back().name == "I2");
    CHECK(curves.back().onBench.flow.si() == Approx(curves.front().onBench.flow.si()).epsilon(0.02));
    results.setOther(0);  // the port itself is no other port
    CHECK(results.finish()->curves.size() == 2);
}

TEST_CASE("a wall's column and the section shown move together")
{
    Bench bench;
    app::StationTable walls(bench.workspace, app::StationTable::Columns::Walls);
    CHECK_FALSE(walls.choosesColumn());
    walls.choose(walls.index(5, 3));
    CHECK(bench.workspace.station() == 5);
    CHECK(bench.workspace.sector() == geometry::Sector::Right);
    CHECK(walls.chosen() == walls.index(5, 3));
    CHECK(walls.choosesColumn());
    walls.choose(walls.index(6, 0));
    CHECK_FALSE(bench.workspace.sector());
    CHECK(walls.meaningOf(walls.index(0, 5)) == std::pair<QString, QString>("floor", "mm"));
}
