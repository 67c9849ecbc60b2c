// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <numbers>

#include "cutting/cut_plan.hpp"
#include "straight_port.hpp"

using namespace euryth;
using namespace euryth::cutting;
using geometry::index;
using geometry::kSectors;
using geometry::Sector;

namespace {

const Keep* keepAt(const CutPlan& plan, std::size_t station, Sector sector)
{
    const auto found =
        std::ranges::find_if(plan.keeps, [&](const Keep& k) { return k.station == station && k.sector == sector; });
    return found == plan.keeps.end() ? nullptr : &*found;
}

}  // namespace

TEST_CASE("an even lack of area is met by an even cut")
{
    const CutProblem problem = straightPort(1.08);
    const CutPlan plan = planCuts(problem);
    CHECK(plan.converged);
    CHECK(*plan.before.areaMiss == Approx(0.08 / 1.08));
    CHECK(*plan.after.areaMiss < 0.006);
    // sqrt(1.08) x 19 mm - 19 mm = 0.745 mm all round
    for (const auto& station : plan.depths) {
        for (const Sector s : kSectors)
            CHECK(inMm(station[index(s)]) == Approx(0.745).margin(0.08));
    }
}

TEST_CASE("a port that is as large as planned, or larger, is left alone")
{
    CHECK(planCuts(straightPort(1.0)).cuts.empty());
    const CutPlan larger = planCuts(straightPort(0.95));
    CHECK(larger.cuts.empty());
    CHECK_FALSE(larger.makesWorse());
}

TEST_CASE("no depth passes wall less reserve and gauge error, nor the greatest cut")
{
    CutProblem problem = straightPort(1.40);
    problem.stations[3].wall[index(Sector::Right)] = lengthFromMm(2.6);
    problem.limits.greatestCut = lengthFromMm(1.5);
    const CutPlan plan = planCuts(problem);
    for (std::size_t i = 0; i < problem.stations.size(); ++i) {
        for (const Sector s : kSectors) {
            const Length depth = plan.depths[i][index(s)];
            CHECK(depth <= depthBound(problem.stations[i], s, problem.limits).greatest + lengthFromMm(1e-9));
            CHECK(*problem.stations[i].wall[index(s)] - depth >= lengthFromMm(2.1 - 1e-9));
        }
    }
    CHECK(inMm(plan.depths[3][index(Sector::Right)]) == Approx(0.5));
    for (const Cut& cut : plan.cuts)
        CHECK(*cut.wallLeft >= lengthFromMm(2.1 - 1e-9));
}

TEST_CASE("on the outside of a turn a wall gives less by what the curve takes")
{
    CutProblem problem = straightPort(1.40);
    CutStation& station = problem.stations[3];
    station.wall[index(Sector::Roof)] = lengthFromMm(3.0);
    station.curve[index(Sector::Roof)] = lengthFromMm(0.4);
    CHECK(inMm(depthBound(station, Sector::Roof, problem.limits).greatest) == Approx(3.0 - 2.0 - 0.1 - 0.4));
    station.curve[index(Sector::Roof)] = lengthFromMm(0.85);
    CHECK(depthBound(station, Sector::Roof, problem.limits).hold == Hold::ThinWall);
}

TEST_CASE("a boss that goes to a fin is a cut of its own, behind the walls' and before the window's, and gives area")
{
    CutProblem problem = straightPort(1.0);
    for (const std::size_t i : {std::size_t{3}, std::size_t{4}}) {
        CutStation& station = problem.stations[i];
        station.blocked = lengthFromMm(10) * lengthFromMm(8);
        station.plan = geometry::area(station.section) - lengthFromMm(5) * lengthFromMm(8);
        station.fin = BossFin{lengthFromMm(2.5), lengthFromMm(5), lengthFromMm(8), lengthFromMm(5) * lengthFromMm(8),
                              lengthFromMm(1.0)};
    }
    problem.stations[0].part = Part::Window;
    for (const std::size_t i : {std::size_t{0}, std::size_t{6}})
        problem.stations[i].plan = geometry::area(problem.stations[i].section) * 1.1;
    const CutPlan plan = planCuts(problem);
    CHECK(inMm2(plan.after.areas[3] - plan.before.areas[3]) == Approx(40).margin(3));
    const auto boss = std::ranges::find(plan.cuts, Element::Boss, &Cut::element);
    REQUIRE(boss != plan.cuts.end());
    CHECK(boss->stations == std::vector<std::size_t>{3, 4});
    CHECK(inMm(boss->maxDepth) == Approx(2.5));
    CHECK(inMm(*boss->wallLeft) == Approx(1.0));
    // 40 mm2 at both, out to their neighbours 10 mm away: 40 x (5 + 10 + 5) mm3
    CHECK(inCc(boss->volume) == Approx(0.8));
    CHECK(boss->why.id() == "cut.why.fin");
    CHECK(boss != plan.cuts.begin());
    CHECK(plan.cuts.back().deepestStation == 0);  // the window last
    // The fin alone gives what is asked: next to nothing comes off the walls there.
    for (const Sector s : kSectors)
        CHECK(plan.depths[3][index(s)] <= lengthFromMm(0.3));
}

TEST_CASE("places that must not be touched are not, and say why")
{
    CutProblem problem = straightPort(1.10);
    problem.stations[2].wall[index(Sector::Right)] = lengthFromMm(2.1);
    problem.stations[3].wall[index(Sector::Left)].reset();
    problem.stations[4].speedRatio.fill(1.0);
    problem.stations[4].speedRatio[index(Sector::Floor)] = 0.4;
    problem.stations.back().isThroat = true;
    const CutPlan plan = planCuts(problem);
    const auto held = [&](std::size_t station, Sector sector, Hold hold) {
        const Keep* keep = keepAt(plan, station, sector);
        return keep && keep->hold == hold && !keep->why.empty() && plan.depths[station][index(sector)] == Length{};
    };
    CHECK(held(2, Sector::Right, Hold::ThinWall));
    CHECK(held(3, Sector::Left, Hold::Unmeasured));
    CHECK(held(4, Sector::Floor, Hold::DeadPlace));
    CHECK(held(6, Sector::Roof, Hold::Seat));
    CHECK(keepAt(plan, 2, Sector::Left) == nullptr);
    // What one wall cannot give, its neighbours do: the area still comes near to the plan.
    CHECK(plan.after.areas[2] > plan.before.areas[2] * 1.06);
}

TEST_CASE("a fast place is cut deeper than a slow one, and the speeds come nearer to each other")
{
    CutProblem problem = straightPort(1.06);
    for (CutStation& s : problem.stations) {
        s.speedRatio.fill(1.0);
        s.speedRatio[index(Sector::Floor)] = 1.3;
        s.speedRatio[index(Sector::Roof)] = 0.75;
    }
    const CutPlan plan = planCuts(problem);
    const auto& middle = plan.depths[3];
    CHECK(middle[index(Sector::Floor)] > middle[index(Sector::Right)]);
    CHECK(middle[index(Sector::Roof)] < middle[index(Sector::Right)]);
    CHECK(*plan.after.highestRatio < *plan.before.highestRatio);
    CHECK_FALSE(plan.makesWorse());
}

TEST_CASE("ratios after an even cut are those of before")
{
    CutProblem problem = straightPort(1.0, 2);
    problem.stations[0].speedRatio.fill(1.2);
    DepthField depths(2);
    depths[0].fill(lengthFromMm(0.5));
    const auto after = ratiosAfter(problem, depths);
    // The tube's growth is linear in the depth, the section's is exact: they differ in second order only.
    CHECK(*after[0][index(Sector::Floor)] == Approx(1.2).epsilon(1e-3));
    CHECK_FALSE(after[1][index(Sector::Floor)]);
}

TEST_CASE("a symmetric port gets a symmetric plan")
{
    CutProblem problem = straightPort(1.09);
    problem.stations[3].plan = *problem.stations[3].plan * 1.05;
    const CutPlan plan = planCuts(problem);
    for (std::size_t i = 0; i < 7; ++i) {
        for (const auto& [a, b] : {std::pair{Sector::Left, Sector::Right}, {Sector::FloorLeft, Sector::RoofRight}})
            CHECK(inMm(plan.depths[i][index(a)]) == Approx(inMm(plan.depths[i][index(b)])).margin(0.0501));
        CHECK(inMm(plan.depths[i][0]) == Approx(inMm(plan.depths[6 - i][0])).margin(0.0501));
    }
}

TEST_CASE("cuts group neighbours, add up to what is taken out, and come in the order of work")
{
    CutProblem problem = straightPort(1.0, 12);
    const auto ask = [&](std::size_t i) {
        problem.stations[i].plan = geometry::area(problem.stations[i].section) * 1.10;
    };
    for (const std::size_t i : {4, 5, 6})
        ask(i);
    const CutPlan plan = planCuts(problem);
    REQUIRE(plan.cuts.size() >= 4);
    double cc = 0;
    for (const Cut& cut : plan.cuts) {
        cc += inCc(cut.volume);
        for (std::size_t i = 0; i + 1 < cut.stations.size(); ++i)
            CHECK(cut.stations[i + 1] == cut.stations[i] + 1);
        for (const Sector s : cut.sectors)
            CHECK(elementOf(problem.stations[cut.stations.front()].part, s) == cut.element);
        CHECK(cut.maxDepth > Length{});
        CHECK_FALSE(cut.why.empty());
    }
    CHECK(cc == Approx(inCc(plan.after.volume - plan.before.volume)).epsilon(0.08));
    const auto firstRoof = std::ranges::find(plan.cuts, Element::Roof, &Cut::element);
    const auto firstFloor = std::ranges::find(plan.cuts, Element::Floor, &Cut::element);
    CHECK(firstFloor < firstRoof);  // floor before roof
    CHECK(plan.cuts.front().id == "C1");
}

TEST_CASE("two separate places of one element are two cuts")
{
    CutProblem problem = straightPort(1.0, 16);
    for (const std::size_t i : {2, 3, 12, 13})
        problem.stations[i].plan = geometry::area(problem.stations[i].section) * 1.12;
    const CutPlan plan = planCuts(problem);
    CHECK(std::ranges::count(plan.cuts, Element::Roof, &Cut::element) >= 2);
}

TEST_CASE("a plan needs two stations") { CHECK_THROWS_AS(planCuts(straightPort(1.1, 1)), std::invalid_argument); }

TEST_CASE("a dead floor is not evened out by taking metal from roof and sides")
{
    // As large as planned, the floor at 0.65 of the mean, the rest a little over it: nothing is fast, so nothing is
    // cut.
    CutProblem problem = straightPort(1.0);
    for (CutStation& s : problem.stations) {
        s.speedRatio.fill(1.05);
        for (const Sector floor : {Sector::FloorLeft, Sector::Floor, Sector::FloorRight})
            s.speedRatio[index(floor)] = 0.65;
    }
    CHECK(planCuts(problem).cuts.empty());
    // Where the plan wants more area the cuts come, and the slow floor is not made much slower by them.
    for (CutStation& s : problem.stations)
        s.plan = *s.plan * 1.04;
    const CutPlan plan = planCuts(problem);
    CHECK_FALSE(plan.cuts.empty());
    CHECK(*plan.after.areaMiss < *plan.before.areaMiss);
}

TEST_CASE("cuts make it worse where one number pays for less than the house asks of the other")
{
    const auto plan = [](double missBefore, double missAfter, double ratioBefore, double ratioAfter) {
        CutPlan p;
        p.cuts.emplace_back();
        p.leastGain = 0.01;
        p.before.areaMiss = missBefore;
        p.after.areaMiss = missAfter;
        p.before.highestRatio = ratioBefore;
        p.after.highestRatio = ratioAfter;
        return p;
    };
    CHECK(plan(0.0, 0.024, 1.2, 1.2).makesWorse());    // areas miss, nothing gained
    CHECK(plan(0.0, 0.024, 1.2, 1.195).makesWorse());  // hardly anything
    CHECK_FALSE(plan(0.0, 0.024, 1.2, 1.15).makesWorse());
    CHECK(plan(0.05, 0.045, 1.2, 1.3).makesWorse());
    CHECK_FALSE(plan(0.05, 0.01, 1.2, 1.22).makesWorse());
    CHECK(plan(0.05, 0.05, 1.2, 1.2).makesWorse());
    CHECK_FALSE(plan(0.05, 0.01, 1.2, 1.2).makesWorse());
}
