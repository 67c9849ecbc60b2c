// SPDX-License-Identifier: GPL-3.0-or-later
#include <stdexcept>

#include "support/told_faults.hpp"
#include "support/window_fixture.hpp"

namespace {

/// A canvas that cannot paint.
struct Unpaintable : QWidget {
    void paintEvent(QPaintEvent*) override { throw std::out_of_range("no such layer"); }
};

}  // namespace

TEST_CASE("a slot that throws ends neither window nor program, and is told once")
{
    WindowFixture f;
    REQUIRE(toldFaults().isEmpty());
    QPushButton button("Break");
    QObject::connect(&button, &QPushButton::clicked, [] { throw std::logic_error("a slot that throws"); });
    button.show();
    QTest::mouseClick(&button, Qt::LeftButton);
    QTest::mouseClick(&button, Qt::LeftButton);
    REQUIRE(toldFaults().size() == 1);
    CHECK(toldFaults().takeFirst().contains("a slot that throws"));
    f.trigger(widgets::stageCommand(calls::Stage::Cut));
    CHECK(f.workspace.stage() == calls::Stage::Cut);
}

TEST_CASE("a picture that cannot be painted leaves the rest of the window alone")
{
    WindowFixture f;
    auto* canvas = new Unpaintable;
    canvas->resize(40, 40);
    canvas->show();
    f.settle();
    delete canvas;
    REQUIRE(toldFaults().size() == 1);
    CHECK(toldFaults().takeFirst().contains("no such layer"));
    CHECK(f.window.isVisible());
}
