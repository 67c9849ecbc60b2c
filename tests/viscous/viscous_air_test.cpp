// SPDX-License-Identifier: GPL-3.0-or-later
// What is made of a run: dead regions, loss, walls, speeds to judge by. The run is made by hand, so that all is known.
#include <catch2/catch.hpp>

#include "port_field/viscous_air.hpp"
#include "support/made_run.hpp"
#include "support/reference_port.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::port_field;
using geometry::Sector;

namespace {

/// A straight square duct of 30 mm, 100 mm long.
PortShape duct(bool exhaust = false)
{
    PortShape shape;
    for (const double s : {0.0, 25.0, 50.0, 75.0, 100.0})
        shape.sections.push_back(
            {lengthFromMm(s), poseAt(s, 0, 0), geometry::RoundedRectangle{lengthFromMm(30), lengthFromMm(30), {}}});
    shape.airFromValve = exhaust;
    return shape;
}

std::shared_ptr<const ViscousAir> made(const PortShape& shape, double deadFrom = 0.8)
{
    return madeRun("I1", shape, port_field::Quality::Normal, deadFrom).solved.air;
}

}  // namespace

TEST_CASE("the dead region has its place, its half and its volume")
{
    const auto air = made(duct());
    REQUIRE(air->dead().size() == 1);
    const DeadRegion& region = air->dead()[0];
    CHECK_FALSE(region.roof);
    CHECK(inMm(region.from) == Approx(80).margin(3));
    CHECK(inMm(region.to) == Approx(100));
    // The lower third of the last fifth, as far as whole cells go.
    CHECK(inCc(region.volume) == Approx(30 * 10 * 20 / 1000.0).epsilon(0.2));
    CHECK(air->layerAt(lengthFromMm(95)).flowing == Approx(2.0 / 3.0).epsilon(0.1));
    CHECK(air->layerAt(lengthFromMm(40)).flowing == Approx(1.0));
    CHECK(air->narrowest().s > lengthFromMm(80));
    CHECK(made(duct(), 2.0)->dead().empty());
}

TEST_CASE("the loss is that of the total pressure: in an even stream the pressure's own fall")
{
    for (const bool exhaust : {false, true}) {
        const auto air = made(duct(exhaust), 2.0);
        const double density = air::density(air->at().room).si();
        CHECK(air->lost().si() == Approx(density * 1000.0 * 0.1).epsilon(1e-3));
        const auto half = air->layerAt(lengthFromMm(50)).lost;
        CHECK(half.si() == Approx(air->lost().si() / 2.0).epsilon(1e-3));
    }
}

TEST_CASE("walls: shear with the air, and where it turns back the air lets go")
{
    const auto air = made(duct());
    const double density = air::density(air->at().room).si();
    CHECK(*air->shearAt(lengthFromMm(30), 0.0) == Approx(4.0 * density));
    CHECK(*air->shearAt(lengthFromMm(95), 0.5) == Approx(-1.0 * density));
    REQUIRE(air->letsGoAt(Sector::Floor));
    CHECK(inMm(*air->letsGoAt(Sector::Floor)) == Approx(80).margin(4));
    CHECK_FALSE(air->letsGoAt(Sector::Roof));
    // An exhaust port's air comes from the other end: what is behind is before.
    const auto exhaust = made(duct(true));
    CHECK(*exhaust->shearAt(lengthFromMm(30), 0.0) == Approx(4.0 * density));
    CHECK(inMm(*exhaust->letsGoAt(Sector::Floor)) == Approx(100).margin(1));
}

TEST_CASE("speeds scale with the flow, swings are told, dead places read nothing")
{
    const auto air = made(duct());
    const VirtualPort& port = air->port();
    const VolumeFlow flow = air->at().flow;
    const auto frame = port.frameAt(lengthFromMm(40));
    const auto v = port.velocityAt(frame.toHead({0, 0}), flow * 2.0);
    REQUIRE(v);
    CHECK(v->length() == Approx(2.0 * flow.si() / 9e-4).epsilon(0.01));
    CHECK(air->fluctuationAt(frame.toHead({0, 0}))->si() == Approx(std::sqrt(2.0 / 3.0 * 6.0)));
    CHECK_FALSE(air->fluctuationAt(frame.toHead({0.1, 0})));
    CHECK(air->layerAt(lengthFromMm(95)).turbulence == Approx(std::sqrt(2.0 / 3.0 * 60.0) / (flow.si() / 9e-4)));

    const auto sets = virtualSets(*viscousAir(air, air->at(), nullptr, {}));
    REQUIRE(sets.size() == 5);
    REQUIRE(sets[4].size() == 9);
    CHECK(sets[1][4].speed->si() == Approx(flow.si() / 9e-4).epsilon(0.01));
    CHECK(sets[4][7].speed == Speed{});  // the floor of the last station, where the air runs back
    CHECK(sets[4][1].speed->si() > 50.0);
    const auto exhaust = made(duct(true));
    CHECK(virtualSets(*viscousAir(exhaust, exhaust->at(), nullptr, {}))[1][4].speed->si() ==
          Approx(flow.si() / 9e-4).epsilon(0.01));
}

TEST_CASE("at another flow: speeds and swings with it, pressure and shear with its square")
{
    const auto run = made(duct());
    const Air own = viscousAir(run, run->at(), nullptr, say("speeds.viscous", {{"mesh", nameOf(Quality::Normal)}}));
    PortAir twice = run->at();
    twice.flow = twice.flow * 2.0;
    const Air more = viscousAir(run, twice, nullptr, {});
    const auto place = own->frameAt(lengthFromMm(40)).toHead({0, 0});
    const double speed = run->at().flow.si() / 9e-4;
    const double density = air::density(run->at().room).si();
    // The total pressure falls by 1000 m2/s2 a metre from where the air comes in; the rest has become speed.
    CHECK(own->pressureAt(place)->si() == Approx(-density * (1000.0 * 0.04 + speed * speed / 2)).epsilon(5e-3));
    CHECK(more->pressureAt(place)->si() == Approx(4.0 * own->pressureAt(place)->si()));
    CHECK(more->velocityAt(place)->length() == Approx(2.0 * own->velocityAt(place)->length()));
    CHECK(more->fluctuationAt(place)->si() == Approx(2.0 * own->fluctuationAt(place)->si()));
    CHECK(own->wallShearAt(lengthFromMm(30), 0.0)->si() == Approx(4.0 * density));
    CHECK(more->wallShearAt(lengthFromMm(30), 0.0)->si() == Approx(16.0 * density));
    CHECK(more->wallSpeedAt(lengthFromMm(30), 0.0)->si() ==
          Approx(2.0 * own->wallSpeedAt(lengthFromMm(30), 0.0)->si()));
    // It knows what is behind the place where the air lets go.
    CHECK(own->letsGoOf(Sector::Floor) == run->letsGoAt(Sector::Floor));
    CHECK(own->isTrustedAt(lengthFromMm(99)));
    CHECK(own->isTrustedOn(Sector::Floor, lengthFromMm(99)));
    CHECK_FALSE(own->sectionAt(lengthFromMm(95)).sheet.onward.empty());
    const auto& onward = own->longSection().sheet.onward;
    CHECK(*std::ranges::min_element(onward) < 0.0);
    CHECK(own->isFinal());
    CHECK(own->limits().id() == "field.limits.viscous");
    CHECK(own->walls()[0].line.s.empty());  // nobody has given it the potential flow
    CHECK_FALSE(own->ways().empty());
}

TEST_CASE("shear on the wall's faces becomes that at its places, and as many have to be there")
{
    const auto run = made(duct());
    const PortMesh& mesh = run->port().mesh();
    std::vector<geometry::Vector3> faces(wallFacesOf(mesh), {1.0, 2.0, 3.0});
    const auto table = shearAtPlaces(mesh, faces);
    REQUIRE(table);
    REQUIRE(table->size() == mesh.layers());
    CHECK(table->at(2).size() == mesh.wallPlaces());
    CHECK(*table->at(2)[3] == geometry::Vector3{1.0, 2.0, 3.0});
    faces.pop_back();
    CHECK_FALSE(shearAtPlaces(mesh, faces));
    faces.resize(faces.size() + 2);
    CHECK_FALSE(shearAtPlaces(mesh, faces));
}

TEST_CASE("a run that does not fit its mesh is refused")
{
    const auto air = made(duct());
    const PortMesh& mesh = air->port().mesh();
    CellAir cells = air->cells();
    CHECK_FALSE(problemOf(mesh, cells));
    cells.pressure.pop_back();
    CHECK(problemOf(mesh, cells)->id() == "run.other-cells");
    cells = air->cells();
    cells.wallShear.pop_back();
    CHECK(problemOf(mesh, cells)->id() == "run.other-walls");
}

TEST_CASE("shapes are the same to a micrometre, and the first difference is named")
{
    const PortShape shape = duct();
    PortShape other = shape;
    other.sections[2].pose.x += lengthFromMm(1e-5);
    CHECK(sameShape(shape, other));
    CHECK_FALSE(shape == other);
    const auto first = [&](const auto& change) {
        other = shape;
        change(other);
        return std::string(differenceOf(shape, other).id());
    };
    CHECK(first([](PortShape& s) { s.sections[2].pose.z += lengthFromMm(0.1); }) == "difference.pose");
    CHECK(first([](PortShape& s) {
              std::get<geometry::RoundedRectangle>(s.sections[1].section).width += lengthFromMm(0.1);
          }) == "difference.section");
    CHECK(first([](PortShape& s) { s.sections.pop_back(); }) == "difference.stations");
    CHECK(first([](PortShape& s) { s.sections[4].s += lengthFromMm(1); }) == "difference.station");
    CHECK(first([](PortShape& s) { s.airFromValve = true; }) == "difference.way");
    CHECK(first([](PortShape& s) {
              s.obstacles.push_back({{lengthFromMm(50), lengthFromMm(8), {}, {}}});
          }) == "difference.metal");
    other = shape;
    other.sections[0].section = geometry::Outline{{{0.01, 0.01}, {-0.01, 0.01}, {0, -0.01}}};
    CHECK_FALSE(sameShape(shape, other));
}
