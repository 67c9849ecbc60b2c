// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/cut_study.hpp"

namespace euryth::app {

CutStudy::CutStudy(const Workspace& workspace, QObject* parent) : QObject(parent), m_workspace(workspace)
{
    connect(&m_work, &Background::changed, this, &CutStudy::changed);
}

void CutStudy::want()
{
    const auto* analysis = m_workspace.analysed();
    if (!analysis)
        return;
    const auto index = m_workspace.portIndex();
    const job::Port* port = m_workspace.port();
    if (!index || !analysis->cut) {
        m_work.reset();
        m_of.reset();
        m_effect.reset();
        m_last.reset();
        return;
    }
    const auto job = m_workspace.snapshot();
    const bool known = m_of && m_port < m_of->ports.size();
    const bool samePort = known && m_of->ports[m_port].id == port->id;
    const cutting::DepthField& depths = analysis->cut->depths;
    if (samePort && depths == m_depths && analysis::sameAnalysis(*m_of, m_of->ports[m_port], *job, *port))
        return;
    m_last = samePort ? m_effect : nullptr;
    m_effect.reset();
    m_of = job;
    m_port = *index;
    m_depths = depths;
    m_work.start([this, job, at = *index, of = *analysis](const std::stop_token& stop, const Background::Post& post) {
        const auto effect =
            port_field::effectOf(*job, job->ports[at], of, of.cut->depths, port_field::Quality::Normal, stop);
        if (effect)
            post([this, shared = std::make_shared<const port_field::CutEffect>(*effect)] { m_effect = shared; });
    });
    emit changed();
}

}  // namespace euryth::app
