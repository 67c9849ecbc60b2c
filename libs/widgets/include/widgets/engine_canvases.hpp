// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/engine_results.hpp"
#include "drawing/engine_view.hpp"
#include "widgets/parts.hpp"

namespace euryth::widgets {

/// How the cylinder fills through the chosen port: depression over the crank, airflow and efficiency over speed.
class FillingCanvas : public Canvas {
    Q_OBJECT

public:
    FillingCanvas(Context context, app::EngineResults& results, QWidget* parent = nullptr);
    [[nodiscard]] std::vector<drawing::ChartScene> charts() const;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    app::EngineResults& m_results;
};

/// The runner alone, at the bench's depression and at the engine's: Mach number and loss at each station.
class RunnerFlowCanvas : public Canvas {
    Q_OBJECT

public:
    RunnerFlowCanvas(Context context, app::EngineResults& results, QWidget* parent = nullptr);
    [[nodiscard]] std::vector<drawing::ChartScene> charts() const;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    app::EngineResults& m_results;
};

}  // namespace euryth::widgets
