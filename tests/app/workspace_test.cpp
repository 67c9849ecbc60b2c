// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <QCoreApplication>

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
