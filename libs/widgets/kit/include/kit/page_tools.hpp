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

private:
    QButtonGroup* m_group;
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
