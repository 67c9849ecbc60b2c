// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/background.hpp"
#include "app/workspace.hpp"
#include "port_field/cut_effect.hpp"

namespace euryth::app {

/// What the cuts of the chosen port do, by its field solved anew: in the background, and only while somebody looks.
class CutStudy : public QObject {
    Q_OBJECT

public:
    explicit CutStudy(const Workspace& workspace, QObject* parent = nullptr);

    /// Of the plan as it is now; null until it is known.
    [[nodiscard]] std::shared_ptr<const port_field::CutEffect> effect() const { return m_effect; }
    /// That of the plan before the last change of it, to see what the change was worth; null where there is none.
    [[nodiscard]] std::shared_ptr<const port_field::CutEffect> last() const { return m_last; }
    using State = Background::State;
    [[nodiscard]] State state() const { return m_work.state(); }
    [[nodiscard]] const QString& failure() const { return m_work.failure(); }

    /// Begins anew where port or plan have changed since the last time.
    void want();
    void stop() { m_work.stop(); }
    /// Until nothing is under way; for tests, and for pictures of the window.
    void finish() { m_work.finish(); }

signals:
    void changed();

private:
    const Workspace& m_workspace;
    std::shared_ptr<const job::Job> m_of;
    std::size_t m_port = 0;
    cutting::DepthField m_depths;  ///< that hang on whose speeds the port is judged by as well
    std::shared_ptr<const port_field::CutEffect> m_effect;
    std::shared_ptr<const port_field::CutEffect> m_last;
    Background m_work;
};

}  // namespace euryth::app
