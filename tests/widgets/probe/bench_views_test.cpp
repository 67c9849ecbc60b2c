// SPDX-License-Identifier: GPL-3.0-or-later
// The views of the work at the bench: session, chokes, findings, bench.
#include "support/window_fixture.hpp"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QTimer>

#include "kit/page_tools.hpp"
#include "kit/parts.hpp"
#include "probe/probe_page.hpp"

namespace {

using View = widgets::ProbePage::View;

struct BenchFixture : WindowFixture {
    widgets::ProbePage* page = nullptr;
    explicit BenchFixture(View view)
    {
        workspace.choosePort(0);
        trigger(widgets::stageCommand(calls::Stage::Probe));
        page = find<widgets::ProbePage>("probePage");
        page->showView(view);
        settle();
    }
    [[nodiscard]] const job::Port& port() { return *workspace.port(); }
    void change(const std::function<void(job::Port&)>& how)
    {
        REQUIRE(workspace.document().apply("change", [&](job::Job& j) { how(j.ports[0]); }));
        settle();
    }
    QLineEdit* line(const char* name) { return find<QLineEdit>(name); }
    void enter(const char* name, const QString& text)
    {
        line(name)->setFocus();
        line(name)->selectAll();
        typeAndEnter(text);
    }
};

}  // namespace

TEST_CASE("views stand in two groups, and the one that was last shown comes back")
{
    BenchFixture f(View::Chokes);
    auto* groups = f.find<widgets::Switch>("probeGroups");
    CHECK(f.find<widgets::Switch>("benchViews")->isVisible());
    CHECK_FALSE(f.find<widgets::Switch>("probeViews")->isVisible());
    groups->click(1);
    f.settle();
    CHECK(f.page->view() == static_cast<int>(View::Virtual));
    CHECK(f.find<widgets::Switch>("probeViews")->isVisible());
    f.find<widgets::Switch>("probeViews")->click(4);
    f.settle();
    CHECK(f.page->view() == static_cast<int>(View::WhatIf));
    groups->click(0);
    f.settle();
    CHECK(f.page->view() == static_cast<int>(View::Chokes));
    groups->click(1);
    f.settle();
    CHECK(f.page->view() == static_cast<int>(View::WhatIf));
    CHECK(f.page->views().size() == 11);
}

TEST_CASE("a round is typed by keys alone: speeds, a pressure, one passed over, one refused")
{
    BenchFixture f(View::Session);
    f.change([](job::Port& port) { port.probes.clear(); });
    f.page->setFocus();
    f.trigger(widgets::command::NextRound);
    REQUIRE(f.port().probes.size() == 1);
    CHECK(inMm(*f.port().probes[0].lift) == 6);  // the demo's plan begins there
    CHECK(f.workspace.station() == 4);
    CHECK(f.workspace.point() == 0);
    auto* hand = f.line("sessionHand");
    CHECK(QApplication::focusWidget() == hand);
    f.typeAndEnter("71.5");
    CHECK(f.port().probes[0].readings[0].speed->si() == Approx(71.5));
    CHECK(f.workspace.point() == 1);
    CHECK(hand->text().isEmpty());
    f.typeAndEnter("240ft/s");
    CHECK(f.port().probes[0].readings[1].speed->si() == Approx(240 * 0.3048));
    f.typeAndEnter("12inH2O");
    CHECK(f.port().probes[0].readings[2].impact->si() == Approx(2988.98).epsilon(1e-3));
    CHECK(f.workspace.point() == 3);
    f.typeAndEnter("fast");
    CHECK(f.workspace.point() == 3);
    CHECK(hand->text() == "fast");
    CHECK_FALSE(f.port().probes[0].readings[3].isRead());
    hand->clear();
    f.press(Qt::Key_Return);  // passed over
    CHECK(f.workspace.point() == 4);
    for (int i = 4; i < 9; ++i)
        f.typeAndEnter(QString::number(70 + i));
    CHECK(f.workspace.point() == 3);  // the one that is left
    f.typeAndEnter("72");
    CHECK(std::ranges::all_of(f.port().probes[0].readings, &job::Reading::isRead));
    f.enter("readingNote", "shook");
    CHECK(f.port().probes[0].readings[3].note == "shook");
    // The next round is the next place at the same lift.
    f.trigger(widgets::command::NextRound);
    REQUIRE(f.port().probes.size() == 2);
    CHECK(f.workspace.station() == 9);
    f.workspace.document().undoStack().undo();
    CHECK(f.port().probes.size() == 1);
}

TEST_CASE("where the tip has to be is told with its distances, and too near is said")
{
    BenchFixture f(View::Session);
    f.workspace.chooseStation(4);
    f.workspace.choosePoint(4);
    f.settle();
    CHECK(f.text("tipWay").contains("from the window: 36.00 mm"));
    CHECK(f.text("tipWay").contains("toward the window"));
    CHECK_FALSE(f.text("tipWay").contains("Too near"));
    f.change([](job::Port& port) { port.probes[0].readings[4].v = 0.97; });
    CHECK(f.text("tipWay").contains("Too near"));
}

TEST_CASE("the plan is typed in one line, and what is no station or no length is refused")
{
    BenchFixture f(View::Session);
    f.enter("planPlaces", "36, 88");
    REQUIRE(f.port().probePlan.places.size() == 2);
    CHECK(inMm(f.port().probePlan.places[1].s) == 88);
    f.enter("planPlaces", "36, 41");
    CHECK(f.port().probePlan.places.size() == 2);
    f.enter("planLifts", "5, 0.25in");
    REQUIRE(f.port().probePlan.lifts.size() == 2);
    CHECK(inMm(f.port().probePlan.lifts[1].lift) == Approx(6.35));
    f.enter("planLifts", "high");
    CHECK(f.port().probePlan.lifts.size() == 2);
    f.enter("planState", "after cut");
    CHECK(f.port().probePlan.state == "after cut");
    auto* grid = f.find<QComboBox>("planGrid");
    grid->setCurrentIndex(6);
    emit grid->activated(6);
    CHECK(f.port().probePlan.grid == "free");
    f.find<QPushButton>("usualPlan")->click();
    f.settle();
    CHECK(f.port().probePlan.places.size() == 3);
    CHECK(f.port().probePlan.state == "after cut");
}

TEST_CASE("free points are placed where the section is clicked")
{
    BenchFixture f(View::Session);
    f.change([](job::Port& port) {
        port.probes.clear();
        port.probePlan.grid = "free";
    });
    f.trigger(widgets::command::NextRound);
    REQUIRE(f.port().probes.size() == 1);
    CHECK(f.port().probes[0].readings.empty());
    auto* canvas = f.find<QWidget>("tipSection");
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->rect().center());
    f.settle();
    REQUIRE(f.port().probes[0].readings.size() == 1);
    CHECK(std::abs(f.port().probes[0].readings[0].u) < 0.05);
    CHECK(f.workspace.point() == 0);
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->rect().center() + QPoint(40, 0));
    f.settle();
    REQUIRE(f.port().probes[0].readings.size() == 2);
    CHECK(f.port().probes[0].readings[1].u < 0.0);  // right of the picture is right in the port
    QTest::mouseClick(canvas, Qt::LeftButton, {}, QPoint(2, 2));
    CHECK(f.port().probes[0].readings.size() == 2);
}

TEST_CASE("a finding is pinned by key, told where it is, and carried into the cut")
{
    BenchFixture f(View::Readings);
    f.workspace.chooseStation(7);
    const std::size_t before = f.port().pins.size();
    f.trigger(widgets::command::AddFinding);
    CHECK(f.page->view() == static_cast<int>(View::Findings));
    REQUIRE(f.port().pins.size() == before + 1);
    CHECK(f.workspace.pin() == before);
    auto* list = f.find<QListWidget>("findingsList");
    CHECK(list->count() == static_cast<int>(before) + 1);
    CHECK(list->currentRow() == static_cast<int>(before));
    f.enter("findingText", "a ridge");
    CHECK(f.port().pins.back().text == "a ridge");
    CHECK(list->currentItem()->text().contains("a ridge"));
    // By arrow keys the finding before it is chosen, and with it its station.
    list->setFocus();
    f.press(Qt::Key_Up);
    CHECK(f.workspace.pin() == before - 1);
    CHECK(f.workspace.station() != 7);
    // A place of the map clicked twice.
    auto* map = f.find<QWidget>("findingsMap");
    QTest::mouseDClick(map, Qt::LeftButton, {}, map->rect().center());
    f.settle();
    REQUIRE(f.port().pins.size() == before + 2);
    CHECK(f.port().pins.back().sector);
    f.trigger(widgets::command::RemoveFinding);
    CHECK(f.port().pins.size() == before + 1);
    f.workspace.document().undoStack().undo();
    CHECK(f.port().pins.size() == before + 2);
}

TEST_CASE("a finding shows its picture, large when pressed, and says so when the file is gone")
{
    BenchFixture f(View::Findings);
    const TempFolder folder;
    f.nextPath = QString::fromStdString(folder.path() / "job.euryth.json");
    f.trigger(widgets::command::SaveJobAs);
    f.workspace.choosePin(0);
    f.settle();
    auto* shown = f.find<QPushButton>("findingShown");
    CHECK_FALSE(shown->isVisible());
    f.nextSource = QString::fromStdString(folder.path() / "streak.png");
    QImage picture(640, 480, QImage::Format_RGB32);
    picture.fill(Qt::darkCyan);
    REQUIRE(picture.save(f.nextSource));
    f.find<QPushButton>("findingPhoto")->click();
    f.settle();
    REQUIRE(f.port().pins[0].photo == "job.photos/streak.png");
    CHECK(shown->isVisible());
    CHECK(shown->icon().actualSize(QSize(500, 500)).height() == 96);
    QSize large;
    QTimer::singleShot(0, [&] {
        auto* dialog = QApplication::activeModalWidget();
        large = dialog->findChild<QLabel*>()->pixmap().size();
        dialog->close();
    });
    shown->click();
    CHECK(large == QSize(640, 480));
    f.change([](job::Port& port) { port.pins[0].photo = "job.photos/gone.png"; });
    CHECK(shown->icon().isNull());
    CHECK(shown->text().contains("cannot be shown"));
}

TEST_CASE("a bench is added, named, checked with plates, and its factor taken")
{
    BenchFixture f(View::Bench);
    const auto buttons = f.find<QWidget>("benchButtons")->findChildren<QPushButton*>();
    const std::size_t before = f.workspace.job().benches.size();
    buttons[0]->click();
    f.settle();
    REQUIRE(f.workspace.job().benches.size() == before + 1);
    f.enter("benchName", "new one");
    CHECK(f.workspace.job().bench.id == "new one");
    f.enter("benchName", "");
    CHECK(f.workspace.job().bench.id == "new one");  // refused
    CHECK(f.text("plateFactor").contains("No factor yet"));
    const auto plateButtons = f.find<QWidget>("plateButtons")->findChildren<QPushButton*>();
    for (int row = 0; row < 2; ++row)
        plateButtons[0]->click();
    f.settle();
    auto* table = f.find<widgets::EntryView>("plateTable");
    REQUIRE(table->model()->rowCount() == 2);
    const auto fill = [&](int row, const char* flow, const char* read) {
        CHECK(table->model()->setData(table->model()->index(row, 4), QString::fromLatin1(flow), Qt::EditRole));
        CHECK(table->model()->setData(table->model()->index(row, 5), QString::fromLatin1(read), Qt::EditRole));
    };
    fill(0, "51 l/s", "50 l/s");
    f.settle();
    CHECK(f.text("plateFactor").contains("one plate"));
    fill(1, "81.6 l/s", "80 l/s");
    f.settle();
    CHECK(f.text("plateFactor").contains("1.020"));
    f.find<QPushButton>("takeFactorIntake")->click();
    f.settle();
    CHECK(*f.workspace.job().benches.back().factorIntake == Approx(1.02));
    CHECK_FALSE(f.workspace.job().benches.back().factorExhaust);
    // A flow of nothing is refused, and the cell keeps it.
    CHECK_FALSE(table->model()->setData(table->model()->index(0, 5), QStringLiteral("-3 l/s"), Qt::EditRole));
    buttons[1]->click();
    f.settle();
    CHECK(f.workspace.job().benches.size() == before);
    CHECK(f.workspace.job().bench.id.empty());
}

TEST_CASE("a place in the ranking is chosen by a click, and what is missing has its link")
{
    BenchFixture f(View::Chokes);
    auto* canvas = f.find<QWidget>("ranking");
    f.workspace.chooseStation(0);
    f.settle();
    // The second row of the bench's side; the first is the valve.
    QTest::mouseClick(canvas, Qt::LeftButton, {}, QPoint(60, 90));
    f.settle();
    CHECK(f.workspace.station() != 0);
    REQUIRE(f.workspace.document().apply("no stroke", [](job::Job& j) { j.engine.stroke.reset(); }));
    f.settle();
    const auto labels = canvas->findChildren<QLabel*>();
    CHECK(std::ranges::any_of(labels, [](const QLabel* l) { return l->isVisible() && l->text().contains("stroke"); }));
}
