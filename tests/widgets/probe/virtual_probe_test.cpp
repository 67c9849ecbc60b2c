// SPDX-License-Identifier: GPL-3.0-or-later
// The computed field in the Probe stage, driven as a person drives it.
#include "support/window_fixture.hpp"

#include <cmath>

#include <QFileInfo>
#include <QStackedWidget>
#include <QTableView>

#include "cut/cut_page.hpp"
#include "kit/choice_edit.hpp"
#include "kit/loft_canvas.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "probe/virtual_canvases.hpp"
#include "shape/shape_page.hpp"
#include "survey/survey_page.hpp"

using widgets::CommandId;
using View = widgets::ProbePage::View;
using geometry::Sector;

namespace {

/// The window in one of the views of Probe, at the short side of the demo's intake port.
struct VirtualFixture : WindowFixture {
    widgets::ProbePage& page;
    app::VirtualProbe& probe;

    explicit VirtualFixture(View view) : page(*find<widgets::ProbePage>("probePage")), probe(session.virtualProbe())
    {
        trigger(widgets::stageCommand(calls::Stage::Probe));
        page.showView(view);
        workspace.chooseStation(*workspace.analysis().places.shortSide);
        solve();
    }
    void solve()
    {
        probe.solver().finish();
        settle();
    }
    double coreSpeed(const port_field::TipPlace& tip) const
    {
        const auto& port = *probe.present().solved;
        return port.velocityAt(port.frameAt(tip.s).toHead(tip.at), probe.flow()->flow)->length();
    }
    QString shown(double speed) const { return workspace.text(units::Kind::Speed, speed); }
};

void drag(QWidget* canvas, QPointF from, QPointF to)
{
    QTest::mousePress(canvas, Qt::LeftButton, {}, from.toPoint());
    QMouseEvent move(QEvent::MouseMove, to, canvas->mapToGlobal(to), Qt::NoButton, Qt::LeftButton, {});
    QApplication::sendEvent(canvas, &move);
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, to.toPoint());
}

}  // namespace

TEST_CASE("no field is worked out before somebody looks")
{
    WindowFixture f;
    auto* page = f.find<widgets::ProbePage>("probePage");
    f.trigger(widgets::stageCommand(calls::Stage::Probe));
    CHECK_FALSE(f.session.virtualProbe().isWorking());
    CHECK_FALSE(f.session.virtualProbe().present().solved);
    page->showView(View::Virtual);
    CHECK(f.session.virtualProbe().isWorking());
}

TEST_CASE("a coarse answer first, the full one after it, and both are kept")
{
    WindowFixture f;
    f.openOneMeasured();
    auto& probe = f.session.virtualProbe();
    std::vector<bool> full;
    QObject::connect(&probe.solver(), &app::FieldSolver::arrived, [&] {
        if (probe.present().shown)
            full.push_back(probe.present().shown->isFinal());
    });
    f.trigger(widgets::stageCommand(calls::Stage::Probe));
    f.find<widgets::ProbePage>("probePage")->showView(View::Virtual);
    probe.solver().finish();
    REQUIRE(full.size() == 2);
    CHECK_FALSE(full[0]);
    CHECK(full[1]);
    const auto solved = probe.present().solved;
    f.workspace.choosePort(1);
    CHECK(f.text("virtualNote").isEmpty());
    f.workspace.choosePort(0);
    CHECK(probe.present().solved == solved);
    CHECK_FALSE(probe.isWorking());
}

TEST_CASE("an answer comes with its air at the flow that was wanted, and what is shown is that air")
{
    const VirtualFixture f(View::Virtual);
    const auto answer = f.probe.solver().find(*f.probe.present().shape);
    REQUIRE(answer);
    REQUIRE(answer->instant);
    CHECK(answer->instant->at() == *f.probe.flow());
    CHECK(f.probe.present().instant == answer->instant);
    CHECK(answer->instant->isFinal());
    // Another flow is another air of the same field.
    const VolumeFlow half = f.probe.flow()->flow * 0.5;
    f.probe.setFlow(half);
    CHECK(f.probe.present().instant != answer->instant);
    CHECK(f.probe.present().instant->at().flow == half);
}

TEST_CASE("what was typed and pushed belongs to its port, and goes with another job")
{
    VirtualFixture f(View::WhatIf);
    f.probe.setFlow(VolumeFlow::fromSi(0.05));
    f.probe.push(3, Sector::Roof, lengthFromMm(1), true);
    f.window.files().openDemoFour();
    CHECK(f.probe.pushes().empty());
    f.workspace.choosePort(2);
    CHECK(f.probe.flow()->from != port_field::FlowFrom::Typed);
}

TEST_CASE("the full answer can be stopped, and the coarse one stays")
{
    WindowFixture f;
    auto& probe = f.session.virtualProbe();
    f.trigger(widgets::stageCommand(calls::Stage::Probe));
    f.find<widgets::ProbePage>("probePage")->showView(View::Virtual);
    while (!probe.present().solved)
        QApplication::processEvents(QEventLoop::WaitForMoreEvents);
    REQUIRE(probe.isWorking());
    auto* stop = f.find<QPushButton>("stopField");
    CHECK(stop->isVisible());
    QTest::mouseClick(stop, Qt::LeftButton);
    CHECK_FALSE(probe.isWorking());
    CHECK_FALSE(probe.present().shown->isFinal());
    CHECK(f.text("virtualFlowFrom").contains("coarse answer"));
}

TEST_CASE("the tip is moved by keys and by hand, and reads the value of the core at its place")
{
    VirtualFixture f(View::Virtual);
    auto* section = f.find<widgets::FieldSectionCanvas>("fieldSection");
    section->setFocus();
    const auto start = f.probe.tip();
    CHECK(f.text("virtualSpeed") == f.shown(f.coreSpeed(start)));
    const QString before = f.text("virtualSpeed");
    f.press(Qt::Key_Down, Qt::ShiftModifier);
    CHECK(inMm(Length::fromSi(start.at.up - f.probe.tip().at.up)) == Approx(5.0));
    f.press(Qt::Key_Left);
    CHECK(inMm(Length::fromSi(f.probe.tip().at.left - start.at.left)) == Approx(0.5));
    CHECK(f.text("virtualSpeed") != before);
    CHECK(f.text("virtualSpeed") == f.shown(f.coreSpeed(f.probe.tip())));
    f.press(Qt::Key_PageUp, Qt::ShiftModifier);
    CHECK(inMm(start.s - f.probe.tip().s) == Approx(5.0));

    const geometry::Point wanted{0.003, -0.006};
    QTest::mouseClick(section, Qt::LeftButton, {}, section->pixelOf(wanted).toPoint());
    CHECK(f.probe.tip().at.left == Approx(wanted.left).margin(2e-4));
    CHECK(f.probe.tip().at.up == Approx(wanted.up).margin(2e-4));
    CHECK(f.text("virtualSpeed") == f.shown(f.coreSpeed(f.probe.tip())));

    auto* along = f.find<widgets::FieldLongCanvas>("fieldLong");
    const auto scene = along->scene();
    const geometry::Point window{(scene.roof[8].left + scene.floor[8].left) / 2.0,
                                 (scene.roof[8].up + scene.floor[8].up) / 2.0};
    QTest::mouseClick(along, Qt::LeftButton, {}, along->pixelOf(window).toPoint());
    CHECK(inMm(f.probe.tip().s) == Approx(inMm(f.probe.present().shown->longSection().s[8])).margin(2.0));
    CHECK(f.text("virtualSpeed") == f.shown(f.coreSpeed(f.probe.tip())));
    along->setFocus();
    const Length at = f.probe.tip().s;
    f.press(Qt::Key_Right);
    CHECK(inMm(f.probe.tip().s - at) == Approx(0.5));
}

TEST_CASE("behind lift-off the screen says so")
{
    VirtualFixture f(View::Virtual);
    CHECK(f.text("fieldLimits").contains("not to be trusted"));
    auto* section = f.find<widgets::FieldSectionCanvas>("fieldSection");
    CHECK_FALSE(section->scene().doubtful);
    f.workspace.chooseStation(f.workspace.port()->stations.size() - 1);
    CHECK(section->scene().doubtful);
}

TEST_CASE("the fastest place is told, and the tip goes there")
{
    VirtualFixture f(View::Virtual);
    QTest::mouseClick(f.find<QPushButton>("tipToFastest"), Qt::LeftButton);
    const auto& fastest = f.probe.present().shown->fastest();
    CHECK(f.probe.reading()->speed.si() == Approx(fastest.speed.si()).epsilon(0.02));
    CHECK(f.text("virtualFastest").contains(f.shown(fastest.speed.si())));
    CHECK(f.text("virtualFastest").contains("floor"));
}

TEST_CASE(
    "a flow is typed in any unit, and a wrong one stays with what would be right, and none takes the bench's again")
{
    VirtualFixture f(View::Virtual);
    auto* edit = f.find<QLineEdit>("virtualFlow");
    const double before = f.probe.reading()->speed.si();
    const double measured = f.probe.flow()->flow.si();
    edit->setFocus();
    edit->selectAll();
    f.typeAndEnter("100 cfm");
    CHECK(f.probe.flow()->flow.si() == Approx(0.0471947).epsilon(1e-4));
    CHECK(f.probe.reading()->speed.si() == Approx(before * 0.0471947 / measured).epsilon(1e-4));
    CHECK(f.text("virtualFlowFrom").contains("typed"));
    edit->selectAll();
    f.typeAndEnter("-3");
    CHECK(f.text("virtualFlowFrom").contains("over 0"));
    CHECK(edit->text() == "-3");
    CHECK(f.probe.flow()->flow.si() == Approx(0.0471947).epsilon(1e-4));
    edit->selectAll();
    f.press(Qt::Key_Delete);
    f.press(Qt::Key_Return);
    CHECK(f.probe.flow()->flow.si() == measured);
}

TEST_CASE("a wall is dragged: the number moves the right way, and back again")
{
    VirtualFixture f(View::WhatIf);
    auto* before = f.find<widgets::FieldSectionCanvas>("whatIfBefore");
    const std::size_t station = *f.workspace.station();
    REQUIRE(f.probe.pushes().empty());
    f.probe.setTip({f.workspace.port()->stations[station].s, {0.0, -0.01}});
    const double speed = f.probe.reading()->speed.si();
    const QPointF handle = before->handleOf(Sector::Floor);
    drag(before, handle, handle + QPointF(0, 14));
    f.solve();
    CHECK(f.probe.pushAt(station, Sector::Floor) > lengthFromMm(0.5));
    REQUIRE(f.probe.otherReading());
    CHECK(f.probe.otherReading()->speed.si() < 0.99 * speed);
    CHECK(f.probe.other().shown->isFinal());
    CHECK(f.text("whatIfNumbers").contains(f.shown(f.probe.otherReading()->speed.si())));
    CHECK(f.workspace.document().undoStack().count() == 0);  // nothing of the job has changed

    SECTION("keys push in: the air gets faster")
    {
        QTest::mouseClick(f.find<QPushButton>("pushClear"), Qt::LeftButton);
        CHECK(f.probe.pushes().empty());
        CHECK_FALSE(f.probe.otherReading());
        before->setFocus();
        f.press(Qt::Key_5);  // the floor, clockwise from the roof
        f.press(Qt::Key_Minus, Qt::ControlModifier);
        CHECK(inMm(f.probe.pushAt(station, Sector::Floor)) == Approx(-1.0));
        f.solve();
        CHECK(f.probe.otherReading()->speed.si() > speed);
        f.press(Qt::Key_1);
        f.press(Qt::Key_Plus, Qt::ShiftModifier);  // as on most keyboards
        CHECK(inMm(f.probe.pushAt(station, Sector::Roof)) == Approx(0.1));
        QTest::mouseClick(f.find<QPushButton>("pushBack"), Qt::LeftButton);
        CHECK(f.probe.pushes().size() == 1);
    }
    SECTION("a shorter reach")
    {
        auto* reach = f.find<QLineEdit>("pushReach");
        reach->setFocus();
        reach->selectAll();
        f.typeAndEnter("6");
        CHECK(f.probe.pushes().front().reach == lengthFromMm(6));
        reach->selectAll();
        f.typeAndEnter("0");
        CHECK(f.probe.reach() == lengthFromMm(6));
    }
    SECTION("another port has no pushes")
    {
        f.workspace.choosePort(1);
        CHECK(f.probe.pushes().empty());
    }
}

TEST_CASE("the cut plan and the plan are compared as well")
{
    VirtualFixture f(View::WhatIf);
    f.probe.setAgainst(app::VirtualProbe::Against::Cuts);
    f.solve();
    REQUIRE(f.probe.other().shown);
    CHECK(f.probe.other().shown->fastest().speed < f.probe.present().shown->fastest().speed);
    f.probe.setAgainst(app::VirtualProbe::Against::Plan);
    f.solve();
    REQUIRE(f.probe.other().shown);
    CHECK(f.text("whatIfHint").contains("planned"));
    CHECK(f.text("whatIfNumbers").contains(f.shown(f.probe.other().shown->fastest().speed.si())));
}

TEST_CASE("probe sets beside the computed field, and a row chooses its set")
{
    VirtualFixture f(View::Beside);
    auto* table = f.find<QTableView>("besideTable");
    const auto& sets = f.workspace.port()->probes;
    std::size_t points = 0;
    for (const auto& set : sets)
        points += set.readings.size();
    REQUIRE(table->model()->rowCount() == static_cast<int>(points));
    const auto computed = f.probe.readingsAt(0);
    CHECK(table->model()->index(0, 3).data().toString() ==
          f.workspace.number(units::Kind::Speed, computed[0].speed->si()));
    table->selectRow(static_cast<int>(points) - 1);
    CHECK(f.workspace.probe() == sets.size() - 1);
    CHECK(f.text("besideSums").contains("believe the probe"));  // the bowl's set lies behind lift-off
}

TEST_CASE("the short side: verdict, variants, first sonic place and flows, worked out in the background")
{
    VirtualFixture f(View::ShortSide);
    auto& work = f.session.shortSide();
    REQUIRE(work.state() == app::ShortSideWork::State::Working);
    CHECK(f.text("shortSideVerdict").contains("lets go"));
    CHECK(f.text("shortSideFound").contains("Being worked out"));
    SECTION("stopped and begun again")
    {
        auto* stop = f.find<QPushButton>("shortSideStop");
        QTest::mouseClick(stop, Qt::LeftButton);
        CHECK(work.state() == app::ShortSideWork::State::Stopped);
        CHECK(f.text("shortSideFound").contains("Stopped"));
        QTest::mouseClick(stop, Qt::LeftButton);
        CHECK(work.state() == app::ShortSideWork::State::Working);
    }
    SECTION("to the end")
    {
        work.finish();
        CHECK(f.text("shortSideFound").contains("first place to go sonic"));
        CHECK(f.text("shortSideFound").contains("every flow"));
        CHECK(f.text("shortSideFound").contains("1.00 mm lower"));
        work.want();
        CHECK(work.state() == app::ShortSideWork::State::Idle);  // nothing has changed
        f.workspace.document().apply("rev", [](job::Job& job) { job.engine.peakRpm = rotationFromRpm(9000); });
        CHECK(work.state() == app::ShortSideWork::State::Working);  // the engine has
        work.stop();
    }
}

TEST_CASE("an edit of a section is followed, and a folded port says which stations")
{
    VirtualFixture f(View::Virtual);
    const double before = f.probe.present().shown->fastest().speed.si();
    const std::size_t station = *f.workspace.station();
    const auto widen = [&](double mm) {
        f.workspace.document().apply(
            "widen", [&](job::Job& job) { job.ports[0].stations[station].section.shape.width = lengthFromMm(mm); });
    };
    widen(inMm(f.workspace.port()->stations[station].section.shape.width) + 3.0);
    f.solve();
    CHECK(f.probe.present().shown->fastest().speed.si() < before);
    f.workspace.document().apply(
        "fold", [&](job::Job& job) { job.ports[0].stations[station].pose.pitch = angleFromDegrees(170); });
    f.solve();
    CHECK(f.find<widgets::FieldSectionCanvas>("fieldSection")->scene().missing.contains("folded between stations"));
    f.trigger(widgets::command::Undo);
    f.solve();
    CHECK(f.find<widgets::FieldSectionCanvas>("fieldSection")->scene().missing.isEmpty());
}

TEST_CASE("all views of Probe by the keyboard, in both styles and units")
{
    VirtualFixture f(View::Readings);
    for (int i = 2; i < 11; ++i) {
        f.trigger(widgets::command::NextTab);
        f.session.shortSide().stop();  // has a test of its own
        f.solve();
        f.trigger(i % 2 ? widgets::command::SwitchStyle : widgets::command::SwitchUnits);
        CHECK_FALSE(f.window.grab().isNull());
        CHECK(f.page.findChild<QStackedWidget*>()->currentIndex() == i);
    }
    f.trigger(widgets::command::NextTab);
    CHECK(f.page.findChild<QStackedWidget*>()->currentIndex() == 0);
}

TEST_CASE("mesh and surface are written to the file that is named, and only to that")
{
    WindowFixture f;
    f.openOneMeasured();
    const TempFolder folder;
    for (const char* name : {"port.vtk", "port.stl"}) {
        f.nextPath = QString::fromStdString((folder.path() / name).string());
        f.trigger(widgets::command::FieldToFile);
        CHECK(QFileInfo(f.nextPath).size() > 100000);
    }
    CHECK(f.told.isEmpty());
    CHECK(f.suggested == "I1.vtk");
    f.nextPath = QString::fromStdString((folder.path() / "port.png").string());
    f.trigger(widgets::command::FieldToFile);
    CHECK(f.told.last().contains(".vtk, .stl or .case"));
    CHECK_FALSE(QFileInfo::exists(f.nextPath));
    f.nextPath = "/nowhere/port.stl";
    f.trigger(widgets::command::FieldToFile);
    CHECK(f.told.last().contains("/nowhere"));
    f.workspace.choosePort(1);
    CHECK_FALSE(f.window.action(widgets::command::FieldToFile)->isEnabled());
}
