// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <QCoreApplication>

#include "app/session.hpp"
#include "support/demo.hpp"

using namespace euryth;
using Who = app::EngineResults::Who;

namespace {

struct Engine {
    app::Session session;
    app::Workspace& workspace = session.workspace();
    app::EngineResults& results = session.engine();

    explicit Engine(const job::Job& job) { workspace.document().reset(job, {}); }
    void edit(const app::Document::Change& change) { REQUIRE(workspace.document().apply("Test", change)); }
    std::vector<Who> who()
    {
        std::vector<Who> all;
        for (const auto& curve : results.finish()->curves)
            all.push_back(curve.who);
        return all;
    }
};

}  // namespace

TEST_CASE("results come beside the window: at first there are none, then all")
{
    Engine e(demoJob());
    int arrivals = 0;
    QObject::connect(&e.results, &app::EngineResults::arrived, &e.results, [&] { ++arrivals; });
    CHECK_FALSE(e.results.get());
    CHECK(e.results.isWorking());
    REQUIRE(e.results.finish());
    CHECK_FALSE(e.results.isWorking());
    CHECK(arrivals > 0);
    CHECK(e.who() == std::vector{Who::AsItIs, Who::Plan});
    const auto& port = e.results.get()->curves[0];
    CHECK(port.name == "I1");
    CHECK(port.sweep.size() > 10);
    CHECK(port.shift);
    CHECK(port.run.filling.volumetricEfficiency > 0.5);
    CHECK(port.run.filling.volumetricEfficiency < 1.3);
    // Nothing passes more than what chokes.
    CHECK(port.onEngine.flow <= port.choked.flow);
    CHECK(port.onBench.flow <= port.choked.flow);
}

TEST_CASE("while a change is worked out the results from before stay, and those of another port do not")
{
    Engine e(demoFour());
    e.workspace.choosePort(*job::findPort(e.workspace.job(), "I2"));
    REQUIRE(e.results.finish());
    const double before = e.results.get()->curves[0].run.machIndex;
    e.edit([](job::Job& j) { j.engine.peakRpm = *j.engine.peakRpm * 1.1; });
    REQUIRE(e.results.get());
    CHECK(e.results.isWorking());
    CHECK(e.results.get()->curves[0].run.machIndex == before);
    CHECK(e.results.finish()->curves[0].run.machIndex == Approx(1.1 * before));

    e.workspace.choosePort(*job::findPort(e.workspace.job(), "I3"));
    CHECK_FALSE(e.results.get());
    CHECK(e.results.finish()->curves[0].name == "I3");
}

TEST_CASE("another port is shown beside, and says what it misses")
{
    Engine e(demoFour());
    const std::size_t twin = *job::findPort(e.workspace.job(), "I3");
    const std::size_t port = *job::findPort(e.workspace.job(), "I2");
    e.workspace.choosePort(port);
    e.results.setOther(twin);
    REQUIRE(e.results.finish());
    CHECK(e.who().back() == Who::Other);
    CHECK(e.results.get()->curves.back().name == "I3");
    CHECK(e.results.get()->otherMissing.empty());
    e.results.setOther(port);  // itself
    CHECK(e.who().back() != Who::Other);

    e.results.setOther(twin);
    e.edit([&](job::Job& j) { j.ports[twin].stations.clear(); });
    REQUIRE(e.results.finish());
    CHECK(e.who().back() != Who::Other);
    CHECK_FALSE(e.results.get()->otherMissing.empty());
    e.results.setOther(99);  // one that has gone
    CHECK(e.results.finish());
}

TEST_CASE("what the engine lacks is said in place of curves")
{
    Engine e(demoJob());
    e.edit([](job::Job& j) { j.engine.bore.reset(); });
    CHECK_FALSE(e.results.finish());
    CHECK_FALSE(e.results.get().missing.empty());
    e.edit([](job::Job& j) {
        j.engine.bore = lengthFromMm(80);
        j.engine.peakRpm.reset();
    });
    CHECK_FALSE(e.results.finish());
    CHECK_FALSE(e.results.get().missing.empty());
    e.edit([](job::Job& j) { j.ports.clear(); });
    CHECK_FALSE(e.results.finish());
    CHECK(e.results.get().missing.id() == "missing.port");
}
