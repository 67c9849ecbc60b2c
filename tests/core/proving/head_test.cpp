// SPDX-License-Identifier: GPL-3.0-or-later
// What is proved beside the flow of one port: ports alike, seats, chambers, benches, promises, wet flow.
#include <catch2/catch.hpp>

#include <cmath>
#include <numbers>

#include "proving/bench_pairing.hpp"
#include "proving/chambers.hpp"
#include "proving/ports_alike.hpp"
#include "proving/power_shift.hpp"
#include "proving/valve_job.hpp"
#include "proving/wet_flow.hpp"
#include "proving_bench.hpp"

using namespace euryth;
using namespace euryth::proving;

namespace {

/// Four ports alike: the demo's first one again and again, each with a test.
struct Four : ProvingBench {
    explicit Four(const std::vector<double>& shares)
    {
        const job::Port first = job.ports[0];
        job.ports.clear();
        for (std::size_t i = 0; i < shares.size(); ++i) {
            job.ports.push_back(first);
            job.ports[i].id = "I" + std::to_string(i + 1);
            job.ports[i].cylinder = static_cast<int>(i) + 1;
            add(i, "before", {{4, 20 * shares[i]}, {8, 35 * shares[i]}, {12, 42 * shares[i]}});
        }
    }
};

Known<Chambers> chambers(job::Job& job, const std::vector<double>& cc)
{
    job.chambers.clear();
    for (std::size_t i = 0; i < cc.size(); ++i)
        job.chambers.push_back({static_cast<int>(i) + 1, volumeFromCc(cc[i]), "", "before", {}});
    return chambersOf(job);
}

}  // namespace

TEST_CASE("ports alike: the odd one out is found beyond the house's tolerance, and long ports stand by themselves")
{
    Four four({1.00, 1.01, 0.95, 1.00});
    const auto analyses = four.analyses();
    auto alike = alikeOf(four.job, 0, analyses);
    REQUIRE(alike);
    REQUIRE(alike->ports.size() == 4);
    REQUIRE(alike->lifts.size() == 3);
    CHECK(alike->lifts[1].middle->si() == Approx(0.035).epsilon(1e-6));
    CHECK(*alike->flow.spread == Approx(0.06 / 0.99).epsilon(1e-3));
    REQUIRE(alike->oddFlow);
    CHECK(*alike->oddFlow == 2);
    CHECK(alike->oddBy == Approx(-0.05).epsilon(1e-6));
    CHECK(four.call("flow-odd", 2));
    CHECK_FALSE(four.call("flow-odd", 0));
    // What it lacks is against the best one.
    const auto bring = toBring(four.job, *alike, analyses);
    REQUIRE(bring.size() == 1);
    CHECK(bring[0].member == 2);
    CHECK(bring[0].lacks == Approx(1.01 / 0.95 - 1).epsilon(1e-6));
    REQUIRE(bring[0].promised);
    CHECK(*bring[0].promised > 0.0);
    CHECK(bring[0].metal->si() > 0.0);
    // The house decides what is odd.
    four.job.house.alikeFlow = 0.06;
    CHECK_FALSE(alikeOf(four.job, 0, analyses)->oddFlow);
    CHECK_FALSE(four.call("flow-odd", 2));
    CHECK(toBring(four.job, *alikeOf(four.job, 0, analyses), analyses).size() == 1);
    // A test with another adapter is left out, be it the first one's, and why is said.
    four.job.house.alikeFlow = 0.02;
    for (std::size_t i = 0; i < 4; ++i)
        four.job.ports[i].flow[0].setup.bore = lengthFromMm(i == 0 ? 90 : 94);
    alike = alikeOf(four.job, 0, analyses);
    CHECK(alike->whyNot[0].front().id() == "differ.bore");
    CHECK(*alike->oddFlow == 2);
    for (std::size_t i = 0; i < 4; ++i)
        four.job.ports[i].flow[0].setup.bore.reset();
    four.job.ports[0].flow[0].setup.bore = lengthFromMm(94);
    four.job.ports[2].flow[0].setup.bore = lengthFromMm(90);
    alike = alikeOf(four.job, 0, analyses);
    CHECK_FALSE(alike->oddFlow);
    CHECK(alike->whyNot[2].front().id() == "differ.bore");
    four.job.ports[2].reach = job::Reach::Long;
    CHECK(alikeOf(four.job, 0, analyses)->ports.size() == 3);
    CHECK_FALSE(alikeOf(four.job, 2, analyses));
    CHECK(portsAlike(four.job, analyses).size() == 1);
}

TEST_CASE("chambers: what to take out of each, the skim behind it by hand, and the last measurement counts")
{
    ProvingBench bench;
    bench.job.engine.bore = lengthFromMm(90);
    auto found = chambers(bench.job, {45.0, 44.2, 45.4, 45.2});
    REQUIRE(found);
    CHECK(inCc(found->spread()) == Approx(1.2));
    CHECK_FALSE(found->alike);
    CHECK(inCc(found->now[1].take) == Approx(1.2));
    CHECK(inCc(found->now[2].take) == Approx(0.0).margin(1e-9));
    CHECK(found->skim.missing.id() == "missing.wanted-chamber");
    bench.job.engine.wantedChamber = volumeFromCc(43.0);
    found = chambersOf(bench.job);
    REQUIRE(found->skim);
    CHECK(inMm(found->skim->depth) == Approx(2400 / (std::numbers::pi / 4 * 90 * 90)).epsilon(1e-6));
    // 44.2 cc: compression by hand with gasket, deck and piston of nothing.
    bench.job.engine.stroke = lengthFromMm(80);
    bench.job.engine.gasketBore = lengthFromMm(91);
    bench.job.engine.gasketThickness = Length{};
    bench.job.engine.deckClearance = Length{};
    bench.job.engine.pistonDish = Volume{};
    const double swept = std::numbers::pi / 4 * 9 * 9 * 8;
    found = chambersOf(bench.job);
    CHECK(*found->ratioHigh == Approx((swept + 44.2) / 44.2).epsilon(1e-6));
    CHECK(*found->skim->ratio == Approx((swept + 43) / 43).epsilon(1e-6));
    bench.job.engine.wantedChamber = volumeFromCc(46.0);
    CHECK(chambersOf(bench.job)->skim.missing.id() == "skim.none");
    // Measured again after the work: the earlier one is kept beside it.
    bench.job.chambers.push_back({2, volumeFromCc(45.3), "", "after", {}});
    found = chambersOf(bench.job);
    CHECK(found->alike);
    REQUIRE(found->now.size() == 4);
    CHECK(found->now[1].before == std::vector<std::size_t>{1});
    CHECK(inCc(found->now[1].volume) == Approx(45.3));
    CHECK(job::presentChambers(bench.job) == std::vector<std::size_t>{0, 2, 3, 4});
    // A row that waits for its number changes nothing.
    bench.job.chambers.push_back({3, std::nullopt, "", "after", {}});
    CHECK(inCc(chambersOf(bench.job)->now[2].volume) == Approx(45.4));
    CHECK_FALSE(chambers(bench.job, {45.0}));
}

TEST_CASE("chambers that differ are called at the smallest one's intake port, and not once they are alike")
{
    Four four({1, 1, 1, 1});
    REQUIRE(chambers(four.job, {45.0, 44.0, 45.2, 45.1}));
    CHECK(four.call("chambers", 1));
    CHECK_FALSE(four.call("chambers", 0));
    four.job.house.alikeChamber = volumeFromCc(1.2);
    CHECK_FALSE(four.call("chambers", 1));
}

TEST_CASE("a valve job is judged item by item against the house")
{
    ProvingBench bench;
    job::Valve& valve = bench.port().valve;
    valve.diameter = lengthFromMm(40);
    valve.edgeInset = lengthFromMm(0.25);
    valve.seat = {{angleFromDegrees(30), lengthFromMm(0.8), {}},
                  {angleFromDegrees(45), bench.job.house.intakeSeatWidth, {}},
                  {angleFromDegrees(60), lengthFromMm(1.0), {}}};
    valve.runOut = lengthFromMm(0.03);
    valve.band = lengthFromMm(0.9);
    bench.port().leakTests = {{"2026-02-01", "alcohol", {}, 300.0, job::Tight::Dry, "", {}, {}}};
    const auto verdict = [&](SeatItem item) {
        return seatChecks(bench.job, bench.port())[static_cast<std::size_t>(item)].verdict;
    };
    for (const SeatItem item : kSeatItems)
        CHECK(verdict(item) == SeatVerdict::Good);
    valve.seat[1].width = lengthFromMm(1.4);
    valve.seat[1].angle = angleFromDegrees(47);
    valve.edgeInset = lengthFromMm(0.02);
    valve.runOut = lengthFromMm(0.06);
    valve.band = lengthFromMm(0.5);
    bench.port().leakTests.push_back({"2026-02-02", "alcohol", {}, 300.0, job::Tight::Weeps, "", {}, {}});
    for (const SeatItem item : kSeatItems)
        CHECK(verdict(item) == SeatVerdict::Off);
    CHECK(bench.call("run-out"));
    bench.job.house.runOutLimit = lengthFromMm(0.08);
    CHECK(verdict(SeatItem::RunOut) == SeatVerdict::Good);
    CHECK_FALSE(bench.call("run-out"));
    valve.runOut.reset();
    valve.seat.clear();
    CHECK(verdict(SeatItem::RunOut) == SeatVerdict::Unknown);
    CHECK(verdict(SeatItem::Width) == SeatVerdict::Unknown);
}

TEST_CASE("a valve that weeps is called until it has been tested dry")
{
    ProvingBench bench;
    CHECK_FALSE(sealOf(bench.port()));
    auto& tests = bench.port().leakTests;
    tests.push_back({"2026-02-01", "alcohol", {}, 300.0, job::Tight::Weeps, "at the plug's side", {}, {}});
    CHECK(bench.call("valve-leaks")->severity == calls::Severity::Warning);
    tests.back().relapped = true;
    CHECK(sealOf(bench.port())->relapped);
    CHECK(bench.call("valve-leaks")->severity == calls::Severity::Note);
    tests.push_back({"2026-02-02", "alcohol", {}, {}, std::nullopt, "", {}, {}});  // begun, nothing seen yet
    CHECK_FALSE(sealOf(bench.port())->tight);
    tests.back().result = job::Tight::Dry;
    CHECK(sealOf(bench.port())->mended);
    CHECK_FALSE(bench.call("valve-leaks"));
}

TEST_CASE("two benches: factor and scatter of one head by hand, kept, and carried by the tests of that bench")
{
    ProvingBench bench;
    auto& main = bench.job.benches.emplace_back();
    main.id = "main";
    main.factorIntake = 1.02;
    bench.add(0, "before", {{4, 20}, {8, 35}, {12, 42}});
    bench.add(0, "before", {{4, 20 / 0.95}, {8, 35 / 0.96}, {12, 42 / 0.97}}, "other");
    bench.port().flow[1].setup.bore = lengthFromMm(100);  // its own adapter
    auto pairings = benchPairings(bench.job, bench.analyses());
    REQUIRE(pairings.size() == 1);
    const BenchPairing& pairing = pairings[0];
    CHECK(pairing.trusted == "main");
    CHECK(pairing.other == "other");
    CHECK(pairing.lifts == 3);
    CHECK(pairing.factor == Approx(0.96 * 1.02).epsilon(1e-6));
    CHECK(pairing.deviation == Approx(0.01 * 1.02).epsilon(1e-4));
    // Student's t of two degrees of freedom is 4.303.
    CHECK(*pairing.uncertainty == Approx(4.303 * 0.01 / std::sqrt(3.0) / 0.96).epsilon(1e-3));
    CHECK(bench.sums(1).doubt() == Approx(kBenchesDiffer));  // nobody knows its factor yet
    auto& other = bench.job.benches.emplace_back();
    other.id = "other";
    other.factorIntake = pairing.factor;
    other.pairs.push_back(written(pairing));
    CHECK(bench.sums(1).factorKnown);
    CHECK(*bench.sums(1).factorUncertainty == Approx(*pairing.uncertainty));
    CHECK(bench.sums(1).doubt() == Approx(*pairing.uncertainty));
    // Its own factor is left out when it is found anew.
    CHECK(benchPairings(bench.job, bench.analyses())[0].factor == Approx(pairing.factor).epsilon(1e-6));
    // Another state, or another set-up, is no pair.
    bench.port().flow[1].setup.plug = true;
    bench.port().flow[0].setup.plug = false;
    CHECK(benchPairings(bench.job, bench.analyses()).empty());
    bench.port().flow[1].setup.plug.reset();
    bench.port().flow[1].state = "after";
    CHECK(benchPairings(bench.job, bench.analyses()).empty());
}

TEST_CASE("a promise is the test times what the cuts do, and what it was off is carried by the next")
{
    ProvingBench bench;
    bench.add(0, "before", {{4, 20}, {8, 35}, {12, 42}});
    const auto record = promiseRecord(bench.job, bench.analyses());
    CHECK(record.errors.empty());
    CHECK(record.range == Approx(kPromised));
    const auto promise = promiseOf(bench.job, bench.port(), bench.analysis(), record);
    REQUIRE(promise);
    REQUIRE(promise->lifts.size() == 3);
    CHECK(promise->gain > 0.0);
    for (const PromiseAt& at : promise->lifts)
        CHECK(at.after >= at.before * 0.999);
    CHECK(promise->lifts[2].after / promise->lifts[2].before > promise->lifts[0].after / promise->lifts[0].before);

    bench.port().promises.push_back(written(bench.port(), *promise, "2026-03-01"));
    CHECK(bench.port().promises[0].from == "T1");
    CHECK(promisesKept(bench.job, bench.port(), bench.analysis()).empty());
    // Half as much came as was promised.
    std::vector<std::pair<double, double>> came;
    double promised = 0.0;
    double measured = 0.0;
    for (const PromiseAt& at : promise->lifts) {
        const double flow = (at.before.si() + at.after.si()) / 2;
        came.emplace_back(inMm(at.lift), flow * 1e3);
        promised += at.after.si();
        measured += flow;
    }
    bench.add(0, "after cut", came);
    const auto kept = promisesKept(bench.job, bench.port(), bench.analysis());
    REQUIRE(kept.size() == 1);
    CHECK(kept[0].test == 1);
    CHECK(kept[0].mean == Approx(measured / promised - 1).epsilon(1e-6));
    CHECK(promiseRecord(bench.job, bench.analyses()).mean == Approx(kept[0].mean));
    // Far less than promised is called, and widens the range.
    for (auto& point : bench.port().flow[1].points)
        point.flow = *point.flow * 0.93;
    CHECK(bench.call("flow-promise:T2"));
    CHECK(promiseRecord(bench.job, bench.analyses()).range > 0.06);
    // Without cuts there is none.
    analysis::PortAnalysis none = bench.analysis();
    none.cut->cuts.clear();
    CHECK(promiseOf(bench.job, bench.port(), none, record).missing.id() == "missing.any-cut");
}

TEST_CASE("wet flow: a streak is found again at its place, narrower, gone or new")
{
    ProvingBench bench;
    auto& pins = bench.port().pins;
    pins.clear();
    CHECK_FALSE(wetFlowOf(bench.port()));
    const auto pin = [&](const char* id, const char* state, double s, double width, geometry::Sector sector) {
        job::Pin& p = pins.emplace_back();
        p.id = id;
        p.kind = job::PinKind::Wet;
        p.state = state;
        p.s = lengthFromMm(s);
        p.width = lengthFromMm(width);
        p.sector = sector;
    };
    pin("N1", "before", 80, 12, geometry::Sector::Floor);
    pin("N2", "before", 40, 6, geometry::Sector::Left);
    CHECK_FALSE(wetFlowOf(bench.port()));  // all of one state
    pin("N3", "after cut", 84, 7, geometry::Sector::Floor);
    pin("N4", "after cut", 60, 5, geometry::Sector::Roof);
    const auto flow = wetFlowOf(bench.port());
    REQUIRE(flow);
    REQUIRE(flow->pairs.size() == 3);
    CHECK(flow->firstState == "before");
    CHECK(inMm(*flow->pairs[0].grew) == Approx(-5));
    CHECK_FALSE(flow->pairs[1].after);
    CHECK_FALSE(flow->pairs[2].before);
    pins[2].sector = geometry::Sector::Left;
    CHECK(wetFlowOf(bench.port())->pairs.size() == 4);
}

TEST_CASE("a port that flows more moves the band up by the filling model, and the same port does not")
{
    ProvingBench bench;
    bench.add(0, "before", {{2, 12}, {4, 24}, {6, 34}, {8, 41}, {10, 45}, {12, 47}});
    bench.add(0, "after", {{2, 12}, {4, 24}, {6, 34}, {8, 41}, {10, 45}, {12, 47}});
    const auto same = powerShift(bench.job, bench.port(), bench.analysis(), 0, 1);
    REQUIRE(same);
    CHECK(same->to.si() == Approx(same->from.si()).epsilon(2e-3));
    CHECK(same->fillingAfter == Approx(same->fillingBefore));
    for (auto& point : bench.port().flow[1].points)
        point.flow = *point.flow * 1.06;
    const auto more = powerShift(bench.job, bench.port(), bench.analysis(), 0, 1);
    REQUIRE(more);
    CHECK(more->to > more->from * 1.02);
    CHECK(more->to < more->from * 1.10);
    CHECK(more->fillingAfter > more->fillingBefore);
    std::stop_source stopped;
    stopped.request_stop();
    CHECK_FALSE(powerShift(bench.job, bench.port(), bench.analysis(), 0, 1, stopped.get_token()));
    bench.job.engine.peakRpm.reset();
    CHECK_FALSE(powerShift(bench.job, bench.port(), bench.analysis(), 0, 1));
}

TEST_CASE("litres typed where CFM were read are told, and air faster than sound in the throat cannot be")
{
    ProvingBench bench;
    bench.add(0, "before", {{4, 26}, {8, 60}});
    REQUIRE_FALSE(bench.sums(0).points[1].impossible);
    for (auto& point : bench.port().flow[0].points)
        point.flow = *point.flow / 0.4719474;  // the number of CFM, taken as litres
    const FlowSums sums = bench.sums(0);
    CHECK(sums.points[1].impossible);
    CHECK(sums.points[1].looksLikeCfm);
    CHECK(bench.call("flow-impossible"));
    for (auto& point : bench.port().flow[0].points)
        point.flow = *point.flow * 20.0;
    CHECK_FALSE(bench.sums(0).points[1].looksLikeCfm);
    // Without seat and stem the throat alone tells it.
    bench.port().valve.seat.clear();
    bench.port().valve.throat = lengthFromMm(30);
    CHECK(bench.sums(0).points[1].impossible);
}
