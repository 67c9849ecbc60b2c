// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/loft_canvas.hpp"
#include "kit/section_canvases.hpp"
#include "kit/stage.hpp"
#include "survey/survey_canvases.hpp"

class QStackedWidget;
class QStandardItemModel;

namespace euryth::widgets {

class Switch;

/// Survey: what the port is. Measurements in tabs, and beside them what they make: the section, the side view, the port
/// in space, the seat, the ports over each other.
class SurveyPage : public StagePage {
    Q_OBJECT

public:
    enum class Tab { Sections, Walls, ValveEnd, Runner, Flange, Volumes, Compare };
    SurveyPage(Context context, const Commands& commands, QWidget* parent = nullptr);
    [[nodiscard]] QStringList views() const override;
    [[nodiscard]] int view() const override;
    void showView(int view) override { showTab(static_cast<Tab>(view)); }
    void showTab(Tab tab);
    /// Shows the port in space, or the map of spare metal, beside the tab.
    void showInSpace();
    void showSpare();
    /// Beside the valve end's tab: the cylinder's valves in the bore.
    void showInBore();

private:
    QWidget* makeTables();
    QWidget* makeCompare();
    QWidget* makeSide();
    QWidget* makeSectionView();
    /// Where one types first in a tab.
    [[nodiscard]] QWidget* firstEntry(Tab tab) const;
    QWidget* makeShapeLine();
    void refresh() override;
    void refreshShape();
    void refreshCompare();
    void readOut();
    void setShape(job::SectionKind kind);

    const Commands& m_commands;
    QStackedWidget* m_tables = nullptr;
    QStackedWidget* m_views = nullptr;
    Switch* m_tabs = nullptr;
    Switch* m_viewSwitch = nullptr;
    Switch* m_valveSwitch = nullptr;  ///< what stands beside the valve end's tab
    Switch* m_shapes = nullptr;
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

}  // namespace euryth::widgets
