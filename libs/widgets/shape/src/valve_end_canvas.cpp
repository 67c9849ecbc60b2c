// SPDX-License-Identifier: GPL-3.0-or-later
#include "valve_end_canvas.hpp"

#include <algorithm>
#include <tuple>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "job/fields.hpp"

namespace euryth::widgets {

using drawing::EndHandle;

namespace {

std::optional<Length>& memberOf(job::PlannedEnd& end, EndHandle handle)
{
    switch (handle) {
    case EndHandle::Apex: return end.shortHeight;
    case EndHandle::Radius: return end.shortRadius;
    case EndHandle::Bowl: return end.bowl;
    case EndHandle::Throat: break;
    }
    return end.throat;
}

const job::FieldOf<Length>& fieldOf(EndHandle handle)
{
    switch (handle) {
    case EndHandle::Apex: return job::field::planShortHeight;
    case EndHandle::Radius: return job::field::planShortRadius;
    case EndHandle::Bowl: return job::field::planBowl;
    case EndHandle::Throat: break;
    }
    return job::field::planThroat;
}

}  // namespace

ValveEndCanvas::ValveEndCanvas(Context context, SharedEndPlan plan, QWidget* parent)
    : SceneCanvas(context, parent),
      m_plan(std::move(plan))
{
    setObjectName(QStringLiteral("valveEndCanvas"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(240, 200);
    setAccessibleName(tr("The valve end, to scale"));
    setToolTip(
        tr("Drag a diamond. Left and Right choose one, Up and Down move it by a tenth of a millimetre (with Shift a "
           "whole one), Delete takes the wish back."));
}

drawing::ValveEndScene ValveEndCanvas::makeScene() const
{
    const job::Port* port = workspace().port();
    if (!port) {
        drawing::ValveEndScene none;
        none.missing = tr("This job has no port yet.");
        return none;
    }
    const auto& analysis = workspace().analysisNow();
    drawing::ValveEndScene scene = drawing::valveEndScene(*port, analysis);
    scene.units = workspace().displayUnits();
    scene.chosen = m_chosen;
    scene.focused = hasFocus();
    const auto results = m_plan->get();
    if (!results || scene.empty())
        return scene;
    const plans::ValveEndPlan& end = results->end;
    const auto present = [](const std::optional<Length>& typed, const std::optional<Length>& worked) {
        return typed ? typed : worked;
    };
    const auto apex = present(port->shortSide.height, analysis.floorApex.value);
    const auto radius = present(port->shortSide.radius,
                                analysis.floorRadius ? std::optional(analysis.floorRadius->radius) : std::nullopt);
    const job::PlannedEnd& wished = port->planEnd;
    const auto planned = [](const std::optional<Length>& wish, const std::optional<Length>& now) {
        return wish ? wish : now;
    };
    scene.apex = {apex, planned(wished.shortHeight, apex)};
    scene.radius = {radius, planned(wished.shortRadius, radius)};
    scene.bowl = {port->valve.bowl, planned(wished.bowl, port->valve.bowl)};
    scene.throat = {job::throatOf(port->valve), end.throat.throat.value};
    scene.valve = end.throat.valve.value;
    scene.stack = end.throat.stack.value;
    scene.scribeBelow = job::scribeBelow(workspace().job().house, port->side);
    if (apex)
        scene.deck = scene.stations[scene.apexAt].floor.z - apex->si();
    return scene;
}

void ValveEndCanvas::draw(QPainter& painter, const drawing::ValveEndScene& scene)
{
    drawing::ValveEndView(scene, area()).paint(painter, theme());
}

std::optional<QPointF> ValveEndCanvas::placeOf(EndHandle handle) const
{
    return drawing::ValveEndView(scene(), area()).handle(handle);
}

void ValveEndCanvas::wish(EndHandle handle, std::optional<Length> size, int group)
{
    const auto port = workspace().portIndex();
    if (!port)
        return;
    if (size) {
        const drawing::EndSize& now = scene().sizeOf(handle);
        const job::Range& range = fieldOf(handle).range;
        const double unit = fieldOf(handle).unit.factor;
        const double step = unit * 0.01;
        const double si = std::round(size->si() / step) * step;
        size = Length::fromSi(std::clamp(si, range.low * unit, range.high * unit));
        // A burr takes metal off: the apex goes down, radius, bowl and throat grow.
        if (now.now)
            size = handle == EndHandle::Apex ? std::min(*size, *now.now) : std::max(*size, *now.now);
    }
    // A handle that may not go there stays where it is: no dialog while a hand holds it.
    std::ignore = workspace().document().edit(
        drawing::nameOf(handle), [&](job::Job& job) { memberOf(job.ports[*port].planEnd, handle) = size; }, group);
}

void ValveEndCanvas::mousePressEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton)
        return;
    m_chosen = drawing::ValveEndView(scene(), area()).handleAt(event->position());
    m_dragging = m_chosen.has_value();
    if (m_dragging)
        m_group = workspace().document().newGroup();
    outdate();
}

void ValveEndCanvas::mouseMoveEvent(QMouseEvent* event)
{
    const drawing::ValveEndView view(scene(), area());
    if (m_dragging) {
        wish(*m_chosen, view.valueAt(*m_chosen, event->position()), m_group);
        return;
    }
    setCursor(view.handleAt(event->position()) ? Qt::OpenHandCursor : Qt::ArrowCursor);
}

void ValveEndCanvas::mouseReleaseEvent(QMouseEvent*)
{
    m_dragging = false;
    outdate();
}

void ValveEndCanvas::step(int by)
{
    std::vector<EndHandle> there;
    for (const EndHandle h : drawing::kEndHandles) {
        if (scene().sizeOf(h).plan)
            there.push_back(h);
    }
    if (there.empty())
        return;
    const auto at = m_chosen ? std::ranges::find(there, *m_chosen) : there.end();
    const auto count = static_cast<int>(there.size());
    const int next =
        at == there.end() ? (by > 0 ? 0 : count - 1) : (static_cast<int>(at - there.begin()) + by + count) % count;
    m_chosen = there[static_cast<std::size_t>(next)];
    outdate();
}

void ValveEndCanvas::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Left || event->key() == Qt::Key_Right)
        return step(event->key() == Qt::Key_Left ? -1 : 1);
    const bool up = event->key() == Qt::Key_Up;
    const auto size = m_chosen ? scene().sizeOf(*m_chosen).plan : std::nullopt;
    if (m_chosen && event->key() == Qt::Key_Delete)
        return wish(*m_chosen, std::nullopt, 0);
    if ((!up && event->key() != Qt::Key_Down) || !size)
        return SceneCanvas::keyPressEvent(event);
    const Length by = lengthFromMm(event->modifiers() & Qt::ShiftModifier ? 1.0 : 0.1);
    wish(*m_chosen, up ? *size + by : *size - by, 0);
}

}  // namespace euryth::widgets
