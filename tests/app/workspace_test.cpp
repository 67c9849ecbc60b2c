// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

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
