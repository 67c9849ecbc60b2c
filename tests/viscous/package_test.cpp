// SPDX-License-Identifier: GPL-3.0-or-later
// Runs of the real flow package, where it is installed: ducts and ports whose answers are known from elsewhere.
#include <catch2/catch.hpp>

#include <cmath>
#include <iostream>
#include <numbers>

#include <unistd.h>

#include "field/potential.hpp"
#include "geometry/layout.hpp"
#include "support/reference_port.hpp"
#include "support/told.hpp"
#include "viscous/solve.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::port_field;
using geometry::RoundedRectangle;
using geometry::Sector;

namespace {

/// False, and said loudly, where the package is not there.
bool installed()
{
    const bool there = std::system("command -v simpleFoam > /dev/null && command -v mpirun > /dev/null") == 0;
    if (!there) {
        std::cerr << "SKIPPED: the Debian package openfoam is not installed, so that no viscous run is checked\n";
        WARN("skipped: openfoam is not installed");
    }
    return there;
}

const air::AirState kRoom{temperatureFromCelsius(20), absolutePressureFromPa(101325), 0.0};

std::shared_ptr<const ViscousAir> runOf(const PortShape& shape, VolumeFlow flow, int cores = 1)
{
    viscous::Task task{shape,
                       {flow, port_field::FlowFrom::Typed, {}, kRoom},
                       port_field::Quality::Coarse,
                       cores,
                       std::chrono::minutes(10),
                       {}};
    const auto solved = viscous::solve(task);
    if (!solved)
        FAIL(told(solved.error().why));
    CHECK_FALSE(solved->history.empty());
    CHECK(solved->seconds > 0.0);
    return solved->air;
}

PortShape roundDuct(double diameterMm, double lengthMm)
{
    PortShape shape;
    const Length radius = lengthFromMm(diameterMm / 2);
    constexpr int stations = 4;
    for (int i = 0; i < stations; ++i) {
        const double at = lengthMm * i / (stations - 1);
        shape.sections.push_back({lengthFromMm(at), poseAt(at, 0, 0),
                                  RoundedRectangle{radius * 2, radius * 2, {radius, radius, radius, radius}}});
    }
    return shape;
}

/// The reference port's sections on a short side of another radius.
PortShape shortSideOf(double radiusMm)
{
    PortShape shape;
    shape.sections = referencePort();
    std::vector<geometry::StationHeight> heights;
    for (const auto& placed : shape.sections)
        heights.push_back({placed.s, geometry::boxOf(placed.section).height});
    const geometry::LayoutNumbers numbers{lengthFromMm(85), angleFromDegrees(75), lengthFromMm(radiusMm),
                                          lengthFromMm(20)};
    const auto poses = geometry::layOut(numbers, heights);
    for (std::size_t i = 0; i < poses.size(); ++i)
        shape.sections[i].pose = poses[i];
    return shape;
}

/// Darcy's friction factor of a smooth pipe: Colebrook's formula without roughness, 1/sqrt f = -2 lg(2.51/(Re sqrt f)).
double colebrook(double reynolds)
{
    double f = 0.02;
    for (int i = 0; i < 50; ++i)
        f = std::pow(-2.0 * std::log10(2.51 / (reynolds * std::sqrt(f))), -2);
    return f;
}

}  // namespace

TEST_CASE("the package's own check finds the exported mesh in order", "[package]")
{
    if (!installed())
        return;
    // The package does not work in a folder whose name has a space.
    const auto folder = std::filesystem::temp_directory_path() / ("euryth-mesh-check-" + std::to_string(getpid()));
    PortShape shape;
    shape.sections = referencePort();
    const auto port = virtualPort(shape, Quality::Normal);
    REQUIRE(port);
    REQUIRE(exports::writeCase(folder, exports::viscousCase(*port, kReferenceFlow, kRoom)));
    const std::string command = "cd " + folder.string() +
                                " && WM_PROJECT_DIR=/usr/share/openfoam checkMesh > check.log 2>&1 && "
                                "grep -q 'Mesh OK' check.log";
    CHECK(std::system(command.c_str()) == 0);
    std::filesystem::remove_all(folder);
}

TEST_CASE("a long round duct: the flow is kept, and the friction is Colebrook's", "[package]")
{
    if (!installed())
        return;
    constexpr double diameter = 30.0;
    const VolumeFlow flow = VolumeFlow::fromSi(0.05);
    const auto air = runOf(roundDuct(diameter, 1800), flow);
    const field::Mesh& mesh = air->port().mesh().layered();
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; layer += 6) {
        // By the cells' own speeds: what is recovered at the nodes smooths the steep wall.
        const std::size_t perLayer = mesh.cellsPerLayer();
        double carried = 0.0;
        for (std::size_t c = 0; c < perLayer; ++c)
            carried += air->cells().velocity[layer * perLayer + c].x * field::faceArea(mesh, layer, mesh.cells[c]);
        CHECK(carried == Approx(flow.si()).epsilon(1e-3));
    }
    const double d = diameter / 1000;
    const double speed = flow.si() / air->port().openAreaAt(lengthFromMm(200)).si();
    const double viscosity = air::viscosity(kRoom.temperature).si() / air::density(kRoom).si();
    const double dynamic = air::density(kRoom).si() * speed * speed / 2;
    const auto lostTo = [&](double mm) { return air->layerAt(lengthFromMm(mm)).lost.si(); };
    // The last third: the flow has developed there.
    const double factor = (lostTo(1700) - lostTo(1100)) / dynamic * d / 0.6;
    CHECK(factor == Approx(colebrook(speed * d / viscosity)).epsilon(0.10));
    CHECK(air->narrowest().flowing == Approx(1.0));
    CHECK(air->dead().empty());
    for (const Sector sector : geometry::kSectors)
        CHECK_FALSE(air->letsGoAt(sector));
    // Shear and pressure hold each other: tau pi d L = dp pi d^2 / 4.
    const auto shear = air->shearAt(lengthFromMm(1400), 0.0);
    REQUIRE(shear);
    CHECK(*shear == Approx((lostTo(1500) - lostTo(1300)) / 0.2 * d / 4).epsilon(0.10));
}

TEST_CASE("the reference port: dead air on the floor of the throat, and a fast core beside it", "[package]")
{
    if (!installed())
        return;
    PortShape shape;
    shape.sections = referencePort();
    const auto air = runOf(shape, kReferenceFlow, 2);
    const VirtualPort& port = air->port();
    const auto onwardAt = [&](double mm, double share) {
        const Length s = lengthFromMm(mm);
        const auto frame = port.frameAt(s);
        const double half = geometry::boxOf(shape.sections.back().section).height.si() / 2;
        const auto v = port.velocityAt(frame.toHead({0, share * half}), kReferenceFlow);
        REQUIRE(v);
        const auto forward = frame.forward();
        return v->x * forward.x + v->y * forward.y + v->z * forward.z;
    };
    CHECK(onwardAt(130, -0.6) < 5.0);
    CHECK(onwardAt(130, 0.05) > 85.0);
    REQUIRE(air->dead().size() == 1);
    CHECK_FALSE(air->dead()[0].roof);
    CHECK(inMm(air->dead()[0].from) == Approx(95).margin(6));
    CHECK(inMm(air->dead()[0].to) == Approx(132.5).margin(1));
    const auto floor = air->letsGoAt(Sector::Floor);
    REQUIRE(floor);
    CHECK(inMm(*floor) == Approx(89).margin(6));
    CHECK_FALSE(air->letsGoAt(Sector::Roof));
    CHECK(air->narrowest().flowing < 0.85);
    CHECK(air->layerAt(lengthFromMm(40)).flowing == Approx(1.0));
    // Most is lost behind the turn.
    CHECK(air->layerAt(lengthFromMm(80)).lost < air->lost() * 0.35);
    CHECK(air->layerAt(lengthFromMm(130)).turbulence > 2 * air->layerAt(lengthFromMm(40)).turbulence);
}

TEST_CASE("a rounder short side has a smaller dead region", "[package]")
{
    if (!installed())
        return;
    std::vector<double> dead;
    std::vector<double> lost;
    for (const double radius : {12.0, 20.0, 30.0}) {
        const auto air = runOf(shortSideOf(radius), kReferenceFlow);
        dead.push_back(inCc(air->deadVolume()));
        lost.push_back(air->lost().si());
        UNSCOPED_INFO(radius << " mm: " << dead.back() << " cc, " << lost.back() << " Pa");
    }
    CHECK(dead[0] > dead[1]);
    CHECK(dead[1] > dead[2]);
    CHECK(lost[0] > lost[2]);
}
