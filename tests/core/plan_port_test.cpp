// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>

#include "job/describe.hpp"
#include "job/plans.hpp"
#include "judgement/calls.hpp"
#include "judgement/engine_run.hpp"
#include "judgement/house_change.hpp"
#include "judgement/planned_port.hpp"
#include "judgement/station_numbers.hpp"
#include "support/demo.hpp"
#include "units/format.hpp"

using namespace euryth;
using namespace euryth::judgement;

namespace {

const job::Port& portOf(const job::Job& job, std::size_t i = 0) { return job.ports[i]; }

bool hasCall(const job::Job& job, const std::string& key)
{
    const auto calls = callsFor(job, portOf(job), analyse(job, portOf(job)));
    return std::ranges::any_of(calls, [&](const Call& c) { return c.key.rfind(key, 0) == 0; });
}

std::string textOf(const job::Job& job, const std::string& key, std::size_t port = 0)
{
    for (const Call& c : callsFor(job, job.ports[port], analyse(job, job.ports[port]))) {
        if (c.key.rfind(key, 0) == 0)
            return units::render(c.title, {}) + " " + units::render(c.text, {});
    }
    return {};
}

}  // namespace

TEST_CASE("plans by name: copied, changed over and back; nothing is lost")
{
    job::Port port = demoJob().ports[0];
    port.plans.clear();
    port.planName = "first";
    port.stations[4].planArea = areaFromMm2(1100);
    port.planEnd.throat = lengthFromMm(41);
    job::copyPlan(port, job::freePlanName(port));
    CHECK(port.planName == "plan 2");
    port.stations[4].planArea = areaFromMm2(1200);
    port.stations[5].planWidth = lengthFromMm(34);
    port.planEnd.throat.reset();
    job::makeCurrent(port, 0);
    CHECK(port.planName == "first");
    CHECK(port.stations[4].planArea == areaFromMm2(1100));
    CHECK_FALSE(port.stations[5].planWidth);
    CHECK(port.planEnd.throat == lengthFromMm(41));
    REQUIRE(port.plans.size() == 1);
    CHECK(port.plans[0].name == "plan 2");
    job::makeCurrent(port, 0);
    CHECK(port.stations[4].planArea == areaFromMm2(1200));
    CHECK(port.stations[5].planWidth == lengthFromMm(34));
    CHECK(job::freePlanName(port) == "plan 3");
}

TEST_CASE("the planned port has the planned areas, its walls thinner by what was taken")
{
    job::Job job = demoJob();
    job.ports[0].stations[4].planArea = areaFromMm2(1050);
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
    CHECK(plans[0].name == "as it is");
    CHECK_FALSE(plans[0].taken);
    CHECK(plans[1].name == "as the engine asks");
    CHECK(plans[2].name == "wider for the top");
    CHECK(*plans[2].taken > *plans[1].taken);
    CHECK(*plans[2].rpm > *plans[1].rpm);
    CHECK(*plans[1].rpm > *plans[0].rpm);
    CHECK(*plans[1].benchFlow > *plans[0].benchFlow);  // the pinch costs less
}

TEST_CASE("wishes that contradict the metal are told with the nearest that works")
{
    job::Job job = demoJob();
    CHECK_FALSE(hasCall(job, "plan-reach"));
    job.ports[0].stations[4].planArea = areaFromMm2(1500);
    const std::string text = textOf(job, "plan-reach");
    CHECK(text.find("the pinch") != std::string::npos);
    CHECK(text.find("nearest that works") != std::string::npos);
    CHECK(text.find("leaves thin walls") != std::string::npos);
    job.house.thinWall = job::ThinWall::Weld;
    CHECK(textOf(job, "plan-reach").find("qualified shop") != std::string::npos);

    job = demoJob();
    job.ports[0].planEnd.throat = lengthFromMm(44);  // beyond the seat
    CHECK(textOf(job, "plan-throat").find("beyond the seat") != std::string::npos);
    job.ports[0].planEnd.throat = lengthFromMm(42);  // inside the seat, beyond the last cut
    CHECK(textOf(job, "plan-throat").find("last cut begins") != std::string::npos);
    job.ports[0].planEnd.throat.reset();
    job.ports[0].planEnd.shortRadius = lengthFromMm(30);
    CHECK(textOf(job, "plan-short-side").find("nearest that does") != std::string::npos);
    job.ports[0].planEnd.shortRadius.reset();
    job.ports[0].planEnd.valve = lengthFromMm(53);
    CHECK(textOf(job, "plan-valve").find("The largest that holds") != std::string::npos);
}

TEST_CASE("a plan that goes small, big, small is a danger, one that follows the port is not told twice")
{
    job::Job job = demoJob();
    CHECK_FALSE(hasCall(job, "plan-bulge"));
    job.ports[0].stations[2].planArea = areaFromMm2(1250);
    CHECK(textOf(job, "plan-bulge").find("small, big, small") != std::string::npos);
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
    job.ports[0].valve.boreEdge.reset();
    CHECK(planShrouding(job, portOf(job), end).missing.find("bore") != std::string::npos);
}

TEST_CASE("the numbers of a station: cone, change and speeds by hand")
{
    const job::Job job = demoJob();
    const auto analysis = analyse(job, portOf(job));
    const auto model = engineModel(job, portOf(job), analysis);
    const auto now = numbersAsIs(job, portOf(job), analysis, model, 4);
    const Area before = job::netArea(portOf(job).stations[3]);
    const Area here = job::netArea(portOf(job).stations[4]);
    CHECK(*now.changePer10mm == Approx((here / before - 1) * 10 / 9));
    CHECK(now.coneBefore->si() == Approx(geometry::equivalentConeAngle(before, here, lengthFromMm(9)).si()));
    CHECK(inMps(*now.onEngine) == Approx(inMps(planning::peakGasSpeed(*analysis.demand, here))));
    const auto plan = numbersOfPlan(job, portOf(job), analysis, model, 4);
    REQUIRE(plan);
    CHECK(*plan->onBench < *now.onBench);
    CHECK_FALSE(numbersAsIs(job, portOf(job), analysis, model, 0).coneBefore);
    CHECK_FALSE(numbersAsIs(job, portOf(job), analysis, model, 12).coneAfter);
}

TEST_CASE("the trap: two ports that the bench cannot tell apart are told apart by the engine")
{
    const job::Job job = demoFour();
    const auto at = [&](const char* id) { return *job::findPort(job, id); };
    const auto& good = job.ports[at("I2")];
    const auto twins = benchTwins(job, good, [&](std::size_t i) { return portFlows(job, job.ports[i]); });
    REQUIRE(twins.size() == 1);
    CHECK(twins[0].port == at("I3"));
    CHECK(std::abs(twins[0].benchDifference) < kSameOnBench);
    CHECK(twins[0].engineDifference > kDangerOnEngine);
    CHECK(twins[0].rpm == *job.engine.shiftRpm);
    CHECK_FALSE(twins[0].worse);
    CHECK(twins[0].choke == 3);  // the pinch of I3
    CHECK(textOf(job, "twin:I2", at("I3")).find("less on the engine") != std::string::npos);
    CHECK(textOf(job, "twin:I3", at("I2")).find("more on the engine") != std::string::npos);
}

TEST_CASE("a blower: the charge counts, and with it the demand's speed of sound")
{
    job::Job job = demoJob();
    const auto plain = engineModel(job, portOf(job), analyse(job, portOf(job)));
    job.engine.manifold.pressure = absolutePressureFromPa(180000);
    job.engine.manifold.temperature = temperatureFromCelsius(60);
    const auto analysis = analyse(job, portOf(job));
    const auto blown = engineModel(job, portOf(job), analysis);
    REQUIRE((plain && blown));
    const auto rpm = rotationFromRpm(7000);
    CHECK(runEngine(*blown, rpm).filling.meanFlow > runEngine(*plain, rpm).filling.meanFlow * 1.4);
    CHECK(blown->room.pressure == plain->room.pressure);                               // the bench is not blown
    CHECK(*analysis.wantedArea < *analyse(demoJob(), demoJob().ports[0]).wantedArea);  // sound is faster in warm air
}

TEST_CASE("a rougher finish costs flow along the runner")
{
    CHECK(roughness(job::Finish::AsBurred) > roughness(job::Finish::Grit60));
    CHECK(roughness(job::Finish::Grit120) > roughness(job::Finish::Polished));
}

TEST_CASE("house rules: what another set changes here, and what it leaves")
{
    const job::Job job = demoJob();
    CHECK(compareHouses(job, portOf(job), job.house).empty());
    job::House other = job.house;
    other.limitingMach = 0.45;
    other.intakeThroat = {0.92, 0.94};
    other.seatAngle = angleFromDegrees(50);
    other.valveJob = job::ValveJob::Last;
    const auto changes = compareHouses(job, portOf(job), other);
    REQUIRE(changes.size() == 4);
    const auto effect = [&](const std::string& rule) {
        const auto found = std::ranges::find(changes, rule, &HouseChange::rule);
        REQUIRE(found != changes.end());
        CHECK_FALSE(found->why.empty());
        return units::render(found->effect, {});
    };
    CHECK(effect("greatest gas speed") == "wanted area 1004 mm² becomes 1227 mm²");
    CHECK(effect("throat of the valve's diameter") == "throat 40.50 mm becomes 41.40 mm");
    // Steeper seats lose at the lowest lifts and gain higher up.
    const std::string seat = effect("seat angle");
    CHECK(seat.find("at a fifth of the lift -") != std::string::npos);
    CHECK(effect("valve job").find("blend after") != std::string::npos);
}

TEST_CASE("the window stays inside the gasket")
{
    job::Job job = demoJob();
    const double free = inMm2(analyse(job, portOf(job)).reachable[0]);
    job::Opening gasket;  // 1 mm larger all round than the window of 36.5 x 33
    gasket.width = lengthFromMm(38.5);
    gasket.height = lengthFromMm(35);
    job.ports[0].gasket = gasket;
    const auto analysis = analyse(job, portOf(job));
    CHECK(inMm2(analysis.reachable[0]) < free);
    job.ports[0].stations[0].planArea = areaFromMm2(3000);
    const auto planned = analyse(job, portOf(job)).planned[0];
    REQUIRE(planned);
    CHECK_FALSE(planned->met);
    CHECK(inMm(geometry::boxOf(planned->section).width) <= 38.5 + 1e-6);
    CHECK(inMm(geometry::boxOf(planned->section).height) <= 35 + 1e-6);
    // A gasket smaller than the window: nothing more at all.
    job.ports[0].gasket.width = lengthFromMm(36);
    job.ports[0].gasket.height = lengthFromMm(32);
    CHECK(inMm2(analyse(job, portOf(job)).reachable[0]) == Approx(inMm2(job::netArea(portOf(job).stations[0]))));
}

TEST_CASE("flows are kept by what they hang on: a measurement, the engine, the house; not a plan")
{
    const job::Job before = demoFour();
    const std::size_t i = *job::findPort(before, "I2");
    const auto same = [&](auto change) {
        job::Job after = before;
        change(after);
        return sameFlows(before, before.ports[i], after, after.ports[i]);
    };
    CHECK(same([](job::Job&) {}));
    CHECK(same([&](job::Job& j) { j.ports[i].stations[3].planArea = areaFromMm2(1500); }));
    CHECK(same([&](job::Job& j) { j.ports[i + 1].stations.pop_back(); }));
    CHECK_FALSE(same([&](job::Job& j) { j.ports[i].stations[3].section.shape.width = lengthFromMm(20); }));
    CHECK_FALSE(same([&](job::Job& j) { j.ports[i].valve.throat = lengthFromMm(38); }));
    CHECK_FALSE(same([&](job::Job& j) { j.ports[i].flow.clear(); }));
    CHECK_FALSE(same([](job::Job& j) { j.engine.intakeCam.lift = lengthFromMm(9); }));
    CHECK_FALSE(same([](job::Job& j) { j.house.intakeFinish = job::Finish::AsBurred; }));
    CHECK_FALSE(same([](job::Job& j) { j.bench.depression = pressureDifferenceFromPa(2500); }));
}

namespace {

/// Changes one rule of a house after the other: describe() visits them, and the one whose turn it is gets another
/// value.
class Nudge {
public:
    explicit Nudge(int turn) : m_turn(turn) {}
    std::string changed;

    template <class T>
    void rule(const job::Field& f, T& value)
    {
        if (!mine(f.key))
            return;
        if constexpr (std::is_same_v<T, double>)
            value = value * 0.9 + 0.01;
        else
            value = value * 0.9;
    }
    template <class T>
    void later(const job::Field& f, T& value, const T&)
    {
        rule(f, value);
    }
    void range(std::string_view key, job::ShareRange& r)
    {
        if (mine(key))
            r.low -= 0.01;
    }
    void laterRange(std::string_view key, job::ShareRange& r, const job::ShareRange&) { range(key, r); }
    template <std::size_t N, class Enum>
    void option(std::string_view key, const std::array<std::string_view, N>&, Enum& value, const Enum&)
    {
        if (mine(key))
            value = static_cast<Enum>((static_cast<std::size_t>(value) + 1) % N);
    }
    template <class F>
    void object(std::string_view, const F& visit)
    {
        visit(*this);
    }
    void text(std::string_view, std::string&) {}
    void unknown(job::UnknownKeys&) {}

private:
    bool mine(std::string_view key)
    {
        if (m_turn-- != 0)
            return false;
        changed = key;
        return true;
    }
    int m_turn;
};

}  // namespace

TEST_CASE("what another house would change lists every rule that differs, of both sides")
{
    const job::Job job = demoFour();
    int rules = 0;
    for (int turn = 0;; ++turn, ++rules) {
        job::House house = job.house;
        Nudge nudge(turn);
        job::describe(nudge, house);
        if (nudge.changed.empty())
            break;
        CAPTURE(nudge.changed, turn);
        for (const char* id : {"I2", "E1"})
            CHECK(compareHouses(job, *std::ranges::find(job.ports, id, &job::Port::id), house).size() == 1);
    }
    CHECK(rules > 25);
}
