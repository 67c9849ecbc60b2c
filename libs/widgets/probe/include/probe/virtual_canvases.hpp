// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/virtual_probe.hpp"
#include "drawing/field_view.hpp"
#include "kit/canvas.hpp"

namespace euryth::widgets {

/// The computed speed in the section where the tip is; the tip is dragged, or moved by the arrow keys, half a
/// millimetre at a time (ten times as far with Shift); Page Up and Page Down move it along the runner.
class FieldSectionCanvas : public SceneCanvas<drawing::FieldSectionScene> {
    Q_OBJECT

public:
    /// The port as it is; or as it is compared, on the same scale.
    enum class Shows { Present, Other };
    FieldSectionCanvas(Context context, app::VirtualProbe& probe, Shows shows, QWidget* parent = nullptr);
    /// Shows the chosen station with the wall of the port that it is compared with. The walls of the port as it is can
    /// be pushed: by handles in the middle of each, dragged, or chosen by number keys and pushed by + and -.
    void compare() { m_compares = true; }
    /// Where a wall's handle and the tip are, in pixels, for whoever drives the mouse.
    [[nodiscard]] QPointF handleOf(geometry::Sector sector) const;
    [[nodiscard]] QPointF pixelOf(geometry::Point at) const;

protected:
    [[nodiscard]] bool takesSignKeys() const override { return true; }  // they push a wall
    [[nodiscard]] drawing::FieldSectionScene makeScene() const override;
    void draw(QPainter& painter, const drawing::FieldSectionScene& scene) override;
    [[nodiscard]] QString readOff(QPointF at) const override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// The section that is shown: the tip's; where ports are compared the chosen station's, whose walls can be pushed.
    [[nodiscard]] Length sectionAt() const;
    void addHandles(drawing::FieldSectionScene& scene) const;
    void pushTo(QPointF pixel, bool settled);
    [[nodiscard]] bool pushByKey(const QKeyEvent& event);

    app::VirtualProbe& m_probe;
    Shows m_shows;
    bool m_compares = false;
    std::optional<geometry::Sector> m_grabbed;
    geometry::Sector m_wall = geometry::Sector::Floor;  ///< that the keys push
    Length m_grabDepth;
    geometry::Point m_grabAt;
};

/// The computed speed in the upright middle of the port, with the ways of the air; the tip is dragged, or moved by the
/// arrow keys.
class FieldLongCanvas : public SceneCanvas<drawing::FieldLongScene> {
    Q_OBJECT

public:
    FieldLongCanvas(Context context, app::VirtualProbe& probe, QWidget* parent = nullptr);
    [[nodiscard]] QPointF pixelOf(const geometry::Point& side) const;

protected:
    [[nodiscard]] drawing::FieldLongScene makeScene() const override;
    void draw(QPainter& painter, const drawing::FieldLongScene& scene) override;
    [[nodiscard]] QString readOff(QPointF at) const override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void tipTo(QPointF pixel);
    app::VirtualProbe& m_probe;
};

/// What there is to say instead of a picture: missing, or under way; empty where there is a picture.
QString fieldMissing(const app::VirtualProbe& probe, const app::VirtualProbe::Side& side);

/// The same for the instant field, whatever is shown.
QString instantMissing(const app::VirtualProbe& probe, const app::VirtualProbe::Side& side);

/// What is drawn of a field: its speeds on the scale of `scaledBy`; a difference on its own.
drawing::FieldPicture fieldPicture(const app::Workspace& workspace, const port_field::AirField& air,
                                   const port_field::AirField& scaledBy);

}  // namespace euryth::widgets
