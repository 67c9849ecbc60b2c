// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <vector>

#include "kit/parts.hpp"

class QComboBox;

namespace euryth::widgets {

/// One of a few words of the job as a box that drops down; a change is one undo step.
class ChoiceEdit : public QWidget {
    Q_OBJECT

public:
    struct Source {
        QString label;
        QString tip;
        QStringList names;
        std::function<int()> get;
        std::function<void(int)> set;
    };
    ChoiceEdit(Context context, Source source, QWidget* parent = nullptr);
    [[nodiscard]] QComboBox* box() const { return m_box; }

private:
    Source m_source;
    QComboBox* m_box;
};

}  // namespace euryth::widgets
