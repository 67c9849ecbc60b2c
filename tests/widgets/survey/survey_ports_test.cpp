// SPDX-License-Identifier: GPL-3.0-or-later
// Ports, files and sessions of a survey: what is taken in, copied, compared, kept and recovered.
#include "support/survey_helpers.hpp"

#include <fstream>

#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QDir>
#include <QDropEvent>
#include <QFile>
#include <QListWidget>
#include <QMenu>
#include <QMimeData>
#include <QSettings>
#include <QTableWidget>

TEST_CASE("an outline comes out of a file, and without a scale its width is asked for")
{
    WindowFixture f;
    f.workspace.chooseStation(3);
    const TempFolder folder;
    f.nextSource = QString::fromStdString(folder.path() / "slice.csv");
    std::ofstream(folder.path() / "slice.csv") << "left,roof\n16,16\n-16,16\n-16,-16\n16,-16\n";
    f.trigger(widgets::command::OutlineFromFile);
    CHECK(inMm2(job::area(port(f).stations[3].section)) == Approx(1024));
    f.nextSource = QString::fromStdString(folder.path() / "slice.svg");
    std::ofstream(folder.path() / "slice.svg") << R"(<svg><rect width="10" height="10"/></svg>)";
    f.trigger(widgets::command::OutlineFromFile);  // no length is given: nothing happens
    CHECK(inMm2(job::area(port(f).stations[3].section)) == Approx(1024));
    f.knownLength = lengthFromMm(30);
    f.trigger(widgets::command::OutlineFromFile);
    CHECK(inMm2(job::area(port(f).stations[3].section)) == Approx(900));
    std::ofstream(folder.path() / "slice.svg") << "<svg";
    f.trigger(widgets::command::OutlineFromFile);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains("not XML"));
}

TEST_CASE("tracing on a picture: two points and their length give the scale, the rest the wall")
{
    WindowFixture f;
    widgets::TraceDialog dialog({f.session, f.look}, QImage(400, 300, QImage::Format_RGB32));
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
    widgets::StationTableDialog dialog({f.session, f.look},
                                       "s,width,height,radius\n0,36,33,9\n10,oops,33,9\n20,34,33,9\n");
    CHECK(dialog.stations().size() == 2);
    auto* summary = dialog.findChild<QLabel*>("importSummary");
    CHECK(summary->text().contains("row 3, column B"));
    dialog.findChild<QComboBox*>("importUnits")->setCurrentIndex(1);
    CHECK(dialog.stations().empty());  // 36 in is out of range, and said so
    CHECK(summary->text().contains("at most"));
    const TempFolder folder;
    f.nextSource = QString::fromStdString(folder.path() / "table.csv");
    std::ofstream(folder.path() / "table.csv") << "s;width;height\n0;36;33\n80;38,5;35\n";
    f.trigger(widgets::command::ImportStations);
    REQUIRE(port(f).stations.size() == 2);
    CHECK(inMm(port(f).stations[1].section.shape.width) == Approx(38.5));
    CHECK(port(f).probes.size() == 1);  // those whose station has gone went along
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("ports: copy, mirror, swap, add, move, split and delete, each one step back")
{
    WindowFixture f;
    f.openOneMeasured();
    f.copyTo = widgets::CopyRequest{{2}, {}};
    f.trigger(widgets::command::CopyPort);
    CHECK(f.workspace.job().ports[2].stations.size() == 13);
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoOneMeasured());
    f.swapWith = 2;
    f.trigger(widgets::command::SwapPorts);
    CHECK(f.workspace.job().ports[0].stations.empty());
    f.trigger(widgets::command::Undo);
    f.trigger(widgets::command::MirrorPort);
    CHECK_FALSE(f.workspace.job() == demoOneMeasured());
    f.trigger(widgets::command::Undo);
    f.trigger(widgets::command::AddPort);
    CHECK(port(f).id == "I3");
    f.trigger(widgets::command::MovePortDown);
    CHECK(f.workspace.portIndex() == 2);
    f.trigger(widgets::command::RemovePort);
    CHECK(f.workspace.job() == demoOneMeasured());
    f.workspace.choosePort(0);
    f.workspace.chooseStation(8);
    f.trigger(widgets::command::SplitPort);
    CHECK(f.workspace.job().ports[1].id == "I1/a");
    CHECK(f.workspace.job().ports[1].stations.size() == 5);
    CHECK_FALSE(f.window.action(widgets::command::SplitPort)->isEnabled());
    f.workspace.choosePort(1);
    CHECK(f.workspace.station());
    CHECK(f.find<QWidget>("rack")->isVisible());
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoOneMeasured());
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
    widgets::GuideDialog dialog({f.session, f.look});
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
    f.trigger(widgets::command::OpenDemoFour);
    CHECK(f.workspace.job().ports.size() == 8);
    f.workspace.choosePort(1);
    show(f, Tab::Compare);
    auto* table = f.find<QTableView>("compareTable");
    CHECK(table->model()->columnCount() == 4);  // distance, the two long intakes, spread
    f.workspace.document().apply("alike", [](job::Job& job) {
        for (job::Port& port : job.ports)
            port.reach.reset();
    });
    f.settle();
    CHECK(table->model()->columnCount() == 6);  // all four intakes
    const auto scene = f.find<widgets::CompareCanvas>("compareCanvas")->scene();
    CHECK(scene.entries.size() == 4);
    CHECK(scene.entries[0].chosen);
    CHECK(f.workspace.analysisOf(5).coreShift);
    CHECK(std::abs(inMm(*f.workspace.analysisOf(5).coreShift)) > 0.5);
    f.workspace.document().apply("odd", [](job::Job& job) {
        for (const std::size_t i : {1, 2, 5, 6})
            job.ports[i].stations = job.ports[1].stations;
        job.ports[6].stations[2].section.shape.width = lengthFromMm(34);
    });
    f.settle();
    CHECK(table->model()->index(2, 4).data().toString().contains(QString::fromUtf8("▲")));
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
    f.trigger(widgets::command::OpenJob);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains("open in another window"));
    f.held = widgets::Prompts::Held::Copy;
    f.trigger(widgets::command::OpenJob);
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
    f.trigger(widgets::command::AddPhoto);
    REQUIRE(f.told.size() == 1);  // a job that was never saved has no folder
    f.nextPath = QString::fromStdString(folder.path() / "my job.euryth.json");
    f.trigger(widgets::command::SaveJob);
    f.trigger(widgets::command::AddPhoto);
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
    app::Session session;
    app::Workspace& workspace = session.workspace();
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
    widgets::MainWindow window({session, look}, prompts, {&recovery, &recent});
    window.files().offerLeftovers();
    CHECK(workspace.job().title == "Left behind");
    CHECK(workspace.document().isDirty());
    CHECK(recovery.leftBehind().empty());
}

TEST_CASE("a common runner shows the sum of its branches, which cannot be dragged")
{
    WindowFixture f;
    f.workspace.document().apply("split", [](job::Job& job) {
        app::splitPort(job, 0, 8);
        job.ports[2].stations = job.ports[1].stations;
    });
    f.workspace.choosePort(0);
    f.settle();
    REQUIRE(f.workspace.analysis().areas);
    CHECK(f.workspace.analysis().areas->knots().size() == 13);
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
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
    for (int i = 0; i < static_cast<int>(Tab::Compare); ++i)
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

TEST_CASE("recent jobs stand in the menu, and open from there")
{
    const TempFolder folder;
    QSettings settings(QString::fromStdString(folder.path() / "settings.ini"), QSettings::IniFormat);
    app::RecentJobs recent(settings);
    app::Session session;
    app::Workspace& workspace = session.workspace();
    widgets::Look look;
    const QString path = QString::fromStdString(folder.path() / "my head.euryth.json");
    widgets::Prompts prompts;
    prompts.savePath = [&](QWidget*, const QString&) { return path; };
    prompts.unsaved = [](QWidget*, const QString&) { return widgets::Prompts::Unsaved::Discard; };
    prompts.tell = [](QWidget*, const QString&, const QString& text) { FAIL(text.toStdString()); };
    widgets::MainWindow window({session, look}, prompts, {nullptr, &recent});
    window.files().openDemo();
    const auto recentMenu = [&]() -> QMenu* {
        for (auto* menu : window.findChildren<QMenu*>()) {
            if (menu->title() == "&Recent jobs")
                return menu;
        }
        return nullptr;
    };
    REQUIRE(recentMenu());
    emit recentMenu()->aboutToShow();
    REQUIRE(recentMenu()->actions().size() == 1);
    CHECK_FALSE(recentMenu()->actions()[0]->isEnabled());  // "none yet"
    window.action(widgets::command::SaveJob)->trigger();
    workspace.document().reset({}, {});
    emit recentMenu()->aboutToShow();
    CHECK(recentMenu()->actions()[0]->text() == "my head.euryth.json");
    recentMenu()->actions()[0]->trigger();
    CHECK(workspace.job() == demoJob());
}

TEST_CASE("a job file dropped on the window is opened, and anything else is left alone")
{
    WindowFixture f;
    const TempFolder folder;
    const auto path = folder.path() / "dropped.euryth.json";
    job::Job job = demoJob();
    job.title = "Dropped";
    REQUIRE(files::saveText(path, files::jobText(job)));
    const auto drop = [&](const QList<QUrl>& urls) {
        QMimeData data;
        data.setUrls(urls);
        QDropEvent event({50, 50}, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        static_cast<QObject&>(f.window).event(&event);
        f.settle();
    };
    drop({QUrl::fromLocalFile(QString::fromStdString(path))});
    CHECK(f.workspace.job().title == "Dropped");
    drop({});
    CHECK(f.workspace.job().title == "Dropped");
}

TEST_CASE("commands that have nothing to work on are off, and say so by that")
{
    WindowFixture f;
    f.workspace.document().reset({}, {});
    f.settle();
    for (const CommandId id :
         {widgets::command::RemovePort, widgets::command::CopyPort, widgets::command::MirrorPort,
          widgets::command::SwapPorts, widgets::command::SplitPort, widgets::command::ImportStations,
          widgets::command::OutlineFromFile, widgets::command::TraceOutline, widgets::command::AddPhoto,
          widgets::command::RemoveStation})
        CHECK_FALSE(f.window.action(id)->isEnabled());
    f.trigger(widgets::command::AddPort);  // always possible
    REQUIRE(f.workspace.port());
    CHECK(f.workspace.port()->id == "I1");
    CHECK(f.window.action(widgets::command::CopyPort)->isEnabled());
    CHECK_FALSE(f.window.action(widgets::command::TraceOutline)->isEnabled());  // no station yet
    f.trigger(widgets::command::AddStation);
    CHECK(f.window.action(widgets::command::TraceOutline)->isEnabled());
}

TEST_CASE("a table that was copied in a spreadsheet comes in without a file")
{
    WindowFixture f;
    f.nextSource.clear();  // the file dialog is cancelled
    QGuiApplication::clipboard()->clear();
    f.trigger(widgets::command::ImportStations);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains("clipboard"));
    QGuiApplication::clipboard()->setText("0\t36\t33\t9\n30\t34\t33\t9\n60\t38\t35\t9\n");
    f.workspace.choosePort(2);
    f.trigger(widgets::command::ImportStations);
    CHECK(port(f).stations.size() == 3);
    CHECK(inMm(port(f).stations[2].section.shape.corners.roofLeft) == Approx(9));
    f.nextSource = "/nowhere/table.csv";
    f.trigger(widgets::command::ImportStations);
    REQUIRE(f.told.size() == 2);
    CHECK(f.told[1].contains("cannot be read"));
}

TEST_CASE("names and texts of a port are changed as one step, and a bad name is refused")
{
    WindowFixture f;
    show(f, Tab::Runner);
    const auto edit = [&](const QString& label) -> QLineEdit* {
        for (auto* text : f.window.findChildren<widgets::TextEdit*>()) {
            for (const auto* l : text->findChildren<QLabel*>()) {
                if (text->isVisible() && l->text() == label)
                    return text->edit();
            }
        }
        return nullptr;
    };
    QLineEdit* name = edit("Name");
    REQUIRE(name);
    name->setFocus();
    f.settle();
    name->selectAll();
    f.typeAndEnter("Left");
    CHECK(port(f).id == "Left");
    name->selectAll();
    f.typeAndEnter("a/b");
    CHECK(port(f).id == "Left");
    CHECK(name->text() == "a/b");  // nothing typed is lost
    f.trigger(widgets::command::Undo);
    CHECK(port(f).id == "I1");
    QLineEdit* casting = edit("Casting");
    casting->setFocus();
    f.settle();
    f.typeAndEnter("Z");
    CHECK(port(f).casting.empty());  // there is no such casting
}
