// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/commands.hpp"
#include "kit/parts.hpp"

class QTableWidget;

namespace euryth::widgets {

/// The shop's file: its head on sheets, who works when, days off. Cells are typed into; what cannot be read is told and
/// left as it was.
class ShopSettings : public QWidget {
    Q_OBJECT

public:
    ShopSettings(Context context, Desk& desk);

private:
    QWidget* makePeople();
    QWidget* makeDaysOff();
    QWidget* makeHead();
    void refresh();
    void tellProblem(const QString& problem);
    void personTyped(int row, int column);
    void dayTyped(int row, int column);

    Context m_context;
    Desk& m_desk;
    bool m_filling = false;
    QTableWidget* m_people = nullptr;
    QTableWidget* m_days = nullptr;
    std::vector<std::pair<QLineEdit*, std::string job::Shop::*>> m_texts;
    QLineEdit* m_rate = nullptr;
};

}  // namespace euryth::widgets
