// SPDX-License-Identifier: GPL-3.0-or-later
// Not part of any target: the compiler is asked to refuse each case (see CMakeLists.txt).
#include "quantities/quantities.hpp"

using namespace euryth;

int main()
{
    [[maybe_unused]] const Length a = lengthFromMm(1);
    [[maybe_unused]] const Length b = lengthFromMm(2);
#if CASE == 0
    [[maybe_unused]] const Area fine = a * b;
#elif CASE == 1
    [[maybe_unused]] const Length wrong = a * b;  // an area is no length
#elif CASE == 2
    [[maybe_unused]] const auto wrong = a + a * b;  // a length and an area do not add up
#elif CASE == 3
    [[maybe_unused]] const Length wrong = 3.0;  // which unit?
#elif CASE == 4
    [[maybe_unused]] const double wrong = a;  // which unit?
#elif CASE == 5
    [[maybe_unused]] const auto wrong = absolutePressureFromPa(1) + absolutePressureFromPa(1);
#elif CASE == 6
    [[maybe_unused]] const AbsolutePressure wrong = gaugePressureFromPa(1);  // needs an atmosphere
#elif CASE == 7
    [[maybe_unused]] const PressureDifference wrong = absolutePressureFromPa(1);
#elif CASE == 8
    [[maybe_unused]] const TemperatureDifference wrong = temperatureFromCelsius(20);
#elif CASE == 9
    [[maybe_unused]] const auto wrong = gaugePressureFromPa(1) / gaugePressureFromPa(2);  // no absolute scale
#endif
}
