// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <sys/wait.h>
#include <unistd.h>

#include <fstream>
#include <sstream>

#include <nlohmann/json.hpp>

#include "files/job_file.hpp"
#include "job/usual.hpp"
#include "support/command_line.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;

namespace {

const std::string kDemo = EURYTH_DEMO_JOB;

/// A file of the demo with I1 measured alone.
const std::string& oneMeasured()
{
    static const TempFolder folder;
    static const std::string path = [] {
        std::string to = (folder.path() / "one.euryth.json").string();
        std::ofstream(to) << files::jobText(demoOneMeasured());
        return to;
    }();
    return path;
}

}  // namespace

TEST_CASE("areas: sections, length, volume, smallest, findings")
{
    const Outcome done = call({"areas", kDemo, "--port", "I1"});
    REQUIRE(done.code == commands::kDone);
    CHECK(done.err.empty());
    const auto json = done.json();
    REQUIRE(json["stations"].size() == 13);
    const auto& pinch = json["stations"][4];
    CHECK(pinch["s_mm"] == 36);
    CHECK(pinch["area_mm2"].get<double>() == Approx(30.8 * 33.8 - (1 - std::acos(-1.0) / 4) * 4 * 121));
    CHECK(pinch["net_area_mm2"] == pinch["area_mm2"]);
    CHECK(json["stations"][9]["net_area_mm2"].get<double>() ==
          Approx(json["stations"][9]["area_mm2"].get<double>() - 36));
    CHECK(pinch["hydraulic_diameter_mm"].get<double>() ==
          Approx(4 * pinch["area_mm2"].get<double>() / pinch["perimeter_mm"].get<double>()));
    CHECK(json["length_mm"] == 104);
    CHECK(json["volume_cc"].get<double>() == Approx(113.9).margin(0.1));
    CHECK(json["min_area"]["s_mm"] == 36);
    CHECK(json["findings"][0]["kind"] == "pinch");
}

TEST_CASE("traverse: mean, flow, uniformity and verdicts")
{
    const auto json = call({"traverse", kDemo, "--port", "I1", "--probe", "P2"}).json();
    // The readings' own mean is 604.4 / 9; next to the wall it is slower.
    CHECK(json["mean_m_s"].get<double>() < 604.4 / 9);
    CHECK(json["mean_m_s"].get<double>() > 0.93 * 604.4 / 9);
    CHECK(json["flow_m3_s"].get<double>() == Approx(json["mean_m_s"].get<double>() * 1170.5e-6).epsilon(1e-3));
    REQUIRE(json["points"].size() == 9);
    CHECK(json["points"][7]["verdict"] == "fast");
    CHECK(json["points"][0]["verdict"] == "slow");
    CHECK(json["points"][4]["verdict"] == "even");
    CHECK(call({"traverse", kDemo, "--port", "I1", "--probe", "P3"}).json()["points"][8]["verdict"] == "dead");
}

TEST_CASE("cut: cuts, places to keep, before and after")
{
    const auto json = call({"cut", kDemo, "--port", "I1"}).json();
    REQUIRE(json["cuts"].size() >= 3);
    for (const auto& cut : json["cuts"]) {
        CHECK(cut["wall_left_mm"].get<double>() >= 2.1 - 1e-6);
        CHECK(cut["max_depth_mm"].get<double>() <= 2.5);
        CHECK_FALSE(cut["why"].get<std::string>().empty());
    }
    const bool pinchKept = std::ranges::any_of(json["keep"], [](const auto& keep) {
        return keep["s_mm"] == 36 && keep["sector"] == "right" &&
               keep["why"].template get<std::string>().find("Hands off") == 0;
    });
    CHECK(pinchKept);
    CHECK(json["after"]["area_miss_percent"] < json["before"]["area_miss_percent"]);
    CHECK(json["after"]["volume_cc"] > json["before"]["volume_cc"]);
    CHECK(json["after"]["highest_ratio"] < json["before"]["highest_ratio"]);
    // How each is made, what it is worth, and the port solved anew.
    CHECK(json["cuts"][0]["element"] == "short-side");
    for (const auto& cut : json["cuts"]) {
        CHECK(cut["how"]["passes"].size() >= 1);
        CHECK(cut["how"]["calipers"].size() == cut["stations_mm"].size());
        CHECK(cut["worth"]["turn"].get<int>() >= 1);
    }
    const auto& solved = json["solved"];
    CHECK(solved["after"]["highest_ratio"] < solved["before"]["highest_ratio"]);
    CHECK(solved["harms"] == false);
    CHECK(solved["flow_m3_s"]["after"] > solved["flow_m3_s"]["before"]);
    CHECK(solved["after"]["first_on_engine"].is_string());
    CHECK(json["gauge_first"].size() >= 1);
}

TEST_CASE("tidy writes the canonical file")
{
    const TempFolder folder;
    const std::string to = folder.path() / "tidy job.json";
    const Outcome done = call({"tidy", kDemo, "--to", to});
    CHECK(done.code == commands::kDone);
    CHECK(done.out.empty());
    CHECK(*files::loadJob(to) == demoJob());
    CHECK(call({"tidy", kDemo, "--to", folder.path() / "no" / "x.json"}).code == commands::kFileTrouble);
}

TEST_CASE("check lists findings with exit 0, errors with exit 1, nothing for nothing")
{
    const Outcome findings = call({"check", kDemo});
    CHECK(findings.code == commands::kDone);
    CHECK(findings.out.find("ports/I1/stations/4: Wall 2.40 mm at the pinch, right: hands off.") != std::string::npos);

    const TempFolder folder;
    const auto write = [&](const std::string& text) {
        std::ofstream(folder.path() / "job.json") << text;
        return (folder.path() / "job.json").string();
    };
    const Outcome none = call({"check", write(R"({"format": "euryth-job", "version": 1})")});
    CHECK(none.code == commands::kDone);
    CHECK(none.out.empty());

    job::Job bad = demoJob();
    bad.ports[0].stations[3].section.shape.width = lengthFromMm(-2);
    const std::string badFile = write(files::jobText(bad));
    const Outcome errors = call({"check", badFile});
    CHECK(errors.code == commands::kJobHasErrors);
    CHECK(errors.out == "ports/I1/stations/3/section/width_mm: must be over 0, is -2 mm\n");
    const Outcome areas = call({"areas", badFile, "--port", "I1"});
    CHECK(areas.code == commands::kJobHasErrors);
    CHECK(areas.out.empty());
    CHECK(areas.err == errors.out);
}

TEST_CASE("wrong usage is told with the right one, and prints no result")
{
    struct Row {
        std::vector<std::string> arguments;
        int code;
        std::string says;
    };
    const std::vector<Row> rows{
        {{}, commands::kWrongUsage, "which call?"},
        {{"fly"}, commands::kWrongUsage, "there is no call \"fly\""},
        {{"areas"}, commands::kWrongUsage, "the job file is missing"},
        {{"areas", kDemo}, commands::kWrongUsage, "--port is missing"},
        {{"areas", kDemo, "--port", "X9"}, commands::kWrongUsage, "it has I1, E1, I2, E2"},
        {{"areas", kDemo, "--port", "I1", "--to", "x"}, commands::kWrongUsage, "takes no --to"},
        {{"areas", kDemo, "--prt", "I1"}, commands::kWrongUsage, "--prt"},
        {{"traverse", kDemo, "--port", "I1", "--probe", "P9"}, commands::kWrongUsage, "it has P1, P2, P3"},
        {{"areas", "/nowhere.json", "--port", "I1"}, commands::kFileTrouble, "cannot be opened"},
        {{"check", "/nowhere.json"}, commands::kFileTrouble, "cannot be opened"},
        {{"cut", oneMeasured(), "--port", "E1"},
         commands::kJobHasErrors,
         "no cut plan without at least two measured stations"},
    };
    for (const Row& row : rows) {
        const Outcome outcome = call(row.arguments);
        CAPTURE(outcome.err);
        CHECK(outcome.code == row.code);
        CHECK(outcome.out.empty());
        CHECK(outcome.err.find(row.says) != std::string::npos);
    }
}

TEST_CASE("calls that are not built yet say so with exit code 2, whatever follows them")
{
    for (const char* name : {"bench"}) {
        const Outcome outcome = call({name, kDemo, "--port", "I1", "--lift-mm", "1,2"});
        CHECK(outcome.code == commands::kWrongUsage);
        CHECK(outcome.out.empty());
        CHECK(outcome.err == "\"" + std::string(name) + "\" is not built yet in this version\n");
    }
}

TEST_CASE("seat: the stack of the demo port")
{
    const Outcome outcome = call({"seat", kDemo, "--port", "I1"});
    REQUIRE(outcome.code == commands::kDone);
    const auto json = nlohmann::json::parse(outcome.out);
    // 45 - 2 x 0.25 - 2 (1.1 cos 45 + 1.3 cos 60 + 1.6 cos 70), the 30 degree top cut lying outside.
    CHECK(json["throat_mm"].get<double>() == Approx(40.549901).epsilon(1e-6));
    CHECK(json["throat_percent"].get<double>() == Approx(90.11089).epsilon(1e-6));
    CHECK(json["scriber_setting_mm"].get<double>() == Approx(40.549901 / 2 - 3.5).epsilon(1e-6));
    CHECK(json["stack_depth_mm"].get<double>() == Approx(3.407159).epsilon(1e-6));
    CHECK(json["scribe_depth_mm"].get<double>() == Approx(0.9));  // the house's distance, below the seat's inner edge
    CHECK(json["cuts"].size() == 4);
    const Outcome unknown = call({"seat", oneMeasured(), "--port", "E2"});
    CHECK(unknown.code == commands::kJobHasErrors);
    CHECK(unknown.err.find("ports/E2/valve: missing") == 0);
}

TEST_CASE("opening: three stages of the demo port, and lifts that cannot be read")
{
    const Outcome outcome = call({"opening", kDemo, "--port", "I1", "--lift-mm", "0,1,5,20"});
    REQUIRE(outcome.code == commands::kDone);
    const auto json = nlohmann::json::parse(outcome.out);
    CHECK(json["points"][0]["area_mm2"].get<double>() == 0);
    CHECK(json["points"][1]["stage"] == 1);
    CHECK(json["points"][2]["stage"] == 2);
    CHECK(json["points"][3]["stage"] == 3);
    CHECK(json["points"][3]["area_mm2"] == json["throat_area_mm2"]);
    for (const char* bad : {"one", "1,,2", "-1", "1,", "99", ""}) {
        const Outcome refused = call({"opening", kDemo, "--port", "I1", "--lift-mm", bad});
        CHECK(refused.code == commands::kWrongUsage);
        CHECK(refused.err.find("lift-mm") != std::string::npos);
    }
}

TEST_CASE("engine: the demo port at two speeds, and speeds that cannot be read")
{
    const auto at = [](const char* rpm) {
        const Outcome outcome = call({"engine", kDemo, "--port", "I1", "--rpm", rpm});
        REQUIRE(outcome.code == commands::kDone);
        return nlohmann::json::parse(outcome.out);
    };
    const auto slow = at("3500");
    const auto fast = at("7000");
    CHECK(fast["mach_index"].get<double>() == Approx(2 * slow["mach_index"].get<double>()).epsilon(1e-6));
    CHECK(fast["peak_depression_pa"].get<double>() > slow["peak_depression_pa"].get<double>());
    CHECK(fast["volumetric_efficiency"].get<double>() < slow["volumetric_efficiency"].get<double>());
    CHECK(fast["stations"].size() == 13);
    CHECK(fast["stations"][4]["peak_mach"].get<double>() > fast["stations"][0]["peak_mach"].get<double>());
    CHECK(fast["choked_share"] == 0);
    for (const char* bad : {"fast", "-1", "0", "1e9", ""})
        CHECK(call({"engine", kDemo, "--port", "I1", "--rpm", bad}).code == commands::kWrongUsage);
    CHECK(call({"engine", oneMeasured(), "--port", "I2", "--rpm", "7000"}).code == commands::kJobHasErrors);
    CHECK(call({"engine", oneMeasured(), "--port", "E1", "--rpm", "7000"}).err.find("two measured stations") !=
          std::string::npos);
}

TEST_CASE("areas of a port with branches: the sum and each branch")
{
    job::Job job = demoJob();
    const job::Port common = job.ports[0];
    std::vector<job::Port> ports{common};
    ports[0].valve = {};
    ports[0].stations.resize(8);
    ports[0].probes.clear();
    for (const char* name : {"I1/a", "I1/b"}) {
        job::Port branch = common;
        branch.id = name;
        branch.parent = "I1";
        branch.stations.erase(branch.stations.begin(), branch.stations.begin() + 8);
        branch.probes.clear();
        branch.accepted.clear();
        ports.push_back(branch);
    }
    job.ports = ports;
    const TempFolder folder;
    const std::string path = (folder.path() / "two valves.euryth.json").string();
    REQUIRE(files::saveText(path, files::jobText(job)));
    const Outcome whole = call({"areas", path, "--port", "I1"});
    REQUIRE(whole.code == commands::kDone);
    const auto json = nlohmann::json::parse(whole.out);
    CHECK(json["stations"].size() == 8);
    CHECK(json["branches"].size() == 2);
    CHECK(json["branches"][1]["id"] == "b");
    const double one = json["branches"][0]["stations"][0]["net_area_mm2"];
    CHECK(json["sum"][8]["net_area_mm2"].get<double>() == Approx(2 * one));
    CHECK(json["length_mm"] == 104);
    CHECK(call({"areas", path, "--port", "I1/b"}).code == commands::kDone);
    CHECK(call({"areas", path, "--port", "I1/c"}).err.find("I1, I1/a, I1/b") != std::string::npos);
    CHECK(call({"seat", path, "--port", "I1"}).code == commands::kJobHasErrors);
}

TEST_CASE("help and version")
{
    CHECK(call({"--help"}).out.find("euryth-cli cut JOB --port I1") != std::string::npos);
    CHECK(call({"--version"}).out.find("euryth-cli ") == 0);
    CHECK(call({"help"}).out.find("cli.") == std::string::npos);  // every call is told in words
}

TEST_CASE("field and short-side: the demo port's air, with the place where it is asked")
{
    const TempFolder folder;
    const std::string points = (folder.path() / "points.csv").string();
    std::ofstream(points) << "x_mm,y_mm,z_mm\n35.65,0,-5.01\n35.65,500,0\n77.43,0,-16.73\n";
    const Outcome field = call({"field", kDemo, "--port", "I1", "--flow-m3s", "0.0823", "--points", points});
    REQUIRE(field.code == commands::kDone);
    std::istringstream lines(field.out);
    std::vector<std::string> rows;
    for (std::string line; std::getline(lines, line);)
        rows.push_back(line);
    REQUIRE(rows.size() == 4);
    CHECK(rows[0] == "x_mm,y_mm,z_mm,speed_m_s,mach");
    // In the middle of the straight pinch the air runs at about its section's mean.
    const double speed = std::stod(rows[1].substr(rows[1].find("-5.01,") + 6));
    CHECK(speed == Approx(0.0823 / 936.9e-6).epsilon(0.05));
    CHECK(rows[2] == "35.65,500.0,0.0,,");  // outside is unknown, not zero

    const Outcome side = call({"short-side", kDemo, "--port", "I1", "--flow-m3s", "0.0823"});
    REQUIRE(side.code == commands::kDone);
    const auto json = nlohmann::json::parse(side.out);
    CHECK(json["peak_speed_m_s"].get<double>() > 0.0823 / 1171e-6);
    CHECK(json["h_max"].get<double>() > 1.2);
    CHECK(json["lifts_off"].is_boolean());

    CHECK(call({"field", kDemo, "--port", "I1", "--flow-m3s", "-1", "--points", points}).code == commands::kWrongUsage);
    CHECK(call({"field", kDemo, "--port", "I1", "--flow-m3s", "0.1", "--points", "/nowhere"}).code ==
          commands::kFileTrouble);
    std::ofstream(points) << "1,2,3\n4,five,6\n";
    const Outcome bad = call({"field", kDemo, "--port", "I1", "--flow-m3s", "0.1", "--points", points});
    CHECK(bad.code == commands::kJobHasErrors);
    CHECK(bad.err.find("row 2, column B") != std::string::npos);
    const Outcome unmeasured = call({"short-side", oneMeasured(), "--port", "E1", "--flow-m3s", "0.1"});
    CHECK(unmeasured.code == commands::kJobHasErrors);
    CHECK(unmeasured.err.find("two measured stations") != std::string::npos);
}

TEST_CASE("viscous refuses what is wrong before it runs anything")
{
    const TempFolder folder;
    const std::string points = (folder.path() / "p.csv").string();
    std::ofstream(points) << "1,2,3\n";
    const auto viscous = [&](const char* port, const char* flow, const char* quality, const std::string& at) {
        return call(
            {"viscous", oneMeasured(), "--port", port, "--flow-m3s", flow, "--quality", quality, "--points", at});
    };
    const Outcome quality = viscous("I1", "0.08", "finest", points);
    CHECK(quality.code == commands::kWrongUsage);
    CHECK(quality.err.find("coarse, normal or fine") != std::string::npos);
    CHECK(viscous("I1", "0", "coarse", points).code == commands::kWrongUsage);
    CHECK(viscous("I1", "0.08", "coarse", "/nowhere").code == commands::kFileTrouble);
    CHECK(viscous("E1", "0.08", "coarse", points).code == commands::kJobHasErrors);
}

TEST_CASE("export writes what the ending says, and only that")
{
    const TempFolder folder;
    for (const char* ending : {"pdf", "svg", "dxf", "csv", "stl", "vtk", "step", "iges"}) {
        const std::string path = (folder.path() / (std::string("x.") + ending)).string();
        CHECK(call({"export", kDemo, "--port", "I1", "--to", path}).code == commands::kDone);
        CHECK(std::filesystem::file_size(path) > 500);
    }
    const std::string mesh = (folder.path() / "y.vtk").string();
    CHECK(call({"export", kDemo, "--port", "I1", "--to", mesh, "--flow-m3s", "0.1"}).code == commands::kDone);
    CHECK(call({"export", kDemo, "--port", "I1", "--to", mesh, "--flow-m3s", "much"}).code == commands::kWrongUsage);
    CHECK(call({"export", oneMeasured(), "--port", "E1", "--to", mesh}).code == commands::kJobHasErrors);
    const auto flowCase = folder.path() / "y.case";
    CHECK(call({"export", kDemo, "--port", "I1", "--to", flowCase.string()}).code == commands::kDone);
    CHECK(std::filesystem::exists(flowCase / "constant" / "polyMesh" / "faces"));
    CHECK(call({"export", kDemo, "--port", "I1", "--to", "/proc/nowhere.case"}).code == commands::kFileTrouble);
    CHECK(call({"export", kDemo, "--port", "I1", "--to", "x.png"}).code == commands::kWrongUsage);
    CHECK(call({"export", oneMeasured(), "--port", "E1", "--to", (folder.path() / "e.pdf").string()}).code ==
          commands::kJobHasErrors);
    CHECK(call({"export", kDemo, "--port", "I1", "--to", "/nowhere/x.pdf"}).code == commands::kFileTrouble);
}

TEST_CASE("export of a solid: the runner or a section of it, and what is wrong with the wish")
{
    const TempFolder folder;
    const auto solid = [&](const char* name, const std::vector<std::string>& more) {
        const std::string path = (folder.path() / name).string();
        std::vector<std::string> arguments{"export", kDemo, "--port", "I1", "--to", path};
        arguments.insert(arguments.end(), more.begin(), more.end());
        const Outcome outcome = call(arguments);
        CHECK(outcome.out.empty());  // the library's own talk goes nowhere
        return outcome.code == commands::kDone ? std::filesystem::file_size(path) : 0u;
    };
    const auto whole = solid("whole.step", {});
    const auto runner = solid("runner.step", {"--part", "runner"});
    const auto section = solid("section.step", {"--part", "section", "--station-mm", "36"});
    CHECK(whole > runner);
    CHECK(runner > section);
    CHECK(section > 1000);
    CHECK(call({"export", kDemo, "--port", "I1", "--to", "x.step", "--part", "half"}).code == commands::kWrongUsage);
    CHECK(call({"export", kDemo, "--port", "I1", "--to", "x.step", "--part", "section", "--station-mm", "500"}).code ==
          commands::kJobHasErrors);
}

TEST_CASE("tables of a job are written as CSV, and as nothing else")
{
    const TempFolder folder;
    for (const char* table : {"hours", "flow", "probes"}) {
        const auto path = folder.path() / (std::string(table) + ".csv");
        CHECK(call({"export", EURYTH_DEMO_FOUR, "--sheet", table, "--to", path.string()}).code == commands::kDone);
        CHECK(std::filesystem::file_size(path) > 20);
    }
    CHECK(call({"export", EURYTH_DEMO_FOUR, "--sheet", "probes", "--to", "x.pdf"}).code == commands::kWrongUsage);
}

TEST_CASE("what is not known says why, what cannot be is refused, and a place that is no number too")
{
    // A port without probe sets: no speed ratio is known, and the reason stands beside it.
    auto job = demoJob();
    job.ports[0].probes.clear();
    const TempFolder folder;
    const std::string path = folder.path() / "quiet.euryth.json";
    std::ofstream(path) << files::jobText(job);
    const auto cut = nlohmann::json::parse(call({"cut", path, "--port", "I1"}).out);
    CHECK(cut["before"]["highest_ratio"].is_null());
    CHECK(cut["before"]["highest_ratio_missing"].get<std::string>().find("probe set") != std::string::npos);
    const auto engine = nlohmann::json::parse(call({"engine", path, "--port", "I1", "--rpm", "7000"}).out);
    CHECK((engine["chokes_from_rpm"].is_number() || engine.contains("chokes_from_rpm_missing")));
    CHECK(engine["full_lift"]["bench"]["runner_loss_pa"].get<double>() > 100);

    const Outcome fast = call({"short-side", kDemo, "--port", "I1", "--flow-m3s", "10"});
    CHECK(fast.code == commands::kJobHasErrors);
    CHECK(fast.err.find("speed of sound") != std::string::npos);
    const std::string places = folder.path() / "places.csv";
    std::ofstream(places) << "x_mm,y_mm,z_mm\n10,0,nan\n";
    const Outcome nowhere = call({"field", kDemo, "--port", "I1", "--flow-m3s", "0.07", "--points", places});
    CHECK(nowhere.code == commands::kJobHasErrors);
    CHECK(nowhere.err.find("a number in mm is wanted") != std::string::npos);
    CHECK(call({"areas", kDemo, "--port", "I1", "--stop-after", "-1"}).code == commands::kWrongUsage);
    CHECK(call({"areas", kDemo, "--port", "I1", "--stop-after", "100"}).code == commands::kDone);
}

TEST_CASE("a call whose time is over ends the process with its own exit code")
{
    const pid_t child = fork();
    REQUIRE(child >= 0);
    if (child == 0) {
        // A field takes some tenths of a second, this many of them minutes.
        for (int i = 0; i < 200; ++i)
            (void)call({"short-side", kDemo, "--port", "I1", "--flow-m3s", "0.07", "--stop-after", "0.01"});
        _exit(0);
    }
    int status = 0;
    REQUIRE(waitpid(child, &status, 0) == child);
    REQUIRE(WIFEXITED(status));
    CHECK(WEXITSTATUS(status) == commands::kFileTrouble);
}

TEST_CASE("places that lie far apart for their distances are told instead of meshed")
{
    auto job = demoJob();
    for (std::size_t i = 0; i < job.ports[0].stations.size(); ++i) {
        auto& pose = job.ports[0].stations[i].pose;
        pose = {lengthFromMm(i == 5 ? 1900 : 9.0 * static_cast<double>(i)), Length{}, Length{}, Angle{}, Angle{}, {}};
    }
    const TempFolder folder;
    const std::string path = folder.path() / "far.euryth.json";
    std::ofstream(path) << files::jobText(job);
    const Outcome far = call({"short-side", path, "--port", "I1", "--flow-m3s", "0.07"});
    CHECK(far.code == commands::kJobHasErrors);
    CHECK(far.err.find("fit the distances along the runner") != std::string::npos);
}

TEST_CASE("an exhaust port goes the whole way: engine, short side and cuts")
{
    const Outcome engine = call({"engine", EURYTH_DEMO_FOUR, "--port", "E1", "--rpm", "7400"});
    REQUIRE(engine.code == commands::kDone);
    const auto run = nlohmann::json::parse(engine.out);
    CHECK(run["other_side"] == "I1");
    CHECK(run["residual_share"].get<double>() > 0.01);
    CHECK(run["exhaust"]["pumping_pa"].get<double>() > 0);
    CHECK(run["exhaust"]["choked_share"].get<double>() > run["exhaust"]["choked_while_driven"].get<double>());
    REQUIRE(run["stations"].size() == 12);
    // In the order of the air: from the valve to the window.
    CHECK(run["stations"][0]["s_mm"].get<double>() == Approx(86));
    CHECK(run["stations"][11]["s_mm"].get<double>() == Approx(0).margin(1e-9));
    REQUIRE(run["over_crank"].size() > 10);
    CHECK(run["over_crank"][3]["mach"].size() == 12);
    const Outcome side = call({"short-side", EURYTH_DEMO_FOUR, "--port", "E1", "--flow-m3s", "0.05"});
    REQUIRE(side.code == commands::kDone);
    const auto verdict = nlohmann::json::parse(side.out);
    CHECK(verdict["severity"].get<double>() >= 0);
    CHECK(verdict["severity"].get<double>() <= 1);
    CHECK(verdict["expected_dead_share_uncertainty"].get<double>() > 0);
    const Outcome cut = call({"cut", EURYTH_DEMO_FOUR, "--port", "E1"});
    REQUIRE(cut.code == commands::kDone);
    CHECK(nlohmann::json::parse(cut.out)["before"]["area_miss_percent"].is_number());
    // The intake of the same cylinder knows of it.
    const auto intake = nlohmann::json::parse(call({"engine", EURYTH_DEMO_FOUR, "--port", "I1", "--rpm", "7400"}).out);
    CHECK(intake["other_side"] == "E1");
    CHECK(intake["residual_share"].get<double>() == Approx(run["residual_share"].get<double>()));
}

TEST_CASE("areas and seat tell what is joined, the valves in the bore and what is assumed")
{
    const auto joined = call({"areas", kDemo, "--port", "I2"}).json()["joined"];
    REQUIRE(joined["places"].size() == 5);  // the flange's opening and four places
    CHECK(joined["length_mm"] == 160);
    CHECK(joined["places"][0]["s_mm"] == 0);
    CHECK(joined["places"][2]["depth_mm"].get<double>() > 0.3);
    CHECK(joined["places"][2]["wanted_area_mm2"].get<double>() > joined["places"][2]["area_mm2"].get<double>());
    CHECK(joined["mouth_loss"].get<double>() > 0.1);
    CHECK(call({"areas", kDemo, "--port", "E2"}).json()["joined"]["mouth_loss"].is_null());
    CHECK_FALSE(call({"areas", kDemo, "--port", "I1"}).json().contains("joined"));
    const auto seat = call({"seat", EURYTH_DEMO_SINGLE, "--port", "I1/a"}).json();
    CHECK(seat["layout"]["valves"].size() == 4);
    CHECK(seat["layout"]["facing"][0] == nlohmann::json{{"intake", "I1/a"}, {"exhaust", "E1/b"}});
    CHECK(seat["layout"]["lopsided"].get<double>() > 0.02);
    CHECK(seat["assumed"].empty());
    TempFolder folder;
    job::Job job = demoJob();
    job.ports[0].valve.pilot.reset();
    job::takeUsual(job, &job.ports[0].valve.pilot);
    const std::string path = (folder.path() / "assumed.euryth.json").string();
    std::ofstream(path) << files::jobText(job);
    for (const char* which : {"areas", "seat", "cut"}) {
        const auto told = call({which, path, "--port", "I1"}).json();
        REQUIRE(told["assumed"].size() == 1);
        CHECK(told["assumed"][0].get<std::string>().find("Pilot 7.03 mm") != std::string::npos);
    }
}
