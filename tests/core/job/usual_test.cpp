// SPDX-License-Identifier: GPL-3.0-or-later
// Usual values: offered, taken as assumed, and no longer assumed once somebody types.
#include <catch2/catch.hpp>

#include <algorithm>

#include "files/job_file.hpp"
#include "job/usual.hpp"
#include "support/demo.hpp"
#include "support/words.hpp"

using namespace euryth;
using namespace euryth::job;

namespace {

double usualMm(const Job& job, const void* member)
{
    const auto usual = usualFor(job, member);
    REQUIRE(usual);
    CHECK_FALSE(usual->why.empty());
    return usual->si * 1e3;
}

}  // namespace

TEST_CASE("what is usual follows from what is known, and from nothing where that is not")
{
    Job job;
    job.ports.resize(2);
    Valve& valve = job.ports[1].valve;
    CHECK_FALSE(usualFor(job, &valve.stem));
    CHECK_FALSE(usualFor(job, &valve.pilot));
    CHECK_FALSE(usualFor(job, &job.engine.rod));
    CHECK_FALSE(usualFor(job, &valve.throat));  // that is measured or not known
    valve.diameter = lengthFromMm(36);
    CHECK(usualMm(job, &valve.stem) == Approx(6));
    valve.diameter = lengthFromMm(36.5);
    CHECK(usualMm(job, &valve.stem) == Approx(7));
    valve.diameter = lengthFromMm(60);
    CHECK(usualMm(job, &valve.stem) == Approx(8.73));
    valve.stem = lengthFromMm(8);
    CHECK(usualMm(job, &valve.pilot) == Approx(8.03));
    CHECK(usualMm(job, &job.ports[1].guide.guide) == Approx(14));
    CHECK_FALSE(usualFor(job, &job.ports[0].guide.guide));  // of the other port nothing is known
    job.engine.stroke = lengthFromMm(80);
    CHECK(usualMm(job, &job.engine.rod) == Approx(140));
    CHECK(usualFor(job, &job.engine.exhaustCam.centreline)->si == Approx(angleFromDegrees(112).si()));
    CHECK(usualFor(job, &job.engine.intakeCam.centreline)->si == Approx(angleFromDegrees(108).si()));
    CHECK(usualFor(job, &job.bench.temperature)->si == Approx(293.15));
}

TEST_CASE("a usual value that was taken is marked until somebody types the number")
{
    Job job;
    job.ports.resize(1);
    Port& port = job.ports[0];
    port.id = "I1";
    port.valve.diameter = lengthFromMm(40);
    takeUsual(job, &port.valve.stem);
    takeUsual(job, &job.bench.humidity);
    REQUIRE(port.valve.stem);
    CHECK(inMm(*port.valve.stem) == Approx(7));
    CHECK(isAssumed(job, &port.valve.stem));
    CHECK_FALSE(isAssumed(job, &port.valve.diameter));
    REQUIRE(port.assumed.size() == 1);
    CHECK(port.assumed[0].at == "valve/stem_mm");
    CHECK(port.assumed[0].value == Approx(7));
    CHECK(idsIn(assumedPhrase(job, port)) ==
          std::vector<std::string>{"list", "assumed.number", "number.humidity", "assumed.number", "number.stem"});
    SECTION("by another value, even where nobody took the mark off")
    {
        port.valve.stem = lengthFromMm(6.97);
        CHECK_FALSE(isAssumed(job, &port.valve.stem));
        REQUIRE(assumedOf(job, port).size() == 1);
        CHECK(assumedOf(job, port)[0].field == &static_cast<const Field&>(field::humidity));
    }
    SECTION("by the same value, said to be measured")
    {
        markMeasured(job, &port.valve.stem);
        CHECK(port.assumed.empty());
        CHECK(inMm(*port.valve.stem) == Approx(7));
    }
    SECTION("taken twice it is marked once")
    {
        takeUsual(job, &port.valve.stem);
        CHECK(port.assumed.size() == 1);
    }
    SECTION("and it is in the file")
    {
        job.house.name = "x";
        const auto read = files::parseJob(files::jobText(job));
        REQUIRE(read);
        CHECK(*read == job);
        CHECK(isAssumed(*read, &read->ports[0].valve.stem));
        CHECK(isAssumed(*read, &read->bench.humidity));
    }
}

TEST_CASE("taking what is usual where nothing is usual changes nothing")
{
    Job job = demoJob();
    const Job before = job;
    takeUsual(job, &job.ports[0].valve.throat);
    job.ports[0].valve.diameter.reset();
    job.ports[0].valve.stem.reset();
    takeUsual(job, &job.ports[0].valve.stem);
    CHECK_FALSE(job.ports[0].valve.stem);
    job.ports[0].valve = before.ports[0].valve;
    CHECK(job == before);
}
