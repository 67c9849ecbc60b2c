// SPDX-License-Identifier: GPL-3.0-or-later
// The queue of viscous runs and its results, with a stand-in for the solver.
#include <catch2/catch.hpp>

#include <QCoreApplication>
#include <QThread>

#include "app/session.hpp"
#include "support/demo.hpp"
#include "support/made_run.hpp"
#include "support/qt_strings.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;
using app::ViscousRuns;
using State = ViscousRuns::State;
using analysis::SpeedSource;

namespace {

struct Runs {
    TempFolder folder;
    app::Session session{[] { return QDateTime({2026, 5, 4}, {3, 2, 1}, Qt::UTC); }};
    app::Workspace& workspace = session.workspace();
    ViscousRuns& runs = session.runs();

    Runs() { workspace.document().reset(demoJob(), {}); }
    [[nodiscard]] port_field::PortShape shape() const
    {
        return *port_field::shapeOf(workspace.job().ports[0], workspace.analysisOf(0)).value;
    }
    [[nodiscard]] Known<port_field::PortAir> air() const
    {
        return port_field::portAir(workspace.job(), workspace.job().ports[0], workspace.analysisOf(0), std::nullopt,
                                   nullptr);
    }
    [[nodiscard]] ViscousRuns::Wish wish(viscous::Variant variant = viscous::Variant::AsItIs) const
    {
        return {"I1", variant, shape(), *air(), port_field::Quality::Coarse};
    }
    void useStandIn(double seconds = 0.0)
    {
        auto how = runs.how();
        how.programs.solver = standInSolver(folder.path(), shape(), port_field::Quality::Coarse, 3, seconds);
        runs.setHow(how);
    }
    QString saveAs(const char* name)
    {
        const QString path = QString::fromStdString(folder.path() / name);
        REQUIRE(workspace.document().saveAs(path).isEmpty());
        workspace.refresh();
        return path;
    }
    void widen(double mm)
    {
        REQUIRE(
            workspace.document()
                .edit("widen", [&](job::Job& job) { job.ports[0].stations[4].section.shape.width = lengthFromMm(mm); })
                .isEmpty());
    }
    void until(const std::function<bool()>& true_)
    {
        for (int i = 0; i < 3000 && !true_(); ++i) {
            QCoreApplication::processEvents();
            QThread::msleep(10);
        }
        REQUIRE(true_());
    }
};

}  // namespace

TEST_CASE("runs are worked off one after the other, and their results belong to their shape")
{
    Runs f;
    f.useStandIn();
    f.runs.add(f.wish());
    f.runs.add(f.wish());  // waits already
    CHECK(f.runs.items().size() == 1);
    CHECK(f.runs.isWorking());
    CHECK_FALSE(f.runs.best(f.shape()));
    f.runs.finish();
    REQUIRE(f.runs.items()[0].state == State::Done);
    CHECK(f.runs.items()[0].history.size() == 3);
    CHECK(f.runs.current() == &f.runs.items()[0]);
    const auto result = f.runs.best(f.shape());
    REQUIRE(result);
    CHECK(result->solved.quality == port_field::Quality::Coarse);
    CHECK(result->finished == "2026-05-04T03:02:01Z");
    CHECK_FALSE(result->solved.air->port().ways().empty());
    CHECK_FALSE(f.runs.stale("I1", viscous::Variant::AsItIs, f.shape()));

    f.widen(40);
    CHECK_FALSE(f.runs.best(f.shape()));
    const auto old = f.runs.stale("I1", viscous::Variant::AsItIs, f.shape());
    REQUIRE(old == result);
    const auto what = port_field::differenceOf(old->solved.air->port().shape(), f.shape());
    CHECK(f.workspace.text(what) == "the section at 36.0 mm");
    f.runs.clearEnded();
    CHECK(f.runs.items().empty());
    f.workspace.document().undoStack().undo();
    CHECK(f.runs.best(f.shape()) == result);
}

TEST_CASE("a run that fails says why, the next one goes on, and nothing is lost")
{
    Runs f;
    f.useStandIn();
    f.runs.add(f.wish());
    f.runs.finish();
    auto how = f.runs.how();
    const std::string sound = how.programs.solver;
    how.programs.solver = "euryth-no-such-solver";
    f.runs.setHow(how);
    f.runs.add(f.wish(viscous::Variant::AfterCuts));
    f.runs.finish();
    CHECK(f.runs.items()[1].state == State::Failed);
    CHECK(f.runs.items()[1].message.contains("not installed"));
    CHECK(f.runs.best(f.shape()));
    how.programs.solver = sound;
    f.runs.setHow(how);
    f.runs.add(f.wish(viscous::Variant::AsPlanned));
    f.runs.finish();
    CHECK(f.runs.items()[2].state == State::Done);
}

TEST_CASE("the run under way and those that wait can be stopped, and started again")
{
    Runs f;
    f.useStandIn(5.0);
    f.runs.add(f.wish());
    auto other = f.wish(viscous::Variant::AfterCuts);
    other.quality = port_field::Quality::Normal;
    f.runs.add(other);
    f.until([&] { return !f.runs.items()[0].history.empty(); });
    f.runs.stopAll();
    f.runs.finish();
    CHECK(f.runs.items()[0].state == State::Stopped);
    CHECK(f.runs.items()[1].state == State::Stopped);
    CHECK_FALSE(f.runs.best(f.shape()));
    f.useStandIn();
    f.runs.add(f.wish());
    f.runs.finish();
    CHECK(f.runs.best(f.shape()));

    f.useStandIn(5.0);
    f.runs.add(f.wish());
    f.runs.add(other);
    f.runs.stop(f.runs.items().back().id);
    CHECK(f.runs.items().back().state == State::Stopped);
    f.runs.stop(f.runs.items()[3].id);
    f.runs.finish();
    CHECK(f.runs.items()[3].state == State::Stopped);
}

TEST_CASE("results are kept beside the job, come back with it, and go along under another name")
{
    Runs f;
    f.runs.take(madeRun("I1", f.shape(), port_field::Quality::Coarse));
    const QString path = f.saveAs("head.euryth.json");
    f.runs.finish();
    CHECK(std::filesystem::exists(f.folder.path() / "head.runs"));
    f.saveAs("copy.euryth.json");
    f.runs.finish();
    CHECK(std::filesystem::exists(f.folder.path() / "copy.runs"));
    CHECK(f.runs.best(f.shape()));

    f.workspace.document().reset(demoFour(), {});
    CHECK_FALSE(f.runs.stale("I1", viscous::Variant::AsItIs,
                             *port_field::shapeOf(f.workspace.job().ports[0], f.workspace.analysisOf(0)).value));
    // Nor has a job that was never saved anything to do with another one.
    f.runs.take(madeRun("I1", *port_field::shapeOf(f.workspace.job().ports[0], f.workspace.analysisOf(0)).value,
                        port_field::Quality::Coarse));
    f.workspace.document().reset(demoJob(), {});
    CHECK_FALSE(f.runs.stale("I1", viscous::Variant::AsItIs, f.shape()));
    REQUIRE(f.workspace.document().open(path).isEmpty());
    f.runs.finish();
    REQUIRE(f.runs.best(f.shape()));
    CHECK(f.runs.trouble().isEmpty());

    // A file that cannot be used is told, and does no harm.
    writeText(f.folder.path() / "copy.runs" / "x.run", "rubbish");
    REQUIRE(f.workspace.document().open(QString::fromStdString(f.folder.path() / "copy.euryth.json")).isEmpty());
    f.runs.finish();
    CHECK(f.runs.best(f.shape()));
    CHECK(f.runs.trouble().contains("x.run"));
}

TEST_CASE("what is wished for: variants, other ports, a second mesh, and what there is none of")
{
    Runs f;
    app::RunChoice choice;
    auto wishes = app::wishesOf(f.workspace, f.air(), choice);
    REQUIRE(wishes.runs.size() == 1);
    CHECK(wishes.runs[0].variant == viscous::Variant::AsItIs);
    choice.afterCuts = choice.asPlanned = choice.secondMesh = true;
    choice.quality = port_field::Quality::Normal;
    wishes = app::wishesOf(f.workspace, f.air(), choice);
    REQUIRE(wishes.runs.size() == 6);
    CHECK(wishes.runs[1].quality == port_field::Quality::Coarse);
    CHECK_FALSE(port_field::sameShape(wishes.runs[0].shape, wishes.runs[2].shape));
    CHECK(wishes.missing.empty());
    wishes = app::wishesOf(f.workspace, {std::nullopt, say("missing.flow")}, {});
    CHECK(wishes.runs.empty());
    REQUIRE(wishes.missing.size() == 1);
    CHECK(wishes.missing[0].id() == "missing.run-of");

    f.workspace.document().reset(demoFour(), {});
    choice = {};
    choice.allPorts = true;
    wishes = app::wishesOf(f.workspace, {std::nullopt, say("missing.flow")}, choice);
    CHECK(wishes.runs.size() + wishes.missing.size() >= 6);
    CHECK(app::secondMeshOf(port_field::Quality::Coarse) == port_field::Quality::Normal);
    CHECK(app::secondMeshOf(port_field::Quality::Fine) == port_field::Quality::Normal);
}

TEST_CASE("two meshes tell how sure the numbers are")
{
    Runs f;
    f.runs.take(madeRun("I1", f.shape(), port_field::Quality::Coarse));
    CHECK_FALSE(app::meshChange(f.runs, f.shape()));
    f.runs.take(madeRun("I1", f.shape(), port_field::Quality::Normal, 0.7));
    const auto change = app::meshChange(f.runs, f.shape());
    REQUIRE(change);
    CHECK(change->coarser == port_field::Quality::Coarse);
    CHECK(change->finer == port_field::Quality::Normal);
    CHECK(change->to.dead > change->from.dead);
    CHECK(f.runs.all(f.shape()).front()->solved.quality == port_field::Quality::Normal);
    // At another flow nothing can be compared.
    f.runs.take(madeRun("I1", f.shape(), port_field::Quality::Normal, 0.7, VolumeFlow::fromSi(0.05)));
    CHECK_FALSE(app::meshChange(f.runs, f.shape()));
}

TEST_CASE("ports are judged by readings, the instant field or a run, and every number says by what")
{
    Runs f;
    app::VirtualProbe& probe = f.session.virtualProbe();
    const auto why = [&] {
        QString all;
        for (const auto& cut : f.workspace.analysis().cut->cuts)
            all += f.workspace.text(cut.why);
        return all;
    };
    const auto chokeText = [&] {
        for (const auto& call : f.workspace.callsOf(0)) {
            if (call.key == "choke")
                return f.workspace.text(call.text);
        }
        return QString();
    };
    CHECK(chokeText().contains("by the readings"));
    CHECK(why().contains("by the readings"));
    f.workspace.setSpeedSource(SpeedSource::Viscous);
    CHECK(chokeText().isEmpty());
    CHECK(f.workspace.analysis().speedsMissing.id() == "missing.run");
    f.runs.take(madeRun("I1", f.shape(), port_field::Quality::Coarse));
    CHECK(chokeText().contains("by the viscous run (coarse mesh)"));
    CHECK_FALSE(why().contains("by the readings"));
    // The dead air on the floor of the throat is left alone.
    const auto& last = f.workspace.analysis().cutProblem->stations.back();
    CHECK(last.speedRatio[geometry::index(geometry::Sector::Floor)].value() < 0.6);

    f.workspace.setSpeedSource(SpeedSource::Instant);
    CHECK_FALSE(f.workspace.analysis().speedsMissing.empty());
    probe.setSeen(true);
    probe.solver().finish();
    CHECK(chokeText().contains("by the instant field"));
    const auto choke = calls::chokePoint(*f.workspace.port(), f.workspace.analysis());
    REQUIRE(choke);
    CHECK_FALSE(choke->probe);
    CHECK(f.workspace.analysis().computed[choke->set].station == f.workspace.analysis().places.shortSide);
    f.widen(40);  // the old field is none of the new shape
    CHECK(chokeText().isEmpty());
    f.workspace.setSpeedSource(SpeedSource::Readings);
    CHECK(chokeText().contains("by the readings"));
}
