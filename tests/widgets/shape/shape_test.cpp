// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/shape_helpers.hpp"
#include "support/window_fixture.hpp"

#include <QComboBox>
#include <QFile>
#include <QFileInfo>
#include <QScrollBar>
#include <QTableView>

#include "cut/cut_page.hpp"
#include "files/house_file.hpp"
#include "kit/choice_edit.hpp"
#include "kit/loft_canvas.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "shape/shape_page.hpp"
#include "shape/shape_views.hpp"
#include "survey/survey_page.hpp"

using widgets::CommandId;
using View = widgets::ShapePage::View;

namespace {

void undoAll(WindowFixture& f)
{
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(widgets::command::Undo);
}

bool hasCall(WindowFixture& f, const std::string& key)
{
    const auto& calls = f.workspace.callsOf(*f.workspace.portIndex());
    return std::ranges::any_of(calls, [&](const auto& c) { return c.key.rfind(key, 0) == 0; });
}

}  // namespace

TEST_CASE("Shape: a handle stops where the walls end, and its numbers follow while it is dragged")
{
    WindowFixture f;
    showShape(f, View::Area);
    auto* canvas = f.find<widgets::AreaCanvas>("areaCanvas");
    const QString before = f.text("stationNumbers");
    const QPoint from = canvas->handleOf(4).toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, from);
    QTest::mouseMove(canvas, from - QPoint(0, 8));
    f.settle();
    CHECK(f.text("stationNumbers") != before);
    CHECK_FALSE(canvas->grab().isNull());
    QTest::mouseMove(canvas, from - QPoint(0, 400));  // far beyond the casting
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, from - QPoint(0, 400));
    f.settle();
    const auto& station = f.workspace.port()->stations[4];
    REQUIRE(station.plan.area);
    CHECK(station.plan.area->si() == Approx(f.workspace.analysis().reachable[4].si()));
    CHECK_FALSE(hasCall(f, "plan-reach"));
    // Inward it stops at what is there: a grinder puts no metal on.
    QTest::mousePress(canvas, Qt::LeftButton, {}, canvas->handleOf(4).toPoint());
    QTest::mouseMove(canvas, canvas->handleOf(4).toPoint() + QPoint(0, 500));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, QPoint(0, 0));
    f.settle();
    CHECK(f.workspace.port()->stations[4].plan.area->si() ==
          Approx(job::netArea(f.workspace.port()->stations[4]).si()));
    undoAll(f);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("Shape: a planned bulge is called and drawn, and the call goes with undo")
{
    WindowFixture f;
    showShape(f, View::Area);
    CHECK_FALSE(hasCall(f, "plan-bulge"));
    f.workspace.chooseStation(2);
    typeInto(f, "planField", "1250");
    CHECK(hasCall(f, "plan-bulge"));
    CHECK_FALSE(f.find<widgets::AreaCanvas>("areaCanvas")->grab().isNull());
    f.trigger(widgets::command::Undo);
    CHECK_FALSE(hasCall(f, "plan-bulge"));
}

TEST_CASE("Shape: the list of plans never scrolls sideways, on a bench PC neither")
{
    WindowFixture f;
    showShape(f, View::Area);
    auto* table = f.find<QTableView>("planTable");
    for (const QSize size : {QSize(1180, 680), QSize(1280, 800), QSize(1920, 1080)}) {
        f.window.resize(size);
        f.settle();
        CAPTURE(size.width());
        CHECK(table->horizontalScrollBar()->maximum() == 0);
        CHECK(table->columnWidth(0) >= 60);
        for (int column = 1; column < table->model()->columnCount(); ++column) {
            const QString text = table->model()->index(0, column).data().toString();
            CHECK(table->fontMetrics().horizontalAdvance(text) < table->columnWidth(column));
        }
    }
}

TEST_CASE("Shape: plans by name are copied, taken and deleted, by button and by key")
{
    WindowFixture f;
    showShape(f, View::Area);
    auto* table = f.find<QTableView>("planTable");
    CHECK(table->model()->rowCount() == 3);
    CHECK_FALSE(f.find<QPushButton>("takePlan")->isEnabled());
    table->selectRow(2);
    f.settle();
    f.find<QPushButton>("takePlan")->click();
    f.settle();
    CHECK(f.workspace.port()->planName == "wider for the top");
    CHECK(inMm2(*f.workspace.port()->stations[0].plan.area) == Approx(1110));
    f.trigger(widgets::command::CopyPlan);
    CHECK(f.workspace.port()->plans.size() == 2);
    CHECK(f.workspace.port()->planName == "plan 2");
    CHECK(table->model()->rowCount() == 4);
    f.trigger(widgets::command::NextPlan);
    CHECK(f.workspace.port()->planName == "as the engine asks");
    f.trigger(widgets::command::NextPlan);
    f.trigger(widgets::command::NextPlan);
    CHECK(f.workspace.port()->planName == "plan 2");  // once round
    table->selectRow(2);
    f.settle();
    f.find<QPushButton>("deletePlan")->click();
    f.settle();
    CHECK(f.workspace.port()->plans.size() == 1);
    undoAll(f);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("Shape: a planned section as width and height, and what does not fit is said with the nearest")
{
    WindowFixture f;
    f.workspace.chooseStation(6);
    showShape(f, View::Sections);
    const QString before = f.text("plannedSize");
    CHECK(before.contains(QString::fromUtf8(" × ")));
    typeInto(f, "planWidth", "35");
    CHECK(f.text("plannedSize").startsWith("35.00"));
    CHECK_FALSE(f.text("plannedText").contains("does not fit"));
    typeInto(f, "planHeight", "60");
    CHECK(f.text("plannedText").contains("nearest that works"));
    CHECK(hasCall(f, "plan-reach"));
    CHECK_FALSE(f.find<widgets::SectionCanvas>("plannedSection")->grab().isNull());
    undoAll(f);
    CHECK(f.text("plannedSize") == before);
}

TEST_CASE("Shape: throat, bowl and short side follow what is typed, and conflicts are told in place")
{
    WindowFixture f;
    showShape(f, View::ValveEnd);
    CHECK(f.text("throatPlan").contains("20.25 mm"));
    typeInto(f, "wish-throat_mm", "41");
    CHECK(f.text("throatPlan").contains("20.50 mm"));
    typeInto(f, "wish-throat_mm", "44.2");
    CHECK(f.text("throatPlan").contains("beyond the seat"));
    CHECK(hasCall(f, "plan-throat"));
    typeInto(f, "wish-short_side_radius_mm", "15");
    CHECK(f.text("turnPlan").contains("laying back takes"));
    f.find<QWidget>("valveEndViews")->findChildren<QPushButton*>()[2]->click();
    CHECK(f.text("biggerValve").contains("before anything is ordered"));
    typeInto(f, "wish-valve_mm", "47");
    CHECK(f.text("biggerValve").contains("bridge to next seat"));
    CHECK(f.text("biggerValve").contains("Largest that holds"));
    CHECK(f.text("biggerValve").contains("curve it"));  // the next bowl is at the right
    f.find<QWidget>("valveEndViews")->findChildren<QPushButton*>()[3]->click();
    const QString shroud = f.text("shroudPlan");
    typeInto(f, "wish-chamber_lean_deg", "30");
    CHECK(f.text("shroudPlan") != shroud);
    undoAll(f);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("Shape: a lift table is read, told about, and dropped again, and a bad one changes nothing")
{
    WindowFixture f;
    const TempFolder folder;
    showShape(f, View::Engine);
    auto* crank = f.find<widgets::EngineCanvas>("crankCanvas");
    const auto liftBy = [&] {
        f.finishEngine();
        return crank->scene().at(1).lines.at(0).name;
    };
    CHECK(liftBy() == "smooth stand-in");
    f.nextSource = QString::fromStdString((folder.path() / "lift.csv").string());
    QFile file(f.nextSource);
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write("deg,lift\n-140,0\n-70,6.5\n0,11.5\n70,6.1\n150,0\n");
    file.close();
    f.trigger(widgets::command::LiftTable);
    CHECK(f.workspace.job().engine.intakeCam.table.size() == 5);
    CHECK(liftBy() == "by the table");
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write("deg,lift\n0,1\n");
    file.close();
    f.trigger(widgets::command::LiftTable);
    CHECK(f.workspace.job().engine.intakeCam.table.size() == 5);
    undoAll(f);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("Shape: the lift dialog says what it found, and what is wrong in its words")
{
    WindowFixture f;
    const widgets::LiftDialog good({f.session, f.look}, "0;0\n60;0.4in\n120;0\n");
    CHECK(good.usable());
    CHECK(good.findChild<QLabel*>("liftSummary")->text().contains("10.16 mm"));
    const widgets::LiftDialog bad({f.session, f.look}, "0;0\n60;x\n120;0\n");
    CHECK_FALSE(bad.usable());
    CHECK(bad.findChild<QLabel*>("liftSummary")->text().contains("row 2"));
}

TEST_CASE("Shape: house rules are compared before they are taken, and one step takes them back")
{
    WindowFixture f;
    showShape(f, View::House);
    CHECK(widgets::shippedHouses().size() >= 5);
    auto* sets = f.find<QComboBox>("houseSets");
    REQUIRE(sets->count() >= 5);
    const int allOut = sets->findText("all-out, naturally aspirated");
    REQUIRE(allOut >= 0);
    sets->setCurrentIndex(allOut);
    f.find<QPushButton>("compareHouse")->click();
    f.settle();
    CHECK(f.houseRows > 10);
    CHECK(f.workspace.job() == demoJob());  // looked at, not taken
    const Area wanted = *f.workspace.analysis().wantedArea;
    const auto reachable = f.workspace.analysis().reachable[8];
    f.takesHouse = true;
    f.find<QPushButton>("compareHouse")->click();
    f.settle();
    CHECK(f.workspace.job().house.name == "all-out, naturally aspirated");
    CHECK(f.workspace.analysis().reachable[8] > reachable);
    CHECK(*f.workspace.analysis().wantedArea == wanted);  // the same limit
    CHECK(f.text("houseWhy").contains("Power at the top"));
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("Shape: house rules go to a file and come back, and a broken file is told with its place")
{
    WindowFixture f;
    const TempFolder folder;
    showShape(f, View::House);
    f.nextPath = QString::fromStdString((folder.path() / "ours").string());
    f.trigger(widgets::command::HouseToFile);
    CHECK(f.suggested.endsWith(".euryth-house.json"));
    f.nextSource = f.nextPath + ".euryth-house.json";
    REQUIRE(QFileInfo::exists(f.nextSource));
    f.trigger(widgets::command::HouseFromFile);
    CHECK(f.houseRows == 0);  // nothing would change
    QFile file(f.nextSource);
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write(R"({"format": "euryth-house", "version": 1, "thin_wall": "hope"})");
    file.close();
    f.trigger(widgets::command::HouseFromFile);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains("thin_wall"));
}

TEST_CASE("Shape: a choice of the house is one step, and the words in calls follow it")
{
    WindowFixture f;
    showShape(f, View::House);
    widgets::ChoiceEdit* thin = nullptr;
    for (auto* edit : f.window.findChildren<widgets::ChoiceEdit*>()) {
        if (edit->box()->accessibleName() == "Thin walls")
            thin = edit;
    }
    REQUIRE(thin);
    thin->box()->setFocus();
    f.settle();
    f.press(Qt::Key_Down);
    CHECK(f.workspace.job().house.thinWall == job::ThinWall::Fill);
    CHECK(f.workspace.document().undoStack().count() == 1);
    f.trigger(widgets::command::Undo);
    CHECK(thin->box()->currentIndex() == 0);
}

TEST_CASE("Shape: sheets for the bench are written in every kind, and a wrong ending is told")
{
    WindowFixture f;
    f.openOneMeasured();
    const TempFolder folder;
    showShape(f, View::Area);
    for (const char* ending : {"pdf", "svg", "dxf", "csv"}) {
        f.nextPath = QString::fromStdString((folder.path() / (std::string("I1.") + ending)).string());
        f.trigger(widgets::command::BenchSheets);
        CHECK(QFileInfo(f.nextPath).size() > 500);
    }
    CHECK(f.suggested == "I1.pdf");
    CHECK(f.told.isEmpty());
    f.nextPath = QString::fromStdString((folder.path() / "I1.bmp").string());
    f.trigger(widgets::command::BenchSheets);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains(".dxf"));
    f.nextPath = "/nowhere/at/all.pdf";
    f.trigger(widgets::command::BenchSheets);
    CHECK(f.told.size() == 2);
    f.workspace.choosePort(1);  // not measured
    CHECK_FALSE(f.window.action(widgets::command::BenchSheets)->isEnabled());
}

TEST_CASE("Shape: the views by keys, and the trap of the second demo in one look")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    f.trigger(widgets::command::NextTab);
    CHECK(f.find<widgets::SectionCanvas>("plannedSection")->isVisible());
    f.trigger(widgets::command::PreviousTab);
    CHECK(f.find<widgets::AreaCanvas>("areaCanvas")->isVisible());
    f.window.files().openDemoFour();
    f.settle();
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "I2"));
    showShape(f, View::RunnerFlow);
    f.finishEngine();
    CHECK(f.text("trapText").contains("Choose another port"));
    QComboBox* other = nullptr;
    for (auto* box : f.window.findChildren<QComboBox*>("otherPort")) {
        if (box->isVisible())
            other = box;
    }
    REQUIRE(other);
    other->setCurrentIndex(other->findText("I3"));
    emit other->activated(other->currentIndex());
    f.finishEngine();
    CHECK(f.text("trapText").contains("cannot tell I2 and I3 apart"));
    CHECK(f.text("trapText").contains("less air through I3"));
    CHECK(f.text("benchEngineTable").contains("choked"));
}

TEST_CASE("Shape: commands by Ctrl and a letter work while a field is typed into")
{
    WindowFixture f;
    const TempFolder folder;
    showShape(f, View::ValveEnd);
    f.nextPath = QString::fromStdString((folder.path() / "I1.svg").string());
    auto* field = f.find<widgets::FieldEdit>("wish-throat_mm");
    field->edit()->setFocus();
    f.settle();
    f.type("41");
    f.press(Qt::Key_E, Qt::ControlModifier);
    CHECK(QFileInfo(f.nextPath).size() > 500);
    CHECK(inMm(*f.workspace.port()->planEnd.throat) == Approx(41));  // what was typed has been taken
    const std::size_t plans = f.workspace.port()->plans.size();
    f.press(Qt::Key_K, Qt::ControlModifier);
    CHECK(f.workspace.port()->plans.size() == plans + 1);
    f.press(Qt::Key_U, Qt::ControlModifier);
    CHECK(f.workspace.displayUnits().system == units::System::Inch);
}
