// SPDX-License-Identifier: GPL-3.0-or-later
// Elements, settled depths, what a cut is worth, where to gauge first; the solution against another optimiser.
#include <catch2/catch.hpp>

#include <cmath>
#include <cstdlib>
#include <random>

#include <nlopt.hpp>

#include "cutting/cut_plan.hpp"
#include "geometry/wall_contour.hpp"
#include "straight_port.hpp"

using namespace euryth;
using namespace euryth::cutting;
using geometry::index;
using geometry::kSectors;
using geometry::Sector;

namespace {

/// A port of rounded rectangles that asks for area and has fast places: every number drawn from a seed.
CutProblem randomPort(std::mt19937& random, bool whole = false)
{
    const auto between = [&](double low, double high) {
        return low + (high - low) * std::generate_canonical<double, 30>(random);
    };
    CutProblem problem;
    const int stations = 3 + static_cast<int>(between(0, 6));
    Length s;
    for (int i = 0; i < stations; ++i) {
        CutStation station;
        station.s = s;
        s += lengthFromMm(between(4, 20));
        const Length w = lengthFromMm(between(25, 45));
        const Length h = lengthFromMm(between(25, 45));
        const Length r = std::min(w, h) * between(0.1, 0.5);
        station.section = geometry::RoundedRectangle{w, h, {r, r, r, r}};
        station.part = i == 0 ? Part::Window : i > stations * 2 / 3 ? Part::Bowl : i > 2 ? Part::Turn : Part::Straight;
        if (between(0, 1) < 0.8)
            station.plan = geometry::area(station.section) * between(0.95, 1.3);
        if (station.part == Part::Turn)
            station.floorCurvature = between(10, 120);
        for (const Sector sector : kSectors) {
            const std::size_t j = index(sector);
            if (whole || between(0, 1) < 0.85)
                station.wall[j] = lengthFromMm(between(1, 9));
            station.reserve[j] = lengthFromMm(between(1, 4));
            station.error[j] = lengthFromMm(between(0, 1));
            station.curve[j] = lengthFromMm(between(0, 0.5));
            station.speedRatio[j] = between(0.4, 1.5);
            if (between(0, 1) < 0.1)
                station.settled[j] = lengthFromMm(between(0, 4));
        }
        problem.stations.push_back(station);
    }
    return problem;
}

double byObjective(const std::vector<double>& x, std::vector<double>& gradient, void* data)
{
    const auto& problem = *static_cast<const CutProblem*>(data);
    DepthField depths(problem.stations.size());
    const auto value = [&](const std::vector<double>& at) {
        for (std::size_t i = 0; i < at.size(); ++i)
            depths[i / 8][i % 8] = lengthFromMm(at[i]);
        return objective(problem, {}, depths);
    };
    std::vector<double> moved = x;
    for (std::size_t i = 0; i < gradient.size(); ++i) {  // by differences: nothing of the program's own gradient
        constexpr double step = 1e-5;
        moved[i] = x[i] + step;
        const double more = value(moved);
        moved[i] = x[i] - step;
        gradient[i] = (more - value(moved)) / (2.0 * step);
        moved[i] = x[i];
    }
    return value(x);
}

/// Curvature of a floor sector's line after a cut, 1/m, by hand.
double bendAt(const CutProblem& problem, const DepthField& depths, std::size_t i, std::size_t j)
{
    const double k = problem.stations[i].floorCurvature;
    const auto d = [&](std::size_t at) { return depths[at][j].si(); };
    double bend = k + k * k * d(i);
    if (i > 0 && i + 1 < depths.size()) {
        const double before = (problem.stations[i].s - problem.stations[i - 1].s).si();
        const double behind = (problem.stations[i + 1].s - problem.stations[i].s).si();
        bend += ((d(i - 1) - d(i)) / before + (d(i + 1) - d(i)) / behind) / ((before + behind) / 2.0);
    }
    return bend;
}

double sharpest(const CutProblem& problem)
{
    double most = 0.0;
    for (const CutStation& station : problem.stations)
        most = std::max(most, station.floorCurvature);
    return most;
}

/// By how much the middle of a turn's floor gets sharper than it was and than settled depths make it, as a share.
double sharper(const CutProblem& problem, const DepthField& depths)
{
    DepthField anyhow(depths.size());
    for (std::size_t i = 0; i < depths.size(); ++i) {
        for (const Sector s : kSectors) {
            const auto& hand = problem.stations[i].settled[index(s)];
            if (hand)
                anyhow[i][index(s)] = std::min(*hand, depthBound(problem.stations[i], s, problem.limits).greatest);
        }
    }
    double worst = 0.0;
    for (std::size_t i = 0; i < depths.size(); ++i) {
        if (problem.stations[i].floorCurvature <= 0.0)
            continue;
        const double allowed = std::max(sharpest(problem), bendAt(problem, anyhow, i, index(Sector::Floor)));
        worst = std::max(worst, bendAt(problem, depths, i, index(Sector::Floor)) / allowed - 1.0);
    }
    return worst;
}

/// How many random ports are tried; more by the environment.
int randomPorts()
{
    const char* wanted = std::getenv("EURYTH_RANDOM_PORTS");
    return wanted ? std::atoi(wanted) : 3000;
}

}  // namespace

TEST_CASE("no bound is broken on thousands of random ports, and what is settled is taken")
{
    std::mt19937 random(20261127);
    for (int n = 0; n < randomPorts(); ++n) {
        const CutProblem problem = randomPort(random);
        const DepthField depths = solve(problem).depths;
        CAPTURE(n);
        REQUIRE(sharper(problem, depths) < 1e-5);
        for (std::size_t i = 0; i < depths.size(); ++i) {
            for (const Sector sector : kSectors) {
                const auto bound = depthBound(problem.stations[i], sector, problem.limits);
                const Length depth = depths[i][index(sector)];
                const auto& settled = problem.stations[i].settled[index(sector)];
                const bool inside = depth >= Length{} && depth <= bound.greatest + lengthFromMm(1e-9);
                const bool taken = !settled || abs(depth - std::min(*settled, bound.greatest)) < lengthFromMm(1e-9);
                if (!inside || !taken) {
                    CAPTURE(n, i, static_cast<int>(sector), inMm(depth), inMm(bound.greatest));
                    CHECK(inside);
                    CHECK(taken);
                }
                if (depth > Length{} && problem.stations[i].wall[index(sector)])
                    REQUIRE(*problem.stations[i].wall[index(sector)] - depth >
                            problem.stations[i].reserve[index(sector)] - lengthFromMm(1e-9));
            }
        }
    }
}

TEST_CASE("another optimiser finds the same sum: sequential quadratic programming with differences for a gradient")
{
    // Kraft, ACM TOMS 733 (1994), as NLopt has it.
    std::mt19937 random(7);
    for (int n = 0; n < 6; ++n) {
        CutProblem problem = randomPort(random, true);
        const Solution own = solve(problem);
        CHECK(own.converged);
        std::vector<double> lower;
        std::vector<double> upper;
        for (const CutStation& station : problem.stations) {
            for (const Sector sector : kSectors) {
                const double most = inMm(depthBound(station, sector, problem.limits).greatest);
                const auto& settled = station.settled[index(sector)];
                upper.push_back(settled ? std::min(most, inMm(*settled)) : most);
                lower.push_back(settled ? upper.back() : 0.0);
            }
        }
        nlopt::opt other(nlopt::LD_SLSQP, static_cast<unsigned>(lower.size()));
        other.set_min_objective(byObjective, &problem);
        other.set_lower_bounds(lower);
        other.set_upper_bounds(upper);
        other.set_ftol_rel(1e-13);
        other.set_maxeval(2000);
        std::vector<double> x = lower;
        double sum = 0.0;
        try {
            other.optimize(x, sum);
        } catch (const nlopt::roundoff_limited&) {
        }
        std::vector<double> none;
        sum = byObjective(x, none, &problem);
        CAPTURE(n, own.sum, sum);
        CHECK(own.sum == Approx(sum).epsilon(1e-6));
    }
}

TEST_CASE("an element belongs to one part of the runner, and cuts end where the part does")
{
    CHECK(elementOf(Part::Turn, Sector::FloorLeft) == Element::ShortSide);
    CHECK(elementOf(Part::Straight, Sector::Floor) == Element::Floor);
    CHECK(elementOf(Part::Bowl, Sector::Roof) == Element::Bowl);
    CHECK(elementOf(Part::Window, Sector::Left) == Element::Window);
    CutProblem problem = straightPort(1.10, 9);
    problem.stations[0].part = Part::Window;
    for (const std::size_t i : {5, 6})
        problem.stations[i].part = Part::Turn;
    for (const std::size_t i : {7, 8})
        problem.stations[i].part = Part::Bowl;
    const CutPlan plan = planCuts(problem);
    CHECK(plan.cuts.front().element == Element::ShortSide);  // the short side first, the window last
    CHECK(plan.cuts.back().element == Element::Window);
    double cc = 0.0;
    for (const Cut& cut : plan.cuts) {
        cc += inCc(cut.volume);
        for (const std::size_t i : cut.stations)
            CHECK(elementOf(problem.stations[i].part, cut.sectors.front()) == cut.element);
    }
    const auto bowls = std::ranges::count(plan.cuts, Element::Bowl, &Cut::element);
    CHECK(bowls == 1);  // all round in one go
    CHECK(cc > 0.8 * inCc(plan.after.volume - plan.before.volume));
}

TEST_CASE("depths add up cut by cut, in the order of work")
{
    const CutPlan plan = planCuts(straightPort(1.10, 5));
    REQUIRE(plan.cuts.size() >= 3);
    for (std::size_t station = 0; station < 5; ++station) {
        CHECK(depthsAfter(plan, 0, station) == geometry::PerSector<Length>{});
        CHECK(depthsAfter(plan, plan.cuts.size(), station) == plan.depths[station]);
        const auto first = depthsAfter(plan, 1, station);
        CHECK(first == depthsOf(plan, plan.cuts[0])[station]);
    }
}

TEST_CASE("a short side that is only lowered counts as faster, one that is laid back as slower")
{
    CutProblem problem = straightPort(1.0, 9);
    for (CutStation& station : problem.stations) {
        station.speedRatio.fill(1.2);
        station.floorCurvature = 70.0;  // a radius of 14 mm
    }
    const auto highest = [&](const DepthField& depths) {
        return *ratiosAfter(problem, depths)[4][index(Sector::Floor)] / 1.2;
    };
    const auto floor = [](DepthField& depths, std::size_t i, double mm) {
        for (const Sector s : {Sector::FloorLeft, Sector::Floor, Sector::FloorRight})
            depths[i][index(s)] = lengthFromMm(mm);
    };
    CHECK(highest(DepthField(9)) == Approx(1.0));
    DepthField hollow(9);  // behind and before the apex: what stays stands out
    floor(hollow, 3, 1.0);
    floor(hollow, 5, 1.0);
    CHECK(highest(hollow) > 1.02);
    DepthField laidBack(9);
    for (std::size_t i = 0; i < 9; ++i)
        floor(laidBack, i, std::max(0.0, 1.0 - 0.3 * std::abs(static_cast<double>(i) - 4.0)));
    CHECK(highest(laidBack) < 0.98);
    // The vortex itself: k h / ln(1 + k h) with k h = 2.66 is 2.05; lowered all along by 1 mm, k + k^2 d = 74.9 and
    // h + d = 39: k h = 2.92, 2.14. Of the tube's relief and of growth the rest: see the case without a turn.
    DepthField lowered(9);
    for (std::size_t i = 0; i < 9; ++i)
        floor(lowered, i, 1.0);
    const double turned = highest(lowered);
    for (CutStation& station : problem.stations)
        station.floorCurvature = 1e-9;
    const double alone = highest(lowered);
    const auto vortex = [](double q) { return q / std::log1p(q); };
    CHECK(turned / alone == Approx(vortex(74.9 * 0.039) / vortex(70.0 * 0.038)).epsilon(1e-6));
}

TEST_CASE("the short side's radius never falls: what stands between two cuts does not become a ridge")
{
    CutProblem problem = straightPort(1.12, 9);
    for (CutStation& station : problem.stations) {
        station.floorCurvature = 70.0;
        station.speedRatio.fill(1.0);
    }
    problem.stations[4].plan.reset();  // asks for nothing, and its floor is held
    for (const Sector s : {Sector::FloorLeft, Sector::Floor, Sector::FloorRight})
        problem.stations[4].wall[index(s)] = lengthFromMm(2);
    const Solution free = solve(problem, CutWeights{}.withoutRadius());
    const Solution held = solve(problem);
    CHECK(held.converged);
    // Rounding takes away what makes it sharper there too; the solution itself knew nothing of it.
    CHECK(held.sum > free.sum);
    CHECK(sharper(problem, held.depths) < 1e-6);
    CHECK(held.depths[3][index(Sector::Floor)] == Length{});  // a cut beside what stands makes it sharper
    CHECK(held.depths[3][index(Sector::Roof)] > lengthFromMm(0.5));
    // A hand may do it.
    problem.stations[3].settled[index(Sector::Floor)] = lengthFromMm(1.0);
    CHECK(inMm(solve(problem).depths[3][index(Sector::Floor)]) == Approx(1.0));
}

TEST_CASE("what is settled by hand is taken, never over the bound, and the rest is planned round it")
{
    CutProblem problem = straightPort(1.10);
    problem.stations[3].settled[index(Sector::Floor)] = Length{};
    problem.stations[2].settled[index(Sector::Roof)] = lengthFromMm(0.07);  // under what a plan would leave
    problem.stations[4].settled[index(Sector::Roof)] = lengthFromMm(9);
    const CutPlan plan = planCuts(problem);
    CHECK(plan.converged);
    CHECK(plan.depths[3][index(Sector::Floor)] == Length{});
    CHECK(inMm(plan.depths[2][index(Sector::Roof)]) == Approx(0.07));
    CHECK(inMm(plan.depths[4][index(Sector::Roof)]) == Approx(2.9));  // wall 5, to stay 2, error 0.1
    CHECK(plan.depths[3][index(Sector::Left)] > Length{});
}

TEST_CASE("aims move the plan: off takes a wish away, much brings it nearer")
{
    CutProblem problem = straightPort(1.08);
    for (CutStation& station : problem.stations) {
        station.speedRatio.fill(1.0);
        station.speedRatio[index(Sector::Floor)] = 1.3;
    }
    const CutWeights usual;
    const auto missOf = [&](const CutWeights& weights) { return *planCuts(problem, weights).after.areaMiss; };
    const auto fastestOf = [&](const CutWeights& weights) { return *planCuts(problem, weights).after.highestRatio; };
    CHECK(missOf(usual.times(16, 1, 1)) < missOf(usual.times(1.0 / 4, 1, 1)));
    CHECK(fastestOf(usual.times(1, 16, 1)) < fastestOf(usual.times(1, 0, 1)));
    const auto metal = [&](double times) { return inCc(planCuts(problem, usual.times(1, 1, times)).after.volume); };
    CHECK(metal(16) < metal(1.0 / 4));
    for (CutStation& station : problem.stations)
        station.speedRatio = {};
    CHECK(planCuts(problem, usual.times(0, 1, 1)).cuts.empty());  // nobody asks for anything
}

TEST_CASE("a cut is worth what is lost without it, and one that does harm says so")
{
    CutProblem problem = straightPort(1.0, 12);
    for (const std::size_t i : {4, 5, 6})
        problem.stations[i].plan = geometry::area(problem.stations[i].section) * 1.10;
    // Settled where nothing asks for metal.
    for (const Sector sector : {Sector::RoofLeft, Sector::Roof, Sector::RoofRight})
        problem.stations[10].settled[index(sector)] = lengthFromMm(1.5);
    const CutPlan plan = planCuts(problem);
    double gain = objective(problem, {}, DepthField(12)) - objective(problem, {}, plan.depths);
    std::vector<std::size_t> turns;
    for (const Cut& cut : plan.cuts) {
        CAPTURE(cut.id);
        const double without = objective(problem, {}, depthsWithout(plan, cut)) - objective(problem, {}, plan.depths);
        CHECK(cut.worth.share == Approx(without / gain));
        const bool harmful = std::ranges::find(cut.stations, 10) != cut.stations.end();
        CHECK(cut.worth.harms() == harmful);
        turns.push_back(cut.worth.turn);
        if (harmful)
            CHECK(cut.worth.turn == plan.cuts.size());  // if there is only an hour, the last of all
    }
    std::ranges::sort(turns);
    for (std::size_t i = 0; i < turns.size(); ++i)
        CHECK(turns[i] == i + 1);
}

TEST_CASE("another step is told to fit or not, and to bring less than nothing once the plan is reached")
{
    CutProblem problem = straightPort(1.08);
    for (const Cut& cut : planCuts(problem).cuts) {
        CHECK(cut.worth.nextFits);
        CHECK(cut.worth.nextShare < 0.005);  // as large as planned already, but for rounding
    }
    for (CutStation& station : problem.stations)
        station.wall.fill(lengthFromMm(2.4));  // 0.3 mm may go, the plan wants 0.75
    for (const Cut& cut : planCuts(problem).cuts) {
        CHECK_FALSE(cut.worth.nextFits);
        CHECK(cut.worth.nextShare > 0.05);
    }
}

TEST_CASE("walls to gauge first are those that would free most area")
{
    CutProblem problem = straightPort(1.0);
    problem.stations[3].plan = geometry::area(problem.stations[3].section) * 1.15;
    problem.stations[6].plan = geometry::area(problem.stations[6].section) * 1.02;
    for (const std::size_t i : {3, 6})
        problem.stations[i].wall = {};
    const CutPlan plan = planCuts(problem);
    CHECK(plan.depths[3][0] == Length{});
    REQUIRE(plan.gaugeFirst.size() >= 8);
    CHECK(plan.gaugeFirst.front().station == 3);
    for (std::size_t i = 0; i + 1 < plan.gaugeFirst.size(); ++i)
        CHECK(plan.gaugeFirst[i].area >= plan.gaugeFirst[i + 1].area);
    // Gauged, the plan takes there what was foretold.
    for (const std::size_t i : {3, 6})
        problem.stations[i].wall.fill(lengthFromMm(9));
    const CutPlan gauged = planCuts(problem);
    for (const GaugeFirst& place : plan.gaugeFirst)
        CHECK(inMm(gauged.depths[place.station][index(place.sector)]) == Approx(inMm(place.depth)).margin(0.051));
    CHECK(gauged.gaugeFirst.empty());
}
