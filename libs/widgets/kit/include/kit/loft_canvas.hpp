// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <memory>

#include "drawing/loft_view.hpp"
#include "kit/canvas.hpp"

namespace euryth::widgets {

class LoftRenderer;

/// The port in space, drawn by OpenGL where that can be had, else by the painter. Drag turns it, the wheel zooms; arrow
/// keys and + and - do the same.
class LoftCanvas : public SceneCanvas<std::optional<drawing::LoftScene>> {
    Q_OBJECT

public:
    explicit LoftCanvas(Context context, QWidget* parent = nullptr);
    ~LoftCanvas() override;
    /// Gives the surface a colour at a distance along the runner and a share of the way round, clockwise from the
    /// middle of the roof; where there is none it stays plain.
    using ColourOf = std::function<std::optional<QColor>(Length s, double round)>;
    void colourBy(ColourOf colour) { m_colour = std::move(colour); }
    void zoomBy(double steps) { m_camera.zoomBy(steps); }
    /// Draws without OpenGL from now on.
    void drawBySoftware();

    void lookAtAll() override;

protected:
    [[nodiscard]] bool canLookNearer() const override { return false; }
    [[nodiscard]] std::optional<drawing::LoftScene> makeScene() const override;
    void draw(QPainter& painter, const std::optional<drawing::LoftScene>& scene) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    ColourOf m_colour;
    drawing::OrbitCamera m_camera;
    QPointF m_last;
    std::unique_ptr<LoftRenderer> m_renderer;
    bool m_software = false;
};

}  // namespace euryth::widgets
