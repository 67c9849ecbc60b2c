// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/background.hpp"

#include <QCoreApplication>

namespace euryth::app {

Background::Background(QObject* parent) : QObject(parent)
{
    // One more for work that has been replaced and has not noticed yet.
    m_pool.setMaxThreadCount(2);
}

Background::~Background()
{
    m_stop.request_stop();
    m_pool.clear();
    m_pool.waitForDone();
}

void Background::drop()
{
    m_stop.request_stop();
    m_pool.clear();
    m_stop = std::stop_source();
    m_failure.clear();
    m_state = State::Idle;
    ++m_ticket;
}

void Background::start(Work work)
{
    drop();
    m_state = State::Working;
    const auto inWindow = [this](auto what) { QMetaObject::invokeMethod(this, std::move(what), Qt::QueuedConnection); };
    const Post post = [this, ticket = m_ticket, inWindow](std::function<void()> part) {
        inWindow([this, ticket, part = std::move(part)] {
            if (ticket != m_ticket || m_state != State::Working)
                return;
            part();
            emit changed();
        });
    };
    m_pool.start([this, work = std::move(work), post, ticket = m_ticket, stop = m_stop.get_token(), inWindow] {
        const auto [state, failure] = guarded(
            [&] {
                if (!stop.stop_requested())
                    work(stop, post);
                return std::pair(State::Idle, QString());
            },
            [](const std::string& words) { return std::pair(State::Failed, QString::fromStdString(words)); });
        inWindow([this, ticket, state = state, failure = failure] { end(ticket, state, failure); });
    });
}

void Background::end(quint64 ticket, State state, const QString& failure)
{
    if (ticket != m_ticket || m_state != State::Working)
        return;
    m_state = state;
    m_failure = failure;
    emit changed();
}

void Background::reset() { drop(); }

void Background::stop()
{
    if (m_state != State::Working)
        return;
    m_stop.request_stop();
    m_state = State::Stopped;
    emit changed();
}

void Background::finish()
{
    while (m_state == State::Working)
        QCoreApplication::processEvents(QEventLoop::ExcludeUserInputEvents | QEventLoop::WaitForMoreEvents);
}

}  // namespace euryth::app
