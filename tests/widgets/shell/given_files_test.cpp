// SPDX-License-Identifier: GPL-3.0-or-later
// Files that are dropped on the window, tables that come in, and what goes out for other programs.
#include "support/window_fixture.hpp"

#include <fstream>

#include <QDropEvent>
#include <QMimeData>

#include "book/book_stage.hpp"
#include "exports/mesh_files.hpp"
#include "files/house_file.hpp"
#include "paper/book_sheets.hpp"
#include "paper/writers.hpp"

using namespace euryth;

namespace {

struct Given : WindowFixture {
    TempFolder folder;

    QString write(const char* name, const std::string& text)
    {
        std::ofstream(folder.path() / name, std::ios::binary) << text;
        return QString::fromStdString((folder.path() / name).string());
    }

    void drop(const QStringList& paths)
    {
        QMimeData data;
        QList<QUrl> urls;
        for (const QString& path : paths)
            urls << QUrl::fromLocalFile(path);
        data.setUrls(urls);
        QDragEnterEvent enter({50, 50}, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        enter.setAccepted(false);
        static_cast<QObject&>(window).event(&enter);
        accepted = enter.isAccepted();
        QDropEvent event({50, 50}, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        static_cast<QObject&>(window).event(&event);
        settle();
    }
    const job::Port& port() { return *workspace.port(); }

    bool accepted = false;
};

}  // namespace

TEST_CASE("a dropped table goes where its headings say")
{
    Given f;
    f.drop({f.write("s.csv", "s,width,height\n0,36,33\n40,35,32\n80,34,31\n")});
    CHECK(f.accepted);
    CHECK(f.port().stations.size() == 3);
    f.trigger(widgets::command::Undo);
    const std::size_t tests = f.port().flow.size();
    f.drop({f.write("flow.csv", "lift mm,flow l/s\n2,20\n4,38\n6,55\n")});
    REQUIRE(f.port().flow.size() == tests + 1);
    CHECK(f.port().flow.back().points.size() == 3);
    CHECK(f.workspace.stage() == calls::Stage::Prove);
    f.drop({f.write("cam.csv", "deg,lift\n-140,0\n0,11.5\n140,0\n")});
    CHECK(f.workspace.job().engine.intakeCam.table.size() == 3);
    f.drop({f.write("touch.csv",
                    "section,x,y,z\na,0,0,0\na,0,30,0\na,0,30,25\na,0,0,25\n"
                    "b,30,0,0\nb,30,28,0\nb,30,28,24\nb,30,0,24\n")});
    REQUIRE(f.port().stations.size() == 2);
    CHECK(f.port().stations[0].section.kind == job::SectionKind::Outline);
    CHECK(inMm(f.port().stations[1].s) == Approx(30).margin(0.5));
    CHECK(f.told.isEmpty());
}

TEST_CASE("a dropped table without headings is asked about, and Cancel leaves everything")
{
    Given f;
    const job::Job before = f.workspace.job();
    const QString table = f.write("plain.csv", "0,36,33,9\n80,35,32,9\n");
    f.drop({table});
    CHECK(f.titles.contains(QStringLiteral("A dropped file")));
    CHECK(f.offered.size() >= 5);
    CHECK(f.workspace.job() == before);
    f.chosenOption = f.offered.indexOf(QStringLiteral("Stations of the chosen port"));
    f.drop({table});
    CHECK(f.port().stations.size() == 2);
}

TEST_CASE("drawings, house rules and jobs are dropped, and what nobody takes is told")
{
    Given f;
    f.workspace.chooseStation(2);
    f.drop(
        {f.write("o.svg", R"(<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40">)"
                          R"(<circle cx="20" cy="20" r="15"/></svg>)")});
    CHECK(f.port().stations[2].section.kind == job::SectionKind::Outline);
    job::House house;
    house.name = "dropped rules";
    f.takesHouse = true;
    f.drop({f.write("h.euryth-house.json", files::houseText(house))});
    CHECK(f.workspace.job().house.name == "dropped rules");
    f.drop({f.write("letter.odt", "x")});
    CHECK_FALSE(f.accepted);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains(QStringLiteral("letter.odt")));
    f.answer = widgets::Prompts::Unsaved::Discard;
    job::Job job = demoJob();
    job.title = "Dropped";
    f.drop({f.write("x.csv", "s,width,height\n0,36,33\n"), f.write("j.euryth.json", files::jobText(job))});
    CHECK(f.workspace.job().title == "Dropped");  // the table would have fallen on it
    CHECK(f.port().stations.size() == demoJob().ports[0].stations.size());
}

TEST_CASE("probe sets go out of the book and come back into a port")
{
    Given f;
    widgets::BookRequest request;
    request.table = paper::JobTable::Probes;
    f.book = request;
    f.nextPath = QString::fromStdString((f.folder.path() / "probes.csv").string());
    const int written = f.session.written();
    f.trigger(widgets::command::BookSheets);
    CHECK(f.suggested.endsWith(QStringLiteral("-probes.csv")));
    CHECK(f.session.written() == written + 1);
    const std::size_t sets = f.port().probes.size();
    REQUIRE(sets > 0);
    f.nextSource = f.nextPath;
    f.trigger(widgets::command::ImportProbes);
    // Those of the other ports too, whose stations lie at the same places, with names that are free.
    REQUIRE(f.port().probes.size() >= 2 * sets);
    CHECK(f.port().probes[sets].readings == f.port().probes[0].readings);
    CHECK(f.port().probes[sets].id != f.port().probes[0].id);
    CHECK(f.workspace.probe() == sets);
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("the dialog of touched points says what is wrong, and takes the ball's diameter")
{
    WindowFixture f;
    const QString table = QStringLiteral(
        "section,x,y,z\na,0,0,0\na,0,30,0\na,0,30,25\na,0,0,25\n"
        "b,30,0,0\nb,30,28,0\nb,30,28,24\nb,30,0,24\n");
    widgets::TouchTableDialog dialog({f.session, f.look}, table);
    REQUIRE(dialog.usable());
    const Area plain = job::area(dialog.stations()[0].section);
    CHECK(inMm2(plain) == Approx(750));
    auto* ball = dialog.findChild<QLineEdit*>(QStringLiteral("touchBall"));
    ball->setText(QStringLiteral("2"));
    CHECK(inMm2(job::area(dialog.stations()[0].section)) == Approx(750 + 110 + 3.14).margin(1.0));
    ball->setText(QStringLiteral("2 fathoms"));
    CHECK_FALSE(dialog.usable());
    ball->setText(QStringLiteral("50"));
    CHECK(dialog.findChild<QLabel*>(QStringLiteral("touchSummary"))->text().contains(QStringLiteral("20 mm")));
    widgets::TouchTableDialog bad({f.session, f.look}, QStringLiteral("section,x,y,z\na,0,0,q\n"));
    CHECK_FALSE(bad.usable());
    CHECK(bad.findChild<QLabel*>(QStringLiteral("touchSummary"))->text().contains(QStringLiteral("row 2, column D")));
}

TEST_CASE("the port, its runner and a section go out as solids")
{
    Given f;
    f.chosenOption = 0;
    f.nextPath = QString::fromStdString((f.folder.path() / "port.step").string());
    f.trigger(widgets::command::SolidToFile);
    CHECK(f.offered.size() == 3);
    CHECK(f.suggested == QStringLiteral("I1.step"));
    const auto head = [&] {
        std::ifstream in(f.nextPath.toStdString());
        std::string line;
        std::getline(in, line);
        return line;
    };
    CHECK(head().find("ISO-10303-21;") == 0);
    f.chosenOption = 2;
    f.nextPath = QString::fromStdString((f.folder.path() / "section.igs").string());
    f.trigger(widgets::command::SolidToFile);
    CHECK(std::filesystem::file_size(f.nextPath.toStdString()) > 1000);
    f.nextPath = QString::fromStdString((f.folder.path() / "section.obj").string());
    f.trigger(widgets::command::SolidToFile);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains(QStringLiteral(".step or .iges")));
    f.chosenOption.reset();
    f.trigger(widgets::command::SolidToFile);
    CHECK(f.told.size() == 1);
}

TEST_CASE("a scan is cut beside the window, its stations are moved, and taken in one step")
{
    Given f;
    const auto shape = port_field::shapeOf(f.port(), f.workspace.analysis());
    REQUIRE(shape);
    const QString path = f.write("port.stl", exports::stlText(*shape, "I1"));
    widgets::ScanDialog dialog({f.session, f.look}, path);
    auto* state = dialog.findChild<QLabel*>(QStringLiteral("scanState"));
    CHECK_FALSE(dialog.usable());
    CHECK(state->text().contains(QStringLiteral("read and cut")));
    dialog.finish();
    REQUIRE(dialog.usable());
    CHECK(state->text().contains(QStringLiteral("stations tell the area to within")));
    auto& picks = dialog.picks();
    const auto proposed = picks.chosen();
    REQUIRE(proposed.size() >= 3);
    dialog.setModal(true);  // as a person sees it: Insert is a command of the window too
    dialog.show();
    dialog.activateWindow();
    f.settle();
    auto* canvas = dialog.findChild<widgets::ScanCanvas*>(QStringLiteral("scanCanvas"));
    const auto key = [&](Qt::Key k, Qt::KeyboardModifiers m = Qt::NoModifier) { QTest::keyClick(canvas, k, m); };
    key(Qt::Key_Down);
    CHECK(picks.hand() == 1);
    key(Qt::Key_Right);
    CHECK(picks.chosen()[1] == std::min(proposed[1] + 1, proposed[2] - 1));
    for (int i = 0; i < 300; ++i)
        key(Qt::Key_Right, Qt::ShiftModifier);
    CHECK(picks.chosen()[1] == proposed[2] - 1);  // never past its neighbour
    key(Qt::Key_Insert);
    key(Qt::Key_Delete);
    key(Qt::Key_Delete);
    CHECK(picks.chosen().size() <= proposed.size());
    dialog.findChild<QPushButton*>(QStringLiteral("scanPropose"))->click();
    CHECK(picks.chosen() == proposed);
    while (picks.chosen().size() > 2)
        key(Qt::Key_Delete);
    key(Qt::Key_Delete);
    CHECK(picks.chosen().size() == 2);
    // Coarser and finer.
    dialog.findChild<QComboBox*>(QStringLiteral("scanMiss"))->setCurrentIndex(3);
    const std::size_t coarse = picks.chosen().size();
    dialog.findChild<QComboBox*>(QStringLiteral("scanMiss"))->setCurrentIndex(0);
    CHECK(picks.chosen().size() > coarse);
    // By the mouse: the nearest is taken into the hand and follows.
    const QPoint middle = canvas->rect().center();
    QTest::mouseMove(canvas, middle);
    QTest::mouseClick(canvas, Qt::LeftButton, {}, middle);
    CHECK(picks.hand() > 0);
    CHECK(canvas->accessibleDescription().contains(QStringLiteral("in the hand")));
    // In inches it is 25.4 times as large, and too large for a port's scan.
    dialog.findChild<QComboBox*>(QStringLiteral("scanUnit"))->setCurrentIndex(1);
    dialog.finish();
    CHECK(dialog.usable());
    dialog.findChild<QComboBox*>(QStringLiteral("scanUnit"))->setCurrentIndex(0);
    dialog.findChild<QCheckBox*>(QStringLiteral("scanOtherWay"))->setChecked(true);
    dialog.finish();
    CHECK(dialog.usable());

    f.nextSource = path;
    f.trigger(widgets::command::ScanStations);
    CHECK(f.port().stations.size() == proposed.size());
    CHECK(f.port().stations[1].pose.complete());
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());

    widgets::ScanDialog none({f.session, f.look}, f.write("none.stl", "solid x\nendsolid x\n"));
    none.finish();
    CHECK_FALSE(none.usable());
    CHECK(none.findChild<QLabel*>(QStringLiteral("scanState"))->text().contains(QStringLiteral("no STL")));
}
