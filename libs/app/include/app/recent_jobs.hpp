// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QSettings>
#include <QStringList>

namespace euryth::app {

/// The jobs opened last, newest first, kept in the settings.
class RecentJobs {
public:
    static constexpr int kMost = 8;

    explicit RecentJobs(QSettings& settings) : m_settings(settings) {}

    /// Those whose file still exists.
    [[nodiscard]] QStringList list() const;
    void add(const QString& path);

private:
    QSettings& m_settings;
};

}  // namespace euryth::app
