// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "drawing/bore_view.hpp"
#include "kit/canvas.hpp"

namespace euryth::widgets {

/// The valves of the chosen port's cylinder in the bore. A valve is dragged to its place, or moved by the arrow keys; a
/// click on another one chooses its port.
class BoreCanvas : public SceneCanvas<drawing::BoreScene> {
    Q_OBJECT

public:
    explicit BoreCanvas(Context context, QWidget* parent = nullptr);
    /// Where a valve of the layout is drawn, in pixels.
    [[nodiscard]] QPointF placeOf(std::size_t valve) const;

protected:
    [[nodiscard]] drawing::BoreScene makeScene() const override;
    void draw(QPainter& painter, const drawing::BoreScene& scene) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void move(std::size_t port, Length x, Length y, int group);

    std::optional<std::size_t> m_dragged;  ///< port whose valve the hand holds
    QPointF m_grip;                        ///< of the hand against the valve's middle
    int m_group = 0;
};

}  // namespace euryth::widgets
