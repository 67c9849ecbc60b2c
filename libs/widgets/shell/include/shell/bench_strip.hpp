// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/parts.hpp"

namespace euryth::widgets {

/// The bench and its air in the last line, and whether the job is saved.
class BenchStrip : public QWidget {
    Q_OBJECT

public:
    explicit BenchStrip(Context context, QWidget* parent = nullptr);
    /// A short message at the right, such as "saved".
    void say(const QString& text);

private:
    void refresh();

    Context m_context;
    QLabel* m_sums;
    QLabel* m_state;
};

}  // namespace euryth::widgets
