// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/background.hpp"
#include "app/virtual_probe.hpp"
#include "port_field/short_side_study.hpp"

namespace euryth::app {

/// What takes seconds to work out about the chosen port's short side, in the background, one part after the other:
/// other radii and heights; the first place to go sonic; the flows over which the air stays on.
class ShortSideWork : public QObject {
    Q_OBJECT

public:
    ShortSideWork(const Workspace& workspace, const VirtualProbe& probe, QObject* parent = nullptr);

    struct Results {
        std::optional<Known<std::vector<port_field::ShortSideVariant>>> variants;
        std::optional<port_field::LocalChoke> choke;
        std::optional<port_field::ShortSideHolds> holds;
    };
    [[nodiscard]] const Results& results() const { return m_results; }
    using State = Background::State;
    [[nodiscard]] State state() const { return m_work.state(); }
    [[nodiscard]] const QString& failure() const { return m_work.failure(); }

    /// Begins anew where port or flow have changed since the last time.
    void want();
    /// Begins anew.
    void start();
    void stop() { m_work.stop(); }
    /// Until nothing is under way; for tests, and for pictures of the window.
    void finish() { m_work.finish(); }

signals:
    void changed();

private:
    struct Inputs {
        std::optional<port_field::PortShape> shape;
        std::optional<VolumeFlow> flow;
        job::Engine engine;
        job::Bench bench;
        job::Port port;
        friend bool operator==(const Inputs&, const Inputs&) = default;
    };
    const Workspace& m_workspace;
    const VirtualProbe& m_probe;
    Inputs m_inputs;
    Results m_results;
    Background m_work;
};

}  // namespace euryth::app
