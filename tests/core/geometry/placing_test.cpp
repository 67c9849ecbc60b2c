// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>

#include "geometry/placing.hpp"

using namespace euryth;
using geometry::Point3;
using geometry::SpaceSection;

namespace {

/// Ellipses along an arc of a quarter turn with radius `bend` in the plane of x and z, turning down, then moved and
/// turned about the old z, as a machine's frame may lie.
std::vector<SpaceSection> bentPipe(double bend, std::size_t count, bool withNormals)
{
    std::vector<SpaceSection> sections;
    constexpr double turned = 0.7;
    const auto inMachine = [&](const Point3& p) {
        return Point3{std::cos(turned) * p.x - std::sin(turned) * p.y + 0.3,
                      std::sin(turned) * p.x + std::cos(turned) * p.y - 0.1, p.z + 0.05};
    };
    for (std::size_t i = 0; i < count; ++i) {
        const double a = M_PI / 2.0 * static_cast<double>(i) / static_cast<double>(count - 1) * 0.95;
        SpaceSection section;
        for (int k = 0; k < 90; ++k) {
            const double t = 2.0 * M_PI * k / 90.0;
            const double left = 0.015 * std::cos(t);
            const double up = 0.010 * std::sin(t);
            section.points.push_back(inMachine({(bend + up) * std::sin(a), left, (bend + up) * std::cos(a) - bend}));
        }
        if (withNormals) {
            const Point3 origin = inMachine({});
            const Point3 ahead = inMachine({std::cos(a), 0.0, -std::sin(a)});
            section.normal = Point3{ahead.x - origin.x, ahead.y - origin.y, ahead.z - origin.z};
        }
        sections.push_back(std::move(section));
    }
    return sections;
}

}  // namespace

TEST_CASE("sections of a bent pipe in a machine's frame get distance, place and shape in the head")
{
    for (const bool withNormals : {true, false}) {
        CAPTURE(withNormals);
        const auto placed = geometry::placeSections(bentPipe(0.040, 41, withNormals));
        REQUIRE(placed.size() == 41);
        CHECK(placed.front().s == Length{});
        // An arc by hand: radius times angle, chords being a little shorter.
        CHECK(inMm(placed.back().s) == Approx(40.0 * M_PI / 2.0 * 0.95).epsilon(1e-3));
        for (const auto& at : placed) {
            CHECK(inMm2(geometry::area(at.outline)) == Approx(M_PI * 15.0 * 10.0).epsilon(2e-3));
            const auto box = geometry::boxOf(at.outline);
            CHECK(inMm(box.width) == Approx(30.0).epsilon(2e-3));  // across stays across: up is square to the turn
            CHECK(inMm(box.height) == Approx(20.0).epsilon(2e-3));
            const double angle = at.s.si() / 0.040;
            CHECK(at.pose.pitch.si() == Approx(-angle).margin(0.02));
            CHECK(at.pose.yaw.si() == Approx(0.0).margin(1e-6));
            CHECK(at.pose.x.si() == Approx(0.040 * std::sin(angle)).margin(1e-4));
            CHECK(at.pose.z.si() == Approx(0.040 * (std::cos(angle) - 1.0)).margin(1e-4));
        }
    }
}

TEST_CASE("what cannot be placed is refused")
{
    const auto pipe = bentPipe(0.040, 5, true);
    CHECK_THROWS_AS(geometry::placeSections(std::span(pipe).first(1)), std::invalid_argument);
    std::vector<SpaceSection> same{pipe[0], pipe[0]};
    CHECK_THROWS_AS(geometry::placeSections(same), std::invalid_argument);
}

TEST_CASE("fewer corners keep an outline within the tolerance")
{
    geometry::Outline circle;
    for (int i = 0; i < 720; ++i)
        circle.points.push_back({0.02 * std::cos(i * M_PI / 360.0), 0.02 * std::sin(i * M_PI / 360.0)});
    const auto fewer = geometry::simplified(circle, lengthFromMm(0.05));
    CHECK(fewer.points.size() < 80);
    CHECK(fewer.points.size() > 20);
    // The sagitta of each side is the tolerance at most: two thirds of it all round, in area.
    CHECK(geometry::area(fewer).si() == Approx(geometry::area(circle).si()).epsilon(0.005));
}
