// SPDX-License-Identifier: GPL-3.0-or-later
// What an instrument has taken, as a probe set of the job, and what is to be doubted of it.
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>

#include "support/demo.hpp"
#include "support/words.hpp"
#include "tasks/probe_set.hpp"

using namespace euryth;
using namespace euryth::tasks;
using devices::At;
using devices::Channel;
using devices::Message;

namespace {

/// An instrument that moves its own tip, and answers with what `impactAt` gives for a point.
struct Taken {
    devices::Instrument instrument;
    devices::SetTaker taker;

    template <class Impact>
    Taken(const std::vector<probing::GridPoint>& points, Impact impactAt) : taker(goals(points))
    {
        using devices::lineOf;
        instrument.connected(0);
        (void)instrument.toSend(0);
        std::string said =
            lineOf(Message(devices::IAm{1, "pitot", "5"})) + lineOf(Message(devices::Has{Channel::Impact, 1, 15}));
        for (const Channel channel : {Channel::Station, Channel::Across, Channel::Up})
            said += lineOf(Message(devices::Moves{channel, -1, 200}));
        instrument.received(said + lineOf(Message(devices::Ready{})), 0);
        for (double now = 0; taker.phase() != devices::SetTaker::Phase::Done && now < 2000; now += 0.1) {
            (void)instrument.toSend(now);
            for (std::size_t i = instrument.unanswered(); i > 0; --i)
                instrument.received(lineOf(Message(devices::Done{"set"})) + lineOf(Message(devices::Done{"rate"})),
                                    now);
            At at{0, {{Channel::Depression, 6974}, {Channel::Flow, 0.07}, {Channel::Lift, 12}}};
            if (const std::optional<double> impact = impactAt(taker.point(), now))
                at.values.push_back({Channel::Impact, *impact});
            instrument.received(lineOf(Message(at)), now);
            taker.step(instrument, now);
        }
        REQUIRE(taker.phase() == devices::SetTaker::Phase::Done);
    }

    static std::vector<devices::Goal> goals(const std::vector<probing::GridPoint>& points)
    {
        std::vector<devices::Goal> goals;
        for (const probing::GridPoint& p : points)
            goals.push_back({80, p.u, p.v});
        return goals;
    }
};

job::ProbeSet setOf(const Taken& taken, const job::Job& job)
{
    return probeSetOf(taken.taker, taken.instrument, job, job.ports[0], lengthFromMm(80), "2026-01-31T10:00:00Z");
}

}  // namespace

TEST_CASE("grids by name: the porter's nine and the positions of ISO 3966")
{
    CHECK(gridNamed("3x3")->size() == 9);
    CHECK(gridNamed("5x7")->size() == 35);
    CHECK(gridNamed("circle-3")->size() == 12);
    CHECK(gridNamed("circle-5")->size() == 20);
    for (const char* name : {"", "4x4", "3x5", "8x8", "circle", "circle-4", "5x", "55x5"})
        CHECK_FALSE(gridNamed(name));
}

TEST_CASE("readings come with scatter and number, what the bench said beside them, and unknown stays unknown")
{
    const job::Job job = demoJob();
    // The first point scatters, the second is in metal, the others are still.
    const Taken taken(probing::nineFields(), [](std::size_t point, double now) -> std::optional<double> {
        if (point == 1)
            return std::nullopt;
        return 2000.0 + (point == 0 ? (std::fmod(now, 0.2) < 0.1 ? 40.0 : -40.0) : 0.0);
    });
    const job::ProbeSet set = setOf(taken, job);
    CHECK(set.id == nextSetId(job.ports[0]));
    CHECK(std::ranges::none_of(job.ports[0].probes, [&](const auto& p) { return p.id == set.id; }));
    CHECK(set.instrument == "pitot 5");
    CHECK(set.when == "2026-01-31T10:00:00Z");
    CHECK(inMm(*set.lift) == Approx(12));
    CHECK(set.depression->si() == Approx(6974));
    CHECK(set.benchFlow->si() == Approx(0.07));
    REQUIRE(set.readings.size() == 9);
    CHECK_FALSE(set.readings[1].impact);
    CHECK_FALSE(set.readings[1].samples);
    CHECK(set.readings[0].impact->si() == Approx(2000).margin(15));
    // v goes with the root of the pressure: 40 of 2000 Pa are a hundredth of some 58 m/s.
    CHECK(set.readings[0].scatter->si() == Approx(0.58).margin(0.05));
    CHECK(set.readings[2].scatter->si() == Approx(0).margin(1e-9));
    CHECK(*set.readings[2].samples >= 10);
    CHECK(idsIn(doubtsOf(job, job.ports[0], set, unsteadyOf(taken.taker)).front()) ==
          std::vector<std::string>{"doubt.blind"});
}

TEST_CASE("air that is faster than the depression can make it, flutter, and a flow that is off are doubted")
{
    job::Job job = demoJob();
    job.ports[0].probes.clear();  // nothing to be held against
    const auto doubts = [&](auto impactAt) {
        const Taken taken(probing::nineFields(), impactAt);
        std::vector<std::string> ids;
        for (const Phrase& doubt : doubtsOf(job, job.ports[0], setOf(taken, job), unsteadyOf(taken.taker)))
            ids.emplace_back(doubt.id());
        return ids;
    };
    // 0.07 m3/s through the section there are some 60 m/s, and these are 2.1 kPa.
    CHECK(doubts([](std::size_t, double) { return std::optional(2130.0); }).empty());
    CHECK(doubts([](std::size_t point, double) { return std::optional(point == 4 ? 9000.0 : 2000.0); }) ==
          std::vector<std::string>{"doubt.over-ideal"});
    CHECK(doubts([](std::size_t, double) { return std::optional(4000.0); }) == std::vector<std::string>{"doubt.flow"});
    const auto flutter = doubts([](std::size_t point, double now) {
        return std::optional(2130.0 + (point == 2 ? 900.0 * std::sin(now * 3.0) : 0.0));
    });
    CHECK(flutter == std::vector<std::string>{"doubt.unsteady"});
}

TEST_CASE("a flow that never moves in its last digit is doubted, a still one that is not asked is not")
{
    job::Job job = demoJob();
    job.ports[0].probes.clear();
    const Taken still(probing::nineFields(), [](std::size_t, double) { return std::optional(2130.0); });
    CHECK(flowStuck(still.taker));
    const auto doubts = doubtsOf(job, job.ports[0], setOf(still, job), unsteadyOf(still.taker), flowStuck(still.taker));
    REQUIRE(doubts.size() == 1);
    CHECK(idsIn(doubts.front()) == std::vector<std::string>{"doubt.stuck"});
    devices::SetTaker none({});
    CHECK(none.stuck().empty());
}

TEST_CASE("a bench that reads another flow than in an earlier set at this lift is doubted, at another depression not")
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    job::ProbeSet set = port.probes[1];
    set.id = "P9";
    const auto doubted = [&](double flow, double depression) {
        set.benchFlow = VolumeFlow::fromSi(flow);
        set.depression = PressureDifference::fromSi(depression);
        for (const Phrase& doubt : doubtsOf(job, port, set, 0)) {
            if (doubt.id().starts_with("doubt.repeat"))
                return std::string(doubt.id());
        }
        return std::string();
    };
    const double known = port.probes.back().benchFlow->si();
    const double depression = port.probes.back().depression->si();
    CHECK(doubted(known, depression).empty());
    CHECK(doubted(known * 0.95, depression) == "doubt.repeat.less");  // a wrong adapter, a bare entry
    CHECK(doubted(known * 1.05, depression) == "doubt.repeat.more");  // a leak
    CHECK(doubted(known * std::sqrt(0.5), depression * 0.5).empty());
    set.state = "after cut";
    CHECK(doubted(known * 0.9, depression).empty());
    set.state = "before";
    set.lift = lengthFromMm(9);
    CHECK(doubted(known * 0.9, depression).empty());
}
