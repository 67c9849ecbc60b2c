// SPDX-License-Identifier: GPL-3.0-or-later
// A port that lies another way in the head is the same port.
#include <catch2/catch.hpp>

#include <cmath>

#include "analysis/port_analysis.hpp"
#include "support/demo.hpp"

using namespace euryth;

TEST_CASE("the cut plan is the same whichever way a port lies in the head")
{
    const job::Job job = demoJob();
    job::Job turned = job;
    const double by = 0.6;  // rad, about the bore's direction
    for (job::Station& station : turned.ports[0].stations) {
        const auto pose = station.pose.complete();
        REQUIRE(pose);
        station.pose.x = pose->x * std::cos(by) - pose->y * std::sin(by) + lengthFromMm(40);
        station.pose.y = pose->x * std::sin(by) + pose->y * std::cos(by) - lengthFromMm(15);
        station.pose.yaw = pose->yaw + Angle::fromSi(by);
    }
    const auto was = analysis::analyse(job, job.ports[0]);
    const auto is = analysis::analyse(turned, turned.ports[0]);
    REQUIRE(was.cut);
    REQUIRE(is.cut);
    REQUIRE(was.cut->cuts.size() == is.cut->cuts.size());
    for (std::size_t i = 0; i < was.cut->depths.size(); ++i) {
        CAPTURE(i);
        CHECK(is.cutProblem->stations[i].floorCurvature ==
              Approx(was.cutProblem->stations[i].floorCurvature).margin(1e-6));
        for (const geometry::Sector s : geometry::kSectors)
            CHECK(inMm(is.cut->depths[i][geometry::index(s)]) ==
                  Approx(inMm(was.cut->depths[i][geometry::index(s)])).margin(0.051));
    }
}
