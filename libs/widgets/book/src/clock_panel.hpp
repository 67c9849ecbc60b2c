// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <string>

#include <QTimer>

#include "kit/commands.hpp"
#include "kit/parts.hpp"

class QComboBox;

namespace euryth::widgets {

/// The clock that counts what somebody works: large digits, what it counts for, start and stop.
class ClockPanel : public QWidget {
    Q_OBJECT

public:
    /// `operation` is what the hand is at in the list.
    ClockPanel(Context context, const Commands& commands, std::function<std::string()> operation);
    void refresh();

    /// Starts the clock at the operation in hand, or stops it, asking where it has run for long. The window has one.
    void toggle(Desk& desk);

protected:
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    void tick();

    Context m_context;
    std::function<std::string()> m_operation;
    QLabel* m_digits;
    QLabel* m_what;
    QComboBox* m_port;
    QComboBox* m_person;
    QPushButton* m_button;
    QTimer m_timer;
};

/// Stops the clock; where it has run longer than anybody works without a pause, a person is asked how much counts.
void stopClock(Desk& desk);

}  // namespace euryth::widgets
