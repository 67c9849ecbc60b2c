// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "calls/calls.hpp"
#include "cut_work/how.hpp"
#include "plans/house_change.hpp"
#include "support/demo.hpp"
#include "support/words.hpp"
#include "units/format.hpp"

using namespace euryth;

namespace {

/// Checks that a phrase is a whole text: each id known, each argument of its pattern given.
void checkWhole(const Phrase& phrase)
{
    const auto& english = words::Catalogue::english();
    for (const std::string& id : idsIn(phrase)) {
        CAPTURE(id);
        CHECK(english.has(id));
    }
    const std::string text = units::render(phrase, {});
    CAPTURE(text);
    CHECK(text.find_first_of("{}") == std::string::npos);
    CHECK(text.find("⟨") == std::string::npos);
}

void checkHow(const cut_work::CutHow& how)
{
    for (const Phrase* said : {&how.way, &how.lubricant, &how.checks})
        checkWhole(*said);
    for (const auto& pass : how.passes) {
        checkWhole(pass.name);
        checkWhole(pass.tool);
    }
}

void checkCalls(const job::Job& job)
{
    for (const job::Port& port : job.ports) {
        const auto analysis = analysis::analyse(job, port);
        for (const Phrase* missing : {&analysis.demand.missing, &analysis.areas.missing, &analysis.cutProblem.missing})
            checkWhole(*missing);
        if (analysis.cut) {
            for (std::size_t i = 0; i < analysis.cut->cuts.size(); ++i) {
                const cutting::Cut& cut = analysis.cut->cuts[i];
                checkWhole(cut.why);
                checkWhole(nameOf(cut.element));
                checkHow(cut_work::howTo(job, port, analysis, i));
            }
            for (const auto& keep : analysis.cut->keeps)
                checkWhole(keep.why);
        }
        for (const calls::Call& call : calls::callsFor(job, port, analysis)) {
            CAPTURE(call.key);
            checkWhole(call.title);
            checkWhole(call.text);
            for (const Phrase& working : call.workings)
                checkWhole(working);
        }
    }
}

/// The demo with everything wrong that calls can be about.
job::Job troubled()
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    port.volume = volumeFromCc(180);
    job::Pin pin;
    pin.id = "N1";
    pin.kind = job::PinKind::Crack;
    pin.asks = job::PinAsks::Leave;
    pin.text = "across the floor";
    port.pins.push_back(pin);
    job.bench.id = port.probes[0].bench = "main";
    job::BenchRecord& bench = job.benches.emplace_back();
    bench.id = "main";
    bench.ramp = job::Ramp::Slow;
    bench.plates.push_back({"", {}, {}, {}, VolumeFlow::fromSi(0.06), VolumeFlow::fromSi(0.05), {}});
    bench.leaks.push_back({"", {}, VolumeFlow::fromSi(0.01), {}});
    port.probes[0].setup = {lengthFromMm(94), job::Entry::Clay, true, true, {}};
    port.probes[1].setup = {lengthFromMm(90), job::Entry::Radius, false, false, {}};
    port.probes[1].readings[0].scatter = Speed::fromSi(20);
    port.valve.throat = lengthFromMm(43);
    port.valve.runOut = lengthFromMm(0.2);
    port.shortSide.radius = lengthFromMm(40);
    port.planEnd.valve = lengthFromMm(53);
    port.planEnd.shortRadius = lengthFromMm(60);
    port.stations[2].plan.area = areaFromMm2(1900);
    port.stations[5].plan.area = areaFromMm2(3000);
    port.stations[6].section.shape.width = lengthFromMm(1.4);
    port.stations[6].section.shape.corners = {};
    port.probes[0].benchFlow = volumeFlowFromM3s(0.060);
    port.probes[1].readings[0].speed.reset();
    port.manifold.width = lengthFromMm(30);
    port.manifold.height = lengthFromMm(28);
    port.manifold.radius = lengthFromMm(8);
    return job;
}

}  // namespace

TEST_CASE("every sentence about the demos is whole")
{
    checkCalls(demoJob());
    checkCalls(demoFour());
    checkCalls(troubled());
    checkCalls({});
    job::Job empty = demoJob();
    empty.ports[0].stations.clear();
    empty.ports[0].probes.clear();
    checkCalls(empty);
}

TEST_CASE("what another house would change is told in whole sentences")
{
    const job::Job job = demoJob();
    job::House other;
    other.limitingMach = 0.4;
    other.intakeThroat = {0.80, 0.82};
    other.exhaustThroat = {0.80, 0.82};
    other.leastWall = lengthFromMm(1);
    other.seatAngle = angleFromDegrees(30);
    other.thinWall = job::ThinWall::Weld;
    other.liftWeight = job::LiftWeight::HighLifts;
    other.intakeFinish = job::Finish::Polished;
    for (const auto& change : plans::compareHouses(job, job.ports[0], other)) {
        checkWhole(change.rule);
        checkWhole(change.from);
        checkWhole(change.to);
        checkWhole(change.effect);
        checkWhole(change.why);
    }
}

TEST_CASE("words of every kind are in the catalogue")
{
    for (const geometry::Sector s : geometry::kSectors)
        checkWhole(nameOf(s));
    for (int i = 0; i <= static_cast<int>(units::Kind::Count); ++i)
        checkWhole(units::nameOf(static_cast<units::Kind>(i)));
    for (int i = 0; i < 4; ++i)
        checkWhole(nameOf(static_cast<probing::Verdict>(i)));
    for (const double u : {-0.6, 0.0, 0.6}) {
        for (const double v : {-0.6, 0.0, 0.6})
            checkWhole(analysis::pointName({u, v}));
    }
}
