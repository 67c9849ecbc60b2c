// SPDX-License-Identifier: GPL-3.0-or-later
// What a survey holds beside plain sections, read from files that are right and files that are not.
#include <catch2/catch.hpp>

#include "files/job_file.hpp"
#include "support/told.hpp"

using namespace euryth;

namespace {

const std::string kCorners = R"("corner_mm": {"roof_left": 8, "roof_right": 8, "floor_right": 8, "floor_left": 8})";
const std::string kSection = R"({"shape": "rounded-rectangle", "width_mm": 36, "height_mm": 34, )" + kCorners + "}";

/// A job of one port, with more keys for job, port and second station.
std::string jobWith(const std::string& inJob, const std::string& inPort, const std::string& second = {})
{
    return R"({"format": "euryth-job", "version": 1)" + (inJob.empty() ? "" : ", " + inJob) +
           R"(, "ports": [{"id": "I1", "side": "intake")" + (inPort.empty() ? "" : ", " + inPort) +
           R"(, "stations": [{"s_mm": 0, "section": )" + kSection + "}, " +
           (second.empty() ? R"({"s_mm": 20, "section": )" + kSection + "}" : second) + "]}]}";
}

std::string stationWith(const std::string& section, const std::string& more = {})
{
    return R"({"s_mm": 20, "section": )" + section + (more.empty() ? "" : ", " + more) + "}";
}

std::string errorOf(const std::string& text)
{
    const auto job = files::parseJob(text);
    return job ? "no error" : told(job.error().lines());
}

}  // namespace

TEST_CASE("the smallest job of this test is sound")
{
    CHECK(errorOf(jobWith("", "")) == "no error");
    const auto job = files::parseJob(jobWith("", ""));
    REQUIRE(job);
    CHECK(job->ports[0].stations[1].wall.at[0] == std::nullopt);
    CHECK(job->gauge.correction() == 1.0);
}

TEST_CASE("survey records: what is right is read, what is wrong is told with its place")
{
    struct Row {
        std::string what;
        std::string text;
        std::string error;  ///< a piece of it; empty where the text is right
    };
    const std::string second = "ports/I1/stations/1/";
    const std::vector<Row> rows{
        {"outline",
         jobWith("", "", stationWith(R"({"shape": "outline", "points_mm": [[10, 10], [-10, 10], [0, -12]]})")), ""},
        {"outline, integers and floats",
         jobWith("", "", stationWith(R"({"shape": "outline", "points_mm": [[1e1, 10.5], [-10, 10], [0, -12]]})")), ""},
        {"outline, triple",
         jobWith("", "", stationWith(R"({"shape": "outline", "points_mm": [[1, 2, 3], [-10, 10], [0, -12]]})")),
         second + "section/points_mm/0: must be two numbers"},
        {"outline, text", jobWith("", "", stationWith(R"({"shape": "outline", "points_mm": "round"})")),
         second + "section/points_mm: must be a list of pairs"},
        {"outline, null", jobWith("", "", stationWith(R"({"shape": "outline", "points_mm": null})")),
         second + "section/points_mm: is missing"},
        {"outline, two points",
         jobWith("", "", stationWith(R"({"shape": "outline", "points_mm": [[1, 2], [-10, 10]]})")),
         second + "section/points_mm: must have at least 3 points, has 2"},
        {"outline, crossing",
         jobWith("", "",
                 stationWith(R"({"shape": "outline", "points_mm": [[10, 10], [-10, -10], [10, -10], [-10, 10]]})")),
         second + "section/points_mm: must not cross itself"},
        {"outline, far off",
         jobWith("", "", stationWith(R"({"shape": "outline", "points_mm": [[5000, 10], [-10, 10], [0, -12]]})")),
         second + "section/points_mm/0: must be at most 1000"},
        {"area", jobWith("", "", stationWith(R"({"shape": "area", "area_mm2": 950})")), ""},
        {"area of nothing", jobWith("", "", stationWith(R"({"shape": "area", "area_mm2": 0})")),
         second + "section/area_mm2: must be over 0"},
        {"area, no number", jobWith("", "", stationWith(R"({"shape": "area"})")),
         second + "section/area_mm2: is missing; a number in mm2"},
        {"area filled by the boss",
         jobWith("", "",
                 stationWith(R"({"shape": "area", "area_mm2": 90})", R"("boss": {"width_mm": 10, "height_mm": 10})")),
         second + "boss: must leave some of the section open"},
        {"stem", jobWith("", "", stationWith(kSection, R"("stem": {"width_mm": 7, "length_mm": 20})")), ""},
        {"stem, negative", jobWith("", "", stationWith(kSection, R"("stem": {"width_mm": -7})")),
         second + "stem/width_mm: must be at least 0"},
        {"sectioned",
         jobWith("", "",
                 stationWith(R"({"shape": "rounded-rectangle", "width_mm": 36, "height_mm": 34, )" + kCorners +
                             R"(, "sectioned": {"left_mm": 16.4, "kerf_across_mm": 3.2, "right_mm": 16.4}})")),
         ""},
        {"sectioned, half known",
         jobWith("", "",
                 stationWith(R"({"shape": "rounded-rectangle", "width_mm": 36, "height_mm": 34, )" + kCorners +
                             R"(, "sectioned": {"left_mm": 16.4}})")),
         ""},
        {"sectioned, wrong sum",
         jobWith("", "",
                 stationWith(R"({"shape": "rounded-rectangle", "width_mm": 36, "height_mm": 34, )" + kCorners +
                             R"(, "sectioned": {"roof_mm": 16, "kerf_up_mm": 3.2, "floor_mm": 16}})")),
         second + "section/height_mm: must be the sum of the parts and the kerf, 35.2 mm; is 34 mm"},
        {"unrepairable", jobWith("", "", stationWith(kSection, R"("unrepairable": ["roof", "floor_left"])")), ""},
        {"unrepairable, no such place", jobWith("", "", stationWith(kSection, R"("unrepairable": ["ceiling"])")),
         "may hold \"roof\""},
        {"castings", jobWith(R"("castings": [{"id": "A", "thickest_wall_mm": 12}])", R"("casting": "A")"), ""},
        {"casting without id", jobWith(R"("castings": [{"material": "iron"}])", ""), "castings/0/id: is missing"},
        {"casting twice", jobWith(R"("castings": [{"id": "A"}, {"id": "A"}])", ""), "castings/A/id: must be used once"},
        {"no such casting", jobWith("", R"("casting": "B")"), "ports/I1/casting: must be the id of one"},
        {"chambers",
         jobWith(R"("chambers": [{"cylinder": 1, "volume_cc": 45.5}, {"cylinder": 2, "volume_cc": null}])", ""), ""},
        {"chamber, negative", jobWith(R"("chambers": [{"cylinder": 1, "volume_cc": -4}])", ""),
         "chambers/0/volume_cc: must be over 0"},
        {"chamber, half a cylinder", jobWith(R"("chambers": [{"cylinder": 1.5}])", ""),
         "chambers/0/cylinder: must be a whole number"},
        {"closing", jobWith(R"("engine": {"closing": {"gasket_bore_mm": 96, "deck_mm": -0.2, "piston_cc": -4}})", ""),
         ""},
        {"closing, a list", jobWith(R"("engine": {"closing": [1]})", ""), "engine/closing: must be a record"},
        {"gauge", jobWith(R"("wall_gauge": {"block_mm": 10, "block_reading_mm": 10.1})", ""), ""},
        {"gauge, nothing read", jobWith(R"("wall_gauge": {"block_reading_mm": 0})", ""),
         "wall_gauge/block_reading_mm: must be over 0"},
        {"manifold",
         jobWith("", R"("manifold": {"width_mm": 37, "height_mm": 35, "radius_mm": 9, "shift_up_mm": -0.3})"), ""},
        {"gasket, radius too large", jobWith("", R"("gasket": {"width_mm": 37, "height_mm": 30, "radius_mm": 16})"),
         "ports/I1/gasket/radius_mm: must be at most half the shorter side, 15 mm; is 16 mm"},
        {"runner", jobWith("", R"("runner": {"straight_mm": 40, "turn_deg": 75})"), ""},
        {"runner, no turn", jobWith("", R"("runner": {"turn_deg": 0})"), "ports/I1/runner/turn_deg: must be over 0"},
        {"photo", jobWith("", R"("photos": [{"file": "I1.photos/window.jpg"}])"), ""},
        {"photo without file", jobWith("", R"("photos": [{"note": "window"}])"), "ports/I1/photos/0/file: is missing"},
        {"valve, stem thicker than the throat", jobWith("", R"("valve": {"throat_mm": 30, "stem_mm": 31})"),
         "ports/I1/valve/stem_mm: must be under the throat's diameter, 30 mm"},
        {"valve, seat wider than the valve",
         jobWith("", R"("valve": {"diameter_mm": 30, "seat": [{"angle_deg": 10, "width_mm": 20}]})"),
         "ports/I1/valve/seat: must leave an opening"},
        {"seat cut not measured",
         jobWith("", R"("valve": {"diameter_mm": 30, "seat": [{"angle_deg": 45, "width_mm": null}]})"), ""},
    };
    for (const Row& row : rows) {
        INFO(row.what);
        const std::string error = errorOf(row.text);
        INFO(error);
        CHECK((row.error.empty() ? error == "no error" : error.find(row.error) != std::string::npos));
        if (!row.error.empty())
            continue;
        const std::string saved = files::jobText(*files::parseJob(row.text));
        CHECK(files::jobText(*files::parseJob(saved)) == saved);
    }
}

TEST_CASE("branches: read in order, named after their port, and refused where they do not fit")
{
    const std::string station = R"({"s_mm": 20, "section": )" + kSection + "}";
    const auto branch = [&](const std::string& id, const std::string& more) {
        return "{" + (id.empty() ? "" : R"("id": ")" + id + R"(", )") + R"("stations": [)" + station +
               R"(, {"s_mm": 40, "section": )" + kSection + "}]" + more + "}";
    };
    const auto with = [&](const std::string& branches) {
        return jobWith("", R"("cylinder": 2, "branches": [)" + branches + "]");
    };
    const auto job = files::parseJob(with(branch("a", R"(, "valve": {"diameter_mm": 32})") + ", " + branch("b", "")));
    REQUIRE(job);
    REQUIRE(job->ports.size() == 3);
    CHECK(job->ports[1].id == "I1/a");
    CHECK(job->ports[1].cylinder == 2);
    CHECK(inMm(*job->ports[1].valve.diameter) == Approx(32));
    CHECK(job->ports[2].id == "I1/b");
    CHECK(job::branchesOf(*job, job->ports[0]).size() == 2);
    CHECK(job::branchName(job->ports[2]) == "b");
    CHECK(errorOf(with(branch("", ""))).find("ports/I1/branches/0/id: is missing") != std::string::npos);
    CHECK(errorOf(with(branch("a", "") + ", " + branch("a", ""))).find("must be used once") != std::string::npos);
    CHECK(errorOf(with(branch("a/b", ""))).find("a name without /") != std::string::npos);
    CHECK(errorOf(with(R"("a")")).find("ports/I1/branches/0: must be a record") != std::string::npos);
    CHECK(errorOf(jobWith("", R"("branches": 3)")).find("ports/I1/branches: must be a list") != std::string::npos);
    CHECK(errorOf(with(branch("a", R"(, "valve": {"diameter_mm": -1})")))
              .find("ports/I1/branches/a/valve/diameter_mm: must be over 0") != std::string::npos);
    const std::string early = R"({"id": "a", "stations": [{"s_mm": 10, "section": )" + kSection + "}]}";
    CHECK(errorOf(with(early)).find("ports/I1/branches/a/stations/0/s_mm: must count on from the common runner") !=
          std::string::npos);
}

TEST_CASE("unknown keys survive in every new record")
{
    const std::string text = jobWith(
        R"("castings": [{"id": "A", "colour": "red"}], "chambers": [{"later": 1}], "wall_gauge": {"block_mm": 5, "probe": "small"})",
        R"("runner": {"turn_deg": 70, "twist_deg": 3}, "manifold": {"width_mm": 30, "bolt": true}, "photos": [{"file": "x", "lens": 35}])",
        stationWith(R"({"shape": "outline", "points_mm": [[10, 10], [-10, 10], [0, -12]], "from": "mould"})",
                    R"("stem": {"width_mm": 7, "bent": false})"));
    const auto job = files::parseJob(text);
    REQUIRE(job);
    const std::string saved = files::jobText(*job);
    for (const char* kept : {"\"colour\": \"red\"", "\"later\": 1", "\"probe\": \"small\"", "\"twist_deg\": 3",
                             "\"bolt\": true", "\"lens\": 35", "\"from\": \"mould\"", "\"bent\": false"})
        CHECK(saved.find(kept) != std::string::npos);
}
