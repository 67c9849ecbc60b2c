// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "widgets/canvases.hpp"
#include "widgets/entry_view.hpp"
#include "widgets/parts.hpp"

class QStackedWidget;
class QTextBrowser;
class QStandardItemModel;

namespace euryth::widgets {

/// Survey: what the port is. Sections and walls in tables, the chosen section to scale beside them.
class SurveyPage : public QWidget {
    Q_OBJECT

public:
    explicit SurveyPage(Context context, QWidget* parent = nullptr);

signals:
    void addStationWanted();
    void removeStationWanted();

private:
    QWidget* makeTables();
    QWidget* makeValveEnd();
    QWidget* makeSection();
    void refresh();

    Context m_context;
    QStackedWidget* m_tables = nullptr;
    QLabel* m_net = nullptr;
    QLabel* m_sums = nullptr;
    Panel* m_sectionPanel = nullptr;
    QPushButton* m_remove = nullptr;
};

/// Shape: what it should be. The area curve with the plan's handles, demand, throat and house rules.
class ShapePage : public QWidget {
    Q_OBJECT

public:
    explicit ShapePage(Context context, QWidget* parent = nullptr);

signals:
    void suggestedPlanWanted();

private:
    QWidget* makeDemand();
    QWidget* makeThroat();
    QWidget* makeHouse();
    void refresh();

    Context m_context;
    Panel* m_areaPanel = nullptr;
    QLabel* m_wanted = nullptr;
    QLabel* m_wantedNote = nullptr;
    QLabel* m_throat = nullptr;
    QLabel* m_throatNote = nullptr;
};

/// Probe: what the air does. Readings typed into a grid, the speed over the section, all sets on one scale.
class ProbePage : public QWidget {
    Q_OBJECT

public:
    explicit ProbePage(Context context, QWidget* parent = nullptr);

signals:
    void addProbeSetWanted();

private:
    QWidget* makeEntry();
    void refresh();

    Context m_context;
    Panel* m_sectionPanel = nullptr;
    Panel* m_entryPanel = nullptr;
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

/// A button row of which one is down.
QWidget* makeSwitch(const QStringList& names, const std::function<void(int)>& choose, const QString& objectName);

/// "Station 5, pinch, 36.0 mm from the window".
QString stationTitle(const app::Workspace& workspace);

}  // namespace euryth::widgets
