// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>

#include <QObject>
#include <QThreadPool>

#include "app/virtual_probe.hpp"
#include "judgement/short_side_study.hpp"

namespace euryth::app {

/// What takes seconds to work out about the chosen port's short side, in the background, one part after the other:
/// other radii and heights; the first place to go sonic; the flows over which the air stays on.
class ShortSideWork : public QObject {
    Q_OBJECT

public:
    ShortSideWork(const Workspace& workspace, const VirtualProbe& probe, QObject* parent = nullptr);
    ~ShortSideWork() override;

    struct Results {
        std::optional<judgement::Known<std::vector<judgement::ShortSideVariant>>> variants;
        std::optional<judgement::LocalChoke> choke;
        std::optional<judgement::ShortSideHolds> holds;
    };
    [[nodiscard]] const Results& results() const { return m_results; }
    enum class State { Idle, Working, Stopped };
    [[nodiscard]] State state() const { return m_state; }

    /// Begins anew where port or flow have changed since the last time.
    void want();
    /// Begins anew.
    void start();
    void stop();
    /// Until nothing is under way; for tests, and for pictures of the window.
    void finish();

signals:
    void changed();

private:
    struct Inputs {
        std::optional<judgement::PortShape> shape;
        std::optional<VolumeFlow> flow;
        job::Engine engine;
        job::Bench bench;
        job::Port port;
        friend bool operator==(const Inputs&, const Inputs&) = default;
    };
    void take(quint64 ticket, const std::function<void(Results&)>& part, bool last);

    const Workspace& m_workspace;
    const VirtualProbe& m_probe;
    Inputs m_inputs;
    Results m_results;
    State m_state = State::Idle;
    quint64 m_ticket = 0;
    std::stop_source m_stop;
    QThreadPool m_pool;
};

}  // namespace euryth::app
