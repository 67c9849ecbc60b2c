// SPDX-License-Identifier: GPL-3.0-or-later
// The calls that have to do with the bench: plates, probe sets from an instrument, the simulator.
#include <catch2/catch.hpp>

#include <algorithm>
#include <filesystem>
#include <thread>

#include "commands/simulate.hpp"
#include "files/job_file.hpp"
#include "support/command_line.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;

namespace {

const std::string kDemo = EURYTH_DEMO_JOB;

}  // namespace

TEST_CASE("plate: flow by ISO 5167-2, and what keeps a plate from being one")
{
    // 28 inH2O over 50 mm in a pipe of 100 mm, corner taps: C 0.60666, expansibility 0.98159 (python3-fluids).
    const auto json = call({"plate", "--plate-mm", "50", "--pipe-mm", "100", "--depression-pa", "6974.49"}).json();
    CHECK(json["discharge_coefficient"].get<double>() == Approx(0.60666).epsilon(1e-5));
    CHECK(json["expansibility"].get<double>() == Approx(0.98159).epsilon(1e-5));
    CHECK(json["mass_flow_kg_s"].get<double>() == Approx(0.1565).epsilon(5e-4));
    const auto warm = call({"plate", "--plate-mm", "50", "--pipe-mm", "100", "--depression-pa", "6974.49", "--taps",
                            "flange", "--temperature-c", "35", "--humidity", "0.5"})
                          .json();
    CHECK(warm["flow_m3_s"].get<double>() > json["flow_m3_s"].get<double>());
    const auto small = call({"plate", "--plate-mm", "5", "--pipe-mm", "100", "--depression-pa", "6974.49"});
    CHECK(small.code == commands::kJobHasErrors);
    CHECK(small.err.find("12.5 mm") != std::string::npos);
    CHECK(call({"plate", "--plate-mm", "wide", "--pipe-mm", "100", "--depression-pa", "1"}).code ==
          commands::kWrongUsage);
    CHECK(call({"plate", "--plate-mm", "50", "--pipe-mm", "100", "--depression-pa", "1", "--taps", "side"}).code ==
          commands::kWrongUsage);
    CHECK(call({"plate", kDemo, "--plate-mm", "50", "--pipe-mm", "100", "--depression-pa", "1"}).code ==
          commands::kWrongUsage);
}

TEST_CASE("probe: a set is taken from a device into a copy of the job")
{
    const TempFolder folder;
    const std::string link = (folder.path() / "bench").string();
    const std::string to = (folder.path() / "probed.euryth.json").string();
    std::ostringstream out;
    std::ostringstream err;
    std::jthread bench([&](const std::stop_token& stop) {
        commands::simulate({kDemo, "--port", "I1", "--seed", "7", "--pty", link, "--clock", "fast"}, out, err, stop);
    });
    for (int i = 0; i < 600 && !std::filesystem::exists(link); ++i)
        std::this_thread::sleep_for(std::chrono::milliseconds(100));
    const Outcome done = call({"probe", kDemo, "--port", "I1", "--station-mm", "80", "--grid", "3x3", "--device",
                               "serial:" + link, "--to", to, "--lift-mm", "12"});
    INFO(done.err);
    REQUIRE(done.code == commands::kDone);
    CHECK(done.json()["points"] == 9);
    CHECK(done.json()["bad_lines"] == 0);
    const auto job = files::loadJob(to);
    REQUIRE(job);
    const auto& set = job->ports[0].probes.back();
    CHECK(set.id == done.json()["id"]);
    CHECK(set.instrument == "Euryth-bench 0001");
    CHECK(inMm(*set.lift) == Approx(12).margin(0.05));
    CHECK(set.depression->si() == Approx(6974).epsilon(0.01));
    REQUIRE(set.readings.size() == 9);
    for (const job::Reading& reading : set.readings) {
        REQUIRE(reading.impact);
        CHECK(*reading.samples >= 10);
        CHECK(*reading.scatter > Speed{});
    }
    // The floor of the short side is the fastest, as in the set that was measured.
    const auto fastest =
        std::ranges::max_element(set.readings, {}, [](const job::Reading& r) { return r.impact->si(); });
    CHECK(fastest->v < 0.0);
    CHECK(call({"traverse", to, "--port", "I1", "--probe", set.id}).code == commands::kDone);
    for (const auto& [option, value] : {std::pair{"--grid", "4x4"}, {"--station-mm", "far"}}) {
        std::vector<std::string> wrong{"probe", kDemo,    "--port", "I1",       "--station-mm",
                                       "80",    "--grid", "3x3",    "--device", "serial:" + link,
                                       "--to",  to};
        *(std::ranges::find(wrong, std::string(option)) + 1) = value;
        CHECK(call(wrong).code == commands::kWrongUsage);
    }
    // A lift that no valve has.
    const Outcome far = call({"probe", kDemo, "--port", "I1", "--station-mm", "80", "--grid", "3x3", "--device",
                              "serial:" + link, "--to", to, "--lift-mm", "60"});
    CHECK(far.code == commands::kWrongUsage);
    CHECK(call({"probe", kDemo, "--port", "I1", "--station-mm", "81.7", "--grid", "3x3", "--device", "serial:" + link,
                "--to", to})
              .code == commands::kJobHasErrors);
    CHECK(call({"probe", kDemo, "--port", "I1", "--station-mm", "80", "--grid", "3x3", "--device", "socket:/nowhere",
                "--to", to})
              .code == commands::kFileTrouble);
}

TEST_CASE("the simulator says what it needs and which faults it knows")
{
    const auto simulated = [](const std::vector<std::string>& arguments) {
        std::ostringstream out;
        std::ostringstream err;
        const int code = commands::simulate(arguments, out, err, {});
        return Outcome{code, out.str(), err.str()};
    };
    CHECK(simulated({"--help"}).code == commands::kDone);
    CHECK(simulated({"--version"}).out.find("euryth-sim ") == 0);
    CHECK(simulated({kDemo}).code == commands::kWrongUsage);
    CHECK(simulated({kDemo, "--port", "I1", "--seed", "1", "--pty", "a", "--listen", "b"}).code ==
          commands::kWrongUsage);
    const auto fault = simulated({kDemo, "--port", "I1", "--seed", "1", "--pty", "a", "--fault", "gremlins"});
    CHECK(fault.code == commands::kWrongUsage);
    CHECK(fault.err.find("dropouts") != std::string::npos);
    CHECK(simulated({kDemo, "--port", "I1", "--seed", "x", "--pty", "a"}).code == commands::kWrongUsage);
    CHECK(simulated({"/nowhere.json", "--port", "I1", "--seed", "1", "--pty", "a"}).code == commands::kFileTrouble);
}
