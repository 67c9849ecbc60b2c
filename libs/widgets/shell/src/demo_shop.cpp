// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/demo_shop.hpp"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QRegularExpression>
#include <QStandardPaths>

static void initialiseDemoResources() { Q_INIT_RESOURCE(demo); }

namespace euryth::widgets {

namespace {

/// The day on which the story of the demo's shop stands.
const QDate kDemoToday(2026, 3, 25);

/// A text with all its days (2026-03-25) moved.
QString movedDays(const QString& text, qint64 days)
{
    static const QRegularExpression date(QStringLiteral("\\b20\\d\\d-\\d\\d-\\d\\d"));
    QString moved;
    qsizetype from = 0;
    for (auto found = date.globalMatch(text); found.hasNext();) {
        const auto match = found.next();
        const QDate day = QDate::fromString(match.captured(), Qt::ISODate);
        moved += text.mid(from, match.capturedStart() - from) +
                 (day.isValid() ? day.addDays(days).toString(Qt::ISODate) : match.captured());
        from = match.capturedEnd();
    }
    return moved + text.mid(from);
}

/// Copies what is built in below `from` into a folder; job files with their days moved. Says what went wrong.
QString copyDemo(const QString& from, const QDir& to, qint64 days)
{
    for (const QFileInfo& entry : QDir(from).entryInfoList()) {
        const QString target = to.filePath(entry.fileName());
        if (entry.isDir()) {
            if (!to.mkpath(entry.fileName()))
                return QCoreApplication::translate("Demo", "The folder %1 cannot be made").arg(target);
            if (const QString problem = copyDemo(entry.filePath(), QDir(target), days); !problem.isEmpty())
                return problem;
            continue;
        }
        if (QFile::exists(target))
            continue;
        QFile source(entry.filePath());
        if (!source.open(QIODevice::ReadOnly))
            return source.errorString();
        QByteArray content = source.readAll();
        if (target.endsWith(QStringLiteral(".json")))
            content = movedDays(QString::fromUtf8(content), days).toUtf8();
        QFile copy(target);
        if (!copy.open(QIODevice::WriteOnly) || copy.write(content) != content.size())
            return copy.errorString();
    }
    return {};
}

}  // namespace

void loadDemos() { initialiseDemoResources(); }

QString demoShopFolder(QDate today)
{
    return QStringLiteral("%1/demo-shop %2")
        .arg(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation), today.toString(Qt::ISODate));
}

QString writeDemoShop(const QString& folder, QDate today)
{
    loadDemos();
    if (!QDir().mkpath(folder))
        return QCoreApplication::translate("Demo", "The folder %1 cannot be made").arg(folder);
    return copyDemo(QStringLiteral(":/demo"), QDir(folder), kDemoToday.daysTo(today));
}

}  // namespace euryth::widgets
