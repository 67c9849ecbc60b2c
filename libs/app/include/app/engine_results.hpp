// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "app/workspace.hpp"
#include "judgement/engine_run.hpp"

namespace euryth::app {

/// What the engine makes of the chosen port, of its plan and of another port, worked out once for each change when
/// somebody looks.
class EngineResults {
public:
    explicit EngineResults(const Workspace& workspace) : m_workspace(workspace) {}

    enum class Who { AsItIs, Plan, Other };
    /// One port, or plan, on the engine and on the bench.
    struct Curve {
        Who who = Who::AsItIs;
        std::string name;  ///< of the port or the plan
        judgement::EngineModel model;
        judgement::EngineRun run;                   ///< at the speed of peak power
        std::optional<judgement::EngineRun> shift;  ///< at the speed to which it is revved
        std::vector<planning::SpeedPoint> sweep;    ///< from a third of the peak's speed to a third over it
        std::vector<Speed> gasSpeed;                ///< in its smallest section, at the points of the filling
        geometry::AreaAt smallest;
        // Runner and valve at full lift.
        flow::RunnerFlow onBench;   ///< at the bench's depression
        flow::RunnerFlow onEngine;  ///< at the running depression
        flow::RunnerFlow choked;    ///< the most that passes
    };
    struct Results {
        RotationalSpeed rpm;
        std::optional<RotationalSpeed> shiftRpm;
        PressureDifference bench;
        PressureDifference running;
        std::vector<Curve> curves;  ///< the port as it is first
        std::string planMissing;    ///< why there is no curve of the plan, or of the other port
        std::string otherMissing;
    };
    /// Or the words for what is missing.
    [[nodiscard]] const judgement::Known<Results>& get();

    /// The other port that is shown beside (index into the job); the chosen one itself counts as none.
    void setOther(std::optional<std::size_t> port) { m_other = port; }
    [[nodiscard]] std::optional<std::size_t> other() const { return m_other; }

private:
    [[nodiscard]] judgement::Known<Results> workOut() const;
    void addPlan(const judgement::EngineModel& present, Results& results) const;
    void addOther(Results& results) const;

    struct Inputs {
        std::shared_ptr<const job::Job> job;
        std::optional<std::size_t> port;
        std::optional<std::size_t> other;
        friend bool operator==(const Inputs&, const Inputs&) = default;
    };
    const Workspace& m_workspace;
    std::optional<std::size_t> m_other;
    Inputs m_inputs;
    judgement::Known<Results> m_results;
};

}  // namespace euryth::app
