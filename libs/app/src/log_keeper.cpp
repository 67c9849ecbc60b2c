// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/log_keeper.hpp"

#include <array>
#include <csignal>
#include <cstring>
#include <deque>

#include <execinfo.h>
#include <fcntl.h>
#include <unistd.h>

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QMutex>

namespace euryth::app {

namespace {

constexpr std::size_t kMostLines = 500;

struct Log {
    QRecursiveMutex lock;  ///< what is done under it may have something to say
    std::deque<QString> lines;
    QFile file;
    QtMessageHandler before = nullptr;
};

Log& theLog()
{
    static Log log;
    return log;
}

const char* wordOf(QtMsgType type)
{
    switch (type) {
    case QtDebugMsg: return "debug";
    case QtInfoMsg: return "info";
    case QtWarningMsg: return "warning";
    case QtCriticalMsg: return "fault";
    case QtFatalMsg: return "fatal";
    }
    return "";
}

void keepLine(QtMsgType type, const QMessageLogContext& context, const QString& text)
{
    Log& log = theLog();
    {
        const QMutexLocker<QRecursiveMutex> hold(&log.lock);
        const QString line =
            QStringLiteral("%1 %2 %3: %4")
                .arg(QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs), QString::fromLatin1(wordOf(type)),
                     QString::fromLatin1(context.category ? context.category : ""), text);
        log.lines.push_back(line);
        if (log.lines.size() > kMostLines)
            log.lines.pop_front();
        if (log.file.isOpen()) {
            log.file.write(line.toUtf8() + '\n');
            log.file.flush();
        }
    }
    if (log.before)
        log.before(type, context, text);
}

// In a signal's handler nothing may be asked of the heap: all is prepared.
std::array<char, 4096> g_reportPath{};
std::array<char, 4096> g_versions{};
constexpr std::array kSignals{SIGSEGV, SIGABRT, SIGFPE, SIGBUS, SIGILL};

void put(int file, const char* text) { [[maybe_unused]] const auto written = write(file, text, std::strlen(text)); }

extern "C" void crashed(int signal)
{
    const int file = open(g_reportPath.data(), O_WRONLY | O_CREAT | O_TRUNC, 0600);
    if (file >= 0) {
        put(file, "Euryth has crashed.\nsignal ");
        const std::array<char, 3> digits{static_cast<char>('0' + signal / 10), static_cast<char>('0' + signal % 10),
                                         '\n'};
        [[maybe_unused]] const auto written = write(file, digits.data(), digits.size());
        put(file, g_versions.data());
        put(file, "\nwhere:\n");
        std::array<void*, 64> frames{};
        backtrace_symbols_fd(frames.data(), backtrace(frames.data(), static_cast<int>(frames.size())), file);
        close(file);
    }
    // The system's own way of ending goes on.
    std::signal(signal, SIG_DFL);
    raise(signal);
}

QString reportPath(const QString& folder) { return folder + QStringLiteral("/crash.txt"); }

void copyInto(std::array<char, 4096>& to, const QByteArray& from)
{
    const auto count = std::min<std::size_t>(to.size() - 1, static_cast<std::size_t>(from.size()));
    std::memcpy(to.data(), from.constData(), count);
    to[count] = '\0';
}

}  // namespace

void keepLog(const QString& folder)
{
    Log& log = theLog();
    log.file.close();
    QDir().mkpath(folder);
    const QString path = folder + QStringLiteral("/log.txt");
    const QString last = folder + QStringLiteral("/log.1.txt");
    QFile::remove(last);
    QFile::rename(path, last);
    {
        const QMutexLocker<QRecursiveMutex> hold(&log.lock);
        log.file.setFileName(path);
        [[maybe_unused]] const bool opened = log.file.open(QIODevice::WriteOnly | QIODevice::Append);
    }
    if (const auto before = qInstallMessageHandler(keepLine); before != keepLine)
        log.before = before;
}

QStringList logLines()
{
    Log& log = theLog();
    const QMutexLocker<QRecursiveMutex> hold(&log.lock);
    return {log.lines.begin(), log.lines.end()};
}

QString logFile() { return theLog().file.fileName(); }

void reportCrashes(const QString& folder, const QString& versions)
{
    QDir().mkpath(folder);
    copyInto(g_reportPath, QFile::encodeName(reportPath(folder)));
    copyInto(g_versions, versions.toUtf8());
    std::array<void*, 1> first{};
    backtrace(first.data(), 1);  // loads what it needs now, as that takes memory
    for (const int signal : kSignals)
        std::signal(signal, crashed);
}

QString takeCrashReport(const QString& folder)
{
    const QString found = reportPath(folder);
    if (!QFile::exists(found))
        return {};
    const QString kept = folder + QStringLiteral("/crash-%1.txt")
                                      .arg(QDateTime::currentDateTimeUtc().toString(QStringLiteral("yyyyMMdd-hhmmss")));
    return QFile::rename(found, kept) ? kept : found;
}

}  // namespace euryth::app
