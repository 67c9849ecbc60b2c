// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>

#include "air/isentropic.hpp"
#include "probing/speed_map.hpp"
#include "probing/traverse.hpp"

using namespace euryth;
using namespace euryth::probing;
using geometry::RoundedRectangle;

namespace {

RoundedRectangle circle()
{
    const Length r = lengthFromMm(20);
    return {r * 2.0, r * 2.0, {r, r, r, r}};
}
RoundedRectangle rounded()
{
    const Length r = lengthFromMm(10);
    return {lengthFromMm(40), lengthFromMm(36), {r, r, r, r}};
}

std::vector<PointReading> readings(const std::vector<GridPoint>& points, auto speed)
{
    std::vector<PointReading> all;
    for (const GridPoint& p : points)
        all.push_back({p, speedFromMps(speed(p))});
    return all;
}

Traverse traverse(const std::vector<PointReading>& r, const RoundedRectangle& s = rounded())
{
    return *workOut(r, s, geometry::area(s), {});
}

double seventhPower(GridPoint p) { return 100 * std::pow(1 - std::hypot(p.u, p.v), 1.0 / 7.0); }

}  // namespace

TEST_CASE("the log-linear positions of ISO 3966 average the seventh-power profile to 0.8167 of the middle")
{
    // Mean over maximum of v ~ y^(1/7) in a round duct: 2 n^2 / ((n+1)(2n+1)) with n = 7 (Schlichting).
    const double exact = 98.0 / 120.0;
    CHECK(traverse(readings(logLinear(3, 4), seventhPower), circle()).mean.si() == Approx(100 * exact).epsilon(5e-3));
    CHECK(traverse(readings(logLinear(5, 4), seventhPower), circle()).mean.si() == Approx(100 * exact).epsilon(3e-3));
}

TEST_CASE("the log-Tchebycheff positions of ISO 3966 average the product profile of a rectangular duct")
{
    const auto profile = [](GridPoint p) {
        return 100 * std::pow((1 - std::abs(p.u)) * (1 - std::abs(p.v)), 1.0 / 7.0);
    };
    const RoundedRectangle sharp{lengthFromMm(60), lengthFromMm(40), {}};
    for (const int lines : {5, 6, 7})
        CHECK(traverse(readings(logTchebycheff(lines, lines), profile), sharp).mean.si() ==
              Approx(100 * 49.0 / 64.0).epsilon(6e-3));
    CHECK_THROWS_AS(logTchebycheff(4, 5), std::invalid_argument);
}

TEST_CASE("the speed map's own mean knows the wall: the seventh-power profile again")
{
    const auto map = SpeedMap::through(readings(logLinear(5, 12), seventhPower), circle());
    REQUIRE(map);
    CHECK(map->meanOverSection().si() == Approx(81.67).epsilon(0.015));
}

TEST_CASE("an even section has ratio 1, uniformity 1, factors 1")
{
    const Traverse t = traverse(readings(nineFields(), [](GridPoint) { return 80.0; }));
    CHECK(t.meanRead.si() == Approx(80));
    CHECK(t.mean.si() < 80);  // next to the wall it is slower, whatever was read farther in
    CHECK(t.mean.si() > 73);
    CHECK(t.uniformity == Approx(1));
    CHECK(t.energyFactor == Approx(1));
    CHECK(t.momentumFactor == Approx(1));
    CHECK(inM3s(t.flow) == Approx(t.mean.si() * geometry::area(rounded()).si()));
    for (const auto& p : t.points)
        CHECK(*p.verdict == Verdict::Even);
}

TEST_CASE("mean, uniformity and verdicts of a set worked out by hand")
{
    // In a sharp rectangle nine fields are ninths: six readings of 100 and three of 40 have a mean of 80 and a
    // uniformity of 1 - (6*20 + 3*40)/(2*80*9) = 0.8333 (Weltens).
    const RoundedRectangle sharp{lengthFromMm(60), lengthFromMm(40), {}};
    const Traverse t = traverse(readings(nineFields(), [](GridPoint p) { return p.v < -0.5 ? 40.0 : 100.0; }), sharp);
    CHECK(t.meanRead.si() == Approx(80));
    CHECK(t.uniformity == Approx(1 - 240.0 / 1440.0));
    CHECK(*t.points[0].ratio == Approx(100 / t.mean.si()));
    CHECK(*t.points[0].verdict == Verdict::Fast);
    CHECK(*t.points[8].verdict == Verdict::Dead);
    CHECK(t.energyFactor == Approx((6 * std::pow(1.25, 3) + 3 * 0.125) / 9));
}

TEST_CASE("of nine fields in a circle a corner one stands for 7.7 % of the area")
{
    const auto shares = areaShares(nineFields(), circle());
    CHECK(shares[0] == Approx(0.077).margin(0.002));
    CHECK(shares[4] == Approx(4.0 / 9 / (3.14159265 / 4) / 4).epsilon(0.02));  // the middle field is a whole square
}

namespace {

/// Mean of a profile over a section on a fine grid of its own.
double exactMean(const geometry::Section& section, auto profile)
{
    double sum = 0;
    int count = 0;
    for (int i = 0; i < 400; ++i) {
        for (int j = 0; j < 400; ++j) {
            const GridPoint p{(i + 0.5) / 200 - 1, (j + 0.5) / 200 - 1};
            if (geometry::distanceToWall(section, toSection(p, section)) <= 0)
                continue;
            sum += profile(p);
            ++count;
        }
    }
    return sum / count;
}

std::vector<GridPoint> gridAt(double share, const geometry::Section& section)
{
    std::vector<GridPoint> points;
    for (const double v : {share, 0.0, -share}) {
        for (const double u : {share, 0.0, -share}) {
            if (geometry::distanceToWall(section, toSection({u, v}, section)) > 0)
                points.push_back({u, v});
        }
    }
    return points;
}

}  // namespace

TEST_CASE(
    "turbulent and laminar profiles have their mean wherever the nine points stand, in circle, oval and rectangle")
{
    const Length r = lengthFromMm(20);
    const RoundedRectangle rectangle{lengthFromMm(60), lengthFromMm(40), {}};
    const auto round = [](double power) {
        return [power](GridPoint p) {
            const double t = std::hypot(p.u, p.v);
            return t < 1 ? 100 * (power < 1 ? std::pow(1 - t, power) : 1 - t * t) : 0.0;
        };
    };
    const auto box = [](double power) {
        return [power](GridPoint p) {
            const double x = std::abs(p.u);
            const double y = std::abs(p.v);
            return 100 * (power < 1 ? std::pow((1 - x) * (1 - y), power) : (1 - x * x) * (1 - y * y));
        };
    };
    std::vector<geometry::Point> ellipse;
    for (int i = 0; i < 120; ++i)
        ellipse.push_back({0.026 * std::cos(i * 3.14159265358979 / 60), 0.018 * std::sin(i * 3.14159265358979 / 60)});
    for (const double share : {0.6, 2.0 / 3.0, 0.9}) {
        for (const double power : {1.0 / 7.0, 1.0}) {
            CAPTURE(share, power);
            for (const geometry::Section& section :
                 {geometry::Section(RoundedRectangle{r * 2.0, r * 2.0, {r, r, r, r}}),
                  geometry::Section(geometry::Outline{ellipse})}) {
                const auto set = readings(gridAt(share, section), round(power));
                const auto t = *workOut(set, section, geometry::area(section), {});
                CHECK(t.mean.si() == Approx(exactMean(section, round(power))).epsilon(0.01));
            }
            const auto t = traverse(readings(gridAt(share, rectangle), box(power)), rectangle);
            CHECK(t.mean.si() == Approx(exactMean(rectangle, box(power))).epsilon(0.01));
        }
    }
}

TEST_CASE("air at speed is thinner: mass flow against the room's density")
{
    // NACA 1135: at Mach 0.35 the density is 0.9413 of that at rest.
    const air::AirState room{temperatureFromCelsius(20), absolutePressureFromPa(101325), 0.0};
    const double speed = air::speedAtMach(room, 0.35).si();
    const auto set = readings(logTchebycheff(5, 5), [=](GridPoint) { return speed; });
    CHECK(workOut(set, rounded(), areaFromMm2(1000), {}, room)->massShare == Approx(0.9413).epsilon(1e-3));
    CHECK(workOut(set, rounded(), areaFromMm2(1000), {})->massShare == 1.0);
}

TEST_CASE("the limits of the verdicts")
{
    const VerdictLimits limits;
    CHECK(verdictFor(1.10, limits) == Verdict::Fast);
    CHECK(verdictFor(1.0999, limits) == Verdict::Even);
    CHECK(verdictFor(0.85, limits) == Verdict::Even);
    CHECK(verdictFor(0.8499, limits) == Verdict::Slow);
    CHECK(verdictFor(0.60, limits) == Verdict::Slow);
    CHECK(verdictFor(0.5999, limits) == Verdict::Dead);
}

TEST_CASE("an unread point takes no part, and no reading at all is no result")
{
    auto set = readings(nineFields(), [](GridPoint) { return 80.0; });
    set[4].speed.reset();
    const Traverse t = traverse(set);
    CHECK(t.meanRead.si() == Approx(80));
    CHECK(t.measuredCount() == 8);
    CHECK_FALSE(t.points[4].ratio);
    for (auto& r : set)
        r.speed.reset();
    CHECK_FALSE(workOut(set, rounded(), areaFromMm2(1), {}));
    CHECK_FALSE(SpeedMap::through(set, rounded()));
}

TEST_CASE("points that form no grid weigh by the area next to them")
{
    const std::vector<GridPoint> points{{0.5, 0.0}, {-0.5, 0.0}, {-0.6, 0.1}};
    const auto shares = areaShares(points, rounded());
    CHECK(shares[0] == Approx(0.5).margin(0.03));
    CHECK(shares[0] + shares[1] + shares[2] == Approx(1));
    CHECK_FALSE(asTensorGrid(points));
}

TEST_CASE("a full grid is found whatever the order of its points")
{
    auto points = nineFields();
    std::ranges::reverse(points);
    std::swap(points[1], points[5]);
    const auto grid = asTensorGrid(points);
    REQUIRE(grid);
    for (std::size_t i = 0; i < 9; ++i) {
        const GridPoint p = points[grid->at[i]];
        CHECK(p.v == Approx(grid->rows[i / 3]));
        CHECK(p.u == Approx(grid->columns[i % 3]));
    }
    points[0].u += 0.2;
    CHECK_FALSE(asTensorGrid(points));
}

TEST_CASE("the map passes through the readings and makes no speeds of its own")
{
    const auto set = readings(nineFields(), [](GridPoint p) { return 60 + 30 * p.u - 25 * p.v; });
    const auto map = SpeedMap::through(set, rounded());
    REQUIRE(map);
    double low = 1e9;
    double high = 0;
    for (const auto& r : set) {
        CHECK(map->at(toSection(r.at, rounded())).si() == Approx(r.speed->si()).epsilon(2e-3));
        low = std::min(low, r.speed->si());
        high = std::max(high, r.speed->si());
    }
    for (double u = -0.99; u < 1; u += 0.066) {
        for (double v = -0.99; v < 1; v += 0.066) {
            const double here = map->at(toSection({u, v}, rounded())).si();
            CHECK(here >= 0);
            CHECK(here <= high + 1e-9);
        }
    }
    CHECK(map->at({0.020, 0.0}).si() == 0);  // on the wall
    CHECK(map->at({0.0195, 0.0}).si() < map->at({0.015, 0.0}).si());
}

TEST_CASE("what lies before a wall sector is read on its own side")
{
    const auto map =
        SpeedMap::through(readings(nineFields(), [](GridPoint p) { return 60 - 25 * p.v + 10 * p.u; }), rounded());
    const auto before = map->beforeWall();
    using geometry::Sector;
    const auto at = [&](Sector s) { return before[geometry::index(s)].si(); };
    CHECK(at(Sector::Floor) > at(Sector::Roof) + 20);
    CHECK(at(Sector::Left) > at(Sector::Right) + 5);
    CHECK(at(Sector::FloorLeft) > at(Sector::FloorRight));
}
