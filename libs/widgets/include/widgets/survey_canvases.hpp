// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include <memory>

#include "drawing/compare_view.hpp"
#include "drawing/loft_view.hpp"
#include "drawing/seat_view.hpp"
#include "widgets/parts.hpp"

namespace euryth::widgets {

/// The seat stack to scale, and the opening over lift below it.
class SeatCanvas : public Canvas {
    Q_OBJECT

public:
    explicit SeatCanvas(Context context, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;
};

/// All ports of the chosen one's side over each other.
class CompareCanvas : public Canvas {
    Q_OBJECT

public:
    explicit CompareCanvas(Context context, QWidget* parent = nullptr);
    [[nodiscard]] drawing::CompareScene scene() const;

protected:
    void paintEvent(QPaintEvent* event) override;
};

/// Indices of the ports that are compared with the chosen one: same side, and branches with branches of the same name.
std::vector<std::size_t> comparedPorts(const app::Workspace& workspace);

class LoftRenderer;

/// The port in space, drawn by OpenGL where that can be had, else by the painter. Drag turns it, the wheel zooms; arrow
/// keys and + and - do the same.
class LoftCanvas : public Canvas {
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

protected:
    void paintEvent(QPaintEvent* event) override;
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

/// What is being typed, so large that it can be read from two metres.
class BigReadout : public QWidget {
    Q_OBJECT

public:
    explicit BigReadout(Context context, QWidget* parent = nullptr);
    /// Shows a value with its meaning and unit.
    void show(const QString& meaning, const QString& value, const QString& unit);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Context m_context;
    QString m_meaning;
    QString m_value;
    QString m_unit;
};

}  // namespace euryth::widgets
