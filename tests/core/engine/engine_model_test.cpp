// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "engine/engine_run.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::engine;

namespace {

const job::Port& portOf(const job::Job& job, std::size_t i = 0) { return job.ports[i]; }

}  // namespace

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

TEST_CASE("a blower: the charge counts, and with it the demand's speed of sound")
{
    job::Job job = demoJob();
    const auto plain = engineModel(job, portOf(job), analyse(job, portOf(job)));
    job.engine.manifold.pressure = absolutePressureFromPa(180000);
    job.engine.manifold.temperature = temperatureFromCelsius(60);
    const auto analysis = analyse(job, portOf(job));
    const auto blown = engineModel(job, portOf(job), analysis);
    REQUIRE((plain && blown));
    const auto rpm = rotationFromRpm(7000);
    CHECK(runEngine(*blown, rpm).filling.meanFlow > runEngine(*plain, rpm).filling.meanFlow * 1.4);
    CHECK(blown->room.pressure == plain->room.pressure);                               // the bench is not blown
    CHECK(*analysis.wantedArea < *analyse(demoJob(), demoJob().ports[0]).wantedArea);  // sound is faster in warm air
}

TEST_CASE("a rougher finish costs flow along the runner")
{
    CHECK(roughness(job::Finish::AsBurred) > roughness(job::Finish::Grit60));
    CHECK(roughness(job::Finish::Grit120) > roughness(job::Finish::Polished));
}

TEST_CASE("flows are kept by what they hang on: a measurement, the engine, the house, and not a plan")
{
    const job::Job before = demoFour();
    const std::size_t i = *job::findPort(before, "I2");
    const auto same = [&](auto change) {
        job::Job after = before;
        change(after);
        return sameFlows(before, before.ports[i], after, after.ports[i]);
    };
    CHECK(same([](job::Job&) {}));
    CHECK(same([&](job::Job& j) { j.ports[i].stations[3].plan.area = areaFromMm2(1500); }));
    const auto portOf = [](job::Job& j, const char* id) -> job::Port& { return j.ports[*job::findPort(j, id)]; };
    CHECK(same([&](job::Job& j) { portOf(j, "I3").stations.pop_back(); }));
    CHECK(same([&](job::Job& j) { portOf(j, "E3").stations.pop_back(); }));
    // The exhaust of the same cylinder changes what is left of the burned gas.
    CHECK_FALSE(same([&](job::Job& j) { portOf(j, "E2").stations.pop_back(); }));
    CHECK_FALSE(same([&](job::Job& j) { j.ports[i].stations[3].section.shape.width = lengthFromMm(20); }));
    CHECK_FALSE(same([&](job::Job& j) { j.ports[i].valve.throat = lengthFromMm(38); }));
    CHECK_FALSE(same([&](job::Job& j) { j.ports[i].flow.clear(); }));
    CHECK_FALSE(same([](job::Job& j) { j.engine.intakeCam.lift = lengthFromMm(9); }));
    CHECK_FALSE(same([](job::Job& j) { j.house.intakeFinish = job::Finish::AsBurred; }));
    CHECK_FALSE(same([](job::Job& j) { j.bench.depression = pressureDifferenceFromPa(2500); }));
    CHECK_FALSE(same([](job::Job& j) { j.chambers.clear(); }));
    // A second intake of the same cylinder takes its share of the air, and the more the bigger its valve is.
    const auto second = [&](double valve) {
        return [&, valve](job::Job& j) {
            job::Port port = j.ports[i];
            port.id = "I2b";
            port.valve.diameter = lengthFromMm(valve);
            j.ports.push_back(port);
        };
    };
    CHECK_FALSE(same(second(30)));
    job::Job one = before;
    job::Job other = before;
    second(30)(one);
    second(33)(other);
    CHECK_FALSE(sameFlows(one, one.ports[i], other, other.ports[i]));
    CHECK(sameFlows(one, one.ports[i], one, one.ports[i]));
}
