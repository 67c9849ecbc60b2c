// SPDX-License-Identifier: GPL-3.0-or-later
#define CATCH_CONFIG_RUNNER
#include <catch2/catch.hpp>

#include "drawing/theme.hpp"
#include "kit/look.hpp"
#include "support/told_faults.hpp"

int main(int argc, char** argv)
{
    // Tests are listed at build time, when no environment has been set up for them.
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    // The program's own application: what a slot throws is caught here as it is there, and fails the tests.
    euryth::widgets::Application application(argc, argv);
    application.guard().setTell([](const QString& text) { euryth::toldFaults() << text; });
    euryth::drawing::loadFonts();
    euryth::widgets::Look().apply();
    const int failed = Catch::Session().run(argc, argv);
    for (const QString& fault : euryth::toldFaults())
        qCritical("A fault that no test expected: %s", qPrintable(fault));
    return failed != 0 || euryth::toldFaults().isEmpty() ? failed : 1;
}
