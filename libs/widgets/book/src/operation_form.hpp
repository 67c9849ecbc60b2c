// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>

#include "kit/parts.hpp"

class QGridLayout;
class QToolButton;

namespace euryth::widgets {

/// All of one operation: state, hours, who and where, what it waits for.
class OperationForm : public QWidget {
    Q_OBJECT

public:
    /// `chosen` is the operation's place in the job; nothing where there is none.
    OperationForm(Context context, std::function<std::optional<std::size_t>()> chosen);
    void refresh();

private:
    void addFields(QGridLayout& grid);
    QWidget* makeState();
    QWidget* makePlace();
    QWidget* makeNeeds();
    [[nodiscard]] const job::Operation* operation() const;

    Context m_context;
    std::function<std::optional<std::size_t>()> m_chosen;
    Panel* m_panel;
    QWidget* m_fields;
    QToolButton* m_needs = nullptr;
};

}  // namespace euryth::widgets
