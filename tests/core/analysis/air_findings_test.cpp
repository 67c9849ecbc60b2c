// SPDX-License-Identifier: GPL-3.0-or-later
// What probe sets tell beside each other, what benches and their checks say, and findings pinned to places.
#include <catch2/catch.hpp>

#include <algorithm>

#include "analysis/air_findings.hpp"
#include "analysis/bench_checks.hpp"
#include "analysis/judged_speeds.hpp"
#include "analysis/pins.hpp"
#include "analysis/test_conditions.hpp"
#include "probing/grid.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;

namespace {

const air::AirState kRoom{temperatureFromCelsius(20), absolutePressureFromPa(101325), 0.5};

/// A set of nine at the demo's short side, all of one speed.
job::ProbeSet setAt(const job::Port& port, std::size_t station, const char* id, double lift, double speed)
{
    job::ProbeSet set;
    set.id = id;
    set.stationS = port.stations[station].s;
    set.lift = lengthFromMm(lift);
    set.depression = PressureDifference::fromSi(6974);
    for (const probing::GridPoint& p : probing::nineFields()) {
        job::Reading& reading = set.readings.emplace_back();
        reading.u = p.u;
        reading.v = p.v;
        reading.speed = Speed::fromSi(speed);
    }
    return set;
}

job::Job withSets(const std::vector<job::ProbeSet>& sets)
{
    job::Job job = demoJob();
    job.ports[0].probes = sets;
    return job;
}

std::size_t apexOf(const job::Job& job) { return *analyse(job, job.ports[0]).places.shortSide; }

}  // namespace

TEST_CASE("left and right of the short side are even within three per cent")
{
    job::Job job = demoJob();
    const std::size_t apex = apexOf(job);
    auto set = setAt(job.ports[0], apex, "P9", 12, 60);
    set.readings[6].speed = Speed::fromSi(61.5);  // floor left
    set.readings[8].speed = Speed::fromSi(60.0);  // floor right
    job = withSets({set});
    auto pair = shortSidePair(job.ports[0], analyse(job, job.ports[0]));
    REQUIRE(pair);
    CHECK(pair->left == 6);
    CHECK(pair->right == 8);
    CHECK(pair->difference() == Approx(0.025));
    CHECK(pair->even());
    job.ports[0].probes[0].readings[6].speed = Speed::fromSi(62.0);
    pair = shortSidePair(job.ports[0], analyse(job, job.ports[0]));
    CHECK_FALSE(pair->even());
    job.ports[0].probes[0].readings[8].speed.reset();
    job.ports[0].probes[0].readings[8].impact.reset();
    pair = shortSidePair(job.ports[0], analyse(job, job.ports[0]));
    CHECK_FALSE(pair);  // nothing on the right of the lowest row
}

TEST_CASE("a flow that falls as the lift grows backs up, at one depression, on one bench")
{
    const job::Job demo = demoJob();
    const std::size_t apex = apexOf(demo);
    auto low = setAt(demo.ports[0], apex, "A", 8, 60);
    auto middle = setAt(demo.ports[0], apex, "B", 10, 64);
    auto high = setAt(demo.ports[0], apex, "C", 12, 62);
    high.readings[7].speed = Speed::fromSi(50);
    job::Job job = withSets({low, middle, high});
    auto found = backingUp(job.ports[0], analyse(job, job.ports[0]));
    REQUIRE(found.size() == 1);
    CHECK(found[0].station == apex);
    CHECK(job.ports[0].probes[found[0].most].id == "B");
    CHECK(job.ports[0].probes[found[0].less].id == "C");
    CHECK_FALSE(found[0].byBench);
    CHECK(found[0].point == 7);
    // By the bench's own flow, where all of them have one; brought to one depression.
    for (std::size_t i = 0; i < 3; ++i)
        job.ports[0].probes[i].benchFlow = VolumeFlow::fromSi(0.060 + 0.005 * static_cast<double>(i));
    CHECK(backingUp(job.ports[0], analyse(job, job.ports[0])).empty());
    job.ports[0].probes[2].depression = PressureDifference::fromSi(6974 * 1.3);
    found = backingUp(job.ports[0], analyse(job, job.ports[0]));
    REQUIRE(found.size() == 1);
    CHECK(found[0].byBench);
    CHECK(found[0].lost == Approx(1.0 - 0.070 / std::sqrt(1.3) / 0.065).margin(0.006));
    // Another bench, or another state of the port, is no comparison.
    job.ports[0].probes[1].bench = "a";
    job.ports[0].probes[2].bench = "b";
    CHECK(backingUp(job.ports[0], analyse(job, job.ports[0])).empty());
    job.ports[0].probes[1].bench = "b";
    job.ports[0].probes[2].state = "after cut";
    CHECK(backingUp(job.ports[0], analyse(job, job.ports[0])).empty());
}

TEST_CASE("a port is judged by the sets of its latest state alone")
{
    const job::Job demo = demoJob();
    auto before = setAt(demo.ports[0], 4, "A", 12, 60);
    before.state = "before";
    auto after = setAt(demo.ports[0], 9, "B", 12, 70);
    after.state = "after cut";
    const job::Job job = withSets({before, after});
    CHECK(comparableSets(job.ports[0], analyse(job, job.ports[0])) == std::vector<std::size_t>{1});
}

TEST_CASE("scatter over speed tells flutter, and an unknown one tells nothing")
{
    job::Reading reading;
    CHECK_FALSE(flutterOf(reading, Speed::fromSi(60)));
    reading.scatter = Speed::fromSi(6);
    CHECK(*flutterOf(reading, Speed::fromSi(60)) == Approx(0.1));
    CHECK_FALSE(flutterOf(reading, std::nullopt));
}

TEST_CASE("what keeps two readings from being compared is named, each by itself")
{
    const auto why = [](auto change) {
        job::ProbeSet a;
        job::ProbeSet b;
        a.bench = b.bench = "main";
        a.depression = b.depression = PressureDifference::fromSi(6974);
        a.setup.bore = b.setup.bore = lengthFromMm(94);
        a.setup.entry = b.setup.entry = job::Entry::Clay;
        a.setup.pipe = b.setup.pipe = false;
        a.setup.plug = b.setup.plug = true;
        change(b);
        std::vector<std::string> ids;
        for (const Phrase& phrase : whyNotCompared(conditionsOf(a), conditionsOf(b)))
            ids.emplace_back(phrase.id());
        return ids;
    };
    using Ids = std::vector<std::string>;
    CHECK(why([](auto&) {}).empty());
    CHECK(why([](auto& b) { b.bench = "other"; }) == Ids{"differ.bench"});
    CHECK(why([](auto& b) { b.depression = PressureDifference::fromSi(2490); }) == Ids{"differ.depression"});
    CHECK(why([](auto& b) { b.setup.bore = lengthFromMm(97); }) == Ids{"differ.bore"});
    CHECK(why([](auto& b) { b.setup.entry = job::Entry::None; }) == Ids{"differ.entry"});
    CHECK(why([](auto& b) { b.setup.pipe = true; }) == Ids{"differ.pipe.second"});
    CHECK(why([](auto& b) { b.setup.plug = false; }) == Ids{"differ.plug.first"});
    CHECK(why([](auto& b) { b = {}; }).empty());  // not written down is no difference
}

TEST_CASE("a plate in a pipe is reckoned by the standard, any other by what came with it")
{
    job::PlateCheck check;
    check.plate = lengthFromMm(40);
    check.pipe = lengthFromMm(100);
    check.depression = PressureDifference::fromSi(2500);
    CHECK_FALSE(plateResult(check, kRoom));  // the bench's own reading is missing
    check.read = VolumeFlow::fromSi(0.050);
    const auto byStandard = plateResult(check, kRoom);
    REQUIRE(byStandard);
    CHECK(byStandard->byStandard);
    // 0.61 of the hole, over the root of 1 - b^4: some 0.049 m3/s at 64 m/s.
    CHECK(byStandard->expected.si() == Approx(0.0497).epsilon(0.02));
    CHECK(byStandard->uncertainty == Approx(0.005));
    CHECK(byStandard->factor == Approx(byStandard->expected.si() / 0.050));
    check.pipe.reset();
    CHECK_FALSE(plateResult(check, kRoom));
    check.expected = VolumeFlow::fromSi(0.0505);
    const auto byCard = plateResult(check, kRoom);
    REQUIRE(byCard);
    CHECK_FALSE(byCard->byStandard);
    CHECK(byCard->factor == Approx(1.01));
}

TEST_CASE("plates give a factor with its range, and one alone tells no scatter")
{
    job::BenchRecord bench;
    CHECK_FALSE(factorByPlates(bench, kRoom));
    for (const double factor : {1.00, 1.02, 1.04}) {
        job::PlateCheck& check = bench.plates.emplace_back();
        check.read = VolumeFlow::fromSi(0.05);
        check.expected = VolumeFlow::fromSi(0.05 * factor);
    }
    const auto three = factorByPlates(bench, kRoom);
    REQUIRE(three);
    CHECK(three->factor == Approx(1.02));
    // t(0.975, 2) = 4.303 (a table of Student's t); s = 0.02 over the root of 3.
    REQUIRE(three->uncertainty);
    CHECK(*three->uncertainty == Approx(4.303 * 0.02 / 1.02 / std::sqrt(3.0)).epsilon(1e-3));
    CHECK_FALSE(three->standardOnly);
    bench.plates.resize(1);
    CHECK_FALSE(factorByPlates(bench, kRoom)->uncertainty);
    CHECK_FALSE(leakShare(bench, VolumeFlow::fromSi(0.05)));
    bench.leaks.push_back({"", {}, VolumeFlow::fromSi(0.001), {}});
    bench.leaks.push_back({"", {}, std::nullopt, {}});
    CHECK(*leakShare(bench, VolumeFlow::fromSi(0.05)) == Approx(0.02));
}

TEST_CASE("a bench's factor counts in what the probe is held against")
{
    job::Job job = demoJob();
    const auto off = [&] { return *analyse(job, job.ports[0]).probes[0].flowAgainstBench; };
    job.ports[0].probes[0].bench = "main";
    job.benches.clear();
    const double before = off();
    job.benches.emplace_back().id = "main";
    CHECK(off() == Approx(before));
    job.benches[0].factorIntake = 1.05;
    CHECK(1.0 + off() == Approx((1.0 + before) / 1.05));
    job.benches[0].factorIntake.reset();
    job.benches[0].factorExhaust = 1.05;  // the other side's
    CHECK(off() == Approx(before));
}

TEST_CASE("a finding lies at a station or between two, and forbids a cut there")
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    job::Pin pin;
    pin.id = nextPinId(port);
    CHECK(stationsAt(port, pin).empty());
    pin.s = port.stations[3].s;
    CHECK(stationsAt(port, pin) == std::vector<std::size_t>{3});
    pin.s = (port.stations[3].s + port.stations[4].s) / 2.0;
    CHECK(stationsAt(port, pin) == std::vector<std::size_t>{3, 4});
    pin.s = lengthFromMm(900);
    CHECK(stationsAt(port, pin) == std::vector<std::size_t>{port.stations.size() - 1});
    // The deepest cut of the plan is forbidden by a finding.
    const auto before = analyse(job, port);
    REQUIRE(before.cut);
    std::size_t station = 0;
    geometry::Sector sector{};
    Length most;
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        for (const geometry::Sector s : geometry::kSectors) {
            if (before.cut->depths[i][geometry::index(s)] > most) {
                most = before.cut->depths[i][geometry::index(s)];
                station = i;
                sector = s;
            }
        }
    }
    REQUIRE(most > Length{});
    pin.s = port.stations[station].s;
    pin.sector = sector;
    port.pins.push_back(pin);
    CHECK(analyse(job, port).cut->depths[station][geometry::index(sector)] == most);  // it asks for nothing yet
    port.pins.back().asks = job::PinAsks::Leave;
    const auto after = analyse(job, port);
    CHECK(after.cut->depths[station][geometry::index(sector)] == Length{});
    const auto kept = std::ranges::find_if(
        after.cut->keeps, [&](const cutting::Keep& keep) { return keep.station == station && keep.sector == sector; });
    REQUIRE(kept != after.cut->keeps.end());
    CHECK(kept->hold == cutting::Hold::Finding);
    // Where metal was put on nothing is cut unless somebody asks for it.
    const auto holdOf = [&] {
        const auto analysis = analyse(job, port);
        return cutting::depthBound(analysis.cutProblem->stations[station], sector, {}).hold;
    };
    port.pins.back().kind = job::PinKind::Filled;
    port.pins.back().asks.reset();
    CHECK(holdOf() == cutting::Hold::Filled);
    port.pins.back().asks = job::PinAsks::Cut;
    CHECK(holdOf() == cutting::Hold::None);
    CHECK(nextPinId(port) != pin.id);
}

TEST_CASE("what changes no speed and no cut leaves an analysis as it is")
{
    const job::Job job = demoJob();
    job::Job other = job;
    other.ports[0].probePlan.state = "after cut";
    other.ports[0].pins.emplace_back().id = "N1";
    CHECK(sameAnalysis(job, job.ports[0], other, other.ports[0]));
    other.ports[0].pins[0].asks = job::PinAsks::Leave;
    CHECK_FALSE(sameAnalysis(job, job.ports[0], other, other.ports[0]));
    other = job;
    other.benches.emplace_back().id = "main";
    CHECK_FALSE(sameAnalysis(job, job.ports[0], other, other.ports[0]));
}
