// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include <QTableWidget>

#include "kit/look.hpp"
#include "work/operations.hpp"

namespace euryth::widgets {

/// Hours as the book's views show them; a dash where they are not known.
QString hoursShown(const app::Workspace& w, std::optional<double> hours);

/// The operations in order: done or not, who, hours, what is left. Space ticks the current one, or takes the tick away;
/// Delete takes back what somebody has said of it, so that it is as the other stages show it.
class OperationTable : public QTableWidget {
    Q_OBJECT

public:
    /// `chosen` is told of another current row.
    OperationTable(Context context, std::function<void(int)> chosen);
    void fill(std::size_t chosen);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void fillRow(int row, const job::Operation& operation, const work::OperationNow& now, bool next);

    Context m_context;
    std::function<void(int)> m_chosen;
    bool m_filling = false;
};

}  // namespace euryth::widgets
