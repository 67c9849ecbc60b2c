// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/answer.hpp"

#include <utility>

namespace euryth::app {

Answering::Answering(const Workspace& workspace, QObject* parent) : QObject(parent), m_workspace(workspace)
{
    const auto outdate = [this] { m_outdated = true; };
    connect(&workspace, &Workspace::jobChanged, this, outdate);
    connect(&workspace, &Workspace::judgementsChanged, this, outdate);
    connect(&m_work, &Background::changed, this, &Answering::arrived);
}

bool Answering::hasMoved()
{
    const bool otherPort = std::exchange(m_port, m_workspace.portIndex()) != m_workspace.portIndex();
    const quint64 document = m_workspace.document().identity();
    const bool otherJob = std::exchange(m_document, document) != document;
    const job::Port* port = m_workspace.port();
    const bool fits = !m_of || (port && !otherPort && !otherJob && analysis::sameLists(m_of->ports[*m_port], *port));
    if (fits)
        return false;
    m_work.reset();
    m_outdated = true;
    m_of.reset();
    return true;
}

const analysis::PortAnalysis* Answering::toBegin()
{
    if (!m_outdated || !m_workspace.port())
        return nullptr;
    const auto* analysis = m_workspace.analysed();
    if (analysis) {
        m_outdated = false;
        m_of = m_workspace.snapshot();
    }
    return analysis;
}

}  // namespace euryth::app
