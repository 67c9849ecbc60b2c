// SPDX-License-Identifier: GPL-3.0-or-later
#include "widgets/engine_canvases.hpp"

#include <QPainter>

namespace euryth::widgets {

using units::Kind;

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

QString symbolOf(const app::Workspace& workspace, Kind kind)
{
    const auto text = units::unitFor(kind, workspace.displayUnits().system).symbol;
    return QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size()));
}

void paintSideBySide(QPainter& painter, const drawing::Theme& theme, const std::vector<drawing::ChartScene>& charts,
                     const QRectF& rect)
{
    const double wide = rect.width() / static_cast<double>(charts.size());
    for (std::size_t i = 0; i < charts.size(); ++i) {
        const QRectF box(rect.left() + wide * static_cast<double>(i), rect.top(), wide - 8, rect.height());
        drawing::paintChart(painter, theme, charts[i], box);
    }
}

}  // namespace

FillingCanvas::FillingCanvas(Context context, app::EngineResults& results, QWidget* parent)
    : Canvas(context, parent),
      m_results(results)
{
    setObjectName(QStringLiteral("fillingCanvas"));
    setMinimumHeight(200);
    setAccessibleName(tr("Filling of the cylinder"));
}

std::vector<drawing::ChartScene> FillingCanvas::charts() const
{
    auto depression =
        chart(workspace(), tr("Depression in the cylinder, %1").arg(symbolOf(workspace(), Kind::Depression)),
              tr("crank after top dead centre, °"), Kind::Angle, Kind::Depression);
    auto efficiency =
        chart(workspace(), tr("Filling and airflow over speed"), tr("rpm"), Kind::Rotation, Kind::Percent);
    const auto& results = m_results.get();
    if (!results) {
        depression.missing = efficiency.missing =
            tr("Not known yet. Missing: %1.").arg(QString::fromStdString(results.missing));
        return {depression, efficiency};
    }
    drawing::ChartLine line{tr("depression"), {}};
    for (const auto& p : results->run.filling.points)
        line.points.emplace_back(p.crank.si(), (results->model.room.pressure - p.pressure).si());
    depression.lines.push_back(std::move(line));
    drawing::ChartLine filling{tr("volumetric efficiency, %"), {}};
    drawing::ChartLine flow{tr("airflow, % of the greatest"), {}};
    MassFlow most = results->sweep.front().meanFlow;
    for (const auto& p : results->sweep)
        most = std::max(most, p.meanFlow);
    for (const auto& p : results->sweep) {
        filling.points.emplace_back(p.rpm.si(), p.volumetricEfficiency);
        flow.points.emplace_back(p.rpm.si(), p.meanFlow / most);
    }
    efficiency.lines = {filling, flow};
    efficiency.mark = results->rpm.si();
    efficiency.markName = tr("wanted peak");
    return {depression, efficiency};
}

void FillingCanvas::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    paintSideBySide(painter, theme(), charts(), area());
}

RunnerFlowCanvas::RunnerFlowCanvas(Context context, app::EngineResults& results, QWidget* parent)
    : Canvas(context, parent),
      m_results(results)
{
    setObjectName(QStringLiteral("runnerFlowCanvas"));
    setMinimumHeight(200);
    setAccessibleName(tr("Flow along the runner on bench and engine"));
}

std::vector<drawing::ChartScene> RunnerFlowCanvas::charts() const
{
    auto mach =
        chart(workspace(), tr("Mach number along the runner"),
              tr("from the window, %1").arg(symbolOf(workspace(), Kind::Position)), Kind::Position, Kind::Number);
    auto loss =
        chart(workspace(), tr("Total pressure lost, %1").arg(symbolOf(workspace(), Kind::Depression)),
              tr("from the window, %1").arg(symbolOf(workspace(), Kind::Position)), Kind::Position, Kind::Depression);
    const auto& results = m_results.get();
    if (!results) {
        mach.missing = loss.missing = tr("Not known yet. Missing: %1.").arg(QString::fromStdString(results.missing));
        return {mach, loss};
    }
    const auto bench = workspace().job().bench.depression.value_or(pressureDifferenceFromInchOfWater(28.0));
    const auto add = [&](const QString& name, const flow::RunnerFlow& run) {
        drawing::ChartLine machLine{name, {}};
        drawing::ChartLine lossLine{name, {}};
        for (std::size_t i = 0; i < run.stations.size(); ++i) {
            const double s = results->model.runner[i].s.si();
            machLine.points.emplace_back(s, run.stations[i].mach);
            lossLine.points.emplace_back(s, (run.stations.front().totalPressure - run.stations[i].totalPressure).si());
        }
        mach.lines.push_back(std::move(machLine));
        loss.lines.push_back(std::move(lossLine));
    };
    add(tr("bench, %1").arg(workspace().text(Kind::Depression, bench.si())), results->onBench);
    add(tr("engine, %1%2")
            .arg(workspace().text(Kind::Depression, results->run.filling.peakDepression.si()),
                 results->onEngine.choked ? tr(", choked") : QString()),
        results->onEngine);
    mach.limit = 1.0;
    mach.limitName = tr("speed of sound");
    return {mach, loss};
}

void RunnerFlowCanvas::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    paintSideBySide(painter, theme(), charts(), area());
}

}  // namespace euryth::widgets
