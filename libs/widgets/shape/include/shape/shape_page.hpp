// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/engine_results.hpp"
#include "kit/parts.hpp"

class QButtonGroup;
class QStackedWidget;
class QStandardItemModel;
class QTableView;

namespace euryth::widgets {

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

}  // namespace euryth::widgets
