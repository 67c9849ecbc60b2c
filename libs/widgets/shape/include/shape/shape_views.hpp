// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/answer.hpp"
#include "app/engine_results.hpp"
#include "kit/engine_canvases.hpp"
#include "kit/parts.hpp"
#include "kit/runner_canvases.hpp"
#include "kit/section_canvases.hpp"
#include "plans/planned_port.hpp"
#include "plans/station_numbers.hpp"
#include "port_field/short_side_severity.hpp"

class QComboBox;
class QStandardItemModel;
class QTableView;

/// The views of the Shape stage, each the whole of the page below its switch.
namespace euryth::widgets {

/// What the engine makes of the chosen port's areas and plans.
struct PlanNumbers {
    plans::PassingFlows flows;
    std::optional<RotationalSpeed> smallestGoodFor;
    std::vector<plans::PlanSummary> plans;
};
/// How badly the air lets go of the short side of each of these plans (port_field::planSeverities()).
using PlanSeverities = std::vector<std::optional<port_field::ShortSideSeverity>>;

/// The area along the runner with the plan's handles; what the engine asks for; the chosen station in numbers; the
/// plans by name.
class AreaPlanView : public QWidget {
    Q_OBJECT

public:
    explicit AreaPlanView(Context context, QWidget* parent = nullptr);

signals:
    void suggestedPlanWanted();

private:
    QWidget* makeDemand();
    QWidget* makeStation();
    QWidget* makePlans();
    void refresh();
    void refreshDemand();
    void refreshStation();
    void refreshPlans();
    /// Index into Port::plans of the chosen row; nothing for "as it is" and the current plan.
    [[nodiscard]] std::optional<std::size_t> chosenPlan() const;
    /// What is known of the plans' short sides, into the rows that stand there.
    void showShortSides();

    Context m_context;
    app::Answer<PlanNumbers>* m_numbers = nullptr;
    app::Answer<PlanSeverities>* m_shortSides = nullptr;
    QLabel* m_wanted = nullptr;
    QLabel* m_wantedNote = nullptr;
    QLabel* m_atStation = nullptr;
    QStandardItemModel* m_plans = nullptr;
    QTableView* m_table = nullptr;
    QPushButton* m_take = nullptr;
    QPushButton* m_remove = nullptr;
    std::shared_ptr<const PlanNumbers> m_shown;  ///< in the rows
};

/// The chosen station's section as it is and as planned, with the wishes of width and height.
QWidget* makeSectionPlanView(Context context);
/// Throat, seat, bowl and short side; a bigger valve; shrouding.
QWidget* makeValvePlanView(Context context);
/// The engine's numbers and cams, with piston, gas and valve over the crank.
QWidget* makeEngineView(Context context, app::EngineResults& results, const std::function<void()>& importLifts);
/// Filling, and bench beside engine, with another port to compare with.
QWidget* makeFillingView(Context context, app::EngineResults& results);
QWidget* makeBenchEngineView(Context context, app::EngineResults& results);
/// What is asked of the house rules' view.
struct HouseActions {
    std::function<void(const job::House&)> compare;  ///< shows what a set would change, and takes it where wanted
    std::function<void()> load;
    std::function<void()> save;
};
QWidget* makeHouseView(Context context, const HouseActions& actions);

/// The sets of house rules that ship with Euryth.
std::vector<job::House> shippedHouses();

}  // namespace euryth::widgets
