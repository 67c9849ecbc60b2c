// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "drawing/valve_end_view.hpp"
#include "end_plan.hpp"
#include "kit/canvas.hpp"

namespace euryth::widgets {

/// The valve end to scale, with its sizes to take hold of by hand and by key.
class ValveEndCanvas : public SceneCanvas<drawing::ValveEndScene> {
public:
    ValveEndCanvas(Context context, SharedEndPlan plan, QWidget* parent = nullptr);

    /// Where a handle is, in the widget's own pixels; for tests.
    [[nodiscard]] std::optional<QPointF> placeOf(drawing::EndHandle handle) const;

protected:
    [[nodiscard]] drawing::ValveEndScene makeScene() const override;
    void draw(QPainter& painter, const drawing::ValveEndScene& scene) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// Wishes a size, in the bounds of the register and of what a burr can do; nothing takes the wish back.
    void wish(drawing::EndHandle handle, std::optional<Length> size, int group);
    void step(int by);

    SharedEndPlan m_plan;
    std::optional<drawing::EndHandle> m_chosen;
    bool m_dragging = false;
    int m_group = 0;
};

}  // namespace euryth::widgets
