// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/window_fixture.hpp"

#include "shape/shape_page.hpp"
#include "valve_end_canvas.hpp"

using drawing::EndHandle;
using widgets::ValveEndCanvas;

namespace {

ValveEndCanvas* shownEnd(WindowFixture& f)
{
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    f.find<widgets::ShapePage>("shapePage")->showView(widgets::ShapePage::View::ValveEnd);
    f.settle();
    return f.find<ValveEndCanvas>("valveEndCanvas");
}

const job::Port& port(WindowFixture& f) { return *f.workspace.port(); }

void drag(ValveEndCanvas* canvas, EndHandle handle, QPoint by)
{
    const QPoint from = canvas->placeOf(handle)->toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, from);
    QTest::mouseMove(canvas, from + by / 2);
    QTest::mouseMove(canvas, from + by);
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, from + by);
}

}  // namespace

TEST_CASE("Valve end: drag the apex, and number, plan, cut and call follow, and one undo takes it back")
{
    WindowFixture f;
    ValveEndCanvas* canvas = shownEnd(f);
    const auto before = canvas->scene();
    REQUIRE(before.apex.now);
    CHECK(before.apex.now == before.apex.plan);
    const job::Job job = f.workspace.job();
    drag(canvas, EndHandle::Apex, {0, 12});
    f.settle();
    REQUIRE(port(f).planEnd.shortHeight);
    CHECK(*port(f).planEnd.shortHeight < *before.apex.now);
    const auto after = canvas->scene();
    CHECK(after.apex.plan == port(f).planEnd.shortHeight);
    // The planned floor has gone down there as far as the walls let it, and the cut takes at least that.
    const auto& analysis = f.workspace.analysis();
    const auto floor = geometry::index(geometry::Sector::Floor);
    const bool taken = std::ranges::any_of(analysis.cutProblem->stations,
                                           [&](const auto& s) { return s.least[floor] > lengthFromMm(0.1); });
    CHECK((taken || after.notMet));
    CHECK(f.text("shortSideSchool").contains("top end"));
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == job);
    CHECK(canvas->scene().apex.plan == before.apex.plan);
}

TEST_CASE("Valve end: radius, bowl and throat by hand, and what no burr can do is not wished")
{
    WindowFixture f;
    ValveEndCanvas* canvas = shownEnd(f);
    const auto before = canvas->scene();
    drag(canvas, EndHandle::Radius, {-6, 6});
    REQUIRE(port(f).planEnd.shortRadius);
    CHECK(*port(f).planEnd.shortRadius > *before.radius.now);
    drag(canvas, EndHandle::Radius, {200, -200});  // into the air: metal would have to grow
    CHECK(*port(f).planEnd.shortRadius == *before.radius.now);
    drag(canvas, EndHandle::Bowl, {12, 2});
    REQUIRE(port(f).planEnd.bowl);
    CHECK(*port(f).planEnd.bowl > *port(f).valve.bowl);
    drag(canvas, EndHandle::Throat, {3, 0});
    REQUIRE(port(f).planEnd.throat);
    CHECK(f.find<QWidget>("valveEndCanvas")->grab().isNull() == false);
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("Valve end: by keys alone")
{
    WindowFixture f;
    ValveEndCanvas* canvas = shownEnd(f);
    canvas->setFocus();
    f.settle();
    QTest::keyClick(canvas, Qt::Key_Right);
    CHECK(canvas->scene().chosen == EndHandle::Apex);
    const Length now = *canvas->scene().apex.now;
    QTest::keyClick(canvas, Qt::Key_Down);
    REQUIRE(port(f).planEnd.shortHeight);
    CHECK(inMm(now - *port(f).planEnd.shortHeight) == Approx(0.1).margin(0.011));
    QTest::keyClick(canvas, Qt::Key_Down, Qt::ShiftModifier);
    CHECK(inMm(now - *port(f).planEnd.shortHeight) == Approx(1.1).margin(0.011));
    QTest::keyClick(canvas, Qt::Key_Right);
    CHECK(canvas->scene().chosen == EndHandle::Radius);
    QTest::keyClick(canvas, Qt::Key_Up);
    CHECK(port(f).planEnd.shortRadius);
    QTest::keyClick(canvas, Qt::Key_Delete);
    CHECK_FALSE(port(f).planEnd.shortRadius);
    QTest::keyClick(canvas, Qt::Key_Left);
    QTest::keyClick(canvas, Qt::Key_Delete);
    CHECK_FALSE(port(f).planEnd.shortHeight);
}

TEST_CASE("Valve end: a port without places says what it needs")
{
    WindowFixture f;
    f.openOneMeasured();
    ValveEndCanvas* canvas = shownEnd(f);
    f.workspace.choosePort(1);
    f.settle();
    CHECK(canvas->scene().empty());
    CHECK(canvas->scene().missing.contains("places in the head"));
    QTest::keyClick(canvas, Qt::Key_Right);
    QTest::keyClick(canvas, Qt::Key_Down);
    CHECK_FALSE(canvas->grab().isNull());
}
