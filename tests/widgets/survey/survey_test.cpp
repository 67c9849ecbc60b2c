// SPDX-License-Identifier: GPL-3.0-or-later
// The Survey stage driven as a person drives it.
#include "support/survey_helpers.hpp"

#include <QCheckBox>

TEST_CASE("a whole port by key events only, and how many")
{
    WindowFixture f;
    f.guide = app::GuideAnswers{"Count", 1, 1, 1, "aluminium", {}, {}, false};
    f.trigger(widgets::command::NewJob);
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

TEST_CASE("walls are entered round the port, and the section shows where the hand is, and a click on it moves the hand")
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

TEST_CASE("valve end: seat cuts by keyboard, throat and scriber follow, and bad cuts are refused")
{
    WindowFixture f;
    f.openOneMeasured();
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
    goTo(seat, 0, 1);
    f.typeAndEnter("29");
    CAPTURE(f.find<QLabel>("surveyMessage")->text().toStdString());
    CHECK(f.find<QLabel>("surveyMessage")->text().contains("must leave an opening"));
    f.press(Qt::Key_Escape);
    CHECK(f.workspace.analysis().seat->cuts.size() == 2);
}

TEST_CASE("runner: the layout makes the side view and the shape in space, and the step at the window is found")
{
    WindowFixture f;
    f.workspace.choosePort(0);
    f.workspace.document().apply("no poses", [](job::Job& job) {
        for (auto& station : job.ports[0].stations)
            station.pose = {};
    });
    CHECK(f.workspace.analysis().poses.empty());
    show(f, Tab::Runner);
    fill(f, "Straight part", "56");
    fill(f, "Turn", "74");
    REQUIRE(f.workspace.analysis().poses.size() == 13);
    CHECK(f.workspace.analysis().floorRadius);
    show(f, Tab::Flange);
    fill(f, "Width", "40");
    fill(f, "Height", "33");
    REQUIRE(f.workspace.analysis().manifoldStep);
    CHECK(inMm(f.workspace.analysis().manifoldStep->left) == Approx(-1.75));
    show(f, Tab::Runner);
    fill(f, "Cylinder", "1.5");
    CHECK(numberField(f, "Cylinder")->reason().contains("whole number"));
    CHECK(port(f).cylinder == 1);
}

TEST_CASE("volumes: chambers, compression and castings")
{
    WindowFixture f;
    show(f, Tab::Volumes);
    for (const auto& [label, value] : std::initializer_list<std::pair<const char*, const char*>>{
             {"Gasket bore", "96"}, {"Gasket", "1.2"}, {"Below deck", "0.4"}, {"Piston dish", "-5"}})
        fill(f, label, value);
    f.workspace.document().apply("chamber", [](job::Job& job) {
        job.chambers.clear();
        job.chambers.push_back({1, volumeFromCc(48), {}, {}, {}});
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
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job().castings.empty());
}

TEST_CASE("a section is measured by calipers, traced or known by its area, and nothing jumps on the way")
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
        f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
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

TEST_CASE("details of a station: boss, sectioned parts with the kerf, and where no weld reaches")
{
    WindowFixture f;
    f.workspace.chooseStation(5);
    show(f, Tab::Sections);
    f.find<QWidget>("viewSwitch")->findChildren<QPushButton*>()[4]->click();
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
    fill(f, "Boss, lower edge", "5");
    CHECK(inMm2(before - job::netArea(port(f).stations[2])) == Approx((8.0 + 5.0) / 2.0 * 3.0));
    fill(f, "Room left", "9");
    fill(f, "Guide", "12");
    CHECK(inMm(*port(f).stations[2].boss.roomLeft) == Approx(9));
    CHECK(inMm(*port(f).guide.guide) == Approx(12));
    fill(f, "Core to the left", "0.6");
    fill(f, "Drawn wall", "5");
    CHECK(inMm(*port(f).stations[2].coreShift.wallAt(geometry::Sector::Left)) == Approx(4.4));
    const auto floor = geometry::index(geometry::Sector::Floor);
    auto* weld = f.find<QCheckBox>("unrepairable-floor");
    weld->click();
    CHECK(port(f).stations[2].unrepairable[floor]);
    weld->click();
    // Where the water is behind, no tick is needed to say that a breakthrough is beyond repair.
    auto* behind = f.find<QComboBox>("behind-floor");
    behind->setCurrentIndex(1);
    emit behind->activated(1);
    CHECK(port(f).stations[2].behind.at[floor] == job::Neighbour::Water);
    CHECK(weld->isChecked());
    CHECK_FALSE(weld->isEnabled());
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("keys typed ahead go into the cells that the hand has reached, in order")
{
    // As from a caliper's keyboard wedge into a busy window: no event loop runs between the keys, and what is typed
    // goes to whatever has the focus at that moment.
    WindowFixture f;
    auto* sections = f.find<widgets::EntryView>("sectionTable");
    sections->setFocus();
    sections->setCurrentIndex(sections->model()->index(1, 1));
    const auto ahead = [](const QString& keys) {
        for (const QChar c : keys) {
            QWidget* hand = QApplication::focusWidget();
            REQUIRE(hand);
            if (c == QLatin1Char('\n'))
                QTest::keyClick(hand, Qt::Key_Return);
            else if (c == QLatin1Char('\t'))
                QTest::keyClick(hand, Qt::Key_Tab);
            else
                QTest::keyClick(hand, c.toLatin1());
        }
    };
    ahead("36.55\n33.11\n11.2\n11.3\n");
    const auto& corners = port(f).stations[1].section.shape.corners;
    CHECK(inMm(port(f).stations[1].section.shape.width) == Approx(36.55));
    CHECK(inMm(port(f).stations[1].section.shape.height) == Approx(33.11));
    CHECK(inMm(corners.roofLeft) == Approx(11.2));
    CHECK(inMm(corners.roofRight) == Approx(11.3));
    // By Tab as well.
    sections->setCurrentIndex(sections->model()->index(2, 1));
    ahead("35.5\t34.4\t");
    CHECK(inMm(port(f).stations[2].section.shape.width) == Approx(35.5));
    CHECK(inMm(port(f).stations[2].section.shape.height) == Approx(34.4));
}
