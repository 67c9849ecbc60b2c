// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/short_side_work.hpp"

namespace euryth::app {

ShortSideWork::ShortSideWork(const Workspace& workspace, const VirtualProbe& probe, QObject* parent)
    : QObject(parent),
      m_workspace(workspace),
      m_probe(probe)
{
    connect(&m_work, &Background::changed, this, &ShortSideWork::changed);
}

void ShortSideWork::want()
{
    if (!m_workspace.analysed())
        return;
    Inputs inputs;
    inputs.shape = m_probe.present().shape.value;
    if (m_probe.flow())
        inputs.flow = m_probe.flow()->flow;
    inputs.engine = m_workspace.job().engine;
    inputs.bench = m_workspace.job().bench;
    if (const job::Port* port = m_workspace.port())
        inputs.port = *port;
    if (inputs == m_inputs)
        return;
    m_inputs = std::move(inputs);
    start();
}

void ShortSideWork::start()
{
    m_work.reset();
    m_results = {};
    if (m_inputs.shape && m_inputs.flow && m_workspace.port()) {
        m_work.start([this, job = m_workspace.snapshot(), index = *m_workspace.portIndex(),
                      analysis = m_workspace.analysis(), shape = *m_inputs.shape,
                      air = *m_probe.flow()](const std::stop_token& stop, const Background::Post& post) {
            const job::Port& port = job->ports[index];
            auto variants = port_field::shortSideVariants(port, analysis, air, stop);
            post([this, variants] { m_results.variants = variants; });
            if (stop.stop_requested())
                return;
            const auto choke = port_field::localChoke(*job, port, analysis, shape, air.room, stop);
            post([this, choke] { m_results.choke = choke; });
            if (stop.stop_requested())
                return;
            const auto holds = port_field::shortSideHolds(shape, air.room, choke.flow, stop);
            post([this, holds] { m_results.holds = holds; });
        });
    }
    emit changed();
}

}  // namespace euryth::app
