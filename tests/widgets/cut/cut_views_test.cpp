// SPDX-License-Identifier: GPL-3.0-or-later
// Cut as one works with it: aims, depths settled by hand, what the cuts do, ticks and sizes at the bench, light work.
#include "support/wait_until.hpp"
#include "support/window_fixture.hpp"

#include <QLineEdit>
#include <QListWidget>
#include <QSlider>
#include <QTableView>

#include "cut/cut_page.hpp"
#include "cut_work/progress.hpp"
#include "kit/entry_view.hpp"
#include "kit/section_canvases.hpp"

namespace {

using View = widgets::CutPage::View;
using geometry::Sector;

struct CutViews : WindowFixture {
    widgets::CutPage* page = nullptr;

    explicit CutViews(View view = View::Plan)
    {
        workspace.choosePort(0);
        trigger(widgets::stageCommand(calls::Stage::Cut));
        page = find<widgets::CutPage>("cutPage");
        page->showView(view);
        settle();
    }
    const cutting::CutPlan& plan() { return *workspace.analysis().cut; }
    const job::Port& port() { return *workspace.port(); }
    QTableView* board() { return find<QTableView>("cutBoard"); }
    QString cell(int row, int column) { return board()->model()->index(row, column).data().toString(); }
    Length bound(std::size_t station, Sector sector)
    {
        const auto& problem = *workspace.analysis().cutProblem;
        return cutting::depthBound(problem.stations[station], sector, problem.limits).greatest;
    }
};

}  // namespace

TEST_CASE("Cut: what can hurt stands on the page until somebody says to have read it, once a job")
{
    CutViews f;
    auto* strip = f.find<QWidget>("cautions");
    REQUIRE(strip->isVisible());
    f.find<QPushButton>("cautionsRead")->click();
    f.settle();
    CHECK_FALSE(strip->isVisible());
    CHECK_FALSE(f.workspace.job().cautionsRead.empty());
    f.workspace.document().undoStack().undo();
    f.settle();
    CHECK(strip->isVisible());
}

TEST_CASE("Cut: moving an aim changes the list at once, and undo brings it back")
{
    CutViews f;
    const double before = inCc(f.plan().after.volume);
    auto* metal = f.find<QSlider>("aimMetal");
    metal->setFocus();
    f.press(Qt::Key_Right);
    f.press(Qt::Key_Right);
    CHECK(f.port().cutAims.metal == job::Weight::Most);
    CHECK(inCc(f.plan().after.volume) < before);
    auto* list = f.find<QTableView>("cutList");
    CHECK(list->model()->rowCount() == static_cast<int>(f.plan().cuts.size()));
    f.workspace.document().undoStack().undo();
    f.workspace.document().undoStack().undo();
    f.settle();
    CHECK(inCc(f.plan().after.volume) == Approx(before));
    CHECK(metal->value() == static_cast<int>(job::Weight::Usual));
    // A wall that is moved changes it just as well.
    const auto cuts = f.plan().depths;
    REQUIRE(f.workspace.document().apply("wall", [](job::Job& job) {
        for (auto& wall : job.ports[0].stations[4].wall.at)
            wall = lengthFromMm(2.5);
    }));
    f.settle();
    CHECK_FALSE(f.plan().depths == cuts);
}

TEST_CASE("Cut: a depth typed at a place is taken, one beyond the wall is refused with the number")
{
    CutViews f;
    auto* peel = f.page->findChild<widgets::PeelCanvas*>();
    f.workspace.chooseWall(3, Sector::Roof);
    f.settle();
    peel->setFocus();
    f.press(Qt::Key_Down);
    CHECK(f.workspace.sector() == Sector::RoofRight);
    f.press(Qt::Key_Up);
    CHECK(f.workspace.sector() == Sector::Roof);
    f.press(Qt::Key_Right);
    CHECK(f.workspace.station() == 4);
    CHECK(f.workspace.sector() == Sector::Roof);
    f.press(Qt::Key_Left);
    CHECK(f.workspace.station() == 3);
    // Typing over the drawing goes into the field.
    QTest::keyClicks(peel, "0");
    auto* depth = f.find<QLineEdit>("settledDepth");
    CHECK(depth->hasFocus());
    f.typeAndEnter(".3");
    CHECK(inMm(*f.port().stations[3].cut.at[0]) == Approx(0.3));
    CHECK(inMm(f.plan().depths[3][0]) == Approx(0.3));
    CHECK(f.find<QPushButton>("unsettle")->isEnabled());
    // Over the bound.
    const Length most = f.bound(3, Sector::Roof);
    depth->setFocus();
    depth->selectAll();
    f.typeAndEnter(QString::number(inMm(most) + 1.0));
    CHECK(inMm(*f.port().stations[3].cut.at[0]) == Approx(0.3));
    auto* field = qobject_cast<widgets::FieldEdit*>(depth->parentWidget());
    REQUIRE(field);
    CHECK(field->reason().contains(f.workspace.text(units::Kind::Length, most.si())));
    // A wall that is too thin says why.
    f.workspace.chooseWall(4, Sector::Right);
    f.settle();
    depth->setFocus();
    depth->selectAll();
    f.typeAndEnter("0.5");
    CHECK_FALSE(f.port().stations[4].cut.at[geometry::index(Sector::Right)]);
    CHECK(field->reason().contains("Hands off"));
    f.find<QPushButton>("unsettle")->click();
    f.settle();
    CHECK_FALSE(f.port().stations[3].cut.at[0]);
}

TEST_CASE("Cut: the section shows how deep its walls may go, and the port in space what it has to give")
{
    CutViews f;
    f.workspace.chooseStation(4);
    f.settle();
    auto* section = dynamic_cast<widgets::SectionCanvas*>(
        f.find<QWidget>("sectionSwitch")->parentWidget()->findChild<widgets::SectionCanvas*>());
    REQUIRE(section);
    const auto& scene = section->scene();
    REQUIRE(scene);
    REQUIRE(scene->may);
    for (const Sector s : geometry::kSectors) {
        if (const auto& may = (*scene->may)[geometry::index(s)])
            CHECK(inMm(*may) == Approx(inMm(f.bound(4, s))));
    }
    auto* space = f.find<QWidget>("cutLoft");
    CHECK_FALSE(space->isVisible());
    const auto buttons = f.find<QWidget>("sectionSwitch")->findChildren<QPushButton*>();
    REQUIRE(buttons.size() == 2);
    buttons[1]->click();
    f.settle();
    CHECK(space->isVisible());
    CHECK_FALSE(section->isVisible());
}

TEST_CASE("Cut: a cut is left out by Delete, and what that was worth is told")
{
    CutViews f;
    auto* list = f.find<QTableView>("cutList");
    list->setFocus();
    list->setCurrentIndex(list->model()->index(0, 0));
    const cutting::Cut first = f.plan().cuts[0];
    CHECK(f.text("cutWhy").contains(f.workspace.text(units::Kind::Percent, first.worth.share)));
    f.press(Qt::Key_Delete);
    for (const std::size_t i : first.stations) {
        for (const Sector s : first.sectors)
            CHECK(f.plan().depths[i][geometry::index(s)] == Length{});
    }
    f.workspace.document().undoStack().undo();
    CHECK(f.plan().cuts[0].volume == first.volume);
}

TEST_CASE("Cut: what it does is solved anew in the background, and the last change is told beside it")
{
    CutViews f(View::Effect);
    auto& study = f.session.cutStudy();
    study.finish();
    f.settle();
    REQUIRE(study.effect());
    const auto effect = study.effect();
    const QString text = f.text("effectText");
    CHECK(text.contains(f.workspace.text(units::Kind::Flow, effect->flow->after.si())));
    CHECK(text.contains(f.workspace.text(units::Kind::Flow, effect->flow->uncertainty.si())));
    CHECK(text.contains("Chokes first on the engine"));
    CHECK_FALSE(text.contains("do harm"));
    CHECK(*effect->after.highestRatio < *effect->before.highestRatio);
    // A cut taken out: solved again, and what that changed is told.
    REQUIRE(f.workspace.document().apply("leave it", [](job::Job& job) {
        for (job::Station& station : job.ports[0].stations) {
            for (const Sector s : {Sector::Floor, Sector::FloorLeft, Sector::FloorRight})
                station.cut.at[geometry::index(s)] = Length{};
        }
    }));
    f.settle();
    study.finish();
    f.settle();
    REQUIRE(study.effect());
    CHECK(study.effect() != effect);
    CHECK(f.text("effectText").contains("last change"));
    // A tick is no change of the plan: nothing is solved for it.
    const auto now = study.effect();
    REQUIRE(f.workspace.document().apply(
        "tick", [](job::Job& job) { cut_work::progressFor(job.ports[0], cutting::Element::Floor).done = true; }));
    f.settle();
    CHECK(study.effect() == now);
    // Judged by other speeds the plan is another one: solved again.
    const auto depths = f.plan().depths;
    f.workspace.setSpeedSource(analysis::SpeedSource::Instant);
    f.session.virtualProbe().solver().finish();
    f.settle();
    REQUIRE_FALSE(f.plan().depths == depths);
    study.finish();
    f.settle();
    REQUIRE(study.effect());
    CHECK(study.effect() != now);
}

TEST_CASE("Cut: at the bench each element is ticked with Space, port after port")
{
    CutViews f(View::Work);
    auto* board = f.board();
    const auto inHand = [board] {  // on a busy machine the window is not active at once
        board->setFocus();
        return board->hasFocus();
    };
    REQUIRE(waitUntil(inHand));
    REQUIRE(board->model()->columnCount() == static_cast<int>(f.workspace.job().ports.size()));
    board->setCurrentIndex(board->model()->index(0, 0));
    f.settle();
    const QString first = board->model()->headerData(0, Qt::Vertical).toString();
    CHECK(f.text("cutNext").contains(first));
    for (int n = 0; n < board->model()->columnCount() && board->currentIndex().row() == 0; ++n) {
        f.press(Qt::Key_Space);
        f.settle();
    }
    CHECK(board->currentIndex().row() == 1);  // all ports have the first one
    CHECK(f.cell(0, 0).contains("done"));
    CHECK(f.workspace.job().ports[0].cutProgress.size() == 1);
    CHECK_FALSE(f.workspace.job().ports[0].cutProgress[0].when.empty());
    // Back on the first: the same key takes the tick back.
    board->setCurrentIndex(board->model()->index(0, 0));
    f.settle();
    f.press(Qt::Key_Space);
    f.settle();
    CHECK_FALSE(f.cell(0, 0).contains("done"));
}

TEST_CASE("Cut: measured again, what is left stands beside it, and too much is a call")
{
    CutViews f(View::Work);
    auto* board = f.board();
    board->setFocus();
    board->setCurrentIndex(board->model()->index(0, 0));
    f.settle();
    auto* sizes = f.find<widgets::EntryView>("remeasure");
    REQUIRE(sizes->model()->rowCount() > 0);
    const auto text = [&](int column) { return sizes->model()->index(0, column).data().toString(); };
    const double wanted = text(4).toDouble();
    REQUIRE(wanted > 10.0);
    sizes->setFocus();
    sizes->setCurrentIndex(sizes->model()->index(0, 5));
    CHECK(sizes->enter(QString::number(wanted - 0.5)));
    f.settle();
    CHECK(text(6).toDouble() == Approx(0.5).margin(0.011));
    sizes->setCurrentIndex(sizes->model()->index(0, 5));
    CHECK(sizes->enter(QString::number(wanted + 0.4)));
    f.settle();
    CHECK(text(6).toDouble() == Approx(-0.4).margin(0.011));
    const auto& calls = f.workspace.callsOf(0);
    CHECK(std::ranges::any_of(calls, [](const calls::Call& call) { return call.key.starts_with("too-far"); }));
    auto* minutes = f.find<QLineEdit>("cutMinutes");
    minutes->setFocus();
    f.typeAndEnter("25");
    CHECK(f.port().cutProgress[0].minutes == 25.0);
    CHECK(f.text("cutNext").contains("25 min"));
}

TEST_CASE("Cut: the card says how, and follows element and port")
{
    CutViews f(View::Work);
    auto* board = f.board();
    board->setCurrentIndex(board->model()->index(0, 0));
    f.settle();
    const QString first = f.text("cutCard");
    INFO(first.toStdString());
    CHECK(first.contains("chamber"));
    CHECK(first.contains("finish"));
    board->setCurrentIndex(board->model()->index(1, 0));
    f.settle();
    CHECK(f.text("cutCard") != first);
    board->setCurrentIndex(board->model()->index(0, 1));
    f.settle();
    CHECK(f.workspace.portIndex() == 1u);
}

TEST_CASE("Cut: light work has its steps and is ticked off")
{
    CutViews f(View::Light);
    auto* list = f.find<QListWidget>("lightTasks");
    REQUIRE(list->count() == 6);
    CHECK(f.text("lightText").contains("lip"));
    CHECK(f.text("lightText").contains("N3"));  // the demo's finding
    list->setFocus();
    f.press(Qt::Key_Space);
    REQUIRE(f.port().lightWork.size() == 1);
    CHECK(f.port().lightWork[0].done == true);
    list->setCurrentRow(5);
    f.settle();
    CHECK(f.text("lightText").contains("15"));
}
