// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <sys/stat.h>

#include "files/job_file.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"
#include "support/told.hpp"

using namespace euryth;

namespace {

/// The demo's text with one piece replaced.
std::string demoWith(const std::string& from, const std::string& to)
{
    std::string text = files::jobText(demoJob());
    const auto at = text.find(from);
    if (at == std::string::npos)
        throw std::runtime_error("the demo has no " + from);
    return text.replace(at, from.size(), to);
}

std::string errorOf(const std::string& text)
{
    const auto job = files::parseJob(text);
    return job ? "no error" : told(job.error().lines());
}

}  // namespace

TEST_CASE("bad files are refused with the place and what would be right")
{
    struct Row {
        std::string what;
        std::string text;
        std::string place;
        std::string says;
    };
    const std::string section = "ports/I1/stations/0/section/";
    const std::vector<Row> rows{
        {"missing key", demoWith("\"width_mm\": 36.5,", ""), section + "width_mm", "is missing; a number in mm"},
        {"missing section", demoWith("\"section\"", "\"sektion\""), "ports/I1/stations/0/section", "is missing"},
        {"wrong type", demoWith("\"width_mm\": 36.5", "\"width_mm\": \"wide\""), section + "width_mm",
         "must be a number, is the text \"wide\""},
        {"list for number", demoWith("\"width_mm\": 36.5", "\"width_mm\": [1]"), section + "width_mm", "a list of 1"},
        {"negative width", demoWith("\"width_mm\": 36.5", "\"width_mm\": -2"), section + "width_mm",
         "must be over 0, is -2 mm"},
        {"zero width", demoWith("\"width_mm\": 36.5", "\"width_mm\": 0"), section + "width_mm", "must be over 0"},
        {"an inch as a metre", demoWith("\"width_mm\": 36.5", "\"width_mm\": 36500"), section + "width_mm",
         "must be at most 300"},
        {"NaN", demoWith("\"width_mm\": 36.5", "\"width_mm\": NaN"), "line ", "is not JSON"},
        {"too large a number", demoWith("\"width_mm\": 36.5", "\"width_mm\": 1e999"), "the file", "too large"},
        {"radius over half the width", demoWith("\"roof_left\": 12", "\"roof_left\": 30"),
         section + "corner_mm/roof_left", "must fit the roof"},
        {"stations out of order", demoWith("\"s_mm\": 9,", "\"s_mm\": 19,"), "ports/I1/stations/2/s_mm",
         "must be over 19 mm"},
        {"newer version", demoWith("\"version\": 1", "\"version\": 2"), "version", "Open it with a newer Euryth"},
        {"no version", demoWith("\"version\": 1,", ""), "version", "must be a whole number"},
        {"another format", demoWith("euryth-job", "other-job"), "format", "must be \"euryth-job\""},
        {"unknown shape", demoWith("rounded-rectangle", "star"), section + "shape",
         "\"outline\", \"area\"; is the text \"star\""},
        {"outline without points", demoWith("rounded-rectangle", "outline"), section + "points_mm", "list of pairs"},
        {"area without a number", demoWith("rounded-rectangle", "area"), section + "area_mm2", "a number in mm2"},
        {"unknown side", demoWith("\"side\": \"intake\"", "\"side\": \"inlet\""), "ports/I1/side",
         "must be one of \"intake\", \"exhaust\"; is the text \"inlet\""},
        {"half a cylinder", demoWith("\"cylinders\": 2", "\"cylinders\": 2.5"), "engine/cylinders", "whole number"},
        {"throat range", demoWith("\"throat_percent\": {", "\"throat_percent\": {\"intake\": 90, \"x\": {},"),
         "key \"intake\"", "stands twice"},
        {"stations as a record", R"({"format":"euryth-job","version":1,"ports":{"id":"I1"}})", "ports",
         "must be a list"},
        {"a port that is a number", R"({"format":"euryth-job","version":1,"ports":[7]})", "ports/0",
         "must be a record"},
        {"a list", "[]", "the file", "must be a record in braces"},
        {"nothing", "", "line 1, column 1", "cut off"},
        {"the same key twice", R"({"format":"euryth-job","version":1,"title":"a","title":"b"})", "key \"title\"",
         "stands twice"},
        {"bad neighbour", demoWith("\"pushrod tube\"", "\"cellar\""), "behind/right", "\"pushrod tube\""},
    };
    for (const Row& row : rows) {
        CAPTURE(row.what);
        const std::string error = errorOf(row.text);
        CAPTURE(error);
        CHECK(error.find(row.place) != std::string::npos);
        CHECK(error.find(row.says) != std::string::npos);
    }
}

TEST_CASE("all errors are told at once, not only the first")
{
    std::string text = demoWith("\"width_mm\": 36.5", "\"width_mm\": \"a\"");
    text.replace(text.find("\"height_mm\": 33,"), 16, "\"height_mm\": [],");
    const auto job = files::parseJob(text);
    REQUIRE_FALSE(job);
    CHECK(job.error().problems.size() == 2);
}

TEST_CASE("a file that is cut off anywhere is refused, never a crash or a shorter job")
{
    const std::string text = files::jobText(demoJob());
    for (std::size_t length = 0; length + 2 < text.size(); length += 97) {
        const auto job = files::parseJob(std::string_view(text).substr(0, length));
        REQUIRE_FALSE(job);
        CHECK(told(job.error().lines()).find("line ") == 0);
    }
}

TEST_CASE("100 MB of brackets are refused at once")
{
    for (const char* piece : {"[", "{\"a\":"}) {
        std::string text;
        while (text.size() < 100'000'000)
            text += piece;
        CHECK(errorOf(text).find("brackets inside each other") != std::string::npos);
    }
}

TEST_CASE("a file that is not there, or is a folder, is another kind of error")
{
    const auto missing = files::loadJob("/nowhere/at/all.euryth.json");
    REQUIRE_FALSE(missing);
    CHECK(missing.error().kind == files::ReadError::Kind::File);
    const auto folder = files::loadJob("/");
    REQUIRE_FALSE(folder);
    CHECK(told(folder.error().lines()).find("is a folder") != std::string::npos);
}

TEST_CASE("what cannot be understood is refused with its place, or kept, never dropped or guessed")
{
    const auto problemOf = [](std::string text) {
        const auto job = files::parseJob(text);
        return job ? std::string() : told(job.error().lines());
    };
    const std::string head = R"({"format": "euryth-job", "version": 1, )";
    const auto port = [&](const std::string& inside) { return head + R"("ports": [{"id": "I1", )" + inside + "}]}"; };
    CHECK(problemOf(port(R"("side": "")")).find("side") != std::string::npos);
    CHECK(problemOf(port(R"("side": null)")).find("ports/I1/side") != std::string::npos);
    const std::string station = R"("side": "intake", "stations": [{"s_mm": 0, "section": {"shape": )";
    CHECK(problemOf(port(station + R"("", "width_mm": 30, "height_mm": 30}}])")).find("shape") != std::string::npos);
    const std::string fine =
        station +
        R"("rounded-rectangle", "width_mm": 30, "height_mm": 30, "corner_mm": {"roof_left": 1, "roof_right": 1, )"
        R"("floor_right": 1, "floor_left": 1}}, "unrepairable": )";
    CHECK(problemOf(port(fine + R"(["roof", "roof"]}])")).find("twice") != std::string::npos);
    CHECK(problemOf(port(fine + R"(["attic"]}])")).find("unrepairable") != std::string::npos);
    CHECK(problemOf(port(fine + R"(["roof"]}])")).empty());
    CHECK(problemOf(head + R"("house": {"name": ""}})").find("house/name") != std::string::npos);
    CHECK(problemOf(head + R"("house": 5})").find("house") != std::string::npos);
    // An empty text is kept as it is, and gives way to a value.
    auto job = files::parseJob(port(R"("side": "intake", "material": "")"));
    REQUIRE(job);
    const std::string once = files::jobText(*job);
    CHECK(once.find("\"material\": \"\"") != std::string::npos);
    CHECK(files::jobText(*files::parseJob(once)) == once);
    job->ports[0].material = "iron";
    CHECK(files::jobText(*job).find("\"material\": \"\"") == std::string::npos);
    CHECK(files::jobText(*files::parseJob(files::jobText(*job))) == files::jobText(*job));
}

TEST_CASE("numbers of nothing are refused with the way out, and slipped decimals with the range")
{
    const auto problemOf = [](const std::string& engine, const std::string& rest = "") {
        const auto job =
            files::parseJob(R"({"format": "euryth-job", "version": 1, "engine": {)" + engine + "}" + rest + "}");
        return job ? std::string() : told(job.error().lines());
    };
    CHECK(problemOf(R"("bore_mm": 9.4)").find("must be at least 10") != std::string::npos);
    CHECK(problemOf(R"("bore_mm": 1e-300)").find("engine/bore_mm") != std::string::npos);
    CHECK(problemOf(R"("stroke_mm": 1e-9)").find("must be at least 10") != std::string::npos);
    const auto flow = [&](const std::string& test) {
        return problemOf(R"("bore_mm": 90)",
                         R"(, "ports": [{"id": "I1", "side": "intake", "flow": [{"id": "F1", )" + test + "}]}]");
    };
    const std::string none = flow(R"("depression_pa": 7000, "points": [{"lift_mm": 5, "flow_m3_s": 0}])");
    CHECK(none.find("must be over 0") != std::string::npos);
    CHECK(none.find("leave it empty") != std::string::npos);
    CHECK_FALSE(flow(R"("depression_pa": 7000, "points": [{"lift_mm": 5, "flow_m3_s": 5e-324}])").empty());
    CHECK_FALSE(flow(R"("depression_pa": 1e-9, "points": [{"lift_mm": 5, "flow_m3_s": 0.05}])").empty());
    CHECK(flow(R"("depression_pa": 7000, "points": [{"lift_mm": 5, "flow_m3_s": 0.05}])").empty());
}

TEST_CASE("too much of anything is refused at once, and so is what is no file")
{
    std::string many = R"({"format": "euryth-job", "version": 1)";
    for (int i = 0; i < 6000; ++i)
        many += ", \"key" + std::to_string(i) + "\": 1";
    CHECK(told(files::parseJob(many + "}").error().lines()).find("more than 5000 keys") != std::string::npos);
    std::string stations =
        R"({"format": "euryth-job", "version": 1, "ports": [{"id": "I1", "side": "intake", "stations": [)";
    for (int i = 0; i < 600; ++i) {
        stations += (i > 0 ? ", " : "") + std::string(R"({"s_mm": )") + std::to_string(i) +
                    R"(, "section": {"shape": "area", "area_mm2": 900}})";
    }
    CHECK(told(files::parseJob(stations + "]}]}").error().lines()).find("at most 500") != std::string::npos);
    const TempFolder folder;
    const auto pipe = folder.path() / "pipe";
    REQUIRE(::mkfifo(pipe.c_str(), 0600) == 0);
    const auto read = files::loadJob(pipe);  // does not wait for a writer
    REQUIRE_FALSE(read);
    CHECK(read.error().kind == files::ReadError::Kind::File);
    CHECK_FALSE(files::loadJob("/dev/zero"));
}
