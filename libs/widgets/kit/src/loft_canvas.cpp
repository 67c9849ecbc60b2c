// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/loft_canvas.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>

#include "drawing/paint_empty.hpp"
#include "kit/loft_renderer.hpp"

namespace euryth::widgets {

LoftCanvas::LoftCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setObjectName(QStringLiteral("loftCanvas"));
    setMinimumSize(220, 220);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("The port in space"));
    setToolTip(tr("Drag to turn, wheel to zoom; arrow keys, + and - do the same, 0 shows all."));
}

LoftCanvas::~LoftCanvas() = default;

void LoftCanvas::drawBySoftware()
{
    m_software = true;
    update();
}

std::optional<drawing::LoftScene> LoftCanvas::makeScene() const
{
    const job::Port* port = workspace().port();
    if (!port)
        return std::nullopt;
    auto scene = drawing::loftScene(*port, workspace().analysisNow(), workspace().station(), theme());
    if (m_colour)
        scene.legend.clear();  // the colours are somebody else's
    for (std::size_t i = 0; i < scene.colours.size() && m_colour; ++i) {
        for (std::size_t j = 0; j < scene.colours[i].size(); ++j) {
            const double round = static_cast<double>(j) / static_cast<double>(scene.colours[i].size());
            if (const auto colour = m_colour(scene.loft.s[i], round))
                scene.colours[i][j] = *colour;
        }
    }
    return scene;
}

void LoftCanvas::draw(QPainter& painter, const std::optional<drawing::LoftScene>& scene)
{
    if (!scene)
        return drawing::paintEmpty(painter, theme(), area(), tr("This job has no port yet."));
    if (!m_renderer && !m_software)
        m_renderer = std::make_unique<LoftRenderer>();  // not before it is looked at: a context takes a moment
    const auto picture =
        m_software ? std::nullopt : m_renderer->render(*scene, m_camera, size(), devicePixelRatioF(), theme().panel);
    if (!picture)
        return drawing::paintLoft(painter, *scene, m_camera, area(), theme());
    painter.drawImage(QPointF(0, 0), *picture);
    drawing::paintLoftMarks(painter, *scene, m_camera, area(), theme());
}

void LoftCanvas::lookAtAll()
{
    m_camera = {};
    update();
}

void LoftCanvas::mousePressEvent(QMouseEvent* event) { m_last = event->position(); }

void LoftCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (!(event->buttons() & Qt::LeftButton))
        return;
    m_camera.orbit(event->position() - m_last);
    m_last = event->position();
    update();
}

void LoftCanvas::wheelEvent(QWheelEvent* event)
{
    m_camera.zoomBy(event->angleDelta().y() / 120.0);
    update();
}

void LoftCanvas::keyPressEvent(QKeyEvent* event)
{
    constexpr double step = 12.0;
    switch (event->key()) {
    case Qt::Key_Left: m_camera.orbit({-step, 0}); break;
    case Qt::Key_Right: m_camera.orbit({step, 0}); break;
    case Qt::Key_Up: m_camera.orbit({0, -step}); break;
    case Qt::Key_Down: m_camera.orbit({0, step}); break;
    case Qt::Key_Plus: m_camera.zoomBy(1); break;
    case Qt::Key_Minus: m_camera.zoomBy(-1); break;
    case Qt::Key_0: return lookAtAll();
    default: return SceneCanvas::keyPressEvent(event);
    }
    update();
}

}  // namespace euryth::widgets
