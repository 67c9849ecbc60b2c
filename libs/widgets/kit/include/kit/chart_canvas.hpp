// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "drawing/engine_view.hpp"
#include "kit/canvas.hpp"

namespace euryth::widgets {

/// Charts in a grid. Under the pointer (or, by Left and Right, at the points of the first line) all lines of a chart
/// are read off, and those of the charts over the same axis; Escape ends it.
class ChartCanvas : public SceneCanvas<std::vector<drawing::ChartScene>> {
    Q_OBJECT

public:
    ChartCanvas(Context context, std::size_t columns, QWidget* parent = nullptr);
    /// Where they are read off; nothing where they are not.
    [[nodiscard]] std::optional<double> readAt() const { return m_readAt; }

protected:
    [[nodiscard]] virtual std::vector<drawing::ChartScene> makeCharts() const = 0;
    [[nodiscard]] std::vector<drawing::ChartScene> makeScene() const final;
    void draw(QPainter& painter, const std::vector<drawing::ChartScene>& charts) final;
    [[nodiscard]] QMarginsF edges() const override { return drawing::kChartEdges; }
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void read(std::size_t chart, std::optional<double> at);
    void step(int by);

    std::size_t m_columns;
    std::size_t m_chart = 0;  ///< that is read off
    std::optional<double> m_readAt;
};

}  // namespace euryth::widgets
