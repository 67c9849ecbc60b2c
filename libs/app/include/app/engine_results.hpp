// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "app/background.hpp"
#include "app/workspace.hpp"
#include "engine/engine_run.hpp"

namespace euryth::app {

/// What the engine makes of the chosen port, of its plan and of another port, worked out beside the window once for
/// each change when somebody looks.
class EngineResults : public QObject {
    Q_OBJECT

public:
    explicit EngineResults(const Workspace& workspace, QObject* parent = nullptr);

    enum class Who { AsItIs, Plan, Other };
    /// One port, or plan, on the engine and on the bench.
    struct Curve {
        Who who = Who::AsItIs;
        std::string name;  ///< of the port or the plan
        engine::EngineModel model;
        engine::EngineRun run;                   ///< at the speed of peak power
        std::optional<engine::EngineRun> shift;  ///< at the speed to which it is revved
        std::vector<engine::SpeedPoint> sweep;   ///< from a third of the peak's speed to a third over it
        /// Mean speed in its smallest section over the crank, with the density of the gas before the port (of an
        /// exhaust port in the pipe).
        std::vector<std::pair<Angle, Speed>> gasSpeed;
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
        Phrase planMissing;         ///< why there is no curve of the plan, or of the other port
        Phrase otherMissing;
    };
    /// Or the words for what is missing. Asks for what has changed since; until that has arrived these are the results
    /// from before, of the same ports, or none.
    [[nodiscard]] const Known<Results>& get();
    /// Whether other results than get()'s are on their way.
    [[nodiscard]] bool isWorking() const { return m_work.isWorking() || !m_workspace.analysed(); }
    [[nodiscard]] const QString& failure() const { return m_work.failure(); }
    /// Until the results of get() are those of the job as it is; for tests, and for pictures of the window.
    [[nodiscard]] const Known<Results>& finish();

    /// The other port that is shown beside (index into the job); the chosen one itself counts as none.
    void setOther(std::optional<std::size_t> port) { m_other = port; }
    [[nodiscard]] std::optional<std::size_t> other() const { return m_other; }

signals:
    void arrived();

private:
    struct Inputs {
        std::shared_ptr<const job::Job> job;
        std::optional<std::size_t> port;
        std::optional<std::size_t> other;
        friend bool operator==(const Inputs&, const Inputs&) = default;
    };
    const Workspace& m_workspace;
    std::optional<std::size_t> m_other;
    Inputs m_inputs;
    quint64 m_document = 0;  ///< whose results these are
    Known<Results> m_results;
    Background m_work;
};

}  // namespace euryth::app
