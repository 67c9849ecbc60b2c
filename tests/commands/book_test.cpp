// SPDX-License-Identifier: GPL-3.0-or-later
// The calls about flow tests: book, swirl, convert.
#include <catch2/catch.hpp>

#include <cmath>
#include <sstream>

#include "support/command_line.hpp"

using namespace euryth;

TEST_CASE("book: tests of a port worked out, and what speaks against comparing two of them")
{
    const auto answer = call({"book", EURYTH_DEMO_FOUR, "--port", "I2"});
    REQUIRE(answer.code == commands::kDone);
    const auto json = answer.json();
    REQUIRE(json["tests"].size() == 3);
    const auto& last = json["tests"][2];
    CHECK(last["id"] == "F1");
    CHECK(last["points"].size() == 6);
    // 56.8 l/s at 28 in of water of 21 degC, 101100 Pa, half damp: the speed of sound makes standard air's.
    CHECK(last["points"][2]["reference_flow_m3_s"].get<double>() ==
          Approx(0.0568 * std::sqrt(293.15 / 294.15)).epsilon(4e-3));
    CHECK(last["backs_up"].is_null());
    CHECK(last["cam_weighted_flow_m3_s"].get<double>() > 0.03);
    // From the same bench, and from another one with another adapter.
    REQUIRE(json["differences"].size() == 3);
    CHECK(json["differences"][1]["from"] == "A1");
    CHECK(json["differences"][1]["to"] == "F1");
    CHECK(json["differences"][1]["comparable"] == true);
    CHECK(json["differences"][1]["points"][0]["percent"].get<double>() ==
          Approx((20.3 / 18.9 - 1) * 100).epsilon(1e-6));
    CHECK(json["differences"][1]["points"][5]["counts"] == false);
    CHECK(json["differences"][0]["comparable"] == false);
    CHECK(json["differences"][0]["why_not"].size() == 2);

    const auto collapse = call({"book", EURYTH_DEMO_FOUR, "--port", "I3"}).json();
    CHECK(collapse["tests"][0]["backs_up"]["from_lift_mm"].get<double>() == Approx(10));
    CHECK(collapse["tests"][0]["dips"][0]["swirl_falls"] == true);
    // A port without tests has an empty book.
    const auto empty = call({"book", EURYTH_DEMO_FOUR, "--port", "I1"}).json();
    CHECK(empty["tests"].empty());
}

TEST_CASE("convert: compressible, by the root, and to standard air")
{
    const auto answer = call({"convert", "--flow-m3s", "0.05", "--from-pa", "2490.89", "--to-pa", "6974.49"});
    REQUIRE(answer.code == commands::kDone);
    const auto json = answer.json();
    CHECK(json["compressible_m3_s"].get<double>() == Approx(0.05 * 1.6321).epsilon(1e-4));
    CHECK(json["square_root_m3_s"].get<double>() == Approx(0.05 * 1.6733).epsilon(1e-4));
    CHECK(json["standard_air_m3_s"].get<double>() == Approx(0.05 * 1.6321).epsilon(1e-4));
    const auto warm = nlohmann::json::parse(
        call({"convert", "--flow-m3s", "0.05", "--from-pa", "6974.49", "--to-pa", "6974.49", "--temperature-c", "35"})
            .out);
    CHECK(warm["compressible_m3_s"].get<double>() == Approx(0.05));
    CHECK(warm["standard_air_m3_s"].get<double>() == Approx(0.05 * std::sqrt(293.15 / 308.15)).epsilon(1e-4));
    CHECK(call({"convert", "--flow-m3s", "0.05", "--from-pa", "0", "--to-pa", "100"}).code == commands::kWrongUsage);
    CHECK(call({"convert", "--flow-m3s", "-1", "--from-pa", "10", "--to-pa", "100"}).code == commands::kWrongUsage);
    const auto vacuum =
        call({"convert", "--flow-m3s", "0.05", "--from-pa", "30000", "--to-pa", "100", "--pressure-pa", "25000"});
    CHECK(vacuum.code == commands::kJobHasErrors);
    CHECK(vacuum.err.find("less than the whole pressure") != std::string::npos);
}

TEST_CASE("swirl: coefficients of the demo's tests, their collapse, and the layout as an estimate")
{
    const auto answer = call({"swirl", EURYTH_DEMO_FOUR, "--port", "I3"});
    REQUIRE(answer.code == commands::kDone);
    const auto json = answer.json();
    REQUIRE(json["tests"].size() == 2);
    const auto& before = json["tests"][0];
    CHECK(before["motion"] == "swirl");
    CHECK(before["bore_of_adapter"] == true);
    CHECK(before["collapse"]["lift_mm"].get<double>() == Approx(8));
    CHECK(json["tests"][1]["collapse"].is_null());
    // 575 rpm in a bore of 88 mm, at 28 in of water of 21 degC, 101100 Pa, half damp.
    CHECK(before["points"][5]["paddle_coefficient"].get<double>() ==
          Approx(575 * 2 * 3.14159265 / 60 * 0.088 / 109.5).epsilon(5e-3));
    CHECK(before["mean_coefficient"].get<double>() > 0.01);
    CHECK(json["tests"][1]["swirl_ratio"].get<double>() > before["swirl_ratio"].get<double>());
    CHECK(json["definition"].get<std::string>().find("Heywood") != std::string::npos);
    CHECK(json["layout"].is_null());  // nobody has said where the valves lie
    CHECK_FALSE(json["layout_missing"].get<std::string>().empty());
    const auto single = call({"swirl", EURYTH_DEMO_SINGLE, "--port", "I1/a"}).json();
    CHECK(single["layout"]["estimate"] == true);
    CHECK(single["layout"]["valves"].size() == 2);
}

TEST_CASE("book: ports alike, the seal, the chambers, two benches and promises stand in it")
{
    const auto json = call({"book", EURYTH_DEMO_FOUR, "--port", "I3"}).json();
    CHECK(json["alike"]["ports"] == nlohmann::json({"I2", "I3"}));
    CHECK(json["alike"]["tests"][0]["id"] == "F1");
    CHECK(json["alike"]["odd"].is_null());
    CHECK(json["seal"]["tight"] == true);
    CHECK(json["seal"]["mended"] == true);
    CHECK(json["chambers"]["spread_cc"].get<double>() == Approx(0.9));
    CHECK(json["chambers"]["alike"] == false);
    CHECK(json["chambers"]["skim_mm"].get<double>() == Approx(1600 / (3.14159265 / 4 * 86 * 86)).epsilon(1e-6));
    REQUIRE(json["benches"].size() == 1);
    CHECK(json["benches"][0]["bench"] == "second");
    CHECK(json["benches"][0]["factor"].get<double>() == Approx(1.05).margin(0.005));
    CHECK(json["promises"]["record"]["promises"] == 0);
    CHECK(json["power_band"]["from"] == "A1");
    CHECK(json["tests"][0]["points"][3]["swirl_coefficient"].get<double>() > 0.0);
}
