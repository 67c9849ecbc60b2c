// SPDX-License-Identifier: GPL-3.0-or-later
// The Survey stage driven as a person drives it.
#include "window_fixture.hpp"

#include <fstream>

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFile>
#include <QListWidget>
#include <QSettings>
#include <QTableWidget>

#include "widgets/pages.hpp"

using widgets::CommandId;
using Tab = widgets::SurveyPage::Tab;

namespace {

void show(WindowFixture& f, Tab tab)
{
    f.trigger(CommandId::StageSurvey);
    f.find<widgets::SurveyPage>("surveyPage")->showTab(tab);
    f.settle();
}

void goTo(widgets::EntryView* view, int row, int column)
{
    view->setFocus();
    view->setCurrentIndex(view->model()->index(row, column));
    WindowFixture::settle();
}

const job::Port& port(WindowFixture& f) { return *f.workspace.port(); }

/// The number field with this label that is on screen.
widgets::FieldEdit* field(WindowFixture& f, const QString& label)
{
    for (auto* edit : f.window.findChildren<widgets::FieldEdit*>()) {
        for (const auto* text : edit->findChildren<QLabel*>()) {
            if (edit->isVisible() && text->text() == label)
                return edit;
        }
    }
    FAIL("no field " << label.toStdString());
    return nullptr;
}

void fill(WindowFixture& f, const QString& label, const QString& value)
{
    auto* edit = field(f, label)->edit();
    edit->setFocus();
    f.settle();
    edit->selectAll();
    f.typeAndEnter(value);
}

}  // namespace

TEST_CASE("a whole port by key events only, and how many")
{
    WindowFixture f;
    f.guide = app::GuideAnswers{"Count", 1, 1, 1, "aluminium", {}, {}, false};
    f.trigger(CommandId::NewJob);
    int keys = 0;
    const auto press = [&](Qt::Key key, Qt::KeyboardModifiers modifiers = Qt::NoModifier) {
        f.press(key, modifiers);
        ++keys;
    };
    const auto enter = [&](const QString& text) {
        f.type(text);
        keys += static_cast<int>(text.size());
        press(Qt::Key_Return);
    };
    auto* sections = f.find<widgets::EntryView>("sectionTable");
    sections->setFocus();
    const double s[] = {0, 12, 25, 40, 55, 70, 84, 96};
    const double width[] = {36.5, 35.2, 33, 31.5, 33, 36, 39.5, 40.5};
    const double height[] = {33, 33.2, 33.5, 33.8, 34, 35, 38, 40.5};
    // Station by station: Insert takes the section before, so that only what differs is typed.
    for (int row = 0; row < 8; ++row) {
        press(Qt::Key_Insert);
        press(Qt::Key_Home);
        enter(QString::number(s[row]));
        enter(QString::number(width[row]));
        enter(QString::number(height[row]));
        if (row == 0) {
            for (int corner = 0; corner < 4; ++corner)
                enter("12");
        }
    }
    REQUIRE(port(f).stations.size() == 8);
    for (std::size_t i = 0; i < 8; ++i) {
        CHECK(inMm(port(f).stations[i].s) == Approx(s[i]));
        CHECK(inMm(port(f).stations[i].section.shape.width) == Approx(width[i]));
        CHECK(inMm(port(f).stations[i].section.shape.corners.floorLeft) == Approx(12));
    }
    // Walls: eight at the first station, then the value above by one key where the gauge says the same.
    press(Qt::Key_PageDown, Qt::ControlModifier);
    CHECK(QApplication::focusWidget() == f.find<widgets::EntryView>("wallTable"));
    press(Qt::Key_Home, Qt::ControlModifier);
    for (int row = 0; row < 8; ++row) {
        press(Qt::Key_Return);  // past the distance
        for (int i = 0; i < 8; ++i) {
            if (row == 0)
                enter("5");
            else
                press(Qt::Key_Asterisk);
        }
    }
    for (const auto& station : port(f).stations) {
        for (const auto& wall : station.wall.at)
            CHECK(inMm(wall.value_or(Length{})) == Approx(5));
    }
    // The number stands in docs/handbook/survey.md: 8 stations with all walls.
    CHECK(keys == 199);
}

TEST_CASE("walls are entered round the port; the section shows where the hand is, and a click on it moves the hand")
{
    WindowFixture f;
    show(f, Tab::Walls);
    auto* walls = f.find<widgets::EntryView>("wallTable");
    goTo(walls, 10, 2);
    CHECK(f.workspace.sector() == geometry::Sector::RoofRight);
    f.typeAndEnter("4.4");
    CHECK(f.workspace.sector() == geometry::Sector::Right);
    CHECK(inMm(*port(f).stations[10].wall.at[1]) == Approx(4.4));
    f.workspace.chooseSector(geometry::Sector::RoofLeft);
    f.settle();
    CHECK(walls->currentIndex().column() == 8);
    show(f, Tab::Sections);
    CHECK_FALSE(f.workspace.sector());
}

TEST_CASE("with a calibrated gauge the wall is kept, not the reading")
{
    WindowFixture f;
    show(f, Tab::Walls);
    fill(f, "Gauge block", "10");
    fill(f, "reads", "10.2");
    auto* walls = f.find<widgets::EntryView>("wallTable");
    goTo(walls, 11, 1);
    f.typeAndEnter("5.1");
    CHECK(inMm(*port(f).stations[11].wall.at[0]) == Approx(5.0));
    CHECK(walls->model()->index(11, 1).data().toString() == "5.00");
}

TEST_CASE("valve end: seat cuts by keyboard, throat and scriber follow; bad cuts are refused")
{
    WindowFixture f;
    f.workspace.choosePort(1);
    show(f, Tab::ValveEnd);
    fill(f, "Valve", "38");
    fill(f, "Seat inset", "0.25");
    fill(f, "Pilot", "7");
    fill(f, "Stem", "7");
    auto* buttons = f.find<QWidget>("seatButtons")->findChildren<QPushButton*>().first();
    for (int i = 0; i < 2; ++i)
        buttons->click();
    auto* seat = f.find<widgets::EntryView>("seatTable");
    goTo(seat, 0, 1);
    f.typeAndEnter("1.2");
    f.typeAndEnter("60");  // the hand goes on to the next cut's angle
    f.typeAndEnter("1.5");
    const auto& stack = f.workspace.analysis().seat;
    REQUIRE(stack);
    CHECK(inMm(stack->throat) == Approx(37.5 - 2 * 1.2 * std::sqrt(0.5) - 1.5));
    CHECK(seat->model()->index(1, 3).data().toString() == QString::number(inMm(stack->throat), 'f', 2));
    goTo(seat, 1, 1);
    f.typeAndEnter("45");
    CHECK(f.find<QLabel>("surveyMessage")->text().contains("must leave an opening"));
    f.press(Qt::Key_Escape);
    CHECK(f.workspace.analysis().seat->cuts.size() == 2);
}

TEST_CASE("runner: the layout makes the side view and the shape in space; the step at the window is found")
{
    WindowFixture f;
    f.workspace.choosePort(0);
    f.workspace.document().edit("no poses", [](job::Job& job) {
        for (auto& station : job.ports[0].stations)
            station.pose = {};
    });
    CHECK(f.workspace.analysis().poses.empty());
    show(f, Tab::Runner);
    fill(f, "Straight part", "56");
    fill(f, "Turn", "74");
    REQUIRE(f.workspace.analysis().poses.size() == 13);
    CHECK(f.workspace.analysis().floorRadius);
    auto edits = f.window.findChildren<widgets::FieldEdit*>();
    fill(f, "Width", "40");
    fill(f, "Height", "33");
    REQUIRE(f.workspace.analysis().manifoldStep);
    CHECK(inMm(f.workspace.analysis().manifoldStep->left) == Approx(-1.75));
    fill(f, "Cylinder", "1.5");
    CHECK(field(f, "Cylinder")->reason().contains("whole number"));
    CHECK(port(f).cylinder == 1);
}

TEST_CASE("volumes: chambers, compression and castings")
{
    WindowFixture f;
    show(f, Tab::Volumes);
    for (const auto& [label, value] : std::initializer_list<std::pair<const char*, const char*>>{
             {"Gasket bore", "96"}, {"Gasket", "1.2"}, {"Below deck", "0.4"}, {"Piston dish", "-5"}})
        fill(f, label, value);
    f.workspace.document().edit("chamber", [](job::Job& job) {
        job.chambers.push_back({1, volumeFromCc(48), {}, {}});
    });
    f.settle();
    auto* chambers = f.find<widgets::EntryView>("chamberTable");
    // 499.67 cc swept over 48 + 8.69 + 2.78 - 5 cc.
    CHECK(chambers->model()->index(0, 2).data().toString() == "10.17");
    goTo(chambers, 0, 1);
    f.press(Qt::Key_Delete);
    CHECK(chambers->model()->index(0, 2).data().toString() == QString::fromUtf8("–"));  // unknown, not zero
    for (auto* button : f.window.findChildren<QPushButton*>()) {
        if (button->isVisible() && button->text() == "Add casting")
            button->click();
    }
    f.settle();
    CHECK(f.workspace.job().castings.size() == 1);
    f.trigger(CommandId::Undo);
    CHECK(f.workspace.job().castings.empty());
}

TEST_CASE("a section is measured by calipers, traced or known by its area; nothing jumps on the way")
{
    WindowFixture f;
    show(f, Tab::Sections);
    f.workspace.chooseStation(6);
    const Area before = job::netArea(port(f).stations[6]);
    const auto buttons = f.find<QWidget>("shapeSwitch")->findChildren<QPushButton*>();
    buttons[1]->click();
    f.settle();
    CHECK(port(f).stations[6].section.kind == job::SectionKind::Outline);
    CHECK(job::netArea(port(f).stations[6]).si() == Approx(before.si()).epsilon(0.02));
    auto* points = f.find<widgets::EntryView>("outlineTable");
    CHECK(points->isVisible());
    goTo(points, 0, 1);
    f.typeAndEnter("18.5");
    CHECK(port(f).stations[6].section.points[0].up == Approx(0.0185));
    buttons[2]->click();
    f.settle();
    CHECK(port(f).stations[6].section.kind == job::SectionKind::AreaOnly);
    auto* sections = f.find<widgets::EntryView>("sectionTable");
    CHECK(sections->model()->index(6, 3).data().toString() == "area only");
    goTo(sections, 6, 7);
    f.typeAndEnter("1040");
    CHECK(inMm2(port(f).stations[6].section.area) == Approx(1040));
    f.workspace.chooseStation(6);
    CHECK(f.text("netArea") == QString::fromUtf8("1040 mm²"));
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(CommandId::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("an outline comes out of a file; without a scale its width is asked for")
{
    WindowFixture f;
    f.workspace.chooseStation(3);
    const TempFolder folder;
    f.nextSource = QString::fromStdString(folder.path() / "slice.csv");
    std::ofstream(folder.path() / "slice.csv") << "left,roof\n16,16\n-16,16\n-16,-16\n16,-16\n";
    f.trigger(CommandId::OutlineFromFile);
    CHECK(inMm2(job::area(port(f).stations[3].section)) == Approx(1024));
    f.nextSource = QString::fromStdString(folder.path() / "slice.svg");
    std::ofstream(folder.path() / "slice.svg") << R"(<svg><rect width="10" height="10"/></svg>)";
    f.trigger(CommandId::OutlineFromFile);  // no length is given: nothing happens
    CHECK(inMm2(job::area(port(f).stations[3].section)) == Approx(1024));
    f.knownLength = lengthFromMm(30);
    f.trigger(CommandId::OutlineFromFile);
    CHECK(inMm2(job::area(port(f).stations[3].section)) == Approx(900));
    std::ofstream(folder.path() / "slice.svg") << "<svg";
    f.trigger(CommandId::OutlineFromFile);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains("not XML"));
}

TEST_CASE("tracing on a picture: two points and their length give the scale, the rest the wall")
{
    WindowFixture f;
    widgets::TraceDialog dialog({f.workspace, f.look}, QImage(400, 300, QImage::Format_RGB32));
    dialog.show();
    f.settle();
    auto* canvas = dialog.findChild<widgets::TraceCanvas*>("traceCanvas");
    auto* ok = dialog.findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok);
    const double scale = std::min(canvas->width() / 400.0, canvas->height() / 300.0);
    const QPointF corner((canvas->width() - 400 * scale) / 2, (canvas->height() - 300 * scale) / 2);
    const auto click = [&](double x, double y) {
        QTest::mouseClick(canvas, Qt::LeftButton, {}, (corner + QPointF(x, y) * scale).toPoint());
    };
    click(50, 280);
    click(250, 280);
    CHECK_FALSE(ok->isEnabled());
    dialog.findChild<QLineEdit*>("traceLength")->setText("40mm");  // 200 pixels
    for (const auto& [x, y] :
         std::initializer_list<std::pair<double, double>>{{100, 50}, {300, 50}, {300, 200}, {100, 200}})
        click(x, y);
    CHECK(ok->isEnabled());
    CHECK(inMm2(geometry::area(dialog.outline())) == Approx(40 * 30).epsilon(0.02));
    CHECK(dialog.outline().points[0].left > 0);  // left in the picture is left in the section
    click(100, 60);
    click(300, 210);  // crosses itself
    CHECK_FALSE(ok->isEnabled());
    QTest::keyClick(canvas, Qt::Key_Backspace);
    QTest::keyClick(canvas, Qt::Key_Backspace);
    CHECK(ok->isEnabled());
    QTest::keyClick(canvas, Qt::Key_Left);
    QTest::keyClick(canvas, Qt::Key_Space);  // by keys as well
    CHECK(canvas->points().size() == 7);
}

TEST_CASE("stations come out of a table through a preview that says what cannot be read")
{
    WindowFixture f;
    widgets::ImportDialog dialog({f.workspace, f.look}, "s,width,height,radius\n0,36,33,9\n10,oops,33,9\n20,34,33,9\n");
    CHECK(dialog.import().stations.size() == 2);
    auto* summary = dialog.findChild<QLabel*>("importSummary");
    CHECK(summary->text().contains("row 3, column B"));
    dialog.findChild<QComboBox*>("importUnits")->setCurrentIndex(1);
    CHECK(dialog.import().stations.empty());  // 36 in is out of range, and said so
    CHECK(summary->text().contains("at most"));
    const TempFolder folder;
    f.nextSource = QString::fromStdString(folder.path() / "table.csv");
    std::ofstream(folder.path() / "table.csv") << "s;width;height\n0;36;33\n80;38,5;35\n";
    f.trigger(CommandId::ImportStations);
    REQUIRE(port(f).stations.size() == 2);
    CHECK(inMm(port(f).stations[1].section.shape.width) == Approx(38.5));
    CHECK(port(f).probes.size() == 1);  // those whose station has gone went along
    f.trigger(CommandId::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("ports: copy, mirror, swap, add, move, split and delete, each one step back")
{
    WindowFixture f;
    f.copyTo = widgets::CopyRequest{{2}, {}};
    f.trigger(CommandId::CopyPort);
    CHECK(f.workspace.job().ports[2].stations.size() == 13);
    f.trigger(CommandId::Undo);
    CHECK(f.workspace.job() == demoJob());
    f.swapWith = 2;
    f.trigger(CommandId::SwapPorts);
    CHECK(f.workspace.job().ports[0].stations.empty());
    f.trigger(CommandId::Undo);
    f.trigger(CommandId::MirrorPort);
    CHECK_FALSE(f.workspace.job() == demoJob());
    f.trigger(CommandId::Undo);
    f.trigger(CommandId::AddPort);
    CHECK(port(f).id == "I3");
    f.trigger(CommandId::MovePortDown);
    CHECK(f.workspace.portIndex() == 2);
    f.trigger(CommandId::RemovePort);
    CHECK(f.workspace.job() == demoJob());
    f.workspace.choosePort(0);
    f.workspace.chooseStation(8);
    f.trigger(CommandId::SplitPort);
    CHECK(f.workspace.job().ports[1].id == "I1/a");
    CHECK(f.workspace.job().ports[1].stations.size() == 5);
    CHECK_FALSE(f.window.action(CommandId::SplitPort)->isEnabled());
    f.workspace.choosePort(1);
    CHECK(f.workspace.station());
    CHECK(f.find<QWidget>("rack")->isVisible());
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(CommandId::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("the copy dialog copies nothing until a port is ticked")
{
    widgets::CopyDialog dialog(demoJob(), 0);
    auto* ok = dialog.findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok);
    CHECK_FALSE(ok->isEnabled());
    auto* list = dialog.findChild<QListWidget*>();
    CHECK(list->count() == 3);
    list->item(1)->setCheckState(Qt::Checked);
    CHECK(ok->isEnabled());
    CHECK(dialog.request().targets == std::vector<std::size_t>{2});
    CHECK(dialog.request().choice.sections);
    CHECK_FALSE(dialog.request().choice.walls);
}

TEST_CASE("the guide reads bore and stroke in any unit, and refuses what is none")
{
    WindowFixture f;
    widgets::GuideDialog dialog({f.workspace, f.look});
    const auto edits = dialog.findChildren<QLineEdit*>();
    auto* ok = dialog.findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok);
    QLineEdit* bore = nullptr;
    for (auto* edit : edits) {
        if (!bore && edit->placeholderText().contains("unknown"))
            bore = edit;
    }
    REQUIRE(bore);
    bore->setText("3 1/2in");
    CHECK(ok->isEnabled());
    CHECK(inMm(*dialog.answers().bore) == Approx(88.9));
    CHECK_FALSE(dialog.answers().stroke);
    bore->setText("wide");
    CHECK_FALSE(ok->isEnabled());
}

TEST_CASE("compare: the four-cylinder demo shows every port of the side")
{
    WindowFixture f;
    f.trigger(CommandId::OpenDemoFour);
    CHECK(f.workspace.job().ports.size() == 8);
    f.workspace.choosePort(1);
    show(f, Tab::Compare);
    auto* table = f.find<QTableView>("compareTable");
    CHECK(table->model()->columnCount() == 6);  // distance, four intakes, spread
    const auto scene = f.find<widgets::CompareCanvas>("compareCanvas")->scene();
    CHECK(scene.entries.size() == 4);
    CHECK(scene.entries[0].chosen);
    CHECK(f.workspace.analysisOf(5).coreShift);
    CHECK(std::abs(inMm(*f.workspace.analysisOf(5).coreShift)) > 0.5);
    f.workspace.document().edit("odd", [](job::Job& job) {
        for (const std::size_t i : {1, 2, 5, 6})
            job.ports[i].stations = job.ports[1].stations;
        job.ports[6].stations[2].section.shape.width = lengthFromMm(34);
    });
    f.settle();
    CHECK(table->model()->index(2, 4).data().toString().contains(QString::fromUtf8("▲")));
}

TEST_CASE("big digits show what is typed, and give their room back")
{
    WindowFixture f;
    show(f, Tab::Sections);
    auto* readout = f.find<widgets::BigReadout>("bigReadout");
    CHECK_FALSE(readout->isVisible());
    f.press(Qt::Key_B, Qt::ControlModifier);
    CHECK(readout->isVisible());
    CHECK_FALSE(f.find<QWidget>("calls")->isVisible());
    auto* table = f.find<widgets::EntryView>("sectionTable");
    goTo(table, 2, 1);
    f.type("31.");
    CHECK(table->textInHand() == "31.");
    f.press(Qt::Key_Escape);
    f.press(Qt::Key_B, Qt::ControlModifier);
    CHECK(f.find<QWidget>("calls")->isVisible());
}

TEST_CASE("the port in space is drawn without OpenGL where that cannot be had, and turns by keys and mouse")
{
    WindowFixture f;
    show(f, Tab::Runner);
    f.find<widgets::SurveyPage>("surveyPage")->showInSpace();
    f.settle();
    auto* space = f.find<widgets::LoftCanvas>("loftCanvas");
    REQUIRE(space->isVisible());
    space->drawBySoftware();
    const QImage first = space->grab().toImage();
    space->setFocus();
    f.press(Qt::Key_Right);
    const QImage turned = space->grab().toImage();
    CHECK(first != turned);
    f.press(Qt::Key_Left);
    CHECK(space->grab().toImage() == first);
    QTest::mousePress(space, Qt::LeftButton, {}, {100, 100});
    QTest::mouseMove(space, {140, 120});
    QTest::mouseRelease(space, Qt::LeftButton, {}, {140, 120});
    CHECK(space->grab().toImage() != first);
    f.press(Qt::Key_Plus);
    f.workspace.choosePort(1);  // nothing measured: says so instead
    CHECK_FALSE(space->grab().toImage() == first);
}

TEST_CASE("a job that is open elsewhere is opened as a copy, or not at all")
{
    WindowFixture f;
    const TempFolder folder;
    const QString path = QString::fromStdString(folder.path() / "shared.euryth.json");
    app::Document other;
    other.reset(demoJob(), {});
    REQUIRE(other.saveAs(path).isEmpty());
    f.nextPath = path;
    f.trigger(CommandId::OpenJob);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains("open in another window"));
    f.asCopy = true;
    f.trigger(CommandId::OpenJob);
    CHECK(f.workspace.document().path().isEmpty());
    CHECK(f.workspace.document().isDirty());
    other.reset({}, {});
}

TEST_CASE("photos are kept beside the job under a relative name")
{
    WindowFixture f;
    const TempFolder folder;
    f.nextSource = QString::fromStdString(folder.path() / "window.png");
    QImage(4, 4, QImage::Format_RGB32).save(f.nextSource);
    f.trigger(CommandId::AddPhoto);
    REQUIRE(f.told.size() == 1);  // a job that was never saved has no folder
    f.nextPath = QString::fromStdString(folder.path() / "my job.euryth.json");
    f.trigger(CommandId::SaveJob);
    f.trigger(CommandId::AddPhoto);
    REQUIRE(port(f).photos.size() == 1);
    CHECK(port(f).photos[0].file == "my job.photos/window.png");
    CHECK(QFile::exists(QString::fromStdString(folder.path() / "my job.photos" / "window.png")));
}

TEST_CASE("what a killed session left is offered and recovered")
{
    const TempFolder folder;
    const QString place = QString::fromStdString(folder.path() / "recovery");
    QDir().mkpath(place);
    job::Job job = demoJob();
    job.title = "Left behind";
    std::ofstream((folder.path() / "recovery" / "1-x.recovery")) << "{\"format\":\"euryth-recovery\",\"job\":\"\"}\n"
                                                                 << files::jobText(job);
    app::Workspace workspace;
    widgets::Look look;
    app::Recovery recovery(workspace.document(), place);
    QSettings settings(QString::fromStdString(folder.path() / "settings.ini"), QSettings::IniFormat);
    app::RecentJobs recent(settings);
    widgets::Prompts prompts;
    prompts.leftover = [](QWidget*, const app::Recovery::Left& left) {
        CHECK(left.title == "Left behind");
        return widgets::Prompts::Leftover::Recover;
    };
    prompts.unsaved = [](QWidget*, const QString&) { return widgets::Prompts::Unsaved::Discard; };
    widgets::MainWindow window({workspace, look}, prompts, {&recovery, &recent});
    window.offerLeftovers();
    CHECK(workspace.job().title == "Left behind");
    CHECK(workspace.document().isDirty());
    CHECK(recovery.leftBehind().empty());
}

TEST_CASE("details of a station: boss, sectioned parts with the kerf, and where no weld reaches")
{
    WindowFixture f;
    f.workspace.chooseStation(5);
    show(f, Tab::Sections);
    f.find<QWidget>("viewSwitch")->findChildren<QPushButton*>()[3]->click();
    f.settle();
    fill(f, "Left part", "14.2");
    fill(f, "Right part", "14.6");
    CHECK(inMm(port(f).stations[5].section.shape.width) == Approx(31.8));  // not all parts are known yet
    fill(f, "Kerf across", "1/8in");
    CHECK(inMm(port(f).stations[5].section.shape.width) == Approx(14.2 + 3.175 + 14.6));
    // The width is the sum of its parts now; typing another one is refused with the reason.
    auto* sections = f.find<widgets::EntryView>("sectionTable");
    goTo(sections, 5, 1);
    f.typeAndEnter("33");
    CHECK(f.find<QLabel>("surveyMessage")->text().contains("sum of the parts"));
    f.press(Qt::Key_Escape);
    f.workspace.chooseStation(2);
    const Area before = job::netArea(port(f).stations[2]);
    fill(f, "Boss width", "8");
    fill(f, "Boss height", "3");
    CHECK(inMm2(before - job::netArea(port(f).stations[2])) == Approx(24));
    f.find<QCheckBox>("unrepairable-floor")->click();
    CHECK(port(f).stations[2].unrepairable[geometry::index(geometry::Sector::Floor)]);
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(CommandId::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("a common runner shows the sum of its branches, which cannot be dragged")
{
    WindowFixture f;
    f.workspace.document().edit("split", [](job::Job& job) {
        app::splitPort(job, 0, 8);
        job.ports[2].stations = job.ports[1].stations;
    });
    f.workspace.choosePort(0);
    f.settle();
    REQUIRE(f.workspace.analysis().areas);
    CHECK(f.workspace.analysis().areas->knots().size() == 13);
    f.trigger(CommandId::StageShape);
    auto* canvas = f.find<widgets::AreaCanvas>("areaCanvas");
    const QPoint at = canvas->handleOf(12).toPoint();
    const job::Job before = f.workspace.job();
    QTest::mousePress(canvas, Qt::LeftButton, {}, at);
    QTest::mouseMove(canvas, at - QPoint(0, 20));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, at - QPoint(0, 20));
    CHECK(f.workspace.job() == before);
    CHECK(f.workspace.station().value_or(99) < 8);
    CHECK_FALSE(canvas->grab().isNull());
}

TEST_CASE("an eight-port head by keys: typed, copied, compared, saved and reopened")
{
    WindowFixture f;
    const TempFolder folder;
    f.guide = app::GuideAnswers{"Four by keys", 4, 1, 1, "cast iron", lengthFromMm(86), lengthFromMm(80), false};
    f.press(Qt::Key_N, Qt::ControlModifier);
    CHECK(f.workspace.job().ports.size() == 8);
    CHECK(QApplication::focusWidget() == f.find<widgets::EntryView>("sectionTable"));
    for (const auto& [s, w, h] :
         {std::tuple{"0", "31", "52"}, {"30", "29", "50"}, {"70", "36", "44"}, {"100", "40", "40"}}) {
        f.press(Qt::Key_Insert);
        f.press(Qt::Key_Home);
        for (const char* number : {s, w, h})
            f.typeAndEnter(number);
    }
    f.copyTo = widgets::CopyRequest{{2, 4, 6}, {}};
    f.press(Qt::Key_C, Qt::ControlModifier | Qt::ShiftModifier);
    for (const std::size_t i : {2, 4, 6})
        CHECK(f.workspace.job().ports[i].stations.size() == 4);
    for (int i = 0; i < 4; ++i)
        f.press(Qt::Key_Down, Qt::AltModifier);
    CHECK(port(f).id == "I3");
    f.press(Qt::Key_Home, Qt::ControlModifier);
    f.press(Qt::Key_Down);
    f.press(Qt::Key_Right);
    f.typeAndEnter("31");  // this one differs
    for (int i = 0; i < 5; ++i)
        f.press(Qt::Key_PageDown, Qt::ControlModifier);
    auto* table = f.find<QTableView>("compareTable");
    CHECK(table->isVisible());
    CHECK(table->model()->index(1, 3).data().toString().contains(QString::fromUtf8("▲")));
    f.nextPath = QString::fromStdString(folder.path() / "four.euryth.json");
    f.press(Qt::Key_S, Qt::ControlModifier);
    const job::Job saved = f.workspace.job();
    f.press(Qt::Key_N, Qt::ControlModifier);
    f.press(Qt::Key_O, Qt::ControlModifier);
    CHECK(f.workspace.job() == saved);
}
