// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "units/parse.hpp"

using namespace euryth;
using units::DisplayUnits;
using units::Kind;
using units::System;

namespace {
const DisplayUnits kMetric{System::Metric, '.'};
const DisplayUnits kInch{System::Inch, '.'};
}  // namespace

TEST_CASE("what people type is read")
{
    struct Row {
        std::string text;
        Kind kind;
        DisplayUnits units;
        double si;
    };
    const std::vector<Row> rows{
        {"2 1/16in", Kind::Length, kMetric, 2.0625 * 0.0254},
        {"0.045+0.010", Kind::Length, kInch, 0.055 * 0.0254},
        {"52mm", Kind::Length, kInch, 0.052},
        {"28 inH2O", Kind::Depression, kMetric, 28 * 249.08891},
        {"28 in H2O", Kind::Depression, kMetric, 28 * 249.08891},
        {"36.5", Kind::Length, kMetric, 0.0365},
        {"36,5", Kind::Length, kMetric, 0.0365},
        {"1.5\"", Kind::Length, kMetric, 1.5 * 0.0254},
        {"40 thou", Kind::Length, kMetric, 0.040 * 0.0254},
        {"1in + 3mm", Kind::Length, kMetric, 0.0284},
        {"2+3mm", Kind::Length, kInch, 0.005},  // the one unit that is written holds for all
        {"(52-3)/2", Kind::Length, kMetric, 0.0245},
        {"2*0.045in", Kind::Length, kMetric, 0.09 * 0.0254},
        {"1/16in", Kind::Length, kMetric, 0.0254 / 16},
        {"-3.5mm", Kind::Length, kMetric, -0.0035},
        {"\u22123mm", Kind::Length, kMetric, -0.003},
        {"1e1", Kind::Length, kMetric, 0.010},
        {"1.71 in2", Kind::Area, kMetric, 1.71 * 0.0254 * 0.0254},
        {"250 CFM", Kind::Flow, kMetric, 250 * 0.028316846592 / 60},
        {"344 ft/s", Kind::Speed, kMetric, 344 * 0.3048},
        {"20 C", Kind::Temperature, kInch, 293.15},
        {"-5", Kind::Temperature, kMetric, 268.15},
        {"-5 °C", Kind::Temperature, kMetric, 268.15},
        {"68", Kind::Temperature, kInch, 293.15},
        {"29.92 inHg", Kind::AirPressure, kMetric, 29.92 * 3386.389},
        {"100.8", Kind::AirPressure, kMetric, 100800},
        {"45", Kind::Percent, kMetric, 0.45},
        {"0.55", Kind::Number, kMetric, 0.55},
        {"150 lb-ft", Kind::Torque, kMetric, 150 * 1.3558179483314004},
        {"115 ml", Kind::Volume, kMetric, 115e-6},
    };
    for (const Row& row : rows) {
        CAPTURE(row.text);
        const auto value = units::parseSi(row.text, row.kind, row.units);
        REQUIRE(value);
        CHECK(*value == Approx(row.si).epsilon(1e-12));
    }
}

TEST_CASE("what cannot be read is told where and what would be right")
{
    struct Row {
        std::string text;
        Kind kind;
        std::string says;
    };
    const std::vector<Row> rows{
        {"", Kind::Length, "typed.nothing"},
        {"abc", Kind::Length, "typed.no-number"},
        {"12 furlongs", Kind::Length, "typed.unknown-unit"},
        {"12 cc", Kind::Length, "typed.other-kind"},
        {"12 inH2O", Kind::Length, "typed.other-kind"},
        {"1.2.3", Kind::Length, "typed.marks"},
        {"1,234.5", Kind::Length, "typed.marks"},
        {"3 4", Kind::Length, "typed.two-numbers"},
        {"1/0", Kind::Length, "typed.zero"},
        {"2 1/0in", Kind::Length, "typed.zero"},
        {"(2+3", Kind::Length, "typed.closing"},
        {"2+", Kind::Length, "typed.no-number"},
        {"2in+3mm+4", Kind::Length, "typed.several-units"},
        {"20 C + 5 C", Kind::Temperature, "typed.temperatures"},
        {"1e999", Kind::Length, "typed.too-large"},
        {std::string(100, '(') + "1", Kind::Length, "typed.brackets"},
    };
    for (const Row& row : rows) {
        CAPTURE(row.text);
        const auto value = units::parseSi(row.text, row.kind, kMetric);
        REQUIRE_FALSE(value);
        CHECK(value.error().message.id() == row.says);
        CHECK(value.error().position <= row.text.size());
    }
}

TEST_CASE("what is shown can be typed back, in both systems")
{
    for (const DisplayUnits& shown : {kMetric, kInch, DisplayUnits{System::Inch, ','}}) {
        for (const double mm : {0.01, 2.4, 36.5, 120.75}) {
            const std::string text = units::format(lengthFromMm(mm), shown);
            CAPTURE(text);
            const auto back = units::parse<Length>(text, kMetric);
            REQUIRE(back);
            CHECK(std::abs(inMm(*back) - mm) < 0.013);  // half of the last digit shown
        }
        const auto warm = units::parse<Temperature>(units::format(temperatureFromCelsius(20), shown), kMetric);
        REQUIRE(warm);
        CHECK(inCelsius(*warm) == Approx(20).margin(0.3));
    }
}
