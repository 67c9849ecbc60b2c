// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>
#include <array>
#include <cmath>

#include "planning/turn_plan.hpp"
#include "plans/planned_port.hpp"
#include "support/demo.hpp"

using namespace euryth;
using geometry::index;
using geometry::Sector;

namespace {

/// The demo's port with walls thick enough for any plan.
job::Job thickWalls()
{
    job::Job job = demoJob();
    for (job::Station& station : job.ports[0].stations) {
        for (auto& wall : station.wall.at)
            wall = lengthFromMm(12);
        station.plan.clear();
    }
    // Nothing else asks for metal, and no dead place keeps it.
    job.house.greatestCut = lengthFromMm(8);
    job.house.limitingMach = 0.99;
    job.ports[0].probes.clear();
    job.ports[0].planEnd = {};
    job.ports[0].gasket = {};
    return job;
}

/// Radius of the circle through the floor at three stations round the middle of the turn, millimetres.
double floorRadiusAt(const analysis::PortAnalysis& analysis, std::size_t turn)
{
    std::array<geometry::SidePoint, 3> p;
    for (std::size_t k = 0; k < 3; ++k) {
        const std::size_t i = turn + k - 1;
        p[k] = geometry::sideCut(analysis.poses[i], geometry::boxOf(analysis.sections[i]).height).floor;
    }
    const auto side = [&](std::size_t a, std::size_t b) { return std::hypot(p[a].x - p[b].x, p[a].z - p[b].z); };
    const double twiceArea = std::abs((p[1].x - p[0].x) * (p[2].z - p[0].z) - (p[2].x - p[0].x) * (p[1].z - p[0].z));
    return 1e3 * side(0, 1) * side(1, 2) * side(0, 2) / (2 * twiceArea);
}

plans::PlannedPort plannedOf(const job::Job& job)
{
    const auto planned = plans::plannedPort(job, job.ports[0], analysis::analyse(job, job.ports[0]));
    REQUIRE(planned);
    return *planned;
}

}  // namespace

TEST_CASE("a planned short side changes the planned port's stations and places, measured ones too")
{
    job::Job job = thickWalls();
    const auto before = analysis::analyse(job, job.ports[0]);
    const Length now = before.floorRadius->radius;
    job.ports[0].planEnd.shortRadius = now * 1.6;
    const auto planned = plannedOf(job);
    // By the gauge's radius: what laying back from it takes in the middle of the turn.
    const Length deepest = planning::layBack(*job.ports[0].shortSide.radius, now * 1.6,
                                             geometry::turnBetween(before.poses.front(), before.poses.back()))
                               .depth;
    CHECK(planned.analysis.floorApex.value.value() <= before.floorApex.value.value());
    // The floor went down, roof and sides stayed; the wall is thinner by as much.
    const std::size_t turn = *before.places.shortSide;
    const auto& station = planned.port.stations[turn];
    const Length taken = lengthFromMm(12) - *station.wall.at[index(Sector::Floor)];
    CHECK(inMm(taken) == Approx(inMm(deepest)).epsilon(0.1));
    CHECK(*station.wall.at[index(Sector::Roof)] == lengthFromMm(12));
    CHECK(geometry::boxOf(planned.analysis.sections[turn]).height >
          geometry::boxOf(before.sections[turn]).height + taken * 0.9);
    CHECK(job::area(planned.port.stations.front().section).si() ==
          Approx(job::area(job.ports[0].stations.front().section).si()));
}

TEST_CASE("a lower apex and a round bowl are shapes, and the cut plan takes at least what they ask")
{
    job::Job job = thickWalls();
    const auto before = analysis::analyse(job, job.ports[0]);
    REQUIRE(before.places.bowl);
    job.ports[0].planEnd.shortHeight = *job.ports[0].shortSide.height - lengthFromMm(1.5);
    job.ports[0].planEnd.bowl = lengthFromMm(44);
    const auto analysis = analysis::analyse(job, job.ports[0]);
    const auto planned = plannedOf(job);
    CHECK(inMm(*before.floorApex - *planned.analysis.floorApex) == Approx(1.5).margin(0.1));
    const geometry::Box bowl = geometry::boxOf(planned.analysis.sections[*before.places.bowl]);
    CHECK(inMm(bowl.width) >= 43.9);
    CHECK(inMm(bowl.height) >= 43.9);
    REQUIRE(analysis.cut);
    int asked = 0;
    for (std::size_t i = 0; i < job.ports[0].stations.size(); ++i) {
        for (const Sector s : geometry::kSectors) {
            const Length least = analysis.cutProblem->stations[i].least[index(s)];
            if (least < lengthFromMm(0.2))
                continue;
            ++asked;
            CHECK(analysis.cut->depths[i][index(s)] >= least - analysis.cutProblem->limits.step);
        }
    }
    CHECK(asked > 4);
}

TEST_CASE("walls bound the planned end, and the plan says where it is not met")
{
    job::Job job = thickWalls();
    const auto before = analysis::analyse(job, job.ports[0]);
    const std::size_t turn = *before.places.shortSide;
    job.ports[0].planEnd.shortRadius = before.floorRadius->radius * 2.0;
    for (job::Station& station : job.ports[0].stations)
        station.wall.at[index(Sector::Floor)] = job.house.leastWall + job.house.gaugeError + lengthFromMm(0.5);
    const auto analysis = analysis::analyse(job, job.ports[0]);
    REQUIRE(analysis.planned[turn]);
    CHECK_FALSE(analysis.planned[turn]->met);
    CHECK(std::ranges::count(analysis.planned[turn]->atLimit, Sector::Floor) == 1);
    CHECK(inMm(analysis.planned[turn]->growth[index(Sector::Floor)]) == Approx(0.5).margin(1e-6));
    const auto planned = plannedOf(job);
    CHECK(*planned.port.stations[turn].wall.at[index(Sector::Floor)] >= job.house.leastWall);
}

TEST_CASE("without a wish for the end nothing is shaped there")
{
    const job::Job job = thickWalls();
    const auto analysis = analysis::analyse(job, job.ports[0]);
    for (const auto& station : analysis.cutProblem->stations) {
        for (const Sector s : geometry::kSectors)
            CHECK(station.least[index(s)].si() == 0);
    }
}

TEST_CASE("a runner that is laid out keeps its places when its short side is laid back")
{
    job::Job job = thickWalls();
    job::Port& port = job.ports[0];
    for (job::Station& station : port.stations) {
        station.pose = {};
        station.section.shape.height = lengthFromMm(34);  // so that the floor is an arc
        station.section.shape.corners = {};
    }
    port.runner.straight = lengthFromMm(60);
    port.runner.turn = angleFromDegrees(74);
    port.shortSide = {lengthFromMm(11.5), lengthFromMm(17), {}};
    const auto before = analysis::analyse(job, port);
    REQUIRE_FALSE(before.poses.empty());
    port.planEnd.shortRadius = lengthFromMm(16);
    const auto planned = plannedOf(job);
    CHECK(planned.analysis.poses.front().x == before.poses.front().x);
    const std::size_t over = *before.places.shortSide;
    CHECK(floorRadiusAt(before, over) == Approx(11.5).epsilon(0.03));
    CHECK(floorRadiusAt(planned.analysis, over) == Approx(16).epsilon(0.05));
    // The roof over the turn is where it was.
    const std::size_t turn = *before.places.shortSide;
    const auto roofOf = [&](const analysis::PortAnalysis& a) {
        return geometry::sideCut(a.poses[turn], geometry::boxOf(a.sections[turn]).height).roof;
    };
    CHECK(roofOf(planned.analysis).x == Approx(roofOf(before).x).margin(1e-5));
    CHECK(roofOf(planned.analysis).z == Approx(roofOf(before).z).margin(1e-5));
}
