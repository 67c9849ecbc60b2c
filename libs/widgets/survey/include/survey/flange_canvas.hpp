// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "drawing/joined_view.hpp"
#include "kit/canvas.hpp"

namespace euryth::widgets {

/// The passage through the gasket plane, and the flange to scale.
class FlangeCanvas : public SceneCanvas<drawing::JoinedScene> {
    Q_OBJECT

public:
    explicit FlangeCanvas(Context context, QWidget* parent = nullptr);

protected:
    [[nodiscard]] drawing::JoinedScene makeScene() const override;
    void draw(QPainter& painter, const drawing::JoinedScene& scene) override;
    [[nodiscard]] QString readOff(QPointF at) const override;
};

}  // namespace euryth::widgets
