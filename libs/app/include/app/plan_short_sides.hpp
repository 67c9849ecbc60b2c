// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/background.hpp"
#include "app/workspace.hpp"
#include "port_field/short_side_severity.hpp"

namespace euryth::app {

/// How badly the air lets go of the chosen port's short side, as it is and by each of its plans; in the background.
class PlanShortSides : public QObject {
    Q_OBJECT

public:
    explicit PlanShortSides(const Workspace& workspace, QObject* parent = nullptr);

    /// Begins anew where the job or the chosen port have changed since the last time.
    void want();
    /// In the order of plans::comparePlans(); empty while it is not known.
    [[nodiscard]] const std::vector<std::optional<port_field::ShortSideSeverity>>& results() const { return m_results; }
    [[nodiscard]] bool isWorking() const { return m_work.isWorking(); }
    /// Until nothing is under way; for tests, and for pictures of the window.
    void finish() { m_work.finish(); }

signals:
    void changed();

private:
    const Workspace& m_workspace;
    std::shared_ptr<const job::Job> m_asked;
    std::optional<std::size_t> m_port;
    std::vector<std::optional<port_field::ShortSideSeverity>> m_results;
    Background m_work;
};

}  // namespace euryth::app
