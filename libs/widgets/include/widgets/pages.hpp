// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "widgets/canvases.hpp"
#include "widgets/engine_canvases.hpp"
#include "widgets/entry_view.hpp"
#include "widgets/parts.hpp"
#include "widgets/survey_canvases.hpp"
#include "widgets/virtual_views.hpp"

class QButtonGroup;
class QStackedWidget;
class QTextBrowser;
class QStandardItemModel;

namespace euryth::widgets {

/// Survey: what the port is. Measurements in tabs, and beside them what they make: the section, the side view, the port
/// in space, the seat, the ports over each other.
class SurveyPage : public QWidget {
    Q_OBJECT

public:
    enum class Tab { Sections, Walls, ValveEnd, Runner, Volumes, Compare };
    explicit SurveyPage(Context context, QWidget* parent = nullptr);
    void showTab(Tab tab);
    void stepTab(int by);
    /// Shows the port in space beside the tab.
    void showInSpace();

signals:
    void addStationWanted();
    void removeStationWanted();
    void traceWanted();
    void outlineFileWanted();

private:
    QWidget* makeTables();
    QWidget* makeCompare();
    QWidget* makeSide();
    QWidget* makeSectionView();
    /// Where one types first in a tab.
    [[nodiscard]] QWidget* firstEntry(Tab tab) const;
    QWidget* makeShapeLine();
    void refresh();
    void refreshShape();
    void refreshCompare();
    void readOut();
    void setShape(job::SectionKind kind);

    Context m_context;
    QStackedWidget* m_tables = nullptr;
    QStackedWidget* m_views = nullptr;
    QButtonGroup* m_tabs = nullptr;
    QButtonGroup* m_viewSwitch = nullptr;
    QButtonGroup* m_shapes = nullptr;
    MessageLine* m_messages = nullptr;
    BigReadout* m_readout = nullptr;
    QWidget* m_points = nullptr;
    QLabel* m_net = nullptr;
    QLabel* m_sums = nullptr;
    QLabel* m_compareSums = nullptr;
    QStandardItemModel* m_compare = nullptr;
    Panel* m_sidePanel = nullptr;
    QPushButton* m_remove = nullptr;
};

/// Shape: what it should be. Area plan, planned sections, valve end, engine, filling, bench beside engine, house rules.
class ShapePage : public QWidget {
    Q_OBJECT

public:
    enum class View { Area, Sections, ValveEnd, Engine, Filling, RunnerFlow, House };
    explicit ShapePage(Context context, QWidget* parent = nullptr);
    void showView(View view);
    void stepView(int by);
    [[nodiscard]] app::EngineResults& engine() { return m_engine; }

signals:
    void suggestedPlanWanted();
    void liftTableWanted();
    void houseWanted(const job::House& house);
    void houseFileWanted();
    void houseSaveWanted();

private:
    void refresh();

    Context m_context;
    app::EngineResults m_engine;
    QStackedWidget* m_views = nullptr;
    QButtonGroup* m_viewSwitch = nullptr;
    ShortLabel* m_place = nullptr;
};

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

/// Cut: where to take metal. The peel, the list of cuts, the chosen section with its cut, before and after.
class CutPage : public QWidget {
    Q_OBJECT

public:
    explicit CutPage(Context context, QWidget* parent = nullptr);

private:
    QWidget* makePeel();
    QWidget* makeList();
    QWidget* makeSection();
    void refresh();
    void showCut(int row);

    Context m_context;
    PeelCanvas* m_peel = nullptr;
    QTableView* m_list = nullptr;
    QStandardItemModel* m_cuts = nullptr;
    QLabel* m_why = nullptr;
    QLabel* m_effect = nullptr;
    Panel* m_sectionPanel = nullptr;
};

/// A button row of which one is down. The group that holds its buttons is its child.
QWidget* makeSwitch(const QStringList& names, const std::function<void(int)>& choose, const QString& objectName);

/// A form or text in a frameless area that scrolls down where the window is too low for it.
QWidget* scrolled(QWidget* content);

/// The choice whose speeds the ports are judged by.
QWidget* makeJudgeBy(Context context);

/// "Station 5, pinch, 36.0 mm from the window".
QString stationTitle(const app::Workspace& workspace);

}  // namespace euryth::widgets
