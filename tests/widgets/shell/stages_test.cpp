// SPDX-License-Identifier: GPL-3.0-or-later
// The stages driven as a person drives them: by keys, mouse and what is on screen.
#include "support/window_fixture.hpp"

#include <algorithm>

#include <QAbstractItemModel>
#include <QClipboard>
#include <QGuiApplication>

#include "cut/cut_page.hpp"
#include "kit/choice_edit.hpp"
#include "kit/engine_canvases.hpp"
#include "kit/loft_canvas.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "shape/shape_page.hpp"
#include "survey/survey_page.hpp"

using widgets::CommandId;

namespace {

/// Puts the hand on a cell of a table.
void goTo(widgets::EntryView* view, int row, int column)
{
    view->setFocus();
    view->setCurrentIndex(view->model()->index(row, column));
    WindowFixture::settle();
}

}  // namespace

TEST_CASE("Survey: type a section, see the area change, undo")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    auto* table = f.find<widgets::EntryView>("sectionTable");
    goTo(table, 4, 1);
    CHECK(f.text("netArea") == QString::fromUtf8("937 mm²"));
    f.typeAndEnter("32");
    CHECK(f.text("netArea") == QString::fromUtf8("978 mm²"));
    CHECK(table->currentIndex() == table->model()->index(4, 2));  // the hand goes on to the height
    f.typeAndEnter("1 3/8in");
    CHECK(inMm(f.workspace.port()->stations[4].section.shape.height) == Approx(34.925));
    f.press(Qt::Key_Z, Qt::ControlModifier);
    f.press(Qt::Key_Z, Qt::ControlModifier);
    CHECK(f.workspace.job() == demoJob());
    CHECK(f.text("netArea") == QString::fromUtf8("937 mm²"));
}

TEST_CASE("Survey: what cannot be read stays in the cell with the reason, and Escape takes it back")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    auto* table = f.find<widgets::EntryView>("sectionTable");
    goTo(table, 4, 1);
    f.typeAndEnter("-3");
    CHECK(table->currentIndex() == table->model()->index(4, 1));  // the hand stays where the trouble is
    CHECK(table->currentIndex().data().toString() == "-3");
    CHECK(f.find<QLabel>("surveyMessage")->text().contains("must be over 0, is -3 mm"));
    CHECK(f.workspace.job() == demoJob());
    f.press(Qt::Key_Escape);
    CHECK(table->currentIndex().data().toString() == "30.80");
    f.typeAndEnter("oops");
    f.typeAndEnter("31");  // typing over it works as well
    CHECK(table->model()->index(4, 1).data().toString() == "31.00");
}

TEST_CASE("Survey: a whole row goes round by Enter, a wall is made unknown by Delete")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    auto* table = f.find<widgets::EntryView>("sectionTable");
    goTo(table, 12, 0);
    f.press(Qt::Key_Insert);
    CHECK(f.workspace.port()->stations.size() == 14);
    CHECK(f.workspace.station() == 13);
    goTo(table, 13, 0);
    for (const char* number : {"115", "42", "42", "20", "20", "20", "20"})
        f.typeAndEnter(number);
    const job::Station& added = f.workspace.port()->stations[13];
    CHECK(inMm(added.s) == Approx(115));
    CHECK(inMm(added.section.shape.corners.floorLeft) == Approx(20));
    auto* walls = f.find<widgets::EntryView>("wallTable");
    f.find<QWidget>("surveySwitch")->findChildren<QPushButton*>()[1]->click();
    goTo(walls, 4, 3);
    f.press(Qt::Key_Delete);
    CHECK_FALSE(f.workspace.port()->stations[4].wall.at[2]);
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.port()->stations[4].wall.at[2]);
}

TEST_CASE("Survey: rows go to and come from a spreadsheet as one step")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    auto* table = f.find<widgets::EntryView>("sectionTable");
    goTo(table, 0, 1);
    QGuiApplication::clipboard()->setText("37\t33.5\n36\t33.5\n");
    f.press(Qt::Key_V, Qt::ControlModifier);
    CHECK(inMm(f.workspace.port()->stations[0].section.shape.width) == Approx(37));
    CHECK(inMm(f.workspace.port()->stations[1].section.shape.height) == Approx(33.5));
    table->selectionModel()->select({table->model()->index(0, 1), table->model()->index(1, 2)},
                                    QItemSelectionModel::ClearAndSelect);
    table->copySelection();
    CHECK(QGuiApplication::clipboard()->text() == "37.00\t33.50\n36.00\t33.50\n");
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
    goTo(table, 12, 6);
    QGuiApplication::clipboard()->setText("20\t1\t2\n3");
    table->pasteFromClipboard();
    CHECK(f.find<QLabel>("surveyMessage")->text().contains("left out: 2, 3"));
}

TEST_CASE("Shape: drag a handle, see plan, cut and undo follow")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    auto* canvas = f.find<widgets::AreaCanvas>("areaCanvas");
    const auto planned = [&] { return f.workspace.port()->stations[6].plan.area; };
    CHECK_FALSE(planned());
    const Area suggested = *f.workspace.analysis().plan[6];
    const auto taken = f.workspace.analysis().cut->after.areas[6];
    const QPoint from = canvas->handleOf(6).toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, from);
    for (int step = 5; step <= 20; step += 5)
        QTest::mouseMove(canvas, from - QPoint(0, step));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, from - QPoint(0, 20));
    f.settle();
    REQUIRE(planned());
    CHECK(*planned() > suggested);
    CHECK(f.workspace.station() == 6);
    CHECK(f.workspace.analysis().cut->after.areas[6] > taken);
    CHECK(f.workspace.document().undoStack().count() == 1);  // one drag, one step
    f.press(Qt::Key_Up);
    CHECK(f.workspace.document().undoStack().count() == 2);
    f.trigger(widgets::command::UseSuggestedPlan);
    CHECK_FALSE(planned());
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("Shape: a higher peak rpm asks for more area, and a field keeps what it refuses")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    CHECK(f.text("wantedArea") == QString::fromUtf8("1004 mm²"));
    widgets::FieldEdit* rpm = nullptr;
    for (auto* edit : f.window.findChildren<widgets::FieldEdit*>()) {
        if (edit->isVisible() && edit->edit()->text() == "7000")
            rpm = edit;
    }
    REQUIRE(rpm);
    rpm->edit()->setFocus();
    f.settle();
    rpm->edit()->selectAll();
    f.typeAndEnter("7700");
    CHECK(f.text("wantedArea") == QString::fromUtf8("1105 mm²"));
    rpm->edit()->selectAll();
    f.typeAndEnter("many");
    CHECK(rpm->edit()->text() == "many");
    CHECK(rpm->reason().contains("a number is missing"));
    CHECK(f.text("wantedArea") == QString::fromUtf8("1105 mm²"));
    f.press(Qt::Key_Escape);
    CHECK(rpm->edit()->text() == "7700");
    CHECK(rpm->reason().isEmpty());
    rpm->edit()->clear();
    rpm->edit()->setModified(true);
    f.press(Qt::Key_Return);
    CHECK(f.text("wantedArea") == QString::fromUtf8("–"));  // unknown, not zero
    CHECK_FALSE(f.workspace.job().engine.peakRpm);
}

TEST_CASE("Probe: type nine readings by keyboard, see mean and verdict")
{
    WindowFixture f;
    f.workspace.chooseStation(6);
    f.trigger(widgets::command::AddProbeSet);
    CHECK(f.workspace.stage() == app::Stage::Probe);
    auto* table = f.find<widgets::EntryView>("probeTable");
    goTo(table, 0, 0);
    for (const char* number : {"80", "80", "80", "80", "80", "80", "80", "80", "40"})
        f.typeAndEnter(number);
    const auto* probe = f.workspace.probeResult();
    REQUIRE(probe);
    REQUIRE(probe->traverse);
    CHECK(probe->traverse->measuredCount() == 9);
    CHECK(inMps(probe->traverse->mean) < 680.0 / 9);  // next to the wall it is slower than at any point
    CHECK(*probe->traverse->points[8].verdict == probing::Verdict::Dead);
    CHECK(f.text("reading") == "40.0 m/s");
    const auto& calls = f.workspace.callsOf(0);
    CHECK(std::ranges::any_of(calls, [](const auto& call) { return call.key == "dead:P4:8"; }));
}

TEST_CASE("Probe: an unread point stays unknown and is said to be")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Probe));
    auto* table = f.find<widgets::EntryView>("probeTable");
    goTo(table, 1, 1);
    f.press(Qt::Key_Delete);
    CHECK(f.text("reading") == QString::fromUtf8("–"));
    CHECK(f.workspace.probeResult()->traverse->measuredCount() == 8);
}

TEST_CASE("Cut: the cut that the thin wall forbids is marked hands-off")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Cut));
    const auto scene = f.find<widgets::PeelCanvas>("peel")->scene();
    const auto& thin = scene.cells[4][geometry::index(geometry::Sector::Right)];
    CHECK(thin.hold == cutting::Hold::ThinWall);
    CHECK(*thin.value == 0.0);
    CHECK(*scene.cells[4][geometry::index(geometry::Sector::Floor)].value > 0.0005);
    auto* list = f.find<QTableView>("cutList");
    REQUIRE(list->model()->rowCount() == static_cast<int>(f.workspace.analysis().cut->cuts.size()));
    CHECK(list->model()->index(0, 0).data().toString() == "C1");
    CHECK(f.text("cutWhy").contains("the plan wants"));
    CHECK(f.text("cutEffect").contains("Off the plan"));
    list->setFocus();
    f.press(Qt::Key_Down);
    CHECK(f.text("cutWhy").contains("C2"));
    CHECK(f.workspace.station() == f.workspace.analysis().cut->cuts[1].deepestStation);
    // The columns are wide enough whatever has been chosen, and before the list has been looked at.
    for (const std::size_t station : {std::size_t{4}, std::size_t{9}}) {
        f.workspace.chooseStation(station);
        for (const int column : {0, 2})
            CHECK(list->columnWidth(column) >= static_cast<QAbstractItemView*>(list)->sizeHintForColumn(column));
    }
}

TEST_CASE("a whole small job by keyboard alone: new, measure, probe, plan, save")
{
    WindowFixture f;
    const TempFolder folder;
    f.nextPath = QString::fromStdString(folder.path() / "by keys.euryth.json");
    f.press(Qt::Key_N, Qt::ControlModifier);
    f.press(Qt::Key_1, Qt::ControlModifier);
    auto* sections = f.find<widgets::EntryView>("sectionTable");
    sections->setFocus();
    for (int i = 0; i < 3; ++i)
        f.press(Qt::Key_Insert);
    goTo(sections, 0, 0);
    const QStringList rows[] = {{"0", "36", "34", "8", "8", "8", "8"},
                                {"30", "32", "33", "8", "8", "8", "8"},
                                {"60", "38", "36", "8", "8", "8", "8"}};
    // Later stations first, so that the distances are always in order.
    for (const int row : {2, 1, 0}) {
        goTo(sections, row, 0);
        for (const QString& number : rows[row])
            f.typeAndEnter(number);
    }
    REQUIRE(f.workspace.analysis().areas);
    CHECK(inMm(f.workspace.analysis().areas->length()) == Approx(60));
    f.workspace.chooseStation(1);
    f.press(Qt::Key_Insert, Qt::ControlModifier);
    CHECK(f.workspace.stage() == app::Stage::Probe);
    CHECK(QApplication::focusWidget() == f.find<widgets::EntryView>("probeTable"));
    for (int i = 0; i < 9; ++i)
        f.typeAndEnter(QString::number(70 + i));
    CHECK(f.workspace.probeResult()->traverse->measuredCount() == 9);
    f.press(Qt::Key_2, Qt::ControlModifier);
    CHECK(QApplication::focusWidget() == f.find<widgets::AreaCanvas>("areaCanvas"));
    f.press(Qt::Key_Up);
    CHECK(f.workspace.port()->stations[1].plan.area);
    f.press(Qt::Key_S, Qt::ControlModifier);
    CHECK_FALSE(f.workspace.document().isDirty());
    CHECK(*files::loadJob(f.nextPath.toStdString()) == f.workspace.job());
}

TEST_CASE("Shape: filling and flow follow the engine, and what is missing is said in place of a curve")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    auto* page = f.find<widgets::ShapePage>("shapePage");
    page->showView(widgets::ShapePage::View::Filling);
    f.settle();
    auto* filling = f.find<widgets::EngineCanvas>("fillingCanvas");
    REQUIRE(filling->isVisible());
    f.finishEngine();
    auto charts = filling->scene();
    REQUIRE(charts.size() == 4);
    REQUIRE(charts[0].lines.size() == 2);  // as it is, and the plan
    CHECK(charts[0].missing.isEmpty());
    const double deepest = std::ranges::max_element(charts[0].lines[0].points, {}, &QPointF::y)->y();
    const double machIndex = f.session.engine().get()->curves[0].run.machIndex;
    CHECK(f.text("fillingNote").contains(QStringLiteral(";%1</td>").arg(machIndex, 0, 'f', 2)));
    CHECK(f.text("fillingNote").contains("Assumed"));
    CHECK(f.text("fillingNote").contains("air at the shift"));
    f.workspace.document().apply("rev", [](job::Job& job) { job.engine.peakRpm = rotationFromRpm(8500); });
    f.finishEngine();
    charts = filling->scene();
    CHECK(std::ranges::max_element(charts[0].lines[0].points, {}, &QPointF::y)->y() > deepest);
    page->showView(widgets::ShapePage::View::RunnerFlow);
    f.finishEngine();
    auto* flow = f.find<widgets::EngineCanvas>("runnerFlowCanvas");
    REQUIRE(flow->isVisible());
    const auto mach = flow->scene()[0];
    REQUIRE(mach.lines.size() == 4);
    for (std::size_t i = 0; i < 14; ++i)  // 13 stations and the valve
        CHECK(mach.lines[1].points[i].y() > mach.lines[0].points[i].y());
    CHECK_FALSE(flow->grab().isNull());
    f.workspace.document().apply("no bore", [](job::Job& job) { job.engine.bore.reset(); });
    f.finishEngine();
    CHECK(flow->scene()[0].missing.contains("bore"));
    CHECK(f.text("benchEngineTable").contains("bore"));
    page->showView(widgets::ShapePage::View::Area);
    CHECK(f.find<widgets::AreaCanvas>("areaCanvas")->isVisible());
}
