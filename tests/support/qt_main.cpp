// SPDX-License-Identifier: GPL-3.0-or-later
#define CATCH_CONFIG_RUNNER
#include <catch2/catch.hpp>

#include <QApplication>

#include "drawing/theme.hpp"
#include "kit/look.hpp"

int main(int argc, char** argv)
{
    // Tests are listed at build time, when no environment has been set up for them.
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication application(argc, argv);
    euryth::drawing::loadFonts();
    euryth::widgets::Look().apply();
    return Catch::Session().run(argc, argv);
}
