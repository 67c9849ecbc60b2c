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
#include "units/format.hpp"

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

std::string textOf(const job::Job& job, const std::string& key, std::size_t port = 0)
{
    for (const Call& c : callsFor(job, job.ports[port], analyse(job, job.ports[port]))) {
        if (c.key.rfind(key, 0) == 0)
            return units::render(c.title, {}) + " " + units::render(c.text, {});
    }
    return {};
}

}  // namespace

TEST_CASE("wishes that contradict the metal are told with the nearest that works")
{
    job::Job job = demoJob();
    CHECK_FALSE(hasCall(job, "plan-reach"));
    job.ports[0].stations[4].planArea = areaFromMm2(1500);
    const std::string text = textOf(job, "plan-reach");
    CHECK(text.find("the pinch") != std::string::npos);
    CHECK(text.find("nearest that works") != std::string::npos);
    CHECK(text.find("leaves thin walls") != std::string::npos);
    job.house.thinWall = job::ThinWall::Weld;
    CHECK(textOf(job, "plan-reach").find("qualified shop") != std::string::npos);

    job = demoJob();
    job.ports[0].planEnd.throat = lengthFromMm(44);  // beyond the seat
    CHECK(textOf(job, "plan-throat").find("beyond the seat") != std::string::npos);
    job.ports[0].planEnd.throat = lengthFromMm(42);  // inside the seat, beyond the last cut
    CHECK(textOf(job, "plan-throat").find("last cut begins") != std::string::npos);
    job.ports[0].planEnd.throat.reset();
    job.ports[0].planEnd.shortRadius = lengthFromMm(30);
    CHECK(textOf(job, "plan-short-side").find("nearest that does") != std::string::npos);
    job.ports[0].planEnd.shortRadius.reset();
    job.ports[0].planEnd.valve = lengthFromMm(53);
    CHECK(textOf(job, "plan-valve").find("The largest that holds") != std::string::npos);
}

TEST_CASE("a plan that goes small, big, small is a danger, one that follows the port is not told twice")
{
    job::Job job = demoJob();
    CHECK_FALSE(hasCall(job, "plan-bulge"));
    job.ports[0].stations[2].planArea = areaFromMm2(1250);
    CHECK(textOf(job, "plan-bulge").find("small, big, small") != std::string::npos);
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
    CHECK(textOf(job, "twin:I2", at("I3")).find("less on the engine") != std::string::npos);
    CHECK(textOf(job, "twin:I3", at("I2")).find("more on the engine") != std::string::npos);
}
