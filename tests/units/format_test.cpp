// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "units/format.hpp"
#include "units/printable.hpp"

using namespace euryth;
using units::DisplayUnits;
using units::System;

TEST_CASE("numbers are shown with the digits the trade reads")
{
    struct Row {
        std::string metric;
        std::string inch;
        std::function<std::string(const DisplayUnits&)> text;
    };
    const std::vector<Row> rows{
        {"52.40 mm", "2.063 in", [](const auto& u) { return units::format(lengthFromMm(52.4), u); }},
        {"95.0 mm", "3.74 in", [](const auto& u) { return units::format(Position{lengthFromMm(95)}, u); }},
        {"1290 mm²", "2.00 in²", [](const auto& u) { return units::format(areaFromInch2(2), u); }},
        {"113.9 cc", "113.9 cc", [](const auto& u) { return units::format(volumeFromCc(113.88), u); }},
        {"104.9 m/s", "344 ft/s", [](const auto& u) { return units::format(speedFromFeetPerSecond(344), u); }},
        {"6.97 kPa", "28.0 inH2O",
         [](const auto& u) { return units::format(pressureDifferenceFromInchOfWater(28), u); }},
        {"118.0 l/s", "250.0 CFM", [](const auto& u) { return units::format(volumeFlowFromCfm(250), u); }},
        {"20.0 °C", "68 °F", [](const auto& u) { return units::format(temperatureFromCelsius(20), u); }},
        {"101.30 kPa", "29.91 inHg", [](const auto& u) { return units::format(absolutePressureFromPa(101300), u); }},
        {"13.6°", "13.6°", [](const auto& u) { return units::format(angleFromDegrees(13.6), u); }},
        {"90.4 %", "90.4 %", [](const auto& u) { return units::format(Percent{0.904}, u); }},
        {"1.14x", "1.14x", [](const auto& u) { return units::format(Ratio{1.14}, u); }},
    };
    for (const Row& row : rows) {
        CHECK(row.text({System::Metric, '.'}) == row.metric);
        CHECK(row.text({System::Inch, '.'}) == row.inch);
    }
}

TEST_CASE("the decimal mark follows the person, and nothing follows the process locale")
{
    CHECK(units::formatPlain(1234.5, 1, {System::Metric, ','}) == "1234,5");
    CHECK(units::formatPlain(-0.0001, 2, {}) == "0.00");
    CHECK(units::formatPlain(-0.5, 2, {}) == "-0.50");
}

TEST_CASE("unknown is a dash, never a zero")
{
    CHECK(units::format(std::optional<Length>{}, {}) == units::kUnknownText);
    CHECK(units::formatPlain(std::nan(""), 2, {}) == units::kUnknownText);
}

TEST_CASE("a phrase is rendered in either system")
{
    const Phrase phrase =
        say("call.volume.working", {{"from", Position{lengthFromMm(2.54)}}, {"to", Position{lengthFromMm(25.4)}}});
    CHECK(units::render(phrase, {System::Metric, '.'}) ==
          "volume of the sections: integral of net area from 2.5 mm to 25.4 mm");
    CHECK(units::render(phrase, {System::Inch, '.'}) ==
          "volume of the sections: integral of net area from 0.10 in to 1.00 in");
}

TEST_CASE("a printable text is what XML and printers take: valid UTF-8, no controls, no noncharacters")
{
    CHECK(units::printable("Kopf Nr. 3 \xC3\xBC \xE2\x82\xAC") == "Kopf Nr. 3 \xC3\xBC \xE2\x82\xAC");
    CHECK(units::printable("a\nb\tc") == "a b c");
    const std::string mark = "\xEF\xBF\xBD";
    CHECK(units::printable(std::string("a\x01") + "b") == "a" + mark + "b");
    CHECK(units::printable("\xEF\xBF\xBE") == mark);                // U+FFFE
    CHECK(units::printable("\xFF") == mark);                        // no UTF-8
    CHECK(units::printable("\xC0\xAF") == mark + mark);             // an overlong form
    CHECK(units::printable("\xE2\x82") == mark + mark);             // cut off
    CHECK(units::printable("\xED\xA0\x80") == mark + mark + mark);  // a surrogate
}
