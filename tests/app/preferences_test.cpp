// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "app/preferences.hpp"
#include "support/qt_strings.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;

TEST_CASE("preferences come back as they were written, and those of another version harm nobody")
{
    const TempFolder folder;
    QSettings settings(QString::fromStdString((folder.path() / "s.ini").string()), QSettings::IniFormat);
    CHECK(app::readPreferences(settings) == app::Preferences{});

    app::Preferences wanted;
    wanted.units.system = units::System::Metric;
    units::ownOf(wanted.units, units::Kind::Depression) = {1, 2};
    units::DisplayUnits inch = wanted.units;
    inch.system = units::System::Inch;
    units::ownOf(inch, units::Kind::Area) = {-1, 3};
    wanted.units.own = inch.own;
    wanted.dark = true;
    wanted.size = 150;
    wanted.speedColours = 2;
    wanted.firstStage = "cut";
    wanted.saveEvery = 5;
    wanted.language = "en-GB";
    wanted.keys = {{"undo", "Ctrl+Y"}, {"open-demo", ""}};
    app::writePreferences(wanted, settings);
    settings.sync();
    CHECK(app::readPreferences(settings) == wanted);

    settings.setValue("own/metric/depression", "furlong 99");
    settings.setValue("size", 9000);
    settings.setValue("saveEvery", -3);
    const auto read = app::readPreferences(settings);
    CHECK(units::ownOf(read.units, units::Kind::Depression) == units::Shown{});
    CHECK(read.size == app::Preferences::kMostSize);
    CHECK(read.saveEvery == 0);

    // What is no longer wanted does not stay behind.
    app::writePreferences({}, settings);
    CHECK(app::readPreferences(settings).keys.empty());
}
