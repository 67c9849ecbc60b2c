// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <set>

#include "calls/calls.hpp"
#include "support/demo.hpp"
#include "units/format.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::calls;
using namespace euryth::engine;

namespace {

struct Demo {
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    PortAnalysis analysis() const { return analyse(job, port); }
    std::vector<Call> calls() const { return callsFor(job, port, analysis()); }
    const Call* call(const std::string& key, std::vector<Call>& keep) const
    {
        keep = calls();
        const auto found = std::ranges::find_if(keep, [&](const Call& c) { return c.key.starts_with(key); });
        return found == keep.end() ? nullptr : &*found;
    }
};

std::string text(const Phrase& p) { return units::render(p, {}); }

}  // namespace

TEST_CASE("the demo shows one choke point, one dead corner and one thin wall that must not be cut")
{
    const Demo demo;
    const auto analysis = demo.analysis();
    const auto choke = chokePoint(demo.port, analysis, portFlows(demo.job, demo.port));
    REQUIRE(choke);
    CHECK(demo.port.probes[*choke->probe].id == "P2");
    CHECK(placeAt(analysis, demo.port, *analysis.probes[*choke->probe].station) == Place::ShortSide);
    CHECK(pointName(analysis.probes[*choke->probe].readings[choke->point].at).id() == "point.floor");
    CHECK(choke->ratio > 1.3);
    // The valve lets less pass than would make this place sonic, so that no speed of the engine does.
    const auto flows = portFlows(demo.job, demo.port);
    CHECK_FALSE(choke->sonicRpm);
    CHECK(planning::sonicFlow(*analysis.demand,
                              job::netArea(demo.port.stations[*job::stationNear(demo.port, lengthFromMm(80))]),
                              choke->ratio) > flows->choking);
    CHECK(flows->place >= demo.port.stations.size());  // the valve
    for (const auto& point : flows->speeds)
        CHECK(point.peakFlow <= flows->choking * (1 + 1e-6));

    std::vector<Call> keep;
    CHECK(demo.call("choke", keep)->severity == Severity::Danger);
    CHECK(text(demo.call("dead:P3", keep)->title) == "The bowl, floor right, is dead");
    const Call* thin = demo.call("thin:right", keep);
    REQUIRE(thin);
    CHECK(inMm(*thin->s) == Approx(36));
    CHECK(text(thin->title) == "Wall 2.40 mm at the pinch, right: hands off");
    REQUIRE(analysis.cut);
    for (const std::size_t station : {3, 4, 5})
        CHECK(analysis.cut->depths[station][geometry::index(geometry::Sector::Right)] == Length{});
}

TEST_CASE("the cut plan of the demo makes it better and keeps every limit")
{
    const Demo demo;
    const auto analysis = demo.analysis();
    REQUIRE(analysis.cut);
    CHECK(analysis.cut->converged);
    CHECK_FALSE(analysis.cut->makesWorse());
    CHECK(*analysis.cut->after.areaMiss < *analysis.cut->before.areaMiss);
    CHECK(*analysis.cut->after.highestRatio < *analysis.cut->before.highestRatio);
    for (std::size_t i = 0; i < analysis.cut->depths.size(); ++i)
        CHECK(analysis.cut->after.areas[i] <= analysis.reachable[i] * (1 + 1e-12));
}

TEST_CASE("what is missing is said, and nothing is made up for it")
{
    Demo demo;
    demo.job.engine.rod.reset();
    demo.job.bench.humidity.reset();
    auto analysis = demo.analysis();
    CHECK_FALSE(analysis.wantedArea);
    CHECK(units::render(analysis.demand.missing, {}) == "rod length and bench air (temperature, pressure, humidity)");
    CHECK_FALSE(analysis.plan[4]);
    CHECK_FALSE(chokePoint(demo.port, analysis, portFlows(demo.job, demo.port))->sonicRpm);

    for (auto& reading : demo.port.probes[0].readings)
        reading.speed.reset();
    CHECK(demo.analysis().probes[0].traverse.missing.id() == "missing.readings");

    demo.port.probes.clear();
    demo.port.planEnd = {};  // a planned short side is metal to take off
    analysis = demo.analysis();
    CHECK_FALSE(analysis.cut);
    CHECK(analysis.cutProblem.missing.id() == "missing.cut-plan");

    demo.port.stations.resize(1);
    analysis = demo.analysis();
    CHECK_FALSE(analysis.areas);
    CHECK(analysis.areas.missing.id() == "missing.two-stations");
    CHECK(analyse(demo.job, job::Port{}).areas.missing.id() == "missing.two-stations");
}

TEST_CASE("a call that was accepted keeps its reason and goes last")
{
    Demo demo;
    std::vector<Call> keep;
    const std::string key = demo.call("choke", keep)->key;
    demo.port.accepted.push_back({key, "filled after the race", {}});
    const auto calls = demo.calls();
    CHECK(calls.back().key == key);
    CHECK(*calls.back().acceptedBecause == "filled after the race");
}

TEST_CASE("calls come worst first, with unique keys, a title and a text")
{
    const Demo demo;
    const auto calls = demo.calls();
    std::set<std::string> keys;
    for (std::size_t i = 0; i < calls.size(); ++i) {
        CHECK(keys.insert(calls[i].key).second);
        CHECK_FALSE(calls[i].title.empty());
        CHECK_FALSE(calls[i].text.empty());
        if (i > 0)
            CHECK(calls[i - 1].severity <= calls[i].severity);
    }
}

TEST_CASE("measuring twice: burette against sections, probe against bench, throat against the house")
{
    Demo demo;
    std::vector<Call> keep;
    CHECK(demo.call("volume", keep) == nullptr);
    demo.port.volume = volumeFromCc(130);
    CHECK(demo.call("volume", keep) != nullptr);
    CHECK(demo.call("flow:P1", keep) == nullptr);
    demo.port.probes[0].benchFlow = volumeFlowFromM3s(0.060);
    CHECK(demo.call("flow:P1", keep) != nullptr);
    CHECK(demo.call("throat", keep) == nullptr);
    demo.port.valve.throat = lengthFromMm(42);
    CHECK(demo.call("throat", keep)->severity == Severity::Warning);
}
