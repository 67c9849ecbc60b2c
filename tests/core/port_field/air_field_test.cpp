// SPDX-License-Identifier: GPL-3.0-or-later
// The air as views ask for it, whatever it is made of.
#include <catch2/catch.hpp>

#include <cmath>

#include "port_field/air_field.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::port_field;
using geometry::RoundedRectangle;
using geometry::Sector;

namespace {

const air::AirState kRoom{temperatureFromCelsius(15), absolutePressureFromPa(101325), 0.0};
const PortAir kAir{VolumeFlow::fromSi(0.08), FlowFrom::Typed, {}, kRoom};

std::shared_ptr<const VirtualPort> solvedOf(const PortShape& shape, Quality quality = Quality::Coarse)
{
    auto port = virtualPort(shape, quality);
    REQUIRE(port);
    port.value->traceWays();
    return std::make_shared<const VirtualPort>(std::move(*port.value));
}

/// A straight square duct of 30 mm, 100 mm long.
PortShape duct()
{
    PortShape shape;
    for (int i = 0; i <= 10; ++i) {
        const Length s = lengthFromMm(10.0 * i);
        shape.sections.push_back({s, {s, {}, {}, {}, {}}, RoundedRectangle{lengthFromMm(30), lengthFromMm(30), {}}});
    }
    return shape;
}

PortShape demoShape()
{
    const job::Job job = demoJob();
    return *shapeOf(job.ports[0], analysis::analyse(job, job.ports[0]));
}

}  // namespace

TEST_CASE("in a straight duct all that is missing of the pressure has become speed (Bernoulli)")
{
    const Air air = instantAir(solvedOf(duct()), kAir);
    const double mean = 0.08 / 9e-4;
    const double density = air::density(kRoom).si();
    for (const double mm : {5.0, 50.0, 95.0}) {
        const geometry::Point3 place{mm / 1e3, 0.004, -0.006};
        CHECK(air->velocityAt(place)->x == Approx(mean).epsilon(1e-3));
        CHECK(air->pressureAt(place)->si() == Approx(-density * mean * mean / 2).epsilon(2e-3));
        CHECK_FALSE(air->fluctuationAt(place));
        CHECK(air->wallSpeedAt(lengthFromMm(mm), 0.5)->si() == Approx(mean).epsilon(1e-3));
        CHECK_FALSE(air->wallShearAt(lengthFromMm(mm), 0.5));
        CHECK(air->isTrustedAt(lengthFromMm(mm)));
    }
    CHECK_FALSE(air->pressureAt({0.05, 0.02, 0.0}));
    CHECK_FALSE(air->velocityAt({0.05, 0.02, 0.0}));
    CHECK_FALSE(air->trustedTo());
    CHECK(air->name().id() == "speeds.instant");
    CHECK(air->limits().id() == "field.limits.instant");
    CHECK_FALSE(air->isFinal());
    CHECK(instantAir(solvedOf(duct(), Quality::Fine), kAir)->isFinal());
}

TEST_CASE("sheets: places and speeds belong together, wall and reach too")
{
    const Air air = instantAir(solvedOf(demoShape()), kAir);
    const Length s = lengthFromMm(36);
    const AirSection section = air->sectionAt(s);
    REQUIRE(section.sheet.places.size() == section.sheet.speeds.size());
    CHECK(section.sheet.onward.empty());  // no wake is known
    CHECK(section.wall == air->wallAt(s));
    const geometry::Frame frame = air->frameAt(s);
    for (std::size_t i = 0; i < section.sheet.places.size(); i += 7) {
        const auto v = air->velocityAt(frame.toHead(section.sheet.places[i]));
        if (v && section.sheet.speeds[i] > 0.0)
            CHECK(section.sheet.speeds[i] == Approx(v->length()).epsilon(0.05));
    }
    const AirLongSection along = air->longSection();
    REQUIRE(along.sheet.places.size() == along.s.size() * along.across);
    REQUIRE(along.inHead.size() == along.sheet.places.size());
    CHECK(along.s.front() == air->start());
    CHECK(along.s.back() == air->end());
    for (std::size_t row = 0; row < along.s.size(); ++row)
        CHECK(along.roof(row).up > along.floor(row).up - 0.05);
    CHECK(along.sheet.places[5].left == along.inHead[5].x);
    CHECK_FALSE(air->ways().empty());
    const SpeedRange range = air->range();
    CHECK(range.high == air->fastest().speed);
    CHECK(range.low < range.high);
    CHECK_FALSE(range.difference);
}

TEST_CASE("behind the place where the air lets go it is not to be trusted, and the limits say where")
{
    const Air air = instantAir(solvedOf(demoShape()), kAir);
    const auto to = air->trustedTo();
    REQUIRE(to);
    CHECK(air->letsGoOf(to->wall) == to->s);
    CHECK(air->isTrustedAt(to->s - lengthFromMm(1)));
    CHECK_FALSE(air->isTrustedAt(to->s + lengthFromMm(1)));
    CHECK_FALSE(air->isTrustedOn(to->wall, to->s + lengthFromMm(1)));
    CHECK(air->limits().id() == "field.limits.instant-behind");
    CHECK(readTip(*air, keptInside(*air, {air->end(), {}}))->doubtful);
    for (const Sector sector : geometry::kSectors) {
        if (const auto s = air->letsGoOf(sector))
            CHECK(*s >= to->s);
    }
}

TEST_CASE("a difference: nothing over itself, and all else is the field's own")
{
    const auto port = solvedOf(demoShape());
    const Air one = instantAir(port, kAir);
    PortAir half = kAir;
    half.flow = kAir.flow * 0.5;
    const Air same = differenceAir(one, one);
    const Air twice = differenceAir(one, instantAir(port, half));
    CHECK(same->range().difference);
    CHECK(same->range().high.si() == Approx(1.0));  // the least that a scale spans
    CHECK(same->range().low == same->range().high * -1.0);
    CHECK(twice->range().high > Speed::fromSi(10.0));
    const Length s = lengthFromMm(36);
    const AirSection own = one->sectionAt(s);
    const AirSection none = same->sectionAt(s);
    const AirSection rest = twice->sectionAt(s);
    REQUIRE(rest.sheet.speeds.size() == own.sheet.speeds.size());
    const auto inside = own.sheet.speeds.size() / 2;
    CHECK(none.sheet.speeds[inside] == Approx(0.0).margin(1e-6));
    CHECK(rest.sheet.speeds[inside] == Approx(own.sheet.speeds[inside] / 2));
    const AirLongSection along = twice->longSection();
    CHECK(along.sheet.speeds[along.across / 2] == Approx(one->longSection().sheet.speeds[along.across / 2] / 2));
    CHECK(&twice->own() == one.get());
    CHECK(&one->own() == one.get());
    const TipPlace tip{s, {0.001, 0.002}};
    CHECK(readTip(*twice, tip)->speed == readTip(*one, tip)->speed);
    CHECK(readTip(*twice, tip)->pressure == readTip(*one, tip)->pressure);
    CHECK(twice->fastest().speed == one->fastest().speed);
    CHECK(twice->wallSpeedAt(s, 0.25) == one->wallSpeedAt(s, 0.25));
    CHECK(twice->trustedTo().has_value() == one->trustedTo().has_value());
}

TEST_CASE("readings scale with the flow at which they are asked for")
{
    const Air air = instantAir(solvedOf(demoShape()), kAir);
    const auto section = air->shape().sections[4];
    const auto points = probing::nineFields();
    const auto once = virtualReadings(*air, kAir.flow, section.s, section.section, points);
    const auto twice = virtualReadings(*air, kAir.flow * 2.0, section.s, section.section, points);
    const auto sets = virtualSets(*air);
    REQUIRE(once.size() == 9);
    for (std::size_t i = 0; i < 9; ++i) {
        REQUIRE(once[i].speed.has_value() == twice[i].speed.has_value());
        if (once[i].speed)
            CHECK(twice[i].speed->si() == Approx(2.0 * once[i].speed->si()));
        CHECK(sets[4][i].speed == once[i].speed);
    }
}
