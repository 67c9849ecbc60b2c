// SPDX-License-Identifier: GPL-3.0-or-later
// What the simulated bench has wrong with it is noticed and named by the program, from what it reads alone.
#include <catch2/catch.hpp>

#include <algorithm>

#include "sim/simulator.hpp"
#include "support/demo.hpp"
#include "support/simulated_set.hpp"
#include "tasks/probe_set.hpp"

using namespace euryth;
using namespace euryth::sim;

namespace {

/// A port with one set that a sound bench has given, and what comes after.
struct Morning {
    job::Job job = demoJob();
    std::size_t port = 0;
    HiddenPort hidden;
    double station = 36;
    double lift = 12;

    explicit Morning(const char* id, double s, double valve) : station(s), lift(valve)
    {
        port = *job::findPort(job, id);
        auto made = hiddenPort(job, job.ports[port], port_field::Quality::Coarse);
        REQUIRE(made);
        hidden = std::move(*made.value);
        job.ports[port].probes.clear();
        job.ports[port].probePlan = {};
        REQUIRE(take({}, 1, 5).empty());
    }

    /// Takes a set with a fault that has been there for some seconds, keeps it, and tells what is doubted of it.
    std::vector<std::string> take(std::optional<Fault> fault, std::uint64_t seed, double before)
    {
        Options options;
        options.seed = seed;
        Simulator simulator(hidden, options);
        simulator.received(devices::lineOf(devices::Command(devices::Set{{Channel::Lift, lift}})));
        if (fault)
            simulator.setFault(*fault, true);
        (void)simulator.advance(before);
        const SimulatedSet set(simulator, station);
        const devices::SetTaker& taker = set.taker;
        REQUIRE(taker.taken().size() == 9);
        job::Port& p = job.ports[port];
        const auto probed = tasks::probeSetOf(taker, set.instrument, job, p, lengthFromMm(station), {});
        std::vector<std::string> ids;
        for (const Phrase& doubt : tasks::doubtsOf(job, p, probed, tasks::unsteadyOf(taker), tasks::flowStuck(taker)))
            ids.emplace_back(doubt.id());
        if (!fault)
            p.probes.push_back(probed);
        return ids;
    }
};

bool has(const std::vector<std::string>& ids, const char* id) { return std::ranges::count(ids, id) > 0; }

}  // namespace

TEST_CASE("each fault of a bench is named from what is read, and a sound bench is not doubted")
{
    Morning intake("I1", 36, 12);
    CHECK(intake.take({}, 2, 5).empty());
    CHECK(has(intake.take(Fault::Leak, 3, 5), "doubt.repeat.more"));
    CHECK(has(intake.take(Fault::Adapter, 4, 5), "doubt.repeat.less"));
    CHECK(has(intake.take(Fault::Stuck, 5, 5), "doubt.stuck"));
    CHECK(has(intake.take(Fault::Noise, 6, 5), "doubt.unsteady"));
    const auto drifted = intake.take(Fault::Drift, 7, 600);
    CAPTURE(drifted);
    CHECK(has(drifted, "doubt.zero"));
    CHECK(has(intake.take(Fault::Dropouts, 8, 5), "doubt.blind"));
    Morning exhaust("E1", 34, 11);
    CHECK(exhaust.take({}, 2, 5).empty());
    CHECK(has(exhaust.take(Fault::NoPipe, 3, 5), "doubt.repeat.less"));
}
