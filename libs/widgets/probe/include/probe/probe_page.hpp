// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/short_side_work.hpp"
#include "app/virtual_probe.hpp"
#include "app/viscous_runs.hpp"
#include "exports/flow_case.hpp"
#include "kit/parts.hpp"

class QButtonGroup;
class QStackedWidget;
class QStandardItemModel;
class QTableView;

namespace euryth::widgets {

/// Probe: what the air does. Readings typed into a grid, the speed over the section, all sets on one scale; and the
/// computed field: its probe, its walls, the short side, what another shape would do, and both beside each other.
class ProbePage : public QWidget {
    Q_OBJECT

public:
    enum class View { Readings, Virtual, Viscous, Walls, ShortSide, WhatIf, Beside };
    explicit ProbePage(Context context, QWidget* parent = nullptr);
    void showView(View view);
    /// On a low screen the long section gives way; the runner below tells the same place.
    void setCompact(bool compact) { m_longPanel->setVisible(!compact); }
    void stepView(int by);
    [[nodiscard]] app::VirtualProbe& virtualProbe() { return m_virtual; }
    [[nodiscard]] app::ShortSideWork& shortSideWork() { return m_shortSide; }
    [[nodiscard]] app::ViscousRuns& viscousRuns() { return m_runs; }

signals:
    void addProbeSetWanted();
    void exportCaseWanted(exports::Quality quality);

private:
    QWidget* makeReadings();
    QWidget* makeEntry();
    void refresh();
    void follow();

    Context m_context;
    app::ViscousRuns m_runs;
    app::VirtualProbe m_virtual;
    app::ShortSideWork m_shortSide;
    QStackedWidget* m_views = nullptr;
    QButtonGroup* m_viewSwitch = nullptr;
    QWidget* m_flow = nullptr;
    QWidget* m_shows = nullptr;
    Panel* m_sectionPanel = nullptr;
    Panel* m_entryPanel = nullptr;
    QWidget* m_longPanel = nullptr;
    QLabel* m_reading = nullptr;
    QLabel* m_readingNote = nullptr;
    QLabel* m_sums = nullptr;
};

}  // namespace euryth::widgets
