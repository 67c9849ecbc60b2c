// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "units/format.hpp"
#include "units/parse.hpp"

using namespace euryth;
using units::Kind;

TEST_CASE("a kind is shown and typed in the unit of its own, in the system that it was chosen for")
{
    units::DisplayUnits shown;
    CHECK(units::formatWithUnit(Kind::Depression, 6974.49, shown) == "6.97 kPa");
    const auto all = units::unitsOf(Kind::Depression);
    REQUIRE(all[1].symbol == "inH2O");
    units::ownOf(shown, Kind::Depression).unit = 1;
    CHECK(units::formatWithUnit(Kind::Depression, 6974.49, shown) == "28.0 inH2O");
    CHECK(*units::parseSi("28", Kind::Depression, shown) == Approx(6974.4895));  // what is typed bare too
    units::ownOf(shown, Kind::Depression).decimals = 3;
    CHECK(units::formatNumber(Kind::Depression, 6974.49, shown) == "28.000");
    shown.system = units::System::Inch;
    CHECK(units::formatWithUnit(Kind::Depression, 6974.49, shown) == "28.0 inH2O");
    CHECK(units::ownOf(shown, Kind::Depression) == units::Shown{});
}

TEST_CASE("every unit that can be chosen can be typed, with its own symbol")
{
    for (std::size_t i = 0; i < units::kKinds; ++i) {
        const auto kind = static_cast<Kind>(i);
        CAPTURE(units::wordOf(kind));
        REQUIRE_FALSE(units::unitsOf(kind).empty());
        for (const units::Unit& unit : units::unitsOf(kind)) {
            if (unit.symbol.empty())
                continue;
            CAPTURE(unit.symbol);
            const auto typed = units::parseSi("2 " + std::string(unit.symbol), kind, {});
            REQUIRE(typed);
            CHECK(*typed == Approx((2.0 + unit.offset) * unit.factor));
        }
    }
}

TEST_CASE("a unit that no version knows is the system's")
{
    units::DisplayUnits shown;
    units::ownOf(shown, Kind::Area).unit = 99;
    units::ownOf(shown, Kind::Area).decimals = 99;
    CHECK(units::unitFor(Kind::Area, shown).symbol == "mm²");
    CHECK(units::unitFor(Kind::Area, shown).decimals == units::kMostDecimals);
}
