// SPDX-License-Identifier: GPL-3.0-or-later
// The calls about the shop: queue, sheets of the book, packing without the customer.
#include <catch2/catch.hpp>

#include <fstream>
#include <sstream>

#include "support/command_line.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;

namespace {

const std::string kDemoShop = std::filesystem::path(EURYTH_DEMO_JOB).parent_path().string();

std::string contentOf(const std::filesystem::path& path)
{
    std::ifstream in(path, std::ios::binary);
    std::ostringstream content;
    content << in.rdbuf();
    return content.str();
}

}  // namespace

TEST_CASE("queue: the demo's shop, late ones first, with why")
{
    const auto answer = call({"queue", kDemoShop, "--today", "2026-03-25"});
    REQUIRE(answer.code == commands::kDone);
    const auto json = answer.json();
    CHECK(json["today"] == "2026-03-25");
    CHECK(json["unreadable"].empty());
    std::size_t demoHeads = 0;
    double late = 1e9;
    std::set<std::size_t> places;
    for (const auto& job : json["jobs"]) {
        CAPTURE(job["file"]);
        demoHeads += job["file"] == "sidecar-cross.euryth.json" || job["file"] == "iron-four.euryth.json";
        places.insert(job["place"].get<std::size_t>());
        const double days = job["late_days"].is_null() ? 0.0 : std::max(0.0, job["late_days"].get<double>());
        CHECK(days <= late);
        late = days;
        CHECK(job["late_because"].is_null() == !(days > 0.0));
        if (job["ready"].is_null())
            CHECK_FALSE(job["ready_missing"].get<std::string>().empty());
        else
            CHECK(job["ready"].get<std::string>() >= "2026-03-25");
    }
    CHECK(demoHeads == 2);
    CHECK(places.size() == json["jobs"].size());
    CHECK(json["jobs"].size() >= 9);  // the others have been handed over
    // What has no hours for the skim has no date, and says so.
    const auto triple =
        std::ranges::find(json["jobs"], "road-triple.euryth.json", [](const auto& job) { return job["file"]; });
    REQUIRE(triple != json["jobs"].end());
    CHECK((*triple)["ready"].is_null());
    CHECK((*triple)["hours_left"].is_null());
}

TEST_CASE("queue: a folder without a shop's file is reckoned for one person, and says so")
{
    const TempFolder folder;
    std::ofstream(folder.path() / "a.euryth.json") << R"({"format": "euryth-job", "version": 1, "title": "a",
        "house": {"name": "h"}, "ports": [{"id": "I1", "side": "intake", "stations": []}],
        "work": {"customer": {"name": "", "reach": ""}, "arrived": "2026-01-12", "wanted": null, "promised": "2026-03-01",
                 "kind": "full port",
                 "operations": [{"id": "short sides", "hours_estimated": 2.0, "state": "open", "place": "own",
                                 "needs_parts": ["intake valves"]},
                                {"id": "bowls", "hours_estimated": 14.0, "state": "open", "place": "own"}],
                 "parts": [{"id": "intake valves", "state": "ordered", "expected": "2026-03-02"}],
                 "hours": [{"operation": "short sides", "port": "I1", "person": "A", "start": "", "minutes": 30}]}})";
    const auto json = call({"queue", folder.path().string(), "--today", "2026-02-25"}).json();
    CHECK(json["assumed"].size() == 1);
    const auto& job = json["jobs"][0];
    CHECK(job["hours_left"].get<double>() == Approx(15.5));
    CHECK(job["waits_for"][0].get<std::string>().find("intake valves") == 0);
    // From Monday, the 2nd of March, 1.5 and 14 hours at 8 a day.
    CHECK(job["ready"] == "2026-03-03");
    CHECK(job["late_days"] == 2);
    CHECK(job["next"] == "short sides");
    CHECK(call({"queue", kDemoShop}).json()["assumed"].empty());
}

TEST_CASE("queue: what is wrong is told")
{
    CHECK(call({"queue", kDemoShop, "--today", "25.3.2026"}).code == commands::kWrongUsage);
    CHECK(call({"queue", kDemoShop + "/no such folder"}).code == commands::kFileTrouble);
    const TempFolder folder;
    std::ofstream(folder.path() / "broken.euryth.json") << "{";
    const auto broken = call({"queue", folder.path().string()});
    CHECK(broken.code == commands::kDone);
    const auto json = broken.json();
    CHECK(json["unreadable"][0]["file"] == "broken.euryth.json");
    CHECK(broken.err.find("broken.euryth.json") != std::string::npos);
    CHECK(json["jobs"].empty());
    std::ofstream(folder.path() / "shop.euryth-shop.json") << "[]";
    CHECK(call({"queue", folder.path().string()}).code == commands::kJobHasErrors);
}

TEST_CASE("export: every sheet of the book, and its tables")
{
    const TempFolder folder;
    for (const char* sheet : {"customer", "card", "quotation", "hours", "label"}) {
        CAPTURE(sheet);
        const auto to = folder.path() / (std::string(sheet) + ".pdf");
        REQUIRE(
            call({"export", EURYTH_DEMO_FOUR, "--sheet", sheet, "--to", to.string(), "--today", "2026-03-25"}).code ==
            commands::kDone);
        CHECK(contentOf(to).starts_with("%PDF"));
    }
    const auto hours = folder.path() / "hours.csv";
    REQUIRE(call({"export", EURYTH_DEMO_FOUR, "--sheet", "hours", "--to", hours.string()}).code == commands::kDone);
    CHECK(contentOf(hours).find("valve job,,Mara,2026-03-13,200") != std::string::npos);
    const auto flow = folder.path() / "flow.csv";
    REQUIRE(call({"export", EURYTH_DEMO_FOUR, "--sheet", "flow", "--to", flow.string()}).code == commands::kDone);
    CHECK(contentOf(flow).find("I2,F1,after valve job") != std::string::npos);
    const std::string to = (folder.path() / "x.pdf").string();
    CHECK(call({"export", EURYTH_DEMO_FOUR, "--sheet", "poster", "--to", to}).code == commands::kWrongUsage);
    CHECK(call({"export", EURYTH_DEMO_FOUR, "--to", to}).code == commands::kWrongUsage);
    CHECK(call({"export", EURYTH_DEMO_FOUR, "--sheet", "label", "--to", (folder.path() / "x.dxf").string()}).code ==
          commands::kWrongUsage);
}

TEST_CASE("customer data are in no export that nobody has asked for them in")
{
    const TempFolder folder;
    const job::Job job = demoFour();
    REQUIRE_FALSE(job.work.customer.name.empty());
    for (const char* to : {"plan.csv", "plan.svg", "plan.dxf", "surface.stl"}) {
        CAPTURE(to);
        const auto path = folder.path() / to;
        REQUIRE(call({"export", EURYTH_DEMO_FOUR, "--port", "I1", "--to", path.string()}).code == commands::kDone);
        CHECK(contentOf(path).find(job.work.customer.name) == std::string::npos);
    }
    for (const char* sheet : {"hours", "flow"}) {
        const auto path = folder.path() / (std::string(sheet) + ".csv");
        REQUIRE(call({"export", EURYTH_DEMO_FOUR, "--sheet", sheet, "--to", path.string()}).code == commands::kDone);
        CHECK(contentOf(path).find(job.work.customer.reach) == std::string::npos);
    }
    CHECK(call({"queue", kDemoShop}).out.find(job.work.customer.name) == std::string::npos);

    const auto packed = folder.path() / "four.euryth.zip";
    REQUIRE(call({"pack", EURYTH_DEMO_FOUR, "--to", packed.string(), "--without-customer"}).code == commands::kDone);
    const auto there = folder.path() / "there";
    REQUIRE(call({"unpack", packed.string(), "--to", there.string()}).code == commands::kDone);
    job::Job stranger = jobOrThrow((there / "iron-four.euryth.json").c_str());
    CHECK(stranger.work.customer == job::Customer{});
    stranger.work.customer = job.work.customer;
    CHECK(stranger == job);
    CHECK(contentOf(there / "iron-four.photos" / "deck-crack.jpg") ==
          contentOf(std::filesystem::path(kDemoShop) / "iron-four.photos" / "deck-crack.jpg"));
}
