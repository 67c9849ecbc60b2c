// SPDX-License-Identifier: GPL-3.0-or-later
// The viscous run in the Probe stage, driven as a person drives it, with a stand-in for the solver.
#include "support/window_fixture.hpp"

#include <QComboBox>
#include <QListWidget>
#include <QSpinBox>
#include <QThread>

#include "cut/cut_page.hpp"
#include "kit/choice_edit.hpp"
#include "kit/loft_canvas.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "probe/virtual_canvases.hpp"
#include "shape/shape_page.hpp"
#include "shell/calls_panel.hpp"
#include "support/made_run.hpp"
#include "support/temp_folder.hpp"
#include "survey/survey_page.hpp"

using widgets::CommandId;
using Shows = app::VirtualProbe::Shows;
using View = widgets::ProbePage::View;

namespace {

struct ViscousFixture : WindowFixture {
    TempFolder folder;
    widgets::ProbePage& page;
    app::VirtualProbe& probe;
    app::ViscousRuns& runs;

    ViscousFixture() : page(*find<widgets::ProbePage>("probePage")), probe(session.virtualProbe()), runs(session.runs())
    {
        trigger(widgets::stageCommand(calls::Stage::Probe));
        page.showView(View::Viscous);
        workspace.chooseStation(*workspace.analysis().places.shortSide);
        probe.solver().finish();
        useStandIn();
    }
    void useStandIn(double seconds = 0.0)
    {
        auto how = runs.how();
        how.programs.solver =
            standInSolver(folder.path(), *probe.present().shape, port_field::Quality::Coarse, 3, seconds);
        runs.setHow(how);
        settle();
    }
    void click(const char* button)
    {
        find<QPushButton>(button)->click();
        settle();
    }
    void run()
    {
        click("viscousRun");
        runs.finish();
        settle();
    }
    void choose(const char* group, int which)
    {
        find<QWidget>(group)->findChildren<QPushButton*>().at(which)->click();
        settle();
    }
    QString queue()
    {
        QStringList lines;
        const auto* list = find<QListWidget>("viscousQueue");
        for (int i = 0; i < list->count(); ++i)
            lines << list->item(i)->text();
        return lines.join(QLatin1Char('\n'));
    }
};

}  // namespace

TEST_CASE("one button: the run comes, its dead region is seen, and the switch shows instant and difference")
{
    ViscousFixture f;
    CHECK(f.text("viscousFound").contains("No run of this shape yet"));
    auto* along = f.find<widgets::FieldLongCanvas>("viscousLong");
    CHECK(along->scene().dead.empty());
    // The button has the focus: one key starts it.
    f.find<QPushButton>("viscousRun")->setFocus();
    f.press(Qt::Key_Space);
    f.runs.finish();
    f.settle();
    CHECK(f.queue().contains("done in"));
    CHECK(f.queue().contains("Save the job"));
    CHECK(f.probe.shows() == Shows::Viscous);
    CHECK_FALSE(along->scene().dead.empty());
    const QString found = f.text("viscousFound");
    CHECK(found.contains("coarse mesh"));
    CHECK(found.contains("on the floor"));
    CHECK(found.contains("1 mesh"));

    f.page.showView(View::Virtual);
    f.settle();
    CHECK(f.text("fieldLimits").contains("k-omega SST"));
    CHECK(f.text("virtualNote").contains("instant field:"));
    CHECK(f.text("virtualNote").contains("swings by"));
    auto* section = f.find<widgets::FieldSectionCanvas>("fieldSection");
    const double high = section->scene().scale.high;
    f.choose("fieldShows", 2);
    CHECK(f.probe.shows() == Shows::Difference);
    CHECK(section->scene().scale.difference);
    CHECK(section->scene().scale.low == -section->scene().scale.high);
    CHECK(f.text("fieldLimits").contains("Orange is faster"));
    f.choose("fieldShows", 0);
    CHECK_FALSE(section->scene().scale.difference);
    CHECK(section->scene().scale.high != Approx(high));
    CHECK(f.text("fieldLimits").contains("without friction and wake"));

    f.page.showView(View::Walls);
    const auto reddish = [&] {
        const QImage peel = f.find<QWidget>("wallPeel")->grab().toImage();
        int count = 0;
        for (int y = 0; y < peel.height(); y += 2) {
            for (int x = 0; x < peel.width(); x += 2) {
                const QColor c = peel.pixelColor(x, y);
                count += c.red() > c.green() + 50 && c.red() > c.blue() + 50 ? 1 : 0;
            }
        }
        return count;
    };
    f.choose("wallShows", 4);
    const int before = reddish();  // the stand-in's shear is with the air everywhere
    f.runs.take(madeRun("I1", *f.probe.present().shape, port_field::Quality::Coarse));
    f.settle();
    CHECK(reddish() > before + 500);  // where the air runs back along the floor
    CHECK(f.text("wallTable").contains("viscous: from"));
}

TEST_CASE("a run is stopped and started again, and a failure is told in words")
{
    ViscousFixture f;
    f.useStandIn(5.0);
    CHECK_FALSE(f.find<QPushButton>("viscousStop")->isEnabled());
    f.click("viscousRun");
    CHECK(f.find<QPushButton>("viscousStop")->isEnabled());
    for (int i = 0; i < 300 && f.runs.items()[0].history.empty(); ++i) {
        f.settle();
        QThread::msleep(10);
    }
    CHECK(f.queue().contains("step 1"));
    CHECK(f.text("viscousExpected").contains("left of this run"));
    f.click("viscousStop");
    f.runs.finish();
    f.settle();
    CHECK(f.queue().contains("stopped"));
    f.useStandIn();
    f.run();
    CHECK(f.queue().contains("done in"));

    auto how = f.runs.how();
    how.programs.solver = "euryth-no-such-solver";
    f.runs.setHow(how);
    f.run();
    CHECK(f.queue().contains("is not installed: it is in the Debian package openfoam"));
    CHECK(f.probe.present().found);  // the good one is still there
}

TEST_CASE("after a change the old run is out of date, and undo brings it back")
{
    ViscousFixture f;
    f.run();
    REQUIRE(f.probe.present().found);
    f.workspace.document().apply(
        "widen", [](job::Job& job) { job.ports[0].stations[4].section.shape.width = lengthFromMm(40); });
    f.probe.solver().finish();
    f.settle();
    CHECK(f.text("viscousFound").contains("out of date: the section at 36.0 mm has changed since"));
    CHECK(f.find<widgets::FieldLongCanvas>("viscousLong")->scene().missing.contains("viscous run of this shape"));
    f.workspace.document().undoStack().undo();
    f.probe.solver().finish();
    f.settle();
    CHECK(f.probe.present().found);
}

TEST_CASE("the queue takes the plan and a second mesh, the choice of cores and time tells the runs")
{
    ViscousFixture f;
    f.find<QAbstractButton>("runAsPlanned")->click();
    f.find<QAbstractButton>("runSecondMesh")->click();
    f.find<QSpinBox>("viscousLimit")->setValue(7);
    CHECK(f.runs.how().limit.count() == 7);
    f.find<QSpinBox>("viscousCores")->setValue(2);
    CHECK(f.runs.how().cores == 2);
    f.find<QSpinBox>("viscousCores")->setValue(1);
    f.run();
    CHECK(f.runs.items().size() == 4);
    CHECK(f.queue().contains("I1 as planned, normal"));
    // The stand-in knows one mesh only: what does not fit is refused.
    CAPTURE(f.queue().toStdString());
    CHECK(f.queue().contains("another shape or quality"));
}

TEST_CASE("the choke point and the cuts are judged by whose speeds one chooses, in Probe and in Cut")
{
    ViscousFixture f;
    f.run();
    CHECK(f.window.findChildren<QComboBox*>(QStringLiteral("judgeBy")).size() == 3);
    const auto inSight = [&] {  // over the computed views, over the ranking, in Cut
        const auto boxes = f.window.page().findChildren<QComboBox*>(QStringLiteral("judgeBy"));
        const auto shown = std::ranges::find_if(boxes, &QComboBox::isVisible);
        REQUIRE(shown != boxes.end());
        return *shown;
    };
    QTest::keyClick(inSight(), Qt::Key_End);
    f.settle();
    CHECK(f.workspace.speedSource() == analysis::SpeedSource::Viscous);
    CHECK(inSight()->currentIndex() == 2);
    f.window.page().showView(static_cast<int>(widgets::ProbePage::View::Chokes));
    CHECK(inSight()->currentIndex() == 2);
    f.trigger(widgets::stageCommand(calls::Stage::Cut));
    CHECK(inSight()->currentIndex() == 2);
    CHECK(f.workspace.analysis().speedsFrom.id() == "speeds.viscous");
    const auto said = [&](const char* words) {
        const auto labels = f.window.findChild<widgets::CallsPanel*>()->findChildren<QLabel*>();
        return std::ranges::any_of(labels, [&](const QLabel* label) { return label->text().contains(words); });
    };
    CHECK(said("by the viscous run (coarse mesh)"));
    CHECK_FALSE(said("by the readings"));
    QTest::keyClick(inSight(), Qt::Key_Home);
    f.settle();
    CHECK(f.workspace.speedSource() == analysis::SpeedSource::Readings);
    CHECK(said("by the readings"));
}

TEST_CASE("the case is written as a folder that the package can run")
{
    ViscousFixture f;
    f.nextPath = QString::fromStdString(f.folder.path() / "I1.case");
    f.click("exportCase");
    CHECK(f.suggested == "I1.case");
    CHECK(std::filesystem::exists(f.folder.path() / "I1.case" / "system" / "controlDict"));
    CHECK(std::filesystem::exists(f.folder.path() / "I1.case" / "README.txt"));
    f.nextPath = QStringLiteral("/proc/nowhere/I1.case");
    f.click("exportCase");
    REQUIRE_FALSE(f.told.isEmpty());
    CHECK(f.told.last().contains("/proc/nowhere"));
}
