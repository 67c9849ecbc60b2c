// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>
#include <random>

#include "exports/mesh_files.hpp"
#include "job/traced.hpp"
#include "port_field/port_shape.hpp"
#include "scan/port_scan.hpp"
#include "support/demo.hpp"
#include "words/ids.hpp"

using namespace euryth;
using geometry::Point3;

namespace {

/// The STL text of a round pipe: straight for `straight`, then bent down by `angle` on the radius `bend`, with the
/// radius `r(share of the way)`. Closed with flat ends, or open. `noise` moves each point about.
template <class R>
std::string pipe(double straight, double bend, double angle, const R& r, bool closed, double noise = 0.0)
{
    constexpr int around = 48;
    constexpr int along = 120;
    std::mt19937 random(7);
    std::normal_distribution<double> off(0.0, noise > 0.0 ? noise : 1.0);
    const double length = straight + bend * angle;
    std::vector<std::vector<Point3>> rings;
    for (int i = 0; i <= along; ++i) {
        const double s = length * i / along;
        const double a = std::max(0.0, s - straight) / bend;
        const double radius = r(s / length);
        const double x = s < straight ? s : straight + bend * std::sin(a);
        const double z = s < straight ? 0.0 : bend * (std::cos(a) - 1.0);
        std::vector<Point3> ring;
        for (int k = 0; k < around; ++k) {
            const double t = 2.0 * M_PI * k / around;
            const double up = radius * std::cos(t) + (noise > 0.0 ? off(random) : 0.0);
            ring.push_back({x + up * std::sin(a), radius * std::sin(t), z + up * std::cos(a)});
        }
        rings.push_back(std::move(ring));
    }
    std::string text = "solid pipe\n";
    const auto facet = [&](const Point3& a, const Point3& b, const Point3& c) {
        text += "facet normal 0 0 0\nouter loop\n";
        for (const Point3& p : {a, b, c})
            text += "vertex " + std::to_string(p.x * 1e3) + " " + std::to_string(p.y * 1e3) + " " +
                    std::to_string(p.z * 1e3) + "\n";
        text += "endloop\nendfacet\n";
    };
    for (int i = 0; i < along; ++i) {
        for (int k = 0; k < around; ++k) {
            const int n = (k + 1) % around;
            facet(rings[i][k], rings[i + 1][k], rings[i + 1][n]);
            facet(rings[i][k], rings[i + 1][n], rings[i][n]);
        }
    }
    for (const bool first : {true, false}) {
        const auto& ring = first ? rings.front() : rings.back();
        for (int k = 1; closed && k + 1 < around; ++k)
            first ? facet(ring[0], ring[k], ring[k + 1]) : facet(ring[0], ring[k + 1], ring[k]);
    }
    return text + "endsolid pipe\n";
}

scan::PortScan sliced(const std::string& stl, bool otherWay = false)
{
    const auto mesh = scan::readStl(stl, lengthFromMm(1.0));
    REQUIRE(mesh);
    auto scan = scan::slicePort(*mesh, otherWay);
    REQUIRE(scan);
    return std::move(*scan);
}

/// Area of the polygon of 48 corners in a circle.
double polygonArea(double r) { return 24.0 * r * r * std::sin(2.0 * M_PI / 48.0); }

}  // namespace

TEST_CASE("a bent pipe of one size is cut square all along, open or closed, and on the window's side first")
{
    for (const bool closed : {true, false}) {
        CAPTURE(closed);
        const auto scan = sliced(pipe(
            0.060, 0.030, 1.3, [](double) { return 0.016; }, closed));
        const double length = 60.0 + 30.0 * 1.3;
        CHECK(inMm(scan.slices.back().s) == Approx(length).margin(1.5));  // planes lie a little inside of the ends
        for (const scan::Slice& slice : scan.slices)
            CHECK(slice.area.si() == Approx(polygonArea(0.016)).epsilon(0.012));
        // The straight part comes first, then it turns down.
        CHECK(inDegrees(scan.slices[scan.slices.size() / 4].pose.pitch) == Approx(0.0).margin(1.0));
        CHECK(inDegrees(scan.slices.back().pose.pitch) == Approx(-inDegrees(Angle::fromSi(1.3))).margin(1.5));
        const double volume = polygonArea(0.016) * length * 1e-3;
        CHECK(scan.areas().volume().si() == Approx(volume).epsilon(0.02));

        const auto turned = sliced(pipe(
                                       0.060, 0.030, 1.3, [](double) { return 0.016; }, closed),
                                   true);
        CHECK(inDegrees(turned.slices[turned.slices.size() / 8].pose.pitch) < -3.0);  // turns at once
    }
}

TEST_CASE("stations are proposed where the area turns")
{
    // Narrow in the middle of the straight, wide again, then narrow at the end.
    const auto radius = [](double t) { return 0.016 - 0.003 * std::exp(-std::pow((t - 0.35) / 0.08, 2)); };
    const auto scan = sliced(pipe(0.080, 0.035, 1.2, radius, true));
    const auto stations = scan::proposeStations(scan);
    CHECK(stations.size() >= 5);
    CHECK(stations.size() <= 16);
    const auto narrowest = std::ranges::min_element(stations, {}, [&](std::size_t i) { return scan.slices[i].area; });
    const double length = 80.0 + 35.0 * 1.2;
    CHECK(inMm(scan.slices[*narrowest].s) == Approx(0.35 * length).margin(2.0));
    // The curve through the stations tells every slice to within the wished hundredth.
    std::vector<geometry::AreaAt> knots;
    for (const std::size_t i : stations)
        knots.push_back({scan.slices[i].s, scan.slices[i].area});
    const geometry::AreaCurve curve(knots);
    for (const scan::Slice& slice : scan.slices)
        CHECK(curve.at(slice.s).si() == Approx(slice.area.si()).epsilon(0.0101));
    const auto straight = sliced(pipe(
        0.080, 0.035, 1.2, [](double) { return 0.016; }, true));
    CHECK(scan::proposeStations(straight).size() <= 4);
}

TEST_CASE("a scan that is rough by a twentieth of a millimetre is found all the same")
{
    const auto scan = sliced(pipe(
        0.060, 0.030, 1.3, [](double) { return 0.016; }, false, 0.05e-3));
    CHECK(inMm(scan.slices.back().s) == Approx(99.0).margin(2.0));
    for (const scan::Slice& slice : scan.slices)
        CHECK(slice.area.si() == Approx(polygonArea(0.016)).epsilon(0.03));
    const job::Station station = job::tracedStation(scan.slices[scan.slices.size() / 2]);
    CHECK(station.section.points.size() <= 160);
    CHECK(geometry::area({station.section.points}).si() == Approx(polygonArea(0.016)).epsilon(0.03));
}

TEST_CASE("the demo's port comes back from its own STL")
{
    const job::Job job = demoJob();
    const job::Port& port = job.ports[0];
    const auto analysis = analysis::analyse(job, port);
    const auto shape = port_field::shapeOf(port, analysis);
    REQUIRE(shape);
    const auto scan = sliced(exports::stlText(*shape, "I1"));
    const double length = (port.stations.back().s - port.stations.front().s).si();
    CHECK(scan.slices.back().s.si() == Approx(length).epsilon(0.03));
    const auto curve = scan.areas();
    for (const job::Station& station : port.stations) {
        const double share = (station.s - port.stations.front().s).si() / length;
        const Length s = Length::fromSi(share * scan.slices.back().s.si());
        CAPTURE(inMm(station.s));
        CHECK(curve.at(s).si() == Approx(job::area(station.section).si()).epsilon(0.05));
    }
}

TEST_CASE("what is no scan of a port is refused in words")
{
    const auto kind = [](const std::string& bytes) {
        const auto mesh = scan::readStl(bytes, lengthFromMm(1.0));
        return mesh ? std::string() : std::string(words::idsIn(mesh.error()).front());
    };
    CHECK(kind("") == "scan.no-stl");
    CHECK(kind("not a mesh at all") == "scan.no-stl");
    CHECK(kind(std::string(84, '\xff')) == "scan.no-stl");
    const auto far = scan::readStl(pipe(
                                       0.06, 0.03, 1.3, [](double) { return 0.016; }, true),
                                   Length::fromSi(1.0));
    REQUIRE_FALSE(far);
    CHECK(std::string(words::idsIn(far.error()).front()) == "scan.far");
    // A flat plate has no passage.
    const auto plate = scan::readStl(
        "solid p\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 9 0 0\nvertex 0 9 0\n"
        "endloop\nendfacet\nendsolid p\n",
        lengthFromMm(1.0));
    REQUIRE(plate);
    CHECK_FALSE(scan::slicePort(*plate, false));
}
