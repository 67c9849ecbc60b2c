// SPDX-License-Identifier: GPL-3.0-or-later
// Orifice plates of ISO 5167-2 against python3-fluids.
#include <catch2/catch.hpp>

#include <cmath>
#include <fstream>
#include <sstream>

#include "air/orifice.hpp"

using namespace euryth;
using namespace euryth::air;

TEST_CASE("discharge coefficient, expansibility and flow agree with python3-fluids (tests/data/flow/orifices.csv)")
{
    std::ifstream in(std::string(EURYTH_TEST_DATA) + "/flow/orifices.csv");
    REQUIRE(in);
    const AirState dry{temperatureFromCelsius(20), absolutePressureFromPa(101325), 0.0};
    int checked = 0;
    for (std::string line; std::getline(in, line);) {
        if (line[0] == '#')
            continue;
        std::istringstream cells(line);
        std::string taps;
        std::getline(cells, taps, ',');
        std::vector<double> v;
        for (std::string cell; std::getline(cells, cell, ',');)
            v.push_back(std::stod(cell));
        const OrificePlate plate{lengthFromMm(v[1]), lengthFromMm(v[0]),
                                 taps == "corner"   ? Taps::Corner
                                 : taps == "flange" ? Taps::Flange
                                                    : Taps::OneAndHalf};
        const auto flow = orificeFlow(plate, dry, PressureDifference::fromSi(v[5]));
        REQUIRE(flow);
        CHECK(flow->discharge == Approx(v[6]).epsilon(2e-5));  // their air is a hair lighter
        CHECK(flow->expansibility == Approx(v[7]).epsilon(1e-9));
        CHECK(flow->mass.si() == Approx(v[8] * std::sqrt(density(dry).si() / v[2])).epsilon(3e-5));
        CHECK(flow->flow.si() == Approx(flow->mass.si() / density(dry).si()));
        ++checked;
    }
    CHECK(checked == 45);
}

TEST_CASE("a plate that the standard does not know is refused, with what is outside")
{
    const AirState room;
    const auto problems = [&](double hole, double pipe, double pa) {
        std::vector<PlateProblem> outside;
        const auto flow =
            orificeFlow({lengthFromMm(hole), lengthFromMm(pipe)}, room, PressureDifference::fromSi(pa), &outside);
        CHECK(flow.has_value() == outside.empty());
        return outside;
    };
    using P = PlateProblem;
    CHECK(problems(50, 100, 6974).empty());
    CHECK(problems(12, 60, 6974) == std::vector{P::Hole});
    CHECK(problems(20, 40, 6974) == std::vector{P::Pipe});
    CHECK(problems(80, 100, 6974) == std::vector{P::Ratio});
    CHECK(problems(13, 200, 6974) == std::vector{P::Ratio});
    CHECK(problems(50, 100, 26000) == std::vector{P::Pressure});
    CHECK(problems(50, 100, 0) == std::vector{P::Pressure});
    CHECK(problems(70, 100, 1) == std::vector{P::Reynolds});
}
