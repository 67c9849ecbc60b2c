// SPDX-License-Identifier: GPL-3.0-or-later
// The flange with what is joined to it, the valves in the bore, and usual values, by keys and by mouse.
#include "support/survey_helpers.hpp"

#include "job/usual.hpp"
#include "survey/bore_canvas.hpp"
#include "survey/flange_canvas.hpp"

using widgets::EntryView;

TEST_CASE("a manifold's runner is typed place by place, and says what it wants opened")
{
    WindowFixture f;
    f.openOneMeasured();
    f.workspace.choosePort(0);
    show(f, Tab::Flange);
    auto* canvas = f.find<widgets::FlangeCanvas>("flangeCanvas");
    CHECK(canvas->isVisible());
    CHECK(canvas->scene().joined.empty());
    CHECK_FALSE(canvas->scene().missing.isEmpty());
    auto* buttons = f.find<QWidget>("joinedButtons");
    buttons->findChildren<QPushButton*>().front()->click();
    f.settle();
    REQUIRE(port(f).joined.stations.size() == 1);
    // The first place is as the window is.
    CHECK(port(f).joined.stations[0].section.shape == port(f).stations[0].section.shape);
    auto* table = f.find<EntryView>("joinedTable");
    goTo(table, 0, 0);
    f.typeAndEnter("60");
    goTo(table, 0, 1);
    f.typeAndEnter("34");
    CHECK(inMm(port(f).joined.stations[0].s) == Approx(60));
    CHECK(inMm(port(f).joined.stations[0].section.shape.width) == Approx(34));
    CHECK(canvas->scene().joined.size() == 1);
    CHECK(canvas->scene().joined[0].asksForMetal());
    CHECK(table->model()->index(0, 5).data().toString().toDouble() > 0.1);
    // What cannot be stays in the cell, with the reason, and the job as it was.
    goTo(table, 0, 0);
    f.typeAndEnter("-5");
    CHECK(inMm(port(f).joined.stations[0].s) == Approx(60));
    f.press(Qt::Key_Escape);
    f.trigger(widgets::command::Undo);
    f.trigger(widgets::command::Undo);
    f.trigger(widgets::command::Undo);
    CHECK(port(f).joined.stations.empty());
}

TEST_CASE("a round pipe stays round when its width is typed and corners give way")
{
    WindowFixture f;
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "I2"));
    show(f, Tab::Flange);
    auto* table = f.find<EntryView>("joinedTable");
    REQUIRE(table->model()->rowCount() == 4);
    goTo(table, 3, 1);
    f.typeAndEnter("44");
    const auto& pipe = port(f).joined.stations[3].section.shape;
    CHECK(inMm(pipe.height) == Approx(44));
    CHECK(inMm(pipe.corners.floorLeft) == Approx(22));
    goTo(table, 1, 2);
    f.typeAndEnter("26");  // under twice its corners of 14
    const auto& flat = port(f).joined.stations[1].section.shape;
    CHECK(inMm(flat.height) == Approx(26));
    CHECK(inMm(flat.corners.roofLeft) == Approx(13));
    fill(f, "Mouth radius", "9");
    CHECK(inMm(*port(f).joined.mouthRadius) == Approx(9));
    auto* mouth = numberField(f, "Mouth radius");
    CHECK(mouth->isEnabled());
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "E2"));
    f.settle();
    CHECK_FALSE(mouth->isEnabled());  // a primary has none
}

TEST_CASE("a valve is dragged to its place in the bore as one step, and moved by the arrow keys")
{
    WindowFixture f;
    f.window.files().openDemoSingle();
    f.settle();
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "I1/a"));
    show(f, Tab::ValveEnd);
    f.find<widgets::SurveyPage>("surveyPage")->showInBore();
    f.settle();
    auto* canvas = f.find<widgets::BoreCanvas>("boreCanvas");
    REQUIRE(canvas->isVisible());
    REQUIRE(canvas->scene().layout);
    CHECK(canvas->scene().layout->valves.size() == 4);
    const auto place = [&] { return port(f).valve.inBore; };
    const auto before = place();
    // To the right and down is toward the exhaust side and to the left of the flow.
    const QPoint from = canvas->placeOf(*canvas->scene().chosen).toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, from);
    QTest::mouseMove(canvas, from + QPoint(6, 4));
    QTest::mouseMove(canvas, from + QPoint(12, 8));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, from + QPoint(12, 8));
    f.settle();
    CHECK(*place().x > *before.x);
    CHECK(*place().y > *before.y);
    f.trigger(widgets::command::Undo);
    CHECK(place() == before);
    canvas->setFocus();
    f.press(Qt::Key_Up);
    f.press(Qt::Key_Right, Qt::ShiftModifier);
    CHECK(inMm(*place().y) == Approx(inMm(*before.y) - 0.1));
    CHECK(inMm(*place().x) == Approx(inMm(*before.x) + 1.0));
    // A click on another valve chooses its port.
    const auto& valves = canvas->scene().layout->valves;
    const std::size_t exhaust = *job::findPort(f.workspace.job(), "E1/b");
    const auto at = std::ranges::find(valves, exhaust, &analysis::LaidValve::port) - valves.begin();
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->placeOf(static_cast<std::size_t>(at)).toPoint());
    f.settle();
    CHECK(f.workspace.portIndex() == exhaust);
    fill(f, "Across bore", "25.5");
    CHECK(inMm(*port(f).valve.inBore.x) == Approx(25.5));
}

TEST_CASE("a usual value is offered in the empty field, taken by keys, and measured by typing")
{
    WindowFixture f;
    f.openOneMeasured();
    f.workspace.choosePort(0);
    show(f, Tab::ValveEnd);
    const auto pilot = [&] { return port(f).valve.pilot; };
    auto* field = numberField(f, "Pilot");
    field->edit()->setFocus();
    f.settle();
    f.press(Qt::Key_Delete);
    f.press(Qt::Key_Return);
    REQUIRE_FALSE(pilot());
    auto* offer = field->findChild<QLabel*>(QStringLiteral("usualOffer"));
    REQUIRE(offer);
    CHECK(offer->isVisible());
    CHECK(offer->text().contains(QStringLiteral("7.03 mm")));
    f.trigger(widgets::command::TakeUsual);
    REQUIRE(pilot());
    CHECK(inMm(*pilot()) == Approx(7.03));
    CHECK(job::isAssumed(f.workspace.job(), &port(f).valve.pilot));
    CHECK(field->edit()->font().italic());
    CHECK(offer->text().contains(QStringLiteral("assumed")));
    // One step back it is unknown again.
    f.trigger(widgets::command::Undo);
    CHECK_FALSE(pilot());
    f.trigger(widgets::command::Redo);
    CHECK(job::isAssumed(f.workspace.job(), &port(f).valve.pilot));
    SECTION("said to be measured")
    {
        f.trigger(widgets::command::TakeUsual);
        CHECK_FALSE(job::isAssumed(f.workspace.job(), &port(f).valve.pilot));
        CHECK(inMm(*pilot()) == Approx(7.03));
        CHECK_FALSE(offer->isVisible());
    }
    SECTION("typed")
    {
        fill(f, "Pilot (assumed)", "7.1");
        CHECK(port(f).assumed.empty());
        CHECK_FALSE(field->edit()->font().italic());
    }
    SECTION("and in another field nothing is offered")
    {
        numberField(f, "Bowl")->edit()->setFocus();
        f.settle();
        CHECK_FALSE(offer->isVisible());
        f.trigger(widgets::command::TakeUsual);
        CHECK(port(f).assumed.size() == 1);
    }
}
