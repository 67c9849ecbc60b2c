// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/bore_canvas.hpp"

#include <cmath>
#include <tuple>

#include <QKeyEvent>
#include <QMouseEvent>

#include "job/fields.hpp"
#include "kit/field_links.hpp"

namespace euryth::widgets {

BoreCanvas::BoreCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setObjectName(QStringLiteral("boreCanvas"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(220, 240);
    setAccessibleName(tr("The cylinder's valves in the bore, seen from the deck"));
    setToolTip(
        tr("Drag a valve to its place. The arrow keys move the chosen port's valve by a tenth of a millimetre (with "
           "Shift a whole one)."));
}

drawing::BoreScene BoreCanvas::makeScene() const
{
    drawing::BoreScene scene;
    scene.units = workspace().displayUnits();
    scene.focused = hasFocus();
    const job::Port* port = workspace().port();
    if (!port) {
        scene.missing = tr("This job has no port yet.");
        return scene;
    }
    const auto layout = analysis::valveLayout(workspace().job(), *port);
    if (!layout) {
        scene.missing = tr("No valves in the bore yet. Missing: %1.").arg(withLinks(workspace(), layout.missing));
        return scene;
    }
    scene.layout = *layout;
    for (std::size_t i = 0; i < layout->valves.size(); ++i) {
        const std::size_t index = layout->valves[i].port;
        scene.names.push_back(QString::fromStdString(workspace().job().ports[index].id));
        if (index == workspace().portIndex())
            scene.chosen = i;
    }
    return scene;
}

void BoreCanvas::draw(QPainter& painter, const drawing::BoreScene& scene)
{
    drawing::BoreView(scene, area()).paint(painter, theme());
}

QPointF BoreCanvas::placeOf(std::size_t valve) const
{
    const auto& laid = scene().layout->valves.at(valve);
    return drawing::BoreView(scene(), area()).toPixel(laid.x, laid.y);
}

void BoreCanvas::move(std::size_t port, Length x, Length y, int group)
{
    const auto settled = [](Length q) {
        constexpr double step = 1e-5;  // m
        const job::Range& range = job::field::boreX.range;
        const double unit = job::field::boreX.unit.factor;
        return Length::fromSi(std::clamp(std::round(q.si() / step) * step, range.low * unit, range.high * unit));
    };
    // A valve that may not go there stays where it is: no dialog while a hand holds it.
    std::ignore = workspace().document().edit(
        tr("Place of the valve"),
        [&](job::Job& job) {
            job::InBore& place = job.ports[port].valve.inBore;
            place.x = settled(x);
            place.y = settled(y);
        },
        group);
}

void BoreCanvas::mousePressEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton)
        return;
    const auto valve = drawing::BoreView(scene(), area()).valveAt(event->position());
    if (!valve)
        return;
    m_dragged = scene().layout->valves[*valve].port;
    m_grip = event->position() - placeOf(*valve);
    m_group = workspace().document().newGroup();
    workspace().choosePort(*m_dragged);
}

void BoreCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (!m_dragged || !scene().layout)
        return;
    const drawing::BoreView view(scene(), area());
    const QPointF middle = event->position() - m_grip;
    move(*m_dragged, view.xAt(middle), view.yAt(middle), m_group);
}

void BoreCanvas::mouseReleaseEvent(QMouseEvent*) { m_dragged.reset(); }

void BoreCanvas::keyPressEvent(QKeyEvent* event)
{
    const Length by = lengthFromMm(event->modifiers() & Qt::ShiftModifier ? 1.0 : 0.1);
    Length x;
    Length y;
    switch (event->key()) {
    case Qt::Key_Left: x = -by; break;
    case Qt::Key_Right: x = by; break;
    case Qt::Key_Up: y = -by; break;  // what is left of the flow is drawn downward
    case Qt::Key_Down: y = by; break;
    default: return SceneCanvas::keyPressEvent(event);
    }
    if (!scene().layout || !scene().chosen)
        return;
    const auto& valve = scene().layout->valves[*scene().chosen];
    move(valve.port, valve.x + x, valve.y + y, 0);
}

}  // namespace euryth::widgets
