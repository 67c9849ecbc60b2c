// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "job/mirror.hpp"
#include "support/demo.hpp"

using namespace euryth;
using geometry::index;
using geometry::Sector;

TEST_CASE("mirroring changes left and right of everything over, and twice is nothing")
{
    const job::Job job = demoJob();
    job::Port port = job.ports[0];
    port.stations[4].pose.y = lengthFromMm(3);
    port.stations[4].pose.yaw = angleFromDegrees(5);
    port.manifold.shiftLeft = lengthFromMm(0.5);
    port.stations[2].section.kind = job::SectionKind::Outline;
    port.stations[2].section.points = {{0.02, 0.01}, {-0.01, 0.01}, {-0.01, -0.01}};
    port.stations[3].section.shape.corners.roofLeft = lengthFromMm(4);
    port.stations[3].section.sectioned.left = lengthFromMm(15);
    port.valve.nextBowl = job::Across::Left;
    const job::Port before = port;
    mirror(port);
    CHECK(port.stations[4].wall.at[index(Sector::Left)] == before.stations[4].wall.at[index(Sector::Right)]);
    CHECK(port.stations[4].wall.at[index(Sector::Floor)] == before.stations[4].wall.at[index(Sector::Floor)]);
    CHECK(port.stations[4].unrepairable[index(Sector::Left)] == before.stations[4].unrepairable[index(Sector::Right)]);
    CHECK(inMm(*port.stations[4].pose.y) == Approx(-3));
    CHECK(port.probes[0].readings[0].u == -before.probes[0].readings[0].u);
    CHECK(port.stations[2].section.points[0].left == Approx(-0.02));
    CHECK(port.stations[3].section.shape.corners.roofRight == lengthFromMm(4));
    CHECK(port.stations[3].section.sectioned.right == lengthFromMm(15));
    CHECK_FALSE(port.stations[3].section.sectioned.left);
    CHECK(port.manifold.shiftLeft == lengthFromMm(-0.5));
    CHECK(port.manifold.shiftUp == before.manifold.shiftUp);
    CHECK(port.valve.nextBowl == job::Across::Right);
    mirror(port);
    CHECK(port == before);
}
