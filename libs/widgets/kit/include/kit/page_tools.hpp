// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "kit/parts.hpp"

class QButtonGroup;

namespace euryth::widgets {

/// A row of buttons of which one is down.
class Switch : public QWidget {
public:
    /// `chosen` is called when a button has been clicked. The first one is down.
    Switch(const QStringList& names, const std::function<void(int)>& chosen, const QString& objectName);
    /// Shows a button as down, and tells nobody.
    void setDown(int button);
    /// As if it were clicked.
    void click(int button);
    /// Says that it does nothing but show a page of a stack, so that whoever looks for what is on a page may use it.
    void turns(QStackedWidget* stack) { m_turned = stack; }
    [[nodiscard]] QStackedWidget* turned() const { return m_turned; }

private:
    QButtonGroup* m_group;
    QStackedWidget* m_turned = nullptr;
};

/// A cell of a table of numbers in rich text.
QString numberCell(const QString& text);

/// A form or text in a frameless area that scrolls down where the window is too low for it.
QWidget* scrolled(QWidget* content);

/// How one types into tables and fields, as a part of a help text.
QString entryHelp();

/// The choice whose speeds the ports are judged by.
QWidget* makeJudgeBy(Context context);

/// "Station 5, pinch, 36.0 mm from the window".
QString stationTitle(const app::Workspace& workspace);

}  // namespace euryth::widgets
