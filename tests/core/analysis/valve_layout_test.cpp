// SPDX-License-Identifier: GPL-3.0-or-later
// Valves in the bore, by hand.
#include <catch2/catch.hpp>

#include "analysis/valve_layout.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;

namespace {

job::Port valveAt(const char* id, job::Side side, double diameter, double x, double y)
{
    job::Port port;
    port.id = id;
    port.side = side;
    port.cylinder = 1;
    port.valve.diameter = lengthFromMm(diameter);
    port.valve.inBore.x = lengthFromMm(x);
    port.valve.inBore.y = lengthFromMm(y);
    return port;
}

job::Job fourValves()
{
    job::Job job;
    job.engine.bore = lengthFromMm(100);
    job.ports = {valveAt("I1", job::Side::Intake, 38, -20, 21), valveAt("I2", job::Side::Intake, 34, -20, -21),
                 valveAt("E1", job::Side::Exhaust, 28, 22, 18), valveAt("E2", job::Side::Exhaust, 32, 22, -18)};
    return job;
}

ValveLayout layoutOf(const job::Job& job)
{
    const auto layout = valveLayout(job, job.ports[0]);
    REQUIRE(layout);
    return *layout;
}

}  // namespace

TEST_CASE("gaps, bore edges and who faces whom")
{
    const job::Job job = fourValves();
    const ValveLayout layout = layoutOf(job);
    CHECK(layout.pairs.size() == 6);
    REQUIRE(layout.pairOf(0, 1));
    CHECK(inMm(layout.pairOf(1, 0)->gap) == Approx(42 - 19 - 17));
    CHECK(inMm(layout.pairOf(2, 3)->gap) == Approx(36 - 14 - 16));
    CHECK(inMm(layout.pairOf(0, 2)->apart) == Approx(std::hypot(42, 3)));
    CHECK(inMm(layout.valveOf(0)->boreEdge) == Approx(50 - 29 - 19));
    CHECK(layout.nearest(2) == layout.pairOf(2, 3));
    REQUIRE(layout.facing.size() == 2);
    CHECK(layout.valves[layout.facing[0].second].port == 2);
    CHECK(layout.valves[layout.facing[1].second].port == 3);
    CHECK(layout.missing.empty());
    // Moment of the intakes about the middle, over half of the bore.
    CHECK(layout.lopsided == Approx((38 * 38 * 21.0 - 34 * 34 * 21.0) / (38 * 38 + 34 * 34) / 50));
}

TEST_CASE("equal intakes beside the middle are balanced, and a valve without its place is told")
{
    job::Job job = fourValves();
    job.ports[1].valve.diameter = lengthFromMm(38);
    job.ports[3].valve.inBore.y.reset();
    const ValveLayout layout = layoutOf(job);
    CHECK(layout.lopsided == Approx(0.0).margin(1e-12));
    CHECK(layout.missing == std::vector<std::size_t>{3});
    CHECK_FALSE(layout.valveOf(3));
    CHECK_FALSE(layout.pairOf(2, 3));
    job.engine.bore.reset();
    CHECK(valveLayout(job, job.ports[0]).missing.id() == "list");
    job = fourValves();
    for (job::Port& port : job.ports)
        port.valve.inBore = {};
    CHECK(valveLayout(job, job.ports[0]).missing.id() == "missing.valve-places");
}

TEST_CASE("what was measured goes before what was laid out")
{
    job::Job job = fourValves();
    CHECK(inMm(*bridgeOf(job, job.ports[0])) == Approx(6));
    CHECK(inMm(*boreEdgeOf(job, job.ports[0])) == Approx(2));
    job.ports[0].valve.edgeInset = lengthFromMm(0.25);  // the seats stand so much farther apart than the heads
    job.ports[1].valve.edgeInset = lengthFromMm(0.15);
    CHECK(inMm(*bridgeOf(job, job.ports[0])) == Approx(6.4));
    job.ports[0].valve.kerf = lengthFromMm(3);  // put back by whoever asks for a bridge
    CHECK(inMm(*bridgeOf(job, job.ports[0])) == Approx(3.4));
    job.ports[0].valve.bridge = lengthFromMm(4.4);
    job.ports[0].valve.boreEdge = lengthFromMm(1.8);
    CHECK(inMm(*bridgeOf(job, job.ports[0])) == Approx(4.4));
    CHECK(inMm(*boreEdgeOf(job, job.ports[0])) == Approx(1.8));
    job.ports[0].valve = {};
    CHECK_FALSE(bridgeOf(job, job.ports[0]));
    CHECK_FALSE(boreEdgeOf(job, job.ports[0]));
}

TEST_CASE("a layout is the same as long as no valve of the cylinder moves")
{
    const job::Job job = fourValves();
    const auto same = [&](auto change) {
        job::Job after = job;
        change(after);
        return sameLayout(job, job.ports[0], after, after.ports[0]);
    };
    CHECK(same([](job::Job& j) { j.ports[0].valve.throat = lengthFromMm(33); }));
    CHECK_FALSE(same([](job::Job& j) { j.ports[3].valve.inBore.x = lengthFromMm(23); }));
    CHECK_FALSE(same([](job::Job& j) { j.engine.bore = lengthFromMm(99); }));
    CHECK(same([](job::Job& j) {
        j.ports.push_back(valveAt("I9", job::Side::Intake, 30, 0, 0));
        j.ports.back().cylinder = 2;
    }));
}
