// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QSettings>
#include <QTimer>

#include "app/preferences.hpp"
#include "kit/look.hpp"

namespace euryth::widgets {

class MainWindow;

/// What the window remembers from one start to the next: its size, what a person has chosen in the settings, and of
/// each job where one was in it (stage, view, port, station).
class WindowKeeper : public QObject {
    Q_OBJECT

public:
    /// `settings` and `window` have to outlive it.
    WindowKeeper(QSettings& settings, MainWindow& window, Context context);
    ~WindowKeeper() override;
    [[nodiscard]] app::Preferences preferences() const;
    /// Applies them to the window, and keeps them.
    void take(const app::Preferences& preferences);

private:
    void apply(const app::Preferences& preferences);
    void jobChanged();
    void goWhereOneWas();
    void keepPlace();

    QSettings& m_settings;
    MainWindow& m_window;
    Context m_context;
    QTimer m_save;
    app::Preferences m_preferences;
    quint64 m_job = 0;
    bool m_arriving = false;  ///< in a job that has just been opened; where one is in it is not yet chosen
};

}  // namespace euryth::widgets
