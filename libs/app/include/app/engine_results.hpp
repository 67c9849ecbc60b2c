// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>
#include <vector>

#include "app/workspace.hpp"
#include "judgement/engine_run.hpp"

namespace euryth::app {

/// What the engine makes of the chosen port, worked out once for each change of the job when somebody looks.
class EngineResults {
public:
    explicit EngineResults(const Workspace& workspace) : m_workspace(workspace) {}

    struct Results {
        judgement::EngineModel model;
        judgement::EngineRun run;  ///< at the speed of peak power
        RotationalSpeed rpm;
        std::vector<planning::SpeedPoint> sweep;  ///< from a third of it to a third over it
        flow::RunnerFlow onBench;                 ///< the runner alone at the bench's depression
        flow::RunnerFlow onEngine;                ///< and at the running depression
    };
    /// Or the words for what is missing.
    [[nodiscard]] const judgement::Known<Results>& get();

private:
    [[nodiscard]] judgement::Known<Results> workOut() const;

    const Workspace& m_workspace;
    std::shared_ptr<const job::Job> m_job;
    std::optional<std::size_t> m_port;
    judgement::Known<Results> m_results;
};

}  // namespace euryth::app
