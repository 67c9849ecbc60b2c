// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan_short_sides.hpp"

#include "port_field/short_side_study.hpp"

namespace euryth::app {

PlanShortSides::PlanShortSides(const Workspace& workspace, QObject* parent) : QObject(parent), m_workspace(workspace)
{
    connect(&m_work, &Background::changed, this, &PlanShortSides::changed);
}

void PlanShortSides::want()
{
    auto job = m_workspace.snapshot();
    if (job == m_asked && m_port == m_workspace.portIndex())
        return;
    m_asked = job;
    m_port = m_workspace.portIndex();
    m_results.clear();
    m_work.reset();
    if (!m_port)
        return;
    m_work.start([this, job, index = *m_port, analysis = m_workspace.analysis()](const std::stop_token& stop,
                                                                                 const Background::Post& post) {
        auto severities = port_field::planSeverities(*job, job->ports[index], analysis, stop);
        if (!stop.stop_requested())
            post([this, severities] { m_results = severities; });
    });
}

}  // namespace euryth::app
