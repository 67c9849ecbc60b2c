// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/engine_canvases.hpp"
#include "app/language.hpp"
#include "kit/field_links.hpp"

#include <algorithm>
#include <numeric>

#include <QPainter>

namespace euryth::widgets {

using drawing::LineStyle;
using units::Kind;
using Who = app::EngineResults::Who;
using Curve = app::EngineResults::Curve;

namespace {

drawing::ChartScene chart(const app::Workspace& workspace, const QString& title, const QString& xTitle, Kind xKind,
                          Kind yKind)
{
    drawing::ChartScene scene;
    scene.title = title;
    scene.xTitle = xTitle;
    scene.xKind = xKind;
    scene.yKind = yKind;
    scene.units = workspace.displayUnits();
    return scene;
}

LineStyle styleOf(Who who)
{
    return who == Who::AsItIs ? LineStyle::Now : who == Who::Plan ? LineStyle::Plan : LineStyle::Other;
}

LineStyle thinOf(Who who)
{
    return who == Who::AsItIs ? LineStyle::NowThin : who == Who::Plan ? LineStyle::PlanThin : LineStyle::OtherThin;
}

void setMissing(std::vector<drawing::ChartScene>& charts, const QString& missing)
{
    for (auto& c : charts)
        c.missing = missing;
}

/// Of an intake the depression in the cylinder over the crank, of an exhaust its pressure over the pipe's while the
/// valve is open.
std::vector<QPointF> pressures(const Curve& curve)
{
    std::vector<QPointF> points;
    if (!curve.model.isExhaust()) {
        for (const auto& p : curve.run.filling.points)
            points.emplace_back(p.crank.si(), (curve.run.before - p.pressure).si());
        return points;
    }
    for (const auto& p : curve.run.exchange->points) {
        if (p.crank <= planning::closes(curve.model.cam))
            points.emplace_back(p.crank.si(), (p.pressure - curve.model.pipe).si());
    }
    return points;
}

/// The valve's opening is the last of the states; the air of an exhaust port meets it first.
std::vector<std::size_t> inAirOrder(const engine::EngineModel& model, std::size_t count)
{
    std::vector<std::size_t> order(count);
    std::iota(order.begin(), order.end(), std::size_t{0});
    if (model.isExhaust())
        std::ranges::rotate(order, std::prev(order.end()));
    return order;
}

/// A cam's lift over its crank angles.
std::vector<QPointF> liftCurve(const planning::Cam& cam)
{
    const Angle opens = planning::opens(cam);
    const Angle closes = planning::closes(cam);
    constexpr int steps = 180;
    std::vector<QPointF> points;
    for (int i = 0; i <= steps; ++i) {
        const Angle crank = opens + (closes - opens) * (static_cast<double>(i) / steps);
        points.emplace_back(crank.si(), planning::liftAt(cam, crank).si());
    }
    return points;
}

void markSpeeds(drawing::ChartScene& scene, const app::EngineResults::Results& results)
{
    scene.marks.push_back({results.rpm.si(), Canvas::tr("peak")});
    if (results.shiftRpm)
        scene.marks.push_back({results.shiftRpm->si(), Canvas::tr("shift")});
}

}  // namespace

QString whyNone(const app::Workspace& workspace, const app::EngineResults& results, const Phrase& missing)
{
    if (results.isWorking())
        return Canvas::tr("Being worked out…");
    if (!results.failure().isEmpty())
        return Canvas::tr("Could not be worked out: %1").arg(results.failure());
    return Canvas::tr("Not known yet. Missing: %1.").arg(withLinks(workspace, missing));
}

QString curveName(const Curve& curve)
{
    const QString name = QString::fromStdString(curve.name);
    switch (curve.who) {
    case Who::AsItIs: return Canvas::tr("%1 as it is").arg(name);
    case Who::Plan: return Canvas::tr("its plan \"%1\"").arg(name);
    case Who::Other: return name;
    }
    return name;
}

EngineCanvas::EngineCanvas(Context context, app::EngineResults& results, Shows shows, QWidget* parent)
    : ChartCanvas(context, shows == Shows::Crank ? 1 : 2, parent),
      m_results(results),
      m_shows(shows)
{
    setObjectName(shows == Shows::Filling  ? QStringLiteral("fillingCanvas")
                  : shows == Shows::Runner ? QStringLiteral("runnerFlowCanvas")
                                           : QStringLiteral("crankCanvas"));
    setMinimumHeight(200);
    setAccessibleName(shows == Shows::Filling  ? tr("Filling of the cylinder")
                      : shows == Shows::Runner ? tr("Flow along the runner on bench and engine")
                                               : tr("Piston, gas and valve over the crank"));
}

std::vector<drawing::ChartScene> EngineCanvas::makeCharts() const
{
    switch (m_shows) {
    case Shows::Filling: return filling();
    case Shows::Runner: return runner();
    case Shows::Crank: return crank();
    }
    return {};
}

std::vector<drawing::ChartScene> EngineCanvas::filling() const
{
    const bool exhaust = workspace().port() && workspace().port()->side == job::Side::Exhaust;
    const QString crankTitle = tr("crank after top dead centre, °");
    std::vector<drawing::ChartScene> charts{
        chart(workspace(),
              (exhaust ? tr("Pressure in the cylinder over the pipe's, %1") : tr("Depression in the cylinder, %1"))
                  .arg(workspace().symbol(Kind::Depression)),
              crankTitle, Kind::Angle, Kind::Depression),
        chart(workspace(), exhaust ? tr("Burned gas left in the cylinder, %") : tr("Volumetric efficiency, %"),
              tr("rpm"), Kind::Rotation, Kind::Percent),
        chart(workspace(),
              exhaust ? tr("Mach number at the stations, while the piston drives")
                      : tr("Mach number at the stations, at peak power"),
              tr("from the window, %1").arg(workspace().symbol(Kind::Position)), Kind::Position, Kind::Number),
        chart(workspace(), tr("Airflow, % of the most as it is"), tr("rpm"), Kind::Rotation, Kind::Percent)};
    const auto& results = m_results.get();
    if (!results) {
        setMissing(charts, whyNone(workspace(), m_results, results.missing));
        return charts;
    }
    const MassFlow most = std::ranges::max(results->curves.front().sweep, {}, &engine::SpeedPoint::meanFlow).meanFlow;
    for (const Curve& curve : results->curves) {
        for (auto& c : charts)
            c.lines.push_back({curveName(curve), styleOf(curve.who), {}});
        charts[0].lines.back().points = pressures(curve);
        for (const auto& p : curve.sweep) {
            charts[1].lines.back().points.emplace_back(p.rpm.si(), exhaust ? p.left : p.volumetricEfficiency);
            charts[3].lines.back().points.emplace_back(p.rpm.si(), p.meanFlow / most);
        }
        for (std::size_t i = 0; i < curve.run.atPeakFlow.stations.size(); ++i) {
            charts[2].lines.back().points.emplace_back(curve.model.fromWindow(i).si(),
                                                       curve.run.atPeakFlow.stations[i].mach);
        }
    }
    markSpeeds(charts[1], *results);
    markSpeeds(charts[3], *results);
    charts[1].fromZero = exhaust;
    return charts;
}

std::vector<drawing::ChartScene> EngineCanvas::runner() const
{
    const QString along =
        tr("from the window, %1; the last point is the valve at full lift").arg(workspace().symbol(Kind::Position));
    std::vector<drawing::ChartScene> charts{
        chart(workspace(), tr("Mach number"), along, Kind::Position, Kind::Number),
        chart(workspace(), tr("Total pressure lost, %1").arg(workspace().symbol(Kind::Depression)), along,
              Kind::Position, Kind::Depression)};
    const auto& results = m_results.get();
    if (!results) {
        setMissing(charts, whyNone(workspace(), m_results, results.missing));
        return charts;
    }
    const auto add = [&](const Curve& curve, const flow::RunnerFlow& flow, LineStyle style, const QString& name) {
        for (auto& c : charts)
            c.lines.push_back({name, style, {}});
        const double end = curve.model.valveEnd.si();
        const AbsolutePressure total =
            std::ranges::max(flow.stations, {}, &flow::StationState::totalPressure).totalPressure;
        for (std::size_t i : inAirOrder(curve.model, flow.stations.size())) {
            const bool valve = i >= curve.model.runner.size();
            const double s = valve ? end * kValveAt : curve.model.fromWindow(i).si();
            charts[0].lines.back().points.emplace_back(s, flow.stations[i].mach);
            charts[1].lines.back().points.emplace_back(s, (total - flow.stations[i].totalPressure).si());
        }
    };
    const QString bench = workspace().text(Kind::Depression, results->bench.si());
    const QString running = workspace().text(Kind::Depression, results->running.si());
    for (const Curve& curve : results->curves) {
        if (curve.who == Who::Plan && results->curves.size() > 2)
            continue;  // beside another port the plan would make six lines
        add(curve, curve.onBench, thinOf(curve.who), tr("%1, %2").arg(QString::fromStdString(curve.name), bench));
        add(curve, curve.onEngine, styleOf(curve.who), tr("%1, %2").arg(QString::fromStdString(curve.name), running));
    }
    charts[0].limit = 1.0;
    charts[0].limitName = tr("speed of sound");
    return charts;
}

std::vector<drawing::ChartScene> EngineCanvas::crank() const
{
    const QString crankTitle = tr("crank after top dead centre, °");
    std::vector<drawing::ChartScene> charts{
        chart(workspace(), tr("Piston, and gas in the smallest section, %1").arg(workspace().symbol(Kind::Speed)),
              crankTitle, Kind::Angle, Kind::Speed),
        chart(workspace(), tr("Valve lift, %1").arg(workspace().symbol(Kind::Length)), crankTitle, Kind::Angle,
              Kind::Length)};
    const auto& results = m_results.get();
    if (!results) {
        setMissing(charts, whyNone(workspace(), m_results, results.missing));
        return charts;
    }
    const Curve& now = results->curves.front();
    charts[0].lines.push_back({tr("piston"), LineStyle::NowThin, {}});
    for (const auto& [crank, speed] : now.gasSpeed) {
        const double piston = planning::pistonSpeed(now.model.cylinder.drive, results->rpm, crank).si();
        charts[0].lines.back().points.emplace_back(crank.si(), std::abs(piston));
    }
    for (const Curve& curve : results->curves) {
        charts[0].lines.push_back({tr("gas, %1").arg(curveName(curve)), styleOf(curve.who), {}});
        for (const auto& [crank, speed] : curve.gasSpeed)
            charts[0].lines.back().points.emplace_back(crank.si(), speed.si());
    }
    charts[1].lines.push_back({now.model.cam.measured ? tr("by the table") : tr("smooth stand-in"), LineStyle::Now,
                               liftCurve(now.model.cam)});
    const QString other = QString::fromStdString(now.model.otherSide);
    if (now.model.exhaust)
        charts[1].lines.push_back(
            {tr("exhaust, %1").arg(other), LineStyle::OtherThin, liftCurve(now.model.exhaust->cam)});
    if (now.model.intake)
        charts[1].lines.push_back(
            {tr("intake, %1").arg(other), LineStyle::OtherThin, liftCurve(now.model.intake->cam)});
    return charts;
}

}  // namespace euryth::widgets
