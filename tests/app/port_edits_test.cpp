// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "app/port_edits.hpp"
#include "job/check.hpp"
#include "job/mirror.hpp"
#include "port_field/air_field.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::app;
using geometry::index;
using geometry::Sector;

namespace {

std::vector<std::string> ids(const job::Job& job)
{
    std::vector<std::string> all;
    for (const job::Port& port : job.ports)
        all.push_back(port.id);
    return all;
}
using Ids = std::vector<std::string>;

}  // namespace

TEST_CASE("copying takes what is chosen and leaves the rest")
{
    job::Job job = demoOneMeasured();
    const job::Port& from = job.ports[0];
    job::Port to = job.ports[2];
    copyMeasurements(from, to, {});
    CHECK(to.stations.size() == from.stations.size());
    CHECK(to.id == "I2");
    CHECK_FALSE(to.stations[4].wall.at[0]);  // walls are measured at each port
    CHECK(to.valve == from.valve);
    CHECK(to.probes.empty());

    to.stations[4].wall.at[2] = lengthFromMm(7);
    job::Port shorter = from;
    shorter.stations.resize(6);
    copyMeasurements(shorter, to, {});
    CHECK(to.stations.size() == 6);
    CHECK(inMm(*to.stations[4].wall.at[2]) == Approx(7));  // its own wall stays at the same distance

    CopyChoice walls{false, true, false, false, false, true};
    copyMeasurements(from, to, walls);
    CHECK(to.stations[4].wall.at[index(Sector::Left)] == from.stations[4].wall.at[index(Sector::Right)]);
    CHECK(to.stations.size() == 6);
}

TEST_CASE("a port whose stations go loses the probe sets that were taken there")
{
    job::Job job = demoJob();
    job::Port other = job.ports[0];
    other.stations.resize(3);
    copyMeasurements(other, job.ports[0], {});
    CHECK(job.ports[0].probes.empty());
    CHECK(job::check(job).empty());
}

TEST_CASE("swapping changes what was measured over, not what the ports are")
{
    job::Job job = demoOneMeasured();
    const job::Job before = job;
    swapMeasurements(job.ports[0], job.ports[2]);
    CHECK(job.ports[0].id == "I1");
    CHECK(job.ports[2].cylinder == 2);
    CHECK(job.ports[2].stations == before.ports[0].stations);
    CHECK(job.ports[0].stations.empty());
    swapMeasurements(job.ports[0], job.ports[2]);
    CHECK(job == before);
}

TEST_CASE("ports are added, split, renamed, moved and removed with their branches")
{
    job::Job job = demoJob();
    CHECK(ids(job) == Ids{"I1", "E1", "I2", "E2"});
    CHECK(addPort(job, 0) == 1);
    CHECK(ids(job) == Ids{"I1", "I3", "E1", "I2", "E2"});
    CHECK(splitPort(job, 0, 8) == 1);
    CHECK(ids(job) == Ids{"I1", "I1/a", "I1/b", "I3", "E1", "I2", "E2"});
    CHECK(job.ports[0].stations.size() == 8);
    CHECK(job.ports[1].stations.size() == 5);
    CHECK(job.ports[1].probes.size() == 2);  // short side and bowl went along
    CHECK(job.ports[0].probes.size() == 1);
    CHECK(job.ports[1].valve.diameter);
    CHECK_FALSE(job.ports[0].valve.diameter);
    CHECK(job::check(job).empty());
    CHECK(splitPort(job, 1, 2) == 1);  // a branch does not split
    CHECK(ids(job).size() == 7);
    renamePort(job, 0, "Left");
    CHECK(ids(job) == Ids{"Left", "Left/a", "Left/b", "I3", "E1", "I2", "E2"});
    renamePort(job, 2, "c");
    CHECK(job.ports[2].id == "Left/c");
    CHECK(movePort(job, 1, 1) == 2);  // a branch takes its port along
    CHECK(ids(job) == Ids{"I3", "Left", "Left/a", "Left/c", "E1", "I2", "E2"});
    CHECK(movePort(job, 4, -1) == 1);
    CHECK(ids(job) == Ids{"I3", "E1", "Left", "Left/a", "Left/c", "I2", "E2"});
    CHECK(movePort(job, 6, 1) == 6);
    CHECK(job::check(job).empty());
    removePort(job, 3);
    CHECK(ids(job) == Ids{"I3", "E1", "Left", "Left/c", "I2", "E2"});
    removePort(job, 2);
    CHECK(ids(job) == Ids{"I3", "E1", "I2", "E2"});
}

TEST_CASE("the guide makes every port of a head, and splits those that feed two valves")
{
    const job::Job job = makeJob({"Four-valve twin", 2, 2, 1, "aluminium", lengthFromMm(90), {}, true});
    CHECK(ids(job) == Ids{"I1", "I1/a", "I1/b", "E1", "I2", "I2/a", "I2/b", "E2"});
    CHECK(job.castings.size() == 2);
    CHECK(job.ports[0].casting == "A");
    CHECK(job.ports[5].casting == "B");
    CHECK(job::materialOf(job, job.ports[7]) == "aluminium");
    CHECK(job.engine.cylinders == 2);
    CHECK_FALSE(job.engine.stroke);
    CHECK(job::check(job).empty());
}

TEST_CASE("a port that is split keeps the places of its stations in the head, and both parts have a field")
{
    job::Job job = demoFour();
    const auto whole = std::ranges::find(job.ports, std::string("I2"), &job::Port::id) - job.ports.begin();
    const auto index = static_cast<std::size_t>(whole);
    const auto poses = job::posesOf(job.ports[index]);
    REQUIRE(poses.size() == job.ports[index].stations.size());
    constexpr std::size_t split = 5;
    const std::size_t branch = app::splitPort(job, index, split);
    const auto common = job::posesOf(job.ports[index]);
    const auto rest = job::posesOf(job.ports[branch]);
    REQUIRE(common.size() == split);
    REQUIRE(rest.size() == poses.size() - split);
    CHECK(common.back() == poses[split - 1]);
    CHECK(rest.front() == poses[split]);
    const job::Port& part = job.ports[branch];
    const auto solved = port_field::virtualPort(part, analysis::analyse(job, part), port_field::Quality::Coarse);
    REQUIRE(solved);
    const auto air = port_field::portAir(job, part, analysis::analyse(job, part), {}, nullptr);
    REQUIRE(air);
    CHECK(air->from == port_field::FlowFrom::Runner);
    CHECK(port_field::fastestPlace(*solved, air->flow).speed > Speed{});
}

TEST_CASE("measurements without the plan leave all of the plan, and with it bring all of it")
{
    job::Job job = demoJob();
    job::Port& from = job.ports[0];
    from.stations[2].plan.area = areaFromMm2(1100);
    from.stations[2].plan.width = lengthFromMm(37);
    from.stations[2].plan.height = lengthFromMm(35);
    job::Port to = from;
    to.stations[2].plan.area = areaFromMm2(990);
    to.stations[2].plan.width.reset();
    to.stations[2].plan.height = lengthFromMm(31);
    const job::Port before = to;
    CopyChoice choice;
    choice.sections = true;
    choice.plan = false;
    copyMeasurements(from, to, choice);
    CHECK(to.stations[2].plan.area == before.stations[2].plan.area);
    CHECK_FALSE(to.stations[2].plan.width);
    CHECK(to.stations[2].plan.height == before.stations[2].plan.height);
    choice.plan = true;
    copyMeasurements(from, to, choice);
    CHECK(to.stations[2].plan.width == from.stations[2].plan.width);
    CHECK(to.stations[2].plan.height == from.stations[2].plan.height);
    from.valve.nextBowl = job::Across::Left;
    job::mirror(from);
    CHECK(from.valve.nextBowl == job::Across::Right);
}
