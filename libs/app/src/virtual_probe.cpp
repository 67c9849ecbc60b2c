// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/virtual_probe.hpp"

#include <algorithm>

namespace euryth::app {

VirtualProbe::VirtualProbe(const Workspace& workspace, ViscousRuns& runs, QObject* parent)
    : QObject(parent),
      m_workspace(workspace),
      m_runs(runs)
{
    connect(&workspace, &Workspace::refreshed, this, &VirtualProbe::follow);
    const auto arrived = [this] {
        refreshSides();
        emit changed();
        emit speedsArrived();
    };
    connect(&m_solver, &FieldSolver::arrived, this, arrived);
    connect(&runs, &ViscousRuns::arrived, this, arrived);
}

void VirtualProbe::setSeen(bool seen)
{
    m_seen = seen;
    if (seen)
        follow();
}

void VirtualProbe::follow()
{
    if (!m_seen)
        return;
    followPort();
    if (m_station != m_workspace.station()) {
        m_station = m_workspace.station();
        placeTip();
    }
    wantFields(true);
    refreshSides();
    emit changed();
}

void VirtualProbe::followPort()
{
    const job::Port* port = m_workspace.port();
    const std::string id = port ? port->id : std::string();
    const quint64 identity = m_workspace.document().identity();
    if (m_port != m_workspace.portIndex() || m_id != id || m_identity != identity) {
        m_port = m_workspace.portIndex();
        m_id = id;
        m_identity = identity;
        m_station.reset();
        m_wished.reset();
        m_pushes.clear();
    }
    if (!port) {
        m_present = {};
        m_present.shape.missing = m_present.missing = say("missing.port");
        m_flow = {std::nullopt, say("missing.port")};
        return;
    }
    m_present.shape = port_field::shapeOf(*port, m_workspace.analysisNow());
    m_flow = flowOf(*port);
}

Known<port_field::PortAir> VirtualProbe::flowOf(const job::Port& port) const
{
    const auto* set = m_workspace.probeResult();
    return port_field::portAir(m_workspace.job(), port, m_workspace.analysisNow(), m_wished,
                               set ? &port.probes[set->index] : nullptr);
}

/// The tip goes to the chosen station, to the middle of it at first.
void VirtualProbe::placeTip()
{
    const job::Port* port = m_workspace.port();
    if (!port || !m_station)
        return;
    m_tip.s = port->stations[*m_station].s;
    if (!m_placed)
        m_tip.at = geometry::centroid(m_workspace.analysisNow().sections[*m_station]);
    m_placed = true;
    keepTipInside();
}

Known<port_field::PortShape> VirtualProbe::otherShape() const
{
    if (!m_present.shape)
        return m_present.shape;
    switch (m_against) {
    case Against::Pushes:
        if (m_pushes.empty())
            return {std::nullopt, {}};
        return {port_field::moved(*m_present.shape, port_field::depthsOf(*m_present.shape, m_pushes)), {}};
    case Against::Cuts: {
        auto shape = port_field::afterCuts(*m_present.shape, m_workspace.analysisNow());
        const Phrase missing =
            shape ? Phrase() : say("missing.cuts", {{"what", m_workspace.analysisNow().cutProblem.missing}});
        return {std::move(shape), missing};
    }
    case Against::Plan:
        return port_field::plannedShape(m_workspace.job(), *m_workspace.port(), m_workspace.analysisNow());
    }
    return {};
}

void VirtualProbe::wantFields(bool settled)
{
    if (m_present.shape)
        m_solver.want(FieldSolver::Lane::Port, *m_present.shape, true, m_flow.value);
    m_other.shape = otherShape();
    if (m_other.shape)
        m_solver.want(FieldSolver::Lane::WhatIf, *m_other.shape, settled, m_flow.value);
    else
        m_solver.cancel(FieldSolver::Lane::WhatIf);
}

void VirtualProbe::takeAnswer(Side& side)
{
    side.missing = {};
    if (!side.shape) {
        Side none;
        none.shape = side.shape;
        none.missing = side.shape.missing;
        side = std::move(none);
        return;
    }
    const auto answer = m_solver.find(*side.shape);
    if (!answer)
        return;  // the last one stays until the next one is there
    side.missing = answer->missing;
    if (!answer->solved || !m_flow) {
        side.instant.reset();
    } else if (!side.instant || side.solved != answer->solved || side.instant->at() != *m_flow) {
        const bool ready = answer->instant && answer->instant->at() == *m_flow;
        side.instant = ready ? answer->instant : port_field::instantAir(answer->solved, *m_flow);
        side.run.reset();  // its walls are those of the instant field
    }
    side.solved = answer->solved;
    takeRun(side);
}

/// The run of the side's shape, and what is to be shown of both.
void VirtualProbe::takeRun(Side& side)
{
    const auto found = m_runs.best(*side.shape);
    if (!found || !side.instant) {
        side.run.reset();
    } else if (!side.run || side.found != found) {
        side.run = port_field::viscousAir(found->solved.air, *m_flow, side.instant, viscous::nameOf(found->solved));
        side.difference = port_field::differenceAir(side.run, side.instant);
    }
    side.found = found;
    side.shown = chosen(side);
    if (side.instant && !side.shown)
        side.missing = say("missing.run.how");
}

port_field::Air VirtualProbe::chosen(const Side& side) const
{
    switch (m_shows) {
    case Shows::Instant: return side.instant;
    case Shows::Viscous: return side.run;
    case Shows::Difference: return side.run ? side.difference : nullptr;
    }
    return nullptr;
}

void VirtualProbe::setShows(Shows shows)
{
    if (m_shows == shows)
        return;
    m_shows = shows;
    refreshSides();
    emit changed();
}

void VirtualProbe::refreshSides()
{
    const bool before = m_present.shown != nullptr;
    takeAnswer(m_present);
    takeAnswer(m_other);
    if (!m_flow && m_present.missing.empty())
        m_present.missing = m_flow.missing;
    if (!before)
        keepTipInside();
}

void VirtualProbe::keepTipInside()
{
    if (m_present.shown)
        m_tip = port_field::keptInside(*m_present.shown, m_tip);
}

bool VirtualProbe::isWorking() const
{
    return m_solver.isWorking(FieldSolver::Lane::Port) || m_solver.isWorking(FieldSolver::Lane::WhatIf);
}

void VirtualProbe::cancel()
{
    m_solver.cancel(FieldSolver::Lane::Port);
    m_solver.cancel(FieldSolver::Lane::WhatIf);
}

void VirtualProbe::setFlow(std::optional<VolumeFlow> flow)
{
    m_wished = flow;
    follow();
}

void VirtualProbe::setTip(port_field::TipPlace tip)
{
    m_tip = tip;
    keepTipInside();
    emit changed();
}

void VirtualProbe::tipToStation()
{
    const job::Port* port = m_workspace.port();
    if (port && m_workspace.station())
        setTip({port->stations[*m_workspace.station()].s, m_tip.at});
}

void VirtualProbe::stepTip(int along, int left, int up)
{
    port_field::TipPlace tip = m_tip;
    tip.s += kStep * along;
    tip.at.left += kStep.si() * left;
    tip.at.up += kStep.si() * up;
    setTip(tip);
}

std::optional<port_field::TipReading> VirtualProbe::readAt(const port_field::Air& air) const
{
    return air ? port_field::readTip(*air, m_tip) : std::nullopt;
}

std::optional<port_field::TipReading> VirtualProbe::instantReading() const
{
    return m_present.shown == m_present.instant ? std::nullopt : readAt(m_present.instant);
}

void VirtualProbe::setAgainst(Against against)
{
    m_against = against;
    m_other = {};
    follow();
}

Length VirtualProbe::pushAt(std::size_t station, geometry::Sector sector) const
{
    if (!m_workspace.port() || station >= m_workspace.port()->stations.size())
        return {};
    const Length s = m_workspace.port()->stations[station].s;
    const auto found =
        std::ranges::find_if(m_pushes, [&](const port_field::WallPush& p) { return p.s == s && p.sector == sector; });
    return found == m_pushes.end() ? Length{} : found->depth;
}

void VirtualProbe::push(std::size_t station, geometry::Sector sector, Length depth, bool settled)
{
    const Length s = m_workspace.port()->stations.at(station).s;
    std::erase_if(m_pushes, [&](const port_field::WallPush& p) { return p.s == s && p.sector == sector; });
    if (depth != Length{})
        m_pushes.push_back({s, sector, depth, m_reach});
    m_against = Against::Pushes;
    wantFields(settled);
    refreshSides();
    emit changed();
}

void VirtualProbe::takeBackPush()
{
    if (m_pushes.empty())
        return;
    m_pushes.pop_back();
    follow();
}

void VirtualProbe::clearPushes()
{
    m_pushes.clear();
    follow();
}

void VirtualProbe::setReach(Length reach)
{
    m_reach = reach;
    for (port_field::WallPush& push : m_pushes)
        push.reach = reach;
    follow();
}

Known<analysis::ComputedSpeeds> VirtualProbe::speedsOf(const job::Port& port, const analysis::PortAnalysis& measured,
                                                       analysis::SpeedSource source) const
{
    const auto shape = port_field::shapeOf(port, measured);
    if (!shape)
        return {std::nullopt, shape.missing};
    const auto air = port_field::portAir(m_workspace.job(), port, measured, std::nullopt, nullptr);
    if (!air)
        return {std::nullopt, air.missing};
    const auto judge = [](const port_field::Air& field) {
        return Known<analysis::ComputedSpeeds>{port_field::computedSpeeds(*field), {}};
    };
    if (source == analysis::SpeedSource::Viscous) {
        const auto run = m_runs.best(*shape);
        if (!run)
            return {std::nullopt, say("missing.run")};
        return judge(port_field::viscousAir(run->solved.air, *air, nullptr, viscous::nameOf(run->solved)));
    }
    const auto answer = m_solver.find(*shape);
    if (!answer || !answer->solved)
        return {std::nullopt, answer ? answer->missing : say("missing.field")};
    return judge(port_field::instantAir(answer->solved, *air));
}

std::vector<probing::PointReading> VirtualProbe::readingsAt(std::size_t probe) const
{
    const job::Port* port = m_workspace.port();
    const auto& result = m_workspace.analysisNow().probes.at(probe);
    if (!port || !m_present.shown || !result.station)
        return {};
    const job::ProbeSet& set = port->probes[probe];
    const auto air = port_field::portAir(m_workspace.job(), *port, m_workspace.analysisNow(), std::nullopt, &set);
    if (!air)
        return {};
    std::vector<probing::GridPoint> points;
    for (const job::Reading& r : set.readings)
        points.push_back({r.u, r.v});
    return port_field::virtualReadings(*m_present.shown, air->flow, port->stations[*result.station].s,
                                       m_workspace.analysisNow().sections[*result.station], points);
}

}  // namespace euryth::app
