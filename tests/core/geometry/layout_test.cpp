// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>
#include <numbers>

#include "geometry/layout.hpp"

using namespace euryth;
using namespace euryth::geometry;
using std::numbers::pi;

namespace {

const LayoutNumbers kNumbers{lengthFromMm(40), angleFromDegrees(75), lengthFromMm(12), lengthFromMm(20)};

std::vector<StationHeight> stations(double height = 36)
{
    std::vector<StationHeight> all;
    for (double s = 0; s <= 100; s += 4)
        all.push_back({lengthFromMm(s), lengthFromMm(height)});
    return all;
}

std::vector<SideCut> cutsOf(const std::vector<Pose>& poses, double height)
{
    std::vector<SideCut> cuts;
    for (const Pose& pose : poses)
        cuts.push_back(sideCut(pose, lengthFromMm(height)));
    return cuts;
}

}  // namespace

TEST_CASE("a laid-out runner: straight, arc of the short side, straight")
{
    const auto poses = layOut(kNumbers, stations());
    CHECK(inMm(poses[5].x) == Approx(20));
    CHECK(inMm(poses[5].z) == Approx(20 + 18));  // the floor at apex height
    CHECK(inDegrees(poses[10].pitch) == Approx(0).margin(1e-12));
    // Centreline radius 12 + 18 = 30: the arc is 30 x 75 degrees long.
    CHECK(inMm(turnEnd(kNumbers, stations())) == Approx(40 + 30 * 75 * pi / 180));
    CHECK(inDegrees(poses[15].pitch) == Approx(-20.0 / 30 * 180 / pi));
    CHECK(inDegrees(poses.back().pitch) == Approx(-75));
    for (std::size_t i = 0; i + 1 < poses.size(); ++i) {
        // Neighbours are as far apart as along the centreline, but for the chord of the arc.
        const double d = std::hypot((poses[i + 1].x - poses[i].x).si(), (poses[i + 1].z - poses[i].z).si());
        CHECK(d * 1e3 == Approx(4).epsilon(1e-3));
    }
}

TEST_CASE("the floor line gives the short-side radius and the apex back")
{
    const auto poses = layOut(kNumbers, stations());
    const auto cuts = cutsOf(poses, 36);
    const auto found = floorRadius(poses, cuts);
    REQUIRE(found);
    CHECK(inMm(found->radius) == Approx(12).epsilon(5e-3));
    CHECK(inMm(*floorApex(cuts)) == Approx(20));
    const auto level = layOut({lengthFromMm(500), angleFromDegrees(75), lengthFromMm(12), {}}, stations());
    CHECK_FALSE(floorRadius(level, cutsOf(level, 36)));
    CHECK_FALSE(floorApex({}));
}
