// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <atomic>
#include <cmath>
#include <span>
#include <stdexcept>

#include <QCoreApplication>
#include <QThread>

#include "app/answer.hpp"
#include "app/workspace.hpp"
#include "support/demo.hpp"

using namespace euryth;

namespace {

/// A job of sixteen ports whose results somebody looks at, as the rack does.
struct Sixteen {
    app::Workspace workspace;
    app::Workspace::Work before;

    Sixteen()
    {
        job::Job job = demoFour();
        const std::vector<job::Port> half = job.ports;
        for (job::Port port : half) {
            port.id += "b";
            port.cylinder = port.cylinder.value_or(1) + 4;
            job.ports.push_back(port);
        }
        job.engine.cylinders = 8;
        REQUIRE(job.ports.size() == 16);
        workspace.document().reset(job, {});
        look();
    }
    void look()
    {
        for (std::size_t i = 0; i < workspace.job().ports.size(); ++i)
            (void)workspace.callsOf(i);
    }
    /// What an edit costs until everything is known again.
    app::Workspace::Work after(const app::Document::Change& change)
    {
        before = workspace.work();
        REQUIRE(workspace.document().apply("Test", change));
        look();
        const auto& now = workspace.work();
        return {now.analyses - before.analyses, now.calls - before.calls, now.flows - before.flows};
    }
};

/// A job of eight ports whose results are worked out beside whoever looks, and are all there.
struct Beside {
    static constexpr std::size_t kCut = 3;  ///< a port with cuts
    app::Workspace workspace;
    int caughtUp = 0;

    Beside()
    {
        workspace.judgeBeside();
        workspace.document().reset(demoFour(), {});
        workspace.choosePort(kCut);
        workspace.finishJudging();
        REQUIRE(workspace.analysisNow().cut);
        QObject::connect(&workspace, &app::Workspace::caughtUp, [this] { ++caughtUp; });
    }
    void widen(double mm)
    {
        REQUIRE(workspace.document().apply("Widen", [mm](job::Job& job) {
            job.ports[kCut].stations[2].section.shape.width = lengthFromMm(mm);
            job.ports[kCut].stations[2].plan.area = areaFromMm2(36.0 * mm);
        }));
    }
    [[nodiscard]] const job::Port& port() const { return *workspace.port(); }
    [[nodiscard]] std::vector<Length> depths() const
    {
        std::vector<Length> all;
        for (const auto& at : workspace.analysisNow().cut->depths)
            all.insert(all.end(), at.begin(), at.end());
        return all;
    }
};

}  // namespace

TEST_CASE("in a job of sixteen ports an edit of one works out that port and what hangs on it, once")
{
    Sixteen f;
    CHECK(f.workspace.work().analyses == 16);
    CHECK(f.workspace.work().calls == 16);
    // Each intake's flows, and those of the exhausts, which say what is missing.
    CHECK(f.workspace.work().flows <= 16);

    // A measurement: its port, its flows; the calls of all, as they look for a port that flows alike on the bench.
    auto work = f.after([](job::Job& j) { j.ports[2].stations[3].section.shape.width = lengthFromMm(29); });
    CHECK(work.analyses == 1);
    CHECK(work.flows == 2);  // and those of the cylinder's other side
    CHECK(work.calls == 16);

    // A plan is no measurement: nobody else's calls hang on it.
    work = f.after([](job::Job& j) { j.ports[2].stations[3].plan.area = areaFromMm2(1100); });
    CHECK(work.analyses == 1);
    CHECK(work.flows == 0);
    CHECK(work.calls == 1);

    // An acceptance, and the name of a plan: no analysis at all.
    work = f.after([](job::Job& j) { j.ports[5].accepted.push_back({"pinch", "by design", {}}); });
    CHECK(work.analyses == 0);
    CHECK(work.calls == 1);
    work = f.after([](job::Job& j) { j.title = "Another title"; });
    CHECK(work.analyses == 0);
    CHECK(work.calls == 0);

    // Looking again costs nothing.
    const auto before = f.workspace.work();
    f.look();
    CHECK(f.workspace.work().analyses == before.analyses);
    CHECK(f.workspace.work().calls == before.calls);
}

TEST_CASE("what all ports hang on is worked out for all: a house rule, the engine, and a port that goes is gone")
{
    Sixteen f;
    CHECK(f.after([](job::Job& j) { j.house.leastWall = lengthFromMm(2); }).analyses == 16);
    CHECK(f.after([](job::Job& j) { j.engine.stroke = lengthFromMm(70); }).analyses == 16);
    const auto work = f.after([](job::Job& j) { j.ports.pop_back(); });
    CHECK(work.analyses == 0);
    CHECK(f.workspace.callsOf(0).size() ==
          calls::callsFor(f.workspace.job(), f.workspace.job().ports[0], f.workspace.analysisOf(0)).size());
}

TEST_CASE("results that are kept are those that would be worked out anew")
{
    Sixteen f;
    (void)f.after([](job::Job& j) { j.ports[2].stations[3].plan.area = areaFromMm2(1200); });
    (void)f.after([](job::Job& j) { j.ports[3].valve.throat = lengthFromMm(37); });
    for (std::size_t i = 0; i < f.workspace.job().ports.size(); ++i) {
        const auto& port = f.workspace.job().ports[i];
        const auto fresh = calls::callsFor(f.workspace.job(), port, analysis::analyse(f.workspace.job(), port));
        const auto& kept = f.workspace.callsOf(i);
        CAPTURE(port.id);
        REQUIRE(kept.size() == fresh.size());
        for (std::size_t k = 0; k < kept.size(); ++k) {
            CHECK(kept[k].key == fresh[k].key);
            CHECK(kept[k].text == fresh[k].text);
        }
    }
}

TEST_CASE("calls that are worked out beside the window are those worked out at once")
{
    app::Workspace atOnce;
    atOnce.document().reset(demoFour(), {});
    app::Workspace beside;
    beside.judgeBeside();
    beside.document().reset(demoFour(), {});
    int arrived = 0;
    QObject::connect(&beside, &app::Workspace::judged, [&] { ++arrived; });
    CHECK(beside.callsNow(0) == nullptr);
    CHECK(beside.isJudging(0));
    CHECK(beside.work().calls == 0);  // whoever asks does not wait
    beside.finishJudging();
    CHECK(arrived > 0);
    for (std::size_t i = 0; i < beside.job().ports.size(); ++i) {
        REQUIRE(beside.callsNow(i));
        CHECK_FALSE(beside.isJudging(i));
        const auto& wanted = atOnce.callsOf(i);
        REQUIRE(beside.callsNow(i)->size() == wanted.size());
        for (std::size_t k = 0; k < wanted.size(); ++k)
            CHECK(beside.text((*beside.callsNow(i))[k].text) == atOnce.text(wanted[k].text));
    }

    // Until new ones are there the calls from before stay; of another job there are none.
    const auto widen = [](job::Job& job) { job.ports[0].stations[2].section.shape.width = lengthFromMm(60); };
    const auto* before = beside.callsNow(0);
    REQUIRE(beside.document().apply("Widen", widen));
    CHECK(beside.callsNow(0) == before);
    CHECK(beside.isJudging(0));
    beside.finishJudging();
    REQUIRE(atOnce.document().apply("Widen", widen));
    CHECK(beside.callsNow(0)->size() == atOnce.callsOf(0).size());
    beside.document().reset(demoJob(), {});
    CHECK(beside.callsNow(0) == nullptr);
}

TEST_CASE("an edit while calls are worked out leaves those of the job as it is")
{
    app::Workspace workspace;
    workspace.judgeBeside();
    workspace.document().reset(demoFour(), {});
    for (int i = 0; i < 5; ++i) {
        (void)workspace.callsNow(0);
        QCoreApplication::processEvents();
        REQUIRE(workspace.document().apply(
            "Widen", [i](job::Job& job) { job.ports[0].stations[2].section.shape.width = lengthFromMm(40 + i); }));
    }
    (void)workspace.callsNow(0);
    workspace.finishJudging();
    app::Workspace fresh;
    fresh.document().reset(workspace.job(), {});
    REQUIRE(workspace.callsNow(0));
    CHECK(workspace.callsNow(0)->size() == fresh.callsOf(0).size());
}

TEST_CASE("until its analysis is there a port is shown as it is measured, with the rest from before")
{
    Beside f;
    const int analyses = f.workspace.work().analyses;
    const auto cutsBefore = f.depths();
    f.widen(31);
    const auto measured = analysis::measure(f.workspace.job(), f.port());
    const analysis::PortAnalysis& now = f.workspace.analysisNow();
    CHECK(f.workspace.work().analyses == analyses);  // nobody waits for it
    CHECK(geometry::boxOf(now.sections[2]).width.si() == Approx(0.031));
    CHECK(now.areas->smallest().area == measured.areas->smallest().area);
    CHECK(now.walls[2] == measured.walls[2]);
    CHECK(f.depths() == cutsBefore);
    CHECK(f.workspace.analysed() == nullptr);
    CHECK(f.caughtUp == 0);

    f.workspace.finishJudging();
    CHECK(f.caughtUp > 0);
    CHECK(f.depths() != cutsBefore);
    const auto fresh = analysis::analyse(f.workspace.job(), f.port());
    CHECK(f.workspace.analysisNow().cut->depths == fresh.cut->depths);
    CHECK(f.workspace.analysed() == &f.workspace.analysisNow());
    const int told = f.caughtUp;
    (void)f.workspace.analysisNow();
    f.workspace.finishJudging();
    CHECK(f.caughtUp == told);  // nothing more to come
}

TEST_CASE("whoever asks for the job as it is gets that, whatever is shown")
{
    Beside f;
    f.widen(31);
    const auto shown = f.depths();
    const auto fresh = analysis::analyse(f.workspace.job(), f.port());
    CHECK(f.workspace.analysis().cut->depths == fresh.cut->depths);
    CHECK(f.depths() != shown);  // and then it is shown as well
    f.widen(30);
    const auto end = plans::planValveEnd(f.workspace.job(), f.port(), analysis::analyse(f.workspace.job(), f.port()));
    (void)f.workspace.valveEndNow(Beside::kCut);
    CHECK(f.workspace.valveEndOf(Beside::kCut).throat.throat.value == end.throat.throat.value);
}

TEST_CASE("a port with other stations is not shown with what was told of the old ones")
{
    Beside f;
    REQUIRE(f.workspace.document().apply("Delete station", [](job::Job& job) {
        auto& stations = job.ports[Beside::kCut].stations;
        stations.erase(stations.begin() + 3);
    }));
    const auto& now = f.workspace.analysisNow();
    CHECK(now.sections.size() == f.port().stations.size());
    CHECK(now.plan.size() == f.port().stations.size());
    REQUIRE(now.cut);
    CHECK(now.cut->depths.size() == f.port().stations.size());
    // And a probe set that is gone leaves none behind.
    REQUIRE(f.workspace.document().apply("Delete probe set", [](job::Job& job) { job.ports[1].probes.pop_back(); }));
    CHECK(f.workspace.analysisNow(1).probes.size() == f.workspace.job().ports[1].probes.size());
}

TEST_CASE("what a port passes is not waited for: it is said to be on its way, then that from before")
{
    app::Workspace workspace;
    workspace.judgeBeside();
    workspace.document().reset(demoFour(), {});
    const int flows = workspace.work().flows;
    CHECK_FALSE(workspace.flowsNow(2));
    CHECK_FALSE(workspace.text(workspace.flowsNow(2).missing).isEmpty());
    CHECK(workspace.work().flows == flows);
    workspace.finishJudging();
    REQUIRE(workspace.flowsNow(2));
    const MassFlow before = workspace.flowsNow(2)->choking;
    REQUIRE(workspace.document().apply("Narrow", [](job::Job& job) {
        for (job::Station& station : std::span(job.ports[2].stations).first(11))
            station.section.shape.width = station.section.shape.width * 0.95;
    }));
    CHECK(workspace.flowsNow(2)->choking == before);
    workspace.finishJudging();
    const auto fresh = engine::portFlows(workspace.job(), workspace.job().ports[2]);
    CHECK(workspace.flowsNow(2)->choking == fresh->choking);
    CHECK(fresh->choking.si() != before.si());
}

TEST_CASE("computed speeds are asked for in the window's thread, and judged by beside it")
{
    Beside f;
    std::vector<QThread*> askedIn;
    f.workspace.setSpeedsOf([&](const job::Port& port, const analysis::PortAnalysis& measured, auto) {
        askedIn.push_back(QThread::currentThread());
        analysis::ComputedSpeeds speeds{say("speeds.instant"), {}};
        CHECK(measured.sections.size() == port.stations.size());
        speeds.atStations.resize(port.stations.size());
        return Known<analysis::ComputedSpeeds>{speeds, {}};
    });
    f.workspace.setSpeedSource(analysis::SpeedSource::Instant);
    CHECK(f.workspace.analysisNow().speedSource == analysis::SpeedSource::Readings);  // from before
    f.workspace.finishJudging();
    CHECK(f.workspace.analysisNow().speedSource == analysis::SpeedSource::Instant);
    REQUIRE(askedIn.size() >= f.workspace.job().ports.size());
    for (const QThread* thread : askedIn)
        CHECK(thread == QThread::currentThread());
}

TEST_CASE("an answer is shown from before until the one of the port as it is arrives, and never another port's")
{
    Beside f;
    std::atomic<int> made = 0;
    app::Answer<std::size_t> width(f.workspace, [&](const job::Job&, const job::Port& port, const auto&, const auto&) {
        ++made;
        return static_cast<std::size_t>(std::lround(port.stations[2].section.shape.width.si() * 1e6));
    });
    CHECK_FALSE(width.get());
    REQUIRE(width.finish());
    const std::size_t before = *width.current();
    CHECK(made == 1);
    f.widen(31);
    REQUIRE(width.get());
    CHECK(*width.get() == before);
    CHECK_FALSE(width.current());
    f.workspace.finishJudging();
    CHECK(*width.finish() == 31000);
    CHECK(*width.current() == 31000);
    CHECK(made == 2);
    f.workspace.choosePort(1);
    CHECK_FALSE(width.get());
    REQUIRE(width.finish());
    CHECK(made == 3);
    f.workspace.document().reset(demoJob(), {});
    CHECK_FALSE(width.get());
    CHECK(width.failure().isEmpty());
}

TEST_CASE("an answer that cannot be had says why")
{
    Beside f;
    app::Answer<int> none(f.workspace, [](const auto&, const auto&, const auto&, const auto&) -> int {
        throw std::runtime_error("no answer to this");
    });
    int told = 0;
    QObject::connect(&none, &app::Answering::arrived, [&] { ++told; });
    CHECK_FALSE(none.finish());
    CHECK(told == 1);
    CHECK(none.failure().contains("no answer to this"));
}
