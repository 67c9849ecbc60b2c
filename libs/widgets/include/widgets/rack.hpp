// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "widgets/parts.hpp"

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
    void paintTile(QPainter& painter, std::size_t port) const;
};

}  // namespace euryth::widgets
