// SPDX-License-Identifier: GPL-3.0-or-later
// A flow test taken from the bench that ships: lift by lift, steady, with what it reads beside; a fast bench shows that
// the port backs up, a slow one hides it.
#include <catch2/catch.hpp>

#include <algorithm>

#include "proving/flow_sums.hpp"
#include "sim/simulator.hpp"
#include "support/demo.hpp"
#include "tasks/flow_take.hpp"

using namespace euryth;
using devices::SetTaker;

namespace {

const sim::HiddenPort& hidden()
{
    static const sim::HiddenPort port = [] {
        const job::Job job = demoJob();
        auto made = sim::hiddenPort(job, job.ports[0], port_field::Quality::Coarse);
        REQUIRE(made);
        return std::move(*made.value);
    }();
    return port;
}

job::FlowTest withLifts(const std::vector<double>& mm)
{
    job::FlowTest test;
    for (const double lift : mm)
        test.points.emplace_back().lift = lengthFromMm(lift);
    return test;
}

/// Takes a test from a simulated bench, without clocks.
struct Taken {
    job::FlowTest test;
    SetTaker taker;

    Taken(job::FlowTest wanted, const sim::Options& options)
        : test(std::move(wanted)),
          taker(tasks::liftGoals(test, tasks::unreadLifts(test)))
    {
        sim::Simulator bench(hidden(), options);
        devices::Instrument instrument;
        instrument.connected(0.0);
        constexpr double step = 0.05;
        constexpr double longest = 1200.0;
        for (double now = 0.0; taker.phase() != SetTaker::Phase::Done && now < longest; now += step) {
            bench.received(instrument.toSend(now));
            instrument.received(bench.advance(step), now);
            taker.step(instrument, now);
            if (taker.phase() == SetTaker::Phase::ForHand)  // somebody says to be there
                taker.press();
        }
        REQUIRE(taker.phase() == SetTaker::Phase::Done);
        const auto points = tasks::unreadLifts(test);
        for (std::size_t i = 0; i < points.size(); ++i)
            tasks::putTakenLift(taker.taken()[i], test, points[i]);
    }
};

}  // namespace

TEST_CASE("a flow test is taken lift by lift from the lowest up, with depression and swirl")
{
    const Taken taken(withLifts({4, 2, 3}), {});
    CHECK(tasks::unreadLifts(taken.test).empty());
    CHECK(*taken.taker.goals()[0].liftMm == Approx(2));
    CHECK(*taken.taker.goals()[2].liftMm == Approx(4));
    REQUIRE(taken.test.depression);
    // The blower is still coming up at the first lift; the flow was read at the same time.
    CHECK(taken.test.depression->si() == Approx(pressureDifferenceFromInchOfWater(28.0).si()).epsilon(0.03));
    for (const job::FlowPoint& point : taken.test.points) {
        REQUIRE(point.flow);
        const VolumeFlow truth = hidden().flowAt(*point.lift, point.depression.value_or(*taken.test.depression));
        CHECK(point.flow->si() == Approx(truth.si()).epsilon(0.03));
        CHECK(point.swirl);
    }
    CHECK(tasks::flowDoubts(taken.taker).empty());
}

TEST_CASE("a port that backs up does so on a fast bench, and a slow one hides it")
{
    const std::vector<double> lifts{2, 4, 6, 8, 10, 11, 12};
    REQUIRE(hidden().letsGoFrom());
    const auto sumsOf = [&](bool slow) {
        sim::Options options;
        options.slowRamp = slow;
        job::Job job = demoJob();
        job::Port& port = job.ports[0];
        port.flow = {Taken(withLifts(lifts), options).test};
        port.flow[0].id = "F1";
        auto sums = proving::sumsOf(job, port, analysis::analyse(job, port), 0);
        REQUIRE(sums);
        return std::move(*sums.value);
    };
    const auto fast = sumsOf(false);
    const auto slow = sumsOf(true);
    CHECK(fast.points.back().reference.si() < slow.points.back().reference.si() * 0.99);
    CHECK_FALSE(slow.backsUp);
}

TEST_CASE("what was passed over stays unknown, and what was not steady is noted")
{
    job::FlowTest test = withLifts({2, 4, 0});
    CHECK(tasks::unreadLifts(test) == std::vector<std::size_t>{0, 1});  // a closed valve is no lift
    devices::TakenPoint skipped;
    skipped.skipped = true;
    tasks::putTakenLift(skipped, test, 0);
    CHECK_FALSE(test.points[0].flow);
    devices::TakenPoint taken;
    taken.mean = devices::Mean{0.03, 0.001, 40, false};
    taken.beside[devices::Channel::Depression] = 5000.0;
    taken.beside[devices::Channel::Torque] = 0.01;
    test.depression = PressureDifference::fromSi(7000);
    tasks::putTakenLift(taken, test, 1);
    CHECK(test.points[1].flow->si() == Approx(0.03));
    CHECK(test.points[1].depression->si() == Approx(5000));  // it was another one than the test's
    CHECK(test.points[1].swirlTorque->si() == Approx(0.01));
    CHECK(test.points[1].note == "unsteady");
}

TEST_CASE("a stuck flow and a valve that did not go where it was sent are doubted, a sound test is not")
{
    const auto told = [](const Taken& taken, std::string_view id) {
        return std::ranges::any_of(tasks::flowDoubts(taken.taker), [&](const Phrase& p) { return p.id() == id; });
    };
    sim::Options options;
    options.faults = {sim::Fault::Stuck};
    CHECK(told(Taken(withLifts({2, 4}), options), "doubt.stuck"));
    options.faults = {};
    const Taken sound(withLifts({2, 4}), options);
    CHECK_FALSE(told(sound, "doubt.stuck"));
    CHECK_FALSE(told(sound, "doubt.lift"));
    // Higher than the bench's valve goes, and somebody says that it is there.
    CHECK(told(Taken(withLifts({2, 45}), options), "doubt.lift"));
}
