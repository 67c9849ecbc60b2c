// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/stage.hpp"

namespace euryth::widgets {

/// The head's ports as tiles: name, one number of the stage, how far each stage is. A click or Alt+Up/Down chooses.
class Rack : public Canvas {
    Q_OBJECT

public:
    /// `stages` has to outlive it.
    Rack(Context context, const std::vector<StageInfo>& stages, QWidget* parent = nullptr);
    [[nodiscard]] QRectF tile(std::size_t port) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// Height of a tile: as many ports as there are have to be seen at once.
    [[nodiscard]] double tileHeight() const;
    void paintMarks(QPainter& painter, std::size_t port, const QRectF& line) const;
    void paintTile(QPainter& painter, std::size_t port) const;
    /// The number of the stage on screen, or a dash and why.
    [[nodiscard]] Headline headlineOf(std::size_t port) const;

    const std::vector<StageInfo>& m_stages;
};

}  // namespace euryth::widgets
