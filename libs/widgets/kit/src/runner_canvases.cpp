// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <tuple>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "analysis/judged_speeds.hpp"
#include "kit/runner_canvases.hpp"
#include "kit/section_canvases.hpp"
#include "plans/station_numbers.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using drawing::RunnerScene;
using units::Kind;

namespace {

RunnerScene chosenRunner(app::Workspace& workspace)
{
    if (!workspace.port()) {
        RunnerScene none;
        none.missing = Canvas::tr("This job has no port yet.");
        return none;
    }
    static const std::vector<calls::Call> none;
    const auto* calls = workspace.callsNow(*workspace.portIndex());
    return drawing::runnerScene(*workspace.port(), workspace.analysisNow(), calls ? *calls : none, workspace.station(),
                                workspace.displayUnits());
}

/// "38.2 mm: 934 mm², plan 960 mm²".
QString areasText(const app::Workspace& workspace, const RunnerScene& scene, double s)
{
    const auto areas = drawing::areasAt(scene, s);
    if (!areas.now)
        return {};
    const QString now =
        Canvas::tr("%1: %2").arg(workspace.text(Kind::Position, s), workspace.text(Kind::Area, *areas.now));
    return areas.plan ? Canvas::tr("%1, plan %2").arg(now, workspace.text(Kind::Area, *areas.plan)) : now;
}

}  // namespace

RibbonCanvas::RibbonCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setObjectName(QStringLiteral("ribbon"));
    // On a bench PC it gives some of its height to the page.
    constexpr int least = 104;
    setMinimumHeight(least);
    setMaximumHeight(kHeight);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Preferred);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("The runner"));
    connect(&context.workspace, &app::Workspace::judged, this, &Canvas::outdate);
    setToolTip(tr("The runner from window to valve. Click a station, or use Alt+Left and Alt+Right."));
}

RunnerScene RibbonCanvas::makeScene() const
{
    RunnerScene scene = chosenRunner(workspace());
    if (workspace().stage() != calls::Stage::Probe || !workspace().port())
        return scene;
    const auto& analysis = workspace().analysisNow();
    for (const std::size_t i : analysis::comparableSets(*workspace().port(), analysis)) {
        const analysis::ProbeResult& set = analysis.judgedBy()[i];
        const auto& fastest = set.traverse->points[set.traverse->fastest()];
        scene.probed.push_back({workspace().port()->stations[*set.station].s.si(),
                                QStringLiteral("%1, %2").arg(workspace().text(Kind::Speed, set.traverse->mean.si()),
                                                             QString::fromStdString(units::format(
                                                                 Ratio{*fastest.ratio}, workspace().displayUnits())))});
    }
    std::ranges::sort(scene.probed, {}, &RunnerScene::Probed::s);
    return scene;
}

void RibbonCanvas::draw(QPainter& painter, const RunnerScene& runner)
{
    painter.fillRect(rect(), theme().panel);
    painter.setPen(hasFocus() ? theme().now : theme().line);
    painter.drawLine(0, 0, width(), 0);
    drawing::RibbonView(runner, area().adjusted(6, 4, -6, -2)).paint(painter, theme(), runner);
}

void RibbonCanvas::chooseAt(QPointF p)
{
    const RunnerScene& runner = scene();
    if (runner.empty())
        return;
    const drawing::RibbonView view(runner, area().adjusted(6, 4, -6, -2));
    if (const auto station = drawing::stationAtPixel(runner, view.x, p.x()))
        workspace().chooseStation(*station);
}

QString RibbonCanvas::readOff(QPointF at) const
{
    const RunnerScene& runner = scene();
    if (runner.empty())
        return {};
    return areasText(workspace(), runner, drawing::RibbonView(runner, area().adjusted(6, 4, -6, -2)).x.toValue(at.x()));
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
        SceneCanvas::keyPressEvent(event);
}

AreaCanvas::AreaCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setObjectName(QStringLiteral("areaCanvas"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumHeight(172);
    setAccessibleName(tr("Area along the runner"));
    connect(&context.workspace, &app::Workspace::judged, this, &Canvas::outdate);
}

RunnerScene AreaCanvas::makeScene() const
{
    RunnerScene scene = chosenRunner(workspace());
    if (m_grabbed && scene.chosen)
        scene.handleLines = handleLines(*scene.chosen);
    return scene;
}

QStringList AreaCanvas::handleLines(std::size_t station) const
{
    const auto& analysis = workspace().analysisNow();
    const auto numbers = plans::numbersOfPlan(*workspace().port(), analysis, m_flows, station);
    if (!numbers)
        return {};
    QStringList lines{tr("plan %1").arg(workspace().text(Kind::Area, numbers->area.si()))};
    if (numbers->changePer10mm)
        lines << tr("%1 each %2")
                     .arg(workspace().text(Kind::Percent, *numbers->changePer10mm),
                          workspace().text(Kind::Position, 0.01));
    if (numbers->coneBefore)
        lines << tr("cone %1 before").arg(workspace().text(Kind::Angle, numbers->coneBefore->si()));
    if (numbers->coneAfter)
        lines << tr("cone %1 behind").arg(workspace().text(Kind::Angle, numbers->coneAfter->si()));
    if (numbers->onBench)
        lines << tr("bench %1").arg(workspace().text(Kind::Speed, numbers->onBench->si()));
    if (numbers->onEngine)
        lines << tr("engine %1").arg(workspace().text(Kind::Speed, numbers->onEngine->si()));
    if (station < analysis.reachable.size() && numbers->area >= analysis.reachable[station] * (1.0 - 1e-6))
        lines << tr("as far as the walls allow");
    return lines;
}

QPointF AreaCanvas::handleOf(std::size_t station) const
{
    const RunnerScene& runner = scene();
    return drawing::AreaView(runner, area()).handle(runner.stations.at(station));
}

void AreaCanvas::draw(QPainter& painter, const RunnerScene& runner)
{
    drawing::AreaView view(runner, area());
    if (m_frozenAxis)
        view.y = *m_frozenAxis;
    view.paint(painter, theme(), runner, m_grabbed);
    if (!runner.empty())
        drawing::paintAreaKey(painter, theme(), {area().left() + 170, area().top() + 12});
}

QString AreaCanvas::readOff(QPointF at) const
{
    const RunnerScene& runner = scene();
    if (runner.empty() || m_grabbed)
        return {};
    return areasText(workspace(), runner, drawing::AreaView(runner, area()).x.toValue(at.x()));
}

void AreaCanvas::mousePressEvent(QMouseEvent* event)
{
    const RunnerScene& runner = scene();
    if (runner.empty() || event->button() != Qt::LeftButton)
        return;
    const drawing::AreaView view(runner, area());
    m_grabbed = view.handleAt(runner, event->position());
    const auto station = m_grabbed ? m_grabbed : drawing::stationAtPixel(runner, view.x, event->position().x());
    if (m_grabbed) {
        m_frozenAxis = view.y;
        const auto& analysis = workspace().analysis();
        m_flows = plans::passingFlows(workspace().job(), analysis,
                                      engine::engineModel(workspace().job(), *workspace().port(), analysis));
        m_group = workspace().document().newGroup();
    }
    if (station)
        workspace().chooseStation(*station);
    outdate();
}

void AreaCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (m_grabbed && m_frozenAxis) {
        setPlan(*m_grabbed, Area::fromSi(m_frozenAxis->toValue(event->position().y())), m_group);
        return;
    }
    const RunnerScene& runner = scene();
    const bool over = !runner.empty() && drawing::AreaView(runner, area()).handleAt(runner, event->position());
    setCursor(over ? Qt::SizeVerCursor : Qt::ArrowCursor);
}

void AreaCanvas::mouseReleaseEvent(QMouseEvent*)
{
    m_grabbed.reset();
    m_frozenAxis.reset();
    outdate();
}

void AreaCanvas::keyPressEvent(QKeyEvent* event)
{
    const bool up = event->key() == Qt::Key_Up;
    const auto station = workspace().station();
    if (event->key() == Qt::Key_Left || event->key() == Qt::Key_Right)
        return workspace().stepStation(event->key() == Qt::Key_Left ? -1 : 1);
    if ((!up && event->key() != Qt::Key_Down) || !station || !workspace().analysisNow().areas)
        return SceneCanvas::keyPressEvent(event);
    // A key press is about what a stroke of a cartridge roll takes: 5 mm2, or 0.01 in2.
    const bool inch = workspace().displayUnits().system == units::System::Inch;
    const Area step = inch ? areaFromInch2(0.01) : areaFromMm2(5.0);
    const Area now =
        workspace().analysisNow().plan[*station].value_or(job::netArea(workspace().port()->stations[*station]));
    setPlan(*station, up ? now + step : now - step, 0);
}

void AreaCanvas::setPlan(std::size_t station, Area planned, int group)
{
    const std::size_t port = *workspace().portIndex();
    const auto& analysis = workspace().analysisNow();
    // A handle never leaves what the casting can give: outward the walls, inward what is there, unless the house fills.
    const Area now = job::netArea(workspace().port()->stations[station]);
    constexpr double mostFilled = 0.6;
    const bool fills = workspace().job().house.thinWall == job::ThinWall::Fill;
    const Area least = fills ? now * mostFilled : now;
    const Area most = station < analysis.reachable.size() ? std::max(analysis.reachable[station], now) : planned;
    // A handle that may not go there stays where it is: no dialog while a hand holds it.
    std::ignore = workspace().document().edit(
        tr("Plan area"),
        [&](job::Job& job) {
            job.ports[port].stations[station].plan.area = std::clamp(planned, least, std::max(most, least));
        },
        group);
}

}  // namespace euryth::widgets
