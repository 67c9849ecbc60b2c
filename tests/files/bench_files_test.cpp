// SPDX-License-Identifier: GPL-3.0-or-later
// Benches, set-ups, the plan for probing and findings, read from files that are right and files that are not.
#include <catch2/catch.hpp>

#include "files/job_file.hpp"
#include "job/mirror.hpp"
#include "support/told.hpp"

using namespace euryth;

namespace {

std::string jobWith(const std::string& benches, const std::string& inPort)
{
    return R"({"format": "euryth-job", "version": 1, "bench": {"id": "main"}, "benches": [)" + benches +
           R"(], "ports": [{"id": "I1", "side": "intake", )" + inPort + R"("stations": []}]})";
}

const std::string kBench =
    R"({"id": "main", "ramp": "fast", "factor": {"intake": 1.012, "exhaust": 0.991, "odd": 1},
        "setup": {"bore_mm": 94, "entry": "radius", "pipe": false, "plug": true},
        "plates": [{"when": "2026-01-30", "plate_mm": 40, "pipe_mm": null, "depression_pa": 6974.49,
                    "expected_m3_s": 0.081, "read_m3_s": 0.08}],
        "leaks": [{"when": "2026-01-30", "depression_pa": 6974.49, "read_m3_s": 0}]})";
const std::string kPort =
    R"("probes": [{"id": "P1", "state": "before", "bench": "main", "note": "cold", "setup": {"plug": false},
                   "readings": [{"u": 0, "v": 0, "speed_m_s": 60, "note": "twice"}]}],
       "flow": [{"id": "F1", "state": "after", "bench": "main", "setup": {"entry": "clay"}, "points": []}],
       "probe_plan": {"grid": "5x5", "state": "before", "places": [{"station_s_mm": 36}], "lifts": [{"lift_mm": 12}]},
       "pins": [{"id": "N1", "kind": "wet", "s_mm": 80, "sector": "floor_left", "lift_mm": 12, "width_mm": 4,
                 "asks": "leave", "state": "before", "text": "a streak", "photo": null}], )";

std::string errorOf(const std::string& text)
{
    const auto job = files::parseJob(text);
    return job ? "no error" : told(job.error().lines());
}

}  // namespace

TEST_CASE("a bench with its checks, its set-up, a plan and findings come back as they were")
{
    const auto job = files::parseJob(jobWith(kBench, kPort));
    REQUIRE(job);
    REQUIRE(job->benches.size() == 1);
    const job::BenchRecord& bench = job->benches[0];
    CHECK(bench.ramp == job::Ramp::Fast);
    CHECK(*bench.factorIntake == 1.012);
    CHECK(bench.setup.entry == job::Entry::Radius);
    CHECK(bench.setup.pipe == false);
    CHECK(bench.setup.plug == true);
    CHECK(bench.plates[0].plate == lengthFromMm(40));
    CHECK_FALSE(bench.plates[0].pipe);
    CHECK(bench.leaks[0].read == VolumeFlow{});  // nothing was read, which is known
    const job::Port& port = job->ports[0];
    CHECK(port.probes[0].note == "cold");
    CHECK(port.probes[0].readings[0].note == "twice");
    CHECK_FALSE(port.probes[0].setup.pipe);
    CHECK(port.flow[0].setup.entry == job::Entry::Clay);
    CHECK(port.probePlan.grid == "5x5");
    REQUIRE(port.pins.size() == 1);
    CHECK(port.pins[0].sector == geometry::Sector::FloorLeft);
    CHECK(port.pins[0].asks == job::PinAsks::Leave);
    const std::string written = files::jobText(*job);
    CHECK(written.find("\"odd\"") != std::string::npos);
    const auto again = files::parseJob(written);
    REQUIRE(again);
    CHECK(*again == *job);
    CHECK(files::jobText(*again) == written);
}

TEST_CASE("what a bench or a finding cannot be is refused with its place")
{
    const auto with = [](std::string text, const std::string& from, const std::string& to) {
        const auto at = text.find(from);
        REQUIRE(at != std::string::npos);
        return text.replace(at, from.size(), to);
    };
    const auto badBench = [&](const std::string& from, const std::string& to) {
        return errorOf(jobWith(with(kBench, from, to), kPort));
    };
    const auto badPort = [&](const std::string& from, const std::string& to) {
        return errorOf(jobWith(kBench, with(kPort, from, to)));
    };
    CHECK(badBench("\"plug\": true", "\"plug\": 1").find("benches/main/setup/plug: must be true or false") !=
          std::string::npos);
    CHECK(badBench("\"fast\"", "\"quick\"").find("must be one of") != std::string::npos);
    CHECK(badBench("1.012", "3").find("benches/main/factor/intake") != std::string::npos);
    CHECK(badBench("\"plate_mm\": 40", "\"plate_mm\": -4").find("benches/main/plates/0/plate_mm") != std::string::npos);
    CHECK(badPort("\"wet\"", "\"damp\"").find("ports/I1/pins/N1/kind") != std::string::npos);
    CHECK(badPort("\"floor_left\"", "\"below\"").find("ports/I1/pins/N1/sector") != std::string::npos);
    CHECK(badPort("\"id\": \"N1\"", "\"id\": \"\"").find("ports/I1/pins") != std::string::npos);
    CHECK(badPort("\"station_s_mm\": 36", "\"station_s_mm\": -36").find("probe_plan/places/0") != std::string::npos);
    CHECK(errorOf(jobWith(kBench + "," + kBench, kPort)).find("benches/main/id") != std::string::npos);
    std::string lifts;
    for (int i = 0; i < 101; ++i)
        lifts += std::string(i > 0 ? "," : "") + "{\"lift_mm\": 3}";
    CHECK(badPort("{\"lift_mm\": 12}", lifts).find("probe_plan/lifts") != std::string::npos);
}

TEST_CASE("a mirrored port has its findings on the other side")
{
    auto job = files::parseJob(jobWith(kBench, kPort));
    REQUIRE(job);
    job::mirror(job->ports[0]);
    CHECK(job->ports[0].pins[0].sector == geometry::Sector::FloorRight);
    CHECK(job->ports[0].probes[0].setup.plug == false);
}
