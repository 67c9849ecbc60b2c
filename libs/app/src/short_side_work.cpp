// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/short_side_work.hpp"

#include <QCoreApplication>

namespace euryth::app {

ShortSideWork::ShortSideWork(const Workspace& workspace, const VirtualProbe& probe, QObject* parent)
    : QObject(parent),
      m_workspace(workspace),
      m_probe(probe)
{
    m_pool.setMaxThreadCount(1);
}

ShortSideWork::~ShortSideWork()
{
    m_stop.request_stop();
    m_pool.clear();
    m_pool.waitForDone();
}

void ShortSideWork::want()
{
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
    m_stop.request_stop();
    m_stop = std::stop_source();
    m_results = {};
    m_state = State::Idle;
    const quint64 ticket = ++m_ticket;
    if (!m_inputs.shape || !m_inputs.flow || !m_workspace.port()) {
        emit changed();
        return;
    }
    m_state = State::Working;
    const auto post = [this, ticket](std::function<void(Results&)> part, bool last) {
        QMetaObject::invokeMethod(
            this, [this, ticket, part = std::move(part), last] { take(ticket, part, last); }, Qt::QueuedConnection);
    };
    m_pool.start([post, stop = m_stop.get_token(), job = m_workspace.snapshot(), index = *m_workspace.portIndex(),
                  analysis = m_workspace.analysis(), shape = *m_inputs.shape, air = *m_probe.flow()] {
        const job::Port& port = job->ports[index];
        if (stop.stop_requested())
            return;
        auto variants = judgement::shortSideVariants(port, analysis, air, stop);
        post([variants](Results& r) { r.variants = variants; }, false);
        if (stop.stop_requested())
            return;
        const auto choke = judgement::localChoke(*job, port, analysis, shape, air.room, stop);
        post([choke](Results& r) { r.choke = choke; }, false);
        if (stop.stop_requested())
            return;
        const auto holds = judgement::shortSideHolds(shape, air.room, choke.flow, stop);
        post([holds](Results& r) { r.holds = holds; }, true);
    });
    emit changed();
}

void ShortSideWork::take(quint64 ticket, const std::function<void(Results&)>& part, bool last)
{
    if (ticket != m_ticket || m_state != State::Working)
        return;
    part(m_results);
    if (last)
        m_state = State::Idle;
    emit changed();
}

void ShortSideWork::stop()
{
    if (m_state != State::Working)
        return;
    m_stop.request_stop();
    m_state = State::Stopped;
    emit changed();
}

void ShortSideWork::finish()
{
    while (m_state == State::Working)
        QCoreApplication::processEvents(QEventLoop::ExcludeUserInputEvents | QEventLoop::WaitForMoreEvents);
}

}  // namespace euryth::app
