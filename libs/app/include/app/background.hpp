// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <exception>
#include <functional>
#include <stop_token>
#include <string>

#include <QObject>
#include <QThreadPool>

#include "app/faults.hpp"

namespace euryth::app {

/// What `work` gives; where an exception ends it, what `failed` makes of its words, which are written down. For
/// threads, where nobody else would catch it.
template <class Work, class Failed>
auto guarded(const Work& work, const Failed& failed) -> decltype(work())
{
    try {
        return work();
    } catch (const std::exception& fault) {
        logFault("background work", fault.what());
        return failed(std::string(fault.what()));
    }
}

/// One piece of work beside the window: it is begun, replaced by a newer one, stopped, or ends; its answers are taken
/// in the window's thread, and only while nothing newer has begun. An exception in it is a failure with words, not the
/// end of the program. Whoever owns it waits in its destructor until the work has noticed that it is stopped.
class Background : public QObject {
    Q_OBJECT

public:
    explicit Background(QObject* parent = nullptr);
    ~Background() override;

    /// Hands a part of the answer to the window's thread; may be called as often as there are parts.
    using Post = std::function<void(std::function<void()> part)>;
    /// Must not touch anything that the window may change; looks at the stop token every few hundredths of a second.
    using Work = std::function<void(const std::stop_token& stop, const Post& post)>;

    enum class State {
        Idle,  ///< nothing has begun, or all is done
        Working,
        Stopped,  ///< by stop(); parts that have been taken stay
        Failed
    };
    [[nodiscard]] State state() const { return m_state; }
    [[nodiscard]] bool isWorking() const { return m_state == State::Working; }
    /// What went wrong; empty unless it failed.
    [[nodiscard]] const QString& failure() const { return m_failure; }

    /// Ends what is under way, whose answers nobody waits for any more, and begins anew.
    void start(Work work);
    /// Nothing is under way and nothing has been; what was is forgotten.
    void reset();
    void stop();
    /// Until nothing is under way; for tests, and for pictures of the window.
    void finish();

signals:
    void changed();  ///< a part has been taken, or the state is another one; not sent by start() and reset()

private:
    void drop();
    void end(quint64 ticket, State state, const QString& failure);

    State m_state = State::Idle;
    QString m_failure;
    quint64 m_ticket = 0;
    std::stop_source m_stop;
    QThreadPool m_pool;
};

}  // namespace euryth::app
