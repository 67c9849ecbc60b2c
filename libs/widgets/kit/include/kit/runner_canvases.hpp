// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "drawing/long_section_view.hpp"
#include "drawing/peel_view.hpp"
#include "drawing/runner_view.hpp"
#include "drawing/section_view.hpp"
#include "kit/canvas.hpp"
#include "plans/station_numbers.hpp"

namespace euryth::widgets {

/// The runner laid out straight, always visible; a click chooses the station, arrow keys step.
class RibbonCanvas : public SceneCanvas<drawing::RunnerScene> {
    Q_OBJECT

public:
    static constexpr int kHeight = 146;
    explicit RibbonCanvas(Context context, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {600, maximumHeight()}; }

protected:
    [[nodiscard]] drawing::RunnerScene makeScene() const override;
    void draw(QPainter& painter, const drawing::RunnerScene& scene) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    [[nodiscard]] QString readOff(QPointF at) const override;

private:
    void chooseAt(QPointF p);
};

/// The area curve with the plan's handles: drag one, or move the chosen one with the up and down keys.
class AreaCanvas : public SceneCanvas<drawing::RunnerScene> {
    Q_OBJECT

public:
    explicit AreaCanvas(Context context, QWidget* parent = nullptr);

    /// Where a station's handle is, in pixels, for whoever drives the mouse.
    [[nodiscard]] QPointF handleOf(std::size_t station) const;

protected:
    [[nodiscard]] QMarginsF edges() const override { return drawing::kAreaEdges; }
    [[nodiscard]] drawing::RunnerScene makeScene() const override;
    void draw(QPainter& painter, const drawing::RunnerScene& scene) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    [[nodiscard]] QString readOff(QPointF at) const override;

private:
    void setPlan(std::size_t station, Area area, int group);
    /// What the planned area of a station means, while its handle is dragged.
    [[nodiscard]] QStringList handleLines(std::size_t station) const;

    std::optional<std::size_t> m_grabbed;
    std::optional<drawing::AxisMap> m_frozenAxis;  ///< the axis keeps still while a handle is dragged
    int m_group = 0;
    plans::PassingFlows m_flows;  ///< when the handle was grabbed; a plan does not change them
};

}  // namespace euryth::widgets
