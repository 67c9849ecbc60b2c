// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "quantities/quantities.hpp"

using namespace euryth;

TEST_CASE("exact factors are those of the international yard and pound, 1959")
{
    CHECK(lengthFromInch(1).si() == 0.0254);
    CHECK(volumeFlowFromCfm(60).si() == Approx(0.028316846592).epsilon(1e-15));
    CHECK(factor::pound == 0.45359237);
    CHECK(pressureDifferenceFromInchOfWater(28).si() == Approx(6974.48948).epsilon(1e-9));  // NIST SP 811, app. B
    CHECK(torqueFromPoundFoot(1).si() == Approx(1.3558179483314004).epsilon(1e-14));        // NIST SP 811, app. B
}

TEST_CASE("named makers and readers are inverse")
{
    CHECK(inMm(lengthFromMm(36.5)) == Approx(36.5));
    CHECK(inCc(volumeFromCc(113.9)) == Approx(113.9));
    CHECK(inDegrees(angleFromDegrees(45)) == Approx(45));
    CHECK(inCfm(volumeFlowFromCfm(250)) == Approx(250));
    CHECK(inRpm(rotationFromRpm(7000)) == Approx(7000));
    CHECK(inCelsius(temperatureFromCelsius(-5)) == Approx(-5));
    CHECK(inFeetPerSecond(speedFromFeetPerSecond(350)) == Approx(350));
}

TEST_CASE("products and ratios have the dimension they should have")
{
    const Area area = lengthFromMm(30) * lengthFromMm(40);
    CHECK(inMm2(area) == Approx(1200));
    const VolumeFlow flow = speedFromMps(100) * area;
    CHECK(inM3s(flow) == Approx(0.12));
    const double ratio = lengthFromMm(45) / lengthFromMm(50);
    CHECK(ratio == Approx(0.9));
    const Length back = area / lengthFromMm(40);
    CHECK(inMm(back) == Approx(30));
}

TEST_CASE("points on a scale are subtracted to differences and moved by them")
{
    const AbsolutePressure room = absolutePressureFromPa(101325);
    const AbsolutePressure inside = room - pressureDifferenceFromPa(6974);
    CHECK(inPa(inside) == Approx(94351));
    CHECK(inPa(room - inside) == Approx(6974));
    CHECK(inPa(toAbsolute(gaugePressureFromPa(-6974), room)) == Approx(94351));
    CHECK((temperatureFromCelsius(30) - temperatureFromCelsius(20)).si() == Approx(10));
}
