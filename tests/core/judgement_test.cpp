// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <set>

#include "judgement/calls.hpp"
#include "support/demo.hpp"
#include "units/format.hpp"

using namespace euryth;
using namespace euryth::judgement;

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
    CHECK(stationName(analysis, demo.port, *analysis.probes[*choke->probe].station) == "short side");
    CHECK(pointName(analysis.probes[*choke->probe].readings[choke->point].at) == "floor");
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
    CHECK(text(demo.call("dead:P3", keep)->title) == "Bowl, floor right, is dead");
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
    CHECK(analysis.demand.missing == "rod length and bench air (temperature, pressure, humidity)");
    CHECK_FALSE(analysis.plan[4]);
    CHECK_FALSE(chokePoint(demo.port, analysis, portFlows(demo.job, demo.port))->sonicRpm);

    for (auto& reading : demo.port.probes[0].readings)
        reading.speed.reset();
    CHECK(demo.analysis().probes[0].traverse.missing == "readings");

    demo.port.probes.clear();
    analysis = demo.analysis();
    CHECK_FALSE(analysis.cut);
    CHECK(analysis.cutProblem.missing.find("a planned area or a probe set") == 0);

    demo.port.stations.resize(1);
    analysis = demo.analysis();
    CHECK_FALSE(analysis.areas);
    CHECK(analysis.areas.missing == "at least two measured stations");
    CHECK(analyse(demo.job, job::Port{}).areas.missing == "at least two measured stations");
}

TEST_CASE("a typed plan goes before the suggested one")
{
    Demo demo;
    demo.port.stations[4].planArea = areaFromMm2(1111);
    const auto analysis = demo.analysis();
    CHECK(inMm2(*analysis.plan[4]) == Approx(1111));
    CHECK(*analysis.suggested[4] != *analysis.plan[4]);
    CHECK(analysis.plan[3] == analysis.suggested[3]);
}

TEST_CASE("an impact pressure counts as its pitot speed")
{
    Demo demo;
    const auto before = demo.analysis();
    job::Reading& reading = demo.port.probes[0].readings[4];
    const auto room = roomAir(demo.job.bench);
    reading.impact = pressureDifferenceFromPa(4400);
    reading.speed.reset();
    const auto after = demo.analysis();
    CHECK(after.probes[0].readings[4].speed == readingSpeed(reading, room));
    CHECK(inMps(*after.probes[0].readings[4].speed) == Approx(86).margin(1));
    CHECK(after.probes[0].traverse->measuredCount() == 9);
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

TEST_CASE("points have names")
{
    CHECK(pointName({0.6, 0.6}) == "roof left");
    CHECK(pointName({0, 0}) == "middle");
    CHECK(pointName({-0.6, 0}) == "right");
    CHECK(pointName({0, -0.6}) == "floor");
}

TEST_CASE("an elbow lying flat costs and is named like the same one standing")
{
    const auto elbow = [](bool flat) {
        job::Job job = demoJob();
        job::Port& port = job.ports[0];
        const double radius = 0.036;
        for (job::Station& station : port.stations) {
            const double angle = std::clamp((station.s.si() - 0.03) / radius, 0.0, 1.4);
            const double on = 0.03 + radius * std::sin(angle);
            const double off = -radius * (1 - std::cos(angle));
            const double straight = std::max(0.0, station.s.si() - 0.03 - radius * 1.4);
            const double x = std::min(station.s.si(), 0.03) + (on - 0.03) + straight * std::cos(angle);
            const double side = off - straight * std::sin(angle);
            station.pose = {Length::fromSi(x),
                            flat ? Length::fromSi(side) : Length{},
                            flat ? Length{} : Length::fromSi(side),
                            flat ? Angle{} : Angle::fromSi(-angle),
                            flat ? Angle::fromSi(-angle) : Angle{},
                            {}};
        }
        return job;
    };
    const job::Job standing = elbow(false);
    const job::Job flat = elbow(true);
    const auto a = analyse(standing, standing.ports[0]);
    const auto b = analyse(flat, flat.ports[0]);
    CHECK(a.places.shortSide == b.places.shortSide);
    CHECK(a.places.bowl == b.places.bowl);
    const auto up = engineModel(standing, standing.ports[0], a);
    const auto lying = engineModel(flat, flat.ports[0], b);
    REQUIRE((up && lying));
    const auto lossOf = [](const EngineModel& m) {
        return flow::flowThrough(m.runner, m.room, MassFlow::fromSi(0.08), m.roughness)->stations.back().totalPressure;
    };
    CHECK(lossOf(*up).si() == Approx(lossOf(*lying).si()).epsilon(1e-9));
    auto straight = up->runner;
    for (auto& station : straight)
        station.turn = {};
    CHECK(flow::flowThrough(straight, up->room, MassFlow::fromSi(0.08), up->roughness)->stations.back().totalPressure >
          lossOf(*up));
}
