// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include <QLabel>

namespace euryth::widgets {

/// A label that sets its text once for each width: layouts ask for its height many times over, and of hidden pages too.
class WrapLabel : public QLabel {
public:
    using QLabel::QLabel;
    [[nodiscard]] int heightForWidth(int width) const override;

protected:
    void changeEvent(QEvent* event) override;

private:
    struct Kept {
        int width = 0;
        int height = 0;
    };
    mutable QString m_keptFor;  ///< the text
    mutable std::vector<Kept> m_kept;
};

}  // namespace euryth::widgets
