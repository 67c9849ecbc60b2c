// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <csignal>

#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <QFile>
#include <QtDebug>

#include "app/log_keeper.hpp"
#include "support/qt_strings.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;

TEST_CASE("a crash leaves a report that is told once, and a session that ends well leaves none")
{
    const TempFolder folder;
    const QString place = QString::fromStdString(folder.path().string());
    CHECK(app::takeCrashReport(place).isEmpty());
    const pid_t child = fork();
    if (child == 0) {
        const rlimit none{0, 0};
        setrlimit(RLIMIT_CORE, &none);
        app::reportCrashes(place, "Euryth 9.9");
        raise(SIGSEGV);
        _exit(0);
    }
    int status = 0;
    REQUIRE(waitpid(child, &status, 0) == child);
    CHECK(WIFSIGNALED(status));  // the system still sees how it ended
    CHECK(WTERMSIG(status) == SIGSEGV);
    const QString report = app::takeCrashReport(place);
    QFile file(report);
    REQUIRE(file.open(QIODevice::ReadOnly));
    const QString text = QString::fromUtf8(file.readAll());
    CHECK(text.contains("signal 11"));
    CHECK(text.contains("Euryth 9.9"));
    CHECK(text.contains("where:"));
    CHECK(app::takeCrashReport(place).isEmpty());
}

TEST_CASE("what is noted can be looked at, on disk too, and the last session's stays beside it")
{
    const TempFolder folder;
    const QString place = QString::fromStdString(folder.path().string());
    app::keepLog(place);
    qWarning("a first thing");
    CHECK(app::logLines().last().contains("warning"));
    CHECK(app::logLines().last().contains("a first thing"));
    app::keepLog(place);  // as at the next start
    qWarning("a second thing");
    const auto content = [&](const char* name) {
        QFile file(place + name);
        REQUIRE(file.open(QIODevice::ReadOnly));
        return QString::fromUtf8(file.readAll());
    };
    CHECK(content("/log.1.txt").contains("a first thing"));
    CHECK(content("/log.txt").contains("a second thing"));
    CHECK_FALSE(content("/log.txt").contains("a first thing"));
    qInstallMessageHandler(nullptr);
}
