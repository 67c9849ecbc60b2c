// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/recent_jobs.hpp"

#include <QFileInfo>

namespace euryth::app {

static const QString kKey = QStringLiteral("recent");

QStringList RecentJobs::list() const
{
    QStringList existing;
    for (const QString& path : m_settings.value(kKey).toStringList()) {
        if (QFileInfo::exists(path))
            existing << path;
    }
    return existing;
}

void RecentJobs::add(const QString& path)
{
    const QString absolute = QFileInfo(path).absoluteFilePath();
    QStringList all = m_settings.value(kKey).toStringList();
    all.removeAll(absolute);
    all.prepend(absolute);
    while (all.size() > kMost)
        all.removeLast();
    m_settings.setValue(kKey, all);
}

}  // namespace euryth::app
