// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "widgets/canvases.hpp"

namespace euryth::widgets {

using drawing::RunnerScene;

namespace {

RunnerScene chosenRunner(app::Workspace& workspace)
{
    if (!workspace.port()) {
        RunnerScene none;
        none.missing = Canvas::tr("This job has no port yet.");
        return none;
    }
    return drawing::runnerScene(*workspace.port(), workspace.analysis(), workspace.callsOf(*workspace.portIndex()),
                                workspace.station(), workspace.displayUnits());
}

}  // namespace

RibbonCanvas::RibbonCanvas(Context context, QWidget* parent) : Canvas(context, parent)
{
    setObjectName(QStringLiteral("ribbon"));
    setFixedHeight(136);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("The runner"));
    setToolTip(tr("The runner from window to valve. Click a station, or use Alt+Left and Alt+Right."));
}

RunnerScene RibbonCanvas::scene() const { return chosenRunner(workspace()); }

void RibbonCanvas::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.fillRect(rect(), theme().panel);
    painter.setPen(hasFocus() ? theme().now : theme().line);
    painter.drawLine(0, 0, width(), 0);
    const RunnerScene runner = scene();
    drawing::RibbonView(runner, area().adjusted(6, 4, -6, -2)).paint(painter, theme(), runner);
}

void RibbonCanvas::chooseAt(QPointF p)
{
    const RunnerScene runner = scene();
    if (runner.empty())
        return;
    const drawing::RibbonView view(runner, area().adjusted(6, 4, -6, -2));
    if (const auto station = drawing::stationAtPixel(runner, view.x, p.x()))
        workspace().chooseStation(*station);
}

void RibbonCanvas::mousePressEvent(QMouseEvent* event) { chooseAt(event->position()); }

void RibbonCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (event->buttons() & Qt::LeftButton)
        chooseAt(event->position());
}

void RibbonCanvas::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Left || event->key() == Qt::Key_Right)
        workspace().stepStation(event->key() == Qt::Key_Left ? -1 : 1);
    else
        Canvas::keyPressEvent(event);
}

AreaCanvas::AreaCanvas(Context context, QWidget* parent) : Canvas(context, parent)
{
    setObjectName(QStringLiteral("areaCanvas"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumHeight(220);
    setAccessibleName(tr("Area along the runner"));
}

RunnerScene AreaCanvas::scene() const { return chosenRunner(workspace()); }

QPointF AreaCanvas::handleOf(std::size_t station) const
{
    const RunnerScene runner = scene();
    return drawing::AreaView(runner, area()).handle(runner.stations.at(station));
}

void AreaCanvas::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    const RunnerScene runner = scene();
    drawing::AreaView view(runner, area());
    if (m_frozenAxis)
        view.y = *m_frozenAxis;
    view.paint(painter, theme(), runner, m_grabbed);
    if (!runner.empty())
        drawing::paintAreaKey(painter, theme(), {area().left() + 170, area().top() + 12});
}

void AreaCanvas::mousePressEvent(QMouseEvent* event)
{
    const RunnerScene runner = scene();
    if (runner.empty() || event->button() != Qt::LeftButton)
        return;
    const drawing::AreaView view(runner, area());
    m_grabbed = view.handleAt(runner, event->position());
    const auto station = m_grabbed ? m_grabbed : drawing::stationAtPixel(runner, view.x, event->position().x());
    if (m_grabbed) {
        m_frozenAxis = view.y;
        m_group = workspace().document().newGroup();
    }
    if (station)
        workspace().chooseStation(*station);
    update();
}

void AreaCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (m_grabbed && m_frozenAxis) {
        setPlan(*m_grabbed, Area::fromSi(m_frozenAxis->toValue(event->position().y())), m_group);
        return;
    }
    const RunnerScene runner = scene();
    const bool over = !runner.empty() && drawing::AreaView(runner, area()).handleAt(runner, event->position());
    setCursor(over ? Qt::SizeVerCursor : Qt::ArrowCursor);
}

void AreaCanvas::mouseReleaseEvent(QMouseEvent*)
{
    m_grabbed.reset();
    m_frozenAxis.reset();
    update();
}

void AreaCanvas::keyPressEvent(QKeyEvent* event)
{
    const bool up = event->key() == Qt::Key_Up;
    const auto station = workspace().station();
    if (event->key() == Qt::Key_Left || event->key() == Qt::Key_Right)
        return workspace().stepStation(event->key() == Qt::Key_Left ? -1 : 1);
    if ((!up && event->key() != Qt::Key_Down) || !station || !workspace().analysis().areas)
        return Canvas::keyPressEvent(event);
    // A key press is about what a stroke of a cartridge roll takes: 5 mm2, or 0.01 in2.
    const bool inch = workspace().displayUnits().system == units::System::Inch;
    const Area step = inch ? areaFromInch2(0.01) : areaFromMm2(5.0);
    const Area now =
        workspace().analysis().plan[*station].value_or(job::netArea(workspace().port()->stations[*station]));
    setPlan(*station, up ? now + step : now - step, 0);
}

void AreaCanvas::setPlan(std::size_t station, Area planned, int group)
{
    const std::size_t port = *workspace().portIndex();
    // Handles stop at nothing at all; what the walls cannot give is drawn and called out, not forbidden here.
    const Area least = areaFromMm2(1.0);
    workspace().document().edit(
        tr("Plan area"), [&](job::Job& job) { job.ports[port].stations[station].planArea = std::max(planned, least); },
        group);
}

}  // namespace euryth::widgets
