// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>

/// What the program says of itself: a log that can be looked at, and what is left of a crash.
namespace euryth::app {

/// Keeps the last lines that anything writes to Qt's log, in memory and in a file of the folder (the last session's
/// stays beside it as log.1.txt), and passes them on to where they went before. Once a process.
void keepLog(const QString& folder);
/// The last lines, oldest first.
QStringList logLines();
/// Where they are on disk; empty before keepLog().
QString logFile();

/// From now on a crash (a signal such as SIGSEGV, or an exception that nobody takes) leaves a report in the folder: the
/// signal, `versions`, and the addresses where it happened.
void reportCrashes(const QString& folder, const QString& versions);
/// The report that the last session left, as a path; empty where it ended well. It is told once: it is renamed.
QString takeCrashReport(const QString& folder);

}  // namespace euryth::app
