// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QApplication>

#include "app/faults.hpp"

namespace euryth::widgets {

/// Qt's application, which no exception of a slot or a painting ends.
class Application : public QApplication {
public:
    using QApplication::QApplication;
    [[nodiscard]] app::FaultGuard& guard() { return m_guard; }
    bool notify(QObject* receiver, QEvent* event) override
    {
        return m_guard.run([&] { return QApplication::notify(receiver, event); });
    }

private:
    app::FaultGuard m_guard;
};

}  // namespace euryth::widgets
