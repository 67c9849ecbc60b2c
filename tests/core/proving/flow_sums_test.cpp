// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>
#include <numbers>

#include "air/effective_area.hpp"
#include "analysis/bench_checks.hpp"
#include "calls/calls.hpp"
#include "geometry/valve_opening.hpp"
#include "proving/flow_difference.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::proving;

namespace {

constexpr double kInchWater = 249.08891;  // Pa, water of 4 degC (from memory)

PressureDifference inches(double inH2O) { return PressureDifference::fromSi(inH2O * kInchWater); }

/// The demo's first port without its tests, on a day of standard air.
struct Bench {
    job::Job job = demoJob();
    job::Port& port = job.ports[0];

    Bench()
    {
        for (job::Port& other : job.ports)
            other.flow.clear();
        job.bench.temperature = temperatureFromCelsius(20);
        job.bench.pressure = absolutePressureFromPa(101325);
        job.bench.humidity = 0.0;
    }
    job::FlowTest& add(const std::string& state, const std::vector<std::pair<double, double>>& mmAndLitres)
    {
        job::FlowTest& test = port.flow.emplace_back();
        test.id = "T" + std::to_string(port.flow.size());
        test.state = state;
        test.bench = "main";
        test.depression = kReferenceDepression;
        for (const auto& [mm, litres] : mmAndLitres) {
            job::FlowPoint& point = test.points.emplace_back();
            point.lift = lengthFromMm(mm);
            point.flow = VolumeFlow::fromSi(litres * 1e-3);
        }
        return test;
    }
    [[nodiscard]] FlowSums sums(std::size_t test) const
    {
        auto sums = sumsOf(job, port, analysis::analyse(job, port), test);
        REQUIRE(sums);
        return std::move(*sums.value);
    }
    [[nodiscard]] std::optional<calls::Call> call(const std::string& start) const
    {
        const auto all = calls::callsFor(job, port, analysis::analyse(job, port));
        const auto found = std::ranges::find_if(all, [&](const calls::Call& c) { return c.key.starts_with(start); });
        return found == all.end() ? std::nullopt : std::optional(*found);
    }
};

}  // namespace

TEST_CASE("a flow at another depression: compressible, against numbers worked out on their own")
{
    // Isentropic flow with gamma 1.4 (NACA Report 1135), worked out independently.
    const air::AirState room;
    const auto ratio = [&](double from, double to) {
        return *air::idealFlowSpeed(room, inches(to)) / *air::idealFlowSpeed(room, inches(from));
    };
    CHECK(ratio(10, 28) == Approx(1.6321).epsilon(1e-4));
    CHECK(ratio(25, 28) == Approx(1.0538).epsilon(1e-4));
    CHECK(ratio(28, 150) == Approx(1.872).epsilon(5e-4));
    CHECK(air::idealFlowSpeed(room, inches(28))->si() == Approx(103.6).epsilon(1e-3));
    CHECK(inches(28).si() == Approx(kReferenceDepression.si()).epsilon(1e-6));
    // The root of the depressions, as it is written on bench sheets.
    CHECK(air::bySquareRoot(VolumeFlow::fromSi(1), inches(10), inches(28)).si() == Approx(1.6733).epsilon(1e-4));
    CHECK(air::bySquareRoot(VolumeFlow::fromSi(1), inches(28), inches(150)).si() == Approx(2.315).epsilon(1e-3));
    // There and back.
    const VolumeFlow flow = VolumeFlow::fromSi(0.05);
    const auto area = air::effectiveArea(room, inches(10), flow);
    CHECK(air::flowThrough(*area, room, inches(10))->si() == Approx(flow.si()));
    CHECK_FALSE(air::idealFlowSpeed(room, PressureDifference{}));
    CHECK_FALSE(air::idealFlowSpeed(room, PressureDifference::fromSi(101325)));
    // Once it chokes more depression drives no more.
    CHECK(air::idealFlowSpeed(room, PressureDifference::fromSi(60000))->si() ==
          Approx(air::idealFlowSpeed(room, PressureDifference::fromSi(70000))->si()));
}

TEST_CASE("coefficients are the effective area over those of valve, curtain, throat and opening")
{
    Bench bench;
    bench.add("before", {{4, 20}, {8, 35}});
    bench.port.valve.diameter = lengthFromMm(40);
    bench.port.valve.throat = lengthFromMm(35);
    const FlowSums sums = bench.sums(0);
    const FlowAt& at = sums.points[1];
    const double effective = 0.035 / 103.6;  // m2, see above
    CHECK(at.effective.si() == Approx(effective).epsilon(1e-3));
    CHECK(*at.onValve == Approx(effective / (std::numbers::pi / 4 * 0.040 * 0.040)).epsilon(1e-3));
    CHECK(*at.onCurtain == Approx(effective / (std::numbers::pi * 0.040 * 0.008)).epsilon(1e-3));
    CHECK(*at.onThroat == Approx(effective / (std::numbers::pi / 4 * 0.035 * 0.035)).epsilon(1e-3));
    CHECK(*at.liftShare == Approx(0.2));
    CHECK(at.reference.si() == Approx(0.035).epsilon(1e-9));
    const auto analysis = analysis::analyse(bench.job, bench.port);
    REQUIRE(analysis.valve);
    const Area opening = geometry::openingAt(*analysis.valve, lengthFromMm(8)).area;
    CHECK(*at.onOpening == Approx(effective / opening.si()).epsilon(1e-3));
    // What is not known has no coefficient.
    bench.port.valve.throat.reset();
    CHECK_FALSE(bench.sums(0).points[1].onThroat);
}

TEST_CASE("a day of thin air and another depression are brought to one")
{
    Bench bench;
    auto& test = bench.add("before", {{4, 20}, {8, 35}});
    test.points[1].depression = inches(10);
    bench.job.bench.temperature = temperatureFromCelsius(35);
    const FlowSums sums = bench.sums(0);
    // Volume flow through one opening goes with the speed of sound: the root of the temperature.
    CHECK(sums.points[0].reference.si() == Approx(0.020 * std::sqrt(293.15 / 308.15)).epsilon(1e-3));
    CHECK(sums.points[1].reference.si() == Approx(0.035 * 1.6321 * std::sqrt(293.15 / 308.15)).epsilon(1e-3));
    CHECK(sums.points[1].byRoot.si() == Approx(0.035 * 1.6733).epsilon(1e-4));
}

TEST_CASE("a test keeps the air of its day, on the book and on the engine")
{
    Bench bench;
    auto& test = bench.add("before", {{4, 20}, {8, 35}});
    test.temperature = temperatureFromCelsius(35);
    const double thin = std::sqrt(293.15 / 308.15);
    CHECK(bench.sums(0).points[0].reference.si() == Approx(0.020 * thin).epsilon(1e-3));
    CHECK(analysis::testFactor(bench.job, bench.port, bench.port.flow[0]) == Approx(thin).epsilon(1e-3));
    // Another day at the bench changes neither.
    const VolumeFlow before = bench.sums(0).points[0].reference;
    bench.job.bench.temperature = temperatureFromCelsius(5);
    CHECK(bench.sums(0).points[0].reference.si() == Approx(before.si()).epsilon(1e-9));
    CHECK(analysis::testFactor(bench.job, bench.port, bench.port.flow[0]) ==
          Approx(std::sqrt(278.15 / 308.15)).epsilon(1e-3));
    bench.port.flow[0].temperature.reset();
    CHECK(analysis::testFactor(bench.job, bench.port, bench.port.flow[0]) == 1.0);
}

TEST_CASE("the mean over the lift and over the cam are exact for a straight curve")
{
    Bench bench;
    bench.add("before", {{2, 10}, {4, 20}, {6, 30}, {8, 40}, {10, 50}, {12, 60}});
    bench.job.engine.intakeCam = {};
    bench.job.engine.intakeCam.duration = angleFromDegrees(260);
    bench.job.engine.intakeCam.lift = lengthFromMm(12);
    bench.job.engine.intakeCam.centreline = angleFromDegrees(108);
    FlowSums sums = bench.sums(0);
    CHECK(sums.mean.si() == Approx(0.030).epsilon(1e-9));
    CHECK(sums.upperMean.si() == Approx(0.045).epsilon(1e-9));
    const auto analysis = analysis::analyse(bench.job, bench.port);
    CHECK(sums.throughPinch->si() == Approx(0.060 / analysis.areas->smallest().area.si()));
    CHECK(*sums.fillsPerSecond == Approx(0.060 / analysis.areas->volume().si()));
    // The lobe's mean lift is 8/15 of 12 mm, so the mean flow is 8/15 of 60 l/s.
    REQUIRE(sums.camMean);
    CHECK(sums.camMean->si() == Approx(0.060 * 8 / 15).epsilon(1e-4));
    CHECK(sums.camMeanArea->si() == Approx(0.060 * 8 / 15 / 103.6).epsilon(1e-3));
    CHECK(flowAt(sums, lengthFromMm(1))->si() == Approx(0.005));
    CHECK_FALSE(flowAt(sums, lengthFromMm(12.1)));
    // A cam that lifts higher than was tested is not guessed.
    bench.job.engine.intakeCam.lift = lengthFromMm(13);
    sums = bench.sums(0);
    CHECK_FALSE(sums.camMean);
    CHECK(sums.camMean.missing.id() == "missing.lift-of-cam");
}

TEST_CASE("backing up and dips are found where they were made, and not on a clean curve")
{
    Bench bench;
    bench.add("before", {{2, 10}, {4, 19}, {6, 27}, {8, 33}, {10, 36}, {12, 37}});
    CHECK_FALSE(bench.sums(0).backsUp);
    CHECK(bench.sums(0).dips.empty());
    CHECK_FALSE(bench.call("flow-"));

    bench.port.flow[0].points[5].flow = VolumeFlow::fromSi(0.034);
    auto sums = bench.sums(0);
    REQUIRE(sums.backsUp);
    CHECK(inMm(sums.backsUp->from) == Approx(10));
    CHECK(sums.backsUp->lost == Approx(1 - 34.0 / 36.0).epsilon(1e-6));
    CHECK(bench.call("flow-backs-up:T1"));
    bench.port.flow[0].points[5].flow = VolumeFlow::fromSi(0.0355);  // within what a bench repeats to
    CHECK_FALSE(bench.sums(0).backsUp);

    bench.port.flow[0].points[5].flow = VolumeFlow::fromSi(0.037);
    bench.port.flow[0].points[3].flow = VolumeFlow::fromSi(0.026);
    sums = bench.sums(0);
    REQUIRE(sums.dips.size() == 1);
    CHECK(sums.dips[0].at == 3);
    CHECK(sums.dips[0].lost == Approx(1 - 26 / 31.5).epsilon(1e-6));
    CHECK_FALSE(sums.dips[0].swirlFalls);
    const auto swirl = [&](std::size_t i, double rpm) { bench.port.flow[0].points[i].swirl = rotationFromRpm(rpm); };
    swirl(2, 600);
    swirl(3, 40);
    swirl(4, 700);
    CHECK(bench.sums(0).dips[0].swirlFalls);
    swirl(3, 500);
    CHECK_FALSE(bench.sums(0).dips[0].swirlFalls);
    CHECK(bench.call("flow-dip:T1:8"));
}

TEST_CASE("what an earlier state did is a note once the port has been tested again")
{
    Bench bench;
    bench.add("as it came", {{4, 20}, {8, 35}, {12, 33}});
    CHECK(bench.call("flow-backs-up:T1")->severity == calls::Severity::Warning);
    bench.add("after cut", {{4, 21}, {8, 36}, {12, 41}});
    CHECK(bench.call("flow-backs-up:T1")->severity == calls::Severity::Note);
}

TEST_CASE("lifts that were not read in rising order are told, and their sums are the same")
{
    Bench bench;
    bench.add("before", {{2, 10}, {4, 20}, {6, 30}});
    const VolumeFlow mean = bench.sums(0).mean;
    CHECK_FALSE(bench.call("flow-order"));
    std::swap(bench.port.flow[0].points[1], bench.port.flow[0].points[2]);
    CHECK(bench.call("flow-order:T1"));
    CHECK(bench.sums(0).mean == mean);
}

TEST_CASE("one lift read several times is no dip")
{
    Bench bench;
    bench.add("before", {{4, 20}, {4, 18}, {4, 20}, {8, 35}});
    const FlowSums sums = bench.sums(0);
    CHECK(sums.dips.empty());
    CHECK(sums.mean.si() == Approx((0.020 / 2 + (0.020 + 0.035) / 2) / 2).epsilon(1e-9));
}

TEST_CASE("before and after: what counts, what was lost, and what must not be compared")
{
    Bench bench;
    bench.add("before", {{2, 10}, {4, 20}, {8, 35}, {12, 40}});
    bench.add("after cut", {{2, 9.5}, {4, 20.2}, {8, 38}, {12, 46}});
    auto tests = allSums(bench.job, bench.port, analysis::analyse(bench.job, bench.port));
    auto gain = gainOf(bench.port, tests);
    REQUIRE(gain);
    REQUIRE(gain->points.size() == 4);
    CHECK(gain->points[0].share == Approx(-0.05).epsilon(1e-6));
    CHECK(gain->points[0].counts);
    CHECK_FALSE(gain->points[1].counts);  // 1 %: a bench repeats no better
    CHECK(gain->points[3].share == Approx(0.15).epsilon(1e-6));
    CHECK(gain->points[3].gained.si() == Approx(0.006));
    CHECK(gain->mean == Approx((9.5 + 20.2 + 38 + 46) / 105 - 1).epsilon(1e-6));
    CHECK(bench.call("flow-lost:T2"));
    CHECK_FALSE(bench.call("flow-conditions"));

    // Another depression is brought to one; another adapter is not.
    bench.port.flow[1].setup.bore = lengthFromMm(94);
    bench.port.flow[0].setup.bore = lengthFromMm(90);
    tests = allSums(bench.job, bench.port, analysis::analyse(bench.job, bench.port));
    CHECK_FALSE(gainOf(bench.port, tests));
    CHECK(differenceOf(bench.port, tests[0], tests[1]).whyNot.front().id() == "differ.bore");
    CHECK(bench.call("flow-conditions:T2"));
    bench.port.flow[0].setup.bore = lengthFromMm(94);
    bench.port.flow[1].depression = inches(10);
    tests = allSums(bench.job, bench.port, analysis::analyse(bench.job, bench.port));
    gain = gainOf(bench.port, tests);
    REQUIRE(gain);
    CHECK(gain->points[3].share == Approx(1.15 * 1.6321 - 1).epsilon(1e-3));
}

TEST_CASE("lifts of the later test are read between its points, and not beyond them")
{
    Bench bench;
    bench.add("before", {{2, 10}, {4, 20}, {6, 30}, {8, 35}});
    bench.add("after", {{3, 16.5}, {7, 36}});
    const auto tests = allSums(bench.job, bench.port, analysis::analyse(bench.job, bench.port));
    const Difference difference = differenceOf(bench.port, tests[0], tests[1]);
    REQUIRE(difference.points.size() == 3);
    CHECK(difference.points[0].share == Approx(0.1).epsilon(1e-6));
    CHECK(difference.points[1].gained.si() == Approx((16.5 + 19.5 / 4 - 20) * 1e-3).epsilon(1e-6));
}

TEST_CASE("a flow that no such opening passes is told, as are a missing depression and a single lift")
{
    Bench bench;
    bench.add("before", {{4, 20}, {8, 180}});
    CHECK_FALSE(bench.sums(0).points[0].impossible);
    CHECK(bench.sums(0).points[1].impossible);
    CHECK(bench.call("flow-impossible:T1"));
    const auto analysis = analysis::analyse(bench.job, bench.port);
    bench.port.flow[0].depression.reset();
    CHECK(sumsOf(bench.job, bench.port, analysis, 0).missing.id() != "");
    CHECK_FALSE(sumsOf(bench.job, bench.port, analysis, 0));
    bench.port.flow[0].points[0].depression = bench.port.flow[0].points[1].depression = kReferenceDepression;
    CHECK(sumsOf(bench.job, bench.port, analysis, 0));
    bench.port.flow[0].points.pop_back();
    CHECK_FALSE(sumsOf(bench.job, bench.port, analysis, 0));
    bench.job.bench.humidity.reset();
    CHECK_FALSE(sumsOf(bench.job, bench.port, analysis, 0));
}

TEST_CASE("a bench's factor is in the flow, and two benches leave their ranges in doubt")
{
    Bench bench;
    bench.add("before", {{4, 20}, {8, 35}});
    auto& main = bench.job.benches.emplace_back();
    main = {};
    bench.job.benches = {main};
    bench.job.benches[0].id = "main";
    bench.job.benches[0].factorIntake = 1.04;
    const FlowSums sums = bench.sums(0);
    CHECK(sums.factorKnown);
    CHECK(sums.points[1].reference.si() == Approx(0.035 * 1.04).epsilon(1e-9));
    CHECK_FALSE(sums.factorUncertainty);  // nobody had plates on it
}
