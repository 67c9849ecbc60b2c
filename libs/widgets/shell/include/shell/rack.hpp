// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/rack_summary.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

/// The head's ports as tiles: name, one number of the stage, how far each stage is. A click or Alt+Up/Down chooses.
class Rack : public Canvas {
    Q_OBJECT

public:
    explicit Rack(Context context, QWidget* parent = nullptr);
    [[nodiscard]] QRectF tile(std::size_t port) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// Height of a tile: as many ports as there are have to be seen at once.
    [[nodiscard]] double tileHeight() const;
    void paintMarks(QPainter& painter, const app::RackSummary& summary, const QRectF& line) const;
    void paintTile(QPainter& painter, std::size_t port) const;
};

}  // namespace euryth::widgets
