// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>
#include <cstdlib>

#include "mutate.hpp"
#include "units/parse.hpp"

using namespace euryth;

int main(int argc, char** argv)
{
    if (argc < 2)
        return 2;
    constexpr std::array<std::string_view, 8> seeds{"2 1/16in", "0.045+0.010", "52mm",     "28 inH2O",
                                                    "(52-3)/2", "-5 °C",       "1e3 ft/s", "1in+3mm"};
    constexpr std::array<std::string_view, 18> pieces{"(",  ")",  "+",  "-",    "*", "/",     ".",      ",",  " ",
                                                      "in", "mm", "°F", "1e99", "0", "inH2O", "\u2212", "\"", "1/0"};
    constexpr std::array kinds{units::Kind::Length, units::Kind::Area,        units::Kind::Depression,
                               units::Kind::Speed,  units::Kind::Temperature, units::Kind::Number};
    return fuzz::runFor(std::atoi(argv[1]), [&](fuzz::Random& random) {
        const std::string text = fuzz::mutated(std::string(seeds[fuzz::below(random, seeds.size())]), pieces, random);
        for (const units::Kind kind : kinds) {
            const auto value = units::parseSi(text, kind, {});
            if (value ? !std::isfinite(*value) : value.error().message.empty())
                std::abort();
        }
    });
}
