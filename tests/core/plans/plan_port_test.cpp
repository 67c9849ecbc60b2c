// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>

#include "analysis/port_analysis.hpp"
#include "engine/engine_run.hpp"
#include "job/describe.hpp"
#include "job/plans.hpp"
#include "plans/house_change.hpp"
#include "plans/planned_port.hpp"
#include "plans/station_numbers.hpp"
#include "support/demo.hpp"
#include "units/format.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::engine;
using namespace euryth::plans;

namespace {

const job::Port& portOf(const job::Job& job, std::size_t i = 0) { return job.ports[i]; }

}  // namespace

TEST_CASE("plans by name: copied, changed over and back, and nothing is lost")
{
    job::Port port = demoJob().ports[0];
    port.plans.clear();
    port.planName = "first";
    port.stations[4].plan.area = areaFromMm2(1100);
    port.planEnd.throat = lengthFromMm(41);
    job::copyPlan(port, job::freePlanName(port));
    CHECK(port.planName == "plan 2");
    port.stations[4].plan.area = areaFromMm2(1200);
    port.stations[5].plan.width = lengthFromMm(34);
    port.planEnd.throat.reset();
    job::makeCurrent(port, 0);
    CHECK(port.planName == "first");
    CHECK(port.stations[4].plan.area == areaFromMm2(1100));
    CHECK_FALSE(port.stations[5].plan.width);
    CHECK(port.planEnd.throat == lengthFromMm(41));
    REQUIRE(port.plans.size() == 1);
    CHECK(port.plans[0].name == "plan 2");
    job::makeCurrent(port, 0);
    CHECK(port.stations[4].plan.area == areaFromMm2(1200));
    CHECK(port.stations[5].plan.width == lengthFromMm(34));
    CHECK(job::freePlanName(port) == "plan 3");
}

TEST_CASE("the planned port has the planned areas, its walls thinner by what was taken")
{
    job::Job job = demoJob();
    job.ports[0].stations[4].plan.area = areaFromMm2(1050);
    const auto analysis = analyse(job, portOf(job));
    const auto planned = plannedPort(job, portOf(job), analysis);
    REQUIRE(planned);
    CHECK(inMm2(job::netArea(planned->port.stations[4])) == Approx(1050));
    using geometry::index;
    using geometry::Sector;
    const auto& before = portOf(job).stations[4].wall.at[index(Sector::Roof)];
    const auto& after = planned->port.stations[4].wall.at[index(Sector::Roof)];
    REQUIRE((before && after));
    CHECK(*after < *before);
    CHECK(inMm(*before - *after) == Approx(inMm(analysis.planned[4]->growth[index(Sector::Roof)])));
    // The pinch's right wall may not be touched.
    CHECK(planned->port.stations[4].wall.at[index(Sector::Right)] ==
          portOf(job).stations[4].wall.at[index(Sector::Right)]);
    CHECK(planned->port.flow.empty());
    CHECK(job::check([&] {
              job::Job with = job;
              with.ports[0] = planned->port;
              return with;
          }())
              .empty());
}

TEST_CASE("plans side by side: as it is, the current one, those put aside")
{
    const job::Job job = demoJob();
    const auto plans = comparePlans(job, portOf(job), analyse(job, portOf(job)));
    REQUIRE(plans.size() == 3);
    CHECK(plans[0].name.empty());
    CHECK_FALSE(plans[0].taken);
    CHECK(plans[1].name == "as the engine asks");
    CHECK(plans[2].name == "wider for the top");
    CHECK(*plans[2].taken > *plans[1].taken);
    CHECK(*plans[2].rpm > *plans[1].rpm);
    CHECK(*plans[1].rpm > *plans[0].rpm);
    CHECK(*plans[1].benchFlow > *plans[0].benchFlow);  // the pinch costs less
}

TEST_CASE("throat, seat and scribe by hand")
{
    const job::Job job = demoJob();
    const auto end = planValveEnd(job, portOf(job), analyse(job, portOf(job)));
    // Valve 45, inset 0.25: the seat begins at 44.5; 45 deg x 1.1, 60 deg x 1.3; the last cut makes 40.5.
    const double afterSeat = 44.5 - 2 * 1.1 * std::cos(M_PI / 4);
    const double beforeLast = afterSeat - 2 * 1.3 * 0.5;
    REQUIRE(end.throat.stack);
    CHECK(inMm(end.throat.stack->cuts.back().face.width) ==
          Approx((beforeLast - 40.5) / (2 * std::cos(70 * M_PI / 180))));
    CHECK(inMm(*end.throat.scribeRadius) == Approx(20.25));
    CHECK(inMm(*end.throat.scriberSetting) == Approx(20.25 - 3.5));
    CHECK(inMm(*end.throat.scribeDepth) == Approx(0.9));
    CHECK(end.throat.share == Approx(0.9));
    CHECK(end.throat.conflict.empty());
}

TEST_CASE("a throat under the house's range is brought up to it, never down")
{
    job::Job job = demoJob();
    job.house.intakeThroat = {0.91, 0.93};
    auto plan = planValveEnd(job, portOf(job), analyse(job, portOf(job))).throat;
    CHECK(inMm(*plan.throat) == Approx(45 * 0.91));
    job.house.intakeThroat = {0.85, 0.87};
    plan = planValveEnd(job, portOf(job), analyse(job, portOf(job))).throat;
    CHECK(inMm(*plan.throat) == Approx(40.5));
}

TEST_CASE("short side and bowl: a larger radius slows the air, or lets the bowl be smaller")
{
    job::Job job = demoJob();
    job.ports[0].planEnd = {};
    const auto as = planValveEnd(job, portOf(job), analyse(job, portOf(job))).turn;
    REQUIRE(as.speedChange);
    CHECK(*as.speedChange == Approx(0).margin(1e-12));
    CHECK(inMm(*as.bowlForTurn) == Approx(42));
    job.ports[0].planEnd.shortRadius = lengthFromMm(14);
    const auto laid = planValveEnd(job, portOf(job), analyse(job, portOf(job))).turn;
    CHECK(*laid.speedChange < 0);
    CHECK(*laid.bowlForTurn < lengthFromMm(42));
    CHECK(laid.laidBack->depth > Length{});
    // Back to where it was: the bowl that just keeps the speed needs the apex that the present radius has.
    CHECK(inMm(*as.heightForBowl) == Approx(inMm(*as.heightNeeded)));
}

TEST_CASE("shrouding of the demo: laying the wall back opens the curtain and takes compression")
{
    job::Job job = demoJob();
    const auto end = planValveEnd(job, portOf(job), analyse(job, portOf(job)));
    const auto plan = planShrouding(job, portOf(job), end);
    REQUIRE(plan);
    CHECK(*plan->added > Volume{});
    CHECK(*plan->compression < *plan->compressionNow);
    const auto& low = plan->points[plan->points.size() / 2];
    CHECK(low.laidBack->openShare > low.now.openShare);
    // Not measured, it is taken from where the valve lies in the bore; not known at all, nothing is told.
    job.ports[0].valve.boreEdge.reset();
    CHECK(planShrouding(job, portOf(job), end));
    job.ports[0].valve.inBore = {};
    CHECK(planShrouding(job, portOf(job), end).missing.id() == "missing.shrouding");
}

TEST_CASE("the numbers of a station: cone, change and speeds by hand")
{
    const job::Job job = demoJob();
    const auto analysis = analyse(job, portOf(job));
    const auto model = engineModel(job, portOf(job), analysis);
    const PassingFlows flows = passingFlows(job, analysis, model);
    const auto now = numbersAsIs(portOf(job), flows, 4);
    const Area before = job::netArea(portOf(job).stations[3]);
    const Area here = job::netArea(portOf(job).stations[4]);
    CHECK(*now.changePer10mm == Approx((here / before - 1) * 10 / 9));
    CHECK(now.coneBefore->si() == Approx(geometry::equivalentConeAngle(before, here, lengthFromMm(9)).si()));
    CHECK(inMps(*now.onEngine) == Approx(inMps(planning::peakGasSpeed(*analysis.demand, here))));
    const auto plan = numbersOfPlan(portOf(job), analysis, flows, 4);
    REQUIRE(plan);
    CHECK(*plan->onBench < *now.onBench);
    // The same air goes through every section; without a model or a demand nothing is said of it.
    CHECK((*now.onBench * now.area).si() == Approx((*plan->onBench * plan->area).si()));
    CHECK_FALSE(passingFlows(job, analysis, {}).onBench);
    CHECK_FALSE(passingFlows(job, analysis::measure(job, portOf(job)), model).onEngine);
    CHECK_FALSE(numbersAsIs(portOf(job), flows, 0).coneBefore);
    CHECK_FALSE(numbersAsIs(portOf(job), flows, 12).coneAfter);
}
