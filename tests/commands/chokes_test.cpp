// SPDX-License-Identifier: GPL-3.0-or-later
// What chokes first, told by the command line.
#include <catch2/catch.hpp>

#include <cmath>

#include "support/command_line.hpp"

namespace {

const std::string kDemo = EURYTH_DEMO_JOB;

}  // namespace

TEST_CASE("chokes: two rankings of the same places, with what limits at each lift")
{
    const auto json = call({"chokes", kDemo, "--port", "I1"}).json();
    REQUIRE(json["bench"].size() == 14);
    REQUIRE(json["engine"].size() == 14);
    for (std::size_t i = 1; i < 14; ++i) {
        CHECK(json["bench"][i - 1]["bench_mach"] >= json["bench"][i]["bench_mach"]);
        CHECK(json["engine"][i - 1]["engine_mach"] >= json["engine"][i]["engine_mach"]);
    }
    CHECK(json["lift_mm"] == 12);
    CHECK(json["limits"].size() == 12);
    CHECK(json["limits"][0]["at"] == "valve");
    CHECK(json["limits"][0]["stage"] == "seat");
    std::size_t probed = 0;
    for (const auto& place : json["bench"])
        probed += place["set"].is_null() ? 0 : 1;
    CHECK(probed == 3);
    CHECK(json["speeds"] == "the readings");
}

TEST_CASE("chokes: bench and engine may name another first place")
{
    const auto json = call({"chokes", kDemo, "--port", "E1"}).json();
    CHECK(json["differs"] == true);
    CHECK(json["bench"][0]["at"] != json["engine"][0]["at"]);
}

TEST_CASE("traverse tells under what a set was read, and each point's Mach number")
{
    const auto json = call({"traverse", kDemo, "--port", "I1", "--probe", "P2"}).json();
    CHECK(json["lift_mm"] == 12);
    CHECK(json["bench"] == "main");
    CHECK(json["state"] == "before");
    CHECK(json["flow_against_bench"].is_number());
    // 93.6 m/s out of air of 19 degrees: a0 is 342.8 m/s, and the air has cooled by v2 / 2 cp.
    const double speed = json["points"][7]["speed_m_s"];
    const double a = std::sqrt(342.8 * 342.8 - 0.2 * speed * speed);
    CHECK(json["points"][7]["mach"].get<double>() == Approx(speed / a).epsilon(0.003));
    CHECK(json["points"][0]["scatter_m_s"].is_null());
}
