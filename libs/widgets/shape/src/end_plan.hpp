// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>

#include "app/workspace.hpp"
#include "plans/valve_plan.hpp"

namespace euryth::widgets {

/// The plan of the valve end, worked out once for each change.
class EndPlan {
public:
    explicit EndPlan(const app::Workspace& workspace) : m_workspace(workspace) {}

    struct Results {
        plans::ValveEndPlan end;
        Known<plans::ShroudPlan> shroud;
        Known<Area> opening;
    };
    const Results* get()
    {
        const job::Port* port = m_workspace.port();
        if (!port)
            return nullptr;
        auto snapshot = m_workspace.snapshot();
        if (snapshot != m_job || m_port != m_workspace.portIndex()) {
            m_job = std::move(snapshot);
            m_port = m_workspace.portIndex();
            const auto& analysis = m_workspace.analysis();
            m_results.end = m_workspace.valveEndOf(*m_port);
            m_results.shroud = plans::planShrouding(*m_job, *port, m_results.end);
            m_results.opening = analysis.valve ? plans::weightedOpening(*m_job, port->side, *analysis.valve)
                                               : Known<Area>{std::nullopt, analysis.valve.missing};
        }
        return &m_results;
    }

private:
    const app::Workspace& m_workspace;
    std::shared_ptr<const job::Job> m_job;
    std::optional<std::size_t> m_port;
    Results m_results;
};
using SharedEndPlan = std::shared_ptr<EndPlan>;

}  // namespace euryth::widgets
