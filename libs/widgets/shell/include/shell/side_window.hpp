// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "kit/stage.hpp"

namespace euryth::widgets {

/// A view in a window of its own, for a second screen. It shows the same job, port and station, and the same commands
/// work in it.
class SideWindow : public QWidget, public BesideDesk {
    Q_OBJECT

public:
    SideWindow(const StageInfo& stage, int view, Context context, Desk& desk, const Commands& commands);
    [[nodiscard]] Desk& desk() override { return m_desk; }
    [[nodiscard]] StagePage& page() const { return *m_page; }

private:
    Desk& m_desk;
    StagePage* m_page;
};

}  // namespace euryth::widgets
