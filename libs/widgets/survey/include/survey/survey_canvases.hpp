// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "drawing/compare_view.hpp"
#include "drawing/seat_view.hpp"
#include "kit/canvas.hpp"

namespace euryth::widgets {

struct SeatPicture {
    drawing::SeatScene seat;
    drawing::OpeningScene opening;
};

inline QString spokenOf(const SeatPicture& picture)
{
    return drawing::spokenOf(picture.seat) + QStringLiteral("; ") + drawing::spokenOf(picture.opening);
}

/// The seat stack to scale, and the opening over lift below it.
class SeatCanvas : public SceneCanvas<SeatPicture> {
    Q_OBJECT

public:
    explicit SeatCanvas(Context context, QWidget* parent = nullptr);

protected:
    [[nodiscard]] SeatPicture makeScene() const override;
    void draw(QPainter& painter, const SeatPicture& picture) override;
    [[nodiscard]] QString readOff(QPointF at) const override;

private:
    /// Where the seat is drawn, and where the opening.
    [[nodiscard]] std::pair<QRectF, QRectF> parts() const;

    // Most changes are of something else than the valve.
    mutable drawing::OpeningScene m_reckoned;
    mutable std::optional<decltype(job::Port::valve)> m_valve;  ///< of which that is
};

/// All ports of the chosen one's side over each other.
class CompareCanvas : public SceneCanvas<drawing::CompareScene> {
    Q_OBJECT

public:
    explicit CompareCanvas(Context context, QWidget* parent = nullptr);

protected:
    [[nodiscard]] drawing::CompareScene makeScene() const override;
    void draw(QPainter& painter, const drawing::CompareScene& scene) override;
    [[nodiscard]] QString readOff(QPointF at) const override;
};

/// Indices of the ports that are compared with the chosen one: of the same side, declared long or short like it, and
/// branches with branches of the same name.
std::vector<std::size_t> comparedPorts(const app::Workspace& workspace);

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
