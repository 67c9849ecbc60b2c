// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>

#include "calls/calls.hpp"
#include "engine/engine_run.hpp"
#include "job/describe.hpp"
#include "job/plans.hpp"
#include "plans/house_change.hpp"
#include "plans/planned_port.hpp"
#include "plans/station_numbers.hpp"
#include "support/demo.hpp"
#include "support/words.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::calls;
using namespace euryth::engine;
using namespace euryth::plans;

namespace {

const job::Port& portOf(const job::Job& job, std::size_t i = 0) { return job.ports[i]; }

bool hasCall(const job::Job& job, const std::string& key)
{
    const auto calls = callsFor(job, portOf(job), analyse(job, portOf(job)));
    return std::ranges::any_of(calls, [&](const Call& c) { return c.key.rfind(key, 0) == 0; });
}

/// Title and text of a call.
Phrase saidBy(const job::Job& job, const std::string& key, std::size_t port = 0)
{
    for (const Call& c : callsFor(job, job.ports[port], analyse(job, job.ports[port]))) {
        if (c.key.rfind(key, 0) == 0) {
            Phrase both = c.title;
            return both += c.text;
        }
    }
    return {};
}

}  // namespace

TEST_CASE("wishes that contradict the metal are told with the nearest that works")
{
    job::Job job = demoJob();
    CHECK_FALSE(hasCall(job, "plan-reach"));
    job.ports[0].stations[4].plan.area = areaFromMm2(1500);
    const Phrase text = saidBy(job, "plan-reach");
    CHECK(says(text, "place.the.pinch"));
    CHECK(says(text, "call.plan-reach.nearest"));
    CHECK(says(text, "call.plan-reach.leave"));
    job.house.thinWall = job::ThinWall::Weld;
    CHECK(says(saidBy(job, "plan-reach"), "call.plan-reach.weld"));

    job = demoJob();
    job.ports[0].planEnd.throat = lengthFromMm(44);  // beyond the seat
    CHECK(says(saidBy(job, "plan-throat"), "conflict.throat-seat"));
    job.ports[0].planEnd.throat = lengthFromMm(42);  // inside the seat, beyond the last cut
    CHECK(says(saidBy(job, "plan-throat"), "conflict.last-cut"));
    job.ports[0].planEnd.throat.reset();
    job.ports[0].planEnd.shortRadius = lengthFromMm(30);
    CHECK(says(saidBy(job, "plan-short-side"), "conflict.radius"));
    job.ports[0].planEnd.shortRadius.reset();
    job.ports[0].planEnd.valve = lengthFromMm(53);
    CHECK(says(saidBy(job, "plan-valve"), "call.plan-valve.largest"));
}

TEST_CASE("a plan that goes small, big, small is a danger, one that follows the port is not told twice")
{
    job::Job job = demoJob();
    CHECK_FALSE(hasCall(job, "plan-bulge"));
    job.ports[0].stations[2].plan.area = areaFromMm2(1250);
    CHECK(says(saidBy(job, "plan-bulge"), "finding.small-big-small"));
}

TEST_CASE("the trap: two ports that the bench cannot tell apart are told apart by the engine")
{
    const job::Job job = demoFour();
    const auto at = [&](const char* id) { return *job::findPort(job, id); };
    const auto& good = job.ports[at("I2")];
    const auto twins = benchTwins(job, good, [&](std::size_t i) { return portFlows(job, job.ports[i]); });
    REQUIRE(twins.size() == 1);
    CHECK(twins[0].port == at("I3"));
    CHECK(std::abs(twins[0].benchDifference) < kSameOnBench);
    CHECK(twins[0].engineDifference > kDangerOnEngine);
    CHECK(twins[0].rpm == *job.engine.shiftRpm);
    CHECK_FALSE(twins[0].worse);
    CHECK(twins[0].choke == 3);  // the pinch of I3
    CHECK(says(saidBy(job, "twin:I2", at("I3")), "call.twin.title.less"));
    CHECK(says(saidBy(job, "twin:I3", at("I2")), "call.twin.title.more"));
}
