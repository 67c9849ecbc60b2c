// SPDX-License-Identifier: GPL-3.0-or-later
// The virtual port as a job has it: its shape, its air, its probe, other shapes of it.
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "engine/engine_run.hpp"
#include "field/compressible.hpp"
#include "field/slice.hpp"
#include "geometry/wall_contour.hpp"
#include "port_field/air_field.hpp"
#include "port_field/short_side_study.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::engine;
using namespace euryth::port_field;
using geometry::RoundedRectangle;
using geometry::Sector;

namespace {

const job::Port& portOf(const job::Job& job, const std::string& id)
{
    const auto found = std::ranges::find(job.ports, id, &job::Port::id);
    REQUIRE(found != job.ports.end());
    return *found;
}

geometry::Section box(double width, double height)
{
    return RoundedRectangle{lengthFromMm(width), lengthFromMm(height), {}};
}

/// A straight runner along x with these sides of its square sections every 10 mm.
PortShape straight(const std::vector<double>& sides)
{
    PortShape shape;
    for (std::size_t i = 0; i < sides.size(); ++i) {
        const Length s = lengthFromMm(10.0 * static_cast<double>(i));
        shape.sections.push_back({s, {s, {}, {}, {}, {}}, box(sides[i], sides[i])});
    }
    return shape;
}

VirtualPort solved(const PortShape& shape, const field::Fineness& fineness = field::kCoarse)
{
    auto port = virtualPort(shape, fineness);
    REQUIRE(port);
    return std::move(*port.value);
}

/// Its potential flow at a flow.
Air airOf(const VirtualPort& port, const PortAir& at)
{
    return instantAir(std::make_shared<const VirtualPort>(port), at);
}

const air::AirState kRoom{temperatureFromCelsius(15), absolutePressureFromPa(101325), 0.0};
constexpr VolumeFlow kFlow = VolumeFlow::fromSi(0.08);

/// A duct with a boss 8 mm wide and 6 mm high from 40 to 60 mm.
PortShape bossed()
{
    PortShape shape = straight(std::vector<double>(11, 30.0));
    const auto at = [](double s, double width) {
        return geometry::Hanging{lengthFromMm(s), lengthFromMm(width), {}, lengthFromMm(6), lengthFromMm(width), {}};
    };
    shape.obstacles = {{at(40, 8), at(50, 8), at(60, 8)}};
    return shape;
}

}  // namespace

TEST_CASE("the demo's choke point: the virtual probe finds it where the measured sets have it")
{
    const job::Job job = demoJob();
    const job::Port& port = portOf(job, "I1");
    const PortAnalysis analysis = analyse(job, port);
    double most = 0.0;
    const ProbeResult* choke = nullptr;
    for (const ProbeResult& set : analysis.probes) {
        const double ratio = *set.traverse->points[set.traverse->fastest()].ratio;
        if (ratio > most) {
            most = ratio;
            choke = &set;
        }
    }
    REQUIRE(choke);
    const auto measured = choke->readings[choke->traverse->fastest()];
    const auto virtualOne = virtualPort(port, analysis, Quality::Fine);
    REQUIRE(virtualOne);
    const auto air = portAir(job, port, analysis, {}, &port.probes[choke->index]);
    REQUIRE(air);
    const FastestPlace found = airOf(*virtualOne, *air)->fastest();
    CHECK(found.name == pointName(measured.at));
    CHECK(inMm(found.s) == Approx(inMm(port.stations[*choke->station].s)).margin(6.0));
    CHECK(found.speed.si() == Approx(measured.speed->si()).epsilon(0.15));
}

TEST_CASE("where the flow comes from")
{
    job::Job job = demoFour();
    job::Port& port = *std::ranges::find(job.ports, std::string("I2"), &job::Port::id);
    const PortAnalysis analysis = analyse(job, port);
    CHECK(portAir(job, port, analysis, VolumeFlow::fromSi(0.05), nullptr)->from == FlowFrom::Typed);
    const auto tested = portAir(job, port, analysis, {}, nullptr);
    CHECK(tested->flow.si() == Approx(0.0828).epsilon(0.01));
    job::ProbeSet set;
    set.id = "P9";
    set.benchFlow = VolumeFlow::fromSi(0.061);
    CHECK(portAir(job, port, analysis, {}, &set)->flow == *set.benchFlow);
    // What a bench reads counts times its factor, of its own side.
    job::Job factored = job;
    set.bench = "main";
    factored.benches.clear();
    factored.benches.emplace_back().id = "main";
    factored.benches[0].factorIntake = 1.02;
    factored.benches[0].factorExhaust = 0.9;
    CHECK(portAir(factored, port, analysis, {}, &set)->flow.si() == Approx(set.benchFlow->si() * 1.02));
    port.flow.clear();
    CHECK(portAir(job, port, analysis, {}, nullptr)->from == FlowFrom::Reckoned);
    job.engine.bore.reset();
    CHECK_FALSE(portAir(job, port, analyse(job, port), {}, nullptr));

    SECTION("a branch gets its share of the common runner's")
    {
        job::Port branch = port;
        branch.id = "I2/a";
        branch.parent = "I2";
        job::Port other = branch;
        other.id = "I2/b";
        branch.valve.diameter = lengthFromMm(30);
        other.valve.diameter = lengthFromMm(40);
        port.flow = {{}};
        port.flow.back().depression = pressureDifferenceFromInchOfWater(28);
        port.flow.back().points = {{lengthFromMm(9), VolumeFlow::fromSi(0.1)}};
        job.ports.push_back(branch);
        job.ports.push_back(other);
        const job::Port& asked = job.ports[job.ports.size() - 2];
        const auto share = portAir(job, asked, analyse(job, asked), {}, nullptr);
        REQUIRE(share);
        CHECK(share->flow.si() == Approx(0.1 * 9.0 / 25.0));
        CHECK(share->from == FlowFrom::Runner);
    }
}

TEST_CASE("a boss in the way: no air in it, faster air beside it, the same flow through every section")
{
    const VirtualPort free = solved(straight(std::vector<double>(11, 30.0)), field::kFull);
    const VirtualPort port = solved(bossed(), field::kFull);
    const auto speed = [](const VirtualPort& p, double x, double y, double z) {
        const auto v = p.velocityAt({x / 1e3, y / 1e3, z / 1e3}, kFlow);
        return v ? v->length() : 0.0;
    };
    CHECK_FALSE(port.velocityAt({0.05, 0.0, 0.013}, kFlow));
    CHECK(speed(port, 50, 0, -5) > 1.02 * speed(free, 50, 0, -5));
    CHECK(speed(port, 95, 0, 0) == Approx(speed(free, 95, 0, 0)).epsilon(0.02));
    for (std::size_t layer = 0; layer < port.mesh().layered().layers(); ++layer)
        CHECK(port.field().fluxThrough(layer) == Approx(1.0).epsilon(1e-3));
    CHECK(inMm2(port.openAreaAt(lengthFromMm(50))) == Approx(900.0 - 48.0).epsilon(0.002));
    CHECK_FALSE(port.alongWallAt(lengthFromMm(50), Sector::Roof));
    CHECK(port.alongWallAt(lengthFromMm(50), Sector::Floor));
}

TEST_CASE("boss and stem of the job are where they were measured, and end half way to where nothing is known")
{
    job::Job job = demoJob();
    job::Port port = portOf(job, "I1");
    for (auto& station : port.stations) {
        station.boss = {};
        station.stem = {};
    }
    port.stations[4].boss = {lengthFromMm(9), lengthFromMm(4), {}};
    port.stations[4].stem = {lengthFromMm(6), lengthFromMm(20), {}};
    const auto shape = shapeOf(port, analyse(job, port));
    REQUIRE(shape);
    REQUIRE(shape->obstacles.size() == 2);
    const auto& boss = shape->obstacles[0];
    REQUIRE(boss.size() == 3);
    CHECK(boss[0].s == (port.stations[3].s + port.stations[4].s) / 2.0);
    CHECK(boss[0].width == Length{});
    CHECK(boss[1].width == lengthFromMm(9));
    CHECK(shape->obstacles[1][1].from == lengthFromMm(4));
    CHECK(shape->obstacles[1][1].to == lengthFromMm(24));
}

TEST_CASE("an exhaust port is an intake port seen from the other end")
{
    const std::vector<double> sides{28, 27, 26, 25, 26, 28, 31, 34, 36, 37, 37};
    PortShape intake = straight(sides);
    PortShape exhaust = straight(std::vector<double>(sides.rbegin(), sides.rend()));
    exhaust.airFromValve = true;
    const VirtualPort a = solved(intake);
    const VirtualPort b = solved(exhaust);
    const Air airOfA = airOf(a, {kFlow, FlowFrom::Typed, {}, kRoom});
    const Air airOfB = airOf(b, {kFlow, FlowFrom::Typed, {}, kRoom});
    const auto& floorA = airOfA->walls()[geometry::index(Sector::Floor)];
    const auto& floorB = airOfB->walls()[geometry::index(Sector::Floor)];
    CHECK(floorB.greatestShape == Approx(floorA.greatestShape).epsilon(1e-3));
    REQUIRE(floorA.liftsOffAt.has_value() == floorB.liftsOffAt.has_value());
    const std::size_t last = floorA.layer.size() - 1;
    for (std::size_t i = 0; i <= last; i += 6) {
        REQUIRE(floorA.layer[i].has_value() == floorB.layer[last - i].has_value());
        if (!floorA.layer[i])
            continue;
        CHECK(floorB.layer[last - i]->shape == Approx(floorA.layer[i]->shape).epsilon(2e-3));
        CHECK(floorB.layer[last - i]->friction == Approx(floorA.layer[i]->friction).epsilon(5e-3));
    }
    const auto reading = readTip(*airOfB, {lengthFromMm(50), {}});
    REQUIRE(reading);
    CHECK(inDegrees(reading->up) == Approx(0.0).margin(0.2));
    CHECK(b.velocityAt({0.05, 0, 0}, kFlow)->x < 0.0);
}

TEST_CASE("the tip reads what the field says, and is kept where a pitot can be")
{
    const job::Job job = demoJob();
    const job::Port& port = portOf(job, "I1");
    const PortAnalysis analysis = analyse(job, port);
    const VirtualPort one = solved(*shapeOf(port, analysis));
    const Air air = airOf(one, {kFlow, FlowFrom::Typed, {}, kRoom});
    const TipPlace place = keptInside(*air, {lengthFromMm(33), {0.004, -0.003}});
    CHECK(place.at.left == 0.004);
    const geometry::Frame frame = geometry::frameAt(one.shape().sections, place.s);
    const auto velocity = one.velocityAt(frame.toHead(place.at), kFlow);
    const auto reading = readTip(*air, place);
    REQUIRE(reading);
    CHECK(reading->speed.si() == Approx(velocity->length()));
    CHECK(reading->ratio == Approx(velocity->length() * one.openAreaAt(place.s).si() / kFlow.si()));
    for (const geometry::Point far :
         {geometry::Point{0.1, 0.0}, geometry::Point{0.0, -0.1}, geometry::Point{-0.05, 0.05}}) {
        const TipPlace kept = keptInside(*air, {lengthFromMm(500), far});
        CHECK(kept.s == one.end());
        const auto at = readTip(*air, kept);
        REQUIRE(at);
        CHECK(inMm(*at->fromWall) == Approx(3.0).margin(0.05));
    }
}

TEST_CASE("a section of the field has the section's area and carries the flow")
{
    const job::Job job = demoFour();
    const job::Port& port = portOf(job, "I2");
    const PortAnalysis analysis = analyse(job, port);
    PortShape shape = *shapeOf(port, analysis);
    shape.obstacles.clear();
    const VirtualPort one = solved(shape, field::kFull);
    for (const std::size_t station : {1u, 5u, 9u}) {
        const Length s = shape.sections[station].s;
        const field::Slice slice = one.sliceAt(s);
        CHECK(slice.area == Approx(geometry::area(shape.sections[station].section).si()).epsilon(5e-3));
        double flow = 0.0;
        for (const auto& face : slice.faces) {
            std::array<geometry::Point, 4> corners;
            double forward = 0.0;
            for (std::size_t i = 0; i < 4; ++i) {
                corners[i] = slice.places[face[i]];
                forward += slice.velocities[face[i]].x / 4.0;
            }
            flow += std::abs(geometry::area(geometry::Outline{{corners.begin(), corners.end()}}).si()) * forward;
        }
        CHECK(flow == Approx(1.0).epsilon(0.01));
    }
}

TEST_CASE("streamlines: straight in a straight duct, on their radius in a bend")
{
    const VirtualPort duct = solved(straight(std::vector<double>(11, 30.0)));
    const auto way = field::streamline(duct.field(), {0.05, 0.004, 0.006});
    REQUIRE(way.size() > 90);
    CHECK(way.front().x < 0.0);
    CHECK(way.back().x > 0.1);
    for (const auto& p : way)
        CHECK(std::hypot(p.y - 0.004, p.z - 0.006) < 1e-5);
    CHECK(field::streamline(duct.field(), {0.05, 0.04, 0.0}).empty());

    PortShape bend;
    constexpr int stations = 19;
    for (int i = 0; i < stations; ++i) {
        const double a = std::numbers::pi / 2 * i / (stations - 1);
        bend.sections.push_back(
            {Length::fromSi(0.05 * a),
             {Length::fromSi(0.05 * std::sin(a)), {}, Length::fromSi(0.05 * (std::cos(a) - 1)), Angle::fromSi(-a), {}},
             box(24, 20)});
    }
    const double middle = std::numbers::pi / 4;
    const auto round =
        field::streamline(solved(bend).field(), {0.047 * std::sin(middle), 0.0, 0.047 * std::cos(middle) - 0.05});
    REQUIRE(round.size() > 50);
    for (const auto& p : round) {
        const double angle = std::atan2(p.x, p.z + 0.05);
        if (angle > 0.4 && angle < 1.2)  // away from the ends, where the air comes in even
            CHECK(std::hypot(p.x, p.z + 0.05) == Approx(0.047).margin(2e-4));
    }
}

TEST_CASE("a pushed wall: as deep as it is pushed, running out, and the air there slower")
{
    const job::Job job = demoFour();
    const job::Port& port = portOf(job, "I2");
    const PortAnalysis analysis = analyse(job, port);
    const PortShape shape = *shapeOf(port, analysis);
    const std::size_t at = 6;
    const Length s = shape.sections[at].s;
    const WallPush push{s, Sector::Floor, lengthFromMm(1.5), lengthFromMm(15)};
    const auto depths = depthsOf(shape, std::span(&push, 1));
    CHECK(inMm(depths[at][geometry::index(Sector::Floor)]) == Approx(1.5));
    const double off = (shape.sections[at + 1].s - s) / push.reach;
    CHECK(inMm(depths[at + 1][geometry::index(Sector::Floor)]) ==
          Approx(1.5 * std::pow(std::cos(off * std::numbers::pi / 2), 2)));
    CHECK(depths[at][geometry::index(Sector::Roof)] == Length{});

    const PortShape pushed = moved(shape, depths);
    CHECK(pushed.sections.front() == shape.sections.front());
    const double before = geometry::boxOf(shape.sections[at].section).height.si();
    CHECK(geometry::boxOf(pushed.sections[at].section).height.si() == Approx(before + 1.5e-3).epsilon(1e-3));

    const VirtualPort asItIs = solved(shape);
    const VirtualPort wider = solved(pushed);
    const double floor = *asItIs.alongWallAt(s, Sector::Floor);
    CHECK(*wider.alongWallAt(s, Sector::Floor) < 0.99 * floor);
    CHECK(wider.openAreaAt(s) > asItIs.openAreaAt(s));

    SECTION("next to nothing changes next to nothing")
    {
        const WallPush hair{s, Sector::Floor, lengthFromMm(0.001), lengthFromMm(15)};
        const VirtualPort same = solved(moved(shape, depthsOf(shape, std::span(&hair, 1))));
        CHECK(*same.alongWallAt(s, Sector::Floor) == Approx(floor).epsilon(5e-3));
    }
    SECTION("a wall is not pushed through the opposite one")
    {
        const WallPush in{s, Sector::Floor, lengthFromMm(-200), lengthFromMm(15)};
        const PortShape filled = moved(shape, depthsOf(shape, std::span(&in, 1)));
        CHECK_FALSE(geometry::problemOf(std::get<geometry::Outline>(filled.sections[at].section)));
    }
}

TEST_CASE("the port after the cut plan has the plan's areas")
{
    const job::Job job = demoOneMeasured();
    const job::Port& port = portOf(job, "I1");
    const PortAnalysis analysis = analyse(job, port);
    REQUIRE(analysis.cut);
    const PortShape shape = *shapeOf(port, analysis);
    const auto cut = afterCuts(shape, analysis);
    REQUIRE(cut);
    for (std::size_t i = 0; i < shape.sections.size(); ++i) {
        const double added =
            geometry::WallContour(shape.sections[i].section).cutForm().areaAdded(analysis.cut->depths[i]).si();
        CHECK(geometry::area(cut->sections[i].section).si() ==
              Approx(geometry::area(shape.sections[i].section).si() + added).epsilon(3e-3));
    }
    const auto planned = plannedShape(job, port, analysis);
    REQUIRE(planned);
    CHECK(planned->sections.size() == shape.sections.size());
    CHECK_FALSE(plannedShape(job, portOf(job, "E1"), analyse(job, portOf(job, "E1"))));
}

TEST_CASE("the first place to go sonic, and what pulls so much")
{
    const job::Job job = demoFour();
    const job::Port& port = portOf(job, "I3");  // narrow: its section chokes before its valve
    const PortAnalysis analysis = analyse(job, port);
    const LocalChoke choke = localChoke(job, port, analysis, *shapeOf(port, analysis), kRoom);
    CHECK(choke.missing.empty());
    CHECK(choke.shareOfSection > 0.8);
    CHECK(choke.shareOfSection <= 1.0);
    const auto least = std::ranges::min_element(analysis.sections, {}, [](const auto& s) { return geometry::area(s); });
    const Length narrowest = port.stations[static_cast<std::size_t>(least - analysis.sections.begin())].s;
    CHECK(inMm(*choke.s) == Approx(inMm(narrowest)).margin(10.0));
    // Without losses this flow is a little more than the port with its losses lets pass: no speed of the engine draws
    // it.
    const auto model = engineModel(job, port, analysis);
    CHECK(choke.rpm.has_value() == (portChokes(*model, engine::On::Bench, model->cam.lift).flow >= choke.flow));
    // A flow that it does draw is found again.
    const auto flows = *portFlows(job, port);
    const MassFlow half = flows.choking * 0.5;
    const auto rpm = flows.speedFor(half);
    REQUIRE(rpm);
    CHECK(runEngine(*model, *rpm).filling.peakFlow.si() == Approx(half.si()).epsilon(0.02));
    CHECK_FALSE(flows.speedFor(flows.choking * 1.01));
    REQUIRE(flows.chokesFrom);
    CHECK(runEngine(*model, *flows.chokesFrom * 0.97).filling.chokedAtHighLift == 0);
    CHECK(runEngine(*model, *flows.chokesFrom * 1.03).filling.chokedAtHighLift > 0);
}

TEST_CASE("in a straight duct the whole section goes sonic at once")
{
    const field::Mesh mesh = field::meshOf(straight(std::vector<double>(6, 30.0)).sections, {6, 4, 12});
    CHECK(field::firstSonic(mesh, kRoom).shareOfSection > 0.99);
    CHECK(field::firstSonic(mesh, kRoom, air::kPitotDistance).shareOfSection > 0.99);
}

TEST_CASE("over which flows the short side holds: searched, and told")
{
    const job::Job job = demoFour();
    const job::Port& port = portOf(job, "I2");
    const PortAnalysis analysis = analyse(job, port);
    const MassFlow most = MassFlow::fromSi(0.28);
    const ShortSideHolds holds = shortSideHolds(*shapeOf(port, analysis), kRoom, most);
    REQUIRE(holds.letsGoOver);
    CHECK_FALSE(holds.never());
    CHECK_FALSE(holds.always());
    for (const auto& tried : holds.tried)
        CHECK(tried.liftsOff == (tried.flow >= *holds.letsGoOver));

    std::stop_source stopped;
    stopped.request_stop();
    CHECK(shortSideHolds(*shapeOf(port, analysis), kRoom, most, stopped.get_token()).tried.empty());
}

TEST_CASE("a larger short-side radius holds better, in the table of variants too")
{
    const job::Job job = demoFour();
    const job::Port& port = portOf(job, "I2");
    const PortAnalysis analysis = analyse(job, port);
    const auto variants = shortSideVariants(port, analysis, {kFlow, FlowFrom::Typed, {}, kRoom});
    REQUIRE(variants);
    CHECK(std::ranges::count(*variants.value, true, &ShortSideVariant::present) == 1);
    double last = 1e9;
    Length radius;
    for (const ShortSideVariant& v : *variants.value) {
        if (v.lower != Length{})
            continue;
        CHECK(v.missing.empty());
        CHECK(v.radius > radius);
        CHECK(v.peak.si() < last);
        last = v.peak.si();
        radius = v.radius;
    }
    CHECK(variants->front().greatestShape > variants->back().greatestShape);
}

TEST_CASE("the numbers of a layout are read back from the places it made")
{
    job::Job job = demoJob();
    job::Port port = portOf(job, "I1");
    const geometry::LayoutNumbers numbers{lengthFromMm(60), angleFromDegrees(70), lengthFromMm(14), lengthFromMm(20)};
    std::vector<geometry::StationHeight> heights;
    port.stations.clear();
    for (int i = 0; i <= 30; ++i) {
        job::Station station;
        station.s = lengthFromMm(4.0 * i);
        station.section.shape = RoundedRectangle{lengthFromMm(34), lengthFromMm(32), {}};
        heights.push_back({station.s, lengthFromMm(32)});
        port.stations.push_back(station);
    }
    const auto poses = geometry::layOut(numbers, heights);
    for (std::size_t i = 0; i < poses.size(); ++i)
        port.stations[i].pose = {poses[i].x, poses[i].y, poses[i].z, poses[i].pitch, poses[i].yaw, {}};
    port.runner = {};
    port.shortSide = {};
    const auto read = layoutOf(port, analyse(job, port));
    REQUIRE(read);
    CHECK(inMm(read->straight) == Approx(60.0).margin(4.0));
    CHECK(inDegrees(read->turn) == Approx(70.0).margin(0.01));
    CHECK(inMm(read->shortSideRadius) == Approx(14.0).margin(1.0));

    port.runner = {lengthFromMm(50), angleFromDegrees(60), {}, {}};
    port.shortSide = {lengthFromMm(11), lengthFromMm(18), {}};
    CHECK(layoutOf(port, analyse(job, port))->shortSideRadius == lengthFromMm(11));
}
