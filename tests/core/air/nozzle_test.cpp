// SPDX-License-Identifier: GPL-3.0-or-later
// Flow between depressions against the nozzle of ISO 5167-3 as python3-fluids has it (tools/make_nozzle_table.py).
#include <catch2/catch.hpp>

#include <cmath>
#include <fstream>
#include <sstream>

#include "air/effective_area.hpp"
#include "air/moist_air.hpp"

using namespace euryth;
using namespace euryth::air;

TEST_CASE("lossless flow at a depression agrees with python3-fluids up to choking (tests/data/flow/nozzles.csv)")
{
    std::ifstream in(std::string(EURYTH_TEST_DATA) + "/flow/nozzles.csv");
    REQUIRE(in);
    const AirState dry{temperatureFromCelsius(20), absolutePressureFromPa(101325), 0.0};
    int checked = 0;
    double last = 0.0;
    for (std::string line; std::getline(in, line);) {
        if (line[0] == '#')
            continue;
        std::istringstream cells(line);
        double depression = 0.0;
        double expansibility = 0.0;
        char comma = 0;
        REQUIRE(cells >> depression >> comma >> expansibility);
        const auto speed = idealFlowSpeed(dry, PressureDifference::fromSi(depression));
        REQUIRE(speed);
        last = expansibility * std::sqrt(2.0 * depression / density(dry).si());
        CHECK(speed->si() == Approx(last).epsilon(1e-8));
        ++checked;
    }
    CHECK(checked == 8);
    // The last one is at the critical pressure: more depression drives no more.
    CHECK(idealFlowSpeed(dry, PressureDifference::fromSi(60000))->si() == Approx(last).epsilon(1e-8));
}
