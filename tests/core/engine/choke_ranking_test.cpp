// SPDX-License-Identifier: GPL-3.0-or-later
// Which place comes nearest to the speed of sound, on bench and engine.
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>

#include "air/isentropic.hpp"
#include "engine/choke_ranking.hpp"
#include "support/demo.hpp"

using namespace euryth;
using engine::On;

namespace {

struct Ranked {
    job::Job job;
    analysis::PortAnalysis analysis;
    Known<engine::PortFlows> flows;
    Known<engine::ChokeRanking> ranking;

    Ranked(job::Job of, const char* id) : job(std::move(of))
    {
        const job::Port& port = job.ports[*job::findPort(job, id)];
        analysis = analysis::analyse(job, port);
        flows = engine::portFlows(job, port);
        ranking = engine::rankChokes(job, port, analysis, flows);
    }
};

}  // namespace

TEST_CASE("a local Mach number is that of the speed, not of a multiple of Mach")
{
    // The ratio of one changes nothing; a place that is sonic is that where the mean is at the critical speed over it.
    CHECK(engine::localMach(0.4, 1.0) == Approx(0.4));
    const air::AirState room{temperatureFromCelsius(20), absolutePressureFromPa(101325), 0.0};
    for (const double ratio : {1.2, 1.5, 2.0}) {
        const double mean = *air::machAtSpeed(room, air::speedAtMach(room, 1.0) / ratio);
        CHECK(engine::localMach(mean, ratio) == Approx(1.0).epsilon(1e-9));
        CHECK(engine::localMach(0.9 * mean, ratio) < 1.0);
        CHECK(engine::localMach(1.05 * mean, ratio) > 1.0);
    }
    // Beyond what air can ever reach it stays a number.
    CHECK(std::isfinite(engine::localMach(0.9, 5.0)));
}

TEST_CASE("every station and the valve stand in both rankings once, fastest first")
{
    const Ranked ranked(demoJob(), "I1");
    REQUIRE(ranked.ranking);
    const engine::ChokeRanking& r = *ranked.ranking;
    CHECK(r.places.size() == ranked.job.ports[0].stations.size() + 1);
    for (const auto* order : {&r.onBench, &r.onEngine}) {
        auto sorted = *order;
        std::ranges::sort(sorted);
        for (std::size_t i = 0; i < sorted.size(); ++i)
            CHECK(sorted[i] == i);
    }
    for (std::size_t i = 1; i < r.onBench.size(); ++i) {
        CHECK(r.places[r.onBench[i - 1]].benchMach >= r.places[r.onBench[i]].benchMach);
        CHECK(r.places[r.onEngine[i - 1]].engineMach >= r.places[r.onEngine[i]].engineMach);
    }
    // The probed short side outruns its mean, a place that was not probed has only that.
    const std::size_t apex = *ranked.analysis.places.shortSide;
    CHECK(r.places[apex].ratio > 1.4);
    REQUIRE(r.places[apex].set);
    CHECK(r.places[2].ratio == 1.0);
    CHECK_FALSE(r.places[2].set);
    // The bench's Mach numbers are those of the air that goes through at that lift and depression.
    const auto model = engine::engineModel(ranked.job, ranked.job.ports[0], ranked.analysis);
    const auto flow = engine::throughPort(*model, On::Bench, r.lift, r.depression);
    CHECK(r.places[2].benchMach == Approx(flow.stations[2].mach));
    CHECK(r.places.back().benchMach == Approx(flow.stations.back().mach));
}

TEST_CASE("an exhaust's places count from the window too")
{
    const Ranked ranked(demoJob(), "E1");
    REQUIRE(ranked.ranking);
    const auto model =
        engine::engineModel(ranked.job, ranked.job.ports[*job::findPort(ranked.job, "E1")], ranked.analysis);
    const auto flow = engine::throughPort(*model, On::Bench, ranked.ranking->lift, ranked.ranking->depression);
    const std::size_t last = model->runner.size() - 1;
    const engine::RankedPlace& window = ranked.ranking->places[0];
    CHECK(window.benchMach == Approx(engine::localMach(flow.stations[last].mach, window.ratio)));
}

TEST_CASE("bench and engine rank the places of a port otherwise")
{
    // The iron four's third intake is throttled at its pinch: on the bench its valve is one of the last places, on the
    // engine, which pulls through all lifts, it comes close behind the pinch.
    const Ranked ranked(demoFour(), "I3");
    REQUIRE(ranked.ranking);
    const auto rankOf = [&](const std::vector<std::size_t>& order, std::size_t place) {
        return std::ranges::find(order, place) - order.begin();
    };
    const std::size_t valve = ranked.ranking->places.size() - 1;
    CHECK(ranked.ranking->first(On::Engine).place == 3);
    CHECK(rankOf(ranked.ranking->onEngine, valve) + 2 <= rankOf(ranked.ranking->onBench, valve));
    REQUIRE(ranked.ranking->first(On::Engine).sonicRpm);
    CHECK(*ranked.ranking->first(On::Engine).sonicRpm == *ranked.flows->chokesFrom);
    // The sidecar's exhaust: the bench says the fast short side, the gas of the engine chokes at the pinch.
    const Ranked exhaust(demoJob(), "E1");
    REQUIRE(exhaust.ranking);
    CHECK(exhaust.ranking->differs());
    CHECK(exhaust.ranking->first(On::Engine).place == *exhaust.analysis.places.pinch);
    // A wide open passage behind a small valve: both say the valve.
    job::Job wide = demoFour();
    job::Port& port = wide.ports[*job::findPort(wide, "I3")];
    port.flow.clear();
    port.probes.clear();
    for (job::Station& station : port.stations) {
        station.section.shape.width = station.section.shape.width * 2.0;
        station.section.shape.height = station.section.shape.height * 2.0;
    }
    const Ranked same(wide, "I3");
    REQUIRE(same.ranking);
    CHECK_FALSE(same.ranking->differs());
    CHECK(same.ranking->first(On::Bench).place == port.stations.size());
}

TEST_CASE("as the valve opens the valve limits first, and gives way to the port")
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    const auto analysis = analysis::analyse(job, port);
    const auto lifts = engine::liftSteps(lengthFromMm(12), lengthFromMm(1));
    REQUIRE(lifts.size() == 12);
    const auto limits = engine::limitsByLift(job, port, analysis, lifts);
    REQUIRE(limits);
    REQUIRE(limits->size() == 12);
    CHECK(limits->front().place == port.stations.size());
    CHECK(limits->front().stage == geometry::OpeningStage::Seat);
    // Once the port limits, a higher lift does not give that back to the valve's seat.
    for (const engine::LiftLimit& limit : *limits)
        CHECK(limit.mach > 0.0);
    // A port throttled in the middle limits there at full lift.
    job::Station& pinch = port.stations[4];
    pinch.section.shape.width = pinch.section.shape.width * 0.6;
    pinch.section.shape.corners = {lengthFromMm(5), lengthFromMm(5), lengthFromMm(5), lengthFromMm(5)};
    const auto throttled = engine::limitsByLift(job, port, analysis::analyse(job, port), lifts);
    REQUIRE(throttled);
    CHECK(throttled->back().place == 4);
    CHECK_FALSE(throttled->back().stage);
}

TEST_CASE("steps of lift are whole steps, and not too many")
{
    const auto coarse = engine::liftSteps(lengthFromMm(60), lengthFromMm(1), 24);
    CHECK(coarse.size() <= 24);
    CHECK(inMm(coarse.front()) == Approx(3));
    CHECK(inMm(coarse.back()) == Approx(60));
    CHECK(engine::liftSteps(lengthFromMm(0.4), lengthFromMm(1)).empty());
}

TEST_CASE("what is missing for a ranking is named")
{
    job::Job job = demoJob();
    job.engine.stroke.reset();
    const Ranked ranked(job, "I1");
    CHECK_FALSE(ranked.ranking);
    CHECK_FALSE(ranked.ranking.missing.empty());
}

TEST_CASE("a place is sonic from the speed at which its fastest air is, between the speeds that were worked out")
{
    engine::PortFlows flows;
    flows.place = 9;
    for (const auto& [rpm, mach] : {std::pair(4000.0, 0.4), std::pair(6000.0, 0.6), std::pair(8000.0, 0.8)}) {
        engine::SpeedPoint& point = flows.speeds.emplace_back();
        point.rpm = rotationFromRpm(rpm);
        point.machs = {mach, 0.1};
    }
    const double ratio = 1.0 / engine::characteristicMach(0.7);
    const auto sonic = flows.sonicFrom(0, ratio);
    REQUIRE(sonic);
    CHECK(inRpm(*sonic) == Approx(7000).margin(40));
    CHECK(inRpm(*flows.sonicFrom(0, 1.0 / engine::characteristicMach(0.3))) == Approx(4000));
    CHECK_FALSE(flows.sonicFrom(0, 1.0));
    CHECK_FALSE(flows.sonicFrom(1, 2.0));
    CHECK(engine::characteristicMach(1.0) == Approx(1.0));
}
