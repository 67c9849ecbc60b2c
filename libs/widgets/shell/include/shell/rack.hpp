// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/canvas.hpp"
#include "kit/stage.hpp"

namespace euryth::widgets {

/// What is told of a port.
struct RackTile {
    QString name;
    bool chosen = false;
    bool danger = false;
    int calls = 0;  ///< that nobody has accepted
    Headline headline;
    std::vector<Progress> progress;  ///< of each stage
};

QString spokenOf(const std::vector<RackTile>& tiles);

/// The head's ports as tiles: name, one number of the stage, how far each stage is. A click or Alt+Up/Down chooses.
class Rack : public SceneCanvas<std::vector<RackTile>> {
    Q_OBJECT

public:
    /// `stages` has to outlive it.
    Rack(Context context, const std::vector<StageInfo>& stages, QWidget* parent = nullptr);
    [[nodiscard]] QRectF tile(std::size_t port) const;

protected:
    [[nodiscard]] bool canLookNearer() const override { return false; }
    [[nodiscard]] std::vector<RackTile> makeScene() const override;
    void draw(QPainter& painter, const std::vector<RackTile>& tiles) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// Height of a tile: as many ports as there are have to be seen at once.
    [[nodiscard]] double tileHeight() const;
    void paintMarks(QPainter& painter, const RackTile& tile, const QRectF& line) const;
    void paintTile(QPainter& painter, const RackTile& tile, const QRectF& box) const;
    /// The number of the stage on screen, or a dash and why.
    [[nodiscard]] Headline headlineOf(std::size_t port) const;

    const std::vector<StageInfo>& m_stages;
};

}  // namespace euryth::widgets
