// SPDX-License-Identifier: GPL-3.0-or-later
// The bench that ships: its physics, its faults, and the same bytes from the same seed.
#include <catch2/catch.hpp>

#include "air/isentropic.hpp"
#include "devices/set_taker.hpp"
#include "sim/simulator.hpp"
#include "support/demo.hpp"
#include "support/simulated_set.hpp"

using namespace euryth;
using namespace euryth::sim;

namespace {

const HiddenPort& hidden(const char* id = "I1")
{
    static const job::Job job = demoJob();
    static std::map<std::string, HiddenPort> ports;
    const auto found = ports.find(id);
    if (found != ports.end())
        return found->second;
    auto port = hiddenPort(job, job.ports[*job::findPort(job, id)], port_field::Quality::Coarse);
    REQUIRE(port);
    return ports.emplace(id, std::move(*port.value)).first->second;
}

Options seeded(std::uint64_t seed)
{
    Options options;
    options.seed = seed;
    return options;
}

/// Means of what it says in some seconds, by channel.
std::map<Channel, double> meansOf(Simulator& simulator, double seconds)
{
    devices::Instrument instrument;
    instrument.connected(0);
    std::map<Channel, std::pair<double, int>> sums;
    double now = 0;
    while (now < seconds) {
        simulator.received(instrument.toSend(now));
        instrument.received(simulator.advance(0.1), now);
        now += 0.1;
        for (const devices::Reading& r : instrument.takeReadings()) {
            sums[r.channel].first += r.si;
            ++sums[r.channel].second;
        }
    }
    std::map<Channel, double> means;
    for (const auto& [channel, sum] : sums)
        means[channel] = sum.first / sum.second;
    return means;
}

void send(Simulator& simulator, Channel channel, double value)
{
    simulator.received(devices::lineOf(devices::Command(devices::Set{{channel, value}})));
}

}  // namespace

TEST_CASE("what passes is the port's own flow on the bench, and nothing with the valve shut")
{
    const HiddenPort& port = hidden();
    const PressureDifference usual = pressureDifferenceFromInchOfWater(28);
    const job::Job job = demoJob();
    const auto analysis = analysis::measure(job, job.ports[0]);
    const auto model = engine::engineModel(job, job.ports[0], analysis);
    REQUIRE(model);
    for (const double mm : {2.0, 6.0, 12.0}) {
        const VolumeFlow engine = engine::benchFlow(*model, lengthFromMm(mm), usual);
        CHECK(port.flowAt(lengthFromMm(mm), usual).si() == Approx(engine.si()).epsilon(2e-3));
    }
    CHECK(port.flowAt(Length{}, usual) == VolumeFlow{});
    CHECK(port.flowAt(lengthFromMm(6), PressureDifference{}) == VolumeFlow{});
    // Low lift is the valve's: nearly as the lift; high lift the port's.
    CHECK(port.flowAt(lengthFromMm(2), usual) / port.flowAt(lengthFromMm(1), usual) == Approx(2).margin(0.1));
    CHECK(port.flowAt(lengthFromMm(13), usual) / port.flowAt(lengthFromMm(11), usual) < 1.1);
}

TEST_CASE("the tip reads the speeds of the port's field, blind within its own radius and in metal")
{
    const HiddenPort& port = hidden();
    const VolumeFlow flow = port.flowAt(port.greatestLift(), pressureDifferenceFromInchOfWater(28));
    const Tip middle{lengthFromMm(36), 0, 0};
    const auto air = port.airAt(middle, flow);
    REQUIRE(air);
    const auto half = port.airAt(middle, flow / 2.0);
    CHECK(half->speed.si() == Approx(air->speed.si() / 2.0));
    // Continuity: near the mean of the section.
    const job::Job job = demoJob();
    const double mean = flow.si() / job::netArea(job.ports[0].stations[4]).si();
    CHECK(air->speed.si() == Approx(mean).epsilon(0.15));
    CHECK_FALSE(port.airAt({lengthFromMm(36), 0, 0.99}, flow));
    CHECK_FALSE(port.airAt({lengthFromMm(36), 1, 1}, flow));
    CHECK_FALSE(port.airAt({lengthFromMm(500), 0, 0}, flow));
    // Walls by the tip's direction: to the left of the window's own.
    CHECK(*port.wallAt({lengthFromMm(36), 0.9, 0}) ==
          *job.ports[0].stations[4].wall.at[geometry::index(geometry::Sector::Left)]);
    CHECK(*port.wallAt({lengthFromMm(36), 0.5, -0.5}) ==
          *job.ports[0].stations[4].wall.at[geometry::index(geometry::Sector::FloorLeft)]);
}

TEST_CASE("the same seed gives the same bytes, another one others")
{
    const auto bytesOf = [](std::uint64_t seed) {
        Simulator simulator(hidden(), seeded(seed));
        std::string all;
        simulator.received(devices::lineOf(devices::Command(devices::Hello{})));
        simulator.received(devices::lineOf(devices::Command(devices::Rate{20})));
        for (int i = 0; i < 60; ++i)
            all += simulator.advance(0.1);
        return all;
    };
    const std::string first = bytesOf(7);
    CHECK(first.size() > 2000);
    CHECK(bytesOf(7) == first);
    CHECK(bytesOf(8) != first);
}

TEST_CASE("depression and flow come with the blower, and what is read is what is there")
{
    Simulator simulator(hidden(), seeded(3));
    (void)simulator.advance(0.2);
    CHECK(simulator.depression() < pressureDifferenceFromInchOfWater(14));
    (void)simulator.advance(4.0);
    CHECK(simulator.depression() / pressureDifferenceFromInchOfWater(28) == Approx(1).margin(0.01));
    send(simulator, Channel::Lift, 6);
    const auto means = meansOf(simulator, 20);
    CHECK(means.at(Channel::Flow) == Approx(simulator.flow().si()).epsilon(1e-2));  // it wanders where it has let go
    CHECK(means.at(Channel::Depression) == Approx(simulator.depression().si()).epsilon(2e-3));
    CHECK(means.at(Channel::Lift) == Approx(0.006).margin(1e-5));
    // More than the blower gives is not there.
    send(simulator, Channel::Depression, 12000);
    send(simulator, Channel::Lift, 15);
    (void)simulator.advance(10);
    CHECK(simulator.depression() < PressureDifference::fromSi(11500));
}

TEST_CASE("a fast bench shows backing up, a slow one ramps through it")
{
    const HiddenPort& port = hidden();
    REQUIRE(port.letsGoFrom());
    const auto flowAt = [&](bool slow) {
        Options options = seeded(5);
        options.slowRamp = slow;
        Simulator simulator(port, options);
        (void)simulator.advance(60);
        return std::pair(simulator.holds(), simulator.flow().si());
    };
    const VolumeFlow whole = port.flowAt(port.greatestLift(), pressureDifferenceFromInchOfWater(28));
    REQUIRE(whole > *port.letsGoFrom());
    const auto [fastHolds, fast] = flowAt(false);
    const auto [slowHolds, slow] = flowAt(true);
    CHECK_FALSE(fastHolds);
    CHECK(slowHolds);
    CHECK(slow == Approx(whole.si()).epsilon(2e-3));
    CHECK(fast < slow * 0.995);
    CHECK(fast > slow * 0.93);
}

TEST_CASE("each fault does what its name says, and goes when it is switched off")
{
    const auto flowWith = [](std::optional<Fault> fault, const char* id = "I1") {
        Simulator simulator(hidden(id), seeded(11));
        if (fault)
            simulator.setFault(*fault, true);
        (void)simulator.advance(5);
        return meansOf(simulator, 10).at(Channel::Flow);
    };
    const double sound = flowWith({});
    CHECK(flowWith(Fault::Leak) > sound * 1.02);
    CHECK(flowWith(Fault::Adapter) == Approx(sound * 0.96).epsilon(0.01));
    CHECK(flowWith(Fault::NoPipe) == Approx(sound).epsilon(0.01));
    CHECK(flowWith(Fault::NoPipe, "E1") == Approx(flowWith({}, "E1") * 0.97).epsilon(0.01));
    Simulator simulator(hidden(), seeded(12));
    (void)simulator.advance(5);
    simulator.setFault(Fault::Stuck, true);
    const double stuck = meansOf(simulator, 3).at(Channel::Flow);
    send(simulator, Channel::Lift, 2);
    CHECK(meansOf(simulator, 5).at(Channel::Flow) == Approx(stuck).epsilon(1e-9));
    simulator.received(devices::lineOf(devices::Command(devices::Fault{"stuck", false})));
    (void)simulator.advance(3);
    CHECK(meansOf(simulator, 5).at(Channel::Flow) < stuck * 0.5);
    // The pitot's zero walks away.
    send(simulator, Channel::Station, 36);
    (void)simulator.advance(1);
    const double before = meansOf(simulator, 5).at(Channel::Impact);
    simulator.setFault(Fault::Drift, true);
    (void)simulator.advance(120);
    CHECK(meansOf(simulator, 5).at(Channel::Impact) > before + 200);
    CHECK_FALSE(faultNamed("gremlins"));
    CHECK(faultNamed("no-pipe") == Fault::NoPipe);
}

TEST_CASE("with drop-outs the program sees silence, and more comes after it")
{
    Options options = seeded(21);
    options.faults = {Fault::Dropouts};
    Simulator simulator(hidden(), options);
    devices::Instrument instrument;
    instrument.connected(0);
    int silences = 0;
    bool silent = false;
    for (double now = 0; now < 300; now += 0.1) {
        simulator.received(instrument.toSend(now));
        instrument.received(simulator.advance(0.1), now);
        const bool isSilent = instrument.state(now) == devices::Instrument::State::Silent;
        silences += isSilent && !silent ? 1 : 0;
        silent = isSilent;
    }
    CHECK(silences > 3);
    CHECK(instrument.goodLines() > 1000);
}

TEST_CASE("it refuses in words what it cannot do, and takes nothing that is no command")
{
    Simulator simulator(hidden(), seeded(1));
    simulator.received("nonsense\n" + devices::lineOf(devices::Command(devices::Set{{Channel::Wall, 5}})) +
                       devices::lineOf(devices::Command(devices::Fault{"gremlins", true})) + std::string(300, 'x') +
                       "\n");
    const std::string said = simulator.advance(0.05);
    CHECK(said.find("no line not understood") != std::string::npos);
    CHECK(said.find("no set cannot be moved") != std::string::npos);
    CHECK(said.find("no fault no such fault") != std::string::npos);
    CHECK(said.find("no line too long") != std::string::npos);
}

TEST_CASE("the choke of the demo's port is found from simulated readings alone")
{
    const job::Job job = demoJob();
    Simulator simulator(hidden(), seeded(2));
    send(simulator, Channel::Lift, 12);
    (void)simulator.advance(5);
    double fastest = 0;
    double where = 0;
    for (const double station : {0.0, 36.0, 80.0, 96.0}) {
        const SimulatedSet set(simulator, station);
        const devices::SetTaker& taker = set.taker;
        REQUIRE(taker.taken().size() == 9);
        CHECK(set.seconds < 150);  // in the wake a point is taken as it is after 15 s
        for (const devices::TakenPoint& point : taker.taken()) {
            if (point.mean && point.mean->value > fastest) {
                fastest = point.mean->value;
                where = station;
            }
        }
    }
    CHECK(where == 80.0);  // the short side, as the readings that were measured have it
}
