// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <stdexcept>

#include "app/background.hpp"
#include "app/faults.hpp"
#include "support/qt_strings.hpp"

using namespace euryth;

namespace {

/// What is logged while this lives.
struct Log {
    static inline QStringList lines;
    QtMessageHandler before;

    Log()
    {
        lines.clear();
        before = qInstallMessageHandler([](QtMsgType, const QMessageLogContext& context, const QString& text) {
            lines << QString::fromLatin1(context.category) + ": " + text;
        });
    }
    ~Log() { qInstallMessageHandler(before); }
};

bool broken() { throw std::logic_error("no such station"); }

}  // namespace

TEST_CASE("a fault in the window's thread is written down each time, and told once")
{
    const Log log;
    app::FaultGuard guard;
    QStringList told;
    guard.setTell([&](const QString& text) { told << text; });
    CHECK(guard.run([] { return true; }));
    CHECK_FALSE(guard.run(broken));
    CHECK_FALSE(guard.run(broken));
    REQUIRE(told.size() == 1);
    CHECK(told[0].contains("no such station"));
    CHECK(Log::lines == QStringList{"euryth.fault: window: no such station", "euryth.fault: window: no such station"});
}

TEST_CASE("a fault beside the window is written down, and is a failure with words")
{
    const Log log;
    app::Background work;
    work.start([](const auto&, const auto&) { broken(); });
    work.finish();
    CHECK(work.state() == app::Background::State::Failed);
    CHECK(work.failure() == "no such station");
    CHECK(Log::lines == QStringList{"euryth.fault: background work: no such station"});
}
