// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "plans/planned_port.hpp"
#include "port_field/air_field.hpp"
#include "port_field/what_if.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::port_field;

TEST_CASE("the field of a planned end is that of a job in which the planned sections were typed")
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    for (job::Station& station : port.stations) {
        for (auto& wall : station.wall.at)
            wall = lengthFromMm(10);
    }
    job.house.greatestCut = lengthFromMm(8);
    port.planEnd.shortRadius = lengthFromMm(16);
    port.planEnd.bowl = lengthFromMm(44);
    const auto analysis = analysis::analyse(job, port);
    const auto wished = plannedShape(job, port, analysis);
    REQUIRE(wished);

    job::Job typed = job;
    typed.ports[0] = plans::plannedPort(job, port, analysis)->port;
    typed.ports[0].planEnd = {};
    const auto measured = shapeOf(typed.ports[0], analysis::measure(typed, typed.ports[0]));
    REQUIRE(measured);
    CHECK(sameShape(*wished, *measured));
    CHECK_FALSE(sameShape(*wished, *shapeOf(port, analysis)));

    const auto planned = virtualPort(*wished, Quality::Coarse);
    const auto present = virtualPort(*measured, Quality::Coarse);
    const auto before = virtualPort(*shapeOf(port, analysis), Quality::Coarse);
    REQUIRE(planned);
    REQUIRE(present);
    REQUIRE(before);
    const air::AirState room = roomOrStandardAir(job.bench);
    const VolumeFlow flow = volumeFlowFromM3s(0.0752);
    const WallAir a = shortSide(*planned, room, flow);
    const WallAir b = shortSide(*present, room, flow);
    CHECK(a.peak.si() == Approx(b.peak.si()).epsilon(1e-9));
    CHECK(a.greatestShape == Approx(b.greatestShape).epsilon(1e-9));
    // And a larger radius with a rounder bowl is slower at the floor than the port as it is, and less severe.
    CHECK(a.peak < shortSide(*before, room, flow).peak);
    CHECK(severityOf(*planned).deadShare < severityOf(*before).deadShare);
}
