// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/engine_results.hpp"
#include "drawing/engine_view.hpp"
#include "kit/chart_canvas.hpp"

namespace euryth::widgets {

/// What the engine makes of the port, of its plan and of another port, as charts.
class EngineCanvas : public ChartCanvas {
    Q_OBJECT

public:
    enum class Shows {
        Filling,  ///< depression over the crank, Mach number at the stations, efficiency and airflow over speed
        Runner,   ///< runner and valve at the bench's depression and at the running one: Mach number and loss
        Crank     ///< piston and gas speed over the crank, the valve's lift
    };
    EngineCanvas(Context context, app::EngineResults& results, Shows shows, QWidget* parent = nullptr);

protected:
    [[nodiscard]] std::vector<drawing::ChartScene> makeCharts() const override;

private:
    [[nodiscard]] std::vector<drawing::ChartScene> filling() const;
    [[nodiscard]] std::vector<drawing::ChartScene> runner() const;
    [[nodiscard]] std::vector<drawing::ChartScene> crank() const;

    /// Where the valve is drawn, in lengths of the runner.
    static constexpr double kValveAt = 1.06;

    app::EngineResults& m_results;
    Shows m_shows;
};

/// Why there are no results, or that they are on their way.
QString whyNone(const app::Workspace& workspace, const app::EngineResults& results, const Phrase& missing);

/// "I1 as it is", "its plan "wide"", "I2".
QString curveName(const app::EngineResults::Curve& curve);

}  // namespace euryth::widgets
