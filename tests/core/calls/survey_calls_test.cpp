// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "analysis/compare.hpp"
#include "calls/calls.hpp"
#include "units/format.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::calls;
using namespace euryth::engine;

namespace {

job::Station station(double s, double width, double height = 34)
{
    job::Station station;
    const Length r = lengthFromMm(8);
    station.s = lengthFromMm(s);
    station.section.shape = {lengthFromMm(width), lengthFromMm(height), {r, r, r, r}};
    return station;
}

job::Job plainJob()
{
    job::Job job;
    job::Port port;
    port.id = "I1";
    for (int i = 0; i < 7; ++i)
        port.stations.push_back(station(10.0 * i, 36));
    job.ports.push_back(port);
    return job;
}

std::vector<std::string> keysAfter(auto change)
{
    job::Job job = plainJob();
    change(job);
    std::vector<std::string> keys;
    for (const Call& call : callsFor(job, job.ports[0], analyse(job, job.ports[0])))
        keys.push_back(call.key);
    return keys;
}

bool has(const std::vector<std::string>& keys, const std::string& key)
{
    return std::ranges::find(keys, key) != keys.end();
}

}  // namespace

TEST_CASE("a width that stands out from its neighbours is doubted, the neighbours are not")
{
    const auto keys = keysAfter([](job::Job& j) { j.ports[0].stations[3] = station(30, 43); });
    CHECK(has(keys, "outlier-width:30"));
    CHECK_FALSE(has(keys, "outlier-width:20"));
    CHECK_FALSE(has(keys, "outlier-width:40"));
    CHECK_FALSE(has(keysAfter([](job::Job& j) { j.ports[0].stations[3] = station(30, 40); }), "outlier-width:30"));
}

TEST_CASE("an inch value typed as millimetres is recognised")
{
    const auto keys = keysAfter([](job::Job& j) {
        j.ports[0].stations[3] = station(30, 36 / 25.4 + 0.05);
        j.ports[0].stations[3].section.shape.corners = {};
    });
    CHECK(has(keys, "unit-width:30"));
    CHECK_FALSE(has(keys, "outlier-width:30"));
    const auto walls = keysAfter([](job::Job& j) {
        for (auto& s : j.ports[0].stations)
            s.wall.at[2] = lengthFromMm(5);
        j.ports[0].stations[3].wall.at[2] = lengthFromMm(0.2);
    });
    CHECK(has(walls, "unit-wall right:30"));
}

TEST_CASE("a wall thicker than its casting, a seat that runs out, a throat that its cuts do not make")
{
    const auto keys = keysAfter([](job::Job& j) {
        j.castings.push_back({"A", "cast iron", lengthFromMm(9), {}, {}});
        job::Port& port = j.ports[0];
        port.casting = "A";
        port.stations[2].wall.at[0] = lengthFromMm(11);
        port.valve.runOut = lengthFromMm(0.08);
        port.valve.diameter = lengthFromMm(45);
        port.valve.throat = lengthFromMm(39);
        port.valve.seat = {{angleFromDegrees(45), lengthFromMm(1), {}}};
    });
    CHECK(has(keys, "thick-wall roof:20"));
    CHECK(has(keys, "run-out"));
    CHECK(has(keys, "throat-stack"));
}

TEST_CASE("core shift: half the difference of the walls, told with its side")
{
    job::Job job = plainJob();
    for (auto& s : job.ports[0].stations) {
        s.wall.at[geometry::index(geometry::Sector::Left)] = lengthFromMm(4);
        s.wall.at[geometry::index(geometry::Sector::Right)] = lengthFromMm(6);
    }
    const auto analysis = analyse(job, job.ports[0]);
    REQUIRE(analysis.coreShift);
    CHECK(inMm(*analysis.coreShift) == Approx(1));  // thin on the left: the passage sits to the left
    const auto calls = callsFor(job, job.ports[0], analysis);
    const auto call = std::ranges::find(calls, "core-shift", &Call::key);
    REQUIRE(call != calls.end());
    CHECK(units::render(call->title, {}) == "Core shift: 1.00 mm to the left");
    CHECK(analyse(plainJob(), plainJob().ports[0]).coreShift.missing.id() == "missing.side-walls");
}

TEST_CASE("a step at the window: which lip faces the air depends on its way")
{
    job::Job job = plainJob();
    job.ports[0].manifold.width = lengthFromMm(39);
    job.ports[0].manifold.height = lengthFromMm(34);
    const auto step = analyse(job, job.ports[0]).manifoldStep;
    REQUIRE(step);
    CHECK(inMm(step->left) == Approx(-1.5));
    CHECK(inMm(step->floor) == Approx(0).margin(1e-9));
    const auto severity = [&] {
        const auto calls = callsFor(job, job.ports[0], analyse(job, job.ports[0]));
        return std::ranges::find(calls, "step-manifold", &Call::key)->severity;
    };
    CHECK(severity() == Severity::Warning);  // intake: the head's edge stands in the air
    job.ports[0].side = job::Side::Exhaust;
    CHECK(severity() == Severity::Note);
    job.ports[0].manifold.shiftLeft = lengthFromMm(1.5);
    CHECK(inMm(analyse(job, job.ports[0]).manifoldStep->left) == Approx(-3));
}

TEST_CASE("the parts of a sectioned head and an area-only station")
{
    job::Job job = plainJob();
    auto& section = job.ports[0].stations[2].section;
    section.kind = job::SectionKind::AreaOnly;
    section.area = areaFromMm2(600);
    const auto analysis = analyse(job, job.ports[0]);
    CHECK(inMm2(geometry::area(analysis.sections[2])) == Approx(600));
    const geometry::Box box = geometry::boxOf(analysis.sections[2]);
    CHECK(box.width / box.height == Approx(36.0 / 34));  // its neighbours' proportions
    CHECK(inMm2(analysis.areas->smallest().area) == Approx(600));
    const job::Sectioned parts{lengthFromMm(16.2), lengthFromMm(16.6), lengthFromMm(3.2), {}, {}, {}, {}};
    CHECK(inMm(*parts.width()) == Approx(36));
    CHECK_FALSE(parts.height());
}

TEST_CASE("two branches: areas add up at equal s, the flow is shared by valve area")
{
    job::Job job = plainJob();
    job.engine.bore = lengthFromMm(90);
    for (const char* name : {"I1/a", "I1/b"}) {
        job::Port branch;
        branch.id = name;
        branch.parent = "I1";
        for (const double s : {60.0, 70.0, 80.0})
            branch.stations.push_back(station(s, 24, 24));
        branch.valve.diameter = lengthFromMm(name == std::string("I1/a") ? 30 : 40);
        job.ports.push_back(branch);
    }
    const auto common = analyse(job, job.ports[0]);
    const Area one = job::netArea(job.ports[1].stations[0]);
    CHECK(common.areas->end() == lengthFromMm(80));
    CHECK(common.areas->at(lengthFromMm(80)).si() == Approx(2 * one.si()));
    CHECK(flowShare(job, job.ports[1]) == Approx(900.0 / 2500));
    CHECK(flowShare(job, job.ports[0]) == 1.0);
    job.ports[1].valve.diameter.reset();
    CHECK(flowShare(job, job.ports[1]) == Approx(0.5));
}

TEST_CASE("comparing ports: spread, and who is the odd one out")
{
    job::Job job = plainJob();
    for (int i = 2; i <= 4; ++i) {
        job.ports.push_back(job.ports[0]);
        job.ports.back().id = "I" + std::to_string(i);
    }
    job.ports[2].stations[3] = station(30, 38);
    job.ports[3].stations.pop_back();
    std::vector<PortAnalysis> results;
    std::vector<const job::Port*> ports;
    std::vector<const PortAnalysis*> analyses;
    for (const auto& port : job.ports)
        results.push_back(analyse(job, port));
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        ports.push_back(&job.ports[i]);
        analyses.push_back(&results[i]);
    }
    const Comparison comparison = comparePorts(ports, analyses);
    REQUIRE(comparison.places.size() == 7);
    CHECK(comparison.places[3].area.odd == 2);
    CHECK_FALSE(comparison.places[0].area.odd);
    CHECK(*comparison.places[0].area.spread == Approx(0).margin(1e-12));
    CHECK_FALSE(comparison.places[6].area.values[3]);  // not measured there: unknown, not zero
    CHECK_FALSE(comparison.burette.mean);
    CHECK(spreadOf({1.0, 2.0}).odd == std::nullopt);                // of two neither is the odd one
    CHECK(spreadOf({10.0, 10.1, 13.0, 13.1}).odd == std::nullopt);  // two groups by design
    CHECK(spreadOf({10.0, 10.1, std::nullopt, 10.05, 13.1}).odd == 4);
    CHECK(*spreadOf({10.0, 10.0, 12.0}).spread == Approx(2.0 / (32.0 / 3)));
}
