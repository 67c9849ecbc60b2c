// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>

#include "kit/stage.hpp"

class QStackedWidget;

namespace euryth::widgets {

class Switch;
class SessionView;

/// Probe: what the air does. Readings typed into a grid, the speed over the section, all sets on one scale; and the
/// computed field: its probe, its walls, the short side, what another shape would do, and both beside each other.
class ProbePage : public StagePage {
    Q_OBJECT

public:
    /// Those at the bench, then those in computed air.
    enum class View { Session, Readings, Chokes, Findings, Bench, Virtual, Viscous, Walls, ShortSide, WhatIf, Beside };
    ProbePage(Context context, Desk& desk, const Commands& commands, QWidget* parent = nullptr);
    [[nodiscard]] QStringList views() const override;
    [[nodiscard]] int view() const override;
    void showView(int view) override;
    void showView(View view) { showView(static_cast<int>(view)); }
    /// On a low screen the long sections give way; the runner below tells the same place.
    void setCompact(bool compact) override;

private:
    QWidget* makeHead();
    QWidget* makeReadings();
    QWidget* makeEntry();
    void refresh() override;
    void follow();

    const Commands& m_commands;
    app::VirtualProbe& m_virtual;
    QStackedWidget* m_views = nullptr;
    /// Which of the two groups is shown, and the views of each.
    Switch* m_groupSwitch = nullptr;
    std::array<Switch*, 2> m_viewSwitches{};
    std::array<int, 2> m_lastOf{};  ///< view that was last shown of each
    QWidget* m_flow = nullptr;
    QWidget* m_shows = nullptr;
    Panel* m_sectionPanel = nullptr;
    Panel* m_entryPanel = nullptr;
    QWidget* m_longPanel = nullptr;
    SessionView* m_session = nullptr;
    QLabel* m_reading = nullptr;
    QLabel* m_readingNote = nullptr;
    QLabel* m_sums = nullptr;
};

}  // namespace euryth::widgets
