// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

namespace euryth::widgets {

/// Which program this is and what it runs on, a line each.
QString versionsText();
/// That with the last lines of the log, for whoever is asked about a fault. No job and no customer is in it.
QString reportText();
/// What it is built of, with licences, as HTML.
QString licencesHtml();

/// Versions, licences and the log; the report goes to the clipboard by a button.
class AboutDialog : public QDialog {
    Q_OBJECT

public:
    enum class Tab { About, Licences, Log };
    explicit AboutDialog(Tab tab = Tab::About, QWidget* parent = nullptr);
};

}  // namespace euryth::widgets
