// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session.hpp"

namespace euryth::app {

Session::Session(const Clock& clock, QObject* parent)
    : QObject(parent),
      m_clock(clock),
      m_engine(m_workspace),
      m_runs(m_workspace, clock),
      m_probe(m_workspace, m_runs),
      m_shortSide(m_workspace, m_probe),
      m_cutStudy(m_workspace),
      m_shop(m_workspace, clock),
      m_instrument(m_workspace, clock)
{
    m_workspace.setSpeedsOf([this](const auto& port, const auto& measured, auto source) {
        return m_probe.speedsOf(port, measured, source);
    });
    connect(&m_probe, &VirtualProbe::speedsArrived, &m_workspace, &Workspace::speedsHaveChanged);
    connect(&m_simulated, &SimulatedBench::started, &m_instrument, &InstrumentDesk::connectTo);
    connect(&m_engine, &EngineResults::arrived, &m_workspace, &Workspace::refresh);
}

void Session::noteWritten()
{
    ++m_written;
    m_workspace.refresh();
}

}  // namespace euryth::app
