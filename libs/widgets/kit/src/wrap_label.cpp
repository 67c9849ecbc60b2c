// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/wrap_label.hpp"

#include <algorithm>

namespace euryth::widgets {

int WrapLabel::heightForWidth(int width) const
{
    if (m_keptFor != text()) {
        m_keptFor = text();
        m_kept.clear();
    }
    const auto kept = std::ranges::find(m_kept, width, &Kept::width);
    if (kept != m_kept.end())
        return kept->height;
    constexpr std::size_t most = 8;
    if (m_kept.size() == most)
        m_kept.erase(m_kept.begin());
    return m_kept.emplace_back(Kept{width, QLabel::heightForWidth(width)}).height;
}

void WrapLabel::changeEvent(QEvent* event)
{
    m_kept.clear();  // letters or style are others
    QLabel::changeEvent(event);
}

}  // namespace euryth::widgets
