// SPDX-License-Identifier: GPL-3.0-or-later
// Calls about what was probed: each on a case made for it, and not on a clean one.
#include <catch2/catch.hpp>

#include <algorithm>

#include "calls/calls.hpp"
#include "support/demo.hpp"
#include "support/told.hpp"

using namespace euryth;

namespace {

std::vector<calls::Call> callsOn(const job::Job& job, const char* id = "I1")
{
    const job::Port& port = job.ports[*job::findPort(job, id)];
    return calls::callsFor(job, port, analysis::analyse(job, port));
}

const calls::Call* callNamed(const std::vector<calls::Call>& calls, const std::string& key)
{
    const auto found = std::ranges::find(calls, key, &calls::Call::key);
    return found == calls.end() ? nullptr : &*found;
}

/// One set of even speeds at the short side.
job::Job probed()
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    const std::size_t apex = *analysis::measure(job, port).places.shortSide;
    job.benches.clear();
    port.pins.clear();
    port.probes.resize(1);
    job::ProbeSet& set = port.probes[0];
    set.id = "P1";
    set.stationS = port.stations[apex].s;
    set.benchFlow.reset();
    for (job::Reading& reading : set.readings) {
        reading.impact.reset();
        reading.speed = Speed::fromSi(70);
    }
    return job;
}

}  // namespace

TEST_CASE("a short side that is not even is called with the faster side")
{
    job::Job job = probed();
    CHECK_FALSE(callNamed(callsOn(job), "short-side-even"));
    job.ports[0].probes[0].readings[6].speed = Speed::fromSi(74);
    auto calls = callsOn(job);
    const calls::Call* even = callNamed(calls, "short-side-even");
    REQUIRE(even);
    CHECK(even->severity == calls::Severity::Note);
    CHECK(even->point == 8);
    CHECK(told(even->title).find("left runs 5.7 %") != std::string::npos);
    job.ports[0].probes[0].readings[8].speed = Speed::fromSi(90);
    calls = callsOn(job);
    even = callNamed(calls, "short-side-even");
    REQUIRE(even);
    CHECK(even->severity == calls::Severity::Warning);
    CHECK(told(even->title).find("right runs") != std::string::npos);
}

TEST_CASE("a mean that changes much along the runner is called, a steady one is not")
{
    job::Job job = probed();
    job::ProbeSet pinch = job.ports[0].probes[0];
    pinch.id = "P2";
    pinch.stationS = job.ports[0].stations[4].s;
    job.ports[0].probes.push_back(pinch);
    const auto along = [&] {
        const auto calls = callsOn(job);
        return std::ranges::any_of(calls, [](const calls::Call& c) { return c.key.starts_with("along:"); });
    };
    CHECK_FALSE(along());
    for (job::Reading& reading : job.ports[0].probes[1].readings)
        reading.speed = Speed::fromSi(95);
    CHECK(along());
}

TEST_CASE("backing up and flutter are called, and what a slow bench hides")
{
    job::Job job = probed();
    job::ProbeSet high = job.ports[0].probes[0];
    high.id = "P2";
    job.ports[0].probes[0].lift = lengthFromMm(9);
    job.ports[0].probes[0].benchFlow = VolumeFlow::fromSi(0.075);
    high.benchFlow = VolumeFlow::fromSi(0.0752);
    high.lift = lengthFromMm(12);
    job.ports[0].probes.push_back(high);
    CHECK_FALSE(callNamed(callsOn(job), "backs-up:P2"));
    job.ports[0].probes[1].benchFlow = VolumeFlow::fromSi(0.072);
    auto calls = callsOn(job);
    const calls::Call* backs = callNamed(calls, "backs-up:P2");
    REQUIRE(backs);
    CHECK(backs->severity == calls::Severity::Warning);
    CHECK(told(backs->title).find("9.00 mm") != std::string::npos);
    CHECK(told(backs->text).find("slowly") == std::string::npos);
    job.benches.emplace_back().id = "main";
    job.benches[0].ramp = job::Ramp::Slow;
    job.ports[0].probes[0].bench = job.ports[0].probes[1].bench = "main";
    calls = callsOn(job);
    REQUIRE(callNamed(calls, "backs-up:P2"));
    CHECK(told(callNamed(calls, "backs-up:P2")->text).find("slowly") != std::string::npos);
    CHECK_FALSE(callNamed(calls, "flutter:P2"));
    job.ports[0].probes[1].readings[7].scatter = Speed::fromSi(9);
    calls = callsOn(job);
    REQUIRE(callNamed(calls, "flutter:P2"));
    CHECK(callNamed(calls, "flutter:P2")->severity == calls::Severity::Warning);
    CHECK(callNamed(calls, "flutter:P2")->point == 7);
}

TEST_CASE("sets that do not compare say why, and a bench its leak and its factor")
{
    job::Job job = probed();
    job::ProbeSet other = job.ports[0].probes[0];
    other.id = "P2";
    other.stationS = job.ports[0].stations[4].s;
    job.ports[0].probes.push_back(other);
    job.ports[0].probes[0].setup.bore = lengthFromMm(94);
    job.ports[0].probes[1].setup.bore = lengthFromMm(94);
    CHECK_FALSE(callNamed(callsOn(job), "conditions:P2"));
    job.ports[0].probes[1].setup.bore = lengthFromMm(88);
    auto calls = callsOn(job);
    const calls::Call* conditions = callNamed(calls, "conditions:P2");
    REQUIRE(conditions);
    CHECK(told(conditions->text).find("94.00 mm and 88.00 mm") != std::string::npos);

    job.bench.id = "main";
    job::BenchRecord& bench = job.benches.emplace_back();
    bench.id = "main";
    for (int i = 0; i < 2; ++i)
        bench.plates.push_back({"", {}, {}, {}, VolumeFlow::fromSi(0.0515), VolumeFlow::fromSi(0.05), {}});
    calls = callsOn(job);
    const calls::Call* factor = callNamed(calls, "bench-factor:main");
    REQUIRE(factor);
    CHECK(told(factor->title).find("1.030") != std::string::npos);
    bench.factorIntake = 1.03;
    CHECK_FALSE(callNamed(callsOn(job), "bench-factor:main"));
    CHECK(callNamed(callsOn(job, "E1"), "bench-factor:main"));  // the other side has a factor of its own
    bench.leaks.push_back({"", {}, VolumeFlow::fromSi(0.002), {}});
    CHECK_FALSE(callNamed(callsOn(job), "bench-leak:main"));  // nothing was probed on it
    job.ports[0].probes[0].bench = "main";
    job.ports[0].probes[0].benchFlow = VolumeFlow::fromSi(0.07);
    CHECK(callNamed(callsOn(job), "bench-leak:main"));
    bench.leaks.push_back({"", {}, VolumeFlow::fromSi(0.0001), {}});
    CHECK_FALSE(callNamed(callsOn(job), "bench-leak:main"));
}

TEST_CASE("the bench's first place and the engine's are called where they are two")
{
    const job::Job job = demoJob();
    CHECK_FALSE(callNamed(callsOn(job, "I1"), "ranking"));  // both say the valve
    const auto calls = callsOn(job, "E1");
    const calls::Call* ranking = callNamed(calls, "ranking");
    REQUIRE(ranking);
    CHECK(told(ranking->title).find("the engine says") != std::string::npos);
    CHECK_FALSE(ranking->workings.empty());
    job::Job bare = demoJob();
    bare.ports[*job::findPort(bare, "E1")].probes.clear();
    CHECK_FALSE(callNamed(callsOn(bare, "E1"), "ranking"));  // nothing has been probed
}

TEST_CASE("findings that mean something for the cutting, and all that are a danger, are called")
{
    job::Job job = probed();
    job::Port& port = job.ports[0];
    job::Pin pin;
    pin.id = "N1";
    pin.kind = job::PinKind::Wet;
    port.pins.push_back(pin);
    CHECK_FALSE(callNamed(callsOn(job), "pin:N1"));
    CHECK_FALSE(callNamed(callsOn(job), "string:N1"));
    port.pins[0].kind = job::PinKind::String;
    port.pins[0].lift = lengthFromMm(11);
    REQUIRE(callNamed(callsOn(job), "string:N1"));
    CHECK(told(callNamed(callsOn(job), "string:N1")->text).find("11.00 mm") != std::string::npos);
    port.pins[0].kind = job::PinKind::Wet;
    port.pins[0].asks = job::PinAsks::Cut;
    auto calls = callsOn(job);
    REQUIRE(callNamed(calls, "pin:N1"));
    CHECK(callNamed(calls, "pin:N1")->stage == calls::Stage::Cut);
    port.pins[0].asks = job::PinAsks::Leave;
    calls = callsOn(job);
    CHECK(told(callNamed(calls, "pin:N1")->text).find("no place yet") != std::string::npos);
    port.pins[0].asks.reset();
    port.pins[0].kind = job::PinKind::Crack;
    calls = callsOn(job);
    REQUIRE(callNamed(calls, "pin:N1"));
    CHECK(callNamed(calls, "pin:N1")->severity == calls::Severity::Danger);
    CHECK(told(callNamed(calls, "pin:N1")->text).find("pressure-tested") != std::string::npos);
}
