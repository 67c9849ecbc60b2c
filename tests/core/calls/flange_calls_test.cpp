// SPDX-License-Identifier: GPL-3.0-or-later
// Calls about what is joined to the window, the valves in the bore, and what is assumed.
#include <catch2/catch.hpp>

#include <algorithm>

#include "calls/calls.hpp"
#include "job/usual.hpp"
#include "support/demo.hpp"
#include "support/told.hpp"

using namespace euryth;

namespace {

std::vector<calls::Call> callsOn(const job::Job& job, const char* id)
{
    const job::Port& port = job.ports[*job::findPort(job, id)];
    return calls::callsFor(job, port, analysis::analyse(job, port));
}

const calls::Call* callNamed(const std::vector<calls::Call>& calls, const std::string& key)
{
    const auto found = std::ranges::find(calls, key, &calls::Call::key);
    return found == calls.end() ? nullptr : &*found;
}

job::Job singleDemo() { return jobOrThrow(EURYTH_DEMO_SINGLE); }

}  // namespace

TEST_CASE("a manifold's runner that narrows on the way out is called with the depth, a primary under the window too")
{
    const job::Job job = demoJob();
    const auto intake = callsOn(job, "I2");
    const calls::Call* narrow = callNamed(intake, "joined-narrow");
    REQUIRE(narrow);
    CHECK(narrow->severity == calls::Severity::Warning);
    CHECK(told(narrow->title).find("60.0 mm") != std::string::npos);
    CHECK(told(narrow->text).find("places ask") != std::string::npos);
    REQUIRE(callNamed(intake, "joined-mouth"));
    const auto exhaust = callsOn(job, "E2");
    CHECK(callNamed(exhaust, "primary-small"));
    CHECK_FALSE(callNamed(exhaust, "joined-mouth"));
    CHECK_FALSE(callNamed(callsOn(job, "I1"), "joined-narrow"));
    job::Job mended = job;
    job::Port& port = mended.ports[*job::findPort(mended, "I2")];
    port.manifold = {};
    port.joined.stations.erase(port.joined.stations.begin(), port.joined.stations.begin() + 3);
    port.joined.mouthRadius = lengthFromMm(9);
    CHECK_FALSE(callNamed(callsOn(mended, "I2"), "joined-narrow"));
    CHECK_FALSE(callNamed(callsOn(mended, "I2"), "joined-mouth"));
}

TEST_CASE("unequal pairs are told with the side to which the charge turns")
{
    job::Job job = singleDemo();
    const auto big = callsOn(job, "I1/a");
    const calls::Call* pair = callNamed(big, "valve-pair");
    REQUIRE(pair);
    CHECK(told(pair->title).find("E1/b") != std::string::npos);  // the big intake faces the small exhaust
    CHECK(told(pair->text).find("to the left") != std::string::npos);
    CHECK(told(pair->text).find("Sunk by about") == std::string::npos);  // that one is sunk
    const auto small = callsOn(job, "I1/b");
    CHECK(told(callNamed(small, "valve-pair")->text).find("Sunk by about") != std::string::npos);
    CHECK_FALSE(callNamed(callsOn(job, "E1/a"), "valve-pair"));
    CHECK_FALSE(callNamed(big, "layout-bridge"));
    CHECK_FALSE(callNamed(big, "layout-edge"));
    for (job::Port& port : job.ports) {
        if (port.isBranch())
            port.valve.diameter = lengthFromMm(port.side == job::Side::Intake ? 36 : 30);
    }
    CHECK_FALSE(callNamed(callsOn(job, "I1/a"), "valve-pair"));
}

TEST_CASE("a layout that cannot be is a danger, one that contradicts a measurement is doubted")
{
    job::Job job = singleDemo();
    job::Port& port = job.ports[*job::findPort(job, "I1/a")];
    port.valve.inBore.y = lengthFromMm(10);
    const auto calls = callsOn(job, "I1/a");
    const calls::Call* overlap = callNamed(calls, "layout-overlap:I1/b");
    REQUIRE(overlap);
    CHECK(overlap->severity == calls::Severity::Danger);
    CHECK(callNamed(calls, "layout-bridge"));
    CHECK(callNamed(calls, "layout-edge"));
    port.valve.boreEdge.reset();
    port.valve.inBore.y = lengthFromMm(26);
    const auto over = callsOn(job, "I1/a");
    CHECK(callNamed(over, "layout-over-bore"));
    CHECK_FALSE(callNamed(over, "layout-edge"));
}

TEST_CASE("what is assumed is one call that names every number")
{
    job::Job job = demoJob();
    CHECK_FALSE(callNamed(callsOn(job, "I1"), "assumed"));
    job::Port& port = job.ports[*job::findPort(job, "I1")];
    port.valve.pilot.reset();
    job.engine.rod.reset();
    job::takeUsual(job, &port.valve.pilot);
    job::takeUsual(job, &job.engine.rod);
    const auto calls = callsOn(job, "I1");
    const calls::Call* assumed = callNamed(calls, "assumed");
    REQUIRE(assumed);
    CHECK(told(assumed->title) == "2 numbers are assumed, not measured");
    CHECK(told(assumed->text).find("7.03 mm") != std::string::npos);
    // Of another port only what is the engine's.
    CHECK(told(callNamed(callsOn(job, "I2"), "assumed")->title) == "One number is assumed, not measured");
}
