// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>

#include <QImage>

#include "drawing/loft_view.hpp"

namespace euryth::widgets {

/// Draws the port in space by OpenGL 3.3 into a picture, off screen. A widget of OpenGL's own would end the program on
/// platforms that cannot show one; a picture can be had wherever there is a context, and nothing breaks where there is
/// none.
class LoftRenderer {
public:
    LoftRenderer();
    LoftRenderer(const LoftRenderer&) = delete;
    LoftRenderer& operator=(const LoftRenderer&) = delete;
    ~LoftRenderer();

    /// The surface on a ground of one colour; nothing where OpenGL cannot be had.
    [[nodiscard]] std::optional<QImage> render(const drawing::LoftScene& scene, const drawing::OrbitCamera& camera,
                                               QSize size, double pixelRatio, const QColor& ground);

private:
    struct Gl;
    std::unique_ptr<Gl> m_gl;  ///< null where there is no OpenGL
};

}  // namespace euryth::widgets
