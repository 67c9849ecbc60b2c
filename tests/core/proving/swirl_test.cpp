// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <numbers>

#include "proving/pair_swirl.hpp"
#include "proving/swirl.hpp"
#include "proving_bench.hpp"

using namespace euryth;
using namespace euryth::proving;

namespace {

constexpr double kIdeal = 109.0;    // m/s at 28 inches of water, worked out on its own (docs/methods.md)
constexpr double kDensity = 1.204;  // kg/m3, dry air of 20 degC and 101325 Pa

SwirlSums swirlOf(const ProvingBench& bench, std::size_t test = 0)
{
    auto swirl = proving::swirlOf(bench.job, bench.job.ports[0], bench.sums(test));
    REQUIRE(swirl);
    return std::move(*swirl.value);
}

}  // namespace

TEST_CASE("swirl: Heywood's coefficients by hand, for a paddle and for a straightener")
{
    ProvingBench bench;
    auto& test = bench.add(0, "before", {{4, 20}, {8, 50}});
    test.setup.bore = lengthFromMm(90);
    test.points[0].swirl = rotationFromRpm(1000);
    test.points[1].swirlTorque = Torque::fromSi(0.02);
    const SwirlSums swirl = swirlOf(bench);
    REQUIRE(swirl.points.size() == 2);
    CHECK(swirl.motion == job::Motion::Swirl);
    CHECK(swirl.ofAdapter);
    CHECK(*swirl.points[0].paddle == Approx(1000 * 2 * std::numbers::pi / 60 * 0.090 / kIdeal).epsilon(1e-3));
    CHECK_FALSE(swirl.points[0].impulse);
    CHECK(*swirl.points[1].impulse == Approx(8 * 0.02 / (0.050 * kDensity * kIdeal * 0.090)).epsilon(2e-3));
    // Where both were read the torque counts.
    bench.port().flow[0].points[1].swirl = rotationFromRpm(10);
    CHECK(swirlOf(bench).points[1].coefficient() == *swirl.points[1].impulse);
    // A depression of a point's own makes its own v0.
    bench.port().flow[0].points[0].depression = PressureDifference::fromSi(kReferenceDepression.si() / 4);
    CHECK(*swirlOf(bench).points[0].paddle == Approx(2 * *swirl.points[0].paddle).epsilon(0.02));
}

TEST_CASE("swirl: the mean is weighted with the flow, the ratio is exact for one coefficient over all lifts")
{
    ProvingBench bench;
    auto& test = bench.add(0, "before", {{2, 10}, {4, 20}, {6, 30}, {8, 40}, {10, 50}, {12, 60}});
    test.setup.bore = lengthFromMm(90);
    test.motion = job::Motion::Tumble;
    for (auto& point : test.points)
        point.swirl = rotationFromRpm(800);
    bench.job.engine.intakeCam = {};
    bench.job.engine.intakeCam.duration = angleFromDegrees(260);
    bench.job.engine.intakeCam.lift = lengthFromMm(12);
    bench.job.engine.intakeCam.centreline = angleFromDegrees(108);
    bench.job.engine.stroke = lengthFromMm(80);
    const SwirlSums swirl = swirlOf(bench);
    const double c = 800 * 2 * std::numbers::pi / 60 * 0.090 / kIdeal;
    CHECK(swirl.motion == job::Motion::Tumble);
    CHECK(*swirl.mean == Approx(c).epsilon(1e-3));
    // R = pi/4 B L C / (mean area x open angle); the lobe's mean lift is 8/15 of 12 mm, so the mean area follows.
    const double meanArea = 0.060 * 8 / 15 / 103.6;
    const double open = 260 * std::numbers::pi / 180;
    REQUIRE(swirl.ratio);
    CHECK(*swirl.ratio == Approx(std::numbers::pi / 4 * 0.090 * 0.080 * c / (meanArea * open)).epsilon(3e-3));

    // Half of the lifts at twice the coefficient: by straight lines, weighted with the flow.
    auto& points = bench.port().flow[0].points;
    points.resize(2);
    points[0].swirl = rotationFromRpm(0);
    points[1].swirl = rotationFromRpm(900);
    const double high = 900 * 2 * std::numbers::pi / 60 * 0.090 / kIdeal;
    CHECK(*swirlOf(bench).mean == Approx(high * 20 / (10 + 20)).epsilon(1e-3));
    CHECK_FALSE(swirlOf(bench).ratio);  // the cam lifts higher
    bench.job.engine.stroke.reset();
    CHECK(swirlOf(bench).ratio.missing.id() == "missing.stroke");
}

TEST_CASE("swirl: a collapse is found and called, a steady one is not, and what is not read has none")
{
    ProvingBench bench;
    auto& test = bench.add(0, "before", {{2, 10}, {4, 20}, {6, 30}, {8, 38}});
    test.setup.bore = lengthFromMm(90);
    CHECK_FALSE(proving::swirlOf(bench.job, bench.port(), bench.sums(0)));
    const auto put = [&](std::vector<double> rpm) {
        for (std::size_t i = 0; i < rpm.size(); ++i)
            bench.port().flow[0].points[i].swirl = rotationFromRpm(rpm[i]);
    };
    put({200, 400, 600, 700});
    CHECK_FALSE(swirlOf(bench).collapse);
    CHECK_FALSE(bench.call("swirl-falls"));
    put({200, 400, 60, 500});
    REQUIRE(swirlOf(bench).collapse);
    CHECK(swirlOf(bench).collapse->at == 2);
    CHECK(swirlOf(bench).collapse->share == Approx(60.0 / 400).epsilon(1e-3));
    CHECK(bench.call("swirl-falls:T1:6"));
    bench.port().flow[0].setup.bore.reset();
    bench.job.engine.bore.reset();
    CHECK(proving::swirlOf(bench.job, bench.port(), bench.sums(0)).missing.id() == "missing.bore-or-adapter");
}

TEST_CASE("swirl of a layout: none for a pair of equal valves, and by hand for one that stands aside")
{
    ProvingBench bench;
    bench.job = jobOrThrow(EURYTH_DEMO_SINGLE);
    for (auto& port : bench.job.ports)
        port.flow.clear();
    const auto a = job::findPort(bench.job, "I1/a");
    REQUIRE(a);
    const auto pair = pairSwirl(bench.job, bench.job.ports[*a], bench.analyses());
    REQUIRE(pair);
    REQUIRE(pair->valves.size() == 2);
    CHECK_FALSE(pair->byFlow);
    CHECK(pair->valves[0].share + pair->valves[1].share == Approx(1.0));
    CHECK(pair->valves[0].faces);
    // By hand: each valve's share times what its place and its port's heading give.
    double sum = 0.0;
    for (const ValveSwirl& valve : pair->valves) {
        const job::Port& port = bench.job.ports[valve.port];
        const geometry::Pose last = analysis::analyse(bench.job, port).poses.back();
        sum += 8 * valve.share *
               (port.valve.inBore.x->si() * std::cos(last.pitch.si()) * std::sin(last.yaw.si()) -
                port.valve.inBore.y->si() * std::cos(last.pitch.si()) * std::cos(last.yaw.si())) /
               bench.job.engine.bore->si();
    }
    CHECK(pair->coefficient == Approx(sum).margin(1e-9));
    // Equal valves on both sides of the middle with mirrored ports cancel.
    job::Port& first = bench.job.ports[pair->valves[0].port];
    job::Port& second = bench.job.ports[pair->valves[1].port];
    second.valve.diameter = first.valve.diameter;
    second.valve.inBore.x = first.valve.inBore.x;
    second.valve.inBore.y = -*first.valve.inBore.y;
    second.stations = first.stations;
    for (auto& station : second.stations) {
        if (station.pose.yaw)
            station.pose.yaw = -*station.pose.yaw;
        if (station.pose.y)
            station.pose.y = -*station.pose.y;
    }
    CHECK(pairSwirl(bench.job, first, bench.analyses())->coefficient == Approx(0.0).margin(1e-9));
}
