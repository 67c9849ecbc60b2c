// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack_summary.hpp"

#include <algorithm>

#include <QCoreApplication>

#include "units/format.hpp"

namespace euryth::app {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Rack", text); }

Progress progress(bool any, bool all) { return all && any ? Progress::Done : any ? Progress::Begun : Progress::Empty; }

Progress surveyProgress(const job::Port& port, bool isCommon)
{
    const bool walls = std::ranges::all_of(port.stations, [](const job::Station& s) {
        return std::ranges::any_of(s.wall.at, [](const auto& wall) { return wall.has_value(); });
    });
    return progress(!port.stations.empty(),
                    port.stations.size() >= 2 && walls && (job::throatOf(port.valve) || isCommon));
}

void headline(const Workspace& workspace, const job::Port& port, const analysis::PortAnalysis& a, RackSummary& tile)
{
    const auto& units = workspace.displayUnits();
    const auto say = [&](const std::string& number, const QString& meaning) {
        tile.number = QString::fromStdString(number);
        tile.meaning = meaning;
    };
    say(units::kUnknownText, port.stations.empty() ? tr("not measured") : tr("not known yet"));
    switch (workspace.stage()) {
    case Stage::Survey:
        if (a.areas)
            say(units::format(a.areas->volume(), units), tr("by its sections"));
        break;
    case Stage::Shape:
        if (a.areas)
            say(units::format(a.areas->smallest().area, units), tr("smallest area"));
        break;
    case Stage::Probe:
        if (const auto choke = calls::chokePoint(port, a))
            say(units::format(Ratio{choke->ratio}, units), tr("where it chokes"));
        break;
    case Stage::Cut:
        if (a.cut)
            say(units::format(a.cut->after.volume - a.cut->before.volume, units), tr("to take out"));
        break;
    }
}

}  // namespace

RackSummary rackSummary(const Workspace& workspace, std::size_t index)
{
    const job::Port& port = workspace.job().ports[index];
    const analysis::PortAnalysis& analysis = workspace.analysisOf(index);
    RackSummary tile;
    tile.id = QString::fromStdString(port.isBranch() ? job::branchName(port) : port.id);
    headline(workspace, port, analysis, tile);
    const auto planned = std::ranges::count_if(analysis.plan, [](const auto& p) { return p.has_value(); });
    const auto probed =
        std::ranges::count_if(analysis.probes, [](const auto& p) { return static_cast<bool>(p.traverse); });
    tile.stages = {surveyProgress(port, !job::branchesOf(workspace.job(), port).empty()),
                   progress(planned > 0, planned == std::ssize(analysis.plan)),
                   progress(!port.probes.empty(), probed == std::ssize(port.probes)),
                   progress(analysis.cut.has_value(), analysis.cut && !analysis.cut->makesWorse())};
    for (const calls::Call& call : workspace.callsOf(index)) {
        if (call.acceptedBecause)
            continue;
        ++tile.openCalls;
        tile.worst = std::min(tile.worst, call.severity);
    }
    return tile;
}

}  // namespace euryth::app
